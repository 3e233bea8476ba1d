package dressing

import (
	"fmt"
	"strings"

	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

var (
	startWords = phraseSet("from", "starting", "starting at", "starting from", "started", "started at", "beginning at", "begins at", "starts at", "starts", "start", "starting opposite", "tied in at", "tied in over", "tied in opposite", "set at", "tied at", "tied in", "begun at", "mounted at", "placed at")
	endWords   = phraseSet("to", "forward to", "up to", "as far as", "ending at", "ending", "ends at", "stopping at", "stopping", "stop at", "stop", "stops at", "stops", "finishing at", "finished at", "finishing", "finished", "finish at", "back to", "wound to", "wound forward to", "wound up to", "down to", "taken to", "ending opposite", "leaving", "ending over", "stopping over", "carried to", "taken down to", "along to")
)

// places reads where a part lies on the shank.
func (p *partReader) places() {
	spans := p.std.Spans
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if from, to, n := measure.ScanStretch(p.toks, i); n > 0 && spans && p.freeRun(i, n) {
			from.Text, to.Text = p.words(i, n), p.words(i, n)
			if f, t := p.part.From, p.part.To; f.Of == measure.Shank && t.Of == measure.Shank { // "rear half yellow floss, front half herl"
				from.Low, from.High = max(from.Low, f.Low), max(from.High, f.High)
				to.Low, to.High = min(to.Low, t.Low), min(to.High, t.High)
			}
			p.part.From, p.part.To = from, to
			p.take(i, n, "place", placeMeaning(from)+" to "+placeMeaning(to))
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
			if a, m := p.position(i + n); m > 0 && p.freeRun(i, n+m) && (spans || !a.IsPart()) && p.part.From.IsZero() {
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
		if _, n := endWords.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
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

// lengths reads how long a part is or how far it reaches. A second length is
// kept as a remark; a different one of the same unit is a contradiction.
func (p *partReader) lengths() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		l, n := measure.ScanLength(p.toks, i, p.name)
		if n == 0 && p.std.Form == role.FormBead && p.toks[i].Kind == measure.Number && p.part.DiameterMM == 0 {
			l, n = bareBead(p.toks[i])
		}
		if n == 0 || !p.freeRun(i, n) {
			continue
		}
		for (p.low(i+n) == "long" || p.low(i+n) == "high" || p.low(i+n) == "tall" || p.low(i+n) == "wide" || p.low(i+n) == "thick" || p.low(i+n) == "in" && p.low(i+n+1) == "length") && p.free(i+n) {
			if p.low(i+n) == "in" {
				n++
			}
			n++
		}
		if p.low(i+n) == "is" && (p.low(i+n+1) == "wide" || p.low(i+n+1) == "long" || p.low(i+n+1) == "high") && p.freeRun(i+n, 2) {
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
		if l.Of == measure.MM && p.gauge(i, n, l) {
			continue
		}
		switch {
		case p.std.Name == "thread":
			p.addNote(l.Text)
			p.take(i, n, "note", "kept as a remark")
		case p.part.Length.IsZero():
			p.part.Length = l
			p.take(i, n, "length", lengthMeaning(l))
		default:
			if first := p.part.Length; first.Of == l.Of && first.Reach == l.Reach && (first.Low > l.High || l.Low > first.High) {
				p.d.contradict([]int{p.line}, p.part.Role, first.Text, l.Text)
			}
			p.addNote(l.Text)
			p.take(i, n, "length", "a second measure, kept as a remark")
		}
		i += n - 1
	}
}

// bareBead reads "3/32 bead" as inches and "2.8 bead" as millimetres, as beads
// are sold.
func bareBead(t measure.Token) (measure.Length, int) {
	switch {
	case strings.Contains(t.Low, "/") && t.Value > 0.05 && t.Value < 0.3:
		mm := t.Value * measure.MMPerInch
		return measure.Length{Low: mm, High: mm, Of: measure.MM}, 1
	case !strings.Contains(t.Low, "/") && t.Value >= 1.5 && t.Value <= 6:
		return measure.Length{Low: t.Value, High: t.Value, Of: measure.MM}, 1
	}
	return measure.Length{}, 0
}

// gauge takes a millimetre figure that is a thickness rather than a length: of
// a bead, a wire, a thread, a strip.
func (p *partReader) gauge(i, n int, l measure.Length) bool {
	set := func() bool {
		if p.part.DiameterMM == 0 {
			p.part.DiameterMM = l.Mid()
		}
		p.take(i, n, "size", fmt.Sprintf("%.3g mm across", l.Mid()))
		return true
	}
	if p.std.Form == role.FormBead || p.std.Name == "eyes" {
		return set()
	}
	if p.std.Name == "thread" || l.Mid() < 0.6 {
		return set()
	}
	// "2 mm foam": a grade of the material, not its length on the hook
	k := i + n
	for j := k; j < k+3 && p.free(j); j++ {
		if kind, ok := material.NounKind(p.low(j)); ok {
			switch kind {
			case material.Foam, material.Rubber, material.Strip, material.Yarn, material.Wool, material.Tinsel:
				return p.pendingSize(i, n)
			}
			return false
		}
	}
	return false
}

// pendingSize marks a grade that the material phrase picks up.
func (p *partReader) pendingSize(i, n int) bool {
	for k := i; k < i+n; k++ {
		p.taken[k] = true
	}
	p.marks.set(p.toks[i].Start, p.toks[i+n-1].End, "size", "a grade of the material")
	p.part.Amount = strings.TrimSpace(p.part.Amount + " " + p.words(i, n))
	return true
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

// countNouns are what is counted, with the word a count is kept under. Those
// marked name stay part of the material's name.
var countNouns = map[string]struct {
	of   string
	name bool
}{
	"fibre": {"fibre", false}, "fibres": {"fibre", false}, "fiber": {"fibre", false}, "fibers": {"fibre", false}, "barb": {"fibre", false}, "barbs": {"fibre", false}, "fibs": {"fibre", false}, "fib": {"fibre", false}, "whisks": {"fibre", false}, "whisk": {"fibre", false}, "hairs": {"fibre", false}, "barbules": {"fibre", false},
	"strand": {"strand", false}, "strands": {"strand", false}, "legs": {"strand", false}, "strips": {"strand", true}, "lengths": {"strand", false},
	"slip": {"slip", false}, "slips": {"slip", false}, "plume": {"plume", true}, "plumes": {"plume", true}, "herl": {"herl", true}, "herls": {"herl", true},
	"feather": {"feather", false}, "feathers": {"feather", false}, "hackle": {"feather", true}, "hackles": {"feather", true}, "tips": {"feather", true}, "tip": {"feather", true}, "stalks": {"stalk", true}, "stalk": {"stalk", true}, "stems": {"stalk", true}, "stem": {"stalk", true},
	"bunch": {"bunch", false}, "bunches": {"bunch", false}, "biot": {"biot", true}, "biots": {"biot", true}, "quills": {"quill", true}, "quill": {"quill", true}, "tails": {"fibre", false}, "wings": {"wing", false}, "layers": {"layer", false}, "feelers": {"strand", false}, "toppings": {"feather", true}, "crests": {"feather", true}, "pieces": {"piece", false}, "knots": {"knot", false}, "beads": {"bead", true}, "eyes": {"eye", true}, "saddles": {"feather", true}, "spade": {"feather", true},
}

// counts reads "five or six fibres", "two matched slips", "two each side".
func (p *partReader) counts() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if _, n := perSideSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			c := p.count()
			c.Per = "side"
			for back := 1; back <= 4 && i-back >= 0; back++ { // "six fibres, three each side"
				if v, m := measure.ScanNumber(p.toks, i-back); m == back && p.freeRun(i-back, back) {
					c.Low, c.High = v.Low, v.High
					p.take(i-back, back, "count", countMeaning(v, c.Of))
				}
			}
			at := i
			if p.low(i) == "one" {
				c.Low, c.High = 1, 1
			}
			p.take(at, n, "count", "on each side")
			continue
		}
		if p.low(i) == "dozen" || p.part.Count != nil && p.part.Count.Low > 0 {
			continue
		}
		said, n := measure.ScanNumber(p.toks, i)
		if n == 0 || !p.freeRun(i, n) {
			continue
		}
		if i > 0 && (p.low(i-1) == "#" || p.low(i-1) == "size" || p.low(i-1) == "no" || p.low(i-1) == "grade") {
			continue
		}
		k := i + n
		if p.low(k) == "of" {
			k++
		}
		of, at := p.countNoun(k)
		if at < 0 && p.clauseStart(i) == i && p.clauseEnd(i) == i+n { // "bronze mallard slips, 2"
			of, at = p.countNoun(0)
			if at >= 0 {
				at = len(p.toks) // the noun keeps its place in the phrase
			}
		}
		if at < 0 {
			if _, m := perSideSet.Match(p.toks, i+n); m > 0 {
				of = ""
			} else if kind, ok := p.headKind(k); ok && (kind == material.Hackle && p.std.Form != role.FormTail || kind == material.Feather || kind == material.Plume) {
				of = "feather"
				if kind == material.Plume {
					of = "plume"
				}
			} else {
				continue
			}
		}
		v := said
		if measure.Hedged(p.toks, i) {
			v = said.Whole()
		}
		c := p.count()
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
		}
		if _, at := p.countNoun(0); at >= 0 {
			c.Of = countNouns[p.low(at)].of
		}
	}
	if c := p.part.Count; c != nil && c.Of == "feather" && p.part.Continues != "" {
		c.Of = "fibre" // the tips of a bunch, not of a hackle
	}
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
		for m := j + 1; m <= j+2; m++ {
			if d, more := countNouns[p.low(m)]; more && m < len(p.toks) {
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
	for j := k; j < k+6 && j < len(p.toks) && p.toks[j].Kind == measure.Word && p.low(j) != "and" && p.low(j) != "or" && p.low(j) != "with"; j++ {
		if v, is := material.NounKind(p.low(j)); is {
			kind, ok = v, true
		}
	}
	return kind, ok
}
