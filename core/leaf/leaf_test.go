package leaf

import (
	"testing"

	"glebata/core/measure"
)

// What the records say decides between causes that look alike.
func TestRecordsDecideBetweenCauses(t *testing.T) {
	for name, c := range map[string]struct {
		sign    Sign
		records Records
		first   string
	}{
		"pale below, never fed":         {Sign{Old, Pale}, Records{FeedsDue: 2}, "nitrogen"},
		"pale below, near its end":      {Sign{Old, Pale}, Records{FeedsDue: 1, Ripe: 0.9}, "ripening"},
		"pale all over in a sodden bag": {Sign{All, Pale}, Records{Fed: 2, Written: true, Theta: 1, Drowned: true}, "drowned"},
		"edges, fed and watered":        {Sign{Old, Edges}, Records{Fed: 3, Written: true, Theta: 0.7}, "wind"},
		"edges, feed forgotten":         {Sign{Old, Edges}, Records{FeedsDue: 1, Written: true, Theta: 0.7}, "potassium"},
		"edges in a dry bag":            {Sign{Young, Edges}, Records{Fed: 3, Written: true, Theta: 0.1}, "thirst"},
		"between veins, below":          {Sign{Old, Veins}, Records{PH: 6}, "magnesium"},
		"between veins, on top, limy":   {Sign{Young, Veins}, Records{PH: 7.2}, "iron"},
		"dull after cold nights":        {Sign{All, Dull}, Records{Cold: 6}, "phosphorus"},
		"wilting, dry":                  {Sign{All, Wilted}, Records{Written: true, Theta: 0.1}, "thirst"},
		"wilting, wet":                  {Sign{All, Wilted}, Records{Written: true, Theta: 0.97}, "drowned"},
		"twisted under straw":           {Sign{Young, Twisted}, Records{Straw: true}, "weedkiller"},
		"wilting, watered yesterday":    {Sign{All, Wilted}, Records{Written: true, Theta: 0.97, Given: true}, "thirst"},
		"wilting, wet for weeks":        {Sign{All, Wilted}, Records{Written: true, Theta: 0.97, Given: true, Drowned: true}, "drowned"},
		"spots":                         {Sign{All, Spots}, Records{}, "late-blight"},
		"spots again":                   {Sign{Old, Spots}, Records{Spotted: true, Ripe: 0.9}, "late-blight"},
		"spots on old leaves, late":     {Sign{Old, Spots}, Records{Ripe: 0.9}, "age"},
		"holes":                         {Sign{All, Holes}, Records{}, "slugs"},
		"silver":                        {Sign{All, Silvered}, Records{}, "mites"},
		"mottled":                       {Sign{All, Mottled}, Records{}, "virus"},
	} {
		got := Causes(c.sign, c.records)
		if len(got) == 0 || len(got) > most || got[0].Key != c.first || got[0].Do == "" {
			t.Errorf("%s: %+v, want %s first", name, got, c.first)
		}
	}
	dry := Causes(Sign{All, Wilted}, Records{})
	for _, c := range dry {
		if len(c.Unknown) != 1 {
			t.Errorf("nothing is written down, and %s says %+v", c.Key, c)
		}
	}
	if one := Causes(Sign{Old, Pale}, Records{FeedsDue: 1})[0].For[0].In(measure.Metric); one != "1 feed that was due is not entered" {
		t.Errorf("it says %q", one)
	}
	if Causes(Sign{Old, "purple dots"}, Records{}) != nil {
		t.Error("a sign that nobody knows has a cause")
	}
	for _, l := range AllLooks() {
		if len(Causes(Sign{Old, l.Key}, Records{})) == 0 {
			t.Errorf("%s has no cause", l.Name)
		}
	}
}
