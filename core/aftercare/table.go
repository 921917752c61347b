package aftercare

import (
	"cmp"
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Job is a job of the round: what is done, with what, and whether a late day matters.
type Job struct {
	Code         string           `yaml:"code" json:"code" required:"true"`
	Name         message.Message  `yaml:"name" json:"name" required:"true" description:"of the group in the round"`
	Do           message.Message  `yaml:"do" json:"do" required:"true"`
	Minutes      knowledge.Number `yaml:"minutes" json:"minutes" required:"true"`
	Water        string           `yaml:"water" json:"water,omitempty" enum:",plain,seaweed" description:"what is carried"`
	Amount       string           `yaml:"amount" json:"-"`           // how much, see litres
	Waters       bool             `yaml:"-" json:"waters,omitempty"` // by the table of the patient
	Weighs       string           `yaml:"weighs" json:"weighs,omitempty" description:"what is weighed"`
	DryDays      bool             `yaml:"dry_days" json:"-"` // only in dry air
	Late         knowledge.Text   `yaml:"late" json:"late" required:"true"`
	MattersAfter knowledge.Number `yaml:"matters_after" json:"matters_after" required:"true" description:"days late from which it matters"`
	Asks         []string         `yaml:"asks" json:"asks,omitempty" description:"fields of the check-in that it asks for"`
}

// Rhythm is a job of a protocol: how often, from when until when.
type Rhythm struct {
	Job       string              `yaml:"job" json:"job" required:"true"`
	Every     *knowledge.Estimate `yaml:"every" json:"every_days,omitempty"`
	Cool      *knowledge.Estimate `yaml:"cool" json:"cool_days,omitempty" description:"in the cool, instead"`
	On        *knowledge.Codes    `yaml:"on" json:"on,omitempty" description:"days of the protocol on which it is done"`
	After     string              `yaml:"after" json:"after,omitempty" description:"the gate that opens it"`
	Until     string              `yaml:"until" json:"until,omitempty" description:"the gate that closes it"`
	UntilDay  *knowledge.Number   `yaml:"until_day" json:"until_day,omitempty"`
	Learns    bool                `yaml:"learns" json:"learns,omitempty" description:"its days are learned from what is seen and weighed"`
	To        *knowledge.Number   `yaml:"to" json:"to,omitempty" description:"share of its water left after these days; a kind with another line has its own days"`
	Else      string              `yaml:"else" json:"else,omitempty" description:"the job of a settled plant where nobody saw water stand in its pot"`
	At        *knowledge.Number   `yaml:"at" json:"due_at,omitempty" description:"share of its water left; left out: as its kind wants it"`
	Fourth    string              `yaml:"fourth" json:"fourth,omitempty" description:"each fourth time it is this job"`
	Side      string              `yaml:"side" json:"side,omitempty" description:"the question whose side it follows"`
	Routes    []string            `yaml:"routes" json:"routes,omitempty" description:"only in these ways of holding"`
	Once      bool                `yaml:"once" json:"once,omitempty" description:"done or left out, it is not asked for again"`
	Thirsty   bool                `yaml:"thirsty" json:"thirsty,omitempty" description:"only where bulbs shrivel, or leaves are limp"`
	AfterFilm bool                `yaml:"after_film" json:"after_film,omitempty" description:"only where film was cleared away"`
	Roots     bool                `yaml:"roots" json:"roots,omitempty" description:"only where roots are out of the pot"`
	Amount    string              `yaml:"amount" json:"-"`
	Volumes   *knowledge.Number   `yaml:"volumes" json:"volumes,omitempty" description:"of the pot"`
	How       knowledge.Text      `yaml:"how" json:"how" required:"true"`
	Asks      []string            `yaml:"asks" json:"asks,omitempty"`
}

// Sees is something observed: what, and how much of it.
type Sees struct {
	What  string            `yaml:"what" json:"what" required:"true"`
	Job   string            `yaml:"job" json:"job,omitempty"`
	Count *knowledge.Number `yaml:"count" json:"count,omitempty"`
	MM    *knowledge.Number `yaml:"mm" json:"mm,omitempty"`
	Day   *knowledge.Number `yaml:"day" json:"day,omitempty" description:"not before this day of the protocol"`
	On    *knowledge.Number `yaml:"on" json:"on,omitempty" description:"seen on this day of the protocol or after"`
	Days  *knowledge.Number `yaml:"days" json:"days,omitempty"`
	Age   *knowledge.Number `yaml:"age" json:"age_days,omitempty" description:"of its medium"`
	Share *knowledge.Number `yaml:"share" json:"share,omitempty"`
}

// Gate is a thing observed that opens what comes next.
type Gate struct {
	Code     string            `yaml:"code" json:"code" required:"true"`
	Name     knowledge.Text    `yaml:"name" json:"name" required:"true" description:"what it waits for"`
	Sees     []Sees            `yaml:"sees" json:"sees" required:"true" description:"any of these"`
	FromDay  *knowledge.Number `yaml:"from_day" json:"from_day,omitempty" description:"not expected before"`
	AlarmDay *knowledge.Number `yaml:"alarm_day" json:"alarm_day,omitempty" description:"from here its lack is an alarm"`
	Late     bool              `yaml:"late" json:"late,omitempty" description:"its lack is an alarm from the late date of the first tip"`
	Opens    knowledge.Text    `yaml:"opens" json:"opens" required:"true"`
	Alarm    *knowledge.Text   `yaml:"alarm" json:"alarm,omitempty" description:"what to do when it does not come"`
	Feeds    *knowledge.Code   `yaml:"feeds" json:"feeds,omitempty" description:"it opens feed: full, half, or the most ppm"`
	Ends     bool              `yaml:"ends" json:"ends,omitempty"`
	Next     string            `yaml:"next" json:"next,omitempty" description:"the protocol that follows"`
	AtOnce   string            `yaml:"at_once" json:"at_once,omitempty" description:"the job of what follows that is done at once"`
	State    bool              `yaml:"state" json:"state,omitempty" description:"how it stands, nothing that is waited for"`
}

// Alarm is something observed that must not wait.
type Alarm struct {
	Code  string         `yaml:"code" json:"code" required:"true"`
	Sees  []Sees         `yaml:"sees" json:"sees" required:"true"`
	Words knowledge.Text `yaml:"words" json:"words" required:"true"`
	Then  knowledge.Text `yaml:"then" json:"then" required:"true"`
	Says  []acts.Act     `yaml:"says" json:"says,omitempty"`

	knowledge.Groups `yaml:",inline"`
}

// Protocol is a way of caring, from its start to its gates.
type Protocol struct {
	Code     string            `yaml:"code" json:"code" required:"true"`
	Name     message.Message   `yaml:"name" json:"name" required:"true"`
	About    knowledge.Text    `yaml:"about" json:"about" required:"true"`
	Start    knowledge.Text    `yaml:"start" json:"start" required:"true"`
	Jobs     []Rhythm          `yaml:"jobs" json:"jobs" required:"true"`
	Gates    []Gate            `yaml:"gates" json:"gates" required:"true"`
	Alarms   []Alarm           `yaml:"alarms" json:"alarms" required:"true"`
	Quiet    bool              `yaml:"quiet" json:"quiet,omitempty" description:"it has alarms alone"`
	Feeds    string            `yaml:"feeds" json:"feeds,omitempty" enum:",growing,at-once" description:"feed without a gate of its own"`
	FeedDays *knowledge.Number `yaml:"feed_days" json:"feed_days,omitempty" description:"between feeds, in growth"`
	Moist    string            `yaml:"moist" json:"moist,omitempty" description:"the protocol of kinds that are kept moist, instead"`
}

func (p Protocol) gate(code string) (Gate, bool) {
	i := slices.IndexFunc(p.Gates, func(g Gate) bool { return g.Code == code })
	if i < 0 {
		return Gate{}, false
	}
	return p.Gates[i], true
}

// Amounts say how much water a job takes: shares of the pot's volume, or millilitres.
type Amounts struct {
	FlushVolumes   knowledge.Number   `yaml:"flush_volumes" json:"flush_volumes" required:"true"`
	MostML         knowledge.Number   `yaml:"most_ml" json:"most_ml" required:"true" description:"of one job: what comes out more is not advised"`
	FillShare      knowledge.Number   `yaml:"fill_share" json:"fill_share" required:"true"`
	Through        knowledge.Number   `yaml:"through" json:"through" required:"true"`
	LittleShare    knowledge.Number   `yaml:"little_share" json:"little_share" required:"true"`
	SipShare       knowledge.Number   `yaml:"sip_share" json:"sip_share" required:"true"`
	DribbleML      knowledge.Estimate `yaml:"dribble_ml" json:"dribble_ml" required:"true"`
	SoakML         knowledge.Number   `yaml:"soak_ml" json:"soak_ml" required:"true"`
	MistML         knowledge.Number   `yaml:"mist_ml" json:"mist_ml" required:"true"`
	ReservoirShare knowledge.Number   `yaml:"reservoir_share" json:"reservoir_share" required:"true"`
	JugML          knowledge.Number   `yaml:"jug_ml" json:"jug_ml" required:"true"`
	GlassML        knowledge.Number   `yaml:"glass_ml" json:"glass_ml" required:"true"`
	LitresFrom     knowledge.Number   `yaml:"litres_from_glasses" json:"litres_from_glasses" required:"true"`
	HalfBelow      knowledge.Number   `yaml:"half_glass_below" json:"half_glass_below" required:"true"`
	SmallBelow     knowledge.Number   `yaml:"small_marks_below" json:"small_marks_below" required:"true"`
	CupML          knowledge.Number   `yaml:"cup_ml" json:"cup_ml" required:"true" description:"marks for less than four such jugs"`
}

// Absence is what is known of being away.
type Absence struct {
	BearsBare    knowledge.Number            `yaml:"bears_bare" json:"bears_bare_days" required:"true"`
	BearsMoist   knowledge.Number            `yaml:"bears_moist" json:"bears_moist_days" required:"true"`
	BearsRooted  knowledge.Number            `yaml:"bears_rooted" json:"bears_rooted_days" required:"true"`
	BearsResting knowledge.Number            `yaml:"bears_resting" json:"bears_resting_days" required:"true"`
	MostDays     knowledge.Number            `yaml:"most_days" json:"most_days" required:"true"`
	Sitter       map[string]knowledge.Text   `yaml:"sitter" json:"sitter" required:"true" description:"a job in plain words"`
	Never        []knowledge.Text            `yaml:"never" json:"never" required:"true"`
	Before       map[string]knowledge.Text   `yaml:"before" json:"before" required:"true"`
	MakesLast    map[string]knowledge.Text   `yaml:"makes_last" json:"makes_last" required:"true"`
	LastsFactor  map[string]knowledge.Number `yaml:"lasts_factor" json:"lasts_factor" required:"true"`
	Dated        knowledge.Codes             `yaml:"dated" json:"dated" required:"true" description:"jobs that have a day of their own"`
	FallsJob     knowledge.Text              `yaml:"falls_job" json:"falls_job" required:"true"`
	FallsGate    knowledge.Text              `yaml:"falls_gate" json:"falls_gate" required:"true"`
	FallsAlarm   knowledge.Text              `yaml:"falls_alarm" json:"falls_alarm" required:"true"`
	NoWater      knowledge.Text              `yaml:"no_water" json:"no_water" required:"true"`
	Resting      knowledge.Text              `yaml:"resting" json:"resting" required:"true"`
	HeldBack     map[string]knowledge.Text   `yaml:"held_back" json:"held_back" required:"true"`
	HeavyL       knowledge.Number            `yaml:"heavy_l" json:"heavy_l" required:"true"`
}

// FeedWords say why there is no feed, or how it is given.
type FeedWords map[string]knowledge.Text

// Knowledge is the table of aftercare.
type Knowledge struct {
	Jobs      []Job      `yaml:"jobs" json:"jobs" required:"true" description:"in the order of a round"`
	Protocols []Protocol `yaml:"-" json:"protocols" required:"true"`
	Beside    []Protocol `yaml:"-" json:"beside" required:"true" description:"what runs beside the protocol of its home"`
	Amounts   Amounts    `yaml:"amounts" json:"amounts" required:"true"`

	PutOff      knowledge.Text            `yaml:"put_off" json:"put_off" required:"true" description:"of an alarm that its look puts off"`
	FeelFirst   knowledge.Text            `yaml:"feel_first" json:"feel_first" required:"true" description:"how it is watered where nobody noted its last watering"`
	NoReservoir knowledge.Text            `yaml:"no_reservoir" json:"no_reservoir" required:"true" description:"how what stands in pebbles is watered where nobody saw water in its pot"`
	Holds       knowledge.Codes           `yaml:"holds" json:"holds" required:"true" description:"protocols of plants that are held"`
	LateDays    knowledge.Number          `yaml:"late_days" json:"late_days" required:"true" description:"a home that is noted so long after its day is asked about before its lacks are alarms"`
	AgeAsks     knowledge.Codes           `yaml:"age_asks" json:"age_asks" required:"true" description:"fields of a check-in that tell the state of a medium whose age is not known"`
	MoistFrom   knowledge.Number          `yaml:"moist_from" json:"moist_from" required:"true" description:"line from which a kind is kept moist"`
	NotYet      knowledge.Text            `yaml:"not_yet" json:"not_yet" required:"true" description:"how the first watering is done that was left out"`
	MissingFor  map[string]knowledge.Text `yaml:"missing" json:"missing" required:"true" description:"why a plant is not followed: the one fact that is missing"`
	DroppedFor  map[string]knowledge.Text `yaml:"dropped" json:"dropped" required:"true" description:"why a job dropped out"`

	EarlyCycles   knowledge.Number   `yaml:"early_cycles" json:"early_cycles" required:"true" description:"until so many cycles of a pot are known it is felt at the early end of its band"`
	LeftShare     knowledge.Number   `yaml:"left_share" json:"left_share" required:"true" description:"of the days of its rhythm, after which one who left it, still wet, is asked again, where that is less"`
	LeftDays      knowledge.Number   `yaml:"left_days" json:"left_days" required:"true"`
	NotNowDays    knowledge.Number   `yaml:"not_now_days" json:"not_now_days" required:"true"`
	SnoozeDays    knowledge.Number   `yaml:"snooze_days" json:"snooze_days" required:"true"`
	MostShiftDays knowledge.Number   `yaml:"most_shift_days" json:"most_shift_days" required:"true" description:"a job is put off by at once, at most"`
	MostCycles    knowledge.Number   `yaml:"most_cycles" json:"most_cycles" required:"true" description:"learned from"`
	SameWaterDays knowledge.Number   `yaml:"same_watering_days" json:"same_watering_days" required:"true"`
	TwiceDays     knowledge.Number   `yaml:"told_twice_days" json:"told_twice_days" required:"true"`
	DueAt         knowledge.Number   `yaml:"due_at" json:"due_at" required:"true" description:"share of its water left, where nothing else says"`
	AirTimes      knowledge.Number   `yaml:"air_times" json:"air_times" required:"true"`
	FlushEach     knowledge.Number   `yaml:"flush_each" json:"flush_each" required:"true" description:"so many waterings one is a flush"`
	LeastWeights  knowledge.Number   `yaml:"least_weights" json:"least_weights" required:"true"`
	ToldDays      knowledge.Number   `yaml:"told_days" json:"told_days" required:"true"`
	AheadDays     knowledge.Number   `yaml:"ahead_days" json:"ahead_days" required:"true"`
	RestDays      knowledge.Number   `yaml:"rest_days" json:"rest_days" required:"true"`
	LossDays      knowledge.Number   `yaml:"loss_days" json:"loss_days" required:"true"`
	SoftenDays    knowledge.Number   `yaml:"soften_days" json:"soften_days" required:"true"`
	MovedDays     knowledge.Number   `yaml:"moved_days" json:"moved_days" required:"true"`
	FilmDays      knowledge.Number   `yaml:"film_days" json:"film_days" required:"true"`
	RestLoss      knowledge.Number   `yaml:"rest_loss" json:"rest_loss" required:"true"`
	FlushWhenDry  knowledge.Estimate `yaml:"flush_when_dry" json:"flush_when_dry" required:"true"`
	CoolNightC    knowledge.Number   `yaml:"cool_night_c" json:"cool_night_c" required:"true"`
	WarmDayC      knowledge.Number   `yaml:"warm_day_c" json:"warm_day_c" required:"true"`
	CycleSpread   knowledge.Number   `yaml:"cycle_spread" json:"cycle_spread" required:"true"`
	PatchFactor   knowledge.Number   `yaml:"patch_factor" json:"patch_factor" required:"true"`
	SecondLookDay knowledge.Number   `yaml:"second_look_day" json:"second_look_day" required:"true"`
	FilmWeeks     knowledge.Number   `yaml:"film_weeks" json:"film_weeks" required:"true"`
	LifeShare     knowledge.Number   `yaml:"life_share" json:"life_share" required:"true"`

	Away Absence `yaml:"away" json:"away" required:"true"`

	Feed            map[string]knowledge.Estimate `yaml:"feed" json:"feed_ppm_n" required:"true" description:"by class, at the full stage"`
	FeedHalf        knowledge.Number              `yaml:"feed_half" json:"feed_half" required:"true"`
	FeedRest        knowledge.Number              `yaml:"feed_rest" json:"feed_rest" required:"true"`
	FeedDilute      knowledge.Number              `yaml:"feed_dilute" json:"feed_dilute" required:"true"`
	FeedWeekly      knowledge.Number              `yaml:"feed_weekly" json:"feed_weekly" required:"true"`
	FeedEach        knowledge.Number              `yaml:"feed_each" json:"feed_each" required:"true"`
	FeedDays        knowledge.Number              `yaml:"feed_days" json:"feed_days" required:"true"`
	FeedTipsMM      knowledge.Number              `yaml:"feed_tips_mm" json:"feed_tips_mm" required:"true"`
	FeedThreeMonths knowledge.Number              `yaml:"feed_three_months" json:"feed_three_months" required:"true"`
	FeedWords       FeedWords                     `yaml:"feed_words" json:"feed_words" required:"true"`
}

// Table is the table of aftercare.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("aftercare.yaml", &k)
	var rows struct {
		Protocols []Protocol `yaml:"protocols"`
		Beside    []Protocol `yaml:"beside"`
	}
	knowledge.MustRead("aftercare-protocols.yaml", &rows)
	k.Protocols, k.Beside = rows.Protocols, rows.Beside
	for i, j := range k.Jobs {
		k.Jobs[i].Waters = slices.Contains(patient.Table().Waters.Values, j.Code)
	}
	for _, list := range [][]Protocol{k.Protocols, k.Beside} {
		for i := range list {
			if list[i].Alarms == nil {
				list[i].Alarms = []Alarm{}
			}
			if list[i].Gates == nil {
				list[i].Gates = []Gate{}
			}
			if list[i].Jobs == nil {
				list[i].Jobs = []Rhythm{}
			}
		}
	}
	return &k
})

// Job finds a job of the round by its code.
func (k *Knowledge) Job(code string) (Job, bool) {
	i := slices.IndexFunc(k.Jobs, func(j Job) bool { return j.Code == code })
	if i < 0 {
		return Job{}, false
	}
	return k.Jobs[i], true
}

// how is how a job is done, as the first protocol that has it says.
func (k *Knowledge) how(job string) Text {
	for _, p := range slices.Concat(k.Beside, k.Protocols) {
		for _, r := range p.Jobs {
			if r.Job == job {
				return r.How
			}
		}
	}
	return Text{}
}

// ProtocolName is what a protocol is called; false where there is none of that code.
func (k *Knowledge) ProtocolName(code string) (message.Message, bool) {
	for _, p := range slices.Concat(k.Protocols, k.Beside) {
		if p.Code == code {
			return p.Name, true
		}
	}
	return message.Message{}, false
}

// place is where a job comes in a round.
func (k *Knowledge) place(code string) int {
	return slices.IndexFunc(k.Jobs, func(j Job) bool { return j.Code == code })
}

// Protocol finds a protocol of a home, or one that runs beside it, by its code.
func (k *Knowledge) Protocol(code string) (Protocol, bool) {
	for _, list := range [][]Protocol{k.Protocols, k.Beside} {
		if i := slices.IndexFunc(list, func(p Protocol) bool { return p.Code == code }); i >= 0 {
			return list[i], true
		}
	}
	return Protocol{}, false
}

// AlarmWords are what to do on an alarm of a protocol, or when a gate of it does not come.
func (k *Knowledge) AlarmWords(protocol, code string) message.Message {
	p, ok := k.Protocol(protocol)
	if !ok {
		return message.Message{}
	}
	for _, a := range p.Alarms {
		if a.Code == code {
			return a.Then.Value
		}
	}
	if g, ok := p.gate(code); ok && g.Alarm != nil {
		return g.Alarm.Value
	}
	return message.Message{}
}

// GateName is what a gate of a protocol waits for.
func (k *Knowledge) GateName(protocol, code string) message.Message {
	p, _ := k.Protocol(protocol)
	g, _ := p.gate(code)
	return g.Name.Value
}

// InRound compares two jobs by their order in a round.
func (k *Knowledge) InRound(a, b string) int { return cmp.Compare(k.place(a), k.place(b)) }
