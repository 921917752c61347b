package patient

import (
	"cmp"
	"fmt"
	"maps"
	"slices"
	"time"

	"therapeon/core/dates"
)

// Seen is a check-in of a moment.
type Seen struct {
	ID    int64
	At    time.Time
	On    string
	Noted Checkin
}

// Checked is what check-ins saw of it, and what was done in its aftercare.
type Checked struct{ *Patient }

// Checked is what was seen at check-ins and done since its present home.
func (p Stands) Checked() Checked { return Checked(p) }

// All are the check-ins up to its day, the oldest first. What was seen on the day of the move was
// seen before it.
func (p Checked) All() []Seen {
	if p.known.seen == nil {
		list := make([]Seen, 0, len(p.Seen))
		for _, s := range p.Seen {
			if s.On <= p.day() && p.Stands().EpochOf(s.On) == AtPresent {
				list = append(list, s)
			}
		}
		InTurn(list)
		p.known.seen = list
	}
	return p.known.seen
}

// InTurn puts check-ins in the order in which they were seen; those of one moment in that of what they
// say, so that nothing hangs on which was entered first.
func InTurn(list []Seen) {
	before := func(a, b Seen) int {
		if order := a.At.Compare(b.At); order != 0 {
			return order
		}
		return cmp.Compare(fmt.Sprint(a.Noted.InShort(nil)), fmt.Sprint(b.Noted.InShort(nil)))
	}
	if !slices.IsSortedFunc(list, before) { // they are kept so, mostly
		slices.SortStableFunc(list, before)
	}
}

// heardLook is the newest look with what check-ins saw since: that is what it is today. A look
// from before the present home is history; what was seen since stands alone.
func (p *Patient) heardLook() *Look {
	base := p.looked()
	since := slices.DeleteFunc(slices.Clone(p.Stands().Checked().All()), func(s Seen) bool {
		return !s.Noted.speaks() || base != nil && s.On < base.On
	})
	if len(since) == 0 {
		return base
	}
	if p.Stands().Where() != Potted {
		return base // out of its pot, or held: the look that it came out by is not outdone
	}
	l := Look{}
	if base != nil && p.Stands().EpochOf(base.On) == AtPresent {
		l = *base
	}
	findings := maps.Clone(l.Noted.Findings)
	if findings == nil {
		findings = Findings{}
	}
	days := map[string]string{}
	if base != nil && l.On == base.On { // what the look saw is of its day
		for f := range findings {
			days[f] = l.On
		}
	}
	for _, s := range since {
		of := s.Noted.bears()
		if s.On == l.On { // of one day the look goes before
			for f := range l.Noted.Findings {
				delete(of, f)
			}
		}
		maps.Copy(findings, of)
		for f := range of {
			days[f] = s.On
		}
		switch g := s.Noted.grows(); {
		case s.On <= l.On && l.Noted.Growth != "":
		case g != "":
			l.Noted.Growth = g
		case s.Noted.Tips != nil && l.Noted.Growth == NewRoots:
			l.Noted.Growth = "" // none shows any more
		}
		if s.Noted.Flowering != "" && (s.On > l.On || l.Noted.Flowering == "") {
			l.Noted.Flowering = s.Noted.Flowering
		}
		if mm := s.Noted.NewestLeafMM; mm != nil && s.On > l.On {
			if before := l.Noted.NewestLeafMM; before != nil && *before != *mm {
				l.Noted.LeafBeforeMM = before
			}
			l.Noted.NewestLeafMM = mm
		}
	}
	if p.Stands().Checked().Hunt().Stays() {
		findings["snails-stay"] = Present
	}
	if limpInWet(base, since) && !p.Condition().Grade().Few() {
		findings["limp-though-wet"] = Present
	}
	l.On = max(l.On, since[len(since)-1].On)
	l.Noted.Findings, l.Since = findings, days
	return &l
}

// limpInWet holds where it was limp in wet medium for days on end, up to the last that was seen. One
// with few roots is limp for them.
func limpInWet(base *Look, since []Seen) bool {
	from, last := "", ""
	if base != nil && base.On <= since[0].On {
		f := base.Noted.Findings
		if f["leaves-limp"] == Present && (f["stays-wet"] == Present || f["pot-light"] == Absent) {
			from, last = base.On, base.On
		}
	}
	for _, s := range since {
		c := s.Noted
		wet := c.Medium == "wet" || c.Moss == "wet"
		switch {
		case c.Leaf == "limp" && wet:
			last = s.On
			if from == "" {
				from = s.On
			}
		case c.Leaf == "firm" || !wet && (c.Medium != "" || c.Moss != ""):
			from, last = "", ""
		}
	}
	return from != "" && dates.Between(from, last) >= Table().LimpWetDays.Value
}

// last is the newest check-in of which something holds, since its present home; nil where none is.
func (p Checked) last(holds func(Checkin) bool) *Checkin {
	for _, s := range slices.Backward(p.All()) {
		if holds(s.Noted) {
			return &s.Noted
		}
	}
	return nil
}

// Crawls holds where something crawled on it when a check-in last asked, and nobody looked it over
// since.
func (p Checked) Crawls() bool { return p.Unlooked(func(c Checkin) YesNo { return c.Pests }, "") }

// BaseRots is the same of a growth that is soft or dark at its base.
func (p Checked) BaseRots() bool { return p.Unlooked(func(c Checkin) YesNo { return c.BaseRots }, "") }

// Unlooked is the same of anything that a check-in says, from a day on.
func (p Checked) Unlooked(said func(Checkin) YesNo, since string) bool {
	for _, s := range slices.Backward(p.All()) {
		if was := said(s.Noted); was != "" && s.On >= since {
			l := p.looked()
			return was == Yes && (l == nil || l.On < s.On)
		}
	}
	return false
}

// tipsSeen is whether tips showed when they were last looked for at a check-in; false where they
// were not.
func (p Condition) tipsSeen() (show, known bool) {
	c := p.Stands().Checked().last(func(c Checkin) bool { return c.Tips != nil || c.TipsShow() })
	return c != nil && c.grows() == NewRoots, c != nil
}

// limpSeen is the same of limp leaves or bulbs that grow thinner.
func (p Condition) limpSeen() (limp, known bool) {
	c := p.Stands().Checked().last(func(c Checkin) bool { return c.Leaf != "" || c.Bulbs != "" })
	return c != nil && (c.Leaf == "limp" || c.Bulbs == "thinner"), c != nil
}

// AtItsLook is the patient as the newest look itself left it, without what was seen since;
// itself where nothing was.
func (p Stands) AtItsLook() *Patient {
	if p.Look() == p.looked() {
		return p.AtLook()
	}
	at := *p.Patient
	at.Seen, at.known = nil, views{}
	return at.AtLook()
}
