package cleaning

import (
	"slices"
	"strings"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/solutions"
	"therapeon/core/work"
)

// planner makes one plan.
type planner struct {
	*planTable
	Work
	p      *patient.Patient
	stays  bool  // it is left in its pot: what is done out of it waits
	list   *List // nil: its roots were not read, or are in a pot
	jobs   map[string]*Job
	rotten bool // the blade has been in rot
	heard  patient.Heard
}

// Draw draws up the plan of a cleaning, from what is known of the plant: the cut list,
// what its causes ask for, spike, treatment, rinse, in working order. What is done out of the
// pot waits while the look leaves the plant in it. A plan of nothing but tidying up is empty.
func Draw(w Work) Plan {
	p := planner{planTable: plans(), Work: w, p: w.Patient, jobs: map[string]*Job{}, heard: look.Heard(w.Patient)}
	if w.Patient.Closed {
		plan := p.plan()
		plan.Headline = knowledge.Say(message.Of("cleaning.say.off-the-bench"))
		return plan
	}
	potted := w.Patient.Stands().Where() == patient.Potted
	if look.Holds(w.Patient) {
		v := look.Table().Decide(w.Patient.AtLook())
		p.stays = v.Stays(w.Patient)
		if w.Spike == nil {
			p.Spike = v.Spike
		}
	}
	if w.Patient.Roots() != nil && !potted {
		list := Cuts(w.Patient)
		p.list = &list
	}
	p.bench()
	p.cutting()
	p.fromCauses()
	p.spikes()
	p.treatment()
	if p.idle() {
		p.jobs = map[string]*Job{}
	}
	p.virusBlade()
	p.finish()
	return p.plan()
}

// idle holds when there is nothing to do but tidy up: such a plant is left alone.
func (p *planner) idle() bool {
	for code := range p.jobs {
		if !slices.Contains(
			[]string{
				"handle-last",
				"clear-bench",
				"hands",
				"sheaths",
				"spike-keep",
				"spike-wait",
				"spike-never",
				"blade-again",
				"isolate",
				"divide",
			},
			code,
		) {
			return false
		}
	}
	return len(p.Own) == 0
}

// add puts a job of the table on the plan.
func (p *planner) add(code string) *Job {
	if j, ok := p.jobs[code]; ok {
		return j
	}
	i := slices.IndexFunc(p.Jobs, func(e entry) bool { return e.Code == code })
	e := p.Jobs[i]
	j := job(e)
	j.Do, j.Why = e.Do, []knowledge.Text{e.Why}
	p.jobs[code] = j
	return j
}

func (p *planner) bench() {
	if p.p.Turn().Suspect() {
		p.add("handle-last")
	}
	p.add("clear-bench")
	p.add("hands")
}

// cutting takes the cut list in.
func (p *planner) cutting() {
	if p.list == nil {
		return
	}
	for _, it := range p.list.Items {
		code := map[string]string{Medium: "old-medium", DryWhole: "bulk-dead"}[it.Kind]
		if code == "" {
			code = "cut-roots"
		}
		j := p.add(code)
		j.Items = append(j.Items, it)
		if it.CutAtMM != nil {
			p.add("blade")
		}
		p.rotten = p.rotten || it.Kind == RotWhole || it.Kind == RotEnd || it.Kind == Spreading
		if it.Kind == Spreading && len(j.Why) == 1 {
			j.Why = append(j.Why, p.Notes["each-cut"])
			j.Care = caring([]string{"blade", "spreading", "product-label", "plant-health"})
		}
	}
	if len(p.list.Items) > 0 {
		p.add("rinse-roots")
		p.add("dry-joints")
	}
}

// virusBlade says that alcohol is not enough for the blade where a virus is suspected.
func (p *planner) virusBlade() {
	blade, cuts := p.jobs["blade"]
	if _, own := p.heard.Asked["own-blade"]; !own {
		if _, own = p.heard.Asked["kit-limits"]; !own {
			return
		}
	}
	if cuts {
		blade.Why = []knowledge.Text{p.Notes["virus-blade"]}
	}
}

// badCase holds where a pest is many: it spins webs, or shows in more ways than one.
func (p *planner) badCase() bool {
	signs := p.p.Stands().Signs()
	count := func(of knowledge.Codes) (n int) {
		for _, code := range of.Values {
			if signs[code] == causes.Present {
				n++
			}
		}
		return n
	}
	return count(p.Alone) > 0 || count(p.BadCase) > 1
}

// fromCauses takes in what the causes ask for.
func (p *planner) fromCauses() {
	for _, e := range p.planTable.Actions {
		because, asked := p.heard.Asked[e.Code]
		i := slices.IndexFunc(causes.Table().Actions, func(a causes.Action) bool { return a.Code == e.Code })
		if !asked || i < 0 {
			continue
		}
		a := causes.Table().Actions[i]
		if e.Into != "" {
			j := p.add(e.Into)
			j.Because = append(j.Because, Names(because)...)
			if e.Into == "old-medium" {
				j.Do = a.Words // how much of it comes off
			}
			continue
		}
		if a.Code == "oil-soap-label" && p.p.Intake.TereteLeaves {
			e.Product, e.Use = "", ""
		} else if e.Use == "spray" && !p.badCase() {
			e.Use = "mild"
		}
		e.Care, e.Says = a.Cautions, a.Says
		j := job(e)
		j.Do, j.Because = a.Words, Names(because)
		if a.Code == "oil-soap-label" && p.p.Intake.TereteLeaves {
			j.Do, j.Care = p.Notes["terete-instead"], caring([]string{"terete"})
		}
		p.jobs[a.Code] = j
		if j.Product == "oil" {
			p.add("rinse-all")
			p.add("dry-joints")
		}
		if strings.HasPrefix(a.Code, "cut-") {
			p.add("blade")
			p.rotten = true
		}
	}
}

// Names are what causes are called, by their codes.
func Names(causing []string) []message.Message {
	list := make([]message.Message, len(causing))
	for i, code := range causing {
		list[i] = causes.Table().Name(code)
	}
	return list
}

func (p *planner) spikes() {
	flowering := p.p.Flowering()
	if p.p.Profile.KeepsSpike() && flowering.InFlower() && !p.stays {
		p.add("spike-never")
	} else if s := p.Spike; s != nil {
		j := p.add(map[string]string{"cut": SpikeCut, "wait": "spike-wait", "keep": "spike-keep"}[s.Do])
		j.Why = []knowledge.Text{s.Why.Words}
		if s.Do == "cut" {
			p.add("blade")
		}
		j.Side = disputes.SideOf(disputes.SpikeAtRescue, p.p.Side(disputes.SpikeAtRescue))
	}
	if p.p.Unpotted() {
		p.add("sheaths")
	}
	if p.p.Stands().Signs()["tip-burn"] == causes.Present {
		p.add("leaf-tips")
	}
	if _, trims := p.jobs["leaf-tips"]; p.rotten && (trims || p.p.Unpotted()) {
		p.add("blade-again")
	}
	if p.Divide {
		p.add("divide")
	}
}

func (p *planner) treatment() {
	side, weak := p.p.Side(disputes.Peroxide), p.p.Condition().WeakStem()
	rot, stem := false, false
	if p.list != nil {
		for _, it := range p.list.Items {
			rot = rot || it.Kind == RotWhole || it.Kind == RotEnd || it.Kind == Spreading
			stem = stem || it.Kind == Spreading
		}
	}
	_, pests := p.heard.Asked["peroxide-fizz"]
	wanted := map[disputes.SideCode]bool{
		disputes.Routine: p.p.Unpotted(), disputes.WithFinding: rot || pests,
		disputes.PestsOnly: pests && !weak,
	}[side]
	if !wanted {
		delete(p.jobs, "peroxide")
	} else {
		j := p.add("peroxide")
		j.Side = disputes.SideOf(disputes.Peroxide, side)
		switch {
		case rot:
			j.Why = append(j.Why, p.Notes["rot-found"])
		case !pests:
			j.Why = append(j.Why, p.Notes["routine"])
		}
		if weak {
			j.Why = append(j.Why, p.Notes["weak-stem"])
		}
		for _, note := range p.rinsedFirst() {
			j.Why = append(j.Why, p.Notes[note])
		}
		p.add("rinse-roots")
		p.add("dry-joints")
	}
	_, toClean := p.heard.Asked["cut-to-clean"]
	_, well := p.heard.Asked["cut-well-clear"]
	divided := p.Marks["divide"].State == work.Done
	if p.p.Side(disputes.CutPowder) == disputes.Powder && (stem || toClean || well || divided) {
		p.add("powder").Side = disputes.SideOf(disputes.CutPowder, disputes.Powder)
		p.add("dry-joints")
	}
}

// rinsedFirst are the notes on peroxide on roots that were rinsed before: of one side, or of both
// where the plant follows none.
func (p *planner) rinsedFirst() []string {
	switch p.p.Side(disputes.PeroxideRinsed) {
	case disputes.TooDilute:
		return []string{"rinsed-dilute"}
	case disputes.WorksRinsed:
		return []string{"rinsed-works"}
	case disputes.NoView:
		return []string{"rinsed-dilute", "rinsed-works"}
	}
	return nil
}

// finish takes in what was added and what became of each job.
func (p *planner) finish() {
	for _, own := range p.Own {
		p.jobs[own.Code] = &Job{
			Code:    own.Code,
			Stage:   own.Stage,
			Own:     true,
			Status:  work.Status{State: work.Open},
			Why:     []knowledge.Text{},
			Because: []message.Message{},
			Items:   []Item{},
			Care:    []knowledge.Caution{},
			Do:      ownWords(own.Do),
		}
	}
	for code, j := range p.jobs {
		j.Status = p.Marks.Of(code)
		if len(j.Items) > 0 && j.State != work.Skipped {
			j.State = work.Done
			if j.left() > 0 {
				j.State = work.Open
			}
		}
	}
}

// plan puts the jobs in working order.
func (p *planner) plan() Plan {
	plan := Plan{Stages: p.Stages, Jobs: []Job{}, Notes: []knowledge.Text{}}
	place := map[string]int{}
	for i, s := range p.Stages {
		place[s.Code] = i * 1000
	}
	turn := func(j Job) int {
		at := place[j.Stage] + 500
		if i := slices.IndexFunc(p.Jobs, func(e entry) bool { return e.Code == j.Code }); i >= 0 {
			return place[j.Stage] + i
		}
		if i := slices.IndexFunc(p.Actions, func(e entry) bool { return e.Code == j.Code }); i >= 0 {
			return place[j.Stage] + 100 + i
		}
		return at
	}
	for _, j := range p.jobs {
		plan.Jobs = append(plan.Jobs, *j)
	}
	slices.SortFunc(plan.Jobs, func(a, b Job) int {
		if d := turn(a) - turn(b); d != 0 {
			return d
		}
		return strings.Compare(a.Code, b.Code)
	})
	plan.count()
	return plan
}

// job fills in what an entry says of product, time and care.
func job(e entry) *Job {
	j := &Job{
		Code:    e.Code,
		Stage:   e.Stage,
		Why:     []knowledge.Text{},
		Because: []message.Message{},
		Items:   []Item{},
		Status:  work.Status{State: work.Open},
		Product: e.Product,
		Use:     e.Use,
		Says:    e.Says,
	}
	care := e.Care
	if product, ok := solutions.Known().Product(e.Product); ok {
		use, _ := product.Use(e.Use)
		j.Minutes, j.VolumeML = use.Minutes.Value, use.VolumeML.Value
		if use.Percent != nil {
			j.Percent = use.Percent.Value
			j.HowMuch = j.amount()
		}
		care = append(slices.Clone(care), product.Care...)
	}
	if e.Minutes != nil {
		j.Minutes = e.Minutes.Value
	}
	j.Care = caring(care)
	return j
}

// caring are the cautions with these codes.
func caring(codes []string) []knowledge.Caution {
	found := []knowledge.Caution{}
	for _, c := range knowledge.Cautions() {
		if slices.Contains(codes, c.Code) {
			found = append(found, c)
		}
	}
	return found
}

// ActionsIn are the actions of causes that are done with a job: itself, and those that go into it.
func ActionsIn(job string) []string {
	list := []string{job}
	for _, e := range plans().Actions {
		if e.Into == job {
			list = append(list, e.Code)
		}
	}
	return list
}

// ownWords are words of the user's own.
func ownWords(do string) knowledge.Text {
	return knowledge.Text{Value: message.Plain(do), Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}}
}
