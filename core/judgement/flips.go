package judgement

import (
	"math"

	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/units"
)

// Flip is a single fact that would change the advice.
type Flip struct {
	If   knowledge.Text `json:"if" required:"true" description:"the fact, and by how much"`
	Then Saying         `json:"then" required:"true" description:"the advice it would be"`
	Code string         `json:"code,omitempty" description:"of that advice; left out where it is to be decided anew"`
}

// flips are the single facts that would change an advice. Each is tried by itself.
func flips(p *patient.Patient, by Known, a Advice) []Flip {
	f := flipping{Knowledge: Table(), p: p, by: by, now: a, list: []Flip{}}
	switch a.Code {
	case Hold, Nest, AskAir, Pot:
		f.outOfPot()
	case Read, LookFirst:
	default:
		f.inPot()
	}
	return f.list
}

// flipping is the search for what would change an advice.
type flipping struct {
	*Knowledge
	p    *patient.Patient
	by   Known
	now  Advice
	list []Flip
}

// try adds a fact, where the plant with it would be advised otherwise.
func (f *flipping) try(when knowledge.Text, with *patient.Patient) {
	then := Brief(with, f.by)
	if then.Headline.Equal(f.now.Headline) || then.Headline.IsZero() || len(f.list) >= int(f.Most.Value) {
		return
	}
	f.list = append(f.list, Flip{If: when, Then: then.Headline, Code: then.Code})
}

// inPot tries signs on a plant in its pot.
func (f *flipping) inPot() {
	switch f.now.Code {
	case Feel:
		f.try(f.Dry, f.seen(look.Table().Water.Dry.Values[0], ""))
		f.try(f.Wet, f.seen(look.Table().Water.InVain.Values[0], ""))
		return
	case Water:
		f.try(f.Vain, f.seen("watered-in-vain", ""))
	case Wait:
		f.try(f.Nubs, f.seen("", patient.NewRoots))
	}
	for _, t := range f.Tried {
		f.try(t.If, f.seen(t.Finding, ""))
	}
}

// seen is the plant with one sign more, or with other growth, as if seen today.
func (f *flipping) seen(finding string, growth patient.Growth) *patient.Patient {
	p := *f.p
	p.Forget()
	heard := f.p.Heard()
	p.Judge = func(*patient.Patient) patient.Heard { return heard }
	noted := patient.Inspection{Findings: patient.Findings{}}
	if l := p.Look(); l != nil && p.Stands().EpochOf(l.On) == patient.AtPresent {
		noted = l.Noted
		noted.Findings = patient.Findings{}
		for code, state := range l.Noted.Findings {
			noted.Findings[code] = state
		}
	}
	if finding != "" {
		noted.Findings[finding] = patient.Present
	}
	if finding == "watered-in-vain" {
		delete(noted.Findings, "pot-light")
	}
	if growth != "" {
		noted.Growth = growth
	}
	p.Looks = append([]patient.Look{{On: p.Today(), Noted: noted}}, p.Looks...)
	p.Seen = nil
	return &p
}

// outOfPot tries tips, the air and the passing of time.
func (f *flipping) outOfPot() {
	if f.now.Code != Pot {
		tips := *f.p
		tips.Forget()
		tips.Given.TipsOut = true
		f.try(f.Tips, &tips)
	}
	if f.now.Code == Hold && f.p.Stands().Where() == patient.Held {
		f.late()
	}
	figures, now := patient.Table(), message.Of("advice.say.not-known")
	if percent := f.p.Around().Percent(); percent != nil {
		now = message.Of("advice.say.now", message.Fixed("percent", *percent, 0, "%"))
	}
	f.air(f.Humid, figures.HumidFrom.Value, figures.HumidFrom.Value, now)
	f.air(f.DryAir, figures.DryBelow.Value, figures.DryBelow.Value-1, now)
}

// air tries another humidity of the room.
func (f *flipping) air(words knowledge.Text, named, percent float64, now message.Message) {
	p := *f.p
	p.Forget()
	air := p.Around().Air()
	air.Percent = &percent
	p.Given.Air = &air
	words.Value = words.Value.With("percent", message.Figure{Value: named, Unit: "%"}).With("now", now)
	f.try(words, &p)
}

// late says by which day a held plant should show a tip: the upper end of the band of its
// first tip.
func (f *flipping) late() {
	profile := f.p.Profile
	days := profile.WeeksToFirstRoot.Value * units.DaysAWeek * race.Table().TipSpread.Value
	held := f.p.Stands().HeldDays()
	week := int(math.Ceil(days / units.DaysAWeek))
	left := int(math.Max(math.Ceil(days-held), 0))
	words := f.NoTip
	words.Value = words.Value.With("day", message.Day(dates.After(f.p.Today(), left))).
		With("week", message.Number(week))
	f.list = append(f.list, Flip{If: words, Then: say(f.NoTipThen.Value)})
}
