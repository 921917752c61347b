package roots

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/english"
)

func tallied(id string, n int, s Segment, depth Depth) Root {
	return Root{ID: id, Count: n, Segments: []Segment{s}, Depth: depth}
}

// Sums by hand: 9 × 80 = 720 mm alive, 14 × 60 = 840 dead, 3 × 50 = 150
// doubtful, 1710 in all.
func TestATallySumsUpWithItsRange(t *testing.T) {
	v := Read(Reading{Roots: []Root{
		tallied("a", 9, firmMM(80), ""), tallied("b", 14, mushyMM(60), ""),
		tallied("c", 3, Segment{LengthMM: mm(50)}, ""),
	}}, pale())
	tot := v.Totals
	assert.Equal(t, []int{9, 3, 14}, []int{tot.Live.Roots, tot.Doubtful.Roots, tot.Dead.Roots})
	assert.InDelta(t, 720, tot.LiveLengthMM.Low, 1e-9)
	assert.InDelta(t, 870, tot.LiveLengthMM.High, 1e-9)
	assert.InDelta(t, 720.0/1710, tot.ViableByLength.Low, 1e-12)
	assert.InDelta(t, 870.0/1710, tot.ViableByLength.High, 1e-12)
	assert.InDelta(t, 3.14159265*5*720/100, tot.LiveAreaCM2.Low, 1e-4)
	assert.Equal(t, []int{14, 14, 0, 3, 9}, []int{tot.Cuts, tot.WholeCuts, tot.Wounds, tot.Rechecks, tot.Untouched})
	assert.Equal(t, "Take 14 off. Leave 9 as found. 3 roots wait for a test.", english.Say(v.Headline))
	assert.Equal(t, []string{"1–9", "10–23", "24–26"}, []string{v.Roots[0].Label, v.Roots[1].Label, v.Roots[2].Label})
}

// By hand: 2 tips grow, 1 is sealed; of the others 4 end alive and 1 in doubt
// with tips nobody looked at, and 3 end dead.
func TestTipsNobodyLookedAtWidenTheRange(t *testing.T) {
	growing, sealed := tallied("a", 2, firmMM(80), ""), tallied("b", 1, firmMM(80), "")
	growing.Tip, sealed.Tip = Growing, Sealed
	tot := Read(Reading{Roots: []Root{
		growing,
		sealed,
		tallied("c", 4, firmMM(50), ""),
		tallied("d", 1, Segment{LengthMM: mm(50)}, ""),
		tallied("e", 3, hollowMM(40), ""),
	}}, pale()).Totals
	assert.Equal(t, []int{2, 1}, []int{tot.GrowingTips, tot.SealedTips})
	assert.InDelta(t, 2, tot.Tips.Low, 1e-9)
	assert.InDelta(t, 7, tot.Tips.High, 1e-9)
}

// The grades and their limits are house rules.
func TestGradesAtTheirLimits(t *testing.T) {
	grade := func(live, dead float64) GradeCode {
		return Read(
			Reading{Roots: []Root{tallied("a", 1, firmMM(live), ""), tallied("b", 1, hollowMM(dead), "")}},
			pale(),
		).Grade.Code
	}
	assert.Equal(t, Rootless, grade(10, 90), "nothing alive over 10 mm")
	assert.Equal(t, NearRootless, grade(99, 901))
	assert.Equal(t, Poor, grade(100, 900))
	assert.Equal(t, Poor, grade(349, 651))
	assert.Equal(t, Fair, grade(350, 650))
	assert.Equal(t, Fair, grade(649, 351))
	assert.Equal(t, Good, grade(650, 350))

	assert.Equal(t, Rootless, Read(Reading{NoneFound: true}, pale()).Grade.Code)
	empty := Read(Reading{}, pale())
	assert.Empty(t, empty.Grade.Code)
	assert.Empty(t, empty.Headline)
}

func TestStarvedForItsLeaves(t *testing.T) {
	c := pale()
	c.LeafAreaCM2 = 1000
	// One root of 200 mm × 5 mm has 31.4 cm², under 4 % of 1000 cm².
	v := Read(Reading{Roots: []Root{tallied("a", 1, firmMM(200), "")}}, c)
	assert.Equal(t, Poor, v.Grade.Code, "between 3 % and 10 % of what they feed")
	assert.True(t, v.Grade.Starved)
	assert.InDelta(t, 0.2, v.Totals.MMPerLeafCM2.Point, 1e-12)
}

// The grade is the worse of two, house rules: the share of what there was, and the living
// surface for what it feeds, one side of the leaves and 20 cm² a bulb.
func TestTheGradeIsTheWorseOfShareAndWhatItFeeds(t *testing.T) {
	c := pale()
	c.LeafAreaCM2, c.Bulbs = 300, 5 // 400 cm² to feed
	all := func(cm2 float64) Grade {
		mm := cm2 * 100 / math.Pi / 5
		diameter := 5.0
		live := Segment{Feel: Firm, LengthMM: &mm, DiameterMM: &diameter}
		return Read(Reading{Roots: []Root{{ID: "a", Count: 1, Segments: []Segment{live}}}}, c).Grade
	}
	assert.Equal(t, NearRootless, all(11.9).Code, "under 3 %")
	assert.Equal(t, Poor, all(12.1).Code)
	assert.Equal(t, Poor, all(39.9).Code, "under 10 %")
	assert.Equal(t, Fair, all(40.1).Code)
	assert.Equal(t, Fair, all(79.9).Code, "under 20 %")
	assert.Equal(t, Good, all(80.1).Code)
	assert.True(t, all(39).Starved)
	assert.False(t, all(79).Starved, "it is fair")
	before := Range{0.05, 0.05, 0.05}
	c.Before = &before
	assert.Equal(t, NearRootless, all(300).Code, "what was cut off makes no root live")
	c.LeafAreaCM2, c.Before = 0, nil
	assert.Contains(t, all(300).Reasons, "grade-leaves-missing", "whether that is enough is not known")
}

func TestADoubtfulPlantHasARangeOfGrades(t *testing.T) {
	v := Read(single(Segment{LengthMM: mm(100), Feel: Firm, Colour: EvenBrown}), pale())
	assert.Equal(t, Rootless, v.Grade.Low)
	assert.Equal(t, Good, v.Grade.High)
}

func TestThePatternOfLossInWords(t *testing.T) {
	r := Reading{Roots: []Root{
		tallied("a", 5, mushyMM(60), Core), tallied("b", 4, mushyMM(60), Bottom),
		tallied("c", 6, firmMM(80), Edge), tallied("d", 2, firmMM(80), Aerial),
	}}
	assert.Equal(t, "Lost in the core and at the bottom. Sound at the edge and in the air.",
		english.Say(Read(r, pale()).Pattern.Words))

	r = Reading{Roots: []Root{tallied("a", 3, hollowMM(60), ""), tallied("b", 3, firmMM(60), "")}}
	r.Roots[0].Growth, r.Roots[1].Growth = 1, 4
	assert.Equal(t, "Lost on the oldest growths; sound on the newest growths.", english.Say(Read(r, pale()).Pattern.Words))

	r = Reading{Roots: []Root{{ID: "a", Count: 4, Segments: []Segment{firmMM(60), hollowMM(30)}}}}
	assert.Equal(t, "The loss runs back from the tips.", english.Say(Read(r, pale()).Pattern.Words))
	assert.Empty(t, Read(Reading{Roots: []Root{tallied("a", 3, firmMM(60), "")}}, pale()).Pattern.Words)
}

func TestAssumedMeasuresAreSaid(t *testing.T) {
	v := Read(single(Segment{Feel: Firm}), pale())
	rv := v.Roots[0]
	assert.True(t, rv.LengthAssumed)
	assert.InDelta(t, 180, rv.LengthMM, 1e-9)
	require.Contains(t, v.Rules, "length-assumed")
	assert.Equal(t, "from memory", string(v.Rules["length-assumed"].Words.Mark))
}

// A figure stands once; the words that name it must not fall behind.
func TestTheWordsOfTheGradesNameTheFigures(t *testing.T) {
	f := Known().Figures
	percent := func(share float64) string { return fmt.Sprintf("%.0f %%", 100*share) }
	for id, named := range map[string][]string{
		"grade-rootless": {fmt.Sprintf("%.0f mm", f.RootlessMM.Value)},
		"grade-share":    {percent(f.NearRootlessShare.Value), percent(f.PoorShare.Value), percent(f.FairShare.Value)},
		"grade-starved": {
			percent(f.NearRootlessFed.Value), percent(f.PoorFed.Value), percent(f.FairFed.Value),
			fmt.Sprintf("%.0f cm²", f.BulbFeedsCM2.Value),
		},
	} {
		for _, figure := range named {
			assert.Contains(t, english.Say(Known().Grades[id].Value), figure, id)
		}
	}
}

func TestEveryReasonHasItsWordsAndEveryWordIsUsed(t *testing.T) {
	k := Known()
	assert.NotEmpty(t, k.Decisions)
	source := productSource(t)
	for id := range k.Decisions {
		assert.Contains(t, source, `"`+id+`"`, "nothing gives the reason %s", id)
	}
	for id := range k.Grades {
		assert.Contains(t, source, `"`+id+`"`, "nothing gives the reason %s", id)
	}
}

func TestComparingTwoReadings(t *testing.T) {
	first := Reading{Roots: []Root{tallied("a", 2, firmMM(80), ""), tallied("b", 1, firmMM(50), "")}}
	second := Reading{Roots: []Root{tallied("a", 2, firmMM(95), ""), tallied("n", 1, firmMM(12), "")}}
	second.Roots[1].Tip = Growing
	s := Compare(Read(first, pale()), Read(second, pale()))
	assert.InDelta(t, 2*15+12, s.GrownMM, 1e-9)
	assert.Equal(t, []int{1, 1, 0, 1}, []int{s.NewRoots, s.GoneRoots, s.TipsBefore, s.TipsNow})
}

func TestChangesAreNamedByTheRootsNumber(t *testing.T) {
	from := Reading{Roots: []Root{tallied("a", 3, firmMM(80), ""), tallied("b", 1, firmMM(50), "")}}
	to := Reading{Stained: true, Roots: []Root{tallied("a", 3, mushyMM(80), ""), tallied("c", 1, firmMM(50), "")}}
	assert.Equal(t, []string{
		"Root 1–3 is different there.", "Root 4 is only there.", "Root 4 is only in yours.",
		"What is noted about pot, medium, wobble or rot is different there.",
	}, english.Lines(Changes(from, to)))
	assert.Empty(t, Changes(from, from))
}

func TestFaultsOfAReading(t *testing.T) {
	r := Reading{NoneFound: true, Roots: []Root{
		tallied("a", 300, firmMM(10), ""), tallied("a", 101, firmMM(10), ""),
	}}
	r.Roots[0].Branches = []Branch{{AtMM: 11, Segments: []Segment{firmMM(5)}}}
	var fields []string
	for _, f := range r.Faults() {
		fields = append(fields, f.Field)
		assert.NotEmpty(t, f.Words)
		assert.NotEmpty(t, f.Limit)
	}
	assert.Equal(t, []string{"roots", "none_found", "roots[0].branches[0].at_mm", "roots[1].id"}, fields)
}
