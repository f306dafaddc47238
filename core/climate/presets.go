package climate

import (
	"slices"
	"strings"

	"glebata/core/measure"
)

// Preset is a climate in general terms, for a grower without data of their own.
// Days of frost are days of the year from 1 in a year of 365. Every number is a
// default that the grower can change. Practice.
type Preset struct {
	Key, Name   string
	Says        string  // what its year is like, in plain words
	Latitude    float64 // of an ordinary place in it
	Monthly     Monthly
	Last, First int // median last and first frost; 0 where there is none
	SD          float64
	Swing       Swing
}

// Normals of the climate, with the spread of its days.
func (p *Preset) Normals() (*Normals, error) {
	n, err := p.Monthly.Daily()
	if err != nil {
		return nil, err
	}
	n.Spread = p.Swing.Year(p.Last, p.First)
	return n, nil
}

// Presets lists the climates in the order they are offered.
func Presets() []Preset { return presets }

// BothSides lists the climates as they are north of the equator and south of it, each once.
func BothSides() []Preset {
	out := slices.Clone(presets)
	for _, p := range presets {
		if p.Last != 0 && p.Latitude > 0 {
			out = append(out, p.turned())
		}
	}
	return out
}

// turnedKey ends the key of a climate on the other side of the equator.
const turnedKey = "-south"

// turned is the climate on the other side of the equator: half a year off.
func (p Preset) turned() Preset {
	p.Key, p.Name, p.Latitude, p.Monthly = p.Key+turnedKey, p.Name+", south of the equator", -p.Latitude, p.Monthly.Turned()
	p.Last, p.First = HalfYearOn(p.Last), HalfYearOn(p.First)
	return p
}

// South reports whether it lies south of the equator, beyond the tropics.
func (p *Preset) South() bool { return p.Last != 0 && p.Latitude < 0 }

// PresetNamed finds a preset by its key, on either side of the equator.
func PresetNamed(key string) (Preset, bool) {
	plain, south := strings.CutSuffix(key, turnedKey)
	for _, p := range presets {
		switch {
		case p.Key != plain:
		case !south:
			return p, true
		case p.Last != 0 && p.Latitude > 0:
			return p.turned(), true
		}
	}
	return Preset{}, false
}

// Turned by half a year: as the months are on the other side of the equator.
func (m Monthly) Turned() Monthly {
	var out Monthly
	for i := range 12 {
		k := (i + 6) % 12
		out.Min[i], out.Max[i], out.Rain[i] = m.Min[k], m.Max[k], m.Rain[k]
	}
	return out
}

// HalfYearOn from a day of a year of 365, from 1.
func HalfYearOn(day int) int { return (day+181)%365 + 1 }

var presets = []Preset{
	{
		Key: "cool-maritime", Name: "cool maritime", Says: "mild and moist all year", Latitude: 54, Last: 114, First: 306, SD: 20, Swing: Swing{3.3, 3.9},
		Monthly: Monthly{
			Min:  Months{2, 2, 3, 4.5, 7, 10, 12, 12, 10, 7.5, 4.5, 2.5},
			Max:  Months{7, 7.5, 9.5, 12, 15, 17.5, 19.5, 19.5, 17, 13.5, 10, 7.5},
			Rain: Months{78, 58, 56, 50, 52, 60, 62, 72, 68, 86, 84, 82},
		},
	},
	{
		Key: "mild-continental", Name: "mild continental", Says: "warm summers, cold winters", Latitude: 49, Last: 117, First: 289, SD: 17, Swing: Swing{4.3, 4.5},
		Monthly: Monthly{
			Min:  Months{-2, -1.5, 1.5, 4.5, 9, 12.5, 14.5, 14, 10.5, 6.5, 2.5, -0.5},
			Max:  Months{3.5, 5.5, 10.5, 15.5, 20, 23.5, 25.5, 25, 20.5, 14.5, 8, 4.5},
			Rain: Months{42, 38, 44, 42, 62, 66, 72, 66, 54, 48, 48, 50},
		},
	},
	{
		Key: "cold-continental", Name: "cold continental", Says: "short summers, hard winters", Latitude: 51, Last: 142, First: 260, SD: 16, Swing: Swing{5.0, 4.9},
		Monthly: Monthly{
			Min:  Months{-17, -15, -8, -1, 5, 10.5, 13, 11.5, 6, 0, -8, -14},
			Max:  Months{-8, -5, 2, 11, 18.5, 23.5, 25.5, 24.5, 18.5, 10.5, 0, -6},
			Rain: Months{20, 16, 22, 28, 48, 72, 68, 56, 42, 30, 24, 22},
		},
	},
	{
		Key: "highland", Name: "highland", Says: "high up, short cool summers", Latitude: 46, Last: 144, First: 269, SD: 20, Swing: Swing{3.6, 3.7},
		Monthly: Monthly{
			Min:  Months{-6, -5.5, -3, 0, 4, 7, 9, 9, 6, 3, -1.5, -4.5},
			Max:  Months{2, 3.5, 6.5, 10.5, 15, 18.5, 21, 20.5, 16.5, 12.5, 6.5, 3},
			Rain: Months{70, 66, 78, 88, 116, 124, 126, 122, 94, 86, 84, 76},
		},
	},
	{
		Key: "mediterranean", Name: "mediterranean", Says: "dry warm summers, mild winters", Latitude: 40, Last: 54, First: 345, SD: 28, Swing: Swing{3.4, 4.3},
		Monthly: Monthly{
			Min:  Months{5, 5.5, 7, 9, 12.5, 16.5, 19.5, 19.5, 16.5, 13, 9, 6.5},
			Max:  Months{13, 14, 16.5, 19, 23, 27.5, 30.5, 30.5, 27, 22.5, 17, 14},
			Rain: Months{62, 54, 50, 46, 36, 16, 6, 14, 48, 78, 80, 74},
		},
	},
	{
		Key: "warm-temperate-humid", Name: "warm temperate, humid", Says: "hot moist summers, cool winters", Latitude: 36, Last: 92, First: 315, SD: 15, Swing: Swing{4.7, 4.0},
		Monthly: Monthly{
			Min:  Months{-1, 0.5, 4, 8.5, 13.5, 18, 20.5, 20, 16.5, 10, 4.5, 0.5},
			Max:  Months{10, 12, 16.5, 21.5, 26, 30, 31.5, 31, 27.5, 22, 16.5, 11.5},
			Rain: Months{92, 86, 104, 88, 96, 104, 116, 112, 106, 82, 82, 84},
		},
	},
	{
		Key: "subtropical-humid", Name: "subtropical, humid", Says: "long hot moist summers, hardly a frost", Latitude: 29, Last: 34, First: 356, SD: 30, Swing: Swing{5.0, 5.3},
		Monthly: Monthly{
			Min:  Months{8, 9.5, 12, 15, 19, 22.5, 23.5, 23.5, 22, 17.5, 12.5, 9.5},
			Max:  Months{19, 20.5, 23.5, 26.5, 30, 32, 33, 33, 31, 27.5, 23.5, 20},
			Rain: Months{72, 76, 84, 66, 88, 168, 172, 176, 136, 74, 56, 62},
		},
	},
	{
		Key: "subtropical-dry", Name: "subtropical, dry", Says: "very hot dry summers, mild winters", Latitude: 32, Last: 46, First: 337, SD: 22, Swing: Swing{4.2, 4.8},
		Monthly: Monthly{
			Min:  Months{5, 7, 9.5, 13, 17.5, 22, 25, 24.5, 21, 15, 9, 5.5},
			Max:  Months{18.5, 21, 24.5, 29, 33.5, 38.5, 39, 38, 35.5, 29.5, 23, 18.5},
			Rain: Months{22, 22, 20, 8, 4, 4, 26, 32, 18, 14, 14, 24},
		},
	},
	{
		Key: "tropical-highland", Name: "tropical highland", Says: "spring all year, near the equator", Latitude: -1, Swing: Swing{1.5, 1.5},
		Monthly: Monthly{
			Min:  Months{11.5, 11.5, 13, 14, 13.5, 12, 11, 11.5, 11.5, 13, 13.5, 12.5},
			Max:  Months{25.5, 26.5, 26.5, 25, 23.5, 22.5, 22, 22.5, 25, 25.5, 24, 24.5},
			Rain: Months{62, 56, 96, 198, 152, 40, 18, 22, 28, 56, 148, 98},
		},
	},
	{
		Key: "southern-temperate", Name: "southern temperate", Says: "warm summers, mild winters", Latitude: -38, Last: 264, First: 135, SD: 30, Swing: Swing{3.8, 4.7},
		Monthly: Monthly{
			Min:  Months{13.5, 14, 12.5, 10, 7.5, 5.5, 4.5, 5.5, 6.5, 8, 10, 12},
			Max:  Months{26, 26, 23.5, 20, 16.5, 14, 13.5, 15, 17.5, 20, 22, 24.5},
			Rain: Months{46, 46, 48, 54, 58, 54, 52, 56, 58, 64, 62, 56},
		},
	},
}

// NewFrosts puts days of the year, from 1, into the growing season that begins
// with the spring of a year: where the first frost has the smaller number, as in
// the south, it falls in the year after.
func NewFrosts(year, last, first int, sd float64) Frosts {
	f := Frosts{Last: dayInYear(year, last), First: dayInYear(year, first), LastSD: sd, FirstSD: sd}
	if first < last {
		f.First = dayInYear(year+1, first)
	}
	return f
}

func dayInYear(year, day int) measure.Day { return measure.Date(year, 1, 1) + measure.Day(day-1) }
