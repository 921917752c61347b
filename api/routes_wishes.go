package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/wishing"
	"therapeon/core/roots"
	"therapeon/core/stances"
	"therapeon/core/wishes"
)

type askMayI struct {
	ID      int64         `path:"id" json:"-" required:"true"`
	Feel    roots.Feel    `query:"feel" json:"-" enum:"firm,limp,thread,crunchy,hollow,mushy" description:"how the root feels that one wishes to cut"`
	Colour  roots.Colour  `query:"colour" json:"-" enum:"pale,green,patches-smooth,patches-hard,brown,black"`
	Wetting roots.Wetting `query:"wetting" json:"-" enum:"greens,dull" description:"what it does five minutes after it was wetted"`
}

type keepWish struct {
	ID int64 `path:"id" json:"-" required:"true"`
	wishing.Wish
}

type settleWish struct {
	ID int64 `path:"id" json:"-" required:"true"`
	wishing.Outcome
}

type questionList struct {
	Questions []stances.Question `json:"questions" required:"true"`
}

// wishTable lists what people wish to do with a plant.
func wishTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/plants/{id}/may-i",
			"mayI",
			"What one may do with a plant today: yes, not now, or no, with the reason",
			func(ctx context.Context, in askMayI) (wishing.MayI, error) {
				return c.Wishing.MayI(ctx, in.ID, wishes.Root{Feel: in.Feel, Colour: in.Colour, Wetting: in.Wetting})
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/wishes",
			"keepWish",
			"Keep a wish with the answer it is given today",
			func(ctx context.Context, in keepWish) (wishing.Kept, error) {
				return c.Wishing.Wish(ctx, in.ID, in.Wish)
			},
		),
		op(
			put,
			"/api/v1/wishes/{id}",
			"settleWish",
			"Say what was done about a wish; an older version is refused",
			func(ctx context.Context, in settleWish) (wishing.Kept, error) {
				return c.Wishing.Settle(ctx, in.ID, in.Outcome)
			},
		),
		op(
			get,
			"/api/v1/knowledge/wishes",
			"wishKnowledge",
			"The wishes, and every answer to them",
			func(context.Context, nothing) (wishes.Knowledge, error) {
				return *wishes.Table(), nil
			},
		),
		op(
			get,
			"/api/v1/knowledge/stances",
			"stanceKnowledge",
			"Questions in which advice takes a side: no plant is told both",
			func(context.Context, nothing) (questionList, error) {
				return questionList{stances.Table()}, nil
			},
		),
	}
}
