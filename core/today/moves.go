package today

import (
	"cmp"
	"slices"

	"therapeon/core/aftercare"
	"therapeon/core/air"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Spots are the figures by which places are weighed against what plants want.
type Spots struct {
	ColdPoint      knowledge.Number   `yaml:"cold_point" json:"cold_point" required:"true"`
	InjuryPoints   knowledge.Number   `yaml:"injury_points" json:"injury_points" required:"true"`
	HotPoint       knowledge.Number   `yaml:"hot_point" json:"hot_point" required:"true"`
	DryHeldPercent knowledge.Number   `yaml:"dry_held_percent" json:"dry_held_percent" required:"true"`
	DryPercent     knowledge.Number   `yaml:"dry_percent" json:"dry_percent" required:"true"`
	DryPoint       knowledge.Number   `yaml:"dry_point" json:"dry_point" required:"true"`
	TipKPa         knowledge.Estimate `yaml:"tip_kpa" json:"tip_kpa" required:"true"`
	TipPoints      knowledge.Number   `yaml:"tip_points" json:"tip_points" required:"true"`
	SunPoints      knowledge.Number   `yaml:"sun_points" json:"sun_points" required:"true"`
	DimPoints      knowledge.Number   `yaml:"dim_points" json:"dim_points" required:"true"`
	LeastGain      knowledge.Number   `yaml:"least_gain" json:"least_gain" required:"true"`
	Moves          knowledge.Number   `yaml:"moves" json:"moves" required:"true"`
	SettledDays    knowledge.Number   `yaml:"settled_days" json:"settled_days" required:"true"`
}

// Spot is a place as it is now: its nights and days, °C, its humidity, its light.
type Spot struct {
	ID    int64
	Name  string
	Air   patient.Air
	Known bool // its temperatures are known
}

// Misfit is one thing in which a place is not what a plant wants.
type Misfit struct {
	Points float64            `json:"points" required:"true"`
	Words  knowledge.Sentence `json:"words" required:"true"`
}

// Move is a plant that another place would suit better.
type Move struct {
	PlantID int64    `json:"plant_id" required:"true"`
	Tag     string   `json:"tag" required:"true"`
	From    string   `json:"from,omitempty"`
	To      string   `json:"to" required:"true"`
	ToID    int64    `json:"to_id" required:"true"`
	Gain    float64  `json:"gain" required:"true" description:"points; the more the better"`
	Here    []Misfit `json:"here" required:"true" description:"what is wrong where it stands"`
	There   []Misfit `json:"there" required:"true" description:"what would be wrong there"`
}

// Stander is a plant and where it stands; 0: that is not noted.
type Stander struct {
	ID      int64
	Tag     string
	PlaceID int64
	Case    *aftercare.InCare
}

// Misfits are the things in which a place is not what a plant wants now.
func Misfits(c *aftercare.InCare, s Spot) []Misfit {
	k, list := Table().Places, []Misfit{}
	add := func(points float64, m message.Message) {
		if points > 0 {
			list = append(list, Misfit{units.Rounded(points, units.Tenths), knowledge.Say(m)})
		}
	}
	held := c.Stands().Where() != patient.Potted
	if s.Known {
		m := c.Around().Minima()
		night, day := s.Air.NightC, s.Air.DayC
		add(
			(m.Growth.Value-night)*k.ColdPoint.Value,
			message.Of("today.say.nights-of-its-roots-stand",
				message.Fixed("night", night, 0, "°C"), message.Fixed("growth", m.Growth.Value, 0, "°C")),
		)
		if night < m.Injury.Value {
			add(k.InjuryPoints.Value, message.Of("today.say.nights-of-may-hurt-it", message.Fixed("night", night, 0, "°C")))
		}
		add(
			(day-m.Most)*k.HotPoint.Value,
			message.Of("today.say.days-of-it-bears",
				message.Fixed("day", day, 0, "°C"), message.Fixed("most", m.Most, 0, "°C")),
		)
		if percent := s.Air.Percent; percent != nil {
			mean := (night + day) / 2
			if kpa := air.DeficitKPa(mean, mean, *percent); kpa > k.TipKPa.Value && c.Condition().TipsOut() && held {
				add(k.TipPoints.Value, message.Of("today.say.air-of-kpa-dries-tips", message.Fixed("kpa", kpa, 1, "kPa")))
			}
		}
	}
	if percent := s.Air.Percent; percent != nil {
		want := k.DryPercent.Value
		if held {
			want = k.DryHeldPercent.Value
		}
		add(
			(want-*percent)*k.DryPoint.Value,
			message.Of("today.say.air-of-it-wants-or",
				message.Fixed("percent", *percent, 0, "%"), message.Fixed("want", want, 0, "%")),
		)
	}
	settled := c.Condition().GradeLeft().Sound() && !held
	if s.Air.Light == "sun" && !settled {
		add(k.SunPoints.Value, message.Of("today.say.direct-sun-and-it-is"))
	}
	if s.Air.Light == "shade" && settled && c.Growth().Grows() {
		add(k.DimPoints.Value, message.Of("today.say.shade-and-it-grows-on"))
	}
	return list
}

func sum(of []Misfit) (points float64) {
	for _, m := range of {
		points += m.Points
	}
	return points
}

// Moves are the changes of place that would help most, at most the table's few, one a plant. Who was
// moved lately stays: one change at a time.
func Moves(plants []Stander, spots []Spot, today string) []Move {
	k, list := Table().Places, []Move{}
	for _, p := range plants {
		i := slices.IndexFunc(spots, func(s Spot) bool { return s.ID == p.PlaceID })
		h := p.Case.Stands().Home()
		if i < 0 || h != nil && dates.Between(h.From, today) < k.SettledDays.Value {
			continue
		}
		here := Misfits(p.Case, spots[i])
		best := Move{PlantID: p.ID, Tag: p.Tag, From: spots[i].Name, Here: here}
		for _, s := range spots {
			there := Misfits(p.Case, s)
			if gain := sum(here) - sum(there); s.ID != p.PlaceID && gain > best.Gain {
				best.To, best.ToID, best.Gain, best.There = s.Name, s.ID, units.Rounded(gain, units.Tenths), there
			}
		}
		if best.Gain >= k.LeastGain.Value {
			list = append(list, best)
		}
	}
	slices.SortStableFunc(list, func(a, b Move) int {
		return cmp.Or(cmp.Compare(b.Gain, a.Gain), cmp.Compare(a.PlantID, b.PlantID))
	})
	return list[:min(len(list), int(k.Moves.Value))]
}
