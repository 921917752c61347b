package progress

import (
	"cmp"
	"slices"

	"therapeon/core/patient"
)

// Indication is something seen in the last weeks that says how it fares.
type Indication struct {
	Code  string `json:"code" required:"true"`
	On    string `json:"on" required:"true" description:"when it was last seen"`
	Good  bool   `json:"good,omitempty"`
	Words Text   `json:"words" required:"true"`
}

// Verdict is whether it is winning, and how sure that is.
type Verdict struct {
	Code   string       `json:"code" required:"true" enum:"winning,holding,mixed,losing,recovered,unseen,unknown,early,closed"`
	Words  Text         `json:"words" required:"true"`
	Sure   string       `json:"sure,omitempty" enum:",sure,fairly,little"`
	How    *Text        `json:"how_sure,omitempty"`
	SeenOn string       `json:"seen_on,omitempty" description:"when it was last seen, by a check-in, a look, a reading or a weight"`
	Signs  []Indication `json:"signs" required:"true" description:"of the last weeks, the good ones first"`
}

// verdict says whether it is winning, by the signs of the last weeks in its present home and the alarms that
// sound. One look there is too early to tell.
func (s *story) verdict(tracks []Track, alarms []Text, today string) Verdict {
	k := Table()
	v := Verdict{SeenOn: s.seenOn, Signs: []Indication{}}
	for code, on := range s.signs {
		if on > s.from {
			v.say(code, on, today)
		}
	}
	if on := growsSince(tracks); on > s.from {
		v.say("grows", on, today)
	}
	order := func(code string) int {
		return slices.IndexFunc(k.Signs, func(w IndicationWords) bool { return w.Code == code })
	}
	slices.SortFunc(v.Signs, func(a, b Indication) int { return cmp.Compare(order(a.Code), order(b.Code)) })
	for _, a := range alarms {
		said := func(s Indication) bool { return s.Words.Same(a) }
		if !slices.ContainsFunc(v.Signs, said) {
			v.Signs = append(v.Signs, Indication{Code: "alarm", On: today, Words: a})
		}
	}
	good := len(slices.DeleteFunc(slices.Clone(v.Signs), func(s Indication) bool { return !s.Good }))
	bad := len(v.Signs) - good
	stage := Stage("")
	if n := len(s.changes); n > 0 {
		stage = s.changes[n-1].Stage
	}
	agree := 0
	switch {
	case s.seenOn == "" || stage == "" && len(v.Signs) == 0:
		v.Code = "unknown"
	case between(s.seenOn, today) > k.UnseenDays.Value:
		v.Code = "unseen"
	case len(s.days) < int(k.LeastLooks.Value) && len(alarms) == 0:
		v.Code = "early"
	case bad > 0 && good > 0:
		v.Code = "mixed"
	case bad > 0 || stage == Critical:
		v.Code, agree = "losing", bad+count(stage == Critical)
	case stage == Recovered:
		v.Code, agree = "recovered", good+1
	case good > 0:
		v.Code, agree = "winning", good
	default:
		v.Code = "holding"
	}
	v.Words = k.Verdicts[v.Code]
	switch {
	case agree == 0:
	case float64(agree) >= k.SureSigns.Value:
		v.Sure = "sure"
	case float64(agree) >= k.FairlySigns.Value:
		v.Sure = "fairly"
	default:
		v.Sure = "little"
	}
	if v.Sure != "" {
		how := k.Sure[v.Sure]
		v.How = &how
	}
	return v
}

func (v *Verdict) say(code, on, today string) {
	if days := between(on, today); days < 0 || days > Table().SignDays.Value {
		return
	}
	w := Table().sign(code)
	v.Signs = append(v.Signs, Indication{code, on, w.Good, w.Words})
}

// Shrinks holds where each of the two newest leaves was smaller than the one before, as seen up to a day.
func Shrinks(p *patient.Patient, day string) bool {
	measured := 0
	for _, s := range p.Seen {
		measured += count(s.Noted.NewestLeafMM != nil)
	}
	for _, l := range p.Looks {
		measured += count(l.Noted.NewestLeafMM != nil)
	}
	if measured < int(Table().LeavesInARow.Value) {
		return false
	}
	c := Followed{Patient: p}
	_, shrinks := c.told(day).signs["leaf-smaller"]
	return shrinks
}

func count(is bool) int {
	if is {
		return 1
	}
	return 0
}

// growsSince is the day of the last length of a root that is longer than before by more than both may be
// off; empty where none is.
func growsSince(tracks []Track) string {
	on := ""
	for _, t := range tracks {
		n := len(t.Points)
		if !t.Grows() || n-t.from < 2 {
			continue
		}
		a, b := t.Points[n-2], t.Points[n-1]
		if b.Value-a.Value > a.Off+b.Off {
			on = max(on, b.On)
		}
	}
	return on
}
