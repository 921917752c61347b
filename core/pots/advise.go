package pots

import (
	"cmp"
	"math"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Size is the pot advised.
type Size struct {
	Pot     Pot              `json:"pot" required:"true"`
	VolumeL float64          `json:"volume_l" required:"true"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
	Asks    []string         `json:"asks" required:"true" description:"fields of the plan to be measured first: without them it comes out larger than a bench holds"`
}

// sizing is one pot being sized.
type sizing struct {
	*Knowledge
	p   Needs
	pot Pot
	why []knowledge.Text
	ask []string
}

func (s *sizing) say(from knowledge.Provenance, m message.Message) {
	s.why = append(s.why, knowledge.Text{Value: m, Provenance: from})
}

// Advise sizes a pot for the roots that live and for their length, not for the leaves: high enough
// that the root ball hangs free (stiff roots whole, pliable ones coiled), as wide as the base and
// one or two seasons of its lead, on a foot that carries its height. In mineral media a large pot
// is no rot question; in organic ones there is no room to spare where few roots live.
func (k *Knowledge) Advise(p Needs) Size {
	s := sizing{Knowledge: k, p: p, pot: Pot{Shape: Round, Wall: p.Wall}}
	s.ask = []string{}
	s.high()
	if p.ReachMM == 0 {
		s.asks(s.pot.HeightMM, k.MostHighMM, "reach_mm", "pots.say.too-high")
		s.pot.HeightMM = min(s.pot.HeightMM, k.MostHighMM.Value)
	}
	s.wide()
	s.walls()
	return Size{Pot: s.pot, VolumeL: s.pot.VolumeL(), Reasons: s.why, Asks: s.ask}
}

// asks says that a measure would be larger than a bench holds, and asks for what made it.
func (s *sizing) asks(mm float64, most knowledge.Number, field, words string) {
	if mm <= most.Value {
		return
	}
	args := []message.Arg{message.Fixed("mm", mm, 0, "mm"), message.Fixed("most", most.Value, 0, "mm")}
	s.say(most.Provenance, message.Of(words, args...))
	s.ask = append(s.ask, field)
}

// high finds its height, and that of the water in it.
func (s *sizing) high() {
	k, p := s.Knowledge, s.p
	reach, depth := k.Reach(p), -k.Base(p.Group, p.DryTop).Value
	hangs := reach + depth
	switch {
	case p.ReachMM > 0:
		s.say(k.Coiled.Provenance, message.Of("pots.say.as-deep-as-its-root", message.Fixed("reach", reach, 0, "mm")))
	case reach == 0 && p.OldHighMM > 0:
		hangs = p.OldHighMM - k.RimMM.Value
		s.say(k.Coiled.Provenance, message.Of("pots.say.as-high-as-its-old", message.Fixed("old_high_mm", p.OldHighMM, 0, "mm")))
	case reach > 0 && p.Usual:
		s.say(k.Coiled.Provenance, message.Of("pots.say.no-root-was-measured-as", message.Fixed("reach", reach, 0, "mm")))
	case reach > 0 && reach < p.LongestMM:
		s.say(
			k.Coiled.Provenance,
			message.Of("pots.say.its-longest-living-root-is",
				message.Fixed("longest_mm", p.LongestMM, 0, "mm"), message.Fixed("reach", reach, 0, "mm")),
		)
	case reach > 0:
		s.say(k.Stiff.Provenance, message.Of("pots.say.its-longest-living-root-is-2", message.Fixed("reach", reach, 0, "mm")))
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
	if p.AsOld && p.OldHighMM > k.RimMM.Value {
		hangs = math.Max(hangs, p.OldHighMM-k.RimMM.Value)
	}
	hangs = math.Max(hangs, k.LeastHighMM.Value-k.RimMM.Value)
	least := k.LeastHighMM.Value
	if p.Hung {
		least = k.HungHighMM.Value
	}
	s.pot.HeightMM = k.sold(hangs+below+p.CoarseMM+k.RimMM.Value, least)
	s.pot.CrockMM = k.Coarse(p, s.pot)
	if below > 0 {
		clear := s.pot.HeightMM - k.RimMM.Value - depth - reach - k.AboveMM.Value
		step := k.LayerStepMM.Value
		*s.pot.HoleMM = math.Max(0, math.Floor(math.Min(clear, k.MostShare.Value*s.pot.HeightMM)/step+units.Hair)*step)
	}
}

// Coarse is how thick the coarse layer under a medium is, mm; 0: none.
func (k *Knowledge) Coarse(p Needs, pot Pot) float64 {
	if p.CoarseShare > 0 {
		step := k.LayerStepMM.Value
		return math.Floor(p.CoarseShare*pot.FillMM()/step+units.Hair) * step
	}
	return math.Min(p.CoarseMM, pot.FillMM()/2)
}

// atOnce holds for plants whose reservoir is filled on the first day.
func (k *Knowledge) atOnce(p Needs) bool { return p.Hung || k.AtOnce.Has(p.Group) }

// wide finds its width.
func (s *sizing) wide() {
	k, p := s.Knowledge, s.p
	base, known := k.base(p)
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
	if p.AsOld && p.OldMM > wants {
		wants, known = p.OldMM, based{code: "as-old", from: k.AsOld.Provenance}
	}
	full := wants
	if p.BaseMM == 0 {
		wants = min(wants, k.MostWideMM.Value)
	}
	foot := k.StandsOn.Value * s.pot.HeightMM
	s.pot.TopMM = k.sold(math.Max(wants, foot/k.Taper.Value), k.LeastWideMM.Value)
	stands := math.Ceil(foot/k.StepMM.Value-units.Hair) * k.StepMM.Value
	s.pot.BottomMM = math.Max(k.down(k.Taper.Value*s.pot.TopMM), stands)
	switch {
	case foot/k.Taper.Value > wants:
		s.say(k.StandsOn.Provenance, message.Of("pots.say.as-wide-as-it-has", message.Fixed("bottom_mm", s.pot.BottomMM, 0, "mm")))
	case known.code == "as-old":
		s.say(known.from, message.Of("pots.say.as-old", known.args...))
	case p.Sympodial:
		s.say(
			known.from,
			message.Of(
				"pots.say.base-"+known.code+"-and-lead",
				append(known.args, message.Exact("n", seasons.Value, ""),
					message.Fixed("spacing", spacing.Value, 0, "mm"))...),
		)
	default:
		s.say(known.from, message.Of("pots.say.base-"+known.code+"-and-room", known.args...))
	}
	if p.BaseMM == 0 {
		s.asks(full, k.MostWideMM, "base_mm", "pots.say.too-wide")
	}
	if old := p.OldMM; old > 0 {
		s.say(k.StepMM.Provenance, message.Of("pots.say.its-old-pot-was-wide", message.Fixed("old", old, 0, "mm")))
	}
	s.few(wants)
}

// few says where there is more pot than its roots can dry, and makes one for a wide base shallow.
func (s *sizing) few(wants float64) {
	k, p := s.Knowledge, s.p
	if p.Mineral || k.AsOld.Has(p.Group) {
		if p.Spacious && p.Mineral {
			s.why = append(s.why, k.FreeWhy)
		}
		return
	}
	layer := cmp.Or(p.CoarseMM, k.CrockMM.Value)
	low := k.ShallowMM.Value + layer + k.RimMM.Value
	if needed := k.Reach(p) - k.Base(p.Group, p.DryTop).Value + k.RimMM.Value + layer; p.FewRoots &&
		!p.Reservoir && needed <= low && wants > k.LeastWideMM.Value {
		s.pot.CrockMM, s.pot.HeightMM = layer, k.sold(low, k.LeastHighMM.Value)
		s.say(k.ShallowMM.Provenance,
			message.Of("pots.say.wide-and-shallow-for-a", message.Fixed("shallow_mm", k.ShallowMM.Value, 0, "mm")))
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

// based is how the width of a base is known: what says so, and what that names.
type based struct {
	code string
	args []message.Arg
	from knowledge.Provenance
}

// base is the width of the base, mm, and how it is known.
func (k *Knowledge) base(p Needs) (float64, based) {
	switch {
	case p.BaseMM > 0:
		return p.BaseMM, based{
			"measured",
			[]message.Arg{message.Fixed("base_mm", p.BaseMM, 0, "mm")},
			k.BesideMM.Provenance,
		}
	case p.Joints > 0 && p.Sympodial:
		spacing := of(k.SpacingMM, p.Group)
		mm := float64(p.Joints) * spacing.Value
		return mm, based{"of-arms", []message.Arg{message.Fixed("mm", mm, 0, "mm"),
			message.Count("joints", p.Joints)}, spacing.Provenance}
	case p.Bulbs > 0 && p.Sympodial:
		spacing := of(k.SpacingMM, p.Group)
		mm := float64(p.Bulbs-1) * spacing.Value
		bulbs := message.Told("bulbs", message.Of("pots.say.bulbs", message.Count("n", p.Bulbs)))
		return mm, based{"of-bulbs", []message.Arg{message.Fixed("mm", mm, 0, "mm"), bulbs}, spacing.Provenance}
	}
	span, code := knowledge.Number{Value: p.SpanMM}, "of-leaves-measured"
	if p.SpanMM <= 0 {
		span, code = of(k.SpanMM, p.Group), "of-leaves-usual"
	}
	mm := k.SpanShare.Value * span.Value
	return mm, based{
		code, []message.Arg{message.Fixed("mm", mm, 0, "mm"), message.Fixed("span", span.Value, 0, "mm")},
		k.SpanShare.Provenance,
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
