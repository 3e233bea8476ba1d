// Package shelf carries sources in and out in the open formats that libraries and reference
// lists use: BibTeX (with the fields of BibLaTeX), RIS, and CSL-JSON (the citation data of the
// Citation Style Language, 1.0.2). Files are read record by record; a record that cannot be
// read is told with its line and left out, the others go on.
package shelf

import (
	"bufio"
	"bytes"
	"errors"
	"fmt"
	"io"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/when"
)

// Record is a source with the key by which its file calls it; the key may be empty.
type Record struct {
	Key string
	// Line is where it begins in the file that it was read from, from 1.
	Line int
	citation.Source
}

// Format is one of the formats.
type Format string

// The formats.
const (
	BibTeX Format = "bibtex"
	RIS    Format = "ris"
	CSL    Format = "csl-json"
)

// Values lists the formats as words.
func (Format) Values() []string { return []string{string(BibTeX), string(RIS), string(CSL)} }

// Suffix is what files of the format end in.
func (f Format) Suffix() string {
	return map[Format]string{BibTeX: ".bib", RIS: ".ris", CSL: ".json"}[f]
}

// Limits of a file that is read.
const (
	MostBytes   = 20 << 20
	mostRecord  = 256 << 10
	MostRecords = 20_000
)

// ErrLong says that a file is longer than is read.
var ErrLong = fmt.Errorf("the file is too long: at most %d MB and %d records are read", MostBytes>>20, MostRecords)

// A Problem is a record, or a piece of a file, that cannot be read.
type Problem struct {
	Line int    `json:"line"`
	Msg  string `json:"msg"`
	// Text is what stands there, cut where it is long.
	Text string `json:"text,omitempty"`
}

func (p Problem) Error() string { return fmt.Sprintf("line %d: %s", p.Line, p.Msg) }

// Guess tells which format a text is in, from how it begins; false where it is in none.
func Guess(text string) (Format, bool) {
	t := strings.TrimLeft(strings.TrimPrefix(text, "\ufeff"), " \t\r\n")
	for strings.HasPrefix(t, "%") { // a comment line of a BibTeX file
		_, t, _ = strings.Cut(t, "\n")
		t = strings.TrimLeft(t, " \t\r\n")
	}
	switch {
	case strings.HasPrefix(t, "TY  -"), strings.HasPrefix(t, "TY -"):
		return RIS, true
	case strings.HasPrefix(t, "@"):
		name, rest, ok := strings.Cut(t[1:], "{")
		return BibTeX, ok && letters(strings.TrimSpace(name)) && rest != ""
	case strings.HasPrefix(t, "[") || strings.HasPrefix(t, "{"):
		head := t[:min(len(t), 4000)]
		return CSL, strings.Contains(head, `"type"`) || strings.Contains(head, `"title"`)
	}
	return "", false
}

func letters(s string) bool {
	return s != "" && strings.IndexFunc(s, func(r rune) bool { return !(r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z') }) < 0
}

// Read reads a file of a format and hands each record on as it comes; what cannot be read goes
// to problem. An error of either ends it.
func Read(f Format, from io.Reader, record func(Record) error, problem func(Problem) error) error {
	n := 0
	counted := func(r Record) error {
		if n++; n > MostRecords {
			return ErrLong
		}
		return record(r)
	}
	r := bufio.NewReaderSize(&limited{from, MostBytes}, 64<<10)
	if lead, err := r.Peek(3); err == nil && bytes.Equal(lead, []byte("\xef\xbb\xbf")) {
		_, _ = r.Discard(3)
	}
	switch f {
	case BibTeX:
		return readBibTeX(r, counted, problem)
	case RIS:
		return readRIS(r, counted, problem)
	case CSL:
		return readCSL(r, counted, problem)
	}
	return fmt.Errorf("there is no format %q", f)
}

// limited ends with ErrLong after so many bytes.
type limited struct {
	from io.Reader
	left int64
}

func (l *limited) Read(p []byte) (int, error) {
	if l.left <= 0 {
		var one [1]byte
		if n, err := l.from.Read(one[:]); n == 0 && errors.Is(err, io.EOF) {
			return 0, io.EOF
		}
		return 0, ErrLong
	}
	n, err := l.from.Read(p[:min(int64(len(p)), l.left)])
	l.left -= int64(n)
	return n, err
}

// Writer writes records in a format, one after another; Close ends the file.
type Writer struct {
	to     *bufio.Writer
	format Format
	n      int
	keys   map[string]bool
}

// NewWriter begins a file of a format.
func NewWriter(f Format, to io.Writer) *Writer {
	return &Writer{to: bufio.NewWriter(to), format: f, keys: map[string]bool{}}
}

// Write writes a record. One without a key, or with one that was used, is given one.
func (w *Writer) Write(r Record) error {
	r.Key = w.key(r)
	var err error
	switch w.format {
	case BibTeX:
		err = writeBibTeX(w.to, r)
	case RIS:
		err = writeRIS(w.to, r)
	case CSL:
		lead := ",\n"
		if w.n == 0 {
			lead = "[\n"
		}
		if _, err = w.to.WriteString(lead); err == nil {
			err = writeCSL(w.to, r)
		}
	default:
		err = fmt.Errorf("there is no format %q", w.format)
	}
	w.n++
	return err
}

// Close ends the file.
func (w *Writer) Close() error {
	if w.format == CSL {
		tail := "\n]\n"
		if w.n == 0 {
			tail = "[]\n"
		}
		if _, err := w.to.WriteString(tail); err != nil {
			return err
		}
	}
	return w.to.Flush()
}

// key gives a key that no record before has: family name, year, a letter.
func (w *Writer) key(r Record) string {
	clean := func(s string) string {
		return strings.Map(func(c rune) rune {
			if c >= 'a' && c <= 'z' || c >= '0' && c <= '9' || c == '-' || c == ':' || c == '_' {
				return c
			}
			return -1
		}, strings.ToLower(s))
	}
	base := clean(r.Key)
	if base == "" {
		who := append(append([]citation.Person{}, r.Authors...), r.Editors...)
		if len(who) > 0 {
			base = clean(who[0].Family + who[0].Literal)
		}
		if base == "" {
			base = clean(strings.Join(strings.Fields(r.Title), "-"))
			base = base[:min(len(base), 20)]
		}
		if base == "" {
			base = "source"
		}
		if y := year(r.Date); y > 0 {
			base += fmt.Sprint(y)
		}
	}
	key := base
	for n := 0; w.keys[key]; n++ {
		key = base + suffix(n)
	}
	w.keys[key] = true
	return key
}

// suffix counts in letters: a, b … z, aa.
func suffix(n int) string {
	if n < 26 {
		return string(rune('a' + n))
	}
	return suffix(n/26-1) + string(rune('a'+n%26))
}

// year gives the one year that a date in words names: that of "about 1920" is 1920; 0 for none.
func year(words string) int {
	e, err := citationDate(words)
	if err != nil || e.Earliest.IsZero() || e.Latest.IsZero() {
		return 0
	}
	if e.Earliest.Year != e.Latest.Year {
		return 0
	}
	return e.Earliest.Year
}

// citationDate is the date that words mean, before any "about" widens it.
func citationDate(words string) (when.EDTF, error) { return when.ParseEDTF(when.Read(words).EDTF) }

// dated gives the words of a date that a file gives in figures: 1934, 1934-05, 1934-05-12 or a
// season as it stands in EDTF.
func dated(edtf string) string {
	e, err := when.ParseEDTF(edtf)
	if err != nil {
		return edtf
	}
	return when.Say(e)
}

// pages gives pages with a plain hyphen between them: "41-44".
func pages(s string) string {
	s = strings.NewReplacer("–", "-", "—", "-", "‐", "-").Replace(strings.TrimSpace(s))
	for strings.Contains(s, "--") {
		s = strings.ReplaceAll(s, "--", "-")
	}
	return strings.ReplaceAll(s, " - ", "-")
}

func shorten(s string) string {
	s = strings.TrimSpace(s)
	if r := []rune(s); len(r) > 300 {
		return string(r[:300]) + "…"
	}
	return s
}
