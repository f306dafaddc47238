package bag

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"

	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/core/working"
)

// Growing is what an expectation is asked of.
type Growing struct {
	Class   crop.Class
	Usable  measure.Volume // settled litres of a full season
	Depth   measure.Length // of medium; 0 leaves the depth out
	Area    measure.Area   // that leaves may cover: Shape.Canopy; 0 leaves it out
	Bed     bool           // in the ground, where plants stand at the distances of a bed
	Plants  int            // tubers, pieces or slips
	Sprouts int            // kept on each; 1 for a slip
	Seed    measure.Mass   // planted in all; 0 for slips
	Season  float64        // season index: FullSeason, 0 for one that gives nothing
	From    Calibration
}

// Grades are shares of the harvest's weight by the size of a tuber: under 40 g,
// to 110, to 180, and over.
type Grades struct{ Small, Salad, Medium, Baker float64 }

// Sizes that part the grades, in g, and how tubers of one bag vary. Model:
// lognormal weights.
const (
	smallUnder, saladUnder, mediumUnder = 40.0, 110.0, 180.0
	tubersVary                          = 0.55
	crowdedAt                           = 0.6 // stems a litre that halve the tubers of a stem
	minDepth                            = 0.5
)

// Expectation of one bag.
type Expectation struct {
	Yield, Low, High measure.Mass
	Stems, Tubers    float64
	Mean             measure.Mass // of a tuber
	Ratio            float64      // 0 without a seed weight
	Grades           Grades
}

// Expect a harvest of a bag that is well kept for a full season:
//
//	Y = n·w ÷ (1 + n·w ÷ K), K = the lesser of y·V and 6.6 kg a square metre that leaves cover
//
// the reciprocal yield–density law (published in form: Shinozaki and Kira; the
// constants are a model), with less of the ground's part in a shallow bag, times the season index
// and the grower's own calibration. Tubers: stems a litre ρ = n·sprouts ÷ V, tubers a stem
// t0 ÷ (1 + ρ ÷ 0.6). The zero Expectation for no plants or no litres; no tubers from
// a season that gives nothing.
func Expect(g Growing) Expectation {
	k := g.Class.Constants()
	if g.Plants < 1 || g.Usable <= 0 || k.Uncrowded == 0 {
		return Expectation{}
	}
	n, v := float64(g.Plants), float64(g.Usable)
	y := closedYield(k, n, g.most(k)) * seasonShare(g.Season) * g.From.Factor()
	low, high := g.From.Range()
	stems := n * float64(max(1, g.Sprouts))
	e := Expectation{Yield: measure.Mass(y), Low: measure.Mass(y * low), High: measure.Mass(y * high), Stems: stems}
	e.Tubers = stems * k.TubersPerStem / (1 + stems/v/crowdedAt)
	if y <= 0 { // a season that gives nothing
		return Expectation{Stems: stems}
	}
	e.Mean = measure.Mass(y / e.Tubers)
	if g.Seed > 0 {
		e.Ratio = float64(e.Yield / g.Seed)
	}
	e.Grades = newGrades(float64(e.Mean))
	return e
}

// perArea is what a square metre of leaf gives at the most, g. Model.
const perArea = 6600.0

// byLitres and byArea are what medium and leaf carry, however many plants there are, g.
func (g *Growing) byLitres(k crop.Constants) float64 { return float64(k.PerLitre) * float64(g.Usable) }

func (g *Growing) byArea(k crop.Constants) float64 {
	if g.Area <= 0 {
		return math.Inf(1)
	}
	return perArea * float64(g.Area) * depthShare(k, g.Depth)
}

// most that a bag carries, g.
func (g *Growing) most(k crop.Constants) float64 { return math.Min(g.byLitres(k), g.byArea(k)) }

// closedYield of n plants where so much is carried at the most.
func closedYield(k crop.Constants, n, most float64) float64 {
	alone := n * float64(k.Uncrowded)
	return alone / (1 + alone/most)
}

// depthShare is the share of the ground's part that a bag shallower than is good still gives.
func depthShare(k crop.Constants, depth measure.Length) float64 {
	if depth <= 0 || depth >= k.DepthGood {
		return 1
	}
	return math.Max(minDepth, float64(depth/k.DepthGood))
}

// FullSeason is the index of an ordinary season to its end.
const FullSeason = 1

func seasonShare(index float64) float64 { return math.Max(0, index) }

// newGrades of tubers of a mean weight in g. Of lognormal weights, that part of the
// whole weight that lies in tubers under x is Φ((ln x − μ − σ²) ÷ σ).
func newGrades(mean float64) Grades {
	sigma2 := math.Log(1 + tubersVary*tubersVary)
	mu := math.Log(mean) - sigma2/2
	under := func(x float64) float64 {
		return distuv.UnitNormal.CDF((math.Log(x) - mu - sigma2) / math.Sqrt(sigma2))
	}
	a, b, c := under(smallUnder), under(saladUnder), under(mediumUnder)
	return Grades{a, b - a, c - b, 1 - c}
}

// ExpectWorking is Expect with its steps.
func ExpectWorking(g Growing) working.Working {
	e, k := Expect(g), g.Class.Constants()
	alone := measure.Expected(float64(g.Plants)) * measure.Expected(k.Uncrowded)
	most := measure.Expected(g.most(k))
	y := measure.Expected(closedYield(k, float64(g.Plants), float64(most)))
	w := working.Working{
		Title: "Expected harvest", Result: measure.Expected(e.Yield), Mark: working.Model,
		Source:  "the reciprocal law of yield and density",
		Changes: "Litres, how many to a bag, the class, the season, and your own harvests once there are some.",
	}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(alone, "{} plants uncrowded, {} each", g.Plants, k.Uncrowded)
	step(measure.Expected(g.byLitres(k)), "{} at {}, however many there are", g.Usable, measure.Content(k.PerLitre))
	if g.Area > 0 {
		step(measure.Expected(perArea*float64(g.Area)), "{} that leaves cover, at {}", g.Area, measure.OnArea(perArea))
		if d := depthShare(k, g.Depth); d < 1 {
			step(measure.Expected(g.byArea(k)), "less of that, as {} of medium is there where {} is good: × {}", g.Depth, k.DepthGood, d)
		}
		step(most, "it carries the lesser of the two")
	}
	step(y, "{} ÷ (1 + {} ÷ {})", alone, alone, most)
	if s := seasonShare(g.Season); s != FullSeason {
		step(nil, "season and sun: × {}", s)
	}
	if g.From.Bags > 0 {
		g.From.steps(step)
	}
	low, high := g.From.Range()
	step(measure.Expected(e.Low), "at the least, {} of it", low)
	step(measure.Expected(e.High), "at the most, {} of it", high)
	return w
}

// TubersWorking shows how many tubers are expected, and how heavy.
func TubersWorking(g Growing) working.Working {
	e, k := Expect(g), g.Class.Constants()
	density := e.Stems / float64(g.Usable)
	return working.Working{
		Title: "Mean tuber expected", Result: measure.Expected(e.Mean), Mark: working.Model,
		Steps: []working.Step{
			{Says: "stems: {} plants × {} sprouts", Args: []any{g.Plants, max(1, g.Sprouts)}, Result: e.Stems},
			{Says: "stems to its medium: {} ÷ {}", Args: []any{e.Stems, g.Usable}, Result: measure.Crowd(density)},
			{Says: k.Crop.Lifted() + " a stem: {} ÷ (1 + {} ÷ {})", Args: []any{k.TubersPerStem, measure.Crowd(density), measure.Crowd(crowdedAt)}, Result: e.Tubers / e.Stems},
			{Says: k.Crop.Lifted() + " in all", Result: e.Tubers},
			{Says: "{} ÷ {}", Args: []any{measure.Expected(e.Yield), e.Tubers}, Result: measure.Expected(e.Mean)},
		},
		Source: "more stems a litre give more and smaller tubers", Changes: "Sprouts kept, how many to a bag, litres.",
	}
}
