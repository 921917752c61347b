// Package solutions does the arithmetic of what is mixed at the bench: dilution
// both ways, feeds by their label, meter readings, water blended to a target,
// flushing, and the oxygen in fresh water. Volumes are in mL or L and masses in
// g, as the names say. Amounts come out in what a hand can measure, with the
// error that measuring leaves; a mix that cannot be is refused with the reason,
// and one that is too strong is stopped.
package solutions

import (
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// Unit is a measure of the kitchen, in mL.
type Unit struct {
	Name message.Message  `yaml:"name" json:"name" required:"true"`
	ML   knowledge.Number `yaml:"ml" json:"ml" required:"true"`
}

// Figures are the numbers solutions go by.
type Figures struct {
	PInP2O5         knowledge.Number `yaml:"phosphorus_in_p2o5" json:"phosphorus_in_p2o5" required:"true"`
	KInK2O          knowledge.Number `yaml:"potassium_in_k2o" json:"potassium_in_k2o" required:"true"`
	PPM500          knowledge.Number `yaml:"ppm_per_ec_500" json:"ppm_per_ec_500" required:"true" description:"ppm for each mS/cm"`
	PPM700          knowledge.Number `yaml:"ppm_per_ec_700" json:"ppm_per_ec_700" required:"true" description:"ppm for each mS/cm"`
	HardTapPPM      knowledge.Number `yaml:"hard_tap_ppm" json:"hard_tap_ppm" required:"true"`
	FlushPotVolumes knowledge.Number `yaml:"flush_pot_volumes" json:"flush_pot_volumes" required:"true"`
	HeldPercent     knowledge.Number `yaml:"held_percent" json:"held_percent" required:"true" description:"water a pot holds, of its volume, when nothing better is known"`
	MeasurableSteps knowledge.Number `yaml:"measurable_steps" json:"measurable_steps" required:"true" description:"fewer steps of the tool than this are too little to measure well"`
	WeakerTimes     knowledge.Number `yaml:"weaker_times" json:"weaker_times" required:"true" description:"of a weaker stock that is made first"`
	WeakerML        knowledge.Number `yaml:"weaker_ml" json:"weaker_ml" required:"true" description:"of the stock in it"`
	MotherSteps     knowledge.Number `yaml:"mother_steps" json:"mother_steps" required:"true" description:"of the scale at least, for a solution that is measured on"`
	SyringeFills    knowledge.Number `yaml:"syringe_fills" json:"syringe_fills" required:"true" description:"up to so many, the syringe alone will do"`
	MostMSCM        knowledge.Number `yaml:"most_ms_cm" json:"most_ms_cm" required:"true" description:"no water conducts more"`
	JugAloneShare   knowledge.Number `yaml:"jug_alone_share" json:"jug_alone_share" required:"true" description:"where half a mark of the jug is less than this share, the jug alone will do"`
}

// ToolTable are the steps of the usual tools.
type ToolTable struct {
	SyringeML      knowledge.Number `yaml:"syringe_ml" json:"syringe_ml" required:"true"`
	SyringeHoldsML knowledge.Number `yaml:"syringe_holds_ml" json:"syringe_holds_ml" required:"true"`
	JugML          knowledge.Number `yaml:"jug_ml" json:"jug_ml" required:"true"`
	JugHoldsML     knowledge.Number `yaml:"jug_holds_ml" json:"jug_holds_ml" required:"true"`
	ScaleG         knowledge.Number `yaml:"scale_g" json:"scale_g" required:"true"`
}

// Knowledge is the table of measures and of products.
type Knowledge struct {
	Units    map[string]Unit           `yaml:"units" json:"units" required:"true"`
	Tools    ToolTable                 `yaml:"tools" json:"tools" required:"true"`
	Figures  Figures                   `yaml:"figures" json:"figures" required:"true"`
	Starts   map[string]Start          `yaml:"starts" json:"starts" required:"true" description:"what each bench starts from, by the field"`
	Fills    []Fill                    `yaml:"fills" json:"fills" required:"true" description:"what is filled, of a usual size"`
	Notes    map[string]knowledge.Text `yaml:"notes" json:"notes" required:"true"`
	Products []Product                 `yaml:"-" json:"products" required:"true"`
}

// Start is what a bench starts from, until its figures are typed over.
type Start map[string]knowledge.Number

// Fill is something that is filled, of a usual size.
type Fill struct {
	Name message.Message  `yaml:"name" json:"name" required:"true"`
	ML   knowledge.Number `yaml:"ml" json:"ml" required:"true"`
}

// Product is something that is mixed or put on.
type Product struct {
	Code                string             `yaml:"code" json:"code" required:"true"`
	Name                message.Message    `yaml:"name" json:"name" required:"true"`
	Stocks              []knowledge.Number `yaml:"stocks" json:"stocks,omitempty" description:"strengths it is usually sold at, percent"`
	ByLabel             bool               `yaml:"by_label" json:"by_label,omitempty" description:"only its label says how strong"`
	Dry                 bool               `yaml:"dry" json:"dry,omitempty" description:"it is weighed"`
	Meter               bool               `yaml:"meter" json:"meter,omitempty" description:"it is dosed to a meter reading"`
	Care                []string           `yaml:"care" json:"care" required:"true" description:"codes of the cautions that are acknowledged once"`
	CausticAbovePercent *knowledge.Number  `yaml:"caustic_above_percent" json:"caustic_above_percent,omitempty"`
	ByWeight            *ByWeight          `yaml:"by_weight" json:"by_weight,omitempty" description:"strong ones are labelled by weight, weak ones by volume"`
	Tip                 *knowledge.Text    `yaml:"tip" json:"tip,omitempty"`
	Uses                []Use              `yaml:"uses" json:"uses" required:"true"`
}

// ByWeight is how heavy a product is that is labelled by weight.
type ByWeight struct {
	Percent knowledge.Number `yaml:"percent" json:"percent" required:"true" description:"by weight"`
	GPerML  knowledge.Number `yaml:"g_per_ml" json:"g_per_ml" required:"true" description:"its density at that strength"`
}

// GPerMLAt is the density at a share by weight, g/mL: on a line from water's.
func (b ByWeight) GPerMLAt(share float64) float64 {
	return 1 + (b.GPerML.Value-1)*share*units.Percent/b.Percent.Value
}

// Use is what a product is used for, and how strong.
type Use struct {
	Code        string            `yaml:"code" json:"code" required:"true"`
	Name        message.Message   `yaml:"name" json:"name" required:"true"`
	Percent     *knowledge.Number `yaml:"percent" json:"percent,omitempty"`
	MostPercent *knowledge.Number `yaml:"most_percent" json:"most_percent,omitempty"`
	PPM         *knowledge.Number `yaml:"ppm" json:"ppm,omitempty" description:"on the meter, or of nitrogen for a feed"`
	MostPPM     *knowledge.Number `yaml:"most_ppm" json:"most_ppm,omitempty"`
	VolumeML    knowledge.Number  `yaml:"volume_ml" json:"volume_ml" required:"true" description:"usual amount for one plant"`
	Minutes     knowledge.Number  `yaml:"minutes" json:"minutes" required:"true"`
	How         knowledge.Text    `yaml:"how" json:"how" required:"true"`
}

// Known is the table.
var Known = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("solutions.yaml", &k)
	knowledge.MustRead("products.yaml", &k.Products)
	return &k
})

// Product finds a product by its code; false where there is none.
func (k *Knowledge) Product(code string) (Product, bool) {
	for _, p := range k.Products {
		if p.Code == code {
			return p, true
		}
	}
	return Product{}, false
}

// Use finds a use of a product; the first one when the code is empty.
func (p Product) Use(code string) (Use, bool) {
	for _, u := range p.Uses {
		if u.Code == code || code == "" {
			return u, true
		}
	}
	return Use{}, false
}
