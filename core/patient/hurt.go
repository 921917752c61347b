package patient

import (
	"slices"
	"time"

	"therapeon/core/dates"
)

// Hurt is what broke on a plant last, before its day.
type Hurt struct {
	Cleaned bool     // while it was cleaned, else on the way out of its pot
	What    []string // codes of accidents
	On      string
	Days    float64 // ago
}

// Last is what broke last before this look: at an earlier look, or since while it was
// cleaned; nil where nothing did. What is done on the day of a look follows it.
func (p Broken) Last() *Hurt {
	var hurt *Hurt
	for _, l := range p.Looks[min(1, len(p.Looks)):] {
		if len(l.Noted.Accidents) > 0 {
			hurt = &Hurt{On: l.On, Days: dates.Between(l.On, p.Day)}
			for _, a := range l.Noted.Accidents {
				hurt.What = append(hurt.What, a.What)
			}
			break
		}
	}
	for _, i := range p.Incidents {
		if !p.isBefore(i.On) {
			continue
		}
		if days := dates.Between(i.On, p.Day); hurt == nil || days < hurt.Days {
			hurt = &Hurt{Cleaned: true, What: []string{i.What}, On: i.On, Days: days}
		}
	}
	return hurt
}

// Treated is the last day before the patient's on which it was treated with a product,
// and how long ago in days; false where it was not.
func (p *Patient) Treated(product string) (on string, days float64, was bool) {
	for _, r := range p.Rounds {
		if !p.isBefore(r.On) || !slices.Contains(r.Products, product) {
			continue
		}
		if ago := dates.Between(r.On, p.Day); !was || ago < days {
			on, days, was = r.On, ago, true
		}
	}
	return on, days, was
}

func (p *Patient) isBefore(day string) bool {
	_, err := time.Parse(time.DateOnly, day)
	return err == nil && day < p.day()
}
