package causes

import (
	"math"
	"math/bits"
)

// witness is a finding as the model sees it: of which theme, and how often it
// is made with and without it.
type witness struct {
	theme      int
	hit, wrong float64
}

// link ties a cause to a theme: what the theme's odds are multiplied by.
type link struct {
	at     int
	factor float64
}

// model is the table as numbers. Causes and themes are counted from 0.
type model struct {
	prior    []float64   // odds of each cause
	base     []float64   // odds of each theme without any cause
	shows    [][]link    // for each cause its themes
	factor   [][]float64 // the same for each theme, by cause
	among    []uint64    // for each theme the set of its causes
	findings []witness
}

// seen is what is known of each finding.
type seen int8

const (
	notLooked seen = 0
	present   seen = 1
	absent    seen = -1
)

// held is what is known of each cause for certain.
type held int8

const (
	open     held = 0
	holds    held = 1
	rejected held = -1
)

func odds(p float64) float64      { return p / (1 - p) }
func decibans(k float64) float64  { return 10 * math.Log10(k) }
func factorOf(db float64) float64 { return math.Pow(10, db/10) }

func newModel(prior, base []float64, findings []witness) *model {
	m := &model{
		findings: findings,
		shows:    make([][]link, len(prior)),
		factor:   make([][]float64, len(base)),
		among:    make([]uint64, len(base)),
	}
	for _, p := range prior {
		m.prior = append(m.prior, odds(p))
	}
	for t, p := range base {
		m.base = append(m.base, odds(p))
		m.factor[t] = make([]float64, len(prior))
	}
	return m
}

func (m *model) tie(cause, theme int, db float64) {
	k := factorOf(db)
	m.shows[cause] = append(m.shows[cause], link{theme, k})
	m.factor[theme][cause] = k
	m.among[theme] |= 1 << cause
}

// themeOdds are the odds of a theme when a set of causes holds.
func (m *model) themeOdds(theme int, set uint64) float64 {
	o := m.base[theme]
	for in := set & m.among[theme]; in != 0; in &= in - 1 {
		o *= m.factor[theme][bits.TrailingZeros64(in)]
	}
	return o
}

// evidence is the likelihood of the findings made of a theme: with it, without.
type evidence struct{ with, without float64 }

func (e evidence) given(o float64) float64 { return (e.with*o + e.without) / (1 + o) }

// probability of the theme itself, given its odds by the causes and its findings.
func (e evidence) theme(o float64) float64 { return e.with * o / (e.with*o + e.without) }

func (w witness) evidence(s seen) evidence {
	switch s {
	case present:
		return evidence{w.hit, w.wrong}
	case absent:
		return evidence{1 - w.hit, 1 - w.wrong}
	default:
		return evidence{1, 1}
	}
}

func (e evidence) and(f evidence) evidence { return evidence{e.with * f.with, e.without * f.without} }

// but takes a finding's part out again.
func (e evidence) but(f evidence) evidence { return evidence{e.with / f.with, e.without / f.without} }

// posterior is what is believed after the findings. Sets hold only causes that
// findings touch; the others keep their prior, whatever else holds.
type posterior struct {
	model    *model
	evidence []evidence // of each theme
	chances  []float64  // of each cause
	touched  uint64     // the causes in the sets
	sets     []uint64
	weights  []float64 // of the sets, summing to 1
}

// negligible is the weight, beside the likeliest set, under which a set is left out.
const negligible = 1e-6

// weigh applies Bayes' rule to the findings, with some causes settled.
func (m *model) weigh(findings []seen, settled []held) *posterior {
	p := &posterior{model: m, evidence: make([]evidence, len(m.base)), chances: make([]float64, len(m.prior))}
	for t := range p.evidence {
		p.evidence[t] = evidence{1, 1}
	}
	for i, s := range findings {
		if s != notLooked {
			t := m.findings[i].theme
			p.evidence[t] = p.evidence[t].and(m.findings[i].evidence(s))
		}
	}
	s := newSearch(p, settled)
	s.run()
	for c, o := range m.prior {
		p.chances[c] = o / (1 + o)
		if len(s.touched[c]) > 0 || settled != nil && settled[c] != open {
			p.touched |= 1 << c
			p.chances[c] = 0
		}
	}
	total := 0.0
	for _, w := range s.weights {
		total += w
	}
	for i, w := range s.weights {
		w /= total
		for in := s.sets[i]; in != 0; in &= in - 1 {
			p.chances[bits.TrailingZeros64(in)] += w
		}
		if w > negligible/100 {
			p.sets, p.weights = append(p.sets, s.sets[i]), append(p.weights, w)
		}
	}
	return p
}

// mean is the expected value of something that depends on a theme's odds, and
// the same counted only where each cause holds.
func (p *posterior) mean(theme int, value func(odds float64) float64) (all float64, with []float64) {
	m := p.model
	with = make([]float64, len(p.chances))
	apart := p.apart(theme)
	inside := m.among[theme] & p.touched
	none := apart.average(m.base[theme], value)
	met := map[uint64]averaged{}
	usual := none.all
	// First as if none of the touched causes of this theme held, then what they change.
	all = usual
	for c, chance := range p.chances {
		with[c] = usual * chance
	}
	for i, c := range apart.causes {
		with[c] = none.with[i]
	}
	var a averaged
	last := uint64(0)
	for i, set := range p.sets {
		here := set & inside
		if here == 0 {
			continue
		}
		if here != last {
			var ok bool
			if a, ok = met[here]; !ok {
				a = apart.average(m.themeOdds(theme, here), value)
				met[here] = a
			}
			last = here
		}
		w := p.weights[i]
		change := w * (a.all - usual)
		all += change
		for j, c := range apart.causes {
			with[c] += w * (a.with[j] - none.with[j])
		}
		for in := set; in != 0; in &= in - 1 {
			with[bits.TrailingZeros64(in)] += change
		}
	}
	for c := range with {
		if p.touched>>c&1 == 0 && m.among[theme]>>c&1 == 0 {
			with[c] = all * p.chances[c]
		}
	}
	return all, with
}

// apart are the causes of a theme that no finding touches, with every way in
// which they can hold.
type apart struct {
	causes []int
	ways   []way
}

// way is one set of such causes: its chance, and what it does to the odds.
type way struct {
	set            uint64 // by place in causes
	chance, factor float64
}

func (p *posterior) apart(theme int) apart {
	a := apart{ways: []way{{chance: 1, factor: 1}}}
	for in := p.model.among[theme] &^ p.touched; in != 0; in &= in - 1 {
		c := bits.TrailingZeros64(in)
		bit := uint64(1) << len(a.causes)
		a.causes = append(a.causes, c)
		for _, w := range a.ways {
			a.ways = append(a.ways, way{w.set | bit, w.chance * p.chances[c], w.factor * p.model.factor[theme][c]})
		}
		for i := range a.ways {
			if a.ways[i].set&bit == 0 {
				a.ways[i].chance *= 1 - p.chances[c]
			}
		}
	}
	return a
}

// averaged is a value averaged over the ways, and counted where each cause holds.
type averaged struct {
	all  float64
	with []float64
}

func (a apart) average(odds float64, value func(float64) float64) averaged {
	r := averaged{with: make([]float64, len(a.causes))}
	for _, w := range a.ways {
		v := w.chance * value(odds*w.factor)
		r.all += v
		for in := w.set; in != 0; in &= in - 1 {
			r.with[bits.TrailingZeros64(in)] += v
		}
	}
	return r
}

// without gives each cause's probability had a finding not been made.
func (p *posterior) without(finding int, s seen) []float64 {
	w := p.model.findings[finding]
	all := p.evidence[w.theme]
	rest := all.but(w.evidence(s))
	total, chances := p.mean(w.theme, func(o float64) float64 { return rest.given(o) / all.given(o) })
	for c := range chances {
		chances[c] /= total
	}
	return chances
}
