package demo

import (
	"context"
	"time"

	"therapeon/clinic"
	"therapeon/core/leaves"
	"therapeon/core/roots"
)

// held notes a way of holding from a day on.
func held(ago int, method string) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		_, err := on(ago).Hold(ctx, plant, clinic.Hold{Method: method})
		return err
	}
}

// weighed are weights a week apart, the last so many days ago.
func weighed(ago int, grams ...float64) then {
	return func(ctx context.Context, on func(int) *clinic.Clinic, plant int64) error {
		for i, g := range grams {
			c := on(ago + 7*(len(grams)-1-i))
			if _, err := c.Weigh(ctx, plant, clinic.Weigh{Kind: clinic.Bare, Grams: g}); err != nil {
				return err
			}
		}
		return nil
	}
}

// rootless are plants whose race is on.
func rootless() []story {
	return []story{
		{
			intake: clinic.Intake{Tag: "Crate 12, not one root", Group: "phalaenopsis", Source: glasshouse, LeafCount: 4, Pot: "none", OldMedium: "none", Flowering: "none",
				Blades: []leaves.Blade{{LengthMM: 240, WidthMM: 85}, {LengthMM: 220, WidthMM: 80}}},
			arrived: 40, warm: true,
			visits: []visit{{ago: 36, reading: reading(batch("n1", 14, hollow(80)), batch("n2", 6, mushy(50))), cut: all}},
			looks: []look{{
				ago: 36, parts: allOver, found: "leaves-limp", not: "growth-smaller dead-roots-seen medium-old loss-in-core loss-oldest-first", settle: confirm("root-loss-thirst"),
				in: clinic.Inspection{Growth: "resting", NightLowC: mm(18), DayHighC: mm(27), Unpotted: true},
			}},
			then: inTurn(held(36, "lid"), weighed(1, 148, 146, 143.5, 141.5, 139, 137)),
		},
		{
			intake:  clinic.Intake{Tag: "Crate 13, bulbs and no roots", Group: "cattleya", Source: glasshouse, LeafCount: 5, BulbCount: 5, BulbState: "mixed", Pot: "none", OldMedium: "none", Flowering: "none"},
			arrived: 44,
			visits: []visit{{ago: 34, reading: reading(
				batch("q1", 19, hollow(110)), one("q2", firm(35), hollow(60)))}},
			looks: []look{{
				ago: 34, parts: allOver, not: "growth-smaller dead-roots-seen medium-old loss-in-core loss-oldest-first", settle: confirm("under-watering"),
				in: clinic.Inspection{Growth: "resting", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
			}},
			then: inTurn(held(34, "tub"), weighed(2, 171, 168, 165.5, 162, 159.5)),
		},
		{
			intake:  clinic.Intake{Tag: "Import, sealed tips", Group: "vanda", Source: airport, LeafCount: 9, Pot: "none", OldMedium: "none", Flowering: "none", KeptApart: true, Notes: "Papers in the folder. In quarantine until the second clear look."},
			arrived: 25,
			visits: []visit{{ago: 24, reading: reading(
				batch("x1", 7, hollow(160)).at(roots.Aerial), batch("x2", 2, firm(70), hollow(90)).at(roots.Aerial).tip(roots.Sealed))}},
			looks: []look{{
				ago: 24, parts: allOver, found: "dry-air", not: "growth-smaller dead-roots-seen", settle: confirm("move-shock"),
				in: clinic.Inspection{Growth: "resting", NightLowC: mm(15), DayHighC: mm(25), Unpotted: true},
			}},
			then: held(24, "pebbles"),
		},
	}
}

// logged is what a logger measured at a place over the last days, each hour.
func logged(ctx context.Context, c *clinic.Clinic, place int64, today time.Time, days int, celsius, swing, humidity float64) error {
	from := today.AddDate(0, 0, -days).Truncate(time.Hour)
	for h := range days * 24 {
		at := from.Add(time.Duration(h) * time.Hour)
		warm := sine(at.Hour()-15) * swing
		percent := tenth(humidity - 2*warm)
		if _, err := c.LogReading(ctx, place, clinic.LoggerReading{At: at, Celsius: tenth(celsius + warm), HumidityPercent: &percent}); err != nil {
			return err
		}
	}
	return nil
}
