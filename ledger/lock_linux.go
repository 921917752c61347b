package ledger

import (
	"os"
	"syscall"

	"github.com/gofrs/flock"
)

// inode holds the file itself, by whichever name it is reached, and also when the lock beside it is gone.
// It is apart from the locks that SQLite takes (flock(2), fcntl(2)). No file yet is no lock yet.
func inode(path string) (*flock.Flock, error) {
	info, err := os.Stat(path)
	if err != nil {
		return nil, nil // whoever opens it says what is wrong with it
	}
	if of, ok := info.Sys().(*syscall.Stat_t); ok && of.Nlink > 1 && info.Mode().IsRegular() {
		return nil, Refusal{path, "this file has more than one name (hard links). Changes by one name and a copy by " +
			"another would not know of each other. Keep one name, and take the others away."}
	}
	if !info.Mode().IsRegular() || info.Mode().Perm()&0o222 == 0 {
		return nil, nil
	}
	held := flock.New(path, flock.SetFlag(os.O_RDWR))
	switch ok, err := held.TryLock(); {
	case err != nil:
		return nil, nil // as above
	case !ok:
		return nil, inUse(path, "another program")
	}
	return held, nil
}

// noRoom holds where a disk has no room for what SQLite keeps beside a file.
func noRoom(path string) bool {
	var disk syscall.Statfs_t
	return syscall.Statfs(path, &disk) == nil && disk.Bavail*uint64(disk.Bsize) < roomBeside
}

// roomBeside is what SQLite wants for its index of the log (https://sqlite.org/walformat.html), and a page of it.
const roomBeside = 64 << 10
