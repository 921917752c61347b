package demo

import (
	"context"
	"fmt"

	"therapeon/clinic"
	"therapeon/clinic/cleaning"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/weights"
	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/work"
)

// held notes a way of holding from a day on.
func held(ago int, method string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		_, err := on(ago).Rehome.Hold(ctx, plant, rehomeservice.Hold{Method: method})
		return err
	}
}

// weighed are weights a week apart, the last so many days ago.
func weighed(ago int, grams ...float64) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		for i, g := range grams {
			c := on(ago + 7*(len(grams)-1-i))
			if _, err := c.Weights.Weigh(ctx, plant, weights.Weigh{Kind: patient.BarePlant, Grams: g}); err != nil {
				return err
			}
		}
		return nil
	}
}

// rootless are plants whose race is on.
func rootless() []story {
	return []story{notOneRoot(), bulbsAndNoRoots(), sealedTips()}
}

func notOneRoot() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 12, not one root",
			Group:     "phalaenopsis",
			Source:    glasshouse,
			LeafCount: 4,
			Pot:       "none",
			OldMedium: "none",
			Flowering: "none",
			Blades:    []leaves.Blade{{LengthMM: 240, WidthMM: 85}, {LengthMM: 220, WidthMM: 80}},
		},
		arrived: 40,
		warm:    true,
		visits: []visit{
			{ago: 36, reading: rootsOf(batch("n1", 14, hollow(80)), batch("n2", 6, mushy(50))), cut: all},
		},
		looks: []inspection{
			{
				ago:    36,
				parts:  allOver,
				found:  "leaves-limp",
				not:    "growth-smaller dead-roots-seen medium-old loss-in-core loss-oldest-first",
				settle: confirm("root-loss-thirst"),
				in:     patient.Inspection{Growth: "resting", NightLowC: mm(18), DayHighC: mm(27), Unpotted: true},
			},
		},
		then: inTurn(
			held(36, "lid"), weighed(1, 148, 146, 143.5, 141.5, 139, 137), cared(36, 3, rooting(999, 0, nil)),
			lookedBack(36, "14", 14, patient.Yes, "The lid holds it."),
		),
	}
}

func bulbsAndNoRoots() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 13, bulbs and no roots",
			Group:     "cattleya",
			Source:    glasshouse,
			LeafCount: 5,
			BulbCount: 5,
			BulbState: "mixed",
			Pot:       "none",
			OldMedium: "none",
			Flowering: "none",
		},
		arrived: 44,
		visits: []visit{{ago: 34, reading: rootsOf(
			batch("q1", 19, hollow(110)), one("q2", firm(35), hollow(60)))}},
		looks: []inspection{
			{
				ago:    34,
				parts:  allOver,
				not:    "growth-smaller dead-roots-seen medium-old loss-in-core loss-oldest-first",
				settle: confirm("under-watering"),
				in:     patient.Inspection{Growth: "resting", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
			},
		},
		then: inTurn(held(34, "tub"), weighed(2, 171, 168, 165.5, 162, 159.5), cared(34, 4, rooting(999, 0, nil)),
			lookedBack(34, "14", 14, "", "")),
	}
}

func sealedTips() story {
	return story{
		intake: patient.Intake{
			Tag:       "Import, sealed tips",
			Group:     "vanda",
			Source:    airport,
			LeafCount: 9,
			Pot:       "none",
			OldMedium: "none",
			Flowering: "none",
			KeptApart: true,
			Notes:     "Papers in the folder. In quarantine until the second clear look.",
		},
		arrived: 25,
		visits: []visit{{ago: 24, reading: rootsOf(batch("x1", 7, hollow(160)).at(roots.Aerial),
			batch("x2", 2, firm(70), hollow(90)).at(roots.Aerial).tip(roots.Sealed))}},
		looks: []inspection{
			{
				ago:    24,
				parts:  allOver,
				found:  "dry-air",
				not:    "growth-smaller dead-roots-seen",
				settle: confirm("move-shock"),
				in:     patient.Inspection{Growth: "resting", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
			},
		},
		then: inTurn(held(24, "pebbles"), cared(24, 2, rooting(15, 0.8, nil)), tapes(24, 2, 15, 0.8),
			lookedBack(24, "14", 14, patient.Yes, "")),
	}
}

// housed plans a new home, does its jobs, and notes it, so many days ago.
func housed(ago int, plan rehome.Plan, note string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		c := on(ago)
		r, err := c.Rehome.SavePlan(ctx, plant, rehomeservice.SavePlan{Plan: plan}, hand)
		if err != nil {
			return err
		}
		for _, j := range r.Jobs {
			for _, caution := range j.Cautions {
				if _, err := c.Cleaning.Acknowledge(ctx,
					cleaning.Acknowledge{Person: hand, Seen: []work.Seen{{Caution: caution.Code}}}); err != nil {
					return err
				}
			}
			if _, err := c.Rehome.MarkHomeJob(ctx, plant,
				rehomeservice.MarkHomeJob{Job: j.Code, State: "done", Person: hand}); err != nil {
				return fmt.Errorf("%s: %w", j.Code, err)
			}
		}
		next := on(-9 - ago/4).Records.Today()
		_, err = c.Rehome.Settle(ctx, plant,
			rehomeservice.Settle{Route: r.Route.Code, Note: note, NextLookOn: next, Person: hand})
		return err
	}
}

// dries are weights of a pot, by the days ago and what it was like then.
func dries(weights ...weights.Weigh) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		for i, w := range weights {
			w.Kind = patient.InPot
			if _, err := on(2*(len(weights)-i)).Weights.Weigh(ctx, plant, w); err != nil {
				return err
			}
		}
		return nil
	}
}

// potted are plants in their new homes, each by another route.
func potted() []story {
	return []story{soundAfterAll(), backIntoPebbles(), grassLeaved(), aSmallSlipper()}
}

// fresh is a look on the day on which it came out of its pot.
func fresh(found string) inspection {
	return inspection{
		ago:   30,
		parts: allOver,
		found: found,
		in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(16), DayHighC: mm(25), Unpotted: true},
	}
}

func soundAfterAll() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 14, sound after all",
			Group:     "phalaenopsis",
			Source:    glasshouse,
			LeafCount: 5,
			OldMedium: "bark",
			Pot:       "clear",
			Flowering: "none",
		},
		arrived: 90,
		visits: []visit{
			{
				ago: 30,
				reading: rootsOf(batch("h1", 9, greens(140)).at(roots.Edge),
					batch("h2", 3, firm(90)).at(roots.Surface).tip(roots.Growing),
					batch("h3", 4, hollow(60)).at(roots.Bottom)),
				cut: all,
			},
		},
		looks: []inspection{fresh("")},
		then: inTurn(housed(28, rehome.Plan{}, ""), dries(
			weights.Weigh{Grams: 612, Moment: "wet"},
			weights.Weigh{Grams: 571},
			weights.Weigh{Grams: 540},
			weights.Weigh{Grams: 517},
			weights.Weigh{Grams: 506, Moment: "light"},
			weights.Weigh{Grams: 614, Moment: "wet"},
			weights.Weigh{Grams: 573},
			weights.Weigh{Grams: 541},
		), cared(28, 0, rooting(4, 1.2, nil)), tapes(28, 1, 4, 1.2), lookedBack(28, "14", 14, patient.Yes, "")),
	}
}

func backIntoPebbles() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 15, back into pebbles",
			Group:     "phalaenopsis",
			Source:    glasshouse,
			LeafCount: 4,
			OldMedium: "mineral",
			Pot:       "clear",
			Flowering: "none",
		},
		arrived: 92,
		visits: []visit{
			{
				ago: 27,
				reading: rootsOf(batch("i1", 9, greens(95)).at(roots.Edge).tip(roots.Growing),
					batch("i2", 3, greens(60)).at(roots.Edge), batch("i3", 2, hollow(80)).at(roots.Core)),
				cut: all,
			},
		},
		looks: []inspection{fresh("")},
		then: inTurn(housed(
			26,
			rehome.Plan{
				Pot: &pots.Pot{
					Shape:     pots.Round,
					TopMM:     110,
					BottomMM:  85,
					HeightMM:  120,
					Wall:      "clear",
					SideHoles: true,
					HoleMM:    mm(15),
				},
			},
			"",
		), cared(26, 9, rooting(2, 1.4, level)), lookedBack(26, "14", 14, patient.Yes, "")),
	}
}

func grassLeaved() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 16, grass-leaved",
			Group:     "cymbidium",
			Source:    glasshouse,
			LeafCount: 12,
			BulbCount: 4,
			BulbState: "plump",
			OldMedium: "compost",
			Pot:       "opaque",
			Flowering: "none",
		},
		arrived: 88,
		visits: []visit{
			{
				ago: 26,
				reading: rootsOf(batch("j1", 11, firm(170)).at(roots.Edge),
					batch("j2", 3, firm(80)).at(roots.Bottom).tip(roots.Growing),
					batch("j3", 5, hollow(110)).at(roots.Core)),
				cut: all,
			},
		},
		looks: []inspection{fresh("")},
		then: inTurn(housed(
			25,
			rehome.Plan{BaseMM: 130, Waters: "often"},
			"Pot from the stack under the bench, a little wider than planned.",
		), cared(25, 5, rooting(6, 1, growing)), tapes(25, 5, 6, 1), lookedBack(25, "14", 14, patient.Yes, "")),
	}
}

func aSmallSlipper() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 17, a small slipper",
			Group:     "slipper",
			Source:    glasshouse,
			LeafCount: 6,
			OldMedium: "bark",
			Pot:       "opaque",
			Flowering: "none",
		},
		arrived: 86,
		visits: []visit{
			{
				ago: 23,
				reading: rootsOf(batch("k1", 5, brown(85)).at(roots.Edge),
					batch("k2", 2, brown(50)).at(roots.Bottom).tip(roots.Growing),
					batch("k3", 2, mushy(40)).at(roots.Core)),
				cut: all,
			},
		},
		looks: []inspection{
			{
				ago:   23,
				parts: allOver,
				in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(15), DayHighC: mm(24), Unpotted: true},
			},
		},
		then: inTurn(housed(22, rehome.Plan{Origin: "litter"}, ""), cared(22, 6, rooting(12, 0.6, nil)),
			tapes(22, 3, 12, 0.6)),
	}
}
