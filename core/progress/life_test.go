package progress

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

const began = "2027-03-01"

func day(n int) string { return dates.After(began, n) }

// life is a plant of a group whose story is told in lines "day what …".
func life(t require.TestingT, group, story string) *Followed {
	profile, ok := taxa.Find(group)
	require.True(t, ok)
	c := &Followed{Patient: &patient.Patient{
		Profile: profile, Intake: patient.Intake{Group: group, Pot: "clear", OldMedium: "bark"},
		House: patient.House{CutMarginMM: 4},
	}}
	at, _ := time.Parse(time.DateOnly, began)
	c.Now = at.AddDate(0, 0, 400)
	for _, line := range strings.Split(story, ";") {
		if words := strings.Fields(line); len(words) > 0 {
			n, err := strconv.Atoi(words[0])
			require.NoError(t, err, line)
			c.note(t, n, words[1], words[2:])
		}
	}
	return c
}

func figure(t require.TestingT, s string) *float64 {
	f, err := strconv.ParseFloat(s, 64)
	require.NoError(t, err)
	return &f
}

// note takes one line of a story in.
func (c *Followed) note(t require.TestingT, n int, what string, words []string) {
	arg := func(i int) string {
		if i < len(words) {
			return words[i]
		}
		return ""
	}
	saw := func(in patient.Checkin) {
		at, _ := time.Parse(time.DateOnly, day(n))
		id := len(c.Seen) + 1
		c.Seen = append(c.Seen, patient.Seen{
			ID: int64(id), At: at.Add(time.Duration(9*60+id) * time.Minute), On: day(n), Noted: in,
		})
	}
	switch what {
	case "none": // Pot came off: it came bare
		c.Intake.Pot, c.Intake.OldMedium = patient.NoPot, ""
	case "read", "readin":
		c.reads(t, n, words, what == "readin")
	case "look":
		in := patient.Inspection{Findings: patient.Findings{}}
		for _, w := range words {
			name, value, _ := strings.Cut(w, "=")
			switch name {
			case "leaf":
				in.NewestLeafMM = figure(t, value)
			case "before":
				in.LeafBeforeMM = figure(t, value)
			case "growth":
				in.Growth = patient.Growth(value)
			case "unpotted":
				in.Unpotted = true
			default:
				in.Findings[name] = cmp.Or(patient.FindingState(value), patient.Present)
			}
		}
		c.Looks = append([]patient.Look{{ID: int64(n), On: day(n), Noted: in}}, c.Looks...)
	case "home":
		if arg(1) != "" {
			c.Pot = &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 120, HoleMM: figure(t, arg(1))}
		}
		c.Homes = append(c.Homes, rehome.Stands(day(n), arg(0), c.Pot))
	case "g":
		at, _ := time.Parse(time.DateOnly, day(n))
		w := patient.Weight{At: at.Add(10 * time.Hour), Kind: patient.BarePlant, Grams: *figure(t, arg(0))}
		w.Because = patient.Because(arg(1))
		c.Weights = append(c.Weights, w)
	case "leaf":
		saw(patient.Checkin{Leaf: arg(0)})
	case "bulbs":
		saw(patient.Checkin{Bulbs: arg(0)})
	case "tips":
		count, err := strconv.Atoi(arg(0))
		require.NoError(t, err)
		in := patient.Checkin{Tips: &count}
		for _, w := range words[1:] {
			switch w {
			case "growing", "still", "dry", "black":
				in.TipState = w
			case "air", "edge", "half", "water":
				in.TipsAt = w
			default:
				in.LongestMM = figure(t, w)
			}
		}
		saw(in)
	case "tape":
		r := patient.Taped{Root: arg(0)}
		for _, w := range words[1:] {
			switch w {
			case "growing", "still", "dry", "black":
				r.Tip = w
			case "air", "edge", "half", "water":
				r.At = w
			case "new":
				r.New = true
			case "branched":
				r.Branched = patient.Yes
			case "lost":
				r.Kept = patient.No
			default:
				r.LengthMM = figure(t, w)
			}
		}
		saw(patient.Checkin{Roots: []patient.Taped{r}})
	case "old":
		saw(patient.Checkin{OldRoots: arg(0)})
	case "wobble":
		saw(patient.Checkin{Wobble: patient.YesNo(arg(0))})
	case "leafmm":
		saw(patient.Checkin{NewestLeafMM: figure(t, arg(0))})
	case "growth":
		saw(patient.Checkin{Growth: patient.Growth(arg(0))})
	case "film":
		saw(patient.Checkin{Film: arg(0)})
	case "nectar":
		saw(patient.Checkin{Nectar: patient.Yes})
	case "smell":
		saw(patient.Checkin{Smell: arg(0)})
	case "grips":
		saw(patient.Checkin{Grips: patient.Yes})
	case "shoot":
		saw(patient.Checkin{ShootMM: figure(t, arg(0))})
	case "level":
		saw(patient.Checkin{ReservoirMM: figure(t, arg(0))})
	default:
		require.Fail(t, "no such word", what)
	}
}

// reads takes a reading in: "3/6" is three of six roots alive, each 80 mm; "t" a growing tip on the first,
// "x" a new root r9 of 60 mm, "b" a branch on the first.
func (c *Followed) reads(t require.TestingT, n int, words []string, inPot bool) {
	var live, of int
	_, err := fmt.Sscanf(words[0], "%d/%d", &live, &of)
	require.NoError(t, err)
	r := roots.Reading{Roots: []roots.Root{}, InPot: inPot, NoneFound: of == 0}
	mm := func(f float64) *float64 { return &f }
	for i := range of {
		root := roots.Root{ID: fmt.Sprintf("r%d", i+1), Count: 1}
		s := roots.Segment{LengthMM: mm(80), Feel: roots.Firm, Colour: roots.ColourPale}
		if i >= live {
			s.Feel, s.Colour = roots.Hollow, roots.EvenBrown
		}
		root.Segments = []roots.Segment{s}
		r.Roots = append(r.Roots, root)
	}
	for _, w := range words[1:] {
		switch w {
		case "t":
			r.Roots[0].Tip = roots.Growing
		case "b":
			side := roots.Segment{LengthMM: mm(10), Feel: roots.Firm, Colour: roots.ColourPale}
			r.Roots[0].Branches = []roots.Branch{{AtMM: 40, Segments: []roots.Segment{side}}}
		case "x":
			r.Roots = append(r.Roots, roots.Root{ID: "r9", Count: 1, Tip: roots.Growing, Segments: []roots.Segment{
				{LengthMM: mm(60), Feel: roots.Firm, Colour: roots.ColourPale},
			}})
		}
	}
	c.Readings = append(c.Readings, patient.Reading{ID: int64(len(c.Readings) + 1), On: day(n), Roots: r})
	c.Reading = &c.Readings[len(c.Readings)-1]
}

// on is how it fares on a day.
func (c *Followed) on(n int) Progress {
	at, _ := time.Parse(time.DateOnly, began)
	of := Followed{Patient: c.At(at.AddDate(0, 0, n).Add(20 * time.Hour)), Readings: c.Readings, Pot: c.Pot}
	of.Seen = patient.Followed(of.Seen)
	return For(&of)
}

// inTime is the story as the ledger has it: homes, weights and readings by their days, looks the newest first.
func inTime(c *Followed) {
	slices.SortStableFunc(c.Homes, func(a, b patient.Home) int { return cmp.Compare(a.From, b.From) })
	slices.SortStableFunc(c.Weights, func(a, b patient.Weight) int { return a.At.Compare(b.At) })
	slices.SortStableFunc(c.Readings, func(a, b patient.Reading) int { return cmp.Compare(a.On, b.On) })
	slices.SortStableFunc(c.Looks, func(a, b patient.Look) int { return cmp.Compare(b.On, a.On) })
	for i := range c.Readings {
		c.Readings[i].ID = int64(i + 1)
	}
	c.Reading = nil
	if n := len(c.Readings); n > 0 {
		c.Reading = &c.Readings[n-1]
	}
}
