package demo

import (
	"context"

	"therapeon/clinic"
	"therapeon/clinic/aftercare"
	progressservice "therapeon/clinic/progress"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// followed is a plant that was checked in every other week between two days, before anything was done to it.
func followed(from, until int, see months) then { return seenEach(13, from, until, see) }

// tapes are roots of a plant that were taped every few days between two days, by those since it was moved.
func tapes(from, until int, begins int, mmDay float64) then {
	return seenEach(5, from-begins-1, until, func(day int) patient.Checkin {
		return patient.Checkin{Roots: taped(day, mmDay, "air")}
	})
}

func seenEach(days, from, until int, see months) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		for ago := from; ago > until; ago -= days {
			c := on(ago)
			as := ledger.As(ctx, ledger.Act{Person: "Lotte", Did: "checkIn", At: c.Records.Stamp()})
			if _, err := c.Aftercare.CheckIn(as, plant, aftercare.CheckIn{Noted: see(from - ago)}); err != nil {
				return err
			}
		}
		return nil
	}
}

// oldRoot is a root that was there before, and grows so many mm a day from a length on.
func oldRoot(name string, starts, mmDay float64) months {
	return func(day int) patient.Checkin {
		at := float64(int(starts + mmDay*float64(day)))
		return patient.Checkin{Leaf: "firm", Roots: []patient.Taped{{Root: name, LengthMM: &at, Tip: "growing"}}}
	}
}

// shrivels is a plant whose bulbs grow thinner from a day on.
func shrivels(from int) months {
	return func(day int) patient.Checkin {
		if day < from {
			return patient.Checkin{Bulbs: "same", Leaf: "firm"}
		}
		return patient.Checkin{Bulbs: "thinner", Leaf: "limp"}
	}
}

// toTheWater is a growth, and tips that reach the water once they are long enough.
func toTheWater(c *patient.Checkin, day int) {
	growing(c, day)
	for i, r := range c.Roots {
		if *r.LengthMM > 84 {
			c.Roots[i].At, c.TipsAt = "water", "water"
		}
	}
}

// lookedBack is a look back at a move so many days ago.
func lookedBack(moved int, of string, days int, again patient.YesNo, note string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		said := progressservice.KeepLookBack{Of: of, Again: again, Note: note}
		_, err := on(moved-days).Progress.KeepLookBack(ctx, plant, said)
		return err
	}
}

// closed takes a plant off the bench, with how it ended.
func (s story) close(ctx context.Context, c *clinic.Clinic, plant int64) error {
	_, err := c.Progress.Close(ctx, plant, progressservice.Close{Closing: *s.ended})
	return err
}

// given is the one that went to a new home.
func given() []story {
	return []story{{
		intake: patient.Intake{
			Tag: "Crate 18, to a school window", Group: "cattleya", Source: glasshouse, LeafCount: 5, BulbCount: 5,
			BulbState: "plump", OldMedium: "bark", Pot: "clear", Flowering: "none",
		},
		arrived: 141,
		visits: []visit{
			{ago: 139, reading: rootsOf(batch("w1", 5, firm(90)).on(3), batch("w2", 8, hollow(80)).on(1),
				batch("w3", 2, firm(30)).on(4).tip(roots.Growing)), cut: all},
		},
		looks: []inspection{{
			ago: 139, parts: allOver, found: "crumbles dead-roots-seen",
			in: patient.Inspection{
				Growth: "new-roots", NightLowC: mm(16), DayHighC: mm(25), NewestLeafMM: mm(150), Unpotted: true,
			},
			settle: confirm("suffocation"),
		}},
		then: inTurn(
			housed(138, rehome.Plan{}, ""),
			cared(138, 12, rooting(2, 1, func(c *patient.Checkin, day int) {
				growing(c, day)
				if day > 100 {
					c.NewestLeafMM = mm(138)
				}
			})),
			lookedBack(138, "90", 90, patient.Yes, "Small pot, open mix, and left alone."),
		),
		ended: &progress.Closing{
			How: progress.EndGiven, Word: "To a school window. Its mix lasts until next spring.", Again: patient.Yes,
			Lesson: "Tips were out when it was moved: it rooted at once.",
		},
		endedAgo: 8,
	}}
}
