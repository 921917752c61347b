package roots

import (
	"math"

	"therapeon/core/knowledge"
	"therapeon/core/units"
)

// Dip is a root mass held in a tared jug of water, not touching it: by Archimedes' principle the
// jug weighs as many grams more as the roots push millilitres of water aside.
type Dip struct {
	Grams      float64  `json:"grams" required:"true" validate:"dip_g" title:"roots.Dip.grams" description:"what the tared jug shows; 1 g is 1 mL"`
	DiameterMM *float64 `json:"diameter_mm,omitempty" validate:"omitempty,root_width_mm" title:"roots.Dip.diameter_mm" description:"thickness of most of them; left out: as usual for the group"`
	Lives      Lives    `json:"lives,omitempty" validate:"omitempty,oneof=none little half most all" description:"how much of it is firm; not heeded where roots are read beside it"`
}

// Lives is how much of a root mass is firm between two fingers. The empty one is "not felt".
type Lives string

// Of all, and of none of it.
const (
	AllLives  Lives = "all"
	NoneLives Lives = "none"
)

// Dipped is what a dip comes to: all that was dipped, living or dead.
type Dipped struct {
	VolumeML   float64 `json:"volume_ml" required:"true"`
	DiameterMM float64 `json:"diameter_mm" required:"true"`
	AreaCM2    Range   `json:"area_cm2" required:"true" description:"side area, by how well a scale reads and how sure the thickness is"`
	LengthMM   Range   `json:"length_mm" required:"true"`
}

// Displaced is the side area and length of a root mass that pushes so many mL aside, as round
// roots of one thickness: A = 4V/d, L = 4V/(πd²). The area has the error of the scale and of the
// thickness; the length that of the thickness twice.
func Displaced(d Dip, usualMM float64) Dipped {
	f := Known().Figures
	mm, strays := usualMM, f.DipUsualStrays.Value
	if d.DiameterMM != nil {
		mm, strays = *d.DiameterMM, f.DipMeasuredStrays.Value
	}
	area := func(ml, mm float64) float64 { return 4 * (units.MM3PerML / units.MM2PerCM) * ml / mm }
	length := func(ml, mm float64) float64 { return 4 * units.MM3PerML * ml / (math.Pi * mm * mm) }
	low, high := max(0, d.Grams-f.DipScaleG.Value), d.Grams+f.DipScaleG.Value
	return Dipped{
		VolumeML:   d.Grams,
		DiameterMM: mm,
		AreaCM2:    Range{area(low, mm*strays), area(d.Grams, mm), area(high, mm/strays)},
		LengthMM:   Range{length(low, mm*strays), length(d.Grams, mm), length(high, mm/strays)},
	}
}

// living is the share that lives: by the roots read beside the dip, else as felt.
func (d Dip) living(r Reading, byArea Range) Range {
	if len(r.Roots) > 0 {
		return byArea
	}
	felt, ok := Known().DipLives[d.Lives]
	if !ok {
		return Range{Low: 0, Point: Known().Figures.DoubtfulWeight.Value, High: 1}
	}
	return Range{felt.Low / units.Percent, felt.Value / units.Percent, felt.High / units.Percent}
}

// dip puts what a root mass displaced in the place of what was estimated root by root.
func (t *Totals) dip(r Reading, c Context) {
	if r.Dip == nil {
		return
	}
	of := Displaced(*r.Dip, c.UsualDiameterMM)
	share := r.Dip.living(r, t.ViableByArea)
	lives := func(all Range) Range {
		return Range{all.Low * share.Low, all.Point * share.Point, all.High * share.High}
	}
	t.Dip, t.LiveAreaCM2, t.LiveLengthMM = &of, lives(of.AreaCM2), lives(of.LengthMM)
	if len(r.Roots) == 0 {
		t.ViableByLength, t.ViableByArea = share, share
		t.LiveAfterMM = t.LiveLengthMM
	}
}

// Left is the dip of what cuts left, by the volume they took of the roots read.
func (d *Dip) Left(before, after Totals) *Dip {
	if was := before.volume(); d != nil && was > 0 {
		left := *d
		left.Grams = d.Grams * after.volume() / was
		return &left
	}
	return d
}

func (t Totals) volume() float64 { return t.Live.VolumeCM3 + t.Doubtful.VolumeCM3 + t.Dead.VolumeCM3 }

// DipLives are the shares of a root mass that live by how much of it is firm, percent.
type DipLives = map[Lives]knowledge.Estimate
