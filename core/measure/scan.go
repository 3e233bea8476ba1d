package measure

import (
	"math"
	"strings"

	"mothledger/core/lexicon"
)

// Parts recognises the label of a part at the start of toks and says how many
// tokens it takes; 0 where there is none.
type Parts = func(toks []Token) (name string, n int)

func low(toks []Token, i int) string {
	if i < 0 || i >= len(toks) {
		return ""
	}
	return toks[i].Low
}

func is(toks []Token, i int, words ...string) bool {
	l := low(toks, i)
	for _, w := range words {
		if l == w {
			return l != ""
		}
	}
	return false
}

// unitAt reads what a length is counted in: "the hook shank", "gapes",
// "eye lengths", "the length of the body".
func unitAt(toks []Token, i int, parts Parts) (Unit, float64, int) {
	k := i
	skip := func(words ...string) bool {
		if is(toks, k, words...) {
			k++
			return true
		}
		return false
	}
	if is(toks, k, "of") && !is(toks, k+1, "the", "a", "an", "shank", "hook", "gape", "body", "tail", "its") {
		return "", 0, 0
	}
	skip("×", "x", "times")
	skip("of")
	skip("the", "a", "an", "its", "that", "this")
	skip("whole", "entire")
	if is(toks, k, "length", "width", "depth", "height") && is(toks, k+1, "of") {
		k += 2
		skip("the", "a", "its")
	}
	done := func(u Unit, f float64) (Unit, float64, int) {
		if is(toks, k, "is") && is(toks, k+1, "deep", "wide", "long", "high") {
			k += 2
		}
		for is(toks, k, "length", "lengths", "width", "widths", "long", "wide") {
			k++
		}
		return u, f, k - i
	}
	if f, n := unitOfRule(toks, k); n > 0 {
		return MM, f, k + n - i
	}
	hook := skip("hook", "hook's", "hooks")
	switch {
	case skip("shank", "shanks", "shank's", "shk"):
		return done(Shank, 1)
	case skip("gape", "gapes", "gap", "gaps", "gape's"):
		return done(Gape, 1)
	case skip("eye", "eyes", "eye's"):
		return done(Eye, 1)
	case hook && is(toks, k, "point", "bend", "barb"):
		return "", 0, 0
	case hook:
		return done(HookU, 1)
	}
	if name, n := parts(toks[min(k, len(toks)):]); n > 0 {
		k += n
		return done(Unit(name), 1)
	}
	if part, ok := strings.CutSuffix(low(toks, k), "'s"); ok { // "twice the body's length"
		if name, n := parts([]Token{{Low: part, Kind: Word}}); n == 1 && is(toks, k+1, "length", "width", "height") {
			k++
			return done(Unit(name), 1)
		}
	}
	return "", 0, 0
}

// unitOfRule reads a unit of the rule, and how many millimetres it is.
func unitOfRule(toks []Token, k int) (f float64, n int) {
	switch {
	case is(toks, k, "mm", "millimetre", "millimetres", "millimeter", "millimeters"):
		return 1, 1
	case is(toks, k, "cm", "centimetre", "centimetres", "centimeter", "centimeters"):
		return 10, 1
	case is(toks, k, "inch", "inches", `"`):
		return MMPerInch, 1
	case is(toks, k, "in") && k > 0 && toks[k-1].Kind == Number && strings.Contains(toks[k-1].Low, "/") && !is(toks, k+1, "from", "front", "the", "all"): // "5/64 in gold"
		return MMPerInch, 1
	case is(toks, k, "in") && (k+1 >= len(toks) || toks[k+1].Kind != Word || is(toks, k+1, "long", "wide", "high", "tall", "of")): // not "2 in front"
		return MMPerInch, 1
	}
	return 0, 0
}

var (
	asLong = PhrasesOf("as long")
)

// partOver reads "and a fourth part over" at token k.
func partOver(toks []Token, k int) (float64, int) {
	more, n := andFraction(toks, k, "a", "one")
	if n == 0 {
		return 0, 0
	}
	if is(toks, k+n, "part") {
		n++
	}
	if !is(toks, k+n, "over", "more", "again", "longer", "besides", "beyond") {
		return 0, 0
	}
	return more, n + 1
}

var halfAgain = PhrasesOf("half again")

// overUnder are comparisons that follow a fraction; the first shorterThan of them
// take it off, the others add it.
var overUnder = PhrasesOf("over or under")

const shorterThan = 2

var comparative = lexicon.Set("comparative")

// ScanLength reads a length or a reach at token i and says how many tokens it
// took, 0 where none stands there.
func ScanLength(toks []Token, i int, parts Parts) (Length, int) {
	if l, n := scanReach(toks, i, parts); n > 0 {
		return l, n
	}
	k := i
	if p, n := looseTrie.match(toks, k); n > 0 {
		return Length{Low: Loose[p].Low, High: Loose[p].High, Of: Loose[p].Of}, n
	}
	if n := eyeToBend(toks, k); n > 0 {
		return Length{Low: 1, High: 1, Of: Shank}, n
	}
	l, n, lo, hi, led := scanHedged(toks, k, parts)
	if n > 0 {
		return l, n
	}
	k += led
	if _, n := asLong.Match(toks, k); n > 0 {
		j := k + n
		if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 {
			if more, w := partOver(toks, j+m); w > 0 { // "as long as the body and a fourth part over"
				return Length{Low: round(lo + more), High: round(hi + more), Of: u}, j + m + w - i
			}
			if _, w := halfAgain.Match(toks, j+m); w > 0 { // "as long as the shank and half again"
				return Length{Low: lo + 0.5, High: hi + 0.5, Of: u}, j + m + w - i
			}
			return Length{Low: lo, High: hi, Of: u}, j + m - i
		}
		if v, w := ScanNumber(toks, j); w > 0 { // "as wide as two gapes"
			if u, f, m := unitAt(toks, j+w, parts); m > 0 && f == 1 && u != MM && !(Length{Of: u}).IsPart() {
				return Length{Low: v.Low * lo, High: v.High * hi, Of: u}, j + w + m - i
			}
		}
		return Length{}, 0
	}
	if is(toks, k, "once") && is(toks, k+1, "and") && is(toks, k+2, "a") && is(toks, k+3, "half") { // "once and a half as long as the hook"
		if _, n := asLong.Match(toks, k+4); n > 0 || is(toks, k+4, "the") { // "once and a half the hook"
			if u, f, m := unitAt(toks, k+4+n, parts); m > 0 && f == 1 {
				return Length{Low: 1.5, High: 1.5, Of: u}, k + 4 + n + m - i
			}
		}
	}
	if is(toks, k, "twice", "double", "thrice") {
		v := 2.0
		if is(toks, k, "thrice") {
			v = 3
		}
		j := k + 1
		if _, n := asLong.Match(toks, j); n > 0 {
			j += n
		}
		if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 {
			return Length{Low: v, High: v, Of: u}, j + m - i
		}
		return Length{}, 0
	}
	if v0, v1, ok := scanNumbered(toks, i, parts, k); ok {
		return v0, v1
	}
	return scanShares(toks, i, parts, k, lo, hi)
}

// scanHedged reads a length behind a word such as "about" or "barely". Where as much as another thing is meant, "about as
// long as the tail", it gives no length, but by how much, and how many tokens say so.
func scanHedged(toks []Token, k int, parts Parts) (l Length, n int, lo, hi float64, led int) {
	lo, hi = 1, 1
	h, n := hedgeTrie.match(toks, k)
	if n == 0 {
		return Length{}, 0, lo, hi, 0
	}
	hedged := func(u Unit, n int) (Length, int, float64, float64, int) {
		return Length{Low: Hedges[h].Low, High: Hedges[h].High, Of: u}, n, lo, hi, 0
	}
	if m := eyeToBend(toks, k+n); m > 0 {
		return hedged(Shank, n+m)
	}
	// "a good third", "about as long as the tail"
	if _, m := asLong.Match(toks, k+n); m > 0 || strings.HasSuffix(Hedges[h].Words, "er than") {
		if m > 0 {
			lo, hi = Hedges[h].Low, Hedges[h].High
			led = n
		} else if u, f, m := unitAt(toks, k+n, parts); m > 0 && f == 1 && u != MM {
			return hedged(u, n+m)
		}
	} else if is(toks, k+n, "shank", "gape", "gap") { // "about gape width"
		u, _, m := unitAt(toks, k+n, parts)
		return hedged(u, n+m)
	} else if is(toks, k+n, "the", "a", "one", "full") && !(is(toks, k, "around") && is(toks, k+1, "the")) { // "around the shank" says where
		// "barely a gape", "just under the shank", "just under a full shank"
		j := k + n + 1
		if is(toks, j, "full", "whole") {
			j++
		}
		if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 && u != MM && !(Length{Of: u}).IsPart() { // "around the wing" says where
			return hedged(u, j-k+m)
		}
	}
	return Length{}, 0, lo, hi, led
}

// scanNumbered reads a length that begins with a number: "1½ gapes", "three quarters of the shank".
func scanNumbered(toks []Token, i int, parts Parts, k int) (Length, int, bool) {
	if v, n := ScanNumber(toks, k); n > 0 {
		j := k + n
		if is(toks, j, "%", "percent") { // "40 % of the shank"
			if u, f, m := unitAt(toks, j+1, parts); m > 0 && f == 1 && u != MM && is(toks, j+1, "of") {
				return Length{Low: round(v.Low / 100), High: round(v.High / 100), Of: u}, j + 1 + m - i, true
			}
			return Length{}, 0, true
		}
		if l, m := scanWay(toks, v, j, parts); m > 0 {
			return l, j + m - i, true
		}
		if is(toks, j, "full", "whole") {
			j++
		}
		if is(toks, j, "times", "×", "x") {
			j++
			if is(toks, j, "to") {
				if l, m := scanReach(toks, j, parts); m > 0 && l.Low == 1 && l.High == 1 {
					return Length{Low: v.Low, High: v.High, Of: l.Of, Reach: true}, j + m - i, true
				}
			}
		}
		if v.High < 1 { // "half as long again as the body", "a third shorter than the tail"
			if c, m := overUnder.Match(toks, j); m > 0 {
				u, f, w := unitAt(toks, j+m, parts)
				if w == 0 || f != 1 || u == MM {
					return Length{}, 0, true
				}
				l := Length{Low: 1 + v.Low, High: 1 + v.High, Of: u}
				if c < shorterThan {
					l.Low, l.High = 1-v.High, 1-v.Low
				}
				return Length{Low: round(l.Low), High: round(l.High), Of: u}, j + m + w - i, true
			}
		}
		if _, m := asLong.Match(toks, j); m > 0 {
			j += m
		}
		if u, f, m := unitAt(toks, j, parts); m > 0 {
			if comparative[low(toks, j+m)] && is(toks, j+m+1, "than") { // "2 mm longer than the tail" is no length of 2 mm
				return Length{}, 0, true
			}
			alone := (v.High < 1 || v.Low != math.Trunc(v.Low)) && (j+m >= len(toks) || toks[j+m].Kind == Mark) // "1/2 body"
			if (Length{Of: u}).IsPart() && !alone && !partUnitFits(toks, k, n, j, j+m) {
				return Length{}, 0, true
			}
			if u == HookU && is(toks, j+m-1, "hooks") && v.Low == math.Trunc(v.Low) { // "two hooks were brought"
				return Length{}, 0, true
			}
			if u == HookU && j == k+n && v.Low > 4 { // "on a size 14 hook"
				return Length{}, 0, true
			}
			return Length{Low: round(v.Low * f), High: round(v.High * f), Of: u}, j + m - i, true
		}
		return Length{}, 0, true
	}
	return Length{}, 0, false
}

// scanShares reads lengths that begin with no number: halfway to a place, a gape, "gape and a half".
func scanShares(toks []Token, i int, parts Parts, k int, lo, hi float64) (Length, int) {
	if is(toks, k, "halfway", "midway") {
		if l, m := scanWay(toks, Interval{0.5, 0.5}, k, parts); m > 0 {
			return l, k + m - i
		}
	}
	if is(toks, k, "a", "an", "one", "full") {
		j := k + 1
		if is(toks, j, "full", "whole") {
			j++
		}
		if is(toks, j, "hook", "shank", "gape", "gap") || is(toks, j, "eye") && is(toks, j+1, "length") {
			if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 {
				more, w := andMore(toks, j+m)
				return Length{Low: lo + more, High: hi + more, Of: u}, j + m + w - i
			}
		}
	}
	if is(toks, k, "shank", "gape", "gap") && is(toks, k+1, "long", "high") { // "gape long"
		u, _, _ := unitAt(toks, k, parts)
		return Length{Low: lo, High: hi, Of: u}, k + 2 - i
	}
	if is(toks, k, "shank", "gape", "gap") && is(toks, k+1, "+", "plus", "less", "minus") { // "shank + half"
		u, _, _ := unitAt(toks, k, parts)
		return Length{Low: lo, High: hi, Of: u}, k + 1 - i
	}
	if is(toks, k, "shank", "gape", "gap") && is(toks, k+1, "x", "×") { // "gape x 1.5"
		if v, n := ScanNumber(toks, k+2); n > 0 && v.High <= 6 {
			u, _, _ := unitAt(toks, k, parts)
			return Length{Low: v.Low, High: v.High, Of: u}, k + 2 + n - i
		}
	}
	if is(toks, k, "shank", "gape", "gap") { // "gape and a half"
		if more, w := andMore(toks, k+1); w > 0 {
			u, _, _ := unitAt(toks, k, parts)
			return Length{Low: lo + more, High: hi + more, Of: u}, k + 1 + w - i
		}
	}
	// "shank length", "body length"
	if u, f, m := unitAt(toks, k, parts); m > 1 && f == 1 && u != MM && is(toks, k+m-1, "length", "lengths") {
		return Length{Low: lo, High: hi, Of: u}, k + m - i
	}
	return Length{}, 0
}

// eyeToBend reads "from the eye to the bend", which is one shank.
func eyeToBend(toks []Token, i int) int {
	k := i
	if is(toks, k, "from") {
		k++
	} else if !is(toks, k, "eye") { // "eye to bend"
		return 0
	}
	for _, word := range []Unit{Eye, Bend} {
		if is(toks, k, "the") {
			k++
		}
		if !is(toks, k, string(word)) {
			return 0
		}
		k++
		if word == Eye {
			if !is(toks, k, "to") {
				return 0
			}
			k++
		}
	}
	return k - i
}

// andMore reads the rest of "a gape and a half".
func andMore(toks []Token, k int) (float64, int) { return andFraction(toks, k, "a") }

// andFraction reads "and a third" with one of these words for the article.
func andFraction(toks []Token, k int, articles ...string) (float64, int) {
	if !is(toks, k, "and") || !is(toks, k+1, articles...) {
		return 0, 0
	}
	if d := denominators[low(toks, k+2)]; d > 0 {
		return 1 / d, 3
	}
	return 0, 0
}

// scanWay reads the rest of "half way down the body", "two thirds of the way along
// the wing": a share of another part. The share v was read; toks[j] follows it.
func scanWay(toks []Token, v Interval, j int, parts Parts) (Length, int) {
	k := j
	switch {
	case is(toks, k, "halfway", "midway", "way"):
		k++
	case is(toks, k, "of") && is(toks, k+1, "the") && is(toks, k+2, "way"):
		k += 3
	default:
		return Length{}, 0
	}
	if !is(toks, k, "down", "along", "up", "over", "to") || v.High > 1 {
		return Length{}, 0
	}
	to := is(toks, k, "to")
	k++
	if is(toks, k, "the", "its") {
		k++
	}
	if to && is(toks, k, "hook") {
		k++
	}
	for _, u := range []Unit{Point, Barb, Bend} {
		if to && is(toks, k, string(u)) { // "half way to the point"
			return Length{Low: v.Low, High: v.High, Of: u, Reach: true}, k + 1 - j
		}
	}
	name, n := parts(toks[min(k, len(toks)):])
	if n == 0 || name == "hook" {
		return Length{}, 0
	}
	return Length{Low: v.Low, High: v.High, Of: Unit(name)}, k + n - j
}

// partUnitFits keeps "two tails" and "5 hackle fibres" from being read as two
// tail lengths: a part serves as a unit only after a fraction or with "the",
// "times", "of" or "length" in between.
func partUnitFits(toks []Token, k, n, j, end int) bool {
	if is(toks, j-1, "x", "×") && end < len(toks) && toks[end].Kind == Word && !is(toks, end, "length", "long", "in") { // "2 x hackle tips"
		return false
	}
	return is(toks, j, "the", "of", "its", "body's") || is(toks, j-1, "×", "times", "x", "as") || j > k+n
}

// Place words for ends of parts: "to the end of the tail".
var ends = PhrasesOf("end of")

func scanReach(toks []Token, i int, parts Parts) (Length, int) {
	verb := 0 // "ending just short of"
	h, n := reachTrie.match(toks, i)
	if is(toks, i, "ending", "finishing", "stopping", "reaching", "extending", "going", "reach", "reaches", "extend", "cut", "trimmed") {
		if g, m := reachTrie.match(toks, i+1); m > 0 && m+1 > n {
			h, n, verb = g, m, 1
		}
	}
	if n == 0 {
		return Length{}, 0
	}
	if e := ReachHedges[h]; e.Low == 1 && e.High == 1 { // "long enough to reach" + "a shade past"
		if g, m := reachTrie.match(toks, i+verb+n); m > 0 {
			h, n = g, n+m
		}
	}
	k := i + verb + n
	if _, m := ends.Match(toks, k); m > 0 {
		k += m
	}
	if is(toks, k, "the", "its") {
		k++
	}
	if is(toks, k, "outside", "outer", "outermost", "furthest", "start", "deepest") {
		k++
		if is(toks, k, "of") {
			k++
		}
		if is(toks, k, "the") {
			k++
		}
	}
	at := func(u Unit, m int) (Length, int) {
		return Length{Low: ReachHedges[h].Low, High: ReachHedges[h].High, Of: u, Reach: true}, k + m - i
	}
	hooked := 0
	if is(toks, k, "hook", "hook's") {
		hooked = 1
	}
	switch u := Unit(low(toks, k+hooked)); u {
	case Point, Barb, Bend:
		return at(u, hooked+1)
	}
	if hooked == 0 {
		if name, m := parts(toks[min(k, len(toks)):]); m > 0 && name != "hook" {
			if is(toks, k+m, "tip", "tips", "end", "ends") {
				m++
			}
			return at(Unit(name), m)
		}
	}
	return Length{}, 0
}
