package causes

import (
	"fmt"
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/taxa"
)

// Theme is one thing that several findings can bear witness to.
type Theme struct {
	Code string           `yaml:"code" json:"code" required:"true"`
	Name knowledge.Text   `yaml:"name" json:"name" required:"true"`
	Base knowledge.Number `yaml:"base" json:"base" required:"true" description:"how often it shows where none of its causes holds"`
}

// Finding is something to look for.
type Finding struct {
	Code       string            `yaml:"code" json:"code" required:"true"`
	Part       string            `yaml:"part" json:"part" required:"true" enum:"leaves,bulbs,growth,pot,surface,smell,medium,lodgers,roots,rhizome,care"`
	At         string            `yaml:"at" json:"at" required:"true" enum:"look,unpot,roots,cut,care" description:"when it can be found"`
	Only       string            `yaml:"only" json:"only,omitempty" enum:",bulbs,pot" description:"bulbs: only where the group has them; pot: only where the plant is not bare"`
	Name       knowledge.Text    `yaml:"name" json:"name" required:"true"`
	Tell       knowledge.Text    `yaml:"tell" json:"tell" required:"true" description:"how to tell, as a thing to do"`
	DetailOf   string            `yaml:"detail_of" json:"detail_of,omitempty" description:"the general sign: it is asked for only once that was found"`
	Plain      bool              `yaml:"plain" json:"plain,omitempty" description:"it says what is there, and weighs on no cause"`
	Does       acts.Act          `yaml:"does" json:"does,omitzero" description:"what looking for it does to the plant: it is not asked for where that is not to be done"`
	Theme      string            `yaml:"theme" json:"theme,omitempty" description:"the theme it bears witness to; left out: a theme of its own"`
	Base       *knowledge.Number `yaml:"base" json:"base,omitempty"`
	Hit        *knowledge.Number `yaml:"hit" json:"hit,omitempty" description:"how often it is found when its theme is there"`
	FalseAlarm *knowledge.Number `yaml:"false_alarm" json:"false_alarm,omitempty" description:"how often it is found when it is not"`
	Minutes    *knowledge.Number `yaml:"minutes" json:"minutes,omitempty" description:"what the check costs"`
	Waits      *knowledge.Number `yaml:"waits" json:"waits,omitempty" description:"minutes to wait in the middle of it"`
	Timer      knowledge.Text    `yaml:"timer" json:"timer,omitzero" description:"what its timer is called"`
}

// Costs is what looking for it does to a plant that stands in its pot; nothing for what is seen there.
func (f Finding) Costs() acts.Act {
	if f.At == "unpot" || f.At == "roots" || f.At == "cut" {
		return acts.Unpot
	}
	return f.Does
}

// Cause is something that can have happened to a plant.
type Cause struct {
	Code    string                    `yaml:"code" json:"code" required:"true"`
	Name    message.Message           `yaml:"name" json:"name" required:"true"`
	Kind    string                    `yaml:"kind" json:"kind" required:"true" enum:"harmful,harmless"`
	Urgent  bool                      `yaml:"urgent" json:"urgent,omitempty" description:"it spreads, or kills in days"`
	About   knowledge.Text            `yaml:"about" json:"about" required:"true"`
	Prior   knowledge.Number          `yaml:"prior" json:"prior" required:"true" description:"how often it holds on a rescued plant of no particular group"`
	Groups  map[string]knowledge.Code `yaml:"groups" json:"groups,omitempty" description:"where it is more usual: more, much-more"`
	Weights map[string]knowledge.Code `yaml:"weights" json:"weights" required:"true" description:"what speaks for and against it, by theme or finding, on the scale ++++ +++ ++ + - --"`
	Do      []string                  `yaml:"do" json:"do" required:"true" description:"actions"`
	Prevent knowledge.Text            `yaml:"prevent" json:"prevent" required:"true"`
}

// Action is something to do about a cause, for a later step to pick up.
type Action struct {
	Code      string         `yaml:"code" json:"code" required:"true"`
	At        string         `yaml:"at" json:"at" required:"true" enum:"now,clean,re-home,aftercare" description:"the step that picks it up"`
	Words     knowledge.Text `yaml:"words" json:"words" required:"true"`
	Leaves    bool           `yaml:"leaves" json:"leaves,omitempty" description:"it asks to leave the plant; alarms and what strips outrank it"`
	Says      []acts.Act     `yaml:"says" json:"says,omitempty" description:"the acts it asks for, see /api/v1/knowledge/acts"`
	Unpots    bool           `yaml:"unpots" json:"unpots,omitempty" description:"it is done out of the pot, so it waits while the plant is left in it"`
	Strips    bool           `yaml:"strips" json:"strips,omitempty" description:"it takes the old medium off, so it means unpotting"`
	Once      string         `yaml:"once" json:"once,omitempty" description:"what has to be seen first"`
	InPot     bool           `yaml:"in_pot" json:"in_pot,omitempty" description:"it is only of a plant in a pot"`
	NotTerete bool           `yaml:"not_terete" json:"not_terete,omitempty" description:"pencil leaves never get it"`
	Cautions  []string       `yaml:"cautions" json:"cautions,omitempty"`

	knowledge.Groups `yaml:",inline"`
}

// Fits holds for an action that is for a plant: by its group, and by whether it is in a pot.
func (a Action) Fits(p *patient.Patient) bool {
	return a.Has(p.Profile.Code) && (!a.InPot || p.Stands().Where() == patient.Potted)
}

// Acts are what an action comes to: those it names, and that of its words.
func (a Action) Acts() []acts.Act {
	list := slices.Clone(a.Says)
	if of := acts.Of(a.Words.Sense); a.Words.Sense.Type == message.Instruction && !slices.Contains(list, of) {
		list = append(list, of)
	}
	return list
}

// Strips tells whether an action takes the old medium off.
func Strips(action string) bool {
	return slices.ContainsFunc(Table().Actions, func(a Action) bool { return a.Code == action && a.Strips })
}

// leaves tells whether an action asks to leave the plant.
func leaves(action string) bool {
	return slices.ContainsFunc(Table().Actions, func(a Action) bool { return a.Code == action && a.Leaves })
}

// Band is a probability in words.
type Band struct {
	Code  string           `yaml:"code" json:"code" required:"true"`
	Words knowledge.Text   `yaml:"words" json:"words" required:"true"`
	Below knowledge.Number `yaml:"below" json:"below" required:"true"`
}

// Figures are the scale of the weights, in decibans, and the lines drawn.
type Figures struct {
	Weight4          knowledge.Number `yaml:"weight_4" json:"weight_4" required:"true" description:"of a culprit that is seen"`
	Weight3          knowledge.Number `yaml:"weight_3" json:"weight_3" required:"true"`
	Weight2          knowledge.Number `yaml:"weight_2" json:"weight_2" required:"true"`
	Weight1          knowledge.Number `yaml:"weight_1" json:"weight_1" required:"true"`
	More             knowledge.Number `yaml:"more" json:"more" required:"true"`
	MuchMore         knowledge.Number `yaml:"much_more" json:"much_more" required:"true"`
	Against1         knowledge.Number `yaml:"against_1" json:"against_1" required:"true"`
	Against2         knowledge.Number `yaml:"against_2" json:"against_2" required:"true"`
	MostChecks       knowledge.Number `yaml:"most_checks" json:"most_checks" required:"true" description:"are offered at a time"`
	MostMoves        knowledge.Number `yaml:"most_moves" json:"most_moves" required:"true" description:"of chances are named with an answer"`
	WorthNamingDB    knowledge.Number `yaml:"worth_naming_db" json:"worth_naming_db" required:"true" description:"the least movement that is shown, decibans"`
	WorthTelling     knowledge.Number `yaml:"worth_telling" json:"worth_telling" required:"true" description:"the least change of a chance that is named"`
	ActFrom          knowledge.Number `yaml:"act_from" json:"act_from" required:"true" description:"from this chance on a cause is acted on"`
	ActFromUrgent    knowledge.Number `yaml:"act_from_urgent" json:"act_from_urgent" required:"true" description:"the same for one that spreads"`
	AlarmFrom        knowledge.Number `yaml:"alarm_from" json:"alarm_from" required:"true" description:"from this chance on one that spreads is raised out of order"`
	SettledFrom      knowledge.Number `yaml:"settled_from" json:"settled_from" required:"true" description:"from this chance on an alarm needs no further check"`
	ClearBelow       knowledge.Number `yaml:"clear_below" json:"clear_below" required:"true" description:"when nothing harmful is likelier than this, nothing is wrong"`
	AskBitsPerMinute knowledge.Number `yaml:"ask_bits_per_minute" json:"ask_bits_per_minute" required:"true" description:"a check that promises less is not asked for"`
	MediumOldMonths  knowledge.Number `yaml:"medium_old_months" json:"medium_old_months" required:"true"`
	MovedLatelyDays  knowledge.Number `yaml:"moved_lately_days" json:"moved_lately_days" required:"true"`
	MushyShare       knowledge.Number `yaml:"mushy_share" json:"mushy_share" required:"true" description:"share of the roots from which they count as mushy"`
	SprayLatelyDays  knowledge.Number `yaml:"spray_lately_days" json:"spray_lately_days" required:"true" description:"how long oil or soap counts as used lately"`
	FreshWoundDays   knowledge.Number `yaml:"fresh_wound_days" json:"fresh_wound_days" required:"true" description:"how long what broke counts as a fresh wound"`
	OutcomeFrom      knowledge.Number `yaml:"outcome_from" json:"outcome_from" required:"true" description:"an outcome less likely than this does not make a check worth while"`
}

// FindingFigures hold where a finding does not say otherwise.
type FindingFigures struct {
	Hit              knowledge.Number `yaml:"hit" json:"hit" required:"true"`
	FalseAlarm       knowledge.Number `yaml:"false_alarm" json:"false_alarm" required:"true"`
	HitShared        knowledge.Number `yaml:"hit_shared" json:"hit_shared" required:"true"`
	FalseAlarmShared knowledge.Number `yaml:"false_alarm_shared" json:"false_alarm_shared" required:"true"`
	MinutesLook      knowledge.Number `yaml:"minutes_look" json:"minutes_look" required:"true"`
	MinutesCare      knowledge.Number `yaml:"minutes_care" json:"minutes_care" required:"true"`
	MinutesUnpot     knowledge.Number `yaml:"minutes_unpot" json:"minutes_unpot" required:"true"`
	MinutesRoots     knowledge.Number `yaml:"minutes_roots" json:"minutes_roots" required:"true"`
	MinutesCut       knowledge.Number `yaml:"minutes_cut" json:"minutes_cut" required:"true"`
	MinutesToUnpot   knowledge.Number `yaml:"minutes_to_unpot" json:"minutes_to_unpot" required:"true" description:"added when the plant is still in its pot"`
}

// Worry is what brings a keeper to look, and the few findings that it is looked at for first.
type Worry struct {
	Code  string          `yaml:"code" json:"code" required:"true"`
	Name  knowledge.Text  `yaml:"name" json:"name" required:"true"`
	First knowledge.Codes `yaml:"first" json:"first" required:"true" description:"findings, in the order in which they are asked"`
	Parts knowledge.Codes `yaml:"parts" json:"parts" required:"true" description:"parts of the plant that it opens"`
}

// Knowledge is the table of causes and findings.
type Knowledge struct {
	Causes         []Cause                   `json:"causes" required:"true"`
	Themes         []Theme                   `json:"themes" required:"true"`
	Findings       []Finding                 `json:"findings" required:"true"`
	Parts          map[string]knowledge.Text `json:"parts" required:"true"`
	Actions        []Action                  `json:"actions" required:"true"`
	Bands          []Band                    `json:"bands" required:"true"`
	Figures        Figures                   `json:"figures" required:"true"`
	FindingFigures FindingFigures            `json:"finding_figures" required:"true"`
	Rivals         []Rivals                  `json:"rivals" required:"true" description:"findings that do not hold together"`
	Worries        []Worry                   `json:"worries" required:"true"`
	OldMarks       knowledge.Code            `json:"old_marks" required:"true" description:"the finding that marks are old, and nothing new is there"`
	Marks          knowledge.Codes           `json:"marks" required:"true" description:"findings that are such marks: then they weigh on nothing"`
	UnseenDays     knowledge.Number          `json:"unseen_days" required:"true" description:"what one could not see is not asked for again before"`
	OwnWord        knowledge.Text            `json:"own_word" required:"true" description:"what holds where the user and an earlier step differ"`

	model   *model
	causeAt map[string]int
	findAt  map[string]int
	themeOf []Theme // for each theme of the model
	byGroup map[string]*model
	asks    []uint64 // for each cause its actions, as a set
	byTheme []int    // the findings, those of one theme together
}

// Table is the table that ships with the program.
var Table = sync.OnceValue(func() *Knowledge {
	k := &Knowledge{}
	var c struct {
		Figures Figures `yaml:"figures"`
		Bands   []Band  `yaml:"bands"`
	}
	var f struct {
		Themes  []Theme                   `yaml:"themes"`
		Parts   map[string]knowledge.Text `yaml:"parts"`
		Figures FindingFigures            `yaml:"figures"`
		Rivals  []Rivals                  `yaml:"rivals"`
		Worries []Worry                   `yaml:"worries"`
		OwnWord knowledge.Text            `yaml:"own_word"`

		OldMarks   knowledge.Code   `yaml:"old_marks"`
		Marks      knowledge.Codes  `yaml:"marks"`
		UnseenDays knowledge.Number `yaml:"unseen_days"`
	}
	knowledge.MustRead("causes.yaml", &c)
	knowledge.MustRead("findings.yaml", &f)
	knowledge.MustRead("actions.yaml", &k.Actions)
	k.Causes = knowledge.MustReadParts[Cause]("causes-water.yaml", "causes-pests.yaml", "causes-other.yaml")
	k.Findings = knowledge.MustReadParts[Finding]("findings-plant.yaml", "findings-pot.yaml", "findings-roots.yaml")
	k.Figures, k.Bands = c.Figures, c.Bands
	k.Themes, k.Parts, k.FindingFigures = f.Themes, f.Parts, f.Figures
	k.Rivals, k.Worries, k.OwnWord = f.Rivals, f.Worries, f.OwnWord
	k.OldMarks, k.Marks, k.UnseenDays = f.OldMarks, f.Marks, f.UnseenDays
	if err := k.compile(); err != nil {
		panic(fmt.Sprintf("knowledge of causes: %v", err))
	}
	return k
})

// decibans of a weight on the scale.
func (k *Knowledge) decibans(weight string) (float64, error) {
	f := k.Figures
	switch weight {
	case "++++":
		return f.Weight4.Value, nil
	case "+++":
		return f.Weight3.Value, nil
	case "++":
		return f.Weight2.Value, nil
	case "+":
		return f.Weight1.Value, nil
	case "more":
		return f.More.Value, nil
	case "much-more":
		return f.MuchMore.Value, nil
	case "-":
		return f.Against1.Value, nil
	case "--":
		return f.Against2.Value, nil
	}
	return 0, fmt.Errorf("weight %q is not on the scale", weight)
}

// forGroups makes the model of each group: the same, with other priors.
func (k *Knowledge) forGroups() error {
	k.byGroup = map[string]*model{}
	for _, g := range taxa.All() {
		m := *k.model
		m.prior = slices.Clone(m.prior)
		k.byGroup[g.Code] = &m
	}
	for i, c := range k.Causes {
		for group, weight := range c.Groups {
			m, ok := k.byGroup[group]
			if !ok {
				return fmt.Errorf("cause %s names the unknown group %s", c.Code, group)
			}
			db, err := k.decibans(weight.Value)
			if err != nil {
				return fmt.Errorf("cause %s, group %s: %w", c.Code, group, err)
			}
			m.prior[i] *= factorOf(db)
		}
	}
	return nil
}

func (f Finding) theme() string {
	if f.Theme != "" {
		return f.Theme
	}
	return f.Code
}

// Cause finds a cause by its code; false where there is none.
func (k *Knowledge) Cause(code string) (Cause, bool) {
	if i, ok := k.causeAt[code]; ok {
		return k.Causes[i], true
	}
	return Cause{}, false
}

// Worry finds a worry by its code; false where there is none.
func (k *Knowledge) Worry(code string) (Worry, bool) {
	i := slices.IndexFunc(k.Worries, func(w Worry) bool { return w.Code == code })
	if i < 0 {
		return Worry{}, false
	}
	return k.Worries[i], true
}

// Finding finds a finding by its code; false where there is none.
func (k *Knowledge) Finding(code string) (Finding, bool) {
	if i, ok := k.findAt[code]; ok {
		return k.Findings[i], true
	}
	return Finding{}, false
}

// Action finds an action by its code; false where there is none.
func (k *Knowledge) Action(code string) (Action, bool) {
	i := slices.IndexFunc(k.Actions, func(a Action) bool { return a.Code == code })
	if i < 0 {
		return Action{}, false
	}
	return k.Actions[i], true
}

// band is a probability in words.
func (k *Knowledge) band(p float64) message.Message { return k.BandWords(k.BandOf(p)) }

// BandOf is the code of the band that a probability, from 0 to 1, falls in.
func (k *Knowledge) BandOf(p float64) string {
	for _, b := range k.Bands {
		if p < b.Below.Value {
			return b.Code
		}
	}
	return k.Bands[len(k.Bands)-1].Code
}

// BandWords are the words of a band; of a code that is none, the code.
func (k *Knowledge) BandWords(code string) message.Message {
	for _, b := range k.Bands {
		if b.Code == code {
			return b.Words.Value
		}
	}
	return message.Plain(code)
}

// minutes is what a check costs, with the plant out of its pot or still in it.
func (k *Knowledge) minutes(f Finding, unpotted bool) float64 {
	g := k.FindingFigures
	usual := map[string]float64{
		"look": g.MinutesLook.Value, "care": g.MinutesCare.Value, "unpot": g.MinutesUnpot.Value,
		"roots": g.MinutesRoots.Value, "cut": g.MinutesCut.Value,
	}[f.At]
	if f.Minutes != nil {
		usual = f.Minutes.Value
	}
	if f.needsUnpotting() && !unpotted {
		usual += g.MinutesToUnpot.Value
	}
	return usual
}

// needsUnpotting holds for what cannot be seen in the pot.
func (f Finding) needsUnpotting() bool { return f.At == "unpot" || f.At == "roots" || f.At == "cut" }
