// Package patient is all that is known of one plant on one day.
//
// The record is what was noted, each piece with its day and its origin: the intake,
// looks, readings of roots, weights, homes, treatments, incidents. What follows from
// it is worked out when it is asked for, once: the roots as they were read and as the
// cuts left them, what the plant stands in and since when, the air of its place, the
// side it follows where growers differ, how fast its own roots grow, what is acted on.
// Every engine takes a patient; none has a shape of its own for a plant.
//
// Days are written 2006-01-02. What is seen on the day of a move was seen in what the
// plant stood in until then. Lengths are in mm, areas in cm², temperatures in °C.
package patient

import (
	"time"

	"therapeon/core/climate"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/leaves"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/units"
)

// Ever is a day after all days.
const Ever = "9999-12-31"

// Patient is one plant on one day. Its zero value is a plant of which nothing is known.
type Patient struct {
	Profile taxa.Profile // of its group
	Intake  Intake
	House   House
	Sides   Sides // this plant's own, before the house's

	Looks     []Look               // up to the day, the newest first
	Seen      []Seen               // check-ins, in any order
	Care      []Tended             // what was done in its aftercare, in any order
	Watches   []Watch              // what it may have caught, and is looked at for
	Reading   *Reading             // the newest in which something was read
	Before    *Reading             // the one before that
	Homes     []Home               // the oldest first
	Weights   []Weight             // the oldest first
	Rounds    []TreatedDay         // of treatments
	Closed    bool                 // it is off the bench
	Entered   string               // the day on which it was first noted; empty: not known
	Round     Round                // the next one of a treatment that runs; its zero value: none does
	Incidents []Incident           // while it was cleaned
	Rhizome   Rhizome              // as drawn; its zero value: it was not
	Deeds     []Deed               // jobs of its cleanings, as they were done or left out
	Site      *Site                // where it stands; nil: not noted
	Spikes    []string             // days on which its spike was cut
	Given     Given                // what is said outright
	Judge     func(*Patient) Heard // what its causes come to; nil: not asked

	Now time.Time // the moment it is asked at
	Day string    // the day it is asked about; empty: after all that is on record

	known views
}

// views are what was worked out already.
type views struct {
	roots  *Roots
	heard  *Heard
	look   *newest
	seen   []Seen
	atLook *Patient
	warmth *warmth
}

// House are the sides of the house and its figures.
type House struct {
	Sides       Sides
	South       bool     // of the equator, for the seasons
	LatitudeDeg *float64 // for the length of the day; nil: not known
	CutMarginMM float64
}

// Rhizome is what was drawn of a rhizome.
type Rhizome struct {
	Joints int // along the longest way through it, from one end to another
	Leads  int
}

// Sides are the sides taken where growers differ, by the question.
type Sides = disputes.Sides

// Side is the side that this plant follows in a question: its own, else the house's.
func (p *Patient) Side(question string) disputes.SideCode {
	if own := p.Sides[question]; own != "" {
		return own
	}
	return p.House.Sides[question]
}

// Condition is how the plant fares: its roots and leaves in figures.
type Condition struct{ *Patient }

// Condition is how it fares, worked out when it is asked: its grade, what lives, what runs in it.
func (p *Patient) Condition() Condition { return Condition{p} }

// Stands is what the plant stands in, and where: medium, pot, home, air.
type Stands struct{ *Patient }

// Stands is what it stands in, and where.
func (p *Patient) Stands() Stands { return Stands{p} }

// At is the same plant, asked at another moment.
func (p *Patient) At(moment time.Time) *Patient {
	at := *p
	at.Now, at.known = moment, views{}
	return &at
}

// day is the day it is asked about.
func (p *Patient) day() string {
	if p.Day == "" {
		return Ever
	}
	return p.Day
}

// Today is the day it is asked about: its day, else that of its moment; empty where neither
// is set.
func (p *Patient) Today() string {
	if p.Day == "" && !p.Now.IsZero() {
		return p.Now.Format(time.DateOnly)
	}
	return p.Day
}

// days is the time from a date, of which only the month or year may be known, to the
// patient's day: at least and at most, in days. It is false where the date is not known.
func (p *Patient) days(date string) (least, most float64, known bool) {
	first, last, ok := dates.Span(date)
	on, err := time.Parse(time.DateOnly, p.Today())
	if !ok || err != nil {
		return 0, 0, false
	}
	of := func(t time.Time) float64 { return max(0, on.Sub(t).Hours()/units.HoursADay) }
	return of(last), of(first), true
}

// LeafAreaCM2 is one side of all its leaves: as measured, else by their number and the
// usual leaf of its group; 0 where no leaf was counted.
func (p Condition) LeafAreaCM2() float64 {
	return leaves.AreaCM2(p.Intake.Blades, p.Intake.LeafCount, p.Profile.LeafAreaCM2.Value,
		roots.Known().Figures.LeafFormFactor.Value)
}

// RootClass is what is normal for its roots: its own setting, else its group's.
func (p Condition) RootClass() taxa.RootClass {
	if p.Intake.RootClass != "" {
		return taxa.RootClass(p.Intake.RootClass)
	}
	return p.Profile.Class()
}

// Bare holds for a plant without pot and medium.
func (p Stands) Bare() bool {
	if h := p.Home(); h != nil && h.Hold {
		return !h.Potted
	}
	return p.Pot() == NoPot || p.Pot() == LivesBare
}

// Site is where a plant stands.
type Site struct {
	Name    string
	Climate *climate.Station
	Light   string   // shade, bright or sun; empty: not noted
	Percent *float64 // usual humidity; nil: not known
}

// Look is the look at hand: the newest, with what check-ins saw since; nil where nothing was.
func (p *Patient) Look() *Look {
	if len(p.Seen) == 0 {
		return p.looked()
	}
	if p.known.look == nil {
		p.known.look = &newest{p.heardLook()}
	}
	return p.known.look.look
}

// looked is the newest look by itself.
func (p *Patient) looked() *Look {
	if len(p.Looks) == 0 {
		return nil
	}
	return &p.Looks[0]
}

type newest struct{ look *Look }

// AtLook is the patient on the day of its look; itself where there is none.
func (p *Patient) AtLook() *Patient {
	l := p.Look()
	if l == nil || l.On == p.Day {
		return p
	}
	if p.known.atLook == nil {
		at := *p
		at.Day, at.known = l.On, views{}
		p.known.atLook = &at
	}
	return p.known.atLook
}

// Finding is what the look says of a finding: present, absent, or not looked for.
func (p *Patient) Finding(code string) FindingState {
	if l := p.Look(); l != nil {
		return l.Noted.Findings[code]
	}
	return ""
}

// Growth is what it does, as seen at the look; not known once the growth that was seen has snapped.
func (p *Patient) Growth() Growth {
	l := p.Look()
	switch {
	case l == nil:
		return p.Given.Growth
	case l.Noted.Growth.shoots() && p.Broken().GrowthOn() != "":
		return ""
	}
	return l.Noted.Growth
}

// Flowering is as it was seen last, else as it came; none once its spike was cut, or broke off, since.
func (p *Patient) Flowering() Flowering {
	l := p.Look()
	if l == nil {
		return p.Intake.Flowering
	}
	seen, on := l.Noted.Flowering, l.On
	for _, before := range p.Looks { // a move is no reason to forget a spike
		if days := dates.Between(before.On, l.On); seen == "" && days >= 0 && days <= Table().SpikeDays.Value {
			seen, on = before.Noted.Flowering, before.On
		}
	}
	switch {
	case seen != "" && p.spikeGone(on), seen == "" && p.spikeGone(""):
		return NotFlowering
	case seen != "":
		return seen
	}
	return p.Intake.Flowering
}

// Unpotted holds while it is out of its pot: by the look, by a reading of its roots, or
// because it has none.
func (p *Patient) Unpotted() bool { return p.Stands().Where() != Potted }

// LeafSmaller compares the newest finished leaf with the one before, as measured at the
// look, or where that is not known with one that is normal for it; nil where neither is, or the
// difference says nothing.
func (p *Patient) LeafSmaller() *bool {
	l := p.Look()
	if l == nil {
		return nil
	}
	noted := l.Noted
	if noted.LeafBeforeMM == nil {
		noted.LeafBeforeMM = p.Intake.UsualLeafMM
	}
	return noted.LeafSmaller()
}

// LeafSmaller compares the newest finished leaf with the one before, in mm. It is nil when
// one was not measured, or the difference says nothing.
func (in Inspection) LeafSmaller() *bool {
	if in.NewestLeafMM == nil || in.LeafBeforeMM == nil || *in.NewestLeafMM <= 0 || *in.LeafBeforeMM <= 0 {
		return nil
	}
	ratio := *in.NewestLeafMM / *in.LeafBeforeMM
	smaller := ratio < Table().LeafSmallerRatio.Value
	if !smaller && ratio < Table().LeafAlikeRatio.Value {
		return nil
	}
	return &smaller
}

// Forget drops what was worked out, once what it was worked out from has changed.
func (p *Patient) Forget() { p.known = views{} }
