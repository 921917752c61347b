package pots

import (
	"fmt"
	"math"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/units"
)

// Size is the pot advised.
type Size struct {
	Pot     Pot              `json:"pot" required:"true"`
	VolumeL float64          `json:"volume_l" required:"true"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// sizing is one pot being sized.
type sizing struct {
	*Knowledge
	p   Needs
	pot Pot
	why []knowledge.Text
}

func (s *sizing) say(from knowledge.Provenance, words string, a ...any) {
	s.why = append(s.why, knowledge.Text{Value: fmt.Sprintf(words, a...), Provenance: from})
}

// Advise sizes a pot for the roots that live and for their length, not for the leaves: high enough
// that the root ball hangs free (stiff roots whole, pliable ones coiled), as wide as the base and
// one or two seasons of its lead, on a foot that carries its height. In mineral media a large pot
// is no rot question; in organic ones there is no room to spare where few roots live.
func (k *Knowledge) Advise(p Needs) Size {
	s := sizing{Knowledge: k, p: p, pot: Pot{Shape: Round, Wall: p.Wall}}
	s.high()
	s.wide()
	s.walls()
	return Size{Pot: s.pot, VolumeL: s.pot.VolumeL(), Reasons: s.why}
}

// high finds its height, and that of the water in it.
func (s *sizing) high() {
	k, p := s.Knowledge, s.p
	reach, depth := k.Reach(p), -k.Base(p.Group, p.DryTop).Value
	hangs := reach + depth
	switch {
	case p.ReachMM > 0:
		s.say(k.Coiled.Provenance, "As deep as its root ball reaches, %.0f mm as measured.", reach)
	case reach == 0 && p.OldHighMM > 0:
		hangs = p.OldHighMM - k.RimMM.Value
		s.say(k.Coiled.Provenance, "As high as its old pot, %.0f mm: how far its roots reach is not known.", p.OldHighMM)
	case reach > 0 && p.Usual:
		s.say(k.Coiled.Provenance, "No root was measured: as deep as is usual for its group, %.0f mm. Say how far its root ball hangs.", reach)
	case reach > 0 && reach < p.LongestMM:
		s.say(k.Coiled.Provenance, "Its longest living root is %.0f mm; pliable, it hangs coiled %.0f mm deep.", p.LongestMM, reach)
	case reach > 0:
		s.say(k.Stiff.Provenance, "Its longest living root is %.0f mm and does not coil: it is housed whole.", reach)
	}
	below := 0.0
	if p.Reservoir {
		hole := 0.0
		s.pot.HoleMM = &hole
		switch {
		case k.atOnce(p):
			below = k.AboveMM.Value + k.LeastMM.Value
			s.why = append(s.why, k.AtOnceWhy)
		case p.TipsAreGreen:
			below = k.AboveMM.Value + k.LeastMM.Value
			s.why = append(s.why, k.BelowWhy)
		default:
			s.why = append(s.why, k.NoReservoir)
		}
	}
	hangs = math.Max(hangs, k.LeastHighMM.Value-k.RimMM.Value)
	s.pot.HeightMM = k.sold(hangs+below+k.RimMM.Value, k.LeastHighMM.Value)
	if below > 0 {
		clear := s.pot.HeightMM - k.RimMM.Value - depth - reach - k.AboveMM.Value
		step := k.LayerStepMM.Value
		*s.pot.HoleMM = math.Max(0, math.Floor(math.Min(clear, k.MostShare.Value*s.pot.HeightMM)/step+units.Hair)*step)
	}
}

// atOnce holds for plants whose reservoir is filled on the first day.
func (k *Knowledge) atOnce(p Needs) bool { return p.Hung || k.AtOnce.Has(p.Group) }

// wide finds its width.
func (s *sizing) wide() {
	k, p := s.Knowledge, s.p
	base, from := k.base(p)
	seasons, spacing := k.Seasons[string(disputes.SmallPot)], of(k.SpacingMM, p.Group)
	if p.Spacious {
		seasons = k.Seasons[string(disputes.FreePot)]
	}
	wants := base + 2*k.BesideMM.Value
	if p.Sympodial {
		each := float64(max(1, p.Growths)) // of a lead; those of a clump share them
		if p.Clump {
			each = 2
		}
		wants = base + each*seasons.Value*spacing.Value
	}
	foot := k.StandsOn.Value * s.pot.HeightMM
	s.pot.TopMM = k.sold(math.Max(wants, foot/k.Taper.Value), k.LeastWideMM.Value)
	stands := math.Ceil(foot/k.StepMM.Value-units.Hair) * k.StepMM.Value
	s.pot.BottomMM = math.Max(k.down(k.Taper.Value*s.pot.TopMM), stands)
	switch {
	case foot/k.Taper.Value > wants:
		s.say(k.StandsOn.Provenance, "As wide as it has to be to stand: %.0f mm at the foot.", s.pot.BottomMM)
	case p.Sympodial:
		s.say(from.Provenance, "%s and %s of its lead, %.0f mm each.", from.Value, plural(seasons.Value, "season"), spacing.Value)
	default:
		s.say(from.Provenance, "%s and room beside it.", from.Value)
	}
	if old := p.OldMM; old > 0 {
		s.say(k.StepMM.Provenance, "Its old pot was %.0f mm wide.", old)
	}
	s.few(wants)
}

// few says where there is more pot than its roots can dry, and makes one for a wide base shallow.
func (s *sizing) few(wants float64) {
	k, p := s.Knowledge, s.p
	if p.Mineral {
		if p.Spacious {
			s.why = append(s.why, k.FreeWhy)
		}
		return
	}
	low := k.ShallowMM.Value + k.CrockMM.Value + k.RimMM.Value
	if needed := k.Reach(p) - k.Base(p.Group, p.DryTop).Value + k.RimMM.Value + k.CrockMM.Value; p.FewRoots &&
		!p.Reservoir && needed <= low && wants > k.LeastWideMM.Value {
		s.pot.CrockMM, s.pot.HeightMM = k.CrockMM.Value, k.sold(low, k.LeastHighMM.Value)
		s.say(k.ShallowMM.Provenance,
			"Wide and shallow for a wide base with few roots: %.0f mm of medium over a layer of broken crock.",
			k.ShallowMM.Value)
		return
	}
	if p.RootML/units.MLPerL < k.LeastShare.Value*s.pot.VolumeL() {
		s.why = append(s.why, k.CappedWhy)
	}
}

// walls finds what it is made of.
func (s *sizing) walls() {
	k, p := s.Knowledge, s.p
	if s.pot.Wall == "" {
		s.pot.Wall = "clear"
	}
	if p.FilmOrLight && s.pot.Wall == "clear" {
		s.pot.Wall = "opaque"
		s.why = append(s.why, k.OpaqueWhy)
	} else {
		s.why = append(s.why, k.Walls[s.pot.Wall].Words)
	}
	if s.pot.Wall == "clear" || s.pot.Wall == "opaque" {
		s.pot.SideHoles = true
		s.why = append(s.why, k.SideHolesWhy)
	}
}

// base is the width of the base, mm, and where it is known from.
func (k *Knowledge) base(p Needs) (float64, knowledge.Text) {
	switch {
	case p.BaseMM > 0:
		return p.BaseMM, knowledge.Text{
			Value:      fmt.Sprintf("Its base, %.0f mm wide as measured,", p.BaseMM),
			Provenance: k.BesideMM.Provenance,
		}
	case p.Bulbs > 0 && p.Sympodial:
		spacing := of(k.SpacingMM, p.Group)
		mm := float64(p.Bulbs-1) * spacing.Value
		return mm, knowledge.Text{
			Value:      fmt.Sprintf("Its base, about %.0f mm for %s,", mm, plural(float64(p.Bulbs), "bulb")),
			Provenance: spacing.Provenance,
		}
	}
	span, words := knowledge.Number{Value: p.SpanMM}, "as measured"
	if p.SpanMM <= 0 {
		span, words = of(k.SpanMM, p.Group), "as usual for its group"
	}
	mm := k.SpanShare.Value * span.Value
	return mm, knowledge.Text{
		Value:      fmt.Sprintf("Its base, about %.0f mm for leaves of %.0f mm from tip to tip, %s,", mm, span.Value, words),
		Provenance: k.SpanShare.Provenance,
	}
}

// Reach is how far its root ball hangs below the base, mm: as measured, else its longest living
// root, whole where roots of its kind are stiff, coiled where they are pliable.
func (k *Knowledge) Reach(p Needs) float64 {
	switch {
	case p.ReachMM > 0:
		return p.ReachMM
	case p.HangsMM > 0:
		return p.HangsMM
	}
	return k.hangs(p.Group, p.LongestMM, p.WidthMM)
}

// hangs is how far a root of a length and thickness reaches down.
func (k *Knowledge) hangs(group string, lengthMM, widthMM float64) float64 {
	if k.Stiff.Has(group) || widthMM >= k.StiffFromMM.Value {
		return lengthMM
	}
	return k.Coiled.Value * lengthMM
}

// sold is the next size up in which pots are sold.
func (k *Knowledge) sold(mm, least float64) float64 {
	step := k.StepMM.Value
	return math.Max(least, math.Ceil(mm/step-units.Hair)*step)
}

func (k *Knowledge) down(mm float64) float64 { return math.Floor(mm/k.StepMM.Value) * k.StepMM.Value }

func plural(n float64, one string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%.0f %ss", n, one)
}
