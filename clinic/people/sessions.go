package people

import (
	"cmp"
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"slices"
	"strings"
	"time"

	"github.com/alexedwards/scs/v2"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/ledger"
)

const (
	longestSession = 90 * 24 * time.Hour
	idleSession    = 30 * 24 * time.Hour
	seenEvery      = 10 * time.Minute // how exactly it is known when a session was used last
)

// What a session holds.
const (
	ofPerson = "person"
	ofID     = "id"    // by which it is ended
	ofAgent  = "agent" // what it is used on
	ofBegan  = "began"
	ofSeen   = "seen"
)

// Session is someone signed in on something.
type Session struct {
	ID      string          `json:"id" required:"true"`
	Person  string          `json:"person" required:"true"`
	Role    string          `json:"role" required:"true" enum:"keeper,helper"`
	On      message.Message `json:"on" required:"true" description:"what it is used on"`
	BeganAt string          `json:"began_at" required:"true"`
	SeenAt  string          `json:"seen_at" required:"true" description:"used last, to ten minutes"`
	This    bool            `json:"this" required:"true" description:"the one that asks"`
}

// SignIn is a name and a passphrase.
type SignIn struct {
	Name       string `json:"name" required:"true" validate:"required,who" title:"people.SignIn.name"`
	Passphrase string `json:"passphrase" required:"true" validate:"required,passphrase"`
}

// Join is a code as it was typed.
type Join struct {
	Code string `json:"code" required:"true" validate:"required,word"`
}

// Asker is where a try comes from: its address, and what it is made on.
type Asker struct{ From, Agent string }

// Let is a session that was begun: its token goes to who began it, and nowhere else.
type Let struct {
	Token string
	Until time.Time
	Who   Visitor
}

// tokenHash is what is kept of a token: it lets nobody in.
func tokenHash(token string) string {
	hash := sha256.Sum256([]byte(token))
	return hex.EncodeToString(hash[:])
}

// store keeps sessions in the ledger.
type store struct{ *record.Keeper }

var (
	_ scs.CtxStore = store{}
	// errNoContext: the ledger is asked under a context only.
	errNoContext = errors.New("sessions are kept under a context")
)

func (s store) Find(string) ([]byte, bool, error)      { return nil, false, errNoContext }
func (s store) Delete(string) error                    { return errNoContext }
func (s store) Commit(string, []byte, time.Time) error { return errNoContext }

func (s store) FindCtx(ctx context.Context, token string) ([]byte, bool, error) {
	data, err := record.Read(ctx, s.Keeper, func(tx *ledger.Tx) ([]byte, error) {
		return tx.Access().Session(ctx, tokenHash(token), s.Now().Unix())
	})
	if record.IsMissing(err) {
		return nil, false, nil
	}
	return data, err == nil, err
}

func (s store) CommitCtx(ctx context.Context, token string, data []byte, until time.Time) error {
	return s.Store(ctx, func(tx *ledger.Tx) error {
		return tx.Access().PutSession(ctx, ledger.Session{Token: tokenHash(token), Data: data, Until: until.Unix()})
	})
}

func (s store) DeleteCtx(ctx context.Context, token string) error {
	return s.Store(ctx, func(tx *ledger.Tx) error { return tx.Access().EndSession(ctx, tokenHash(token)) })
}

// SignIn begins a session by a name and a passphrase. Whether the name or the passphrase is wrong
// is not told, and takes as long.
func (c *Service) SignIn(ctx context.Context, by Asker, s SignIn) (Let, error) {
	if err := check.Input(s); err != nil {
		return Let{}, err
	}
	name := strings.TrimSpace(s.Name)
	known, err := c.tries.begin(c.Now(), by.From, name)
	if err != nil {
		return Let{}, err
	}
	p, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (ledger.Person, error) {
		return named(ctx, tx, name)
	})
	if err != nil && !record.IsMissing(err) {
		return Let{}, err
	}
	right, err := c.matches(ctx, known, cmp.Or(p.Passphrase, c.nobodys()), s.Passphrase)
	if err != nil {
		return Let{}, err
	}
	if !right || p.Passphrase == "" || p.Role != Keeper {
		c.noteTry(ctx, "wrong-passphrase", by.From)
		return Let{}, ErrWho
	}
	c.tries.right(c.Now(), by.From, name)
	return c.let(ctx, p, by)
}

// Join begins a session by a code.
func (c *Service) Join(ctx context.Context, by Asker, j Join) (Let, error) {
	if err := check.Input(j); err != nil {
		return Let{}, err
	}
	if _, err := c.tries.begin(c.Now(), by.From, ""); err != nil {
		return Let{}, err
	}
	id := c.codes.take(c.Now(), j.Code)
	if id == 0 {
		c.noteTry(ctx, "wrong-code", by.From)
		return Let{}, ErrWho
	}
	p, err := c.person(ctx, id)
	if err != nil {
		return Let{}, ErrWho // they left meanwhile
	}
	c.tries.right(c.Now(), by.From, "")
	return c.let(ctx, p, by)
}

// let begins a session with a token of its own: never with one that was sent.
func (c *Service) let(ctx context.Context, p ledger.Person, by Asker) (Let, error) {
	in, err := c.sessions.Load(ctx, "")
	if err != nil {
		return Let{}, err
	}
	id := rand.Text()
	c.sessions.Put(in, ofPerson, p.ID)
	c.sessions.Put(in, ofID, id)
	c.sessions.Put(in, ofAgent, asSaid(by.Agent))
	c.sessions.Put(in, ofBegan, c.Stamp())
	c.sessions.Put(in, ofSeen, c.Now().Unix())
	token, until, err := c.sessions.Commit(in)
	if err != nil {
		return Let{}, err
	}
	act := ledger.ActOf(ctx)
	act.Person, act.Via = p.Name, "session"
	err = c.Store(ctx, func(tx *ledger.Tx) error {
		tx.Changed("people") // who lists the sessions sees it
		return tx.Access().Note(ctx, act, asSaid(by.Agent))
	})
	return Let{token, until, Visitor{Via: "session", PersonID: p.ID, Name: p.Name, Role: p.Role, Session: id}}, err
}

// Enter is who comes with a token; nobody where it lets nobody in.
func (c *Service) Enter(ctx context.Context, token string) (Visitor, error) {
	in, err := c.sessions.Load(ctx, token)
	if err != nil {
		return Visitor{}, err
	}
	id, ok := c.sessions.Get(in, ofPerson).(int64)
	if !ok {
		return Visitor{}, nil
	}
	p, err := c.person(ctx, id)
	var missing record.Missing
	if errors.As(err, &missing) {
		return Visitor{}, nil
	}
	if err != nil {
		return Visitor{}, err
	}
	var until time.Time
	seen, _ := c.sessions.Get(in, ofSeen).(int64)
	if now := c.Now(); now.Sub(time.Unix(seen, 0)) > seenEvery {
		c.sessions.Put(in, ofSeen, now.Unix())
		if _, until, err = c.sessions.Commit(in); err != nil {
			return Visitor{}, err
		}
	}
	who := Visitor{Via: "session", PersonID: p.ID, Name: p.Name, Role: p.Role, Until: until}
	who.Session, _ = c.sessions.Get(in, ofID).(string)
	return who, nil
}

// held is a session as it is kept, read.
type held struct {
	Session
	token  string
	person int64
}

func (c *Service) held(ctx context.Context, tx *ledger.Tx) ([]held, error) {
	rows, err := tx.Access().Sessions(ctx, c.Now().Unix())
	if err != nil {
		return nil, err
	}
	var list []held
	for _, row := range rows {
		_, values, err := c.sessions.Codec.Decode(row.Data)
		if err != nil {
			return nil, err
		}
		h := held{token: row.Token}
		h.person, _ = values[ofPerson].(int64)
		p, err := tx.Access().Person(ctx, h.person)
		if err != nil {
			return nil, err
		}
		h.Person, h.Role = p.Name, p.Role
		h.ID, _ = values[ofID].(string)
		agent, _ := values[ofAgent].(string)
		h.On = inWords(agent)
		h.BeganAt, _ = values[ofBegan].(string)
		seen, _ := values[ofSeen].(int64)
		h.SeenAt = time.Unix(seen, 0).UTC().Format(time.RFC3339)
		list = append(list, h)
	}
	slices.SortFunc(list, func(a, b held) int {
		return cmp.Or(cmp.Compare(b.SeenAt, a.SeenAt), cmp.Compare(a.ID, b.ID))
	})
	return list, nil
}

// Sessions lists who is signed in: of a helper their own.
func (c *Service) Sessions(ctx context.Context, who Visitor) ([]Session, error) {
	all, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]held, error) { return c.held(ctx, tx) })
	list := []Session{}
	for _, h := range all {
		if who.Role == Keeper || h.person == who.PersonID {
			h.This = h.ID == who.Session
			list = append(list, h.Session)
		}
	}
	return list, err
}

// EndSession ends a session by its id. A helper ends their own.
func (c *Service) EndSession(ctx context.Context, who Visitor, id string) error {
	err := c.Store(ctx, func(tx *ledger.Tx) error {
		all, err := c.held(ctx, tx)
		if err != nil {
			return err
		}
		for _, h := range all {
			if h.ID == id && (who.Role == Keeper || h.person == who.PersonID) {
				return tx.Access().EndSession(ctx, h.token)
			}
		}
		return NoSession{}
	})
	if err == nil {
		c.Ended(id)
	}
	return err
}

// NoSession says that a session is not there, or not one's own.
type NoSession struct{}

func (NoSession) Error() string { return "there is no such session" }

// Message says so.
func (NoSession) Message() message.Message {
	return message.Of("clinic.people.there-is-no-such-session")
}

// endAllOf ends the sessions of a person, but for one, and says which: once that is kept, who listens
// by them is told.
func (c *Service) endAllOf(ctx context.Context, tx *ledger.Tx, person int64, but string) (ended []string, err error) {
	all, err := c.held(ctx, tx)
	for _, h := range all {
		if h.person != person || h.ID == but {
			continue
		}
		if err := tx.Access().EndSession(ctx, h.token); err != nil {
			return nil, err
		}
		ended = append(ended, h.ID)
	}
	return ended, err
}

// changePerson keeps a change of a person, and ends their sessions but for one.
func (c *Service) changePerson(ctx context.Context, p ledger.Person, but string) error {
	var ended []string
	err := c.Store(ctx, func(tx *ledger.Tx) (err error) {
		if err := tx.Access().ChangePerson(ctx, p); err != nil {
			return err
		}
		ended, err = c.endAllOf(ctx, tx, p.ID, but)
		return err
	})
	c.allEnded(ended, err)
	return err
}

// allEnded tells who listens by sessions that they ended, where that was kept.
func (c *Service) allEnded(ended []string, err error) {
	for _, id := range ended {
		if err == nil {
			c.Ended(id)
		}
	}
}
