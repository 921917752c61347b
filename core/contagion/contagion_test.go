package contagion

import (
	"reflect"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/pests"
)

func day(n int) string { return dates.After("2027-03-01", n) }

func agent(t *testing.T, code string) Agent {
	a, ok := Table().Agent(code)
	require.True(t, ok)
	return a
}

// Who touched it, by the ways in which each thing travels: mites walk and are blown from pot to pot, a virus
// goes by the blade and by dividing, wilt by blade, water and tray. Common practice, no source.
func TestWhoMayHaveCaughtIt(t *testing.T) {
	suspect := Facts{
		PlantID: 1, Tag: "suspect", Stays: []Stay{{7, day(0), day(20)}, {8, day(20), ""}},
		Blades: []string{day(5), day(12)}, Trays: []string{day(9)}, Soaks: []string{day(3)},
	}
	others := []Facts{
		suspect,
		{PlantID: 2, Tag: "beside it", Stays: []Stay{{7, day(10), ""}}},
		{PlantID: 3, Tag: "there later", Stays: []Stay{{7, day(21), ""}}},
		{PlantID: 4, Tag: "same blade", Stays: []Stay{{9, day(0), ""}}, Blades: []string{day(12)}},
		{PlantID: 5, Tag: "its half", ParentID: 1, DividedOn: day(5)},
		{PlantID: 6, Tag: "one tray", Trays: []string{day(9)}, Soaks: []string{day(3)}},
		{PlantID: 9, Tag: "thrown", Stays: []Stay{{7, day(0), ""}}, Off: true},
	}
	tags := func(code, since, today string) (tags []string) {
		for _, e := range Of(agent(t, code), suspect, others, since, today) {
			tags = append(tags, e.Tag)
		}
		return tags
	}
	assert.Equal(t, []string{"beside it", "its half"}, tags("spider-mites", day(0), day(30)))
	assert.Equal(t, []string{"same blade", "its half"}, tags("virus", day(0), day(30)))
	assert.Equal(t, []string{"same blade", "one tray", "its half"}, tags("wilt", day(0), day(30)))
	assert.Equal(t, []string{"same blade"}, tags("wilt", day(10), day(30)), "contacts since a day")
	assert.Empty(t, tags("soft-rot", day(0), day(30)), "fourteen days after the last contact it would have shown")
	mites := Of(agent(t, "spider-mites"), suspect, others, day(15), day(30))
	assert.Equal(t, Contact{Place, day(15), day(20)}, mites[0].By[0],
		"from when they stood together, to when one was moved")
	assert.Equal(t, dates.After(day(20), 35), mites[0].Until)
	siblings := Of(agent(t, "virus"), Facts{PlantID: 5, ParentID: 1, DividedOn: day(5)},
		[]Facts{{PlantID: 8, Tag: "the other half", ParentID: 1, DividedOn: day(5)}}, day(0), day(30))
	require.Len(t, siblings, 1)
	assert.Equal(t, Parent, siblings[0].By[0].What)
}

// fields are those of a check-in.
func fields() (list []string) {
	of := reflect.TypeFor[patient.Checkin]()
	for i := range of.NumField() {
		name, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
		list = append(list, name)
	}
	return list
}

// The table names what the other tables know: causes, pests, ways, fields of the check-in.
func TestTheTableNamesWhatThereIs(t *testing.T) {
	for _, a := range Table().Agents {
		for _, c := range a.Causes {
			_, ok := causes.Table().Cause(c)
			assert.True(t, ok, "%s: cause %s", a.Code, c)
		}
		for _, p := range a.Pests {
			_, ok := pests.Find(p)
			assert.True(t, ok, "%s: pest %s", a.Code, p)
		}
		for _, w := range a.Ways {
			assert.Contains(t, Table().Ways, w, a.Code)
		}
		for _, f := range a.Asks {
			assert.Contains(t, fields(), f, a.Code)
		}
		assert.NotEmpty(t, a.Asks, a.Code)
	}
	got := Table().Suspected([]string{"wilt-fungus", "age"}, []string{"snails"})
	require.Len(t, got, 2)
	assert.Equal(t, []string{"snails", "wilt"}, []string{got[0].Code, got[1].Code})
}

// Laws: what touched is the same seen from either plant; a longer look back loses nobody.
func TestContactLaws(t *testing.T) {
	facts := func(t *rapid.T, id int64) Facts {
		f := Facts{PlantID: id}
		days := rapid.SliceOfN(rapid.IntRange(0, 40), 0, 3)
		for _, n := range days.Draw(t, "blades") {
			f.Blades = append(f.Blades, day(n))
		}
		for _, n := range days.Draw(t, "trays") {
			f.Trays = append(f.Trays, day(n))
		}
		from := rapid.IntRange(0, 30).Draw(t, "from")
		until := from + rapid.IntRange(0, 9).Draw(t, "for")
		f.Stays = []Stay{{int64(rapid.IntRange(1, 2).Draw(t, "place")), day(from), day(until)}}
		return f
	}
	rapid.Check(t, func(t *rapid.T) {
		a, b := facts(t, 1), facts(t, 2)
		since := rapid.IntRange(0, 40).Draw(t, "since")
		for _, of := range Table().Agents {
			ab, ba := Of(of, a, []Facts{b}, day(since), day(41)), Of(of, b, []Facts{a}, day(since), day(41))
			require.Equal(t, len(ab), len(ba))
			if len(ab) > 0 {
				require.Equal(t, ab[0].By, ba[0].By)
				require.NotEmpty(t, Of(of, a, []Facts{b}, day(0), day(41)))
			}
		}
	})
}

// anything is what goes every way, and shows within ten days.
func anything() Agent {
	return Agent{Ways: []string{Blade, Tray, Water, Pot, Place, Parent}, Days: knowledge.Number{Value: 10}}
}

// What counts as a contact, to the day.
func TestContactsToTheDay(t *testing.T) {
	const today = 20
	stay := func(place int64, from int, until string) []Stay { return []Stay{{place, day(from), until}} }
	for name, c := range map[string]struct {
		a, b Facts
		want []Contact
	}{
		"it stood there on the day on which the other came": {
			Facts{Stays: stay(7, 0, day(5))}, Facts{Stays: stay(7, 5, "")}, []Contact{{Place, day(5), day(5)}},
		},
		"it had left the day before":   {Facts{Stays: stay(7, 0, day(4))}, Facts{Stays: stay(7, 5, "")}, nil},
		"where it stands is not noted": {Facts{Stays: stay(0, 0, "")}, Facts{Stays: stay(0, 0, "")}, nil},
		"a blade of today": {
			Facts{Blades: []string{day(today)}},
			Facts{Blades: []string{day(today)}}, []Contact{{Blade, day(today), day(today)}},
		},
		"a blade of tomorrow": {
			Facts{Blades: []string{day(today + 1)}}, Facts{Blades: []string{day(today + 1)}}, nil,
		},
		"blades of other days": {Facts{Blades: []string{day(3)}}, Facts{Blades: []string{day(4)}}, nil},
		"the last of two soaks": {
			Facts{Soaks: []string{day(3), day(9)}}, Facts{Soaks: []string{day(9), day(3)}},
			[]Contact{{Water, day(9), day(9)}},
		},
		"it was cut from the other": {
			Facts{PlantID: 1, ParentID: 2, DividedOn: day(5)}, Facts{PlantID: 2}, []Contact{{Parent, day(5), day(5)}},
		},
		"the other was cut from it": {
			Facts{PlantID: 1}, Facts{PlantID: 2, ParentID: 1, DividedOn: day(6)}, []Contact{{Parent, day(6), day(6)}},
		},
		"both were cut from one, since the later cut": {
			Facts{PlantID: 1, ParentID: 3, DividedOn: day(5)}, Facts{PlantID: 2, ParentID: 3, DividedOn: day(8)},
			[]Contact{{Parent, day(8), day(8)}},
		},
		"cut from two": {
			Facts{PlantID: 1, ParentID: 3, DividedOn: day(5)},
			Facts{PlantID: 2, ParentID: 4, DividedOn: day(5)}, nil,
		},
		"cut from none": {Facts{PlantID: 1}, Facts{PlantID: 2}, nil},
	} {
		assert.Equal(t, c.want, contacts(c.a, c.b, day(today)), name)
	}
}

// A contact on the first day that is asked about counts; it is looked at up to its last day, that included.
func TestWatchedToTheLastDay(t *testing.T) {
	a, b := Facts{PlantID: 1, Trays: []string{day(5)}}, Facts{PlantID: 2, Trays: []string{day(5)}}
	of := func(since, today int) int { return len(Of(anything(), a, []Facts{b}, day(since), day(today))) }
	assert.Equal(t, 1, of(5, 6))
	assert.Equal(t, 0, of(6, 6), "it was before")
	assert.Equal(t, 1, of(0, 15))
	assert.Equal(t, 0, of(0, 16), "ten days went by")
}
