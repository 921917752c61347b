package aftercare

import (
	"math"
	"slices"

	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/rehome"
)

// The one fact that is missing where a plant is not followed.
const (
	NoMedium = "medium" // nobody noted what it stands in
	NoHome   = "home"   // it lies out of its pot
)

// living is the protocol that a plant lives by, since a day.
type living struct {
	code    string // empty: it is not followed
	since   string
	settled bool   // it is at home in what it stands in: no gate is waited for
	told    string // the day on which a home was noted that began long before
	missing string // of one that is not followed
}

// lives is the protocol that its home starts, or that its keeper chose; of a plant that was never re-housed here
// the row of the medium that it came in.
func (c *InCare) lives() living {
	h, own := c.Stands().Home(), c.Chosen
	switch where := c.Stands().Where(); {
	case where == patient.Out:
		return living{missing: NoHome}
	case h == nil && where == patient.Held: // it is only asked about: nobody holds it here
		return living{}
	case h == nil && own.Protocol != "" && own.From != "":
		return living{code: own.Protocol, since: own.From, told: own.From} // nobody noted that it was watered then
	case h == nil:
		code := rehome.Table().Lives(c.Patient)
		if code == "" {
			return living{missing: NoMedium}
		}
		return living{code: c.kept(code), since: patient.HereSince(c.Patient), settled: true, told: c.Entered}
	case own.Protocol != "" && own.From == h.From:
		return living{code: own.Protocol, since: h.From}
	}
	told := ""
	if h.Told != "" && dates.Between(h.From, h.Told) >= Table().LateDays.Value {
		told = h.Told
	}
	settles := dates.Between(h.From, c.Today()) >= Table().MovedDays.Value
	row := rehome.Table().Lives(c.Patient)
	if told != "" && row != "" && !h.Hold && settles && c.rootedIn(*h) {
		return living{code: c.kept(row), since: h.From, settled: true, told: told}
	}
	code, since := rehome.Table().Starts(c.asOf(h.From), *h), h.From
	if code == "humid-hold" {
		since = c.holdBegan(h.From)
	}
	return living{code: code, since: since, told: told}
}

// rootedIn holds where what was seen in a home says that the plant is at home there.
func (c *InCare) rootedIn(h patient.Home) bool {
	k := Table()
	if r := c.Reading; r != nil && r.On > h.From && c.Condition().GradeLeft().Sound() {
		return true
	}
	return slices.ContainsFunc(c.Seen, func(s patient.Seen) bool {
		n := s.Noted
		return s.On > h.From && (n.Wobble == patient.No && dates.Between(h.From, s.On) >= k.LateDays.Value ||
			n.Grips == patient.Yes || n.OldRoots == "branched" || n.TipsAt == "half" || n.TipsAt == "water" ||
			n.LongestMM != nil && *n.LongestMM >= k.FeedTipsMM.Value)
	})
}

// kept is a protocol as its kind lives by it: those that are kept moist never wait for a quarter.
func (c *InCare) kept(code string) string {
	p, _ := Table().Protocol(code)
	if p.Moist != "" && c.line() >= Table().MoistFrom.Value {
		return p.Moist
	}
	return code
}

// line is the share of its water left at which its kind is watered.
func (c *InCare) line() float64 {
	if at := media.Table().DueAt[c.Profile.MoistureStyle.Value].Value; at > 0 {
		return at
	}
	return Table().DueAt.Value
}

// atLine stretches the days of a rhythm, which are to one share of its water left, to the line of its kind: the
// water goes by W(t) = W₀·e^(−kt).
func (c *InCare) atLine(j Rhythm, every knowledge.Estimate) knowledge.Estimate {
	if j.To == nil || j.To.Value <= 0 {
		return every
	}
	by := math.Log(c.line()) / math.Log(j.To.Value)
	every.Value, every.Low, every.High = every.Value*by, every.Low*by, every.High*by
	return every
}

// suited is a protocol as a settled plant lives by it: where nobody saw water stand in its pot, it is watered.
func (c *InCare) suited(run Run) Run {
	if !run.Settled || c.reservoir() {
		return run
	}
	run.Jobs = slices.Clone(run.Jobs)
	for i, j := range run.Jobs {
		if j.Else != "" {
			run.Jobs[i].Job, run.Jobs[i].How, run.Jobs[i].Fourth = j.Else, Table().NoReservoir, ""
		}
	}
	return run
}

// MayFollow says why a protocol cannot be chosen for a plant as it stands; empty where it can.
func (c *InCare) MayFollow(code string) string {
	where := c.Stands().Where()
	holds := slices.Contains(Table().Holds.Values, code)
	switch {
	case where == patient.Out:
		return "out"
	case where == patient.Held && !holds:
		return "held"
	case where == patient.Potted && holds:
		return "potted"
	}
	return ""
}

// rootsSeen holds where somebody looked at its roots since a day.
func (c *InCare) rootsSeen(since string) bool {
	return slices.ContainsFunc(c.Seen, func(s patient.Seen) bool {
		n := s.Noted
		return s.On > since && (n.Tips != nil || n.TipsShow() || n.Wobble != "" || n.OldRoots != "" || n.Grips != "")
	})
}

// unwatered holds for a settled plant of which nobody noted a watering here yet.
func (w *watch) unwatered() bool {
	last := w.lastWater()
	return last != nil && last.unknown
}

// first puts the next turn of a job of a settled plant whose last turn nobody noted. It is watered once it was felt
// to be dry; the rest counts from when it was first in hand.
func (r Running) first(d *Due, j Rhythm, every knowledge.Estimate, today string) {
	job, _ := Table().Job(j.Job)
	k := Table()
	switch {
	case job.Waters && r.run.waters() == j.Job:
		d.On, d.How, d.First = today, k.FeelFirst, true
		if last := r.w.lastWater(); last.wetAt > 0 {
			d.On = max(today, dates.After(last.after(last.wetAt), int(leftDays(every.Value))))
		}
		d.From, d.By = d.On, d.On
	case r.w.unwatered(): // one question at a time
		after := func(days float64) string { return dates.After(today, int(days)) }
		d.On, d.From, d.By = after(every.Value), after(every.Low), after(every.High)
	}
}

// waters is the job by which a protocol waters first.
func (p Protocol) waters() string {
	for _, j := range p.Jobs {
		if job, _ := Table().Job(j.Job); job.Waters {
			return j.Job
		}
	}
	return ""
}

// inHand is the first day on which a settled plant was tended here, or the last on which it was looked at.
func (w *watch) inHand() string {
	on := ""
	if len(w.care) > 0 {
		on = w.care[0].On
	}
	for _, l := range w.Looks {
		if l.On <= w.today {
			on = max(on, l.On)
		}
	}
	if r := w.Reading; r != nil && r.On <= w.today {
		on = max(on, r.On)
	}
	return on
}
