package rehome

import (
	"cmp"
	"errors"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/units"
	"therapeon/core/work"
)

// Mixed is the mix for a pot.
type Mixed struct {
	Advised  *media.Advised     `json:"advised,omitempty"`
	Name     message.Message    `json:"name" required:"true"`
	Parts    []media.Part       `json:"parts" required:"true"`
	Own      bool               `json:"own,omitempty"`
	Measured []media.Measured   `json:"measured" required:"true" description:"to measure out for this pot"`
	Settled  media.Settled      `json:"settled" required:"true"`
	Judged   []knowledge.Text   `json:"judged" required:"true"`
	Need     []media.Want       `json:"need" required:"true" description:"against the shelf"`
	Under    *Under             `json:"under,omitempty" description:"the coarse layer under it"`
	Style    string             `json:"style" required:"true" description:"how moist the group wants it"`
	Rise     knowledge.Estimate `json:"rise_mm" required:"true" description:"how high it draws water above a reservoir; nothing where it does so all the way"`
	Life     *Life              `json:"life,omitempty" description:"left out: it lasts"`

	kept *knowledge.Text // said where it keeps little air, and growers keep to it
}

// Under is the coarse layer at the bottom of a pot.
type Under struct {
	media.Measured
	MM float64 `json:"mm" required:"true"`
}

// Life is how long a mix lives where the plant stands.
type Life struct {
	Months float64        `json:"months" required:"true"`
	Words  knowledge.Text `json:"words" required:"true"`
}

// Asked is what causes ask of a new home.
type Asked struct {
	Code   string            `json:"code" required:"true"`
	Words  knowledge.Text    `json:"-"`
	Causes []message.Message `json:"causes" required:"true" description:"names of the causes that ask"`
}

// Way is all that leads a plant to its new home.
type Way struct {
	Decision Verdict            `json:"-"`
	Asked    []Asked            `json:"-"` // what its causes ask of its new home
	Route    *Route             `json:"-"` // chosen, else advised; nil: its roots are to be read first
	Size     *pots.Size         `json:"size,omitempty" description:"the pot advised"`
	Pot      *pots.Pot          `json:"pot,omitempty" description:"the pot at hand, else the one advised"`
	Fit      *pots.Fit          `json:"fit,omitempty"`
	Mix      *Mixed             `json:"mix,omitempty"`
	Section  *pots.Section      `json:"section,omitempty"`
	Jobs     []Job              `json:"-"`
	Headline knowledge.Sentence `json:"-"`
	Open     int                `json:"open" required:"true"`
	Task     Task               `json:"-"` // what the jobs hang on
}

// Store is what there is to house a plant with.
type Store struct {
	Shelf media.Shelf
	HaveL map[string]float64 // by component
}

// Lead finds the way of a plant to its new home: the decision, the route (chosen, else
// advised), and for a potted one pot, mix, section and jobs. The plant follows the plan's
// sides where its patient holds them. The race is as in Decide. It fails where the plan's
// own mix holds a component that the shelf does not know.
func (k *Knowledge) Lead(
	p *patient.Patient,
	plan Plan,
	marks work.Marks,
	of race.Advised,
	store Store,
) (Way, error) {
	w := Way{Decision: k.Decide(p, of), Asked: AskedAtHome(p), Jobs: []Job{}}
	code := plan.Route
	if code == "" && len(w.Decision.Routes) > 0 && w.Decision.Routes[0].Advised {
		code = w.Decision.Routes[0].Route.Code
	}
	if code == "" && w.Decision.Code == "housed" {
		code = p.Stands().Rehoused().Way // what it stands in, and would again
	}
	route, ok := k.Route(code)
	if !ok {
		w.Headline = w.Decision.Headline
		return w, nil
	}
	w.Route = &route
	wish := pots.Wish{
		BaseMM: plan.BaseMM, ReachMM: plan.ReachMM, Clump: plan.Clump, Wall: route.Wall, Reservoir: route.Reservoir,
		Airy: route.Code == Basket, Hung: route.Code == Pebbles, Mineral: media.Table().Mineral.Has(route.medium()),
	}
	h := &housing{k, p, plan, route, pots.Needs{}, wish}
	var mix *Mixed
	if route.Potted() {
		var err error
		if mix, err = h.mix(w.Asked, store.Shelf); err != nil {
			return w, err
		}
	}
	h.needs = pots.NeedsOf(p, h.wish)
	t := Task{
		Route: route, Clump: plan.Clump, Still: plan.Still, Fills: w.Decision.Code == fill && route.Code == "inorganic",
		Starts: k.Starts(p, Stands(p.Today(), route.Code, nil)), Flushes: p.Side(disputes.Flushing),
	}
	water := t.firstWater().Once()
	route.FirstWater, route.Flushing = &water, nil // it is decided
	route.Light, route.Air = route.Light.Once(), route.Air.Once()
	if t.Still == "" {
		t.Still = StillFor(h.needs, Wobbles(p))
	}
	if w.Mix = mix; mix != nil {
		if err := h.pot(&w, t.Still, store); err != nil {
			return w, err
		}
		t.Pot, t.VolumeL = w.Pot, w.Fit.VolumeL
		t.Small = mix.Settled.Small && mix.Under == nil && w.Pot.CrockMM == 0 && w.Pot.HoleMM == nil
		t.Organic, t.Fine, t.Care = mix.Settled.Organic, mix.Settled.Fine, mix.Settled.Cautions
		t.Mixed, t.Under = mixing(mix.Measured), mix.Under.laid()
	}
	w.Jobs, w.Task = k.Checklist(p, t, marks), t
	w.Headline, w.Open = Headline(w.Jobs)
	if w.Decision.later(p, route.Code) {
		for i := range w.Jobs {
			w.Jobs[i].Do = w.Jobs[i].Do.At(message.When{Is: message.Once})
		}
	}
	return w, nil
}

// later holds where the jobs of a way are for a day to come: it is not gone now, or it is held so already.
func (v Verdict) later(p *patient.Patient, way string) bool {
	now := []string{PotIt, HoldBare, Nest}
	return !slices.Contains(now, v.Decision) || way == p.Stands().Holding()
}

// Basket is the way whose roots hang in the air.
const Basket = "basket"

// AskedAtHome is what the causes that are acted on ask of the new home.
func AskedAtHome(p *patient.Patient) []Asked {
	list, asked := []Asked{}, look.Heard(p).Asked
	for _, a := range causes.Table().Actions {
		if by := asked[a.Code]; a.At == "re-home" && len(by) > 0 {
			list = append(list, Asked{a.Code, a.Words, cleaning.Names(by)})
		}
	}
	return list
}

// StillFor is how a plant is held still in its pot: few roots hold nothing, and whatever
// wobbles is fixed, so its stem
// gets a stake, or a walking rhizome a skewer.
func StillFor(n pots.Needs, wobbles bool) string {
	switch {
	case !n.FewRoots && !wobbles:
		return "none"
	case n.Sympodial:
		return "skewer"
	default:
		return "stake"
	}
}

// housing is one pot being found and filled.
type housing struct {
	*Knowledge
	p     *patient.Patient
	plan  Plan
	route Route
	needs pots.Needs
	wish  pots.Wish
}

// pot fills in pot, mix and section.
func (h *housing) pot(w *Way, still string, store Store) error {
	k, mix := pots.Table(), w.Mix
	h.needs.FewRoots = h.needs.FewRoots || h.route.Shallow
	under := h.under(mix)
	h.size(w)
	if h.dryTop(*w.Pot, mix) { // then its base sits lower, and the pot is deeper for it
		h.needs.DryTop = true
		h.size(w)
	}
	pot := *w.Pot
	if under != nil && pot.CrockMM == 0 { // it goes into the pot at hand too
		pot.CrockMM = k.Coarse(h.needs, pot)
	}
	fit := k.FitOf(pot, h.needs, media.Gaps(mix.Parts, store.Shelf), media.Table().Settling.Value)
	w.Fit = &fit
	var err error
	if mix.Measured, mix.Settled, err = media.Table().For(fit.MediumL, mix.Parts, store.Shelf); err != nil {
		return err
	}
	all := mix.Measured
	if c, ok := store.Shelf(h.coarse(under)); ok {
		mix.Under = &Under{media.Measured{
			Component: c.Code, Name: c.Name, Litres: media.Table().ByHand(fit.CrockL * media.Table().Settling.Value),
		}, pot.CrockMM}
		all = append(slices.Clone(all), mix.Under.Measured)
	}
	mix.Need = media.Table().Need([][]media.Measured{all}, store.HaveL, store.Shelf)
	mix.Judged = media.Table().Judge(mix.Settled, mix.Style, mix.kept)
	section := k.Draw(pots.Scene{
		Pot: pot, Needs: h.needs, Living: pots.Hanging(h.p, h.wish), Hold: still,
		Placement: h.place(*w.Pot, mix),
		Filling: pots.Filling{
			Medium: mix.Name,
			Grain:  mix.Settled.Grain,
			Rise:   mix.Rise,
			Wicks:  mix.Settled.Wicks,
			Under:  mix.Under.name(),
			DryMM:  h.plan.DryLineMM,
			Dry:    h.plan.DryTop,
		},
	})
	w.Section = &section
	return nil
}

// under is the coarse layer that its mix lies on; nil where it lies on none.
func (h *housing) under(mix *Mixed) *media.Under {
	if mix.Own || mix.Advised == nil || mix.Advised.Under == nil || mix.Advised.Under.Few && !h.needs.FewRoots {
		return nil
	}
	under := mix.Advised.Under
	if under.Share != nil {
		h.needs.CoarseShare = under.Share.Value
	} else {
		h.needs.CoarseMM = under.MM.Value
	}
	return under
}

// coarse is what the layer is of; empty where there is none.
func (housing) coarse(under *media.Under) string {
	if under == nil {
		return ""
	}
	return under.Component
}

// laid is the layer as it is kept.
func (u *Under) laid() *Laid {
	if u == nil {
		return nil
	}
	return &Laid{u.Component, u.MM, u.Litres * units.MLPerL}
}

// name is what the layer is of.
func (u *Under) name() message.Message {
	if u == nil {
		return message.Message{}
	}
	return u.Name
}

// size finds the pot advised, and takes the one at hand before it.
func (h housing) size(w *Way) {
	size := pots.Table().Advise(h.needs)
	w.Size, w.Pot = &size, &size.Pot
	if h.plan.Pot != nil {
		w.Pot = h.plan.Pot
	}
}

// dryTop holds where grains leave the top of a pot dry above its water: as measured, else by how
// high they draw it.
func (h housing) dryTop(pot pots.Pot, mix *Mixed) bool {
	if damp := h.plan.DryLineMM; damp != nil {
		return *damp > pot.Rim()
	}
	return pot.WaterMM() > 0 && !mix.Settled.Wicks && pot.WaterMM()+mix.Rise.Value < pot.FillMM()
}

// mix is the mix chosen, or the one advised.
func (h housing) mix(asked []Asked, shelf media.Shelf) (*Mixed, error) {
	k := media.Table()
	m := &Mixed{Style: h.p.Profile.MoistureStyle.Value}
	actions := make([]string, len(asked))
	for i, a := range asked {
		actions[i] = a.Code
	}
	grows, contradict := h.p.Intake.Grows()
	ask := media.Ask{
		Actions:  actions,
		Route:    h.route.Code,
		Style:    m.Style,
		Humidity: h.p.Around().Air().Percent,
		Waters:   cmp.Or(h.plan.Waters, h.p.Intake.Waters),
		Origin:   cmp.Or(h.plan.Origin, grows),
		NoLime:   h.p.Intake.Lime == "no",
		Group:    h.p.Profile.Code,
		NoMoss:   h.Moths.Has(h.p.Profile.Code) && h.p.Side(disputes.MossForMoths) == disputes.Never,
		Thick:    h.p.Profile.RootDiameterMM.Value >= k.CrushesFromMM.Value,
		Clay:     h.plan.Pot != nil && h.plan.Pot.Wall == "clay",
	}
	if a, ok := k.Advise(ask); ok {
		if contradict && h.plan.Origin == "" {
			a.Reasons = append(a.Reasons, k.Contradict)
		}
		m.Advised, m.Name, m.Parts, m.kept = &a, a.Name, a.Parts, a.Kept
	}
	if len(h.plan.Parts) > 0 {
		m.Own, m.Name, m.Parts, m.kept = true, message.Plain(h.plan.MixName), h.plan.Parts, nil
		if h.plan.MixName == "" {
			m.Name = message.Of("rehome.say.own-mix")
		}
	}
	s, err := k.Settle(m.Parts, shelf)
	var list fault.List
	if errors.As(err, &list) {
		return nil, list.Under("plan")
	}
	if err != nil {
		return nil, err
	}
	m.Settled, m.Rise = s, s.Rise
	m.Life = h.life(m)
	return m, nil
}

// life is how long a mix lives in the warmth of the plant's place: as growers state it for its
// way, else by what breaks down first.
func (h housing) life(m *Mixed) *Life {
	if !m.Own && m.Advised != nil && m.Advised.LifeMonths != nil {
		e := *m.Advised.LifeMonths
		return &Life{e.Value, knowledge.Text{
			Value:      message.Of("rehome.say.growers-repot-it-after-to", message.Fixed("low", e.Low, 0, ""), message.Fixed("high", e.High, 0, "months")),
			Provenance: e.Provenance,
		}}
	}
	if m.Settled.LifeMonths == nil {
		return nil
	}
	k := media.Table()
	warm := k.LifeAtC.Value // where its place is not known
	if h.p.Site != nil {
		air := h.p.Around().Air()
		warm = (air.NightC + air.DayC) / 2
	}
	months := k.LivesMonths(*m.Settled.LifeMonths, warm)
	return &Life{months, knowledge.Text{
		Value:      message.Of("rehome.say.lives-about-at-on-average", message.Fixed("months", months, 0, "months"), message.Fixed("warm", warm, 0, "°C")),
		Provenance: k.LifeAtC.Provenance,
	}}
}

// LifeMonths is how long the medium of a home lives in the warmth of its plant's place, by what of it
// breaks down first; nil where it lasts, or its parts are not those of the table.
func LifeMonths(p *patient.Patient, recipe string, parts []media.Part) *float64 {
	k := media.Table()
	if r, ok := k.Recipe(recipe); ok && r.LifeMonths != nil {
		months := r.LifeMonths.Value
		return &months
	}
	s, err := k.Settle(parts, k.Component)
	if len(parts) == 0 || err != nil || s.LifeMonths == nil {
		return nil
	}
	months := k.LivesMonths(*s.LifeMonths, warmth(p))
	return &months
}

// place says where the plant sits.
func (h housing) place(pot pots.Pot, mix *Mixed) []knowledge.Text {
	list := []knowledge.Text{}
	add := func(code string) { list = append(list, h.Placement[code]) }
	switch base := pots.Table().Base(h.needs.Group, h.needs.DryTop).Value; {
	case base < 0 && h.needs.DryTop:
		add("in-damp")
	case base < 0:
		add("in-surface")
	case base > 0:
		add("above-surface")
	default:
		add("at-surface")
	}
	switch {
	case h.needs.Clump:
		add("clump")
	case h.needs.Sympodial:
		add("walks")
	default:
		add("middle")
	}
	if h.plan.DryTop && h.needs.Sympodial {
		add("old-dry")
	}
	if h.needs.DryTop {
		add("dry-top")
	}
	if len(mix.Parts) > 1 && mix.Under == nil {
		add("coarse-below")
	}
	return list
}

func amounts(of []Mixing) message.Message {
	list := make([]message.Message, len(of))
	for i, m := range of {
		name := message.Plain(m.Own)
		if c, ok := media.Table().Component(m.Component); ok {
			name = c.Name
		}
		list[i] = message.Of("rehome.say.amount", message.Fixed("ml", m.ML, 0, "mL"), message.Told("component", name))
	}
	if len(list) == 0 {
		return message.Message{}
	}
	return message.Of("list.all", message.Several("all", list))
}

// mixing is what is measured out; a component that is in no table is the user's own.
func mixing(of []media.Measured) []Mixing {
	list := make([]Mixing, len(of))
	for i, m := range of {
		list[i] = Mixing{Component: m.Component, ML: m.Litres * units.MLPerL}
		if _, ok := media.Table().Component(m.Component); !ok {
			list[i].Component, list[i].Own = "", m.Name.Typed
		}
	}
	return list
}

// Stands is a home as evidence on its plant: whether it is held or housed, and what it
// stands in from then on.
func Stands(from, route string, pot *pots.Pot) patient.Home {
	r, _ := Table().Route(route)
	h := patient.Home{From: from, Way: route, Hold: r.Hold, Potted: pot != nil, Pot: pot.Word()}
	if r.Medium != nil {
		h.Medium = r.Medium.Value
	}
	if route == "mount" || route == patient.LivesBare {
		h.Pot = route
	}
	return h
}
