package reading

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A maker gives the values of a stretch to its part: a value goes to the nearest thing that
// can bear it.
type maker struct {
	*reader
	*stretch
	line  int
	marks *marks
	part  *Part

	all    []clause
	unread []chunk // what nobody understood
	said   []placed
	ratio  [2]float64
	parts  float64 // of "two parts hare to one of rabbit", all parts together
	shares int
	// stretches counts the stretches of the shank that were named
	stretches int
	grades    []string
	act       string // what the act of the clause does
	told      string // another part that the clause before was about
	waits     string // an act that no place was said of yet
	aside     bool   // what follows up to the end of the sentence is somebody's talk
	counted   *phrase
	turned    *chunk
	corrects  bool         // what comes next replaces what was said
	or        bool         // the clause before ended in "or"
	bracket   bool         // the talk goes on to the end of the bracket
	once      int          // which of said was used in the old days, from 1; 0 for none
	against   measure.Unit // what a thing was measured against
	room      bool         // room was spoken of, and how much comes next
	taken     int          // stretches that gave a value or a remark
	legs      bool         // the ends of a wing case were told to be the legs
	lastUnit  string       // what was counted last
	written   bool         // the part's name was written before these words, as a label
	passed    bool         // the rest of the clause was taken with what stands before it
	redone    bool         // the turns were taken back, and a number behind is how many there were then
	doubted   bool         // what follows, up to the end of the sentence, is of another part
	negated   bool
	shadowed  bool // what was named last only says where something stands
}

// placed is a phrase that is a material of the part, with what joins it to the one before.
type placed struct {
	phrase
	joint string
	alt   bool // accepted instead
}

// take marks the tokens of a chunk as understood.
func (m *maker) take(from, to int, as, meaning string) {
	if to > from {
		switch as {
		case "plain", "unread":
		default:
			m.taken++
		}
		m.marks.set(m.toks[from].Start, m.toks[to-1].End, as, meaning)
	}
}

func (m *maker) note(from, to int, meaning string) {
	if s := strings.Trim(m.text(from, to), " ,;."); s != "" {
		if m.part.Note != "" {
			m.part.Note += "; "
		}
		m.part.Note += s
	}
	m.take(from, to, asNote, meaning)
}

// split cuts a clause where it gets doubtful: before the preposition, the verb or the joint that
// leads to the first word that nobody knows, for what follows may be of anything.
func (m *maker) split(c clause) (sure, rest clause) {
	first := c.where(kUnread)
	if first < 0 || !c.has(kAct, kAuxiliary, kPerson, kStandsFor, kSays) {
		return c, clause{}
	}
	cut := 0
	verb := false
	for i, x := range c.chunks[:first] {
		switch x.kind {
		case kAct, kAuxiliary, kPerson, kStandsFor, kSays:
			verb = true
		case kThing, kTurns, kLength, kStart, kEnd, kStretch, kWay, kSpacing, kPer, kMeasured, kThread, kContinues, kSame, kPrepared, kWhen, kGrade, kCoats, kOptional:
			if !verb {
				cut = i + 1
			}
		}
	}
	if first == len(c.chunks)-1 && !verb && cut == first && cut > 0 { // "gold wire glimmering"
		return c, clause{}
	}
	if cut == 0 {
		cut = m.before(c, first)
	}
	sure, rest = c, c
	sure.chunks, rest.chunks = c.chunks[:cut], c.chunks[cut:]
	return sure, rest
}

// read makes the values of the part.
func (m *maker) read() {
	list := m.chunks()
	m.tierOf(list)
	m.all = m.clauses(m.shared(list))
	if m.absent() {
		return
	}
	m.accounts()
	for i := range m.all {
		c := &m.all[i]
		m.clause(c, i)
		switch c.shut {
		case ")", "]":
			m.aside, m.bracket = false, false
		case ".":
			m.aside = m.aside && m.bracket
			m.doubted = m.doubted && !m.written
		}
	}
	m.assemble()
	m.shut()
}

// absent reads "none", "no tail", "omitted".
func (m *maker) absent() bool {
	if len(m.all) == 0 {
		return false
	}
	if w := m.low(0); (w == "neither" || w == "nor") && len(m.toks) <= 4 && m.toks[len(m.toks)-1].Kind == measure.Word { // "neither tail", "nor wing"
		if _, n := m.role(1); 1+n == len(m.toks) {
			m.part.Absent, m.part.Materials = true, []Material{}
			m.note(0, len(m.toks), "this part is left out")
			return true
		}
	}
	if last := m.all[len(m.all)-1]; len(m.all) > 1 && last.has(kAbsent) && m.low(last.from()) == "so" && len(last.chunks) <= 2 && !m.sentences() { // "…, so there is none"
		m.part.Absent, m.part.Materials = true, []Material{}
		m.note(0, len(m.toks), "this part is left out")
		return true
	}
	if m.all[0].kind == saysCase && (len(m.all) == 1 && m.all[0].has(kAbsent) || len(m.all) == 2 && m.all[1].has(kAbsent)) { // "If the water is clear he leaves the flash out"
		m.part.Optional = true
		m.note(0, len(m.toks), "an extra; in some case it is left out")
		return true
	}
	if c := m.all[0]; len(m.all) > 1 && len(c.chunks) == 1 && (c.chunks[0].kind == kPart && c.chunks[0].word == m.part.Role || c.to() == c.from()+1 && (m.low(c.from()) == m.part.Role || m.low(c.from()) == m.std.Name)) && m.is(m.all[1].from(), cAbsent) > 0 { // "Wing, none, I can't see to do them"
		m.take(c.from(), c.to(), asPlain, "")
		m.all = m.all[1:]
	}
	return m.absentFirst()
}

// absentFirst reads "none" and its like where they begin the words of a part.
func (m *maker) absentFirst() bool {
	c := m.all[0]
	first := c.chunks[0]
	if first.kind == kAnd && len(c.chunks) > 1 { // "no tail and no rib"
		first = c.chunks[1]
	}
	if m.lacksElse(c) {
		return false
	}
	n := m.is(first.from, cAbsent)
	if m.low(first.from) == "no" && m.low(first.from+1) == "." { // "No. 14 oval silver"
		n = 0
	}
	if n == 0 && !c.has(kAbsent) {
		return false
	}
	end := first.from + n
	if n > 0 && !c.has(kAbsent) {
		end = m.absentWords(first, end)
		if m.low(first.from) == "none" && (m.low(end) == "," || m.low(end) == ".") && m.low(end+1) == "or" { // "none, or two turns of hen"
			m.part.Optional = true
			m.take(first.from, end, asOptional, "an extra; the plain fly lacks it")
			m.all[0].chunks = nil
			for i, x := range c.chunks {
				if x.from >= end {
					m.all[0].chunks = c.chunks[i:]
					break
				}
			}
			if len(m.all[0].chunks) == 0 {
				m.all = m.all[1:]
			}
			return false
		}
		end = m.absentVerb(end)
		stop := end
		for stop < len(m.toks) && m.mark(stop) {
			stop++
		}
		if stop == end && end < len(m.toks) {
			if m.low(first.from) == "no" || c.has(kThing, kTurns, kNumber, kLength, kWhen) {
				return false // "no more than four turns of hen"
			}
			for stop < len(m.toks) && !m.mark(stop) { // "missing on purpose"
				stop++
			}
		}
		end = stop
	} else {
		end = c.to()
	}
	m.part.Absent = true
	m.take(0, min(end, len(m.toks)), asPlain, "this part is left out")
	m.afterAbsent(end)
	return true
}

// lacksElse tells a clause that says something of the part, and then that another thing is left out: "a four turn
// whip finish and left off the varnish".
func (m *maker) lacksElse(c clause) bool {
	k := c.where(kAbsent)
	if k <= 0 || k+1 >= len(c.chunks) || !slices.ContainsFunc(c.chunks[:k], func(x chunk) bool { return x.kind == kTurns || x.kind == kThing && x.thing.noun }) {
		return false
	}
	at := m.pastArticle(c.chunks[k+1].from)
	label, n := m.role(at)
	std, _ := role.Find(label)
	return m.is(at, cNoun) > 0 || n > 0 && std.Name != m.std.Name
}

// absentWords gives where the words end that say there is no such part: "no tail nor wing", "no wing to it".
func (m *maker) absentWords(first chunk, end int) int {
	for m.low(first.from) == "no" { // "no tail nor wing"
		k := end
		if w := m.low(k); w == "nor" || w == "or" || w == "and" {
			k = m.pastArticle(k + 1)
		}
		_, other := m.role(k)
		if other == 0 {
			break
		}
		end = k + other
	}
	if first.from < end && m.low(first.from) == "no" && m.onIt(end) { // "no wing to it"
		for end < len(m.toks) && !m.mark(end) {
			end++
		}
	}
	for end < len(m.toks) && (m.is(end, cOwned) > 0 || m.low(end) == m.std.Name || m.low(end) == m.part.Role || m.low(end) == "of") {
		end++
	}
	return end
}

// absentVerb gives where "no wing was tied" ends.
func (m *maker) absentVerb(end int) int {
	if aux := m.is(end, cAuxiliary); aux > 0 { // "no wing was tied", "no hackle is needed"
		act := m.is(end+aux, cAct)
		switch wanted := m.is(end+aux, cWanted); {
		case wanted > 0:
			end += aux + wanted
		case act > 0 && m.atEnd(end+aux+act):
			end += aux + act
		}
	}
	return end
}

// afterAbsent leaves what is said behind a part that is left out as a remark, or as the tier's own way.
func (m *maker) afterAbsent(end int) {
	for end < len(m.toks) && m.mark(end) {
		end++
	}
	if end < len(m.toks) {
		if m.is(end, cOwnHabit) > 0 { // "none in the original; I add gold wire"
			m.part.Said = append(m.part.Said, Said{By: "tier", Text: m.text(end, len(m.toks))})
			m.take(end, len(m.toks), asSaid, "this tier's own way, kept apart")
		} else {
			m.note(end, len(m.toks), "kept as a remark")
		}
	}
}

// clause takes what one clause says.
func (m *maker) clause(c *clause, n int) {
	if len(c.chunks) == 0 {
		return
	}
	if m.asLegs(*c, n) {
		return
	}
	switch {
	case m.doubted:
		m.leave(c.chunks)
		return
	case m.aside:
		m.remark(*c, "kept as a remark")
		return
	case c.chunks[0].kind == kCorrects, len(c.chunks) > 1 && c.chunks[0].kind == kAnd && c.chunks[1].kind == kCorrects:
		m.corrects = true
		if len(c.chunks) == 1 {
			m.take(c.from(), c.to(), asPlain, "")
			return
		}
	case m.room && c.chunks[0].kind == kStandsFor && c.has(kLength): // "until there is room for the hackle, which is two eye lengths"
		m.room = false
		x := c.chunks[c.where(kLength)]
		if m.part.To.IsZero() && x.l.Of == measure.Eye && m.std.Spans {
			m.part.To = x.l
			m.take(c.from(), c.to(), asPlace, "ends "+placeMeaning(x.l))
			return
		}
		m.remark(*c, "kept as a remark")
		return
	case c.kind == saysWhy, c.kind == saysCase:
		m.room = c.chunks[0].kind == kInTime && c.has(kElsewhat)
		if c.kind == saysCase && m.untilPlace(*c) {
			break
		}
		if !m.reachIn(*c) {
			m.conditions(*c)
			m.remark(*c, "kept as a remark")
		}
		return
	case c.kind == saysInstead:
		m.remark(*c, "what it is not, kept as a remark")
		return
	case c.kind == saysAside:
		m.bracket = c.open == "(" || c.open == "["
		m.aside = (c.has(kSays) || c.byOthers()) && (c.shut == "" || c.shut == "," && m.wonders(*c)) || c.has(kAgain) || c.has(kDoubtful) && m.bracket
		if c.has(kThing, kLength, kTurns, kNumber) && !c.has(kSays) {
			m.conditions(*c)
		}
		m.remark(*c, "kept as a remark")
		return
	case c.kind == saysOwn, c.kind == saysSpecimen:
		m.saidBy(*c)
		return
	}
	m.plainly(c)
}

// plainly takes what a clause says plainly of the part.
func (m *maker) plainly(c *clause) {
	if m.ofOther(*c) {
		return
	}
	if c.first && m.low(c.from()) == "the" && orderWords[m.low(c.from()+1)] && m.is(c.from()+2, cAuxiliary) > 0 { // "The first should be thin" is said of one of several
		m.remark(*c, "kept as a remark")
		return
	}
	if c.first && m.low(c.from()) == "what" && c.has(kPrepared) && !c.has(kThing) { // "What sticks out is trimmed"
		m.remark(*c, "kept as a remark")
		return
	}
	sure, rest := m.split(*c)
	if len(sure.chunks) > 0 {
		was := m.taken
		m.main(sure)
		if m.taken == was && !m.idle(sure) { // nothing came of it: kept as said
			m.note(sure.from(), sure.to(), "kept as a remark")
		}
	}
	if len(rest.chunks) > 0 {
		m.listUnread(rest)
		m.remark(rest, "kept as a remark")
	}
}

// other gives a part of which a definite thing is, "the wire", and which is not this one.
func (m *maker) other(x chunk) *Part {
	if x.kind != kThing || !x.thing.definite || !x.thing.noun || len(x.thing.colour) > 0 || m.ownThing(*x.thing) {
		return nil
	}
	noun := lastWord(x.thing.name[len(x.thing.name)-1])
	for k := range m.d.Parts {
		q := &m.d.Parts[k]
		std, _ := q.Standard()
		for _, mat := range q.Materials {
			if q.Role != m.part.Role && lastWord(mat.Name) == noun && (std.Form == role.FormRib || std.Form == role.FormPalmer || std.Form == role.FormWound || std.Form == role.FormCollar) {
				return q
			}
		}
	}
	return nil
}

// ofOther gives a part told before what is said of it here: "the wire then followed in five turns",
// in the line of the body.
func (m *maker) ofOther(c clause) bool {
	k := 0
	for k < len(c.chunks) && (c.chunks[k].kind == kThen || c.chunks[k].kind == kAnd || c.chunks[k].kind == kPlain || c.chunks[k].kind == kElse && m.low(c.chunks[k].from) == "now") {
		k++
	}
	if m.told != "" && c.open == "," && len(c.chunks) == 1 && c.chunks[0].kind == kTurns { // "Now the wire, five turns"
		if i := m.d.Find(m.told); i >= 0 && m.d.Parts[i].Turns == nil {
			v := c.chunks[0].v
			m.d.Parts[i].Turns = &v
			m.take(c.from(), c.to(), asTurns, "wound "+v.String()+" times, of the "+m.told)
			return true
		}
	}
	if m.told != "" && c.open == "," && len(c.chunks) <= 2 && (c.has(kWay) || c.chunks[0].kind == kPreposition && c.chunks[0].word == "against") { // "…, against the dubbing"
		if i := m.d.Find(m.told); i >= 0 && m.d.Parts[i].Winding == "" {
			m.d.Parts[i].Winding = "counter"
			if w := c.where(kWay); w >= 0 {
				m.d.Parts[i].Winding = c.chunks[w].word
			}
			m.note(c.from(), c.to(), "said of the "+m.told)
			return true
		}
	}
	m.told = ""
	if k == len(c.chunks) || !m.nounSaid() && !m.labelled[role.Underbody] || !c.has(kAct) && !(k == len(c.chunks)-1 && k > 0 && (c.chunks[k-1].kind == kThen || c.chunks[k-1].kind == kElse)) {
		return false
	}
	q := m.other(c.chunks[k])
	if x := c.chunks[k]; q == nil && x.kind == kPart { // "the ribbing is brought up in five turns"
		if std, _ := role.Find(x.word); std.Form == role.FormRib && m.std.Form != role.FormRib {
			if i := m.d.Find(std.Name); i >= 0 {
				q = &m.d.Parts[i]
			}
		}
	}
	if q == nil {
		return false
	}
	if std, _ := q.Standard(); !m.nounSaid() && std.Name != role.Underbody { // "the floss was put on from the bend to the eye and back"
		return false
	}
	for _, x := range c.chunks {
		switch {
		case x.kind == kTurns && q.Turns == nil:
			v := x.v
			q.Turns = &v
		case x.kind == kWay && q.Winding == "":
			q.Winding = x.word
		}
	}
	m.note(c.from(), c.to(), "said of the "+q.Role)
	m.told = q.Role
	return true
}

// listUnread lists the words of a clause that nobody knows.
func (m *maker) listUnread(c clause) {
	for _, x := range c.chunks {
		if x.kind == kUnread {
			m.unread = append(m.unread, x)
			m.take(x.from, x.to, asUnread, "")
		}
	}
}

// remark keeps a clause as it was said.
func (m *maker) remark(c clause, meaning string) {
	m.note(c.from(), c.to(), meaning)
}

// untilPlace tells "until two eye lengths behind the eye", a place where the part ends.
func (m *maker) untilPlace(c clause) bool {
	if last := len(c.chunks) - 1; m.std.Name == role.Thread && (m.low(c.from()) == "until" || m.low(c.from()) == "till") && last == 3 && c.chunks[1].kind == kStandsFor && c.chunks[2].kind == kAct && (c.chunks[3].kind == kPlace || c.chunks[3].kind == kEnd) { // "until it hangs above the hook point"
		return true
	}
	return (m.low(c.from()) == "until" || m.low(c.from()) == "till") && c.has(kPlace, kEnd, kLength) && !c.has(kAuxiliary, kAct, kThing, kPart)
}

// landmarkReached takes a landmark of the hook for how far the part reaches, and tells whether it is one.
func (m *maker) landmarkReached(x chunk) bool {
	l := x.l
	switch {
	case l.Of == measure.Shank && l.Low == 1:
		l.Of = measure.Bend
	case l.Of != measure.Point && l.Of != measure.Barb && l.Of != measure.Bend:
		return false
	}
	l.Reach = true
	m.keepLength(chunk{from: x.from, to: x.to, l: l})
	return true
}

// ofItself tells words that name only the part and a verb of being: "they are", "the fibres just".
func ofItself(list []chunk) bool {
	for _, x := range list {
		switch x.kind {
		case kStandsFor, kAuxiliary, kPlain:
		case kThing:
			if x.thing.noun || !x.thing.definite || x.thing.unit == "" {
				return false
			}
		default:
			return false
		}
	}
	return true
}

// reachIn takes from a reason how far something reaches: "so that they just cover the body".
func (m *maker) reachIn(c clause) bool {
	i := c.where(kAct)
	if x := c.chunks[len(c.chunks)-1]; len(c.chunks) == 2 && c.chunks[0].kind == kPurpose && !m.std.Spans && m.part.Length.IsZero() && m.act == "" && (m.stretch.act(c.chunks[0].to-1) == lexicon.ActCovers || m.stretch.act(c.chunks[0].to-1) == lexicon.ActReaches) && x.kind == kPlace && m.landmarkReached(x) { // "its fibres to cover the bend"
		m.note(c.from(), x.from, "kept as a remark")
		return true
	}
	if c.kind == saysWhy && len(c.chunks) == 3 && c.chunks[1].kind == kAct && (c.chunks[1].word == lexicon.ActBrings || c.chunks[1].word == lexicon.ActStops) && c.chunks[2].kind == kEnd && !m.std.Spans && m.part.Length.IsZero() && m.landmarkReached(c.chunks[2]) { // "so that it comes to the bend"
		m.note(c.from(), c.chunks[2].from, "kept as a remark")
		return true
	}
	if c.kind == saysWhy && m.std.Spans && m.part.From.IsZero() && m.part.To.IsZero() && c.unread() == 0 {
		if k := c.where(kStretch); k >= 0 { // "to fill the shank from the bend to one eye behind the eye"
			m.note(c.from(), c.chunks[k].from, "kept as a remark")
			m.stretch1(c, k)
			return true
		}
	}
	if last := len(c.chunks) - 1; c.kind == saysWhy && last > 0 && c.chunks[last].kind == kLength && m.part.Length.IsZero() && !m.std.Spans && ofItself(c.chunks[1:last]) { // "so that its fibres are just longer than the gape"
		m.keepLength(c.chunks[last])
		m.note(c.from(), c.chunks[last].from, "kept as a remark")
		return true
	}
	if k := c.where(kLength); c.kind == saysCase && k > 0 && (m.low(c.from()) == "till" || m.low(c.from()) == "until") && c.chunks[k].l.Reach && !m.std.Spans && !c.has(kThing, kAct) && m.part.Length.IsZero() { // "laid flat, till it's level with the bend"
		m.keepLength(c.chunks[k])
		m.note(c.from(), c.chunks[k].from, "kept as a remark")
		return true
	}
	if i < 0 || c.kind == saysCase && c.chunks[0].kind != kInTime || c.chunks[i].word != lexicon.ActReaches && c.chunks[i].word != lexicon.ActCovers && c.chunks[i].word != lexicon.ActMeasures || c.unread() > 0 || c.has(kTooMuch, kNegation) {
		return false
	}
	for _, x := range c.chunks[min(i+1, len(c.chunks)):] {
		switch {
		case m.std.Spans, x.kind == kPart && x.word == role.Hook, x.kind == kLength && x.l.Of == measure.HookU && c.chunks[i].word == lexicon.ActCovers: // a body that hides the hook
		case x.kind == kLength && m.part.Length.IsZero():
			m.keepLength(x)
			m.note(c.from(), x.from, "kept as a remark")
			return true
		case x.kind == kPlace && c.chunks[i].word == lexicon.ActCovers && m.part.Length.IsZero() && m.landmarkReached(x):
			m.note(c.from(), x.from, "kept as a remark")
			return true
		case x.kind == kPart && c.chunks[i].word == lexicon.ActCovers && m.part.Length.IsZero() && !threadPlace(measure.Length{Of: measure.Unit(x.word)}):
			m.part.Length = measure.Length{Low: 1, High: 1, Of: measure.Unit(x.word), Text: m.text(c.from(), x.to)}
			m.take(c.from(), x.to, asLength, "as long as the "+x.word)
			return true
		}
	}
	return false
}

// saidBy keeps what this tier does, or what this fly has, apart.
func (m *maker) saidBy(c clause) {
	by, meaning := "tier", "this tier's own way, kept apart"
	if c.kind == saysSpecimen {
		by, meaning = "specimen", "of this specimen, kept apart"
	}
	s := Said{By: by, Text: m.text(c.from(), c.to())}
	for _, x := range c.chunks {
		if x.kind == kLength {
			s.Length = x.l
			break
		}
	}
	m.part.Said = append(m.part.Said, s)
	m.take(c.from(), c.to(), asSaid, meaning)
}

// conditions keeps the conditions of a clause whose values are not the part's own.
func (m *maker) conditions(c clause) {
	if k := c.where(kAct); k >= 0 && c.chunks[k].word == lexicon.ActDoes && !c.has(kThing) { // "He fishes it after dark"
		return
	}
	for _, x := range c.chunks {
		if x.kind == kWhen {
			m.part.Conditions = append(m.part.Conditions, Condition{When: m.text(x.from, x.to), Text: m.text(c.from(), x.from), SizeLow: x.low, SizeHigh: x.top})
		}
	}
}

// main takes what is said plainly.
func (m *maker) main(c clause) {
	m.act, m.shadowed, m.negated = "", false, false
	if m.waits != "" && c.open == "," && !c.has(kThing, kAct, kAuxiliary, kPerson) && c.has(kPlace, kEnd, kStart) { // "and stops where the wing butts end, at a third of the shank"
		m.act = m.waits
	}
	m.waits = ""
	if last := c.chunks[len(c.chunks)-1]; last.kind == kAct && (last.word == lexicon.ActStops || last.word == lexicon.ActBegins) {
		m.waits = last.word
	}
	l := &lead{at: -1, joint: c.open}
	if c.kind == saysElse || m.or {
		l.joint = "or"
	}
	m.or = m.endsInOr(c) || m.or && (!c.has(kThing) || c.chunks[0].kind == kPreposition)
	if m.onCondition(c) {
		return
	}
	m.passed = false
	for i := 0; i < len(c.chunks) && !m.doubted && !m.passed; i++ {
		m.chunk(c, i, l)
	}
}

// A lead is what stands before a thing in a clause.
type lead struct {
	prep  string // the preposition
	at    int    // its chunk; -1 where there is none
	joint string // what joins the thing to the one before
}

// chunk takes a chunk of a clause for the part.
func (m *maker) chunk(c clause, i int, l *lead) {
	x := c.chunks[i]
	switch x.kind {
	case kPart, kThing, kPrepared:
		if m.thingOrPart(c, i, l) {
			return
		}
	case kPreposition:
		l.prep, l.at = x.word, i
		if m.low(x.from) == "against" { // "measured against the shank, half as long"
			m.against = m.unitAfter(x.to)
		}
		m.take(x.from, x.to, asPlain, "")
		switch x.word {
		case "over", "under", "with", "of", "from", "in", "for":
			if l.joint == "" || l.joint == "," || x.word == "over" || x.word == "under" || x.word == "with" {
				if l.joint != "or" {
					l.joint = x.word
				}
			}
		}
		return
	case kAnd:
		if l.joint != "or" {
			l.joint = "and"
		}
		m.take(x.from, x.to, asPlain, "")
		return
	case kOr, kElse:
		m.orElse(c, i, l)
		return
	case kNegation:
		m.negated = true
		m.take(x.from, x.to, asPlain, "")
		return
	case kAct:
		m.deed(c, i, l)
		return
	}
	m.value(c, i, l.prep)
	if x.kind != kPlain && x.kind != kAuxiliary && x.kind != kThen || x.kind == kPlain && m.is(x.from, cStandsFor) > 0 { // "above it is a crest"
		l.prep, l.at = "", -1
		if x.kind == kNumber || x.kind == kTurns || x.kind == kLength {
			if l.joint != "or" || i > 0 && c.chunks[i-1].kind == kOr {
				l.joint = ""
			}
		}
	}
}

// thingOrPart takes a thing, and a part's name that stands for one: "the tying silk".
func (m *maker) thingOrPart(c clause, i int, l *lead) bool {
	x := c.chunks[i]
	switch x.kind {
	case kPart:
		if p, k := m.noun(x.from); k == x.to && p.noun && !m.nounSaid() && (l.prep == "" && m.act == "" || (l.prep == "with" && m.act == lexicon.ActWinds || l.prep == "of" && m.act == "") && p.lastNoun == material.Thread && m.std.Form == role.FormHead) { // "the tying silk"
			if _, ok := m.earlier(x.word); !ok || p.lastNoun == material.Thread {
				c.chunks[i].kind, c.chunks[i].thing = kThing, &p
				m.thing(c, i, "", -1, l.joint)
				l.joint = ""
				return true
			}
		}
	case kThing, kPrepared:
		if x.kind == kPrepared && i > 0 && c.chunks[i-1].kind == kPerson && i+1 < len(c.chunks) && c.chunks[i+1].kind == kStandsFor { // "she twisted them true"
			m.act = lexicon.ActHolds
			m.take(x.from, x.to, asPlain, "")
			return true
		}
		if x.kind == kPrepared && i > 0 && c.chunks[i-1].kind == kPerson && i+1 < len(c.chunks) && c.chunks[i+1].kind == kPlain && m.is(x.to, cArticle) > 0 && !slices.ContainsFunc(c.chunks[i+1:], func(y chunk) bool { return y.kind == kThing && y.thing.noun }) { // "he flattened the ends with his pliers"
			m.act = lexicon.ActHolds
			m.note(x.from, c.to(), "what was done to a piece of it, kept as said")
			m.passed = true
			return true
		}
		if x.kind == kPrepared && (l.prep == "over" || l.prep == "on" || l.prep == "under") && i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat { // "over a smooth bed"
			m.take(x.from, x.to, asPlain, "")
			return true
		}
		if w := m.low(x.from); x.kind == kPrepared && x.to == x.from+1 && i > 1 && c.chunks[i-1].kind == kStandsFor && c.chunks[i-2].kind == kAct && c.chunks[i-2].word == lexicon.ActHolds && m.std.Form == role.FormWound && m.part.Amount == "" && (muches[w] || littles[w]) { // "Keep it slim"
			m.amount(w)
			m.take(x.from, x.to, asAmount, "")
			return true
		}
		if m.thing(c, i, l.prep, l.at, l.joint) {
			l.joint = ""
		}
		l.prep, l.at = "", -1
		return true
	}
	return false
}

// orElse takes a word that leads up to what may stand in for what was said.
func (m *maker) orElse(c clause, i int, l *lead) {
	x := c.chunks[i]
	if m.low(x.from) == "now" && i > 0 && c.has(kPerson) && c.has(kAct) && m.nounSaid() { // "he now uses hen": what was said before was used once
		m.once = len(m.said)
		m.take(x.from, x.to, asPlain, "")
		return
	}
	if l.joint == "or" && i == len(c.chunks)-1 && m.is(x.from, cStandIn) > 0 { // "red ibis or sub."
		m.said = append(m.said, placed{phrase{name: []string{lexicon.Substitute}, noun: true, from: x.from, to: x.to}, "or", true})
	}
	l.joint = "or"
	m.take(x.from, x.to, asAlternative, "")
}

// deed takes an act: by it the places and things behind it are read.
func (m *maker) deed(c clause, i int, l *lead) {
	x := c.chunks[i]
	m.act = x.word
	if m.retracts(x) && m.numberLater(x.to) { // "put in four turns, took them out again and put in five"
		m.redone = m.part.Turns != nil
		if m.part.Turns = nil; !m.redone {
			m.part.Count = nil
		}
		m.note(x.from, x.to, "taken back")
		return
	}
	if m.retracts(x) {
		if slices.ContainsFunc(m.all, func(d clause) bool { return d.from() >= x.to && d.has(kThing) || d.from() == c.from() && c.has(kThing) }) { // and something else put on
			m.said = nil
		}
		m.note(x.from, x.to, "taken back")
		return
	}
	if n := m.is(x.from, cPreparation); len(c.chunks) == 1 && n == x.to-x.from && x.word == lexicon.ActWinds && len(m.said) > 0 && m.std.Form == role.FormCollar { // "grizzle, palmered"
		m.said = append(m.said, placed{phrase{prep: []string{m.lowsOf(x)}, from: x.from, to: x.to, nameAt: -1, unitA: -1}, ",", false})
		m.take(x.from, x.to, asPreparation, "")
		return
	}
	l.prep, l.at = "", -1
	m.take(x.from, x.to, asPlain, "")
}

// value takes a chunk that is no thing.
func (m *maker) value(c clause, i int, prep string) {
	x := c.chunks[i]
	p := m.part
	switch x.kind {
	case kTurns:
		m.turns(c, i)
	case kTimes:
		m.times(c, i)
	case kPer:
		m.perSide(c, i)
	case kLength:
		m.lengthSaid(c, i, prep)
	case kPlace, kStart, kEnd, kStretch, kWhere:
		m.place(c, i, prep)
	case kWay:
		m.windingOf(c, i)
	case kSpacing:
		if p.Spacing == "" {
			p.Spacing = x.word
		}
		m.take(x.from, x.to, asTurns, spacingTold[x.word])
	case kMeasured:
		if p.DiameterMM == 0 {
			p.DiameterMM, p.DiameterBasis = x.v.Low, x.basis
		}
		m.take(x.from, x.to, asSize, fmt.Sprintf("%.3f mm across (%s)", x.v.Low, x.basis))
	case kGrade:
		m.grades = append(m.grades, m.text(x.from, x.to))
		m.take(x.from, x.to, asSize, "a grade of the material")
	case kThread:
		m.threadSize(x)
	case kCoats:
		if p.Coats == 0 && m.low(x.from-1) != "over" { // "wound over a wet coat of varnish"
			p.Coats = x.v.High
		}
		m.note(x.from, x.to, "")
	case kRatio:
		if x.v.Low+x.v.High > 0 {
			m.ratio = [2]float64{x.v.Low, x.v.High}
		}
		m.take(x.from, x.to, asAmount, "what of the whole each is")
	case kContinues, kSame:
		if i > 0 && c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActCovers { // "hiding the butts of the wing"
			m.onlyWhere(x)
			return
		}
		m.goesOnFrom(c, i)
	default:
		m.tells(c, i, prep)
	}
}

// lengthSaid takes a length, of something that was named before where the words do not say of what.
func (m *maker) lengthSaid(c clause, i int, prep string) {
	x := c.chunks[i]
	if m.low(x.from) == "and" { // "spread apart by the dubbing and no longer than the gape"
		m.shadowed = false
	}
	if c.chunks[i].l.Of == "" { // "half as long"
		if m.against == "" {
			m.note(x.from, x.to, "kept as a remark")
			return
		}
		c.chunks[i].l.Of = m.against
	}
	m.lengthOf(c, i, prep)
}

// turnsAre says that a number is the turns of the part.
func (m *maker) turnsAre(x chunk) {
	m.part.Turns = &x.v
	m.take(x.from, x.to, asTurns, "wound "+x.v.String()+" times")
}

// turnsMore adds a number to the turns of the part.
func (m *maker) turnsMore(x chunk) {
	m.part.Turns.Low, m.part.Turns.High = m.part.Turns.Low+x.v.Low, m.part.Turns.High+x.v.High
	m.take(x.from, x.to, asTurns, "wound "+m.part.Turns.String()+" times in all")
}

// isAcross says that a number is how many millimetres the part is across.
func (m *maker) isAcross(x chunk) {
	m.part.DiameterMM = x.v.Low
	m.take(x.from, x.to, asSize, fmt.Sprintf("%.3g mm across", x.v.Low))
}

// times takes how often something is done: turns, where the part is wound, or coats.
func (m *maker) times(c clause, i int) {
	x, p := c.chunks[i], m.part
	if front := m.text(x.to, c.to()); p.Turns != nil && m.std.Form == role.FormCollar && strings.HasPrefix(front, "in front") && strings.Contains(m.text(c.from(), x.from), "behind") { // "twice behind the wing and twice in front"
		m.turnsMore(x)
		return
	}
	if i > 1 && c.chunks[i-1].kind == kStandsFor && m.low(c.chunks[i-2].from) == "in" && m.std.Form == role.FormCollar && p.Turns != nil && strings.Contains(m.text(c.from(), x.from), "behind") { // "behind the wing three times and in front of it twice"
		m.turnsMore(x)
		return
	}
	if i > 0 && m.is(c.chunks[i-1].from, cEndsFly) > 0 && m.std.Form == role.FormHead && p.Turns == nil && x.v.Low >= 2 { // "he whipped three times"
		m.turnsAre(x)
		return
	}
	if m.wound() && (m.act == lexicon.ActWinds || turnedWords[m.low(x.from-1)] || m.std.Form == role.FormHead && m.act == lexicon.ActWinds || m.std.Form == role.FormRib && m.act == lexicon.ActBrings && x.v.Low >= 3 || (m.std.Form == role.FormRib && x.v.Low >= 3 || m.std.Form == role.FormCollar && m.nounSaid() && m.toks[x.from].Kind == measure.Number) && len(c.chunks) == 1 || m.std.Form == role.FormRib && i == 0 && i+1 < len(c.chunks) && c.chunks[1].word == "with") && p.Turns == nil {
		m.turnsAre(x)
		return
	}
	if m.std.Form == role.FormHead && p.Coats == 0 && i > 0 && material.KindOf(m.low(c.from())) == material.Varnish && x.v.Low >= 1 { // "lacquer the head three times"
		p.Coats = x.v.High
	}
	if p.Coats == 0 && x.v.Low >= 1 && i > 1 && m.std.Form == role.FormHead && c.chunks[i-1].kind == kThing && c.chunks[i-1].thing.lastNoun == material.Varnish && m.within(c, cCoated) { // "coated with epoxy twice"
		p.Coats = x.v.High
	}
	if i > 0 && (m.is(c.chunks[i-1].from, cCoated) > 0 || m.is(c.chunks[i-1].to-1, cCoated) > 0) && p.Coats == 0 && x.v.Low >= 1 { // "varnished twice"
		p.Coats = x.v.High
	}
	m.take(x.from, x.to, asPlain, "")
}

// windingOf takes which way a part is wound.
func (m *maker) windingOf(c clause, i int) {
	x, p := c.chunks[i], m.part
	if m.act == lexicon.ActMeasures || m.act == lexicon.ActHolds || m.act == lexicon.ActDoes || c.has(kOnce) {
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if m.wound() && !m.parachute() && p.Winding == "" {
		p.Winding = x.word
	}
	m.take(x.from, x.to, asWinding, map[string]string{"counter": "against the body", "with": "the same way as the body"}[x.word])
}

// goesOnFrom takes that a part is of what another was of: the rest of its bunch, or the same material.
func (m *maker) goesOnFrom(c clause, i int) {
	x, p := c.chunks[i], m.part
	if x.kind == kSame && dyedWords[m.low(x.from-1)] || x.kind == kSame && i > 1 && c.chunks[i-1].kind == kPreposition && c.chunks[i-1].word == "of" && c.chunks[i-2].kind == kThing { // "hen of the same"
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if x.word == "" || x.word == "same" {
		m.sameAgain(x)
		return
	}
	if x.kind == kSame {
		m.same(c, x)
		return
	}
	if x.word == theRest {
		m.rest(c, i)
		return
	}
	if label, ok := m.earlier(x.word); ok && p.Continues == "" && label != p.Role {
		p.Continues = label
		m.take(x.from, x.to, asMaterial, "goes on from the "+label+"; one bunch, counted once")
		return
	}
	m.take(x.from, x.to, asPlain, "")
}

// tells takes a chunk that is neither a measure nor a place nor a thing: what may be left out, when it is used, what
// is only a remark.
func (m *maker) tells(c clause, i int, prep string) {
	x, p := c.chunks[i], m.part
	switch x.kind {
	case kPart:
		m.note(x.from, x.to, "where it stands to another part; no value of its own")
	case kOptional:
		if n := i + 1; n < len(c.chunks) && c.chunks[n].kind == kWhen { // "optional on 18s"
			m.note(x.from, c.chunks[n].to, "kept as a remark")
			return
		}
		if i > 1 && c.chunks[i-1].kind == kAuxiliary && m.is(c.chunks[i-1].from, cModal) > 0 && m.low(c.chunks[i-1].from) == "would" { // "I would leave them off"
			m.note(c.from(), x.to, "kept as a remark")
			return
		}
		p.Optional = true
		m.take(x.from, x.to, asOptional, "an extra; the plain fly lacks it")
	case kEssential:
		p.Essential = true
		m.take(x.from, x.to, asOptional, "the fly needs this part")
	case kVague, kReplaces:
		m.take(x.from, x.to, asAlternative, "")
	case kWhen:
		if m.act == lexicon.ActDoes { // "He fishes it after dark"
			m.note(x.from, x.to, "kept as a remark")
			return
		}
		m.take(x.from, x.to, asCondition, "")
	case kNumber:
		m.number1(c, i)
	case kRemark:
		m.note(x.from, x.to, "kept as a remark")
	case kAngle:
		m.note(x.from, x.to, "an angle, kept as said")
	case kUnread:
		if n := len(m.said); m.is(x.from, cShade) > 0 && len(c.chunks) == 1 && n > 0 && len(m.said[n-1].colour) == 0 && m.said[n-1].noun { // "hare's ear dubbing, dark"
			m.said[n-1].colour = append(m.said[n-1].colour, m.low(x.from))
			m.take(x.from, x.to, asColour, "")
			return
		}
		m.unread = append(m.unread, x)
		m.take(x.from, x.to, asUnread, "")
	case kShare:
		if n := len(m.said); n > 0 && x.word == "percent" && (i+1 == len(c.chunks) || c.chunks[i+1].kind != kThing) && m.said[n-1].from >= c.from() { // "hare's mask 70%"
			m.shareOf(&m.said[n-1].phrase, x)
		}
		m.take(x.from, x.to, asAmount, "")
	case kElsewhat:
		m.shadowed = m.shadowed || anchors[prep] && prep != "in"
		m.take(x.from, x.to, asPlain, "")
	case kPlain:
		if m.aloneOne(c) {
			p.Count = &Count{Low: 1, High: 1, Of: cmp.Or(m.lastUnit, lexicon.CountFeather)}
			m.take(x.from, x.to, asCount, "")
			return
		}
		m.take(x.from, x.to, asPlain, "")
	default:
		m.take(x.from, x.to, asPlain, "")
	}
}

// aloneOne tells "one" between commas behind what it counts: "stripped peacock quill, one, varnished".
func (m *maker) aloneOne(c clause) bool {
	v, n := m.number(c.from())
	return len(c.chunks) == 1 && n == 1 && c.to()-c.from() == 1 && v.Low == 1 && m.part.Count == nil && len(m.said) > 0 && (m.lastUnit != "" || m.wholeThing(&m.said[len(m.said)-1].phrase))
}

// anchors are the prepositions behind which a thing only says where something stands.

// thing takes a phrase about a material, and tells whether it became one.
func (m *maker) thing(c clause, i int, prep string, prepAt int, joint string) bool {
	x := c.chunks[i]
	p := *x.thing
	if x.word == "after all" { // "so moose it was": what was said before was not to be
		m.said, m.part.Count, m.counted = nil, nil, nil
	}
	if p.unit != "" {
		m.lastUnit = p.unit
	}
	p = m.settled(c, i, prep, p)
	if v, n := m.as(x.from, cAct); n > 0 && x.kind == kPrepared && v != lexicon.ActTakesAway { // what is cut off square is there all the same
		m.act = v
	}
	if m.onlyRemark(c, i, prep, prepAt, joint, p) || m.turnsOfThing(c, i, prep, prepAt, p) || m.knownThing(c, i, prep, prepAt, p) || m.ofAnother(c, i, prep, prepAt, p) {
		return false
	}
	if v, ok := m.otherwiseUsed(c, i, prep, prepAt, p); ok {
		return v
	}
	if m.doubts(c, i, p) {
		return false
	}
	if p.self && len(p.grade) == 1 && (muches[p.grade[0]] || littles[p.grade[0]]) && m.std.Form == role.FormWound && p.amount == "" { // "a thick body of green fur"
		p.amount, p.grade = p.grade[0], nil
	}
	if p.definite && m.low(x.from+1) == "same" && m.part.SameAs == "" && m.part.Continues == "" { // "a pinch of the same hare"
		m.sameThing(p)
	}
	if p.unit != "" {
		m.lastUnit = p.unit
	}
	m.inked(p)
	if !p.across.IsZero() {
		if m.std.Form == role.FormBead || m.std.Name == role.Eyes {
			m.part.DiameterMM = cmp.Or(m.part.DiameterMM, p.across.Mid())
		} else {
			m.grades = append(m.grades, p.across.Text)
		}
	}
	if varnish := p.lastNoun == material.Varnish && m.nounSaid(); !varnish && !(c.kind == saysElse && len(m.said) == 0) && !((c.kind == saysElse || joint == "or" && p.one) && m.nounSaid() && (p.amount != "" || p.one) && p.count == nil) && (p.count != nil || p.unit != "" || p.amount != "" || p.one) {
		if p.one && p.count == nil && m.std.Form == role.FormWing && (m.low(c.chunks[i].from-1) == "of" || m.low(c.chunks[i].from-1) == "from") && (p.unit == lexicon.CountFeather || p.unit == "" && len(p.name) > 0 && lastWord(p.name[len(p.name)-1]) == lexicon.CountFeather) { // "wings of a partridge's feather"
			p.one = false
		}
		m.countOf(c, i, &p)
	}
	if i > 0 && c.chunks[i-1].kind == kShare {
		m.shareOf(&p, c.chunks[i-1])
	}
	if p.lastNoun == material.Varnish && p.count != nil && (m.std.Form == role.FormHead || m.std.Name == role.Finish) { // "red + 2 x varnish"
		m.part.Coats = cmp.Or(m.part.Coats, p.count.High)
	}
	return m.keepThing(c, i, prep, joint, p)
}

// settled takes the colour and the name of a phrase for what they are beside what was said before.
func (m *maker) settled(c clause, i int, prep string, p phrase) phrase {
	x := c.chunks[i]
	if p.noun && m.nounSaid() && len(p.name) == 1 && len(p.colour) == 0 && (p.definite || p.one) && c.open == "," && len(c.chunks) <= 2 && i == len(c.chunks)-1 && m.is(p.nameAt, cColour) == p.to-p.nameAt { // "two cock hackles, one grizzle, the other red game"
		p.colour, p.name, p.noun = p.name, nil, false
	}
	if !p.noun && len(p.colour) > 0 && len(p.name) == 0 && m.nounSaid() && i > 0 && (m.low(x.to) == "one" || m.low(x.to) == "ones" || prep == "of" && m.low(x.from-2) == "one") { // "and a blue one", "over it one of pale green"
		for k := len(m.said) - 1; k >= 0; k-- {
			if m.said[k].noun && len(m.said[k].colour) > 0 {
				p.name, p.noun, p.lastNoun, p.nameAt = m.said[k].name, true, m.said[k].lastNoun, m.said[k].nameAt
				break
			}
		}
	}
	if len(p.name) == 1 && len(p.colour) > 0 && p.noun && (p.name[0] == m.std.Name || p.name[0] == m.part.Role) && p.count == nil && m.set() && m.std.Name != role.Flash { // "a white wing, of duck"
		p.name, p.noun, p.lastNoun = nil, false, ""
	}
	if p.definite && p.noun && len(p.name) == 1 && len(p.colour) == 0 && (p.name[0] == lexicon.CountFeather && c.first && i == 0 || p.name[0] == lexicon.CountSlip || p.name[0] == lexicon.Dubbing && i == 0 && (m.nounSaid() || m.d.Find(m.part.Role) >= 0)) && m.low(x.from) == "the" { // "The feather should be small" says nothing of what it is from
		p.name, p.noun, p.lastNoun = nil, false, ""
	}
	return p
}

// keepThing files a phrase among the materials that were said of the part, and tells whether it is one.
func (m *maker) keepThing(c clause, i int, prep, joint string, p phrase) bool {
	x := c.chunks[i]
	if m.corrects && p.noun && m.nounSaid() { // "crest, no, tippet fibres"
		last := len(m.said) - 1
		for last > 0 && !m.said[last].noun {
			last--
		}
		m.said = m.said[:last+1]
		m.said[last].name, m.said[last].colour = p.name, append(m.said[last].colour[:0:0], p.colour...)
		m.corrects = false
		return true
	}
	if i > 1 && prep == "" && p.noun && c.chunks[i-1].kind == kAuxiliary && c.chunks[i-2].kind == kThing && c.chunks[i-2].thing.definite && len(c.chunks[i-2].thing.name) == 1 { // "The hair is elk"
		m.said = slices.DeleteFunc(m.said, func(q placed) bool {
			return len(q.name) == 1 && q.name[0] == c.chunks[i-2].thing.name[0] && len(q.colour)+len(q.prep) == 0
		})
	}
	if m.drop(x, p) {
		m.part.Acts = append(m.part.Acts, m.text(max(c.from(), x.from-3), x.to))
		return true
	}
	if p.lastNoun == material.Varnish && joint != "or" && m.ownThing(p) && len(p.colour) == 0 { // "varnish it, let it dry, varnish again"
		m.take(x.from, x.to, asPlain, "named before")
		return false
	}
	m.said = append(m.said, placed{p, joint, joint == "or" || c.kind == saysElse || i > 0 && c.chunks[i-1].kind == kWhen && p.noun && m.nounSaid()}) // "and on the smaller ones starling"
	if c.has(kOnce) {
		m.once = len(m.said)
	} else if last := len(m.said) - 1; c.has(kInPlace) && last > 0 && m.caseFollows(c) { // "peacock instead, if preferred"
		m.said[last].alt, m.said[last].joint = true, "or"
	} else if c.has(kInPlace) && len(m.said) > 1 { // "he winds grey goose instead"
		m.once = len(m.said) - 1
	}
	return !p.bare() || p.noun
}

// onlyRemark leaves alone words of a thing that say nothing of the part's material.
func (m *maker) onlyRemark(c clause, i int, prep string, prepAt int, joint string, p phrase) bool {
	x := c.chunks[i]
	switch {
	case p.bare() && p.amount != "" && i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat && (m.low(x.to-1) == "of" && m.nounSaid() || m.act != "" && m.is(c.chunks[i+1].from, cOfHook) == 0 && m.low(x.to-1) != "of"): // "build up a little ramp", "and a smear of wax"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case p.bare() && (p.unit != "" || p.amount != "") && i+2 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "of" && c.chunks[i+2].kind == kElsewhat && m.is(c.chunks[i+2].from, cOfHook) == 0: // "with a strip of velcro"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case (p.lastNoun == material.Thread || !p.noun && len(p.name) == 1 && material.KindOf(p.name[0]) == material.Thread) && m.nounSaid() && joint != "or" && m.set(): // "stood up by a wedge of silk"
		m.shadow(c, x, prepAt, "what holds it")
		return true
	case p.bare() && m.act == lexicon.ActHolds && i > 0 && c.chunks[i-1].kind == kPart: // "lift the wing upright"
		m.shadow(c, x, prepAt, "said of another part")
		return true
	case i == 0 && c.first && !p.noun && len(p.name) == 0 && len(p.colour) > 0 && len(m.said) > 0 && i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat && m.std.Form == role.FormHead, // "A black dot makes the eye"
		p.noun && len(p.name) == 1 && p.name[0] == lexicon.CountFeather && p.definite && len(p.grade) > 0 && len(p.colour) == 0 && m.nounSaid(): // "Take the smallest feather you have"
		m.shadow(c, x, prepAt, "kept as a remark")
		m.passed = m.passed || m.std.Form == role.FormHead
		return true
	case m.std.Name != role.Thread && !p.noun && len(p.name) == 0 && len(p.colour) > 0 && p.definite && x.to == x.from+2 && m.low(x.from) != "the" && m.is(x.from, cArticle) > 0, // "goes for her coffee"
		m.nothing(c, i), m.goes(c, i), prep == "of" && i > 1 && c.chunks[i-2].kind == kCoats && m.nounSaid():
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case prep == "" && m.act != "" && !p.noun && len(p.colour)+len(p.grade)+len(p.prep) == 0 && len(p.name) > 0 && p.unit == "": // "ties it flat"
		m.take(x.from, x.to, asPlain, "")
		return true
	case p.bare() && len(p.grade) > 0 && m.low(x.from-1) == "is" && m.is(x.from, cGirth) > 0: // "as long as the gape is wide"
		m.take(x.from, x.to, asPlain, "")
		return true
	case prep == "with" && m.std.Form == role.FormTail && p.lastNoun == material.Fur && i > 1 && m.is(c.chunks[i-2].from, cParts) > 0: // "spread with a speck of dubbing"
		m.shadow(c, x, prepAt, "what parts them")
		return true
	case (prep == "for" || prep == "as") && len(m.said) == 0 && (p.one || len(c.chunks) == 2) && len(p.name) == 1 && len(p.colour) == 0 && p.name[0] == m.part.Role: // "for a hackle he took"
		m.take(x.from, x.to, asPlain, "")
		return true
	case (prep == "" || (prep == "for" || prep == "as") && len(m.said) == 0) && len(p.name) == 1 && len(p.colour) == 0 && p.count == nil && (p.name[0] == m.std.Name || p.name[0] == m.part.Role) && m.std.Form != role.FormCollar && m.std.Form != role.FormPalmer && m.std.Name != role.Thread && m.std.Form != role.FormBead: // "a tail I leave out"
		m.take(x.from, x.to, asPlain, "")
		return true
	case prep == "" && p.definite && len(m.said) > 0 && i+1 < len(c.chunks) && c.chunks[i+1].kind == kAct && (c.chunks[i+1].word == lexicon.ActHolds || c.chunks[i+1].word == lexicon.ActDoes): // "the stem left bare"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case (m.act == lexicon.ActHolds || m.act == lexicon.ActDoes) && i > 0 && c.chunks[i-1].kind == kStandsFor && p.bare() && p.amount != "", prep == "of" && i > 1 && m.is(c.chunks[i-2].to-1, cRest) > 0: // "brush it lightly", "the rest of the same plume"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case p.bare() && wholeWords[p.amount] && m.low(x.to) == "length": // "the full length of the body"
		m.take(x.from, x.to, asPlain, "")
		return true
	case prep == "" && m.act == lexicon.ActReaches && p.noun && m.nounSaid():
		m.shadow(c, x, prepAt, "how far it reaches, kept as said")
		return true
	case (prep == "over" || prep == "under") && !p.noun && len(p.colour) == 0 && p.count == nil && m.nounSaid(): // "over a flat bed of the silk"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	}
	return false
}

// turnsOfThing leaves alone the thing that turns, a place or an act speak of.
func (m *maker) turnsOfThing(c clause, i int, prep string, prepAt int, p phrase) bool {
	x := c.chunks[i]
	switch {
	case prep == "of" && i > 1 && c.chunks[i-2].kind == kTurns && (m.known(p) || p.definite && m.ownThing(p)):
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "of" && i > 1 && c.chunks[i-2].kind == kTurns && p.definite && m.std.Form == role.FormWound && m.nounSaid(): // "floss for two turns of the tinsel"
		m.shadow(c, x, prepAt, "turns of another part")
		return true
	case prep == "of" && i > 1 && c.chunks[i-2].kind == kPrepared && m.is(c.chunks[i-2].to-1, cCleared) > 0:
		m.shadow(c, x, prepAt, "what it is cleared of")
		return true
	case prep == "over" && p.lastNoun == material.Weight && m.std.Form == role.FormWound && m.nounSaid(): // "over a bit of lead"
		m.shadow(c, x, prepAt, "what lies under it")
		return true
	case prep == "" && m.nounSaid() && m.other(x) != nil:
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "" && p.definite && m.low(x.from+1) != "same" && len(p.name) == 1 && m.is(x.to-1, cForm) > 0 && p.lastNoun == material.Fur && len(p.colour) == 0 && len(c.chunks) == 1 && len(m.said) == 0: // "The dubbing, hare's ear, went on thin"
		m.take(x.from, x.to, asPlain, "")
		return true
	case prep == "" && i == 0 && c.open == "," && p.definite && p.noun && m.nounSaid() && len(m.said) == 1 && len(p.colour)+len(p.grade)+len(p.prep) == 0 && p.count == nil && p.unit == "" && p.amount == "" && m.kin(p): // "hare's ear, the fur from the root of the ear only"
		m.shadow(c, x, prepAt, "of which part of it")
		return true
	case prep == "" && i == 0 && p.definite && p.noun && m.nounSaid() && c.first && len(p.colour)+len(p.grade)+len(p.prep) == 0 && p.count == nil && p.unit == "" && p.amount == "" && i+1 < len(c.chunks) && (c.chunks[i+1].kind == kAct || c.chunks[i+1].kind == kThen): // "The wire then comes forward over it"
		m.shadow(c, x, prepAt, "said of another part")
		return true
	case x.kind == kPrepared && strings.HasPrefix(m.text(x.from, x.to), "as a ") && m.low(x.to-1) == m.part.Role: // "as a throat"
		m.take(x.from, x.to, asPlain, "")
		return true
	case x.kind == kPrepared && p.bare() && p.amount != "" && i == 2 && m.low(c.from()) == "which" && c.chunks[1].kind == kAuxiliary && m.std.Form == role.FormBead: // "which is heavy for the hook"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case x.kind == kPrepared && p.bare() && i > 1 && c.chunks[i-1].kind == kAuxiliary && m.elsewhatBefore(c, i-1): // "the butts are cut straight across"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	}
	return false
}

// knownThing leaves alone a thing of the part that was named before.
func (m *maker) knownThing(c clause, i int, prep string, prepAt int, p phrase) bool {
	x := c.chunks[i]
	switch {
	case prep == "" && p.lastNoun == material.Thread && p.one && len(p.colour)+len(p.prep) == 0 && p.count == nil && m.ownThing(p): // "she winds a thread base"
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "" && (m.known(p) || p.definite && m.ownThing(p) && len(p.colour)+len(p.prep) == 0 && p.count == nil):
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "" && p.definite && p.lastNoun == material.Thread && m.act == lexicon.ActTies && i > 0 && c.chunks[i-1].kind == kAct && strings.HasSuffix(m.text(c.chunks[i-1].from, c.chunks[i-1].to), " on"), // "the fibres laid on the silk"
		prep == "" && p.definite && m.act == lexicon.ActCovers && i > 0 && c.chunks[i-1].kind == kAct: // "cover the lead with floss"
		m.shadow(c, x, prepAt, "what lies under it")
		return true
	case prep == "" && p.definite && p.lastNoun == material.Thread && m.act == lexicon.ActWinds && m.std.Form == role.FormWound && i+1 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "with": // "dub the silk with mole"
		m.note(x.from, x.to, "what it is wound on")
		return true
	case p.definite && prep == "" && generalFeathers[m.low(x.to-1)] && i+2 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary && c.chunks[i+2].kind == kAct, // "the longest fibres the cape would give"
		p.definite && m.nounSaid() && i+2 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "of" && m.low(c.chunks[i+2].from) == "it": // "and only the short hairs of it"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case prep == "" && i == 1 && c.chunks[0].kind == kStandsFor && c.chunks[0].to == x.from && len(p.name) == 1 && (p.name[0] == m.std.Name || p.name[0] == m.part.Role) && len(p.colour) == 0 && i+1 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary: // "That hackle is a pheasant neck feather"
		m.take(x.from, x.to, asPlain, "")
		return true
	case len(p.name) == 1 && p.bareName() && i+2 < len(c.chunks) && c.chunks[i+1].kind == kAnd && m.otherPart(p.name[0]) && m.partAlone(c.chunks[i+2].from, c.chunks[i+2].to) != "", // "that makes both weight and body"
		i > 1 && c.chunks[i-1].kind == kAnd && c.chunks[i-2].kind == kPart && len(p.name) == 1 && p.bare() && m.otherPart(p.name[0]): // "bare for the wing and hackle"
		m.shadow(c, x, prepAt, "where it stands to another part; no value of its own")
		return true
	}
	return false
}

// ofAnother leaves alone what is another thing's: what it is filled with, what covers it, what it is like.
func (m *maker) ofAnother(c clause, i int, prep string, prepAt int, p phrase) bool {
	x := c.chunks[i]
	switch {
	case m.std.Form == role.FormBead && prep == "with" && p.lastNoun == material.Weight && len(p.name) == 1 && len(p.colour) == 0: // "and fills the hole with lead"
		m.shadow(c, x, prepAt, "what it is filled with")
		return true
	case prep == "of" && i > 1 && c.chunks[i-2].kind == kElsewhat && m.is(c.chunks[i-2].to-1, cTurns) > 0 && (m.nounSaid() || !m.wound()), // "a few turns of wool"
		prep == "in" && p.definite && generalFeathers[m.low(x.to-1)]: // "so short in the stem"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case p.definite && len(p.name) == 1 && p.bare() && units[p.name[0]] && m.nounSaid() && prep == "": // "and the slip is folded"
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "with" && p.definite && len(p.name) == 1 && p.count == nil && len(p.colour)+len(p.grade)+len(p.prep) == 0 && i+2 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "of" && c.chunks[i+2].kind == kThing && !m.ownThing(p): // "dubbed with the fur of a mole"
		m.take(x.from, x.to, asPlain, "")
		return true
	case p.bare() && p.count == nil && p.unit == "" && len(p.grade) > 0 && prep == "" && i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat && len(m.said) > 0: // "small hole to the front"
		m.shadow(c, x, prepAt, "of something else")
		return true
	case resembles[m.low(x.from-1)] && p.one: // "a head like a cork"
		m.shadow(c, x, prepAt, "what it is like")
		return true
	case p.definite && prep == "" && p.lastNoun == material.Fur && m.std.Form == role.FormWound && m.nounSaid() && len(p.name) == 1 && m.is(x.to-1, cForm) > 0 && p.bareName(): // "and warp your dubbing up to the wings"
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case prep == "" && p.definite && p.lastNoun == material.Thread && m.std.Form == role.FormHead && m.act == lexicon.ActWinds && len(p.colour) == 0 && c.has(kTimes, kTurns): // "wind the silk three times in front of the hackle"
		m.take(x.from, x.to, asPlain, "named before")
		return true
	case m.std.Form != role.FormHead && p.lastNoun == material.Varnish && m.neverVarnish() && (prep == "with" || p.amount != "" || prep == "of" && i > 1 && c.chunks[i-2].kind == kCoats): // "put eyes on and cover it with resin"
		m.part.Acts = append(m.part.Acts, m.text(x.from, x.to))
		m.shadow(c, x, prepAt, "what covers it")
		return true
	case (prep == "of" || prep == "with") && !p.noun && len(p.colour) > 0 && len(p.name) == 0 && i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat: // "a spot of orange paint"
		m.shadow(c, x, prepAt, "of something else")
		return true
	case p.one && i == 2 && m.low(c.from()) == "it" && c.chunks[1].kind == kAuxiliary && generalFeathers[m.low(x.to-1)]: // "it was a poor cape"
		m.shadow(c, x, prepAt, "kept as a remark")
		return true
	case m.low(x.from) == "more" && m.low(x.from+1) != "than" && m.act != "": // "so use more fur as you go up"
		m.shadow(c, x, prepAt, "how much more, kept as said")
		return true
	}
	return false
}

// otherwiseUsed leaves alone what a preposition or the act shows to be no material of the part: what it is wound
// with, what it lies against. It reads the direction of the turns where that is what is meant.
func (m *maker) otherwiseUsed(c clause, i int, prep string, prepAt int, p phrase) (bool, bool) {
	x := c.chunks[i]
	switch {
	case (m.act == lexicon.ActTakesAway || m.act == lexicon.ActHolds) && p.noun && !p.definite && !m.nounSaid() && !m.negated && m.takenOff(c, i, prep): // "strip the fibres off one side of a hen hackle"
		m.act, m.shadowed = "", false
	case m.negated, m.act == lexicon.ActTakesAway, m.act == lexicon.ActDoes, m.act == lexicon.ActSays, m.act == lexicon.ActHolds && (p.definite || !p.noun && len(p.colour) > 0 && !andThing(c, i)), len(p.colour) > 0 && !p.noun && (p.of || strings.HasSuffix(p.amount, "strip")) && m.nounSaid(), prep == "of" && m.shadowed, !m.suits(p):
		m.shadow(c, x, prepAt, "kept as a remark")
		return false, true
	case prep == "of" && i > 1 && c.chunks[i-2].kind == kPart && m.otherPart(c.chunks[i-2].word): // "with the under-body of yellow showing"
		m.shadow(c, x, prepAt, "of another part")
		return false, true
	case prep == "with" && p.definite && m.low(x.from+1) == "same" && m.part.SameAs == "" && len(m.said) == 0: // "dub it with the same fur"
		m.sameThing(p)
		m.inked(p)
		m.said = append(m.said, placed{p, c.open, false})
		return true, true
	case prep == "with" && m.std.Form == role.FormHead && p.lastNoun == material.Thread && !m.nounSaid(): // "build up a head with the orange thread"
	case prep == "of" && p.of && !p.noun && len(p.colour) == 0 && m.nounSaid():
		m.shadow(c, x, prepAt, "kept as a remark")
		return false, true
	case prep == "with" && p.definite && (m.ownThing(p) || m.known(p)):
		m.take(x.from, x.to, asPlain, "named before")
		return false, true
	case prep == "with" && p.definite && p.noun && m.std.Form == role.FormRib && !m.nounSaid() && m.ribbed(c, i) && m.anywhere(p): // "he ribbed it with the copper wire", of which the weight was
	case prep == "with" && m.act == lexicon.ActWinds && p.definite && m.std.Form == role.FormRib && m.part.Winding == "" && !(prepAt > 0 && strings.HasPrefix(m.lowsOf(c.chunks[prepAt-1]), "rib")): // "wound with the tinsel"
		return m.woundWith(x)
	case prep == "with" && m.act == "" && p.definite && m.std.Form == role.FormRib && len(c.chunks) == 2 && m.part.Winding == "" && len(m.said) > 0 && len(p.colour) == 0: // "four turns, with the dubbing"
		return m.woundWith(x)
	case prep == "with" && m.act == lexicon.ActWinds && p.definite:
		m.shadow(c, x, prepAt, "what it is wound with")
		return false, true
	case p.self && p.noun:
	case anchors[prep] && m.low(m.beforeArticle(x.from+1)) != "along" && m.low(x.from-1) != "along" && m.wounds(prep, p):
		m.part.Winding = "counter"
		m.take(x.from, x.to, asWinding, "against the body")
		return false, true
	case (prep == "over" || prep == "under") && !p.definite && len(m.said) > 0 && m.act == "" && m.std.Form != role.FormRib && m.std.Form != role.FormPalmer && (m.std.Form != role.FormCollar || prep == "under") && !m.threadLike(p):
		// "yellow bucktail over white"
	case prep == "in" && m.nounSaid() && !p.noun && len(p.name) == 0 && len(p.colour) > 0 && len(m.said[len(m.said)-1].colour) == 0 && m.act != lexicon.ActHolds && m.act != lexicon.ActTakesAway: // "he wound tying thread in dark brown"
	case prep == "in" && m.act == "" && len(p.name) == 0 && (len(p.colour) > 0 || p.count != nil && p.unit != ""): // "in medium blue dun", "in 3 bunches"
	case prep == "with" && (m.act == "" || m.act == lexicon.ActBrings) && !p.definite && !m.threadLike(p):
	case prep == "with" && len(m.said) == 0 && (!p.definite || len(p.colour)+len(p.grade) > 0 || p.lastNoun == material.Thread):
	case prep == "in" && m.act == "" && len(m.said) == 0 && p.noun && !p.definite: // "body in quill of peacock"
	case prep == "from" && len(m.said) == 0, prep == "of":
	case prep == "" || prep == "from" && !p.definite:
	case len(m.said) == 0 && (prep == "for" || prep == "as" || prep == "in"):
		// "for the tail, six fibres": what it is for was said by the label
		if p.definite && p.bare() {
			m.shadow(c, x, prepAt, "")
			return false, true
		}
	default:
		m.shadow(c, x, prepAt, "where it stands to another part; no value of its own")
		return false, true
	}
	return false, false
}

// woundWith says that a rib is wound the same way as what it is told with.
func (m *maker) woundWith(x chunk) (bool, bool) {
	m.part.Winding = "with"
	m.take(x.from, x.to, asWinding, "the same way as the body")
	return false, true
}

// shadow leaves a thing as a remark, with the preposition before it; what stands behind it in the clause is said of it.
func (m *maker) shadow(c clause, x chunk, prepAt int, meaning string) {
	m.shadowed = true
	from := x.from
	if prepAt >= 0 {
		from = c.chunks[prepAt].from
	}
	m.note(from, x.to, meaning)
}

// takenOff tells a thing of which something is taken off: what is used is the rest of it.
func (m *maker) takenOff(c clause, i int, prep string) bool {
	if prep == "off" || prep == "from" {
		return true
	}
	for k := i - 1; prep == "of" && k > 0 && k > i-5; k-- {
		if c.chunks[k].kind == kPreposition && (c.chunks[k].word == "off" || c.chunks[k].word == "from") || m.low(c.chunks[k].from) == "off" || m.low(c.chunks[k].from) == "from" {
			return true
		}
	}
	return false
}

// ribbed tells that what stands at chunk i is what something is ribbed with.
func (m *maker) ribbed(c clause, i int) bool {
	for _, x := range c.chunks[:i] {
		if x.kind == kAct && strings.HasPrefix(m.low(x.from), role.Rib) {
			return true
		}
	}
	return false
}

// anywhere tells whether a thing of this name was used for another part of the fly.
func (m *maker) anywhere(p phrase) bool {
	noun := lastWord(p.name[len(p.name)-1])
	return slices.ContainsFunc(m.d.Parts, func(q Part) bool {
		return q.Role != m.part.Role && slices.ContainsFunc(q.Materials, func(x Material) bool { return lastWord(x.Name) == noun })
	})
}

// neverVarnish tells the parts that are of no varnish, whatever covers them.
func (m *maker) neverVarnish() bool {
	switch m.std.Form {
	case role.FormTail, role.FormWing, role.FormCollar, role.FormPalmer, role.FormLegs, role.FormCheek, role.FormRib, role.FormPost:
		return true
	}
	return m.std.Name == role.Eyes
}

// caseFollows tells whether the clause behind one only holds in case.
func (m *maker) caseFollows(c clause) bool {
	for _, x := range m.all {
		if len(x.chunks) > 0 && x.from() >= c.to() {
			return x.kind == saysCase && !x.first
		}
	}
	return false
}

// elsewhatBefore tells whether what a clause speaks of, up to its verb, is none of the materials.
func (m *maker) elsewhatBefore(c clause, verb int) bool {
	for k := 0; k < verb; k++ {
		switch x := c.chunks[k]; x.kind {
		case kElsewhat:
			return m.is(x.from, cButtEnd) > 0 || m.is(x.to-1, cButtEnd) > 0
		case kPlain, kAnd, kThen:
		default:
			return false
		}
	}
	return false
}

// wonders tells "I asked whether guinea fowl, dyed, could take its place".
func (m *maker) wonders(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if m.low(k) == "whether" {
			return true
		}
	}
	return false
}

// kin tells a thing of the kind that the part was said to be of.
func (m *maker) kin(p phrase) bool {
	last := m.said[len(m.said)-1]
	return last.lastNoun == p.lastNoun && !m.or
}

// set tells a part that is set on the fly rather than wound: it is of no thread beside its material.
func (m *maker) set() bool {
	switch m.std.Form {
	case role.FormTail, role.FormWing, role.FormPost, role.FormCase, role.FormCheek:
		return true
	}
	return false
}

// threadLike tells the thread that a fur is spun on from a second material.
func (m *maker) threadLike(p phrase) bool {
	return p.lastNoun == material.Thread && m.std.Form == role.FormWound
}

// wounds tells "against the pheasant": a winding said by what it crosses.
func (m *maker) wounds(prep string, p phrase) bool {
	return prep == "against" && p.to > 0 && m.wound() && (m.std.Form != role.FormWound || m.std.Name == role.Tag) && m.part.Winding == "" && !m.parachute()
}

// inked marks the words of a phrase as what they are.
func (m *maker) inked(p phrase) {
	for _, s := range p.spans {
		m.take(s.from, s.to, s.as, s.meaning)
	}
	m.take(p.from, p.to, asPlain, "")
}

// shareOf gives a phrase its share of the whole.
func (m *maker) shareOf(p *phrase, x chunk) {
	p.share = x.v.Low
	if x.word == inParts {
		m.parts += x.v.Low
	}
	m.shares++
}

// takenFrom tells that a thing only says from what the one before it was taken: "taken from a left and a right feather".
func takenFrom(c clause, i int) bool {
	for k := i - 1; k >= 0 && c.chunks[k].kind != kThing; k-- {
		if c.chunks[k].kind == kPreposition && c.chunks[k].word == "from" {
			return true
		}
	}
	return false
}

// countOf gives the part how many there are of a phrase.
func (m *maker) countOf(c clause, i int, p *phrase) {
	if p.amount != "" && m.std.Form == role.FormRib && p.bare() && m.is(c.chunks[i].from, cGrade) > 0 { // "copper thread, thin"
		m.grades = append(m.grades, p.amount)
	} else if p.amount != "" && !(beforeSome[p.amount] && (m.std.Name == role.Thread || m.nounSaid() && p.noun)) {
		m.amount(p.amount)
	}
	part := m.part
	if p.unit != "" {
		m.lastUnit = p.unit
	}
	m.oneOf(c, i, p)
	if p.count == nil {
		if p.unit == lexicon.CountSlip && part.Count == nil && (m.std.Form == role.FormWing || m.low(p.unitA) != lexicon.CountSlip) { // one slip makes no wing
			m.amount("slips")
		}
		if part.Count != nil && part.Count.Of == "" && p.unit != "" && p.unit != lexicon.CountFeather {
			part.Count.Of = p.unit
		}
		if p.unit != "" && m.counted == nil && p.unit != lexicon.CountFeather {
			m.counted = p
		}
		return
	}
	if part.Count != nil && part.Count.Low > 0 || m.std.Form == role.FormHook || m.std.Form == role.FormRib && p.unit == "" {
		return
	}
	if i > 0 && p.noun && m.nounSaid() && !units[strings.Join(p.name, " ")] { // "squirrel over four strands of flash"
		return
	}
	of := p.unit
	if of == "" {
		of = m.bareUnit(p)
	}
	if of == "" {
		return
	}
	v := *p.count
	if of == lexicon.CountLayer && m.std.Form == role.FormHead { // "four layers of red thread"
		m.part.Coats = cmp.Or(m.part.Coats, v.High)
		return
	}
	m.keepCount(p, part, of, v)
}

// oneOf counts what is told with "a": "a slip of teal", "a topping".
func (m *maker) oneOf(c clause, i int, p *phrase) {
	part := m.part
	if p.count == nil && p.one && len(p.name) == 1 && (p.name[0] == lexicon.CountStrip || p.name[0] == lexicon.CountSlip) && m.nounSaid() && i == 0 { // "black foam, a strip as wide as the gape"
		p.count, p.unit = &measure.Interval{Low: 1, High: 1}, p.name[0]
	}
	if own := p.of && p.unit == lexicon.CountFeather && m.low(p.unitA) == role.Hackle; p.count == nil && p.one && !p.self && !own && (p.of || len(p.name) == 0) { // but "a false hackle of hen fibres"
		switch p.unit {
		case lexicon.CountSlip, lexicon.CountFeather, lexicon.CountStrip, lexicon.CountPlume, lexicon.CountStrand:
			if p.noun || !m.nounSaid() || !takenFrom(c, i) { // but "taken from a feather" of what was said before
				p.count = &measure.Interval{Low: 1, High: 1}
			}
		}
	}
	if p.count == nil && p.one && !p.self && p.noun && part.Count == nil && len(p.name) > 0 && !m.nounSaid() { // "a topping", "a peacock herl", "a blue jay feather"
		switch w := lastWord(p.name[len(p.name)-1]); {
		case wholeFeathers[w] && (p.unit == "" || p.unit == lexicon.CountFeather):
			p.count, p.unit = &measure.Interval{Low: 1, High: 1}, "feather"
		case w == lexicon.CountHerl && (p.unit == "" || p.unit == lexicon.CountHerl):
			p.count, p.unit = &measure.Interval{Low: 1, High: 1}, "herl"
		}
	}
}

// keepCount keeps a count with the bound that stands behind it.
func (m *maker) keepCount(p *phrase, part *Part, of string, v measure.Interval) {
	k := p.to
	if m.low(k) == "," { // "half a dozen fibres, give or take"
		if n := measure.OrSo(m.toks, k+1); n > 0 && v.Low == v.High {
			loose := v.Times(0.9, 1.1).Whole()
			v = measure.Interval{Low: min(loose.Low, v.Low-1), High: max(loose.High, v.High+1)}
		}
	}
	if lo, hi, n := measure.ScanBound(m.toks, k); n > 0 { // "twenty hairs at most"
		v = v.Times(lo, hi)
		if hi > 1 {
			v = v.Whole()
		}
	}
	if hi, n := m.ceiling(k); n > 0 && hi > v.High {
		v.High = hi
		m.take(k, k+n, asCount, "at most "+measure.Interval{Low: hi, High: hi}.String())
	}
	if of == lexicon.CountFeather && m.std.Form == role.FormTail && p.lastNoun == material.Fibre {
		of = "fibre"
	}
	if of == "piece" && m.counted != nil {
		of = m.counted.unit
	}
	if part.Count == nil {
		part.Count = &Count{}
	}
	part.Count.Low, part.Count.High, part.Count.Of = v.Low, v.High, of
	m.counted = p
}

// bareUnit gives what a number counts where no counting word stands beside it.
func (m *maker) bareUnit(p *phrase) string {
	switch m.std.Form {
	case role.FormTail, role.FormLegs:
		if p.lastNoun == material.Feather && p.count.High <= 3 && len(p.name) > 0 && wholeFeathers[lastWord(p.name[len(p.name)-1])] { // one topping
			return "feather"
		}
		if p.lastNoun == material.Rubber {
			return "strand"
		}
		if p.lastNoun == material.Plume {
			return "plume"
		}
		return "fibre"
	}
	switch p.lastNoun {
	case material.Hackle, material.Feather:
		return "feather"
	case material.Plume:
		return "plume"
	case material.Rubber:
		return "strand"
	}
	return ""
}

// wholeFeathers are put on whole, where others are put on by their fibres.
var wholeFeathers = lexicon.Set("whole feather")

func (m *maker) amount(a string) {
	if a != "" && !strings.Contains(m.part.Amount, a) {
		m.part.Amount = strings.TrimPrefix(m.part.Amount+", "+a, ", ")
	}
}

// turnsSaid tells whether a part's turns are told somewhere in it.
func (m *maker) turnsSaid() bool {
	return slices.ContainsFunc(m.all, func(c clause) bool { return c.has(kTurns) })
}

// sentences tells whether a part is told in more than one.
func (m *maker) sentences() bool {
	for _, c := range m.all[1:] {
		if c.first {
			return true
		}
	}
	return false
}

// wound tells whether turns are a fact of this part.
func (m *maker) wound() bool {
	said := func(words ...string) bool {
		for i := range m.toks {
			for _, w := range words {
				if m.low(i) == w {
					return true
				}
			}
		}
		return false
	}
	switch m.std.Form {
	case role.FormLegs: // in old books a hackle stands for the legs
		return true
	case role.FormHook, role.FormTail, role.FormWing, role.FormCase, role.FormBead, role.FormCheek:
		return false
	}
	switch m.std.Name {
	case role.Underbody:
		return said("lead", "wire")
	case role.Thread, role.Post, role.Eyes, role.Indicator, role.Antennae:
		return false
	}
	return true
}

// parachute tells whether this part goes round a post, whose direction is neither with nor
// against the body.
func (m *maker) parachute() bool {
	if m.std.Form == role.FormRib || m.std.Form == role.FormWound || m.std.Form == role.FormPalmer {
		return false
	}
	for i := range m.toks {
		if roundPost[m.low(i)] {
			return true
		}
	}
	return false
}

// turns takes how often something is wound: the part, or only what holds it down.
func (m *maker) turns(c clause, i int) {
	x := c.chunks[i]
	if i+2 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "of" {
		if q := m.other(c.chunks[i+2]); q != nil { // "held with seven turns of the wire"
			if q.Turns == nil {
				v := x.v
				q.Turns = &v
			}
			m.take(x.from, x.to, asTurns, "wound "+x.v.String()+" times, of the "+q.Role)
			return
		}
	}
	if m.holdsDown(c, i) || !m.wound() {
		m.shadowed = true
		end := x.to
		if m.holdsDown(c, i) {
			end = max(end, c.to())
			if m.std.Name != role.Thread {
				m.part.Acts = append(m.part.Acts, m.text(x.from, end))
			}
		}
		if m.std.Name == role.Thread || end == x.to {
			m.note(x.from, x.to, "a turn on the way, not how often this part is wound")
		}
		m.take(x.from, end, asNote, "a turn on the way, not how often this part is wound")
		return
	}
	if m.std.Form == role.FormWound && m.nounSaid() && i+2 < len(c.chunks) && c.chunks[i+1].kind == kPreposition && c.chunks[i+1].word == "of" {
		if y := c.chunks[i+2]; y.kind == kThing && y.thing.definite && !m.ownThing(*y.thing) || y.kind == kPart { // "floss for two turns of the tinsel"
			m.note(x.from, x.to, "turns of another part")
			return
		}
	}
	p := m.part
	if x.basis == "bracket" { // "4 (5 on bigger hooks) turns"
		m.inBracket(x)
	}
	if p.Turns == nil || m.turned != nil && m.turned.v == (measure.Interval{Low: 1, High: 1}) && m.turned.from > 0 {
		v := x.v
		p.Turns = &v
		m.turned = &c.chunks[i]
		m.spacingOf(x)
		m.take(x.from, x.to, asTurns, "wound "+v.String()+" times")
		return
	}
	single := x.v == measure.Interval{Low: 1, High: 1}
	if !p.Turns.Overlaps(x.v) && !single && (c.open == "," || c.open == ";") {
		if m.turned != nil && !m.namedSince(m.turned.to, x.from) {
			m.d.Contradict([]int{m.line}, p.Role, p.Turns.String()+" turns", x.v.String()+" turns")
		}
	}
	m.note(x.from, x.to, "a turn on the way, not how often this part is wound")
}

// spacingOf reads "five even turns".
func (m *maker) spacingOf(x chunk) {
	for k := x.from; k < x.to; k++ {
		for _, s := range []struct {
			class class
			word  string
		}{{cOpening, dressing.SpacedWider}, {cEven, dressing.SpacedEvenly}} {
			if n := m.is(k, s.class); n > 0 && m.part.Spacing == "" && (s.word != dressing.SpacedEvenly || n > 1 || m.std.Form == role.FormRib || m.std.Form == role.FormPalmer) {
				m.part.Spacing = s.word
			}
		}
	}
}

func (m *maker) namedSince(from, to int) bool {
	for k := from; k < to; k++ {
		if m.nounWord(k) {
			return true
		}
	}
	return false
}

// holdsDown tells whether the turns of a chunk only hold something: "secured with two turns
// of thread", "one turn beneath the wing to lift it".
func (m *maker) holdsDown(c clause, i int) bool {
	x := c.chunks[i]
	if m.std.Name == role.Underweight {
		return false
	}
	if m.std.Name == role.Head || m.std.Name == role.Finish {
		return false
	}
	if m.act == lexicon.ActTies || m.act == lexicon.ActTiesOff || m.act == lexicon.ActHolds {
		if m.std.Form == role.FormRib && x.v.Low >= 3 && i > 0 && m.low(x.from-1) == "in" { // "put on copper wire in five turns"
			return false
		}
		if j := i + 2; m.std.Form == role.FormCollar && j < len(c.chunks) && m.low(x.to) == "of" && c.chunks[j].kind == kThing && c.chunks[j].thing.noun && !c.chunks[j].thing.definite && c.chunks[j].thing.lastNoun != material.Thread { // "put on two turns of starling"
			return false
		}
		return i == 0 || c.chunks[i-1].kind == kPreposition || c.chunks[i-1].kind == kAct
	}
	j := x.to
	if m.low(j) == "of" {
		k := j + 1
		if m.low(k) == "the" {
			k++
		}
		if threadWords[m.low(k)] {
			first := i == 0 && x.from == 0 && (m.std.Form == role.FormRib && x.v.Low >= 3 || m.std.Name == role.Collar) // "5 open turns of thread"
			return m.std.Name != role.Head && m.std.Name != role.Tag && m.std.Name != role.Butt && !first
		}
	}
	if m.low(j) == "will" {
		j++
	}
	if holdWords[m.low(j)] || m.low(j) == "to" && holdWords[m.low(j+1)] {
		return true
	}
	switch m.low(j) {
	case "under", "beneath", "underneath", "behind", "below":
		if x.v.Low > 3 || m.act == lexicon.ActWinds && (m.std.Form == role.FormCollar || m.std.Form == role.FormLegs) { // "5 turns under the resin" are its own, and "taken twice round under the wings"
			return false
		}
		return m.low(j+1) != role.Wing && !(m.std.Form == role.FormCollar && m.low(j) == "behind")
	}
	return false
}

// perSide takes "three each side".
func (m *maker) perSide(in clause, i int) {
	x := in.chunks[i]
	c := m.part.Count
	if c == nil && m.std.Form == role.FormCollar && m.part.Turns != nil && x.v.Low > 0 && x.v.High < m.part.Turns.High+1 { // "four turns, two on either side of the wing"
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if c != nil && c.Low > 0 && x.v.Low == 0 && i > 0 && (m.counted == nil || m.counted.from < in.from()) { // "15 fibres, pulled over, two of them left each side"
		m.note(x.from, x.to, "kept as a remark")
		return
	}
	if c == nil {
		c = &Count{}
		m.part.Count = c
	}
	if x.v.Low > 0 {
		c.Low, c.High = x.v.Low, x.v.High
	}
	c.Per = dressing.PerSide
	m.take(x.from, x.to, asCount, "on each side")
}

// number1 takes a number that counts nothing said: the two of "Feelers: two".
// plainBefore tells whether the clause before one says something plainly: "I sometimes give it a gold
// rib, 4" has no four turns of the hackle.
func (m *maker) plainBefore(c clause) bool {
	for i, x := range m.all {
		if i > 0 && len(x.chunks) > 0 && x.from() == c.from() {
			return m.all[i-1].kind == saysPlainly
		}
	}
	return true
}

// enumerates tells a stretch that counts what it lists: (1) … (2) …
func (m *maker) enumerates() bool {
	for k := 0; k+2 < len(m.toks); k++ {
		if m.low(k) == "(" && m.low(k+1) == "1" && m.low(k+2) == ")" {
			return true
		}
	}
	return false
}

// behind tells whether turns behind the wing were spoken of, so that more in front are on top of them.
func (m *maker) behind() bool {
	for k := range m.toks {
		if m.low(k) == "behind" && m.turned != nil && k > m.turned.from {
			return true
		}
	}
	return false
}

// lastFigure tells a figure that ends what is said of a hackle or a rib, right behind its material: "brown
// hen 2".
func (m *maker) lastFigure(c clause, i int) bool {
	x := c.chunks[i]
	return i > 0 && i == len(c.chunks)-1 && x.to == x.from+1 && m.toks[x.from].Kind == measure.Number && !c.has(kAct, kAuxiliary) && m.atEnd(x.to) &&
		(m.std.Form == role.FormCollar || m.std.Form == role.FormPalmer || m.std.Form == role.FormRib) && c.chunks[i-1].kind == kThing && (c.chunks[i-1].thing.noun || c.chunks[i-1].thing.lastNoun == material.Tinsel) && c.chunks[i-1].thing.count == nil && c.chunks[i-1].thing.unit != lexicon.CountFibre
}

func (m *maker) number1(c clause, i int) {
	x := c.chunks[i]
	if len(c.chunks) == 1 && c.open == "(" && m.enumerates() { // "(1) badger cock, (2) hot orange"
		m.take(x.from, x.to, asPlain, "")
		return
	}
	alone := len(c.chunks) == 1 || i > 0 && c.chunks[i-1].kind == kCorrects || len(c.chunks) == 2 && (i == 1 && m.is(c.chunks[0].from, cDegree) > 0 || i == 0 && c.chunks[1].kind == kPlain) // "five will suffice"
	whole := x.v.Low >= 1
	if m.corrects && whole && alone && m.part.Count != nil { // "three strands of black rubber, no, two"
		m.part.Count.Low, m.part.Count.High = x.v.Low, x.v.High
		m.corrects = false
		m.take(x.from, x.to, asCount, "")
		return
	}
	if m.numberApart(c, i) {
		return
	}
	beforeIt := m.low(x.to) == "before" || m.low(x.to) == "ahead" || m.low(x.to) == "in" && m.low(x.to+1) == "front"
	switch {
	case m.redone && whole && i > 0 && c.chunks[i-1].kind == kAct && m.part.Turns == nil:
		m.turnsAre(x)
		return
	case i > 0 && i == len(c.chunks)-1 && c.chunks[i-1].kind == kThing && c.chunks[i-1].thing.noun && x.v.High < 1 && x.v.Low > 0 && x.v.Low == x.v.High && m.std.Form == role.FormRib && m.part.DiameterMM == 0 && m.toks[x.from].Kind == measure.Number && strings.Contains(m.low(x.from), "."): // "clear mono 0.14"
		m.isAcross(x)
		return
	case beforeIt && m.std.Form == role.FormCollar && m.part.Turns != nil:
	case alone && x.v.High < 1 && x.v.Low > 0 && m.std.Form == role.FormRib && m.part.DiameterMM == 0 && m.toks[x.from].Kind == measure.Number && strings.Contains(m.low(x.from), "."): // "silver wire, 0.1"
		m.isAcross(x)
		return
	case whole && m.is(x.from-2, cTurns) > 0 && m.low(x.from-1) == "," && i == 0 && m.wound() && m.part.Turns == nil && x.v.High <= 15,
		alone && m.low(x.from) == "say" && m.std.Form == role.FormPalmer && x.v.Low >= 2 && m.part.Turns == nil && len(m.said) > 0,
		alone && m.std.Form == role.FormRib && x.v.Low >= 2 && m.part.Turns == nil && len(m.said) > 0,
		m.lastFigure(c, i) && x.v.Low >= 2 && x.v.Low <= 9 && whole && m.part.Turns == nil,
		alone && m.std.Form == role.FormCollar && whole && !m.turnsSaid() && m.plainBefore(c) && m.part.Turns == nil && len(m.said) > 0 && x.v.Low <= 9:
		m.turnsAre(x)
		return
	case (x.word == "x" && (m.std.Form == role.FormRib || m.std.Name == role.Underweight) || whole && m.std.Form == role.FormHead && i > 0 && m.is(c.chunks[i-1].from, cEndsFly) > 0) && m.part.Turns == nil,
		whole && m.std.Form == role.FormRib && m.part.Turns == nil && i == len(c.chunks)-1 && i > 0 && c.chunks[i-1].word == "in" && (m.act == lexicon.ActWinds || m.part.Winding != ""): // "wound in four"
		m.turnsAre(x)
		return
	case whole && m.part.Count == nil && (alone || i == 0 || x.word == "x" || i == len(c.chunks)-1 && i > 0 && c.chunks[i-1].kind == kThing && c.chunks[i-1].thing.unit != "" && c.chunks[i-1].thing.count == nil) && m.bareCount(alone) != "":
		v := m.wholeCount(x.from, x.v, x.to-x.from)
		m.part.Count = &Count{Low: v.Low, High: v.High, Of: m.bareCount(alone)}
		m.take(x.from, x.to, asCount, "")
		return
	}
	m.numberLeft(c, i)
}

// numberApart takes a bare number that is no count: a time, a year, turns more, a diameter.
func (m *maker) numberApart(c clause, i int) bool {
	x := c.chunks[i]
	whole := x.v.Low >= 1
	if i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat && m.is(c.chunks[i+1].from, cTimeSpan) > 0 { // "three minutes"
		m.note(x.from, c.chunks[i+1].to, "kept as a remark")
		return true
	}
	if x.v.Low == x.v.High && x.v.Low >= 1500 && x.v.Low <= 2100 || m.low(x.to) == "if" && m.part.Turns != nil { // "bought in 1962"; "2 turns if you have the feather, 3 if not"
		m.note(x.from, x.to, "kept as a remark")
		return true
	}
	if m.low(x.to) == "behind" && m.atEnd(x.to+1) && whole && m.part.Turns != nil && m.std.Form == role.FormCollar && c.open == "," && i == 0 && m.low(x.from-2) == "front" { // "three in front, three behind"
		m.turnsMore(x)
		return true
	}
	if m.low(x.to) == "more" && whole && m.part.Turns != nil && (m.std.Form == role.FormCollar || m.std.Form == role.FormPalmer) { // "four turns and two more at the shoulder"
		m.turnsMore(x)
		return true
	}
	if (m.std.Form == role.FormBead && i == 0 || len(m.said) > 0 && m.said[0].lastNoun == material.Bead) && x.v.Low == x.v.High && x.v.Low >= 1.5 && x.v.Low <= 7 && x.v.Low != float64(int(x.v.Low)) && m.part.DiameterMM == 0 { // "bead 3.2 gold"
		m.isAcross(x)
		return true
	}
	if m.low(x.from-1) == "also" && whole && m.part.Turns != nil && m.std.Form == role.FormCollar && c.chunks[0].kind == kInTime { // "behind the wings 2 turns and before the wings also 2"
		m.turnsMore(x)
		return true
	}
	if m.std.Name == role.Underweight && m.part.DiameterMM == 0 && x.v.Low == x.v.High && x.v.Low > 0.1 && x.v.Low < 1.5 && m.toks[x.from].Kind == measure.Number && strings.Contains(m.low(x.from), ".") { // "10 wraps of 0.6"
		m.isAcross(x)
		return true
	}
	return false
}

// numberLeft takes a bare number that is no count: turns in front, coats, or nothing that is understood.
func (m *maker) numberLeft(c clause, i int) {
	x := c.chunks[i]
	whole := x.v.Low >= 1
	if i+1 < len(c.chunks) && c.chunks[i+1].kind == kElsewhat { // "three minutes"
		m.note(x.from, c.chunks[i+1].to, "kept as a remark")
		return
	}
	if whole && (m.low(x.to) == "in" && m.low(x.to+1) == "front" || m.low(x.to) == "before" || m.low(x.to) == "ahead") && m.std.Form == role.FormCollar && m.part.Turns != nil && m.behind() { // "two turns of hen behind the wing, two in front"
		m.turnsMore(x)
		return
	}
	if x.word == "x" && whole && m.part.Coats == 0 && m.std.Form == role.FormHead && slices.ContainsFunc(m.toks, func(tok measure.Token) bool { return material.KindOf(tok.Low) == material.Varnish }) { // "varnish black x 3"
		m.part.Coats = x.v.High
		m.note(x.from, x.to, "")
		return
	}
	if x.word == "x" && whole && (i > 0 && (m.is(c.chunks[i-1].from, cCoated) > 0 || c.chunks[i-1].kind == kThing && c.chunks[i-1].thing.lastNoun == material.Varnish) || i == 0 && material.KindOf(m.part.Role) == material.Varnish) && m.part.Coats == 0 { // "varnished x2"
		m.part.Coats = x.v.High
		m.note(x.from, x.to, "")
		return
	}
	m.unread = append(m.unread, x)
	m.take(x.from, x.to, asUnread, "")
}

// suits keeps what a part cannot be of from being its material: a thread is of no fur, a bead
// of no floss.
func (m *maker) suits(p phrase) bool {
	if m.std.Name == role.Thread {
		switch p.lastNoun {
		case "", material.Thread, material.Floss, material.Yarn, material.Wool, material.Strip:
			return true
		}
		return false
	}
	return true
}

// bareCount is what a bare number counts of a part.
func (m *maker) bareCount(alone bool) string {
	switch {
	case m.std.Name == role.Topping, m.std.Name == role.Cheeks, alone && m.std.Form == role.FormCollar && m.turnsSaid(): // "cream cock, 2, close wound, 8 turns"
		return "feather"
	case strandParts[m.part.Role], m.std.Name == role.Antennae:
		return "strand"
	case m.std.Name == role.Eyes && alone:
		return lexicon.CountEye
	case m.counted != nil && m.counted.unit != "":
		return m.counted.unit
	case alone && m.lastUnit != "":
		return m.lastUnit
	case m.std.Form == role.FormTail, m.std.Form == role.FormLegs, m.std.Form == role.FormCase && alone:
		return "fibre"
	case m.std.Form == role.FormWing && alone && m.nounSaid() && m.part.Amount == "": // "mallard dyed olive, 2, upright"
		return lexicon.CountFeather
	}
	return ""
}

// threadSize takes "8/0" and "70 denier".
func (m *maker) threadSize(x chunk) {
	th := m.part.Thread
	if th == nil {
		th = &Thread{}
		m.part.Thread = th
	}
	if x.word != "" {
		th.Aught = cmp.Or(th.Aught, x.word)
		m.take(x.from, x.to, asThread, "the aught scale differs by maker; not converted")
		return
	}
	if th.Denier == 0 {
		th.Denier = x.v.Low
	}
	m.take(x.from, x.to, asThread, "")
}

// earlier finds an earlier part of this dressing by its label.
func (m *maker) earlier(label string) (string, bool) {
	std, _ := role.Find(label)
	switch first, ok := m.firstOf[cmp.Or(std.Kin, std.Name)]; {
	case m.labelled[label]:
		return label, true
	case ok:
		return first, true
	}
	return label, false
}

// same takes the part whose material this one shares.
func (m *maker) same(c clause, x chunk) {
	label, ok := m.earlier(x.word)
	if x.thing != nil {
		ok = true
		if std, is := role.Find(strings.Join(x.thing.name, " ")); is && std.Name != m.std.Name && len(x.thing.colour) == 0 { // "the same hackle as is used at the head"
			label = std.Name
		} else {
			m.said = append(m.said, placed{*x.thing, c.open, false})
		}
	}
	whole := x.from == 0 && x.to < len(m.toks) && m.mark(x.to) // "as the hackle", which comes later
	if m.part.SameAs == "" && label != m.part.Role && (ok || whole) && (m.atEnd(x.to) || m.low(x.to) == "but" || len(m.said) == 0 || x.thing != nil) {
		m.part.SameAs = label
		m.take(x.from, x.to, asMaterial, "the same material as the "+label)
		return
	}
	m.note(x.from, x.to, "kept as a remark")
}

// sameAgain resolves "the same fibres", "the rest of those fibres" and "same" to the part
// before that they can be of.
func (m *maker) sameAgain(x chunk) {
	if m.part.Continues != "" || m.part.SameAs != "" {
		m.take(x.from, x.to, asPlain, "")
		return
	}
	fits := func(q Part, r role.Role) bool {
		return r.Form == role.FormTail || r.Form == role.FormCase && q.Count != nil && q.Count.Of == lexicon.CountFibre
	}
	if x.word == "same" {
		fits = func(q Part, r role.Role) bool { return r.Form == role.FormTail || r.Form == role.FormWound }
	}
	if x.kind == kSame {
		fits = func(q Part, r role.Role) bool {
			return r.Form != role.FormRib && len(q.Materials) > 0 && r.Name != role.Thread
		}
	}
	before := ""
	for i := len(m.d.Parts) - 1; i >= 0 && before == ""; i-- {
		q := m.d.Parts[i]
		if std, _ := role.Find(q.Role); fits(q, std) {
			before = q.Role
		}
	}
	switch {
	case before == "":
		m.unread = append(m.unread, x)
		m.take(x.from, x.to, asUnread, "")
	case x.kind == kSame:
		m.part.SameAs = before
		m.take(x.from, x.to, asMaterial, "the same material as the "+before)
		for k := x.from; k < x.to; k++ {
			if v, n := m.number(k); n > 0 && m.counts(k+n) != "" {
				m.part.Count = &Count{Low: v.Low, High: v.High, Of: m.counts(k + n)}
				break
			}
		}
	default:
		m.part.Continues = before
		m.take(x.from, x.to, asMaterial, "goes on from the "+before+"; one bunch, counted once")
	}
}

// nounSaid tells whether a material was named before.
func (m *maker) nounSaid() bool {
	for _, p := range m.said {
		if p.noun {
			return true
		}
	}
	return false
}

// onCondition takes a clause that depends on size or use, where a value of its kind was said
// before or it names none: then it is the condition's alone.
func (m *maker) onCondition(c clause) bool {
	w := c.where(kWhen)
	if w < 0 || m.std.Form == role.FormHook {
		return false
	}
	if w == 0 && len(c.chunks) > 1 && (m.nounSaid() || m.toldBefore()) && !m.or { // "In a blow she puts in six."
		turned := c
		turned.chunks = append(append([]chunk{}, c.chunks[1:]...), c.chunks[0])
		return m.onCondition(turned)
	}
	p := m.part
	x := c.chunks[w]
	cond := Condition{When: m.text(x.from, x.to), SizeLow: x.low, SizeHigh: x.top}
	first := w
	for first > 0 {
		k := c.chunks[first-1].kind
		if k == kOr || k == kAnd || k == kWhen {
			break
		}
		first--
	}
	if first < w {
		cond.Text = m.text(c.chunks[first].from, c.chunks[w-1].to)
	}
	again, named := c.open == "(" && w > 0 || !m.nounSaid() && m.toldBefore(), false
	cond, again, named = m.conditioned(c, w, p, cond, first, again, named)
	wordsOnly := cond.Count == nil && cond.Turns == nil && cond.Length.IsZero() && cond.DiameterMM == 0
	if cond.Count != nil && cond.Count.Of == "" {
		for _, d := range p.Conditions {
			if d.Count != nil {
				cond.Count.Of = d.Count.Of
			}
		}
	}
	p.Conditions = append(p.Conditions, cond)
	alone := again || wordsOnly && !named && first < w
	from := x.from
	if alone && c.chunks[first].from < x.from {
		from = c.chunks[first].from
	} else if alone && w > 0 {
		m.take(c.chunks[first].from, c.chunks[w-1].to, asCondition, "only "+cond.When)
	}
	meaning := "what stands before it holds only " + cond.When
	if alone {
		meaning = "only " + cond.When
	}
	m.take(from, x.to, asCondition, meaning)
	before, after := c, c
	before.chunks, after.chunks = c.chunks[:first], c.chunks[w+1:]
	if !alone {
		before.chunks = c.chunks[:w]
	}
	if len(before.chunks) > 0 {
		m.main(before)
	}
	if len(after.chunks) > 0 {
		m.main(after)
	}
	return true
}

// conditioned takes what a condition is said with: a count, turns, a length, or a material that is used then.
func (m *maker) conditioned(c clause, w int, p *Part, cond Condition, first int, again, named bool) (Condition, bool, bool) {
	for _, y := range c.chunks[first:w] {
		switch y.kind {
		case kThing:
			if t := y.thing; t.count != nil {
				again = again || p.Count != nil || p.Turns != nil && t.unit == ""
				cond.Count = &Count{Low: t.count.Low, High: t.count.High, Of: t.unit}
			}
			if !y.thing.bare() {
				named = true
				again = again || len(m.said) > 0 && (first == 0 || c.open == "(")
			}
		case kTurns:
			again = again || p.Turns != nil
			v := y.v
			cond.Turns = &v
		case kLength:
			if y.l.Of == measure.MM && (m.std.Form == role.FormBead || y.l.Mid() < 0.6) {
				again = again || p.DiameterMM > 0
				cond.DiameterMM = y.l.Mid()
				break
			}
			again = again || !p.Length.IsZero()
			cond.Length = y.l
		case kNumber:
			if y.v.Low < 1 {
				break
			}
			if m.wound() && p.Turns != nil {
				again = true
				v := y.v
				cond.Turns = &v
				break
			}
			again = again || p.Count != nil
			cond.Count = &Count{Low: y.v.Low, High: y.v.High}
		}
	}
	return cond, again, named
}

// toldBefore tells whether this part was told of in another place, with its material.
func (m *maker) toldBefore() bool {
	i := m.d.Find(m.part.Role)
	return i >= 0 && len(m.d.Parts[i].Materials) > 0
}

// shared drops what one label of two parts gives to the other: "Tail and hackle: ginger cock,
// six fibres for the tail, three turns for the hackle".
func (m *maker) shared(list []chunk) []chunk {
	type claim struct {
		at, end int // of "for the tail", as chunks
		label   string
	}
	var all []claim
	mine := false
	for i, x := range list {
		if x.kind != kPreposition || x.word != "for" {
			continue
		}
		k := x.to
		if m.low(k) == "the" {
			k++
		}
		label, n := m.role(k)
		if n == 0 {
			continue
		}
		end := i + 1
		for end < len(list) && list[end].to <= k+n {
			end++
		}
		all = append(all, claim{i, end, label})
		mine = mine || label == m.part.Role
	}
	if !mine || len(all) < 2 {
		return list
	}
	drop := make([]bool, len(list))
	for _, c := range all {
		from := c.at
		for from > 0 && list[from-1].kind != kMark && list[from-1].kind != kAnd {
			from--
		}
		for k := from; k < c.end; k++ {
			drop[k] = c.label != m.part.Role || k >= c.at
		}
		if c.label != m.part.Role {
			m.take(list[from].from, list[c.end-1].to, asPlain, "of the "+c.label)
		} else {
			m.take(list[c.at].from, list[c.end-1].to, asPlain, "")
			for k := from; k < c.at; k++ {
				if list[k].kind == kNumber && m.wound() { // "2 turns for the tag and 5 for the rib"
					list[k].kind = kTurns
				}
			}
		}
	}
	out := list[:0:0]
	for k, x := range list {
		if !drop[k] {
			out = append(out, x)
		}
	}
	return out
}

// accounts keeps apart what two accounts say of one part: the first holds, the other is asked
// about.
func (m *maker) accounts() {
	first, begin := "", 0
	for i := 0; i < len(m.all); i++ {
		c := m.all[i]
		k := c.where(kAccount)
		if k < 0 {
			continue
		}
		if k > 0 && m.low(c.chunks[k-1].from) == "as" || c.chunks[0].kind == kWhy { // "as in the photograph" agrees
			m.all[i].kind = saysAside
			begin = i + 1
			continue
		}
		later := false
		for _, d := range m.all[i+1:] {
			later = later || d.has(kAccount)
		}
		rest := append(c.chunks[:k:k], c.chunks[k+1:]...)
		text := func(from, to int) string { return m.accountText(from, to, i, c.chunks[k].from) }
		alone := len(rest) == 0
		switch {
		case first == "" && !later && i > 0 && !alone: // "hen; coot in the old book"
			first = strings.Trim(m.text(0, c.from()), " ,;.(")
			begin = i
			fallthrough
		case first != "":
			if len(m.all[begin].chunks) == 0 {
				begin = i
			}
			if m.all[begin].chunks[0].kind == kElse || m.all[begin].chunks[0].kind == kOr || begin > 0 && len(m.all[begin-1].chunks) > 0 && m.endsInOr(m.all[begin-1]) {
				m.all[i].chunks = rest
				break
			}
			if said := text(begin, i+1); said != "" {
				m.d.Contradict([]int{m.line}, m.part.Role, first, said)
			}
			for j := begin; j <= i; j++ {
				m.all[j].kind = saysAside
			}
		default:
			first = text(begin, i+1)
			m.all[i].chunks = rest
			m.take(c.chunks[k].from, c.chunks[k].to, asNote, "which account says so")
		}
		begin = i + 1
	}
	m.dropEmpty()
}

// accountText gives the words of the clauses from one to another, of which clause i ends at a token.
func (m *maker) accountText(from, to, i, end int) string {
	if from >= to {
		return ""
	}
	if to-1 != i && len(m.all[to-1].chunks) > 0 {
		end = m.all[to-1].to()
	}
	for from < to-1 && len(m.all[from].chunks) == 0 {
		from++
	}
	if len(m.all[from].chunks) == 0 {
		return ""
	}
	return strings.Trim(m.text(m.all[from].from(), end), " ,;")
}

// dropEmpty leaves out the clauses of which nothing is left; the stop of one shuts the one before.
func (m *maker) dropEmpty() {
	kept := m.all[:0]
	for _, c := range m.all {
		if len(c.chunks) > 0 {
			kept = append(kept, c)
		} else if n := len(kept); n > 0 { // its stop shuts the one before
			kept[n-1].shut = c.shut
		}
	}
	m.all = kept
}

func (m *maker) endsInOr(c clause) bool {
	last := c.chunks[len(c.chunks)-1].kind
	return last == kOr || last == kElse
}

// namesLegs tells a clause that names the legs.
func (m *maker) namesLegs(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		label, _ := m.role(k)
		if std, _ := role.Find(label); std.Form == role.FormLegs {
			return true
		}
	}
	return false
}

// asLegs keeps "the ends parted as legs, three a side" of a wing case as an act: its count is
// of the legs, not of the case.
func (m *maker) asLegs(c clause, n int) bool {
	if m.std.Form != role.FormCase || n == 0 {
		return false
	}
	if m.legs && c.has(kPer) {
		m.note(c.from(), c.to(), "a small act that belongs to this part")
		return true
	}
	ends, legs := m.within(c, cButtEnd), m.namesLegs(c)
	if next := n + 1; ends && !legs && next < len(m.all) && m.all[next].kind == saysWhy && len(m.all[next].chunks) > 0 { // "The ends are turned back to make the legs"
		legs = m.namesLegs(m.all[next])
	}
	if !ends || !legs {
		return false
	}
	m.legs = true
	m.part.Acts = append(m.part.Acts, m.text(c.from(), c.to()))
	m.take(c.from(), c.to(), asNote, "a small act that belongs to this part")
	return true
}

// inBracket keeps the turns that a bracket between number and turns gives for other hooks.
func (m *maker) inBracket(x chunk) {
	for k := x.from; k < x.to; k++ {
		if m.low(k) != "(" {
			continue
		}
		v, n := m.number(k + 1)
		for end := k + 1 + n; n > 0 && end < x.to; end++ {
			if m.low(end) == ")" && end > k+1+n {
				m.part.Conditions = append(m.part.Conditions, Condition{When: m.text(k+1+n, end), Text: m.text(k+1, k+1+n), Turns: &v})
				return
			}
		}
	}
}

// idle tells a clause of small words alone, of which nothing need be kept.
func (m *maker) idle(c clause) bool {
	for _, x := range c.chunks {
		switch x.kind {
		case kPlain, kAnd, kOr, kElse, kThen, kPreposition, kStandsFor, kAuxiliary:
		case kUnread:
			return true
		default:
			return false
		}
	}
	words := 0
	for k := c.from(); k < c.to(); k++ {
		if m.is(k, cQuality)+m.is(k, cDegree) > 0 {
			words++
		}
	}
	return words == 0
}

// andThing tells a colour that stands before another thing: "olive and orange seal's fur".
func andThing(c clause, i int) bool {
	return i+2 < len(c.chunks) && c.chunks[i+1].kind == kAnd && c.chunks[i+2].kind == kThing && c.chunks[i+2].thing.noun
}

// otherPart tells the label of a part that is not this one.
func (m *maker) otherPart(label string) bool {
	std, ok := role.Find(label)
	return ok && std.Name != m.std.Name
}

// rest takes what is left of a thing: it goes on from the part that the thing was named for;
// the rest of the thread is thread.
func (m *maker) rest(c clause, i int) {
	x := c.chunks[i]
	p := *x.thing
	if p.lastNoun == material.Thread {
		m.inked(p)
		m.said = append(m.said, placed{p, c.open, false})
		return
	}
	noun := p.name[len(p.name)-1]
	for k := len(m.d.Parts) - 1; k >= 0; k-- {
		q := m.d.Parts[k]
		if q.Role != m.part.Role && q.Count != nil && q.Count.Of == noun && m.part.Continues == "" { // "what remains of the strip"
			m.part.Continues = q.Role
			m.take(x.from, x.to, asMaterial, "goes on from the "+q.Role)
			return
		}
		for _, mat := range q.Materials {
			if q.Role != m.part.Role && lastWord(mat.Name) == noun && m.part.Continues == "" {
				m.part.Continues = q.Role
				m.take(x.from, x.to, asMaterial, "goes on from the "+q.Role)
				return
			}
		}
	}
	m.inked(p)
	m.said = append(m.said, placed{p, c.open, false})
}

// sameThing finds the part whose material "the same hare" is.
func (m *maker) sameThing(p phrase) {
	if p.lastNoun == material.Thread && m.std.Form == role.FormHead {
		for _, q := range m.d.Parts {
			if std, _ := q.Standard(); std.Name == role.Thread && q.Role != m.part.Role {
				m.part.SameAs = q.Role
				return
			}
		}
	}
	for k := len(m.d.Parts) - 1; k >= 0 && len(p.name) > 0; k-- {
		q := m.d.Parts[k]
		for _, mat := range q.Materials {
			dubbed := strings.Contains(mat.Preparation, "dubbed") || material.KindOf(mat.Name) == material.Fur
			if q.Role != m.part.Role && dubbed && material.KindOf(p.name[len(p.name)-1]) == material.Fur && p.name[0] == lexicon.Dubbing {
				m.part.SameAs = q.Role
				return
			}
			if q.Role != m.part.Role && material.Holds(strings.ReplaceAll(mat.Name, "'s", ""), strings.TrimSuffix(p.name[len(p.name)-1], "'s")) {
				m.part.SameAs = q.Role
				return
			}
		}
	}
}

// drop tells what is put on in drops, "the smallest drop of glue", beside the part's material.
func (m *maker) drop(x chunk, p phrase) bool {
	if strings.Contains(strings.Join(p.name, " "), "glue") {
		return true
	}
	return p.lastNoun == material.Varnish && m.low(x.from-1) == "of" && (m.low(x.from-2) == "drop" || m.low(x.from-2) == "dab") && m.nounSaid()
}

// known tells a definite thing that this dressing named before in a part of the same name: "the
// tinsel follows it" names no second one.
func (m *maker) known(p phrase) bool {
	if p.definite && len(p.name) == 0 && len(p.colour) == 1 && p.count == nil { // "five turns of the copper"
		return slices.ContainsFunc(m.d.Parts, func(q Part) bool {
			return q.Role == m.part.Role && slices.ContainsFunc(q.Materials, func(x Material) bool { return x.Colour == p.colour[0] })
		})
	}
	if !p.definite || len(p.name) == 0 {
		return false
	}
	noun := lastWord(p.name[len(p.name)-1])
	for _, q := range m.d.Parts {
		if q.Role != m.part.Role {
			continue
		}
		for _, x := range q.Materials {
			if strings.Contains(" "+x.Name+" ", " "+noun+" ") && (len(p.colour) == 0 || x.Colour == strings.Join(p.colour, " and ")) {
				return true
			}
		}
	}
	return false
}

// ownThing tells a definite thing that this part was said to be of: "ribbed with the wire".
func (m *maker) ownThing(p phrase) bool {
	if len(p.name) == 0 {
		return false
	}
	for _, x := range m.said {
		if len(x.name) > 0 && lastWord(x.name[len(x.name)-1]) == lastWord(p.name[len(p.name)-1]) {
			return true
		}
	}
	return false
}

// tierOf tells the tier of this dressing, by a part of his name, from others.
func (m *maker) tierOf(list []chunk) {
	for i, x := range list {
		if x.kind == kOthers && i == 0 && m.d.Tier == "" && m.doer == "" && m.personAt(x.from) == x.to-x.from && len(list) > 2 && list[1].kind == kAct && list[2].kind == kThing { // "Martin took a pinch of black marabou"
			m.doer = m.text(x.from, x.to)
		}
		if x.kind == kOthers && m.isTier(m.text(x.from, x.to)) {
			list[i].kind = kPerson
		}
	}
}

// isTier tells whether somebody is who tied this fly.
func (r *reader) isTier(name string) bool {
	name = strings.TrimSuffix(strings.TrimSuffix(name, "'s"), "’s")
	return name != "" && (r.d.Tier != "" && strings.Contains(r.d.Tier, name) || name == r.doer)
}

// nothing tells "trimmed nothing" and "married to nothing".
func (m *maker) nothing(c clause, i int) bool {
	for k := i + 1; k < len(c.chunks) && k <= i+2; k++ {
		if c.chunks[k].kind == kNegation {
			return m.low(c.chunks[k].from) == "nothing"
		}
		if c.chunks[k].kind != kPreposition {
			return false
		}
	}
	return false
}

// goes tells a thing of which the next verb says that it is taken away: "the stalk snipped off".
func (m *maker) goes(c clause, i int) bool {
	for k := i + 1; k < len(c.chunks); k++ {
		switch x := c.chunks[k]; x.kind {
		case kAuxiliary, kPlain, kThen:
		case kAct:
			return x.word == lexicon.ActTakesAway
		default:
			return false
		}
	}
	return false
}

// retracts tells "took it off again": what was said of the part is taken back.
func (m *maker) retracts(x chunk) bool {
	if x.word == lexicon.ActTakesAway && (m.part.Turns != nil || m.part.Count != nil) && (strings.Contains(m.lowsOf(x), " them") || strings.Contains(m.lowsOf(x), " it")) && m.numberLater(x.to) {
		return true
	}
	return x.word == lexicon.ActTakesAway && m.nounSaid() && (strings.Contains(m.lowsOf(x), " it") || strings.Contains(m.lowsOf(x), " them"))
}

// numberLater tells whether the rest of the sentence says how many there were in the end.
func (m *maker) numberLater(from int) bool {
	for _, c := range m.all {
		if c.from() < from {
			continue
		}
		if c.first {
			return false
		}
		if k := c.where(kNumber, kTurns); k > 0 && c.chunks[k-1].kind == kAct && c.chunks[k-1].word != lexicon.ActTakesAway && k == len(c.chunks)-1 {
			return true
		}
	}
	return false
}

func (m *maker) lowsOf(x chunk) string { return m.lows(x.from, x.to) }

// before gives how many chunks of a clause are sure though a verb stands among them: those before
// the last joint, verb or preposition that leads to the first unread word, where they hold a
// value that a known verb brings.
func (m *maker) before(c clause, first int) int {
	sep, value, acts := 0, false, false
	for i, x := range c.chunks[:first] {
		switch x.kind {
		case kAct:
			acts = acts || x.word == lexicon.ActBrings || x.word == lexicon.ActTies || x.word == lexicon.ActWinds || x.word == lexicon.ActBegins || x.word == lexicon.ActStops
			sep = i
		case kPreposition, kAnd, kOr, kThen, kAuxiliary:
			sep = i
		}
	}
	for _, x := range c.chunks[:sep] {
		switch x.kind {
		case kThing, kTurns, kLength, kStart, kEnd, kStretch, kThread:
			value = true
		}
	}
	if acts && value {
		return sep
	}
	return 0
}

// unitAfter gives what a length can be counted in at token k: the shank, or a part.
func (m *maker) unitAfter(k int) measure.Unit {
	k = m.pastArticle(k)
	if m.low(k) == "hook" && m.low(k+1) == "shank" {
		k++
	}
	switch u := measure.Unit(m.low(k)); u {
	case measure.Shank, measure.Gape:
		return u
	}
	label, n := m.stretch.part(k)
	if n == 0 || label == role.Hook {
		return ""
	}
	return measure.Unit(label)
}
