package dressing

import (
	"strings"

	"mothledger/core/hook"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// partReader reads the words of one part. Each step takes the tokens it
// understands and leaves the rest to the next.
type partReader struct {
	*reader
	line  int
	s     string
	toks  []measure.Token
	taken []bool
	marks *marks
	part  *Part
	std   role.Role
	name  measure.Parts
}

// inlineEnds are the parts that people mention inside another part's line:
// "black floss with a red butt".
var inlineEnds = wordSet("rib", "tag", "butt", "cheeks", "topping", "throat", "head", "collar")

// parts reads one labelled stretch of a line, which may mention a second part:
// "cream wool ribbed with silver wire".
func (r *reader) parts(n int, label, s string, from, to int, optional bool, m *marks, again bool) {
	for from < to && (s[from] == ' ' || s[from] == '\t') {
		from++
	}
	type piece struct {
		label    string
		from, to int
	}
	pieces := []piece{{label, from, to}}
	toks := lexAt(s, from, to)
	std, _ := role.Find(label)
	bodylike := std.Form == role.FormWound
	for i := 1; i < len(toks); i++ {
		cut := func(label string, k int) {
			pieces[len(pieces)-1].to = toks[i].Start
			start := to
			if k < len(toks) {
				start = toks[k].Start
			}
			m.set(toks[i].Start, start, "label", "read as a part of its own: "+label)
			pieces = append(pieces, piece{label, start, to})
			i = k
		}
		if !bodylike {
			break
		}
		_, k := inlineRib.Match(toks, i)
		if k == 0 && toks[i].Low == "rib" && i+1 < len(toks) && toks[i+1].Kind == measure.Word && toks[i-1].Kind == measure.Word { // a terse card: "black wool rib gold tinsel"
			k = 1
		}
		if k > 0 {
			cut("rib", i+k)
		} else if _, k := inlinePalmer.Match(toks, i); k > 0 {
			cut("body hackle", i+k)
		}
	}
	if l, a, b, word := inlineEnd(toks, std); l != "" {
		p := &pieces[len(pieces)-1]
		if a > p.from {
			old := p.to
			p.to = a
			m.set(word, old, "label", "read as a part of its own: "+l)
			pieces = append(pieces, piece{l, a, b})
		}
	}
	for k, p := range pieces {
		text := strings.Trim(strings.TrimSpace(s[p.from:p.to]), " ,;")
		part := Part{Line: n, Role: p.label, Text: text, Optional: optional && k == 0, Materials: []Material{}}
		pr := &partReader{reader: r, line: n, s: s, marks: m, part: &part, name: r.words.partName}
		pr.std, _ = role.Find(p.label)
		pr.toks = lexAt(s, p.from, p.to)
		pr.taken = make([]bool, len(pr.toks))
		pr.read(again)
		if k > 0 && p.label == "rib" {
			// "ribbed with gold wire, over the rear half": the body lies there too
			if body := &r.d.Parts[len(r.d.Parts)-1]; body.From.IsZero() && body.To.IsZero() {
				body.From, body.To = part.From, part.To
			}
		}
		r.d.Parts = append(r.d.Parts, part)
	}
}

func lexAt(s string, from, to int) []measure.Token {
	toks := measure.Lex(s[from:to])
	for i := range toks {
		toks[i].Start += from
		toks[i].End += from
	}
	return toks
}

// inlineEnd finds a clause such as ", silver tinsel rib" or "with a red butt"
// at the end of a text: the part's label, where its words start and end, and
// where the naming word stands.
func inlineEnd(toks []measure.Token, std role.Role) (label string, from, to, word int) {
	last := len(toks) - 1
	for last >= 0 && toks[last].Kind == measure.Mark {
		last--
	}
	if last < 2 || std.Form == role.FormHook {
		return "", 0, 0, 0
	}
	l := toks[last].Low
	if !inlineEnds[l] || l == std.Name || l == "head" && std.Name == "bead" {
		return "", 0, 0, 0
	}
	for i := last - 1; i > 0 && i > last-6; i-- {
		switch {
		case toks[i].Low == ",":
			if i+1 == last {
				return "", 0, 0, 0
			}
			return l, toks[i+1].Start, toks[last].Start, toks[last].Start
		case toks[i].Low == "with" && i+2 < last && (toks[i+1].Low == "a" || toks[i+1].Low == "an"):
			return l, toks[i+1].Start, toks[last].Start, toks[last].Start
		case toks[i].Kind == measure.Mark:
			return "", 0, 0, 0
		}
	}
	return "", 0, 0, 0
}

func (p *partReader) free(i int) bool { return i >= 0 && i < len(p.toks) && !p.taken[i] }

func (p *partReader) freeRun(i, n int) bool {
	for k := i; k < i+n; k++ {
		if !p.free(k) {
			return false
		}
	}
	return true
}

func (p *partReader) low(i int) string {
	if i < 0 || i >= len(p.toks) {
		return ""
	}
	return p.toks[i].Low
}

// take marks n tokens from i as understood.
func (p *partReader) take(i, n int, as, meaning string) {
	if n <= 0 {
		return
	}
	for k := i; k < i+n; k++ {
		p.taken[k] = true
	}
	p.marks.set(p.toks[i].Start, p.toks[i+n-1].End, as, meaning)
}

func (p *partReader) words(i, n int) string {
	return strings.TrimSpace(p.s[p.toks[i].Start:p.toks[i+n-1].End])
}

// clauseEnd is the token after the clause that holds token i.
func (p *partReader) clauseEnd(i int) int {
	for i < len(p.toks) {
		switch p.toks[i].Low {
		case ",", ";", ".", "(", ")", ":", "!", "?":
			return i
		case "-":
			if !p.toks[i].Joined {
				return i
			}
		}
		i++
	}
	return i
}

func (p *partReader) clauseStart(i int) int {
	for i > 0 {
		switch p.toks[i-1].Low {
		case ",", ";", ".", "(", ")", ":", "!", "?":
			return i
		case "-":
			if !p.toks[i-1].Joined {
				return i
			}
		}
		i--
	}
	return 0
}

func (p *partReader) addNote(s string) {
	s = strings.Trim(s, " ,;.")
	if s == "" {
		return
	}
	if p.part.Note != "" {
		p.part.Note += "; "
	}
	p.part.Note += s
}

// read runs the steps. With again set the words were read before under another
// label and what is unread is not listed twice.
func (p *partReader) read(again bool) {
	if p.std.Form == role.FormHook {
		(&hookLine{reader: p.reader, part: p.part}).readTokens(p)
		p.leftovers(again)
		return
	}
	p.absent()
	p.optional()
	p.corrected()
	p.said()
	p.conditions()
	p.acts()
	p.asides()
	p.thread()
	p.turns()
	p.manner()
	p.places()
	p.continues()
	p.lengths()
	p.counts()
	p.besides()
	p.materials()
	p.hackleGauge()
	p.leftovers(again)
}

// hackleGauge takes the grade of a hackle that is a hook size: "a size 14
// hackle" is one whose fibres suit a 14.
func (p *partReader) hackleGauge() {
	if p.std.Form != role.FormCollar && p.std.Form != role.FormPalmer || len(p.part.Materials) == 0 {
		return
	}
	m := &p.part.Materials[0]
	words := strings.TrimPrefix(strings.TrimPrefix(m.Size, "size "), "#")
	if s, err := hook.ParseSize(words); err == nil && s >= 2 && words != "" {
		p.part.Gauge, m.Size = s.String(), ""
	}
}

// absent reads "none", "no tail", "omitted".
func (p *partReader) absent() {
	if _, n := absentSet.Match(p.toks, 0); n > 0 {
		rest := n
		for rest < len(p.toks) && (p.toks[rest].Kind == measure.Mark || p.toks[rest].Low == p.std.Name || p.toks[rest].Low == p.part.Role) {
			rest++
		}
		if rest == len(p.toks) {
			p.part.Absent = true
			p.take(0, len(p.toks), "plain", "this part is left out")
		}
	}
}

func (p *partReader) optional() {
	for i := range p.toks {
		if _, n := optionalSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			p.part.Optional = true
			p.take(i, n, "optional", "an extra; the plain fly lacks it")
		}
		if _, n := essentialSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			p.part.Essential = true
			p.take(i, n, "optional", "the fly needs this part")
		}
	}
}

// asides sets apart reasons, comparisons and cautions, so that their numbers
// and colours are not taken for the dressing's.
func (p *partReader) asides() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		atStart := i == 0 || p.clauseStart(i) == i || p.low(i-1) == "and"
		n := 0
		if _, m := causeSet.Match(p.toks, i); m > 0 {
			if strong := causeAnywhere[p.low(i)] || p.low(i) == "or"; atStart || strong {
				n = m
			}
		}
		if _, m := insteadSet.Match(p.toks, i); m > 0 {
			if _, _, isBound := p.bound(i); !isBound {
				n = m
			}
		}
		if p.low(i) == "to" && verbAfterTo[p.low(i+1)] {
			n = 2
		}
		if n == 0 {
			continue
		}
		if p.low(i) == "for" && atStart && i == 0 {
			continue
		}
		end := p.clauseEnd(i)
		if pronouns[p.low(i)] && p.wound() && p.turnsWithin(i, end) { // "that comes forward in four turns"
			p.take(i, 1, "plain", "")
			continue
		}
		p.addNote(p.words(i, end-i))
		p.take(i, end-i, "note", "kept as a remark")
		i = end
	}
}

var pronouns = wordSet("that", "this", "it", "they", "i", "you", "we")

// turnsWithin tells whether a clause says how often something is wound.
func (p *partReader) turnsWithin(i, end int) bool {
	for k := i; k < end; k++ {
		if _, n := measure.ScanNumber(p.toks, k); n > 0 && k+n < end && turnWords[p.low(k+n)] && !p.holdsDown(k, k+n) {
			return true
		}
	}
	return false
}

// causeAnywhere are words that open a reason in the middle of a clause too.
var causeAnywhere = wordSet("because", "so", "otherwise", "although", "though", "unless", "whereas", "lest", "when", "if", "once", "until", "after", "except")

// bound tells "not past the bend" and "no more than half" from a remark.
func (p *partReader) bound(i int) (measure.Length, int, bool) {
	if p.clauseStart(i) == i && (p.low(i) == "never" || p.low(i) == "don't" || p.low(i) == "avoid") {
		return measure.Length{}, 0, false
	}
	l, n := measure.ScanLength(p.toks, i, p.name)
	if n > 0 {
		return l, n, true
	}
	v, n := measure.ScanNumber(p.toks, i)
	return measure.Length{Low: v.Low, High: v.High}, n, n > 0
}

// thread reads the sizes of a thread: "8/0", "70 denier".
func (p *partReader) thread() {
	if p.std.Name != "thread" && p.std.Name != "head" {
		return
	}
	th := Thread{}
	for i := range p.toks {
		if !p.free(i) {
			continue
		}
		if a, ok := strings.CutSuffix(p.low(i), "/0"); ok && a != "" && isDigits(a) {
			th.Aught = p.low(i)
			p.take(i, 1, "thread", "the aught scale differs by maker; not converted")
			continue
		}
		if p.toks[i].Kind != measure.Number {
			continue
		}
		switch p.low(i + 1) {
		case "denier", "den", "d":
			th.Denier = p.toks[i].Value
			p.take(i, 2, "thread", "")
		}
	}
	if th != (Thread{}) {
		p.part.Thread = &th
	}
}

func isDigits(s string) bool { return strings.Trim(s, "0123456789") == "" }

// wound tells whether turns are a fact of this part.
func (p *partReader) wound() bool {
	switch p.std.Form {
	case role.FormHook, role.FormTail, role.FormWing, role.FormCase, role.FormLegs, role.FormBead, role.FormCheek:
		return false
	}
	switch p.std.Name {
	case "thread", "post", "eyes", "indicator", "antennae", "underbody":
		return false
	}
	return true
}

// turns reads how often a part is wound round the hook, and sets apart the
// thread turns that only hold something down.
func (p *partReader) turns() {
	type found struct {
		v    measure.Interval
		i, n int
		hold bool
	}
	var all []found
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		said, n := measure.ScanNumber(p.toks, i)
		if n == 0 || !p.freeRun(i, n) {
			continue
		}
		k := i + n
		if p.low(k) == "or" && p.low(k+1) == "so" {
			k += 2
		}
		if p.low(k) == "of" && (p.low(k-1) == "couple" || p.low(k-1) == "pair") {
			k++
		}
		for turnQualities[p.low(k)] && k < i+n+3 {
			k++
		}
		if !p.free(k) || !turnWords[p.low(k)] {
			if p.low(k) == "half" && p.low(k+1) == "hitches" || p.low(k) == "half" && p.low(k+1) == "hitch" || p.low(k) == "coats" || p.low(k) == "coat" || p.low(k) == "hitches" || p.low(k) == "knots" {
				p.take(i, k+1-i, "note", "")
				p.addNote(p.words(i, k+1-i))
			}
			continue
		}
		hold := p.holdsDown(i, k)
		if more, n := p.inFront(k + 1); n > 0 && !hold { // "3 turns behind the wing and 2 in front"
			said, k = measure.Interval{Low: said.Low + more.Low, High: said.High + more.High}, k+n
		}
		if lo, hi, m := measure.ScanBound(p.toks, k+1); m > 0 && p.freeRun(k+1, m) {
			said, k = said.Times(lo, hi), k+m
		}
		all = append(all, found{said, i, k + 1 - i, hold})
		i = k
	}
	legit := -1
	for f, t := range all {
		if t.hold || !p.wound() {
			continue
		}
		single := t.v == measure.Interval{Low: 1, High: 1}
		if single && (len(all) > 1 || t.i > 0 && p.clauseStart(t.i) != t.i) {
			continue
		}
		if legit >= 0 && p.part.Turns != nil && !all[legit].v.Overlaps(t.v) {
			p.d.contradict([]int{p.line}, p.part.Role, all[legit].v.String()+" turns", t.v.String()+" turns")
			continue
		}
		if legit < 0 {
			legit = f
			v := t.v
			p.part.Turns = &v
		}
	}
	for f, t := range all {
		switch {
		case f == legit:
			p.manner() // "five even turns" says how as well
			p.takeFree(t.i, t.n, "turns", "wound "+t.v.String()+" times")
		default:
			end := max(t.i+t.n, p.clauseEnd(t.i+t.n))
			if !t.hold {
				end = t.i + t.n
			}
			if t.hold && p.std.Name != "thread" {
				p.part.Acts = append(p.part.Acts, p.words(t.i, end-t.i))
			} else {
				p.addNote(p.words(t.i, end-t.i))
			}
			p.takeFree(t.i, end-t.i, "note", "a turn on the way, not how often this part is wound")
		}
	}
}

// inFront reads "behind the wing and two in front" at token i: the turns that
// come on top, and how many tokens that takes.
func (p *partReader) inFront(i int) (measure.Interval, int) {
	if p.low(i) != "behind" {
		return measure.Interval{}, 0
	}
	k := i + 1
	if p.low(k) == "the" {
		k++
	}
	_, n := p.reader.words.roles.Match(p.toks, k)
	if n == 0 {
		return measure.Interval{}, 0
	}
	k += n
	for p.low(k) == "and" || p.low(k) == "," || p.low(k) == "then" {
		k++
	}
	v, m := measure.ScanNumber(p.toks, k)
	if m == 0 || p.low(k+m) != "in" || p.low(k+m+1) != "front" {
		return measure.Interval{}, 0
	}
	return v, k + m + 2 - i
}

// besides sets apart where a part stands to another: "behind the wing", "over
// the floss".
func (p *partReader) besides() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		k := i + 1
		switch p.low(i) {
		case "behind", "before", "beneath", "underneath", "below", "above":
		case "in":
			if p.low(i+1) != "front" || p.low(i+2) != "of" {
				continue
			}
			k = i + 3
		case "over":
			if p.std.Form != role.FormRib || p.low(i+1) != "the" {
				continue
			}
			if _, n := p.reader.words.roles.Match(p.toks, i+2); n == 0 { // "over the floss only"
				end := p.clauseEnd(i)
				p.addNote(p.words(i, end-i))
				p.takeFree(i, end-i, "note", "what it is wound over")
			}
			continue
		default:
			continue
		}
		if p.low(k) != "the" {
			continue
		}
		if _, n := p.reader.words.roles.Match(p.toks, k+1); n > 0 && p.freeRun(i, k+1+n-i) {
			p.take(i, k+1+n-i, "plain", "")
		}
	}
}

// takeFree marks those of n tokens that are still free.
func (p *partReader) takeFree(i, n int, as, meaning string) {
	for k := i; k < i+n; k++ {
		run := 0
		for k+run < i+n && p.free(k+run) {
			run++
		}
		p.take(k, run, as, meaning)
		k += run
	}
}

// holdsDown tells whether the turns at token i (the word "turns" being at k)
// only hold something: "secured with two turns of thread", "one turn beneath
// the wing to lift it".
func (p *partReader) holdsDown(i, k int) bool {
	for j := i - 1; j >= 0 && j >= i-6; j-- {
		l := p.low(j)
		if p.toks[j].Kind == measure.Mark || l == "then" {
			break
		}
		if l == "and" && j < i-1 {
			break
		}
		if holdWords[l] || tieWords[l] && (p.low(j+1) == "in" || p.low(j+1) == "down" || p.low(j+1) == "off") {
			return true
		}
	}
	j := k + 1
	if p.low(j) == "of" && (p.low(j+1) == "thread" || p.low(j+1) == "silk" || p.low(j+1) == "the") {
		if p.low(j+1) != "the" || p.low(j+2) == "thread" || p.low(j+2) == "silk" {
			return p.std.Name != "head" && p.std.Name != "tag" && p.std.Name != "butt"
		}
	}
	if p.low(j) == "will" {
		j++
	}
	if holdWords[p.low(j)] || p.low(j) == "to" && holdWords[p.low(j+1)] {
		return true
	}
	switch p.low(j) {
	case "under", "beneath", "underneath", "behind", "below":
		return p.low(j+1) != "wing" && !(p.std.Form == role.FormCollar && p.low(j) == "behind")
	}
	return false
}

// manner reads direction and spacing.
func (p *partReader) manner() {
	parachute := false
	for i := range p.toks {
		switch p.low(i) {
		case "parachute", "post", "clockwise", "anticlockwise", "counterclockwise":
			parachute = true
		}
	}
	for i := range p.toks {
		for _, c := range []struct {
			set     measure.Phrases
			as      string
			to      *string
			value   string
			meaning string
		}{
			{counterSet, "winding", &p.part.Winding, "counter", "against the body"},
			{withSet, "winding", &p.part.Winding, "with", "the same way as the body"},
			{openingSet, "turns", &p.part.Spacing, "opening", "turns further apart towards the front"},
			{evenSet, "turns", &p.part.Spacing, "even", "turns equally far apart"},
		} {
			_, n := c.set.Match(p.toks, i)
			if n == 0 || !p.freeRun(i, n) || c.as == "winding" && parachute {
				continue
			}
			if c.value == "even" && p.std.Form != role.FormRib && p.std.Form != role.FormPalmer && p.low(i) == "evenly" {
				continue
			}
			if *c.to == "" {
				*c.to = c.value
			}
			p.take(i, n, c.as, c.meaning)
		}
	}
}

// continues reads "butts of the tail fibres" and "as the body".
func (p *partReader) continues() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if _, n := continueSet.Match(p.toks, i); n > 0 {
			if p.low(i) == "tips" && p.std.Form != role.FormLegs && p.std.Form != role.FormWing {
				continue
			}
			k := i + n
			if p.low(k) == "the" {
				k++
			}
			if label, m := p.partAt(k); m > 0 {
				k += m
				for isFibreWord(p.low(k)) || p.low(k) == "material" || p.low(k) == "butts" || p.low(k) == "ends" || p.low(k) == "bunch" {
					k++
				}
				p.part.Continues = label
				p.take(i, k-i, "material", "goes on from the "+label+"; one bunch, counted once")
				return
			}
		}
		if _, n := sameAsSet.Match(p.toks, i); n > 0 && p.clauseStart(i) == i {
			if label, m := p.partAt(i + n); m > 0 && p.clauseEnd(i) == i+n+m && i == 0 {
				p.part.SameAs = label
				p.take(i, n+m, "material", "the same material as the "+label)
				return
			}
		}
	}
	// "tail butts", "tail fibres wound forward" at the start
	if label, m := p.partAt(0); m > 0 && p.free(0) && label != p.std.Name && (p.low(m) == "butts" || p.low(m) == "ends" || isFibreWord(p.low(m))) {
		p.part.Continues = label
		p.take(0, m+1, "material", "goes on from the "+label)
	}
}

// partAt names an earlier part of this dressing at token i.
func (p *partReader) partAt(i int) (string, int) {
	if i >= len(p.toks) {
		return "", 0
	}
	label, n := p.name(p.toks[i:])
	if n == 0 {
		return "", 0
	}
	for _, q := range p.d.Parts {
		if q.Role == label || role.SameWork(q.Role, label) {
			if q.Role != label && p.d.Find(label) >= 0 {
				label = p.d.Parts[p.d.Find(label)].Role
			}
			return label, n
		}
	}
	return "", 0
}

func isFibreWord(w string) bool {
	switch w {
	case "fibre", "fibres", "fiber", "fibers", "barb", "barbs", "fibs", "fib":
		return true
	}
	return false
}

// leftovers lists what nobody took. Words that carry no value are plain.
func (p *partReader) leftovers(again bool) {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if p.plain(i) {
			p.take(i, 1, "plain", "")
			continue
		}
		end := i + 1
		for p.free(end) && !p.plain(end) {
			end++
		}
		text := p.words(i, end-i)
		p.take(i, end-i, "unread", "")
		if !again {
			p.d.Unread = append(p.d.Unread, Unread{p.line, text})
		}
		i = end - 1
	}
}

func (p *partReader) plain(i int) bool {
	t := p.toks[i]
	switch t.Kind {
	case measure.Mark:
		return t.Low != "%" && t.Low != "°" && t.Low != "#"
	case measure.Word:
		if t.Low == p.part.Role || t.Low == p.std.Name || t.Low == "post" {
			return true
		}
		return noise[t.Low] && cardinalWord(t.Low) == 0
	}
	return false
}

func cardinalWord(w string) float64 {
	if w == "one" || w == "half" {
		return 0
	}
	v, n := measure.ScanNumber([]measure.Token{{Low: w, Kind: measure.Word}}, 0)
	if n == 0 {
		return 0
	}
	return v.Low
}
