package causes

import (
	"math/bits"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// firm and lost are batches of four roots at a depth, of a growth.
func firm(id string, depth roots.Depth, growth int) roots.Root {
	return batch(id, 4, depth, growth, run(80, roots.Firm, roots.ColourPale))
}

func lost(id string, depth roots.Depth, growth int) roots.Root {
	return batch(id, 4, depth, growth, run(80, roots.Hollow, roots.EvenBrown))
}

// Where roots were lost and where they are sound: in the core or at the bottom beside sound ones outside is a
// loss in the core; at the surface with sound ones below one at the surface. Doubt says nothing. Common practice,
// no source.
func TestWhereRootsWereLost(t *testing.T) {
	for name, x := range map[string]struct {
		core, surface patient.FindingState
		roots         []roots.Root
	}{
		"core, edge sound":        {Present, "", []roots.Root{lost("a", roots.Core, 0), firm("b", roots.Edge, 0)}},
		"bottom, surface sound":   {Present, Absent, []roots.Root{lost("a", roots.Bottom, 0), firm("b", roots.Surface, 0)}},
		"core, in the air sound":  {Present, "", []roots.Root{lost("a", roots.Core, 0), firm("b", roots.Aerial, 0)}},
		"core, nothing else read": {"", "", []roots.Root{lost("a", roots.Core, 0)}},
		"core, and outside too":   {"", "", []roots.Root{lost("a", roots.Core, 0), lost("b", roots.Edge, 0)}},
		"core sound":              {Absent, "", []roots.Root{firm("a", roots.Core, 0)}},
		"bottom sound":            {Absent, "", []roots.Root{firm("a", roots.Bottom, 0)}},
		"core and bottom sound":   {Absent, "", []roots.Root{firm("a", roots.Core, 0), firm("b", roots.Bottom, 0)}},
		"core mixed": {"", "",
			[]roots.Root{firm("a", roots.Core, 0), lost("b", roots.Core, 0), firm("c", roots.Edge, 0)}},
		"core sound, bottom lost": {"", "", []roots.Root{firm("a", roots.Core, 0), lost("b", roots.Bottom, 0)}},
		"edge sound alone":        {"", "", []roots.Root{firm("a", roots.Edge, 0)}},
		"surface, edge sound":     {"", Present, []roots.Root{lost("a", roots.Surface, 0), firm("b", roots.Edge, 0)}},
		"surface, bottom sound":   {Absent, Present, []roots.Root{lost("a", roots.Surface, 0), firm("b", roots.Bottom, 0)}},
		"surface alone":           {"", "", []roots.Root{lost("a", roots.Surface, 0)}},
		"surface and core, edge not": {Present, "",
			[]roots.Root{lost("a", roots.Surface, 0), lost("b", roots.Core, 0), firm("c", roots.Edge, 0)}},
		"surface sound": {"", Absent, []roots.Root{firm("a", roots.Surface, 0)}},
	} {
		said := knows(t, "cattleya", roots.Reading{Roots: x.roots}, nil)
		assert.Equal(t, x.core, said["loss-in-core"], "%s: in the core", name)
		assert.Equal(t, x.surface, said["loss-at-surface"], "%s: at the surface", name)
	}
	oldest := func(first, last func(string, roots.Depth, int) roots.Root) patient.FindingState {
		return knows(t, "cattleya", roots.Reading{Roots: []roots.Root{first("a", "", 1), last("b", "", 2)}}, nil)["loss-oldest-first"]
	}
	assert.Equal(t, Present, oldest(lost, firm))
	assert.Equal(t, Absent, oldest(firm, firm))
	assert.Empty(t, oldest(firm, lost))
	assert.Empty(t, knows(t, "cattleya", roots.Reading{Roots: []roots.Root{lost("a", "", 1)}}, nil)["loss-oldest-first"])
}

// One in ten mushy is mushy, a house rule; none is said only where every root was felt, and no colour is ruled out
// that was not looked for.
func TestWhatStretchesSay(t *testing.T) {
	of := func(all ...roots.Root) patient.Findings { return knows(t, "cattleya", roots.Reading{Roots: all}, nil) }
	pale := run(80, roots.Firm, roots.ColourPale)
	mushy := run(80, roots.Mushy, "")
	assert.Equal(t, Present, of(batch("a", 1, "", 0, mushy), batch("b", 9, "", 0, pale))["mushy-roots"])
	assert.Empty(t, of(batch("a", 1, "", 0, mushy), batch("b", 10, "", 0, pale))["mushy-roots"], "one of eleven")
	assert.Equal(t, Absent, of(batch("b", 9, "", 0, pale))["mushy-roots"])
	assert.Empty(t, of(batch("a", 1, "", 0, run(80, "", "")), batch("b", 9, "", 0, pale))["mushy-roots"], "one was not felt")
	assert.Empty(t, of(batch("a", 9, "", 0, pale, run(80, "", "")))["mushy-roots"], "nor was one of its stretches")
	none := of()
	assert.Empty(t, none["mushy-roots"]+none["hard-patches"], "no root, no word on it")
	assert.Equal(t, Present, of(batch("a", 9, "", 0, pale, mushy))["mushy-roots"], "an end is enough")
	assert.Equal(t, Present, of(batch("a", 9, "", 0, run(80, roots.Firm, roots.PatchesSmooth)))["smooth-patches"])
	assert.Empty(t, of(batch("a", 9, "", 0, run(80, roots.Hollow, roots.PatchesSmooth),
		run(9, roots.Firm, "")))["smooth-patches"])
	assert.Equal(t, Absent, of(batch("a", 9, "", 0, pale))["hard-patches"])
	assert.Empty(t, of(batch("a", 9, "", 0, pale), batch("b", 1, "", 0, run(80, roots.Firm, "")))["hard-patches"])
	greens := run(80, roots.Firm, "")
	greens.Wetting = roots.Greens
	assert.Equal(t, Absent, of(batch("a", 9, "", 0, greens))["hard-patches"], "wetted, it greened")
	stained := knows(t, "cattleya", roots.Reading{Stained: true, Roots: []roots.Root{firm("a", "", 0)}}, nil)
	assert.Equal(t, Present, stained["pot-stained"])
	assert.Empty(t, stained["crust"])
	tips := func(growth patient.Growth) patient.FindingState {
		root := firm("a", "", 0)
		root.Tip = roots.Growing
		return knows(t, "cattleya", roots.Reading{Roots: []roots.Root{root}},
			func(p *patient.Patient) { p.Looks[0].Noted.Growth = growth })["tips-growing"]
	}
	assert.Equal(t, Present, tips(""))
	assert.Equal(t, Present, tips(patient.NewRoots), "said once, by the look")
}

// Of the place: what is beyond what its kind bears; nights say something of growth only where it stalls.
func TestWhatThePlaceSays(t *testing.T) {
	of := func(low, high float64, change func(*patient.Patient)) patient.Findings {
		return knows(t, "phalaenopsis", roots.Reading{}, func(p *patient.Patient) {
			p.Looks[0].Noted.NightLowC, p.Looks[0].Noted.DayHighC = &low, &high
			if change != nil {
				change(p)
			}
		})
	}
	shows := at(t, "phalaenopsis")
	shows.Looks[0].Noted.Growth = patient.NewRoots
	i := slices.IndexFunc(Knows(shows), func(k Known) bool { return k.Finding == "tips-growing" })
	assert.Equal(t, shows.Looks[0].On, Knows(shows)[i].From.Sense.Day, "seen at the look")
	m := at(t, "phalaenopsis").Around().Minima()
	injury, grows, most := m.Injury.Value, m.Growth.Value, m.Most
	assert.Equal(t, Absent, of(injury, most, nil)["cold-night"])
	assert.Equal(t, Present, of(injury-0.1, most, nil)["cold-night"])
	assert.Equal(t, Absent, of(injury, most, nil)["hot-day"])
	assert.Equal(t, Present, of(injury, most+0.1, nil)["hot-day"])
	idle := func(p *patient.Patient) { p.Looks[0].Noted.Growth = patient.Idle }
	stalled := func(p *patient.Patient) { p.Looks[0].Noted.Findings = patient.Findings{"growth-stalled": Present} }
	smaller := func(mm float64) func(*patient.Patient) {
		return func(p *patient.Patient) {
			before := 100.0
			p.Looks[0].Noted.NewestLeafMM, p.Looks[0].Noted.LeafBeforeMM = &mm, &before
		}
	}
	assert.Empty(t, of(grows-1, most, nil)["cool-nights"], "it grows")
	for _, stalls := range []func(*patient.Patient){idle, stalled, smaller(50)} {
		assert.Equal(t, Present, of(grows-0.1, most, stalls)["cool-nights"])
		assert.Equal(t, Absent, of(grows, most, stalls)["cool-nights"])
	}
	assert.Empty(t, of(grows-1, most, smaller(120))["cool-nights"])
	assert.Equal(t, Absent, of(grows, most, smaller(120))["growth-smaller"])
	air := func(percent float64, light string) patient.Findings {
		return knows(t, "phalaenopsis", roots.Reading{}, func(p *patient.Patient) {
			p.Site = &patient.Site{Name: "Sill", Light: light, Percent: &percent, Climate: &climate.Station{
				Zone: time.UTC, Usual: &climate.Day{LowC: 18, HighC: 25}, UsualHumidity: &percent,
			}}
		})
	}
	assert.Equal(t, []patient.FindingState{Present, "", Absent}, []patient.FindingState{
		air(30, "")["dry-air"], air(55, "")["dry-air"], air(90, "")["dry-air"],
	})
	assert.Equal(t, []patient.FindingState{Present, Absent, ""}, []patient.FindingState{
		air(55, "sun")["strong-sun"], air(55, "shade")["strong-sun"], air(55, "east")["strong-sun"],
	})
	moved := func(p *patient.Patient) {
		p.Looks[0].Noted.Growth = patient.NewRoots
		p.Looks[0].On, p.Homes = "2030-06-10", []patient.Home{{From: "2030-06-12", Potted: true, Way: "bark"}}
	}
	assert.Empty(t, of(20, 25, moved)["tips-growing"], "those were seen before its move")
}

// Of intake and care: at the last day that counts, and the day after. Days are house rules.
func TestWhatIntakeAndCareSayToTheDay(t *testing.T) {
	of := func(change func(*patient.Patient)) patient.Findings {
		return knows(t, "cattleya", roots.Reading{}, change)
	}
	arrived := func(on string) patient.FindingState {
		return of(func(p *patient.Patient) { p.Intake.ArrivedOn = on })["moved-lately"]
	}
	assert.Equal(t, Present, arrived("2030-05-04"), "42 days")
	assert.Empty(t, arrived("2030-05-03"))
	sprayed := func(on string, terete bool) patient.FindingState {
		return of(func(p *patient.Patient) {
			p.Intake.TereteLeaves = terete
			p.Rounds = []patient.TreatedDay{{On: on, Products: []string{"oil"}}}
		})["oil-or-soap"]
	}
	assert.Equal(t, Present, sprayed("2030-05-04", false), "42 days")
	assert.Empty(t, sprayed("2030-05-03", false))
	assert.Empty(t, sprayed("2030-05-04", true), "no oil for its leaves")
	bulbs := func(state patient.BulbState, homes ...patient.Home) patient.FindingState {
		return of(func(p *patient.Patient) { p.Intake.BulbState, p.Homes = state, homes })["bulbs-shrivelled"]
	}
	assert.Equal(t, Present, bulbs(patient.Shrivelled))
	assert.Empty(t, bulbs(patient.Shrivelled, patient.Home{From: "2030-06-01", Way: "bark", Potted: true}), "that was before")
	fed := func(how string) []patient.FindingState {
		said := of(func(p *patient.Patient) { p.Intake.FedSoFar = how })
		return []patient.FindingState{said["heavy-feeding"], said["unfed"]}
	}
	assert.Equal(t, []patient.FindingState{Present, ""}, fed("heavy"))
	assert.Equal(t, []patient.FindingState{"", Absent}, fed("some"))
	medium := func(name string) patient.FindingState {
		return of(func(p *patient.Patient) { p.Intake.OldMedium = name })["medium-organic"]
	}
	assert.Equal(t, []patient.FindingState{Present, Absent, Absent, "", ""}, []patient.FindingState{
		medium("husk"), medium("mount"), medium("none"), medium("other"), medium(""),
	})
	assert.Equal(t, Absent, of(func(p *patient.Patient) { p.Intake.WaterSoFar = "soft" })["hard-water"])
	wound := func(on string) patient.FindingState {
		return of(func(p *patient.Patient) { p.Incidents = []patient.Incident{{On: on, What: "torn-leaf"}} })["wound"]
	}
	assert.Equal(t, Present, wound("2030-05-18"), "four weeks it is fresh")
	assert.Empty(t, wound("2030-05-17"))
	class := func(of string) patient.FindingState {
		return knows(t, "vanda", roots.Reading{}, func(p *patient.Patient) { p.Intake.RootClass = of })["brown-by-nature"]
	}
	assert.Equal(t, []patient.FindingState{Absent, Present}, []patient.FindingState{class("pale"), class("brown")})
	pot := func(of string) patient.FindingState {
		return knows(t, "vanda", roots.Reading{}, func(p *patient.Patient) { p.Intake.Pot = of })["clear-pot"]
	}
	assert.Equal(t, []patient.FindingState{Present, Absent, Absent, ""}, []patient.FindingState{
		pot("clear"), pot("clay"), pot("opaque"), pot(patient.NoPot),
	})
	aged := func(on string) patient.FindingState {
		return of(func(p *patient.Patient) { p.Intake.LastRepotted = on })["medium-old"]
	}
	assert.Equal(t, []patient.FindingState{Present, "", Absent}, []patient.FindingState{
		aged("2028-05-31"), aged("2028-06"), aged("2028-07-15"),
	}, "two years, of a medium that is not known; a month may be either")
	old := func(on string, word patient.FindingState) bool {
		p := at(t, "cattleya")
		p.Intake.LastRepotted, p.Looks[0].Noted.Findings = on, patient.Findings{"medium-old": word}
		return MediumOld(p)
	}
	assert.True(t, old("2028-05-15", ""), "two years and more")
	assert.False(t, old("2028-08-15", ""))
	assert.True(t, old("2030-06-01", Present), "the user's word goes first")
	assert.False(t, old("2020-06-01", Absent))
	assert.False(t, old("", ""), "nobody knows")
}

// Roots that may be few are not said to be; those that starve it are.
func TestFewRootsOnlyWhereThatIsSure(t *testing.T) {
	few := func(all ...roots.Root) patient.FindingState {
		return knows(t, "phalaenopsis", roots.Reading{Roots: all}, nil)["few-live-roots"]
	}
	assert.Equal(t, Absent, few(batch("a", 14, "", 0, run(120, roots.Firm, roots.ColourPale))))
	assert.Equal(t, Present, few(batch("a", 14, "", 0, run(120, roots.Mushy, ""))))
	assert.Empty(t, few(batch("a", 14, "", 0, run(120, "", ""))))
}

// Acted on from even chances, of what spreads from one in four; an alarm from 12 %. House rules.
func TestWhatIsActedOnAtItsFigures(t *testing.T) {
	k := Table()
	chances, settled := make([]float64, len(k.Causes)), make([]held, len(k.Causes))
	slow, urgent := -1, -1
	for i, c := range k.Causes {
		if c.Urgent {
			urgent = i
		} else if c.Kind == "harmful" {
			slow = i
		}
	}
	acts := func(cause int, chance float64, word held) bool {
		chances[cause], settled[cause] = chance, word
		defer func() { chances[cause], settled[cause] = 0, open }()
		return k.actsOn(chances, settled) == 1<<cause
	}
	assert.True(t, acts(slow, 0.5, open))
	assert.False(t, acts(slow, 0.4999, open))
	assert.True(t, acts(urgent, 0.25, open))
	assert.False(t, acts(urgent, 0.2499, open))
	assert.True(t, acts(slow, 0, holds))
	assert.False(t, acts(slow, 1, rejected))
	stands := func(cause int, chance float64) int {
		return k.stands(Judged{Code: k.Causes[cause].Code, Chance: chance})
	}
	assert.Equal(t, []int{0, 1, 0, 1}, []int{stands(slow, 0.5), stands(slow, 0.4999), stands(urgent, 0.25),
		stands(urgent, 0.2499)})
	for chance, code := range map[float64]string{
		0: "ruled-out", 0.02: "unlikely", 0.1: "possible", 0.35: "even", 0.65: "likely", 0.9: "certain", 1: "certain", 2: "certain",
	} {
		assert.Equal(t, code, k.BandOf(chance), "%v", chance)
	}
	assert.Equal(t, "no such band", english.Say(k.BandWords("no such band")))
	assert.True(t, k.settles(0.1199, 0.05))
	assert.True(t, k.settles(0.9, 0.05))
	assert.False(t, k.settles(0.12, 0.05))
	assert.False(t, k.settles(0.8999, 0.05))
	assert.False(t, k.settles(0.1, 0.0499), "an answer that hardly ever comes")
	asked := func(chance float64, word held, alarms ...string) bool {
		chances[slow], settled[slow] = chance, word
		defer func() { chances[slow], settled[slow] = 0, open }()
		return inquiry{Knowledge: k, believed: &posterior{chances: chances}, settled: settled}.inQuestion(alarms)[slow]
	}
	assert.True(t, asked(0.1, open))
	assert.False(t, asked(0.0999, open), "so unlikely it is left")
	assert.True(t, asked(0.8999, open))
	assert.False(t, asked(0.9, open), "so likely it is settled")
	assert.False(t, asked(0.5, holds))
	assert.True(t, asked(0.01, open, k.Causes[slow].Code), "an alarm")
}

// What other engines hear: of causes that are acted on what they ask for, and that one spreads only where it is
// likely or confirmed, an urgent one that is merely possible does not.
func TestWhatOthersHear(t *testing.T) {
	urgent, slow := "", ""
	for _, c := range Table().Causes {
		if c.Urgent && len(c.Do) > 0 {
			urgent = c.Code
		} else if c.Kind == "harmful" && len(c.Do) > 0 && slow == "" {
			slow = c.Code
		}
	}
	spreads := func(j Judged) bool { return Verdict{Causes: []Judged{j}}.Heard().Spreads }
	assert.True(t, spreads(Judged{Code: urgent, ActOn: true, Chance: 0.5}))
	assert.False(t, spreads(Judged{Code: urgent, ActOn: true, Chance: 0.4999}))
	assert.True(t, spreads(Judged{Code: urgent, ActOn: true, Settled: Confirmed}))
	assert.False(t, spreads(Judged{Code: urgent, Chance: 1}), "it is not acted on")
	assert.False(t, spreads(Judged{Code: slow, ActOn: true, Chance: 1}))
	c, _ := Table().Cause(slow)
	h := Verdict{
		Causes: []Judged{{Code: slow, ActOn: true, Chance: 0.7}, {Code: "none", ActOn: true, Chance: 0.2}},
		Plan:   []string{c.Do[0], KeepApart},
	}.Heard()
	assert.Equal(t, []string{slow}, h.Acted)
	assert.Equal(t, []string{slow}, h.Asked[c.Do[0]])
	assert.Equal(t, map[string]float64{slow: 0.7, "none": 0.2}, h.Chances)
	assert.True(t, h.Apart)
	assert.False(t, h.Alarm)
	assert.True(t, Verdict{Alarms: []string{urgent}}.Heard().Alarm)
}

// Two plants with the same clues are judged alike, and those that differ in one are told apart; a cause of one's
// own that turned out wrong is none.
func TestWhatBearsOnTheCauses(t *testing.T) {
	p := at(t, "cattleya")
	name := Clues(p)
	assert.Equal(t, name, Clues(at(t, "cattleya")))
	q := at(t, "cattleya")
	q.Looks[0].Noted.Findings = patient.Findings{"crust": Present}
	assert.NotEqual(t, name, Clues(q))
	q.Looks[0].Noted = patient.Inspection{
		Added:     []patient.Added{{Name: " Cat "}, {Name: "Dog", TurnedOut: patient.Wrong}},
		Decisions: map[string]patient.Decision{"snails": {Word: Confirmed}},
	}
	c := cluesOf(q)
	assert.Equal(t, []string{"Cat"}, c.Added)
	assert.Equal(t, Confirmed, c.Settled["snails"])
	assert.Contains(t, Hear(q).Acted, "snails")
	_, ok := Table().Worry("none")
	assert.False(t, ok)
	w, ok := Table().Worry(Table().Worries[0].Code)
	assert.True(t, ok)
	assert.Equal(t, Table().Worries[0].Code, w.Code)
	assert.True(t, Line{Say: acting}.Judged())
	assert.False(t, Line{Say: unlooked}.Judged())
	assert.False(t, Line{}.Judged())
}

// A check costs what it costs where it is made, and the unpotting on top while the plant stands in its pot.
func TestWhatACheckCosts(t *testing.T) {
	k, g := Table(), Table().FindingFigures
	own := knowledge.Number{Value: 7}
	assert.InDelta(t, g.MinutesLook.Value, k.minutes(Finding{At: "look"}, false), 1e-12)
	for at, usual := range map[string]float64{"unpot": g.MinutesUnpot.Value, "roots": g.MinutesRoots.Value,
		"cut": g.MinutesCut.Value} {
		assert.InDelta(t, usual, k.minutes(Finding{At: at}, true), 1e-12)
		assert.InDelta(t, usual+g.MinutesToUnpot.Value, k.minutes(Finding{At: at}, false), 1e-12)
	}
	assert.InDelta(t, 7, k.minutes(Finding{At: "care", Minutes: &own}, false), 1e-12)
	c := clues{}
	assert.False(t, c.applies(Finding{Only: "bulbs"}))
	assert.True(t, clues{Bulbs: true}.applies(Finding{Only: "bulbs"}))
	assert.True(t, c.applies(Finding{Only: "pot"}))
	assert.False(t, clues{Bare: true}.applies(Finding{Only: "pot"}))
	assert.False(t, clues{Rootless: true}.applies(Finding{Part: "roots"}))
	assert.False(t, c.applies(Finding{Plain: true}))
}

// Bits a minute put the checks in their order; what decides on something that spreads goes before all.
func TestTheOrderOfChecks(t *testing.T) {
	v := Table().judge(clues{Group: "cattleya", Bulbs: true,
		Findings: patient.Findings{"leaves-limp": Present, "stays-wet": Present}})
	require.Greater(t, len(v.Next), 2)
	for i := 1; i < len(v.Next); i++ {
		a, b := v.Next[i-1], v.Next[i]
		assert.True(t, a.Urgent || a.Bits/a.Minutes >= b.Bits/b.Minutes-1e-4, "%s before %s", a.Finding, b.Finding)
	}
	assert.LessOrEqual(t, len(v.Next), 6)
	for _, n := range v.Next {
		assert.GreaterOrEqual(t, n.Bits/n.Minutes, 0.002-1e-4)
		assert.InDelta(t, 1, n.Yes.Chance+n.No.Chance, 2e-4)
		assert.LessOrEqual(t, len(n.Yes.Moves), 3)
		for _, o := range []Outcome{n.Yes, n.No} {
			moved := map[string]bool{}
			for _, m := range o.Moves {
				assert.Greater(t, abs(m.To-m.From), 0.0198)
				moved[m.Cause] = true
			}
			assert.Len(t, moved, len(o.Moves), "each once")
		}
		assert.NotEmpty(t, append(n.Yes.Moves, n.No.Moves...))
	}
	assert.InDelta(t, 1, entropy(0.5), 1e-12)
	assert.InDelta(t, 0.469, entropy(0.1), 0.0005) // by hand: 0.1·3.3219 + 0.9·0.1520
	assert.Zero(t, entropy(0)+entropy(1))
}

func abs(v float64) float64 { return max(v, -v) }

// What a line names: those acted on by their bands, the harmless beside, else the two likeliest.
func TestWhatALineNames(t *testing.T) {
	k := Table()
	var harmful []string
	harmless := ""
	for _, c := range k.Causes {
		if c.Kind == "harmful" {
			harmful = append(harmful, c.Code)
		} else {
			harmless = c.Code
		}
	}
	chances, settled := make([]float64, len(k.Causes)), make([]held, len(k.Causes))
	line := func(acted ...string) Line {
		v := Verdict{}
		for i, c := range k.Causes {
			j := Judged{Code: c.Code, Chance: chances[i]}
			for _, code := range acted {
				j.ActOn = j.ActOn || code == c.Code
			}
			v.Causes = append(v.Causes, j)
		}
		return inquiry{Knowledge: k, believed: &posterior{chances: chances}, settled: settled, looked: true}.line(v)
	}
	assert.Equal(t, wellSeen, line().Say)
	for i, code := range harmful[:3] {
		chances[k.causeAt[code]] = []float64{0.1, 0.3, 0.2}[i]
	}
	assert.Equal(t, Line{Say: unclear, Possible: []string{harmful[1], harmful[2]}}, line())
	settled[k.causeAt[harmful[1]]] = rejected
	assert.Equal(t, []string{harmful[2], harmful[0]}, line().Possible)
	settled[k.causeAt[harmful[0]]] = holds
	l := line(harmful[0], harmful[2], harmless)
	assert.Equal(t, []Acting{{Cause: harmful[0]}, {Cause: harmful[2], Band: "possible"}}, l.Acting)
	assert.Equal(t, []string{harmless}, l.Harmless)
	assert.Empty(t, l.Possible)
	assert.Contains(t, english.Say(k.Words(l)), ": confirmed.")
	assert.Equal(t, unlooked, inquiry{}.line(Verdict{}).Say)
	assert.Equal(t, acting, inquiry{Knowledge: k, clues: clues{Added: []string{"Cat"}}}.line(Verdict{}).Say)
	assert.Equal(t, "Cat: confirmed.", english.Say(k.Words(Line{Say: acting, Acting: []Acting{{Own: "Cat"}}})))
	assert.Equal(t, "Not clear yet: none.", english.Say(k.Words(Line{Say: unclear, Possible: []string{"none"}})))
}

// As many causes and actions as a set holds, and no more; figures within their bounds.
func TestATableAtItsBounds(t *testing.T) {
	full := whole()
	for len(full.Actions) < bits.UintSize {
		full.Actions = append(full.Actions, Action{})
	}
	require.NoError(t, full.compile())
	full.Actions = append(full.Actions, Action{})
	require.Error(t, full.compile())
	sure := func(hit, wrong float64) error {
		k := whole()
		k.Findings[0].Hit, k.Findings[0].FalseAlarm = &knowledge.Number{Value: hit}, &knowledge.Number{Value: wrong}
		return k.compile()
	}
	require.NoError(t, sure(0.99, 0.01))
	for _, spoilt := range [][2]float64{{0.8, 0}, {0.5, 0.5}, {1, 0.1}, {0.4, 0.5}} {
		assert.Error(t, sure(spoilt[0], spoilt[1]), "%v", spoilt)
	}
	detail := whole()
	detail.Findings[0].DetailOf = "none"
	require.ErrorContains(t, detail.compile(), "detail of the unknown finding")
	care := whole()
	care.Findings[0].At, care.Worries = "care", worry("leaves-limp", "leaves")
	require.ErrorContains(t, care.compile(), "which no look finds")
	group := whole()
	group.Causes[0].Groups["vanda"] = knowledge.Code{Value: "sometimes"}
	require.ErrorContains(t, group.compile(), "not on the scale")
	bare := whole()
	bare.Findings[0].Theme, bare.Findings[0].Base = "", &knowledge.Number{Value: 0.1}
	bare.FindingFigures.Hit, bare.FindingFigures.FalseAlarm = knowledge.Number{Value: 0.9}, knowledge.Number{Value: 0.1}
	require.NoError(t, bare.compile())
	assert.Equal(t, witness{1, 0.9, 0.1}, bare.model.findings[0], "a theme of its own, by the figures of one")
}
