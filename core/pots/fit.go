package pots

import (
	"math"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Fit is how a pot suits a plant.
type Fit struct {
	VolumeL     float64          `json:"volume_l" required:"true"`
	FillL       float64          `json:"fill_l" required:"true" description:"up to the surface of the medium"`
	CrockL      float64          `json:"crock_l" required:"true"`
	RootBallL   float64          `json:"root_ball_l" required:"true"`
	MediumL     float64          `json:"medium_l" required:"true" description:"to have ready, with what settles"`
	ReservoirL  float64          `json:"reservoir_l" required:"true" description:"water it holds below its holes, between the pieces there"`
	BaseMM      float64          `json:"base_mm" required:"true" description:"height of the base of the plant"`
	RootEndMM   float64          `json:"root_end_mm" required:"true" description:"height of the lowest living root"`
	GapMM       *float64         `json:"gap_mm,omitempty" description:"from there down to the water; below 0: it stands in it"`
	DaysToWater *float64         `json:"days_to_water,omitempty"`
	RootShare   float64          `json:"root_share" required:"true" description:"living root over the volume of the pot"`
	Verdict     string           `json:"verdict" required:"true" enum:"fits,big,small,narrow,topples"`
	Words       []knowledge.Text `json:"words" required:"true"`

	VerdictWords knowledge.Sentence `json:"verdict_words" required:"true"`
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
	reach := k.Reach(p)
	f.RootBallL = math.Min(p.RootML/units.MLPerL*k.BallSpread.Value, (f.FillL-f.CrockL)/2)
	f.MediumL = (f.FillL - f.CrockL - f.RootBallL) * settling
	f.ReservoirL = pot.BelowL(pot.WaterMM()) * gaps
	f.BaseMM = pot.FillMM() + k.Base(p.Group, p.DryTop).Value
	f.RootEndMM = math.Max(0, f.BaseMM-reach)
	f.RootShare = p.RootML / units.MLPerL / f.VolumeL
	f.judge(k, pot, p, reach)
	f.VerdictWords = knowledge.Say(message.Of("pots.verdicts." + f.Verdict))
	if pot.WaterMM() > 0 {
		f.water(k, pot, p)
	}
	return f
}

// judge says what is wrong with a pot, the worst of it as the verdict.
func (f *Fit) judge(k *Knowledge, pot Pot, p Needs, reach float64) {
	f.Verdict = "fits"
	worst := func(verdict string, from knowledge.Provenance, m message.Message) {
		if f.Verdict == "fits" {
			f.Verdict = verdict
		}
		f.Words = append(f.Words, knowledge.Text{Value: m, Provenance: from})
	}
	if p.BaseMM > 0 && pot.WidthMM(pot.FillMM()) < p.BaseMM {
		worst("narrow", k.BesideMM.Provenance, message.Of("pots.say.its-base-is-wider-than"))
	}
	if short := reach - (f.BaseMM - pot.CrockMM); reach > 0 && short > k.StepMM.Value/2 {
		worst("small", k.Coiled.Provenance, message.Of("pots.say.its-living-roots-reach-deeper", message.Fixed("short", short, 0, "mm")))
	}
	if !k.stands(pot) {
		worst("topples", k.TopplesWhy.Provenance, k.TopplesWhy.Value)
	}
	if !p.Mineral && !k.AsOld.Has(p.Group) && f.RootShare < k.LeastShare.Value && !k.shallow(pot) &&
		f.VolumeL > k.Advise(p).VolumeL {
		worst(
			"big",
			k.LeastShare.Provenance,
			message.Of("pots.say.its-living-roots-are-of", message.Rough("percent", units.Percent*f.RootShare, 1, "%")),
		)
	}
}

// water says how far the lowest living root is from a reservoir.
func (f *Fit) water(k *Knowledge, pot Pot, p Needs) {
	gap := f.RootEndMM - pot.WaterMM()
	f.GapMM = &gap
	switch {
	case gap < 0:
		f.Words = append(f.Words, knowledge.Text{
			Value:      message.All(message.Of("pots.say.the-lowest-living-root-stands", message.Fixed("deep", -gap, 0, "mm")), k.StandsInIt.Value),
			Provenance: k.StandsInIt.Provenance,
		})
	case p.GrowthMMDay > 0:
		days := gap / p.GrowthMMDay
		f.DaysToWater = &days
		code := "pots.say.water-by-its-kind"
		if p.GrowthOwn {
			code = "pots.say.water-by-its-own"
		}
		f.Words = append(f.Words, knowledge.Text{
			Value: message.Of(
				code,
				message.Fixed("days", days, 0, "days"),
				message.Rough("growth", p.GrowthMMDay, 2, "mm"),
			),
			Provenance: p.GrowthFrom,
		})
	}
}

// stands holds for a pot whose foot is wide enough for its height. A bowl lies on its side wall.
func (k *Knowledge) stands(pot Pot) bool {
	foot := pot.BottomMM
	if pot.Shape == Bowl {
		foot = pot.TopMM
	}
	if pot.Shape == Box {
		foot = math.Min(foot, pot.bottomDepth())
	}
	return foot >= k.StandsOn.Value*pot.HeightMM-k.StepMM.Value/2 || pot.Wall == "basket"
}

// shallow holds for a pot that is low over its coarse layer.
func (k *Knowledge) shallow(pot Pot) bool {
	return pot.FillMM()-pot.CrockMM <= k.ShallowTimes.Value*k.ShallowMM.Value
}
