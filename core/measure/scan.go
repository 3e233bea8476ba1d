package measure

import "math"

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

var cardinals = map[string]float64{
	"one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
	"eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14, "fifteen": 15, "sixteen": 16, "eighteen": 18, "twenty": 20,
	"thirty": 30, "single": 1, "pair": 2, "couple": 2, "dozen": 12,
}

var denominators = map[string]float64{"half": 2, "halves": 2, "third": 3, "thirds": 3, "quarter": 4, "quarters": 4, "fourth": 4, "fourths": 4, "fifth": 5, "fifths": 5, "sixth": 6, "eighth": 8, "eighths": 8}

// scanOne reads one plain number at i: "5", "two and a half", "two-thirds",
// "half a dozen", "a third". It gives how many tokens it took.
func scanOne(toks []Token, i int) (float64, int) {
	if i >= len(toks) {
		return 0, 0
	}
	t := toks[i]
	if t.Kind == Number {
		if is(toks, i+1, "and") && is(toks, i+2, "a") && is(toks, i+3, "half") {
			return t.Value + 0.5, 4
		}
		return t.Value, 1
	}
	article := 0
	if is(toks, i, "a", "an", "one") && (is(toks, i+1, "half", "third", "quarter", "fifth", "sixth", "eighth", "dozen", "pair", "couple", "single")) {
		article = 1
	}
	k := i + article
	switch l := low(toks, k); {
	case l == "half" && is(toks, k+1, "a") && is(toks, k+2, "dozen"):
		return 6, article + 3
	case l == "half" && is(toks, k+1, "dozen"):
		return 6, article + 2
	case (l == "pair" || l == "couple") && is(toks, k+1, "of"):
		return 2, article + 2
	case denominators[l] > 0 && l[len(l)-1] != 's':
		return 1 / denominators[l], article + 1
	case cardinals[l] > 0:
		v := cardinals[l]
		if d := denominators[low(toks, k+1)]; d > 0 && v < d && article == 0 {
			return v / d, 2
		}
		if is(toks, k+1, "and") && is(toks, k+2, "a", "one") && denominators[low(toks, k+3)] > 0 && article == 0 {
			return v + 1/denominators[low(toks, k+3)], 4
		}
		if is(toks, k+1, "and") && article == 0 {
			if c, d := cardinals[low(toks, k+2)], denominators[low(toks, k+3)]; c > 0 && d > c {
				return v + c/d, 4
			}
		}
		return v, article + 1
	}
	return 0, 0
}

// ScanNumber reads a number or a range at i, with the hedge before it and
// after it: "about five or six", "2½ to 3", "a good half dozen", "4 or so".
func ScanNumber(toks []Token, i int) (Interval, int) {
	k := i
	lo, hi := 1.0, 1.0
	if h, n := hedgeTrie.match(toks, k); n > 0 {
		lo, hi = Hedges[h].Low, Hedges[h].High
		k += n
		if is(toks, k, "a") && !is(toks, k+1, "third", "quarter", "fifth", "sixth", "eighth", "dozen", "half", "pair", "couple") {
			return Interval{}, 0
		}
	}
	if is(toks, k, "between") {
		if a, n := scanOne(toks, k+1); n > 0 && is(toks, k+1+n, "and") {
			if b, m := scanOne(toks, k+2+n); m > 0 && b > a {
				return Interval{a, b}, k + 2 + n + m - i
			}
		}
		return Interval{}, 0
	}
	a, n := scanOne(toks, k)
	if n == 0 {
		return Interval{}, 0
	}
	k += n
	b := a
	if is(toks, k, "to", "or", "-") {
		if v, m := scanOne(toks, k+1); m > 0 && v > a {
			b, k = v, k+1+m
		}
	}
	if is(toks, k, "or") && is(toks, k+1, "so") {
		lo, hi, k = 0.9, 1.1, k+2
	}
	return Interval{a, b}.Times(lo, hi), k - i
}

// round takes the noise of binary arithmetic off a product, so that printing
// and reading agree.
func round(f float64) float64 {
	const places = 1e9
	return math.Round(f*places) / places
}

// ScanBound reads a bound that follows a number or a length at i, such as "at
// most", and says by what it multiplies either end.
func ScanBound(toks []Token, i int) (low, high float64, n int) {
	b, n := boundTrie.match(toks, i)
	if n == 0 {
		return 1, 1, 0
	}
	return Bounds[b].Low, Bounds[b].High, n
}

// Hedged tells whether a hedge stands before the number at i.
func Hedged(toks []Token, i int) bool {
	_, n := hedgeTrie.match(toks, i)
	return n > 0
}

// Whole makes an interval whole, as a count of fibres is: 5.4 to 6.6 becomes 5
// to 7.
func (v Interval) Whole() Interval { return Interval{math.Round(v.Low), math.Round(v.High)} }

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
	if is(toks, k, "of") && !is(toks, k+1, "the", "a", "shank", "hook", "gape", "body", "tail", "its") {
		return "", 0, 0
	}
	skip("×", "x", "times")
	skip("of")
	skip("the", "a", "its", "that", "this")
	if is(toks, k, "length", "width", "depth", "height") && is(toks, k+1, "of") {
		k += 2
		skip("the", "a", "its")
	}
	done := func(u Unit, f float64) (Unit, float64, int) {
		for is(toks, k, "length", "lengths", "width", "widths", "long", "wide") {
			k++
		}
		return u, f, k - i
	}
	switch {
	case skip("mm", "millimetre", "millimetres", "millimeter", "millimeters"):
		return MM, 1, k - i
	case skip("cm", "centimetre", "centimetres", "centimeter", "centimeters"):
		return MM, 10, k - i
	case skip("inch", "inches", `"`):
		return MM, MMPerInch, k - i
	case is(toks, k, "in") && (k+1 >= len(toks) || toks[k+1].Kind != Word || is(toks, k+1, "long", "wide", "high", "tall", "of")): // not "2 in front"
		return MM, MMPerInch, k + 1 - i
	}
	hook := skip("hook", "hook's", "hooks")
	switch {
	case skip("shank", "shanks", "shank's"):
		return done(Shank, 1)
	case skip("gape", "gapes", "gap", "gaps"):
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
	return "", 0, 0
}

var (
	asLong = NewPhrases("=", "so long as", "so high as", "so wide as", "the same length as", "same length as", "equal in length to", "equal to", "as long as", "same as", "the same as", "the length of", "length of", "length as", "the width of", "the depth of", "as wide as", "as high as", "as tall as", "length equal to", "matching")
)

// ScanLength reads a length or a reach at token i and says how many tokens it
// took, 0 where none stands there.
func ScanLength(toks []Token, i int, parts Parts) (Length, int) {
	if l, n := scanReach(toks, i, parts); n > 0 {
		return l, n
	}
	k := i
	lo, hi := 1.0, 1.0
	if h, n := hedgeTrie.match(toks, k); n > 0 {
		// "a good third", "about as long as the tail"
		if _, m := asLong.Match(toks, k+n); m > 0 || Hedges[h].Words[len(Hedges[h].Words)-1] == 'n' {
			if m > 0 {
				lo, hi = Hedges[h].Low, Hedges[h].High
				k += n
			} else if u, f, m := unitAt(toks, k+n, parts); m > 0 && f == 1 && u != MM {
				return Length{Low: Hedges[h].Low, High: Hedges[h].High, Of: u}, n + m
			}
		} else if is(toks, k+n, "the", "a", "one", "full") {
			// "barely a gape", "just under the shank", "just under a full shank"
			j := k + n + 1
			if is(toks, j, "full", "whole") {
				j++
			}
			if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 && u != MM && (is(toks, k+n, "the") || !Length{Of: u}.IsPart()) {
				return Length{Low: Hedges[h].Low, High: Hedges[h].High, Of: u}, j - i + m
			}
		}
	}
	if _, n := asLong.Match(toks, k); n > 0 {
		j := k + n
		if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 {
			return Length{Low: lo, High: hi, Of: u}, j + m - i
		}
		return Length{}, 0
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
	if v, n := ScanNumber(toks, k); n > 0 {
		j := k + n
		if is(toks, j, "full", "whole") {
			j++
		}
		if is(toks, j, "times", "×", "x") {
			j++
			if is(toks, j, "to") {
				if l, m := scanReach(toks, j, parts); m > 0 && l.Low == 1 && l.High == 1 {
					return Length{Low: v.Low, High: v.High, Of: l.Of, Reach: true}, j + m - i
				}
			}
		}
		if _, m := asLong.Match(toks, j); m > 0 {
			j += m
		}
		if u, f, m := unitAt(toks, j, parts); m > 0 {
			if (Length{Of: u}).IsPart() && !partUnitFits(toks, k, n, j) {
				return Length{}, 0
			}
			return Length{Low: round(v.Low * f), High: round(v.High * f), Of: u}, j + m - i
		}
		return Length{}, 0
	}
	if is(toks, k, "a", "one", "full") {
		j := k + 1
		if is(toks, j, "full", "whole") {
			j++
		}
		if is(toks, j, "hook", "shank", "gape", "gap") {
			if u, f, m := unitAt(toks, j, parts); m > 0 && f == 1 {
				return Length{Low: lo, High: hi, Of: u}, j + m - i
			}
		}
	}
	// "shank length", "body length", "gape wide"
	if u, f, m := unitAt(toks, k, parts); m > 1 && f == 1 && u != MM && is(toks, k+m-1, "length", "lengths") {
		return Length{Low: lo, High: hi, Of: u}, k + m - i
	}
	return Length{}, 0
}

// partUnitFits keeps "two tails" and "5 hackle fibres" from being read as two
// tail lengths: a part serves as a unit only after a fraction or with "the",
// "times", "of" or "length" in between.
func partUnitFits(toks []Token, k, n, j int) bool {
	return is(toks, j, "the", "of", "its", "body's") || is(toks, j-1, "×", "times", "x", "as") || j > k+n
}

// Place words for ends of parts: "to the end of the tail".
var ends = NewPhrases("the end of", "the tip of", "the tips of", "end of", "tip of", "tips of", "the back of", "the rear of", "the front of", "the start of", "start of", "the beginning of", "the base of", "the level of")

func scanReach(toks []Token, i int, parts Parts) (Length, int) {
	h, n := reachTrie.match(toks, i)
	if n == 0 {
		return Length{}, 0
	}
	k := i + n
	if _, m := ends.Match(toks, k); m > 0 {
		k += m
	}
	if is(toks, k, "the", "its") {
		k++
	}
	if is(toks, k, "outside", "outer", "start", "deepest") {
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
	switch low(toks, k+hooked) {
	case "point":
		return at(Point, hooked+1)
	case "barb":
		return at(Barb, hooked+1)
	case "bend":
		return at(Bend, hooked+1)
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

// Places that are said without a number, in shanks: the shoulder of a fly, where
// the wing and the hackle stand, and half way round the bend. From memory.
const (
	shoulder  = 0.2
	roundBend = 1.13
)

// ScanPosition reads a place on the shank at token i: "the bend", "midway",
// "a third back", "two eye lengths behind the eye", "opposite the barb". Its
// value is in shanks (0 behind the eye, 1 where the bend begins), eyes or mm
// counted from the eye, or a landmark or part.
func ScanPosition(toks []Token, i int, parts Parts) (Length, int) {
	k := i
	for is(toks, k, "just", "the", "a", "point", "at", "opposite", "above", "over", "about", "level", "with", "directly", "start", "beginning", "of", "hook", "rear", "back") && k < i+6 {
		if is(toks, k, "a") && is(toks, k+1, "third", "quarter") {
			break
		}
		if is(toks, k, "point") && !is(toks, k+1, "above", "opposite", "over", "one", "two", "a", "half", "halfway", "midway", "level", "just") {
			break
		}
		if is(toks, k, "back") && k == i {
			break
		}
		k++
	}
	at := func(v float64, u Unit, n int) (Length, int) {
		return Length{Low: v, High: v, Of: u}, k + n - i
	}
	shankTail := func(n int) int { // "of the shank", "along the hook shank", "on the body"
		j := k + n
		if is(toks, j, "of", "along", "down", "up", "on") {
			j++
			for is(toks, j, "the", "hook") {
				j++
			}
			if is(toks, j, "shank", "hook") {
				return j + 1 - k
			}
			if is(toks, j-1, "hook") {
				return j - k
			}
		}
		return n
	}
	switch low(toks, k) {
	case "eye":
		return at(0, Shank, 1)
	case "shoulder":
		return at(shoulder, Shank, 1)
	case "bend":
		return at(1, Shank, 1)
	case "point":
		return at(1, Point, 1)
	case "barb":
		return at(1, Barb, 1)
	case "halfway", "midway":
		if is(toks, k+1, "round", "around", "down") && is(toks, k+2, "the") && is(toks, k+3, "bend") {
			return at(roundBend, Shank, 4)
		}
	}
	switch low(toks, k) {
	case "midway", "middle", "halfway", "mid", "centre", "center", "midpoint":
		n := 1
		if is(toks, k, "mid") && is(toks, k+1, "shank", "way", "point") {
			n = 2
		}
		return at(0.5, Shank, shankTail(n))
	case "half":
		if is(toks, k+1, "way") {
			return at(0.5, Shank, shankTail(2))
		}
	case "behind":
		if is(toks, k+1, "the") && is(toks, k+2, "eye") {
			return at(0, Shank, 3)
		}
	}
	if is(toks, k, "an", "one") && is(toks, k+1, "eye") && is(toks, k+2, "length") && is(toks, k+3, "behind", "from", "back") {
		n := 4
		for is(toks, k+n, "from", "the") {
			n++
		}
		if is(toks, k+n, "eye", "bead") {
			return at(1, Eye, n+1)
		}
	}
	if v, n := ScanNumber(toks, k); n > 0 {
		j := k + n
		u := Shank
		f := 1.0
		if uu, ff, m := unitAt(toks, j, parts); m > 0 && !(Length{Of: uu}).IsPart() && !is(toks, j, "of") {
			u, f, j = uu, ff, j+m
		} else if is(toks, j, "of") {
			if uu, ff, m := unitAt(toks, j, parts); m > 0 && uu == Shank {
				u, f, j = uu, ff, j+m
			}
		}
		switch {
		case is(toks, j, "behind") && is(toks, j+1, "eye", "bead"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 2 - i
		case is(toks, j, "behind", "from", "back") && is(toks, j+1, "the") && is(toks, j+2, "eye", "bead"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 3 - i
		case is(toks, j, "back") && is(toks, j+1, "from") && is(toks, j+2, "the") && is(toks, j+3, "eye"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 4 - i
		case is(toks, j, "back") && v.High <= 1 && u == Shank:
			return Length{Low: v.Low, High: v.High, Of: u}, j + 1 - i
		}
		return Length{}, 0
	}
	if name, n := parts(toks[min(k, len(toks)):]); n > 0 && name != "hook" {
		return at(1, Unit(name), n)
	}
	return Length{}, 0
}

// ScanStretch reads a share of the shank taken from one end: "the rear two
// thirds of the shank", "front half". From is nearer the bend.
func ScanStretch(toks []Token, i int) (from, to Length, n int) {
	k := i
	if is(toks, k, "on", "over", "along") {
		k++
	}
	if is(toks, k, "the") {
		k++
	}
	var side string
	if is(toks, k, "rear", "back", "hind", "front", "forward", "middle", "first", "last") {
		side = low(toks, k)
		k++
	} else {
		return Length{}, Length{}, 0
	}
	v, m := scanOne(toks, k)
	if m == 0 || v <= 0 || v >= 1 {
		return Length{}, Length{}, 0
	}
	k += m
	if is(toks, k, "of") && is(toks, k+1, "the") {
		j := k + 2
		if is(toks, j, "hook") {
			j++
		}
		if !is(toks, j, "shank") {
			return Length{}, Length{}, 0 // a share of another part
		}
		k = j + 1
	}
	a, b := 1.0, 1-v
	switch side {
	case "front", "forward", "last":
		a, b = v, 0
	case "middle":
		a, b = 0.5+v/2, 0.5-v/2
	}
	return Length{Low: a, High: a, Of: Shank}, Length{Low: round(b), High: round(b), Of: Shank}, k - i
}
