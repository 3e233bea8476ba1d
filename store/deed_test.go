package store

import (
	"bytes"
	"compress/gzip"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"
	"testing"

	"mothledger/localpg/pgtest"
)

// noted runs f as a deed and gives its changes.
func noted(t *testing.T, s *Store, f func(tx *Tx) error) (int64, []Change) {
	t.Helper()
	var id int64
	if err := s.Within(t.Context(), func(tx *Tx) (err error) {
		if err := f(tx); err != nil {
			return err
		}
		id, err = tx.Note(t.Context(), Deed{Seat: "seat one", Kind: "link", What: "tried"})
		return err
	}); err != nil {
		t.Fatal(err)
	}
	if id == 0 {
		return 0, nil
	}
	d, err := s.OneDeed(t.Context(), id)
	if err != nil {
		t.Fatal(err)
	}
	changes, known, err := d.Changes()
	if err != nil || !known {
		t.Fatalf("the journal says %s, %v", d.Change, err)
	}
	return id, changes
}

// Each kind of cell: what was set stands in the journal with what stood before; the
// same again is no change and no deed; and its inverse leaves what was before, to the
// last stamp of time.
func TestACellAndItsInverse(t *testing.T) {
	s := open(t)
	file(t, s, "A")
	file(t, s, "B")
	if err := s.Within(t.Context(), func(tx *Tx) error {
		if _, err := tx.AddHook(t.Context(), Hook{Name: "Long", Size: 12, ShankMM: 11, GapeMM: 5}); err != nil {
			return err
		}
		return tx.TakeIn(t.Context(), "seat one", Batch{ID: "7d444840-9dc0-41d1-b245-5ffdce74fad2", Name: "box"}, []Item{{Position: 1, Line: 1, Title: "x", Text: "x", State: "look"}})
	}); err != nil {
		t.Fatal(err)
	}
	one := 1
	for _, c := range []struct {
		of            Of
		key           Key
		first, second any
	}{
		{OfLink, Key{Folio: 2, Parent: 1, Kind: "copied from"}, LinkValue{Reason: "it says so"}, LinkValue{Reason: "it is plain"}},
		{OfShelf, Key{Folio: 1}, ShelfValue{Withdrawn: true}, ShelfValue{Withdrawn: false}},
		{OfWord, Key{Words: "grobble"}, WordValue{Kind: "colour"}, nil},
		{OfSchool, Key{Question: "rib-way"}, SchoolValue{"against"}, SchoolValue{"with-soft"}},
		{OfSchool, Key{Question: "rib-way", Folio: 2}, SchoolValue{"against"}, SchoolValue{"with-soft"}},
		{OfAside, Key{Folio: 1, Code: "lead"}, AsideValue{Note: "none is left"}, AsideValue{Note: "it is tin"}},
		{OfOrder, Key{Folio: 1}, OrderValue{1, []byte("[1,0]")}, OrderValue{1, []byte("[0,1]")}},
		{OfHook, Key{Hook: 1}, HookValue{true}, HookValue{false}},
		{OfBox, Key{Box: "7d444840-9dc0-41d1-b245-5ffdce74fad2"}, BoxValue{Cancelled: true}, BoxValue{Withdrawn: true}},
		{OfItem, Key{Box: "7d444840-9dc0-41d1-b245-5ffdce74fad2", Position: 1}, ItemValue{"filed", "by hand", &one}, ItemValue{"look", "again", nil}},
	} {
		name := fmt.Sprintf("%s %+v", c.of, c.key)
		before := get(t, s, c.of, c.key)
		_, changes := noted(t, s, func(tx *Tx) error { return tx.Set(t.Context(), c.of, c.key, c.first) })
		if len(changes) != 1 || changes[0].Key != c.key || !Same(changes[0].After, jsonOf(c.first)) {
			t.Errorf("%s: the journal says %+v", name, changes)
			continue
		}
		if id, _ := noted(t, s, func(tx *Tx) error { return tx.Set(t.Context(), c.of, c.key, c.first) }); id != 0 {
			t.Errorf("%s: the same again is deed %d", name, id)
		}
		stood := get(t, s, c.of, c.key)
		noted(t, s, func(tx *Tx) error { return tx.Set(t.Context(), c.of, c.key, c.second) })
		noted(t, s, func(tx *Tx) error { return tx.Set(t.Context(), c.of, c.key, changes[0].After) })
		if now := get(t, s, c.of, c.key); now != stood {
			t.Errorf("%s: set back to what stood it is %s, not %s", name, now, stood)
		}
		noted(t, s, func(tx *Tx) error { return tx.Set(t.Context(), c.of, c.key, inverse(changes[0])) })
		if now := get(t, s, c.of, c.key); now != before {
			t.Errorf("%s: its inverse leaves %s, not %s", name, now, before)
		}
	}
}

func inverse(c Change) any {
	if string(c.Before) == "null" {
		return nil
	}
	return c.Before
}

func jsonOf(v any) json.RawMessage {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return b
}

func get(t *testing.T, s *Store, of Of, key Key) string {
	t.Helper()
	var out json.RawMessage
	if err := s.Within(t.Context(), func(tx *Tx) (err error) {
		out, err = tx.Get(t.Context(), of, key)
		return err
	}); err != nil {
		t.Fatal(err)
	}
	return string(out)
}

func TestTheJournalIsFoundByRecordKindAndDay(t *testing.T) {
	s := open(t)
	file(t, s, "A")
	file(t, s, "B")
	link, _ := noted(t, s, func(tx *Tx) error {
		return tx.Set(t.Context(), OfLink, Key{Folio: 2, Parent: 1, Kind: "variant of"}, LinkValue{})
	})
	word, _ := noted(t, s, func(tx *Tx) error {
		return tx.Set(t.Context(), OfWord, Key{Words: "grobble fur"}, WordValue{Kind: "material"})
	})
	today, err := s.Deeds(t.Context(), Sought{Limit: 10})
	if err != nil || len(today) != 2 {
		t.Fatalf("%d deeds, %v", len(today), err)
	}
	day := today[0].DoneAt.UTC().Format("2006-01-02")
	for _, c := range []struct {
		f    Sought
		want []int64
	}{
		{Sought{Record: "dressing 1"}, []int64{link}}, {Sought{Record: "dressing 2"}, []int64{link}}, {Sought{Record: "dressing 3"}, nil},
		{Sought{Record: "dressing"}, []int64{link}}, {Sought{Record: "word grobble fur"}, []int64{word}}, {Sought{Record: "word"}, []int64{word}},
		{Sought{Seat: "seat one"}, []int64{word, link}}, {Sought{Seat: "seat two"}, nil}, {Sought{Kind: "link"}, []int64{word, link}}, {Sought{Kind: "undo"}, nil},
		{Sought{Day: day}, []int64{word, link}}, {Sought{Day: "1999-01-01"}, nil}, {Sought{Before: word}, []int64{link}},
	} {
		c.f.Limit = 10
		list, err := s.Deeds(t.Context(), c.f)
		var got []int64
		for _, d := range list {
			got = append(got, d.ID)
		}
		if err != nil || !slices.Equal(got, c.want) {
			t.Errorf("%+v finds %v, expected %v (%v)", c.f, got, c.want, err)
		}
	}
}

// The application's role can do what it needs and nothing more; the journal is only
// added to, even by the owner.
func TestTheApplicationCannotAlterWhatIsKept(t *testing.T) {
	s := open(t)
	file(t, s, "Kept")
	id, _ := noted(t, s, func(tx *Tx) error {
		return tx.Set(t.Context(), OfShelf, Key{Folio: 1}, ShelfValue{Withdrawn: true})
	})
	if err := s.Within(t.Context(), func(tx *Tx) error {
		if err := tx.Set(t.Context(), OfShelf, Key{Folio: 1}, ShelfValue{Withdrawn: false}); err != nil {
			return err
		}
		_, err := tx.Note(t.Context(), Deed{Kind: "undo", What: "undid"}, id)
		return err
	}); err != nil {
		t.Fatal(err)
	}
	journal := []string{"update deed set what = 'x'", "delete from deed", "truncate deed cascade", "update undoing set by_id = null", "delete from undoing", "truncate undoing"}
	for _, q := range append(journal,
		"update revision set title = 'x'", "delete from revision", "delete from part", "delete from dressing", "truncate revision", "drop table draft",
		"update newest set title = 'x'", "insert into newest select * from newest", "update vocabulary set words = 'x'", "alter table revision disable trigger all", "drop trigger deed_is_kept on deed",
	) {
		if _, err := s.db.ExecContext(t.Context(), q); err == nil {
			t.Errorf("the application may %s", q)
		}
	}
	owner, err := openOwner(s, t)
	if err != nil {
		t.Fatal(err)
	}
	for _, q := range journal {
		if _, err := owner.db.ExecContext(t.Context(), q); err == nil {
			t.Errorf("even the owner may %s", q)
		}
	}
	if d, err := s.OneDeed(t.Context(), id); err != nil || d.UndoneBy == 0 || d.What != "tried" {
		t.Errorf("the deed is %+v, %v", d, err)
	}
}

// Forty at once with crossed new names once ended in a deadlock.
func TestCrossedNewNamesDoNotDeadlock(t *testing.T) {
	s := open(t)
	errs := make(chan error, 40)
	for i := range 40 {
		go func() {
			r := revision("Crossed")
			for n := range 15 {
				a, b := fmt.Sprintf("Hand %d", n), fmt.Sprintf("Name %d", n)
				if i%2 == 0 {
					a, b = b, a
				}
				r.Originator, r.Tier, r.Source = a, b, fmt.Sprintf("Book %d", (n+i)%15)
				if err := s.once(t.Context(), func(tx *Tx) error { // not tried again
					_, _, err := tx.File(t.Context(), r)
					return err
				}); err != nil {
					errs <- err
					return
				}
			}
			errs <- nil
		}()
	}
	for range 40 {
		if err := <-errs; err != nil {
			t.Fatal(err)
		}
	}
	if n, _, err := s.Count(t.Context(), Asked{}); err != nil || n != 600 {
		t.Errorf("%d of 600 are filed, %v", n, err)
	}
}

// A ledger as it was before the journal kept what stood before, taken out with pg_dump:
// the demo club, a dressing revised, linked twice and unlinked, taken back and put back,
// a box, a draft, words, a hook, schools, advice, an order.
func TestALedgerOfBeforeIsMigrated(t *testing.T) {
	url := pgtest.Database(t)
	if err := restore(t, url, "testdata/ledger-0004.sql.gz"); err != nil {
		t.Fatal(err)
	}
	revisions := `select md5(string_agg(to_jsonb(r)::text, '' order by id)) from (select id, dressing_id, number, filed_at, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements from revision) r`
	before := ask(t, url, revisions)
	if err := Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	if after := ask(t, url, revisions); after != before {
		t.Error("a revision was rewritten")
	}
	s, err := Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	links, err := s.Links(t.Context(), 28)
	if err != nil || len(links) != 2 || links[0].Kind != "variant of" || links[1].Parent != 15 {
		t.Errorf("folio 28 has the parents %+v, %v", links, err)
	}
	deeds, err := s.Deeds(t.Context(), Sought{Limit: 50})
	if err != nil {
		t.Fatal(err)
	}
	known := map[string]string{}
	for _, d := range deeds {
		changes, ok, err := d.Changes()
		if err != nil {
			t.Errorf("deed %d: %v", d.ID, err)
		}
		known[d.Kind] += fmt.Sprintf("%d:%v", len(changes), ok)
		for _, c := range changes { // what is known of an old deed is what its cell holds, or held
			if now := get(t, s, c.Of, c.Key); c.Of == OfWord && !Same([]byte(now), c.After) {
				t.Errorf("%s: the journal says %s, the ledger %s", c.Of, c.After, now)
			}
		}
		if len(d.Touches) == 0 {
			t.Errorf("deed %d touches nothing", d.ID)
		}
		if d.Kind == "unlink" && (!d.WasUndone || d.UndoneBy != 0) {
			t.Errorf("what was undone before is %+v", d)
		}
	}
	for kind, want := range map[string]string{"file": "2:true", "revise": "1:true", "withdraw": "1:true", "put back": "1:true", "teach": "1:true", "link": "0:false0:false", "unlink": "0:false", "file box": "0:false"} {
		if known[kind] != want {
			t.Errorf("deeds of the kind %q are %q, expected %q", kind, known[kind], want)
		}
	}
	drafts, err := s.Drafts(t.Context(), "seat-one-1111")
	if err != nil || len(drafts) != 1 || !strings.Contains(string(drafts[0].Body), "28 · Widow's Lantern") {
		t.Errorf("drafts %+v, %v", drafts, err)
	}
	if old, used, err := claim(t, s, "old-file-one"); err != nil || !used || old.Folio != 28 || old.Number != 1 {
		t.Errorf("the key of an old filing: %+v, %v, %v", old, used, err)
	}
}

func claim(t *testing.T, s *Store, key string) (c Claimed, used bool, err error) {
	err = s.Within(t.Context(), func(tx *Tx) error {
		c, used, err = tx.Claim(t.Context(), key, ask(t, pgURL(s, t), `select digest from filing where key = '`+key+`'`))
		return err
	})
	return c, used, err
}

func pgURL(s *Store, t *testing.T) string {
	t.Helper()
	var name string
	if err := s.db.Get(&name, "select current_database()"); err != nil {
		t.Fatal(err)
	}
	url, err := pgtest.Server().Database(t.Context(), name)
	if err != nil {
		t.Fatal(err)
	}
	return url
}

func restore(t *testing.T, url, name string) error {
	f, err := os.Open(name)
	if err != nil {
		return err
	}
	defer func() { _ = f.Close() }()
	z, err := gzip.NewReader(f)
	if err != nil {
		return err
	}
	dump, err := io.ReadAll(z)
	if err != nil {
		return err
	}
	db, err := sql.Open("pgx", url)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	if _, err := db.ExecContext(t.Context(), `do $$ begin create role mothledger_app nologin; exception when duplicate_object or unique_violation then null; end $$`); err != nil {
		return err
	}
	if _, err := db.ExecContext(t.Context(), `grant mothledger_app to current_user`); err != nil && !strings.Contains(err.Error(), "already") {
		return err
	}
	// comments on extensions and the public schema belong to the server's owner; what begins with a
	// stroke is psql's own
	lines := bytes.Split(dump, []byte("\n"))
	lines = slices.DeleteFunc(lines, func(l []byte) bool {
		return bytes.HasPrefix(l, []byte(`\restrict`)) || bytes.HasPrefix(l, []byte(`\unrestrict`)) || bytes.HasPrefix(l, []byte("COMMENT ON EXTENSION")) || bytes.HasPrefix(l, []byte("SELECT pg_catalog.set_config('search_path'"))
	})
	_, err = db.ExecContext(t.Context(), string(bytes.Join(lines, []byte("\n"))))
	return err
}

func ask(t *testing.T, url, query string) string {
	t.Helper()
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	var out string
	if err := db.QueryRowContext(t.Context(), query).Scan(&out); err != nil {
		t.Fatal(err)
	}
	return out
}

func TestADatabaseThatIsAwayIsTold(t *testing.T) {
	s := open(t)
	cut := func() {
		if _, err := pgSuper(t).Exec(`select pg_terminate_backend(pid) from pg_stat_activity where datname = '` + ask(t, pgURL(s, t), "select current_database()") + `' and pid <> pg_backend_pid()`); err != nil {
			t.Fatal(err)
		}
	}
	err := s.Within(t.Context(), func(tx *Tx) error {
		cut()
		_, _, err := tx.File(t.Context(), revision("Cut"))
		return err
	})
	if !errors.Is(err, ErrAway) || errors.Is(err, ErrUnsure) {
		t.Errorf("cut in the middle: %v", err)
	}
	err = s.Within(t.Context(), func(tx *Tx) error {
		_, _, err := tx.File(t.Context(), revision("Cut"))
		cut()
		return err
	})
	if !errors.Is(err, ErrUnsure) {
		t.Errorf("cut at the end: %v", err)
	}
	if n, _, err := s.Count(t.Context(), Asked{}); err != nil || n != 0 {
		t.Errorf("%d are filed, %v", n, err)
	}
}

func pgSuper(t *testing.T) *sql.DB {
	t.Helper()
	db, err := sql.Open("pgx", pgtest.Server().URL)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = db.Close() })
	return db
}
