// Package record is what is kept of plants and of the house: the kinds of documents, and
// how a plant is loaded as the core knows it, once for a visit.
package record

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Keeper keeps the records: it reads and writes the ledger, by its clock.
type Keeper struct {
	ledger *ledger.Ledger
	Now    func() time.Time // in the zone of the house
	Zone   *Zone            // of the house
	Advice *Advice          // what races advised
	Heard  *Hearing         // what causes came to
	Follow Follower         // brings what lists show of a changed plant up to date; nil: nothing does
	Wake   func()           // tells the upkeep that there is something to do; nil: none runs
	End    func(id string)  // tells who listens that a session ended; nil: nobody does
}

// Over is a keeper of a ledger, with what it does beside.
func Over(l *ledger.Ledger, k Keeper) *Keeper {
	k.ledger = l
	return &k
}

// Follower brings what lists show of a plant up to date, in the transaction of its change.
type Follower func(ctx context.Context, c *Keeper, tx *ledger.Tx, plantID int64) error

// DataFile is where everything is kept.
func (c *Keeper) DataFile() string { return c.ledger.Path() }

// IsDemo holds where the file is the demo's.
func (c *Keeper) IsDemo() bool { return c.ledger.Whose() == ledger.Demo }

// PlantsLoaded counts the plants that were loaded since the start.
func (c *Keeper) PlantsLoaded() int64 { return c.ledger.PlantsLoaded() }

// Stamp is the moment as it is kept.
func (c *Keeper) Stamp() string { return c.Now().UTC().Format(time.RFC3339) }

// Today is the day by the clinic's clock.
func (c *Keeper) Today() string { return c.Now().Format(time.DateOnly) }

// Missing says that what was asked for does not exist.
type Missing struct {
	What string // code of the kind
	ID   int64
}

func (m Missing) Error() string {
	return fmt.Sprintf("there is no %s %d", m.What, m.ID)
}

// Conflict says that something was changed elsewhere since it was loaded.
type Conflict = ledger.Conflict

// Message is what is missing.
func (m Missing) Message() message.Message {
	kind := message.Told("kind", message.Of("kinds."+m.What))
	if m.ID == 0 {
		return message.Of("clinic.record.there-is-no", kind)
	}
	return message.Of("clinic.record.there-is-no-such", kind, message.Count("id", int(m.ID)))
}

// IsMissing holds when what was asked for is not kept.
func IsMissing(err error) bool { return errors.Is(err, ledger.ErrNotFound) }

// MissingOr says what is missing, where something is; else it is the error as it was.
func MissingOr(err error, what string, id int64) error {
	if IsMissing(err) {
		return Missing{what, id}
	}
	return err
}

// Under puts faults found in a part under its field in the whole.
func Under(field string, err error) error {
	var faults fault.List
	if errors.As(err, &faults) {
		return faults.Under(field)
	}
	return err
}

// AsDoc writes a document to be stored.
func AsDoc(v any) (string, error) {
	doc, err := json.Marshal(v)
	return string(doc), err
}

// OneFault is a fault.List of one.
func OneFault(field string, words, limit message.Message, value any) fault.List {
	return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
}

// Reconciled takes a change on to what others changed meanwhile, where its act asks for both, and
// holds what comes of the two to the limits that a change alone is held to.
func Reconciled[T any](
	ctx context.Context, tx *ledger.Tx,
	kind ledger.Kind[T], d ledger.Doc[T],
	sound func(T) error,
) (ledger.Doc[T], error) {
	version := d.Version
	d, err := kind.Reconcile(ctx, tx, d)
	if err == nil && d.Version != version {
		err = sound(d.Value)
	}
	return d, err
}

// SidesOf refuses a helper who would take another side than was taken: sides are the keeper's.
func SidesOf(ctx context.Context, field string, was, is disputes.Sides) error {
	if !ledger.ActOf(ctx).Helper || maps.Equal(was, is) {
		return nil
	}
	return OneFault(field, message.Of("clinic.record.sides-are-taken-by-a"), message.Of("clinic.record.as-it-was"), nil)
}

// Read finds an answer in one moment of the file.
func Read[T any](ctx context.Context, c *Keeper, work func(*ledger.Tx) (T, error)) (answer T, err error) {
	err = c.ledger.Read(ctx, func(tx *ledger.Tx) error {
		answer, err = work(tx)
		return err
	})
	return answer, err
}

// Write changes the file in one transaction. The answer is made by work, and
// held to what can be sent, before anything is kept. What lists show of the plants that were
// changed follows.
func (c *Keeper) Write(ctx context.Context, answer any, work func(*ledger.Tx) error) error {
	return c.ledger.Write(ctx, func(tx *ledger.Tx) error {
		if err := work(tx); err != nil {
			return err
		}
		if err := check.Sound(answer); err != nil {
			return err
		}
		return c.follow(ctx, tx)
	})
}

func (c *Keeper) follow(ctx context.Context, tx *ledger.Tx) error {
	if c.Follow == nil {
		return nil
	}
	for _, id := range tx.Touched() {
		if err := c.Follow(ctx, c, tx, id); err != nil {
			return err
		}
	}
	return nil
}

// Woken tells the upkeep that there is something to do.
func (c *Keeper) Woken() {
	if c.Wake != nil {
		c.Wake()
	}
}

// Ended tells who listens that a session ended.
func (c *Keeper) Ended(id string) {
	if c.End != nil {
		c.End(id)
	}
}

// Store changes the file in one transaction, where nothing that lists show follows.
func (c *Keeper) Store(ctx context.Context, work func(*ledger.Tx) error) error {
	return c.ledger.Write(ctx, work)
}

// Change changes the file in one transaction, where the answer is found later.
func (c *Keeper) Change(ctx context.Context, work func(*ledger.Tx) error) error {
	return c.ledger.Write(ctx, func(tx *ledger.Tx) error {
		if err := work(tx); err != nil {
			return err
		}
		return c.follow(ctx, tx)
	})
}
