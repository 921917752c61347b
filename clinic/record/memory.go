package record

import "sync"

// memory remembers what costs time to come to, by all that it follows from.
type memory[T any] struct {
	sync.Mutex
	of map[string]T
}

// mostRemembered is how much a memory holds; then it begins anew.
const mostRemembered = 10_000

func (m *memory[T]) recall(from string) (T, bool) {
	m.Lock()
	defer m.Unlock()
	known, ok := m.of[from]
	return known, ok
}

func (m *memory[T]) keep(from string, it T) {
	m.Lock()
	defer m.Unlock()
	if m.of == nil || len(m.of) >= mostRemembered {
		m.of = map[string]T{}
	}
	m.of[from] = it
}
