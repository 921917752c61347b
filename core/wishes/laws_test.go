package wishes_test

import (
	"maps"
	"math/rand/v2"
	"os"
	"runtime"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/rehome"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
	"therapeon/core/wishes"
	"therapeon/language"
	"therapeon/language/english"
)

// everyPlant runs a law over plants drawn as they come, that were looked at in their pots.
func everyPlant(t *testing.T, plants int, seed uint64, law func(n int, d drawer, p *patient.Patient)) {
	t.Helper()
	_, _ = look.Table(), wishes.Table()
	if os.Getenv("TORTURE") != "" {
		plants *= 20
	}
	var wait sync.WaitGroup
	for worker := range runtime.NumCPU() {
		wait.Go(func() {
			for n := worker; n < plants; n += runtime.NumCPU() {
				d := drawer{rand.New(rand.NewPCG(uint64(n), seed))}
				if p := d.plant(); len(p.Looks) > 0 && p.Stands().Where() == patient.Potted && look.Holds(p) {
					law(n, d, p)
				}
			}
		})
	}
	wait.Wait()
}

// noted is the same plant with something else noted at its newest look.
func noted(p *patient.Patient, change func(*patient.Inspection)) *patient.Patient {
	q := *p
	q.Forget()
	q.Looks = slices.Clone(p.Looks)
	of := &q.Looks[0].Noted
	of.Findings = maps.Clone(of.Findings)
	change(of)
	return &q
}

// tells are the instructions of a plant: headline, beside it, until then, and about its causes.
func tells(p *patient.Patient) (list []message.Sense, a judgement.Advice) {
	a = judgement.For(p, judgement.Known{Care: careOf(p)})
	list = append(list, a.Headline.Sense())
	for _, i := range slices.Concat(a.Also, a.Meanwhile) {
		list = append(list, i.Sense())
	}
	if look.Holds(p) {
		at := p.AtLook()
		of := judgement.OfCauses(at, asHeard(at), look.Table().Decide(at))
		list = append(list, of.Apart.Sense())
		for _, d := range of.Do {
			list = append(list, d.Words.Sense())
		}
	}
	return list, a
}

// rescues are the acts among them that save a plant.
func rescues(list []message.Sense) map[string]bool {
	all := map[string]bool{}
	for _, s := range list {
		if a := acts.Of(s); s.Type == message.Instruction && a.Rescues() && a.Degree != "none" && a.Degree != "rinse" {
			all[a.Act] = true
		}
	}
	return all
}

// surely is a plant that hears of its likely causes alone. What is as likely as not may be explained away by what
// else is seen: then the other cause is acted on.
func surely(p *patient.Patient) *patient.Patient {
	h, sure := p.Heard(), patient.Heard{Asked: map[string][]string{}, Chances: p.Heard().Chances}
	for _, code := range h.Acted {
		cause, _ := causes.Table().Cause(code)
		if h.Chances[code] < likelyFrom() {
			continue
		}
		sure.Acted, sure.Spreads = append(sure.Acted, code), sure.Spreads || cause.Urgent
		for _, action := range cause.Do {
			if slices.Contains(h.Plan, action) {
				sure.Asked[action] = append(sure.Asked[action], code)
			}
		}
	}
	for _, action := range h.Plan {
		if len(sure.Asked[action]) > 0 {
			sure.Plan = append(sure.Plan, action)
		}
	}
	sure.Strips = slices.ContainsFunc(sure.Plan, causes.Strips)
	sure.Apart = slices.Contains(sure.Plan, causes.KeepApart)
	q := *p
	q.Forget()
	q.Judge = func(*patient.Patient) patient.Heard { return sure }
	return &q
}

// likelyFrom is the chance from which a cause is called likely.
func likelyFrom() float64 {
	for _, b := range causes.Table().Bands {
		if b.Code == "even" {
			return b.Below.Value
		}
	}
	return 1
}

// More that was seen never means milder: a further bad sign delays or hides nothing that saves a plant.
func TestAWorseSignNeverDelaysARescue(t *testing.T) {
	order := []string{look.Leave, look.Wait, look.Soon, look.Now}
	everyPlant(t, 500, 31, func(n int, d drawer, p *patient.Patient) {
		sign := pick(d, look.Table().Signs...)
		if p.Finding(sign.Finding) != "" || look.Table().Water.Dry.Has(sign.Finding) { // dry is no reason to unpot
			return
		}
		worse := noted(p, func(in *patient.Inspection) { in.Findings[sign.Finding] = patient.Present })
		sure := surely(p)
		before, was := tells(sure)
		after, is := tells(worse)
		if explained(worse) { // unpotting does not help against what now explains a sign
			return
		}
		for act := range rescues(before) {
			if rescues(after)["unpot"] && (act == "cut" || act == "treat") {
				continue // it is done once it is out
			}
			assert.True(t, rescues(after)[act], "plant %d with %s is not told to %s any more: “%s”, then “%s”", n,
				sign.Finding, act, english.Say(was.Headline), english.Say(is.Headline))
		}
		v, w := look.Table().Decide(sure.AtLook()), look.Table().Decide(worse.AtLook())
		assert.GreaterOrEqual(t, slices.Index(order, w.Decision), slices.Index(order, v.Decision),
			"plant %d: %s", n, sign.Finding)
	})
}

// explained holds where a cause that is acted on explains a sign of a plant.
func explained(p *patient.Patient) bool {
	return slices.ContainsFunc(look.Table().Signs, func(s look.Sign) bool {
		return p.Finding(s.Finding) == patient.Present && slices.ContainsFunc(s.Unless, p.ActsOn)
	})
}

// What one could not see is as good as not looked for: it moves nothing to yes or no.
func TestWhatNobodyCouldSeeMovesNothing(t *testing.T) {
	everyPlant(t, 300, 37, func(n int, d drawer, p *patient.Patient) {
		finding := pick(d, causes.Table().Findings...).Code
		if p.Finding(finding) != "" || p.Looks[0].Noted.Findings[finding] != "" { // also what has grown old
			return
		}
		tried := noted(p, func(in *patient.Inspection) { in.Findings[finding] = patient.Unseen })
		assert.Equal(t, spoken(p), spoken(tried), "plant %d: %s", n, finding)
		for _, c := range causes.Table().Judge(tried.AtLook()).Next {
			if on := tried.Look().On; on > "2030-05-02" {
				assert.NotEqual(t, finding, c.Finding, "plant %d is asked again after %s", n, on)
			}
		}
	})
}

// spoken is all that a plant is told and answered, as it is written.
func spoken(p *patient.Patient) string {
	list, a := tells(p)
	all := []any{list, a.Code, a.Headline, a.UntilOn, a.Because}
	for _, answer := range wishes.Table().All(p, wishes.Ask{}) {
		all = append(all, answer.Row, answer.FromOn)
	}
	doc, err := language.Of("en").JSON(all)
	if err != nil {
		panic(err)
	}
	return string(doc)
}

// A harmless fact changes nothing, nor does the order in which check-ins were entered.
func TestAHarmlessFactAndTheOrderOfEntryChangeNothing(t *testing.T) {
	everyPlant(t, 300, 41, func(n int, d drawer, p *patient.Patient) {
		before := spoken(p)
		p.Intake.Notes, p.Intake.Source = "from the boat shed", "a friend"
		other := noted(p, func(in *patient.Inspection) { in.Notes = "seen in the morning" })
		assert.Equal(t, before, spoken(other), "plant %d", n)
		other.Seen = slices.Clone(p.Seen)
		d.Shuffle(len(other.Seen), func(i, j int) { other.Seen[i], other.Seen[j] = other.Seen[j], other.Seen[i] })
		other.Forget()
		assert.Equal(t, before, spoken(other), "plant %d", n)
	})
}

// An instruction rests on what was noted, or on a cause that is acted on, an alarm, or what holds a move back.
func TestPremisesAreNoted(t *testing.T) {
	everyPlant(t, 500, 43, func(n int, _ drawer, p *patient.Patient) {
		at := p.AtLook()
		known := map[string]bool{}
		for _, k := range causes.Knows(at) {
			known[k.Finding] = k.State == patient.Present
		}
		for _, b := range look.Table().Blocks {
			known[b.Code] = true
		}
		for _, r := range careOf(p).Runs {
			known[r.Code] = true
		}
		for _, s := range careOf(p).Alarms {
			known[s.Code] = true
		}
		heard := p.Heard()
		list, _ := tells(p)
		for _, s := range list {
			for _, premise := range s.Premises {
				fact, ok := patient.FactsOf(p).Of(premise)
				assert.True(t, ok && fact.State == patient.Present || known[premise] ||
					slices.Contains(heard.Acted, premise) || slices.Contains(heard.Alarms, premise),
					"plant %d: %s %s rests on %s, which nobody noted", n, s.Act, s.Degree, premise)
			}
		}
	})
}

// Of plants with an intake and a look alone at most a fifth have a question for a headline; each has an act, a
// day, or a check that can be made today.
func TestFewPlantsAreAnsweredWithAQuestion(t *testing.T) {
	asked, all, by := 0, 0, map[string]int{}
	for n := 0; all < 500; n++ {
		d := drawer{rand.New(rand.NewPCG(uint64(n), 47))}
		p := d.plant()
		p.Homes, p.Seen, p.Care, p.Reading, p.Site = nil, nil, nil, nil, nil
		p.Forget()
		if p.Look() == nil {
			continue
		}
		all++
		a := judgement.Brief(p, judgement.Known{})
		if a.Kind == "check" && a.Code != judgement.Read { // that is the work in hand, no question
			asked++
			by[a.Code]++
		}
		assert.True(t, a.Kind == "act" || a.Kind == "check" || a.Kind == "home" || a.UntilOn != "", "plant %d: %s", n, a.Code)
	}
	t.Logf("%d of %d are asked something first: %v", asked, all, by)
	assert.LessOrEqual(t, asked*5, all)
}

// The engines tell nothing by themselves: what they answer is codes, figures and reasons.
func TestTheEnginesGiveNoInstructions(t *testing.T) {
	everyPlant(t, 150, 53, func(n int, d drawer, p *patient.Patient) {
		at := p.AtLook()
		v := look.Table().Decide(at)
		way, err := rehome.Table().Lead(p, rehome.Plan{}, nil, d.raced(), rehome.Store{Shelf: shelf})
		assert.NoError(t, err)
		in := &aftercare.InCare{Patient: p}
		care := aftercare.For(in)
		schedule, err := pests.Plan(pests.Course{Pest: "spider-mites", Rounds: []string{p.Today()}},
			p.Around().Temperatures(), p.Now, p.Intake.TereteLeaves)
		assert.NoError(t, err)
		answers := map[string]any{
			"look": v, "causes": causes.Table().Judge(at), "unpot": unpot.Table().Advise(at, v.Says),
			"home": []any{way, way.Decision, way.Decision.Routes, way.Asked, way.Jobs}, "cuts": cleaning.Cuts(p),
			"clean": cleaning.Draw(cleaning.Work{Patient: p}), "rounds": schedule,
			"care": []any{care, care.Runs, care.Due, care.Alarms}, "away": in.Away(care, p.Today(), p.Today()),
		}
		if r := p.Roots(); r != nil {
			answers["roots"] = r.Verdict
		}
		for name, of := range answers {
			doc, err := language.Of("en").JSON(of)
			assert.NoError(t, err)
			assert.NotContains(t, string(doc), `"type":"instruction"`, "plant %d: %s", n, name)
		}
	})
}

// What was felt grows old: after its days a dry pot is felt anew, and not said to be dry.
func TestWhatWasFeltGrowsOld(t *testing.T) {
	moth, _ := taxa.Find("phalaenopsis")
	p := &patient.Patient{
		Profile: moth, Judge: causes.Hear, Now: drawer{}.noon(),
		Intake: patient.Intake{Pot: "clear", OldMedium: "bark", LeafCount: 5},
		Looks: []patient.Look{{ID: 1, On: "2030-05-12", Noted: patient.Inspection{
			Growth:   patient.Growing,
			Findings: patient.Findings{"leaves-limp": patient.Present, "pot-light": patient.Present},
		}}},
	}
	assert.Equal(t, judgement.Water, judgement.Brief(p, judgement.Known{}).Code, "felt three days ago")
	p = p.At(p.Now.Add(24 * time.Hour))
	a := judgement.Brief(p, judgement.Known{})
	assert.Equal(t, judgement.Feel, a.Code, "four days ago")
	assert.True(t, strings.HasPrefix(english.Say(a.Headline), "Push a finger into the medium."))
	for _, because := range a.Because {
		assert.NotContains(t, english.Say(because.Value), "medium is dry")
	}
}

// No check is asked for that would do to the plant what must not be done: no drench to see whether water helps, no
// unpotting of what is left alone.
func TestNoCheckDoesWhatMustNotBe(t *testing.T) {
	asked := 0
	for n := range 120 {
		p := drawer{rand.New(rand.NewPCG(uint64(n), 59))}.plant()
		if p.Look() == nil || p.Stands().Where() != patient.Potted {
			continue
		}
		at := p.AtLook()
		v := look.Table().Decide(at)
		for _, c := range judgement.OfCauses(at, causes.Table().Judge(at), v).Next {
			asked++
			finding, _ := causes.Table().Finding(c.Finding)
			assert.False(t, finding.Costs().AgainstAny(v.Says), "plant %d: %s", n, c.Finding)
		}
	}
	assert.Positive(t, asked)
}
