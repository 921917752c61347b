package api

import (
	"fmt"
	"net/http/httptest"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/aftercare"
	"therapeon/clinic/rehome"
	rootsservice "therapeon/clinic/roots"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// BenchmarkProgress is a plant's page of growth with 500 check-ins, two roots taped at each, and ten readings:
// the bar is under 50 ms.
func BenchmarkProgress(b *testing.B) {
	s, err := ledger.Open(b.Context(), filepath.Join(b.TempDir(), "bench.sqlite"))
	require.NoError(b, err)
	defer func() { _ = s.Close() }()
	now := time.Now()
	began := now.AddDate(0, 0, -520)
	at := began
	c := clinic.New(s, func() time.Time { return at })
	moth := patient.Intake{Tag: "x", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"}
	p, err := c.Intake.AddPlant(b.Context(), moth)
	require.NoError(b, err)
	c.Records.Follow = nil // what lists show is brought up to date by the last
	_, err = c.Rehome.Settle(b.Context(), p.ID, rehome.Settle{
		Route: "inorganic", FromOn: at.Format(time.DateOnly),
		Pot: &pots.Pot{Shape: pots.Round, TopMM: 130, BottomMM: 100, HeightMM: 120, Wall: "clear"},
	})
	require.NoError(b, err)
	for n := range 500 {
		at = began.AddDate(0, 0, n+1)
		length := func(by float64) *float64 { mm := 3 + by*float64(n%200); return &mm }
		name := string(rune('A' + n/200))
		noted := patient.Checkin{Leaf: "firm", Roots: []patient.Taped{
			{Root: name, New: true, LengthMM: length(1.1), Tip: "growing"},
			{Root: name + "2", New: true, LengthMM: length(0.7), Tip: "growing", At: "edge"},
		}}
		_, err := c.Aftercare.CheckIn(b.Context(), p.ID, aftercare.CheckIn{Noted: noted})
		require.NoError(b, err)
		if n%50 != 0 {
			continue
		}
		r, err := c.Roots.StartReading(b.Context(), p.ID, rootsservice.Start{FromLast: true})
		require.NoError(b, err)
		of := roots.Reading{InPot: true}
		for i := range 28 {
			mm := 40 + float64(n)/10
			firm := []roots.Segment{{LengthMM: &mm, Feel: roots.Firm}}
			r := roots.Root{ID: fmt.Sprintf("r%d", i), Count: 1, Segments: firm, Tip: roots.Growing}
			of.Roots = append(of.Roots, r)
		}
		save := rootsservice.Save{Version: r.Version, ReadOn: r.ReadOn, Reading: of}
		_, err = c.Roots.SaveReading(b.Context(), r.ID, save)
		require.NoError(b, err)
	}
	at = now
	h, err := New(c, shell)
	require.NoError(b, err)
	server := httptest.NewServer(h)
	defer server.Close()
	callsOf(b, fmt.Sprintf("%s/api/v1/plants/%d/progress", server.URL, p.ID))
}
