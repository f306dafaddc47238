package draw

// Paper is what a drawing is made for: the width of a desk's screen and of print, or of a
// phone held upright. A drawing for a phone is drawn anew in its width, never cut off.
type Paper int

// The papers.
const (
	Desk Paper = iota
	Phone
)

// PhoneWidth is the width of drawings for a phone, in px.
const PhoneWidth = 356

// OnBoth is one drawing on both papers, of which a page shows the one that fits.
type OnBoth[T any] struct{ Desk, Phone T }

// Both draws on both papers.
func Both[T any](draw func(Paper) T) OnBoth[T] { return OnBoth[T]{draw(Desk), draw(Phone)} }

// Papers is the drawing for a desk and the one for a phone.
func (b OnBoth[T]) Papers() (desk, phone any) { return b.Desk, b.Phone }

// on is what stands for a paper.
func on[T any](p Paper, desk, phone T) T {
	if p == Phone {
		return phone
	}
	return desk
}
