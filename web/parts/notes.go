package parts

import (
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
)

// Note is a working put into words.
type Note struct {
	Title, Figure string
	Lines         []noteLine
	Mark          working.Mark
	Means         string
	Source        string
	Changes       string
	Of            string // the bag
}

// NewNote lays a working out for reading.
func NewNote(w working.Working, of string, sys measure.System) Note {
	n := Note{
		Title: w.Title, Figure: w.Figure(sys), Mark: w.Mark, Means: w.Mark.Means(),
		Source: sys.Text(w.Source), Changes: sys.Text(w.Changes), Of: of,
	}
	for _, step := range w.Steps {
		n.Lines = append(n.Lines, noteLine{step.Line(sys), step.Outcome(sys)})
	}
	return n
}

// NewNotes are the workings printed below a page; figures a planting does not
// have are left out.
func NewNotes(st *forecast.PlantingForecast, figures []string, sys measure.System) []Note {
	var notes []Note
	for _, f := range figures {
		if w, err := st.Working(f); err == nil {
			notes = append(notes, NewNote(w, st.Bag.Label, sys))
		}
	}
	return notes
}

type noteLine struct{ Says, Result string }
