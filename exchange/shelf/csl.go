package shelf

import (
	"bufio"
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/when"
)

// CSL-JSON is a list of items, or one item alone. Numbers may stand as strings and the other way
// round.

var cslTypes = []struct {
	kind   citation.Kind
	name   string
	others string
}{
	{citation.Book, "book", "classic collection"}, {citation.Chapter, "chapter", "paper-conference entry entry-encyclopedia entry-dictionary"},
	{citation.Article, "article-journal", "article article-magazine article-newspaper periodical review"}, {citation.Letter, "personal_communication", ""},
	{citation.Manuscript, "manuscript", "thesis"}, {citation.Film, "motion_picture", "broadcast"}, {citation.Recording, "song", "speech"}, {citation.Recollection, "interview", ""},
	{citation.Catalogue, "pamphlet", ""}, {citation.Minutes, "document", "hearing report"},
}

// loose is a string that may stand as a number.
type loose string

func (l *loose) UnmarshalJSON(b []byte) error {
	var s string
	if json.Unmarshal(b, &s) == nil {
		*l = loose(s)
		return nil
	}
	var list []loose
	if json.Unmarshal(b, &list) == nil { // of several numbers the first
		if len(list) > 0 {
			*l = list[0]
		}
		return nil
	}
	var n json.Number
	if err := json.Unmarshal(b, &n); err != nil {
		return err
	}
	*l = loose(n.String())
	return nil
}

// figure is a loose number that is written as a number.
type figure string

func (f *figure) UnmarshalJSON(b []byte) error { return (*loose)(f).UnmarshalJSON(b) }

// MarshalJSON writes the number.
func (f figure) MarshalJSON() ([]byte, error) { return []byte(f), nil }

type cslName struct {
	Family   string `json:"family,omitempty"`
	Given    string `json:"given,omitempty"`
	Literal  string `json:"literal,omitempty"`
	Particle string `json:"non-dropping-particle,omitempty"`
	Dropping string `json:"dropping-particle,omitempty"`
	Suffix   string `json:"suffix,omitempty"`
}

type cslDate struct {
	Parts   [][]figure `json:"date-parts,omitempty"`
	Season  loose      `json:"season,omitempty"`
	Circa   any        `json:"circa,omitempty"`
	Literal string     `json:"literal,omitempty"`
	Raw     string     `json:"raw,omitempty"`
	EDTF    string     `json:"edtf,omitempty"`
}

type cslItem struct {
	ID        loose     `json:"id,omitempty"`
	Type      string    `json:"type"`
	Genre     string    `json:"genre,omitempty"`
	Title     string    `json:"title,omitempty"`
	Author    []cslName `json:"author,omitempty"`
	Editor    []cslName `json:"editor,omitempty"`
	Issued    *cslDate  `json:"issued,omitempty"`
	Container string    `json:"container-title,omitempty"`
	Volume    loose     `json:"volume,omitempty"`
	Issue     loose     `json:"issue,omitempty"`
	Page      loose     `json:"page,omitempty"`
	First     loose     `json:"page-first,omitempty"`
	Edition   loose     `json:"edition,omitempty"`
	Publisher string    `json:"publisher,omitempty"`
	Place     string    `json:"publisher-place,omitempty"`
	ISBN      loose     `json:"ISBN,omitempty"`
	ISSN      loose     `json:"ISSN,omitempty"`
	Call      string    `json:"call-number,omitempty"`
	Note      string    `json:"note,omitempty"`
}

func readCSL(from *bufio.Reader, record func(Record) error, problem func(Problem) error) error {
	lines := &lineCounter{from: from, line: 1}
	dec := json.NewDecoder(lines)
	broken := func(err error) error {
		if errors.Is(err, ErrLong) {
			return err
		}
		var s *json.SyntaxError
		msg, where := "this is no JSON", dec.InputOffset()
		if errors.As(err, &s) {
			msg += ": " + s.Error()
		} else if errors.Is(err, io.ErrUnexpectedEOF) || errors.Is(err, io.EOF) {
			msg, where = "the file ends before it is whole", lines.read
		}
		return problem(Problem{lines.at(where), msg, ""})
	}
	first, err := from.Peek(64)
	if err != nil && !errors.Is(err, io.EOF) {
		return err
	}
	one := !strings.HasPrefix(strings.TrimLeft(string(first), " \t\r\n"), "[")
	if !one {
		if _, err := dec.Token(); err != nil {
			return broken(err)
		}
	}
	for n := 1; one || dec.More(); n++ {
		var raw json.RawMessage
		if err := dec.Decode(&raw); err != nil {
			return broken(err)
		}
		at := lines.at(dec.InputOffset() - int64(len(raw)))
		var x cslItem
		var err error
		switch {
		case len(raw) > mostRecord:
			err = fmt.Errorf("it is longer than %d kB", mostRecord>>10)
		default:
			if err = json.Unmarshal(raw, &x); err == nil && words(x.Title) == "" {
				err = errors.New("it has no title")
			}
		}
		if err != nil {
			if err := problem(Problem{at, fmt.Sprintf("item %d cannot be read: %v", n, err), shorten(string(raw[:min(len(raw), 2000)]))}); err != nil {
				return err
			}
		} else if err := record(Record{string(x.ID), at, x.source()}); err != nil {
			return err
		}
		if one {
			return nil
		}
	}
	if _, err := dec.Token(); err != nil {
		return broken(err)
	}
	return nil
}

// lineCounter remembers where lines begin in what it read.
type lineCounter struct {
	from  io.Reader
	read  int64
	line  int
	marks []int64 // where lines end
}

func (l *lineCounter) Read(p []byte) (int, error) {
	n, err := l.from.Read(p)
	for i, c := range p[:n] {
		if c == '\n' {
			l.marks = append(l.marks, l.read+int64(i))
		}
	}
	l.read += int64(n)
	return n, err
}

func (l *lineCounter) at(offset int64) int {
	for len(l.marks) > 0 && l.marks[0] < offset {
		l.marks = l.marks[1:]
		l.line++
	}
	return l.line
}

func (x cslItem) source() citation.Source {
	s := citation.Source{
		Title: words(x.Title), Authors: cslPeople(x.Author), Editors: cslPeople(x.Editor), Within: words(x.Container), Volume: string(x.Volume), Issue: string(x.Issue), Pages: pages(cmp.Or(string(x.Page), string(x.First))),
		Edition: string(x.Edition), Publisher: words(x.Publisher), Town: words(x.Place), ISBN: string(x.ISBN), ISSN: string(x.ISSN), Copy: x.Call, Note: x.Note, Kind: citation.Manuscript,
	}
	known := false
	for _, t := range cslTypes {
		if string(t.kind) == x.Genre {
			s.Kind, known = t.kind, true
		}
	}
	for _, t := range cslTypes {
		if !known && (t.name == x.Type || strings.Contains(" "+t.others+" ", " "+x.Type+" ")) {
			s.Kind, known = t.kind, true
		}
	}
	if x.Issued != nil {
		s.Date = x.Issued.words()
	}
	return s
}

// words takes the marks for italics and the like out, and makes white space single.
func words(s string) string {
	for _, tag := range []string{"i", "b", "sup", "sub", "sc"} {
		s = strings.NewReplacer("<"+tag+">", "", "</"+tag+">", "").Replace(s)
	}
	return strings.Join(strings.Fields(s), " ")
}

func cslPeople(list []cslName) []citation.Person {
	var out []citation.Person
	for _, n := range list {
		if n.Literal != "" {
			out = append(out, citation.Person{Literal: words(n.Literal)})
			continue
		}
		join := func(a ...string) string { return words(strings.Join(a, " ")) }
		out = append(out, person(join(n.Particle, n.Family, n.Suffix), join(n.Given, n.Dropping)))
	}
	return out
}

func (d cslDate) words() string {
	if d.Literal != "" {
		return words(d.Literal)
	}
	if d.EDTF != "" {
		return dated(d.EDTF)
	}
	one := func(p []figure) string {
		out := ""
		for i, x := range p {
			n, err := strconv.Atoi(string(x))
			if err != nil {
				return string(x)
			}
			if i == 0 {
				out = fmt.Sprintf("%04d", n)
			} else {
				out += fmt.Sprintf("-%02d", n)
			}
		}
		if len(p) == 1 && d.Season != "" {
			if n, err := strconv.Atoi(string(d.Season)); err == nil && n >= 1 && n <= 4 {
				return fmt.Sprintf("%s-%d", out, 20+n)
			}
		}
		return out
	}
	switch {
	case len(d.Parts) == 1:
		s := one(d.Parts[0])
		if c := fmt.Sprint(d.Circa); d.Circa != nil && c != "false" && c != "0" && c != "" {
			s += "~"
		}
		return dated(s)
	case len(d.Parts) == 2:
		return dated(one(d.Parts[0])) + " to " + dated(one(d.Parts[1]))
	}
	return words(d.Raw)
}

func writeCSL(to *bufio.Writer, r Record) error {
	x := cslItem{
		ID: loose(r.Key), Genre: string(r.Kind), Title: r.Title, Author: cslNames(r.Authors), Editor: cslNames(r.Editors), Container: r.Within, Volume: loose(r.Volume), Issue: loose(r.Issue),
		Page: loose(pages(r.Pages)), Edition: loose(r.Edition), Publisher: r.Publisher, Place: r.Town, ISBN: loose(r.ISBN), ISSN: loose(r.ISSN), Call: r.Copy, Note: r.Note, Type: "book",
	}
	for _, t := range cslTypes {
		if t.kind == r.Kind {
			x.Type = t.name
		}
	}
	if r.Date != "" {
		x.Issued = &cslDate{Literal: r.Date}
		if y := year(r.Date); y > 0 {
			parts := []figure{figure(strconv.Itoa(y))}
			e := when.Read(r.Date).EDTF
			if bare := strings.TrimRight(e, "?~%"); len(strings.Trim(bare, "0123456789-")) == 0 && len(bare) >= 7 {
				if bare[5:7] > "12" {
					x.Issued.Season = loose(bare[6:7])
				} else {
					for _, p := range strings.Split(bare, "-")[1:] {
						parts = append(parts, figure(strings.TrimLeft(p, "0")))
					}
				}
			}
			x.Issued.Parts = [][]figure{parts}
			if strings.HasSuffix(e, "~") || strings.HasSuffix(e, "%") {
				x.Issued.Circa = true
			}
		}
	}
	b, err := json.MarshalIndent(x, "  ", "  ")
	if err != nil {
		return err
	}
	_, err = to.WriteString("  " + string(b))
	return err
}

func cslNames(list []citation.Person) []cslName {
	var out []cslName
	for _, p := range list {
		out = append(out, cslName{Family: p.Family, Given: p.Given, Literal: p.Literal})
	}
	return out
}
