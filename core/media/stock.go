package media

import (
	"math"
	"slices"

	"therapeon/core/message"
	"therapeon/core/units"
)

// Want is what is needed of a component, against what is there.
type Want struct {
	Component string          `json:"component" required:"true"`
	Name      message.Message `json:"name" required:"true"`
	NeedL     float64         `json:"need_l" required:"true"`
	HaveL     float64         `json:"have_l" required:"true"`
	ShortL    float64         `json:"short_l,omitempty"`
	Instead   *Stand          `json:"instead,omitempty" description:"what could stand in for it"`
	Words     message.Message `json:"words" required:"true"`
}

// Stand is a component that stands in for another.
type Stand struct {
	Component string          `json:"component" required:"true"`
	Name      message.Message `json:"name" required:"true"`
	Litres    float64         `json:"litres" required:"true" description:"of it, for what is short"`
	Words     message.Message `json:"words" required:"true" description:"how it differs"`
}

// Need sets the mixes of a batch against the shelf. Have is in L by component.
func (k *Knowledge) Need(mixes [][]Measured, have map[string]float64, shelf Shelf) []Want {
	list := []Want{}
	for _, mix := range mixes {
		for _, m := range mix {
			i := slices.IndexFunc(list, func(w Want) bool { return w.Component == m.Component })
			if i < 0 {
				list = append(list, Want{Component: m.Component, Name: m.Name, HaveL: have[m.Component]})
				i = len(list) - 1
			}
			list[i].NeedL += m.Litres
		}
	}
	spare := map[string]float64{}
	for code, litres := range have {
		spare[code] = litres
	}
	for _, w := range list {
		spare[w.Component] = math.Max(0, spare[w.Component]-w.NeedL)
	}
	for i := range list {
		w := &list[i]
		if w.ShortL = math.Max(0, w.NeedL-w.HaveL); w.ShortL < k.ShortFromL.Value {
			w.ShortL = 0
			w.Words = message.Of("media.say.of-there-is-enough",
				message.Arg{Name: "litres", Value: litres(w.NeedL)}, message.Told("component", w.Name))
			continue
		}
		w.Words = message.Of("media.say.short-of", message.Arg{Name: "litres", Value: litres(w.ShortL)}, message.Told("component", w.Name))
		if w.Instead = k.standIn(w.Component, w.ShortL, spare, shelf); w.Instead != nil {
			spare[w.Instead.Component] -= w.Instead.Litres
		}
	}
	return list
}

// standIn is what is nearest to a component in grade, air and water and there in
// plenty. Fibres stand in for fibres, lime for nothing.
func (k *Knowledge) standIn(code string, shortL float64, spare map[string]float64, shelf Shelf) *Stand {
	of, ok := shelf(code)
	if !ok || of.Lime {
		return nil
	}
	var best *Stand
	least := math.Inf(1)
	for _, other := range k.Components {
		c, ok := shelf(other.Code)
		if !ok || c.Code == code || c.Lime || c.Fibre != of.Fibre || spare[c.Code] < shortL {
			continue
		}
		apart := math.Abs(c.Air.Value-of.Air.Value) + math.Abs(c.Water.Value-of.Water.Value)
		grade := 1.0
		if !of.Fibre {
			grade = math.Max(c.GradeMM()/of.GradeMM(), of.GradeMM()/c.GradeMM())
		}
		if grade > k.StandsGrade.Value || math.Abs(c.Air.Value-of.Air.Value) > k.StandsShare.Value ||
			math.Abs(c.Water.Value-of.Water.Value) > k.StandsShare.Value {
			continue
		}
		if far := apart + k.GradeWeighs.Value*math.Log(grade); far < least {
			least = far
			best = &Stand{c.Code, c.Name, shortL, k.differs(of, c)}
		}
	}
	return best
}

func (k *Knowledge) differs(of, c Component) message.Message {
	words := message.Of("media.say.holds-as-much-water")
	switch d := c.Water.Value - of.Water.Value; {
	case d > k.StandsDiffers.Value:
		words = message.Of("media.say.holds-more-water-let-it")
	case d < -k.StandsDiffers.Value:
		words = message.Of("media.say.holds-less-water-look-at")
	}
	if c.Organic != of.Organic {
		if c.Organic {
			return message.All(words, message.Of("media.say.it-breaks-down-in-time"))
		}
		return message.All(words, message.Of("media.say.it-does-not-break-down"))
	}
	return words
}

// litres are an amount in the steps of a jug.
func litres(l float64) message.Figure {
	l = Table().ByHand(l)
	if l < 1 {
		return message.Figure{Value: l * units.MLPerL, Unit: "mL"}
	}
	return message.Figure{Value: units.Rounded(l, units.Hundredths), Unit: "L", Round: message.Round{Whole: true}}
}
