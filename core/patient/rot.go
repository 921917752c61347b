package patient

import "therapeon/core/dates"

// RotFound holds where rot runs on in its roots, or rotting root was left on it.
func (p Condition) RotFound() bool {
	if p.Given.RotFound || p.Spreading() {
		return true
	}
	r := p.Roots()
	return r != nil && r.After().Rots()
}

// CutDaysAgo is how long ago its roots were cut, in days; false where they were not.
func (p Condition) CutDaysAgo() (days float64, cut bool) {
	if p.Given.CutDaysAgo != nil {
		return *p.Given.CutDaysAgo, true
	}
	if r := p.Roots(); r != nil && len(r.Checks) > 0 {
		return max(0, dates.Between(r.On, p.Today())), true
	}
	return 0, false
}
