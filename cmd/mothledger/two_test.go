package main

import (
	"bufio"
	"database/sql"
	"encoding/json"
	"fmt"
	"os"
	"strings"
	"sync"
	"testing"

	_ "github.com/jackc/pgx/v5/stdlib"

	"mothledger/localpg"
)

func openDB(t *testing.T, url string) *sql.DB {
	t.Helper()
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = db.Close() })
	return db
}

// serveOn starts the application on a database and gives its address.
func serveOn(t *testing.T, url string) func() string {
	t.Helper()
	c := command(t, "serve", "--database", url, "--listen", "127.0.0.1:0")
	out, err := c.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	c.Stderr = os.Stderr
	if err := c.Start(); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = c.Process.Kill(); _ = c.Wait() })
	return func() string {
		lines := bufio.NewScanner(out)
		for lines.Scan() {
			if a := strings.TrimSpace(lines.Text()); strings.HasPrefix(a, "http://") {
				return a
			}
		}
		t.Error("serve ended without an address")
		return ""
	}
}

// TestTwoApplicationsOnOneDatabase starts both at once on an empty database, so
// that both want to migrate it, and lets them revise one dressing at once, 500
// times.
func TestTwoApplicationsOnOneDatabase(t *testing.T) {
	pg, err := localpg.Start(t.Context(), dataFolder(t), true)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(pg.Stop)
	url, err := pg.Database(t.Context(), "shared")
	if err != nil {
		t.Fatal(err)
	}
	first, second := serveOn(t, url), serveOn(t, url)
	apps := []string{first(), second()}
	if t.Failed() {
		return
	}
	db := openDB(t, url)
	var migrations, distinct int
	if err := db.QueryRowContext(t.Context(), `select count(*), count(distinct version_id) from goose_db_version where version_id > 0`).Scan(&migrations, &distinct); err != nil || migrations != distinct || migrations == 0 {
		t.Errorf("%d migrations ran for %d versions (%v)", migrations, distinct, err)
	}
	status, body := send(apps[0], "/api/dressings", "the-shared-dressing", "", map[string]string{"text": recipe(0, 0, 3)})
	if status != 201 {
		t.Fatalf("%d %s", status, body)
	}
	const times = 500
	won := [2]int{}
	for n := 1; n <= times; n++ {
		var wg sync.WaitGroup
		var statuses [2]int
		var bodies [2][]byte
		for i, a := range apps {
			wg.Go(func() {
				statuses[i], bodies[i] = send(a, "/api/dressings/1/revisions", fmt.Sprintf("revise-%d-from-%d", n, i), fmt.Sprintf(`"%d"`, n), map[string]string{"text": recipe(i, n, 3), "why": fmt.Sprintf("time %d, hand %d", n, i)})
			})
		}
		wg.Wait()
		switch {
		case statuses == [2]int{201, 412}:
			won[0]++
		case statuses == [2]int{412, 201}:
			won[1]++
		default:
			t.Fatalf("time %d: %v\n%s\n%s", n, statuses, bodies[0], bodies[1])
		}
		loser := 0
		if statuses[0] == 201 {
			loser = 1
		}
		var p struct {
			Stale struct {
				Newest  int
				Why     string
				Changed []string
				Rows    []struct{ Key string }
			}
		}
		if err := json.Unmarshal(bodies[loser], &p); err != nil || p.Stale.Newest != n+1 || p.Stale.Why != fmt.Sprintf("time %d, hand %d", n, 1-loser) || len(p.Stale.Rows) == 0 {
			t.Fatalf("time %d: the second was told %s", n, bodies[loser])
		}
	}
	// deeds of other kinds, both at once: one of them is the deed, the other changed nothing
	status, body = send(apps[0], "/api/dressings", "another-of-the-two", "", map[string]string{"text": recipe(1, 1, 3)})
	if status != 201 {
		t.Fatalf("%d %s", status, body)
	}
	for n := range 60 {
		var wg sync.WaitGroup
		var deeds [2]int64
		for i, a := range apps {
			wg.Go(func() {
				status, body := send(a, "/api/dressings/2/parents", fmt.Sprintf("link-%d-from-%d", n, i), "", map[string]any{"parent": 1, "off": n%2 == 1})
				var d struct{ Deed int64 }
				if err := json.Unmarshal(body, &d); status != 200 || err != nil {
					t.Errorf("time %d: %d %s", n, status, body)
				}
				deeds[i] = d.Deed
			})
		}
		wg.Wait()
		if (deeds[0] == 0) == (deeds[1] == 0) {
			t.Fatalf("time %d: both at once are the deeds %v", n, deeds)
		}
		var standing bool
		if err := db.QueryRowContext(t.Context(), `select exists (select from descent)`).Scan(&standing); err != nil || standing != (n%2 == 0) {
			t.Fatalf("time %d: linked %v (%v)", n, standing, err)
		}
	}
	var revisions, newest int
	if err := db.QueryRowContext(t.Context(), `select count(*), max(number) from revision where dressing_id = (select id from dressing where folio = 1)`).Scan(&revisions, &newest); err != nil || revisions != times+1 || newest != times+1 {
		t.Errorf("%d revisions, the newest %d (%v)", revisions, newest, err)
	}
	fmt.Fprintf(os.Stderr, "report: two applications, %d revisions at once: %d and %d won, every other was told what changed\n", times, won[0], won[1])
}
