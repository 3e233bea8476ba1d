package main

import (
	"fmt"
	"math/rand/v2"
	"strings"
)

// A kind of fly with what it may be dressed with. Each line is a part; the choices
// in braces are drawn by lot, and a line in square brackets is there half the time.
type kind struct {
	name  string
	lines []string
}

var kinds = []kind{
	{"winged wet fly", []string{"Hook: {10|12|14} wet", "Thread: black", "[Tag: flat gold tinsel, 2 turns]", "Tail: 6 {ginger cock|golden pheasant tippet|red cock} fibres, {half the shank|one shank}", "[Rib: {oval gold|oval silver} tinsel, {4|5|6} turns]", "Body: {claret seal's fur|black floss|olive wool|green floss}, from the bend to a quarter behind the eye", "Wing: two slips of {bronze mallard|white duck|grey mallard}, to the end of the tail", "Hackle: {ginger|black|claret} hen, 3 turns, one and a half gapes", "Head: black varnish"}},
	{"soft-hackled spider", []string{"Hook: {14|16} wet", "Thread: {orange|yellow|purple} silk", "[Rib: fine gold wire, {3|4} turns]", "Body: {orange silk|yellow silk|hare's ear, thinly dubbed}, from the point to a fifth behind the eye", "Hackle: {brown partridge|dark snipe}, 2 turns, two gapes"}},
	{"nymph with a wing case", []string{"Hook: {12|14|16} nymph, 1XL", "Thread: brown", "Tail: {4|6} pheasant tail fibres, half the shank", "Rib: copper wire, {4|5} turns", "Abdomen: pheasant tail, from the bend to half way", "Wing case: {dark turkey|pheasant tail}", "Thorax: {peacock herl|hare's ear}", "[Legs: brown partridge, 3 fibres a side, half the abdomen]"}},
	{"beaded nymph", []string{"Hook: {12|14} {nymph|jig}, barbless", "Bead: {gold|copper|silver}, 2.8 mm", "Thread: olive", "Tail: 8 {grizzle|ginger} cock fibres, two thirds of the shank", "Rib: {silver|copper} wire, {5|6} turns", "Body: {olive hare's ear|pheasant tail|black rabbit}", "[Collar: brown partridge, 2 turns, one gape]", "[Hot spot: orange thread, 4 turns]"}},
	{"palmered dry fly", []string{"Hook: {12|14} dry", "Thread: brown", "[Tail: 8 ginger cock fibres, one shank]", "Rib: fine gold wire, 5 turns", "Body hackle: {ginger|grizzle} cock, {5|6} turns, one and a half gapes", "Body: {olive|cinnamon|orange} rabbit, from the bend to a third behind the eye", "Hackle: {ginger|brown} cock, 4 turns, one and a half gapes"}},
	{"downwing dry fly", []string{"Hook: {12|14} dry", "Thread: brown", "Body: {olive|cinnamon|hare's ear} dubbing, from the bend to a third behind the eye", "[Rib: fine gold wire, 5 turns]", "Wing: {deer hair|elk hair}, just past the bend", "[Hackle: brown cock, 4 turns, one and a half gapes]"}},
	{"parachute dry fly", []string{"Hook: {12|14|16} dry", "Thread: olive", "Post: {white|orange} poly yarn, {half the shank|two thirds of the shank}", "Tail: {6|8} blue dun cock fibres, one shank", "[Rib: fine gold wire, 5 turns]", "Body: {olive|grey|rusty} rabbit, from the bend to a fifth behind the eye", "Hackle: {grizzle|blue dun} cock, {4|5} turns round the post, one and a half gapes"}},
	{"dry fly with upright wings", []string{"Hook: {12|14} dry", "Thread: grey", "Wing: {two slips of starling|white calf tail}, upright and divided, one shank", "Tail: 8 {ginger|blue dun} cock fibres, one shank", "Body: {yellow floss|stripped peacock quill|grey muskrat}, from the bend to a third behind the eye", "Hackle: {ginger|blue dun} cock, 5 turns, one and a half gapes"}},
	{"spent-winged fly", []string{"Hook: {14|16} dry", "Thread: rusty", "Tail: 3 blue dun cock fibres, one and a half shanks", "Body: {rusty rabbit|stripped peacock quill}, from the bend to a third behind the eye", "Wing: {white poly yarn|grey hen hackle tips}, spent, one shank", "Thorax: rusty rabbit"}},
	{"emerger with a shuck", []string{"Hook: {14|16} curved, emerger", "Thread: brown", "Shuck: amber sparkle yarn, half the shank, sparse", "[Rib: fine gold wire, 4 turns]", "Abdomen: {olive|brown} rabbit, from the bend to half way", "Wing: {two|four} CDC plumes, one shank", "Thorax: hare's ear"}},
	{"streamer with a hair wing", []string{"Hook: {6|8} streamer, 4XL", "Thread: black", "[Tail: red wool, a third of the shank]", "[Rib: oval silver tinsel, 7 turns]", "Body: {flat silver tinsel|black floss|flat gold tinsel}", "Throat: red hackle fibres, a third of the shank", "Wing: white bucktail under {brown|black|olive} bucktail, one and a quarter shanks", "[Cheeks: jungle cock substitute, a quarter of the shank]", "Head: black varnish"}},
	{"pupa or buzzer", []string{"Hook: {10|12|14} buzzer", "Thread: black", "Rib: {silver wire|white quill}, {6|7} turns", "Body: {black|red|olive} thread", "[Cheeks: orange biot, one each side]", "Thorax: {black thread, built up|peacock herl}", "[Finish: resin, two coats]"}},
	{"shrimp", []string{"Hook: {10|12} scud", "Thread: olive", "Rib: clear mono, 0.2 mm, {6|7} turns", "Shellback: clear stretch strip, from the bend to the eye", "Body: {olive|pink|grey} dubbing, picked out, from the bend to an eye length behind the eye", "Legs: {olive|grey} partridge, 6 fibres, half the gape"}},
	{"foam beetle", []string{"Hook: {10|12} dry", "Thread: black", "Body: peacock herl", "Back: black foam, pulled over, from the bend to the eye", "Legs: black rubber, 4 strands, one shank"}},
	{"salmon or lake fly with a topping", []string{"Hook: {4|6} salmon", "Thread: black", "Tag: oval gold tinsel, 4 turns", "Tail: golden pheasant topping, half the shank", "Butt: black ostrich herl, 2 turns", "Rib: oval gold tinsel, 5 turns", "Body: {black floss|claret seal's fur}", "[Body hackle: black cock, 5 turns, one gape]", "Throat: blue guinea fowl, half the shank", "Wing: {bronze mallard slips|brown bucktail}, to the end of the tail", "Topping: golden pheasant topping, to the end of the tail"}},
}

// unnamed makes n different kinds of fly by lot, with what each is.
func unnamed(n int, seed uint64) (texts, answers []string) {
	rnd := rand.New(rand.NewPCG(seed, 7))
	order := rnd.Perm(len(kinds))
	for i := range min(n, len(order)) {
		k := kinds[order[i]]
		var lines []string
		for _, l := range k.lines {
			if s, ok := strings.CutPrefix(l, "["); ok {
				if rnd.IntN(2) == 0 {
					continue
				}
				l = strings.TrimSuffix(s, "]")
			}
			lines = append(lines, draw(l, rnd))
		}
		texts = append(texts, fmt.Sprintf("Pattern: Number %d\n\n%s\n", i+1, strings.Join(lines, "\n")))
		answers = append(answers, fmt.Sprintf("%d: %s\n   %s", i+1, k.name, strings.Join(lines, "\n   ")))
	}
	return texts, answers
}

// draw takes one of each set of choices by lot.
func draw(s string, rnd *rand.Rand) string {
	for {
		i := strings.IndexByte(s, '{')
		j := strings.IndexByte(s, '}')
		if i < 0 || j < i {
			return s
		}
		all := strings.Split(s[i+1:j], "|")
		s = s[:i] + all[rnd.IntN(len(all))] + s[j+1:]
	}
}
