package reading

import (
	"math"
	"strings"
	"testing"

	"mothledger/core/measure"
)

// fact gives a part's field as the corpus writes it.
func fact(t *testing.T, line, key string) string {
	t.Helper()
	r, err := Read("Fly\n"+line+"\n", Builtin())
	if err != nil {
		t.Fatal(err)
	}
	return lookup(r.Dressing, key)
}

// Each line is one that people write, with what a tier takes from it; "-" says
// that nothing of the kind may be read. Common practice, no source.
func TestPhrases(t *testing.T) {
	for _, c := range []struct{ line, key, want string }{
		// bounds that follow
		{"Hackle: hen, two turns at most", "hackle.turns", "0-2"},
		{"Hackle: hen, 2 turns and no more", "hackle.turns", "2"},
		{"Hackle: hen, 3 turns or so", "hackle.turns", "2.7-3.3"},
		{"Body hackle: cock, 4 turns max", "body hackle.turns", "0-4"},
		{"Tail: fibres, half the shank, no longer", "tail.length", "0.5 shank"},
		{"Tail: fibres, half the shank at most", "tail.length", "0-0.5 shank"},
		{"Tail: fibres, no more than a fifth of the shank", "tail.length", "0-0.2 shank"},
		// numbers as people write them
		{"Wing: bucktail, 1-1/2 x shank", "wing.length", "1.5 shank"},
		{"Wing: bucktail, 1 1/2 x shank", "wing.length", "1.5 shank"},
		{"Wing: bucktail, 1½ shanks", "wing.length", "1.5 shank"},
		{"Tail: hackle fibers, 1/4\"", "tail.length", "6.35 mm"},
		{"Tail: hackle fibres, a quarter inch", "tail.length", "6.35 mm"},
		{"Rib: wire, abt 6 turns", "rib.turns", "5.4-6.6"},
		{"Rib: wire, 6 windings", "rib.turns", "6"},
		{"Rib: wire, half a dozen turns", "rib.turns", "6"},
		{"Tail: 6 fibs, = shank", "tail.length", "1 shank"},
		{"Tail: fibres, so long as the shank", "tail.length", "1 shank"},
		{"Post: yarn, so high as the gape is wide", "post.length", "1 gape"},
		// "in" is an inch only where it can be
		{"Hackle: cock, 3 turns behind the wing and 2 in front", "hackle.turns", "5"},
		{"Hackle: cock, 3 turns behind the wing and 2 in front", "hackle.length", "-"},
		{"Hackle: cock, two turns, then one in front to tidy it", "hackle.length", "-"},
		{"Tail: marabou, 1 in long", "tail.length", "25.4 mm"},
		// where a part stands is not what it is of
		{"Hackle: ginger cock, behind the wing", "hackle.name.1", "-"},
		{"Rib: silver wire, five turns over the floss only", "rib.name.1", "-"},
		{"Head: peacock herl, twisted on the thread", "head.name.1", "-"},
		// places
		{"Body: fur, to 2 eye lengths behind eye", "body.to", "2 eye"},
		{"Body: thread, from halfway round the bend to an eye length behind the eye", "body.to", "1 eye"},
		{"Body: thread, from halfway round the bend to midway", "body.from", "1.13 shank"},
		{"Body: fur (on 12s)", "body.name", "fur"}, // a bracket with a condition alone
		{"Body hackle: cock, from the shoulder to the bend", "body hackle.to", "0.2 shank"},
		{"Body: rear half yellow floss, front half peacock herl", "body.from", "1 shank"},
		{"Body: rear half yellow floss, front half peacock herl", "body.to", "0 shank"},
		{"Abdomen: fur, ribbed with thread, over the rear two thirds of the shank", "abdomen.to", "0.3333 shank"},
		{"Rib: wire, four turns, the opposite way to the body", "rib.to", "-"},
		{"Rib: wire, four turns, the opposite way to the body", "rib.winding", "counter"},
		// counts
		{"Legs: six black fibres, three each side", "legs.count", "3 fibre side"},
		{"Legs: 2 or 3 partridge fibres a side", "legs.count", "2-3 fibre side"},
		{"Wing case: orange biots, one each side", "wing case.count", "1 biot side"},
		{"Antennae: 2 ginger hackle stems", "antennae.count", "2 stalk"},
		// materials
		{"Body: dubbing of mole", "body.name", "mole dubbing"},
		{"Wing case: two strips of white goose biot, one each side", "wing case.colour", "white"},
		{"Tail: golden pheasant tippets, 6 fibres", "tail.name", "golden pheasant tippets"},
		{"Body: 3 peacock herls", "body.name", "peacock herl"},
		{"Tail: white marabou; short, or it wraps round the bend", "tail.alt", "-"},
		{"Body black wool rib gold oval tinsel", "rib.name", "oval tinsel"},
		{"Body black wool rib gold oval tinsel", "body.name.1", "-"},
		{"Body: I use hare's mask", "body.name", "hare's mask"},
		// labels
		{"Body.—Dirty yellow wool", "body.name", "wool"},
		{"Body — dirty yellow wool", "body.colour", "dirty yellow"},
		{"Bd: 3.3mm slotted tungsten", "bead.diameterMM", "3.3"},
		{"Bd: black floss", "body.name", "floss"},
		{"tail fibres; body black floss", "body.name", "floss"},
		{"#6 4XL streamer", "hook.hook.shank", "4XL"},
		{"SIZES 10 - 14", "sizes", "10-14"},
		{"Take fine copper wire for the rib and leave it", "rib.colour", "copper"},
		{"Body: thread, from round the bend to just short of the eye", "body.to", "0.25-1 eye"},
		{"Body: thread, from round the bend to just short of the eye", "body.length", "-"},
		{"Body: braid, from the barb to an eye and a half behind the eye", "body.to", "1.5 eye"},
		{"Body: quill, to a good two eyes from the eye", "body.to", "2-2.6 eye"},
		{"Body: wool, one eye from the eye", "body.to", "1 eye"},
		{"Body: fur, and it stops a third of the way back from the eye", "body.to", "0.3333 shank"},
		{"Body: fur; it should end above the barb", "body.to", "1 barb"},
		{"Body: fibres, rolled around the shank", "body.length", "-"},
		{"Wing: hair, one shank, and it must not pass the end of the bend", "wing.length", "1 shank"},
		{"Wing: hair, and it must not pass the bend", "wing.length", "0.7-1 bend"},
		{"Hackle: hen, long enough to reach a shade past the bend", "hackle.length", "1.02-1.12 bend"},
		{"Hackle: ginger cock, palmered, wound down to the bend", "hackle.length", "-"},
		{"Hackle: ginger cock, palmered, wound down to the bend", "hackle.to", "1 bend"},
		{"Hackle: cock, the fibres to be half as long again as the gape", "hackle.length", "1.5 gape"},
		{"Whisks: fibres, of a length with the shank", "whisks.length", "1 shank"},
		// the most that there may be
		{"Hackle: cock, two turns, three at the outside", "hackle.turns", "2-3"},
		{"Tail: six fibres, eight at most", "tail.count", "6-8 fibre"},
		{"Hackle: hen, 1½ turns, no more", "hackle.turns", "1.5"},
		{"Rib: wire, 5 turns under the resin", "rib.turns", "5"},
		{"Tail: about five fibres", "tail.count", "4-6 fibre"},
		{"Tail: about six fibres", "tail.count", "5-7 fibre"},
		// whose number it is
		{"Back: pheasant tail, 15 fibres, pulled over, then two of its fibres left each side", "back.count", "15 fibre"},
		{"Legs: six black fibres, knotted, three a side", "legs.count", "3 fibre side"},
		{"Eyes: a pair of 4 mm stick-on eyes", "eyes.count", "2 eye"},
		{"Weight: fifteen turns of lead wire .025\", in the front half", "weight.diameterMM", "0.635"},
		{"Weight: fifteen turns of lead wire .025\", in the front half", "weight.length", "-"},
		{"Back: clear stretch strip, 4 mm", "back.length", "-"},
		{"Rib: 4 lb mono, 7 turns", "rib.size", "4 lb"},
		{"Tail and hackle: ginger cock, six fibres for the tail, three turns for the hackle", "tail.turns", "-"},
		{"Tail and hackle: ginger cock, six fibres for the tail, three turns for the hackle", "tail.name.1", "-"},
		{"Tail and hackle: ginger cock, six fibres for the tail, three turns for the hackle", "hackle.turns", "3"},
		{"Tail and hackle: ginger cock, six fibres for the tail, three turns for the hackle", "hackle.count", "-"},
		{"Rib: copper wire, counter-wound so it doesn't sink, 4 or 5 turns", "rib.winding", "counter"},
		{"Hackle: a size 16 hackle on a size 14 hook, 3 turns", "hackle.length", "-"},
		{"Hackle: a size 16 hackle on a size 14 hook, 3 turns", "hackle.count", "-"},
		{"Post: white calf body, a pencil lead thick after the underfur is combed out", "post.name.1", "-"},
		{"Tail: hair, as long as the gape and a half", "tail.length", "1.5 gape"},
		{"Body: one third yellow, one third orange, one third red seal's fur", "body.name", "seal's fur"},
		{"Body: one third yellow, one third orange, one third red seal's fur", "body.name.2", "seal's fur"},
		{"Thread: red, showing at the head", "head.size", "-"},
		{"Underbody: 10 turns of .015 lead wire", "underbody.diameterMM", "0.381"},
		{"Body: seal's fur - rear half magenta, front half black", "body.colour", "magenta"},
		{"Rib: gold wire, fine, counter, 4-5", "rib.turns", "4-5"},
		{"Hackle: hen; the fibres as long as the whole hook", "hackle.length", "1 hook"},
		{"Tail: fibres, 2-thirds of the shank", "tail.length", "0.6667 shank"},
		{"Wing: 2 x hackle tips, back to back, 1 x shank", "wing.length", "1 shank"},
		{"Wing: 2 x hackle tips, back to back, 1 x shank", "wing.count", "2 feather"},
		{"Wing: 2 x hackle tips, back to back, 1 x shank", "wing.name", "hackle"},
		{"Legs: 3+3 pheasant fibres", "legs.count", "3 fibre side"},
		{"Tail: 8 (eight) strands of yarn", "tail.count", "8 strand"},
		{"Rib: 4 (5 on bigger hooks) turns of gold tinsel", "rib.turns", "4"},
		{"Body: olive fur, fatter at the front (about 3 mm)", "body.length", "-"},
		{"Body: fur, rib with the tag end of the thread, 4 turns", "body.to", "-"},
		{"Abdomen (and thorax): hare's ear", "thorax.name", "hare's ear"},
		{"Tail: fibres, as in the photograph", "contradictions", "-"},
		{"Bead: gold, which takes 3 minutes", "bead.diameterMM", "-"},
		{"Wing case: 12 fibres pheasant tail, folded twice, the ends parted as legs, three a side", "wing case.count", "12 fibre"},
		{"Wing case: 12 fibres pheasant tail, folded twice, the ends parted as legs, three a side", "wing case.name.1", "-"},
		{"Thread: black, split for the dubbing", "thread.name.1", "-"},
		{"Tail (extra): pearl flash", "tail.optional", "true"},
		{"Body hackle: none in the early ones; from 1960 ginger cock, 4 turns", "body hackle.count", "-"},
		{"Body: floss, ending a little above the barb", "body.to", "1 barb"},
		{"Body: floss, ending a little above the barb", "body.amount", "-"},
		{"Rib: oval silver, 5 turns, on the black part only", "rib.colour", "silver"},
		{"Wings: grouse, as long as the body and a fourth part over", "wings.length", "1.25 body"},
		{"Hook: it's a size 12 nymph hook, but you can go down to a 16", "contradictions", "-"},
		{"Thread: I'm on olive 8/0", "thread.colour", "olive"},
		{"Lead: 8 wraps .015", "lead.diameterMM", "0.381"},
		{"Tail: fibres, the length of the hook point", "tail.length", "0.22-0.52 shank"},
		{"Tail: fibres, to the depth of the hook point", "tail.length", "1 gape"},
		{"Wing: hair, eye to bend", "wing.length", "1 shank"},
		{"Tail: hen fibres, about gape width", "tail.length", "0.9-1.1 gape"},
		// colours
		{"Collar: dark hare's mask", "collar.colour", "dark"},
		{"Wing: light elk hair", "wing.colour", "light"},
		{"Rib: medium black wire", "rib.colour", "black"},
		{"Hackle: wren-brown hen", "hackle.colour", "wren brown"},
		{"Eyes: silver, black pupil", "eyes.colour", "silver"},
		{"Abdomen: green dubbing over the wire", "abdomen.name.1", "-"},
		{"Legs: fibres, reaching a hair beyond the bend", "legs.name.1", "-"},
		{"Tail: 8-10 moose body hairs", "tail.name", "moose body hair"},
		{"Wing: white goose dyed yellow", "wing.colour", "yellow"},
		{"Wing: yellow bucktail over white", "wing.colour", "yellow"},
		{"Wing: yellow bucktail over white", "wing.name.1", "bucktail"},
		{"Legs: brown and white barred rubber", "legs.name.1", "-"},
		{"Body: light mouse coloured dubbing", "body.colour", "light mouse"},
		{"Bead: copper coloured 3 mm brass", "bead.colour", "copper"},
		{"Body: bittern substitute, olive", "body.name", "bittern substitute"},
		// hooks
		{"Hook: 12 wet, heavy wire", "hook.hook.wire", "heavy"},
		{"Hook: 14, fine in the wire", "hook.hook.wire", "fine"},
		{"Hook: 14, barb pressed flat", "hook.hook.barb", "flattened"},
		{"Hook: grub, size 10 (12 and 14 when the water is clear)", "contradictions", "-"},
		{"Hook: 10 wet (a neighbour ties it on an 8)", "hook.hook.size", "10"},
		{"Rib: none in the original; I add fine silver wire, 5 turns", "rib.absent", "true"},
		{"Rib: none in the original; I add fine silver wire, 5 turns", "rib.turns", "-"},
		{"Hook: tens and twelves", "sizes", "10-12"},
		{"Hook: 14 (demonstrated on an 8)", "hook.hook.demo", "8"},
		{"Hook: two size 6 hooks in tandem", "hook.hook.size", "6"},
		{"Hook: No.14 up eye", "hook.hook.size", "14"},
		{"Hook: 8 streamer, ring eye", "hook.hook.eye", "straight"},
		{"Hook: 12 dry, because the 14 drowns", "contradictions", "-"},
		{"Hook: 12 dry, because the 14 drowns", "hook.hook.size", "12"},
	} {
		got := fact(t, c.line, c.key)
		if got == "" {
			got = "-"
		}
		if got != c.want && !sameNumber(got, c.want) {
			t.Errorf("%s: %s is %q, a tier would say %q", c.line, c.key, got, c.want)
		}
	}
}

// The shares of a blend, as people give them.
func TestShares(t *testing.T) {
	for _, c := range []struct {
		line string
		want []float64
	}{
		{"Body: two parts hare's ear to one part olive rabbit", []float64{2. / 3, 1. / 3}},
		{"Body: three parts olive and one part brown dubbing", []float64{0.75, 0.25}},
		{"Body: brown and yellow dubbing, two parts to one", []float64{2. / 3, 1. / 3}},
		{"Body: olive dubbing and hare's ear, 60/40", []float64{0.6, 0.4}},
		{"Wing: white hair, in two parts", []float64{0}},
	} {
		p := read(t, "Fly\n"+c.line+"\n").Parts[0]
		if len(p.Materials) != len(c.want) {
			t.Errorf("%s: materials %+v", c.line, p.Materials)
			continue
		}
		for i, m := range p.Materials {
			if math.Abs(m.Share-c.want[i]) > 1e-9 {
				t.Errorf("%s: %s is %.3f of it, a tier would say %.3f", c.line, m.Name, m.Share, c.want[i])
			}
		}
	}
}

// A recipe on one line, its parts set off by dashes, and one told by a speaker.
func TestOneLineAndTalk(t *testing.T) {
	d := read(t, "LARCH END SPIDER - #16 wet - thr purple silk - bdy purple silk, stop at the barb - hkl wren-brown hen, 2t - hd small\n")
	if d.Title != "LARCH END SPIDER" || len(d.Parts) != 5 || lookup(d, "hook.hook.size") != "16" || lookup(d, "hackle.turns") != "2" {
		t.Errorf("one line: %q, %d parts", d.Title, len(d.Parts))
	}
	d = read(t, "Pattern: Talk\n\nRight, the hook is a dry fly hook in a fourteen, and I've got brown thread on it, 8/0.\nOver that a ginger cock hackle, palmered in five turns.\n")
	for key, want := range map[string]string{"hook.hook.size": "14", "thread.colour": "brown", "thread.thread.aught": "8/0", "hackle.turns": "5", "hackle.colour": "ginger"} {
		if got := lookup(d, key); got != want {
			t.Errorf("talk: %s is %q, expected %q", key, got, want)
		}
	}
}

func TestTitles(t *testing.T) {
	for text, want := range map[string]string{
		"Pattern of the month: The Staithe Spider\n\nBody: fur\n": "The Staithe Spider",
		"THE WEIR MOTH.\nBody: herl\n":                            "THE WEIR MOTH",
		"Wing Moth\n\nBody: fur\n":                                "Wing Moth",
		"== Night Porter ==\nBody: fur\n":                         "Night Porter",
		"Name: Rib and Bone\nBody: fur\n":                         "Rib and Bone",
	} {
		if d := read(t, text); d.Title != want {
			t.Errorf("%q: title %q, expected %q", text, d.Title, want)
		}
	}
}

// What stands above the parts, as people write it.
func TestHeaders(t *testing.T) {
	for _, c := range []struct{ head, key, want string }{
		{"**Fly:** Lantern Dun\n*Originator:* Harriet Orme\n__Source__: Field Notes", "originator", "Harriet Orme"},
		{"**Fly:** Lantern Dun\n*Originator:* Harriet Orme\n__Source__: Field Notes", "source", "Field Notes"},
		{"**Fly:** Lantern Dun\n*Originator:* Harriet Orme\n__Source__: Field Notes", "title", "Lantern Dun"},
		{"Fly: Lantern Dun (variant of the Porter)", "title", "Lantern Dun"},
		{"Fly: Lantern Dun (variant of the Porter)", "variantOf", "Porter"},
		{"Lantern Dun, dressed by Harriet Orme", "tier", "Harriet Orme"},
		{"Lantern Dun, as tied by Pell", "title", "Lantern Dun, as tied by Pell"},
		{"Lantern Dun\nas dressed by Harriet Orme, c. 1912", "tier", "Harriet Orme"},
		{"Lantern Dun\nas dressed by Harriet Orme, c. 1912", "date", "c. 1912"},
		{"Lantern Dun\nDevised by Harriet Orme about 1920; named by her brother", "originator", "Harriet Orme"},
		{"Lantern Dun\nDevised by Harriet Orme about 1920; named by her brother", "date", "about 1920"},
		{"Name - Lantern Dun\nDate tied - 3 March 1998", "date", "3 March 1998"},
		{"Fly: Lantern Dun\nReference: Field Notes, vol. 2, p. 14", "source", "Field Notes, vol. 2"},
		{"THE LANTERN DUN. (Fig. 12.)", "title", "THE LANTERN DUN"},
	} {
		d := read(t, c.head+"\n\n**Hook:** 12\n*Body*: fur\n")
		if got := lookup(d, c.key); got != c.want {
			t.Errorf("%q: %s is %q, expected %q", c.head, c.key, got, c.want)
		}
		if got := lookup(d, "hook.hook.size") + " " + lookup(d, "body.name"); got != "12 fur" {
			t.Errorf("%q: the parts are read as %q", c.head, got)
		}
	}
	if d := read(t, "Fly: Dun\nSeason: May\n\nBody: fur\n"); len(d.Notes) != 1 || d.Notes[0] != "Season: May" {
		t.Errorf("the season is kept as %q", d.Notes)
	}
}

// Every hedge of the published tables is read as the table says.
func TestEveryHedgeIsReadAsPublished(t *testing.T) {
	for _, h := range measure.Hedges {
		if strings.HasSuffix(h.Words, "than") && !strings.HasPrefix(h.Words, "no") && !strings.HasSuffix(h.Words, "more than") && !strings.HasSuffix(h.Words, "less than") {
			continue // "longer than the tail": before a part, not a number
		}
		d := read(t, "Fly\nTail: fibres, "+h.Words+" 0.5 of the shank\n")
		l := d.Parts[0].Length
		if !sameNumber(interval(l.Low, l.High), interval(0.5*h.Low, 0.5*h.High)) && (l.Low < 0.5*h.Low-1e-9 || l.High > 0.5*h.High+1e-9 || l.Of == "") {
			t.Errorf("%q: %v to %v %s, the table says %v to %v", h.Words, l.Low, l.High, l.Of, 0.5*h.Low, 0.5*h.High)
		}
		if h.Meaning == "" {
			t.Errorf("%q has no meaning to show", h.Words)
		}
	}
	for _, b := range measure.Bounds {
		d := read(t, "Fly\nRib: gold wire, 4 turns "+b.Words+"\n")
		if v := d.Parts[0].Turns; v == nil || !sameNumber(interval(v.Low, v.High), interval(4*b.Low, 4*b.High)) {
			t.Errorf("4 turns %q: %v", b.Words, v)
		}
	}
}

func TestContradictionsHaveTwoSides(t *testing.T) {
	for text, sides := range map[string][2]string{
		"Fly\nThread: tan\nBody: fur\nThread: brown\n":              {"tan thread", "brown thread"},
		"Fly\nRib: wire, 4 turns, 6 turns\nBody: fur\n":             {"4 turns", "6 turns"},
		"Fly\nTier: A\nTier: B\n\nBody: fur\n":                      {"A", "B"},
		"Fly\nTail: fibres, half the shank, one shank\nBody: fur\n": {"half the shank", "one shank"},
		"Fly\nSizes: 14 to 16\n\nHook: 10\nBody: fur\n":             {"hook 10", "sizes 14 to 16"},
	} {
		c := read(t, text).Contradictions
		if len(c) != 1 || len(c[0].Sides) != 2 || c[0].Sides[0] != sides[0] || c[0].Sides[1] != sides[1] {
			t.Errorf("%q: %+v", text, c)
		}
	}
}
