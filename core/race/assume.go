package race

import (
	"fmt"
	"slices"
	"strings"

	"therapeon/core/air"
	"therapeon/core/knowledge"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// Case is a plant, its air, and what is known of both.
type Case struct {
	Profile     taxa.Profile
	LeafAreaCM2 float64 // one side, all leaves; 0: not known
	LeafFrom    string  // how that was had, in words
	Bulbs       int
	LiveRootCM2 roots.Range
	RootsFrom   string
	Limp        bool     // leaves limp, bulbs shrivelled
	TipsOut     bool     // new tips show already
	GrowthMM    *float64 // a day, of its roots as read; nil: not known
	HeldDays    float64  // days it has been held without a tip
	NightC      float64
	DayC        float64
	AirFrom     string
	Humidity    *float64 // of the room, percent; nil: not known
	Light       string   // shade, bright or sun; empty: shade
	Holding     string   // the method it is held by now; empty: none yet
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
	Name  string              `json:"name" required:"true"`
	Unit  string              `json:"unit,omitempty"`
	Value float64             `json:"value" required:"true"`
	Low   float64             `json:"low" required:"true"`
	High  float64             `json:"high" required:"true"`
	Least float64             `json:"least" required:"true" description:"the least it can be set to"`
	Most  float64             `json:"most" required:"true"`
	Usual *knowledge.Estimate `json:"usual,omitempty" description:"the table's figure with its mark; left out where it is the plant's or the place's own"`
	From  string              `json:"from" required:"true" description:"where it comes from, in words"`
	Own   bool                `json:"own,omitempty" description:"set by the user"`
}

// book are the assumptions of a case, in the order they are shown.
type book struct {
	own  map[string]float64
	list []Assumption
}

func exactly(n knowledge.Number) knowledge.Estimate {
	return knowledge.Estimate{Value: n.Value, Low: n.Value, High: n.Value, Provenance: n.Provenance}
}

// usual adds a figure of the table.
func (b *book) usual(code, name, unit string, e knowledge.Estimate, least, most float64, from string) {
	b.add(
		Assumption{
			Code:  code,
			Name:  name,
			Unit:  unit,
			Value: e.Value,
			Low:   e.Low,
			High:  e.High,
			Least: least,
			Most:  most,
			Usual: &e,
			From:  from,
		},
	)
}

// known adds a figure of the plant or of its place.
func (b *book) known(code, name, unit string, value, low, high, least, most float64, from string) {
	b.add(
		Assumption{
			Code:  code,
			Name:  name,
			Unit:  unit,
			Value: value,
			Low:   low,
			High:  high,
			Least: least,
			Most:  most,
			From:  from,
		},
	)
}

func (b *book) add(a Assumption) {
	if own, ok := b.own[a.Code]; ok {
		a.Value, a.Low, a.High, a.Own, a.From = own, own, own, true, "Your own figure, taken as it is."
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

// Assumptions lists what the race of a case rests on.
func Assumptions(c Case) []Assumption { return assume(c).list }

const ofTheTable = "The table of this house."

func assume(c Case) *book {
	k, p := Table(), c.Profile
	class := k.Classes[p.LeafConductance.Value]
	b := &book{own: c.Assumed}
	leaf := class.Name + " leaves, the class of its group."

	from := c.LeafFrom
	if from == "" {
		from = "Not known yet. Count or measure its leaves at intake."
	}
	b.known("leaf_cm2", "Leaf, one side", "cm²", c.LeafAreaCM2, c.LeafAreaCM2, c.LeafAreaCM2, 1, 100000, from)
	b.usual("fresh_kg_m2", "Leaf mass", "kg/m²", class.FreshKgM2, 0.05, 6, leaf)
	if c.Bulbs > 0 {
		e, ok := k.BulbG[p.Code]
		if strings.HasPrefix(p.Code, "other-") || !ok {
			e = k.BulbG["other"]
		}
		b.usual(
			"bulb_g",
			fmt.Sprintf("One bulb or cane, of %d", c.Bulbs),
			"g",
			e,
			0.1,
			1000,
			"The usual one of its group.",
		)
	}
	b.usual("shut", "Loss through shut leaves", "mmol/m²/s", class.Shut, 0.05, 20, leaf)
	b.usual("open", "Loss through open leaves", "mmol/m²/s", class.Open, 0.05, 400, leaf)
	from = c.RootsFrom
	if from == "" {
		from = "No roots were read. None is taken."
	}
	b.known(
		"roots_cm2",
		"Living root",
		"cm²",
		c.LiveRootCM2.Point,
		c.LiveRootCM2.Low,
		c.LiveRootCM2.High,
		0,
		20000,
		from,
	)
	b.usual("uptake", "Wet root takes up", "L/m²/day", k.Uptake, 0, 5, ofTheTable)
	if c.Limp {
		b.usual(
			"start",
			"Water it has left, of full",
			"",
			k.StartLimp,
			0.3,
			1,
			"Limp or shrivelled when last looked at.",
		)
	} else {
		b.usual("start", "Water it has left, of full", "", k.Start, 0.3, 1, "Not limp when last looked at.")
	}
	b.usual("lost", "Likely lost below", "", k.Lost, 0.2, 0.9, ofTheTable)

	if !c.TipsOut {
		weeks := p.WeeksToFirstRoot
		s := k.TipSpread.Value
		b.usual(
			"tip_weeks",
			"First new tip after",
			"weeks",
			knowledge.Estimate{
				Value:      weeks.Value,
				Low:        weeks.Value / s,
				High:       weeks.Value * s,
				Provenance: weeks.Provenance,
			},
			0,
			60,
			"Median of its group in the warm, and four of five plants around it.",
		)
		b.known(
			"held_days",
			"Held without a tip for",
			"days",
			c.HeldDays,
			c.HeldDays,
			c.HeldDays,
			0,
			1000,
			"Since it was first held bare.",
		)
	}
	mm, s := p.ElongationMMPerDay, k.TipSpread.Value
	if c.GrowthMM != nil {
		b.known(
			"growth_mm",
			"A tip grows",
			"mm/day",
			*c.GrowthMM,
			*c.GrowthMM,
			*c.GrowthMM,
			0,
			20,
			"Its own roots, between the last two readings.",
		)
	} else {
		b.usual(
			"growth_mm",
			"A tip grows",
			"mm/day",
			knowledge.Estimate{Value: mm.Value, Low: mm.Value / s, High: mm.Value * s, Provenance: mm.Provenance},
			0,
			20,
			"Median of its group in the warm, and four of five plants around it.",
		)
	}
	b.usual("tips", "Tips that come together", "", k.Tips, 1, 20, ofTheTable)

	b.known("night_c", "Night", "°C", c.NightC, c.NightC, c.NightC, -10, 45, c.AirFrom)
	b.known("day_c", "Day", "°C", c.DayC, c.DayC, c.DayC, -10, 50, c.AirFrom)
	if c.Humidity != nil {
		b.known("humidity", "Air of the room", "%", *c.Humidity, *c.Humidity, *c.Humidity, 5, 100, c.AirFrom)
	} else {
		b.usual(
			"humidity",
			"Air of the room",
			"%",
			exactly(k.Humidity),
			5,
			100,
			"Only a guess, a heated room. Say at its place how humid it is.",
		)
	}
	light := c.Light
	if light == "" {
		light = "shade"
	}
	b.usual("leaf_warmer_k", "Leaves warmer than air by day", "K", exactly(k.Light[light]), 0, 15, "For "+light+".")
	b.usual("altitude_m", "Above the sea", "m", exactly(k.AltitudeM), -400, 4500, "Taken as at sea level.")
	b.usual("soak_minutes", "A soak", "min", exactly(k.SoakMinutes), 0, 1440, "A usual soak of a bare plant.")
	b.usual(
		"soak_every_days",
		"Soaked every",
		"days",
		exactly(k.SoakEvery),
		0.25,
		60,
		"A usual rhythm of a bare plant.",
	)
	for _, m := range k.Methods {
		if m.HumidityPercent != nil {
			b.usual("air:"+m.Code, m.Name+": air", "%", exactly(*m.HumidityPercent), 5, 100, ofTheTable)
		} else {
			b.usual("air:"+m.Code, m.Name+": above the room", "points", exactly(*m.AddPercent), 0, 90, ofTheTable)
		}
		if m.WetHours != nil {
			b.usual("wet:"+m.Code, m.Name+": wet after a soak", "h", exactly(*m.WetHours), 0, 72, ofTheTable)
		} else {
			b.usual("wet:"+m.Code, m.Name+": wet, share of the time", "", exactly(*m.WetShare), 0, 1, ofTheTable)
		}
	}
	return b
}

// humidity of the air around the plant, percent.
func (b *book) humidity(m Method) float64 {
	if m.HumidityPercent != nil {
		return b.value("air:" + m.Code)
	}
	return min(100, b.value("humidity")+b.value("air:"+m.Code))
}

// wetShare is the share of the time that old roots are wet.
func (b *book) wetShare(m Method, every float64) float64 {
	if m.WetHours == nil {
		return b.value("wet:" + m.Code)
	}
	return min(1, (b.value("soak_minutes")/60+b.value("wet:"+m.Code))/(24*every))
}

func (b *book) pressure() air.KPa { return air.PressureKPa(b.value("altitude_m")) }

// Suits holds when a way of holding suits a group.
func (m Method) Suits(group string) bool { return !slices.Contains(m.Unsuited, group) }
