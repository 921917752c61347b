package judgement

import (
	"slices"

	"therapeon/core/aftercare"
	"therapeon/core/causes"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Premise is something that an advice rests on.
type Premise struct {
	Code string          `json:"code" required:"true"`
	Name message.Message `json:"name" required:"true"`
	How  string          `json:"how" required:"true" enum:"seen,felt,told,judged,table,forecast" description:"judged: a cause that is acted on; table: what its kind or its season does; forecast: by its rhythm"`
	On   string          `json:"on,omitempty" description:"the day it was noted"`
	Now  bool            `json:"now" required:"true" description:"young enough to be said as present"`
}

// premises are those of some codes: what was noted of the plant, what holds a move back, what its aftercare
// reckons with.
func premises(p *patient.Patient, codes []string) []Premise {
	list := []Premise{}
	for _, code := range codes {
		said := slices.ContainsFunc(list, func(o Premise) bool { return o.Code == code })
		if of, ok := premise(p, code); ok && !said {
			list = append(list, of)
		}
	}
	return list
}

func premise(p *patient.Patient, code string) (Premise, bool) {
	if f, ok := patient.FactsOf(p).Of(code); ok && f.State == patient.Present {
		finding, _ := causes.Table().Finding(code)
		return Premise{Code: code, Name: finding.Name.Value, How: f.How, On: f.On, Now: f.Now}, true
	}
	if cause, ok := causes.Table().Cause(code); ok {
		return Premise{Code: code, Name: cause.Name, How: "judged", Now: true}, true
	}
	for _, b := range look.Table().Blocks {
		if b.Code == code {
			return Premise{Code: code, Name: b.Name.Value, How: "table", Now: true}, true
		}
	}
	if name, ok := aftercare.Table().ProtocolName(code); ok {
		return Premise{Code: code, Name: name, How: "forecast", Now: true}, true
	}
	return Premise{}, false
}
