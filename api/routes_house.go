package api

import (
	"context"
	"net/http"
	"strconv"
	"strings"

	"therapeon/clinic"
	"therapeon/clinic/rehoming"
	"therapeon/clinic/shelf"
	"therapeon/core/drying"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/rehome"
)

type rehomingOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Person string `query:"person" json:"-" description:"whose acknowledged cautions to list"`
}

type savePlan struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Both   bool   `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	Person string `query:"person" json:"-"`
	rehoming.SavePlan
}

type markHomeJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	rehoming.MarkHomeJob
}

type settle struct {
	ID int64 `path:"id" json:"-" required:"true"`
	rehoming.Settle
}

type houseMedia struct {
	Media      media.Knowledge        `json:"media" required:"true"`
	Components []media.Component      `json:"components" required:"true" description:"with the house's own figures where it measured them, and its own components"`
	House      []shelf.HouseComponent `json:"house" required:"true" description:"what the house measured"`
	Recipes    []shelf.OwnRecipe      `json:"recipes" required:"true" description:"the house's own mixes"`
}

type measureComponent struct {
	Code string `path:"code" json:"-" required:"true"`
	shelf.MeasureComponent
}

type measuredList struct {
	Components []media.Component      `json:"components" required:"true"`
	House      []shelf.HouseComponent `json:"house" required:"true"`
}

type addRecipe struct{ shelf.SaveRecipe }

type changeRecipe struct {
	ID int64 `path:"id" json:"-" required:"true"`
	shelf.SaveRecipe
}

type recipeList struct {
	Recipes []shelf.OwnRecipe `json:"recipes" required:"true"`
}

type labelsOf struct {
	Plants string `query:"plants" json:"-" required:"true" description:"ids of plants, such as 3,7,12; 48 at most"`
	Sheet  bool   `query:"sheet" json:"-" description:"three by eight on A4, instead of one on a page of 70 × 37 mm"`
	Skip   int    `query:"skip" json:"-" description:"places of the first sheet that are used up"`
	Origin string `query:"origin" json:"-" description:"where the page is, for the code that leads to it"`
}

type sheetOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Origin string `query:"origin" json:"-" description:"where the page is, for the code that leads to it"`
}

// houseTable lists what houses a plant: plan, jobs, homes, media, paper.
func houseTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/plants/{id}/home",
			"getHome",
			"Pot it or hold it, its pot, mix and place, and the jobs",
			func(ctx context.Context, in rehomingOf) (rehoming.Rehoming, error) {
				return c.Rehoming.Rehoming(ctx, in.ID, in.Person)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/home",
			"planHome",
			"Change what is planned for a plant; an older version is refused",
			func(ctx context.Context, in savePlan) (rehoming.Rehoming, error) {
				return c.Rehoming.SavePlan(ctx, in.ID, in.SavePlan, in.Person)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/home/jobs",
			"markHomeJob",
			"Say that a job is done, skipped or open again",
			func(ctx context.Context, in markHomeJob) (rehoming.Rehoming, error) {
				return c.Rehoming.MarkHomeJob(ctx, in.ID, in.MarkHomeJob)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/homes",
			"settle",
			"Note a plant's new home as it was in fact given",
			func(ctx context.Context, in settle) (rehoming.Rehoming, error) {
				return c.Rehoming.Settle(ctx, in.ID, in.Settle)
			},
		),
		op(
			get,
			"/api/v1/batch",
			"getBatch",
			"Tonight's batch of pots against the shelf",
			func(ctx context.Context, _ nothing) (rehoming.Batch, error) {
				return c.Rehoming.Batch(ctx)
			},
		),
		op(
			get,
			"/api/v1/knowledge/rehome",
			"rehomeKnowledge",
			"Routes, pots and drying",
			func(context.Context, nothing) (rehoming.RehomeKnowledge, error) {
				return rehoming.RehomeKnowledge{
					Rehome: *rehome.Table(),
					Pots:   *pots.Table(),
					Drying: *drying.Table(),
				}, nil
			},
		),
		op(
			get,
			"/api/v1/knowledge/media",
			"mediaKnowledge",
			"Components of media, as the house has them, and recipes",
			func(ctx context.Context, _ nothing) (houseMedia, error) {
				all, house, err := c.Shelf.Components(ctx)
				if err != nil {
					return houseMedia{}, err
				}
				own, err := c.Shelf.Recipes(ctx)
				return houseMedia{*media.Table(), all, house, own}, err
			},
		),
		op(
			put,
			"/api/v1/media/components/{code}",
			"measureComponent",
			"Keep the measured air of a component, or a component of one's own",
			func(ctx context.Context, in measureComponent) (measuredList, error) {
				all, house, err := c.Shelf.MeasureComponent(ctx, in.Code, in.MeasureComponent)
				return measuredList{all, house}, err
			},
		),
		op(
			post,
			"/api/v1/media/recipes",
			"addRecipe",
			"Keep a mix of one's own",
			func(ctx context.Context, in addRecipe) (recipeList, error) {
				list, err := c.Shelf.SaveRecipe(ctx, 0, in.SaveRecipe)
				return recipeList{list}, err
			},
		),
		op(
			put,
			"/api/v1/media/recipes/{id}",
			"changeRecipe",
			"Change a mix of one's own, or take it off the list",
			func(ctx context.Context, in changeRecipe) (recipeList, error) {
				list, err := c.Shelf.SaveRecipe(ctx, in.ID, in.SaveRecipe)
				return recipeList{list}, err
			},
		),
		op(
			get,
			"/api/v1/labels",
			"labels",
			"Labels to print",
			func(ctx context.Context, in labelsOf) (document, error) {
				return labels(ctx, c, in)
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/sheet",
			"caseSheet",
			"A plant and all that happened to it, to print",
			func(ctx context.Context, in sheetOf) (document, error) {
				at, err := origin(ctx, in.Origin)
				if err != nil {
					return document{}, err
				}
				tag, body, err := c.History.CaseSheet(ctx, in.ID, at)
				return document{fileName(tag, ".pdf"), pdf, body}, err
			},
		),
		op(
			post,
			"/api/v1/compute/pot",
			"computePot",
			"A pot's volume and fit, and the size advised; nothing saved",
			func(ctx context.Context, in rehoming.PotAsk) (rehoming.PotAnswer, error) {
				return c.Rehoming.ComputePot(ctx, in)
			},
		),
		op(
			post,
			"/api/v1/compute/mix",
			"computeMix",
			"What a mix settles to, its air and water; nothing saved",
			func(ctx context.Context, in rehoming.MixAsk) (rehoming.MixAnswer, error) {
				return c.Rehoming.ComputeMix(ctx, in)
			},
		),
		op(
			post,
			"/api/v1/compute/section",
			"computeSection",
			"Plant and pot cut through the middle, to scale; nothing saved",
			func(ctx context.Context, in rehoming.SectionAsk) (pots.Section, error) {
				return c.Rehoming.ComputeSection(ctx, in)
			},
		),
		op(
			post,
			"/api/v1/compute/weigh-fit",
			"computeWeighFit",
			"What weights say: a bare plant's loss, or when a pot is due; nothing saved",
			func(_ context.Context, in rehoming.WeighFitAsk) (rehoming.WeighFit, error) {
				return c.Rehoming.ComputeWeighFit(in)
			},
		),
	}
}

func labels(ctx context.Context, c *clinic.Clinic, in labelsOf) (document, error) {
	at, err := origin(ctx, in.Origin)
	if err != nil {
		return document{}, err
	}
	var ids []int64
	for word := range strings.SplitSeq(in.Plants, ",") {
		id, err := strconv.ParseInt(strings.TrimSpace(word), 10, 64)
		if err != nil || id < 1 {
			return document{}, badParameter("plants", in.Plants, "ids of plants, such as 3,7,12")
		}
		ids = append(ids, id)
	}
	if len(ids) > 48 {
		return document{}, badParameter("plants", strconv.Itoa(len(ids)), "48 plants at most")
	}
	if in.Skip > 23 {
		return document{}, badParameter("skip", strconv.Itoa(in.Skip), "0 to 23 places")
	}
	body, err := c.History.Labels(ctx, ids, in.Sheet, in.Skip, at)
	return document{"labels.pdf", pdf, body}, err
}
