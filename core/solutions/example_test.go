package solutions_test

import (
	"fmt"

	"therapeon/core/solutions"
	"therapeon/language/english"
)

func ExampleDilute() {
	make := 1000.0
	wanted := solutions.Percent(3)
	m := solutions.Dilute(
		solutions.Dilution{
			Product: "peroxide",
			Stock:   solutions.Percent(35),
			StockBy: "volume",
			Wanted:  &wanted,
			MakeML:  &make,
		},
	)
	fmt.Println("stock:", english.Say(m.Stock.How))
	fmt.Println("water:", english.Say(m.Water.How))
	fmt.Println(english.Say(m.Notes[0].Value))
	// Output:
	// stock: jug to 50 mL, then 35.7 mL by syringe
	// water: jug to 900 mL, then 14.3 mL by syringe
	// The stock is strong enough to burn. Pour it into the water, not the water into it, with gloves and goggles.
}

// Too strong is not mixed: there is nothing to measure out.
func ExampleDilute_tooStrong() {
	make := 750.0
	wanted := solutions.Percent(6)
	m := solutions.Dilute(
		solutions.Dilution{Product: "oil", Use: "spray", Stock: solutions.Percent(100), Wanted: &wanted, MakeML: &make},
	)
	fmt.Println(m.Stock == nil, "the most is", m.Stopped.Most.Value, "%")
	// Output:
	// true the most is 2 %
}

func ExampleMixFeed() {
	ppm := 100.0
	m := solutions.MixFeed(solutions.Feed{N: 20, P2O5: 20, K2O: 20, WantedPPMN: &ppm, VolumeL: 20})
	fmt.Printf("%.1f g in a litre, %s\n", m.GPerL, english.Say(m.Hand.How))
	fmt.Printf("P %.1f ppm, K %.1f ppm\n", m.PPMP, m.PPMK)
	// Output:
	// 0.5 g in a litre, 10 g on the scale
	// P 43.6 ppm, K 83.0 ppm
}

func ExampleMixStack() {
	m := solutions.MixStack(solutions.Stack{Base: 40, Scale: "ppm500", VolumeL: 20, Doses: []solutions.Dose{
		{Name: "seaweed", Adds: 180, Wanted: 25}, {Name: "calcium and magnesium", Adds: 100, Wanted: 25},
	}})
	for _, a := range m.Added {
		fmt.Printf("%s %.1f mL, then it reads %.0f\n", a.Name, a.Hand.Amount, a.Reads)
	}
	// Output:
	// seaweed 2.8 mL, then it reads 65
	// calcium and magnesium 5.0 mL, then it reads 90
}

func ExampleMixFlush() {
	pot, left := 1000.0, 20.0
	m := solutions.MixFlush(solutions.Flush{PotML: &pot, LeftPct: &left})
	fmt.Printf("%.0f mL, or two pot volumes: %.0f mL\n", m.ML, m.TwoPotML)
	// Output:
	// 644 mL, or two pot volumes: 2000 mL
}

func ExampleOxygenMGL() {
	fmt.Printf("%.2f mg/L at 20 °C\n", solutions.OxygenMGL(20))
	// Output:
	// 9.09 mg/L at 20 °C
}
