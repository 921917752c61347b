package causes

import (
	"cmp"
	"slices"

	"therapeon/core/units"
)

// search walks the sets of causes around the likeliest one, the centre.
// Weights are relative to it. Causes that no finding touches stay out: they
// keep their prior.
type search struct {
	model    *model
	evidence []evidence
	free     []int    // causes that findings touch and that are not settled
	touched  [][]link // for each cause the themes with findings
	centre   uint64
	odds     []float64 // of each theme at the set the walk stands on
	likely   []float64 // likelihood of each theme's findings there

	add    []int     // causes outside the centre, the likeliest first
	gain   []float64 // what each of them does to the centre's weight
	remove []int     // causes in the centre
	floor  float64   // sets under this weight are not followed further

	sets    []uint64
	weights []float64
	best    int // index of the weightiest
}

// everySet is how many causes can be enumerated without leaving a set out.
const everySet = 11

// enough sets are walked before the floor is let down no further.
const enough = 3000

// slack allows for causes that explain more together than apart.
const slack = 10

func newSearch(p *posterior, settled []held) *search {
	m := p.model
	s := &search{
		model:    m,
		evidence: p.evidence,
		touched:  make([][]link, len(m.prior)),
		odds:     make([]float64, len(m.base)),
		likely:   make([]float64, len(m.base)),
	}
	for c := range m.prior {
		for _, l := range m.shows[c] {
			if e := p.evidence[l.at]; e.with != e.without {
				s.touched[c] = append(s.touched[c], l)
			}
		}
		switch {
		case settled != nil && settled[c] == holds:
			s.centre |= 1 << c
		case settled != nil && settled[c] == rejected:
		case len(s.touched[c]) > 0:
			s.free = append(s.free, c)
		}
	}
	s.moveTo(s.centre)
	return s
}

// moveTo makes a set the centre of the walk.
func (s *search) moveTo(set uint64) {
	s.centre = set
	for t := range s.odds {
		s.odds[t] = s.model.themeOdds(t, set)
		s.likely[t] = s.evidence[t].given(s.odds[t])
	}
}

// ratio is how much likelier the set becomes when a cause is put in or taken out.
func (s *search) ratio(c int, set uint64) float64 {
	out := set>>c&1 == 1
	r := s.model.prior[c]
	if out {
		r = 1 / r
	}
	for _, l := range s.touched[c] {
		o := s.odds[l.at] * l.factor
		if out {
			o = s.odds[l.at] / l.factor
		}
		r *= s.evidence[l.at].given(o) / s.likely[l.at]
	}
	return r
}

// step puts a cause in or takes it out, and returns how to step back.
func (s *search) step(c int, set uint64, kept []float64) []float64 {
	out := set>>c&1 == 1
	for _, l := range s.touched[c] {
		kept = append(kept, s.odds[l.at], s.likely[l.at])
		if out {
			s.odds[l.at] /= l.factor
		} else {
			s.odds[l.at] *= l.factor
		}
		s.likely[l.at] = s.evidence[l.at].given(s.odds[l.at])
	}
	return kept
}

func (s *search) back(c int, kept []float64) {
	for i, l := range s.touched[c] {
		s.odds[l.at], s.likely[l.at] = kept[2*i], kept[2*i+1]
	}
}

// climb moves the centre uphill, one cause at a time.
func (s *search) climb() {
	for {
		best, most := -1, 1.0
		for _, c := range s.free {
			if r := s.ratio(c, s.centre); r > most {
				best, most = c, r
			}
		}
		if best < 0 {
			return
		}
		s.moveTo(s.centre ^ 1<<best)
	}
}

// run lists the sets that matter: all of them when there are few causes,
// otherwise those near the centre by weight, let down until there are enough.
func (s *search) run() {
	s.climb()
	for {
		s.arrange()
		if len(s.free) <= everySet {
			s.walk(0)
			return
		}
		for floor := 1e-3; ; floor /= 10 {
			s.walk(floor)
			if len(s.sets) >= enough || floor < negligible {
				break
			}
		}
		if s.weights[s.best] <= 1+units.Hair {
			return
		}
		s.moveTo(s.sets[s.best])
	}
}

// arrange sorts the causes by what they do to the centre.
func (s *search) arrange() {
	s.add, s.gain, s.remove = nil, nil, nil
	gain := map[int]float64{}
	for _, c := range s.free {
		if s.centre>>c&1 == 1 {
			s.remove = append(s.remove, c)
			continue
		}
		s.add = append(s.add, c)
		gain[c] = s.ratio(c, s.centre)
	}
	slices.SortStableFunc(s.add, func(a, b int) int { return cmp.Compare(gain[b], gain[a]) })
	for _, c := range s.add {
		s.gain = append(s.gain, gain[c])
	}
}

func (s *search) walk(floor float64) {
	s.sets, s.weights, s.best, s.floor = s.sets[:0], s.weights[:0], 0, floor
	s.visit(0, 0, s.centre, 1, make([]float64, 0, 2*len(s.odds)*(len(s.free)+1)))
}

// visit notes a set and goes on from it: first more causes, then fewer. Every
// set is reached by one way only.
func (s *search) visit(more, fewer int, set uint64, weight float64, kept []float64) {
	s.sets, s.weights = append(s.sets, set), append(s.weights, weight)
	if weight > s.weights[s.best] {
		s.best = len(s.weights) - 1
	}
	follow := func(c, more, fewer int) {
		w := weight * s.ratio(c, set)
		if w < s.floor {
			return
		}
		own := s.step(c, set, kept)
		s.visit(more, fewer, set^1<<c, w, own[len(own):])
		s.back(c, own)
	}
	if fewer == 0 {
		for i := more; i < len(s.add); i++ {
			if weight*s.gain[i]*slack < s.floor {
				break // those after it weigh even less
			}
			follow(s.add[i], i+1, 0)
		}
	}
	for i := fewer; i < len(s.remove); i++ {
		follow(s.remove[i], len(s.add), i+1)
	}
}
