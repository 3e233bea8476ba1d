package reading

import (
	"cmp"
	"strings"
	"unicode"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// standsTo are words that say where something is rather than name it.
var ribVerbs = lexicon.Set("rib verb")

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
	if last := len(r.d.Parts) - 1; last >= 0 && isStretch(label) { // "front half   hare's ear" under "body   rear half   orange silk"
		if at := strings.LastIndex(strings.ToLower(s[:from]), label); at >= 0 {
			label, from = r.d.Parts[last].Role, at
		}
	}
	toks := lexAt(s, from, to)
	std, _ := role.Find(label)
	pieces := (&cutter{r: r, s: s, m: m, toks: toks, label: label, std: std, to: to, pieces: []piece{{label: label, from: from, to: to}}}).all()
	if l, a, b, word := inlineEnd(toks, std); l != "" && !r.saidOnly(toks, word) {
		p := &pieces[len(pieces)-1]
		if a > p.from {
			old := p.to
			p.to = a
			m.set(word, old, "label", "read as a part of its own: "+l)
			pieces = append(pieces, piece{label: l, from: a, to: b})
		}
	}
	for k, p := range pieces {
		text := strings.Trim(strings.TrimSpace(s[p.from:p.to]), " ,;")
		part := Part{Line: n, Role: p.label, Text: text, Optional: optional && k == 0, Materials: []Material{}}
		mk := r.make(n, &part, newStretch(r.words, s, between(toks, p.from, p.to), p.label), m, again)
		if k > 0 && p.label == role.Rib {
			// "ribbed with gold wire, over the rear half": the body lies there too
			if body := &r.d.Parts[len(r.d.Parts)-1]; body.From.IsZero() && body.To.IsZero() {
				body.From, body.To = part.From, part.To
			}
		}
		if k > 0 && p.label == pieces[0].label { // what is said of the part again behind another
			r.joinPart(len(r.d.Parts)-1, part)
			continue
		}
		if r.inferred && mk.std.Name == role.Finish && part.SaysNothing() && part.Coats == 0 { // "a drop of varnish and it is done"
			r.d.Notes = append(r.d.Notes, text)
			continue
		}
		r.d.Parts = append(r.d.Parts, part)
		if r.labelled == nil {
			r.labelled, r.firstOf = map[string]bool{}, map[string]string{}
		}
		r.labelled[part.Role] = true
		if kin := cmp.Or(mk.std.Kin, mk.std.Name); r.firstOf[kin] == "" {
			r.firstOf[kin] = part.Role
		}
	}
}

// A cutter cuts the words behind a label where they go on to another part.
type cutter struct {
	r      *reader
	s      string
	m      *marks
	toks   []measure.Token
	label  string
	std    role.Role
	to     int // where the words end
	i      int // the token that is looked at
	pieces []piece
}

// all gives the pieces, each of one part.
func (c *cutter) all() []piece {
	for c.i = 1; c.i < len(c.toks); c.i++ {
		c.here()
	}
	return c.pieces
}

// cut ends a piece before the token that is looked at; one of another part begins with token k.
func (c *cutter) cut(label string, k int) {
	c.pieces[len(c.pieces)-1].to = c.toks[c.i].Start
	start := c.to
	if k < len(c.toks) {
		start = c.toks[k].Start
	}
	c.m.set(c.toks[c.i].Start, start, asLabel, "read as a part of its own: "+label)
	c.pieces = append(c.pieces, piece{label: label, from: start, to: c.to})
	c.i = k
}

// here cuts at a token where it begins another part.
func (c *cutter) here() {
	if c.std.Form == role.FormHook && len(c.pieces) == 1 {
		if k := c.r.threadOn(c.toks, c.i); k > 0 {
			c.cut(role.Thread, k)
		} else if k := c.i; threadWords[c.toks[k].Low] && c.toks[k-1].Low == "," && k+1 < len(c.toks) && c.r.d.Find(role.Thread) < 0 { // "hook 16 dry, thread rusty brown"
			c.cut(role.Thread, k+1)
		} else if k := c.r.beadOn(c.toks, c.i); k > 0 { // "jig, #14, 3.3mm copper tungsten bead"
			c.cut(role.Bead, k)
		}
		return
	}
	if l, k := c.r.definitePart(c.s, c.toks, c.i, c.label); k > 0 {
		c.cut(l, k)
		return
	}
	if l, k := c.r.smallPart(c.toks, c.i, c.label); k > 0 { // "First a tag of flat gold. Then the tail, …"
		if c.cut(l, k); c.i < 4 {
			c.pieces = c.pieces[1:]
		}
		for end := c.i + 1; end < len(c.toks); end++ {
			if c.toks[end].Low == "." && end+1 < len(c.toks) && !c.toks[end+1].Joined {
				c.pieces[len(c.pieces)-1].to = c.toks[end].Start
				c.pieces = append(c.pieces, piece{label: c.label, from: c.toks[end+1].Start, to: c.to})
				c.i = end
				break
			}
		}
		return
	}
	if c.toks[c.i-1].Low == "." {
		if idx, k := inlineParts.Match(c.toks, c.i); k > 0 { // "…, two turns. Winged with snipe"
			c.cut(lexicon.Rows("inline part")[idx].Value, c.i+k)
			return
		}
	}
	if c.std.Form != role.FormWound && c.std.Form != role.FormPalmer {
		return
	}
	c.bodyHere()
}

// bodyHere cuts a body where its rib, its hackle or what is under it is told.
func (c *cutter) bodyHere() {
	_, k := inlineRib.Match(c.toks, c.i)
	if k == 0 && c.toks[c.i].Low == role.Rib && c.i+1 < len(c.toks) && c.toks[c.i+1].Kind == measure.Word && (c.toks[c.i-1].Kind == measure.Word || c.toks[c.i-1].Low == ",") && !standsTo[c.toks[c.i-1].Low] && c.toks[c.i-1].Low != "the" && c.toks[c.i-1].Low != "a" && !ribVerbs[c.toks[c.i+1].Low] { // a terse card: "black wool rib gold tinsel"
		k = 1
	}
	if n := c.r.metalTurns(c.s, c.toks, c.i); n > 0 && len(c.pieces) == 1 && c.std.Form == role.FormWound { // "wool & gold oval, 4t"
		c.cut(role.Rib, n)
	} else if n := c.r.overAll(c.s, c.toks, c.i); n > 0 && len(c.pieces) == 1 { // "; gold thread over all", "with a gold wire over it"
		c.cut(role.Rib, n)
	} else if n := c.r.turnsOfRib(c.toks, c.i); n > 0 && len(c.pieces) == 1 { // "w/ 6 turns red wire"
		c.cut("rib", c.i+n)
	} else if n := hackleOver(c.toks, c.i); n > 0 && c.std.Form == role.FormWound {
		c.cut("body hackle", c.i+n)
	} else if k > 0 {
		c.cut("rib", c.i+k)
	} else if idx, k := inlineParts.Match(c.toks, c.i); k > 0 {
		c.cut(lexicon.Rows("inline part")[idx].Value, c.i+k)
	} else if _, _, n := measure.ScanStretch(c.toks, c.i); (n > 0 || comesBackAt(c.toks, c.i)) && len(c.pieces) > 1 && c.toks[c.i-1].Low == ";" { // "; second half black silk": of the part itself again
		c.pieces[len(c.pieces)-1].to = c.toks[c.i].Start
		c.pieces = append(c.pieces, piece{label: c.label, from: c.toks[c.i].Start, to: c.to})
	} else if _, k := inlinePalmer.Match(c.toks, c.i); k > 0 && c.std.Form == role.FormWound {
		c.cut("body hackle", c.i+k)
	} else if _, k := inlineUnder.Match(c.toks, c.i); k > 0 && c.std.Name != role.Underbody {
		c.cut("underbody", c.i+k)
		for end := c.i + 1; end < len(c.toks); end++ { // what comes after the next stop is of the part again
			if c.toks[end].Kind == measure.Mark && end+1 < len(c.toks) {
				c.pieces[len(c.pieces)-1].to = c.toks[end].Start
				c.pieces = append(c.pieces, piece{label: c.label, from: c.toks[end+1].Start, to: c.to})
				c.i = end
				break
			}
		}
	}
}

// saidOnly tells a sentence, up to a byte, of which somebody only says that it is so at times: "in winter he
// ties it with a red collar".
func (r *reader) saidOnly(toks []measure.Token, at int) bool {
	end := 0
	for end < len(toks) && toks[end].Start < at {
		end++
	}
	from := end
	for from > 0 && toks[from-1].Low != "." {
		from--
	}
	for _, senses := range r.words.look(toks[from:end]) {
		if hasSense(senses, cSays) {
			return true
		}
	}
	return false
}

// smallPart reads "a tag of" at token i of a tail's line, where a sentence begins, and gives that part and the
// token at which its words begin.
func (r *reader) smallPart(toks []measure.Token, i int, label string) (string, int) {
	std, _ := role.Find(label)
	if std.Form != role.FormTail || i+3 >= len(toks) || toks[i].Low != "a" || toks[i+2].Low != "of" || toks[i-1].Low != "first" && toks[i-1].Low != "." {
		return "", 0
	}
	other, known := role.Find(toks[i+1].Low)
	if !known || other.Form != role.FormWound && other.Name != role.Tag && other.Name != role.Butt || other.Name == role.Body {
		return "", 0
	}
	return other.Name, i + 3
}

// definitePart reads ", the wing hen pheasant" at token i of another part's line, and gives that part
// and the token at which its words begin.
func (r *reader) definitePart(s string, toks []measure.Token, i int, label string) (string, int) {
	if toks[i-1].Low != "," || toks[i].Low != "the" {
		return "", 0
	}
	idx, n := r.words.roles.Match(toks, i+1)
	if n == 0 {
		return "", 0
	}
	other := role.Label(r.words.roleList[idx])
	std, known := role.Find(other)
	if !known || std.Form == role.FormNone || other == label || r.d.Find(other) >= 0 {
		return "", 0
	}
	t := newStretch(r.words, s, toks[i+1+n:], other)
	if len(t.toks) == 0 || t.is(0, cNoun)+t.is(0, cColour)+t.is(0, cAdjective)+t.is(0, cName) == 0 || t.is(0, cAct)+t.is(0, cAuxiliary)+t.is(0, cPreposition) > 0 {
		return "", 0
	}
	if p, k := t.noun(0); k == 0 || !p.noun {
		return "", 0
	}
	return other, i + 1 + n
}

// threadOn reads ", and I've got brown thread on it" at token i of a hook line, and
// gives the token at which the thread's words begin.
func (r *reader) threadOn(toks []measure.Token, i int) int {
	if toks[i-1].Low == ";" && i+1 < len(toks) && toks[i+1].Kind == measure.Word && r.d.Find("thread") < 0 { // "dry 14; thread olive"
		if k, n := r.words.roles.Match(toks, i); n > 0 && role.Label(r.words.roleList[k]) == role.Thread {
			return i + n
		}
	}
	if (toks[i-1].Low == ";" || toks[i-1].Low == ",") && i+2 == len(toks) && material.IsColour(toks[i].Low) && r.d.Find("thread") < 0 { // "#8 double; blk thrd"
		if k, n := r.words.roles.Match(toks, i+1); n > 0 && role.Label(r.words.roleList[k]) == role.Thread {
			return i
		}
	}
	if toks[i-1].Kind != measure.Mark && toks[i].Low != "with" && toks[i].Low != "and" || !threadLead[toks[i].Low] || r.d.Find("thread") >= 0 {
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
		if threadWords[toks[j].Low] && (j > k || k > i+1) {
			return k
		}
	}
	return 0
}

// beadOn reads a bead with its size behind a stop at token i of a hook line, and gives the token at which its words begin.
func (r *reader) beadOn(toks []measure.Token, i int) int {
	k := i
	switch {
	case toks[i-1].Low == "," || toks[i-1].Low == ";":
	case toks[i].Low == "with" || toks[i].Low == "w" || toks[i].Low == "+":
		k++
	default:
		return 0
	}
	for k < len(toks) && (toks[k].Low == "/" || toks[k].Low == "a" || toks[k].Low == "with" || toks[k].Low == "and") {
		k++
	}
	if r.d.Find(role.Bead) >= 0 {
		return 0
	}
	for j := k; j < min(k+7, len(toks)) && toks[j].Kind != measure.Mark; j++ {
		if toks[j].Low == role.Bead && j > k && (j+1 == len(toks) || toks[j+1].Kind == measure.Mark) {
			return k
		}
	}
	return 0
}

// damage are the words for what became of a word that cannot be read.
var damage = lexicon.Set("doubtful")

var threadLead = lexicon.Set("thread lead")

// lexAt gives the tokens of a stretch of a line. The full stop of an abbreviated
// unit, "1/8 in. wide", ends no clause and is left out.
func lexAt(s string, from, to int) []measure.Token {
	toks := measure.Lex(s[from:to])
	out := make([]measure.Token, 0, len(toks))
	struck := -1
	for i, t := range toks {
		t.Start += from
		t.End += from
		if i <= struck {
			continue
		}
		if n := len(out); n > 0 && out[n-1].Kind != measure.Mark && t.Kind != measure.Mark {
			if tab := strings.IndexByte(s[out[n-1].End:t.Start], '\t'); tab >= 0 {
				at := out[n-1].End + tab
				out = append(out, measure.Token{Low: ",", Start: at, End: at + 1, Kind: measure.Mark})
			}
		}
		if n := restored(toks, i); n > 0 { // "w[ire]"
			for _, more := range toks[i+1 : i+n] {
				if more.Kind == measure.Word {
					t.Low += more.Low
				}
			}
			t.End, struck = toks[i+n-1].End+from, i+n-1
			out = append(out, t)
			continue
		}
		if end := struckOut(toks, i); end > 0 { // "~~cream~~"
			struck = end
			continue
		}
		if t.Low == "." && t.Joined && i > 0 && abbreviations[toks[i-1].Low] && !(material.IsColour(toks[i-1].Low) && (i+1 == len(toks) || toks[i+1].Kind == measure.Word && unicode.IsUpper([]rune(s[from+toks[i+1].Start:])[0]) && !dressing.IsUpper(s[from:to]))) { // "fl. pink", but not "of flat gold. The tail"
			continue
		}
		if t.Low == "." && t.Joined && i > 1 && i+1 < len(toks) && shortUnits[toks[i-1].Low] && !(toks[i+1].Kind == measure.Word && unicode.IsUpper([]rune(s[from+toks[i+1].Start:])[0]) && !dressing.IsUpper(s[from:to])) && len(out) > 1 && out[len(out)-2].Kind == measure.Number {
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

// restored gives how many tokens a word has of which an editor wrote some letters in square brackets, for they were
// lost: "starl[ing]". 0 where it is none.
func restored(toks []measure.Token, i int) int {
	if toks[i].Kind != measure.Word || i+3 >= len(toks) || toks[i+1].Low != "[" || !toks[i+1].Joined || toks[i+2].Kind != measure.Word || !toks[i+2].Joined || toks[i+3].Low != "]" || !toks[i+3].Joined {
		return 0
	}
	if damage[toks[i+2].Low] { // "mall[torn]" is what is left of a word
		return 0
	}
	if i+4 < len(toks) && toks[i+4].Joined && toks[i+4].Kind == measure.Word { // "mal[la]rd"
		return 5
	}
	return 4
}

// struckOut gives the last token of words struck out with two tildes on either side, which begin at
// token i; 0 where none do.
func struckOut(toks []measure.Token, i int) int {
	pair := func(k int) bool {
		return k+1 < len(toks) && toks[k].Low == "~" && toks[k+1].Low == "~" && toks[k+1].Joined
	}
	if !pair(i) {
		return 0
	}
	for k := i + 2; k < len(toks); k++ {
		if pair(k) {
			return k + 1
		}
	}
	return 0
}

// abbreviations are short forms whose full stop ends nothing.
var abbreviations = lexicon.Set("abbreviation")

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
	if before := toks[last-1].Low; standsTo[before] || before == "the" || before == "its" || before == "as" { // "red, showing at the head"
		return "", 0, 0, 0
	}
	if !inlineEnds[l] || l == std.Name || l == "head" && std.Name == role.Bead {
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

func isDigits(s string) bool { return strings.Trim(s, "0123456789") == "" }

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

// turnsOfRib reads "with 6 turns of red wire" at token i, and gives the tokens before the number.
func (r *reader) turnsOfRib(toks []measure.Token, i int) int {
	k := i + 1
	switch {
	case k+2 < len(toks) && toks[i].Low == "and" && toks[k].Low == "over":
		k += 2
	case k+1 < len(toks) && toks[i].Low == "over" && (toks[k].Low == "it" || toks[k].Low == "this" || toks[k].Low == "that"): // "over it 5 turns with oval silver"
		k++
	case toks[i].Low != "with" && toks[i].Low != "w" || k >= len(toks):
		return 0
	}
	if toks[k].Low == "/" {
		k++
	}
	_, n := measure.ScanNumber(toks, k)
	if n == 0 || k+n >= len(toks) {
		return 0
	}
	senses := r.words.look(toks[k+n : min(len(toks), k+n+6)])
	if !hasSense(senses[0], cTurns) {
		return 0
	}
	for j := 1; j < len(senses); j++ {
		for _, s := range senses[j] {
			if s.class == cNoun && material.Kind(s.value).IsMetal() || j == 2 && s.class == cAdjective && k+n+3 < len(toks) && material.IsMetal(toks[k+n+3].Low) { // "four turns of oval gold"
				return k - i
			}
		}
	}
	return 0
}

// overAll reads ", gold thread over all" or "with a fine gold wire over it" at token i: a metal that is wound over what
// was told. It gives the token at which its words begin, 0 where there is none.
func (r *reader) overAll(s string, toks []measure.Token, i int) int {
	k := i
	switch {
	case toks[i].Low == "with" || toks[i].Low == "and":
		k++
	case toks[i-1].Low == "," || toks[i-1].Low == ";":
	default:
		return 0
	}
	if k < len(toks) && (toks[k].Low == "and" || toks[k].Low == "with") {
		k++
	}
	end := k
	for end < len(toks) && toks[end].Kind != measure.Mark && toks[end].Low != "over" {
		end++
	}
	if end < k+2 || end > k+8 || end+1 >= len(toks) || toks[end].Low != "over" || !allToldWords[toks[end+1].Low] {
		return 0
	}
	p, n := newStretch(r.words, s, toks[k:end], role.Rib).noun(0)
	if n == end-k && (p.lastNoun.IsMetal() || p.lastNoun == "" && len(p.colour) == 1 && gilt[p.colour[0]]) {
		return k
	}
	return 0
}

// metalTurns reads "& gold oval, 4t" at token i: a metal with its turns beside what a body is of. It gives the token at
// which its words begin, 0 where there is none.
func (r *reader) metalTurns(s string, toks []measure.Token, i int) int {
	if toks[i].Low != "&" || i+3 >= len(toks) {
		return 0
	}
	end := i + 1
	for end < len(toks) && toks[end].Kind == measure.Word {
		end++
	}
	k := end
	if k < len(toks) && toks[k].Low == "," {
		k++
	}
	_, n := measure.ScanNumber(toks, k)
	if n == 0 || k+n >= len(toks) || !hasSense(r.words.look(toks[k+n : k+n+1])[0], cTurns) {
		return 0
	}
	p, m := newStretch(r.words, s, toks[i+1:end], role.Rib).noun(0)
	if m == end-i-1 && p.lastNoun.IsMetal() {
		return i + 1
	}
	return 0
}

// hackleOver reads "and a black hackle over it" at token i, and gives the tokens before the
// hackle's words.
func hackleOver(toks []measure.Token, i int) int {
	k := i + 1
	switch {
	case toks[i].Low == "and":
	case toks[i-1].Low == ";" || toks[i-1].Low == ",": // "; a black hackle from the tail upward"
		k = i
	default:
		return 0
	}
	if k+1 >= len(toks) || toks[k].Low != "a" && toks[k].Low != "an" {
		return 0
	}
	start := k + 1
	for k = start; k+1 < min(start+5, len(toks)) && toks[k].Kind == measure.Word; k++ {
		if next := toks[k+1].Low; toks[k].Low == role.Hackle && (next == "over" || start == i+1 && alongHackle[next]) {
			return start - i
		}
	}
	return 0
}

// joinPart adds what is said of a part again, behind another that its line tells of, to the part.
func (r *reader) joinPart(last int, again Part) {
	for i := last; i >= 0; i-- {
		q := &r.d.Parts[i]
		if q.Role != again.Role || q.Line != again.Line {
			continue
		}
		fill(q, again)
		q.Text = strings.TrimRight(q.Text, " ,;") + "; " + again.Text
		switch a, b := q.From, again.From; {
		case a.IsZero():
			q.From, q.To = again.From, again.To
		case a.Of == measure.Shank && b.Of == measure.Shank && q.To.Of == measure.Shank && again.To.Of == measure.Shank:
			q.From.Low, q.From.High = max(a.Low, b.Low), max(a.High, b.High)
			q.To.Low, q.To.High = min(q.To.Low, again.To.Low), min(q.To.High, again.To.High)
		}
		return
	}
}

// comesBackAt tells words that go back from a part within a line to the part of the line: "the
// second half".
func comesBackAt(toks []measure.Token, i int) bool {
	_, n := comesBack.Match(toks, i)
	return n > 0
}

// fill gives a part what is said of it in another place and what it has not: only where both say
// something does the first count.
func fill(q *Part, again Part) {
	q.Materials, q.Alternatives = append(q.Materials, again.Materials...), append(q.Alternatives, again.Alternatives...)
	q.Conditions, q.Acts, q.Said = append(q.Conditions, again.Conditions...), append(q.Acts, again.Acts...), append(q.Said, again.Said...)
	q.Note = strings.Trim(q.Note+"; "+again.Note, "; ")
	q.Count, q.Turns, q.Thread = cmp.Or(q.Count, again.Count), cmp.Or(q.Turns, again.Turns), cmp.Or(q.Thread, again.Thread)
	q.Amount, q.Winding, q.Spacing, q.Gauge = cmp.Or(q.Amount, again.Amount), cmp.Or(q.Winding, again.Winding), cmp.Or(q.Spacing, again.Spacing), cmp.Or(q.Gauge, again.Gauge)
	q.Continues, q.SameAs, q.Coats = cmp.Or(q.Continues, again.Continues), cmp.Or(q.SameAs, again.SameAs), cmp.Or(q.Coats, again.Coats)
	if q.DiameterMM == 0 {
		q.DiameterMM, q.DiameterBasis = again.DiameterMM, again.DiameterBasis
	}
	q.Length, q.TiedIn = cmp.Or(q.Length, again.Length), cmp.Or(q.TiedIn, again.TiedIn)
}

// isStretch tells a label that is no part but a stretch of the one before.
func isStretch(label string) bool {
	if _, known := role.Find(label); known {
		return false
	}
	toks := measure.Lex(label)
	_, _, n := measure.ScanStretch(toks, 0)
	return n > 0 && n == len(toks)
}
