package seed

import (
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"github.com/gin-gonic/gin"

	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
	"glebata/web/draw"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

type allotBody struct {
	Groups  []allotGroup
	Mode    forecast.AllotmentMode
	Drafts  []allotDraft // one a variety
	Swap    swapForm
	Gives   []string // planting.tray.tuber.piece, to be confirmed
	Key     string
	Error   string
	Said    string
	Query   url.Values // what is asked, to be asked again with a swap
	Caution []form.Caution
	Notes   []parts.Note
}

// allotDraft is what is proposed for the bags of one variety.
type allotDraft struct {
	*forecast.AllotmentDraft
	Bags   []allotPlace
	Over   []draw.Disc // pieces left over
	Spread string
	Of     string // what of the bags is compared
	Query  url.Values
}

// allotGroup is the plantings of one variety that wait for seed, and those that have it.
type allotGroup struct {
	Variety logbook.Variety
	Free    int // pieces on the bench
	Weight  measure.Mass
	Bags    []allotBag
	Have    []allotBag
	Open    bool // one that has its seed is chosen
}

type allotBag struct {
	ID     logbook.ID
	Label  string
	Wants  int
	Litres measure.Volume
	Chosen bool
	Given  int
}

// allotPlace is one bag of a draft, with its pieces as discs.
type allotPlace struct {
	Label string
	Discs []draw.Disc
	Total measure.Mass
	Bar   int // length of its weight, of 1000
	Short int
	Of    string // litres
}

type swapForm struct {
	Pieces []form.Option
	A, B   string
}

// pieceKey names a piece in an address.
func pieceKey(p logbook.PieceRef) string { return fmt.Sprintf("%d.%d.%d", p.Tray, p.Tuber, p.Piece) }

// readPiece reads what pieceKey writes.
func readPiece(text string) (p logbook.PieceRef, ok bool) {
	parts := strings.Split(text, ".")
	if len(parts) != 3 {
		return p, false
	}
	var n [3]int
	for i, part := range parts {
		v, err := strconv.Atoi(part)
		if err != nil || v < 0 {
			return p, false
		}
		n[i] = v
	}
	return logbook.PieceRef{Tray: logbook.ID(n[0]), Tuber: n[1], Piece: n[2]}, true
}

// readAllotment reads what is asked of the page.
func readAllotment(r *frame.Reading) forecast.AllotmentRequest {
	ask := forecast.AllotmentRequest{Mode: forecast.Balanced}
	if forecast.AllotmentMode(r.Text("mode")) == forecast.ToFit {
		ask.Mode = forecast.ToFit
	}
	for _, text := range r.Values["planting"] {
		if id, err := strconv.ParseInt(text, 10, 64); err == nil {
			ask.Plantings = append(ask.Plantings, logbook.ID(id))
		}
	}
	swaps := slices.Clone(r.Values["swap"])
	if a, b := r.Text("a"), r.Text("b"); a != "" && b != "" && a != b {
		swaps = append(swaps, a+"-"+b)
	}
	for _, text := range swaps {
		a, b, _ := strings.Cut(text, "-")
		x, okX := readPiece(a)
		y, okY := readPiece(b)
		if okX && okY && len(ask.Swaps) < 100 {
			ask.Swaps = append(ask.Swaps, [2]logbook.PieceRef{x, y})
		}
	}
	return ask
}

func (s *Pages) allot(c *gin.Context) error { return s.allotPage(c, http.StatusOK, nil) }

func (s *Pages) allotPage(c *gin.Context, status int, refused logbook.Faults) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	sowable, err := look.Sowable()
	if err != nil {
		return err
	}
	bench, err := look.Bench()
	if err != nil {
		return err
	}
	ask := readAllotment(&r)
	if r.Text("mode") == "" { // first visit: every bag that waits for seed there is
		ask.Plantings = usualPlantings(sowable, &bench, ask.Plantings)
	}
	body := allotBody{Mode: ask.Mode, Key: form.NewKey(), Said: s.Said(c), Caution: parts.Beware("green", "knives")}
	body.groups(sowable, &bench, ask)
	inLine := func(faults logbook.Faults) {
		for _, f := range faults {
			body.Error += f.Says.In(r.Units) + " "
		}
	}
	inLine(refused)
	for _, one := range byVariety(sowable, ask) {
		draft, err := look.DraftAllotment(one)
		if faults, ok := frame.AsFaults(err); ok {
			inLine(faults)
		} else if err != nil {
			return err
		} else {
			body.tell(&draft, one, r.Units)
		}
	}
	body.Query = allotAsked(ask)
	s.Render(c, status, "allot", frame.View{Title: "Seed to bags", Stage: "Seed", Body: body})
	return nil
}

// usualPlantings are those that wait for seed of which there is some; where some are asked
// for, those of their varieties.
func usualPlantings(sowable []forecast.PlantingForecast, b *logbook.Bench, asked []logbook.ID) []logbook.ID {
	varieties := map[logbook.ID]bool{}
	for _, st := range sowable {
		if slices.Contains(asked, st.Planting.ID) || len(asked) == 0 && len(b.Free(st.Variety.ID)) > 0 {
			varieties[st.Variety.ID] = true
		}
	}
	var out []logbook.ID
	for _, st := range sowable {
		if varieties[st.Variety.ID] && (len(b.For(st.Planting.ID)) < st.Number || slices.Contains(asked, st.Planting.ID)) {
			out = append(out, st.Planting.ID)
		}
	}
	return out
}

// byVariety parts what is asked, one request a variety.
func byVariety(sowable []forecast.PlantingForecast, ask forecast.AllotmentRequest) []forecast.AllotmentRequest {
	var out []forecast.AllotmentRequest
	at := map[logbook.ID]int{}
	for _, st := range sowable {
		if !slices.Contains(ask.Plantings, st.Planting.ID) {
			continue
		}
		i, have := at[st.Variety.ID]
		if !have {
			i = len(out)
			at[st.Variety.ID] = i
			out = append(out, forecast.AllotmentRequest{Mode: ask.Mode, Swaps: ask.Swaps})
		}
		out[i].Plantings = append(out[i].Plantings, st.Planting.ID)
	}
	return out
}

// allotAsked is what is asked, to be asked again.
func allotAsked(ask forecast.AllotmentRequest) url.Values {
	out := url.Values{"mode": {string(ask.Mode)}}
	for _, id := range ask.Plantings {
		out.Add("planting", fmt.Sprint(id))
	}
	for _, swap := range ask.Swaps {
		out.Add("swap", pieceKey(swap[0])+"-"+pieceKey(swap[1]))
	}
	return out
}

func (b *allotBody) groups(sowable []forecast.PlantingForecast, bench *logbook.Bench, ask forecast.AllotmentRequest) {
	for i := range sowable {
		st := &sowable[i]
		at := slices.IndexFunc(b.Groups, func(g allotGroup) bool { return g.Variety.ID == st.Variety.ID })
		if at < 0 {
			g := allotGroup{Variety: st.Variety}
			for _, p := range bench.Free(st.Variety.ID) {
				g.Free++
				g.Weight += p.Weight
			}
			b.Groups, at = append(b.Groups, g), len(b.Groups)
		}
		g, one := &b.Groups[at], allotBag{
			ID: st.Planting.ID, Label: st.Bag.Label, Wants: st.Number, Litres: st.Bag.Model.Shape.Usable(st.Filling.Headspace),
			Chosen: slices.Contains(ask.Plantings, st.Planting.ID), Given: len(bench.For(st.Planting.ID)),
		}
		if one.Given < one.Wants {
			g.Bags = append(g.Bags, one)
		} else {
			g.Have, g.Open = append(g.Have, one), g.Open || one.Chosen
		}
	}
}

// allotScale is the scale of pieces, in px per mm.
const allotScale = 0.9

func (b *allotBody) tell(d *forecast.AllotmentDraft, ask forecast.AllotmentRequest, sys measure.System) {
	out := allotDraft{AllotmentDraft: d, Spread: spreadText(d, sys), Of: spreadWords[d.Of], Query: allotAsked(ask)}
	heaviest := measure.Mass(1)
	for _, p := range d.Places {
		heaviest = max(heaviest, p.Total)
	}
	for _, p := range d.Places {
		place := allotPlace{Label: p.Planting.Bag.Label, Total: p.Total, Short: p.Short, Bar: int(1000 * float64(p.Total/heaviest)), Of: sys.Volume(p.Litres)}
		for _, piece := range p.Pieces {
			place.Discs = append(place.Discs, draw.NewDisc(piece, allotScale, sys))
			b.Gives = append(b.Gives, fmt.Sprintf("%d.%s", p.Planting.ID, pieceKey(piece.PieceRef)))
			b.Swap.Pieces = append(b.Swap.Pieces, form.Option{Value: pieceKey(piece.PieceRef), Name: fmt.Sprintf("%s, %s", piece.Name, sys.Mass(piece.Weight)), Group: "in " + p.Planting.Bag.Label})
		}
		out.Bags = append(out.Bags, place)
	}
	for _, piece := range d.Left {
		out.Over = append(out.Over, draw.NewDisc(piece, allotScale, sys))
		b.Swap.Pieces = append(b.Swap.Pieces, form.Option{Value: pieceKey(piece.PieceRef), Name: fmt.Sprintf("%s, %s", piece.Name, sys.Mass(piece.Weight)), Group: d.Variety.Name + " left over"})
	}
	b.Drafts = append(b.Drafts, out)
	if len(d.Places) > 1 {
		b.Notes = append(b.Notes, parts.NewNote(spreadWorking(d), d.Variety.Name, sys))
	}
}

// spreadWords say what of the bags is compared.
var spreadWords = map[forecast.SpreadBy]string{
	forecast.OfBag:   "between the heaviest and the lightest bag, as a share of the mean",
	forecast.OfPiece: "between the bags in weight of a piece, as they want different numbers",
	forecast.OfLitre: "between the bags in seed to a litre",
}

// spreadText is the spread of a draft, of its mean.
func spreadText(d *forecast.AllotmentDraft, sys measure.System) string {
	return sys.Percent(d.Spread, 1)
}

// spreadWorking shows the spread of a draft.
func spreadWorking(d *forecast.AllotmentDraft) working.Working {
	w := working.Working{
		Title: "Spread of seed over the bags", Mark: working.Sum,
		Source:  "the weights of the pieces",
		Changes: "Two pieces exchanged, other seed, the number to a bag.",
	}
	low, high, sum, n := 0.0, 0.0, 0.0, 0
	for _, p := range d.Places {
		v, ok := d.Share(p)
		if !ok {
			continue
		}
		if n == 0 || v < low {
			low = v
		}
		high, sum, n = max(high, v), sum+v, n+1
		switch d.Of {
		case forecast.OfPiece:
			w.Steps = append(w.Steps, working.Step{Says: "bag {}: {} ÷ {} pieces", Args: []any{p.Planting.Bag.Label, p.Total, len(p.Pieces)}, Result: measure.Mass(v)})
		case forecast.OfLitre:
			w.Steps = append(w.Steps, working.Step{Says: "bag {}: {} ÷ {}", Args: []any{p.Planting.Bag.Label, p.Total, p.Litres}, Result: measure.Mass(v)})
		default:
			w.Steps = append(w.Steps, working.Step{Says: "bag {}: {} pieces", Args: []any{p.Planting.Bag.Label, len(p.Pieces)}, Result: p.Total})
		}
	}
	mean := measure.Mass(sum / float64(max(1, n)))
	w.Result = measure.Say("{} %", measure.Rounded{V: 100 * d.Spread, Decimals: 1})
	w.Steps = append(w.Steps,
		working.Step{Says: "mean of {} bags", Args: []any{n}, Result: mean},
		working.Step{Says: "({} − {}) ÷ {}", Args: []any{measure.Mass(high), measure.Mass(low), mean}, Result: w.Result})
	return w
}

// confirmAllotment keeps what the page proposed.
func (s *Pages) confirmAllotment(c *gin.Context) error {
	r, err := s.ParseForm(c)
	if err != nil {
		return err
	}
	var allots []logbook.Allotted
	for _, text := range r.Values["give"] {
		planting, piece, _ := strings.Cut(text, ".")
		id, err := strconv.ParseInt(planting, 10, 64)
		ref, ok := readPiece(piece)
		if err != nil || !ok {
			r.Faults.Add("", "This form came incomplete: open its page again and send it from there.")
			break
		}
		allots = append(allots, logbook.Allotted{Planting: logbook.ID(id), PieceRef: ref})
	}
	kept, err := r.Keep(func() error {
		_, err := s.Garden.ConfirmAllotment(c.Request.Context(), allots, s.Request(c))
		return err
	})
	if err != nil {
		return err
	}
	if !kept {
		return s.allotPage(c, http.StatusUnprocessableEntity, r.Faults)
	}
	return s.RedirectWithFlash(c, "/seed", "Given to their bags: "+parts.Counted(len(allots), "piece")+". Each planting card has its seed weight now.")
}

// modeWords say what a mode is for.
var modeWords = map[forecast.AllotmentMode]string{
	forecast.Balanced: "balanced: every bag alike, for a fair test",
	forecast.ToFit:    "to fit: heavier seed to larger bags",
}

// Modes offered, with their words.
func (b allotBody) Modes() []form.Option {
	var out []form.Option
	for _, m := range []forecast.AllotmentMode{forecast.Balanced, forecast.ToFit} {
		out = append(out, form.Option{Value: string(m), Name: modeWords[m], Chosen: m == b.Mode})
	}
	return out
}

// allotWorking is of the spread of what is asked.
func (s *Pages) allotWorking(c *gin.Context) error {
	look, r, err := s.LookAndForm(c)
	if err != nil {
		return err
	}
	draft, err := look.DraftAllotment(readAllotment(&r))
	if err != nil {
		return logbook.ErrNotFound
	}
	return s.AnswerWorking(c, spreadWorking(&draft), draft.Variety.Name)
}
