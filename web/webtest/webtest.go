// Package webtest serves a ledger of its own to a test.
package webtest

import (
	"io"
	"io/fs"
	"log/slog"
	"net/http/httptest"
	"testing"

	"mothledger/demo"
	"mothledger/ledger"
	"mothledger/localpg/pgtest"
	"mothledger/store"
	"mothledger/web"
)

// Serve gives the address of a server on a fresh database, with the demo club or
// empty, and the store behind it. Both end with the test.
func Serve(t testing.TB, files fs.FS, club bool) (string, *store.Store) {
	t.Helper()
	dsn := pgtest.Database(t)
	if err := store.Migrate(t.Context(), dsn); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), dsn)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	if club {
		if _, err := demo.Load(t.Context(), s); err != nil {
			t.Fatal(err)
		}
	}
	srv := httptest.NewServer(web.New(ledger.New(s), files, slog.New(slog.NewTextHandler(io.Discard, nil))))
	t.Cleanup(srv.Close)
	return srv.URL, s
}
