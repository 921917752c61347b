package aftercare

import (
	"cmp"
	"math"
	"slices"
	"strconv"
	"strings"

	"therapeon/core/acts"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Feeding is whether, when and how strong a plant is fed.
type Feeding struct {
	PPM   float64        `json:"ppm_n" required:"true" description:"of nitrogen; 0: none"`
	OnDay string         `json:"on,omitempty" description:"from the first watering on or after this day"`
	Every float64        `json:"every_days,omitempty"`
	Why   Text           `json:"why" required:"true"`
	Gate  string         `json:"gate,omitempty" description:"the gate that it waits for"`
	Opens string         `json:"opens_on,omitempty" description:"the day on which that opens at the latest, whatever is seen"`
	Side  *disputes.Side `json:"side,omitempty" description:"the side it follows, where growers differ"`
	Class knowledge.Term `json:"class" required:"true" description:"of its group"`
}

// feeding is the feed of a plant: by its kind, by its stage, and by what was last given. Of several
// protocols the strictest counts.
func (c *InCare) feeding(care Care, today string) Feeding {
	k := Table()
	f := Feeding{Class: c.Profile.Feed}
	no := func(word string) Feeding {
		f.Why = k.FeedWords[word]
		return f
	}
	if len(care.Runs) == 0 || !care.Runs[0].Home {
		return no("none")
	}
	home := care.Runs[0]
	switch {
	case c.Stands().Where() == patient.Held:
		return no("held")
	case c.Condition().GradeLeft().Few() && !c.Condition().TipsOut() && !home.opensFeed():
		return no("few")
	case c.says(acts.NoFeed) || c.says(acts.NoWater) || c.salty():
		return no("back")
	case c.isDry() && !c.plainBefore(care, home):
		return no("dry")
	case care.runs("tide-over") || care.runs("patch") || care.runs("patch-first"):
		return no("back")
	}
	share, most, open := c.gateOf(home, &f, today)
	if !open {
		return f
	}
	resting := care.runs("rest") || c.Growth() == patient.Resting
	switch side := c.Side(disputes.WinterFeed); {
	case resting && side == disputes.AllYear:
		share = min(share, k.FeedRest.Value)
	case resting:
		return no("rest")
	case side == disputes.StopInWinter && c.coolSeason(today):
		f.Side = disputes.SideOf(disputes.WinterFeed, side)
		return no("winter")
	case side == disputes.FollowGrowth && !c.growsNow(home, today):
		if c.growthUnseen(home, today) {
			return no("unseen")
		}
		return no("still")
	}
	if home.Code == "reed" && c.Site != nil && c.Around().Air().NightC < k.CoolNightC.Value {
		return no("still")
	}
	f.Every = number(home.run.FeedDays, k.FeedDays.Value)
	if home.run.FeedDays != nil && c.coolSeason(today) {
		f.Every = k.FeedDays.Value // weekly in growth, fortnightly in autumn
	}
	f.PPM = classPPM(c.Profile.Feed.Value) * share * rhythmShare(f.Every)
	if most > 0 {
		f.PPM = min(f.PPM, most)
	}
	f.PPM = math.Round(f.PPM)
	f.OnDay, f.Why = today, k.FeedWords["due"]
	if care.Last.FedOn != "" {
		f.OnDay = dates.After(care.Last.FedOn, int(f.Every))
		if f.OnDay > today {
			f.Why = k.FeedWords["plain"]
		}
	}
	return f
}

// isDry holds where it was seen, or is said, to be dry.
func (c *InCare) isDry() bool {
	return c.waterStance() == acts.Water || c.Stands().Checked().Dry() || look.FeltDry(c.Patient)
}

// plainBefore holds where it had plain water since its feed was due: else one that is dry at each watering would
// never have any.
func (c *InCare) plainBefore(care Care, home Running) bool {
	due := dates.After(cmp.Or(care.Last.FedOn, home.Since), int(Table().FeedDays.Value))
	return care.Last.WateredOn >= due
}

// salty holds where salt shows, or is acted on.
func (c *InCare) salty() bool {
	return c.Stands().Signs()["crust"] == patient.Present ||
		c.Look() != nil && look.Holds(c.Patient) && c.ActsOn("salt-burn")
}

func (care Care) runs(code string) bool {
	return slices.ContainsFunc(care.Runs, func(r Running) bool { return r.Code == code })
}

// opensFeed holds where a gate of feed stands open.
func (r Running) opensFeed() bool {
	for i, g := range r.run.Gates {
		if g.Feeds != nil && r.Gates[i].OpenOn != "" {
			return true
		}
	}
	return r.run.Feeds == "at-once"
}

// gateOf is the share of the full dose that its protocol allows, and the most ppm; false before its
// gate, with the reason in f.
func (c *InCare) gateOf(home Running, f *Feeding, today string) (share, most float64, open bool) {
	k := Table()
	side := c.Side(disputes.FirstFeed)
	mineral := media.Table().Mineral.Has(c.Stands().Medium())
	half := k.FeedHalf.Value
	if home.Settled {
		return c.settledFeed(home, f, today)
	}
	if side == disputes.ThreeMonths && dates.Between(c.housedSince(home), today) < k.FeedThreeMonths.Value {
		f.Why, f.Side = k.FeedWords["three-months"], disputes.SideOf(disputes.FirstFeed, side)
		return 0, 0, false
	}
	gated := false
	for i, g := range home.run.Gates {
		if g.Feeds == nil {
			continue
		}
		gated = true
		if home.Gates[i].OpenOn == "" {
			f.Gate = cmp.Or(f.Gate, g.Code)
			continue
		}
		open = true
		switch dose := g.Feeds.Value; dose {
		case "half":
			share = max(share, half)
		case "full":
			share = max(share, 1)
		default:
			share = max(share, 1)
			if ppm, err := strconv.ParseFloat(dose, 64); err == nil {
				most = ppm
			}
		}
	}
	switch {
	case open:
	case home.run.Feeds == "at-once":
		share, open = half, true
	case home.run.Feeds == "growing" && c.rooted(home, today):
		share, open = 1, true
	case side == disputes.Dilute && !mineral:
		share, open = k.FeedDilute.Value, true
		f.Side = disputes.SideOf(disputes.FirstFeed, side)
	}
	if !open {
		var why Text
		if gated {
			g, _ := home.run.gate(f.Gate)
			why = f.waits(home, g)
		} else {
			why = k.FeedWords["tips"]
		}
		f.Why = why
		return 0, 0, false
	}
	f.Gate = ""
	if c.recovering(home) {
		share = min(share, half)
	}
	return share, most, true
}

// waits says what the first feed waits for: a gate, or a day that opens it whatever is seen.
func (f *Feeding) waits(home Running, first Gate) Text {
	gate := message.Arg{Name: "gate", Value: first.Name.Value}
	for _, g := range home.run.Gates {
		if g.Feeds == nil || g.Code == first.Code || g.FromDay == nil || first.FromDay == nil {
			continue
		}
		f.Opens = dates.After(home.Since, int(g.FromDay.Value))
		why := Table().FeedWords["gate-or-day"]
		why.Value.Args = []message.Arg{gate, message.Fixed("soon", first.FromDay.Value, 0, ""),
			message.Fixed("late", g.FromDay.Value, 0, "")}
		return why
	}
	why := Table().FeedWords["gate"]
	why.Value = why.Value.With(gate.Name, gate.Value)
	return why
}

// rooted holds where its roots are in the medium: a protocol that waited for that went before, new
// ones of a finger's length were seen, or sound ones had their time since the move.
func (c *InCare) rooted(home Running, today string) bool {
	k := Table()
	return len(home.Before) > 0 || home.w.longest(today) >= k.FeedTipsMM.Value ||
		c.Condition().GradeLeft().Sound() && dates.Between(home.Since, today) >= k.FeedThreeMonths.Value
}

// settledFeed is gateOf for a plant that was never re-housed here: whose medium was changed elsewhere a short while
// ago waits for its roots like any other.
func (c *InCare) settledFeed(home Running, f *Feeding, today string) (share, most float64, open bool) {
	k := Table()
	days, known := c.Stands().Moved()
	switch {
	case known && days <= k.MovedDays.Value && home.w.longest(today) < k.FeedTipsMM.Value:
		f.Why = k.FeedWords["tips"]
		return 0, 0, false
	case c.recovering(home):
		return k.FeedHalf.Value, 0, true
	}
	return 1, 0, true
}

// housedSince is the day of its home; of one that was never re-housed here that of its protocol.
func (c *InCare) housedSince(home Running) string {
	if h := c.Stands().Home(); h != nil {
		return h.From
	}
	return home.Since
}

// recovering holds for a plant with few roots, or without new ones of a finger's length. Roots that nobody read in a
// pot where it is at home are no few roots.
func (c *InCare) recovering(home Running) bool {
	grade := c.Condition().GradeLeft()
	if home.Settled && grade == "" {
		return false
	}
	return len(home.Before) == 0 && !grade.Sound()
}

// growthUnseen holds where nobody noted whether it grows.
func (c *InCare) growthUnseen(home Running, today string) bool {
	_, ok := home.growth(today)
	return !ok && c.Growth() == ""
}

// growth is the newest check-in that says something of growth.
func (r Running) growth(today string) (patient.Seen, bool) {
	return r.w.last(today, func(n patient.Checkin) bool { return n.Growth != "" || n.Tips != nil || n.TipsShow() })
}

// growsNow holds where it grows, by the newest that was seen; where nothing says, by the warm season.
func (c *InCare) growsNow(home Running, today string) bool {
	at, ok := home.growth(today)
	switch {
	case ok:
		return at.Noted.Growth.Grows() || at.Noted.TipsShow()
	case c.Growth() != "":
		return c.Growth().Grows()
	case c.Condition().TipsOut():
		return true
	}
	return !c.coolSeason(today)
}

// classPPM is the full dose of a class of feeder.
func classPPM(of string) float64 {
	best, at := "", knowledge.Estimate{}
	for class, e := range Table().Feed {
		if strings.HasPrefix(of, class) && len(class) > len(best) {
			best, at = class, e
		}
	}
	return at.Value
}

// rhythmShare is what of the dose of every two weeks is given oftener.
func rhythmShare(days float64) float64 {
	k := Table()
	switch {
	case days >= k.FeedDays.Value:
		return 1
	case days >= units.DaysAWeek:
		return k.FeedWeekly.Value
	default:
		return k.FeedEach.Value
	}
}
