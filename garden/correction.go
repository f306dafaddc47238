package garden

import (
	"glebata/core/hill"
	"glebata/garden/logbook"
)

// Correction puts right what was typed of a thing; exactly one of its values is given.
type Correction struct {
	Variety *logbook.Variety
	Model   *logbook.Model
	Bag     *BagCorrection
	Place   *logbook.Place
	Lot     *LotCorrection
	Tray    *logbook.Tray // its label
	Product *logbook.Product
	Mix     *MixCorrection
	Plan    *PlanCorrection
	// Sure that figures of finished bags may move.
	Sure bool
}

// BagCorrection is a bag's label, kind and place.
type BagCorrection struct {
	ID      logbook.ID
	Label   string
	Model   logbook.ID
	Place   logbook.ID
	Retired bool
}

// LotCorrection is a lot's label, source, year and cost.
type LotCorrection struct {
	ID      logbook.ID
	Label   string
	Variety logbook.ID
	Source  logbook.Source
	Year    int
	Cost    int
}

// MixCorrection is a mix of the grower's own.
type MixCorrection struct {
	ID    logbook.ID
	Name  string
	Parts map[string]float64
}

// PlanCorrection is what was planned of a planting, which may have been planted since.
type PlanCorrection struct {
	ID      logbook.ID
	Variety logbook.ID
	Number  int
	Filling hill.Plan
}
