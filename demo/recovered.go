package demo

import (
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

func recovered() []story {
	return []story{onItsFeetAgain(), leftHalf(), rightHalf(), lost()}
}

func onItsFeetAgain() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 8, on its feet again",
			Group:     "phalaenopsis",
			Source:    glasshouse,
			LeafCount: 6,
			OldMedium: "bark",
			Pot:       "clear",
		},
		arrived: 140,
		visits: []visit{
			{ago: 135, reading: rootsOf(batch("a1", 4, firm(70)).at(roots.Edge),
				batch("a2", 9, mushy(60)).at(roots.Core),
				batch("a3", 2, firm(40), hollow(40)).at(roots.Bottom)), cut: all},
			{ago: 70, fromLast: true, reading: rootsOf(
				batch("a1", 4, firm(95)).at(roots.Edge).tip(roots.Growing),
				batch("a3", 2, firm(40), hollow(4)).at(roots.Bottom),
				batch("a4", 3, greens(30)).at(roots.Surface).tip(roots.Growing),
			)},
			{ago: 7, fromLast: true, reading: rootsOf(
				batch("a1", 4, firm(150)).at(roots.Edge).tip(roots.Growing),
				batch("a3", 2, firm(40), hollow(4)).at(roots.Bottom),
				batch("a4", 3, greens(110)).at(roots.Surface).tip(roots.Growing),
				batch("a5", 2, greens(35)).at(roots.Aerial).tip(roots.Growing),
			)},
		},
		looks: onItsFeetLooks(),
		then: inTurn(housed(134, rehome.Plan{Route: "inorganic"}, ""), cared(134, 8, rooting(30, 1.1, toTheWater)),
			lookedBack(134, "14", 14, "", "No snap, one leaf drooped for a week."),
			lookedBack(134, "60", 60, patient.Yes, ""),
			lookedBack(134, "90", 90, patient.Yes, "Flushing was the work. It paid."),
		),
	}
}

func onItsFeetLooks() []inspection {
	return []inspection{
		{
			ago:   136,
			parts: allOver,
			found: "leaves-limp limp-though-wet stays-wet crumbles compacted core-plug",
			in: patient.Inspection{
				NightLowC:    mm(16),
				DayHighC:     mm(22),
				NewestLeafMM: mm(190),
				LeafBeforeMM: mm(205),
				Unpotted:     true,
				Growth:       "growing",
			},
			settle: func(in *patient.Inspection) {
				in.Decisions = map[string]patient.Decision{
					"suffocation": {Word: "confirmed", TurnedOut: "right"},
				}
			},
		},
		{
			ago:   70,
			parts: inPot,
			in: patient.Inspection{
				Growth:       "new-roots",
				NightLowC:    mm(17),
				DayHighC:     mm(24),
				NewestLeafMM: mm(152),
				LeafBeforeMM: mm(190),
			},
		},
		{
			ago:   7,
			parts: allOver,
			in: patient.Inspection{
				Growth:       "new-roots",
				NightLowC:    mm(18),
				DayHighC:     mm(26),
				NewestLeafMM: mm(178),
				LeafBeforeMM: mm(152),
			},
		},
	}
}

func leftHalf() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 7, left half",
			Group:     "oncidium",
			Source:    glasshouse,
			LeafCount: 5,
			BulbCount: 4,
			BulbState: "plump",
			OldMedium: "bark",
			Pot:       "clear",
			Notes:     "One half of the plant of crate 7, divided at intake.",
		},
		arrived: 138,
		visits: []visit{
			{
				ago:     130,
				reading: rootsOf(batch("d1", 8, firm(60)).on(3), batch("d2", 11, hollow(70)).on(1)),
				cut:     all,
			},
			{
				ago:      14,
				fromLast: true,
				reading: rootsOf(batch("d1", 8, firm(82)).on(3),
					batch("d3", 6, firm(45)).on(4).tip(roots.Growing)),
			},
		},
		looks: []inspection{
			{
				ago:   14,
				parts: allOver,
				in: patient.Inspection{
					Growth:       "new-roots",
					NightLowC:    mm(14),
					DayHighC:     mm(25),
					NewestLeafMM: mm(240),
					LeafBeforeMM: mm(236),
				},
			},
		},
		then: followed(128, 15, rooting(40, 0.7, nil)),
	}
}

func rightHalf() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 7, right half",
			Group:     "oncidium",
			Source:    glasshouse,
			LeafCount: 4,
			BulbCount: 3,
			BulbState: "mixed",
			OldMedium: "bark",
			Pot:       "clear",
			Notes:     "The other half of the plant of crate 7.",
		},
		arrived: 138,
		visits: []visit{
			{
				ago:     130,
				reading: rootsOf(batch("e1", 4, firm(50)).on(2), batch("e2", 9, hollow(60)).on(1)),
				cut:     all,
			},
		},
		looks: []inspection{
			{
				ago:   14,
				parts: "pot surface smell",
				found: "leaves-one-sided bulbs-shrivelled",
				in:    patient.Inspection{Growth: "growing", NightLowC: mm(14), DayHighC: mm(25)},
			},
		},
		then: followed(128, 15, shrivels(70)),
	}
}

func lost() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 9, lost",
			Group:     "dendrobium-deciduous",
			Source:    glasshouse,
			LeafCount: 2,
			BulbCount: 3,
			BulbState: "shrivelled",
			OldMedium: "moss",
			Notes:     "Frozen through. Nothing came back.",
		},
		arrived: 140,
		visits:  []visit{{ago: 136, reading: rootsOf(batch("l1", 18, mushy(60)).at(roots.Core))}},
		looks: []inspection{
			{
				ago:   136,
				parts: allOver,
				found: "glassy many-leaves-yellow cold-night stays-wet",
				not:   "sheath-stained rhizome-ring loss-in-core loss-by-film",
				in:    patient.Inspection{Growth: "resting", NightLowC: mm(-3), DayHighC: mm(9), Unpotted: true},
				settle: func(in *patient.Inspection) {
					in.Decisions = map[string]patient.Decision{
						"cold-injury": {Word: "confirmed", TurnedOut: "right"},
					}
				},
			},
		},
		then: followed(134, 80, shrivels(26)),
		ended: &progress.Closing{
			How: progress.EndLost, Cause: "cold-injury", Rhizome: "none", Medium: "thrown", Again: patient.No,
			Lesson: "Nine nights below its minimum, and wet: nothing comes back from that. Dry ones lived.",
		},
		endedAgo: 70,
	}
}
