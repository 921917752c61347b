// Package people is the routes of people: who may ask, sessions, devices, the network, and the log.
package people

import (
	"cmp"
	"context"
	"slices"

	"therapeon/api/wire"
	service "therapeon/clinic/people"
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

type openTo struct {
	Open bool `json:"open" required:"true"`
}

type personList struct {
	People []service.Person `json:"people" required:"true"`
}

type changePerson struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangePerson
}

type changePassphrase struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangePassphrase
}

type sessionList struct {
	Sessions []service.Session `json:"sessions" required:"true"`
}

type bySession struct {
	ID string `path:"id" json:"-" required:"true"`
}

type deviceList struct {
	Devices []service.Device `json:"devices" required:"true"`
}

type logOf struct {
	Before int64 `query:"before" json:"-" description:"only what came before this line"`
	Plant  int64 `query:"plant" json:"-" description:"only what was done to this plant"`
}

type logList struct {
	Log  []service.Logged `json:"log" required:"true"`
	More bool             `json:"more" required:"true" description:"there are lines before these"`
}

// Room is what the routes of people need.
type Room struct {
	People  *service.Service
	Network Network
	Confirm func(context.Context) error // that those who came in by a copy that was brought back may
	Today   func() string               // the day by the program's clock
	Seq     func() int64                // number of the newest change
	Words   func() map[string]string    // for what the log holds, by operation
}

// Routes are the operations of this room.
func (r Room) Routes() []wire.Operation {
	return slices.Concat(r.sessionRoutes(), r.peopleRoutes(), r.deviceRoutes(), r.networkRoutes())
}

func (r Room) me(who service.Visitor) Me {
	if who.Via == "" {
		return Me{Today: r.Today()} // a stranger is not told how much goes on here
	}
	return Me{Name: who.Name, Role: who.Role, Via: who.Via, Session: who.Session, Seq: r.Seq(), Today: r.Today()}
}

// enter gives a browser its session, in the place of one it had.
func (r Room) enter(ctx context.Context, in service.Let, err error) (Me, error) {
	if err != nil {
		return Me{}, err
	}
	v := wire.VisitIn(ctx)
	if before := v.Who; before.Via == "session" {
		if err := r.People.EndSession(ctx, before, before.Session); err != nil {
			return Me{}, err
		}
	}
	v.GiveCookie(in)
	return r.me(in.Who), nil
}

// sessionRoutes are who one is, and how one comes in.
func (r Room) sessionRoutes() []wire.Operation {
	return []wire.Operation{
		wire.Get("/me", "me", "Who asks",
			func(ctx context.Context, _ wire.Nothing) (Me, error) {
				return r.me(wire.VisitIn(ctx).Who), nil
			}),
		wire.Post("/sessions", "signIn", "Sign in with a name and a passphrase",
			func(ctx context.Context, in service.SignIn) (Me, error) {
				let, err := r.People.SignIn(ctx, wire.VisitIn(ctx).Asker(), in)
				return r.enter(ctx, let, err)
			}),
		wire.Post("/sessions/joined", "join", "Join by a code that a keeper's screen shows",
			func(ctx context.Context, in service.Join) (Me, error) {
				let, err := r.People.Join(ctx, wire.VisitIn(ctx).Asker(), in)
				return r.enter(ctx, let, err)
			}),
		wire.Get("/sessions", "listSessions", "Who is signed in, and on what; of a helper their own",
			func(ctx context.Context, _ wire.Nothing) (sessionList, error) {
				list, err := r.People.Sessions(ctx, wire.VisitIn(ctx).Who)
				return sessionList{list}, err
			}),
		wire.Put("/sessions/{id}/ended", "endSession", "End a session",
			func(ctx context.Context, in bySession) (sessionList, error) {
				v := wire.VisitIn(ctx)
				list, err := r.People.Sessions(ctx, v.Who)
				if err == nil {
					err = r.People.EndSession(ctx, v.Who, in.ID)
				}
				if err != nil {
					return sessionList{}, err
				}
				left := []service.Session{}
				for _, s := range list {
					if s.ID != in.ID {
						left = append(left, s)
					} else if s.This {
						v.DropCookie()
					}
				}
				return sessionList{left}, nil
			}),
	}
}

// peopleRoutes are who works here.
func (r Room) peopleRoutes() []wire.Operation {
	return []wire.Operation{
		wire.Put("/people/{id}/passphrase", "changePassphrase", "Change a passphrase, with the one before",
			func(ctx context.Context, in changePassphrase) (personList, error) {
				v := wire.VisitIn(ctx)
				err := r.People.ChangePassphrase(ctx, v.Who, v.Asker().From, in.ID, in.ChangePassphrase)
				if err != nil {
					return personList{}, err
				}
				list, err := r.People.People(ctx)
				return personList{list}, err
			}),
		wire.Get("/people", "listPeople", "Who works here",
			func(ctx context.Context, _ wire.Nothing) (personList, error) {
				list, err := r.People.People(ctx)
				return personList{list}, err
			}),
		wire.Post("/people", "addPerson", "Add someone who works here",
			func(ctx context.Context, in service.AddPerson) (personList, error) {
				list, err := r.People.AddPerson(ctx, in)
				return personList{list}, err
			}),
		wire.Put("/people/{id}", "changePerson", "Change who someone is, or that they work here no more",
			func(ctx context.Context, in changePerson) (personList, error) {
				list, err := r.People.ChangePerson(ctx, in.ID, in.ChangePerson)
				return personList{list}, err
			}),
		wire.Post("/codes", "giveCode", "A code by which one phone joins, within five minutes",
			func(ctx context.Context, in service.GiveCode) (service.Code, error) {
				return r.People.GiveCode(ctx, in)
			}),
	}
}

// deviceRoutes are the devices, and the log.
func (r Room) deviceRoutes() []wire.Operation {
	return []wire.Operation{
		wire.Get("/devices", "listDevices", "Devices that may do their work",
			func(ctx context.Context, _ wire.Nothing) (deviceList, error) {
				list, err := r.People.Devices(ctx)
				return deviceList{list}, err
			}),
		wire.Post("/devices", "addDevice", "Let a device do its work, by a token",
			func(ctx context.Context, in service.AddDevice) (service.NewDevice, error) {
				return r.People.AddDevice(ctx, in)
			}),
		wire.Put("/devices/{id}/ended", "endDevice", "Take a device's token back",
			func(ctx context.Context, in wire.ByID) (deviceList, error) {
				if err := r.People.EndDevice(ctx, in.ID); err != nil {
					return deviceList{}, err
				}
				list, err := r.People.Devices(ctx)
				return deviceList{list}, err
			}),
		wire.Get("/log", "getLog", "Who did what, the newest first",
			func(ctx context.Context, in logOf) (logList, error) {
				list, err := r.People.Log(ctx, in.Before, in.Plant)
				for i, l := range list {
					list[i].Words = cmp.Or(r.Words()[l.Did], l.Did)
				}
				return logList{list, len(list) == service.MostLogged}, err
			}),
	}
}
