package people

import (
	"context"
	"log/slog"

	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Logged is something that somebody did.
type Logged struct {
	ID      int64           `json:"id" required:"true"`
	At      string          `json:"at" required:"true"`
	Person  string          `json:"person,omitempty" description:"left out: no name was given"`
	Via     string          `json:"via" required:"true" enum:"machine,session,device,command"`
	Did     string          `json:"did" required:"true" description:"the operation"`
	Words   string          `json:"words" required:"true" description:"what that is"`
	Note    message.Message `json:"note,omitzero"`
	PlantID int64           `json:"plant_id,omitempty"`
	Tag     string          `json:"tag,omitempty" description:"of its plant"`
}

// MostLogged is how many lines are shown at a time.
const MostLogged = 100

// Log lists what was done, the newest first; before a line, and of a plant, where they are named.
func (c *Service) Log(ctx context.Context, before, plant int64) ([]Logged, error) {
	rows, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Logged, error) {
		return tx.Access().Log(ctx, before, plant, MostLogged)
	})
	list := make([]Logged, len(rows))
	for i, r := range rows {
		note := message.Plain(r.Note)
		if r.Did == "signIn" || r.Did == "join" {
			note = inWords(r.Note)
		}
		list[i] = Logged{
			ID: r.ID, At: r.At, Person: r.Person, Via: r.Via, Did: r.Did, Words: r.Did, Note: note,
			PlantID: r.PlantID, Tag: r.Tag,
		}
	}
	return list, err
}

// noteTry adds to the log a try that went wrong: where it came from, never what was tried.
func (c *Service) noteTry(ctx context.Context, did, from string) {
	ctx, _ = ledger.Watch(ctx)         // nothing was saved of what was sent
	ctx = ledger.As(ctx, ledger.Act{}) // each try is a line, under whichever name it was sent
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		return tx.Access().Note(ctx, ledger.Act{At: c.Stamp(), Via: "session", Did: did}, from)
	})
	if err != nil {
		slog.Error("note a try that went wrong", "error", err)
	}
}
