package garden

import (
	"context"
	"maps"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"glebata/core/keep"
	"glebata/core/measure"
	"glebata/garden/compare"
	"glebata/garden/logbook"
)

// Names of the settings that are kept.
const (
	unitsSetting  = "units"
	nipSetting    = "nip"      // whether the grower nips flowers: "yes" or not
	gardenSetting = "garden"   // the name a garden's calendar entries carry
	signSetting   = "sign"     // of the grower's money
	columnSetting = "columns-" // headings of a table that was brought in, by its kind
	canSetting    = "can"      // litres of the grower's can
	pricesSetting = "prices"   // of a kilogram in the shop and of water, and how long medium serves
	commaSetting  = "comma"    // whether the grower writes a decimal comma: "yes" or not
)

func (v *View) settings() (settings, error) {
	return v.m.settings.get(func() (s settings, err error) {
		all, err := v.r.Settings(v.ctx)
		if err != nil {
			return s, err
		}
		s.units, _ = measure.SystemNamed(all[unitsSetting])
		s.nips, s.comma = all[nipSetting] == "yes", all[commaSetting] == "yes"
		if litres, err := strconv.ParseFloat(all[canSetting], 64); err == nil && litres > 0 {
			s.can = measure.Volume(litres)
		}
		s.sign, s.garden = all[signSetting], all[gardenSetting]
		s.units = s.units.Writing(s.comma).Paying(s.sign)
		return s, nil
	})
}

// Units the grower reads and writes in, with the signs of numbers and of money; metric, with a point
// and no sign, until set.
func (v *View) Units() (measure.System, error) {
	s, err := v.settings()
	return s.units, err
}

// Nips reports whether the grower nips flowers; not until it was set.
func (v *View) Nips() (bool, error) {
	s, err := v.settings()
	return s.nips, err
}

// Sign of the grower's money, written before an amount; empty until it was chosen.
func (v *View) Sign() (string, error) {
	s, err := v.settings()
	return s.sign, err
}

// DecimalComma reports whether the grower writes 2,5 for 2.5; not until it was set.
func (v *View) DecimalComma() (bool, error) {
	s, err := v.settings()
	return s.comma, err
}

// Can is what the grower's watering can holds.
func (v *View) Can() (measure.Volume, error) {
	s, err := v.settings()
	if s.can == 0 {
		s.can = usualCan
	}
	return s.can, err
}

// Columns of a kind of table as they were mapped last: headings by the key of a column.
func (v *View) Columns(kind string) (map[string]string, error) {
	all, err := v.r.Settings(v.ctx)
	text := all[columnSetting+kind]
	out := map[string]string{}
	for _, line := range strings.Split(text, "\n") {
		if key, heading, ok := strings.Cut(line, "\t"); ok {
			out[key] = heading
		}
	}
	return out, err
}

// Columns of a kind of table are kept as they were mapped.
func Columns(kind string, headings map[string]string) Setting {
	var b strings.Builder
	for _, key := range slices.Sorted(maps.Keys(headings)) {
		b.WriteString(key + "\t" + strings.ToLower(measure.PlainLine(headings[key])) + "\n")
	}
	return Setting{columnSetting + kind, b.String()}
}

// usualCan is what a watering can holds until the grower says otherwise.
const usualCan measure.Volume = 10

// maxSign letters of a sign of money.
const maxSign = 4

// A Setting is a habit of the grower's that is kept with the garden.
type Setting struct{ Name, Value string }

// Units the grower reads and writes quantities in.
func Units(s measure.System) Setting { return Setting{unitsSetting, s.String()} }

// Nips is whether the grower nips flowers.
func Nips(nips bool) Setting { return Setting{nipSetting, yesNo(nips)} }

// DecimalComma is whether the grower writes 2,5 for 2.5.
func DecimalComma(comma bool) Setting { return Setting{commaSetting, yesNo(comma)} }

// Can holds so many litres.
func Can(v measure.Volume) Setting {
	return Setting{canSetting, strconv.FormatFloat(float64(v), 'g', -1, 64)}
}

func yesNo(yes bool) string {
	if yes {
		return "yes"
	}
	return "no"
}

// MoneySign stands before an amount of money; empty for none.
func MoneySign(sign string) Setting { return Setting{signSetting, strings.TrimSpace(sign)} }

// check refuses a sign that would be read as part of an amount. Faults name the field.
func (s Setting) check() error {
	if s.Name == signSetting && (utf8.RuneCountInString(s.Value) > maxSign || strings.ContainsAny(s.Value, "0123456789.,-<>&")) {
		return logbook.Refuse("sign", "A sign of money has up to {} letters or signs, and no digits.", maxSign)
	}
	if litres, err := strconv.ParseFloat(s.Value, 64); s.Name == canSetting && (err != nil || !(litres >= 0.5 && litres <= 100)) {
		return logbook.Refuse("can", "A can holds between {} and {}.", measure.Volume(0.5), measure.Volume(100))
	}
	return nil
}

// Set keeps settings.
func (g *Garden) Set(ctx context.Context, settings ...Setting) error {
	return g.store.Update(ctx, func(w Writer) error { return keepSettings(ctx, w, settings) })
}

func keepSettings(ctx context.Context, w Writer, settings []Setting) error {
	for _, s := range settings {
		if err := s.check(); err != nil {
			return err
		}
		if err := w.SetSetting(ctx, s.Name, s.Value); err != nil {
			return err
		}
	}
	return nil
}

// Prices that a harvest is reckoned with: a kilogram in the shop and 1000 L of water, in hundredths,
// and for how many seasons medium serves.
func Prices(kilo, water, uses int) Setting {
	return Setting{pricesSetting, strconv.Itoa(kilo) + " " + strconv.Itoa(water) + " " + strconv.Itoa(uses)}
}

// Prices as they were set; medium serves as long as is usual until the grower says otherwise.
func (v *View) Prices() (p compare.Prices, err error) {
	p.Uses = keep.UsualUses
	all, err := v.r.Settings(v.ctx)
	text := all[pricesSetting]
	if err != nil {
		return p, err
	}
	if part := strings.Fields(text); len(part) == 3 {
		kilo, _ := strconv.Atoi(part[0])
		water, _ := strconv.Atoi(part[1])
		p.Kilo, p.Water = measure.Money(kilo), measure.Money(water)
		if uses, err := strconv.Atoi(part[2]); err == nil && uses > 0 {
			p.Uses = uses
		}
	}
	p.Products, err = v.Products()
	return p, err
}
