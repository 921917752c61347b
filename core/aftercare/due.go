package aftercare

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/rehome"
	"therapeon/core/units"
)

// Due is the next turn of a job.
type Due struct {
	Job      string             `json:"job" required:"true"`
	Protocol string             `json:"protocol" required:"true"`
	On       string             `json:"on" required:"true" description:"the day it is due"`
	From     string             `json:"from" required:"true" description:"it may be done from this day"`
	By       string             `json:"by" required:"true" description:"and is meant to be by this one"`
	Do       knowledge.Sentence `json:"-"`
	How      Text               `json:"how" required:"true"`
	Late     Text               `json:"late" required:"true" description:"whether lateness matters"`
	LateDays int                `json:"late_days,omitempty" description:"days past the day by which it was meant to be"`
	Matters  bool               `json:"matters,omitempty" description:"it is late, and that matters"`
	Missed   int                `json:"missed,omitempty" description:"turns that were missed; they are not made up"`
	ML       float64            `json:"ml,omitempty" description:"water that it takes"`
	Doubt    *Text              `json:"doubt,omitempty" description:"what is to be measured first, where its water comes out more than a bench holds"`
	Water    string             `json:"water,omitempty" enum:",plain,seaweed"`
	PPM      float64            `json:"ppm_n,omitempty" description:"feed in that water, ppm of nitrogen"`
	Asks     []string           `json:"asks" required:"true" description:"fields of the check-in"`
	Weighs   string             `json:"weighs,omitempty"`
	Minutes  float64            `json:"minutes" required:"true"`
	First    bool               `json:"first,omitempty" description:"nobody noted when it was watered last: it is felt first"`
	days     float64            // from one turn to the next, as it was learned
	Shifted  string             `json:"shifted,omitempty" description:"why it was put off"`
}

// inForce holds for a job of a protocol on a day: its gate is open, that which ends it is shut.
func (r Running) inForce(j Rhythm, today string) bool {
	if j.After != "" {
		if g, ok := r.gate(j.After); !ok || g.OpenOn == "" {
			return false
		}
	}
	if g, ok := r.gate(j.Until); ok && g.OpenOn != "" {
		return false
	}
	if j.UntilDay != nil && dates.Between(r.Since, today) > j.UntilDay.Value {
		return false
	}
	c := r.w.InCare
	job, _ := Table().Job(j.Job)
	if _, out := c.Chosen.LeftOut[j.Job]; out {
		return false
	}
	switch {
	case len(j.Routes) > 0 && !slices.Contains(j.Routes, c.Stands().Holding()):
		return false
	case j.Job == "round" && (c.Round.On == "" || c.Round.Look), j.Job == "lens" && !c.Round.Look,
		j.AfterFilm && c.filmSince() == "":
		return false
	case j.Roots && !c.Condition().Aerial():
		return false
	case j.Once && r.lastDone(j) >= r.Since, j.Once && r.lastLeft(j) != nil && r.lastLeft(j).On >= r.Since:
		return false
	case j.Thirsty && !c.Condition().Limp():
		return false
	case job.DryDays && c.Around().Humid() == patient.Moist:
		return false
	}
	return true
}

// schedule finds the next turn of each job.
func (c *InCare) schedule(care *Care, today string) {
	rests := slices.ContainsFunc(care.Runs, func(r Running) bool { return r.Code == "rest" })
	tided := slices.ContainsFunc(care.Runs, func(r Running) bool { return r.Code == "tide-over" })
	slow := 1.0
	if slices.ContainsFunc(care.Runs, func(r Running) bool { return strings.HasPrefix(r.Code, "patch") }) {
		slow = Table().PatchFactor.Value
	}
	says, from := c.waterStance(), "look"
	if slices.ContainsFunc(slices.Concat(care.Alarms, care.Snoozed), noWater) {
		says, from = acts.NoWater, "alarm"
	} else if slices.ContainsFunc(care.Alarms, givesWater) {
		says = acts.Water
	}
	for _, r := range care.Runs {
		for _, j := range r.run.Jobs {
			job, ok := Table().Job(j.Job)
			if !ok || !r.inForce(j, today) || r.Home && job.Waters && (rests || tided) {
				continue
			}
			d := c.turn(care, r, j, slow, today)
			if job.Waters {
				if says == acts.NoWater {
					care.HeldBack = from
					continue
				}
				gives := says == acts.Water || says == acts.WaterLittle
				since := gives && c.Stands().Checked().WateredSince(c.Look().On)
				if gives && !since && d.On > today && !c.tendedOn(j.Job, today) && !r.w.isWet(today) {
					d.On, d.From = today, today
				}
				if acts.Of(d.Do.Sense).Against(says) {
					d.give(says, r.Code)
				}
			}
			care.Due = append(care.Due, d)
		}
	}
	care.merge(today)
	c.askWhetherDry(care, today)
	care.sameDay(today)
	c.pour(care, today)
	slices.SortStableFunc(care.Due, func(a, b Due) int {
		return cmp.Or(cmp.Compare(a.On, b.On), cmp.Compare(Table().place(a.Job), Table().place(b.Job)))
	})
}

// sameDay has the day on which its pot is due for water be the day of that job: it was left, put off, or seen dry.
func (care *Care) sameDay(today string) {
	w := care.Water
	switch {
	case w == nil:
		return
	case care.HeldBack != "": // it gets none, whatever day it would be
		care.Water = nil
		return
	}
	for _, d := range care.Due {
		if d.Job != w.job && d.Protocol != w.protocol {
			continue
		}
		if job, _ := Table().Job(d.Job); job.Waters {
			w.OnDay, w.SoonOn, w.LateOn = d.On, min(w.SoonOn, d.On), max(w.LateOn, d.On)
			w.say(today)
			return
		}
	}
	w.say(today)
}

// askWhetherDry asks again, by a check-in, of a pot that an alarm keeps from water: nothing else would tell that it
// has dried.
func (c *InCare) askWhetherDry(care *Care, today string) {
	i := slices.IndexFunc(care.Due, func(d Due) bool { return d.Job == "check" })
	if care.HeldBack != "alarm" || i < 0 {
		return
	}
	d, on := &care.Due[i], today
	for _, s := range c.Stands().Checked().All() {
		if _, said := wetness(s.Noted); said {
			on = max(on, dates.After(s.On, int(Table().LeftDays.Value)))
		}
	}
	for _, t := range c.Care {
		if t.Because == patient.StillWet {
			on = max(on, dates.After(t.On, int(Table().LeftDays.Value)))
		}
	}
	if on < d.On {
		d.On, d.From, d.By = on, on, on
	}
	d.Asks = each(d.Asks, "medium")
	care.Checks = each(care.Checks, "medium")
}

// noWater holds for an alarm that says no water: also while it is put off.
func noWater(a Sounding) bool {
	return slices.Contains(a.Says, acts.NoWater) || slices.Contains(a.Says, acts.NoMoss)
}

// givesWater holds for an alarm of thirst, which a sip does not answer.
func givesWater(a Sounding) bool { return slices.ContainsFunc(a.Says, acts.Water.Alike) }

// waterStance is what the look, and what is acted on, say of water: to give it, to withhold it, or
// nothing.
func (c *InCare) waterStance() acts.Act {
	switch {
	case c.Stands().Where() != patient.Potted || c.Look() == nil,
		c.Stands().EpochOf(c.Look().On) != patient.AtPresent:
		return acts.Act{}
	case c.says(acts.NoWater):
		return acts.NoWater
	case c.says(acts.Flush): // tided over, however often it is watered
		return acts.Flush
	case c.says(acts.WaterLittle):
		return acts.WaterLittle
	case c.says(acts.Water) && !c.Stands().Checked().WateredSince(c.Look().On):
		return acts.Water
	}
	return acts.Act{}
}

// give makes a watering of another, by what its look asks for: a sip, through, or a flush.
func (d *Due) give(says acts.Act, by string) {
	job, _ := Table().Job(map[acts.Act]string{acts.WaterLittle: "sip", acts.Water: "water", acts.Flush: "flush"}[says])
	d.Job, d.Late, d.Water, d.Minutes, d.How = job.Code, job.Late, job.Water, job.Minutes.Value, Table().how(job.Code)
	d.Do = knowledge.Say(job.Do).At(message.When{Is: message.OnDay, Day: d.On}).Rests(by)
}

// says holds where the look of its present home asks for an act, or what is acted on asks for it.
func (c *InCare) says(s acts.Act) bool { return slices.Contains(c.said(), s) }

// said are all those that it takes.
func (c *InCare) said() []acts.Act {
	if c.Look() == nil || !look.Holds(c.Patient) {
		return nil
	}
	if c.heard == nil {
		c.heard = append([]acts.Act{}, look.Table().Decide(c.AtLook()).Says...)
		for _, code := range look.Heard(c.Patient).Plan {
			action, _ := causes.Table().Action(code)
			c.heard = append(c.heard, action.Says...)
		}
	}
	return c.heard
}

// tendedOn holds where a job was done, or left, on a day.
func (c *InCare) tendedOn(job, day string) bool {
	return slices.ContainsFunc(c.Care, func(t patient.Tended) bool { return t.Job == job && t.On == day })
}

// asks are the fields of a check-in that a job asks for: no level where no water stands in the pot; what tells the
// state of a medium of which nobody knows the age.
func (r Running) asks(j Rhythm, job Job) []string {
	c, list := r.w.InCare, each([]string{}, slices.Concat(j.Asks, job.Asks)...)
	if r.Settled && j.Job == "check" && c.mediumSince() == "" && media.Table().Organic.Has(c.Stands().Medium()) {
		list = each(list, Table().AgeAsks.Values...)
	}
	if c.reservoir() || c.Stands().Home() == nil && media.Table().Mineral.Has(c.Stands().Medium()) {
		return list
	}
	return slices.DeleteFunc(list, func(field string) bool { return field == "reservoir_mm" })
}

// reservoir holds where water stands in its pot by its way, or was seen to.
func (c *InCare) reservoir() bool {
	if h := c.Stands().Home(); h != nil {
		route, _ := rehome.Table().Route(h.Way)
		return route.Reservoir
	}
	return slices.ContainsFunc(c.Seen, func(s patient.Seen) bool {
		return s.Noted.ReservoirMM != nil && *s.Noted.ReservoirMM > 0
	})
}

// each adds to a list what is not in it.
func each(list []string, more ...string) []string {
	for _, one := range more {
		if !slices.Contains(list, one) {
			list = append(list, one)
		}
	}
	return list
}

// turn is the next turn of a job.
func (c *InCare) turn(care *Care, r Running, j Rhythm, slow float64, today string) Due {
	job, _ := Table().Job(j.Job)
	if j.Fourth != "" && r.fourth(j) {
		job, _ = Table().Job(j.Fourth)
	}
	d := Due{
		Job: job.Code, Protocol: r.Code, How: j.How, Late: job.Late, Water: job.Water, Weighs: job.Weighs,
		Minutes: job.Minutes.Value, Asks: r.asks(j, job),
	}
	last, left := r.lastDone(j), r.lastLeft(j)
	every := c.every(j)
	base := max(last, r.Since)
	if !r.w.begun && !job.Waters {
		base = max(base, r.w.inHand())
	}
	if g, ok := r.gate(j.After); ok && last < g.OpenOn {
		base = g.OpenOn
		if job.Waters {
			every = knowledge.Estimate{} // at once
		}
	}
	span := func(days float64) string { return dates.After(base, int(math.Round(days))) }
	d.On, d.From, d.By = span(every.Value), span(every.Low), span(every.High)
	if job.Waters && slow > 1 {
		d.On, d.From, d.By = span(every.Value*slow), span(every.Low*slow), span(every.High*slow)
	}
	switch {
	case j.On != nil:
		d.On, d.From, d.By = r.onDays(j, last, today)
	case j.Job == "round" || j.Job == "lens":
		d.round(c.Round)
	}
	if r.atOnce == j.Job && last == "" {
		d.On, d.From, d.By, d.How = r.Since, r.Since, dates.After(r.Since, 1), r.how
	} else if !r.w.begun && (job.Waters && last == "" || r.w.unwatered()) {
		r.first(&d, j, every, today)
	} else if job.Waters && last == "" && r.dry() {
		d.On, d.From, d.By, d.How = r.Since, r.Since, dates.After(r.Since, 1), Table().NotYet
	} else if j.Learns && every.Value > 0 {
		c.learned(care, r, j, &d, tempo{every, slow})
	} else if job.Waters && slices.Contains(d.Asks, "medium") {
		r.w.seenDry(&d, slow)
	}
	if j.Every != nil && every.Value > 0 {
		d.Missed = max(0, int(dates.Between(d.On, today)/every.Value))
	}
	c.putOff(&d, j, left, last, today)
	d.Do = knowledge.Say(job.Do).At(message.When{Is: message.OnDay, Day: d.On}).Rests(r.Code)
	if late := int(dates.Between(d.By, today)); late > 0 {
		d.LateDays = late
		d.Matters = float64(late) >= job.MattersAfter.Value
	}
	return d
}

// dry holds for the protocol of a home whose first water was left out, as it began.
func (r Running) dry() bool {
	h := r.w.Stands().Home()
	return r.Home && len(r.Before) == 0 && h != nil && h.Dry
}

// round puts a turn on the day of a round of treatment.
func (d *Due) round(next patient.Round) {
	d.On, d.From, d.By = next.On, next.On, max(next.On, next.By)
	if pest, ok := pests.Find(next.Pest); ok && !next.Look {
		how := d.How.Value.With("n", message.Number(next.N)).With("pest", pest.Name)
		d.How.Value = how.With("by", message.Day(d.By))
	}
}

// putOff puts a turn off: it was left, shifted, or done today already.
func (c *InCare) putOff(d *Due, j Rhythm, left *patient.Tended, last, today string) {
	to := ""
	if left != nil && left.On >= last {
		days := Table().NotNowDays.Value
		if left.Because == patient.StillWet {
			days = leftDays(cmp.Or(d.days, c.every(j).Value))
		}
		to = dates.After(left.On, int(days))
	}
	if s, ok := c.Chosen.Shifts[j.Job]; ok && s.To > last {
		to, d.Shifted = max(to, s.To), s.Reason
	}
	if c.tendedOn(j.Job, today) || c.tendedOn(d.Job, today) || last == today && last != "" {
		to = max(to, dates.After(today, 1))
	}
	if to > d.On {
		d.On, d.From, d.By = to, max(d.From, to), max(d.By, to)
	}
}

// leftDays is how long after it was left, still wet, it is asked about again.
func leftDays(every float64) float64 {
	k := Table()
	return min(k.LeftDays.Value, max(1, math.Round(k.LeftShare.Value*every)))
}

// every is how often a job is done, by the warmth of its place where that tells.
func (c *InCare) every(j Rhythm) knowledge.Estimate {
	switch {
	case j.Every == nil:
		return knowledge.Estimate{}
	case j.Cool != nil && c.Site != nil && c.Around().Air().DayC < Table().WarmDayC.Value:
		return *j.Cool
	case j.Side == disputes.Flushing && c.Side(disputes.Flushing) == disputes.WhenDry:
		return Table().FlushWhenDry
	}
	return c.atLine(j, *j.Every)
}

// lastDone is the day on which a job of a protocol was last done. Any watering counts for what
// waters; of flushes only flushes do. What is asked for and was seen counts as done.
func (r Running) lastDone(j Rhythm) string {
	job, _ := Table().Job(j.Job)
	flush := j.Job == "flush" || j.Job == "rinse"
	last := ""
	for _, t := range r.w.care {
		of, _ := Table().Job(t.Job)
		counts := t.Job == j.Job || flush && (t.Job == "flush" || t.Job == "rinse") || !flush && job.Waters && of.Waters
		if t.Outcome == patient.TendedDone && counts {
			last = max(last, t.On)
		}
	}
	if job.Code == "check" || !job.Waters && len(job.Asks) > 0 {
		for _, s := range r.w.seen {
			if job.Code == "check" || slices.ContainsFunc(job.Asks, s.Noted.Has) {
				last = max(last, s.On)
			}
		}
	}
	if job.Weighs != "" {
		for _, g := range r.w.Weights {
			on := g.At.In(r.w.Now.Location()).Format(time.DateOnly)
			if string(g.Kind) == job.Weighs && on >= r.Since && !g.At.After(r.w.Now) {
				last = max(last, on)
			}
		}
	}
	return last
}

// lastLeft is the last time that a job was left since it was last done; nil where it was not.
func (r Running) lastLeft(j Rhythm) *patient.Tended {
	for _, t := range slices.Backward(r.w.care) {
		if t.Job != j.Job && t.Job != j.Fourth {
			continue
		}
		if t.Outcome == patient.TendedLeft {
			return &t
		}
		return nil
	}
	return nil
}

// fourth holds where the next turn of a job is the one that is a flush.
func (r Running) fourth(j Rhythm) bool {
	n, before := 0, int(Table().FlushEach.Value)-1
	for _, t := range slices.Backward(r.w.care) {
		switch {
		case t.Outcome != patient.TendedDone:
		case t.Job == "flush" || t.Job == "rinse":
			return n >= before
		case t.Job == j.Job:
			n++
		}
	}
	return n >= before
}

// onDays is the next of the days of a protocol on which a job is done; of those missed the last
// stands for all.
func (r Running) onDays(j Rhythm, last, today string) (on, from, by string) {
	for _, code := range j.On.Values {
		n, err := strconv.Atoi(code)
		if err != nil {
			continue
		}
		day := dates.After(r.Since, n)
		if last >= day {
			continue
		}
		if on == "" || day <= today {
			on = day
		}
	}
	if on == "" { // all are done: until its gate opens, week by week
		on = dates.After(max(last, r.Since), units.DaysAWeek)
	}
	return on, on, dates.After(on, 1)
}

// merge makes one turn of what several protocols ask: one watering a day, one check-in.
func (care *Care) merge(today string) {
	list := []Due{}
	for _, d := range care.Due {
		job, _ := Table().Job(d.Job)
		i := slices.IndexFunc(list, func(o Due) bool {
			of, _ := Table().Job(o.Job)
			return o.Job == d.Job || job.Waters && of.Waters && sameTurn(o, d, today)
		})
		if i < 0 {
			list = append(list, d)
			continue
		}
		one, other := list[i], d
		if one.Job != other.Job && Table().place(other.Job) < Table().place(one.Job) ||
			one.Job == other.Job && other.On < one.On {
			one, other = other, one
		}
		one.Asks = each(one.Asks, other.Asks...)
		list[i] = one
	}
	care.Due = list
}

// sameTurn holds where two waterings would fall on one day.
func sameTurn(a, b Due, today string) bool {
	return a.On == b.On || max(a.On, today) == max(b.On, today)
}
