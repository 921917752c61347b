package progress

import (
	"cmp"
	"math"
	"slices"
	"time"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/units"
)

// known is what is known of a plant as of a day.
type known struct {
	grade   roots.GradeCode
	sound   bool   // sound roots were read in the medium it stands in
	home    string // potted, held, out; empty: not known
	tips    bool
	state   string // of the tips
	at      string // how far they are
	longest float64
	branch  bool
	wobble  patient.YesNo
	leaf    string
	bulbs   string
	lost    bool // over a fifth of its old roots
	moved   bool // nothing was seen of its roots since it was moved

	grams  []gram // bare, since something was last changed
	leaves []float64
	usual  float64 // the last leaf before the loss, mm; 0: not known
	grew   bool    // a growth was seen since the last leaf was measured
}

type gram struct {
	on    string
	grams float64
}

// Where a plant is.
const (
	potted = "potted"
	held   = "held"
	out    = "out"
)

// story is what was noted of a plant, day by day, and what came of it.
type story struct {
	known
	seenOn  string            // something was seen of it last
	from    string            // its present home, where it has one
	days    []string          // on which it was seen there
	signs   map[string]string // the day on which each was last seen
	changes []Change
}

// happening is one thing noted on a day.
type happening struct {
	on   string
	turn int // of a day: what is known first, first
	take func(*story, string)
}

// The turn of what is noted on one day: what is seen on the day of a move was seen before it.
const (
	looked = iota
	rootsRead
	weighed
	checked
	moved
)

// told goes through all that was noted up to a day.
func (c *Followed) told(today string) *story {
	s := &story{signs: map[string]string{}}
	s.usual = number(c.Intake.UsualLeafMM)
	if c.Intake.Pot == patient.NoPot {
		s.home = out
	} else if c.Intake.Pot != "" || c.Intake.OldMedium != "" {
		s.home = potted
	}
	if c.Intake.BulbState == patient.Shrivelled {
		s.bulbs = "thinner"
	}
	all := c.happenings(today)
	slices.SortStableFunc(all, func(a, b happening) int {
		return cmp.Or(cmp.Compare(a.on, b.on), cmp.Compare(a.turn, b.turn))
	})
	before := s.known
	for i, h := range all {
		h.take(s, h.on)
		if i+1 < len(all) && all[i+1].on == h.on && (h.turn == moved) == (all[i+1].turn == moved) {
			continue
		}
		s.settle(before, h.on)
		before = s.known
	}
	return s
}

func (c *Followed) happenings(today string) []happening {
	var all []happening
	add := func(on string, turn int, take func(*story, string)) {
		if on != "" && on <= today {
			all = append(all, happening{on, turn, take})
		}
	}
	for _, l := range slices.Backward(c.Looks) {
		add(l.On, looked, func(s *story, on string) { s.look(l.Noted, on) })
	}
	for i, r := range c.read {
		add(r.On, rootsRead, func(s *story, on string) { s.read(c.read[:i], r, on) })
	}
	for _, w := range c.Stands().Counting(patient.BarePlant) {
		add(w.At.In(c.Now.Location()).Format(time.DateOnly), weighed, func(s *story, on string) { s.weigh(w, on) })
	}
	for _, at := range c.seen(today) {
		add(at.On, checked, func(s *story, on string) { s.check(at.Noted, on) })
	}
	for _, h := range c.Homes {
		add(h.From, moved, func(s *story, _ string) { s.move(h) })
	}
	return all
}

func number(mm *float64) float64 {
	if mm == nil {
		return 0
	}
	return *mm
}

func (s *story) sign(code, on string) { s.signs[code] = on }

func (s *story) unsay(codes ...string) {
	for _, code := range codes {
		delete(s.signs, code)
	}
}

// saw notes a day on which something was seen of it.
func (s *story) saw(on string) {
	s.seenOn = on
	if !slices.Contains(s.days, on) {
		s.days = append(s.days, on)
	}
}

// look takes a look in.
func (s *story) look(in patient.Inspection, on string) {
	s.saw(on)
	f := in.Findings
	switch f["leaves-limp"] {
	case patient.Present:
		s.leafIs("limp", on)
	case patient.Absent:
		s.leafIs("firm", on)
	}
	switch f["bulbs-shrivelled"] {
	case patient.Present:
		s.bulbsAre("thinner", on)
	case patient.Absent:
		s.bulbsAre("same", on)
	}
	switch {
	case in.Growth == patient.NewRoots || f["tips-growing"] == patient.Present:
		s.tip(true, on)
	case f["tips-growing"] == patient.Absent || in.Growth == patient.Resting:
		s.tip(false, on)
	}
	if f["nectar-drops"] == patient.Present {
		s.sign("nectar", on)
	}
	if s.usual == 0 {
		s.usual = max(number(in.LeafBeforeMM), number(in.NewestLeafMM))
	}
	s.leafMM(number(in.NewestLeafMM), on)
	s.grew = s.grew || in.Growth == patient.Growing || in.Growth == patient.Maturing
	if in.Unpotted {
		s.home, s.sound = out, false
	}
}

// read takes a reading in: what lives, whether tips grow, and the longest root that none before had.
func (s *story) read(before []read, r read, on string) {
	s.saw(on)
	s.moved = false
	s.grade = r.after.Grade.Code
	if len(r.left.Roots) == 0 && (r.left.Dip == nil || len(r.Roots.Roots) > 0) {
		s.grade = roots.Rootless
	}
	tips := r.after.Totals.GrowingTips > 0
	if tips || !r.Roots.InPot {
		s.tip(tips, on)
	}
	if tips {
		s.state = "growing"
	}
	if len(before) > 0 {
		old := map[string]bool{}
		for _, b := range before {
			for _, root := range b.Roots.Roots {
				old[root.ID] = true
			}
		}
		for _, v := range r.after.Roots {
			if !old[v.ID] && v.State.IsLive() && !v.LengthAssumed {
				s.longest = max(s.longest, v.LengthMM)
			}
		}
		s.branch = s.branch || sides(r.left) > sides(before[len(before)-1].left)
		s.kept(before[len(before)-1], r, on)
	}
	s.sound = s.grade.Sound()
	if !r.Roots.InPot {
		s.home, s.sound = out, s.grade.Sound() && s.home != out
	}
}

// kept notes where over a fifth of the roots that the last reading left alive is gone.
func (s *story) kept(before, now read, on string) {
	of, share := Kept(before.after, now.found)
	if of > 0 && share < Table().KeptShare.Value && !now.Roots.InPot {
		s.lost = true
		s.sign("old-lost", on)
	} else if of > 0 {
		s.lost = false
	}
}

// Kept is how many roots of one verdict lived, batches counted out, and the share of them that still does
// by a later one.
func Kept(before, now roots.Verdict) (of int, share float64) {
	lives := map[string]int{}
	for _, r := range now.Roots {
		if r.State.IsLive() {
			lives[r.ID] += r.Count
		}
	}
	still := 0
	for _, r := range before.Roots {
		if r.State.IsLive() {
			of += r.Count
			still += min(r.Count, lives[r.ID])
		}
	}
	if of == 0 {
		return 0, 0
	}
	return of, float64(still) / float64(of)
}

// weigh takes a weight of the bare plant in.
func (s *story) weigh(w patient.Weight, on string) {
	s.saw(on)
	if w.Anew() {
		s.grams = nil
	}
	s.grams = append(slices.Clone(s.grams), gram{on, w.Grams})
	s.unsay("weight-falls", "weight-holds")
	switch share, ok := s.lossAWeek(); {
	case !ok:
	case share > Table().LosesWeek.Value:
		s.sign("weight-falls", on)
	case share < Table().HoldsWeek.Value:
		s.sign("weight-holds", on)
	}
}

// lossAWeek is the share of its weight that the bare plant loses a week, by the newest weights that lie
// far enough apart.
func (k *known) lossAWeek() (float64, bool) {
	n := len(k.grams)
	for i := n - 2; i >= 0; i-- {
		a, b := k.grams[i], k.grams[n-1]
		if days := between(a.on, b.on); days >= Table().ApartDays.Value {
			return (a.grams - b.grams) / a.grams * units.DaysAWeek / days, true
		}
	}
	return 0, false
}

// check takes a check-in in.
func (s *story) check(c patient.Checkin, on string) {
	s.saw(on)
	if c.Leaf != "" {
		s.leafIs(c.Leaf, on)
	}
	if c.Bulbs != "" {
		s.bulbsAre(c.Bulbs, on)
	}
	s.checkTips(c, on)
	switch c.OldRoots {
	case "branched":
		s.branched(on)
	case "fifth-lost":
		s.lost, s.sound = true, false
		s.sign("old-lost", on)
	case "kept":
		s.lost = false
		s.unsay("old-lost")
	}
	for _, t := range c.Roots {
		if t.Branched == patient.Yes {
			s.branched(on)
		}
	}
	if c.Wobble != "" {
		s.wobble = c.Wobble
	}
	if c.Grips == patient.Yes {
		s.at = cmp.Or(s.at, "edge")
	}
	if c.Nectar == patient.Yes {
		s.sign("nectar", on)
	}
	switch {
	case c.Smell == "sour" || c.Smell == "decay" || c.Film == "dark":
		s.sign("smells", on)
	case c.Smell == "none" || c.Film == "none":
		s.unsay("smells")
	}
	s.grew = s.grew || c.Growth == patient.Growing || c.Growth == patient.Maturing || number(c.ShootMM) > 0
	if s.usual == 0 {
		s.usual = number(c.NewestLeafMM)
	}
	s.leafMM(number(c.NewestLeafMM), on)
}

// checkTips takes in what a check-in says of tips.
func (s *story) checkTips(c patient.Checkin, on string) {
	if c.Tips == nil && !c.TipsShow() {
		return
	}
	s.moved = false
	s.tip(c.TipsShow(), on)
	if !c.TipsShow() {
		s.state = ""
		return
	}
	if c.TipState != "" {
		s.state = c.TipState
		s.unsay("tips-dry", "tips-black", "stands-still")
		for state, sign := range map[string]string{"dry": "tips-dry", "black": "tips-black", "still": "stands-still"} {
			if c.TipState == state {
				s.sign(sign, on)
			}
		}
	}
	if c.TipsAt != "" {
		if s.at = c.TipsAt; s.at == "air" {
			s.at = ""
		}
		s.unsay("at-wall", "tips-round")
		switch c.TipsAt {
		case "edge":
			s.sign("at-wall", on)
		case "half", "water":
			s.sign("tips-round", on)
		}
	}
	s.longest = max(s.longest, number(c.LongestMM))
}

func (s *story) tip(shows bool, on string) {
	switch {
	case shows && !s.tips:
		s.sign("new-tips", on)
		s.unsay("tips-gone")
	case !shows && s.tips:
		s.sign("tips-gone", on)
		s.unsay("new-tips", "at-wall", "tips-round", "tips-dry", "tips-black", "stands-still")
	}
	s.tips = shows
}

func (s *story) branched(on string) {
	if !s.branch {
		s.sign("branched", on)
	}
	s.branch = true
}

func (s *story) leafIs(leaf, on string) {
	switch {
	case leaf == "limp":
		s.sign("limp", on)
		s.unsay("firm-again")
	case s.leaf == "limp":
		s.sign("firm-again", on)
		s.unsay("limp")
	}
	s.leaf = leaf
}

func (s *story) bulbsAre(state, on string) {
	s.unsay("plumper", "thinner")
	if state != "same" {
		s.sign(state, on)
	}
	s.bulbs = state
}

// leafMM takes the newest finished leaf in, where it is another than the one measured before.
func (s *story) leafMM(mm float64, on string) {
	if mm == 0 {
		return
	}
	n := len(s.leaves)
	if n > 0 && !s.grew && math.Abs(mm-s.leaves[n-1]) <= Table().SameLeaf.Value*s.leaves[n-1] {
		return
	}
	s.leaves = append(slices.Clone(s.leaves), mm)
	s.grew = false
	if n == 0 {
		return
	}
	s.unsay("leaf-smaller", "leaf-large")
	if s.leafAsLarge() {
		s.sign("leaf-large", on)
	}
	if inARow(s.leaves, func(a, b float64) bool { return b < a }) {
		s.sign("leaf-smaller", on)
	}
}

// leafAsLarge holds where the newest leaf, made since the loss, is large enough against the last before it.
func (k *known) leafAsLarge() bool {
	n := len(k.leaves)
	return n > 1 && k.usual > 0 && k.leaves[n-1] >= Table().LeafShare.Value*k.usual
}

// twoRising holds where the two newest leaves are each larger than the one before.
func (k *known) twoRising() bool {
	return inARow(k.leaves, func(a, b float64) bool { return b > a })
}

// inARow holds where the newest leaves, as many as tell, each follow from the one before.
func inARow(leaves []float64, follows func(before, leaf float64) bool) bool {
	first := len(leaves) - int(Table().LeavesInARow.Value)
	if first < 0 {
		return false
	}
	for i := first + 1; i < len(leaves); i++ {
		if !follows(leaves[i-1], leaves[i]) {
			return false
		}
	}
	return true
}

// move takes a new home in: how its roots hold there is not seen yet.
func (s *story) move(h patient.Home) {
	s.home = potted
	if h.Hold {
		s.home = held
	}
	s.at, s.wobble, s.sound, s.moved = "", "", false, true
	s.from, s.days = h.From, nil
	s.unsay("at-wall", "tips-round")
}
