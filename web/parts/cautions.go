package parts

import (
	"slices"

	"glebata/core/job"
	"glebata/garden/forecast"
	"glebata/web/form"
)

// Beware is the words of some cautions, to stand at a step.
func Beware(keys ...string) []form.Caution {
	var out []form.Caution
	for _, key := range keys {
		for _, c := range Cautions {
			if c.Key == key {
				out = append(out, c)
			}
		}
	}
	return out
}

// BewareOf are the cautions of kinds of work, each once.
func BewareOf(kinds []job.Kind, more ...string) []form.Caution {
	keys := more
	for _, k := range kinds {
		for _, key := range k.Facts().Cautions {
			if !slices.Contains(keys, key) {
				keys = append(keys, key)
			}
		}
	}
	return Beware(keys...)
}

// LeadCautions are those of work that leads up to planting.
func LeadCautions(list []forecast.Lead) []form.Caution {
	var more []string
	kinds := make([]job.Kind, len(list))
	for i := range list {
		if kinds[i] = job.Kind(list[i].Kind); list[i].Kind == forecast.CutSeed && more == nil {
			more = []string{"knives"}
		}
	}
	return BewareOf(kinds, more...)
}

// Cautions in full. Labels, local rules and qualified people come first.
var Cautions = []form.Caution{
	{Key: "green", Where: "Green or bitter potatoes, sprouts, leaves, berries", Says: "Poisonous: discard green and bitter tubers; leaves and berries of potato are never eaten; keep raw and green ones from children and pets. Sweet potato leaves are another plant and are eaten."},
	{Key: "dust", Where: "Perlite, dry peat, lime, sulphur, ash, fertiliser dust", Says: "Wet it first; mask, gloves, eye protection; wash your hands."},
	{Key: "mix", Where: "Potting mixes and composts", Says: "Keep them damp and open bags away from your face (legionella); cover cuts (tetanus)."},
	{Key: "manure", Where: "Manure", Says: "Only well rotted near harvest; raw manure at least 120 days before harvest of a crop that touches the soil; local food rules."},
	{Key: "lifting", Where: "Lifting", Says: "A wet bag is heavier than it looks: two people or wheels over your own limit; bend your knees."},
	{Key: "load", Where: "Balconies, roofs, decks", Says: "A load figure is not a permission: ask the owner and a structural engineer; local codes; keep drains and escape ways free; tie down against wind."},
	{Key: "knives", Where: "Knives", Says: "Cut on a board, away from the hand; clean the blade."},
	{Key: "sprays", Where: "Slug baits, sprays, sulphur", Says: "Label rate and local law, never more; keep from children, pets, wildlife; note waiting times before harvest."},
	{Key: "electric", Where: "Electric heat mats, lamps, pumps outdoors", Says: "Outdoor-rated, with residual-current protection, off the wet floor; a qualified electrician for new circuits."},
	{Key: "containers", Where: "Containers", Says: "Food-safe material; no treated timber of unknown age, no tyres, no drums that held chemicals."},
	{Key: "notifiable", Where: "Notifiable pests and diseases", Says: "Report as the local plant-health service asks; do not move soil or tubers."},
	{Key: "gas", Where: "Rotting potatoes in a closed room", Says: "Dangerous gas: air the place before you enter; never store sealed."},
	{Key: "stored", Where: "Stored tubers", Says: "Rot spreads: throw out what is soft or smells."},
	{Key: "straw", Where: "Straw, hay, manure from unknown fields", Says: "May carry weedkiller: sow beans in a sample for 3 weeks first."},
	{Key: "canes", Where: "Canes", Says: "Cap the tips at eye height."},
	{Key: "drill", Where: "Drill and blade work on containers", Says: "Eye protection, and clamp the work."},
	{Key: "heat", Where: "Heat", Says: "Water and shade for the gardener too."},
}
