package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/mattn/go-isatty"

	"therapeon/clinic"
	"therapeon/ledger"
)

// dataFile is where somebody's own bench lies.
type dataFile struct {
	Data string `help:"The data file. Left out: in your data folder." type:"path" env:"THERAPEON_DATA"`
}

func (d dataFile) file() (string, error) {
	if d.Data != "" {
		return d.Data, nil
	}
	return inDataFolder("therapeon.sqlite")
}

// inDataFolder is a file of the user's data folder.
func inDataFolder(name string) (string, error) {
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

type backup struct {
	dataFile
	To string `arg:"" name:"file" type:"path" help:"Where to write the copy; a new file."`
}

// Run copies the bench, which may be served meanwhile.
func (b backup) Run(ctx context.Context) error {
	path, err := b.file()
	if err != nil {
		return err
	}
	held, err := ledger.Backup(ctx, path, b.To, time.Now())
	if err != nil {
		return err
	}
	fmt.Printf("Copied %s to %s and checked it: %s.\n", path, b.To, held)
	return nil
}

type restore struct {
	dataFile
	From string `arg:"" name:"file" type:"path" help:"The copy to bring back."`
	Yes  bool   `help:"Do it without asking."`
}

// Run puts a copy in the place of the bench, once it is agreed to.
func (r restore) Run(ctx context.Context) error {
	path, err := r.file()
	if err != nil {
		return err
	}
	if real, err := filepath.EvalSymlinks(path); err == nil {
		path = real
	}
	copied, err := ledger.Contains(ctx, r.From)
	if err != nil {
		return err
	}
	lock, err := ledger.TakeLock(path)
	if err != nil {
		return err
	}
	defer func() { _ = lock.Release() }()
	fmt.Printf("The copy %s holds %s.\n", r.From, copied)
	switch present, err := ledger.Contains(ctx, path); {
	case errors.Is(err, os.ErrNotExist):
		fmt.Printf("There is no bench at %s yet: nothing is lost.\n", path)
	case err != nil:
		fmt.Printf("What is there now cannot be read: %v\n", err)
	default:
		fmt.Printf("The bench %s holds %s. Whatever is in it and not in the copy leaves the bench.\n", path, present)
	}
	fmt.Println("The present file is kept aside, not deleted.")
	if !r.Yes {
		if err := agreed(); err != nil {
			return err
		}
	}
	done, err := ledger.Restore(ctx, r.From, path, time.Now())
	if err != nil {
		return err
	}
	fmt.Printf("Restored %s from %s.\n", path, r.From)
	if done.Aside != "" {
		fmt.Printf("What was there is kept as %s.\n", done.Aside)
	}
	if len(done.May) > 0 {
		fmt.Println("All sessions, tokens of devices and shared addresses of the copy are ended. Who could come in by it:")
		for _, who := range done.May {
			fmt.Println("  " + who)
		}
		fmt.Println("It is not opened to others until that is confirmed: by “therapeon confirm”, or on the page at this machine.")
	}
	return nil
}

type confirm struct {
	dataFile
	Yes bool `help:"Do it without asking."`
}

// Run says who could come in, and lets them once it is agreed to.
func (f confirm) Run(ctx context.Context) error {
	path, err := f.file()
	if err != nil {
		return err
	}
	kept, err := ledger.Open(ctx, path)
	if err != nil {
		return err
	}
	c := clinic.New(kept, time.Now)
	list, err := c.People.People(ctx)
	if err != nil {
		return errors.Join(err, kept.Close())
	}
	for _, p := range list {
		fmt.Printf("%s, %s\n", p.Name, p.Role)
	}
	fmt.Println("These may come in once it is opened to others.")
	if !f.Yes {
		if err := agreed(); err != nil {
			return errors.Join(err, kept.Close())
		}
	}
	ctx = ledger.As(ctx, ledger.Act{Via: "command", Did: "confirmPeople", At: c.Records.Stamp()})
	return errors.Join(c.Settings.Confirm(ctx), kept.Close())
}

// agreed asks at the terminal; without one, the answer has to come with the call.
func agreed() error {
	if !isatty.IsTerminal(os.Stdin.Fd()) {
		return errors.New("nothing was changed: there is no terminal to ask at; say --yes to go on")
	}
	fmt.Print("Type yes to go on: ")
	line, err := bufio.NewReader(os.Stdin).ReadString('\n')
	if err != nil || strings.TrimSpace(strings.ToLower(line)) != "yes" {
		return errors.New("nothing was changed")
	}
	return nil
}
