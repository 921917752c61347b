package aftercare

import (
	"math"
	"slices"
	"strings"
	"time"

	"therapeon/core/acts"
	"therapeon/core/dates"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Gone is what an absence comes to for one plant.
type Gone struct {
	State   string   `json:"state" required:"true" enum:"lasts,wants-water,not-known" description:"not-known: nobody can say, see why"`
	Why     *Text    `json:"why,omitempty" description:"why nobody can say how long it lasts"`
	Falls   []Falls  `json:"falls" required:"true" description:"rounds, looks and gates that fall into that time"`
	LastsTo string   `json:"lasts_to,omitempty" description:"the day that it lasts to without water; left out: it has no water of its own to last by"`
	Lasts   bool     `json:"lasts" required:"true" description:"it lasts the whole time"`
	Makes   []Makes  `json:"-"` // what would make it last, the gentlest first
	Before  []Text   `json:"-"` // what to do before leaving
	Sits    []Sitter `json:"-"` // what someone who waters meanwhile does, day by day
	Heavy   bool     `json:"heavy,omitempty" description:"its pot is too heavy to be lifted by someone else"`
}

// Falls is something that falls into an absence.
type Falls struct {
	On    string `json:"on" required:"true"`
	Words Text   `json:"words" required:"true"`
}

// States of a plant over an absence.
const (
	Lasts      = "lasts"
	WantsWater = "wants-water"
	NotKnown   = "not-known"
)

// Makes is something that makes a plant last longer.
type Makes struct {
	Do    Text   `json:"-"`
	To    string `json:"to,omitempty" description:"the day that it lasts to so"`
	Lasts bool   `json:"lasts" required:"true"`
}

// Sitter is a job for someone who waters meanwhile, in plain words.
type Sitter struct {
	On  string `json:"on" required:"true"`
	Job string `json:"job" required:"true"`
	Do  Text   `json:"-"`
}

// Away says what becomes of a plant that nobody who knows it sees from one day to another: whether it
// lasts, what would make it last, and what someone else can do. It is watered the day before where it
// wants it by then; what is still wet is left.
func (c *InCare) Away(care Care, from, until string) Gone {
	k := Table().Away
	g := Gone{State: NotKnown, Falls: c.falls(care, from, until), Makes: []Makes{}, Before: []Text{}, Sits: []Sitter{}}
	g.Heavy = c.Pot != nil && c.Pot.VolumeL() >= k.HeavyL.Value
	for _, d := range care.Due {
		job, _ := Table().Job(d.Job)
		if job.Waters || d.Job == "air" {
			g.Sits = append(g.Sits, c.sits(care, d, from, until)...)
		}
	}
	slices.SortStableFunc(g.Sits, func(a, b Sitter) int { return strings.Compare(a.On, b.On) })
	if d, ok := waterOf(care); ok {
		dayBefore := dates.After(from, -1)
		lasts := dates.Between(dayBefore, d.By)
		if d.From <= dayBefore {
			g.Before = append(g.Before, k.Before[amountOf(d)])
			lasts = c.wetDays(care, d)
		}
		lasts += c.bearsDays(care, d)
		to := func(factor float64) string { return dates.After(from, int(math.Floor(lasts*factor))-1) }
		g.LastsTo = to(1)
		g.Lasts, g.State = g.LastsTo >= until, Lasts
		if !g.Lasts {
			g.State = WantsWater
			c.makeLast(&g, d, to, until)
		}
	} else {
		g.Why = care.unknown()
	}
	for _, d := range care.Due {
		if d.Job == "round" && d.On <= until {
			round := k.Before["round"]
			round.Value = round.Value.With("on", message.Day(d.On)).With("by", message.Day(d.By))
			g.Before = append(g.Before, round)
		}
	}
	if c.Stands().Where() == patient.Held {
		g.Before = append(g.Before, k.Before["weigh"])
	}
	if len(care.Runs) > 0 {
		g.Before = append(g.Before, k.Before["check"])
	}
	return g
}

// unknown is why nobody can say how long a plant lasts that no watering is asked of.
func (care Care) unknown() *Text {
	k := Table()
	text := k.Away.NoWater
	switch {
	case care.Missing != "":
		text = k.MissingFor[care.Missing]
	case care.HeldBack != "":
		text = k.Away.HeldBack[care.HeldBack]
	case care.runs("rest"):
		text = k.Away.Resting
	}
	return &text
}

// falls are the looks that have a day of their own, and the gates that may open or become an alarm, in an absence.
func (c *InCare) falls(care Care, from, until string) []Falls {
	k, list := Table().Away, []Falls{}
	add := func(on string, words Text, arg message.Arg) {
		if from <= on && on <= until {
			words.Value = words.Value.With(arg.Name, arg.Value)
			list = append(list, Falls{on, words})
		}
	}
	for _, d := range care.Due {
		job, _ := Table().Job(d.Job)
		if !job.Waters && slices.Contains(k.Dated.Values, d.Job) {
			add(max(d.On, from), k.FallsJob, message.Told("job", job.Name))
		}
	}
	for _, r := range care.Runs {
		for _, g := range r.Gates {
			if g.OpenOn != "" || g.State {
				continue
			}
			gate := message.Told("gate", g.Name.Value)
			add(g.NotBefore, k.FallsGate, gate)
			add(g.AlarmOn, k.FallsAlarm, gate)
		}
	}
	slices.SortStableFunc(list, func(a, b Falls) int { return strings.Compare(a.On, b.On) })
	return list
}

// amountOf is how much a watering gives, as what is done beforehand names it.
func amountOf(d Due) string {
	switch {
	case d.Job == "moss":
		return "moss"
	case acts.Of(d.Do.Sense).Alike(acts.WaterLittle):
		return "little"
	}
	return "water"
}

// waterOf is the job by which a plant has its water.
func waterOf(care Care) (Due, bool) {
	for _, d := range care.Due {
		if job, _ := Table().Job(d.Job); job.Waters && d.Job != "rinse" {
			return d, true
		}
	}
	return Due{}, false
}

// wetDays is how long a watering lasts, to the late end of its band.
func (c *InCare) wetDays(care Care, d Due) float64 {
	if w := care.Water; w != nil {
		return max(1, dates.Between(w.Since, w.LateOn))
	}
	return max(1, dates.Between(d.From, d.By)+c.rhythmDays(care, d))
}

// bearsDays is how long it bears to be dry.
func (c *InCare) bearsDays(care Care, d Due) float64 {
	k := Table().Away
	switch {
	case care.runs("rest"):
		return k.BearsResting.Value
	case c.Stands().Where() == patient.Held:
		return k.BearsBare.Value
	case slices.Contains([]string{"little", "moss", "seaweed"}, d.Job):
		return k.BearsMoist.Value
	}
	return k.BearsRooted.Value
}

// rhythmDays is how often a job is done, days.
func (c *InCare) rhythmDays(care Care, d Due) float64 {
	if j := c.rhythmOf(care, d); j.Every != nil {
		return c.every(j).Low
	}
	return 1
}

// makeLast finds what would make a plant last, one thing alone, and says where nothing does.
func (c *InCare) makeLast(g *Gone, d Due, to func(factor float64) string, until string) {
	k := Table().Away
	ways := []string{"shade", "tray"}
	switch {
	case d.Job == "refill" || c.Pot != nil && c.Pot.WaterMM() > 0:
		ways = []string{"reservoir", "shade"}
	case c.Stands().Where() == patient.Held && c.Stands().Holding() != "lid" && c.Stands().Holding() != "bag":
		ways = []string{"lid", "shade"}
	case c.Stands().Where() == patient.Held:
		ways = []string{"shade"}
	}
	for _, way := range ways {
		day := to(k.LastsFactor[way].Value)
		g.Makes = append(g.Makes, Makes{Do: k.MakesLast[way], To: day, Lasts: day >= until})
	}
	if !slices.ContainsFunc(g.Makes, func(m Makes) bool { return m.Lasts }) {
		g.Makes = append(g.Makes, Makes{Do: k.MakesLast["sitter"]})
	}
}

// sits are the turns of a job that fall into an absence, in plain words: from its next turn on, or
// from the day before, where it is done then.
func (c *InCare) sits(care Care, d Due, from, until string) (list []Sitter) {
	words, ok := Table().Away.Sitter[d.Job]
	if job, _ := Table().Job(d.Job); d.ML == 0 && job.Amount == "fill" {
		words, ok = Table().Away.Sitter["through"]
	}
	heavy := c.Pot != nil && c.Pot.VolumeL() >= Table().Away.HeavyL.Value
	if !ok || heavy && d.Job == "flush" {
		return nil
	}
	every := math.Max(1, math.Round(c.rhythmDays(care, d)))
	if w := care.Water; w != nil && c.rhythmOf(care, d).Learns {
		every = math.Max(1, math.Round(w.Days))
	}
	words.Value = words.Value.With("ml", plainML(d.ML))
	on := max(from, d.On)
	if d.From < from {
		on = dates.After(from, int(every)-1)
	}
	for ; on <= until; on = dates.After(on, int(every)) {
		list = append(list, Sitter{On: on, Job: d.Job, Do: words})
	}
	return list
}

// plainML is an amount as one without a measure can pour it, by glasses and halves of them.
func plainML(ml float64) message.Message {
	a := Table().Amounts
	glass := a.GlassML.Value
	halves := int(math.Round(ml / glass * 2))
	switch glasses := halves / 2; {
	case ml <= 0:
		return message.Of("aftercare.say.a-little")
	case ml >= glass*a.LitresFrom.Value:
		return message.Of("aftercare.say.litres", message.Fixed("litres", ml/units.MLPerL, 1, "L"))
	case ml < glass*a.HalfBelow.Value:
		return message.Of("aftercare.say.a-small-cup", message.Fixed("ml", ml, 0, "mL"))
	case halves == 1:
		return message.Of("aftercare.say.half-a-glass", message.Fixed("ml", ml, 0, "mL"))
	case halves%2 == 1:
		return message.Of("aftercare.say.and-a-half-glasses", message.Count("n", glasses), message.Fixed("ml", ml, 0, "mL"))
	default:
		return message.Of("aftercare.say.glasses", message.Count("n", glasses), message.Fixed("ml", ml, 0, "mL"))
	}
}

// AwayFaults finds what is wrong with an absence.
func AwayFaults(today, from, until string) (field string, words, limit message.Message) {
	k := Table().Away
	switch {
	case from < today:
		return "from", message.Of("aftercare.say.that-day-is-past-give"), message.Of("aftercare.say.today-or-later")
	case until < from:
		return "until", message.Of("aftercare.say.one-comes-back-on-the"), message.Of("aftercare.say.the-first-day-or-later")
	case dates.Between(from, until) > k.MostDays.Value:
		return "until", message.Of("aftercare.say.that-is-longer-than-is"), message.Of("limits.at-most", message.Fixed("figure", k.MostDays.Value, 0, "days"))
	}
	if _, err := time.Parse(time.DateOnly, from); err != nil {
		return "from", message.Of("limits.not-a-day"), message.Of("limits.a-day")
	}
	return "", message.Message{}, message.Message{}
}
