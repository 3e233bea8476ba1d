package advice

import (
	"maps"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
)

// A hazard is what calls for a caution: a material of certain kinds whose name holds
// one of the words. What shines in ultraviolet needs no lamp, and a floss of kingfisher
// blue never sat on a bird: a false caution teaches people to read none.
type hazard struct {
	code  string
	kinds []material.Kind // of the material; any for none
	words *hazardWords    // one of them stands in its name; nil for any name
	// and, where given, one of these stands in what is done with it
	done *hazardWords
	text string
	why  string
}

var (
	skins = []material.Kind{material.Hackle, material.Feather, material.Slip, material.Fibre, material.Herl, material.Quill, material.Biot, material.Plume, material.Fur, material.Hair}
	sets  = []material.Kind{material.Varnish}
	heavy = []material.Kind{material.Weight, material.Wire, material.Bead, material.Foam, material.Strip, material.Tinsel, material.Unknown}
	furs  = []material.Kind{material.Fur, material.Wool}
)

// colourEnds are words that make a colour of what stands before them.
var colourEnds = func() map[string]bool {
	ends := maps.Clone(lexicon.Set("coloured"))
	maps.Copy(ends, lexicon.Set("colour word"))
	return ends
}()

var hazards = []hazard{
	{"ultraviolet", sets, byName, nil, "cure it with the lamp turned away; never look into the beam or at a surface glowing under it", "ultraviolet light hurts the eyes"},
	{"ultraviolet", sets, nil, byDoing, "cure it with the lamp turned away; never look into the beam or at a surface glowing under it", "ultraviolet light hurts the eyes"},
	{lexicon.HazardResin, sets, byName, nil, "keep uncured resin off the skin, and read its label", "uncured resin can make the skin allergic"},
	{"instant-glue", sets, byName, nil, "mind fingers and eyes, and air the room; read its label", "it bonds skin at once"},
	{"solvent", sets, byName, nil, "air the room and keep flames away; read its label", "its solvents burn and their fumes harm"},
	{lexicon.HazardLead, heavy, byName, nil, "wash your hands after it; lead is restricted on many waters: check the rules where you fish", "lead is poisonous"},
	{"dust", furs, nil, byDoing, "blend fur damp or under a cover, and do not breathe the dust", "fur dust irritates the lungs"},
	{lexicon.HazardDye, nil, nil, byDoing, "wear gloves and follow the label of the dye", "dyes stain and some are poisonous"},
	{"restricted", append(slices.Clone(skins), material.Unknown), byName, nil, "may be restricted: check the rules where you live", "the trade or possession of some wild birds and furs is regulated"},
}

// hazardWords are a class of phrases, each with the code of the hazard it stands for.
type hazardWords struct {
	order []string
	code  map[string]string
}

var (
	byName  = &hazardWords{lexicon.Phrases("hazard"), lexicon.Values("hazard")}
	byDoing = &hazardWords{lexicon.Phrases("hazard done"), lexicon.Values("hazard done")}
)

// find gives the first phrase for a hazard that some words hold.
func (w *hazardWords) find(code string, holds func(phrase string) bool) (string, bool) {
	i := slices.IndexFunc(w.order, func(p string) bool { return w.code[p] == code && holds(p) })
	if i < 0 {
		return "", false
	}
	return w.order[i], true
}

// standIns are words that make a material none of what it is named after.
var standIns = lexicon.Phrases("stand-in")

// settings are what is put on in drops and named beside the part's material: "poly
// yarn, a drop of superglue at its foot".
var settings = lexicon.Phrases("drop")

func cautions(f *fly) {
	f.each(func(i int, p dressing.Part, _ role.Role) {
		said := strings.ToLower(p.Text)
		given := map[string]bool{}
		for _, m := range substances(p) {
			for _, hz := range hazards {
				word, ok := hz.calls(m, said)
				if !ok || given[hz.code] {
					continue
				}
				given[hz.code] = true
				f.add(hz.code, i, Caution, common, hz.why, "%s (%s): %s", p.Role, word, hz.text)
			}
		}
	})
}

// substances are the materials of a part, those that are offered in their place, and
// what is dropped on it.
func substances(p dressing.Part) []dressing.Material {
	list := slices.Concat(p.Materials, p.Alternatives)
	for _, w := range settings {
		if material.Holds(p.Text, w) {
			list = append(list, dressing.Material{Name: w})
			break
		}
	}
	return list
}

// calls tells whether a material calls for the caution, and by which word.
func (hz hazard) calls(m dressing.Material, said string) (string, bool) {
	if hz.kinds != nil && !slices.Contains(hz.kinds, m.Kind()) {
		return "", false
	}
	word, ok := m.Name, true
	if hz.words != nil {
		word, ok = hz.words.find(hz.code, func(w string) bool { return material.Holds(m.Name, w) && !shade(said, w) })
		if !ok || standsIn(m.Name+" "+said) {
			return "", false
		}
	}
	if hz.done != nil {
		if word, ok = hz.done.find(hz.code, func(w string) bool { return material.Holds(m.Preparation+" "+said, w) }); !ok {
			return "", false
		}
	}
	return word, true
}

func standsIn(text string) bool {
	return slices.ContainsFunc(standIns, func(s string) bool { return material.Holds(text, s) })
}

// shade tells whether a word is only a shade where it stands: "kingfisher blue floss",
// "lead-coloured wire".
func shade(said, word string) bool {
	said = strings.ReplaceAll(said, "-", " ")
	for rest := said; ; {
		_, after, ok := strings.Cut(rest, word+" ")
		if !ok {
			return false
		}
		next, _, _ := strings.Cut(after, " ")
		next = strings.Trim(next, ",.;:()")
		if material.IsColour(next) || colourEnds[next] {
			return true
		}
		rest = after
	}
}
