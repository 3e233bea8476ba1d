package reading

import (
	"slices"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/measure"
)

// A class is what a phrase of the lexicon can be in a line, by its place in the list of
// classes.
type class uint8

var classes = func() map[string]class {
	m := map[string]class{}
	for i, name := range lexicon.Classes() {
		m[name] = class(i)
	}
	return m
}()

// classOf gives a class by its name. That it is missing is a slip in the program.
func classOf(name string) class {
	c, ok := classes[name]
	if !ok {
		panic("reading: no class is called " + name)
	}
	return c
}

// A sense is one thing that the words from a token on can be: a class, what they stand for
// there, and how many tokens they are.
type sense struct {
	class class
	n     int
	value string
}

// A tree finds the rows of the lexicon in a line, a token a step.
type tree struct {
	next   map[string]*tree
	senses []sense
}

func (t *tree) add(phrase string, c class, value string) {
	toks := measure.Lex(phrase)
	at := t
	for _, tok := range toks {
		if at.next == nil {
			at.next = map[string]*tree{}
		}
		if at.next[tok.Low] == nil {
			at.next[tok.Low] = &tree{}
		}
		at = at.next[tok.Low]
	}
	at.senses = append(at.senses, sense{c, len(toks), value})
}

// newTree holds all rows of a lexicon but those that are asked for alone.
func newTree(rows []lexicon.Row) *tree {
	t := &tree{}
	for _, r := range rows {
		if lexicon.Alone(r.Class) {
			continue
		}
		t.add(r.Phrase, classOf(r.Class), r.Value)
	}
	return t
}

// at lists what the tokens from i on can be, the longest last.
func (t *tree) at(toks []measure.Token, i int, out []sense) []sense {
	for node := t; i < len(toks); i++ {
		if node = node.next[toks[i].Low]; node == nil {
			return out
		}
		out = append(out, node.senses...)
	}
	return out
}

// inflections are the endings of a noun that may not stand in the lexicon.
var inflections = []string{"'s", "s'", "'", "s"}

// look gives each token all that it can be, once; after that nothing compares words.
func (w *Words) look(toks []measure.Token) [][]sense {
	out := make([][]sense, len(toks))
	var room []sense
	for i := range toks {
		from := len(room)
		room = w.tree.at(toks, i, room)
		if toks[i].Kind == measure.Word && !hasSense(room[from:], cNoun) {
			for _, end := range inflections {
				if base, ok := strings.CutSuffix(toks[i].Low, end); ok {
					if node := w.tree.next[base]; node != nil {
						for _, s := range node.senses {
							if s.class == cNoun {
								room = append(room, s)
							}
						}
					}
				}
			}
		}
		if toks[i].Kind == measure.Word {
			if len(room) == from {
				room = w.otherForm(toks[i].Low, room)
			}
			room = w.particleVerb(toks, i, room, from)
		}
		out[i] = room[from:len(room):len(room)]
	}
	for i := 0; i < len(toks) && len(w.fixedList) > 0; { // what somebody corrected is that, and nothing else
		idx, n := w.fixed.Match(toks, i)
		if n == 0 {
			i++
			continue
		}
		for k := i; k < i+n; k++ {
			out[k] = nil
		}
		out[i] = []sense{{cCorrected, n, w.fixedAs[idx]}}
		i += n
	}
	return out
}

// otherForm gives a word that no row holds what another form of it is, where that is a verb, or a thing or
// a person that is no part of a fly: "shoved", where only "shove" has a row.
func (w *Words) otherForm(word string, out []sense) []sense {
	for _, form := range lexicon.Forms(word) {
		node := w.tree.next[form]
		if node == nil {
			continue
		}
		from := len(out)
		for _, s := range node.senses {
			switch s.class {
			case cAct, cWhatElse, cFolk, cSays:
				out = append(out, s)
			case cNoun, cName, cColour, cAdjective, cLabel, cCounted: // what can be of a fly is no more than that
				return out[:from]
			}
		}
		if len(out) > from {
			return out
		}
	}
	return out
}

// particleVerb gives a verb of two words its other forms, and what it is done to between the two: "catches them in",
// "tied it off", where only "catch in" and "tie off" have rows.
func (w *Words) particleVerb(toks []measure.Token, i int, out []sense, from int) []sense {
	k := i + 1
	if k+1 < len(toks) && (toks[k].Low == "it" || toks[k].Low == "them") {
		k++
	}
	if k >= len(toks) || toks[k].Kind != measure.Word || !particles[toks[k].Low] {
		return out
	}
	if k+1 < len(toks) && toks[k+1].Kind == measure.Word && !standsTo[toks[k+1].Low] { // "laid it in touching turns"
		return out
	}
	n := k + 1 - i
	if n == 2 && len(out) > from || slices.ContainsFunc(out[from:], func(s sense) bool { return s.n >= n }) { // what is known is that
		return out
	}
	for _, form := range append([]string{toks[i].Low}, lexicon.Forms(toks[i].Low)...) {
		node := w.tree.next[form]
		if node == nil || node.next[toks[k].Low] == nil {
			continue
		}
		for _, s := range node.next[toks[k].Low].senses {
			if s.class == cAct && s.n == 2 && (n == 2 || s.value == lexicon.ActTies || s.value == lexicon.ActTiesOff || s.value == lexicon.ActWinds) {
				return append(out, sense{cAct, n, s.value})
			}
		}
	}
	return out
}

func hasSense(list []sense, c class) bool {
	for _, s := range list {
		if s.class == c {
			return true
		}
	}
	return false
}
