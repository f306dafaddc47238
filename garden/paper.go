package garden

import (
	"fmt"
	"strings"

	"glebata/core/measure"
	"glebata/core/paper"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// PaperLine is one line of a sheet of weights as it was understood, or why it cannot be.
type PaperLine struct {
	Line int // from 1
	Text string
	Says string
	Bad  bool
}

// ReadPaper reads a sheet of weights as it stands on paper, a line a weight with its bag before a colon; a
// line that names none goes on with the bag above it. Bare numbers are of the scale of a system of units.
// Faults are at "lines"; a line that cannot be read says why and is left out of the entries.
func (v *View) ReadPaper(sheet string, day measure.Day, sys measure.System) (entries []logbook.Entry, lines []PaperLine, err error) {
	row, err := v.Row()
	if err != nil {
		return nil, nil, err
	}
	cat, err := v.Catalogue()
	if err != nil {
		return nil, nil, err
	}
	texts := strings.Split(strings.ReplaceAll(sheet, "\r", ""), "\n")
	if len(texts) > paper.MaxLines {
		return nil, nil, logbook.Refuse("lines", "A sheet holds up to {} lines.", paper.MaxLines)
	}
	var at *forecast.PlantingForecast // of the line before, where a line names none
	for i, text := range texts {
		if text = strings.TrimSpace(text); text == "" {
			continue
		}
		line := PaperLine{Line: i + 1, Text: text}
		if label, rest, ok := strings.Cut(text, ":"); ok {
			var wrong string
			if at, wrong = growingAs(row, strings.TrimSpace(label)); wrong != "" {
				line.Bad, line.Says = true, wrong
			}
			text = strings.TrimSpace(rest)
		}
		switch {
		case line.Bad:
		case at == nil:
			line.Bad, line.Says = true, "Say which bag: its label and a colon before the weight."
		default:
			e, says, err := weighedAs(at, text, cat.Containers, sys)
			if err != nil {
				line.Bad, line.Says = true, err.Error()
				break
			}
			e.Day, line.Says = day, says
			entries = append(entries, e)
		}
		lines = append(lines, line)
	}
	if len(lines) == 0 {
		err = logbook.Refuse("lines", "Write or paste the lines of your sheet.")
	}
	return entries, lines, err
}

// weighedAs is an entry of one line at a planting, and the line in words.
func weighedAs(at *forecast.PlantingForecast, text string, containers []logbook.Container, sys measure.System) (logbook.Entry, string, error) {
	from := at.ScaleReader(containers, sys)
	l, err := from.Read(text)
	if err != nil {
		return logbook.Entry{}, "", err
	}
	e := logbook.Entry{Planting: at.Planting.ID}
	var said []string
	var net measure.Mass
	for k := range l.Batches {
		net += l.Batches[k].Net()
		b := logbook.NewBatch(&l.Batches[k], l.Text)
		e.Batches, said = append(e.Batches, b), append(said, logbook.BatchWords(&b, at.Variety.Class.Crop().Lifted()).In(sys))
	}
	says := at.Bag.Label + ": " + strings.Join(said, "; ")
	if most, yes := forecast.Surprising(&at.PlantingState, net); yes {
		says += ". " + measure.Say("That is far more than the {} it may give: is the unit right?", most).In(sys)
	}
	return e, says, nil
}

// growingAs is what grows under a label, or under a label and a variety where several share a
// bag; else why that is not clear.
func growingAs(row []forecast.PlantingForecast, label string) (at *forecast.PlantingForecast, wrong string) {
	for i := range row {
		st := &row[i]
		switch {
		case st.Stage != logbook.StageGrowing:
		case strings.EqualFold(st.Bag.Label+" "+st.Variety.Name, label):
			return st, ""
		case strings.EqualFold(st.Bag.Label, label):
			if at != nil {
				return nil, fmt.Sprintf("Several grow in %s: write its variety too, like “%s %s:”.", label, label, st.Variety.Name)
			}
			at = st
		}
	}
	if at == nil {
		return nil, "Nothing grows in a bag “" + label + "”."
	}
	return at, ""
}
