package patient

import (
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
)

// Minima are the nights below which its roots stand still, and below which it may be hurt, °C.
type Minima struct {
	Growth knowledge.Number
	Injury knowledge.Estimate
	Most   float64 // the warmest day that it bears
	By     string  // whose figure that of growth is: maker or genus; empty: its group's
}

// Minima are those of its group, or of its own: what is claimed of it by the side it follows where
// claims contradict, and what it has in fact stood.
func (p Around) Minima() Minima {
	m := Minima{Growth: p.Profile.GrowthMinC, Injury: p.Profile.InjuryMinC}
	_, m.Most = p.Profile.RangeC()
	take := func(c Claim) {
		m.Growth.Value, m.By = *c.LowC, c.By
	}
	side := p.Side(disputes.CareFigures)
	for _, c := range p.Intake.Claims {
		taken := side == disputes.Maker && c.By == "maker" || side == disputes.Genus && c.By == "genus"
		if c.HighC != nil && (taken || side == disputes.KeepBoth && *c.HighC < m.Most) {
			m.Most = *c.HighC
		}
		switch {
		case c.LowC == nil:
		case taken:
			take(c)
		case side == disputes.KeepBoth && *c.LowC > m.Growth.Value: // the more careful one
			take(c)
		}
	}
	if stood := p.Intake.StoodLowC; stood != nil && *stood < m.Injury.Value {
		m.Injury.Value, m.Injury.Low = *stood, min(m.Injury.Low, *stood)
	}
	return m
}

// Grows says where it, or its parents, grow: as noted; empty where nothing is, or where parents
// contradict each other, which contradict tells.
func (in Intake) Grows() (where string, contradict bool) {
	if in.Lime == "yes" {
		return "limestone", false
	}
	for _, parent := range in.Parents {
		switch {
		case parent.Grows == "" || parent.Grows == where:
		case where == "":
			where = parent.Grows
		default:
			return "", true
		}
	}
	if where == "limestone" && in.Lime == "no" {
		return "", true
	}
	return where, false
}
