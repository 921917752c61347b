package door

import (
	"net"
	"net/netip"
	"sync"
)

// How many lines a door holds open, in all and from one address. What comes beyond is hung up on at
// once, so that who holds lines open takes no more of the machine.
const (
	mostLines    = 512
	linesFromOne = 64
)

// few is a listener that holds few lines open.
type few struct {
	net.Listener
	mu   sync.Mutex
	all  int
	from map[netip.Addr]int
}

func newFew(l net.Listener) *few { return &few{Listener: l, from: map[netip.Addr]int{}} }

// Accept waits for the next line that there is room for.
func (f *few) Accept() (net.Conn, error) {
	for {
		conn, err := f.Listener.Accept()
		if err != nil {
			return nil, err
		}
		at, err := netip.ParseAddrPort(conn.RemoteAddr().String())
		if err != nil {
			return conn, nil // it comes by no address, and is not counted
		}
		if line := f.take(conn, at.Addr().Unmap()); line != nil {
			return line, nil
		}
		_ = conn.Close()
	}
}

func (f *few) take(conn net.Conn, from netip.Addr) net.Conn {
	f.mu.Lock()
	defer f.mu.Unlock()
	if f.all >= mostLines || f.from[from] >= linesFromOne {
		return nil
	}
	f.all++
	f.from[from]++
	return &line{Conn: conn, end: sync.OnceFunc(func() { f.leave(from) })}
}

func (f *few) leave(from netip.Addr) {
	f.mu.Lock()
	defer f.mu.Unlock()
	f.all--
	if f.from[from]--; f.from[from] == 0 {
		delete(f.from, from)
	}
}

// line is a line that is counted until it is closed.
type line struct {
	net.Conn
	end func()
}

// Close closes it, and makes room.
func (l *line) Close() error {
	l.end()
	return l.Conn.Close()
}
