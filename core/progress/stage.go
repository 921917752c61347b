package progress

import (
	"slices"

	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Stage is how far a plant has come. The empty one is "not known".
type Stage string

// Stages, the lowest first.
const (
	Critical     Stage = "critical"
	Holding      Stage = "holding"
	Rooting      Stage = "rooting"
	Establishing Stage = "establishing"
	Recovered    Stage = "recovered"
)

var stages = []Stage{Critical, Holding, Rooting, Establishing, Recovered}

// Rank is how high a stage is, 1 the lowest; 0: not known.
func (s Stage) Rank() int { return slices.Index(stages, s) + 1 }

// Proof is what was seen that set a stage, or what the next one needs.
type Proof struct {
	Code  string `json:"code" required:"true"`
	Words Text   `json:"words" required:"true"`
}

// Change is a stage that began on a day.
type Change struct {
	On    string          `json:"on" required:"true"`
	Stage Stage           `json:"stage" required:"true" enum:"critical,holding,rooting,establishing,recovered"`
	Name  message.Message `json:"name" required:"true"`
	Back  bool            `json:"back,omitempty" description:"it went back"`
	Why   *Text           `json:"why,omitempty" description:"of one that went back: the reason"`
	By    []Proof         `json:"by" required:"true" description:"the evidence that set it"`
}

// Standing is the stage of a plant, with what set it, what the next one needs, and those before.
type Standing struct {
	Stage   Stage           `json:"stage,omitempty" enum:",critical,holding,rooting,establishing,recovered" description:"left out: too little is known"`
	Name    message.Message `json:"name,omitzero"`
	About   *Text           `json:"about,omitempty"`
	Since   string          `json:"since,omitempty"`
	By      []Proof         `json:"by" required:"true" description:"the evidence that set it"`
	Next    message.Message `json:"next,omitzero" description:"name of the stage after it"`
	Needs   []Proof         `json:"needs" required:"true" description:"what that needs and has not been seen"`
	History []Change        `json:"history" required:"true" description:"the moments of all stages, the oldest first"`
}

// settle notes the stage as it is at the end of a day, where it is another than before.
func (s *story) settle(before known, on string) {
	now, by := s.stage()
	was := Stage("")
	if n := len(s.changes); n > 0 {
		was = s.changes[n-1].Stage
	}
	if now == was || now == "" {
		return
	}
	words, _ := Table().Stage(now)
	c := Change{On: on, Stage: now, Name: words.Name, By: s.proofs(by), Back: now.Rank() < was.Rank()}
	if c.Back {
		why := Table().Evidence[s.whyBack(before)]
		c.Why = &why
		s.sign("stage-back", on)
		s.unsay("stage-up")
	} else if was != "" {
		s.sign("stage-up", on)
		s.unsay("stage-back")
	}
	s.changes = append(s.changes, c)
}

// whyBack is what it went back for.
func (s *story) whyBack(before known) string {
	switch {
	case s.noneLive():
		return "died-back"
	case s.failing():
		return "tips-failed"
	case s.moved && !before.moved:
		return "moved"
	case s.wobble == patient.Yes:
		return "wobbles"
	case s.lost && !before.lost:
		return "roots-lost"
	case !s.tips:
		return "tips-gone"
	default:
		return "moved"
	}
}

// failing holds where the tips that were seen have stopped in dry air, or rot.
func (k *known) failing() bool { return k.tips && (k.state == "dry" || k.state == "black") }

// noneLive holds where no root was found to live, and no tip came since.
func (k *known) noneLive() bool {
	return (k.grade == roots.Rootless || k.grade == roots.NearRootless) && (!k.tips || k.failing())
}

// rooted holds where new roots are in the medium, branch, or are long enough.
func (k *known) rooted() bool {
	return !k.failing() && (k.at != "" || k.branch || k.longest >= Table().EstablishedMM.Value)
}

// loses holds where it was last seen to lose water.
func (k *known) loses() bool {
	share, ok := k.lossAWeek()
	return k.leaf == "limp" || k.bulbs == "thinner" || ok && share > Table().LosesWeek.Value
}

// stable holds where it was seen to hold its water.
func (k *known) stable() bool {
	share, ok := k.lossAWeek()
	return k.leaf == "firm" || k.bulbs == "same" || k.bulbs == "plumper" || ok && share <= Table().LosesWeek.Value
}

// stage is how far it has come, the highest of which all is seen, and the evidence that can speak for it.
func (k *known) stage() (Stage, []string) {
	standsStill := k.home == potted && k.wobble != patient.Yes
	switch {
	case k.grade == roots.Unread && k.leaf == "" && k.bulbs == "" && !k.tips && len(k.grams) < 2 && k.longest == 0:
		return "", nil
	case standsStill && k.wobble == patient.No && !k.noneLive() && (k.at != "" || k.sound) && !k.failing() &&
		(k.leafAsLarge() || k.twoRising()):
		return Recovered, []string{"leaf-as-large", "two-rising", "in-medium", "sound-in-medium", "stands"}
	case standsStill && !k.noneLive() && (k.rooted() || k.sound && !k.failing()):
		return Establishing, []string{"in-medium", "branching", "long-root", "sound-in-medium", "stands"}
	case k.tips && !k.failing():
		return Rooting, []string{"tips-out", "long-root", "branching"}
	case k.noneLive() && (k.loses() || !k.stable()):
		return Critical, []string{"no-live-roots", "limp", "thinner", "loses", "not-seen-stable"}
	default:
		return Holding, []string{"live-roots", "firm", "plump", "holds-weight", "loses-little", "no-live-roots"}
	}
}

// proofs are those of a list that hold.
func (k *known) proofs(codes []string) []Proof {
	share, weighs := k.lossAWeek()
	holds := map[string]bool{
		"no-live-roots": k.noneLive(), "limp": k.leaf == "limp", "thinner": k.bulbs == "thinner",
		"loses": weighs && share > Table().LosesWeek.Value, "not-seen-stable": !k.stable() && !k.loses(),
		"firm": k.leaf == "firm", "plump": k.bulbs == "same" || k.bulbs == "plumper",
		"holds-weight": weighs && share <= Table().HoldsWeek.Value,
		"loses-little": weighs && share > Table().HoldsWeek.Value && share <= Table().LosesWeek.Value,
		"live-roots":   k.grade != roots.Unread && !k.noneLive(),
		"tips-out":     k.tips, "in-medium": k.at != "", "branching": k.branch,
		"long-root":       k.longest >= Table().EstablishedMM.Value,
		"sound-in-medium": k.sound, "stands": k.wobble == patient.No,
		"leaf-as-large": k.leafAsLarge(), "two-rising": k.twoRising(),
	}
	list := []Proof{}
	for _, code := range codes {
		if holds[code] {
			list = append(list, k.proof(code, Table().Evidence[code]))
		}
	}
	return list
}

// proof puts the plant's figures into the words of a table.
func (k *known) proof(code string, words Text) Proof {
	mm := k.longest
	switch code {
	case "leaf-as-large":
		mm = k.leaves[len(k.leaves)-1]
	case "leaf":
		mm = Table().LeafShare.Value * k.usual
	}
	words.Value.Args = []message.Arg{
		message.Fixed("mm", mm, 0, "mm"), message.Fixed("ref", k.usual, 0, "mm"),
	}
	return Proof{code, words}
}

// needs is what the stage after one needs that has not been seen.
func (k *known) needs(of Stage) []Proof {
	list := []Proof{}
	need := func(code string, missing bool) {
		if missing {
			list = append(list, k.proof(code, Table().Needs[code]))
		}
	}
	switch of {
	case Critical:
		need("hold-water", true)
	case Holding:
		need("tip", true)
	case Rooting:
		need("in-pot", k.home != potted)
		need("reach", !k.rooted())
		need("steady", k.wobble == patient.Yes)
	case Establishing:
		grown := k.leafAsLarge() || k.twoRising()
		need("leaf", !grown && k.usual > 0)
		need("leaf-unmeasured", !grown && k.usual == 0)
		need("holds-pot", k.at == "" && !k.sound || k.wobble != patient.No)
	}
	return list
}

// Asks are the fields of a check-in that tell of what the next stage needs: of bulbs only where it has some.
func (s Standing) Asks(bulbs bool) []string {
	list := []string{}
	for _, n := range s.Needs {
		for _, f := range Table().Asks[n.Code].Values {
			if !slices.Contains(list, f) && (bulbs || f != "bulbs") {
				list = append(list, f)
			}
		}
	}
	return list
}

// standing is the stage as it is, with those before.
func (s *story) standing() Standing {
	at := Standing{By: []Proof{}, Needs: []Proof{}, History: append([]Change{}, s.changes...)}
	if len(s.changes) == 0 {
		return at
	}
	_, by := s.stage()
	last := s.changes[len(s.changes)-1]
	words, _ := Table().Stage(last.Stage)
	at.Stage, at.Name, at.About, at.Since, at.By = last.Stage, words.Name, &words.About, last.On, s.proofs(by)
	if n := last.Stage.Rank(); n < len(stages) {
		next, _ := Table().Stage(stages[n])
		at.Next, at.Needs = next.Name, s.needs(last.Stage)
	}
	return at
}
