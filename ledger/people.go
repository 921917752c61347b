package ledger

import (
	"context"
	"fmt"

	"therapeon/ledger/internal/sqlc"
)

// Person is someone who works at the bench.
type Person = sqlc.Person

// Device is a machine that may do its own work, and nothing else.
type Device = sqlc.Device

// Session is a session as it is kept, under the hash of its token.
type Session = sqlc.Session

// Logged is a line of the log.
type Logged = sqlc.LogOfRow

// Access is who may ask: people, their sessions, devices; and the log of who did what.
type Access struct{ tx *Tx }

// Access is who may ask.
func (tx *Tx) Access() Access { return Access{tx} }

// People are those who work here, keepers first.
func (a Access) People(ctx context.Context) ([]Person, error) { return a.tx.q.People(ctx) }

// Person finds a person, also one who has left; ErrNotFound where there is none.
func (a Access) Person(ctx context.Context, id int64) (Person, error) {
	p, err := a.tx.q.GetPerson(ctx, id)
	return p, found(err)
}

// AddPerson keeps a new person.
func (a Access) AddPerson(ctx context.Context, p Person) (Person, error) {
	a.tx.Changed("people")
	a.tx.about = p.Name
	p, err := a.tx.q.AddPerson(ctx, sqlc.AddPersonParams{
		Name: p.Name, Role: p.Role, Passphrase: p.Passphrase, MadeAt: p.MadeAt,
	})
	if err != nil {
		return p, fmt.Errorf("keep a person: %w", err)
	}
	return p, nil
}

// ChangePerson changes a person.
func (a Access) ChangePerson(ctx context.Context, p Person) error {
	a.tx.Changed("people")
	a.tx.about = p.Name
	return a.tx.q.ChangePerson(ctx, sqlc.ChangePersonParams{
		ID: p.ID, Name: p.Name, Role: p.Role, Passphrase: p.Passphrase, GoneAt: p.GoneAt,
	})
}

// Session finds what a session holds, while it lasts; ErrNotFound where there is none.
func (a Access) Session(ctx context.Context, token string, seconds int64) ([]byte, error) {
	data, err := a.tx.q.GetSession(ctx, sqlc.GetSessionParams{Token: token, Now: seconds})
	return data, found(err)
}

// Sessions are those that last.
func (a Access) Sessions(ctx context.Context, seconds int64) ([]Session, error) {
	return a.tx.q.Sessions(ctx, seconds)
}

// PutSession keeps a session. It is no deed of anyone's, and nobody is told.
func (a Access) PutSession(ctx context.Context, s Session) error {
	a.tx.quiet = true
	return a.tx.q.PutSession(ctx, sqlc.PutSessionParams(s))
}

// EndSession ends a session.
func (a Access) EndSession(ctx context.Context, token string) error {
	a.tx.Changed("people")
	return a.tx.q.EndSession(ctx, token)
}

// Tidy drops the sessions that ran out, and the names of what was sent before a time.
func (a Access) Tidy(ctx context.Context, seconds, sentBefore int64) error {
	a.tx.quiet = true
	if err := a.tx.q.DropSessions(ctx, seconds); err != nil {
		return err
	}
	return a.tx.q.DropSent(ctx, sentBefore)
}

// Devices are those that may still do their work.
func (a Access) Devices(ctx context.Context) ([]Device, error) { return a.tx.q.Devices(ctx) }

// Device finds the device of a token's hash; ErrNotFound where there is none.
func (a Access) Device(ctx context.Context, token string) (Device, error) {
	d, err := a.tx.q.DeviceByToken(ctx, token)
	return d, found(err)
}

// AddDevice keeps a new device.
func (a Access) AddDevice(ctx context.Context, d Device) (Device, error) {
	a.tx.Changed("people")
	a.tx.about = d.Name
	d, err := a.tx.q.AddDevice(ctx, sqlc.AddDeviceParams{
		Name: d.Name, Does: d.Does, PlaceID: d.PlaceID, Token: d.Token, MadeAt: d.MadeAt,
	})
	if err != nil {
		return d, fmt.Errorf("keep a device: %w", err)
	}
	return d, nil
}

// EndDevice ends what a device may do; ErrNotFound where there is none that may.
func (a Access) EndDevice(ctx context.Context, id int64, at string) error {
	a.tx.Changed("people")
	n, err := a.tx.q.EndDevice(ctx, sqlc.EndDeviceParams{ID: id, EndedAt: at})
	if err == nil && n == 0 {
		return ErrNotFound
	}
	return err
}

// Log lists what was done, the newest first: before a line, where one is named, and of a plant.
func (a Access) Log(ctx context.Context, before, plant, most int64) ([]Logged, error) {
	return a.tx.q.LogOf(ctx, sqlc.LogOfParams{Before: before, Plant: plant, Most: most})
}

// Note adds a line to the log.
func (a Access) Note(ctx context.Context, of Act, note string) error {
	a.tx.quiet = true // this is the line
	return a.tx.q.AddToLog(ctx, sqlc.AddToLogParams{
		At: of.At, Person: of.Person, Via: of.Via, Did: of.Did, Note: note,
	})
}

// DocOf names a document.
type DocOf struct {
	Kind string
	ID   int64
}

// Authors are the names of those who changed the documents of a plant.
func (a Access) Authors(ctx context.Context, plantID int64) (map[DocOf][]string, error) {
	rows, err := a.tx.q.AuthorsOfPlant(ctx, plantID)
	by := map[DocOf][]string{}
	for _, r := range rows {
		of := DocOf{r.Kind, r.DocID}
		by[of] = append(by[of], r.Person)
	}
	return by, err
}
