package reading

import (
	"slices"
	"strconv"
	"strings"
	"unicode"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A stretch is the words of one part: its tokens, and what each of them can be.
type stretch struct {
	words  *Words
	s      string
	toks   []measure.Token
	senses [][]sense
	std    role.Role
	label  string
	// what measures stand at each token, scanned once
	scanned []scan
	// strands is 1 where a line is named, which has a breaking strain, -1 where none is, 0 before
	// anybody looked
	strands int8
}

// A scan is what measures a token begins: a number, a place, a length, and how many tokens each
// has; -1 where it was not scanned yet.
type scan struct {
	number                 measure.Interval
	place, length          measure.Length
	numberN, placeN, longN int
}

func newStretch(w *Words, s string, toks []measure.Token, label string) *stretch {
	t := &stretch{words: w, s: s, toks: toks, label: label, senses: w.look(toks)}
	for i, list := range t.senses { // "the straight part. He" is no partridge
		t.senses[i] = slices.DeleteFunc(list, func(x sense) bool {
			return x.n > 1 && t.low(i+x.n-1) == "." && t.capital(i+x.n) && len(t.low(i)) > 3
		})
	}
	t.std, _ = role.Find(label)
	t.scanned = make([]scan, len(toks))
	for i := range t.scanned {
		t.scanned[i].numberN, t.scanned[i].placeN, t.scanned[i].longN = -1, -1, -1
	}
	return t
}

// is gives how many tokens from i on are of a class, the longest way; 0 where none.
func (t *stretch) is(i int, c class) int {
	_, n := t.as(i, c)
	return n
}

// as gives what the tokens from i on stand for in a class, and how many they are.
func (t *stretch) as(i int, c class) (value string, n int) {
	if i < 0 || i >= len(t.senses) {
		return "", 0
	}
	for _, s := range t.senses[i] {
		if s.class == c && s.n > n {
			value, n = s.value, s.n
		}
	}
	return value, n
}

func (t *stretch) low(i int) string {
	if i < 0 || i >= len(t.toks) {
		return ""
	}
	return t.toks[i].Low
}

func (t *stretch) mark(i int) bool { return i < len(t.toks) && t.toks[i].Kind == measure.Mark }

func (t *stretch) word(i int) bool {
	return i >= 0 && i < len(t.toks) && t.toks[i].Kind == measure.Word
}

// text gives tokens as written.
func (t *stretch) text(from, to int) string {
	if to <= from {
		return ""
	}
	return strings.TrimSpace(t.s[t.toks[from].Start:t.toks[to-1].End])
}

// lows gives tokens in lower case, with single spaces.
func (t *stretch) lows(from, to int) string {
	w := make([]string, 0, to-from)
	for _, tok := range t.toks[from:to] {
		w = append(w, tok.Low)
	}
	return strings.Join(w, " ")
}

// oneKind tells two words of one kind of material, "Cock hackle", of which the first is no verb.
func (t *stretch) oneKind(i int) bool {
	a, ok := material.NounKind(t.low(i))
	b, also := material.NounKind(t.low(i + 1))
	return ok && also && a == b
}

// nameOf gives tokens as a name keeps them: in lower case, but for short capitals such
// as CDC.
func (t *stretch) nameOf(from, to int) string {
	w := make([]string, 0, to-from)
	for i, tok := range t.toks[from:to] {
		word := tok.Low
		if s := strings.TrimRight(t.s[tok.Start:tok.End], "-"); dressing.IsUpper(s) && len([]rune(s)) <= 4 && strings.IndexFunc(t.s, unicode.IsLower) >= 0 {
			word = s
		}
		if n := len(w) - 1; n >= 0 && (word == "." || t.low(from+i-1) == "." && tok.Joined) { // "g.p."
			w[n] += word
			continue
		}
		w = append(w, word)
	}
	name := strings.Join(w, " ")
	if strings.Count(name, ".") == 1 { // "mall."
		name = strings.TrimSuffix(name, ".")
	}
	return name
}

// number reads a number that counts something, or its range.
func (t *stretch) number(i int) (measure.Interval, int) {
	if i >= len(t.toks) {
		return measure.Interval{}, 0
	}
	s := &t.scanned[i]
	if s.numberN < 0 {
		s.number, s.numberN = measure.ScanNumber(t.toks, i)
		if base, ok := strings.CutSuffix(t.low(i), "ish"); ok && s.numberN == 0 && base != "" && isDigits(base) { // "10ish fibres"
			v, _ := strconv.ParseFloat(base, 64)
			s.number, s.numberN = measure.Interval{Low: v, High: v}.Times(0.9, 1.1).Whole(), 1
		}
	}
	return s.number, s.numberN
}

// A phrase is a flat group about one material: how many of what, its colours, grade and
// preparation, and its name.
type phrase struct {
	one           bool // a, an
	definite      bool // the, its, these: it points back
	count         *measure.Interval
	unit          string
	colour        []string
	name          []string
	grade, prep   []string
	amount        string
	noun          bool // a noun of the trade is in the name
	strange       int  // words of the name that nobody knows
	of            bool // what is counted stood before "of" or "from"
	self          bool // the part's own name stood before "of"
	source        bool // the name says where a feather comes from
	guess         bool
	share         float64
	lastNoun      material.Kind
	from, to      int
	nameAt, unitA int
	spans         []span
	across        measure.Length // how wide each is
	behind        string         // a form that stands behind the name: hair
}

// A span is some of a phrase's tokens with what they were understood as.
type span struct {
	from, to    int
	as, meaning string
}

// grew tells what a step added to a phrase.
func (p phrase) grew(was phrase) (as, meaning string) {
	switch {
	case len(p.name) > len(was.name):
		if p.strange > was.strange {
			return "material", "not in the vocabulary; kept as part of the name"
		}
		return asMaterial, ""
	case len(p.prep) > len(was.prep):
		return asPreparation, ""
	case len(p.colour) > len(was.colour):
		return asColour, ""
	case len(p.grade) > len(was.grade):
		return "size", ""
	case p.unit != was.unit || p.unitA != was.unitA:
		return asCount, ""
	case p.amount != was.amount:
		return "amount", "an amount without a number"
	}
	return "plain", ""
}

// bareName tells a name of which nothing more is said.
func (p phrase) bareName() bool {
	return len(p.name) > 0 && len(p.colour)+len(p.grade)+len(p.prep) == 0 && p.count == nil && p.unit == "" && p.amount == ""
}

func (p phrase) bare() bool { return len(p.name) == 0 && len(p.colour) == 0 }

// noun reads a phrase at token i, and tells where it ends; i where there is none.
func (t *stretch) noun(i int) (phrase, int) {
	if _, n := t.number(i + 1); t.is(i, cAct) > 0 && t.atStart(i) && n > 0 && t.toks[i+1].Kind == measure.Word && t.counts(i+1+n) == "" && t.nounFollows(i+1+n) { // "Twist three peacock herls"
		return phrase{}, i
	}
	if kind, _ := material.NounKind(t.low(i)); kind == material.Varnish && t.is(i, cNoun) > 0 && (t.low(i+1) == "it" || t.low(i+1) == "them" || t.atStart(i) && t.low(i+1) == "the") || kind == material.Tinsel && t.is(i, cNoun) > 0 && t.is(i+1, cStandsFor) > 0 && (t.is(i-1, cPerson) > 0 || t.is(i, cAct) > 0) || // "She twists them"
		t.is(i, cNoun) > 0 && t.is(i, cAct)+t.is(i, cPreparation) > 0 && t.atStart(i) && (t.is(i+1, cArticle) > 0 || t.is(i+1, cStandsFor) > 0 || t.describes(i+1) && !t.oneKind(i)) && (t.capital(i) || t.low(i-1) == ";" && t.is(i+1, cArticle) > 0) { // "Twist the butts", "Twist black seal's fur on to the silk"
		return phrase{}, i
	}
	p := phrase{from: i, to: i, nameAt: -1, unitA: -1}
	if i > 0 && t.is(i-1, cPerson) > 0 && t.is(i, cAct) == 1 && t.is(i, cPreparation) == 0 { // "he strips eight fibres"
		if _, n := t.number(i + 1); n > 0 || t.is(i+1, cArticle) > 0 {
			return p, i
		}
	}
	k := i
	if n := t.is(k, cGuessed); n > 0 && t.nounFollows(k+n) {
		p.guess = true
		k += n
	}
	k = t.leadIn(&p, k)
	start := k
	if p.count != nil {
		p.spans = append(p.spans, span{i, k, asCount, p.count.String()})
	}
	for k < len(t.toks) {
		was := p
		n := t.step(&p, k, k == start)
		if n == 0 {
			break
		}
		as, meaning := p.grew(was)
		p.spans = append(p.spans, span{k, k + n, as, meaning})
		k += n
	}
	if k == start || p.bare() && p.unit == "" && p.amount == "" && len(p.grade)+len(p.prep) == 0 {
		return phrase{}, i
	}
	if len(p.name) == 1 && strings.HasSuffix(t.low(k-1), "'s") && t.is(k, cSpan) > 0 { // "a bead's width"
		return phrase{}, i
	}
	if !p.noun && len(p.name) == 1 && len(p.colour) == 0 && t.is(p.nameAt, cPreposition) > 0 { // "round the foot of it"
		return phrase{}, i
	}
	p.to = k
	if p.lastNoun == material.Thread && len(p.colour) == 1 && gilt[p.colour[0]] && t.std.Name != role.Thread { // "gold thread"
		p.lastNoun = material.Tinsel
	}
	if p.lastNoun == "" && tinselish(placed{phrase: p}) {
		p.lastNoun = material.Tinsel
	}
	return p, k
}

// leadIn reads what stands before the words of a phrase: an article, how many, how much.
func (t *stretch) leadIn(p *phrase, k int) int {
	if beforeSome[t.low(k)] { // "some fifteen fibres"
		if _, n := t.number(k + 1); n > 0 && t.countsHere(k+1, n) {
			k++
		}
	}
	if n := t.is(k, cAmount); n > 1 || n == 1 && !t.gradeHere(k) {
		return k // an amount such as "a pinch of" has its own article
	}
	art := 0
	if n := t.is(k, cArticle); n > 0 {
		art = n
		p.one = t.low(k) == "a" || t.low(k) == "an"
		p.definite = !p.one
	} else if n := t.is(k, cPointer); n > 0 && (t.nounWord(k+n) || t.counts(k+n) != "") {
		art, p.definite = n, true
	}
	if v, n := t.number(k); n > art && t.countsHere(k, n) {
		p.count, k = t.wholeCount(k, v, n), k+n
		art = 0
	}
	k += art
	if n := t.counts2(k); p.one && n > 0 && t.low(k+n) == "or" && t.low(k+n+1) == "two" { // "a strand or two of blue flash"
		p.count, p.unit, p.unitA, p.of = &measure.Interval{Low: 1, High: 2}, t.counts(k), k, true
		k += n + 2
		if t.low(k) == "of" {
			k++
		}
		return k
	}
	return t.countLed(p, k, art)
}

// countLed reads what stands behind the article: what is counted, and what else the count may be.
func (t *stretch) countLed(p *phrase, k, art int) int {
	if p.count == nil {
		for (t.is(k, cDegree) > 0 && t.word(k+1) || t.sizeLed(k)) && t.is(k, cPreparation) < 2 && t.is(k, cAmount) == 0 && t.is(k, cName) == 0 { // "a very small bunch", "some good"
			if v, n := t.number(k); n > 0 && v.Low > 0 {
				break
			}
			if !t.describes(k + 1) {
				break
			}
			k++
		}
		if v, n := t.number(k); n > 0 && art > 0 && t.countsHere(k, n) { // "the two slips"
			p.count, k = t.wholeCount(k, v, n), k+n
		}
	}
	if p.count != nil {
		if n := t.counts2(k); n > 0 { // "twenty hairs or so of bucktail"
			if m := measure.OrSo(t.toks, k+n); m > 0 && (t.low(k+n+m) == "of" || t.low(k+n+m) == "from") {
				p.unit, p.unitA, p.of = t.counts(k), k, true
				k = t.pastArticle(k + n + m + 1)
			}
		}
		if t.low(k) == "x" || t.low(k) == "×" {
			k++
		}
		if t.low(k) == "of" {
			k++
		}
		if l, m := measure.ScanLength(t.toks, k, t.words.partName); m > 0 && l.Of == measure.MM {
			p.across = l
			k += m
		}
		if t.low(k) == "(" { // "8 (eight) strands"
			if _, n := t.number(k + 1); n > 0 && t.low(k+1+n) == ")" {
				k += n + 2
			}
		}
	}
	return k
}

// sizeLed keeps nothing: words such as "good" before a noun say nothing of it.
func (t *stretch) sizeLed(k int) bool {
	return t.is(k, cQuality) > 0 && t.is(k, cPreposition) == 0 && t.is(k, cColour)+t.is(k, cGrade)+t.is(k, cNoun)+t.is(k, cAmount)+t.is(k, cAdjective)+t.is(k, cShade)+t.is(k, cPreparation) == 0 && t.describes(k+1)
}

// describes tells whether a word can be part of a phrase.
func (t *stretch) describes(k int) bool {
	if !t.word(k) {
		return false
	}
	for _, c := range []class{cNoun, cName, cColour, cShade, cGrade, cAdjective, cAmount, cPreparation, cCounted} {
		if t.is(k, c) > 0 {
			return true
		}
	}
	return t.sizeLed(k) || t.nearColour(k)
}

// nearColour tells "yellowish", which is near a colour.
func (t *stretch) nearColour(k int) bool {
	base, ok := strings.CutSuffix(t.low(k), "ish")
	return ok && material.IsColour(base)
}

// wholeCount gives a count: whole where it was hedged.
func (t *stretch) wholeCount(k int, v measure.Interval, n int) *measure.Interval {
	loose := measure.Hedged(t.toks, k)
	for j := k + 1; j < k+n; j++ {
		loose = loose || measure.OrSo(t.toks, j) > 0
	}
	if loose {
		v = v.Whole()
	}
	return &v
}

// countsHere tells whether the number of n tokens at k can count a thing: not a size, a
// year, a share or a part of a measure.
func (t *stretch) countsHere(k, n int) bool {
	v, _ := t.number(k)
	if v.High < 1 || v.Low > 0 && v.Low < 1 || v.Low >= 1500 {
		return false
	}
	j := k + n
	if t.low(j) == "x" && t.toks[j].Joined && t.strand() { // "4X mono"
		return false
	}
	if t.low(j) == "of" || t.low(j) == "x" || t.low(j) == "×" {
		j++
	}
	if l, m := measure.ScanLength(t.toks, j, t.words.partName); m > 0 && l.Of == measure.MM { // "a pair of 4 mm eyes"
		j += m
	}
	return t.describes(j) || t.counts(j) != "" || t.low(j) == "(" || t.strangeName(j) || t.word(j) && len(t.senses[j]) == 0 && strings.HasSuffix(t.low(j), "s") && len(t.low(j)) > 4 && t.strangeNoun(&phrase{count: &v}, j, false) > 0
}

// counts gives what a word is counted under, "" where it is not counted.
func (t *stretch) counts(k int) string {
	if v, n := t.as(k, cCounted); n > 0 {
		return v
	}
	v, _ := t.as(k, cCountedName)
	return v
}

// counts2 gives how many tokens the word is that a count at k goes by.
func (t *stretch) counts2(k int) int {
	_, n := t.as(k, cCounted)
	return n
}

// gradeHere tells "thin" and "light" that are grades before a noun from amounts.
func (t *stretch) gradeHere(k int) bool { return t.is(k, cGrade) == 1 && t.nounFollows(k+1) }

// step takes the next word or words of a phrase, and tells how many.
func (t *stretch) step(p *phrase, k int, first bool) int {
	if n := t.is(k, cAmount); n > 0 && t.is(k+n, cComparative) > 0 && (t.low(k+n+1) == "than" || t.low(k+n) == "more" || t.low(k+n) == "less") { // "its barbs a little longer than the gape"
		return 0
	}
	if c, n := t.as(k, cCorrected); n > 0 {
		return t.corrected(p, c, k, n)
	}
	if !t.word(k) {
		if t.low(k) == "#" && k+1 < len(t.toks) && t.toks[k+1].Kind == measure.Number && t.std.Form != role.FormHook {
			p.grade = append(p.grade, t.low(k+1))
			return 2
		}
		return 0
	}
	if n := t.is(k+1, cArticle); n > 0 && len(p.name) == 0 { // "for a tail a bunch of tippets"
		if _, m := t.role(k); m == 1 {
			return 0
		}
	}
	if p.noun && t.is(k, cPreposition) > 0 && (t.low(k+1) == "it" || t.low(k+1) == "them" || t.is(k+1, cArticle) > 0) && t.is(k, cName) < 2 { // "lead foil round it"
		return 0
	}
	if _, n := t.role(k); n == 1 && len(p.name) == 0 && t.low(k-1) == "the" && t.low(k-2) == "of" && t.counts(k+1) == lexicon.CountFeather && t.atEnd(k+2) { // "three whisks of the wing feather"
		return 0
	}
	if p.noun && t.low(k) == someBack && (t.is(k+1, cPreposition) > 0 && t.low(k+1) != "of" || particles[t.low(k+1)] || t.low(k+1) == "up" || p.definite && p.lastNoun == material.Thread) { // "a thin gold wire back through the hackle"
		return 0
	}
	if n := t.is(k, cName); n > 0 && !t.longer(k, n, cPreparation) {
		return t.named(p, k, n, true)
	}
	if t.is(k, cTip) > 0 && (p.noun || first && k > 0) { // "dark turkey, tip white"
		if _, n := t.colour(k + 1); n > 0 && t.atEnd(k+1+n) {
			p.prep = append(p.prep, t.lows(k, k+1+n))
			return n + 1
		}
	}
	if c, n := t.colour(k); n > 0 {
		if sides[t.low(k+n)] && (t.is(k+n+1, cPreposition) > 0 || t.is(k+n+1, cQuality) > 0 || t.is(k+n+1, cPlain) > 0) { // "blue side out"
			p.prep = append(p.prep, t.lows(k, k+n+2))
			return n + 2
		}
		if (p.noun || first && t.atStart(k) && t.atEnd(k+n+1) && k > 0) && t.is(k+n, cTip) > 0 { // "turkey strips, white tips"
			p.prep = append(p.prep, t.lows(k, k+n+1))
			return n + 1
		}
		if p.noun && len(p.colour) > 0 && !t.nounFollows(k+n) {
			return 0
		}
		p.colour = append(p.colour, c)
		if t.is(k+n, cColoured) > 0 || colourWords[t.low(k+n)] {
			n++
		}
		return n
	}
	return t.stepQuality(p, k, first)
}

// stepQuality reads how a thing is: how it is marked, how much of it there is, how it is prepared.
func (t *stretch) stepQuality(p *phrase, k int, first bool) int {
	if t.is(k+1, cMarking) > 0 && t.is(k, cColour) == 1 { // "white-tipped"
		p.prep = append(p.prep, t.lows(k, k+2))
		return 2
	}
	if n := t.is(k, cAmount); n > 0 && t.is(k, cDegree) == n && t.is(k+n, cComparative) > 0 { // "came out a little longer"
		return 0
	}
	if n := t.is(k, cAmount); n > 0 && t.is(k, cDegree) == n && t.is(k+n, cPreposition) > 0 && t.low(k+n) != "of" { // "a little behind the eye"
		return 0
	}
	if n := t.is(k, cAmount); n > 0 && t.is(k, cDegree) == n && t.word(k+n) && t.low(k+n) != "of" && !t.describes(k+n) && t.is(k+n, cAct)+t.is(k+n, cPlain)+t.is(k+n, cQuality) > 0 && !t.nounFollows(k+n) { // "a little apart"
		return 0
	}
	if n := t.is(k, cAmount); n == 1 && t.std.Name == role.Thread && strings.HasSuffix(t.low(k), "ly") && t.is(k+1, cPreparation) > 0 { // "lightly waxed"
		m := t.is(k+1, cPreparation)
		p.prep = append(p.prep, t.lows(k, k+1+m))
		return m + 1
	}
	if n := t.is(k, cDegree); n > 0 && len(p.prep) > 0 && (t.atEnd(k+n) || t.is(k+n, cPreposition) > 0 && t.low(k+n) != "of") && t.is(k-1, cPreparation) > 0 { // "splayed a little"
		return n
	}
	if n := t.is(k, cAmount); n > 0 && !(n == 1 && (t.gradeHere(k) || t.is(k+1, cAct) > 0 && !t.describes(k+1))) && t.unitOf(k) == "" {
		n = t.thickness(k, n)
		if a := strings.TrimSuffix(t.lows(k, k+n), " of"); p.amount == "" {
			p.amount = a
		} else {
			p.amount += ", " + a
		}
		return n
	}
	if n := t.dyed(p, k); n > 0 {
		return n
	}
	if n := t.is(k, cPreparation); n > 0 && t.is(k, cNoun) == 0 && !t.works(k, n) && !(t.low(k) == "short" && t.low(k+1) == "of") {
		p.prep = append(p.prep, t.lows(k, k+n))
		return n
	}
	if l := t.low(k); (l == "s" || l == "m" || l == "l") && t.atEnd(k+1) && dressing.IsUpper(t.text(k, k+1)) && (t.std.Form == role.FormRib || t.std.Form == role.FormWound) { // "oval silver, S"
		p.grade = append(p.grade, t.text(k, k+1))
		return 1
	}
	return t.stepName(p, k, first)
}

// stepName reads a word of a grade, a unit or a name.
func (t *stretch) stepName(p *phrase, k int, first bool) int {
	if n := t.is(k, cGrade); n > 0 {
		switch {
		case sizeWords[t.low(k)] && k+1 < len(t.toks) && t.toks[k+1].Kind == measure.Number:
			n = 2
		case oneMore[t.low(k)] && t.is(k+1, cGrade) > 0:
			n = 2
		case sizeWords[t.low(k)]:
			return 0
		}
		p.grade = append(p.grade, t.lows(k, k+n))
		return n
	}
	if n := t.grown(p, k); n > 0 {
		return n
	}
	if n := t.unitHere(p, k); n > 0 {
		return n
	}
	if n := t.is(k, cNoun); n > 0 && !t.otherThing(p, k) {
		return t.named(p, k, n, true)
	}
	if backWords[t.low(k)] && t.low(k+1) == "over" { // "two fibres back over the body"
		return 0
	}
	if n := t.is(k, cAdjective); n > 0 && (t.is(k, cGrowsOn) == 0 || p.noun || t.nounFollows(k+n) || t.grownOn(k)) {
		return t.named(p, k, n, false)
	}
	if !first && (t.is(k, cDegree) > 0 || t.sizeLed(k)) && !p.noun && t.describes(k+1) {
		return 1
	}
	if n := t.strangeShade(p, k, first); n > 0 {
		p.strange++
		p.colour = append(p.colour, t.lows(k, k+n))
		return n
	}
	if n := t.strangeNoun(p, k, first); n > 0 {
		p.strange++
		return t.named(p, k, n, true)
	}
	if t.strangeName(k) && (!p.noun || t.nounWord(k+1) || t.counts(k+1) == lexicon.CountFibre) { // "fox cub's ear"
		p.strange++
		return t.named(p, k, 1, false)
	}
	return 0
}

// grown reads what grows where on which beast, up to the beast: "slips from the tail of a" hen
// pheasant, "fur from the ear of a" hare. Where it grows stands behind the beast in the name.
func (t *stretch) grown(p *phrase, k int) int {
	if len(p.name) > 0 || p.behind != "" || t.low(k+1) != "from" && t.low(k+1) != "of" && t.low(k+1) != "off" {
		return 0
	}
	j := t.pastArticle(k + 2)
	for t.is(j, cQuality) > 0 && t.is(j, cGrowsOn) == 0 {
		j++
	}
	at := t.low(j)
	if t.is(j, cGrowsOn)+t.is(j, cAdjective) == 0 && !(t.is(j, cNoun) > 0 && t.is(k, cNoun) > 0) || at == t.std.Name && t.std.Form == role.FormWing || t.is(j, cOfHook) > 0 || t.low(j+1) != "of" || coverings[at] && t.counts(k) != "" {
		return 0
	}
	end := t.pastArticle(j + 2)
	if !t.describes(end) {
		return 0
	}
	of := t.counts(k)
	kind, ok := material.NounKind(t.low(k))
	switch {
	case of != "":
		p.unit, p.unitA, p.of, p.source = of, k, true, t.low(k+1) == "from"
	case !ok || kind != material.Fur && kind != material.Hair:
		return 0
	}
	if kind == material.Fur && t.is(end, cNoun) > 0 && t.atEnd(end+1) { // "fur from the ear of a hare": hare's ear
		p.name, p.nameAt, p.noun, p.lastNoun = []string{t.low(end) + "'s " + at}, end, true, kind
		return end + 1 - k
	}
	p.behind = at
	return end - k
}

// grownOn tells "from the belly of a water rat".
func (t *stretch) grownOn(k int) bool {
	return t.is(k-1, cArticle) > 0 && t.low(k-2) == "from" && t.low(k+1) == "of" && t.describes(t.pastArticle(k+2))
}

// corrected takes words that somebody said are something.
func (t *stretch) corrected(p *phrase, as string, k, n int) int {
	switch as {
	case asColour:
		p.colour = append(p.colour, t.lows(k, k+n))
	case asMaterial:
		return t.named(p, k, n, true)
	case asPreparation:
		p.prep = append(p.prep, t.lows(k, k+n))
	case asAmount:
		p.amount = t.lows(k, k+n)
	default:
		return 0
	}
	return n
}

// works tells a participle of work, "wound", "tied in", from what a material is.
func (t *stretch) works(k, n int) bool {
	v, m := t.as(k, cAct)
	if m < n {
		return false
	}
	switch v {
	case lexicon.ActHolds, lexicon.ActCuts, lexicon.ActPullsOver, lexicon.ActCovers, lexicon.ActReaches:
		return false
	case lexicon.ActWinds: // "spun deer hair"
		if t.low(k-1) == "(" {
			return false
		}
		return !t.nounFollows(k + n)
	}
	return true
}

// named takes words into the name.
func (t *stretch) named(p *phrase, k, n int, noun bool) int {
	if p.nameAt < 0 {
		p.nameAt = k
	}
	p.name = append(p.name, t.nameOf(k, k+n))
	if noun {
		p.noun = true
		if kind, ok := material.NounKind(t.low(k + n - 1)); ok && kind != material.Unknown {
			p.lastNoun = kind
		}
		if of, m := t.as(k+n-1, cCountedName); m == 1 && (p.unit == "" || p.unitA >= 0 && t.is(p.unitA, cCounted) == 0) {
			p.unit, p.unitA = of, k+n-1
		}
	}
	return n
}

// otherThing tells a word that names a part of the fly, "the tail", from the noun of a
// material, "calf tail".
func (t *stretch) otherThing(p *phrase, k int) bool {
	if kind, ok := material.NounKind(t.low(k)); ok && kind == material.Thread {
		switch t.std.Form {
		case role.FormTail, role.FormWing, role.FormLegs, role.FormCase, role.FormCheek, role.FormPost:
			return true
		}
	}
	if l := t.low(k); p.definite && len(p.name) == 0 && (l == t.label || l == t.std.Name) && !t.nounFollows(k+1) { // "the tail, which is six fibres"
		return true
	}
	ofFly := t.is(k, cOfFly) > 0
	if base, ok := strings.CutSuffix(t.low(k), "s"); ok && !ofFly {
		if node := t.words.tree.next[base]; node != nil {
			ofFly = hasSense(node.senses, cOfFly)
		}
	}
	return ofFly && len(p.name) == 0 && (t.std.Name != t.low(k) || t.std.Form == role.FormLegs)
}

// unitOf gives what the word before "of" or "from" is counted under.
func (t *stretch) unitOf(k int) string {
	if t.low(k+1) != "of" && t.low(k+1) != "from" {
		return ""
	}
	v, _ := t.as(k, cCounted)
	return v
}

// unitHere reads what is counted: "fibres of", "slips", "herls".
func (t *stretch) unitHere(p *phrase, k int) int {
	if label, n := t.role(k); n > 1 && label == t.label && t.low(k+n) == "of" && len(p.name) == 0 && t.describes(t.pastArticle(k+n+1)) { // "a wing case of raffia"
		p.of, p.self = true, true
		return t.pastArticle(k+n+1) - k
	}
	if v, _ := t.as(k, cCounted); v != "" && p.count != nil && t.std.Form == role.FormTail && t.is(k, cLabel) > 0 && t.low(k+1) == "of" && len(p.name) == 0 && t.describes(t.pastArticle(k+2)) { // "three whisks of ginger hackle"
		p.of, p.unit, p.unitA = true, v, k
		return t.pastArticle(k+2) - k
	}
	if l := t.low(k); t.low(k+1) == "of" && len(p.name) == 0 && (l == t.label || l == t.std.Name || l == t.std.Name+"s") && t.describes(t.pastArticle(k+2)) { // "two wings of turkey"
		p.of, p.self = true, true
		return t.pastArticle(k+2) - k
	}
	of := t.counts(k)
	if of == "" {
		return 0
	}
	_, plainUnit := t.as(k, cCounted)
	link := t.low(k+1) == "of" || t.low(k+1) == "from"
	if link && len(p.name) == 0 {
		j := k + 2
		var dummy phrase
		if t.low(k+1) == "from" && t.is(j, cPreposition) == 1 && t.is(j+1, cArticle) > 0 { // "from inside a moorhen's wing"
			j++
		}
		if n := t.is(j, cArticle); n > 0 {
			j += n
		} else if n := t.is(j, cPointer); n > 0 {
			j += n
		}
		if v, n := t.number(j); n > 0 && p.count == nil && t.countsHere(j, n) { // "tips of 8 pheasant tail fibres"
			p.count = t.wholeCount(j, v, n)
			p.of = true
			return j + n - k
		}
		if t.describes(j) && t.step(&dummy, j, true) > 0 || t.placeOnBird(j) > 0 {
			p.unit, p.unitA, p.of = of, k, true
			if t.is(k, cNoun) > 0 && plainUnit == 0 && of == lexicon.CountFibre { // "hairs of natural deer"
				p.behind = strings.TrimSuffix(t.low(k), "s")
			}
			p.source = t.low(k+1) == "from"
			j += t.placeOnBird(j)
			return j - k
		}
		if plainUnit > 0 {
			p.unit, p.unitA = of, k
			return 1
		}
		return 0
	}
	if plainUnit == 0 && p.count != nil && len(p.name)+len(p.colour) == 0 && units[t.low(k)] && strings.HasSuffix(t.low(k), "s") && t.is(k+1, cColour) > 0 { // "40 hairs blue bucktail"
		p.unit, p.unitA = of, k
		return 1
	}
	return t.unitAlone(p, k, of, plainUnit, link)
}

// unitAlone reads what is counted where no material stands behind it.
func (t *stretch) unitAlone(p *phrase, k int, of string, plainUnit int, link bool) int {
	if plainUnit == 0 { // a word of the name as well
		return 0
	}
	if of == lexicon.CountStrip && p.count == nil && len(p.name) > 0 && t.low(k) == lexicon.CountStrip { // "latex strip"
		return 0
	}
	if of == lexicon.CountStrip && !p.one && t.atStart(k) && t.atEnd(k+1) { // "(strip)" tells the shape
		return 0
	}
	if (p.one || t.atStart(k)) && len(p.name) == 0 && t.atEnd(k+1) { // "a slip"
		p.unit, p.unitA = of, k
		return 1
	}
	if p.count == nil && t.is(k, cNoun) > 0 && of == lexicon.CountFeather { // "a starling feather"
		return 0
	}
	if p.unit == lexicon.CountFibre && of == lexicon.CountFeather { // fibre tips are fibres
		return 1
	}
	if p.of && p.unit != "" && !(p.self && t.is(p.unitA, cCounted) == 0) { // but "a tail of hackle fibres"
		return 1
	}
	if t.is(k, cNoun) > 0 && len(p.name) == 0 && len(p.colour) == 0 && p.count == nil && !link {
		return 0
	}
	if len(p.name) == 0 && len(p.colour) == 0 && p.count == nil && t.std.Form == role.FormHook {
		return 0
	}
	p.unit, p.unitA = of, k
	return 1
}

// placeOnBird reads "the knee of" before the bird: where on it the feather grows is no
// other material.
func (t *stretch) placeOnBird(j int) int {
	k := j
	for t.is(k, cArticle) > 0 || t.is(k, cQuality) > 0 {
		k++
	}
	if n := t.is(k, cWhatElse); n > 0 && t.low(k+n) == "of" {
		k += n + 1
		for t.is(k, cArticle) > 0 {
			k++
		}
		if t.describes(k) {
			return k - j
		}
	}
	return 0
}

// dyed reads "dyed yellow" after a material: what it was dyed is its colour, in place of
// the one that took the dye.
func (t *stretch) dyed(p *phrase, k int) int {
	if !dyedWords[t.low(k)] || !p.noun {
		return 0
	}
	end := k + 1
	if t.is(end, cArticle) > 0 { // "dyed the same"
		return 0
	}
	if c, n := t.colour(end); n > 0 {
		_ = c
		end += n
	} else {
		for t.word(end) && end < k+4 && t.is(end, cPlain) == 0 && t.is(end, cPreposition) == 0 && t.is(end, cAuxiliary) == 0 {
			end++
		}
	}
	if end == k+1 {
		return 0
	}
	colour := t.lows(k+1, end)
	if undyed[strings.Join(p.colour, " and ")] {
		p.colour = nil
	}
	p.colour = append(p.colour, colour) // "grizzle dyed olive"
	p.prep = append(p.prep, "dyed")
	return end - k
}

// longer tells whether a phrase of a class stands at k that has more than n tokens.
func (t *stretch) longer(k, n int, c class) bool { return t.is(k, c) > n }

// nounWord tells whether a word can be the noun or the name of a material.
func (t *stretch) nounWord(k int) bool {
	if c, n := t.as(k, cCorrected); n > 0 {
		return c == "material"
	}
	return t.is(k, cNoun) > 0 || t.is(k, cName) > 0
}

// nounFollows tells whether a material's noun stands at or after token k in the same
// phrase.
func (t *stretch) nounFollows(k int) bool {
	for j := k; j < k+4 && t.word(j); j++ {
		if t.is(j, cAnd)+t.is(j, cOr)+t.is(j, cPreposition)+t.is(j, cArticle)+t.is(j, cAuxiliary) > 0 {
			return false
		}
		if t.nounWord(j) {
			return true
		}
		if of, n := t.as(j, cCounted); n > 0 && of == lexicon.CountFibre && j > k && t.std.Form != role.FormHook {
			return true
		}
	}
	return false
}

// strangeName tells a word that nobody knows and that stands before a noun: it belongs to
// the name.
func (t *stretch) strangeName(k int) bool {
	if base, ok := strings.CutSuffix(t.low(k), "'s"); ok { // "the tail's own feather"
		if _, part := role.Find(base); part {
			return false
		}
		if label, n := t.role(k + 1); n > 0 && label == t.label && t.capital(k) { // "Liv's tail is four fibres"
			return false
		}
	}
	return t.word(k) && len(t.senses[k]) == 0 && !strings.ContainsAny(t.low(k), "0123456789/") && (t.nounFollows(k+1) || t.counts(k+1) == lexicon.CountFibre)
}

// strangeShade reads a word that nobody knows in front of a colour, "fire orange": together they
// are a shade.
func (t *stretch) strangeShade(p *phrase, k int, first bool) int {
	if !first || len(p.colour)+len(p.name) > 0 || !t.word(k) || k > 0 && t.hyphened(k-1) || len(t.senses[k]) > 0 || len(t.low(k)) < 3 || strings.HasSuffix(t.low(k), "ly") || strings.HasSuffix(t.low(k), "ing") || strings.HasSuffix(t.low(k), "ed") || strings.HasSuffix(t.low(k), "er") || strings.HasSuffix(t.low(k), "est") || strings.ContainsAny(t.low(k), "0123456789/'") || t.capital(k) && k > 0 {
		return 0
	}
	if n := t.is(k+1, cColour); n > 0 && !t.notColour(k+1, k+n) {
		return 1 + n
	}
	return 0
}

// strangeNoun reads words that nobody knows where only a material's name can stand: behind its
// colour or what it is counted by, or alone in front of a list of parts.
func (t *stretch) strangeNoun(p *phrase, k int, first bool) int {
	if p.noun || len(p.name) > 0 || t.std.Form == role.FormHook || t.low(p.from-1) == "from" || t.is(p.from-1, cArticle) > 0 && t.low(p.from-2) == "from" {
		return 0
	}
	if (t.std.Form == role.FormHead || t.std.Name == role.Finish) && len(p.colour) == 0 || len(t.low(k)) < 4 && len(p.colour) == 0 {
		return 0
	}
	led := len(p.colour) > 0 || p.of && p.unit != "" || p.count != nil
	if !led && !(first && k == 0 && t.std.Name != "" && (!t.has(cAct) && !t.has(cAuxiliary) || strings.HasSuffix(t.low(k), "s") && t.low(k+1) == ",")) {
		return 0
	}
	n := 0
	two := len(p.colour) > 0 && t.atEnd(k+2) // "black booby cord"
	for t.word(k+n) && len(t.senses[k+n]) == 0 && t.toks[k+n].Value == 0 && !strings.ContainsAny(t.low(k+n), "0123456789/") && (n == 0 || t.hyphened(k+n-1) || two && n == 1) {
		n++
	}
	if n == 0 || t.hyphened(k+n-1) || len(t.low(k+n-1)) < 3 {
		return 0
	}
	if !led && (!t.atEnd(k+n) || strings.HasSuffix(t.low(k), "ing") || strings.HasSuffix(t.low(k), "ed")) {
		return 0
	}
	if !t.atEnd(k+n) && t.is(k+n, cPreparation)+t.is(k+n, cPreposition)+t.is(k+n, cAnd)+t.is(k+n, cOr)+t.is(k+n, cAuxiliary) == 0 {
		return 0
	}
	return n
}

// has tells whether a word of a class is in the stretch.
func (t *stretch) has(c class) bool {
	for k := range t.toks {
		if t.is(k, c) > 0 {
			return true
		}
	}
	return false
}

// colour reads a colour phrase: "hot orange", "dark blue dun", "medium olive".
func (t *stretch) colour(k int) (string, int) {
	if !t.word(k) {
		return "", 0
	}
	j := k
	for t.word(j) && (t.is(j, cShade) > 0 || t.nearColour(j)) {
		if n := t.is(j, cColour); n > 1 {
			break
		}
		j++
		if t.mark(j) && t.low(j) == "." && t.toks[j].Joined && t.word(j+1) { // "lt. grey"
			j++
		}
	}
	if j == k+1 && abbreviations[t.low(k)] && t.is(k, cGrade) > 0 && material.IsMetal(t.low(j)) { // "fl. silver" is flat, not fluorescent
		return "", 0
	}
	if j == k+1 && t.shadeAlone(k) {
		return t.low(k), 1
	}
	if t.is(k, cColoured) == 0 && colourWords[t.low(k)] && t.low(k+1) == "of" { // "colour of straw"
		j := t.pastArticle(k + 2)
		if n := t.is(j, cColour); n > 0 {
			return t.lows(j, j+n), j + n - k
		}
	}
	if t.hyphened(k) && t.is(k+1, cColoured) > 0 { // "mouse-coloured"
		return t.low(k), 2
	}
	if j == k && t.hyphened(k) && t.is(k, cName) == 0 { // "wren-brown", "slate-blue"
		if n := t.is(k+1, cColour); n > 0 && !t.notColour(k+1, k+n) && t.is(k, cNoun) == 0 {
			return t.lows(k, k+n+1), n + 1
		}
	}
	n := t.is(j, cColour)
	if n == 0 && t.word(j) && t.is(j+1, cColoured) > 0 && t.is(j, cPlain) == 0 { // "light mouse coloured"
		return t.lows(k, j+1), j - k + 2
	}
	if n == 0 { // a modifier that is a colour by itself: "rusty", "golden"
		if j > k {
			if m := t.is(j-1, cColour); m > 0 {
				j, n = j-1, m
			} else if t.nearColour(j-1) && t.nounFollows(j) { // "yellowish fur"
				return t.lows(k, j), j - k
			}
		}
		if n == 0 {
			return "", 0
		}
	}
	return t.colourOn(k, j, n)
}

// colourOn reads a second colour word that is joined to the first.
func (t *stretch) colourOn(k, j, n int) (string, int) {
	last := j + n - 1
	if middling[t.low(k)] && j > k { // "medium copper wire" is of medium gauge
		switch kind, _ := t.headKind(last + 1); {
		case material.IsMetal(t.low(last)), kind == material.Wire, kind == material.Tinsel, kind == material.Rubber, kind == material.Strip, t.low(last+1) == lexicon.Chenille:
			return "", 0
		}
	}
	if t.notColour(k, last) {
		return "", 0
	}
	for t.word(last + 1) { // "ginger-brown", "brown olive": a second colour word joined to the first
		m := t.is(last+1, cColour)
		if m == 0 || t.notColour(last+1, last+m) || t.is(last+1, cName) > m {
			break
		}
		last += m
	}
	return strings.ReplaceAll(t.lows(k, last+1), " . ", " "), last - k + 1
}

// shadeAlone tells whether "dark", "light" or "pale" stands right before a feather, a hair
// or a fur, where it is the colour by itself.
func (t *stretch) shadeAlone(k int) bool {
	if !lightness[t.low(k)] {
		return false
	}
	if t.std.Form == role.FormHook || t.std.Name == role.Thread || !t.nounFollows(k+1) || t.is(k+2, cColoured) > 0 {
		return false
	}
	if t.is(k+1, cColour) > 0 && t.is(k+1, cName) == 0 && t.is(k+1, cNoun) == 0 {
		return false // "dark olive"
	}
	switch kind, _ := t.headKind(k + 1); kind {
	case material.Hair, material.Hackle, material.Feather, material.Slip, material.Fibre, material.Biot, material.Quill, material.Plume:
		return true
	case material.Fur:
		return t.low(k) != lexicon.ShadeLight || t.low(k+1) != lexicon.Dubbing
	}
	return false
}

// hyphened tells whether a hyphen joins token k to the next.
func (t *stretch) hyphened(k int) bool {
	tok := t.toks[k]
	return tok.Kind == measure.Word && strings.HasSuffix(t.s[tok.Start:tok.End], "-")
}

// notColour keeps apart words that are colours elsewhere: "copper" as a material of its
// own, "hare" as the beast, "white tipped".
func (t *stretch) notColour(from, last int) bool {
	next := last + 1
	if t.is(next, cMarking) > 0 {
		return true
	}
	switch word := t.low(last); {
	case ofPart[t.low(next)], beasts[word]:
		return true
	case colourOf[word] != "":
		return t.low(next) == colourOf[word]
	case word == lexicon.Brass:
		return t.std.Form == role.FormBead && t.colouredBefore(from) || ofBrass[t.low(next)]
	case word == lexicon.Natural:
		return false
	}
	return from > last
}

// colouredBefore tells whether a colour stands before token k: a copper coloured bead of
// brass is of brass.
func (t *stretch) colouredBefore(k int) bool {
	return slices.ContainsFunc(t.toks[:k], func(x measure.Token) bool { return material.IsColour(x.Low) })
}

// headKind gives the kind of the last material noun of the phrase at k.
func (t *stretch) headKind(k int) (material.Kind, bool) {
	kind, ok := material.Unknown, false
	for j := k; j < k+6 && t.word(j) && t.is(j, cAnd)+t.is(j, cOr)+t.is(j, cPreposition) == 0; j++ {
		if v, is := material.NounKind(t.low(j)); is {
			kind, ok = v, true
		}
	}
	return kind, ok
}

// thickness adds to an amount what it is taken before or after: "a pencil's thickness before
// the underfur is combed out".
func (t *stretch) thickness(k, n int) int {
	if w := t.low(k + n); n < 2 || w != "before" && w != "after" {
		return n
	}
	for j := k + n + 1; j < k+n+7; j++ {
		if t.atEnd(j) {
			return j - k
		}
	}
	return n
}

// pastArticle gives the token after articles.
func (t *stretch) pastArticle(k int) int {
	for t.is(k, cArticle) > 0 {
		k++
	}
	return k
}
