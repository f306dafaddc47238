package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"

	"github.com/spf13/cobra"

	"glebata/core/harvest"
	"glebata/core/measure"
	"glebata/openformat"
)

type harvestFigures struct {
	Weighings int           `json:"weighings"`
	Bags      int           `json:"bags"`
	Seasons   int           `json:"seasons"`
	Mean      json.Number   `json:"mean"`      // level of a new variety
	SeasonSD  json.Number   `json:"season_sd"` // fitted, of harvest ÷ expected
	BagSD     json.Number   `json:"bag_scale"` // of Student's t of 4 degrees
	Next      []nextFigures `json:"next"`
	New       nextFigures   `json:"new"`
}

// nextFigures are of one new bag in a new season: harvest ÷ expected.
type nextFigures struct {
	Variety string       `json:"variety,omitempty"`
	Level   json.Number  `json:"level"`
	Low     json.Number  `json:"low"`
	High    json.Number  `json:"high"`
	Bags    int          `json:"bags"`
	Gave    json.Number  `json:"gave,omitempty"`
	Above   *json.Number `json:"above,omitempty"` // chance that it gives more than the mean of those seen
}

// mostHarvestBytes of a file.
const mostHarvestBytes = 4 << 20

func calcHarvests() *cobra.Command {
	cmd := &cobra.Command{
		Use:   "harvests",
		Short: "What bags give of what their plans promise, and what to count on next",
		Long: "One fit of all harvests of a crop: level, variety, season, way of filling and bag. The file has a\n" +
			"heading line and the columns season, variety, school, expected_kg, harvest_kg, and where they are\n" +
			"known low_kg, high_kg and bin: rows of one bin each carry what all of it came to, counted once.\n" +
			"next is of one new bag in a new season, with the range of four in five.",
		Example: "  glebata calc harvests --csv harvests.csv --json",
		Args:    cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			a := read(cmd)
			files, err := cmd.Flags().GetStringArray("csv")
			if err != nil {
				return err
			}
			if len(files) == 0 {
				a.refuse("csv", errors.New("give a file of harvests"))
			}
			var list []harvest.Weighing
			for i, file := range files {
				garden := "" // the first is one's own
				if i > 0 {
					garden = file
				}
				some, err := weighingsIn(file, garden)
				if err != nil {
					a.refuse("csv", err)
				}
				list = append(list, some...)
			}
			if a.err != nil {
				return a.err
			}
			figures := newHarvestFigures(list)
			return answer(cmd, figures, func(w io.Writer) { tellHarvests(w, &figures) })
		},
	}
	cmd.Flags().StringArray("csv", nil, "file of harvests; a second and more are of other gardens, each a level of its own")
	return cmd
}

func weighingsIn(path, garden string) ([]harvest.Weighing, error) {
	f, err := os.Open(path)
	if err != nil {
		return nil, err
	}
	defer func() { _ = f.Close() }()
	data, err := io.ReadAll(io.LimitReader(f, mostHarvestBytes+1))
	if err == nil && len(data) > mostHarvestBytes {
		err = errors.New("the file is over 4 MB")
	}
	if err != nil {
		return nil, err
	}
	t, wrong := openformat.ReadTable(data)
	var list []harvest.Weighing
	if wrong == nil {
		list, wrong = openformat.ReadWeighings(t, garden)
	}
	if wrong != nil {
		return nil, fmt.Errorf("line %d: %s", wrong.Line, wrong.Says.In(measure.Metric))
	}
	return list, nil
}

func newHarvestFigures(list []harvest.Weighing) harvestFigures {
	m := harvest.Fit(list)
	next := func(variety string) nextFigures {
		n := m.Next(variety, "")
		out := nextFigures{Variety: variety, Level: figure(n.Level, 4), Low: figure(n.Low, 4), High: figure(n.High, 4), Bags: n.Bags}
		if !n.Of {
			out.Bags = 0
			return out
		}
		gave, _ := m.Gave(variety)
		out.Gave = figure(gave, 4)
		if chance, ok := m.AboveOthers(variety); ok {
			above := figure(chance, 4)
			out.Above = &above
		}
		return out
	}
	fresh := next("")
	out := harvestFigures{
		Weighings: len(list), Bags: m.Bags(), Seasons: m.Seasons(), Mean: fresh.Level, SeasonSD: figure(m.Season(), 4), BagSD: figure(m.Bag(), 4),
		Next: []nextFigures{}, New: fresh,
	}
	for _, v := range m.Varieties() {
		out.Next = append(out.Next, next(v))
	}
	return out
}

func tellHarvests(w io.Writer, h *harvestFigures) {
	fmt.Fprintf(w, "%d bags of %d seasons; seasons differ by %s, bags by %s (Student's t of 4 degrees)\n", h.Bags, h.Seasons, h.SeasonSD, h.BagSD)
	for _, n := range h.Next {
		fmt.Fprintf(w, "%s: count on %s of what is expected, four bags in five %s to %s (%d bags gave %s)\n", n.Variety, n.Level, n.Low, n.High, n.Bags, n.Gave)
	}
	fmt.Fprintf(w, "a variety not grown yet: %s, %s to %s\n", h.New.Level, h.New.Low, h.New.High)
}
