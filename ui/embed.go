// Package ui carries the built front end inside the binary.
package ui

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Files gives the built front end, rooted at index.html.
func Files() fs.FS {
	f, err := fs.Sub(dist, "dist")
	if err != nil { // the folder is embedded, so it is there
		panic(err)
	}
	return f
}
