package intake

import (
	"therapeon/core/patient"
)

// Standing is what a plant stands in since it was housed here. What it came in
// stays in its intake: that is the record of what its roots were found in.
type Standing struct {
	Medium string `json:"medium" required:"true" enum:"bark,bark-moss,moss,husk,mineral,compost,mount,none,other"`
	Pot    string `json:"pot" required:"true" enum:"clear,opaque,clay,basket,mount,none,other"`
	Since  string `json:"since" required:"true" description:"the day of that"`
}

func standing(p *patient.Patient) *Standing {
	h := p.Stands().Rehoused()
	if h == nil {
		return nil
	}
	return &Standing{Medium: h.Medium, Pot: h.Pot, Since: h.From}
}
