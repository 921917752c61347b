package api

import (
	"fmt"
	"math/rand/v2"
	"net/http/httptest"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/core/causes"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

func among[T any](r *rand.Rand, of ...T) T { return of[r.IntN(len(of))] }

// drawnSituation is a plant as it may come, with its look, and often with what was seen since.
func drawnSituation(n int) situation {
	r := rand.New(rand.NewPCG(uint64(n), 61))
	kind := among(r, taxa.All()...)
	x := situation{Name: fmt.Sprintf("plant %d", n), Plant: map[string]any{
		"group": kind.Code, "pot": among(r, "clear", "opaque", "clay", "basket", "mount", "none", "bare"),
		"old_medium": among(r, "bark", "bark-moss", "moss", "mineral", "perlite", "compost", "none"),
	}, Looked: r.IntN(12)}
	if r.IntN(4) > 0 {
		x.Plant["leaf_count"] = r.IntN(8)
	}
	if kind.HasBulbs() && r.IntN(4) > 0 {
		x.Plant["bulb_count"], x.Plant["bulb_state"] = 1+r.IntN(9), among(r, "plump", "mixed", "shrivelled")
	}
	if r.IntN(3) > 0 {
		x.Plant["last_repotted"] = among(r, "2027-03", "2029-03", "2030-04-20")
	}
	if r.IntN(3) > 0 {
		x.Plant["arrived_on"] = among(r, "2029-01", "2030-05-02")
	}
	x.Out, x.Growth = r.IntN(6) == 0, among(r, "", "new-roots", "growing", "idle", "resting")
	x.Flower = among(r, "", "", "none", "spike", "bud", "bloom")
	for _, f := range causes.Table().Findings {
		switch {
		case f.Only == "bulbs" && !kind.HasBulbs():
		case r.IntN(25) == 0:
			x.Found = append(x.Found, f.Code)
		case r.IntN(5) == 0:
			x.Missing = append(x.Missing, f.Code)
		}
	}
	if r.IntN(3) > 0 {
		low := r.IntN(20)
		x.Place = map[string]any{"night": low, "day": low + 7, "humidity": 30 + r.IntN(60), "light": among(r, "shade", "bright", "sun")}
	}
	if r.IntN(4) == 0 {
		for range 1 + r.IntN(3) {
			x.Roots = append(x.Roots, map[string]any{
				"count": 1 + r.IntN(9), "mm": 30 + r.IntN(90), "feel": among(r, "firm", "mushy", "hollow", "limp"),
			})
		}
	}
	for range r.IntN(3) {
		x.Checkins = append(x.Checkins, map[string]any{
			"days": uint64(r.IntN(5)), "medium": among(r, "dry", "damp", "wet"), "leaf": among(r, "firm", "limp"),
			"growth": among(r, "growing", "idle", "resting"),
		})
	}
	return x
}

// Over plants drawn as they come, all routes of each tell one degree of each act, in words that say what
// their codes say.
func TestNoRouteTellsAPlantTwoThings(t *testing.T) {
	plants := 60
	if os.Getenv("TORTURE") != "" {
		plants = 1000
	}
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	now := time.Date(2030, 5, 15, 10, 0, 0, 0, time.UTC)
	h, err := New(clinic.New(s, func() time.Time { return now }), shell)
	require.NoError(t, err)
	server := httptest.NewServer(h)
	defer func() { server.Close(); _ = s.Close() }()
	count := 0
	for n := range plants {
		x := &reported{tester: tester{t, server.URL}, situation: drawnSituation(n), now: now}
		place := 0
		if x.Place != nil {
			place = x.place()
		}
		x.put(place)
		x.pages()
		x.leaves()
		assert.Empty(t, twice(x.told, x.day(0)), "plant %d", n)
		assert.Empty(t, misread(t, x.told), "plant %d", n)
		count += len(x.told)
	}
	assert.Greater(t, count, plants*20, "sentences were read")
}
