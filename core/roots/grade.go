package roots

import (
	"math"
	"slices"

	"therapeon/core/units"
)

// GradeCode says in a word how much root lives. The empty one is "not read".
type GradeCode string

// Grades, from worst to best.
const (
	Unread       GradeCode = ""
	Rootless     GradeCode = "rootless"
	NearRootless GradeCode = "near-rootless"
	Poor         GradeCode = "poor"
	Fair         GradeCode = "fair"
	Good         GradeCode = "good"
)

var grades = []GradeCode{Rootless, NearRootless, Poor, Fair, Good}

// Sound holds for the grades that carry a plant.
func (g GradeCode) Sound() bool { return g == Fair || g == Good }

// Worse is the worse of two grades, of which either may not be read.
func (g GradeCode) Worse(other GradeCode) GradeCode {
	if g == Unread || other != Unread && slices.Index(grades, other) < slices.Index(grades, g) {
		return other
	}
	return g
}

// Few holds for the grades that leave a plant with few living roots.
func (g GradeCode) Few() bool { return g == Rootless || g == NearRootless || g == Poor }

// Grade says how much root is left, in a word.
type Grade struct {
	Code    GradeCode `json:"code" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"empty when nothing was read"`
	Low     GradeCode `json:"low" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"if all that is doubtful is dead"`
	High    GradeCode `json:"high" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"if all that is doubtful lives"`
	Starved bool      `json:"starved,omitempty" description:"too little living root for its leaves"`
	Reasons []string  `json:"reasons" required:"true"`

	ForLeaves bool `json:"for_leaves,omitempty" description:"it goes by what its leaves ask for, not by the share that lives"`
}

// grade applies the house rules of the table's figures: the worse of two, the live share of
// what there was before cleaning, and the live surface against what it has to feed.
func grade(r Reading, c Context, t Totals) Grade {
	if r.NoneFound {
		return Grade{
			Code:    Rootless,
			Low:     Rootless,
			High:    Rootless,
			Reasons: []string{"grade-none-found"},
		}
	}
	if r.Empty() || len(r.Roots) == 0 && r.Dip.Lives == "" {
		return Grade{Reasons: []string{}}
	}
	share := t.ViableByLength
	if c.Before != nil {
		share = *c.Before
	}
	weight := Known().Figures.DoubtfulWeight.Value
	if len(r.Roots) == 0 {
		t.longestOf(share)
	}
	likely := math.Max(t.LongestLiveMM, weight*t.longestMaybeMM)
	feeds := c.FeedsCM2()
	point, reason := gradeOf(share.Point, likely, t.LiveAreaCM2.Point, feeds)
	low, _ := gradeOf(share.Low, t.LongestLiveMM, t.LiveAreaCM2.Low, feeds)
	high, _ := gradeOf(share.High, t.longestMaybeMM, t.LiveAreaCM2.High, feeds)
	g := Grade{Code: grades[point], Low: grades[low], High: grades[high], Reasons: []string{reason}}
	g.ForLeaves = reason == "grade-starved"
	g.Starved = g.ForLeaves && g.Code.Few()
	if t.Dip != nil {
		g.Reasons = append(g.Reasons, "grade-dip")
	}
	if feeds == 0 && g.Code != Rootless {
		g.Reasons = append(g.Reasons, "grade-leaves-missing")
	}
	return g
}

// longestOf is how long a living root is taken of a mass that was not read root by root: longer
// than the rootless have it, where some of it lives.
func (t *Totals) longestOf(share Range) {
	longer := Known().Figures.RootlessMM.Value + 1
	if share.Low > 0 {
		t.LongestLiveMM = longer
	}
	if share.High > Known().DipLives[NoneLives].High/units.Percent {
		t.longestMaybeMM = longer / Known().Figures.DoubtfulWeight.Value
	}
}

// FeedsCM2 is what the roots have to feed, as leaf area, cm²; 0 where no leaf was counted.
func (c Context) FeedsCM2() float64 {
	if c.LeafAreaCM2 <= 0 {
		return 0
	}
	return c.LeafAreaCM2 + float64(c.Bulbs)*Known().Figures.BulbFeedsCM2.Value
}

// gradeOf grades one view of the reading and names the rule that decided.
func gradeOf(share, longestMM, areaCM2, feedsCM2 float64) (int, string) {
	f := Known().Figures
	if longestMM <= f.RootlessMM.Value {
		return 0, "grade-rootless"
	}
	by := step(share, f.NearRootlessShare.Value, f.PoorShare.Value, f.FairShare.Value)
	if feedsCM2 <= 0 {
		return by, "grade-share"
	}
	fed := step(areaCM2/feedsCM2, f.NearRootlessFed.Value, f.PoorFed.Value, f.FairFed.Value)
	if fed < by {
		return fed, "grade-starved"
	}
	return by, "grade-share"
}

// step is the place of a grade, 1 to 4, by the shares under which it is near-rootless, poor
// and fair.
func step(share, nearRootless, poor, fair float64) int {
	at := 1
	for _, under := range []float64{nearRootless, poor, fair} {
		if share < under {
			break
		}
		at++
	}
	return at
}
