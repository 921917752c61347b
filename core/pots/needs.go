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
	LongestMM    float64 // the longest living root, from the base to the end of what lives
	Usual        bool    // that is as usual for its group: no length was read
	WidthMM      float64 // of such a root
	HangsMM      float64 // how far the one that reaches deepest hangs; 0: by the longest
	ReachMM      float64 // how far the root ball reaches below the base, measured; 0: not
	BaseMM       float64 // width of the base; 0: not measured
	Bulbs        int
	Joints       int     // along the longest way through its rhizome, as drawn; 0: it was not
	HasBulbs     bool    // its kind has bulbs or canes
	Growths      int     // that its lead makes in a season; 0: one
	SpanMM       float64 // from leaf tip to leaf tip, measured; 0: not
	OldMM        float64 // width of the pot it came in; 0: not known
	OldHighMM    float64 // its height; 0: not known
	Mineral      bool    // the medium does not rot
	Spacious     bool    // room for two seasons, else for one
	DryTop       bool    // its grains leave the top dry
	Hung         bool    // above the water
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
	CoarseMM     float64 // a coarse layer under the medium, so thick; 0: none
	CoarseShare  float64 // or such a share of the filling
	AsOld        bool    // its old pot's size is right for it
}

// Wish is what is wanted of a pot beside what the plant itself needs.
type Wish struct {
	BaseMM    float64 // width of the base; 0: not measured
	ReachMM   float64 // of the root ball below the base; 0: not measured
	Mineral   bool    // its medium does not rot
	DryTop    bool    // its grains leave the top dry
	Hung      bool    // above the water
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
		ReachMM:   w.ReachMM,
		Bulbs:     p.Broken().Bulbs(),
		Joints:    p.Rhizome.Joints,
		HasBulbs:  p.Profile.HasBulbs(),
		Growths:   p.Intake.UsualGrowths,
		SpanMM:    2 * p.Intake.LongestLeafMM(),
		WidthMM:   p.Profile.RootDiameterMM.Value,
		OldMM:     p.Intake.OldPotMM,
		OldHighMM: p.Intake.OldPotHighMM,
		Mineral:   w.Mineral,
		DryTop:    w.DryTop,
		Hung:      w.Hung,
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
	n.Spacious = spacious(p, w, n.FewRoots)
	n.AsOld = Table().AsOld.Has(n.Group) && p.Finding("overpotted") != patient.Present
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
	k, airy := Table(), w.Airy || HousesAerial(p)
	for i, root := range r.Left().Roots {
		if root.Depth == roots.Aerial && !airy {
			continue // left out in the air
		}
		for _, s := range r.After().Roots[i].Stretches {
			if !s.State.IsLive() {
				continue
			}
			n.RootML += float64(root.Count) * roots.VolumeCM3(s.DiameterMM, s.ToMM-s.FromMM)
			n.LongestMM = max(n.LongestMM, s.ToMM)
			n.HangsMM = max(n.HangsMM, k.hangs(n.Group, s.ToMM, s.DiameterMM))
		}
	}
	if dip := r.After().Totals.Dip; dip != nil { // weighed in water: what lives of it, by surface
		n.RootML = dip.VolumeML * r.After().Totals.LiveAreaCM2.Point / dip.AreaCM2.Point
		if len(r.Left().Roots) == 0 && n.RootML > 0 {
			n.LongestMM, n.Usual = p.Profile.RootLengthMM.Value, true
		}
	}
	return n
}

// spacious holds where there is room for two seasons, by the side the plant follows on the size
// of its pot, else by its medium; never round few roots in what rots.
func spacious(p *patient.Patient, w Wish, few bool) bool {
	switch p.Side(disputes.PotSize) {
	case disputes.SmallPot:
		return false
	case disputes.FreePot:
		return w.Mineral || !few
	}
	return w.Mineral
}

// HousesAerial holds where live roots in the air are bent into the pot: by the side the plant
// follows, or because few live in the pot.
func HousesAerial(p *patient.Patient) bool {
	switch p.Side(disputes.AerialRoots) {
	case disputes.SoakAndPot:
		return true
	case disputes.PotIfFew:
		return p.Condition().Aerial() && fewPotted(p)
	}
	return false
}

// fewPotted holds where what lives below the surface is too little for what it has to feed, or
// where that is not known, less than what lives in the air.
func fewPotted(p *patient.Patient) bool {
	r := p.Roots()
	if r == nil || r.After().Totals.Dip != nil { // weighed, it was not read root by root
		return p.Condition().GradeLeft().Few()
	}
	potted, airy := 0.0, 0.0 // cm²
	for i, root := range r.Left().Roots {
		for _, s := range r.After().Roots[i].Stretches {
			switch cm2 := float64(root.Count) * roots.SideAreaCM2(s.DiameterMM, s.ToMM-s.FromMM); {
			case !s.State.IsLive():
			case root.Depth == roots.Aerial:
				airy += cm2
			default:
				potted += cm2
			}
		}
	}
	feeds := p.Condition().Reader(r.On).FeedsCM2()
	return feeds == 0 && potted < airy || potted < feeds*roots.Known().Figures.PoorFed.Value
}

// Hanging are the living roots to be drawn in a section, of a batch some.
func Hanging(p *patient.Patient, w Wish) []RootIn {
	var living []RootIn
	r := p.Roots()
	if r == nil {
		return living
	}
	airy := w.Airy || HousesAerial(p)
	for i, root := range r.Left().Roots {
		if root.Depth == roots.Aerial && !airy {
			continue
		}
		for _, s := range r.After().Roots[i].Stretches {
			if !s.State.IsLive() {
				continue
			}
			for range min(root.Count, int(Table().DrawnOfBatch.Value)) {
				if len(living) < int(Table().DrawnRoots.Value) {
					living = append(
						living,
						RootIn{
							LengthMM: s.ToMM, HangsMM: Table().hangs(p.Profile.Code, s.ToMM, s.DiameterMM),
							WidthMM: s.DiameterMM,
							Growing: root.Tip == roots.Growing,
						},
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
