package clinic

import (
	"context"
	"fmt"

	"therapeon/core/cleaning"
	"therapeon/core/look"
	"therapeon/store/sqlc"
)

// spikeJob is the job that takes a spike off.
const spikeJob = "spike-cut"

// spikeCutOn is the day a plant's spike was last cut while it was cleaned, or empty.
func spikeCutOn(ctx context.Context, q *sqlc.Queries, plantID int64) (string, error) {
	rows, err := q.ListCleanings(ctx, plantID)
	if err != nil {
		return "", fmt.Errorf("list cleanings: %w", err)
	}
	on := ""
	for _, row := range rows {
		doc, err := fromDoc[kept]("cleaning", row.ID, row.Doc)
		if err != nil {
			return "", err
		}
		if m, ok := doc.Marks[spikeJob]; ok && m.State == cleaning.Done {
			on = max(on, dayOf(m.On))
		}
	}
	return on, nil
}

// potted says that a plant which a look found out of its pot was potted since.
func (p *Plant) potted() {
	if p.Standing != nil && p.Looked != nil && p.Looked.Decision == look.Out && p.Standing.Since >= p.Looked.LookedOn {
		p.Looked.Headline = "It has been potted since."
	}
}
