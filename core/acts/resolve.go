package acts

import (
	"cmp"
	"slices"

	"therapeon/core/knowledge"
)

// Force is how strongly an act is asked for.
type Force int

// The forces. What must be comes only from what was seen, or from a cause that is acted on.
const (
	May Force = iota
	Should
	Must
)

// Harm is what an act is against. The empty one is a comfort.
type Harm string

// Harms, see the order of the table.
const (
	Spreads Harm = "spreads"
	Eats    Harm = "eats"
	Drowns  Harm = "drowns"
	Thirst  Harm = "thirst"
	Film    Harm = "film"
	Stale   Harm = "stale"
)

// rank is the place of a harm in the order of the table, the worst first.
func (h Harm) rank() int {
	harms := table().Harms.Values
	if i := slices.Index(harms, string(h)); i >= 0 {
		return i
	}
	return len(harms)
}

// Proposal is what one rule asks for, before it is decided.
type Proposal struct {
	Acts  []Act
	Not   []Act // just these must not be, to just this degree
	Force Force
	Harm  Harm
	Rests []string       // codes of the facts it rests on
	Words knowledge.Text // that tell it
	From  string         // which part of the page it is for
	Once  string         // what has to be seen or done first; empty: today
}

// Lost is a proposal that was not taken, and what went before it.
type Lost struct {
	Proposal
	To Proposal
}

// Pair is what is done where one harm that must be answered meets another.
type Pair struct {
	One   Harm           `yaml:"one"`
	Other Harm           `yaml:"other"`
	Acts  []Act          `yaml:"acts"`
	Once  string         `yaml:"once"`
	Words knowledge.Text `yaml:"words"`
}

// Resolve decides between proposals for a plant on a day, so that it is told one degree of each act on each
// object: what must be goes before what should, the worse harm before the milder, what withholds before what
// gives, and of the rest the first. Where a must gives way to another, the table may say what is done instead.
// The order of alike proposals is kept, and nothing else hangs on it.
func Resolve(all []Proposal) (kept []Proposal, lost []Lost) {
	order := make([]int, len(all))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return all[a].before(all[b]) })
	taken := make([]bool, len(all))
	held := []int{}
	for _, i := range order {
		by := slices.IndexFunc(held, func(k int) bool { return all[i].against(all[k]) })
		if by < 0 {
			taken[i], held = true, append(held, i)
			continue
		}
		lost = append(lost, Lost{all[i], all[held[by]]})
	}
	for i, p := range all {
		if taken[i] {
			kept = append(kept, p)
		}
	}
	return kept, lost
}

// Instead is what the table puts in the place of what lost.
func Instead(lost []Lost) (list []Proposal) {
	for _, l := range lost {
		i := slices.IndexFunc(table().Pairs, func(p Pair) bool { return p.One == l.To.Harm && p.Other == l.Harm })
		if i < 0 {
			continue
		}
		p := table().Pairs[i]
		with := Proposal{
			Acts: p.Acts, Force: Must, Harm: p.Other, Rests: slices.Concat(l.To.Rests, l.Rests), Words: p.Words,
			From: "pair", Once: p.Once,
		}
		if !slices.ContainsFunc(list, func(o Proposal) bool { return o.Words.Same(with.Words) }) {
			list = append(list, with)
		}
	}
	return list
}

// before is the order in which proposals are taken: below 0 for what goes first.
func (p Proposal) before(other Proposal) int {
	return cmp.Or(cmp.Compare(other.Force, p.Force), cmp.Compare(p.Harm.rank(), other.Harm.rank()),
		cmp.Compare(other.withholds(), p.withholds()))
}

// withholds counts 1 for a proposal that withholds something.
func (p Proposal) withholds() int {
	if slices.ContainsFunc(p.Acts, func(a Act) bool { return a.group() == 0 }) {
		return 1
	}
	return 0
}

// against holds for two at one moment that contradict each other.
func (p Proposal) against(other Proposal) bool {
	return p.Once == other.Once && (Clash(p.Acts, other.Acts) || p.forbids(other) || other.forbids(p))
}

// forbids holds for a proposal that must not have what another asks for.
func (p Proposal) forbids(other Proposal) bool {
	return slices.ContainsFunc(p.Not, func(a Act) bool { return slices.Contains(other.Acts, a) })
}

// All are the acts of proposals for today, each once, in their order.
func All(of []Proposal) []Act {
	all := []Act{}
	for _, p := range of {
		for _, a := range p.Acts {
			if p.Once == "" && !slices.Contains(all, a) {
				all = append(all, a)
			}
		}
	}
	return all
}

// From are the words of proposals for a part of a page, each once.
func From(of []Proposal, part string) []knowledge.Text {
	list := []knowledge.Text{}
	for _, p := range of {
		if p.From == part && !knowledge.Told(list, p.Words) {
			list = append(list, p.Words.Rests(p.Rests...))
		}
	}
	return list
}
