package store

import (
	"strings"
	"testing"
)

// TestSearchUsesItsIndex holds that the folded words of a question are looked up and not
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
	for _, q := range []string{
		"alter table newest drop constraint newest_dressing_id_fkey, drop constraint newest_revision_id_fkey", // rows of one table alone
		`insert into newest (dressing_id, folio, revision_id, title, search)
			select i, i, i, 'fly ' || i, 'fly ' || md5(i::text) || ' hare''s fur gold wire' from generate_series(1, 20000) i`,
		`insert into newest (dressing_id, folio, revision_id, title, search) values (20001, 20001, 20001, 'x', 'seal''s fur of the quern')`,
		"analyze newest",
	} {
		if _, err := tx.Exec(q); err != nil {
			t.Fatalf("%s: %v", q, err)
		}
	}
	for _, words := range []string{"quern", "seals fur", "quern's wire"} {
		where, args := matching(words, 1)
		var plan []string
		if err := tx.Select(&plan, "explain select count(*) from newest n where "+where, args...); err != nil {
			t.Fatal(err)
		}
		if all := strings.Join(plan, "\n"); !strings.Contains(all, "newest_folded") || strings.Contains(all, "Seq Scan") {
			t.Errorf("%q is looked up by\n%s", words, all)
		}
	}
}
