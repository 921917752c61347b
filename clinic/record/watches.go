package record

import (
	"context"

	"therapeon/core/contagion"
	"therapeon/core/patient"
	"therapeon/ledger"
)

// WatchDoc is what a plant may have caught, as it is kept.
type WatchDoc struct {
	Suspect int64               `json:"suspect"`
	Agent   string              `json:"agent"`
	By      []contagion.Contact `json:"by"`
	From    string              `json:"from"`
	Until   string              `json:"until"`
}

// Watches are plants that are looked at for what they may have caught.
var Watches = ledger.NewKind("watch", TellAlways[WatchDoc]("clinic.record.its-watch-was-changed"))

// WatchesOf are the watches of a plant that stand.
func WatchesOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]ledger.Doc[WatchDoc], error) {
	all, err := Watches.Of(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(all); err != nil {
		return nil, err
	}
	list := all[:0]
	for _, d := range all {
		if d.State != ledger.Gone {
			list = append(list, d)
		}
	}
	return list, nil
}

// watched are they as the core knows them.
func watched(all []ledger.Doc[WatchDoc]) (list []patient.Watch) {
	for _, d := range all {
		list = append(list, patient.Watch{Agent: d.Value.Agent, From: d.Value.From, Until: d.Value.Until})
	}
	return list
}
