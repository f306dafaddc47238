package frame

import (
	"context"
	"errors"
	"net/http"

	"glebata/garden/logbook"
)

// trouble is a failure that is not the grower's and not ours, with what to do.
type trouble struct {
	err    error
	status int
	words  string
}

var troubles = []trouble{
	{logbook.ErrBusy, http.StatusServiceUnavailable, "The garden was busy for too long. Nothing was changed: wait a moment and try again."},
	{logbook.ErrReadOnly, http.StatusServiceUnavailable, "This garden can only be read: its file, or the folder it lies in, may not be written. Allow writing and start the program again."},
	{logbook.ErrMoved, http.StatusServiceUnavailable, "The garden's file was moved, deleted or replaced while the program had it open. Nothing more is saved: stop the program, put the file back, and start it again."},
	{logbook.ErrFull, http.StatusInsufficientStorage, "The disk is full, and this was not saved. Make room on it and send it again; nothing that was saved before is lost."},
	{logbook.ErrDisk, http.StatusServiceUnavailable, "The disk that holds the garden does not answer, and this was not saved. See that it is there, and try again."},
	{logbook.ErrDamaged, http.StatusServiceUnavailable, "The garden's file is damaged. Stop the program and restore a backup: the program's own lie in the folder beside the file."},
}

// asTrouble of an error; ok is false for any other.
func asTrouble(err error) (t trouble, ok bool) {
	for _, t := range troubles {
		if errors.Is(err, t.err) {
			return t, true
		}
	}
	if errors.Is(err, context.DeadlineExceeded) {
		return troubles[0], true
	}
	return t, false
}
