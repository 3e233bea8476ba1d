package material

import (
	"strings"

	"github.com/lucasb-eyer/go-colorful"

	"mothledger/core/lexicon"
)

// A Colour is a trade colour with one typical value, as #rrggbb. The same name
// covers a range; the value is the middle of it. Values are from memory.
type Colour struct {
	Name, Hex string
}

var (
	colourModifiers = lexicon.Values("shade")
	colours         = lexicon.Values("colour")
)

// IsColour tells whether a lower-case word or phrase is a colour.
func IsColour(w string) bool { _, ok := colours[w]; return ok }

// Hex gives a typical value for a colour phrase such as "dark olive", and
// whether any word of it was known.
func Hex(phrase string) (string, bool) {
	p := strings.ReplaceAll(strings.ToLower(phrase), "-", " ")
	if h, ok := colours[p]; ok {
		return h, true
	}
	fields := strings.Fields(p)
	for i := range fields { // the longest known ending: "dark blue dun"
		tail := strings.Join(fields[i:], " ")
		h, ok := colours[tail]
		if !ok {
			continue
		}
		c, _ := colorful.Hex(h)
		for _, m := range fields[:i] {
			c = shift(c, m)
		}
		return c.Clamped().Hex(), true
	}
	for _, f := range fields {
		if h, ok := colours[f]; ok {
			return h, true
		}
		if base := strings.TrimSuffix(f, "ish"); base != f {
			if h, ok := colours[base]; ok {
				return h, true
			}
		}
	}
	return "", false
}

// shaded is a typical colour of a material made darker or lighter by one word, as in
// "dark hare's mask"; ok is false for other words.
func shaded(hex, word string) (string, bool) {
	switch colourModifiers[word] {
	case lexicon.ShadeDark, lexicon.ShadeLight:
	default:
		return hex, false
	}
	c, err := colorful.Hex(hex)
	if err != nil {
		return hex, false
	}
	return shift(c, word).Clamped().Hex(), true
}

func shift(c colorful.Color, modifier string) colorful.Color {
	l, a, b := c.Lab()
	switch colourModifiers[modifier] {
	case lexicon.ShadeDark:
		l, a, b = l*0.68, a*0.9, b*0.9
	case lexicon.ShadeLight:
		l = l + (1-l)*0.42
	case lexicon.ShadeBright:
		l, a, b = l*1.06, a*1.25, b*1.25
	case lexicon.ShadeDull:
		l, a, b = l*0.9, a*0.7, b*0.7
	default:
		if h, ok := colours[modifier]; ok {
			m, _ := colorful.Hex(h)
			return c.BlendLab(m, 0.5)
		}
	}
	return colorful.Lab(l, a, b)
}

// Difference is the CIEDE2000 difference between two #rrggbb values (Sharma,
// Wu and Dalal 2005), on the usual scale where 1 is barely seen.
func Difference(hexA, hexB string) (float64, error) {
	a, err := colorful.Hex(hexA)
	if err != nil {
		return 0, err
	}
	b, err := colorful.Hex(hexB)
	if err != nil {
		return 0, err
	}
	return a.DistanceCIEDE2000(b) * 100, nil
}

// Below insideLimit two colours are one trade colour; below overlapLimit their
// ranges meet. Common practice, no source.
const (
	insideLimit  = 6
	overlapLimit = 16
)

// How one colour lies to another.
const (
	Inside      = "inside"
	Overlapping = "overlapping"
	Outside     = "outside"
)

// CompareColours says how a colour phrase b lies to a: "same" where the words
// are one, Inside where nobody would tell them apart, Overlapping where the
// ranges meet, Outside where not, and "" where either is not known.
func CompareColours(a, b string) string { return CompareInks(a, "", b, "") }

// CompareInks is CompareColours for phrases whose colour may be known as #rrggbb beside them.
func CompareInks(a, inkA, b, inkB string) string {
	na, nb := plainColour(a), plainColour(b)
	if na == nb {
		if na == "" {
			return ""
		}
		return "same"
	}
	ha, oka := Hex(na)
	if inkA != "" {
		ha, oka = inkA, true
	}
	hb, okb := Hex(nb)
	if inkB != "" {
		hb, okb = inkB, true
	}
	if !oka || !okb {
		return ""
	}
	d, err := Difference(ha, hb)
	switch {
	case err != nil:
		return ""
	case d < insideLimit:
		return Inside
	case d < overlapLimit:
		return Overlapping
	}
	return Outside
}

func plainColour(c string) string {
	c = strings.ReplaceAll(strings.ToLower(strings.TrimSpace(c)), "-", " ")
	c = strings.ReplaceAll(c, "gray", "grey")
	c = strings.ReplaceAll(c, "grizzly", "grizzle")
	return strings.Join(strings.Fields(c), " ")
}
