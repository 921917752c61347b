package patient

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"

	"therapeon/core/fault"
	"therapeon/core/message"
)

// Taped is one root that is followed by its name, as it was at a check-in.
type Taped struct {
	Root     string   `json:"root" required:"true" validate:"required,rootid,root_name" title:"patient.Taped.root" description:"its name, or that of the root in the readings"`
	LengthMM *float64 `json:"length_mm,omitempty" validate:"omitempty,taped_mm" title:"patient.Taped.length_mm"`
	ErrorMM  *float64 `json:"error_mm,omitempty" validate:"omitempty,tape_error_mm" description:"how far the length may be off; left out: as a tape usually is"`
	Tip      string   `json:"tip,omitempty" validate:"omitempty,oneof=growing still dry black" description:"growing, standing still, brown dry and short, or black and wet"`
	At       string   `json:"at,omitempty" validate:"omitempty,oneof=air edge half water" description:"how far it is: in the air, at the wall or surface, half down the pot, at the water"`
	Branched YesNo    `json:"branched,omitempty" validate:"omitempty,oneof=yes no"`
	Kept     YesNo    `json:"kept,omitempty" validate:"omitempty,oneof=yes no" description:"no: it is lost"`
	New      bool     `json:"new,omitempty" description:"it came after the loss: none of the old roots"`
}

// fails holds for a tip that stopped in dry air, or rots.
func (t Taped) fails() bool { return t.Tip == "dry" || t.Tip == "black" }

// inShort is what was noted of it, by what roots are called.
func (t Taped) inShort(names map[string]string) message.Message {
	var seen []message.Message
	if t.LengthMM != nil {
		seen = append(seen, message.Of("checkin.root-length", message.Exact("figure", *t.LengthMM, "mm")))
	}
	if t.Tip != "" {
		seen = append(seen, message.Of("checkin.root-tip-"+t.Tip))
	}
	if t.At != "" {
		seen = append(seen, message.Of("checkin.root-at-"+t.At))
	}
	if t.Branched == Yes {
		seen = append(seen, message.Of("checkin.root-branched"))
	}
	if t.Kept == No {
		seen = append(seen, message.Of("checkin.root-lost"))
	}
	return message.Of("checkin.root", message.Name("root", cmp.Or(names[t.Root], t.Root)), message.Several("seen", seen))
}

// tapedFaults finds what does not go together in the roots of a check-in.
func tapedFaults(all []Taped) fault.List {
	seen := map[string]bool{}
	for i, t := range all {
		one := func(field string, words, limit message.Message, value any) fault.List {
			return fault.List{{Field: fmt.Sprintf("roots[%d].%s", i, field), Words: words, Limit: limit, Value: value}}
		}
		bare := t
		bare.Root, bare.New = "", false
		switch {
		case seen[t.Root]:
			return one("root", message.Of("patient.say.this-root-is-named-twice"), message.Of("patient.say.each-root-once"), t.Root)
		case reflect.ValueOf(bare).IsZero():
			return one("length_mm", message.Of("patient.say.nothing-was-noted-of-this"), message.Of("limits.not-empty"), nil)
		case t.Kept == No && (t.Tip == "growing" || t.Tip == "still"):
			return one("tip", message.Of("patient.say.a-root-that-is-lost"), message.Of("limits.left-out"), t.Tip)
		case t.ErrorMM != nil && t.LengthMM == nil:
			return one("error_mm", message.Of("patient.say.how-far-off-is-said"), message.Of("patient.say.with-a-length"), *t.ErrorMM)
		}
		seen[t.Root] = true
	}
	return nil
}

// Whole is a check-in with what its followed roots say of the whole plant, where that was not noted
// by itself: the longest new root, how its tips are and how far, and whether an old root branched.
func (c Checkin) Whole() Checkin {
	if len(c.Roots) == 0 {
		return c
	}
	none := c.Tips != nil && *c.Tips == 0
	longest, far, tips, branched := 0.0, -1, map[string]bool{}, false
	for _, t := range c.Roots {
		if t.Kept == No {
			continue
		}
		if t.New && t.LengthMM != nil {
			longest = max(longest, *t.LengthMM)
		}
		if !t.fails() {
			for i, at := range reaches {
				if t.At == at {
					far = max(far, i)
				}
			}
		}
		tips[t.Tip] = true
		branched = branched || t.Branched == Yes && !t.New
	}
	if c.LongestMM == nil && longest > 0 && !none {
		c.LongestMM = &longest
	}
	if c.TipsAt == "" && far >= 0 && !none {
		c.TipsAt = reaches[far]
	}
	for _, tip := range []string{"growing", "still", "black", "dry"} { // the best of them speaks for the plant
		if c.TipState == "" && tips[tip] && !none {
			c.TipState = tip
		}
	}
	if c.OldRoots == "" && branched {
		c.OldRoots = "branched"
	}
	return c
}

// reaches are how far a tip can be, the nearest first.
var reaches = []string{"air", "edge", "half", "water"}

// Followed are check-ins with what their followed roots say of the whole plant. A root that is called new
// once is new at each.
func Followed(list []Seen) []Seen {
	fresh := map[string]bool{}
	for _, s := range list {
		for _, t := range s.Noted.Roots {
			fresh[t.Root] = fresh[t.Root] || t.New
		}
	}
	list = slices.Clone(list)
	for i := range list {
		all := slices.Clone(list[i].Noted.Roots)
		for j := range all {
			all[j].New = fresh[all[j].Root]
		}
		list[i].Noted.Roots = all
		list[i].Noted = list[i].Noted.Whole()
	}
	return list
}
