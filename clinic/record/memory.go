package record

import "sync"

// Memory remembers what costs time to come to, by all that it follows from.
type Memory[T any] struct {
	sync.Mutex
	of map[string]T
}

// mostRemembered is how much a memory holds; then it begins anew.
const mostRemembered = 10_000

// Recall is what was kept for it, if it is still known. It is shared: nobody changes it.
func (m *Memory[T]) Recall(from string) (T, bool) {
	m.Lock()
	defer m.Unlock()
	known, ok := m.of[from]
	return known, ok
}

// Keep remembers what it came to.
func (m *Memory[T]) Keep(from string, it T) {
	m.Lock()
	defer m.Unlock()
	if m.of == nil || len(m.of) >= mostRemembered {
		m.of = map[string]T{}
	}
	m.of[from] = it
}
