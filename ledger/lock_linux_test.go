package ledger

import (
	"os"
	"path/filepath"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// One file is one program, by whichever name, and when the lock beside it was taken away.
func TestAFileIsHeldByItself(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "bench.sqlite")
	s := open(t, path)
	addPlant(t, s, "First")
	require.NoError(t, os.Remove(path+".lock"))
	_, err := Open(t.Context(), path)
	require.ErrorIs(t, err, ErrRefused, "the lock beside it is gone")
	_, err = Backup(t.Context(), path, filepath.Join(folder, "copy.sqlite"), time.Now())
	require.NoError(t, err, "a copy is made beside it all the same")
	addPlant(t, s, "Second")
	require.NoError(t, s.Close())

	other := filepath.Join(folder, "other.sqlite")
	require.NoError(t, os.Link(path, other))
	for _, name := range []string{path, other} {
		_, err = Open(t.Context(), name)
		require.ErrorIs(t, err, ErrRefused)
		assert.ErrorContains(t, err, "more than one name")
	}
	require.NoError(t, os.Remove(other))
	assert.ElementsMatch(t, []string{"First", "Second"}, tagsIn(t, path))
}

// On a full disk all that was brought over can be read, and a write says that it is full.
func TestAStartOnAFullDiskReads(t *testing.T) {
	disk := t.TempDir()
	if err := syscall.Mount("tmpfs", disk, "tmpfs", 0, "size=2m"); err != nil {
		t.Skip("only root makes a small disk:", err)
	}
	t.Cleanup(func() { assert.NoError(t, syscall.Unmount(disk, 0)) })
	path := made(t, filepath.Join(disk, "bench.sqlite"), "Mine")
	full, err := os.Create(filepath.Join(disk, "full"))
	require.NoError(t, err)
	for err == nil {
		_, err = full.Write(make([]byte, 4096))
	}
	require.ErrorIs(t, err, syscall.ENOSPC)
	require.NoError(t, full.Close())
	s, err := Open(t.Context(), path)
	require.NoError(t, err)
	assert.True(t, s.OnlyReads())
	assert.Equal(t, []string{"Mine"}, tags(t, s))
	require.ErrorIs(t, s.Write(t.Context(), func(*Tx) error { return nil }), ErrFull)
	require.NoError(t, s.Close())
	require.NoError(t, os.Remove(full.Name()))
	s, err = Open(t.Context(), path)
	require.NoError(t, err)
	assert.False(t, s.OnlyReads())
	addPlant(t, s, "And more")
	require.NoError(t, s.Close())
}
