package api

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestWhatWasChangedElsewhereIsNotOverwritten(t *testing.T) {
	x := start(t)
	_, place, _ := x.send("POST", "/api/v1/places", `{"name":"Case"}`)
	_, stock, _ := x.send("POST", "/api/v1/shelf", `{"name":"Oil","product":"oil","percent":100,"amount":90,"unit":"mL"}`)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","bulb_count":6}`)
	_, course, _ := x.send("POST", fmt.Sprintf("/api/v1/plants/%v/courses", p["id"]),
		fmt.Sprintf(`{"pest":"scale","rounds":[%q]}`, time.Now().Format(time.DateOnly)))
	for path, body := range map[string]string{
		fmt.Sprintf("/api/v1/places/%v", place["id"]):     `{"version":1,"place":{"name":"Other case"}}`,
		fmt.Sprintf("/api/v1/shelf/%v", stock["id"]):      `{"version":1,"stock":{"name":"Oil","product":"oil","amount":40,"unit":"mL"}}`,
		fmt.Sprintf("/api/v1/courses/%v", course["id"]):   fmt.Sprintf(`{"version":1,"course":{"pest":"scale","rounds":[%q]}}`, time.Now().Format(time.DateOnly)),
		fmt.Sprintf("/api/v1/plants/%v/rhizome", p["id"]): `{"version":0,"rhizome":{"bulbs":[{"n":1,"from":0}]}}`,
	} {
		status, doc, _ := x.send("PUT", path, body)
		require.Equal(t, 200, status, "%s: %v", path, doc)
		status, doc, _ = x.send("PUT", path, body)
		assert.Equal(t, 409, status, path)
		assert.NotEmpty(t, doc["changes"], path)
	}
}
