package reading

import (
	"fmt"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// lengthOf takes a length: of the part, of where it goes, of what it is made of, or of
// something else.
func (m *maker) lengthOf(c clause, i int, prep string) {
	x := c.chunks[i]
	if m.low(x.to) == "own" && strings.HasSuffix(m.low(x.to-1), "'s") { // "as thick as the hook's own"
		x.to++
	}
	l := x.l
	p := m.part
	if i+2 < len(c.chunks) && l.IsPart() && c.chunks[i+1].kind == kAnd && (c.chunks[i+2].kind == kThing || c.chunks[i+2].kind == kPart) && m.low(c.chunks[i+2].to) == "together" { // "as long as the body and hackle together"
		m.note(x.from, c.to(), "a sum of two, kept as said")
		m.passed = true
		return
	}
	note := func(meaning string) { m.note(x.from, x.to, meaning) }
	mm := l.Of == measure.MM
	if mm && m.std.Form == role.FormCase && m.low(x.to) == "across" && m.nounSaid() { // "a strip of film 4 mm across for the back"
		m.grades = append(m.grades, m.text(x.from, x.to+1))
		m.take(x.from, x.to+1, asSize, "how wide or thick the material is, not how long")
		return
	}
	if mm && (m.part.Role == role.WingCase || m.part.Role == someBack) && m.nounSaid() && m.atEnd(x.to) && m.toks[x.from].Kind == measure.Number && !longWords[m.low(x.to-1)] { // "flashback, pearl 3mm": as it is sold
		m.grades = append(m.grades, m.text(x.from, x.to))
		m.take(x.from, x.to, asSize, "how wide or thick the material is, not how long")
		return
	}
	if mm && m.low(x.to-1) == "across" && m.std.Form != role.FormBead {
		if p.DiameterMM == 0 {
			p.DiameterMM = l.Mid()
		}
		m.take(x.from, x.to, asSize, fmt.Sprintf("%.3g mm across", l.Mid()))
		return
	}
	if m.onlyThick(x) {
		return
	}
	if _, n := m.number(x.from); n > 0 && m.low(x.from+n) == "as" && m.is(x.from+n+1, cGirth) > 0 && m.set() { // "olive bucktail, half as thick as the tail"
		m.amount(m.text(x.from, x.to))
		m.take(x.from, x.to, asAmount, "")
		return
	}
	if across, from := m.acrossIt(x); across {
		m.grades = append(m.grades, m.wide(from, x))
		m.take(from, x.to, asSize, "how wide or thick the material is, not how long")
		return
	}
	if mm && c.open == "(" && len(c.chunks) == 1 && m.is(x.from-2, cGrade) > 0 && !m.std.Spans { // "pearl tinsel, broad (2 mm)"
		m.grades = append(m.grades, m.text(x.from, x.to))
		m.take(x.from, x.to, asSize, "how wide or thick the material is, not how long")
		return
	}
	if mm && c.has(kSpacing) {
		note("kept as a remark")
		return
	}
	if mm && m.gauge(c, i) {
		return
	}
	m.lengthByAct(c, i, prep, x)
}

// onlyThick tells a measure that says how thick or how far off something is, and keeps it as said.
func (m *maker) onlyThick(x chunk) bool {
	l, mm := x.l, x.l.Of == measure.MM
	note := func(meaning string) { m.note(x.from, x.to, meaning) }
	if mm && m.low(x.from-1) == "of" && m.low(x.from-2) == role.Eyes { // "a head with eyes of 4 mm"
		note("of the eyes")
		return true
	}
	if m.std.Name == role.Eyes && !mm { // "standing out over the bend"
		note("kept as a remark")
		return true
	}
	if m.std.Form == role.FormHead && m.broad(x) { // "built up to twice the width of the eye"
		note("how thick it is, kept as said")
		return true
	}
	if m.std.Name == role.Thread && l.IsPart() { // "no further until the tail is on"
		note("kept as a remark")
		return true
	}
	if mm && m.std.Form == role.FormWound && m.thickness(x.from) {
		note("how thick it is, kept as said")
		return true
	}
	return false
}

// lengthByAct takes a length by what is done there.
func (m *maker) lengthByAct(c clause, i int, prep string, x chunk) {
	l, p := x.l, m.part
	before, next, mm := m.low(x.from-1), m.low(x.to), l.Of == measure.MM
	switch {
	case l.Of == measure.Shank && !l.Reach && l.Low == 0 && l.High < 1 && m.std.Form == role.FormWound && p.To.IsZero() && m.low(x.from) == "up" && m.low(x.from+1) == "to": // "dub the body up to two thirds of the shank"
		l.Low, l.High = measure.Round(1-l.High, 6), measure.Round(1-l.High, 6)
		m.ends(x, l)
	case l.Reach && i > 0 && c.chunks[i-1].kind == kLength && m.low(c.chunks[i-1].from) != "over" && c.chunks[i-1].l.Of != measure.MM && m.std.Form != role.FormTail: // "half a gape beyond the bend"
		m.note(x.from, x.to, "how far beyond, kept as said")
	case m.std.Name == role.Thread && m.act == lexicon.ActCovers && l.Of == measure.Shank && l.High < 1 && !l.Reach && p.To.IsZero(): // "begins at the eye and covers two thirds of the shank"
		m.ends(x, l)
	case m.std.Name == role.Thread && l.Reach && !l.IsPart() && l.Low == 1 && l.High == 1 && (m.act == lexicon.ActWinds || m.act == lexicon.ActTies) && p.To.IsZero(): // "wound all the way to the bend"
		m.ends(x, measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text})
	case m.std.Name == role.Thread && !mm: // "and back to a third of the shank": thread has no length
		m.note(x.from, x.to, "kept as a remark")
	case m.act == lexicon.ActHolds && !mm && (m.is(x.from-1, cLeaves) > 0 || m.is(x.from-1, cStandsFor) > 0 && m.is(x.from-2, cLeaves) > 0) && !m.std.Spans: // "left as long as the shank"
		m.keepLength(x)
	case m.act == lexicon.ActHolds || m.act == lexicon.ActTakesAway, m.act == lexicon.ActCuts && (m.std.Form == role.FormPalmer || m.std.Form == role.FormWound), m.std.Form == role.FormCollar && l.Reach && m.cutFirst(c):
		m.note(x.from, x.to, "kept as a remark")
	case m.act == lexicon.ActBegins && l.Reach && !l.IsPart() && p.From.IsZero():
		m.begins(x, measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text})
	case l.Of == measure.Shank && !l.Reach && l.High < 1 && m.std.Form == role.FormWound && p.To.IsZero() && (before == "until" || before == "till" || before == "to" && (m.act == lexicon.ActWinds || !p.From.IsZero()) || before == "at" && m.act == lexicon.ActStops || before == "up" && m.act == lexicon.ActWinds || m.act == lexicon.ActReaches): // "until the two thirds of the shank"
		l.Low, l.High = measure.Round(1-l.High, 6), measure.Round(1-l.Low, 6)
		m.ends(x, l)
	case m.act == lexicon.ActTies && (m.saysLength(x) || l.Reach && m.ofTips(c, i)):
		m.keepLength(x)
	case m.act == lexicon.ActTies && prep != "for" && !(m.std.Form == role.FormLegs && l.IsPart() && m.low(x.from) == "over") && (l.Reach || tiesAt[prep] && prep != ""):
		m.tied(x, l)
	case before == "within" && l.Of == measure.Eye && l.High < 1 && m.std.Spans && p.To.IsZero(): // "to within a third of the eye"
		l.Of = measure.Shank
		m.ends(x, l)
	case l.Of == measure.Eye && !l.Reach && m.std.Form == role.FormWound && (m.std.Kin == role.Body || m.std.Kin == role.Thorax) && p.To.IsZero() && (before == "to" || m.act != "" || before == "is"): // a body is not so many eyes long, it ends there
		m.ends(x, l)
	case l.Of == measure.Eye && before == "say" && m.std.Form == role.FormWound && p.To.Of == measure.Eye: // "well short of the eye, say two eye lengths"
		m.ends(x, l)
	case l.IsPart() && (string(l.Of) == p.Role || string(l.Of) == m.std.Name) && !l.Reach && x.to-x.from == 2: // "hackle length to the barb"
		m.take(x.from, x.to, asPlain, "")
	case (mm || m.std.Form != role.FormTail && !l.Reach) && (next == "past" || next == "beyond" || next == "short"):
		m.note(x.from, x.to, "how far beyond, kept as said")
	case mm && (acrossSaid[next] || next == "in" && m.low(x.to+1) == "diameter"):
		if p.DiameterMM == 0 {
			p.DiameterMM = l.Mid()
		}
		m.take(x.from, x.to+1, asSize, fmt.Sprintf("%.3g mm across", l.Mid()))
	case mm && (before == "from" || next == "at" || next == "apart" || next == "between"),
		m.low(x.from) == "over" && l.IsPart() && m.std.Form != role.FormCase,
		m.std.Form == role.FormWound && !l.Reach && l.Of == measure.Gape && before == "to",
		m.std.Name == role.Thread && m.act == "",
		mm && m.std.Form == role.FormWound && m.thickness(x.from),
		l.Reach && l.IsPart() && m.std.Form == role.FormWound && m.act == "":
		m.note(x.from, x.to, "kept as a remark")
	case m.std.Form == role.FormCollar && l.IsPart() && strings.Contains(l.Text, "of the way"), m.std.Form == role.FormCollar && m.act == lexicon.ActWinds && (before == "front" || before == "over") && l.IsPart(): // "wound back over the front third of the body"
		m.note(x.from, x.to, "kept as a remark")
	case before == "within" || before == "by" && !(m.std.Form == role.FormTail && m.act == lexicon.ActReaches), m.std.Form == role.FormRib, m.std.Spans && m.workedTo(x.from), m.fullest(x.from):
		m.note(x.from, x.to, "kept as a remark")
	default:
		m.keepLength(x)
	}
}

// cutFirst tells a clause that begins with cutting: "clip what hangs below level with the point".
func (m *maker) cutFirst(c clause) bool {
	k := c.where(kAct)
	return k >= 0 && c.chunks[k].word == lexicon.ActCuts
}

// broad tells a measure that is said to be a width.
func (m *maker) broad(x chunk) bool {
	for k := x.from; k < x.to; k++ {
		if m.is(k, cSpan) > 0 && m.low(k) != "length" || m.is(k, cGirth) > 0 {
			return true
		}
	}
	return false
}

// saysLength tells "at just the length of the shank", which is how long it is and not where.
func (m *maker) saysLength(x chunk) bool {
	for k := x.from; k < x.to; k++ {
		if m.low(k) == "length" && m.low(k+1) == "of" && !x.l.IsPart() {
			return true
		}
	}
	return false
}

// keepLength keeps a chunk as the part's length, or as the place where it ends. A second
// length is a remark; a different one of the same unit contradicts.
func (m *maker) keepLength(x chunk) {
	p, l := m.part, x.l
	if l.Reach && !l.IsPart() && p.To.IsZero() && (m.std.Form == role.FormWound || m.std.Spans && m.act != "" || m.std.Form == role.FormCollar && m.act == lexicon.ActWinds) {
		p.To = measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text}
		m.take(x.from, x.to, asPlace, "ends at the "+string(l.Of)+", as said")
		return
	}
	if l.Reach && l.IsPart() && p.To.IsZero() && m.std.Form == role.FormWound && (m.act == lexicon.ActStops || m.act == lexicon.ActWinds) {
		p.To = measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text}
		m.take(x.from, x.to, asPlace, "ends at the "+string(l.Of)+", as said")
		return
	}
	if l.Of == role.Body && l.Low == 1 && l.High == 1 && !l.Reach && (m.std.Form == role.FormCollar || m.std.Form == role.FormPalmer) && m.alongAll(x) { // "a red game cock the full length of the body"
		m.note(x.from, x.to, "along what it is wound, kept as said")
		return
	}
	first := p.Length
	if m.std.Name == role.Finish || m.byItself(l) && !m.written { // a coat of varnish has no length
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if first.IsZero() {
		p.Length = l
		m.take(x.from, x.to, asLength, lengthMeaning(l))
		return
	}
	if first.Of == l.Of && first.Reach == l.Reach && (first.Low > l.High || l.Low > first.High) && m.act == "" && (l.Of != measure.MM || m.alone(x)) {
		m.d.Contradict([]int{m.line}, p.Role, first.Text, l.Text)
	}
	m.note(x.from, x.to, "a second measure, kept as a remark")
}

// alongAll tells "the full length of the body", where it lies, from a length of its fibres.
func (m *maker) alongAll(x chunk) bool {
	return m.low(x.from) == "length" && wholeWords[m.low(x.from-1)] || wholeWords[m.low(x.from+1)]
}

// alone tells whether a chunk is a clause by itself.
func (m *maker) alone(x chunk) bool {
	return (x.from == 0 || m.mark(x.from-1)) && (x.to == len(m.toks) || m.mark(x.to))
}

// tied keeps where a thing is caught in. Thread that goes on somewhere begins there.
func (m *maker) tied(x chunk, l measure.Length) {
	if m.std.Name == role.Thread && m.part.From.IsZero() && m.part.To.IsZero() && !l.Reach {
		m.part.From = l
		m.take(x.from, x.to, asPlace, "starts "+placeMeaning(l))
		return
	}
	if m.std.Name == role.Eyes && string(l.Of) == role.Head { // "glued on the head", where eyes are
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if m.std.Form == role.FormWing && m.low(x.from) == "over" && wound1(l) { // "tied flat over the body"
		m.onlyWhere(x)
		return
	}
	if m.byItself(l) { // "put in a tail of six barbs"
		m.take(x.from, x.to, asPlain, "")
		return
	}
	if l.Of == measure.Point && m.by(x) { // "tied in by the point"
		m.take(x.from, x.to, asPreparation, "")
		return
	}
	if l.Reach {
		l = measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text}
	}
	if m.part.TiedIn.IsZero() {
		m.part.TiedIn = l
		m.take(x.from, x.to, asPlace, "caught in "+placeMeaning(l))
		return
	}
	m.note(x.from, x.to, "kept as a remark")
}

// ofTips tells a place that the tips of a feather stand to, "with the tips over the eye", from
// where it is caught in.
func (m *maker) ofTips(c clause, i int) bool {
	for k := i - 1; k >= 0 && c.chunks[k].kind != kAct; k-- {
		if c.chunks[k].kind == kPreposition && c.chunks[k].word == "with" {
			return true
		}
	}
	return false
}

// by tells a place of the feather itself by which it is held: "by the point", "by its tip".
func (m *maker) by(x chunk) bool {
	for k := max(x.from-1, 0); k < x.to; k++ {
		if m.low(k) == "by" {
			return true
		}
	}
	return false
}

// acrossIt tells whether a measure is a width or a thickness of the material, and where its
// words begin.
func (m *maker) acrossIt(x chunk) (bool, int) {
	i, n := x.from, x.to-x.from
	if n > 3 && m.is(i, cDegree) > 0 && m.low(i+1) == "as" && m.is(i+2, cGirth) > 0 { // "about as broad as the gape"
		i, n = i+1, n-1
	}
	if m.std.Form == role.FormBead || m.std.Form == role.FormHead {
		return false, i
	}
	if acrossBefore[m.low(i-1)] {
		return true, i - 1
	}
	if w := m.low(x.to + 1); m.low(x.to) == "in" && (w == "thickness" || w == "width" || w == "girth" || w == "diameter") { // "twice the body in thickness"
		return true, i
	}
	switch last := m.low(i + n - 1); {
	case (m.is(i+n-1, cGirth) > 0 || last == "across") && m.low(i+n-2) != "is":
		return true, i
	case m.low(i) == "twice" && m.low(i+1) == "as" && m.is(i+2, cGirth) > 0:
		return true, i
	case m.low(i) == "the" && m.low(i+1) == "width" && m.low(i-1) == "by": // "stopping short of the bead by the width of the bead"
		return false, i
	case m.low(i) == "as" && m.is(i+1, cGirth) > 0, m.low(i) == "the" && m.low(i+1) == "width":
		if m.stretch.act(i-1) == lexicon.ActCuts {
			return true, i - 1
		}
		return true, i
	}
	return false, i
}

// gauge takes millimetres that are a thickness rather than a length: of a bead, a wire, a
// thread, a strip.
func (m *maker) gauge(c clause, i int) bool {
	x := c.chunks[i]
	across := func() bool {
		if m.part.DiameterMM == 0 {
			m.part.DiameterMM = x.l.Mid()
		}
		m.take(x.from, x.to, asSize, fmt.Sprintf("%.3g mm across", x.l.Mid()))
		return true
	}
	if m.low(x.to) == "apart" { // "two eyes, 5 mm apart"
		m.note(x.from, x.to+1, "kept as a remark")
		return true
	}
	grade := func() bool {
		m.grades = append(m.grades, m.text(x.from, x.to))
		m.take(x.from, x.to, asSize, "a grade of the material")
		return true
	}
	if m.std.Form == role.FormBead || m.std.Name == role.Eyes || m.std.Form == role.FormHead && len(m.said) > 0 && m.said[0].lastNoun == material.Bead {
		return across()
	}
	if i+1 < len(c.chunks) && c.chunks[i+1].kind == kThing && c.chunks[i+1].thing.lastNoun == material.Bead { // "weight: a 3 mm brass bead"
		return across()
	}
	if m.std.Name == role.Thread && x.l.Mid() > 5 { // "two inches left hanging"
		m.note(x.from, x.to, "kept as a remark")
		return true
	}
	if m.std.Name == role.Thread || x.l.Mid() < 0.6 || m.std.Name == role.Underweight && x.l.Mid() < 1.5 { // lead is sold to about 0.9 mm
		return across()
	}
	if m.std.Form == role.FormTail || m.std.Form == role.FormWing {
		return false
	}
	if before := m.low(x.from - 1); (before == "both" || before == "each") && m.nounSaid() && x.l.Mid() <= 8 && m.std.Form == role.FormCase { // "pearl tinsel over black foil, both 3 mm"
		return grade()
	}
	if m.std.Form == role.FormCase && i == 0 && x.l.Mid() <= 8 { // "stretch strip, 4 mm"
		for k := range x.from {
			if graded(m.kindAt(k)) && m.kindAt(k) != string(material.Tinsel) {
				return grade()
			}
		}
	}
	if n := len(m.said); n > 0 && len(c.chunks) == 1 && c.open == "," && (m.said[n-1].lastNoun == material.Strip || m.said[n-1].lastNoun == material.Foam) && m.said[n-1].to == x.from-1 && x.l.Mid() <= 8 && m.std.Form == role.FormWound && m.toks[x.from].Kind == measure.Number && !longWords[m.low(x.to-1)] { // "latex strip, 3 mm"
		return grade()
	}
	if i > 0 && c.chunks[i-1].kind == kThing && graded(string(c.chunks[i-1].thing.lastNoun)) && x.l.Mid() <= 8 && m.std.Form == role.FormWound { // "tan foam 2MM"
		return grade()
	}
	if i+1 < len(c.chunks) && c.chunks[i+1].kind == kThing && (graded(string(c.chunks[i+1].thing.lastNoun)) || c.chunks[i+1].thing.unit == lexicon.CountStrip) {
		return grade()
	}
	return false
}

func (m *maker) kindAt(k int) string {
	v, _ := m.as(k, cNoun)
	return v
}

// graded tells the kinds of material that are sold by their thickness.
func graded(kind string) bool { return gradedKinds[kind] }

// thickness tells whether the words before token i speak of how thick the part is.
func (m *maker) thickness(i int) bool {
	for k := max(0, i-12); k < i; k++ {
		if fatness[m.low(k)] {
			return true
		}
	}
	return false
}

// workedTo tells "picked out below to the point", how far fibres hang, from where a part ends.
func (m *maker) workedTo(i int) bool {
	for k := i - 1; k >= 0 && !m.mark(k); k-- {
		if workedOut[m.low(k)] {
			return m.low(i) == "to" || m.low(i) == "down"
		}
	}
	return false
}

// fullest tells whether the words before token i speak of where a part is thickest.
func (m *maker) fullest(i int) bool {
	switch m.low(i - 2) {
	case "thickest", "widest", "fattest", "fullest":
		return true
	}
	return false
}

// place takes where the part is caught in, begins, ends or lies.
func (m *maker) place(c clause, i int, prep string) {
	x := c.chunks[i]
	p := m.part
	spans := m.std.Spans
	if m.fullest(x.from) || m.act == lexicon.ActTakesAway {
		m.onlyWhere(x)
		return
	}
	switch x.kind {
	case kWhere:
		l := m.otherEnd(x)
		if x.basis == "ties from" {
			m.liesFrom(x, l)
			return
		}
		if m.act == lexicon.ActStops && !spans && l.IsPart() && m.part.Length.IsZero() && m.std.Form == role.FormWing { // "it ends where the tail ends"
			m.keepLength(chunk{from: x.from, to: x.to, l: measure.Length{Low: 1, High: 1, Of: l.Of, Reach: true, Text: m.text(x.from, x.to)}})
			return
		}
		if x.top > 0 && spans { // "stops where the thread began"
			m.liesTo(x, l)
			return
		}
		switch m.act {
		case lexicon.ActTies:
			m.tied(x, l)
		case lexicon.ActBegins:
			m.liesFrom(x, l)
		case lexicon.ActWinds, lexicon.ActStops, lexicon.ActPullsOver, lexicon.ActTiesOff:
			m.liesTo(x, l)
		default:
			m.onlyWhere(x)
		}
	case kStretch:
		if prep == "for" && m.std.Form == role.FormRib && c.has(kAct) { // "keep the last one for the front half"
			m.onlyWhere(x)
			return
		}
		if x.word == ofShare && m.stretches == 0 && m.nounSaid() && (len(m.said) > 1 && withThing(c, i) || c.open != "" && m.colourOnly(c) || i+1 < len(c.chunks) && c.has(kThing)) && !m.stretchAfter(c) { // "claret fur, the front quarter black"
			m.note(x.from, x.to, "of a stretch alone, kept as said")
			return
		}
		m.stretch1(c, i)
	case kStart:
		m.startsAt(c, i)
	case kEnd:
		m.endsAt(c, i)
	case kPlace:
		m.atPlace(c, i, prep)
	}
	if f, t := p.From, p.To; !f.IsZero() && !t.IsZero() && m.act == "" && m.std.Name != role.Thread {
		p.From, p.To = orderPlaces(f, t)
	}
}

// atPlace takes a place that nothing says more of: by what is done there it is where the part is tied in, begins or ends.
func (m *maker) atPlace(c clause, i int, prep string) {
	x, p, spans := c.chunks[i], m.part, m.std.Spans
	switch {
	case string(x.l.Of) == m.std.Name, prep == "over" && m.std.Form == role.FormWing && wound1(x.l): // "superglue at the head", "tied flat over the body"
		m.onlyWhere(x)
	case (m.act == lexicon.ActTies || m.act == lexicon.ActTiesOff) && m.std.Form == role.FormWing && m.ofTips(c, i) && !x.l.IsPart() && p.Length.IsZero() && x.l.Low == 1: // "with the tip at the bend"
		l := x.l
		if l.Of == measure.Shank {
			l.Of = measure.Bend
		}
		l.Reach = true
		m.keepLength(chunk{from: x.from, to: x.to, l: l})
	case m.act == lexicon.ActTies && tiesAt[prep] && (m.ofTips(c, i) || prep == "over" && m.std.Form == role.FormLegs && x.l.IsPart()),
		prep == "by" && x.l.IsPart(): // "bound down by the rib", "laid flat over the thorax"
		m.onlyWhere(x)
	case (m.act == lexicon.ActTies || m.act == lexicon.ActTiesOff && !spans) && tiesAt[prep]: // "laid along the shank and tied down at the bend"
		m.tied(x, x.l)
	case x.l.IsPart() && m.act == lexicon.ActStops && spans && prep == "at": // "and ended at the post"
		m.liesTo(x, x.l)
	case x.l.IsPart() && (prep != "to" || m.is(x.from-1, cTowards) > 0):
		m.onlyWhere(x)
	case m.act == lexicon.ActBegins:
		m.liesFrom(x, x.l)
	case m.act == lexicon.ActWinds && m.low(x.from) == "over" && !x.l.IsPart(): // "wrapped over the middle of the shank"
		m.onlyWhere(x)
	case m.act == lexicon.ActWinds && m.returns(c, i):
		m.liesFrom(x, x.l)
	case prep != "to" && prep != "" && prep != "before" && prep != "behind" && m.act == lexicon.ActWinds:
		m.onlyWhere(x)
	case (m.act == lexicon.ActWinds || m.act == lexicon.ActStops || m.act == lexicon.ActPullsOver || m.act == lexicon.ActTiesOff) && spans:
		m.liesTo(x, x.l)
	case m.act == lexicon.ActReaches && m.std.Name == role.Thread: // "until it hangs above the hook point"
		m.liesTo(x, x.l)
	case m.act == lexicon.ActHolds, m.act == lexicon.ActCuts, m.act == lexicon.ActMeasures, m.act == lexicon.ActDoes:
		m.onlyWhere(x)
	case i == 0 && m.countedFromEye(x) && p.From.IsZero():
		if spans && m.std.Form == role.FormWound && p.To.IsZero() {
			m.liesTo(x, x.l)
		} else {
			m.liesFrom(x, x.l)
		}
	default:
		m.onlyWhere(x)
	}
}

// wound1 tells a place that is a body, over which a wing lies.
func wound1(l measure.Length) bool {
	std, ok := role.Find(string(l.Of))
	return ok && std.Form == role.FormWound && std.Name != role.Thorax
}

// onlyWhere leaves a place as a remark.
func (m *maker) onlyWhere(x chunk) { m.note(x.from, x.to, "where it stands; no value of its own") }

// begins says that the part begins at l.
func (m *maker) begins(x chunk, l measure.Length) {
	if m.byItself(l) {
		m.onlyWhere(x)
		return
	}
	m.part.From = l
	m.take(x.from, x.to, asPlace, "starts "+placeMeaning(l))
}

// ends says that the part ends at l.
func (m *maker) ends(x chunk, l measure.Length) {
	if m.byItself(l) {
		m.onlyWhere(x)
		return
	}
	m.part.To = l
	m.take(x.from, x.to, asPlace, "ends "+placeMeaning(l))
}

// liesFrom takes where the part begins, once.
func (m *maker) liesFrom(x chunk, l measure.Length) {
	if !m.part.From.IsZero() {
		m.onlyWhere(x)
		return
	}
	m.begins(x, l)
}

// liesTo takes where the part ends, once.
func (m *maker) liesTo(x chunk, l measure.Length) {
	if !m.part.To.IsZero() {
		m.onlyWhere(x)
		return
	}
	m.ends(x, l)
}

// startsAt takes a place that is said to be a beginning, or where a thing stands.
func (m *maker) startsAt(c clause, i int) {
	x, spans := c.chunks[i], m.std.Spans
	switch {
	case string(x.l.Of) == role.Cheeks && m.nounSaid(), // fur from the cheek of a hare
		m.low(x.to-1) == lexicon.Shoulder && (m.set() || m.std.Form == role.FormLegs),                                                                                                       // goose from the shoulder
		i > 0 && c.chunks[i-1].kind == kThing && m.low(x.to-1) == lexicon.Shoulder && (c.chunks[i-1].thing.lastNoun == material.Feather || c.chunks[i-1].thing.lastNoun == material.Hackle): // "a jackdaw feather from the shoulder"
		m.onlyWhere(x)
	case i > 0 && c.chunks[i-1].kind == kThing && c.chunks[i-1].thing.lastNoun == material.Quill && x.l.Of == measure.Shank && x.l.High == 0 && m.is(x.from, cPreposition) > 0: // "peacock quill from the eye"
		if n := len(m.said); n > 0 {
			m.said[n-1].prep = append(m.said[n-1].prep, m.text(x.from, x.to))
			m.take(x.from, x.to, asPreparation, "")
			break
		}
		m.onlyWhere(x)
	case x.word == lexicon.ActTies && m.std.Form == role.FormLegs && x.l.IsPart() && strings.Contains(m.text(x.from, x.to), "over"): // "is laid over the thorax"
		m.onlyWhere(x)
	case x.word == lexicon.ActTies:
		m.tied(x, x.l)
	case !spans && m.reach(x):
	case x.l.IsPart() && !spans, m.act == lexicon.ActHolds, m.act == lexicon.ActCuts, m.act == lexicon.ActMeasures:
		m.onlyWhere(x)
	case m.act == lexicon.ActTies && m.low(x.from) != "from":
		m.tied(x, x.l)
	case m.low(x.from) == "from" && (i > 0 && c.chunks[i-1].kind == kLength || m.is(x.from-1, cSpan) > 0): // "as long as the shank from the eye"
		m.onlyWhere(x)
	case x.word == "" && (x.l.IsPart() || m.act != "" && m.act != lexicon.ActBegins):
		m.onlyWhere(x)
	default:
		m.liesFrom(x, x.l)
	}
}

// endsAt takes a place that is said to be an end.
func (m *maker) endsAt(c clause, i int) {
	x, p, spans := c.chunks[i], m.part, m.std.Spans
	switch {
	case spans && m.is(x.from, cLeaves) > 0: // "leaves the last quarter of the shank empty"
		m.liesTo(x, x.l)
	case i > 0 && m.is(c.chunks[i-1].from, cBackAgain) > 0 && strings.Contains(m.text(c.to(), min(c.to()+6, len(m.toks))), "once more"): // "to the eye and back again to the tail, then up once more"
		m.onlyWhere(x)
	case m.is(x.from-1, cWhatElse) > 0 && sides[m.low(x.from-1)]: // "with the shiny side to the eye"
		m.onlyWhere(x)
	case string(x.l.Of) == m.std.Name, m.std.Form == role.FormHead && x.l.IsPart(): // "finished with a whip finish", "built up to a cone"
		m.onlyWhere(x)
	case m.act == lexicon.ActTies && m.std.Name == role.Thread: // "laid the thread down to the bend"
		m.liesTo(x, x.l)
	case m.std.Form == role.FormWing && endingWords[m.low(x.from)] && m.part.Length.IsZero() && m.landmarkReached(x): // "tied flat over the body and ending at the bend"
	case (m.act == lexicon.ActTies || m.act == "" && m.std.Form == role.FormWing) && !spans && x.l.IsPart() && endingWords[m.low(x.from)] && m.part.Length.IsZero(): // "set low along the back and ending level with the tail"
		m.keepLength(chunk{from: x.from, to: x.to, l: measure.Length{Low: 1, High: 1, Of: x.l.Of, Reach: true, Text: m.text(x.from, x.to)}})
	case m.act == lexicon.ActTies:
		m.tied(x, x.l)
	case !spans && m.reach(x):
	case !spans && m.act == lexicon.ActWinds && m.landmark(x):
	case m.act == lexicon.ActHolds, m.act == lexicon.ActCuts, m.act == lexicon.ActMeasures, m.workedTo(x.from), !spans && m.act != lexicon.ActWinds:
		m.onlyWhere(x)
	case spans && m.returns(c, i) && p.From.IsZero():
		m.liesFrom(x, x.l)
	default:
		m.liesTo(x, x.l)
	}
}

// sides are what of a feather is turned somewhere.

// withThing tells "with a dusting of mole for the front third": the stretch is of what it is with.
func withThing(c clause, i int) bool {
	with := false
	for _, x := range c.chunks[:i] {
		with = with || x.kind == kPreposition && x.word == "with"
		if with && x.kind == kThing && x.thing.noun {
			return true
		}
	}
	return false
}

// returns tells a place from which the work goes back again: "taken round the bend and back up".
func (m *maker) returns(c clause, i int) bool {
	if m.std.Name == role.Thread || i+2 >= len(c.chunks) || c.chunks[i+1].kind != kAnd && c.chunks[i+1].kind != kThen {
		return false
	}
	if after := m.text(c.to(), min(c.to()+5, len(m.toks))); strings.Contains(after, "forward again") || strings.Contains(after, "once more") { // "and back, and then forward again"
		return false
	}
	for k := i + 3; k < len(c.chunks); k++ {
		if c.chunks[k].kind == kAnd { // "to the eye and back and up once more" ends at the eye
			return false
		}
	}
	return m.is(c.chunks[i+2].from, cBackAgain) > 0
}

// tiesAt are the prepositions that stand before the place where a thing is caught in.
var tiesAt = map[string]bool{"": true, "at": true, "over": true, "on": true, "behind": true, "before": true, "by": true, "in": true, "to": true}

// countedFromEye tells whether a place is said as a distance behind the eye.
func (m *maker) countedFromEye(x chunk) bool {
	if _, n := m.number(x.from); n == 0 && m.low(x.from) != "an" {
		return false
	}
	last := m.low(x.to - 1)
	return last == lexicon.CountEye || last == role.Bead
}

// stretch1 takes a stretch of the shank: where the part lies.
func (m *maker) stretch1(c clause, i int) {
	x := c.chunks[i]
	p := m.part
	if x.word == ofShare {
		if !m.std.Spans {
			m.note(x.from, x.to, "where it stands; no value of its own")
			return
		}
		m.stretches++
		from, to := x.l, x.end
		if f, t := p.From, p.To; f.Of == measure.Shank && t.Of == measure.Shank { // "rear half yellow floss, front half herl"
			from.Low, from.High = max(from.Low, f.Low), max(from.High, f.High)
			to.Low, to.High = min(to.Low, t.Low), min(to.High, t.High)
		}
		p.From, p.To = from, to
		m.take(x.from, x.to, asPlace, placeMeaning(from)+" to "+placeMeaning(to))
		return
	}
	if !m.std.Spans {
		if l, n := m.length(x.from); n > 0 && l.Of == measure.Shank { // "eye to bend": one shank
			m.keepLength(chunk{from: x.from, to: max(x.to, x.from+n), l: l})
			return
		}
		if m.std.Form == role.FormCollar && (x.l.IsPart() || x.end.IsPart() || m.act == lexicon.ActWinds && m.low(x.from) == "from") { // "from shoulder to tail"
			p.From, p.To = x.l, x.end
			m.take(x.from, x.to, asPlace, placeMeaning(x.l)+" to "+placeMeaning(x.end))
			return
		}
		for k := x.from + 1; k < x.to; k++ { // "from behind the eye to level with the bend": how far it reaches
			if l, n := m.length(k); m.low(k) == "to" && n > 0 && l.Reach && k+n >= x.to {
				m.keepLength(chunk{from: k, to: x.to, l: l})
				m.note(x.from, k, "where it stands; no value of its own")
				return
			}
		}
	}
	if !p.From.IsZero() && !p.To.IsZero() {
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	p.From, p.To = x.l, x.end
	if m.act == "" && m.std.Name != role.Thread {
		p.From, p.To = orderPlaces(x.l, x.end)
	}
	m.take(x.from, x.to, asPlace, placeMeaning(x.l)+" to "+placeMeaning(x.end))
}

// landmark takes "wound down to the bend" of a hackle: where it goes.
func (m *maker) landmark(x chunk) bool {
	for k := x.from; k < x.to; k++ {
		if l, n := m.length(k); n > 0 && l.Reach && !l.IsPart() {
			m.liesTo(x, measure.Length{Low: 1, High: 1, Of: l.Of, Text: x.l.Text})
			return true
		}
	}
	return false
}

// reach takes a place that says how far a part reaches, where it does not lie along the shank.
func (m *maker) reach(x chunk) bool {
	if m.act == lexicon.ActTies || m.act == lexicon.ActBegins || m.act == lexicon.ActWinds && m.std.Form == role.FormCollar {
		return false
	}
	l, n := m.length(x.from)
	if n == 0 || !l.Reach && l.Of != measure.Shank {
		return false
	}
	m.keepLength(chunk{from: x.from, to: max(x.to, x.from+n), l: l})
	return true
}

// colourOnly tells whether a clause names a colour and no material.
func (m *maker) colourOnly(c clause) bool {
	i := c.where(kThing)
	return i >= 0 && !c.chunks[i].thing.noun && len(c.chunks[i].thing.colour) > 0
}

// stretchAfter tells whether a later clause names a stretch of the shank.
func (m *maker) stretchAfter(c clause) bool {
	for _, d := range m.all {
		if d.from() > c.from() && d.has(kStretch) {
			return true
		}
	}
	return false
}

// orderPlaces puts the place nearer the bend first where both are known
// stations.
func orderPlaces(a, b measure.Length) (from, to measure.Length) {
	sa, oka := station(a)
	sb, okb := station(b)
	if oka && okb && sa < sb {
		return b, a
	}
	return a, b
}

func station(l measure.Length) (float64, bool) {
	switch l.Of {
	case measure.Shank:
		return l.Mid(), true
	case measure.Barb, measure.Point, measure.Bend:
		return 0.9, true
	case measure.Eye:
		return 0.16 * l.Mid(), true
	case measure.MM: // counted from the eye; of a middling hook
		return min(0.5, l.Mid()/10), true
	}
	return 0, false
}

func placeMeaning(l measure.Length) string {
	switch l.Of {
	case measure.Shank:
		switch {
		case l.Low == 0 && l.High == 0:
			return "behind the eye"
		case l.Low == 1 && l.High == 1:
			return "where the bend begins"
		}
		return fmt.Sprintf("%.2f of the shank behind the eye", l.Mid())
	case measure.Eye:
		return measure.Interval{Low: l.Low, High: l.High}.String() + " eye lengths behind the eye"
	case measure.MM:
		return measure.Interval{Low: l.Low, High: l.High}.String() + " mm behind the eye"
	}
	return "at the " + string(l.Of)
}

func lengthMeaning(l measure.Length) string {
	switch {
	case l.Of == measure.HookU:
		return "read as 1.0 to 1.4 shanks"
	case l.Reach && l.Low == 1 && l.High == 1:
		return "reaches the " + string(l.Of)
	case l.Reach:
		return fmt.Sprintf("%.2f to %.2f of the way to the %s", l.Low, l.High, l.Of)
	case l.Low != l.High:
		return fmt.Sprintf("%.3g to %.3g × %s", l.Low, l.High, l.Of)
	case l.Of == measure.MM:
		return fmt.Sprintf("%.3g mm", l.Low)
	}
	return fmt.Sprintf("%.3g × %s", l.Low, l.Of)
}

var (
	longWords  = lexicon.Set("dimension")
	acrossSaid = lexicon.Set("across")
)

// otherEnd gives where another part stops or begins: its own place where it said one.
func (m *maker) otherEnd(x chunk) measure.Length {
	l := measure.Length{Low: 1, High: 1, Of: measure.Unit(x.word)}
	if i := m.d.Find(x.word); i >= 0 {
		q := m.d.Parts[i]
		switch {
		case x.basis == lexicon.ActStops && !q.To.IsZero():
			l = q.To
		case x.basis == lexicon.ActBegins && !q.From.IsZero():
			l = q.From
		case strings.HasPrefix(x.basis, "ties") && !q.TiedIn.IsZero():
			l = q.TiedIn
		}
	}
	l.Text = m.text(x.from, x.to)
	return l
}

// wide gives a width or a thickness as a grade says it, in figures where it was in words.
func (m *maker) wide(from int, x chunk) string {
	if x.l.Of != measure.MM || m.toks[from].Kind == measure.Number {
		return m.text(from, x.to)
	}
	if last := m.low(x.to - 1); m.is(x.to-1, cGirth) > 0 || last == "across" {
		return x.l.String() + " " + last
	}
	return m.text(from, x.to)
}
