package ledger_test

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"

	"mothledger/core/citation"
	"mothledger/core/descent"
	"mothledger/demo"
	"mothledger/ledger"
	"mothledger/store"
)

func patternOf(t *testing.T, l *ledger.Ledger, folio int) ledger.FolioProvenance {
	t.Helper()
	p, err := l.Provenance(t.Context(), folio, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func claim(t *testing.T, l *ledger.Ledger, b ledger.ClaimBody) int64 {
	t.Helper()
	m, err := l.Claim(t.Context(), b, seatOne)
	if err != nil {
		t.Fatal(err)
	}
	return m.ID
}

func adopted(t *testing.T, l *ledger.Ledger, folio int, q citation.Question) ledger.Adoption {
	t.Helper()
	for _, r := range patternOf(t, l, folio).Readings {
		if r.Of == q {
			return r
		}
	}
	t.Fatalf("nothing is said of %s of folio %d", q, folio)
	return ledger.Adoption{}
}

// A card that names two originators: neither is hidden, both are found, and settling it settles it.
func TestTwoOriginatorsOnOneCard(t *testing.T) {
	l := fresh(t)
	text := "Pattern: Twice Told\nOriginator: Orla Brask\nOriginator: Wim Tallow\n\nHook: 12 wet\nBody: cream wool\n"
	folio := file(t, l, ledger.Filing{Text: text}).Folio
	f := open(t, l, folio)
	if f.Entry.Credit != "Orla Brask or Wim Tallow, disputed" || !f.Entry.Disputed {
		t.Errorf("the list prints %q", f.Entry.Credit)
	}
	for _, who := range []string{"by Brask", "originated by Tallow", "Tallow"} {
		if p, err := l.Find(t.Context(), ledger.Listing{Question: who}, 10, ledger.Vice{}); err != nil || p.Total != 1 || p.Entries[0].Credit != f.Entry.Credit {
			t.Errorf("%s finds %d: %+v (%v)", who, p.Total, p.Entries, err)
		}
	}
	if _, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: text, Why: "the minutes", Settlements: []ledger.Settlement{{Text: f.Dressing.Contradictions[0].Text, Chosen: "Wim Tallow"}}, Originator: "Wim Tallow"}, seatOne); err != nil {
		t.Fatal(err)
	}
	if e := open(t, l, folio).Entry; e.Credit != "" || e.Originator != "Wim Tallow" || e.Disputed {
		t.Errorf("settled, the list prints %q, %q", e.Credit, e.Originator)
	}
}

// A material first known after the claimed date questions the date, and changes no reading.
func TestAMaterialNotYetKnownQuestionsTheDate(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: "Pattern: Early Pearl\n\nHook: 12 wet\nRib: pearl tinsel, 4 turns\nBody: cream wool\n"}).Folio
	p := patternOf(t, l, folio)
	claim(t, l, ledger.ClaimBody{Pattern: p.Pattern, Question: citation.Originated, Person: "Orla Brask", Grade: citation.TimePrint, Date: "1921", DateOf: "tied"})
	if r := adopted(t, l, folio, citation.Originated); len(r.Doubts) != 0 || r.Says != "Orla Brask" || r.Date != "1921" {
		t.Fatalf("%+v", r)
	}
	if _, err := l.EnterMaterial(t.Context(), ledger.MaterialBody{Name: "pearl tinsel", Under: "tinsel", Since: "about 1975"}, seatOne); err != nil {
		t.Fatal(err)
	}
	r := adopted(t, l, folio, citation.Originated)
	if len(r.Doubts) != 1 || !strings.Contains(r.Doubts[0], "pearl tinsel is first known in about 1975, after 1921") || r.Says != "Orla Brask" {
		t.Errorf("%+v", r)
	}
}

// Time is asked at each end of a link: when it is made, when the child is revised, and when the parent is.
func TestTimeIsAskedAtBothEndsOfALink(t *testing.T) {
	l := fresh(t)
	name := func(n, date string, of ...int) int {
		parents := []ledger.Parent{}
		for _, p := range of {
			parents = append(parents, ledger.Parent{Folio: p, Kind: descent.VariantOf})
		}
		return file(t, l, ledger.Filing{Text: dated(n, date), Parents: parents}).Folio
	}
	old := name("Old", "1934")
	var young []int
	for i := range 8 {
		young = append(young, name(fmt.Sprintf("Young %d", i), "1936", old))
	}
	name("Without a date", "", old)
	asked := func(folio int, n, date string) []string {
		t.Helper()
		r, err := l.Read(t.Context(), ledger.Filing{Text: dated(n, date), Parents: []ledger.Parent{}}, folio, 1, ledger.Vice{})
		if err != nil {
			t.Fatal(err)
		}
		var out []string
		for _, c := range r.Against {
			if len(c.Perhaps) == 0 {
				t.Errorf("%q, and nothing of what could be wrong", c.Says)
			}
			out = append(out, c.Says)
		}
		return out
	}
	for _, date := range []string{"1934", "about 1936", "before 1950", "1936", "", "n.d."} {
		if got := asked(old, "Old", date); len(got) != 0 {
			t.Errorf("of %q time says %q", date, got)
		}
	}
	got := asked(old, "Old", "1950")
	if len(got) != 6 || got[0] != "“Young 0” (folio 2, 1936) is older than what it is said to be a variant of: “Old” (folio 1, 1950)." || got[5] != "So are 3 more of its variants." {
		t.Errorf("of 1950 time says %q", got)
	}
	if _, err := l.Revise(t.Context(), old, 1, ledger.Filing{Text: dated("Old", "1950"), Why: "the book's date"}, seatOne); err != nil {
		t.Fatal(err)
	}
	if f := open(t, l, old); len(f.Variants) != 9 || f.Variants[0].Against == nil || f.Variants[8].Against != nil {
		t.Errorf("its variants: %+v", f.Variants)
	}
	if f := open(t, l, young[3]); len(f.Parents) != 1 || f.Parents[0].Against == nil || !strings.Contains(f.Parents[0].Against.Says, "1950") {
		t.Errorf("its parents: %+v", f.Parents)
	}
	c, err := l.Against(t.Context(), young[0], old, descent.RenamedFrom)
	if err != nil || c == nil || !strings.Contains(c.Says, "renamed from") || !strings.Contains(c.Perhaps[1], "older name") {
		t.Errorf("%+v, %v", c, err)
	}
	d, err := l.Pedigree(t.Context(), young[0], ledger.PedigreePage{Width: 800})
	if err != nil || len(d.Links) != 9 {
		t.Fatalf("%d links, %v", len(d.Links), err)
	}
	against := 0
	for _, x := range d.Links {
		if x.Against != "" {
			against++
		}
	}
	if against != 8 {
		t.Errorf("the pedigree marks %d links; expected 8", against)
	}
	// the revision before is shown as it was, and time says nothing of that
	first, err := l.Open(t.Context(), old, 1, ledger.Vice{})
	if err != nil || first.Variants[0].Against != nil {
		t.Errorf("of revision 1 time says %+v, %v", first.Variants[0].Against, err)
	}
}

func dated(name, date string) string {
	return "Pattern: " + name + "\nDate: " + date + "\n\nHook: 12 wet\nBody: cream wool\n"
}

// A claim on descent links; a denial by the one who tied it takes the link out of the line and leaves it
// drawn; rival parents stand side by side.
func TestDescentIsAClaim(t *testing.T) {
	l := fresh(t)
	name := func(n, date string) int {
		return file(t, l, ledger.Filing{Text: dated(n, date), Parents: []ledger.Parent{}}).Folio
	}
	old, other, child := name("Old", "1911"), name("Other", "1920"), name("Child", "1934")
	p := patternOf(t, l, child)
	book, err := l.Shelve(t.Context(), ledger.SourceBody{Source: citation.Source{Kind: citation.Book, Title: "One Book"}}, seatOne)
	if err != nil {
		t.Fatal(err)
	}
	letter, err := l.Shelve(t.Context(), ledger.SourceBody{Source: citation.Source{Kind: citation.Letter, Title: "A letter"}}, seatOne)
	if err != nil {
		t.Fatal(err)
	}
	claim(t, l, ledger.ClaimBody{Pattern: p.Pattern, Folio: child, Question: citation.Descends, Parent: old, Link: descent.AdaptedFrom, Source: book.ID, Grade: citation.LaterPrint})
	claim(t, l, ledger.ClaimBody{Pattern: p.Pattern, Folio: child, Question: citation.Descends, Parent: other, Link: descent.AnswerTo, Source: letter.ID, Grade: citation.TimePrint})
	f := open(t, l, child)
	if len(f.Parents) != 2 {
		t.Fatalf("the parents are %+v", f.Parents)
	}
	draw := func() map[int][2]bool {
		d, err := l.Pedigree(t.Context(), child, ledger.PedigreePage{Width: 800})
		if err != nil || len(d.Flies) != 3 {
			t.Fatalf("%+v, %v", d, err)
		}
		out := map[int][2]bool{}
		for _, x := range d.Links {
			out[x.Parent] = [2]bool{x.Rival, x.Denied}
		}
		return out
	}
	if d := draw(); !d[old][0] || !d[other][0] || d[old][1] {
		t.Errorf("rival parents are drawn as %v", d)
	}
	claim(t, l, ledger.ClaimBody{Pattern: p.Pattern, Folio: child, Question: citation.Descends, Parent: old, Denied: true, Source: letter.ID, Grade: citation.OwnWords, Knows: citation.Seen})
	if d := draw(); !d[old][1] || d[other][1] || d[other][0] {
		t.Errorf("after a denial they are drawn as %v", d)
	}
	for what, b := range map[string]ledger.ClaimBody{
		"parent":   {Pattern: p.Pattern, Folio: child, Question: citation.Descends, Parent: child},
		"folio":    {Pattern: p.Pattern, Question: citation.Descends, Parent: old},
		"person":   {Pattern: p.Pattern, Question: citation.Named},
		"pattern":  {Pattern: 99, Question: citation.Named, Person: "A"},
		"from":     {Pattern: p.Pattern, Question: citation.Named, Person: "A", From: 1},
		"source":   {Pattern: p.Pattern, Question: citation.Named, Person: "A", Source: 99},
		"grade":    {Pattern: p.Pattern, Question: citation.Named, Person: "A", Grade: "hearsay"},
		"printed":  {Pattern: p.Pattern, Question: citation.FirstPrinted},
		"question": {Pattern: p.Pattern, Question: "why", Person: "A"},
	} {
		if _, err := l.Claim(t.Context(), b, seatOne); fault(err) != what {
			t.Errorf("a claim with a wrong %s: %v", what, err)
		}
	}
	// a claim that would close a circle is refused, and nothing of it stays
	q := patternOf(t, l, old)
	if _, err := l.Claim(t.Context(), ledger.ClaimBody{Pattern: q.Pattern, Folio: old, Question: citation.Descends, Parent: child}, seatOne); fault(err) != "parents" {
		t.Errorf("a circle: %v", err)
	}
	if again := patternOf(t, l, old); len(again.Accounts) != len(q.Accounts) {
		t.Error("the account of a circle was kept")
	}
}

// A change of mind keeps the folio, and what is linked later follows its parent while it stands alone.
func TestWhereADressingStands(t *testing.T) {
	l := fresh(t)
	a := file(t, l, ledger.Filing{Text: moth}).Folio
	b := file(t, l, ledger.Filing{Text: strings.Replace(moth, "Cellar", "Loft", 1), Parents: []ledger.Parent{}}).Folio
	pa, pb := patternOf(t, l, a), patternOf(t, l, b)
	if pa.Pattern == pb.Pattern || pb.Standing != ledger.Witness || pb.Siglum != "A" {
		t.Fatalf("%+v, %+v", pa, pb)
	}
	if _, err := l.Link(t.Context(), b, ledger.Relink{Parent: ledger.Parent{Folio: a}}, seatOne); err != nil {
		t.Fatal(err)
	}
	if p := patternOf(t, l, b); p.Pattern != pa.Pattern || p.Standing != ledger.Variant {
		t.Errorf("linked, it stands as %s in %d", p.Standing, p.Pattern)
	}
	if _, err := l.Place(t.Context(), b, ledger.PlaceBody{Pattern: pa.Pattern, Standing: ledger.Witness, Note: "it reports the same book"}, seatOne); err != nil {
		t.Fatal(err)
	}
	if p := patternOf(t, l, b); p.Standing != ledger.Witness || p.Siglum != "B" || p.Entry.Folio != b {
		t.Errorf("placed, it stands as %s %s", p.Standing, p.Siglum)
	}
	if list, err := l.Patterns(t.Context(), "", "", ledger.Vice{}); err != nil || len(list.Patterns) != 1 {
		t.Errorf("the patterns are %+v (%v)", list, err)
	}
	// two who file witnesses at the same moment give them different sigla
	var wg sync.WaitGroup
	for i := range 6 {
		wg.Go(func() {
			if _, err := l.File(t.Context(), ledger.Filing{Text: moth, Title: fmt.Sprintf("Copy %d", i), Parents: []ledger.Parent{}, Place: &ledger.PlaceBody{Pattern: pa.Pattern, Standing: ledger.Witness}}, seatOne); err != nil {
				t.Error(err)
			}
		})
	}
	wg.Wait()
	p, err := l.OpenPattern(t.Context(), pa.Pattern, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	var sigla []string
	for _, m := range p.Members {
		sigla = append(sigla, m.Siglum)
	}
	if got := strings.Join(sigla, ""); got != "ABCDEFGH" {
		t.Errorf("the sigla are %q", got)
	}
}

// No number is used again, whatever becomes of what bore it.
func TestNumbersAreNeverUsedAgain(t *testing.T) {
	l := fresh(t)
	m, err := l.TakeInBequest(t.Context(), ledger.AccessionBody{Number: "2026.1"}, seatOne)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := l.Undo(t.Context(), m.Deed, seatOne); err != nil {
		t.Fatal(err)
	}
	if _, err := l.TakeInBequest(t.Context(), ledger.AccessionBody{Number: "2026.1"}, seatOne); fault(err) != "number" {
		t.Errorf("the number of a bequest that was undone is given again: %v", err)
	}
	a := file(t, l, ledger.Filing{Text: moth}).Folio
	b := file(t, l, ledger.Filing{Text: moth, Parents: []ledger.Parent{}}).Folio
	c := file(t, l, ledger.Filing{Text: moth, Parents: []ledger.Parent{}}).Folio
	for _, x := range [][2]int{{a, b}, {b, c}} {
		if _, err := l.Withdraw(t.Context(), x[0], true, x[1], "the same card twice", seatOne); err != nil {
			t.Fatal(err)
		}
	}
	if f := open(t, l, a); f.LeadsTo != c {
		t.Errorf("folio %d leads on to %d; expected %d", a, f.LeadsTo, c)
	}
	if _, err := l.Withdraw(t.Context(), c, true, a, "", seatOne); fault(err) != "leadsTo" {
		t.Errorf("a number that was taken back leads on: %v", err)
	}
	if next := file(t, l, ledger.Filing{Text: moth, Parents: []ledger.Parent{}}).Folio; next <= c {
		t.Errorf("folio %d is given again", next)
	}
}

// The whole archive goes into a bag with its pictures and comes out the same; a picture that is missing
// or changed is named.
func TestTheArchiveInABag(t *testing.T) {
	url := empty(t)
	s, err := store.Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = s.Close() }()
	if _, err := demo.Load(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	l := ledger.New(s)
	first := takeOut(t, l, "first")
	pictures, err := filepath.Glob(filepath.Join(first, "data", "pictures", "*.jpg"))
	if err != nil || len(pictures) != 5 {
		t.Fatalf("%d pictures are in the bag (%v)", len(pictures), err)
	}
	other := empty(t)
	if _, err := ledger.PutIn(t.Context(), other, opened(t, first)); err != nil {
		t.Fatal(err)
	}
	back := on(t, other)
	a, _ := digest(t, first)
	if b, _ := digest(t, takeOut(t, back, "second")); a != b {
		t.Error("out, in and out again is another bag")
	}
	for _, q := range []string{"by Orme", "thole", "B 112", "before 1940"} {
		x, err := l.Find(t.Context(), ledger.Listing{Question: q}, 40, ledger.Vice{})
		y, err2 := back.Find(t.Context(), ledger.Listing{Question: q}, 40, ledger.Vice{})
		same := func(e ledger.Entry) string { return fmt.Sprint(e.Folio, e.Credit, e.Qualifier, e.Standing) }
		if err != nil || err2 != nil || x.Total == 0 || !slices.EqualFunc(x.Entries, y.Entries, func(a, b ledger.Entry) bool { return same(a) == same(b) }) {
			t.Errorf("%s finds %d here and %d there (%v, %v)", q, x.Total, y.Total, err, err2)
		}
	}
	sha := strings.TrimSuffix(filepath.Base(pictures[0]), ".jpg")
	p, err := back.Picture(t.Context(), sha)
	if file, err2 := os.ReadFile(pictures[0]); err != nil || err2 != nil || !bytes.Equal(p.Bytes, file) {
		t.Errorf("the picture that came back is another one (%v, %v)", err, err2)
	}
	if err := os.Remove(pictures[0]); err != nil {
		t.Fatal(err)
	}
	if d, err := ledger.CheckBag(opened(t, first)); err != nil || !strings.Contains(d.Error(), filepath.Base(pictures[0])+" is missing") {
		t.Errorf("a bag without a picture: %v, %v", d, err)
	}
}
