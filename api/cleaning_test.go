package api

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A plan by the open interface alone, from the look to the close.
func TestACleaningOverTheInterface(t *testing.T) {
	x := start(t)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"Over the wire","group":"oncidium"}`)
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	_, look, _ := x.send("POST", at+"/inspections", `{}`)
	status, doc, _ := x.send("PUT", fmt.Sprintf("/api/v1/inspections/%v", look["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":%q,"inspection":{"findings":{"snails-seen":"present"},"decisions":{"snails":{"word":"confirmed"}}}}`,
		look["version"],
		look["looked_on"],
	))
	require.Equal(t, 200, status, doc)
	_, doc, _ = x.send("GET", at+"/cleaning", "")
	plan, _ := doc["plan"].(map[string]any)
	jobs, _ := plan["jobs"].([]any)
	var codes []string
	for _, j := range jobs {
		job, _ := j.(map[string]any)
		codes = append(codes, fmt.Sprint(job["code"]))
		care, _ := job["care"].([]any)
		for _, c := range care {
			caution, _ := c.(map[string]any)
			product := job["product"]
			if product == nil {
				product = ""
			}
			status, doc, _ := x.send("POST", "/api/v1/acknowledged", fmt.Sprintf(`{"seen":[{"product":%q,"caution":%q}]}`, product, caution["code"]))
			require.Equal(t, 201, status, doc)
		}
		status, doc, _ := x.send("PUT", at+"/cleaning/jobs", fmt.Sprintf(`{"job":%q,"state":"done"}`, job["code"]))
		require.Equal(t, 200, status, doc)
	}
	assert.Equal(t, []string{"clear-bench", "old-medium", "peroxide", "rinse-roots", "dry-joints", "hands"}, codes)
	status, doc, _ = x.send("PUT", at+"/cleaning/closed", `{"closed":true}`)
	require.Equal(t, 200, status, doc)
	assert.NotEmpty(t, doc["closed_on"])
	_, doc, _ = x.send("GET", at+"/courses", "")
	courses, _ := doc["courses"].([]any)
	require.Len(t, courses, 1, "peroxide on snails is a round against them")
	status, _, _ = x.send("PUT", at+"/cleaning/closed", `{"closed":false}`)
	assert.Equal(t, 200, status, "and can be opened again")
}

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
