package record

import (
	"therapeon/core/causes"
	"therapeon/core/patient"
)

// Hearing remembers what causes came to, so that a change and what follows from it judge them
// once. They are the same for the same clues.
type Hearing struct{ heard Memory[patient.Heard] }

// Hear is what the causes of a patient come to.
func (h *Hearing) Hear(p *patient.Patient) patient.Heard {
	clues := causes.Clues(p)
	heard, known := h.heard.Recall(clues)
	if !known {
		heard = causes.Hear(p)
		h.heard.Keep(clues, heard)
	}
	return heard
}

// Judged remembers what was judged in full.
func (h *Hearing) Judged(p *patient.Patient, v causes.Verdict) patient.Heard {
	heard := v.Heard()
	h.heard.Keep(causes.Clues(p), heard)
	return heard
}
