package dressing

import (
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Words is the vocabulary a reader works with. Builtin gives the trade's own;
// With adds what a club's archivists entered.
type Words struct {
	roles      measure.Phrases
	roleList   []string
	names      measure.Phrases
	colours    measure.Phrases
	colourList []string
	amounts    measure.Phrases
	amountList []string
	preps      measure.Phrases
	prepList   []string
	// fixed are words that people corrected, with what each was corrected to
	fixed     measure.Phrases
	fixedList []string
	fixedAs   []string
}

func newWords(colours []string) *Words {
	var labels []string
	for _, r := range role.All {
		labels = append(labels, r.Name)
		labels = append(labels, r.Also...)
	}
	w := &Words{roleList: labels, colourList: colours, amountList: material.Amounts(), prepList: material.Preparations()}
	w.roles = measure.NewPhrases(labels...)
	w.names = measure.NewPhrases(material.Names()...)
	w.colours = measure.NewPhrases(colours...)
	w.amounts = measure.NewPhrases(w.amountList...)
	w.preps = measure.NewPhrases(w.prepList...)
	return w
}

var builtin = newWords(material.Colours())

// Builtin is the vocabulary that ships with the program.
func Builtin() *Words { return builtin }

// partName recognises the label of a part where a length may be measured by
// it. Labels that are also everyday words do not serve.
func (w *Words) partName(toks []measure.Token) (string, int) {
	i, n := w.roles.Match(toks, 0)
	if n == 0 {
		return "", 0
	}
	label := w.roleList[i]
	if everyday[label] || len(label) < 3 && label != "wc" {
		return "", 0
	}
	r, _ := role.Find(label)
	if r.Name == label || r.Name+"s" == label {
		return r.Name, n
	}
	return label, n
}

// everyday are labels that need a colon after them, since they begin ordinary
// sentences too.
var everyday = map[string]bool{"back": true, "side": true, "sides": true, "eye": true, "eyes": true, "tip": true, "weight": true, "lead": true, "sight": true, "crest": true, "sparkle": true, "silk": true, "leg": true, "feelers": true, "coating": true, "hooks": true, "ballast": true, "th": true, "horns": true, "cement": true}

func phraseSet(list ...string) measure.Phrases { return measure.NewPhrases(list...) }

func wordSet(list ...string) map[string]bool {
	m := map[string]bool{}
	for _, w := range list {
		m[w] = true
	}
	return m
}

// Fixed phrases of the reader. Common practice, no source.
var (
	counterWords  = []string{"counter wound", "counter", "contrary", "reversed", "counter wrapped", "counterwound", "counter-wrapped", "reverse wound", "reverse wrapped", "wound against the body", "wrapped against the body", "against the body", "against the fibres", "against the turns of the body", "against the winding", "against the lie of the body", "in the opposite direction", "the opposite way", "opposite way", "the opposite way to the body", "opposite way to the body", "the other way to the body", "opposite to the body", "opposite direction", "in the opposite direction to the body", "against it", "the other way", "in the contrary direction", "contrary to the body", "crosswise to the body", "counter to the body", "in reverse", "wound in reverse", "wound counter", "against the herl", "against the hackle", "counterwise", "wound the opposite way", "wound the opposite way to the body", "wound the other way", "wound the other way to the body", "wound in the opposite direction to the body", "wound opposite to the body", "wrapped the opposite way", "wrapped in the opposite direction", "wound in the opposite direction", "wound contrary", "crossed", "wound crossed", "crosswise"}
	withWords     = []string{"wound with the body", "wrapped with the body", "in the same direction", "the same way as the body", "the same way", "same direction as the body", "in the same direction as the body", "wound the same way", "same direction"}
	openingWords  = []string{"opening towards the thorax", "opening up towards the thorax", "opening toward the thorax", "opening towards the head", "opening up towards the head", "opening up", "opening out", "opening forward", "opening towards the eye", "widening towards the thorax", "widening towards the head", "widening", "progressively wider", "wider towards the front", "getting wider", "increasingly open", "closer at the back", "closer at the tail", "opening", "close at the tail and opening", "spreading towards the thorax"}
	evenWords     = []string{"evenly spaced", "even spacing", "in even turns", "even turns", "equally spaced", "regularly spaced", "even spirals", "in even spirals", "evenly", "evenly spaced turns", "in regular turns", "even segments"}
	counterSet    = phraseSet(counterWords...)
	withSet       = phraseSet(withWords...)
	openingSet    = phraseSet(openingWords...)
	evenSet       = phraseSet(evenWords...)
	optionalSet   = phraseSet("optional", "optionally", "if wanted", "if desired", "if you like", "if liked", "may be left out", "may be omitted", "can be left out", "can be omitted", "not essential", "or leave it out", "or omit", "or none", "or leave out", "if you wish")
	absentSet     = phraseSet("none", "no", "omitted", "left out", "nil", "not used", "without", "n/a", "left off")
	perSideSet    = phraseSet("each side", "per side", "a side", "either side", "on each side", "on either side", "to each side", "to a side", "on both sides", "both sides", "one each side", "at each side", "to either side")
	insteadSet    = phraseSet("instead of", "rather than", "in place of", "in lieu of", "and not", "but not", "never", "not", "don't", "do not", "avoid", "as opposed to")
	replacesSet   = phraseSet("may be substituted", "can be substituted", "will do as well", "will do", "will serve", "serves as well", "does as well", "works as well", "works too", "can be used", "may be used", "can be used instead", "may be used instead", "as a substitute", "as substitute", "is a good substitute", "as an alternative", "at a pinch", "in a pinch", "is fine too", "also works", "also serves", "does just as well", "would do", "if you have none", "if you have it")
	elseSet       = phraseSet("or", "now", "nowadays", "these days", "failing that", "failing which", "alternatively", "substitute", "sub", "else", "or else", "alternative", "alternatives", "or if not", "if not available")
	vagueSet      = phraseSet("or similar", "or equivalent", "or the like", "or any other", "or something similar", "or a similar", "or near it", "or similar colour")
	continueSet   = phraseSet("butts of the", "butts of", "butt ends of the", "butt ends of", "ends of the", "ends of", "waste ends of the", "waste ends of", "remainder of the", "remainder of", "remains of the", "remains of", "rest of the", "rest of", "stubs of the", "stubs of", "balance of the", "tag ends of the", "continuation of the", "continuation of", "continued from the", "continues from the", "from the same bunch as the", "same bunch as the", "same bunch as", "the same bunch as the", "same fibres as the", "the same fibres as the", "the same strands as the", "the same material as was the", "same fibres as", "same fibers as the", "remaining", "the remaining", "formed from the", "made from the", "tips of the", "tips of", "more of the", "what is left of the", "the ends of the")
	sameAsSet     = phraseSet("as", "as for", "as for the", "as the", "same as", "same as the", "the same as", "the same as the", "same material as the", "same material as", "the same material as the", "as in the", "as in", "ditto the", "to match the", "matching the", "like the")
	inlineRib     = phraseSet("ribbed with", "ribbed by", "ribbed", "rib it down with", "rib it with", "rib down with", "ribbed down with", "rib it", "with a rib of", "and ribbed with", "with a ribbing of", "rib of", "with ribbing of", "with rib of", "with rib")
	inlineUnder   = phraseSet("over an underbody of", "over a base of", "over a bed of", "over a foundation of", "over underbody of", "on an underbody of", "with an underbody of", "on a bed of", "over a layer of", "over an under body of")
	inlinePalmer  = phraseSet("palmered with", "with a palmered", "and palmered with", "palmer hackle of", "and a palmered", "with palmered")
	holdWords     = wordSet("secure", "secured", "secures", "securing", "hold", "holds", "holding", "held", "lock", "locks", "locked", "locking", "fix", "fixed", "fixes", "bind", "binds", "bound", "anchor", "anchored", "trap", "trapped", "catch", "caught", "lift", "lifts", "fasten", "fastened", "fastens", "keep", "keeps", "kept", "stop", "stops", "cock", "prop", "props", "jam", "pin")
	tieWords      = wordSet("tied", "tie", "ties", "tying")
	turnWords     = wordSet("turn", "turns", "wrap", "wraps", "winds", "spirals", "t", "windings", "turnings", "rounds", "ribs", "bands")
	turnQualities = wordSet("tight", "firm", "open", "even", "touching", "close", "loose", "good", "more", "full", "spaced", "neat", "wide", "evenly", "complete", "extra", "widely", "wet", "further", "clear", "distinct", "well", "soft", "thin", "light")
	causeSet      = phraseSet("because", "so that", "so as to", "so it", "so the", "so as", "since", "otherwise", "lest", "in order to", "although", "though", "when", "if", "after", "before", "once", "while", "until", "unless", "whereas", "hence", "thus", "as it", "as this", "as that", "as they", "except", "for", "but", "like", "or it", "or they", "or you", "or the whole", "you", "i", "we", "he", "she", "they", "it", "this", "that", "i've", "you've", "you'll", "i'd", "i'm", "the lightest", "the darkest", "the palest", "the lighter", "the darker", "lightest", "darkest", "make sure", "take care", "careful", "remember", "watch", "mind", "ensure")
	verbAfterTo   = wordSet("lift", "hide", "hold", "keep", "make", "give", "suggest", "imitate", "represent", "stop", "prevent", "form", "help", "add", "let", "allow", "show", "support", "cover", "avoid", "get", "build", "secure", "protect", "match", "taste", "simulate", "be", "see", "create", "lock", "cock", "prop", "leave", "set", "bind", "float", "sink", "darken", "finish", "strengthen", "tie", "fish", "catch", "produce", "suit", "look", "have", "ensure", "take", "separate", "split", "splay", "raise", "stand")
	noise         = wordSet("of", "the", "a", "an", "and", "with", "from", "in", "on", "at", "by", "to", "is", "are", "its", "their", "then", "&", "+", "into", "onto", "under", "over", "which", "tied", "tie", "wound", "use", "used", "using", "usually", "generally", "quite", "very", "rather", "well", "both", "all", "same", "also", "plus", "each", "taken", "made", "cut", "wind", "form", "formed", "forming", "for", "as", "or", "it", "them", "some", "any", "own", "along", "through", "across", "together", "between", "per", "round", "around", "up", "down", "out", "off", "long", "length", "about", "only", "just", "one", "fully", "another", "remaining", "tie-in", "take", "most", "half", "more", "less", "now", "here", "there", "leave", "hanging", "left", "later", "material", "fibre", "fibres", "fiber", "fibers", "fibs", "barbs", "barb", "strand", "strands", "bunch", "nicely", "lightly", "light", "run", "laid", "lay", "set", "put", "that", "be", "been", "being", "can", "may", "should", "this", "these", "those", "colour", "coloured", "color", "colored", "touch", "carefully", "simply", "always", "mostly", "mainly", "ordinary", "normal", "usual", "plain", "standard", "any", "such", "roughly", "equal", "parts", "part", "few", "show", "kept", "keep", "start", "started", "once", "twice", "again", "back", "front", "forward", "forwards", "backwards", "backward", "towards", "toward", "top", "bottom", "side", "sides", "behind", "ahead", "before", "after", "below", "above", "underneath", "tied-in", "tips", "points", "dub", "thick", "size", "sized", "piece", "so", "i", "open", "close", "turn", "turns", "body's", "fished")
)
