package aftercare_test

import (
	"fmt"
	"maps"
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
	"therapeon/core/judgement"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// creature is a simulated plant with a truth of its own, and a keeper of some diligence.
type creature struct {
	*life
	*rand.Rand
	tipOn    int     // the day of its life on which a first tip shows; past the year: it stalls
	mmDay    float64 // how fast a tip grows
	dries    float64 // days from full to due
	rotsOn   int     // the day on which a growth rots; past the year: never
	rests    bool
	diligent float64 // how often its keeper comes on a day on which something is due
	away     [2]int  // from–until: nobody comes
	wetFrom  int     // the day of its last watering
}

const year = 365

var routes = []string{
	"tub", "lid", "bag", "bench", "pebbles", "nest", "bark", "bark-moss", "moss", "slipper", "terrestrial", "inorganic", "basket", "mount",
}

// born is a plant of some group in a home that suits it.
func born(t *testing.T, seed uint64) *creature {
	r := rand.New(rand.NewPCG(seed, 17))
	route := routes[int(seed)%len(routes)]
	of, _ := rehome.Table().Route(route)
	var suited []string
	for _, kind := range taxa.All() {
		if of.Suits(kind.Code) {
			suited = append(suited, kind.Code)
		}
	}
	group := suited[int(seed)/len(routes)*3%len(suited)]
	low := 8 + 12*r.Float64()
	x := &creature{
		life: housed(t, group, route, withRoots(r.IntN(8), 6, ""), inAir(low, low+7, 30+60*r.Float64())), Rand: r,
		tipOn: 10 + r.IntN(120), mmDay: 0.3 + 2*r.Float64(), dries: 2 + 14*r.Float64(), rotsOn: 9999,
		diligent: []float64{1, 1, 0.8, 0.4}[r.IntN(4)], away: [2]int{9999, 9999},
	}
	switch r.IntN(5) {
	case 0:
		x.tipOn = 9999 // it stalls
	case 1:
		x.rotsOn = 20 + r.IntN(200)
	case 2:
		x.rests = true
	case 3:
		from := 20 + r.IntN(200)
		x.away = [2]int{from, from + 20 + r.IntN(60)}
	}
	return x
}

func (x *creature) isAway(n int) bool { return n >= x.away[0] && n < x.away[1] }

// looksAt is what its keeper sees on a day.
func (x *creature) looksAt(n int) patient.Checkin {
	c := patient.Checkin{
		Leaf: "firm", Tips: num(0), Wobble: patient.Yes, Smell: "none", Film: "none", Pests: patient.No,
	}
	if n >= x.tipOn {
		mm := float64(n-x.tipOn) * x.mmDay
		c.Tips, c.TipState, c.LongestMM = num(1+int(mm/20)), "growing", &mm
		c.TipsAt = "air"
		switch {
		case mm > 60:
			c.TipsAt = "half"
		case mm > 10:
			c.TipsAt = "edge"
		}
		if mm > 35 {
			c.Wobble, c.Grips = patient.No, patient.Yes
		}
		c.Growth = patient.Growing
	} else if x.rests && n > 60 && n < 160 {
		c.Growth, c.Tips = patient.Resting, nil
	} else {
		c.Growth = patient.Idle
	}
	if n >= x.rotsOn {
		c.BaseRots, c.Leaf = patient.Yes, "limp"
	}
	c.Bends = patient.Yes
	c.Medium = "damp"
	if float64(n-x.wetFrom) >= x.dries {
		c.Medium = "dry"
	}
	return c
}

// tends does what is due on a day, as a keeper would.
func (x *creature) tends(n int, care aftercare.Care) {
	for _, d := range care.Due {
		if d.On > day(n) || x.Float64() > x.diligent {
			continue
		}
		job, _ := aftercare.Table().Job(d.Job)
		switch {
		case d.Job == "check" || !job.Waters && len(job.Asks) > 0:
			x.sees(n, x.looksAt(n))
		case d.Job == "weigh":
			x.Weights = append(x.Weights, patient.Weight{
				At: x.began.AddDate(0, 0, n), Kind: patient.BarePlant, Grams: 200 - 0.1*float64(n),
			})
		case job.Waters && float64(n-x.wetFrom) < 0.6*x.dries && d.Job != "flush" && d.Job != "soak":
			x.leaves(n, d.Job, patient.StillWet)
		default:
			x.does(n, d.Job)
			x.Care[len(x.Care)-1].PPM = d.PPM
			if job.Waters {
				x.wetFrom = n
			}
		}
	}
}

// moves it on once a gate of its hold has opened.
func (x *creature) moves(n int, care aftercare.Care) {
	if !home(care).Ended || x.Stands().Where() != patient.Held {
		return
	}
	route := "bark"
	for _, r := range []string{"bark", "inorganic", "terrestrial", "slipper", "basket"} {
		if of, _ := rehome.Table().Route(r); of.Suits(x.Profile.Code) {
			route = r
			break
		}
	}
	h := rehome.Stands(day(n), route, x.Pot)
	x.Homes = append(x.Homes, h)
}

// laws are those of every day of every plant.
func (x *creature) laws(n int, care aftercare.Care) {
	name := fmt.Sprintf("%s by %s, day %d (%s)", x.Profile.Code, x.Homes[len(x.Homes)-1].Way, n, home(care).Code)
	assert.NotEmpty(x.t, care.NextOn(), "%s: neither a date nor a gate with an alarm day", name)
	assert.NotEmpty(x.t, care.Runs, name)
	seen := map[string]bool{}
	for _, d := range care.Due {
		assert.False(x.t, seen[d.Job], "%s: %s is asked twice", name, d.Job)
		seen[d.Job] = true
		assert.LessOrEqual(x.t, d.From, d.By, name)
		assert.GreaterOrEqual(x.t, d.ML, 0.0, name)
		if d.PPM > 0 {
			x.mayBeFed(n, care, name)
		}
	}
	if care.Feed.PPM > 0 {
		x.mayBeFed(n, care, name)
	}
	if n%5 == 0 || os.Getenv("TORTURE") != "" {
		x.oneDegree(care, name)
	}
	for _, r := range care.Runs {
		assert.NotEmpty(x.t, r.Code, name)
		for _, g := range r.Gates {
			if g.OpenOn != "" {
				assert.GreaterOrEqual(x.t, g.OpenOn, r.Since, name)
				assert.LessOrEqual(x.t, g.OpenOn, day(n), name)
			}
		}
	}
}

// oneDegree holds for what all pages ask for on a day: no two degrees of one act, and what is due is no sooner than
// the headline says.
func (x *creature) oneDegree(care aftercare.Care, name string) {
	j := judgement.Of(x.Patient, judgement.Known{Care: &care})
	asks := []message.Sense{j.Advice.Headline.Sense()}
	for _, i := range slices.Concat(j.Advice.Also, j.Advice.Meanwhile) {
		asks = append(asks, i.Sense())
	}
	for _, d := range care.Due {
		if d.On <= care.Day {
			asks = append(asks, d.Do.Sense)
		}
	}
	for _, a := range care.Alarms {
		asks = append(asks, a.Then.Sense)
	}
	for i, a := range asks {
		for _, b := range asks[i+1:] {
			if a.Type == message.Instruction && b.Type == message.Instruction && a.When.Is != message.Once {
				assert.False(x.t, acts.Of(a).Against(acts.Of(b)), "%s: %s against %s", name, acts.Of(a), acts.Of(b))
			}
		}
	}
	if next, ok := care.Next(); ok && j.Advice.Code == judgement.Stay && j.Advice.Page == "aftercare" {
		assert.Equal(x.t, next.On, j.Advice.UntilOn, "%s: the headline names the day that is due", name)
	}
}

// mayBeFed holds feed to what its keeper had seen by then, told apart from the engine.
func (x *creature) mayBeFed(n int, care aftercare.Care, name string) {
	h := x.Homes[len(x.Homes)-1]
	assert.False(x.t, h.Hold, "%s: fed while it is held", name)
	housedFor := n
	for i := range n + 1 {
		if day(i) == h.From {
			housedFor = n - i
		}
	}
	longest, half := 0.0, false
	for _, s := range x.Seen {
		if s.On > h.From && s.Noted.LongestMM != nil {
			longest = max(longest, *s.Noted.LongestMM)
			half = half || s.Noted.TipsAt == "half"
		}
	}
	switch home(care).Code {
	case "flush-through":
		assert.True(x.t, housedFor >= 90 || housedFor >= 60 && half, "%s: fed before its gate", name)
		assert.LessOrEqual(x.t, care.Feed.PPM, 100.0, name)
	case "organic-tips":
		assert.GreaterOrEqual(x.t, longest, 30.0, "%s: fed before its gate", name)
	case "organic-bare", "hung", "humid-hold", "moss-nest", "tips-first":
		assert.Fail(x.t, "fed where nothing takes it up", name)
	case "terrestrial":
		assert.GreaterOrEqual(x.t, housedFor, 14, name)
	}
}

// lives through a year, seen so often, and says by which protocols.
func (x *creature) lives(seed, every int) map[string]bool {
	codes := map[string]bool{}
	for n := 0; n < year; n += every {
		care := x.on(n)
		x.laws(n, care)
		for _, r := range care.Runs {
			codes[r.Code] = true
		}
		if x.isAway(n) {
			continue
		}
		before := len(x.Care)
		x.tends(n, care)
		if len(x.Care) > before {
			for _, d := range x.on(n).Due {
				for _, c := range x.Care[before:] {
					if c.Job == d.Job && d.On <= day(n) {
						assert.Fail(x.t, "asked again on the day it was done", "plant %d: %s", seed, d.Job)
					}
				}
			}
		}
		x.moves(n, care)
	}
	return codes
}

// A year of sixty plants, one by each way and those that live by the rarer protocols seen daily (three hundred in
// the torture): each always knows what comes next, nothing is asked twice a day, none is fed before its gate, and
// none is told two degrees of one act.
func TestAYear(t *testing.T) {
	var seeds []int
	for seed := range len(routes) {
		seeds = append(seeds, seed)
	}
	seeds = append(seeds, 53, 56)
	daily, most := len(seeds), 60
	if os.Getenv("TORTURE") != "" {
		daily, most = 300, 300
	}
	for seed := len(routes); len(seeds) < most; seed++ {
		seeds = append(seeds, seed)
	}
	var wait sync.WaitGroup
	lived := make([]map[string]bool, len(seeds))
	for worker := range runtime.NumCPU() {
		wait.Go(func() {
			for i := worker; i < len(seeds); i += runtime.NumCPU() {
				every := 5 // days: what is due is done late
				if i < daily {
					every = 1
				}
				lived[i] = born(t, uint64(seeds[i])).lives(seeds[i], every)
			}
		})
	}
	wait.Wait()
	codes := map[string]bool{}
	for _, l := range lived {
		maps.Copy(codes, l)
	}
	for _, want := range []string{
		"flush-through", "tips-first", "hung", "humid-hold", "moss-nest", "organic-tips", "organic-bare", "wet-dry", "mineral",
		"slipper-organic", "terrestrial", "reed", "mount", "basket", "second-housing",
	} {
		assert.True(t, codes[want], "nobody lived by %s", want)
	}
}

// A house that was forgotten for two months comes back to a round of one day's size: nothing piles
// up, and once it is done it is as if nobody had been away.
func TestAForgottenHouseComesBackToOneRound(t *testing.T) {
	for seed := range 40 {
		x := born(t, uint64(seed))
		x.diligent, x.rotsOn, x.away = 1, 9999, [2]int{9999, 9999}
		most := 0
		for n := range 30 {
			care := x.on(n)
			due := dueOn(care, n)
			most = max(most, due)
			x.tends(n, care)
		}
		back := x.on(90)
		jobs := map[string]bool{}
		for _, r := range back.Runs {
			of, _ := aftercare.Table().Protocol(r.Code)
			for _, j := range of.Jobs {
				jobs[j.Job] = true
			}
		}
		assert.LessOrEqual(t, dueOn(back, 90), len(jobs), "plant %d: each job once", seed)
		x.tends(90, back)
		assert.Zero(t, dueOn(x.on(90), 90), "plant %d: done, and nothing is left over", seed)
		assert.LessOrEqual(t, dueOn(x.on(91), 91), most+1, "plant %d", seed)
	}
}

// Watered in the morning and seen dry in the evening, it is asked for tomorrow, not a second time;
// new tips stand no dry medium, whatever the rhythm says.
func TestSeenDryIsDueButNotTwiceOnADay(t *testing.T) {
	for _, tip := range []roots.Tip{"", roots.Growing} {
		l := housed(t, "cattleya", "bark", withRoots(6, 0, tip)).does(6, "little")
		require.Greater(t, due(l.on(6), "little").On, day(7), tip)
		l.Seen = append(l.Seen, patient.Seen{
			ID: 1, At: l.began.AddDate(0, 0, 6).Add(9 * time.Hour), On: day(6), Noted: patient.Checkin{Medium: "dry"},
		})
		l.Patient = l.Patient.At(l.began.AddDate(0, 0, 6).Add(10 * time.Hour))
		assert.Equal(t, day(7), due(aftercare.For(&l.InCare), "little").On, tip)
	}
}

func dueOn(c aftercare.Care, n int) (due int) {
	for _, d := range c.Due {
		if d.On <= day(n) {
			due++
		}
	}
	return due
}

// What follows does not depend on the order in which things were noted, and what is taken back
// leaves no trace.
func TestOrderAndUndo(t *testing.T) {
	for seed := range 30 {
		x := born(t, uint64(seed)+500)
		for n := range 80 {
			x.tends(n, x.on(n))
		}
		want := x.on(80)
		x.Rand.Shuffle(len(x.Seen), func(i, j int) { x.Seen[i], x.Seen[j] = x.Seen[j], x.Seen[i] })
		x.Rand.Shuffle(len(x.Care), func(i, j int) { x.Care[i], x.Care[j] = x.Care[j], x.Care[i] })
		assert.Equal(t, told(want), told(x.on(80)), "plant %d: in another order", seed)
		if len(want.Due) == 0 {
			continue
		}
		x.does(80, want.Due[0].Job)
		x.Care = x.Care[:len(x.Care)-1]
		assert.Equal(t, told(want), told(x.on(80)), "plant %d: done and taken back", seed)
	}
}

// told is what is said of a plant, without what it is said from.
func told(c aftercare.Care) any {
	type one struct{ due, runs, alarms, feed, water any }
	runs := []string{}
	for _, r := range c.Runs {
		runs = append(runs, fmt.Sprint(r.Code, r.Since, r.Gates))
	}
	return one{c.Due, runs, c.Alarms, c.Feed, c.Water}
}
