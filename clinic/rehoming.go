package clinic

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/drying"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// Mixed is the mix for a pot.
type Mixed struct {
	Advised  *media.Advised   `json:"advised,omitempty"`
	Name     string           `json:"name" required:"true"`
	Parts    []media.Part     `json:"parts" required:"true"`
	Own      bool             `json:"own,omitempty"`
	Measured []media.Measured `json:"measured" required:"true" description:"to measure out for this pot"`
	Settled  media.Settled    `json:"settled" required:"true"`
	Judged   []Text           `json:"judged" required:"true"`
	Need     []media.Want     `json:"need" required:"true" description:"against the shelf"`
	Style    string           `json:"style" required:"true" description:"how moist the group wants it"`
	RiseMM   float64          `json:"rise_mm" required:"true" description:"how high its grains draw water; 0: all the way"`
}

// Drying is when the pot a plant is in is due for water, by the calendar.
type Drying struct {
	drying.Forecast
	DueOn  string `json:"due_on" required:"true"`
	SoonOn string `json:"soon_on" required:"true"`
	LateOn string `json:"late_on" required:"true"`
}

// Rehoming is all that leads a plant to its new home.
type Rehoming struct {
	PlantID    int64          `json:"plant_id" required:"true"`
	Version    int64          `json:"version" required:"true"`
	Plan       Plan           `json:"plan" required:"true"`
	Decision   rehome.Verdict `json:"decision" required:"true"`
	Asked      []Asked        `json:"asked" required:"true" description:"what its causes ask of its new home"`
	Route      *rehome.Route  `json:"route,omitempty" description:"chosen, else advised; left out: its roots are to be read first"`
	Size       *pots.Size     `json:"size,omitempty" description:"the pot advised"`
	Pot        *pots.Pot      `json:"pot,omitempty" description:"the pot at hand, else the one advised"`
	Fit        *pots.Fit      `json:"fit,omitempty"`
	Mix        *Mixed         `json:"mix,omitempty"`
	Section    *pots.Section  `json:"section,omitempty"`
	Jobs       []rehome.Job   `json:"jobs" required:"true"`
	Headline   string         `json:"headline" required:"true"`
	Open       int            `json:"open" required:"true"`
	NextLookOn string         `json:"next_look_on,omitempty" description:"if it is done today"`
	Homes      []Home         `json:"homes" required:"true" description:"the newest first"`
	Drying     *Drying        `json:"drying,omitempty" description:"of the pot it is in, from its weights"`
	Seen       []Seen         `json:"seen" required:"true" description:"cautions this person has acknowledged"`
}

// Asked is what causes ask of a new home.
type Asked struct {
	Code   string   `json:"code" required:"true"`
	Words  Text     `json:"words" required:"true"`
	Causes []string `json:"causes" required:"true" description:"names of the causes that ask"`
}

// askedAtHome is what the causes that are acted on ask of the new home.
func (v *visit) askedAtHome() []Asked {
	list, asked := []Asked{}, v.asked()
	for _, a := range causes.Table().Actions {
		if by := asked[a.Code]; a.At == "re-home" && len(by) > 0 {
			list = append(list, Asked{a.Code, a.Words, by})
		}
	}
	return list
}

// Rehoming finds what leads a plant to its new home.
func (c *Clinic) Rehoming(ctx context.Context, plantID int64, person string) (Rehoming, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Rehoming, error) { return c.rehoming(ctx, q, plantID, person) })
}

func (c *Clinic) rehoming(ctx context.Context, q *sqlc.Queries, plantID int64, person string) (Rehoming, error) {
	v, err := c.visit(ctx, q, plantID)
	if err != nil {
		return Rehoming{}, err
	}
	plan, err := v.planned(ctx)
	if err != nil {
		return Rehoming{}, err
	}
	r := Rehoming{
		PlantID: plantID,
		Version: plan.Version,
		Plan:    plan.Plan,
		Asked:   v.askedAtHome(),
		Jobs:    []rehome.Job{},
		Seen:    []Seen{},
	}
	rc, err := v.raceCase(ctx, c.now())
	if err != nil {
		return r, err
	}
	v.decide(ctx, &r, rc)
	if err := v.housing(ctx, &r, rc); err != nil {
		return r, err
	}
	if r.Homes, err = v.homes(ctx); err != nil {
		return r, err
	}
	if r.Drying, err = v.drying(ctx, r.Homes, rc); err != nil {
		return r, err
	}
	slices.Reverse(r.Homes)
	acknowledged, err := q.ListAcknowledged(ctx, person)
	for _, a := range acknowledged {
		r.Seen = append(r.Seen, Seen{a.Product, a.Caution})
	}
	return r, err
}

// decide fills in whether to pot or to hold, and the route.
func (v *visit) decide(ctx context.Context, r *Rehoming, rc race.Case) {
	c := rehome.Case{
		Profile: v.bench.profile, TipsOut: rc.TipsOut, Humidity: rc.Humidity, OldMedium: v.now.OldMedium,
		BareSide: own(r.Plan.BareSide, v.house.BareNoTips), MediumSide: own(r.Plan.Medium, v.house.Medium),
	}
	if v.judged != nil {
		left := cleaning.After(v.judged.reading, v.judged.verdict, v.judged.checks)
		c.Grade = roots.Read(left, v.bench.context).Grade.Code
		if len(left.Roots) == 0 {
			c.Grade = "rootless" // all that was read has been cut off
		}
	} else if v.reading != nil {
		c.Grade = "rootless"
	}
	if v.seen != nil {
		for _, cause := range v.seen.Causes.Causes {
			if cause.ActOn {
				c.Causes = append(c.Causes, cause.Code)
			}
		}
	}
	r.Decision = rehome.Table().Decide(c)
	if r.Decision.Decision == "hold" {
		if best, err := race.Best(ctx, rc); err == nil { // without leaves counted there is no race
			c.RaceAdvises = best
			r.Decision = rehome.Table().Decide(c)
		}
	}
	code := r.Plan.Route
	if code == "" && len(r.Decision.Routes) > 0 && r.Decision.Routes[0].Advised {
		code = r.Decision.Routes[0].Route.Code
	}
	if route, ok := rehome.Table().Route(code); ok {
		r.Route = &route
	}
}

// roomy is what a pot has to fit.
func (v *visit) roomy(plan Plan, route rehome.Route, rc race.Case, asked []Asked) (pots.Plant, []pots.RootIn) {
	p := pots.Plant{
		Group:     v.bench.profile.Code,
		BaseMM:    plan.BaseMM,
		Sympodial: v.bench.profile.Habit.Value == "sympodial",
		Clump:     plan.Clump,
		Wall: own(
			plan.PotWall,
			v.house.PotWall,
		),
		GrowthMMDay: v.bench.profile.ElongationMMPerDay.Value,
		GrowthFrom:  v.bench.profile.ElongationMMPerDay.Provenance,
		Reservoir:   route.Reservoir,
		FilmOrLight: rc.Light == "sun" ||
			slices.ContainsFunc(asked, func(a Asked) bool { return a.Code == "shade-pot" }),
	}
	if rc.GrowthMM != nil {
		p.GrowthMMDay, p.GrowthOwn = *rc.GrowthMM, true
	}
	if route.Wall != "" {
		p.Wall = route.Wall
	}
	if v.seen != nil {
		p.FilmOrLight = p.FilmOrLight || v.seen.Inspection.Findings["dark-film"] == causes.Present
		p.TipsAreGreen = v.seen.Inspection.Growth == "new-roots"
	}
	var living []pots.RootIn
	if v.judged == nil {
		p.FewRoots = true
		return p, living
	}
	left := cleaning.After(v.judged.reading, v.judged.verdict, v.judged.checks)
	verdict := roots.Read(left, v.bench.context)
	p.TipsAreGreen = p.TipsAreGreen || verdict.Totals.GrowingTips > 0
	p.LongestMM = verdict.Totals.LongestLiveMM
	p.FewRoots = slices.Contains(rehome.Table().FewGrades, verdict.Grade.Code) || verdict.Grade.Code == ""
	for i, root := range left.Roots {
		if root.Depth == roots.Aerial && route.Code != "basket" {
			continue // left out in the air
		}
		for _, s := range verdict.Roots[i].Stretches {
			if s.State.IsLive() {
				length := s.ToMM - s.FromMM
				p.RootML += float64(root.Count) * roots.VolumeCM3(s.DiameterMM, length)
				for range min(root.Count, 4) {
					if len(living) < 14 {
						living = append(
							living,
							pots.RootIn{LengthMM: s.ToMM, WidthMM: s.DiameterMM, Growing: root.Tip == roots.Growing},
						)
					}
				}
			}
		}
	}
	return p, living
}

// housing fills in pot, mix, section and jobs.
func (v *visit) housing(ctx context.Context, r *Rehoming, rc race.Case) error {
	if r.Route == nil {
		r.Headline = r.Decision.Headline
		return nil
	}
	plant, living := v.roomy(r.Plan, *r.Route, rc, r.Asked)
	f := rehome.Facts{
		Route:     *r.Route,
		KeptApart: v.suspect(),
		Sympodial: plant.Sympodial && !plant.Clump,
		Still:     r.Plan.Still,
		Spike: v.seen != nil &&
			slices.Contains([]string{"spike", "bud", "bloom"}, v.seen.Flowering),
		Aerial: v.aerial(),
	}
	if f.Still == "" {
		f.Still = "none"
		if plant.FewRoots {
			f.Still = "skewer"
			if !plant.Sympodial {
				f.Still = "stake"
			}
		}
	}
	if r.Route.Potted() {
		if err := v.potted(ctx, r, plant, living, f.Still, rc); err != nil {
			return err
		}
		f.SideHoles, f.Crock = r.Pot.SideHoles, r.Pot.CrockMM > 0
		f.Reservoir = r.Pot.WaterMM() > 0 || r.Route.Code == "pebbles"
		f.BigPot = r.Fit.VolumeL > rehome.Table().BigPotL.Value
		f.Organic, f.Care, f.Amounts = r.Mix.Settled.Organic, r.Mix.Settled.Cautions, amounts(r.Mix.Measured)
	}
	r.Jobs = rehome.Table().Checklist(f, r.Plan.Marks)
	r.Headline, r.Open = rehome.Headline(r.Jobs)
	r.NextLookOn = v.clinic.now().AddDate(0, 0, int(r.Route.LookDays.Value)).Format(time.DateOnly)
	return nil
}

func (v *visit) aerial() bool {
	return v.judged != nil &&
		slices.ContainsFunc(v.judged.reading.Roots, func(r roots.Root) bool { return r.Depth == roots.Aerial })
}

func amounts(of []media.Measured) string {
	list := make([]string, len(of))
	for i, m := range of {
		list[i] = fmt.Sprintf("%.0f mL %s", m.Litres*1000, strings.ToLower(m.Name[:1])+m.Name[1:])
	}
	return strings.Join(list, ", ")
}

// potted fills in pot, mix and section for a route that has them.
func (v *visit) potted(
	ctx context.Context,
	r *Rehoming,
	plant pots.Plant,
	living []pots.RootIn,
	still string,
	rc race.Case,
) error {
	k := pots.Table()
	if r.Route.Shallow {
		plant.FewRoots = true
	}
	size := k.Advise(plant)
	r.Size, r.Pot = &size, &size.Pot
	if r.Plan.Pot != nil {
		r.Pot = r.Plan.Pot
	}
	all, _, err := components(ctx, v.q)
	if err != nil {
		return err
	}
	shelf := shelfOf(all)
	mix, err := v.mix(r, rc, shelf)
	if err != nil {
		return err
	}
	r.Mix = mix
	fit := k.FitOf(*r.Pot, plant, gapsOf(mix.Parts, shelf), media.Table().Settling.Value)
	r.Fit = &fit
	if mix.Measured, mix.Settled, err = media.Table().For(fit.MediumL, mix.Parts, shelf); err != nil {
		return err
	}
	have, err := v.clinic.mediaOnShelf(ctx, v.q)
	if err != nil {
		return err
	}
	mix.Need = media.Table().Need([][]media.Measured{mix.Measured}, have, shelf)
	mix.Judged = media.Table().Judge(mix.Settled, mix.Style)
	filling := pots.Filling{
		Medium: mix.Name,
		Grain:  mix.Settled.Grain,
		Crock:  "Broken crock",
		RiseMM: mix.RiseMM,
		Wicks:  mix.RiseMM == 0,
		Dry:    r.Plan.DryTop,
	}
	section := k.Draw(*r.Pot, plant, filling, living, v.placement(plant, r, mix), still)
	r.Section = &section
	return nil
}

// gapsOf is the share of a reservoir that water can fill: all that is not solid in
// the coarsest component.
func gapsOf(parts []media.Part, shelf media.Shelf) float64 {
	best := media.Component{}
	for _, p := range parts {
		if c, ok := shelf(p.Component); ok && p.Parts > 0 && c.GradeMM() >= best.GradeMM() {
			best = c
		}
	}
	return min(1, best.Air.Value+best.Water.Value)
}

// mix is the mix chosen, or the one advised.
func (v *visit) mix(r *Rehoming, rc race.Case, shelf media.Shelf) (*Mixed, error) {
	k := media.Table()
	m := &Mixed{Style: v.bench.profile.MoistureStyle.Value}
	actions := make([]string, len(r.Asked))
	for i, a := range r.Asked {
		actions[i] = a.Code
	}
	ask := media.Ask{
		Actions:  actions,
		Route:    r.Route.Code,
		Style:    m.Style,
		Humidity: rc.Humidity,
		Waters:   r.Plan.Waters,
		Origin:   r.Plan.Origin,
	}
	if a, ok := k.Advise(ask); ok {
		m.Advised, m.Name, m.Parts = &a, a.Name, a.Parts
	}
	if len(r.Plan.Parts) > 0 {
		m.Own, m.Name, m.Parts = true, r.Plan.MixName, r.Plan.Parts
		if m.Name == "" {
			m.Name = "Own mix"
		}
	}
	s, err := k.Settle(m.Parts, shelf)
	if err != nil {
		return nil, under("plan", err)
	}
	if !s.Wicks && s.FinestMM > 0 {
		m.RiseMM = k.RiseBetweenMM(s.FinestMM)
	}
	return m, nil
}

// placement says where the plant sits.
func (v *visit) placement(p pots.Plant, r *Rehoming, mix *Mixed) []Text {
	k := rehome.Table()
	list := []Text{}
	add := func(code string) { list = append(list, k.Placement[code]) }
	switch base := pots.Table().Base(p.Group).Value; {
	case base < 0:
		add("in-surface")
	case base > 0:
		add("above-surface")
	default:
		add("at-surface")
	}
	switch {
	case p.Clump:
		add("clump")
	case p.Sympodial:
		add("walks")
	default:
		add("middle")
	}
	if r.Plan.DryTop && p.Sympodial {
		add("old-dry")
	}
	if r.Pot.WaterMM() > 0 && mix.RiseMM > 0 && r.Pot.WaterMM()+mix.RiseMM < r.Pot.FillMM() {
		add("dry-top")
	}
	if len(mix.Parts) > 1 {
		add("coarse-below")
	}
	return list
}

// drying foretells when the pot it is in is due for water, from its weights since
// it was housed.
func (v *visit) drying(ctx context.Context, homes []Home, rc race.Case) (*Drying, error) {
	if len(homes) == 0 || homes[len(homes)-1].Pot == nil {
		return nil, nil
	}
	home := homes[len(homes)-1]
	all, err := weighings(ctx, v.q, v.row.ID)
	if err != nil {
		return nil, err
	}
	var list []drying.Weight
	for _, w := range sinceChange(counting(all, InPot)) {
		at, err := time.Parse(time.RFC3339, w.At)
		if err != nil || at.Format(time.DateOnly) < home.FromOn {
			continue
		}
		list = append(
			list,
			drying.Weight{
				Day:   float64(at.Unix()) / 86400,
				Grams: w.Grams,
				Wet:   w.Moment == "wet" || w.Because == BecauseWatered,
				Light: w.Moment == "light",
			},
		)
	}
	f, ok := drying.Table().Foretell(
		list,
		potPrior(*home.Pot, home.MixWater, rc),
		media.Table().DueAt[v.bench.profile.MoistureStyle.Value].Value,
	)
	if !ok {
		return nil, nil
	}
	last := list[len(list)-1].Day
	on := func(days float64) string {
		at := time.Unix(int64((last+days)*86400), 0).In(v.clinic.now().Location())
		return max(at.Format(time.DateOnly), v.clinic.today())
	}
	return &Drying{f, on(f.DueDays), on(f.SoonDays), on(f.LateDays)}, nil
}
