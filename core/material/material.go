// Package material holds the trade's words for what a fly is made of: feathers,
// furs, hairs, threads, tinsels, wires and beads; their colours; how much of
// them; how they are prepared.
//
// A colour word is not always a colour: golden pheasant is a bird, and a blue
// dun cape is bought under that name. Such names are rows of the lexicon.
package material

import (
	"slices"
	"strings"

	"mothledger/core/lexicon"
)

// Kind is what a material looks and behaves like; it decides the texture of a
// drawing and what is near what.
type Kind string

// The kinds.
const (
	Unknown Kind = ""
	Fur     Kind = "fur"
	Hair    Kind = "hair"
	Hackle  Kind = "hackle"  // a feather to be wound, or its fibres
	Feather Kind = "feather" // flank and body feathers
	Slip    Kind = "slip"    // strips of a wing or tail quill
	Fibre   Kind = "fibre"   // tail fibres to be wound
	Herl    Kind = "herl"
	Quill   Kind = "quill"
	Biot    Kind = "biot"
	Plume   Kind = "plume"
	Thread  Kind = "thread"
	Floss   Kind = "floss"
	Wool    Kind = "wool"
	Tinsel  Kind = "tinsel"
	Wire    Kind = "wire"
	Flash   Kind = "flash"
	Yarn    Kind = "yarn"
	Foam    Kind = "foam"
	Rubber  Kind = "rubber"
	Strip   Kind = "strip" // latex and other stretch strips
	Bead    Kind = "bead"
	Varnish Kind = "varnish"
	Weight  Kind = "weight"
)

// Values lists the kinds that are known, as words.
func (Kind) Values() []string {
	return []string{string(Fur), string(Hair), string(Hackle), string(Feather), string(Slip), string(Fibre), string(Herl), string(Quill), string(Biot), string(Plume), string(Thread), string(Floss), string(Wool), string(Tinsel), string(Wire), string(Flash), string(Yarn), string(Foam), string(Rubber), string(Strip), string(Bead), string(Varnish), string(Weight)}
}

// nouns are the words that make a phrase a material, with its kind. Those that only count or
// shape a material make a phrase one only beside another noun.
var nouns = lexicon.Values("noun")

// adjectives belong to a material's name when they stand before its noun.
var adjectives = lexicon.Set("adjective")

// nameHue is a typical colour of a material of which none is said; used for the drawing only.
var nameHue = lexicon.Values("hue")

var sizes = lexicon.Set("grade")

// The word lists that the reader matches, for building its phrase sets.

// Names lists the phrases that hold a colour word but are names.
func Names() []string { return lexicon.Phrases("name") }

// Preparations lists the words for how a material is made ready or tied in. They take no
// part in its name.
func Preparations() []string { return lexicon.Phrases("preparation") }

// Colours lists the colour words.
func Colours() []string {
	out := make([]string, 0, len(colours))
	for c := range colours {
		out = append(out, c)
	}
	slices.Sort(out)
	return out
}

// IsModifier tells whether a word only changes a colour that follows it.
func IsModifier(w string) bool { _, ok := colourModifiers[w]; return ok }

// IsSize tells whether a word is a grade such as fine or medium.
func IsSize(w string) bool { return sizes[w] }

// IsAdjective tells whether a word belongs to the name of the material that
// follows it.
func IsAdjective(w string) bool { return adjectives[w] }

// NounKind tells whether a word can be the noun of a material, and its kind.
func NounKind(w string) (Kind, bool) {
	if k, ok := nouns[w]; ok {
		return Kind(k), true
	}
	for _, suffix := range []string{"'s", "s'", "'", "s"} {
		if base, found := strings.CutSuffix(w, suffix); found {
			if k, ok := nouns[base]; ok {
				return Kind(k), true
			}
		}
	}
	return Unknown, false
}

// Metals are words that are a colour before wire, tinsel or a bead.
var metals = lexicon.Set("metal")

// IsMetal tells whether a word names a metal that serves as a colour.
func IsMetal(w string) bool { return metals[w] }

// IsMetal tells whether things of a kind are drawn or rolled metal, as ribs are wound of.
func (k Kind) IsMetal() bool { return k == Wire || k == Tinsel }

// kindPhrases decide the kind where the last noun alone would mislead.
var kindPhrases = lexicon.Rows("kind")

// holds tells whether a name with a space at either end holds words as whole
// words, followed by one of the endings.
func holds(name, words string, endings ...string) bool {
	for at := 0; ; {
		i := strings.Index(name[at:], words)
		if i < 0 {
			return false
		}
		at += i
		if at > 0 && name[at-1] == ' ' {
			for _, e := range endings {
				if strings.HasPrefix(name[at+len(words):], e) {
					return true
				}
			}
		}
		at++
	}
}

// Holds tells whether a material's name holds these words, in the singular or
// the plural.
func Holds(name, words string) bool {
	return holds(" "+strings.ReplaceAll(strings.ToLower(name), "-", " ")+" ", words, " ", "'", "s ")
}

// KindOf gives the kind of a material by its name.
func KindOf(name string) Kind {
	n := strings.ReplaceAll(strings.ToLower(name), "-", " ")
	best := len(kindPhrases) // the first of the table that stands in the name
	last := Unknown
	for at := 0; at < len(n); {
		end := at + len(n[at:])
		if i := strings.IndexByte(n[at:], ' '); i >= 0 {
			end = at + i
		}
		word := n[at:end]
		for _, list := range [][]int{phrasesFrom[word], phrasesFrom[strings.TrimSuffix(word, "s")]} {
			for _, i := range list {
				if i < best && beginsWith(n[at:], kindPhrases[i].Phrase) {
					best = i
				}
			}
		}
		if k, ok := NounKind(word); ok && k != Unknown {
			last = k
		}
		at = end + 1
	}
	if best < len(kindPhrases) {
		return Kind(kindPhrases[best].Value)
	}
	return last
}

// phrasesFrom gives the places in kindPhrases of the phrases that begin with a word.
var phrasesFrom = func() map[string][]int {
	m := map[string][]int{}
	for i, p := range kindPhrases {
		first, _, _ := strings.Cut(p.Phrase, " ")
		m[first] = append(m[first], i)
	}
	lexicon.Reads("kind", func(phrase string) func() {
		first, _, _ := strings.Cut(phrase, " ")
		kept := m[first]
		m[first] = slices.DeleteFunc(slices.Clone(kept), func(i int) bool { return kindPhrases[i].Phrase == phrase })
		return func() { m[first] = kept }
	})
	return m
}()

// beginsWith tells whether text begins with whole words, in the singular or the
// plural.
func beginsWith(text, words string) bool {
	rest, ok := strings.CutPrefix(text, words)
	if !ok {
		return false
	}
	rest = strings.TrimPrefix(rest, "s")
	return rest == "" || rest[0] == ' '
}

// Hue gives a drawing colour: that of the colour words, else one typical of the
// material. stated is false where it is only typical.
func Hue(name, colour string) (hex string, stated bool) {
	if h, ok := Hex(colour); ok && colour != lexicon.Natural {
		return h, true
	}
	n := " " + strings.ReplaceAll(strings.ToLower(name), "-", " ") + " "
	best := ""
	for k := range nameHue {
		if holds(n, k, " ", "'", "s ") {
			if len(k) > len(best) || len(k) == len(best) && k < best {
				best = k
			}
		}
	}
	if best != "" {
		hue, said := shaded(nameHue[best], colour)
		return hue, said || colour == lexicon.Natural
	}
	if h, ok := Hex(n); ok {
		return h, false
	}
	return "#8a7a66", false
}
