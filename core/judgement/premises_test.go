package judgement

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/language/english"
)

// An advice says what it rests on, with how it is known and its day; what comes by a rhythm is a forecast.
func TestWhatAnAdviceRestsOn(t *testing.T) {
	p := plant(t, "cattleya", func(p *patient.Patient) {
		p.Looks = looked("2030-05-01", patient.Growing, "top-heavy", "pot-bound")
	})
	a := For(p, Known{})
	require.NotEmpty(t, a.Rests)
	assert.Equal(t, Premise{
		Code: "pot-bound", Name: a.Rests[0].Name, How: "felt", On: "2030-05-01", Now: true,
	}, a.Rests[0])
	assert.Equal(t, "Pot-bound", english.Say(a.Rests[0].Name))
	require.NotEmpty(t, a.Meanwhile)
	assert.Equal(t, []string{"top-heavy"}, a.Meanwhile[0].Sense().Premises)

	p.Looks[0].On = "2030-02-01"
	p.Forget()
	assert.False(t, For(p, Known{}).Rests[0].Now, "too long ago to be said of today")

	water := aftercare.Due{Job: "water", On: day, Protocol: "wet-dry"}
	due := premises(p, For(p, Known{Care: &aftercare.Care{Day: day, Due: []aftercare.Due{water}}}).Line.Facts)
	require.Len(t, due, 1)
	assert.Equal(t, "forecast", due[0].How, "by its rhythm")
	assert.Equal(t, "cold", premises(p, []string{"cold", "moon", "cold"})[0].Code)
	assert.Len(t, premises(p, []string{"cold", "moon", "cold"}), 1, "each once, and none that is not known")
}
