package aftercare

import (
	"cmp"
	"slices"

	"therapeon/core/acts"
	"therapeon/core/dates"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Care is what a plant wants of its keeper on a day, and what it waits for.
type Care struct {
	Day      string     `json:"day" required:"true"`
	Runs     []Running  `json:"-"` // the protocols that run, that of its home first
	Due      []Due      `json:"-"` // the next turn of each job, the first due first
	Alarms   []Sounding `json:"-"`
	Snoozed  []Sounding `json:"-"` // alarms that sound, and were put off with a reason
	Deferred []Sounding `json:"-"` // alarms of which its look, which has heard them, says otherwise
	Water    *Watering  `json:"water,omitempty" description:"when its pot is due, and what that rests on"`
	Feed     Feeding    `json:"feed" required:"true"`
	Last     Last       `json:"last" required:"true"`
	Checks   []string   `json:"checks" required:"true" description:"fields of the check-in that its protocols ask for"`
	Missing  string     `json:"missing,omitempty" enum:",medium,home" description:"it is not followed: this one fact is missing"`
	HeldBack string     `json:"held_back,omitempty" enum:",look,alarm" description:"its look, or an alarm, says no water"`
}

// Last are the days on which it last had what.
type Last struct {
	WateredOn string `json:"watered_on,omitempty"`
	FlushedOn string `json:"flushed_on,omitempty"`
	FedOn     string `json:"fed_on,omitempty"`
	CheckedOn string `json:"checked_on,omitempty"`
}

// Running is a protocol that runs, with its gates.
type Running struct {
	Code    string          `json:"code" required:"true"`
	Name    message.Message `json:"name" required:"true"`
	About   Text            `json:"about" required:"true"`
	Start   Text            `json:"start" required:"true"`
	Since   string          `json:"since" required:"true"`
	DayN    int             `json:"day_n" required:"true" description:"days since it began"`
	Before  []Passed        `json:"before" required:"true" description:"protocols that went before in this home, the oldest first"`
	Gates   []Standing      `json:"-"`
	Home    bool            `json:"home,omitempty" description:"it is that of its home"`
	Settled bool            `json:"settled,omitempty" description:"it is at home in what it stands in: nothing is waited for"`
	Ended   bool            `json:"ended,omitempty" description:"a gate ended it: the next home is due"`

	run    Run
	w      *watch
	atOnce string // the job that is done as it begins
	how    Text   // how that is done
}

// Passed is a protocol that a gate ended.
type Passed struct {
	Code  string          `json:"code" required:"true"`
	Name  message.Message `json:"name" required:"true"`
	Since string          `json:"since" required:"true"`
	To    string          `json:"to" required:"true"`
	By    string          `json:"by" required:"true" description:"the gate that ended it"`
}

// Standing is a gate as it stands.
type Standing struct {
	Code       string `json:"code" required:"true"`
	Name       Text   `json:"name" required:"true"`
	Opens      Text   `json:"-"`
	OpenOn     string `json:"open_on,omitempty" description:"left out: it is shut"`
	ByHand     bool   `json:"by_hand,omitempty" description:"said, not seen"`
	NotBefore  string `json:"not_before,omitempty" description:"not expected before this day"`
	AlarmOn    string `json:"alarm_on,omitempty" description:"from this day its lack is an alarm"`
	Overdue    bool   `json:"overdue,omitempty"`
	Alarm      *Text  `json:"-"`
	WaitsSince string `json:"waits_since,omitempty"`
	State      bool   `json:"state,omitempty"`
	Ends       bool   `json:"ends,omitempty"`
}

// Sounding is an alarm that sounds, with what to do.
type Sounding struct {
	Protocol string `json:"protocol" required:"true"`
	Code     string `json:"code" required:"true"`
	Words    Text   `json:"words" required:"true"`
	Then     Text   `json:"-"`
	Until    string `json:"until,omitempty" description:"of one that was put off: it sounds again on this day"`
	Reason   string `json:"reason,omitempty" description:"of one that was put off"`

	Says  []acts.Act `json:"-"`
	sees  []string
	lacks bool // something did not come
}

// keep takes an alarm in, or notes that it was put off. What another hears already is not said twice.
func (care *Care) keep(c *InCare, s Sounding) {
	s.Then = s.Then.Rests(s.Code)
	heard := func(o Sounding) bool {
		return slices.ContainsFunc(o.sees, func(what string) bool { return slices.Contains(s.sees, what) })
	}
	if slices.ContainsFunc(slices.Concat(care.Alarms, care.Snoozed, care.Deferred), heard) {
		return
	}
	if off, ok := c.Chosen.Snoozed[s.Protocol+"/"+s.Code]; ok && off.Until > care.Day {
		s.Until, s.Reason = off.Until, off.Reason
		care.Snoozed = append(care.Snoozed, s)
		return
	}
	care.Alarms = append(care.Alarms, s)
}

// For is the aftercare of a plant on the day of its moment.
func For(c *InCare) Care {
	today := c.Now.Format(dayLayout)
	c.heard = nil
	care := Care{
		Day: today, Runs: []Running{}, Due: []Due{},
		Alarms: []Sounding{}, Snoozed: []Sounding{}, Deferred: []Sounding{},
		Checks: []string{},
	}
	if c.Closed {
		care.Feed = Feeding{Class: c.Profile.Feed, Why: Table().FeedWords["closed"]}
		return care
	}
	of := c.lives()
	care.Missing = of.missing
	if of.code != "" && of.since <= today {
		if run, ok := c.follow(of, today); ok {
			care.Runs = append(care.Runs, run)
		}
	}
	for _, run := range c.beside(today) {
		r := c.running(run, today)
		if !r.Ended {
			care.Runs = append(care.Runs, r)
		}
	}
	for _, r := range care.Runs {
		c.hear(&care, r, today)
	}
	care.Runs = slices.DeleteFunc(care.Runs, func(r Running) bool { return r.run.Quiet })
	slices.SortStableFunc(care.Alarms, func(a, b Sounding) int { // what was seen goes before what was not
		return cmp.Compare(count(a.lacks), count(b.lacks))
	})
	care.Last = c.last(today)
	care.Feed = c.feeding(care, today)
	c.schedule(&care, today)
	return care
}

const dayLayout = "2006-01-02"

// running is a protocol with its gates as they stand on a day.
func (c *InCare) running(run Run, today string) Running {
	run = c.suited(run)
	r := Running{
		Code: run.Code, Name: run.Name, About: run.About, Start: run.Start, Since: run.Since,
		DayN: int(dates.Between(run.Since, today)), Before: []Passed{}, Gates: []Standing{}, Home: run.Home,
		Settled: run.Settled, run: run, w: c.watching(run, today),
	}
	for _, g := range run.Gates {
		s := Standing{Code: g.Code, Name: g.Name, Opens: g.Opens, Alarm: g.Alarm, State: g.State, Ends: g.Ends}
		if s.OpenOn, s.ByHand = r.w.opened(run, g, today); run.Settled && !g.State {
			s.OpenOn = run.Since
		}
		if s.OpenOn == "" {
			c.waits(&s, run, g, today)
		}
		r.Ended = r.Ended || g.Ends && s.OpenOn != ""
		r.Gates = append(r.Gates, s)
	}
	return r
}

// waits says since when and until when a shut gate is waited for.
func (c *InCare) waits(s *Standing, run Run, g Gate, today string) {
	s.WaitsSince = run.Since
	since := run.Since
	if g.State && run.Settled {
		since = c.mediumSince()
	}
	if g.FromDay != nil && since != "" {
		s.NotBefore = dates.After(since, int(g.FromDay.Value))
	}
	switch {
	case g.AlarmDay != nil:
		s.AlarmOn = dates.After(run.Since, int(g.AlarmDay.Value))
	case g.Late:
		s.AlarmOn = dates.After(run.Since, c.lateDays())
	}
	if s.AlarmOn != "" && run.Told != "" && !c.rootsSeen(run.Since) { // it is asked first
		s.AlarmOn = max(s.AlarmOn, dates.After(run.Told, int(Table().LateDays.Value)))
	}
	s.Overdue = s.AlarmOn != "" && s.AlarmOn <= today
}

// follow is the protocol of a home after the gates that lead from one to the next.
func (c *InCare) follow(of living, today string) (Running, bool) {
	var before []Passed
	code, since := of.code, of.since
	var atOnce string
	var how Text
	for range len(Table().Protocols) {
		p, ok := Table().Protocol(code)
		if !ok {
			return Running{}, false
		}
		r := c.running(Run{Protocol: p, Since: since, Home: true, Settled: of.settled, Told: of.told}, today)
		r.Before, r.atOnce, r.how = append([]Passed{}, before...), atOnce, how
		i := slices.IndexFunc(p.Gates, func(g Gate) bool { return g.Next != "" })
		if i < 0 || r.Gates[i].OpenOn == "" {
			return r, true
		}
		on := r.Gates[i].OpenOn
		before = append(before, Passed{Code: p.Code, Name: p.Name, Since: since, To: on, By: p.Gates[i].Code})
		code, since, atOnce, how = c.kept(p.Gates[i].Next), on, p.Gates[i].AtOnce, p.Gates[i].Opens
	}
	return Running{}, false
}

// hear takes the alarms of a protocol in, and what it asks to be looked at. Its look, which hears
// of flower, rest and frost too, has the last word.
func (c *InCare) hear(care *Care, r Running, today string) {
	for _, a := range r.run.Alarms {
		s := Sounding{Protocol: r.Code, Code: a.Code, Words: a.Words, Then: a.Then, Says: a.Says}
		for _, of := range a.Sees {
			s.sees = append(s.sees, of.What)
		}
		switch {
		case !a.Has(c.Profile.Code):
		case !slices.ContainsFunc(a.Sees, func(s Sees) bool { return r.w.holds(s, today) }):
		case acts.Clash(a.Says, c.said()):
			s.Then = Table().PutOff
			care.Deferred = append(care.Deferred, s)
		default:
			care.keep(c, s)
		}
	}
	for _, g := range r.Gates {
		if g.Overdue && g.Alarm != nil {
			s := Sounding{Protocol: r.Code, Code: g.Code, Words: lacks(g), Then: *g.Alarm, lacks: true}
			gate, _ := r.run.gate(g.Code)
			for _, of := range gate.Sees {
				if of.What == "steady" {
					s.sees = append(s.sees, "wobbles") // that it lacks, and that it wobbles, is one thing
				}
			}
			care.keep(c, s)
		}
	}
	for _, rhythm := range r.run.Jobs {
		if !r.inForce(rhythm, today) {
			continue
		}
		job, _ := Table().Job(rhythm.Job)
		care.Checks = each(care.Checks, r.asks(rhythm, job)...)
	}
}

func count(is bool) int {
	if is {
		return 1
	}
	return 0
}

// lacks is that a gate did not come.
func lacks(g Standing) Text {
	return Text{Value: message.Of("aftercare.say.not-seen-yet", message.Told("gate", g.Name.Value)), Provenance: g.Name.Provenance}
}

// Waited are the gates that something was, or is, waited for: of a settled plant those alone that say how it stands.
func (r Running) Waited() []Standing {
	if !r.Settled {
		return r.Gates
	}
	return slices.DeleteFunc(slices.Clone(r.Gates), func(g Standing) bool { return !g.State })
}

// gate is how a gate of it stands.
func (r Running) gate(code string) (Standing, bool) {
	i := slices.IndexFunc(r.Gates, func(g Standing) bool { return g.Code == code })
	if i < 0 {
		return Standing{}, false
	}
	return r.Gates[i], true
}

// last are the days on which it last had what, in its present home.
func (c *InCare) last(today string) Last {
	var l Last
	later := func(at *string, on string) { *at = max(*at, on) }
	for _, t := range c.Care {
		if t.Outcome != patient.TendedDone || t.On > today || c.Stands().EpochOf(t.On) != patient.AtPresent {
			continue
		}
		if t.Watered() {
			later(&l.WateredOn, t.On)
		}
		if t.Job == "flush" || t.Job == "rinse" {
			later(&l.FlushedOn, t.On)
		}
		if t.PPM > 0 {
			later(&l.FedOn, t.On)
		}
	}
	for _, s := range c.Stands().Checked().All() {
		later(&l.CheckedOn, s.On)
	}
	return l
}

// Next is what it wants next: what saves it and is due, else the job that is due, else the first to come.
func (care Care) Next() (Due, bool) {
	for _, d := range care.Due {
		if d.On <= care.Day && acts.Of(d.Do.Sense).Rescues() {
			return d, true
		}
	}
	if len(care.Due) == 0 {
		return Due{}, false
	}
	return care.Due[0], true
}

// NextOn is the day on which it wants something next: a job, or a gate whose lack is an alarm.
func (care Care) NextOn() string {
	on := ""
	if d, ok := care.Next(); ok {
		on = d.On
	}
	for _, r := range care.Runs {
		for _, g := range r.Gates {
			if g.AlarmOn != "" {
				on = cmp.Or(min(cmp.Or(on, patient.Ever), g.AlarmOn), g.AlarmOn)
			}
		}
	}
	return on
}

// Waiting are the gates that it waits for, the first to become an alarm first.
func (care Care) Waiting() []Standing {
	var list []Standing
	for _, r := range care.Runs {
		for _, g := range r.Gates {
			if g.OpenOn == "" && !g.State {
				list = append(list, g)
			}
		}
	}
	slices.SortStableFunc(list, func(a, b Standing) int {
		return cmp.Compare(cmp.Or(a.AlarmOn, patient.Ever), cmp.Or(b.AlarmOn, patient.Ever))
	})
	return list
}
