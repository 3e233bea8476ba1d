package reading

import (
	"fmt"
	"maps"
	"math/rand/v2"
	"mothledger/core/dressing"
	"slices"
	"strings"
	"testing"
)

// said is a phrase with what it yields; "" yields nothing.
type said struct{ words, key, want string }

// How people say what a part has. Common practice, no source.
var (
	sayCount  = []said{{"six fibres", "count", "6 fibre"}, {"5 or 6 fibres", "count", "5-6 fibre"}, {"a dozen fibres", "count", "12 fibre"}, {"about ten fibres", "count", "9-11 fibre"}, {"a good half dozen fibres", "count", "6-8 fibre"}, {"six fibres, eight at most", "count", "6-8 fibre"}}
	sayLength = []said{
		{"half the shank", "length", "0.5 shank"}, {"as long as the shank", "length", "1 shank"}, {"one and a half gapes", "length", "1.5 gape"}, {"half to three-quarters of the shank", "length", "0.5-0.75 shank"},
		{"just past the bend", "length", "1.02-1.12 bend"}, {"to the hook point", "length", "1 point"}, {"just under a shank", "length", "0.85-0.98 shank"}, {"12 mm long", "length", "12 mm"}, {"half an inch", "length", "12.7 mm"}, {"1 1/4 shanks", "length", "1.25 shank"}, {"no longer than the gape", "length", "0-1 gape"},
		{"a gape and a half", "length", "1.5 gape"}, {"a shade over half the shank", "length", "0.51-0.56 shank"}, {"reaching the barb", "length", "1 barb"}, {"75% of the shank", "length", "0.75 shank"},
	}
	sayTurns = []said{{"four turns", "turns", "4"}, {"4-5 turns", "turns", "4-5"}, {"two and a half turns", "turns", "2.5"}, {"three turns at most", "turns", "0-3"}, {"5 even turns", "turns", "5"}, {"in five open turns", "turns", "5"}, {"two turns, three at the outside", "turns", "2-3"}}
	sayPlace = []said{{"from the bend to midway", "to", "0.5 shank"}, {"to two eye lengths behind the eye", "to", "2 eye"}, {"from the barb to a third behind the eye", "from", "1 barb"}, {"stopping an eye length short of the eye", "to", "1 eye"}, {"from round the bend to just short of the eye", "to", "0.25-1 eye"}}
	saySide  = []said{{"three each side", "count", "3 fibre side"}, {"two a side", "count", "2 fibre side"}, {"six fibres, three per side", "count", "3 fibre side"}, {"2 or 3 fibres either side", "count", "2-3 fibre side"}}
	sayWay   = []said{{"counter-wound", "winding", "counter"}, {"wound against the body", "winding", "counter"}, {"the opposite way to the body", "winding", "counter"}, {"wound with the body", "winding", "with"}}
	sayPart  = []said{{"half the body", "length", "0.5 body"}, {"as long as the tail", "length", "1 tail"}, {"a third of the wing", "length", "0.3333 wing"}}

	// what each part may have said of it, one of each list
	sayOf = map[string][][]said{
		"tail":   {{{"ginger cock hackle", "colour", "ginger"}, {"pheasant tail", "name", "pheasant tail"}, {"golden pheasant tippet", "name", "golden pheasant tippet"}, {"blue dun hen", "colour", "blue dun"}, {"black bear hair", "name", "black bear hair"}}, sayCount, sayLength},
		"wing":   {{{"natural elk hair", "name", "elk hair"}, {"bronze mallard slips", "name", "bronze mallard"}, {"white calf tail", "colour", "white"}, {"grey CDC plumes", "colour", "grey"}, {"dark deer hair", "colour", "dark"}}, sayLength},
		"hackle": {{{"ginger cock", "name", "cock"}, {"black hen", "colour", "black"}, {"brown partridge", "name", "brown partridge"}, {"grizzle", "colour", "grizzle"}, {"cream badger cock", "colour", "cream badger"}}, sayTurns, sayLength[:6]},
		"rib":    {{{"fine gold wire", "colour", "gold"}, {"oval silver tinsel", "name", "oval tinsel"}, {"copper wire", "name", "wire"}, {"brown thread", "name", "thread"}, {"medium red wire", "size", "medium"}}, sayTurns, sayWay},
		"body":   {{{"olive seal's fur", "name", "seal's fur"}, {"peacock herl", "name", "peacock herl"}, {"yellow floss", "colour", "yellow"}, {"hare's ear dubbing", "name", "hare's ear dubbing"}, {"wren-brown fur", "colour", "wren brown"}}, sayPlace},
		"legs":   {{{"grey partridge", "name", "grey partridge"}, {"pheasant tail", "name", "pheasant tail"}, {"brown hen", "colour", "brown"}}, saySide, sayPart},
		"bead":   {{{"gold", "colour", "gold"}, {"black tungsten", "name", "tungsten"}, {"copper brass", "colour", "copper"}}, {{"3.3 mm", "diameterMM", "3.3"}, {"1/8\"", "diameterMM", "3.175"}, {"2.8mm", "diameterMM", "2.8"}}},
		"thread": {{{"black", "colour", "black"}, {"olive silk", "colour", "olive"}}, {{"8/0", "thread.aught", "8/0"}, {"70 denier", "thread.denier", "70"}, {"140 den", "thread.denier", "140"}}},
	}
	sayNoise = []said{
		{"because the trout here are shy of anything brighter", "", ""}, {"tied in with two tight turns of thread", "", ""}, {"which takes 3 minutes", "", ""}, {"(my uncle used five)", "", ""}, {"so that it does not spin", "", ""},
		{"not black", "", ""}, {"secured with 3 turns of thread", "", ""}, {"if you have it", "", ""}, {"varnish it later", "", ""}, {"otherwise it rides low", "", ""},
		{"a trick I learned in 1987", "", ""}, {"unlike the old one, which had seven", "", ""}, {"some prefer eight", "", ""}, {"not the usual five turns", "", ""}, {"I lost two before it worked", "", ""},
		{"see page 12", "", ""}, {"half of them break", "", ""}, {"it takes ten minutes", "", ""}, {"good for 2 lb fish", "", ""}, {"don't pull too hard", "", ""}, {"as in the photograph", "", ""}, {"(three would be too many)", "", ""},
		{"the same as my grandfather used for forty years", "", ""}, {"never more than one layer", "", ""}, {"mind the point", "", ""}, {"keep the eye clear", "", ""}, {"a drop of glue under it", "", ""}, {"twice if it slips", "", ""},
		{"whatever the books say", "", ""}, {"the best I ever bought", "", ""}, {"this matters more than people think", "", ""}, {"three of us tried it", "", ""}, {"after a dozen you will know", "", ""}, {"wet your fingers first", "", ""}, {"bought in 1962", "", ""},
	}
)

// Phrases that are read right one by one are read right together, in any order and
// with talk between them; and nothing is read that nobody said.
func TestPhrasesComposed(t *testing.T) {
	rnd := rand.New(rand.NewPCG(7, 11))
	pick := func(list []said) said { return list[rnd.IntN(len(list))] }
	labels := slices.Sorted(maps.Keys(sayOf))
	const rounds = 4000
	for range rounds {
		label := labels[rnd.IntN(len(labels))]
		var parts []said
		for _, list := range sayOf[label] {
			parts = append(parts, pick(list))
		}
		rest := parts[1:]
		rnd.Shuffle(len(rest), func(i, j int) { rest[i], rest[j] = rest[j], rest[i] })
		for range rnd.IntN(3) {
			at := 1 + rnd.IntN(len(parts))
			parts = slices.Insert(parts, at, pick(sayNoise))
		}
		line := dressing.Capital(label) + ": " + parts[0].words
		for _, p := range parts[1:] {
			line += []string{", ", ", ", "; ", " - "}[rnd.IntN(4)] + p.words
		}
		d := read(t, "Fly\nTail: hen\nWing: hair\nBody: fur\n"+line+"\n")
		if stray := strays(d, label); stray != "" {
			t.Errorf("%s\n\tnobody said %s", line, stray)
			continue
		}
		d.Parts = d.Parts[3:]
		for _, p := range parts {
			if p.key == "" {
				continue
			}
			if o, got := judge(d, label+"."+p.key, p.want); o != right {
				t.Errorf("%s\n\t%s is %q, a tier would say %q", line, p.key, got, p.want)
			}
		}
	}
}

// strays tells what was read although nobody said it of the part.
func strays(d Dressing, label string) string {
	if len(d.Parts) != 4 {
		var all []string
		for _, p := range d.Parts {
			all = append(all, p.Role+": "+p.Text)
		}
		return "other parts: " + strings.Join(all, " | ")
	}
	p := d.Parts[3]
	switch {
	case len(p.Materials) != 1:
		return fmt.Sprintf("materials %+v", p.Materials)
	case len(p.Alternatives) > 0:
		return fmt.Sprintf("alternatives %+v", p.Alternatives)
	case p.Turns != nil && (label == "tail" || label == "wing" || label == "body" || label == "legs" || label == "bead" || label == "thread"):
		return "turns " + p.Turns.String()
	case p.Count != nil && (label == "body" || label == "rib" || label == "hackle" || label == "wing" || label == "bead" || label == "thread"):
		return fmt.Sprintf("count %+v", *p.Count)
	case !p.Length.IsZero() && (label == "body" || label == "rib" || label == "bead" || label == "thread"):
		return "length " + p.Length.String()
	case p.DiameterMM > 0 && label != "bead" || p.Thread != nil && label != "thread" || p.Hook != nil || p.Gauge != "" || p.Absent || p.Optional || p.SameAs != "" || p.Continues != "":
		return fmt.Sprintf("%+v", p)
	case len(d.Contradictions) > 0:
		return fmt.Sprintf("contradictions %+v", d.Contradictions)
	}
	return ""
}
