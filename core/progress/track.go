package progress

import (
	"cmp"
	"math"
	"slices"

	"therapeon/core/bands"
	"therapeon/core/dates"
	"therapeon/core/patient"
)

// Track is one root followed from day to day.
type Track struct {
	Root     string    `json:"root" required:"true" description:"its name"`
	Label    string    `json:"label" required:"true"`
	New      bool      `json:"new,omitempty" description:"it came after the loss"`
	Points   []Point   `json:"points" required:"true" description:"its lengths, the oldest first"`
	Tip      string    `json:"tip,omitempty" description:"as last seen"`
	At       string    `json:"at,omitempty" description:"how far it is, as last seen"`
	Branched bool      `json:"branched,omitempty"`
	LostOn   string    `json:"lost_on,omitempty"`
	Rate     *Rate     `json:"rate,omitempty" description:"left out: one length, or none that lie apart"`
	Arrives  []Arrival `json:"arrives" required:"true"`

	from    int               // the first of its points since it was last cut
	reached map[string]string // day on which it was first seen to be where
}

// Point is a measure of a day.
type Point struct {
	On    string  `json:"on" required:"true"`
	Value float64 `json:"value" required:"true"`
	Off   float64 `json:"off" required:"true" description:"how far it may be off, one standard deviation"`
	From  string  `json:"from" required:"true" enum:"reading,check-in,look,weighing"`
	Anew  bool    `json:"anew,omitempty" description:"something was cut or changed: it does not go on from the one before"`
}

// Rate is how fast something changes a day.
type Rate struct {
	Day    float64 `json:"a_day" required:"true"`
	Low    float64 `json:"low" required:"true" description:"of the interval of 95 %; as a_day where there is none"`
	High   float64 `json:"high" required:"true"`
	Wide   bool    `json:"interval,omitempty" description:"it has an interval: there are points enough"`
	Points int     `json:"points" required:"true"`
	FromOn string  `json:"from_on" required:"true"`
	ToOn   string  `json:"to_on" required:"true"`
}

// Arrival is when a root will be somewhere.
type Arrival struct {
	At     string  `json:"at" required:"true" enum:"wall,water,established"`
	MM     float64 `json:"mm" required:"true" description:"that is so far along the root"`
	SoonOn string  `json:"soon_on" required:"true" description:"four times in five not before"`
	On     string  `json:"on" required:"true"`
	LateOn string  `json:"late_on" required:"true" description:"and not after"`
}

// Where a root arrives.
const (
	AtWall      = "wall"
	AtWater     = "water"
	Established = "established"
)

// tracks are the roots that are followed: those that were taped, and those of readings that grow or are new.
func (c *Followed) tracks(today string) []Track {
	f := following{Followed: c, of: map[string]*Track{}, told: map[string]bool{}, read: map[string]bool{}}
	seen := c.seen(today)
	for _, r := range c.read {
		for len(seen) > 0 && seen[0].On < r.On {
			f.taped(seen[0].On, seen[0].Noted.Roots)
			seen = seen[1:]
		}
		f.reading(r)
	}
	for _, s := range seen {
		f.taped(s.On, s.Noted.Roots)
	}
	list := []Track{}
	for _, name := range f.names {
		t := f.of[name]
		if t.Tip == "" && !t.New && !f.told[name] && !t.grew() {
			continue
		}
		t.Rate = rateOf(t.Points[t.from:])
		t.Arrives = c.arrivals(t, today)
		list = append(list, *t)
	}
	slices.SortStableFunc(list, func(a, b Track) int {
		return cmp.Or(cmp.Compare(a.LostOn, b.LostOn), cmp.Compare(b.length(), a.length()))
	})
	return list
}

// following is the tracks as they are put together.
type following struct {
	*Followed
	of    map[string]*Track
	names []string        // in the order in which they were first seen
	told  map[string]bool // they were taped
	read  map[string]bool // a reading named them
	began bool            // a reading went before
}

func (f *following) track(name, label string) *Track {
	t := f.of[name]
	if t == nil {
		t = &Track{Root: name, Label: label, Points: []Point{}, Arrives: []Arrival{}, reached: map[string]string{}}
		f.of[name] = t
		f.names = append(f.names, name)
	}
	return t
}

// reading takes the roots of a reading in. One that was there and is not any more is lost; so is one that
// is dead now.
func (f *following) reading(r read) {
	here := map[string]bool{}
	for i, root := range r.Roots.Roots {
		v := r.found.Roots[i]
		if root.Count > 1 || v.LengthAssumed {
			here[root.ID] = true
			continue
		}
		_, known := f.of[root.ID]
		alive := v.State.IsLive()
		if !alive && !known {
			continue
		}
		t := f.track(root.ID, v.Label)
		t.Label = v.Label
		here[root.ID] = true
		t.New = t.New || !known && f.began
		if !alive {
			t.lose(r.On)
			continue
		}
		t.LostOn = ""
		t.note(Point{On: r.On, Value: v.LengthMM, Off: usualError(v.LengthMM), From: "reading"})
		t.Tip = string(root.Tip)
		t.Branched = t.Branched || len(root.Branches) > 0
	}
	for _, name := range f.names { // one that only tapes name may be in a batch of this
		if f.read[name] && !here[name] && !r.Roots.InPot {
			f.of[name].lose(r.On)
		}
	}
	for name := range here {
		f.read[name] = true
	}
	f.cut(r)
	f.began = true
}

// cut takes in what was cut since a reading.
func (f *following) cut(r read) {
	left := map[string]float64{}
	for i, root := range r.left.Roots {
		left[root.ID] = r.after.Roots[i].LengthMM
	}
	for _, root := range r.Roots.Roots {
		t := f.of[root.ID]
		if t == nil || t.LostOn != "" || root.Count > 1 {
			continue
		}
		mm, stays := left[root.ID]
		switch {
		case !stays:
			t.lose(r.On)
		case t.length()-mm > shortest:
			t.Points = append(t.Points, Point{On: r.On, Value: mm, Off: usualError(mm), From: "reading", Anew: true})
			t.from, t.Tip = len(t.Points)-1, ""
		}
	}
}

// shortest is the shortest piece of root that can be cut, mm.
const shortest = 1

// taped takes the roots of a check-in in.
func (f *following) taped(on string, all []patient.Taped) {
	for _, of := range all {
		t := f.track(of.Root, of.Root)
		f.told[of.Root] = true
		t.New = t.New || of.New
		if of.LengthMM != nil {
			off := usualError(*of.LengthMM)
			if of.ErrorMM != nil {
				off = *of.ErrorMM
			}
			t.note(Point{On: on, Value: *of.LengthMM, Off: off, From: "check-in"})
		}
		if of.At != "" {
			t.At = of.At
			if t.reached[of.At] == "" {
				t.reached[of.At] = on
			}
		}
		t.Tip = cmp.Or(of.Tip, t.Tip)
		t.Branched = t.Branched || of.Branched == patient.Yes
		switch of.Kept {
		case patient.No:
			t.lose(on)
		default:
			t.LostOn = ""
		}
	}
}

func (t *Track) lose(on string) {
	if t.LostOn == "" {
		t.LostOn = on
	}
	t.Tip = ""
}

// note takes a length in; of one day the later stands.
func (t *Track) note(p Point) {
	if n := len(t.Points); n > t.from && t.Points[n-1].On == p.On {
		p.Anew = t.Points[n-1].Anew
		t.Points[n-1] = p
		return
	}
	t.Points = append(t.Points, p)
}

// length is how long it was last; 0 where that was never measured.
func (t *Track) length() float64 {
	if len(t.Points) == 0 {
		return 0
	}
	return t.Points[len(t.Points)-1].Value
}

// grew holds where it is longer than it was by more than both lengths may be off.
func (t *Track) grew() bool {
	of := t.Points[t.from:]
	if len(of) < 2 {
		return false
	}
	a, b := of[0], of[len(of)-1]
	return b.Value-a.Value > 2*math.Hypot(a.Off, b.Off)
}

// Grows holds for a root that is not lost and whose tip has not stopped or rotted.
func (t *Track) Grows() bool {
	return t.LostOn == "" && t.Tip != "dry" && t.Tip != "black" && t.Tip != "still"
}

func usualError(mm float64) float64 {
	k := Table()
	return math.Hypot(k.TapeMM.Value, k.TapeShare.Value*mm)
}

// rateOf is how fast points change, of the newest that the table's days hold; nil where they do not lie
// apart.
func rateOf(of []Point) *Rate {
	if len(of) < 2 {
		return nil
	}
	last := of[len(of)-1].On
	x, y, first := []float64{}, []float64{}, ""
	for _, p := range slices.Backward(of) { // in their order
		days := between(p.On, last)
		if days > Table().RateDays.Value {
			break
		}
		first = p.On
		x, y = append(x, -days), append(y, p.Value)
	}
	s, ok := TheilSen(x, y)
	if !ok {
		return nil
	}
	return &Rate{Day: s.Value, Low: s.Low, High: s.High, Wide: s.Wide, Points: s.N, FromOn: first, ToOn: last}
}

// PlantPace is how fast the roots of a plant grow, against what is usual for its group.
type PlantPace struct {
	MMDay     float64 `json:"mm_day" required:"true" description:"the median of its followed roots; 0: not known"`
	Low       float64 `json:"low" required:"true" description:"of the interval of 95 %, from six roots on; as mm_day where there is none"`
	High      float64 `json:"high" required:"true"`
	Roots     int     `json:"roots" required:"true"`
	GroupDay  float64 `json:"group_mm_day" required:"true"`
	GroupLow  float64 `json:"group_low" required:"true" description:"four in five of its group lie between these"`
	GroupHigh float64 `json:"group_high" required:"true"`
	Against   string  `json:"against,omitempty" enum:",slower,usual,faster"`
}

// pace brings the paces of a plant's roots together.
func (c *Followed) pace(tracks []Track) PlantPace {
	k, usual := Table(), c.Profile.ElongationMMPerDay.Value
	p := PlantPace{GroupDay: usual, GroupLow: usual / k.RateSpread.Value, GroupHigh: usual * k.RateSpread.Value}
	var all []float64
	for _, t := range tracks {
		if t.Rate != nil && t.LostOn == "" {
			all = append(all, t.Rate.Day)
		}
	}
	if len(all) == 0 {
		return p
	}
	slices.Sort(all)
	n := len(all)
	p.Roots, p.MMDay = n, (all[(n-1)/2]+all[n/2])/2
	p.Low, p.High = p.MMDay, p.MMDay
	if m := medianRank(n); m >= 1 {
		p.Low, p.High = all[m-1], all[n-m]
	}
	switch {
	case p.MMDay < p.GroupLow:
		p.Against = "slower"
	case p.MMDay > p.GroupHigh:
		p.Against = "faster"
	default:
		p.Against = "usual"
	}
	return p
}

// medianRank is how far from each end the interval of 95 % of a median of n lies, by the sign test; 0:
// there is none below six.
func medianRank(n int) int {
	below, chance, m := 0.0, math.Pow(0.5, float64(n)), 0
	for k := 0; k < n; k++ { // chance is that of k heads in n
		if below += chance; below > tail {
			break
		}
		m = k + 1
		chance *= float64(n-k) / float64(k+1)
	}
	return m
}

// arrivals are when a root will be at the wall, at the water, and as long as counts as established.
func (c *Followed) arrivals(t *Track, today string) []Arrival {
	list := []Arrival{}
	if !t.Grows() || len(t.Points) == t.from || !t.New {
		return list
	}
	of := make([]Length, 0, len(t.Points)-t.from)
	last := t.Points[len(t.Points)-1].On
	for _, p := range t.Points[t.from:] {
		if days := between(p.On, last); days <= Table().RateDays.Value {
			of = append(of, Length{-days, p.Value, p.Off})
		}
	}
	pace := Pace{c.Profile.ElongationMMPerDay.Value, Table().RateSpread.Value}
	for _, at := range []string{AtWall, AtWater, Established} {
		mark, ok := c.mark(at, today)
		if !ok || t.isAt(at) {
			continue
		}
		soon, middle, late, ok := Arrives(of, pace, mark)
		if !ok {
			continue
		}
		// A length has one day, however well it is known how far off the wall is.
		mm := math.Round(mark.MM)
		if _, same, _, ok := Arrives(of, pace, Mark{MM: mm}); ok {
			middle = min(max(same, soon), late)
		}
		day := func(n float64) string { return dates.After(last, int(math.Round(n))) }
		list = append(list, Arrival{at, mm, day(soon), day(middle), day(late)})
	}
	return list
}

// isAt holds where it was seen to be there, or farther.
func (t *Track) isAt(at string) bool {
	switch at {
	case AtWall:
		return t.At == "edge" || t.At == "half" || t.At == "water"
	case AtWater:
		return t.At == "water"
	}
	return false
}

// mark is how far off something is in its pot.
func (c *Followed) mark(at, today string) (Mark, bool) {
	k := Table()
	of := func(low, mid, high, by float64) Mark { return Mark{mid * by, (high - low) * by / 2 / bands.Z} }
	h := c.Stands().Home()
	potted := c.Pot != nil && h != nil && h.Potted && h.From <= today
	switch at {
	case Established:
		return Mark{MM: k.EstablishedMM.Value}, true
	case AtWall:
		return of(k.ToWall.Low, k.ToWall.Value, k.ToWall.High, c.widthMM()), potted
	case AtWater:
		mm := c.toWaterMM(today)
		return of(k.ToWater.Low, k.ToWater.Value, k.ToWater.High, mm), potted && mm > 0
	}
	return Mark{}, false
}

func (c *Followed) widthMM() float64 {
	if c.Pot == nil {
		return 0
	}
	return c.Pot.TopMM
}

// toWaterMM is from the surface of the medium down to the water, by the level last seen, else by its holes;
// 0 where no water stands in it.
func (c *Followed) toWaterMM(today string) float64 {
	if c.Pot == nil {
		return 0
	}
	level := c.Pot.WaterMM()
	for _, s := range slices.Backward(c.seen(today)) {
		if mm := s.Noted.ReservoirMM; mm != nil && c.Stands().EpochOf(s.On) == patient.AtPresent {
			level = max(level, *mm)
			break
		}
	}
	if level <= 0 {
		return 0
	}
	return max(0, c.Pot.FillMM()-level)
}

// ReachedOn is the day on which a root was first seen somewhere, or farther; empty where it was not yet.
func (t *Track) ReachedOn(at string) string {
	first := ""
	note := func(on string) {
		if on != "" && (first == "" || on < first) {
			first = on
		}
	}
	switch at {
	case AtWall:
		note(t.reached["edge"])
		note(t.reached["half"])
		note(t.reached["water"])
	case AtWater:
		note(t.reached["water"])
	case Established:
		for _, p := range t.Points[t.from:] {
			if p.Value >= Table().EstablishedMM.Value {
				note(p.On)
			}
		}
	}
	return first
}
