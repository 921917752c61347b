package e2e

import (
	"os"
	"testing"
)

func TestZZ(t *testing.T) {
	s := fresh(t)
	s.reported(t, `{"tag":"Marble bench 4","group":"cattleya","leaf_count":6,"bulb_count":6,"pot":"clay","old_medium":"bark","last_repotted":"2024-03"}`,
		`{"findings":{"moving-specks":"present","webs":"present","stippled":"present","pot-bound":"present","leaves-limp":"present","dead-roots-seen":"absent"}}`)
	for name, at := range map[string]size{"desk": bench, "phone": phone} {
		for _, page := range []string{"", "look", "causes", "unpot"} {
			p := open(t, s.url+"/plants/1/"+page, at)
			p.see(".said-headline, .plant-advice", "Treat")
			p.still()
			p.MustEval(settled)
			p.MustEval(painted)
			img, err := p.Screenshot(page != "causes", nil)
			if err != nil {
				t.Fatal(err)
			}
			_ = os.WriteFile("/tmp/w/shots/"+name+"-plant"+page+".png", img, 0o600)
		}
	}
}
