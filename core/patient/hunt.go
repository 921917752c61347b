package patient

import (
	"slices"

	"therapeon/core/dates"
)

// Answers of a morning's tray, beside yes and no: a slug or snail, nothing.
const (
	Worm  YesNo = "worm"  // a worm, or castings
	Other YesNo = "other" // something that does no harm
)

// Hunt is a search by trays for what lives in the pot of a plant, in its present home. Its zero value is none.
type Hunt struct {
	Since string // the day of the find that started it, or of the move after that
	Eats  string // the first find of what eats roots, or of its eggs; empty: only castings were found
	Found string // the last morning with such a find in the tray; empty: none
	stays bool
}

// Stays holds where what eats roots was found in the tray so long after the first, when it was last looked for, and
// nobody looked the plant over since. A worm never does.
func (h Hunt) Stays() bool { return h.stays }

// Hunt is the search that goes on; enough clean mornings end it, and so does time.
func (p Checked) Hunt() Hunt {
	k, clean, last := Table(), map[string]bool{}, ""
	h := p.lookedFor()
	last = h.Since
	over := func(day string) bool { return dates.Between(last, day) > k.LodgerOver.Value }
	for _, s := range p.All() {
		found := s.Noted.Lodger
		switch found {
		case No, Other:
			clean[s.On] = true
		case Yes, Worm:
			if h.Since == "" || float64(len(clean)) >= k.LodgerClean.Value || over(s.On) {
				h = Hunt{Since: s.On}
			}
			if found == Yes {
				if h.Eats == "" {
					h.Eats = s.On
				}
				h.Found = s.On
			}
			last = max(last, s.On)
			clear(clean)
		}
	}
	if h.Since == "" || over(p.Day) {
		return Hunt{}
	}
	unlooked := p.Unlooked(func(c Checkin) YesNo { return eater(c.Lodger) }, "")
	h.stays = unlooked && h.Found != "" && dates.Between(h.Eats, h.Found) >= k.LodgerStays.Value
	return h
}

// lookedFor is the hunt that its newest look started: in its pot, or in the home that it was given since.
func (p *Patient) lookedFor() Hunt {
	l, h := p.looked(), Hunt{}
	if l == nil {
		return h
	}
	has := func(code string) bool { return l.Noted.Findings[code] == Present }
	eats := slices.ContainsFunc(Table().Eaters.Values, has)
	if !eats && !slices.ContainsFunc(Table().Castings.Values, has) {
		return h
	}
	h.Since = l.On
	if home := p.Stands().Home(); home != nil && p.Stands().EpochOf(l.On) == History {
		h.Since = home.From
	}
	if eats {
		h.Eats = h.Since
	}
	return h
}

// eater is what a tray says of what eats roots.
func eater(of YesNo) YesNo {
	if of == Worm || of == Other {
		return No
	}
	return of
}

// FirstRound is the round of treatment that is due in the home of a plant in which what eats roots, or its eggs, was
// found before: none where a round was noted since, or none was found.
func FirstRound(p *Patient) Round {
	h := p.Stands().Home()
	if h == nil || h.Hold {
		return Round{}
	}
	found := p.lookedFor()
	if found.Eats == "" || found.Eats != h.From || dates.Between(h.From, p.Today()) > Table().LodgerOver.Value {
		return Round{}
	}
	since := p.looked().On
	pest := Table().EaterPest.Value
	if slices.ContainsFunc(p.Rounds, func(r TreatedDay) bool { return r.Pest == pest && r.On >= since }) {
		return Round{}
	}
	return Round{On: h.From, By: dates.After(h.From, 1), N: 1, Pest: pest}
}
