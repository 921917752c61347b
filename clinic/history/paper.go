package history

import (
	"cmp"
	"context"
	"fmt"
	"time"

	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/clinic/rehome"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/formats"
	"therapeon/ledger"
)

func pageOf(origin string, plantID int64) string {
	return fmt.Sprintf("%s/plants/%d/rehome", origin, plantID)
}

// Labels are the labels of plants. A plant that has no home noted yet has that
// which is planned for it.
func (c *Service) Labels(ctx context.Context, ids []int64, origin string) ([]formats.Label, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) ([]formats.Label, error) { return labels(ctx, c.Keeper, tx, ids, origin) })
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
			On:       c.Today(),
			NextLook: r.NextLookOn,
			Link:     pageOf(origin, id),
		}
		switch {
		case len(r.Homes) > 0 && r.Open == len(r.Jobs):
			home := r.Homes[0]
			l.Method = home.Words()
			l.On, l.NextLook = home.FromOn, home.NextLookOn
		case r.Route != nil:
			l.Method = r.Route.Name
			if r.Mix != nil {
				l.Method = record.PlannedHome(r.Route.Route, *r.Mix)
			}
		default:
			l.Method = message.Of("clinic.history.no-home-yet")
		}
		labels[i] = l
	}
	return labels, nil
}

// CaseSheet is a plant and all that happened to it, for paper.
func (c *Service) CaseSheet(ctx context.Context, plantID int64, origin string) (formats.Sheet, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (formats.Sheet, error) { return caseSheet(ctx, c.Keeper, tx, plantID, origin) })
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
		On:    c.Today(),
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
		event := formats.SheetEvent{On: e.On, Words: e.Words.Value}
		if e.Shared != "" {
			event.Words = message.Of("formats.as-parent", message.Told("words", e.Words.Value), message.Name("parent", e.Shared))
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
	r, err := rehome.RehomingOf(ctx, c, tx, p.ID, "")
	if err != nil {
		return nil, err
	}
	list, err := record.WeightsOf(ctx, tx, p.ID)
	if err != nil {
		return nil, err
	}
	weights := weightsPart(patient.Patient{Weights: list, Now: c.Now()})
	return []formats.SheetPart{whoPart(p), statePart(p), homePart(r), faresPart(p), weights}, nil
}

// part is a part of the sheet that is being filled.
type part struct{ formats.SheetPart }

func partOf(heading string) part {
	return part{formats.SheetPart{Heading: message.Of("clinic.history.part-" + heading)}}
}

func (p *part) add(when bool, code string, args ...message.Arg) {
	if when {
		p.say(message.Of("clinic.history."+code, args...))
	}
}

func (p *part) say(line message.Message) {
	if !line.Empty() {
		p.Lines = append(p.Lines, line)
	}
}

func whoPart(p intake.Plant) formats.SheetPart {
	in, who := p.Intake.OfKind(), partOf("the-plant")
	who.add(in.Source != "", "from", message.Name("source", in.Source))
	who.add(in.ArrivedOn != "", "arrived", message.On("arrived_on", in.ArrivedOn))
	who.add(in.LeafCount > 0, "leaves", message.Count("n", in.LeafCount))
	who.add(in.BulbCount > 0, "bulbs-"+cmp.Or(string(in.BulbState), "unknown"), message.Count("n", in.BulbCount))
	who.say(message.Plain(in.Notes))
	return who.SheetPart
}

func statePart(p intake.Plant) formats.SheetPart {
	state := partOf("how-it-stands")
	if l := p.Looked; l != nil {
		state.add(!l.Headline.IsZero(), "look-of",
			message.On("looked_on", l.LookedOn), message.Told("headline", l.Headline.Words()))
		state.add(!l.Cause.IsZero(), "cause", message.Told("cause", l.Cause.Value))
	}
	if l := p.Latest; l != nil && l.Grade != "" {
		state.add(true, "roots-of-alive",
			message.On("read_on", l.ReadOn), message.Told("words", l.Words.Value),
			message.Told("headline", l.Headline.Words()))
	}
	return state.SheetPart
}

func homePart(r rehome.Rehoming) formats.SheetPart {
	home := partOf("home")
	if len(r.Homes) == 0 {
		home.say(r.Decision.Headline.Words())
		return home.SheetPart
	}
	h := r.Homes[0]
	home.add(true, "since", message.On("from_on", h.FromOn), message.Told("home", h.Words()))
	if h.Pot != nil {
		home.add(true, "pot-wide-high",
			message.Fixed("top_mm", h.Pot.TopMM, 0, "mm"),
			message.Fixed("height_mm", h.Pot.HeightMM, 0, "mm"),
			message.Fixed("volume_l", h.Pot.VolumeL(), 2, "L"))
	}
	home.say(message.Plain(h.Note))
	home.add(h.NextLookOn != "", "next-look", message.On("next_look_on", h.NextLookOn))
	return home.SheetPart
}

func faresPart(p intake.Plant) formats.SheetPart {
	fares := partOf("is-it-winning")
	if f := p.Fares; f != nil {
		fares.add(!f.Name.Empty(), "since-2", message.Told("stage", f.Name), message.On("since", f.Since))
		fares.say(f.Words.Value)
	}
	for _, alarm := range p.Alarms {
		fares.add(true, "alarm", message.Told("alarm", alarm.Words()))
	}
	return fares.SheetPart
}

func weightsPart(p patient.Patient) formats.SheetPart {
	weights := partOf("weights")
	weighed := func(code string, w patient.Weight, args ...message.Arg) {
		weights.add(true, code, append(args,
			message.Grams("grams", w.Grams), message.On("day", w.At.Format(time.DateOnly)))...)
	}
	for _, kind := range []patient.Kind{patient.BarePlant, patient.InPot} {
		if of := p.Stands().Counting(kind); len(of) > 0 {
			weighed("first-"+string(kind), of[0])
			if len(of) > 1 {
				weighed("on-after-weighings", of[len(of)-1], message.Count("n", len(of)))
			}
		}
	}
	return weights.SheetPart
}
