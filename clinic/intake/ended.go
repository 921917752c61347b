package intake

import (
	"context"

	"therapeon/clinic/record"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Ended is how a plant left the bench.
type Ended struct {
	On    string             `json:"on" required:"true"`
	How   string             `json:"how" required:"true" enum:"recovered,given,lost,archived" description:"archived: nobody said how"`
	Words knowledge.Sentence `json:"words" required:"true"`
}

// ended is how a plant that is off the bench left it.
func ended(ctx context.Context, tx *ledger.Tx, row ledger.Plant) (*Ended, error) {
	closing, err := record.ClosingOf(ctx, tx, row.ID)
	switch {
	case err != nil:
		return nil, err
	case closing.State == ledger.Gone:
		on := row.ArchivedAt[:len("2006-01-02")]
		return &Ended{on, "archived", knowledge.Say(message.Of("clinic.record.archived", message.On("on", on)))}, nil
	}
	is := closing.Value
	return &Ended{closing.Day, string(is.How), knowledge.Say(record.ClosedWords(is))}, nil
}
