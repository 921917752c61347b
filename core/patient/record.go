package patient

import (
	"fmt"
	"time"

	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/message"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// FindingState says whether a finding was seen. The empty one is "not looked for".
type FindingState string

// States of a finding.
const (
	Present FindingState = "present"
	Absent  FindingState = "absent"
	Unseen  FindingState = "unseen" // nobody could look, or say: as good as not looked for
)

// Findings are what was looked for, by the code of the finding.
type Findings = map[string]FindingState

// Flowering is how far a plant is towards flower. The empty one is "not noted".
type Flowering string

// States of flower.
const (
	NotFlowering Flowering = "none"
	Spike        Flowering = "spike"
	Bud          Flowering = "bud"
	Bloom        Flowering = "bloom"
	Spent        Flowering = "spent" // the flowers are over, the spike is on
)

// InFlower holds from the first spike on, until the last flower has gone.
func (f Flowering) InFlower() bool { return f == Spike || f == Bud || f == Bloom }

// Growth is what a plant does. The empty one is "not noted".
type Growth string

// States of growth.
const (
	NewRoots Growth = "new-roots" // nubs or tips of new roots are showing
	Growing  Growth = "growing"   // a new leaf or growth has begun, no new roots in sight
	Maturing Growth = "maturing"  // a new growth is half grown or finishing, no new roots in sight
	Idle     Growth = "idle"      // no new growth shows, and it is not at rest
	Resting  Growth = "resting"
)

// Grows holds where something new shows: a root, a leaf or a growth.
func (g Growth) Grows() bool { return g == NewRoots || g.shoots() }

// shoots holds where a shoot was seen to grow.
func (g Growth) shoots() bool { return g == Growing || g == Maturing }

// Season is warm or cool. The empty one is "not known".
type Season string

// Seasons.
const (
	Warm Season = "warm"
	Cool Season = "cool"
)

// BulbState is how bulbs or canes look. The empty one is "not noted".
type BulbState string

// States of bulbs.
const (
	Plump      BulbState = "plump"
	Mixed      BulbState = "mixed"
	Shrivelled BulbState = "shrivelled"
	DeadBulb   BulbState = "dead"
)

// Word is the user's word on a cause. The empty one is "left open".
type Word string

// Words on a cause.
const (
	Confirmed Word = "confirmed"
	Rejected  Word = "rejected"
)

// How a plant is watered. The empty one is "not noted".
const (
	WatersOften  = "often"
	WatersSeldom = "seldom"
)

// Parent is a parent of a hybrid, or the species itself, and where it grows.
type Parent struct {
	Name  string `json:"name,omitempty" validate:"omitempty,name,line" title:"patient.Parent.name"`
	Grows string `json:"grows,omitempty" validate:"omitempty,oneof=tree rock litter limestone"`
}

// Claim is a figure of warmth with who says so.
type Claim struct {
	By    string   `json:"by" required:"true" validate:"oneof=maker genus grower other" description:"who bred it, what is said of its genus, a grower, anyone else"`
	LowC  *float64 `json:"low_c,omitempty" validate:"omitempty,claimed_low_c" title:"patient.Claim.low_c" description:"the coldest night at which it grows"`
	HighC *float64 `json:"high_c,omitempty" validate:"omitempty,claimed_high_c" title:"patient.Claim.high_c" description:"the warmest day that it bears"`
}

// NoMedium is the medium of a plant that stands in none.
const NoMedium = "none"

// Pots of a plant that stands in none.
const (
	NoPot     = "none" // for now
	LivesBare = "bare" // it lives bare-root, hung or in an empty basket
)

// Intake is what is known of a plant when it comes to the bench. Tag and group
// are enough; the rest can come later.
type Intake struct {
	Tag          string         `json:"tag" required:"true" validate:"required,name,line" title:"patient.Intake.tag"`
	Group        string         `json:"group" required:"true" validate:"required,group" description:"code of its group, see /api/v1/knowledge/groups"`
	ArrivedOn    string         `json:"arrived_on,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	Source       string         `json:"source,omitempty" validate:"sentence" title:"patient.Intake.source"`
	Flowering    Flowering      `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom spent"`
	LeafCount    int            `json:"leaf_count,omitempty" validate:"leaves" title:"patient.Intake.leaf_count"`
	Blades       []leaves.Blade `json:"blades,omitempty" validate:"blades,dive" description:"measured leaves"`
	BulbCount    int            `json:"bulb_count,omitempty" validate:"leaves" title:"patient.Intake.bulb_count" description:"pseudobulbs or canes"`
	BulbsLost    int            `json:"bulbs_lost,omitempty" validate:"leaves" description:"how many had broken off when they were counted; set by the program"`
	BulbState    BulbState      `json:"bulb_state,omitempty" validate:"omitempty,oneof=plump mixed shrivelled"`
	LastRepotted string         `json:"last_repotted,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	OldMedium    string         `json:"old_medium,omitempty" validate:"omitempty,oneof=bark bark-moss moss husk mineral perlite compost mount none other"`
	Pot          string         `json:"pot,omitempty" validate:"omitempty,oneof=clear opaque clay basket mount bare none other" description:"bare: it lives bare-root, none: it has none for now"`
	OldPotMM     float64        `json:"old_pot_mm,omitempty" validate:"omitempty,pot_top_mm" title:"patient.Intake.old_pot_mm" description:"width at the rim of the pot it came in, inside"`
	OldPotHighMM float64        `json:"old_pot_high_mm,omitempty" validate:"omitempty,pot_height_mm" title:"patient.Intake.old_pot_high_mm" description:"its height, inside"`
	Waters       string         `json:"waters,omitempty" validate:"omitempty,oneof=often seldom" description:"how it is watered here"`
	AsSold       bool           `json:"as_sold,omitempty" description:"still potted as it came from a shop or nursery, never unpotted since"`
	OuterPot     bool           `json:"outer_pot,omitempty" description:"it stands in an outer pot, which can hold water"`
	Parents      []Parent       `json:"parents,omitempty" validate:"crosses,dive" description:"of a hybrid, or the species itself, with where each grows"`
	Lime         string         `json:"lime,omitempty" validate:"omitempty,oneof=yes no" description:"whether it grows on limestone"`
	Claims       []Claim        `json:"claims,omitempty" validate:"crosses,dive" description:"how warm it wants it, by who says so"`
	StoodLowC    *float64       `json:"stood_low_c,omitempty" validate:"omitempty,stood_low_c" title:"patient.Intake.stood_low_c" description:"the coldest night that it has stood unharmed"`
	UsualGrowths int            `json:"usual_growths,omitempty" validate:"growths" title:"patient.Intake.usual_growths" description:"new growths that are normal for it in a year"`
	UsualLeafMM  *float64       `json:"usual_leaf_mm,omitempty" validate:"omitempty,leaf_mm" title:"patient.Intake.usual_leaf_mm" description:"length of a grown leaf that is normal for it"`
	WaterSoFar   string         `json:"water_so_far,omitempty" validate:"omitempty,oneof=soft hard" description:"the water it had"`
	FedSoFar     string         `json:"fed_so_far,omitempty" validate:"omitempty,oneof=none some heavy" description:"how it was fed"`
	Replaceable  string         `json:"replaceable,omitempty" validate:"omitempty,oneof=common rare never" description:"how easily another could be had"`
	KeptApart    bool           `json:"kept_apart,omitempty" description:"may carry something; handled last"`
	RootClass    string         `json:"root_class,omitempty" validate:"omitempty,oneof=pale brown" description:"normal root colour for this plant; left out: as its group"`
	Sides        disputes.Sides `json:"sides,omitempty" validate:"few,dive,code" description:"those this plant takes for itself, by the question, see /api/v1/knowledge/disputes; left out: as the house"`
	TereteLeaves bool           `json:"terete_leaves,omitempty" description:"pencil leaves, which oil and strong soap can smother"`
	PlaceID      int64          `json:"place_id,omitempty" validate:"min=0" description:"where it stands, see /api/v1/places"`
	Notes        string         `json:"notes,omitempty" validate:"page" title:"patient.Intake.notes"`
}

// Faults finds what no single field shows wrong, each by its field; none where all is sound.
func (in Intake) Faults() fault.List {
	if list := in.Sides.Faults(); len(list) > 0 {
		return list
	}
	if in.LeafCount > 0 && len(in.Blades) > in.LeafCount {
		return fault.List{{
			Field: "blades",
			Words: message.Of("patient.say.more-leaves-are-measured-than"),
			Limit: message.Of("limits.at-most", message.Count("figure", in.LeafCount)),
			Value: len(in.Blades),
		}}
	}
	for i, c := range in.Claims {
		if c.LowC != nil && c.HighC != nil && *c.LowC > *c.HighC {
			return fault.List{{
				Field: fmt.Sprintf("claims[%d].low_c", i),
				Words: message.Of("patient.say.the-night-it-grows-from"),
				Limit: message.Of("limits.at-most", message.Exact("figure", *c.HighC, "°C")),
				Value: *c.LowC,
			}}
		}
	}
	return nil
}

// LongestLeafMM is the length of its longest leaf; 0 where none was measured.
func (in Intake) LongestLeafMM() float64 {
	longest := 0.0
	for _, b := range in.Blades {
		longest = max(longest, b.LengthMM)
	}
	return longest
}

// OfKind is an intake without what its kind does not have: bulbs may have been noted before
// its group was changed.
func (in Intake) OfKind() Intake {
	if kind, ok := taxa.Find(in.Group); ok && !kind.HasBulbs() {
		in.BulbCount, in.BulbsLost, in.BulbState = 0, 0, ""
	}
	return in
}

// Inspection is what was noted on one day, from the first look to the cause:
// signs in the pot, what came to light out of it, and the user's word on the
// causes.
type Inspection struct {
	Findings     Findings            `json:"findings" required:"true" validate:"findings,dive,keys,finding,endkeys,oneof=present absent unseen" description:"by the code of the finding; unseen: one could not look, or does not know; what is left out was not looked for"`
	Worries      []string            `json:"worries,omitempty" validate:"worries,unique,dive,worry" description:"what worried its keeper at first sight; see /api/v1/knowledge/causes"`
	Flowering    Flowering           `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom spent" description:"left out: as it was seen last, else as at intake"`
	Growth       Growth              `json:"growth,omitempty" validate:"omitempty,oneof=new-roots growing maturing idle resting"`
	Season       Season              `json:"season,omitempty" validate:"omitempty,oneof=warm cool" description:"left out: by the calendar"`
	NightLowC    *float64            `json:"night_low_c,omitempty" validate:"omitempty,night_c" title:"patient.Inspection.night_low_c"`
	DayHighC     *float64            `json:"day_high_c,omitempty" validate:"omitempty,celsius" title:"patient.Inspection.day_high_c" description:"highest day where it stands"`
	NewestLeafMM *float64            `json:"newest_leaf_mm,omitempty" validate:"omitempty,leaf_mm" title:"patient.Inspection.newest_leaf_mm" description:"length of the newest finished leaf"`
	LeafBeforeMM *float64            `json:"leaf_before_mm,omitempty" validate:"omitempty,leaf_mm" title:"patient.Inspection.leaf_before_mm" description:"length of the leaf before it"`
	Unpotted     bool                `json:"unpotted,omitempty" description:"it is out of its pot"`
	Accidents    []Accident          `json:"accidents,omitempty" validate:"accidents,dive"`
	Decisions    map[string]Decision `json:"decisions,omitempty" validate:"decisions,dive,keys,cause,endkeys" description:"the user's word, by the code of the cause"`
	Added        []Added             `json:"added,omitempty" validate:"own_causes,dive" description:"causes that no table knows, in the user's words"`
	AgainOn      string              `json:"again_on,omitempty" validate:"omitempty,day" description:"the day to look again; left out: as the look comes to"`
	Notes        string              `json:"notes,omitempty" validate:"page" title:"patient.Inspection.notes"`
}

// Accident is something that broke.
type Accident struct {
	What  string `json:"what" required:"true" validate:"oneof=broken-root lost-root snapped-growth torn-leaf lost-bulb lost-spike"`
	Count int    `json:"count" required:"true" validate:"roots_alike"`
}

// Decision is the user's word on a cause, and what it turned out to be.
type Decision struct {
	Word      Word   `json:"word" required:"true" validate:"oneof=confirmed rejected"`
	TurnedOut string `json:"turned_out,omitempty" validate:"omitempty,oneof=right wrong" description:"whether the word held, as seen later"`
	Note      string `json:"note,omitempty" validate:"note"`
}

// Settles is what the plan goes by: the user's word, or what turned out since.
func (d Decision) Settles() Word {
	switch {
	case d.TurnedOut != Wrong:
		return d.Word
	case d.Word == Confirmed:
		return Rejected
	default:
		return Confirmed
	}
}

// Wrong is what a word turned out to be that did not hold.
const Wrong = "wrong"

// Added is a cause that no table knows, and what it turned out to be. No
// finding weighs on it.
type Added struct {
	Name      string `json:"name" required:"true" validate:"required,name,line"`
	TurnedOut string `json:"turned_out,omitempty" validate:"omitempty,oneof=right wrong" description:"whether the word held, as seen later"`
	Note      string `json:"note,omitempty" validate:"note"`
}

// Faults finds what no single field shows wrong, each by its field; none where all is sound.
func (in Inspection) Faults() fault.List {
	if in.NightLowC != nil && in.DayHighC != nil && *in.NightLowC > *in.DayHighC {
		return fault.List{{
			Field: "night_low_c",
			Words: message.Of("patient.say.the-lowest-night-is-warmer"),
			Limit: message.Of("limits.at-most", message.Exact("figure", *in.DayHighC, "°C")),
			Value: *in.NightLowC,
		}}
	}
	return nil
}

// Look is an inspection and its day.
type Look struct {
	ID    int64
	On    string
	Noted Inspection
	Since map[string]string // days of findings that check-ins saw since, or saw differently
}

// Faults finds what is wrong in a look of its day, each by its field; none where all is sound.
func (l Look) Faults() fault.List {
	if list := l.Noted.Faults(); len(list) > 0 {
		return list
	}
	if again := l.Noted.AgainOn; again != "" && again <= l.On {
		return fault.List{{
			Field: "again_on",
			Words: message.Of("patient.say.that-is-not-after-the"),
			Limit: message.Of("patient.say.a-day-after", message.On("day", l.On)),
			Value: again,
		}}
	}
	return nil
}

// Reading is a reading of the roots and its day, with what of its cut list was done.
type Reading struct {
	ID     int64
	On     string
	Roots  roots.Reading
	Checks roots.Checks
}

// Home is how a plant is held or housed from a day on.
type Home struct {
	From   string
	Way    string // code of the route
	Hold   bool   // it is held, not housed
	Potted bool   // it has a pot, held or not
	Medium string // what it stands in, in the words of an intake
	Pot    string
	LookOn string // the first look after it; empty once that was done
	Told   string // the day on which it was noted; empty: on its own
	Dry    bool   // its first water was left out
}

// Kind says what was weighed.
type Kind string

// Kinds of weighing.
const (
	BarePlant Kind = "bare" // the plant alone
	InPot     Kind = "pot"  // with pot and medium
)

// Because says why a weight does not follow from the one before. The empty one is
// "it follows".
type Because string

// Why a weight does not follow.
const (
	BecauseCut     Because = "cut"     // leaf, spike or root was taken off
	BecausePot     Because = "pot"     // another pot, or other medium
	BecauseWet     Because = "wet"     // put down dripping, or just soaked
	BecauseWatered Because = "watered" // of a pot
	BecauseRight   Because = "right"   // nothing changed, it is as weighed
)

// Moment says what a pot's weight is of. The empty one is "in between".
type Moment string

// Moments of a pot.
const (
	WhenWet   Moment = "wet"   // just watered and drained
	WhenLight Moment = "light" // due for water
)

// Weight is a weighing, g.
type Weight struct {
	At      time.Time
	Kind    Kind
	Grams   float64
	Because Because
	Moment  Moment
}

// TreatedDay is a day on which it was treated, and with what it can have been.
type TreatedDay struct {
	On       string
	Pest     string
	Products []string
}

// Round is the next round of a treatment, or the look that can give the all-clear.
type Round struct {
	On   string // the day it is due; empty: none is
	By   string // and is meant to be done by
	N    int    // 1 the first
	Pest string
	Look bool
}

// Deed is a job of a cleaning, or an action that goes into it, that was done, or left out with a
// reason.
type Deed struct {
	Of      string
	On      string
	LeftOut bool
}

// Watch is what a plant may have caught, from when until when it is looked at for it.
type Watch struct {
	Agent string
	From  string
	Until string
}

// Incident is something that broke outside a look.
type Incident struct {
	On   string
	What string
}
