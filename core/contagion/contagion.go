// Package contagion says who may have caught something from a suspect: plants that shared its blade, tray,
// water, pot, place or parent, by the ways in which that thing travels, with what to look for and until when.
//
// Days are written 2006-01-02.
package contagion

import (
	"cmp"
	"slices"
	"sync"

	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Ways of contact.
const (
	Blade  = "blade"
	Tray   = "tray"
	Water  = "water"
	Pot    = "pot"
	Place  = "place"
	Parent = "parent"
)

// Agent is something that travels from plant to plant.
type Agent struct {
	Code   string           `yaml:"code" json:"code" required:"true"`
	Name   message.Message  `yaml:"name" json:"name" required:"true"`
	Causes []string         `yaml:"causes" json:"causes" required:"true" description:"causes that are it"`
	Pests  []string         `yaml:"pests" json:"pests,omitempty" description:"pests that are it"`
	Ways   []string         `yaml:"ways" json:"ways" required:"true" description:"how it travels"`
	Days   knowledge.Number `yaml:"days" json:"days" required:"true" description:"so long after the last contact it may still show"`
	Look   knowledge.Text   `yaml:"look" json:"look" required:"true" description:"what to look for"`
	Asks   []string         `yaml:"asks" json:"asks" required:"true" description:"fields of the check-in that tell"`
}

// Knowledge is the table of what travels.
type Knowledge struct {
	BackDays knowledge.Number          `yaml:"back_days" json:"back_days" required:"true"`
	Ways     map[string]knowledge.Text `yaml:"ways" json:"ways" required:"true"`
	Agents   []Agent                   `yaml:"agents" json:"agents" required:"true"`
}

// Table is the table of what travels.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("contagion.yaml", &k)
	return &k
})

// Agent finds one by its code; false where there is none.
func (k *Knowledge) Agent(code string) (Agent, bool) {
	i := slices.IndexFunc(k.Agents, func(a Agent) bool { return a.Code == code })
	if i < 0 {
		return Agent{}, false
	}
	return k.Agents[i], true
}

// Suspected are the agents that a plant may carry, by the causes that are acted on or not ruled out, and by
// the pests that it is treated for.
func (k *Knowledge) Suspected(causes, pests []string) []Agent {
	list := []Agent{}
	for _, a := range k.Agents {
		has := func(of []string) func(string) bool {
			return func(code string) bool { return slices.Contains(of, code) }
		}
		if slices.ContainsFunc(causes, has(a.Causes)) || slices.ContainsFunc(pests, has(a.Pests)) {
			list = append(list, a)
		}
	}
	return list
}

// Stay is a place where a plant stood, from a day until another; until empty: it stands there.
type Stay struct {
	Place       int64
	From, Until string
}

// Facts are what is known of a plant's contacts.
type Facts struct {
	PlantID   int64
	Tag       string
	ParentID  int64
	DividedOn string
	Stays     []Stay
	Blades    []string // days on which it was cut or cleaned
	Trays     []string // days on which it was watered in its tray
	Soaks     []string // days on which it was soaked
	Off       bool     // it is off the bench
}

// Contact is how two plants touched, and when last.
type Contact struct {
	What string `json:"what" required:"true" enum:"blade,tray,water,pot,place,parent"`
	From string `json:"from,omitempty" description:"since when"`
	On   string `json:"on" required:"true" description:"the last day of it"`
}

// Exposed is a plant that may have caught it.
type Exposed struct {
	PlantID int64     `json:"plant_id" required:"true"`
	Tag     string    `json:"tag" required:"true"`
	By      []Contact `json:"by" required:"true" description:"the last first"`
	Until   string    `json:"until" required:"true" description:"it is looked at until this day"`
}

// Of are the plants that may have caught an agent from a suspect since a day, those that touched it last
// first; today is the day. Plants off the bench, and those whose time is over, are left out.
func Of(a Agent, suspect Facts, others []Facts, since, today string) []Exposed {
	list := []Exposed{}
	for _, o := range others {
		if o.PlantID == suspect.PlantID || o.Off {
			continue
		}
		var by []Contact
		for _, c := range contacts(suspect, o, today) {
			if slices.Contains(a.Ways, c.What) && c.On >= since {
				c.From = max(c.From, since)
				by = append(by, c)
			}
		}
		if len(by) == 0 {
			continue
		}
		slices.SortStableFunc(by, func(x, y Contact) int { return cmp.Compare(y.On, x.On) })
		e := Exposed{PlantID: o.PlantID, Tag: o.Tag, By: by, Until: dates.After(by[0].On, int(a.Days.Value))}
		if e.Until >= today {
			list = append(list, e)
		}
	}
	slices.SortStableFunc(list, func(x, y Exposed) int {
		return cmp.Or(cmp.Compare(y.By[0].On, x.By[0].On), cmp.Compare(x.Tag, y.Tag))
	})
	return list
}

// contacts are all ways in which two plants touched up to a day.
func contacts(a, b Facts, today string) []Contact {
	var list []Contact
	for _, x := range a.Stays {
		for _, y := range b.Stays {
			from, to := max(x.From, y.From), min(cmp.Or(x.Until, today), cmp.Or(y.Until, today))
			if x.Place == y.Place && x.Place != 0 && from <= to {
				list = append(list, Contact{Place, from, to})
			}
		}
	}
	shared := func(what string, a, b []string) {
		last := ""
		for _, day := range a {
			if slices.Contains(b, day) && day <= today {
				last = max(last, day)
			}
		}
		if last != "" {
			list = append(list, Contact{what, last, last})
		}
	}
	shared(Blade, a.Blades, b.Blades)
	shared(Tray, a.Trays, b.Trays)
	shared(Water, a.Soaks, b.Soaks)
	switch {
	case a.ParentID == b.PlantID && a.ParentID != 0:
		list = append(list, Contact{Parent, a.DividedOn, a.DividedOn})
	case b.ParentID == a.PlantID && b.ParentID != 0:
		list = append(list, Contact{Parent, b.DividedOn, b.DividedOn})
	case a.ParentID == b.ParentID && a.ParentID != 0:
		on := max(a.DividedOn, b.DividedOn)
		list = append(list, Contact{Parent, on, on})
	}
	return list
}
