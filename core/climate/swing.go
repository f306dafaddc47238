package climate

import "math"

// Swing of a climate: how far the mean of a day lies from its normal, as a standard deviation in
// °C, about the median last frost and about the first. Practice; set so that the frosts of drawn
// years come when the climate says they do.
type Swing struct{ AtLast, AtFirst float64 }

// calmSummer is the swing of midsummer against that at the frosts. Model.
const calmSummer = 0.6

// Year of a swing, °C on each day: as at the frosts on their days of the year, less in the summer
// between them and in between in the winter; as at the last all year where there are none, 0.
func (s Swing) Year(last, first int) (y Year) {
	summer := (first - last + 365) % 365
	for i := range y {
		switch at := (i + 1 - last + 2*365) % 365; {
		case last == 0:
			y[i] = s.AtLast
		case at < summer:
			t := float64(at) / float64(summer)
			calm := 1 - (1-calmSummer)*math.Pow(math.Sin(math.Pi*t), 2)
			y[i] = calm * (s.AtLast + (s.AtFirst-s.AtLast)*t)
		default:
			y[i] = s.AtFirst + (s.AtLast-s.AtFirst)*float64(at-summer)/float64(365-summer)
		}
	}
	return y
}
