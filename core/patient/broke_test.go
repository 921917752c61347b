package patient

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What breaks is heard once: until growth is seen again, and from the day on which the bulbs were counted anew.
func TestWhatBreaksChangesWhatFollows(t *testing.T) {
	look := func(on string, growth Growth, broke ...string) Look {
		l := Look{On: on, Noted: Inspection{Growth: growth}}
		for _, what := range broke {
			l.Noted.Accidents = append(l.Noted.Accidents, Accident{What: what, Count: 2})
		}
		return l
	}
	p := Patient{Intake: Intake{BulbCount: 5}, Looks: []Look{look("2030-05-03", Growing, SnappedGrowth, LostBulb)}}
	assert.Equal(t, "2030-05-03", p.Broken().GrowthOn())
	assert.Empty(t, p.Growth(), "what grew has snapped")
	assert.Equal(t, 3, p.Broken().Bulbs())
	p.Looks[0].Noted.Growth = NewRoots
	assert.Equal(t, NewRoots, p.Growth(), "its roots grow on")
	p.Looks = append([]Look{look("2030-06-03", Growing)}, p.Looks...)
	assert.Empty(t, p.Broken().GrowthOn())
	assert.Equal(t, Growing, p.Growth(), "another came")
	assert.Equal(t, 3, p.Broken().Bulbs())
	p.Intake.BulbsLost = 2
	assert.Equal(t, 5, p.Broken().Bulbs(), "counted since")
	p.Incidents = []Incident{{On: "2030-06-05", What: SnappedGrowth}, {On: "2030-06-05", What: LostBulb}}
	assert.Equal(t, "2030-06-05", p.Broken().GrowthOn(), "that one too, while it was cleaned")
	assert.Equal(t, 4, p.Broken().Bulbs())
	p = Patient{Incidents: []Incident{{On: "2030-06-05", What: LostRoot}}, Reading: &Reading{On: "2030-06-05"}}
	assert.Equal(t, "2030-06-05", p.Broken().RootOn())
	p.Reading.On = "2030-06-06"
	assert.Empty(t, p.Broken().RootOn(), "read without it")
	assert.Zero(t, p.Broken().Bulbs())
}
