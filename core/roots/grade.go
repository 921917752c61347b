package roots

import "math"

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

// Few holds for the grades that leave a plant with few living roots.
func (g GradeCode) Few() bool { return g == Rootless || g == NearRootless || g == Poor }

// Grade says how much root is left, in a word.
type Grade struct {
	Code    GradeCode `json:"code" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"empty when nothing was read"`
	Low     GradeCode `json:"low" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"if all that is doubtful is dead"`
	High    GradeCode `json:"high" required:"true" enum:",rootless,near-rootless,poor,fair,good" description:"if all that is doubtful lives"`
	Starved bool      `json:"starved,omitempty" description:"too little living root for its leaves"`
	Reasons []string  `json:"reasons" required:"true"`
}

// grade applies the house rules of the table's figures.
func grade(r Reading, c Context, t Totals) Grade {
	if r.NoneFound {
		return Grade{
			Code:    Rootless,
			Low:     Rootless,
			High:    Rootless,
			Reasons: []string{"grade-none-found"},
		}
	}
	if len(r.Roots) == 0 {
		return Grade{Reasons: []string{}}
	}
	weight := Known().Figures.DoubtfulWeight.Value
	likely := math.Max(t.LongestLiveMM, weight*t.longestMaybeMM)
	point, reasons := gradeOf(t.ViableByLength.Point, likely, t.LiveAreaCM2.Point, c.LeafAreaCM2)
	low, _ := gradeOf(t.ViableByLength.Low, t.LongestLiveMM, t.LiveAreaCM2.Low, c.LeafAreaCM2)
	high, _ := gradeOf(t.ViableByLength.High, t.longestMaybeMM, t.LiveAreaCM2.High, c.LeafAreaCM2)
	return Grade{
		Code: grades[point], Low: grades[low], High: grades[high],
		Starved: reasons == "grade-starved", Reasons: []string{reasons},
	}
}

// gradeOf grades one view of the reading and names the rule that decided.
func gradeOf(share, longestMM, areaCM2, leafCM2 float64) (int, string) {
	f := Known().Figures
	switch {
	case longestMM <= f.RootlessMM.Value:
		return 0, "grade-rootless"
	case share < f.NearRootlessShare.Value:
		return 1, "grade-share"
	case leafCM2 > 0 && areaCM2 < f.StarvedAreaRatio.Value*leafCM2:
		return 1, "grade-starved"
	case share < f.PoorShare.Value:
		return 2, "grade-share"
	case share < f.FairShare.Value:
		return 3, "grade-share"
	default:
		return 4, "grade-share"
	}
}
