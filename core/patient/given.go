package patient

import (
	"therapeon/core/message"
	"therapeon/core/roots"
)

// Given is what is said of a plant outright, where it was not read, seen or logged: by who
// asks for a computation, or in an example.
type Given struct {
	Read       bool // its roots are known
	Grade      roots.GradeCode
	Starved    bool
	Spreading  bool
	RotFound   bool
	CutDaysAgo *float64            // when its roots were cut; nil: they were not
	LiveCM2    roots.Range         // surface of living root
	LiveMM     map[int]roots.Range // living root by bulb
	UnplacedMM roots.Range         // of no known growth
	RootML     float64             // volume of living root
	LongestMM  float64             // the longest living root
	RootsFrom  message.Message     // where that is known from
	TipsOut    bool
	Growth     Growth
	Limp       bool
	HeldDays   float64 // days it has been held without a tip
	Holding    string  // the way of holding it is held by
	Air        *Air
	Weighings  []Weighing // of the bare plant
}
