package e2e

import (
	"database/sql"
	"strconv"
	"testing"

	_ "github.com/jackc/pgx/v5/stdlib"

	"mothledger/ledger"
	"mothledger/ui"
	"mothledger/web/webtest"
)

// older makes some readings of a ledger those of an older reader, which had not read the turns of hackles.
func older(t testing.TB, s webtest.Server) {
	t.Helper()
	db, err := sql.Open("pgx", s.Owner)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	for _, q := range []string{
		"alter table revision disable trigger user",
		`update revision r set read_by = '1', reading = jsonb_set(reading, '{parts}', (select jsonb_agg(case when p ->> 'role' = 'hackle' then p - 'turns' else p end order by i) from jsonb_array_elements(reading -> 'parts') with ordinality x (p, i))) where dressing_id <= 12 and text <> ''`,
		"alter table revision enable trigger user",
	} {
		if _, err := db.ExecContext(t.Context(), q); err != nil {
			t.Fatal(err)
		}
	}
}

func TestWhatWouldBeReadAnewIsTakenFromOneList(t *testing.T) {
	s := webtest.Serve(t, ui.Files(), true)
	p := tab(t, s.URL, "/anew")
	p.says("Nothing would be read otherwise")
	older(t, s)
	for l := ledger.New(s.Store); ; {
		n, err := l.LookAnew(t.Context(), 50)
		if err != nil {
			t.Fatal(err)
		}
		if n == 0 {
			break
		}
	}
	p.visit("/")
	p.press("n")
	p.at("/anew")
	p.until(`document.querySelectorAll("[data-testid=rereadings] > li").length > 3`)
	all := value[int](p, `document.querySelectorAll("[data-testid=rereadings] > li").length`)
	contains(t, p.text("[data-testid=rereadings]"), "turns")
	if found := p.axe(); found != "" {
		t.Error(found)
	}
	// one of them
	p.clickText("Take it")
	p.says("Read 1 dressing anew")
	p.until(`document.querySelectorAll("[data-testid=rereadings] > li").length === ` + strconv.Itoa(all-1))
	// all the others, as one deed, and back again
	p.clickText("Take all")
	p.says("Nothing would be read otherwise")
	p.visit("/journal")
	p.says("dressings anew")
	p.press("u")
	p.clickText("Undo it all")
	p.says("undid")
	p.visit("/anew")
	p.says("still to be looked at") // what was undone reads as its revision did, which nobody looked at yet
	if n, err := ledger.New(s.Store).LookAnew(t.Context(), 50); err != nil || n != all-1 {
		t.Fatalf("%d to look at again, not %d (%v)", n, all-1, err)
	}
	p.visit("/anew")
	p.until(`document.querySelectorAll("[data-testid=rereadings] > li").length === ` + strconv.Itoa(all-1))
}
