package pots

import (
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Needs are what a pot has to fit.
type Needs struct {
	Group        string
	RootML       float64 // volume of living root
	LongestMM    float64 // the longest living stretch
	BaseMM       float64 // width of the base; 0: not measured
	Sympodial    bool    // a lead walks on to one side
	Clump        bool    // leads to all sides
	FewRoots     bool
	Wall         string  // wanted; empty: clear
	FilmOrLight  bool    // film was found, or strong light falls on it
	GrowthMMDay  float64 // of a root; 0: not known
	GrowthFrom   knowledge.Provenance
	GrowthOwn    bool // as measured on this plant
	Reservoir    bool
	TipsAreGreen bool
}

// Wish is what is wanted of a pot beside what the plant itself needs.
type Wish struct {
	BaseMM    float64 // width of the base; 0: not measured
	Clump     bool    // leads to all sides
	Wall      string  // that its way asks for; empty: by the side the plant follows
	Reservoir bool
	Airy      bool // roots in the air hang in it too
}

// ShadePot is what causes ask of a pot that light must not reach into.
const ShadePot = "shade-pot"

// NeedsOf are what a pot for a plant has to fit: by its living root as the cuts left it, the
// room its lead wants, and film or sun on the wall. Roots that stay in the air count for
// nothing.
func NeedsOf(p *patient.Patient, w Wish) Needs {
	n := Needs{
		Group:     p.Profile.Code,
		BaseMM:    w.BaseMM,
		Sympodial: p.Profile.Sympodial(),
		Clump:     w.Clump,
		Wall:      string(p.Side(disputes.PotWall)),
		FilmOrLight: p.Around().Air().Light == "sun" || len(p.Heard().Asked[ShadePot]) > 0 ||
			p.Finding("dark-film") == patient.Present,
		GrowthMMDay:  p.Profile.ElongationMMPerDay.Value,
		GrowthFrom:   p.Profile.ElongationMMPerDay.Provenance,
		Reservoir:    w.Reservoir,
		TipsAreGreen: p.Condition().TipsOut(),
		RootML:       p.Given.RootML,
		LongestMM:    p.Given.LongestMM,
		FewRoots:     p.Condition().GradeLeft() == roots.Unread || p.Condition().GradeLeft().Few(),
	}
	if own := p.Condition().GrowthMM(); own != nil {
		n.GrowthMMDay, n.GrowthOwn = *own, true
	}
	if w.Wall != "" {
		n.Wall = w.Wall
	}
	r := p.Roots()
	if r == nil {
		return n
	}
	n.LongestMM = r.After().Totals.LongestLiveMM
	for i, root := range r.Left().Roots {
		if root.Depth == roots.Aerial && !w.Airy {
			continue // left out in the air
		}
		for _, s := range r.After().Roots[i].Stretches {
			if s.State.IsLive() {
				n.RootML += float64(root.Count) * roots.VolumeCM3(s.DiameterMM, s.ToMM-s.FromMM)
			}
		}
	}
	return n
}

// The most roots of one plant, and of one batch, that a section draws.
const (
	mostDrawn   = 14
	mostOfBatch = 4
)

// Hanging are the living roots to be drawn in a section, of a batch some.
func Hanging(p *patient.Patient, w Wish) []RootIn {
	var living []RootIn
	r := p.Roots()
	if r == nil {
		return living
	}
	for i, root := range r.Left().Roots {
		if root.Depth == roots.Aerial && !w.Airy {
			continue
		}
		for _, s := range r.After().Roots[i].Stretches {
			if !s.State.IsLive() {
				continue
			}
			for range min(root.Count, mostOfBatch) {
				if len(living) < mostDrawn {
					living = append(
						living,
						RootIn{LengthMM: s.ToMM, WidthMM: s.DiameterMM, Growing: root.Tip == roots.Growing},
					)
				}
			}
		}
	}
	return living
}

// Word is the pot in the words of an intake.
func (p *Pot) Word() string {
	switch {
	case p == nil:
		return patient.NoPot
	case p.Wall == "net":
		return "other"
	case p.Wall == "":
		return "clear"
	}
	return p.Wall
}
