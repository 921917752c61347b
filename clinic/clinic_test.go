package clinic

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	rootsservice "therapeon/clinic/roots"
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

var day = time.Date(2030, 4, 2, 10, 0, 0, 0, time.UTC)

func newClinic(t *testing.T) *Clinic {
	t.Helper()
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return New(s, func() time.Time { return day })
}

func mm(v float64) *float64 { return &v }

func entry(id string, n int, l float64, f roots.Feel) roots.Root {
	return roots.Root{ID: id, Count: n, Segments: []roots.Segment{{LengthMM: mm(l), Feel: f}}}
}

func begun(t *testing.T, c *Clinic, in patient.Intake) (intake.Plant, rootsservice.Reading) {
	t.Helper()
	p, err := c.Intake.AddPlant(t.Context(), in)
	require.NoError(t, err)
	r, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	return p, r
}

func save(t *testing.T, c *Clinic, r rootsservice.Reading, entries ...roots.Root) rootsservice.Reading {
	t.Helper()
	saved, err := c.Roots.SaveReading(
		t.Context(),
		r.ID,
		rootsservice.Save{Version: r.Version, ReadOn: r.ReadOn, Reading: roots.Reading{Roots: entries}},
	)
	require.NoError(t, err)
	return saved
}

func TestAPlantNeedsOnlyATagAndAGroup(t *testing.T) {
	c := newClinic(t)
	p, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	require.NoError(t, err)
	assert.Equal(t, "Phalaenopsis and kin", p.GroupName)

	var list fault.List
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Group: "tulip", ArrivedOn: "2031-01-01", LeafCount: -1})
	require.ErrorAs(t, err, &list)
	fields := []string{}
	for _, f := range list {
		fields = append(fields, f.Field)
	}
	assert.Equal(t, []string{"tag", "group", "leaf_count"}, fields)

	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "slipper", ArrivedOn: "2031-01-01"})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "arrived_on", list[0].Field)

	two := []leaves.Blade{{LengthMM: 100, WidthMM: 30}, {LengthMM: 100, WidthMM: 30}}
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "slipper", LeafCount: 1, Blades: two})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "blades", list[0].Field)
}

func TestPlantsAreFoundChangedAndArchived(t *testing.T) {
	c := newClinic(t)
	a, _ := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Grey crate 3", Group: "phalaenopsis", Notes: "from the north bench"})
	_, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Blue 1", Group: "slipper", KeptApart: true})
	require.NoError(t, err)

	found, total, err := c.Intake.Plants(t.Context(), intake.Find{Words: "NORTH", Most: 10})
	require.NoError(t, err)
	assert.EqualValues(t, 1, total)
	assert.Equal(t, a.ID, found[0].ID)
	for words, tag := range map[string]string{"paphio": "Blue 1", "slipper": "Blue 1", "and kin": "Grey crate 3", "crate": "Grey crate 3"} {
		found, total, err := c.Intake.Plants(t.Context(), intake.Find{Words: words, Most: 10})
		require.NoError(t, err)
		require.EqualValues(t, 1, total, words)
		assert.Equal(t, tag, found[0].Intake.Tag, words)
	}
	all, _, _ := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.Len(t, all, 2)
	assert.True(t, all[1].Intake.KeptApart, "those kept apart come last")

	in := a.Intake
	in.Tag = "Grey 3"
	changed, err := c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	require.NoError(t, err)
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, changed.Version, conflict.Version)
	assert.Empty(t, conflict.Differs, "the second said the same")
	in.Notes, in.KeptApart, in.Blades = "", true, []leaves.Blade{{LengthMM: 90, WidthMM: 30}}
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, []string{
		"The field “blades” is a list of 0 there.",
		"The field “kept apart” is not noted there.",
		"The field “notes” is “from the north bench” there.",
	}, conflict.Differs)
	in.Tag = "  "
	var list fault.List
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, changed.Version, in)
	require.ErrorAs(t, err, &list)
	assert.Equal(
		t,
		fault.Fault{Field: "intake.tag", Value: "  ", Words: "This is needed.", Limit: "not empty"},
		list[0],
	)

	_, err = c.Intake.ArchivePlant(t.Context(), a.ID, true)
	require.NoError(t, err)
	_, total, _ = c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	assert.EqualValues(t, 1, total)
	back, err := c.Intake.ArchivePlant(t.Context(), a.ID, false)
	require.NoError(t, err)
	assert.Empty(t, back.ArchivedAt)
	_, err = c.Intake.Plant(t.Context(), 99)
	assert.Equal(t, record.Missing{What: "plant", ID: 99}, err)
}

func TestASecondTabIsToldWhatChanged(t *testing.T) {
	c := newClinic(t)
	_, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	save(t, c, r, entry("a", 9, 80, roots.Firm))

	_, err := c.Roots.SaveReading(
		t.Context(),
		r.ID,
		rootsservice.Save{
			Version: r.Version,
			ReadOn:  r.ReadOn,
			Reading: roots.Reading{Roots: []roots.Root{entry("b", 1, 50, roots.Mushy)}},
		},
	)
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, []string{"Root 1–9 is only there.", "Root 1 is only in yours."}, conflict.Differs)
	now, err := c.Roots.Reading(t.Context(), r.ID)
	require.NoError(t, err)
	assert.Equal(t, "a", now.Reading.Roots[0].ID, "the first save stands")
}

func TestBadRootsAreRefusedWhole(t *testing.T) {
	c := newClinic(t)
	_, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	kept := save(t, c, r, entry("a", 9, 80, roots.Firm))
	var list fault.List
	_, err := c.Roots.SaveReading(
		t.Context(),
		r.ID,
		rootsservice.Save{
			Version: kept.Version,
			ReadOn:  "2030-04-02",
			Reading: roots.Reading{Roots: []roots.Root{entry("a", 9, 80, roots.Firm), entry("b", 1, 5000, roots.Firm)}},
		},
	)
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "reading.roots[1].segments[0].length_mm", list[0].Field)
	_, err = c.Roots.SaveReading(
		t.Context(),
		r.ID,
		rootsservice.Save{
			Version: kept.Version,
			ReadOn:  "2030-04-02",
			Reading: roots.Reading{Roots: []roots.Root{entry("a", 400, 80, roots.Firm), entry("b", 1, 50, roots.Firm)}},
		},
	)
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "reading.roots", list[0].Field)
	now, _ := c.Roots.Reading(t.Context(), r.ID)
	assert.Equal(t, kept.Reading, now.Reading)
}

func TestAnEmptyReadingIsTakenUpAgain(t *testing.T) {
	c := newClinic(t)
	p, first := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	again, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	assert.Equal(t, first, again, "looking in twice leaves no trace")
}

func TestAnEmptyReadingTakesTheDayItIsTakenUpOn(t *testing.T) {
	c := newClinic(t)
	p, first := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	chosen, err := c.Roots.SaveReading(
		t.Context(),
		first.ID,
		rootsservice.Save{Version: first.Version, ReadOn: "2030-03-20", Reading: first.Reading},
	)
	require.NoError(t, err)
	again, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	assert.Equal(t, chosen.ReadOn, again.ReadOn, "a day chosen today stays")

	later := c.At(func() time.Time { return day.AddDate(0, 0, 9) })
	again, err = later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	assert.Equal(t, first.ID, again.ID)
	assert.Equal(t, "2030-04-11", again.ReadOn)
}

// An empty reading that was begun by mistake hides nothing that was read.
func TestAnEmptyReadingHidesNothing(t *testing.T) {
	c := newClinic(t)
	p, first := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	first = save(t, c, first, entry("a", 3, 80, roots.Firm), entry("b", 2, 60, roots.Mushy))
	later := c.At(func() time.Time { return day.AddDate(0, 0, 9) })
	empty, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	require.NotEqual(t, first.ID, empty.ID)

	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, first.ID, now.Latest.ReadingID)
	found, _, err := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.NoError(t, err)
	assert.Equal(t, first.ID, found[0].Latest.ReadingID)

	filled, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{FromLast: true})
	require.NoError(t, err)
	assert.Equal(t, empty.ID, filled.ID, "the empty one is taken up")
	assert.Equal(t, first.Reading.Roots, filled.Reading.Roots)
	assert.Equal(t, first.ID, filled.Previous.ReadingID)

	bare, err := later.Roots.SaveReading(
		t.Context(),
		filled.ID,
		rootsservice.Save{Version: filled.Version, ReadOn: filled.ReadOn, Reading: roots.Reading{NoneFound: true}},
	)
	require.NoError(t, err)
	now, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, bare.ID, now.Latest.ReadingID, "no roots found is a reading too")
	assert.EqualValues(t, "rootless", now.Latest.Grade)
}

func TestTheSecondReadingStandsBesideTheFirst(t *testing.T) {
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = save(t, c, r, entry("a", 3, 80, roots.Firm), entry("b", 14, 60, roots.Mushy))
	r, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 14})
	require.NoError(t, err)
	assert.Equal(t, "All cuts are done.", r.CutList.Headline)

	later := c.At(func() time.Time { return day.AddDate(0, 0, 30) })
	second, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{FromLast: true})
	require.NoError(t, err)
	require.Len(t, second.Reading.Roots, 1, "what was cut is gone")
	grown := entry("a", 3, 95, roots.Firm)
	grown.Tip = roots.Growing
	second, err = later.Roots.SaveReading(
		t.Context(),
		second.ID,
		rootsservice.Save{
			Version: second.Version,
			ReadOn:  second.ReadOn,
			Reading: roots.Reading{Roots: []roots.Root{grown}},
		},
	)
	require.NoError(t, err)
	require.NotNil(t, second.Previous)
	assert.Equal(t, r.ID, second.Previous.ReadingID)
	assert.InDelta(t, 45, second.Previous.Since.GrownMM, 1e-9)
	assert.Equal(t, 3, second.Previous.Since.TipsNow)

	list, err := later.Roots.Readings(t.Context(), p.ID)
	require.NoError(t, err)
	require.Len(t, list, 2)
	assert.Equal(t, []string{"2030-05-02", "2030-04-02"}, []string{list[0].ReadOn, list[1].ReadOn})
}

func TestCheckingOffIsHeldToTheList(t *testing.T) {
	c := newClinic(t)
	_, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = save(t, c, r, entry("b", 14, 60, roots.Mushy))
	var list fault.List
	_, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 15})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "count", list[0].Field)
	_, err = c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "z", Count: 1})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "item", list[0].Field)
	ticked, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 3})
	require.NoError(t, err)
	assert.Equal(t, r.Version, ticked.Version, "checking off does not collide with entering roots")
	back, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 0})
	require.NoError(t, err)
	assert.Empty(t, back.Checks)
}

func TestACorrectionUnderTheBlade(t *testing.T) {
	c := newClinic(t)
	_, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = save(t, c, r, entry("b", 14, 60, roots.Mushy))
	got, err := c.Roots.Correct(
		t.Context(),
		r.ID,
		rootsservice.Correction{Version: r.Version, RootID: "b", Feel: roots.Firm, Count: 1},
	)
	require.NoError(t, err)
	assert.Equal(t, 13, got.CutList.Cuts)
	_, err = c.Roots.Correct(
		t.Context(),
		r.ID,
		rootsservice.Correction{Version: r.Version, RootID: "b", Feel: roots.Firm, Count: 1},
	)
	assert.ErrorAs(t, err, &record.Conflict{})
}

func TestTheHouseAndThePlantEachTakeASide(t *testing.T) {
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = save(t, c, r, entry("b", 5, 60, roots.Hollow))
	assert.Zero(t, r.Verdict.Totals.Anchors, "it does not wobble")

	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	s.Sides[disputes.DeadDryRoots] = disputes.KeepSome
	_, err = c.Settings.SetSettings(t.Context(), s)
	require.NoError(t, err)
	r, _ = c.Roots.Reading(t.Context(), r.ID)
	assert.Equal(t, 3, r.Verdict.Totals.Anchors)
	require.NoError(t, c.Settings.Resume(t.Context()))
	now, _ := c.Intake.Plant(t.Context(), p.ID)
	assert.Equal(t, 2, now.Latest.Cuts, "the verdict in short follows the house")

	in := p.Intake
	in.Sides = disputes.Sides{disputes.DeadDryRoots: disputes.AllOff}
	_, err = c.Intake.ChangePlant(t.Context(), p.ID, p.Version, in)
	require.NoError(t, err)
	r, _ = c.Roots.Reading(t.Context(), r.ID)
	assert.Zero(t, r.Verdict.Totals.Anchors, "the plant overrides the house")
}

func TestComputingSavesNothing(t *testing.T) {
	c := newClinic(t)
	var list fault.List
	_, _, err := c.Roots.Compute(t.Context(), patient.Intake{Group: "tulip"}, roots.Reading{})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "plant.group", list[0].Field)
	_, _, err = c.Roots.Compute(
		t.Context(),
		patient.Intake{Group: "slipper"},
		roots.Reading{Roots: []roots.Root{entry("a", 0, 60, roots.Firm)}},
	)
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "reading.roots[0].count", list[0].Field)

	v, l, err := c.Roots.Compute(
		t.Context(),
		patient.Intake{Group: "slipper"},
		roots.Reading{Roots: []roots.Root{entry("a", 2, 60, roots.Mushy)}},
	)
	require.NoError(t, err)
	assert.EqualValues(t, "rootless", v.Grade.Code)
	assert.Equal(t, 2, l.Cuts)
	_, total, _ := c.Intake.Plants(t.Context(), intake.Find{Most: 1})
	assert.Zero(t, total)
}
