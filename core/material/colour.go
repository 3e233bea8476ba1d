package material

import (
	"slices"
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

// Below meetLimit two colours of no known relation meet. Common practice, no source.
const meetLimit = 9

// How a colour lies to another. The relation has a direction: dark claret lies inside claret,
// and claret, whose shade is not said, contains dark claret.
const (
	AsSaid      = "same"
	Inside      = "inside"
	Containing  = "containing"
	Overlapping = "overlapping"
	Outside     = "outside"
	Untold      = "untold" // a marking beside a hue, or a word that nobody knows
)

// A hueRow is a colour's place among the others: the wider colour that it is one of, and those
// that its range meets.
type hueRow struct {
	within  string
	meets   []string
	marking bool
}

// hues are the ranges of trade colours by relation, in hues.csv.
var hues = func() map[string]hueRow {
	m := map[string]hueRow{}
	for _, r := range rowsOf("hues.csv") {
		m[r[0]] = hueRow{r[1], list(r[2], ";"), r[3] != ""}
	}
	return m
}()

// IsMarking tells whether a colour word is a marking of feathers, which has no hue of its own.
func IsMarking(colour string) bool {
	_, base := shadeAndBase(plainColour(colour))
	return hues[base].marking
}

// shadeAndBase parts "dark blue dun" into dark and blue dun, and "hot orange" into bright and
// orange. The shade is the sorted list of ways; a word that is no shade stays with the base.
func shadeAndBase(c string) (string, string) {
	if c == "" {
		return "", ""
	}
	f := strings.Fields(c)
	var ways []string
	for len(f) > 1 {
		way, ok := colourModifiers[f[0]]
		if _, whole := hues[strings.Join(f, " ")]; !ok || whole || way == "" && !plainShade[f[0]] {
			break
		}
		if way != "" {
			ways = append(ways, way+shine[f[0]])
		} else {
			ways = append(ways, middling)
		}
		f = f[1:]
	}
	slices.Sort(ways)
	return strings.Join(slices.Compact(ways), " "), strings.Join(f, " ")
}

const middling = "medium"

// plainShade are the shades that go no way; shine sets the two bright ones apart that only a
// lamp tells.
var (
	plainShade = lexicon.Set("shade between")
	shine      = lexicon.Values("shine")
)

// shadesMeet tells whether two shades of one colour can be one: medium meets either, dark and
// light do not meet, and the bright ones meet.
func shadesMeet(a, b string) bool {
	dark, light := lexicon.ShadeDark, lexicon.ShadeLight
	return !(strings.Contains(a, dark) && strings.Contains(b, light) || strings.Contains(a, light) && strings.Contains(b, dark))
}

// CompareColours says how a colour phrase b lies to a.
func CompareColours(a, b string) string { return CompareInks(a, "", b, "") }

// CompareInks is CompareColours for phrases whose colour may be known as #rrggbb beside them;
// "" where one of them says nothing.
func CompareInks(a, inkA, b, inkB string) string {
	na, nb := plainColour(a), plainColour(b)
	if na == "" || nb == "" {
		return ""
	}
	if na == nb {
		return AsSaid
	}
	sa, ba := shadeAndBase(na)
	sb, bb := shadeAndBase(nb)
	if hues[ba].marking != hues[bb].marking {
		return Untold
	}
	if ba == bb {
		switch {
		case sa == "":
			return Inside
		case sb == "":
			return Containing
		case shadesMeet(sa, sb):
			return Overlapping
		}
		return Outside
	}
	if hues[ba].marking {
		return Outside
	}
	up := func(from, to string) bool {
		for w := hues[from].within; w != ""; w = hues[w].within {
			if w == to {
				return true
			}
		}
		return false
	}
	switch {
	case up(bb, ba) && sa == "":
		return Inside
	case up(ba, bb) && sb == "":
		return Containing
	case (up(bb, ba) || up(ba, bb)) && shadesMeet(sa, sb):
		return Overlapping
	case slices.Contains(hues[ba].meets, bb) || slices.Contains(hues[bb].meets, ba):
		if shadesMeet(sa, sb) {
			return Overlapping
		}
		return Outside
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
		return Untold
	}
	_, knownA := colours[ba]
	_, knownB := colours[bb]
	d, err := Difference(ha, hb)
	switch {
	case err != nil:
		return Untold
	case d < meetLimit && (!knownA || !knownB || inkA != "" || inkB != ""):
		return Overlapping
	}
	return Outside
}

// Seen is the colour that the eye gets of a body: the blend of its materials by their shares,
// over thread that shows through where the dubbing is sparse, and darkened where it is wet. All
// colours are #rrggbb; over is empty where no thread shows. A screen colour, from memory.
func Seen(blend []Share, over string, wet bool) (string, bool) {
	var sum [3]float64
	total := 0.0
	for _, s := range blend {
		c, err := colorful.Hex(s.Ink)
		if err != nil || s.Part <= 0 {
			continue
		}
		l, a, b := c.Lab()
		sum[0], sum[1], sum[2] = sum[0]+s.Part*l, sum[1]+s.Part*a, sum[2]+s.Part*b
		total += s.Part
	}
	if total == 0 {
		return "", false
	}
	c := colorful.Lab(sum[0]/total, sum[1]/total, sum[2]/total)
	if under, err := colorful.Hex(over); err == nil {
		c = c.BlendLab(under, throughSparse)
	}
	if wet {
		l, a, b := c.Lab()
		c = colorful.Lab(l*wetDarkens, a*wetDeepens, b*wetDeepens)
	}
	return c.Clamped().Hex(), true
}

// A Share is one colour of a blend and how much of it there is, in any unit.
type Share struct {
	Ink  string
	Part float64
}

// How much of the thread is seen through sparse dubbing, and what water does to a colour. From
// memory.
const (
	throughSparse = 0.35
	wetDarkens    = 0.72
	wetDeepens    = 1.12
)

// sameColour are other spellings and short forms of a colour word.
var sameColour = lexicon.Values("colour spelling")

func plainColour(c string) string {
	c = strings.ReplaceAll(strings.ToLower(strings.TrimSpace(c)), "-", " ")
	f := strings.Fields(c)
	for i, w := range f {
		if s, ok := synonyms[w]; ok {
			f[i] = s
		} else if s, ok := sameColour[w]; ok {
			f[i] = s
		}
	}
	return strings.Join(f, " ")
}
