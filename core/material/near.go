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

var kindFamily = map[Kind]string{
	Fur: "dubbed", Wool: "wound soft", Yarn: "wound soft", Floss: "wound smooth", Thread: "wound smooth", Quill: "wound smooth", Biot: "wound smooth", Strip: "wound smooth", Tinsel: "metal", Wire: "metal", Flash: "metal",
	Hackle: "feather", Feather: "feather", Plume: "feather", Slip: "feather", Fibre: "wound fibre", Herl: "wound fibre", Hair: "hair",
}

// Nearness says how near two materials are by their names, from 0 (nothing in
// common) to 1 (the same): shared words count for half, kind for the other
// half. Common practice, no source.
func Nearness(a, b string) float64 { return NearnessOf(a, KindOf(a), b, KindOf(b)) }

// NearnessOf is Nearness for materials whose kinds are known.
func NearnessOf(a string, ta Kind, b string, tb Kind) float64 {
	ka, kb := Key(a), Key(b)
	if ka == kb {
		return 1
	}
	wa, wb := words(ka), words(kb)
	shared, all := 0, len(wb)
	for w := range wa {
		if wb[w] {
			shared++
		} else {
			all++
		}
	}
	near := 0.0
	if all > 0 {
		near = 0.5 * float64(shared) / float64(all)
	}
	switch {
	case ta == Unknown || tb == Unknown:
	case ta == tb:
		near += 0.4
	case kindFamily[ta] != "" && kindFamily[ta] == kindFamily[tb]:
		near += 0.2
	}
	return near
}

func words(s string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(s) {
		m[w] = true
	}
	return m
}
