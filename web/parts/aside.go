package parts

import (
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// AsideLine is something kept that cannot be applied, with its undo.
type AsideLine struct {
	What, Why, Page, Undo, Key string
	Of                         logbook.ID
}

// AsideLines are what was set aside, in words.
func AsideLines(list []logbook.SetAside, sys measure.System) []AsideLine {
	out := make([]AsideLine, len(list))
	for i, a := range list {
		out[i] = AsideLine{a.What.In(sys), a.Why.In(sys), a.Page, a.Undo, form.NewKey(), a.Of}
	}
	return out
}
