package reading

import (
	"math"
	"mothledger/core/lexicon"
	"strconv"
	"strings"
	"unicode"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A rule says what a pattern of tokens is. No rule depends on another's place in the list;
// of two that stand over the same tokens the kind decides (preference).
type rule struct {
	pattern string
	// where tells for which parts the rule holds; nil for all
	where func(t *stretch) bool
	says  func(t *stretch, m match) (chunk, bool)

	compiled pattern
}

// A match is where a pattern stands, and its items.
type match struct {
	from, to int
	items    []item
}

// the gives the first item of a name.
func (m match) the(name string) item {
	for _, it := range m.items {
		if it.name == name {
			return it
		}
	}
	return item{from: -1, to: -1}
}

// all gives the items of a name.
func (m match) all(name string) []item {
	var out []item
	for _, it := range m.items {
		if it.name == name {
			out = append(out, it)
		}
	}
	return out
}

// rules are all of them, found by what they can begin with.
var rules = rulebookOf(compiled(turnRules, measureRules, placeRules, blendRules, relationRules, jointRules))

func compiled(lists ...[]rule) []rule {
	var out []rule
	for _, list := range lists {
		for _, r := range list {
			r.compiled = compile(r.pattern)
			out = append(out, r)
		}
	}
	return out
}

// plainKinds are the classes whose phrases are a chunk by themselves.
var plainKinds = []struct {
	class class
	kind  kind
}{
	{cOptional, kOptional}, {cExtra, kOptional}, {cLeaveOut, kOptional}, {cNobodyTies, kAbsent}, {cEssential, kEssential},
	{cInstead, kInstead}, {cReplaces, kReplaces}, {cElse, kElse}, {cVague, kVague}, {cOwnHabit, kOwn}, {cSpecimen, kSpecimen}, {cDoubtful, kDoubtful},
	{cAnd, kAnd}, {cOr, kOr}, {cThen, kThen}, {cPreposition, kPreposition}, {cWhy, kWhy}, {cInCase, kInCase}, {cInTime, kInTime}, {cSays, kSays},
	{cOthers, kOthers}, {cOnce, kOnce}, {cInPlace, kInPlace}, {cPerson, kPerson}, {cStandsFor, kStandsFor}, {cAuxiliary, kAuxiliary}, {cTooMuch, kTooMuch}, {cNegation, kNegation}, {cAct, kAct}, {cAgain, kAgain},
	{cWhatElse, kElsewhat}, {cOfHook, kElsewhat}, {cCorrects, kCorrects}, {cWhen, kWhen},
	{cLeadIn, kPlain}, {cArticle, kPlain}, {cPointer, kPlain}, {cDegree, kPlain}, {cQuality, kPlain}, {cPlain, kPlain},
}

// candidates lists the chunks that can begin at token i.
func (t *stretch) candidates(i int, out []chunk) []chunk {
	tok := t.toks[i]
	one := chunk{kind: kUnread, from: i, to: i + 1, unread: 1}
	switch tok.Kind {
	case measure.Mark:
		one.kind, one.unread = kMark, 0
		if tok.Low == "%" || tok.Low == "°" || tok.Low == "#" {
			one.kind, one.unread = kUnread, 1
		}
	case measure.Number:
		one.kind = kNumber
		one.v = measure.Interval{Low: tok.Value, High: tok.Value}
	}
	out = append(out, one)
	if c, n := t.as(i, cCorrected); n > 0 && c == "remark" {
		out = append(out, chunk{kind: kRemark, from: i, to: i + n})
	}
	out = t.bySenses(i, out)
	if x, ok := strings.CutPrefix(tok.Low, "x"); ok && x != "" && isDigits(x) { // x5
		f, _ := strconv.ParseFloat(x, 64)
		out = append(out, chunk{kind: kNumber, from: i, to: i + 1, v: measure.Interval{Low: f, High: f}, word: "x"})
	}
	if v, n := t.number(i); n > 0 {
		out = append(out, chunk{kind: kNumber, from: i, to: i + n, v: v, unread: 1})
	}
	if strings.HasSuffix(tok.Low, "'s") && len(t.senses[i]) == 0 && t.capital(i) { // "Liv's tail is four fibres"
		if _, n := t.role(i + 1); n > 0 && t.is(i+1+n, cAuxiliary) > 0 {
			out = append(out, chunk{kind: kPlain, from: i, to: i + 1})
		}
	}
	if n := t.personAt(i); n > 0 {
		out = append(out, chunk{kind: kOthers, from: i, to: i + n})
	}
	if t.std.Form == role.FormHook {
		if c, ok := t.sizesAt(i); ok {
			out = append(out, c)
		}
		if c, ok := t.hookWord(i); ok {
			out = append(out, c)
		}
		if n := t.is(i, cHookPlain); n > 0 {
			out = append(out, chunk{kind: kPlain, from: i, to: i + n})
		}
	}
	if p, k := t.noun(i); k > i && t.std.Form != role.FormHook {
		c := chunk{kind: kThing, from: i, to: k, thing: &p, unread: p.strange}
		if p.bare() && p.unit == "" && p.count == nil {
			c.kind = kPrepared
		}
		out = append(out, c)
	}
	out = t.byRules(i, out)
	return out
}

// bySenses gives the chunks that the senses of the words at a token make by themselves.
func (t *stretch) bySenses(i int, out []chunk) []chunk {
	tok := t.toks[i]
	for _, s := range t.senses[i] {
		if s.class == cCorrects && tok.Low == "no" && !(i+1 < len(t.toks) && t.mark(i+1) && t.low(i+1) != ".") {
			continue
		}
		for _, p := range plainKinds {
			if s.class == cAct && s.n == 1 && i > 0 && (t.low(i-1) == "a" || t.low(i-1) == "an") && s.value == lexicon.ActHolds && p.class == cAct { // "lay a bed down to the bend"
				out = append(out, chunk{kind: kElsewhat, from: i, to: i + 1})
				continue
			}
			if s.class != p.class || p.class == cWhy && s.n > 1 && t.atEnd(i+s.n) || p.class == cPlain && t.saysHowMuch(i) || p.class == cTooMuch && s.n == 1 && t.atEnd(i+1) { // "the body too"
				continue
			}
			out = append(out, chunk{kind: p.kind, from: i, to: i + s.n, word: s.value})
		}
	}
	return out
}

// byRules adds what the rules and the scans of more than a class read at token i.
func (t *stretch) byRules(i int, out []chunk) []chunk {
	var room [8]item
	begin := rules.at(t, i)
	for k := begin.next(); k >= 0; k = begin.next() {
		r := &rules.list[k]
		if r.where != nil && !r.where(t) {
			continue
		}
		items, to := r.compiled.match(t, i, room[:0])
		if to <= i {
			continue
		}
		if c, ok := r.says(t, match{i, to, items}); ok {
			c.from = i
			if c.to == 0 {
				c.to = to
			}
			out = append(out, c)
		}
	}
	for _, scan := range []func(int) (chunk, bool){t.gaugeAt, t.ratioAt, t.conditionAt, t.versionAt, t.aughtAt} {
		if c, ok := scan(i); ok {
			out = append(out, c)
		}
	}
	out = t.stretchAt(i, out)
	if t.low(i) == t.label || t.low(i) == t.std.Name {
		out = append(out, chunk{kind: kPlain, from: i, to: i + 1})
	}
	return out
}

// saysHowMuch tells a plain word that says how much of something: that is never dropped in
// silence.
func (t *stretch) saysHowMuch(i int) bool { return cardinalWord(t.low(i)) > 0 }

var turnRules = []rule{
	// 3t. or 4t.
	{pattern: "number turn_quality* turns '.'? 'or'|'to' number turns", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("number")
		return chunk{kind: kTurns, v: measure.Interval{Low: both[0].v.Low, High: both[1].v.High}}, both[0].v.Low < both[1].v.High
	}},
	// five turns, 4 to 5 even turns, a couple of turns
	{pattern: "'x'|'×'? number orso? 'of'? turn_quality* turns", says: func(t *stretch, m match) (chunk, bool) {
		v := m.the("number").v
		return t.turnsTo(chunk{kind: kTurns, v: v}, m.to), v.High > 0
	}},
	{pattern: "number turns 'short'|'shy'|'away' 'of'|'from' position", says: t2(kRemark, "")}, // two turns short of the bead
	{pattern: "number turns 'less'|'more'|'fewer' 'than' person", says: t2(kRemark, "")},       // one turn less than you think
	{pattern: "number 'x'", says: func(t *stretch, m match) (chunk, bool) { // silver oval 5x
		return chunk{kind: kTurns, v: m.the("number").v}, t.std.Form == role.FormRib && t.atEnd(m.to) && m.the("number").v.Low >= 3 && m.the("number").to == m.from+1 && !t.strand()
	}},
	{pattern: "number '-' turns", says: func(t *stretch, m match) (chunk, bool) { // a 3-turn whip finish
		return chunk{kind: kTurns, v: m.the("number").v}, t.toks[m.the("number").to].Joined
	}},
	{pattern: "number '('", says: func(t *stretch, m match) (chunk, bool) { // 4 (5 on bigger hooks) turns
		for k := m.to; k < m.to+8 && k < len(t.toks); k++ {
			if t.low(k) != ")" {
				continue
			}
			for k++; t.is(k, cTurnQuality) > 0 && t.is(k, cTurns) == 0; k++ {
			}
			return chunk{kind: kTurns, v: m.the("number").v, to: k + 1, basis: "bracket"}, t.is(k, cTurns) > 0
		}
		return chunk{}, false
	}},
	// a turn and a half
	{pattern: "'a'|'one' 'turn' 'and' 'a' 'half'", says: func(t *stretch, m match) (chunk, bool) {
		c := chunk{kind: kTurns, v: measure.Interval{Low: 1.5, High: 1.5}, to: m.to}
		if t.low(m.to) == "to" || t.low(m.to) == "or" {
			if more, n := t.number(m.to + 1); n > 0 && more.High > 1.5 && t.is(m.to+1+n, cTurns) > 0 {
				c.v.High, c.to = more.High, m.to+2+n
			}
		}
		return t.turnsTo(c, c.to), true
	}},
	{pattern: "'one'|'1' '&'|'and' 'a'? 'half' turns", says: func(t *stretch, m match) (chunk, bool) { // one & half turns
		return chunk{kind: kTurns, v: measure.Interval{Low: 1.5, High: 1.5}}, true
	}},
	{pattern: "number turns 'and'|'&' 'a'? 'half'", says: func(t *stretch, m match) (chunk, bool) { // two turns and a half
		v := m.the("number").v
		return chunk{kind: kTurns, v: measure.Interval{Low: v.Low + 0.5, High: v.High + 0.5}}, v.Low >= 1 && v.Low == math.Trunc(v.Low)
	}},
	{pattern: "times 'and' 'a' 'half' 'round'|'around'?", says: func(t *stretch, m match) (chunk, bool) { // once and a half round
		x, _ := strconv.ParseFloat(m.the("times").value, 64)
		return chunk{kind: kTurns, v: measure.Interval{Low: x + 0.5, High: x + 0.5}}, x > 0 && (t.low(m.to-1) != "half" || t.atEnd(m.to))
	}},
	{pattern: "'a' turns 'or' 'two'", says: func(t *stretch, m match) (chunk, bool) { // a turn or two
		return chunk{kind: kTurns, v: measure.Interval{Low: 1, High: 2}}, true
	}},
	{pattern: "number 'of' 'them'|'these'|'those' orso?", says: func(t *stretch, m match) (chunk, bool) { // fibres, ten of them or so
		v := m.the("number").v
		return chunk{kind: kNumber, v: v}, v.Low >= 2 && t.atStart(m.from) && t.atEnd(m.to) && (t.std.Form == role.FormLegs || t.std.Form == role.FormTail || t.std.Form == role.FormWing || t.std.Form == role.FormWound && t.counts(m.from-2) == lexicon.CountHerl)
	}},
	// twice round
	{pattern: "times 'round'|'around'|'about'", says: func(t *stretch, m match) (chunk, bool) {
		x, _ := strconv.ParseFloat(m.the("times").value, 64)
		return chunk{kind: kTurns, v: measure.Interval{Low: x, High: x}}, x > 0
	}},
	{pattern: "'a'|'one' turns 'behind' article? part 'and'|',' number 'in' 'front'", says: func(t *stretch, m match) (chunk, bool) { // a turn behind the wing and two in front
		v := m.the("number").v
		return chunk{kind: kTurns, v: measure.Interval{Low: v.Low + 1, High: v.High + 1}}, v.Low >= 1
	}},
	{pattern: "'matched'|'matches'|'match' article? part 'in' 'length'|'size'", says: func(t *stretch, m match) (chunk, bool) { // matched the body in length
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Unit(m.the("part").value), Text: t.text(m.from, m.to)}}, true
	}},
	{pattern: "times 'as' 'far' 'as' article? 'shank'|'hook' auxiliary 'long'", says: func(t *stretch, m match) (chunk, bool) { // twice as far as the shank is long
		x, err := strconv.ParseFloat(m.the("times").value, 64)
		return chunk{kind: kLength, l: measure.Length{Low: x, High: x, Of: measure.Shank, Text: t.text(m.from, m.to)}}, err == nil
	}},
	{pattern: "'no' 'longer' 'than' position", says: func(t *stretch, m match) (chunk, bool) { // no longer than the point
		l := m.the("position").l
		return chunk{kind: kLength, l: measure.Length{High: 1, Of: l.Of, Reach: true, Text: t.text(m.from, m.to)}}, (l.Of == measure.Point || l.Of == measure.Bend || l.Of == measure.Barb) && !t.spans()
	}},
	{pattern: "'reach'|'reaches'|'reaching'? 'past'|'beyond' article? 'bend'|'hook' 'by' 'the' 'width'|'depth' 'of' article? 'gape'|'gap'", says: func(t *stretch, m match) (chunk, bool) { // past the bend by the width of the gape
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Gape, Text: t.text(m.from, m.to)}}, t.std.Form == role.FormTail
	}},
	{pattern: "'reach'|'reaches'|'reaching'? 'past'|'beyond' article? 'bend'|'hook' 'by' length", says: func(t *stretch, m match) (chunk, bool) { // past the bend by a third of the shank
		return chunk{kind: kLength, l: m.the("length").l}, t.std.Form == role.FormTail
	}},
	{pattern: "article part 'twice'|'thrice' 'told'|'over'", says: func(t *stretch, m match) (chunk, bool) { // in length the body twice told
		v := 2.0
		if t.low(m.to-2) == "thrice" {
			v = 3
		}
		return chunk{kind: kLength, l: measure.Length{Low: v, High: v, Of: measure.Unit(m.the("part").value), Text: t.text(m.from, m.to)}}, t.low(m.to-1) == "told"
	}},
	{pattern: "number 'times' 'round'|'around'|'about'", says: func(t *stretch, m match) (chunk, bool) { // goes three times round
		return chunk{kind: kTurns, v: m.the("number").v}, m.the("number").v.Low >= 1
	}},
	{pattern: "number 'times'", says: func(t *stretch, m match) (chunk, bool) { // ribbed five times
		return chunk{kind: kTimes, v: m.the("number").v}, m.the("number").v.Low >= 1 && (t.std.Form == role.FormRib || t.std.Form == role.FormCollar || t.std.Form == role.FormPalmer || t.std.Form == role.FormHead || t.is(m.from-1, cCoated)+t.is(m.from-1, cEndsFly) > 0)
	}},
	{pattern: "'nothing'", says: func(t *stretch, m match) (chunk, bool) { // for tail, nothing
		return chunk{kind: kAbsent}, t.std.Name != "" && m.from == 0 && t.atEnd(m.to)
	}},
	{pattern: "'but'|'only' 'once'", says: func(t *stretch, m match) (chunk, bool) { // wound but once
		return chunk{kind: kTimes, v: measure.Interval{Low: 1, High: 1}}, t.act(m.from-1) == lexicon.ActWinds && t.atEnd(m.to)
	}},
	{pattern: "times 'as' 'much'|'many'|'thick'|'wide'|'big'|'broad'", says: t2(kRemark, "")}, // twice as much in front
	{pattern: "noun_phrase 'it' 'was'|'is'", says: func(t *stretch, m match) (chunk, bool) { // but they broke, so moose it was
		p, _ := t.noun(m.from)
		return chunk{kind: kThing, thing: &p, word: "after all", to: m.to}, p.noun && t.low(m.from-1) == "so" && t.atEnd(m.to)
	}},
	{pattern: "times", says: func(t *stretch, m match) (chunk, bool) {
		x, _ := strconv.ParseFloat(m.the("times").value, 64)
		return chunk{kind: kTimes, v: measure.Interval{Low: x, High: x}}, true
	}},
	{pattern: "'a'|'one' quality|turn_quality|amount|grade? 'coat'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kCoats, v: measure.Interval{Low: 1, High: 1}}, t.low(m.to) == "of"
	}},
	{pattern: "number 'coats'|'coat'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kCoats, v: m.the("number").v}, m.the("number").v.Low >= 1
	}},
	{pattern: "number quality|turn_quality|amount 'coats'|'coat'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kCoats, v: m.the("number").v}, m.the("number").v.Low >= 1
	}},
	{pattern: "per_side", says: func(t *stretch, m match) (chunk, bool) {
		one := t.low(m.from) == "one"
		c := chunk{kind: kPer}
		if one {
			c.v = measure.Interval{Low: 1, High: 1}
		}
		return c, true
	}},
	{pattern: "number per_side", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kPer, v: m.the("number").v}, m.the("number").v.Low >= 1
	}},
	{pattern: "number '+' number", says: func(t *stretch, m match) (chunk, bool) { // 3+3 fibres
		both := m.all("number")
		if t.std.Form == role.FormCollar && both[0].v.High <= 6 && both[1].v.High <= 6 { // 3+3 with the wing between
			v := measure.Interval{Low: both[0].v.Low + both[1].v.Low, High: both[0].v.High + both[1].v.High}
			return chunk{kind: kTurns, v: v}, both[0].v.Low >= 1
		}
		if both[0].v != both[1].v {
			return chunk{}, false
		}
		return chunk{kind: kPer, v: both[0].v}, true
	}},
	{pattern: "counter", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kWay, word: "counter"}, t.low(m.to) != role.Hackle
	}},
	{pattern: "counter 'to'|'from'|'of'|'as' article? part", says: t2(kWay, "counter")},
	{pattern: "with", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kWay, word: "with"}, t.low(m.to) != role.Hackle
	}},
	{pattern: "'x'|'×' number", says: func(t *stretch, m match) (chunk, bool) { // moose hair x 10-12
		return chunk{kind: kNumber, v: m.the("number").v, word: "x"}, m.the("number").v.Low >= 1
	}},
	{pattern: "number 'behind'", says: func(t *stretch, m match) (chunk, bool) { // 2 behind and 2 in front
		v := m.the("number").v
		more, n := t.inFront(m.to - 1)
		return chunk{kind: kTurns, v: measure.Interval{Low: v.Low + more.Low, High: v.High + more.High}, to: m.to - 1 + n}, n > 0 && t.std.Form == role.FormCollar
	}},
	{pattern: "opening", says: t2(kSpacing, dressing.SpacedWider)},
	{pattern: "even", says: t2(kSpacing, dressing.SpacedEvenly)},
}

func t2(k kind, word string) func(*stretch, match) (chunk, bool) {
	return func(*stretch, match) (chunk, bool) { return chunk{kind: k, word: word}, true }
}

// turnsTo adds what follows turns: those in front of the wing, a bound, the most that there
// may be.
func (t *stretch) turnsTo(c chunk, k int) chunk {
	c.to = k
	if more, n := t.inFront(k); n > 0 { // "3 turns behind the wing and 2 in front"
		c.v = measure.Interval{Low: c.v.Low + more.Low, High: c.v.High + more.High}
		c.to = k + n
		c.basis = "both sides"
	}
	comma := 0
	if t.low(c.to) == "," {
		comma = 1
	}
	if lo, hi, n := measure.ScanBound(t.toks, c.to+comma); n > 0 {
		c.v = c.v.Times(lo, hi)
		c.to += comma + n
	}
	if hi, n := t.ceiling(c.to); n > 0 && hi > c.v.High {
		c.v.High = hi
		c.to += n
	}
	if k := c.to; t.is(k, cOr) == 1 { // "four turns, or maybe five"
		k++
		for t.is(k, cDegree) == 1 || t.is(k, cQuality) == 1 {
			k++
		}
		if v, n := t.number(k); n > 0 && v.Low == c.v.High+1 && v.High == v.Low && t.atEnd(k+n) {
			c.v.High = v.High
			c.to = k + n
		}
	}
	return c
}

// ceiling reads the most that there may be, said after a number: "two turns, three at the
// outside".
func (t *stretch) ceiling(i int) (float64, int) {
	k := i
	for t.low(k) == "," || t.low(k) == "or" {
		k++
	}
	v, n := t.number(k)
	if n == 0 || k == i || measure.Hedged(t.toks, k) {
		return 0, 0
	}
	if lo, hi, m := measure.ScanBound(t.toks, k+n); m > 0 && lo == 0 && hi == 1 {
		return v.High, k + n + m - i
	}
	return 0, 0
}

// inFront reads "behind the wing and two in front" at token i: the turns that come on top.
func (t *stretch) inFront(i int) (measure.Interval, int) {
	k := i
	if t.low(k) == "of" && (t.low(k+1) == "each" || t.low(k+1) == "both") {
		k += 2
	}
	if a := t.is(k, cAct) + t.is(k, cAuxiliary); a > 0 && t.low(k+a) == "behind" { // "three turns went behind the wing and two before it"
		k += a
	}
	if t.low(k) != "behind" {
		return measure.Interval{}, 0
	}
	k++
	after := k
	if t.low(k) == "the" {
		k++
	}
	n := t.is(k, cLabel)
	if _, m := t.role(k); m > n {
		n = m
	}
	if n == 0 && k != after {
		return measure.Interval{}, 0
	}
	k += n
	for t.low(k) == "and" || t.low(k) == "," || t.low(k) == "then" {
		k++
	}
	v, m := t.number(k)
	switch {
	case m > 0 && t.low(k+m) == "in" && t.low(k+m+1) == "front":
		k += m + 2
	case m > 0 && t.low(k+m) == "before" && (t.low(k+m+1) == "it" || t.low(k+m+1) == "them"):
		return v, k + m + 2 - i
	case m > 0 && (t.low(k+m) == "before" || t.low(k+m) == "front") && t.atEnd(k+m+1):
		return v, k + m + 1 - i
	default:
		return measure.Interval{}, 0
	}
	if t.low(k) == "of" && (t.low(k+1) == "it" || t.low(k+1) == "them") {
		k += 2
	} else if t.low(k) == "of" && t.low(k+1) == "the" {
		if _, n := t.role(k + 2); n > 0 {
			k += 2 + n
		}
	}
	return v, k - i
}

var measureRules = []rule{
	{pattern: "length", says: func(t *stretch, m match) (chunk, bool) {
		l := m.the("length").l
		std, _ := role.Find(string(l.Of))
		return chunk{kind: kLength, l: l, to: m.to}, std.Name != role.Finish // "to finish, four turns", "2 x varnish"
	}},
	{pattern: "'x'|'×' length", says: func(t *stretch, m match) (chunk, bool) { // white bucktail x 1.5 shank
		l := m.the("length").l
		return chunk{kind: kLength, l: l}, l.Of != measure.MM && !t.spans()
	}},
	{pattern: "'say' length", says: func(t *stretch, m match) (chunk, bool) { // long, say a shank and a half
		l := m.the("length").l
		return chunk{kind: kLength, l: l}, l.Of != measure.MM && !t.spans()
	}},
	{pattern: "'=' position", says: func(t *stretch, m match) (chunk, bool) { // "tips back, = bend"
		l := m.the("position").l
		if l.Of == measure.Shank && l.Low == 1 && l.High == 1 {
			l.Of = measure.Bend
		}
		l = measure.Length{Low: 1, High: 1, Of: l.Of, Reach: true, Text: t.text(m.from, m.to)}
		return chunk{kind: kLength, l: l}, t.atEnd(m.to) && (l.Of == measure.Point || l.Of == measure.Barb || l.Of == measure.Bend)
	}},
	{pattern: "number 'as' 'long'", says: func(t *stretch, m match) (chunk, bool) { // measured against the shank, half as long
		v := m.the("number").v
		return chunk{kind: kLength, l: measure.Length{Low: v.Low, High: v.High, Text: t.text(m.from, m.to)}}, t.atEnd(m.to) && v.High <= 4
	}},
	{pattern: "number 'denier'|'den'|'d'|'tex'", says: func(t *stretch, m match) (chunk, bool) {
		x, unit := m.the("number"), t.low(m.to-1)
		if x.to != x.from+1 || unit != "denier" && unit != "tex" && t.std.Name != role.Thread && t.std.Name != role.Head {
			return chunk{}, false
		}
		v := x.v
		if unit == "tex" {
			v.Low = measure.DenierOfTex(v.Low)
		}
		return chunk{kind: kThread, v: v}, true
	}},
	{pattern: "number '-' 'denier'|'den'|'tex'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kThread, v: m.the("number").v}, true
	}},
	{pattern: "number 'degrees'|'degree'|'°'", says: t2(kAngle, "")},
	{pattern: "number 'lb'|'lbs'|'kg'", where: (*stretch).strand, says: t2(kGrade, "")},
}

// gaugeAt reads the trade's gauges of wire, floss and monofilament as a thickness: "AWG 30",
// "36 SWG", "6X", ".020 lead". The basis of each goes with it.
func (t *stretch) gaugeAt(i int) (chunk, bool) {
	across := func(n int, mm float64, basis string) (chunk, bool) {
		mm = measure.Round(mm, 4)
		return chunk{kind: kMeasured, from: i, to: i + n, v: measure.Interval{Low: mm, High: mm}, basis: basis}, true
	}
	tok := t.toks[i]
	if tok.Kind == measure.Number && (t.std.Name == role.Underweight || t.std.Name == role.Underbody) && tok.Value >= 0.005 && tok.Value <= 0.06 && (leadWords[t.low(i+1)] || t.std.Name == role.Underweight && (i+1 == len(t.toks) || t.mark(i+1) && t.low(i+1) != `"`)) {
		return across(1, tok.Value*measure.MMPerInch, "inches, as wire is sold")
	}
	number, name := tok, t.low(i+1)
	if name != "awg" && name != "swg" { // "AWG 30"
		name, number = t.low(i), measure.Token{}
		if i+1 < len(t.toks) {
			number = t.toks[i+1]
		}
	}
	if number.Kind == measure.Number && number.Value == float64(int(number.Value)) {
		switch name {
		case "awg":
			if number.Value <= 50 {
				return across(2, measure.AWGMM(int(number.Value)), "AWG "+number.Low+", ASTM B258")
			}
		case "swg":
			if mm, err := measure.SWGMM(int(number.Value)); err == nil {
				return across(2, mm, "SWG "+number.Low+", BS 3737")
			}
		}
	}
	if tok.Kind == measure.Number && len(tok.Low) == 1 && tok.Value <= 8 && t.low(i+1) == "x" && t.toks[i+1].Joined && t.strand() {
		return across(2, measure.TippetMM(int(tok.Value)), tok.Low+"X, common practice")
	}
	return chunk{}, false
}

// strand tells whether a part speaks of a round strand such as monofilament, whose X is a
// thickness and not a hook's code.
func (t *stretch) strand() bool {
	if t.strands == 0 {
		t.strands = -1
		for i := range t.toks {
			if t.is(i, cLine) > 0 && (t.is(i-1, cNoun)+t.is(i-1, cAdjective) == 0 || singular(t.low(i)) != lexicon.Tippet) {
				t.strands = 1
				break
			}
		}
	}
	return t.strands > 0
}

// length reads a length at token i with the words that belong to it, "2 mm long", "half the
// shank at most".
func (t *stretch) length(i int) (measure.Length, int) {
	s := &t.scanned[i]
	if s.longN < 0 {
		s.length, s.longN = t.lengthAt(i)
	}
	return s.length, s.longN
}

func (t *stretch) lengthAt(i int) (measure.Length, int) {
	if t.low(i) == "as" && t.low(i+1) == "long" && t.low(i+2) == "again" && t.low(i+3) == "as" { // "as long again as the body"
		toks := append(append([]measure.Token{}, t.toks[i:i+2]...), t.toks[i+3:]...)
		if l, n := measure.ScanLength(toks, 0, t.words.partName); n > 0 {
			l.Low, l.High, l.Text = l.Low+1, l.High+1, t.text(i, i+n+1)
			return l, n + 1
		}
	}
	if t.low(i) == "to" && t.low(i+1) == "the" && t.low(i+2) == "middle" && t.low(i+3) == "of" { // "to the middle of the body"
		k := i + 4
		for t.is(k, cArticle) > 0 {
			k++
		}
		if label, n := t.part(k); n > 0 && label != role.Hook {
			return measure.Length{Low: 0.5, High: 0.5, Of: measure.Unit(label), Text: t.text(i, k+n)}, k + n - i
		}
	}
	if v, n := t.number(i); n > 0 && (t.low(i+n) == "time" || t.low(i+n) == "times") && t.low(i+n+1) == "and" { // "one time and a half the body"
		k := i + n + 2
		for t.is(k, cArticle) > 0 {
			k++
		}
		if l, m := measure.ScanLength(t.toks, k, t.words.partName); m > 0 && l.High < 1 {
			l.Low, l.High = l.Low+v.Low, l.High+v.High
			l.Text = t.text(i, k+m)
			return l, k + m - i
		}
	}
	l, n := measure.ScanLength(t.toks, i, t.words.partName)
	if n == 0 && t.std.Form == role.FormBead && t.toks[i].Kind == measure.Number && (t.beadNext(i+1) || i == 0 && strings.Contains(t.low(i), ".")) {
		l, n = bareBead(t.toks[i])
	}
	if n == 0 {
		return l, 0
	}
	return t.lengthOn(i, l, n)
}

// lengthOn reads what goes on behind a length: a bound, a sum, twice over.
func (t *stretch) lengthOn(i int, l measure.Length, n int) (measure.Length, int) {
	if t.low(i+n) == "as" && t.low(i+n+1) == "long" && t.low(i+n+2) != "as" {
		n += 2
	}
	for longWords[t.low(i+n)] || t.low(i+n) == "in" && t.low(i+n+1) == "length" {
		if t.low(i+n) == "in" {
			n++
		}
		n++
	}
	if t.low(i+n) == "is" && longWords[t.low(i+n+1)] {
		n += 2
	}
	comma := 0
	if t.low(i+n) == "," {
		comma = 1
	}
	if lo, hi, m := measure.ScanBound(t.toks, i+n+comma); m > 0 {
		v := measure.Interval{Low: l.Low, High: l.High}.Times(lo, hi)
		l.Low, l.High = v.Low, v.High
		n += comma + m
	}
	if more, m := t.sum(i + n); m > 0 && l.Of != measure.MM { // "as long as the shank less a quarter", "as long as body + half"
		l.Low, l.High = measure.Round(l.Low+more, 6), measure.Round(l.High+more, 6)
		n += m
	}
	if m := t.andABit(i + n); m > 0 && l.Of != measure.MM && l.High > 0 {
		l.Low, l.High = measure.Round(l.Low*1.02, 6), measure.Round(l.High*1.25, 6)
		n += m
	}
	if doubling[t.low(i+n)] && l.Of != measure.MM && t.atEnd(i+n+1) { // "a gape doubled"
		l.Low, l.High = 2*l.Low, 2*l.High
		n++
	}
	if k := i + n; t.low(k) == "times" || t.low(k) == "," && t.low(k+1) == "times" {
		if t.low(k) == "," {
			k++
		}
		if v, m := t.number(k + 1); m > 0 {
			l.Low, l.High = l.Low*v.Low, l.High*v.High
			n = k + 1 + m - i
		}
	}
	l.Text = t.text(i, i+n)
	return l, n
}

// andABit tells how many tokens "and a little bit" has at token i, which ends what is said.
func (t *stretch) andABit(i int) int {
	if t.low(i) != "and" || t.low(i+1) != "a" {
		return 0
	}
	k := i + 2
	for t.low(k) == "little" || t.low(k) == "bit" || t.low(k) == "more" {
		k++
	}
	if k == i+2 || !t.atEnd(k) {
		return 0
	}
	return k - i
}

// beadNext tells whether what follows a bare number can be of a bead: "2.8 gold".
func (t *stretch) beadNext(i int) bool {
	if !t.word(i) {
		return true
	}
	_, colour := t.colour(i)
	return colour > 0 || t.nounFollows(i) || t.is(i, cAdjective) > 0 || t.low(i) == "on" || t.low(i) == "for"
}

func (t *stretch) position(i int) (measure.Length, int) {
	if i >= len(t.toks) {
		return measure.Length{}, 0
	}
	if v, n := t.number(i); n == 1 && v.Low == 1 && v.High == 1 { // "from 1 bend"
		switch u := measure.Unit(t.low(i + 1)); u {
		case measure.Bend, measure.Barb, measure.Point:
			return measure.Length{Low: 1, High: 1, Of: u, Text: t.text(i, i+2)}, 2
		}
	}
	if t.low(i) == "just" && t.low(i+1) == "before" { // "from just before the barb"
		l, n := t.position(i + 2)
		if n > 0 && (l.Of == measure.Barb || l.Of == measure.Point) {
			l.Low, l.Text = 0.9, t.text(i, i+2+n)
			return l, n + 2
		}
	}
	s := &t.scanned[i]
	if s.placeN < 0 {
		s.place, s.placeN = measure.ScanPosition(t.toks, i, t.words.partName)
		if s.placeN > 0 {
			s.place.Text = t.text(i, i+s.placeN)
		}
	}
	return s.place, s.placeN
}

// role reads the label of a part at token i.
func (t *stretch) role(i int) (string, int) {
	if i >= len(t.toks) {
		return "", 0
	}
	idx, n := t.words.roles.Match(t.toks, i)
	if n == 0 {
		return "", 0
	}
	return role.Label(t.words.roleList[idx]), n
}

// part reads the label of a part that is no everyday word.
func (t *stretch) part(i int) (string, int) {
	if i >= len(t.toks) {
		return "", 0
	}
	return t.words.partName(t.toks[i:])
}

func (t *stretch) spans() bool { return t.std.Spans }

var placeRules = []rule{
	// where the shuck is tied in
	{pattern: "starts|ends? 'where' article? part auxiliary act", says: func(t *stretch, m match) (chunk, bool) {
		lead := "from"
		if t.is(m.from, cEnds) > 0 {
			lead = "to"
		}
		if t.low(m.from) == "where" {
			lead = ""
		}
		return chunk{kind: kWhere, word: m.the("part").value, basis: "ties " + lead}, m.the("act").value == lexicon.ActTies
	}},
	// where the body stops
	{pattern: "'where' article? part act", says: func(t *stretch, m match) (chunk, bool) {
		way := m.the("act").value
		return chunk{kind: kWhere, word: m.the("part").value, basis: way}, way == lexicon.ActStops || way == lexicon.ActBegins
	}},
	{pattern: "ends 'where' article? part act", says: func(t *stretch, m match) (chunk, bool) {
		way := m.the("act").value
		return chunk{kind: kWhere, word: m.the("part").value, basis: way, top: 1}, way == lexicon.ActStops || way == lexicon.ActBegins
	}},
	{pattern: "'where' article? 'bend' act", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kPlace, l: measure.Length{Low: 1, High: 1, Of: measure.Shank, Text: t.text(m.from, m.to)}}, m.the("act").value == lexicon.ActBegins
	}},
	{pattern: "ends 'where' article? 'bend' act", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kEnd, l: measure.Length{Low: 1, High: 1, Of: measure.Shank, Text: t.text(m.from, m.to)}}, m.the("act").value == lexicon.ActBegins
	}},
	{pattern: "ends? 'where' article? 'hook'|'shank' 'bends'|'curves'|'turns'", says: func(t *stretch, m match) (chunk, bool) { // they end where the hook bends
		text := t.text(m.from, m.to)
		if !t.spans() {
			return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Bend, Reach: true, Text: text}}, true
		}
		c := chunk{kind: kPlace, l: measure.Length{Low: 1, High: 1, Of: measure.Shank, Text: text}}
		if t.is(m.from, cEnds) > 0 {
			c.kind = kEnd
		}
		return c, true
	}},
	{pattern: "position 'of'? article? of_hook? 'and' 'no' 'further'|'farther'", says: func(t *stretch, m match) (chunk, bool) { // opposite the point of the hook and no further
		l := m.the("position").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, t.spans() && !l.IsPart()
	}},
	{pattern: "'until'|'till' length auxiliary? leaves|bare", says: func(t *stretch, m match) (chunk, bool) { // until a third of the shank was left
		l := m.the("length").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, t.spans() && !l.IsPart() && !l.Reach
	}},
	{pattern: "'to'? leaves length bare", says: func(t *stretch, m match) (chunk, bool) { // leave a good eye's width bare
		l := m.the("length").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, t.spans() && !l.IsPart() && !l.Reach
	}},
	{pattern: "'to'? leaves position", says: func(t *stretch, m match) (chunk, bool) { // to leave an eye's width clear
		l := m.the("position").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, t.spans() && l.Of == measure.Eye && t.is(m.to-1, cBare) > 0
	}},
	{pattern: "amount turns 'of' article? part", says: func(t *stretch, m match) (chunk, bool) { // a few turns of thread
		return chunk{kind: kElsewhat}, true
	}},
	{pattern: "amount turns", says: func(t *stretch, m match) (chunk, bool) { // a few turns
		return chunk{kind: kElsewhat}, true
	}},
	{pattern: "amount|grade|girth 'at'|'near'|'towards' position", says: func(t *stretch, m match) (chunk, bool) { // thick at the bend and thin at the eye
		return chunk{kind: kRemark}, t.std.Form == role.FormWound
	}},
	{pattern: "article amount|grade|quality 'end' position?", says: func(t *stretch, m match) (chunk, bool) { // the broad end at the bend
		return chunk{kind: kRemark}, true
	}},
	{pattern: "'but'|'save'|'except' 'for' length", says: func(t *stretch, m match) (chunk, bool) { // over the whole shank but for two eye lengths
		l := m.the("length").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, t.spans() && l.Of == measure.Eye
	}},
	{pattern: "'to' number '%'|'percent'", says: func(t *stretch, m match) (chunk, bool) { // to 55 %, from the bend
		v := m.the("number").v
		l := measure.Length{Low: measure.Round(1-v.High/100, 6), High: measure.Round(1-v.Low/100, 6), Of: measure.Shank, Text: t.text(m.from, m.to)}
		return chunk{kind: kEnd, l: l}, v.Low > 0 && v.High < 100 && t.spans() && t.atEnd(m.to)
	}},
	{pattern: "'from' article? number 'of' article part", says: func(t *stretch, m match) (chunk, bool) { // from the half of the body to the eye
		v := m.the("number").v
		return chunk{kind: kStart, word: "begins", l: measure.Length{Low: v.Low, High: v.High, Of: measure.Unit(m.the("part").value), Text: t.text(m.from, m.to)}}, v.Low > 0 && v.High < 1 && t.spans() || v.Low > 0 && v.High < 1 && t.std.Form == role.FormCollar
	}},
	{pattern: "starts position", says: func(t *stretch, m match) (chunk, bool) {
		l := m.the("position").l
		if t.ofThing(m.to) || threadPlace(l) || l.IsPart() && t.is(m.the("position").from, cArticle) > 0 && t.low(m.the("position").from-1) == "in" { // "tied in the post" ties the post in
			return chunk{}, false
		}
		if at := m.the("position").from; l.IsPart() && t.is(at, cArticle) > 0 && t.act(at-1) == lexicon.ActTies && t.is(at-1, cPreposition) == 0 { // "and there fixed a tail"
			return chunk{}, false
		}
		l.Text = t.text(m.from, m.to)
		way := "begins"
		if v, n := t.as(m.from, cAct); n > 0 && v == lexicon.ActTies {
			way = "ties"
		} else if t.low(m.from) == "opposite" {
			way = ""
		}
		if t.low(m.from) == "from" && backWords[t.low(m.from-1)] {
			return chunk{}, false
		}
		return chunk{kind: kStart, l: l, word: way}, true
	}},
	{pattern: "ends article? number", says: func(t *stretch, m match) (chunk, bool) { // "to two thirds", counted from the bend
		v, text := m.the("number").v, t.text(m.from, m.to)
		l := measure.Length{Low: 1 - v.High, High: 1 - v.Low, Of: measure.Shank, Text: text}
		return chunk{kind: kEnd, l: l}, v.Low > 0 && v.High < 1 && t.spans() && t.atEnd(m.to)
	}},
	{pattern: "ends position", says: func(t *stretch, m match) (chunk, bool) {
		l := m.the("position").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, !threadPlace(l) && t.low(m.the("position").from) != "of" && l.Of != role.Finish && !(l.IsPart() && t.shapeAt(m.the("position").from)) && !t.ofThing(m.to) // not "the tag end of the thread"
	}},
	{pattern: "position", says: func(t *stretch, m match) (chunk, bool) {
		l := m.the("position").l
		way, n := t.as(m.from-1, cPreposition)
		behind := n > 0 && !t.tiesIn(m.from-2) && way != "of" && way != "with" && way != "for" || t.low(m.from) == "opposite" || t.low(m.from) == "level"
		return chunk{kind: kPlace, l: l}, !threadPlace(l) && t.low(m.from) != "with" && !t.ofThing(m.to) && (!l.IsPart() || behind)
	}},
	{pattern: "'between' position 'and' position", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("position")
		return t.betweenPlaces(m, both[0].l, both[1].l), true
	}},
	{pattern: "'from'? position 'to' position", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("position")
		return t.betweenPlaces(m, both[0].l, both[1].l), !both[0].l.IsPart() && (t.spans() || t.low(m.from) == "from" || t.low(m.from) == lexicon.CountEye)
	}},
	{pattern: "'from' article? part 'to' article? part", says: func(t *stretch, m match) (chunk, bool) { // a hackle from head to tail
		both := m.all("part")
		a, b := measure.Length{Low: 1, High: 1, Of: measure.Unit(both[0].value)}, measure.Length{Low: 1, High: 1, Of: measure.Unit(both[1].value)}
		return t.betweenPlaces(m, a, b), t.std.Form == role.FormCollar || t.std.Form == role.FormPalmer
	}},
	{pattern: "'from' position 'back'|'forward'|'up'|'down' 'to' position", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("position")
		return t.betweenPlaces(m, both[0].l, both[1].l), !both[0].l.IsPart()
	}},
}

// enough tells whether something is said to be enough, before a token of the same clause: "short enough of
// the eye that a wing can be got in".
func (t *stretch) enough(k int) bool {
	for j := k - 1; j >= max(0, k-9) && t.low(j) != "." && t.low(j) != ";"; j-- {
		if t.low(j) == "enough" || t.low(j) == "so" && t.is(j+1, cAmount)+t.is(j+1, cQuality)+t.is(j+1, cGrade) > 0 {
			return true
		}
	}
	return false
}

// onIt tells "on it at all", which only says again what fly is spoken of.
func (t *stretch) onIt(k int) bool {
	from := k
	for t.low(k) == "on" || t.low(k) == "to" || t.low(k) == "it" || t.low(k) == "this" || t.low(k) == "at" || t.low(k) == "all" {
		k++
	}
	return k > from && t.atEnd(k)
}

// shapeAt tells "a cone", which is a shape, from the part.
func (t *stretch) shapeAt(k int) bool { return t.low(k) == "a" || t.low(k) == "an" }

func (t *stretch) betweenPlaces(m match, a, b measure.Length) chunk {
	a.Text = t.text(m.from, m.to)
	b.Text = a.Text
	return chunk{kind: kStretch, l: a, end: b}
}

// stretchAt reads "the rear two thirds of the shank" and how far forward something goes.
func (t *stretch) stretchAt(i int, out []chunk) []chunk {
	if t.low(i) == "from" { // "from the first third to the last third"
		if a, b, n := measure.ScanStretch(t.toks, i+1); n > 0 && t.low(i+1+n) == "to" {
			if c, d, m := measure.ScanStretch(t.toks, i+2+n); m > 0 {
				if a.Low < c.Low {
					a, b, c, d = c, d, a, b
				}
				_ = a
				_ = d
				b.Text, c.Text = t.text(i, i+1+n), t.text(i+1+n, i+2+n+m)
				out = append(out, chunk{kind: kStretch, from: i, to: i + 2 + n + m, l: b, end: c})
			}
		}
	}
	if from, to, n := measure.ScanStretch(t.toks, i); n > 0 {
		from.Text, to.Text = t.text(i, i+n), t.text(i, i+n)
		out = append(out, chunk{kind: kStretch, from: i, to: i + n, l: from, end: to, word: ofShare})
	}
	for k := i + 2; k < min(i+6, len(t.toks)-2); k++ { // "over the rear half of the body", of the body itself
		if t.low(k) == "of" && t.low(k+1) == "the" && t.low(k+2) == t.std.Name && t.std.Form == role.FormWound {
			if from, to, n := measure.ScanStretch(t.toks[:k], i); n == k-i {
				from.Text, to.Text = t.text(i, k+3), t.text(i, k+3)
				out = append(out, chunk{kind: kStretch, from: i, to: k + 3, l: from, end: to, word: ofShare})
			}
		}
	}
	if n := t.is(i, cLeaves); n > 0 && t.spans() { // "left the front quarter clear", "leaves the last quarter of the shank empty"
		if from, to, m := measure.ScanStretch(t.toks, i+n); m > 0 && t.is(i+n+m, cBare) > 0 {
			out = append(out, t.leftBare(i, i+n+m+t.is(i+n+m, cBare), from, to))
		}
	}
	if from, to, m := measure.ScanStretch(t.toks, i); m > 0 && t.spans() { // "the front quarter left clear"
		k := i + m
		if t.is(k, cAuxiliary) > 0 {
			k += t.is(k, cAuxiliary)
		}
		if n := t.is(k, cLeaves); n > 0 && t.is(k+n, cBare) > 0 {
			out = append(out, t.leftBare(i, k+n+t.is(k+n, cBare), from, to))
		}
	}
	if at, n := measure.ScanForward(t.toks, i); n > 0 && t.spans() {
		at.Text = t.text(i, i+n)
		out = append(out, chunk{kind: kEnd, from: i, to: i + n, l: at})
	}
	return out
}

// leftBare is the bound that words i to end set when they leave the stretch from..to bare: what is wound ends where a
// bare front begins, and begins where a bare rear ends.
func (t *stretch) leftBare(i, end int, from, to measure.Length) chunk {
	c := chunk{kind: kEnd, from: i, to: end, l: from}
	if from.Low == 1 {
		c.kind, c.l = kStart, to
	}
	c.l.Text = t.text(i, end)
	return c
}

var blendRules = []rule{
	{pattern: "number '%'|'percent' 'of'?", says: func(t *stretch, m match) (chunk, bool) {
		v := m.the("number").v
		v.Low, v.High = v.Low/100, v.High/100
		return chunk{kind: kShare, v: v, word: "percent"}, v.Low > 0 && v.Low <= 1
	}},
	{pattern: "number 'of'?", says: func(t *stretch, m match) (chunk, bool) { // two-thirds black
		v := m.the("number").v
		_, colour := t.colour(m.to)
		return chunk{kind: kShare, v: v}, v.Low == v.High && v.Low > 0 && v.Low < 1 && (colour > 0 || t.nounFollows(m.to))
	}},
	{pattern: "number 'part'|'parts' 'of'?", says: func(t *stretch, m match) (chunk, bool) {
		v := m.the("number").v
		_, colour := t.colour(m.to)
		return chunk{kind: kShare, v: v, word: inParts}, v.Low >= 1 && v.Low <= 10 && v.Low == v.High && (colour > 0 || t.nounFollows(m.to))
	}},
	{pattern: "number 'part'|'parts' 'to' number 'part'|'parts'?", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("number")
		return chunk{kind: kRatio, v: measure.Interval{Low: both[0].v.Low, High: both[1].v.Low}}, both[0].v.Low >= 1
	}},
	{pattern: "number ':' number", says: func(t *stretch, m match) (chunk, bool) {
		both := m.all("number")
		return chunk{kind: kRatio, v: measure.Interval{Low: both[0].v.Low, High: both[1].v.Low}}, both[0].v.Low >= 1 && both[1].v.Low >= 1
	}},
	{pattern: "number 'to' number", says: func(t *stretch, m match) (chunk, bool) { // olive hare and orange rabbit, three to one
		both := m.all("number")
		return chunk{kind: kRatio, v: measure.Interval{Low: both[0].v.Low, High: both[1].v.Low}}, both[1].v.Low == 1 && both[0].v.Low > 1 && both[0].v.Low == both[0].v.High
	}},
	{pattern: "'half' 'and' 'half'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kRatio, v: measure.Interval{Low: 1, High: 1}}, true
	}},
	{pattern: "'half' 'of'? 'each'", says: func(t *stretch, m match) (chunk, bool) { // seal's fur and hare's ear, half of each
		return chunk{kind: kRatio, v: measure.Interval{Low: 1, High: 1}, word: "equal"}, true
	}},
	{pattern: "'to' number 'part'|'parts'? 'of'", says: func(t *stretch, m match) (chunk, bool) { // two parts claret seal's fur to one of red
		v := m.the("number").v
		parts := false
		for k := 0; k < m.from; k++ {
			parts = parts || partWords[t.low(k)]
		}
		_, colour := t.colour(m.to)
		return chunk{kind: kShare, v: v, word: inParts}, parts && v.Low >= 1 && v.Low == v.High && v.Low <= 10 && (colour > 0 || t.nounFollows(m.to))
	}},
	{pattern: "'equal' 'parts'|'shares'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kRatio, v: measure.Interval{Low: 1, High: 1}, word: "equal"}, true
	}},
}

// ratioAt reads "50/50", "60-40".
func (t *stretch) ratioAt(i int) (chunk, bool) {
	if a, b, ok := strings.Cut(t.low(i), "/"); ok {
		x, errA := strconv.Atoi(a)
		y, errB := strconv.Atoi(b)
		if errA == nil && errB == nil && x+y == 100 {
			return chunk{kind: kRatio, from: i, to: i + 1, v: measure.Interval{Low: float64(x), High: float64(y)}}, true
		}
	}
	if i+2 < len(t.toks) && t.toks[i].Kind == measure.Number && t.low(i+1) == "-" && t.toks[i+2].Kind == measure.Number && t.toks[i].Value+t.toks[i+2].Value == 100 {
		return chunk{kind: kRatio, from: i, to: i + 3, v: measure.Interval{Low: t.toks[i].Value, High: t.toks[i+2].Value}}, true
	}
	return chunk{}, false
}

var relationRules = []rule{
	// butts of the tail fibres, the rest of the silk
	{pattern: "article? continues|rest article? part counted* butt_end?", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kContinues, word: m.the("part").value}, true
	}},
	{pattern: "article part butt_end", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kContinues, word: m.the("part").value}, m.the("part").value != t.label
	}},
	{pattern: "same_as part", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kSame, word: m.the("part").value}, true
	}},
	{pattern: "article? 'same' noun_phrase? 'as' article? part", says: sameThing},
	{pattern: "article? 'same' noun_phrase? again_part article? part", says: sameThing},
	{pattern: "article? continues|rest article? label", says: func(t *stretch, m match) (chunk, bool) { // remainder of back
		label, n := t.role(m.the("label").from)
		std, _ := role.Find(label)
		return chunk{kind: kContinues, word: label}, n > 0 && std.Name != role.Thread && label != t.label && t.atEnd(m.to)
	}},
	// what is left of the foam
	{pattern: "article? rest article|pointer? noun_phrase", says: func(t *stretch, m match) (chunk, bool) {
		at := m.the("noun_phrase").from
		p, _ := t.noun(at)
		return chunk{kind: kContinues, word: theRest, thing: &p}, p.noun && (t.low(at-1) == "of" || t.low(at-2) == "of")
	}},
	{pattern: "article? counted|counted_name 'left'|'remaining' 'over'? 'from' article? part", says: func(t *stretch, m match) (chunk, bool) { // the fibres left over from the tail
		std, _ := role.Find(m.the("part").value)
		return chunk{kind: kContinues, word: m.the("part").value}, std.Name != t.std.Name && std.Name != role.Thread
	}},
	// the rest of those fibres, the same fibres
	{pattern: "article? rest pointer counted", says: func(t *stretch, m match) (chunk, bool) { return chunk{kind: kContinues}, true }},
	{pattern: "pointer counted", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kContinues}, t.std.Form != role.FormTail
	}},
	{pattern: "article? 'same' counted|counted_name", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kContinues, word: "same"}, t.std.Form != role.FormTail && t.atStart(m.from)
	}},
	{pattern: "article? butt_end 'of' article? 'same' counted|counted_name", says: func(t *stretch, m match) (chunk, bool) { // the butts of the same fibres
		return chunk{kind: kContinues, word: "same"}, t.std.Form != role.FormTail
	}},
	{pattern: "article? 'same'|'ditto'", says: func(t *stretch, m match) (chunk, bool) {
		k := t.beforeArticle(m.to - 1)
		return chunk{kind: kSame}, t.atEnd(m.to) && t.low(k) != "much" && t.act(k) != lexicon.ActDoes // but "it looked much the same"
	}},
	{pattern: "number 'of' article? 'same'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kSame}, t.atEnd(m.to)
	}},
	{pattern: "number counted 'of' article? 'same'", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kSame}, t.atEnd(m.to)
	}},
	{pattern: "article part", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kPart, word: m.the("part").value}, t.low(m.from) != "a" && t.low(m.from) != "an"
	}},
}

var jointRules = []rule{
	{pattern: "'some'|'many'|'most'|'few' act|auxiliary", says: func(t *stretch, m match) (chunk, bool) { // some put varnish over it
		return chunk{kind: kOthers, to: m.from + 1}, t.is(m.from+1, cPreparation) == 0
	}},
	{pattern: "number|'some'|'several' 'of' article what_else", says: func(t *stretch, m match) (chunk, bool) { // one of the class got his as thick as a pencil
		return chunk{kind: kOthers}, t.is(m.to, cAct)+t.is(m.to, cAuxiliary)+t.is(m.to, cSays) > 0 && t.is(m.to-1, cOfHook) == 0 && t.counts(m.to-1) == ""
	}},
	{pattern: "number 'of' person", says: t2(kPerson, "")},                                  // three of us
	{pattern: "article folk", says: t2(kOthers, "")},                                        // the keeper, my aunt
	{pattern: "number|amount|'another'|'every' 'of'? article? folk", says: t2(kOthers, "")}, // one of the juniors, some anglers
	{pattern: "'no'", says: func(t *stretch, m match) (chunk, bool) { // no tail and no rib
		label, n := t.role(m.to)
		end := m.to + n
		if n == 0 || t.label != "" || !t.atStart(m.from) && t.is(m.from-1, cAnd)+t.is(m.from-1, cOr) == 0 {
			return chunk{}, false
		}
		if aux := t.is(end, cAuxiliary); aux > 0 { // "no rib is used"
			if n := max(t.is(end+aux, cAct), t.is(end+aux, cWanted)); n > 0 && t.atEnd(end+aux+n) {
				end += aux + n
			}
		}
		return chunk{kind: kAbsent, word: label, to: end}, end == len(t.toks) || t.mark(end) || t.is(end, cAnd)+t.is(end, cOr) > 0
	}},
	{pattern: "'no' part|label specimen", says: func(t *stretch, m match) (chunk, bool) { // no wing on this one
		label, _ := t.role(m.from + 1)
		std, _ := role.Find(label)
		return chunk{kind: kAbsent}, t.atStart(m.from) && t.atEnd(m.to) && std.Name == t.std.Name && t.std.Name != ""
	}},
	{pattern: "'measured'|'matched' 'against' article? 'shank'|'hook'", says: func(t *stretch, m match) (chunk, bool) { // measured against the shank
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Shank, Text: t.text(m.from, m.to)}}, !t.spans()
	}},
	{pattern: "'no' 'further'|'farther' 'back' 'than' stands_to? position", says: func(t *stretch, m match) (chunk, bool) { // goes no further back than above the point
		l := m.the("position").l
		return chunk{kind: kEnd, l: l}, !l.IsZero()
	}},
	{pattern: "'from'|'at' article? 'second'|'third'|'fourth'|'fifth' turns", says: t2(kRemark, "")}, // from the third turn of the rib
	{pattern: "'that' article", says: func(t *stretch, m match) (chunk, bool) { // so sparsely that the yellow silk is plain to see
		return chunk{kind: kWhy, to: m.from + 1}, t.low(m.from-2) == "so" || t.low(m.from-3) == "so" || t.enough(m.from)
	}},
	{pattern: "'after'|'behind' stands_for article", says: func(t *stretch, m match) (chunk, bool) { // ties in after it a tail of crest
		return chunk{kind: kPlain, to: m.from + 2}, t.is(m.from-1, cAct) > 0 || t.low(m.from-1) == "in"
	}},
	{pattern: "'to'? 'within' length 'of' article? 'eye'|'bead'|'head'", says: func(t *stretch, m match) (chunk, bool) { // to within a quarter of an inch of the eye
		l := m.the("length").l
		l.Text = t.text(m.from, m.to)
		return chunk{kind: kEnd, l: l}, (l.Of == measure.MM || l.Of == measure.Eye) && t.spans()
	}},
	{pattern: "'to' length 'before' article? 'eye'", says: func(t *stretch, m match) (chunk, bool) { // to 3 mm before the eye
		l := m.the("length").l
		return chunk{kind: kEnd, l: l}, (l.Of == measure.MM || l.Of == measure.Eye) && t.std.Form == role.FormWound
	}},
	{pattern: "'ends'|'end'|'ending'|'stops'|'stop'|'stopping' length 'before' article? 'eye'", says: func(t *stretch, m match) (chunk, bool) { // ends 4 mm before eye
		l := m.the("length").l
		return chunk{kind: kEnd, l: l}, (l.Of == measure.MM || l.Of == measure.Eye) && t.std.Form == role.FormWound
	}},
	{pattern: "number 'times'", says: func(t *stretch, m match) (chunk, bool) { // two strands of ostrich wound three times
		return chunk{kind: kTurns, v: m.the("number").v}, m.the("number").v.Low >= 2 && t.atEnd(m.to) && t.act(m.from-1) == lexicon.ActWinds && t.std.Form == role.FormWound && t.std.Kin == role.Thorax
	}},
	{pattern: "number 'x' 'around'|'round'", says: func(t *stretch, m match) (chunk, bool) { // 5x around
		v := m.the("number").v
		return chunk{kind: kTurns, v: v}, v.Low >= 1 && v.High <= 20 && t.atEnd(m.to)
	}},
	{pattern: "turns number", says: func(t *stretch, m match) (chunk, bool) { // rounds 6
		v := m.the("number").v
		return chunk{kind: kTurns, v: v}, v.Low >= 1 && v.High <= 40 && t.atStart(m.from) && t.atEnd(m.to)
	}},
	{pattern: "'measured'|'matched' 'against' article part", says: func(t *stretch, m match) (chunk, bool) { // measured against the body
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Unit(m.the("part").value), Text: t.text(m.from, m.to)}}, t.std.Form == role.FormTail
	}},
	{pattern: "'against' article", says: func(t *stretch, m match) (chunk, bool) { // against the grain of the herl
		end := m.to
		for t.word(end) && t.is(end, cAnd)+t.is(end, cTurns)+t.is(end, cAuxiliary) == 0 && (t.is(end, cPreposition) == 0 || t.low(end) == "of") {
			if _, n := t.number(end); n > 0 {
				break
			}
			end++
		}
		return chunk{kind: kWay, word: "counter", to: end}, t.std.Form == role.FormRib && end > m.to && t.act(m.from-1) != lexicon.ActMeasures && t.is(end-1, cOfHook) == 0
	}},
	{pattern: "article 'hair'|'fibre'|'strand' 'or' 'two'", says: func(t *stretch, m match) (chunk, bool) { // pick out a hair or two
		return chunk{kind: kRemark}, t.std.Form == role.FormWound && t.low(m.from-1) == "out"
	}},
	{pattern: "'close'|'near' 'to' article part", says: func(t *stretch, m match) (chunk, bool) { // it lies close to the body
		return chunk{kind: kRemark}, t.std.Form == role.FormWing || t.std.Form == role.FormCheek || t.std.Form == role.FormLegs
	}},
	{pattern: "'long' 'like' article? part", says: func(t *stretch, m match) (chunk, bool) { // long like the body
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: measure.Unit(m.the("part").value), Text: t.text(m.from, m.to)}}, !t.spans() && t.atStart(m.from) && t.atEnd(m.to)
	}},
	{pattern: "'length'|'long' 'like'|'as' article? 'hook'|'shank'", says: func(t *stretch, m match) (chunk, bool) { // length like the hook
		of := measure.Unit("hook")
		if strings.HasSuffix(t.low(m.to-1), "shank") {
			of = measure.Shank
		}
		return chunk{kind: kLength, l: measure.Length{Low: 1, High: 1, Of: of, Text: t.text(m.from, m.to)}}, !t.spans()
	}},
	{pattern: "'number'|'numbering' number", says: func(t *stretch, m match) (chunk, bool) { // the fibres number eight
		return chunk{kind: kNumber, v: m.the("number").v}, t.is(m.from-1, cCounted) > 0
	}},
	{pattern: "'until'|'till' length auxiliary 'covered'|'filled'|'hidden'|'full'", says: func(t *stretch, m match) (chunk, bool) { // until two thirds of the shank is covered
		l := m.the("length").l
		l.Low, l.High = measure.Round(1-l.High, 6), measure.Round(1-l.Low, 6)
		return chunk{kind: kEnd, l: l}, l.Of == measure.Shank && !l.Reach && l.Low >= 0 && (t.std.Form == role.FormWound || t.std.Name == role.Thread)
	}},
	{pattern: "number 'of' stands_for", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kStandsFor}, !(t.atStart(m.from) && t.atEnd(m.to)) // but "blue dun fibres, five of them"
	}},
	{pattern: "'in'|'on'|'from'|'of'? article? which_account* account", says: func(t *stretch, m match) (chunk, bool) {
		return chunk{kind: kAccount}, t.atEnd(m.to) && (m.to > m.from+1 || t.atStart(m.from))
	}},
	{pattern: "act stands_for 'no' part|label", says: func(t *stretch, m match) (chunk, bool) { // he gave it no rib
		label, n := t.role(m.from + 3)
		if std, _ := role.Find(label); t.label != "" && std.Name == t.std.Name {
			label = ""
		} else if t.label != "" {
			n = 0
		}
		return chunk{kind: kAbsent, word: label}, n > 0 && m.the("act").value == lexicon.ActBrings && t.atEnd(m.to)
	}},
	{pattern: "act stands_for 'none'", says: func(t *stretch, m match) (chunk, bool) { // he gave it none
		return chunk{kind: kAbsent}, t.std.Name != "" && t.atEnd(m.to) && m.the("act").value == lexicon.ActBrings
	}},
	{pattern: "act 'no' part|label", says: func(t *stretch, m match) (chunk, bool) { // she ties no hackle
		v := m.the("act").value
		if t.onIt(m.to) && t.is(m.from-1, cAuxiliary)+t.is(m.from-1, cPerson) > 0 { // "he'll have no rib on it"
			return chunk{kind: kAbsent}, true
		}
		return chunk{kind: kAbsent}, t.atEnd(m.to) && (v == lexicon.ActTies || v == lexicon.ActWinds || v == lexicon.ActBrings) && t.is(m.from-1, cPerson) > 0
	}},
	{pattern: "'not' 'on' specimen|'mine'|'his'|'hers'", says: func(t *stretch, m match) (chunk, bool) { // not on this one
		return chunk{kind: kAbsent}, t.std.Name != "" && m.from == 0 && t.atEnd(m.to)
	}},
	{pattern: "negation act stands_for 'one'|'any'", says: func(t *stretch, m match) (chunk, bool) { // doesn't give it one
		return chunk{kind: kAbsent}, t.std.Name != "" && t.atEnd(m.to) && m.the("act").value == lexicon.ActBrings
	}},
	{pattern: "negation act stands_for? article part", says: func(t *stretch, m match) (chunk, bool) { // did not give it a wing
		std, _ := role.Find(m.the("part").value)
		v := m.the("act").value
		return chunk{kind: kAbsent}, std.Name == t.std.Name && t.std.Name != "" && t.atEnd(m.to) && (v == lexicon.ActBrings || v == lexicon.ActTies || v == lexicon.ActWinds)
	}},
	{pattern: "leaves article part 'away'|'out'|'off'", says: func(t *stretch, m match) (chunk, bool) { // he leaves the tail away
		std, _ := role.Find(m.the("part").value)
		return chunk{kind: kAbsent}, std.Name == t.std.Name && t.std.Name != ""
	}},
	{pattern: "leaves stands_for 'away'|'out'|'off'", says: func(t *stretch, m match) (chunk, bool) { // she left it off
		return chunk{kind: kAbsent}, t.std.Name != "" && t.atEnd(m.to) && t.is(m.from-1, cPerson)+t.is(m.from-1, cOwnHabit) > 0 || t.std.Name != "" && t.atEnd(m.to) && m.from > 0 && t.personAt(0) == m.from
	}},
	{pattern: "lacks", says: func(t *stretch, m match) (chunk, bool) { // not ribbed
		if m.the("lacks").value != t.std.Name {
			return chunk{kind: kRemark}, true
		}
		return chunk{kind: kAbsent}, t.atStart(m.from) && t.atEnd(m.to)
	}},
	{pattern: "'there's' 'no' part|label", says: func(t *stretch, m match) (chunk, bool) { // there's no hackle
		return chunk{kind: kAbsent}, t.atEnd(m.to) || t.onIt(m.to)
	}},
	{pattern: "'there' auxiliary 'no' part|label", says: func(t *stretch, m match) (chunk, bool) { // there is no tail
		return chunk{kind: kAbsent}, t.atEnd(m.to) || t.is(m.to, cPreposition) > 0 && t.is(m.to+1, cStandsFor) > 0
	}},
	{pattern: "'as'|'since' number", says: func(t *stretch, m match) (chunk, bool) { // "as 3 out of 4 tiers go too far"
		return chunk{kind: kWhy, to: m.from + 1}, t.is(m.from-1, cPreposition) == 0
	}},
	{pattern: "'to' purpose", says: func(t *stretch, m match) (chunk, bool) { return chunk{kind: kPurpose}, t.low(m.from+1) != "be" }},
}

// conditionAt reads a condition on the size of the hook at token i: "on 16 and smaller".
func (t *stretch) conditionAt(i int) (chunk, bool) {
	n := t.is(i, cBySize)
	if t.low(i) == "for" && t.is(i-1, cAct)+t.is(i-1, cSays) > 0 { // "he asked for a size 2 hook"
		return chunk{}, false
	}
	if n == 0 || t.std.Form == role.FormHook {
		return chunk{}, false
	}
	k := i + n
	if t.low(k) == "#" || sizeWords[t.low(k)] {
		k++
	}
	if t.is(k, cArticle) > 0 && t.low(k) != "the" && t.low(i) != "on" && t.low(i) != "for" { // "below a 12"
		k++
	}
	at := k
	a := t.conditionSize(k)
	if a == 0 {
		return chunk{}, false
	}
	k++
	b := a
	more := func(words ...string) bool {
		for j, w := range words {
			if t.low(k+j) != w {
				return false
			}
		}
		k += len(words)
		return true
	}
	first := t.low(i)
	switch {
	case first == "below" || first == "under":
		a, b = a+1, int(hook.Smallest)
	case first == "above" || first == "over":
		a, b = 1, a-1
	case more("and", "smaller"), more("and", "below"), more("or", "smaller"), more("and", "under"), more("down"), more("downwards"):
		b = int(hook.Smallest)
	case more("and", "larger"), more("and", "above"), more("or", "larger"), more("and", "bigger"), more("up"), more("upwards"):
		a = 1
	case t.low(k) == "to" || t.low(k) == "-" || t.low(k) == "and":
		if x := t.conditionSize(k + 1); x > 0 && x != a { // "on 10s and 8s"
			a, b = min(a, x), max(a, x)
			k += 2
		}
	}
	return t.sizeMeant(i, k, at, a, b, first)
}

// conditionSize gives the size of a hook at a token, 0 for none.
func (t *stretch) conditionSize(k int) int {
	if k >= len(t.toks) {
		return 0
	}
	if v := cardinalWord(t.low(k)); v >= 6 && t.low(k) != "dozen" && t.low(k-1) != "on" && t.low(k-1) != "from" {
		return int(v)
	}
	s, err := hook.ParseSize(strings.TrimRight(t.low(k), "s"))
	if err != nil || s < 2 {
		return 0
	}
	return int(s)
}

// tiesIn tells "ties in" and its like at token i, whose second word stands before no place: "she ties in the hackle".
func (t *stretch) tiesIn(i int) bool {
	v, n := t.as(i, cAct)
	return n == 2 && v == lexicon.ActTies && t.low(i+1) == "in"
}

// sizeMeant tells a size in a condition from a measure, a count and a hook.
func (t *stretch) sizeMeant(i, k, at, a, b int, first string) (chunk, bool) {
	next := t.low(k) // "over 2 mm", "from 2 to 3 turns", "on one hook" are no sizes
	if a == b && (first == "from" || first == "over" || first == "on" && t.toks[at].Kind == measure.Word && !isDigits(strings.TrimRight(t.low(at), "s"))) || notSize[next] || t.is(k, cTurns) > 0 || t.counts(k) != "" {
		return chunk{}, false
	}
	if (first == "over" || first == "under") && t.is(k, cColour) > 0 { // "40 hairs blue bucktail over 20 white"
		return chunk{}, false
	}
	if hookStyles[next] != "" && a == b && hookWords[t.low(k+1)] { // "puts a bead on a size 12 nymph hook"
		return chunk{}, false
	}
	if hookWords[next] {
		k++
	}
	return chunk{kind: kWhen, from: i, to: k, low: a, top: b}, true
}

// versionAt reads "on the dark version".
func (t *stretch) versionAt(i int) (chunk, bool) {
	if (t.low(i) == "on" || t.low(i) == "in" || t.low(i) == "for") && t.low(i+1) == "the" {
		for k := i + 2; k < i+5; k++ {
			if versionWords[t.low(k)] {
				return chunk{kind: kWhen, from: i, to: k + 1}, true
			}
		}
	}
	return chunk{}, false
}

// aughtAt reads "8/0" of a thread.
func (t *stretch) aughtAt(i int) (chunk, bool) {
	a, ok := strings.CutSuffix(t.low(i), "/0")
	if !ok || a == "" || !isDigits(a) || t.std.Name != role.Thread && t.std.Name != role.Head {
		return chunk{}, false
	}
	return chunk{kind: kThread, from: i, to: i + 1, word: t.low(i)}, true
}

// atStart tells whether a token begins what stands between two stops.
func (t *stretch) atStart(i int) bool { return i == 0 || t.mark(i-1) }

// atEnd tells whether a stop stands at a token, or nothing.
func (t *stretch) atEnd(i int) bool { return i >= len(t.toks) || t.mark(i) }

// bareBead reads "3/32 bead" as inches and "2.8 bead" as millimetres, as beads
// are sold.
func bareBead(t measure.Token) (measure.Length, int) {
	switch {
	case strings.Contains(t.Low, "/") && t.Value > 0.05 && t.Value < 0.3:
		mm := t.Value * measure.MMPerInch
		return measure.Length{Low: mm, High: mm, Of: measure.MM}, 1
	case !strings.Contains(t.Low, "/") && t.Value >= 1.5 && t.Value <= 6:
		return measure.Length{Low: t.Value, High: t.Value, Of: measure.MM}, 1
	}
	return measure.Length{}, 0
}

// ofThing tells whether a token begins "of the feather": what stands before it is of a thing
// and no place of the hook.
func (t *stretch) ofThing(i int) bool {
	if t.low(i) != "of" {
		return false
	}
	k := i + 1
	for t.is(k, cArticle) > 0 {
		k++
	}
	if t.is(k, cOfHook) > 0 {
		return false
	}
	_, isPart := t.part(k)
	return isPart == 0 && t.describes(k)
}

// sameThing reads "the same flat gold as the tag": the material of a part, and what it is.
func sameThing(t *stretch, m match) (chunk, bool) {
	c := chunk{kind: kSame, word: m.the("part").value}
	if it := m.the("noun_phrase"); it.to > 0 {
		p, _ := t.noun(it.from)
		c.thing = &p
	}
	return c, true
}

// sum reads "less a quarter" and "+ half" behind a length: how much of the same unit it is
// more or less.
func (t *stretch) sum(i int) (float64, int) {
	sign := 1.0
	switch t.low(i) {
	case "less", "minus":
		sign = -1
	case "+", "plus":
	case "and": // "and a quarter of it again"
		k := i + 1
		v, n := t.number(k)
		if n == 0 || v.Low <= 0 || v.High >= 1 {
			return 0, 0
		}
		k += n
		if t.low(k) == "of" && t.low(k+1) == "it" {
			k += 2
		}
		if someMore[t.low(k)] {
			return v.Low, k + 1 - i
		}
		return 0, 0
	default:
		return 0, 0
	}
	k := i + 1
	v, n := t.number(k)
	if n == 0 && t.low(k) == "half" {
		v, n = measure.Interval{Low: 0.5, High: 0.5}, 1
	}
	if n == 0 || v.Low <= 0 || v.High >= 1 || !t.atEnd(k+n) && t.is(k+n, cAnd) == 0 {
		return 0, 0
	}
	return sign * v.Low, k + n - i
}

// personAt tells a name that is no word of the trade, in capitals, before a verb: somebody.
func (t *stretch) personAt(i int) int {
	if !t.word(i) || len(t.senses[i]) > 0 || dressing.IsUpper(t.s) || !unicode.IsUpper([]rune(t.s[t.toks[i].Start:])[0]) {
		return 0
	}
	if base, ok := strings.CutSuffix(t.low(i), "'s"); ok { // "Hook's a twelve"
		if _, part := role.Find(base); part {
			return 0
		}
	}
	k := i + 1
	for t.word(k) && len(t.senses[k]) == 0 && unicode.IsUpper([]rune(t.s[t.toks[k].Start:])[0]) {
		k++
	}
	if t.is(k, cDegree)+t.is(k, cThen) > 0 && (t.is(k+1, cAct) > 0 || t.is(k+1, cAuxiliary) > 0) {
		return k - i
	}
	if t.is(k, cAct)+t.is(k, cAuxiliary)+t.is(k, cSays)+t.is(k, cNobodyTies)+t.is(k, cNegation) > 0 || strings.HasSuffix(t.low(k-1), "'s") && t.is(k, cNoun) == 0 && t.atStart(i) {
		return k - i
	}
	return 0
}

// threadPlace tells a place that is told by the thread: it has none.
func threadPlace(l measure.Length) bool {
	std, ok := role.Find(string(l.Of))
	return ok && std.Name == role.Thread
}
