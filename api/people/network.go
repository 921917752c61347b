package people

import (
	"context"

	"therapeon/api/wire"
	"therapeon/core/message"
)

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

// Shut is the network of a program that cannot be opened.
type Shut struct{}

func (Shut) State() Opened { return Opened{Addresses: []string{}} }

func (Shut) Open(context.Context, bool) (Opened, error) {
	return Opened{}, wire.BadParameter("open", "true", message.Of("api.a-program-that-was-started"))
}

// networkRoutes are how the program is reached, and what is said at the machine itself.
func (r Room) networkRoutes() []wire.Operation {
	return []wire.Operation{
		wire.Put("/people/confirmed", "confirmPeople",
			"Say that those who could come in by a copy that was brought back may; at the machine itself",
			func(ctx context.Context, _ wire.Nothing) (Opened, error) {
				if wire.VisitIn(ctx).Who.Via != "machine" {
					return Opened{}, wire.NotHere{}
				}
				err := r.Confirm(ctx)
				return r.Network.State(), err
			}),
		wire.Get("/network", "getNetwork", "How others reach this program",
			func(ctx context.Context, _ wire.Nothing) (Opened, error) { return r.Network.State(), nil }),
		wire.Put("/network", "openNetwork", "Open the program to others, or close it",
			func(ctx context.Context, in openTo) (Opened, error) { return r.Network.Open(ctx, in.Open) }),
	}
}
