package parts

import (
	"fmt"

	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// LogLine is one entry put into words.
type LogLine struct {
	ID    logbook.ID
	Day   measure.Day
	Says  string
	Key   string
	Own   bool   // it has words of the grower's
	Photo string // address of its photo
}

// NewLogLine puts an entry of a planting's log into words.
func NewLogLine(st *forecast.PlantingForecast, e *logbook.Entry, sys measure.System) LogLine {
	words := st.Planting.Says(e).In(sys)
	if e.About {
		words += ", about then"
	}
	line := LogLine{ID: e.ID, Day: e.Day, Says: words, Key: form.NewKey(), Own: e.Text != ""}
	if e.Kind == logbook.Pictured {
		line.Photo = fmt.Sprintf("/photos/%d", e.ID)
	}
	return line
}

// NurseWords are an entry of the nursery's log in words.
func NurseWords(e logbook.NurseryEntry) string {
	switch e.Kind {
	case logbook.NurseMoved:
		return "moved to stand " + e.Shelter.Offset().Where
	case logbook.NurseShoots:
		return Counted(e.Count, "shoot")
	case logbook.NurseTaken:
		if e.Nodes > 0 {
			return fmt.Sprintf("%s taken, %d nodes or more", Counted(e.Count, "slip"), e.Nodes)
		}
		return Counted(e.Count, "slip") + " taken"
	case logbook.NurseWatered:
		return "watered through"
	case logbook.NurseRooted:
		return fmt.Sprintf("%d rooted", e.Count)
	case logbook.NurseHardened:
		return fmt.Sprintf("%d hardened", e.Count)
	case logbook.NursePlanted:
		if e.Count > 0 {
			return fmt.Sprintf("%d planted in a bag", e.Count)
		}
		return "transplanted into a bag"
	default:
		return "ended"
	}
}

// GivenLine is an allotment that stands, to be taken back.
type GivenLine struct {
	ID   logbook.ID
	Day  measure.Day
	Says string
	Key  string
}
