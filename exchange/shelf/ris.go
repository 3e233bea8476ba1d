package shelf

import (
	"bufio"
	"errors"
	"fmt"
	"io"
	"regexp"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/when"
)

// An RIS file is lines: a tag of two signs, two spaces, a hyphen, a space and a value. TY begins
// a record and ER ends it. A line without a tag goes on with the one before.

var risTypes = []struct {
	kind   citation.Kind
	name   string
	others string // more types that are read as the kind
}{
	{citation.Book, "BOOK", "EDBOOK EBOOK WHOLE"}, {citation.Chapter, "CHAP", "ECHAP CPAPER CONF"}, {citation.Article, "JOUR", "EJOUR MGZN NEWS JFULL INPR"},
	{citation.Letter, "PCOMM", ""}, {citation.Manuscript, "UNPB", "MANSCPT THES"}, {citation.Film, "VIDEO", "MPCT"}, {citation.Recording, "SOUND", "MUSIC"},
	{citation.Catalogue, "CTLG", ""}, {citation.Minutes, "GEN", ""}, {citation.Recollection, "GEN", ""},
}

var risTag = regexp.MustCompile(`^([A-Z][A-Z0-9]) {0,2}- ?(.*)$`)

func readRIS(from *bufio.Reader, record func(Record) error, problem func(Problem) error) error {
	type value struct{ tag, text string }
	var fields []value
	begin, line, size, skipping := 0, 0, 0, false
	end := func() error {
		defer func() { fields, begin, size = nil, 0, 0 }()
		get := func(tags ...string) string {
			for _, t := range tags {
				for _, f := range fields {
					if f.tag == t && f.text != "" {
						return f.text
					}
				}
			}
			return ""
		}
		all := func(tags ...string) []citation.Person {
			var out []citation.Person
			for _, f := range fields {
				for _, t := range tags {
					if f.tag == t && f.text != "" {
						out = append(out, risPerson(f.text))
					}
				}
			}
			return out
		}
		s := citation.Source{
			Title: get("TI", "T1", "CT", "BT"), Authors: all("AU", "A1"), Editors: all("ED", "A2"), Within: get("T2", "JO", "JF", "JA", "J2", "BT"), Volume: get("VL"), Issue: get("IS"),
			Edition: get("ET"), Publisher: get("PB"), Town: get("CY", "PP"), Copy: get("AV"),
		}
		var notes []string // a line each, empty ones too
		for _, f := range fields {
			if f.tag == "N1" {
				notes = append(notes, f.text)
			}
		}
		s.Note = strings.TrimSpace(strings.Join(notes, "\n"))
		s.Pages = get("SE", "SP") // of a book SE is the pages; what is SP elsewhere is how many it has
		if ep := get("EP"); ep != "" && ep != s.Pages && s.Pages != "" {
			s.Pages += "-" + ep
		}
		s.Pages = pages(s.Pages)
		for _, f := range fields {
			if f.tag != "SN" {
				continue
			}
			if n, err := citation.ISSN(f.text); err == nil {
				s.ISSN = n
			} else {
				s.ISBN = f.text
			}
		}
		s.Kind = risKind(get("TY"), strings.ToLower(get("M3")))
		s.Date = risDate(get("DA", "Y1"), get("PY", "Y1"))
		if s.Within == s.Title {
			s.Within = ""
		}
		if s.Title == "" {
			return problem(Problem{begin, "the record that begins here has no title (TI)", ""})
		}
		return record(Record{Key: get("ID"), Line: begin, Source: s})
	}
	for {
		text, err := from.ReadString('\n')
		if err != nil && !errors.Is(err, io.EOF) {
			return err
		}
		last := err != nil
		line++
		text = strings.TrimRight(text, "\r\n")
		size += len(text)
		m := risTag.FindStringSubmatch(text)
		switch {
		case m == nil && strings.TrimSpace(text) == "":
		case m != nil && m[1] == "TY":
			if begin > 0 {
				if err := problem(Problem{begin, "the record that begins here has no end (ER) before the next begins; it is read all the same", ""}); err != nil {
					return err
				}
				if err := end(); err != nil {
					return err
				}
			}
			begin, size, skipping = line, 0, false
			fields = append(fields, value{"TY", strings.TrimSpace(m[2])})
		case begin == 0:
			if !skipping {
				skipping = true
				if err := problem(Problem{line, "expected a record to begin with TY", shorten(text)}); err != nil {
					return err
				}
			}
		case size > mostRecord:
			return problem(Problem{begin, fmt.Sprintf("the record that begins here is longer than %d kB", mostRecord>>10), ""})
		case m != nil && m[1] == "ER":
			if err := end(); err != nil {
				return err
			}
		case m != nil:
			fields = append(fields, value{m[1], strings.TrimSpace(m[2])})
		default:
			f := &fields[len(fields)-1]
			f.text = strings.TrimSpace(f.text + " " + strings.TrimSpace(text))
		}
		if last {
			if begin > 0 {
				if err := problem(Problem{begin, "the record that begins here has no end (ER); it is read all the same", ""}); err != nil {
					return err
				}
				return end()
			}
			return nil
		}
	}
}

func risKind(name, more string) citation.Kind {
	for _, t := range risTypes {
		if string(t.kind) == more {
			return t.kind
		}
	}
	for _, t := range risTypes {
		if t.name == name || strings.Contains(" "+t.others+" ", " "+name+" ") && name != "" {
			if t.name != "GEN" {
				return t.kind
			}
		}
	}
	return citation.Manuscript
}

// risPerson reads "Family, Given, Suffix". A name without a comma is a body's; two commas are one that
// belongs to the name (common practice for the names of bodies, no source).
func risPerson(s string) citation.Person {
	const kept = "\x00"
	family, given, ok := strings.Cut(strings.ReplaceAll(s, ",,", kept), ",")
	family = strings.ReplaceAll(family, kept, ",")
	if !ok {
		return citation.Person{Literal: strings.TrimSpace(family)}
	}
	return person(family, strings.TrimSpace(strings.TrimRight(strings.ReplaceAll(given, kept, ",,"), ", ")))
}

// risDate reads year/month/day/words; what a club said in words stands last.
func risDate(full, plain string) string {
	parts := strings.SplitN(full, "/", 4)
	if len(parts) == 4 {
		switch more := strings.TrimSpace(parts[3]); more {
		case "":
		case "1", "2", "3", "4": // a season
			return dated(strings.TrimSpace(parts[0]) + "-2" + more)
		default:
			return more
		}
	}
	edtf := ""
	for i, p := range parts {
		if p = strings.TrimSpace(p); p == "" || i == 3 || i > 0 && len(p) > 2 {
			break
		}
		if i > 0 {
			edtf += "-"
			if len(p) == 1 {
				p = "0" + p
			}
		}
		edtf += p
	}
	if edtf != "" {
		return dated(edtf)
	}
	return dated(strings.Trim(strings.TrimSpace(plain), "/"))
}

func writeRIS(to *bufio.Writer, r Record) error {
	var b strings.Builder
	kind := r.Kind
	if kind == "" {
		kind = citation.Book
	}
	field := func(tag, value string) {
		if value = strings.Join(strings.Fields(value), " "); value != "" {
			fmt.Fprintf(&b, "%s  - %s\n", tag, value)
		}
	}
	for _, t := range risTypes {
		if t.kind == kind {
			field("TY", t.name)
		}
	}
	field("ID", r.Key)
	field("M3", string(kind))
	name := func(p citation.Person) string {
		if p.Literal != "" {
			return strings.ReplaceAll(p.Literal, ",", ",,")
		}
		return strings.ReplaceAll(p.Family, ",", ",,") + ", " + p.Given
	}
	for _, p := range r.Authors {
		field("AU", name(p))
	}
	for _, p := range r.Editors {
		field("ED", name(p))
	}
	field("TI", r.Title)
	field("T2", r.Within)
	field("VL", r.Volume)
	field("IS", r.Issue)
	from, till, ranged := strings.Cut(pages(r.Pages), "-")
	switch {
	case kind == citation.Book:
		field("SE", pages(r.Pages))
	case ranged && !strings.ContainsAny(r.Pages, ", "):
		field("SP", from)
		field("EP", till)
	default:
		field("SP", pages(r.Pages))
	}
	field("ET", r.Edition)
	field("PB", r.Publisher)
	field("CY", r.Town)
	if y := year(r.Date); y > 0 {
		field("PY", fmt.Sprint(y))
		m, d := "", ""
		if e := when.Read(r.Date).EDTF; len(e) >= 7 && e[5:7] <= "12" && len(strings.Trim(e[:7], "0123456789-")) == 0 {
			m = e[5:7]
			if len(e) == 10 {
				d = e[8:]
			}
		}
		field("DA", fmt.Sprintf("%d/%s/%s/%s", y, m, d, r.Date))
	} else if r.Date != "" {
		field("DA", "///"+r.Date)
	}
	field("SN", r.ISBN)
	field("SN", r.ISSN)
	field("AV", r.Copy)
	if r.Note != "" { // a line each, empty ones too
		for _, n := range strings.Split(r.Note, "\n") {
			fmt.Fprintf(&b, "N1  - %s\n", strings.Join(strings.Fields(n), " "))
		}
	}
	b.WriteString("ER  - \n\n")
	_, err := to.WriteString(b.String())
	return err
}
