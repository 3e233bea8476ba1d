package question

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"mothledger/core/lexicon"
)

// told writes a term in short: its kind and what is sought.
func told(t Term) string {
	num := func(p *int) string {
		if p == nil {
			return "…"
		}
		return fmt.Sprint(*p)
	}
	switch t.Kind {
	case Plain:
		return "-"
	case Years, Size:
		return fmt.Sprintf("%s %s to %s", t.Kind, num(t.From), num(t.To))
	case Folio:
		return "folio " + num(t.From)
	}
	s := string(t.Kind)
	if t.Label != "" {
		s += " " + t.Label
	}
	if len(t.Any) > 0 {
		s += " [" + strings.Join(t.Any, "|") + "]"
	}
	if t.Whole {
		s += " whole"
	}
	return s
}

func toldAll(terms []Term) string {
	var out []string
	for _, t := range terms {
		out = append(out, told(t))
	}
	return strings.Join(out, "; ")
}

// knows is a ledger with one book, one person and one dressing whose names hold words that lead
// up to something else.
func knows(k Kind, words string, whole bool) bool {
	names := map[Kind]string{Source: "the mere by night", Who: "anna size", Parent: "moth in the reeds"}
	if whole {
		return names[k] == strings.ToLower(words)
	}
	for _, w := range strings.Fields(words) {
		if !strings.Contains(" "+names[k], " "+w) {
			return false
		}
	}
	return names[k] != ""
}

// What is asked, common practice, no source.
var questions = []struct{ text, want string }{
	{"", ""},
	{"claret wool", "words [claret wool]"},
	{"tail: wood duck", "part tail [wood duck|woodduck]"},
	{"Tail:wood-duck", "part tail [wood-duck]"},
	{"whisks: ginger", "part tail [ginger]"},
	{"abdomen: red and black", "part abdomen [red black]"},
	{"tail is \"pheasant tail\"", "part tail [pheasant tail] whole"},
	{"made up part: wool", "words [made up]; has wool"},
	{"claret body hackle: ginger", "words [claret]; part body hackle [ginger]"},
	{"1930s", "years 1930 to 1939"},
	{"before 1940 by Pell", "years … to 1939; who [Pell]"},
	{"in 1934", "years 1934 to 1934"},
	{"dated between 1920 and 1925", "-; years 1920 to 1925"},
	{"12", "words [12]"},
	{"by Pell", "who [Pell]"},
	{"by pell size 14", "who [pell]; size 14 to 14"},
	{"by Anna Size", "who [Anna Size]"},
	{"by \"Anna Size\"", "who [Anna Size] whole"},
	{"by \"Anna\"", "who [Anna]"},
	{"by", "words [by]"},
	{"tied by Wick with squirrel", "tier [Wick]; -; words [squirrel]"},
	{"in the mere by night by Anna size", "source [the mere by night]; who [Anna size]"},
	{"in Night Lamps by Pell", "source [Night Lamps]; who [Pell]"},
	{"book: Lamps", "source [Lamps]"},
	{"variants of Moth in the Reeds, size 10 to 14", "parent [Moth in the Reeds]; size 10 to 14"},
	{"sizes 14-16", "size 14 to 16"},
	{"#1/0", "size 0 to 0"},
	{"size claret", "words [size claret]"},
	{"imitates sedge 1911", "imitates [sedge]; years 1911 to 1911"},
	{"rib of gold wire by Pell", "part rib [gold wire]; who [Pell]"},
	{"variants of the Sunken Quill by Pell", "parent [Sunken Quill]; who [Pell]"},
	{"body of wool and silver rib", "part body [wool]; -; words [silver rib]"},
	{"a wing of", "-; words [wing]; -"},
	{"without rib no tinsel", "without rib; without [tinsel]"},
	{"part: hackle", "has hackle"},
	{"folio 12", "folio 12"},
	{"folio claret", "words [folio claret]"},
	{"\"dark olive\" harl", "phrase [dark olive]; words [harl|herl]"},
	{"“dark olive", "phrase [dark olive]"},
	{"flies with the moth", "-; -; -; words [moth]"},
	{"the", "words [the]"},
	{"hare - brown", "words [hare]; -; words [brown]"},
	{"tail:", "words [tail]"},
	{"a: b: c:", "-; part b [c]"},
}

func TestRead(t *testing.T) {
	for _, q := range questions {
		if got := toldAll(Read(q.text, knows)); got != q.want {
			t.Errorf("%q\n is  %s\n not %s", q.text, got, q.want)
		}
	}
}

// TestEachRowMatters takes each word that leads up to something away: some question is then
// understood otherwise.
func TestEachRowMatters(t *testing.T) {
	texts := map[string]string{}
	for _, class := range []string{"asks", "asks heading"} {
		for _, r := range lexicon.Rows(class) {
			arg := map[string]string{"size": "14", "folio": "12", "plain": "wool", "joint": "wool", "has": "tail"}[r.Value]
			if arg == "" {
				arg = "moth"
			}
			texts[class+r.Phrase] = "claret " + r.Phrase + map[string]string{"asks": "", "asks heading": ":"}[class] + " " + arg
		}
	}
	for _, class := range []string{"asks", "asks heading"} {
		for _, r := range lexicon.Rows(class) {
			text := texts[class+r.Phrase]
			full := toldAll(Read(text, nil))
			lexicon.Without(r, func() {
				if toldAll(Read(text, nil)) == full {
					t.Errorf("%q is understood the same without the row %s of %s", text, r.Phrase, class)
				}
			})
		}
	}
	for _, r := range lexicon.Rows("asks for") {
		if !slices.Contains(spellings(r.Phrase), r.Value) || !slices.Contains(spellings(r.Value), r.Phrase) {
			t.Errorf("%s and %s do not find one another: %v, %v", r.Phrase, r.Value, spellings(r.Phrase), spellings(r.Value))
		}
	}
}

func TestNearest(t *testing.T) {
	for words, want := range map[string]string{"clarret": "claret", "pheasnat": "pheasant", "hackel": "hackle", "tinsell": "tinsel", "claret": "", "xq": "", "zzzzzzz": ""} {
		got := Nearest(words)
		if want == "" && len(got) > 0 || want != "" && (len(got) == 0 || got[0] != want) {
			t.Errorf("%q is near %q, want %q", words, got, want)
		}
	}
	if d := apart("ca", "abc"); d != 3 { // the worked example of the restricted distance in the literature
		t.Errorf("from ca to abc are %d steps, want 3", d)
	}
}

// FuzzRead holds that any text is read, that nothing of it is lost, and that each term says how
// it was understood.
func FuzzRead(f *testing.F) {
	for _, q := range questions {
		f.Add(q.text)
	}
	f.Add("\"\x00;:,#;#-14 to #")
	f.Fuzz(func(t *testing.T, s string) {
		terms := Read(s, knows)
		bare := func(s string) map[rune]int {
			m := map[rune]int{}
			for i, r := range []rune(s) {
				if i < MaxLetters && !strings.ContainsRune("\"“”„«»,;:", r) && strings.TrimSpace(string(r)) != "" {
					m[r]++
				}
			}
			return m
		}
		all := ""
		for _, x := range terms {
			if x.Says == "" || x.Text == "" {
				t.Fatalf("%q: %+v", s, x)
			}
			if x.Kind != Plain && x.Kind != Years && x.Kind != Size && x.Kind != Folio && x.Label == "" && len(x.Any) == 0 {
				t.Fatalf("%q: %+v seeks nothing", s, x)
			}
			all += " " + x.Text
		}
		if n := []rune(s); len(n) < MaxLetters && strings.ToValidUTF8(s, "") == s && !maps.Equal(bare(s), bare(all)) {
			t.Fatalf("%q becomes %q", s, all)
		}
	})
}
