package roots

import (
	"slices"
	"strings"

	"therapeon/core/words"
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
	Words   string   `json:"words" required:"true" description:"empty when no places were noted"`
	Depths  []Region `json:"depths" required:"true"`
	Growths []Region `json:"growths" required:"true"`

	FromTips bool `json:"from_tips,omitempty" description:"the loss runs back from the tips"`
}

type depthWord struct {
	depth Depth
	words string
}

var depthWords = []depthWord{
	{Core, "in the core"}, {Bottom, "at the bottom"}, {Edge, "at the edge"},
	{Surface, "at the surface"}, {Aerial, "in the air"},
}

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
	for _, d := range depthWords {
		if l := depths[d.depth]; l != nil {
			p.Depths = append(p.Depths, l.place(string(d.depth)))
		}
	}
	for g := 1; g <= MaxGrowths; g++ {
		if l := growths[g]; l != nil {
			p.Growths = append(p.Growths, l.place(label(g, 1)))
		}
	}
	along := alongRoots(backFromTip, withLoss)
	p.FromTips = along != ""
	var lines []string
	for _, line := range []string{byDepth(p.Depths), byGrowth(p.Growths, c), along} {
		if line != "" {
			lines = append(lines, line)
		}
	}
	p.Words = strings.Join(lines, " ")
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
func byDepth(places []Region) string {
	if len(places) == 0 {
		return ""
	}
	var parts []string
	for _, fared := range []string{"lost", "mixed", "sound"} {
		var where []string
		for _, p := range places {
			if p.Fared == fared {
				i := slices.IndexFunc(depthWords, func(d depthWord) bool { return string(d.depth) == p.Place })
				where = append(where, depthWords[i].words)
			}
		}
		if len(where) > 0 {
			parts = append(parts, fared+" "+list(where))
		}
	}
	return words.Upper(strings.Join(parts, "; ")) + "."
}

// byGrowth compares the oldest growths with the newest.
func byGrowth(places []Region, c Context) string {
	if len(places) < 2 {
		return ""
	}
	oldest, newest := "oldest growths", "newest growths"
	if c.Monopodial {
		oldest, newest = "lowest part of the stem", "top of the stem"
	}
	first, last := places[0].Fared, places[len(places)-1].Fared
	switch {
	case first == "lost" && last == "sound":
		return "Lost on the " + oldest + "; sound on the " + newest + "."
	case first == "sound" && last == "lost":
		return "Lost on the " + newest + "; sound on the " + oldest + "."
	default:
		return ""
	}
}

// alongRoots names a loss that runs back from the tips.
func alongRoots(backFromTip, withLoss int) string {
	f := Known().Figures
	if float64(withLoss) >= f.TipLossRoots.Value && float64(backFromTip) >= f.TipLossShare.Value*float64(withLoss) {
		return "The loss runs back from the tips."
	}
	return ""
}

// list joins words as a sentence does.
func list(words []string) string {
	if len(words) == 1 {
		return words[0]
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1]
}
