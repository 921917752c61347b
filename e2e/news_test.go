package e2e

import (
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/evanw/esbuild/pkg/api"
	"github.com/go-rod/rod/lib/proto"
	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	_ "modernc.org/sqlite" // to look up versions
)

// called is an operation of the contract with a request that it answers well.
type called struct {
	id, method, path    string
	Path, Version, Body string
}

// contractOf are the operations of the contract in the order of their addresses, with sound requests.
func contractOf(t *testing.T) (list []called) {
	t.Helper()
	var sound map[string]called
	doc, err := os.ReadFile("../api/testdata/sound.yaml")
	require.NoError(t, err)
	require.NoError(t, yaml.Unmarshal(doc, &sound))
	var contract struct {
		Paths map[string]map[string]struct{ OperationID string }
	}
	doc, err = os.ReadFile("../api/openapi.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(doc, &contract))
	for path, methods := range contract.Paths {
		for method, o := range methods {
			if o.OperationID == "" {
				continue
			}
			c := sound[o.OperationID]
			c.id, c.method, c.path = o.OperationID, strings.ToUpper(method), path
			list = append(list, c)
		}
	}
	slices.SortFunc(list, func(a, b called) int { return strings.Compare(a.path+a.method, b.path+b.method) })
	return list
}

// request is an address and a body, with what stands for what is kept now.
func (s *server) request(t *testing.T, file *sql.DB, c called, n int) (path, body string) {
	t.Helper()
	one := func(query string) (v int64) {
		if err := file.QueryRowContext(t.Context(), query).Scan(&v); err != nil {
			require.ErrorIs(t, err, sql.ErrNoRows, query)
		}
		return v
	}
	if path = c.Path; path == "" {
		path = strings.ReplaceAll(c.path, "{id}", "1")
	}
	if strings.Contains(path, "{new}") {
		s.send(t, http.MethodPost, "/api/v1/plants", `{"tag":"x","group":"cattleya","leaf_count":6,"bulb_count":6}`)
		path = strings.ReplaceAll(path, "{new}", fmt.Sprint(one("SELECT MAX(id) FROM plants")))
	}
	body = c.Body
	if body == "" {
		body = "{}"
	}
	version := int64(0)
	if c.Version != "" {
		version = one("SELECT version FROM documents WHERE " + c.Version)
	}
	if strings.Contains(body, "{code}") {
		var given struct{ Code string }
		require.NoError(t, json.Unmarshal([]byte(s.send(t, http.MethodPost, "/api/v1/codes", `{"person_id":1}`)), &given))
		body = strings.ReplaceAll(body, "{code}", given.Code)
	}
	return path, strings.NewReplacer(
		"{version}", fmt.Sprint(version), "{moment}", time.Date(2026, 1, 5, 10, 0, n, 0, time.UTC).Format(time.RFC3339),
		"{weighed}", fmt.Sprint(one("SELECT COALESCE(MAX(id), 0) FROM weighings WHERE plant_id = 1 AND NOT withdrawn")),
		"{moved}", fmt.Sprint(one("SELECT COALESCE(MAX(id), 0) FROM moved WHERE from_id = 1 AND NOT undone")),
	).Replace(body)
}

// cached is the page's own cache, rule and questions, without the page.
const cached = `
	import { QueryClient } from "@tanstack/react-query";
	import { followed } from "./lib/changed";
	import { client } from "./lib/api/client";
	import { heed } from "./lib/news";
	import * as queries from "./lib/api/queries";
	const cache = new QueryClient();
	heed(cache);
	const day = new Date().toISOString().slice(0, 10);
	const of = { plants: [[{}]], fewPlants: [[{}]], evening: [[60]], away: [[day, day]] };
	for (const name of ["cleaning", "home"]) of[name] = [[1, "Mira"], [2, "Mira"]];
	const each = [[1], [2]]; // of a plant, or what is kept under that number
	// What tells of the moment, and what ships with the program.
	const left = ["me", "about", "scales", "race", "timers"];
	const asked = Object.entries(queries)
		.filter(([name]) => !left.includes(name) && (!name.endsWith("Knowledge") || name === "mediaKnowledge"))
		.flatMap(([name, q]) => (typeof q === "function" ? (of[name] ?? each).map((args) => q(...args)) : [q]));
	/** Where each of them is asked. */
	export const addresses = async () => {
		const at = [];
		for (const q of asked) {
			const urls = [];
			const noted = { onRequest: ({ request }) => (urls.push(request.url), Response.json({})) };
			client.use(noted);
			const with_ = { pageParam: q.initialPageParam, queryKey: q.queryKey, signal: new AbortController().signal };
			await q.queryFn(with_).catch(() => 0); // it is answered with nothing
			client.eject(noted);
			at.push(urls);
		}
		return at;
	};
	/** Sends it, and gives which of all that was loaded are to be loaded anew. */
	export const does = async (method, path, body) => {
		for (const q of asked) cache.setQueryData(q.queryKey, {});
		await new Promise((done) => setTimeout(done, 2)); // what is told now is later than what was loaded
		const { response } = await client[method](path, { body });
		await followed();
		const anew = asked.map((q) => cache.getQueryState(q.queryKey).isInvalidated);
		return { status: response.status, told: response.headers.has("Therapeon-Changed"), anew };
	};
	export const keys = asked.map((q) => q.queryKey);
`

// answers are what the program says at some addresses now.
func (s *server) answers(t *testing.T, at [][]string) []string {
	t.Helper()
	says := make([]string, len(at))
	var all sync.WaitGroup
	for i, urls := range at {
		all.Go(func() {
			for _, url := range urls {
				answer, err := http.Get(url)
				if !assert.NoError(t, err) {
					return
				}
				body, err := io.ReadAll(answer.Body)
				assert.NoError(t, errors.Join(err, answer.Body.Close()))
				says[i] += string(body)
			}
		})
	}
	all.Wait()
	return says
}

// An answer to a write says what it changed, and the page's cache follows by its one rule: nothing that is
// loaded becomes stale without being told.
func TestEveryWriteTellsWhatItChanges(t *testing.T) {
	s := fresh(t)
	file, err := sql.Open("sqlite", "file:"+s.data+"?_pragma=busy_timeout(5000)")
	require.NoError(t, err)
	defer func() { _ = file.Close() }()
	all := contractOf(t)
	byID := map[string]called{}
	for _, c := range all {
		byID[c.id] = c
	}
	n := 0
	well := func(id, as string) {
		c := byID[id]
		if as != "" {
			c.Path = as
		}
		n++
		path, body := s.request(t, file, c, n)
		s.send(t, c.method, path, body)
	}
	for range 3 {
		well("addPlant", "")
	}
	well("startReading", "/api/v1/plants/1/readings")
	well("startLook", "/api/v1/plants/1/inspections")
	well("startCourse", "/api/v1/plants/1/courses")
	for _, id := range []string{
		"addPlace", "addStock", "addRecipe", "startTimer", "weigh", "addIncident", "saveReading", "keepWish", "planHome",
		"checkIn", "tend", "hold", "watchPlants", "addPerson", "scaleReads",
	} {
		well(id, "")
	}

	p := open(t, s.url+"/favicon.svg", bench)
	script := scriptOf(t, "the page's cache", api.BuildOptions{
		Stdin: &api.StdinOptions{Contents: cached, ResolveDir: "../web/src", Loader: api.LoaderJS},
	})
	ran, err := proto.RuntimeEvaluate{Expression: script}.Call(p)
	require.NoError(t, err)
	require.Nil(t, ran.ExceptionDetails)
	keys, at := gives[[][]any](t, p.Page, "return m.keys"), gives[[][]string](t, p.Page, "return await m.addresses()")
	require.Greater(t, len(at), 40)
	for i, urls := range at {
		require.NotEmpty(t, urls, "%v is asked somewhere", keys[i])
	}
	hour, told := time.Now().Hour(), 0
	was := s.answers(t, at)
	out := byID["showExample"] // once it is shown
	out.Body = `{"shown":false}`
	for _, c := range append(all, out) {
		if c.method == http.MethodGet || strings.Contains(c.path, "/compute/") || c.id == "openNetwork" {
			continue // the real network stays closed
		}
		n++
		if strings.Contains(c.Body, "{weighed}") {
			well("weigh", "")
		}
		path, body := s.request(t, file, c, n)
		if strings.Contains(c.Path, "{new}") || strings.Contains(c.Body, "{weighed}") || strings.Contains(c.Body, "{code}") {
			was = s.answers(t, at) // something was written beside the page
		}
		came := gives[struct {
			Status int
			Told   bool
			Anew   []bool
		}](t, p.Page, fmt.Sprintf("return await m.does(%q, %q, %s)", c.method, path, body))
		if came.Told {
			told++
		}
		is := s.answers(t, at)
		if now := time.Now().Hour(); now != hour { // schedules go on by the hour, without a word
			hour, is = now, s.answers(t, at)
			was = is
		}
		for i, key := range keys {
			if came.Anew[i] || is[i] == was[i] || c.id == "backup" && key[0] == "log" {
				continue // a copy is noted beside all that is served; it is looked up when the log opens
			}
			assert.Fail(t, "stale, and nobody was told",
				"%v after %s, which was answered with %d:\n%s\n%s", key, c.id, came.Status, was[i], is[i])
		}
		was = is
	}
	assert.Greater(t, told, 50)
}
