package rehome

import (
	"cmp"
	"context"
	"maps"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Text is a statement of the craft with its mark.
type Text = knowledge.Text

// MarkHomeJob is what became of a job on the way to a new home.
type MarkHomeJob struct {
	Job    string     `json:"job" required:"true" validate:"required,code"`
	State  work.State `json:"state" required:"true" validate:"oneof=open done skipped"`
	Reason string     `json:"reason,omitempty" validate:"note" description:"needed when it is skipped"`
	Person string     `json:"person,omitempty" validate:"omitempty,name,who" description:"who has read the cautions"`
}

// Settle is a new home as it was in fact given, which may differ from the plan.
type Settle struct {
	Route      string    `json:"route" required:"true" validate:"required,word"`
	FromOn     string    `json:"from_on,omitempty" validate:"omitempty,day" description:"left out: today"`
	Pot        *pots.Pot `json:"pot,omitempty" description:"left out: as planned"`
	Mix        string    `json:"mix,omitempty" validate:"line" description:"code of a recipe, or a name of your own; left out: as planned"`
	Note       string    `json:"note,omitempty" validate:"note" title:"rehome.Settle.note"`
	NextLookOn string    `json:"next_look_on,omitempty" validate:"omitempty,day" description:"left out: as usual for the route"`
	Person     string    `json:"person,omitempty" validate:"omitempty,name,who"`
}

// Faults finds homes that cannot be.
func (s Settle) Faults() fault.List {
	if _, ok := rehome.Table().Route(s.Route); !ok {
		return rehome.UnknownRoute(s.Route)
	}
	return nil
}

// MarkHomeJob says that a job is done, skipped or open again. One with cautions is
// done only by someone who has acknowledged them.
func (c *Service) MarkHomeJob(ctx context.Context, plantID int64, m MarkHomeJob) (Rehoming, error) {
	if err := check.Input(m); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.Write(ctx, &answer, func(tx *ledger.Tx) error {
		h, err := open(ctx, c.Keeper, tx, plantID, m.Person)
		if err != nil {
			return err
		}
		now, err := h.answer()
		if err != nil {
			return err
		}
		marks := maps.Clone(h.plan.Marks)
		if marks == nil {
			marks = work.Marks{}
		}
		change := work.Change{
			Job: m.Job, State: m.State, Reason: m.Reason, Person: m.Person, On: c.Today(), Seen: now.Seen,
		}
		if err := rehome.Listed(now.Way.Jobs).Apply(change, marks); err != nil {
			return err
		}
		h.plan, err = h.KeepPlan(ctx, now.Version, func(p *record.PlanDoc) { p.Marks = marks })
		if err != nil {
			return err
		}
		answer, err = h.answer()
		return err
	})
	return answer, err
}

// Settle notes the new home of a plant as it was in fact given, and the list of
// jobs begins anew.
func (c *Service) Settle(ctx context.Context, plantID int64, s Settle) (Rehoming, error) {
	if err := check.Input(s); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.Write(ctx, &answer, func(tx *ledger.Tx) error {
		h, err := open(ctx, c.Keeper, tx, plantID, s.Person)
		if err != nil {
			return err
		}
		now, err := h.answer()
		if err != nil {
			return err
		}
		if err := rehome.Listed(now.Way.Jobs).Close("jobs", s.Person, now.Seen); err != nil {
			return err
		}
		if err := keepHome(ctx, h.Visit, s.FromOn, homeOf(s, now)); err != nil {
			return err
		}
		begin := func(p *record.PlanDoc) { p.Marks, p.Tonight, p.Route = nil, false, "" }
		if _, err := h.KeepPlan(ctx, now.Version, begin); err != nil {
			return err
		}
		answer, err = RehomingOf(ctx, c.Keeper, tx, plantID, s.Person)
		return err
	})
	return answer, err
}

// homeOf is a home as it was given; what is not said is as planned.
func homeOf(s Settle, now Rehoming) record.HomeDoc {
	route, _ := rehome.Table().Route(s.Route)
	h := record.HomeDoc{
		Route: s.Route, Note: s.Note, NextLookOn: s.NextLookOn, Done: rehome.Table().DoneOf(now.Task, now.Way.Jobs),
	}
	if now.Route != nil && now.Route.Code != s.Route {
		h.Planned = now.Route.Code
	}
	if !route.Potted() {
		return h
	}
	h.Pot = now.Pot
	if s.Pot != nil {
		h.Pot = s.Pot
	}
	if now.Mix != nil {
		h.MixOf(*now.Mix)
		h.Parts, h.MixWater = now.Mix.Parts, now.Mix.Settled.Water
	}
	if s.Mix != "" && s.Mix != h.Mix && s.Mix != h.Recipe {
		h.Recipe, h.Mix, h.Parts = "", s.Mix, nil
		if _, known := media.Table().Recipe(s.Mix); known {
			h.Recipe, h.Mix = s.Mix, ""
		}
	}
	return h
}

// Batched is a plant of tonight's batch.
type Batched struct {
	ID      int64           `json:"id" required:"true"`
	Tag     string          `json:"tag" required:"true"`
	Route   message.Message `json:"route" required:"true" description:"name of its route"`
	Mix     message.Message `json:"mix" required:"true"`
	MediumL float64         `json:"medium_l" required:"true"`
	Apart   bool            `json:"apart,omitempty" description:"kept apart: potted last"`
}

// Batch is tonight's batch of pots, set against the shelf.
type Batch struct {
	Plants []Batched    `json:"plants" required:"true" description:"those kept apart last"`
	Need   []media.Want `json:"need" required:"true"`
	Short  int          `json:"short" required:"true" description:"components of which there is not enough"`
}

// Batch adds up the mixes of all pots of tonight.
func (c *Service) Batch(ctx context.Context) (Batch, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Batch, error) { return batch(ctx, c.Keeper, tx) })
}

func batch(ctx context.Context, c *record.Keeper, tx *ledger.Tx) (Batch, error) {
	b := Batch{Plants: []Batched{}}
	open, err := record.Plans.OnBench(ctx, tx)
	if err != nil {
		return b, err
	}
	slices.SortStableFunc(open, func(a, b ledger.OnBench[record.PlanDoc]) int {
		return cmp.Or(cmp.Compare(a.Plant.Turn, b.Plant.Turn), cmp.Compare(a.Plant.Tag, b.Plant.Tag),
			cmp.Compare(a.Plant.ID, b.Plant.ID))
	})
	var mixes [][]media.Measured
	for _, row := range open {
		if row.Doc.Err != nil {
			return b, row.Doc.Err
		}
		if !row.Doc.Value.Tonight {
			continue
		}
		r, err := RehomingOf(ctx, c, tx, row.Plant.ID, "")
		if err != nil {
			return b, err
		}
		if r.Mix == nil || r.Fit == nil || r.Route == nil {
			continue
		}
		b.Plants = append(
			b.Plants,
			Batched{row.Plant.ID, row.Plant.Tag, r.Route.Name, r.Mix.Name, r.Fit.MediumL, row.Plant.KeptApart != 0},
		)
		mixes = append(mixes, r.Mix.Measured)
	}
	all, _, err := mixing.AllComponents(ctx, tx)
	if err != nil {
		return b, err
	}
	have, err := mixing.MediaOnShelf(ctx, c, tx)
	if err != nil {
		return b, err
	}
	b.Need = media.Table().Need(mixes, have, mixing.ShelfOf(all))
	for _, w := range b.Need {
		if w.ShortL > 0 {
			b.Short++
		}
	}
	return b, nil
}
