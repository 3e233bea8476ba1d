// Package pgtest gives tests a real PostgreSQL: one server a test binary, one
// fresh database a test.
package pgtest

import (
	"context"
	"fmt"
	"os"
	"sync/atomic"
	"testing"

	"mothledger/localpg"
)

var (
	server *localpg.Server
	count  atomic.Int64
)

// Main runs the tests of a package with a server beside them.
func Main(m *testing.M) {
	os.Exit(Run(m))
}

// Run is Main for a package that has more to end afterwards: it gives the exit
// code.
func Run(m *testing.M) int {
	dir, err := os.MkdirTemp("", "mothledger-test-")
	if err == nil {
		err = os.Chmod(dir, 0o755) // the user postgres must reach it
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer func() { _ = os.RemoveAll(dir) }()
	server, err = localpg.Start(context.Background(), dir, true)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer server.Stop()
	return m.Run()
}

// Server is the running server.
func Server() *localpg.Server { return server }

// Database gives the connection of a fresh, empty database.
func Database(t testing.TB) string {
	t.Helper()
	url, err := server.Database(t.Context(), fmt.Sprintf("t%d", count.Add(1)))
	if err != nil {
		t.Fatal(err)
	}
	return url
}
