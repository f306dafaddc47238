package trial

import "math"

// Yielded is what one finished bag gave against what the model expected of it.
type Yielded struct {
	Class, Variety, School string
	Season                 int
	Share                  float64 // actual ÷ expected
}

// Pull is a factor drawn toward what is known one level up: (weight × toward + sum) ÷ (weight +
// bags).
type Pull struct {
	Bags           int
	Sum            float64 // of actual ÷ expected
	Toward, Weight float64 // and with how many bags' worth
}

// Factor of it; 1 for the zero Pull.
func (p Pull) Factor() float64 {
	if p.Weight+float64(p.Bags) <= 0 {
		return 1
	}
	return (p.Weight*p.Toward + p.Sum) / (p.Weight + float64(p.Bags))
}

// Weights that a level is drawn up with, in bags: usual where it cannot be told from the bags.
// Model.
const (
	usualWeight  = 3
	leastWeight  = 0.25
	mostWeight   = 12
	fewestGroups = 3
)

// Learned is how the grower's bags do against the model: all of them, each class, each variety,
// each way of filling. Empirical Bayes with nested means (Bühlmann and Straub 1970, Jewell 1975):
// a class is drawn toward all bags, a variety toward its class, each the more the fewer bags it
// has and the less such groups differ beyond what single bags do. A way of filling is what is
// left over the varieties, drawn toward 1. One class alone is the same as all bags, and one
// variety alone the same as its class, one way of filling alone is none: nothing counts twice.
type Learned struct {
	All       Pull
	classes   map[string]Pull
	varieties map[string]Pull
	schools   map[string]Pull
	classK    float64
	varietyK  float64
}

// Learn from finished bags.
func Learn(list []Yielded) *Learned {
	l := &Learned{classes: map[string]Pull{}, varieties: map[string]Pull{}, schools: map[string]Pull{}}
	byClass, byVariety := map[string][]float64{}, map[string][]float64{}
	classOf := map[string]string{}
	l.All = Pull{Toward: 1, Weight: usualWeight}
	for _, y := range list {
		l.All.Bags, l.All.Sum = l.All.Bags+1, l.All.Sum+y.Share
		byClass[y.Class] = append(byClass[y.Class], y.Share)
		byVariety[y.Variety] = append(byVariety[y.Variety], y.Share)
		classOf[y.Variety] = y.Class
	}
	l.classK, l.varietyK = weightOf(byClass), weightOf(byVariety)
	varieties := map[string]int{} // of each class
	for _, class := range classOf {
		varieties[class]++
	}
	for class, shares := range byClass {
		if l.classes[class] = pull(shares, l.All.Factor(), l.classK); len(byClass) == 1 {
			l.classes[class] = l.All
		}
	}
	for variety, shares := range byVariety {
		class := classOf[variety]
		if l.varieties[variety] = pull(shares, l.classes[class].Factor(), l.varietyK); varieties[class] == 1 {
			l.varieties[variety] = l.classes[class]
		}
	}
	bySchool := map[string][]float64{}
	for _, y := range list {
		if f := l.varieties[y.Variety].Factor(); f > 0 {
			bySchool[y.School] = append(bySchool[y.School], y.Share/f)
		}
	}
	if len(bySchool) < 2 {
		return l
	}
	k := weightOf(bySchool)
	for school, shares := range bySchool {
		l.schools[school] = pull(shares, 1, k)
	}
	return l
}

func pull(shares []float64, toward, weight float64) Pull {
	p := Pull{Bags: len(shares), Toward: toward, Weight: weight}
	for _, s := range shares {
		p.Sum += s
	}
	return p
}

// Class drawn toward all bags.
func (l *Learned) Class(class string) Pull {
	if p, ok := l.classes[class]; ok {
		return p
	}
	return Pull{Toward: l.All.Factor(), Weight: l.classWeight()}
}

// Variety of a class, drawn toward it.
func (l *Learned) Variety(variety, class string) Pull {
	if p, ok := l.varieties[variety]; ok {
		return p
	}
	return Pull{Toward: l.Class(class).Factor(), Weight: math.Max(leastWeight, l.varietyK)}
}

// School is a way of filling, as a factor beside that of the variety.
func (l *Learned) School(school string) Pull {
	if p, ok := l.schools[school]; ok {
		return p
	}
	return Pull{Toward: 1, Weight: usualWeight}
}

func (l *Learned) classWeight() float64 { return math.Max(leastWeight, l.classK) }

// weightOf groups: the variance of bags within a group over that of the groups beyond it, by the
// method of moments; held between a quarter and 12, and 3 where fewer than 3 groups of 2 bags tell it.
func weightOf(groups map[string][]float64) float64 {
	var n, sum, squares, within, free float64
	told := 0
	means := map[string]float64{}
	for key, g := range groups {
		m := mean(g)
		means[key] = m
		n += float64(len(g))
		sum += m * float64(len(g))
		squares += float64(len(g) * len(g))
		for _, v := range g {
			within += (v - m) * (v - m)
		}
		free += float64(len(g) - 1)
		if len(g) > 1 {
			told++
		}
	}
	if told < fewestGroups || free == 0 {
		return usualWeight
	}
	within /= free
	all, between := sum/n, 0.0
	for key, g := range groups {
		between += float64(len(g)) * (means[key] - all) * (means[key] - all)
	}
	between = (between - float64(len(groups)-1)*within) / (n - squares/n)
	if between <= 0 {
		return mostWeight
	}
	return math.Max(leastWeight, math.Min(mostWeight, within/between))
}
