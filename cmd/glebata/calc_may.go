package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"github.com/spf13/cobra"

	"glebata/core/calendar"
	"glebata/core/climate"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/garden/forecast"
	"glebata/garden/logbook"
)

// mayFigures are whether a planting may be proposed, why not, and the nearest that may.
type mayFigures struct {
	OK      bool        `json:"ok"`
	Why     string      `json:"why,omitempty"`
	Nearest string      `json:"nearest,omitempty"` // month and day
	Under   string      `json:"under,omitempty"`   // another shelter, where none is near under the one asked for
	UnderOn string      `json:"under_on,omitempty"`
	Other   string      `json:"other,omitempty"` // another class that has a day where it stands
	OtherOn string      `json:"other_on,omitempty"`
	Years   json.Number `json:"years"` // share of the drawn years in which it lives
	Share   json.Number `json:"share"` // of its warmth by its end
	Index   json.Number `json:"season_index"`
}

func monthAndDay(d measure.Day) string {
	if d == 0 {
		return ""
	}
	return d.ISO()[5:]
}

func calcMay() *cobra.Command {
	cmd := &cobra.Command{
		Use:     "may",
		Short:   "Whether a planting may be proposed: ok, why not, and the nearest day that can live",
		Example: "  glebata calc may --climate subtropical-dry --class maincrop --plant 06-01",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			preset, ok := climate.PresetNamed(a.text("climate"))
			if !ok {
				a.refuse("climate", fmt.Errorf("there is no climate %q", a.text("climate")))
			}
			shelter, class := climate.Shelter(a.text("shelter")), a.class("class")
			if !shelter.Known() {
				a.refuse("shelter", fmt.Errorf("%q is none of %v", shelter, climate.Shelters()))
			}
			plant := a.monthDay("plant")
			chitted, err := cmd.Flags().GetBool("chitted")
			light, err2 := cmd.Flags().GetBool("light")
			if err := errors.Join(a.err, err, err2); err != nil {
				return err
			}
			site := logbook.NewSite(preset)
			ask := calendar.Request{Class: class, Way: calendar.Ways(class.Crop())[0], Chitted: chitted, Dark: !light, Cover: hill.UsualCover, Shelter: shelter, Plant: plant}
			if class.Crop() == crop.SweetPotato {
				ask.Cover = 0
			}
			var none *forecast.Cache
			v, err := none.Gate(&site, measure.Date(plant.Year(), 1, 1)).May(ask, plant.Year())
			if err != nil {
				return err
			}
			figures := mayFigures{
				v.OK, string(v.Why), monthAndDay(v.Nearest), string(v.Under), monthAndDay(v.UnderOn), string(v.Other), monthAndDay(v.OtherOn),
				figure(v.Years, 2), figure(v.Share, 2), figure(v.Index, 2),
			}
			return answer(cmd, figures, func(w io.Writer) {
				if v.OK {
					fmt.Fprintf(w, "It may be planted then: it lives in %.0f %% of drawn years, with %.0f %% of its warmth by its end and %.2f of an ordinary season in their mean.\n", 100*v.Years, 100*v.Share, v.Index)
					return
				}
				fmt.Fprintln(w, v.Words().In(a.units))
			})
		},
	}
	f := cmd.Flags()
	f.String("climate", "", "a preset, like cool-maritime")
	f.String("class", string(crop.Maincrop), "maturity class, like first-early or sweet-mid")
	f.String("plant", "", "planting day, month and day like 04-10")
	f.String("shelter", string(climate.Open), "where it stands")
	f.Bool("chitted", false, "the seed was chitted")
	f.Bool("light", false, "the bag is light, or stands in the shade")
	return cmd
}
