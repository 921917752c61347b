package wishes_test

import (
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"os"
	"runtime"
	"slices"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
	"therapeon/core/wishes"
	"therapeon/language/english"
)

const today = "2030-05-15"

// drawer draws plants as they come: most of what can be known of them, some of it not.
type drawer struct{ *rand.Rand }

func (d drawer) is(chance float64) bool { return d.Float64() < chance }

func pick[T any](d drawer, of ...T) T { return of[d.IntN(len(of))] }

func (d drawer) ago(most int) string {
	on, _ := time.Parse(time.DateOnly, today)
	return on.AddDate(0, 0, -d.IntN(most)).Format(time.DateOnly)
}

// noon is the moment that the plants are asked about at.
func (drawer) noon() time.Time {
	now, _ := time.Parse(time.DateOnly, today)
	return now.Add(12 * time.Hour)
}

func (d drawer) plant() *patient.Patient {
	p := &patient.Patient{
		Profile: pick(d, taxa.All()...), Judge: remembering(), Now: d.noon(),
		House: patient.House{CutMarginMM: 4, South: d.is(0.2)}, Sides: patient.Sides{},
	}
	p.Intake = patient.Intake{
		Group: p.Profile.Code, LeafCount: d.IntN(9), BulbCount: d.IntN(9),
		KeptApart: d.is(0.1), TereteLeaves: d.is(0.05),
		Pot:       pick(d, "", "clear", "opaque", "clay", "basket", "mount", "none"),
		OldMedium: pick(d, "", "bark", "bark-moss", "moss", "mineral", "compost", "none"),
		BulbState: pick(d, "", patient.Plump, patient.Mixed, patient.Shrivelled),
		Flowering: pick(d, "", patient.NotFlowering, patient.Spike, patient.Bloom),
	}
	p.Intake = p.Intake.OfKind()
	if d.is(0.7) {
		p.Intake.LastRepotted = d.ago(900)
	}
	if d.is(0.6) {
		p.Intake.ArrivedOn = d.ago(pick(d, 25, 900))
	}
	for _, q := range disputes.All() {
		if d.is(0.7) {
			p.Sides[q.Code] = pick(d, q.Choices...).Code
		} else {
			p.Sides[q.Code] = q.Default
		}
	}
	if d.is(0.85) {
		p.Looks = []patient.Look{d.look(p.Profile)}
	}
	if d.is(0.5) {
		p.Reading = d.reading()
	}
	if d.is(0.35) {
		r := pick(d, rehome.Table().Routes...)
		h := rehome.Stands(d.ago(60), r.Code, nil)
		h.Potted = r.Potted()
		h.LookOn = pick(d, "", "2030-05-20", "2030-05-01")
		p.Homes = []patient.Home{h}
	}
	if d.is(0.6) {
		p.Site = d.site()
	}
	if len(p.Homes) > 0 || d.is(0.2) {
		d.lives(p)
	}
	return p
}

// lives notes check-ins and what was done in its aftercare.
func (d drawer) lives(p *patient.Patient) {
	at := func() (time.Time, string) {
		day := d.ago(50)
		on, _ := time.Parse(time.DateOnly, day)
		return on.Add(12 * time.Hour), day
	}
	for range d.IntN(5) {
		c := patient.Checkin{
			Medium: pick(d, "", "", "dry", "damp", "wet"), Leaf: pick(d, "", "", "firm", "limp"),
			Growth: pick(d, "", "", patient.Growing, patient.Idle, patient.Resting),
			Smell:  pick(d, "", "", "", "sour"), Lodger: pick(d, "", "", "", patient.No, patient.Yes),
			Pests: pick(d, "", "", patient.No, patient.Yes), BaseRots: pick(d, "", "", patient.No, patient.Yes),
			Film: pick(d, "", "", "", "dark"), Patch: pick(d, "", "", "", "same", "grown"),
		}
		if d.is(0.5) {
			tips, mm := d.IntN(4), float64(d.IntN(60))
			c.Tips = &tips
			if tips > 0 {
				c.LongestMM, c.TipState = &mm, pick(d, "", "growing", "still", "dry", "black")
			}
		}
		when, day := at()
		p.Seen = append(p.Seen, patient.Seen{At: when, On: day, Noted: c})
	}
	for range d.IntN(5) {
		when, day := at()
		p.Care = append(p.Care, patient.Tended{
			At: when, On: day, Job: pick(d, aftercare.Table().Jobs...).Code,
			Outcome: pick(d, patient.TendedDone, patient.TendedDone, patient.TendedLeft),
			Because: pick(d, "", patient.StillWet),
		})
	}
}

// remembering hears the causes of a plant as they are judged, and the same causes once.
func remembering() func(*patient.Patient) patient.Heard {
	known := map[string]patient.Heard{}
	return func(p *patient.Patient) patient.Heard {
		clues := causes.Clues(p)
		heard, ok := known[clues]
		if !ok {
			heard = causes.Hear(p)
			known[clues] = heard
		}
		return heard
	}
}

// drawn is a plant with what the engines say of it, worked out once for all laws.
type drawn struct {
	n       int
	p       *patient.Patient
	of      race.Advised
	care    *aftercare.Care
	advice  judgement.Advice
	answers []wishes.Answer
}

func draw(n int) drawn {
	d := drawer{rand.New(rand.NewPCG(uint64(n), 13))}
	x := drawn{n: n, p: d.plant(), of: d.raced()}
	x.care = careOf(x.p)
	x.advice = judgement.For(x.p, judgement.Known{Race: x.of, Care: x.care})
	x.answers = wishes.Table().All(x.p, wishes.Ask{Race: x.of, Care: x.care})
	return x
}

// careOf is the aftercare of a plant.
func careOf(p *patient.Patient) *aftercare.Care {
	care := aftercare.For(&aftercare.InCare{Patient: p})
	return &care
}

func (d drawer) look(of taxa.Profile) patient.Look {
	noted := patient.Inspection{
		Findings: patient.Findings{}, Unpotted: d.is(0.3),
		Growth:    pick(d, "", patient.NewRoots, patient.Growing, patient.Idle, patient.Resting),
		Flowering: pick(d, "", patient.NotFlowering, patient.Spike, patient.Bud, patient.Bloom, patient.Spent),
	}
	seed := d.Uint64()
	for _, f := range causes.Table().Findings {
		h := fnv.New64a()
		_, _ = h.Write([]byte(f.Code))
		own := drawer{rand.New(rand.NewPCG(seed, h.Sum64()))} // one finding more in the table changes no other
		switch {
		case f.Only == "bulbs" && !of.HasBulbs():
		case own.is(0.05):
			noted.Findings[f.Code] = patient.Present
		case own.is(0.2):
			noted.Findings[f.Code] = patient.Absent
		}
	}
	if d.is(0.3) {
		night := float64(d.IntN(22))
		noted.NightLowC = &night
	}
	return patient.Look{ID: 1, On: d.ago(40), Noted: noted}
}

func (d drawer) reading() *patient.Reading {
	r := roots.Reading{Roots: []roots.Root{}, InPot: d.is(0.2), Wobbly: d.is(0.2), SpreadingRot: d.is(0.05)}
	for i := range d.IntN(4) {
		mm := float64(20 + d.IntN(150))
		r.Roots = append(r.Roots, roots.Root{
			ID: fmt.Sprint("r", i), Count: 1 + d.IntN(20), Depth: pick(d, "", roots.Aerial, roots.Edge, roots.Core),
			Tip: pick(d, "", "", "", roots.Growing),
			Segments: []roots.Segment{
				{LengthMM: &mm, Feel: pick(d, roots.Firm, roots.Mushy, roots.Hollow, roots.Limp)},
			},
		})
	}
	r.NoneFound = len(r.Roots) == 0
	return &patient.Reading{ID: 1, On: d.ago(40), Roots: r, Checks: roots.Checks{}}
}

func (d drawer) site() *patient.Site {
	at := &climate.Station{Zone: time.UTC}
	if d.is(0.7) {
		low := float64(d.IntN(22))
		at.Usual = &climate.Day{LowC: low, HighC: low + float64(d.IntN(12))}
	}
	s := &patient.Site{Name: "shelf", Climate: at, Light: pick(d, "", "shade", "bright", "sun")}
	if d.is(0.7) {
		percent := float64(25 + d.IntN(70))
		s.Percent, at.UsualHumidity = &percent, &percent
	}
	return s
}

// raced is what a race could advise, for it is not run here.
func (d drawer) raced() race.Advised {
	a := race.Advised{Chances: map[string]float64{}}
	if d.is(0.3) {
		return a
	}
	a.Way = pick(d, "tub", "lid", "bag", "pebbles")
	for _, m := range race.Table().Methods {
		a.Chances[m.Code] = d.Float64()
	}
	a.Chances[a.Way] = 1
	return a
}

// piece is something that a page says, with the acts it asks for.
type piece struct {
	page, words string
	says        []acts.Act
}

// pages are what all pages of a plant say.
func pages(t require.TestingT, x drawn) (all []piece) {
	p, care, a := x.p, x.care, x.advice
	add := func(page string, words message.Message, says []acts.Act) {
		if len(says) > 0 {
			all = append(all, piece{page, english.Say(words), says})
		}
	}
	add("the plant", a.Headline.Words(), a.Says)
	for _, i := range slices.Concat(a.Also, a.Meanwhile) {
		if w := i.Sense().When.Is; w == "" || w == message.AtOnce {
			add("beside", i.Words(), []acts.Act{i.Act()})
		}
	}
	for _, due := range care.Due {
		job, _ := aftercare.Table().Job(due.Job)
		if job.Waters && due.On <= today && p.Stands().Where() == patient.Potted {
			add("aftercare", due.Do.Value, []acts.Act{acts.Of(due.Do.Sense)})
		}
		if due.PPM > 0 {
			add("aftercare", message.Plain("feed"), []acts.Act{acts.Feed})
		}
	}
	for _, s := range care.Alarms {
		add("alarm", s.Then.Value, s.Says)
	}
	if len(care.Runs) > 0 && care.Runs[0].Home && care.Feed.PPM == 0 {
		add("aftercare", care.Feed.Why.Value, []acts.Act{acts.NoFeed})
	}
	if look.Holds(p) {
		at := p.AtLook()
		v := look.Table().Decide(at)
		add("look", look.Table().Words(v.Line), v.Says)
		for _, step := range unpot.Table().Advise(at, v.Says).Steps {
			add("unpot", step.Words.Value, step.Says)
		}
		of := judgement.OfCauses(p, asHeard(p), v)
		for _, d := range of.Do {
			if action, _ := causes.Table().Action(d.Code); action.Once == "" {
				add("cause", action.Words.Value, action.Acts())
			}
		}
		for _, d := range of.Later {
			action, _ := causes.Table().Action(d.Code)
			assert.True(t, action.Unpots, "%s waits", d.Code)
		}
	}
	for _, j := range cleaning.Draw(cleaning.Work{Patient: p}).Jobs {
		add("clean", j.Do.Value, j.Says)
	}
	w, err := rehome.Table().Lead(p, rehome.Plan{}, nil, x.of, rehome.Store{Shelf: shelf})
	require.NoError(t, err)
	add("pot or hold", w.Decision.Headline.Value, w.Decision.Says)
	if w.Decision.Code != "housed" { // its jobs are of a next move
		for _, j := range w.Jobs {
			add("do it", j.Do.Value, j.Says)
		}
	}
	for _, answer := range x.answers {
		add("may I: "+answer.Wish+", "+answer.Answer, answer.Because.Value, answer.Says)
	}
	return all
}

// asHeard is what its causes come to, without what moved each.
func asHeard(p *patient.Patient) causes.Verdict {
	return causes.Verdict{Plan: p.Heard().Plan, Alarms: p.Heard().Alarms}
}

func shelf(code string) (media.Component, bool) { return media.Table().Component(code) }

// clashes are pairs of pieces that say the opposite.
func clashes(all []piece) (list []string) {
	for i, a := range all {
		for _, b := range all[i:] {
			if acts.Clash(a.says, b.says) {
				list = append(list, fmt.Sprintf("%s “%s” %v against %s “%s” %v", a.page, a.words, a.says, b.page, b.words, b.says))
			}
		}
	}
	return list
}

// once are plants of the long run that were told two things once: dried by an alarm and flushed against salt, given a
// little by one row of their aftercare and soaked by another, dried by one page and watered by a look out of its pot.
var once = []int{
	2013, 4914, 5520, 8225, 8419, 9787, 10547, 11291, 13722, 14724, 15785, 16851, 18162, 18645, 19739, 20363,
	20482, 21374, 23513, 23888, 24510, 24598, 25159, 26691, 28140, 29061, 29822, 30752, 31544, 32099, 33010,
	34746, 34877, 35667, 36521, 36886, 36992, 39137, 39682,
}

// Over hundreds of plants, drawn as they come (tens of thousands in the torture), every law holds.
func TestNoPlantIsToldTwoThings(t *testing.T) {
	_ = pots.Table() // the tables are read once, before all
	plants := 2000
	if os.Getenv("TORTURE") != "" {
		plants = 40_000
	}
	var wait sync.WaitGroup
	for worker := range runtime.NumCPU() {
		wait.Go(func() {
			for n := worker; n < plants+len(once); n += runtime.NumCPU() {
				if n >= plants {
					laws(t, draw(once[n-plants]))
				} else {
					laws(t, draw(n))
				}
			}
		})
	}
	wait.Wait()
}

// laws are those of every plant: no page says the opposite of another; what waits has a day; every wish is
// answered, with its reason; more living root never makes the home worse.
func laws(t *testing.T, x drawn) {
	if found := clashes(pages(t, x)); len(found) > 0 {
		t.Errorf("plant %d (%s, %s): %s", x.n, x.p.Profile.Code, x.p.Stands().Where(), found[0])
	}
	a := x.advice
	assert.NotEmpty(t, a.Headline, "plant %d", x.n)
	waits := []string{
		judgement.Leave, judgement.Wait, judgement.Water, judgement.Feel, judgement.Check, judgement.Soon,
		judgement.Hold, judgement.Nest,
	}
	if slices.Contains(waits, a.Code) {
		assert.NotEmpty(t, a.UntilOn, "plant %d: %s has no day", x.n, a.Code)
	}
	for _, f := range a.Flips {
		assert.NotEqual(t, a.Headline, f.Then, "plant %d: %s changes nothing", x.n, f.If.Value)
	}
	for _, answer := range x.answers {
		assert.NotEmpty(t, answer.Because.Value)
		assert.NotEmpty(t, answer.Because.Mark)
		if answer.Answer == wishes.NotNow {
			assert.Greater(t, answer.FromOn, today, "plant %d: %s", x.n, answer.Wish)
		}
	}
	moreRoot(t, x)
}

// moreRoot holds a plant's home to its roots: held, then in a nest, then potted. It changes the plant.
func moreRoot(t *testing.T, x drawn) {
	order := map[string]int{rehome.HoldBare: 0, rehome.AskAir: 1, rehome.Nest: 1, rehome.PotIt: 2}
	x.p.Reading, x.p.Homes, x.p.Intake.Pot = nil, nil, patient.NoPot
	last := -1
	for _, g := range []roots.GradeCode{roots.Rootless, roots.NearRootless, roots.Poor, roots.Fair, roots.Good} {
		x.p.Given.Grade = g
		x.p.Forget()
		v := rehome.Table().Decide(x.p, x.of)
		at, ok := order[v.Decision]
		require.True(t, ok, v.Decision)
		assert.GreaterOrEqual(t, at, last, "plant %d: %s with %s roots", x.n, v.Decision, g)
		last = at
	}
}
