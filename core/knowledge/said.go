package knowledge

import "sync"

// SaidFigure is a figure that only sentences name, with its range where it has one.
type SaidFigure struct {
	Value float64  `json:"value" required:"true"`
	Low   *float64 `json:"low,omitempty"`
	High  *float64 `json:"high,omitempty"`
	Provenance
}

// UnmarshalYAML reads a marked figure, with its range or without.
func (f *SaidFigure) UnmarshalYAML(unmarshal func(any) error) error {
	var e Estimate
	if err := e.UnmarshalYAML(unmarshal); err == nil {
		*f = SaidFigure{e.Value, &e.Low, &e.High, e.Provenance}
		return nil
	}
	var n Number
	err := n.UnmarshalYAML(unmarshal)
	*f = SaidFigure{Value: n.Value, Provenance: n.Provenance}
	return err
}

// Said lists them by their names.
var Said = sync.OnceValue(func() map[string]SaidFigure {
	var all map[string]SaidFigure
	MustRead("said.yaml", &all)
	return all
})
