package door

import (
	"net"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Who opens many lines is hung up on beyond a number; when some are closed there is room again.
func TestOneAddressHoldsFewLines(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	door := newFew(l)
	defer func() { _ = door.Close() }()
	let := make(chan net.Conn, linesFromOne+1)
	go func() {
		for {
			conn, err := door.Accept()
			if err != nil {
				return
			}
			let <- conn
		}
	}()
	dial := func() net.Conn {
		conn, err := net.Dial("tcp", l.Addr().String())
		require.NoError(t, err)
		t.Cleanup(func() { _ = conn.Close() })
		return conn
	}
	var held []net.Conn
	for range linesFromOne {
		dial()
		held = append(held, <-let)
	}
	over := dial()
	require.NoError(t, over.SetReadDeadline(time.Now().Add(10*time.Second)))
	_, err = over.Read(make([]byte, 1))
	require.Error(t, err)
	assert.NotErrorIs(t, err, net.ErrClosed)
	assert.Empty(t, let, "it was hung up on")
	require.NoError(t, held[0].Close())
	_ = held[0].Close() // twice is once
	dial()
	assert.NotNil(t, <-let)
}
