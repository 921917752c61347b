// Package look decides, before a plant is touched, whether it is to be
// unpotted, and when: leave it, wait for the right moment, soon, or now.
//
// Signs ask for the move, by their class; what the plant is doing (in flower,
// at rest, no new roots in a kind that is shy of disturbance, cold) holds it
// back; what cannot wait overrides. Times are in days from the look, lengths in
// millimetres, temperatures in °C.
package look

import (
	"slices"
	"sync"
	"time"

	"therapeon/core/acts"
	"therapeon/core/climate"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Decisions.
const (
	Leave = "leave"
	Wait  = "wait"
	Soon  = "soon"
	Now   = "now"
	Out   = "out" // it is out of its pot already
)

// Plug is a plug in the middle, which can be felt for without unpotting.
type Plug struct {
	Feel knowledge.Code  `yaml:"feel" json:"feel" required:"true" description:"the finding"`
	From knowledge.Codes `yaml:"from" json:"from" required:"true" description:"findings that give reason to"`
}

// Sign is a finding that asks for unpotting.
type Sign struct {
	Finding      string                    `yaml:"finding" json:"finding" required:"true"`
	Class        knowledge.Code            `yaml:"class" json:"class" required:"true" description:"plan, soon or now"`
	InGroups     map[string]knowledge.Code `yaml:"in_groups" json:"in_groups,omitempty"`
	InCool       *knowledge.Code           `yaml:"in_cool" json:"in_cool,omitempty" description:"the class in the cool season"`
	InMineral    *knowledge.Code           `yaml:"in_mineral" json:"in_mineral,omitempty" description:"the class in a mineral medium"`
	NotIfClimber bool                      `yaml:"not_if_climber" json:"not_if_climber,omitempty"`
	Breaks       bool                      `yaml:"breaks" json:"breaks,omitempty" description:"it ends the rest of a plant that was just moved"`
	Needs        string                    `yaml:"needs" json:"needs,omitempty" description:"poor: it asks for it only where the medium is old or roots look poor"`
	Unless       []string                  `yaml:"unless" json:"unless,omitempty" description:"causes that explain it, and that unpotting does not help"`
	Bad          bool                      `yaml:"bad" json:"bad,omitempty" description:"the medium has gone bad"`
	Roots        bool                      `yaml:"roots" json:"roots,omitempty" description:"it is the roots that ask for it"`
	Why          knowledge.Text            `yaml:"why" json:"why" required:"true"`
	Says         []acts.Act                `yaml:"says" json:"says,omitempty" description:"acts of the meanwhile"`
	Harm         acts.Harm                 `yaml:"harm" json:"harm,omitempty" enum:",spreads,eats,drowns,thirst,film,stale" description:"what it is a sign of"`
	Meanwhile    *knowledge.Text           `yaml:"meanwhile" json:"meanwhile,omitempty"`
}

// Block is what holds a move back.
type Block struct {
	Code      string           `yaml:"code" json:"code" required:"true"`
	Name      knowledge.Text   `yaml:"name" json:"name" required:"true"`
	WaitFor   knowledge.Text   `yaml:"wait_for" json:"wait_for" required:"true" description:"the answer when this is what holds it back longest"`
	Why       knowledge.Text   `yaml:"why" json:"why" required:"true"`
	Meanwhile knowledge.Text   `yaml:"meanwhile" json:"meanwhile" required:"true"`
	Cool      *knowledge.Text  `yaml:"cool" json:"cool,omitempty" description:"the meanwhile of a kind that wants no warmth now"`
	Days      knowledge.Number `yaml:"days" json:"days" required:"true" description:"look again after so many days"`
}

func (b Block) is(other Block) bool { return b.Code == other.Code }

// Water is what findings say of water.
type Water struct {
	Thirst  knowledge.Codes `yaml:"thirst" json:"thirst" required:"true"`
	InVain  knowledge.Codes `yaml:"in_vain" json:"in_vain" required:"true" description:"thirst that water does not answer"`
	Dry     knowledge.Codes `yaml:"dry" json:"dry" required:"true"`
	Wet     knowledge.Codes `yaml:"wet" json:"wet" required:"true"`
	Blocked knowledge.Codes `yaml:"blocked" json:"blocked" required:"true" description:"water or air cannot leave"`
	Failing knowledge.Codes `yaml:"failing" json:"failing" required:"true" description:"roots fail"`
}

// InPlace is what is set right where a plant stands, without unpotting.
type InPlace struct {
	Code    string            `yaml:"code" json:"code" required:"true"`
	Finding string            `yaml:"finding" json:"finding" required:"true"`
	Groups  []string          `yaml:"groups" json:"groups,omitempty" description:"kinds that it is for; none: all the others"`
	NotWith *knowledge.Codes  `yaml:"not_with" json:"not_with,omitempty" description:"findings beside which it would do harm"`
	Words   knowledge.Text    `yaml:"words" json:"words" required:"true"`
	Days    *knowledge.Number `yaml:"days" json:"days,omitempty" description:"within so many days"`
}

// Carry is how a plant in bad medium is tided over.
type Carry struct {
	Words knowledge.Text `yaml:"words" json:"words" required:"true"`
}

// Figures are the numbers the rules use.
type Figures struct {
	LeaveDays        knowledge.Number `yaml:"leave_days" json:"leave_days" required:"true"`
	SoonDays         knowledge.Number `yaml:"soon_days" json:"soon_days" required:"true"`
	SoonerDays       knowledge.Number `yaml:"sooner_days" json:"sooner_days" required:"true"`
	MovedDays        knowledge.Number `yaml:"moved_days" json:"moved_days" required:"true" description:"what was just moved is left alone so long"`
	MovedLookDays    knowledge.Number `yaml:"moved_look_days" json:"moved_look_days" required:"true" description:"look again meanwhile"`
	WaterDays        knowledge.Number `yaml:"water_days" json:"water_days" required:"true" description:"look again after a thirsty plant in a dry pot was watered"`
	AlarmDays        knowledge.Number `yaml:"alarm_days" json:"alarm_days" required:"true" description:"while something that spreads is not ruled out"`
	CoolGrowthC      knowledge.Number `yaml:"cool_growth_c" json:"cool_growth_c" required:"true" description:"kinds that grow in nights so cold are cool ones"`
	OldDays          knowledge.Number `yaml:"old_days" json:"old_days" required:"true" description:"old marks are looked at once more after so many days"`
	FeelDays         knowledge.Number `yaml:"feel_days" json:"feel_days" required:"true" description:"to feel whether the medium is wet"`
	PatchDays        knowledge.Number `yaml:"patch_days" json:"patch_days" required:"true" description:"a patch of rot that is treated in its pot"`
	TideOverDays     knowledge.Number `yaml:"tide_over_days" json:"tide_over_days" required:"true" description:"a plant in bad medium is tided over no longer"`
	GateFromDays     knowledge.Number `yaml:"gate_from_days" json:"gate_from_days" required:"true" description:"new roots end the rest after a move from this day on"`
	LeafSmallerRatio knowledge.Number `yaml:"-" json:"leaf_smaller_ratio" required:"true" description:"under this share of the leaf before, the newest is clearly smaller"`
	LeafAlikeRatio   knowledge.Number `yaml:"-" json:"leaf_alike_ratio" required:"true" description:"from this share on it is not smaller"`
	WarmDayHours     knowledge.Number `yaml:"warm_day_hours" json:"warm_day_hours" required:"true" description:"a day so long is of the warm season, where nothing nearer to the plant tells"`
	WarmFromNorth    knowledge.Number `yaml:"warm_from_north" json:"warm_from_north" required:"true" description:"first month of the warm season in the north; half a year later in the south"`
	WarmToNorth      knowledge.Number `yaml:"warm_to_north" json:"warm_to_north" required:"true" description:"last month of it"`
}

// Knowledge is all the package knows.
type Knowledge struct {
	Signs   []Sign          `yaml:"signs" json:"signs" required:"true"`
	Water   Water           `yaml:"water" json:"water" required:"true"`
	Runs    knowledge.Codes `yaml:"runs" json:"runs" required:"true" description:"findings of rot that runs on"`
	OverWet knowledge.Code  `yaml:"over_wet" json:"over_wet" required:"true" description:"the finding of what is dry above and wet below"`

	FewDead  knowledge.Code  `yaml:"few_dead" json:"few_dead" required:"true" description:"the finding of a few dead roots, which is only a note"`
	Plug     Plug            `yaml:"plug" json:"plug" required:"true" description:"what is felt for in a plant that is left in the pot it came in"`
	LeafFall knowledge.Code  `yaml:"leaf_fall" json:"leaf_fall" required:"true" description:"the finding that is no sign in a dry rest"`
	DryRest  knowledge.Codes `yaml:"dry_rest" json:"dry_rest" required:"true" description:"rests in which a kind drops leaves, cool and dry"`

	Drowns  knowledge.Codes           `yaml:"drowns" json:"drowns" required:"true" description:"causes that drown it"`
	Smells  knowledge.Codes           `yaml:"smells" json:"smells" required:"true" description:"findings that end a tide-over"`
	Eats    knowledge.Codes           `yaml:"eats" json:"eats" required:"true" description:"causes that eat its roots"`
	Airs    knowledge.Codes           `yaml:"airs" json:"airs" required:"true" description:"pots of plants that hang in the air: they are soaked, and not given a little"`
	Guests  knowledge.Codes           `yaml:"guests" json:"guests" required:"true" description:"causes whose guests a mineral medium harbours far less"`
	Carry   Carry                     `yaml:"carry" json:"carry" required:"true"`
	InPlace []InPlace                 `yaml:"in_place" json:"in_place" required:"true"`
	Blocks  []Block                   `yaml:"blocks" json:"blocks" required:"true"`
	Lines   map[string]knowledge.Text `yaml:"lines" json:"lines" required:"true" description:"what a look comes to"`
	Spike   map[string]knowledge.Text `yaml:"spike" json:"spike" required:"true"`
	Patch   map[string]knowledge.Text `yaml:"patch" json:"patch" required:"true"`
	Rules   map[string]knowledge.Text `yaml:"rules" json:"rules" required:"true"`
	Figures Figures                   `yaml:"numbers" json:"figures" required:"true"`
}

// Table is the table that ships with the program.
var Table = sync.OnceValue(func() *Knowledge {
	k := &Knowledge{}
	knowledge.MustRead("look.yaml", k)
	of := patient.Table()
	k.Figures.LeafSmallerRatio, k.Figures.LeafAlikeRatio = of.LeafSmallerRatio, of.LeafAlikeRatio
	return k
})

func (k *Knowledge) block(code string) Block {
	return k.Blocks[slices.IndexFunc(k.Blocks, func(b Block) bool { return b.Code == code })]
}

// Season is the season of a month, 1 to 12, and how many months until the warm
// one begins (0 when it is warm).
func (k *Knowledge) Season(month int, south bool) (season patient.Season, monthsToWarm int) {
	if south {
		month = (month+units.MonthsAYear/2-1)%units.MonthsAYear + 1
	}
	from, to := int(k.Figures.WarmFromNorth.Value), int(k.Figures.WarmToNorth.Value)
	if month >= from && month <= to {
		return patient.Warm, 0
	}
	return patient.Cool, (from - month + units.MonthsAYear) % units.MonthsAYear
}

// SeasonOf is the season of a plant's day: as noted at its look, else by what the plant does,
// else by the nights where it stands, else by the length of the day, else by the calendar of its
// house; and the days until the warm one begins, by the calendar.
func (k *Knowledge) SeasonOf(p *patient.Patient) (season patient.Season, daysToWarm int) {
	on, err := time.Parse(time.DateOnly, p.Day)
	if err != nil {
		return "", 0
	}
	season, months := k.Season(int(on.Month()), p.House.South)
	if months > 0 {
		turn := time.Date(on.Year(), on.Month()+time.Month(months), 1, 0, 0, 0, 0, time.UTC)
		daysToWarm = int(turn.Sub(on).Hours() / units.HoursADay)
	}
	usual, _, known := p.Around().Nights()
	switch l := p.Look(); {
	case l != nil && l.Noted.Season != "":
		season = l.Noted.Season
	case p.Growth().Grows():
		season = patient.Warm
	case p.Growth() == patient.Resting:
		season = patient.Cool
	case known && usual >= p.Around().Minima().Growth.Value:
		season = patient.Warm
	case known:
		season = patient.Cool
	case p.House.LatitudeDeg != nil:
		season = k.SeasonByDay(climate.DayLengthH(*p.House.LatitudeDeg, on.YearDay()))
	}
	return season, daysToWarm
}

// SeasonByDay is the season by the length of a day, where nothing nearer to the plant tells it.
func (k *Knowledge) SeasonByDay(hours float64) patient.Season {
	if hours >= k.Figures.WarmDayHours.Value {
		return patient.Warm
	}
	return patient.Cool
}
