package reading

import (
	"fmt"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// lengths reads how long a part is or how far it reaches. What measures something
// else, a thickness, a distance or another part, is kept apart.
func (p *partReader) lengths() {
	for i := 0; i < len(p.toks); i++ {
		l, n := p.lengthAt(i)
		if n == 0 {
			continue
		}
		switch {
		case l.IsZero(): // "half the shank + 1 mm" is neither
		case l.Of == measure.MM && p.gauge(i, n, l):
		case p.notItsLength(i, n, l):
		default:
			p.keepLength(i, n, l)
		}
		i += n - 1
	}
}

var (
	longWords  = lexicon.Set("dimension")
	acrossSaid = lexicon.Set("across")
)

// lengthAt reads a length at token i with the words that belong to it, "2 mm long",
// "half the shank at most", and tells how many tokens it has. The zero length with n
// above zero is a sum, which nobody can give as one length.
func (p *partReader) lengthAt(i int) (l measure.Length, n int) {
	if !p.free(i) {
		return l, 0
	}
	l, n = measure.ScanLength(p.toks, i, p.name)
	if n == 0 && p.std.Form == role.FormBead && p.toks[i].Kind == measure.Number && p.part.DiameterMM == 0 && p.beadNext(i+1) {
		l, n = bareBead(p.toks[i])
	}
	if n == 0 || !p.freeRun(i, n) {
		return l, 0
	}
	next := p.low(i + n)
	if next == "as" && p.low(i+n+1) == "long" && p.low(i+n+2) != "as" {
		return measure.Length{}, n + 1
	}
	if (next == "+" || next == "plus") && l.Of != measure.MM {
		if _, m := measure.ScanLength(p.toks, i+n+1, p.name); m > 0 {
			return measure.Length{}, n + 1 + m
		}
	}
	for p.free(i+n) && (longWords[p.low(i+n)] || p.low(i+n) == "in" && p.low(i+n+1) == "length") {
		if p.low(i+n) == "in" {
			n++
		}
		n++
	}
	if p.low(i+n) == "is" && longWords[p.low(i+n+1)] && p.freeRun(i+n, 2) {
		n += 2
	}
	comma := 0
	if p.low(i+n) == "," {
		comma = 1
	}
	if lo, hi, m := measure.ScanBound(p.toks, i+n+comma); m > 0 && p.freeRun(i+n, comma+m) {
		v := measure.Interval{Low: l.Low, High: l.High}.Times(lo, hi)
		l.Low, l.High = v.Low, v.High
		n += comma + m
	}
	l.Text = p.words(i, n)
	if k := i + n + comma; p.low(k) == "times" && p.free(k) { // "as long as the gape is deep, times two"
		if v, m := measure.ScanNumber(p.toks, k+1); m > 0 {
			l.Low, l.High = l.Low*v.Low, l.High*v.High
			n = k + 1 + m - i
		}
	}
	return l, n
}

// beadNext tells whether what follows a bare number can be of a bead: "2.8 gold", not
// "3 minutes".
func (p *partReader) beadNext(i int) bool {
	if i >= len(p.toks) || p.toks[i].Kind != measure.Word {
		return true
	}
	_, colour := p.colourAt(i)
	return colour > 0 || p.nounFollows(i) || material.IsAdjective(p.low(i)) || p.low(i) == "on" || p.low(i) == "for"
}

// notItsLength sets apart the n tokens at i where they measure something else than
// how long the part is, and tells whether they do.
func (p *partReader) notItsLength(i, n int, l measure.Length) bool {
	before, next := p.low(i-1), p.low(i+n)
	mm := l.Of == measure.MM
	note := func(meaning string) bool {
		p.addNote(l.Text)
		p.take(i, n, "note", meaning)
		return true
	}
	if across, from := p.across(i, n); across {
		p.grade = strings.TrimPrefix(p.grade+", "+p.words(from, i+n-from), ", ")
		p.take(from, i+n-from, "size", "how wide or thick the material is, not how long")
		return true
	}
	switch {
	case l.IsPart() && (string(l.Of) == p.part.Role || string(l.Of) == p.std.Name) && !l.Reach && n == 2: // "hackle length to the barb"
		p.take(i, n, "plain", "")
		return true
	case (mm || p.std.Form != role.FormTail && !l.Reach) && (next == "past" || next == "beyond" || next == "short"): // the place is read next
		return note("how far beyond, kept as said")
	case mm && (acrossSaid[next] || next == "in" && p.low(i+n+1) == "diameter"):
		if p.part.DiameterMM == 0 {
			p.part.DiameterMM = l.Mid()
		}
		p.take(i, n+1, "size", fmt.Sprintf("%.3g mm across", l.Mid()))
		return true
	case mm && (before == "from" || next == "at" || next == "apart" || next == "between"),
		p.besideIt(i, l),
		l.Of == measure.Eye && p.fromEye(i+n),
		p.std.Name == "thread",
		mm && p.std.Form == role.FormWound && p.thickness(i),  // "fatter at the front (about 3 mm)"
		l.Reach && l.IsPart() && p.std.Form == role.FormWound: // "from there to the head"
		return note("kept as a remark")
	case before == "within" || before == "by", p.std.Form == role.FormRib, p.std.Spans && p.workedTo(i), p.fullest(i): // "longer by a third of the body"; a rib has no length
		from := i
		if (before == "full" || before == "whole") && p.free(i-1) {
			from--
		}
		p.remark(from, i+n-from, "kept as a remark")
		return true
	}
	return false
}

// thickness tells whether the words before token i, up to two clauses back, speak of
// how thick the part is.
func (p *partReader) thickness(i int) bool {
	from := p.clauseStart(i)
	if from > 0 {
		from = p.clauseStart(from - 1)
	}
	for k := from; k < i; k++ {
		switch p.low(k) {
		case "fatter", "thicker", "fattest", "thickest", "wider", "widest", "fuller", "fullest", "diameter":
			return true
		}
	}
	return false
}

// keepLength keeps the n tokens at i as the part's length, or as the place where it
// ends. A second length is a remark; a different one of the same unit contradicts.
func (p *partReader) keepLength(i, n int, l measure.Length) {
	if l.Reach && !l.IsPart() && p.part.To.IsZero() && (p.std.Form == role.FormWound || p.std.Form == role.FormCollar && p.woundThere(i)) { // "stop short of the barb", "palmered, wound down to the bend"
		p.part.To = measure.Length{Low: 1, High: 1, Of: l.Of, Text: l.Text}
		p.take(i, n, "place", "ends at the "+string(l.Of)+", as said")
		return
	}
	first := p.part.Length
	if first.IsZero() {
		p.part.Length = l
		p.lengthFrom, p.lengthTokens = i, n
		p.take(i, n, "length", lengthMeaning(l))
		return
	}
	if first.Of == l.Of && first.Reach == l.Reach && (first.Low > l.High || l.Low > first.High) && (l.Of != measure.MM || p.clauseStart(i) == i && p.clauseEnd(i) == i+n) {
		p.d.Contradict([]int{p.line}, p.part.Role, first.Text, l.Text)
	}
	p.addNote(l.Text)
	p.take(i, n, "length", "a second measure, kept as a remark")
}

// woundThere tells "wound down to the bend", where a hackle goes, from "fibres to the
// bend", how far they reach.
func (p *partReader) woundThere(i int) bool {
	for k := p.clauseStart(i); k < i; k++ {
		switch p.low(k) {
		case "wound", "palmered", "wrapped", "taken", "carried", "run":
			return true
		case "fibres", "fibers", "fibs":
			return false
		}
	}
	return false
}

// doubtful gives a length in millimetres back where a word that nobody understands
// stands right beside it: "4 mm snell" may be anything across or apart.
func (p *partReader) doubtful() {
	if p.part.Length.Of != measure.MM || p.lengthTokens == 0 {
		return
	}
	for _, k := range []int{p.lengthFrom - 1, p.lengthFrom + p.lengthTokens} {
		if p.free(k) && !p.plain(k) && p.toks[k].Kind == measure.Word {
			p.part.Length = measure.Length{}
			for t := p.lengthFrom; t < p.lengthFrom+p.lengthTokens; t++ {
				p.taken[t] = false
			}
			p.marks.clear(p.toks[p.lengthFrom].Start, p.toks[p.lengthFrom+p.lengthTokens-1].End)
			return
		}
	}
}

// fromEye tells whether a distance in eye lengths is counted from the eye: "tied
// down two eye lengths back".
func (p *partReader) fromEye(k int) bool {
	switch p.low(k) {
	case "back", "behind", "short", "shy", "from":
		return true
	}
	return false
}

// besideIt tells "low over the body", where a wing lies, from "over the thorax",
// how far a case reaches, and "picked out to the depth of the gape".
func (p *partReader) besideIt(i int, l measure.Length) bool {
	return p.low(i) == "over" && l.IsPart() && p.std.Form != role.FormCase ||
		p.std.Form == role.FormWound && !l.Reach && l.Of == measure.Gape && p.low(i-1) == "to"
}

func lengthMeaning(l measure.Length) string {
	switch {
	case l.Of == measure.HookU:
		return "read as 1.0 to 1.4 shanks"
	case l.Reach && l.Low == 1 && l.High == 1:
		return "reaches the " + string(l.Of)
	case l.Reach:
		return fmt.Sprintf("%.2f to %.2f of the way to the %s", l.Low, l.High, l.Of)
	case l.Low != l.High:
		return fmt.Sprintf("%.3g to %.3g × %s", l.Low, l.High, l.Of)
	case l.Of == measure.MM:
		return fmt.Sprintf("%.3g mm", l.Low)
	}
	return fmt.Sprintf("%.3g × %s", l.Low, l.Of)
}
