package roots

import (
	"slices"
	"strings"

	"therapeon/core/leaves"
	"therapeon/core/taxa"
)

// Facts is what is known of a plant that bears on reading its roots.
type Facts struct {
	RootClass      taxa.RootClass // normal for this plant; empty: as its group
	Leaves         int
	Blades         []leaves.Blade
	Medium         string // the medium it came out of
	DeadDry        string
	ClingingMedium string
	CutMarginMM    float64
}

// ContextFor brings the group's profile and the plant's own facts together.
func ContextFor(p taxa.Profile, f Facts) Context {
	class := f.RootClass
	if class == "" {
		class = p.Class()
	}
	return Context{
		Class:           class,
		UsualDiameterMM: p.RootDiameterMM.Value,
		UsualLengthMM:   p.RootLengthMM.Value,
		LeafAreaCM2:     leaves.AreaCM2(f.Blades, f.Leaves, p.LeafAreaCM2.Value, Known().Figures.LeafFormFactor.Value),
		DeadDry:         f.DeadDry,
		ClingingMedium:  f.ClingingMedium,
		CutMarginMM:     f.CutMarginMM,
		Tannic:          f.Medium != "" && slices.Contains(strings.Fields(Known().TannicMedia.Value), f.Medium),
		Monopodial:      p.Habit.Value == "monopodial",
	}
}
