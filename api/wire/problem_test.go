package wire

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"net/http"
	"net/http/httptest"
	"reflect"
	"testing"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/core/fault"
	"therapeon/language/english"
)

// told is the problem that an operation answers with.
func told(t *testing.T, o Operation) (int, Problem) {
	t.Helper()
	e := echo.New()
	e.HTTPErrorHandler = AnswerProblem
	e.Add(o.Method, o.Path, o.handle)
	w := httptest.NewRecorder()
	e.ServeHTTP(w, httptest.NewRequestWithContext(t.Context(), o.Method, "http://localhost"+o.Path, nil))
	var p Problem
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p), w.Body.String())
	return w.Code, p
}

// What went wrong is told as it is: whether anything was kept, and what to do.
func TestProblemsSayWhatWasKept(t *testing.T) {
	type figure struct {
		Grams float64 `json:"grams"`
	}
	get := func(work func(context.Context, Nothing) (figure, error)) Operation {
		return Get("/x", "x", "", work)
	}
	status, p := told(t, get(func(context.Context, Nothing) (figure, error) { return figure{math.Inf(1)}, nil }))
	assert.Equal(t, http.StatusUnprocessableEntity, status, "a figure beyond all measure is a fault of the input")
	require.Len(t, p.Faults, 1)
	assert.Equal(t, "grams", p.Faults[0].Field)

	status, p = told(t, get(func(context.Context, Nothing) (figure, error) {
		return figure{}, fmt.Errorf("save: %w", clinic.ErrFull)
	}))
	assert.Equal(t, http.StatusInsufficientStorage, status)
	assert.Contains(t, english.Say(p.Detail), "Make room on the disk")

	slow := get(func(ctx context.Context, _ Nothing) (figure, error) {
		<-ctx.Done()
		return figure{}, errors.New("interrupted")
	}).Takes(time.Millisecond)
	status, p = told(t, slow)
	assert.Equal(t, http.StatusServiceUnavailable, status)
	assert.Contains(t, english.Say(p.Detail), "stopped")

	status, p = told(t,
		get(func(context.Context, Nothing) (figure, error) { return figure{}, afterwards{errors.New("x")} }))
	assert.Equal(t, http.StatusInternalServerError, status)
	assert.Contains(t, english.Say(p.Detail), "It was saved")
	status, p = told(t, get(func(context.Context, Nothing) (figure, error) { return figure{}, errors.New("x") }))
	assert.Equal(t, http.StatusInternalServerError, status)
	assert.Contains(t, english.Say(p.Detail), "Nothing was saved by this request")
}

// A fault is named as the form names its field; what no form has stays without a name.
func TestAFaultHasTheNameOfItsField(t *testing.T) {
	type pot struct {
		WidthMM float64 `json:"width_mm" title:"pots.Pot.bottom_mm"`
	}
	type sent struct {
		Pots  []*pot             `json:"pots" title:"patient.Intake.tag"`
		Parts map[string]float64 `json:"parts"`
		Code  string             `json:"code"`
	}
	for path, want := range map[string]string{
		"pots[2].width_mm": "Width at the bottom", "pots": "Tag or name", "parts.bark": "", "code": "", "pots[0].depth_mm": "", "code.of": "",
	} {
		err := fmt.Errorf("check: %w", withNames(fault.List{{Field: path}}, reflect.TypeFor[sent]()))
		var faults fault.List
		require.ErrorAs(t, err, &faults)
		assert.Equal(t, want, english.Say(faults[0].Name), path)
	}
}
