package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
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
	assert.Equal(t, problemJSON, header.Get("Content-Type"))
	assert.Contains(t, doc["detail"], "Nothing was saved.")
}

// told is the problem that an operation answers with.
func told(t *testing.T, o operation) (int, Problem) {
	t.Helper()
	e := echo.New()
	e.HTTPErrorHandler = answerProblem
	e.Add(o.method, o.path, o.handle)
	w := httptest.NewRecorder()
	e.ServeHTTP(w, httptest.NewRequestWithContext(t.Context(), o.method, "http://localhost"+o.path, nil))
	var p Problem
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p), w.Body.String())
	return w.Code, p
}

// What went wrong is told as it is: whether anything was kept, and what to do.
func TestProblemsSayWhatWasKept(t *testing.T) {
	type figure struct {
		Grams float64 `json:"grams"`
	}
	get := func(work func(context.Context, nothing) (figure, error)) operation {
		return op(http.MethodGet, "/x", "x", "", work)
	}
	status, p := told(t, get(func(context.Context, nothing) (figure, error) { return figure{math.Inf(1)}, nil }))
	assert.Equal(t, http.StatusUnprocessableEntity, status, "a figure beyond all measure is a fault of the input")
	require.Len(t, p.Faults, 1)
	assert.Equal(t, "grams", p.Faults[0].Field)

	status, p = told(t, get(func(context.Context, nothing) (figure, error) {
		return figure{}, fmt.Errorf("save: %w", clinic.ErrFull)
	}))
	assert.Equal(t, http.StatusInsufficientStorage, status)
	assert.Contains(t, p.Detail, "Make room on the disk")

	slow := get(func(ctx context.Context, _ nothing) (figure, error) {
		<-ctx.Done()
		return figure{}, errors.New("interrupted")
	}).takes(time.Millisecond)
	status, p = told(t, slow)
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Contains(t, p.Detail, "stopped")

	status, p = told(
		t,
		get(func(context.Context, nothing) (figure, error) { return figure{}, afterwards{errors.New("x")} }),
	)
	assert.Equal(t, http.StatusInternalServerError, status)
	assert.Contains(t, p.Detail, "It was saved")
	status, p = told(t, get(func(context.Context, nothing) (figure, error) { return figure{}, errors.New("x") }))
	assert.Equal(t, http.StatusInternalServerError, status)
	assert.Contains(t, p.Detail, "Nothing was saved by this request")
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
		if o.method == http.MethodGet && strings.Contains(o.path, "{id}") {
			assert.Subset(
				t,
				o.problems(),
				[]int{http.StatusNotFound, http.StatusUnprocessableEntity, http.StatusForbidden},
				o.id,
			)
		}
	}
}
