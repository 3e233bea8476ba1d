package reading

import (
	"cmp"
	"strings"

	"mothledger/core/lexicon"
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
	grade string // a width or thickness of the material: "2 mm", "1/8\" wide"
	// lengthFrom is where the tokens of the length stand, lengthTokens how many
	lengthFrom, lengthTokens int
	// countedAt is where the number of the count stands
	countedAt int
	// stretches counts the stretches of the shank that were named: "rear half
	// yellow, front half black"
	stretches int
	// ratio is that of the two materials of a blend, said after them: "two parts to
	// one"
	ratio [2]float64
	// shareAt holds the share of the material that begins at a token
	shareAt map[int]float64
}

// standsTo are words that say where something is rather than name it.
var standsTo = lexicon.Set("stands to")

// inlineEnds are the parts that people mention inside another part's line:
// "black floss with a red butt".
var inlineEnds = lexicon.Set("ends inline")

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
	bodylike := std.Form == role.FormWound || std.Form == role.FormPalmer
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
		if std.Form == role.FormHook && len(pieces) == 1 {
			if k := r.threadOn(toks, i); k > 0 {
				cut("thread", k)
			}
			continue
		}
		if !bodylike {
			break
		}
		_, k := inlineRib.Match(toks, i)
		if k == 0 && toks[i].Low == "rib" && i+1 < len(toks) && toks[i+1].Kind == measure.Word && toks[i-1].Kind == measure.Word && !standsTo[toks[i-1].Low] && toks[i-1].Low != "the" && toks[i-1].Low != "a" && toks[i+1].Low != "is" && toks[i+1].Low != "goes" { // a terse card: "black wool rib gold tinsel"
			k = 1
		}
		if k > 0 {
			cut("rib", i+k)
		} else if _, k := inlinePalmer.Match(toks, i); k > 0 && std.Form == role.FormWound {
			cut("body hackle", i+k)
		} else if _, k := inlineUnder.Match(toks, i); k > 0 && std.Name != "underbody" {
			cut("underbody", i+k)
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
		pr.toks = between(toks, p.from, p.to)
		pr.taken = make([]bool, len(pr.toks))
		r.steps += len(pr.toks)
		pr.read(again)
		if k > 0 && p.label == "rib" {
			// "ribbed with gold wire, over the rear half": the body lies there too
			if body := &r.d.Parts[len(r.d.Parts)-1]; body.From.IsZero() && body.To.IsZero() {
				body.From, body.To = part.From, part.To
			}
		}
		r.d.Parts = append(r.d.Parts, part)
		if r.labelled == nil {
			r.labelled, r.firstOf = map[string]bool{}, map[string]string{}
		}
		r.labelled[part.Role] = true
		if kin := cmp.Or(pr.std.Kin, pr.std.Name); r.firstOf[kin] == "" {
			r.firstOf[kin] = part.Role
		}
	}
}

// threadOn reads ", and I've got brown thread on it" at token i of a hook line, and
// gives the token at which the thread's words begin.
func (r *reader) threadOn(toks []measure.Token, i int) int {
	if toks[i-1].Kind != measure.Mark && toks[i].Low != "with" && toks[i].Low != "and" || r.d.Find("thread") >= 0 {
		return 0
	}
	k := i
	for k < len(toks) && threadLead[toks[k].Low] {
		k++
	}
	if k == i {
		return 0
	}
	for j := k; j < min(k+4, len(toks)) && toks[j].Kind == measure.Word; j++ {
		if (toks[j].Low == "thread" || toks[j].Low == "silk") && (j > k || k > i+1) {
			return k
		}
	}
	return 0
}

var threadLead = lexicon.Set("thread lead")

// lexAt gives the tokens of a stretch of a line. The full stop of an abbreviated
// unit, "1/8 in. wide", ends no clause and is left out.
func lexAt(s string, from, to int) []measure.Token {
	toks := measure.Lex(s[from:to])
	out := toks[:0]
	for i, t := range toks {
		t.Start += from
		t.End += from
		if t.Low == "." && t.Joined && i > 0 && toks[i-1].Low == "fl" { // "fl. pink"
			continue
		}
		if t.Low == "." && t.Joined && i > 1 && i+1 < len(toks) && shortUnits[toks[i-1].Low] && len(out) > 1 && out[len(out)-2].Kind == measure.Number {
			continue
		}
		out = append(out, t)
	}
	return out
}

// between gives those of a line's tokens that lie in a stretch.
func between(toks []measure.Token, from, to int) []measure.Token {
	a := 0
	for a < len(toks) && toks[a].Start < from {
		a++
	}
	b := a
	for b < len(toks) && toks[b].Start < to {
		b++
	}
	return toks[a:b]
}

var shortUnits = lexicon.Set("short unit")

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
	if before := toks[last-1].Low; before == "the" || before == "its" { // "red, showing at the head"
		return "", 0, 0, 0
	}
	if !inlineEnds[l] || l == std.Name || l == "head" && std.Name == "bead" {
		return "", 0, 0, 0
	}
	for i := last - 1; i > 0 && i > last-6; i-- {
		switch {
		case toks[i].Low == ",":
			if i+1 == last || standsTo[toks[i+1].Low] {
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

// remark keeps n tokens from i as a remark; those that an earlier step took stay
// what they were understood as.
func (p *partReader) remark(i, n int, meaning string) {
	p.addNote(p.words(i, n))
	p.takeFree(i, n, "note", meaning)
}

// read runs the steps. With again set the words were read before under another
// label and what is unread is not listed twice.
func (p *partReader) read(again bool) {
	if p.attached(again) {
		return
	}
	if p.std.Form == role.FormHook {
		(&hookLine{reader: p.reader, part: p.part}).readTokens(p)
		p.leftovers(again)
		return
	}
	if len(p.toks) > 1 && (p.low(0) == "it" || p.low(0) == "them") { // "Rib it in five turns"
		p.take(0, 1, "plain", "")
	}
	p.shared()
	p.absent()
	p.optional()
	p.corrected()
	p.said()
	p.witnesses()
	p.conditions()
	p.acts()
	p.asides()
	p.thread()
	p.gauges()
	p.taper()
	p.turns()
	p.manner()
	p.againstWhat()
	p.places()
	p.continues()
	p.lengths()
	p.counts()
	p.shares()
	p.spunOn()
	p.relations()
	p.materials()
	p.hackleGauge()
	p.doubtful()
	p.leftovers(again)
}

// shared tells the clauses apart that one label of two parts gives to either:
// "Tail and hackle: ginger cock, six fibres for the tail, three turns for the hackle".
func (p *partReader) shared() {
	type claim struct {
		i, end int // of "for the tail"
		mine   bool
		label  string
	}
	var all []claim
	mine := false
	for i := range p.toks {
		if p.low(i) != "for" {
			continue
		}
		k := i + 1
		if p.low(k) == "the" {
			k++
		}
		if idx, n := p.reader.words.roles.Match(p.toks, k); n > 0 {
			label := role.Label(p.reader.words.roleList[idx])
			all = append(all, claim{i, k + n, label == p.part.Role, label})
			mine = mine || label == p.part.Role
		}
	}
	if !mine || len(all) < 2 {
		return
	}
	for _, c := range all {
		i := c.i
		from := p.clauseStart(i)
		for j := i - 1; j > from; j-- { // "2 turns for the tag and 5 for the rib"
			if p.low(j) == "and" && !isFibreWord(p.low(j-1)) {
				if _, m := measure.ScanNumber(p.toks, j+1); m > 0 {
					from = j + 1
				}
				break
			}
		}
		if !c.mine {
			p.takeFree(from, c.end-from, "plain", "of the "+c.label)
		} else {
			if v, m := measure.ScanNumber(p.toks, from); m > 0 && from+m == i && p.wound() && p.part.Turns == nil {
				p.part.Turns = &v
				p.take(from, m, "turns", "wound "+v.String()+" times")
			}
			p.take(i, c.end-i, "plain", "")
		}
	}
}

func isDigits(s string) bool { return strings.Trim(s, "0123456789") == "" }

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
			p.d.Unread = append(p.d.Unread, Unread{Line: p.line, Text: text})
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
