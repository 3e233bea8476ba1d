package reading

import (
	"encoding/csv"
	"regexp"
	"strings"

	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A cell is a field of a row, as bytes of the line.
type cell struct{ from, to int }

func (c cell) of(s string) string { return s[c.from:c.to] }

// leastAcross is how many columns must be headed by a part before a line heads a table of flies.
const leastAcross = 3

// cellsOf cuts a line at a separator, as encoding/csv does (RFC 4180), and gives where each field
// stands. A line that is no such row gives none.
func cellsOf(s string, separator rune) []cell {
	if separator == '|' { // such tables quote nothing
		var out []cell
		at := 0
		for _, part := range strings.Split(s, "|") {
			out = append(out, trimmed(s, at, at+len(part)))
			at += len(part) + 1
		}
		if len(out) > 2 && out[0].of(s) == "" && out[len(out)-1].of(s) == "" {
			out = out[1 : len(out)-1]
		}
		return out
	}
	in := csv.NewReader(strings.NewReader(s))
	in.Comma, in.LazyQuotes, in.FieldsPerRecord = separator, true, -1
	fields, err := in.Read()
	if err != nil {
		return nil
	}
	var out []cell
	for i := range fields {
		_, column := in.FieldPos(i)
		from := column - 1
		if strings.HasPrefix(s[from:], `"`) {
			from++
		}
		to := from + len(fields[i])
		if to > len(s) || s[from:to] != fields[i] { // doubled quotes in it
			return nil
		}
		out = append(out, trimmed(s, from, to))
	}
	return out
}

func trimmed(s string, from, to int) cell {
	for from < to && (s[from] == ' ' || s[from] == '\t') {
		from++
	}
	for to > from && (s[to-1] == ' ' || s[to-1] == '\t') {
		to--
	}
	return cell{from, to}
}

// A heading is what a column of a table of flies holds: a header such as a title, or a part.
type heading struct{ header, label string }

// across gives the headings of a line that heads a table in which each fly has a row, and what
// parts its columns: "Fly;Hook;Thread;Tail;Body". It gives none for any other line.
func across(s string) ([]heading, rune) {
	for _, separator := range []rune{';', '\t', '|', ','} {
		if strings.Count(s, string(separator)) < leastAcross {
			continue
		}
		cells := cellsOf(s, separator)
		if len(cells) <= leastAcross {
			continue
		}
		var out []heading
		parts := 0
		for _, c := range cells {
			name := strings.ToLower(strings.Trim(c.of(s), " :*_."))
			toks := measure.Lex(name)
			h := heading{}
			if of, n := headerAt(toks, 0); n > 0 && n == len(toks) {
				h.header = of
			} else if _, ok := role.Find(name); ok {
				h.label = name
				parts++
			} else if name != "" && !columnNames[name] {
				break
			}
			out = append(out, h)
		}
		if len(out) == len(cells) && parts >= leastAcross {
			return out, separator
		}
	}
	return nil, 0
}

// acrossRow reads a row of a table of flies; false where the line is none.
func (r *reader) acrossRow(n int, s string, marks *marks) bool {
	if r.headings == nil || r.started {
		return false
	}
	cells := cellsOf(s, r.between)
	if len(cells) != len(r.headings) {
		return false
	}
	at := 0
	for i, c := range cells {
		marks.set(at, c.from, asPlain, "")
		at = c.to
		switch h := r.headings[i]; {
		case c.of(s) == "":
		case h.header != "":
			r.header(n, h.header, c.of(s), c.from, c.from, marks, s[:c.to])
		case h.label != "":
			r.started = true
			r.parts(n, h.label, s, c.from, c.to, false, marks, false)
		default:
			r.d.Notes = append(r.d.Notes, c.of(s))
			marks.set(c.from, c.to, asNote, "")
		}
	}
	marks.set(at, len(s), asPlain, "")
	return true
}

// leastCells is how many cells of a line begin with a label before it is read cell by cell.
const leastCells = 3

// cellRow reads a line of cells that each begin with their label, "Hook 14 grub | Thread grey | Tail none";
// A cellField is one cell of a card in one line, with its label or header.
type cellField struct {
	label  string
	header string
	at     int // where its words begin
	cell
}

// false where the line is none. A cell without a label is the hook or the thread where it can be.
func (r *reader) cellRow(n int, s string, start int, marks *marks) bool {
	between := "|"
	if !strings.Contains(s, "|") {
		between = "/"
	}
	least := leastCells
	if r.cells && r.started { // the card went on in such lines
		least = 2
	}
	if strings.Count(s[start:], " "+between+" ") < least-1 {
		return false
	}
	var fields []cellField
	labelled := 0
	from := start
	for _, part := range strings.Split(s[start:], " "+between) {
		f := cellField{cell: trimmed(s, from, from+len(part))}
		from += len(part) + 2
		toks := lexAt(s, f.from, f.to)
		if h, k := headerAt(toks, 0); k > 0 && k+1 < len(toks) && toks[k].Low == ":" {
			f.header, f.at = h, toks[k+1].Start
			labelled++
		} else if idx, k := r.words.roles.Match(toks, 0); k > 0 && k < len(toks) {
			f.label, f.at = role.Label(r.words.roleList[idx]), toks[k].Start
			if toks[k].Low == ":" && k+1 < len(toks) {
				f.at = toks[k+1].Start
			}
			labelled++
		}
		fields = append(fields, f)
	}
	many := between == "|" && len(fields) >= 2*leastCells && labelled > 0
	if !many && r.d.Title != "" && !r.started && len(fields) >= leastCells+2 {
		told := 0
		for _, f := range fields {
			if f.label != "" || r.guessCell(s, f.cell) != "" {
				told++
			}
		}
		many = told >= len(fields)-1
	}
	if labelled < least && !many && !(labelled > 0 && strings.Count(s[start:], ":") >= len(fields)) {
		return false
	}
	r.cells = true
	for _, f := range fields {
		r.readCell(n, s, marks, many, f)
	}
	return true
}

// readCell reads one cell of a card in one line.
func (r *reader) readCell(n int, s string, marks *marks, many bool, f cellField) {
	text := f.of(s)
	guess := ""
	if many {
		guess = r.guessCell(s, f.cell)
	}
	tie := func(label string, at int) {
		r.started = true
		r.parts(n, label, s, at, f.to, false, marks, false)
	}
	switch {
	case text == "":
	case f.header != "":
		r.header(n, f.header, s[f.at:f.to], f.from, f.at, marks, s[:f.to])
	case f.label != "":
		marks.set(f.from, f.at, asLabel, "")
		tie(f.label, f.at)
	case (bareHook(text) || r.hookAlone(s, f.from) || r.hookCell(s, f.cell)) && r.d.Find(role.Hook) < 0:
		tie(role.Hook, f.from)
	case aughtSaid.MatchString(text) && r.d.Find(role.Thread) < 0:
		tie(role.Thread, f.from)
	case guess != "":
		tie(guess, f.from)
	case many && r.d.Title == "" && inQuotes.MatchString(text):
		r.d.Title = inQuotes.FindStringSubmatch(text)[1]
		marks.set(f.from, f.to, asHeader, "")
	case many && r.d.Date == "" && yearSaid.MatchString(text):
		r.d.Date = yearSaid.FindString(text)
		r.d.Notes = append(r.d.Notes, text)
		marks.set(f.from, f.to, asNote, "")
	case strings.Contains(text, ":"): // "Difficulty: easy"
		r.d.Notes = append(r.d.Notes, text)
		marks.set(f.from, f.to, asNote, "")
	default:
		r.d.Unread = append(r.d.Unread, Unread{Line: n, Text: text})
		marks.set(f.from, f.to, asUnread, "")
	}
}

var aughtSaid = regexp.MustCompile(`\b\d{1,2}/0\b`)

// hookCell tells a cell that is a size and a style and no more: "16 dry".
func (r *reader) hookCell(s string, c cell) bool {
	t := newStretch(r.words, s, lexAt(s, c.from, c.to), role.Hook)
	styled := false
	for k := range t.toks {
		styled = styled || hookStyles[t.low(k)] != "" || t.low(k) == "#"
	}
	_, _, sized := t.sizeAt(0)
	if !sized && len(t.toks) > 2 {
		_, _, sized = t.sizeAt(2) // s/h #12
	}
	return styled && (sized || strings.Contains(c.of(s), "#")) && len(t.toks) <= 8
}

// guessCell gives the part that a cell without a label is about, by its last word or by what it is made of
// and how often it is wound; none where that does not tell.
func (r *reader) guessCell(s string, c cell) string {
	if label, _ := r.labelBehind(s[:c.to], c.from); label != "" {
		return label
	}
	t := newStretch(r.words, s, lexAt(s, c.from, c.to), "")
	if label, n := t.role(1); t.is(0, cAbsent) > 0 && n > 0 && 1+n == len(t.toks) { // "no wing"
		return label
	}
	turns, body := false, false
	for k := range t.toks {
		turns = turns || t.is(k, cTurns) > 0
		if v, n := t.as(k, cNoun); n > 0 {
			body = body || bodyKinds[material.Kind(v)] && !t.mark(k)
			if material.Kind(v).IsMetal() && turnsLater(t, 0) {
				return role.Rib
			}
			if kind := material.Kind(v); turnsLater(t, k) && (kind == material.Hackle || kind == material.Feather) {
				return role.Hackle
			}
		}
	}
	_, coloured := t.colour(0)
	switch {
	case body && !turns:
		return role.Body
	case turns && !body && coloured > 0: // "blue dun 3 t"
		return role.Hackle
	}
	return ""
}

func turnsLater(t *stretch, k int) bool {
	for ; k < len(t.toks); k++ {
		if t.is(k, cTurns) > 0 {
			return true
		}
	}
	return false
}
