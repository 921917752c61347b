package solutions

import (
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Feed asks for a feed by the figures on its label. Give grams per litre, or the
// ppm of nitrogen wanted.
type Feed struct {
	N             float64  `json:"n_percent" required:"true" validate:"label_percent" title:"solutions.Feed.n_percent" description:"nitrogen (N) on the label"`
	P2O5          float64  `json:"p2o5_percent" required:"true" validate:"label_percent" title:"solutions.Feed.p2o5_percent" description:"phosphate (P₂O₅) on the label"`
	K2O           float64  `json:"k2o_percent" required:"true" validate:"label_percent" title:"solutions.Feed.k2o_percent" description:"potash (K₂O) on the label"`
	GPerL         *float64 `json:"g_per_l,omitempty" validate:"omitempty,feed_g_per_l" title:"solutions.Feed.g_per_l"`
	WantedPPMN    *float64 `json:"wanted_ppm_n,omitempty" validate:"omitempty,feed_ppm" title:"solutions.Feed.wanted_ppm_n"`
	VolumeL       float64  `json:"volume_l" required:"true" validate:"volume_l" title:"solutions.Feed.volume_l"`
	DensityGPerML *float64 `json:"density_g_per_ml,omitempty" validate:"omitempty,density" title:"solutions.Feed.density_g_per_ml" description:"of a liquid feed; it is then measured in mL"`
	LabelMostPPMN *float64 `json:"label_most_ppm_n,omitempty" validate:"omitempty,feed_ppm" title:"solutions.Feed.label_most_ppm_n" description:"the most the label allows; it stands above this page"`
	Tools         Tools    `json:"tools,omitzero"`
}

// Faults finds feeds that cannot be, each by its field; none where all is sound.
func (f Feed) Faults() fault.List {
	switch {
	case f.N+f.P2O5+f.K2O > units.Percent:
		return fault.List{
			{
				Field: "n_percent",
				Value: f.N + f.P2O5 + f.K2O,
				Limit: message.Of("solutions.say.100-in-all"),
				Words: message.Of("solutions.say.the-three-figures-of-the"),
			},
		}
	case (f.GPerL == nil) == (f.WantedPPMN == nil):
		return fault.List{
			{
				Field: "wanted_ppm_n",
				Limit: message.Of("solutions.say.one-of-g-per-l"),
				Words: message.Of("solutions.say.give-grams-per-litre-or"),
			},
		}
	case f.WantedPPMN != nil && f.N == 0:
		return fault.List{
			{
				Field: "n_percent",
				Value: f.N,
				Limit: message.Of("solutions.say.more-than-0"),
				Words: message.Of("solutions.say.a-feed-without-nitrogen-cannot"),
			},
		}
	case f.WantedPPMN != nil && *f.WantedPPMN > f.N*units.PPMPerPercent:
		return fault.List{
			{
				Field: "wanted_ppm_n",
				Value: *f.WantedPPMN,
				Limit: message.Of("limits.at-most", message.As("figure", num(f.N*units.PPMPerPercent, "ppm"))),
				Words: message.Of("solutions.say.the-feed-itself-holds-no"),
			},
		}
	}
	return nil
}

// Fed is a feed to weigh out.
type Fed struct {
	GPerL    float64          `json:"g_per_l" required:"true"`
	Grams    float64          `json:"grams" required:"true"`
	PPMN     float64          `json:"ppm_n" required:"true"`
	PPMP     float64          `json:"ppm_p" required:"true" description:"phosphorus as the element"`
	PPMK     float64          `json:"ppm_k" required:"true" description:"potassium as the element"`
	Hand     *Hand            `json:"hand,omitempty"`
	LowPPMN  float64          `json:"low_ppm_n" required:"true"`
	HighPPMN float64          `json:"high_ppm_n" required:"true"`
	TwoSteps []Step           `json:"two_steps,omitempty"`
	Notes    []knowledge.Text `json:"notes" required:"true"`
	Cautions []string         `json:"cautions" required:"true"`
	Stopped  *Stop            `json:"stopped,omitempty"`
}

// ppmPerPercent: 1 g/L of a feed with 1 % gives 10 mg/L.
const ppmPerPercent = units.PPMPerPercent / units.MLPerL

// MixFeed weighs a feed out: ppm N = g/L × %N × 10. The asking holds no faults.
func MixFeed(f Feed) Fed {
	k := Known()
	m := Fed{Notes: []knowledge.Text{k.Notes["meter-is-not-feed"]}, Cautions: []string{}}
	if f.GPerL != nil {
		m.GPerL = *f.GPerL
	} else {
		m.GPerL = *f.WantedPPMN / (f.N * ppmPerPercent)
	}
	m.PPMN = m.GPerL * f.N * ppmPerPercent
	m.PPMP = m.GPerL * f.P2O5 * k.Figures.PInP2O5.Value * ppmPerPercent
	m.PPMK = m.GPerL * f.K2O * k.Figures.KInK2O.Value * ppmPerPercent
	product, _ := k.Product("feed")
	m.Cautions = product.Care
	most := product.Uses[0].MostPPM.Value
	if f.LabelMostPPMN != nil {
		most = *f.LabelMostPPMN
		m.Notes = append(m.Notes, k.Notes["label-first"])
	}
	if m.PPMN > most*(1+units.Hair) {
		return Fed{
			Notes:    m.Notes,
			Cautions: product.Care,
			Stopped:  &Stop{k.Notes["too-strong"], Strength{most, "ppm"}, product.Care},
			PPMN:     m.PPMN,
		}
	}
	m.Grams = m.GPerL * f.VolumeL
	t := f.Tools.orUsual()
	perUnit := 1.0 // grams in one of the hand's units
	var h Hand
	if f.DensityGPerML != nil {
		perUnit = *f.DensityGPerML
		h = t.liquid(m.Grams / perUnit)
	} else {
		h = t.mass(m.Grams)
	}
	m.Hand = &h
	ppm := func(amount float64) float64 { return amount * perUnit / f.VolumeL * f.N * ppmPerPercent }
	m.LowPPMN, m.HighPPMN = ppm(h.low()), ppm(h.high())
	if h.Little && f.DensityGPerML == nil {
		m.motherSolution(t, f)
	}
	return m
}

// motherSolution dissolves enough to weigh, and measures the rest as a liquid.
func (m *Fed) motherSolution(t Tools, f Feed) {
	const ml = units.MLPerL
	steps := max(Known().Figures.MotherSteps.Value, Known().Figures.MeasurableSteps.Value)
	grams := round(steps*t.ScaleG, t.ScaleG)
	then := t.liquid(m.Grams / grams * ml)
	if then.Little || then.Exact > ml || then.Exact > f.VolumeL*units.MLPerL {
		m.Notes = append(m.Notes, Known().Notes["too-little"])
		return
	}
	m.Notes = append(m.Notes, Known().Notes["two-steps"])
	m.TwoSteps = []Step{
		{message.Of("solutions.say.dissolve-g-in-water-and", message.As("grams", num(grams, "g")), message.As("ml", num(ml, "mL"))), t.mass(grams)},
		{message.Of("solutions.say.take-ml-of-that-for", message.As("amount", num(then.Amount, "mL")), message.As("volume_l", num(f.VolumeL, "L"))), then},
	}
}
