package patient

import (
	"fmt"

	"therapeon/core/climate"
)

// Air is the air a plant stands in.
type Air struct {
	NightC  float64
	DayC    float64
	Percent *float64 // humidity; nil: not known
	Light   string   // shade, bright or sun; empty: not noted
	From    string   // where that is known from, in words
}

// Temperatures are those it stands in: of its place, else of the last look, else of its
// group.
func (p Stands) Temperatures() *climate.Place {
	known, _ := p.warmth()
	return known
}

// Warmth says where the temperatures are known from.
func (p Stands) Warmth() string {
	_, words := p.warmth()
	return words
}

func (p *Patient) warmth() (*climate.Place, string) {
	if p.known.warmth == nil {
		known, words := p.findWarmth()
		p.known.warmth = &warmth{known, words}
	}
	return p.known.warmth.known, p.known.warmth.words
}

type warmth struct {
	known *climate.Place
	words string
}

func (p *Patient) findWarmth() (*climate.Place, string) {
	if p.Site != nil {
		c := p.Site.Climate
		if c.Usual != nil || len(c.Hours)+len(c.Days) > 0 {
			words := fmt.Sprintf("Temperatures of “%s”", p.Site.Name)
			if c.Usual != nil {
				words += fmt.Sprintf(", usually %g to %g °C", c.Usual.LowC, c.Usual.HighC)
			}
			return c, words + "."
		}
	}
	known := &climate.Place{Zone: p.Now.Location()}
	if l := p.Look(); l != nil && l.Noted.NightLowC != nil && l.Noted.DayHighC != nil {
		known.Usual = &climate.Day{LowC: *l.Noted.NightLowC, HighC: *l.Noted.DayHighC}
		return known, fmt.Sprintf(
			"From your last look: %g to %g °C. Say where it stands for more.",
			known.Usual.LowC,
			known.Usual.HighC,
		)
	}
	low, high := p.Profile.RangeC()
	known.Usual = &climate.Day{LowC: low, HighC: high}
	return known, fmt.Sprintf("Only a guess, the usual range of its group: %g to %g °C. Say where it stands.", low, high)
}

// Air is the air to reckon with from its moment on.
func (p Stands) Air() Air {
	if p.Given.Air != nil {
		return *p.Given.Air
	}
	known, words := p.warmth()
	now := known.Now(climate.HourOf(p.Now))
	a := Air{Percent: now.Humidity, From: words}
	if now.NightC != nil {
		a.NightC, a.DayC = *now.NightC, *now.DayC
	}
	if p.Site != nil {
		a.Light = p.Site.Light
		if a.Percent == nil {
			a.Percent = p.Site.Percent
		}
	}
	return a
}
