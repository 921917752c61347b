package clinic

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	"therapeon/clinic/places"
	raceservice "therapeon/clinic/race"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/weights"
	"therapeon/core/climate"
	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

// bared is a plant without a living root, out of its pot, in a place of its own.
func bared(t *testing.T, c *Clinic, humidity float64) intake.Plant {
	t.Helper()
	place, err := c.Places.AddPlace(
		t.Context(),
		record.PlaceFacts{
			Name:            "Shed",
			Zone:            "UTC",
			LowC:            mm(18),
			HighC:           mm(24),
			HumidityPercent: &humidity,
			Light:           "shade",
		},
	)
	require.NoError(t, err)
	p, r := begun(
		t,
		c,
		patient.Intake{
			Tag:       "Bare",
			Group:     "phalaenopsis",
			LeafCount: 4,
			Pot:       "none",
			OldMedium: "none",
			ArrivedOn: "2030-03-23",
			PlaceID:   place.ID,
			Blades:    []leaves.Blade{{LengthMM: 240, WidthMM: 90}, {LengthMM: 220, WidthMM: 80}},
		},
	)
	save(t, c, r, entry("a", 9, 80, roots.Hollow))
	return p
}

func weighedOn(t *testing.T, c *Clinic, plant int64, daysAgo int, w weights.Weigh) []record.Weighed {
	t.Helper()
	list, err := c.At(func() time.Time { return day.AddDate(0, 0, -daysAgo) }).Weights.Weigh(t.Context(), plant, w)
	require.NoError(t, err)
	return list
}

func assumed(t *testing.T, r raceservice.Race, code string) race.Assumption {
	t.Helper()
	i := slices.IndexFunc(r.Race.Assumptions, func(a race.Assumption) bool { return a.Code == code })
	require.GreaterOrEqual(t, i, 0, code)
	return r.Race.Assumptions[i]
}

func TestTheRaceTakesWhatIsKnownOfThePlantAndItsPlace(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.InDelta(t, 2*0.75*(24*9+22*8), assumed(t, r, "leaf_cm2").Value, 1e-6, "the two measured stand for the four")
	assert.Contains(t, assumed(t, r, "leaf_cm2").From, "2 of 4 leaves measured")
	assert.Zero(t, assumed(t, r, "roots_cm2").High)
	assert.Equal(t, 55.0, assumed(t, r, "humidity").Value)
	assert.Nil(t, assumed(t, r, "humidity").Usual, "the place's own")
	assert.Equal(t, 18.0, assumed(t, r, "night_c").Value)
	assert.Equal(t, 10.0, assumed(t, r, "held_days").Value, "bare since it came")
	assert.Contains(t, r.Stage, "Held bare for 10 days")
	require.NotNil(t, assumed(t, r, "uptake").Usual)
	assert.Equal(t, "from memory", string(assumed(t, r, "uptake").Usual.Mark))

	other, err := c.Race.RaceOf(t.Context(), p.ID, "bag")
	require.NoError(t, err)
	assert.Equal(t, "bag", other.Race.Holding)
	_, err = c.Race.RaceOf(t.Context(), p.ID, "cupboard")
	assert.Equal(t, "of", fieldOf(t, err))
	out := patient.Intake{Tag: "Not read", Group: "vanda", LeafCount: 6, Pot: "none"}
	unread, err := c.Intake.AddPlant(t.Context(), out)
	require.NoError(t, err)
	blind, err := c.Race.RaceOf(t.Context(), unread.ID, "")
	require.NoError(t, err)
	assert.Contains(t, blind.Stage, "Its roots were not read")
	assert.NotNil(t, assumed(t, blind, "humidity").Usual, "its air is a guess, and marked as one")
	bare, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "No leaf counted", Group: "vanda", Pot: "none"})
	require.NoError(t, err)
	_, err = c.Race.RaceOf(t.Context(), bare.ID, "")
	assert.Equal(t, "leaf_count", fieldOf(t, err))
	potted, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "In its pot", Group: "vanda", LeafCount: 6})
	require.NoError(t, err)
	off, err := c.Race.RaceOf(t.Context(), potted.ID, "")
	require.NoError(t, err)
	assert.Nil(t, off.Race, "a plant in its pot does not race")
	require.NotNil(t, off.Off)
}

func TestLoggedAirReplacesWhatIsUsual(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	place, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	for h := range 4 * 24 {
		at := day.Add(-time.Duration(h+1) * time.Hour)
		for _, minute := range []int{5, 35} {
			_, err := c.Places.LogReading(
				t.Context(),
				place.Intake.PlaceID,
				places.LoggerReading{
					At:              at.Truncate(time.Hour).Add(time.Duration(minute) * time.Minute),
					Celsius:         20,
					HumidityPercent: mm(60 + float64(minute)),
				},
			)
			require.NoError(t, err)
		}
	}
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.InDelta(t, 80, assumed(t, r, "humidity").Value, 1e-6, "the mean of 65 and 95")
	assert.InDelta(t, 20, assumed(t, r, "night_c").Value, 1e-6)
}

func TestALoggersReadingsOfAnHourAreTheirMean(t *testing.T) {
	c := newClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	at := day.Add(-2 * time.Hour)
	for i, v := range []float64{18, 20, 22} {
		kept, err := c.Places.LogReading(
			t.Context(),
			place.ID,
			places.LoggerReading{
				At:              at.Add(time.Duration(10*i) * time.Minute),
				Celsius:         v,
				HumidityPercent: mm(60 + v),
			},
		)
		require.NoError(t, err)
		assert.InDelta(t, []float64{18, 19, 20}[i], kept.Celsius, 1e-9)
		assert.InDelta(t, []float64{78, 79, 80}[i], *kept.HumidityPercent, 1e-9)
	}
	kept, err := c.Places.LogReading(
		t.Context(),
		place.ID,
		places.LoggerReading{At: at.Add(40 * time.Minute), Celsius: 24},
	)
	require.NoError(t, err)
	assert.InDelta(t, 21, kept.Celsius, 1e-9)
	assert.InDelta(t, 80, *kept.HumidityPercent, 1e-9, "one without humidity leaves it")

	for field, bad := range map[string]places.LoggerReading{
		"humidity_percent": {At: at, Celsius: 20, HumidityPercent: mm(130)},
		"celsius":          {At: at, Celsius: 99},
		"at":               {At: day.AddDate(0, 0, 3), Celsius: 20},
	} {
		_, err := c.Places.LogReading(t.Context(), place.ID, bad)
		assert.Equal(t, field, fieldOf(t, err))
	}
	_, err = c.Places.LogReading(t.Context(), 99, places.LoggerReading{At: at, Celsius: 20})
	assert.ErrorContains(t, err, "There is no place 99.")
	list, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	require.NotNil(t, list[0].Last)
	assert.InDelta(t, 21, list[0].Last.Celsius, 1e-9)
	assert.Equal(t, 1, list[0].Logged)
}

func TestAClimateFileBringsItsHumidity(t *testing.T) {
	c := newClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	var file strings.Builder
	file.WriteString("time,temperature,humidity\n")
	for h := range 30 {
		file.WriteString(day.Add(-time.Duration(30-h) * time.Hour).Format("2006-01-02 15:04"))
		file.WriteString(",20.5,64 %\n")
	}
	_, err = c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(file.String()))
	require.NoError(t, err)
	list, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	require.NotNil(t, list[0].MeanHumidity)
	assert.InDelta(t, 64, *list[0].MeanHumidity, 1e-9)
	_, err = c.Places.ImportClimate(
		t.Context(),
		place.ID,
		strings.NewReader("time,temperature,humidity\n2030-04-01 10:00,20,130\n"),
	)
	assert.Equal(t, "line 2", fieldOf(t, err))
}

func TestWeighingsNarrowTheRaceAndCanBeTakenBack(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	before, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Nil(t, before.Race.Fit)
	_, err = c.At(
		func() time.Time { return day.AddDate(0, 0, -22) },
	).Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "bench"})
	require.NoError(t, err)
	for i, g := range []float64{140, 136.5, 133, 129.5} {
		weighedOn(t, c, p.ID, 21-7*i, weights.Weigh{Kind: patient.BarePlant, Grams: g})
	}
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	require.NotNil(t, r.Race.Fit)
	assert.Equal(t, 4, r.Race.Fit.Weighings)
	assert.InDelta(t, 0.5, r.Race.Fit.LossG, 1e-9)
	assert.Equal(t, "bench", r.Race.Holding)

	last := r.Weighings[len(r.Weighings)-1]
	list, err := c.Weights.WithdrawWeighing(
		t.Context(),
		p.ID,
		weights.WithdrawWeighing{WeighingID: last.ID, Withdrawn: true},
	)
	require.NoError(t, err)
	assert.True(t, list[len(list)-1].Withdrawn, "it stays in sight")
	r, err = c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 3, r.Race.Fit.Weighings)
	_, err = c.Weights.WithdrawWeighing(t.Context(), p.ID, weights.WithdrawWeighing{WeighingID: 999, Withdrawn: true})
	assert.ErrorContains(t, err, "There is no weighing 999.")
}

func TestAWeightThatJumpsIsAskedAboutAndNotSwallowed(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	weighedOn(t, c, p.ID, 14, weights.Weigh{Kind: patient.BarePlant, Grams: 140})
	weighedOn(t, c, p.ID, 7, weights.Weigh{Kind: patient.BarePlant, Grams: 137})
	_, err := c.Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 190})
	assert.Equal(t, "because", fieldOf(t, err))
	assert.ErrorContains(t, err, "53 g more than last time")
	list, err := c.Weights.Weighings(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Len(t, list, 2, "nothing was kept")

	weighedOn(t, c, p.ID, 0, weights.Weigh{Kind: patient.BarePlant, Grams: 190, Because: patient.BecauseWet})
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 2, r.Race.Fit.Weighings, "a wet one is kept and not counted")
	_, err = c.Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 96})
	assert.Equal(t, "at", fieldOf(t, err), "it was weighed at that very moment")
	_, err = c.At(func() time.Time { return day.Add(time.Hour) }).Weights.Weigh(
		t.Context(),
		p.ID,
		weights.Weigh{Kind: patient.BarePlant, Grams: 96},
	)
	assert.Equal(t, "because", fieldOf(t, err))
	_, err = c.At(
		func() time.Time { return day.Add(time.Hour) },
	).Weights.Weigh(
		t.Context(),
		p.ID,
		weights.Weigh{Kind: patient.BarePlant, Grams: 96, Because: patient.BecauseCut},
	)
	require.NoError(t, err)
	r, err = c.At(func() time.Time { return day.Add(2 * time.Hour) }).Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 1, r.Race.Fit.Weighings, "what was weighed before was another plant")
}

func TestAPotSwappedForAnotherIsAskedAbout(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	for i, g := range []float64{610, 580, 555} {
		weighedOn(t, c, p.ID, 6-2*i, weights.Weigh{Kind: patient.InPot, Grams: g})
	}
	at := func(hours int) *Clinic {
		return c.At(func() time.Time { return day.Add(time.Duration(hours) * time.Hour) })
	}
	_, err := at(1).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 900})
	assert.Equal(t, "because", fieldOf(t, err))
	assert.ErrorContains(t, err, "Was it watered, or the pot changed?")
	_, err = at(1).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 340})
	assert.ErrorContains(t, err, "Was the pot changed, or something taken out?")
	_, err = at(1).Weights.Weigh(
		t.Context(),
		p.ID,
		weights.Weigh{Kind: patient.InPot, Grams: 900, Because: patient.BecausePot},
	)
	require.NoError(t, err)
	_, err = at(2).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 880})
	require.NoError(t, err, "that is the new pot's own")
	_, err = at(3).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 140})
	require.NoError(t, err, "the bare plant is another series")
}

func TestWeighingsThatCannotBeAreRefused(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	for field, w := range map[string]weights.Weigh{
		"kind":    {Kind: "wet", Grams: 100},
		"grams":   {Kind: patient.BarePlant, Grams: 0},
		"at":      {Kind: patient.BarePlant, Grams: 100, At: day.AddDate(0, 1, 0)},
		"moment":  {Kind: patient.BarePlant, Grams: 100, Moment: "wet"},
		"because": {Kind: patient.BarePlant, Grams: 100, Because: "magic"},
	} {
		_, err := c.Weights.Weigh(t.Context(), p.ID, w)
		assert.Equal(t, field, fieldOf(t, err))
	}
	_, err := c.Weights.Weigh(t.Context(), 77, weights.Weigh{Kind: patient.BarePlant, Grams: 100})
	assert.ErrorContains(t, err, "There is no plant 77.")
	list, err := c.Weights.Weighings(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Empty(t, list)
}

func TestOwnFiguresAreKeptWithThePlant(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	r, err := c.Race.Assume(
		t.Context(),
		p.ID,
		raceservice.Assume{Assumed: map[string]float64{"humidity": 92, "soak_every_days": 1}},
	)
	require.NoError(t, err)
	assert.EqualValues(t, 1, r.Version)
	assert.True(t, assumed(t, r, "humidity").Own)
	again, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 92.0, assumed(t, again, "humidity").Value)

	_, err = c.Race.Assume(t.Context(), p.ID, raceservice.Assume{Version: 0, Assumed: map[string]float64{}})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict, "someone else's figures are not lost")
	_, err = c.Race.Assume(t.Context(), p.ID, raceservice.Assume{Version: 1, Assumed: map[string]float64{"humidity": 130}})
	assert.Equal(t, "assumed.humidity", fieldOf(t, err))
	again, err = c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 92.0, assumed(t, again, "humidity").Value, "nothing half-saved")
	r, err = c.Race.Assume(t.Context(), p.ID, raceservice.Assume{Version: 1, Assumed: map[string]float64{}})
	require.NoError(t, err)
	assert.False(t, assumed(t, r, "humidity").Own)
}

func TestHoldingIsNotedFromADayOn(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 55)
	r, err := c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-03-28"})
	require.NoError(t, err)
	assert.Equal(t, "lid", r.Race.Holding)
	assert.Equal(t, 10.0, assumed(t, r, "held_days").Value, "held from its arrival, one way or another")
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "shoebox"})
	assert.Equal(t, "method", fieldOf(t, err))
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-05-01"})
	assert.Equal(t, "from", fieldOf(t, err))
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && e.On == "2030-03-28" && e.Words == "Held: Tub with a loose lid."
	}))
}

func TestTheAirBetweenTwoWeighingsIsThatOfTheirDays(t *testing.T) {
	known := &climate.Station{
		Zone:  time.UTC,
		Hours: map[int64]float64{},
		Humid: map[int64]float64{},
		Days:  map[string]climate.Day{},
	}
	for h := range int64(10 * 24) {
		at := climate.HourOf(day) - 240 + h
		known.Hours[at] = 15
		if h >= 120 {
			known.Hours[at] = 25
		}
		known.Humid[at] = known.Hours[at] * 2
	}
	early := known.Between(climate.HourOf(day)-240, climate.HourOf(day)-130)
	late := known.Between(climate.HourOf(day)-100, climate.HourOf(day))
	assert.InDelta(t, 15, *early.DayC, 1e-9)
	assert.InDelta(t, 25, *late.DayC, 1e-9)
	assert.InDelta(t, 50, *late.Humidity, 1e-9)
	assert.Nil(t, known.Between(0, 100).NightC)
}

// 40 mm in 20 days on one root, 20 on another: 1.5 mm a day in the middle.
func TestItsOwnGrowthReplacesThatOfItsGroup(t *testing.T) {
	c := newClinic(t)
	p := rooted(
		t,
		c.At(func() time.Time { return day.AddDate(0, 0, -20) }),
		patient.Intake{Tag: "Grows", Group: "phalaenopsis", LeafCount: 5, OldMedium: "mineral"},
	)
	before, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.NotNil(t, assumed(t, before, "growth_mm").Usual)
	r, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{FromLast: true})
	require.NoError(t, err)
	save(t, c, r, entry("a", 8, 160, roots.Firm), entry("b", 3, 80, roots.Firm))
	after, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.InDelta(t, 1.5, assumed(t, after, "growth_mm").Value, 1e-9)
	assert.Contains(t, assumed(t, after, "growth_mm").From, "between the last two readings")

	hole := 10.0
	h := planFor(
		t,
		c,
		p.ID,
		rehome.Plan{Pot: &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 100, HeightMM: 210, HoleMM: &hole}},
	)
	require.NotNil(t, h.Fit.DaysToWater)
	assert.InDelta(t, (200-0.6*160-10)/1.5, *h.Fit.DaysToWater, 1e-6)
}
