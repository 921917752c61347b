package aftercare_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/pots"
	"therapeon/language/english"
)

func away(l *life, from, until int) aftercare.Gone {
	care := l.on(from - 1)
	return l.Away(care, day(from), day(until))
}

// Common practice, no source: a bare plant that is soaked every third day does not last a fortnight, a
// rooted one in bark lasts a long weekend.
func TestWhoLastsAnAbsence(t *testing.T) {
	bare := away(housed(t, "phalaenopsis", "tub"), 5, 19)
	assert.False(t, bare.Lasts)
	require.NotEmpty(t, bare.Makes)
	assert.Len(t, bare.Sits, 7, "soaked every second or third day by whoever is there")
	rooted := away(housed(t, "cattleya", "bark", withRoots(8, 2, "")), 5, 8)
	assert.True(t, rooted.Lasts)
	assert.Empty(t, rooted.Makes)
	mineral := away(housed(t, "phalaenopsis", "inorganic", withRoots(8, 2, ""), in("mineral")), 5, 40)
	assert.False(t, mineral.Lasts)
	assert.Contains(t, english.Say(mineral.Makes[0].Do.Value), "reservoir")
	heavy := housed(t, "cymbidium", "terrestrial", withRoots(8, 2, ""))
	big := *heavy.Pot
	big.TopMM, big.BottomMM, big.HeightMM = 280, 220, 260
	heavy.InCare.Pot = &big
	gone := away(heavy, 2, 20)
	assert.True(t, gone.Heavy)
	for _, s := range gone.Sits {
		assert.NotEqual(t, "flush", s.Job, "nobody else lifts a heavy pot to the sink")
	}
}

// What is still wet the day before is not watered again: it lasts from its last watering.
func TestWhatIsStillWetIsNotWateredForAnAbsence(t *testing.T) {
	watered := func(on int) aftercare.Gone {
		return away(housed(t, "cattleya", "bark", withRoots(8, 2, "")).does(1, "little").does(on, "little"), 15, 50)
	}
	wet, dry := watered(13), watered(4)
	water := aftercare.Table().Away.Before["little"]
	assert.NotContains(t, english.Lines(wet.Before), english.Say(water), "watered two days ago")
	assert.Contains(t, english.Lines(dry.Before), english.Say(water), "ten days ago")
	assert.Less(t, wet.LastsTo, dry.LastsTo)
	assert.Greater(t, wet.Sits[0].On, day(15))
	assert.LessOrEqual(t, wet.Sits[0].On, wet.LastsTo)
}

// What a sitter is told never harms: no spray, no peroxide, no feed, nothing that is mixed or cut.
func TestASitterIsToldNothingThatHarms(t *testing.T) {
	for seed := range 60 {
		x := born(t, uint64(seed))
		for n := range 40 {
			x.tends(n, x.on(n))
		}
		care := x.on(40)
		gone := x.Away(care, day(41), day(60))
		for _, s := range gone.Sits {
			words := strings.ToLower(english.Say(s.Do.Value))
			for _, never := range []string{"spray", "peroxide", "feed", "ppm", "cut", "alcohol", "oil"} {
				assert.NotContains(t, words, never, "plant %d", seed)
			}
			assert.GreaterOrEqual(t, s.On, day(41))
			assert.LessOrEqual(t, s.On, day(60))
			assert.NotContains(t, words, "{", "plant %d", seed)
		}
		if !gone.Lasts {
			assert.NotEmpty(t, gone.Makes, "plant %d: said what would help", seed)
		}
		short := x.Away(care, day(41), day(42))
		assert.True(t, !gone.Lasts || short.Lasts, "plant %d: what lasts long lasts short", seed)
	}
	assert.Contains(t, english.Say(aftercare.Table().Away.Never[0].Value), "Never spray")
}

// How long it lasts and what helps, by how it is held and in what it stands: from memory, a house rule each.
func TestWhatMakesItLast(t *testing.T) {
	makes := func(l *life) (list []string) {
		for _, m := range away(l, 5, 60).Makes {
			for code, words := range aftercare.Table().Away.MakesLast {
				if words.Same(m.Do) {
					list = append(list, code)
				}
			}
		}
		return list
	}
	assert.Equal(t, []string{"lid", "shade", "sitter"}, makes(housed(t, "cattleya", "tub")))
	assert.Equal(t, []string{"shade", "sitter"}, makes(housed(t, "cattleya", "lid")))
	assert.Equal(t, []string{"shade", "sitter"}, makes(housed(t, "cattleya", "bag")))
	assert.Equal(t, []string{"shade", "tray", "sitter"}, makes(housed(t, "cattleya", "bark", withRoots(8, 2, ""))))
	assert.Equal(t, []string{"reservoir", "shade", "sitter"}, makes(housed(t, "phalaenopsis", "inorganic", withRoots(8, 2, ""), in("mineral"))))
	gone := away(housed(t, "cattleya", "tub"), 5, 6)
	k := aftercare.Table().Away.Before
	assert.Contains(t, english.Lines(gone.Before), english.Say(k["weigh"]))
	assert.Contains(t, english.Lines(gone.Before), english.Say(k["check"]))
	assert.NotContains(t, english.Lines(away(housed(t, "cattleya", "bark"), 5, 6).Before), english.Say(k["weigh"]))
	heavy := func(litres float64) bool {
		l := housed(t, "cattleya", "bark")
		l.InCare.Pot = &pots.Pot{Shape: pots.Box, TopMM: 200, BottomMM: 200, HeightMM: litres * 25}
		return away(l, 5, 6).Heavy
	}
	least := aftercare.Table().Away.HeavyL.Value
	assert.True(t, heavy(least))
	assert.False(t, heavy(least-0.1))
	// Soaked the day before, on day 4, it wants its next by day 8, and bears two days dry, from memory.
	assert.Equal(t, day(10), away(housed(t, "cattleya", "tub"), 5, 60).LastsTo)
	lasts := func(until int) bool { return away(housed(t, "cattleya", "tub"), 5, until).Lasts }
	assert.True(t, lasts(10))
	assert.False(t, lasts(11))
}
