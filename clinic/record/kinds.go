package record

import (
	"fmt"

	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// The kinds of documents.
var (
	Intakes = ledger.NewKind("intake", "plant", ledger.Teller[patient.Intake]{
		Differs: func(yours, now patient.Intake) []string { return intakeChanges(yours, now, "there") },
		Changed: intakeChanges,
	})
	Readings = ledger.NewKind("reading", "reading", ledger.Teller[roots.Reading]{
		Differs: roots.Changes, Changed: roots.Changed,
	})
	Cuts  = ledger.NewKind("cuts", "cut list", ledger.Teller[roots.Checks]{})
	Looks = ledger.NewKind("look", "look", ledger.Teller[LookDoc]{
		Differs: func(yours, now LookDoc) []string { return lookChanges(yours.Noted, now.Noted, "there") },
		Changed: func(from, to LookDoc, where string) []string { return lookChanges(from.Noted, to.Noted, where) },
	})
	Cleanings = ledger.NewKind("cleaning", "cleaning", ledger.Teller[CleaningDoc]{})
	Courses   = ledger.NewKind("course", "treatment", TellAlways[CourseDoc]("Rounds or looks were noted"))
	Rhizomes  = ledger.NewKind("rhizome", "rhizome", TellAlways[division.Rhizome]("Its bulbs were noted otherwise"))
	Plans     = ledger.NewKind("plan", "plan", TellAlways[PlanDoc]("What is planned for the plant was changed"))
	Wishes    = ledger.NewKind("wish", "wish", TellAlways[WishDoc]("What was done about it was noted otherwise"))
	Homes     = ledger.NewKind("home", "home", ledger.Teller[HomeDoc]{})
	Places    = ledger.NewHouseKind("place", "place", Tell(func(p PlaceFacts, where string) string {
		return fmt.Sprintf("It is called “%s” %s.", p.Name, where)
	}))
	Houses = ledger.NewHouseKind("house", "house", ledger.Teller[Settings]{
		Differs: func(yours, now Settings) []string { return houseChanges(yours, now, "there") },
		Changed: houseChanges,
	})
)

// TellAlways tells that something was changed, whatever it was.
func TellAlways[T any](words string) ledger.Teller[T] {
	return Tell(func(_ T, where string) string { return words + " " + where + "." })
}

// Tell tells what one is like now.
func Tell[T any](words func(is T, where string) string) ledger.Teller[T] {
	return ledger.Teller[T]{
		Differs: func(_, now T) []string { return []string{words(now, "there")} },
		Changed: func(_, to T, where string) []string { return []string{words(to, where)} },
	}
}
