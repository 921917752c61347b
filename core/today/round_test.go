package today_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/today"
	"therapeon/language/english"
)

func wanted(id int64, turn patient.Turn, job, place string) today.Wanted {
	return today.Wanted{Turn: turn, By: day(0), Item: today.Item{
		PlantID: id, Tag: fmt.Sprint("Crate ", id), Job: job, Place: place, On: day(0), ML: 450,
	}}
}

// A round goes clean plants first, then suspects, those kept apart last, with a wash and a new blade
// between; in each turn job by job, and place by place.
func TestTheOrderOfARound(t *testing.T) {
	r := today.RoundOf([]today.Wanted{
		wanted(1, patient.Apart, "flush", "a"), wanted(2, patient.Clean, "check", "a"), wanted(3, patient.Clean, "flush", "b"),
		wanted(4, patient.Suspected, "water", "a"), wanted(5, patient.Clean, "flush", "a"),
	}, day(0))
	require.Len(t, r.Turns, 3)
	assert.Equal(t, []string{"clean", "suspect", "apart"}, []string{r.Turns[0].Turn, r.Turns[1].Turn, r.Turns[2].Turn})
	assert.Nil(t, r.Turns[0].Before)
	assert.Contains(t, english.Say(r.Turns[1].Before.Words()), "new blade")
	require.Len(t, r.Turns[0].Groups, 2, "all the flushing, then the check-ins")
	assert.Equal(t, int64(5), r.Turns[0].Groups[0].Items[0].PlantID, "by place")
	assert.Equal(t, 2, r.Carry.Blades)
	assert.InDelta(t, 4*450, r.Carry.PlainML, 1e-9, "a check-in carries no water")
	assert.Equal(t, "5 plants want you today. About 18 minutes.", english.Say(r.Headline(3, "", 0)), "what is at the bench stands beside it")
}

// Feed is one batch a strength; what is done is carried no more.
func TestWhatIsCarried(t *testing.T) {
	fed := func(id int64, ppm float64) today.Wanted {
		w := wanted(id, patient.Clean, "water", "")
		w.PPM = ppm
		return w
	}
	done := wanted(9, patient.Clean, "water", "")
	done.Done = &today.Noted{ID: 1, Outcome: patient.TendedDone}
	r := today.RoundOf([]today.Wanted{fed(1, 64), fed(2, 61), fed(3, 105), done}, day(0))
	assert.Equal(t, []today.Batch{{PPM: 60, ML: 900, Plants: 2}, {PPM: 100, ML: 450, Plants: 1}}, r.Carry.Feed)
	assert.Zero(t, r.Carry.PlainML)
	assert.Equal(t, 3, r.Open)
	assert.Equal(t, 1, r.Done)
}

func TestNothingDueIsAnAnswer(t *testing.T) {
	r := today.RoundOf(nil, day(0))
	assert.Equal(t, "Nothing wants you today.", english.Say(r.Headline(0, "", 0)))
	assert.Equal(t, "Nothing is due in the round. One plant wants you at the bench.", english.Say(r.Headline(1, day(3), 3)))
	assert.Equal(t, "Nothing wants you today. Next: 3 plants on 4 Apr 2027.", english.Say(r.Headline(0, day(3), 3)))
	late := wanted(1, patient.Clean, "soak", "")
	late.By = day(-2)
	it := today.RoundOf([]today.Wanted{late}, day(0)).Turns[0].Groups[0].Items[0]
	assert.Equal(t, 2, it.LateDays)
	assert.True(t, it.Matters, "a bare plant dries by the day")
}

func TestNoSuspectBeforeACleanOne(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	jobs := aftercare.Table().Jobs
	for range 100 {
		var list []today.Wanted
		for id := range 40 {
			list = append(list, wanted(int64(id), patient.Turn(r.IntN(3)), jobs[r.IntN(len(jobs))].Code, "x"))
		}
		round := today.RoundOf(list, day(0))
		last, n := -1, 0
		for _, turn := range round.Turns {
			at := map[string]int{"clean": 0, "suspect": 1, "apart": 2}[turn.Turn]
			assert.Greater(t, at, last)
			last = at
			for _, g := range turn.Groups {
				n += len(g.Items)
			}
		}
		assert.Equal(t, len(list), n, "none is forgotten")
	}
}

var begin = time.Date(2027, 4, 1, 12, 0, 0, 0, time.UTC)

func day(n int) string { return begin.AddDate(0, 0, n).Format(time.DateOnly) }
