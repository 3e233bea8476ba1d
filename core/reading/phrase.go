package reading

import (
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// nounPhrase is a stretch of words about one material.
type nounPhrase struct {
	colour, size, prep []string
	amount             string
	name               []string
	noun               bool // a known material noun is in it
	from, to           int
	guess              bool
	joint              string // what stands before it: "and", "or", ",", "of" …
}

// materials reads what is left as materials, colours, grades and preparation.
func (p *partReader) materials() {
	var list []nounPhrase
	joint := ""
	guess := false
	for i := 0; i < len(p.toks); {
		if !p.free(i) {
			i++
			continue
		}
		if _, n := vagueSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			p.take(i, n, "alternative", "anything like it")
			i += n
			continue
		}
		if _, n := replacesSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			p.take(i, n, "alternative", "accepted instead")
			if len(list) > 0 {
				list[len(list)-1].joint = "or"
			}
			i += n
			continue
		}
		if _, n := elseSet.Match(p.toks, i); n > 0 && p.freeRun(i, n) {
			joint = "or"
			p.take(i, n, "alternative", "")
			i += n
			continue
		}
		if _, n := guessed.Match(p.toks, i); n > 0 && p.freeRun(i, n) && p.nounFollows(i+n) {
			p.take(i, n, "preparation", "a guess, from the look of a specimen")
			guess = true
			i += n
			continue
		}
		np, next := p.phraseAt(i)
		if next == i {
			if p.toks[i].Kind == measure.Number || cardinalWord(p.low(i)) > 0 { // the "or" of "5 or 6" joins no materials
				joint = ""
			}
			switch l := p.low(i); l {
			case "/":
				joint = "or"
			case ",", ";", "and", "&", "+", "with", "over", "then", "plus", "(", "under", "mixed":
				if joint != "or" {
					joint = l
				}
			case "of", "from", "for", "in":
				if joint == "" || joint == "," {
					joint = l
				}
			}
			i++
			continue
		}
		np.joint = joint
		np.guess = guess
		guess = false
		if joint != "or" || np.noun || len(np.name)+len(np.colour) > 0 { // "or a slip of red goose" stays an alternative
			joint = ""
		}
		list = append(list, np)
		i = next
	}
	p.assemble(list)
}

// phraseAt collects the words of one material from token i.
func (p *partReader) phraseAt(i int) (nounPhrase, int) {
	np := nounPhrase{from: i}
	k := i
	for p.free(k) {
		if n := p.takeFixed(&np, k); n > 0 {
			k += n
			continue
		}
		if _, n := p.words_().names.Match(p.toks, k); n > 0 && p.freeRun(k, n) && !p.longerPrep(k, n) {
			np.name = append(np.name, p.nameWords(k, n))
			np.noun = true
			p.take(k, n, "material", "a name, not a colour")
			k += n
			continue
		}
		if c, n := p.colourAt(k); n > 0 {
			if np.noun && !p.nounFollows(k+n) && len(np.colour) > 0 {
				break
			}
			np.colour = append(np.colour, c)
			p.take(k, n, "colour", "")
			k += n
			if saysColoured[p.low(k)] || p.low(k) == "colour" || p.low(k) == "color" {
				p.take(k, 1, "colour", "")
				k++
			}
			continue
		}
		if markings[p.low(k+1)] && p.freeRun(k, 2) && material.IsColour(p.low(k)) { // "white-tipped"
			np.prep = append(np.prep, p.lowWords(k, 2))
			p.take(k, 2, "preparation", "a marking, not the colour")
			k += 2
			continue
		}
		if idx, n := p.words_().amounts.Match(p.toks, k); n > 0 && p.freeRun(k, n) && !p.sizeBefore(k, n) {
			np.amount = strings.TrimSuffix(p.words_().amountList[idx], " of")
			p.take(k, n, "amount", "an amount without a number")
			k += n
			continue
		}
		if n := p.dyed(&np, k); n > 0 { // "white goose dyed yellow"
			k += n
			continue
		}
		if _, n := p.words_().preps.Match(p.toks[:p.freeEnd(k)], k); n > 0 && !p.nounHere(k) && !(p.low(k) == "short" && p.low(k+1) == "of") {
			np.prep = append(np.prep, p.lowWords(k, n))
			p.take(k, n, "preparation", "")
			k += n
			continue
		}
		l := p.low(k)
		if material.IsSize(l) {
			n := 1
			if l == "size" && (p.free(k+1) && p.toks[k+1].Kind == measure.Number) {
				n = 2
			} else if l == "extra" && material.IsSize(p.low(k+1)) && p.free(k+1) {
				n = 2
			} else if l == "size" {
				break
			}
			np.size = append(np.size, p.lowWords(k, n))
			p.take(k, n, "size", "")
			k += n
			continue
		}
		if l == "#" && p.free(k+1) && p.toks[k+1].Kind == measure.Number {
			np.size = append(np.size, p.low(k+1))
			p.take(k, 2, "size", "")
			k += 2
			continue
		}
		if isFibreWord(l) && np.noun || (l == "fibres" || l == "fibre" || l == "fibers" || l == "strand" || l == "strands" || l == "bunch" || l == "slip" || l == "slips") && p.std.Form != role.FormHook {
			p.take(k, 1, "count", "")
			if p.part.Count == nil && (l == "slips" || l == "slip") {
				p.part.Amount = strings.TrimSpace(p.part.Amount + " " + l)
			}
			k++
			continue
		}
		if p.toks[k].Kind != measure.Word {
			break
		}
		if _, ok := p.shareAt[k]; ok && k > i {
			break
		}
		if _, ok := p.materialNoun(k); ok && (!ofFly[l] || len(np.name) > 0 || p.std.Name == l) {
			np.name = append(np.name, p.nameWords(k, 1))
			np.noun = true
			p.take(k, 1, "material", "")
			k++
			continue
		}
		if material.IsAdjective(l) && (!growing[l] || np.noun || p.nounFollows(k+1)) {
			np.name = append(np.name, p.nameWords(k, 1))
			p.take(k, 1, "material", "")
			k++
			continue
		}
		if noise[l] || cardinalWord(l) > 0 {
			break
		}
		// a word nobody knows: part of a name when a known noun follows
		if np.noun || !p.nounFollows(k) {
			break
		}
		np.name = append(np.name, p.nameWords(k, 1))
		p.take(k, 1, "material", "not in the vocabulary; kept as part of the name")
		k++
	}
	np.to = k
	return np, k
}

// dyed reads "dyed yellow", "dyed summer duck" after a material: what it was dyed is
// its colour, in place of the one that took the dye. It gives the tokens it takes.
func (p *partReader) dyed(np *nounPhrase, k int) int {
	if p.low(k) != "dyed" || !np.noun {
		return 0
	}
	end := k + 1
	for p.free(end) && p.toks[end].Kind == measure.Word && end < k+4 && !noise[p.low(end)] {
		end++
	}
	if end == k+1 {
		return 0
	}
	colour := p.lowWords(k+1, end-k-1)
	switch strings.Join(np.colour, " and ") {
	case "", "white", "natural", "cream", "natural white":
		np.colour = []string{colour}
	default: // "grizzle dyed olive"
		np.colour = append(np.colour, colour)
	}
	np.prep = append(np.prep, "dyed")
	p.take(k, 1, "preparation", "")
	p.take(k+1, end-k-1, "colour", "what it was dyed")
	return end - k
}

// longerPrep tells whether a preparation longer than n tokens stands at k: "guard
// hairs removed" is not the material "guard hairs".
func (p *partReader) longerPrep(k, n int) bool {
	_, m := p.words_().preps.Match(p.toks[:p.freeEnd(k)], k)
	return m > n
}

// freeEnd is the first token from k on that an earlier step took.
func (p *partReader) freeEnd(k int) int {
	for p.free(k) {
		k++
	}
	return k
}

func (p *partReader) words_() *Words { return p.reader.words }

// growing are adjectives that are also parts of a fly; alone they are no quality of
// a material.
var growing = lexicon.Set("grows on")

// markings are markings that a colour word before them belongs to.
var markings = lexicon.Set("marking")

// saysColoured are words that make the word before them a colour.
var saysColoured = lexicon.Set("coloured")

// ofFly are nouns of materials that alone name a part of the fly: a calf's tail is
// one, "the tail" is none.
var ofFly = lexicon.Set("of fly")

// sizeBefore keeps "thin" and "light" before a noun from being amounts where
// they are grades.
func (p *partReader) sizeBefore(k, n int) bool {
	return n == 1 && material.IsSize(p.low(k)) && p.nounFollows(k+1)
}

// nounHere keeps a word such as "stripped" in "stripped peacock quill" a
// preparation, but "quill" a noun.
func (p *partReader) nounHere(k int) bool {
	_, ok := material.NounKind(p.low(k))
	return ok
}

// materialNoun tells whether token k is a material's noun.
func (p *partReader) materialNoun(k int) (material.Kind, bool) {
	kind, ok := material.NounKind(p.low(k))
	if kind == material.Thread { // "split with a thread loop": a tail is of no thread
		switch p.std.Form {
		case role.FormTail, role.FormWing, role.FormLegs, role.FormCase, role.FormCheek, role.FormPost:
			return material.Unknown, false
		}
	}
	return kind, ok
}

// nounFollows tells whether a material's noun stands at or after token k in
// the same phrase.
func (p *partReader) nounFollows(k int) bool {
	for j := k; j < k+4 && p.free(j) && p.toks[j].Kind == measure.Word; j++ {
		l := p.low(j)
		if l == "of" || l == "and" || l == "or" || l == "with" || l == "from" || l == "the" || l == "to" || l == "in" {
			return false
		}
		if p.nounWord(j) || j > k && isFibreWord(l) && p.std.Form != role.FormHook {
			return true
		}
	}
	return false
}

// colourAt reads a colour phrase: "hot orange", "dark blue dun", "medium olive".
func (p *partReader) colourAt(k int) (string, int) {
	if !p.free(k) || p.toks[k].Kind != measure.Word {
		return "", 0
	}
	j := k
	for p.free(j) && (material.IsModifier(p.low(j)) || strings.HasSuffix(p.low(j), "ish") && material.IsColour(strings.TrimSuffix(p.low(j), "ish"))) {
		j++
	}
	if j == k+1 && p.shade(k) {
		return p.low(k), 1
	}
	if p.hyphened(k) && p.free(k+1) && saysColoured[p.low(k+1)] { // "mouse-coloured"
		return p.low(k), 2
	}
	if j == k && p.hyphened(k) { // "wren-brown", "slate-blue"
		if _, named := p.words_().names.Match(p.toks, k); named == 0 {
			if _, n := p.words_().colours.Match(p.toks, k+1); n > 0 && p.freeRun(k+1, n) && !p.notColour(k+1, k+n) && !p.nounWord(k) {
				return p.lowWords(k, n+1), n + 1
			}
		}
	}
	_, n := p.words_().colours.Match(p.toks, j)
	if n == 0 && p.freeRun(j, 2) && p.toks[j].Kind == measure.Word && saysColoured[p.low(j+1)] && !noise[p.low(j)] { // "light mouse coloured"
		return p.lowWords(k, j-k+1), j - k + 2
	}
	if n == 0 || !p.freeRun(j, n) {
		// a modifier that is a colour by itself: "rusty", "golden"
		if j > k {
			if _, m := p.words_().colours.Match(p.toks, j-1); m > 0 && p.freeRun(j-1, m) {
				j, n = j-1, m
			}
		}
		if n == 0 {
			return "", 0
		}
	}
	last := j + n - 1
	if p.low(k) == "medium" && j > k { // "medium copper wire", "medium black wire" are of medium gauge
		switch kind, _ := p.headKind(last + 1); {
		case material.IsMetal(p.low(last)), kind == material.Wire, kind == material.Tinsel, kind == material.Rubber, kind == material.Strip:
			return "", 0
		}
	}
	if p.notColour(k, last) {
		return "", 0
	}
	// "ginger-brown", "brown olive": a second colour word joined to the first
	for p.free(last + 1) {
		_, m := p.words_().colours.Match(p.toks, last+1)
		if m == 0 || !p.freeRun(last+1, m) || p.notColour(last+1, last+m) {
			break
		}
		last += m
	}
	return p.lowWords(k, last-k+1), last - k + 1
}

// shade tells whether "dark", "light" or "pale" stands right before a feather, a
// hair or a fur, where it is the colour by itself: "dark hare's mask", "light elk
// hair". Light dubbing is little of it.
func (p *partReader) shade(k int) bool {
	switch p.low(k) {
	case "dark", "light", "pale":
	default:
		return false
	}
	if p.std.Form == role.FormHook || p.std.Name == "thread" || !p.nounFollows(k+1) || saysColoured[p.low(k+2)] {
		return false
	}
	if _, n := p.words_().colours.Match(p.toks, k+1); n > 0 {
		if _, named := p.words_().names.Match(p.toks, k+1); named == 0 {
			return false // "dark olive"
		}
	}
	switch kind, _ := p.headKind(k + 1); kind {
	case material.Hair, material.Hackle, material.Feather, material.Slip, material.Fibre, material.Biot, material.Quill, material.Plume:
		return true
	case material.Fur:
		return p.low(k) != "light" || p.low(k+1) != "dubbing"
	}
	return false
}

// colouredBefore tells whether a colour stands before token k: a copper coloured
// bead of brass is of brass.
func (p *partReader) colouredBefore(k int) bool {
	for i := range k {
		if material.IsColour(p.low(i)) {
			return true
		}
	}
	return false
}

// hyphened tells whether a hyphen joins token k to the next.
func (p *partReader) hyphened(k int) bool {
	t := p.toks[k]
	return t.Kind == measure.Word && strings.HasSuffix(p.s[t.Start:t.End], "-")
}

// notColour keeps apart words that are colours elsewhere: "copper" as a
// material of its own, "hare" as the beast, "white tipped".
func (p *partReader) notColour(from, last int) bool {
	l, next := p.low(last), p.low(last+1)
	if markings[next] {
		return true
	}
	switch next {
	case "winged", "tailed", "bar", "bars", "edge", "edges", "stripe", "stripes", "band", "bands", "spot", "spots", "eye", "end", "ends":
		return true
	}
	switch l {
	case "hare", "mole":
		return true
	case "bronze":
		return next == "mallard"
	case "brass":
		return p.std.Form == role.FormBead && p.colouredBefore(from) || next == "bead" || next == "beads" || next == "cone" || next == "bodied"
	case "ash":
		return next == "wood"
	case "natural":
		return false
	}
	return from > last
}

func (p *partReader) lowWords(k, n int) string {
	w := make([]string, 0, n)
	for _, t := range p.toks[k : k+n] {
		w = append(w, t.Low)
	}
	return strings.Join(w, " ")
}

// nameWords gives tokens as a name keeps them: as written in lower case, short
// capitals such as CDC kept.
func (p *partReader) nameWords(k, n int) string {
	w := make([]string, 0, n)
	for _, t := range p.toks[k : k+n] {
		written := strings.TrimRight(p.s[t.Start:t.End], "-‐‑")
		if len(written) <= 3 && dressing.IsUpper(written) && len(written) > 1 && !dressing.IsUpper(p.s) {
			w = append(w, written)
		} else {
			w = append(w, t.Low)
		}
	}
	return strings.Join(w, " ")
}

// assemble makes materials and alternatives of the phrases.
func (p *partReader) assemble(list []nounPhrase) {
	part := p.part
	share := 0.0
	shared := func(np nounPhrase, m *Material) {
		if v, ok := p.shareAt[np.from]; ok {
			m.Share = v
		}
	}
	for i, t := range p.toks {
		if t.Low == "half" && p.low(i+1) == "and" && p.low(i+2) == "half" {
			share = 0.5
		}
		if t.Low == "equal" && (p.low(i+1) == "parts" || p.low(i+1) == "shares") {
			share = -1
		}
	}
	var pendingColour []nounPhrase // "brown" of "brown or black hen"
	add := func(np nounPhrase, alternative bool) *Material {
		m := Material{Name: p.counted(strings.Join(np.name, " ")), Colour: strings.Join(np.colour, " and "), Size: strings.Join(np.size, " "), Preparation: strings.Join(np.prep, ", "), Guess: np.guess}
		p.much(np.amount)
		shared(np, &m)
		if alternative {
			part.Alternatives = append(part.Alternatives, m)
			return &part.Alternatives[len(part.Alternatives)-1]
		}
		part.Materials = append(part.Materials, m)
		return &part.Materials[len(part.Materials)-1]
	}
	var last *Material
	shaped := false // a strip or the like was spoken of
	for k := 0; k < len(list); k++ {
		np := list[k]
		if !np.noun && len(np.name) > 0 { // adjectives alone: "flat", "closed cell"
			if last == nil && (p.impliedName() != "" || !nounLater(list, k) || tinselLike(np)) || last != nil && len(np.colour) > 0 && material.IsAdjective(last.Name) { // "flat gold then oval gold"
				np.noun = true
			} else {
				np.prep = append(np.prep, strings.Join(np.name, " "))
				np.name = nil
			}
		}
		switch {
		case np.noun && last != nil && len(np.name) == 1 && shapes[np.name[0]] && len(np.colour) == 0: // "dark goose, a strip": the shape of it
			np.prep = append(np.prep, np.name[0])
			qualify(last, np)
			shaped = true
			continue
		case np.noun && last != nil && last.Name != "" && len(np.name) == 1 && units[np.name[0]] && len(np.colour) == 0 && (np.joint == "," || np.joint == ""): // "CDC, two plumes": what was counted of it
			qualify(last, np)
			continue
		case np.noun && last != nil && last.Name == "" && len(np.colour) == 0 && np.joint != "or" && np.joint != "and" && np.joint != "with": // "a green one; cock"
			last.Name = p.counted(strings.Join(np.name, " "))
			qualify(last, np)
		case !np.noun && len(np.colour) > 0 && (shaped && np.joint == "of" || np.amount != "" && last != nil): // "a strip of red as well" is another
			p.release(np)
		case np.noun && np.joint == "" && last != nil && k > 0 && list[k-1].to == np.from && len(np.colour) == 0: // "fox cub's ear"
			last.Name += " " + strings.Join(np.name, " ")
			qualify(last, np)
		case np.noun && np.joint == "of" && last != nil && len(part.Alternatives) == 0 && containers[lastWord(last.Name)] && p.onlyOf(list[k-1].to, np.from):
			// "strips of white goose biot", "dubbing of mole"
			name := strings.Join(np.name, " ")
			if !shapes[last.Name] {
				name += " " + lastWord(last.Name)
			}
			last.Name = p.counted(name)
			if len(np.colour) > 0 {
				last.Colour = strings.Join(np.colour, " and ")
			}
			qualify(last, np)
		case np.noun && (np.joint == "of" || np.joint == "from") && last != nil && len(part.Alternatives) == 0 && coverings[last.Name] && last.Colour == "":
			// "the neck of a brown cock"
			last.Name = strings.Join(np.name, " ") + " " + last.Name
			last.Colour = strings.Join(np.colour, " and ")
			qualify(last, np)
		case np.noun && np.joint == "from" && last != nil && len(part.Alternatives) == 0 && isSourceOnly(np):
			last.Name += " from " + strings.Join(np.name, " ")
		case np.noun && last != nil && np.joint != "or" && p.amidUnread(np.from):
			p.release(np) // "so thin you see the thread": better unread than a second material
		case np.noun && last != nil && p.std.Name != "head" && p.std.Name != "finish" && material.KindOf(strings.Join(np.name, " ")) == material.Varnish: // "then a coat of varnish"
			part.Acts = append(part.Acts, strings.Join(append(np.colour, np.name...), " "))
		case np.noun:
			if len(pendingColour) == 1 && np.joint == "and" && len(np.colour) == 0 && len(np.prep) > 0 && markings[lastWord(np.prep[0])] { // "brown and white barred rubber"
				np.colour, pendingColour = pendingColour[0].colour, nil
			}
			alternative := np.joint == "or" && (len(part.Materials) > 0 || len(pendingColour) > 0)
			for _, pc := range pendingColour {
				mm := np
				mm.from = pc.from // its share is its own
				mm.colour, mm.prep, mm.size, mm.amount = pc.colour, append(pc.prep, np.prep...), append(pc.size, np.size...), pc.amount
				add(mm, len(part.Materials) > 0 && pc.joint == "or")
			}
			if len(pendingColour) > 0 && np.joint == "or" && len(np.colour) == 0 {
				alternative = true
			}
			last = add(np, alternative)
			pendingColour = nil
		case len(np.colour) > 0 && p.nounAhead(list, k):
			pendingColour = append(pendingColour, np)
		case len(np.colour) > 0 && last != nil && np.joint != "or" && p.amidUnread(np.from):
			p.release(np) // "eye painted yellow" is not the head's colour
		case len(np.colour) > 0 && last != nil && np.joint != "or" && (p.shareAt[np.from] > 0 && last.Share > 0 || p.stretches > 1 && last.Colour != ""):
			next := *last
			next.Colour, next.Share = strings.Join(np.colour, " and "), p.shareAt[np.from]
			part.Materials = append(part.Materials, next)
			last = &part.Materials[len(part.Materials)-1]
		case len(np.colour) > 0 && last != nil && last.Colour != "" && (np.joint == "over" || np.joint == "under"): // "yellow bucktail over white"
			next := *last
			next.Colour = strings.Join(np.colour, " and ")
			part.Materials = append(part.Materials, next)
			last = &part.Materials[len(part.Materials)-1]
			qualify(last, np)
		case len(np.colour) > 0 && last != nil:
			if np.joint == "or" {
				alt := *last
				alt.Colour = strings.Join(np.colour, " and ")
				part.Alternatives = append(part.Alternatives, alt)
				last = &part.Alternatives[len(part.Alternatives)-1] // "or ginger and grizzle"
				continue
			}
			if v := p.shareAt[np.from]; v > 0 { // "rabbit, 60 % grey and 40 % olive"
				last.Share, last.Colour = v, strings.Join(np.colour, " and ")
				continue
			}
			if last.Colour == "" {
				last.Colour = strings.Join(np.colour, " and ")
			} else {
				last.Colour += " and " + strings.Join(np.colour, " and ")
			}
			qualify(last, np)
		case len(np.colour) > 0:
			if name := p.impliedName(); name != "" {
				np.name, np.noun = []string{name}, true
				last = add(np, np.joint == "or" && len(part.Materials) > 0)
			} else {
				last = add(np, false)
			}
		case last != nil:
			qualify(last, np)
			p.much(np.amount)
		default:
			if k+1 < len(list) { // qualities before the material: "dubbed, olive rabbit"
				list[k+1].prep = append(np.prep, list[k+1].prep...)
				list[k+1].size = append(np.size, list[k+1].size...)
				if list[k+1].amount == "" {
					list[k+1].amount = np.amount
				}
				continue
			}
			p.much(np.amount)
			if name := p.impliedName(); name != "" && (len(np.size) > 0 || len(np.prep) > 0) {
				np.name, np.noun = []string{name}, true
				last = add(np, false)
			}
		}
	}
	if p.ratio[0] > 0 && len(part.Materials) == 1 && len(part.Alternatives) == 1 { // "tan/olive dubbing, 50-50" is a blend
		part.Materials, part.Alternatives = append(part.Materials, part.Alternatives[0]), nil
	}
	if r := p.ratio; r[0] > 0 && len(part.Materials) == 2 {
		part.Materials[0].Share, part.Materials[1].Share = r[0]/(r[0]+r[1]), r[1]/(r[0]+r[1])
	}
	if share != 0 && len(part.Materials) > 1 {
		for i := range part.Materials {
			part.Materials[i].Share = 1 / float64(len(part.Materials))
		}
	}
	if part.Materials == nil {
		part.Materials = []Material{}
	}
	if p.grade != "" {
		if len(part.Materials) > 0 {
			part.Materials[0].Size = strings.TrimPrefix(part.Materials[0].Size+", "+p.grade, ", ")
		} else {
			p.addNote(p.grade)
		}
	}
}

// tinselLike tells "oval silver", which needs no noun to be a tinsel.
func tinselLike(np nounPhrase) bool {
	if len(np.name) != 1 || len(np.colour) != 1 || !material.IsMetal(np.colour[0]) {
		return false
	}
	switch np.name[0] {
	case "oval", "flat", "embossed", "round":
		return true
	}
	return false
}

// much adds to how much of the part there is: "a healthy bunch, a pencil's thickness
// before the underfur is combed out".
func (p *partReader) much(amount string) {
	if amount != "" && !strings.Contains(p.part.Amount, amount) {
		p.part.Amount = strings.TrimPrefix(p.part.Amount+", "+amount, ", ")
	}
}

// amidUnread tells whether words that nobody understands stand before token i in
// its clause, so that what it names may be part of something else.
func (p *partReader) amidUnread(i int) bool {
	for k := p.clauseStart(i); k < i; k++ {
		if p.free(k) && !p.plain(k) && p.toks[k].Kind == measure.Word {
			return true
		}
	}
	return false
}

// release gives the words of a phrase back as unread.
func (p *partReader) release(np nounPhrase) {
	for k := np.from; k < np.to; k++ {
		p.taken[k] = false
	}
	p.marks.clear(p.toks[np.from].Start, p.toks[np.to-1].End)
}

// onlyOf tells whether nothing but "of the" stands between two phrases.
func (p *partReader) onlyOf(from, to int) bool {
	for k := from; k < to; k++ {
		switch p.low(k) {
		case "of", "the", "a", "an":
		default:
			return false
		}
	}
	return true
}

// nounLater tells whether a phrase after k names a material.
func nounLater(list []nounPhrase, k int) bool {
	for _, np := range list[k+1:] {
		if np.noun {
			return true
		}
	}
	return false
}

// containers are words that only shape what follows "of".
var containers = lexicon.Set("form")

// units are what is counted of a material that was named before.
var units = lexicon.Set("piece")

func lastWord(name string) string { return name[strings.LastIndex(name, " ")+1:] }

// shapes are containers that say nothing of what the material is.
var shapes = lexicon.Set("made form")

// coverings are where on a bird or a beast a material grows.
var coverings = lexicon.Set("covering")

// isSourceOnly tells whether a phrase only says where a feather grows: "from a
// woodcock's wing" goes on with the material's own name.
func isSourceOnly(np nounPhrase) bool { return len(np.colour) == 0 && len(np.size) == 0 }

func qualify(m *Material, np nounPhrase) {
	if len(np.size) > 0 {
		m.Size = strings.TrimSpace(m.Size + " " + strings.Join(np.size, " "))
	}
	if len(np.prep) > 0 {
		m.Preparation = strings.TrimPrefix(m.Preparation+", "+strings.Join(np.prep, ", "), ", ")
	}
}

// nounAhead tells whether the phrase right after k, joined by "or", "and" or
// "to", names the material that this colour belongs to.
func (p *partReader) nounAhead(list []nounPhrase, k int) bool {
	commas := 0
	for j := k + 1; j < len(list); j++ {
		switch list[j].joint {
		case "or", "and", "&", "over":
			commas = 0
		case "":
		case ",": // "brown, claret and black fur", "rear third brown, middle third claret, front third black fur"
			if p.stretches > 1 || p.shareAt[list[j].from] > 0 {
				break
			}
			commas++
			if list[j].noun {
				return false
			}
		default:
			return false
		}
		if list[j].noun {
			return commas == 0
		}
		if len(list[j].colour) == 0 {
			return false
		}
	}
	return false
}

// impliedName is the material that a label implies where only a colour is
// given: "Thread: black".
func (p *partReader) impliedName() string {
	switch p.std.Name {
	case "thread":
		return "thread"
	case "bead":
		if p.part.Role == "cone" || p.part.Role == "cone head" || p.part.Role == "conehead" {
			return "cone"
		}
		return "bead"
	}
	return ""
}

var singularEnds = lexicon.Values("singular")

// counted takes the plural off a name whose last word is what was counted: three
// peacock herls are of peacock herl. Other names stay as written.
func (p *partReader) counted(name string) string {
	last := lastWord(name)
	s, ok := singularEnds[last]
	if c := p.part.Count; ok && c != nil && countNouns[last].of == c.Of {
		return strings.TrimSuffix(name, last) + s
	}
	return name
}
