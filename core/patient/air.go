package patient

import (
	"maps"
	"slices"
	"time"

	"therapeon/core/climate"
	"therapeon/core/message"
)

// Around is what is around a plant: warmth, humidity, light.
type Around struct{ *Patient }

// Around is what is around it: its nights and days, °C, its humidity, %, and its light.
func (p *Patient) Around() Around { return Around{p} }

// Air is the air a plant stands in.
type Air struct {
	NightC  float64
	DayC    float64
	Percent *float64        // humidity; nil: not known
	Light   string          // shade, bright or sun; empty: not noted
	From    message.Message // where that is known from
}

// Temperatures are those it stands in: of its place, else of the last look, else of its
// group.
func (p Around) Temperatures() *climate.Station {
	known, _ := p.warmth()
	return known
}

// Warmth says where the temperatures are known from.
func (p Around) Warmth() message.Message {
	_, words := p.warmth()
	return words
}

func (p *Patient) warmth() (*climate.Station, message.Message) {
	if p.known.warmth == nil {
		known, words := p.findWarmth()
		p.known.warmth = &warmth{known, words}
	}
	return p.known.warmth.known, p.known.warmth.words
}

type warmth struct {
	known *climate.Station
	words message.Message
}

func (p *Patient) findWarmth() (*climate.Station, message.Message) {
	if p.Site != nil {
		c := p.Site.Climate
		if c.Usual != nil || len(c.Hours)+len(c.Days) > 0 {
			code := "temperatures-of"
			if p.Site.Name == "" {
				code = "temperatures-of-its-place"
			}
			if c.Usual == nil {
				return c, message.Of("patient.say."+code, message.Name("site", p.Site.Name))
			}
			return c, message.Of("patient.say.usual-"+code, message.Name("site", p.Site.Name),
				message.Exact("low_c", c.Usual.LowC, ""), message.Exact("high_c", c.Usual.HighC, "°C"))
		}
	}
	known := &climate.Station{Zone: p.Now.Location()}
	if l := p.Look(); l != nil && l.Noted.NightLowC != nil && l.Noted.DayHighC != nil {
		known.Usual = &climate.Day{LowC: *l.Noted.NightLowC, HighC: *l.Noted.DayHighC}
		return known, message.Of("patient.say.from-your-last-look-to",
			message.Exact("low_c", known.Usual.LowC, ""), message.Exact("high_c", known.Usual.HighC, "°C"))
	}
	low, high := p.Profile.RangeC()
	known.Usual = &climate.Day{LowC: low, HighC: high}
	return known, message.Of("patient.say.only-a-guess-the-usual", message.Exact("low", low, ""), message.Exact("high", high, "°C"))
}

// Air is the air to reckon with from its moment on.
func (p Around) Air() Air {
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

// Nights are the nights where it stands around its day, °C: as noted at the look, else of its
// place. It is false where neither is known.
func (p Around) Nights() (usual, lowest float64, known bool) {
	if l := p.Look(); l != nil && l.Noted.NightLowC != nil && p.Stands().EpochOf(l.On) == AtPresent {
		return *l.Noted.NightLowC, *l.Noted.NightLowC, true
	}
	if p.Site == nil || p.Site.Climate == nil {
		return 0, 0, false
	}
	to := p.ends()
	from := to.AddDate(0, 0, -int(Table().NightsDays.Value))
	c := p.Site.Climate
	begins, ends := climate.HourOf(from), climate.HourOf(to)
	air, days := c.Between(begins, ends), c.DaysBetween(begins, ends)
	if air.NightC == nil {
		if c.Usual == nil {
			return 0, 0, false
		}
		return c.Usual.LowC, c.Usual.LowC, true
	}
	lowest = *air.NightC
	for _, day := range slices.Sorted(maps.Keys(days)) {
		if day >= from.Format(time.DateOnly) && day <= to.Format(time.DateOnly) {
			lowest = min(lowest, days[day].LowC)
		}
	}
	return *air.NightC, lowest, true
}

// Hottest is the warmest day where it stands around its day, °C, as Nights.
func (p Around) Hottest() (warmest float64, known bool) {
	if l := p.Look(); l != nil && l.Noted.DayHighC != nil && p.Stands().EpochOf(l.On) == AtPresent {
		return *l.Noted.DayHighC, true
	}
	if p.Site == nil || p.Site.Climate == nil || p.Site.Climate.Usual == nil {
		return 0, false
	}
	return p.Site.Climate.Usual.HighC, true
}

// ends is the end of its day.
func (p *Patient) ends() time.Time {
	day, err := time.ParseInLocation(time.DateOnly, p.Day, p.Now.Location())
	if err != nil {
		return p.Now
	}
	return day.AddDate(0, 0, 1)
}

// Humid says how humid the air of a plant's room is. The empty one is "not known".
type Humid string

// How humid it is.
const (
	Dry          Humid = "dry"
	BetweenHumid Humid = "between"
	Moist        Humid = "humid"
)

// Humid is how humid its room is, by the figures of the house; empty where that is not known.
func (p Around) Humid() Humid {
	percent := p.Percent()
	switch k := Table(); {
	case percent == nil:
		return ""
	case *percent < k.DryBelow.Value:
		return Dry
	case *percent < k.HumidFrom.Value:
		return BetweenHumid
	default:
		return Moist
	}
}

// Percent is the humidity of its room; nil where that is not known.
func (p Around) Percent() *float64 {
	if p.Given.Air != nil || p.Site != nil {
		return p.Air().Percent
	}
	return nil
}
