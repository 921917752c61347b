package solutions

import (
	"math"
	"strconv"

	"therapeon/core/message"
	"therapeon/core/units"
)

// Tools are what amounts are measured with, and the steps they show.
type Tools struct {
	SyringeML      float64 `json:"syringe_ml,omitempty" validate:"omitempty,syringe_step_ml" title:"solutions.Tools.syringe_ml" description:"step of the syringe; left out: 0.1 mL"`
	SyringeHoldsML float64 `json:"syringe_holds_ml,omitempty" validate:"omitempty,syringe_ml" title:"solutions.Tools.syringe_holds_ml" description:"left out: 20 mL"`
	JugML          float64 `json:"jug_ml,omitempty" validate:"omitempty,jug_step_ml" title:"solutions.Tools.jug_ml" description:"marks of the jug; left out: 50 mL"`
	JugHoldsML     float64 `json:"jug_holds_ml,omitempty" validate:"omitempty,vessel_ml" title:"solutions.Tools.jug_holds_ml" description:"left out: 1000 mL"`
	ScaleG         float64 `json:"scale_g,omitempty" validate:"omitempty,scale_step_g" title:"solutions.Tools.scale_g" description:"step of the scale; left out: 1 g"`
}

// orUsual fills in the usual tools.
func (t Tools) orUsual() Tools {
	usual := Known().Tools
	or := func(v *float64, usual float64) {
		if *v == 0 {
			*v = usual
		}
	}
	or(&t.SyringeML, usual.SyringeML.Value)
	or(&t.SyringeHoldsML, usual.SyringeHoldsML.Value)
	or(&t.JugML, usual.JugML.Value)
	or(&t.JugHoldsML, usual.JugHoldsML.Value)
	or(&t.ScaleG, usual.ScaleG.Value)
	return t
}

// Hand is an amount as a hand measures it.
type Hand struct {
	Exact  float64         `json:"exact" required:"true"`
	Amount float64         `json:"amount" required:"true" description:"to measure"`
	Unit   string          `json:"unit" required:"true" enum:"mL,g"`
	Error  float64         `json:"error" required:"true" description:"the true amount lies at most so far from the one to measure, when it is read to the nearest step"`
	How    message.Message `json:"how" required:"true" description:"in words, with which tool"`
	Little bool            `json:"little,omitempty" description:"too little to measure well"`
}

// low and high bound the true amount.
func (h Hand) low() float64  { return math.Max(0, h.Amount-h.Error) }
func (h Hand) high() float64 { return h.Amount + h.Error }

// round goes to the nearest multiple of a step, without the dust of binary
// fractions.
func round(x, step float64) float64 {
	r := math.Round(x/step) * step
	clean, _ := strconv.ParseFloat(strconv.FormatFloat(r, 'f', 6, 64), 64)
	return clean
}

// num is a figure with no more decimals than it has.
func num(x float64, unit message.Unit) message.Figure {
	return message.Figure{Value: round(x, 1/units.TenThousandths), Unit: unit, Round: message.Round{Whole: true}}
}

// liquid measures out mL: the jug to a mark, the rest by syringe. Of much, where
// half a mark is little, the jug alone.
func (t Tools) liquid(ml float64) Hand {
	h := Hand{Exact: ml, Unit: "mL"}
	if t.JugML/2 <= Known().Figures.JugAloneShare.Value*ml {
		h.Amount, h.Error = round(ml, t.JugML), t.JugML/2
		h.How = t.jugs(h.Amount)
		return h
	}
	h.Amount = round(ml, t.SyringeML)
	jug := math.Floor(h.Amount/t.JugML+units.Hair) * t.JugML
	if h.Amount <= Known().Figures.SyringeFills.Value*t.SyringeHoldsML {
		jug = 0 // a few fills of the syringe are surer than the jug's lowest marks
	}
	rest := round(h.Amount-jug, t.SyringeML)
	fills := math.Ceil(rest/t.SyringeHoldsML - units.Hair)
	h.Error = math.Max(fills, 1) * t.SyringeML / 2
	h.Little = ml < Known().Figures.MeasurableSteps.Value*t.SyringeML
	switch {
	case jug > 0 && rest == 0:
		h.How = t.jugs(jug)
	case jug > 0:
		h.How = message.Of("solutions.say.then-ml-by-syringe", message.Told("jug", t.jugs(jug)), message.As("rest", num(rest, "mL")))
	case fills > 1:
		h.How = message.Of("solutions.say.ml-by-syringe-in-fills", message.As("rest", num(rest, "mL")), message.Fixed("fills", fills, 0, ""))
	default:
		h.How = message.Of("solutions.say.ml-by-syringe", message.As("rest", num(rest, "mL")))
	}
	return h
}

// jugs says how often the jug is filled.
func (t Tools) jugs(ml float64) message.Message {
	full := math.Floor(ml/t.JugHoldsML + units.Hair)
	rest := round(ml-full*t.JugHoldsML, t.JugML)
	words := message.Of("solutions.say.full-jugs-of-ml", message.Count("n", int(full)), message.As("jug_holds_ml", num(t.JugHoldsML, "mL")))
	if full == 1 {
		words = message.Of("solutions.say.a-full-jug-of-ml", message.As("jug_holds_ml", num(t.JugHoldsML, "mL")))
	}
	switch {
	case full == 0:
		return message.Of("solutions.say.jug-to-ml", message.As("rest", num(rest, "mL")))
	case rest > 0:
		return message.Of("solutions.say.and-one-to-ml", message.Told("jugs", words), message.As("rest", num(rest, "mL")))
	default:
		return words
	}
}

// mass weighs out g.
func (t Tools) mass(g float64) Hand {
	h := Hand{Exact: g, Unit: "g", Amount: round(g, t.ScaleG), Error: t.ScaleG / 2}
	h.How = message.Of("solutions.say.g-on-the-scale", message.As("amount", num(h.Amount, "g")))
	h.Little = g < Known().Figures.MeasurableSteps.Value*t.ScaleG
	return h
}
