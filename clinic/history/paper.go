package history

import (
	"context"
	"fmt"
	"time"

	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/clinic/rehome"
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/formats"
	"therapeon/ledger"
)

func pageOf(origin string, plantID int64) string {
	return fmt.Sprintf("%s/plants/%d/rehome", origin, plantID)
}

// Labels writes the labels of plants. A plant that has no home noted yet has that
// which is planned for it.
func (c *Service) Labels(ctx context.Context, ids []int64, sheet bool, skip int, origin string) ([]byte, error) {
	labels, err := record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) ([]formats.Label, error) { return labels(ctx, c.Keeper, tx, ids, origin) })
	if err != nil {
		return nil, err
	}
	return formats.Labels(labels, sheet, skip)
}

func labels(ctx context.Context, c *record.Keeper, tx *ledger.Tx, ids []int64, origin string) ([]formats.Label, error) {
	labels := make([]formats.Label, len(ids))
	for i, id := range ids {
		r, err := rehome.RehomingOf(ctx, c, tx, id, "")
		if err != nil {
			return nil, err
		}
		p, err := intake.PlantIn(ctx, c, tx, id)
		if err != nil {
			return nil, err
		}
		l := formats.Label{
			Tag:      p.Intake.Tag,
			Group:    p.GroupName,
			On:       dates.InWords(c.Today()),
			NextLook: dates.InWords(r.NextLookOn),
			Link:     pageOf(origin, id),
		}
		switch {
		case len(r.Homes) > 0 && r.Open == len(r.Jobs):
			home := r.Homes[0]
			l.Method = record.HomeWords(home.Name, home.Mix)
			l.On, l.NextLook = dates.InWords(home.FromOn), dates.InWords(home.NextLookOn)
		case r.Route != nil:
			l.Method = r.Route.Name
			if r.Mix != nil {
				l.Method = record.HomeWords(r.Route.Name, r.Mix.Name)
			}
		default:
			l.Method = "No home yet"
		}
		labels[i] = l
	}
	return labels, nil
}

// CaseSheet writes a plant and all that happened to it as PDF.
func (c *Service) CaseSheet(ctx context.Context, plantID int64, origin string) (tag string, body []byte, err error) {
	s, err := record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (formats.Sheet, error) { return caseSheet(ctx, c.Keeper, tx, plantID, origin) })
	if err != nil {
		return "", nil, err
	}
	body, err = formats.Case(s)
	return s.Tag, body, err
}

func caseSheet(
	ctx context.Context,
	c *record.Keeper,
	tx *ledger.Tx,
	plantID int64,
	origin string,
) (formats.Sheet, error) {
	p, err := intake.PlantIn(ctx, c, tx, plantID)
	if err != nil {
		return formats.Sheet{}, err
	}
	in := p.Intake
	s := formats.Sheet{
		Tag:   in.Tag,
		Group: p.GroupName,
		Apart: in.KeptApart,
		On:    dates.InWords(c.Today()),
		Link:  pageOf(origin, plantID),
	}
	if s.Parts, err = sheetParts(ctx, c, tx, p); err != nil {
		return s, err
	}
	line, err := timeline(ctx, c, tx, plantID)
	if err != nil {
		return s, err
	}
	for _, e := range line.Entries {
		event := formats.SheetEvent{On: dates.InWords(e.On), Words: e.Words}
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
func sheetParts(ctx context.Context, c *record.Keeper, tx *ledger.Tx, p intake.Plant) ([]formats.SheetPart, error) {
	in := p.Intake.OfKind()
	who := formats.SheetPart{Heading: "The plant"}
	add := func(to *formats.SheetPart, when bool, words string, a ...any) {
		if when {
			to.Lines = append(to.Lines, fmt.Sprintf(words, a...))
		}
	}
	add(&who, in.Source != "", "From: %s", in.Source)
	add(&who, in.ArrivedOn != "", "Arrived: %s", dates.InWords(in.ArrivedOn))
	add(&who, in.LeafCount > 0, "Leaves: %d", in.LeafCount)
	add(&who, in.BulbCount > 0, "Bulbs or canes: %d %s", in.BulbCount, in.BulbState)
	add(&who, in.Notes != "", "%s", in.Notes)
	state := formats.SheetPart{Heading: "How it stands"}
	if p.Looked != nil {
		add(&state, p.Looked.Headline != "", "Look of %s: %s", dates.InWords(p.Looked.LookedOn), p.Looked.Headline)
		add(&state, p.Looked.Cause != "", "Cause: %s", p.Looked.Cause)
	}
	if p.Latest != nil && p.Latest.Grade != "" {
		add(&state, true, "Roots of %s: %s, %.0f–%.0f %% alive. %s", dates.InWords(p.Latest.ReadOn),
			p.Latest.Grade, 100*p.Latest.Viable.Low, 100*p.Latest.Viable.High, p.Latest.Headline)
	}
	r, err := rehome.RehomingOf(ctx, c, tx, p.ID, "")
	if err != nil {
		return nil, err
	}
	home := formats.SheetPart{Heading: "Home"}
	if len(r.Homes) > 0 {
		h := r.Homes[0]
		add(&home, true, "Since %s: %s", dates.InWords(h.FromOn), record.HomeWords(h.Name, h.Mix))
		if h.Pot != nil {
			add(&home, true, "Pot: %.0f mm wide, %.0f mm high, %.2f L", h.Pot.TopMM, h.Pot.HeightMM, h.Pot.VolumeL())
		}
		add(&home, h.Note != "", "%s", h.Note)
		add(&home, h.NextLookOn != "", "Next look: %s", dates.InWords(h.NextLookOn))
	} else {
		add(&home, true, "%s", r.Decision.Headline)
	}
	fares := formats.SheetPart{Heading: "Is it winning"}
	if f := p.Fares; f != nil {
		add(&fares, f.Name != "", "%s, since %s", f.Name, dates.InWords(f.Since))
		add(&fares, true, "%s", f.Words)
	}
	for _, alarm := range p.Alarms {
		add(&fares, true, "Alarm: %s", alarm)
	}
	list, err := record.WeightsOf(ctx, tx, p.ID)
	if err != nil {
		return nil, err
	}
	of := patient.Patient{Weights: list, Now: c.Now()}
	weights := formats.SheetPart{Heading: "Weights"}
	for _, kind := range []patient.Kind{patient.BarePlant, patient.InPot} {
		if of := of.Stands().Counting(kind); len(of) > 0 {
			first, last := of[0], of[len(of)-1]
			name := map[patient.Kind]string{patient.BarePlant: "Bare plant", patient.InPot: "In its pot"}[kind]
			add(&weights, true, "%s: %.4g g on %s", name, first.Grams, dates.InWords(first.At.Format(time.DateOnly)))
			if len(of) > 1 {
				add(&weights, true, "%.4g g on %s, after %d weighings",
					last.Grams, dates.InWords(last.At.Format(time.DateOnly)), len(of))
			}
		}
	}
	return []formats.SheetPart{who, state, fares, home, weights}, nil
}
