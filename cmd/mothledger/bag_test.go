package main

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"mothledger/demo/families"
	"mothledger/ledger"
	"mothledger/localpg"
	"mothledger/store"
)

// ledgerOf files made-up flies into a database of a PostgreSQL for tests.
func ledgerOf(t *testing.T, pg *localpg.Server, name string, flies int) string {
	t.Helper()
	url, err := pg.Database(t.Context(), name)
	if err != nil {
		t.Fatal(err)
	}
	if err := store.Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	l := ledger.New(s)
	for _, f := range families.Make(flies) {
		if _, err := l.File(t.Context(), ledger.Filing{Text: f.Text, Parents: []ledger.Parent{}}, ledger.Sender{Seat: "filler"}); err != nil {
			t.Fatal(err)
		}
	}
	return url
}

func TestABagOutInAndChecked(t *testing.T) {
	pg, err := localpg.Start(t.Context(), dataFolder(t), true)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(pg.Stop)
	url := ledgerOf(t, pg, "full", 30)
	dir := t.TempDir()
	at := filepath.Join(dir, "bag")
	run(t, "", 0, "the ledger is in "+at, "", "bag", "out", "--database", url, at)
	run(t, "", 0, "the bag is whole", "", "bag", "check", at)
	run(t, "", 1, "", "is there already", "bag", "out", "--database", url, at)
	run(t, "", 1, "", "not empty", "bag", "in", "--database", url, at)
	empty, err := pg.Database(t.Context(), "empty")
	if err != nil {
		t.Fatal(err)
	}
	run(t, "", 0, "30 dressings are in the ledger", "", "bag", "in", "--database", empty, at)
	again := filepath.Join(dir, "again.zip")
	run(t, "", 0, again, "", "bag", "out", "--database", empty, again)
	run(t, "", 0, "the bag is whole", "", "bag", "check", again)
	broken := filepath.Join(at, "data", "dressings", "00003.txt")
	if err := os.WriteFile(broken, []byte("Body: fur\n"), 0o644); err != nil {
		t.Fatal(err)
	}
	run(t, "", 1, "data/dressings/00003.txt was changed", "damaged", "bag", "check", at)
	run(t, "", 1, "", "data/dressings/00003.txt was changed", "bag", "in", "--database", empty, at)
	run(t, "", 1, "", "no such file", "bag", "check", filepath.Join(dir, "nowhere"))
	run(t, "", 1, "", "there is no ledger in", "bag", "out", "--data", filepath.Join(dir, "none"), filepath.Join(dir, "x"))
	run(t, "", 2, "", "accepts 1 arg", "bag", "out")
	if err := os.WriteFile(filepath.Join(dir, "text"), []byte("text"), 0o644); err != nil {
		t.Fatal(err)
	}
	run(t, "", 1, "", "neither a folder nor a ZIP file", "bag", "check", filepath.Join(dir, "text"))
}

// A start's own folder, while it runs and while it does not.
func TestABagOfAStartsFolder(t *testing.T) {
	data := dataFolder(t)
	s := startIn(t, data)
	dir := t.TempDir()
	run(t, "", 0, "the ledger is in", "", "bag", "out", "--data", data, filepath.Join(dir, "running"))
	_ = s.cmd.Process.Signal(os.Interrupt)
	_ = s.cmd.Wait()
	run(t, "", 0, "the ledger is in", "", "bag", "out", "--data", data, filepath.Join(dir, "resting"))
	a, err := os.ReadFile(filepath.Join(dir, "running", "manifest-sha256.txt"))
	if err != nil {
		t.Fatal(err)
	}
	if b, err := os.ReadFile(filepath.Join(dir, "resting", "manifest-sha256.txt")); err != nil || string(a) != string(b) {
		t.Errorf("the bags differ (%v)", err)
	}
	other := dataFolder(t)
	run(t, "", 0, "36 dressings are in the ledger", "", "bag", "in", "--data", other, filepath.Join(dir, "running"))
	s = startIn(t, other)
	if status, body := get(t, s.address+"/api/dressings/1"); status != 200 || !strings.Contains(body, "Gloaming Porter") {
		t.Errorf("after it was put in: %d %.200s", status, body)
	}
}

// Killed at any moment while a bag is put in, the ledger is empty or whole; killed while
// one is taken out, there is a whole bag or none of that name.
func TestABagKilledInTheMiddle(t *testing.T) {
	if testing.Short() {
		t.Skip("kills processes")
	}
	pg, err := localpg.Start(t.Context(), dataFolder(t), true)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(pg.Stop)
	const flies = 400
	full := ledgerOf(t, pg, "full", flies)
	dir := t.TempDir()
	at := filepath.Join(dir, "bag")
	began := time.Now()
	run(t, "", 0, at, "", "bag", "out", "--database", full, at)
	whole := time.Since(began)
	killed := func(after time.Duration, args ...string) bool {
		t.Helper()
		c := command(t, append([]string{"bag"}, args...)...)
		if err := c.Start(); err != nil {
			t.Fatal(err)
		}
		timer := time.AfterFunc(after, func() { _ = c.Process.Kill() })
		defer timer.Stop()
		return c.Wait() != nil
	}
	cut, made := 0, 0
	for round := range 10 {
		name := filepath.Join(dir, fmt.Sprintf("out-%d", round))
		if killed(whole*time.Duration(round+1)/8, "out", "--database", full, name) {
			cut++
		}
		if _, err := os.Stat(name); err == nil {
			made++
			run(t, "", 0, "the bag is whole", "", "bag", "check", name)
		}
		// what was cut short is no hindrance
		if round == 4 {
			if _, err := os.Stat(name); err != nil {
				run(t, "", 0, name, "", "bag", "out", "--database", full, name)
			}
		}
	}
	empty, half := 0, 0
	began = time.Now()
	url, err := pg.Database(t.Context(), "timed")
	if err != nil {
		t.Fatal(err)
	}
	run(t, "", 0, "400 dressings", "", "bag", "in", "--database", url, at)
	whole = time.Since(began)
	for round := range 12 {
		url, err := pg.Database(t.Context(), fmt.Sprintf("in%d", round))
		if err != nil {
			t.Fatal(err)
		}
		if err := store.Migrate(t.Context(), url); err != nil {
			t.Fatal(err)
		}
		killed(whole*time.Duration(round+1)/12, "in", "--database", url, at)
		var dressings, revisions, deeds int
		if err := openDB(t, url).QueryRowContext(t.Context(), `select (select count(*) from dressing), (select count(*) from revision), (select count(*) from deed)`).Scan(&dressings, &revisions, &deeds); err != nil {
			t.Fatal(err)
		}
		switch [3]int{dressings, revisions, deeds} {
		case [3]int{}:
			empty++
			run(t, "", 0, "400 dressings", "", "bag", "in", "--database", url, at) // and it can be put in after all
		case [3]int{flies, flies, flies}:
		default:
			half++
			t.Errorf("round %d: %d dressings, %d revisions, %d deeds", round, dressings, revisions, deeds)
		}
	}
	fmt.Fprintf(os.Stderr, "report: a bag killed %d times while it went out (%d bags there, each whole), 12 times while it went in: %d left the ledger empty, none by half\n", cut, made, empty)
	if empty == 0 {
		t.Error("no kill came in time; the rounds prove little")
	}
}
