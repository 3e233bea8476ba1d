package shelf

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"golang.org/x/text/unicode/norm"

	"mothledger/core/citation"
	"mothledger/core/when"
)

// A BibTeX file is entries: an @, a word, and in braces a key and fields. What stands between
// entries is commentary. A value is words in braces or quotes, a number, or a name that @string
// gave a value, joined by #. Braces within a value only group.

// months are the names that every BibTeX style knows.
var months = map[string]string{"jan": "January", "feb": "February", "mar": "March", "apr": "April", "may": "May", "jun": "June", "jul": "July", "aug": "August", "sep": "September", "oct": "October", "nov": "November", "dec": "December"}

// bibType is what a kind is called: the type that is written, more that are read; sub tells kinds
// of one type apart.
type bibType struct {
	kind      citation.Kind
	name, sub string
	others    []string
	inJournal bool
}

var bibTypes = []bibType{
	{kind: citation.Book, name: "book", others: []string{"mvbook", "inbook", "collection", "manual", "booklet", "proceedings", "reference"}},
	{kind: citation.Chapter, name: "incollection", others: []string{"bookinbook", "suppbook", "inproceedings", "conference", "inreference"}},
	{kind: citation.Article, name: "article", inJournal: true, others: []string{"periodical", "suppperiodical"}},
	{kind: citation.Letter, name: "letter"},
	{kind: citation.Manuscript, name: "unpublished"},
	{kind: citation.Film, name: "movie", others: []string{"video"}},
	{kind: citation.Recording, name: "audio", others: []string{"music"}},
	{kind: citation.Minutes, name: "misc", sub: "minutes"},
	{kind: citation.Recollection, name: "misc", sub: "recollection"},
	{kind: citation.Catalogue, name: "misc", sub: "catalogue"},
}

func bibKind(name, sub string) citation.Kind {
	for _, t := range bibTypes {
		if t.sub != "" && t.sub == sub || t.sub == "" && sub == "" && (t.name == name || slices.Contains(t.others, name)) {
			return t.kind
		}
	}
	for _, t := range bibTypes {
		if t.name == name || slices.Contains(t.others, name) {
			if t.sub == "" {
				return t.kind
			}
		}
	}
	return citation.Manuscript
}

// bibReader reads bytes and counts lines.
type bibReader struct {
	from  *bufio.Reader
	line  int
	taken strings.Builder // of the entry
	words map[string]string
}

func (b *bibReader) next() (byte, error) {
	c, err := b.from.ReadByte()
	if err != nil {
		return 0, err
	}
	if c == '\n' {
		b.line++
	}
	if b.taken.Len() < mostRecord {
		b.taken.WriteByte(c)
		return c, nil
	}
	return c, ErrLong
}

func (b *bibReader) peek() byte {
	c, err := b.from.Peek(1)
	if err != nil {
		return 0
	}
	return c[0]
}

func (b *bibReader) space() error {
	for strings.IndexByte(" \t\r\n", b.peek()) >= 0 && b.peek() != 0 {
		if _, err := b.next(); err != nil {
			return err
		}
	}
	return nil
}

// until takes what stands before one of the letters.
func (b *bibReader) until(stop string) (string, error) {
	var out []byte
	for {
		c := b.peek()
		if c == 0 {
			return string(out), io.ErrUnexpectedEOF
		}
		if strings.IndexByte(stop, c) >= 0 {
			return string(out), nil
		}
		if _, err := b.next(); err != nil {
			return "", err
		}
		out = append(out, c)
	}
}

func readBibTeX(from *bufio.Reader, record func(Record) error, problem func(Problem) error) error {
	b := &bibReader{from: from, line: 1, words: map[string]string{}}
	for k, v := range months {
		b.words[k] = v
	}
	for {
		c, err := b.from.ReadByte()
		if errors.Is(err, io.EOF) {
			return nil
		}
		if err != nil {
			return err
		}
		if c == '\n' {
			b.line++
		}
		if c != '@' {
			continue
		}
		at := b.line
		b.taken.Reset()
		b.taken.WriteByte(c)
		r, ok, err := b.entry()
		var p Problem
		switch {
		case errors.As(err, &p):
			p.Line, p.Text = at, shorten(b.taken.String())
			if err := problem(p); err != nil {
				return err
			}
		case errors.Is(err, io.EOF), errors.Is(err, io.ErrUnexpectedEOF):
			return problem(Problem{at, "the entry that begins here does not end; expected a closing brace", shorten(b.taken.String())})
		case errors.Is(err, ErrLong) && b.taken.Len() >= mostRecord:
			return problem(Problem{at, fmt.Sprintf("the entry that begins here is longer than %d kB; is a closing brace missing?", mostRecord>>10), shorten(b.taken.String())})
		case err != nil:
			return err
		case ok:
			r.Line = at
			if err := record(r); err != nil {
				return err
			}
		}
	}
}

// entry reads what stands behind an @. ok is false where it is no source: a comment, a
// preamble, a word that is given a value.
func (b *bibReader) entry() (r Record, ok bool, err error) {
	name, err := b.until("{(,=@\n")
	if err != nil {
		return r, false, err
	}
	name = strings.ToLower(strings.TrimSpace(name))
	open := b.peek()
	if !letters(name) || open != '{' && open != '(' {
		return r, false, nil // an @ within commentary, such as an address
	}
	if _, err := b.next(); err != nil {
		return r, false, err
	}
	shut := map[byte]byte{'{': '}', '(': ')'}[open]
	if name == "comment" || name == "preamble" {
		return r, false, b.skip(shut)
	}
	if name != "string" {
		if r.Key, err = b.until("," + string(shut)); err != nil {
			return r, false, err
		}
		r.Key = strings.TrimSpace(r.Key)
		if strings.ContainsAny(r.Key, "={\"\n") {
			return r, false, Problem{Msg: fmt.Sprintf("%q is no key; expected one such as @book{pell1934, …", shorten(r.Key))}
		}
		if b.peek() == ',' {
			_, _ = b.next()
		}
	}
	fields, err := b.fields(shut)
	if err != nil {
		return r, false, err
	}
	if name == "string" {
		for k, v := range fields {
			b.words[k] = v
		}
		return r, false, nil
	}
	r.Source = bibSource(name, fields)
	if r.Title == "" {
		return r, false, Problem{Msg: fmt.Sprintf("the entry %s has no title", r.Key)}
	}
	return r, true, nil
}

// skip leaves out what stands in braces.
func (b *bibReader) skip(shut byte) error {
	depth := 0
	for {
		c, err := b.next()
		switch {
		case err != nil:
			return err
		case c == shut && depth == 0:
			return nil
		case c == '{':
			depth++
		case c == '}':
			depth--
		}
	}
}

func (b *bibReader) fields(shut byte) (map[string]string, error) {
	out := map[string]string{}
	for {
		if err := b.space(); err != nil {
			return nil, err
		}
		switch b.peek() {
		case shut:
			_, err := b.next()
			return out, err
		case ',':
			if _, err := b.next(); err != nil {
				return nil, err
			}
			continue
		}
		name, err := b.until("=,@" + string(shut))
		if err != nil {
			return nil, err
		}
		if b.peek() != '=' {
			return nil, Problem{Msg: fmt.Sprintf("expected = and a value behind %q", shorten(name))}
		}
		if _, err := b.next(); err != nil {
			return nil, err
		}
		v, err := b.value(shut)
		if err != nil {
			return nil, err
		}
		name = strings.ToLower(strings.TrimSpace(name))
		if out[name] == "" {
			out[name] = v
		}
	}
}

// value reads pieces joined by #.
func (b *bibReader) value(shut byte) (string, error) {
	var out strings.Builder
	for {
		if err := b.space(); err != nil {
			return "", err
		}
		switch c := b.peek(); c {
		case '{', '"':
			v, err := b.quoted()
			if err != nil {
				return "", err
			}
			out.WriteString(v)
		default:
			w, err := b.until("#, \t\r\n" + string(shut))
			if err != nil {
				return "", err
			}
			if v, ok := b.words[strings.ToLower(w)]; ok {
				w = v
			}
			out.WriteString(w)
		}
		if err := b.space(); err != nil {
			return "", err
		}
		if b.peek() == 0 {
			return "", io.ErrUnexpectedEOF
		}
		if b.peek() != '#' {
			if c := b.peek(); c != ',' && c != shut {
				return "", Problem{Msg: fmt.Sprintf("expected a comma or a closing brace behind %q", shorten(out.String()))}
			}
			return out.String(), nil
		}
		if _, err := b.next(); err != nil {
			return "", err
		}
	}
}

// quoted reads a value in braces or quotes, its braces kept.
func (b *bibReader) quoted() (string, error) {
	open, err := b.next()
	if err != nil {
		return "", err
	}
	var out []byte
	depth := 0
	for {
		c, err := b.next()
		if err != nil {
			return "", err
		}
		switch {
		case c == '\\' && b.peek() != 0:
			d, err := b.next()
			if err != nil {
				return "", err
			}
			out = append(out, c, d)
			continue
		case c == '}' && depth == 0 && open == '{', c == '"' && depth == 0 && open == '"':
			return string(out), nil
		case c == '{':
			depth++
		case c == '}':
			depth--
		}
		out = append(out, c)
	}
}

// bibSource makes a source of an entry's fields. Field names are BibTeX's and BibLaTeX's.
func bibSource(name string, f map[string]string) citation.Source {
	get := func(names ...string) string {
		for _, n := range names {
			if v := untex(f[n]); v != "" {
				return v
			}
		}
		return ""
	}
	s := citation.Source{
		Kind: bibKind(name, strings.ToLower(get("entrysubtype"))), Title: get("title"), Within: get("journal", "journaltitle", "booktitle", "maintitle"), Volume: get("volume"),
		Issue: get("number", "issue"), Pages: pages(get("pages")), Edition: get("edition"), Publisher: get("publisher", "institution", "organization", "school"), Town: get("address", "location"),
		ISBN: get("isbn"), ISSN: get("issn"), Copy: get("library"),
	}
	for _, n := range []string{"note", "annote", "annotation"} {
		s.Note = strings.TrimSpace(s.Note + "\n" + untexLines(f[n]))
	}
	if sub := get("subtitle"); sub != "" {
		s.Title += ": " + sub
	}
	s.Authors, s.Editors = bibPeople(f["author"]), bibPeople(f["editor"])
	s.Date = get("datesaid")
	if s.Date == "" {
		if d := get("date"); d != "" {
			s.Date = dated(d)
		} else if s.Date = get("year"); s.Date != "" {
			m := get("month")
			if n, err := strconv.Atoi(m); err == nil && n >= 1 && n <= 12 {
				s.Date = dated(fmt.Sprintf("%s-%02d", s.Date, n))
			} else if m != "" {
				s.Date = dated(when.Read(m + " " + s.Date).EDTF)
			}
		}
	}
	return s
}

// bibPeople reads a list of names: split at " and " outside braces.
func bibPeople(s string) []citation.Person {
	var out []citation.Person
	for _, n := range splitOut(s, " and ") {
		n = strings.TrimSpace(n)
		switch {
		case n == "" || n == "others":
		case strings.HasPrefix(n, "{") && strings.HasSuffix(n, "}") && closes(n) == len(n)-1:
			out = append(out, citation.Person{Literal: untex(n)})
		default:
			parts := splitOut(n, ",")
			switch len(parts) {
			case 1:
				out = append(out, citation.ParsePerson(untex(n)))
			case 2:
				out = append(out, person(untex(parts[0]), untex(parts[1])))
			default: // von Last, Jr, First
				out = append(out, person(untex(parts[0])+" "+untex(parts[1]), untex(strings.Join(parts[2:], ","))))
			}
		}
	}
	return out
}

func person(family, given string) citation.Person {
	p := citation.Person{Family: strings.TrimSpace(family), Given: strings.TrimSpace(given)}
	if p.Family == "" {
		return citation.Person{Literal: p.Given}
	}
	return p
}

// closes gives where the brace that a text begins with is closed.
func closes(s string) int {
	depth := 0
	for i := 0; i < len(s); i++ {
		switch s[i] {
		case '\\':
			i++
		case '{':
			depth++
		case '}':
			if depth--; depth == 0 {
				return i
			}
		}
	}
	return -1
}

// splitOut splits at a separator outside braces. White space counts as one space.
func splitOut(s, sep string) []string {
	s = strings.Join(strings.Fields(s), " ")
	var out []string
	depth, from := 0, 0
	for i := 0; i < len(s); i++ {
		switch s[i] {
		case '\\':
			i++
			continue
		case '{':
			depth++
		case '}':
			depth--
		}
		if depth == 0 && strings.HasPrefix(s[i:], sep) {
			out = append(out, s[from:i])
			i += len(sep) - 1
			from = i + 1
		}
	}
	return append(out, s[from:])
}

// accents are TeX's accent commands as combining letters of Unicode.
var accents = map[byte]rune{'\'': '\u0301', '`': '\u0300', '^': '\u0302', '"': '\u0308', '~': '\u0303', '=': '\u0304', '.': '\u0307', 'u': '\u0306', 'v': '\u030c', 'H': '\u030b', 'c': '\u0327', 'k': '\u0328', 'r': '\u030a', 'd': '\u0323', 'b': '\u0331'}

// texLetters are commands that stand for a letter.
var texLetters = map[string]string{"ss": "ß", "o": "ø", "O": "Ø", "l": "ł", "L": "Ł", "ae": "æ", "AE": "Æ", "oe": "œ", "OE": "Œ", "aa": "å", "AA": "Å", "i": "ı", "j": "ȷ", "dh": "ð", "th": "þ", "DH": "Ð", "TH": "Þ",
	"textendash": "–", "textemdash": "—", "textquoteright": "’", "textquoteleft": "‘", "textquotedblleft": "“", "textquotedblright": "”", "textbackslash": "\\", "textasciitilde": "~", "textasciicircum": "^", "dots": "…", "ldots": "…", "pounds": "£", "S": "§", "copyright": "©", "textbraceleft": "{", "textbraceright": "}", "textunderscore": "_", "textdollar": "$", "textasteriskcentered": "*", "textless": "<", "textgreater": ">", "textbar": "|", "textquotesingle": "'", "textquotedbl": "\"", "textdegree": "°"}

// untex gives the plain words of a value.
func untex(s string) string { return strings.Join(strings.Fields(untexLines(s)), " ") }

// unbroken has blanks for the line breaks of the file.
var unbroken = strings.NewReplacer("\r", " ", "\n", " ")

// untexLines gives them with the line breaks that TeX is told of (\\, \newline, \par); how the lines of
// the file are broken means nothing.
func untexLines(s string) string {
	s = unbroken.Replace(s)
	var out strings.Builder
	for i := 0; i < len(s); {
		c := s[i]
		switch {
		case c == '\\' && i+1 < len(s):
			word, next := command(s, i+1)
			mark, isAccent := accents[s[i+1]]
			if isAccent && (len(word) <= 1) {
				base, after := argument(s, next)
				base = untex(base)
				switch base {
				case "ı":
					base = "i"
				case "ȷ":
					base = "j"
				}
				if base == "" {
					out.WriteByte(s[i+1])
				} else {
					r := []rune(base)
					out.WriteString(norm.NFC.String(string(r[0])+string(mark)) + string(r[1:]))
				}
				i = after
				continue
			}
			if letter, ok := texLetters[word]; ok {
				out.WriteString(letter)
				i = next
				if strings.HasPrefix(s[i:], "{}") {
					i += 2
				} else if i < len(s) && s[i] == ' ' && i > 0 {
					i++
				}
				continue
			}
			if word == "newline" || word == "par" || word == `\` {
				out.WriteByte('\n')
				i = next
				continue
			}
			if letters(word) { // \emph{…} and the like: the words stay
				i = next
				if i < len(s) && s[i] == ' ' {
					i++
				}
				continue
			}
			out.WriteByte(s[i+1])
			i += 2
		case c == '{' || c == '}' || c == '$':
			i++
		case c == '~':
			out.WriteByte(' ')
			i++
		case strings.HasPrefix(s[i:], "---"):
			out.WriteString("—")
			i += 3
		case strings.HasPrefix(s[i:], "--"):
			out.WriteString("–")
			i += 2
		case strings.HasPrefix(s[i:], "``"):
			out.WriteString("“")
			i += 2
		case strings.HasPrefix(s[i:], "''"):
			out.WriteString("”")
			i += 2
		default:
			out.WriteByte(c)
			i++
		}
	}
	lines := strings.Split(out.String(), "\n")
	for i, l := range lines {
		lines[i] = strings.Join(strings.Fields(l), " ")
	}
	return strings.TrimSpace(strings.Join(lines, "\n"))
}

// command reads the name behind a backslash: letters, or one sign.
func command(s string, at int) (string, int) {
	end := at
	for end < len(s) && (s[end] >= 'a' && s[end] <= 'z' || s[end] >= 'A' && s[end] <= 'Z') {
		end++
	}
	if end == at && at < len(s) {
		end++
	}
	return s[at:end], end
}

// argument reads what an accent stands on: a group, a command, or one letter.
func argument(s string, at int) (string, int) {
	for at < len(s) && s[at] == ' ' {
		at++
	}
	if at >= len(s) {
		return "", at
	}
	switch s[at] {
	case '{':
		if n := closes(s[at:]); n > 0 {
			return s[at+1 : at+n], at + n + 1
		}
		return "", at + 1
	case '\\':
		_, end := command(s, at+1)
		return s[at:end], end
	}
	r := []rune(s[at:])[0]
	return string(r), at + len(string(r))
}

var toTeX = strings.NewReplacer(`\`, `{\textbackslash}`, "{", `\{`, "}", `\}`, "&", `\&`, "%", `\%`, "#", `\#`, "_", `\_`, "$", `\$`, "~", `{\textasciitilde}`, "^", `{\textasciicircum}`,
	"\n", `{\newline}`, "--", "{-}{-}", "``", "{`}{`}", "''", "{'}{'}")

func writeBibTeX(to *bufio.Writer, r Record) error {
	t := bibTypes[max(0, slices.IndexFunc(bibTypes, func(t bibType) bool { return t.kind == r.Kind }))]
	var b strings.Builder
	fmt.Fprintf(&b, "@%s{%s,\n", t.name, r.Key)
	field := func(name, value string) {
		if value != "" {
			fmt.Fprintf(&b, "  %s = {%s},\n", name, value)
		}
	}
	tex := func(name, value string) { field(name, toTeX.Replace(value)) }
	field("author", bibNames(r.Authors))
	field("editor", bibNames(r.Editors))
	field("title", braced(toTeX.Replace(r.Title)))
	if t.inJournal {
		tex("journal", r.Within)
	} else {
		tex("booktitle", r.Within)
	}
	tex("volume", r.Volume)
	tex("number", r.Issue)
	field("pages", strings.ReplaceAll(toTeX.Replace(pages(r.Pages)), "-", "--"))
	tex("edition", r.Edition)
	tex("publisher", r.Publisher)
	tex("address", r.Town)
	if y := year(r.Date); y > 0 {
		field("year", fmt.Sprint(y))
		if e, err := when.ParseEDTF(when.Read(r.Date).EDTF); err == nil && e.Level == 0 && len(e.String()) >= 7 {
			field("date", e.String())
		}
	}
	tex("datesaid", r.Date)
	tex("isbn", r.ISBN)
	tex("issn", r.ISSN)
	field("entrysubtype", t.sub)
	tex("library", r.Copy)
	tex("note", r.Note)
	b.WriteString("}\n\n")
	_, err := to.WriteString(b.String())
	return err
}

// braced keeps the capitals of a title where a style would lower them.
func braced(title string) string {
	words := strings.Split(title, " ")
	for i, w := range words {
		if i > 0 && w != strings.ToLower(w) && !strings.ContainsAny(w, `{}\`) {
			words[i] = "{" + w + "}"
		}
	}
	return strings.Join(words, " ")
}

func bibNames(list []citation.Person) string {
	out := make([]string, len(list))
	for i, p := range list {
		guard := func(s string) string { // "and" and commas within a name part nothing
			s = toTeX.Replace(s)
			if strings.Contains(s, ",") || strings.Contains(" "+strings.ToLower(s)+" ", " and ") {
				return "{" + s + "}"
			}
			return s
		}
		switch {
		case p.Literal != "":
			out[i] = "{" + toTeX.Replace(p.Literal) + "}"
		default:
			out[i] = strings.TrimSpace(guard(p.Family) + ", " + guard(p.Given))
		}
	}
	return strings.Join(out, " and ")
}
