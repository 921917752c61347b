package bench

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"

	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/forecast"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/progress"
)

// CareShort is what lists show of a plant's aftercare, as codes and figures; words are made when
// they are read.
type CareShort struct {
	Day     string       `json:"day"` // that it was worked out on
	Due     []DueShort   `json:"due,omitempty"`
	Dropped []Dropped    `json:"dropped,omitempty"` // on that day
	Alarms  []AlarmShort `json:"alarms,omitempty"`
	Fares   FaresShort   `json:"fares,omitzero"`
	Back    BackShort    `json:"back,omitzero"`
	Missing string       `json:"missing,omitempty"` // it is not followed: the one fact that is missing
}

// BackShort is the look back that is asked for next.
type BackShort struct {
	Of string `json:"of,omitempty"`
	On string `json:"on,omitempty"`
}

// FaresShort is how a plant fares: its stage, since when, and whether it is winning.
type FaresShort struct {
	Stage   progress.Stage `json:"stage,omitempty"`
	Since   string         `json:"since,omitempty"`
	Verdict string         `json:"verdict,omitempty"`
}

// Fares is how a plant fares, for lists.
type Fares struct {
	Stage   progress.Stage     `json:"stage,omitempty" enum:",critical,holding,rooting,establishing,recovered"`
	Name    message.Message    `json:"name,omitzero" description:"of the stage"`
	Since   string             `json:"since,omitempty"`
	Verdict string             `json:"verdict" required:"true" enum:"winning,holding,mixed,losing,recovered,unseen,unknown,early,closed"`
	Words   knowledge.Sentence `json:"words" required:"true"`
}

// AlarmsOf are the alarms that sound for a plant, as they are kept.
func AlarmsOf(doc string) (words []judgement.Saying) {
	for _, a := range CareOf(doc).Alarms {
		words = append(words, judgement.AlarmOf(a.Protocol, a.Code))
	}
	return words
}

// FaresOf is how a plant fares as it is kept; nil where that was not worked out yet.
func FaresOf(doc string) *Fares {
	s := CareOf(doc).Fares
	if s.Verdict == "" {
		return nil
	}
	stage, _ := progress.Table().Stage(s.Stage)
	return &Fares{s.Stage, stage.Name, s.Since, s.Verdict, knowledge.Say(progress.Table().Verdicts[s.Verdict].Value)}
}

// DueShort is the next turn of a job.
type DueShort struct {
	Job      string  `json:"job"`
	Protocol string  `json:"protocol"`
	On       string  `json:"on"`
	By       string  `json:"by"`
	ML       float64 `json:"ml,omitempty"`
	PPM      float64 `json:"ppm,omitempty"`
}

// AlarmShort is an alarm that sounds.
type AlarmShort struct {
	Protocol string `json:"protocol"`
	Code     string `json:"code"`
}

// Dropped is a job that was due and makes no sense any more.
type Dropped struct {
	Job string `json:"job"`
	Why string `json:"why"`          // code: home, gate, look, alarm or chosen
	Of  string `json:"of,omitempty"` // of a gate: its protocol and code
}

// CareOf reads what lists show of a plant's aftercare.
func CareOf(doc string) CareShort {
	if known, ok := read.Recall(doc); ok {
		return known
	}
	var s CareShort
	if doc == "" || json.Unmarshal([]byte(doc), &s) != nil {
		return CareShort{}
	}
	read.Keep(doc, s)
	return s
}

// read is what rows keep of aftercare, as it was read before: most are the same day by day, and the round
// reads all of them.
var read record.Memory[CareShort]

// careShort is the aftercare of a visited plant as its row keeps it, and the first day on which it
// wants something. What was due until now and is no longer, though nobody did it, is noted with
// the reason.
func careShort(
	ctx context.Context, v *record.Visit, care aftercare.Care, c *forecast.Grounds,
) (doc, on string, err error) {
	p := c.Progress
	s := CareShort{Day: care.Day, Missing: care.Missing}
	s.Fares = FaresShort{p.Standing.Stage, p.Standing.Since, p.Verdict.Code}
	if s.Back, err = backShort(ctx, v, c.Followed); err != nil {
		return "", "", err
	}
	for _, d := range care.Due {
		s.Due = append(s.Due, DueShort{d.Job, d.Protocol, d.On, d.By, d.ML, d.PPM})
	}
	for _, a := range care.Alarms {
		s.Alarms = append(s.Alarms, AlarmShort{a.Protocol, a.Code})
	}
	before := CareOf(v.Row.Care)
	if before.Day == care.Day {
		s.Dropped = slices.DeleteFunc(slices.Clone(before.Dropped), func(d Dropped) bool {
			return dueNow(s, d.Job, care.Day)
		})
	}
	for _, d := range before.Due {
		tended := slices.ContainsFunc(v.Patient.Care, func(t patient.Tended) bool {
			return t.Job == d.Job && t.On >= before.Day
		})
		known := slices.ContainsFunc(s.Dropped, func(o Dropped) bool { return o.Job == d.Job })
		still := slices.ContainsFunc(s.Due, func(o DueShort) bool { return o.Job == d.Job })
		merged := waters(d) && slices.ContainsFunc(s.Due, func(o DueShort) bool {
			return waters(o) && o.On <= care.Day // one watering a day: that one is asked for
		})
		if d.On > care.Day || tended || known || still || merged {
			continue
		}
		if why := whyDropped(care, d, before.Day); why != nil {
			s.Dropped = append(s.Dropped, *why)
		}
	}
	if len(s.Due) > 0 {
		on = s.Due[0].On
	}
	if len(s.Alarms) > 0 {
		on = min(cmp.Or(on, care.Day), care.Day)
	}
	if s.Back.On != "" {
		on = min(cmp.Or(on, s.Back.On), s.Back.On)
	}
	for _, a := range care.Snoozed {
		on = min(cmp.Or(on, a.Until), a.Until)
	}
	doc, err = record.AsDoc(s)
	return doc, on, err
}

// backShort is the look back that is due, or the first to come.
func backShort(ctx context.Context, v *record.Visit, told *progress.Followed) (BackShort, error) {
	h := v.Stands().Home()
	if h == nil {
		return BackShort{}, nil
	}
	kept, err := record.LookBacksOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return BackShort{}, err
	}
	for _, b := range progress.LookBacks(told, record.LookBacksFrom(kept, h.From)) {
		if b.State == "due" || b.State == "coming" {
			return BackShort{b.Of, b.DueOn}, nil
		}
	}
	return BackShort{}, nil
}

func waters(d DueShort) bool {
	job, _ := aftercare.Table().Job(d.Job)
	return job.Waters
}

func dueNow(s CareShort, job, day string) bool {
	return slices.ContainsFunc(s.Due, func(d DueShort) bool { return d.Job == job && d.On <= day })
}

// whyDropped is why a job that was due on a day makes no sense any more.
func whyDropped(care aftercare.Care, d DueShort, since string) *Dropped {
	for _, r := range care.Runs {
		for _, p := range r.Before {
			if p.Code == d.Protocol {
				return &Dropped{d.Job, "gate", p.Code + "/" + p.By}
			}
		}
		if r.Code != d.Protocol {
			continue
		}
		for _, g := range r.Gates {
			if g.OpenOn >= since && g.OpenOn != "" {
				return &Dropped{d.Job, "gate", r.Code + "/" + g.Code}
			}
		}
		if care.HeldBack != "" {
			return &Dropped{Job: d.Job, Why: care.HeldBack}
		}
		return &Dropped{Job: d.Job, Why: "chosen"}
	}
	if len(care.Runs) > 0 && care.Runs[0].Home && care.Runs[0].Since >= since {
		return &Dropped{Job: d.Job, Why: "home"}
	}
	return &Dropped{Job: d.Job, Why: "ended"}
}
