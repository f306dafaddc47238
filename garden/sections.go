package garden

// Section of the file: tables that are read together.
type Section int

// The sections.
const (
	ShelfSection   Section = iota // what there is to choose from, and plantings as planned
	RetiredSection                // what is offered no more
	LogSection                    // of plantings
	TimingSection
	MixSection    // chosen for plantings
	MediumSection // components and mixes of the grower's own
	ShedSection
	SiteSection
	TerraceSection
	WeatherSection
	BenchSection
	NurserySection
	SettingSection
	TrialSection
	OthersSection // harvests of other gardens

	sections // how many there are
)

// Touched is the revision at which each section was last written to; 0 for never since the file
// began to note it.
type Touched [sections]int64

// same reports whether none of some sections was written to between two revisions.
func (t *Touched) same(before *Touched, of ...Section) bool {
	for _, p := range of {
		if t[p] != before[p] {
			return false
		}
	}
	return true
}
