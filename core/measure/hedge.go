package measure

import "mothledger/core/lexicon"

// A Hedge is a word or two that widens, shifts or bounds a number. Low and
// High multiply the number; what "about half" means is then the same
// everywhere.
type Hedge struct {
	Words     string
	Low, High float64
	// What it does, for people.
	Meaning string
}

func hedges(class string) []Hedge {
	var out []Hedge
	for _, r := range lexicon.Ranges(class) {
		out = append(out, hedge(r))
	}
	return out
}

func hedge(r lexicon.Range) Hedge { return Hedge{r.Phrase, r.Low, r.High, r.Meaning} }

// A LooseLength is a phrase that may mean one thing or another, and its unit.
type LooseLength struct {
	Hedge
	Of Unit
}

// Hedges is the published table of hedges before a number or a length. The
// figures are common practice, no source.
var Hedges = hedges("hedge")

// Bounds is the table of words that follow a number or a length and bound it:
// "two turns at most". Common practice, no source.
var Bounds = hedges("bound")

// ReachHedges is the table for places: "to", "past", "short of". The figures
// multiply the distance from where the part is tied in. Common practice, no
// source.
var ReachHedges = hedges("reach")

// Loose is the table of phrases that may mean one thing or another, in the unit that
// stands beside each. The point lies 0.22 of the shank before the bend and about half
// a shank below it. From memory.
var Loose = func() []LooseLength {
	var out []LooseLength
	for _, r := range lexicon.Ranges("loose length") {
		out = append(out, LooseLength{hedge(r), Unit(r.Unit)})
	}
	return out
}()

// trie matches the longest phrase of a table at a token.
type trie struct {
	next  map[string]*trie
	index int // into the table, -1 where no phrase ends
	// first tells which bytes a phrase can begin with: most tokens are turned away
	// by it
	first *[256]bool
}

func newTrie(n int, words func(int) string) *trie {
	root := &trie{next: map[string]*trie{}, index: -1, first: new([256]bool)}
	for i := range n {
		at := root
		for _, t := range Lex(words(i)) {
			if at.next[t.Low] == nil {
				at.next[t.Low] = &trie{next: map[string]*trie{}, index: -1}
			}
			if at == root && t.Low != "" {
				root.first[t.Low[0]] = true
			}
			at = at.next[t.Low]
		}
		at.index = i
	}
	return root
}

func (t *trie) match(toks []Token, i int) (index, n int) {
	index = -1
	if i >= len(toks) || toks[i].Low == "" || !t.first[toks[i].Low[0]] {
		return index, 0
	}
	at := t
	for k := i; k < len(toks); k++ {
		at = at.next[toks[k].Low]
		if at == nil {
			break
		}
		if at.index >= 0 {
			index, n = at.index, k-i+1
		}
	}
	return index, n
}

// take takes a phrase out of a trie, and gives what puts it back.
func (t *trie) take(phrase string) (back func()) {
	at := t
	for _, tok := range Lex(phrase) {
		if at = at.next[tok.Low]; at == nil {
			return func() {}
		}
	}
	index := at.index
	at.index = -1
	return func() { at.index = index }
}

// trieOf is the trie of a table that was made of a class of the lexicon.
func trieOf(class string, n int, words func(int) string) *trie {
	t := newTrie(n, words)
	lexicon.Reads(class, t.take)
	return t
}

var (
	hedgeTrie = trieOf("hedge", len(Hedges), func(i int) string { return Hedges[i].Words })
	boundTrie = trieOf("bound", len(Bounds), func(i int) string { return Bounds[i].Words })
	looseTrie = trieOf("loose length", len(Loose), func(i int) string { return Loose[i].Words })
	reachTrie = trieOf("reach", len(ReachHedges), func(i int) string { return ReachHedges[i].Words })
)

// Phrases is a set of fixed phrases to be found at a token, the longest first.
type Phrases struct{ root *trie }

// NewPhrases builds the set. Words in a phrase are split as Lex splits them.
func NewPhrases(list ...string) Phrases {
	return Phrases{newTrie(len(list), func(i int) string { return list[i] })}
}

// PhrasesOf builds the set of the phrases of a class of the lexicon; the index of each is its row's.
func PhrasesOf(class string) Phrases {
	p := NewPhrases(lexicon.Phrases(class)...)
	lexicon.Reads(class, p.Take)
	return p
}

// Take takes a phrase out of the set, and gives what puts it back.
func (p Phrases) Take(phrase string) (back func()) { return p.root.take(phrase) }

// Match gives the index of the longest phrase at token i and how many tokens
// it takes; n is 0 where none stands there.
func (p Phrases) Match(toks []Token, i int) (index, n int) { return p.root.match(toks, i) }
