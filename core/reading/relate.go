package reading

import (
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
)

// Where a part stands to another part of the fly or of the hook is true and worth
// keeping, but it is no material: "wound through the hackle", "pushed into the
// bead", "from the tail end". Common practice, no source.
var (
	// relating are the words before a part that a part of the fly may follow at
	// once; articled are those that need "the", since a material follows them too
	relating = lexicon.Set("relating")
	articled = lexicon.Set("relating with article")
	// ofPart are words between the article and the part
	ofPart = lexicon.Set("side of part")
	// ofHook are the places of a hook that a part can stand to
	ofHook = lexicon.Set("of hook")
)

// relations keeps what stands to another part as a remark.
func (p *partReader) relations() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if end := p.clauseEnd(i); p.low(i) == "than" && p.freeRun(i, end-i) { // "one turn more than the body hackle's spacing"
			p.remark(i, end-i, "a comparison, kept as said")
			continue
		}
		if p.low(i) == "over" && p.std.Form == role.FormRib && p.low(i+1) == "the" { // "over the floss only"
			if _, n := p.reader.words.roles.Match(p.toks, i+2); n == 0 {
				end := p.clauseEnd(i)
				p.remark(i, end-i, "what it is wound over")
				continue
			}
		}
		if n := max(p.coveredBefore(i), p.onlyThere(i)); n > 0 {
			p.remark(i, n, "what it lies over; no second material")
			i += n - 1
			continue
		}
		strict := relating[p.low(i)]
		if !strict && !articled[p.low(i)] {
			continue
		}
		k, the := i+1, false
		for k < len(p.toks) && k < i+6 && (p.low(k) == "the" || p.low(k) == "its" || ofPart[p.low(k)]) {
			the = the || p.low(k) == "the" || p.low(k) == "its" || p.low(k) == "each" || p.low(k) == "either"
			k++
		}
		if !strict && !the {
			continue
		}
		n := 0
		if r, m := p.reader.words.roles.Match(p.toks, k); m > 0 && (!everyday[p.reader.words.roleList[r]] || ofHook[p.low(k)]) {
			n = m
		} else if ofHook[p.low(k)] {
			n = 1
		}
		if n == 0 || !p.freeRun(i, k+n-i) {
			continue
		}
		if p.low(i) == "of" && p.named(k, n) && p.clauseEnd(i) > k+n {
			continue // "the butts of the tail fibres" names a material
		}
		end := k + n
		for p.free(end) && (p.low(end) == "end" || p.low(end) == "ends" || p.low(end) == "stem" || isFibreWord(p.low(end)) || p.low(end) == "turns") {
			end++
		}
		if _, ok := p.materialNoun(end); ok && p.free(end) && !p.named(k, n) {
			continue // "with the body feather of a snipe"
		}
		p.remark(i, end-i, "where it stands to another part; no value of its own")
		i = end - 1
	}
}

// coveredBefore reads "over the wire" or "over the lead" at token i: a material that
// was tied on earlier, since "the" points back to it. It gives the tokens it takes.
func (p *partReader) coveredBefore(i int) int {
	if p.low(i) != "over" && p.low(i) != "above" || p.low(i+1) != "the" || i == 0 {
		return 0
	}
	k := i + 2
	for k < i+5 && p.free(k) {
		kind, noun := p.materialNoun(k)
		if noun && kind != material.Fibre && !ofFly[p.low(k)] {
			if _, more := p.materialNoun(k + 1); more && p.free(k+1) {
				k++
				continue
			}
			if !p.freeRun(i, k+1-i) {
				return 0
			}
			return k + 1 - i
		}
		if _, n := p.colourAt(k); n == 0 && !material.IsAdjective(p.low(k)) {
			return 0
		}
		k++
	}
	return 0
}

// onlyThere reads "on the black part only" at token i, and gives the tokens it takes.
func (p *partReader) onlyThere(i int) int {
	if p.low(i) != "on" || p.low(i+1) != "the" || i == 0 {
		return 0
	}
	if _, n := p.colourAt(i + 2); n > 0 {
		switch p.low(i + 2 + n) {
		case "part", "half", "section", "portion":
			if end := p.clauseEnd(i); p.freeRun(i, end-i) {
				return end - i
			}
		}
	}
	return 0
}

// spunOn sets the thread apart that a fur is spun on: "thinly spun upon primrose
// silk" names no second material.
func (p *partReader) spunOn() {
	for i := range p.toks {
		switch p.low(i) {
		case "on", "upon", "over", "with", "round":
		default:
			continue
		}
		// "fur, on amber silk" as well
		spun := p.std.Form == role.FormWound && (p.low(i) == "on" || p.low(i) == "upon") && p.clauseStart(i) == i && i > 0
		for k := max(0, i-2); k < i; k++ {
			switch p.low(k) {
			case "spun", "dubbed", "twisted", "rolled":
				spun = true
			}
		}
		if !spun || !p.free(i) {
			continue
		}
		for k := i + 1; k < min(i+6, p.clauseEnd(i)); k++ {
			if p.low(k) == "silk" || p.low(k) == "thread" {
				p.remark(i, k+1-i, "what it is spun on; not a second material")
				break
			}
		}
	}
}

// named tells whether the n tokens at k name a part that this dressing has.
func (p *partReader) named(k, n int) bool {
	label, m := p.partAt(k)
	return m == n && label != p.part.Role
}
