package citation

import (
	"testing"
)

// ISBN 978-0-306-40615-7 and its ten digits 0-306-40615-2, ISSN 0378-5955 and 2434-561X are
// the worked examples of the published descriptions of ISO 2108 and ISO 3297. The others are
// those with a digit changed, or two that changed places.
func TestStandardNumbers(t *testing.T) {
	for in, want := range map[string]string{
		"978-0-306-40615-7": "9780306406157", "0-306-40615-2": "9780306406157", "ISBN 0306406152": "9780306406157", "ISBN-13: 978 0 306 40615 7": "9780306406157",
		"080442957X": "9780804429573",
	} {
		if got, err := ISBN(in); err != nil || got != want {
			t.Errorf("ISBN %q is %q (%v); expected %q", in, got, err, want)
		}
	}
	for in, want := range map[string]string{
		"978-0-306-40615-8": `"978-0-306-40615-8" is no ISBN: its check digit should be 7, so a digit is wrong or two have changed places`,
		"978-0-360-40615-7": `"978-0-360-40615-7" is no ISBN: its check digit should be 5, so a digit is wrong or two have changed places`,
		"0-306-40615-X":     `"0-306-40615-X" is no ISBN: its check digit should be 2, so a digit is wrong or two have changed places`,
		"030640615":         `"030640615" is no ISBN: it has 9 digits; expected 10 or 13`,
		"9770306406157":     `"9770306406157" is no ISBN: thirteen digits begin with 978 or 979`,
		"97803064061X7":     `"97803064061X7" is no ISBN: expected thirteen digits`,
		"X306406152":        `"X306406152" is no ISBN: expected nine digits and a check digit, which may be X`,
	} {
		if _, err := ISBN(in); err == nil || err.Error() != want {
			t.Errorf("ISBN %q: %v; expected %s", in, err, want)
		}
	}
	for in, want := range map[string]string{"0378-5955": "0378-5955", "03785955": "0378-5955", "issn 2434-561x": "2434-561X"} {
		if got, err := ISSN(in); err != nil || got != want {
			t.Errorf("ISSN %q is %q (%v); expected %q", in, got, err, want)
		}
	}
	for _, in := range []string{"0378-5956", "3078-5955", "0378-595", "0378-59555", "037X-5955", ""} {
		if got, err := ISSN(in); err == nil {
			t.Errorf("ISSN %q is taken for %q", in, got)
		}
	}
}

func FuzzNumbers(f *testing.F) {
	f.Add("978-0-306-40615-7")
	f.Add("0378-5955")
	f.Fuzz(func(t *testing.T, s string) {
		if n, err := ISBN(s); err == nil {
			if again, err := ISBN(n); err != nil || again != n {
				t.Errorf("%q became %q, which became %q (%v)", s, n, again, err)
			}
		}
		if n, err := ISSN(s); err == nil {
			if again, err := ISSN(n); err != nil || again != n {
				t.Errorf("%q became %q, which became %q (%v)", s, n, again, err)
			}
		}
	})
}

func TestPeople(t *testing.T) {
	for in, want := range map[string]Person{
		"Anders Pell": {Family: "Pell", Given: "Anders"}, "Pell, Anders": {Family: "Pell", Given: "Anders"}, "Pell": {Family: "Pell"},
		"  Edda  van der  Wold ": {Family: "van der Wold", Given: "Edda"}, "A. B. Quill": {Family: "Quill", Given: "A. B."}, "van Wold": {Family: "Wold", Given: "van"},
	} {
		if got := ParsePerson(in); got != want {
			t.Errorf("%q is %+v; expected %+v", in, got, want)
		}
	}
	if p := (Person{Literal: "The Committee"}); p.String() != "The Committee" || p.Inverted() != "The Committee" {
		t.Errorf("a body is called %q, %q", p.String(), p.Inverted())
	}
}

var tide = Source{Kind: Book, Title: "Tide and Taper", Authors: []Person{{Family: "Harrow", Given: "Nell"}}, Date: "1929", Publisher: "Mole Press", Town: "Dimsey"}

// Common practice of notes and of lists of works, no source.
func TestCite(t *testing.T) {
	article := Source{Kind: Article, Title: "A Moth for the Ferry", Authors: []Person{{Family: "Pell", Given: "Anders"}, {Family: "Quill", Given: "Edda"}}, Date: "spring 1934", Within: "Lamplight Notes", Volume: "14", Issue: "2", Pages: "41-44"}
	tape := Source{Kind: Recollection, Title: "What the ferryman said", Authors: []Person{{Family: "Tallow", Given: "Wim"}}, Date: "about 1990"}
	edited := Source{Kind: Book, Title: "The Lantern Papers", Editors: []Person{{Family: "Brask", Given: "Orla"}, {Literal: "The Committee"}}, Edition: "second edition", Date: "1951"}
	for _, x := range []struct {
		of          Source
		style       Style
		place, want string
	}{
		{tide, NoteStyle, "41", "Nell Harrow, Tide and Taper (Dimsey: Mole Press, 1929), p. 41."},
		{tide, YearStyle, "", "Harrow, Nell (1929). Tide and Taper. Dimsey: Mole Press."},
		{article, NoteStyle, "", "Anders Pell and Edda Quill, “A Moth for the Ferry”, in Lamplight Notes 14/2 (spring 1934), pp. 41-44."},
		{article, YearStyle, "42", "Pell, Anders and Edda Quill (spring 1934). “A Moth for the Ferry”, in Lamplight Notes 14/2, p. 42."},
		{tape, NoteStyle, "12", "Wim Tallow, “What the ferryman said” (about 1990), minute 12."},
		{edited, YearStyle, "plate 3", "Brask, Orla and The Committee (eds) (1951). The Lantern Papers, second edition, plate 3."},
		{Source{Kind: Letter, Title: "To the secretary"}, NoteStyle, "", "“To the secretary” (no date)."},
	} {
		if got := x.of.Cite(x.style, x.place); got != x.want {
			t.Errorf("%s\nexpected %s", got, x.want)
		}
	}
}

func TestTwins(t *testing.T) {
	second := tide
	second.Edition = "second edition"
	lower := Source{Kind: Book, Title: "tide & taper", Authors: []Person{{Family: "Harrow", Given: "N."}}}
	lower.Title = "The tide and taper"
	for _, x := range []struct {
		why  string
		a, b Source
		want string
	}{
		{"an article before it and initials", tide, lower, "the same title and author"},
		{"another edition that says so", Source{Kind: Book, Title: "Tide and Taper", Edition: "first"}, second, ""},
		{"another year", tide, Source{Title: "Tide and Taper", Date: "1934"}, ""},
		{"another author", tide, Source{Title: "Tide and Taper", Authors: []Person{{Family: "Brask"}}}, ""},
		{"no more than a title", tide, Source{Title: "Tide and Taper"}, "the same title"},
		{"the same number", Source{Title: "T. & T.", ISBN: "9780306406157"}, Source{Title: "Tide and Taper", ISBN: "9780306406157"}, "the same ISBN"},
		{"another number", Source{Title: "Tide and Taper", ISBN: "9780804429573"}, Source{Title: "Tide and Taper", ISBN: "9780306406157"}, ""},
		{"another dash between the pages", Source{Title: "Notes", Pages: "41–44"}, Source{Title: "Notes", Pages: "41-44"}, "the same title"},
		{"other pages", Source{Title: "Notes", Pages: "41–44"}, Source{Title: "Notes", Pages: "45–48"}, ""},
		{"an ampersand", Source{Title: "Tide & Taper"}, Source{Title: "Tide and Taper"}, "the same title"},
		{"another apostrophe, and none of its accents", Source{Title: "The Ferryman’s Étude"}, Source{Title: "ferryman's etude"}, "the same title"},
		{"an edition in figures", Source{Title: "Notes", Edition: "2nd ed."}, Source{Title: "Notes", Edition: "second edition"}, "the same title"},
		{"an edition as a number", Source{Title: "Notes", Edition: "2"}, Source{Title: "Notes", Edition: "2nd"}, "the same title"},
		{"another edition in figures", Source{Title: "Notes", Edition: "2"}, Source{Title: "Notes", Edition: "third"}, ""},
		{"an edition in words of its own", Source{Title: "Notes", Edition: "revised second"}, Source{Title: "Notes", Edition: "second"}, ""},
		{"another year, where one alone has a number", Source{Title: "Notes", Date: "1934", ISBN: "9780306406157"}, Source{Title: "Notes", Date: "1951"}, ""},
		{"a title in letters that have no case", Source{Title: "蛾の記録"}, Source{Title: "蛾の手帳"}, ""},
		{"the same in another journal", Source{Title: "Notes", Within: "A"}, Source{Title: "Notes", Within: "B"}, ""},
	} {
		if got, back := Twin(x.a, x.b), Twin(x.b, x.a); got != x.want || back != x.want {
			t.Errorf("%s: %q, the other way round %q; expected %q", x.why, got, back, x.want)
		}
	}
}

func TestCheckSaysWhichNumber(t *testing.T) {
	s := tide
	s.ISBN, s.ISSN = "0-306-40615-2", "03785955"
	if got, err := s.Check(); err != nil || got.ISBN != "9780306406157" || got.ISSN != "0378-5955" {
		t.Errorf("%+v (%v)", got, err)
	}
	s.ISSN = "1"
	if _, err := s.Check(); err == nil {
		t.Error("a wrong ISSN is taken")
	}
}
