package aftercare

import (
	"cmp"
	"maps"
	"math"
	"slices"
	"time"

	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/rehome"
	"therapeon/core/units"
)

// watch is what was observed of a plant since a protocol began.
type watch struct {
	*InCare
	since    string
	today    string
	mediumOn *string          // the day from which its medium counts, once asked
	begun    bool             // it was watered when the protocol began
	seen     []patient.Seen   // the oldest first
	grew     string           // the first day on which the treated patch was seen to have grown
	care     []patient.Tended // done, the oldest first
	water    []stretch        // from one watering to the next
}

// watching gathers what was observed since a protocol began, up to a day.
func (c *InCare) watching(run Run, today string) *watch {
	all, since := c.Stands().Checked().All(), run.Since
	w := &watch{InCare: c, since: since, today: today, begun: !run.Settled && run.Told == ""}
	w.seen = make([]patient.Seen, 0, len(all)) // many, and each is long to move
	for _, s := range all {
		if s.On >= since && s.On <= today {
			w.seen = append(w.seen, s)
			if p := s.Noted.Patch; p == "grown" || p == "general" {
				w.grew = cmp.Or(w.grew, s.On)
			}
		}
	}
	for _, t := range c.Care {
		if t.On >= since && t.On <= today {
			w.care = append(w.care, t)
		}
	}
	slices.SortStableFunc(w.care, func(a, b patient.Tended) int { return a.At.Compare(b.At) })
	w.water = w.stretches()
	return w
}

func (w *watch) day(on string) float64 { return dates.Between(w.since, on) }

func number(n *knowledge.Number, usual float64) float64 {
	if n == nil {
		return usual
	}
	return n.Value
}

// upTo are the check-ins up to a day.
func (w *watch) upTo(day string) []patient.Seen {
	n, _ := slices.BinarySearchFunc(w.seen, day, func(s patient.Seen, day string) int {
		if s.On <= day {
			return -1
		}
		return 1
	})
	return w.seen[:n]
}

// last is the newest check-in up to a day of which something holds.
func (w *watch) last(day string, of func(patient.Checkin) bool) (patient.Seen, bool) {
	for _, s := range slices.Backward(w.upTo(day)) {
		if of(s.Noted) {
			return s, true
		}
	}
	return patient.Seen{}, false
}

// is holds where the newest check-in up to a day that says something of a matter says this of it.
func (w *watch) is(day string, said func(patient.Checkin) string, words ...string) bool {
	s, ok := w.last(day, func(c patient.Checkin) bool { return said(c) != "" })
	return ok && slices.Contains(words, said(s.Noted))
}

// holds tells whether something is so as of a day, by what was observed up to it.
func (w *watch) holds(s Sees, day string) bool {
	if s.Day != nil && w.day(day) < s.Day.Value {
		return false
	}
	if s.On != nil {
		w = w.seenFrom(dates.After(w.since, int(s.On.Value)))
	}
	if rule, ok := rules[s.What]; ok {
		return rule(w, s, day)
	}
	return false
}

// seenFrom forgets check-ins from before a day.
func (w *watch) seenFrom(day string) *watch {
	late := *w
	late.seen = w.seen[len(w.upTo(dates.After(day, -1))):]
	return &late
}

// rule is a predicate of the table: whether something is seen on a day.
type rule func(w *watch, s Sees, day string) bool

// rules are the predicates of the table, by their names.
var rules map[string]rule

func init() { // the rules of gates ask other gates
	rules = map[string]rule{}
	for _, some := range []map[string]rule{rootRules, growthRules, potRules, limpRules, careRules} {
		maps.Copy(rules, some)
	}
}

// word holds where one of some words was noted.
func word(of func(patient.Checkin) string, words ...string) rule {
	return func(w *watch, _ Sees, day string) bool { return w.is(day, of, words...) }
}

// yes holds where it was noted that it is so.
func yes(of func(patient.Checkin) patient.YesNo) rule {
	return word(func(c patient.Checkin) string { return string(of(c)) }, "yes")
}

// unlooked holds from when it was noted until it was looked over.
func unlooked(of func(patient.Checkin) patient.YesNo) rule {
	return func(w *watch, _ Sees, _ string) bool { return w.Stands().Checked().Unlooked(of, w.since) }
}

// What is noted at a check-in.
func leafOf(c patient.Checkin) string     { return c.Leaf }
func filmOf(c patient.Checkin) string     { return c.Film }
func pestsOf(c patient.Checkin) string    { return string(c.Pests) }
func oldRootsOf(c patient.Checkin) string { return c.OldRoots }
func tipsAtOf(c patient.Checkin) string   { return c.TipsAt }
func wobbleOf(c patient.Checkin) string   { return string(c.Wobble) }

// rootRules are of roots and their tips.
var rootRules = map[string]rule{
	"tips": (*watch).tips,
	"ready": func(w *watch, _ Sees, day string) bool {
		_, told := w.last(day, func(c patient.Checkin) bool { return c.Tips != nil || c.TipsShow() })
		return (told || w.readTips(day)) && w.Condition().TipsOut() && rehome.Table().Ready(w.Patient, day)
	},
	"nubs":       func(w *watch, _ Sees, _ string) bool { return w.tipsAtStart(w.since) },
	"branched":   word(oldRootsOf, "branched"),
	"fifth-lost": word(oldRootsOf, "fifth-lost"),
	"at-edge": func(w *watch, _ Sees, day string) bool {
		return w.is(day, tipsAtOf, "edge", "half", "water") && !w.tipsFail(day)
	},
	"half-down":  word(tipsAtOf, "half", "water"),
	"longest":    func(w *watch, s Sees, day string) bool { return w.longest(day) >= number(s.MM, 0) },
	"tips-black": func(w *watch, _ Sees, day string) bool { return w.tipIs(day, "black") },
	"tips-dry":   func(w *watch, _ Sees, day string) bool { return w.tipIs(day, "dry") },
	"short":      (*watch).shortOfWater,
	"still":      (*watch).standsStill,
}

// growthRules are of what grows, and how it holds.
var growthRules = map[string]rule{
	"shoot": func(w *watch, s Sees, day string) bool {
		at, ok := w.last(day, func(c patient.Checkin) bool { return c.ShootMM != nil })
		return ok && *at.Noted.ShootMM >= number(s.MM, 0)
	},
	"grows":   (*watch).grows,
	"growing": (*watch).growing,
	"shrinks": func(w *watch, _ Sees, day string) bool { return progress.Shrinks(w.Patient, day) },
	"steady":  word(wobbleOf, "no"),
	"wobbles": func(w *watch, _ Sees, day string) bool {
		return w.Stands().Where() == patient.Potted && w.is(day, wobbleOf, "yes")
	},
	"grips":  yes(func(c patient.Checkin) patient.YesNo { return c.Grips }),
	"bends":  yes(func(c patient.Checkin) patient.YesNo { return c.Bends }),
	"yellow": yes(func(c patient.Checkin) patient.YesNo { return c.Yellow }),
	"falls":  (*watch).falls,
	"lost":   (*watch).lostWeight,
}

// potRules are of its pot: medium, water, film and what lives there.
var potRules = map[string]rule{
	"gone":        yes(func(c patient.Checkin) patient.YesNo { return c.MediumGone }),
	"pests":       unlooked(func(c patient.Checkin) patient.YesNo { return c.Pests }),
	"base-rots":   unlooked(func(c patient.Checkin) patient.YesNo { return c.BaseRots }),
	"found-still": func(w *watch, _ Sees, _ string) bool { return w.Stands().Checked().Hunt().Stays() },
	"dark-film":   word(filmOf, "dark"),
	"smell":       word(func(c patient.Checkin) string { return c.Smell }, "sour", "decay"),
	"dry":         word(func(c patient.Checkin) string { return c.Medium }, "dry"),
	"wet":         (*watch).staysWet,
	"dry-within":  (*watch).driesWithin,
	"level-still": (*watch).levelStill,
	"clean":       (*watch).cleanMornings,
	"clear": func(w *watch, _ Sees, day string) bool {
		return w.is(day, filmOf, "none", "green") && w.is(day, pestsOf, "no")
	},
	"patch-same": func(w *watch, _ Sees, day string) bool {
		return w.is(day, func(c patient.Checkin) string { return c.Patch }, "same") && !w.patchGrew(day)
	},
	"patch-grown": func(w *watch, _ Sees, day string) bool { return w.patchGrew(day) },
}

var limp = word(leafOf, "limp")

// limpRules are of limp leaves, and of what is limp beside what.
var limpRules = map[string]rule{
	"limp":       limp,
	"limp-wet":   func(w *watch, s Sees, day string) bool { return limp(w, s, day) && w.isWet(day) },
	"limp-damp":  func(w *watch, s Sees, day string) bool { return limp(w, s, day) && !w.isDry() },
	"limp-spike": func(w *watch, s Sees, day string) bool { return limp(w, s, day) && w.Flowering().InFlower() },
	"limp-spike-moved": func(w *watch, s Sees, day string) bool {
		days, moved := w.Stands().Moved()
		return moved && days <= Table().MovedDays.Value && !w.Profile.KeepsSpike() &&
			limp(w, s, day) && !w.isDry() && w.Flowering().InFlower() // a dry one is thirsty
	},
	"thinner-after-sip": (*watch).thinnerAfterSip,
}

// careRules are of days, and of what was done.
var careRules = map[string]rule{
	"day":   func(w *watch, s Sees, day string) bool { return w.day(day) >= number(s.Day, 0) },
	"life":  (*watch).pastLife,
	"aged":  (*watch).aged,
	"times": (*watch).times,
}

// tipIs holds where the tips last seen are in a state, or one of the roots that are followed is.
func (w *watch) tipIs(day, state string) bool {
	at, ok := w.last(day, patient.Checkin.TipsShow)
	if ok && at.Noted.TipState == state {
		return true
	}
	tips := map[string]string{}
	for _, s := range w.upTo(day) {
		for _, t := range s.Noted.Roots {
			tips[t.Root] = cmp.Or(t.Tip, tips[t.Root])
			if t.Kept == patient.No {
				delete(tips, t.Root)
			}
		}
	}
	for _, tip := range tips {
		if tip == state {
			return true
		}
	}
	return false
}

// falls holds where the bare plant loses weight so fast that it will have lost the share before the late date
// of its first tip, by three weights or more of its present home; none is out yet.
func (w *watch) falls(s Sees, day string) bool {
	if w.tips(Sees{}, day) {
		return false
	}
	var x, y []float64
	for _, g := range patient.SinceChange(w.Stands().Counting(patient.BarePlant)) {
		if on := g.At.In(w.Now.Location()).Format(time.DateOnly); on >= w.since && on <= day {
			x, y = append(x, w.day(on)), append(y, g.Grams)
		}
	}
	n := len(x)
	if n < int(Table().LeastWeights.Value) || x[n-1]-x[0] < units.DaysAWeek {
		return false
	}
	slope, ok := progress.TheilSen(x, y)
	late := max(float64(w.lateDays()), x[n-1])
	return ok && y[n-1]+slope.Value*(late-x[n-1]) < (1-s.Share.Value)*y[0]
}

// shortOfWater holds where its new roots were not yet seen near the water that stands in its pot, nor to
// branch.
func (w *watch) shortOfWater(_ Sees, day string) bool {
	at := func(c patient.Checkin) string { return c.TipsAt }
	branched := slices.ContainsFunc(w.upTo(day), func(s patient.Seen) bool { return s.Noted.OldRoots == "branched" })
	return w.reservoir() && !branched && w.is(day, at, "air", "edge")
}

// patchGrew holds once the treated patch was seen to have grown: that it stands still since is no
// healing.
func (w *watch) patchGrew(day string) bool { return w.grew != "" && w.grew <= day }

// tips holds where so many new tips show, so long; those that stopped or rot do not count.
func (w *watch) tips(s Sees, day string) bool {
	want, mm := number(s.Count, 1), number(s.MM, 0)
	if mm == 0 && want <= 1 && w.readTips(day) {
		return true
	}
	at, ok := w.last(day, func(c patient.Checkin) bool { return c.Tips != nil || c.TipsShow() })
	if !ok || !at.Noted.TipsShow() || w.tipsFail(day) {
		return false
	}
	count := 1.0
	if at.Noted.Tips != nil {
		count = float64(*at.Noted.Tips)
	}
	return count >= want && (mm == 0 || w.longest(day) >= mm)
}

// readTips holds where growing tips were read, or looked at, since it was moved.
func (w *watch) readTips(day string) bool {
	if r := w.Reading; r != nil && r.On > w.since && r.On <= day && w.Roots().After().Totals.GrowingTips > 0 {
		return true
	}
	return slices.ContainsFunc(w.Looks, func(l patient.Look) bool {
		return l.On > w.since && l.On <= day &&
			(l.Noted.Growth == patient.NewRoots || l.Noted.Findings["tips-growing"] == patient.Present)
	})
}

// tipsFail holds where the tips last seen had stopped, dried or rotted.
func (w *watch) tipsFail(day string) bool {
	at, ok := w.last(day, patient.Checkin.TipsShow)
	return ok && (at.Noted.TipState == "dry" || at.Noted.TipState == "black")
}

func (w *watch) longest(day string) float64 {
	at, ok := w.last(day, func(c patient.Checkin) bool { return c.LongestMM != nil })
	if !ok {
		return 0
	}
	return *at.Noted.LongestMM
}

// grows holds where growth, or a tip, was seen last.
func (w *watch) grows(_ Sees, day string) bool {
	at, ok := w.last(day, func(c patient.Checkin) bool { return c.Growth != "" || c.Tips != nil || c.TipsShow() })
	return ok && (at.Noted.Growth.Grows() || at.Noted.TipsShow())
}

// growing is grows, or what the last look says of the plant.
func (w *watch) growing(s Sees, day string) bool {
	if w.grows(s, day) {
		return true
	}
	for _, l := range w.Looks {
		if l.On <= day && l.Noted.Growth != "" {
			return l.Noted.Growth.Grows()
		}
	}
	return false
}

// standsStill holds where a tip was not longer after so many days, or was called still twice.
func (w *watch) standsStill(s Sees, day string) bool {
	list := slices.DeleteFunc(slices.Clone(w.upTo(day)), func(at patient.Seen) bool {
		return at.Noted.LongestMM == nil && at.Noted.TipState == ""
	})
	if len(list) < 2 {
		return false
	}
	newest := list[len(list)-1]
	for _, at := range slices.Backward(list[:len(list)-1]) {
		stood := at.Noted.TipState == "still" && newest.Noted.TipState == "still" ||
			at.Noted.LongestMM != nil && newest.Noted.LongestMM != nil && *newest.Noted.LongestMM > 0 &&
				*newest.Noted.LongestMM <= *at.Noted.LongestMM
		if !stood {
			return false
		}
		if dates.Between(at.On, newest.On) >= s.Days.Value {
			return true
		}
	}
	return false
}

// levelStill holds where the level of a reservoir did not move for so many days, unfilled.
func (w *watch) levelStill(s Sees, day string) bool {
	newest, ok := w.last(day, func(c patient.Checkin) bool { return c.ReservoirMM != nil })
	if !ok {
		return false
	}
	for _, at := range slices.Backward(w.upTo(newest.On)) {
		if at.Noted.ReservoirMM == nil {
			continue
		}
		filled := slices.ContainsFunc(w.care, func(t patient.Tended) bool {
			return t.Watered() && t.On >= at.On && t.On < newest.On
		})
		if math.Abs(*at.Noted.ReservoirMM-*newest.Noted.ReservoirMM) > 1 || filled {
			return false
		}
		if dates.Between(at.On, newest.On) >= s.Days.Value {
			return true
		}
	}
	return false
}

// lostWeight holds where the bare plant has lost so much of its first weight since it is held.
func (w *watch) lostWeight(s Sees, day string) bool {
	first, last := 0.0, 0.0
	for _, g := range w.Stands().Counting(patient.BarePlant) {
		on := g.At.In(w.Now.Location()).Format(time.DateOnly)
		if on < w.since || on > day {
			continue
		}
		if first == 0 || g.Anew() {
			first = g.Grams
		}
		last = g.Grams
	}
	return first > 0 && 1-last/first >= s.Share.Value
}

// times holds where a job was done so many times.
func (w *watch) times(s Sees, day string) bool {
	n := 0.0
	for _, t := range w.care {
		if t.Job == s.Job && t.Outcome == patient.TendedDone && t.On <= day {
			n++
		}
	}
	return n >= number(s.Count, 1)
}

// cleanMornings holds after so many mornings without a find, of which a find starts the count anew.
func (w *watch) cleanMornings(s Sees, day string) bool {
	clean := map[string]bool{}
	for _, at := range w.upTo(day) {
		switch at.Noted.Lodger {
		case patient.Yes, patient.Worm:
			clear(clean)
		case patient.No, patient.Other:
			clean[at.On] = true
		}
	}
	return float64(len(clean)) >= number(s.Count, patient.Table().LodgerClean.Value)
}

// thinnerAfterSip holds where bulbs were not plumper so many days after a sip.
func (w *watch) thinnerAfterSip(s Sees, day string) bool {
	at, ok := w.last(day, func(c patient.Checkin) bool { return c.Bulbs != "" })
	if !ok || at.Noted.Bulbs == "plumper" {
		return false
	}
	return slices.ContainsFunc(w.care, func(t patient.Tended) bool {
		return t.Job == "sip" && t.Outcome == patient.TendedDone && dates.Between(t.On, at.On) >= s.Days.Value
	})
}

// opened is the day on which a gate opened: said by hand, or the first day on which what it waits
// for was so; empty where it is shut.
func (w *watch) opened(run Run, g Gate, today string) (on string, byHand bool) {
	if said := w.Chosen.Gates[run.Code+"/"+g.Code]; said != "" && said >= run.Since && said <= today {
		return said, true
	}
	for _, day := range w.days(g, today) {
		if slices.ContainsFunc(g.Sees, func(s Sees) bool { return w.holds(s, day) }) {
			return day, false
		}
	}
	return "", false
}

// days are those on which a gate can have opened, the earliest first: those on which something was
// observed, and the day that it names.
func (w *watch) days(g Gate, today string) []string {
	list := []string{w.since, today}
	for _, s := range w.seen {
		list = append(list, s.On)
	}
	for _, t := range w.care {
		list = append(list, t.On)
	}
	for _, l := range w.Looks {
		list = append(list, l.On)
	}
	if w.Reading != nil {
		list = append(list, w.Reading.On)
	}
	for _, s := range g.Sees {
		if s.Day != nil {
			list = append(list, dates.After(w.since, int(s.Day.Value)))
		}
		if since := w.medium(); s.Age != nil && since != "" {
			list = append(list, dates.After(since, int(s.Age.Value)))
		}
	}
	list = slices.DeleteFunc(list, func(day string) bool { return day < w.since || day > today })
	slices.SortFunc(list, cmp.Compare[string])
	return slices.Compact(list)
}
