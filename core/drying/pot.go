package drying

import (
	"math"
	"time"

	"therapeon/core/air"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/units"
)

// WaterDay is when a pot is due for water, by the calendar.
type WaterDay struct {
	Forecast
	DueOn  string `json:"due_on" required:"true"`
	SoonOn string `json:"soon_on" required:"true"`
	LateOn string `json:"late_on" required:"true"`

	Words knowledge.Sentence `json:"words" required:"true"`
}

// WaterDayFor foretells when the pot of a plant's present home is due for water, from its weights
// since it was housed. mixWater is the share of its medium that is water once drained; 0: not
// known. It is false without a weight.
func (k *Knowledge) WaterDayFor(p *patient.Patient, pot pots.Pot, mixWater float64) (WaterDay, bool) {
	var list []Weight
	home := p.Stands().Home()
	for _, w := range patient.SinceChange(p.Stands().Counting(patient.InPot)) {
		if home != nil && w.At.UTC().Format(time.DateOnly) < home.From {
			continue
		}
		list = append(list, AsWeight(w))
	}
	f, ok := k.Foretell(list, k.PriorFor(p, pot, mixWater), media.Table().DueAt[p.Profile.MoistureStyle.Value].Value)
	if !ok {
		return WaterDay{}, false
	}
	last := list[len(list)-1].Day
	on := func(days float64) string {
		at := time.Unix(int64((last+days)*units.SecondsADay), 0).In(p.Now.Location())
		return max(at.Format(time.DateOnly), p.Now.Format(time.DateOnly))
	}
	d := WaterDay{Forecast: f, DueOn: on(f.DueDays), SoonOn: on(f.SoonDays), LateOn: on(f.LateDays)}
	d.say(p.Now.Format(time.DateOnly))
	return d, true
}

// say puts the day in words.
func (d *WaterDay) say(today string) {
	said := message.Of("drying.say.due-between",
		message.On("on", d.DueOn), message.On("soon", d.SoonOn), message.On("late", d.LateOn))
	switch {
	case d.DueOn == today:
		said = message.Of("drying.say.due-now")
	case d.SoonOn == d.LateOn:
		said = message.Of("drying.say.due-on", message.On("on", d.DueOn))
	}
	d.Words = knowledge.Say(said)
}

// As is the same pot on the day that its aftercare has for it, which hears more than its weights.
func (d *WaterDay) As(on, soon, late string, words knowledge.Sentence) {
	d.DueOn, d.SoonOn, d.LateOn, d.Words = on, soon, late, words
}

// Withhold says of a pot that is kept from water that it is not watered, whatever it weighs.
func (d *WaterDay) Withhold() { d.Words = knowledge.Say(message.Of("drying.say.due-withheld")) }

// PriorFor is what a plant's pot is thought to do before it was weighed: by its opening and
// wall, the dryness of its air, its mix, and its leaves while they are open.
func (k *Knowledge) PriorFor(p *patient.Patient, pot pots.Pot, mixWater float64) Prior {
	fill := pot.FillMM()
	opening := units.CircleMM2(pot.WidthMM(fill)) / units.MM2PerCM
	wall := math.Pi * (pot.WidthMM(fill) + pot.WidthMM(pot.CrockMM)) / 2 * (fill - pot.CrockMM) / units.MM2PerCM
	around := p.Around().Air()
	humidity := race.Table().Humidity.Value
	if around.Percent != nil {
		humidity = *around.Percent
	}
	mean := (around.NightC + around.DayC) / 2
	deficit := air.DeficitKPa(mean, mean, humidity)
	if mixWater <= 0 {
		mixWater = k.HoldsShare.Value
	}
	holds := math.Max(k.LeastHoldsG.Value, (pot.BelowL(fill)-pot.BelowL(pot.CrockMM))*units.GPerL*mixWater)
	class := race.Table().Classes[p.Profile.LeafConductance.Value]
	leaves := k.LeafHours.Value * air.LeafLossG(p.Condition().LeafAreaCM2()/units.CM2PerM2,
		(class.Shut.Value+class.Open.Value)/2, deficit, air.StandardKPa)
	return k.Prior(Surface{OpeningCM2: opening, WallCM2: wall, Wall: pot.Wall, DeficitKPa: deficit}, holds, leaves)
}

// Jump is what is asked of a pot's weight that does not follow from those before; empty where
// it does: a pot that weighs more or less than it ever did was swapped, watered, or something
// was taken out. before are the weights of the pot, the oldest first.
func (k *Knowledge) Jump(before []patient.Weight, grams float64) (words, limit message.Message) {
	of := patient.SinceChange(before)
	if len(of) == 0 {
		return message.Message{}, message.Message{}
	}
	low, high := of[0].Grams, of[0].Grams
	for _, o := range of {
		low, high = min(low, o.Grams), max(high, o.Grams)
	}
	r := race.Table()
	room := max(r.JumpG.Value, k.JumpRange.Value*(high-low), high*r.JumpShare.Value*r.JumpTimes.Value)
	switch {
	case grams > high+room:
		return message.Of("drying.say.is-far-more-than-this", message.Fixed("grams", grams, 0, "g"), message.Fixed("high", high, 0, "g")), message.Of("drying.say.watered-pot-or-right")
	case grams < low-room:
		return message.Of("drying.say.is-far-less-than-this", message.Fixed("grams", grams, 0, "g"), message.Fixed("low", low, 0, "g")), message.Of("drying.say.pot-cut-or-right")
	}
	return message.Message{}, message.Message{}
}

// AsWeight is a weight of a pot as a forecast takes it.
func AsWeight(w patient.Weight) Weight {
	return Weight{
		Day:   DayOf(w.At),
		Grams: w.Grams,
		Wet:   w.Moment == patient.WhenWet || w.Because == patient.BecauseWatered,
		Light: w.Moment == patient.WhenLight,
	}
}

// DayOf is a moment in days, as weights have it.
func DayOf(at time.Time) float64 { return float64(at.Unix()) / units.SecondsADay }
