package patient

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/climate"
	"therapeon/core/disputes"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

func kind(t require.TestingT, group string) taxa.Profile {
	p, ok := taxa.Find(group)
	require.True(t, ok, group)
	return p
}

func mm(v float64) *float64 { return &v }

func batch(id string, n int, mms float64, feel roots.Feel, colour roots.Colour) roots.Root {
	return roots.Root{ID: id, Count: n, Segments: []roots.Segment{{LengthMM: mm(mms), Feel: feel, Colour: colour}}}
}

func read(on string, all ...roots.Root) *Reading {
	return &Reading{On: on, Roots: roots.Reading{Roots: all}, Checks: roots.Checks{}}
}

// Brown, furry roots of a slipper are healthy: common practice, no source.
func TestTheBrownRootedSlipperIsHealthy(t *testing.T) {
	p := &Patient{
		Profile: kind(t, "slipper"),
		Reading: read("2030-03-01", batch("a", 11, 120, roots.Firm, roots.EvenBrown)),
		House: House{CutMarginMM: 4, Sides: Sides{
			disputes.DeadDryRoots: disputes.AllOff, disputes.ClingingMedium: disputes.AllOff,
		}},
	}
	assert.Equal(t, roots.Good, p.Condition().Grade())
	assert.Equal(t, "Nothing to cut. Leave the roots alone.", english.Say(p.Roots().Verdict.Headline))
}

func TestNaturalColourIsASettingOfThePlant(t *testing.T) {
	state := func(group, own string) roots.State {
		p := &Patient{
			Profile: kind(t, group),
			Intake:  Intake{RootClass: own},
			Reading: read("2030-03-01", batch("a", 1, 120, roots.Firm, roots.EvenBrown)),
		}
		return p.Roots().Verdict.Roots[0].Stretches[0].State
	}
	assert.Equal(t, roots.Live, state("maxillaria", ""))
	assert.Equal(t, roots.Doubtful, state("dendrobium-evergreen", ""))
	assert.Equal(t, roots.Live, state("dendrobium-evergreen", "brown"), "some dendrobiums are beige")
}

// The limits are house rules.
func TestTheNewestLeafAgainstTheOneBefore(t *testing.T) {
	for _, x := range []struct {
		newest, before float64
		smaller        any
	}{{150, 200, true}, {200, 200, false}, {210, 200, false}, {180, 200, nil}, {0, 200, nil}, {200, 0, nil}} {
		got := Inspection{NewestLeafMM: &x.newest, LeafBeforeMM: &x.before}.LeafSmaller()
		if x.smaller == nil {
			assert.Nil(t, got, x)
			continue
		}
		require.NotNil(t, got, x)
		assert.Equal(t, x.smaller, *got, x)
	}
	assert.Nil(t, Inspection{NewestLeafMM: mm(100)}.LeafSmaller())
}

func TestAPlantFollowsItsOwnSideFirst(t *testing.T) {
	p := &Patient{
		House: House{Sides: Sides{disputes.SpikeAtRescue: disputes.SpikeByGrade, disputes.Peroxide: disputes.Routine}},
		Sides: Sides{disputes.SpikeAtRescue: disputes.SpikeCut},
	}
	assert.Equal(t, disputes.SpikeCut, p.Side(disputes.SpikeAtRescue))
	assert.Equal(t, disputes.Routine, p.Side(disputes.Peroxide))
	assert.Empty(t, p.Side(disputes.CutPowder))
}

// A reading of before the cuts, and what they left of it.
func TestTheGradeBeforeAndAfterTheCuts(t *testing.T) {
	p := &Patient{
		Profile: kind(t, "phalaenopsis"),
		House:   House{CutMarginMM: 4, Sides: Sides{disputes.DeadDryRoots: disputes.AllOff}},
		Reading: read("2030-03-01", batch("live", 3, 100, roots.Firm, roots.ColourPale),
			batch("rot", 12, 60, roots.Mushy, "")),
	}
	assert.Equal(t, roots.Poor, p.Condition().Grade())
	assert.Equal(t, roots.Poor, p.Condition().GradeLeft(), "nothing was cut yet")
	assert.True(t, p.Condition().WeakStem(), "one stem, few roots")
	assert.True(t, p.Condition().HasRead())
	cut := *p
	cut.Forget()
	cut.Reading = read("2030-03-01", p.Reading.Roots.Roots...)
	cut.Reading.Checks["rot"] = roots.Check{Count: 12, CutAtMM: mm(0)}
	assert.Equal(t, roots.Poor, cut.Condition().Grade(), "the grade goes by what was found")
	assert.Equal(t, roots.Poor, cut.Condition().GradeLeft(), "cutting the dead off makes no more of the living")
	assert.Equal(t, 3, cut.Roots().Left().Count())
	all := cut
	all.Forget()
	all.Reading = read("2030-03-01", batch("rot", 12, 60, roots.Mushy, ""))
	all.Reading.Checks["rot"] = roots.Check{Count: 12, CutAtMM: mm(0)}
	assert.Equal(t, roots.Rootless, all.Condition().GradeLeft(), "all that was read has been cut off")
	assert.Equal(t, roots.Unread, (&Patient{}).Condition().Grade())
	assert.Nil(t, (&Patient{}).Roots())
	assert.False(t,
		(&Patient{Profile: kind(t, "cattleya"), Given: Given{Grade: roots.Poor}}).Condition().WeakStem(),
		"no one stem")
}

// housed is a plant with homes: held from the 8th, potted in bark on the 20th.
func housed() *Patient {
	return &Patient{
		Intake: Intake{OldMedium: "moss", Pot: "opaque", LastRepotted: "2028", ArrivedOn: "2030-03-01"},
		Homes: []Home{
			{From: "2030-03-08", Way: "lid", Hold: true},
			{From: "2030-03-20", Way: "bark", Potted: true, Medium: "bark", Pot: "clear"},
		},
		Now: time.Date(2030, 4, 2, 10, 0, 0, 0, time.UTC),
	}
}

// What is seen on the day of a move was seen in what it stood in until then; holding a
// plant changes nothing of what it grew in.
func TestWhatAPlantStandsInOnADay(t *testing.T) {
	for day, want := range map[string][2]string{
		"2030-03-09": {"moss", "opaque"}, "2030-03-20": {"moss", "opaque"}, "2030-03-21": {"bark", "clear"}, "": {"bark", "clear"},
	} {
		p := housed()
		p.Day = day
		assert.Equal(t, want, [2]string{p.Stands().Medium(), p.Stands().Pot()}, day)
	}
	p := housed()
	p.Day = "2030-04-02"
	least, most, known := p.Stands().MediumDays()
	assert.True(t, known)
	assert.Equal(t, [2]float64{13, 13}, [2]float64{least, most})
	p.Homes = nil
	least, most, _ = p.Stands().MediumDays()
	assert.Equal(t, [2]float64{457, 822}, [2]float64{least, most}, "some day of 2028")
	_, _, known = (&Patient{Day: "2030-04-02"}).Stands().MediumDays()
	assert.False(t, known)
}

// Evidence from before the present home is history.
func TestEvidenceHasItsEpoch(t *testing.T) {
	p := housed()
	assert.Equal(t, History, p.Stands().EpochOf("2030-03-10"))
	assert.Equal(t, History, p.Stands().EpochOf("2030-03-20"), "on the day of the move it was seen in the old home")
	assert.Equal(t, AtPresent, p.Stands().EpochOf("2030-03-21"))
	p.Homes = nil
	assert.Equal(t, AtPresent, p.Stands().EpochOf("2020-01-01"), "where it came and stayed, all is of today")
}

func TestHoldingIsFromADayOnAndEndsInAPot(t *testing.T) {
	p := housed()
	at := func(day int) *Patient {
		q := *p
		q.Now = time.Date(2030, 3, day, 12, 0, 0, 0, time.UTC)
		return &q
	}
	assert.Empty(t, at(7).Stands().Holding())
	assert.Equal(t, "lid", at(8).Stands().Holding())
	assert.Empty(t, at(20).Stands().Holding())
}

func TestHowLongAPlantHasBeenHeld(t *testing.T) {
	tub, lid := Home{From: "2030-03-01", Way: "tub", Hold: true}, Home{From: "2030-03-11", Way: "lid", Hold: true}
	bark := Home{From: "2030-03-21", Way: "bark"}
	held := func(day int, in Intake, homes ...Home) float64 {
		now := time.Date(2030, 3, day, 10, 0, 0, 0, time.UTC)
		return (&Patient{Intake: in, Homes: homes, Now: now}).Stands().HeldDays()
	}
	assert.Equal(t, 20.0, held(21, Intake{}, tub, lid), "one way or another")
	assert.Zero(t, held(25, Intake{}, tub, lid, bark), "it is housed")
	assert.Zero(t, held(25, Intake{}))
	assert.Equal(t, 24.0, held(25, Intake{Pot: NoPot, ArrivedOn: "2030-03-01"}), "one that came bare, from its arrival")
	assert.Equal(t, 24.0, held(25, Intake{Pot: NoPot, ArrivedOn: "2030-03"}), "from the first day it can mean")
	assert.Zero(t, held(25, Intake{Pot: NoPot, ArrivedOn: "2031"}))
}

// Each interval between two weighings counts by the way and the days of that time: before
// the first home it lay on the bench, as it came. The hour of a move is a house rule.
func TestEachIntervalOfWeighingsIsHeldAsItWas(t *testing.T) {
	at := func(d, hour int) time.Time { return time.Date(2030, 3, d, hour, 0, 0, 0, time.UTC) }
	p := &Patient{
		Profile: kind(t, "phalaenopsis"),
		Homes:   []Home{{From: "2030-03-08", Way: "lid", Hold: true}, {From: "2030-03-20", Way: "bag", Hold: true}},
	}
	last := func(to time.Time, weighed ...time.Time) (list []string, anew bool) {
		q := *p
		q.Now = to
		for _, w := range append(weighed, to) {
			q.Weights = append(q.Weights, Weight{At: w, Kind: BarePlant, Grams: 100})
		}
		all, _ := q.Stands().BareWeighings()
		for _, w := range all[1:] {
			for _, s := range w.Since {
				list = append(list, fmt.Sprintf("%s %.2f", s.Holding, s.Days))
			}
			anew = anew || w.Anew
		}
		return list, anew
	}
	days := func(to time.Time, weighed ...time.Time) []string {
		list, anew := last(to, weighed...)
		assert.False(t, anew)
		return list
	}
	assert.Equal(t, []string{"bench 7.00"}, days(at(8, 9), at(1, 9)), "the week before it was held")
	assert.Equal(t, []string{"bench 7.00", "lid 7.00"}, days(at(15, 9), at(1, 9), at(8, 9)), "in hand when it was weighed")
	assert.Equal(t, []string{"bench 7.12", "lid 6.88"}, days(at(15, 9), at(1, 9)), "not weighed that day: from noon")
	assert.Equal(t, []string{"lid 5.00"}, days(at(15, 9), at(10, 9)))
	assert.Equal(t, []string{"lid 5.12", "bag 4.88"}, days(at(25, 9), at(15, 9)))
	assert.Equal(t, []string{"bag 5.00"}, days(at(27, 0), at(22, 0)))
	p.Homes = append(p.Homes, Home{From: "2030-03-22", Way: "bark", Potted: true})
	_, anew := last(at(25, 9), at(15, 9))
	assert.True(t, anew, "in a pot it drinks: that loss is of another kind")
}

// The spells of an interval fill it, whatever homes there were.
func TestSpellsFillTheirInterval(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := &Patient{Profile: kind(t, "vanda"), Now: time.Date(2030, 6, 1, 12, 0, 0, 0, time.UTC)}
		for range rapid.IntRange(0, 5).Draw(t, "homes") {
			day := p.Now.AddDate(0, 0, -rapid.IntRange(0, 60).Draw(t, "day")).Format(time.DateOnly)
			if n := len(p.Homes); n > 0 && p.Homes[n-1].From >= day {
				continue
			}
			p.Homes = append(p.Homes, Home{From: day, Way: "lid", Hold: rapid.Bool().Draw(t, "held")})
		}
		for at := p.Now.AddDate(0, 0, -70); at.Before(p.Now); at = at.Add(
			time.Duration(rapid.IntRange(5, 400).Draw(t, "hours")) * time.Hour,
		) {
			p.Weights = append(p.Weights, Weight{At: at, Kind: BarePlant, Grams: 100})
		}
		list, since := p.Stands().BareWeighings()
		total := func(spells []Spell) (sum float64) {
			for _, s := range spells {
				sum += s.Days
			}
			return sum
		}
		for i := range list[1:] {
			assert.InDelta(t, list[i].DaysAgo-list[i+1].DaysAgo, total(list[i+1].Since), 1e-9)
		}
		assert.InDelta(t, list[len(list)-1].DaysAgo, total(since), 1e-9)
	})
}

func TestOnlyWeightsThatTellSomethingCount(t *testing.T) {
	now := time.Date(2030, 3, 10, 12, 0, 0, 0, time.UTC)
	p := &Patient{Now: now, Weights: []Weight{
		{At: now.AddDate(0, 0, -5), Kind: BarePlant, Grams: 100},
		{At: now.AddDate(0, 0, -4), Kind: BarePlant, Grams: 160, Because: BecauseWet},
		{At: now.AddDate(0, 0, -3), Kind: InPot, Grams: 600, Because: BecausePot},
		{At: now.AddDate(0, 0, -2), Kind: BarePlant, Grams: 90, Because: BecauseCut},
		{At: now.AddDate(0, 0, 1), Kind: BarePlant, Grams: 89},
	}}
	bare := p.Stands().Counting(BarePlant)
	require.Len(t, bare, 2, "a dripping one does not, nor one to come")
	assert.Len(t, p.Stands().Counting(InPot), 1)
	assert.Equal(t, bare[1:], SinceChange(bare))
}

func TestTheSpikeThatWasCutIsGone(t *testing.T) {
	p := &Patient{Intake: Intake{Flowering: Spike}}
	assert.Equal(t, Spike, p.Flowering())
	p.Looks = []Look{{On: "2030-03-10"}}
	p.Spikes = []string{"2030-03-10"}
	assert.Equal(t, NotFlowering, p.Flowering(), "cut since the look")
	p.Day = "2030-03-10"
	assert.Equal(t, Spike, p.Flowering(), "it was on at the look of that day")
	p.Day, p.Spikes, p.Incidents = "", nil, []Incident{{On: "2030-03-11", What: LostSpike}}
	assert.Equal(t, NotFlowering, p.Flowering(), "it broke off since")
	p.Incidents, p.Looks[0].Noted.Accidents = nil, []Accident{{What: LostSpike, Count: 1}}
	assert.Equal(t, NotFlowering, p.Flowering(), "it broke off on the way out")
	p.Looks[0].Noted.Accidents = nil
	p.Spikes = []string{"2030-03-09"}
	assert.Equal(t, NotFlowering, p.Flowering())
	p.Looks[0].Noted.Flowering = Bud
	assert.Equal(t, Bud, p.Flowering(), "the look's own word goes first")
}

func TestTheLastHurtBeforeTheLook(t *testing.T) {
	broke := Inspection{Accidents: []Accident{{What: "broken-root", Count: 2}}}
	p := &Patient{
		Day:       "2030-03-20",
		Looks:     []Look{{On: "2030-03-20", Noted: broke}, {On: "2030-03-10", Noted: broke}, {On: "2030-01-10", Noted: broke}},
		Incidents: []Incident{{On: "2030-03-20", What: "torn-leaf"}},
	}
	h := p.Broken().Last()
	require.NotNil(t, h)
	assert.Equal(t, Hurt{What: []string{"broken-root"}, On: "2030-03-10", Days: 10}, *h, "what is done that day follows it")
	p.Incidents = append(p.Incidents, Incident{On: "2030-03-15", What: "lost-bulb"})
	assert.Equal(t, Hurt{Cleaned: true, What: []string{"lost-bulb"}, On: "2030-03-15", Days: 5}, *p.Broken().Last())
	assert.Nil(t, (&Patient{Day: "2030-03-20"}).Broken().Last())
}

// Suspect and kept apart are two words: one is known, the other set.
func TestWhoIsSuspect(t *testing.T) {
	asked := 0
	p := &Patient{Judge: func(p *Patient) Heard {
		asked++
		return Heard{Alarm: p.Finding("black-edge") == Present, Acted: []string{"water-mould"}}
	}}
	assert.False(t, p.Turn().Suspect(), "nothing is heard before any look")
	p.Forget()
	p.Looks = []Look{{On: "2030-03-01", Noted: Inspection{Findings: Findings{"black-edge": Present}}}}
	assert.True(t, p.Turn().Suspect())
	assert.True(t, p.ActsOn("water-mould"))
	assert.Equal(t, 1, asked, "worked out once")
	assert.True(t, (&Patient{Intake: Intake{KeptApart: true}}).Turn().Suspect())
	assert.True(t, Clean.Words().Empty())
	assert.Equal(t, "This plant is suspect. Handle it after the clean ones.", english.Say(Suspected.Words()))
	assert.Equal(t, "This plant is kept apart. Handle it last, with its own blade.", english.Say(Apart.Words()))
}

func TestTheAirOfItsPlaceElseOfTheLookElseOfItsKind(t *testing.T) {
	p := &Patient{Profile: kind(t, "phalaenopsis"), Now: time.Date(2030, 3, 10, 12, 0, 0, 0, time.UTC)}
	low, high := p.Profile.RangeC()
	assert.Equal(t, [2]float64{low, high}, [2]float64{p.Around().Air().NightC, p.Around().Air().DayC})
	assert.Nil(t, p.Around().Air().Percent)
	assert.Contains(t, english.Say(p.Around().Warmth()), "Only a guess")
	p.Forget()
	p.Looks = []Look{{Noted: Inspection{NightLowC: mm(14), DayHighC: mm(22)}}}
	assert.Equal(t, 14.0, p.Around().Air().NightC)
	p.Forget()
	p.Site = &Site{Name: "Shed", Climate: &climate.Station{Zone: time.UTC}, Light: "sun", Percent: mm(55)}
	assert.Equal(t, 14.0, p.Around().Air().NightC, "of a place of which nothing is known")
	assert.Equal(t, "sun", p.Around().Air().Light)
	assert.Equal(t, 55.0, *p.Around().Air().Percent)
	p.Forget()
	p.Site.Climate.Usual = &climate.Day{LowC: 10, HighC: 20}
	assert.Equal(t, 10.0, p.Around().Air().NightC)
	assert.Equal(t, "Temperatures of “Shed”, usually 10 to 20 °C.", english.Say(p.Around().Warmth()))
}

// 60 mm in 30 days: 2 mm a day. Readings within a week tell nothing: a house rule.
func TestHowFastItsOwnRootsGrow(t *testing.T) {
	p := &Patient{
		Profile: kind(t, "phalaenopsis"),
		Reading: read("2030-04-30", batch("a", 1, 140, roots.Firm, roots.ColourPale)),
		Before:  read("2030-03-31", batch("a", 1, 80, roots.Firm, roots.ColourPale)),
	}
	require.NotNil(t, p.Condition().GrowthMM())
	assert.InDelta(t, 2, *p.Condition().GrowthMM(), 1e-9)
	p.Before.On = "2030-04-24"
	assert.Nil(t, p.Condition().GrowthMM())
	p.Before = nil
	assert.Nil(t, p.Condition().GrowthMM())
}

// A plant as its latest look found it, on the day of that look and today.
func ExamplePatient() {
	slipper, _ := taxa.Find("slipper")
	p := &Patient{
		Profile: slipper,
		Intake:  Intake{OldMedium: "bark", LastRepotted: "2027-05"},
		Looks:   []Look{{On: "2030-03-01", Noted: Inspection{Findings: Findings{"crumbles": Present}, Growth: NewRoots}}},
		Homes:   []Home{{From: "2030-03-05", Way: "slipper", Potted: true, Medium: "bark", Pot: "clear"}},
		Day:     "2030-04-05",
	}
	least, _, _ := p.Stands().MediumDays()
	old, _, _ := p.AtLook().Stands().MediumDays()
	fmt.Println(p.Finding("crumbles"), p.Stands().EpochOf("2030-03-01"))
	fmt.Printf("medium: %.0f days today, %.0f and more then\n", least, old)
	fmt.Println(p.Condition().TipsOut(), p.Condition().Grade() == roots.Unread)
	// Output:
	// present history
	// medium: 31 days today, 1005 and more then
	// true true
}
