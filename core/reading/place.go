package reading

import (
	"fmt"

	"mothledger/core/measure"
	"mothledger/core/role"
)

var (
	startWords = phrasesOf("starts")
	endWords   = phrasesOf("ends")
)

// places reads where a part lies on the shank.
func (p *partReader) places() {
	spans := p.std.Spans
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		// "one eye length behind the eye" stands alone
		if a, n := p.position(i); n > 1 && p.part.From.IsZero() && p.clauseStart(i) == i && !p.fullest(i) && (p.clauseEnd(i) == i+n || p.low(i+n) == "and") && p.freeRun(i, n) && p.countedFromEye(i, n) {
			a.Text = p.words(i, n)
			if spans && p.std.Form == role.FormWound && p.part.To.IsZero() { // a body ends there
				p.part.To = a
				p.take(i, n, "place", "ends "+placeMeaning(a))
			} else {
				p.part.From = a
				p.take(i, n, "place", "starts "+placeMeaning(a))
			}
			i += n - 1
			continue
		}
		if from, to, n := measure.ScanStretch(p.toks, i); n > 0 && spans && p.freeRun(i, n) {
			if end := p.clauseEnd(i); p.stretches == 0 && !p.stretchAfter(i+n) && p.clauseStart(i) > 0 && p.coloured(i+n, end) { // "claret fur, the front quarter black"
				p.remark(i, end-i, "of a stretch alone, kept as said")
				continue
			}
			from.Text, to.Text = p.words(i, n), p.words(i, n)
			if f, t := p.part.From, p.part.To; f.Of == measure.Shank && t.Of == measure.Shank { // "rear half yellow floss, front half herl"
				from.Low, from.High = max(from.Low, f.Low), max(from.High, f.High)
				to.Low, to.High = min(to.Low, t.Low), min(to.High, t.High)
			}
			p.part.From, p.part.To = from, to
			p.stretches++
			p.take(i, n, "place", placeMeaning(from)+" to "+placeMeaning(to))
			continue
		}
		// "bend to 3 mm behind the eye"
		if a, n := p.position(i); n > 0 && spans && p.clauseStart(i) == i && p.low(i+n) == "to" && p.part.From.IsZero() && !a.IsPart() {
			if b, m := p.position(i + n + 1); m > 0 && p.clauseEnd(i) == i+n+1+m && p.freeRun(i, n+1+m) {
				a.Text = p.words(i, n+1+m)
				b.Text = a.Text
				p.part.From, p.part.To = orderPlaces(a, b)
				p.take(i, n+1+m, "place", placeMeaning(a)+" to "+placeMeaning(b))
				continue
			}
		}
		if at, n := measure.ScanForward(p.toks, i); n > 0 && spans && p.part.To.IsZero() && p.freeRun(i, n) {
			at.Text = p.words(i, n)
			p.part.To = at
			p.take(i, n, "place", "ends "+placeMeaning(at))
			i += n - 1
			continue
		}
		if p.low(i) == "between" {
			if a, n := p.position(i + 1); n > 0 && p.low(i+1+n) == "and" {
				if b, m := p.position(i + 2 + n); m > 0 {
					a.Text = p.words(i, 2+n+m)
					b.Text = a.Text
					p.part.From, p.part.To = orderPlaces(a, b)
					p.take(i, 2+n+m, "place", placeMeaning(a)+" to "+placeMeaning(b))
					continue
				}
			}
		}
		if _, n := startWords.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			if p.low(i) == "from" && (p.measuredFrom(i) || !spans && p.shankLong(i)) {
				continue
			}
			if a, m := p.position(i + n); m > 0 && p.freeRun(i, n+m) && (spans || !a.IsPart()) && p.part.From.IsZero() && p.startsThere(i, n, a) {
				a.Text = p.words(i, n+m)
				p.part.From = a
				p.take(i, n+m, "place", "starts "+placeMeaning(a))
				i += n + m - 1
				continue
			}
		}
		if !spans || !p.part.To.IsZero() {
			continue
		}
		if _, n := endWords.Match(p.toks, i); n > 0 && p.freeRun(i, n) && !p.workedTo(i) && p.low(i+n) != "of" { // not "the tag end of the thread"
			if b, m := p.position(i + n); m > 0 && p.freeRun(i, n+m) {
				b.Text = p.words(i, n+m)
				p.part.To = b
				p.take(i, n+m, "place", "ends "+placeMeaning(b))
				i += n + m - 1
			}
		}
	}
	// "from the eye to the bend" and "to the barb" on a part that starts at
	// the front say the same stretch the other way round
	if f, t := p.part.From, p.part.To; !f.IsZero() && !t.IsZero() {
		p.part.From, p.part.To = orderPlaces(f, t)
	}
}

// stretchAfter tells whether another stretch of the shank is named after token i:
// "seal's fur, rear half magenta, front half black".
func (p *partReader) stretchAfter(i int) bool {
	for ; i < len(p.toks); i++ {
		if _, _, n := measure.ScanStretch(p.toks, i); n > 0 {
			return true
		}
	}
	return false
}

// coloured tells whether a colour stands between two tokens.
func (p *partReader) coloured(from, to int) bool {
	for k := from; k < to; k++ {
		if _, n := p.colourAt(k); n > 0 {
			return true
		}
	}
	return false
}

// fullest tells whether the clause before token i speaks of where a part is
// thickest, so that the place is of that.
func (p *partReader) fullest(i int) bool {
	switch p.low(i - 2) {
	case "thickest", "widest", "fattest", "fullest":
		return true
	}
	return false
}

// shankLong tells "from eye to bend", which on a wing says how long it is.
func (p *partReader) shankLong(i int) bool {
	l, n := measure.ScanLength(p.toks, i, p.name)
	return n > 0 && l.Of == measure.Shank
}

// workedTo tells "picked out below to the point", how far fibres hang, from where a
// part ends.
func (p *partReader) workedTo(i int) bool {
	for k := p.clauseStart(i); k < i; k++ {
		switch p.low(k) {
		case "picked", "teased", "brushed", "combed", "trimmed", "clipped", "pulled":
			return p.low(i) == "to" || p.low(i) == "down"
		}
	}
	return false
}

// measuredFrom tells the "from" of "a third back from the eye", which goes with
// the figure before it, and that of "from 1 mm at the tail", a thickness.
func (p *partReader) measuredFrom(i int) bool {
	return p.low(i-1) == "back" || p.low(i-1) == "away" || p.low(i-1) == "forward"
}

// startsThere keeps words that only sometimes place a part ("set", "opposite")
// to places of the hook.
func (p *partReader) startsThere(i, n int, a measure.Length) bool {
	switch p.low(i) {
	case "set", "placed", "opposite", "stood", "fixed", "positioned", "mounted", "sited":
		return !a.IsPart() && (n > 1 || p.low(i) != "set" || p.low(i+1) != "low")
	}
	return true
}

// countedFromEye tells whether a place is said as a distance behind the eye.
func (p *partReader) countedFromEye(i, n int) bool {
	if _, m := measure.ScanNumber(p.toks, i); m == 0 && p.low(i) != "an" {
		return false
	}
	last := p.low(i + n - 1)
	return last == "eye" || last == "bead"
}

func (p *partReader) position(i int) (measure.Length, int) {
	if i >= len(p.toks) {
		return measure.Length{}, 0
	}
	return measure.ScanPosition(p.toks, i, p.name)
}

// orderPlaces puts the place nearer the bend first where both are known
// stations.
func orderPlaces(a, b measure.Length) (from, to measure.Length) {
	sa, oka := station(a)
	sb, okb := station(b)
	if oka && okb && sa < sb {
		return b, a
	}
	return a, b
}

func station(l measure.Length) (float64, bool) {
	switch l.Of {
	case measure.Shank:
		return l.Mid(), true
	case measure.Barb, measure.Point, measure.Bend:
		return 0.9, true
	case measure.Eye:
		return 0.16 * l.Mid(), true
	case measure.MM: // counted from the eye; of a middling hook
		return min(0.5, l.Mid()/10), true
	}
	return 0, false
}

func placeMeaning(l measure.Length) string {
	switch l.Of {
	case measure.Shank:
		switch {
		case l.Low == 0 && l.High == 0:
			return "behind the eye"
		case l.Low == 1 && l.High == 1:
			return "where the bend begins"
		}
		return fmt.Sprintf("%.2f of the shank behind the eye", l.Mid())
	case measure.Eye:
		return measure.Interval{Low: l.Low, High: l.High}.String() + " eye lengths behind the eye"
	case measure.MM:
		return measure.Interval{Low: l.Low, High: l.High}.String() + " mm behind the eye"
	}
	return "at the " + string(l.Of)
}
