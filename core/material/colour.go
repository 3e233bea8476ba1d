package material

import (
	"strings"

	"github.com/lucasb-eyer/go-colorful"
)

// A Colour is a trade colour with one typical value, as #rrggbb. The same name
// covers a range; the value is the middle of it. Values are from memory.
type Colour struct {
	Name, Hex string
}

// colourTable holds the colour words. From memory.
const colourTable = `
black #1f1d1c|white #f4f0e4|cream #efe0b9|ivory #ece0c4|red #a92a22|scarlet #c1271d|crimson #98182a|claret #5d1a2b|wine #5e1b2e|burgundy #571a28|maroon #5a1f1f
pink #dc8f96|salmon pink #df9580|shrimp pink #de8a78|magenta #a6246e|purple #55316e|violet #5d3f82|lavender #9a8cb5|mauve #96799e
orange #d9701e|hot orange #ee5f14|burnt orange #a64d18|fiery orange #d8531a|amber #c98a27|apricot #dd9b62|peach #e3aa83|rust #8c4520|rusty #8c4520
yellow #e0bd35|primrose #e6d98a|lemon #e8d84e|straw #d8c585|buff #cfae7b|sulphur #ddd06a|sulfur #ddd06a|golden #c69a33|gold #c79e3b|old gold #a8852e|honey #c79a55|mustard #b48d2a
green #3f6d36|olive #6b6a35|insect green #7d9a3b|bottle green #23472f|grass green #54803a|chartreuse #a9c832|lime #9cc23c|peacock green #1f5a4b|sage #8a9570
blue #3d5f93|navy #26365a|teal blue #2c7283|kingfisher blue #1f7fa8|turquoise #3aa6a0|royal blue #2b3f94|sky blue #85afd0
brown #6d4527|chestnut #70391f|chocolate #48301f|fiery brown #7d3a1a|sepia #513a27|cinnamon #95612f|ginger #b5793a|sandy #c1a271|sand #c4a879|tan #b38e60|tawny #a9773f|fawn #bb9c74|rufous #8d4a28|mahogany #58251b|coffee #5b402b|tobacco #7c5a30|beige #cdb891
grey #858079|gray #858079|silver #b9b9b6|pewter #7f8080|gunmetal #53565a|slate #5d646d|ash #a19d95|smoke #77736f|charcoal #454341|dun #8b8880|blue dun #7f868f|iron blue #4d5664|iron blue dun #4d5664|rusty dun #8a7460|honey dun #b7a078|olive dun #85815f|bronze dun #81725a|sandy dun #ab9a7a|watery dun #a7a592
grizzle #7b7873|grizzly #7b7873|badger #cfc4a8|furnace #6b3a1d|red game #7f3a1c|cree #96704b|bronze #74573a|copper #a8632f|brass #b79245|nickel #a9a9a6|natural #8f7a5f|pearl #d5d6dc|sunburst #e8892a|clear #d9dcd8|transparent #d9dcd8|flame #df4a1a|fuchsia #b8327d|coral #db7a68|caddis green #6f8a3b|dirty yellow #b9a04a|hare #a58a64|mole #6c6966|rainbow #9fb3b8|moss #66723a
`

var colourModifiers = words(`dark light pale deep bright hot fluorescent fluoro fl dirty dull rich rusty medium mid warm cold dusky smoky golden creamy reddish brownish greyish grayish greenish yellowish olivey bluish blackish pinkish blue-grey fiery burnt insect hot`)

var colours = func() map[string]string {
	m := map[string]string{}
	for _, line := range strings.Split(strings.TrimSpace(colourTable), "\n") {
		for _, entry := range strings.Split(line, "|") {
			i := strings.LastIndex(entry, " ")
			m[strings.TrimSpace(entry[:i])] = entry[i+1:]
		}
	}
	return m
}()

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
	switch word {
	case "dark", "light", "pale":
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
	switch modifier {
	case "dark", "deep", "dusky", "smoky":
		l, a, b = l*0.68, a*0.9, b*0.9
	case "light", "pale":
		l = l + (1-l)*0.42
	case "hot", "bright", "fluorescent", "fluoro", "fl", "rich":
		l, a, b = l*1.06, a*1.25, b*1.25
	case "dirty", "dull":
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

// CompareColours says how a colour phrase b lies to a: "same" where the words
// are one, "inside" where nobody would tell them apart, "overlapping" where the
// ranges meet, "outside" where not, and "" where either is not known.
func CompareColours(a, b string) string {
	na, nb := plainColour(a), plainColour(b)
	if na == nb {
		if na == "" {
			return ""
		}
		return "same"
	}
	ha, oka := Hex(na)
	hb, okb := Hex(nb)
	if !oka || !okb {
		return ""
	}
	d, err := Difference(ha, hb)
	switch {
	case err != nil:
		return ""
	case d < insideLimit:
		return "inside"
	case d < overlapLimit:
		return "overlapping"
	}
	return "outside"
}

func plainColour(c string) string {
	c = strings.ReplaceAll(strings.ToLower(strings.TrimSpace(c)), "-", " ")
	c = strings.ReplaceAll(c, "gray", "grey")
	c = strings.ReplaceAll(c, "grizzly", "grizzle")
	return strings.Join(strings.Fields(c), " ")
}
