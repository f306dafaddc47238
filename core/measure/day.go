package measure

import (
	"fmt"
	"slices"
	"strings"
	"time"
)

// Day is a day of the calendar, counted from 1 January 1970, without a time of
// day or a zone. Days subtract to whole days.
type Day int

// Date makes a Day. Months and days out of range roll over, as in package time.
func Date(year int, month time.Month, day int) Day {
	return FromTime(time.Date(year, month, day, 0, 0, 0, 0, time.UTC))
}

// FromTime is the day t falls on in t's own zone.
func FromTime(t time.Time) Day {
	y, m, d := t.Date()
	return Day(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / 86400)
}

// ParseDay reads "2026-06-09". The years 1900 to 2199 are taken.
func ParseDay(text string) (Day, error) {
	t, err := time.Parse("2006-01-02", strings.TrimSpace(text))
	if err != nil || t.Year() < 1900 || t.Year() > 2199 {
		return 0, &ParseError{Text: text, Why: fmt.Sprintf("“%s” is not a day. Write it like 2026-06-09.", shorten(text))}
	}
	return FromTime(t), nil
}

func (d Day) time() time.Time { return time.Unix(int64(d)*86400, 0).UTC() }

// ISO prints "2026-06-09"; ParseDay reads it back.
func (d Day) ISO() string { return d.time().Format("2006-01-02") }

// String prints "9 June 2026".
func (d Day) String() string { return d.format("2 January 2006") }

// Short prints "9 Jun".
func (d Day) Short() string { return d.format("2 Jan") }

// format of a day; a day that does not come has no date.
func (d Day) format(layout string) string {
	if d == 0 {
		return "not reached"
	}
	return d.time().Format(layout)
}

// ShortSpan prints "24 Aug to 26 Sep", with the years where they differ; "24 Aug" for one
// day.
func ShortSpan(from, until Day) string {
	switch {
	case from == until:
		return from.Short()
	case from.Year() != until.Year():
		return from.time().Format("2 Jan 2006") + " to " + until.time().Format("2 Jan 2006")
	}
	return from.Short() + " to " + until.Short()
}

// Long prints "Tuesday 9 June".
func (d Day) Long() string { return d.time().Format("Monday 2 January") }

// Year is the calendar year of the day.
func (d Day) Year() int { return d.time().Year() }

// YearDay is the day of its year, 1 to 366.
func (d Day) YearDay() int { return d.time().YearDay() }

// DayOfMonth is 1 to 31.
func (d Day) DayOfMonth() int { return d.time().Day() }

// MonthStart is the first of its month.
func (d Day) MonthStart() Day { return d - Day(d.DayOfMonth()-1) }

// MonthName is the short name of the month, "Jun".
func (d Day) MonthName() string { return d.time().Format("Jan") }

// ParseMonthDay reads a day without a year, "24 April", "24 Apr" or "04-24", as a
// day of a year of 365, from 1. 29 February is not among them.
func ParseMonthDay(text string) (int, error) {
	text = strings.TrimSpace(text)
	for _, form := range []string{"2 January", "2 Jan", "2. January", "January 2", "Jan 2", "01-02"} {
		t, err := time.Parse(form+" 2006", text+" 2025")
		if err == nil {
			return t.YearDay(), nil
		}
	}
	return 0, &ParseError{Text: text, Why: fmt.Sprintf("“%s” is not a day of the year. Write it like 24 April.", shorten(text))}
}

// MonthDay prints a day of a year of 365, from 1: "24 April".
func MonthDay(day int) string {
	return (Date(2025, time.January, 1) + Day(day-1)).time().Format("2 January")
}

// DayOrder is how days are written in figures.
type DayOrder string

// The orders.
const (
	YearFirst  DayOrder = "ymd"
	DayFirst   DayOrder = "dmy"
	MonthFirst DayOrder = "mdy"
)

// dayLayouts of an order, beside those with a month in letters.
var dayLayouts = map[DayOrder][]string{
	YearFirst:  {"2006-1-2", "2006/1/2", "2006.1.2"},
	DayFirst:   {"2.1.2006", "2/1/2006", "2-1-2006", "2.1.06", "2/1/06"},
	MonthFirst: {"1/2/2006", "1-2-2006", "1.2.2006", "1/2/06"},
}

// DayOrder in which the growers of a system write days.
func (s System) DayOrder() DayOrder {
	if s.style == us {
		return MonthFirst
	}
	return DayFirst
}

// Day as it stands in a field: "9 Jun 2026", or "Jun 9, 2026" where the month comes first.
func (s System) Day(d Day) string {
	if s.DayOrder() == MonthFirst {
		return d.format("Jan 2, 2006")
	}
	return d.format("2 Jan 2006")
}

// halfYear on either side of today is where a day without a year is looked for.
const halfYear = 183

// TypedDay reads a day as it is typed beside today: as ReadDay does, "today", "yesterday",
// "tomorrow", or without its year, which is then the nearest. A *ParseError for anything
// else.
func TypedDay(text string, order DayOrder, today Day) (Day, error) {
	plain := strings.Join(strings.Fields(strings.ToLower(text)), " ")
	if ago, ok := map[string]Day{"today": 0, "yesterday": -1, "tomorrow": 1}[plain]; ok {
		return today + ago, nil
	}
	if d, err := ReadDay(text, order); err == nil {
		return d, nil
	}
	layouts := []string{"2 January", "2 Jan", "January 2", "Jan 2", "2. January"}
	if order == MonthFirst {
		layouts = append(layouts, "1/2", "1-2", "1.2")
	} else {
		layouts = append(layouts, "2/1", "2-1", "2.1", "2.1.")
	}
	for _, layout := range layouts {
		t, err := time.Parse(layout+" 2006", plain+" 2000") // a leap year takes the 29th of February
		if err != nil {
			continue
		}
		for _, year := range []int{today.Year(), today.Year() - 1, today.Year() + 1} {
			if d := Date(year, t.Month(), t.Day()); d.DayOfMonth() == t.Day() && d-today <= halfYear && today-d <= halfYear {
				return d, nil
			}
		}
	}
	like := "9 Jun or 9/6/2026, day first"
	if order == MonthFirst {
		like = "Jun 9 or 6/9/2026, month first"
	}
	return 0, &ParseError{Text: text, Why: fmt.Sprintf("“%s” is not a day. Write it like %s.", shorten(text), like)}
}

// ReadDay reads a day as a notebook has it: in the order given, year first, or with the
// month in letters. A *ParseError for anything else.
func ReadDay(text string, order DayOrder) (Day, error) {
	plain := strings.TrimSpace(text)
	for _, layout := range slices.Concat(dayLayouts[YearFirst], dayLayouts[order], []string{"2 January 2006", "2 Jan 2006", "January 2, 2006", "Jan 2, 2006", "2. January 2006", "2-Jan-2006", "2-Jan-06"}) {
		if t, err := time.Parse(layout, plain); err == nil && t.Year() >= 1900 && t.Year() <= 2199 {
			return FromTime(t), nil
		}
	}
	return ParseDay(text)
}
