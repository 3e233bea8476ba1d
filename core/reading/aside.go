package reading

import (
	"mothledger/core/lexicon"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// absent reads "none", "no tail", "omitted".
func (p *partReader) absent() {
	first := 0
	for first < len(p.toks) && p.toks[first].Kind == measure.Mark {
		first++
	}
	if _, n := absentSet.Match(p.toks, first); n > 0 {
		if p.low(first) == "none" && p.low(first+1) == "," && p.low(first+2) == "or" { // "none, or two turns of hen"
			p.part.Optional = true
			p.take(first, 1, "optional", "an extra; the plain fly lacks it")
			return
		}
		rest := first + n
		for rest < len(p.toks) && (ownWay[p.low(rest)] || p.low(rest) == p.std.Name || p.low(rest) == p.part.Role) {
			rest++
		}
		end := rest
		for end < len(p.toks) && p.toks[end].Kind == measure.Mark {
			end++
		}
		if end == len(p.toks) {
			p.part.Absent = true
			p.take(0, len(p.toks), "plain", "this part is left out")
			return
		}
		if _, own := ownSet.Match(p.toks, end); own > 0 && end > rest { // "none in the original; I add gold wire"
			p.part.Absent = true
			p.part.Said = append(p.part.Said, Said{By: "tier", Text: p.words(end, len(p.toks)-end)})
			p.take(0, rest, "plain", "this part is left out")
			p.take(end, len(p.toks)-end, "said", "this tier's own way, kept apart")
			return
		}
		if k := rest + 1; p.toks[rest].Kind == measure.Mark && p.low(first) == "none" && (p.low(k) == "though" || p.low(k) == "although" || p.low(k) == "but" || p.low(rest) == "." || p.low(rest) == "(" || p.tells(k)) {
			p.part.Absent = true
			p.take(0, rest, "plain", "this part is left out")
			p.remark(k, len(p.toks)-k, "kept as a remark")
		}
	}
}

// tells tells whether what follows a "none" names no material and no number, and so
// is a remark.
func (p *partReader) tells(k int) bool {
	if k >= len(p.toks) || p.low(k) == "or" {
		return false
	}
	for ; k < len(p.toks); k++ {
		if _, noun := p.materialNoun(k); noun && !ofFly[p.low(k)] && p.low(k-1) != "the" || p.toks[k].Kind == measure.Number || cardinalWord(p.low(k)) > 0 {
			return false
		}
	}
	return true
}

var ownWay = lexicon.Set("own way")

func (p *partReader) optional() {
	for i := range p.toks {
		if _, n := optionalSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			if m, _, _ := p.whenAt(i + n); m > 0 { // "optional on 18s"
				p.remark(i, n+m, "kept as a remark")
				continue
			}
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
	if _, n := leadIn.Match(p.toks, 0); n > 0 && n < len(p.toks) && p.freeRun(0, n) {
		p.take(0, n, "plain", "")
	}
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if p.low(i) == "to" && p.low(i+1) == "be" { // "the fibres to be half the shank"
			if _, n := measure.ScanLength(p.toks, i+2, p.name); n > 0 {
				p.take(i, 2, "plain", "")
				continue
			}
		}
		if !p.opensAside(i) {
			continue
		}
		end := p.clauseEnd(i)
		if k := p.wanted(i, end); k > 0 { // "you want them half the shank"
			p.take(i, k, "plain", "")
			continue
		}
		if pronouns[p.low(i)] && p.wound() && p.turnsWithin(i, end) { // "that comes forward in four turns"
			p.take(i, 1, "plain", "")
			continue
		}
		p.remark(i, end-i, "kept as a remark")
		i = end
	}
}

// opensAside tells whether what begins at token i is a reason, a comparison, a caution
// or a command rather than a part of the dressing.
func (p *partReader) opensAside(i int) bool {
	word := p.low(i)
	atStart := i == 0 || p.clauseStart(i) == i || p.low(i-1) == "and"
	if word == "for" && (i == 0 || p.std.Name == "thread") { // "split for the dubbing"
		return i > 0
	}
	if word == "until" { // a place, or the end of a condition
		if _, n := measure.ScanLength(p.toks, i, p.name); n > 0 {
			return false
		}
	}
	if _, n := causeSet.Match(p.toks, i); n > 0 {
		switch before := p.low(i - 1); {
		case (word == "after" || word == "before") && (before == "thick" || before == "thickness"): // "a pencil lead thick after the underfur is combed out"
		case atStart, causeAnywhere[word], word == "or":
			return true
		case speaker[word] && !p.figures(i, p.clauseEnd(i)): // "the thinnest wire you have"
			return true
		}
	}
	if _, n := insteadSet.Match(p.toks, i); n > 0 {
		if _, _, isBound := p.bound(i); !isBound {
			return true
		}
	}
	if word == "to" && verbAfterTo[p.low(i+1)] {
		return true
	}
	return i > 0 && p.clauseStart(i) == i && word != "or" && (p.verdict(i) || p.command(i) || p.without(i))
}

// leadIn are words with which a speaker comes to the material.
var leadIn = phrasesOf("lead in")

// command tells a clause that says what to do with what was named, "varnish it
// before the hackle goes on", and gives no measure.
func (p *partReader) command(i int) bool {
	switch p.low(i + 1) {
	case "it", "them", "this", "these":
	case "some", "the", "out":
		if !imperative[p.low(i)] {
			return false
		}
	default:
		return false
	}
	if standsTo[p.low(i)] || pronouns[p.low(i)] || p.toks[i].Kind != measure.Word {
		return false
	}
	for k := i + 2; k < p.clauseEnd(i); k++ {
		if _, n := measure.ScanLength(p.toks, k, p.name); n > 0 || p.low(k) == "to" || p.low(k) == "from" {
			return false
		}
	}
	return !p.turnsWithin(i, p.clauseEnd(i))
}

// imperative are what a tier is told to do at the end of a part.
var imperative = lexicon.Set("imperative")

// without tells a clause such as "no varnish".
func (p *partReader) without(i int) bool {
	if p.low(i) != "no" {
		return false
	}
	_, noun := p.materialNoun(i + 1)
	_, isRole := role.Find(p.low(i + 1))
	return i+1 < len(p.toks) && (noun || isRole)
}

// verdict tells a clause that judges a material, "bucktail is too coarse", from one
// that names it.
func (p *partReader) verdict(i int) bool {
	for k := i + 1; k < p.clauseEnd(i) && !causeAnywhere[p.low(k)]; k++ {
		switch p.low(k) {
		case "isn't", "aren't", "won't", "doesn't", "can't", "cannot", "couldn't", "wasn't":
			return true
		case "is", "are":
			switch p.low(k + 1) {
			case "too", "better", "worse", "stronger", "weaker", "best", "easier", "harder", "not", "wrong":
				return true
			}
		}
	}
	return false
}

// wanted reads the opening of a clause that gives a length in a speaker's words,
// and how many tokens it takes.
func (p *partReader) wanted(i, end int) int {
	if n := p.endsThere(i); n > 0 {
		return n
	}
	_, n := wantSet.Match(p.toks, i)
	if n == 0 {
		return 0
	}
	for k := i + n; k < min(i+n+2, end); k++ {
		if _, m := measure.ScanLength(p.toks, k, p.name); m > 0 {
			return n
		}
	}
	return 0
}

// endsThere reads "it should stop" before a place, which says where the part ends,
// and "it must not pass" before a landmark.
func (p *partReader) endsThere(i int) int {
	k := i
	if p.low(k) == "and" {
		k++
	}
	if !pronouns[p.low(k)] || speaker[p.low(k)] {
		return 0
	}
	k++
	for p.low(k) == "should" || p.low(k) == "must" || p.low(k) == "may" || p.low(k) == "has" || p.low(k) == "to" || p.low(k) == "just" {
		k++
	}
	switch p.low(k) {
	case "stop", "stops", "end", "ends", "finish", "finishes", "extend", "extends", "reach", "reaches", "not", "go", "goes", "come", "comes", "run", "runs":
	default:
		return 0
	}
	if _, n := measure.ScanLength(p.toks, k, p.name); n > 0 {
		return k - i
	}
	if _, n := endWords.Match(p.toks, k); n > 0 {
		if a, m := p.position(k + n); m > 0 && !a.IsPart() {
			return k - i
		}
	}
	for j := k + 1; j < k+3; j++ { // "it reaches back to the point"
		if l, n := measure.ScanLength(p.toks, j, p.name); n > 0 && l.Reach {
			return j - i
		}
	}
	return 0
}

var wantSet = phrasesOf("wanted")

var pronouns = lexicon.Set("pronoun")

// turnsWithin tells whether a clause says how often something is wound.
func (p *partReader) turnsWithin(i, end int) bool {
	for k := i; k < end; k++ {
		if _, n := measure.ScanNumber(p.toks, k); n > 0 && k+n < end && turnWords[p.low(k+n)] && !p.holdsDown(k, k+n) {
			return true
		}
	}
	return false
}

// speaker are the words of people talking; what follows them without a figure is
// a remark.
var speaker = lexicon.Set("speaker")

// figures tells whether a number stands in a clause.
func (p *partReader) figures(i, end int) bool {
	for ; i < end; i++ {
		if _, n := measure.ScanNumber(p.toks, i); n > 0 {
			return true
		}
	}
	return false
}

// causeAnywhere are words that open a reason in the middle of a clause too.
var causeAnywhere = lexicon.Set("cause")

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

// accounts are what a witness is called: "black on the film".
var accounts = lexicon.Set("account")

// accountAfter tells whether another account is named after token i.
func (p *partReader) accountAfter(i int) bool {
	for k := i + 1; k < len(p.toks); k++ {
		if accounts[p.low(k)] {
			return true
		}
	}
	return false
}

// witnesses keeps apart what two accounts say of one part: the first holds, the
// other is asked about.
func (p *partReader) witnesses() {
	first, last := "", 0
	for i := 0; i < len(p.toks); i++ {
		if !accounts[p.low(i)] || !p.free(i) {
			continue
		}
		from := i
		for from > 0 && (p.low(from-1) == "the" || p.low(from-1) == "in" || p.low(from-1) == "on" || p.low(from-1) == "from" || p.low(from-1) == "first" || p.low(from-1) == "old" || p.low(from-1) == "new" || p.low(from-1) == "older" || p.low(from-1) == "second" || p.low(from-1) == "later" || p.low(from-1) == "(" || p.low(from-1) == "his" || p.low(from-1) == "her" || p.low(from-1) == ",") {
			from--
		}
		if next := p.low(i + 1); from == i || next != "" && p.toks[i+1].Kind != measure.Mark {
			continue
		}
		if from <= last {
			continue
		}
		if b := p.low(from - 1); b == "as" || b == "like" || b == "see" || b == "per" { // "as in the photograph" agrees
			p.remark(from-1, i+2-from, "kept as a remark")
			continue
		}
		if start := p.clauseStart(from); first == "" && !p.accountAfter(i) && start > 1 && start < from { // "hen; coot in the old book"
			first, last = p.words(0, start-1), start
		}
		if first == "" {
			first = p.words(last, from-last)
			p.takeFree(from, i+1-from, "note", "which account says so")
			last = i + 1
			continue
		}
		for last < from && p.toks[last].Kind == measure.Mark {
			last++
		}
		if last >= from {
			continue
		}
		if _, n := elseSet.Match(p.toks, last); n > 0 { // accepted instead, not against
			last = i + 1
			continue
		}
		p.d.Contradict([]int{p.line}, p.part.Role, first, p.words(last, from-last))
		p.remark(last, i+1-last, "another account; the first holds until it is settled")
		last = i + 1
	}
}
