package rehome

import (
	"slices"

	"therapeon/core/acts"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/work"
)

// Task is a new home to be made ready: the way, the pot and what goes into it.
type Task struct {
	Route      Route
	Pot        *pots.Pot         // nil: none
	VolumeL    float64           // of the pot
	Clump      bool              // leads to all sides
	Fills      bool              // it is filled round where it hangs
	Under      *Laid             // the coarse layer under the mix; nil: none
	Organic    bool              // the mix breaks down
	Fine       bool              // it is of fine mineral pieces
	Small      bool              // it would fall out through the holes
	Starts     string            // the protocol of aftercare that it starts
	NotFlushed bool              // by an older file
	Flushes    disputes.SideCode // the side it follows on flushing
	Mixed      []Mixing          // what to measure out
	Care       []string          // cautions of what is mixed
	Still      string            // how it is held still: stake, skewer, none
}

// Mixing is an amount of a component in a mix.
type Mixing struct {
	Component string  `json:"component,omitempty"`
	Own       string  `json:"own,omitempty"` // one of the user's, by its name
	ML        float64 `json:"ml"`
}

// Laid is the coarse layer at the bottom of a pot.
type Laid struct {
	Component string  `json:"component"`
	MM        float64 `json:"mm"`
	ML        float64 `json:"ml"`
}

// Job is something to be done.
type Job struct {
	Code      string              `json:"code" required:"true"`
	Stage     message.Message     `json:"stage" required:"true" description:"name of its stage"`
	Do        knowledge.Sentence  `json:"-"`
	How       []knowledge.Text    `json:"-"`
	Amounts   message.Message     `json:"amounts,omitzero" description:"what to measure out"`
	AheadDays int                 `json:"ahead_days,omitempty" description:"made ready so many days before"`
	Labels    bool                `json:"labels,omitempty" description:"the label is printed here"`
	Weighs    patient.Kind        `json:"weighs,omitempty" enum:",bare,pot" description:"a weight is taken here, of this kind"`
	Cautions  []knowledge.Caution `json:"cautions" required:"true"`
	Side      *disputes.Side      `json:"side,omitempty" description:"the side it follows, where growers differ"`
	Says      []acts.Act          `json:"-"`

	work.Status
}

// conditions are those that jobs hang on, and whether they hold.
func (k *Knowledge) conditions(p *patient.Patient, t Task) map[string]bool {
	reservoir := t.Pot != nil && (t.Pot.WaterMM() > 0 || t.Route.Code == Pebbles)
	// A tree-dweller's old roots stand in none; it is filled once a tip shows.
	later := t.Route.Code == "inorganic" && !p.Condition().TipsOut() && !pots.Table().AtOnce.Has(p.Profile.Code)
	return map[string]bool{
		"fills":           t.Fills,
		"seats":           !t.Fills,
		"kept-apart":      p.Turn().Suspect(),
		"side-holes":      t.Pot != nil && t.Pot.SideHoles,
		"crock":           t.Pot != nil && t.Pot.CrockMM > 0 && t.Under == nil,
		"under":           t.Under != nil,
		"reservoir":       reservoir && !later,
		"reservoir-later": reservoir && later,
		"organic":         t.Organic,
		"mineral":         t.Pot != nil && !t.Organic,
		"fine":            t.Fine,
		"small":           t.Small,
		"mixed":           len(t.Mixed) > 1,
		"aerial":          p.Condition().Aerial() && (t.Route.Code == Basket || pots.HousesAerial(p)),
		"aerial-out":      p.Condition().Aerial() && t.Route.Code != Basket && !pots.HousesAerial(p),
		"outer-pot":       p.Intake.OuterPot && t.Pot != nil,
		"little":          p.Side(disputes.Watering) == disputes.LittleOften,
		"moss-top":        reservoir && p.Side(disputes.MossOnPebbles) == disputes.MossForTips,
		"worms":           hasWorms(p) && !wormsStay(p, t.VolumeL),
		"worms-stay":      hasWorms(p) && wormsStay(p, t.VolumeL),
		"leads":           t.Clump || p.Rhizome.Leads > 1,
		"old-bulbs":       p.Profile.HasBulbs() && p.Profile.Sympodial() && !t.Clump,
		"spike":           KeepsSpike(p),
		"wobbles":         Wobbles(p),
		"topples":         p.Finding("top-heavy") == patient.Present,
		"big":             t.VolumeL > k.BigPotL.Value,
	}
}

// hasWorms holds where worms or their castings came to light.
func hasWorms(p *patient.Patient) bool {
	return p.Finding("worms-seen") == patient.Present || p.Finding("castings") == patient.Present
}

// wormsStay is by the side it follows: in a big pot they do no harm.
func wormsStay(p *patient.Patient, litres float64) bool {
	if side := p.Side(disputes.Worms); side != disputes.Welcome && side != disputes.BySize {
		return false
	}
	return litres >= Table().WormsFromL.Value
}

// KeepsSpike holds for a plant that moves with its spike on: there is one, it was not cut
// since, and the look does not take it off.
func KeepsSpike(p *patient.Patient) bool {
	if p.Look() == nil || !p.Flowering().InFlower() ||
		slices.ContainsFunc(p.Spikes, func(on string) bool { return on >= p.Look().On }) {
		return false
	}
	call := look.Table().Decide(p.AtLook()).Spike
	return call == nil || call.Do != "cut"
}

// Wobbles holds for a plant that was seen or felt to wobble or to top over.
func Wobbles(p *patient.Patient) bool {
	return p.Finding("top-heavy") == patient.Present || p.Reading != nil && p.Reading.Roots.Wobbly
}

// Checklist is what is to be done on the way to a new home, in working order.
func (k *Knowledge) Checklist(p *patient.Patient, t Task, marks work.Marks) []Job {
	kind, holds := "pot", k.conditions(p, t)
	if t.Route.Hold {
		kind = "hold"
	}
	list := []Job{}
	for _, row := range k.Jobs {
		fits := (len(row.Kinds) == 0 || slices.Contains(row.Kinds, kind)) &&
			(len(row.Routes) == 0 || slices.Contains(row.Routes, t.Route.Code)) &&
			!slices.Contains(row.RoutesNot, t.Route.Code)
		for _, when := range row.When {
			fits = fits && holds[when]
		}
		if !fits {
			continue
		}
		list = append(list, k.job(p, row, t, marks))
	}
	return list
}

func (k *Knowledge) job(p *patient.Patient, row JobKind, t Task, marks work.Marks) Job {
	j := Job{
		Code:     row.Code,
		Stage:    message.Of("rehome.stages." + row.Stage),
		Do:       knowledge.Say(row.Do),
		Labels:   row.Labels,
		Weighs:   row.Weighs,
		How:      []knowledge.Text{},
		Cautions: []knowledge.Caution{},
		Says:     row.Says,
		Status:   marks.Of(row.Code),
	}
	if row.How != nil {
		j.How = append(j.How, *row.How)
	}
	care := row.Cautions
	switch {
	case row.Mixes:
		j.Amounts, care = amounts(t.Mixed), slices.Concat(care, t.Care)
	case row.Lays && t.Under != nil:
		j.Do = knowledge.Say(message.Of(row.Do.Code, message.Fixed("mm", t.Under.MM, 0, "mm")))
		j.Amounts = amounts([]Mixing{{Component: t.Under.Component, ML: t.Under.ML}})
	case row.Holds:
		j.How = append(j.How, k.HoldStill[t.Still])
	case row.Waters:
		j.Do = j.Do.At(message.When{Is: message.Once})
		j.How = append(j.How, t.firstWater().Once())
		if t.bySide() {
			j.Side = disputes.SideOf(disputes.Flushing, t.Flushes)
		}
	case row.Stands:
		j.How = append(j.How, t.Route.Light.Once(), t.Route.Air.Once())
	}
	if side := p.Side(row.Follows); side != "" {
		j.Side = disputes.SideOf(row.Follows, side)
		if words, ok := row.BySide[side]; ok {
			j.How = []knowledge.Text{words}
		}
	}
	for _, c := range knowledge.Cautions() {
		if slices.Contains(care, c.Code) {
			j.Cautions = append(j.Cautions, c)
		}
	}
	return j
}

// Listed is the list of jobs as it can be marked.
func Listed(jobs []Job) work.Checklist {
	list := work.Checklist{Name: "list"}
	for _, j := range jobs {
		list.Jobs = append(list.Jobs, work.Job{Code: j.Code, Do: j.Do.Value, Cautions: j.Cautions, State: j.State})
	}
	return list
}

// Headline says how far it has come, and how many jobs are open.
func Headline(jobs []Job) (knowledge.Sentence, int) {
	open := Listed(jobs).Open()
	if open == 0 {
		return knowledge.Say(message.Of("rehome.say.all-of-it-is-done")), 0
	}
	return knowledge.Say(message.Of("rehome.say.jobs-are-left", message.Count("n", open))), open
}

// Ahead are the jobs of a plant's next home that are made ready beforehand, as far as they are
// known while it still stands in its pot: by the way it would usually go, with the days ahead.
func (k *Knowledge) Ahead(p *patient.Patient) []Job {
	code, _ := deciding{Knowledge: k, p: p}.advised(Decision{Decision: PotIt})
	route, ok := k.Route(code)
	if !ok {
		return nil
	}
	holds := map[string]bool{
		"seats":   true,
		"organic": media.Table().Organic.Has(route.medium()), "reservoir": route.Reservoir,
		"side-holes": look.Heard(p).Asks("air-to-pot"),
	}
	var list []Job
	for _, row := range k.Jobs {
		fits := row.AheadDays != nil && (len(row.Routes) == 0 || slices.Contains(row.Routes, route.Code))
		for _, when := range row.When {
			fits = fits && holds[when]
		}
		if fits {
			j := k.job(p, row, Task{Route: route}, nil)
			j.AheadDays = int(row.AheadDays.Value)
			list = append(list, j)
		}
	}
	return list
}
