package ledger

import (
	"bytes"
	"encoding/json"
	"reflect"
	"slices"
)

// merge brings two changes of a document together, where neither touches what the other changed:
// of objects field by field, of lists of things with an id thing by thing, of all else as one.
// It says false where both changed the same thing.
func merge(base, theirs, yours []byte) (doc []byte, apart bool, err error) {
	var all [3]any
	for i, text := range [][]byte{base, theirs, yours} {
		read := json.NewDecoder(bytes.NewReader(text))
		read.UseNumber() // a figure stays as it was written
		if err := read.Decode(&all[i]); err != nil {
			return nil, false, err
		}
	}
	both, apart := mergeValues(all[0], all[1], all[2])
	if !apart {
		return nil, false, nil
	}
	doc, err = json.Marshal(both)
	return doc, true, err
}

// absent is a field or a thing that is not there.
type absent struct{}

func mergeValues(base, theirs, yours any) (both any, apart bool) {
	switch {
	case reflect.DeepEqual(theirs, yours), reflect.DeepEqual(base, yours):
		return theirs, true
	case reflect.DeepEqual(base, theirs):
		return yours, true
	}
	if b, t, y, ok := threeOf[map[string]any](base, theirs, yours); ok {
		return mergeFields(b, t, y)
	}
	if b, t, y, ok := threeOf[[]any](base, theirs, yours); ok {
		return mergeThings(b, t, y)
	}
	return nil, false
}

// threeOf takes three values as of one kind. What two of them begun is seen from an empty one.
func threeOf[T any](base, theirs, yours any) (b, t, y T, ok bool) {
	t, okT := theirs.(T)
	y, okY := yours.(T)
	b, okB := base.(T)
	_, none := base.(absent)
	return b, t, y, okT && okY && (okB || none || base == nil)
}

func fieldOf(of map[string]any, name string) any {
	if v, ok := of[name]; ok {
		return v
	}
	return absent{}
}

func mergeFields(base, theirs, yours map[string]any) (any, bool) {
	all := map[string]any{}
	names := map[string]bool{}
	for _, of := range []map[string]any{theirs, yours} {
		for name := range of {
			names[name] = true
		}
	}
	for name := range names {
		both, apart := mergeValues(fieldOf(base, name), fieldOf(theirs, name), fieldOf(yours, name))
		if !apart {
			return nil, false
		}
		if both != (any)(absent{}) {
			all[name] = both
		}
	}
	return all, true
}

// mergeThings keeps their order; what only yours added comes after what it follows in yours.
func mergeThings(base, theirs, yours []any) (any, bool) {
	b, okB := byID(base)
	t, okT := byID(theirs)
	y, okY := byID(yours)
	if !okB || !okT || !okY {
		return nil, false
	}
	order := idsOf(theirs)
	after := -1
	for _, id := range idsOf(yours) {
		if at := slices.Index(order, id); at >= 0 {
			after = at
			continue
		}
		after++
		order = slices.Insert(order, after, id)
	}
	all := []any{}
	for _, id := range order {
		both, apart := mergeValues(fieldOf(b, id), fieldOf(t, id), fieldOf(y, id))
		if !apart {
			return nil, false
		}
		if both != (any)(absent{}) {
			all = append(all, both)
		}
	}
	return all, true
}

// byID are the things of a list by their ids, where each has one of its own.
func byID(list []any) (map[string]any, bool) {
	things := map[string]any{}
	for i, id := range idsOf(list) {
		if _, twice := things[id]; twice || id == "" {
			return nil, false
		}
		things[id] = list[i]
	}
	return things, true
}

// idsOf are the ids of things; empty for what has none.
func idsOf(list []any) []string {
	ids := make([]string, len(list))
	for i, thing := range list {
		if fields, ok := thing.(map[string]any); ok {
			ids[i], _ = fields["id"].(string)
		}
	}
	return ids
}
