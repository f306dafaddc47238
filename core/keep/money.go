package keep

import (
	"math"

	"glebata/core/measure"
	"glebata/core/working"
)

// UsualUses is for how many seasons medium serves before it is replaced, refreshed in between.
// Practice.
const UsualUses = 2

// Cost of one bag in one season, in hundredths of the grower's money: its own price over the
// seasons it lasts, its medium over the seasons it serves, seed, feed and water.
type Cost struct{ Bag, Medium, Seed, Feed, Water measure.Money }

// Total of it.
func (c Cost) Total() measure.Money { return c.Bag + c.Medium + c.Seed + c.Feed + c.Water }

// Plus another bag's.
func (c Cost) Plus(o Cost) Cost {
	return Cost{c.Bag + o.Bag, c.Medium + o.Medium, c.Seed + o.Seed, c.Feed + o.Feed, c.Water + o.Water}
}

// PerKilogram of a harvest; ok is false for none.
func (c Cost) PerKilogram(harvest measure.Mass) (each measure.Money, ok bool) {
	if harvest <= 0 || c.Total() == 0 { // where nothing has a price it did not cost nothing
		return 0, false
	}
	return measure.Money(float64(c.Total()) / harvest.Kilograms()), true
}

// CostWorking shows what a kilogram cost. Call it only for a harvest.
func (c Cost) CostWorking(harvest measure.Mass, bags int) working.Working {
	each, _ := c.PerKilogram(harvest)
	w := working.Working{Title: "Cost of a kilogram", Result: each, Mark: working.Sum, Changes: "A price that is put right, and how many seasons a bag or its medium serves."}
	step := func(result any, says string, args ...any) {
		w.Steps = append(w.Steps, working.Step{Says: says, Args: args, Result: result})
	}
	step(c.Bag, "{} bags, their price over the seasons they last", bags)
	step(c.Medium, "medium, its price over the seasons it serves")
	step(c.Seed, "seed, as its lot cost")
	step(c.Feed, "feed that was entered, by what its pack cost")
	step(c.Water, "water that was entered, at the price you gave")
	step(c.Total(), "together")
	step(harvest, "edible harvest")
	step(each, "{} ÷ {}", c.Total(), harvest)
	return w
}

// Year is what was laid out in one season and what it gave.
type Year struct {
	Year    int
	Outlay  measure.Money // bags and medium that were bought for it
	Running measure.Money // seed, feed and water
	Harvest measure.Mass
}

// Balance of a season and of all up to it.
type Balance struct {
	Year
	Worth measure.Money // of the harvest, at the price in the shop
	Net   measure.Money // of the season
	Sum   measure.Money // of all seasons so far
}

// Balances of seasons in order, at a price per kg. An expensive first year is shown as such.
func Balances(years []Year, price measure.Money) []Balance {
	out := make([]Balance, len(years))
	sum := measure.Money(0)
	for i, y := range years {
		b := Balance{Year: y, Worth: measure.Money(float64(price) * y.Harvest.Kilograms())}
		b.Net = b.Worth - y.Outlay - y.Running
		sum += b.Net
		b.Sum = sum
		out[i] = b
	}
	return out
}

// PaidBack is the season from which on the outlay was paid back and stayed so; ok is false where
// it is not.
func PaidBack(list []Balance) (year int, ok bool) {
	for i := len(list) - 1; i >= 0 && list[i].Sum >= 0; i-- {
		year, ok = list[i].Year.Year, true
	}
	return year, ok
}

// mostSeasons that are looked ahead.
const mostSeasons = 50

// ToGo is how many seasons more like the mean of those there are pay the rest back; ok is false
// where they never do, or not within 50.
func ToGo(list []Balance) (seasons int, ok bool) {
	if len(list) == 0 {
		return 0, false
	}
	last := list[len(list)-1]
	if last.Sum >= 0 {
		return 0, true
	}
	var worth, running measure.Money
	for _, b := range list {
		worth, running = worth+b.Worth, running+b.Running
	}
	each := float64(worth-running) / float64(len(list)) // bags and medium are there
	if each <= 0 {
		return 0, false
	}
	n := int(math.Ceil(-float64(last.Sum) / each))
	return n, n <= mostSeasons
}

// BalanceWorking shows how the balance of all seasons came about.
func BalanceWorking(list []Balance, price measure.Money) working.Working {
	w := working.Working{Title: "Paid back so far", Mark: working.Sum, Source: "what the harvest would have cost in the shop, less what was laid out", Changes: "The price in the shop, and prices that are not known yet."}
	for _, b := range list {
		w.Steps = append(w.Steps,
			working.Step{Says: "{}: {} at {} a kilogram", Args: []any{b.Year.Year, b.Harvest, price}, Result: b.Worth},
			working.Step{Says: "less bags and medium {}, seed, feed and water {}: leaves", Args: []any{b.Outlay, b.Running}, Result: b.Net},
			working.Step{Says: "of all seasons so far", Result: b.Sum})
		w.Result = b.Sum
	}
	return w
}
