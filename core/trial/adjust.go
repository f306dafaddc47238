package trial

import (
	"errors"
	"math"

	"gonum.org/v1/gonum/mat"
	"gonum.org/v1/gonum/stat/distuv"
)

// FewestAdjusted bags in both groups together of which a second opinion is given. Practice.
const FewestAdjusted = 12

// ErrAdjust is of bags that a line cannot be laid through.
var ErrAdjust = errors.New("too few bags, or they do not differ in what they are to be set level by")

// Adjusted is a difference with what bags differed in beside it set level.
type Adjusted struct {
	Raw, Diff, Low, High float64 // the difference of means as it is, and set level with its interval
	Slopes               []float64
	Means                [2][]float64 // of each covariate in the two groups
	DF                   float64
	Used                 []int // covariates that the bags differ in
}

// Adjust a difference of two groups, each bag a value with its covariates, by ordinary least
// squares: value = group + Σ slope × covariate. The interval is Student's t of the group term at
// Level. A covariate that does not vary is left out. ErrAdjust for fewer than FewestAdjusted bags
// or covariates that go with the groups.
func Adjust(values [2][]float64, by [2][][]float64) (Adjusted, error) {
	n := len(values[0]) + len(values[1])
	if n < FewestAdjusted || min(len(values[0]), len(values[1])) < FewestBags {
		return Adjusted{}, ErrAdjust
	}
	var out Adjusted
	kinds := len(by[0][0])
	for g := range by {
		out.Means[g] = make([]float64, kinds)
		for _, row := range by[g] {
			for k, v := range row {
				out.Means[g][k] += v / float64(len(by[g]))
			}
		}
	}
	scale := make([]float64, kinds)
	mid := make([]float64, kinds)
	for k := range kinds {
		for g := range by {
			for _, row := range by[g] {
				mid[k] += row[k] / float64(n)
			}
		}
		for g := range by {
			for _, row := range by[g] {
				scale[k] += (row[k] - mid[k]) * (row[k] - mid[k])
			}
		}
		scale[k] = math.Sqrt(scale[k] / float64(n))
		if scale[k] > 1e-6*math.Abs(mid[k])+1e-12 {
			out.Used = append(out.Used, k)
		}
	}
	if len(out.Used) == 0 {
		return out, ErrAdjust
	}
	cols := 2 + len(out.Used)
	x, y := mat.NewDense(n, cols, nil), mat.NewVecDense(n, nil)
	row := 0
	for g := range values {
		for i, v := range values[g] {
			y.SetVec(row, v)
			x.Set(row, 0, 1)
			x.Set(row, 1, 0.5-float64(g))
			for c, k := range out.Used {
				x.Set(row, 2+c, (by[g][i][k]-mid[k])/scale[k])
			}
			row++
		}
	}
	var qr mat.QR
	qr.Factorize(x)
	if qr.Cond() > 1e8 {
		return out, ErrAdjust
	}
	var beta mat.VecDense
	if err := qr.SolveVecTo(&beta, false, y); err != nil {
		return out, ErrAdjust
	}
	var fitted, left mat.VecDense
	fitted.MulVec(x, &beta)
	left.SubVec(y, &fitted)
	out.DF = float64(n - cols)
	variance := mat.Dot(&left, &left) / out.DF
	var xx, inverse mat.Dense
	xx.Mul(x.T(), x)
	if err := inverse.Inverse(&xx); err != nil {
		return out, ErrAdjust
	}
	off := distuv.StudentsT{Sigma: 1, Nu: out.DF}.Quantile(1-(1-Level)/2) * math.Sqrt(variance*inverse.At(1, 1))
	out.Raw = mean(values[0]) - mean(values[1])
	out.Diff = beta.AtVec(1)
	out.Low, out.High = out.Diff-off, out.Diff+off
	out.Slopes = make([]float64, kinds)
	for c, k := range out.Used {
		out.Slopes[k] = beta.AtVec(2+c) / scale[k]
	}
	return out, nil
}

func mean(list []float64) float64 {
	sum := 0.0
	for _, v := range list {
		sum += v
	}
	return sum / float64(len(list))
}
