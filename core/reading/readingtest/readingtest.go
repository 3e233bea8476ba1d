// Package readingtest reads recipes for the tests of other packages.
package readingtest

import (
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/reading"
)

// Read reads a recipe with the built-in words, and ends the test where it cannot be
// read.
func Read(t testing.TB, text string) dressing.Dressing {
	t.Helper()
	r, err := reading.Read(text, reading.Builtin())
	if err != nil {
		t.Fatalf("%q: %v", text, err)
	}
	return r.Dressing
}
