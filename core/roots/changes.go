package roots

import (
	"reflect"
	"slices"

	"therapeon/core/message"
)

// Changes says how the stored reading differs from one's own, for
// someone whose entries would overwrite another's.
func Changes(from, to Reading) []message.Message {
	var changes []message.Message
	before, number := map[string]Root{}, map[string]string{}
	n := 1
	for _, r := range from.Roots {
		before[r.ID], number[r.ID] = r, r.called(n)
		n += r.Count
	}
	n = 1
	for _, r := range to.Roots {
		old, known := before[r.ID]
		switch {
		case !known:
			changes = append(changes, message.Of("roots.say.root-is-only-there", message.Name("root", r.called(n))))
		case !reflect.DeepEqual(old, r):
			changes = append(changes, message.Of("roots.say.root-is-different-there", message.Name("root", r.called(n))))
		}
		delete(before, r.ID)
		n += r.Count
	}
	for _, r := range from.Roots {
		if _, gone := before[r.ID]; gone {
			changes = append(changes, message.Of("roots.say.root-is-only-in-yours", message.Name("root", number[r.ID])))
		}
	}
	from.Roots, to.Roots = nil, nil
	if !reflect.DeepEqual(from, to) {
		changes = append(changes, message.Of("roots.say.what-is-noted-about-pot"))
	}
	return changes
}

// Changed says what was changed from one state of a reading to another, of a place: "there" or "here".
func Changed(from, to Reading, where string) []message.Message {
	var changes []message.Message
	before, after := map[string]Root{}, map[string]bool{}
	for _, r := range from.Roots {
		before[r.ID] = r
	}
	n := 1
	for _, r := range to.Roots {
		old, known := before[r.ID]
		after[r.ID] = true
		switch {
		case !known:
			changes = append(changes, message.Of("roots.say.added-"+where, message.Name("root", r.called(n))))
		case !reflect.DeepEqual(old, r):
			changes = append(changes, message.Of("roots.say.changed-"+where, message.Name("root", r.called(n))))
		}
		n += r.Count
	}
	n = 1
	for _, r := range from.Roots {
		if !after[r.ID] {
			changes = append(changes, message.Of("roots.say.taken-out-"+where, message.Name("root", r.called(n))))
		}
		n += r.Count
	}
	from.Roots, to.Roots = nil, nil
	if !reflect.DeepEqual(from, to) {
		changes = append(changes, message.Of("roots.say.pot-changed-"+where))
	}
	return changes
}

// Growth is how one root differs from the last reading.
type Growth struct {
	ID     string  `json:"id" required:"true"`
	Label  string  `json:"label" required:"true"`
	FromMM float64 `json:"from_mm" required:"true" description:"its length last time, after cleaning; 0 for a new root"`
	ToMM   float64 `json:"to_mm" required:"true"`
	New    bool    `json:"new,omitempty"`
}

// Since compares two readings of the same plant.
type Since struct {
	Roots      []Growth `json:"roots" required:"true" description:"roots that grew or are new"`
	GrownMM    float64  `json:"grown_mm" required:"true" description:"length gained over all roots, new ones included"`
	NewRoots   int      `json:"new_roots" required:"true"`
	GoneRoots  int      `json:"gone_roots" required:"true" description:"roots of last time that are no longer listed"`
	TipsBefore int      `json:"tips_before" required:"true"`
	TipsNow    int      `json:"tips_now" required:"true"`
}

// RateMMDay is how fast the roots that were there before grew, the median over
// roots, in mm a day. It is false when none grew, or no day passed.
func (s Since) RateMMDay(days float64) (float64, bool) {
	var grown []float64
	for _, g := range s.Roots {
		if !g.New {
			grown = append(grown, (g.ToMM-g.FromMM)/days)
		}
	}
	if len(grown) == 0 || days <= 0 {
		return 0, false
	}
	slices.Sort(grown)
	return (grown[(len(grown)-1)/2] + grown[len(grown)/2]) / 2, true
}

// Compare sets a verdict beside the one before it. Roots are matched by their
// IDs; before is the verdict on the roots as the last cleaning left them.
// Lengths that were assumed say nothing about growth.
func Compare(before, now Verdict) Since {
	s := Since{Roots: []Growth{}, TipsBefore: before.Totals.GrowingTips, TipsNow: now.Totals.GrowingTips}
	last := map[string]RootVerdict{}
	for _, r := range before.Roots {
		last[r.ID] = r
		s.GoneRoots += r.Count
	}
	for _, r := range now.Roots {
		old, known := last[r.ID]
		if known {
			s.GoneRoots -= min(old.Count, r.Count)
		}
		switch {
		case r.LengthAssumed || old.LengthAssumed:
		case !known && r.State == Live:
			s.NewRoots += r.Count
			s.GrownMM += r.LengthMM * float64(r.Count)
			s.Roots = append(s.Roots, Growth{r.ID, r.Label, 0, r.LengthMM, true})
		case known && r.LengthMM > old.LengthMM:
			s.GrownMM += (r.LengthMM - old.LengthMM) * float64(min(r.Count, old.Count))
			s.Roots = append(s.Roots, Growth{r.ID, r.Label, old.LengthMM, r.LengthMM, false})
		}
	}
	return s
}
