package rehome

import (
	"cmp"
	"context"

	"therapeon/clinic/check"
	"therapeon/clinic/mixing"
	raceservice "therapeon/clinic/race"
	"therapeon/clinic/record"
	"therapeon/core/drying"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

// PotAsk is a pot, or none, and the plant it is for.
type PotAsk struct {
	Pot         *pots.Pot `json:"pot,omitempty" description:"left out: only the advised one"`
	Group       string    `json:"group" required:"true" validate:"required,group"`
	LiveRootML  float64   `json:"live_root_ml" required:"true" validate:"root_ml" description:"volume of living root"`
	LongestMM   float64   `json:"longest_mm" required:"true" validate:"grown_mm" description:"longest living root"`
	BaseMM      float64   `json:"base_mm,omitempty" validate:"base_mm"`
	ReachMM     float64   `json:"reach_mm,omitempty" validate:"reach_mm" description:"how far the root ball hangs, measured; left out: by the longest root"`
	BulbCount   int       `json:"bulb_count,omitempty" validate:"leaves"`
	LeafSpanMM  float64   `json:"leaf_span_mm,omitempty" validate:"leaf_span_mm" description:"from leaf tip to leaf tip"`
	Mineral     bool      `json:"mineral,omitempty" description:"the medium does not rot"`
	TopDry      bool      `json:"top_dry,omitempty" description:"its grains leave the top dry above the reservoir"`
	Clump       bool      `json:"clump,omitempty"`
	FewRoots    bool      `json:"few_roots,omitempty"`
	Reservoir   bool      `json:"reservoir,omitempty"`
	TipsOut     bool      `json:"tips_out,omitempty"`
	GrowthMMDay *float64  `json:"growth_mm_day,omitempty" validate:"omitempty,growth_mm_day" description:"as measured; left out: the usual of its group"`
	Component   string    `json:"component,omitempty" validate:"code" description:"of the layer where the water stands; left out: large expanded clay"`
}

// PotAnswer is the pot advised, and how the one at hand fits.
type PotAnswer struct {
	Size pots.Size `json:"size" required:"true"`
	Fit  pots.Fit  `json:"fit" required:"true" description:"of the pot at hand, else of the one advised"`
}

func (a PotAsk) needs() pots.Needs {
	p, _ := taxa.Find(a.Group)
	needs := pots.Needs{
		Group:        a.Group,
		RootML:       a.LiveRootML,
		LongestMM:    a.LongestMM,
		WidthMM:      p.RootDiameterMM.Value,
		ReachMM:      a.ReachMM,
		BaseMM:       a.BaseMM,
		Bulbs:        a.BulbCount,
		HasBulbs:     p.HasBulbs(),
		SpanMM:       a.LeafSpanMM,
		Mineral:      a.Mineral,
		Spacious:     a.Mineral,
		DryTop:       a.TopDry,
		Sympodial:    p.Sympodial(),
		Clump:        a.Clump,
		FewRoots:     a.FewRoots,
		Reservoir:    a.Reservoir,
		TipsAreGreen: a.TipsOut,
		GrowthMMDay:  p.ElongationMMPerDay.Value,
		GrowthFrom:   p.ElongationMMPerDay.Provenance,
	}
	if a.GrowthMMDay != nil {
		needs.GrowthMMDay = *a.GrowthMMDay
	}
	return needs
}

// components are those of the table and of the house.
func (c *Service) components(ctx context.Context) ([]media.Component, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]media.Component, error) {
		all, _, err := mixing.AllComponents(ctx, tx)
		return all, err
	})
}

// ComputePot sizes a pot without saving anything.
func (c *Service) ComputePot(ctx context.Context, a PotAsk) (PotAnswer, error) {
	if err := check.Input(a); err != nil {
		return PotAnswer{}, err
	}
	all, err := c.components(ctx)
	if err != nil {
		return PotAnswer{}, err
	}
	code := cmp.Or(a.Component, media.Table().UsualFill.Value)
	below, ok := mixing.ShelfOf(all)(code)
	if !ok {
		return PotAnswer{}, record.OneFault("component", message.Of("clinic.rehome.this-component-is-not-known"),
			message.Of("clinic.rehome.a-component-see-api-v1"), a.Component)
	}
	size := pots.Table().Advise(a.needs())
	pot := size.Pot
	if a.Pot != nil {
		pot = *a.Pot
	}
	gaps := below.Gaps()
	return PotAnswer{size, pots.Table().FitOf(pot, a.needs(), gaps, media.Table().Settling.Value)}, nil
}

// MixAsk is a mix in parts, and how much of it is wanted.
type MixAsk struct {
	Parts   []media.Part `json:"parts" required:"true" validate:"components,dive"`
	VolumeL *float64     `json:"volume_l,omitempty" validate:"omitempty,mix_l" description:"settled, with what settles already added; left out: the parts are litres"`
	Style   string       `json:"style,omitempty" validate:"omitempty,oneof=wet-dry airy moist constant" description:"how moist the plant wants it"`
}

// MixAnswer is what a mix settles to.
type MixAnswer struct {
	Settled  media.Settled      `json:"settled" required:"true"`
	Measured []media.Measured   `json:"measured" required:"true"`
	Judged   []Text             `json:"judged" required:"true"`
	Rise     knowledge.Estimate `json:"rise_mm" required:"true" description:"how high it draws water above a reservoir; nothing where it does so all the way"`
	Need     []media.Want       `json:"need" required:"true" description:"against the shelf"`
}

// ComputeMix settles a mix without saving anything.
func (c *Service) ComputeMix(ctx context.Context, a MixAsk) (MixAnswer, error) {
	if err := check.Input(a); err != nil {
		return MixAnswer{}, err
	}
	all, err := c.components(ctx)
	if err != nil {
		return MixAnswer{}, err
	}
	k, known := media.Table(), mixing.ShelfOf(all)
	once, err := k.Settle(a.Parts, known)
	if err != nil {
		return MixAnswer{}, err
	}
	volume := once.VolumeL
	if a.VolumeL != nil {
		volume = *a.VolumeL
	}
	m := MixAnswer{}
	if m.Measured, m.Settled, err = k.For(volume, a.Parts, known); err != nil {
		return m, err
	}
	m.Judged = k.Judge(m.Settled, a.Style, nil)
	m.Rise = m.Settled.Rise
	have, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (map[string]float64, error) {
		return mixing.MediaOnShelf(ctx, c.Keeper, tx)
	})
	if err != nil {
		return m, err
	}
	m.Need = k.Need([][]media.Measured{m.Measured}, have, known)
	return m, nil
}

// SectionAsk is a pot with a plant in it, to be drawn.
type SectionAsk struct {
	PotAsk
	Parts     []media.Part `json:"parts" required:"true" validate:"components,dive"`
	Roots     []float64    `json:"roots_mm,omitempty" validate:"bare_roots,dive,bare_root_mm" description:"lengths of the living roots"`
	Still     string       `json:"still,omitempty" validate:"omitempty,oneof=stake skewer none"`
	DryTop    bool         `json:"dry_top,omitempty" description:"loose pieces that draw no water under the oldest bulbs"`
	DryLineMM *float64     `json:"dry_line_mm,omitempty" validate:"omitempty,damp_mm" description:"from the rim down to the damp, measured"`
}

// ComputeSection lays plant and pot out to scale without saving anything.
func (c *Service) ComputeSection(ctx context.Context, a SectionAsk) (pots.Section, error) {
	if err := check.Input(a); err != nil {
		return pots.Section{}, err
	}
	answer, err := c.ComputePot(ctx, a.PotAsk)
	if err != nil {
		return pots.Section{}, err
	}
	mix, err := c.ComputeMix(ctx, MixAsk{Parts: a.Parts})
	if err != nil {
		return pots.Section{}, err
	}
	pot := answer.Size.Pot
	if a.Pot != nil {
		pot = *a.Pot
	}
	p, _ := taxa.Find(a.Group)
	living := make([]pots.RootIn, len(a.Roots))
	for i, mm := range a.Roots {
		living[i] = pots.RootIn{
			LengthMM: mm, HangsMM: pots.Table().Reach(pots.Needs{Group: a.Group, LongestMM: mm,
				WidthMM: p.RootDiameterMM.Value}),
			WidthMM: p.RootDiameterMM.Value,
		}
	}
	filling := pots.Filling{
		Medium: message.Of("clinic.rehome.mix"),
		Grain:  mix.Settled.Grain,
		Rise:   mix.Rise,
		Wicks:  mix.Settled.Wicks,
		DryMM:  a.DryLineMM,
		Dry:    a.DryTop,
	}
	return pots.Table().Draw(pots.Scene{
		Pot: pot, Needs: a.needs(), Filling: filling, Living: living, Placement: []Text{}, Hold: a.Still,
	}), nil
}

// WeighFitAsk are weights to be fitted: of a bare plant, with its case, or of a pot.
type WeighFitAsk struct {
	Bare *raceservice.Unkept `json:"bare,omitempty" description:"a bare plant with its weighings"`
	Pot  *PotWeights         `json:"pot,omitempty" description:"a pot with its weights"`
}

// PotWeights are weights of a pot, and what is thought of it.
type PotWeights struct {
	Weights []PotWeight `json:"weights" required:"true" validate:"weights,dive" description:"the oldest first"`
	HoldsG  float64     `json:"holds_g" required:"true" validate:"holds_g" description:"water it is thought to hold, drained"`
	PerDay  float64     `json:"per_day" required:"true" validate:"per_day" description:"its pace is thought to be, 1/day"`
	DueAt   float64     `json:"due_at" required:"true" validate:"due_share" description:"share left at which it is due"`
}

// PotWeight is a weight of a pot.
type PotWeight struct {
	DaysAgo float64 `json:"days_ago" required:"true" validate:"days_ago"`
	Grams   float64 `json:"grams" required:"true" validate:"weight_g"`
	Moment  string  `json:"moment,omitempty" validate:"omitempty,oneof=wet light between"`
}

// WeighFit is what weights say.
type WeighFit struct {
	Bare *race.Fit        `json:"bare,omitempty"`
	Pot  *drying.Forecast `json:"pot,omitempty"`
}

// ComputeWeighFit fits weights without saving anything.
func (c *Service) ComputeWeighFit(a WeighFitAsk) (WeighFit, error) {
	if err := check.Input(a); err != nil {
		return WeighFit{}, err
	}
	switch {
	case (a.Bare == nil) == (a.Pot == nil):
		return WeighFit{}, record.OneFault("bare", message.Of("clinic.rehome.give-the-weights-of-a"),
			message.Of("clinic.rehome.one-of-bare-and-pot"), nil)
	case a.Bare != nil:
		fit, err := race.FitOf(a.Bare.Patient(), a.Bare.Ask())
		return WeighFit{Bare: fit}, record.Under("bare", err)
	}
	k := drying.Table()
	var list []drying.Weight
	for i, w := range a.Pot.Weights {
		if i > 0 && w.DaysAgo >= a.Pot.Weights[i-1].DaysAgo {
			return WeighFit{}, race.OutOfOrder([]race.Weighing{{DaysAgo: 0}, {DaysAgo: 0}}).Under("pot")
		}
		list = append(list,
			drying.Weight{Day: -w.DaysAgo, Grams: w.Grams, Wet: w.Moment == "wet", Light: w.Moment == "light"})
	}
	prior := k.Prior(drying.Surface{OpeningCM2: 1, DeficitKPa: 1}, a.Pot.HoldsG, 0)
	prior.PerDay = a.Pot.PerDay
	f, _ := k.Foretell(list, prior, a.Pot.DueAt)
	return WeighFit{Pot: &f}, nil
}

// RehomeKnowledge is the table of routes with that of pots.
type RehomeKnowledge struct {
	Rehome rehome.Knowledge `json:"rehome" required:"true"`
	Pots   pots.Knowledge   `json:"pots" required:"true"`
	Drying drying.Knowledge `json:"drying" required:"true"`
}

// PotOrHold is whether a plant is potted or held, and the one advice for it.
type PotOrHold struct {
	Decision judgement.Decided `json:"decision" required:"true"`
	Advice   judgement.Advice  `json:"advice" required:"true"`
}

// ComputePotOrHold decides between potting a plant and holding it, and saves nothing.
func (c *Service) ComputePotOrHold(ctx context.Context, of record.Unkept) (PotOrHold, error) {
	p, err := c.Unkept(ctx, of)
	if err != nil {
		return PotOrHold{}, err
	}
	run := race.Advised{}
	if rehome.Table().Decide(p, run).Races {
		run = c.Advice.Way(ctx, p, nil)
	}
	decided := judgement.OfPotOrHold(rehome.Table().Decide(p, run))
	return PotOrHold{decided, judgement.For(p, judgement.Known{Race: run})}, nil
}
