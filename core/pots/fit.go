package pots

import (
	"fmt"
	"math"

	"therapeon/core/knowledge"
)

// Size is the pot advised.
type Size struct {
	Pot     Pot              `json:"pot" required:"true"`
	VolumeL float64          `json:"volume_l" required:"true"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// Advise sizes a pot to the roots that live, in mL, not to the leaves, and no narrower than the
// base and the room its lead wants, in mm. A plant without roots or a measured base has the
// least pot of the table.
func (k *Knowledge) Advise(p Needs) Size {
	var why []knowledge.Text
	say := func(from knowledge.Provenance, words string, a ...any) {
		why = append(why, knowledge.Text{Value: fmt.Sprintf(words, a...), Provenance: from})
	}
	wantedML := math.Max(k.LeastML.Value, p.RootML/k.RootShare.Value)
	// Of a usual pot: V = π·h·(D²+Dd+d²)/12, with h and d as shares of D.
	taper := k.Taper.Value
	byRoots := math.Cbrt(wantedML * 1000 * 12 / (math.Pi * k.HeightShare.Value * (1 + taper + taper*taper)))
	say(k.RootShare.Provenance, "Sized to %.0f mL of living root: about %.0f mL of pot.", p.RootML, wantedML)
	byBase := 0.0
	if p.BaseMM > 0 {
		byBase = p.BaseMM + 2*k.BesideMM.Value
		if p.Sympodial && !p.Clump {
			byBase = p.BaseMM + k.BesideMM.Value + k.LeadRoomMM.Value
		}
	}
	pot := Pot{Shape: Round, Wall: p.Wall, TopMM: k.sold(math.Max(byRoots, byBase))}
	pot.BottomMM, pot.HeightMM = k.sold(taper*pot.TopMM), k.sold(k.HeightShare.Value*pot.TopMM)
	if byBase > k.BaseOverRoots.Value*byRoots {
		say(k.BesideMM.Provenance, "The base is %.0f mm wide, so it is no narrower than %.0f mm.", p.BaseMM, byBase)
		if p.FewRoots {
			pot.CrockMM = k.CrockMM.Value
			pot.HeightMM = k.sold(k.ShallowMM.Value + pot.CrockMM + k.RimMM.Value)
			say(
				k.ShallowMM.Provenance,
				"Wide and shallow for a wide base with few roots: %.0f mm of medium over a layer of broken crock.",
				k.ShallowMM.Value,
			)
		}
	}
	if p.FewRoots && pot.CrockMM == 0 && pot.HeightMM > p.LongestMM+k.SpareMM.Value {
		step := k.LayerStepMM.Value
		pot.CrockMM = math.Round(pot.HeightMM*k.CrockShare.Value/step) * step
		say(k.CrockShare.Provenance, "A coarse layer of %.0f mm below, where no roots reach yet.", pot.CrockMM)
	}
	if pot.Wall == "" {
		pot.Wall = "clear"
	}
	if p.FilmOrLight && pot.Wall == "clear" {
		pot.Wall = "opaque"
		why = append(why, k.OpaqueWhy)
	} else {
		why = append(why, k.Walls[pot.Wall].Words)
	}
	if pot.Wall == "clear" || pot.Wall == "opaque" {
		pot.SideHoles = true
		why = append(why, k.SideHolesWhy)
	}
	if p.Reservoir {
		why = append(why, k.reservoir(&pot, p))
	}
	return Size{Pot: pot, VolumeL: pot.VolumeL(), Reasons: why}
}

// reservoir makes a pot one with a reservoir that living old roots do not touch,
// taller where it has to be: none until tips are green, and none where no pot that
// stands is tall enough.
func (k *Knowledge) reservoir(pot *Pot, p Needs) knowledge.Text {
	hole := 0.0
	pot.HoleMM = &hole
	if !p.TipsAreGreen {
		return k.NoReservoir
	}
	said := k.Shallow
	needs := p.LongestMM - k.Base(p.Group).Value + k.AboveMM.Value + k.LeastMM.Value + k.RimMM.Value
	if needs > pot.HeightMM {
		if k.sold(needs) > k.Tallest.Value*pot.TopMM {
			return k.Cannot
		}
		pot.HeightMM, said = k.sold(needs), k.Tall
	}
	clear := pot.FillMM() + k.Base(p.Group).Value - p.LongestMM - k.AboveMM.Value
	step := k.LayerStepMM.Value
	hole = math.Max(0, math.Floor(math.Min(clear, k.MostShare.Value*pot.HeightMM)/step)*step)
	return said
}

// sold is the next size up in which pots are sold.
func (k *Knowledge) sold(mm float64) float64 {
	step := k.StepMM.Value
	return math.Max(k.LeastWideMM.Value, math.Ceil(mm/step-1e-9)*step)
}

// Fit is how a pot suits a plant.
type Fit struct {
	VolumeL     float64          `json:"volume_l" required:"true"`
	FillL       float64          `json:"fill_l" required:"true" description:"up to the surface of the medium"`
	CrockL      float64          `json:"crock_l" required:"true"`
	RootBallL   float64          `json:"root_ball_l" required:"true"`
	MediumL     float64          `json:"medium_l" required:"true" description:"to have ready, with what settles"`
	ReservoirL  float64          `json:"reservoir_l" required:"true" description:"water it holds below its holes, between the pieces there"`
	BaseMM      float64          `json:"base_mm" required:"true" description:"height of the base of the plant"`
	RootEndMM   float64          `json:"root_end_mm" required:"true" description:"height of the end of the longest living root"`
	GapMM       *float64         `json:"gap_mm,omitempty" description:"from there down to the water; below 0: it stands in it"`
	DaysToWater *float64         `json:"days_to_water,omitempty"`
	Times       float64          `json:"times" required:"true" description:"its volume over the one that fits the roots"`
	Verdict     string           `json:"verdict" required:"true" enum:"fits,big,small,narrow"`
	Words       []knowledge.Text `json:"words" required:"true"`
}

// FitOf says how a pot suits a plant. gaps is the share of the layer at the bottom
// that water can fill; settling is how much more medium to have ready.
func (k *Knowledge) FitOf(pot Pot, p Needs, gaps, settling float64) Fit {
	f := Fit{
		VolumeL: pot.VolumeL(),
		FillL:   pot.BelowL(pot.FillMM()),
		CrockL:  pot.BelowL(pot.CrockMM),
		Words:   []knowledge.Text{},
	}
	say := func(from knowledge.Provenance, words string, a ...any) {
		f.Words = append(f.Words, knowledge.Text{Value: fmt.Sprintf(words, a...), Provenance: from})
	}
	f.RootBallL = math.Min(p.RootML/1000*k.BallSpread.Value, (f.FillL-f.CrockL)/2)
	f.MediumL = (f.FillL - f.CrockL - f.RootBallL) * settling
	f.ReservoirL = pot.BelowL(pot.WaterMM()) * gaps
	f.BaseMM = pot.FillMM() + k.Base(p.Group).Value
	f.RootEndMM = math.Max(0, f.BaseMM-p.LongestMM)
	fits := math.Max(k.LeastML.Value, p.RootML/k.RootShare.Value) / 1000
	f.Times = f.VolumeL / fits
	f.Verdict = "fits"
	switch {
	case p.BaseMM > 0 && pot.WidthMM(pot.FillMM()) < p.BaseMM:
		f.Verdict = "narrow"
		say(k.BesideMM.Provenance, "Its base is wider than this pot.")
	case f.Times > k.TooBig.Value && !wideForBase(pot, p, k):
		f.Verdict = "big"
		say(
			k.TooBig.Provenance,
			"%.1f times the pot that its living roots fill. Medium that no root reaches stays wet and goes stale.",
			f.Times,
		)
	case f.Times < k.TooSmall.Value:
		f.Verdict = "small"
		say(k.TooSmall.Provenance, "Its living roots do not go into this pot without bending hard.")
	}
	if pot.WaterMM() > 0 {
		gap := f.RootEndMM - pot.WaterMM()
		f.GapMM = &gap
		if gap < 0 {
			say(
				k.StandsInIt.Provenance,
				"The longest living root stands %.0f mm deep in the water. %s",
				-gap,
				k.StandsInIt.Value,
			)
		} else if p.GrowthMMDay > 0 {
			days := gap / p.GrowthMMDay
			f.DaysToWater = &days
			by := "the usual growth of its group"
			if p.GrowthOwn {
				by = "its own growth as read"
			}
			say(
				p.GrowthFrom,
				"Roots reach the water in about %.0f days, by %s, %.2g mm a day.",
				days,
				by,
				p.GrowthMMDay,
			)
		}
	}
	return f
}

// wideForBase holds for a shallow pot that is as wide as its base wants.
func wideForBase(pot Pot, p Needs, k *Knowledge) bool {
	return p.BaseMM > 0 && pot.FillMM()-pot.CrockMM <= k.ShallowTimes.Value*k.ShallowMM.Value &&
		pot.TopMM <= k.WideTimes.Value*(p.BaseMM+k.LeadRoomMM.Value+k.BesideMM.Value)
}
