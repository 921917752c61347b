package race

import (
	"encoding/json"

	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/taxa"
)

// Ask is what is asked of a race beside its plant. The zero value asks for the usual.
type Ask struct {
	Holding string             // another way of holding than the present one
	Assumed map[string]float64 // the user's own figures, by the code of the assumption
	Runs    int                // 0: as the table has it
	Days    int                // 0: as the table has it
	Seed    int                // another number, other draws
}

// startOf is what the race of a plant starts from, at its moment.
func startOf(p *patient.Patient, ask Ask) start {
	air := p.Around().Air()
	c := start{
		Profile:     p.Profile,
		LeafAreaCM2: p.Condition().LeafAreaCM2(),
		LeafFrom:    p.Condition().LeafFrom(),
		Bulbs:       p.Broken().Bulbs(),
		LiveRootCM2: p.Condition().LiveCM2(),
		RootsFrom:   p.Condition().RootsFrom(),
		Limp:        p.Condition().Limp(),
		TipsOut:     p.Condition().TipsOut(),
		Growth:      p.Growth(),
		GrowthMM:    p.Condition().GrowthMM(),
		HeldDays:    p.Stands().HeldDays(),
		NightC:      air.NightC,
		DayC:        air.DayC,
		AirFrom:     air.From,
		Humidity:    air.Percent,
		Light:       air.Light,
		Holding:     p.Stands().Holding(),
		Assumed:     ask.Assumed,
		Runs:        ask.Runs,
		Days:        ask.Days,
		Seed:        ask.Seed,
	}
	c.Profile.GrowthMinC = p.Around().Minima().Growth
	c.Fresh, c.FreshFrom = fresh(p)
	c.Weighings, c.Since = p.Stands().BareWeighings()
	if ask.Holding != "" {
		c.Holding = ask.Holding
	}
	return c
}

// Start names what a race starts from: two with the same name are the same race.
func Start(p *patient.Patient, ask Ask) string {
	c := startOf(p, ask)
	group := c.Profile.Code
	c.Profile = taxa.Profile{GrowthMinC: c.Profile.GrowthMinC}
	figures, err := json.Marshal(c)
	if err != nil {
		panic(err) // figures and codes alone
	}
	return group + string(figures)
}

// StageOf says what was taken of a plant for its race.
func StageOf(p *patient.Patient, ask Ask) message.Message {
	said := []message.Message{message.Of("race.say.no-new-tips-yet")}
	if p.Condition().TipsOut() {
		said[0] = message.Of("race.say.new-tips-are-out")
	} else if held := p.Stands().HeldDays(); held > 0 {
		said[0] = message.Of("race.say.held-bare-for-no-tip", message.Fixed("held", held, 0, "days"))
	}
	if p.Roots() == nil {
		said = append(said, message.Of("race.say.its-roots-were-not-read"))
	}
	if p.Condition().Limp() {
		said = append(said, message.Of("race.say.limp-or-shrivelled"))
	}
	if p.Stands().Home() != nil && p.Stands().Holding() == "" && ask.Holding == "" {
		said = append(said, message.Of("race.say.it-is-in-its-pot"))
	}
	return message.All(said...)
}
