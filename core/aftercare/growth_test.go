package aftercare_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
)

// What growth asks for, each by what is seen: a spike is staked while young, buds are sheltered where they stand, the
// stake comes off once the flowers are over, a new growth is cleared, weeds come out. Each is asked for once. Common
// practice, no source.
func TestTheJobsOfGrowth(t *testing.T) {
	jobs := func(c aftercare.Care) (list []string) {
		for _, due := range c.Due {
			if slices.Contains([]string{"stake-spike", "shelter", "unstake", "clear", "dust", "weed"}, due.Job) {
				list = append(list, due.Job+" "+due.On)
			}
		}
		return list
	}
	of := func(group string, seen map[int]patient.Checkin, done map[int]string) aftercare.Care {
		l := housed(t, group, "bark")
		for d := range 61 {
			if noted, ok := seen[d]; ok {
				l.sees(d, noted)
			}
			if job, ok := done[d]; ok {
				l.does(d, job)
			}
		}
		return l.on(60)
	}
	spike := patient.Checkin{Flowering: patient.Spike}
	assert.Equal(t, []string{"stake-spike " + day(50)},
		jobs(of("phalaenopsis", map[int]patient.Checkin{50: spike, 55: spike}, nil)))
	staked := map[int]string{52: "stake-spike"}
	assert.Empty(t, jobs(of("phalaenopsis", map[int]patient.Checkin{50: spike}, staked)), "once")
	left := housed(t, "phalaenopsis", "bark").sees(50, spike).leaves(52, "stake-spike", "")
	assert.Empty(t, jobs(left.on(60)), "left out, it is not asked for again")
	limp := map[int]patient.Checkin{50: spike, 59: {Leaf: "limp"}}
	assert.Empty(t, jobs(of("phalaenopsis", limp, nil)), "a limp plant's spike may have to come off")
	bare := housed(t, "phalaenopsis", "tub", withRoots(0, 12, "")).sees(2, spike)
	assert.Empty(t, jobs(bare.on(3)), "its look takes the spike off")
	bud := patient.Checkin{Flowering: patient.Bud}
	assert.Equal(t, []string{"shelter " + day(58)},
		jobs(of("phalaenopsis", map[int]patient.Checkin{50: spike, 58: bud}, staked)))
	over := map[int]patient.Checkin{50: spike, 59: {Flowering: patient.Spent}}
	assert.Equal(t, []string{"unstake " + day(59)}, jobs(of("phalaenopsis", over, staked)))
	assert.Empty(t, jobs(of("phalaenopsis", over, nil)), "nothing was staked")
	assert.Empty(t, jobs(of("phalaenopsis", over, map[int]string{52: "stake-spike", 60: "unstake"})))
	covered := map[int]patient.Checkin{55: {Covered: patient.Yes, Dusty: patient.Yes}, 57: {Leaf: "firm"}}
	assert.Equal(t, []string{"clear " + day(55), "dust " + day(55)}, jobs(of("cattleya", covered, nil)))
	assert.Equal(t, []string{"dust " + day(55)}, jobs(of("cattleya", covered, map[int]string{58: "clear"})))
	assert.Empty(t, jobs(of("cattleya", map[int]patient.Checkin{55: {Growth: patient.Growing}}, nil)),
		"nobody saw anything lie on it")
	weeds := map[int]patient.Checkin{58: {Weeds: patient.Yes}}
	assert.Equal(t, []string{"weed " + day(58)}, jobs(of("cattleya", weeds, nil)))
	weeds[59] = patient.Checkin{Weeds: patient.No}
	assert.Empty(t, jobs(of("cattleya", weeds, nil)))
}
