package aftercare_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

// The rows of the craft's table of aftercare, by day and gate. Common practice among growers, no
// published source, unless a house rule is named.

func in(medium string) func(*patient.Patient) {
	return func(p *patient.Patient) { p.Intake.OldMedium = medium }
}

func side(question string, taken disputes.SideCode) func(*patient.Patient) {
	return func(p *patient.Patient) { p.Sides = patient.Sides{question: taken} }
}

func inAir(night, day, percent float64) func(*patient.Patient) {
	return func(p *patient.Patient) {
		p.Site.Percent, p.Site.Climate.UsualHumidity = &percent, &percent
		p.Site.Climate.Usual.LowC, p.Site.Climate.Usual.HighC = night, day
	}
}

// Which protocol a home starts.
func TestAHomeStartsItsProtocol(t *testing.T) {
	sound, few, rootless := withRoots(6, 4, ""), withRoots(1, 20, ""), withRoots(0, 10, "")
	tips, thirdDay := withRoots(6, 4, roots.Growing), side(disputes.Flushing, disputes.EveryThirdDay)
	for _, x := range []struct {
		group, route, want string
		with               []func(*patient.Patient)
	}{
		{"phalaenopsis", "inorganic", "flush-through", []func(*patient.Patient){sound, in("bark")}},
		{"phalaenopsis", "inorganic", "mineral", []func(*patient.Patient){sound, in("mineral")}},
		{"phalaenopsis", "inorganic", "flush-through", []func(*patient.Patient){sound, in("mineral"), thirdDay}},
		{"phalaenopsis", "inorganic", "tips-first", []func(*patient.Patient){few}},
		{"phalaenopsis", "inorganic", "tips-first", []func(*patient.Patient){rootless}},
		{"phalaenopsis", "pebbles", "hung", []func(*patient.Patient){rootless}},
		{"phalaenopsis", "tub", "humid-hold", []func(*patient.Patient){rootless}},
		{"phalaenopsis", "lid", "humid-hold", []func(*patient.Patient){rootless}},
		{"cattleya", "bag", "humid-hold", nil},
		{"cattleya", "bench", "humid-hold", nil},
		{"cattleya", "nest", "moss-nest", nil},
		{"cattleya", "bark", "organic-tips", []func(*patient.Patient){tips}},
		{"cattleya", "bark", "organic-bare", []func(*patient.Patient){sound}},
		{"cattleya", "bark-moss", "organic-bare", nil},
		{"phalaenopsis", "moss", "moss-warm", []func(*patient.Patient){inAir(19, 25, 38)}},
		{"phalaenopsis", "moss", "organic-bare", []func(*patient.Patient){inAir(19, 25, 70)}},
		{"slipper", "slipper", "slipper-organic", nil},
		{"slipper", "inorganic", "slipper-mineral", nil},
		{"cymbidium", "terrestrial", "terrestrial", nil},
		{"jewel", "inorganic", "terrestrial", nil},
		{"epidendrum-reed", "bark", "reed", nil},
		{"vanda", "basket", "basket", nil},
		{"cattleya", "mount", "mount", nil},
	} {
		c := housed(t, x.group, x.route, x.with...).on(0)
		assert.Equal(t, x.want, home(c).Code, "%s by %s", x.group, x.route)
	}
}

// From organic into mineral: flushed every third day until day 90; feed from there, or from day 60
// when new roots are half down, at most 100 ppm; alarm on day 56 without a tip or a branch.
func TestFlushedThrough(t *testing.T) {
	l := housed(t, "phalaenopsis", "inorganic", withRoots(6, 4, ""))
	c := l.on(1)
	assert.Equal(t, day(3), due(c, "flush").On)
	assert.InDelta(t, 2*l.Pot.VolumeL()*1000, due(c, "flush").ML, 50, "two pot volumes")
	c = l.does(3, "flush").on(4)
	assert.Equal(t, day(6), due(c, "flush").On)
	l.does(5, "flush").Care[1].Because = "rain"
	assert.Equal(t, day(8), due(l.on(6), "flush").On, "rain counts as one")

	assert.Zero(t, l.on(59).Feed.PPM)
	assert.Empty(t, sounding(l.on(55)))
	assert.Contains(t, sounding(l.on(56)), "first-tip")
	branched := housed(t, "phalaenopsis", "inorganic", withRoots(6, 4, "")).sees(40, patient.Checkin{OldRoots: "branched"})
	assert.NotContains(t, sounding(branched.on(56)), "first-tip", "a branch will do")
	assert.Equal(t, day(40), gate(branched.on(56), "first-tip").OpenOn)

	down := housed(t, "phalaenopsis", "inorganic", withRoots(6, 4, "")).
		sees(50, patient.Checkin{TipsAt: "half", Growth: patient.Growing})
	assert.Zero(t, down.on(59).Feed.PPM, "not before day 60")
	fed := down.on(60)
	assert.Positive(t, fed.Feed.PPM)
	assert.LessOrEqual(t, fed.Feed.PPM, 100.0)

	c = l.does(90, "rinse").sees(89, patient.Checkin{Growth: patient.Growing, Tips: num(2)}).on(91)
	assert.Nil(t, due(c, "flush"), "after day 90 not every third day")
	assert.NotNil(t, due(c, "refill"))
	assert.Positive(t, c.Feed.PPM)
	assert.Contains(t, sounding(l.sees(92, patient.Checkin{OldRoots: "fifth-lost"}).on(92)), "old-lost")
}

func TestTipsFirstThenTheReservoir(t *testing.T) {
	l := housed(t, "phalaenopsis", "inorganic", withRoots(1, 20, ""))
	c := l.on(1)
	assert.Contains(t, []string{day(2), day(3)}, due(c, "seaweed").On, "every two to three days")
	assert.Nil(t, due(c, "refill"), "no reservoir yet")
	late := gate(c, "green-tip").AlarmOn
	assert.Greater(t, late, day(28), "the late date of a moth orchid's tip lies past its four weeks")
	c = l.sees(20, patient.Checkin{Tips: num(1), TipsAt: "air"}).on(20)
	assert.Nil(t, due(c, "refill"), "a tip in the air is not at the wall")
	c = l.sees(25, patient.Checkin{Tips: num(1), TipsAt: "edge", TipState: "growing"}).on(25)
	require.Equal(t, "mineral", home(c).Code, "its reservoir from now")
	assert.Equal(t, day(25), due(c, "refill").On, "at once")
	black := housed(t, "phalaenopsis", "inorganic", withRoots(1, 20, "")).
		sees(25, patient.Checkin{Tips: num(1), TipsAt: "edge", TipState: "black"})
	assert.Equal(t, "tips-first", home(black.on(25)).Code, "a black tip opens nothing")
	nubs := housed(t, "phalaenopsis", "inorganic", withRoots(1, 20, roots.Growing))
	assert.NotEqual(t, "tips-first", home(nubs.on(0)).Code, "nubs out at potting: reservoir at once")
}

func TestHungOverClay(t *testing.T) {
	l := housed(t, "phalaenopsis", "pebbles", withRoots(0, 10, ""))
	c := l.on(1)
	assert.Equal(t, day(7), due(c, "flush").On, "flushed weekly")
	c = l.sees(30, patient.Checkin{Tips: num(1), LongestMM: num(39.0)}).on(30)
	assert.Empty(t, gate(c, "tips-40").OpenOn)
	c = l.sees(44, patient.Checkin{Tips: num(1), LongestMM: num(39.0)}).on(44)
	assert.Contains(t, sounding(c), "tip-still", "still for 14 days")
	c = l.sees(50, patient.Checkin{Tips: num(1), LongestMM: num(40.0)}).on(50)
	assert.Equal(t, day(50), gate(c, "tips-40").OpenOn)
	assert.True(t, home(c).Ended, "filled round")
	assert.NotContains(t, sounding(c), "tip-still")
}

func TestHeldHumid(t *testing.T) {
	l := housed(t, "cattleya", "lid", withRoots(0, 10, ""))
	c := l.on(1)
	assert.Equal(t, day(3), due(c, "soak").On)
	assert.Equal(t, day(1), due(c, "air").On, "lid off every day")
	assert.Equal(t, day(7), due(c, "weigh").On, "weighed weekly")
	assert.Nil(t, due(housed(t, "cattleya", "tub").on(1), "air"), "an open tub has no lid")
	bag := housed(t, "cattleya", "bag").on(1)
	assert.Nil(t, due(bag, "soak"), "in a closed bag the plant itself stays dry")
	assert.NotNil(t, due(bag, "moss"), "and the moss beside it damp")
	assert.Equal(t, day(1), due(bag, "air").On)
	c = l.sees(20, patient.Checkin{Tips: num(1), LongestMM: num(6.0)}).on(20)
	assert.Empty(t, gate(c, "two-tips").OpenOn, "two of them")
	c = l.sees(21, patient.Checkin{Tips: num(2), LongestMM: num(4.0)}).on(21)
	assert.Empty(t, gate(c, "two-tips").OpenOn, "of 5 mm")
	c = l.sees(24, patient.Checkin{Tips: num(2), LongestMM: num(5.0)}).on(24)
	assert.Equal(t, day(24), gate(c, "two-tips").OpenOn)

	l = housed(t, "cattleya", "tub")
	for n, grams := range map[int]float64{1: 200, 8: 185, 15: 169} {
		at := l.began.AddDate(0, 0, n)
		l.Weights = append(l.Weights, patient.Weight{At: at, Kind: patient.BarePlant, Grams: grams})
	}
	slicesByTime(l.Weights)
	assert.NotContains(t, sounding(l.on(8)), "weight-lost")
	assert.Contains(t, sounding(l.on(15)), "weight-lost", "15 % lost")
	assert.Contains(t, sounding(l.sees(16, patient.Checkin{Leaf: "limp"}).on(16)), "held-limp")
	assert.NotContains(t, sounding(l.on(181)), "week-26")
	assert.Contains(t, sounding(l.on(182)), "week-26")
}

func TestMossNest(t *testing.T) {
	l := housed(t, "cattleya", "nest")
	c := l.on(1)
	assert.Contains(t, []string{day(3), day(4)}, due(c, "moss").On, "looked at every three to four days")
	assert.GreaterOrEqual(t, due(c, "moss").ML, 20.0)
	assert.LessOrEqual(t, due(c, "moss").ML, 50.0)
	three := patient.Checkin{Tips: num(3), LongestMM: num(40.0)}
	assert.Empty(t, gate(l.sees(20, three).on(20), "three-40").OpenOn, "not before week 3")
	assert.NotEmpty(t, gate(l.sees(21, three).on(21), "three-40").OpenOn)
	assert.Contains(t, sounding(l.sees(22, patient.Checkin{Smell: "sour"}).on(22)), "nest-smells")
	wet := housed(t, "cattleya", "nest").sees(4, patient.Checkin{Moss: "wet"}).sees(9, patient.Checkin{Moss: "wet"})
	assert.NotContains(t, sounding(wet.on(9)), "nest-wet")
	assert.Contains(t, sounding(wet.sees(10, patient.Checkin{Moss: "wet"}).on(10)), "nest-wet", "dark and wet for 10 days")
}

func TestFreshOrganic(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(6, 4, ""))
	c := l.on(1)
	assert.InDelta(t, 0.15*l.Pot.VolumeL()*1000, due(c, "little").ML, 5, "small amounts")
	assert.Nil(t, due(c, "mist"), "no roots out of the pot")
	c = l.sees(15, patient.Checkin{Tips: num(1)}).on(15)
	require.Equal(t, "organic-tips", home(c).Code, "the first tip leads on")
	assert.Equal(t, "organic-bare", home(c).Before[0].Code)
	assert.Contains(t, []string{day(17), day(18), day(19)}, due(c, "little").On, "the rim every two to four days")
	assert.Zero(t, c.Feed.PPM, "none until tips of 30 mm")
	c = l.sees(30, patient.Checkin{Tips: num(2), LongestMM: num(30.0)}).on(30)
	assert.InDelta(t, 50, c.Feed.PPM, 1, "half of a medium feeder's 100 ppm, numbers of the house")
	c = l.sees(40, patient.Checkin{Wobble: patient.No}).on(40)
	require.Equal(t, "wet-dry", home(c).Code, "steady at a light pull: wet and dry by turns")

	loose := housed(t, "cattleya", "bark", withRoots(6, 4, roots.Growing)).
		sees(50, patient.Checkin{Wobble: patient.Yes})
	assert.NotContains(t, sounding(loose.on(59)), "rooted")
	assert.Contains(t, sounding(loose.on(60)), "rooted", "still loose at day 60")

	wet := housed(t, "cattleya", "bark", withRoots(6, 4, "")).sees(8, patient.Checkin{Medium: "wet", Leaf: "limp"})
	assert.Contains(t, sounding(wet.on(8)), "limp-wet")
	assert.Contains(t, sounding(wet.sees(11, patient.Checkin{Medium: "wet", Leaf: "firm"}).on(11)), "wet-10")
}

func TestMossInAWarmDryHome(t *testing.T) {
	l := housed(t, "phalaenopsis", "moss", withRoots(6, 4, ""), inAir(19, 25, 38), func(p *patient.Patient) {
		p.Intake.Flowering = patient.Spike
	})
	assert.Positive(t, l.on(10).Feed.PPM, "feed, at once")
	limp := l.sees(10, patient.Checkin{Leaf: "limp"}).on(10)
	assert.Contains(t, sounding(limp), "limp-spike", "limp with a spike: the spike comes off")
	assert.Equal(t, "moss-warm", home(l.on(41)).Code)
	assert.Equal(t, "wet-dry", home(l.on(42)).Code, "from day 42")
}

func TestSlippers(t *testing.T) {
	l := housed(t, "slipper", "slipper", withRoots(4, 4, ""))
	c := l.on(1)
	assert.GreaterOrEqual(t, due(c, "water").On, day(3))
	assert.LessOrEqual(t, due(c, "water").On, day(7), "every four to seven days")
	assert.NotContains(t, sounding(l.on(118)), "first-tip")
	assert.Contains(t, sounding(l.on(119)), "first-tip", "week 17")
	c = l.sees(30, patient.Checkin{Tips: num(1), Growth: patient.Growing}).on(30)
	assert.InDelta(t, 30, c.Feed.PPM, 1, "half of a light feeder's 60 ppm")

	m := housed(t, "slipper", "inorganic", withRoots(4, 4, ""))
	assert.Equal(t, day(14), due(m.on(1), "flush").On, "flushed fortnightly, no flush phase")
	assert.Contains(t, sounding(m.sees(5, patient.Checkin{Medium: "dry"}).on(5)), "base-dry")
}

func TestTerrestrialReservoir(t *testing.T) {
	l := housed(t, "cymbidium", "terrestrial", withRoots(6, 4, ""))
	l.does(1, "flush").does(4, "flush")
	assert.NotNil(t, due(l.on(5), "flush"), "three of them")
	assert.Nil(t, due(l.on(5), "refill"))
	c := l.does(7, "flush").on(8)
	assert.Nil(t, due(c, "flush"))
	assert.NotNil(t, due(c, "refill"))
	l.sees(8, patient.Checkin{Growth: patient.Growing})
	assert.Zero(t, l.on(13).Feed.PPM)
	assert.Positive(t, l.on(14).Feed.PPM, "feed from day 14 in growth")
	assert.Contains(t, sounding(l.sees(20, patient.Checkin{Yellow: patient.Yes}).on(20)), "yellow")
}

func TestReedMountAndBasket(t *testing.T) {
	reed := housed(t, "epidendrum-reed", "bark", withRoots(6, 4, ""))
	assert.InDelta(t, 0.6, reed.on(1).Water.DueAt, 1e-9, "at 60 % of its water")
	reed.sees(30, patient.Checkin{LongestMM: num(30.0), Tips: num(2), Growth: patient.Growing})
	warm := reed.on(60)
	assert.InDelta(t, 7, warm.Feed.Every, 1e-9, "fed weekly in growth")
	cool := housed(t, "epidendrum-reed", "bark", withRoots(6, 4, ""), inAir(9, 16, 60)).
		sees(30, patient.Checkin{LongestMM: num(30.0), Tips: num(2), Growth: patient.Growing})
	assert.Zero(t, cool.on(60).Feed.PPM, "none under 12 °C")

	warmMount := housed(t, "cattleya", "mount", inAir(18, 26, 60))
	assert.Equal(t, day(1), due(warmMount.on(0), "soak").On, "daily in warmth")
	coolMount := housed(t, "cattleya", "mount", inAir(10, 17, 60))
	assert.Equal(t, day(2), due(coolMount.on(0), "soak").On, "every second day in the cool")
	assert.Contains(t, sounding(warmMount.sees(9, patient.Checkin{BaseRots: patient.Yes}).on(9)), "base-rots")

	basket := housed(t, "vanda", "basket", withRoots(6, 4, ""))
	assert.LessOrEqual(t, due(basket.on(0), "water").On, due(housed(t, "vanda", "bark", withRoots(6, 4, "")).on(0), "little").On)
	basket.does(3, "water")
	assert.Contains(t, sounding(basket.sees(4, patient.Checkin{Medium: "dry"}).on(4)), "dry-in-a-day", "dry in under a day: line it")
}

// Rest: 21 days without growth while it loses under 5 % a week; a shoot of 5 mm ends it.
func TestRest(t *testing.T) {
	weighed := func(l *life, a, b float64) *life {
		for n, grams := range []float64{a, b} {
			at := l.began.AddDate(0, 0, 30+7*n)
			l.Weights = append(l.Weights, patient.Weight{At: at, Kind: patient.InPot, Grams: grams})
		}
		return l
	}
	nobile := func() *life {
		return housed(t, "dendrobium-deciduous", "bark", withRoots(6, 4, "")).
			sees(16, patient.Checkin{Growth: patient.Idle}).sees(37, patient.Checkin{Growth: patient.Idle})
	}
	rests := func(c aftercare.Care) bool {
		for _, r := range c.Runs {
			if r.Code == "rest" {
				return true
			}
		}
		return false
	}
	assert.False(t, rests(nobile().on(38)), "its loss is not known")
	assert.True(t, rests(weighed(nobile(), 500, 490).on(38)), "it loses 2 % a week")
	assert.False(t, rests(weighed(nobile(), 500, 470).on(38)), "it loses 6 % a week")
	l := weighed(nobile(), 500, 490)
	c := l.on(38)
	assert.Nil(t, due(c, "little"), "no water but a sip")
	assert.Nil(t, due(c, "sip"), "nor that while its bulbs are plump")
	assert.Zero(t, c.Feed.PPM)
	assert.NotNil(t, due(l.sees(50, patient.Checkin{Bulbs: "thinner"}).on(50), "sip"))
	c = l.sees(60, patient.Checkin{ShootMM: num(5.0)}).on(60)
	assert.False(t, rests(c), "a shoot of 5 mm ends it")
	said := housed(t, "cattleya", "bark", withRoots(6, 4, "")).sees(16, patient.Checkin{Growth: patient.Resting})
	assert.True(t, rests(said.on(16)), "who has it in hand says so")
	for never, route := range map[string]string{
		"phalaenopsis": "bark", "cymbidium": "terrestrial", "pleurothallid": "bark-moss",
	} {
		l := housed(t, never, route, withRoots(6, 4, ""))
		assert.False(t, rests(l.sees(16, patient.Checkin{Growth: patient.Resting}).on(40)), "%s is never dry", never)
	}
}

// After a lodger: a tray each morning; a find starts the week anew; day 14 still found: unpot.
func TestAfterALodger(t *testing.T) {
	six := func() *life { // six clean mornings after a find
		l := housed(t, "cattleya", "bark", withRoots(6, 4, "")).sees(1, patient.Checkin{Lodger: patient.Yes})
		assert.Equal(t, day(2), due(l.on(1), "tray").On)
		for n := 2; n <= 7; n++ {
			l.sees(n, patient.Checkin{Lodger: patient.No})
		}
		assert.Empty(t, gate(l.on(7), "seven-clean").OpenOn, "six mornings")
		return l
	}
	cleared := six().sees(8, patient.Checkin{Lodger: patient.No})
	assert.Nil(t, gate(cleared.on(8), "seven-clean"), "seven clean: it is over")
	again := cleared.sees(20, patient.Checkin{Lodger: patient.Yes}).on(20)
	assert.True(t, runs(again, "lodger"), "found once it was over: a hunt of its own")
	assert.NotContains(t, sounding(again), "still-found")

	found := six().sees(8, patient.Checkin{Lodger: patient.Yes})
	require.NotNil(t, gate(found.on(8), "seven-clean"))
	for n := 9; n <= 14; n++ {
		found.sees(n, patient.Checkin{Lodger: patient.No})
	}
	assert.Empty(t, gate(found.on(14), "seven-clean").OpenOn, "a find starts the week anew")
	found.sees(15, patient.Checkin{Lodger: patient.Yes})
	assert.Contains(t, sounding(found.on(15)), "still-found")
	assert.Equal(t, look.Now, look.Table().Decide(found.Patient).Decision, "its look says the same")
}

func TestSecondHousing(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(2, 4, roots.Growing), func(p *patient.Patient) {
		p.Homes = append([]patient.Home{rehome.Stands("2027-02-01", "tub", nil)}, p.Homes...)
	})
	c := l.on(1)
	require.NotNil(t, due(c, "bend"))
	c = l.sees(3, patient.Checkin{Bends: patient.Yes}).on(3)
	assert.Nil(t, due(c, "bend"), "they bend: down into the pot")
	assert.Nil(t, due(housed(t, "cattleya", "bark").on(1), "bend"), "it was not held before")
}

// Several protocols ask for one watering a day, and for one check-in.
func TestOneWaterAndOneCheckIn(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(6, 4, "")).sees(1, patient.Checkin{Lodger: patient.Yes})
	for n := range 40 {
		seen, waters := map[string]bool{}, 0
		for _, d := range l.on(n).Due {
			assert.False(t, seen[d.Job], "day %d: %s twice", n, d.Job)
			seen[d.Job] = true
			if job, _ := aftercare.Table().Job(d.Job); job.Waters && d.On <= day(n) {
				waters++
			}
		}
		assert.LessOrEqual(t, waters, 1, "day %d", n)
	}
}
