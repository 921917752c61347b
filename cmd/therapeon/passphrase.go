package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"time"

	"golang.org/x/term"

	"therapeon/clinic"
	"therapeon/ledger"
)

type passphrase struct {
	dataFile
	Name string `arg:"" help:"Whose: a keeper's. A new name is made a keeper."`
}

// Run gives a keeper a new passphrase, read from the terminal or from the input, never from the
// command line, where others could see it. Their sessions end.
func (p passphrase) Run(ctx context.Context) error {
	path, err := p.file()
	if err != nil {
		return err
	}
	given, err := readPassphrase()
	if err != nil {
		return err
	}
	kept, err := ledger.Open(ctx, path)
	if err != nil {
		return err
	}
	c := clinic.New(kept, time.Now)
	ctx = ledger.As(ctx, ledger.Act{Via: "command", Did: "resetPassphrase", At: c.Records.Stamp()})
	if err := c.People.ResetPassphrase(ctx, p.Name, given); err != nil {
		return errors.Join(err, kept.Close())
	}
	fmt.Printf("%s has a new passphrase, and is signed out everywhere.\n", strings.TrimSpace(p.Name))
	return kept.Close()
}

func readPassphrase() (string, error) {
	in := int(os.Stdin.Fd())
	if !term.IsTerminal(in) {
		line, err := bufio.NewReader(os.Stdin).ReadString('\n')
		if errors.Is(err, io.EOF) {
			err = nil
		}
		return strings.TrimRight(line, "\r\n"), err
	}
	fmt.Print("The new passphrase, 12 signs or more: ")
	first, err := term.ReadPassword(in)
	fmt.Println()
	if err != nil {
		return "", err
	}
	fmt.Print("Once more: ")
	second, err := term.ReadPassword(in)
	fmt.Println()
	if err == nil && string(first) != string(second) {
		err = errors.New("the two differ; nothing was changed")
	}
	return string(first), err
}
