package material

import (
	"strings"

	"mothledger/core/lexicon"
)

// fillers add nothing to which material is meant: hen and hen hackle are one.
var fillers = lexicon.Set("filler")

// synonyms are spellings and words for one thing.
var synonyms = lexicon.Values("spelling")

// Key gives the words that tell one material from another, in a plain form.
func Key(name string) string {
	var kept, all []string
	for _, w := range strings.Fields(strings.ReplaceAll(strings.ToLower(name), "-", " ")) {
		w = strings.TrimSuffix(strings.TrimSuffix(strings.ReplaceAll(w, "’", "'"), "'s"), "'")
		if s, ok := synonyms[w]; ok {
			w = s
		}
		all = append(all, w)
		if !fillers[w] {
			kept = append(kept, w)
		}
	}
	if len(kept) == 0 {
		return strings.Join(all, " ")
	}
	return strings.Join(kept, " ")
}
