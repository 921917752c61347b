package record

import (
	"context"
	"encoding/json"
	"slices"
	"time"

	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// Home is how a plant is held or housed from a day on, as it was in fact done.
type Home struct {
	ID         int64               `json:"id" required:"true"`
	FromOn     string              `json:"from_on" required:"true"`
	Route      string              `json:"route" required:"true" description:"code of a route"`
	Name       message.Message     `json:"name" required:"true" description:"of the route"`
	Pot        *pots.Pot           `json:"pot,omitempty"`
	Mix        message.Message     `json:"mix,omitzero" description:"name of the mix"`
	Recipe     string              `json:"-"` // code of the mix
	Parts      []media.Part        `json:"parts,omitempty"`
	MixWater   float64             `json:"mix_water,omitempty" description:"share of the medium that is water, drained"`
	Note       string              `json:"note,omitempty"`
	NextLookOn string              `json:"next_look_on,omitempty"`
	Again      judgement.Saying    `json:"again,omitzero" description:"that day in words"`
	Jobs       []judgement.HomeJob `json:"jobs,omitempty" description:"what was done and left out"`
	Planned    string              `json:"planned,omitempty" description:"the route that was planned, where it was another"`
}

// HomeDoc is a home as it is kept: in codes, figures and the user's own words.
type HomeDoc struct {
	Route      string       `json:"route"`
	Pot        *pots.Pot    `json:"pot,omitempty"`
	Recipe     string       `json:"recipe,omitempty"` // of the table
	Mix        string       `json:"mix,omitempty"`    // the user's own, by its name
	Parts      []media.Part `json:"parts,omitempty"`
	MixWater   float64      `json:"mix_water,omitempty"`
	Note       string       `json:"note,omitempty"`
	NextLookOn string       `json:"next_look_on,omitempty"`
	Done       *rehome.Done `json:"done,omitempty"`
	Planned    string       `json:"planned,omitempty"`

	Old bool `json:"-"` // it was written by an older program
}

// UnmarshalJSON also reads a home as older programs wrote it, with the words of its jobs.
func (h *HomeDoc) UnmarshalJSON(doc []byte) error {
	type present HomeDoc
	var d struct {
		present
		Jobs []rehome.ToldJob `json:"jobs"`
	}
	if err := json.Unmarshal(doc, &d); err != nil {
		return err
	}
	*h = HomeDoc(d.present)
	if recipe, was := knowledge.Once("recipes", h.Mix); was {
		h.Recipe, h.Mix, h.Old = recipe, "", true
	}
	if d.Jobs != nil {
		h.Done, h.Old = rehome.Table().DoneTold(h.Route, d.Jobs), true
	}
	return nil
}

// Home is a kept home with its words.
func (h HomeDoc) Home(id int64, from string) Home {
	return Home{
		ID: id, FromOn: from, Route: h.Route, Name: h.routeName(), Pot: h.Pot, Mix: h.MixName(), Recipe: h.Recipe,
		Parts: h.Parts, MixWater: h.MixWater, Note: h.Note, NextLookOn: h.NextLookOn,
		Jobs: judgement.HomeJobs(rehome.Table().Finished(h.Done)), Planned: h.Planned,
	}
}

func (h HomeDoc) routeName() message.Message {
	if route, ok := rehome.Table().Route(h.Route); ok {
		return route.Name
	}
	return message.Plain(h.Route)
}

// MixName is what the mix is called.
func (h HomeDoc) MixName() message.Message {
	if recipe, ok := media.Table().Recipe(h.Recipe); ok {
		return recipe.Name
	}
	return message.Plain(h.Mix)
}

// Words is the home in short. A mix called as its route is named once.
func (h HomeDoc) Words() message.Message {
	route, mix := h.routeName(), h.MixName()
	if recipe, ok := media.Table().Recipe(h.Recipe); mix.Empty() || ok && recipe.AsRoute && h.Recipe == h.Route {
		return route
	}
	return message.Of("clinic.record.home-with-mix", message.Told("home", route), message.Told("mix", mix))
}

// Words is the home in short.
func (h Home) Words() message.Message {
	return HomeDoc{Route: h.Route, Recipe: h.Recipe, Mix: h.Mix.Typed}.Words()
}

// PlannedHome is a home that is planned, in short.
func PlannedHome(route rehome.Route, mix rehome.Mixed) message.Message {
	h := HomeDoc{Route: route.Code}
	h.MixOf(mix)
	return h.Words()
}

// homeShort is where a plant is now, as its row keeps it.
type homeShort struct {
	Route  string `json:"route"`
	Recipe string `json:"recipe,omitempty"`
	Mix    string `json:"mix,omitempty"`
}

// HomeInWords is that in words.
func HomeInWords(kept string) message.Message {
	var h homeShort
	if kept == "" || json.Unmarshal([]byte(kept), &h) != nil {
		return message.Plain(kept)
	}
	return HomeDoc{Route: h.Route, Recipe: h.Recipe, Mix: h.Mix}.Words()
}

// HomeKept is a home as evidence, from what a row keeps of it; nil where it has none.
func HomeKept(kept, from string) *patient.Home {
	var h homeShort
	if kept == "" || json.Unmarshal([]byte(kept), &h) != nil {
		return nil
	}
	home := rehome.Stands(from, h.Route, nil)
	return &home
}

// SetHome notes where a plant is now.
func (r *Record) SetHome(ctx context.Context, h HomeDoc, from string) error {
	short, err := AsDoc(homeShort{h.Route, h.Recipe, h.Mix})
	if err != nil {
		return err
	}
	return r.Tx.Plants().SetHome(ctx, r.Row.ID, short, from, h.NextLookOn)
}

// Rehoused notes anew where the plant is now and when it is to be looked at first, from what is kept.
func (r *Record) Rehoused(ctx context.Context) error {
	if len(r.HomeDocs) == 0 {
		return r.Tx.Plants().SetHome(ctx, r.Row.ID, "", "", "")
	}
	last := r.HomeDocs[len(r.HomeDocs)-1]
	h := last.Value
	for _, l := range r.Base.Looks {
		if l.On > last.Day {
			h.NextLookOn = "" // who looks has it in hand
		}
	}
	for _, s := range r.Base.Seen {
		if s.On > last.Day {
			h.NextLookOn = ""
		}
	}
	route, ok := rehome.Table().Route(h.Route)
	if ok && route.Hold && h.NextLookOn != "" {
		weights, err := WeightsOf(ctx, r.Tx, r.Row.ID)
		if err != nil {
			return err
		}
		zone := r.Keeper.Now().Location()
		for _, w := range weights {
			if on := w.At.In(zone); w.Kind == patient.BarePlant && on.Format(time.DateOnly) >= last.Day {
				h.NextLookOn = max(h.NextLookOn, route.LookOn(on))
			}
		}
	}
	return r.SetHome(ctx, h, last.Day)
}

// HomesOf are a plant's homes, the oldest first.
func HomesOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]ledger.Doc[HomeDoc], error) {
	all, err := Homes.Of(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	slices.Reverse(all)
	return all, ledger.Sound(all)
}

// IsHold holds for a way of holding, as against a home to stay in.
func (h HomeDoc) IsHold() bool {
	r, ok := rehome.Table().Route(h.Route)
	return ok && r.Hold
}

// MixOf notes the mix that was planned: one of the table's by its code, another by its name.
func (h *HomeDoc) MixOf(m rehome.Mixed) {
	switch {
	case m.Own:
		h.Mix = m.Name.Typed
	case m.Advised != nil:
		h.Recipe = m.Advised.Recipe
	}
}
