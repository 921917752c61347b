package race

import (
	"fmt"
	"math"

	"therapeon/core/patient"
	"therapeon/core/taxa"
)

// Loss is what a plant without enough roots is lost by.
type Loss string

// Losses. The empty one is none.
const (
	Thirst Loss = "thirst"
	Rot    Loss = "rot"
	Spent  Loss = "spent" // its reserves ended, though it was turgid
)

// ofLosses adds what rot, reserves and the tip's clock rest on.
func (b *book) ofLosses(c start) {
	k := Table()
	clock, from := exactly(k.TipClock[patient.Growing]), "Its growth is not noted: as if one had begun."
	if n, ok := k.TipClock[c.Growth]; ok {
		clock, from = exactly(n), clockWords[c.Growth]
	}
	b.usual(clock, Assumption{Code: "tip_clock", Name: "By its growth, the first tip takes", Unit: "times that", Least: 0.1, Most: 10, From: from})
	if c.Growth == patient.Resting {
		b.usual(k.RestWeeks, Assumption{Code: "rest_weeks", Name: "Its rest lasts another", Unit: "weeks", Least: 0, Most: 40,
			From: "At rest no tip comes nearer. How long it lasts is a guess."})
	}
	if c.Fresh > 0 {
		b.usual(exactly(k.RotTimes), Assumption{Code: "rot_times",
			Name: "Rot, after cuts or where it was found", Unit: "times", Least: 1, Most: 50, From: c.FreshFrom})
	}
	class, of := c.Profile.LeafConductance.Value, k.Classes[c.Profile.LeafConductance.Value].Name+" leaves."
	if c.Bulbs > 0 {
		class, of = "bulbs", "It has bulbs or canes."
	}
	b.usual(k.ReserveWeeks[class], Assumption{Code: "reserve_weeks",
		Name: "Reserves last, from the loss of the roots", Unit: "weeks", Least: 1, Most: 1000, From: of})
	for _, m := range k.Methods {
		b.usual(m.RotPercentWeek, Assumption{Code: "rot:" + m.Code, Name: m.Name + ": rot in a week",
			Unit: "%", Least: 0, Most: 99, From: ofTheTable})
	}
}

var clockWords = map[patient.Growth]string{
	patient.Maturing: "A new growth is half grown or finishing: roots follow soon.",
	patient.Growing:  "A new growth has begun.",
	patient.Idle:     "No new growth shows.",
}

// always is more days than any race has.
const always = 1e6

// fresh is for how many days more rot counts for more, and why; 0 where it does not.
func fresh(p *patient.Patient) (days float64, from string) {
	k := Table()
	if p.Condition().RotFound() {
		return always, "Rot was found in it."
	}
	if ago, cut := p.Condition().CutDaysAgo(); cut && ago < k.RotFreshDays.Value {
		return k.RotFreshDays.Value - ago, fmt.Sprintf("Cut %.0f days ago: wounds count for %.0f.", ago, k.RotFreshDays.Value)
	}
	return 0, ""
}

// rotTimes is how many times its usual rot a way has in its warmth: more in heat, and more
// where it is wet and colder than the kind grows in.
func rotTimes(p taxa.Profile, nightC, dayC, wet float64) float64 {
	k := Table()
	sum := 0.0
	for h := range hoursADay {
		c := celsius(nightC, dayC, h)
		times := math.Exp2(max(0, c-k.RotWarmFromC.Value) / k.RotDoublesK.Value)
		if c < p.GrowthMinC.Value {
			times *= 1 + (k.RotColdTimes.Value-1)*wet
		}
		sum += times
	}
	return sum / hoursADay
}

// rotOn is the day on which a plant rots: rot comes by chance, at a steady rate but for the
// first days after wounds.
func (d *drawn) rotOn(w *way) float64 {
	aDay := w.rotAWeek / 7 * math.Exp(d.prone*w.rotSpread)
	if aDay <= 0 {
		return never
	}
	if d.freshDays <= 0 {
		return d.rotAt / aDay
	}
	early := aDay * d.freshTimes
	if d.rotAt < early*d.freshDays {
		return d.rotAt / early
	}
	return d.freshDays + (d.rotAt-early*d.freshDays)/aDay
}

// endsBy is what ends a plant before its first tip, other than thirst, and when.
func (d *drawn) endsBy(w *way, tip float64) (Loss, float64) {
	rot, spent := d.rotOn(w), d.spentOn
	if spent <= 0 {
		spent = never
	}
	switch {
	case rot < tip && rot <= spent:
		return Rot, rot
	case spent < tip:
		return Spent, spent
	}
	return "", never
}

// reserves slow down by what lives of the roots for what they have to feed: 1 where nearly
// none does, 0 where enough do.
func (m *model) reserveClock(rootM2 float64) float64 {
	if m.feedsCM2 <= 0 {
		return 1
	}
	least, most := m.k.ReserveRunsBelow.Value, m.k.ReserveRestsFrom.Value
	share := rootM2 * cm2PerM2 / m.feedsCM2
	return min(max((most-share)/(most-least), 0), 1)
}
