package rehome

import (
	"slices"

	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
)

// Living is a row of how plants live that are at home in what they stand in. What is left out fits all.
type Living struct {
	Protocol string   `yaml:"protocol" json:"protocol" required:"true"`
	Pots     []string `yaml:"pots" json:"pots,omitempty" description:"words of an intake for pots"`
	Media    []string `yaml:"media" json:"media,omitempty" description:"and for media"`
	Groups   []string `yaml:"groups" json:"groups,omitempty"`
	Styles   []string `yaml:"styles" json:"styles,omitempty" description:"how moist its kind is kept"`
	Mineral  bool     `yaml:"mineral" json:"mineral,omitempty" description:"only in media that do not rot"`
	Noted    bool     `yaml:"noted" json:"noted,omitempty" description:"only where a medium was noted"`
}

// fits holds where a plant lives by the row.
func (l Living) fits(p *patient.Patient) bool {
	in := p.Stands()
	has := func(of []string, what string) bool { return len(of) == 0 || slices.Contains(of, what) }
	return has(l.Pots, in.Pot()) && has(l.Media, in.Medium()) && has(l.Groups, p.Profile.Code) &&
		has(l.Styles, p.Profile.MoistureStyle.Value) &&
		(!l.Mineral || media.Table().Mineral.Has(in.Medium())) &&
		(!l.Noted || in.Medium() != "" && in.Medium() != patient.NoMedium)
}

// Lives is the protocol of a plant that is at home in what it stands in; empty where nobody noted what that is.
func (k *Knowledge) Lives(p *patient.Patient) string {
	for _, l := range k.Living {
		if l.fits(p) {
			return l.Protocol
		}
	}
	return ""
}

// Came is the pot that a plant came in, as far as it was measured: nil where its width was not noted.
func Came(p *patient.Patient) *pots.Pot {
	in, k := p.Intake, pots.Table()
	if in.OldPotMM <= 0 {
		return nil
	}
	pot := pots.Pot{Shape: pots.Round, TopMM: in.OldPotMM, HeightMM: in.OldPotHighMM}
	pot.BottomMM = pot.TopMM * k.Taper.Value
	if pot.HeightMM <= 0 {
		pot.HeightMM = pot.TopMM * k.HighShare.Value
	}
	if _, ok := k.Walls[in.Pot]; ok {
		pot.Wall = in.Pot
	}
	return &pot
}

// OldMedium says of the medium that a plant came in how much water it holds once drained, as a share of its
// volume, and how many months it lives in the warmth of its place: 0 and nil where that is not known, or it lasts.
func OldMedium(p *patient.Patient) (water float64, months *float64) {
	k := media.Table()
	of, known := k.OldMedia[p.Stands().Medium()]
	c, ok := k.Component(of.Value)
	if !known || !ok {
		return 0, nil
	}
	if c.LifeMonths != nil {
		lives := k.LivesMonths(c.LifeMonths.Value, warmth(p))
		months = &lives
	}
	return c.Water.Value, months
}

// warmth is the mean of the air where a plant stands, °C; that of the table where its place is not known.
func warmth(p *patient.Patient) float64 {
	if p.Site == nil {
		return media.Table().LifeAtC.Value
	}
	air := p.Around().Air()
	return (air.NightC + air.DayC) / 2
}
