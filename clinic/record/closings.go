package record

import (
	"context"

	"therapeon/core/causes"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// LookBackDoc is a look back as it is kept: what its keeper says, and what the page said then.
type LookBackDoc struct {
	Of      string         `json:"of"`
	FromOn  string         `json:"from_on"` // the day of the move
	Again   patient.YesNo  `json:"again,omitempty"`
	Note    string         `json:"note,omitempty"`
	Stage   progress.Stage `json:"stage,omitempty"`
	Verdict string         `json:"verdict,omitempty"`
	Sure    string         `json:"sure,omitempty"`
}

// The kinds of documents of progress: looks back, and how a plant left the bench.
var (
	LookBacks = ledger.NewKind("lookback", TellAlways[LookBackDoc]("clinic.record.what-is-said-of-it"))
	Closings  = ledger.NewKind("closing", TellAlways[progress.Closing]("clinic.record.how-it-was-closed-was"))
)

// LookBacksOf are the looks back of a plant, the newest first.
func LookBacksOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]ledger.Doc[LookBackDoc], error) {
	all, err := LookBacks.Of(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	return all, ledger.Sound(all)
}

// LookBacksFrom are the codes of those that were made of a home.
func LookBacksFrom(all []ledger.Doc[LookBackDoc], from string) (done []string) {
	for _, d := range all {
		if d.Value.FromOn == from && d.State != ledger.Gone {
			done = append(done, d.Value.Of)
		}
	}
	return done
}

// ClosingOf is how a plant left the bench; version 0: it was never closed. One that was opened again is gone.
func ClosingOf(ctx context.Context, tx *ledger.Tx, plantID int64) (ledger.Doc[progress.Closing], error) {
	d, err := Closings.Get(ctx, tx, plantID)
	if IsMissing(err) {
		return ledger.Doc[progress.Closing]{ID: plantID, PlantID: plantID, State: ledger.Gone}, nil
	}
	return d, err
}

// ClosedWords say how a plant left the bench.
func ClosedWords(c progress.Closing) message.Message {
	said := []message.Message{message.Of("clinic.record.closed-" + string(c.How))}
	if cause, ok := causes.Table().Cause(c.Cause); ok {
		said = append(said, message.Of("clinic.record.closed-cause", message.Told("cause", cause.Name)))
	}
	return message.All(append(said, message.Plain(c.Word), message.Plain(c.Lesson))...)
}
