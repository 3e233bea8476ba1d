package demo

import (
	"encoding/json"
	"strconv"
	"strings"
	"testing"

	"mothledger/core/citation"
	"mothledger/exchange/shelf"
	"mothledger/ledger"
	"mothledger/store"
)

func archiveOf(t *testing.T) (*ledger.Ledger, *store.Store) {
	t.Helper()
	s := open(t)
	if _, err := Load(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	return ledger.New(s), s
}

// What an archivist would read off the demo's rival accounts.
func TestTheArchivesDisputes(t *testing.T) {
	l, _ := archiveOf(t)
	for _, x := range []struct {
		folio    int
		question citation.Question
		says     string
		rule     citation.Rule
	}{
		{25, citation.Originated, "Lettice Orme", "own-word-is-not-who-was-first"},
		{27, citation.Originated, "Orrin Lyle or Ivor Tansy, disputed", "ties-stay-ties"},
		{24, citation.Named, "Osric Pell", "disinterested"},
		{23, citation.FirstPrinted, "Lamps on the Low Water", "earliest-print"},
		{26, citation.Originated, "traditional", "better-account"},
		{1, citation.Originated, "Edwin Sallow", "uncontested"},
	} {
		p, err := l.Provenance(t.Context(), x.folio, ledger.Vice{})
		if err != nil {
			t.Fatal(err)
		}
		found := false
		for _, r := range p.Readings {
			if r.Of == x.question {
				found = true
				if r.Says != x.says || r.Rule != x.rule {
					t.Errorf("folio %d, %s: %q by %s; expected %q by %s", x.folio, x.question, r.Says, r.Rule, x.says, x.rule)
				}
			}
		}
		if !found {
			t.Errorf("folio %d: nothing is said of %s", x.folio, x.question)
		}
	}
}

// All who are claimed are found, whatever the ledger adopts, and lists print what it adopts.
func TestEveryoneClaimedIsFound(t *testing.T) {
	l, _ := archiveOf(t)
	for question, want := range map[string]string{
		"originated by Orme": "25 33", "originated by Aldwark": "6 21 25", "originated by Lyle": "27", "originated by Tansy": "11 27", "B 112": "35", "thole": "23 28 29", "before 1940 by Grice": "35 36",
	} {
		p, err := l.Find(t.Context(), ledger.Listing{Question: question}, 50, ledger.Vice{})
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, e := range p.Entries {
			got = append(got, strconv.Itoa(e.Folio))
			if e.Folio == 27 && (e.Credit != "Orrin Lyle or Ivor Tansy, disputed" || !e.Disputed) {
				t.Errorf("the list prints %q", e.Credit)
			}
			if e.Title == "Rowlock Spider" && e.Qualifier == "" {
				t.Errorf("folio %d shares its name and is not told apart", e.Folio)
			}
		}
		if s := strings.Join(got, " "); s != want {
			t.Errorf("%s finds %q; expected %q", question, s, want)
		}
	}
}

// The shelf goes out into a file of each format and is the same shelf when it is looked through again.
func TestTheShelfInAFileIsTheShelf(t *testing.T) {
	l, _ := archiveOf(t)
	list, err := l.Shelf(t.Context(), "")
	if err != nil || len(list) < 10 {
		t.Fatalf("%d sources, %v", len(list), err)
	}
	all := func(s citation.Source) string {
		b, err := json.Marshal(s)
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	want := map[string]string{}
	for _, s := range list {
		want[s.Cite] = all(s.Source)
	}
	for _, f := range []shelf.Format{shelf.BibTeX, shelf.RIS, shelf.CSL} {
		text, err := l.SourcesAs(t.Context(), f, nil)
		if err != nil {
			t.Fatal(err)
		}
		n := 0
		if err := shelf.Read(f, strings.NewReader(text), func(r shelf.Record) error {
			n++
			if got, s := all(r.Source), want[r.Source.Cite(citation.NoteStyle, "")]; got != s {
				t.Errorf("%s: it came back as %s\nexpected %s", f, got, s)
			}
			return nil
		}, func(p shelf.Problem) error { return p }); err != nil || n != len(list) {
			t.Errorf("%s: %d of %d came back, %v", f, n, len(list), err)
		}
		seen, err := l.TakeInSources(t.Context(), f, text, true, false, ledger.Sender{})
		if err != nil || len(seen.Records) != len(list) {
			t.Fatalf("%s: %+v, %v", f, seen, err)
		}
		for _, r := range seen.Records {
			if r.State != "there" {
				t.Errorf("%s: %s is looked on as %s", f, r.Cite, r.State)
			}
		}
	}
}

func TestTheArchiveAsAWhole(t *testing.T) {
	l, _ := archiveOf(t)
	p, err := l.OpenPattern(t.Context(), 7, ledger.Vice{})
	if err != nil || len(p.Members) != 6 || p.Members[0].Siglum != "A" || p.Members[2].Siglum != "C" || p.Received != 30 {
		t.Fatalf("%+v, %v", p.Members, err)
	}
	w, err := l.Witnesses(t.Context(), 7, 30, ledger.Vice{})
	if err != nil || len(w.Members) != 3 || len(w.Beside) != 3 || w.Composite {
		t.Fatalf("%+v, %v", w, err)
	}
	slips := 0
	for _, r := range w.Rows {
		for _, c := range r.Cells {
			if c.Slip != nil {
				slips++
			}
		}
	}
	if slips != 1 {
		t.Errorf("%d slips are marked", slips)
	}
	keel, err := l.Provenance(t.Context(), 35, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	pattern, err := l.OpenPattern(t.Context(), keel.Pattern, ledger.Vice{})
	if err != nil || len(pattern.Margin) != 1 || !strings.Contains(pattern.Margin[0], "peacock") {
		t.Errorf("the margin says %q (%v)", pattern.Margin, err)
	}
	if d := keel.Entry.Dated; d == nil || d.Latest != "1939-08-31" || d.EDTF != "[..1939-08]" {
		t.Errorf("“before the war” means %+v", d)
	}
	b, err := l.Bequest(t.Context(), 1, 0, true)
	if err != nil || b.Cards != 10 || b.Described != 3 || len(b.List) != 7 {
		t.Errorf("%d of %d described, %d wait (%v)", b.Described, b.Cards, len(b.List), err)
	}
	if n, err := l.Number(t.Context(), "b 112"); err != nil || len(n.Dressings) != 1 || n.Dressings[0].Folio != 35 {
		t.Errorf("B 112 leads to %+v (%v)", n, err)
	}
	m, err := l.Common(t.Context(), 32, 30)
	if err != nil || len(m) != 1 || m[0].Ancestor.Folio != 30 || len(m[0].Left) != 3 {
		t.Errorf("32 and 30 meet in %+v (%v)", m, err)
	}
	shelf, err := l.Shelf(t.Context(), "almanack")
	if err != nil || len(shelf) != 2 || len(shelf[0].Twins) != 1 {
		t.Errorf("the almanacks are %+v (%v)", shelf, err)
	}
}

// Whoever some account names stands in the index, with as many flies as the question finds.
func TestTheIndexHasEveryoneClaimed(t *testing.T) {
	l, _ := archiveOf(t)
	p, err := l.IndexOf(t.Context(), ledger.PeopleIndex, "", "", "")
	if err != nil {
		t.Fatal(err)
	}
	counts := map[string]int{}
	for _, h := range p.Headings {
		counts[h.Name] = h.Count
	}
	for who, want := range map[string]int{"Orrin Lyle": 1, "Lettice Orme": 2, "Ivor Tansy": 2, "Prudence Aldwark": 3, "Wilmot Grice": 2} {
		found, err := l.Find(t.Context(), ledger.Listing{Question: "originated by \"" + who + "\""}, 40, ledger.Vice{})
		if err != nil || counts[who] != want || found.Total != want {
			t.Errorf("%s stands with %d in the index and finds %d; expected %d (%v)", who, counts[who], found.Total, want, err)
		}
	}
}

// A load that was cut short at any deed goes on, and comes to the same.
func TestACutShortArchiveGoesOn(t *testing.T) {
	s := open(t)
	folios, err := Club(t.Context(), s)
	if err != nil {
		t.Fatal(err)
	}
	short := folios["Quay Dun"]
	delete(folios, "Quay Dun")
	folios["Quay Dun"] = 0 // the archive stops where it needs it
	if err := fileArchive(t.Context(), s, ledger.New(s), folios); err == nil {
		t.Fatal("the archive was filed without a folio that it needs")
	}
	folios["Quay Dun"] = short
	n, err := Load(t.Context(), s)
	if err != nil || n != len(folios)+archived {
		t.Fatalf("%d, %v", n, err)
	}
	l := ledger.New(s)
	if p, err := l.OpenPattern(t.Context(), 5, ledger.Vice{}); err != nil || len(p.Names) != 1 {
		t.Errorf("%+v, %v", p.Names, err)
	}
	if list, err := l.Accessions(t.Context()); err != nil || len(list) != 1 || list[0].Cards != 10 {
		t.Errorf("%+v, %v", list, err)
	}
	if p, err := l.Find(t.Context(), ledger.Listing{}, 50, ledger.Vice{}); err != nil || p.Total != n {
		t.Errorf("%d dressings, %v", p.Total, err)
	}
}
