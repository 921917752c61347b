// Package race answers the question a rescuer has about a plant without enough
// roots: will new ones drink before it dries out, and what changes that?
//
// A plant is its water W in g out of Wf when full. Each hour its leaves lose by
// their conductance and the dryness of the air, its living roots take up while
// they are wet, and new roots, once their tips are out and have reached moisture,
// take up too. What is not known is drawn from its range, run by run, and every
// way of holding the plant runs against the same draws, so that differences
// between them are real.
package race

import (
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Class is a kind of leaf.
type Class struct {
	Name         message.Message    `yaml:"name" json:"name" required:"true"`
	NightOpening bool               `yaml:"night_opening" json:"night_opening,omitempty"`
	Shut         knowledge.Estimate `yaml:"shut" json:"shut" required:"true" description:"mmol/m²/s"`
	Open         knowledge.Estimate `yaml:"open" json:"open" required:"true" description:"mmol/m²/s"`
	FreshKgM2    knowledge.Estimate `yaml:"fresh_kg_m2" json:"fresh_kg_m2" required:"true"`
}

// Method is a way of holding a plant until it roots.
type Method struct {
	Code  string          `yaml:"code" json:"code" required:"true"`
	Name  message.Message `yaml:"name" json:"name" required:"true"`
	About knowledge.Text  `yaml:"about" json:"about" required:"true"`
	Care  knowledge.Text  `yaml:"care" json:"care" required:"true"`

	AddPercent      *knowledge.Number `yaml:"add_percent" json:"add_percent,omitempty" description:"humidity above that of the room, points"`
	HumidityPercent *knowledge.Number `yaml:"humidity_percent" json:"humidity_percent,omitempty" description:"a humidity of its own"`
	WetHours        *knowledge.Number `yaml:"wet_hours" json:"wet_hours,omitempty" description:"how long roots stay wet after a soak"`
	WetShare        *knowledge.Number `yaml:"wet_share" json:"wet_share,omitempty" description:"the share of time roots are wet without a soak"`
	ReachMM         knowledge.Number  `yaml:"reach_mm" json:"reach_mm" required:"true" description:"how far a new tip grows until it finds moisture"`
	ReachedShare    knowledge.Number  `yaml:"reached_share" json:"reached_share" required:"true" description:"the share of time it is wet there; from the open ways it is potted once tips show"`

	RotPercentWeek knowledge.Estimate `yaml:"rot_percent_week" json:"rot_percent_week" required:"true" description:"how many of a hundred rot in a week"`

	Unsuited      []string        `yaml:"unsuited" json:"unsuited,omitempty" description:"groups it does not suit"`
	UnsuitedWords *knowledge.Text `yaml:"unsuited_words" json:"unsuited_words,omitempty"`
}

// Chance is a chance in words, from a share on.
type Chance struct {
	From  knowledge.Number `yaml:"from" json:"from" required:"true"`
	Words message.Message  `yaml:"words" json:"words" required:"true"`
}

// LeverKind is something that could be changed.
type LeverKind struct {
	Code string           `yaml:"code" json:"code" required:"true"`
	Name message.Message  `yaml:"name" json:"name" required:"true"`
	Do   knowledge.Text   `yaml:"do" json:"do" required:"true"`
	By   knowledge.Number `yaml:"by" json:"by" required:"true"`
}

// Assumable is a figure that a race rests on: what it is called, and what it can be set to. One of a way of
// holding stands under another code, with the way's.
type Assumable struct {
	Code  string           `yaml:"code" json:"code" required:"true"`
	Under string           `yaml:"under" json:"under,omitempty"`
	Name  message.Message  `yaml:"name" json:"name" required:"true"`
	Unit  string           `yaml:"unit" json:"unit,omitempty"`
	Least knowledge.Number `yaml:"least" json:"least" required:"true"`
	Most  knowledge.Number `yaml:"most" json:"most" required:"true"`
}

// from says where an assumption comes from; of are placeholders, each with what stands for it.
func from(key string, of ...message.Arg) message.Message { return message.Of("race.from."+key, of...) }

// Knowledge is the table of the race.
type Knowledge struct {
	Classes          map[string]Class                    `yaml:"classes" json:"classes" required:"true"`
	BulbG            map[string]knowledge.Estimate       `yaml:"bulb_g" json:"bulb_g" required:"true"`
	LeafWaterShare   knowledge.Number                    `yaml:"leaf_water_share" json:"leaf_water_share" required:"true"`
	BulbWaterShare   knowledge.Number                    `yaml:"bulb_water_share" json:"bulb_water_share" required:"true"`
	OpenFrom         knowledge.Number                    `yaml:"open_from" json:"open_from" required:"true"`
	ShutFrom         knowledge.Number                    `yaml:"shut_from" json:"shut_from" required:"true"`
	DayFromHour      knowledge.Number                    `yaml:"day_from_hour" json:"day_from_hour" required:"true"`
	NightFromHour    knowledge.Number                    `yaml:"night_from_hour" json:"night_from_hour" required:"true"`
	Uptake           knowledge.Estimate                  `yaml:"uptake" json:"uptake" required:"true"`
	UptakeFades      knowledge.Number                    `yaml:"uptake_fades" json:"uptake_fades" required:"true"`
	Start            knowledge.Estimate                  `yaml:"start" json:"start" required:"true"`
	StartLimp        knowledge.Estimate                  `yaml:"start_limp" json:"start_limp" required:"true"`
	Limp             knowledge.Number                    `yaml:"limp" json:"limp" required:"true"`
	Lost             knowledge.Estimate                  `yaml:"lost" json:"lost" required:"true"`
	TipSpread        knowledge.Number                    `yaml:"tip_spread" json:"tip_spread" required:"true"`
	Tips             knowledge.Estimate                  `yaml:"tips" json:"tips" required:"true"`
	TipClock         map[patient.Growth]knowledge.Number `yaml:"tip_clock" json:"tip_clock" required:"true" description:"times the time to the first tip, by what its growth does"`
	RestWeeks        knowledge.Estimate                  `yaml:"rest_weeks" json:"rest_weeks" required:"true" description:"how long a rest still lasts"`
	RotTimes         knowledge.Number                    `yaml:"rot_times" json:"rot_times" required:"true" description:"times the rot, after fresh wounds or where rot was found"`
	RotFreshDays     knowledge.Number                    `yaml:"rot_fresh_days" json:"rot_fresh_days" required:"true"`
	RotWarmFromC     knowledge.Number                    `yaml:"rot_warm_from_c" json:"rot_warm_from_c" required:"true"`
	RotDoublesK      knowledge.Number                    `yaml:"rot_doubles_k" json:"rot_doubles_k" required:"true"`
	RotColdTimes     knowledge.Number                    `yaml:"rot_cold_times" json:"rot_cold_times" required:"true" description:"times the rot, wet and below the growth minimum"`
	ReserveWeeks     map[string]knowledge.Estimate       `yaml:"reserve_weeks" json:"reserve_weeks" required:"true" description:"by the class of leaf, or bulbs"`
	ReserveRunsBelow knowledge.Number                    `yaml:"reserve_runs_below" json:"reserve_runs_below" required:"true"`
	ReserveRestsFrom knowledge.Number                    `yaml:"reserve_rests_from" json:"reserve_rests_from" required:"true"`
	NamedLoss        knowledge.Number                    `yaml:"named_loss" json:"named_loss" required:"true"`
	WinsOnWater      knowledge.Number                    `yaml:"wins_on_water" json:"wins_on_water" required:"true"`
	LosesOnRot       knowledge.Number                    `yaml:"loses_on_rot" json:"loses_on_rot" required:"true"`
	WarmFromK        knowledge.Number                    `yaml:"warm_from_k" json:"warm_from_k" required:"true"`
	StillBelowK      knowledge.Number                    `yaml:"stands_still_below_k" json:"stands_still_below_k" required:"true"`
	StillAboveK      knowledge.Number                    `yaml:"stands_still_above_k" json:"stands_still_above_k" required:"true"`
	Light            map[string]knowledge.Number         `yaml:"light" json:"light" required:"true"`
	Humidity         knowledge.Number                    `yaml:"humidity_percent" json:"humidity_percent" required:"true"`
	AltitudeM        knowledge.Number                    `yaml:"altitude_m" json:"altitude_m" required:"true"`
	SoakMinutes      knowledge.Number                    `yaml:"soak_minutes" json:"soak_minutes" required:"true"`
	SoakEvery        knowledge.Number                    `yaml:"soak_every_days" json:"soak_every_days" required:"true"`
	ScaleG           knowledge.Number                    `yaml:"scale_g" json:"scale_g" required:"true"`
	DayStrays        knowledge.Number                    `yaml:"day_strays" json:"day_strays" required:"true"`
	PlantStrays      knowledge.Number                    `yaml:"plant_strays" json:"plant_strays" required:"true"`
	JumpShare        knowledge.Number                    `yaml:"jump_share" json:"jump_share" required:"true"`
	JumpG            knowledge.Number                    `yaml:"jump_g" json:"jump_g" required:"true"`
	JumpTimes        knowledge.Number                    `yaml:"jump_times" json:"jump_times" required:"true"`
	Runs             knowledge.Number                    `yaml:"runs" json:"runs" required:"true"`
	Days             knowledge.Number                    `yaml:"days" json:"days" required:"true"`
	ClearlyBetter    knowledge.Number                    `yaml:"clearly_better" json:"clearly_better" required:"true" description:"from this difference of chance on, another way is worth the change"`
	InItsPot         knowledge.Text                      `yaml:"in_its_pot" json:"in_its_pot" required:"true" description:"why a plant in its pot does not race"`
	InTheGround      knowledge.Text                      `yaml:"in_the_ground" json:"in_the_ground" required:"true"`
	OffTheBench      knowledge.Text                      `yaml:"off_the_bench" json:"off_the_bench" required:"true"`
	SameChance       knowledge.Number                    `yaml:"same_chance" json:"same_chance" required:"true"`
	GoodChance       knowledge.Number                    `yaml:"good_chance" json:"good_chance" required:"true"`
	LeverGain        knowledge.Number                    `yaml:"lever_gain" json:"lever_gain" required:"true"`
	LeverDays        knowledge.Number                    `yaml:"lever_days" json:"lever_days" required:"true"`
	LeverFarDays     knowledge.Number                    `yaml:"lever_far_days" json:"lever_far_days" required:"true"`
	Headlines        []Chance                            `yaml:"headlines" json:"headlines" required:"true"`
	HardlyBelow      knowledge.Number                    `yaml:"hardly_below" json:"hardly_below" required:"true"`
	ADayBelow        knowledge.Number                    `yaml:"a_day_below" json:"a_day_below" required:"true"`
	WeeksFromDays    knowledge.Number                    `yaml:"weeks_from_days" json:"weeks_from_days" required:"true"`
	Methods          []Method                            `yaml:"methods" json:"methods" required:"true"`
	LeastWaterPart   knowledge.Number                    `yaml:"least_water_part" json:"least_water_part" required:"true" description:"a weighed plant has one part in so many of its water at least"`
	LeastKept        knowledge.Number                    `yaml:"least_kept" json:"least_kept" required:"true" description:"share of itself that it keeps where leaves are lost"`
	MostLivedDays    knowledge.Number                    `yaml:"most_lived_days" json:"most_lived_days" required:"true"`
	Assumptions      []Assumable                         `yaml:"assumptions" json:"assumptions" required:"true" description:"what a race rests on, with what it can be set to"`
	Levers           []LeverKind                         `yaml:"levers" json:"levers" required:"true"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("race.yaml", &k)
	return &k
})

// Method finds a way of holding by its code.
func (k *Knowledge) Method(code string) (Method, bool) {
	i := slices.IndexFunc(k.Methods, func(m Method) bool { return m.Code == code })
	if i < 0 {
		return Method{}, false
	}
	return k.Methods[i], true
}
