package shelf

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"reflect"
	"strings"
	"testing"

	"mothledger/core/citation"
)

var formats = []Format{BibTeX, RIS, CSL}

// shelf makes sources as a club might have them, with all that a format could trip over.
func shelf(n int) []Record {
	r := rand.New(rand.NewPCG(3, 1927))
	pick := func(of ...string) string { return of[r.IntN(len(of))] }
	some := func(of ...string) string {
		if r.IntN(2) == 0 {
			return ""
		}
		return pick(of...)
	}
	people := func(most int) []citation.Person {
		var out []citation.Person
		for range r.IntN(most + 1) {
			switch r.IntN(6) {
			case 0:
				out = append(out, citation.Person{Literal: pick("The Committee of the Mere", "Dimsey Lamp Tyers and Friends")})
			case 1:
				out = append(out, citation.Person{Family: pick("van der Wold", "O'Marrin", "Brask-Ember"), Given: pick("Søren", "Édith", "J. K.")})
			default:
				out = append(out, citation.Person{Family: pick("Pell", "Thrale", "Quill", "Håkonsen", "Łukowicz", "Čapka"), Given: pick("Anders", "Édda M.", "Zoë", "N.")})
			}
		}
		return out
	}
	var out []Record
	for i := range n {
		s := citation.Source{
			Kind: citation.Kinds[i%len(citation.Kinds)], Title: fmt.Sprintf("%s %s %d", pick("Tide & Taper", "A Moth for the Ferry", "50% Silk", "The Lantern — Papers", "Notes on #3_hooks", "What cost $2?", "Flügel über Wasser", "Cul~de~sac^2"), pick("", "or the Lamp", "{Dusk}", "again"), i),
			Authors: people(4), Editors: people(2), Date: pick("1934", "1927", "spring 1934", "May 1934", "12 May 1934", "about 1920", "1950s", "before 1911", "1911?", "n.d.", ""),
			Volume: some("14", "II"), Issue: some("2", "3-4"), Pages: some("41", "41-44", "vii-xii", "12, 15"), Edition: some("2nd", "second edition"), Publisher: some("Mole & Daughter", "The Ferry Press"),
			Town: some("Dimsey", "Ærø"), ISBN: some("9780306406157"), ISSN: some("0378-5955"), Copy: some("cupboard 2, shelf 4"), Note: some("Torn; pages 3–4 are missing.", "“Lent” to N. 1998"),
		}
		s.Title = strings.Join(strings.Fields(s.Title), " ")
		if s.Kind.Places() == "minute" { // what is heard has no pages
			s.Pages = ""
		}
		if s.Kind == citation.Article || s.Kind == citation.Chapter {
			s.Within = pick("Lamplight Notes", "Harbour & Mere Quarterly")
		}
		out = append(out, Record{Key: fmt.Sprintf("key%d", i), Source: s})
	}
	return out
}

func write(t *testing.T, f Format, list []Record) string {
	t.Helper()
	var b bytes.Buffer
	w := NewWriter(f, &b)
	for _, r := range list {
		if err := w.Write(r); err != nil {
			t.Fatal(err)
		}
	}
	if err := w.Close(); err != nil {
		t.Fatal(err)
	}
	return b.String()
}

func read(t *testing.T, f Format, text string) ([]Record, []Problem) {
	t.Helper()
	var list []Record
	var problems []Problem
	err := Read(f, strings.NewReader(text), func(r Record) error { list = append(list, r); return nil }, func(p Problem) error { problems = append(problems, p); return nil })
	if err != nil {
		t.Fatal(err)
	}
	return list, problems
}

// hard are sources that another program may read in its own way, and we have to read as they were.
func hard() []Record {
	var out []Record
	for i, s := range []citation.Source{
		{Kind: citation.Catalogue, Title: "Winter list", Authors: []citation.Person{{Literal: "Grice and Daughter, ferry chandlers"}, {Literal: "Pell, Quill, and Company"}}},
		{Kind: citation.Book, Title: "Names", Authors: []citation.Person{{Family: "Thrale", Given: "Wim, jun."}, {Family: "Pell, sen.", Given: "Anders"}, {Family: "Brask"}}, Editors: []citation.Person{{Literal: "Tallow, Wim"}}},
		{Kind: citation.Letter, Title: "Of lines", Note: "Lent in 1998.\n\nBack in 2001, without its plates.\n{A second copy?}\nAU - not an author"},
		{Kind: citation.Minutes, Title: "Of dashes -- and ---, ``quotes'' and \\backslashes\\", Note: "a--b\n---\n''c''"},
		{Kind: citation.Manuscript, Title: "and", Authors: []citation.Person{{Family: "And", Given: "Otto"}, {Literal: "others"}, {Family: "von und zu Mere", Given: "A. and B."}}},
	} {
		out = append(out, Record{Key: fmt.Sprintf("hard%d", i), Source: s})
	}
	return out
}

// What is written is read back, every field of it.
func TestRoundTrip(t *testing.T) {
	want := append(shelf(300), hard()...)
	for _, f := range formats {
		text := write(t, f, want)
		if g, ok := Guess(text); !ok || g != f {
			t.Errorf("%s is taken for %q", f, g)
		}
		got, problems := read(t, f, text)
		if len(problems) > 0 || len(got) != len(want) {
			t.Fatalf("%s: %d of %d records came back; problems %v", f, len(got), len(want), problems)
		}
		wrong := 0
		for i := range want {
			if got[i].Key != want[i].Key || !reflect.DeepEqual(got[i].Source, want[i].Source) {
				if wrong++; wrong < 4 {
					t.Errorf("%s: record %d came back as\n%+v\nexpected\n%+v", f, i, got[i], want[i])
				}
			}
		}
		if again := write(t, f, got); again != text {
			t.Errorf("%s: written, read and written again is not the same", f)
		}
	}
}

// registry hands files to the citation-js packages of the npm registry, which ./test installs.
func registry(t *testing.T, files map[Format]string) map[Format]struct {
	Items                []cslItem
	BibTeX, RIS, CslJSON string
} {
	t.Helper()
	script, err := os.ReadFile("testdata/registry.mjs")
	if err != nil {
		t.Fatal(err)
	}
	in, err := json.Marshal(files)
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "--input-type=module", "-e", string(script))
	cmd.Dir = "../../ui"
	cmd.Stdin = bytes.NewReader(in)
	var wrong bytes.Buffer
	cmd.Stderr = &wrong
	b, err := cmd.Output()
	if err != nil {
		t.Fatalf("node: %v\n%s\n(the packages of ui/ have to be installed: ./test does it)", err, wrong.String())
	}
	var raw map[Format]struct {
		Items       []cslItem
		BibTeX, RIS string
		CSL         string `json:"csl-json"`
	}
	if err := json.Unmarshal(b, &raw); err != nil {
		t.Fatalf("%v in %s", err, b[:min(len(b), 2000)])
	}
	out := map[Format]struct {
		Items                []cslItem
		BibTeX, RIS, CslJSON string
	}{}
	for f, x := range raw {
		out[f] = struct {
			Items                []cslItem
			BibTeX, RIS, CslJSON string
		}{x.Items, x.BibTeX, x.RIS, x.CSL}
	}
	return out
}

// told are a source's authors, title, year and pages, as two programs have to agree on them.
func told(s citation.Source) string {
	var who []string
	for _, p := range s.Authors {
		who = append(who, p.Inverted())
	}
	return fmt.Sprintf("%s | %s | %d | %s", strings.Join(who, "; "), s.Title, year(s.Date), s.Pages)
}

func TestRegistryReadsOursAndWeReadTheirs(t *testing.T) {
	want := shelf(200)
	files := map[Format]string{}
	for _, f := range formats {
		files[f] = write(t, f, want)
	}
	theirs := registry(t, files)
	for _, f := range formats {
		x := theirs[f]
		if len(x.Items) != len(want) {
			t.Fatalf("%s: %d of our %d records are read by citation-js", f, len(x.Items), len(want))
		}
		wrong := 0
		for i, item := range x.Items {
			if got := told(item.source()); got != told(want[i].Source) {
				if wrong++; wrong < 6 {
					t.Errorf("%s, read by citation-js: %s\nexpected %s", f, got, told(want[i].Source))
				}
			}
		}
		fmt.Printf("report: %s: citation-js reads %d of %d of our records with the same authors, title, year and pages\n", f, len(want)-wrong, len(want))
	}
	// what it writes of our own CSL-JSON, in each format
	for f, text := range map[Format]string{BibTeX: theirs[CSL].BibTeX, RIS: theirs[CSL].RIS, CSL: theirs[CSL].CslJSON} {
		got, problems := read(t, f, text)
		if len(got) != len(want) || len(problems) > 0 {
			t.Fatalf("%s by citation-js: we read %d of %d records; %v", f, len(got), len(want), problems)
		}
		wrong := 0
		for i, r := range got {
			given := want[i].Source
			if f == RIS && given.Kind == citation.Film { // of a film citation-js writes no authors into RIS
				given.Authors = nil
			}
			if a, b := told(r.Source), told(given); a != b {
				if wrong++; wrong < 6 {
					t.Errorf("%s by citation-js, read by us: %s\nexpected %s", f, a, b)
				}
			}
		}
		fmt.Printf("report: %s: we read %d of %d records of citation-js with the same authors, title, year and pages\n", f, len(want)-wrong, len(want))
	}
}

// Of several notes none is lost.
func TestSeveralNotes(t *testing.T) {
	for f, text := range map[Format]string{
		RIS:    "TY  - BOOK\nTI  - One\nN1  - Torn.\nN1  - Lent to N.,\n  and not back.\nER  - \n",
		BibTeX: "@book{a, title = {One}, note = {Torn.}, annote = {Lent to N.,\n  and\tnot back.}}",
	} {
		list, problems := read(t, f, text)
		if len(problems) > 0 || len(list) != 1 || list[0].Note != "Torn.\nLent to N., and not back." {
			t.Errorf("%s: %+v, %v", f, list, problems)
		}
	}
	list, _ := read(t, BibTeX, `@book{a, title = {One \\ Two}, note = {One.\\ Two.\par Three}}`)
	if list[0].Title != "One Two" || list[0].Note != "One.\nTwo.\nThree" {
		t.Errorf("%+v", list[0])
	}
}

// A BibTeX file as people keep one: macros, joined strings, comments, accents, crossed quotes.
func TestBibTeXAsItIsKept(t *testing.T) {
	list, problems := read(t, BibTeX, `% the club's shelf
This is commentary; secretary@mere is no entry.
@comment{ @book{ no, title = {not this} } }
@preamble{"\newcommand{\noop}[1]{}"}
@string{mp = "Mole " # {Press}}
@Book{Pell34,
  author    = "P{\'e}ll, Anders and {The Committee} and Zo\"e van der Wold",
  title     = {{Tide} and \emph{Taper}: \"Uber den F\'{\i}sch},
  publisher = mp, year = 1934, month = may,
  pages = {41--44}, isbn = {0-306-40615-2}
}
@article(q, title = "A Moth \& `+"``"+`Lamp''", author = {Quill, Jr., Edda}, journal = {Notes}, date = {1934-21}, number = 2)
`)
	if len(problems) > 0 || len(list) != 2 {
		t.Fatalf("%d records, %v", len(list), problems)
	}
	a, b := list[0], list[1]
	if a.Key != "Pell34" || a.Line != 6 || a.Title != "Tide and Taper: Über den Físch" || a.Publisher != "Mole Press" || a.Date != "May 1934" || a.Pages != "41-44" || a.Kind != citation.Book {
		t.Errorf("%+v", a)
	}
	if want := []citation.Person{{Family: "Péll", Given: "Anders"}, {Literal: "The Committee"}, {Family: "van der Wold", Given: "Zoë"}}; !reflect.DeepEqual(a.Authors, want) {
		t.Errorf("%+v", a.Authors)
	}
	if b.Title != "A Moth & “Lamp”" || b.Within != "Notes" || b.Issue != "2" || b.Date != "spring 1934" || b.Kind != citation.Article || b.Authors[0] != (citation.Person{Family: "Quill Jr.", Given: "Edda"}) {
		t.Errorf("%+v", b)
	}
}

// A record that cannot be read is told with its line; those around it are read.
func TestProblemsSayWhere(t *testing.T) {
	for _, x := range []struct {
		format Format
		text   string
		good   int
		want   string
	}{
		{BibTeX, "@book{a, title = {One}}\n\n@book{b, title {Two}}\n@book{c, title = {Three}}\n", 2, `line 3: expected = and a value behind "title {Two"`},
		{BibTeX, "@book{a, author = {Nobody}}\n@book{b, title = {T}}", 1, "line 1: the entry a has no title"},
		{BibTeX, "@book{a, title = {One}\n", 0, "line 1: the entry that begins here does not end; expected a closing brace"},
		{BibTeX, "@book{a, title = {One} year = 1934}\n", 0, `line 1: expected a comma or a closing brace behind "One"`},
		{RIS, "TY  - BOOK\nAU  - Pell, A.\nER  - \nTY  - BOOK\nTI  - Two\nER  - \n", 1, "line 1: the record that begins here has no title (TI)"},
		{RIS, "what is this\nTY  - BOOK\nTI  - Two\nER  - \n", 1, "line 1: expected a record to begin with TY"},
		{RIS, "TY  - BOOK\nTI  - One\n\nTY  - BOOK\nTI  - Two\n  and more\nER  - \n", 2, "line 1: the record that begins here has no end (ER) before the next begins; it is read all the same"},
		{CSL, "[\n {\"title\": \"One\", \"type\": \"book\"},\n {\"type\": \"book\"},\n {\"title\": \"Three\", \"type\": \"book\"}\n]", 2, "line 3: item 2 cannot be read: it has no title"},
		{CSL, "[{\"title\": \"One\", \"type\": \"book\"},\n {\"title\": ", 1, "line 2: the file ends before it is whole"},
	} {
		list, problems := read(t, x.format, x.text)
		if len(list) != x.good || len(problems) != 1 || problems[0].Error() != x.want {
			t.Errorf("%q: %d records, %v; expected %d and %s", x.text, len(list), problems, x.good, x.want)
		}
	}
}

func TestTooLong(t *testing.T) {
	err := Read(BibTeX, strings.NewReader(strings.Repeat("no entry here, only words\n", MostBytes/20)), func(Record) error { return nil }, func(Problem) error { return nil })
	if !errors.Is(err, ErrLong) {
		t.Errorf("a file that is too long: %v", err)
	}
	_, problems := read(t, BibTeX, "@book{a, title = {"+strings.Repeat("x", mostRecord+10)+"}}\n@book{b, title={T}}")
	if len(problems) != 1 || !strings.Contains(problems[0].Msg, "longer than 256 kB") {
		t.Errorf("an entry that is too long: %v", problems)
	}
}

func TestGuess(t *testing.T) {
	for text, want := range map[string]Format{"@book{x, title={T}}": BibTeX, "% c\n@Article{y,": BibTeX, "TY  - BOOK\nTI  - T": RIS, `[{"type": "book"}]`: CSL, `{"title": "T"}`: CSL, "Candle Sedge\nBody: silk": "", "@candle sedge": "", "": ""} {
		if got, ok := Guess(text); got != want && ok || ok != (want != "") {
			t.Errorf("%q is taken for %q", text, got)
		}
	}
}

func TestKeysAreMadeAndNeverTwice(t *testing.T) {
	p := []citation.Person{{Family: "Pell", Given: "A."}}
	text := write(t, BibTeX, []Record{{Source: citation.Source{Title: "A", Authors: p, Date: "about 1934"}}, {Source: citation.Source{Title: "B", Authors: p, Date: "1934"}}, {Key: "pell1934", Source: citation.Source{Title: "C"}}, {Source: citation.Source{Title: "?!"}}})
	for _, want := range []string{"@book{pell1934,", "@book{pell1934a,", "@book{pell1934b,", "@book{source,"} {
		if !strings.Contains(text, want) {
			t.Errorf("%q is not in %s", want, text)
		}
	}
}

func fuzz(f *testing.F, format Format) {
	f.Fuzz(func(t *testing.T, text string) {
		var list []Record
		err := Read(format, strings.NewReader(text), func(r Record) error { list = append(list, r); return nil }, func(Problem) error { return nil })
		if err != nil {
			t.Skip()
		}
		for _, r := range list {
			if strings.TrimSpace(r.Title) == "" {
				t.Errorf("a record without a title came of %q", text)
			}
		}
		var b bytes.Buffer
		w := NewWriter(format, &b)
		for _, r := range list {
			if err := w.Write(r); err != nil {
				t.Fatal(err)
			}
		}
		if err := w.Close(); err != nil {
			t.Fatal(err)
		}
		n := 0
		if err := Read(format, &b, func(Record) error { n++; return nil }, func(p Problem) error { return p }); err != nil || n != len(list) {
			t.Errorf("of %d records written %d are read (%v), from %q", len(list), n, err, text)
		}
	})
}

func FuzzBibTeX(f *testing.F) {
	f.Add("@book{a, title = {{T}ide \\'e}, author = \"A and B\" # x, year = 1934}")
	f.Add("@string{x = {y}} @article(b, title = {\\\"U})")
	fuzz(f, BibTeX)
}

func FuzzRIS(f *testing.F) {
	f.Add("TY  - BOOK\nTI  - One\nDA  - 1934/05//spring\nER  - \n")
	fuzz(f, RIS)
}

func FuzzCSL(f *testing.F) {
	f.Add(`[{"type":"book","title":"T","issued":{"date-parts":[["1934",5]]},"author":[{"family":"Pell"}]}]`)
	fuzz(f, CSL)
}
