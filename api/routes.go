// Package api serves the clinic over HTTP. The route table below is the one
// contract: the router, the OpenAPI document and the page's types come from it.
// The routes of a room lie in the package of its name.
package api

import (
	"slices"
	"strings"
	"sync"

	"therapeon/api/aftercare"
	"therapeon/api/causes"
	"therapeon/api/cleaning"
	"therapeon/api/company"
	"therapeon/api/contagion"
	"therapeon/api/division"
	"therapeon/api/example"
	"therapeon/api/forecast"
	"therapeon/api/history"
	"therapeon/api/intake"
	"therapeon/api/look"
	"therapeon/api/mixing"
	"therapeon/api/people"
	"therapeon/api/pests"
	"therapeon/api/places"
	"therapeon/api/progress"
	"therapeon/api/race"
	"therapeon/api/rehome"
	"therapeon/api/roots"
	"therapeon/api/scales"
	"therapeon/api/settings"
	"therapeon/api/timers"
	"therapeon/api/today"
	"therapeon/api/unpot"
	"therapeon/api/weights"
	"therapeon/api/wire"
	"therapeon/api/wishes"
	"therapeon/clinic"
)

// table lists every operation of the API; without a clinic, to be read and not to be asked.
func table(c *clinic.Clinic, network people.Network) []wire.Operation {
	if c == nil {
		c = &clinic.Clinic{}
	}
	return slices.Concat(
		intake.Routes(&c.Intake),
		look.Routes(&c.Look),
		unpot.Routes(),
		causes.Routes(&c.Look),
		roots.Routes(&c.Roots),
		cleaning.Routes(&c.Cleaning),
		pests.Routes(&c.Pests),
		division.Routes(&c.Division),
		race.Routes(&c.Race),
		weights.Routes(&c.Weights),
		rehome.Routes(&c.Rehome),
		aftercare.Routes(&c.Aftercare),
		progress.Routes(&c.Progress),
		forecast.Routes(&c.Forecast),
		contagion.Routes(&c.Contagion),
		wishes.Routes(&c.Wishes),
		history.Routes(&c.History),
		today.Routes(&c.Today),
		mixing.Routes(&c.Mixing),
		places.Routes(&c.Places),
		scales.Routes(&c.Scales),
		timers.Routes(&c.Timers),
		example.Routes(&c.Example),
		settings.Routes(&c.Settings, Version()),
		people.Room{
			People: &c.People, Network: network, Confirm: c.Settings.Confirm,
			Today: func() string { return c.Records.Today() }, Seq: func() int64 { return c.Company.Seq() },
			Words: sync.OnceValue(deedWords),
		}.Routes(),
		company.Routes(c.Company),
	)
}

// deedWords are the words for what the log holds: the operations, and what else happens at a door.
func deedWords() map[string]string {
	words := map[string]string{
		"wrong-passphrase": "A passphrase that was wrong",
		"wrong-code":       "A code that was wrong",
		"restored":         "Brought a copy back",
		"resetPassphrase":  "Give a new passphrase at the machine",
	}
	for _, o := range table(nil, nil) {
		words[o.ID], _, _ = strings.Cut(o.Summary, ";")
	}
	for before, now := range map[string]string{"chooseCare": "chooseAftercare", "undoCare": "undoTended"} {
		words[before] = words[now] // the log keeps the names that operations had
	}
	return words
}
