package aftercare_test

import (
	"testing"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
)

// aged is a plant with half a year of check-ins, jobs and weights behind it.
func aged(b *testing.T, days int) *life {
	l := housed(b, "phalaenopsis", "bark", withRoots(6, 4, ""))
	for n := 1; n < days; n++ {
		if n%2 == 0 {
			l.sees(n, patient.Checkin{Medium: "damp", Leaf: "firm", Tips: num(n / 30), Wobble: patient.Yes})
		}
		if n%7 == 0 {
			l.does(n, "little")
		}
	}
	return l
}

// The aftercare of a plant with half a year behind it: the bar is 30 ms at p95 with its loading.
func BenchmarkCare(b *testing.B) {
	l := aged(&testing.T{}, 180)
	l.on(181)
	b.ResetTimer()
	for b.Loop() {
		l.Patient = l.Patient.At(l.Now)
		aftercare.For(&l.InCare)
	}
}
