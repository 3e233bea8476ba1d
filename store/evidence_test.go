package store

import (
	"database/sql"
	"errors"
	"fmt"
	"math/rand/v2"
	"strings"
	"sync"
	"testing"

	"mothledger/core/citation"
	"mothledger/localpg/pgtest"
)

// Standard numbers agree with PostgreSQL's own isn extension (Debian's contrib): what is taken, what is
// refused, and the thirteen digits that ten become.
func TestNumbersAgreeWithPostgreSQL(t *testing.T) {
	url := pgtest.Database(t)
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	for _, q := range []string{`create extension isn`, `create function book(s text) returns text language plpgsql as $$ begin
			return replace(case when length(replace(s, '-', '')) = 10 then isbn13(s::isbn)::text else s::isbn13::text end, '-', '');
		exception when others then return '-'; end $$`, `create function serial(s text) returns text language plpgsql as $$ begin return s::issn::text; exception when others then return '-'; end $$`} {
		if _, err := db.Exec(q); err != nil {
			t.Fatal(err)
		}
	}
	r := rand.New(rand.NewPCG(13, 10))
	digits := func(n int) string {
		var b strings.Builder
		for range n {
			fmt.Fprint(&b, r.IntN(10))
		}
		return b.String()
	}
	taken, refused := 0, 0
	for range 2000 {
		var s, ours, theirs string
		var err error
		switch r.IntN(3) {
		case 0:
			s = digits(9) + []string{digits(1), "X"}[r.IntN(2)]
			ours, err = citation.ISBN(s)
			theirs = one(t, db, `select book($1)`, s)
		case 1:
			s = []string{"978", "979"}[r.IntN(2)] + digits(10)
			if strings.HasPrefix(s, "9790") { // printed music, which isn takes for a number of its own
				continue
			}
			ours, err = citation.ISBN(s)
			theirs = one(t, db, `select book($1)`, s)
		default:
			s = digits(4) + "-" + digits(3) + []string{digits(1), "X"}[r.IntN(2)]
			ours, err = citation.ISSN(s)
			theirs = one(t, db, `select serial($1)`, s)
		}
		// of numbers at random one in ten is right: half are made so
		var n *citation.NumberError
		if errors.As(err, &n) && r.IntN(2) == 0 && strings.Contains(n.Msg, "should be ") {
			s = s[:len(s)-1] + n.Msg[strings.Index(n.Msg, "should be ")+10:][:1]
			if len(s) == 9 {
				ours, err = citation.ISSN(s)
				theirs = one(t, db, `select serial($1)`, s)
			} else {
				ours, err = citation.ISBN(s)
				theirs = one(t, db, `select book($1)`, s)
			}
		}
		if err != nil {
			ours = "-"
			refused++
		} else {
			taken++
		}
		if ours != theirs {
			t.Errorf("%s: ours %s, PostgreSQL's %s", s, ours, theirs)
		}
	}
	if taken < 500 || refused < 300 {
		t.Errorf("%d taken and %d refused prove little", taken, refused)
	}
	fmt.Printf("report: of %d ISBN and ISSN %d are taken and %d refused, each as by PostgreSQL's isn\n", taken+refused, taken, refused)
}

func one(t *testing.T, db *sql.DB, q string, args ...any) string {
	t.Helper()
	var s string
	if err := db.QueryRow(q, args...).Scan(&s); err != nil {
		t.Fatal(err)
	}
	return s
}

// Circles of 1, 2 and 5 are refused by the database, and also where five people make the five links at
// the same moment: at most four of them stand.
func TestCirclesOfAnyLength(t *testing.T) {
	s := open(t)
	for _, n := range []int{1, 2, 5} {
		ids := make([]int64, n)
		for i := range ids {
			ids[i], _ = file(t, s, fmt.Sprintf("Ring %d of %d", i, n))
		}
		for i := range n - 1 {
			if err := link(t, s, ids[i], ids[i+1]); err != nil {
				t.Fatal(err)
			}
		}
		if err := link(t, s, ids[n-1], ids[0]); !errors.Is(err, ErrCircle) {
			t.Errorf("a circle of %d is closed: %v", n, err)
		}
	}
	for range 8 {
		ids := make([]int64, 5)
		for i := range ids {
			ids[i], _ = file(t, s, "At once")
		}
		var wg sync.WaitGroup
		errs := make([]error, len(ids))
		for i := range ids {
			wg.Go(func() { errs[i] = link(t, s, ids[i], ids[(i+1)%len(ids)]) })
		}
		wg.Wait()
		refused := 0
		for _, err := range errs {
			if errors.Is(err, ErrCircle) {
				refused++
			} else if err != nil {
				t.Fatal(err)
			}
		}
		if refused != 1 {
			t.Errorf("of five links that close a circle %d were refused: %v", refused, errs)
		}
	}
}

// The ledger as it was before patterns: the demo club, a card with two originators, one adapted from it,
// a copy of that, one taken back. Each root has a pattern, what keeps to a parent stands below it, every
// folio and revision is as it was, and every date has its place in the format.
func TestALedgerWithoutPatternsIsMigrated(t *testing.T) {
	url := pgtest.Database(t)
	if err := restore(t, url, "testdata/ledger-0012.sql.gz"); err != nil {
		t.Fatal(err)
	}
	same := []string{
		`select md5(string_agg(to_jsonb(r)::text, '' order by id)) from revision r`,
		`select string_agg(folio || ' ' || filed_at, ',' order by id) from dressing`,
		`select string_agg(child_id || ' ' || parent_id || ' ' || kind, ',' order by child_id, parent_id) from descent`,
		`select string_agg(folio || ' ' || withdrawn || ' ' || title, ',' order by folio) from newest`,
		`select string_agg(folio || ' ' || coalesce(years::text, ''), ',' order by folio) from newest`,
	}
	before := make([]string, len(same))
	for i, q := range same {
		before[i] = ask(t, url, q)
	}
	if err := Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	for i, q := range same {
		if after := ask(t, url, q); after != before[i] {
			t.Errorf("%s\nwas %.300s\nis  %.300s", q, before[i], after)
		}
	}
	if got := ask(t, url, `select string_agg(d.folio || ':' || l.pattern_id || ' ' || l.standing, ', ' order by d.folio) from place l join dressing d on d.id = l.dressing_id where d.folio in (1, 2, 6, 8, 27, 28, 29, 30)`); got != "1:1 witness, 2:1 variant, 6:2 witness, 8:2 variant, 27:11 witness, 28:12 witness, 29:13 witness, 30:13 undecided" {
		t.Errorf("they stand as %s", got)
	}
	if got := ask(t, url, `select count(*) || ' ' || (select count(*) from newest) from place`); got != "30 30" {
		t.Errorf("of all dressings these stand in a pattern: %s", got)
	}
	if got := ask(t, url, `select string_agg(r.date_text || ' = ' || e.edtf, ', ' order by r.id) from dated e join revision r on r.id = e.revision_id join newest n on n.revision_id = r.id where n.folio in (2, 4, 26, 28, 29)`); got != "March 1998 = 1998-03, autumn 2009 = 2009-23, about 1905 = 1905~, spring 1934 = 1934-21, before the war = XXXX" {
		t.Errorf("dates are kept as %s", got)
	}
	s, err := Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	for _, who := range []string{"Brask", "Tallow"} { // both of a card that names two
		found, err := s.Find(t.Context(), Asked{Clauses: []Clause{{Any: []Mark{{MarkOriginator, who, false}}}}}, ByFolio, false, After{}, 10)
		if err != nil || len(found.Rows) != 1 || found.Rows[0].Folio != 28 {
			t.Errorf("%s finds %d, %v", who, len(found.Rows), err)
		}
	}
}
