package aftercare

import (
	"cmp"
	"math"
	"slices"

	"therapeon/core/disputes"
	"therapeon/core/drying"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Watering is when a pot is due, and what that rests on.
type Watering struct {
	OnDay   string  `json:"on" required:"true"`
	SoonOn  string  `json:"soon_on" required:"true" description:"the early end of four in five"`
	LateOn  string  `json:"late_on" required:"true" description:"the late end"`
	Days    float64 `json:"days" required:"true" description:"from its last watering"`
	Since   string  `json:"since" required:"true" description:"its last watering"`
	Cycles  int     `json:"cycles" required:"true" description:"waterings that it was learned from"`
	Answers int     `json:"answers" required:"true" description:"what was seen, wet or dry"`
	Weighed int     `json:"weighed" required:"true" description:"cycles that were weighed"`
	PriorOn float64 `json:"prior_days" required:"true" description:"what the table alone would say"`
	DueAt   float64 `json:"due_at" required:"true" description:"share of its water left when it is due"`
	ByPot   bool    `json:"by_pot,omitempty" description:"the table's days together with the physics of its pot"`
	Rests   Text    `json:"rests" required:"true" description:"what it rests on"`

	Words knowledge.Sentence `json:"words" required:"true"`

	Slowed float64 `json:"slowed,omitempty" description:"a treated patch stretches it by this"`

	job, protocol string
}

// WaterDay is the one day on which it is due for water: by what was learned of its pot, else that of its next watering;
// nil where none is asked for.
func (care Care) WaterDay() *Watering {
	if care.Water != nil {
		return care.Water
	}
	for _, d := range care.Due {
		if job, _ := Table().Job(d.Job); job.Waters {
			w := Watering{OnDay: d.On, SoonOn: d.From, LateOn: d.By}
			w.say(care.Day)
			return &w
		}
	}
	return nil
}

// say puts the day in words.
func (w *Watering) say(today string) {
	on := message.On("on", w.OnDay)
	switch {
	case w.OnDay < today:
		w.Words = knowledge.Say(message.Of("aftercare.say.due-since", on))
	case w.OnDay == today:
		w.Words = knowledge.Say(message.Of("aftercare.say.due-today"))
	default:
		w.Words = knowledge.Say(message.Of("aftercare.say.due-about", on,
			message.On("soon", w.SoonOn), message.On("late", w.LateOn)))
	}
}

// tempo is how often a job is done by its table, and by how much that is stretched.
type tempo struct {
	every knowledge.Estimate
	slow  float64
}

// learned puts a turn where what was seen and weighed puts it.
func (c *InCare) learned(care *Care, r Running, j Rhythm, d *Due, t tempo) {
	every, slow := t.every, t.slow
	dueAt := cmp.Or(number(j.At, 0), c.line())
	prior := drying.Span{Days: every.Value, Factor: math.Sqrt(every.High / every.Low)}
	w := Watering{DueAt: dueAt}
	byPot := c.Pot != nil && j.Job != "refill"
	if byPot {
		of := drying.Table().PriorFor(c.Patient, *c.Pot, c.MixWater)
		if of.PerDay > 0 {
			prior = prior.With(drying.Span{Days: math.Log(1/dueAt) / of.PerDay, Factor: of.Spread})
			w.ByPot = true
		}
	}
	past, now := c.cycles(r, dueAt, byPot)
	n := drying.Learn(prior, Table().CycleSpread.Value, past, now)
	if slow > 1 {
		n.Days, n.SoonDays, n.LateDays, w.Slowed = n.Days*slow, n.SoonDays*slow, n.LateDays*slow, slow
	}
	if len(past) < int(Table().EarlyCycles.Value) && n.Weighed == 0 { // little is known of this pot yet
		n.Days = n.SoonDays
	}
	d.days = n.Days
	last := r.w.lastWater()
	d.On, d.From, d.By = last.after(n.Days), last.after(n.SoonDays), last.after(n.LateDays)
	r.w.seenDry(d, slow)
	w.OnDay, w.SoonOn, w.LateOn, w.Since = d.On, d.From, d.By, last.on
	w.Days, w.PriorOn, w.Cycles, w.Answers, w.Weighed = n.Days, prior.Days, n.Cycles, n.Answers, n.Weighed
	w.Rests = rests(w, every)
	w.job, w.protocol = d.Job, r.Code
	care.Water = &w
}

// cycles are what was seen and weighed of its waterings: the last ones, and the one at hand.
func (c *InCare) cycles(r Running, dueAt float64, weighed bool) (past []drying.Cycle, now drying.Cycle) {
	of := map[int]float64{}
	if weighed && c.Pot != nil {
		of = c.weighed(r, dueAt)
	}
	from := max(0, len(r.w.water)-1-int(Table().MostCycles.Value))
	for i, s := range r.w.water {
		if i < from || s.unknown {
			continue
		}
		cycle := drying.Cycle{WetAt: s.wetAt, DryAt: s.dryAt, Weighs: of[i]}
		if i == len(r.w.water)-1 {
			return past, cycle
		}
		if cycle != (drying.Cycle{}) {
			cycle.Drier = c.dryness(s)
			past = append(past, cycle)
		}
	}
	return past, now
}

// weighed are the days to due of its cycles by its weights, by the stretch.
func (c *InCare) weighed(r Running, dueAt float64) map[int]float64 {
	k := drying.Table()
	var list []drying.Weight
	for _, g := range patient.SinceChange(c.Stands().Counting(patient.InPot)) {
		if g.At.In(c.Now.Location()).Format(dayLayout) >= r.Since {
			list = append(list, drying.AsWeight(g))
		}
	}
	begun, days := k.Weighed(list, k.PriorFor(c.Patient, *c.Pot, c.MixWater), dueAt)
	found := map[int]float64{}
	for i, s := range r.w.water {
		for b, at := range begun {
			if days[b] > 0 && math.Abs(at-drying.DayOf(s.from)) < Table().SameWaterDays.Value {
				found[i] = days[b]
			}
		}
	}
	return found
}

// rests says what a watering rests on.
func rests(w Watering, every knowledge.Estimate) Text {
	var of []message.Message
	if w.Weighed > 0 {
		of = append(of, message.Of("aftercare.say.weighed", message.Count("n", w.Weighed)))
	}
	if w.Answers > 0 {
		of = append(of, message.Of("aftercare.say.answers", message.Count("n", w.Answers)))
	}
	code := "aftercare.say.rests-on-table"
	if w.ByPot {
		code += "-and-pot"
	}
	if len(of) == 0 {
		return Text{Value: message.Of(code + "-only"), Provenance: every.Provenance}
	}
	return Text{Value: message.Of(code, message.Several("of", of)), Provenance: every.Provenance}
}

// pour says how much water each job takes, and whether there is feed in it.
func (c *InCare) pour(care *Care, today string) {
	fed := false
	for i := range care.Due {
		d := &care.Due[i]
		j := c.rhythmOf(*care, *d)
		d.ML = c.millilitres(*d, j)
		job, _ := Table().Job(d.Job)
		if most := Table().Amounts.MostML; d.ML > most.Value {
			d.Doubt = &Text{Value: message.Of("aftercare.say.more-than-a-bench", message.Fixed("litres", d.ML/units.MLPerL, 0, "L"),
				message.Fixed("wide", c.Pot.TopMM, 0, "mm"), message.Fixed("high", c.Pot.HeightMM, 0, "mm")),
				Provenance: most.Provenance, Sense: knowledge.SenseOf("aftercare.say.more-than-a-bench")}
			d.ML = 0
		}
		feeds := !d.First && job.Waters && d.Water == "plain" && !slices.Contains([]string{"flush", "rinse", "soak", "sip"}, d.Job)
		if feeds && !fed && care.Feed.PPM > 0 && care.Feed.OnDay != "" && care.Feed.OnDay <= max(d.On, today) {
			d.PPM, fed = care.Feed.PPM, true
		}
	}
}

func (c *InCare) rhythmOf(care Care, d Due) Rhythm {
	for _, r := range care.Runs {
		if r.Code != d.Protocol {
			continue
		}
		for _, j := range r.run.Jobs {
			if j.Job == d.Job || j.Fourth == d.Job {
				return j
			}
		}
	}
	return Rhythm{}
}

// millilitres is the water a job takes: two pot volumes for a flush; for a watering what is missing
// to full by its weights, else a quarter of the pot, and a fifth of that to run through. A flush
// is rounded up to the jug, what stays in the pot to the nearest mark: too wet is harder to mend.
func (c *InCare) millilitres(d Due, j Rhythm) float64 {
	a, volume := Table().Amounts, 0.0
	if c.Pot != nil {
		volume = c.Pot.VolumeL() * units.MLPerL
	}
	job, _ := Table().Job(d.Job)
	ml := 0.0
	switch cmp.Or(j.Amount, job.Amount) {
	case "flush":
		ml = volume * number(j.Volumes, a.FlushVolumes.Value)
	case "fill":
		ml = c.missing(volume*a.FillShare.Value) * (1 + a.Through.Value)
		if c.Side(disputes.Watering) == disputes.LittleOften {
			ml = volume * a.LittleShare.Value
		}
	case "little":
		ml = volume * a.LittleShare.Value
	case "sip":
		ml = volume * a.SipShare.Value
	case "reservoir":
		ml = volume * a.ReservoirShare.Value
		if c.Pot != nil && c.Pot.WaterMM() > 0 {
			ml = c.Pot.BelowL(c.Pot.WaterMM()) * units.MLPerL / 2 // the gaps between grains
		}
	case "dribble":
		return a.DribbleML.Value
	case "soak":
		return a.SoakML.Value
	case "mist":
		return a.MistML.Value
	}
	mark := a.JugML.Value
	switch {
	case job.Amount == "flush":
		return math.Ceil(ml/mark-units.Hair) * mark
	case ml < a.SmallBelow.Value*mark:
		mark = a.CupML.Value
	}
	return max(0, math.Round(ml/mark)*mark)
}

// missing is the water to full by its weights, mL; what is usual where it was not weighed.
func (c *InCare) missing(usual float64) float64 {
	if c.Pot == nil {
		return usual
	}
	due, ok := drying.Table().WaterDayFor(c.Patient, *c.Pot, c.MixWater)
	if !ok || due.HoldsG <= 0 {
		return usual
	}
	return max(0, due.HoldsG*(1-due.DueAt))
}
