package record

import (
	"therapeon/core/division"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// The kinds of documents.
var (
	Intakes = ledger.NewKind("intake", ledger.Teller[patient.Intake]{
		Differs: func(yours, now patient.Intake) []message.Message { return intakeChanges(yours, now, "there") },
		Changed: intakeChanges,
	})
	Readings = ledger.NewKind("reading", ledger.Teller[roots.Reading]{
		Differs: roots.Changes, Changed: roots.Changed,
	})
	Cuts  = ledger.NewKind("cuts", ledger.Teller[roots.Checks]{})
	Looks = ledger.NewKind("look", ledger.Teller[LookDoc]{
		Differs: func(yours, now LookDoc) []message.Message { return lookChanges(yours.Noted, now.Noted, "there") },
		Changed: func(from, to LookDoc, where string) []message.Message {
			return lookChanges(from.Noted, to.Noted, where)
		},
	})
	Cleanings = ledger.NewKind("cleaning", ledger.Teller[CleaningDoc]{})
	Courses   = ledger.NewKind("course", TellAlways[CourseDoc]("clinic.record.rounds-or-looks-were-noted"))
	Rhizomes  = ledger.NewKind("rhizome", TellAlways[division.Rhizome]("clinic.record.its-bulbs-were-noted-otherwise"))
	Plans     = ledger.NewKind("plan", TellAlways[PlanDoc]("clinic.record.what-is-planned-for-the"))
	Wishes    = ledger.NewKind("wish", TellAlways[WishDoc]("clinic.record.what-was-done-about-it"))
	Homes     = ledger.NewKind("home", ledger.Teller[HomeDoc]{})
	Places    = ledger.NewHouseKind("place", Tell(func(p PlaceFacts, where string) message.Message {
		return message.Of("clinic.record.it-is-called-"+where, message.Name("name", p.Name))
	}))
	Houses = ledger.NewHouseKind("house", ledger.Teller[Settings]{
		Differs: func(yours, now Settings) []message.Message { return houseChanges(yours, now, "there") },
		Changed: houseChanges,
	})
)

// TellAlways tells that something was changed, whatever it was: a code, with "-there" or "-here" after it.
func TellAlways[T any](code string) ledger.Teller[T] {
	return Tell(func(_ T, where string) message.Message { return message.Of(code + "-" + where) })
}

// Tell tells what one is like now.
func Tell[T any](words func(is T, where string) message.Message) ledger.Teller[T] {
	return ledger.Teller[T]{
		Differs: func(_, now T) []message.Message { return []message.Message{words(now, "there")} },
		Changed: func(_, to T, where string) []message.Message { return []message.Message{words(to, where)} },
	}
}
