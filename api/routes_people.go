package api

import (
	"cmp"
	"context"
	"net/http"
	"strings"
	"sync"

	"therapeon/clinic"
	"therapeon/clinic/people"
)

// Me is who asks, as the program knows them.
type Me struct {
	Name    string `json:"name,omitempty"`
	Role    string `json:"role,omitempty" enum:"keeper,helper"`
	Via     string `json:"via,omitempty" enum:"machine,session,device" description:"left out: it is not known who asks"`
	Session string `json:"session,omitempty" description:"id of the session"`
	Seq     int64  `json:"seq" required:"true" description:"number of the newest change, to be sent to events as since"`
	Today   string `json:"today" required:"true" description:"the day by the program's clock"`
}

// Network is how the program is opened to others, and closed.
type Network interface {
	State() Opened
	Open(ctx context.Context, open bool) (Opened, error)
}

// Opened is how the program can be reached by others.
type Opened struct {
	Open        bool     `json:"open" required:"true"`
	Can         bool     `json:"can" required:"true" description:"a keeper has a passphrase, without which it stays closed"`
	Confirm     bool     `json:"confirm,omitempty" description:"a copy was brought back: it stays closed until it is said at this machine that those who work here may come in"`
	Fixed       bool     `json:"fixed,omitempty" description:"it was opened when it was started, and is closed by stopping it"`
	Plain       bool     `json:"plain,omitempty" description:"not encrypted: whoever is on the same network can read along"`
	Addresses   []string `json:"addresses" required:"true" description:"to type on a phone"`
	Fingerprint string   `json:"fingerprint,omitempty" description:"SHA-256 of its own certificate, to compare with what the phone shows"`
}

// shut is the network of a program that cannot be opened.
type shut struct{}

func (shut) State() Opened { return Opened{Addresses: []string{}} }

func (shut) Open(context.Context, bool) (Opened, error) {
	return Opened{}, badParameter("open", "true", "a program that was started with serve or demo")
}

type openTo struct {
	Open bool `json:"open" required:"true"`
}

type personList struct {
	People []people.Person `json:"people" required:"true"`
}

type changePerson struct {
	ID int64 `path:"id" json:"-" required:"true"`
	people.ChangePerson
}

type changePassphrase struct {
	ID int64 `path:"id" json:"-" required:"true"`
	people.ChangePassphrase
}

type sessionList struct {
	Sessions []people.Session `json:"sessions" required:"true"`
}

type bySession struct {
	ID string `path:"id" json:"-" required:"true"`
}

type deviceList struct {
	Devices []people.Device `json:"devices" required:"true"`
}

type logOf struct {
	Before int64 `query:"before" json:"-" description:"only what came before this line"`
	Plant  int64 `query:"plant" json:"-" description:"only what was done to this plant"`
}

type logList struct {
	Log  []people.Logged `json:"log" required:"true"`
	More bool            `json:"more" required:"true" description:"there are lines before these"`
}

// deedWords are the words for what the log holds: the operations, and what else happens at a door.
func deedWords() map[string]string {
	words := map[string]string{
		"wrong-passphrase": "A passphrase that was wrong",
		"wrong-code":       "A code that was wrong",
		"restored":         "Brought a copy back",
		"resetPassphrase":  "Give a new passphrase at the machine",
	}
	for _, o := range table(nil, nil) {
		words[o.id], _, _ = strings.Cut(o.summary, ";")
	}
	return words
}

// peopleTable lists who may ask: people, sessions, devices, the network; and the log.
func peopleTable(c *clinic.Clinic, network Network) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	me := func(who people.Visitor) Me {
		if who.Via == "" {
			return Me{Today: c.Records.Today()} // a stranger is not told how much goes on here
		}
		return Me{Name: who.Name, Role: who.Role, Via: who.Via, Session: who.Session,
			Seq: c.Company.Seq(), Today: c.Records.Today()}
	}
	deeds := sync.OnceValue(deedWords)
	// enter gives a browser its session, in the place of one it had.
	enter := func(ctx context.Context, in people.Let, err error) (Me, error) {
		if err != nil {
			return Me{}, err
		}
		v := visitIn(ctx)
		if before := v.who; before.Via == "session" {
			if err := c.People.EndSession(ctx, before, before.Session); err != nil {
				return Me{}, err
			}
		}
		v.giveCookie(in)
		return me(in.Who), nil
	}
	return []operation{
		op(get, "/api/v1/me", "me", "Who asks", func(ctx context.Context, _ nothing) (Me, error) {
			return me(visitIn(ctx).who), nil
		}),
		op(post, "/api/v1/sessions", "signIn", "Sign in with a name and a passphrase",
			func(ctx context.Context, in people.SignIn) (Me, error) {
				let, err := c.People.SignIn(ctx, visitIn(ctx).asker(), in)
				return enter(ctx, let, err)
			}),
		op(post, "/api/v1/sessions/joined", "join", "Join by a code that a keeper's screen shows",
			func(ctx context.Context, in people.Join) (Me, error) {
				let, err := c.People.Join(ctx, visitIn(ctx).asker(), in)
				return enter(ctx, let, err)
			}),
		op(get, "/api/v1/sessions", "listSessions", "Who is signed in, and on what; of a helper their own",
			func(ctx context.Context, _ nothing) (sessionList, error) {
				list, err := c.People.Sessions(ctx, visitIn(ctx).who)
				return sessionList{list}, err
			}),
		op(put, "/api/v1/sessions/{id}/ended", "endSession", "End a session",
			func(ctx context.Context, in bySession) (sessionList, error) {
				v := visitIn(ctx)
				list, err := c.People.Sessions(ctx, v.who)
				if err == nil {
					err = c.People.EndSession(ctx, v.who, in.ID)
				}
				if err != nil {
					return sessionList{}, err
				}
				left := []people.Session{}
				for _, s := range list {
					if s.ID != in.ID {
						left = append(left, s)
					} else if s.This {
						v.dropCookie()
					}
				}
				return sessionList{left}, nil
			}),
		op(put, "/api/v1/people/{id}/passphrase", "changePassphrase", "Change a passphrase, with the one before",
			func(ctx context.Context, in changePassphrase) (personList, error) {
				v := visitIn(ctx)
				err := c.People.ChangePassphrase(ctx, v.who, v.asker().From, in.ID, in.ChangePassphrase)
				if err != nil {
					return personList{}, err
				}
				list, err := c.People.People(ctx)
				return personList{list}, err
			}),
		op(get, "/api/v1/people", "listPeople", "Who works here", func(ctx context.Context, _ nothing) (personList, error) {
			list, err := c.People.People(ctx)
			return personList{list}, err
		}),
		op(post, "/api/v1/people", "addPerson", "Add someone who works here",
			func(ctx context.Context, in people.AddPerson) (personList, error) {
				list, err := c.People.AddPerson(ctx, in)
				return personList{list}, err
			}),
		op(put, "/api/v1/people/{id}", "changePerson", "Change who someone is, or that they work here no more",
			func(ctx context.Context, in changePerson) (personList, error) {
				list, err := c.People.ChangePerson(ctx, in.ID, in.ChangePerson)
				return personList{list}, err
			}),
		op(post, "/api/v1/codes", "giveCode", "A code by which one phone joins, within five minutes",
			func(ctx context.Context, in people.GiveCode) (people.Code, error) { return c.People.GiveCode(ctx, in) }),
		op(get, "/api/v1/devices", "listDevices", "Devices that may do their work",
			func(ctx context.Context, _ nothing) (deviceList, error) {
				list, err := c.People.Devices(ctx)
				return deviceList{list}, err
			}),
		op(post, "/api/v1/devices", "addDevice", "Let a device do its work, by a token",
			func(ctx context.Context, in people.AddDevice) (people.NewDevice, error) {
				return c.People.AddDevice(ctx, in)
			}),
		op(put, "/api/v1/devices/{id}/ended", "endDevice", "Take a device's token back",
			func(ctx context.Context, in byID) (deviceList, error) {
				if err := c.People.EndDevice(ctx, in.ID); err != nil {
					return deviceList{}, err
				}
				list, err := c.People.Devices(ctx)
				return deviceList{list}, err
			}),
		op(get, "/api/v1/log", "getLog", "Who did what, the newest first",
			func(ctx context.Context, in logOf) (logList, error) {
				list, err := c.People.Log(ctx, in.Before, in.Plant)
				for i, l := range list {
					list[i].Words = cmp.Or(deeds()[l.Did], l.Did)
				}
				return logList{list, len(list) == people.MostLogged}, err
			}),
		op(put, "/api/v1/people/confirmed", "confirmPeople",
			"Say that those who could come in by a copy that was brought back may; at the machine itself",
			func(ctx context.Context, _ nothing) (Opened, error) {
				if visitIn(ctx).who.Via != "machine" {
					return Opened{}, notHere{}
				}
				err := c.Settings.Confirm(ctx)
				return network.State(), err
			}),
		op(get, "/api/v1/network", "getNetwork", "How others reach this program",
			func(ctx context.Context, _ nothing) (Opened, error) {
				return network.State(), nil
			}),
		op(put, "/api/v1/network", "openNetwork", "Open the program to others, or close it",
			func(ctx context.Context, in openTo) (Opened, error) {
				return network.Open(ctx, in.Open)
			}),
		events(c),
	}
}
