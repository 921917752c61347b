package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"path/filepath"
	"sync"
	"time"

	"therapeon/api"
	"therapeon/clinic"
	"therapeon/demo"
	"therapeon/door"
	"therapeon/language/pseudo"
	"therapeon/ledger"
	"therapeon/web"
)

type address struct {
	Listen  string   `default:"127.0.0.1:8317" help:"Address to listen on. Beyond loopback everyone is asked who they are, and all is encrypted."`
	OpenAt  string   `default:":8318" help:"Address to listen on as well, once the page's switch opens it to others."`
	Ask     bool     `help:"Ask who one is at this machine too."`
	Plain   bool     `help:"Encrypt nothing: whoever is on the same network can read and change what is sent, passphrases and all."`
	TLSCert string   `name:"tls-cert" type:"existingfile" help:"A certificate of your own, as PEM. Left out: one is made."`
	TLSKey  string   `name:"tls-key" type:"existingfile" help:"Its key, as PEM."`
	At      []string `help:"Address of a proxy on this machine that passes requests on, such as https://orchids.example."`
}

func (a address) ways(data string) door.Ways {
	return door.Ways{
		Listen: a.Listen, OpenAt: a.OpenAt, Ask: a.Ask, Plain: a.Plain, Cert: a.TLSCert, Key: a.TLSKey, At: a.At,
		Folder: filepath.Dir(data),
	}
}

type serve struct {
	address
	dataFile
	Accents bool `help:"Speak accented English too: what is seen without accents is not translated yet."`
}

// Run serves until it is told to stop.
func (s serve) Run(ctx context.Context) error {
	if s.Accents {
		pseudo.Use()
	}
	path, err := s.file()
	if err != nil {
		return err
	}
	kept, err := ledger.Open(ctx, path)
	if err != nil {
		return err
	}
	if kept.OnlyReads() {
		fmt.Println("The disk is full. All can be read, and nothing is saved: make room, then start again.")
	}
	if kept.Whose() == ledger.Demo {
		fmt.Println("This is the demo's file: the next demo makes it anew. Keep your own plants in another.")
	}
	return errors.Join(s.serve(ctx, kept, nil), kept.Close())
}

// demonstrate has a file of its own, never the one of the user's variable.
type demonstrate struct {
	address
	Data string `help:"The demo's file: one that a demo made, or a new one. Left out: demo.sqlite in your data folder." type:"path"`
	Keep bool   `help:"Keep the demo file of last time."`
	Fill bool   `help:"Build the file, and end."`
}

// Run builds the demo bench and serves it.
func (d demonstrate) Run(ctx context.Context) error {
	path := d.Data
	usual, err := inDataFolder("demo.sqlite")
	switch {
	case path == "" && err != nil:
		return err
	case path == "":
		path = usual
	}
	kept, empty, aside, err := ledger.OpenDemo(ctx, path, d.Keep, d.Data == "", time.Now())
	if err != nil {
		return err
	}
	if aside != "" {
		fmt.Printf("A file that no demo made lay at %s. It is kept as %s.\n", path, aside)
	}
	fill := demo.Fill
	if !empty {
		fill = nil
	}
	if d.Fill {
		if fill != nil {
			err = fill(ctx, clinic.New(kept, time.Now))
		}
		return errors.Join(err, kept.Close())
	}
	return errors.Join(d.serve(ctx, kept, fill), kept.Close())
}

// serve serves a file, filled first where it is to be.
func (a address) serve(ctx context.Context, s *ledger.Ledger, fill func(context.Context, *clinic.Clinic) error) error {
	c := clinic.New(s, time.Now)
	doors, err := door.Open(ctx, a.ways(s.Path()), c)
	if err != nil {
		return err
	}
	if err := s.Serving(doors.Address()); err != nil {
		return errors.Join(err, doors.Close())
	}
	if fill != nil {
		if err := fill(ctx, c); err != nil {
			return errors.Join(fmt.Errorf("build the demo: %w", err), doors.Close())
		}
	}
	serving, stop := context.WithCancel(ctx)
	defer stop()
	var beside sync.WaitGroup
	var unfinished error
	beside.Go(func() { unfinished = c.Settings.Upkeep(serving) })
	beside.Go(func() { tidy(serving, c) })
	err = run(ctx, c, doors)
	stop()
	beside.Wait()
	if unfinished != nil && !errors.Is(unfinished, context.Canceled) {
		err = errors.Join(err, fmt.Errorf("finish what was begun: %w", unfinished))
	}
	return err
}

// run serves by the doors until it is told to stop.
func run(ctx context.Context, c *clinic.Clinic, doors *door.Doors) error {
	page, err := web.Page()
	if err != nil {
		return errors.Join(err, doors.Close())
	}
	server, err := api.NewServer(c, page, doors)
	if err != nil {
		return errors.Join(err, doors.Close())
	}
	fmt.Printf(
		"Therapeon is at %s\nEverything is kept in %s\nStop with Ctrl-C.\n", doors.Address(), c.Records.DataFile())
	go func() {
		<-ctx.Done()
		c.Company.Close() // who listens would be waited for
	}()
	return doors.Serve(ctx, server)
}

// tidy drops each day what ran out of who may come in.
func tidy(ctx context.Context, c *clinic.Clinic) {
	for {
		if err := c.People.Tidy(ctx); err != nil && ctx.Err() == nil {
			slog.Error("tidy what ran out", "error", err)
		}
		select {
		case <-time.After(24 * time.Hour):
		case <-ctx.Done():
			return
		}
	}
}
