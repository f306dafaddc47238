package parts

import (
	"slices"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/web/form"
)

// KeptTogether is what was kept for several bags just now, with the way to take it back.
type KeptTogether struct {
	Done    []LogLine
	Group   string // of Done
	UndoKey string // of taking it back
	Back    string // page that is shown afterwards
}

// Kept together in a group.
func (b *KeptTogether) Kept(look *garden.View, group string, sys measure.System) error {
	if group == "" {
		return nil
	}
	entries, err := look.Together(group)
	if err != nil {
		return err
	}
	for i := range entries {
		st, err := look.Planting(entries[i].Planting)
		if err != nil {
			return err
		}
		for k := range st.Log {
			if st.Log[k].ID == entries[i].ID { // it stands
				line := NewLogLine(&st, &entries[i], sys)
				line.Says = st.Bag.Label + ": " + line.Says
				b.Done, b.Group, b.UndoKey = append(b.Done, line), group, form.NewKey()
			}
		}
	}
	return b.keptPots(look, group)
}

// keptPots of the nursery in a group, those that stand.
func (b *KeptTogether) keptPots(look *garden.View, group string) error {
	ids, err := look.NurseryTogether(group)
	if err != nil || len(ids) == 0 {
		return err
	}
	list, err := look.Nursery()
	if err != nil {
		return err
	}
	for i := range list {
		for _, e := range list[i].Log {
			if slices.Contains(ids, e.ID) {
				line := LogLine{Says: list[i].Label + ": " + NurseWords(e)}
				b.Done, b.Group, b.UndoKey = append(b.Done, line), group, form.NewKey()
			}
		}
	}
	return nil
}
