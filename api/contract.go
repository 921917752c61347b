package api

import (
	"encoding/json"
	"fmt"
	"runtime/debug"
	"sync"
	"time"

	"github.com/swaggest/openapi-go/openapi31"

	"therapeon/api/wire"
)

// version of the contract.
const version = "0.1.0"

// stamp is the commit and its day, where the build says so (see the Makefile).
var stamp string

// Version says of which commit the program was built, and of which day that is.
var Version = sync.OnceValue(func() string {
	if stamp != "" {
		return stamp
	}
	built, _ := debug.ReadBuildInfo()
	is := map[string]string{}
	if built != nil {
		for _, s := range built.Settings {
			is[s.Key] = s.Value
		}
	}
	commit, day := is["vcs.revision"], is["vcs.time"]
	if len(commit) < 8 || len(day) < len(time.DateOnly) {
		return "built outside its repository"
	}
	words := commit[:8] + " of " + day[:len(time.DateOnly)]
	if is["vcs.modified"] == "true" {
		words += ", changed since"
	}
	return words
})

// Contract is the OpenAPI 3.1 document of the route table, indented.
func Contract() ([]byte, error) {
	r := openapi31.NewReflector()
	r.Spec.Info.WithTitle("Therapeon").WithVersion(version).
		WithDescription(
			"Rescue of orchids: plants, root readings, verdicts and cut lists. Lengths are in mm, areas in cm², volumes in cm³, shares from 0 to 1.",
		)
	wire.Reflects(r)
	for _, o := range table(nil, nil) {
		if err := o.Describe(r); err != nil {
			return nil, fmt.Errorf("%s: %w", o.ID, err)
		}
	}
	doc, err := json.MarshalIndent(r.Spec, "", "  ")
	return append(doc, '\n'), err
}
