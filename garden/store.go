package garden

import (
	"context"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// Store keeps a garden. Update runs its function in one transaction: all of it
// is kept when the function returns nil, none of it otherwise, and what was
// kept survives the program being killed. Read sees one moment of the garden until
// end is called, or the time a read may take is over.
type Store interface {
	Read(ctx context.Context) (r Reader, end func(), err error)
	Update(ctx context.Context, do func(Writer) error) error
	// Trouble is why nothing can be kept now, ErrReadOnly or ErrMoved; nil when all
	// is well.
	Trouble() error
}

// Reader reads a garden, in all the roles there are. Lists come in the order they are offered: seasons
// newest first, varieties by name, bags by place and label, entries by day and
// then by the order they were written.
type Reader interface {
	shelfReader
	logReader
	siteReader
	timingReader
	weatherReader
	mediumReader
	shedReader
	benchReader
	nurseryReader
	requestReader
	// Trials newest first, with their arms and bags.
	Trials(ctx context.Context) ([]logbook.Trial, error)
	// OtherGardens by their names.
	OtherGardens(ctx context.Context) ([]logbook.OtherGarden, error)
	// Revision grows with every write: while it is the same, so is the garden.
	Revision(ctx context.Context) (int64, error)
	// Touched is the revision at which each section was last written to.
	Touched(ctx context.Context) (Touched, error)
	// Settings by name; those that were never set are left out.
	Settings(ctx context.Context) (map[string]string, error)
}

// Writer changes a garden inside one transaction. Each Add returns the new ID.
type Writer interface {
	Reader
	shelfWriter
	logWriter
	siteWriter
	mediumWriter
	Remember(ctx context.Context, s IdempotencyRecord) error
	SetTiming(ctx context.Context, planting logbook.ID, t logbook.Timing) error
	AddProduct(ctx context.Context, p logbook.Product) (logbook.ID, error)
	// SetHandful overwrites what the grower's handful of a product weighs.
	SetHandful(ctx context.Context, product logbook.ID, m measure.Mass) error
	AddLot(ctx context.Context, l logbook.Lot) (logbook.ID, error)
	AddTray(ctx context.Context, t logbook.Tray) (logbook.ID, error)
	AddNursling(ctx context.Context, n logbook.Nursling) (logbook.ID, error)
	SetSetting(ctx context.Context, name, value string) error
	AddTrial(ctx context.Context, t logbook.Trial) (logbook.ID, error)
	AddOtherGarden(ctx context.Context, o logbook.OtherGarden) error
	DropOtherGarden(ctx context.Context, name string, of crop.Crop) error
	// SetTrialDropped gives a trial up, or takes it up again.
	SetTrialDropped(ctx context.Context, id logbook.ID, dropped bool) error
}
