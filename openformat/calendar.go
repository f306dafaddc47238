package openformat

import (
	"fmt"
	"io"
	"strings"
	"time"

	ical "github.com/arran4/golang-ical"

	"glebata/core/calendar"
	"glebata/core/measure"
	"glebata/garden/forecast"
)

// WriteCalendar writes the moments of a season as an iCalendar feed (RFC 5545)
// of whole days. Each event keeps its UID while its planting and kind of work
// stay, so that a subscriber sees a change and not a copy. Address is that of
// the program, "http://host:port"; words puts into words what an event says.
func WriteCalendar(w io.Writer, sheet forecast.Sheet, moments []forecast.FeedMoment, address string, today measure.Day, words func(measure.Phrase) string) error {
	c := ical.NewCalendarFor("Glebata")
	c.SetMethod(ical.MethodPublish)
	name := fmt.Sprintf("%s %d", sheet.Site.Name, sheet.Year)
	if sheet.Site.Name == "" {
		name = fmt.Sprintf("Glebata %d", sheet.Year)
	}
	c.SetXWRCalName(name)
	c.SetRefreshInterval("PT12H")
	stamp := at(today)
	for _, m := range moments {
		e := c.AddEvent(m.UID)
		e.SetDtStampTime(stamp)
		e.SetAllDayStartAt(at(m.Day))
		e.SetAllDayEndAt(at(m.Until + 1))
		e.SetSummary(fmt.Sprintf("%s: %s, %s", m.Bag, words(m.What), m.Variety.Name))
		e.SetDescription(words(m.Why))
		e.SetLocation(m.Place)
		e.SetURL(strings.TrimSuffix(address, "/") + "/bags/" + m.Bag)
		e.SetTimeTransparency(ical.TransparencyTransparent)
		if m.Kind == calendar.Emerge {
			e.AddCategory("to see")
		} else {
			e.AddCategory("to do")
		}
	}
	_, err := io.WriteString(w, c.Serialize(ical.WithNewLine("\r\n")))
	return err
}

// at is midnight of a day.
func at(d measure.Day) time.Time { return time.Unix(int64(d)*86400, 0).UTC() }
