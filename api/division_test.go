package api

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What cuts would leave is told for any cuts, without saving anything.
func TestWhatCutsWouldLeaveIsTold(t *testing.T) {
	x := start(t)
	status, _, _ := x.send(http.MethodPost, "/api/v1/plants", `{"tag":"Clump","group":"cattleya","bulb_count":6,"leaf_count":6}`)
	require.Equal(t, http.StatusCreated, status)
	at := func(query string) (int, map[string]any) {
		status, doc, _ := x.send(http.MethodGet, "/api/v1/plants/1/rhizome"+query, "")
		return status, doc
	}
	parts := func(query string) (names []any, bulbs []any) {
		status, doc := at(query)
		require.Equal(t, http.StatusOK, status, doc)
		list, _ := doc["parts"].([]any)
		for _, p := range list {
			of, _ := p.(map[string]any)
			names, bulbs = append(names, of["name"]), append(bulbs, of["bulbs"])
		}
		return names, bulbs
	}
	_, doc := at("")
	advice, _ := doc["advice"].(map[string]any)
	assert.Equal(t, advice["cuts"], doc["cuts"], "left out: as advised")
	names, bulbs := parts("?cuts=3,5")
	assert.Equal(t, []any{"A", "B", "C"}, names)
	assert.Equal(t, []any{[]any{1.0, 2.0}, []any{3.0, 4.0}, []any{5.0, 6.0}}, bulbs)
	names, _ = parts("?cuts=none")
	assert.Equal(t, []any{"A"}, names)

	for query, code := range map[string]int{
		"?cuts=9": http.StatusUnprocessableEntity, "?cuts=1": http.StatusUnprocessableEntity,
		"?cuts=x": http.StatusUnprocessableEntity, "?cuts=2,2,2,2,2,2,2,2,2,2,2,2,2": http.StatusUnprocessableEntity,
	} {
		status, doc := at(query)
		assert.Equal(t, code, status, query)
		faults, _ := doc["faults"].([]any)
		require.Len(t, faults, 1, query)
		fault, _ := faults[0].(map[string]any)
		assert.Contains(t, fault["field"], "cuts")
	}
}
