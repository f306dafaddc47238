package water

// Sight is evidence on a day: θ, give or take SD.
type Sight struct {
	Day       int // from the first of the run
	Theta, SD float64
}

// How far evidence of θ may be off, as a standard deviation. Model.
const (
	FingerSD = 0.15
	WeightSD = 0.08
	ProbeSD  = 0.10
	AskedSD  = 0.10 // after it was watered as it wanted
)

// What is not known of a bag: of its factor before anything was seen, of θ after a soak, and
// what each day adds. Model.
const (
	factorSD  = 0.3
	soakSD    = 0.03
	daySD     = 0.02
	leastLoss = 0.3 // the factor is never believed outside of these
	mostLoss  = 3
)
