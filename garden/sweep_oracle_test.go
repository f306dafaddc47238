package garden_test

import (
	"math"

	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/measure"
	"glebata/garden/logbook"
)

// oracle holds what is proposed against limits of its own, by the months of a site alone: nothing of
// the program's models is asked.
type oracle struct{ site *logbook.Site }

// of a class, as a packet and a book would have it.
type booked struct {
	packet, litres, least, area, kilos float64
	sweet                              bool
}

var book = map[crop.Class]booked{
	crop.FirstEarly: {80, 8, 9, 0.10, 0.90, false}, crop.SecondEarly: {95, 8, 9, 0.10, 1.15, false},
	crop.EarlyMaincrop: {115, 13, 15, 0.15, 1.50, false}, crop.Maincrop: {135, 13, 15, 0.15, 1.80, false},
	crop.SweetEarly: {100, 14, 30, 0.20, 1.20, true}, crop.SweetMid: {115, 14, 30, 0.20, 1.20, true}, crop.SweetLate: {140, 14, 30, 0.20, 1.20, true},
}

// gains of a shelter by night and by day, °C, and what it keeps.
func gains(s climate.Shelter) (night, day float64, frostless, heated bool) {
	switch s {
	case climate.Wall:
		return 1, 0.5, false, false
	case climate.Fleece:
		return 2, 1, false, false
	case climate.Greenhouse:
		return 3, 4, false, false
	case climate.Wrapped:
		return 5, 4, false, false
	case climate.FrostFree:
		return 4, 4, true, false
	case climate.Heated:
		return 0, 0, true, true
	}
	return 0, 0, false, false
}

// month of a list, straight between the middles of months.
func monthly(m *climate.Months, d measure.Day) float64 {
	at := float64(d.YearDay()-1)/365*12 - 0.5
	i := int(math.Floor(at))
	f := at - math.Floor(at)
	return m[(i+12)%12]*(1-f) + m[(i+13)%12]*f
}

// day under a shelter: its night, and its mean.
func (o *oracle) day(s climate.Shelter, d measure.Day) (night, mean float64) {
	n, up, frostless, heated := gains(s)
	if heated {
		return float64(o.site.Heated), float64(o.site.Heated)
	}
	night, high := monthly(&o.site.Monthly.Min, d)+n, monthly(&o.site.Monthly.Max, d)+up
	if frostless {
		night = max(night, 4)
		high = max(high, night)
	}
	return night, (night + high) / 2
}

// medium in a dark bag, °C.
func (o *oracle) medium(s climate.Shelter, d measure.Day) float64 {
	sum := 0.0
	for i := range measure.Day(5) {
		_, t := o.day(s, d-i)
		sum += t / 5
	}
	if _, _, _, heated := gains(s); heated {
		return sum
	}
	return sum + 1.5
}

func degrees(sweet bool, t float64) float64 {
	if sweet {
		return min(16, max(0, t-12)) * min(1, max(0, (40-t)/8))
	}
	return min(11, max(0, t-5)) * min(1, max(0, (32-t)/8))
}

// walk of a planting through the usual year, in shelters by the day: how much of its warmth it has
// when cold, heat or a year ends it, what leaf heat has left it then, how mild its coldest night was, and after how many days.
func (o *oracle) walk(k *booked, s, then climate.Shelter, move, day measure.Day, stops float64) (share, leaf, coldest float64, days int) {
	at := func(d measure.Day) climate.Shelter {
		if then != "" && d >= move {
			return then
		}
		return s
	}
	need, up := (k.packet-20)*10, 130.0
	if k.sweet {
		need, up = k.packet*12, 60
	}
	sum, soil := 0.0, 0.0
	leaf, coldest = 1, 99
	for days = 0; days < 365; days++ {
		d := day + measure.Day(days)
		night, mean := o.day(at(d), d)
		warm := o.medium(at(d), d)
		if soil < up {
			e := max(0, warm-5)
			if k.sweet {
				e = degrees(true, warm)
			}
			soil += e
			if !k.sweet {
				continue
			}
		}
		coldest = min(coldest, night)
		if sum >= stops*need || leaf < 0.1 || !k.sweet && night < -1 || k.sweet && (night < 0 || warm < 12) {
			break
		}
		if k.sweet {
			sum += degrees(true, warm)
			continue
		}
		sum += degrees(false, mean)
		leaf *= 1 - 0.02*max(0, mean-26)
	}
	return sum / need, leaf, coldest, days
}

// alive says what is impossible in a planting that was proposed; empty for nothing.
func (o *oracle) alive(class crop.Class, s, then climate.Shelter, move, day, today measure.Day) string {
	k := book[class]
	m := o.medium(s, day)
	share, leaf, _, days := o.walk(&k, s, then, move, day, 0.55)
	switch {
	case day < today:
		return "planted in the past"
	case !k.sweet && (m < 5.5 || m > 28.5), k.sweet && s == climate.Open && m < 17, k.sweet && m < 14.5:
		return "planted into a medium that is too cold or too hot"
	case share < 0.4:
		return "ends with far too little of its warmth"
	case leaf < 0.1:
		return "has lost its leaf to heat"
	case days >= 365:
		return "stands for a year"
	}
	return ""
}

// surely may it be planted in the open on a day, by any book.
func (o *oracle) surely(class crop.Class, day measure.Day) bool {
	k := book[class]
	m := o.medium(climate.Open, day)
	later := o.medium(climate.Open, day+21)
	share, leaf, coldest, days := o.walk(&k, climate.Open, "", 0, day, 0.95)
	if k.sweet {
		return m >= 20 && share >= 0.9 && coldest > 4 && days < 250
	}
	_, mid := o.day(climate.Open, day+measure.Day(2*days/3)) // it bulks
	light := o.site.Latitude*math.Sin(2*math.Pi*float64((day+measure.Day(2*days/3)).YearDay()-81)/365) > -5
	return m >= 9 && m <= 24 && later <= 25 && share >= 0.9 && leaf > 0.6 && coldest > 5 && days < 250 && mid > 9 && mid < 22 && light
}
