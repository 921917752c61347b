package patient

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/roots"
	"therapeon/language/english"
)

func count(n int) *int { return &n }

func on(day string, c Checkin) Seen {
	at, _ := time.Parse(time.DateOnly, day)
	return Seen{At: at, On: day, Noted: c}
}

// lookedAt is a plant that was looked over on the 1st of May, asked on the 20th.
func lookedAt(in Inspection) *Patient {
	return &Patient{Looks: []Look{{On: "2030-05-01", Noted: in}}, Day: "2030-05-20"}
}

// By its home, and by what was seen of it since; a home of the day of the move comes after what was seen.
func TestWhereAPlantIs(t *testing.T) {
	out := []Look{{On: "2030-05-05", Noted: Inspection{Unpotted: true}}}
	in := []Look{{On: "2030-05-05"}}
	read := func(day string, inPot bool) *Reading {
		return &Reading{On: day, Roots: roots.Reading{InPot: inPot}}
	}
	house := func(day string, hold, potted bool) []Home {
		return []Home{{From: day, Hold: hold, Potted: potted, Way: "lid"}}
	}
	for name, x := range map[string]struct {
		p    Patient
		want Where
	}{
		"nothing is known":               {Patient{}, Potted},
		"it came bare":                   {Patient{Intake: Intake{Pot: NoPot}}, Out},
		"it came in clay":                {Patient{Intake: Intake{Pot: "clay"}}, Potted},
		"out at the look":                {Patient{Looks: out}, Out},
		"in at the look":                 {Patient{Looks: in}, Potted},
		"read out of its pot":            {Patient{Reading: read("2030-05-06", false)}, Out},
		"read through the wall":          {Patient{Reading: read("2030-05-06", true)}, Potted},
		"read on the day of the look":    {Patient{Looks: in, Reading: read("2030-05-05", false)}, Out},
		"looked at in its pot since":     {Patient{Looks: in, Reading: read("2030-05-04", false)}, Potted},
		"out, then housed":               {Patient{Looks: out, Homes: house("2030-05-06", false, true)}, Potted},
		"housed on the day it came out":  {Patient{Looks: out, Homes: house("2030-05-05", false, true)}, Potted},
		"housed, and out again":          {Patient{Looks: out, Homes: house("2030-05-04", false, true)}, Out},
		"held, and looked at":            {Patient{Looks: out, Homes: house("2030-05-04", true, false)}, Held},
		"said to be held":                {Patient{Given: Given{Holding: "tub"}}, Held},
		"said to be held, and it is not": {Patient{Given: Given{Holding: "tub"}, Homes: house("2030-05-01", false, true)}, Potted},
	} {
		p := x.p
		p.Day = "2030-05-20"
		assert.Equal(t, x.want, p.Stands().Where(), name)
		assert.Equal(t, x.want != Potted, p.Unpotted(), name)
	}
}

func TestHeldBareOrInANest(t *testing.T) {
	for _, x := range []struct {
		homes        []Home
		pot          string
		nested, bare bool
	}{
		{nil, NoPot, false, true},
		{nil, "clay", false, false},
		{[]Home{{From: "2030-05-01", Hold: true}}, "clay", false, true},
		{[]Home{{From: "2030-05-01", Hold: true, Potted: true}}, NoPot, true, false},
		{[]Home{{From: "2030-05-01", Potted: true, Pot: "clear"}}, NoPot, false, false},
		{[]Home{{From: "2030-05-01", Pot: NoPot}}, "clay", false, true},
		{[]Home{{From: "2030-05-20", Hold: true}}, "clay", false, false}, // from tomorrow on
	} {
		p := Patient{Day: "2030-05-20", Homes: x.homes, Intake: Intake{Pot: x.pot}}
		assert.Equal(t, x.nested, p.Stands().Nested(), x)
		assert.Equal(t, x.bare, p.Stands().Bare(), x)
	}
}

// Signs are of the present home; its medium was moved when it was last housed.
func TestSignsAndMovesAreOfThePresentHome(t *testing.T) {
	p := lookedAt(Inspection{Findings: Findings{"crust": Present}})
	p.Intake.LastRepotted = "2030-04-20"
	assert.Equal(t, Present, p.Stands().Signs()["crust"])
	days, known := p.Stands().Moved()
	assert.True(t, known)
	assert.Equal(t, 30.0, days)
	p.Homes = []Home{{From: "2030-05-01", Potted: true, Medium: "bark", Pot: "clear"}}
	p.Forget()
	assert.Empty(t, p.Stands().Signs(), "seen on the day of the move, in its old home")
	assert.NotNil(t, p.Stands().Rehoused())
	p.Homes[0].From = "2030-04-30"
	p.Forget()
	assert.Equal(t, Present, p.Stands().Signs()["crust"])
	p.Looks[0].Noted.Unpotted = true
	p.Forget()
	_, known = p.Stands().Moved()
	assert.False(t, known, "it is out of it")
	assert.Empty(t, (&Patient{}).Stands().Signs())
}

// A finding of a check-in against the look of its day and of later days.
func TestWhatACheckInSaysBesideALook(t *testing.T) {
	p := lookedAt(Inspection{
		Findings: Findings{"crust": Present}, Growth: NewRoots, Flowering: Bud, NewestLeafMM: mm(120),
		LeafBeforeMM: mm(90),
	})
	with := func(s ...Seen) *Look {
		q := *p
		q.Seen = s
		q.Forget()
		return q.Look()
	}
	same := with(on("2030-05-01", Checkin{
		Crust: No, Growth: "resting", Flowering: Spike, NewestLeafMM: mm(200), Smell: "sour",
	}))
	assert.Equal(t, Present, same.Noted.Findings["crust"], "of one day the look goes before")
	assert.Equal(t, Present, same.Noted.Findings["sour-smell"], "of what it says nothing the check-in is heard")
	assert.Equal(t, NewRoots, same.Noted.Growth)
	assert.Equal(t, Bud, same.Noted.Flowering)
	assert.Equal(t, 120.0, *same.Noted.NewestLeafMM)
	later := with(on("2030-05-02", Checkin{Crust: No, Growth: "resting", Flowering: Spike, NewestLeafMM: mm(200)}))
	assert.Equal(t, Absent, later.Noted.Findings["crust"])
	assert.Equal(t, Growth("resting"), later.Noted.Growth)
	assert.Equal(t, Spike, later.Noted.Flowering)
	assert.Equal(t, [2]float64{200, 120}, [2]float64{*later.Noted.NewestLeafMM, *later.Noted.LeafBeforeMM})
	alike := with(on("2030-05-02", Checkin{NewestLeafMM: mm(120)}))
	assert.Equal(t, 90.0, *alike.Noted.LeafBeforeMM, "the same leaf is not the one before itself")
	gone := with(on("2030-05-02", Checkin{Tips: count(0)}))
	assert.Empty(t, gone.Noted.Growth, "no tip shows any more")
	assert.Equal(t, Absent, gone.Noted.Findings["tips-growing"])
	p.Looks[0].Noted.Flowering = ""
	assert.Equal(t, Spike, with(on("2030-05-01", Checkin{Flowering: Spike})).Noted.Flowering, "the look says nothing of it")
	p.Looks[0].Noted.NewestLeafMM = nil
	p.Looks[0].Noted.LeafBeforeMM = nil
	first := with(on("2030-05-02", Checkin{NewestLeafMM: mm(100)}))
	assert.Nil(t, first.Noted.LeafBeforeMM)
	assert.Equal(t, "2030-05-01", with(on("2030-05-03", Checkin{Wobble: Yes})).On, "that says nothing that a look would")
}

// What a check-in bears of findings, field by field.
func TestTheFindingsOfACheckIn(t *testing.T) {
	for _, x := range []struct {
		c    Checkin
		want Findings
	}{
		{Checkin{}, Findings{}},
		{Checkin{Medium: "dry"}, Findings{"pot-light": Present, "dry-over-wet": Absent}},
		{Checkin{Moss: "pale"}, Findings{"pot-light": Present, "dry-over-wet": Absent}},
		{Checkin{Medium: "damp"}, Findings{"pot-light": Absent, "dry-over-wet": Absent}},
		{Checkin{Moss: "wet"}, Findings{"pot-light": Absent, "dry-over-wet": Absent}},
		{Checkin{Moss: "pale-above"}, Findings{"pot-light": Absent, "dry-over-wet": Present}},
		{Checkin{RootColour: "silver"}, Findings{"pot-light": Present}},
		{Checkin{RootColour: "green"}, Findings{"pot-light": Absent}},
		{Checkin{RootColour: "silver", Medium: "damp"}, Findings{"pot-light": Absent, "dry-over-wet": Absent}},
		{Checkin{Patch: "same"}, Findings{"rot-patch": Absent}},
		{Checkin{Patch: "grown"}, Findings{"rot-patch": Present, "patch-grown": Present}},
		{Checkin{Patch: "general"}, Findings{"rot-patch": Present, "patch-grown": Present}},
		{Checkin{Film: "none"}, Findings{"green-film": Absent, "dark-film": Absent}},
		{Checkin{Smell: "decay"}, Findings{"sour-smell": Absent, "decay-smell": Present}},
		{Checkin{Tips: count(2)}, Findings{"tips-growing": Present}},
		{Checkin{Tips: count(0)}, Findings{"tips-growing": Absent}},
		{Checkin{TipState: "growing"}, Findings{"tips-growing": Present, "tips-stop-short": Absent}},
		{Checkin{TipState: "dry"}, Findings{"tips-growing": Absent, "tips-stop-short": Present}},
		{Checkin{TipState: "black"}, Findings{
			"tips-growing": Absent, "tips-stop-short": Absent, "tips-black": Present, "tips-black-running": Present,
		}},
		{Checkin{Bulbs: "same", Lodger: Yes}, Findings{"bulbs-shrivelled": Absent, "snails-seen": Present}},
	} {
		assert.Equal(t, x.want, x.c.bears(), "%+v", x.c)
	}
	for _, c := range []Checkin{{Tips: count(1)}, {TipState: "still"}, {TipsAt: "air"}, {LongestMM: mm(1)}} {
		assert.True(t, c.TipsShow(), c)
	}
	for _, c := range []Checkin{{}, {Tips: count(0)}, {LongestMM: mm(0)}} {
		assert.False(t, c.TipsShow(), c)
	}
	assert.Equal(t, Growth("idle"), Checkin{Tips: count(1), TipState: "still", Growth: "idle"}.grows())
	assert.Equal(t, NewRoots, Checkin{Tips: count(1), Growth: "idle"}.grows())
	assert.True(t, Checkin{Growth: "idle"}.speaks())
	assert.True(t, Checkin{Flowering: Spike}.speaks())
	assert.True(t, Checkin{NewestLeafMM: mm(9)}.speaks())
	assert.False(t, Checkin{ShootMM: mm(9)}.speaks())
	assert.True(t, Checkin{Leaf: "limp"}.Has("leaf"))
	assert.False(t, Checkin{Leaf: "limp"}.Has("moss"))
	assert.False(t, Checkin{Leaf: "limp"}.Has("no-such"))
}

// Seven clean mornings end the hunt, a find 60 days on is of another, and after 14 days it stays: the
// figures of the table.
func TestALodgerComesStaysAndGoes(t *testing.T) {
	found := func(days ...string) (list []Seen) {
		for _, d := range days {
			list = append(list, on(d, Checkin{Lodger: Yes}))
		}
		return list
	}
	clean := func(from string, n int) (list []Seen) {
		day, _ := time.Parse(time.DateOnly, from)
		for i := range n {
			list = append(list, on(day.AddDate(0, 0, i).Format(time.DateOnly), Checkin{Lodger: No}))
		}
		return list
	}
	for name, x := range map[string]struct {
		seen        []Seen
		since, last string
		stays       bool
	}{
		"once":                {found("2030-05-10"), "2030-05-10", "2030-05-10", false},
		"13 days on":          {found("2030-05-05", "2030-05-18"), "2030-05-05", "2030-05-18", false},
		"14 days on":          {found("2030-05-05", "2030-05-19"), "2030-05-05", "2030-05-19", true},
		"six clean mornings":  {append(append(found("2030-05-03"), clean("2030-05-04", 6)...), found("2030-05-18")...), "2030-05-03", "2030-05-18", true},
		"seven of them":       {append(append(found("2030-05-03"), clean("2030-05-04", 7)...), found("2030-05-18")...), "2030-05-18", "2030-05-18", false},
		"clean at last":       {append(found("2030-05-03", "2030-05-18"), clean("2030-05-19", 1)...), "2030-05-03", "2030-05-18", false},
		"60 days ago":         {found("2030-03-21"), "2030-03-21", "2030-03-21", false},
		"61 days ago":         {found("2030-03-20"), "", "", false},
		"another, much later": {found("2030-02-01", "2030-05-10"), "2030-05-10", "2030-05-10", false},
	} {
		p := &Patient{Day: "2030-05-20", Seen: x.seen}
		h := p.Stands().Checked().Hunt()
		assert.Equal(t, [2]string{x.since, x.last}, [2]string{h.Since, h.Found}, name)
		assert.Equal(t, x.stays, h.Stays(), name)
	}
	p := lookedAt(Inspection{Findings: Findings{"snails-seen": Present}})
	p.Seen = found("2030-05-15")
	assert.Equal(t, "2030-05-01", p.Stands().Checked().Hunt().Since, "the look found it first")
	assert.Equal(t, Present, p.Finding("snails-stay"))
}

// What a check-in asked stands until the plant is looked over; of one day the look goes before.
func TestWhatCrawlsUntilItIsLookedOver(t *testing.T) {
	for _, x := range []struct {
		day, was string
		crawls   bool
	}{{"2030-05-02", "yes", true}, {"2030-05-01", "yes", false}, {"2030-05-02", "no", false}, {"2030-05-02", "", false}} {
		p := lookedAt(Inspection{})
		p.Seen = []Seen{on(x.day, Checkin{Pests: YesNo(x.was), BaseRots: YesNo(x.was), Leaf: "firm"})}
		assert.Equal(t, x.crawls, p.Stands().Checked().Crawls(), x)
		assert.Equal(t, x.crawls, p.Stands().Checked().BaseRots(), x)
		assert.Equal(t, Clean, p.Turn(), "of a potted one the causes hear it")
		p.Intake.Pot, p.Looks[0].Noted.Unpotted = NoPot, true
		p.Forget()
		assert.Equal(t, x.crawls, p.Turn() == Suspected, x)
	}
	p := &Patient{Day: "2030-05-20", Seen: []Seen{on("2030-05-02", Checkin{Pests: Yes}), on("2030-05-03", Checkin{Leaf: "firm"})}}
	assert.True(t, p.Stands().Checked().Crawls(), "the later one did not ask")
	pests := func(c Checkin) YesNo { return c.Pests }
	assert.True(t, p.Stands().Checked().Unlooked(pests, "2030-05-02"))
	assert.False(t, p.Stands().Checked().Unlooked(pests, "2030-05-03"))
}

func TestLimpAsItWasLastSeen(t *testing.T) {
	looked := func(code string, f FindingState) []Look {
		return []Look{{Noted: Inspection{Findings: Findings{code: f}}}}
	}
	came := Intake{BulbState: Shrivelled}
	for name, x := range map[string]struct {
		p    Patient
		limp bool
	}{
		"nothing":             {Patient{}, false},
		"given":               {Patient{Given: Given{Limp: true}}, true},
		"leaves":              {Patient{Looks: looked("leaves-limp", Present)}, true},
		"bulbs":               {Patient{Looks: looked("bulbs-shrivelled", Present)}, true},
		"came with such":      {Patient{Intake: came}, true},
		"and they are not":    {Patient{Intake: came, Looks: looked("bulbs-shrivelled", Absent)}, false},
		"and was housed":      {Patient{Intake: came, Homes: []Home{{From: "2030-05-01", Potted: true}}}, false},
		"thinner since":       {Patient{Seen: []Seen{on("2030-05-02", Checkin{Bulbs: "thinner"})}}, true},
		"firm since":          {Patient{Given: Given{Limp: true}, Seen: []Seen{on("2030-05-02", Checkin{Leaf: "firm"})}}, false},
		"the last one speaks": {Patient{Seen: []Seen{on("2030-05-02", Checkin{Leaf: "limp"}), on("2030-05-03", Checkin{Bulbs: "plumper"})}}, false},
		"of leaves nothing":   {Patient{Seen: []Seen{on("2030-05-02", Checkin{Leaf: "limp"}), on("2030-05-03", Checkin{Smell: "none"})}}, true},
	} {
		p := x.p
		p.Day = "2030-05-20"
		assert.Equal(t, x.limp, p.Condition().Limp(), name)
	}
}

// It is dry until it is watered, from the day of the look on.
func TestDryUntilItIsWatered(t *testing.T) {
	p := lookedAt(Inspection{Findings: Findings{"pot-light": Present}})
	dry := func(care ...Tended) bool { p.Care = care; return p.Stands().Checked().Dry() }
	assert.True(t, dry())
	assert.False(t, dry(Tended{On: "2030-05-01", Job: "soak", Outcome: TendedDone}))
	assert.True(t, dry(Tended{On: "2030-04-30", Job: "soak", Outcome: TendedDone}), "before the look")
	assert.True(t, dry(Tended{On: "2030-05-02", Job: "soak", Outcome: TendedLeft}))
	assert.True(t, dry(Tended{On: "2030-05-02", Job: "air", Outcome: TendedDone}), "that is no water")
	p = lookedAt(Inspection{})
	assert.False(t, dry())
}

// What the followed roots say of the whole plant.
func TestTheWholePlantByItsFollowedRoots(t *testing.T) {
	whole := Checkin{Roots: []Taped{
		{Root: "A", LengthMM: mm(30), Tip: "still", At: "edge", New: true},
		{Root: "B", LengthMM: mm(80), Tip: "dry", At: "water"},
		{Root: "C", LengthMM: mm(12), Tip: "growing", At: "air", New: true},
		{Root: "D", LengthMM: mm(90), Kept: No, At: "water", New: true, Branched: Yes},
		{Root: "E", Branched: Yes},
	}}.Whole()
	assert.Equal(t, 30.0, *whole.LongestMM, "of new ones that are left")
	assert.Equal(t, "edge", whole.TipsAt, "a tip that dried is nowhere")
	assert.Equal(t, "growing", whole.TipState, "the best speaks")
	assert.Equal(t, "branched", whole.OldRoots)
	none := Checkin{Tips: count(0), Roots: []Taped{{Root: "A", LengthMM: mm(30), Tip: "still", At: "edge",
		New: true}}}.Whole()
	assert.Nil(t, none.LongestMM)
	assert.Empty(t, none.TipsAt+none.TipState)
	own := Checkin{LongestMM: mm(5), TipsAt: "air", TipState: "dry", OldRoots: "kept", Roots: whole.Roots}.Whole()
	assert.Equal(t, []any{5.0, "air", "dry", "kept"}, []any{*own.LongestMM, own.TipsAt, own.TipState, own.OldRoots})
	fresh := Checkin{Roots: []Taped{{Root: "A", Branched: Yes, New: true, Tip: "black", At: "half"}}}.Whole()
	assert.Empty(t, fresh.OldRoots, "a new root is no old one")
	assert.Empty(t, fresh.TipsAt)
	assert.Equal(t, "black", fresh.TipState)
	list := Followed([]Seen{
		on("2030-05-01", Checkin{Roots: []Taped{{Root: "A", New: true}}}),
		on("2030-05-08", Checkin{Roots: []Taped{{Root: "A", LengthMM: mm(9)}, {Root: "B", LengthMM: mm(70)}}}),
	})
	assert.Equal(t, 9.0, *list[1].Noted.LongestMM, "new once, new at each")
	assert.Equal(t, []string{"root A: 9 mm", "root B: 70 mm"}, english.Lines(Checkin{Roots: list[1].Noted.Roots}.InShort(nil)))
	assert.Equal(t, "root C: 3 mm, still, half, branched, lost",
		english.Say(Taped{Root: "C", LengthMM: mm(3), Tip: "still", At: "half", Branched: Yes, Kept: No}.inShort(nil)))
}

func TestFaultsAcrossFields(t *testing.T) {
	for _, x := range []struct {
		field string
		of    fault.List
	}{
		{"roots[1].root", Checkin{Roots: []Taped{{Root: "A", Tip: "dry"}, {Root: "A", Tip: "dry"}}}.Faults()},
		{"roots[0].length_mm", Checkin{Roots: []Taped{{Root: "A", New: true}}}.Faults()},
		{"roots[0].tip", Checkin{Roots: []Taped{{Root: "A", Kept: No, Tip: "still"}}}.Faults()},
		{"roots[0].tip", Checkin{Roots: []Taped{{Root: "A", Kept: No, Tip: "growing"}}}.Faults()},
		{"", Checkin{Roots: []Taped{{Root: "A", Kept: No, Tip: "black"}}}.Faults()},
		{"roots[0].error_mm", Checkin{Roots: []Taped{{Root: "A", Tip: "still", ErrorMM: mm(1)}}}.Faults()},
		{"", Checkin{Roots: []Taped{{Root: "A", LengthMM: mm(9), ErrorMM: mm(1)}}}.Faults()},
		{"", Checkin{Tips: count(0), LongestMM: mm(0)}.Faults()},
		{"blades", Intake{LeafCount: 1, Blades: make([]leaves.Blade, 2)}.Faults()},
		{"", Intake{LeafCount: 2, Blades: make([]leaves.Blade, 2)}.Faults()},
		{"", Intake{Blades: make([]leaves.Blade, 2)}.Faults()},
		{"claims[1].low_c", Intake{Claims: []Claim{{LowC: mm(9)}, {LowC: mm(21), HighC: mm(20)}}}.Faults()},
		{"", Intake{Claims: []Claim{{LowC: mm(20), HighC: mm(20)}, {HighC: mm(3)}}}.Faults()},
		{"night_low_c", Inspection{NightLowC: mm(21), DayHighC: mm(20)}.Faults()},
		{"", Inspection{NightLowC: mm(20), DayHighC: mm(20)}.Faults()},
		{"", Inspection{NightLowC: mm(20)}.Faults()},
		{"night_low_c", Look{On: "2030-05-01", Noted: Inspection{NightLowC: mm(21), DayHighC: mm(20)}}.Faults()},
		{"again_on", Look{On: "2030-05-01", Noted: Inspection{AgainOn: "2030-05-01"}}.Faults()},
		{"", Look{On: "2030-05-01", Noted: Inspection{AgainOn: "2030-05-02"}}.Faults()},
	} {
		found := ""
		if len(x.of) > 0 {
			found = x.of[0].Field
		}
		assert.Equal(t, x.field, found)
	}
}

// The side it follows where claims contradict; what it has stood is below what would hurt its kind.
func TestItsOwnNights(t *testing.T) {
	claims := []Claim{{By: "maker", LowC: mm(19), HighC: mm(28)}, {By: "genus", LowC: mm(12), HighC: mm(40)}}
	minima := func(side disputes.SideCode, in Intake) Minima {
		p := &Patient{Profile: kind(t, "phalaenopsis"), Intake: in, Sides: Sides{disputes.CareFigures: side}}
		return p.Around().Minima()
	}
	plain := minima(disputes.KeepBoth, Intake{})
	own, injury := plain.Growth.Value, plain.Injury.Value
	assert.Empty(t, plain.By)
	maker := minima(disputes.Maker, Intake{Claims: claims})
	assert.Equal(t, []any{19.0, 28.0, "maker"}, []any{maker.Growth.Value, maker.Most, maker.By})
	genus := minima(disputes.Genus, Intake{Claims: claims})
	assert.Equal(t, []any{12.0, 40.0, "genus"}, []any{genus.Growth.Value, genus.Most, genus.By})
	both := minima(disputes.KeepBoth, Intake{Claims: claims})
	assert.Equal(t, []any{19.0, 28.0, "maker"}, []any{both.Growth.Value, both.Most, both.By}, "the more careful of each")
	alike := minima(disputes.KeepBoth, Intake{Claims: []Claim{{By: "grower", LowC: &own, HighC: &plain.Most}}})
	assert.Equal(t, plain, alike, "the same is no other")
	for _, x := range [][2]float64{{injury - 2, injury - 2}, {injury, injury}, {injury + 1, injury}} {
		m := minima(disputes.KeepBoth, Intake{StoodLowC: &x[0]})
		assert.Equal(t, x[1], m.Injury.Value)
		assert.Equal(t, min(plain.Injury.Low, x[1]), m.Injury.Low)
	}
}

func TestWhereItsKindGrows(t *testing.T) {
	tree, rock, lime, unsaid := Parent{Grows: "tree"}, Parent{Grows: "rock"}, Parent{Grows: "limestone"}, Parent{}
	for _, x := range []struct {
		in         Intake
		where      string
		contradict bool
	}{
		{Intake{}, "", false},
		{Intake{Lime: "yes", Parents: []Parent{tree}}, "limestone", false},
		{Intake{Parents: []Parent{unsaid, tree, tree}}, "tree", false},
		{Intake{Parents: []Parent{tree, rock}}, "", true},
		{Intake{Parents: []Parent{lime}}, "limestone", false},
		{Intake{Lime: "no", Parents: []Parent{lime}}, "", true},
		{Intake{Lime: "no", Parents: []Parent{tree}}, "tree", false},
	} {
		where, contradict := x.in.Grows()
		assert.Equal(t, []any{x.where, x.contradict}, []any{where, contradict}, x)
	}
}
