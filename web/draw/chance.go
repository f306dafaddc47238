package draw

import (
	"fmt"
	"math"
)

// Chance is a difference with its interval over what shuffling the bags makes of it, on one
// axis. In px.
type Chance struct {
	W, H                int
	Left, Right         int
	Zero, At            int  // x of no difference, and of the one there is
	Cloud, Rare         Mark // of the ways that differ less, and as much or more
	CloudTop, CloudFoot int
	Bar                 Mark
	BarY                int
	Ticks               []Letter
	Title               Text
	CloudSays, BarSays  Letter
	Says                Text
}

// NewChance draws a difference with its interval, low to high, and the differences of the
// arrangements that were gone through; those as great either way are told apart by hatching.
func NewChance(diff, low, high float64, cloud []float64, axis Axis, paper Paper) Chance {
	c := on(paper, Chance{W: 860, Left: 20, Right: 836}, Chance{W: PhoneWidth, Left: 10, Right: 340})
	most := math.Max(math.Abs(diff), math.Max(math.Abs(low), math.Abs(high)))
	for _, d := range cloud {
		most = math.Max(most, math.Abs(d))
	}
	if most == 0 {
		most = axis.Unit
	}
	step := niceStep(2.1*most/axis.Unit, on(paper, 10, 4))
	x := laid{Axis: axis, step: step, px0: c.Left, px1: c.Right}
	x.end = step * math.Ceil(1.02*most/axis.Unit/step-1e-9)
	x.from = -x.end
	c.Zero, c.At = x.at(0), x.at(diff)
	c.CloudTop, c.CloudFoot = 30, 30
	if len(cloud) > 1 {
		c.CloudFoot = 150
		c.cloud(diff, cloud, &x, on(paper, 10, 8))
		c.CloudSays = Letter{X: c.Left, Y: 20, Text: "bags shuffled: how far groups differ by chance"}
	}
	c.BarY = c.CloudFoot + 46
	if high > low {
		c.Bar = Mark(fmt.Sprintf("M%d %dv16m0 -8H%dm0 -8v16", x.at(low), c.BarY-8, x.at(high)))
	}
	c.BarSays = Letter{X: c.Left, Y: c.CloudFoot + 26, Text: "the difference, with its 90 % interval"}
	x.ticks(func(px int, text Text) { c.Ticks = append(c.Ticks, Letter{X: px, Y: c.BarY + 44, Text: text}) })
	c.Title = axis.name()
	c.H = c.BarY + 74
	c.Says = Escape("The difference of two groups with its interval, under what chance makes of it")
	return c
}

// cloud as a heap of blocks a bin wide.
func (c *Chance) cloud(diff float64, cloud []float64, x *laid, bin int) {
	bins := (c.Right-c.Left)/bin + 1
	common, rare := make([]int, bins), make([]int, bins)
	least := math.Abs(diff) * (1 - 1e-9)
	tallest := 0
	for _, d := range cloud {
		at := min(bins-1, max(0, (x.at(d)-c.Left)/bin))
		if math.Abs(d) >= least {
			rare[at]++
		} else {
			common[at]++
		}
		tallest = max(tallest, common[at]+rare[at])
	}
	high := func(n int) int {
		if n == 0 {
			return 0
		}
		return max(2, n*(c.CloudFoot-c.CloudTop)/tallest)
	}
	var plain, marked []byte
	for i := range bins {
		left := c.Left + i*bin
		if common[i] > 0 {
			plain = fmt.Appendf(plain, "M%d %dh%dv%dh-%dz", left, c.CloudFoot, bin-1, -high(common[i]), bin-1)
		}
		if rare[i] > 0 {
			marked = fmt.Appendf(marked, "M%d %dh%dv%dh-%dz", left, c.CloudFoot-high(common[i]), bin-1, -high(rare[i]), bin-1)
		}
	}
	c.Cloud, c.Rare = Mark(plain), Mark(marked)
}
