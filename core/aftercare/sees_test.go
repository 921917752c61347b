package aftercare

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

var start = time.Date(2030, 5, 1, 12, 0, 0, 0, time.UTC)

func on(n int) string { return start.AddDate(0, 0, n).Format(time.DateOnly) }

func n[T any](v T) *T { return &v }

func figure(v float64) *knowledge.Number { return &knowledge.Number{Value: v} }

// noted is what was noted of a plant on a day after it was housed: a check-in, a job done, or a weight.
type noted struct {
	day   int
	saw   patient.Checkin
	did   string
	grams float64
	kind  patient.Kind
	cut   bool
}

// watched is a cattleya in bark from day 0, as it is on a day.
func watched(t *testing.T, today int, all ...noted) *watch {
	t.Helper()
	kind, ok := taxa.Find("cattleya")
	require.True(t, ok)
	p := &patient.Patient{
		Profile: kind, Now: start.AddDate(0, 0, today), Intake: patient.Intake{OldMedium: "bark", Pot: "clear"},
		Homes: []patient.Home{rehome.Stands(on(0), "bark", nil)},
	}
	p.Homes[0].Potted = true
	for i, of := range all {
		at := start.AddDate(0, 0, of.day).Add(time.Duration(i) * time.Second)
		switch {
		case of.did != "":
			p.Care = append(p.Care, patient.Tended{At: at, On: on(of.day), Job: of.did, Outcome: patient.TendedDone})
		case of.grams > 0:
			w := patient.Weight{At: at, Kind: of.kind, Grams: of.grams}
			if of.cut {
				w.Because = patient.BecauseCut
			}
			p.Weights = append(p.Weights, w)
		default:
			p.Seen = append(p.Seen, patient.Seen{ID: int64(i), At: at, On: on(of.day), Noted: of.saw})
		}
	}
	return (&InCare{Patient: p}).watching(Run{Since: on(0)}, on(today))
}

func saw(day int, c patient.Checkin) noted { return noted{day: day, saw: c} }
func did(day int, job string) noted        { return noted{day: day, did: job} }

// What a gate or an alarm sees, at its figure and just beside it. The figures are the rows' own; that they count so is
// common practice, no source.
func TestWhatIsSeenToTheFigure(t *testing.T) {
	type seen = patient.Checkin
	tips := func(day, count int, mm float64, state string) noted {
		return saw(day, seen{Tips: &count, LongestMM: &mm, TipState: state})
	}
	level := func(day int, mm float64) noted { return saw(day, seen{ReservoirMM: &mm}) }
	long := func(day int, mm float64) noted { return saw(day, seen{LongestMM: &mm}) }
	still := func(day int) noted { return saw(day, seen{TipState: "still"}) }
	lodger := func(day int, is patient.YesNo) noted { return saw(day, seen{Lodger: is}) }
	shoot := func(mm float64) noted { return saw(2, seen{ShootMM: &mm}) }
	bulbs := func(day int, is string) noted { return saw(day, seen{Bulbs: is}) }
	bare := func(day int, grams float64) noted { return noted{day: day, grams: grams, kind: patient.BarePlant} }
	again := func(day int, grams float64) noted {
		return noted{day: day, grams: grams, kind: patient.BarePlant, cut: true}
	}
	taped := func(day int, tip string, kept patient.YesNo) noted {
		return saw(day, seen{Roots: []patient.Taped{{Root: "A", Tip: tip, Kept: kept}}})
	}
	see := func(what string) Sees { return Sees{What: what} }
	inDays := func(what string, days float64) Sees { return Sees{What: what, Days: figure(days)} }
	ofMM := func(what string, mm float64) Sees { return Sees{What: what, MM: figure(mm)} }
	ofShare := func(what string, share float64) Sees { return Sees{What: what, Share: figure(share)} }
	felt := func(day int, medium string) noted { return saw(day, seen{Medium: medium}) }
	leaf := func(day int, is string) noted { return saw(day, seen{Leaf: is}) }
	thrice, fromDay7 := Sees{What: "times", Job: "flush", Count: figure(3)}, Sees{What: "steady", On: figure(7)}
	two := Sees{What: "tips", Count: figure(2), MM: figure(5)}
	for name, x := range map[string]struct {
		is    bool
		today int
		sees  Sees
		noted []noted
	}{
		"two tips of 5 mm":        {true, 9, two, []noted{tips(2, 2, 5, "growing")}},
		"one":                     {false, 9, two, []noted{tips(2, 1, 5, "growing")}},
		"of 4.9 mm":               {false, 9, two, []noted{tips(2, 2, 4.9, "growing")}},
		"that dried":              {false, 9, two, []noted{tips(2, 2, 5, "dry")}},
		"that are black":          {false, 9, two, []noted{tips(2, 2, 5, "black")}},
		"that stand still":        {true, 9, two, []noted{tips(2, 2, 5, "still")}},
		"any tip, uncounted":      {true, 9, see("tips"), []noted{saw(2, seen{TipState: "growing"})}},
		"none":                    {false, 9, see("tips"), []noted{tips(2, 0, 0, "")}},
		"from its day":            {true, 9, Sees{What: "tips", Day: figure(9)}, []noted{tips(2, 1, 5, "growing")}},
		"before its day":          {false, 8, Sees{What: "tips", Day: figure(9)}, []noted{tips(2, 1, 5, "growing")}},
		"seen from a day on":      {true, 9, fromDay7, []noted{saw(7, seen{Wobble: patient.No})}},
		"seen the day before":     {false, 9, fromDay7, []noted{saw(6, seen{Wobble: patient.No})}},
		"long enough":             {true, 9, ofMM("longest", 30), []noted{long(2, 30)}},
		"not quite":               {false, 9, ofMM("longest", 30), []noted{long(2, 29.9)}},
		"a shoot":                 {true, 9, ofMM("shoot", 5), []noted{shoot(5)}},
		"a short one":             {false, 9, ofMM("shoot", 5), []noted{shoot(4.9)}},
		"no longer for 14 days":   {true, 20, inDays("still", 14), []noted{long(2, 9), long(16, 9)}},
		"for 13":                  {false, 20, inDays("still", 14), []noted{long(2, 9), long(15, 9)}},
		"longer by a tenth":       {false, 20, inDays("still", 14), []noted{long(2, 9), long(16, 9.1)}},
		"nothing is no length":    {false, 20, inDays("still", 14), []noted{long(2, 0), long(16, 0)}},
		"called still twice":      {true, 20, inDays("still", 14), []noted{still(2), still(16)}},
		"called still once":       {false, 20, inDays("still", 14), []noted{still(16)}},
		"a level that stands":     {true, 20, inDays("level-still", 14), []noted{level(2, 40), level(16, 39)}},
		"that fell 2 mm":          {false, 20, inDays("level-still", 14), []noted{level(2, 40), level(16, 38)}},
		"that stood 13 days":      {false, 20, inDays("level-still", 14), []noted{level(2, 40), level(15, 40)}},
		"that was filled":         {false, 20, inDays("level-still", 14), []noted{level(2, 40), did(9, "refill"), level(16, 40)}},
		"filled on the first day": {false, 20, inDays("level-still", 14), []noted{level(2, 40), did(2, "refill"), level(16, 40)}},
		"filled on the last":      {true, 20, inDays("level-still", 14), []noted{level(2, 40), level(16, 40), did(16, "refill")}},
		"a level seen once":       {false, 20, inDays("level-still", 14), []noted{level(16, 40)}},
		"15 % lost":               {true, 20, ofShare("lost", 0.15), []noted{bare(0, 200), bare(9, 170)}},
		"a little less":           {false, 20, ofShare("lost", 0.15), []noted{bare(0, 200), bare(9, 170.1)}},
		"since it was cut": {false, 20, ofShare("lost", 0.15),
			[]noted{bare(0, 200), again(4, 171), bare(9, 169)}},
		"before it was housed": {false, 20, ofShare("lost", 0.15), []noted{bare(-5, 200), bare(0, 170), bare(9, 160)}},
		"falls too fast": {true, 20, ofShare("falls", 0.15),
			[]noted{bare(0, 200), bare(7, 190), bare(14, 180)}},
		"by two weights": {false, 20, ofShare("falls", 0.15), []noted{bare(0, 200), bare(14, 180)}},
		"within a week": {false, 20, ofShare("falls", 0.15),
			[]noted{bare(0, 200), bare(3, 190), bare(6, 180)}},
		"falls slowly": {false, 20, ofShare("falls", 0.15),
			[]noted{bare(0, 200), bare(7, 199.9), bare(14, 199.8)}},
		"falls, and a tip is out": {false, 20, ofShare("falls", 0.15),
			[]noted{bare(0, 200), bare(7, 190), bare(14, 180), tips(15, 1, 5, "growing")}},
		"three times":          {true, 20, thrice, []noted{did(1, "flush"), did(2, "flush"), did(20, "flush")}},
		"twice":                {false, 20, thrice, []noted{did(1, "flush"), did(2, "flush"), did(3, "rinse")}},
		"seven clean mornings": {true, 9, Sees{What: "clean", Count: figure(2)}, []noted{lodger(2, "no"), lodger(3, "no")}},
		"a find starts anew": {false, 9, Sees{What: "clean", Count: figure(2)},
			[]noted{lodger(2, "no"), lodger(3, "yes"), lodger(4, "no")}},
		"thinner 14 days after a sip": {true, 20, inDays("thinner-after-sip", 14), []noted{did(2, "sip"), bulbs(16, "same")}},
		"13 days after":               {false, 20, inDays("thinner-after-sip", 14), []noted{did(2, "sip"), bulbs(15, "same")}},
		"plumper":                     {false, 20, inDays("thinner-after-sip", 14), []noted{did(2, "sip"), bulbs(16, "plumper")}},
		"after no sip":                {false, 20, inDays("thinner-after-sip", 14), []noted{did(2, "little"), bulbs(16, "thinner")}},
		"wet for 10 days":             {true, 20, inDays("wet", 10), []noted{felt(10, "wet")}},
		"for 9":                       {false, 20, inDays("wet", 10), []noted{felt(9, "wet")}},
		"watered since":               {false, 20, inDays("wet", 10), []noted{felt(10, "wet"), did(11, "little")}},
		"dry in a day":                {true, 9, inDays("dry-within", 1), []noted{felt(3, "dry"), did(2, "little")}},
		"in two":                      {false, 9, inDays("dry-within", 1), []noted{did(2, "little"), felt(4, "dry")}},
		"the time before last":        {true, 9, inDays("dry-within", 1), []noted{felt(3, "dry"), did(2, "little"), did(4, "little")}},
		"long ago": {false, 9, inDays("dry-within", 1),
			[]noted{felt(3, "dry"), did(2, "little"), did(4, "little"), did(6, "little")}},
		"limp, and wet":          {true, 9, see("limp-wet"), []noted{saw(2, seen{Leaf: "limp", Medium: "wet"})}},
		"limp, of water nothing": {false, 9, see("limp-wet"), []noted{leaf(2, "limp")}},
		"limp, and not dry":      {true, 9, see("limp-damp"), []noted{leaf(2, "limp")}},
		"limp and dry":           {false, 9, see("limp-damp"), []noted{saw(2, seen{Leaf: "limp", Medium: "dry"})}},
		"firm again":             {false, 9, see("limp-damp"), []noted{leaf(2, "limp"), leaf(3, "firm")}},
		"a black tip":            {true, 9, see("tips-black"), []noted{saw(2, seen{TipState: "black"})}},
		"of a followed root":     {true, 9, see("tips-black"), []noted{taped(2, "black", "")}},
		"which was lost":         {false, 9, see("tips-black"), []noted{taped(2, "black", ""), taped(3, "", patient.No)}},
		"which grows again":      {false, 9, see("tips-black"), []noted{taped(2, "black", ""), taped(3, "growing", "")}},
		"at the edge":            {true, 9, see("at-edge"), []noted{saw(2, seen{Tips: n(1), TipsAt: "edge"})}},
		"at the edge, and black": {false, 9, see("at-edge"), []noted{saw(2, seen{Tips: n(1), TipsAt: "edge", TipState: "black"})}},
		"in the air":             {false, 9, see("at-edge"), []noted{saw(2, seen{Tips: n(1), TipsAt: "air"})}},
		"grows":                  {true, 9, see("grows"), []noted{saw(2, seen{Growth: patient.Growing})}},
		"grew": {false, 9, see("grows"),
			[]noted{saw(2, seen{Growth: patient.Growing}), saw(3, seen{Growth: patient.Idle})}},
		"clear of film and pests":  {true, 9, see("clear"), []noted{saw(2, seen{Film: "green", Pests: patient.No})}},
		"clear of film":            {false, 9, see("clear"), []noted{saw(2, seen{Film: "none"})}},
		"a patch that is the same": {true, 9, see("patch-same"), []noted{saw(2, seen{Patch: "same"})}},
		"that had grown":           {false, 9, see("patch-same"), []noted{saw(2, seen{Patch: "grown"}), saw(3, seen{Patch: "same"})}},
		"that has grown":           {true, 9, see("patch-grown"), []noted{saw(2, seen{Patch: "general"})}},
		"what no row sees":         {false, 9, see("moon"), nil},
	} {
		assert.Equal(t, x.is, watched(t, x.today, x.noted...).holds(x.sees, on(x.today)), name)
	}
}

// A gate opens on the first day on which what it waits for was so, and not before the protocol began.
func TestTheDayOnWhichAGateOpens(t *testing.T) {
	firm := func(day int) noted { return saw(day, patient.Checkin{Wobble: patient.No}) }
	opened := func(today int, g Gate, all ...noted) string {
		on, _ := watched(t, today, all...).opened(Run{Since: on(0)}, g, on(today))
		return on
	}
	steady := Gate{Sees: []Sees{{What: "steady"}}}
	assert.Equal(t, on(3), opened(9, steady, firm(3), firm(6)))
	assert.Empty(t, opened(2, steady, firm(3)), "it was not seen yet")
	assert.Empty(t, opened(9, steady, firm(-1)))
	assert.Equal(t, on(9), opened(20, Gate{Sees: []Sees{{What: "day", Day: figure(9)}}}))
	assert.Equal(t, on(5), opened(20, Gate{Sees: []Sees{{What: "times", Job: "flush", Count: figure(1)}}},
		did(5, "flush")))
}

// The medium is past its life from four fifths of its months on, a house rule, or once it was seen to be.
func TestAMediumPastItsLife(t *testing.T) {
	past := func(today int, months *float64, all ...noted) bool {
		w := watched(t, today, all...)
		w.LifeMonths = months
		return w.pastLife(Sees{}, on(today))
	}
	month := 30.4375 * 0.8 * 10
	assert.True(t, past(int(month)+1, n(10.0)))
	assert.False(t, past(int(month)-1, n(10.0)))
	assert.False(t, past(900, nil), "it lasts, or is not known")
	assert.True(t, past(9, nil, saw(2, patient.Checkin{MediumGone: patient.Yes})))
}

// From one watering to the next: twice within six hours is one, a house rule; what was found before it, and what a
// look says, count too.
func TestFromOneWateringToTheNext(t *testing.T) {
	days := func(w *watch) (list [][2]float64) {
		for _, s := range w.water {
			list = append(list, [2]float64{s.wetAt, s.dryAt})
		}
		return list
	}
	assert.Equal(t, [][2]float64{{0, 0}}, days(watched(t, 9)))
	assert.Len(t, watched(t, 9, did(2, "little"), did(5, "water")).water, 3)
	twice := watched(t, 9, did(2, "little"), did(2, "refill"))
	assert.Len(t, twice.water, 2, "told twice")
	w := watched(t, 9, did(4, "little"))
	w.care[0].Was = "dry"
	w.water = w.stretches()
	assert.InDelta(t, 4, w.water[0].dryAt, 0.3)
	w.care[0].Was = "damp"
	w.water = w.stretches()
	assert.InDelta(t, 4, w.water[0].wetAt, 0.3)
	look := func(day int, found ...string) *watch {
		w := watched(t, 9)
		l := patient.Look{On: on(day), Noted: patient.Inspection{Findings: patient.Findings{}}}
		for _, f := range found {
			l.Noted.Findings[f] = patient.Present
		}
		w.Looks, w.Patient.Day = []patient.Look{l}, on(9)
		w.water = w.stretches()
		return w
	}
	assert.True(t, look(3, "pot-light").isDry())
	assert.True(t, look(3, "stays-wet").isWet(""))
	assert.True(t, look(3, "limp-though-wet").isWet(""))
	both := look(3, "pot-light", "stays-wet")
	assert.False(t, both.isDry() || both.isWet(""), "both at once say nothing")
	assert.False(t, look(0, "pot-light").isDry(), "of the day it was housed")
	pot := func(moment patient.Moment, because patient.Because) *watch {
		w := watched(t, 9)
		w.Weights = []patient.Weight{{At: start.AddDate(0, 0, 4), Kind: patient.InPot, Grams: 400,
			Moment: moment, Because: because}}
		w.water = w.stretches()
		return w
	}
	assert.Len(t, pot(patient.WhenWet, "").water, 2)
	assert.Len(t, pot("", patient.BecauseWatered).water, 2)
	assert.True(t, pot(patient.WhenLight, "").isDry())
	assert.Len(t, pot("", "").water, 1)
	d := Due{On: on(20), From: on(18), By: on(25)}
	watched(t, 9, saw(6, patient.Checkin{Medium: "dry"})).seenDry(&d, 1)
	assert.Equal(t, []string{on(6), on(6), on(7)}, []string{d.On, d.From, d.By})
}

// What a watering rests on, in words; and of how many cycles it is learned: the last eight before the one at hand, a
// house rule.
func TestWhatAWateringRestsOn(t *testing.T) {
	said := func(weighed, answers int, pot bool) string {
		return english.Say(rests(Watering{Weighed: weighed, Answers: answers, ByPot: pot}, knowledge.Estimate{}))
	}
	assert.Equal(t, "Only the table so far. Each answer, wet or dry, makes it surer.", said(0, 0, false))
	assert.Equal(t, "Only the table and the size of its pot so far. Each answer, wet or dry, makes it surer.", said(0, 0, true))
	assert.Equal(t, "1 weighed watering, and the table.", said(1, 0, false))
	assert.Equal(t, "1 answer, and the table.", said(0, 1, false))
	assert.Equal(t, "2 weighed waterings, 3 answers, and the table.", said(2, 3, false))
	var all []noted
	for i := range 12 {
		all = append(all, did(3*i+2, "little"), saw(3*i+3, patient.Checkin{Medium: "wet"}))
	}
	w := watched(t, 40, all...)
	past, now := w.cycles(Running{Since: on(0), w: w}, 0.25, false)
	assert.Len(t, past, 8)
	assert.InDelta(t, 1, now.WetAt, 0.01)
	few := watched(t, 9, all[:6]...)
	past, _ = few.cycles(Running{Since: on(0), w: few}, 0.25, false)
	assert.Len(t, past, 2, "of the first nothing was seen")
}

// How much drier the air of a watering was than that of today: the deficit of 22 °C at 40 % is twice that at 70 %. At
// most four times either way, a house rule; nothing where either is not known.
func TestHowDryTheAirWas(t *testing.T) {
	ratio := func(then, now float64, logged ...string) float64 {
		w := watched(t, 30)
		at := &climate.Station{Zone: time.UTC, Hours: map[int64]float64{}, Humid: map[int64]float64{}}
		for h := range int64(30 * 24) {
			hour, percent := climate.HourOf(start)+h, then
			if h >= 15*24 {
				percent = now
			}
			if slices.Contains(logged, "warmth") {
				at.Hours[hour] = 22
			}
			if slices.Contains(logged, "damp") {
				at.Humid[hour] = percent
			}
		}
		if len(logged) > 0 {
			w.Site = &patient.Site{Name: "Case", Climate: at}
		}
		s := w.water[0]
		s.to = start.AddDate(0, 0, 10)
		return w.dryness(s)
	}
	assert.InDelta(t, 2, ratio(40, 70, "warmth", "damp"), 0.001)
	assert.InDelta(t, 0.5, ratio(70, 40, "warmth", "damp"), 0.001)
	assert.InDelta(t, 4, ratio(40, 95, "warmth", "damp"), 0.001)
	assert.InDelta(t, 0.25, ratio(95, 40, "warmth", "damp"), 0.001)
	assert.Zero(t, ratio(100, 40, "warmth", "damp"), "air that takes up nothing tells nothing")
	assert.Zero(t, ratio(40, 70, "warmth"))
	assert.Zero(t, ratio(40, 70, "damp"))
	assert.Zero(t, ratio(40, 70))
}

// Feed is spoken of once a gate of feed stands open, or at once where its protocol says so.
func TestWhetherAProtocolFeeds(t *testing.T) {
	of := func(feeds *knowledge.Code, open, whole string) bool {
		r := Running{Gates: []Standing{{OpenOn: open}}}
		r.run.Gates, r.run.Feeds = []Gate{{Feeds: feeds}}, whole
		return r.opensFeed()
	}
	half := &knowledge.Code{Value: "half"}
	assert.True(t, of(half, on(3), ""))
	assert.False(t, of(half, "", ""))
	assert.False(t, of(nil, on(3), ""))
	assert.True(t, of(nil, "", "at-once"))
	assert.False(t, of(nil, "", "growing"))
}
