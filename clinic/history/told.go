package history

import (
	"cmp"
	"context"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/record"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/progress"
	"therapeon/core/unpot"
	"therapeon/core/wishes"
	"therapeon/ledger"
)

// teller tells one kind of what happened to a plant.
type teller func(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error)

// tellers are all of them; what happened on one day stands in their order.
var tellers = []teller{
	incidents, treatments, cleanings, homes, weights, wished, checkins, endings, movedWords, readings, looks, arrival,
}

// told is what happened to a plant.
func told(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	list := []Entry{}
	for _, tell := range tellers {
		some, err := tell(ctx, tx, row)
		if err != nil {
			return nil, err
		}
		list = append(list, some...)
	}
	return list, nil
}

// entry is what happened on a day.
func entry(on, kind string, words message.Message, id int64) Entry {
	return Entry{On: on, Kind: kind, Words: knowledge.Say(words).Told(on), ID: id}
}

func incidents(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := tx.Events().Incidents(ctx, row.ID)
	for _, i := range kept {
		what := unpot.Table().Accidents[i.What]
		words := message.All(message.Of("clinic.history.broke", message.Told("what", unpot.Table().AccidentName(i.What))),
			message.Plain(i.Note))
		e := entry(i.HappenedOn, "incident", words, i.ID)
		e.Explains = &what
		list = append(list, e)
	}
	return list, err
}

func treatments(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.CoursesOf(ctx, tx, row.ID)
	for _, r := range kept {
		doc := r.Value.Course
		pest, _ := pests.Find(doc.Pest)
		for i, on := range doc.Rounds {
			list = append(
				list,
				entry(
					on,
					"round",
					message.Of("clinic.history.round", message.Told("pest", pest.Name), message.Count("n", i+1)),
					r.ID,
				),
			)
		}
		for _, on := range doc.Seen {
			list = append(list, entry(on, "seen", message.Of("clinic.history.still-seen", message.Told("pest", pest.Name)), r.ID))
		}
		for _, on := range doc.Clear {
			list = append(list, entry(on, "clear", message.Of("clinic.history.none-seen", message.Told("pest", pest.Name)), r.ID))
		}
	}
	return list, cmp.Or(err, ledger.Sound(kept))
}

func cleanings(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.Cleanings.Of(ctx, tx, row.ID)
	if err := cmp.Or(err, ledger.Sound(kept)); err != nil {
		return nil, err
	}
	for _, d := range kept {
		if closed := d.Value.ClosedOn; closed != "" && d.Value.Done != nil {
			list = append(
				list,
				entry(
					closed,
					"cleaning",
					message.All(message.Of("clinic.history.cleaned"), d.Value.Done.Plan().Headline.Value),
					d.ID,
				),
			)
		} else {
			list = append(list, entry(d.Day, "cleaning", message.Of("clinic.history.cleaning-begun"), d.ID))
		}
	}
	return list, nil
}

func homes(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.HomesOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, h := range kept {
		code := "clinic.history.housed"
		if h.Value.IsHold() {
			code = "clinic.history.held"
		}
		words := message.All(message.Of(code, message.Told("home", h.Value.Words())), message.Plain(h.Value.Note))
		list = append(list, entry(h.Day, "home", words, h.ID))
	}
	return list, nil
}

func weights(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.Weighings(ctx, tx, row.ID)
	for _, w := range kept {
		if !w.Withdrawn {
			code := "clinic.history.weighed"
			if w.Kind == patient.InPot {
				code = "clinic.history.weighed-in-pot"
			}
			list = append(
				list,
				entry(record.DayOf(w.At), "weights", message.Of(code, message.Grams("grams", w.Grams)), w.ID),
			)
		}
	}
	return list, err
}

func checkins(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.Checkins.Of(ctx, tx, row.ID)
	if err := cmp.Or(err, ledger.Sound(kept)); err != nil {
		return nil, err
	}
	names, err := record.RootNames(ctx, tx, row.ID)
	for _, d := range kept {
		if d.State != ledger.Gone {
			list = append(
				list,
				entry(
					d.Day,
					"checkin",
					message.Of("clinic.history.checked-in", message.Several("seen", d.Value.Noted.InShort(names))),
					d.ID,
				),
			)
		}
	}
	return list, err
}

func readings(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.Readings.HeadsOf(ctx, tx, row.ID)
	for _, d := range kept {
		if s := bench.SummaryOf(d.ID, d.Day, d.Short); s.Grade != "" {
			list = append(list, entry(d.Day, "roots", message.All(message.Of("clinic.history.roots-read",
				message.Told("grade", message.Of("roots.grade."+string(s.Grade)))), s.Headline.Words()), d.ID))
		}
	}
	return list, err
}

func looks(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (list []Entry, err error) {
	kept, err := record.Looks.Of(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range kept {
		if r.Err != nil {
			return nil, r.Err
		}
		l := bench.LookShown(bench.LookRow{ID: r.ID, On: r.Day, AgainOn: r.DueOn, Short: r.Short}, "")
		list = append(list, entry(r.Day, "look", message.All(l.Headline.Words(), l.Cause.Value), r.ID))
		for _, a := range r.Value.Noted.Accidents {
			what := unpot.Table().Accidents[a.What]
			words := message.Of("clinic.history.while-unpotting",
				message.Told("what", unpot.Table().AccidentName(a.What)), message.Count("n", a.Count))
			e := entry(r.Day, "incident", words, 0)
			e.Explains = &what
			list = append(list, e)
		}
	}
	return list, nil
}

func arrival(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	intake, err := record.Intakes.Get(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	from := message.Plain(row.Source)
	if row.ParentID != 0 && row.Source == "" {
		parent, err := tx.Plants().Get(ctx, row.ParentID)
		if err != nil {
			return nil, err
		}
		from = message.Of("clinic.history.division-of", message.Name("parent", parent.Tag))
	}
	first, _, ok := dates.Span(intake.Value.ArrivedOn)
	if !ok {
		return nil, nil
	}
	return []Entry{entry(first.Format(time.DateOnly), "arrived", message.All(message.Of("clinic.history.arrived-here"), from), 0)}, nil
}

// endings are the looks back at a plant, and how it left the bench.
func endings(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	var list []Entry
	backs, err := record.LookBacksOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, d := range backs {
		if d.State == ledger.Gone {
			continue
		}
		said := []message.Message{message.Of("clinic.history.looked-back"), progress.Table().Verdicts[d.Value.Verdict].Value}
		switch d.Value.Again {
		case patient.Yes:
			said = append(said, message.Of("clinic.history.would-do-it-again"))
		case patient.No:
			said = append(said, message.Of("clinic.history.would-not-do-it-again"))
		}
		words := message.All(append(said, message.Plain(d.Value.Note))...)
		list = append(list, entry(d.Day, "looked-back", words, d.ID))
	}
	closing, err := record.ClosingOf(ctx, tx, row.ID)
	if err == nil && closing.State != ledger.Gone {
		words := message.All(message.Of("clinic.history.closed"), record.ClosedWords(closing.Value))
		list = append(list, entry(closing.Day, "closed", words, row.ID))
	}
	return list, err
}

// wished is what was asked for, the answer it was given, and what was then done.
func wished(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	all, err := record.Wishes.Of(ctx, tx, row.ID)
	if err := cmp.Or(err, ledger.Sound(all)); err != nil {
		return nil, err
	}
	var list []Entry
	for _, d := range all {
		if a, ok := wishes.Table().Kept(d.Value.Wish, d.Value.Row); ok {
			said := []message.Message{message.Of("clinic.history.asked-"+a.Answer, message.Told("wish", a.Name))}
			if d.Value.Done != "" {
				said = append(said, message.Of("clinic.history.done-"+d.Value.Done))
			}
			words := message.All(append(said, message.Plain(d.Value.Note))...)
			list = append(list, entry(d.Day, "asked", words, d.ID))
		}
	}
	return list, nil
}
