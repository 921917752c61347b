// Command answers asks a running program all that can be read of a bench, and prints an answer a line:
// the operation, its address, and what was answered, with the fields in order. Two programs on copies of
// one data file are compared so, with diff:
//
//	answers http://127.0.0.1:8317 > before
//
// What changes by itself (the stream of events, times of the clock) is left out.
package main

import (
	"bufio"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"
)

func main() {
	if len(os.Args) != 2 {
		fmt.Fprintln(os.Stderr, "usage: answers ADDRESS")
		os.Exit(2)
	}
	out := bufio.NewWriter(os.Stdout)
	if err := all(strings.TrimSuffix(os.Args[1], "/"), out); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	if err := out.Flush(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

type parameter struct {
	Name, In string
	Schema   struct{ Enum []string }
}

type contract struct {
	Paths map[string]struct {
		Get *struct {
			OperationID string      `json:"operationId"`
			Parameters  []parameter `json:"parameters"`
		} `json:"get"`
	} `json:"paths"`
}

// skipped change by themselves, or are no one's to read.
var skipped = []string{"events", "subscribe", "about", "me", "listSessions", "getNetwork", "getLog"}

// moments are the fields that hold a time of the clock, or a name made by chance.
var moments = regexp.MustCompile(`"(now|sent|made_at|secret|address|seq|[a-z]+_ms)":("[^"]*"|[0-9]+)`)

// all asks each operation that reads, for each plant, look and reading, and with each choice of its query.
func all(at string, out io.Writer) error {
	var c contract
	if err := read(at+"/api/openapi.json", &c); err != nil {
		return err
	}
	var plants struct{ Plants []struct{ ID int64 } }
	if err := read(at+"/api/v1/plants?most=2000", &plants); err != nil {
		return err
	}
	ids := map[string][]string{}
	for _, p := range plants.Plants {
		id := strconv.FormatInt(p.ID, 10)
		ids["plants"] = append(ids["plants"], id)
		for _, kind := range []string{"inspections", "readings"} {
			found, err := listed(at, id, kind)
			if err != nil {
				return err
			}
			ids[kind] = append(ids[kind], found...)
		}
	}
	var paths []string
	for path, o := range c.Paths {
		if o.Get != nil && !slices.Contains(skipped, o.Get.OperationID) {
			paths = append(paths, path)
		}
	}
	slices.Sort(paths)
	for _, path := range paths {
		get := c.Paths[path].Get
		of := []string{path}
		if kind, _, has := strings.Cut(strings.TrimPrefix(path, "/api/v1/"), "/{id}"); has {
			of = nil
			for _, id := range ids[kind] {
				of = append(of, strings.Replace(path, "{id}", id, 1))
			}
		}
		for _, address := range of {
			for _, query := range queries(get.Parameters, ids["plants"]) {
				if err := answer(at, get.OperationID, address+query, out); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

func listed(at, plant, kind string) (ids []string, err error) {
	var of map[string]json.RawMessage
	if err := read(at+"/api/v1/plants/"+plant+"/"+kind, &of); err != nil {
		return nil, err
	}
	var rows []struct{ ID int64 }
	if err := json.Unmarshal(of[kind], &rows); err != nil {
		return nil, err
	}
	for _, r := range rows {
		ids = append(ids, strconv.FormatInt(r.ID, 10))
	}
	return ids, nil
}

// queries are what an operation is asked with: as it is, and with each word of each choice.
func queries(of []parameter, plants []string) []string {
	given := []string{""}
	for _, p := range of {
		switch {
		case p.Name == "until":
			given = []string{"?from=" + time.Now().AddDate(0, 0, 3).Format(time.DateOnly) +
				"&until=" + time.Now().AddDate(0, 0, 13).Format(time.DateOnly)}
		case p.Name == "plants":
			given = []string{"?plants=" + strings.Join(plants[:min(len(plants), 3)], ",")}
		case p.Name == "minutes", p.Name == "archived", p.Name == "due":
			given = append(given, "?"+p.Name+"="+map[string]string{"minutes": "90"}[p.Name]+
				map[bool]string{true: "true"}[p.Name != "minutes"])
		}
		for _, word := range p.Schema.Enum {
			given = append(given, "?"+p.Name+"="+word)
		}
	}
	return given
}

func answer(at, operation, path string, out io.Writer) error {
	r, err := http.Get(at + path)
	if err != nil {
		return err
	}
	defer r.Body.Close()
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return err
	}
	said := fmt.Sprintf("%d bytes of %s", len(body), r.Header.Get("Content-Type"))
	var doc any
	if json.Unmarshal(body, &doc) == nil {
		sorted, err := json.Marshal(doc)
		if err != nil {
			return err
		}
		said = moments.ReplaceAllString(string(sorted), `"$1":0`)
	}
	_, err = fmt.Fprintf(out, "%s\t%s\t%d\t%s\n", operation, path, r.StatusCode, said)
	return err
}

func read(address string, into any) error {
	r, err := http.Get(address)
	if err != nil {
		return err
	}
	defer r.Body.Close()
	return json.NewDecoder(r.Body).Decode(into)
}
