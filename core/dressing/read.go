package dressing

import (
	"fmt"
	"strings"
	"unicode"

	"mothledger/core/measure"
	"mothledger/core/role"
)

// Mark is a piece of a line with what it was understood as. The texts of a
// line's marks, joined, give the line back.
type Mark struct {
	Text string `json:"text"`
	// As is label, header, material, colour, size, preparation, count, amount,
	// length, place, turns, winding, hook, thread, optional, alternative, note,
	// plain (words that carry no value), unread, or space.
	As string `json:"as"`
	// Meaning says in words how a hedge or a number was taken, where that is
	// not plain.
	Meaning string `json:"meaning,omitempty"`
}

// LineReading is one line of the text and how it was read.
type LineReading struct {
	Line  int    `json:"line"`
	Marks []Mark `json:"marks"`
}

// Reading is a dressing and how each line of its text was understood.
type Reading struct {
	Dressing Dressing      `json:"dressing"`
	Lines    []LineReading `json:"lines"`
}

// MaxText is the longest text that is read, in bytes.
const MaxText = 1 << 20

// TextError says why a text cannot be read, and where.
type TextError struct {
	Line int
	Msg  string
}

func (e *TextError) Error() string {
	if e.Line > 0 {
		return fmt.Sprintf("line %d: %s", e.Line, e.Msg)
	}
	return e.Msg
}

// Read reads a dressing. It never fails on words it does not know: those are
// listed as unread. It refuses a text that is empty, longer than MaxText, or
// not text at all, with a *TextError.
func Read(text string, w *Words) (Reading, error) {
	if len(text) > MaxText {
		return Reading{}, &TextError{Msg: fmt.Sprintf("the text has %d bytes; expected at most %d", len(text), MaxText)}
	}
	if strings.TrimSpace(text) == "" {
		return Reading{}, &TextError{Line: 1, Msg: "the text is empty; expected a name and lines such as \"Tail: 5 pheasant tail fibres\""}
	}
	text = strings.TrimPrefix(text, "\ufeff")
	line := 1
	for _, r := range text {
		switch {
		case r == '\n':
			line++
		case r == unicode.ReplacementChar || r < ' ' && r != '\t' && r != '\r':
			return Reading{}, &TextError{Line: line, Msg: "this is not text; expected a recipe in plain UTF-8"}
		}
	}
	rd := &reader{words: w}
	lines := strings.Split(text, "\n")
	for i, l := range lines {
		rd.standsAlone = i+1 < len(lines) && strings.TrimSpace(lines[i+1]) == ""
		rd.line(i+1, strings.TrimSuffix(l, "\r"))
	}
	rd.finish()
	return Reading{rd.d, rd.lines}, nil
}

// reader reads a text line by line.
type reader struct {
	words   *Words
	d       Dressing
	lines   []LineReading
	started bool   // a part was seen
	inNote  bool   // the last line was a note
	prev    string // the text of the last line that was not blank
	blank   bool   // the last line was blank
	sawBody bool   // a blank line followed the headers
	// standsAlone is set where the line after this one is blank
	standsAlone bool
}

var headers = map[string]string{
	"pattern": "title", "name": "title", "title": "title", "fly": "title", "pattern name": "title", "name of fly": "title", "pattern of the month": "title", "fly of the month": "title", "this month's pattern": "title", "this month's fly": "title",
	"also called": "also", "also known as": "also", "aka": "also", "other names": "also",
	"variant of": "parent", "parent": "parent", "variation of": "parent", "based on": "parent", "after": "parent", "descends from": "parent", "version of": "parent",
	"tier": "tier", "tied by": "tier", "dressed by": "tier", "tyer": "tier",
	"originator": "originator", "originated by": "originator", "inventor": "originator", "devised by": "originator", "invented by": "originator", "created by": "originator", "origin": "originator",
	"source": "source", "book": "source", "published in": "source", "from": "source", "printed in": "source", "first printed in": "source",
	"page": "page", "p": "page", "pp": "page", "pages": "page", "date": "date", "year": "date", "dated": "date", "when": "date",
	"imitates": "imitates", "represents": "imitates", "sizes": "sizes", "size": "sizes", "hook sizes": "sizes", "hook size": "sizes", "size range": "sizes",
	"style": "style", "type": "style", "kind": "kind", "entry": "kind",
	"essential": "essential", "essentials": "essential", "the point": "essential", "the whole point": "essential", "what makes it": "essential", "must have": "essential", "note": "note", "notes": "note", "remarks": "note", "remark": "note", "comment": "note", "comments": "note", "reason": "note", "why": "note", "tying notes": "note", "tying note": "note",
}

// segment is a stretch of a line with one label.
type segment struct {
	roles      []string // labels as kept; several for "tail and hackle"
	header     string
	labelStart int
	labelEnd   int // end of label and separator
	textEnd    int
	optional   bool
	bare       bool // a label without a colon or a dash, as on terse cards
}

func (r *reader) line(n int, s string) {
	marks := newMarks(s)
	defer func() { r.lines = append(r.lines, LineReading{n, marks.list()}) }()
	if strings.TrimSpace(s) == "" {
		r.blank = true
		r.inNote = false
		if r.d.Title != "" || r.started {
			r.sawBody = true
		}
		return
	}
	wasBlank, prev := r.blank, r.prev
	r.blank, r.prev = false, strings.TrimSpace(s)
	start := bullet(s)
	indented := start == len(s)-len(strings.TrimLeft(s, " \t")) && start > 0
	marks.set(0, start, "plain", "")
	segs := r.segments(s, start)
	if r.standsAlone && r.d.Title == "" && !r.started && len(segs) == 1 && segs[0].header == "" && !strings.ContainsAny(s, ":=|\t—") && !strings.Contains(s, " - ") && len(strings.Fields(s)) <= 6 {
		segs = nil // a name such as "Wing Moth", above a blank line
	}
	if len(segs) == 0 {
		r.unlabelled(n, s, start, indented, wasBlank, prev, marks)
		return
	}
	r.inNote = false
	for _, g := range segs {
		text := s[g.labelEnd:g.textEnd]
		if g.header != "" {
			marks.set(g.labelStart, g.labelEnd, "header", "")
			r.header(n, g.header, strings.TrimSpace(text), g.labelEnd, marks, s)
			continue
		}
		if shortBead(s[g.labelStart:g.labelEnd], text) {
			g.roles = []string{"bead"}
		}
		marks.set(g.labelStart, g.labelEnd, "label", "")
		r.started = true
		for k, label := range g.roles {
			m := marks
			if k > 0 {
				m = newMarks(s) // the same words, read again for the second part
			}
			r.parts(n, label, s, g.labelEnd, g.textEnd, g.optional, m, k > 0)
		}
	}
}

// shortBead tells the label "bd" that is short for bead from the one that is
// short for body, by what follows.
func shortBead(label, text string) bool {
	if strings.Trim(strings.ToLower(label), " .:=-—") != "bd" {
		return false
	}
	for _, t := range measure.Lex(text) {
		switch t.Low {
		case "tungsten", "brass", "slotted", "bead", "countersunk":
			return true
		}
	}
	return false
}

// bullet gives where the text starts after spaces, a bullet or a step number.
func bullet(s string) int {
	i := len(s) - len(strings.TrimLeft(s, " \t"))
	rest := s[i:]
	for _, b := range []string{"- ", "* ", "• ", "– ", "— ", "# ", "## ", "> ", "· "} {
		if strings.HasPrefix(rest, b) {
			return i + len(b)
		}
	}
	d := 0
	for d < len(rest) && rest[d] >= '0' && rest[d] <= '9' {
		d++
	}
	if d > 0 && d <= 2 && d+1 < len(rest) && (rest[d] == '.' || rest[d] == ')') && rest[d+1] == ' ' {
		return i + d + 2
	}
	return i
}

// segments finds the labels of a line. A line may hold several: "Wing: white
// duck. Head: brown".
func (r *reader) segments(s string, start int) []segment {
	toks := measure.Lex(s[start:])
	for i := range toks {
		toks[i].Start += start
		toks[i].End += start
	}
	var out []segment
	for i := 0; i < len(toks); i++ {
		first := i == 0
		var after string
		if !first {
			after = toks[i-1].Low
			if toks[i-1].Kind != measure.Mark || after != "." && after != ";" && after != "," && after != "|" {
				continue
			}
		}
		g, next, ok := r.labelAt(s, toks, i, first, after, len(out) > 0 && out[0].bare)
		if !ok {
			continue
		}
		if len(out) > 0 {
			out[len(out)-1].textEnd = toks[i].Start
			if out[0].header == "note" || out[0].header == "title" {
				out[0].textEnd = len(s)
				return out[:1]
			}
		}
		g.textEnd = len(s)
		out = append(out, g)
		i = next - 1
	}
	return out
}

var sentenceLead = phraseSet("for the", "the", "tie in the", "tie in a", "then the", "then a", "now the", "next the", "make the", "make a", "and the", "dub the", "dub a", "add a", "add the", "a", "with a", "next a", "finally the", "next comes the", "wind the", "first the", "for a", "my")

// labelAt reads a label at token i. At the start of a line it also takes a
// label without a separator, an unknown label before a colon, and the opening
// of a sentence ("For the tail, ...").
func (r *reader) labelAt(s string, toks []measure.Token, i int, first bool, after string, terse bool) (segment, int, bool) {
	g := segment{labelStart: toks[i].Start}
	k := i
	if first {
		if h, n := headerAt(toks, i); n > 0 && i+n < len(toks) {
			if m := separator(s, toks, i+n); m > 0 {
				g.header = h
				g.labelEnd = toks[i+n+m-1].End
				return g, i + n + m, true
			}
			if h == "sizes" && toks[i+n].Kind == measure.Number { // SIZES 10 - 14
				g.header = h
				g.labelEnd = toks[i+n-1].End
				return g, i + n, true
			}
		}
		if _, n := sentenceLead.Match(toks, i); n > 0 {
			if _, m := r.words.roles.Match(toks, i+n); m > 0 {
				k = i + n
			}
		}
	}
	lead := k > i
	for {
		idx, n := r.words.roles.Match(toks, k)
		if n == 0 {
			break
		}
		label := r.words.roleList[idx]
		g.roles = append(g.roles, role.Label(label))
		k += n
		g.labelEnd = toks[k-1].End
		if k+1 < len(toks) && (toks[k].Low == "and" || toks[k].Low == "&" || toks[k].Low == "/" || toks[k].Low == "+") {
			if _, m := r.words.roles.Match(toks, k+1); m > 0 {
				k++
				continue
			}
		}
		break
	}
	if len(g.roles) == 0 {
		if first && !lead {
			return r.unknownLabel(s, toks, i)
		}
		return g, 0, false
	}
	if k+2 < len(toks) && toks[k].Low == "(" && toks[k+1].Low == "optional" && toks[k+2].Low == ")" {
		g.optional = true
		k += 3
		g.labelEnd = toks[k-1].End
	}
	if m := separator(s, toks, k); m > 0 {
		g.labelEnd = toks[k+m-1].End
		return g, k + m, true
	}
	if lead {
		for k < len(toks) && (toks[k].Low == "," || toks[k].Low == "is" || toks[k].Low == "are" || toks[k].Low == "use" || toks[k].Low == "take" || toks[k].Low == "of" || toks[k].Low == "i" || toks[k].Low == "with" || toks[k].Low == "we") {
			k++
		}
		g.labelEnd = toks[k-1].End
		return g, k, k < len(toks) && k > i
	}
	capital := unicode.IsUpper([]rune(s[toks[i].Start:])[0])
	written := role.Clean(s[toks[i].Start:toks[k-1].End])
	if everyday[written] && !isUpper(s[toks[i].Start:toks[k-1].End]) {
		return g, 0, false
	}
	switch {
	case k >= len(toks):
		return g, k, first && isUpper(s[g.labelStart:g.labelEnd])
	case first && toks[k].Low != "," && toks[k].Low != ".":
		g.bare = true
		return g, k, capital || r.started || r.d.Title != ""
	case after == "." || after == ";":
		return g, k, (capital || terse && after == ";") && toks[k].Kind != measure.Mark
	}
	return g, 0, false
}

func isUpper(s string) bool { return strings.ToUpper(s) == s && strings.ToLower(s) != s }

// separator tells how many tokens from k on part a label from its text: a
// colon, an equals sign, a dash with space around it, or the long dash of old
// books with or without a full stop before it ("Body.—Dirty yellow wool").
func separator(s string, toks []measure.Token, k int) int {
	if k >= len(toks) {
		return 0
	}
	switch t := toks[k]; t.Low {
	case ":", "=", "|", "→":
		return 1
	case ".":
		if k+1 < len(toks) && longDash(s, toks[k+1]) {
			return 2
		}
	case "-":
		if longDash(s, t) || !t.Joined && (t.End >= len(s) || s[t.End] == ' ' || s[t.End] == '\t') {
			return 1
		}
	}
	return 0
}

func longDash(s string, t measure.Token) bool { return s[t.Start:t.End] == "—" }

// unknownLabel takes "Gills: white ostrich": one to three words before a colon
// that name no part known here. The list of parts is open.
func (r *reader) unknownLabel(s string, toks []measure.Token, i int) (segment, int, bool) {
	if !r.started && !r.sawBody {
		return segment{}, 0, false
	}
	k := i
	for k < len(toks) && toks[k].Kind == measure.Word && k-i < 3 {
		k++
	}
	if k == i || k >= len(toks) || toks[k].Low != ":" || k+1 >= len(toks) {
		return segment{}, 0, false
	}
	label := role.Label(s[toks[i].Start:toks[k-1].End])
	return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[k].End}, k + 1, true
}

func headerAt(toks []measure.Token, i int) (string, int) {
	for n := 4; n >= 1; n-- {
		if i+n > len(toks) {
			continue
		}
		var w []string
		for _, t := range toks[i : i+n] {
			if t.Kind != measure.Word {
				break
			}
			w = append(w, t.Low)
		}
		if h := headers[strings.Join(w, " ")]; len(w) == n && h != "" {
			return h, n
		}
	}
	return "", 0
}

func (r *reader) header(n int, h, value string, at int, marks *marks, s string) {
	d := &r.d
	end := len(s)
	if value == "" {
		return
	}
	set := func(to *string) {
		if *to != "" && *to != value {
			d.contradict([]int{n}, h, *to, value)
			return
		}
		*to = value
	}
	as := "header"
	switch h {
	case "title":
		set(&d.Title)
	case "also":
		for _, a := range strings.FieldsFunc(value, func(r rune) bool { return r == ',' || r == ';' }) {
			if a = strings.TrimSpace(a); a != "" {
				d.AlsoCalled = append(d.AlsoCalled, a)
			}
		}
	case "parent":
		set(&d.VariantOf)
	case "tier":
		set(&d.Tier)
	case "originator":
		set(&d.Originator)
	case "source":
		if name, page, ok := cutPage(value); ok && d.Page == "" {
			value = name
			d.Page = page
		}
		set(&d.Source)
	case "page":
		set(&d.Page)
	case "date":
		set(&d.Date)
	case "imitates":
		set(&d.Imitates)
	case "style":
		set(&d.Style)
	case "kind":
		switch v := strings.ToLower(value); v {
		case "style", "reconstruction":
			set(&d.Kind)
			d.Kind = v
		case "recipe":
		default:
			d.Unread = append(d.Unread, Unread{n, value})
			as = "unread"
		}
	case "essential":
		for _, e := range strings.Split(value, ";") {
			if e = strings.TrimSpace(e); e != "" {
				d.Essentials = append(d.Essentials, e)
			}
		}
	case "note":
		d.Notes = append(d.Notes, value)
		r.inNote = true
		as = "note"
	case "sizes":
		as = "hook"
		p := Part{Line: n, Role: "hook", Hook: &Hook{}}
		hl := &hookLine{reader: r, part: &p}
		hl.read(s, at, end, marks)
		return
	}
	marks.set(at, end, as, "")
}

// cutPage takes ", p. 41" or ", page 41" off a source.
func cutPage(s string) (name, page string, ok bool) {
	i := strings.LastIndex(s, ",")
	if i < 0 {
		return s, "", false
	}
	tail := strings.TrimSpace(s[i+1:])
	for _, p := range []string{"pages ", "page ", "pp. ", "pp ", "p. ", "p."} {
		if rest, found := strings.CutPrefix(strings.ToLower(tail), p); found && rest != "" {
			return strings.TrimSpace(s[:i]), strings.TrimSpace(rest), true
		}
	}
	return s, "", false
}

// unlabelled takes a line with no label: the title, the rest of the line
// before, or something that is not understood.
func (r *reader) unlabelled(n int, s string, start int, indented, wasBlank bool, prev string, marks *marks) {
	text := strings.TrimSpace(s[start:])
	if r.d.Title == "" && !r.started && len(strings.Fields(text)) <= 10 && (!strings.HasSuffix(text, ".") || isUpper(text)) && hasLetter(text) {
		r.d.Title = strings.Trim(text, "=_*. ")
		marks.set(start, len(s), "header", "")
		return
	}
	if strings.Trim(text, "=-_*~. ") == "" { // a ruled line
		marks.set(start, len(s), "plain", "")
		return
	}
	if r.inNote && !wasBlank {
		last := len(r.d.Notes) - 1
		r.d.Notes[last] += " " + text
		marks.set(start, len(s), "note", "")
		return
	}
	runsOn := indented || strings.HasSuffix(prev, ",") || unicode.IsLower([]rune(text)[0])
	if r.started && !wasBlank && runsOn && len(r.d.Parts) > 0 {
		r.continueLine(n, s, start, marks)
		return
	}
	if bareHook(text) && r.d.Find("hook") < 0 {
		r.started = true
		r.parts(n, "hook", s, start, len(s), false, marks, false)
		return
	}
	if label := r.namedWithin(s, start); label != "" {
		r.started = true
		r.parts(n, label, s, start, len(s), false, marks, false)
		return
	}
	marks.set(start, len(s), "unread", "")
	r.d.Unread = append(r.d.Unread, Unread{n, text})
}

// bareHook tells a hook line of a terse card: "#6 streamer 4XL".
func bareHook(text string) bool {
	return len(text) > 1 && text[0] == '#' && text[1] >= '0' && text[1] <= '9'
}

var (
	tellsHow = phraseSet("tie in", "then tie in", "tie", "take", "use", "add", "attach", "catch in", "mount", "i use", "i take", "i tie in", "we use")
	namesIt  = phraseSet("for the", "for a", "as the", "as a", "to make the", "to form the")
)

// namedWithin gives the part of a sentence that names it late: "Tie in fine
// copper wire for the rib".
func (r *reader) namedWithin(s string, start int) string {
	toks := lexAt(s, start, len(s))
	if _, n := tellsHow.Match(toks, 0); n == 0 {
		return ""
	}
	for i := range toks {
		if toks[i].Low == "." {
			break
		}
		if _, n := namesIt.Match(toks, i); n > 0 {
			if k, m := r.words.roles.Match(toks, i+n); m > 0 && !everyday[r.words.roleList[k]] {
				return role.Label(r.words.roleList[k])
			}
		}
	}
	return ""
}

func hasLetter(s string) bool { return strings.IndexFunc(s, unicode.IsLetter) >= 0 }

// continueLine reads a line that goes on with the part before it: the part is
// read again with both lines' words.
func (r *reader) continueLine(n int, s string, start int, marks *marks) {
	last := len(r.d.Parts) - 1
	first := r.d.Parts[last].Line
	for last > 0 && r.d.Parts[last-1].Line == first && r.d.Parts[last-1].Text == r.d.Parts[last].Text {
		last--
	}
	old := r.d.Parts[last]
	joined := old.Text + " " + strings.TrimSpace(s[start:])
	kept := r.d.Unread[:0]
	for _, u := range r.d.Unread {
		if u.Line != first {
			kept = append(kept, u)
		}
	}
	r.d.Unread = kept
	labels := make([]string, 0, 2)
	for _, p := range r.d.Parts[last:] {
		labels = append(labels, p.Role)
	}
	r.d.Parts = r.d.Parts[:last]
	m := newMarks(joined)
	for k, l := range labels {
		r.parts(first, l, joined, 0, len(joined), old.Optional, m, k > 0)
	}
	r.d.Parts[last].Line = first
	m.copyTail(marks, len(s)-start, start)
	_ = n
}

// finish looks at the account as a whole.
func (r *reader) finish() {
	d := &r.d
	if d.Parts == nil {
		d.Parts = []Part{}
	}
	if d.Unread == nil {
		d.Unread = []Unread{}
	}
	if d.Contradictions == nil {
		d.Contradictions = []Contradiction{}
	}
	r.contradictions()
}

// contradictions compares what an account says twice: two hooks, two threads,
// a hook outside the sizes.
func (r *reader) contradictions() {
	d := &r.d
	firstHook, firstThread := -1, -1
	for i, p := range d.Parts {
		switch {
		case p.Hook != nil && firstHook < 0:
			firstHook = i
		case p.Hook != nil:
			if a, b := d.Parts[firstHook].Hook, p.Hook; a.Size != "" && b.Size != "" && a.Size != b.Size {
				d.contradict([]int{d.Parts[firstHook].Line, p.Line}, "", "hook "+a.Size, "hook "+b.Size)
			}
		}
		std, _ := p.Standard()
		if std.Name != "thread" || len(p.Materials) == 0 {
			continue
		}
		if firstThread < 0 {
			firstThread = i
			continue
		}
		if a, b := d.Parts[firstThread].Materials[0].Colour, p.Materials[0].Colour; a != "" && b != "" && a != b {
			d.contradict([]int{d.Parts[firstThread].Line, p.Line}, "", a+" thread", b+" thread")
		}
	}
	if firstHook >= 0 && d.Sizes != nil && d.Parts[firstHook].Hook.Size != "" {
		if h, ok := d.HookNamed(); ok && (int(h.Size) < d.Sizes.Low || int(h.Size) > d.Sizes.High) && d.Parts[firstHook].Hook.Demonstration == "" {
			d.contradict([]int{d.Parts[firstHook].Line}, "", fmt.Sprintf("hook %v", h.Size), fmt.Sprintf("sizes %d to %d", d.Sizes.Low, d.Sizes.High))
		}
	}
}
