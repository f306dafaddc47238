package bags

import (
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/garden"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/frame"
	liftpages "glebata/web/lift"
	"glebata/web/parts"
	planpages "glebata/web/plan"
	seedpages "glebata/web/seed"
)

// read answers while a quantity is being typed.
func (s *Pages) read(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	var out parts.Said
	switch c.Param("what") {
	case "mass":
		if field, ok := readOnly(&r); ok {
			out.Text = "= " + r.Units.Fine(r.Mass(field, r.Units.MassUnit()))
		}
	case "length":
		if field, ok := readOnly(&r); ok {
			out.Text = "= " + r.Units.Print(r.Length(field))
		}
	case "volume":
		if field, ok := readOnly(&r); ok {
			out.Text = "= " + r.Units.Print(r.Volume(field))
		}
	case "size":
		if field, ok := readOnly(&r); ok {
			f := garden.First{Body: garden.InBag}
			planpages.ReadSize(&r, field, &f)
			out.Text = "= " + sizeRead(&f, r.Units)
		}
	case "day":
		if field, ok := readOnly(&r); ok {
			d := r.Day(field)
			out.Text = fmt.Sprintf("= %s %d", d.Long(), d.Year())
		}
	case "rise":
		out.Text = s.readRise(c, &r)
	case "seed":
		n := r.Count("number")
		k := readSeed(&r)
		r.Faults = slices.DeleteFunc(r.Faults, func(f logbook.Fault) bool { return f.Field == "piece-1" && len(k.Pieces) == 0 }) // nothing is typed yet
		out.Text = logbook.SeedWords(k.Amount(n)).In(r.Units)
	case "weights":
		out = readWeights(&r)
	case "scale":
		if s.Devices == nil {
			return logbook.ErrNotFound
		}
		n, _ := strconv.Atoi(c.Query("n"))
		out.Text = measure.Simulated.Mark(r.Units.Mass(s.Devices.Reading(n)))
	case "gross", "tare", "probe", "thermometer":
		if s.Devices == nil {
			return logbook.ErrNotFound
		}
		if out.Text, err = s.readDevice(c, c.Param("what"), &r); err != nil {
			return err
		}
	case "net":
		out = liftpages.At(s.Frame).ReadNet(c, &r)
	default:
		return logbook.ErrNotFound
	}
	if len(r.Faults) > 0 {
		out = parts.Said{Text: r.Faults[0].Says.In(r.Units), Wrong: true}
	}
	s.Write(c, http.StatusOK, "said", out)
	return nil
}

// sizeRead is how large something is, as it was understood.
func sizeRead(f *garden.First, sys measure.System) string {
	if f.Ground > 0 || f.Sides[0] > 0 {
		return planpages.SizeWords(f, sys)
	}
	return sys.Print(f.Litres)
}

// readOnly is the one field that was sent with something in it.
func readOnly(r *frame.Reading) (field string, ok bool) {
	for name, v := range r.Values {
		if name != "planting" && len(v) > 0 && strings.TrimSpace(v[0]) != "" {
			return name, true
		}
	}
	return "", false
}

// readRise says what a raise of so much would come to.
func (s *Pages) readRise(c *gin.Context, r *frame.Reading) string {
	if r.Text("by") == "" {
		return ""
	}
	look, err := s.Look(c)
	if err != nil {
		return ""
	}
	by, loose := r.Rise("by")
	st, err := look.Planting(r.ID("planting"))
	if err != nil || r.Faults != nil {
		return ""
	}
	to, settled, loose, err := st.Raising(r.Text("of"), by, loose)
	if faults, ok := frame.AsFaults(err); ok {
		r.Faults = faults
		return ""
	}
	words := measure.Say("= {}, to a level of {}: {} loose, settling to {}.", to-st.Level, st.Bag.Model.Shape.Told(to), loose, settled).In(r.Units)
	stem, known := st.Shows()
	if room := st.Filling.Room(stem); known && to-st.Level > room+0.05 {
		words += measure.Say(" That buries too much: of {} stem, raise by {} at the most.", stem, room).In(r.Units)
	}
	return words
}

// mostReadBack weights are said one by one.
const mostReadBack = 80

// readWeights says what a column of weights comes to.
func readWeights(r *frame.Reading) parts.Said {
	if r.Text("weights") == "" && r.Text("count") == "" {
		return parts.Said{}
	}
	weights, hows := seedpages.ReadTubers(r)
	if r.Faults != nil || len(weights) == 0 {
		return parts.Said{}
	}
	var sum measure.Mass
	for _, w := range weights {
		sum += w
	}
	var lines []string
	for i := 0; i < len(weights) && len(lines) < mostReadBack; {
		n := 1
		for i+n < len(weights) && weights[i+n] == weights[i] && hows[i+n] == hows[i] {
			n++
		}
		line := hows[i].Mark(r.Units.Mass(weights[i]))
		if n > 1 {
			line = fmt.Sprintf("%d × %s", n, line)
		}
		lines, i = append(lines, line), i+n
	}
	return parts.Said{Lines: lines, Big: r.Units.Mass(sum), Text: measure.Say("{}, {} each on the mean", seedpages.Tubers(len(weights)), sum/measure.Mass(len(weights))).In(r.Units)}
}

// readDevice is what a stand-in for a probe or a thermometer reads in the medium of a planting.
func (s *Pages) readDevice(c *gin.Context, device string, r *frame.Reading) (string, error) {
	look, err := s.Look(c)
	if err != nil {
		return "", err
	}
	st, err := look.Planting(r.ID("planting"))
	if err != nil {
		return "", err
	}
	n := int(look.Today())*64 + len(st.Log)
	k, _ := strconv.Atoi(c.Query("k"))
	switch device {
	case "tare":
		return measure.Simulated.Mark(r.Units.Fine(s.Devices.Tare(n, k))), nil
	case "gross":
		return measure.Simulated.Mark(r.Units.Fine(s.Devices.Gross(forecast.MostGiven(&st.PlantingState), n, k))), nil
	}
	if device == "probe" {
		if st.Water == nil {
			return "", logbook.ErrNotFound
		}
		return fmt.Sprintf("%.0f %% %s", s.Devices.Moisture(st.Water.Left, n), logbook.StandIn), nil
	}
	t, ok := st.MediumOn(look.Today())
	if !ok {
		return "", logbook.ErrNotFound
	}
	return r.Units.Temperature(s.Devices.Medium(t, n)) + " " + logbook.StandIn, nil
}
