package progress

import (
	"slices"

	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Shown are a plant's roots as of a day: the newest reading until then, with what was taped since.
type Shown struct {
	On      string        `json:"on" required:"true" description:"the day of the newest reading or tape in it"`
	ReadOn  string        `json:"read_on" required:"true" description:"the day of the reading"`
	Reading roots.Reading `json:"reading" required:"true"`
	Verdict roots.Verdict `json:"verdict" required:"true"`

	taped map[string]bool // those that no reading names
}

// Beside are a plant's roots of two days, and what came between.
type Beside struct {
	Then   Shown       `json:"then" required:"true"`
	Now    Shown       `json:"now" required:"true"`
	Since  roots.Since `json:"since" required:"true" description:"what grew, and what is new"`
	Lost   []LostRoot  `json:"lost" required:"true"`
	Kept   float64     `json:"kept" required:"true" description:"share of the roots alive then that still are"`
	KeptOf int         `json:"kept_of" required:"true" description:"how many lived then; 0: none"`
	Branch int         `json:"branches" required:"true" description:"branches more than then"`
	Drawn  Shown       `json:"drawn" required:"true" description:"the roots of now, and those that are there no more"`
	Gone   []string    `json:"gone" required:"true" description:"which of those drawn are there no more"`
}

// LostRoot is a root that was alive then and is not any more.
type LostRoot struct {
	ID    string `json:"id" required:"true"`
	Label string `json:"label" required:"true"`
	Count int    `json:"count" required:"true"`
}

// Between sets a plant's roots of two days beside each other. It is false where none were read until the
// first of them.
func Between(c *Followed, then, now string) (Beside, bool) {
	c.gather(c.Now.Format(dayLayout))
	before := 0
	if n := len(c.read); then == now && n > 1 && c.read[n-1].On == then && c.read[n-2].On == then {
		before = 1 // of two readings of one day the first is then
	}
	a, ok := c.shown(then, before)
	b, still := c.shown(now, 0)
	if !ok || !still {
		return Beside{}, false
	}
	side := Beside{Then: a, Now: b, Since: roots.Compare(a.Verdict, b.Verdict), Lost: []LostRoot{}}
	read := a.Verdict
	read.Roots = slices.DeleteFunc(slices.Clone(read.Roots), func(r roots.RootVerdict) bool { return a.taped[r.ID] })
	side.KeptOf, side.Kept = Kept(read, b.Verdict)
	lives := map[string]int{}
	for _, r := range b.Verdict.Roots {
		if r.State.IsLive() {
			lives[r.ID] += r.Count
		}
	}
	for _, r := range a.Verdict.Roots {
		lost := c.tapedLost(r.ID, b.On) || !a.taped[r.ID] // no reading tells of one that none names
		if n := r.Count - lives[r.ID]; n > 0 && r.State.IsLive() && lost {
			side.Lost = append(side.Lost, LostRoot{r.ID, r.Label, n})
		}
	}
	side.Branch = sides(b.Reading) - sides(a.Reading)
	c.draw(&side)
	return side, true
}

// tapedLost holds where a check-in up to a day says last that a root is lost.
func (c *Followed) tapedLost(root, day string) bool {
	lost := false
	for _, s := range c.seen(day) {
		for _, t := range s.Noted.Roots {
			if t.Root == root {
				lost = t.Kept == patient.No
			}
		}
	}
	return lost
}

// draw puts the roots that are there no more beside those of now.
func (c *Followed) draw(side *Beside) {
	d := side.Now
	d.Reading.Roots, side.Gone = slices.Clone(d.Reading.Roots), []string{}
	for i, r := range side.Then.Reading.Roots {
		if side.Then.taped[r.ID] && !c.tapedLost(r.ID, side.Now.On) {
			continue
		}
		here := slices.ContainsFunc(d.Reading.Roots, func(now roots.Root) bool { return now.ID == r.ID })
		if here || !side.Then.Verdict.Roots[i].State.IsLive() {
			continue
		}
		r.Tip = ""
		d.Reading.Roots = append(d.Reading.Roots, r)
		side.Gone = append(side.Gone, r.ID)
	}
	d.Verdict = patient.ReadOn(c.Patient, patient.Reading{On: d.ReadOn, Roots: d.Reading}).Verdict
	side.Drawn = d
}

const dayLayout = "2006-01-02"

func sides(r roots.Reading) int {
	n := 0
	for _, root := range r.Roots {
		n += len(root.Branches)
	}
	return n
}

// shown are the roots as of a day, or as of so many readings before. Of the day of a reading they are as its
// cuts left them.
func (c *Followed) shown(day string, before int) (Shown, bool) {
	i := len(c.read) - 1 - before
	for ; i >= 0 && c.read[i].On > day; i-- {
		continue
	}
	if i < 0 {
		return Shown{}, false
	}
	r := c.read[i]
	at := Shown{On: r.On, ReadOn: r.On, Reading: r.left, taped: map[string]bool{}}
	at.Reading.Roots = slices.Clone(at.Reading.Roots)
	for _, s := range c.seen(day) {
		if s.On < r.On {
			continue
		}
		for _, t := range s.Noted.Roots {
			at.tape(t)
			at.On = s.On
		}
	}
	at.Verdict = patient.ReadOn(c.Patient, patient.Reading{On: r.On, Roots: at.Reading}).Verdict
	return at, true
}

// tape brings one root up to what was taped of it.
func (s *Shown) tape(t patient.Taped) {
	all := s.Reading.Roots
	i := slices.IndexFunc(all, func(r roots.Root) bool { return r.ID == t.Root && r.Count == 1 })
	switch {
	case t.Kept == patient.No && i >= 0:
		s.Reading.Roots = slices.Delete(all, i, i+1)
		return
	case t.Kept == patient.No || i < 0 && t.LengthMM == nil:
		return
	case i < 0:
		firm := []roots.Segment{{Feel: roots.Firm, Colour: roots.ColourPale}}
		s.Reading.Roots = append(all, roots.Root{ID: t.Root, Count: 1, Segments: firm})
		s.taped[t.Root] = true
		i = len(s.Reading.Roots) - 1
	}
	root := &s.Reading.Roots[i]
	if t.Tip == "growing" {
		root.Tip = roots.Growing
	} else if t.Tip != "" {
		root.Tip = ""
	}
	if t.LengthMM != nil {
		root.Segments = reaching(root.Segments, *t.LengthMM)
	}
}

// reaching are segments whose last is as long as the whole wants; a root that was longer is as it was
// read.
func reaching(all []roots.Segment, mm float64) []roots.Segment {
	all = slices.Clone(all)
	before := 0.0
	for _, s := range all[:len(all)-1] {
		before += number(s.LengthMM)
	}
	if rest := mm - before; rest >= shortest {
		all[len(all)-1].LengthMM = &rest
	}
	return all
}
