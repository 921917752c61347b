package progress

import (
	"cmp"
	"slices"
	"time"

	"therapeon/core/patient"
)

// Line is one measure of a plant over its weeks.
type Line struct {
	Code   string  `json:"code" required:"true" enum:"bare,pot,roots,longest,tips,leaf,shoot,bulbs"`
	Unit   string  `json:"unit" required:"true" enum:",g,mm,times"`
	Points []Point `json:"points" required:"true" description:"the oldest first; of bulbs: 1 plumper, 0 the same, -1 thinner"`
	Rate   *Rate   `json:"rate,omitempty"`
}

// lines are its weights, root lengths, tips, leaves, shoots and bulbs; those of which something is known.
func (c *Followed) lines(today string) []Line {
	list := []Line{}
	add := func(code, unit string, points []Point) {
		if len(points) == 0 {
			return
		}
		slices.SortStableFunc(points, func(a, b Point) int { return cmp.Compare(a.On, b.On) })
		l := Line{Code: code, Unit: unit, Points: points}
		if code != "bulbs" && code != "tips" {
			l.Rate = rateOf(stretch(points))
		}
		list = append(list, l)
	}
	add("bare", "g", c.weights(patient.BarePlant))
	add("pot", "g", c.weights(patient.InPot))
	add("roots", "mm", c.living())
	seen := c.seen(today)
	of := func(value func(patient.Checkin) *float64, off float64) []Point {
		points := []Point{}
		for _, s := range seen {
			if v := value(s.Noted); v != nil {
				points = append(points, Point{On: s.On, Value: *v, Off: off, From: "check-in"})
			}
		}
		return points
	}
	tape := Table().TapeMM.Value
	add("longest", "mm", of(func(c patient.Checkin) *float64 { return c.LongestMM }, tape))
	tips := of(func(c patient.Checkin) *float64 {
		if c.Tips == nil {
			return nil
		}
		n := float64(*c.Tips)
		return &n
	}, 0)
	for _, r := range c.read {
		tips = append(tips, Point{On: r.On, Value: float64(r.after.Totals.GrowingTips), From: "reading"})
	}
	add("tips", "", tips)
	leaves := of(func(c patient.Checkin) *float64 { return c.NewestLeafMM }, tape)
	for _, l := range slices.Backward(c.Looks) {
		if mm := l.Noted.NewestLeafMM; mm != nil && l.On <= today {
			leaves = append(leaves, Point{On: l.On, Value: *mm, Off: tape, From: "look"})
		}
	}
	add("leaf", "mm", leaves)
	add("shoot", "mm", of(func(c patient.Checkin) *float64 { return c.ShootMM }, tape))
	add("bulbs", "times", of(func(c patient.Checkin) *float64 {
		n, ok := map[string]float64{"plumper": 1, "same": 0, "thinner": -1}[c.Bulbs]
		if !ok {
			return nil
		}
		return &n
	}, 0))
	return list
}

// stretch are points since the last that begins anew.
func stretch(points []Point) []Point {
	from := 0
	for i, p := range points {
		if p.Anew {
			from = i
		}
	}
	return points[from:]
}

func (c *Followed) weights(kind patient.Kind) []Point {
	points := []Point{}
	for _, w := range c.Stands().Counting(kind) {
		on := w.At.In(c.Now.Location()).Format(time.DateOnly)
		points = append(points, Point{On: on, Value: w.Grams, Off: 1, From: "weighing", Anew: w.Anew()})
	}
	return points
}

// living is the length of its living root at each reading, as the cuts left it.
func (c *Followed) living() []Point {
	points := []Point{}
	for _, r := range c.read {
		mm := r.after.Totals.LiveLengthMM
		p := Point{On: r.On, Value: (mm.Low + mm.High) / 2, Off: (mm.High - mm.Low) / 2, From: "reading"}
		points = append(points, p)
	}
	return points
}

// Deed is something done to the plant, so that cause and effect can be seen.
type Deed struct {
	On   string `json:"on" required:"true"`
	Kind string `json:"kind" required:"true" enum:"moved,watered,fed,treated,cut,broke"`
	What string `json:"what,omitempty" description:"code of the way, job, pest or accident"`
}

// deeds are what was done up to a day.
func (c *Followed) deeds(today string) []Deed {
	list := []Deed{}
	add := func(on, kind, what string) {
		if on != "" && on <= today {
			list = append(list, Deed{on, kind, what})
		}
	}
	for _, h := range c.Homes {
		add(h.From, "moved", h.Way)
	}
	for _, t := range c.Care {
		switch {
		case t.Watered() && t.PPM > 0:
			add(t.On, "fed", t.Job)
		case t.Watered():
			add(t.On, "watered", t.Job)
		}
	}
	for _, r := range c.Rounds {
		add(r.On, "treated", r.Pest)
	}
	for _, d := range c.Patient.Deeds {
		if !d.LeftOut {
			add(d.On, "cut", "")
		}
	}
	for _, i := range c.Incidents {
		add(i.On, "broke", i.What)
	}
	slices.SortStableFunc(list, func(a, b Deed) int {
		return cmp.Or(cmp.Compare(a.On, b.On), cmp.Compare(a.Kind, b.Kind), cmp.Compare(a.What, b.What))
	})
	return slices.Compact(list)
}
