package cleaning_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	cleaningservice "therapeon/clinic/cleaning"
	"therapeon/clinic/history"
	lookservice "therapeon/clinic/look"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/trial"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/language/english"
)

// A closed cleaning gives way to a newer look also when the clock was set back.
func TestAClosedCleaningGivesWayAfterTheClockWentBack(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Confirmed(t, c, patient.Intake{Tag: "Snails", Group: "oncidium"},
		patient.Inspection{Findings: patient.Findings{"snails-seen": "present"}}, "snails")
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	for _, j := range plan.Plan.Jobs {
		_, err := c.Cleaning.MarkJob(t.Context(), p.ID,
			cleaningservice.MarkJob{Job: j.Code, State: work.Skipped, Reason: "Tried", Person: "Ada"})
		require.NoError(t, err)
	}
	plan, err = c.Cleaning.CloseCleaning(t.Context(), p.ID,
		cleaningservice.CloseCleaning{Closed: true, Person: "Ada"})
	require.NoError(t, err)
	require.NotEmpty(t, plan.ClosedOn)

	back := c.At(func() time.Time { return trial.Day.Add(-time.Hour) })
	rows, err := back.Look.Inspections(t.Context(), p.ID)
	require.NoError(t, err)
	seen, err := back.Look.Inspection(t.Context(), rows[0].InspectionID)
	require.NoError(t, err)
	seen.Inspection.Findings["clear-eggs"] = "present"
	_, err = back.Look.SaveInspection(t.Context(), seen.ID,
		lookservice.SaveInspection{Version: seen.Version, LookedOn: seen.LookedOn, Inspection: seen.Inspection})
	require.NoError(t, err)
	plan, err = back.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	assert.Empty(t, plan.ClosedOn, "what was seen since asks for a new plan")
}

func TestAJobIsDoneOnlyOnceItsCautionsAreRead(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Zero(t, plan.ID, "looking leaves no trace")
	oil := trial.JobIn(t, plan.Plan.Plan, "oil-soap-label")
	require.NotEmpty(t, oil.Care)

	_, err = c.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"})
	assert.Equal(t, "person", trial.FieldOf(t, err))
	trial.Acknowledged(t, c, "Ada", oil)
	plan, err = c.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"})
	require.NoError(t, err)
	assert.Equal(t, work.Done, trial.JobIn(t, plan.Plan.Plan, oil.Code).State)
	_, err = c.Cleaning.MarkJob(t.Context(), trial.Mites(t, c).ID,
		cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"})
	require.NoError(t, err, "once for each product and person, not for each plant")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ben"})
	assert.Equal(t, "person", trial.FieldOf(t, err), "another person reads them too")
}

func TestACleaningIsClosedWhenNothingIsOpen(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	_, err := c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	assert.Equal(t, "closed", trial.FieldOf(t, err))
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "wash-leaves", State: "skipped"})
	assert.Equal(t, "reason", trial.FieldOf(t, err), "a skipped job says why")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "cut-roots", State: "done"})
	assert.Equal(t, "job", trial.FieldOf(t, err))
	plan, err := c.Cleaning.AddJob(t.Context(), p.ID,
		cleaningservice.AddJob{Do: "Tie up the long leaf", Stage: "dry"})
	require.NoError(t, err)
	for _, j := range plan.Plan.Jobs {
		plan, err = c.Cleaning.MarkJob(t.Context(), p.ID,
			cleaningservice.MarkJob{Job: j.Code, State: "skipped", Reason: "Done by a friend"})
		require.NoError(t, err, j.Code)
	}
	closed, err := c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	require.NoError(t, err)
	assert.Equal(t, "2030-04-02", closed.ClosedOn)
	_, err = c.Cleaning.AddJob(t.Context(), p.ID, cleaningservice.AddJob{Do: "More", Stage: "dry"})
	assert.Equal(t, "closed", trial.FieldOf(t, err))
	again, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, plan.Plan.Jobs, again.Plan.Jobs, "kept as it was")
	told, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(
		t,
		slices.ContainsFunc(
			told.Entries,
			func(e history.Entry) bool {
				return e.Kind == "cleaning" && strings.HasPrefix(english.Say(e.Words), "Cleaned.")
			},
		),
	)

	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 3) })
	s, err := later.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	_, err = later.Look.SaveInspection(
		t.Context(),
		s.ID,
		lookservice.SaveInspection{
			Version:    s.Version,
			LookedOn:   s.LookedOn,
			Inspection: patient.Inspection{Findings: patient.Findings{"webs": "present"}},
		},
	)
	require.NoError(t, err)
	fresh, err := later.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Empty(t, fresh.ClosedOn, "a later look asks for a new plan")
	assert.Positive(t, fresh.Plan.Open)
}

func TestACleaningLeftOpenGivesWayToTheNextVisit(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 1) })
	plan, err := later.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, work.Done, trial.JobIn(t, plan.Plan.Plan, "clear-bench").State, "one goes on the next day")
	s, err := later.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	_, err = later.Look.SaveInspection(t.Context(), s.ID, lookservice.SaveInspection{
		Version:  s.Version,
		LookedOn: s.LookedOn,
		Inspection: patient.Inspection{
			Findings:  patient.Findings{"webs": "present"},
			Decisions: map[string]patient.Decision{"spider-mites": {Word: "confirmed"}},
		},
	})
	require.NoError(t, err)
	plan, err = later.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, work.Open, trial.JobIn(t, plan.Plan.Plan, "clear-bench").State, "a new look is a new visit")
	_, err = later.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	told, err := later.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	n := 0
	for _, e := range told.Entries {
		if e.Kind == "cleaning" {
			n++
		}
	}
	assert.Equal(t, 2, n)
}

func TestACutListThatIsNotDoneKeepsItsJobOpen(t *testing.T) {
	c := trial.NewClinic(t)
	p, r := trial.Begun(t, c,
		patient.Intake{Tag: "Rot", Group: "cattleya", Sides: disputes.Sides{disputes.Peroxide: "routine"}})
	r = trial.Save(t, c, r, trial.Entry("a", 3, 60, roots.Mushy), trial.Entry("b", 4, 90, roots.Firm))
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "cut-roots", State: "done"})
	assert.Equal(t, "state", trial.FieldOf(t, err))
	for _, it := range r.CutList.Items {
		_, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: it.ID, Count: it.Count})
		require.NoError(t, err)
	}
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, work.Done, trial.JobIn(t, plan.Plan.Plan, "cut-roots").State)
	assert.Equal(t, "On every plant that is unpotted", english.Say(trial.JobIn(t, plan.Plan.Plan, "peroxide").Side.Choice.Name),
		"the plant's own side")

	cuts := trial.JobIn(t, plan.Plan.Plan, "cut-roots")
	for _, j := range plan.Plan.Jobs {
		if j.State == work.Open {
			_, err := c.Cleaning.MarkJob(t.Context(), p.ID,
				cleaningservice.MarkJob{Job: j.Code, State: "skipped", Reason: "Not today"})
			require.NoError(t, err)
		}
	}
	_, err = c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	assert.Equal(t, "person", trial.FieldOf(t, err), "the cuts were made, and their cautions are still to be read")
	trial.Acknowledged(t, c, "", cuts)
	_, err = c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	require.NoError(t, err)
}

func TestSuspectPlantsComeLast(t *testing.T) {
	c := trial.NewClinic(t)
	suspect := trial.Mites(t, c)
	clean, r := trial.Begun(t, c, patient.Intake{Tag: "Clean one", Group: "cattleya"})
	trial.Save(t, c, r, trial.Entry("a", 3, 60, roots.Hollow))
	_, err := c.Cleaning.MarkJob(t.Context(), clean.ID, cleaningservice.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	plan, err := c.Cleaning.Cleaning(t.Context(), suspect.ID, "")
	require.NoError(t, err)
	assert.True(t, plan.Suspect)
	assert.Equal(t, []record.Queued{{ID: clean.ID, Tag: "Clean one"}}, plan.Before)
	assert.Equal(t, "handle-last", plan.Plan.Jobs[0].Code)
	plan, err = c.Cleaning.Cleaning(t.Context(), clean.ID, "")
	require.NoError(t, err)
	assert.False(t, plan.Suspect)
}

func TestWhatAJobTakesLeavesTheShelf(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	oil, err := c.Mixing.AddStock(t.Context(),
		mixing.Stock{Name: "Oil", Product: "oil", Percent: trial.Mm(100), Amount: 40, Unit: "mL"})
	require.NoError(t, err)
	job := trial.JobIn(t, trial.MustPlan(t, c, p.ID), "oil-soap-label")
	trial.Acknowledged(t, c, "", job)
	left := func() float64 {
		list, err := c.Mixing.Shelf(t.Context())
		require.NoError(t, err)
		return list[0].Stock.Amount
	}
	mark := func(state work.State, uses ...record.Use) error {
		_, err := c.Cleaning.MarkJob(t.Context(), p.ID,
			cleaningservice.MarkJob{Job: job.Code, State: state, Uses: uses})
		return err
	}
	assert.Equal(t, "uses", trial.FieldOf(t, mark("done", record.Use{ItemID: oil.ID, Amount: 41})))
	assert.Equal(t, 40.0, left(), "nothing half-saved")
	require.NoError(t, mark("done", record.Use{ItemID: oil.ID, Amount: 15}))
	assert.Equal(t, 25.0, left())
	require.NoError(t, mark("open"))
	assert.Equal(t, 40.0, left(), "taken back, given back")

	_, err = c.Cleaning.AddJob(t.Context(), p.ID, cleaningservice.AddJob{Do: "Something", Stage: "dry"})
	require.NoError(t, err)
	needs, err := c.Cleaning.SessionNeeds(t.Context())
	require.NoError(t, err)
	i := slices.IndexFunc(needs, func(n cleaningservice.Need) bool { return n.Product == "oil" })
	require.GreaterOrEqual(t, i, 0)
	assert.InDelta(t, 15, needs[i].StockML, 1e-9, "2 % of 750 mL")
	assert.Equal(t, "Enough: 25.0 mL will be left.", english.Say(needs[i].Words))
	_, err = c.Mixing.ChangeStock(t.Context(), oil.ID, mixing.ChangeStock{Version: 1, Stock: oil.Stock})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict, "the shelf was changed by the job")

	old := oil.Stock
	old.ExpiresOn = "2029-12"
	list, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	_, err = c.Mixing.ChangeStock(t.Context(), oil.ID, mixing.ChangeStock{Version: list[0].Version, Stock: old})
	require.NoError(t, err)
	needs, err = c.Cleaning.SessionNeeds(t.Context())
	require.NoError(t, err)
	i = slices.IndexFunc(needs, func(n cleaningservice.Need) bool { return n.Product == "oil" })
	require.GreaterOrEqual(t, i, 0)
	assert.Equal(t, "What is on the shelf is past its date.", english.Say(needs[i].Words))
}

func TestAJobOfAnotherDayKeepsItsDay(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 1) })
	plan, err := later.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: "wash-leaves", State: "done"})
	require.NoError(t, err)
	assert.Equal(t, "2030-04-02", plan.BegunOn)
	assert.Equal(t, "2030-04-02", trial.JobIn(t, plan.Plan.Plan, "clear-bench").On)
	assert.Equal(t, "2030-04-03", trial.JobIn(t, plan.Plan.Plan, "wash-leaves").On)
}
