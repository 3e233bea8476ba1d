package reading

import (
	"cmp"

	"mothledger/core/measure"
	"mothledger/core/role"
)

// before gives the label of the nearest earlier part that fits.
func (p *partReader) before(fits func(Part, role.Role) bool) string {
	for i := len(p.d.Parts) - 1; i >= 0; i-- {
		q := p.d.Parts[i]
		if std, _ := role.Find(q.Role); fits(q, std) {
			return q.Role
		}
	}
	return ""
}

// continues reads "butts of the tail fibres" and "as the body".
func (p *partReader) continues() {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if _, n := continueSet.Match(p.toks, i); n > 0 {
			if p.low(i) == "tips" && p.std.Form != role.FormLegs && p.std.Form != role.FormWing {
				continue
			}
			k := i + n
			if p.low(k) == "the" {
				k++
			}
			if label, m := p.partAt(k); m > 0 {
				k += m
				for isFibreWord(p.low(k)) || p.low(k) == "material" || p.low(k) == "butts" || p.low(k) == "ends" || p.low(k) == "bunch" {
					k++
				}
				p.part.Continues = label
				p.take(i, k-i, "material", "goes on from the "+label+"; one bunch, counted once")
				return
			}
		}
		if _, n := sameAsSet.Match(p.toks, i); n > 0 && p.clauseStart(i) == i {
			if label, m := p.name(p.toks[min(i+n, len(p.toks)):]); i == 0 && m > 0 && p.clauseEnd(0) == n+m && n+m < len(p.toks) && label != p.part.Role { // "as the hackle", which comes later
				p.part.SameAs = label
				p.take(0, n+m, "material", "the same material as the "+label)
				return
			}
			if label, m := p.partAt(i + n); m > 0 && (p.clauseEnd(i) == i+n+m || p.low(i+n+m) == "but") && i == 0 {
				p.part.SameAs = label
				p.take(i, n+m, "material", "the same material as the "+label)
				if end := p.clauseEnd(i); end > i+n+m {
					p.remark(i+n+m, end-i-n-m, "kept as a remark")
				}
				return
			}
		}
	}
	for i := 1; i < len(p.toks); i++ { // "pull the wing case butts back"
		if p.low(i-1) != "the" {
			continue
		}
		if label, m := p.partAt(i); m > 0 && (p.low(i+m) == "butts" || p.low(i+m) == "ends") && p.freeRun(i, m+1) && label != p.part.Role {
			p.part.Continues = label
			p.take(i, m+1, "material", "goes on from the "+label+"; one bunch, counted once")
			return
		}
	}
	p.sameAgain()
	// "tail butts", "tail fibres wound forward" at the start
	if label, m := p.partAt(0); m > 0 && p.free(0) && label != p.std.Name && (p.low(m) == "butts" || p.low(m) == "ends" || isFibreWord(p.low(m))) {
		p.part.Continues = label
		p.take(0, m+1, "material", "goes on from the "+label)
	}
}

// sameAgain reads "the same fibres wound forward", which go on from the part
// before, "the same dubbing as the body", and "same" alone.
func (p *partReader) sameAgain() {
	if p.part.Continues != "" || p.part.SameAs != "" {
		return
	}
	for i := range p.toks {
		if those := p.low(i) == "those" || p.low(i) == "these"; those && p.free(i) && isFibreWord(p.low(i+1)) && p.std.Form != role.FormTail {
			from := i
			for from > 0 && p.free(from-1) && (p.low(from-1) == "of" || p.low(from-1) == "rest" || p.low(from-1) == "the" || p.low(from-1) == "remainder") {
				from--
			}
			if before := p.before(func(_ Part, r role.Role) bool { return r.Form == role.FormTail }); before != "" {
				p.part.Continues = before
				p.take(from, i+2-from, "material", "goes on from the "+before+"; one bunch, counted once")
				return
			}
		}
		if p.low(i) == "as" && p.free(i) && i > 0 && (p.nounWord(i-1) || isFibreWord(p.low(i-1))) { // "marabou as the tail"
			k := i + 1
			if p.low(k) == "the" {
				k++
			}
			if label, m := p.partAt(k); m > 0 && p.freeRun(i, k+m-i) && p.clauseEnd(i) == k+m {
				p.part.SameAs = label
				p.take(i, k+m-i, "material", "the same material as the "+label)
				return
			}
		}
		if p.low(i) != "same" && p.low(i) != "ditto" || !p.free(i) {
			continue
		}
		from := i
		if p.low(i-1) == "the" && p.free(i-1) {
			from--
		}
		for k := i + 1; k < p.clauseEnd(i) && k < i+6; k++ {
			if p.low(k) != "as" && p.low(k) != "used" {
				continue
			}
			for p.low(k+1) == "the" || p.low(k+1) == "for" || p.low(k+1) == "in" || p.low(k+1) == "as" {
				k++
			}
			if label, m := p.partAt(k + 1); m > 0 && p.freeRun(k+1, m) {
				p.part.SameAs = label
				p.take(from, i+1-from, "material", "the same material as the "+label)
				p.takeFree(k, 1+m, "material", "the same material as the "+label)
				return
			}
		}
		if p.low(from-1) == "of" && p.low(i) == "same" && p.clauseEnd(i) == i+1 { // "two strands of the same"
			from = p.clauseStart(i)
		}
		if p.clauseStart(i) != from {
			continue
		}
		if next := p.low(i + 1); isFibreWord(next) || next == "bunch" || next == "strands" || next == "herls" || next == "feather" {
			if before := p.before(func(q Part, r role.Role) bool { return r.Form == role.FormTail || r.Form == role.FormWound }); before != "" && p.std.Form != role.FormTail {
				p.part.Continues = before
				p.take(from, i+2-from, "material", "goes on from the "+before+"; one bunch, counted once")
				return
			}
		}
		if i+1 == len(p.toks) || p.toks[i+1].Kind == measure.Mark {
			if before := p.before(func(q Part, r role.Role) bool {
				return r.Form != role.FormRib && len(q.Materials) > 0 && r.Name != "thread"
			}); before != "" {
				p.part.SameAs = before
				p.takeFree(max(from, i-1), i+1-max(from, i-1), "material", "the same material as the "+before)
				return
			}
		}
	}
}

// partAt names an earlier part of this dressing at token i.
func (p *partReader) partAt(i int) (string, int) {
	if i >= len(p.toks) {
		return "", 0
	}
	label, n := p.name(p.toks[i:])
	if n == 0 {
		return "", 0
	}
	// a text may hold thousands of parts: the first of each kind of work is kept
	std, _ := role.Find(label)
	switch first, ok := p.firstOf[cmp.Or(std.Kin, std.Name)]; {
	case p.labelled[label]:
		return label, n
	case ok:
		return first, n
	}
	return "", 0
}
