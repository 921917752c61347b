package demo

import (
	"context"
	"strings"

	"therapeon/clinic"
	"therapeon/clinic/intake"
	"therapeon/clinic/look"
	"therapeon/core/causes"
	"therapeon/core/patient"
	"therapeon/core/taxa"
)

// inspection is a look: what was looked over, and what was found.
type inspection struct {
	ago    int
	parts  string // parts looked over, where all that is not named was not there
	found  string
	not    string // looked for beyond those parts, and not there
	in     patient.Inspection
	settle func(*patient.Inspection) // the user's word, once the findings are in
}

const (
	inPot   = "leaves bulbs growth pot surface smell"
	outside = inPot + " care"
	allOver = outside + " medium lodgers"
)

func (l inspection) happen(ctx context.Context, on func(int) *clinic.Clinic, p intake.Plant) error {
	c := on(l.ago)
	started, err := c.Look.StartLook(ctx, p.ID, look.StartLook{})
	if err != nil {
		return err
	}
	in := l.in
	in.Findings = l.findings(p)
	in.Season = "warm"
	saved, err := c.Look.SaveInspection(ctx, started.ID,
		look.SaveInspection{Version: started.Version, LookedOn: started.LookedOn, Inspection: in})
	if err != nil || l.settle == nil {
		return err
	}
	l.settle(&in)
	_, err = c.Look.SaveInspection(ctx, saved.ID,
		look.SaveInspection{Version: saved.Version, LookedOn: saved.LookedOn, Inspection: in})
	return err
}

func (l inspection) findings(p intake.Plant) patient.Findings {
	profile, _ := taxa.Find(p.Intake.Group)
	found := patient.Findings{}
	for _, f := range causes.Table().Findings {
		// What intake and roots know is not said again.
		asked := strings.Contains(" "+l.parts+" ", " "+f.Part+" ") && !strings.Contains(known, " "+f.Code+" ")
		if asked && (f.Only != "bulbs" || profile.HasBulbs()) && (f.Only != "pot" || p.Intake.Pot != "none") {
			found[f.Code] = causes.Absent
		}
	}
	for code := range strings.FieldsSeq(l.not) {
		found[code] = causes.Absent
	}
	for code := range strings.FieldsSeq(l.found) {
		found[code] = causes.Present
	}
	return found
}

const known = " bulbs-shrivelled growth-smaller medium-old medium-organic cold-night cool-nights moved-lately clear-pot brown-by-nature tips-growing dead-roots-seen "

func confirm(causes ...string) func(*patient.Inspection) {
	return func(in *patient.Inspection) {
		in.Decisions = map[string]patient.Decision{}
		for _, c := range causes {
			in.Decisions[c] = patient.Decision{Word: "confirmed"}
		}
	}
}
