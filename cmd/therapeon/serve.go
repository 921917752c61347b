package main

import (
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"syscall"
	"time"

	"therapeon/api"
	"therapeon/clinic"
	"therapeon/demo"
	"therapeon/store"
	"therapeon/web"
)

type place struct {
	Listen string `default:"127.0.0.1:8317" help:"Address to listen on; loopback only."`
	Data   string `help:"The data file. Left out: in your data folder." type:"path" env:"THERAPEON_DATA"`
}

type serve struct{ place }

// Run serves until it is told to stop.
func (s serve) Run(ctx context.Context) error {
	path, err := s.file("therapeon.sqlite")
	if err != nil {
		return err
	}
	return s.serve(ctx, path, nil)
}

type demonstrate struct {
	place
	Keep bool `help:"Keep the demo file of last time."`
}

// Run builds the demo bench and serves it.
func (d demonstrate) Run(ctx context.Context) error {
	path, err := d.file("demo.sqlite")
	if err != nil {
		return err
	}
	if _, err := os.Stat(path); d.Keep && err == nil {
		return d.serve(ctx, path, nil)
	}
	return d.serve(ctx, path, demo.Fill)
}

// file is where the data lie, by default in the user's data folder.
func (p place) file(name string) (string, error) {
	if p.Data != "" {
		return p.Data, nil
	}
	folder := os.Getenv("XDG_DATA_HOME")
	if folder == "" {
		home, err := os.UserHomeDir()
		if err != nil {
			return "", fmt.Errorf("no home folder; say where to keep the data with --data: %w", err)
		}
		folder = filepath.Join(home, ".local", "share")
	}
	return filepath.Join(folder, "therapeon", name), nil
}

// serve serves the file at path. With fill it is made anew and filled first,
// once the address is ours: a program that runs on the file has the address.
func (p place) serve(ctx context.Context, path string, fill func(context.Context, *clinic.Clinic) error) error {
	listener, err := p.listen()
	if err != nil {
		return err
	}
	if fill != nil {
		for _, end := range []string{"", "-wal", "-shm"} {
			if err := os.Remove(path + end); err != nil && !errors.Is(err, os.ErrNotExist) {
				return errors.Join(fmt.Errorf("clear the old demo: %w", err), listener.Close())
			}
		}
	}
	s, err := store.Open(ctx, path)
	if err != nil {
		return errors.Join(err, listener.Close())
	}
	c := clinic.New(s, time.Now)
	if fill != nil {
		if err := fill(ctx, c); err != nil {
			return errors.Join(fmt.Errorf("build the demo: %w", err), s.Close(), listener.Close())
		}
	}
	err = run(ctx, c, listener)
	return errors.Join(err, s.Close())
}

// listen opens the address and refuses any that others could reach.
func (p place) listen() (net.Listener, error) {
	host, _, err := net.SplitHostPort(p.Listen)
	if err != nil {
		return nil, fmt.Errorf("--listen wants an address such as 127.0.0.1:8317: %w", err)
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return nil, fmt.Errorf("--listen %s: others could reach this address, and there is no passphrase yet; use 127.0.0.1 or localhost", p.Listen)
	}
	listener, err := net.Listen("tcp", p.Listen)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("--listen %s: a program is there already, perhaps Therapeon itself; stop it, or choose another address", p.Listen)
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
	server := &http.Server{Handler: handler, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: time.Minute, IdleTimeout: 2 * time.Minute}
	fmt.Printf("Therapeon is at http://%s\nEverything is kept in %s\nStop with Ctrl-C.\n", listener.Addr(), c.DataFile())
	done := make(chan error, 1)
	go func() { done <- server.Serve(listener) }()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
	}
	grace, cancel := context.WithTimeout(context.WithoutCancel(ctx), 5*time.Second)
	defer cancel()
	return server.Shutdown(grace)
}
