package patient

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Common practice, no source: what eats roots, and its eggs, are hunted in the new home too, and treated there for the
// hatchlings; castings are hunted alone, and a worm that stays is no reason to unpot.
func TestAHuntGoesOnInTheNewHome(t *testing.T) {
	house := func(p *Patient, from string) *Patient {
		p.Day, p.Homes = "2030-05-20", []Home{{From: from, Way: "bark", Potted: true, Medium: "bark", Pot: "clear"}}
		return p
	}
	of := func(finding string) *Patient { return lookedAt(Inspection{Findings: Findings{finding: Present}}) }
	for _, finding := range []string{"snails-seen", "clear-eggs"} {
		p := house(of(finding), "2030-05-02")
		assert.Equal(t, "2030-05-02", p.Stands().Checked().Hunt().Since, finding)
		assert.Equal(t, Round{On: "2030-05-02", By: "2030-05-03", N: 1, Pest: "snails"}, FirstRound(p), finding)
		p.Rounds = []TreatedDay{{On: "2030-05-01", Pest: "snails"}}
		assert.Empty(t, FirstRound(p), "it was treated on the day of the find")
		p.Rounds[0].On = "2030-04-01"
		assert.NotEmpty(t, FirstRound(p), "and not only long before")
		p.Day = "2030-08-20"
		assert.Empty(t, p.Stands().Checked().Hunt().Since, "time ends it")
		assert.Empty(t, FirstRound(p))
	}
	for _, finding := range []string{"castings", "worms-seen"} {
		p := house(of(finding), "2030-05-02")
		assert.Equal(t, "2030-05-02", p.Stands().Checked().Hunt().Since, finding)
		assert.Empty(t, FirstRound(p), "nothing is treated for worms")
		for _, day := range []string{"2030-05-04", "2030-05-19"} {
			p.Seen = append(p.Seen, on(day, Checkin{Lodger: Worm}))
		}
		p.Forget()
		assert.False(t, p.Stands().Checked().Hunt().Stays(), "never day 14's unpotting for a worm")
	}
	here := house(of("snails-seen"), "2030-04-02")
	assert.Equal(t, "2030-05-01", here.Stands().Checked().Hunt().Since)
	assert.Empty(t, FirstRound(here), "found in its present home: its look says what is done")
	assert.Empty(t, of("ants-woodlice").Stands().Checked().Hunt())
	still := of("castings")
	still.Day = "2030-05-20"
	assert.Equal(t, "2030-05-01", still.Stands().Checked().Hunt().Since, "in its old pot too")
}

// A morning's tray: a worm starts the count of clean mornings anew, something else does not.
func TestWhatATrayTells(t *testing.T) {
	p := &Patient{Day: "2030-05-20", Seen: []Seen{on("2030-05-03", Checkin{Lodger: Yes})}}
	for _, day := range []string{"04", "05", "06", "07", "08", "09", "10"} {
		p.Seen = append(p.Seen, on("2030-05-"+day, Checkin{Lodger: Other}))
	}
	p.Seen = append(p.Seen, on("2030-05-12", Checkin{Lodger: Worm}))
	assert.Equal(t, Hunt{Since: "2030-05-12"}, p.Stands().Checked().Hunt(), "seven clean mornings ended the first")
	assert.Equal(t, Present, (&Patient{Day: "2030-05-20", Looks: p.Looks, Seen: p.Seen}).Finding("worms-seen"))
}
