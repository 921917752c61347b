package main

import (
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"syscall"
	"time"

	"therapeon/api"
	"therapeon/clinic"
	"therapeon/demo"
	"therapeon/ledger"
	"therapeon/web"
)

type address struct {
	Listen string `default:"127.0.0.1:8317" help:"Address to listen on; loopback only."`
}

type serve struct {
	address
	dataFile
}

// Run serves until it is told to stop.
func (s serve) Run(ctx context.Context) error {
	path, err := s.file()
	if err != nil {
		return err
	}
	kept, err := ledger.Open(ctx, path)
	if err != nil {
		return err
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
	return errors.Join(d.serve(ctx, kept, fill), kept.Close())
}

// serve serves a file, filled first where it is to be.
func (a address) serve(ctx context.Context, s *ledger.Ledger, fill func(context.Context, *clinic.Clinic) error) error {
	listener, err := a.listen()
	if err != nil {
		return err
	}
	if err := s.Serving("http://" + listener.Addr().String()); err != nil {
		return errors.Join(err, listener.Close())
	}
	c := clinic.New(s, time.Now)
	if fill != nil {
		if err := fill(ctx, c); err != nil {
			return errors.Join(fmt.Errorf("build the demo: %w", err), listener.Close())
		}
	}
	serving, stop := context.WithCancel(ctx)
	defer stop()
	kept := make(chan error, 1)
	go func() { kept <- c.Settings.Upkeep(serving) }()
	err = run(ctx, c, listener)
	stop()
	if unfinished := <-kept; unfinished != nil && !errors.Is(unfinished, context.Canceled) {
		err = errors.Join(err, fmt.Errorf("finish what was begun: %w", unfinished))
	}
	return err
}

// listen opens the address and refuses any that others could reach.
func (a address) listen() (net.Listener, error) {
	host, _, err := net.SplitHostPort(a.Listen)
	if err != nil {
		return nil, fmt.Errorf("--listen wants an address such as 127.0.0.1:8317: %w", err)
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return nil, fmt.Errorf(
			"--listen %s: others could reach this address, and there is no passphrase yet; use 127.0.0.1 or localhost",
			a.Listen,
		)
	}
	listener, err := net.Listen("tcp", a.Listen)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf(
			"--listen %s: a program is there already, perhaps Therapeon itself; stop it, or choose another address",
			a.Listen,
		)
	}
	return listener, err
}

func run(ctx context.Context, c *clinic.Clinic, listener net.Listener) error {
	page, err := web.Page()
	if err != nil {
		return err
	}
	handler, err := api.New(c, page)
	if err != nil {
		return err
	}
	server := &http.Server{
		Handler:           handler,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       time.Minute,
		IdleTimeout:       2 * time.Minute,
	}
	fmt.Printf(
		"Therapeon is at http://%s\nEverything is kept in %s\nStop with Ctrl-C.\n",
		listener.Addr(),
		c.Records.DataFile(),
	)
	done := make(chan error, 1)
	go func() { done <- server.Serve(listener) }()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	grace, cancel := context.WithTimeout(context.WithoutCancel(ctx), 5*time.Second)
	defer cancel()
	if err := server.Shutdown(grace); !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	return server.Close() // a stalled request is cut off: what was answered is kept
}
