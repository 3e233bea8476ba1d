package question

import (
	"cmp"
	"slices"
	"strings"
	"sync"

	"mothledger/core/lexicon"
)

// spelt are single words of the trade that somebody may have meant.
var spelt = sync.OnceValue(func() []string {
	seen := map[string]bool{}
	var out []string
	for _, phrases := range [][]string{lexicon.Phrases("noun"), lexicon.Phrases("name"), lexicon.Phrases("adjective"), lexicon.Phrases("colour"), lexicon.Phrases("label"), lexicon.Phrases("counted"), lexicon.Phrases("counted name"), lexicon.Phrases("preparation")} {
		for _, p := range phrases {
			for _, w := range strings.Fields(p) {
				if len(w) > 3 && !seen[w] {
					seen[w] = true
					out = append(out, w)
				}
			}
		}
	}
	return out
})

// Nearest gives words of the trade that are spelt nearly like some of these words: one letter more,
// less, other or in another place, two in a word of more than six letters. The nearest first, at
// most five; none for a word that is one.
func Nearest(words string) []string {
	type near struct {
		word string
		off  int
	}
	var found []near
	for _, w := range strings.Fields(strings.ToLower(words)) {
		most := 1
		if len(w) > 6 {
			most = 2
		}
		if len(w) < 4 || slices.Contains(spelt(), w) {
			continue
		}
		for _, s := range spelt() {
			if d := len(s) - len(w); d > most || -d > most {
				continue
			}
			if off := apart(w, s); off <= most {
				found = append(found, near{s, off})
			}
		}
	}
	slices.SortStableFunc(found, func(a, b near) int { return cmp.Compare(a.off, b.off) })
	var out []string
	for _, n := range found {
		if len(out) < 5 && !slices.Contains(out, n.word) {
			out = append(out, n.word)
		}
	}
	return out
}

// apart counts the letters that have to be added, taken away, changed, or exchanged with their
// neighbour to make one word of another (the restricted Damerau-Levenshtein distance).
func apart(a, b string) int {
	x, y := []rune(a), []rune(b)
	before, last := make([]int, len(y)+1), make([]int, len(y)+1)
	for j := range last {
		last[j] = j
	}
	for i := 1; i <= len(x); i++ {
		now := make([]int, len(y)+1)
		now[0] = i
		for j := 1; j <= len(y); j++ {
			change := 1
			if x[i-1] == y[j-1] {
				change = 0
			}
			now[j] = min(last[j]+1, now[j-1]+1, last[j-1]+change)
			if i > 1 && j > 1 && x[i-1] == y[j-2] && x[i-2] == y[j-1] {
				now[j] = min(now[j], before[j-2]+1)
			}
		}
		before, last = last, now
	}
	return last[len(y)]
}
