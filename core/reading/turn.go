package reading

import (
	"mothledger/core/measure"
	"mothledger/core/role"
)

// wound tells whether turns are a fact of this part.
func (p *partReader) wound() bool {
	switch p.std.Form {
	case role.FormLegs: // in old books a hackle stands for the legs
		for _, t := range p.toks {
			if t.Low == "hackle" || t.Low == "hackles" || t.Low == "hackled" {
				return true
			}
		}
		return false
	case role.FormHook, role.FormTail, role.FormWing, role.FormCase, role.FormBead, role.FormCheek:
		return false
	}
	switch p.std.Name {
	case "underbody":
		for _, t := range p.toks {
			if t.Low == "lead" || t.Low == "wire" {
				return true
			}
		}
		return false
	case "thread", "post", "eyes", "indicator", "antennae":
		return false
	}
	return true
}

// turns reads how often a part is wound round the hook, and sets apart the
// thread turns that only hold something down.
func (p *partReader) turns() {
	type found struct {
		v    measure.Interval
		i, n int
		hold bool
	}
	var all []found
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		if p.low(i+1) == "turn" && p.low(i+2) == "and" && p.low(i+3) == "a" && p.low(i+4) == "half" && (p.low(i) == "a" || p.low(i) == "one") && p.freeRun(i, 5) { // "a turn and a half"
			v, n := measure.Interval{Low: 1.5, High: 1.5}, 5
			if p.low(i+5) == "to" || p.low(i+5) == "or" { // "a turn and a half to two turns"
				if more, m := measure.ScanNumber(p.toks, i+6); m > 0 && more.High > v.High && turnWords[p.low(i+6+m)] {
					v.High, n = more.High, 7+m
				}
			}
			all = append(all, found{v, i, n, false})
			i += n - 1
			continue
		}
		said, n := measure.ScanNumber(p.toks, i)
		if n == 0 || !p.freeRun(i, n) {
			continue
		}
		k := i + n
		k += measure.OrSo(p.toks, k)
		k = p.pastBrackets(k)
		if p.low(k) == "-" && p.toks[k].Joined && turnWords[p.low(k+1)] { // "a 3-turn whip finish"
			k++
		}
		if p.low(k) == "of" && (p.low(k-1) == "couple" || p.low(k-1) == "pair") {
			k++
		}
		for turnQualities[p.low(k)] && k < i+n+3 {
			k++
		}
		if more, m := p.inFront(k); m > 0 && p.std.Form == role.FormCollar && !turnWords[p.low(k-1)] { // "2 behind and 2 in front"
			all = append(all, found{measure.Interval{Low: said.Low + more.Low, High: said.High + more.High}, i, k + m - i, false})
			i = k + m - 1
			continue
		}
		if !p.free(k) || !turnWords[p.low(k)] {
			if coat := p.low(k); (coat == "coats" || coat == "coat") && said.Low >= 1 && p.part.Coats == 0 {
				p.part.Coats = said.High
			}
			if p.low(k) == "half" && p.low(k+1) == "hitches" || p.low(k) == "half" && p.low(k+1) == "hitch" || p.low(k) == "coats" || p.low(k) == "coat" || p.low(k) == "hitches" || p.low(k) == "knots" {
				p.take(i, k+1-i, "note", "")
				p.addNote(p.words(i, k+1-i))
			}
			continue
		}
		hold := p.holdsDown(i, k)
		if more, n := p.inFront(k + 1); n > 0 {
			hold = false // "3 turns behind the wing and 2 in front"
			said, k = measure.Interval{Low: said.Low + more.Low, High: said.High + more.High}, k+n
		}
		comma := 0
		if p.low(k+1) == "," {
			comma = 1
		}
		if lo, hi, m := measure.ScanBound(p.toks, k+1+comma); m > 0 && p.freeRun(k+1, comma+m) {
			said, k = said.Times(lo, hi), k+comma+m
		}
		if hi, m := p.ceiling(k + 1); m > 0 && hi > said.High {
			said.High, k = hi, k+m
		}
		if x := p.low(i - 1); (x == "x" || x == "×") && p.free(i-1) { // "wire x 8 turns"
			p.take(i-1, 1, "plain", "")
		}
		all = append(all, found{said, i, k + 1 - i, hold})
		i = k
	}
	for i := range p.toks { // "a hackle, twice round"
		if v := map[string]float64{"once": 1, "twice": 2, "thrice": 3}[p.low(i)]; v > 0 && (p.low(i+1) == "round" || p.low(i+1) == "around") && p.freeRun(i, 2) && len(all) == 0 && p.clauseEnd(i) == i+2 {
			all = append(all, found{measure.Interval{Low: v, High: v}, i, 2, false})
		}
	}
	for i := range p.toks { // "Rib: gold wire, 4-5"
		if v, n := measure.ScanNumber(p.toks, i); p.std.Form == role.FormRib && len(all) == 0 && n > 0 && v.Low >= 2 && i > 0 && p.clauseStart(i) == i && p.clauseEnd(i) == i+n && p.freeRun(i, n) {
			all = append(all, found{v, i, n, false})
		}
	}
	legit := -1
	for f, t := range all {
		if t.hold || !p.wound() {
			continue
		}
		single := t.v == measure.Interval{Low: 1, High: 1}
		if single && (len(all) > 1 || t.i > 0 && p.clauseStart(t.i) != t.i) {
			continue
		}
		if legit >= 0 && p.part.Turns != nil && !all[legit].v.Overlaps(t.v) {
			if !p.names(all[legit].i+all[legit].n, t.i) { // else they are of another material: "silver twist, 5 turns, and yellow silk, 3"
				p.d.Contradict([]int{p.line}, p.part.Role, all[legit].v.String()+" turns", t.v.String()+" turns")
			}
			continue
		}
		if legit < 0 {
			legit = f
			v := t.v
			p.part.Turns = &v
		}
	}
	for f, t := range all {
		switch {
		case f == legit:
			p.manner() // "five even turns" says how as well
			p.takeFree(t.i, t.n, "turns", "wound "+t.v.String()+" times")
		default:
			end := max(t.i+t.n, p.clauseEnd(t.i+t.n))
			if !t.hold {
				end = t.i + t.n
			}
			if t.hold && p.std.Name != "thread" {
				p.part.Acts = append(p.part.Acts, p.words(t.i, end-t.i))
			} else {
				p.addNote(p.words(t.i, end-t.i))
			}
			p.takeFree(t.i, end-t.i, "note", "a turn on the way, not how often this part is wound")
		}
	}
}

// inFront reads "behind the wing and two in front" at token i: the turns that
// come on top, and how many tokens that takes.
func (p *partReader) inFront(i int) (measure.Interval, int) {
	k := i
	if p.low(k) == "of" && (p.low(k+1) == "each" || p.low(k+1) == "both") {
		k += 2
	}
	if p.low(k) != "behind" {
		return measure.Interval{}, 0
	}
	k++
	after := k
	if p.low(k) == "the" {
		k++
	}
	_, n := p.reader.words.roles.Match(p.toks, k) // "two turns behind, two in front" names none
	if n == 0 && k != after {
		return measure.Interval{}, 0
	}
	k += n
	for p.low(k) == "and" || p.low(k) == "," || p.low(k) == "then" {
		k++
	}
	v, m := measure.ScanNumber(p.toks, k)
	if m == 0 || p.low(k+m) != "in" || p.low(k+m+1) != "front" {
		return measure.Interval{}, 0
	}
	return v, k + m + 2 - i
}

// holdsDown tells whether the turns at token i (the word "turns" being at k)
// only hold something: "secured with two turns of thread", "one turn beneath
// the wing to lift it".
func (p *partReader) holdsDown(i, k int) bool {
	if p.std.Name == "underweight" {
		return false
	}
	for j := i - 1; j >= 0 && j >= i-6; j-- {
		l := p.low(j)
		if p.toks[j].Kind == measure.Mark || l == "then" {
			break
		}
		if l == "and" && j < i-1 {
			break
		}
		if holdWords[l] || tieWords[l] && (p.low(j+1) == "in" || p.low(j+1) == "down" || p.low(j+1) == "off") {
			return true
		}
	}
	j := k + 1
	if p.low(j) == "of" && (p.low(j+1) == "thread" || p.low(j+1) == "silk" || p.low(j+1) == "the") {
		if p.low(j+1) != "the" || p.low(j+2) == "thread" || p.low(j+2) == "silk" {
			return p.std.Name != "head" && p.std.Name != "tag" && p.std.Name != "butt"
		}
	}
	if p.low(j) == "will" {
		j++
	}
	if holdWords[p.low(j)] || p.low(j) == "to" && holdWords[p.low(j+1)] {
		return true
	}
	switch p.low(j) {
	case "under", "beneath", "underneath", "behind", "below":
		if v, _ := measure.ScanNumber(p.toks, i); v.Low > 3 { // "5 turns under the resin" are its own
			return false
		}
		return p.low(j+1) != "wing" && !(p.std.Form == role.FormCollar && p.low(j) == "behind")
	}
	return false
}

// parachute tells whether this part goes round a post, whose direction is
// neither with nor against the body.
func (p *partReader) parachute() bool {
	if p.std.Form == role.FormRib || p.std.Form == role.FormWound || p.std.Form == role.FormPalmer {
		return false
	}
	for i := range p.toks {
		switch p.low(i) {
		case "parachute", "post", "clockwise", "anticlockwise", "counterclockwise":
			return true
		}
	}
	return false
}

// manner reads direction and spacing.
func (p *partReader) manner() {
	parachute := p.parachute()
	for i := range p.toks {
		for _, c := range []struct {
			set     measure.Phrases
			as      string
			to      *string
			value   string
			meaning string
		}{
			{counterSet, "winding", &p.part.Winding, "counter", "against the body"},
			{withSet, "winding", &p.part.Winding, "with", "the same way as the body"},
			{openingSet, "turns", &p.part.Spacing, "opening", "turns further apart towards the front"},
			{evenSet, "turns", &p.part.Spacing, "even", "turns equally far apart"},
		} {
			_, n := c.set.Match(p.toks, i)
			if n == 0 || !p.freeRun(i, n) || c.as == "winding" && (parachute || p.low(i+n) == "hackle") {
				continue
			}
			if c.value == "even" && p.std.Form != role.FormRib && p.std.Form != role.FormPalmer && p.low(i) == "evenly" {
				continue
			}
			if *c.to == "" {
				*c.to = c.value
			}
			p.take(i, n, c.as, c.meaning)
		}
	}
}

// againstWhat reads "against the pheasant": a winding said by what it crosses.
func (p *partReader) againstWhat() {
	if !p.wound() || p.std.Form == role.FormWound && p.std.Name != "tag" || p.part.Winding != "" || p.parachute() {
		return
	}
	for i := range p.toks {
		with := p.low(i) == "with" && (p.low(i-1) == "wound" || p.low(i-1) == "wrapped")
		if p.low(i) != "against" && !with || !p.free(i) {
			continue
		}
		k := i + 1
		for p.low(k) == "the" || p.low(k) == "its" {
			k++
		}
		end := k
		for p.free(end) && end < k+4 {
			_, noun := p.materialNoun(end)
			_, isRole := role.Find(p.low(end))
			if !noun && !isRole && !isFibreWord(p.low(end)) && p.low(end) != "turns" {
				break
			}
			end++
		}
		if end > k && p.freeRun(i, end-i) {
			p.part.Winding = "counter"
			meaning := "against the body"
			if with {
				p.part.Winding, meaning = "with", "the same way as the body"
			}
			p.take(i, end-i, "winding", meaning)
			return
		}
	}
}
