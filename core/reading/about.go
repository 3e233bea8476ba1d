package reading

import (
	"slices"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A question is which part of the fly a clause of running prose is about. What was told before it and what
// the sentence goes on to say are held beside it.
type question struct {
	r      *reader
	t      *stretch
	all    []clause
	at     int // the place of the clause in all
	c      clause
	next   clause  // the one behind it, none at the end
	before []piece // what was told so far
	last   string  // the part spoken of last
	whole  piece   // all of the clause, its part still to be told
}

// answers are tried in this order: what is out of the common first, then what the clause names, then what is
// done in it and with what, and last what was spoken of before. Each gives the pieces of the clause with
// their parts, none where it has no answer.
func answers() []func(*question) []piece {
	return []func(*question) []piece{
		(*question).itIs,
		(*question).itIsSo,
		(*question).atPlace,
		(*question).overIt,
		(*question).leftOut,
		(*question).weightWithHook,
		(*question).beadWithHook,
		(*question).hookWithin,
		(*question).hookOfFly,
		(*question).withBead,
		(*question).hookWire,
		(*question).wireAndSize,
		(*question).withThread,
		(*question).heldByRib,
		(*question).ribOver,
		(*question).withPart,
		(*question).asFirst,
		(*question).byItsVerb,
		(*question).wished,
		(*question).inDependence,
		(*question).forPart,
		(*question).explains,
		(*question).sameAsNew,
		(*question).hookFirst,
		(*question).twoNamed,
		(*question).overWith,
		(*question).overThorax,
		(*question).strange,
		(*question).afterItsName,
		(*question).coversThread,
		(*question).asPart,
		(*question).withinThread,
		(*question).madeIntoPart,
		(*question).coatsAll,
		(*question).byWord,
		(*question).pointedAt,
		(*question).anotherHackle,
		(*question).twoThings,
		(*question).woundAgain,
		(*question).bySubject,
		(*question).byHook,
		(*question).bySpokenOf,
		(*question).turnedLater,
		(*question).byMaterial,
		(*question).byPlace,
		(*question).goesOn,
	}
}

// pieces gives the part that a clause is about, or the parts where it is about two.
func (r *reader) pieces(t *stretch, all []clause, i int, before []piece) []piece {
	c := all[i]
	if withThread := len(c.chunks) > 3 && c.chunks[0].kind == kPreposition && c.chunks[0].word == "with" && c.chunks[1].kind == kThing && c.chunks[1].thing.lastNoun == material.Thread && c.chunks[2].kind == kPerson; withThread {
		switch {
		case c.chunks[1].thing.definite: // "With the same thread he caught in copper wire"
			c.chunks = c.chunks[2:]
		case !spoken(before, role.Thread): // "With rust brown thread he fastened in two fibres"
			rest := slices.Clone(all)
			rest[i].chunks = c.chunks[2:]
			thread := piece{label: role.Thread, from: c.chunks[0].to, to: c.chunks[2].from}
			return append([]piece{thread}, r.pieces(t, rest, i, append(slices.Clone(before), thread))...)
		}
	}
	q := &question{r: r, t: t, all: all, at: i, c: c, before: before, whole: piece{from: c.from(), to: c.to()}}
	for k := len(before) - 1; k >= 0 && q.last == ""; k-- {
		if !before[k].absent {
			q.last = before[k].label
		}
	}
	if i+1 < len(all) {
		q.next = all[i+1]
	}
	for _, answer := range answers() {
		if list := answer(q); list != nil {
			return list
		}
	}
	return q.is(q.last)
}

// is answers that all of the clause is about one part.
func (q *question) is(label string) []piece {
	p := q.whole
	p.label = label
	return []piece{p}
}

// maybe is the same where a part was found.
func (q *question) maybe(label string) []piece {
	if label == "" {
		return nil
	}
	return q.is(label)
}

// cut answers that a clause is about one part up to chunk k and about another behind it.
func (q *question) cut(first, second string, k int) []piece {
	return []piece{{label: first, from: q.c.from(), to: q.c.chunks[k].from}, {label: second, from: q.c.chunks[k].to, to: q.c.to()}}
}

// told tells whether one of some parts was spoken of before.
func (q *question) told(labels ...string) bool {
	return slices.ContainsFunc(labels, func(l string) bool { return spoken(q.before, l) })
}

// hasBody tells whether the fly has a body already, by either name.
func (q *question) hasBody() bool { return q.told(role.Body, role.Abdomen) }

// hasWing tells whether it has a wing.
func (q *question) hasWing() bool { return q.told(role.Wing, "wings") }

// claimed gives what was put on the fly before anybody said as what, back from here, the part that it turns
// out to be.
func (q *question) claimed(label string) []piece {
	run := len(q.before)
	for run > 0 && q.before[run-1].label == q.last {
		run--
	}
	for k := range q.before { // and what it was called when it was put on
		if k >= run || q.before[k].label == someWhere && q.last == someWhere && q.sharesNoun(q.before[k], q.before[run:]) {
			defer func(k int) { q.before[k].label = label }(k)
		}
	}
	return q.is(label)
}

// sharesNoun tells whether a piece names a thing that one of some others speaks of.
func (q *question) sharesNoun(p piece, others []piece) bool {
	for k := p.from; k < p.to; k++ {
		if q.t.is(k, cNoun) > 0 && slices.ContainsFunc(others, func(o piece) bool { return q.t.mentions(o, q.t.low(k)) }) {
			return true
		}
	}
	return false
}

// itIs answers for what a part is that the sentence before only announced: "Then came the wing. It was a small bunch of
// black squirrel tail".
func (q *question) itIs() []piece {
	t, c := q.t, q.c
	if n := len(q.before); !c.first || n == 0 || q.at == 0 || !c.has(kThing) || q.last == someWhere || t.hasThing(q.before[n-1]) || !q.all[q.at-1].first {
		return nil
	}
	if t.is(c.from(), cStandsFor) > 0 && t.is(c.from()+1, cAuxiliary) > 0 {
		return q.is(q.last)
	}
	return nil
}

// itIsSo answers for a quality or a length that is said of the subject of a sentence, or of what was told before it: "The
// body is silk, ribbed with wire, and it is thin", "These are as long as the body and hackle together".
func (q *question) itIsSo() []piece {
	t, c := q.t, q.c
	k := 0
	if c.chunks[0].kind == kAnd {
		k++
	}
	if k >= len(c.chunks) || len(q.before) == 0 || t.is(c.chunks[k].from, cStandsFor)+t.is(c.chunks[k].from, cPointer) == 0 || t.is(c.chunks[k].from+1, cAuxiliary) == 0 {
		return nil
	}
	rest := c.chunks[len(c.chunks)-1]
	if c.first {
		if k := c.where(kLength); k > 0 && k <= 2 && c.chunks[k].l.IsPart() && !c.has(kAct) && q.last != someWhere {
			return q.is(q.last)
		}
		return nil
	}
	if rest.kind != kPrepared || c.has(kThing, kPart, kAct, kLength) {
		return nil
	}
	j := q.at
	for j > 0 && !q.all[j].first {
		j--
	}
	for _, p := range q.before {
		if p.from == q.all[j].from() && p.to > 0 && p.label != someWhere {
			return q.is(p.label)
		}
	}
	return nil
}

// atPlace answers for a thing at a place that is no part: "At the shoulder there is a little peacock herl".
func (q *question) atPlace() []piece {
	t, c := q.t, q.c
	if !c.first || c.chunks[0].kind != kPlace || !c.has(kThing) || t.low(c.chunks[0].to) != "there" || t.is(c.chunks[0].to+1, cAuxiliary) == 0 {
		return nil
	}
	if t.low(c.chunks[0].to-1) == lexicon.Shoulder {
		return q.is(lexicon.Shoulder)
	}
	return q.is(someWhere)
}

// overIt answers for what is tied in over the tail: "over it went a few strands of red hackle fibre".
func (q *question) overIt() []piece {
	std, _ := role.Find(q.last)
	k := q.c.where(kThing)
	if k < 1 || std.Form != role.FormTail || q.c.where(kPart) >= 0 && q.c.where(kPart) < k {
		return nil
	}
	for i := 1; i < k; i++ {
		if x, y := q.c.chunks[i-1], q.c.chunks[i]; x.kind == kPreposition && x.word == "over" && y.kind == kStandsFor {
			return q.is(q.last)
		}
	}
	return nil
}

func (q *question) leftOut() []piece { // "No tail and no rib."
	if c := q.c; c.has(kNegation) && c.kind == saysPlainly && c.has(kAct) && !c.has(kThing) { // "She does not put on a wing"
		for k := c.from() + 2; k < c.to(); k++ {
			if label := q.t.partAlone(k, c.to()); label != "" && q.t.oneBefore(k) && label != role.Hook {
				return []piece{{label: label, from: c.from(), to: c.to(), absent: true}}
			}
		}
	}
	if c := q.c; q.t.low(c.from()) == "neither" && c.kind == saysPlainly { // "…, neither tail nor wing"
		a, n := q.t.role(c.from() + 1)
		b, m := q.t.role(c.from() + 2 + n)
		if n > 0 && m > 0 && q.t.low(c.from()+1+n) == "nor" {
			return []piece{{label: a, from: c.from(), to: c.from() + 1 + n, absent: true}, {label: b, from: c.from() + 1 + n, to: c.from() + 2 + n + m, absent: true}}
		}
	}
	if k := q.c.where(kAbsent); k < 0 || q.c.chunks[k].word == "" {
		return nil
	}
	var none []piece
	if k := q.c.where(kAbsent); k > 1 && q.c.chunks[k-1].kind == kAnd && q.c.has(kTurns, kThing) && q.c.where(kTurns, kThing) < k { // "The head was four turns of silk and no varnish"
		told := slices.Clone(q.all)
		told[q.at] = clause{kind: q.c.kind, chunks: q.c.chunks[:k-1], first: q.c.first, open: q.c.open}
		none = q.r.pieces(q.t, told, q.at, q.before)
	}
	for _, x := range q.c.chunks {
		if x.kind == kAbsent && x.word != "" {
			none = append(none, piece{label: x.word, from: x.from, to: x.to, absent: true})
		}
	}
	return none
}

func (q *question) weightWithHook() []piece { // "a nymph hook weighted with eight turns of lead"
	c := q.c
	for k := 1; k+1 < len(c.chunks); k++ {
		if q.t.is(c.chunks[k].from, cWeighted) > 0 && (c.has(kTurns) || q.t.ofWeight(c, k)) && c.chunks[k].from > c.from()+1 {
			first := clause{kind: c.kind, chunks: c.chunks[:k]}
			return append(q.r.pieces(q.t, []clause{first}, 0, q.before), piece{label: "weight", from: c.chunks[k].from, to: c.to()})
		}
		if x := c.chunks[k]; x.kind == kPreposition && x.word == "with" && !q.told("weight") && q.t.mentionsPart(c, role.Hook) && q.t.sizeNear(clause{chunks: c.chunks[:k]}) && q.t.ofWeight(c, k) { // "Wrap a heavy 14 curved hook with 0.4 mm lead"
			first := clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
			return append(q.r.pieces(q.t, []clause{first}, 0, q.before), piece{label: "weight", from: x.to, to: c.to()})
		}
	}
	return nil
}

func (q *question) beadWithHook() []piece { // "The hook is a jig in size 12 with a 3.8 mm bead"
	k := q.t.beadWithin(q.c)
	if k == 0 || q.told(role.Bead) {
		return nil
	}
	return q.cut(role.Hook, role.Bead, k)
}

func (q *question) hookWithin() []piece { // "a bead up to the eye of a size 12 jig hook"
	t, c := q.t, q.c
	k := t.hookWithin(c)
	if k == 0 || q.told(role.Hook) {
		return nil
	}
	told := slices.Clone(q.all)
	told[q.at] = clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
	list := append(q.r.pieces(t, told, q.at, q.before), piece{label: role.Hook, from: c.chunks[k].from, to: c.to()})
	for e := k + 1; e < len(c.chunks); e++ { // "at the eye of a size 16 hook and taken to the bend"
		_, _, sized := t.sizeAt(c.chunks[e-1].to - 1)
		if c.chunks[e].kind == kAnd && (t.low(c.chunks[e-1].to-1) == role.Hook || hookStyles[t.low(c.chunks[e-1].to-1)] != "" || sized && e+1 < len(c.chunks) && c.chunks[e+1].kind == kAct) {
			list[len(list)-1].to = c.chunks[e].from
			rest := clause{kind: c.kind, chunks: c.chunks[e:]}
			if q.t.brings(rest) { // "and puts fifteen turns of lead up against it"
				told := slices.Clone(q.all)
				told[q.at] = rest
				return append(list, q.r.pieces(t, told, q.at, append(slices.Clone(q.before), list...))...)
			}
			return append(list, piece{label: list[len(list)-2].label, from: c.chunks[e].from, to: c.to()})
		}
	}
	return list
}

func (q *question) hookOfFly() []piece { // "Tobias Render tied his Ferry Rope on a long shank 8"
	if !q.c.has(kOthers) || len(q.before) > 0 || q.t.byAct(q.c) == "" {
		return nil
	}
	q.whole.from = q.t.onHook(q.c)
	return q.is(role.Hook)
}

func (q *question) withBead() []piece { // "a jig hook, 14, with a silver bead on it and some turns of lead behind that"
	c := q.c
	if q.last != role.Hook || q.told(role.Bead) || len(c.chunks) < 2 || c.chunks[0].kind != kPreposition || c.chunks[0].word != "with" {
		return nil
	}
	k := 1
	for k < len(c.chunks) && (c.chunks[k].kind == kLength || c.chunks[k].kind == kPlain) {
		k++
	}
	if k >= len(c.chunks) || c.chunks[k].kind != kThing || c.chunks[k].thing.lastNoun != material.Bead {
		return nil
	}
	for j := k + 1; j+1 < len(c.chunks); j++ {
		if c.chunks[j].kind == kAnd && q.t.ofWeight(c, j) {
			return []piece{{label: role.Bead, from: c.chunks[0].to, to: c.chunks[j].from}, {label: "weight", from: c.chunks[j].to, to: c.to()}}
		}
	}
	q.whole.from = c.chunks[0].to
	return q.is(role.Bead)
}

func (q *question) hookWire() []piece { // "She fixes a size 16 dry fly hook in the vice, with a fine wire"
	c := q.c
	if n := len(c.chunks); q.last != role.Hook || n != 2 || c.open != "," || c.chunks[0].kind != kPreposition || c.chunks[0].word != "with" || c.chunks[1].kind != kThing {
		return nil
	}
	if p := c.chunks[1].thing; p.lastNoun != material.Wire || len(p.name) != 1 || len(p.colour) > 0 || p.count != nil {
		return nil
	}
	return q.is(role.Hook)
}

// wireAndSize answers for a hook that is told by its wire and its size alone: "She uses a light wire 14 and primrose silk".
func (q *question) wireAndSize() []piece {
	c := q.c
	for k := 0; k+1 < len(c.chunks) && !q.told(role.Hook); k++ {
		x, size := c.chunks[k], c.chunks[k+1]
		if x.kind != kThing || x.thing.lastNoun != material.Wire || len(x.thing.name) != 1 || len(x.thing.colour) > 0 || size.kind != kNumber && size.kind != kSize || size.v.Low < 4 || size.v.Low != float64(int(size.v.Low)) {
			continue
		}
		from := x.from
		for from > c.from() && q.t.is(from-1, cWhatElse)+q.t.is(from-1, cQuality)+q.t.is(from-1, cGrade) > 0 {
			from--
		}
		list := []piece{{label: role.Hook, from: from, to: size.to}}
		if k+3 < len(c.chunks) && c.chunks[k+2].kind == kAnd { // "and primrose silk"
			told := slices.Clone(q.all)
			told[q.at] = clause{kind: c.kind, chunks: c.chunks[k+3:]}
			list = append(list, q.r.pieces(q.t, told, q.at, append(slices.Clone(q.before), list...))...)
		}
		return list
	}
	return nil
}

func (q *question) withThread() []piece { // "She fixes the bead with ten turns of thread, purple, and goes down to the bend"
	c := q.c
	n := len(c.chunks)
	if q.told(role.Thread) || n < 4 || !c.chunks[n-1].indefiniteThread() {
		return nil
	}
	k := n - 2
	if k > 1 && c.chunks[k].kind == kPreposition && c.chunks[k].word == "of" && c.chunks[k-1].kind == kTurns {
		k -= 2
	}
	if k < 1 || c.chunks[k].kind != kPreposition || c.chunks[k].word != "with" || !slices.ContainsFunc(c.chunks[:k], func(x chunk) bool { return x.kind == kPart || x.kind == kThing && x.thing.definite }) {
		return nil
	}
	told := slices.Clone(q.all)
	told[q.at] = clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
	return append(q.r.pieces(q.t, told, q.at, q.before), piece{label: role.Thread, from: c.chunks[n-1].from, to: c.to()})
}

// indefiniteThread tells a thread that is named for the first time.
func (x chunk) indefiniteThread() bool {
	return x.kind == kThing && x.thing.lastNoun == material.Thread && !x.thing.definite
}

func (q *question) heldByRib() []piece { // "a ginger hackle is held in place by fine gold wire"
	t, c := q.t, q.c
	for k := 2; k+1 < len(c.chunks) && !q.told(role.Rib); k++ {
		x, y := c.chunks[k], c.chunks[k+1]
		if x.kind != kPreposition || x.word != "by" && x.word != "with" || y.kind != kThing || y.thing.definite || !y.thing.lastNoun.IsMetal() || !t.holds(c, k) {
			continue
		}
		told := slices.Clone(q.all)
		told[q.at] = clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
		return append(q.r.pieces(t, told, q.at, q.before), piece{label: role.Rib, from: y.from, to: c.to()})
	}
	return nil
}

func (q *question) ribOver() []piece { // "a cock hackle wound along it and silver wire over both"
	c := q.c
	for k := 2; k+2 < len(c.chunks) && !q.told(role.Rib); k++ {
		x, y := c.chunks[k], c.chunks[k+1]
		if x.kind != kAnd && !(x.kind == kPreposition && x.word == "with") || y.kind != kThing || y.thing.definite || !y.thing.lastNoun.IsMetal() {
			continue
		}
		over := c.chunks[k+2]
		if over.kind == kAct && over.word == lexicon.ActWinds && k+3 < len(c.chunks) { // "with a broad gold tinsel wound over it"
			if w := q.t.low(over.to - 1); w == "over" || w == "through" {
				over.kind, over.word = kPreposition, w
			} else {
				over = c.chunks[k+3]
			}
		}
		if over.kind != kPreposition || over.word != "over" && over.word != "through" {
			continue
		}
		told := slices.Clone(q.all)
		told[q.at] = clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
		return append(q.r.pieces(q.t, told, q.at, q.before), piece{label: role.Rib, from: y.from, to: c.to()})
	}
	return nil
}

// withPart answers for a part that is told with another: "The body is grey muskrat with a rib of fine silver wire".
func (q *question) withPart() []piece {
	t, c := q.t, q.c
	for k := 2; k+1 < len(c.chunks); k++ {
		x := c.chunks[k]
		if x.kind != kPreposition || x.word != "with" || t.is(x.to, cArticle) == 0 || !c.has(kThing) || c.where(kThing) > k {
			continue
		}
		at := t.pastArticle(x.to)
		for at < c.to() && t.is(at, cQuality)+t.is(at, cGrade)+t.is(at, cColour) > 0 && t.is(at, cLabel) == 0 {
			at++
		}
		label, n := t.role(at)
		if n == 0 || t.low(at+n) != "of" || q.told(label) || label == role.Hook || everyday[label] {
			continue
		}
		told := slices.Clone(q.all)
		told[q.at] = clause{kind: c.kind, chunks: c.chunks[:k], first: c.first, open: c.open}
		return append(q.r.pieces(t, told, q.at, q.before), piece{label: label, from: x.to, to: c.to()})
	}
	return nil
}

func (q *question) asFirst() []piece { // "As a throat I put on blue guinea fowl"
	t, c := q.t, q.c
	if !c.first || t.low(c.from()) != "as" {
		return nil
	}
	k := t.pastArticle(c.from() + 1)
	label, n := t.role(k)
	if n == 0 || t.is(k+n, cPerson) == 0 {
		return nil
	}
	q.whole.from = k + n
	return q.is(label)
}

// holds tells whether a clause says up to a chunk that something is held.
func (t *stretch) holds(c clause, to int) bool {
	for _, x := range c.chunks[:to] {
		if x.kind == kAct && holdWords[t.low(x.from)] || x.kind == kAct && t.is(x.from, cHeld) > 0 {
			return true
		}
	}
	return false
}

// byItsVerb asks the clause that holds the verb: "A jay feather, one side stripped, was wound at the head as
// a hackle".
func (q *question) byItsVerb() []piece {
	j := q.t.verbOf(q.all, q.at)
	if j == 0 {
		return nil
	}
	if q.t.overBack(q.all[j]) { // "A strip of clear bag, 6 mm, goes over the back"
		return q.is(someBack)
	}
	whole := q.all[q.at]
	whole.chunks, whole.joined = append(slices.Clone(q.c.chunks), q.all[j].chunks...), true
	told := slices.Concat(q.all[:q.at], []clause{whole}, q.all[j+1:])
	p := q.r.pieces(q.t, told, q.at, q.before)[0]
	if p.label != q.last && (p.label != someWhere || q.all[j].chunks[0].kind == kAuxiliary) {
		return q.is(p.label)
	}
	return nil
}

func (q *question) wished() []piece { // "if you want a hot spot, orange floss"
	if q.at == 0 || q.c.open != "," || !q.c.has(kThing) || q.c.kind != saysPlainly && q.c.kind != saysElse {
		return nil
	}
	return q.maybe(q.t.partWished(q.all[q.at-1]))
}

// inDependence answers for reasons, asides, conditions and what may stand in: they are about what was spoken
// of last, unless they name something else.
func (q *question) inDependence() []piece {
	t, c := q.t, q.c
	if k := t.forPart(c); k >= 0 && c.kind == saysAside { // "my father used ginger for the hackle"
		label, _ := t.role(t.partAfter(c.chunks[k].to))
		return q.is(label)
	}
	if c.kind == saysElse && q.at > 0 && q.all[q.at-1].kind == saysCase { // "…, turkey serves"
		q.whole.instead = true
		return q.is(q.last)
	}
	if c.kind != saysWhy && c.kind != saysAside && c.kind != saysCase && c.kind != saysInstead {
		return nil
	}
	if label := t.legsSaid(c); q.last == someWhere && c.kind == saysWhy && label != "" { // "…, so that each leg is half a shank long"
		return q.claimed(label)
	}
	if last := c.chunks[len(c.chunks)-1]; c.kind == saysCase && last.kind == kPart && q.next.tellsOf() && len(c.chunks) <= 4 { // "and after it the tail, a topping"
		return q.is(last.word)
	}
	label := q.last
	if c.kind == saysAside && c.first && c.byOthers() && !q.told(role.Hackle) && t.byMaterial(c.chunks, q.last) == role.Hackle { // "Her father used a red cock hackle, but she prefers partridge"
		label = role.Hackle
	}
	if label == "" && c.kind == saysWhy && t.byAct(c) != "" { // "so the size ran from 4 to 10"
		label = role.Hook
	}
	if c.kind == saysCase && len(q.next.chunks) > 0 && !q.next.first {
		if out := t.partLeftOut(q.next); out != "" { // "If the water is clear he leaves the flash out"
			return q.is(out)
		}
	}
	if whose := t.whoseThing(c, q.before); whose != "" && (c.kind == saysCase || c.kind == saysInstead) { // "if you have no goose"
		label = whose
	}
	return q.is(label)
}

func (q *question) forPart() []piece { // "a length of flat tinsel and four strands of marabou for the tail"
	t, c := q.t, q.c
	k := t.forPart(c)
	if k < 0 {
		return nil
	}
	if list := q.forEach(); list != nil {
		return list
	}
	label, _ := t.role(t.partAfter(c.chunks[k].to))
	bare := !c.first && (!c.has(kThing, kTurns) || len(c.chunks) == 2 && k == 0 && t.partAlone(c.chunks[0].to, c.to()) != "")
	q.whole.makes = bare && k == 0 && !c.has(kAct, kAuxiliary)
	q.whole.claims = bare && (t.low(c.chunks[k].from) == "as" || q.last == someWhere && c.has(kAct, kStart, kAuxiliary))
	for j := k - 1; j > 0; j-- {
		if c.chunks[j].kind == kAnd && c.chunks[j-1].kind == kThing && c.has(kThing) {
			return q.cut(t.byMaterial(c.chunks[:j], q.last), label, j)
		}
	}
	return q.is(label)
}

// forEach answers for a clause that says of more than one thing what it is for: "a strip of film for the back and
// a length of copper wire for the rib".
func (q *question) forEach() []piece {
	var list []piece
	rest := q.c
	for {
		k := q.t.forPart(rest)
		if k < 0 {
			return nil
		}
		label, _ := q.t.role(q.t.partAfter(rest.chunks[k].to))
		j := k + 1
		for j < len(rest.chunks) && rest.chunks[j].kind != kAnd {
			j++
		}
		if j+1 >= len(rest.chunks) {
			if len(list) == 0 {
				return nil
			}
			return append(list, piece{label: label, from: rest.from(), to: q.c.to()})
		}
		list = append(list, piece{label: label, from: rest.from(), to: rest.chunks[j].from})
		rest = clause{kind: q.c.kind, chunks: rest.chunks[j+1:]}
	}
}

func (q *question) explains() []piece { // "There she ties in the feelers: four strands of bucktail"
	if q.c.open != ":" || q.c.first || q.at == 0 || q.last == "" || q.all[q.at-1].has(kThing) || q.t.subject(q.all[q.at-1], q.c) != q.last {
		return nil
	}
	return q.is(q.last)
}

func (q *question) sameAsNew() []piece { // "and went on with the same wire as the rib"
	x := q.c.chunks[len(q.c.chunks)-1]
	if x.kind != kSame || x.thing == nil || x.word == "" || q.told(x.word) || q.c.first || !q.c.has(kAct) {
		return nil
	}
	return q.is(x.word)
}

func (q *question) hookFirst() []piece { // "On a number ten hook I put a body of black floss"
	k := q.t.hookFirst(q.c)
	if k == 0 {
		return nil
	}
	rest := clause{kind: q.c.kind, chunks: q.c.chunks[k:]}
	part := q.t.subject(rest, q.next)
	if part == "" {
		part = q.t.byMaterial(rest.chunks, role.Hook)
	}
	if part == "" || part == role.Hook {
		return nil
	}
	return []piece{{label: role.Hook, from: q.t.onHook(q.c), to: q.c.chunks[k].from}, {label: part, from: rest.from(), to: q.c.to()}}
}

func (q *question) twoNamed() []piece {
	t, c := q.t, q.c
	if a, b, k := t.madeBoth(c); k > 0 { // "Silver wire made the tag and a bit of red wool the tail"
		return q.cut(a, b, k)
	}
	if wing := wingLabel(q.last); wing && !c.first && (!c.has(kAct, kAuxiliary, kPer) || t.beside(c)) && c.has(kThing) && t.subjectOf(q.all, q.at) == q.last { // "The wing was in two parts, a pair of black hen hackles inside …"
		return q.is(q.last)
	}
	if a, b, k := t.twoParts(c); k > 0 { // "A case of turkey over a thorax of the same fur"
		return q.cut(a, b, k)
	}
	return nil
}

func (q *question) overWith() []piece {
	t, c := q.t, q.c
	if t.coveredWith(c) && !q.told(role.Thread) { // "and covered it with brown thread"
		return q.is(role.Thread)
	}
	if k := c.where(kAct); k >= 0 && c.chunks[k].word == lexicon.ActCovers && q.filled(role.Body) && !q.told(someBack) && t.coversWith(c, k) { // "All of that was covered with a strip of clear plastic"
		return q.is(someBack)
	}
	if label := t.settle(c, q.before); label != "" {
		return q.is(label)
	}
	if q.at > 0 && c.open == "," && len(c.chunks) <= 2 && c.chunks[len(c.chunks)-1].kind == kNumber && t.low(c.from()-2) == role.Hook && !q.told(role.Hook) { // "On the hook, a ten, she wound black thread"
		return q.is(role.Hook)
	}
	return q.maybe(t.placedFirst(q.all, q.at))
}

func (q *question) overThorax() []piece { // "Over the thorax went a loop of grey CDC"
	t, c := q.t, q.c
	if !c.first || t.low(c.from()) != "over" || !c.has(kAct) || q.told(role.WingCase, role.Wing) || q.brought() == nil {
		return nil
	}
	if label, n := t.role(t.pastArticle(c.from() + 1)); n > 0 && label == role.Thorax {
		return q.is(role.WingCase)
	}
	return nil
}

// sentenceHas tells whether a word of a class stands in a clause or in what follows it up to the full stop.
func (t *stretch) sentenceHas(c clause, of class) bool {
	for k := c.from(); k < len(t.toks) && t.low(k) != "."; k++ {
		if t.is(k, of) > 0 {
			return true
		}
	}
	return false
}

// coversWith tells an act that covers what is there with a strip of something.
func (t *stretch) coversWith(c clause, k int) bool {
	if k+2 >= len(c.chunks) || c.chunks[k+1].kind != kPreposition || c.chunks[k+1].word != "with" && c.chunks[k+1].word != "by" || c.chunks[k+2].kind != kThing {
		return false
	}
	p := c.chunks[k+2].thing
	return !p.definite && (p.lastNoun == material.Strip || p.unit == lexicon.CountStrip)
}

// strange answers for parts that nobody knows, and for what there is at a place.
func (q *question) strange() []piece {
	if label := q.t.strangePart(q.c); label != "" {
		return q.is(label)
	}
	return q.maybe(q.t.thereIs(q.c))
}

// afterItsName answers for what stands behind a part and a comma or a colon.
func (q *question) afterItsName() []piece {
	t, c := q.t, q.c
	if q.at == 0 || len(c.chunks) == 0 {
		return nil
	}
	named := q.all[q.at-1]
	ofIt := len(q.before) > 0 && q.before[len(q.before)-1].from == named.from()
	last := named.chunks[len(named.chunks)-1]
	switch {
	case c.open == "," && ofIt && named.first && len(named.chunks) == 2 && named.chunks[0].kind == kPreposition && (named.chunks[0].word == "for" || named.chunks[0].word == "as") && t.partAlone(named.chunks[0].to, named.to()) != "" && c.chunks[0].kind == kThing: // "For hackle, a feather from inside a moorhen's wing is tied in"
		return q.is(q.last)
	case c.open == "," && ofIt && named.first && len(named.chunks) == 1 && !c.has(kAct, kAuxiliary, kPerson) && t.fibresOf(named): // "Tail fibres, medium olive hackle, five."
		return q.is(q.last)
	case c.open == ":" && ofIt && len(named.chunks) <= 2 && (t.subject(c, clause{}) == "" || t.subject(named, clause{}) != ""): // "Wings: two grizzle hackle points"
		return q.is(q.last)
	case c.open == ":" && c.chunks[0].kind == kThing && len(named.chunks) > 1 && last.kind == kUnread && t.is(last.from-1, cArticle) > 0: // "she remembered the breathers: a wisp of white yarn": a part that nobody knows
		return q.is(role.Label(t.text(last.from, last.to)))
	case c.open == "," && ofIt && len(c.chunks) == 1 && c.chunks[0].kind == kThing && c.chunks[0].thing.noun && c.chunks[0].thing.one && !c.chunks[0].thing.of && !t.hasThing(q.before[len(q.before)-1]) && !named.has(kAct, kPreposition) && t.partNamed(last.from, last.to) != "": // "then a tail, a topping, and a butt of herl"
		return q.is(q.last)
	case c.open == "," && ofIt && named.first && len(named.chunks) <= 2 && named.chunks[0].kind != kPreposition && last.kind == kPart && !c.has(kAct) && t.subject(c, clause{}) == "": // "The tag, two turns of flat silver, came first"
		return q.is(q.last)
	}
	return nil
}

// fibresOf tells a clause that is no more than a part and how it is counted: "tail fibres".
func (t *stretch) fibresOf(c clause) bool {
	_, n := t.role(c.from())
	return n > 0 && c.to() == c.from()+n+1 && t.counts(c.from()+n) != ""
}

func (q *question) coversThread() []piece {
	if q.hasBody() || !q.t.dubsThread(q.c) && !q.t.coversShank(q.c, q.last) { // "Dub the silk with a dusting of mole", "He covered the shank with tan chenille"
		return nil
	}
	return q.is(role.Body)
}

// asPart answers for "as a throat" that ends a clause or is one.
func (q *question) asPart() []piece {
	x := q.c.chunks[len(q.c.chunks)-1]
	alone := len(q.c.chunks) == 1 && q.c.open == ","                                                           // "Under the hook, as a throat, went a few fibres"
	if q.t.low(x.from) != "as" || !alone && !(len(q.c.chunks) > 1 && x.kind == kPrepared && q.c.has(kThing)) { // "tie in another bunch of white bucktail under the head as a throat"
		return nil
	}
	return q.maybe(q.t.partAlone(x.from+1, x.to))
}

func (q *question) withinThread() []piece { // "The silk goes down once more and with it a body of hare's ear"
	k, label := q.t.bodyWithin(q.c)
	if k == 0 || q.last == "" {
		return nil
	}
	return []piece{{label: role.Thread, from: q.c.from(), to: k}, {label: label, from: k, to: q.c.to()}}
}

// madeIntoPart answers for what is said to become a part, or to stand in its place.
func (q *question) madeIntoPart() []piece {
	t, c := q.t, q.c
	if len(q.next.chunks) > 0 && !q.next.first && q.next.kind == saysWhy && !c.has(kPart) {
		if label := t.toMake(q.next); label != "" { // "Fold what is left of the foam back to make a head"
			if q.last == someWhere && t.windsIt(c) { // "twisted two strands of herl … and wound them forward to make the body"
				return q.claimed(label)
			}
			return q.is(label)
		}
	}
	if len(c.chunks) == 3 && c.chunks[0].kind == kAnd && c.chunks[1].kind == kAuxiliary && c.chunks[2].kind == kPart && c.chunks[2].word != role.Thread { // "Golden pheasant topping came next and was the tail"
		q.whole.claims = true
		return q.is(c.chunks[2].word)
	}
	if k := c.where(kPerson); k > 0 && t.low(c.from()) == "instead" && t.low(c.from()+1) == "of" && c.has(kThing) { // "Instead of a hackle she set in a bunch of hen fibres"
		if label, n := t.role(t.pastArticle(c.from() + 2)); n > 0 {
			q.whole.from = c.chunks[k].from
			return q.is(label)
		}
	}
	if t.leavesBare(c) && q.last != "" { // "and left a third of the shank bare for the wing and hackle"
		return q.is(q.last)
	}
	over := c.first && t.overBack(c) && !q.told(someBack, role.WingCase) && c.has(kAct) && c.where(kThing) > 0 && !c.chunks[c.where(kThing)].thing.definite
	if over && (t.low(c.from()) == "over" || t.act(c.from()) != "") { // "Over the back he pulled a strip of clear plastic"
		return q.is(someBack)
	}
	if t.buttsWorked(c) { // "Twist the butts, wind them … That is the abdomen."
		return q.is(someWhere)
	}
	return nil
}

func (q *question) coatsAll() []piece { // "Three coats of resin completed it"
	c := q.c
	if c.first && c.chunks[0].kind == kThing && c.chunks[0].thing.lastNoun == material.Varnish && !c.chunks[0].thing.definite && !q.told(role.Head) && q.t.onHead(c) { // "Black varnish on the head, twice"
		return q.is(role.Head)
	}
	if !c.first || len(c.chunks) < 3 || c.chunks[0].kind != kCoats || c.chunks[1].kind != kPreposition || c.chunks[2].kind != kThing || c.chunks[2].thing.lastNoun != material.Varnish || !q.t.sentenceHas(c, cEndsFly) || q.told(role.Head) && q.last == role.Head {
		return nil
	}
	if q.told(role.Head) {
		return q.is(role.Head)
	}
	return q.is(role.Finish)
}

// onHead tells a clause that puts something on the head.
func (t *stretch) onHead(c clause) bool {
	for k := c.from() + 1; k+1 < c.to(); k++ {
		if t.low(k) == "on" && t.partAlone(k+1, c.to()) == role.Head {
			return true
		}
	}
	return false
}

func (q *question) byWord() []piece { return q.maybe(q.t.byWord(q.c)) }

// pointedAt answers for "these are the wings", "make the wings", "which is black floss".
func (q *question) pointedAt() []piece {
	t, c := q.t, q.c
	if label := t.theseAre(c); label != "" && (q.last == someWhere || q.last == role.Body && label == role.Abdomen) {
		return q.claimed(label)
	}
	if label := t.made(c); label != "" {
		q.whole.makes = true
		return q.is(label)
	}
	if w := t.low(c.from()); q.at > 0 && (w == "which" || w == "this" || w == "that") && c.has(kAuxiliary) {
		if named := q.all[q.at-1]; t.low(named.from()) == "there" { // "There is a second hackle at the head, which is a long blue jay"
			if label := t.subject(named, clause{}); label != "" {
				return q.is(label)
			}
		}
		if w == "which" && !slices.ContainsFunc(c.chunks, func(x chunk) bool { return x.kind == kThing && x.thing.noun }) && t.namesPart(c) { // "white thread, which is the parson's collar"
			return q.is(q.last)
		}
		if label := t.lastPart(q.all[q.at-1]); label != string(measure.Eye) { // "until the body is on, which is black floss", but not "as far as the eye. That is …"
			return q.maybe(label)
		}
	}
	return nil
}

// namesPart tells a clause in which the name of a part stands.
func (t *stretch) namesPart(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if _, n := t.role(k); n > 0 {
			return true
		}
	}
	return false
}

func (q *question) anotherHackle() []piece { // "and another, of grizzle, in front of it"
	if q.last != role.BodyHackle || q.t.is(q.c.from(), cAnd) == 0 || q.t.low(q.c.from()+1) != "another" {
		return nil
	}
	return q.is(role.Hackle)
}

// twoThings answers for two things that are tied in together: "he caught in copper wire and an olive saddle
// hackle".
func (q *question) twoThings() []piece {
	t, c := q.t, q.c
	k := t.secondThing(c)
	if k == 0 || !t.ties(c) || c.has(kTurns, kPart) {
		return nil
	}
	rest := clause{kind: c.kind, chunks: c.chunks[k+1:]}
	second := func(first, label string) []piece {
		return []piece{{label: first, from: c.from(), to: c.chunks[k].from}, {label: label, from: rest.from(), to: c.to()}}
	}
	if first := t.byMaterial(c.chunks[:k], q.last); first != "" {
		if label := t.byMaterial(rest.chunks, first); label != "" {
			return second(first, label)
		}
		return second(first, someWhere)
	}
	if c.first && t.byMaterial(rest.chunks, "") == role.Rib { // "Two strands of herl and a length of silver wire were tied in"
		return second(someWhere, role.Rib)
	}
	if c.first && c.has(kAuxiliary) && q.filled(role.Thread, role.Tail) { // "Three strands of peacock are fixed together with a slip of foam"
		return second(someWhere, someWhere)
	}
	return nil
}

// woundAgain answers for what was tied in before and is wound now: "Over it he wound the hackle in six turns, and the wire
// through it the other way".
func (q *question) woundAgain() []piece {
	t, c := q.t, q.c
	if !c.has(kTurns, kWay) {
		return nil
	}
	for i, x := range c.chunks {
		switch {
		case x.kind == kPart && i > 0 && c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActWinds && t.is(x.from, cArticle) > 0:
			if label, n := t.role(t.pastArticle(x.from)); n > 0 && (q.told(label) || q.told(role.BodyHackle) && label == role.Hackle) {
				return q.is(label)
			}
		case x.kind == kThing && x.thing.definite && x.thing.noun && len(x.thing.colour) == 0 && c.open == "," && (i == 0 || i == 1 && c.chunks[0].kind == kAnd) && !c.has(kAct):
			return q.maybe(t.whoseThing(clause{chunks: c.chunks[i : i+1]}, q.before))
		}
	}
	return nil
}

func (q *question) bySubject() []piece { return q.maybe(q.t.subject(q.c, q.next)) }

func (q *question) byHook() []piece {
	if q.told(role.Hook) {
		return nil
	}
	if k := q.t.styleFirst(q.c); k > 0 && len(q.next.chunks) > 0 && q.next.open == "," && q.t.byAct(q.next) == role.Hook { // "She takes a salmon double, size 6"
		q.whole.from = k
		return q.is(role.Hook)
	}
	label := q.t.byAct(q.c)
	if label != "" {
		q.whole.from = q.t.onHook(q.c)
	}
	return q.maybe(label)
}

func (q *question) bySpokenOf() []piece {
	label := q.r.spoken(q.t, q.c, q.before)
	if label == someWhere && q.t.wound(q.c) && !q.hasBody() { // "the herls were … wound up"
		return q.is(role.Body)
	}
	return q.maybe(label)
}

// turnedLater answers for a whole feather that the sentence goes on to wind: "Now take a small brown hen feather, tie it
// in by the stalk and make two turns".
func (q *question) turnedLater() []piece {
	t, c := q.t, q.c
	k := c.where(kThing)
	if k < 0 || q.told(role.Hackle, role.BodyHackle) || c.has(kPart, kTurns) || !c.chunks[k].thing.one || c.chunks[k].thing.definite || !t.wholeThing(c.chunks[k].thing) {
		return nil
	}
	if kind := c.chunks[k].thing.lastNoun; kind != material.Hackle && kind != material.Feather {
		return nil
	}
	for _, d := range q.all[q.at+1:] {
		switch {
		case d.first, slices.ContainsFunc(d.chunks, func(x chunk) bool { return x.kind == kThing && x.thing.noun && !x.thing.definite }):
			return nil
		case d.has(kTurns) && t.wound(d):
			return q.is(role.Hackle)
		}
	}
	return nil
}

func (q *question) byMaterial() []piece {
	t, c := q.t, q.c
	label := t.byMaterial(c.chunks, q.last)
	if label == role.Rib && !q.hasBody() && (t.ribbedLater(q.all, q.at) || t.touchingLater(q.all, q.at)) { // "Flat tinsel was tied in, wound to the front, then ribbed with oval"
		return q.is(role.Body)
	}
	if k := t.secondThing(c); label != "" && k > 0 && t.brings(c) && !c.has(kTurns) { // "a length of silver wire and a strand of black tubing"
		return q.cut(label, someWhere, k)
	}
	return q.maybe(label)
}

func (q *question) byPlace() []piece {
	if label := q.byDeed(); label != "" {
		return q.is(label)
	}
	if q.t.threadFirst(q.c) && !q.told(role.Thread) {
		return q.is(role.Thread)
	}
	return nil
}

// goesOn answers for what goes on with what was put on the fly before anybody said as what.
func (q *question) goesOn() []piece {
	t, c := q.t, q.c
	switch open := q.last == someWhere; {
	case open && t.wound(c) && !t.brings(c) && !q.hasBody(): // "… and wound up to the wing"
		return q.claimed(role.Body)
	case open && c.has(kTurns, kTimes) && (t.is(c.from(), cStandsFor) > 0 || t.windsIt(c)) && !q.told(role.Hackle) && t.feather(q.before): // "It gets a turn and a half"
		return q.claimed(role.Hackle)
	case open && q.tiedOnTop() && q.hasBody() && !q.hasWing() && q.slipBefore(): // "a slip of hen pheasant, fold it in two and tie it down on top"
		return q.claimed(role.Wing)
	case open && t.overBack(c): // "… and was stretched over the back"
		return q.claimed(someBack)
	case t.overBack(c) && q.brought() != nil && q.unplaced(): // "A strip of clear film is then pulled over the back"
		return q.is(someBack)
	case open || t.newThing(c, q.before) || q.unplaced():
		return q.is(someWhere)
	}
	return nil
}

// tiedOnTop tells a clause that ties what was brought on top of the fly.
func (q *question) tiedOnTop() bool {
	return q.onTop() && q.deed() != "" && !q.c.has(kTurns) && (q.deed() == lexicon.ActTies || q.deed() == lexicon.ActTiesOff || q.deed() == lexicon.ActHolds)
}

// slipBefore tells whether the last thing that nobody said the part of is a slip or a bunch of hair or fibres.
func (q *question) slipBefore() bool {
	for _, p := range slices.Backward(q.before) {
		if p.label != someWhere {
			return false
		}
		for k := p.from; k < p.to; k++ {
			if u := q.t.counts(k); u == lexicon.CountSlip || u == lexicon.CountStrip || u == lexicon.CountFibre {
				return true
			}
		}
	}
	return false
}

// unplaced tells a sentence that puts something new on the fly of which nothing says as what, while the part
// that was spoken of last has its material.
func (q *question) unplaced() bool {
	return q.c.first && q.c.has(kAct) && q.brought() != nil && q.filled(q.last) && !wingLabel(q.last)
}

// windsIt tells a clause that winds what was named before: "and turn it once and a half round".
func (t *stretch) windsIt(c clause) bool {
	for i, x := range c.chunks {
		if x.kind == kAct && x.word == lexicon.ActWinds && (t.is(x.to-1, cStandsFor) > 0 || t.is(x.from+1, cStandsFor) > 0 && x.to > x.from+1 || i+1 < len(c.chunks) && c.chunks[i+1].kind == kStandsFor) {
			return true
		}
	}
	return false
}

// filled tells whether a part has a material by what was told before.
func (q *question) filled(labels ...string) bool {
	return slices.ContainsFunc(q.before, func(p piece) bool { return slices.Contains(labels, p.label) && q.t.hasThing(p) })
}

// onTop tells whether a clause puts a thing over what is there.
func (q *question) onTop() bool {
	for k := q.c.from(); k < q.c.to(); k++ {
		if q.t.is(k, cOnTop) > 0 {
			return true
		}
	}
	return false
}

// deed gives what a clause does first; to dub is to wind.
func (q *question) deed() string {
	for i, x := range q.c.chunks {
		switch {
		case (x.kind == kPrepared || x.kind == kThing || x.kind == kAct) && strings.HasPrefix(q.t.low(x.from), "dub"):
			return lexicon.ActWinds
		case (x.kind == kPrepared || x.kind == kThing) && i > 0 && q.c.chunks[i-1].kind == kPerson && q.t.act(x.from) == lexicon.ActWinds: // "Then she spun black deer hair"
			return lexicon.ActWinds
		case x.kind == kAct, x.kind == kStart:
			return x.word
		}
	}
	return ""
}

// brought gives the material that a clause puts on the fly: the first that is named there for the first time
// and stands behind no preposition.
func (q *question) brought() *phrase {
	for i, x := range q.c.chunks {
		if x.kind == kThing && x.thing.noun && (!x.thing.definite || q.fresh(x)) && !(i > 0 && q.c.chunks[i-1].kind == kPreposition && q.c.chunks[i-1].word != "of") {
			return x.thing
		}
	}
	return nil
}

// fresh tells a definite thing that nobody spoke of before: "the finest claret fur".
func (q *question) fresh(x chunk) bool {
	return len(x.thing.colour)+len(x.thing.grade) > 0 && q.t.low(x.from+1) != "same" && !slices.ContainsFunc(q.before, func(p piece) bool { return q.t.mentions(p, q.t.nounOf(x)) })
}

// byDeed gives the part that a material is for by what is done with it and what the fly has already: what
// is tied in first is the tail, what is dubbed or wound next is the body, what is set on top of that the wing.
func (q *question) byDeed() string {
	t, c, act := q.t, q.c, q.deed()
	p := q.brought()
	if p == nil && act == lexicon.ActWinds && !q.hasBody() && c.has(kThing) && slices.ContainsFunc(c.chunks, func(x chunk) bool { return strings.HasPrefix(t.low(x.from), "dub") }) && !c.chunks[c.where(kThing)].thing.definite { // "Dub a rope of pink and grey"
		return role.Body
	}
	if p == nil {
		return ""
	}
	body, tail, wing := q.filled(role.Body, role.Abdomen), q.told(role.Tail), q.hasWing()
	over := q.onTop()
	upright := (c.first || act == lexicon.ActTies) && t.stands(q.all, q.at)
	slip := p.unit == lexicon.CountSlip
	tied := act == lexicon.ActTies
	switch {
	case over && !wing && !body && tied && !q.atBend() && (p.lastNoun == material.Hair || p.lastNoun == material.Plume), // "Tie a bunch of bucktail on top, close behind the eye"
		upright && !wing && (slip && c.first || tied), // "Two slips of starling, matched, were set upright"
		slip && !wing && (tied && body || over) && p.lastNoun != material.Strip && p.lastNoun != material.Foam:
		return role.Wing
	}
	wound := act == lexicon.ActWinds
	switch kind := p.lastNoun; kind {
	case material.Hackle:
		turned := (wound || act == lexicon.ActStops || act == lexicon.ActBrings && (q.hasWing() || q.hasBody()) && !q.told(role.Hackle)) && c.has(kTurns)
		if turned || wound && !q.told(role.Hackle, role.BodyHackle) && !t.alongBody(c) {
			if q.told(role.Hackle, role.BodyHackle) {
				return "front hackle"
			}
			return role.Hackle
		}
	case material.Plume, material.Fibre, material.Feather, material.Hair:
		return q.ofFibres(p, kind, tied, wound, body, tail, wing, over)
	case material.Fur, material.Wool, material.Floss, material.Herl, material.Quill, material.Biot, material.Yarn, material.Tinsel:
		switch n := len(q.before); {
		case kind == material.Biot && tied && !tail && !q.hasBody():
			return role.Tail
		case wound && !body && !q.hasBody() && n > 1:
			return role.Body
		case wound && kind == material.Fur && n > 0 && wingLabel(q.last) && !q.told(role.Thorax): // "Dub a little mole in front of and behind the tuft"
			return role.Thorax
		case wound && kind == material.Fur && q.hasBody() && !q.told(role.Thorax) && q.atFront(): // "At the shoulder he dubbed a ball of white rabbit"
			return role.Thorax
		case wound && (kind == material.Fur || kind == material.Herl) && !q.told(role.Thorax) && t.low(c.from()) == "in" && t.low(c.from()+1) == "front": // "In front of it she dubbed mole"
			return role.Thorax
		}
	}
	return ""
}

// ofFibres is byDeed for hair, fibres and feathers.
func (q *question) ofFibres(p *phrase, kind material.Kind, tied, wound, body, tail, wing, over bool) string {
	if (kind == material.Feather || kind == material.Fibre) && q.c.has(kTurns) && !q.told(role.Hackle) && p.unit != lexicon.CountFibre && len(q.before) > 1 { // "Put on two turns of starling"
		return role.Hackle
	}
	whole := (kind == material.Feather || kind == material.Fibre || kind == material.Plume) && p.one && q.t.wholeThing(p) // but "caught in a partridge feather by its stem"
	switch {
	case kind == material.Feather && (wound || q.deed() == lexicon.ActBrings) && q.c.has(kTurns) && !q.told(role.Hackle) && q.hasBody():
		return role.Hackle
	case (tied || p.count != nil && (p.unit == lexicon.CountFibre || p.unit == lexicon.CountStrand || kind == material.Fibre)) && !whole && !tail && !body:
		return role.Tail
	case (tied || over) && body && !wing && !whole && (over || kind == material.Plume || kind == material.Hair && tail):
		return role.Wing
	case kind == material.Hair && wound && !body && !q.hasBody() && len(q.before) > 1:
		return role.Body
	}
	return ""
}

// atFront tells a clause in which something is put between the body and the eye.
func (q *question) atFront() bool {
	if x := q.c.chunks[0]; x.kind == kPreposition && x.word == "at" && len(q.c.chunks) > 1 && q.c.chunks[1].kind == kPlace && (q.c.chunks[1].l.Of == measure.Shank && q.c.chunks[1].l.High < 0.5 || q.c.chunks[1].l.Of == role.Thorax) {
		return true
	}
	for k := q.c.from(); k < q.c.to(); k++ {
		if q.t.low(k) == "between" || q.t.low(k) == "at" && q.t.low(k+1) == "the" && q.t.low(k+2) == "front" || q.t.low(k) == "behind" && q.t.low(k+1) == "the" && q.t.low(k+2) == role.Bead {
			return true
		}
	}
	return false
}

// atBend tells a clause in which something is put at the bend.
func (q *question) atBend() bool {
	return slices.ContainsFunc(q.c.chunks, func(x chunk) bool {
		return (x.kind == kPlace || x.kind == kStart || x.kind == kEnd) && (x.l.Of == measure.Bend || x.l.Of == measure.Shank && x.l.Low == 1)
	})
}

// wholeThing tells a phrase that names a feather that is put on whole.
func (t *stretch) wholeThing(p *phrase) bool { return p.to > 0 && wholeFeathers[t.low(p.to-1)] }

// someBack is what goes over the back of a fly and is told under no other name.
const someBack = "back"

// partAlone gives the part that stands alone between two tokens, behind an article or none.
func (t *stretch) partAlone(from, to int) string {
	k := t.pastArticle(from)
	if label, n := t.role(k); n > 0 && k+n == to {
		return label
	}
	return ""
}

// partNamed gives the part that ends at a token, behind an article: "to make a head".
func (t *stretch) partNamed(from, to int) string {
	if t.is(from, cArticle) == 0 {
		return ""
	}
	return t.partAlone(from, to)
}

// someWhere labels what is put on a fly while nothing says as which part.
const someWhere = "?"
