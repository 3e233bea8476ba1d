package reading

import (
	"fmt"
	"strconv"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// shares reads what of a blend each material is: "60% hare, 40% rabbit",
// "two-thirds black, one-third orange". The shares must make a whole; keyed by the
// token after each.
func (p *partReader) shares() {
	type part struct {
		at, n int
		v     float64
	}
	var all []part
	starts := map[int]int{} // of shares said after their material
	sum := 0.0
	inParts := 0.0 // of "two parts hare to one of rabbit", all parts together
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		v, n := measure.ScanNumber(p.toks, i)
		if n == 0 || v.Low != v.High || !p.freeRun(i, n) {
			continue
		}
		if r, m := p.ratioAt(i, v.Low, n); m > 0 {
			p.ratio = r
			p.take(i, m, "amount", fmt.Sprintf("%.0f %% of the whole, and %.0f %%", 100*r[0]/(r[0]+r[1]), 100*r[1]/(r[0]+r[1])))
			i += m - 1
			continue
		}
		k := i + n
		if (p.low(k) == "part" || p.low(k) == "parts" || inParts > 0 && (p.low(i-1) == "to" || p.low(i-1) == "and")) && v.Low >= 1 && v.Low <= 10 {
			for p.low(k) == "part" || p.low(k) == "parts" || p.low(k) == "of" {
				k++
			}
			if _, colour := p.colourAt(k); colour == 0 && !p.nounFollows(k) {
				continue
			}
			all = append(all, part{i, k - i, v.Low})
			inParts += v.Low
			i = k - 1
			continue
		}
		if p.low(k) == "%" || p.low(k) == "percent" || p.low(k) == "per" && p.low(k+1) == "cent" {
			v.Low /= 100
			k++
			if p.low(k) == "cent" {
				k++
			}
		} else if v.Low <= 0 || v.Low >= 1 {
			i = k - 1
			continue
		}
		if p.low(k) == "of" {
			k++
		}
		if p.low(k-1) == "%" && (k >= len(p.toks) || p.toks[k].Kind == measure.Mark) { // "hare's mask 70%"
			at := p.clauseStart(i)
			if at < i {
				all = append(all, part{i, k - i, v.Low})
				starts[len(all)-1] = at
				sum += v.Low
			}
			continue
		}
		_, colour := p.colourAt(k)
		if colour == 0 && !p.nounFollows(k) {
			continue
		}
		all = append(all, part{i, k - i, v.Low})
		sum += v.Low
		i = k - 1
	}
	if inParts > 0 && sum == 0 {
		for k := range all {
			all[k].v /= inParts
		}
		sum = 1
	}
	if len(all) < 2 || sum < 0.97 || sum > 1.03 {
		return
	}
	p.shareAt = map[int]float64{}
	for k, a := range all {
		p.take(a.at, a.n, "amount", fmt.Sprintf("%.0f %% of the whole", a.v*100))
		if at, ok := starts[k]; ok {
			p.shareAt[at] = a.v
			continue
		}
		p.shareAt[a.at+a.n] = a.v
	}
}

// ratioAt reads the ratio of the two materials of a blend at token i, "50/50", "60-40",
// "two parts to one", and how many tokens it takes. The first number, v in n tokens,
// was read.
func (p *partReader) ratioAt(i int, v float64, n int) (ratio [2]float64, m int) {
	if a, b, ok := strings.Cut(p.low(i), "/"); ok && n == 1 {
		x, errA := strconv.Atoi(a)
		y, errB := strconv.Atoi(b)
		if errA == nil && errB == nil && x+y == 100 {
			return [2]float64{float64(x), float64(y)}, 1
		}
	}
	if p.toks[i].Kind == measure.Number && p.low(i+1) == "-" && p.freeRun(i, 3) {
		if next := p.toks[i+2]; next.Kind == measure.Number && v+next.Value == 100 {
			return [2]float64{v, next.Value}, 3
		}
	}
	if b, m := p.toOne(i + n); m > 0 && p.clauseStart(i) == i && v >= 1 {
		return [2]float64{v, b}, n + m
	}
	return ratio, 0
}

// toOne reads "parts to one" or ": 1" at token k, to the end of the clause: the
// second figure of a ratio, and how many tokens it takes.
func (p *partReader) toOne(k int) (float64, int) {
	at := k
	if p.low(k) == "part" || p.low(k) == "parts" {
		k++
	}
	if p.low(k) != "to" && p.low(k) != ":" {
		return 0, 0
	}
	v, n := measure.ScanNumber(p.toks, k+1)
	if n == 0 || v.Low != v.High || v.Low < 1 || v.Low > 10 {
		return 0, 0
	}
	k += 1 + n
	if p.low(k) == "part" || p.low(k) == "parts" {
		k++
	}
	if p.clauseEnd(k) != k {
		return 0, 0
	}
	return v.Low, k - at
}

// countNouns are what is counted, with the word a count is kept under. Those
// marked name stay part of the material's name.
var countNouns = func() map[string]countNoun {
	m := map[string]countNoun{}
	for _, r := range lexicon.Rows("counted") {
		m[r.Phrase] = countNoun{of: r.Value}
	}
	for _, r := range lexicon.Rows("counted name") {
		m[r.Phrase] = countNoun{of: r.Value, name: true}
	}
	return m
}()

type countNoun struct {
	of   string
	name bool
}

// counts reads "five or six fibres", "two matched slips", "two each side".
func (p *partReader) counts() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if _, n := perSideSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			counted := 0
			for back := 1; back <= 4 && i-back >= 0; back++ { // "six fibres, three each side"
				if _, m := measure.ScanNumber(p.toks, i-back); m == back && p.freeRun(i-back, back) {
					counted = back
				}
			}
			if c := p.part.Count; c != nil && c.Low > 0 && counted == 0 && p.low(i) != "one" && p.clauseStart(i) != i && p.clauseStart(i) != p.clauseStart(p.countedAt) { // "15 fibres, pulled over, two of them left each side"
				continue
			}
			c := p.count()
			c.Per = "side"
			if counted > 0 {
				v, _ := measure.ScanNumber(p.toks, i-counted)
				c.Low, c.High = v.Low, v.High
				p.take(i-counted, counted, "count", countMeaning(v, c.Of))
			}
			at := i
			if p.low(i) == "one" {
				c.Low, c.High = 1, 1
			}
			p.take(at, n, "count", "on each side")
			continue
		}
		if x := p.low(i); (x == "x" || x == "×") && p.part.Count == nil && p.std.Form != role.FormHook { // "moose hair x 10-12"
			v, n := measure.ScanNumber(p.toks, i+1)
			if n > 0 && p.freeRun(i, n+1) && p.clauseEnd(i) == i+1+n && v.Low >= 1 {
				of, _ := p.countNoun(p.clauseStart(i))
				if of == "" && (p.std.Form == role.FormTail || p.std.Form == role.FormLegs) {
					of = "fibre"
				}
				p.part.Count = &Count{Low: v.Low, High: v.High, Of: of}
				p.take(i, n+1, "count", countMeaning(v, of))
				continue
			}
		}
		if p.low(i) == "dozen" || p.part.Count != nil && p.part.Count.Low > 0 {
			continue
		}
		said, n := measure.ScanNumber(p.toks, i)
		if n == 0 || !p.freeRun(i, n) {
			continue
		}
		if said.Low >= 1500 { // a year
			continue
		}
		if i > 0 && (p.low(i-1) == "#" || p.low(i-1) == "size" || p.low(i-1) == "no" || p.low(i-1) == "grade") {
			continue
		}
		k := p.pastBrackets(i + n)
		if p.low(k) == "+" { // "3+3 fibres"
			if v, m := measure.ScanNumber(p.toks, k+1); m > 0 && v == said && p.freeRun(k, m+1) {
				n = k + 1 + m - i
				k += 1 + m
				p.count().Per = "side"
			}
		}
		if p.low(i) == "one" && p.low(i-1) == "of" || p.ofAnother(i) { // "the barbs of one feather", "squirrel over four strands of flash"
			continue
		}
		if next := p.low(k); next == "in" || next == "behind" || next == "at" || next == "on" || next == "under" || next == "over" { // "two in front of the wing"
			continue
		}
		if p.low(k) == "from" && (p.low(k+1) == "each" || p.low(k+1) == "either") { // "one from each wing"
			continue
		}
		if p.low(k) == "of" {
			k++
		}
		times := -1
		if x := p.low(k); (x == "x" || x == "×") && p.free(k) { // "2 x hackle tips"
			times = k
			k++
		}
		for k < len(p.toks) && !p.free(k) && (p.toks[k].Kind == measure.Number || shortUnits[p.low(k)]) { // "a pair of 4 mm eyes"
			k++
		}
		of, at := p.countNoun(k)
		if at < 0 && p.clauseStart(i) == i && p.clauseEnd(i) == i+n { // "bronze mallard slips, 2"
			first := 0
			for first < i && (!p.free(first) || p.toks[first].Kind == measure.Mark) {
				first++
			}
			of, at = p.countNoun(first)
			if at >= 0 {
				at = len(p.toks) // the noun keeps its place in the phrase
			}
		}
		if at < 0 {
			if _, m := perSideSet.Match(p.toks, i+n); m > 0 {
				of = ""
			} else if bare := p.bareCount(i, n); bare != "" {
				of = bare
			} else if kind, ok := p.headKind(k); ok && (kind == material.Hackle && p.std.Form != role.FormTail || kind == material.Feather || kind == material.Plume || kind == material.Rubber) {
				of = "feather"
				if kind == material.Rubber {
					of = "strand"
				}
				if kind == material.Plume {
					of = "plume"
				}
			} else {
				continue
			}
		}
		v := said
		if measure.Hedged(p.toks, i) || p.loosened(i, n) {
			v = said.Whole()
		}
		if b := max(at, k-1) + 1; p.free(b) && p.low(b) == "," { // "half a dozen fibres, give or take"
			if m := measure.OrSo(p.toks, b+1); m > 0 && p.freeRun(b, m+1) && v.Low == v.High {
				v = v.Times(0.9, 1.1).Whole()
				v.Low, v.High = min(v.Low, said.Low-1), max(v.High, said.High+1)
				p.take(b, m+1, "count", "")
			}
		}
		if at >= 0 && at < len(p.toks) { // "twenty hairs at most"
			if lo, hi, m := measure.ScanBound(p.toks, at+1); m > 0 && p.freeRun(at+1, m) && p.clauseEnd(at) == at+1+m {
				v = v.Times(lo, hi)
				if hi > 1 {
					v = v.Whole()
				}
				p.take(at+1, m, "count", "")
			}
		}
		if of == "piece" { // "fibres of cock, 8 to 10 pieces"
			if other, m := p.countNoun(0); m >= 0 && m < i {
				of = other
			}
		}
		if hi, m := p.ceiling(max(at, k-1) + 1); m > 0 && hi > v.High && at < len(p.toks) {
			v.High = hi
			p.take(max(at, k-1)+1, m, "count", "at most "+measure.Interval{Low: hi, High: hi}.String())
		}
		if times >= 0 {
			p.take(times, 1, "count", "")
		}
		c := p.count()
		p.countedAt = i
		c.Low, c.High, c.Of = v.Low, v.High, of
		p.take(i, n, "count", countMeaning(v, of))
		if p.free(at) && !countNouns[p.low(at)].name {
			p.take(at, 1, "count", "")
		}
	}
	if p.part.Count != nil && p.part.Count.Low == 0 && p.part.Count.High == 0 {
		p.part.Count = nil
	}
	if c := p.part.Count; c != nil && c.Of == "" {
		// "2 each side, pheasant tail"
		switch p.std.Form {
		case role.FormLegs, role.FormTail:
			c.Of = "fibre"
			if kind, _ := p.headKind(0); kind == material.Rubber {
				c.Of = "strand"
			}
		}
		if _, at := p.countNoun(0); at >= 0 {
			c.Of = countNouns[p.low(at)].of
		}
	}
	if c := p.part.Count; c != nil && c.Of == "feather" && p.part.Continues != "" {
		c.Of = "fibre" // the tips of a bunch, not of a hackle
	}
}

// pastBrackets gives the token after a few words in brackets at token k: "8 (eight)
// strands", "4 (5 on bigger hooks) turns".
func (p *partReader) pastBrackets(k int) int {
	if p.low(k) != "(" {
		return k
	}
	for j := k + 1; j < min(k+8, len(p.toks)); j++ {
		if p.low(j) == ")" {
			return j + 1
		}
	}
	return k
}

// ceiling reads the most that there may be, said after a number: "two turns,
// three at the outside". It gives the figure and how many tokens it takes.
func (p *partReader) ceiling(i int) (float64, int) {
	k := i
	for p.low(k) == "," || p.low(k) == "or" {
		k++
	}
	v, n := measure.ScanNumber(p.toks, k)
	if n == 0 || k == i || measure.Hedged(p.toks, k) {
		return 0, 0
	}
	if lo, hi, m := measure.ScanBound(p.toks, k+n); m > 0 && lo == 0 && hi == 1 && p.freeRun(i, k+n+m-i) {
		return v.High, k + n + m - i
	}
	return 0, 0
}

// ofAnother tells whether a number counts a second material that is named with the
// first in one clause.
func (p *partReader) ofAnother(i int) bool {
	from := p.clauseStart(i)
	switch p.low(i - 1) {
	case "over", "under", "with", "plus":
	case "or": // "one wrap of partridge, or two of CDC"
		from = 0
	default:
		return false
	}
	for k := from; k < i-1; k++ {
		if _, ok := p.materialNoun(k); ok {
			return true
		}
	}
	return false
}

// loosened tells whether a number of n tokens ends in "or so".
func (p *partReader) loosened(i, n int) bool {
	for k := i + 1; k < i+n; k++ {
		if m := measure.OrSo(p.toks, k); m > 0 && k+m == i+n {
			return true
		}
	}
	return false
}

// bareCount reads what a number counts where no counting word follows: the two of
// "Feelers: two", the three of "three nylon bristles" for a tail.
func (p *partReader) bareCount(i, n int) string {
	alone := p.clauseStart(i) == i && p.clauseEnd(i) == i+n
	switch {
	case p.part.Role == "feelers" || p.std.Name == "antennae":
		if alone || p.clauseStart(i) == i {
			return "strand"
		}
	case p.std.Form == role.FormTail || p.std.Form == role.FormLegs:
		if alone && p.low(i+n-1) == "pairs" {
			return "strand"
		}
		if alone {
			return "fibre"
		}
		k := i + n
		for k < len(p.toks) && k < i+n+4 && p.toks[k].Kind == measure.Word && p.low(k) != "of" && !noise[p.low(k)] {
			k++
		}
		if p.clauseStart(i) == i && k > i+n && strings.HasSuffix(p.low(k-1), "s") && (k == len(p.toks) || p.toks[k].Kind == measure.Mark) && !turnWords[p.low(k-1)] {
			return "fibre"
		}
	}
	return ""
}

func (p *partReader) count() *Count {
	if p.part.Count == nil {
		p.part.Count = &Count{}
	}
	return p.part.Count
}

func countMeaning(v measure.Interval, of string) string {
	if of == "" {
		return v.String()
	}
	if v.Low == 1 && v.High == 1 {
		return "1 " + of
	}
	return v.String() + " of " + of
}

// countNoun finds what is counted within the phrase that starts at k.
func (p *partReader) countNoun(k int) (of string, at int) {
	for j := k; j < k+7 && j < len(p.toks); j++ {
		if p.toks[j].Kind == measure.Mark && p.low(j) != "'" || p.low(j) == "and" || p.low(j) == "or" || p.low(j) == "with" || p.toks[j].Kind == measure.Number {
			break
		}
		c, ok := countNouns[p.low(j)]
		if !ok {
			continue
		}
		// in "two cock hackle fibres" the fibres are counted, not the hackle
		for m := j + 1; m <= j+2 && m < len(p.toks) && p.toks[m].Kind == measure.Word && p.low(m) != "of"; m++ {
			if d, more := countNouns[p.low(m)]; more && m < len(p.toks) && c.of != "fibre" { // fibre tips are fibres
				c, j = d, m
			}
		}
		return c.of, j
	}
	return "", -1
}

// headKind gives the kind of the last material noun of the phrase at k.
func (p *partReader) headKind(k int) (material.Kind, bool) {
	kind, ok := material.Unknown, false
	for j := k; j < k+6 && j < len(p.toks) && p.toks[j].Kind == measure.Word && p.low(j) != "and" && p.low(j) != "or" && p.low(j) != "with" && p.low(j) != "of"; j++ {
		if v, is := material.NounKind(p.low(j)); is {
			kind, ok = v, true
		}
	}
	return kind, ok
}
