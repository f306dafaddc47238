package guide

import (
	"net/http"

	"github.com/gin-gonic/gin"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/growth"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/core/working"
	"glebata/garden/logbook"
	"glebata/web/form"
	"glebata/web/frame"
	"glebata/web/parts"
)

// term is a grower's word and what it means.
type term struct {
	Key, Word string
	Means     measure.Phrase
}

// terms of the trade, in the order of the guide.
var terms = []term{
	{"settled", "settled and loose", measure.Say("Medium sinks after rain and watering. Settled litres are what stands in the bag a fortnight on; loose litres are what you pour. Heights in Glebata are settled.")},
	{"headspace", "headspace", measure.Say("What stays free below the rim for watering and mulch, usually {}.", hill.UsualHeadspace)},
	{"ladder", "ladder", measure.Say("The levels a bag is filled to: on planting day, and layer by layer as the stems grow.")},
	{"raise", "raising", measure.Say("Adding a layer of medium round the growing stems (hilling, earthing up). It keeps tubers covered and dark. Growers report more tubers from it on late types; the evidence is thin.")},
	{"leave-showing", "leave showing", measure.Say("How much stem and leaf must stay above a new layer, so that the plant goes on growing.")},
	{"interval", "90 % interval", measure.Say("From few bags nobody knows a difference exactly. Of a hundred such intervals, ninety hold the true one. One that holds no difference at all says: it could be chance.")},
	{"weighing", "weighing", measure.Say("What went on the scale at once: one bag, or the bags of one bin together. Groups are compared in weighings, since a bin says nothing of how its bags differ.")},
	{"after-looking", "picked after looking", measure.Say("Of six groups that are alike the best and the worst lie far apart by chance alone. Where you pick two of several, the two are judged as the two that stood out. A pair that a trial named before planting needs no such thing.")},
	{"as-treated", "as dealt and as treated", measure.Say("What chance put a bag to, and what its entries say was done to it. A trial says likely more only where both do.")},
	{"mixed", "mixed", measure.Say("Two groups of bags that differ in more than what they are compared by: what shows may come of the one or of the other.")},
	{"blocks", "blocks", measure.Say("Bags that stand alike, like those of one step. Arms of a trial are dealt within each, so that a sunny corner favours none.")},
	{"seed", "seed", measure.Say("The tubers or cut pieces you plant. Their weight is what the harvest is compared with.")},
	{"rose-end", "rose end", measure.Say("The end of a tuber where its eyes crowd and sprout first; up in the tray and in the bag. The heel end has the scar of the stalk it hung on.")},
	{"chit", "chitting", measure.Say("Letting seed sprout before planting, cool ({} to {}), light and airy, for four to six weeks. It brings earlies on; for maincrops it matters less.", measure.Temperature(8), measure.Temperature(12))},
	{"blind", "blind", measure.Say("A tuber without a sprout when the rest of its lot has them. It seldom makes up for it.")},
	{"heal", "healing", measure.Say("Letting cut faces dry over in airy shade at {} to {} before planting, three days as a rule.", measure.Temperature(12), measure.Temperature(18))},
	{"spread", "spread", measure.Say("How far the heaviest bag's seed is from the lightest's, as a share of the mean. The smaller, the fairer a comparison of their harvests.")},
	{"harden", "hardening off", measure.Say("Out by day and in by night for a week, so that plants raised under cover stand the open.")},
	{"degree-days", "°C·days", measure.Say("Warmth added up day by day above what a crop begins to grow at: {} for potatoes, {} for sweet potatoes. Plants count warmth, not days.", measure.Temperature(5), measure.Temperature(12))},
	{"risk", "frost risk you take", measure.Say("The chance of a frost after your safe day that you accept. Cautious plants later and loses less often.")},
	{"simulated", "simulated", measure.Say("Made up by the program around the normals of your site, not measured. Your own daily records take its place.")},
	{"mother-root", "mother root", measure.Say("The sweet potato that slips are taken from.")},
	{"slip", "slip", measure.Say("A rooted shoot of sweet potato. It has next to no weight, so a harvest is given for each slip.")},
	{"ratio", "ratio", measure.Say("Edible harvest ÷ seed planted. At 1 the bag gave back just what went in.")},
	{"edible", "edible", measure.Say("Keep, small, eat first and saved seed. Green and rotten ones are discards; the old mother tuber never counts.")},
	{"tare", "tare", measure.Say("What the empty container weighs. Weighed once under a name, it is taken off by itself.")},
	{"determinate", "determinate", measure.Say("Gardeners' word for the early habit of setting tubers at one level. Indeterminate types, the late ones, go on setting. A loose fit to botany.")},
	{"class", "class", measure.Say("How long a variety takes from planting, by the days on its packet: first early {} to {}, second early {} to {}, maincrop {} to {}; sweet potatoes early, mid or late. It sets how much room a plant wants, how the bag is filled and when it is ready. Not written anywhere? Most shop potatoes are maincrops.",
		crop.FirstEarly.Constants().PacketFrom, crop.FirstEarly.Constants().PacketTo, crop.SecondEarly.Constants().PacketFrom, crop.SecondEarly.Constants().PacketTo, crop.Maincrop.Constants().PacketFrom, crop.Maincrop.Constants().PacketTo)},
	{"litre-rule", "litre rule", measure.Say("How many to plant by root room: {} of medium each for earlies, {} for maincrops, {} for sweet potatoes, told with how far apart they lie; closer than {} is advised against.",
		crop.FirstEarly.Constants().LitresPerPlant, crop.Maincrop.Constants().LitresPerPlant, crop.SweetMid.Constants().LitresPerPlant, bag.Closest)},
}

type guideBody struct {
	Terms    []term
	Cautions []form.Caution
	Schools  []hill.SchoolParams
	Classes  []crop.Constants
	Marks    []working.Mark
	Growth   []growth.Constant
}

func (s *Pages) guide(c *gin.Context) {
	body := guideBody{Growth: growth.Table(), Terms: terms, Cautions: parts.Cautions, Marks: []working.Mark{working.Sum, working.Practice, working.Published, working.Model, working.Yours}}
	for _, school := range hill.Schools() {
		body.Schools = append(body.Schools, school.Params())
	}
	for _, class := range crop.Classes() {
		body.Classes = append(body.Classes, class.Constants())
	}
	s.Render(c, http.StatusOK, "guide", frame.View{Title: "Guide", Stage: "Guide", Body: body})
}

// term opens what one word means, beside the page or as the guide's place.
func (s *Pages) term(c *gin.Context) error {
	for _, t := range terms {
		if t.Key != c.Param("key") {
			continue
		}
		if frame.Fragment(c) {
			sys, err := s.Units(c)
			if err != nil {
				return err
			}
			s.Write(c, http.StatusOK, "term", struct{ Key, Word, Says string }{t.Key, t.Word, t.Means.In(sys)})
			return nil
		}
		c.Redirect(http.StatusSeeOther, "/guide#"+t.Key)
		return nil
	}
	return logbook.ErrNotFound
}
