package clinic

import (
	"database/sql"
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	"therapeon/clinic/mixing"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
	"therapeon/clinic/rehome"
	"therapeon/clinic/weights"
	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/ledger"
)

func TestAWeekOnTheBenchIsNotChargedToTheLid(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 50)
	weighedOn(t, c, p.ID, 14, weights.Weigh{Kind: patient.BarePlant, Grams: 210})
	weighedOn(t, c, p.ID, 7, weights.Weigh{Kind: patient.BarePlant, Grams: 197})
	before, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	after, err := c.Rehome.Hold(
		t.Context(),
		p.ID,
		rehome.Hold{Method: "lid", From: day.AddDate(0, 0, -7).Format(time.DateOnly)},
	)
	require.NoError(t, err)
	assert.InDelta(
		t,
		before.Race.Fit.Factor,
		after.Race.Fit.Factor,
		1e-9,
		"what is done with it now changes nothing of last week",
	)
	other, err := c.Race.RaceOf(t.Context(), p.ID, "bag")
	require.NoError(t, err)
	assert.InDelta(t, before.Race.Fit.Factor, other.Race.Fit.Factor, 1e-9)
}

// What is read on a day is judged in what the plant stood in until then.
func TestAReadingIsJudgedInWhatThePlantStoodInThen(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Moved", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	allDone(t, c, p.ID)
	_, err := c.Rehome.Settle(t.Context(), p.ID, rehome.Settle{Route: "bark", FromOn: "2030-03-20", Person: "Ada"})
	require.NoError(t, err)
	of, err := record.Read(
		t.Context(),
		c.Records,
		func(tx *ledger.Tx) (*record.Record, error) { return c.Records.StemOf(t.Context(), tx, p.ID) },
	)
	require.NoError(t, err)
	medium := of.Base.Stands().MediumOn
	assert.Equal(t, "moss", medium("2030-03-19"), "its roots were found in moss")
	assert.Equal(t, "moss", medium("2030-03-20"), "the day of the move too")
	assert.Equal(t, "bark", medium("2030-03-21"))
}

func hoursOf(n int) string {
	var b strings.Builder
	b.WriteString("time,temperature,humidity\n")
	for i := range n {
		fmt.Fprintf(
			&b,
			"%s,%.1f,%d\n",
			day.Add(-time.Duration(i+1)*time.Hour).Format("2006-01-02 15:04"),
			15+float64(i%10),
			40+i%30,
		)
	}
	return b.String()
}

func TestALongLogComesInPartByPartAndIsFinishedAfterAnEnd(t *testing.T) {
	c := newClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	in, err := c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(hoursOf(3500)))
	require.NoError(t, err)
	assert.Equal(t, 3500, in.Hours)
	assert.Equal(t, 3500, in.Place.Logged)
	assert.Nil(t, in.Place.Importing, "it is in")

	second, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Case", Zone: "UTC"})
	require.NoError(t, err)
	type hour struct {
		Hour    int64   `json:"h"`
		Celsius float64 `json:"c"`
	}
	var hours []hour
	for h := range int64(2500) {
		hours = append(hours, hour{climate.HourOf(day) - 2500 + h, 18})
	}
	doc, err := json.Marshal(map[string]any{"hours": hours, "days": []climate.Day{{Day: "2030-03-01", LowC: 4, HighC: 9}}})
	require.NoError(t, err)
	// as a program that was killed left it
	require.NoError(t, c.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		row, err := tx.Places().AddImport(
			t.Context(),
			ledger.Import{PlaceID: second.ID, Doc: doc, Total: 2501},
		)
		require.NoError(t, err)
		return tx.Places().ImportDone(t.Context(), row.ID, 1000)
	}))
	at := func() places.Place {
		all, err := c.Places.Places(t.Context())
		require.NoError(t, err)
		return all[0]
	}
	assert.Equal(t, &places.Importing{Total: 2501, Done: 1000}, at().Importing)
	_, err = c.Places.ImportClimate(t.Context(), second.ID, strings.NewReader(hoursOf(1200)))
	assert.Equal(t, "file", fieldOf(t, err), "one log at a time")
	require.NoError(t, c.Settings.Resume(t.Context()))
	assert.Nil(t, at().Importing)
	assert.Equal(t, 1500, at().Logged, "what was left of it")
	require.NoError(t, c.Settings.Resume(t.Context()), "nothing is left")
}

// One row that cannot be read takes no list down, and says so.
func TestOneUnreadableRowTakesNoListDown(t *testing.T) {
	c := newClinic(t)
	bad, r := begun(t, c, patient.Intake{Tag: "Bad", Group: "cattleya", LeafCount: 4})
	save(t, c, r, entry("a", 9, 80, roots.Firm))
	_, looked := lookAt(t, c, patient.Intake{Tag: "Looked", Group: "cattleya"})
	good, _ := begun(t, c, patient.Intake{Tag: "Good", Group: "slipper"})
	_, err := c.Pests.StartCourse(t.Context(), bad.ID, pests.Course{Pest: "scale", Rounds: []string{"2030-03-01"}})
	require.NoError(t, err)
	_, err = c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "Oil", Product: "oil", Amount: 9, Unit: "mL"})
	require.NoError(t, err)
	damageTables(t, c)

	all, total, err := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.NoError(t, err)
	assert.EqualValues(t, 3, total)
	said := map[string]string{}
	for _, p := range all {
		said[p.Intake.Tag] = p.Unreadable
		if p.Latest != nil {
			said[p.Intake.Tag+" roots"] = p.Latest.Unreadable
		}
		if p.Looked != nil {
			said[p.Intake.Tag+" look"] = p.Looked.Unreadable
		}
	}
	assert.Contains(t, said["Bad"], "cannot be read")
	assert.Contains(t, said["Bad roots"], "cannot be read")
	assert.Contains(t, said["Looked look"], "cannot be read")
	assert.Empty(t, said["Good"])
	readings, err := c.Roots.Readings(t.Context(), bad.ID)
	require.NoError(t, err)
	assert.Contains(t, readings[0].Unreadable, "cannot be read")
	looks, err := c.Look.Inspections(t.Context(), looked.PlantID)
	require.NoError(t, err)
	assert.Contains(t, looks[0].Unreadable, "cannot be read")
	due, err := c.Pests.DueRounds(t.Context())
	require.NoError(t, err)
	require.Len(t, due, 1)
	assert.Contains(t, due[0].Headline, "cannot be read")
	shelf, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Contains(t, shelf[0].Unreadable, "cannot be read")
	_, err = c.Intake.Plant(t.Context(), good.ID)
	require.NoError(t, err)
}

// damageTables spoils what is kept of one plant, its reading, look, treatment and
// of a bottle, as a damaged disk would.
func damageTables(t *testing.T, c *Clinic) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+c.Records.DataFile()+"?_pragma=busy_timeout(5000)")
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	for _, statement := range []string{
		"UPDATE documents SET doc = '[{' WHERE kind = 'intake' AND id = (SELECT id FROM plants WHERE tag = 'Bad')",
		"UPDATE documents SET short = 'x' WHERE kind = 'reading' AND id = 1",
		"UPDATE documents SET short = '{', state = '' WHERE kind = 'look'",
		"UPDATE documents SET doc = '' WHERE kind = 'course'",
		"UPDATE documents SET doc = '{\"amount\":\"much\"}' WHERE kind = 'stock'",
	} {
		_, err := db.ExecContext(t.Context(), statement)
		require.NoError(t, err)
	}
}
