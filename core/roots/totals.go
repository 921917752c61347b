package roots

import "math"

// Totals sums a reading up.
type Totals struct {
	Live     Amount `json:"live" required:"true"`
	Doubtful Amount `json:"doubtful" required:"true"`
	Dead     Amount `json:"dead" required:"true"`

	ViableByLength Range `json:"viable_by_length" required:"true" description:"living share of the length, 0–1"`
	ViableByArea   Range `json:"viable_by_area" required:"true" description:"living share of the side area, 0–1"`
	LiveRoots      Range `json:"live_roots" required:"true" description:"roots with life in them"`
	LiveLengthMM   Range `json:"live_length_mm" required:"true"`
	LiveAreaCM2    Range `json:"live_area_cm2" required:"true"`

	GrowingTips int   `json:"growing_tips" required:"true"`
	SealedTips  int   `json:"sealed_tips" required:"true"`
	Tips        Range `json:"tips" required:"true" description:"growing tips; high if every living end whose tip was not looked at grows"`

	Cuts      int `json:"cuts" required:"true" description:"cuts through a root, side roots not counted"`
	WholeCuts int `json:"whole_cuts" required:"true"`
	SideCuts  int `json:"side_cuts" required:"true"`
	Wounds    int `json:"wounds" required:"true" description:"cuts that open living tissue"`
	Anchors   int `json:"anchors" required:"true"`
	Rechecks  int `json:"rechecks" required:"true"`
	Untouched int `json:"untouched" required:"true" description:"roots left as found, those to test again not counted"`

	LiveAfterMM    Range   `json:"live_after_mm" required:"true" description:"living length after cleaning"`
	LostMM         Range   `json:"lost_mm" required:"true" description:"living length given up in cleaning; the aim is zero"`
	LeafAreaCM2    float64 `json:"leaf_area_cm2,omitempty"`
	MMPerLeafCM2   Range   `json:"mm_per_leaf_cm2" required:"true" description:"living root length for each cm² of leaf"`
	LongestLiveMM  float64 `json:"longest_live_mm" required:"true" description:"the longest stretch of one living root"`
	Dip            *Dipped `json:"dip,omitempty" description:"by displacement; it stands in the place of what was estimated root by root"`
	longestMaybeMM float64
	unseenTips     int
}

// total sums the reading up, before cleaning and after.
func total(r Reading, c Context, read []RootVerdict, axes []axis, sides [][]axis) Totals {
	var t Totals
	var afterLive, afterDoubtful Amount
	for i := range read {
		rv := &read[i]
		t.countRoot(rv)
		keptTo := rv.Decision.keptTo(axes[i].length)
		t.addAxis(&axes[i], rv.Count, keptTo, &afterLive, &afterDoubtful)
		for j := range sides[i] {
			side := &sides[i][j]
			kept := 0.0
			if d := rv.Branches[j].Decision; d != nil {
				kept = d.keptTo(side.length)
				if d.Kind == Cut {
					t.SideCuts += rv.Count
					t.Wounds += rv.Count * one(d.Wounds)
				}
			}
			t.addAxis(side, rv.Count, kept, &afterLive, &afterDoubtful)
		}
	}
	t.finish(c, afterLive, afterDoubtful)
	t.dip(r, c)
	t.MMPerLeafCM2 = t.LiveLengthMM.over(c.LeafAreaCM2)
	return t
}

func one(yes bool) int {
	if yes {
		return 1
	}
	return 0
}

// countRoot counts a root by its state and by what is done with it.
func (t *Totals) countRoot(rv *RootVerdict) {
	switch rv.State {
	case Live:
		t.Live.Roots += rv.Count
	case Doubtful:
		t.Doubtful.Roots += rv.Count
	default:
		t.Dead.Roots += rv.Count
	}
	d := rv.Decision
	t.Anchors += d.Anchors
	if d.Recheck {
		t.Rechecks += rv.Count
	}
	if d.Kind == Cut {
		n := rv.Count - d.Anchors
		t.Cuts += n
		t.WholeCuts += n * one(d.Whole)
		t.Wounds += n * one(d.Wounds)
	}
	if d.Kind == Keep {
		t.Untouched += rv.Count
	}
}

// addAxis adds an axis to the sums, and what is kept of it to those after cleaning.
func (t *Totals) addAxis(a *axis, count int, keptTo float64, afterLive, afterDoubtful *Amount) {
	run, maybe := 0.0, 0.0
	for _, s := range a.stretches {
		switch {
		case s.State.IsLive():
			t.Live.add(s, s.ToMM, count)
			afterLive.add(s, keptTo, count)
			run, maybe = run+s.length(), maybe+s.length()
		case s.State == Doubtful:
			t.Doubtful.add(s, s.ToMM, count)
			afterDoubtful.add(s, keptTo, count)
			run, maybe = 0, maybe+s.length()
		default:
			t.Dead.add(s, s.ToMM, count)
			run, maybe = 0, 0
		}
		t.LongestLiveMM = math.Max(t.LongestLiveMM, run)
		t.longestMaybeMM = math.Max(t.longestMaybeMM, maybe)
	}
	switch a.tip {
	case Growing:
		t.GrowingTips += count
	case Sealed:
		t.SealedTips += count
	case "":
		if !a.stretches[len(a.stretches)-1].State.IsDead() {
			t.unseenTips += count
		}
	}
}

// finish fills in what follows from the sums.
func (t *Totals) finish(c Context, afterLive, afterDoubtful Amount) {
	t.LiveLengthMM = span(t.Live.LengthMM, t.Doubtful.LengthMM)
	t.LiveAreaCM2 = span(t.Live.AreaCM2, t.Doubtful.AreaCM2)
	t.Tips = span(float64(t.GrowingTips), float64(t.unseenTips))
	t.LiveRoots = span(float64(t.Live.Roots), float64(t.Doubtful.Roots))
	t.ViableByLength = t.LiveLengthMM.over(t.Live.LengthMM + t.Doubtful.LengthMM + t.Dead.LengthMM)
	t.ViableByArea = t.LiveAreaCM2.over(t.Live.AreaCM2 + t.Doubtful.AreaCM2 + t.Dead.AreaCM2)
	t.LiveAfterMM = span(afterLive.LengthMM, afterDoubtful.LengthMM)
	t.LostMM = span(t.Live.LengthMM-afterLive.LengthMM, t.Doubtful.LengthMM-afterDoubtful.LengthMM)
	t.LeafAreaCM2 = c.LeafAreaCM2
}
