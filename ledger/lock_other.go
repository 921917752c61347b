//go:build !linux

package ledger

import "github.com/gofrs/flock" // its type alone

// inode holds the file itself on Linux; elsewhere its locks could meet those that SQLite takes.
func inode(string) (*flock.Flock, error) { return nil, nil }

// noRoom is not known elsewhere.
func noRoom(string) bool { return false }
