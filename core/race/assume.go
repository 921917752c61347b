package race

import (
	"fmt"
	"slices"
	"strings"

	"therapeon/core/air"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// start is what a race starts from: a plant, its air, and what is known of both.
type start struct {
	Profile     taxa.Profile
	LeafAreaCM2 float64 // one side, all leaves; 0: not known
	LeafFrom    string  // how that was had, in words
	Bulbs       int
	LiveRootCM2 roots.Range
	RootsFrom   string
	Limp        bool // leaves limp, bulbs shrivelled
	TipsOut     bool // new tips show already
	Growth      patient.Growth
	Fresh       float64  // days more for which rot counts for more
	FreshFrom   string   // why, in words
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
func (b *book) usual(e knowledge.Estimate, a Assumption) {
	a.Value, a.Low, a.High, a.Usual = e.Value, e.Low, e.High, &e
	b.add(a)
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

// assumptions lists what a race rests on.
func assumptions(c start) []Assumption { return assume(c).list }

const ofTheTable = "The table of this house."

func assume(c start) *book {
	k, p := Table(), c.Profile
	class := k.Classes[p.LeafConductance.Value]
	b := &book{own: c.Assumed}
	leaf := class.Name + " leaves, the class of its group."

	from := c.LeafFrom
	if from == "" {
		from = "Not known yet. Count or measure its leaves at intake."
	}
	b.add(
		Assumption{
			Code:  "leaf_cm2",
			Name:  "Leaf, one side",
			Unit:  "cm²",
			Value: c.LeafAreaCM2,
			Low:   c.LeafAreaCM2,
			High:  c.LeafAreaCM2,
			Least: 1,
			Most:  100000,
			From:  from,
		},
	)
	b.usual(class.FreshKgM2, Assumption{Code: "fresh_kg_m2", Name: "Leaf mass", Unit: "kg/m²", Least: 0.05, Most: 6, From: leaf})
	if c.Bulbs > 0 {
		e, ok := k.BulbG[p.Code]
		if strings.HasPrefix(p.Code, "other-") || !ok {
			e = k.BulbG["other"]
		}
		b.usual(
			e,
			Assumption{
				Code:  "bulb_g",
				Name:  fmt.Sprintf("One bulb or cane, of %d", c.Bulbs),
				Unit:  "g",
				Least: 0.1,
				Most:  1000,
				From:  "The usual one of its group.",
			},
		)
	}
	b.usual(class.Shut, Assumption{Code: "shut", Name: "Loss through shut leaves", Unit: "mmol/m²/s", Least: 0.05, Most: 20, From: leaf})
	b.usual(class.Open, Assumption{Code: "open", Name: "Loss through open leaves", Unit: "mmol/m²/s", Least: 0.05, Most: 400, From: leaf})
	from = c.RootsFrom
	if from == "" {
		from = "No roots were read. None is taken."
	}
	b.add(
		Assumption{
			Code:  "roots_cm2",
			Name:  "Living root",
			Unit:  "cm²",
			Value: c.LiveRootCM2.Point,
			Low:   c.LiveRootCM2.Low,
			High:  c.LiveRootCM2.High,
			Least: 0,
			Most:  20000,
			From:  from,
		},
	)
	b.usual(k.Uptake, Assumption{Code: "uptake", Name: "Wet root takes up", Unit: "L/m²/day", Least: 0, Most: 5, From: ofTheTable})
	if c.Limp {
		b.usual(k.StartLimp, Assumption{Code: "start", Name: "Water it has left, of full", Least: 0.3, Most: 1, From: "Limp or shrivelled when last looked at."})
	} else {
		b.usual(k.Start, Assumption{Code: "start", Name: "Water it has left, of full", Least: 0.3, Most: 1, From: "Not limp when last looked at."})
	}
	b.usual(k.Lost, Assumption{Code: "lost", Name: "Likely lost below", Least: 0.2, Most: 0.9, From: ofTheTable})

	if !c.TipsOut {
		weeks := p.WeeksToFirstRoot
		s := k.TipSpread.Value
		b.usual(knowledge.Estimate{
			Value:      weeks.Value,
			Low:        weeks.Value / s,
			High:       weeks.Value * s,
			Provenance: weeks.Provenance,
		}, Assumption{Code: "tip_weeks", Name: "First new tip after", Unit: "weeks", Least: 0, Most: 60, From: "Median of its group in the warm, and four of five plants around it."})
		b.add(
			Assumption{
				Code:  "held_days",
				Name:  "Held without a tip for",
				Unit:  "days",
				Value: c.HeldDays,
				Low:   c.HeldDays,
				High:  c.HeldDays,
				Least: 0,
				Most:  1000,
				From:  "Since it was first held bare.",
			},
		)
		b.ofLosses(c)
	}
	mm, s := p.ElongationMMPerDay, k.TipSpread.Value
	if c.GrowthMM != nil {
		b.add(
			Assumption{
				Code:  "growth_mm",
				Name:  "A tip grows",
				Unit:  "mm/day",
				Value: *c.GrowthMM,
				Low:   *c.GrowthMM,
				High:  *c.GrowthMM,
				Least: 0,
				Most:  20,
				From:  "Its own roots, between the last two readings.",
			},
		)
	} else {
		b.usual(
			knowledge.Estimate{Value: mm.Value, Low: mm.Value / s, High: mm.Value * s, Provenance: mm.Provenance},
			Assumption{Code: "growth_mm", Name: "A tip grows", Unit: "mm/day", Least: 0, Most: 20, From: "Median of its group in the warm, and four of five plants around it."},
		)
	}
	b.usual(k.Tips, Assumption{Code: "tips", Name: "Tips that come together", Least: 1, Most: 20, From: ofTheTable})

	b.add(
		Assumption{
			Code:  "night_c",
			Name:  "Night",
			Unit:  "°C",
			Value: c.NightC,
			Low:   c.NightC,
			High:  c.NightC,
			Least: -10,
			Most:  45,
			From:  c.AirFrom,
		},
	)
	b.add(
		Assumption{
			Code:  "day_c",
			Name:  "Day",
			Unit:  "°C",
			Value: c.DayC,
			Low:   c.DayC,
			High:  c.DayC,
			Least: -10,
			Most:  50,
			From:  c.AirFrom,
		},
	)
	if c.Humidity != nil {
		b.add(
			Assumption{
				Code:  "humidity",
				Name:  "Air of the room",
				Unit:  "%",
				Value: *c.Humidity,
				Low:   *c.Humidity,
				High:  *c.Humidity,
				Least: 5,
				Most:  100,
				From:  c.AirFrom,
			},
		)
	} else {
		b.usual(
			exactly(k.Humidity),
			Assumption{Code: "humidity", Name: "Air of the room", Unit: "%", Least: 5, Most: 100, From: "Only a guess, a heated room. Say at its place how humid it is."},
		)
	}
	light := c.Light
	if light == "" {
		light = "shade"
	}
	b.usual(
		exactly(k.Light[light]),
		Assumption{Code: "leaf_warmer_k", Name: "Leaves warmer than air by day", Unit: "K", Least: 0, Most: 15, From: "For " + light + "."},
	)
	b.usual(
		exactly(k.AltitudeM),
		Assumption{Code: "altitude_m", Name: "Above the sea", Unit: "m", Least: -400, Most: 4500, From: "Taken as at sea level."},
	)
	b.usual(
		exactly(k.SoakMinutes),
		Assumption{Code: "soak_minutes", Name: "A soak", Unit: "min", Least: 0, Most: 1440, From: "A usual soak of a bare plant."},
	)
	b.usual(exactly(k.SoakEvery), Assumption{Code: "soak_every_days", Name: "Soaked every", Unit: "days", Least: 0.25, Most: 60, From: "A usual rhythm of a bare plant."})
	for _, m := range k.Methods {
		if m.HumidityPercent != nil {
			b.usual(
				exactly(*m.HumidityPercent),
				Assumption{
					Code:  "air:" + m.Code,
					Name:  m.Name + ": air",
					Unit:  "%",
					Least: 5,
					Most:  100,
					From:  ofTheTable,
				},
			)
		} else {
			b.usual(
				exactly(*m.AddPercent),
				Assumption{
					Code:  "air:" + m.Code,
					Name:  m.Name + ": above the room",
					Unit:  "points",
					Least: 0,
					Most:  90,
					From:  ofTheTable,
				},
			)
		}
		if m.WetHours != nil {
			b.usual(
				exactly(*m.WetHours),
				Assumption{
					Code:  "wet:" + m.Code,
					Name:  m.Name + ": wet after a soak",
					Unit:  "h",
					Least: 0,
					Most:  72,
					From:  ofTheTable,
				},
			)
		} else {
			b.usual(
				exactly(*m.WetShare),
				Assumption{Code: "wet:" + m.Code, Name: m.Name + ": wet, share of the time", Least: 0, Most: 1, From: ofTheTable},
			)
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
