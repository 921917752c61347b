package race

import (
	"math"

	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/core/units"
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
	k := b.k
	clock, why := exactly(k.TipClock[patient.Growing]), from("clock")
	if n, ok := k.TipClock[c.Growth]; ok {
		clock, why = exactly(n), from("clock_"+string(c.Growth))
	}
	b.usual("tip_clock", clock, why)
	if c.Growth == patient.Resting {
		b.usual("rest_weeks", k.RestWeeks, from("rest"))
	}
	if c.Fresh > 0 {
		b.usual("rot_times", exactly(k.RotTimes), c.FreshFrom)
	}
	class := c.Profile.LeafConductance.Value
	of := from("leaves", message.Told("class", k.Classes[class].Name))
	if c.Bulbs > 0 {
		class, of = "bulbs", from("bulbs")
	}
	b.usual("reserve_weeks", k.ReserveWeeks[class], of)
	for _, m := range k.Methods {
		b.usual("rot:"+m.Code, m.RotPercentWeek, from("table"))
	}
}

// always is more days than any race has.
const always = 1e6

// fresh is for how many days more rot counts for more, and why; 0 where it does not.
func fresh(p *patient.Patient) (days float64, why message.Message) {
	k := Table()
	if p.Condition().RotFound() {
		return always, from("rot_found")
	}
	if ago, cut := p.Condition().CutDaysAgo(); cut && ago < k.RotFreshDays.Value {
		days := k.RotFreshDays.Value
		return days - ago, from("wounds", message.Fixed("ago", ago, 0, "days"), message.Fixed("days", days, 0, ""))
	}
	return 0, message.Message{}
}

// rotTimes is how many times its usual rot a way has in its warmth: more in heat, and more
// where it is wet and colder than the kind grows in.
func rotTimes(p taxa.Profile, nightC, dayC, wet float64) float64 {
	k := Table()
	sum := 0.0
	for h := range units.HoursADay {
		c := celsius(nightC, dayC, h)
		times := math.Exp2(max(0, c-k.RotWarmFromC.Value) / k.RotDoublesK.Value)
		if c < p.GrowthMinC.Value {
			times *= 1 + (k.RotColdTimes.Value-1)*wet
		}
		sum += times
	}
	return sum / units.HoursADay
}

// rotOn is the day on which a plant rots: rot comes by chance, at a steady rate but for the
// first days after wounds.
func (d *drawn) rotOn(w *way) float64 {
	aDay := w.rotAWeek / units.DaysAWeek * math.Exp(d.prone*w.rotSpread)
	if aDay <= 0 {
		return never
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
	share := rootM2 * units.CM2PerM2 / m.feedsCM2
	return min(max((most-share)/(most-least), 0), 1)
}
