// Command therapeon serves the bench.
package main

import (
	"context"
	"os"
	"os/signal"
	"syscall"

	"github.com/alecthomas/kong"

	"therapeon/api"
)

type commands struct {
	Serve   serve            `cmd:"" default:"withargs" help:"Serve the bench."`
	Demo    demonstrate      `cmd:"" help:"Serve a made-up bench, built anew, in a file of its own."`
	Backup  backup           `cmd:"" help:"Copy the bench to a new file, also while it is served, and check the copy."`
	Restore restore          `cmd:"" help:"Put a copy in the place of the bench; the present one is kept aside."`
	Pass    passphrase       `cmd:"" name:"passphrase" help:"Give a keeper a new passphrase, at this machine and while nothing is served."`
	Confirm confirm          `cmd:"" help:"Say that those who could come in by a copy that was brought back may."`
	OpenAPI contract         `cmd:"" name:"openapi" help:"Print the API's contract (OpenAPI 3.1)."`
	Standin standins         `cmd:"" help:"Simulated devices, for a bench without them."`
	Version kong.VersionFlag `help:"Print the version."`
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	cli := kong.Parse(new(commands),
		kong.Name("therapeon"), kong.Description("The bench for orchids in trouble."),
		kong.Vars{"version": api.Version()}, kong.BindTo(ctx, (*context.Context)(nil)))
	cli.FatalIfErrorf(cli.Run())
}

type contract struct{}

// Run prints the contract.
func (contract) Run() error {
	doc, err := api.Contract()
	if err != nil {
		return err
	}
	_, err = os.Stdout.Write(doc)
	return err
}
