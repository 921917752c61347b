package today_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/today"
	"therapeon/language/english"
)

// Lateness counts from the day by which a job was meant to be, and matters from the table's day on: a flush from the
// fourth, a house rule.
func TestWhatIsLate(t *testing.T) {
	late := func(days int, done *today.Noted) today.Item {
		w := wanted(1, patient.Clean, "flush", "")
		w.Done = done
		return today.RoundOf([]today.Wanted{w}, day(days)).Turns[0].Groups[0].Items[0]
	}
	assert.Zero(t, late(0, nil).LateDays)
	for days, matters := range map[int]bool{1: false, 3: false, 4: true, 5: true} {
		it := late(days, nil)
		assert.Equal(t, days, it.LateDays)
		assert.Equal(t, matters, it.Matters, days)
	}
	assert.Zero(t, late(9, &today.Noted{ID: 1}).LateDays, "it was done")
}

// What a round takes: its jobs' minutes and half a minute from pot to pot; water by its kind; 60 minutes are an hour.
func TestWhatARoundTakes(t *testing.T) {
	of := func(list ...today.Wanted) today.Round { return today.RoundOf(list, day(0)) }
	r := of(wanted(1, patient.Clean, "flush", ""), wanted(1, patient.Clean, "seaweed", ""),
		wanted(2, patient.Clean, "flush", ""))
	assert.InDelta(t, 4+2+4+2*0.5, r.Carry.Minutes, 1e-9)
	assert.Equal(t, 2, r.Carry.Pots)
	assert.InDelta(t, 8, r.Turns[0].Groups[0].Minutes, 1e-9)
	assert.InDelta(t, 900, r.Turns[0].Groups[0].ML, 1e-9)
	assert.Equal(t, []float64{900, 450}, []float64{r.Carry.PlainML, r.Carry.SeaweedML})
	twice := of(wanted(1, patient.Clean, "seaweed", ""), wanted(2, patient.Clean, "seaweed", ""))
	assert.InDelta(t, 900, twice.Carry.SeaweedML, 1e-9)
	none := wanted(1, patient.Clean, "flush", "")
	none.ML = 0
	assert.Zero(t, of(none).Carry.PlainML)
	assert.Empty(t, of(wanted(1, patient.Clean, "no-such", "")).Turns)
	head := func(minutes float64) string {
		return english.Say(today.Round{Open: 1, Carry: today.Carry{Pots: 1, Minutes: minutes}}.Headline(0, "", 0))
	}
	assert.Equal(t, "One plant wants you today. About 59 minutes.", head(59))
	assert.Equal(t, "One plant wants you today. About 1 h 0 min.", head(60))
	assert.Equal(t, "One plant wants you today. About 2 h 5 min.", head(125))
}

// Feed goes down to steps of 10 ppm, and under one to whole ppm, one at least: house rules. The weakest batch
// comes first.
func TestBatchesOfFeed(t *testing.T) {
	batches := func(ppm ...float64) (list []float64) {
		var all []today.Wanted
		for i, p := range ppm {
			w := wanted(int64(i), patient.Clean, "water", "")
			w.PPM = p
			all = append(all, w)
		}
		for _, b := range today.RoundOf(all, day(0)).Carry.Feed {
			list = append(list, b.PPM)
		}
		return list
	}
	assert.Equal(t, []float64{10, 20}, batches(29.9, 10))
	assert.Equal(t, []float64{9}, batches(9.9))
	assert.Equal(t, []float64{1}, batches(0.4))
	assert.Empty(t, batches(0))
}

func TestWhatTheRoundSays(t *testing.T) {
	say := func(open, done, bench, next int) string {
		return english.Say(
			today.Round{Open: open, Done: done, Carry: today.Carry{Pots: open, Minutes: 9}}.Headline(bench,
				"2030-05-03", next),
		)
	}
	assert.Equal(t, "2 plants want you today. About 9 minutes.", say(2, 1, 3, 1))
	assert.Equal(t, "The round is done. 2 plants want you at the bench.", say(0, 1, 2, 1))
	assert.Equal(t, "Nothing is due in the round. One plant wants you at the bench.", say(0, 0, 1, 1))
	assert.Equal(t, "All is done for today. Next: one plant on 3 May 2030.", say(0, 1, 0, 1))
	assert.Equal(t, "All is done for today.", say(0, 1, 0, 0))
	assert.Equal(t, "Nothing wants you today. Next: 2 plants on 3 May 2030.", say(0, 0, 0, 2))
}

// By place, then by tag whatever its case, then as they came to the house.
func TestTheOrderWithinAJob(t *testing.T) {
	tag := func(id int64, tag, place string) today.Wanted {
		w := wanted(id, patient.Clean, "flush", place)
		w.Tag = tag
		return w
	}
	r := today.RoundOf([]today.Wanted{tag(5, "b", "x"), tag(4, "A", "x"), tag(3, "c", "w"), tag(2, "a", "x")}, day(0))
	var order []int64
	for _, it := range r.Turns[0].Groups[0].Items {
		order = append(order, it.PlantID)
	}
	assert.Equal(t, []int64{3, 2, 4, 5}, order)
}

// Warmth to the edge: at its least night and its most day nothing is wrong; a degree is a point, a night that may hurt
// it ten more.
func TestWhatWarmthCosts(t *testing.T) {
	c := plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Homes = []patient.Home{rehome.Stands(day(0), "bark", &pots.Pot{Wall: "clear"})}
	})
	m := c.Around().Minima()
	cost := func(night, day float64, known bool) (points float64) {
		for _, f := range today.Misfits(c, today.Spot{Known: known, Air: patient.Air{NightC: night, DayC: day}}) {
			points += f.Points
		}
		return points
	}
	grow, injury, most := m.Growth.Value, m.Injury.Value, m.Most
	assert.Zero(t, cost(grow, most, true))
	assert.InDelta(t, 1, cost(grow-1, most, true), 1e-9)
	assert.InDelta(t, 2, cost(grow, most+2, true), 1e-9)
	assert.InDelta(t, grow-injury, cost(injury, most, true), 1e-9)
	assert.InDelta(t, grow-injury+1+10, cost(injury-1, most, true), 1e-9)
	assert.Zero(t, cost(-20, 50, false), "nothing is known of its warmth")
}

// Tips that hang in dry air: over 1.6 kPa, from memory, of a held plant whose tips are out.
func TestTipsInDryAir(t *testing.T) {
	held := func(tips bool) *aftercare.InCare {
		return plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Homes, p.Given.TipsOut = []patient.Home{rehome.Stands(day(0), "tub", nil)}, tips
		})
	}
	dries := func(c *aftercare.InCare, night, day, percent float64) bool {
		for _, f := range today.Misfits(c, today.Spot{Known: true,
			Air: patient.Air{NightC: night, DayC: day, Percent: &percent}}) {
			if f.Points == today.Table().Places.TipPoints.Value {
				return true
			}
		}
		return false
	}
	// At 24 °C the air holds 2.98 kPa (FAO-56, table 2.3): half of it is missing at 50 %, two thirds at 33 %.
	assert.False(t, dries(held(true), 20, 28, 50))
	assert.True(t, dries(held(true), 20, 28, 43))
	assert.False(t, dries(held(false), 20, 28, 43))
	potted := plant(t, "phalaenopsis", func(p *patient.Patient) { p.Given.TipsOut = true })
	assert.False(t, dries(potted, 20, 28, 43))
}

// Sun is for those that are rooted in, shade costs those that grow on roots of their own.
func TestLightByItsRoots(t *testing.T) {
	cost := func(light string, change func(*patient.Patient)) (points float64) {
		for _, f := range today.Misfits(plant(t, "phalaenopsis", change), today.Spot{Air: patient.Air{Light: light}}) {
			points += f.Points
		}
		return points
	}
	rooted := func(p *patient.Patient) {
		p.Given.Grade, p.Given.Growth = roots.Good, patient.Growing
	}
	assert.Zero(t, cost("sun", rooted))
	assert.InDelta(t, 2, cost("shade", rooted), 1e-9)
	assert.Zero(t, cost("bright", rooted))
	assert.InDelta(t, 4, cost("sun", func(p *patient.Patient) { p.Given.Grade = roots.Poor }), 1e-9)
	assert.Zero(t, cost("shade", func(p *patient.Patient) { p.Given.Grade = roots.Good }), "it rests")
	assert.InDelta(t, 4, cost("sun", func(p *patient.Patient) {
		p.Given.Grade, p.Intake.Pot = roots.Good, patient.NoPot
	}), 1e-9, "it is out of its pot")
}

// What it is in danger of, each sign by itself.
func TestTheDangerOfASign(t *testing.T) {
	of := func(change func(*patient.Patient)) string {
		return today.DangerOf(plant(t, "phalaenopsis", change)).Code
	}
	signs := func(found ...string) func(*patient.Patient) {
		return func(p *patient.Patient) {
			noted := patient.Inspection{Findings: patient.Findings{}}
			for _, f := range found {
				noted.Findings[f] = patient.Present
			}
			p.Looks = []patient.Look{{On: day(0), Noted: noted}}
		}
	}
	for _, f := range []string{"black-edge", "soaked-smelly", "decay-smell", "growth-rots", "tips-black-running"} {
		assert.Equal(t, "rots", of(signs(f)), f)
	}
	for _, f := range []string{"moving-specks", "snails-seen", "webs", "white-wax", "scale-bumps", "aphids-seen"} {
		assert.Equal(t, "crawls", of(signs(f)), f)
	}
	assert.Equal(t, "rots", of(func(p *patient.Patient) { p.Given.Spreading = true }))
	assert.Equal(t, "asks", of(func(*patient.Patient) {}), "nobody looked")
	assert.Equal(t, "well", of(signs("tips-growing")))
	assert.Equal(t, "bare", of(func(p *patient.Patient) { p.Intake.Pot = patient.NoPot }))
	assert.Equal(t, "bare-limp", of(func(p *patient.Patient) { p.Intake.Pot, p.Given.Limp = patient.NoPot, true }))
	held := func(p *patient.Patient) { p.Homes = []patient.Home{rehome.Stands("2020-01-01", "tub", nil)} }
	assert.NotEqual(t, "bare-limp", of(func(p *patient.Patient) { held(p); p.Given.Limp = true }), "it is held in damp air")
	old := func(p *patient.Patient) {
		signs("webs")(p)
		p.Looks[0].On = "2019-12-01"
		p.Homes = []patient.Home{rehome.Stands("2020-01-01", "bark", &pots.Pot{Wall: "clear"})}
	}
	assert.NotEqual(t, "crawls", of(old), "seen before its home")
	require.Equal(t, "crawls", of(func(p *patient.Patient) {
		old(p)
		p.Homes = []patient.Home{rehome.Stands("2020-01-01", "tub", nil)}
	}), "what hangs bare carries on what it had")
}
