package measure

import (
	"fmt"
	"strings"
	"time"
)

// Day is a day of the calendar, counted from 1 January 1970, without a time of
// day or a zone. Days subtract to whole days.
type Day int

// Date makes a Day. Months and days out of range roll over, as in package time.
func Date(year int, month time.Month, day int) Day {
	return DayOf(time.Date(year, month, day, 0, 0, 0, 0, time.UTC))
}

// DayOf is the day t falls on in t's own zone.
func DayOf(t time.Time) Day {
	y, m, d := t.Date()
	return Day(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix() / 86400)
}

// ParseDay reads "2026-06-09". The years 1900 to 2199 are taken.
func ParseDay(text string) (Day, error) {
	t, err := time.Parse("2006-01-02", strings.TrimSpace(text))
	if err != nil || t.Year() < 1900 || t.Year() > 2199 {
		return 0, &ParseError{Text: text, Why: fmt.Sprintf("“%s” is not a day. Write it like 2026-06-09.", shorten(text))}
	}
	return DayOf(t), nil
}

func (d Day) time() time.Time { return time.Unix(int64(d)*86400, 0).UTC() }

// ISO prints "2026-06-09"; ParseDay reads it back.
func (d Day) ISO() string { return d.time().Format("2006-01-02") }

// String prints "9 June 2026".
func (d Day) String() string { return d.time().Format("2 January 2006") }

// Short prints "9 Jun".
func (d Day) Short() string { return d.time().Format("2 Jan") }

// Long prints "Tuesday 9 June".
func (d Day) Long() string { return d.time().Format("Monday 2 January") }

// Year is the calendar year of the day.
func (d Day) Year() int { return d.time().Year() }
