// Package citation is the archive's evidence: the sources on the club's shelf with their
// standard numbers, how they are cited, the claims that people make about a fly according
// to a source, and which reading of rival claims the ledger adopts.
//
// A fly's history is told by accounts that conflict. Each account is kept as a claim of its
// own: who says what, where it stands, how they knew, whether they had an interest. The
// rules by which one reading is adopted are printed in a table (rules.csv) and named beside
// every reading, with what would overturn it. The rules are common practice of archives, no
// source.
package citation

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"golang.org/x/text/collate"
	"golang.org/x/text/language"
	"golang.org/x/text/unicode/norm"
)

// Kind is what kind of source something is.
type Kind string

// The kinds of source.
const (
	Book         Kind = "book"
	Chapter      Kind = "chapter"
	Article      Kind = "article"
	Letter       Kind = "letter"
	Manuscript   Kind = "manuscript"
	Minutes      Kind = "minutes"
	Film         Kind = "film"
	Recording    Kind = "recording"
	Recollection Kind = "recollection"
	Catalogue    Kind = "catalogue"
)

// Kinds lists all of them.
var Kinds = []Kind{Book, Chapter, Article, Letter, Manuscript, Minutes, Film, Recording, Recollection, Catalogue}

// Values lists the kinds as words.
func (Kind) Values() []string {
	out := make([]string, len(Kinds))
	for i, k := range Kinds {
		out[i] = string(k)
	}
	return out
}

// Places is what a place in a source of this kind is called: "page", "minute".
func (k Kind) Places() string {
	switch k {
	case Film, Recording, Recollection:
		return "minute"
	case Minutes:
		return "item"
	}
	return "page"
}

// Person is an author or editor. A body that has no family name, such as a club's committee,
// has Literal alone.
type Person struct {
	Family  string `json:"family,omitempty" maxLength:"200"`
	Given   string `json:"given,omitempty" maxLength:"200"`
	Literal string `json:"literal,omitempty" maxLength:"200"`
}

// String is the name in the order in which it is spoken.
func (p Person) String() string {
	if p.Literal != "" {
		return p.Literal
	}
	return strings.TrimSpace(p.Given + " " + p.Family)
}

// Inverted is the name as an index has it: "Pell, Anders".
func (p Person) Inverted() string {
	if p.Literal != "" || p.Given == "" || p.Family == "" {
		return p.String()
	}
	return p.Family + ", " + p.Given
}

// particles are small words that belong to the family name behind them.
const particles = " de van von der den du la le ter af av "

// ParsePerson reads a name as people write it: "Anders Pell", "Pell, Anders". A single word is
// a family name.
func ParsePerson(s string) Person {
	s = strings.Join(strings.Fields(s), " ")
	if family, given, ok := strings.Cut(s, ","); ok {
		return Person{Family: strings.TrimSpace(family), Given: strings.TrimSpace(given)}
	}
	words := strings.Fields(s)
	if len(words) < 2 {
		return Person{Family: s}
	}
	at := len(words) - 1
	for at > 1 && strings.Contains(particles, " "+words[at-1]+" ") {
		at--
	}
	return Person{Given: strings.Join(words[:at], " "), Family: strings.Join(words[at:], " ")}
}

// Source is what stands on the club's shelf, or is known to have stood elsewhere. Everything
// but the title may be missing.
type Source struct {
	Kind      Kind     `json:"kind"`
	Title     string   `json:"title" maxLength:"300"`
	Authors   []Person `json:"authors,omitempty" maxItems:"30"`
	Editors   []Person `json:"editors,omitempty" maxItems:"30"`
	Date      string   `json:"date,omitempty" maxLength:"200" doc:"when it was published or made, in words"`
	Within    string   `json:"within,omitempty" maxLength:"300" doc:"the journal or book that it stands in"`
	Volume    string   `json:"volume,omitempty" maxLength:"60"`
	Issue     string   `json:"issue,omitempty" maxLength:"60"`
	Pages     string   `json:"pages,omitempty" maxLength:"60"`
	Edition   string   `json:"edition,omitempty" maxLength:"60"`
	Publisher string   `json:"publisher,omitempty" maxLength:"200"`
	Town      string   `json:"town,omitempty" maxLength:"200" doc:"where it was published"`
	ISBN      string   `json:"isbn,omitempty" maxLength:"40"`
	ISSN      string   `json:"issn,omitempty" maxLength:"40"`
	Copy      string   `json:"copy,omitempty" maxLength:"300" doc:"where the club's copy stands"`
	Note      string   `json:"note,omitempty" maxLength:"4000"`
}

// Check gives the source with its standard numbers in their standard form; a *NumberError where
// one is none.
func (s Source) Check() (Source, error) {
	var err error
	if s.ISBN != "" {
		if s.ISBN, err = ISBN(s.ISBN); err != nil {
			return s, err
		}
	}
	if s.ISSN != "" {
		if s.ISSN, err = ISSN(s.ISSN); err != nil {
			return s, err
		}
	}
	return s, nil
}

// Year gives the year in the words of the date, as they are said: "1927", "about 1920".
func (s Source) year() string { return cmp.Or(s.Date, "no date") }

// Style is a way to cite.
type Style string

// The two styles: a full note as in a footnote, and author and year as in a list of works.
const (
	NoteStyle Style = "note"
	YearStyle Style = "author and year"
)

// Values lists the styles as words.
func (Style) Values() []string { return []string{string(NoteStyle), string(YearStyle)} }

// names joins people: "A, B and C"; from four on "A and others".
func names(of []Person, say func(Person) string) string {
	switch n := len(of); {
	case n == 0:
		return ""
	case n > 3:
		return say(of[0]) + " and others"
	case n == 1:
		return say(of[0])
	default:
		list := make([]string, n)
		for i, p := range of {
			list[i] = p.String()
		}
		list[0] = say(of[0])
		return strings.Join(list[:n-1], ", ") + " and " + list[n-1]
	}
}

// makers gives who made it: the authors, else the editors.
func (s Source) makers(say func(Person) string) string {
	if len(s.Authors) > 0 {
		return names(s.Authors, say)
	}
	if len(s.Editors) == 0 {
		return ""
	}
	mark := "(ed.)"
	if len(s.Editors) > 1 {
		mark = "(eds)"
	}
	return names(s.Editors, say) + " " + mark
}

// Cite cites the source in a style, with a place in it where one is given.
func (s Source) Cite(style Style, place string) string {
	var b strings.Builder
	add := func(lead, what, tail string) {
		if what != "" {
			b.WriteString(lead + what + tail)
		}
	}
	title := s.Title
	if s.Kind != Book && s.Kind != Film && s.Kind != Catalogue && s.Kind != Manuscript {
		title = "“" + title + "”"
	}
	where := func() {
		add(", in ", s.Within, "")
		add(", ", s.Edition, "")
		if len(s.Authors) > 0 && len(s.Editors) > 0 {
			add(", edited by ", names(s.Editors, Person.String), "")
		}
		add(" ", s.Volume, "")
		add("/", s.Issue, "")
	}
	made := strings.Trim(strings.Join([]string{s.Town, s.Publisher}, ": "), ": ")
	switch style {
	case YearStyle:
		add("", cmp.Or(s.makers(Person.Inverted), string(s.Kind)), "")
		add(" (", s.year(), "). ")
		b.WriteString(title)
		where()
		add(". ", made, "")
	default:
		add("", s.makers(Person.String), ", ")
		b.WriteString(title)
		where()
		add(" (", strings.Trim(strings.Join([]string{made, s.year()}, ", "), ", "), ")")
	}
	if place == "" {
		add(", pp. ", s.Pages, "")
	} else {
		add(", ", s.At(place), "")
	}
	return strings.TrimSuffix(b.String(), ".") + "."
}

// At says a place in the source: "p. 41", "minute 12"; words stay as they are.
func (s Source) At(place string) string {
	place = strings.TrimSpace(place)
	if place == "" || strings.Trim(place, "0123456789-–, :") != "" {
		return place
	}
	if w := s.Kind.Places(); w != "page" {
		return w + " " + place
	}
	if strings.ContainsAny(place, "-–,") {
		return "pp. " + place
	}
	return "p. " + place
}

// collator orders names as a library does.
var collator = collate.New(language.English, collate.IgnoreCase)

// Compare orders sources by their makers, then title, then date.
func Compare(a, b Source) int {
	return cmp.Or(collator.CompareString(a.makers(Person.Inverted), b.makers(Person.Inverted)), collator.CompareString(a.Title, b.Title), cmp.Compare(a.Date, b.Date))
}

// Twin tells why two sources may be the same one: empty where nothing speaks for it. Another
// edition, another issue or another kind is another source.
func Twin(a, b Source) string {
	differ := func(x, y string) bool { return x != "" && y != "" && Plain(x) != Plain(y) }
	numbers := a.ISBN != "" && b.ISBN != ""
	if differ(edition(a.Edition), edition(b.Edition)) || differ(a.Volume, b.Volume) || differ(a.Issue, b.Issue) || differ(a.Pages, b.Pages) || differ(a.Date, b.Date) && !numbers {
		return ""
	}
	if numbers {
		if a.ISBN == b.ISBN {
			return "the same ISBN"
		}
		return ""
	}
	if Plain(a.Title) != Plain(b.Title) || differ(a.Within, b.Within) {
		return ""
	}
	x, y := families(a), families(b)
	switch {
	case len(x) > 0 && len(y) > 0 && !slices.ContainsFunc(x, func(n string) bool { return slices.Contains(y, n) }):
		return ""
	case a.Date != "" && Plain(a.Date) == Plain(b.Date):
		return fmt.Sprintf("the same title and %s", cmp.Or(map[bool]string{true: "author, and of the same date"}[len(x) > 0 && len(y) > 0], "date"))
	case len(x) > 0 && len(y) > 0:
		return "the same title and author"
	}
	return "the same title"
}

func families(s Source) []string {
	var out []string
	for _, p := range append(slices.Clone(s.Authors), s.Editors...) {
		out = append(out, Plain(cmp.Or(p.Family, p.Literal)))
	}
	return out
}

// counted is an edition told by its number: "2", "2nd".
var counted = regexp.MustCompile(`^0*(\d+)(?:st|nd|rd|th)?$`)

// edition gives the number of an edition where it is one however it is said: "2", "2nd ed.", "second
// edition".
func edition(s string) string {
	said := strings.Fields(Plain(s))
	said = slices.DeleteFunc(said, func(w string) bool { return slices.Contains([]string{"edition", "ed", "edn"}, w) })
	if len(said) != 1 {
		return s
	}
	ordinals := []string{"first", "second", "third", "fourth", "fifth", "sixth", "seventh", "eighth", "ninth", "tenth"}
	if n := slices.Index(ordinals, said[0]); n >= 0 {
		return strconv.Itoa(n + 1)
	}
	if n := counted.FindStringSubmatch(said[0]); n != nil {
		return n[1]
	}
	return s
}

// Plain is a text for likening: lower case, letters without their accents and figures alone, "&" as
// "and", without an article at its beginning.
func Plain(s string) string {
	s = strings.Map(func(r rune) rune {
		if unicode.Is(unicode.Mn, r) {
			return -1
		}
		return r
	}, norm.NFKD.String(strings.ToLower(strings.ReplaceAll(s, "&", " and "))))
	words := strings.FieldsFunc(s, func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) && !unicode.IsMark(r) })
	if len(words) > 1 && slices.Contains([]string{"the", "a", "an"}, words[0]) {
		words = words[1:]
	}
	return strings.Join(words, " ")
}
