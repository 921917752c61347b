package patient

import (
	"cmp"
	"reflect"
	"strings"

	"therapeon/core/fault"
	"therapeon/core/message"
)

// YesNo is whether something was seen. The empty one is "not looked for".
type YesNo string

// Whether it was seen.
const (
	Yes YesNo = "yes"
	No  YesNo = "no"
)

// Checkin is what was seen of a plant in half a minute: what its stage asks for, the rest on
// demand. What is left out was not looked at.
type Checkin struct {
	ReservoirMM  *float64  `json:"reservoir_mm,omitempty" validate:"omitempty,damp_mm" title:"patient.Checkin.reservoir_mm" description:"water that stands in the pot"`
	DryLineMM    *float64  `json:"dry_line_mm,omitempty" validate:"omitempty,damp_mm" title:"patient.Checkin.dry_line_mm"`
	Medium       string    `json:"medium,omitempty" validate:"omitempty,oneof=dry damp wet" description:"at the top third, or by the weight of the pot in the hand"`
	Moss         string    `json:"moss,omitempty" validate:"omitempty,oneof=pale pale-above moist wet" description:"pale-above: pale on top, and dark below"`
	RootColour   string    `json:"root_colour,omitempty" validate:"omitempty,oneof=silver green" description:"of most roots that show"`
	Tips         *int      `json:"tips,omitempty" validate:"omitempty,tips" title:"patient.Checkin.tips" description:"new tips that show; 0: none"`
	TipsOn       string    `json:"tips_on,omitempty" validate:"omitempty,oneof=newest older aerial" description:"on which growth"`
	TipState     string    `json:"tip_state,omitempty" validate:"omitempty,oneof=growing still dry black" description:"growing, standing still, brown dry and short, or black and wet"`
	TipsAt       string    `json:"tips_at,omitempty" validate:"omitempty,oneof=air edge half water" description:"how far they are: in the air, at the wall or surface, half down the pot, at the water"`
	LongestMM    *float64  `json:"longest_mm,omitempty" validate:"omitempty,grown_mm" title:"patient.Checkin.longest_mm" description:"the longest new root"`
	Grips        YesNo     `json:"grips,omitempty" validate:"omitempty,oneof=yes no" description:"new roots hold on to what it sits on"`
	OldRoots     string    `json:"old_roots,omitempty" validate:"omitempty,oneof=kept some-lost fifth-lost branched"`
	Bends        YesNo     `json:"bends,omitempty" validate:"omitempty,oneof=yes no" description:"stiff roots bend"`
	Bulbs        string    `json:"bulbs,omitempty" validate:"omitempty,oneof=plumper same thinner"`
	Leaf         string    `json:"leaf,omitempty" validate:"omitempty,oneof=firm limp"`
	NewestLeafMM *float64  `json:"newest_leaf_mm,omitempty" validate:"omitempty,leaf_mm" title:"patient.Checkin.newest_leaf_mm" description:"length of the newest finished leaf"`
	Growth       Growth    `json:"growth,omitempty" validate:"omitempty,oneof=growing maturing idle resting"`
	ShootMM      *float64  `json:"shoot_mm,omitempty" validate:"omitempty,grown_mm" title:"patient.Checkin.shoot_mm" description:"the newest shoot"`
	Flowering    Flowering `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom spent"`
	Wobble       YesNo     `json:"wobble,omitempty" validate:"omitempty,oneof=yes no" description:"it moves at a light pull"`
	Film         string    `json:"film,omitempty" validate:"omitempty,oneof=none green dark"`
	Smell        string    `json:"smell,omitempty" validate:"omitempty,oneof=none sour decay"`
	Crust        YesNo     `json:"crust,omitempty" validate:"omitempty,oneof=yes no"`
	Pests        YesNo     `json:"pests,omitempty" validate:"omitempty,oneof=yes no" description:"something crawls"`
	Lodger       YesNo     `json:"lodger,omitempty" validate:"omitempty,oneof=yes no worm other" description:"found in the evening's tray: yes, a slug or snail; worm, or castings; other: something else; no, nothing"`
	BaseRots     YesNo     `json:"base_rots,omitempty" validate:"omitempty,oneof=yes no" description:"a growth is soft or dark at its base"`
	Yellow       YesNo     `json:"yellow,omitempty" validate:"omitempty,oneof=yes no" description:"leaves turn yellow"`
	Patch        string    `json:"patch,omitempty" validate:"omitempty,oneof=same grown general" description:"the treated patch: dry and unchanged, grown by 2 mm, or more of them"`
	MediumGone   YesNo     `json:"medium_gone,omitempty" validate:"omitempty,oneof=yes no" description:"the medium crumbles, or its wood is soft"`
	Weeds        YesNo     `json:"weeds,omitempty" validate:"omitempty,oneof=yes no"`
	Covered      YesNo     `json:"covered,omitempty" validate:"omitempty,oneof=yes no" description:"stones, bark or dead leaves lie over a new growth or a spike"`
	Dusty        YesNo     `json:"dusty,omitempty" validate:"omitempty,oneof=yes no" description:"dust lies on its leaves"`
	Nectar       YesNo     `json:"nectar,omitempty" validate:"omitempty,oneof=yes no" description:"clear sticky drops of its own, and no insects"`
	Roots        []Taped   `json:"roots,omitempty" validate:"few,dive" description:"roots that are followed by name"`
	StandsIn     string    `json:"stands_in,omitempty" validate:"omitempty,oneof=bark bark-moss moss husk mineral perlite compost mount other" description:"the medium it stands in, where its intake does not say"`
	Note         string    `json:"note,omitempty" validate:"remark" title:"patient.Checkin.note"`
}

// Faults finds what does not go together, each by its field; none where all is sound.
func (c Checkin) Faults() fault.List {
	one := func(field string, words, limit message.Message, value any) fault.List {
		return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
	}
	switch none := c.Tips != nil && *c.Tips == 0; {
	case reflect.ValueOf(c).IsZero():
		return one("noted", message.Of("patient.say.nothing-was-noted-say-one"), message.Of("limits.not-empty"), nil)
	case none && c.TipState != "":
		return one("tip_state", message.Of("patient.say.no-tip-shows-so-none"), message.Of("limits.left-out"), c.TipState)
	case none && c.TipsAt != "":
		return one("tips_at", message.Of("patient.say.no-tip-shows-so-none-2"), message.Of("limits.left-out"), c.TipsAt)
	case none && c.LongestMM != nil && *c.LongestMM > 0:
		return one("longest_mm", message.Of("patient.say.no-tip-shows-so-none-3"), message.Of("limits.only", message.Exact("figure", 0, "mm")), *c.LongestMM)
	}
	return tapedFaults(c.Roots)
}

// Has holds where a field of it was noted, by its name in JSON.
func (c Checkin) Has(field string) bool {
	v := reflect.ValueOf(c)
	i, ok := fields[field]
	return ok && !v.Field(i).IsZero()
}

// InShort is what was noted, field by field. Names are what roots are called, by their ids.
func (c Checkin) InShort(names map[string]string) []message.Message {
	v, parts := reflect.ValueOf(c), []message.Message{}
	for i := range v.NumField() {
		f := v.Field(i)
		if f.IsZero() || v.Type().Field(i).Name == "Note" || f.Kind() == reflect.Slice {
			continue
		}
		name, _, _ := strings.Cut(v.Type().Field(i).Tag.Get("json"), ",")
		code := "checkin." + name
		switch {
		case f.Kind() == reflect.String:
			parts = append(parts, message.Of(code+"-"+f.String()))
		case f.Elem().Kind() == reflect.Int:
			parts = append(parts, message.Of(code, message.Count("figure", int(f.Elem().Int()))))
		default:
			parts = append(parts, message.Of(code, message.Exact("figure", f.Elem().Float(), "mm")))
		}
	}
	for _, t := range c.Roots {
		parts = append(parts, t.inShort(names))
	}
	if c.Note != "" {
		parts = append(parts, message.Plain(c.Note))
	}
	return parts
}

// fields are the fields of a check-in by their names in JSON.
var fields = func() map[string]int {
	all, of := map[string]int{}, reflect.TypeFor[Checkin]()
	for i := range of.NumField() {
		name, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
		all[name] = i
	}
	return all
}()

// TipsShow holds where new tips were seen, by their number or their length.
func (c Checkin) TipsShow() bool {
	return c.Tips != nil && *c.Tips > 0 || c.TipState != "" || c.TipsAt != "" || c.LongestMM != nil && *c.LongestMM > 0
}

// bears is a check-in as a look would have it: the findings that it speaks of.
func (c Checkin) bears() Findings {
	all := Findings{}
	say := func(given, yes string, findings ...string) {
		for _, f := range findings {
			switch given {
			case "":
			case yes:
				all[f] = Present
			default:
				all[f] = Absent
			}
		}
	}
	say(c.Leaf, "limp", "leaves-limp")
	say(c.Bulbs, "thinner", "bulbs-shrivelled")
	say(string(c.Crust), "yes", "crust")
	say(string(c.Pests), "yes", "moving-specks")
	say(string(eater(c.Lodger)), "yes", "snails-seen")
	if c.Lodger == Worm {
		all["worms-seen"] = Present
	}
	say(string(c.BaseRots), "yes", "growth-rots")
	say(string(c.Yellow), "yes", "many-leaves-yellow")
	say(string(c.Nectar), "yes", "nectar-drops")
	say(string(c.MediumGone), "yes", "crumbles")
	say(c.Film, "green", "green-film")
	say(c.Film, "dark", "dark-film")
	say(c.Smell, "sour", "sour-smell")
	say(c.Smell, "decay", "decay-smell")
	say(c.TipState, "dry", "tips-stop-short")
	switch c.Patch {
	case "same":
		all["rot-patch"] = Absent
	case "grown", "general":
		all["rot-patch"], all["patch-grown"] = Present, Present
	}
	if c.TipState == "black" {
		all["tips-black"], all["tips-black-running"] = Present, Present
	}
	if c.TipsShow() || c.Tips != nil {
		say(yesNo(c.TipsShow() && (c.TipState == "" || c.TipState == "growing")), "yes", "tips-growing")
	}
	say(cmp.Or(c.Moss, c.Medium), "pale-above", "dry-over-wet")
	switch {
	case c.Medium == "dry" || c.Moss == "pale":
		all["pot-light"] = Present
	case c.Medium != "" || c.Moss != "":
		all["pot-light"] = Absent
	default: // the medium goes before the roots that show
		say(c.RootColour, "silver", "pot-light")
	}
	return all
}

func yesNo(b bool) string {
	if b {
		return string(Yes)
	}
	return string(No)
}

// grows is what a check-in says of growth.
func (c Checkin) grows() Growth {
	if c.TipsShow() && (c.TipState == "" || c.TipState == "growing") {
		return NewRoots
	}
	return c.Growth
}

// speaks holds where a check-in says something that a look would.
func (c Checkin) speaks() bool {
	return len(c.bears()) > 0 || c.grows() != "" || c.Flowering != "" || c.NewestLeafMM != nil
}
