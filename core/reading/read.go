// Package reading makes a dressing of a text: of the plain form that books and newsletters
// have always used, and of the many loose ways in which people write it. What it
// understands becomes a value; what it does not is listed as unread, never guessed.
package reading

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Mark is a piece of a line with what it was understood as. The texts of a
// line's marks, joined, give the line back.
type Mark struct {
	Text string `json:"text"`
	As   MarkAs `json:"as"`
	// Meaning says in words how a hedge or a number was taken, where that is
	// not plain.
	Meaning string `json:"meaning,omitempty"`
}

// MarkAs is what a piece of a line was understood as. A plain word carries no value.
type MarkAs string

// Values lists all that a piece can be understood as.
func (MarkAs) Values() []string {
	return []string{asLabel, asHeader, asMaterial, asColour, asSize, asPreparation, asCount, asAmount, asLength, asPlace, asTurns, asWinding, asHook, asThread, asOptional, asAlternative, asCondition, asSaid, asNote, asPlain, asUnread, asSpace}
}

// What a piece of a line can be understood as.
const (
	asLabel       = "label"
	asHeader      = "header"
	asMaterial    = "material"
	asColour      = "colour"
	asSize        = "size"
	asPreparation = "preparation"
	asCount       = "count"
	asAmount      = "amount"
	asLength      = "length"
	asPlace       = "place"
	asTurns       = "turns"
	asWinding     = "winding"
	asHook        = "hook"
	asThread      = "thread"
	asOptional    = "optional"
	asAlternative = "alternative"
	asCondition   = "condition"
	asSaid        = "said"
	asNote        = "note"
	asPlain       = "plain"
	asUnread      = "unread"
	asSpace       = "space"
)

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

// readerNumber is counted up when the steps of the reader change what they make of the same words.
const readerNumber = 7

// Version names the reader and its built-in words. A reading is kept with it; the readings of
// before are those of reader 1.
func Version() string { return fmt.Sprintf("%d-%s", readerNumber, lexicon.Digest()) }

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
	if err := Legible(text); err != nil {
		return Reading{}, err
	}
	if err := oneFly(text); err != nil {
		return Reading{}, err
	}
	p, own, means, unread := restate(text, w)
	if len(p.puts) == 0 && len(p.lines) == strings.Count(text, "\n")+1 {
		out, err := readWhole(text, own, caps{MaxParts, MaxLineWords})
		own.knownBy(&out.Dressing)
		return out, err
	}
	out, err := readWhole(strings.Join(p.lines, "\n"), own, caps{MaxParts, MaxLineWords})
	if err != nil {
		return Reading{}, err
	}
	own.knownBy(&out.Dressing)
	out.Lines = p.back(&out.Dressing, out.Lines, strings.Split(text, "\n"))
	out.Dressing.Means = means
	out.Dressing.Unread = append(out.Dressing.Unread, unread...)
	return out, nil
}

// caps are the most parts of a text, and words of a part, that are read.
type caps struct{ parts, words int }

// readWhole reads a text of any length, within the caps.
func readWhole(text string, w *Words, most caps) (Reading, error) {
	rd := &reader{words: w}
	if err := rd.readLines(text, most); err != nil {
		return Reading{}, err
	}
	out := Reading{rd.d, make([]LineReading, len(rd.marks))}
	for i, m := range rd.marks {
		out.Lines[i] = LineReading{i + 1, m.list()}
	}
	return out, nil
}

func (rd *reader) readLines(text string, most caps) error {
	lines := strings.Split(text, "\n")
	written := slices.Clone(lines) // what is changed below keeps its length
	for i, l := range lines {      // "Hook.....14 wet"
		if m := leaders.FindStringSubmatchIndex(l); m != nil {
			lines[i] = l[:m[3]] + ":" + strings.Repeat(" ", m[5]-m[3]-1) + l[m[5]:]
		}
	}
	rd.besideSteps(lines)
	rd.commas = rd.labelsBefore(lines, ",") >= 2
	rd.semis = rd.labelsBefore(lines, ";") >= 3
	for _, l := range lines {
		if label, _ := rd.labelBehind(l, 0); label != "" {
			rd.behind++
		}
	}
	rd.small = rd.inSmall(lines)
	rd.stops = rd.labelsBefore(lines, ".") >= 3
	rd.columns = inColumns(lines)
	for _, l := range lines {
		if letterLine.MatchString(l) {
			rd.letters = rd.letters || rd.letterLine
			rd.letterLine = true
		}
	}
	rows := rd.numberedRows(lines)
	if said := saidByWhom(lines); said != nil {
		rows = said.at
		rd.d.Tier = said.who
	}
	head := rd.headOfMail(lines)
	for i, l := range lines[head:] {
		i += head
		rd.numbered = rows[i]
		rd.standsAlone = i+1 < len(lines) && strings.TrimSpace(lines[i+1]) == ""
		l = strings.TrimSuffix(l, "\r")
		rd.line(i+1, fullStops(l))
		rd.marks[i].text = strings.TrimSuffix(written[i], "\r")
		if len(rd.d.Parts) > most.parts {
			return &TextError{Line: i + 1, Msg: fmt.Sprintf("more than %d parts; expected the dressing of one fly", most.parts)}
		}
		if len(rd.onward) > 0 && rd.onwardWords > most.words {
			return &TextError{Line: rd.onward[0].line, Msg: fmt.Sprintf("a part of more than %d words and marks; expected a few lines a part", most.words)}
		}
	}
	rd.finish()
	return nil
}

// stepBeside is a numbered step in a column of its own, beside the list of what is needed.
var stepBeside = regexp.MustCompile(`^(.*\S)\s{3,}(\d{1,2}\. \p{Lu}.*)$`)

// besideSteps takes the steps that stand in a column beside the parts out of the lines, and keeps them as notes.
func (rd *reader) besideSteps(lines []string) {
	steps := map[int][]int{}
	for i, l := range lines {
		if m := stepBeside.FindStringSubmatchIndex(l); m != nil {
			steps[i] = m
		}
	}
	if len(steps) < 3 {
		return
	}
	for i := range lines {
		if m := steps[i]; m != nil {
			rd.d.Notes = append(rd.d.Notes, lines[i][m[4]:m[5]])
			lines[i] = lines[i][:m[3]] + strings.Repeat(" ", len(lines[i])-m[3])
		}
	}
}

// reader reads a text line by line.
type reader struct {
	words *Words
	d     Dressing
	marks []*marks // of each line
	// onward are lines that go on with the last part and are still to be read with it,
	// onwardWords how many words and marks the part has with them
	onward      []onward
	onwardWords int
	steps       int    // tokens read as parts of the fly, each time they are
	started     bool   // a part was seen
	inNote      bool   // the last line was a note
	letter      bool   // somebody was greeted
	method      bool   // the steps are told, of parts that were listed before
	odd         bool   // the title does not look like a name
	givenName   string // the title that stood behind the label of a name
	headed      bool   // the title is a line of its own, which may turn out to be a heading
	signed      bool   // a letter ends; its writer's name follows
	ownFly      bool   // the letter names the fly as its writer's own
	prev        string // the text of the last line that was not blank
	blank       bool   // the last line was blank
	// labelled are the labels read so far, firstOf the first of each kind of work
	labelled   map[string]bool
	inferred   bool // the part that is read was told by what the words mean, in running prose
	firstOf    map[string]string
	letters    bool // labels of one letter stand at two lines and more: "S. scarlet"
	letterLine bool
	behind     int       // lines whose label stands last: "three strands of black hen, tail"
	small      bool      // labels begin lines in small letters, and nothing else does in capitals
	stops      bool      // labels stand before a full stop: "tag. flat silver"
	doer       string    // who ties, where no tier is named: the first who takes a thing in hand
	headings   []heading // of a table that has a row for each fly
	between    rune      // what parts its columns
	semis      bool      // labels stand before a semicolon: "shuck; amber"
	commas     bool      // labels stand before a comma: "Tail, some fibres of a cock"
	terse      bool      // a label stood without a separator
	columns    bool      // labels and texts stand in columns, with spaces between
	entry      bool      // the first line is a number and a name in capitals
	nextFly    bool      // what follows is another fly
	dashes     bool      // a dash stood between a label and its text
	// sentenceLabels counts the sentences of the line that begin with a label in a capital
	sentenceLabels int
	// commaLabels counts the labels that stand behind a comma or a colon within the line: "silk black, tail crest"
	commaLabels int
	// theLabels counts those that begin with "The", a part and no verb: "The body of green wool."
	theLabels  int
	labelsHere int  // labels found so far in the line
	cells      bool // a line was a row of cells, each with its label
	noted      int  // the last line of which something became a note of the dressing
	numbered   int  // where the text begins behind the number of a row, 0 where the line has none
	sawBody    bool // a blank line followed the headers
	// standsAlone is set where the line after this one is blank
	standsAlone bool
}

var headers = lexicon.Values("header")

// variantName is a name with its parent in brackets behind it.
var variantName = regexp.MustCompile(`(?i)^(.+?)\s*\((?:a )?(?:variant|variation|version) of (?:the )?([^)]+)\)$`)

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
	r.marks = append(r.marks, marks)
	if strings.TrimSpace(s) == "" {
		r.blankLine()
		return
	}
	if r.ofMethod(s, marks) || r.ofNextFly(n, s, marks) {
		return
	}
	wasBlank, prev := r.blank, r.prev
	r.blank, r.prev = false, strings.TrimSpace(s)
	start := bullet(s)
	if r.numbered > 0 {
		start = r.numbered
	}
	indented := start == len(s)-len(strings.TrimLeft(s, " \t")) && start > 0
	marks.set(0, start, asPlain, "")
	if r.tableOrNote(n, s, marks, start) {
		return
	}
	start, done := r.nameOpens(n, s, start, marks)
	if !done {
		start, done = r.creditOpens(s, start, marks)
	}
	if done {
		return
	}
	if r.prose(n, s, start, marks) {
		r.inNote = false
		return
	}
	if r.columns && r.started && !wasBlank && len(r.d.Parts) > 0 && start == len(s)-len(strings.TrimLeft(s, " ")) && start >= leastIndent { // under the column of the words
		r.continueLine(n, s, start, marks)
		return
	}
	opened := r.opener(s, start)
	segs := r.segments(s, opened)
	if len(segs) > 0 && len(r.onward) > 0 { // what labels mean here depends on the parts read so far
		r.goOn()
		segs = r.segments(s, opened)
	}
	if r.standsAlone && r.d.Title == "" && !r.started && len(segs) == 1 && segs[0].header == "" && !strings.ContainsAny(s, ":=|\t—") && !strings.Contains(s, " - ") && len(strings.Fields(s)) <= 6 {
		segs = nil // a name such as "Wing Moth", above a blank line
	}
	if len(segs) == 0 {
		r.unlabelled(n, s, start, opened, indented, wasBlank, prev, marks)
		return
	}
	marks.set(start, opened, asPlain, "")
	if at := segs[0].labelStart; r.wraps(s, opened, at, wasBlank, prev) {
		r.continueLine(n, s[:at], opened, marks)
		r.goOn()
	} else {
		r.before(n, s, opened, at, marks)
	}
	r.inNote = false
	r.terse = r.terse || segs[0].bare
	r.eachSegment(n, s, marks, segs)
}

// blankLine takes a line with nothing on it.
func (r *reader) blankLine() {
	r.goOn()
	r.blank = true
	r.inNote = false
	if r.d.Title != "" || r.started {
		r.sawBody = true
	}
}

// otherHand leads up to what somebody else wrote on the card.
var otherHand = regexp.MustCompile(`^[\[(]?(?i:(?:added |written |noted |below |above |beneath |beside |at the side |on the back )?(?:,? ?in (?:pencil|biro|ball ?point|red ink|green ink|blue ink|a later hand|another hand|a different hand|the margin)|by (?:another|a later|a different) hand))\b`)

// entryName is a number and a name in capitals, as in a list of flies.
var entryName = regexp.MustCompile(`^(?:No\.? ?)?\d{1,4}[a-z]?[.):]? +((?:THE )?\p{Lu}[\p{Lu}'’-]+(?: [\p{Lu}'’-]+)*)[.,:;]`)

// ofNextFly leaves the entries below the first of a list unread: one text tells of one fly.
func (r *reader) ofNextFly(n int, s string, marks *marks) bool {
	text := strings.TrimSpace(s)
	entry := entryName.MatchString(text)
	switch {
	case r.nextFly, entry && r.entry && len(r.d.Parts) > 0:
		r.goOn()
		r.nextFly = true
		marks.set(0, len(s), asUnread, "of another fly")
		r.d.Unread = append(r.d.Unread, Unread{Line: n, Text: text})
		return true
	case entry && len(r.marks) == 1:
		r.entry = true
	}
	return false
}

// ofMethod takes the heading over how a fly is tied, and the steps below it.
func (r *reader) ofMethod(s string, marks *marks) bool {
	if head := strings.ToLower(strings.Trim(s, " =_*~.:#-")); methods[head] && len(r.d.Parts) >= 3 {
		r.method = true
		marks.set(0, len(s), asPlain, "")
		return true
	}
	if r.method && !strings.Contains(s, ":") { // the steps of what was listed before
		r.d.Notes = append(r.d.Notes, strings.TrimSpace(s))
		marks.set(0, len(s), asNote, "")
		return true
	}
	return false
}

// tableOrNote takes a line of a table, and a note that is marked as one.
func (r *reader) tableOrNote(n int, s string, marks *marks, start int) bool {
	if tableHead(s) {
		marks.set(start, len(s), asPlain, "")
		return true
	}
	if list, between := across(s); list != nil && !r.started {
		r.headings, r.between = list, between
		marks.set(start, len(s), asPlain, "")
		return true
	}
	if r.headerRow(n, s, start, marks) || r.acrossRow(n, s, marks) || r.cellRow(n, s, start, marks) {
		return true
	}
	if (r.started || r.d.Title != "") && otherHand.MatchString(s[start:]) { // "in pencil, another hand: better with rubber legs"
		r.d.Notes = append(r.d.Notes, strings.TrimSpace(s[start:]))
		marks.set(start, len(s), asNote, "")
		r.inNote = true
		return true
	}
	if notaBene.MatchString(s[start:]) && (r.started || r.d.Title != "") { // "NB tried tungsten, too heavy"
		r.d.Notes = append(r.d.Notes, strings.TrimSpace(s[start:]))
		marks.set(start, len(s), asNote, "")
		r.inNote = true
		return true
	}
	return false
}

// headerRow takes a row of a table whose first cell is the name of a header: "| Name | Quarry Mayfly | |".
func (r *reader) headerRow(n int, s string, start int, marks *marks) bool {
	if !strings.HasPrefix(s[start:], "|") {
		return false
	}
	cells := strings.Split(s[start+1:], "|")
	if len(cells) < 2 {
		return false
	}
	toks := measure.Lex(cells[0])
	h, k := headerAt(toks, 0)
	value := strings.TrimSpace(cells[1])
	if k == 0 || k < len(toks) || value == "" {
		return false
	}
	at := start + 1 + len(cells[0]) + 1 + strings.Index(cells[1], value)
	marks.set(start, at, asLabel, "read as: "+h)
	r.header(n, h, value, start, at, marks, s[:at+len(value)])
	marks.set(at+len(value), len(s), asPlain, "")
	return true
}

// nameOpens takes a name with its hook behind it, and the name of an entry. It gives where the rest begins, and
// whether there is none.
func (r *reader) nameOpens(n int, s string, start int, marks *marks) (int, bool) {
	if k := r.nameAndHook(s, start); k > 0 { // "Coldharbour Gnat: #18 dry; silk - black"
		r.d.Title = strings.TrimSpace(s[start : k-1])
		marks.set(start, k, asHeader, "")
		start = k
		for start < len(s) && s[start] == ' ' {
			start++
		}
		r.started = true
		end := strings.IndexByte(s[start:], ';')
		if end < 0 {
			end = len(s) - start
		}
		r.parts(n, "hook", s, start, start+end, false, marks, false)
		if start += end + 1; start >= len(s) {
			return start, true
		}
		for start < len(s) && s[start] == ' ' {
			start++
		}
	}
	if text := strings.TrimSpace(s[start:]); r.d.Title == "" && !r.started && entryLine.MatchString(text) { // "Entry 88. 12th Sept. 1927.", "Case 4, No. 17"
		if y := yearSaid.FindStringSubmatch(text); y != nil {
			r.d.Date = cmp.Or(r.d.Date, strings.Trim(strings.TrimSpace(text[len(entryNumber.FindString(text)):]), " ."))
		}
		r.d.Notes = append(r.d.Notes, text)
		marks.set(start, len(s), asNote, "")
		return start, true
	}
	if m := entryName.FindStringSubmatch(strings.TrimSpace(s[start:])); m != nil && r.d.Title == "" && !r.started && len(r.marks) == 1 && nameLike(m[1]) && !strings.Contains(s, "   ") { // "216 BLACK PENNY. Trout, wet."
		r.d.Title, r.headed = m[1], true
		if rest := strings.Trim(strings.TrimSpace(s[start:])[len(m[0]):], " .,:;"); rest != "" {
			r.d.Notes = append(r.d.Notes, rest)
		}
		marks.set(start, len(s), asHeader, "")
		return start, true
	}
	if m := sheetOf.FindString(strings.TrimSpace(s[start:])); m != "" && r.d.Title == "" && !r.started { // "Fly tying beginners, sheet 5"
		r.d.Notes = append(r.d.Notes, m)
		marks.set(start, len(s), asNote, "")
		return start, true
	}
	return r.headOpens(s, start, marks)
}

// headOpens takes a heading that says more than the name: who sent it, on which sheet it stands, at whose bench it was tied.
func (r *reader) headOpens(s string, start int, marks *marks) (int, bool) {
	if r.d.Title != "" || r.started {
		return start, false
	}
	if m := wired.FindStringSubmatch(s[start:]); m != nil { // "FROM OLSEN. FLY IS THE NIGHT MAIL. HOOK EIGHT …"
		r.d.Tier, r.d.Title, r.headed = cmp.Or(r.d.Tier, m[1]), m[2], true
		marks.set(start, start+len(m[0]), asHeader, "")
		start += len(m[0])
	}
	if m := cmp.Or(chapter.FindString(s[start:]), boxOver.FindString(s[start:])); m != "" { // "CHAP. IX. The RUDDY GNAT is …", "BOX 3, ROW 2: …"
		m = strings.TrimSuffix(m, `"`)
		r.d.Notes = append(r.d.Notes, strings.Trim(m, " .:"))
		marks.set(start, start+len(m), asNote, "")
		start += len(m)
	}
	if m := benchThen.FindStringSubmatch(strings.TrimSpace(s[start:])); m != nil && nameLike(m[3]) { // "Notes from the bench of Arvid Sund: the Widow's Lamp"
		r.d.Title, r.headed, r.d.Tier = m[3], true, cmp.Or(r.d.Tier, m[2])
		r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(headDate.FindString(m[1])))
		if m[1] != "" {
			r.d.Notes = append(r.d.Notes, strings.TrimRight(m[1], " .,:;"))
		}
		marks.set(start, len(s), asHeader, "")
		return start, true
	}
	if m := shownAfter.FindStringSubmatch(strings.TrimSpace(s[start:])); m != nil && r.d.Tier == "" { // "Barley Mow, for the first hour after dark. Shown by Dag Rud."
		if name, rest, _ := strings.Cut(m[1], ", "); nameLike(name) {
			if r.d.Title, r.headed, r.d.Tier = name, true, m[2]; rest != "" {
				r.d.Notes = append(r.d.Notes, rest)
			}
			marks.set(start, len(s), asHeader, "")
			return start, true
		}
	}
	if m := thisIsOf.FindStringSubmatch(strings.TrimSpace(s[start:])); m != nil && nameLike(m[1]) { // "Iron Stove Nymph. This is Oddny Berg's, she ties it by the dozen."
		r.d.Title, r.headed, r.d.Tier = m[1], true, cmp.Or(r.d.Tier, m[3])
		r.d.Notes = append(r.d.Notes, m[2])
		marks.set(start, len(s), asHeader, "")
		return start, true
	}
	if m := titleFirst.FindStringSubmatch(s[start:]); m != nil && nameLike(m[1]) && r.opensPart(s[start+len(m[0]):]) { // "The Ashen Drake. The body is dubbed with …; the tail, …"
		r.d.Title, r.headed = m[1], true
		marks.set(start, start+len(m[0]), asHeader, "")
		return start + len(m[0]), false
	}
	return start, false
}

// opensPart tells words that begin with a part of a fly and name another: "The body is dubbed with …; the tail, …".
func (r *reader) opensPart(text string) bool {
	toks := measure.Lex(text)
	first, named := "", 0
	for i := range toks {
		k, n := r.words.roles.Match(toks, i)
		if n == 0 || i > 0 && toks[i-1].Low != "the" && toks[i-1].Low != "a" && toks[i-1].Kind == measure.Word {
			continue
		}
		if label := r.words.roleList[k]; label != first {
			if named++; first == "" && i > 1 {
				return false
			}
			first = label
		}
	}
	return named > 1
}

// creditOpens takes what stands before the parts of a line that holds a whole dressing: a page, a name, a credit. It
// gives where the parts begin, and whether there are none.
func (r *reader) creditOpens(s string, start int, marks *marks) (int, bool) {
	if m := scribe.FindStringSubmatch(s[start:]); m != nil && !r.started { // "Liv Aasen's, written down by P. Tull."
		r.d.Tier = cmp.Or(r.d.Tier, m[1])
		r.d.Notes = append(r.d.Notes, s[start:])
		marks.set(start, len(s), asNote, "")
		return start, true
	}
	if m := receivedAs.FindStringSubmatch(s[start:]); m != nil && r.d.Title == "" && !r.started { // "No. 88. Steerage. Recd. of T. Render 14.ii.1972. …"
		r.d.Title, r.d.Tier, r.d.Date = m[1], cmp.Or(r.d.Tier, m[2]), cmp.Or(r.d.Date, m[3])
		marks.set(start, start+len(m[0]), asHeader, "")
		if start += len(m[0]); start >= len(s) {
			return start, true
		}
	}
	if m := pageEntry.FindStringSubmatch(s[start:]); m != nil && r.d.Title == "" && !r.started { // "p. 58. SLUICE MIDGE. Orig. Capt. Dunmore. 18 up-eye. Body: …"
		r.d.Page, r.d.Title = cmp.Or(r.d.Page, m[1]), m[2]
		if m[3] == "Tied" || m[3] == "Dr" {
			r.d.Tier = cmp.Or(r.d.Tier, m[4])
		} else {
			r.d.Originator = cmp.Or(r.d.Originator, m[4])
		}
		marks.set(start, start+len(m[0]), asHeader, "")
		if start += len(m[0]); start >= len(s) {
			return start, true
		}
	}
	if at := r.headBeforeLabels(s, start); at > start && r.d.Title == "" && !r.started { // "Item 31. LAST ORDERS (wet), tied P. Rye, 2/1949. Hook 10. Silk claret. …"
		if h := readHeading(s[start:at]); h.name != "" && !dirty(h.name) && r.heads(h) {
			marks.set(start, at, asHeader, "")
			return at, false
		}
	}
	if m := quotedLead.FindStringSubmatch(s[start:]); m != nil && r.d.Title == "" && !r.started { // "Vesper" - hook 14 down-eyed; body of claret silk
		at := start + len(m[0])
		if _, k := r.words.roles.Match(measure.Lex(s[at:]), 0); k > 0 {
			r.d.Title = m[1]
			marks.set(start, at, asHeader, "")
			start = at
		}
	}
	return start, false
}

// headBeforeLabels gives where the labels of a card of one line begin behind its heading; 0 where it is none.
func (r *reader) headBeforeLabels(s string, start int) int {
	if len(s)-start > 600 || strings.Contains(s, ":") {
		return 0
	}
	toks := measure.Lex(s[start:])
	at, labels := 0, 0
	for i := 1; i < len(toks); i++ {
		if toks[i-1].Low != "." || !unicode.IsUpper([]rune(s[start+toks[i].Start:])[0]) {
			continue
		}
		if _, n := r.words.roles.Match(toks, i); n > 0 && r.tellsWhat(toks, i+n) {
			if labels == 0 {
				at = start + toks[i].Start
			}
			labels++
		}
	}
	if labels < 3 {
		return 0
	}
	return at
}

// eachSegment reads the text behind each label of a line.
func (r *reader) eachSegment(n int, s string, marks *marks, segs []segment) {
	for _, g := range segs {
		text := s[g.labelEnd:g.textEnd]
		if g.header != "" {
			marks.set(g.labelStart, g.labelEnd, asHeader, "")
			r.header(n, g.header, strings.TrimSpace(text), g.labelStart, g.labelEnd, marks, s)
			continue
		}
		if label := strings.Trim(strings.ToLower(s[g.labelStart:g.labelEnd]), " .:=-—"); label == lexicon.ShortHook && (r.d.Find("hook") >= 0 || r.ofHackle(text)) {
			g.roles = []string{role.Hackle} // the hook was told before, or this is none
		}
		if _, known := role.Find(g.roles[0]); !known && len(g.roles) == 1 { // "on: Size 10 wet", "with: Black thread"
			switch {
			case r.d.Find(role.Hook) < 0 && r.hookAlone(s[:g.textEnd], g.labelEnd):
				g.roles = []string{role.Hook}
			case r.d.Find(role.Thread) < 0 && r.threadAlone(s[:g.textEnd], g.labelEnd):
				g.roles = []string{role.Thread}
			}
		}
		if shortBead(s[g.labelStart:g.labelEnd], text) {
			g.roles = []string{role.Bead}
		}
		if std, _ := role.Find(g.roles[0]); std.Name == role.Tag && len(g.roles) == 1 && r.advises(s, g) { // "Tip: soak the quill for ten minutes"
			r.d.Notes = append(r.d.Notes, strings.TrimSpace(s[g.labelStart:]))
			marks.set(g.labelStart, len(s), asNote, "")
			r.inNote = true
			return
		}
		marks.set(g.labelStart, g.labelEnd, asLabel, "")
		r.started = true
		halves := r.halves(s, g)
		for k, label := range g.roles {
			m := marks
			if k > 0 {
				m = newMarks(s) // the same words, read again for the second part
			}
			from, to := g.labelEnd, g.textEnd
			if halves != nil {
				from, to = halves[k][0], halves[k][1]
			}
			r.parts(n, label, s, from, to, g.optional, m, k > 0 && halves == nil)
		}
	}
}

// leastIndent is how far a line of a text in columns stands in where it goes on with the line before.
const leastIndent = 6

// advises tells a piece of advice from the tip of a fly: it begins with a deed that is no tying in
// and no winding.
func (r *reader) advises(s string, g segment) bool {
	t := newStretch(r.words, s[:g.textEnd], lexAt(s[:g.textEnd], g.labelEnd, g.textEnd), "")
	if len(t.toks) < 3 {
		return false
	}
	act, n := t.as(0, cAct)
	wants := n > 0 && act != lexicon.ActTies && act != lexicon.ActWinds && act != lexicon.ActBrings
	return wants && t.is(0, cNoun)+t.is(0, cColour)+t.is(0, cAdjective)+t.is(0, cPreparation) == 0 || t.is(0, cInCase) > 0 || t.is(0, cNegation) > 0
}

// methods are the headings over the steps of the tying.
var methods = lexicon.Set("method")

// notaBene begins a line that is a remark, with no colon behind it.
var notaBene = regexp.MustCompile(`^(?:NB|N\.B\.|P\.?S\.?|PPS)[ .:,-]+\S`)

var numberedRow = regexp.MustCompile(`^\s*(\d{1,2})[.):/]?\s+(?:\pL)`)

// numberedRows gives where the text of each line begins behind its number, in a list whose numbers go
// up one by one and stand before labels: "2 Thread - tan".
func (r *reader) numberedRows(lines []string) []int {
	out := make([]int, len(lines))
	last, labels := 0, 0
	for i, l := range lines {
		m := numberedRow.FindStringSubmatchIndex(l)
		if m == nil {
			continue
		}
		n, _ := strconv.Atoi(l[m[2]:m[3]])
		if n != last+1 {
			continue
		}
		last = n
		out[i] = m[1] - utf8.RuneLen(lastRune(l[:m[1]]))
		if _, k := r.words.roles.Match(measure.Lex(l[out[i]:min(len(l), out[i]+60)]), 0); k > 0 {
			labels++
		}
	}
	if labels < 3 {
		return make([]int, len(lines))
	}
	return out
}

// fullStops writes the stops of a telegram as full stops, in as many bytes.
func fullStops(s string) string {
	if strings.Count(s, " STOP") < 3 {
		return s
	}
	return strings.ReplaceAll(s, " STOP", ".    ")
}

// terseLabels are everyday words that are labels on a terse card.
var terseLabels = lexicon.Set("terse label")

// letterLabels are labels of one letter, on cards that have several.
var letterLabels = lexicon.Values("letter label")

var letterLine = regexp.MustCompile(`^\s*[BHRSTWbhrstw][.:] ?\S`)

// chatLine is a line of a conversation: when it was said, and by whom.
var chatLine = regexp.MustCompile(`^\s*\[?\d{1,2}[:.]\d{2}(?:[:.]\d{2})?\]?[ ,-]+<?(\pL[\pL ]{0,30}?)>?: ?`)

type conversation struct {
	at  []int  // where the text of each line begins
	who string // who says most
}

// saidByWhom tells a conversation: three lines and more with the time and who said it.
func saidByWhom(lines []string) *conversation {
	c := conversation{at: make([]int, len(lines))}
	says, n := map[string]int{}, 0
	for i, l := range lines {
		m := chatLine.FindStringSubmatchIndex(l)
		if m == nil || m[1] >= len(l) {
			continue
		}
		c.at[i] = m[1]
		who := l[m[2]:m[3]]
		says[who]++
		if n++; says[who] > says[c.who] {
			c.who = who
		}
	}
	if n < 3 {
		return nil
	}
	return &c
}

func lastRune(s string) rune {
	c, _ := utf8.DecodeLastRuneInString(s)
	return c
}

var spacedOut = regexp.MustCompile(`^\S+( \S+)?\s{2,}\S`)

// inColumns tells a text whose lines are a label, two or more spaces and what it says.
func inColumns(lines []string) bool {
	n, all := 0, 0
	for _, l := range lines {
		if strings.TrimSpace(l) == "" {
			continue
		}
		all++
		if spacedOut.MatchString(strings.TrimSpace(l)) && !strings.Contains(l, ":") {
			n++
		}
	}
	return n >= 3 && n > all/2
}

// gap tells whether a tab, or in a text in columns two spaces, part two words.
func (r *reader) gap(s string, from, to int) bool {
	return strings.Contains(s[from:to], "\t") || r.columns && strings.Contains(s[from:to], "  ")
}

// beforeName are what stands before a name and is none of it.
var beforeName = lexicon.Set("before a name")

var columnNames = lexicon.Set("column")

// tableHead tells the line of a table that names its columns, or the rule under it.
func tableHead(s string) bool {
	cells := strings.FieldsFunc(s, func(c rune) bool { return c == '|' || c == '\t' })
	if len(cells) < 2 && strings.Contains(s, "  ") {
		cells = cellBreak.Split(strings.TrimSpace(s), -1)
	}
	if len(cells) < 2 {
		cells = strings.FieldsFunc(s, func(c rune) bool { return c == ',' || c == ';' })
	}
	if len(cells) < 2 {
		return false
	}
	for _, cell := range cells {
		for _, c := range columnJoint.Split(strings.ToLower(cell), -1) { // "how much / where"
			if c = strings.Trim(c, " -:=*_"); c != "" && !columnNames[c] {
				return false
			}
		}
	}
	return true
}

var columnJoint = regexp.MustCompile(`/|,| (?:and|or|&) `)

// ofHackle tells what stands behind the label "hk" that is no hook: no figure leads it, and turns or
// a hackle are named.
func (r *reader) ofHackle(text string) bool {
	t := newStretch(r.words, text, lexAt(text, 0, len(text)), "hackle")
	for k := range t.toks {
		if t.toks[k].Kind == measure.Number && k == 0 || hookStyles[t.low(k)] != "" || hookWords[t.low(k)] || sizeWords[t.low(k)] {
			return false
		}
	}
	for k := range t.toks {
		if v, n := t.as(k, cNoun); n > 0 && v == string(material.Hackle) || t.is(k, cTurns) > 0 {
			return true
		}
	}
	return false
}

// wraps tells whether what stands before the first label of a line goes on from the line before, which was broken
// in the middle: "Legs: two turns of a small / dark-grey hen's feather. Tail: …".
func (r *reader) wraps(s string, start, label int, wasBlank bool, prev string) bool {
	text := strings.TrimSpace(s[start:max(start, label)])
	if text == "" || !r.started || wasBlank || len(r.d.Parts) == 0 || r.d.Parts[len(r.d.Parts)-1].Absent || r.numbered > 0 {
		return false
	}
	return unicode.IsLower([]rune(text)[0]) && strings.HasSuffix(text, ".") && !strings.ContainsAny(prev[len(prev)-1:], ".:;!?|\"") && len(strings.Fields(prev)) > 3
}

// before takes what stands in a line before its first label: the name of the fly
// in old books, or something that is not understood.
func (r *reader) before(n int, s string, start, label int, marks *marks) {
	text := strings.Trim(strings.TrimSpace(s[start:max(start, label)]), "=_*.,;:- \"“")
	if text == "" || !hasLetter(text) {
		return
	}
	if none := r.noneOf(text); none != "" && r.d.Find(none) < 0 { // "No hackle. Head is red"
		r.parts(n, none, s, start, label, false, marks, false)
		return
	}
	if r.labelsLast(n, s, start, label, marks) || dashed(s) && r.cardFront(n, s, start, label, marks) {
		return
	}
	if m := inQuotes.FindStringSubmatch(text); m != nil && r.d.Title == "" && !r.started { // Recd. of Capt. Maule, one fly, "The Verger", tied by himself.
		r.d.Title = m[1]
		r.d.Tier = cmp.Or(r.d.Tier, r.nameOf(text))
		r.d.Notes = append(r.d.Notes, text)
		marks.set(start, label, asNote, "")
		return
	}
	if m := makerSaid.FindStringSubmatch(text); m != nil && !r.started { // "Wet, size 9. Maker: H. Crewe, c. 1905."
		r.d.Tier, r.d.Date = cmp.Or(r.d.Tier, m[1]), cmp.Or(r.d.Date, m[2])
	}
	if m := flyIsThe.FindStringSubmatch(text); m != nil && r.d.Title == "" && !r.started { // "This month's fly is the SEXTON'S CAT, dressed as follows."
		r.d.Title = m[1]
		r.d.Notes = append(r.d.Notes, text)
		marks.set(start, label, asNote, "")
		return
	}
	if m := tiedWhen.FindStringSubmatch(text); m != nil && !r.started { // "tied at dusk 3 june."
		r.d.Date = cmp.Or(r.d.Date, m[1])
		r.d.Notes = append(r.d.Notes, text)
		marks.set(start, label, asNote, "")
		return
	}
	if m := nameAndSize.FindStringSubmatch(text); m != nil && r.d.Title == "" && !r.started { // "Bess. 14. Silk crimson. …"
		r.d.Title = m[1]
		at := start + strings.Index(s[start:], m[2])
		marks.set(start, at, asHeader, "")
		r.started = true
		r.parts(n, role.Hook, s, at, at+len(m[2]), false, marks, false)
		return
	}
	r.nameBefore(n, s, start, label, marks, text)
}

// nameBefore takes words before the labels for the name, or for a letter that comes to its labels late.
func (r *reader) nameBefore(n int, s string, start, label int, marks *marks, text string) {
	heading := r.d.Title != "" && listHeading.MatchString(r.d.Title) && len(strings.Fields(text)) <= 5 && unicode.IsUpper([]rune(text)[0])
	if heading { // "My grandfather's list, 1911" over "The Black Miller — Hk 7."
		if y := yearSaid.FindStringSubmatch(r.d.Title); y != nil {
			r.d.Date = cmp.Or(r.d.Date, y[1])
		}
		r.d.Notes = append(r.d.Notes, r.d.Title)
	}
	if (r.d.Title == "" || heading) && !r.started && len(strings.Fields(text)) <= 8 {
		r.d.Title = strings.TrimRight(r.titleLine(text), " -–—")
		marks.set(start, label, asHeader, "")
		return
	}
	if len(strings.Fields(text)) > 8 && strings.Contains(text, ". ") { // a letter that comes to its labels late
		t := newStretch(r.words, s, lexAt(s, start, label), "")
		if r.tell(n, t, t.chunks(), marks) {
			marks.set(start, label, asPlain, "")
			return
		}
	}
	marks.set(start, label, asUnread, "")
	r.d.Unread = append(r.d.Unread, Unread{Line: n, Text: text})
}

// nameAndSize is a name and the size of its hook, each a sentence of its own.
var nameAndSize = regexp.MustCompile(`^(\p{Lu}[\p{L}'’ -]{1,40})\. (\d{1,2})$`)

// makerSaid tells who made a fly, in a sentence of its own.
var makerSaid = regexp.MustCompile(`\b(?:Maker|Tier|Tyer|Dresser|Tied by|Dressed by):? ((?:\p{Lu}\. ?)*\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)(?:, ((?:c\. ?|about )?\d{4}))?`)

// cardFront reads what stands before the first label of a card on one line: the fly's name, and its hook
// ("Fly 7 - Black Curlew - wet double 8 - thread black").
func (r *reader) cardFront(n int, s string, start, end int, marks *marks) bool {
	at := start
	named := false
	for _, cell := range strings.Split(s[start:end], " - ") {
		from := at
		at += len(cell) + len(" - ")
		text := strings.TrimSpace(cell)
		toks := lexAt(s, from, min(from+len(cell), end))
		if text == "" || len(toks) == 0 || cardNumber.MatchString(text) {
			continue
		}
		t := newStretch(r.words, s, toks, role.Hook)
		size := false
		for k := range toks {
			_, _, ok := t.sizeAt(k)
			size = size || ok
		}
		switch {
		case r.d.Title == "" && !size && len(strings.Fields(text)) <= 8:
			r.d.Title, named = text, true
			marks.set(toks[0].Start, toks[len(toks)-1].End, asHeader, "")
		case size && r.d.Find(role.Hook) < 0:
			r.started = true
			r.parts(n, role.Hook, s, toks[0].Start, toks[len(toks)-1].End, false, marks, false)
			named = true
		default:
			return named
		}
	}
	return named
}

// cardNumber is the number of a card or an entry before a name.
var cardNumber = regexp.MustCompile(`(?i)^(?:fly|no|nr|card|entry)\.? ?\d+\.?$`)

// labelsLast reads pieces between semicolons whose label stands behind: "#14 nymph hook; olive thread;".
func (r *reader) labelsLast(n int, s string, start, end int, marks *marks) bool {
	type stretch struct {
		label    string
		from, to int
	}
	var all []stretch
	for from := start; from < end; {
		to := strings.IndexByte(s[from:end], ';')
		if to < 0 {
			to = end - from
		}
		toks := lexAt(s, from, from+to)
		if len(toks) > 0 {
			label := ""
			for k := 1; k < len(toks) && len(toks) <= 8; k++ {
				if idx, m := r.words.roles.Match(toks, k); m > 0 && k+m == len(toks) {
					label = role.Label(r.words.roleList[idx])
				}
			}
			if label == "" {
				return false
			}
			all = append(all, stretch{label, toks[0].Start, toks[len(toks)-1].End})
		}
		from += to + 1
	}
	for _, x := range all {
		r.started = true
		r.parts(n, x.label, s, x.from, x.to, false, marks, false)
	}
	return len(all) > 0
}

// listHeading is a heading over several flies rather than the name of one.
var listHeading = regexp.MustCompile(`(?i)\b(?:list|notebook|notes|flies|patterns|pages?|sheets?|album|box|fly of the (?:month|week|year|season)|prize|class|competition|lesson \d+|part \d+)\b`)

// shortBead tells the label "bd" that is short for bead from the one that is
// short for body, by what follows.
func shortBead(label, text string) bool {
	if strings.Trim(strings.ToLower(label), " .:=-—") != lexicon.ShortBead {
		return false
	}
	for _, t := range measure.Lex(text) {
		if beadWords[t.Low] {
			return true
		}
	}
	return false
}

// bullet gives where the text starts after spaces, a bullet or a step number.
func bullet(s string) int {
	i := len(s) - len(strings.TrimLeft(s, " \t"))
	if rest := s[i:]; len(rest) > 2 && rest[0] == '"' && !strings.Contains(rest[1:], `"`) { // a letter that is quoted from here on
		return i + 1
	}
	rest := s[i:]
	if quoted := len(rest) - len(strings.TrimLeft(rest, "> ")); quoted > 0 && rest[0] == '>' { // an answer to a letter
		return i + quoted
	}
	for _, b := range []string{"- ", "* ", "• ", "– ", "— ", "# ", "## ", "> ", "· "} {
		if strings.HasPrefix(rest, b) {
			return i + len(b) + emphasis(rest[len(b):])
		}
	}
	if n := emphasis(rest); n > 0 {
		return i + n
	}
	d := 0
	for d < len(rest) && rest[d] >= '0' && rest[d] <= '9' {
		d++
	}
	if d == 0 && len(rest) > 3 && rest[0] >= 'a' && rest[0] <= 'z' && rest[1] == ')' && rest[2] == ' ' { // "c) tie in"
		return i + 3
	}
	if d > 0 && d <= 2 && d+1 < len(rest) && (rest[d] == '.' || rest[d] == ')' || rest[d] == '/') && rest[d+1] == ' ' {
		return i + d + 2
	}
	return i
}

// emphasis is how many stars or underscores stand before a label: "**Tail:** hen".
func emphasis(s string) int {
	n := len(s) - len(strings.TrimLeft(s, "*_"))
	if n == 0 || n > 3 || n >= len(s) || !unicode.IsLetter([]rune(s[n:])[0]) {
		return 0
	}
	return n
}

// segments finds the labels of a line. A line may hold several: "Wing: white
// duck. Head: brown".
func (r *reader) segments(s string, start int) []segment {
	toks := lexFrom(s, start)
	var out []segment
	r.countLabels(s, toks)
	card := dashed(s)
	gaps := r.wideLabels(s, toks)
	for i := 0; i < len(toks); i++ {
		first := i == 0
		var after string
		if !first {
			after = toks[i-1].Low
			if i > 1 && longDash(s, toks[i-1]) && (toks[i-2].Low == "." || len(out) == 0 && !r.started && !card) { // "GREY BESSIE.—Hook, 12"
				after = "."
			}
			if g, n, ok := r.behindGap(s, toks, i, gaps, out); ok {
				out[len(out)-1].textEnd = toks[i].Start
				out = append(out, g)
				i += n
				continue
			}
			if i > 1 && after == "." && toks[i-2].Low == "." && toks[i-1].Joined || toks[i-1].Kind != measure.Mark || after != "." && after != ";" && after != "," && after != "|" && !(after == "-" && card && !toks[i-1].Joined) { // "FEELERS.. stems of ginger hackle"
				continue
			}
		}
		if card && after == "-" && (toks[i].Low == "#" || toks[i].Kind == measure.Number) && len(out) == 0 { // "Larch Spider - #16 wet - ..."
			out = append(out, segment{roles: []string{"hook"}, labelStart: toks[i].Start, labelEnd: toks[i].Start, textEnd: len(s), bare: true})
			continue
		}
		if n := len(out); n > 0 && (after == "." || after == "-") && toks[i-1].End <= out[n-1].labelEnd { // "LEGS. WC ENDS, 3 A SIDE"; the dash of "Hook - nymph, 14" is the label's own
			continue
		}
		r.labelsHere = len(out)
		g, next, ok := r.labelAt(s, toks, i, first, after, len(out) > 0 && out[0].bare || strings.Count(s, ";") > 2 || telegram(s))
		if !ok && card && after == "-" {
			g, next, ok = r.dashPiece(s, toks, i)
		}
		if !ok && (after == "." || after == ";") && len(out) > 0 && toks[i-1].End > out[len(out)-1].labelEnd {
			g, next, ok = r.sentenceAt(s, toks, i, out)
		}
		if !ok {
			continue
		}
		if len(out) > 0 {
			out[len(out)-1].textEnd = toks[i].Start
			if after == "-" {
				out[len(out)-1].textEnd = toks[i-1].Start
			}
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

// behindGap reads a label behind a wide gap, with a mark or among others: "Hk: saltwater 4           Thd: white". It gives how
// many tokens it has.
func (r *reader) behindGap(s string, toks []measure.Token, i, gaps int, out []segment) (segment, int, bool) {
	if i+1 >= len(toks) || len(out) == 0 || out[0].header != "" || toks[i].Kind != measure.Word || strings.Count(s[toks[i-1].End:toks[i].Start], " ") <= 2 {
		return segment{}, 0, false
	}
	_, n := r.words.roles.Match(toks, i)
	if n == 0 || i+n >= len(toks) {
		return segment{}, 0, false
	}
	colon, stop := toks[i+n].Low == ":", toks[i+n].Low == "."
	if !colon && !(gaps > 2 && out[0].bare) && !(gaps > 1 && stop && toks[i+n].Joined) {
		return segment{}, 0, false
	}
	end := toks[i+n-1].End
	if colon || stop {
		end = toks[i+n].End
	}
	return segment{roles: []string{role.Label(s[toks[i].Start:toks[i+n-1].End])}, labelStart: toks[i].Start, labelEnd: end, textEnd: len(s), bare: !colon}, n, true
}

// wideLabels counts the labels behind wide gaps: "hk 14 wet   slk black   tl none".
func (r *reader) wideLabels(s string, toks []measure.Token) int {
	n := 0
	for i := 1; i < len(toks); i++ {
		if strings.Count(s[toks[i-1].End:toks[i].Start], " ") > 2 && toks[i].Kind == measure.Word {
			if _, m := r.words.roles.Match(toks, i); m > 0 {
				n++
			}
		}
	}
	return n
}

// lexFrom gives the tokens of a line from a place on.
func lexFrom(s string, start int) []measure.Token {
	toks := measure.Lex(s[start:])
	for i := range toks {
		toks[i].Start += start
		toks[i].End += start
	}
	return toks
}

// countLabels counts what could be labels within a line, by what stands before and behind them.
func (r *reader) countLabels(s string, toks []measure.Token) {
	r.sentenceLabels, r.theLabels, r.commaLabels = 0, 0, 0
	for i := range toks {
		if !stepNumber.MatchString(s) && (i == 0 || toks[i-1].Low == "," || toks[i-1].Low == ":") {
			if _, n := r.words.roles.Match(toks, i); n > 0 && r.tellsWhat(toks, i+n) {
				r.commaLabels++
			}
		}
	}
	for i := range toks {
		if i > 0 && toks[i-1].Low == "." && unicode.IsUpper([]rune(s[toks[i].Start:])[0]) {
			if _, n := r.words.roles.Match(toks, i); n > 0 && i+n < len(toks) && toks[i+n].Kind == measure.Word {
				r.sentenceLabels++
			}
		}
	}
	for i := range toks {
		if toks[i].Low == "the" && (i == 0 || toks[i-1].Low == "." || toks[i-1].Low == ";") {
			if _, n := r.words.roles.Match(toks, i+1); n > 0 && r.leadsOf(toks, i+1+n) {
				r.theLabels++
			}
		}
	}
}

// tellsWhat tells a word right behind the name of a part that says of what the part is.
func (r *reader) tellsWhat(toks []measure.Token, k int) bool {
	if k >= len(toks) {
		return false
	}
	if toks[k].Kind == measure.Number {
		return true
	}
	senses := r.words.look(toks[k:min(k+2, len(toks))])[0]
	return (hasSense(senses, cColour) || hasSense(senses, cNoun) || hasSense(senses, cAbsent) || hasSense(senses, cName) || hasSense(senses, cAdjective)) && !hasSense(senses, cAuxiliary) && !hasSense(senses, cPreposition)
}

// leadsOf tells a word that leads from the name of a part to what it is of: "of", "from", "a", "three".
func (r *reader) leadsOf(toks []measure.Token, k int) bool {
	if k >= len(toks) {
		return false
	}
	_, n := measure.ScanNumber(toks, k)
	return n > 0 || ofWords[toks[k].Low]
}

// dashed tells a whole recipe on one line, its parts set off by dashes.
func dashed(s string) bool {
	return strings.Count(s, " - ")+strings.Count(s, " — ")+strings.Count(s, " – ") >= 3 && !strings.Contains(s, ":")
}

// dashPiece reads a piece of a dashed card whose label stands behind: "primrose thread", "no
// hackle".
func (r *reader) dashPiece(s string, toks []measure.Token, i int) (segment, int, bool) {
	end := i
	for end < len(toks) && (toks[end].Low != "-" || toks[end].Joined) {
		end++
	}
	for k := i + 1; k < end; k++ {
		idx, n := r.words.roles.Match(toks, k)
		if n > 0 && k+n == end && end-i <= 6 {
			return segment{roles: []string{role.Label(r.words.roleList[idx])}, labelStart: toks[i].Start, labelEnd: toks[i].Start, bare: true}, end, true
		}
	}
	return segment{}, 0, false
}

// labelAt reads a label at token i. At the start of a line it also takes a
// label without a separator, an unknown label before a colon, and the opening
// of a sentence ("For the tail, ...").
func (r *reader) labelAt(s string, toks []measure.Token, i int, first bool, after string, terse bool) (segment, int, bool) {
	g := segment{labelStart: toks[i].Start}
	k := i
	if first {
		if h, n := headerAt(toks, i); n > 0 && i+n < len(toks) {
			for i+n < len(toks) && (toks[i+n].Low == "*" || toks[i+n].Low == "_") {
				n++
			}
			if i+n >= len(toks) {
				return g, 0, false
			}
			m := separator(s, toks, i+n)
			if r.semis && toks[i+n].Low == ";" { // "Fly;Lit Window Sedge"
				m = 1
			}
			if m > 0 || r.gap(s, toks[i+n-1].End, toks[i+n].Start) { // a table's column
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
	if r.letters && first && !lead && k+1 < len(toks) && (toks[k+1].Low == "." || toks[k+1].Low == ":") && len(toks[k].Low) == 1 { // "S. scarlet"
		if label := letterLabels[toks[k].Low]; label != "" {
			if label == role.Hook && r.d.Find(role.Hook) >= 0 {
				label = role.Hackle
			}
			g.roles, g.labelEnd, g.bare = []string{label}, toks[k+1].End, true
			return g, k + 2, k+2 < len(toks)
		}
	}
	if first && !lead {
		k = r.otherTongue(toks, k)
	}
	g, k = r.labelRoles(toks, g, k)
	if len(g.roles) == 0 {
		if first && !lead {
			return r.unknownLabel(s, toks, i)
		}
		return g, 0, false
	}
	return r.labelRest(s, toks, i, first, after, terse, g, k, lead)
}

// labelRest reads what stands behind the parts of a label, up to its mark.
func (r *reader) labelRest(s string, toks []measure.Token, i int, first bool, after string, terse bool, g segment, k int, lead bool) (segment, int, bool) {
	if first && !lead && len(g.roles) == 1 && k+2 < len(toks) && toks[k].Low == "," && toks[k+1].Kind == measure.Word && toks[k+2].Low == ":" { // "Hackle, front: brown"
		if _, ok := role.Find(toks[k+1].Low + " " + g.roles[0]); ok {
			g.roles[0] = toks[k+1].Low + " " + g.roles[0]
			g.labelEnd = toks[k+2].End
			return g, k + 3, true
		}
	}
	if first && !lead && k+1 < len(toks) && toks[k].Kind == measure.Number && toks[k].Value <= 4 && len(toks[k].Low) == 1 && (toks[k+1].Low == ":" || r.gap(s, toks[k].End, toks[k+1].Start) && strings.Contains(s, "\t")) && g.roles[0] != "hook" { // "Hackle 2: grey partridge"
		k++
		g.labelEnd = toks[k-1].End
	}
	for k < len(toks) && (toks[k].Low == "*" || toks[k].Low == "_") { // "**Tail**: hen"
		k++
	}
	if k+2 < len(toks) && toks[k].Low == "(" && freeWords[toks[k+1].Low] && toks[k+2].Low == ")" {
		g.optional = true
		k += 3
		g.labelEnd = toks[k-1].End
	}
	return r.labelMarked(s, toks, i, first, after, terse, g, k, lead)
}

// labelRoles reads the parts that a label names, and gives where they end.
func (r *reader) labelRoles(toks []measure.Token, g segment, k int) (segment, int) {
	for {
		idx, n := r.words.roles.Match(toks, k)
		if n == 0 {
			break
		}
		label := r.words.roleList[idx]
		g.roles = append(g.roles, role.Label(label))
		k += n
		g.labelEnd = toks[k-1].End
		if k+3 < len(toks) && toks[k].Low == "(" && toks[k+1].Low == "and" { // "Abdomen (and thorax):"
			if idx, m := r.words.roles.Match(toks, k+2); m > 0 && k+2+m < len(toks) && toks[k+2+m].Low == ")" {
				g.roles = append(g.roles, role.Label(r.words.roleList[idx]))
				k += m + 3
				g.labelEnd = toks[k-1].End
				break
			}
		}
		if k+1 < len(toks) && (toks[k].Low == "and" || toks[k].Low == "&" || toks[k].Low == "/" || toks[k].Low == "+") {
			if _, m := r.words.roles.Match(toks, k+1); m > 0 {
				k++
				continue
			}
		}
		break
	}
	return g, k
}

// labelMarked tells whether what stands behind a part's name makes a label of it.
func (r *reader) labelMarked(s string, toks []measure.Token, i int, first bool, after string, terse bool, g segment, k int, lead bool) (segment, int, bool) {
	if (first || after == "." && unicode.IsUpper([]rune(s[toks[i].Start:])[0]) || after == ";") && !lead && (r.commas || first && r.stops && len(g.roles) == 1 && !everyday[g.roles[0]] || first && (r.numbered > 0 || stepNumber.MatchString(s))) && k < len(toks) && toks[k].Low == "," {
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	if first && !lead && k < len(toks) && (r.semis && toks[k].Low == ";" || r.stops && toks[k].Low == "." && toks[k].Joined && k+1 < len(toks) && toks[k+1].Kind != measure.Mark || toks[k].Low == "." && toks[k].Joined && shortLabels[role.Clean(s[toks[i].Start:toks[k-1].End])]) && k+1 < len(toks) { // "shuck; amber", "th. grey"
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	if k+1 < len(toks) && first && !lead && toks[k].Kind == measure.Number && toks[k].Value >= 1 && toks[k].Value < 10 && toks[k+1].Low == ":" && len(g.roles) == 1 && (g.roles[0] != role.Hook || r.d.Find(role.Hook) >= 0 && strings.EqualFold(s[toks[i].Start:toks[k-1].End], lexicon.ShortHook)) { // "Hackle 2: orange hen"
		if g.roles[0] == role.Hook {
			g.roles = []string{role.Hackle}
		}
		g.labelEnd = toks[k+1].End
		return g, k + 2, k+2 < len(toks)
	}
	if n := formField(toks, k); n > 0 && first && !lead { // "Tail material / length: …"
		g.labelEnd = toks[k+n-1].End
		return g, k + n, true
	}
	if m := separator(s, toks, k); m > 0 && !(k+m == len(toks) && k > 0 && toks[k].Low == "-" && r.gap(s, toks[k-1].End, toks[k].Start)) {
		g.labelEnd = toks[k+m-1].End
		r.dashes = r.dashes || toks[k].Low == "-"
		return g, k + m, true
	}
	if first && !lead && toks[min(k, len(toks)-1)].Low == "." && k+1 < len(toks) && unicode.IsUpper([]rune(s[toks[i].Start:])[0]) && len(g.roles) == 1 && k-i <= 2 { // "Hook. No. 14"
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	if lead {
		for k < len(toks) && leadOn[toks[k].Low] {
			k++
		}
		g.labelEnd = toks[k-1].End
		return g, k, k < len(toks) && k > i
	}
	return r.labelBare(s, toks, i, first, after, terse, g, k)
}

// labelBare tells whether the name of a part without a colon behind it is a label: by its capital, and by what stands
// before and behind it.
func (r *reader) labelBare(s string, toks []measure.Token, i int, first bool, after string, terse bool, g segment, k int) (segment, int, bool) {
	if after == ";" && k+1 < len(toks) && toks[k].Low == "," && (toks[k+1].Low == "none" || toks[k+1].Low == "omitted") { // "; wings, none."
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	if after == ";" && terse && k+1 < len(toks) && toks[k].Low == "." && toks[k].Joined { // "; tl. none"
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	capital := (unicode.IsUpper([]rune(s[toks[i].Start:])[0]) || r.small && first && i == 0) && (after != ";" || !dressing.IsUpper(s)) || after == "." && telegram(s) // in capitals a capital says nothing, and in none its want
	if after == "." && capital && k+1 < len(toks) && toks[k].Low == "." {                                                                                             // "12 2XL. THR. BROWN."
		g.labelEnd = toks[k].End
		return g, k + 1, true
	}
	if after == "," && terse && len(g.roles) == 1 && g.roles[0] == role.Eyes && k < len(toks) && toks[k].Kind == measure.Number { // "Head black, eyes 10mm red"
		return g, k, true
	}
	written := role.Clean(s[toks[i].Start:toks[k-1].End])
	if everyday[written] && !(r.commaLabels > 3 && r.tellsWhat(toks, k)) && !(after == "." && telegram(s)) && !(after == "." && capital && r.labelsHere > 2) && !(after == "." && capital && r.sentenceLabels >= 3) && !dressing.IsUpper(s[toks[i].Start:toks[k-1].End]) && !(first && r.terse && shortLabels[written]) && !(first && capital && r.terse && terseLabels[written]) {
		return g, 0, false
	}
	if next := toks[min(k, len(toks)-1)].Low; next == "it" || next == "them" || modals[next] { // "varnish it later", "varnish would spoil it"
		return g, 0, false
	}
	switch {
	case (after == "," || after == ":" || first) && r.commaLabels > 3 && r.tellsWhat(toks, k): // "silk black, tail crest, body black floss"
		return g, k, true
	case k >= len(toks):
		return g, k, first && dressing.IsUpper(s[g.labelStart:g.labelEnd])
	case first && toks[k].Low != "," && toks[k].Low != ".":
		g.bare = true
		return g, k, capital || r.started || r.d.Title != "" || r.letter
	case after == "-":
		return g, k, toks[k].Kind != measure.Mark || toks[k].Low == "#"
	case after == "." || after == ";":
		return g, k, (capital || terse && after == ";") && (toks[k].Kind != measure.Mark || toks[k].Low == "(" && after == ".")
	}
	return g, 0, false
}

// otherTongue gives where a label begins that stands behind its name in another language and a slash:
// "Corps / body: quill". It is where the line begins for any other.
func (r *reader) otherTongue(toks []measure.Token, i int) int {
	for k := i + 1; k < min(i+4, len(toks)) && toks[k-1].Kind == measure.Word; k++ {
		if toks[k].Low != "/" {
			continue
		}
		if _, n := r.words.roles.Match(toks, i); n > 0 {
			return i
		}
		if _, n := r.words.roles.Match(toks, k+1); n > 0 && k+1+n < len(toks) && toks[k+1+n].Low == ":" {
			return k + 1
		}
		return i
	}
	return i
}

// telegram tells a line whose sentences are a few words each and begin without a capital.
func telegram(s string) bool {
	stops, small := 0, 0
	for rest := s; ; {
		_, after, ok := strings.Cut(rest, ". ")
		if !ok || after == "" {
			break
		}
		stops++
		if unicode.IsLower([]rune(after)[0]) {
			small++
		}
		rest = after
	}
	return small >= 3 && small >= stops-1 && len(strings.Fields(s)) < 8*stops
}

// modals are the verbs behind which no part is told.
var modals = lexicon.Set("modal")

// formFields are what a printed form asks of a part.
var formFields = lexicon.Set("form field")

// formField tells how many tokens the rest of a label on a form has, with its colon: "material / no. of
// turns:"; 0 where it is none.
func formField(toks []measure.Token, k int) int {
	for n := 0; n < 9 && k+n < len(toks); n++ {
		switch t := toks[k+n]; {
		case t.Low == ":":
			if n == 0 {
				return 0
			}
			return n + 1
		case t.Low == "/" || t.Low == "&" || t.Low == "." || t.Low == "," || t.Low == "(" || t.Low == ")" || formFields[t.Low]:
		default:
			return 0
		}
	}
	return 0
}

// separator tells how many tokens from k on part a label from its text: a
// colon, an equals sign, a dash with space around it, or the long dash of old
// books with or without a full stop before it ("Body.—Dirty yellow wool").
func separator(s string, toks []measure.Token, k int) int {
	n := separatorAlone(s, toks, k)
	for n > 0 && k+n < len(toks) && toks[k+n].Joined && (toks[k+n].Low == "*" || toks[k+n].Low == "_") { // "**Hook:** 12"
		n++
	}
	return n
}

func separatorAlone(s string, toks []measure.Token, k int) int {
	if k >= len(toks) {
		return 0
	}
	switch t := toks[k]; t.Low {
	case ":", "=", "|", "→":
		return 1
	case "?": // "Tail?  White hackle" of a form that asks
		if t.End+2 < len(s) && strings.TrimSpace(s[t.End:t.End+2]) == "" {
			return 1
		}
	case ".":
		if k+1 < len(toks) && longDash(s, toks[k+1]) {
			return 2
		}
	case "-":
		if k+1 < len(toks) && toks[k+1].Low == "-" && toks[k+1].Joined { // "Hook -- 10", "Hook--10"
			return 2
		}
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
	for k < len(toks) && toks[k].Kind == measure.Word && k-i < 3 && (k == i || !r.gap(s, toks[k-1].End, toks[k].Start)) {
		k++
	}
	if k == i || k+1 >= len(toks) {
		return segment{}, 0, false
	}
	n := 0
	switch {
	case r.gap(s, toks[k-1].End, toks[k].Start): // a table's column
		return segment{roles: []string{role.Label(s[toks[i].Start:toks[k-1].End])}, labelStart: toks[i].Start, labelEnd: toks[k-1].End}, k, true
	case toks[k].Low == ":":
		n = 1
	case r.dashes && (k-i <= 2 && unicode.IsUpper([]rune(s[toks[i].Start:])[0]) || k-i == 1 && !toks[k].Joined && i == 0 && len(r.words.tree.at(toks, i, nil)) == 0): // among other labels with a dash
		n = separator(s, toks, k)
	}
	if n == 0 || k+n >= len(toks) {
		return segment{}, 0, false
	}
	g := segment{labelStart: toks[i].Start, labelEnd: toks[k+n-1].End}
	for at := i; at < k; at++ {
		if senses := r.words.tree.at(toks, at, nil); hasSense(senses, cStandsFor) || hasSense(senses, cPerson) || headers[toks[at].Low] == "note" && at == k-1 || hasSense(r.words.tree.at(toks, at, nil), cDoubtful) { // "Below in pencil: …" is a remark
			g.header = "remark"
			return g, k + n, true
		}
	}
	g.roles = []string{role.Label(s[toks[i].Start:toks[k-1].End])}
	return g, k + n, true
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

// headerPerson cuts somebody's name out of what stands behind "Tier:" or "Originator:", "" where it names nobody.
func (r *reader) headerPerson(value string) string {
	name, rest := person(value)                                                 // "Origin: said to be from the lower mill" is nobody
	if y := yearSaid.FindString(rest); y != "" && y == rest && r.d.Date == "" { // "K. Winther (2009)"
		r.d.Date = y
	} else if rest != "" {
		r.d.Notes = append(r.d.Notes, rest)
	}
	return name
}

// headerSource cuts the year and the page off a source, "" where it is somebody: "FROM: P. Alder".
func (r *reader) headerSource(value string) string {
	d := &r.d
	if strings.Contains(value, ". ") && wholeName.MatchString(value) && d.Tier == "" {
		d.Tier = value
		return ""
	}
	if i := strings.LastIndex(value, ", "); i > 0 && d.Date == "" { // "J. Farr's notebook, p. 12, c. 1958"
		if y := yearSaid.FindString(value[i:]); y != "" && strings.Trim(strings.Replace(value[i:], y, "", 1), " ,.") == "" {
			d.Date, value = y, value[:i]
		}
	}
	if name, page, ok := cutPage(value); ok && d.Page == "" {
		value, d.Page = name, page
	}
	return value
}

// setOnce sets a header that is not set yet; two that differ contradict.
func (r *reader) setOnce(n int, h, value string, to *string) {
	if strings.HasSuffix(value, " "+*to) { // "as tied by Pell" over "Tier: Osric Pell"
		*to = value
	}
	if *to != "" && *to != value {
		r.d.Contradict([]int{n}, h, *to, value)
		return
	}
	*to = value
}

// header takes what stands behind the label of a header.
func (r *reader) header(n int, h, value string, start, at int, marks *marks, s string) {
	d := &r.d
	end := len(s)
	if value == "" {
		return
	}
	set := func(to *string) { r.setOnce(n, h, value, to) }
	if h == "title" && (answerOf.MatchString(value) || r.letter && aboutFly.MatchString(value) || monthAlone.MatchString(value)) { // "Subject: Re: that grayling bug", "Subject: fly for the next issue", "Fly of the Month - November"
		d.Notes = append(d.Notes, strings.TrimSpace(s))
		marks.set(start, end, asNote, "")
		return
	}
	as := asHeader
	if kind, ok := strings.CutPrefix(h, "parent "); ok {
		d.Descends(descent.Kind(kind), value)
	}
	value, end = r.headersBehind(n, value, marks, s, end)
	switch h {
	case "title":
		value = r.titleSaid(n, value, marks, s)
		set(&d.Title)
		if !r.letter { // the subject of a mail is one too
			r.givenName = d.Title
		}
	case "also":
		for _, a := range strings.FieldsFunc(value, func(r rune) bool { return r == ',' || r == ';' }) {
			if a = strings.TrimSpace(a); a != "" {
				d.AlsoCalled = append(d.AlsoCalled, a)
			}
		}
	case "parent":
		d.Descends(descent.VariantOf, value)
	case "tier", "originator":
		if value = r.headerPerson(value); value != "" && h == "tier" {
			set(&d.Tier)
		} else if value != "" {
			set(&d.Originator)
		}
	case "source":
		if value = r.headerSource(value); value != "" {
			set(&d.Source)
		}
	case "page":
		set(&d.Page)
	case "date":
		set(&d.Date)
	case lexicon.Imitates:
		set(&d.Imitates)
	case "style":
		set(&d.Style)
	default:
		if as = r.headerMore(n, h, value, start, at, end, marks, s); as == "" {
			return
		}
	}
	marks.set(at, end, as, "")
}

// headersBehind reads further headers behind a value: "Name: Ironmonger / Tied by: L. Sabel". It gives what is left of
// the value, and where it ends.
func (r *reader) headersBehind(n int, value string, marks *marks, s string, end int) (string, int) {
	if first, rest, ok := strings.Cut(value, " / "); ok { // "Name: Ironmonger / Tied by: L. Sabel / Sizes: 8 to 12"
		if from, read := r.headerIn(n, rest, marks, s); read {
			value, end = strings.TrimSpace(first), from
		}
	}
	if cells := cellBreak.Split(value, 2); len(cells) == 2 && cells[1] != "" { // "Tied by: Ruth Ennis    When: spring 1987"
		if from, read := r.headerIn(n, cells[1], marks, s); read {
			value, end = strings.TrimSpace(cells[0]), from
		}
	}
	return value, end
}

// headerIn reads the end of a line where it is a header of its own, and gives where that begins.
func (r *reader) headerIn(n int, rest string, marks *marks, s string) (from int, read bool) {
	toks := measure.Lex(rest)
	of, k := headerAt(toks, 0)
	if k == 0 || separator(rest, toks, k) == 0 {
		return 0, false
	}
	from = strings.LastIndex(s, rest)
	r.header(n, of, strings.TrimSpace(rest[toks[k].End:]), from, from+toks[k].End, marks, s)
	return from, true
}

// titleSaid gives the name in a header that is the title; what else stands there is read as well.
func (r *reader) titleSaid(n int, value string, marks *marks, s string) string {
	d := &r.d
	if r.headed && d.Title != "" && d.Title != value && !r.started { // "PATTERN RECORD" over "Pattern name: …"
		d.Notes, d.Title = append(d.Notes, d.Title), ""
	}
	if m := nameBehind.FindStringSubmatch(value); m != nil && d.Tier == "" { // "The Slate Dun (R. Amory)"
		value, d.Tier = m[1], m[2]
	}
	value = r.titleCells(value)
	if name, rest, ok := strings.Cut(value, ". "); ok { // "Fly: Cinder Path Nymph. Dresser: W. Ockley."
		toks := measure.Lex(rest)
		if of, k := headerAt(toks, 0); k > 0 && separator(rest, toks, k) > 0 {
			from := strings.Index(s, rest)
			r.header(n, of, strings.Trim(rest[toks[k].End:], " ."), from, from+toks[k].End, marks, s)
			value = name
		}
	}
	if m := variantName.FindStringSubmatch(value); m != nil && d.VariantOf == "" { // "Lantern Dun (variant of the Porter)"
		value = m[1]
		d.Descends(descent.VariantOf, m[2])
	}
	if h := readHeading(value); dirty(value) && h.name != "" && !dirty(h.name) && d.Title == "" { // "pattern for the newsletter - Dabchick Spider"
		r.heads(h)
		d.Title = ""
		return h.name
	}
	return r.withoutBracket(value)
}

// headerMore reads a header that is no text of one field. It gives what the words were taken for,
// nothing where its own reading has marked them.
func (r *reader) headerMore(n int, h, value string, start, at, end int, marks *marks, s string) string {
	d, as := &r.d, asHeader
	switch h {
	case "kind":
		switch v := dressing.Entry(strings.ToLower(value)); v {
		case dressing.Style, dressing.Reconstruction:
			if d.Kind != "" && d.Kind != v {
				d.Contradict([]int{n}, h, string(d.Kind), string(v))
			}
			d.Kind = v
		case "recipe":
		default:
			d.Unread = append(d.Unread, Unread{Line: n, Text: value})
			as = asUnread
		}
	case "essential":
		for _, e := range strings.Split(value, ";") {
			if e = strings.TrimSpace(e); e != "" {
				d.Essentials = append(d.Essentials, e)
			}
		}
	case "note", "remark":
		if h == "remark" { // kept with its label: "Season: May"
			value = strings.TrimSpace(s[start:])
		}
		d.Notes = append(d.Notes, value)
		r.inNote = true
		as = asNote
	case "sizes":
		p := Part{Line: n, Role: "hook", Materials: []Material{}}
		r.make(n, &p, newStretch(r.words, s, lexAt(s, at, end), "hook"), marks, false)
		k := p.Hook
		if x, err := hook.ParseSize(k.Size); err == nil && d.Sizes == nil {
			d.Sizes = &Sizes{Low: int(x), High: int(x)}
		}
		if k.Style != "" || k.Shank != "" || k.Wire != "" || k.Eye != "" || k.Barb != "" {
			p.Text = value
			d.Parts = append(d.Parts, p)
			r.started = true
		}
		return ""
	}
	return as
}

// otherPlaces are places in a source that are no pages; they keep their word.
var otherPlaces = regexp.MustCompile(`(?i)^(?:plates?|pl\.|leaf|leaves|fol\.|minutes?|item|card|fig\.|figure) ?[\divxl]+[rv]?(?: ?[-–,] ?[\divxl]+[rv]?)*$`)

// cutPage takes ", p. 41", ", page 41" or ", plate 2" off a source.
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
	if otherPlaces.MatchString(tail) {
		return strings.TrimSpace(s[:i]), strings.ToLower(tail), true
	}
	return s, "", false
}

func hasLetter(s string) bool { return strings.IndexFunc(s, unicode.IsLetter) >= 0 }

// person cuts what is said of somebody off the name: "Una Thrale, who changed the hackle".
// What begins in a small letter is no name.
func person(s string) (name, rest string) {
	whole := s
	if strings.HasPrefix(s, "(") {
		return "", s
	}
	for s != "" && unicode.IsLower([]rune(s)[0]) { // "the late J. Orr"
		word, after, more := strings.Cut(s, " ")
		if !beforeName[strings.ToLower(word)] || !more {
			return "", whole
		}
		s = strings.TrimSpace(after)
	}
	name, rest, _ = strings.Cut(s, ",")
	rest = strings.TrimSpace(rest)
	if y := yearSaid.FindString(rest); y != "" && y == rest { // "B. Sorli, 1988"
		return strings.TrimSpace(name), rest
	}
	if rest == "" || !unicode.IsLower([]rune(rest)[0]) {
		if i := strings.Index(s, " ("); i > 0 && strings.HasSuffix(s, ")") { // "Mrs E. Vance (born 1921)"
			return s[:i], strings.Trim(s[i:], " ()")
		}
		return s, ""
	}
	return strings.TrimSpace(name), rest
}

// labelsBefore counts the sentences of a text that begin with a label and a mark.
func (r *reader) labelsBefore(lines []string, mark string) int {
	n := 0
	for _, l := range lines {
		toks := measure.Lex(l[:min(len(l), 600)])
		for i := range toks {
			if i > 0 && !(i == 1 && toks[0].Kind == measure.Mark && toks[0].Low != "." && !toks[1].Joined) && (toks[i-1].Low != "." && !(mark == "," && toks[i-1].Low == ";") || mark == ".") {
				continue
			}
			if _, k := r.words.roles.Match(toks, i); k > 0 && i+k < len(toks) && toks[i+k].Low == mark && (mark != "." || i+k+1 < len(toks) && toks[i+k+1].Kind != measure.Mark) {
				n++
			}
		}
	}
	return n
}

// halves gives each of two parts of one label its own material: "Wing and cheeks: teal slips
// with small jungle cock".
func (r *reader) halves(s string, g segment) [][2]int {
	if len(g.roles) != 2 {
		return nil
	}
	a, _ := role.Find(g.roles[0])
	b, _ := role.Find(g.roles[1])
	if a.Form == b.Form {
		return nil
	}
	t := newStretch(r.words, s, lexAt(s, g.labelEnd, g.textEnd), g.roles[0])
	for i := 1; i+1 < len(t.toks); i++ {
		if t.low(i) != "with" {
			continue
		}
		p, _ := t.noun(0)
		q, _ := t.noun(i + 1)
		if p.noun && q.noun && !q.definite {
			return [][2]int{{g.labelEnd, t.toks[i].Start}, {t.toks[i+1].Start, g.textEnd}}
		}
	}
	return nil
}

// nameAndHook gives where a hook begins behind a name and a colon at the start of a text; 0 where
// there is none.
func (r *reader) nameAndHook(s string, start int) int {
	k := strings.IndexByte(s[start:], ':')
	if k <= 0 || r.started || r.d.Title != "" || len(strings.Fields(s[start:start+k])) > 6 {
		return 0
	}
	rest := strings.TrimLeft(s[start+k+1:], " ")
	if rest == "" || rest[0] != '#' {
		return 0
	}
	toks := measure.Lex(s[start : start+k])
	if _, n := r.words.roles.Match(toks, 0); n == len(toks) {
		return 0
	}
	if _, n := headerAt(toks, 0); n > 0 {
		return 0
	}
	return start + k + 1
}

// leaders are the dots that lead from a label to its value.
var leaders = regexp.MustCompile(`^(\s*\p{L}[\p{L}' /-]{1,24}?)\s?(\.{3,}(?:\s*:)?)\s*[^.\s:]`)

// inSmall tells a text whose lines begin with labels in small letters, all but the first.
func (r *reader) inSmall(lines []string) bool {
	labels, others := 0, 0
	for _, l := range lines[min(1, len(lines)):] {
		l = strings.TrimSpace(l)
		if l == "" {
			continue
		}
		first, _ := utf8.DecodeRuneInString(l)
		if _, k := r.words.roles.Match(measure.Lex(l[:min(len(l), 60)]), 0); k > 0 && unicode.IsLower(first) {
			labels++
		} else if unicode.IsUpper(first) {
			others++
		}
	}
	return labels >= 4 && others <= 1
}
