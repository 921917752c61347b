// Package wishes answers what a rescuer wishes to do with a plant: yes, not now, or no, with
// the reason, what to do instead, the cautions, and the day or the sight that changes it. The
// answers follow from the one advice for the plant, the look, its roots and its home, so that
// no wish is granted that another page would refuse.
package wishes

import (
	"fmt"
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/roots"
)

// Answers.
const (
	Yes    = "yes"
	NotNow = "not-now"
	No     = "no"
)

// Row is one answer to a wish.
type Row struct {
	Answer   string          `yaml:"answer" json:"answer" required:"true" enum:"yes,not-now,no"`
	Because  knowledge.Text  `yaml:"because" json:"because" required:"true"`
	Instead  *knowledge.Text `yaml:"instead" json:"instead,omitempty"`
	Changes  *knowledge.Text `yaml:"changes" json:"changes,omitempty" description:"the sight that would change it"`
	Cautions []string        `yaml:"cautions" json:"cautions,omitempty"`
	Says     []acts.Act      `yaml:"says" json:"says,omitempty" description:"the acts it asks for"`
	Follows  string          `yaml:"follows" json:"follows,omitempty" description:"the question on whose side it hangs"`
}

// Wish is something that one may wish to do.
type Wish struct {
	Code string          `yaml:"code" json:"code" required:"true"`
	Name message.Message `yaml:"name" json:"name" required:"true"`
	Asks string          `yaml:"asks" json:"asks,omitempty" enum:",root" description:"what has to be said with it"`
	Rows map[string]Row  `yaml:"rows" json:"rows" required:"true"`
}

// Figures are the numbers that the answers use.
type Figures struct {
	BulbsStay    knowledge.Number `yaml:"bulbs_stay" json:"bulbs_stay" required:"true"`
	DoubtfulDays knowledge.Number `yaml:"doubtful_days" json:"doubtful_days" required:"true"`
	RecheckDays  knowledge.Number `yaml:"recheck_days" json:"recheck_days" required:"true"`
	TreatFromC   knowledge.Number `yaml:"treat_from_c" json:"treat_from_c" required:"true"`
	HereDays     knowledge.Number `yaml:"here_days" json:"here_days" required:"true" description:"one that came less long ago is a newcomer"`
	NestDays     knowledge.Number `yaml:"nest_days" json:"nest_days" required:"true" description:"a nest is not lifted before"`
}

// Knowledge is the table.
type Knowledge struct {
	Figures     Figures         `yaml:"figures" json:"figures" required:"true"`
	AnyTime     knowledge.Codes `yaml:"any_time" json:"any_time" required:"true" description:"kinds that change their medium at any time, beside those that move at any time"`
	DryRest     knowledge.Codes `yaml:"dry_rest" json:"dry_rest" required:"true" description:"kinds that are kept dry through their rest"`
	BigPots     knowledge.Codes `yaml:"big_pots" json:"big_pots" required:"true" description:"kinds that fill a big pot"`
	Products    knowledge.Codes `yaml:"products" json:"products" required:"true" description:"actions of causes that name a product"`
	NotOnTerete knowledge.Codes `yaml:"not_on_terete" json:"not_on_terete" required:"true" description:"those that terete leaves never get"`
	SunKinds    knowledge.Codes `yaml:"sun_kinds" json:"sun_kinds" required:"true" description:"kinds that take sun"`
	Treated     knowledge.Codes `yaml:"treated" json:"treated" required:"true" description:"findings that a product helps against"`
	LookedFor   knowledge.Codes `yaml:"looked_for" json:"looked_for" required:"true" description:"findings of which one at least was looked for, where nothing is said to be found"`
	Reservoirs  knowledge.Codes `yaml:"reservoirs" json:"reservoirs" required:"true" description:"gates of protocols that give a reservoir"`
	Wishes      []Wish          `yaml:"wishes" json:"wishes" required:"true"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("wishes.yaml", &k)
	return &k
})

// Find finds a wish by its code; false where there is none.
func (k *Knowledge) Find(code string) (Wish, bool) {
	i := slices.IndexFunc(k.Wishes, func(w Wish) bool { return w.Code == code })
	if i < 0 {
		return Wish{}, false
	}
	return k.Wishes[i], true
}

// text is the reason of a row.
func (k *Knowledge) text(wish, row string) knowledge.Text {
	w, _ := k.Find(wish)
	return w.Rows[row].Because
}

// Root is how a root looks and feels, for a wish that asks about one.
type Root struct {
	Feel    roots.Feel    `json:"feel,omitempty" validate:"omitempty,oneof=firm limp thread crunchy hollow mushy"`
	Colour  roots.Colour  `json:"colour,omitempty" validate:"omitempty,oneof=pale green patches-smooth patches-hard brown black"`
	Wetting roots.Wetting `json:"wetting,omitempty" validate:"omitempty,oneof=greens dull"`
}

// Ask is what an answer rests on, beside the plant.
type Ask struct {
	Race    race.Advised // empty: not run
	Root    Root
	WaterOn string          // the day on which its pot is due for water, by its weights; empty: not known
	Care    *aftercare.Care // nil: it has none

	Rhizome *division.Rhizome // its bulbs as they were drawn; nil: they were not
}

// Answer is the answer to a wish.
type Answer struct {
	Wish     string                 `json:"wish" required:"true"`
	Name     message.Message        `json:"name" required:"true"`
	Row      string                 `json:"row" required:"true" description:"which answer of the table it is"`
	Answer   string                 `json:"answer" required:"true" enum:"yes,not-now,no"`
	Sense    message.Sense          `json:"sense" required:"true"`
	Because  knowledge.Text         `json:"because" required:"true"`
	Instead  *judgement.Instruction `json:"instead,omitempty"`
	FromOn   string                 `json:"from_on,omitempty" description:"not now: from this day it is asked anew"`
	Changes  *knowledge.Text        `json:"changes,omitempty" description:"the sight that would change it"`
	Cautions []knowledge.Caution    `json:"cautions" required:"true"`
	Asks     string                 `json:"asks,omitempty" enum:",root" description:"what has to be said with it"`
	Side     *disputes.Side         `json:"side,omitempty" description:"the side it follows, where growers differ"`
	Says     []acts.Act             `json:"-"`
}

// All answers every wish, in the order of the table. Of a plant that is off the bench nobody wishes anything.
func (k *Knowledge) All(p *patient.Patient, of Ask) []Answer {
	if p.Closed {
		return []Answer{}
	}
	a := asking(p, of)
	list := make([]Answer, len(k.Wishes))
	for i, w := range k.Wishes {
		list[i] = a.answer(w)
	}
	return list
}

// Answer answers one wish, by its code; false where there is no such wish.
func (k *Knowledge) Answer(p *patient.Patient, code string, of Ask) (Answer, bool) {
	w, ok := k.Find(code)
	if !ok {
		return Answer{}, false
	}
	return asking(p, of).answer(w), true
}

func (a *asked) answer(w Wish) Answer {
	a.because = nil
	row, from := rules[w.Code](a)
	r, ok := w.Rows[row]
	if !ok {
		panic(fmt.Sprintf("the wish %q has no row %q", w.Code, row))
	}
	of := said(w, row, r)
	of.Instead = a.j.Tell(r.Instead)
	if a.because != nil {
		of.Because = *a.because
	}
	if r.Follows != "" {
		of.Side = disputes.SideOf(r.Follows, a.p.Side(r.Follows))
	}
	if r.Answer == NotNow {
		of.FromOn = from
		if of.FromOn == "" || of.FromOn <= a.p.Today() {
			of.FromOn = a.until()
		}
	}
	of.Sense = knowledge.SenseOf("wishes.wishes." + w.Code)
	for _, says := range r.Says {
		if says.Act == of.Sense.Act && r.Answer == Yes {
			of.Sense.Object, of.Sense.Degree = says.Object, says.Degree
		}
	}
	of.Sense.When = message.When{Is: moments[r.Answer], Day: of.FromOn}
	return of
}

// moments are what the answers say of when a wish may be done.
var moments = map[string]string{Yes: message.May, NotNow: message.NotNow, No: message.No}

// said puts a row in words.
func said(w Wish, row string, r Row) Answer {
	of := Answer{
		Wish: w.Code, Name: w.Name, Row: row, Answer: r.Answer, Because: r.Because,
		Instead: judgement.Told(r.Instead), Changes: r.Changes, Cautions: []knowledge.Caution{}, Asks: w.Asks,
		Says: r.Says,
	}
	for _, c := range knowledge.Cautions() {
		if slices.Contains(r.Cautions, c.Code) {
			of.Cautions = append(of.Cautions, c)
		}
	}
	return of
}

// Kept is an answer as it was given, from its codes; false where the table no longer has it.
func (k *Knowledge) Kept(wish, row string) (Answer, bool) {
	w, ok := k.Find(wish)
	if !ok {
		return Answer{}, false
	}
	r, ok := w.Rows[row]
	return said(w, row, r), ok
}
