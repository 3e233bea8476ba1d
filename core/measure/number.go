package measure

import (
	"math"

	"mothledger/core/lexicon"
)

var cardinals = lexicon.Numbers("number")

// collectives are words that count in sets.
var collectives = lexicon.Numbers("collective")

var denominators = lexicon.Numbers("denominator")

// scanOne reads one plain number at i: "5", "two and a half", "two-thirds",
// "half a dozen", "a third". It gives how many tokens it took.
func scanOne(toks []Token, i int) (float64, int) {
	if i >= len(toks) {
		return 0, 0
	}
	if toks[i].Kind == Number {
		return scanFigure(toks, i)
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
		if f := collectives[low(toks, k+1)]; f > 0 && article == 0 && v > 1 { // "two pairs of", "two dozen"
			if is(toks, k+2, "of") {
				return v * f, 3
			}
			return v * f, 2
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

// scanFigure reads a number in figures with what belongs to it: "2 dozen", "2-thirds", "3 and a half".
func scanFigure(toks []Token, i int) (float64, int) {
	t := toks[i]
	if f := collectives[low(toks, i+1)]; f > 0 {
		if is(toks, i+2, "of") {
			return t.Value * f, 3
		}
		return t.Value * f, 2
	}
	if is(toks, i+1, "and") && is(toks, i+2, "a") && is(toks, i+3, "half") {
		return t.Value + 0.5, 4
	}
	k := i + 1
	if is(toks, k, "-") && toks[k].Joined { // "2-thirds"
		k++
	}
	if d := denominators[low(toks, k)]; d > 0 && t.Value < d && t.Value == math.Trunc(t.Value) && (k > i+1 || low(toks, k)[len(low(toks, k))-1] == 's') {
		return t.Value / d, k + 1 - i
	}
	return t.Value, 1
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
		apart := is(toks, k, "-") && !toks[k].Joined && (is(toks, k+1, "a", "an") || (k+1 < len(toks) && toks[k-1].Kind != toks[k+1].Kind)) // "had seven - a dozen fibres", "seven - 12 mm"
		if v, m := scanOne(toks, k+1); m > 0 && v > a && !apart {
			b, k = v, k+1+m
		}
	}
	if n := OrSo(toks, k); n > 0 {
		lo, hi, k = 0.9, 1.1, k+n
	}
	return Interval{a, b}.Times(lo, hi), k - i
}

var orSo = PhrasesOf("or so")

// OrSo tells how many tokens at i loosen the number before them: "five or so".
func OrSo(toks []Token, i int) int {
	_, n := orSo.Match(toks, i)
	return n
}

// Round rounds to so many places after the point.
func Round(f float64, places int) float64 {
	p := math.Pow10(places)
	return math.Round(f*p) / p
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

// Whole makes an interval whole, as a count of fibres is: 5.4 to 6.6 becomes 5 to 7.
// A half widens it on either side, so that about five is 4 to 6.
func (v Interval) Whole() Interval {
	return Interval{max(0, math.Ceil(v.Low-0.5)), math.Floor(v.High + 0.5)}
}
