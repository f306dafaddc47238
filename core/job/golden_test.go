package job

import (
	"fmt"
	"reflect"
	"testing"

	"glebata/core/bag"
	"glebata/core/crop"
	"glebata/core/hill"
	"glebata/core/measure"
	"glebata/truth/golden"
)

// Jobs of a bag through its season, with one thing after another otherwise.
func TestWhatIsToDo(t *testing.T) {
	var l golden.Lines
	s, err := bag.NewRound(36, 40, 42)
	if err != nil {
		t.Fatal(err)
	}
	p := hill.Defaults(hill.Steps)
	rungs, err := hill.Replan(s, p, 18)
	if err != nil {
		t.Fatal(err)
	}
	usual := Bag{
		Class: crop.Maincrop, Number: 2, Planted: 20560, PlantOn: 20555, Next: &rungs[0], RaiseOn: 20600, Stem: 12, StemMeasured: 10, StemTyped: 14, StemKnown: true, MeasuredOn: 20590, Up: 20580, TopUpOn: 20570, TopUp: 4,
		FeedOn: 20601, Feed: 5, TieOn: 20610, Nips: true, MoveOn: 20575, MoveTo: "the open", MatureOn: 20670, EndsOn: 20700, LookedOn: 20590, SeenOn: 20595, Seen: "slugs",
	}
	days := []measure.Day{20550, 20556, 20581, 20599, 20603, 20612, 20640, 20668, 20690, 20705}
	tell := func(what string, b Bag) {
		for _, today := range days {
			b.Today = today
			jobs := Of(b)
			for i := range jobs {
				l.Add(what+" on "+fmt.Sprint(today-20560), string(jobs[i].Kind), jobs[i].Day, jobs[i].Tag, jobs[i].Why, jobs[i].Status(), jobs[i].Due())
			}
			first := Pressing(b, jobs)
			l.Add("first", string(first.Kind), first.Day, first.Why)
		}
	}
	tell("usual", usual)
	v := reflect.ValueOf(&usual).Elem()
	for i := range v.NumField() {
		name := v.Type().Field(i).Name
		one := usual
		f := reflect.ValueOf(&one).Elem().Field(i)
		switch f.Kind() {
		case reflect.Bool:
			f.SetBool(!f.Bool())
		case reflect.Int64:
			if f.Int() == 0 {
				f.SetInt(20598)
			} else {
				f.SetInt(0)
			}
		case reflect.Float64:
			f.SetFloat(f.Float() * 3)
		case reflect.Pointer:
			f.SetZero()
		case reflect.Map:
			one.Until = map[Kind]measure.Day{Raise: 20606, Feed: 20620, Look: 20604, Lift: 20695}
		default:
			continue
		}
		tell(name, one)
	}
	for _, k := range []Kind{Plant, TopUp, Raise, Feed, Tie, Nip, Look, Measure, Move, CutHaulm, Lift, Wait, "sing", ""} {
		l.Add("kind "+string(k), k.Facts(), k.LeadsUp(), k.Ends(), k.Known(), k.Quiet(), k.MayAssume(), k.MaySkip())
	}
	l.Add("asked after", FrostFresh)
	golden.Is(t, "jobs", l.String())
}
