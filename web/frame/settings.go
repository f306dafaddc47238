package frame

import (
	"glebata/core/measure"
	"glebata/garden"
)

// Habits that were sent with a site.
func (r *Reading) Habits() []garden.Setting {
	var out []garden.Setting
	if r.Text("can") != "" {
		out = append(out, garden.Can(r.Volume("can")))
	}
	if _, sent := r.Values["sign"]; sent {
		out = append(out, garden.MoneySign(r.Text("sign")))
	}
	if mark := r.Text("decimal"); mark != "" {
		out = append(out, garden.DecimalComma(mark == "comma"))
	}
	if nip := r.Text("nip"); nip != "" {
		out = append(out, garden.Nips(nip == "yes"))
	}
	if sys, ok := measure.SystemNamed(r.Text("units")); ok {
		out = append(out, garden.Units(sys))
	}
	return out
}
