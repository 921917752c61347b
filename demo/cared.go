package demo

import (
	"context"
	"math"
	"math/rand/v2"
	"time"

	"therapeon/clinic"
	aftercareservice "therapeon/clinic/aftercare"
	"therapeon/clinic/weights"
	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/ledger"
)

// months are what a plant's keeper saw of it, by the days since it was held or housed.
type months func(day int) patient.Checkin

// cared lives through the days since a plant was held or housed, up to so many days ago: its keeper
// comes on most days, does what its aftercare asks, feels before watering, and notes what is seen.
func cared(since, until int, see months) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		luck := rand.New(rand.NewPCG(uint64(plant), 2027))
		watered := 0
		for ago := since - 1; ago > until; ago-- {
			if luck.Float64() < 0.2 {
				continue // nobody came
			}
			c := on(ago)
			who := []string{"Mira", "Jon"}[luck.IntN(2)]
			as := ledger.As(ctx, ledger.Act{Person: who, Did: "tend", At: c.Records.Stamp()})
			care, err := c.Aftercare.Aftercare(as, plant)
			if err != nil {
				return err
			}
			for _, d := range care.Due {
				if d.On > care.Day {
					continue
				}
				if err := does(as, c, plant, d.Due, visitOf{since - ago, &watered, see}); err != nil {
					return err
				}
			}
		}
		return nil
	}
}

// and is one thing after another.
func (t then) and(next then) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		if err := t(ctx, on, plant); err != nil {
			return err
		}
		return next(ctx, on, plant)
	}
}

// standing is a plant that stays in its pot, and does well there.
func standing(int) patient.Checkin { return patient.Checkin{Leaf: "firm", Growth: patient.Growing} }

// visitOf is a day of a plant, counted from its move.
type visitOf struct {
	day     int
	watered *int // the day of its last watering
	see     months
}

// does what is due, as a keeper would.
func does(ctx context.Context, c *clinic.Clinic, plant int64, d aftercare.Due, v visitOf) error {
	job, _ := aftercare.Table().Job(d.Job)
	switch {
	case d.Weighs != "":
		grams := 150 - 0.25*float64(v.day)
		_, err := c.Weights.Weigh(ctx, plant, weights.Weigh{Kind: patient.BarePlant, Grams: grams})
		return err
	case d.Job == "check" || !job.Waters && len(job.Asks) > 0:
		_, err := c.Aftercare.CheckIn(ctx, plant, aftercareservice.CheckIn{Noted: v.see(v.day)})
		return err
	}
	tick := aftercareservice.Tick{PlantID: plant, Job: d.Job, Outcome: patient.TendedDone, PPM: d.PPM}
	if job.Waters {
		if v.day-*v.watered < 4 && (d.Job == "water" || d.Job == "refill" || d.Job == "little") {
			tick.Outcome, tick.Because, tick.PPM = patient.TendedLeft, patient.StillWet, 0
		} else {
			*v.watered = v.day
		}
	}
	_, err := c.Aftercare.Tend(ctx, aftercareservice.Ticks{Ticks: []aftercareservice.Tick{tick}, At: time.Time{}})
	return err
}

// roots that begin on a day and grow so many mm a day.
func rooting(begins int, mmDay float64, more func(*patient.Checkin, int)) months {
	return func(day int) patient.Checkin {
		none := 0
		c := patient.Checkin{Leaf: "firm", Tips: &none, Wobble: patient.Yes, Film: "none"}
		if day >= begins {
			mm := float64(int(float64(day-begins)*mmDay) + 2)
			n := 1 + int(mm/25)
			c.Tips, c.TipState, c.TipsAt = &n, "growing", "air"
			if mm > 8 {
				c.TipsAt = "edge"
			}
			if mm > 60 {
				c.TipsAt = "half"
			}
			if mm > 35 {
				c.Wobble = patient.No
			}
			c.Roots = taped(day-begins, mmDay, c.TipsAt)
		}
		if more != nil {
			more(&c, day)
		}
		return c
	}
}

// taped are the roots that its keeper follows, so many days after the first: A, and B from some days later,
// each off by a little.
func taped(days int, mmDay float64, at string) []patient.Taped {
	list := []patient.Taped{{Root: "A", New: true, LengthMM: length(days, mmDay), Tip: "growing", At: at}}
	if late := days - 12; late >= 0 {
		list = append(list, patient.Taped{Root: "B", New: true, LengthMM: length(late, 0.8*mmDay), Tip: "growing"})
	}
	return list
}

// length is what a tape says of a root of so many days.
func length(days int, mmDay float64) *float64 {
	off := float64(days*7%5 - 2)
	return mm(max(1, math.Round(2+float64(days)*mmDay+off*0.7)))
}

// level is a reservoir that is drunk from.
func level(c *patient.Checkin, day int) { c.ReservoirMM = mm(float64(25 - day%3*8)) }

// growing is a plant that has begun a growth.
func growing(c *patient.Checkin, day int) {
	if day > 12 {
		c.Growth = patient.Growing
	}
}
