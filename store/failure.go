package store

import (
	"errors"
	"fmt"

	"modernc.org/sqlite"
	lib "modernc.org/sqlite/lib"

	"glebata/garden/logbook"
)

// told puts what SQLite answers into the garden's own errors, where there is
// something that the grower can do about it. Other errors stay as they are.
func told(err error) error {
	var failure *sqlite.Error
	if !errors.As(err, &failure) {
		return err
	}
	for of, code := range map[error][]int{
		logbook.ErrBusy:     {lib.SQLITE_BUSY, lib.SQLITE_LOCKED},
		logbook.ErrFull:     {lib.SQLITE_FULL},
		logbook.ErrReadOnly: {lib.SQLITE_READONLY, lib.SQLITE_PERM},
		logbook.ErrDamaged:  {lib.SQLITE_CORRUPT, lib.SQLITE_NOTADB},
	} {
		for _, c := range code {
			if failure.Code()&0xff == c {
				return fmt.Errorf("%w: %w", of, err)
			}
		}
	}
	if code := failure.Code() & 0xff; code == lib.SQLITE_IOERR || code == lib.SQLITE_CANTOPEN {
		return fmt.Errorf("%w: %w", logbook.ErrDisk, err)
	}
	return err
}
