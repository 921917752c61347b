// Package door is how the program is reached: the addresses it listens on, its certificate, and the
// switch that opens it to others on the same network.
package door

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log"
	"net"
	"net/http"
	"net/url"
	"sync"
	"syscall"
	"time"

	"therapeon/api"
	"therapeon/api/people"
	"therapeon/clinic"
	"therapeon/core/fault"
	"therapeon/core/message"
)

// Ways says how the program is to be reached.
type Ways struct {
	Listen    string   // where it listens
	OpenAt    string   // where it listens besides once it is opened by the switch
	Ask       bool     // who comes, at this machine too
	Plain     bool     // nothing is encrypted
	Cert, Key string   // files of a certificate of one's own; empty: it makes one
	At        []string // by which a proxy before it is reached, such as https://orchids.example
	Folder    string   // where its own certificate is kept
}

// Doors are the ways in, those that stand open and the one of the switch.
type Doors struct {
	ways   Ways
	house  *clinic.Clinic
	own    *certificate
	first  net.Listener
	handle *api.Server
	done   chan error
	ctx    context.Context

	mu    sync.Mutex
	other *opened // that of the switch, while it is open
}

// opened is a door that stands open.
type opened struct {
	listener net.Listener
	server   *http.Server
	reach    reach
	door     api.Door
}

// Open opens the first door: this machine's own, or one that others reach.
func Open(ctx context.Context, w Ways, house *clinic.Clinic) (*Doors, error) {
	d := &Doors{ways: w, house: house, own: &certificate{folder: w.Folder, cert: w.Cert, key: w.Key}}
	host, _, err := net.SplitHostPort(w.Listen)
	if err != nil {
		return nil, fmt.Errorf("--listen wants an address such as 127.0.0.1:8317: %w", err)
	}
	if (w.Cert == "") != (w.Key == "") {
		return nil, errors.New("--tls-cert and --tls-key go together")
	}
	if _, err := d.proxied(); err != nil {
		return nil, err
	}
	if d.asksAtOnce(host) {
		can, err := house.People.CanOpen(ctx)
		unsure, err2 := house.Settings.Unconfirmed(ctx)
		switch err := errors.Join(err, err2); {
		case err != nil:
			return nil, err
		case unsure:
			return nil, errors.New("a copy was brought back: say first who may come in by it, with “therapeon confirm”")
		case !can:
			return nil, errors.New("nobody could come in yet: give a keeper a passphrase first, with " +
				"“therapeon passphrase NAME”, or use 127.0.0.1 without --ask")
		}
	}
	d.first, err = net.Listen("tcp", w.Listen)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf(
			"--listen %s: a program is there already, perhaps Therapeon itself; stop it, or choose another address", w.Listen)
	}
	return d, err
}

// Close closes the first door before anything was served by it.
func (d *Doors) Close() error { return d.first.Close() }

// asksAtOnce holds where the first door asks who comes.
func (d *Doors) asksAtOnce(host string) bool {
	return d.ways.Ask || len(d.ways.At) > 0 || !api.IsLoopback(host)
}

// proxied are the names that a proxy before it is reached by.
func (d *Doors) proxied() (at []*url.URL, err error) {
	for _, given := range d.ways.At {
		u, err := url.Parse(given)
		if err != nil || u.Scheme != "https" && u.Scheme != "http" || u.Host == "" || u.Path != "" && u.Path != "/" {
			return nil, fmt.Errorf("--at %s: write it like https://orchids.example", given)
		}
		if at = append(at, u); at[0].Scheme != u.Scheme {
			return nil, errors.New("--at: all are https, or all are http")
		}
	}
	return at, nil
}

// Address is where the first door is, for whoever started the program.
func (d *Doors) Address() string {
	if len(d.ways.At) > 0 {
		return d.ways.At[0]
	}
	if all := d.firstReach().addresses(); len(all) > 0 {
		return all[0]
	}
	return "http://" + d.first.Addr().String()
}

func (d *Doors) firstReach() reach {
	r := reach{listener: d.first.Addr()}
	if !r.loopback() {
		r.secure = !d.ways.Plain
	}
	return r
}

// doorOf is the door of a listener: whoever reaches this machine alone is not asked, unless it is told to.
func (d *Doors) doorOf(r reach) (api.Door, error) {
	at, err := d.proxied()
	if err != nil {
		return api.Door{}, err
	}
	switch {
	case r.listener == d.first.Addr() && len(at) > 0:
		return api.Door{Asks: true, Secure: at[0].Scheme == "https", Behind: true, Hosts: func(host string) bool {
			for _, u := range at {
				if u.Host == host {
					return true
				}
			}
			return false
		}}, nil
	case r.listener == d.first.Addr() && r.loopback():
		return api.Door{Asks: d.ways.Ask, Hosts: api.IsLoopback}, nil
	}
	return api.Door{Asks: true, Secure: r.secure, Hosts: func(host string) bool {
		return r.has(host) || r.secure && d.own.names(host, r.port())
	}}, nil
}

// Serve serves by the first door, and by that of the switch where it was left open, until the
// context ends.
func (d *Doors) Serve(ctx context.Context, handle *api.Server) error {
	d.handle, d.ctx, d.done = handle, ctx, make(chan error, 2)
	first, err := d.serve(d.first, d.firstReach())
	if err != nil {
		return errors.Join(err, d.first.Close())
	}
	was, err := d.house.Settings.WasOpen(context.WithoutCancel(ctx))
	if err == nil && was && first.reach.loopback() && len(d.ways.At) == 0 {
		if err := d.openOther(); err != nil {
			fmt.Println("It was left open to others, and could not be opened again:", err)
		} else {
			fmt.Println("It is open to others, who are asked who they are, at", d.State().Addresses)
		}
	}
	if err == nil {
		select {
		case err = <-d.done:
		case <-ctx.Done():
		}
	}
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.other != nil {
		err = errors.Join(err, d.other.stop())
	}
	return errors.Join(err, first.stop())
}

// serve begins to serve by a listener.
func (d *Doors) serve(listener net.Listener, r reach) (*opened, error) {
	door, err := d.doorOf(r)
	if err != nil {
		return nil, err
	}
	o := &opened{listener: listener, reach: r, door: door, server: &http.Server{
		Handler:           d.handle.By(door),
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       time.Minute,
		IdleTimeout:       2 * time.Minute,
		MaxHeaderBytes:    64 << 10,
		ErrorLog:          log.New(io.Discard, "", 0), // a phone that turns a certificate down is no error here
	}}
	if r.secure {
		if o.server.TLSConfig, err = d.own.config(r.ips); err != nil {
			return nil, err
		}
	}
	if !r.loopback() {
		listener = newFew(listener)
	}
	go func() {
		var err error
		if r.secure {
			err = o.server.ServeTLS(listener, "", "")
		} else {
			err = o.server.Serve(listener)
		}
		if !errors.Is(err, http.ErrServerClosed) {
			d.done <- err
		}
	}()
	return o, nil
}

// stop lets what is under way end, and cuts off what stalls: what was answered is kept.
func (o *opened) stop() error {
	grace, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	if err := o.server.Shutdown(grace); !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	return o.server.Close()
}

// State is how others reach the program.
func (d *Doors) State() people.Opened {
	d.mu.Lock()
	defer d.mu.Unlock()
	can, err := d.house.People.CanOpen(d.ctx)
	unsure, err2 := d.house.Settings.Unconfirmed(d.ctx)
	s := people.Opened{Can: can && err == nil, Confirm: unsure || err2 != nil, Addresses: []string{}}
	first := d.firstReach()
	switch {
	case len(d.ways.At) > 0:
		s.Open, s.Fixed, s.Addresses = true, true, d.ways.At
		return s
	case !first.loopback():
		s.Open, s.Fixed, s.Plain, s.Addresses = true, true, !first.secure, first.addresses()
	case d.other != nil:
		s.Open, s.Plain, s.Addresses = true, !d.other.reach.secure, d.other.reach.addresses()
	case d.ways.Ask:
		s.Addresses, s.Plain = []string{"http://" + d.first.Addr().String()}, true // at this machine alone
		return s
	default:
		return s
	}
	if !s.Plain {
		s.Fingerprint = d.own.fingerprint()
	}
	return s
}

// Open opens the program to others by the switch, or closes it.
func (d *Doors) Open(ctx context.Context, open bool) (people.Opened, error) {
	if s := d.State(); s.Fixed {
		return s, refused("opened-at-start")
	}
	if open {
		can, err := d.house.People.CanOpen(ctx)
		unsure, err2 := d.house.Settings.Unconfirmed(ctx)
		switch err := errors.Join(err, err2); {
		case err != nil:
			return people.Opened{}, err
		case unsure:
			return people.Opened{}, refused("copy-brought-back")
		case !can:
			return people.Opened{}, refused("nobody-could-come-in")
		}
		if err := d.openOther(); err != nil {
			return people.Opened{}, refused("could-not-be-opened", message.Name("error", err.Error()))
		}
	} else {
		d.closeOther()
	}
	if err := d.house.Settings.KeepOpen(ctx, open); err != nil {
		return people.Opened{}, err
	}
	return d.State(), nil
}

func refused(code string, args ...message.Arg) error {
	return fault.List{{Field: "open", Words: message.Of("door."+code, args...), Limit: message.Of("door." + code + "-limit")}}
}

func (d *Doors) openOther() error {
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.other != nil {
		return nil
	}
	listener, err := net.Listen("tcp", d.ways.OpenAt)
	if err != nil {
		return err
	}
	d.other, err = d.serve(listener, reach{listener: listener.Addr(), secure: !d.ways.Plain})
	if err != nil {
		return errors.Join(err, listener.Close())
	}
	return nil
}

// answerFirst is how long the door stays open for the answer to who closed it.
const answerFirst = 500 * time.Millisecond

func (d *Doors) closeOther() {
	d.mu.Lock()
	defer d.mu.Unlock()
	if d.other == nil {
		return
	}
	other := d.other
	d.other = nil
	go func() { // nobody new comes in from now on
		soon, cancel := context.WithTimeout(context.Background(), answerFirst)
		defer cancel()
		if other.server.Shutdown(soon) != nil {
			_ = other.server.Close()
		}
	}()
}
