// Package mixing is the routes of mixing.
package mixing

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/mixing"
	"therapeon/core/media"
	"therapeon/core/solutions"
)

type calibrated struct {
	Adds  float64 `json:"adds" required:"true" description:"what 1 mL/L adds to the reading"`
	Scale string  `json:"scale" required:"true"`
}

type oxygen struct {
	MGL    float64 `json:"mg_per_l" required:"true" description:"at 101.325 kPa"`
	Source string  `json:"source" required:"true"`
}

type oxygenAsk struct {
	Celsius float64 `json:"celsius" required:"true" validate:"water_c" title:"mixing.oxygenAsk.celsius" description:"of the water"`
}

type shelfList struct {
	Shelf []service.OnShelf `json:"shelf" required:"true"`
}

type changeStock struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangeStock
}

type houseMedia struct {
	Media      media.Knowledge          `json:"media" required:"true"`
	Components []media.Component        `json:"components" required:"true" description:"with the house's own figures where it measured them, and its own components"`
	House      []service.HouseComponent `json:"house" required:"true" description:"what the house measured"`
	Recipes    []service.OwnRecipe      `json:"recipes" required:"true" description:"the house's own mixes"`
}

type measureComponent struct {
	Code string `path:"code" json:"-" required:"true"`
	service.MeasureComponent
}

type measuredList struct {
	Components []media.Component        `json:"components" required:"true"`
	House      []service.HouseComponent `json:"house" required:"true"`
}

type addRecipe struct{ service.SaveRecipe }

type recipeList struct {
	Recipes []service.OwnRecipe `json:"recipes" required:"true"`
}

type changeRecipe struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.SaveRecipe
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Compute("solutions", "computeSolution",
			"What to measure out for a dilution, or how strong a mix is; nothing saved",
			solutions.Dilute),
		wire.Compute("feed", "computeFeed", "A feed by its label, both ways", solutions.MixFeed),
		wire.Compute("stack", "computeStack", "Several products on a base water, and what the meter reads after each",
			solutions.MixStack),
		wire.Compute("blend", "computeBlend", "Tap and pure water blended to a target", solutions.MixBlend),
		wire.Compute("flush", "computeFlush", "How much water rinses a pot", solutions.MixFlush),
		wire.Compute("meter", "computeMeter", "A meter's reading on every scale", solutions.AllScales),
		wire.Compute("calibration", "computeCalibration", "What a product adds to one's own meter",
			func(in solutions.Calibration) calibrated { return calibrated{in.Adds(), in.Scale} }),
		wire.Compute("flood-test", "computeFloodTest", "The air and water of a component, by flooding and draining it",
			media.FloodTest.Tells),
		wire.Compute("oxygen", "computeOxygen", "The oxygen fresh water holds",
			func(in oxygenAsk) oxygen {
				return oxygen{solutions.OxygenMGL(in.Celsius), "Benson & Krause 1984, as USGS tables have it"}
			}),
		wire.Get("/shelf", "listShelf", "What is on the shelf",
			func(ctx context.Context, _ wire.Nothing) (shelfList, error) {
				list, err := s.Shelf(ctx)
				return shelfList{list}, err
			}),
		wire.Post("/shelf", "addStock", "Put a product on the shelf",
			func(ctx context.Context, in service.Stock) (service.OnShelf, error) {
				return s.AddStock(ctx, in)
			}),
		wire.Put("/shelf/{id}", "changeStock", "Change what is on the shelf; an older version is refused",
			func(ctx context.Context, in changeStock) (service.OnShelf, error) {
				return s.ChangeStock(ctx, in.ID, in.ChangeStock)
			}),
		wire.Table("solutions", "solutionKnowledge",
			"Products with their strengths, kitchen measures, and the figures of the mixing bench",
			solutions.Known),
		wire.Get("/knowledge/media", "mediaKnowledge", "Components of media, as the house has them, and recipes",
			func(ctx context.Context, _ wire.Nothing) (houseMedia, error) {
				all, house, err := s.Components(ctx)
				if err != nil {
					return houseMedia{}, err
				}
				own, err := s.Recipes(ctx)
				return houseMedia{*media.Table(), all, house, own}, err
			}),
		wire.Put("/media/components/{code}", "measureComponent",
			"Keep the measured air of a component, or a component of one's own",
			func(ctx context.Context, in measureComponent) (measuredList, error) {
				all, house, err := s.MeasureComponent(ctx, in.Code, in.MeasureComponent)
				return measuredList{all, house}, err
			}),
		wire.Post("/media/recipes", "addRecipe", "Keep a mix of one's own",
			func(ctx context.Context, in addRecipe) (recipeList, error) {
				list, err := s.SaveRecipe(ctx, 0, in.SaveRecipe)
				return recipeList{list}, err
			}),
		wire.Put("/media/recipes/{id}", "changeRecipe", "Change a mix of one's own, or take it off the list",
			func(ctx context.Context, in changeRecipe) (recipeList, error) {
				list, err := s.SaveRecipe(ctx, in.ID, in.SaveRecipe)
				return recipeList{list}, err
			}),
	}
}
