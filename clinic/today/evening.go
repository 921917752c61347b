package today

import (
	"context"
	"slices"

	"therapeon/clinic/bench"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/rehome"
	"therapeon/core/today"
	"therapeon/ledger"
)

// Evening is an evening's crates in order, with what to have ready.
type Evening struct {
	today.Night
	Ready []Ready `json:"ready" required:"true" description:"what to buy and soak for those of tonight"`
}

// Ready is something to be made ready, and for whom.
type Ready struct {
	Do   judgement.Saying `json:"do" required:"true"`
	How  []knowledge.Text `json:"how" required:"true"`
	Tags []string         `json:"tags" required:"true"`
}

// Evening puts those plants in order that want something at the bench, by what each loses by waiting
// against the minutes it needs. 0 minutes: as many as usual.
func (c *Service) Evening(ctx context.Context, minutes float64) (Evening, error) {
	if minutes == 0 {
		minutes = today.Table().Evening.Minutes.Value
	}
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Evening, error) {
		all := Evening{Ready: []Ready{}}
		places, err := placeNames(ctx, tx)
		if err != nil {
			return all, err
		}
		wanting := slices.Concat(judgement.OfKind("act"), judgement.OfKind("check"), judgement.OfKind("home"))
		rows, err := tx.Plants().Wanting(ctx, wanting)
		if err != nil {
			return all, err
		}
		var crates []today.Crate
		visits := map[int64]*record.Visit{}
		for _, row := range rows {
			a := bench.AdvisedOf(row.Advice, row.UntilOn, c.Today())
			if a == nil || a.Page == "aftercare" {
				continue
			}
			v, err := c.Visit(ctx, tx, row.ID)
			if err != nil {
				record.Unread("plant", row.ID, err)
				continue
			}
			k := &aftercare.InCare{Patient: v.Patient}
			visits[row.ID] = v
			turn := v.Turn()
			crates = append(crates, today.Crate{
				PlantID: row.ID, Tag: row.Tag, Danger: today.DangerOf(k), Turn: turn, Suspect: turn.Suspect(),
				Mix: rehome.Table().UsualMix(v.Patient), Place: places[row.PlaceID], Does: a.Headline, Page: a.Page,
			})
		}
		all.Night = today.NightOf(crates, minutes, c.Today())
		all.Ready = readyFor(all.Tonight, visits)
		return all, nil
	})
}

// readyFor is what is to be made ready for plants, each thing once.
func readyFor(crates []today.Crate, visits map[int64]*record.Visit) []Ready {
	list := []Ready{}
	for _, crate := range crates {
		for _, j := range judgement.Ahead(visits[crate.PlantID].Patient) {
			i := slices.IndexFunc(list, func(r Ready) bool { return r.Do.Equal(j.Do) })
			if i < 0 {
				list = append(list, Ready{Do: j.Do, How: j.How, Tags: []string{}})
				i = len(list) - 1
			}
			list[i].Tags = append(list[i].Tags, crate.Tag)
		}
	}
	return list
}
