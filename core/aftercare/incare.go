// Package aftercare says what a plant wants in the months after it was held or housed: which
// protocols run, which gates they wait for and since when, when each job is due and whether a late
// day matters, how much water, and whether there is feed in it. Protocols are lists of jobs with a
// rhythm, and gates: things observed, never dates alone. What is observed comes from check-ins,
// readings and weights; nothing of it is said twice.
//
// Days are written 2006-01-02. Lengths are in mm, water in mL, feed in ppm of nitrogen.
package aftercare

import (
	"cmp"
	"maps"
	"math"
	"slices"
	"strings"
	"time"

	"therapeon/core/acts"
	"therapeon/core/climate"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/units"
)

// Chosen is what its keeper chose for the aftercare of one plant.
type Chosen struct {
	Protocol string             `json:"protocol,omitempty" validate:"code" description:"instead of that of its home; it ends with the home"`
	From     string             `json:"from,omitempty" validate:"omitempty,day" description:"the home that it was chosen for began on this day"`
	Gates    map[string]string  `json:"gates,omitempty" validate:"few,dive,keys,line,endkeys,day" description:"said to have opened, by protocol and gate as in flush-through/first-tip, with the day"`
	Shifts   map[string]Shift   `json:"shifts,omitempty" validate:"few,dive,keys,code,endkeys" description:"jobs put off, by the job"`
	LeftOut  map[string]LeftOut `json:"left_out,omitempty" validate:"few,dive,keys,code,endkeys" description:"jobs left out altogether, by the job"`
	Snoozed  map[string]Snooze  `json:"snoozed,omitempty" validate:"few,dive,keys,line,endkeys" description:"alarms put off, by protocol and alarm as in always/wobbles"`
}

// Snooze puts an alarm off until a day, with the reason.
type Snooze struct {
	Until  string `json:"until" required:"true" validate:"required,day" description:"it sounds again on this day"`
	Reason string `json:"reason" required:"true" validate:"required,notblank,sentence" title:"aftercare.Snooze.reason"`
}

// Shift puts the next turn of a job off.
type Shift struct {
	To     string `json:"to" required:"true" validate:"required,day"`
	Reason string `json:"reason" required:"true" validate:"required,notblank,sentence" title:"aftercare.Shift.reason"`
}

// LeftOut leaves a job out for this plant.
type LeftOut struct {
	On     string `json:"on" required:"true" validate:"required,day"`
	Reason string `json:"reason" required:"true" validate:"required,notblank,sentence" title:"aftercare.LeftOut.reason"`
}

// InCare is a plant with what its aftercare hangs on beside itself.
type InCare struct {
	*patient.Patient
	Chosen     Chosen
	Pot        *pots.Pot
	MixWater   float64  // share of its medium that is water, drained; 0: not known
	LifeMonths *float64 // of its medium in the warmth of its place; nil: not known, or it lasts

	heard []acts.Act // of its look, once asked
}

// Run is a protocol that runs, since a day.
type Run struct {
	Protocol
	Since   string
	Home    bool   // it is that of its home
	Settled bool   // the plant is at home in what it stands in: no gate is waited for
	Told    string // of one that was noted long after it began: the day on which that was
}

// holdBegan is the day from which it was held without a break in ways of one protocol.
func (c *InCare) holdBegan(from string) string {
	for _, h := range slices.Backward(c.Homes) {
		switch {
		case h.From > from:
		case h.Hold && h.Way != rehome.Pebbles && h.Way != patient.Nest:
			from = h.From
		default:
			return from
		}
	}
	return from
}

// asOf is the plant as it was on the morning of a day.
func (c *InCare) asOf(day string) *patient.Patient {
	p := *c.Patient
	p.Forget()
	p.Day = day
	p.Looks = slices.DeleteFunc(slices.Clone(p.Looks), func(l patient.Look) bool { return l.On > day })
	p.Seen = slices.DeleteFunc(slices.Clone(p.Seen), func(s patient.Seen) bool { return s.On > day })
	if p.Reading != nil && p.Reading.On > day {
		p.Reading, p.Before = p.Before, nil
		if p.Reading != nil && p.Reading.On > day {
			p.Reading = nil
		}
	}
	return &p
}

// tipsAtStart holds where new tips were out when it was moved.
func (c *InCare) tipsAtStart(day string) bool { return c.asOf(day).Condition().TipsOut() }

// lateDays is when the lack of a first tip is an alarm, days from the start of its clock: the
// upper end of the band in which four in five tips come.
func (c *InCare) lateDays() int {
	return int(math.Round(c.Profile.WeeksToFirstRoot.Value * units.DaysAWeek * race.Table().TipSpread.Value))
}

// beside are the protocols that run beside that of its home, with their days.
func (c *InCare) beside(today string) []Run {
	var list []Run
	add := func(code, since string) {
		if since == "" || since > today {
			return
		}
		if p, ok := Table().Protocol(code); ok {
			list = append(list, Run{Protocol: p, Since: since})
		}
	}
	potted := c.Stands().Where() == patient.Potted
	if potted {
		add("tide-over", c.tidedSince())
		seen, treated := c.patchSince()
		if treated == "" {
			add("patch-first", seen)
		}
		add("patch", treated)
		add("lodger", c.Stands().Checked().Hunt().Since)
		add("second-housing", c.softensSince(today))
	}
	c.growth(today, add)
	add("rounds", c.roundsSince())
	add("after-film", c.clearedSince(today))
	add("watched", c.watchedSince(today))
	if c.Stands().Where() != patient.Out {
		add("always", c.hereSince(today))
	}
	if potted {
		add("rest", c.restsSince(today))
	}
	return list
}

// watchedSince is the day from which it is looked at for what it may have caught; empty where it is not.
func (c *InCare) watchedSince(today string) string {
	since := ""
	for _, w := range c.Watches {
		if w.From <= today && today <= w.Until && (since == "" || w.From < since) {
			since = w.From
		}
	}
	return since
}

// hereSince is the day of its last move; else that from which it is here.
func (c *InCare) hereSince(today string) string {
	if h := c.Stands().Home(); h != nil {
		return h.From
	}
	return min(today, patient.HereSince(c.Patient))
}

// tidedSince is the day of a look that waits with a plant in bad medium.
func (c *InCare) tidedSince() string {
	for _, at := range []*patient.Patient{c.Stands().AtItsLook(), c.AtLook()} { // and what was seen since
		l := at.Look()
		if l == nil || c.Stands().EpochOf(l.On) != patient.AtPresent {
			continue
		}
		if v := look.Table().Decide(at); v.Decision == look.Wait && v.Tides() {
			return l.On
		}
	}
	return ""
}

// patchSince is the day on which a small patch of rot was seen that is treated in its pot, and that on which this was
// done: ticked off, or by a check-in that speaks of the treated patch.
func (c *InCare) patchSince() (seen, treated string) {
	at := c.Stands().AtItsLook()
	l := at.Look()
	if l == nil || c.Stands().EpochOf(l.On) != patient.AtPresent {
		return "", ""
	}
	if v := look.Table().Decide(at); v.RotPatch == nil || v.RotPatch.Do != "in-place" {
		return "", ""
	}
	for _, t := range c.Care {
		if (t.Job == "trim" || t.Job == "patch") && t.Outcome == patient.TendedDone && t.On >= l.On {
			return l.On, t.On
		}
	}
	for _, s := range c.Stands().Checked().All() {
		if s.Noted.Patch != "" && s.On >= l.On {
			return l.On, l.On
		}
	}
	return l.On, ""
}

// softensSince is the day on which it went from its hold into its pot.
func (c *InCare) softensSince(today string) string {
	for i, h := range c.Homes {
		now := h.From == c.Stands().Home().From && dates.Between(h.From, today) <= Table().SoftenDays.Value
		if i > 0 && c.Homes[i-1].Hold && !h.Hold && now {
			return h.From
		}
	}
	return ""
}

// roundsSince is the day of the first round of the treatment that runs; empty where none does.
func (c *InCare) roundsSince() string {
	first := ""
	for _, r := range c.Rounds {
		if r.Pest == c.Round.Pest && (first == "" || r.On < first) {
			first = r.On
		}
	}
	if first == "" {
		return c.Round.On // what eats roots was found, and nobody has treated it yet
	}
	return first
}

// filmSince is the day of the move out of film; empty where there was none.
func (c *InCare) filmSince() string {
	h := c.Stands().Home()
	if h == nil {
		return ""
	}
	if then := c.asOf(h.From); then.ActsOn("film") || then.Finding("dark-film") == patient.Present {
		return h.From
	}
	return ""
}

// clearedSince is the day of the last round of a treatment that has ended, or of the move out of film.
func (c *InCare) clearedSince(today string) string {
	last := c.filmSince()
	for _, r := range c.Rounds {
		if c.Round.On == "" && r.On <= today {
			last = max(last, r.On)
		}
	}
	if last == "" || dates.Between(last, today) > Table().FilmDays.Value {
		return ""
	}
	return last
}

// restsSince is the day from which it rests: who has it in hand says so, or nothing grew for the
// table's days while it lost little weight. Kinds without a rest never do.
func (c *InCare) restsSince(today string) string {
	k, kind := Table(), c.Profile.Rest.Value
	if kind == "none" || slices.Contains(neverDry, kind) {
		return ""
	}
	idle, said := "", ""
	note := func(on string, g patient.Growth, shows bool) {
		switch {
		case g.Grows() || shows:
			idle, said = "", ""
		case g == patient.Resting:
			said, idle = cmp.Or(said, on), cmp.Or(idle, on)
		case g == patient.Idle:
			idle = cmp.Or(idle, on)
		}
	}
	for _, l := range slices.Backward(c.Looks) {
		if c.Stands().EpochOf(l.On) == patient.AtPresent {
			note(l.On, l.Noted.Growth, false)
		}
	}
	for _, s := range c.Stands().Checked().All() {
		note(s.On, s.Noted.Growth, s.Noted.TipsShow() || s.Noted.ShootMM != nil && *s.Noted.ShootMM > 0)
	}
	switch {
	case said != "":
		return said
	case idle != "" && dates.Between(idle, today) >= k.RestDays.Value && c.losesLittle():
		return dates.After(idle, int(k.RestDays.Value))
	case c.Side(disputes.WinterRest) == disputes.Strict && kind == "cool-and-dry" && c.coolSeason(today):
		return seasonBegan(today, c.House.South)
	}
	return ""
}

var neverDry = []string{"cooler-never-dry", "not-known"}

// coolSeason holds in the cool months of the house.
func (c *InCare) coolSeason(day string) bool {
	on, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return false
	}
	if at := c.House.LatitudeDeg; at != nil {
		return look.Table().SeasonByDay(climate.DayLengthH(*at, on.YearDay())) == patient.Cool
	}
	season, _ := look.Table().Season(int(on.Month()), c.House.South)
	return season == patient.Cool
}

// seasonBegan is the first day of the cool months that a day lies in.
func seasonBegan(day string, south bool) string {
	on, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return ""
	}
	first := time.Date(on.Year(), on.Month(), 1, 0, 0, 0, 0, time.UTC)
	for range units.MonthsAYear {
		before := first.AddDate(0, -1, 0)
		if season, _ := look.Table().Season(int(before.Month()), south); season != patient.Cool {
			break
		}
		first = before
	}
	return first.Format(time.DateOnly)
}

// losesLittle holds where its pot's weights since the last watering say that it loses less than
// the table's share a week.
func (c *InCare) losesLittle() bool {
	all := c.Stands().Counting(patient.InPot)
	for i := len(all) - 1; i > 0; i-- {
		a, b := all[i-1], all[i]
		if b.Because != "" || b.Grams > a.Grams {
			return false
		}
		if days := b.At.Sub(a.At).Hours() / units.HoursADay; days >= Table().LossDays.Value {
			return (a.Grams-b.Grams)/a.Grams*units.DaysAWeek/days < Table().RestLoss.Value
		}
	}
	return false
}

// Text is a statement of the craft with its mark.
type Text = knowledge.Text

// Faults finds protocols, gates and jobs that are not of the table, and days to come.
func (c Chosen) Faults(today string) fault.List {
	var list fault.List
	add := func(field string, words, limit message.Message, value any) {
		list = append(list, fault.Fault{Field: field, Words: words, Limit: limit, Value: value})
	}
	k := Table()
	if c.Protocol != "" && !slices.ContainsFunc(k.Protocols, func(p Protocol) bool { return p.Code == c.Protocol }) {
		add("protocol", message.Of("aftercare.say.this-protocol-is-not-known"), message.Of("aftercare.say.a-protocol-see-api-v1"), c.Protocol)
	}
	for _, at := range slices.Sorted(maps.Keys(c.Gates)) {
		code, gate, _ := strings.Cut(at, "/")
		p, ok := k.Protocol(code)
		if _, known := p.gate(gate); !ok || !known {
			add("gates["+at+"]", message.Of("aftercare.say.this-gate-is-not-known"), message.Of("aftercare.say.a-gate-see-api-v1"), at)
		} else if c.Gates[at] > today {
			add("gates["+at+"]", message.Of("aftercare.say.this-day-has-not-come"), message.Of("aftercare.say.today-at-the-latest"), c.Gates[at])
		}
	}
	for _, job := range slices.Sorted(maps.Keys(c.Shifts)) {
		if _, ok := k.Job(job); !ok {
			add("shifts["+job+"]", message.Of("aftercare.say.this-job-is-not-known"), message.Of("aftercare.say.a-job-see-api-v1"), job)
		} else if days, most := dates.Between(today, c.Shifts[job].To), Table().MostShiftDays.Value; days > most {
			add("shifts["+job+"].to", message.Of("aftercare.say.that-is-further-than-a"), message.Of("aftercare.say.at-most-on", message.Fixed("most", most, 0, "days")), c.Shifts[job].To)
		}
	}
	for _, at := range slices.Sorted(maps.Keys(c.Snoozed)) {
		protocol, alarm, _ := strings.Cut(at, "/")
		until := c.Snoozed[at].Until
		if k.AlarmWords(protocol, alarm).Empty() {
			add("snoozed["+at+"]", message.Of("aftercare.say.this-alarm-is-not-known"), message.Of("aftercare.say.an-alarm-see-api-v1"), at)
		} else if days := dates.Between(today, until); days > k.SnoozeDays.Value {
			add("snoozed["+at+"].until", message.Of("aftercare.say.that-is-further-than-an"),
				message.Of("aftercare.say.at-most-on", message.Fixed("most", k.SnoozeDays.Value, 0, "days")), until)
		}
	}
	for _, job := range slices.Sorted(maps.Keys(c.LeftOut)) {
		if _, ok := k.Job(job); !ok {
			add("left_out["+job+"]", message.Of("aftercare.say.this-job-is-not-known"), message.Of("aftercare.say.a-job-see-api-v1"), job)
		}
	}
	return list
}
