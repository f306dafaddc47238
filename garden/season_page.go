package garden

import (
	"glebata/core/bag"
	"glebata/core/measure"
	"glebata/core/trial"
	"glebata/garden/compare"
	"glebata/garden/forecast"
)

// SeasonPage is one season looked back on, with the records of all of them.
type SeasonPage struct {
	Years     []int // that have finished bags, newest first
	Season    compare.Season
	Varieties []compare.Record
	Schools   []compare.Record
	Untried   []string // varieties that were never lifted
	Back      forecast.BackTest
	Overall   bag.Calibration // of all bags of potatoes, or of sweet potatoes where there are none
	Causes    []Cause
	Poor      int // bags of the season under their expectation
}

// Cause that came up in bags under their expectation.
type Cause struct {
	trial.Finding
	Labels []string
}

// seasonAsk is a year whose page is asked for on a day.
type seasonAsk struct {
	today measure.Day
	year  int
}
