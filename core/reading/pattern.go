package reading

import (
	"math/bits"
	"strings"

	"mothledger/core/measure"
)

// A pattern is a row of elements, each a class of the lexicon, a word in quotes, or something
// that is scanned; with ? it may be missing, with * it may stand any number of times. What
// stands between bars is one or the other: "number or_so? turn_quality* turns|winds".
type pattern []element

type element struct {
	any      []atom
	min, max int
}

// An atom is one thing that an element can be.
type atom struct {
	name    string
	literal string
	class   class
	scan    func(*stretch, int) (item, int)
}

// An item is what an element was in a line.
type item struct {
	name     string
	from, to int
	value    string
	v        measure.Interval
	l        measure.Length
}

// What a pattern calls the measures and the like.
const (
	scanNumber   = "number"
	scanPosition = "position"
	scanLength   = "length"
	scanBound    = "bound"
	scanPart     = "part"
	scanColour   = "colour"
)

// scans are the elements that are no class: what the measures read.
var scans = map[string]func(*stretch, int) (item, int){
	scanNumber: func(t *stretch, i int) (item, int) {
		v, n := t.number(i)
		return item{v: v}, n
	},
	scanPosition: func(t *stretch, i int) (item, int) {
		l, n := t.position(i)
		return item{l: l}, n
	},
	scanLength: func(t *stretch, i int) (item, int) {
		l, n := t.length(i)
		return item{l: l}, n
	},
	scanBound: func(t *stretch, i int) (item, int) {
		lo, hi, n := measure.ScanBound(t.toks, i)
		return item{v: measure.Interval{Low: lo, High: hi}}, n
	},
	"orso": func(t *stretch, i int) (item, int) { return item{}, measure.OrSo(t.toks, i) },
	scanPart: func(t *stretch, i int) (item, int) {
		label, n := t.part(i)
		return item{value: label}, n
	},
	scanColour: func(t *stretch, i int) (item, int) {
		c, n := t.colour(i)
		return item{value: c}, n
	},
	"noun_phrase": func(t *stretch, i int) (item, int) {
		_, k := t.noun(i)
		return item{}, k - i
	},
}

// compile makes a pattern of its text. A slip in it is one in the program.
func compile(text string) pattern {
	var out pattern
	for _, f := range strings.Fields(text) {
		e := element{min: 1, max: 1}
		switch {
		case strings.HasSuffix(f, "?"):
			e.min, f = 0, strings.TrimSuffix(f, "?")
		case strings.HasSuffix(f, "*"):
			e.min, e.max, f = 0, 8, strings.TrimSuffix(f, "*")
		}
		for _, alt := range strings.Split(f, "|") {
			if w, ok := strings.CutPrefix(alt, "'"); ok {
				e.any = append(e.any, atom{name: alt, literal: strings.TrimSuffix(w, "'")})
			} else if scan := scans[alt]; scan != nil {
				e.any = append(e.any, atom{name: alt, scan: scan})
			} else {
				e.any = append(e.any, atom{name: alt, class: classOf(strings.ReplaceAll(alt, "_", " ")), literal: "\x00"})
			}
		}
		out = append(out, e)
	}
	return out
}

// A rulebook finds the rules that can begin at a token by what stands there.
type rulebook struct {
	list                       []rule
	words                      map[string]ruleSet
	classes                    [1 << 8]ruleSet // a class is a byte
	number, position, anything ruleSet
}

// mostRules is how many rules a set holds.
const mostRules = 256

// A ruleSet says which rules are meant, a bit for each.
type ruleSet [mostRules / 64]uint64

func (s *ruleSet) put(k int) { s[k/64] |= 1 << (k % 64) }

func (s *ruleSet) join(more ruleSet) {
	for i := range s {
		s[i] |= more[i]
	}
}

// rulebookOf files rules by what they can begin with. It panics where there are more than mostRules.
func rulebookOf(list []rule) *rulebook {
	b := &rulebook{list: list, words: map[string]ruleSet{}}
	for k, r := range list {
		b.file(k, r.compiled)
	}
	return b
}

func (b *rulebook) file(k int, p pattern) {
	for _, e := range p {
		for _, a := range e.any {
			switch {
			case a.name == scanNumber:
				b.number.put(k)
			case a.name == scanPosition:
				b.position.put(k)
			case a.scan != nil:
				b.anything.put(k)
			case a.literal != "\x00":
				s := b.words[a.literal]
				s.put(k)
				b.words[a.literal] = s
			default:
				b.classes[a.class].put(k)
			}
		}
		if e.min > 0 {
			return
		}
	}
	b.anything.put(k)
}

// at gives the rules that can begin at token i.
func (b *rulebook) at(t *stretch, i int) ruleSet {
	set := b.anything
	set.join(b.words[t.toks[i].Low])
	for _, s := range t.senses[i] {
		set.join(b.classes[s.class])
	}
	if _, n := t.number(i); n > 0 {
		set.join(b.number)
	}
	if _, n := t.position(i); n > 0 {
		set.join(b.position)
	}
	return set
}

// next takes a rule out of the set and gives its place, -1 where none is left.
func (s *ruleSet) next() int {
	for w, word := range s {
		if word != 0 {
			s[w] &= word - 1
			return w*64 + bits.TrailingZeros64(word)
		}
	}
	return -1
}

// match finds the longest way in which a pattern stands at token i: its items by element,
// and how many tokens; 0 where it does not stand there.
func (p pattern) match(t *stretch, i int, items []item) ([]item, int) {
	for k, e := range p {
		if e.max > 1 { // any number of them: as many as there are
			for n := 0; n < e.max; n++ {
				it, ok := e.at(t, i)
				if !ok {
					break
				}
				items, i = append(items, it), it.to
			}
			continue
		}
		it, ok := e.at(t, i)
		if !ok {
			if e.min > 0 {
				return nil, 0
			}
			continue
		}
		if e.min == 0 && k+1 < len(p) { // it may be missing: what follows decides
			if got, to := p[k+1:].match(t, it.to, append(items, it)); to > 0 {
				return got, to
			}
			continue
		}
		items, i = append(items, it), it.to
	}
	return items, i
}

// at gives the first of the things that an element can be at token i.
func (e element) at(t *stretch, i int) (item, bool) {
	for _, a := range e.any {
		if it, n := a.at(t, i); n > 0 {
			it.name, it.from, it.to = a.name, i, i+n
			return it, true
		}
	}
	return item{}, false
}

func (a atom) at(t *stretch, i int) (item, int) {
	switch {
	case a.scan != nil:
		if i >= len(t.toks) {
			return item{}, 0
		}
		return a.scan(t, i)
	case a.literal != "\x00":
		if t.low(i) != a.literal || a.literal == "" {
			return item{}, 0
		}
		return item{value: a.literal}, 1
	}
	v, n := t.as(i, a.class)
	return item{value: v}, n
}
