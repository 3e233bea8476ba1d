package store

import (
	"cmp"
	"os"
	"strings"
	"testing"
)

// TestSearchUsesItsIndex holds that what a question asks for is looked up and not
// compared with every dressing, once there are enough of them for it to matter.
func TestSearchUsesItsIndex(t *testing.T) {
	s := open(t)
	owner, err := openOwner(s, t)
	if err != nil {
		t.Fatal(err)
	}
	tx, err := owner.db.Beginx()
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = tx.Rollback() }()
	rows := cmp.Or(os.Getenv("MOTHLEDGER_ROWS"), "20000") // as many as one wants to see it with
	for _, q := range []string{
		"alter table newest disable trigger newest_has_family",
		"alter table newest drop constraint newest_dressing_id_fkey, drop constraint newest_revision_id_fkey", // rows of one table alone
		`insert into newest (dressing_id, folio, revision_id, title, search, found, by_title, years, by_year)
			select i, i, i, 'fly ' || i, '', to_tsvector('simple', 'fly ' || i || ' hare fur gold wire ' || md5(i::text)) || array_to_tsvector(array['k:tail=fibre', 'k:tail=' || md5((i % 500)::text), 'z=' || i % 1500, 'p=f', 'w=' || md5((i % 300)::text)]),
				'fly ' || i, int4range(1400 + i % 700, 1400 + i % 700, '[]'), 1400 + i % 700 from generate_series(1, ` + rows + `) i`,
		`insert into newest (dressing_id, folio, revision_id, title, search, found) values (900001, 900001, 900001, 'x', '', to_tsvector('simple', 'seal fur of the quern'))`,
		"analyze newest",
	} {
		if _, err := tx.Exec(q); err != nil {
			t.Fatalf("%s: %v", q, err)
		}
	}
	words := func(mark, words string) Clause { return Clause{Any: []Mark{{mark, words, false}}} }
	year := 1811
	for name, c := range map[string]struct {
		asked Asked
		index string
	}{
		"a word":          {Asked{Clauses: []Clause{words(MarkNone, "quern")}}, "newest_found"},
		"two words":       {Asked{Clauses: []Clause{words(MarkNone, "seals fur")}}, "newest_found"},
		"a word nowhere":  {Asked{Clauses: []Clause{words(MarkNone, "xyzzy")}}, "newest_found"},
		"a part":          {Asked{Clauses: []Clause{words(MarkKin("tail"), "c4ca4238a0b923820dcc509a6f75849b")}}, "newest_found"},
		"a person":        {Asked{Clauses: []Clause{words(MarkWho, "c4ca4238a0b923820dcc509a6f75849b")}}, "newest_found"},
		"a size":          {Asked{Sizes: [][2]int{{28, 28}}}, "newest_found"},
		"a phrase":        {Asked{Phrases: []string{"seal fur"}}, "newest_found"},
		"years":           {Asked{Years: [][2]*int{{&year, &year}}}, "newest_years"},
		"a folio":         {Asked{Folio: 777}, "newest_"},
		"variants":        {Asked{Parents: [][]int64{{7}}}, "descent_parent"},
		"three together":  {Asked{Clauses: []Clause{words(MarkNone, "fly"), words(MarkKin("tail"), "c4ca")}, Years: [][2]*int{{&year, &year}}}, "newest_"},
		"the first page":  {Asked{}, "newest_"},
		"without a part":  {Asked{Clauses: []Clause{{Any: []Mark{{MarkHas, "rib", true}}, Not: true}}}, "newest_"},
		"a common letter": {Asked{Clauses: []Clause{words(MarkNone, "f")}}, "newest_"},
	} {
		where, args := c.asked.where(1)
		var plan []string
		if err := tx.Select(&plan, "explain select n.folio from newest n where "+where+" order by n.folio limit 51", args...); err != nil {
			t.Fatal(name, err)
		}
		if all := strings.Join(plan, "\n"); !strings.Contains(all, c.index) || strings.Contains(all, "Seq Scan on newest") {
			t.Errorf("%s is looked up by\n%s", name, all)
		}
	}
	for by, o := range orders {
		if by == ByVariants { // of another table, which is empty here
			continue
		}
		var plan []string
		if err := tx.Select(&plan, "explain select n.folio from newest n where not n.withdrawn and ("+o.column+", n.folio) > ($1::"+o.kind+", 9000) order by "+o.column+", n.folio limit 51", "9000"); err != nil {
			t.Fatal(by, err)
		}
		if all := strings.Join(plan, "\n"); !strings.Contains(all, "Index") || strings.Contains(all, "Sort") {
			t.Errorf("a middle page by %s is found by\n%s", by, all)
		}
	}
}
