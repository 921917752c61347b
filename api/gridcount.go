package api

import (
	"context"

	"therapeon/clinic/check"
	"therapeon/core/roots"
)

func countGrid(_ context.Context, in gridCount) (gridLength, error) {
	if err := check.Input(in); err != nil {
		return gridLength{}, err
	}
	return gridLength{roots.GridCount(in.Crossings, in.SpacingMM), roots.Known().Figures.GridFactor}, nil
}
