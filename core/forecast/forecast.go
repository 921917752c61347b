// Package forecast keeps what the program foretells, each as it was when it was said: the day and its band
// of four in five, or a chance. It says when one has moved so far that it is kept anew, what came of it, and
// how good all of them were.
//
// Days are written 2006-01-02; scores of days are in days.
package forecast

import (
	"maps"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/aftercare"
	"therapeon/core/bands"
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/race"
	"therapeon/core/units"
)

// Forecast is what was foretold of a plant on a day.
type Forecast struct {
	Code   string  `json:"code" required:"true" description:"kind, see /api/v1/knowledge/forecast"`
	Of     string  `json:"of,omitempty" description:"of a root: its name; of a chance: the cause"`
	MadeOn string  `json:"made_on" required:"true"`
	SoonOn string  `json:"soon_on,omitempty" description:"four times in five not before"`
	On     string  `json:"on,omitempty"`
	LateOn string  `json:"late_on,omitempty" description:"and not after"`
	Chance float64 `json:"chance,omitempty" description:"of a cause"`
	Rests  string  `json:"rests" required:"true" enum:"table,own" description:"on the table alone, or on what was seen of this plant"`
	Seen   int     `json:"seen" required:"true" description:"lengths, answers or findings that it rests on"`
}

// Truth is what came of a forecast.
type Truth struct {
	State string `json:"state" required:"true" enum:"waiting,came,not,void" description:"not: of a chance, it was another cause; void: it can no longer be told"`
	On    string `json:"on,omitempty"`
}

// States of a truth.
const (
	Waiting = "waiting"
	Came    = "came"
	Not     = "not"
	Void    = "void"
)

// Grounds is a plant with what its forecasts are made from.
type Grounds struct {
	*progress.Followed
	Progress progress.Progress
	Water    *aftercare.Watering
	Chances  map[string]float64 // of causes, by its newest look
}

// Made are the forecasts for a plant on its day.
func Made(c *Grounds) []Forecast {
	today := c.Progress.Day
	var list []Forecast
	add := func(f Forecast) {
		f.MadeOn = today
		list = append(list, f)
	}
	if f, ok := c.firstTip(today); ok {
		add(f)
	}
	if w := c.Water; w != nil && w.OnDay >= today {
		seen := w.Answers + w.Weighed
		add(Forecast{Code: "water", SoonOn: w.SoonOn, On: w.OnDay, LateOn: w.LateOn, Rests: rests(seen), Seen: seen})
	}
	if due := c.Round.On; due > today {
		n := int(Table().RoundDays.Value)
		add(Forecast{Code: "round", SoonOn: dates.After(due, -n), On: due, LateOn: dates.After(due, n), Rests: "table"})
	}
	for _, t := range c.Progress.Tracks {
		for _, a := range t.Arrives {
			f := Forecast{Code: codes[a.At], Of: t.Root, SoonOn: a.SoonOn, On: a.On, LateOn: a.LateOn}
			f.Rests, f.Seen = "own", len(t.Points)
			if f.On >= today {
				add(f)
			}
		}
	}
	if weeks, ok := Table().RecoveryWeeks[c.Progress.Standing.Stage]; ok {
		since := c.Progress.Standing.Since
		day := func(n float64) string { return dates.After(since, int(n*units.DaysAWeek)) }
		f := Forecast{Code: "recovery", SoonOn: day(weeks.Low), On: day(weeks.Value), LateOn: day(weeks.High)}
		f.Rests = "table"
		if f.On >= today {
			add(f)
		}
	}
	for _, cause := range slices.Sorted(maps.Keys(c.Chances)) {
		if p := c.Chances[cause]; p >= Table().LeastChance.Value {
			add(Forecast{Code: "cause", Of: cause, Chance: p, Rests: "own", Seen: len(c.Looks)})
		}
	}
	return list
}

// codes are those of the arrivals of a root.
var codes = map[string]string{
	progress.AtWall: "wall", progress.AtWater: "water-root", progress.Established: "established",
}

func rests(seen int) string {
	if seen > 0 {
		return "own"
	}
	return "table"
}

// firstTip is the day of the first tip of a plant that waits for one, from the day its roots were lost or it
// was moved: lognormal about its group's weeks, as far as it has not come yet.
func (c *Grounds) firstTip(today string) (Forecast, bool) {
	stage := c.Progress.Standing.Stage
	if stage != progress.Critical && stage != progress.Holding || c.Growth() == patient.Resting {
		return Forecast{}, false
	}
	start := c.Progress.Standing.Since
	if h := c.Stands().Home(); h != nil {
		start = h.From
	}
	median := c.Profile.WeeksToFirstRoot.Value * units.DaysAWeek
	sigma := math.Log(race.Table().TipSpread.Value) / distuv.UnitNormal.Quantile(bands.High)
	gone := max(0, dates.Between(start, today))
	of := distuv.LogNormal{Mu: math.Log(median), Sigma: sigma}
	past := of.CDF(max(gone, units.Hair))
	day := func(p float64) string { return dates.After(start, int(math.Round(of.Quantile(past+p*(1-past))))) }
	f := Forecast{
		Code: "first-tip", SoonOn: day(bands.Low), On: day(bands.Middle), LateOn: day(bands.High), Rests: "table",
	}
	return f, past < Table().FirstTipPast.Value
}

// Moved holds where a forecast has moved so far from what was kept of it that it is kept anew: its middle by
// more than half its band, or a chance by as much as the table says. One of the same day is not.
func Moved(was, now Forecast) bool {
	switch {
	case was.MadeOn >= now.MadeOn:
		return false
	case now.On == "":
		return math.Abs(now.Chance-was.Chance) > Table().MovesChance.Value
	}
	band := max(1, dates.Between(was.SoonOn, was.LateOn))
	return math.Abs(dates.Between(was.On, now.On)) > Table().MovesShare.Value*band
}

// TruthOf is what came of a forecast, by what is known of the plant.
func TruthOf(f Forecast, c *Grounds) Truth {
	t := Truth{State: Waiting}
	came := func(on string) {
		if on != "" && on >= f.MadeOn && (t.On == "" || on < t.On) {
			t.State, t.On = Came, on
		}
	}
	switch f.Code {
	case "first-tip":
		if c.stageOn(f.MadeOn).Rank() >= progress.Rooting.Rank() {
			return Truth{Void, f.MadeOn} // it was told later that it had come before
		}
		for _, h := range c.Progress.Standing.History {
			if h.Stage.Rank() >= progress.Rooting.Rank() {
				came(h.On)
			}
		}
	case "recovery":
		if c.stageOn(f.MadeOn) == progress.Recovered {
			return Truth{Void, f.MadeOn}
		}
		for _, h := range c.Progress.Standing.History {
			if h.Stage == progress.Recovered {
				came(h.On)
			}
		}
	case "round":
		for _, r := range c.Rounds {
			if r.On > f.MadeOn {
				came(r.On)
			}
		}
	case "water":
		c.dry(f, &t)
	case "wall", "water-root", "established":
		c.arrived(f, &t)
	case "cause":
		t = c.turnedOut(f)
	}
	return t
}

// stageOn is its stage on the evening before a day, as it is known now.
func (c *Grounds) stageOn(day string) progress.Stage {
	stage := progress.Stage("")
	for _, h := range c.Progress.Standing.History {
		if h.On < day {
			stage = h.Stage
		}
	}
	return stage
}

// dry is the day after a forecast on which its pot was first found dry; void where it was watered before.
func (c *Grounds) dry(f Forecast, t *Truth) {
	seen := ""
	note := func(on string) {
		if on > f.MadeOn && (seen == "" || on < seen) {
			seen = on
		}
	}
	for _, s := range c.Seen {
		if s.Noted.Medium == "dry" || s.Noted.Moss == "pale" {
			note(s.On)
		}
	}
	watered := ""
	for _, w := range c.Care {
		if !w.Watered() || w.On <= f.MadeOn {
			continue
		}
		if w.Was == "dry" {
			note(w.On)
		}
		if watered == "" || w.On < watered {
			watered = w.On
		}
	}
	switch {
	case seen != "" && (watered == "" || seen <= watered):
		t.State, t.On = Came, seen
	case watered != "":
		t.State, t.On = Void, watered
	}
}

// arrived is the day on which a root was first seen where it was foretold to be; void where it is lost.
func (c *Grounds) arrived(f Forecast, t *Truth) {
	i := slices.IndexFunc(c.Progress.Tracks, func(k progress.Track) bool { return k.Root == f.Of })
	if i < 0 {
		t.State = Void
		return
	}
	k := c.Progress.Tracks[i]
	for at, code := range codes {
		if on := k.ReachedOn(at); code == f.Code && on != "" {
			t.State, t.On = Came, on
			return
		}
	}
	if k.LostOn != "" {
		t.State, t.On = Void, k.LostOn
	}
}

// turnedOut is what a cause turned out to be, by its keeper.
func (c *Grounds) turnedOut(f Forecast) Truth {
	for _, l := range c.Looks { // the newest first
		if d, ok := l.Noted.Decisions[f.Of]; ok && l.On >= f.MadeOn {
			if d.Settles() == patient.Confirmed {
				return Truth{Came, l.On}
			}
			return Truth{Not, l.On}
		}
	}
	return Truth{State: Waiting}
}
