package api

import (
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
)

// Answers are one's own: not to be kept, and of the type they say; what can be asked
// can be asked for its head.
func TestAnswersAreNotKeptAndHaveTheirHeads(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"x","group":"slipper"}`)
	for _, path := range []string{"/api/v1/plants", "/api/v1/plants/1", "/api/v1/plants/77", "/", "/favicon.svg", "/api/openapi.json"} {
		for _, method := range []string{http.MethodGet, http.MethodHead} {
			status, _, header := x.send(method, path, "")
			want := http.StatusOK
			if strings.HasSuffix(path, "77") {
				want = http.StatusNotFound
			}
			assert.Equal(t, want, status, "%s %s", method, path)
			assert.Equal(t, "no-store", header.Get("Cache-Control"), path)
			assert.Equal(t, "nosniff", header.Get("X-Content-Type-Options"), path)
		}
	}
	answer, err := http.Head(x.url + "/api/v1/plants")
	require.NoError(t, err)
	body, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	assert.Empty(t, body)
}

func TestAPageFromElsewhereIsRefusedInWords(t *testing.T) {
	x := start(t)
	status, doc, header := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"slipper"}`,
		"Origin", "http://elsewhere.example", "Sec-Fetch-Site", "cross-site")
	assert.Equal(t, http.StatusForbidden, status)
	assert.Equal(t, wire.ProblemJSON, header.Get("Content-Type"))
	assert.Contains(t, doc["detail"], "Nothing was saved.")
}

// The largest race that can be asked for takes seconds, not minutes.
func TestTheLargestRaceIsBounded(t *testing.T) {
	x := start(t)
	doc := x.refused(http.StatusUnprocessableEntity, "POST", "/api/v1/compute/race",
		`{"group":"vanda","leaf_count":6,"night_c":18,"day_c":22,"runs":20000,"days":366}`)
	assert.Equal(t, "runs", firstFault(doc)["field"])
}

// What can be told by an address can be refused, and the contract says so.
func TestTheContractNamesTheRefusalsOfQuestions(t *testing.T) {
	for _, o := range table(nil, nil) {
		if o.Method == http.MethodGet && strings.Contains(o.Path, "{id}") {
			assert.Subset(t, o.Problems(),
				[]int{http.StatusNotFound, http.StatusUnprocessableEntity, http.StatusForbidden}, o.ID)
		}
	}
}
