package forecast

import (
	"slices"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// SheetLine is one planting on the season sheet.
type SheetLine struct {
	PlantingForecast
	Schedule calendar.Schedule // its Dates, with their window once that is known
}

// Sheet is a season from the first chit to the last lift.
type Sheet struct {
	Year    int
	Years   []int // that have plantings, newest first
	Site    logbook.Site
	Normals *climate.Normals
	Frosts  climate.Frosts
	Place   *calendar.Place
	Lines   []SheetLine // by the day they begin
}

// ChooseYear of a sheet that is asked for none: today's, or the newest that has
// plantings.
func (sh *Sheet) ChooseYear(seasons []logbook.Season, today measure.Day) {
	for _, s := range seasons {
		sh.Years = append(sh.Years, s.Year)
	}
	if sh.Year != 0 {
		return
	}
	sh.Year = sh.Site.SeasonOn(today)
	if len(sh.Years) > 0 && !slices.Contains(sh.Years, sh.Year) {
		sh.Year = sh.Years[0]
	}
}
