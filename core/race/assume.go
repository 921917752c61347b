package race

import (
	"cmp"
	"slices"
	"strings"

	"therapeon/core/air"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/units"
)

// start is what a race starts from: a plant, its air, and what is known of both.
type start struct {
	Profile     taxa.Profile
	LeafAreaCM2 float64         // one side, all leaves; 0: not known
	LeafFrom    message.Message `json:"-"` // how that was had, in words
	Bulbs       int
	LiveRootCM2 roots.Range
	RootsFrom   message.Message `json:"-"`
	Limp        bool            // leaves limp, bulbs shrivelled
	TipsOut     bool            // new tips show already
	Growth      patient.Growth
	Fresh       float64         // days more for which rot counts for more
	FreshFrom   message.Message `json:"-"` // why, in words
	GrowthMM    *float64        // a day, of its roots as read; nil: not known
	HeldDays    float64         // days it has been held without a tip
	NightC      float64
	DayC        float64
	AirFrom     message.Message `json:"-"`
	Humidity    *float64        // of the room, percent; nil: not known
	Light       string          // shade, bright or sun; empty: shade
	Holding     string          // the method it is held by now; empty: none yet
	Weighings   []Weighing
	Since       []Spell            // how it was held since the last of them; none: as now
	Assumed     map[string]float64 // the user's own figures, by the code of the assumption
	Runs        int                // 0: as the table has it
	Days        int                // 0: as the table has it
	Seed        int                // another number, other draws
}

// Assumption is a figure that the race rests on.
type Assumption struct {
	Code  string              `json:"code" required:"true"`
	Name  message.Message     `json:"name" required:"true"`
	Unit  string              `json:"unit,omitempty"`
	Value float64             `json:"value" required:"true"`
	Low   float64             `json:"low" required:"true"`
	High  float64             `json:"high" required:"true"`
	Least float64             `json:"least" required:"true" description:"the least it can be set to"`
	Most  float64             `json:"most" required:"true"`
	Usual *knowledge.Estimate `json:"usual,omitempty" description:"the table's figure with its mark; left out where it is the plant's or the place's own"`
	From  knowledge.Sentence  `json:"from" required:"true" description:"where it comes from"`
	Own   bool                `json:"own,omitempty" description:"set by the user"`
}

// book are the assumptions of a case, in the order they are shown.
type book struct {
	k    *Knowledge
	own  map[string]float64
	list []Assumption
}

func exactly(n knowledge.Number) knowledge.Estimate {
	return knowledge.Estimate{Value: n.Value, Low: n.Value, High: n.Value, Provenance: n.Provenance}
}

// around is a median with the spread of its group either way.
func around(n knowledge.Number, spread float64) knowledge.Estimate {
	return knowledge.Estimate{Value: n.Value, Low: n.Value / spread, High: n.Value * spread, Provenance: n.Provenance}
}

// usual adds a figure of the table.
func (b *book) usual(code string, e knowledge.Estimate, why message.Message) {
	a := b.begun(code, why)
	a.Value, a.Low, a.High, a.Usual = e.Value, e.Low, e.High, &e
	b.add(a)
}

// known adds a figure of the plant or of its place.
func (b *book) known(code string, is roots.Range, why message.Message) {
	a := b.begun(code, why)
	a.Value, a.Low, a.High = is.Point, is.Low, is.High
	b.add(a)
}

// one is a figure without a range.
func one(v float64) roots.Range { return roots.Range{Low: v, Point: v, High: v} }

// begun is an assumption with its words and bounds. A code such as rot:lid is of a way of holding.
func (b *book) begun(code string, why message.Message) Assumption {
	kind, method, of := strings.Cut(code, ":")
	i := slices.IndexFunc(b.k.Assumptions, func(a Assumable) bool { return a.Code == kind })
	if i < 0 {
		panic("race: no assumption " + code)
	}
	t := b.k.Assumptions[i]
	name := t.Name
	if of {
		m, _ := b.k.Method(method)
		name = name.With("way", m.Name)
		code = t.Under + ":" + method
	}
	from := knowledge.Say(why)
	return Assumption{Code: code, Name: name, Unit: t.Unit, Least: t.Least.Value, Most: t.Most.Value, From: from}
}

func (b *book) add(a Assumption) {
	if own, ok := b.own[a.Code]; ok {
		a.Value, a.Low, a.High, a.Own, a.From = own, own, own, true, knowledge.Say(from("own"))
	}
	b.list = append(b.list, a)
}

// at finds an assumption.
func (b *book) at(code string) Assumption {
	for _, a := range b.list {
		if a.Code == code {
			return a
		}
	}
	panic("race: no assumption " + code)
}

func (b *book) value(code string) float64 { return b.at(code).Value }

// assumptions lists what a race rests on.
func assumptions(c start) []Assumption { return assume(c).list }

func assume(c start) *book {
	b := &book{k: Table(), own: c.Assumed}
	b.ofPlant(c)
	b.ofWater(c)
	if !c.TipsOut {
		b.ofFirstTip(c)
		b.ofLosses(c)
	}
	b.ofGrowth(c)
	b.ofAir(c)
	b.ofWays()
	return b
}

// ofPlant adds what it is made of: leaves, and bulbs or canes.
func (b *book) ofPlant(c start) {
	k, p := b.k, c.Profile
	class := k.Classes[p.LeafConductance.Value]
	leaf := from("leaf", message.Told("class", class.Name))
	b.known("leaf_cm2", one(c.LeafAreaCM2), c.LeafFrom.Or(from("no_leaf")))
	b.usual("fresh_kg_m2", class.FreshKgM2, leaf)
	if c.Bulbs > 0 {
		e, ok := k.BulbG[p.Code]
		if !ok {
			e = k.BulbG["other"]
		}
		b.usual("bulb_g", e, from("bulb"))
		last := &b.list[len(b.list)-1]
		last.Name = last.Name.With("bulbs", message.Number(c.Bulbs))
	}
	b.usual("shut", class.Shut, leaf)
	b.usual("open", class.Open, leaf)
}

// ofWater adds what its roots drink, and the water it has left.
func (b *book) ofWater(c start) {
	k := b.k
	b.known("roots_cm2", c.LiveRootCM2, c.RootsFrom.Or(from("no_roots")))
	b.usual("uptake", k.Uptake, from("table"))
	if c.Limp {
		b.usual("start", k.StartLimp, from("limp"))
	} else {
		b.usual("start", k.Start, from("not_limp"))
	}
	b.usual("lost", k.Lost, from("table"))
}

// ofFirstTip adds when the first new tip comes.
func (b *book) ofFirstTip(c start) {
	k := b.k
	b.usual("tip_weeks", around(c.Profile.WeeksToFirstRoot, k.TipSpread.Value), from("median"))
	b.known("held_days", one(c.HeldDays), from("held"))
}

// ofGrowth adds how fast new roots grow, and how many come together.
func (b *book) ofGrowth(c start) {
	k := b.k
	if c.GrowthMM != nil {
		b.known("growth_mm", one(*c.GrowthMM), from("own_roots"))
	} else {
		b.usual("growth_mm", around(c.Profile.ElongationMMPerDay, k.TipSpread.Value), from("median"))
	}
	b.usual("tips", k.Tips, from("table"))
}

// ofAir adds its air, its light and its soaks.
func (b *book) ofAir(c start) {
	k := b.k
	b.known("night_c", one(c.NightC), c.AirFrom)
	b.known("day_c", one(c.DayC), c.AirFrom)
	if c.Humidity != nil {
		b.known("humidity", one(*c.Humidity), c.AirFrom)
	} else {
		b.usual("humidity", exactly(k.Humidity), from("no_humidity"))
	}
	light := cmp.Or(c.Light, "shade")
	b.usual("leaf_warmer_k", exactly(k.Light[light]), from("light-"+light))
	b.usual("altitude_m", exactly(k.AltitudeM), from("altitude"))
	b.usual("soak_minutes", exactly(k.SoakMinutes), from("soak"))
	b.usual("soak_every_days", exactly(k.SoakEvery), from("rhythm"))
}

// ofWays adds the air and the wetness of each way of holding.
func (b *book) ofWays() {
	table := from("table")
	for _, m := range b.k.Methods {
		if m.HumidityPercent != nil {
			b.usual("air_of:"+m.Code, exactly(*m.HumidityPercent), table)
		} else {
			b.usual("air_above:"+m.Code, exactly(*m.AddPercent), table)
		}
		if m.WetHours != nil {
			b.usual("wet_hours:"+m.Code, exactly(*m.WetHours), table)
		} else {
			b.usual("wet_share:"+m.Code, exactly(*m.WetShare), table)
		}
	}
}

// humidity of the air around the plant, percent.
func (b *book) humidity(m Method) float64 {
	if m.HumidityPercent != nil {
		return b.value("air:" + m.Code)
	}
	return min(units.Percent, b.value("humidity")+b.value("air:"+m.Code))
}

// wetShare is the share of the time that old roots are wet.
func (b *book) wetShare(m Method, every float64) float64 {
	if m.WetHours == nil {
		return b.value("wet:" + m.Code)
	}
	return min(1, (b.value("soak_minutes")/units.MinutesAnHour+b.value("wet:"+m.Code))/(units.HoursADay*every))
}

func (b *book) pressure() air.KPa { return air.PressureKPa(b.value("altitude_m")) }

// Suits holds when a way of holding suits a group.
func (m Method) Suits(group string) bool { return !slices.Contains(m.Unsuited, group) }
