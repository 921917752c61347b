package today

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/judgement"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/today"
	"therapeon/formats"
	"therapeon/ledger"
)

// Calendar is how the calendar is shared.
type Calendar struct {
	Secret string `json:"secret,omitempty" description:"its address ends in this; left out: there is none"`
	By     string `json:"by" required:"true" enum:"place,plant" description:"an entry a day and place, or one a plant"`
}

// ShareCalendar opens the calendar to whoever has its address, or closes it.
type ShareCalendar struct {
	Shared bool   `json:"shared" required:"true"`
	Renew  bool   `json:"renew,omitempty" description:"another address: the one before leads nowhere any more"`
	By     string `json:"by" required:"true" validate:"oneof=place plant"`
}

// calendarCode is under which the house keeps how its calendar is shared.
const calendarCode = "calendar"

func calendarOf(ctx context.Context, tx *ledger.Tx) (Calendar, error) {
	c := Calendar{By: "place"}
	doc, err := tx.House().Note(ctx, calendarCode)
	if err != nil || doc == "" {
		return c, err
	}
	return c, json.Unmarshal([]byte(doc), &c)
}

// Calendar says how the calendar is shared.
func (c *Service) Calendar(ctx context.Context) (Calendar, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Calendar, error) { return calendarOf(ctx, tx) })
}

// ShareCalendar changes how the calendar is shared.
func (c *Service) ShareCalendar(ctx context.Context, in ShareCalendar) (Calendar, error) {
	if err := check.Input(in); err != nil {
		return Calendar{}, err
	}
	var now Calendar
	err := c.Write(ctx, &now, func(tx *ledger.Tx) (err error) {
		if now, err = calendarOf(ctx, tx); err != nil {
			return err
		}
		now.By = in.By
		switch {
		case !in.Shared:
			now.Secret = ""
		case now.Secret == "" || in.Renew:
			now.Secret = strings.ToLower(rand.Text())
		}
		doc, err := record.AsDoc(now)
		if err != nil {
			return err
		}
		tx.Changed(calendarCode)
		return tx.House().PutNote(ctx, calendarCode, doc)
	})
	return now, err
}

// CalendarFile is the calendar for whoever has its address; nothing for anyone else.
func (c *Service) CalendarFile(ctx context.Context, secret, origin string) ([]formats.Entry, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]formats.Entry, error) {
		of, err := calendarOf(ctx, tx)
		if err != nil {
			return nil, err
		}
		given := strings.TrimSuffix(secret, ".ics")
		if of.Secret == "" || subtle.ConstantTimeCompare([]byte(given), []byte(of.Secret)) != 1 {
			return nil, record.Missing{What: "such-calendar"}
		}
		return c.calendar(ctx, tx, of.By, origin)
	})
}

// OwnCalendar is the calendar for someone who may see the bench.
func (c *Service) OwnCalendar(ctx context.Context, origin string) ([]formats.Entry, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]formats.Entry, error) {
		of, err := calendarOf(ctx, tx)
		if err != nil {
			return nil, err
		}
		return c.calendar(ctx, tx, of.By, origin)
	})
}

// planned is an entry as it is put together.
type planned struct {
	formats.Entry
	place string
	jobs  []string            // in the order in which they come
	tags  map[string][]string // by job
	count int
}

// calendar is what is due, by day and place, or by plant.
func (c *Service) calendar(ctx context.Context, tx *ledger.Tx, by, origin string) ([]formats.Entry, error) {
	places, err := placeNames(ctx, tx)
	if err != nil {
		return nil, err
	}
	rows, err := tx.Plants().WantCare(ctx, patient.Ever)
	if err != nil {
		return nil, err
	}
	all := map[string]*planned{}
	for _, row := range rows {
		for _, d := range bench.CareOf(row.Care).Due {
			on := max(d.On, c.Today()) // what is late is due today
			uid := fmt.Sprintf("%s-place-%d", on, row.PlaceID)
			if by == "plant" {
				uid = fmt.Sprintf("plant-%d-%s", row.ID, d.Job)
			}
			p := all[uid]
			if p == nil {
				p = &planned{place: places[row.PlaceID], tags: map[string][]string{}}
				p.Entry = formats.Entry{UID: uid + "@therapeon", On: on, URL: origin + "/"}
				all[uid] = p
			}
			if len(p.tags[d.Job]) == 0 {
				p.jobs = append(p.jobs, d.Job)
			}
			p.tags[d.Job] = append(p.tags[d.Job], row.Tag)
			p.count++
			if at, err := time.Parse(time.RFC3339, row.UpdatedAt); err == nil && at.After(p.Changed) {
				p.Changed = at
			}
		}
	}
	var entries []formats.Entry
	for _, p := range all {
		entries = append(entries, p.told(by))
	}
	unfollowed, count, err := tx.Aftercare().Unfollowed(ctx, int64(today.Table().NamedAtBench.Value))
	if err != nil {
		return nil, err
	}
	if count > 0 {
		entries = append(entries, c.unfollowed(unfollowed, count, origin))
	}
	slices.SortFunc(entries, func(a, b formats.Entry) int { return strings.Compare(a.On+a.UID, b.On+b.UID) })
	return entries, nil
}

// unfollowed is an entry of today for plants whose care cannot be worked out.
func (c *Service) unfollowed(rows []ledger.Plant, count int, origin string) formats.Entry {
	e := formats.Entry{UID: "unfollowed@therapeon", On: c.Today(), URL: origin + "/"}
	e.Title = message.Of("clinic.today.unfollowed", message.Count("n", count))
	for _, row := range rows {
		why := aftercare.Table().MissingFor[bench.CareOf(row.Care).Missing]
		e.Text = append(e.Text, message.Of("clinic.today.unfollowed-of",
			message.Name("plant", row.Tag), message.Told("why", why.Value)))
	}
	return e
}

// told is an entry with what it says.
func (p *planned) told(by string) formats.Entry {
	slices.SortFunc(p.jobs, aftercare.Table().InRound)
	e := p.Entry
	var parts []message.Message
	for _, code := range p.jobs {
		job, _ := aftercare.Table().Job(code)
		parts = append(parts, message.Of("clinic.today.job", message.Told("job", job.Name),
			message.Count("n", len(p.tags[code]))))
		var tags []message.Word
		for _, tag := range p.tags[code] {
			tags = append(tags, message.Word(tag))
		}
		e.Text = append(e.Text, message.Of("clinic.today.job-of", message.Told("job", job.Name),
			message.Parted("plants", tags)))
	}
	jobs := message.Several("jobs", parts)
	switch {
	case by == "plant":
		job, tag := p.jobs[0], p.tags[p.jobs[0]][0]
		e.Title = message.Of("clinic.today.do-of",
			message.Told("do", judgement.JobOf(job).Words()), message.Name("plant", tag))
	case p.place != "":
		e.Title = message.Of("clinic.today.at-place", message.Name("place", p.place), jobs)
	default:
		e.Title = message.Of("clinic.today.jobs", jobs)
	}
	return e
}
