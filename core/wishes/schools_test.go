package wishes_test

import (
	"maps"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/wishes"
	"therapeon/language"
)

// answers are all that the engines say of a plant, by the name of the answer.
func answers(t require.TestingT, p *patient.Patient, of race.Advised) map[string]string {
	all := map[string]string{}
	put := func(name string, v any) {
		doc, err := language.Of("en").JSON(v)
		require.NoError(t, err)
		all[name] = string(doc)
	}
	if r := p.Roots(); r != nil {
		put("roots", judgement.OfRoots(r.Verdict))
	}
	if look.Holds(p) {
		put("look", judgement.OfLook(p.AtLook()))
	}
	put("cleaning", judgement.OfPlan(cleaning.Draw(cleaning.Work{Patient: p})).Jobs)
	put("advice", judgement.For(p, judgement.Known{Race: of}))
	put("ahead", judgement.Ahead(p))
	w, err := rehome.Table().Lead(p, rehome.Plan{}, nil, of, rehome.Store{Shelf: shelf})
	require.NoError(t, err)
	home := judgement.OfWay(w)
	put("rehome", []any{home.Decision, home.Asked, home.Route})
	put("pot", []any{w.Size, w.Fit, w.Section})
	if w.Mix != nil {
		put("mix", []any{w.Mix.Name, w.Mix.Parts})
	}
	put("jobs", home.Jobs)
	put("race", race.Start(p, race.Ask{}))
	for _, a := range wishes.Table().All(p, wishes.Ask{Race: of}) {
		a.FromOn, a.Sense.When.Day = "", "" // the day of the advice, which may change with it
		put(a.Wish, a)
	}
	return all
}

// told are plants on which a side that few plants meet is read.
func told(t require.TestingT) []*patient.Patient {
	kind := func(code string) taxa.Profile {
		p, ok := taxa.Find(code)
		require.True(t, ok)
		return p
	}
	dry, twig := 30.0, 120.0
	out := func(code string, grade roots.GradeCode) *patient.Patient {
		return &patient.Patient{
			Profile: kind(code), Now: (drawer{}).noon(), Given: patient.Given{
				Grade: grade, RootML: 12, LongestMM: 90,
				Air: &patient.Air{NightC: 18, DayC: 24, Percent: &dry, From: message.Plain("As said.")},
			},
			Intake: patient.Intake{Group: code, Pot: patient.NoPot, OldMedium: "bark", Waters: patient.WatersSeldom},
		}
	}
	wormy := out("cymbidium", roots.Good)
	wormy.Looks = []patient.Look{{ID: 1, On: "2030-05-14", Noted: patient.Inspection{
		Unpotted: true, Findings: patient.Findings{"worms-seen": patient.Present},
	}}}
	wormy.Given.LongestMM, wormy.Intake.BulbCount = 200, 9
	wormy.Given.TipsOut = true
	pebbles := out("phalaenopsis", roots.Good)
	pebbles.Intake.OldMedium, pebbles.Given.TipsOut = "mineral", true
	aerial, moist := out("phalaenopsis", ""), 65.0
	aerial.Given.Air = &patient.Air{NightC: 18, DayC: 24, Percent: &moist, From: message.Plain("As said.")}
	aerial.Reading = &patient.Reading{On: "2030-05-14", Roots: roots.Reading{Roots: []roots.Root{
		{ID: "a", Count: 6, Depth: roots.Aerial, Segments: []roots.Segment{{LengthMM: &twig, Feel: roots.Firm}}},
		{ID: "b", Count: 9, Segments: []roots.Segment{{LengthMM: &twig, Feel: roots.Mushy}}},
	}}}
	low, high := 4.0, 20.0
	claimed := out("cattleya", roots.Good)
	claimed.Given.Air, claimed.Intake.Pot = nil, "clear"
	claimed.Intake.Claims = []patient.Claim{{By: "maker", LowC: &low}, {By: "genus", LowC: &high}}
	claimed.Site = &patient.Site{Name: "shed", Climate: &climate.Station{Zone: time.UTC,
		Usual: &climate.Day{LowC: 12, HighC: 22}}}
	claimed.Looks = []patient.Look{{ID: 1, On: "2030-05-14", Noted: patient.Inspection{
		Findings: patient.Findings{"crumbles": patient.Present, "dead-roots-seen": patient.Present},
	}}}
	cooler, ten := *claimed, 10.0
	cooler.Intake.Claims = []patient.Claim{{By: "genus", LowC: &ten}}
	clung := out("cattleya", "")
	clung.Reading = &patient.Reading{On: "2030-05-14",
		Roots: roots.Reading{Roots: []roots.Root{
			{ID: "a", Count: 6, Clinging: roots.ClingsSound, Segments: []roots.Segment{{LengthMM: &twig,
				Feel: roots.Firm}}},
		}}}
	resting := out("dendrobium-deciduous", roots.Good)
	resting.Intake.Pot = "clear"
	resting.Looks = []patient.Look{{ID: 1, On: "2030-05-14", Noted: patient.Inspection{
		Growth: patient.Resting, Findings: patient.Findings{"stays-wet": patient.Absent},
	}}}
	dryNow := out("cattleya", roots.Good)
	dryNow.Intake.Pot = "clear"
	dryNow.Looks = []patient.Look{{ID: 1, On: "2030-05-14", Noted: patient.Inspection{
		Growth: patient.Growing, Findings: patient.Findings{"pot-light": patient.Present},
	}}}
	winter := out("cattleya", roots.Good)
	winter.Intake.Pot, winter.House.South, winter.Looks = "clear", true, []patient.Look{{ID: 1, On: "2030-05-14",
		Noted: patient.Inspection{Growth: patient.Growing, Findings: patient.Findings{"stays-wet": patient.Absent}}}}
	looked := func(noted patient.Inspection) *patient.Patient {
		p := out("cattleya", "")
		p.Intake.Pot, p.Looks = "clear", []patient.Look{{ID: 1, On: "2030-05-14", Noted: noted}}
		return p
	}
	patch := looked(patient.Inspection{Findings: patient.Findings{
		"rot-patch": patient.Present, "most-roots-dead": patient.Absent, "dead-roots-seen": patient.Absent,
	}})
	rotting := looked(patient.Inspection{Findings: patient.Findings{"rot-patch": patient.Present}})
	bloom := looked(patient.Inspection{Flowering: patient.Bloom, Growth: patient.NewRoots, Findings: patient.Findings{
		"crumbles": patient.Present, "dead-roots-seen": patient.Present,
	}})
	planned := looked(patient.Inspection{Flowering: patient.Bloom, Growth: patient.NewRoots, Findings: patient.Findings{
		"pot-bound": patient.Present,
	}})
	turned := looked(patient.Inspection{Flowering: patient.Bloom, Growth: patient.NewRoots, Findings: patient.Findings{
		"crumbles": patient.Present,
	}})
	moved := *winter
	moved.Homes = []patient.Home{{From: "2030-05-01", Way: "bark", Potted: true, Medium: "bark", Pot: "clear"}}
	busy := out("phalaenopsis", roots.Good)
	busy.Intake.Waters = ""
	into := out("phalaenopsis", roots.Good)
	into.Sides = patient.Sides{disputes.Medium: disputes.Inorganic}
	return []*patient.Patient{into,
		out("phalaenopsis", roots.Good), out("phalaenopsis", roots.Poor), wormy, pebbles, aerial, claimed,
		&cooler, clung, busy, resting, dryNow, winter, &moved,
		patch, rotting, bloom, planned, turned}
}

// Each side is read by some rule, and changes only the answers that its row names.
func TestEachSideChangesOnlyWhatItsRowSays(t *testing.T) {
	plants := told(t)
	for n := range 20 {
		d := drawer{rand.New(rand.NewPCG(uint64(n), 23))}
		plants = append(plants, d.plant())
	}
	read := map[string]bool{}
	for n, p := range plants {
		of := drawer{rand.New(rand.NewPCG(uint64(n), 29))}.raced()
		taken := p.Sides
		p.House.Sides = disputes.Usual()
		p.Forget()
		before := answers(t, p, of)
		for _, q := range disputes.All() {
			for _, side := range q.Choices {
				if side.Code == q.Default {
					continue
				}
				p.Sides = patient.Sides{}
				maps.Copy(p.Sides, taken)
				p.Sides[q.Code] = side.Code
				p.Forget()
				for name, now := range answers(t, p, of) {
					if now == before[name] {
						continue
					}
					read[q.Code+"/"+string(side.Code)] = true
					assert.True(t, slices.Contains(q.Touches, name), "plant %d: %s, %s changes %s:\n%s\n%s",
						n, q.Code, side.Code, name, differs(before[name], now), differs(now, before[name]))
				}
			}
		}
		p.Sides = taken
	}
	for _, q := range disputes.All() {
		for _, side := range q.Choices {
			if side.Code != q.Default {
				assert.True(t, read[q.Code+"/"+string(side.Code)], "no rule reads %s, %s", q.Code, side.Code)
			}
		}
	}
}

// differs is where one text leaves another.
func differs(a, b string) string {
	i := 0
	for i < len(a) && i < len(b) && a[i] == b[i] {
		i++
	}
	return strings.ToValidUTF8(a[max(0, i-60):min(len(a), i+100)], "")
}
