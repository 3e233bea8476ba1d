package store

import (
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"
	"testing"

	"mothledger/core/role"
	"mothledger/localpg/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func open(t testing.TB) *Store {
	t.Helper()
	url := pgtest.Database(t)
	if err := Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	s, err := Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func revision(title string) Revision {
	return Revision{Title: title, Text: "Pattern: " + title, Reading: map[string]string{"title": title}, Originator: "Edwin Sallow", Tier: "Una Thrale",
		Source: "Lamps on the Low Water", DateText: "1934", DateFrom: new(1934), DateTo: new(1934), Search: strings.ToLower(title) + " edwin sallow fur",
		Parts: []Part{{Position: 0, Line: 1, Role: "body", Kin: "body", Text: "fur", Material: "fur"}}}
}

func file(t testing.TB, s *Store, title string) (int64, int) {
	t.Helper()
	var id int64
	var folio int
	err := s.Within(t.Context(), func(tx *Tx) (err error) {
		id, folio, err = tx.File(t.Context(), revision(title))
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	return id, folio
}

func link(t testing.TB, s *Store, child, parent int64) error {
	t.Helper()
	return s.Within(t.Context(), func(tx *Tx) error {
		a, _, err := tx.FolioOf(t.Context(), child)
		if err != nil {
			return err
		}
		b, _, err := tx.FolioOf(t.Context(), parent)
		if err != nil {
			return err
		}
		return tx.Set(t.Context(), OfLink, Key{Folio: a, Parent: b, Kind: "variant of"}, LinkValue{})
	})
}

func TestFiledAndFoundAgain(t *testing.T) {
	s := open(t)
	a, fa := file(t, s, "Gloaming Porter")
	b, fb := file(t, s, "Harbour Wall Nymph")
	if fa == fb {
		t.Fatalf("two dressings share folio %d", fa)
	}
	if err := link(t, s, b, a); err != nil {
		t.Fatal(err)
	}
	one, err := s.One(t.Context(), fa)
	if err != nil || one.Title != "Gloaming Porter" || one.Originator != "Edwin Sallow" || one.Variants != 1 {
		t.Errorf("folio %d: %+v, %v", fa, one, err)
	}
	for q, want := range map[string]int{"": 2, "porter": 1, "SALLOW harbour": 1, "nothing": 0, "100%": 0, "_": 0} {
		asked := Asked{}
		if q != "" {
			asked.Clauses = []Clause{{Any: []Mark{{MarkNone, q, false}}}}
		}
		page, err := s.Find(t.Context(), asked, ByFolio, false, After{}, 10)
		rows := page.Rows
		n, _, err2 := s.Count(t.Context(), asked)
		if err != nil || err2 != nil || len(rows) != want || n != want {
			t.Errorf("%q finds %d (counted %d), want %d; %v %v", q, len(rows), n, want, err, err2)
		}
	}
	if page, _ := s.Find(t.Context(), Asked{}, ByFolio, false, After{Folio: fa}, 10); len(page.Rows) != 1 || page.Rows[0].Folio != fb {
		t.Errorf("the page after folio %d is %+v", fa, page)
	}
	if _, err := s.One(t.Context(), 999); !errors.Is(err, ErrNotFound) {
		t.Errorf("folio 999: %v", err)
	}
	people, err := s.People(t.Context(), "", 10)
	sources, err2 := s.Sources(t.Context(), "", 10)
	if err != nil || err2 != nil || len(people) != 2 || len(sources) != 1 {
		t.Errorf("%v %v %v %v: a name must be kept once", people, sources, err, err2)
	}
}

// wordsAsked asks for words anywhere in a dressing.
func wordsAsked(words string) Asked {
	return Asked{Clauses: []Clause{{Any: []Mark{{MarkNone, words, false}}}}}
}

// TestFoundHoweverSpelt holds that a question finds what it means whatever apostrophes,
// hyphens, plurals, accents and spellings either side has, and nothing else by that.
func TestFoundHoweverSpelt(t *testing.T) {
	s := open(t)
	for _, words := range []string{"Seal's fur", "hares’ ears", "wood-duck flank fibers", "gray partridge", "two bunches of calf", "Crème floss", "grass green glass", "cherries", "colorado clay", "1930s"} {
		r := revision(words)
		r.Search = strings.ToLower(words)
		if err := s.Within(t.Context(), func(tx *Tx) error { _, _, err := tx.File(t.Context(), r); return err }); err != nil {
			t.Fatal(err)
		}
	}
	for _, c := range []struct{ query, want string }{
		{"seals fur", "Seal's fur"}, {"seal fur", "Seal's fur"}, {"SEAL’S", "Seal's fur"}, {"seal's", "Seal's fur"}, {"seal´s", "Seal's fur"}, {"seal`s", "Seal's fur"}, {"seals furs", "Seal's fur"},
		{"hare's ear", "hares’ ears"}, {"hares ear", "hares’ ears"}, {"hare ears", "hares’ ears"},
		{"wood duck", "wood-duck flank fibers"}, {"wood-duck", "wood-duck flank fibers"}, {"fibre", "wood-duck flank fibers"}, {"fibres", "wood-duck flank fibers"}, {"fiber", "wood-duck flank fibers"},
		{"grey", "gray partridge"}, {"gray", "gray partridge"}, {"partridges", "gray partridge"},
		{"bunch", "two bunches of calf"}, {"bunches", "two bunches of calf"},
		{"creme", "Crème floss"}, {"crème", "Crème floss"}, {"CRÈME", "Crème floss"},
		{"grass", "grass green glass"}, {"glass", "grass green glass"}, {"glas", "grass green glass"},
		{"cherry", "cherries"}, {"cherries", "cherries"}, {"cherri", "cherries"}, {"cherrie", "cherries"},
		{"colorado", "colorado clay"}, {"1930s", "1930s"},
		{"seal%", "Seal's fur"}, {"s_al", ""}, {`seal\`, "Seal's fur"}, {"duckwood", ""}, {"seel", ""}, {"'", ""}, {"s", "Seal's fur"}, {"zz", ""},
	} {
		asked := wordsAsked(c.query)
		page, err := s.Find(t.Context(), asked, ByFolio, false, After{}, 20)
		rows := page.Rows
		n, _, err2 := s.Count(t.Context(), asked)
		got := []string{}
		for _, r := range rows {
			got = append(got, r.Title)
		}
		if err != nil || err2 != nil || strings.Join(got, ", ") != c.want || n != len(rows) {
			t.Errorf("%q finds %q (counted %d), want %q; %v %v", c.query, got, n, c.want, err, err2)
		}
	}
}

func TestNoDressingIsItsOwnAncestor(t *testing.T) {
	s := open(t)
	a, _ := file(t, s, "A")
	b, _ := file(t, s, "B")
	c, _ := file(t, s, "C")
	for _, l := range [][2]int64{{b, a}, {c, b}} {
		if err := link(t, s, l[0], l[1]); err != nil {
			t.Fatal(err)
		}
	}
	for _, l := range [][2]int64{{a, a}, {a, b}, {a, c}} {
		if err := link(t, s, l[0], l[1]); !errors.Is(err, ErrCircle) {
			t.Errorf("linking %d under %d: %v, want ErrCircle", l[0], l[1], err)
		}
	}
	if err := link(t, s, c, a); err != nil {
		t.Errorf("two ways up are no circle: %v", err)
	}
}

func TestTwoLinksAtOnceCannotCloseACircle(t *testing.T) {
	s := open(t)
	for range 20 {
		a, _ := file(t, s, "A")
		b, _ := file(t, s, "B")
		var wg sync.WaitGroup
		errs := make([]error, 2)
		for i, l := range [][2]int64{{a, b}, {b, a}} {
			wg.Go(func() { errs[i] = link(t, s, l[0], l[1]) })
		}
		wg.Wait()
		if (errs[0] == nil) == (errs[1] == nil) {
			t.Fatalf("of two links that contradict, one must win: %v and %v", errs[0], errs[1])
		}
	}
}

func TestWhatIsFiledIsNeverAltered(t *testing.T) {
	s := open(t)
	id, folio := file(t, s, "Gloaming Porter")
	for _, sql := range []string{"update revision set title = 'X'", "delete from revision", "delete from part", "truncate revision cascade", "drop table part", "alter table revision drop column why", "update dressing set folio = 9"} {
		if _, err := s.db.Exec(sql); err == nil {
			t.Errorf("the application could %q", sql)
		}
	}
	owner, err := openOwner(s, t)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := owner.db.Exec("update revision set title = 'X'"); err == nil {
		t.Error("even the owner must not alter a revision")
	}
	err = s.Within(t.Context(), func(tx *Tx) error {
		n, err := tx.Revise(t.Context(), id, 1, revision("Gloaming Porter, corrected"))
		if n != 2 {
			t.Errorf("the second revision has number %d", n)
		}
		return err
	})
	if err != nil {
		t.Fatal(err)
	}
	if r, err := s.One(t.Context(), folio); err != nil || r.Revision != 2 || r.Title != "Gloaming Porter, corrected" {
		t.Errorf("%+v, %v", r, err)
	}
	var kept int
	if err := s.db.Get(&kept, "select count(*) from revision where dressing_id = $1", id); err != nil || kept != 2 {
		t.Errorf("%d revisions kept, %v", kept, err)
	}
}

// openOwner gives a connection as the owner of the tables.
func openOwner(s *Store, t *testing.T) (*Store, error) {
	conn, err := s.db.Connx(t.Context())
	if err != nil {
		return nil, err
	}
	if _, err := conn.ExecContext(t.Context(), "reset role"); err != nil {
		return nil, err
	}
	if err := conn.Close(); err != nil {
		return nil, err
	}
	s.db.SetMaxOpenConns(1)
	t.Cleanup(func() { s.db.SetMaxOpenConns(16) })
	_, err = s.db.Exec("reset role")
	out := &Store{Reads{told{s.db}}, s.db}
	return out, err
}

func TestSentTwiceFiledOnce(t *testing.T) {
	s := open(t)
	const key = "0123456789"
	attempt := func(digest string) (int, error) {
		var folio int
		err := s.Within(t.Context(), func(tx *Tx) error {
			old, used, err := tx.Claim(t.Context(), key, digest)
			if err != nil || used {
				folio = old.Folio
				return err
			}
			_, f, err := tx.File(t.Context(), revision("Once"))
			if err != nil {
				return err
			}
			folio = f
			return tx.Keep(t.Context(), key, Claimed{Digest: digest, Folio: f, Number: 1})
		})
		return folio, err
	}
	var wg sync.WaitGroup
	folios := make([]int, 6)
	for i := range folios {
		wg.Go(func() {
			var err error
			if folios[i], err = attempt("same"); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	for _, f := range folios {
		if f != folios[0] {
			t.Errorf("one filing sent six times got folios %v", folios)
		}
	}
	if n, _, _ := s.Count(t.Context(), wordsAsked("once")); n != 1 {
		t.Errorf("filed %d times", n)
	}
	if _, err := attempt("other"); !errors.Is(err, ErrReused) {
		t.Errorf("another filing under the same key: %v", err)
	}
}

func TestOneOfTwoRevisionsWins(t *testing.T) {
	s := open(t)
	var id int64
	if err := s.Within(t.Context(), func(tx *Tx) (err error) {
		id, _, err = tx.File(t.Context(), revision("First"))
		return err
	}); err != nil {
		t.Fatal(err)
	}
	revise := func(base int, title string) error {
		return s.Within(t.Context(), func(tx *Tx) error {
			_, err := tx.Revise(t.Context(), id, base, revision(title))
			return err
		})
	}
	for base := 1; base <= 20; base++ {
		var wg sync.WaitGroup
		var errs [4]error
		for i := range errs {
			wg.Go(func() { errs[i] = revise(base, fmt.Sprintf("Hand %d", i)) })
		}
		wg.Wait()
		won := 0
		for _, err := range errs {
			if err == nil {
				won++
			} else if !errors.Is(err, ErrStale) {
				t.Fatalf("a revision that came second: %v", err)
			}
		}
		if won != 1 {
			t.Fatalf("%d revisions followed number %d", won, base)
		}
	}
	list, err := s.Revisions(t.Context(), id)
	if err != nil || len(list) != 21 || list[0].Number != 21 {
		t.Errorf("%d revisions, %v", len(list), err)
	}
	if err := revise(3, "Late"); !errors.Is(err, ErrStale) {
		t.Errorf("a revision of an old one: %v", err)
	}
	if r, err := s.At(t.Context(), 1, 1); err != nil || r.Title != "First" || r.Newest != 21 {
		t.Errorf("the first revision is now %q, newest %d, %v", r.Title, r.Newest, err)
	}
}

func TestTakenBackIsNotListedButKept(t *testing.T) {
	s := open(t)
	var id int64
	withdraw := func(back bool) {
		if err := s.Within(t.Context(), func(tx *Tx) error {
			if id == 0 {
				var err error
				if id, _, err = tx.File(t.Context(), revision("Taken")); err != nil {
					return err
				}
			}
			return tx.Set(t.Context(), OfShelf, Key{Folio: 1}, ShelfValue{Withdrawn: back})
		}); err != nil {
			t.Fatal(err)
		}
	}
	withdraw(true)
	if n, _, _ := s.Count(t.Context(), Asked{}); n != 0 {
		t.Errorf("%d are listed", n)
	}
	if r, err := s.One(t.Context(), 1); err != nil || !r.Withdrawn {
		t.Errorf("the folio is gone: %v", err)
	}
	withdraw(false)
	if n, _, _ := s.Count(t.Context(), wordsAsked("taken")); n != 1 {
		t.Errorf("%d are listed after it was put back", n)
	}
}

func TestALaterEditOfADraftStays(t *testing.T) {
	s := open(t)
	const id = "6f9619ff-8b86-4d01-b42d-00cf4fc964ff"
	for _, d := range []struct {
		seat string
		edit int64
		kept int64
	}{{"seat one", 1, 1}, {"seat one", 3, 3}, {"seat one", 2, 3}} {
		got, err := s.SaveDraft(t.Context(), d.seat, Draft{ID: id, Edit: d.edit, Body: json.RawMessage(fmt.Sprintf(`{"edit":%d}`, d.edit))})
		if err != nil || got != d.kept {
			t.Errorf("edit %d: kept %d, %v", d.edit, got, err)
		}
	}
	list, err := s.Drafts(t.Context(), "seat one")
	if err != nil || len(list) != 1 || string(list[0].Body) != `{"edit":3}` {
		t.Errorf("drafts %+v, %v", list, err)
	}
	if _, err := s.SaveDraft(t.Context(), "seat two", Draft{ID: id, Edit: 9, Body: json.RawMessage(`{}`)}); !errors.Is(err, ErrNotFound) {
		t.Errorf("another seat's draft: %v", err)
	}
	if err := s.DropDraft(t.Context(), "seat two", id); err != nil {
		t.Error(err)
	}
	if list, _ := s.Drafts(t.Context(), "seat one"); len(list) != 1 {
		t.Error("another seat took the draft away")
	}
}

func TestMigrationsAtOnceRunOnce(t *testing.T) {
	url := pgtest.Database(t)
	var wg sync.WaitGroup
	for range 4 {
		wg.Go(func() {
			if err := Migrate(t.Context(), url); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	s, err := Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	if empty, err := s.Empty(t.Context()); err != nil || !empty {
		t.Errorf("a fresh ledger is empty: %v, %v", empty, err)
	}
}

// TestStandardPartsAreTheCores: what a dressing has not of them can be asked for by an index.
func TestStandardPartsAreTheCores(t *testing.T) {
	s := open(t)
	var have []string
	if err := s.db.SelectContext(t.Context(), &have, `select p from unnest(standard_parts()) p order by p collate "C"`); err != nil {
		t.Fatal(err)
	}
	var want []string
	for _, r := range role.All {
		if !slices.Contains(want, r.Kin) {
			want = append(want, r.Kin)
		}
	}
	slices.Sort(want)
	if !slices.Equal(have, want) {
		t.Errorf("the database knows %v, the core %v", have, want)
	}
}
