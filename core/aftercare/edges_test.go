package aftercare

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/acts"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/language/english"
)

// Glasses of 200 mL, and halves of them; a small cup under 75 mL, litres from five glasses on: house rules.
func TestWhatASitterPours(t *testing.T) {
	for ml, words := range map[float64]string{
		-5: "a little", 0: "a little", 10: "a small cup (10 mL)", 74: "a small cup (74 mL)", 75: "half a glass (75 mL)",
		149: "half a glass (149 mL)", 150: "a glass (150 mL)", 249: "a glass (249 mL)", 250: "1 and a half glasses (250 mL)",
		400: "2 glasses (400 mL)", 500: "2 and a half glasses (500 mL)", 999: "5 glasses (999 mL)", 1000: "1.0 L", 1550: "1.6 L",
	} {
		assert.Equal(t, words, english.Say(plainML(ml)), "%v mL", ml)
	}
}

// What of the dose of every two weeks is given weekly and at each watering, by the table; the class with the longest
// name that fits.
func TestTheDoseByItsRhythm(t *testing.T) {
	k := Table()
	for days, want := range map[float64]float64{
		15: 1, 14: 1, 13.9: k.FeedWeekly.Value, 7: k.FeedWeekly.Value, 6.9: k.FeedEach.Value,
	} {
		assert.InDelta(t, want, rhythmShare(days), 1e-12, "%v days", days)
	}
	assert.InDelta(t, 60, classPPM("light"), 0.5)
	assert.InDelta(t, 35, classPPM("very-light"), 0.5)
	assert.Zero(t, classPPM("no such class"))
}

// Of its wetness the later look goes before; what was seen the moment it was watered says nothing.
func TestWetAndDryOfOneWatering(t *testing.T) {
	at := time.Date(2030, 5, 1, 12, 0, 0, 0, time.UTC)
	of := func(seen ...float64) stretch { // days; below 0: dry so many days after
		s := stretch{from: at}
		for _, days := range seen {
			s.see(at.Add(time.Duration(max(days, -days)*24)*time.Hour), days > 0)
		}
		return s
	}
	ends := func(s stretch) []float64 { return []float64{s.wetAt, s.dryAt} }
	assert.Equal(t, []float64{5, 0}, ends(of(3, 5, 4)))
	assert.Equal(t, []float64{0, 4}, ends(of(-6, -4, -5)))
	assert.Equal(t, []float64{3, 5}, ends(of(3, -5)))
	assert.Equal(t, []float64{0, 3}, ends(of(5, -3)), "dry before it was wet: the dry one stands")
	wet := of(-3, 5)
	assert.Equal(t, []float64{5, 0}, ends(wet))
	assert.True(t, wet.contrary)
	assert.Equal(t, []float64{4, 0}, ends(of(-4, 4)), "on one day the wet one")
	assert.Equal(t, []float64{0, 4}, ends(of(4, -4)), "or the dry one, which was told later")
	none := of()
	none.see(at, true)
	assert.Equal(t, []float64{0, 0}, ends(none))
	assert.Equal(t, "2030-05-04", none.after(3.4))
	assert.Equal(t, "2030-05-05", none.after(3.5))
	for _, x := range []struct {
		of        patient.Checkin
		wet, said bool
	}{
		{patient.Checkin{Medium: "dry"}, false, true}, {patient.Checkin{Moss: "pale"}, false, true},
		{patient.Checkin{Medium: "damp"}, true, true}, {patient.Checkin{Moss: "dark"}, true, true},
		{patient.Checkin{RootColour: "green"}, true, true}, {patient.Checkin{RootColour: "silver"}, false, true},
		{patient.Checkin{Medium: "wet", RootColour: "silver"}, true, true},
		{patient.Checkin{Leaf: "limp"}, false, false},
	} {
		wet, said := wetness(x.of)
		assert.Equal(t, []bool{x.wet, x.said}, []bool{wet, said}, "%+v", x.of)
	}
}

// An absence is from today on, ends no sooner than it begins, and is foretold for so many days: house rules.
func TestAnAbsenceThatCannotBe(t *testing.T) {
	field := func(from, until string) string {
		at, words, limit := AwayFaults("2030-05-10", from, until)
		assert.Equal(t, at == "", words.Empty() && limit.Empty())
		return at
	}
	most := int(Table().Away.MostDays.Value)
	last := time.Date(2030, 5, 10+most, 0, 0, 0, 0, time.UTC)
	assert.Empty(t, field("2030-05-10", "2030-05-10"))
	assert.Equal(t, "from", field("2030-05-09", "2030-05-12"))
	assert.Equal(t, "until", field("2030-05-12", "2030-05-11"))
	assert.Empty(t, field("2030-05-10", last.Format(time.DateOnly)))
	assert.Equal(t, "until", field("2030-05-10", last.AddDate(0, 0, 1).Format(time.DateOnly)))
	assert.Equal(t, "from", field("2030-05-99", "2030-05-99"))
}

// What is chosen has to be of the table, and of days that can be.
func TestWhatCannotBeChosen(t *testing.T) {
	const today = "2030-05-10"
	field := func(c Chosen) string {
		list := c.Faults(today)
		if len(list) == 0 {
			return ""
		}
		assert.NotEmpty(t, list[0].Words)
		return list[0].Field
	}
	on := func(days float64) string {
		return time.Date(2030, 5, 10+int(days), 0, 0, 0, 0, time.UTC).Format(time.DateOnly)
	}
	k := Table()
	for want, of := range map[string]Chosen{
		"protocol":                     {Protocol: "moon"},
		"gates[moon/x]":                {Gates: map[string]string{"moon/x": today}},
		"gates[mount/moon]":            {Gates: map[string]string{"mount/moon": today}},
		"gates[mount/grips]":           {Gates: map[string]string{"mount/grips": on(1)}},
		"shifts[moon]":                 {Shifts: map[string]Shift{"moon": {To: today}}},
		"shifts[soak].to":              {Shifts: map[string]Shift{"soak": {To: on(k.MostShiftDays.Value + 1)}}},
		"snoozed[always/moon]":         {Snoozed: map[string]Snooze{"always/moon": {Until: today}}},
		"snoozed[moon/x]":              {Snoozed: map[string]Snooze{"moon/x": {Until: today}}},
		"snoozed[mount/shrivel].until": {Snoozed: map[string]Snooze{"mount/shrivel": {Until: on(k.SnoozeDays.Value + 1)}}},
		"left_out[moon]":               {LeftOut: map[string]LeftOut{"moon": {}}},
	} {
		assert.Equal(t, want, field(of))
	}
	assert.Empty(t, field(Chosen{
		Protocol: "mount", Gates: map[string]string{"mount/grips": today},
		Shifts:  map[string]Shift{"soak": {To: on(k.MostShiftDays.Value)}},
		Snoozed: map[string]Snooze{"mount/shrivel": {Until: on(k.SnoozeDays.Value)}, "mount/grips": {Until: today}},
		LeftOut: map[string]LeftOut{"soak": {On: today}},
	}))
	assert.Equal(t, "protocol", field(Chosen{Protocol: "rest"}), "that runs beside, and is no home's")
	assert.NotEmpty(t, k.AlarmWords("mount", "grips"), "of a gate that does not come")
	assert.NotEmpty(t, k.AlarmWords("rest", "not-plumper"))
	assert.Empty(t, k.AlarmWords("mount", "life"))
	assert.Equal(t, "New roots grip", english.Say(k.GateName("mount", "grips")))
	assert.Negative(t, k.InRound("flush", "repot"))
	assert.Zero(t, k.InRound("soak", "soak"))
}

// Two waterings of one day are one: the one that comes first in a round stays, with the questions of both. Of one
// job the earlier turn stays.
func TestTurnsThatAreOne(t *testing.T) {
	of := func(all ...Due) (list []string) {
		care := Care{Due: all}
		care.merge("2030-05-10")
		for _, d := range care.Due {
			list = append(list, d.Job+" "+d.On)
		}
		return list
	}
	day := func(job, on string, asks ...string) Due { return Due{Job: job, On: on, Asks: asks} }
	assert.Equal(t, []string{"flush 2030-05-11"}, of(day("refill", "2030-05-11"), day("flush", "2030-05-11")))
	assert.Equal(t, []string{"flush 2030-05-11"}, of(day("flush", "2030-05-11"), day("refill", "2030-05-11")))
	assert.Equal(t, []string{"refill 2030-05-12", "flush 2030-05-11"}, of(day("refill", "2030-05-12"), day("flush", "2030-05-11")))
	assert.Equal(t, []string{"flush 2030-05-07"}, of(day("refill", "2030-05-10"), day("flush", "2030-05-07")), "both are for today")
	assert.Equal(t, []string{"refill 2030-05-11", "flush 2030-05-10"}, of(day("refill", "2030-05-11"), day("flush", "2030-05-10")))
	assert.Equal(t, []string{"check 2030-05-11"}, of(day("check", "2030-05-15"), day("check", "2030-05-11")))
	assert.Equal(t, []string{"check 2030-05-11"}, of(day("check", "2030-05-11"), day("check", "2030-05-15")))
	assert.Equal(t, []string{"weigh 2030-05-11", "check 2030-05-11"}, of(day("weigh", "2030-05-11"), day("check", "2030-05-11")))
	care := Care{Due: []Due{day("check", "2030-05-11", "tips", "leaf"), day("check", "2030-05-15", "leaf", "film")}}
	care.merge("2030-05-10")
	assert.Equal(t, []string{"tips", "leaf", "film"}, care.Due[0].Asks)
}

// What it wants next, and what it waits for: the first that would be an alarm.
func TestWhatItWantsAndWaitsFor(t *testing.T) {
	gates := func(all ...Standing) []Running { return []Running{{Gates: all}} }
	assert.Empty(t, Care{}.NextOn())
	_, ok := Care{}.Next()
	assert.False(t, ok)
	due := []Due{{Job: "soak", On: "2030-05-12"}, {Job: "check", On: "2030-05-14"}}
	next, ok := Care{Due: due}.Next()
	assert.True(t, ok)
	assert.Equal(t, "soak", next.Job)
	assert.Equal(t, "2030-05-12", Care{Due: due, Runs: gates(Standing{AlarmOn: "2030-05-20"}, Standing{})}.NextOn())
	assert.Equal(t, "2030-05-11", Care{Due: due, Runs: gates(Standing{AlarmOn: "2030-05-11"})}.NextOn())
	assert.Equal(t, "2030-05-20", Care{Runs: gates(Standing{AlarmOn: "2030-05-20"})}.NextOn())
	waits := Care{Runs: gates(
		Standing{Code: "no day"}, Standing{Code: "late", AlarmOn: "2030-06-01"}, Standing{Code: "soon", AlarmOn: "2030-05-20"},
		Standing{Code: "open", OpenOn: "2030-05-01"}, Standing{Code: "state", State: true},
	)}.Waiting()
	codes := []string{}
	for _, g := range waits {
		codes = append(codes, g.Code)
	}
	assert.Equal(t, []string{"soon", "late", "no day"}, codes)
}

// Water by the jug of 50 mL, small amounts by the cup of 10 mL, under four marks; a flush is rounded up. Shares of the
// pot are house rules: 0.25 to fill and a fifth of that to run through, 0.15 of a little, a tenth of a sip.
func TestHowMuchWater(t *testing.T) {
	ml := func(topMM float64, job string, j Rhythm, pot *pots.Pot) float64 {
		c := &InCare{Patient: &patient.Patient{}, Pot: pot}
		if topMM > 0 {
			c.Pot = &pots.Pot{Shape: pots.Box, TopMM: topMM, BottomMM: topMM, HeightMM: 100}
		}
		return c.millilitres(Due{Job: job}, j)
	}
	assert.InDelta(t, 2000, ml(100, "flush", Rhythm{}, nil), 1e-9, "twice its litre")
	assert.InDelta(t, 1000, ml(100, "flush", Rhythm{Volumes: &knowledge.Number{Value: 1}}, nil), 1e-9)
	assert.InDelta(t, 1050, ml(72, "flush", Rhythm{}, nil), 1e-9, "1036.8 mL, rounded up to the jug")
	assert.InDelta(t, 300, ml(100, "water", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 150, ml(100, "little", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 100, ml(100, "sip", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 200, ml(100, "refill", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 60, ml(63, "little", Rhythm{}, nil), 1e-9, "59.5 mL, by the cup")
	assert.InDelta(t, 200, ml(115, "little", Rhythm{}, nil), 1e-9, "198.4 mL, by the cup")
	assert.InDelta(t, 200, ml(117, "little", Rhythm{}, nil), 1e-9, "205.3 mL, by the jug")
	assert.InDelta(t, 35, ml(100, "moss", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 300, ml(100, "moss", Rhythm{Amount: "fill"}, nil), 1e-9)
	assert.InDelta(t, 500, ml(100, "soak", Rhythm{}, nil), 1e-9)
	assert.InDelta(t, 20, ml(100, "mist", Rhythm{}, nil), 1e-9)
	assert.Zero(t, ml(0, "water", Rhythm{}, nil), "its pot is not known")
	hole := 25.0
	standing := &pots.Pot{Shape: pots.Box, TopMM: 100, BottomMM: 100, HeightMM: 100, HoleMM: &hole}
	assert.InDelta(t, 130, ml(0, "refill", Rhythm{}, standing), 1e-9, "half of 250 mL below its hole")
	little := &InCare{Patient: &patient.Patient{Sides: patient.Sides{disputes.Watering: disputes.LittleOften}},
		Pot: standing}
	assert.InDelta(t, 150, little.millilitres(Due{Job: "water"}, Rhythm{}), 1e-9)
}

// An alarm that another says already is not said twice; put off it sounds again on its day.
func TestAlarmsThatAreKept(t *testing.T) {
	off := func(until string) Care {
		care := Care{Day: "2030-05-10"}
		c := &InCare{Chosen: Chosen{Snoozed: map[string]Snooze{"a/b": {Until: until, Reason: "why"}}}}
		care.keep(c, Sounding{Protocol: "a", Code: "b", sees: []string{"limp"}})
		care.keep(c, Sounding{Protocol: "a", Code: "c", sees: []string{"limp"}})
		care.keep(c, Sounding{Protocol: "a", Code: "d", sees: []string{"smell"}})
		return care
	}
	care := off("2030-05-11")
	require.Len(t, care.Snoozed, 1)
	assert.Equal(t, "why", care.Snoozed[0].Reason)
	require.Len(t, care.Alarms, 1)
	assert.Equal(t, "d", care.Alarms[0].Code)
	assert.Len(t, off("2030-05-10").Alarms, 2)
	assert.True(t, noWater(Sounding{Says: []acts.Act{acts.NoWater}}))
	assert.False(t, noWater(Sounding{Says: []acts.Act{acts.Water}}))
}
