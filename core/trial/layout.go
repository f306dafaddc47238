package trial

import (
	"errors"
	"math/rand/v2"
	"slices"
)

// Unit is a bag that is put to an arm, and the block it stands in.
type Unit struct {
	Name  string
	Block string
}

// What cannot be laid out.
var (
	ErrTrialArms = errors.New("a trial has two to four arms")
	ErrTooFew    = errors.New("there are fewer bags than arms")
	ErrTwice     = errors.New("a bag stands in it twice")
)

// MaxUnits of one trial.
const MaxUnits = 400

// Lay puts bags to arms by chance: within each block they are shuffled from the order of their
// names and dealt to the arms in turn (randomised blocks, Fisher 1925). The arms that a block has
// bags over for are drawn too, among those that have fewest so far, so that no arm has two bags
// more than another. The same seed lays the same bags the same way. It returns the arm of each
// unit, from 0.
func Lay(units []Unit, arms int, seed uint64) ([]int, error) {
	switch {
	case arms < 2 || arms > MaxTrialArms:
		return nil, ErrTrialArms
	case len(units) < arms || len(units) > MaxUnits:
		return nil, ErrTooFew
	}
	order := make([]int, len(units))
	for i := range order {
		order[i] = i
	}
	slices.SortFunc(order, func(a, b int) int { return cmpUnits(units[a], units[b]) })
	for i := 1; i < len(order); i++ {
		if units[order[i]].Name == units[order[i-1]].Name {
			return nil, ErrTwice
		}
	}
	rng := rand.New(rand.NewPCG(seed, layStream))
	out, has := make([]int, len(units)), make([]int, arms)
	for from := 0; from < len(order); {
		to := from
		for to < len(order) && units[order[to]].Block == units[order[from]].Block {
			to++
		}
		block := order[from:to]
		rng.Shuffle(len(block), func(a, b int) { block[a], block[b] = block[b], block[a] })
		turn := rng.Perm(arms)
		slices.SortStableFunc(turn, func(a, b int) int { return has[a] - has[b] })
		for i, unit := range block {
			arm := turn[i%arms]
			out[unit] = arm
			has[arm]++
		}
		from = to
	}
	return out, nil
}

func cmpUnits(a, b Unit) int {
	if a.Block != b.Block {
		if a.Block < b.Block {
			return -1
		}
		return 1
	}
	switch {
	case len(a.Name) != len(b.Name):
		return len(a.Name) - len(b.Name)
	case a.Name < b.Name:
		return -1
	case a.Name > b.Name:
		return 1
	}
	return 0
}
