package judgement

import (
	"therapeon/core/disputes"
	"therapeon/core/rehome"
)

// Decided is whether a plant is potted or held, with what is done.
type Decided struct {
	rehome.Verdict
	Headline Saying   `json:"headline" required:"true"`
	Routes   []Choice `json:"routes" required:"true" description:"the advised first"`
}

// Choice is a way that comes into question.
type Choice struct {
	rehome.Choice
	Route Route `json:"route" required:"true"`
}

// Route is a way to a new home, with what is done there.
type Route struct {
	rehome.Route
	FirstWater *Instruction                      `json:"first_water,omitempty" description:"left out where it hangs on what the home starts"`
	Flushing   map[disputes.SideCode]Instruction `json:"flushing,omitempty" description:"its first water by the side on flushing, where that goes by no way"`
	Light      Instruction                       `json:"light" required:"true"`
	Air        Instruction                       `json:"air" required:"true"`
}

func routeOf(r rehome.Route) Route {
	flushing := map[disputes.SideCode]Instruction{}
	for side, words := range r.Flushing {
		flushing[side] = instruct(words)
	}
	return Route{r, Told(r.FirstWater), flushing, instruct(r.Light), instruct(r.Air)}
}

// OfPotOrHold is whether a plant is potted or held.
func OfPotOrHold(v rehome.Verdict) Decided {
	choice := func(c rehome.Choice) Choice { return Choice{c, routeOf(c.Route)} }
	return Decided{v, tell(v.Headline), views(v.Routes, choice)}
}

// Homeward is all that leads a plant to its new home, with what is done.
type Homeward struct {
	rehome.Way
	Decision Decided   `json:"decision" required:"true"`
	Asked    []Asked   `json:"asked" required:"true" description:"what its causes ask of its new home"`
	Route    *Route    `json:"route,omitempty" description:"chosen, else advised; left out: its roots are to be read first"`
	Jobs     []HomeJob `json:"jobs" required:"true"`
	Headline Saying    `json:"headline" required:"true"`
}

// Asked is what causes ask of a new home.
type Asked struct {
	rehome.Asked
	Words Instruction `json:"words" required:"true"`
}

// HomeJob is something to be done on the way to a new home.
type HomeJob struct {
	rehome.Job
	Do  Saying        `json:"do" required:"true"`
	How []Instruction `json:"how" required:"true"`
}

// OfWay is what leads a plant to its new home.
func OfWay(w rehome.Way) Homeward {
	of := Homeward{
		Way: w, Decision: OfPotOrHold(w.Decision), Jobs: HomeJobs(w.Jobs), Headline: tell(w.Headline),
		Asked: views(w.Asked, func(a rehome.Asked) Asked { return Asked{a, instruct(a.Words)} }),
	}
	if w.Route != nil {
		route := routeOf(*w.Route)
		of.Route = &route
	}
	return of
}

// HomeJobs are jobs of a home, as they are told.
func HomeJobs(all []rehome.Job) []HomeJob {
	return views(all, func(j rehome.Job) HomeJob { return HomeJob{j, tell(j.Do), instructs(j.How)} })
}
