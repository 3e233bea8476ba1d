package web_test

import (
	"context"
	"database/sql"
	"fmt"
	neturl "net/url"
	"testing"

	"mothledger/ledger"
	"mothledger/web/webtest"
)

// multiply files a thousand made-up dressings, or fewer, and fills the ledger with others like them
// under other names, people and books, as many as are wanted. What is found by is what filing makes
// of them, with the name added; it is copied, since filing 200,000 takes a quarter of an hour.
func multiply(b *testing.B, l *ledger.Ledger, owner string, n int) {
	b.Helper()
	first := min(n, 1000)
	fillWith(b, l, first)
	for k := -1; k != 0; { // as a server does in the background
		var err error
		if k, err = l.CompareWaiting(b.Context(), 200); err != nil {
			b.Fatal(err)
		}
	}
	db, err := sql.Open("pgx", owner)
	if err != nil {
		b.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	for _, q := range []string{
		`alter table revision disable trigger user`, `alter table newest disable trigger user`, `alter table descent disable trigger user`, `alter table part disable trigger user`,
		fmt.Sprintf(`create table copies as select k from generate_series(1, %d) k`, n/first-1),
		`insert into person (name) select (array['Ansel','Mercy','Hob','Lettice','Giles','Dorcas','Perrin','Winnet','Jory','Tamsin'])[1 + i % 10] || ' ' || initcap(translate(substr(md5(i::text), 1, 6), '0123456789', 'ghijklmnop')) || ' ' || i from generate_series(1, ` + fmt.Sprint(n-first) + `) i`,
		`insert into source (title) select (array['The Upper Weir','Candle and Vice','Notes from a','A Box of','The Weirside'])[1 + i % 5] || ' ' || initcap(translate(substr(md5(i::text), 1, 7), '0123456789', 'ghijklmnop')) || ' ' || i from generate_series(1, ` + fmt.Sprint((n-first)/10) + `) i`,
		`insert into dressing (id, folio, filed_at) overriding system value select d.id + k * 10000, d.folio + k * 10000, d.filed_at from dressing d, copies`,
		`insert into revision (id, dressing_id, number, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by)
			overriding system value select r.id + k::bigint * 100000, dressing_id + k * 10000, number, why, title || ' ' || k, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by from revision r, copies`,
		`insert into part select revision_id + k::bigint * 100000, position, line, role, kin, text, material, colour from part, copies`,
		`insert into descent (child_id, parent_id, kind) select child_id + k * 10000, parent_id + k * 10000, kind from descent, copies`,
		`insert into family (dressing_id, folio, variants) select dressing_id + k * 10000, folio + k * 10000, variants from family, copies`,
		`insert into newest (dressing_id, folio, revision_id, title, search, found, by_title, by_who, by_source, by_year, by_size, by_imitates, years, originator_id, tier_id, source_id)
			select dressing_id + k * 10000, folio + k * 10000, revision_id + k::bigint * 100000, title || ' ' || k, search, found || array_to_tsvector(array[k::text, 'n=' || k]), by_title || ' ' || k, by_who, by_source, by_year, by_size, by_imitates, years,
				1 + (dressing_id * 7 + k * 131) % (select max(id) from person), tier_id, 1 + (dressing_id + k) % (select max(id) from source) from newest, copies`,
		`insert into stuff select revision_id + k::bigint * 100000, position, n, kin, words, colour, grade, slips from stuff, copies`,
		`insert into comparison select child_id + k * 10000, parent_id + k * 10000, child_revision + k::bigint * 100000, parent_revision + k::bigint * 100000, rules, verdict from comparison, copies`,
		`insert into departure select child_id + k * 10000, parent_id + k * 10000, position, role, kin, change, noise, ways, parent_is, variant_is, parent_words, variant_words, colour, reason, reason_kind, says from departure, copies`,
		`drop table copies`,
		`vacuum analyze`,
	} {
		if _, err := db.Exec(q); err != nil {
			b.Fatalf("%s: %v", q, err)
		}
	}
}

// BenchmarkFinding gives for typing into a combobox, each form of search alone and three together,
// an index, and the first and a middle page of the Ledger: the time of a request over HTTP as a
// multiple of its own queries and core work on the same pool, and its time at 200,000 dressings as a
// multiple of that at 30. All are ratios of medians taken in one run.
func BenchmarkFinding(b *testing.B) {
	const runs = 40
	ctx := context.Background()
	ask := func(q string) func(l *ledger.Ledger) error {
		return func(l *ledger.Ledger) error {
			_, err := l.Find(ctx, ledger.Listing{Question: q}, 25, ledger.Vice{})
			return err
		}
	}
	middle := ""
	type thing struct {
		name, path string
		own        func(l *ledger.Ledger) error
	}
	list := []thing{
		{"combobox-dressing", "/api/choices/dressings?q=dusky+ke", func(l *ledger.Ledger) error {
			_, err := l.Offer(ctx, "dressings", "dusky ke", ledger.Vice{})
			return err
		}},
		{"combobox-misspelt", "/api/choices/dressings?q=duzky+keeprr", func(l *ledger.Ledger) error {
			_, err := l.Offer(ctx, "dressings", "duzky keeprr", ledger.Vice{})
			return err
		}},
		{"combobox-person", "/api/choices/people?q=tol", func(l *ledger.Ledger) error {
			_, err := l.Offer(ctx, "people", "tol", ledger.Vice{})
			return err
		}},
		{"index-people", "/api/indexes/people?begin=m", func(l *ledger.Ledger) error {
			_, err := l.IndexOf(ctx, ledger.PeopleIndex, "", "m", "")
			return err
		}},
		{"index-decades", "/api/indexes/decades", func(l *ledger.Ledger) error {
			_, err := l.IndexOf(ctx, ledger.DecadesIndex, "", "", "")
			return err
		}},
		{"index-hooks", "/api/indexes/hooks", func(l *ledger.Ledger) error {
			_, err := l.IndexOf(ctx, ledger.HooksIndex, "", "", "")
			return err
		}},
		{"index-materials", "/api/indexes/materials?part=body", func(l *ledger.Ledger) error {
			_, err := l.IndexOf(ctx, ledger.MaterialsIndex, "body", "", "")
			return err
		}},
		{"first-page", "/api/dressings?limit=25", ask("")},
		{"page-by-name", "/api/dressings?limit=25&sort=name", func(l *ledger.Ledger) error {
			_, err := l.Find(ctx, ledger.Listing{By: "name"}, 25, ledger.Vice{})
			return err
		}},
		{"middle-page", "", func(l *ledger.Ledger) error {
			_, err := l.Find(ctx, ledger.Listing{By: "name", After: middle}, 25, ledger.Vice{})
			return err
		}},
	}
	for _, q := range []struct{ name, q string }{
		{"search-word", "claret"}, {"search-letter", "c"}, {"search-nowhere", "xyzzy"}, {"search-part", "rib: copper"}, {"search-decade", "1930s"}, {"search-before", "before 1890"}, {"search-by", "by Quern"}, {"search-in", `in "Candle and Vice"`},
		{"search-size", "size 14"}, {"search-rare-size", "size 28"}, {"search-variant", "variant of Dusky Keeper"}, {"search-without", "without rib"}, {"search-phrase", `"bronze mallard"`}, {"search-three", "rib: copper 1930s size 14"}, {"search-ten-letters", "a b c d e f g h i j"},
	} {
		list = append(list, thing{q.name, "/api/dressings?limit=25&q=" + neturl.QueryEscape(q.q), ask(q.q)})
	}
	at := make(map[string][2]float64)
	for size, n := range []int{30, 200_000} {
		srv := webtest.Serve(b, nil, false)
		l := ledger.New(srv.Store)
		multiply(b, l, srv.Owner, n)
		middle = ""
		for range 3 {
			p, err := l.Find(ctx, ledger.Listing{By: "name", After: middle}, min(100, n/6), ledger.Vice{})
			if err != nil {
				b.Fatal(err)
			}
			middle = p.Next
		}
		for _, x := range list {
			path := x.path
			if path == "" {
				path = "/api/dressings?limit=25&sort=name&after=" + middle
			}
			over := overHTTP(b, runs, srv.URL+path)
			own := median(runs, func() {
				if err := x.own(l); err != nil {
					b.Fatal(err)
				}
			})
			v := at[x.name]
			v[size] = over
			at[x.name] = v
			b.Logf("%7d %-20s %8.2f ms, %.2f × its own work", n, x.name, over*1000, over/own)
			if size == 1 {
				b.ReportMetric(over/own, x.name+"-×own-work")
				b.ReportMetric(v[1]/v[0], x.name+"-200000-×30")
			}
		}
	}
	b.ReportMetric(0, "ns/op")
}
