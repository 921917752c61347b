package clinic

import (
	"context"
	"fmt"
	"strings"
	"time"

	"therapeon/formats"
	"therapeon/store/sqlc"
)

// inWords is a day as it is written on paper.
func inWords(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.Format(dayInWords)
}

func pageOf(origin string, plantID int64) string {
	return fmt.Sprintf("%s/plants/%d/home", origin, plantID)
}

// Labels writes the labels of plants. A plant that has no home noted yet has that
// which is planned for it.
func (c *Clinic) Labels(ctx context.Context, ids []int64, sheet bool, skip int, origin string) ([]byte, error) {
	labels, err := read(ctx, c, func(q *sqlc.Queries) ([]formats.Label, error) { return c.labels(ctx, q, ids, origin) })
	if err != nil {
		return nil, err
	}
	return formats.Labels(labels, sheet, skip)
}

func (c *Clinic) labels(ctx context.Context, q *sqlc.Queries, ids []int64, origin string) ([]formats.Label, error) {
	labels := make([]formats.Label, len(ids))
	for i, id := range ids {
		r, err := c.rehoming(ctx, q, id, "")
		if err != nil {
			return nil, err
		}
		p, err := c.plantIn(ctx, q, id)
		if err != nil {
			return nil, err
		}
		l := formats.Label{
			Tag:      p.Intake.Tag,
			Group:    p.GroupName,
			On:       inWords(c.today()),
			NextLook: inWords(r.NextLookOn),
			Link:     pageOf(origin, id),
		}
		switch {
		case len(r.Homes) > 0 && r.Open == len(r.Jobs):
			l.Method, l.On, l.NextLook = r.Homes[0].words(), inWords(r.Homes[0].FromOn), inWords(r.Homes[0].NextLookOn)
		case r.Route != nil:
			l.Method = r.Route.Name
			if r.Mix != nil && r.Mix.Name != r.Route.Name {
				l.Method += " (" + strings.ToLower(r.Mix.Name) + ")"
			}
		default:
			l.Method = "No home yet"
		}
		labels[i] = l
	}
	return labels, nil
}

// words are a home in short.
func (h Home) words() string {
	if h.Mix != "" && h.Mix != h.Name {
		return h.Name + " (" + strings.ToLower(h.Mix) + ")"
	}
	return h.Name
}

// CaseSheet writes a plant and all that happened to it as PDF.
func (c *Clinic) CaseSheet(ctx context.Context, plantID int64, origin string) (tag string, body []byte, err error) {
	s, err := read(ctx, c, func(q *sqlc.Queries) (formats.Sheet, error) { return c.caseSheet(ctx, q, plantID, origin) })
	if err != nil {
		return "", nil, err
	}
	body, err = formats.Case(s)
	return s.Tag, body, err
}

func (c *Clinic) caseSheet(ctx context.Context, q *sqlc.Queries, plantID int64, origin string) (formats.Sheet, error) {
	p, err := c.plantIn(ctx, q, plantID)
	if err != nil {
		return formats.Sheet{}, err
	}
	in := p.Intake
	s := formats.Sheet{
		Tag:   in.Tag,
		Group: p.GroupName,
		Apart: in.KeptApart,
		On:    inWords(c.today()),
		Link:  pageOf(origin, plantID),
	}
	if s.Parts, err = c.sheetParts(ctx, q, p); err != nil {
		return s, err
	}
	line, err := c.timeline(ctx, q, plantID)
	if err != nil {
		return s, err
	}
	for _, e := range line.Entries {
		event := formats.SheetEvent{On: inWords(e.On), Words: e.Words}
		if e.Shared != "" {
			event.Words += " (as " + e.Shared + ")"
		}
		if e.Explains != nil {
			event.More = e.Explains.Value
		}
		s.Events = append(s.Events, event)
	}
	return s, nil
}

// sheetParts are the plant as it stands, part by part.
func (c *Clinic) sheetParts(ctx context.Context, q *sqlc.Queries, p Plant) ([]formats.SheetPart, error) {
	in := p.Intake.ofKind()
	who := formats.SheetPart{Heading: "The plant"}
	add := func(to *formats.SheetPart, when bool, words string, a ...any) {
		if when {
			to.Lines = append(to.Lines, fmt.Sprintf(words, a...))
		}
	}
	add(&who, in.Source != "", "From: %s", in.Source)
	add(&who, in.ArrivedOn != "", "Arrived: %s", inWords(in.ArrivedOn))
	add(&who, in.LeafCount > 0, "Leaves: %d", in.LeafCount)
	add(&who, in.BulbCount > 0, "Bulbs or canes: %d %s", in.BulbCount, in.BulbState)
	add(&who, in.Notes != "", "%s", in.Notes)
	state := formats.SheetPart{Heading: "How it stands"}
	if p.Looked != nil {
		add(&state, p.Looked.Headline != "", "Look of %s: %s", inWords(p.Looked.LookedOn), p.Looked.Headline)
		add(&state, p.Looked.Cause != "", "Cause: %s", p.Looked.Cause)
	}
	if p.Latest != nil && p.Latest.Grade != "" {
		add(
			&state,
			true,
			"Roots of %s: %s, %.0f–%.0f %% alive. %s",
			inWords(p.Latest.ReadOn),
			p.Latest.Grade,
			100*p.Latest.Viable.Low,
			100*p.Latest.Viable.High,
			p.Latest.Headline,
		)
	}
	r, err := c.rehoming(ctx, q, p.ID, "")
	if err != nil {
		return nil, err
	}
	home := formats.SheetPart{Heading: "Home"}
	if len(r.Homes) > 0 {
		h := r.Homes[0]
		add(&home, true, "Since %s: %s", inWords(h.FromOn), h.words())
		if h.Pot != nil {
			add(&home, true, "Pot: %.0f mm wide, %.0f mm high, %.2f L", h.Pot.TopMM, h.Pot.HeightMM, h.Pot.VolumeL())
		}
		add(&home, h.Note != "", "%s", h.Note)
		add(&home, h.NextLookOn != "", "Next look: %s", inWords(h.NextLookOn))
	} else {
		add(&home, true, "%s", r.Decision.Headline)
	}
	list, err := weighings(ctx, q, p.ID)
	if err != nil {
		return nil, err
	}
	weights := formats.SheetPart{Heading: "Weights"}
	for _, kind := range []string{Bare, InPot} {
		if of := counting(list, kind); len(of) > 0 {
			first, last := of[0], of[len(of)-1]
			name := map[string]string{Bare: "Bare plant", InPot: "In its pot"}[kind]
			add(
				&weights,
				true,
				"%s: %.4g g on %s, %.4g g on %s, %d weighings",
				name,
				first.Grams,
				inWords(first.At[:10]),
				last.Grams,
				inWords(last.At[:10]),
				len(of),
			)
		}
	}
	return []formats.SheetPart{who, state, home, weights}, nil
}
