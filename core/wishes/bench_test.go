package wishes_test

import (
	"math/rand/v2"
	"testing"

	"therapeon/core/causes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/wishes"
)

// judged are plants that were looked over, as they are drawn.
func judged(n int) (list []*patient.Patient) {
	for i := 0; len(list) < n; i++ {
		d := drawer{rand.New(rand.NewPCG(uint64(i), 5))}
		if p := d.plant(); p.Look() != nil {
			list = append(list, p)
		}
	}
	return list
}

// BenchmarkLookWithCauses is a look with its causes, from what is known of the plant; at most
// 10 ms.
func BenchmarkLookWithCauses(b *testing.B) {
	plants := judged(200)
	for i := 0; b.Loop(); i++ {
		p := *plants[i%len(plants)]
		p.Forget()
		at := p.AtLook()
		v := causes.Table().Judge(at)
		at.Judge = func(*patient.Patient) patient.Heard { return v.Heard() }
		look.Table().Decide(at)
	}
}

// BenchmarkMayI answers every wish, the causes judged anew; at most 20 ms.
func BenchmarkMayI(b *testing.B) {
	plants := judged(200)
	for i := 0; b.Loop(); i++ {
		p := *plants[i%len(plants)]
		p.Forget()
		wishes.Table().All(&p, wishes.Ask{})
	}
}

// BenchmarkResolution decides on a plant whose look and causes are known: at most 1 ms.
func BenchmarkResolution(b *testing.B) {
	plants := judged(200)
	for _, p := range plants {
		p.Heard()
	}
	for i := 0; b.Loop(); i++ {
		judgement.Of(plants[i%len(plants)], judgement.Known{})
	}
}
