package localpg_test

import (
	"database/sql"
	"os"
	"testing"

	"mothledger/localpg"
	"mothledger/localpg/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func TestDatabaseIsOwnedByARoleThatIsNoSuperuser(t *testing.T) {
	url := pgtest.Database(t)
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	var super bool
	if err := db.QueryRow("select rolsuper from pg_roles where rolname = current_user").Scan(&super); err != nil || super {
		t.Errorf("superuser %v, %v", super, err)
	}
	var enc string
	if err := db.QueryRow("show server_encoding").Scan(&enc); err != nil || enc != "UTF8" {
		t.Errorf("encoding %s, %v", enc, err)
	}
	if again, err := pgtest.Server().Database(t.Context(), "t1"); err != nil || again != url {
		t.Errorf("asking for a database that is there gave %q, %v", again, err)
	}
}

func TestStopKeepsTheData(t *testing.T) {
	dir, err := os.MkdirTemp("", "mothledger-keep-")
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = os.RemoveAll(dir) }()
	if err := os.Chmod(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	for round := range 2 {
		s, err := localpg.Start(t.Context(), dir, true)
		if err != nil {
			t.Fatal(err)
		}
		db, err := sql.Open("pgx", s.URL)
		if err != nil {
			t.Fatal(err)
		}
		if round == 0 {
			_, err = db.Exec("create table kept as select 7 as n")
		} else {
			var n int
			if err = db.QueryRow("select n from kept").Scan(&n); err == nil && n != 7 {
				t.Errorf("kept %d", n)
			}
		}
		if err != nil {
			t.Error(err)
		}
		_ = db.Close()
		s.Stop()
	}
}
