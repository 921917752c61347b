package aftercare

import (
	"cmp"
	"slices"

	"therapeon/core/patient"
	"therapeon/core/rehome"
)

// flowered is what was noted of its flowers on a day.
type flowered struct {
	on    string
	state patient.Flowering
}

// flowers are what was noted of them up to a day, the oldest first.
func (c *InCare) flowers(today string) (list []flowered) {
	note := func(on string, state patient.Flowering) {
		if state != "" && on <= today {
			list = append(list, flowered{on, state})
		}
	}
	for _, l := range c.Looks {
		note(l.On, l.Noted.Flowering)
	}
	for _, s := range c.Seen {
		note(s.On, s.Noted.Flowering)
	}
	slices.SortStableFunc(list, func(a, b flowered) int { return cmp.Compare(a.on, b.on) })
	return list
}

// flowersSince is the day on which a state of its flowers was first noted, where it is in that state now; empty where
// it is not, or where that is over.
func (c *InCare) flowersSince(today string, state patient.Flowering) (since string) {
	if c.Flowering() != state {
		return ""
	}
	for _, f := range slices.Backward(c.flowers(today)) {
		if f.state != state {
			break
		}
		since = f.on
	}
	return since
}

// stakedSpike holds where a spike was staked, and its stake was not taken off since.
func (c *InCare) stakedSpike() bool {
	on := ""
	for _, t := range c.Care {
		switch {
		case t.Outcome != patient.TendedDone:
		case t.Job == "stake-spike":
			on = max(on, t.On)
		case t.Job == "unstake" && t.On >= on:
			on = ""
		}
	}
	return on != ""
}

// seenSince is the day on which something was seen last, where it was not gone since.
func (c *InCare) seenSince(today string, of func(patient.Checkin) patient.YesNo) string {
	for _, s := range slices.Backward(c.Stands().Checked().All()) {
		switch noted := of(s.Noted); {
		case s.On > today || noted == "":
		case noted == patient.Yes:
			return s.On
		default:
			return ""
		}
	}
	return ""
}

// growth adds what its growth asks for by what was seen.
func (c *InCare) growth(today string, add func(code, since string)) {
	add("covered", c.seenSince(today, func(n patient.Checkin) patient.YesNo { return n.Covered }))
	add("dusty", c.seenSince(today, func(n patient.Checkin) patient.YesNo { return n.Dusty }))
	add("weeds", c.seenSince(today, func(n patient.Checkin) patient.YesNo { return n.Weeds }))
	if taken := c.Look() != nil && !rehome.KeepsSpike(c.Patient); !taken && !c.Condition().Limp() {
		add("spike", c.flowersSince(today, patient.Spike)) // what is cut off is not staked
	}
	add("buds", c.flowersSince(today, patient.Bud))
	if c.stakedSpike() {
		add("spent", c.flowersSince(today, patient.Spent))
	}
}
