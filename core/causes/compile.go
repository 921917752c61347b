package causes

import (
	"cmp"
	"fmt"
	"maps"
	"math/bits"
	"slices"
)

// mostInSet is how many a set holds: it is the bits of a word.
const mostInSet = bits.UintSize

// compile turns the table into numbers, and refuses one that does not hold together.
func (k *Knowledge) compile() error {
	if len(k.Causes) > mostInSet || len(k.Actions) > mostInSet {
		return fmt.Errorf("%d causes and %d actions: a set holds at most %d", len(k.Causes), len(k.Actions), mostInSet)
	}
	k.causeAt, k.findAt = map[string]int{}, map[string]int{}
	t := themes{at: map[string]int{}}
	for _, of := range k.Themes {
		t.add(k, of)
	}
	witnesses, err := k.witnesses(&t)
	if err != nil {
		return err
	}
	if err := cmp.Or(k.soundFindings(), k.soundWorries()); err != nil {
		return err
	}
	prior, err := k.wanted()
	if err != nil {
		return err
	}
	k.model = newModel(prior, t.base, witnesses)
	if err := k.weigh(t); err != nil {
		return err
	}
	k.byTheme = make([]int, len(witnesses))
	for i := range k.byTheme {
		k.byTheme[i] = i
	}
	slices.SortStableFunc(k.byTheme, func(a, b int) int { return witnesses[a].theme - witnesses[b].theme })
	return k.forGroups()
}

// themes are the themes in their order, with how often each shows by itself.
type themes struct {
	at   map[string]int
	base []float64
}

func (t *themes) add(k *Knowledge, of Theme) {
	t.at[of.Code] = len(t.base)
	t.base = append(t.base, of.Base.Value)
	k.themeOf = append(k.themeOf, of)
}

// witnesses are the findings, each with the theme it bears witness to; one without is a theme of its own.
func (k *Knowledge) witnesses(t *themes) ([]witness, error) {
	all := make([]witness, len(k.Findings))
	for i, f := range k.Findings {
		k.findAt[f.Code] = i
		hit, wrong := k.FindingFigures.HitShared.Value, k.FindingFigures.FalseAlarmShared.Value
		if f.Theme == "" {
			if f.Base == nil {
				return nil, fmt.Errorf("finding %s has neither a theme nor a base", f.Code)
			}
			t.add(k, Theme{Code: f.Code, Name: f.Name, Base: *f.Base})
			hit, wrong = k.FindingFigures.Hit.Value, k.FindingFigures.FalseAlarm.Value
		}
		if f.Hit != nil {
			hit = f.Hit.Value
		}
		if f.FalseAlarm != nil {
			wrong = f.FalseAlarm.Value
		}
		theme, ok := t.at[f.theme()]
		if !ok {
			return nil, fmt.Errorf("finding %s bears witness to the unknown theme %s", f.Code, f.Theme)
		}
		if wrong <= 0 || hit <= wrong || hit >= 1 {
			return nil, fmt.Errorf(
				"finding %s: hit %g and false alarm %g want to lie between 0 and 1, the hit higher", f.Code, hit, wrong,
			)
		}
		all[i] = witness{theme, hit, wrong}
	}
	return all, nil
}

// soundFindings refuses findings and rivals that name a finding which is not there.
func (k *Knowledge) soundFindings() error {
	for _, f := range k.Findings {
		if _, ok := k.findAt[f.DetailOf]; f.DetailOf != "" && !ok {
			return fmt.Errorf("finding %s is a detail of the unknown finding %s", f.Code, f.DetailOf)
		}
	}
	for _, r := range k.Rivals {
		for _, code := range []string{r.One, r.Other} {
			if _, ok := k.findAt[code]; !ok {
				return fmt.Errorf("rivals name the unknown finding %s", code)
			}
		}
	}
	return nil
}

// soundWorries refuses worries that ask for what no look finds.
func (k *Knowledge) soundWorries() error {
	for _, w := range k.Worries {
		for _, code := range w.First.Values {
			if f, ok := k.Finding(code); !ok || f.At != "look" {
				return fmt.Errorf("worry %s asks first for %s, which no look finds", w.Code, code)
			}
		}
		for _, part := range w.Parts.Values {
			if _, ok := k.Parts[part]; !ok {
				return fmt.Errorf("worry %s opens the unknown part %s", w.Code, part)
			}
		}
	}
	return nil
}

// wanted notes what each cause asks for, and returns how often each is there at first.
func (k *Knowledge) wanted() ([]float64, error) {
	prior := make([]float64, len(k.Causes))
	for i, c := range k.Causes {
		k.causeAt[c.Code], prior[i] = i, c.Prior.Value
		wanted := uint64(0)
		for _, code := range c.Do {
			a := slices.IndexFunc(k.Actions, func(a Action) bool { return a.Code == code })
			if a < 0 {
				return nil, fmt.Errorf("cause %s asks for the unknown action %s", c.Code, code)
			}
			wanted |= 1 << a
		}
		k.asks = append(k.asks, wanted)
	}
	return prior, nil
}

// weigh ties causes to the themes that they weigh.
func (k *Knowledge) weigh(t themes) error {
	for i, c := range k.Causes {
		for _, name := range slices.Sorted(maps.Keys(c.Weights)) {
			theme, ok := t.at[name]
			if !ok {
				return fmt.Errorf("cause %s weighs the unknown theme %s", c.Code, name)
			}
			db, err := k.decibans(c.Weights[name].Value)
			if err != nil {
				return fmt.Errorf("cause %s, weight of %s: %w", c.Code, name, err)
			}
			k.model.tie(i, theme, db)
		}
	}
	return nil
}
