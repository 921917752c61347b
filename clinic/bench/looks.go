package bench

import (
	"context"
	"time"

	"therapeon/clinic/record"
	"therapeon/core/causes"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/unpot"
	"therapeon/ledger"
)

// Inspected is an inspection with all that follows from it.
type Inspected struct {
	ID         int64              `json:"id" required:"true"`
	PlantID    int64              `json:"plant_id" required:"true"`
	Version    int64              `json:"version" required:"true" description:"give it back when you save"`
	LookedOn   string             `json:"looked_on" required:"true"`
	Inspection patient.Inspection `json:"inspection" required:"true"`
	Look       judgement.Looked   `json:"look" required:"true"`
	AgainOn    string             `json:"again_on,omitempty" description:"the day to look again"`
	Again      judgement.Saying   `json:"again,omitzero" description:"that in words"`
	Season     patient.Season     `json:"season" required:"true" enum:"warm,cool" description:"the season the look went by"`
	Flowering  patient.Flowering  `json:"flowering,omitempty" description:"the flowering the look went by"`
	Unpot      unpot.Advice       `json:"unpot" required:"true"`
	Causes     judgement.Caused   `json:"causes" required:"true"`
	Said       map[string]Said    `json:"said" required:"true" description:"by cause, what the engine said when the user decided"`
	Leaves     []LeafPair         `json:"leaves" required:"true" description:"the newest finished leaf against the one before, look by look, the oldest first"`
}

// LeafPair is the size of the newest finished leaf and the one before, in mm.
type LeafPair struct {
	On       string  `json:"on" required:"true"`
	NewestMM float64 `json:"newest_mm" required:"true"`
	BeforeMM float64 `json:"before_mm" required:"true"`
	Smaller  *bool   `json:"smaller,omitempty" description:"left out when the difference says nothing"`

	Words knowledge.Sentence `json:"words,omitzero" description:"what the difference says"`
}

// Said is what the engine said of a cause when the user decided on it, with its words.
type Said struct {
	record.Said
	Band message.Message `json:"band" required:"true"`
}

// InWords puts the bands, which are kept by their codes, in words.
func InWords(kept map[string]record.Said) map[string]Said {
	all := map[string]Said{}
	for code, said := range kept {
		all[code] = Said{said, causes.Table().BandWords(said.Band)}
	}
	return all
}

// InspectedOf brings a stored inspection and all that follows from it together. The row is
// taken as it is at hand.
func InspectedOf(ctx context.Context, r *record.Record, d ledger.Doc[record.LookDoc]) (Inspected, error) {
	p, err := r.OfLook(ctx, d)
	if err != nil {
		return Inspected{}, err
	}
	all := Inspected{
		ID:         d.ID,
		PlantID:    d.PlantID,
		Version:    d.Version,
		LookedOn:   d.Day,
		Inspection: d.Value.Noted,
		Said:       InWords(d.Value.Said),
	}
	all.Judge(p, r.Keeper.Heard)
	all.since(&r.Base)
	all.Leaves = leafMemory(r, p.Looks[0])
	return all, nil
}

// Judge fills in what the core makes of a patient at its look.
func (all *Inspected) Judge(p *patient.Patient, remembers *record.Hearing) {
	found := causes.Table().Judge(p)
	all.judgeLook(p, found, remembers.Judged(p, found))
	all.Unpot = judgement.OfUnpotting(p, all.Look.Verdict)
}

// judgeLook fills in the look alone, from what the causes come to.
func (all *Inspected) judgeLook(p *patient.Patient, found causes.Verdict, heard patient.Heard) {
	p.Judge = func(*patient.Patient) patient.Heard { return heard }
	all.Look, all.Flowering = judgement.OfLook(p), p.Flowering()
	all.Season, _ = look.Table().SeasonOf(p)
	all.AgainOn = all.Inspection.AgainOn
	if on := judgement.LookAgainOn(p, all.Look.Verdict); on != "" {
		all.AgainOn = on
	}
	all.Again = judgement.Again(all.Look.Decision, all.Look.Headline, all.AgainOn, p.Now.Format(time.DateOnly))
	all.Causes = judgement.OfCauses(p, found, all.Look.Verdict)
}

// since says what became of a plant since its newest look, by the homes it was given.
func (all *Inspected) since(p *patient.Patient) {
	if len(p.Looks) == 0 || p.Looks[0].ID != all.ID || all.Look.Decision == "" {
		return
	}
	for _, h := range p.Homes {
		if h.From >= all.LookedOn {
			all.Look.Line = look.Since(h)
			all.Look.Headline = judgement.LineOf(all.Look.Line)
		}
	}
	// What a look of another time asked for is not asked for today.
	if p.Stands().EpochOf(all.LookedOn) != patient.AtPresent || !look.Holds(p) {
		all.Look, all.Causes = all.Look.Past(), all.Causes.Past()
		all.Again = judgement.Saying{}
	}
	if p.Closed {
		all.AgainOn, all.Look.Headline = "", all.Look.Headline.Past()
	}
}

// leafMemory is the leaf sizes look by look, the oldest first; the look at hand
// as it stands now.
func leafMemory(r *record.Record, at patient.Look) []LeafPair {
	pairs := []LeafPair{}
	add := func(l patient.Look) {
		if in := l.Noted; in.NewestLeafMM != nil && in.LeafBeforeMM != nil {
			smaller := in.LeafSmaller()
			words := look.LeafWords(smaller).Seen(l.On)
			pairs = append(pairs, LeafPair{l.On, *in.NewestLeafMM, *in.LeafBeforeMM, smaller, words})
		}
	}
	seen := false
	for i := len(r.Base.Looks) - 1; i >= 0; i-- {
		l := r.Base.Looks[i]
		if l.ID == at.ID {
			l, seen = at, true
		}
		add(l)
	}
	if !seen {
		add(at)
	}
	return pairs
}

// lookAnew is a look with what lists show of it as it follows now, and what they showed.
func lookAnew(
	ctx context.Context,
	r *record.Record,
	d ledger.Doc[record.LookDoc],
) (ledger.Doc[record.LookDoc], string, error) {
	p, err := r.OfLook(ctx, d)
	if err != nil {
		return d, "", err
	}
	all := Inspected{Inspection: d.Value.Noted}
	all.Judge(p, r.Keeper.Heard)
	before := d.Short
	d.Short, err = all.InShort()
	d.DueOn = all.AgainOn
	return d, before, err
}

// NewestAnew brings the newest inspection, which lists show, up to date after a
// reading or an inspection before it.
func NewestAnew(ctx context.Context, r *record.Record, justSaved int64) error {
	fresh, err := r.Keeper.RecordOf(ctx, r.Tx, r.Row, r.Settings)
	if err != nil || len(fresh.LookDocs) == 0 || fresh.LookDocs[0].ID == justSaved {
		return err
	}
	d, before, err := lookAnew(ctx, fresh, fresh.LookDocs[0])
	if err != nil {
		return err
	}
	return record.Looks.Reshort(ctx, r.Tx, d, before)
}
