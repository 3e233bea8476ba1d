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

// Server is a ledger on a fresh database: its address, its store, and the
// connection of the role that owns the tables.
type Server struct {
	URL   string
	Store *store.Store
	Owner string
}

// Compare compares all variants with their parents, as a server does in the background.
func Compare(t testing.TB, s *store.Store) {
	t.Helper()
	for n := -1; n != 0; {
		var err error
		if n, err = ledger.New(s).CompareWaiting(t.Context(), 200); err != nil {
			t.Fatal(err)
		}
	}
}

// Serve starts a server, with the demo club's dressings or empty. It ends with the test.
func Serve(t testing.TB, files fs.FS, club bool) Server {
	t.Helper()
	return serve(t, files, func(s *store.Store) error {
		if !club {
			return nil
		}
		_, err := demo.Club(t.Context(), s)
		return err
	})
}

// Archive starts a server with the demo club and its archive, as ./start shows it.
func Archive(t testing.TB, files fs.FS) Server {
	t.Helper()
	return serve(t, files, func(s *store.Store) error {
		_, err := demo.Load(t.Context(), s)
		return err
	})
}

func serve(t testing.TB, files fs.FS, load func(*store.Store) error) Server {
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
	if err := load(s); err != nil {
		t.Fatal(err)
	}
	Compare(t, s)
	srv := httptest.NewServer(web.New(ledger.New(s), files, slog.New(slog.NewTextHandler(io.Discard, nil))))
	t.Cleanup(srv.Close)
	return Server{srv.URL, s, dsn}
}
