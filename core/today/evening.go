package today

import (
	"cmp"
	"math"
	"slices"

	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Evening are the figures by which an evening's crates are put in order.
type Evening struct {
	Minutes       knowledge.Number `yaml:"minutes" json:"minutes" required:"true"`
	NightsBetween knowledge.Number `yaml:"nights_between" json:"nights_between" required:"true"`
	Dangers       []Danger         `yaml:"dangers" json:"dangers" required:"true" description:"the worst first"`
}

// Danger is what a plant stands in by waiting.
type Danger struct {
	Code    string             `yaml:"code" json:"code" required:"true"`
	Name    knowledge.Text     `yaml:"name" json:"name" required:"true"`
	Loses   knowledge.Estimate `yaml:"loses" json:"loses" required:"true" description:"share of its chance lost by a night"`
	Minutes knowledge.Number   `yaml:"minutes" json:"minutes" required:"true" description:"it needs tonight"`
	Waits   knowledge.Number   `yaml:"waits" json:"waits" required:"true" description:"nights that it can wait, as told"`
	How     knowledge.Text     `yaml:"how" json:"how" required:"true" description:"how it waits"`
}

// Crate is a plant of an evening: what it loses by waiting, and what it is batched by.
type Crate struct {
	PlantID int64            `json:"plant_id" required:"true"`
	Tag     string           `json:"tag" required:"true"`
	Danger  Danger           `json:"danger" required:"true"`
	Turn    patient.Turn     `json:"-"`
	Suspect bool             `json:"suspect,omitempty" description:"handled after the clean ones, with a new blade"`
	Mix     message.Message  `json:"mix,omitzero" description:"what it goes into, in words"`
	Place   string           `json:"place,omitempty"`
	Does    judgement.Saying `json:"does" required:"true" description:"its one advice"`
	Page    string           `json:"page" required:"true" description:"the step where that is done"`
	By      string           `json:"by,omitempty" description:"of one that waits: the day by which it is its turn"`
	Late    bool             `json:"late,omitempty" description:"of one that waits: longer than it should"`
}

// Night is an evening put in order.
type Night struct {
	Minutes float64 `json:"minutes" required:"true" description:"there are"`
	Takes   float64 `json:"takes" required:"true" description:"those of tonight take"`
	Tonight []Crate `json:"tonight" required:"true" description:"in the order in which they are done"`
	Waits   []Crate `json:"waits" required:"true" description:"those that can stand, the first to come first"`
	Saves   float64 `json:"saves" required:"true" description:"plants that this order is expected to save against taking them as they came"`
}

// DangerOf is what a plant stands in by waiting: by its look, by its causes, and by whether it lies bare.
func DangerOf(c *aftercare.InCare) Danger {
	k := Table().Evening
	find := func(code string) Danger {
		return k.Dangers[slices.IndexFunc(k.Dangers, func(d Danger) bool { return d.Code == code })]
	}
	bare := c.Stands().Where() == patient.Out || c.Stands().Where() == patient.Held
	signs := patient.Findings{}
	if l := c.Look(); l != nil && (c.Stands().EpochOf(l.On) == patient.AtPresent || bare) {
		signs = l.Noted.Findings
	}
	any := func(of ...string) bool {
		return slices.ContainsFunc(of, func(f string) bool { return signs[f] == patient.Present })
	}
	var decided look.Verdict
	if c.Look() != nil {
		decided = look.Table().Decide(c.AtLook())
	}
	switch heard := c.Heard(); {
	case any("black-edge", "soaked-smelly", "decay-smell", "growth-rots", "tips-black-running") || c.Condition().Spreading():
		return find("rots")
	case !bare && decided.Decision == look.Now:
		return find("drowns")
	case bare && c.Stands().Where() == patient.Out && c.Condition().Limp():
		return find("bare-limp")
	case any("moving-specks", "snails-seen", "webs", "white-wax", "scale-bumps", "aphids-seen") || heard.Spreads:
		return find("crawls")
	case c.Stands().Where() == patient.Out:
		return find("bare")
	case decided.Line.Say == look.WaterIt:
		return find("thirsts")
	case decided.Decision == look.Soon:
		return find("soon")
	case c.Look() == nil || decided.Decision == "" || heard.Alarm:
		return find("asks")
	}
	return find("well")
}

// loss is what a plant loses by waiting so many nights, as a share of its chance.
func (d Danger) loss(nights float64) float64 {
	kept := 1.0
	for range int(nights) {
		kept *= 1 - d.Loses.Value
	}
	return 1 - kept
}

// NightOf puts an evening's crates in order. Of tonight are those whose waiting would cost most in all,
// as many as the minutes allow, and those that cannot wait whatever the minutes; the rest stands until
// the next evening. Of tonight's the clean ones come first, then suspects, those kept apart last; what
// shares a mix and a place stands together; and within that, what saves most for a minute comes first
// (Smith 1956, Naval Res. Logist. Q. 3:59). Crates come as they were taken in.
func NightOf(crates []Crate, minutes float64, today string) Night {
	k := Table().Evening
	nights := k.NightsBetween.Value
	n := Night{Minutes: minutes, Tonight: []Crate{}, Waits: []Crate{}}
	chosen := choose(crates, minutes, nights)
	for i, c := range crates {
		if chosen[i] {
			n.Tonight = append(n.Tonight, c)
			n.Takes += c.Danger.Minutes.Value
			continue
		}
		c.By = dates.After(today, int(max(1, c.Danger.Waits.Value)))
		c.Late = c.Danger.Waits.Value < nights
		n.Waits = append(n.Waits, c)
	}
	n.Saves = firstCome(crates, minutes, nights) - expected(n.Waits, nights)
	slices.SortStableFunc(n.Tonight, func(a, b Crate) int {
		return cmp.Or(
			cmp.Compare(a.Turn, b.Turn), cmp.Compare(a.urgent(), b.urgent()), cmp.Compare(a.Mix.Code, b.Mix.Code),
			cmp.Compare(a.Place, b.Place), cmp.Compare(b.worth(nights), a.worth(nights)),
		)
	})
	slices.SortStableFunc(n.Waits, func(a, b Crate) int {
		return cmp.Or(cmp.Compare(a.By, b.By), cmp.Compare(b.worth(nights), a.worth(nights)))
	})
	return n
}

// choose picks those of tonight: the choice of whole plants that loses least by waiting, within the
// minutes, found exactly over whole minutes. What cannot wait a night is picked first.
func choose(crates []Crate, minutes, nights float64) []bool {
	chosen, left := make([]bool, len(crates)), minutes
	var free []int
	for i, c := range crates {
		if c.Danger.Waits.Value < 1 {
			chosen[i], left = true, left-c.Danger.Minutes.Value
		} else {
			free = append(free, i)
		}
	}
	room := int(max(0, left))
	saved := make([][]float64, len(free)+1) // by how many were weighed, and the minutes they may take
	saved[0] = make([]float64, room+1)
	for n, i := range free {
		takes, worth := int(math.Ceil(crates[i].Danger.Minutes.Value)), crates[i].Danger.loss(nights)
		saved[n+1] = slices.Clone(saved[n])
		for at := takes; at <= room; at++ {
			saved[n+1][at] = max(saved[n][at], saved[n][at-takes]+worth)
		}
	}
	for n, at := len(free), room; n > 0; n-- {
		if saved[n][at] > saved[n-1][at] {
			i := free[n-1]
			chosen[i] = true
			at -= int(math.Ceil(crates[i].Danger.Minutes.Value))
		}
	}
	return chosen
}

// worth is what doing it tonight saves for each minute.
func (c Crate) worth(nights float64) float64 { return c.Danger.loss(nights) / c.Danger.Minutes.Value }

// urgent puts what cannot wait a night before what can.
func (c Crate) urgent() int {
	if c.Danger.Waits.Value < 1 {
		return 0
	}
	return 1
}

// expected is what plants that wait lose together.
func expected(of []Crate, nights float64) (lost float64) {
	for _, c := range of {
		lost += c.Danger.loss(nights)
	}
	return lost
}

// firstCome is what is lost where they are taken as they came.
func firstCome(crates []Crate, minutes, nights float64) (lost float64) {
	for _, c := range crates {
		if c.Danger.Minutes.Value <= minutes {
			minutes -= c.Danger.Minutes.Value
			continue
		}
		lost += c.Danger.loss(nights)
	}
	return lost
}
