package causes

import (
	"cmp"
	"math"
	"runtime"
	"slices"
	"sync"
)

// Check is a finding not yet looked for, and what looking promises.
type Check struct {
	Finding string  `json:"finding" required:"true"`
	Bits    float64 `json:"bits" required:"true" description:"expected drop of the summed entropy over the causes"`
	Minutes float64 `json:"minutes" required:"true" description:"what it costs"`
	Urgent  bool    `json:"urgent,omitempty" description:"asked out of order, because it decides on something that spreads"`
	Yes     Outcome `json:"yes" required:"true"`
	No      Outcome `json:"no" required:"true"`
}

// Outcome is what an answer would mean.
type Outcome struct {
	Chance  float64 `json:"chance" required:"true"`
	Moves   []Move  `json:"moves" required:"true" description:"the causes it would move most"`
	NewPlan bool    `json:"new_plan" required:"true" description:"it would change what to do"`
}

// Move is what an answer would make of a cause.
type Move struct {
	Cause string  `json:"cause" required:"true"`
	From  float64 `json:"from" required:"true"`
	To    float64 `json:"to" required:"true"`
}

// entropy of a yes-or-no question, in bits.
func entropy(p float64) float64 {
	if p <= 0 || p >= 1 {
		return 0
	}
	return -p*math.Log2(p) - (1-p)*math.Log2(1-p)
}

// answers are the chances after a finding is made, and after it is not.
type answers struct {
	chance  float64 // of making it
	yes, no []float64
}

// meant is a mean of a theme.
type meant struct {
	all  float64
	with []float64
}

// means are those of the themes of findings, by theme, each by itself.
func (p *posterior) means(of []int) []meant {
	list, seen := make([]meant, len(p.evidence)), make([]bool, len(p.evidence))
	var themes []int
	for _, f := range of {
		if theme := p.model.findings[f].theme; !seen[theme] {
			seen[theme], themes = true, append(themes, theme)
		}
	}
	inParallel(themes, func(theme int) {
		list[theme].all, list[theme].with = p.mean(theme, p.evidence[theme].theme)
	})
	return list
}

// inParallel does something with each of a list on as many processors as there are.
func inParallel(list []int, do func(int)) {
	next := make(chan int, len(list))
	for _, of := range list {
		next <- of
	}
	close(next)
	var wait sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		wait.Go(func() {
			for of := range next {
				do(of)
			}
		})
	}
	wait.Wait()
}

// answers works out what looking for a finding would make of every cause.
func (p *posterior) answers(w witness, theme float64, with []float64) answers {
	gain := w.hit - w.wrong
	a := answers{w.wrong + gain*theme, make([]float64, len(p.chances)), make([]float64, len(p.chances))}
	for c, before := range p.chances {
		both := w.wrong*before + gain*with[c]
		a.yes[c] = min(max(both/a.chance, 0), 1)
		a.no[c] = min(max((before-both)/(1-a.chance), 0), 1)
	}
	return a
}

// drop is the expected fall of the entropy of one cause.
func (a answers) drop(c int, before float64) float64 {
	return entropy(before) - a.chance*entropy(a.yes[c]) - (1-a.chance)*entropy(a.no[c])
}

// inQuestion are the causes that are neither likely enough to be settled nor unlikely enough
// to be left, and those that raise an alarm.
func (q inquiry) inQuestion(alarms []string) []bool {
	open := make([]bool, len(q.Causes))
	for i, c := range q.Causes {
		p := q.believed.chances[i]
		open[i] = q.settled[i] == 0 && p >= q.Figures.ClearBelow.Value &&
			p < q.Figures.SettledFrom.Value || slices.Contains(alarms, c.Code)
	}
	return open
}

// inTurn holds for a finding whose general sign was found, or that has none.
func (q inquiry) inTurn(f Finding) bool {
	return f.DetailOf == "" || q.findings[q.findAt[f.DetailOf]] == present
}

// next ranks the findings not looked for by bits a minute over the causes in question, and
// keeps those whose answer could change the plan or settle an alarm. What settles it goes
// first, and a general sign before its detail.
func (q inquiry) next(alarms []string) []Check {
	p := q.believed
	plan := q.actions(q.actsOn(p.chances, q.settled))
	var checks []Check
	urgent, urgentRate := -1, 0.0
	question := q.inQuestion(alarms)
	var open []int
	for _, f := range q.byTheme {
		asked := q.clues.word(q.Findings[f].Code) != "" // though it is of long ago, and weighs nothing
		if q.findings[f] == notLooked && !asked && q.clues.applies(q.Findings[f]) && q.inTurn(q.Findings[f]) {
			open = append(open, f)
		}
	}
	means := p.means(open)
	for _, f := range open {
		fd, w := q.Findings[f], p.model.findings[f]
		a := p.answers(w, means[w.theme].all, means[w.theme].with)
		minutes := q.minutes(fd, q.clues.Unpotted)
		bits, alarming := 0.0, 0.0
		settles := false
		for i, before := range p.chances {
			if !question[i] {
				continue
			}
			drop := a.drop(i, before)
			bits += drop
			if slices.Contains(alarms, q.Causes[i].Code) {
				alarming += drop
				settles = settles || q.settles(a.yes[i], a.chance) || q.settles(a.no[i], 1-a.chance)
			}
		}
		check := Check{
			Finding: fd.Code,
			Bits:    bits,
			Minutes: minutes,
			Yes:     q.outcome(a.chance, a.yes, plan),
			No:      q.outcome(1-a.chance, a.no, plan),
		}
		counts := func(o Outcome) bool { return o.NewPlan && o.Chance >= q.Figures.OutcomeFrom.Value }
		if bits/minutes < q.Figures.AskBitsPerMinute.Value || !counts(check.Yes) && !counts(check.No) && !settles {
			continue
		}
		if rate := alarming / minutes; settles && rate > urgentRate {
			urgent, urgentRate = len(checks), rate
		}
		checks = append(checks, check)
	}
	if urgent >= 0 {
		checks[urgent].Urgent = true
	}
	slices.SortStableFunc(checks, func(a, b Check) int {
		if a.Urgent != b.Urgent {
			return map[bool]int{true: -1, false: 1}[a.Urgent]
		}
		return cmp.Compare(b.Bits/b.Minutes, a.Bits/a.Minutes)
	})
	checks = checks[:min(int(q.Figures.MostChecks.Value), len(checks))]
	for i := range checks {
		checks[i].Bits = round(checks[i].Bits)
	}
	if checks == nil {
		checks = []Check{}
	}
	return checks
}

// settles holds when an answer leaves no doubt about a cause that spreads.
func (k *Knowledge) settles(after, chance float64) bool {
	f := k.Figures
	return chance >= f.OutcomeFrom.Value && (after < f.AlarmFrom.Value || after >= f.SettledFrom.Value)
}

// outcome names the causes an answer would move most.
func (q inquiry) outcome(chance float64, after []float64, plan uint64) Outcome {
	o := Outcome{Chance: round(chance), Moves: []Move{}, NewPlan: q.actions(q.actsOn(after, q.settled)) != plan}
	for range int(q.Figures.MostMoves.Value) {
		best, by := -1, q.Figures.WorthTelling.Value
		for c := range after {
			d := math.Abs(after[c] - q.believed.chances[c])
			if d > by && !slices.ContainsFunc(o.Moves, func(m Move) bool { return m.Cause == q.Causes[c].Code }) {
				best, by = c, d
			}
		}
		if best < 0 {
			break
		}
		o.Moves = append(o.Moves, Move{q.Causes[best].Code, round(q.believed.chances[best]), round(after[best])})
	}
	return o
}
