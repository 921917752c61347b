package demo

import (
	"bytes"
	"context"
	"fmt"
	"math"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/cleaning"
	divisionservice "therapeon/clinic/division"
	"therapeon/clinic/history"
	"therapeon/clinic/mixing"
	pestsservice "therapeon/clinic/pests"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
	"therapeon/core/climate"
	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/standin"
)

// then is what was done to a plant after it was looked at and read.
type then func(ctx context.Context, on func(ago int) *clinic.Clinic, plant int64) error

// hand is who works at the demo bench.
const hand = "Bench hand"

// standingPlaces are where the demo's plants stand, with the warmth of the last weeks.
func standingPlaces(ctx context.Context, c *clinic.Clinic, today time.Time) (shed, heated int64, err error) {
	bench, err := c.Places.AddPlace(
		ctx,
		record.PlaceFacts{
			Name:            "Boat shed, the long bench",
			LowC:            mm(14),
			HighC:           mm(24),
			HumidityPercent: mm(58),
			Light:           "shade",
		},
	)
	if err != nil {
		return 0, 0, err
	}
	warm, err := c.Places.AddPlace(
		ctx,
		record.PlaceFacts{
			Name:            "Heated case by the north wall",
			LowC:            mm(18),
			HighC:           mm(27),
			HumidityPercent: mm(70),
			Light:           "shade",
		},
	)
	if err != nil {
		return 0, 0, err
	}
	var log bytes.Buffer
	if err := standin.NewLogger(22, 3.5, 70, 1).CSV(&log, 18, today); err != nil {
		return 0, 0, err
	}
	if _, err := c.Places.ImportClimate(ctx, warm.ID, &log); err != nil {
		return 0, 0, err
	}
	var days []climate.Day
	for ago := 45; ago >= 1; ago-- {
		swell := 2.2*math.Sin(float64(ago)/5) + 1.1*math.Sin(float64(ago)*1.7)
		days = append(
			days,
			climate.Day{
				Day:   today.AddDate(0, 0, -ago).Format(time.DateOnly),
				LowC:  tenth(14.5 + swell/2),
				HighC: tenth(24 + swell),
			},
		)
	}
	_, err = c.Places.PutDays(ctx, bench.ID, places.DayTable{Days: days})
	return bench.ID, warm.ID, err
}

func tenth(x float64) float64 { return math.Round(x*10) / 10 }

// stock is the demo's shelf.
func stock(ctx context.Context, c *clinic.Clinic, today time.Time) error {
	in := func(months int) string { return today.AddDate(0, months, 0).Format("2006-01") }
	for _, s := range []mixing.Stock{
		{Name: "Peroxide from the chemist", Product: "peroxide", Percent: mm(3), Amount: 300, Unit: "mL", ExpiresOn: in(7)},
		{Name: "Peroxide, the strong can", Product: "peroxide", Percent: mm(35), Amount: 240, Unit: "mL", ExpiresOn: in(3)},
		{Name: "Rubbing alcohol", Product: "alcohol", Percent: mm(91), Amount: 450, Unit: "mL"},
		{Name: "Spray oil", Product: "oil", Percent: mm(100), Amount: 180, Unit: "mL", ExpiresOn: in(14),
			LabelMostPercent: mm(2)},
		{Name: "Seaweed, dark bottle", Product: "seaweed", Amount: 210, Unit: "mL", Adds: mm(180), Scale: "ppm500"},
		{Name: "Calcium and magnesium", Product: "calcium-magnesium", Amount: 420, Unit: "mL", Adds: mm(145), Scale: "ppm500"},
		{Name: "Feed 20-20-20", Product: "feed", Amount: 300, Unit: "g", N: mm(20), P2O5: mm(20), K2O: mm(20)},
		{Name: "Medium bark, opened sack", Product: "bark-medium", Amount: 6, Unit: "L"},
		{Name: "Fine bark", Product: "bark-fine", Amount: 2.5, Unit: "L"},
		{Name: "Coarse perlite, bottom of the bag", Product: "perlite-coarse", Amount: 0.06, Unit: "L"},
		{Name: "Perlite", Product: "perlite", Amount: 3, Unit: "L"},
		{Name: "Pumice, large", Product: "pumice-large", Amount: 4, Unit: "L"},
		{Name: "Sphagnum, New Year’s bale", Product: "sphagnum", Amount: 5, Unit: "L"},
		{Name: "Clay pebbles", Product: "clay-large", Amount: 8, Unit: "L"},
		{Name: "Charcoal", Product: "charcoal", Amount: 0.9, Unit: "L"},
		{Name: "Fungicide, last of the old bottle", Product: "fungicide", Percent: mm(100), Amount: 30, Unit: "mL", ExpiresOn: in(-5)},
	} {
		if _, err := c.Mixing.AddStock(ctx, s); err != nil {
			return fmt.Errorf("%s: %w", s.Name, err)
		}
	}
	return nil
}

// jobs checks jobs of the plan off, with their cautions read.
func jobs(ago int, codes ...string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		c := on(ago)
		plan, err := c.Cleaning.Cleaning(ctx, plant, hand)
		if err != nil {
			return err
		}
		for _, j := range plan.Plan.Jobs {
			for _, caution := range j.Care {
				if _, err := c.Cleaning.Acknowledge(
					ctx,
					cleaning.Acknowledge{Person: hand, Seen: []work.Seen{{Product: j.Product, Caution: caution.Code}}},
				); err != nil {
					return err
				}
			}
		}
		for _, code := range codes {
			if _, err := c.Cleaning.MarkJob(ctx, plant,
				cleaning.MarkJob{Job: code, State: "done", Person: hand}); err != nil {
				return fmt.Errorf("%s: %w", code, err)
			}
		}
		return nil
	}
}

// rounds are the treatments a plant has had against a pest, in days ago.
func rounds(pest string, first int, later ...int) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		day := func(ago int) string { return on(ago).Records.Today() }
		course := pests.Course{Pest: pest, Rounds: []string{day(first)}}
		started, err := on(first).Pests.StartCourse(ctx, plant, course)
		if err != nil {
			return err
		}
		for _, ago := range later {
			course.Rounds = append(course.Rounds, day(ago))
			started, err = on(ago).Pests.SaveCourse(ctx, started.ID,
				pestsservice.SaveCourse{Version: started.Version, Course: course})
			if err != nil {
				return err
			}
		}
		return nil
	}
}

// twoLeads is a rhizome of nine bulbs on two branches, each with its lead.
func twoLeads() division.Rhizome {
	r := division.Chain(5)
	return division.Rhizome{
		Bulbs: append(r.Bulbs, division.Bulb{N: 6, From: 2}, division.Bulb{N: 7, From: 6},
			division.Bulb{N: 8, From: 7}, division.Bulb{N: 9, From: 8, Lead: true}),
	}
}

// rhizome notes the order of the bulbs.
func rhizome(ago int) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		_, err := on(ago).Division.SaveRhizome(ctx, plant, divisionservice.SaveRhizome{Rhizome: twoLeads()})
		return err
	}
}

// divided parts the plant in two, and looks the new one over some days later.
func divided(ago int, tag string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		if err := rhizome(ago)(ctx, on, plant); err != nil {
			return err
		}
		done, err := on(ago).Division.Divide(ctx, plant, divisionservice.Divide{Cuts: []int{6}, Tags: []string{tag}})
		if err != nil {
			return err
		}
		seen := inspection{
			ago:   2,
			parts: allOver,
			in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
		}
		return seen.happen(ctx, on, done.New[0])
	}
}

// all in turn.
func inTurn(steps ...then) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		for _, step := range steps {
			if err := step(ctx, on, plant); err != nil {
				return err
			}
		}
		return nil
	}
}

// broke notes an incident.
func broke(ago int, what, note string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		_, err := on(ago).History.Incident(ctx, plant, history.Incident{What: what, Note: note})
		return err
	}
}

func twoLeadsRoots() roots.Reading {
	return rootsOf(batch("g1", 3, firm(90), hollow(40)).on(1).at(roots.Bottom),
		batch("g2", 4, firm(120)).on(3).at(roots.Edge), batch("g3", 5, firm(130)).on(4).at(roots.Edge),
		batch("g4", 3, firm(70)).on(5).at(roots.Surface).tip(roots.Growing),
		batch("g5", 4, firm(110)).on(7).at(roots.Edge), batch("g6", 4, firm(95)).on(8).at(roots.Edge),
		batch("g7", 3, firm(60)).on(9).at(roots.Surface).tip(roots.Growing),
		batch("g8", 2, hollow(80)).on(2).at(roots.Core))
}

func toDivide() []story {
	return []story{
		{
			intake: patient.Intake{
				Tag:       "Crate 10, front half",
				Group:     "cattleya",
				Source:    glasshouse,
				LeafCount: 8,
				BulbCount: 9,
				BulbState: "plump",
				OldMedium: "bark",
				Pot:       "clay",
			},
			arrived: 119,
			visits:  []visit{{ago: 12, reading: twoLeadsRoots(), cut: all}},
			looks: []inspection{
				{
					ago:   12,
					parts: allOver,
					in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(15), DayHighC: mm(26), Unpotted: true},
				},
			},
			then: inTurn(followed(110, 14, rooting(60, 0.8, nil)), divided(12, "Crate 10, back half")),
		},
		{
			intake: patient.Intake{
				Tag:       "Crate 11, two leads",
				Group:     "cattleya",
				Source:    glasshouse,
				LeafCount: 9,
				BulbCount: 9,
				BulbState: "plump",
				OldMedium: "bark",
				Pot:       "clay",
			},
			arrived: 119,
			visits:  []visit{{ago: 2, reading: twoLeadsRoots(), cut: all}},
			looks: []inspection{
				{
					ago:   2,
					parts: allOver,
					in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(15), DayHighC: mm(26), Unpotted: true},
				},
			},
			then: inTurn(followed(112, 4, rooting(50, 0.9, nil)), rhizome(2), broke(2, "torn-leaf", "Caught on the crate.")),
		},
	}
}
