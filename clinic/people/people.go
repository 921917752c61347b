// Package people is the service of those who work at the bench: who they are, how they come in,
// their devices, and the log of who did what.
package people

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Keeper does all; a helper works on plants, and changes nothing of the house.
const (
	Keeper = "keeper"
	Helper = "helper"
)

// Service is the people of the house.
type Service struct {
	*record.Keeper
	sessions *scs.SessionManager
	codes    *codes
	tries    *tries
	turns    turns
}

// New begins with no code given out and no try made.
func New(k *record.Keeper) Service {
	m := scs.New()
	m.Lifetime, m.IdleTimeout = longestSession, idleSession
	m.Store = store{k}
	return Service{k, m, newCodes(), newTries(), newTurns()}
}

// By is the same people by another clock.
func (c *Service) By(k *record.Keeper) Service {
	s := *c
	s.Keeper = k
	return s
}

// Person is someone who works at the bench.
type Person struct {
	ID         int64  `json:"id" required:"true"`
	Name       string `json:"name" required:"true"`
	Role       string `json:"role" required:"true" enum:"keeper,helper"`
	Passphrase bool   `json:"passphrase" required:"true" description:"they can sign in with one; else they join by a code"`
}

// AddPerson is someone new.
type AddPerson struct {
	Name       string `json:"name" required:"true" validate:"required,name,who" title:"people.AddPerson.name"`
	Role       string `json:"role" required:"true" validate:"oneof=keeper helper"`
	Passphrase string `json:"passphrase,omitempty" validate:"passphrase" description:"of a keeper: 12 signs or more; left out: they join by a code"`
}

// ChangePerson is what is to be changed of someone.
type ChangePerson struct {
	Name string `json:"name" required:"true" validate:"required,name,who"`
	Role string `json:"role" required:"true" validate:"oneof=keeper helper"`
	Gone bool   `json:"gone,omitempty" description:"they work here no more: their sessions end"`
}

func shown(rows []ledger.Person) []Person {
	list := make([]Person, len(rows))
	for i, p := range rows {
		list[i] = Person{p.ID, p.Name, p.Role, p.Passphrase != ""}
	}
	return list
}

// People lists those who work here.
func (c *Service) People(ctx context.Context) ([]Person, error) {
	rows, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Person, error) {
		return tx.Access().People(ctx)
	})
	return shown(rows), err
}

// CanOpen holds once a keeper has a passphrase: before that nobody could come in.
func (c *Service) CanOpen(ctx context.Context) (bool, error) {
	list, err := c.People(ctx)
	for _, p := range list {
		if p.Role == Keeper && p.Passphrase {
			return true, err
		}
	}
	return false, err
}

// AddPerson keeps someone new.
func (c *Service) AddPerson(ctx context.Context, a AddPerson) ([]Person, error) {
	a.Name = strings.TrimSpace(a.Name)
	if err := check.Input(a); err != nil {
		return nil, err
	}
	hash := ""
	if a.Passphrase != "" {
		if a.Role != Keeper {
			return nil, record.OneFault("passphrase", message.Of("clinic.people.a-helper-joins-by-a"), message.Of("limits.left-out"), nil)
		}
		var err error
		if hash, err = c.newHash(ctx, "passphrase", a.Name, a.Passphrase); err != nil {
			return nil, err
		}
	}
	var rows []ledger.Person
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		if err := free(ctx, tx, 0, a.Name); err != nil {
			return err
		}
		row := ledger.Person{Name: a.Name, Role: a.Role, Passphrase: hash, MadeAt: c.Stamp()}
		_, err := tx.Access().AddPerson(ctx, row)
		if err != nil {
			return err
		}
		rows, err = tx.Access().People(ctx)
		return err
	})
	return shown(rows), err
}

// named finds who works here by their name, however it is written; ErrNotFound where there is none.
func named(ctx context.Context, tx *ledger.Tx, name string) (ledger.Person, error) {
	rows, err := tx.Access().People(ctx)
	for _, p := range rows {
		if check.Folded(p.Name) == check.Folded(name) {
			return p, nil
		}
	}
	return ledger.Person{}, cmp.Or(err, ledger.ErrNotFound)
}

// free refuses a name that somebody else has.
func free(ctx context.Context, tx *ledger.Tx, id int64, name string) error {
	switch other, err := named(ctx, tx, name); {
	case record.IsMissing(err):
		return nil
	case err != nil:
		return err
	case other.ID != id:
		return record.OneFault("name", message.Of("clinic.people.somebody-has-this-name-already"), message.Of("clinic.people.a-name-of-their-own"), name)
	}
	return nil
}

// ChangePerson changes who someone is. Who works here no more, or is a keeper no more, is signed
// out everywhere.
func (c *Service) ChangePerson(ctx context.Context, id int64, ch ChangePerson) ([]Person, error) {
	ch.Name = strings.TrimSpace(ch.Name)
	if err := check.Input(ch); err != nil {
		return nil, err
	}
	var rows []ledger.Person
	var ended []string
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		p, err := tx.Access().Person(ctx, id)
		if err == nil && p.GoneAt != "" {
			err = ledger.ErrNotFound
		}
		if err != nil {
			return record.MissingOr(err, "person", id)
		}
		if err := free(ctx, tx, id, ch.Name); err != nil {
			return err
		}
		was := p
		p.Name, p.Role = ch.Name, ch.Role
		if ch.Role != Keeper {
			p.Passphrase = ""
		}
		if ch.Gone {
			p.GoneAt, p.Passphrase = c.Stamp(), ""
		}
		if err := tx.Access().ChangePerson(ctx, p); err != nil {
			return err
		}
		if rows, err = tx.Access().People(ctx); err != nil {
			return err
		}
		if was.Passphrase != "" && p.Passphrase == "" && !canSignIn(rows) {
			return record.OneFault("role", message.Of("clinic.people.nobody-could-sign-in-any"),
				message.Of("clinic.people.one-keeper-with-a-passphrase"), ch.Role)
		}
		if p.Role != was.Role || ch.Gone {
			ended, err = c.endAllOf(ctx, tx, id, "")
		}
		return err
	})
	c.allEnded(ended, err)
	return shown(rows), err
}

func canSignIn(rows []ledger.Person) bool {
	for _, p := range rows {
		if p.Role == Keeper && p.Passphrase != "" {
			return true
		}
	}
	return false
}

// ChangePassphrase is a new passphrase, and the one before it.
type ChangePassphrase struct {
	Old string `json:"old,omitempty" validate:"passphrase" description:"left out only where there was none"`
	New string `json:"new" required:"true" validate:"required,passphrase"`
}

// Visitor is who asks: at this machine, in a session, or as a device; the zero Visitor is nobody known.
type Visitor struct {
	Via      string // "machine", "session" or "device"; empty: nobody known
	PersonID int64
	Name     string
	Role     string
	Session  string    // the id of their session
	Until    time.Time // where their session was just renewed: how long it lasts now
	Device   ledger.Device
}

// ChangePassphrase gives a keeper another passphrase, against the one before: their own, or, at the
// machine itself, anyone's. All their other sessions end.
func (c *Service) ChangePassphrase(ctx context.Context, who Visitor, from string, id int64, ch ChangePassphrase) error {
	if err := check.Input(ch); err != nil {
		return err
	}
	if who.Via == "session" && who.PersonID != id {
		return record.OneFault("old", message.Of("clinic.people.each-keeper-changes-their-own"), message.Of("clinic.people.ones-own"), nil)
	}
	p, err := c.person(ctx, id)
	if err != nil {
		return err
	}
	if p.Role != Keeper {
		return record.OneFault("new", message.Of("clinic.people.a-helper-joins-by-a-2"), message.Of("limits.left-out"), nil)
	}
	if p.Passphrase != "" {
		if _, err := c.tries.begin(c.Now(), from, p.Name); err != nil {
			return err
		}
		right, err := c.matches(ctx, true, p.Passphrase, ch.Old)
		if err != nil {
			return err
		}
		if !right {
			c.noteTry(ctx, "wrong-passphrase", from)
			return record.OneFault("old", message.Of("clinic.people.this-is-not-the-passphrase"), message.Of("clinic.people.the-one-before"), nil)
		}
		c.tries.right(c.Now(), from, p.Name)
	}
	if p.Passphrase, err = c.newHash(ctx, "new", p.Name, ch.New); err != nil {
		return err
	}
	return c.changePerson(ctx, p, who.Session)
}

func (c *Service) person(ctx context.Context, id int64) (ledger.Person, error) {
	p, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (ledger.Person, error) {
		return tx.Access().Person(ctx, id)
	})
	if err == nil && p.GoneAt != "" {
		err = ledger.ErrNotFound
	}
	return p, record.MissingOr(err, "person", id)
}

// ResetPassphrase gives a keeper a new passphrase at the machine, making them one where the name
// is new. Their sessions end.
func (c *Service) ResetPassphrase(ctx context.Context, name, passphrase string) error {
	name = strings.TrimSpace(name)
	add := AddPerson{Name: name, Role: Keeper, Passphrase: passphrase}
	if err := check.Input(add); err != nil {
		return err
	}
	p, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (ledger.Person, error) {
		return named(ctx, tx, name)
	})
	if record.IsMissing(err) {
		_, err := c.AddPerson(ctx, add)
		return err
	}
	if err != nil {
		return err
	}
	if p.Role != Keeper {
		return fmt.Errorf("%s is a helper here: helpers join by a code", p.Name)
	}
	if p.Passphrase, err = c.newHash(ctx, "passphrase", name, passphrase); err != nil {
		return err
	}
	return c.changePerson(ctx, p, "")
}

// Tidy drops what ran out: sessions, and the names of what was sent long ago.
func (c *Service) Tidy(ctx context.Context) error {
	now := c.Now()
	return c.Store(ctx, func(tx *ledger.Tx) error {
		return tx.Access().Tidy(ctx, now.Unix(), now.Add(-sentFor).Unix())
	})
}

// sentFor is how long a phone may have been out of reach with something to send.
const sentFor = 14 * 24 * time.Hour

// ErrWho says that the name and the passphrase, or the code, let nobody in.
var ErrWho = errors.New("nobody comes in by this")
