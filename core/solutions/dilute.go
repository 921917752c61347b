package solutions

import (
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Strength is how much of a thing is in a mix, written in one of the usual ways.
type Strength struct {
	Value float64 `json:"value" required:"true" validate:"strength"`
	Unit  string  `json:"unit" required:"true" validate:"oneof=percent ppm ml_per_l parts" description:"parts: one part to so many parts of water"`
}

// Percent makes a strength in percent of the volume, or of the mass where a product is labelled so.
func Percent(p float64) Strength { return Strength{p, "percent"} }

// Share is the strength as a share, 0 to 1.
func (s Strength) Share() float64 {
	switch s.Unit {
	case "ppm":
		return s.Value / units.PPM
	case "ml_per_l":
		return s.Value / units.PerMille
	case "parts":
		return 1 / (1 + s.Value)
	default:
		return s.Value / units.Percent
	}
}

// In writes a share, 0 to 1, in a unit: ppm, ml_per_l, parts, or percent where it is none of those.
func In(share float64, unit string) Strength {
	switch unit {
	case "ppm":
		return Strength{share * units.PPM, unit}
	case "ml_per_l":
		return Strength{share * units.PerMille, unit}
	case "parts":
		return Strength{1/share - 1, unit}
	default:
		return Strength{share * units.Percent, "percent"}
	}
}

func (s Strength) words() message.Value {
	switch s.Unit {
	case "ppm":
		return num(s.Value, "ppm")
	case "ml_per_l":
		return num(s.Value, "mL/L")
	case "parts":
		return message.Of("solutions.say.parts", message.As("parts", num(s.Value, "")))
	default:
		return num(s.Value, "%")
	}
}

// faults says what is wrong with a strength that fits its field.
func (s Strength) faults(field string) fault.List {
	if s.Share() > 1 {
		return fault.List{
			{
				Field: field + ".value",
				Value: s.Value,
				Limit: message.Of("limits.at-most", message.As("figure", In(1, s.Unit).words())),
				Words: message.Of("solutions.say.is-more-than-the-whole",
					message.As("given", s.words()), message.As("most", In(1, s.Unit).words())),
			},
		}
	}
	return nil
}

// Dilution asks for a mix. Give the strength wanted and either the amount to
// make or the stock there is; or give stock and water, and learn the strength.
type Dilution struct {
	Product   string    `json:"product,omitempty" validate:"code" description:"code of a product; its limits and cautions then hold"`
	Use       string    `json:"use,omitempty" validate:"code" description:"what it is for; left out: the product's first use"`
	Stock     Strength  `json:"stock" required:"true" description:"as it stands in the bottle"`
	StockBy   string    `json:"stock_by,omitempty" validate:"omitempty,oneof=weight volume" description:"what its label gives the strength by, w/w or w/v; left out: it does not say"`
	Wanted    *Strength `json:"wanted,omitempty"`
	MakeML    *float64  `json:"make_ml,omitempty" validate:"omitempty,made_ml" title:"solutions.Dilution.make_ml" description:"one fill of the sprayer, bath or jar"`
	StockML   *float64  `json:"stock_ml,omitempty" validate:"omitempty,stock_ml" title:"solutions.Dilution.stock_ml"`
	WaterML   *float64  `json:"water_ml,omitempty" validate:"omitempty,made_ml" title:"solutions.Dilution.water_ml"`
	Fills     int       `json:"fills,omitempty" validate:"fills" title:"solutions.Dilution.fills" description:"how many fills; left out: 1"`
	LabelMost *Strength `json:"label_most,omitempty" description:"the most the label of your product allows; it stands above this page"`
	Tools     Tools     `json:"tools,omitzero"`
}

// Faults finds mixes that cannot be, each by its field; none where all is sound.
func (d Dilution) Faults() fault.List {
	list := d.Stock.faults("stock")
	if d.Wanted != nil {
		list = append(list, d.Wanted.faults("wanted")...)
	}
	if d.LabelMost != nil {
		list = append(list, d.LabelMost.faults("label_most")...)
	}
	if len(list) > 0 {
		return list
	}
	if d.Product != "" {
		p, ok := Known().Product(d.Product)
		if !ok {
			return fault.List{
				{
					Field: "product",
					Value: d.Product,
					Limit: message.Of("solutions.say.a-product-see-api-v1"),
					Words: message.Of("solutions.say.this-product-is-not-known"),
				},
			}
		}
		if _, ok := p.Use(d.Use); !ok {
			return fault.List{
				{
					Field: "use",
					Value: d.Use,
					Limit: message.Of("solutions.say.a-use-of-the-product"),
					Words: message.Of("solutions.say.this-product-has-no-such"),
				},
			}
		}
	}
	switch {
	case d.Wanted == nil && (d.StockML == nil || d.WaterML == nil):
		return fault.List{
			{
				Field: "wanted",
				Limit: message.Of("solutions.say.a-strength"),
				Words: message.Of("solutions.say.give-the-strength-you-want"),
			},
		}
	case d.Wanted != nil && d.WaterML != nil:
		return fault.List{
			{
				Field: "water_ml",
				Value: *d.WaterML,
				Limit: message.Of("solutions.say.left-out-when-a-strength"),
				Words: message.Of("solutions.say.the-water-follows-from-the"),
			},
		}
	case d.Wanted != nil && (d.MakeML == nil) == (d.StockML == nil):
		return fault.List{
			{
				Field: "make_ml",
				Limit: message.Of("solutions.say.one-of-make-ml-and"),
				Words: message.Of("solutions.say.give-the-amount-to-make"),
			},
		}
	case d.Wanted != nil && d.Wanted.Share() > d.stockShare()*(1+units.Speck):
		return fault.List{
			{
				Field: "wanted.value",
				Value: d.Wanted.Value,
				Limit: message.Of("limits.at-most", message.As("figure", d.Stock.words())),
				Words: message.Of("solutions.say.water-only-weakens-a-stock", message.As("stock", d.Stock.words()), message.As("wanted", d.Wanted.words())),
			},
		}
	}
	return nil
}

// Stop is why nothing is mixed.
type Stop struct {
	Why      knowledge.Text `json:"why" required:"true"`
	Most     Strength       `json:"most" required:"true"`
	Cautions []string       `json:"cautions" required:"true" description:"codes of cautions"`
}

// Step is one of two, when one step would measure too little.
type Step struct {
	Do   message.Message `json:"do" required:"true"`
	Hand Hand            `json:"hand" required:"true"`
}

// Mix is what to measure out.
type Mix struct {
	StockML  float64          `json:"stock_ml" required:"true"`
	WaterML  float64          `json:"water_ml" required:"true"`
	TotalML  float64          `json:"total_ml" required:"true"`
	Strength Strength         `json:"strength" required:"true"`
	Stock    *Hand            `json:"stock,omitempty"`
	Water    *Hand            `json:"water,omitempty"`
	Low      float64          `json:"low_percent" required:"true" description:"the weakest it can come out as measured"`
	High     float64          `json:"high_percent" required:"true" description:"the strongest it can come out as measured"`
	AllStock float64          `json:"all_stock_ml" required:"true" description:"for all fills"`
	TwoSteps []Step           `json:"two_steps,omitempty"`
	Notes    []knowledge.Text `json:"notes" required:"true"`
	Cautions []string         `json:"cautions" required:"true" description:"codes of cautions"`
	Stopped  *Stop            `json:"stopped,omitempty" description:"too strong: nothing to measure out"`
}

// weighed is how heavy the stock is where its label gives its strength by weight, or
// may do so: a strong one of a product that is sold so.
func (d Dilution) weighed() *ByWeight {
	p, _ := Known().Product(d.Product)
	strong := p.CausticAbovePercent != nil && d.Stock.Share()*units.Percent > p.CausticAbovePercent.Value
	if p.ByWeight == nil || d.Stock.Unit != "percent" || d.StockBy == "volume" || d.StockBy == "" && !strong {
		return nil
	}
	return p.ByWeight
}

// stockShare is the stock's strength by volume, as the mix is reckoned: g in mL.
func (d Dilution) stockShare() float64 {
	share := d.Stock.Share()
	if w := d.weighed(); w != nil {
		return min(1, share*w.GPerMLAt(share))
	}
	return share
}

// Dilute mixes by C₁V₁ = C₂V₂. The asking holds no faults.
func Dilute(d Dilution) Mix {
	c1 := d.stockShare()
	m := Mix{Notes: []knowledge.Text{}, Cautions: []string{}}
	var share float64
	switch {
	case d.Wanted == nil:
		m.StockML, m.WaterML = *d.StockML, *d.WaterML
		m.TotalML = m.StockML + m.WaterML
		share = c1 * m.StockML / m.TotalML
	case d.StockML != nil:
		share, m.StockML = d.Wanted.Share(), *d.StockML
		m.TotalML = c1 * m.StockML / share
		m.WaterML = m.TotalML - m.StockML
	default:
		share, m.TotalML = d.Wanted.Share(), *d.MakeML
		m.StockML = share * m.TotalML / c1
		m.WaterML = m.TotalML - m.StockML
	}
	m.Strength = In(share, unitOf(d))
	m.AllStock = m.StockML * float64(max(d.Fills, 1))
	if m.guard(d, share); m.Stopped != nil {
		return m
	}
	m.measure(d.Tools.orUsual(), c1)
	return m
}

func unitOf(d Dilution) string {
	if d.Wanted != nil {
		return d.Wanted.Unit
	}
	return "percent"
}

// guard holds the mix to what the product is used at.
func (m *Mix) guard(d Dilution, share float64) {
	notes := Known().Notes
	p, ok := Known().Product(d.Product)
	if !ok {
		return
	}
	m.Cautions = append(m.Cautions, p.Care...)
	use, _ := p.Use(d.Use)
	most := d.LabelMost
	switch {
	case most != nil:
		m.Notes = append(m.Notes, notes["label-first"])
	case p.ByLabel:
		m.Stopped = &Stop{notes["label-alone"], Strength{0, "percent"}, p.Care}
	case use.MostPercent != nil:
		s := Percent(use.MostPercent.Value)
		most = &s
	}
	if most != nil && share > most.Share()*(1+units.Hair) {
		m.Stopped = &Stop{notes["too-strong"], *most, p.Care}
	}
	if m.Stopped != nil {
		*m = Mix{Strength: m.Strength, Notes: []knowledge.Text{}, Cautions: m.Cautions, Stopped: m.Stopped}
		return
	}
	if p.CausticAbovePercent != nil && d.Stock.Share()*units.Percent > p.CausticAbovePercent.Value {
		m.Notes = append(m.Notes, notes["stronger-stock"], *p.Tip)
	} else if p.Tip != nil && p.CausticAbovePercent == nil && m.WaterML > 0 {
		m.Notes = append(m.Notes, *p.Tip)
	}
	switch {
	case d.weighed() == nil:
	case d.StockBy == "weight":
		m.Notes = append(m.Notes, notes["by-weight"])
	default:
		m.Notes = append(m.Notes, notes["by-either"])
	}
}

// measure puts the amounts in what a hand can measure, and says what that
// leaves of the strength.
func (m *Mix) measure(t Tools, c1 float64) {
	stock, water := t.liquid(m.StockML), t.liquid(m.WaterML)
	m.Stock, m.Water = &stock, &water
	if m.WaterML < units.Hair {
		m.Water = nil
		m.Low, m.High = c1*units.Percent, c1*units.Percent
		return
	}
	m.Low = units.Percent * c1 * stock.low() / (stock.low() + water.high())
	m.High = units.Percent * c1 * stock.high() / (stock.high() + water.low())
	if stock.Little {
		m.twoSteps(t)
	}
}

// twoSteps makes a weaker stock first, so that what goes in can be measured.
func (m *Mix) twoSteps(t Tools) {
	weaker, ml := Known().Figures.WeakerTimes.Value, Known().Figures.WeakerML.Value
	first, water, then := t.liquid(ml), t.liquid(ml*(weaker-1)), t.liquid(m.StockML*weaker)
	if then.Exact > m.TotalML || then.Little {
		m.Notes = append(m.Notes, Known().Notes["too-little"])
		return
	}
	m.Notes = append(m.Notes, Known().Notes["two-steps"])
	m.TwoSteps = []Step{
		{
			message.Of("solutions.say.stir-ml-of-the-stock",
				message.As("ml", num(ml, "mL")),
				message.As("amount", num(water.Amount, "mL")),
				message.As("weaker", num(weaker, ""))),
			first,
		},
		{message.Of("solutions.say.take-ml-of-that-and", message.As("amount", num(then.Amount, "mL")), message.As("total_ml", num(m.TotalML, "mL"))), then},
	}
}
