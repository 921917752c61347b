package demo

import (
	"slices"

	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

const (
	glasshouse = "The teaching glasshouse, crates"
	airport    = "Import, bare-root"
)

// plants are the demo's plants, the longest on the bench first.
func plants() []story {
	return slices.Concat(recovered(), given(), toDivide(), rootless(), potted(), inHand(), keptApart())
}

func inHand() []story {
	return []story{driedFlat(), thoughtDead(), leaveItBe(), threeLeaves(), fromWetMoss()}
}

func driedFlat() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 1, dried flat",
			Group:     "vanda",
			Source:    glasshouse,
			LeafCount: 11,
			Pot:       "basket",
			OldMedium: "none",
			Flowering: "none",
		},
		arrived: 120,
		visits: []visit{{ago: 9, reading: wobbly(rootsOf(batch("v1", 6, hollow(210)).at(roots.Surface),
			batch("v2", 5, hollow(140)).at(roots.Edge),
			batch("v3", 3, greens(180)).at(roots.Aerial).tip(roots.Growing),
			batch("v4", 2, firm(90), hollow(70)).at(roots.Aerial), one("v5", limp(120)).at(roots.Edge)))}},
		looks: []inspection{
			{
				ago:    9,
				parts:  allOver,
				found:  "leaves-limp pot-light dries-fast dry-air",
				not:    "dead-roots-seen growth-smaller",
				settle: confirm("under-watering"),
				in:     patient.Inspection{Growth: "growing", NightLowC: mm(17), DayHighC: mm(27), Unpotted: true},
			},
		},
	}
}

func thoughtDead() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 5, thought dead",
			Group:     "slipper",
			Source:    glasshouse,
			LeafCount: 7,
			OldMedium: "bark",
			Pot:       "opaque",
			Notes:     "Came labelled “dead, roots all brown”.",
		},
		arrived: 118,
		visits: []visit{{ago: 8, reading: rootsOf(batch("s1", 9, brown(130)).at(roots.Edge),
			batch("s2", 3, brown(95)).at(roots.Bottom).tip(roots.Growing),
			one("s3", brown(60), mushy(25)).at(roots.Core))}},
		looks: []inspection{
			{
				ago:   8,
				parts: allOver,
				in:    patient.Inspection{Growth: "new-roots", NightLowC: mm(15), DayHighC: mm(24), Unpotted: true},
			},
		},
		then: followed(112, 9, oldRoot("by-the-wall", 60, 0.3)),
	}
}

func leaveItBe() story {
	return story{
		intake: patient.Intake{
			Tag:       "By the door, leave it be",
			Group:     "cattleya",
			Source:    glasshouse,
			LeafCount: 6,
			BulbCount: 8,
			BulbState: "plump",
			OldMedium: "bark",
			Pot:       "clay",
			Flowering: "bud",
		},
		arrived: 121,
		visits: []visit{{ago: 6, reading: inItsPot(rootsOf(
			batch("c1", 6, firm(120)).on(1).at(roots.Edge), batch("c2", 7, firm(140)).on(2).at(roots.Edge),
			batch("c3", 4, firm(85)).on(3).at(roots.Surface).tip(roots.Growing)))}},
		looks: []inspection{
			{
				ago:   6,
				parts: allOver,
				in: patient.Inspection{
					Growth:       "growing",
					Flowering:    "bud",
					NightLowC:    mm(15),
					DayHighC:     mm(26),
					NewestLeafMM: mm(186),
					LeafBeforeMM: mm(181),
				},
			},
		},
		then: followed(114, 8, oldRoot("left", 30, 0.5)).and(cared(114, 3, standing)),
	}
}

func threeLeaves() story {
	return story{
		intake: patient.Intake{
			Tag:       "Back shelf, three leaves",
			Group:     "miltoniopsis",
			Source:    glasshouse,
			LeafCount: 9,
			BulbCount: 3,
			BulbState: "shrivelled",
			OldMedium: "moss",
			Pot:       "clear",
		},
		arrived: 115,
		visits: []visit{{ago: 4, reading: rootsOf(
			batch("m1", 16, mushy(55)).at(roots.Core).clings(roots.ClingsRotting),
			batch("m2", 7, hollow(70)).at(roots.Bottom),
			one("m3", thread(30), firm(25)).at(roots.Edge).tip(roots.Growing),
			one("m4", firm(40)).at(roots.Surface).tip(roots.Growing),
			batch("m5", 2, limp(50)).at(roots.Edge),
		), cut: some(7)}},
		looks: []inspection{
			{
				ago:   4,
				parts: allOver,
				found: "leaves-limp limp-though-wet crumbles decay-smell stays-wet compacted growth-stalled",
				not:   "ph-low sheath-bruised sheath-stained tips-black-running",
				in: patient.Inspection{
					Growth:    "growing",
					NightLowC: mm(14),
					DayHighC:  mm(22),
					Unpotted:  true,
					Accidents: []patient.Accident{{What: "broken-root", Count: 2}},
				},
				settle: confirm("suffocation", "root-loss-thirst"),
			},
		},
	}
}

func fromWetMoss() story {
	return story{
		intake: patient.Intake{
			Tag:          "Crate 2, from wet moss",
			Group:        "phalaenopsis",
			Source:       glasshouse,
			LeafCount:    5,
			OldMedium:    "moss",
			Pot:          "clear",
			Flowering:    "spike",
			LastRepotted: "2020",
			Blades:       []leaves.Blade{{LengthMM: 230, WidthMM: 80}, {LengthMM: 210, WidthMM: 75}},
			Notes:        "Lowest two leaves limp.",
		},
		arrived: 117,
		visits: []visit{{ago: 1, reading: stained(rootsOf(batch("p1", 6, firm(85)).at(roots.Edge).on(2),
			batch("p2", 13, mushy(70)).at(roots.Core).on(1).clings(roots.ClingsRotting),
			batch("p3", 3, firm(50), mushy(45)).at(roots.Bottom).on(1),
			batch("p4", 2, greens(130)).at(roots.Aerial).on(3).tip(roots.Growing),
			batch("p5", 2, unsure(60)).at(roots.Surface).on(2),
			one("p6", firm(60), hollow(50)).at(roots.Surface).on(3).side(35, firm(28)),
			one("p7", black(75)).at(roots.Edge).on(2))), cut: some(5)}},
		looks: []inspection{
			{
				ago:   1,
				parts: allOver,
				found: "leaves-limp stays-wet crumbles compacted low-leaves-yellow",
				not:   "sheath-bruised",
				in: patient.Inspection{
					Growth:       "new-roots",
					NightLowC:    mm(18),
					DayHighC:     mm(25),
					NewestLeafMM: mm(168),
					LeafBeforeMM: mm(210),
					Unpotted:     true,
					Accidents:    []patient.Accident{{What: "lost-root", Count: 1}},
				},
			},
		},
		then: jobs(1, "clear-bench", "blade"),
	}
}

func keptApart() []story {
	return []story{withSnails(), silveredLeaves(), stainedRhizome(), longBulbs(), bareCanes()}
}

func withSnails() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 3, with snails",
			Group:     "oncidium",
			Source:    glasshouse,
			KeptApart: true,
			LeafCount: 8,
			BulbCount: 5,
			BulbState: "mixed",
			OldMedium: "bark-moss",
			Pot:       "opaque",
		},
		arrived: 116,
		visits: []visit{{ago: 12, reading: crusted(rootsOf(batch("o1", 22, firm(95)).at(roots.Edge),
			batch("o2", 9, run(80, roots.Firm, roots.PatchesHard)).at(roots.Surface),
			batch("o3", 8, firm(40), hollow(35)).at(roots.Bottom),
			batch("o4", 5, hollow(60)).at(roots.Core)))}},
		looks: []inspection{
			{
				ago:    12,
				parts:  allOver,
				found:  "slime-trails snails-seen clear-eggs chewed-tips hard-water tip-burn crust",
				in:     patient.Inspection{Growth: "growing", NightLowC: mm(14), DayHighC: mm(24), Unpotted: true},
				settle: confirm("snails"),
			},
		},
	}
}

func silveredLeaves() story {
	return story{
		intake: patient.Intake{
			Tag:          "Crate 4, silvered leaves",
			Group:        "cymbidium",
			Source:       glasshouse,
			KeptApart:    true,
			LeafCount:    14,
			BulbCount:    6,
			BulbState:    "plump",
			OldMedium:    "compost",
			Pot:          "opaque",
			LastRepotted: "2019",
			Notes:        "Fine webs under the leaves.",
		},
		arrived: 114,
		visits: []visit{{ago: 10, reading: rootsOf(batch("y1", 12, firm(220)).at(roots.Edge).on(3),
			batch("y2", 10, mushy(180)).at(roots.Bottom).on(2).clings(roots.ClingsRotting),
			batch("y3", 6, mushy(140)).at(roots.Core).on(1).clings(roots.ClingsRotting),
			batch("y4", 4, firm(90), hollow(80)).at(roots.Bottom).on(2)), cut: all}},
		looks: []inspection{
			{
				ago:    10,
				parts:  allOver,
				found:  "stippled moving-specks webs crumbles compacted holes-plugged stays-wet dry-air",
				not:    "sheath-stained",
				in:     patient.Inspection{Growth: "growing", NightLowC: mm(12), DayHighC: mm(25), Unpotted: true},
				settle: confirm("spider-mites", "suffocation"),
			},
		},
		then: inTurn(jobs(9, "handle-last", "clear-bench", "blade", "wash-leaves"), rounds("spider-mites", 9, 3)),
	}
}

func stainedRhizome() story {
	return story{
		intake: patient.Intake{
			Tag:       "Crate 6, stained rhizome",
			Group:     "cattleya",
			Source:    glasshouse,
			KeptApart: true,
			LeafCount: 4,
			BulbCount: 5,
			BulbState: "shrivelled",
			OldMedium: "bark",
			Pot:       "opaque",
			Notes:     "Purple ring in the rhizome cut.",
		},
		arrived: 113,
		visits: []visit{{ago: 3, reading: rootsOf(one("w1", firm(60), mushy(50)).on(2).at(roots.Edge).rotRuns(),
			one("w2", run(30, roots.Limp, roots.Black), mushy(60)).on(1).at(roots.Core).rotRuns(),
			batch("w3", 5, mushy(80)).on(1).at(roots.Core), batch("w4", 4, firm(100)).on(3).at(roots.Edge))}},
		looks: []inspection{
			{
				ago:    3,
				parts:  allOver,
				found:  "fails-in-turn leaves-one-sided rhizome-ring tips-black-running sheath-stained many-leaves-yellow",
				in:     patient.Inspection{Growth: "growing", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
				settle: confirm("wilt-fungus"),
			},
		},
	}
}

func longBulbs() story {
	return story{
		intake: patient.Intake{
			Tag:       "Import, long bulbs",
			Group:     "bulbophyllum",
			Source:    airport,
			KeptApart: true,
			LeafCount: 6,
			BulbCount: 7,
			BulbState: "mixed",
			OldMedium: "none",
			Pot:       "none",
		},
		arrived: 30,
		visits: []visit{{ago: 2, reading: rootsOf(batch("i1", 9, run(50, roots.Crunchy, "")),
			batch("i2", 4, brown(60)), batch("i3", 2, run(20, roots.Crunchy, ""), greens(25)))}},
		looks: []inspection{
			{
				ago:   2,
				parts: "leaves bulbs surface smell lodgers",
				found: "leaves-limp",
				in:    patient.Inspection{NightLowC: mm(16), DayHighC: mm(24), Unpotted: true},
			},
		},
	}
}

func bareCanes() story {
	return story{
		intake: patient.Intake{
			Tag:       "Import, bare canes",
			Group:     "dendrobium-evergreen",
			Source:    airport,
			KeptApart: true,
			LeafCount: 3,
			BulbCount: 4,
			BulbState: "shrivelled",
			OldMedium: "none",
			Pot:       "none",
		},
		arrived: 30,
		visits:  []visit{{ago: 2, reading: roots.Reading{NoneFound: true}}},
		looks: []inspection{
			{
				ago:    2,
				parts:  allOver,
				found:  "leaves-limp",
				not:    "rhizome-ring",
				in:     patient.Inspection{Growth: "resting", NightLowC: mm(17), DayHighC: mm(26), Unpotted: true},
				settle: confirm("root-loss-thirst"),
			},
		},
	}
}
