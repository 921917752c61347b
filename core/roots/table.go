package roots

import (
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/taxa"
)

// State is what a stretch of root is.
type State string

// States, from best to worst.
const (
	Live        State = "live"
	LiveDamaged State = "live-damaged"
	Doubtful    State = "doubtful"
	Dead        State = "dead"
	DeadDry     State = "dead-dry"
	DeadRotting State = "dead-rotting"
)

// IsLive holds for live and for damaged tissue; for doubtful tissue it does not.
func (s State) IsLive() bool { return s == Live || s == LiveDamaged }

// IsDead holds for every kind of dead tissue; for doubtful tissue it does not.
func (s State) IsDead() bool { return s == Dead || s == DeadDry || s == DeadRotting }

// Rule is a rule's words with their mark.
type Rule struct {
	Words  knowledge.Text  `json:"words" required:"true"`
	Settle *knowledge.Text `json:"settle,omitempty" description:"the test that settles a doubtful stretch"`
}

// Row is one row of the table of root states.
type Row struct {
	ID      string          `yaml:"id" json:"id" required:"true"`
	Feel    []string        `yaml:"feel" json:"feel,omitempty"`
	Colour  []string        `yaml:"colour" json:"colour,omitempty"`
	Wetting []string        `yaml:"wetting" json:"wetting,omitempty"`
	Tip     []string        `yaml:"tip" json:"tip,omitempty"`
	Stained bool            `yaml:"stained" json:"stained,omitempty"`
	Crust   bool            `yaml:"crust" json:"crust,omitempty"`
	Beyond  string          `yaml:"beyond" json:"beyond,omitempty" enum:",live,green"`
	Pale    string          `yaml:"pale" json:"pale" required:"true" description:"state in pale-rooted groups, or none"`
	Brown   string          `yaml:"brown" json:"brown" required:"true" description:"state in naturally brown-rooted groups, or none"`
	Words   knowledge.Text  `yaml:"words" json:"words" required:"true"`
	Settle  *knowledge.Text `yaml:"settle" json:"settle,omitempty"`
}

// Figures are the numbers the rules use.
type Figures struct {
	CutMarginMM       knowledge.Number `yaml:"cut_margin_mm" json:"cut_margin_mm" required:"true"`
	CleanMarginMM     knowledge.Number `yaml:"clean_margin_mm" json:"clean_margin_mm" required:"true"`
	RootlessMM        knowledge.Number `yaml:"rootless_mm" json:"rootless_mm" required:"true"`
	NearRootlessShare knowledge.Number `yaml:"near_rootless_share" json:"near_rootless_share" required:"true"`
	PoorShare         knowledge.Number `yaml:"poor_share" json:"poor_share" required:"true"`
	FairShare         knowledge.Number `yaml:"fair_share" json:"fair_share" required:"true"`
	BulbFeedsCM2      knowledge.Number `yaml:"bulb_feeds_cm2" json:"bulb_feeds_cm2" required:"true"`
	NearRootlessFed   knowledge.Number `yaml:"near_rootless_fed" json:"near_rootless_fed" required:"true"`
	PoorFed           knowledge.Number `yaml:"poor_fed" json:"poor_fed" required:"true"`
	FairFed           knowledge.Number `yaml:"fair_fed" json:"fair_fed" required:"true"`
	DoubtfulWeight    knowledge.Number `yaml:"doubtful_weight" json:"doubtful_weight" required:"true"`
	AnchorMost        knowledge.Number `yaml:"anchor_most" json:"anchor_most" required:"true"`
	AnchorShortestMM  knowledge.Number `yaml:"anchor_shortest_mm" json:"anchor_shortest_mm" required:"true"`
	LostShare         knowledge.Number `yaml:"lost_share" json:"lost_share" required:"true"`
	SoundShare        knowledge.Number `yaml:"sound_share" json:"sound_share" required:"true"`
	TipLossRoots      knowledge.Number `yaml:"tip_loss_roots" json:"tip_loss_roots" required:"true" description:"fewer roots with loss show no pattern along the roots"`
	TipLossShare      knowledge.Number `yaml:"tip_loss_share" json:"tip_loss_share" required:"true" description:"share of them, from which the loss is said to run back from the tips"`
	SideRootShare     knowledge.Number `yaml:"side_root_share" json:"side_root_share" required:"true" description:"usual length of a side root over that of a root"`
	LeafFormFactor    knowledge.Number `yaml:"leaf_form_factor" json:"leaf_form_factor" required:"true" description:"area of a usual blade over its length × width; an ellipse is 0.785, a strap 0.85"`
	GridFactor        knowledge.Number `yaml:"grid_factor" json:"grid_factor" required:"true"`
	DipScaleG         knowledge.Number `yaml:"dip_scale_g" json:"dip_scale_g" required:"true" description:"what a scale and the drops may be off by"`
	DipUsualStrays    knowledge.Number `yaml:"dip_usual_strays" json:"dip_usual_strays" required:"true" description:"how many times thicker or thinner than usual for its group"`
	DipMeasuredStrays knowledge.Number `yaml:"dip_measured_strays" json:"dip_measured_strays" required:"true" description:"the same, of a thickness that was measured on some"`
}

// Knowledge is all the package knows: the table, the reasons, the figures.
type Knowledge struct {
	Table     []Row                     `yaml:"table" json:"table" required:"true"`
	Decisions map[string]knowledge.Text `yaml:"decisions" json:"decisions" required:"true"`
	Grades    map[string]knowledge.Text `yaml:"grades" json:"grades" required:"true"`
	Figures   Figures                   `yaml:"numbers" json:"figures" required:"true"`

	DipLives DipLives `yaml:"dip_lives" json:"dip_lives" required:"true" description:"percent that lives, by how much of it is firm"`

	TannicMedia knowledge.Code `yaml:"tannic_media" json:"tannic_media" required:"true" description:"codes of old media that stain, between spaces"`
}

// Known returns the package's tables.
var Known = sync.OnceValue(func() *Knowledge {
	k := new(Knowledge)
	knowledge.MustRead("roots.yaml", k)
	return k
})

// words finds a rule by its ID in any of the tables.
func (k *Knowledge) words(id string) (Rule, bool) {
	for _, row := range k.Table {
		if row.ID == id {
			return Rule{row.Words, row.Settle}, true
		}
	}
	if t, ok := k.Decisions[id]; ok {
		return Rule{Words: t}, true
	}
	if t, ok := k.Grades[id]; ok {
		return Rule{Words: t}, true
	}
	return Rule{}, false
}

// evidence is what is known of one stretch, with its surroundings.
type evidence struct {
	Segment
	tip         Tip
	stained     bool
	crust       bool
	liveBeyond  bool
	greenBeyond bool
}

// A condition is a set of words, one bit a word, the lowest for "not looked at".
// Words the table does not know have no bit.

// The bits of a condition, one a word.
const (
	bit0 uint8 = 1 << iota
	bit1
	bit2
	bit3
	bit4
	bit5
	bit6
)

func feelBit(w string) uint8 {
	switch Feel(w) {
	case "", "-":
		return bit0
	case Firm:
		return bit1
	case Limp:
		return bit2
	case Thread:
		return bit3
	case Crunchy:
		return bit4
	case Hollow:
		return bit5
	case Mushy:
		return bit6
	}
	return 0
}

func colourBit(w string) uint8 {
	switch Colour(w) {
	case "", "-":
		return bit0
	case ColourPale:
		return bit1
	case ColourGreen:
		return bit2
	case PatchesSmooth:
		return bit3
	case PatchesHard:
		return bit4
	case EvenBrown:
		return bit5
	case Black:
		return bit6
	}
	return 0
}

func wettingBit(w string) uint8 {
	switch Wetting(w) {
	case "", "-":
		return bit0
	case Greens:
		return bit1
	case StaysDull:
		return bit2
	}
	return 0
}

func tipBit(w string) uint8 {
	switch Tip(w) {
	case "", "-":
		return bit0
	case Growing:
		return bit1
	case Sealed:
		return bit2
	}
	return 0
}

const anything = ^uint8(0)

func mask(words []string, of func(string) uint8) uint8 {
	if len(words) == 0 {
		return anything
	}
	var m uint8
	for _, w := range words {
		m |= of(w)
	}
	return m
}

// compiled is a row ready for matching: a verdict of 400 roots runs through
// the table thousands of times, so words become bit masks once.
type compiled struct {
	row                      *Row
	feel, colour, wet, tip   uint8
	state                    State
	stained, crust           bool
	needsLiveOut, needsGreen bool
}

func compile(class taxa.RootClass) []compiled {
	table := Known().Table
	rows := make([]compiled, 0, len(table))
	for i := range table {
		row := &table[i]
		state := row.Pale
		if class == taxa.Brown {
			state = row.Brown
		}
		if state == "none" {
			continue
		}
		rows = append(rows, compiled{
			row:  row,
			feel: mask(row.Feel, feelBit), colour: mask(row.Colour, colourBit),
			wet: mask(row.Wetting, wettingBit), tip: mask(row.Tip, tipBit),
			state: State(state), stained: row.Stained, crust: row.Crust,
			needsLiveOut: row.Beyond == "live", needsGreen: row.Beyond == "green",
		})
	}
	return rows
}

var (
	paleRows  = sync.OnceValue(func() []compiled { return compile(taxa.Pale) })
	brownRows = sync.OnceValue(func() []compiled { return compile(taxa.Brown) })
)

// judge finds the first row that fits. The last rows take any feel, so one
// always does (a test walks every combination).
func judge(class taxa.RootClass, e *evidence) (State, *Row) {
	rows := paleRows()
	if class == taxa.Brown {
		rows = brownRows()
	}
	feel, colour := feelBit(string(e.Feel)), colourBit(string(e.Colour))
	wet, tip := wettingBit(string(e.Wetting)), tipBit(string(e.tip))
	for i := range rows {
		r := &rows[i]
		if r.feel&feel != 0 && r.colour&colour != 0 && r.wet&wet != 0 && r.tip&tip != 0 &&
			(!r.stained || e.stained) && (!r.crust || e.crust) &&
			(!r.needsLiveOut || e.liveBeyond) && (!r.needsGreen || e.greenBeyond) {
			return r.state, r.row
		}
	}
	return Doubtful, &Known().Table[len(Known().Table)-1]
}

// contradicts holds where a stretch feels dead and shows life all the same.
func contradicts(state State, feel Feel) bool {
	if !state.IsLive() {
		return false
	}
	return feel == Thread || feel == Crunchy || feel == Hollow || feel == Mushy
}
