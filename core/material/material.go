// Package material holds the trade's words for what a fly is made of: feathers,
// furs, hairs, threads, tinsels, wires and beads; their colours; how much of
// them; how they are prepared.
//
// A colour word is not always a colour: golden pheasant is a bird, and a blue
// dun cape is bought under that name. Such names are a table here. The words
// are generic words of the trade, from memory.
package material

import (
	"slices"
	"strings"
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

func words(s string) map[string]bool {
	m := map[string]bool{}
	for _, w := range strings.Fields(s) {
		m[w] = true
	}
	return m
}

// nounTable: the words that make a phrase a material, by kind.
var nounTable = map[Kind]string{
	Fur:     "fur dubbing mask hare rabbit mole muskrat beaver otter seal mink opossum angora underfur noodle ear musquash possum squirrel hare's rabbit's mole's seal's vole rat fluff blend marten wolf sable camel goat-fur lambswool lamb cashmere alpaca kapok chinchilla marmot groundhog hamster lint hare's-ear poll",
	Hair:    "hair mane deer elk calf bucktail bucktails moose goat bear badger-hair kip woodchuck caribou antelope fitch fox bristle bristles mohair yak finnraccoon raccoon marabou-hair stoat skunk snowshoe peccary javelina porcupine monkey llama whiskers whisker",
	Hackle:  "hackle hackles cock hen saddle cape neck rooster capon spade game cockerel henny",
	Feather: "partridge mallard teal gadwall wigeon widgeon woodduck snipe woodcock grouse plover starling jay guinea flank tippet tippets topping toppings crest breast marabou feather feathers plumage jungle drake philoplume philo aftershaft schlappen pheasant duck moorhen coot waterhen lapwing jackdaw dotterel bustard turkey goose swan crow magpie wing dove pigeon rook blackbird thrush sparrow pintail shoulder quail bobwhite ptarmigan capercaillie blackcock curlew redshank heron emu rhea eider goosander merganser shoveler shelduck tern gull rump landrail corncrake kingfisher owl macaw parrot budgerigar francolin ibis",
	Slip:    "slip slips quill-slip primary secondary primaries secondaries",
	Fibre:   "tail swords sword",
	Herl:    "herl herls peacock ostrich",
	Quill:   "quill quills stalk stalks stem stems raffia straw-quill",
	Biot:    "biot biots",
	Plume:   "cdc plume plumes cul canard",
	Thread:  "thread silk tying-silk waxed-thread gossamer",
	Floss:   "floss",
	Wool:    "cotton string jute twine wool worsted yarn-wool crewel",
	Tinsel:  "purl tinsel twist mylar lace tinsels braid",
	Wire:    "wire wires",
	Flash:   "flash flashes sparkle holographic holo glitter filament filaments",
	Yarn:    "yarn poly polypropylene polyester acrylic chenille nylon synthetic macrame organza sheet raffene ribbon plastic vinyl mono monofilament bristle-fibres craft velvet",
	Foam:    "foam cork balsa",
	Rubber:  "rubber silicone legs spandex",
	Strip:   "cellophane tubing leather suede chamois felt latex strip strips skin stretch shrimp-skin film",
	Bead:    "bead beads cone cones eyes barbell chain",
	Varnish: "varnish resin lacquer cement glue epoxy superglue head-cement shellac uv",
	Unknown: "substitute",
	Weight:  "lead weight foil lead-wire tungsten wraps lead-free",
}

// Nouns that only count or shape a material: they make a phrase a material
// only beside another noun.
var nouns = func() map[string]Kind {
	m := map[string]Kind{}
	for k, list := range nounTable {
		for _, w := range strings.Fields(list) {
			m[w] = k
		}
	}
	return m
}()

// adjectives belong to a material's name when they stand before its noun.
var adjectives = words(`flat oval round embossed twisted stretch stretchy bronze-winged golden silver-winged speckled mottled barred cinnamon-tipped
 wild wood guinea jungle blue-winged closed-cell closed open-cell cell lead brass tungsten glass copper-wire synthetic fine-haired english french indian chinese american siberian arctic
 common cul de canard au fowl centre center tail wing body neck back rump shoulder covert coverts underwing mask cheek face belly leg green-winged
 spotted tipped edged centred centered winged knotted unwaxed waxed pre hollow crinkled curly curled crinkly mercerised silk woolly nylon poly sparkle micro ultra chenille primary secondary quill red-tipped sheet sewing button tying substitute sub imitation imitated dummy artificial fake slotted countersunk faceted holographic pearlescent uv opal mirror stripped-quill ringneck cock hen hare rabbit`)

// names are phrases that hold a colour word but name a bird, a beast, a grade
// or a cape rather than a colour here.
var names = []string{
	"lead free wire", "lead free", "under fur", "guard hairs", "guard hair", "peacock eye", "water rat", "water vole", "leadfree wire", "non lead wire", "non lead", "non toxic wire", "lead substitute", "mylar tubing", "braided tubing",
	"golden pheasant", "silver pheasant", "blue dun cape", "blue dun capes", "red game", "bronze mallard", "grey mallard", "gray mallard", "blue jay", "golden plover",
	"grey duck", "gray duck", "white duck quill", "red squirrel", "grey squirrel", "gray squirrel", "fox squirrel", "red fox", "silver fox", "black bear", "brown bear", "polar bear",
	"grey partridge", "gray partridge", "brown partridge", "red grouse", "white tail deer", "white tailed deer", "red deer", "roe deer", "blue eared pheasant", "green winged teal", "blue winged teal",
	"grizzle cape", "badger cape", "furnace cape", "red game cape", "ginger cape", "honey dun cape", "iron blue dun cape", "red setter", "grey goose", "gray goose", "pine squirrel",
	"snowshoe hare", "peacock sword",
}

// colouredAnyway are names of the table that still say a colour when nothing
// else does; used for the drawing only.
var nameHue = map[string]string{
	"golden pheasant": "#c9772a", "bronze mallard": "#6f5136", "blue dun cape": "#7f868f", "red game": "#7f3a1c", "grey mallard": "#98938a", "blue jay": "#4573a8",
	"golden plover": "#8b7a45", "grey squirrel": "#8d8880", "red squirrel": "#8d4a28", "fox squirrel": "#7a4a28", "grey partridge": "#948b7d", "brown partridge": "#7d6248", "pheasant tail": "#6a4126",
	"pheasant": "#6a4126", "peacock quill": "#9a835c", "hackle stalk": "#a5814e", "peacock": "#2f4a39", "ostrich": "#4a443c", "hare": "#8d7352", "rabbit": "#877d70", "mole": "#5f5c59", "squirrel": "#86705a", "muskrat": "#6f6a63", "deer": "#9a7e58", "elk": "#b08d5e", "calf": "#d9cdb3",
	"partridge": "#86745c", "woodcock": "#75583b", "snipe": "#6f6455", "starling": "#37353b", "grouse": "#5d4530", "teal": "#8c8a85", "mallard": "#928a7c", "wood duck": "#b08d57", "jungle cock": "#c4a55b", "guinea": "#4d4d4d", "turkey": "#75604a", "goose": "#8e8880",
	"cdc": "#8c877d", "lead": "#6f7275", "tungsten": "#77797c", "brass": "#b79245", "latex": "#d8c59c", "varnish": "#241c16", "wire": "#a8823c", "tinsel": "#bdbab0", "flash": "#c9cdd3", "raffia": "#c8a868", "quill": "#8a7350", "biot": "#7c6a50", "seal": "#8a7a5c", "hen": "#7d6a52", "cock": "#8a6238", "foam": "#3a3733", "bead": "#b18a3f", "wool": "#b9a88a", "floss": "#b08c4a", "otter": "#7a6650", "moose": "#3f3028", "badger": "#b9ad93", "fox": "#9a6438", "duck": "#8b857a", "thread": "#4a3a2c", "silk": "#c9b26a", "poly": "#d8d3c4", "monofilament": "#b9bfba",
}

var sizes = words(`fine finest thinnest heaviest smallest medium small large micro midge thin thick extra narrow wide broad xs xfine ultrafine mini tiny size`)

// amounts are words for how much.
var amounts = []string{
	"a wisp of", "wisp of", "a pinch of", "pinch of", "a tuft of", "tuft of", "a small bunch of", "small bunch of", "a sparse bunch of", "sparse bunch of", "a healthy bunch of", "a good bunch of", "a slim bunch of", "a large bunch of", "a bunch of", "bunch of", "a clump of", "small clump of", "a few", "a little", "several", "sparse", "sparsely",
	"very sparse", "very sparsely", "thinly", "thin", "slim", "full", "heavy", "heavily", "lightly", "light touch of", "generous", "plenty of", "bushy", "a pencil's thickness of", "a pencil's thickness", "a pencil thickness", "a pencil thickness of", "pencil thickness", "a matchstick's thickness", "the thickness of a pencil", "the thickness of a matchstick", "as thick as a pencil", "as thick as a matchstick", "a good pinch", "a good pinch of", "a good bunch", "a healthy bunch", "a small bunch", "a slim bunch", "a sparse bunch", "a small pinch", "a good tuft of", "a matchstick's thickness of", "a touch of", "touch of", "a hint of", "a shortish", "small amount of", "a small amount of", "dressed thinly", "dressed sparsely", "slimly", "a strip of", "a length of", "length of", "a piece of", "piece of",
	"a pencil lead thick", "a pencil thick", "a matchstick thick", "a sliver of", "not too much", "not much", "a small pinch of", "a tiny pinch of", "ample", "a mere wisp of", "a very small bunch of", "a fair bunch of", "just a few", "a sparse pinch of", "a scrap of", "scraps of", "plump", "fat", "full but not fat", "bunch", "tuft", "wisp", "pinch",
}

// preparations are words for how a material is made ready or tied in. They
// take no part in a material's name.
var preparations = []string{
	"dubbed", "spun", "spun on the silk", "spun on the thread", "spun on silk", "touch dubbed", "dubbed loosely", "loosely dubbed", "tightly dubbed", "dubbed tightly", "dubbed thinly", "dubbed on a loop", "in a dubbing loop", "in a loop", "spun in a loop", "stripped", "stripped on one side", "barbs stripped on one side", "doubled", "folded", "folded in half", "doubled over", "twisted", "twisted together", "twisted with the thread", "twisted on the thread", "twisted on thread", "twisted with thread", "twisted round the thread", "clipped", "clipped short", "clipped to shape", "clipped below", "clipped flat below", "trimmed", "trimmed below", "trimmed flat below", "trimmed flush", "trimmed to shape", "trimmed level",
	"stacked", "tips aligned", "tips level", "with tips aligned", "with the tips aligned", "tips evened", "tips even", "tips together", "guard hairs out", "guard hairs removed", "guard hairs left in", "with guard hairs", "with the guard hairs", "without guard hairs", "underfur combed out", "underfur removed", "cleaned", "combed", "combed out", "picked out", "well picked out", "teased out", "brushed", "brushed out", "brushed back",
	"tied in by the tip", "tied in by the tips", "tied in by the butt", "tied in by the butts", "by the tip", "by the tips", "by the butt", "tied in by its tip", "butts cut square", "matched", "matching", "paired", "married", "rolled", "bunched", "split", "divided", "well divided", "set low", "set upright", "upright", "upright and divided", "spent", "tied spent", "tied down", "tied forward", "tied back", "tied flat", "tied in flat", "tied tent-wise", "flat over the back", "tent-wise", "low over the body", "sloping back", "swept back", "sweeping back", "slanting back",
	"back to back", "curving out", "curving up", "curving upwards", "curving inwards", "curving down", "curve up", "curve down", "curves together", "shiny side up", "dark side down", "dark side up", "dark side out", "light side down", "light side up", "shiny side down", "dull side down", "best side out", "bright side out", "clipped flat", "spun and clipped flat", "glued", "tied in by the fine end", "by the fine end", "by the thin end", "by the thick end", "by the narrow end", "by the root", "by the roots", "drawn down", "drawn back", "swept under", "built up", "whip finish", "whip finished", "each below the last", "each beneath the last", "each over the last", "shiny side out", "good side out", "dull side up", "dull side out", "concave side up", "concave side out", "concave side forward", "convex side out", "dyed", "bleached", "burnt", "singed", "waxed", "well waxed", "unwaxed", "pre waxed", "varnished", "lacquered", "flattened", "coated with varnish", "with a coat of varnish", "reinforced", "knotted", "chopped", "blended", "mixed", "well mixed", "marked", "soaked", "moistened", "damped", "stretched", "stretched tight", "tapered", "well tapered", "slightly tapered", "tapering", "cigar shaped", "carrot shaped", "slender", "tied beard style", "as a beard", "beard style", "as a collar", "as a throat", "wound as a collar", "tied in as a beard", "palmered", "palmer style", "palmerwise", "pulled over", "pulled down", "pulled forward", "drawn over", "folded over", "folded forward", "wound", "wound on", "wound together", "wound forward", "wound over", "wrapped", "lapped", "wound in close turns", "in close turns", "in touching turns", "touching turns", "close turns", "side by side", "laid flat", "laid on top", "soft", "stiff", "webby", "glossy", "good", "best quality", "short fibred", "long fibred", "short fibered", "long fibered", "short", "long", "upper", "lower", "dense", "loose", "loosely", "tight", "tightly", "neat", "neatly", "small and neat", "shaped", "clear", "coat", "coats", "pre cut", "cut square", "cut short", "cut level", "cut to shape", "splayed", "v shaped", "in a v", "fanned", "spread", "flared", "spun and clipped", "tied in", "tied on", "set in",
	"well marked", "dark centred", "nicely marked", "brightly marked", "around the post", "round the post", "round the foot of the post", "around the foot of the post", "each under the last", "round the base of the post", "around the base of the post", "wound parachute", "parachute style", "parachute", "clockwise", "anticlockwise", "anti clockwise", "counterclockwise", "counter clockwise", "fully", "butts", "showing", "weighted", "underneath", "below", "beneath", "on top", "over the back", "over the thorax", "over the top", "in front", "at the front", "behind", "at the sides", "along the sides", "on the sides", "in a loose rope", "as a rope", "roughly dubbed", "rough", "scruffy", "smooth", "smoothly", "evenly", "high", "low", "tied low", "wide apart", "far apart", "close together", "overlapping", "just overlapping", "fan shaped", "beard", "bearded", "trimmed flat", "trimmed flat underneath", "clipped flat underneath", "trimmed short", "trimmed square", "undyed", "matt", "matte", "stick on", "glued on", "sewn on", "not lacquered", "not varnished", "unvarnished",
}

// The word lists that the reader matches, for building its phrase sets.

// Names lists the phrases that hold a colour word but are names.
func Names() []string { return slices.Clone(names) }

// Amounts lists the words for how much.
func Amounts() []string {
	out := slices.Clone(amounts)
	for _, thick := range []string{"a pencil lead thick", "pencil lead thick", "a pencil thick", "a matchstick thick", "the thickness of a pencil lead", "as thick as a pencil lead", "a pencil's thickness", "a pencil thickness", "pencil thickness", "the thickness of a pencil", "as thick as a pencil", "a matchstick's thickness", "the thickness of a matchstick", "as thick as a matchstick"} {
		for _, when := range []string{"before", "after"} {
			for _, what := range []string{"the underfur is combed out", "the underfur is out", "combing out the underfur", "combing", "it is combed", "cleaning"} {
				out = append(out, thick+" "+when+" "+what)
			}
		}
	}
	return out
}

// Preparations lists the words for how a material is prepared.
func Preparations() []string { return slices.Clone(preparations) }

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
func IsModifier(w string) bool { return colourModifiers[w] }

// IsSize tells whether a word is a grade such as fine or medium.
func IsSize(w string) bool { return sizes[w] }

// IsAdjective tells whether a word belongs to the name of the material that
// follows it.
func IsAdjective(w string) bool { return adjectives[w] }

// NounKind tells whether a word can be the noun of a material, and its kind.
func NounKind(w string) (Kind, bool) {
	if k, ok := nouns[w]; ok {
		return k, true
	}
	for _, suffix := range []string{"'s", "s'", "'", "s"} {
		if base, found := strings.CutSuffix(w, suffix); found {
			if k, ok := nouns[base]; ok {
				return k, true
			}
		}
	}
	return Unknown, false
}

// Metals are words that are a colour before wire, tinsel or a bead.
var metals = words("gold silver copper brass bronze pewter nickel gunmetal red green")

// IsMetal tells whether a word names a metal that serves as a colour.
func IsMetal(w string) bool { return metals[w] }

// kindPhrases decide the kind where the last noun alone would mislead.
var kindPhrases = []struct {
	words string
	kind  Kind
}{
	{"seal's fur", Fur}, {"squirrel tail", Hair}, {"calf tail", Hair}, {"deer tail", Hair}, {"fox tail", Hair}, {"goat", Hair}, {"pheasant tail", Fibre}, {"turkey tail", Fibre}, {"partridge tail", Fibre}, {"goose biot", Biot}, {"turkey biot", Biot}, {"biot", Biot}, {"peacock quill", Quill}, {"hackle quill", Quill}, {"hackle stalk", Quill}, {"peacock sword", Herl}, {"herl", Herl},
	{"poly yarn", Yarn}, {"polypropylene", Yarn}, {"sparkle yarn", Yarn}, {"tippet", Feather}, {"topping", Feather}, {"crest", Feather}, {"jungle cock", Feather}, {"bronze mallard", Feather}, {"marabou", Plume}, {"cdc", Plume}, {"cul de canard", Plume}, {"wing quill", Slip}, {"primary", Slip}, {"duck", Slip}, {"quill slip", Slip}, {"hare's mask", Fur}, {"hare's ear", Fur}, {"dubbing", Fur}, {"lead wire", Weight}, {"stretch", Strip}, {"latex", Strip}, {"foam", Foam}, {"chenille", Wool}, {"rubber", Rubber}, {"tinsel", Tinsel}, {"wire", Wire}, {"floss", Floss}, {"wool", Wool}, {"bead", Bead}, {"cone", Bead}, {"hair", Hair}, {"fur", Fur}, {"thread", Thread}, {"silk", Thread}, {"varnish", Varnish}, {"resin", Varnish}, {"flash", Flash}, {"hackle", Hackle}, {"cape", Hackle}, {"saddle", Hackle}, {"quill", Quill},
}

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
				if i < best && beginsWith(n[at:], kindPhrases[i].words) {
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
		return kindPhrases[best].kind
	}
	return last
}

// phrasesFrom gives the places in kindPhrases of the phrases that begin with a word.
var phrasesFrom = func() map[string][]int {
	m := map[string][]int{}
	for i, p := range kindPhrases {
		first, _, _ := strings.Cut(p.words, " ")
		m[first] = append(m[first], i)
	}
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
	if h, ok := Hex(colour); ok && colour != "natural" {
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
		return hue, said || colour == "natural"
	}
	if h, ok := Hex(n); ok {
		return h, false
	}
	return "#8a7a66", false
}
