// Package division advises on dividing a plant: where its rhizome can be cut,
// what each piece would have, and whether it should be cut at all today.
package division

import (
	"fmt"
	"slices"
	"sync"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// MaxBulbs is the most bulbs of one plant, as many as a reading knows growths.
const MaxBulbs = roots.MaxGrowths

// Bulb is a bulb or cane on the rhizome.
type Bulb struct {
	N     int               `json:"n" required:"true" validate:"bulb_number" description:"1 for the oldest"`
	From  int               `json:"from" required:"true" validate:"bulb" description:"the older bulb it grew from; 0 for the oldest"`
	Lead  bool              `json:"lead,omitempty" description:"a growing lead comes from it"`
	State patient.BulbState `json:"state,omitempty" validate:"omitempty,oneof=plump shrivelled dead"`
}

// Rhizome is the bulbs in their order.
type Rhizome struct {
	Bulbs []Bulb `json:"bulbs" required:"true" validate:"bulbs,dive"`
}

// Faults finds rhizomes that cannot grow so, each by its field; none where all is sound.
func (r Rhizome) Faults() fault.List {
	for i, b := range r.Bulbs {
		field := fmt.Sprintf("bulbs[%d].", i)
		switch {
		case b.N != i+1:
			return fault.List{
				{
					Field: field + "n",
					Value: b.N,
					Limit: message.Of("limits.only", message.Count("figure", i+1)),
					Words: message.Of("division.say.number-the-bulbs-from-1"),
				},
			}
		case b.From >= b.N:
			return fault.List{
				{
					Field: field + "from",
					Value: b.From,
					Limit: message.Of("limits.from-to", message.Count("low", 0), message.Count("high", i)),
					Words: message.Of("division.say.a-bulb-grows-from-an"),
				},
			}
		case b.From == 0 && i > 0:
			return fault.List{
				{
					Field: field + "from",
					Value: b.From,
					Limit: message.Of("limits.from-to", message.Count("low", 1), message.Count("high", i)),
					Words: message.Of("division.say.only-the-oldest-bulb-grows"),
				},
			}
		}
	}
	return nil
}

// Chain is a rhizome of n bulbs in one line, with a lead at its end.
func Chain(n int) Rhizome {
	r := Rhizome{Bulbs: []Bulb{}}
	for i := range min(n, MaxBulbs) {
		r.Bulbs = append(r.Bulbs, Bulb{N: i + 1, From: i, Lead: i == n-1})
	}
	return r
}

// Drawn is what is known of it where it is drawn.
func (r Rhizome) Drawn() patient.Rhizome {
	d := patient.Rhizome{Joints: r.Joints()}
	for _, b := range r.Bulbs {
		d.Leads += one(b.Lead)
	}
	return d
}

// Joints are those along the longest way through it, from one end to another: its arms, summed.
func (r Rhizome) Joints() int {
	far, longest := make([]int, len(r.Bulbs)+1), 0 // how far each bulb's longest arm reaches
	for _, b := range slices.Backward(r.Bulbs) {
		if b.From == 0 {
			continue
		}
		reach := far[b.N] + 1
		longest = max(longest, far[b.From]+reach)
		far[b.From] = max(far[b.From], reach)
	}
	return longest
}

// Piece is a part that the cuts would leave.
type Piece struct {
	Bulbs  []int            `json:"bulbs" required:"true"`
	Leads  int              `json:"leads" required:"true"`
	LiveMM roots.Range      `json:"live_mm" required:"true" description:"living root on its bulbs"`
	Fits   bool             `json:"fits" required:"true"`
	Warned bool             `json:"warned,omitempty" description:"it is of two, and can stand alone all the same"`
	Why    []knowledge.Text `json:"why" required:"true" description:"what it lacks, or could have more of"`
}

// Joint is where the rhizome can be cut: on the older side of a bulb.
type Joint struct {
	Before int   `json:"before" required:"true" description:"the younger bulb; the cut parts it from the one it grew from"`
	From   int   `json:"from" required:"true"`
	Fits   bool  `json:"fits" required:"true" description:"both pieces could stand alone"`
	Older  Piece `json:"older" required:"true"`
	Newer  Piece `json:"newer" required:"true"`
}

// Advice is what the advisor comes to.
type Advice struct {
	Decision string             `json:"decision" required:"true" enum:"no,not-today,can" description:"whether it should be divided at all"`
	Headline knowledge.Sentence `json:"-"`
	Reasons  []knowledge.Text   `json:"reasons" required:"true"`
	Places   []Joint            `json:"places" required:"true"`
	Cuts     []int              `json:"cuts" required:"true" description:"the cuts that give the most pieces that fit, each by the bulb on its younger side"`
	Pieces   []Piece            `json:"pieces" required:"true" description:"what these cuts would leave"`
	LiveMM   []roots.Range      `json:"live_mm" required:"true" description:"living root by bulb, the oldest first"`
	Unplaced roots.Range        `json:"unplaced_mm" required:"true" description:"living root of no known growth; it goes with the piece that keeps the tag"`
	Cautions []string           `json:"cautions" required:"true" description:"codes of cautions"`
}

// Knowledge is the table of dividing.
type Knowledge struct {
	LeastBulbs  knowledge.Number          `yaml:"least_bulbs" json:"least_bulbs" required:"true"`
	Two         Two                       `yaml:"two" json:"two" required:"true"`
	BetterBulbs knowledge.Number          `yaml:"better_bulbs" json:"better_bulbs" required:"true"`
	LeastLeads  knowledge.Number          `yaml:"least_leads" json:"least_leads" required:"true"`
	LeastLiveMM knowledge.Number          `yaml:"least_live_mm" json:"least_live_mm" required:"true"`
	Rules       map[string]knowledge.Text `yaml:"rules" json:"rules" required:"true"`
}

// Two are kinds of which a piece of two can stand alone, on roots of its own.
type Two struct {
	Bulbs    knowledge.Number `yaml:"bulbs" json:"bulbs" required:"true"`
	Fans     knowledge.Codes  `yaml:"fans" json:"fans" required:"true" description:"groups that grow in fans"`
	Vigorous knowledge.Codes  `yaml:"vigorous" json:"vigorous" required:"true" description:"groups of which a vigorous plant bears it: good roots, and new ones in sight"`
}

// Organs are what a rhizome carries.
const (
	Bulbs = "bulb"
	Canes = "cane"
	Fans  = "fan"
)

// Organ is what the rhizome of a kind carries: bulbs, canes or fans.
func Organ(of taxa.Profile) string {
	switch {
	case Table().Two.Fans.Has(of.Code):
		return Fans
	case of.StorageOrgans.Value == "canes" || of.Code == "epidendrum-reed":
		return Canes
	}
	return Bulbs
}

// Table is the table of dividing.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("division.yaml", &k)
	return &k
})

// Decisions.
const (
	Can      = "can" // it can be divided today
	NotAtAll = "no"
)

// CutToClean is the action of a cause that runs in the rhizome.
const CutToClean = "cut-to-clean"

// divided is a plant before it is divided.
type divided struct {
	*patient.Patient
	live     map[int]roots.Range // living root by bulb
	unplaced roots.Range         // of no known growth
}

// Advise advises on dividing a plant with a rhizome that holds no faults: where it can be
// cut, what each piece would have, and whether to cut at all today. Lengths are in mm.
func Advise(r Rhizome, of *patient.Patient) Advice {
	k, p := Table(), divided{Patient: of}
	p.live, p.unplaced = of.Condition().LiveByBulb()
	a := Advice{
		Reasons:  []knowledge.Text{},
		Places:   []Joint{},
		Cuts:     []int{},
		Pieces:   []Piece{},
		LiveMM:   []roots.Range{},
		Unplaced: p.unplaced,
		Cautions: []string{"blade", "alcohol"},
	}
	say := func(rule string) { a.Reasons = append(a.Reasons, k.Rules[rule]) }
	if p.Profile.Monopodial() {
		a.Decision, a.Headline = NotAtAll, knowledge.Say(message.Of("division.say.not-to-be-divided"))
		say("monopodial")
		return a
	}
	for _, b := range r.Bulbs {
		a.LiveMM = append(a.LiveMM, p.live[b.N])
	}
	for _, b := range r.Bulbs[min(1, len(r.Bulbs)):] {
		parts := Parts(r, []int{b.N})
		older, newer := p.piece(r, parts[0]), p.piece(r, parts[1])
		a.Places = append(a.Places, Joint{b.N, b.From, older.Fits && newer.Fits, older, newer})
	}
	a.Cuts = mostPieces(r, p)
	if best := mostEven(a.Places); len(a.Cuts) == 0 && best > 0 {
		a.Cuts = []int{best} // a piece of two, warned of
	}
	if len(a.Cuts) == 1 {
		a.Cuts[0] = mostEven(a.Places)
	}
	for _, part := range Parts(r, a.Cuts) {
		a.Pieces = append(a.Pieces, p.piece(r, part))
	}
	leads := 0
	for _, b := range r.Bulbs {
		leads += one(b.Lead)
	}
	switch {
	case len(a.Cuts) > 0:
	case leads < 2 && float64(len(r.Bulbs)) > k.LeastBulbs.Value+1:
		say("one-lead")
		say("in-pot")
	case float64(len(r.Bulbs)) < 2*k.LeastBulbs.Value:
		say("too-small")
	default:
		say(a.inTheWay(k))
	}
	if len(a.Reasons) > 0 {
		a.Decision, a.Headline = NotAtAll, knowledge.Say(message.Of("division.say.leave-it-whole"))
		return a
	}
	for rule, holds := range p.against() {
		if holds {
			a.Reasons = append(a.Reasons, k.Rules[rule])
		}
	}
	slices.SortFunc(a.Reasons, func(x, y knowledge.Text) int {
		return slices.Index(order(k), x.Value.Code) - slices.Index(order(k), y.Value.Code)
	})
	if len(a.Reasons) > 0 {
		a.Decision, a.Headline = "not-today", knowledge.Say(message.Of("division.say.not-today"))
		return a
	}
	a.Decision, a.Headline = Can, knowledge.Say(message.Of("division.say.it-can-be-divided-into", message.Count("n", len(a.Pieces))))
	if i := slices.IndexFunc(a.Pieces, func(p Piece) bool { return p.Warned }); i >= 0 {
		a.Reasons = append(a.Reasons, a.Pieces[i].Why...)
	} else {
		say("can")
	}
	say("no-need")
	say("face")
	return a
}

// inTheWay is the rule that keeps a rhizome with bulbs and leads enough whole: what
// the places lack that come closest.
func (a Advice) inTheWay(k *Knowledge) string {
	for _, lack := range []struct{ of, says string }{{"no-roots", "roots-together"}, {"no-lead", "leads-together"}} {
		words := k.Rules[lack.of]
		only := func(p Piece) bool { return p.Fits || len(p.Why) == 1 && p.Why[0].Value.Is(words.Value.Code) }
		if slices.ContainsFunc(a.Places, func(p Joint) bool { return only(p.Older) && only(p.Newer) }) {
			return lack.says
		}
	}
	return "too-small"
}

// unassigned holds where living roots were read and none of them is told to hang
// from a growth.
func (p divided) unassigned() bool {
	for _, mm := range p.live {
		if mm.High > 0 {
			return false
		}
	}
	return p.Condition().HasRead() && p.unplaced.High > 0
}

var rank = []string{"spreading", "weak", "few-roots", "thirsty", "unread", "unassigned", "in-flower", "resting", "snapped"}

func order(k *Knowledge) []string {
	codes := make([]string, len(rank))
	for i, rule := range rank {
		codes[i] = k.Rules[rule].Value.Code
	}
	return codes
}

// against are the rules that speak against dividing today.
func (p divided) against() map[string]bool {
	return map[string]bool{
		"spreading": p.Condition().Spreading() || p.Heard().Alarm || p.Heard().Asks(CutToClean),
		"weak":      p.Condition().Grade() == roots.Rootless || p.Condition().Grade() == roots.NearRootless,
		"few-roots": p.Condition().Grade() == roots.Poor || p.Condition().Starved(),
		"thirsty":   p.Intake.BulbState == patient.Shrivelled,
		"unread":    !p.Condition().HasRead(), "unassigned": p.unassigned(),
		"in-flower": p.Flowering().InFlower(),
		"resting":   p.Growth() == patient.Resting,
		"snapped":   p.Broken().GrowthOn() != "",
	}
}

// piece is what a part would have.
func (p divided) piece(r Rhizome, bulbs []int) Piece {
	k := Table()
	piece := Piece{Bulbs: bulbs, Fits: true, Why: []knowledge.Text{}}
	alive := 0
	for _, n := range bulbs {
		b := r.Bulbs[n-1]
		piece.Leads += one(b.Lead)
		alive += one(b.State != patient.DeadBulb)
		piece.LiveMM.Low += p.live[n].Low
		piece.LiveMM.High += p.live[n].High
	}
	lacks := func(rule string, is bool) {
		if is {
			piece.Fits = false
			piece.Why = append(piece.Why, k.Rules[rule])
		}
	}
	two := p.two(float64(alive), piece)
	lacks("few-bulbs", float64(alive) < k.LeastBulbs.Value && two == "")
	lacks("no-lead", float64(piece.Leads) < k.LeastLeads.Value)
	lacks("no-roots", p.Condition().HasRead() && piece.LiveMM.High+p.unplaced.High < k.LeastLiveMM.Value)
	if piece.Fits && two != "" {
		piece.Warned = true
		piece.Why = append(piece.Why, k.Rules[two])
		return piece
	}
	if piece.Fits && float64(alive) < k.BetterBulbs.Value {
		piece.Why = append(piece.Why, k.Rules["three-bulbs"])
	}
	return piece
}

// two is the warning for a piece of two that can stand alone, on roots that hang on it; empty for any other.
func (p divided) two(alive float64, piece Piece) string {
	k := Table()
	rooted := p.Condition().HasRead() && piece.LiveMM.Low >= k.LeastLiveMM.Value
	growing := p.Growth() == patient.NewRoots || p.Growth() == patient.Growing
	switch {
	case alive != k.Two.Bulbs.Value || !rooted:
		return ""
	case k.Two.Fans.Has(p.Profile.Code):
		return "two-fans"
	case k.Two.Vigorous.Has(p.Profile.Code) && growing && p.Condition().Grade() == roots.Good:
		return "two-bulbs"
	}
	return ""
}

// Parts are the bulbs of each piece that the cuts leave, the oldest piece first. A cut before
// bulb n takes it and all that grew from it off; the rhizome must hold no faults.
func Parts(r Rhizome, cuts []int) [][]int {
	var parts [][]int
	part := make([]int, len(r.Bulbs)+1)
	for _, b := range r.Bulbs {
		if b.From == 0 || slices.Contains(cuts, b.N) {
			part[b.N] = len(parts)
			parts = append(parts, nil)
		} else {
			part[b.N] = part[b.From]
		}
		parts[part[b.N]] = append(parts[part[b.N]], b.N)
	}
	return parts
}

// Take takes the bulbs of a piece out of a rhizome, numbered anew from the oldest, with the roots
// that hang on them. Roots of no known growth go with the piece that keeps the tag. Both the
// rhizome and the piece's bulbs are in their order; the roots are those that the cuts left.
func Take(r Rhizome, bulbs []int, left roots.Reading, keepsTag bool) (Rhizome, roots.Reading) {
	number := map[int]int{}
	piece := Rhizome{Bulbs: []Bulb{}}
	for i, n := range bulbs {
		b := r.Bulbs[n-1]
		number[n] = i + 1
		piece.Bulbs = append(piece.Bulbs, Bulb{N: i + 1, From: number[b.From], Lead: b.Lead, State: b.State})
	}
	own := left
	own.Roots = []roots.Root{}
	for _, root := range left.Roots {
		if n, mine := number[root.Growth]; mine || root.Growth == 0 && keepsTag {
			root.Growth = n
			own.Roots = append(own.Roots, root)
		}
	}
	own.NoneFound = len(own.Roots) == 0
	return piece, own
}

// Part is a piece that cuts leave.
type Part struct {
	Name  string `json:"name" required:"true" description:"A for the oldest"`
	Bulbs []int  `json:"bulbs" required:"true"`
	Known *Piece `json:"known,omitempty" description:"what it has, where the advice judged it"`
}

// PartsAt are the pieces that cuts leave, each with what the advice says of it.
func (a Advice) PartsAt(r Rhizome, cuts []int) []Part {
	judged := slices.Clone(a.Pieces)
	for _, p := range a.Places {
		judged = append(judged, p.Older, p.Newer)
	}
	list := []Part{}
	for i, bulbs := range Parts(r, cuts) {
		part := Part{Name: string(rune('A' + i)), Bulbs: bulbs}
		if at := slices.IndexFunc(judged, func(p Piece) bool { return slices.Equal(p.Bulbs, bulbs) }); at >= 0 {
			part.Known = &judged[at]
		}
		list = append(list, part)
	}
	return list
}

// sound holds for a piece that fits, and needs no warning.
func (p divided) sound(r Rhizome, bulbs []int) bool {
	piece := p.piece(r, bulbs)
	return piece.Fits && !piece.Warned
}

// mostPieces cuts, from the youngest bulbs back, wherever what lies beyond fits:
// adding bulbs never makes a piece unfit, so this gives the most pieces. A cut
// that leaves the oldest piece unfit is taken back.
func mostPieces(r Rhizome, p divided) []int {
	cuts := []int{}
	for i := len(r.Bulbs) - 1; i > 0; i-- {
		n := r.Bulbs[i].N
		trial := append(slices.Clone(cuts), n)
		for _, part := range Parts(r, trial) {
			if part[0] == n && p.sound(r, part) {
				cuts = trial
			}
		}
	}
	for len(cuts) > 0 && !p.sound(r, Parts(r, cuts)[0]) {
		oldest := Parts(r, cuts)[0]
		next := slices.IndexFunc(cuts, func(n int) bool { return slices.Contains(oldest, r.Bulbs[n-1].From) })
		cuts = slices.Delete(cuts, next, next+1)
	}
	slices.Sort(cuts)
	return cuts
}

// mostEven is, of the places where both pieces fit, the one that parts the bulbs
// most evenly, and of such ones the living roots.
func mostEven(places []Joint) int {
	best, bulbs, live := 0, 0, 0.0
	for _, p := range places {
		n, mm := min(len(p.Older.Bulbs), len(p.Newer.Bulbs)), min(p.Older.LiveMM.Low, p.Newer.LiveMM.Low)
		if p.Fits && (n > bulbs || n == bulbs && mm > live) {
			best, bulbs, live = p.Before, n, mm
		}
	}
	return best
}

func one(is bool) int {
	if is {
		return 1
	}
	return 0
}
