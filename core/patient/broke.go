package patient

import "slices"

// Broken is what broke on a plant, and what is left of it.
type Broken struct{ *Patient }

// Broken is what broke on it.
func (p *Patient) Broken() Broken { return Broken{p} }

// What breaks, and changes what follows.
const (
	LostSpike     = "lost-spike"
	LostBulb      = "lost-bulb"
	LostRoot      = "lost-root"
	SnappedGrowth = "snapped-growth"
)

// On is the last day, up to its own, on which something broke off; empty where it did not. What is done on the
// day of a look follows it.
func (p Broken) On(what string) string {
	on := ""
	for _, l := range p.Looks {
		if slices.ContainsFunc(l.Noted.Accidents, func(a Accident) bool { return a.What == what }) {
			on = max(on, l.On)
		}
	}
	for _, i := range p.Incidents {
		if i.What == what && i.On < p.day() {
			on = max(on, i.On)
		}
	}
	return on
}

// spikeGone holds where its spike was cut, or broke off, on the day of a look or since.
func (p *Patient) spikeGone(looked string) bool {
	cut := slices.ContainsFunc(p.Spikes, func(on string) bool { return on >= looked && on < p.day() })
	broke := p.Broken().On(LostSpike)
	return cut || broke != "" && broke >= looked
}

// GrowthOn is the day on which its new growth snapped, where none was seen to grow since; else empty.
func (p Broken) GrowthOn() string {
	on := p.On(SnappedGrowth)
	l := p.Look()
	if on == "" || l != nil && on < l.On && l.Noted.Growth.shoots() {
		return ""
	}
	for _, s := range p.Stands().Checked().All() {
		if s.On > on && s.Noted.grows().shoots() {
			return ""
		}
	}
	return on
}

// RootOn is the last day on which a root tore off while it was cleaned, after its roots were read; empty where none
// did.
func (p Broken) RootOn() string {
	on := ""
	for _, i := range p.Incidents {
		if i.What == LostRoot && p.Reading != nil && i.On >= p.Reading.On {
			on = max(on, i.On)
		}
	}
	return on
}

// Bulbs is how many bulbs are left: those counted at intake, but for those that broke off since.
func (p Broken) Bulbs() int {
	since := max(0, p.LostBulbs()-p.Intake.BulbsLost)
	return max(0, p.Intake.BulbCount-since)
}

// LostBulbs is how many bulbs broke off, all together.
func (p Broken) LostBulbs() int {
	n := 0
	for _, l := range p.Looks {
		for _, a := range l.Noted.Accidents {
			if a.What == LostBulb {
				n += a.Count
			}
		}
	}
	for _, i := range p.Incidents {
		if i.What == LostBulb {
			n++
		}
	}
	return n
}
