package ledger

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"syscall"

	"github.com/gofrs/flock"
)

// Lock holds a data file for one program. The system takes it back when the
// program ends, however it ends.
type Lock struct {
	path string
	held *flock.Flock
	file *flock.Flock // the file itself, where there is one
}

// TakeLock holds the data file at path, or refuses when another program does.
func TakeLock(path string) (*Lock, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, fmt.Errorf("make the folder for the data: %w", err)
	}
	l := &Lock{
		path: path + ".lock",
		held: flock.New(path+".lock", flock.SetFlag(os.O_CREATE|os.O_RDWR), flock.SetPermissions(0o600)),
	}
	held, err := l.held.TryLock()
	switch {
	case errors.Is(err, os.ErrPermission) || err != nil && strings.Contains(err.Error(), "read-only"):
		return nil, Refusal{
			path,
			"nothing may be written in its folder, so nothing could be saved. Make the folder writable, or name a file elsewhere.",
		}
	case err != nil:
		return nil, fmt.Errorf("lock %s: %w", path, err)
	case !held:
		who, _ := os.ReadFile(l.path)
		words := strings.TrimSpace(string(who))
		if words == "" {
			words = "another program"
		}
		return nil, inUse(path, words)
	}
	if err := l.hold(path); err != nil {
		return nil, errors.Join(err, l.held.Close())
	}
	return l, l.say("Therapeon, process " + fmt.Sprint(os.Getpid()))
}

func inUse(path, by string) Refusal {
	return Refusal{path, "this file is in use by " + by + ". One program serves a file; use that one, or stop it first."}
}

// hold holds the file itself, once there is one.
func (l *Lock) hold(path string) (err error) {
	if l.file == nil {
		l.file, err = inode(path)
	}
	return err
}

// holdAnew holds the file that is there now: another may have been put aside.
func (l *Lock) holdAnew(path string) error {
	if l.file != nil {
		if err := l.file.Close(); err != nil {
			return err
		}
		l.file = nil
	}
	return l.hold(path)
}

// Serving says beside the file where its program is.
func (l *Lock) Serving(address string) error {
	return l.say(fmt.Sprintf("Therapeon, process %d, at %s", os.Getpid(), address))
}

func (l *Lock) say(words string) error {
	err := os.WriteFile(l.path, []byte(words+"\n"), 0o600)
	if err != nil && !errors.Is(err, syscall.ENOSPC) { // it holds, and says less
		return fmt.Errorf("write %s: %w", l.path, err)
	}
	return nil
}

// Release lets the file go. The lock's own file stays: taking it away could let
// two programs hold two locks of one name.
func (l *Lock) Release() error {
	err := errors.Join(os.Truncate(l.path, 0), l.held.Close())
	if l.file != nil {
		err = errors.Join(err, l.file.Close())
	}
	return err
}
