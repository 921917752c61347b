package causes

import (
	"testing"

	"therapeon/core/patient"
)

// BenchmarkNextCheck weighs a plant that was looked over everywhere, with a
// dozen findings and forty checks still open, and ranks them. The bar is 5 ms
// for the next check over the whole table; the whole verdict, reasons included,
// is measured beside it.
func BenchmarkNextCheck(b *testing.B) {
	k := Table()
	c := clues{Group: "cattleya", Bulbs: true, Unpotted: true, Findings: patient.Findings{}}
	for i, f := range k.Findings {
		switch {
		case i%9 == 0:
			c.Findings[f.Code] = Present
		case i%2 == 0:
			c.Findings[f.Code] = Absent
		}
	}
	findings, _, _ := k.read(c)
	b.Run("next", func(b *testing.B) {
		for b.Loop() {
			of := inquiry{Knowledge: k, clues: c, findings: findings, settled: make([]held, len(k.Causes))}
			of.believed = k.modelFor(c.Group).weigh(findings, nil)
			of.next(nil)
		}
	})
	b.Run("early", func(b *testing.B) {
		few := clues{
			Group:    "cattleya",
			Bulbs:    true,
			Findings: patient.Findings{"leaves-limp": Present, "crumbles": Absent},
		}
		findings, _, _ := k.read(few)
		for b.Loop() {
			of := inquiry{Knowledge: k, clues: few, findings: findings, settled: make([]held, len(k.Causes))}
			of.believed = k.modelFor(c.Group).weigh(findings, nil)
			of.next(nil)
		}
	})
	b.Run("verdict", func(b *testing.B) {
		for b.Loop() {
			k.judge(c)
		}
	})
}
