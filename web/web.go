// Package web carries the built page inside the program.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Page is the built page: index.html and its assets.
func Page() (fs.FS, error) { return fs.Sub(dist, "dist") }
