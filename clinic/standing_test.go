package clinic

import (
	"database/sql"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// Each interval between two weighings counts by the way and the days of that time:
// before the first home it lay on the bench, as it came.
func TestEachIntervalOfWeighingsIsHeldAsItWas(t *testing.T) {
	at := func(d, hour int) time.Time { return time.Date(2030, 3, d, hour, 0, 0, 0, time.UTC) }
	homes := []Home{{FromOn: "2030-03-08", Route: "lid"}, {FromOn: "2030-03-20", Route: "bag"}}
	days := func(from, to time.Time, weighed ...time.Time) (list []string) {
		spells, potted := staysOf(homes, append(weighed, from)).between(from, to, nil)
		assert.False(t, potted)
		for _, s := range spells {
			list = append(list, fmt.Sprintf("%s %.2f", s.Holding, s.Days))
		}
		return list
	}
	assert.Equal(t, []string{"bench 7.00"}, days(at(1, 9), at(8, 9)), "the week before it was held")
	assert.Equal(
		t,
		[]string{"bench 7.00", "lid 7.00"},
		days(at(1, 9), at(15, 9), at(8, 9)),
		"it was in hand when it was weighed",
	)
	assert.Equal(t, []string{"bench 7.12", "lid 6.88"}, days(at(1, 9), at(15, 9)), "not weighed that day: from noon")
	assert.Equal(t, []string{"lid 5.00"}, days(at(10, 9), at(15, 9)))
	assert.Equal(t, []string{"lid 5.12", "bag 4.88"}, days(at(15, 9), at(25, 9)))
	assert.Equal(t, []string{"bag 5.00"}, days(at(22, 0), at(27, 0)))
	homes = append(homes, Home{FromOn: "2030-03-22", Route: "bark"})
	_, potted := staysOf(homes, []time.Time{at(15, 9)}).between(at(15, 9), at(25, 9), nil)
	assert.True(t, potted, "in a pot it drinks")
}

func TestAWeekOnTheBenchIsNotChargedToTheLid(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 50)
	weighedOn(t, c, p.ID, 14, Weigh{Kind: Bare, Grams: 210})
	weighedOn(t, c, p.ID, 7, Weigh{Kind: Bare, Grams: 197})
	before, err := c.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	after, err := c.Hold(t.Context(), p.ID, Hold{Method: "lid", From: day.AddDate(0, 0, -7).Format(time.DateOnly)})
	require.NoError(t, err)
	assert.InDelta(
		t,
		before.Race.Fit.Factor,
		after.Race.Fit.Factor,
		1e-9,
		"what is done with it now changes nothing of last week",
	)
	other, err := c.RaceOf(t.Context(), p.ID, "bag")
	require.NoError(t, err)
	assert.InDelta(t, before.Race.Fit.Factor, other.Race.Fit.Factor, 1e-9)
}

// What is read on a day is judged in what the plant stood in until then.
func TestAReadingIsJudgedInWhatThePlantStoodInThen(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, Intake{Tag: "Moved", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	allDone(t, c, p.ID)
	_, err := c.Settle(t.Context(), p.ID, Settle{Route: "bark", FromOn: "2030-03-20", Person: "Ada"})
	require.NoError(t, err)
	house, err := c.Settings(t.Context())
	require.NoError(t, err)
	row, err := c.store.GetPlant(t.Context(), p.ID)
	require.NoError(t, err)
	medium := func(on string) string {
		homes, err := homesOf(t.Context(), c.store.Queries, p.ID)
		require.NoError(t, err)
		of, err := plant(row)
		require.NoError(t, err)
		_, err = benchFor(row, homes, house, on)
		require.NoError(t, err)
		return of.Intake.asOf(homes, on).OldMedium
	}
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
	place, err := c.AddPlace(t.Context(), PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	in, err := c.ImportClimate(t.Context(), place.ID, strings.NewReader(hoursOf(3500)))
	require.NoError(t, err)
	assert.Equal(t, 3500, in.Hours)
	assert.Equal(t, 3500, in.Place.Logged)
	assert.Nil(t, in.Place.Importing, "it is in")

	second, err := c.AddPlace(t.Context(), PlaceFacts{Name: "Case", Zone: "UTC"})
	require.NoError(t, err)
	rest := pending{Days: []climate.Day{{Day: "2030-03-01", LowC: 4, HighC: 9}}}
	for h := range int64(2500) {
		rest.Hours = append(rest.Hours, pendingHour{Hour: climate.HourOf(day) - 2500 + h, Celsius: 18})
	}
	doc, err := asDoc(rest)
	require.NoError(t, err)
	require.NoError(t, c.store.Write(t.Context(), func(q *sqlc.Queries) error { // as a program that was killed left it
		row, err := q.CreateImport(
			t.Context(),
			sqlc.CreateImportParams{PlaceID: second.ID, Doc: []byte(doc), Total: 2501},
		)
		require.NoError(t, err)
		require.NoError(t, rest.keep(t.Context(), q, second.ID, 0, 1000))
		return q.SetImportDone(t.Context(), sqlc.SetImportDoneParams{ID: row.ID, Done: 1000})
	}))
	at := func() Place {
		all, err := c.Places(t.Context())
		require.NoError(t, err)
		return all[0]
	}
	assert.Equal(t, &Importing{Total: 2501, Done: 1000}, at().Importing)
	_, err = c.ImportClimate(t.Context(), second.ID, strings.NewReader(hoursOf(1200)))
	assert.Equal(t, "file", fieldOf(t, err), "one log at a time")
	require.NoError(t, c.Resume(t.Context()))
	assert.Nil(t, at().Importing)
	assert.Equal(t, 2500, at().Logged)
	require.NoError(t, c.Resume(t.Context()), "nothing is left")
}

// One row that cannot be read takes no list down, and says so.
func TestOneUnreadableRowTakesNoListDown(t *testing.T) {
	c := newClinic(t)
	bad, r := begun(t, c, Intake{Tag: "Bad", Group: "cattleya", LeafCount: 4})
	save(t, c, r, entry("a", 9, 80, roots.Firm))
	_, looked := lookAt(t, c, Intake{Tag: "Looked", Group: "cattleya"})
	good, _ := begun(t, c, Intake{Tag: "Good", Group: "slipper"})
	_, err := c.StartCourse(t.Context(), bad.ID, pests.Course{Pest: "scale", Rounds: []string{"2030-03-01"}})
	require.NoError(t, err)
	_, err = c.AddStock(t.Context(), Stock{Name: "Oil", Product: "oil", Amount: 9, Unit: "mL"})
	require.NoError(t, err)
	damageTables(t, c)

	all, total, err := c.Plants(t.Context(), Find{Most: 10})
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
	readings, err := c.Readings(t.Context(), bad.ID)
	require.NoError(t, err)
	assert.Contains(t, readings[0].Unreadable, "cannot be read")
	looks, err := c.Inspections(t.Context(), looked.PlantID)
	require.NoError(t, err)
	assert.Contains(t, looks[0].Unreadable, "cannot be read")
	due, err := c.DueRounds(t.Context())
	require.NoError(t, err)
	require.Len(t, due, 1)
	assert.Contains(t, due[0].Headline, "cannot be read")
	shelf, err := c.Shelf(t.Context())
	require.NoError(t, err)
	assert.Contains(t, shelf[0].Unreadable, "cannot be read")
	_, err = c.Plant(t.Context(), good.ID)
	require.NoError(t, err)
}

// damageTables spoils what is kept of one plant, its reading, look, treatment and
// of a bottle, as a damaged disk would.
func damageTables(t *testing.T, c *Clinic) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+c.DataFile()+"?_pragma=busy_timeout(5000)")
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	for _, statement := range []string{
		"UPDATE plants SET blades = '[{' WHERE tag = 'Bad'", "UPDATE readings SET summary = 'x' WHERE id = 1", "UPDATE inspections SET look = '{', blank = 0",
		"UPDATE courses SET doc = ''", "UPDATE shelf SET doc = '{\"amount\":\"much\"}'",
	} {
		_, err := db.ExecContext(t.Context(), statement)
		require.NoError(t, err)
	}
}
