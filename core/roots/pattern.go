package roots

import (
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Region is how one place on the plant fared.
type Region struct {
	Place     string  `json:"place" required:"true" description:"a depth, or the number of a growth"`
	LengthMM  float64 `json:"length_mm" required:"true"`
	LostShare Range   `json:"lost_share" required:"true" description:"dead share of the length; low if all that is doubtful lives"`
	Fared     string  `json:"fared" required:"true" enum:"lost,mixed,sound"`
}

// Pattern is where the loss sits: it points at the cause.
type Pattern struct {
	Words   knowledge.Sentence `json:"words" required:"true" description:"empty when no places were noted"`
	Depths  []Region           `json:"depths" required:"true"`
	Growths []Region           `json:"growths" required:"true"`

	FromTips bool `json:"from_tips,omitempty" description:"the loss runs back from the tips"`
}

var depthOrder = []Depth{Core, Bottom, Edge, Surface, Aerial}

type lost struct{ live, doubtful, dead float64 }

func (l lost) place(name string) Region {
	whole := l.live + l.doubtful + l.dead
	share := span(l.dead, l.doubtful).over(whole)
	f, fared := Known().Figures, "mixed"
	switch {
	case share.Point >= f.LostShare.Value:
		fared = "lost"
	case share.Point <= f.SoundShare.Value:
		fared = "sound"
	}
	return Region{name, whole, share, fared}
}

// pattern finds where the loss sits by depth, by the age of the growth, and
// along the roots.
func pattern(r Reading, c Context, read []RootVerdict) Pattern {
	depths, growths := map[Depth]*lost{}, map[int]*lost{}
	backFromTip, withLoss := 0, 0
	for i := range read {
		rv := &read[i]
		l := tally(rv)
		if d := r.Roots[i].Depth; d != "" {
			merge(depths, d, l)
		}
		if g := r.Roots[i].Growth; g > 0 {
			merge(growths, g, l)
		}
		if l.dead > 0 {
			withLoss += rv.Count
			if !rv.Stretches[0].State.IsDead() {
				backFromTip += rv.Count
			}
		}
	}
	p := Pattern{Depths: []Region{}, Growths: []Region{}}
	for _, d := range depthOrder {
		if l := depths[d]; l != nil {
			p.Depths = append(p.Depths, l.place(string(d)))
		}
	}
	for g := 1; g <= MaxGrowths; g++ {
		if l := growths[g]; l != nil {
			p.Growths = append(p.Growths, l.place(label(g, 1)))
		}
	}
	along := alongRoots(backFromTip, withLoss)
	p.FromTips = !along.Empty()
	p.Words = knowledge.Say(message.All(byDepth(p.Depths), byGrowth(p.Growths, c), along))
	return p
}

func tally(rv *RootVerdict) lost {
	var l lost
	count := func(stretches []Stretch) {
		for _, s := range stretches {
			length := s.length() * float64(rv.Count)
			switch {
			case s.State.IsLive():
				l.live += length
			case s.State == Doubtful:
				l.doubtful += length
			default:
				l.dead += length
			}
		}
	}
	count(rv.Stretches)
	for _, b := range rv.Branches {
		count(b.Stretches)
	}
	return l
}

func merge[K comparable](places map[K]*lost, at K, l lost) {
	if places[at] == nil {
		places[at] = &lost{}
	}
	p := places[at]
	p.live, p.doubtful, p.dead = p.live+l.live, p.doubtful+l.doubtful, p.dead+l.dead
}

// byDepth says it in the order lost, mixed, sound.
func byDepth(places []Region) message.Message {
	var parts []message.Message
	for _, fared := range []string{"lost", "mixed", "sound"} {
		var where []message.Message
		for _, p := range places {
			if p.Fared == fared {
				where = append(where, message.Of("roots.depth."+p.Place))
			}
		}
		if len(where) > 0 {
			parts = append(parts, message.Of("roots.say."+fared, message.And("where", where)))
		}
	}
	return message.All(parts...)
}

// byGrowth compares the oldest growths with the newest.
func byGrowth(places []Region, c Context) message.Message {
	if len(places) < 2 {
		return message.Message{}
	}
	oldest, newest := message.Of("roots.say.lost-oldest"), message.Of("roots.say.lost-newest")
	if c.Monopodial {
		oldest, newest = message.Of("roots.say.lost-lowest"), message.Of("roots.say.lost-top")
	}
	first, last := places[0].Fared, places[len(places)-1].Fared
	switch {
	case first == "lost" && last == "sound":
		return oldest
	case first == "sound" && last == "lost":
		return newest
	default:
		return message.Message{}
	}
}

// alongRoots names a loss that runs back from the tips.
func alongRoots(backFromTip, withLoss int) message.Message {
	f := Known().Figures
	if float64(withLoss) >= f.TipLossRoots.Value && float64(backFromTip) >= f.TipLossShare.Value*float64(withLoss) {
		return message.Of("roots.say.the-loss-runs-back-from")
	}
	return message.Message{}
}
