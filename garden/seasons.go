package garden

import (
	"slices"
	"strconv"

	"glebata/core/working"
	"glebata/garden/compare"
	"glebata/garden/logbook"
)

// mostCauses of a season that are put on its page.
const mostCauses = 3

// SeasonPage of a year, 0 for the newest that has finished bags.
func (v *View) SeasonPage(year int) (SeasonPage, error) {
	return v.m.seasons.get(seasonAsk{v.today, year}, func() (SeasonPage, error) { return v.seasonPage(year) })
}

func (v *View) seasonPage(year int) (SeasonPage, error) {
	var out SeasonPage
	all, err := v.Compared()
	if err != nil || len(all) == 0 {
		return out, err
	}
	for i := range all {
		if y := all[i].Season.Year; !slices.Contains(out.Years, y) {
			out.Years = append(out.Years, y)
		}
	}
	slices.SortFunc(out.Years, func(a, b int) int { return b - a })
	if !slices.Contains(out.Years, year) {
		year = out.Years[0]
	}
	learned, err := v.learned()
	if err != nil {
		return out, err
	}
	fits, err := v.leftOut()
	if err != nil {
		return out, err
	}
	out.Season, out.Overall = compare.SeasonOf(all, year), learned.Whole()
	out.Varieties, out.Schools = compare.Varieties(all, learned), compare.Schools(all, learned)
	out.Back = fits.Back()
	cat, err := v.Catalogue()
	if err != nil {
		return out, err
	}
	for _, variety := range cat.Varieties {
		if !slices.ContainsFunc(all, func(b compare.Bag) bool { return b.Variety.ID == variety.ID }) {
			out.Untried = append(out.Untried, variety.Name)
		}
	}
	return out, v.causes(&out, year)
}

// causes that came up most among the poor bags of a year, the commonest first.
func (v *View) causes(out *SeasonPage, year int) error {
	poor, more, err := v.PoorBags(year)
	if err != nil {
		return err
	}
	out.Poor = len(poor) + more
	for i := range poor {
		for _, f := range poor[i].Best() {
			k := slices.IndexFunc(out.Causes, func(c Cause) bool { return c.Cause == f.Cause })
			if k < 0 {
				k = len(out.Causes)
				out.Causes = append(out.Causes, Cause{Finding: f})
			}
			out.Causes[k].Labels = append(out.Causes[k].Labels, poor[i].Bag.Label())
			out.Causes[k].Strength = max(out.Causes[k].Strength, f.Strength)
		}
	}
	slices.SortStableFunc(out.Causes, func(a, b Cause) int {
		if n := len(b.Labels) - len(a.Labels); n != 0 {
			return n
		}
		if a.Strength > b.Strength {
			return -1
		}
		return 1
	})
	out.Causes = out.Causes[:min(len(out.Causes), mostCauses)]
	return nil
}

// Money of all finished bags.
func (v *View) Money() (compare.Money, error) {
	p, err := v.Prices()
	if err != nil {
		return compare.Money{}, err
	}
	all, err := v.Compared()
	return compare.Reckon(all, p), err
}

// SeasonWorking is of a figure of a season's page: its harvest, how the ranges held, or the factor of
// all bags, of a variety by its ID, or of a way of filling.
func (v *View) SeasonWorking(figure string, year int, variety, school string) (w working.Working, of string, err error) {
	all, err := v.Compared()
	if err != nil {
		return w, "", err
	}
	learned, err := v.learned()
	if err != nil {
		return w, "", err
	}
	switch figure {
	case "harvest":
		if s := compare.SeasonOf(all, year); s.Bags > 0 {
			return s.HarvestWorking(), strconv.Itoa(year), nil
		}
	case "overall":
		return learned.Whole().Working(), "All bags", nil
	case "back":
		fits, err := v.leftOut()
		if err != nil {
			return w, "", err
		}
		if back := fits.Back(); back.Bags > 0 {
			return back.Working(), "All bags", nil
		}
	case "factor":
		for i := range all {
			b := &all[i]
			if variety != "" && strconv.FormatInt(int64(b.Variety.ID), 10) == variety {
				return learned.For(b.Variety.Class, b.Variety.ID, "").Working(), b.Variety.Name, nil
			}
			if school != "" && b.Filling.School.Params().Name == school {
				c, _ := learned.School(b.Filling.School)
				return c.Working(), b.Filling.School.Params().Name, nil
			}
		}
	}
	return w, "", logbook.ErrNotFound
}
