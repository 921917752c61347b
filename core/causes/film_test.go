package causes

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// Common practice, no source: against film light is kept from the wall, or peroxide goes on hard
// parts, never both; and no peroxide by a weak stem.
func TestFilmIsMetByOneMeans(t *testing.T) {
	kind, _ := taxa.Find("phalaenopsis")
	plan := func(wall disputes.SideCode, grade roots.GradeCode) []string {
		p := &patient.Patient{
			Profile: kind, Sides: patient.Sides{disputes.PotWall: wall}, Given: patient.Given{Grade: grade},
			Looks: []patient.Look{{On: "2030-05-01", Noted: patient.Inspection{
				Findings:  patient.Findings{"dark-film": patient.Present, "film-smells": patient.Present},
				Decisions: map[string]patient.Decision{"blue-green-film": {Word: patient.Confirmed}},
			}}},
		}
		return Table().Judge(p).Plan
	}
	usual := plan("", roots.Good)
	assert.Contains(t, usual, "shade-pot")
	assert.NotContains(t, usual, "peroxide-hard-parts")
	clear := plan(disputes.ClearWall, roots.Good)
	assert.Contains(t, clear, "peroxide-hard-parts", "its keeper wants to see the roots")
	assert.NotContains(t, clear, "shade-pot")
	assert.Contains(t, plan(disputes.ClearWall, roots.Rootless), "shade-pot", "its stem is weak")
}
