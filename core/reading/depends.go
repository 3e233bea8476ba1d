package reading

import (
	"strings"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// What depends on size or use, what somebody does of their own, and small acts.
// The phrases are common practice, no source.
var (
	essentialSet = phrasesOf("essential")
	whenSet      = phrasesOf("when")
	bySize       = phrasesOf("by size")
	ownSet       = phrasesOf("own habit")
	// of the fly in the hand
	specimenSet = phrasesOf("specimen")
	gluing      = lexicon.Set("gluing")
)

// whenAt reads a condition at token i: its tokens, and the sizes it names.
func (p *partReader) whenAt(i int) (n, low, high int) {
	if _, n := whenSet.Match(p.toks, i); n > 0 {
		return n, 0, 0
	}
	if k := i + 2; (p.low(i) == "on" || p.low(i) == "in" || p.low(i) == "for") && p.low(i+1) == "the" { // "on the dark version"
		for ; k < i+5; k++ {
			switch p.low(k) {
			case "version", "versions", "variant", "form", "dressing":
				return k + 1 - i, 0, 0
			}
		}
	}
	_, n = bySize.Match(p.toks, i)
	if n == 0 {
		return 0, 0, 0
	}
	k := i + n
	if p.low(k) == "#" || p.low(k) == "size" {
		k++
	}
	at := k
	size := func(k int) int {
		if k >= len(p.toks) {
			return 0
		}
		if v := cardinalWord(p.low(k)); v >= 6 && p.low(k) != "dozen" && p.low(k-1) != "on" && p.low(k-1) != "from" {
			return int(v)
		}
		s, err := hook.ParseSize(strings.TrimRight(p.low(k), "s"))
		if err != nil || s < 2 {
			return 0
		}
		return int(s)
	}
	a := size(k)
	if a == 0 {
		return 0, 0, 0
	}
	k++
	b := a
	more := func(words ...string) bool {
		for j, w := range words {
			if p.low(k+j) != w {
				return false
			}
		}
		k += len(words)
		return true
	}
	first := p.low(i)
	switch {
	case first == "below" || first == "under":
		a, b = a+1, int(hook.Smallest)
	case first == "above" || first == "over":
		a, b = 1, a-1
	case more("and", "smaller"), more("and", "below"), more("or", "smaller"), more("and", "under"), more("down"), more("downwards"):
		b = int(hook.Smallest)
	case more("and", "larger"), more("and", "above"), more("or", "larger"), more("and", "bigger"), more("up"), more("upwards"):
		a = 1
	case p.low(k) == "to" || p.low(k) == "-" || p.low(k) == "and":
		if x := size(k + 1); x > 0 && x != a { // "on 10s and 8s"
			a, b = min(a, x), max(a, x)
			k += 2
		}
	}
	// "over 2 mm", "from 2 to 3 turns", "on one hook" are no sizes
	if next := p.low(k); a == b && (first == "from" || first == "over" || first == "on" && p.toks[at].Kind == measure.Word && !isDigits(strings.TrimRight(p.low(at), "s"))) || next == "mm" || next == "inch" || turnWords[next] || countNouns[next].of != "" || next == "%" || next == "eye" || next == "×" {
		return 0, 0, 0
	}
	if p.low(k) == "hook" || p.low(k) == "hooks" {
		k++
	}
	return k - i, a, b
}

// conditions reads what depends on size or use. The first value of a kind stays
// the part's own; the others belong to their condition alone.
func (p *partReader) conditions() {
	last := 0 // where the fragment before a condition may begin
	var counted, turned, measured, across bool
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		n, low, high := p.whenAt(i)
		if n == 0 || !p.freeRun(i, n) || low > 0 && p.std.Form == role.FormHook { // sizes on a hook line are its own
			continue
		}
		from := i
		for from > last && p.free(from-1) && !p.boundary(from-1) {
			from--
		}
		c := Condition{When: p.words(i, n), SizeLow: low, SizeHigh: high}
		if from < i {
			c.Text = p.words(from, i-from)
		}
		if p.std.Form != role.FormHook { // there a number is a size
			p.fragment(&c, from, i)
		}
		second := c.DiameterMM > 0 && across || c.Count != nil && counted || c.Turns != nil && turned || !c.Length.IsZero() && measured || p.earlier(&c, last, from)
		wordsOnly := c.Count == nil && c.Turns == nil && c.Length.IsZero() && c.DiameterMM == 0
		across = across || c.DiameterMM > 0
		counted, turned, measured = counted || c.Count != nil, turned || c.Turns != nil, measured || !c.Length.IsZero()
		switch {
		case second || wordsOnly && from < i && !p.names(from, i):
			p.take(from, i+n-from, "condition", "only "+c.When)
		default:
			p.take(i, n, "condition", "what stands before it holds only "+c.When)
		}
		p.part.Conditions = append(p.part.Conditions, c)
		last = i + n
		i = last - 1
	}
	// the counts of later conditions count what the first one counted
	var of string
	for k := range p.part.Conditions {
		if c := p.part.Conditions[k].Count; c != nil {
			if c.Of == "" {
				c.Of = of
			}
			of = c.Of
		}
	}
}

func (p *partReader) boundary(i int) bool {
	switch p.low(i) {
	case ",", ";", "(", ")", ".", ":", "or", "and", "but":
		return true
	}
	return false
}

// names tells whether a fragment holds a material, so that it is more than a
// word about how much.
func (p *partReader) names(from, to int) bool {
	for k := from; k < to; k++ {
		if _, ok := p.materialNoun(k); ok {
			return true
		}
	}
	return false
}

// earlier tells whether a value of the condition's kind was said before it
// without one: "4 plumes, 6 in a blow".
func (p *partReader) earlier(c *Condition, from, to int) bool {
	for k := from; k < to; k++ {
		if !p.free(k) {
			continue
		}
		l, m := measure.ScanLength(p.toks, k, p.name)
		if m > 0 {
			if !c.Length.IsZero() && !l.IsZero() {
				return true
			}
			k += m - 1
			continue
		}
		v, n := measure.ScanNumber(p.toks, k)
		if n == 0 || v.High == 0 {
			continue
		}
		j := k + n
		for turnQualities[p.low(j)] && j < k+n+3 {
			j++
		}
		if turnWords[p.low(j)] {
			if c.Turns != nil {
				return true
			}
		} else if c.Count != nil {
			if _, at := p.countNoun(j); at >= 0 {
				return true
			}
		}
		k += n - 1
	}
	return false
}

// fragment reads the figures of a few words.
func (p *partReader) fragment(c *Condition, from, to int) {
	for k := from; k < to; k++ {
		if l, m := measure.ScanLength(p.toks, k, p.name); m > 0 && k+m <= to {
			l.Text = p.words(k, m)
			if l.Of == measure.MM && (p.std.Form == role.FormBead || l.Mid() < 0.6) {
				c.DiameterMM = l.Mid()
			} else {
				c.Length = l
			}
			k += m - 1
			continue
		}
		v, n := measure.ScanNumber(p.toks, k)
		if n == 0 || k+n > to || v.High == 0 || p.low(k-1) == "size" || p.low(k-1) == "#" {
			continue
		}
		j := k + n
		for j < to && turnQualities[p.low(j)] {
			j++
		}
		if j < to && turnWords[p.low(j)] {
			c.Turns = &v
		} else if v.Low >= 1 {
			of, at := "", -1
			if j < to {
				of, at = p.countNoun(j)
			}
			if at >= to {
				of = ""
			}
			// a bare number counts what was counted before it, or turns
			if of == "" && p.wound() && p.turnsBefore(from) {
				c.Turns = &v
			} else {
				c.Count = &Count{Low: v.Low, High: v.High, Of: of}
			}
		}
		k += n - 1
	}
}

// turnsBefore tells whether turns are spoken of before token i.
func (p *partReader) turnsBefore(i int) bool {
	for k := range i {
		if turnWords[p.low(k)] && k > 0 {
			return true
		}
	}
	return false
}

// said sets apart what this tier usually does and what this specimen has.
func (p *partReader) said() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) || p.clauseStart(i) != i && p.low(i-1) != "but" && p.low(i-1) != "and" {
			continue
		}
		by := ""
		_, n := ownSet.Match(p.toks, i)
		if n > 0 {
			by = "tier"
		} else if _, n = specimenSet.Match(p.toks, i); n > 0 {
			by = "specimen"
		}
		if n == 0 {
			continue
		}
		if i == 0 { // nothing stands before it that the source could have said
			p.take(i, n, "plain", "")
			continue
		}
		end := p.clauseEnd(i)
		s := Said{By: by, Text: p.words(i, end-i)}
		for k := i + n; k < end; k++ {
			if l, m := measure.ScanLength(p.toks, k, p.name); m > 0 && k+m <= end {
				l.Text = p.words(k, m)
				s.Length = l
				break
			}
		}
		p.part.Said = append(p.part.Said, s)
		p.take(i, end-i, "said", map[string]string{"tier": "this tier's own way, kept apart", "specimen": "of this specimen, kept apart"}[by])
		i = end
	}
}

// acts sets apart glue and ink: "a drop of superglue at its foot".
func (p *partReader) acts() {
	if p.std.Name == "finish" || p.std.Name == "head" {
		return
	}
	p.endsAsLegs()
	for i := range p.toks {
		if p.free(i) && p.low(i) == "turn" && (p.low(i-1) == "a" || p.low(i-1) == "another") && p.std.Name != "thread" && p.low(i+3) != "half" { // "with a turn of thread beneath to lift it"
			from, end := i-1, p.clauseEnd(i)
			if p.low(from-1) == "with" {
				from--
			}
			p.part.Acts = append(p.part.Acts, p.words(from, end-from))
			p.takeFree(from, end-from, "note", "a small act that belongs to this part")
			continue
		}
		if !p.free(i) || !gluing[p.low(i)] {
			continue
		}
		from, end := p.clauseStart(i), p.clauseEnd(i)
		if from == 0 {
			continue
		}
		p.part.Acts = append(p.part.Acts, p.words(from, end-from))
		p.takeFree(from, end-from, "note", "a small act that belongs to this part")
	}
}

// endsAsLegs keeps "the ends parted as legs, three a side" of a wing case as an act: its
// count is of the legs, not of the case.
func (p *partReader) endsAsLegs() {
	if p.std.Form != role.FormCase {
		return
	}
	for i := range p.toks {
		switch p.low(i) {
		case "ends", "tips", "butts":
		default:
			continue
		}
		from, end := p.clauseStart(i), p.clauseEnd(i)
		legs := false
		for k := i + 1; k < end; k++ {
			legs = legs || p.low(k) == "legs"
		}
		if !legs || from == 0 || !p.freeRun(from, end-from) {
			continue
		}
		if next := p.clauseEnd(min(end+1, len(p.toks))); p.low(end) == "," { // what follows of the legs
			for k := end + 1; k < next; k++ {
				if _, n := perSideSet.Match(p.toks, k); n > 0 {
					end = next
					break
				}
			}
		}
		p.part.Acts = append(p.part.Acts, p.words(from, end-from))
		p.take(from, end-from, "note", "a small act that belongs to this part")
		return
	}
}

// guessed are the words before a material that was inferred from a specimen.
var guessed = phrasesOf("guessed")
