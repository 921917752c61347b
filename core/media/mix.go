package media

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Shelf gives a component by its code: the table's, or what the house made of it.
type Shelf func(code string) (Component, bool)

// Part is a component and how many parts or litres of it.
type Part struct {
	Component string  `json:"component" required:"true" validate:"required,code" description:"code, see /api/v1/knowledge/media"`
	Parts     float64 `json:"parts" required:"true" validate:"parts" title:"media.Part.parts" description:"by volume"`
}

// Fold is what becomes of a component when it is poured to those coarser than it.
type Fold struct {
	Component string          `json:"component" required:"true"`
	Name      message.Message `json:"name" required:"true"`
	Fills     float64         `json:"fills" required:"true" description:"share of it that can fall into the gaps, 0–1"`
	LostL     float64         `json:"lost_l" required:"true" description:"of its volume, into the gaps"`
}

// Settled is a mix as it settles.
type Settled struct {
	VolumeL    float64            `json:"volume_l" required:"true"`
	PouredL    float64            `json:"poured_l" required:"true" description:"what was measured out, added up"`
	Shrinks    bool               `json:"shrinks,omitempty" description:"more than a little of it falls into gaps"`
	Air        float64            `json:"air" required:"true" description:"share of the volume, drained"`
	Water      float64            `json:"water" required:"true" description:"share of the volume, drained"`
	GradeMM    float64            `json:"grade_mm" required:"true" description:"mean grade, geometric; 0 for fibres alone"`
	Rise       knowledge.Estimate `json:"rise_mm" required:"true" description:"how high it draws water above a reservoir: that of the component of a fair share that draws highest; nothing where it wicks"`
	Wicks      bool               `json:"wicks" required:"true" description:"it draws water all the way up"`
	LifeMonths *float64           `json:"life_months,omitempty" description:"at 20 °C, of the shortest-lived of a fifth or more; left out: it lasts"`
	Small      bool               `json:"small,omitempty" description:"fine pieces, which fall out through the holes of a pot"`
	Fine       bool               `json:"fine,omitempty" description:"fine mineral pieces, which soak some days before use"`
	Organic    bool               `json:"organic,omitempty"`
	Grain      string             `json:"grain" required:"true" enum:"chips,balls,strands" description:"what most of it is like"`
	Folds      []Fold             `json:"folds" required:"true" description:"from the coarsest down"`
	Cautions   []string           `json:"cautions" required:"true"`
}

type measure struct {
	Component
	litres float64
}

// Fills is the share of a small grade that can fall into the gaps of a large one:
// all of it up to the ratio at which a ball slips between three that touch, none
// near equality, and by a line between.
func (k *Knowledge) Fills(smallMM, largeMM float64) float64 {
	r, all, none := smallMM/largeMM, k.FillsWholly.Value, k.FillsNot.Value
	return math.Max(0, math.Min(1, (none-r)/(none-all)))
}

// noParts is said of a mix of nothing.
var noParts = fault.List{{
	Field: "parts", Limit: message.Of("media.say.some-part-above-0"), Words: message.Of("media.say.all-parts-are-0-give"),
}}

// Settle pours litres of components together, from the coarsest down. What falls
// into gaps adds no volume: V = V_L + V_S − f·min(V_S, air of what is there).
// Fibres hold the grains apart and fill nothing.
func (k *Knowledge) Settle(of []Part, shelf Shelf) (Settled, error) {
	var all []measure
	sum, most, grain := 0.0, 0.0, ""
	for i, p := range of {
		c, ok := shelf(p.Component)
		if !ok {
			return Settled{}, fault.List{
				{
					Field: fmt.Sprintf("parts[%d].component", i),
					Value: p.Component,
					Limit: message.Of("media.say.a-component-see-api-v1"),
					Words: message.Of("media.say.this-component-is-not-known"),
				},
			}
		}
		if p.Parts > 0 {
			all = append(all, measure{c, p.Parts})
			sum += p.Parts
			if p.Parts > most {
				most, grain = p.Parts, c.grain()
			}
		}
	}
	if len(all) == 0 {
		return Settled{}, noParts
	}
	slices.SortStableFunc(all, func(a, b measure) int { return cmp.Compare(b.GradeMM(), a.GradeMM()) })
	s := Settled{Grain: grain, Folds: []Fold{}, Cautions: []string{}}
	solids, logs, graded, wicking := 0.0, 0.0, 0.0, 0.0 // solids: all that is not air
	full := 0.0                                         // of what is graded, that which is not
	for len(all) > 0 {
		// Pieces of one grade go in together.
		grade, n, litres := all[0].GradeMM(), 0, 0.0
		for ; n < len(all) && all[n].GradeMM() == grade; n++ {
			litres += all[n].litres
		}
		fills, room := 0.0, 1.0
		if graded > 0 {
			fills, room = k.FibreFills.Value, math.Min(1, (s.VolumeL-solids)/litres)
			if grade > 0 {
				fills = k.Fills(grade, math.Exp(logs/graded))
			}
			if full > 0 { // what is ungraded has its gaps full of its own fines
				fills *= 1 - full/graded*(1-k.FullFills.Value)
			}
		}
		for _, m := range all[:n] {
			lost := fills * room * m.litres
			s.Folds = append(s.Folds, Fold{m.Code, m.Name, fills, lost})
			s.PouredL += m.litres
			s.VolumeL += m.litres - lost
			s.Water += m.litres * m.Water.Value
			solids += m.litres * (1 - m.Air.Value)
			if m.Wicks {
				wicking += m.litres
			}
			if m.Ungraded {
				full += m.litres
			}
			if r := m.RiseMM; r != nil && m.litres >= k.WicksFrom.Value*sum && r.Value > s.Rise.Value {
				s.Rise = *r
			}
			s.carry(k, m, sum)
		}
		if grade > 0 {
			logs, graded = logs+litres*math.Log(grade), graded+litres
		}
		all = all[n:]
	}
	s.Shrinks = s.PouredL-s.VolumeL > k.HardlyLost.Value*s.PouredL
	s.Air, s.Water = (s.VolumeL-solids)/s.VolumeL, s.Water/s.VolumeL
	if s.Wicks = wicking >= k.WicksFrom.Value*s.PouredL; s.Wicks {
		s.Rise = knowledge.Estimate{}
	}
	k.holdOpen(&s, of, sum)
	if graded > 0 {
		s.GradeMM = math.Exp(logs / graded)
	}
	return s, nil
}

// carry takes over what a component brings into any mix.
func (s *Settled) carry(k *Knowledge, m measure, sum float64) {
	c := m.Component
	if c.LifeMonths != nil && m.litres >= k.LifeFrom.Value*sum && (s.LifeMonths == nil ||
		c.LifeMonths.Value < *s.LifeMonths) {
		life := c.LifeMonths.Value
		s.LifeMonths = &life
	}
	if grade := c.GradeMM(); grade > 0 && grade <= k.FineMM.Value && m.litres >= k.FineShare.Value*sum {
		s.Small, s.Fine = true, s.Fine || !c.Organic
	}
	s.Organic = s.Organic || c.Organic
	for _, code := range c.Cautions {
		if !slices.Contains(s.Cautions, code) {
			s.Cautions = append(s.Cautions, code)
		}
	}
}

// holdOpen is the life of a mix that coarse pieces hold open.
func (k *Knowledge) holdOpen(s *Settled, of []Part, sum float64) {
	share := func(code string) (parts float64) {
		for _, p := range of {
			if p.Component == code {
				parts += p.Parts
			}
		}
		return parts / sum
	}
	if h := k.HeldOpen; share(h.Component) >= k.LifeFrom.Value && share(h.By) >= h.Share.Value {
		life := h.LifeMonths.Value
		s.LifeMonths = &life
	}
}

// Measured is how much of a component goes into a mix.
type Measured struct {
	Component string          `json:"component" required:"true"`
	Name      message.Message `json:"name" required:"true"`
	Litres    float64         `json:"litres" required:"true"`
}

// ByHand is an amount in L in the steps a jug is read in, rounded up: the one rounding of what is
// measured out, on every page.
func (k *Knowledge) ByHand(litres float64) float64 {
	return math.Ceil(litres/k.JugStepL.Value-units.Hair) * k.JugStepL.Value
}

// For measures parts out so that they settle to a volume in L. It fails as Settle does; parts
// that add up to nothing fail too.
func (k *Knowledge) For(volumeL float64, of []Part, shelf Shelf) ([]Measured, Settled, error) {
	once, err := k.Settle(of, shelf)
	if err != nil {
		return nil, once, err
	}
	by := volumeL / once.VolumeL
	scaled := make([]Part, len(of))
	list := []Measured{}
	for i, p := range of {
		scaled[i] = Part{p.Component, p.Parts * by}
		if p.Parts > 0 {
			c, _ := shelf(p.Component)
			list = append(list, Measured{c.Code, c.Name, k.ByHand(p.Parts * by)})
		}
	}
	s, err := k.Settle(scaled, shelf)
	return list, s, err
}

// Judge says what is wrong with a mix for a plant that wants it so moist. Where growers keep to it all the same,
// kept says that instead; nil: they do not.
func (k *Knowledge) Judge(s Settled, style string, kept *knowledge.Text) []knowledge.Text {
	list := []knowledge.Text{}
	rule := func(words message.Message, from knowledge.Provenance) {
		list = append(list, knowledge.Text{Value: words, Provenance: from})
	}
	if least, ok := k.LeastAir[style]; ok && s.Air < least.Value {
		code, from := "media.say.drained-it-keeps-air-and", least.Provenance
		if kept != nil {
			code, from = kept.Value.Code, kept.Provenance
		}
		rule(message.Of(code,
			message.Fixed("air", units.Percent*s.Air, 0, "%"),
			message.Fixed("least", units.Percent*least.Value, 0, "%")), from)
	}
	lost := s.PouredL - s.VolumeL
	if lost > k.MuchLost.Value*s.PouredL {
		rule(
			message.Of("media.say.of-what-you-pour-falls", message.Fixed("percent", units.Percent*lost/s.PouredL, 0, "%")),
			k.MuchLost.Provenance,
		)
	}
	return list
}

// Gaps is the share of a reservoir that water can fill: all that is not solid in the
// coarsest component.
func Gaps(parts []Part, shelf Shelf) float64 {
	best := Component{}
	for _, p := range parts {
		if c, ok := shelf(p.Component); ok && p.Parts > 0 && c.GradeMM() >= best.GradeMM() {
			best = c
		}
	}
	return best.Gaps()
}

// Gaps is the share of its volume that water can fill: all that is not solid.
func (c Component) Gaps() float64 { return min(1, c.Air.Value+c.Water.Value) }
