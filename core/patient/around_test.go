package patient

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/leaves"
	"therapeon/core/roots"
)

// Days of a place, low and high by day; the nights are those of a week up to the day.
func TestTheNightsOfAPlace(t *testing.T) {
	usual := &climate.Day{LowC: 15, HighC: 24}
	low := func(day string, c float64) climate.Day { return climate.Day{Day: day, LowC: c, HighC: 20} }
	week := func(list ...climate.Day) *Site {
		days := map[string]climate.Day{}
		for _, d := range list {
			days[d.Day] = d
		}
		return &Site{Climate: &climate.Station{Zone: time.UTC, Usual: usual, Days: days}}
	}
	at := func(in Inspection, site *Site) *Patient {
		p := lookedAt(in)
		p.Site, p.Now = site, time.Date(2030, 5, 20, 12, 0, 0, 0, time.UTC)
		return p
	}
	type nights struct {
		usual, lowest float64
		known         bool
	}
	of := func(p *Patient) (n nights) { n.usual, n.lowest, n.known = p.Around().Nights(); return n }
	assert.Equal(t, nights{}, of(at(Inspection{}, nil)))
	assert.Equal(t, nights{}, of(at(Inspection{}, &Site{})))
	assert.Equal(t, nights{}, of(at(Inspection{}, &Site{Climate: &climate.Station{Zone: time.UTC}})))
	assert.Equal(t, nights{12, 12, true}, of(at(Inspection{NightLowC: mm(12)}, nil)))
	place := &Site{Climate: &climate.Station{Zone: time.UTC, Usual: usual}}
	assert.Equal(t, nights{15, 15, true}, of(at(Inspection{}, place)))
	lowest := func(list ...climate.Day) float64 {
		return of(at(Inspection{}, week(append(list, low("2030-05-16", 12))...))).lowest
	}
	assert.Equal(t, 12.0, lowest(low("2030-05-12", 2), low("2030-05-22", 3)), "of a week, and of the night after it")
	assert.Equal(t, 7.0, lowest(low("2030-05-14", 7)))
	assert.Equal(t, 6.0, lowest(low("2030-05-21", 6)))
	moved := at(Inspection{NightLowC: mm(12), DayHighC: mm(30)}, place)
	moved.Homes = []Home{{From: "2030-05-02", Potted: true}}
	assert.Equal(t, nights{15, 15, true}, of(moved), "the look was before its home")
	warmest, known := moved.Around().Hottest()
	assert.Equal(t, []any{24.0, true}, []any{warmest, known})
	warmest, _ = at(Inspection{DayHighC: mm(30)}, place).Around().Hottest()
	assert.Equal(t, 30.0, warmest)
	for _, none := range []*Site{nil, {}, {Climate: &climate.Station{Zone: time.UTC}}} {
		_, known = at(Inspection{}, none).Around().Hottest()
		assert.False(t, known)
	}
}

// Dry below 45 %, humid from 60 %: the table's house rules.
func TestHowHumidItsRoomIs(t *testing.T) {
	for percent, want := range map[float64]Humid{44.9: Dry, 45: BetweenHumid, 59.9: BetweenHumid, 60: Moist} {
		p := &Patient{Given: Given{Air: &Air{Percent: &percent}}}
		assert.Equal(t, want, p.Around().Humid(), percent)
		p = &Patient{
			Profile: kind(t, "phalaenopsis"), Now: time.Date(2030, 5, 20, 12, 0, 0, 0, time.UTC),
			Site: &Site{Percent: &percent, Climate: &climate.Station{Zone: time.UTC}},
		}
		assert.Equal(t, want, p.Around().Humid(), percent)
	}
	assert.Empty(t, (&Patient{}).Around().Humid())
	assert.Equal(t, 21.0, (&Patient{Given: Given{Air: &Air{NightC: 21}}}).Around().Air().NightC)
}

func TestRotAndCutsAreKnownFromTheReading(t *testing.T) {
	p := &Patient{
		Profile: kind(t, "phalaenopsis"), Day: "2030-03-11",
		Reading: read("2030-03-01", batch("a", 3, 100, roots.Firm, roots.ColourPale),
			batch("rot", 2, 60, roots.Mushy, "")),
	}
	assert.True(t, p.Condition().RotFound(), "rotting root is left on it")
	_, cut := p.Condition().CutDaysAgo()
	assert.False(t, cut)
	p.Reading.Checks["rot"] = roots.Check{Count: 2, CutAtMM: mm(0)}
	p.Forget()
	assert.False(t, p.Condition().RotFound())
	days, cut := p.Condition().CutDaysAgo()
	assert.Equal(t, []any{10.0, true}, []any{days, cut})
	live, unplaced := p.Condition().LiveByBulb()
	assert.Empty(t, live)
	assert.InDelta(t, 300, unplaced.High, 1)
	p.Reading.Roots.Roots[0].Growth = 2
	p.Forget()
	live, unplaced = p.Condition().LiveByBulb()
	assert.InDelta(t, 300, live[2].High, 1)
	assert.Zero(t, unplaced)
	assert.False(t, p.Condition().Spreading())
	p.Reading.Roots.Roots[0].Spreads = true
	p.Forget()
	assert.True(t, p.Condition().Spreading())
	assert.True(t, p.Condition().RotFound())
	ago := 3.0
	given := &Patient{Given: Given{CutDaysAgo: &ago, RotFound: true}}
	days, cut = given.Condition().CutDaysAgo()
	assert.Equal(t, []any{3.0, true}, []any{days, cut})
	assert.True(t, given.Condition().RotFound())
	assert.False(t, (&Patient{}).Condition().RotFound())
}

// What it was treated with last, before its day.
func TestTreatedBeforeItsDay(t *testing.T) {
	p := &Patient{Day: "2030-05-20", Rounds: []TreatedDay{
		{On: "2030-05-01", Products: []string{"oil"}}, {On: "2030-05-10", Products: []string{"soap", "oil"}},
		{On: "2030-05-12", Products: []string{"soap"}}, {On: "2030-05-20", Products: []string{"oil"}},
		{On: "soon", Products: []string{"oil"}}, {On: "2030-05-05", Products: []string{"oil"}},
	}}
	on, days, was := p.Treated("oil")
	assert.Equal(t, []any{"2030-05-10", 10.0, true}, []any{on, days, was})
	_, _, was = p.Treated("peroxide")
	assert.False(t, was)
	p.Looks = []Look{{On: "2030-05-20"}}
	p.Judge = func(*Patient) Heard { return Heard{Plan: []string{"cut"}, Acted: []string{"rot"}} }
	assert.True(t, p.Heard().Asks("cut"))
	assert.False(t, p.Heard().Asks("spray"))
	assert.True(t, p.ActsOn("rot"))
}

func TestBulbsOnlyWhereItsKindHasThem(t *testing.T) {
	in := Intake{Group: "phalaenopsis", BulbCount: 3, BulbState: Shrivelled}.OfKind()
	assert.Zero(t, in.BulbCount)
	assert.Empty(t, in.BulbState)
	assert.Equal(t, 3, Intake{Group: "cattleya", BulbCount: 3}.OfKind().BulbCount)
	assert.Equal(t, 3, Intake{Group: "no-such", BulbCount: 3}.OfKind().BulbCount)
	assert.Equal(t, 210.0, Intake{Blades: []leaves.Blade{{LengthMM: 90}, {LengthMM: 210}}}.LongestLeafMM())
	require.Equal(t, Rejected, Decision{Word: Confirmed, TurnedOut: Wrong}.Settles())
	require.Equal(t, Confirmed, Decision{Word: Rejected, TurnedOut: Wrong}.Settles())
	require.Equal(t, Confirmed, Decision{Word: Confirmed, TurnedOut: "right"}.Settles())
}
