// Package today is the service of a day at the bench: its round, an evening's crates, an absence, better
// places and the calendar.
package today

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"therapeon/clinic/bench"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/taxa"
	"therapeon/core/today"
	"therapeon/ledger"
)

// Service is the work of a day.
type Service struct{ *record.Keeper }

// Today is the round of a day, and what is beside it.
type Today struct {
	Day      string             `json:"day" required:"true"`
	Headline knowledge.Sentence `json:"headline" required:"true"`
	today.Round
	Alarms          []Alarm      `json:"alarms" required:"true"`
	Errands         []Errand     `json:"errands" required:"true" description:"what has a page of its own: looks, rounds of treatment, what is to be unpotted or potted"`
	More            int          `json:"more,omitempty" description:"further plants that want work at the bench: an evening puts them in order"`
	Coming          []Coming     `json:"coming" required:"true" description:"in the next days"`
	Dropped         []Dropped    `json:"dropped" required:"true" description:"was due, and makes no sense any more"`
	Unfollowed      []Unfollowed `json:"unfollowed" required:"true" description:"plants whose care cannot be worked out: the first of them"`
	UnfollowedCount int          `json:"unfollowed_count" required:"true" description:"how many there are"`
	NextOn          string       `json:"next_on,omitempty" description:"the first day on which something is due, where nothing is today"`
}

// Errand is what a plant wants that has a page of its own.
type Errand struct {
	PlantID int64         `json:"plant_id" required:"true"`
	Tag     string        `json:"tag" required:"true"`
	Place   string        `json:"place,omitempty"`
	Turn    string        `json:"turn" required:"true" enum:"clean,suspect,apart"`
	Advised bench.Advised `json:"advised" required:"true"`
}

// Alarm is an alarm of a plant, with what to do.
type Alarm struct {
	PlantID int64            `json:"plant_id" required:"true"`
	Tag     string           `json:"tag" required:"true"`
	Then    judgement.Saying `json:"then" required:"true"`
}

// Coming is a job that will be due on a day.
type Coming struct {
	On   string          `json:"on" required:"true"`
	Job  string          `json:"job" required:"true"`
	Name message.Message `json:"name" required:"true"`
	Tags []string        `json:"tags" required:"true"`
}

// Dropped is a job that dropped out, with the reason.
type Dropped struct {
	PlantID int64            `json:"plant_id" required:"true"`
	Tag     string           `json:"tag" required:"true"`
	Do      judgement.Saying `json:"do" required:"true"`
	Why     Text             `json:"why" required:"true"`
}

// Unfollowed is a plant whose care cannot be worked out, with the one fact that is missing.
type Unfollowed struct {
	PlantID int64  `json:"plant_id" required:"true"`
	Tag     string `json:"tag" required:"true"`
	Place   string `json:"place,omitempty"`
	Missing string `json:"missing" required:"true" enum:"medium,home"`
	Why     Text   `json:"why" required:"true"`
}

// Text is a statement of the craft with its mark.
type Text = knowledge.Text

// Round finds the round of today.
func (c *Service) Round(ctx context.Context) (Today, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Today, error) {
		r := rounding{
			Today: Today{
				Day: c.Today(), Errands: []Errand{}, Alarms: []Alarm{}, Coming: []Coming{}, Dropped: []Dropped{},
				Unfollowed: []Unfollowed{},
			},
			ahead:  dates.After(c.Today(), int(aftercare.Table().AheadDays.Value)),
			places: map[int64]string{}, done: map[int64][]ledger.Tended{},
		}
		if err := r.load(ctx, tx); err != nil {
			return r.Today, err
		}
		r.Today.Round = today.RoundOf(r.wanted, r.Day)
		r.Carry.Labels = r.labels
		next, err := []ledger.Plant(nil), error(nil)
		if r.Open == 0 {
			if next, err = tx.Plants().NextCare(ctx, r.Day); err != nil {
				return r.Today, err
			}
			if len(next) > 0 {
				r.NextOn = next[0].CareOn
			}
		}
		r.Today.Headline = knowledge.Say(r.Today.Round.Headline(r.atBench(), r.NextOn, len(next)))
		r.names()
		return r.Today, nil
	})
}

// work are the codes of what is done at the bench, whatever day it has.
var work = slices.Concat(
	[]string{
		judgement.Now, judgement.Water, judgement.Feel, judgement.Treat, judgement.LookFirst, judgement.Check,
		judgement.Read, judgement.AskAir,
	},
	judgement.OfKind("home"),
)

// atBench is how many plants want something beside the round.
func (r *rounding) atBench() int {
	plants := map[int64]bool{}
	for _, e := range r.Errands {
		plants[e.PlantID] = true
	}
	for _, a := range r.Alarms {
		plants[a.PlantID] = true
	}
	return len(plants) + r.More
}

// names keeps all errands that cannot wait, and the first of the others: an evening's crates names all.
func (r *rounding) names() {
	most, kept, plants := int(today.Table().NamedErrands.Value), []Errand{}, map[int64]bool{}
	for _, e := range r.Errands {
		if e.Advised.Code == judgement.Now || len(kept) < most {
			kept = append(kept, e)
		} else {
			plants[e.PlantID] = true
		}
	}
	r.Errands, r.More = kept, r.More+len(plants)
}

// rounding is a round as it is put together.
type rounding struct {
	Today
	ahead  string
	places map[int64]string
	done   map[int64][]ledger.Tended
	wanted []today.Wanted
	labels int
}

func (r *rounding) load(ctx context.Context, tx *ledger.Tx) error {
	places, err := record.Places.OfHouse(ctx, tx)
	if err != nil {
		return err
	}
	for _, p := range places {
		r.places[p.ID] = p.Value.Name
	}
	done, err := tx.Aftercare().OfDay(ctx, r.Day)
	if err != nil {
		return err
	}
	for _, t := range done {
		r.done[t.PlantID] = append(r.done[t.PlantID], t)
	}
	rows, err := tx.Plants().WantCare(ctx, r.ahead)
	if err != nil {
		return err
	}
	for _, row := range rows {
		r.add(row)
	}
	for _, t := range done { // those of which all is done
		if list, ok := r.done[t.PlantID]; ok {
			row, err := tx.Plants().Get(ctx, t.PlantID)
			if err != nil {
				return err
			}
			r.tended(row, list)
			delete(r.done, t.PlantID)
		}
	}
	named := int64(today.Table().NamedAtBench.Value)
	unfollowed, count, err := tx.Aftercare().Unfollowed(ctx, named)
	if err != nil {
		return err
	}
	r.UnfollowedCount = count
	for _, row := range unfollowed {
		missing := bench.CareOf(row.Care).Missing
		why := aftercare.Table().MissingFor[missing]
		r.Unfollowed = append(r.Unfollowed, Unfollowed{row.ID, row.Tag, r.places[row.PlaceID], missing, why})
	}
	atWork, total, err := tx.Plants().WantWork(ctx, work, r.Day, named)
	if err != nil {
		return err
	}
	for _, row := range atWork {
		if a := bench.AdvisedOf(row.Advice, row.UntilOn, r.Day); a != nil {
			r.errands(row, *a)
		}
	}
	r.More = total - len(atWork)
	slices.SortStableFunc(r.Errands, func(a, b Errand) int { // clean ones first
		return cmp.Compare(slices.Index(today.TurnNames, a.Turn), slices.Index(today.TurnNames, b.Turn))
	})
	slices.SortStableFunc(r.Coming, func(a, b Coming) int { return cmp.Compare(a.On, b.On) })
	return nil
}

// item is a job of a plant.
func (r *rounding) item(row ledger.Plant, job, protocol, on string) today.Wanted {
	w := today.Wanted{Turn: patient.Turn(row.Turn), By: on}
	w.Item = today.Item{
		PlantID: row.ID, Tag: row.Tag, Place: r.places[row.PlaceID], PlaceID: row.PlaceID,
		Job: job, Protocol: protocol, On: on,
	}
	if profile, ok := taxa.Find(row.GroupCode); ok {
		w.Kind = profile.Name
	}
	return w
}

// tended are the jobs of a plant that were done, or left, today.
func (r *rounding) tended(row ledger.Plant, list []ledger.Tended) {
	for _, t := range list {
		w := r.item(row, t.Job, "", t.Day)
		w.PPM = t.Ppm
		w.Done = &today.Noted{ID: t.ID, Outcome: patient.Outcome(t.Outcome), Because: t.Because, Person: t.Person}
		r.wanted = append(r.wanted, w)
	}
}

// add puts what a plant wants where it belongs.
func (r *rounding) add(row ledger.Plant) {
	r.tended(row, r.done[row.ID])
	delete(r.done, row.ID)
	care := bench.CareOf(row.Care)
	for _, d := range care.Due {
		switch {
		case d.On <= r.Day:
			w := r.item(row, d.Job, d.Protocol, d.On)
			w.By, w.ML, w.PPM = d.By, d.ML, d.PPM
			r.wanted = append(r.wanted, w)
		case d.On <= r.ahead:
			r.coming(d, row.Tag)
		}
	}
	for _, a := range care.Alarms {
		r.Alarms = append(r.Alarms, Alarm{row.ID, row.Tag, judgement.AlarmOf(a.Protocol, a.Code)})
	}
	if care.Day == r.Day {
		for _, d := range care.Dropped {
			r.Dropped = append(r.Dropped, Dropped{row.ID, row.Tag, judgement.JobOf(d.Job).Past(), why(d)})
		}
	}
	if back := care.Back; back.On != "" && back.On <= r.Day {
		words := progress.Table().LookBack[back.Of].Value
		r.Errands = append(r.Errands, Errand{row.ID, row.Tag, r.places[row.PlaceID], today.TurnNames[row.Turn],
			bench.Advised{
				Code:     "look-back",
				Headline: judgement.LookBack(words),
				UntilOn:  back.On,
				Page:     "progress",
			}})
	}
	r.errand(row)
}

// why says why a job dropped out.
func why(d bench.Dropped) Text {
	text := aftercare.Table().DroppedFor[d.Why]
	protocol, gate, _ := strings.Cut(d.Of, "/")
	text.Value = text.Value.With("gate", aftercare.Table().GateName(protocol, gate))
	return text
}

func (r *rounding) coming(d bench.DueShort, tag string) {
	i := slices.IndexFunc(r.Coming, func(c Coming) bool { return c.On == d.On && c.Job == d.Job })
	if i < 0 {
		job, _ := aftercare.Table().Job(d.Job)
		r.Coming = append(r.Coming, Coming{On: d.On, Job: d.Job, Name: job.Name})
		i = len(r.Coming) - 1
	}
	r.Coming[i].Tags = append(r.Coming[i].Tags, tag)
}

// errand is what a plant wants that has a page of its own, once its day has come; what is to be unpotted
// soon, some days ahead.
func (r *rounding) errand(row ledger.Plant) {
	if row.UntilOn == "" || row.UntilOn > r.ahead {
		return
	}
	l, ok := bench.LineOf(row.Advice)
	if ok && l.Page() != "aftercare" && (row.UntilOn <= r.Day || l.Code == judgement.Soon) {
		r.errands(row, bench.OfLine(l, row.UntilOn, r.Day))
	}
}

// errands takes one in, with a label for what is moved.
func (r *rounding) errands(row ledger.Plant, a bench.Advised) {
	r.Errands = append(r.Errands, Errand{row.ID, row.Tag, r.places[row.PlaceID], today.TurnNames[row.Turn], a})
	if slices.Contains([]string{judgement.Soon, judgement.Now, judgement.Pot, judgement.Nest}, a.Code) {
		r.labels++
	}
}
