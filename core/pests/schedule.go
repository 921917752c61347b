package pests

import (
	"math"
	"slices"
	"time"

	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Faults finds courses that cannot be, each by its field; none where all is sound.
func (c Course) Faults() fault.List {
	if _, ok := Find(c.Pest); !ok {
		return fault.List{
			{
				Field: "pest",
				Value: c.Pest,
				Limit: message.Of("pests.say.a-pest-see-api-v1"),
				Words: message.Of("pests.say.this-pest-is-not-known"),
			},
		}
	}
	return nil
}

// Round is the next round, or the look for the all-clear; nothing once that was given, and where no day is
// known.
func (s Schedule) Round() patient.Round {
	switch {
	case s.AllClear != "":
		return patient.Round{}
	case s.Next != nil:
		return patient.Round{On: s.Next.From, By: s.Next.Latest, N: s.Next.N, Pest: s.Pest.Code}
	default:
		return patient.Round{On: s.LookOn, By: s.LookOn, Pest: s.Pest.Code, Look: true}
	}
}

// DueOn is the day of its next round, or of that look.
func (s Schedule) DueOn() string { return s.Round().On }

// DueBy tells whether a round, or the look for the all-clear, is due by a day, and whether the
// round is late. Nothing is once the all-clear was given.
func (s Schedule) DueBy(day string) (due, late bool) {
	switch {
	case s.AllClear != "":
		return false, false
	case s.Next != nil:
		return s.DueOn() <= day, s.Next.Latest < day
	default:
		return s.LookOn != "" && s.LookOn <= day, false
	}
}

// counter adds degree-days up over the temperatures of a place.
type counter struct {
	pest  Pest
	place *climate.Station
	last  *counted
}

func count(pest Pest, place *climate.Station) counter { return counter{pest, place, &counted{}} }

// counted is what was added up last: a later end goes on from there.
type counted struct {
	from, to int64
	sum      float64
}

// reach is the hour by which dd degree-days have added up since an hour, at
// most horizonDays on. It is false when they do not.
func (c counter) reach(since int64, dd float64) (int64, bool) {
	sum := 0.0
	for h := since; h < since+horizonDays*units.HoursADay; h++ {
		t, _, ok := c.place.At(h)
		if !ok {
			return 0, false
		}
		if sum += c.pest.perHour(t); sum >= dd-units.Hair {
			return h, true
		}
	}
	return 0, false
}

// between adds the degree-days between two hours up.
func (c counter) between(from, to int64) float64 {
	if c.last.from != from || c.last.to > to {
		*c.last = counted{from: from, to: from}
	}
	for ; c.last.to < to; c.last.to++ {
		t, _, _ := c.place.At(c.last.to)
		c.last.sum += c.pest.perHour(t)
	}
	return c.last.sum
}

// Plan works a schedule out from degree-days above the pest's threshold, in °C·day, hour by
// hour: Σ min(T, stop) − T₀ over 24. A round counts from noon of its day. Now is where the
// temperatures that were end; from there on the place's usual ones are taken. Too cold to
// hatch within a year leaves the next round open and says so. It fails with a fault.List where no
// temperature of the place is known. The course must hold no faults: one without a round panics.
func Plan(c Course, place *climate.Station, now time.Time, terete bool) (Schedule, error) {
	pest, ok := Find(c.Pest)
	if !ok {
		return Schedule{}, c.Faults()
	}
	p := planner{counter: count(pest, place), course: c, now: now.In(place.Zone)}
	p.s = Schedule{Pest: pest, EggDD: pest.Egg(), Notes: []knowledge.Text{}, Cautions: []string{}, Line: []Day{}}
	done := slices.Clone(c.Rounds)
	slices.Sort(done)
	p.done = slices.Compact(done)
	first, err := p.noon(p.done[0])
	if err != nil {
		return p.s, err
	}
	if _, _, ok := place.At(first); !ok {
		return p.s, fault.List{
			{
				Field: "temperatures",
				Limit: message.Of("pests.say.a-low-and-a-high"),
				Words: message.Of("pests.say.no-temperature-is-known-for"),
			},
		}
	}
	p.rounds(first)
	p.words(terete)
	p.line(first)
	return p.s, nil
}

type planner struct {
	counter
	course Course
	now    time.Time
	done   []string
	s      Schedule
	cold   bool
	far    bool // the next round lies too far off to be planned
}

func (p *planner) noon(day string) (int64, error) {
	t, err := time.ParseInLocation(time.DateOnly, day, p.place.Zone)
	if err != nil {
		return 0, fault.List{
			{
				Field: "rounds",
				Value: day,
				Limit: message.Of("limits.a-day"),
				Words: message.Of("limits.not-a-day"),
			},
		}
	}
	return climate.HourOf(t.Add(treatedAt * time.Hour)), nil
}

func (p *planner) day(hour int64) string {
	return time.Unix(hour*units.SecondsAnHour, 0).In(p.place.Zone).Format(time.DateOnly)
}

// after is the first day whose noon is not before an hour, before the last one
// whose noon is not after it: a round counts from noon.
func (p *planner) after(hour int64) string  { return p.day(hour + treatedAt - 1) }
func (p *planner) before(hour int64) string { return p.day(hour - treatedAt) }

// window is when the round after one at an hour falls.
func (p *planner) window(at int64) (from, latest int64, ok bool) {
	from, ok = p.reach(at, p.pest.Egg())
	if !ok {
		return 0, 0, false
	}
	if every := p.pest.EveryDays; every != nil { // by days, while they develop
		return at + int64(every.Low)*units.HoursADay, at + int64(every.High)*units.HoursADay, true
	}
	safe := Table().Figures.Safety.Value
	latest, lays := p.reach(at, math.Max(p.pest.Egg(), safe*p.pest.young()))
	if !lays {
		latest = from
	}
	return from, max(from, latest), true
}

// days are the days of a window.
func (p *planner) days(from, latest int64) (string, string) {
	return p.after(from), max(p.after(from), p.before(latest))
}

// planned is how many rounds there are to be: as planned, and one more for each
// look after the last that still saw it.
func (p *planner) planned() int {
	n := p.course.Plan
	if n == 0 {
		n = int(Table().Figures.Rounds.Value)
		if p.pest.EggShare.Value >= 1 {
			n = int(Table().Figures.EggOnlyRounds.Value)
		}
	}
	last := p.done[len(p.done)-1]
	if slices.ContainsFunc(p.course.Seen, func(d string) bool { return d >= last }) {
		n = max(n, len(p.done)+1)
	}
	return n
}

// rounds lists those done and those to come.
func (p *planner) rounds(at int64) {
	now := climate.HourOf(p.now)
	last := at
	for i, on := range p.done {
		r := Treatment{N: i + 1, On: on}
		hour, err := p.noon(on)
		if err != nil {
			continue
		}
		if i > 0 {
			if from, latest, ok := p.window(last); ok {
				r.From, r.Latest = p.days(from, latest)
				r.Early, r.Late = on < r.From, on > r.Latest
			}
		}
		last = hour
		p.s.Rounds = append(p.s.Rounds, r)
	}
	p.s.DegreeDays = p.between(last, max(last, now))
	if hatched, ok := p.reach(last, p.pest.Egg()); ok {
		p.s.HatchedOn = p.after(hatched)
	}
	figures := Table().Figures
	for n := len(p.done) + 1; n <= p.planned() || n <= int(figures.MostRounds.Value) && p.goesOn(at, last); n++ {
		from, latest, ok := p.window(last)
		far := now + int64(figures.FarDays.Value)*units.HoursADay
		if p.far = ok && from > far && p.s.Next == nil; !ok || p.far {
			p.cold = true
			break
		}
		r := Treatment{N: n, Certain: from <= now}
		r.From, r.Latest = p.days(from, latest)
		p.s.Rounds = append(p.s.Rounds, r)
		if p.s.Next == nil {
			p.s.Next = &r
		}
		last = max(from, now) // a round that is overdue is planned for today
	}
	p.clear(last)
}

// goesOn holds while more rounds are needed than a number says: over the generations that rounds by
// days go on, and until a generation after the last adult seen, where pupae escape. A plan of the
// user's own stands.
func (p *planner) goesOn(first, last int64) bool {
	switch {
	case p.course.Plan > 0:
		return false
	case p.pest.EveryDays != nil:
		return p.between(first, last) < Table().Figures.ScaleGenerations.Value*p.pest.K.Value
	case p.pest.Pupae:
		seen := first
		for _, day := range p.course.Seen {
			if hour, err := p.noon(day); err == nil {
				seen = max(seen, hour)
			}
		}
		return p.between(seen, last) < p.pest.K.Value
	}
	return false
}

// clear finds the day of the look that can give the all-clear.
func (p *planner) clear(last int64) {
	if p.cold {
		return
	}
	look, ok := p.reach(last, p.pest.Egg())
	if !ok {
		p.cold = true
		return
	}
	p.s.LookOn = p.after(look)
	if p.s.Next != nil {
		return
	}
	for _, day := range p.course.Clear {
		after := slices.ContainsFunc(p.course.Seen, func(d string) bool { return d >= day })
		if day >= p.s.LookOn && !after && (p.s.AllClear == "" || day < p.s.AllClear) {
			p.s.AllClear = day
		}
	}
}

// words says what it comes to.
func (p *planner) words(terete bool) {
	notes := Table().Notes
	today := p.now.Format(time.DateOnly)
	s := &p.s
	if s.LookOn != "" && s.AllClear == "" {
		s.Look = knowledge.Say(message.Of("pests.say.look-on", message.On("day", s.LookOn)))
	}
	switch next := s.Next; {
	case s.AllClear != "":
		s.Headline = knowledge.Say(message.Of("pests.say.all-clear", message.On("since", s.AllClear)))
	case p.far:
		s.Headline = knowledge.Say(message.Of("pests.say.too-cold-for-them-to"))
		s.Notes = append(s.Notes, notes["far"])
	case p.cold:
		s.Headline = knowledge.Say(message.Of("pests.say.too-cold-for-them-to-2"))
		s.Notes = append(s.Notes, notes["too-cold"])
	case next != nil && today > next.Latest:
		s.Headline = knowledge.Say(message.Of("pests.say.round-is-overdue-it-was", message.Count("n", next.N), message.On("latest", next.Latest)))
	case next != nil && today >= next.From:
		s.Headline = knowledge.Say(message.Of("pests.say.round-is-due-today-and", message.Count("n", next.N), message.On("latest", next.Latest)))
	case next != nil:
		s.Headline = knowledge.Say(message.Of("pests.say.round-from-and-by",
			message.Count("n", next.N), message.On("from", next.From), message.On("latest", next.Latest)))
	case today >= s.LookOn:
		s.Headline = knowledge.Say(message.Of("pests.say.look-with-a-lens-today"))
	default:
		s.Headline = knowledge.Say(message.Of("pests.say.rounds-done", message.On("day", s.LookOn)))
	}
	if s.Next != nil && p.pest.EveryDays == nil {
		s.Notes = append(s.Notes, notes["from"], notes["latest"])
	}
	say := func(note string, holds bool) {
		if holds {
			s.Notes = append(s.Notes, notes[note])
		}
	}
	say("egg-only", p.pest.EggShare.Value >= 1)
	say("crawlers", p.pest.EveryDays != nil)
	say("pupae", p.pest.Pupae)
	say("medium", p.pest.Medium)
	if len(p.pest.Products) == 0 {
		s.Notes = append(s.Notes, notes["cards"])
	} else {
		s.Cautions = append(s.Cautions, "product-label")
	}
	if slices.Contains(p.pest.Products, "oil") && terete {
		warn := notes["terete"]
		s.Stopped = &warn
	}
	s.Notes = append(s.Notes, notes["clear"])
}

// line is what is drawn: every day from the first round to a little beyond the
// end, with its warmth and the generations so far.
func (p *planner) line(first int64) {
	end := p.s.LookOn
	if p.s.AllClear != "" {
		end = p.s.AllClear
	}
	if end == "" {
		end = p.now.AddDate(0, 0, int(Table().Figures.LineDays.Value)).Format(time.DateOnly)
	}
	start, err := time.ParseInLocation(time.DateOnly, p.day(first), p.place.Zone)
	if err != nil {
		return
	}
	sum := 0.0
	for d := start; len(p.s.Line) < 2*horizonDays; d = d.AddDate(0, 0, 1) {
		day := Day{Day: d.Format(time.DateOnly), LowC: math.Inf(1), HighC: math.Inf(-1)}
		to := climate.HourOf(d.AddDate(0, 0, 1))
		for h := climate.HourOf(d); h < to; h++ {
			t, where, ok := p.place.At(h)
			if !ok {
				return
			}
			day.LowC, day.HighC, day.From = math.Min(day.LowC, t), math.Max(day.HighC, t), string(where)
			if h >= first {
				day.DegreeDays += p.pest.perHour(t)
			}
		}
		sum += day.DegreeDays
		day.Generations = sum / p.pest.K.Value
		p.s.Line = append(p.s.Line, day)
		if day.Day > end && len(p.s.Line) > int(Table().Figures.LineLeast.Value) {
			return
		}
	}
}
