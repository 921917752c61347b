package solutions

import (
	"slices"

	"therapeon/core/message"
)

// Bottle is a stock on the shelf.
type Bottle struct {
	ID       int64
	Product  string
	Percent  *float64 // as it stands in the bottle; nil: not known
	AmountML float64
	Expired  bool
}

// Taken is what a mix takes from the shelf.
type Taken struct {
	ItemID  int64           `json:"item_id,omitempty" description:"the stock it would be taken from"`
	StockML float64         `json:"stock_ml,omitempty" description:"of that stock"`
	HaveML  float64         `json:"have_ml" required:"true"`
	ShortML float64         `json:"short_ml,omitempty"`
	Words   message.Message `json:"words" required:"true"`
}

// Uses are, by the bottle, the uses of its product for which it is the one to take, as Take
// picks it for the usual amount. A bottle of no known strength is none.
func Uses(shelf []Bottle) map[int64][]string {
	of := map[int64][]string{}
	measured := slices.DeleteFunc(slices.Clone(shelf), func(b Bottle) bool { return b.Percent == nil })
	for _, p := range Known().Products {
		for _, u := range p.Uses {
			percent := 0.0
			if u.Percent != nil {
				percent = u.Percent.Value
			}
			if t := Take(p.Code, percent, u.VolumeML.Value, measured); t.ItemID != 0 {
				of[t.ItemID] = append(of[t.ItemID], u.Code)
			}
		}
	}
	return of
}

// Take picks the bottle for a mix of a product, mL at a strength in percent (0: as its label
// says): of those strong enough and not past their date the weakest of which there is enough,
// else the one that falls least short. It says what is lacking.
func Take(product string, percent, mixML float64, shelf []Bottle) Taken {
	var t Taken
	expired, found := false, false
	short, weakest := 0.0, 0.0
	for _, b := range shelf {
		if b.Product != product || percent > 0 && (b.Percent == nil || *b.Percent < percent) {
			continue
		}
		if b.Expired {
			expired = true
			continue
		}
		takes, strong := 0.0, 0.0
		if b.Percent != nil && percent > 0 {
			strong, takes = *b.Percent, mixML*percent / *b.Percent
		}
		lacks := max(0, takes-b.AmountML)
		if !found || lacks < short || lacks == short && strong < weakest {
			found, short, weakest = true, lacks, strong
			t.ItemID, t.HaveML, t.StockML = b.ID, b.AmountML, takes
		}
	}
	t.ShortML = max(0, t.StockML-t.HaveML)
	switch {
	case percent == 0:
		t.Words = message.Of("solutions.say.how-much-its-label-says")
	case t.ItemID == 0 && expired:
		t.Words = message.Of("solutions.say.what-is-on-the-shelf")
	case t.ItemID == 0:
		t.Words = message.Of("solutions.say.none-on-the-shelf")
	case t.ShortML > 0:
		t.Words = message.Of("solutions.say.short", message.Fixed("short_ml", t.ShortML, 1, "mL"))
	default:
		t.Words = message.Of("solutions.say.enough-will-be-left", message.Fixed("have_ml", t.HaveML-t.StockML, 1, "mL"))
	}
	return t
}
