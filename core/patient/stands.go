package patient

import (
	"cmp"
	"slices"
	"time"

	"therapeon/core/climate"
	"therapeon/core/dates"
	"therapeon/core/units"
)

// stands is what a plant stands in, and since when.
type stands struct{ medium, pot, since string }

// standsIn is what the newest home from before a day gave the plant, else what it came
// in; nothing changes where it is only held.
func (p *Patient) standsIn(before string) stands {
	if h := p.gave(before); h != nil {
		return stands{h.Medium, h.Pot, h.From}
	}
	in := stands{p.Intake.OldMedium, p.Intake.Pot, p.Intake.LastRepotted}
	if in.medium == "" {
		in.medium = p.toldMedium(before)
	}
	return in
}

// toldMedium is what a check-in up to a day says that it stands in; empty where none does.
func (p *Patient) toldMedium(day string) (medium string) {
	on := ""
	for _, s := range p.Seen {
		if s.Noted.StandsIn != "" && s.On <= day && s.On >= on {
			medium, on = s.Noted.StandsIn, s.On
		}
	}
	return medium
}

// gave is the newest home from before a day that gave the plant a medium or a pot.
func (p *Patient) gave(before string) *Home {
	for i := len(p.Homes) - 1; i >= 0; i-- {
		if h := &p.Homes[i]; h.From < before && (!h.Hold || h.Potted) {
			return h
		}
	}
	return nil
}

// Rehoused is the home that it stands in since it was housed here; nil where that is
// what it came in.
func (p Stands) Rehoused() *Home { return p.gave(p.day()) }

// Medium is what it stands in, in the words of an intake; empty where not noted.
func (p Stands) Medium() string { return p.standsIn(p.day()).medium }

// MediumOn is what it stood in on a day.
func (p Stands) MediumOn(day string) string { return p.standsIn(day).medium }

// Pot is the pot it stands in, in the words of an intake; empty where not noted.
func (p Stands) Pot() string { return p.standsIn(p.day()).pot }

// MediumDays is the age of its medium, at least and at most, in days; false where the day
// it was changed is not known.
func (p Stands) MediumDays() (least, most float64, known bool) {
	return p.days(p.standsIn(p.day()).since)
}

// HereSince is the day from which a plant is on this bench: that of its arrival, of which a month or a year may be
// all that is known, else the first of which anything was noted.
func HereSince(p *Patient) string {
	if first, _, ok := dates.Span(p.Intake.ArrivedOn); ok {
		return first.Format(time.DateOnly)
	}
	since := cmp.Or(p.Entered, p.Today())
	for _, s := range p.Seen {
		since = min(since, s.On)
	}
	for _, t := range p.Care {
		since = min(since, t.On)
	}
	return since
}

// DaysHere is the time since it arrived, at least and at most; false where not noted.
func (p Stands) DaysHere() (least, most float64, known bool) { return p.days(p.Intake.ArrivedOn) }

// Home is where it is on its day, held or housed; nil where no home was noted until then.
func (p Stands) Home() *Home {
	for i := len(p.Homes) - 1; i >= 0; i-- {
		if p.Homes[i].From < p.day() {
			return &p.Homes[i]
		}
	}
	return nil
}

// Where says where a plant is: it stands in its pot, lies out of it, or is held.
type Where string

// Where a plant is.
const (
	Potted Where = "potted" // in a pot or basket, or on a mount
	Out    Where = "out"    // out of its pot, with no home yet
	Held   Where = "held"   // in one of the ways of holding, until it roots
)

// Where is where it is on its day: by its home, and by what was seen of it since.
func (p Stands) Where() Where {
	out, on := false, ""
	l, r := p.looked(), p.Reading
	if l != nil && l.Noted.Unpotted {
		out, on = true, l.On
	}
	if r != nil && !r.Roots.InPot && (l == nil || l.On <= r.On) {
		out, on = true, r.On
	}
	switch h := p.Home(); {
	case h != nil && h.Hold:
		return Held
	case h != nil && out && on > h.From:
		return Out
	case h != nil:
		return Potted
	case p.Given.Holding != "":
		return Held
	case out || p.Intake.Pot == NoPot:
		return Out
	default:
		return Potted
	}
}

// Epoch says whether evidence is of the present home.
type Epoch string

// Epochs. What was noted before the present home is history, not a sign of today.
const (
	AtPresent Epoch = "present"
	History   Epoch = "history"
)

// EpochOf is the epoch of what was seen on a day. What is seen on the day of the move
// was seen in what it stood in until then.
func (p Stands) EpochOf(day string) Epoch {
	if h := p.Home(); h != nil && day <= h.From {
		return History
	}
	return AtPresent
}

// Signs are the findings of its look, where that is of the present home; else none.
func (p Stands) Signs() Findings {
	if l := p.Look(); l != nil && p.EpochOf(l.On) == AtPresent {
		return l.Noted.Findings
	}
	return nil
}

// Moved is how long ago its medium was changed, in days, at most; false where that is not
// known.
func (p Stands) Moved() (days float64, known bool) {
	_, most, known := p.MediumDays()
	return most, known && p.Where() == Potted
}

// Nested holds for a plant that is held with its base on something moist, in a pot.
func (p Stands) Nested() bool {
	h := p.Home()
	return h != nil && h.Hold && h.Potted
}

// InNest holds for a plant that sits in a moist nest at its moment.
func (p Stands) InNest() bool { return p.Holding() == Nest }

// Nest is the way of a plant that is held with its base on moist moss.
const Nest = "nest"

// Holding is the way the plant is held at its moment, or empty.
func (p Stands) Holding() string {
	if p.Given.Holding != "" {
		return p.Given.Holding
	}
	holding, day := "", p.Now.Format(time.DateOnly)
	for _, h := range p.Homes {
		if h.From > day {
			break
		}
		holding = ""
		if h.Hold {
			holding = h.Way
		}
	}
	return holding
}

// HeldDays is how long it has been held bare, one way or another, in whole days;
// a plant that came bare is held from its arrival.
func (p Stands) HeldDays() float64 {
	since := ""
	if p.Intake.Pot == NoPot {
		if first, _, ok := dates.Span(p.Intake.ArrivedOn); ok {
			since = first.Format(time.DateOnly)
		}
	}
	for _, h := range p.Homes {
		switch {
		case !h.Hold:
			since = ""
		case since == "":
			since = h.From
		}
	}
	day, err := time.ParseInLocation(time.DateOnly, since, p.Now.Location())
	if err != nil || day.After(p.Now) {
		return p.Given.HeldDays
	}
	return float64(int(p.Now.Sub(day).Hours() / units.HoursADay))
}

// Weighing is a weight of the bare plant, g, and how it was held since the one before.
type Weighing struct {
	DaysAgo float64 // when
	Grams   float64
	Since   []Spell // since the weighing before, the oldest first; none: as now
	Anew    bool    // something was changed since the one before: a new start
}

// Spell is some days by one way of holding, in one air.
type Spell struct {
	Days     float64  // scaled, so that the spells of an interval fill it
	Holding  string   // empty: as now
	NightC   *float64 // the air of the room; nil: as now
	DayC     *float64
	Humidity *float64
}

// Open is the way of a plant that nobody holds in any: it lies on the bench.
const Open = "bench"

// Counting are its weights of a kind that count, up to its moment, the oldest first: a
// dripping plant tells nothing of what it holds.
func (p Stands) Counting(kind Kind) []Weight {
	return slices.DeleteFunc(slices.Clone(p.Weights), func(w Weight) bool {
		return w.Kind != kind || kind == BarePlant && w.Because == BecauseWet || w.At.After(p.Now)
	})
}

// SinceChange are weights since the pot or the plant was last changed.
func SinceChange(all []Weight) []Weight {
	from := 0
	for i, w := range all {
		if w.Anew() {
			from = i
		}
	}
	return all[from:]
}

// Anew holds for a weight that begins a new stretch: something was taken off, or the
// pot was changed.
func (w Weight) Anew() bool { return w.Because == BecauseCut || w.Because == BecausePot }

// BareWeighings are the bare plant's weights up to its moment, as a race takes them: with how
// it was held and what the air was like between them, and since the last.
func (p Stands) BareWeighings() (list []Weighing, since []Spell) {
	counted := p.Counting(BarePlant)
	if len(counted) == 0 {
		return p.Given.Weighings, nil
	}
	stays := p.stays(counted)
	for i, w := range counted {
		r := Weighing{DaysAgo: p.Now.Sub(w.At).Hours() / units.HoursADay, Grams: w.Grams, Anew: w.Anew()}
		if i > 0 {
			potted := false
			r.Since, potted = p.between(stays, counted[i-1].At, w.At)
			r.Anew = r.Anew || potted // in a pot it drinks: that loss is of another kind
		}
		list = append(list, r)
	}
	since, _ = p.between(stays, counted[len(counted)-1].At, p.Now)
	return list, since
}

// stay is how a plant was held from a moment on.
type stay struct {
	from   time.Time
	way    string // of holding
	potted bool
}

// stays puts the plant's homes on the clock. A home is known by its day: it counts from
// the weighing of that day, which is when the plant was in hand, else from the table's
// hour. Before the first home it lay open on the bench, as it came.
func (p *Patient) stays(weighed []Weight) []stay {
	list, zone := []stay{{way: Open}}, p.Now.Location()
	for _, h := range p.Homes {
		day, err := time.ParseInLocation(time.DateOnly, h.From, zone)
		if err != nil {
			continue
		}
		s := stay{
			from:   day.Add(time.Duration(Table().MovedAtHour.Value * float64(time.Hour))),
			way:    Open,
			potted: !h.Hold,
		}
		i := slices.IndexFunc(weighed, func(w Weight) bool { return w.At.In(zone).Format(time.DateOnly) == h.From })
		if i >= 0 {
			s.from = weighed[i].At.In(zone)
		}
		if !s.potted {
			s.way = h.Way
		}
		list = append(list, s)
	}
	return list
}

// between are the spells from one moment to another, each with its air.
func (p *Patient) between(stays []stay, from, to time.Time) (list []Spell, potted bool) {
	for i, stay := range stays {
		begins, ends := stay.from, to
		if i+1 < len(stays) && stays[i+1].from.Before(to) {
			ends = stays[i+1].from
		}
		if begins.Before(from) {
			begins = from
		}
		if !begins.Before(ends) {
			continue
		}
		spell := Spell{Days: ends.Sub(begins).Hours() / units.HoursADay, Holding: stay.way}
		if known := p.Around().Temperatures(); known != nil {
			air := known.Between(climate.HourOf(begins), climate.HourOf(ends))
			spell.NightC, spell.DayC, spell.Humidity = air.NightC, air.DayC, air.Humidity
		}
		list, potted = append(list, spell), potted || stay.potted
	}
	return list, potted
}
