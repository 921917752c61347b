package rehome

import (
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/pots"
)

// Plan is what is planned for a plant on its way to a new home. What is left out
// is as advised.
type Plan struct {
	Assumed   map[string]float64 `json:"assumed,omitempty" validate:"few,dive,assumed" description:"own figures of its race"`
	Sides     disputes.Sides     `json:"sides,omitempty" validate:"few,dive,code" description:"those this plant takes on its way to a new home, by the question; left out: as at intake, else as the house"`
	Route     string             `json:"route,omitempty" validate:"word" description:"code of a route"`
	BaseMM    float64            `json:"base_mm,omitempty" validate:"base_mm" title:"rehome.Plan.base_mm" description:"width of the base across the growths"`
	ReachMM   float64            `json:"reach_mm,omitempty" validate:"reach_mm" title:"rehome.Plan.reach_mm" description:"how far its root ball hangs below the base, measured"`
	DryLineMM *float64           `json:"dry_line_mm,omitempty" validate:"omitempty,damp_mm" title:"rehome.Plan.dry_line_mm" description:"from the rim of its pot down to the damp, measured once water stands in the reservoir"`
	Clump     bool               `json:"clump,omitempty" description:"leads to all sides"`
	Still     string             `json:"still,omitempty" validate:"omitempty,oneof=stake skewer none"`
	DryTop    bool               `json:"dry_top,omitempty" description:"loose pieces that draw no water under the oldest bulbs"`
	Pot       *pots.Pot          `json:"pot,omitempty" description:"the pot at hand"`
	Origin    string             `json:"origin,omitempty" validate:"omitempty,oneof=tree rock litter limestone" description:"where it, or its parents, grow"`
	Waters    string             `json:"waters,omitempty" validate:"omitempty,oneof=often seldom" description:"how it is watered here"`
	MixName   string             `json:"mix_name,omitempty" validate:"line"`
	Parts     []media.Part       `json:"parts,omitempty" validate:"planned,dive" description:"a mix of one's own"`
	Tonight   bool               `json:"tonight,omitempty" description:"it is in tonight's batch of pots"`
}

// Faults finds plans that cannot be, each by its field; none where all is sound.
func (p Plan) Faults() fault.List {
	if list := p.Sides.Faults(); len(list) > 0 {
		return list
	}
	if _, ok := Table().Route(p.Route); p.Route != "" && !ok {
		return UnknownRoute(p.Route)
	}
	if p.Pot != nil && p.DryLineMM != nil && *p.DryLineMM >= p.Pot.HeightMM {
		return fault.List{{
			Field: "dry_line_mm",
			Words: message.Of("rehome.say.the-damp-would-lie-below"),
			Limit: message.Of("limits.less-than", message.Exact("figure", p.Pot.HeightMM, "mm")),
			Value: *p.DryLineMM,
		}}
	}
	return nil
}

// UnknownRoute says that a route is not of the table.
func UnknownRoute(code string) fault.List {
	return fault.List{{
		Field: "route",
		Words: message.Of("rehome.say.this-route-is-not-known"),
		Limit: message.Of("rehome.say.a-route-see-api-v1"),
		Value: code,
	}}
}
