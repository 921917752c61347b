package progress

import (
	"context"

	"therapeon/clinic/bench"
	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// Relative is a plant of a family: the one that was first, and all that was divided from it.
type Relative struct {
	PlantID   int64             `json:"plant_id" required:"true"`
	Tag       string            `json:"tag" required:"true"`
	ParentID  int64             `json:"parent_id,omitempty"`
	DividedOn string            `json:"divided_on,omitempty"`
	Depth     int               `json:"depth" required:"true" description:"generations from the first"`
	Ended     progress.HowEnded `json:"ended,omitempty" enum:",recovered,given,lost" description:"it left the bench"`
	Off       bool              `json:"off,omitempty" description:"it is off the bench"`
	Stage     message.Message   `json:"stage,omitzero" description:"name of its stage"`
}

// mostGenerations is how far a family is followed, and mostRelatives how many of it are listed.
const (
	mostGenerations = 20
	mostRelatives   = 200
)

// family is that of a plant, each before those that were divided from it; empty where it stands alone.
func family(ctx context.Context, tx *ledger.Tx, of ledger.Plant) ([]Relative, error) {
	first := of
	for range mostGenerations {
		if first.ParentID == 0 {
			break
		}
		parent, err := tx.Plants().Get(ctx, first.ParentID)
		if err != nil {
			return nil, err
		}
		first = parent
	}
	list := []Relative{}
	var add func(row ledger.Plant, depth int) error
	add = func(row ledger.Plant, depth int) error {
		if len(list) >= mostRelatives || depth > mostGenerations {
			return nil
		}
		r := Relative{
			PlantID: row.ID, Tag: row.Tag, ParentID: row.ParentID, DividedOn: row.DividedOn, Depth: depth,
			Off: row.ArchivedAt != "",
		}
		if fares := bench.FaresOf(row.Care); fares != nil {
			r.Stage = fares.Name
		}
		closing, err := record.ClosingOf(ctx, tx, row.ID)
		if err != nil {
			return err
		}
		if closing.State != ledger.Gone {
			r.Ended = closing.Value.How
		}
		list = append(list, r)
		divisions, err := tx.Plants().Divisions(ctx, row.ID)
		if err != nil {
			return err
		}
		for _, d := range divisions {
			if err := add(d, depth+1); err != nil {
				return err
			}
		}
		return nil
	}
	if err := add(first, 0); err != nil || len(list) < 2 {
		return []Relative{}, err
	}
	return list, nil
}
