package measure

import "mothledger/core/lexicon"

// middles and fronts are words for the middle of a thing, and for the part of two in front.
var middles, fronts = lexicon.Set("middle"), lexicon.Set("front part")

// Places that are said without a number, in shanks: the shoulder of a fly, where
// the wing and the hackle stand, and half way round the bend. From memory.
const (
	shoulder  = 0.2
	outermost = 0.26 // of the bend, beyond where it begins
)

// middleAt reads "the middle", as a share of the shank and with how many tokens; none where it is of another part.
func middleAt(toks []Token, k int, parts Parts) (float64, int) {
	if is(toks, k+1, "of") && is(toks, k+2, "the") && is(toks, k+3, "bend") { // the middle of the bend
		return round(1 + outermost/2), 4
	}
	if is(toks, k+1, "of", "along", "down", "up") && is(toks, k+2, "the", "its") {
		if name, m := parts(toks[min(k+3, len(toks)):]); m > 0 && name != "hook" { // of another part, not of the shank
			return 0, 0
		}
	}
	if is(toks, k, "mid") && is(toks, k+1, "shank", "way", "point") || is(toks, k+1, "mark") {
		return 0.5, 2
	}
	return 0.5, 1
}

// ScanPosition reads a place on the shank at token i: "the bend", "midway",
// "a third back", "two eye lengths behind the eye", "opposite the barb". Its
// value is in shanks (0 behind the eye, 1 where the bend begins), eyes or mm
// counted from the eye, or a landmark or part.
func ScanPosition(toks []Token, i int, parts Parts) (Length, int) {
	k := pastLead(toks, i)
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
	switch u := Unit(low(toks, k)); u {
	case Eye:
		return at(0, Shank, 1)
	case lexicon.Shoulder:
		return at(shoulder, Shank, 1)
	case Bend:
		return at(1, Shank, 1)
	case Point, Barb:
		return at(1, u, 1)
	}
	if v, n := scanRound(toks, i); n > 0 {
		return v, n
	}
	switch word := low(toks, k); {
	case middles[word]:
		if v, n := middleAt(toks, k, parts); n > 0 {
			return at(v, Shank, shankTail(n))
		}
		return Length{}, 0
	case word == "half":
		if is(toks, k+1, "way") {
			return at(0.5, Shank, shankTail(2))
		}
	case word == "behind":
		if is(toks, k+1, "the") && is(toks, k+2, "eye") {
			return at(0, Shank, 3)
		}
	}
	if l, n := scanOneEye(toks, k); n > 0 {
		return l, k + n - i
	}
	if h, n := shortOfTrie.match(toks, k); n > 0 {
		return Length{Low: shortOf[h].Low, High: shortOf[h].High, Of: Eye}, k + n - i
	}
	return scanAway(toks, i, parts, k, at)
}

// pastLead gives where the words end that lead up to a place: "at a point just above".
func pastLead(toks []Token, i int) int {
	k := i
	for is(toks, k, "just", "the", "a", "point", "at", "opposite", "above", "over", "about", "level", "with", "directly", "start", "beginning", "of", "hook", "rear", "back") && k < i+6 {
		if is(toks, k, "a") && (is(toks, k+1, "third", "quarter") || Hedged(toks, k) && !is(toks, k+2, "above", "over", "opposite")) || is(toks, k, "just") && is(toks, k+1, "short", "shy") {
			break
		}
		if is(toks, k, "point") && !is(toks, k+1, "above", "opposite", "over", "one", "two", "a", "half", "halfway", "midway", "level", "just") {
			break
		}
		if is(toks, k, "back") && k == i {
			break
		}
		if is(toks, k, "a") && is(toks, k+1, "little", "shade", "touch", "bit", "hair", "fraction") && is(toks, k+2, "above", "over", "opposite") { // "a little above the barb"
			k++
		}
		k++
	}
	return k
}

// scanAway reads a place that is told by how far it is from another, and the place of a part.
func scanAway(toks []Token, i int, parts Parts, k int, at func(v float64, u Unit, n int) (Length, int)) (Length, int) {
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
		if is(toks, j, "of") && is(toks, j+1, "the") && is(toks, j+2, "way") && is(toks, j+3, "back", "down") { // "a third of the way back from the eye"
			j += 3
		}
		if j == k+n && v.High >= 1 { // "one behind the eye" counts something
			return Length{}, 0
		}
		switch {
		case is(toks, j, "short", "shy") && is(toks, j+1, "of") && is(toks, j+2, "the") && is(toks, j+3, "eye", "bead"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 4 - i
		case is(toks, j, "behind", "from") && is(toks, j+1, "eye", "bead"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 2 - i
		case is(toks, j, "behind", "from", "back") && is(toks, j+1, "the") && is(toks, j+2, "eye", "bead"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 3 - i
		case is(toks, j, "back") && is(toks, j+1, "from") && is(toks, j+2, "the") && is(toks, j+3, "eye"):
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 4 - i
		case is(toks, j, "along", "up", "forward") && v.High < 1 && u == Shank && is(toks, j+1, "the") && is(toks, j+2, "shank", "hook"):
			return Length{Low: round(1 - v.High), High: round(1 - v.Low), Of: u}, j + 3 - i
		case is(toks, j, "back") && u == Eye:
			return Length{Low: v.Low * f, High: v.High * f, Of: u}, j + 1 - i
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

// How much is left bare by what ends "short of the eye", in eye lengths. From
// memory.
var shortOf = hedges("short of the eye")

var shortOfTrie = trieOf("short of the eye", len(shortOf), func(i int) string { return shortOf[i].Words })

// scanOneEye reads a distance of about one eye behind the eye: "one eye length
// behind the eye", "an eye and a half from the eye", "a full eye short".
func scanOneEye(toks []Token, i int) (Length, int) {
	if !is(toks, i, "a", "an", "one", "1") {
		return Length{}, 0
	}
	k := i + 1
	lo := 1.0
	switch {
	case is(toks, k, "full", "whole"):
		k++
	case is(toks, k, "good"): // "a good eye's width"
		k++
	case is(toks, k, "bare", "scant", "mere"):
		lo, k = 0.75, k+1
	}
	if !is(toks, k, "eye", "eye's") {
		return Length{}, 0
	}
	k++
	if is(toks, k, "length", "width", "space") {
		k++
	}
	more, w := andMore(toks, k)
	k += w
	if is(toks, k, "length", "lengths", "widths") {
		k++
	}
	if !is(toks, k, "behind", "from", "back", "short", "shy", "bare", "clear", "free") {
		return Length{}, 0
	}
	at := Length{Low: lo + more, High: 1 + more, Of: Eye}
	alone := !is(toks, k, "behind", "from")
	bare := is(toks, k, "bare", "clear", "free", "back")
	k++
	end := k
	for is(toks, k, "of", "from", "the") {
		k++
	}
	if is(toks, k, "eye", "bead") {
		return at, k + 1 - i
	}
	if alone && (end >= len(toks) || toks[end].Kind == Mark || bare && end == k) {
		return at, end - i
	}
	return Length{}, 0
}

// ScanForward reads how far forward something is wound, from the bend towards the
// eye: "two thirds of the way up to the eye", "half way along the shank". It gives
// the place in shanks behind the eye.
func ScanForward(toks []Token, i int) (Length, int) {
	v, n := ScanNumber(toks, i)
	if n == 0 && is(toks, i, "halfway", "midway") {
		v, n = Interval{0.5, 0.5}, 1
	}
	if n == 0 || v.High >= 1 || v.Low <= 0 {
		return Length{}, 0
	}
	k := i + n
	way := true
	switch {
	case is(toks, k, "of") && is(toks, k+1, "the") && is(toks, k+2, "way"):
		k += 3
	case is(toks, k, "way"):
		k++
	default:
		way = is(toks, i, "halfway", "midway")
	}
	at := Length{Low: round(1 - v.High), High: round(1 - v.Low), Of: Shank}
	forward := false
	if is(toks, k, "up", "along", "forward", "forwards") {
		k, forward = k+1, true
	}
	j := k
	if is(toks, j, "to", "towards") && way {
		j++
	}
	if is(toks, j, "the") {
		j++
	}
	switch {
	case is(toks, j, "eye", "bead") && j > k && way:
		return at, j + 1 - i
	case is(toks, j, "hook") && is(toks, j+1, "shank") && forward:
		return at, j + 2 - i
	case is(toks, j, "shank", "hook") && forward:
		return at, j + 1 - i
	case way && forward && !is(toks, k, "the"), way && !forward && (is(toks, i-1, "forward", "up") || is(toks, i-2, "forward") || is(toks, i-3, "forward")):
		return at, k - i
	}
	return Length{}, 0
}

// how far round the bend words go, as shares of the way from where the bend
// begins to its outermost place. From memory.
var roundWords = hedges("round the bend")

var roundTrie = trieOf("round the bend", len(roundWords), func(i int) string { return roundWords[i].Words })

// scanRound reads "half way round the bend", "well into the bend".
func scanRound(toks []Token, i int) (Length, int) {
	lo, hi, k := 0.2, 0.8, i
	if h, n := roundTrie.match(toks, i); n > 0 {
		lo, hi, k = roundWords[h].Low, roundWords[h].High, i+n
	} else if v, n := ScanNumber(toks, i); n > 0 && v.High < 1 && is(toks, i+n, "of") && is(toks, i+n+1, "the") && is(toks, i+n+2, "way") { // "1/3 of the way"
		lo, hi, k = v.Low, v.High, i+n+3
	}
	if !is(toks, k, "round", "around", "down", "into") {
		return Length{}, 0
	}
	if !is(toks, k+1, "the") { // "halfway round bend"
		if k == i {
			return Length{}, 0
		}
		k--
	}
	j := k + 2
	if is(toks, j, "hook") {
		j++
	}
	if !is(toks, j, "bend") {
		return Length{}, 0
	}
	return Length{Low: round(1 + outermost*lo), High: round(1 + outermost*hi), Of: Shank}, j + 1 - i
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
	if is(toks, k, "rear", "back", "hind", "front", "forward", "middle", "first", "second", "last", "1st", "2nd") {
		side = low(toks, k)
		k++
	} else {
		return Length{}, Length{}, 0
	}
	v, m := scanOne(toks, k)
	if is(toks, k+m, "%") {
		v /= 100
	}
	if m == 0 || v <= 0 || v >= 1 {
		return Length{}, Length{}, 0
	}
	k += m
	if is(toks, k, "%") { // "rear 60 %"
		k++
	}
	if is(toks, k, "of") && is(toks, k+1, "shank", "hook") {
		k += 2
	} else if is(toks, k, "of") && is(toks, k+1, "the") {
		j := k + 2
		switch {
		case is(toks, j, "hook") && is(toks, j+1, "shank"):
			k = j + 2
		case is(toks, j, "shank", "hook"):
			k = j + 1
		default:
			return Length{}, Length{}, 0 // a share of another part
		}
	}
	a, b := 1.0, 1-v
	switch {
	case fronts[side]:
		a, b = v, 0
	case middles[side]:
		a, b = 0.5+v/2, 0.5-v/2
	}
	return Length{Low: a, High: a, Of: Shank}, Length{Low: round(b), High: round(b), Of: Shank}, k - i
}
