package progress

import (
	"fmt"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Histories as they are told at benches, with the stages that follow by craft's words: critical is losing
// water with no live roots, holding stable without tips, rooting with tips out, establishing with roots in
// the medium, a branch or over 50 mm and steady, recovered with a leaf of four fifths or two rising, and
// roots that hold the pot. "<" is a step back. Common practice, no source; the thresholds are house rules.
var histories = []struct{ name, told, stages string }{
	{"nothing known", "", ""},
	{"only a look without findings", "0 look", ""},
	{"rootless and limp", "0 read 0/5; 0 leaf limp", "0 critical"},
	{"no roots at all, and nobody looked at the leaves", "0 read 0/0", "0 critical"},
	{"rootless and firm", "0 read 0/5; 0 leaf firm", "0 holding"},
	{"limp, then firm in the humid hold", "0 read 0/5; 0 leaf limp; 1 home tub; 15 leaf firm", "0 critical, 15 holding"},
	{"rootless, shrivelling", "0 read 0/4; 0 bulbs thinner; 12 bulbs same", "0 critical, 12 holding"},
	{"falls back", "0 read 0/5; 0 leaf firm; 20 leaf limp", "0 holding, 20 <critical"},
	{"weights that hold", "0 read 0/5; 0 g 200; 7 g 199.5", "0 critical, 7 holding"},
	{"weights that fall", "0 read 0/5; 0 leaf firm; 0 g 200; 7 g 190; 7 leaf limp", "0 holding, 7 <critical"},
	{"some roots, limp", "0 read 2/6; 0 leaf limp", "0 holding"},
	{"hold to tips", "0 read 0/5; 0 leaf limp; 1 home tub; 14 leaf firm; 40 tips 2 growing 5",
		"0 critical, 14 holding, 40 rooting"},
	{"tips on a limp plant still root", "0 read 0/5; 0 leaf limp; 30 tips 1 growing", "0 critical, 30 rooting"},
	{"tips that dry up", "0 read 0/5; 0 leaf firm; 30 tips 2 growing; 45 tips 2 dry", "0 holding, 30 rooting, 45 <holding"},
	{"tips that rot on a limp rootless plant", "0 read 0/5; 0 leaf firm; 30 tips 1 growing; 44 tips 1 black; 44 leaf limp",
		"0 holding, 30 rooting, 44 <critical"},
	{"tips that go", "0 read 2/5; 30 tips 2 growing; 60 tips 0", "0 holding, 30 rooting, 60 <holding"},
	{"tips that come back", "0 read 2/5; 30 tips 2 growing; 60 tips 0; 80 tips 1 growing",
		"0 holding, 30 rooting, 60 <holding, 80 rooting"},
	{"potted, at the wall", "0 read 2/5; 0 home bark; 30 tips 2 growing; 55 tips 2 growing edge",
		"0 holding, 30 rooting, 55 establishing"},
	{"at the wall of a hold is no medium", "0 read 0/5; 0 leaf firm; 0 home tub; 30 tips 2 growing 60",
		"0 holding, 30 rooting"},
	{"held, then potted with long tips", "0 read 0/5; 0 leaf firm; 0 home tub; 30 tips 2 growing 55; 31 home bark",
		"0 holding, 30 rooting, 31 establishing"},
	{"an old root branches", "0 read 3/5; 0 home inorganic; 40 tips 1 growing; 56 old branched",
		"0 holding, 40 rooting, 56 establishing"},
	{"over 50 mm", "0 read 2/5; 0 home bark; 30 tips 1 growing 12; 50 tips 1 growing 34; 66 tips 1 growing 51",
		"0 holding, 30 rooting, 66 establishing"},
	{"49 mm are not 50", "0 read 2/5; 0 home bark; 30 tips 1 growing 49", "0 holding, 30 rooting"},
	{"it wobbles", "0 read 2/5; 0 home bark; 30 tips 1 growing edge; 60 wobble yes; 75 wobble no",
		"0 holding, 30 establishing, 60 <rooting, 75 establishing"},
	{"it is moved again", "0 read 2/5; 0 home bark; 30 tips 1 growing edge; 60 home inorganic; 90 tips 2 growing half",
		"0 holding, 30 establishing, 60 <rooting, 90 establishing"},
	{"sound and never moved", "0 readin 6/6; 0 leaf firm", "0 establishing"},
	{"sound, and moved", "0 read 6/6; 0 home bark; 20 leaf firm", "0 holding"},
	{"all the way", "0 look leaves-limp leaf=120; 0 read 0/6; 0 home bark; 40 tips 2 growing; 70 tips 3 growing edge; " +
		"100 growth growing; 150 wobble no; 150 leafmm 100",
		"0 critical, 40 rooting, 70 establishing, 150 recovered"},
	{"a leaf too small", "0 look leaf=120; 0 read 2/6; 0 home bark; 40 tips 2 growing edge; 150 wobble no; 150 leafmm 90",
		"0 holding, 40 establishing"},
	{"two rising in a row", "0 look leaf=150; 0 read 2/6; 0 home bark; 40 tips 2 growing edge; 100 leafmm 70; 150 wobble no; " +
		"160 leafmm 85; 230 leafmm 100", "0 holding, 40 establishing, 230 recovered"},
	{"one rising is one", "0 look leaf=150; 0 read 2/6; 0 home bark; 40 tips 2 growing edge; 100 leafmm 70; 150 wobble no; 160 leafmm 85",
		"0 holding, 40 establishing"},
	{"as large, and not seen to hold", "0 look leaf=120; 0 read 2/6; 0 home bark; 40 tips 2 growing edge; 150 leafmm 110",
		"0 holding, 40 establishing"},
	{"the same leaf measured again is no new one", "0 look leaf=120; 0 read 2/6; 0 home bark; 40 tips 2 growing edge; " +
		"60 wobble no; 60 leafmm 119", "0 holding, 40 establishing"},
	{"recovered, and loses roots", "0 look leaf=100; 0 read 3/6; 0 home bark; 30 tips 2 growing edge; 90 growth growing; " +
		"120 wobble no; 120 leafmm 95; 200 read 0/6; 200 leaf limp", "0 holding, 30 establishing, 120 recovered, 200 <critical"},
	{"a new root at the next reading", "0 read 2/5; 0 home bark; 60 read 2/5 x; 60 home bark", "0 holding, 60 rooting, 60 establishing"},
	{"taped", "0 read 0/5; 0 leaf firm; 0 home bark; 30 tape A 8 growing new; 60 tape A 40 growing new edge",
		"0 holding, 30 rooting, 60 establishing"},
	{"a taped root rots", "0 read 0/5; 0 leaf firm; 30 tape A 8 growing new; 40 tape A black", "0 holding, 30 rooting, 40 <holding"},
	{"over a fifth of sound roots is lost", "0 readin 6/6; 40 old fifth-lost", "0 establishing, 40 <holding"},
	{"roots died back by the next reading", "0 read 4/6; 60 read 0/6; 60 leaf firm", "0 holding"},
	{"came bare", "0 none; 0 read 0/3; 0 leaf firm; 21 tips 2 growing 60 ; 22 home bark", "0 holding, 21 rooting, 22 establishing"},
}

func shortly(p Progress) string {
	var list []string
	for _, c := range p.Standing.History {
		back := ""
		if c.Back {
			back = "<"
		}
		list = append(list, fmt.Sprintf("%.0f %s%s", between(began, c.On), back, c.Stage))
	}
	return strings.Join(list, ", ")
}

func TestStagesOfHistories(t *testing.T) {
	require.GreaterOrEqual(t, len(histories), 30)
	back := 0
	for _, h := range histories {
		t.Run(h.name, func(t *testing.T) {
			p := life(t, "phalaenopsis", h.told).on(300)
			assert.Equal(t, h.stages, shortly(p))
			for _, c := range p.Standing.History {
				assert.Equal(t, c.Back, c.Why != nil, "what went back says why")
				assert.NotEmpty(t, c.By, "%s on %s rests on something", c.Stage, c.On)
				back += count(c.Back)
			}
		})
	}
	assert.GreaterOrEqual(t, back, 8)
}

// stories are drawn lines of a plant's life.
func stories(t *rapid.T) []string {
	of := rapid.SampledFrom([]string{
		"leaf limp", "leaf firm", "bulbs thinner", "bulbs plumper", "tips 0", "tips 2 growing", "tips 1 still", "tips 1 dry",
		"tips 2 growing edge", "tips 1 growing %d", "tape A %d growing new", "tape B %d new edge", "tape A lost", "wobble yes",
		"wobble no", "old branched", "old fifth-lost", "leafmm %d", "growth growing", "home bark", "home tub", "g %d",
		"read 2/5", "read 0/5", "readin 4/5 t", "film dark", "look leaves-limp",
	})
	var list []string
	for range rapid.IntRange(1, 14).Draw(t, "n") {
		line := of.Draw(t, "what")
		if strings.Contains(line, "%d") {
			line = fmt.Sprintf(line, rapid.IntRange(5, 120).Draw(t, "mm"))
		}
		list = append(list, strconv.Itoa(rapid.IntRange(0, 250).Draw(t, "day"))+" "+line)
	}
	return list
}

// What follows does not depend on the order of entry.
func TestOrderOfEntryIsNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		list := stories(t)
		days := map[string]bool{}
		for _, line := range list { // one a day: those of a day are in turn by their time
			on, _, _ := strings.Cut(line, " ")
			if days[on] {
				return
			}
			days[on] = true
		}
		turned := rapid.Permutation(list).Draw(t, "turned")
		a, b := life(t, "phalaenopsis", strings.Join(list, ";")), life(t, "phalaenopsis", strings.Join(turned, ";"))
		for _, c := range []*Followed{a, b} {
			inTime(c)
		}
		require.Equal(t, a.on(300), b.on(300))
	})
}

// A longer root never lowers a stage: on no day.
func TestALongerRootNeverLowersAStage(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		list := stories(t)
		i := rapid.IntRange(0, len(list)-1).Draw(t, "which")
		more := rapid.IntRange(1, 80).Draw(t, "more")
		longer := append([]string{}, list...)
		words := strings.Fields(list[i])
		at := map[string]int{"tips": 4, "tape": 3}[words[1]]
		if at == 0 || at >= len(words) {
			return
		}
		mm, err := strconv.Atoi(words[at])
		if err != nil {
			return
		}
		words[at] = strconv.Itoa(mm + more)
		longer[i] = strings.Join(words, " ")
		a, b := life(t, "phalaenopsis", strings.Join(list, ";")), life(t, "phalaenopsis", strings.Join(longer, ";"))
		inTime(a)
		inTime(b)
		for n := 0; n <= 250; n += 10 {
			require.LessOrEqual(t, a.on(n).Standing.Stage.Rank(), b.on(n).Standing.Stage.Rank(), "day %d", n)
		}
	})
}

// An older check-in never changes what was observed later: tips, leaves and lengths as last seen, and their
// days; and what was taken back leaves no trace.
func TestAnOlderCheckinChangesNothingLater(t *testing.T) {
	told := "0 read 2/6; 0 home bark; 50 tips 2 growing edge 30; 50 leaf firm; 60 tape A 40 growing new edge"
	now := life(t, "phalaenopsis", told).on(70)
	rapid.Check(t, func(t *rapid.T) {
		older := rapid.SampledFrom([]string{"leaf limp", "tips 0", "tape A 12 growing new", "tips 1 dry", "bulbs thinner"}).Draw(t, "older")
		n := rapid.IntRange(1, 49).Draw(t, "day")
		c := life(t, "phalaenopsis", fmt.Sprintf("%s; %d %s", told, n, older))
		p := c.on(70)
		require.Equal(t, now.Standing.Stage, p.Standing.Stage)
		require.Equal(t, now.Tracks[0].Tip, p.Tracks[0].Tip)
		last := func(p Progress) Point { return p.Tracks[0].Points[len(p.Tracks[0].Points)-1] }
		require.Equal(t, last(now), last(p))
		c.Seen = c.Seen[:len(c.Seen)-1]
		require.Equal(t, now, c.on(70), "taken back")
	})
}

// Of one moment too: two check-ins that say different things come to the same, whichever was entered first.
func TestOfOneMoment(t *testing.T) {
	told := func(first, second string) Progress {
		c := life(t, "phalaenopsis", "0 read 2/6; 0 home bark; 30 "+first+"; 30 "+second)
		c.Seen[1].At = c.Seen[0].At
		return c.on(60)
	}
	assert.Equal(t, told("leaf firm", "leaf limp").Standing, told("leaf limp", "leaf firm").Standing)
	assert.Equal(t, told("tips 2 growing", "tips 0").Standing, told("tips 0", "tips 2 growing").Standing)
	assert.Equal(t, told("tape A 20 new", "tape A 30 new").Tracks, told("tape A 30 new", "tape A 20 new").Tracks)
}
