package ledger_test

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"fmt"
	"io/fs"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"mothledger/core/reading"
	"mothledger/demo/families"
	"mothledger/exchange/bag"
	"mothledger/ledger"
	"mothledger/localpg/pgtest"
	"mothledger/store"
)

// takeOut writes a ledger into a bag and gives where.
func takeOut(t testing.TB, l *ledger.Ledger, name string) string {
	t.Helper()
	at := filepath.Join(t.TempDir(), name)
	w, err := bag.Create(at)
	if err != nil {
		t.Fatal(err)
	}
	if err := l.TakeOut(t.Context(), w); err != nil {
		t.Fatal(err)
	}
	return at
}

func opened(t testing.TB, at string) *bag.Bag {
	t.Helper()
	b, err := bag.Open(at)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = b.Close() })
	return b
}

// empty gives the address of a ledger with nothing in it.
func empty(t testing.TB) string {
	t.Helper()
	url := pgtest.Database(t)
	if err := store.Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	return url
}

func on(t testing.TB, url string) *ledger.Ledger {
	t.Helper()
	s, err := store.Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return ledger.New(s)
}

// digest is of every file of a bag with its name.
func digest(t testing.TB, at string) (sum string, files int) {
	t.Helper()
	h := sha256.New()
	if err := fs.WalkDir(opened(t, at), ".", func(name string, e fs.DirEntry, err error) error {
		if err != nil || e.IsDir() {
			return err
		}
		b, err := fs.ReadFile(opened(t, at), name)
		files++
		fmt.Fprintf(h, "%s %d\n%s", name, len(b), b)
		return err
	}); err != nil {
		t.Fatal(err)
	}
	return hex.EncodeToString(h.Sum(nil)), files
}

// lived is a ledger in which all kinds of things were done.
func lived(t *testing.T) *ledger.Ledger {
	t.Helper()
	l, _ := onDatabase(t)
	w := &world{t: t, l: l, rnd: rand.New(rand.NewPCG(3, 5)), kinds: map[ledger.Kind]int{}}
	for range 160 {
		w.deed()
		if w.rnd.IntN(6) == 0 {
			_, _ = l.Undo(t.Context(), 0, ledger.Sender{Seat: "seat one"})
		}
	}
	if _, err := l.File(t.Context(), ledger.Filing{Text: moth, Date: "Nov '99"}, ledger.Sender{Seat: "seat one", Key: "a-key-of-its-own"}); err != nil {
		t.Fatal(err)
	}
	if _, err := l.SaveDraft(t.Context(), "seat one", ledger.Draft{ID: "6f9619ff-8b86-4d01-b42d-00cf4fc964ff", Edit: 4, Body: []byte(`{"text":"\u0000 🐟"}`)}); err != nil {
		t.Fatal(err)
	}
	return l
}

func TestABagGoesOutAndInAndOutTheSame(t *testing.T) {
	l := lived(t)
	first := takeOut(t, l, "first")
	if out, err := exec.CommandContext(t.Context(), "sh", "-c", "cd "+first+" && sha256sum -c --quiet manifest-sha256.txt && sha256sum -c --quiet tagmanifest-sha256.txt").CombinedOutput(); err != nil {
		t.Errorf("sha256sum: %v\n%s", err, out)
	}
	url := empty(t)
	if d, err := ledger.PutIn(t.Context(), url, opened(t, first)); err != nil || len(d.Changed) != 0 || d.Dressings == 0 {
		t.Fatalf("%+v, %v", d, err)
	}
	copied := on(t, url)
	second := takeOut(t, copied, "second")
	a, n := digest(t, first)
	if b, _ := digest(t, second); a != b {
		out, _ := exec.CommandContext(t.Context(), "diff", "-rq", first, second).CombinedOutput()
		t.Errorf("the second bag of %d files is another:\n%s", n, out)
	}
	// as a ZIP file too, which goes in like a folder
	z1, z2 := takeOut(t, l, "a.zip"), takeOut(t, copied, "b.zip")
	x, err := os.ReadFile(z1)
	if err != nil {
		t.Fatal(err)
	}
	if y, err := os.ReadFile(z2); err != nil || !bytes.Equal(x, y) {
		t.Errorf("the ZIP files differ (%v)", err)
	}
	if _, err := ledger.PutIn(t.Context(), empty(t), opened(t, z1)); err != nil {
		t.Errorf("from a ZIP file: %v", err)
	}
	// what came in goes on: numbers, undoing, keys
	h, err := copied.History(t.Context(), ledger.Sought{Kind: ledger.FileDeed, Limit: 1})
	if err != nil {
		t.Fatal(err)
	}
	if _, err := copied.Undo(t.Context(), h.Deeds[0].ID, seatOne); err != nil {
		t.Errorf("undoing what came in a bag: %v", err)
	}
	if f, err := copied.File(t.Context(), ledger.Filing{Text: moth, Date: "Nov '99"}, ledger.Sender{Seat: "seat one", Key: "a-key-of-its-own"}); err != nil || !f.Again {
		t.Errorf("a request sent again after the bag: %+v, %v", f, err)
	}
	next := file(t, copied, ledger.Filing{Text: moth})
	if o := open(t, copied, next.Folio); o.Entry.Title != "Cellar Moth" {
		t.Errorf("the next folio is %+v", o.Entry)
	}
	if _, err := ledger.PutIn(t.Context(), url, opened(t, first)); !errors.Is(err, store.ErrNotEmpty) {
		t.Errorf("into a ledger that is not empty: %v", err)
	}
}

// seal makes the checksums of a bag anew, as somebody does who changed a file by hand.
func seal(t *testing.T, at string) {
	t.Helper()
	script := `cd ` + at + ` && find data -type f | LC_ALL=C sort | xargs -d '\n' sha256sum > manifest-sha256.txt &&
		sed -i "s/^Payload-Oxum:.*/Payload-Oxum: $(find data -type f -printf '%s\n' | awk '{s += $1; n++} END {print s "." n}')/" bag-info.txt &&
		sha256sum bag-info.txt bagit.txt manifest-sha256.txt > tagmanifest-sha256.txt`
	if out, err := exec.CommandContext(t.Context(), "sh", "-c", script).CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
}

func TestADressingChangedByHandInTheBagArrivesChanged(t *testing.T) {
	l := fresh(t)
	parent := file(t, l, ledger.Filing{Text: moth}).Folio
	folio := file(t, l, ledger.Filing{Text: "Loft Moth\n\nHook: 12 wet\nBody: cream wool\n", Tier: "Osric Pell", Date: "Nov '99"}).Folio
	at := takeOut(t, l, "bag")
	name := filepath.Join(at, "data", "dressings", fmt.Sprintf("%05d.txt", folio))
	text, err := os.ReadFile(name)
	if err != nil || !strings.Contains(string(text), "Tier: Osric Pell\nDate: Nov '99\n") {
		t.Fatalf("the plain form is\n%s(%v)", text, err)
	}
	changed := strings.NewReplacer("cream wool", "white wool", "Date: Nov '99\n", "Date: November 1999\nVariant of: Cellar Moth\n").Replace(string(text))
	if err := os.WriteFile(name, []byte(changed), 0o644); err != nil {
		t.Fatal(err)
	}
	if _, err := ledger.PutIn(t.Context(), empty(t), opened(t, at)); err == nil || !strings.Contains(err.Error(), "00002.txt was changed") {
		t.Errorf("without new checksums: %v", err)
	}
	seal(t, at)
	url := empty(t)
	d, err := ledger.PutIn(t.Context(), url, opened(t, at))
	if err != nil || !slices.Equal(d.Changed, []int{folio}) {
		t.Fatalf("%+v, %v", d, err)
	}
	f := open(t, on(t, url), folio)
	if f.Entry.Revision != 2 || f.Entry.Tier != "Osric Pell" || f.Entry.Date != "November 1999" || f.Dressing.Parts[1].Materials[0].Colour != "white" || f.Revisions[0].Why != "changed by hand in the bag" {
		t.Errorf("it arrived as %+v, %+v", f.Entry, f.Dressing.Parts[1])
	}
	if len(f.Parents) != 1 || f.Parents[0].Folio != parent {
		t.Errorf("parents %+v", f.Parents)
	}
	if old, err := on(t, url).Open(t.Context(), folio, 1, ledger.Vice{}); err != nil || old.Dressing.Parts[1].Materials[0].Colour != "cream" {
		t.Errorf("the revision before is %+v, %v", old.Dressing.Parts[1], err)
	}
}

// Each kind of damage is named, and none gets in.
func TestEachKindOfDamageIsNamed(t *testing.T) {
	l := fresh(t)
	a := file(t, l, ledger.Filing{Text: moth, Tier: "Osric Pell"}).Folio
	b := file(t, l, ledger.Filing{Text: moth, Parents: []ledger.Parent{{Folio: a}}}).Folio
	if _, err := l.Revise(t.Context(), b, 1, ledger.Filing{Text: moth + "Head: black\n", Why: "seen"}, seatOne); err != nil {
		t.Fatal(err)
	}
	whole := takeOut(t, l, "whole")
	edit := func(name, old, now string) func(string) error {
		return func(at string) error {
			p := filepath.Join(at, name)
			text, err := os.ReadFile(p)
			if err == nil && !strings.Contains(string(text), old) {
				err = fmt.Errorf("%s does not hold %q", name, old)
			}
			if err == nil {
				err = os.WriteFile(p, []byte(strings.Replace(string(text), old, now, 1)), 0o644)
			}
			return err
		}
	}
	remove := func(name string) func(string) error {
		return func(at string) error { return os.Remove(filepath.Join(at, name)) }
	}
	add := func(name, text string) func(string) error {
		return func(at string) error { return os.WriteFile(filepath.Join(at, name), []byte(text), 0o644) }
	}
	for _, c := range []struct {
		what, says string
		do         func(at string) error
		sealed     bool // checksums are made anew
	}{
		{"no declaration", "bagit.txt is missing", remove("bagit.txt"), false},
		{"another version", "bagit.txt is not that of a bag of version 1.0", edit("bagit.txt", "1.0", "0.97"), false},
		{"no manifest", "manifest-sha256.txt is missing", remove("manifest-sha256.txt"), false},
		{"no manifest of tags", "tagmanifest-sha256.txt is missing", remove("tagmanifest-sha256.txt"), false},
		{"a file changed", "data/dressings/00001.txt was changed", edit("data/dressings/00001.txt", "cream", "white"), false},
		{"a file gone", "data/ledger/links.jsonl is missing", remove("data/ledger/links.jsonl"), false},
		{"a file too many", "data/ledger/other.jsonl is not in manifest-sha256.txt", add("data/ledger/other.jsonl", "{}\n"), false},
		{"a tag changed", "bag-info.txt was changed", edit("bag-info.txt", "whole", "half"), false},
		{"a line of the manifest broken", "manifest-sha256.txt, line 1: expected a SHA-256", edit("manifest-sha256.txt", "  data/", "data/"), false},
		{"a path out of the bag", "leads out of the bag", edit("manifest-sha256.txt", "  data/", "  ../data/"), false},
		{"the count of bytes", "the payload is", edit("bag-info.txt", "Payload-Oxum: ", "Payload-Oxum: 1"), false},
		{"another format", `the format "9"`, edit("bag-info.txt", "Format: 1", "Format: 9"), true},
		{"no JSON", "revisions.jsonl, line 1: this is no JSON", edit("data/ledger/revisions.jsonl", "{", "<"), true},
		{"a field gone", `the field "why" is missing`, edit("data/ledger/revisions.jsonl", `"why" :`, `"y" :`), true},
		{"a field too many", `there is no field "x"`, edit("data/ledger/people.jsonl", `{`, `{"x":1,`), true},
		{"a revision of no folio", "there is no folio 7", edit("data/ledger/revisions.jsonl", `"folio" : 2`, `"folio" : 7`), true},
		{"a gap in the revisions", "revision 3 of folio 2 follows 1", edit("data/ledger/revisions.jsonl", `"folio" : 2, "number" : 2`, `"folio" : 2, "number" : 3`), true},
		{"a parent that is not there", "there is no folio 9", edit("data/ledger/links.jsonl", `"parent" : 1`, `"parent" : 9`), true},
		{"a kind that is none", `"cousin of" is no kind of descent`, edit("data/ledger/links.jsonl", "variant of", "cousin of"), true},
		{"a link to itself", "links.jsonl, line 1: folio 2 descends from itself", edit("data/ledger/links.jsonl", `"parent" : 1`, `"parent" : 2`), true},
		{"a circle", "data/ledger/links.jsonl: folio 1 descends from itself", edit("data/ledger/links.jsonl", `{"folio" : 2, "parent" : 1`, `{"folio" : 1, "parent" : 2, "kind" : "variant of", "reason" : "", "linkedAt" : "2026-01-01T00:00:00Z"}`+"\n"+`{"folio" : 2, "parent" : 1`), true},
		{"a name that is not listed", `"Osric Pell" is not among the people`, edit("data/ledger/people.jsonl", "Osric Pell", "Osric Bell"), true},
		{"a deed twice", "deeds.jsonl, line 2: it stands twice", edit("data/ledger/deeds.jsonl", `"deed" : 2`, `"deed" : 1`), true},
		{"no plain form", "folio 2 has no plain form", remove("data/dressings/00002.txt"), true},
		{"a stranger's file", "data/dressings/00009.txt is no part of a ledger", add("data/dressings/00009.txt", moth), true},
		{"a sheet gone", "data/ledger/words.jsonl is missing", remove("data/ledger/words.jsonl"), true},
	} {
		at := filepath.Join(t.TempDir(), "bag")
		if out, err := exec.CommandContext(t.Context(), "cp", "-r", whole, at).CombinedOutput(); err != nil {
			t.Fatalf("%v\n%s", err, out)
		}
		if err := c.do(at); err != nil {
			t.Fatalf("%s: %v", c.what, err)
		}
		if c.sealed {
			seal(t, at)
		}
		d, err := ledger.CheckBag(opened(t, at))
		if err != nil || !strings.Contains(d.Error(), c.says) {
			t.Errorf("%s is named %v (%v), expected %q", c.what, []string(d), err, c.says)
		}
		var damage ledger.Damage
		if _, err := ledger.PutIn(t.Context(), "postgres://nobody@127.0.0.1:1/none", opened(t, at)); !errors.As(err, &damage) {
			t.Errorf("%s: put in all the same: %v", c.what, err)
		}
	}
	if d, err := ledger.CheckBag(opened(t, whole)); err != nil || len(d) > 0 {
		t.Errorf("a whole bag is damaged: %v, %v", d, err)
	}
}

// A bag of before there were trays, and before words had a meaning in other words, goes in.
func TestABagOfAnOlderVersionGoesIn(t *testing.T) {
	l := lived(t)
	said, err := l.File(t.Context(), ledger.Filing{Text: "Odd Moth\n\nHook: 12\nBody: grobble\n", Corrections: []reading.Correction{{Words: "grobble", As: "material", Kind: "fur"}}}, ledger.Sender{})
	if err != nil {
		t.Fatal(err)
	}
	at := takeOut(t, l, "older")
	if err := os.Remove(filepath.Join(at, "data/ledger/trays.jsonl")); err != nil {
		t.Fatal(err)
	}
	// what words mean in one dressing stands in its plain form, and did not
	plain := filepath.Join(at, "data/dressings", fmt.Sprintf("%05d.txt", said.Folio))
	p, err := os.ReadFile(plain)
	if err != nil || !strings.Contains(string(p), "Means: grobble = (material, fur)\n") {
		t.Fatalf("%s %v", p, err)
	}
	if err := os.WriteFile(plain, []byte(strings.Replace(string(p), "Means: grobble = (material, fur)\n", "", 1)), 0o600); err != nil {
		t.Fatal(err)
	}
	words := filepath.Join(at, "data/ledger/words.jsonl")
	b, err := os.ReadFile(words)
	if err != nil || !strings.Contains(string(b), `"means"`) {
		t.Fatalf("%s %v", b, err)
	}
	if err := os.WriteFile(words, regexp.MustCompile(`, "(means|materialKind|hue|also|example)" : ("[^"]*"|\[[^]]*\])`).ReplaceAll(b, nil), 0o600); err != nil {
		t.Fatal(err)
	}
	seal(t, at)
	url := empty(t)
	if d, err := ledger.PutIn(t.Context(), url, opened(t, at)); err != nil || d.Dressings == 0 || len(d.Changed) > 0 {
		t.Fatalf("%+v, %v", d, err)
	}
	before, err1 := l.Vocabulary(t.Context())
	after, err2 := on(t, url).Vocabulary(t.Context())
	if err1 != nil || err2 != nil || len(after) != len(before) || len(after) == 0 {
		t.Errorf("%d words went in of %d: %v %v", len(after), len(before), err1, err2)
	}
}

// Every field of a bag is told of in docs/bag.md.
func TestTheBagIsDocumented(t *testing.T) {
	doc, err := os.ReadFile("../docs/bag.md")
	if err != nil {
		t.Fatal(err)
	}
	sections := map[string]string{}
	for _, s := range strings.Split(string(doc), "\n### ")[1:] {
		name, rest, _ := strings.Cut(s, "\n")
		sections[strings.Trim(name, "`")] = rest
	}
	for _, sh := range store.Sheets {
		text, ok := sections[sh.Name+".jsonl"]
		if !ok {
			t.Errorf("%s.jsonl has no section", sh.Name)
		}
		for _, f := range sh.Fields {
			if !strings.Contains(text, "`"+f+"`") {
				t.Errorf("%s.jsonl: nothing is said of %q", sh.Name, f)
			}
		}
	}
}

func TestAFillingOf20000(t *testing.T) {
	if testing.Short() {
		t.Skip("files 20,000 dressings")
	}
	const filed, times, n = 1000, 20, 20000
	l, db := onDatabase(t)
	began := time.Now()
	took := ""
	tick := func(what string) {
		took += fmt.Sprintf(", %s in %.0f s", what, time.Since(began).Seconds())
		began = time.Now()
	}
	flies := families.Make(filed)
	folios := make([]int, filed)
	for _, parents := range []bool{true, false} {
		for i, f := range flies {
			if (f.Parent < 0) != parents {
				continue
			}
			filing := ledger.Filing{Text: f.Text, Parents: []ledger.Parent{}}
			if f.Parent >= 0 {
				filing.Parents = append(filing.Parents, ledger.Parent{Folio: folios[f.Parent]})
			}
			folios[i] = file(t, l, filing).Folio
		}
	}
	// the others are these again, under other folios
	for k := 1; k < times; k++ {
		for _, q := range []string{
			`insert into dressing (id, folio, filed_at) overriding system value select id + $1, folio + $1, filed_at from dressing where id <= $2`,
			`insert into revision (dressing_id, number, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements)
				select dressing_id + $1, number, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements from revision where dressing_id <= $2`,
			`insert into part select n.id, p.position, p.line, p.role, p.kin, p.text, p.material, p.colour from revision r join part p on p.revision_id = r.id join revision n on n.dressing_id = r.dressing_id + $1 and n.number = r.number where r.dressing_id <= $2`,
			`insert into descent (child_id, parent_id, kind, reason, linked_at) select child_id + $1, parent_id + $1, kind, reason, linked_at from descent where child_id <= $2 and parent_id <= $2`,
			`insert into deed (seat, done_at, kind, what, why, touches) select seat, done_at, kind, what, why, array['dressing ' || id + $1] from deed where id <= $2`,
		} {
			if _, err := db.Exec(q, k*filed, filed); err != nil {
				t.Fatal(err)
			}
		}
	}
	if _, err := db.Exec(`select give_patterns()`); err != nil { // of those that were not filed by the ledger
		t.Fatal(err)
	}
	tick("filed")
	first := takeOut(t, l, "first")
	tick("out")
	url := empty(t)
	d, err := ledger.PutIn(t.Context(), url, opened(t, first))
	tick("in")
	if err != nil || d.Dressings != n {
		t.Fatalf("%+v, %v", d, err)
	}
	a, files := digest(t, first)
	if b, _ := digest(t, takeOut(t, on(t, url), "second")); a != b {
		t.Error("out, in and out again is another bag")
	}
	tick("compared")
	fmt.Fprintf(os.Stderr, "report: a bag of %d dressings, %d files, out, in and out the same bytes%s\n", n, files, took)
}

// Whoever asked may have gone: a box of thousands is then read no further.
func TestReadingStopsWithItsClient(t *testing.T) {
	l := fresh(t)
	gone := &impatient{Context: t.Context(), left: 40}
	text := strings.Repeat("Fly\n\nHook: 12\nBody: fur\n---\n", 4000)
	if _, err := l.TakeIn(gone, box, "box", text, seatOne); !errors.Is(err, errGone) {
		t.Errorf("taken in for nobody: %v", err)
	}
	if gone.left < -40 {
		t.Errorf("asked %d times more after its client had gone", -gone.left)
	}
	if n := len(reading.Split(text)); n != 4000 {
		t.Errorf("%d recipes", n)
	}
}
