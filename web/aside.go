package web

import (
	"glebata/core/measure"
	"glebata/garden/logbook"
	"glebata/web/form"
)

// asideLine is something kept that cannot be applied, with its undo.
type asideLine struct {
	What, Why, Page, Undo, Key string
	Of                         logbook.ID
}

func asideLines(list []logbook.SetAside, sys measure.System) []asideLine {
	out := make([]asideLine, len(list))
	for i, a := range list {
		out[i] = asideLine{a.What.In(sys), a.Why.In(sys), a.Page, a.Undo, form.NewKey(), a.Of}
	}
	return out
}
