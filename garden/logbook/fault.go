package logbook

import (
	"errors"
	"strings"

	"glebata/core/hill"
	"glebata/core/measure"
)

// Sentinel errors a caller decides on.
var (
	ErrNotFound = errors.New("nothing kept under that name")
	// ErrStoodOn is a thing that cannot be deleted.
	ErrStoodOn = errors.New("something else stands on it")
	// ErrSentOtherwise is a client key that was used before for something else.
	ErrSentOtherwise = errors.New("this form was already sent once with other values")
)

// Fault is one thing wrong with what was asked, at a field, said so that the
// grower knows what to do. Field is empty when it is about the whole.
type Fault struct {
	Field string
	Says  measure.Phrase
}

// Faults is why a use case refused; nothing was written.
type Faults []Fault

// Error joins the faults, in metric, for logs and scripts.
func (f Faults) Error() string {
	said := make([]string, len(f))
	for i, fault := range f {
		said[i] = fault.Says.In(measure.Metric)
	}
	return strings.Join(said, " ")
}

// Add appends a fault at a field.
func (f *Faults) Add(field, says string, args ...any) {
	*f = append(*f, Fault{field, measure.Say(says, args...)})
}

// Err is nil when there are no faults.
func (f Faults) Err() error {
	if len(f) == 0 {
		return nil
	}
	return f
}

// Refuse with one fault, at a field; empty for the form as a whole.
func Refuse(field, says string, args ...any) error {
	return Faults{{field, measure.Say(says, args...)}}
}

// Why a store cannot keep, or cannot answer. The words for the grower are web's.
var (
	ErrBusy     = errors.New("the garden is busy")
	ErrReadOnly = errors.New("the garden's file can only be read")
	ErrMoved    = errors.New("the garden's file was moved, deleted or replaced while the program had it open")
	ErrFull     = errors.New("the disk is full")
	ErrDisk     = errors.New("the disk that holds the garden does not answer")
	ErrDamaged  = errors.New("the garden's file is damaged")
)

// PlanFault puts a refusal of hill at its field.
func PlanFault(err error) error {
	var p *hill.PlanError
	if errors.As(err, &p) {
		return Faults{{p.Field, p.Says}}
	}
	return err
}
