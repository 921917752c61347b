package clinic

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	cleaningservice "therapeon/clinic/cleaning"
	divisionservice "therapeon/clinic/division"
	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	"therapeon/clinic/look"
	"therapeon/clinic/mixing"
	pestsservice "therapeon/clinic/pests"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/timers"
	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/fault"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/core/work"
)

// confirmed is a plant looked over, with its causes confirmed.
func confirmed(t *testing.T, c *Clinic, in patient.Intake, noted patient.Inspection, causes ...string) intake.Plant {
	t.Helper()
	p, err := c.Intake.AddPlant(t.Context(), in)
	require.NoError(t, err)
	s, err := c.Look.StartLook(t.Context(), p.ID, look.StartLook{})
	require.NoError(t, err)
	noted.Decisions = map[string]patient.Decision{}
	for _, code := range causes {
		noted.Decisions[code] = patient.Decision{Word: "confirmed"}
	}
	_, err = c.Look.SaveInspection(
		t.Context(),
		s.ID,
		look.SaveInspection{Version: s.Version, LookedOn: s.LookedOn, Inspection: noted},
	)
	require.NoError(t, err)
	return p
}

func mites(t *testing.T, c *Clinic) intake.Plant {
	return confirmed(
		t,
		c,
		patient.Intake{Tag: "Mites", Group: "cymbidium"},
		patient.Inspection{
			Findings:  patient.Findings{"stippled": "present", "webs": "present"},
			NightLowC: mm(20),
			DayHighC:  mm(30),
		},
		"spider-mites",
	)
}

func jobIn(t *testing.T, p cleaning.Plan, code string) cleaning.Job {
	t.Helper()
	i := slices.IndexFunc(p.Jobs, func(j cleaning.Job) bool { return j.Code == code })
	require.GreaterOrEqual(t, i, 0, code)
	return p.Jobs[i]
}

// read acknowledges all cautions of a job.
func acknowledged(t *testing.T, c *Clinic, person string, j cleaning.Job) {
	t.Helper()
	a := cleaningservice.Acknowledge{Person: person}
	for _, caution := range j.Care {
		a.Seen = append(a.Seen, work.Seen{Product: j.Product, Caution: caution.Code})
	}
	if len(a.Seen) > 0 {
		_, err := c.Cleaning.Acknowledge(t.Context(), a)
		require.NoError(t, err)
	}
}

func fieldOf(t *testing.T, err error) string {
	t.Helper()
	var list fault.List
	require.ErrorAs(t, err, &list)
	return list[0].Field
}

func TestAJobIsDoneOnlyOnceItsCautionsAreRead(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Zero(t, plan.ID, "looking leaves no trace")
	oil := jobIn(t, plan.Plan, "oil-soap-label")
	require.NotEmpty(t, oil.Care)

	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"})
	assert.Equal(t, "person", fieldOf(t, err))
	acknowledged(t, c, "Ada", oil)
	plan, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"})
	require.NoError(t, err)
	assert.Equal(t, work.Done, jobIn(t, plan.Plan, oil.Code).State)
	_, err = c.Cleaning.MarkJob(
		t.Context(),
		mites(t, c).ID,
		cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ada"},
	)
	require.NoError(t, err, "once for each product and person, not for each plant")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: oil.Code, State: "done", Person: "Ben"})
	assert.Equal(t, "person", fieldOf(t, err), "another person reads them too")
}

func TestACleaningIsClosedWhenNothingIsOpen(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	_, err := c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	assert.Equal(t, "closed", fieldOf(t, err))
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "wash-leaves", State: "skipped"})
	assert.Equal(t, "reason", fieldOf(t, err), "a skipped job says why")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "cut-roots", State: "done"})
	assert.Equal(t, "job", fieldOf(t, err))
	plan, err := c.Cleaning.AddJob(t.Context(), p.ID, cleaningservice.AddJob{Do: "Tie up the long leaf", Stage: "dry"})
	require.NoError(t, err)
	for _, j := range plan.Plan.Jobs {
		plan, err = c.Cleaning.MarkJob(
			t.Context(),
			p.ID,
			cleaningservice.MarkJob{Job: j.Code, State: "skipped", Reason: "Done by a friend"},
		)
		require.NoError(t, err, j.Code)
	}
	closed, err := c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	require.NoError(t, err)
	assert.Equal(t, "2030-04-02", closed.ClosedOn)
	_, err = c.Cleaning.AddJob(t.Context(), p.ID, cleaningservice.AddJob{Do: "More", Stage: "dry"})
	assert.Equal(t, "closed", fieldOf(t, err))
	again, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, plan.Plan.Jobs, again.Plan.Jobs, "kept as it was")
	told, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(
		t,
		slices.ContainsFunc(
			told.Entries,
			func(e history.Entry) bool { return e.Kind == "cleaning" && strings.HasPrefix(e.Words, "Cleaned.") },
		),
	)

	later := c.At(func() time.Time { return day.AddDate(0, 0, 3) })
	s, err := later.Look.StartLook(t.Context(), p.ID, look.StartLook{})
	require.NoError(t, err)
	_, err = later.Look.SaveInspection(
		t.Context(),
		s.ID,
		look.SaveInspection{
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
	c := newClinic(t)
	p := mites(t, c)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	later := c.At(func() time.Time { return day.AddDate(0, 0, 1) })
	plan, err := later.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, work.Done, jobIn(t, plan.Plan, "clear-bench").State, "one goes on the next day")
	s, err := later.Look.StartLook(t.Context(), p.ID, look.StartLook{})
	require.NoError(t, err)
	_, err = later.Look.SaveInspection(t.Context(), s.ID, look.SaveInspection{
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
	assert.Equal(t, work.Open, jobIn(t, plan.Plan, "clear-bench").State, "a new look is a new visit")
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
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "Rot", Group: "cattleya", Sides: disputes.Sides{disputes.Peroxide: "routine"}})
	r = save(t, c, r, entry("a", 3, 60, roots.Mushy), entry("b", 4, 90, roots.Firm))
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: "cut-roots", State: "done"})
	assert.Equal(t, "state", fieldOf(t, err))
	for _, it := range r.CutList.Items {
		_, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: it.ID, Count: it.Count})
		require.NoError(t, err)
	}
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, work.Done, jobIn(t, plan.Plan, "cut-roots").State)
	assert.Equal(
		t,
		"On every plant that is unpotted",
		jobIn(t, plan.Plan, "peroxide").Side.Choice.Name,
		"the plant's own side",
	)

	cuts := jobIn(t, plan.Plan, "cut-roots")
	for _, j := range plan.Plan.Jobs {
		if j.State == work.Open {
			_, err := c.Cleaning.MarkJob(
				t.Context(),
				p.ID,
				cleaningservice.MarkJob{Job: j.Code, State: "skipped", Reason: "Not today"},
			)
			require.NoError(t, err)
		}
	}
	_, err = c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	assert.Equal(t, "person", fieldOf(t, err), "the cuts were made, and their cautions are still to be read")
	acknowledged(t, c, "", cuts)
	_, err = c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true})
	require.NoError(t, err)
}

func TestSuspectPlantsComeLast(t *testing.T) {
	c := newClinic(t)
	suspect := mites(t, c)
	clean, r := begun(t, c, patient.Intake{Tag: "Clean one", Group: "cattleya"})
	save(t, c, r, entry("a", 3, 60, roots.Hollow))
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
	c := newClinic(t)
	p := mites(t, c)
	oil, err := c.Mixing.AddStock(
		t.Context(),
		mixing.Stock{Name: "Oil", Product: "oil", Percent: mm(100), Amount: 40, Unit: "mL"},
	)
	require.NoError(t, err)
	job := jobIn(t, mustPlan(t, c, p.ID), "oil-soap-label")
	acknowledged(t, c, "", job)
	left := func() float64 {
		list, err := c.Mixing.Shelf(t.Context())
		require.NoError(t, err)
		return list[0].Stock.Amount
	}
	mark := func(state work.State, uses ...record.Use) error {
		_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: state, Uses: uses})
		return err
	}
	assert.Equal(t, "uses", fieldOf(t, mark("done", record.Use{ItemID: oil.ID, Amount: 41})))
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
	assert.Equal(t, "Enough: 25.0 mL will be left.", needs[i].Words)
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
	assert.Equal(t, "What is on the shelf is past its date.", needs[i].Words)
}

func mustPlan(t *testing.T, c *Clinic, plant int64) cleaning.Plan {
	t.Helper()
	all, err := c.Cleaning.Cleaning(t.Context(), plant, "")
	require.NoError(t, err)
	return all.Plan
}

func TestASprayCheckedOffIsARoundOfTheTreatment(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	job := jobIn(t, mustPlan(t, c, p.ID), "oil-soap-label")
	acknowledged(t, c, "", job)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "done"})
	require.NoError(t, err)
	list, err := c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, []string{"2030-04-02"}, list[0].Course.Rounds)
	// 25 °C on average: 51.8 degree-days at 13.5 a day, from noon of the first.
	assert.Equal(t, "2030-04-06", list[0].Schedule.Next.From)
	assert.Contains(t, list[0].Warmth, "From your last look: 20 to 30 °C")
	due, err := c.Pests.DueRounds(t.Context())
	require.NoError(t, err)
	assert.Empty(t, due)
	due, err = c.At(func() time.Time { return day.AddDate(0, 0, 4) }).Pests.DueRounds(t.Context())
	require.NoError(t, err)
	assert.Equal(
		t,
		[]pestsservice.DueTreatment{
			{
				PlantID:  p.ID,
				Tag:      "Mites",
				Pest:     "Spider mites",
				Headline: "Round 2 is due: today, and by 7 Apr 2030.",
			},
		},
		due,
	)
	due, err = c.At(func() time.Time { return day.AddDate(0, 0, 9) }).Pests.DueRounds(t.Context())
	require.NoError(t, err)
	assert.True(t, due[0].Overdue)
	_, err = c.Pests.StartCourse(t.Context(), p.ID, pests.Course{Pest: "spider-mites", Rounds: []string{"2030-04-02"}})
	assert.Equal(t, "pest", fieldOf(t, err), "one treatment a pest")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "open"})
	require.NoError(t, err)
	list, err = c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Empty(t, list, "taken back with the job")
}

// Soap is a round against the kind of scale that is being treated; where none is, the commoner one.
func TestARoundIsOfTheKindThatIsTreated(t *testing.T) {
	c := newClinic(t)
	rounds := func(tag string, begun bool) map[string]int {
		p := confirmed(t, c, patient.Intake{Tag: tag, Group: "cattleya"},
			patient.Inspection{Findings: patient.Findings{"scale-bumps": "present"}}, "scale")
		if begun {
			_, err := c.Pests.StartCourse(
				t.Context(), p.ID, pests.Course{Pest: "soft-scale", Rounds: []string{"2030-03-20"}})
			require.NoError(t, err)
		}
		job := jobIn(t, mustPlan(t, c, p.ID), "oil-soap-label")
		acknowledged(t, c, "", job)
		_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "done"})
		require.NoError(t, err)
		list, err := c.Pests.Courses(t.Context(), p.ID)
		require.NoError(t, err)
		by := map[string]int{}
		for _, course := range list {
			by[course.Course.Pest] = len(course.Course.Rounds)
		}
		return by
	}
	assert.Equal(t, map[string]int{"soft-scale": 2}, rounds("A", true))
	assert.Equal(t, map[string]int{"scale": 1}, rounds("B", false))
}

func TestRoundsFollowTheTemperaturesOfThePlace(t *testing.T) {
	c := newClinic(t)
	place, err := c.Places.AddPlace(
		t.Context(),
		record.PlaceFacts{Name: "Case", Zone: "UTC", LowC: mm(25), HighC: mm(25)},
	)
	require.NoError(t, err)
	p, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "M", Group: "cymbidium", PlaceID: place.ID})
	require.NoError(t, err)
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "M", Group: "cymbidium", PlaceID: 99})
	assert.Equal(t, "place_id", fieldOf(t, err))
	started, err := c.Pests.StartCourse(
		t.Context(),
		p.ID,
		pests.Course{Pest: "spider-mites", Rounds: []string{"2030-03-30"}},
	)
	require.NoError(t, err)
	warm := started.Schedule.Next.From
	_, err = c.Places.PutDays(
		t.Context(),
		place.ID,
		places.DayTable{
			Days: []climate.Day{
				{Day: "2030-03-30", LowC: 12, HighC: 14},
				{Day: "2030-03-31", LowC: 12, HighC: 14},
				{Day: "2030-04-01", LowC: 12, HighC: 14},
			},
		},
	)
	require.NoError(t, err)
	list, err := c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Greater(t, list[0].Schedule.Next.From, warm, "recalculated as real temperatures come in")

	log := "time,temperature\n"
	for h := range 72 {
		log += fmt.Sprintf("%s,32\n", time.Date(2030, 3, 30, h, 0, 0, 0, time.UTC).Format("2006-01-02 15:04"))
	}
	got, err := c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(log))
	require.NoError(t, err)
	assert.Equal(t, 72, got.Hours)
	list, err = c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Less(t, list[0].Schedule.Next.From, warm, "the log is surer than the table of days")
	_, err = c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(log+"2030-04-02 06:00,hot\n"))
	assert.Equal(t, "line 74", fieldOf(t, err))
	again, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 72, again[0].Logged, "nothing half-saved")

	_, err = c.Pests.SaveCourse(
		t.Context(),
		started.ID,
		pestsservice.SaveCourse{
			Version: started.Version,
			Course:  pests.Course{Pest: "spider-mites", Rounds: []string{"2031-01-01"}},
		},
	)
	assert.Equal(t, "course.rounds[0]", fieldOf(t, err), "no round in days to come")
	_, err = c.Pests.SaveCourse(t.Context(), started.ID, pestsservice.SaveCourse{Version: 9, Course: started.Course})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	for field, facts := range map[string]record.PlaceFacts{
		"high_c": {Name: "x", LowC: mm(3)}, "low_c": {Name: "x", LowC: mm(30), HighC: mm(20)},
		"zone": {Name: "x", Zone: "Mars/Dome"}, "name": {Name: " "},
	} {
		_, err := c.Places.AddPlace(t.Context(), facts)
		assert.Equal(t, field, fieldOf(t, err))
	}
}

func TestTimersGoOnOverARestart(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	all, err := c.Timers.StartTimer(
		t.Context(),
		timers.StartTimer{PlantID: p.ID, Job: "oil", Words: "Oil bath", Seconds: 1800},
	)
	require.NoError(t, err)
	require.Len(t, all.Timers, 1)
	assert.Equal(t, day.UnixMilli(), all.Timers[0].StartedMS)
	assert.Equal(t, "Mites", all.Timers[0].Tag)
	_, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Words: "Kettle", Seconds: 60})
	require.NoError(t, err)
	all, err = c.Timers.StartTimer(
		t.Context(),
		timers.StartTimer{PlantID: p.ID, Job: "oil", Words: "Oil bath", Seconds: 600},
	)
	require.NoError(t, err)
	require.Len(t, all.Timers, 2, "a job has one timer")
	later := c.At(func() time.Time { return day.Add(20 * time.Minute) })
	oil := all.Timers[1]
	all, err = later.Timers.ChangeTimer(t.Context(), oil.ID, timers.ChangeTimer{MoreSeconds: 60})
	require.NoError(t, err)
	i := slices.IndexFunc(all.Timers, func(t timers.Timer) bool { return t.ID == oil.ID })
	assert.Equal(t, int64(1260), all.Timers[i].Seconds, "one minute more from now")
	all, err = later.Timers.ChangeTimer(t.Context(), oil.ID, timers.ChangeTimer{PutAway: true})
	require.NoError(t, err)
	assert.Len(t, all.Timers, 1)
	_, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Words: "x", Seconds: 0})
	assert.Equal(t, "seconds", fieldOf(t, err))
}

func TestADivisionIsAPlantWithItsParentRootsAndHistory(t *testing.T) {
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "Clump", Group: "cattleya", BulbCount: 8, BulbState: "plump", LeafCount: 8})
	growth := func(r roots.Root, n int) roots.Root { r.Growth = n; return r }
	save(
		t,
		c,
		r,
		growth(entry("a", 4, 100, roots.Firm), 2),
		growth(entry("b", 3, 120, roots.Firm), 5),
		growth(entry("c", 5, 90, roots.Firm), 7),
		entry("d", 2, 50, roots.Firm),
	)
	at, err := c.Division.Division(t.Context(), p.ID, nil)
	require.NoError(t, err)
	assert.Equal(t, "no", at.Advice.Decision, "one lead")
	branched := division.Rhizome{
		Bulbs: append(
			division.Chain(5).Bulbs,
			division.Bulb{N: 6, From: 2},
			division.Bulb{N: 7, From: 6},
			division.Bulb{N: 8, From: 7, Lead: true},
		),
	}
	at, err = c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: at.Version, Rhizome: branched})
	require.NoError(t, err)
	assert.Equal(t, "can", at.Advice.Decision)
	assert.Equal(t, []int{6}, at.Advice.Cuts)
	assert.Equal(t, 450.0, at.Advice.Pieces[1].LiveMM.Low)
	_, err = c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: 0, Rhizome: branched})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)

	_, err = c.History.Incident(t.Context(), p.ID, history.Incident{What: "snapped-growth", Note: "Under the lamp."})
	require.NoError(t, err)
	for field, d := range map[string]divisionservice.Divide{"tags": {Cuts: []int{6}, Tags: []string{"x", "y"}},
		"cuts[0]": {Cuts: []int{40}, Tags: []string{"x"}}, "keeps": {Cuts: []int{6}, Tags: []string{"x"}, Keeps: 4}} {
		_, err := c.Division.Divide(t.Context(), p.ID, d)
		assert.Equal(t, field, fieldOf(t, err))
	}
	done, err := c.Division.Divide(t.Context(), p.ID, divisionservice.Divide{Cuts: []int{6}, Tags: []string{"Clump, B"}})
	require.NoError(t, err)
	require.Len(t, done.New, 1)
	child := done.New[0]
	assert.Equal(t, p.ID, child.ParentID)
	assert.Equal(t, 3, child.Intake.BulbCount)
	assert.Equal(t, 5, done.Plant.Intake.BulbCount)
	assert.Equal(t, 5, child.Latest.Roots, "the roots of its own bulbs")
	assert.Equal(t, 9, done.Plant.Latest.Roots, "and those of no known growth stay")
	own, err := c.Division.Division(t.Context(), child.ID, nil)
	require.NoError(t, err)
	assert.Equal(t, []division.Bulb{{N: 1}, {N: 2, From: 1}, {N: 3, From: 2, Lead: true}}, own.Rhizome.Bulbs)
	told, err := c.History.Timeline(t.Context(), child.ID)
	require.NoError(t, err)
	assert.Equal(t, &record.Queued{ID: p.ID, Tag: "Clump"}, told.Parent)
	assert.True(t, slices.ContainsFunc(told.Entries, func(e history.Entry) bool {
		return e.Kind == "incident" && e.Shared == "Clump" && strings.Contains(e.Words, "Under the lamp.")
	}), "the history is shared")
	told, err = c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, []record.Queued{{ID: child.ID, Tag: "Clump, B"}}, told.Divisions)
}

func TestADivisionAgainstTheAdviceSaysThatOneIsSure(t *testing.T) {
	c := newClinic(t)
	p, err := c.Intake.AddPlant(
		t.Context(),
		patient.Intake{Tag: "Weak", Group: "cattleya", BulbCount: 7, BulbState: "shrivelled"},
	)
	require.NoError(t, err)
	_, err = c.Division.Divide(t.Context(), p.ID, divisionservice.Divide{Cuts: []int{4}, Tags: []string{"x"}})
	assert.Equal(t, "sure", fieldOf(t, err))
	done, err := c.Division.Divide(
		t.Context(),
		p.ID,
		divisionservice.Divide{Cuts: []int{4}, Tags: []string{"x"}, Sure: true, Keeps: 1},
	)
	require.NoError(t, err)
	assert.Equal(t, 4, done.Plant.Intake.BulbCount, "the younger piece keeps the tag")
}

func TestIncidentsAreNotedAndTakenBack(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	told, err := c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root"})
	require.NoError(t, err)
	i := slices.IndexFunc(told.Entries, func(e history.Entry) bool { return e.Kind == "incident" })
	require.GreaterOrEqual(t, i, 0)
	assert.NotEmpty(t, told.Entries[i].Explains.Value)
	told, err = c.History.WithdrawIncident(
		t.Context(),
		p.ID,
		history.Withdraw{IncidentID: told.Entries[i].ID, Withdrawn: true},
	)
	require.NoError(t, err)
	assert.False(t, slices.ContainsFunc(told.Entries, func(e history.Entry) bool { return e.Kind == "incident" }))
	_, err = c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root", On: "2031-01-01"})
	assert.Equal(t, "on", fieldOf(t, err))
	_, err = c.History.WithdrawIncident(t.Context(), p.ID, history.Withdraw{IncidentID: 99, Withdrawn: true})
	var none record.Missing
	require.ErrorAs(t, err, &none)
}

func TestTreatmentsAndIncidentsAreKnownToTheNextLook(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	_, err := c.Pests.StartCourse(t.Context(), p.ID, pests.Course{Pest: "spider-mites", Rounds: []string{"2030-04-02"}})
	require.NoError(t, err)
	_, err = c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root"})
	require.NoError(t, err)
	knownOn := func(days int) string {
		later := c.At(func() time.Time { return day.AddDate(0, 0, days) })
		s, err := later.Look.StartLook(t.Context(), p.ID, look.StartLook{})
		require.NoError(t, err)
		s, err = later.Look.SaveInspection(
			t.Context(),
			s.ID,
			look.SaveInspection{
				Version:    s.Version,
				LookedOn:   s.LookedOn,
				Inspection: patient.Inspection{Findings: patient.Findings{"dull-film": "present"}},
			},
		)
		require.NoError(t, err)
		said := ""
		for _, k := range s.Causes.Known {
			said += k.Finding + ": " + k.From + "\n"
		}
		return said
	}
	soon := knownOn(10)
	assert.Contains(t, soon, "oil-or-soap: Clean, on 2 Apr 2030: oil or soap against pests")
	assert.Contains(t, soon, "wound: Clean, on 2 Apr 2030: roots torn off")
	late := knownOn(60)
	assert.NotContains(t, late, "oil-or-soap")
	assert.NotContains(t, late, "wound")
}
