package compare

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
)

// TestEachVerdictHasItsRow holds the table of verdicts beside the verdicts, and the words of its axes.
func TestEachVerdictHasItsRow(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range rowsOf("verdicts.csv") {
		seen[r[0]] = true
		if !slices.Contains(SameDressing.Values(), r[0]) || !slices.Contains(SameParts.Values(), r[1]) || !slices.Contains(SameStuffs.Values(), r[2]) || !slices.Contains(SameBuild.Values(), r[3]) || r[4] == "" {
			t.Errorf("verdicts.csv: %v", r)
		}
	}
	for _, v := range Verdicts {
		if !seen[string(v)] || v.Phrase() == "" {
			t.Errorf("%s has no row, or no words", v)
		}
	}
}

// TestTheAxesOfEachVerdict draws each verdict from a pair, and looks at the axes that its row names.
func TestTheAxesOfEachVerdict(t *testing.T) {
	p := read(t, parent)
	torn := vary(t)
	torn.Fragment, torn.Parts = dressing.Torn, torn.Parts[:5]
	scrap := read(t, "Pattern: Parent\nNote: incomplete\n\nHook: 12 wet\nThread: black\n")
	stranger := read(t, "Pattern: Stranger\n\nHook: 2 streamer\nThread: white\nBody: flat silver tinsel\nWing: yellow calf tail, two shanks\nEyes: painted\n")
	child := stranger
	child.VariantOf, child.Parents = "Parent", []dressing.Named{{Kind: "variant of", Name: "Parent"}}
	drawn := map[string]dressing.Dressing{
		"same": vary(t), "same-as-far-as-told": torn, "cannot-tell": scrap, "colour": vary(t, "claret", "olive"),
		"substitution": vary(t, "bronze mallard slips", "mottled turkey slips"), "simplified": vary(t, "Wing: bronze mallard slips, to the end of the tail\n", ""),
		"dressed-up": vary(t, "Tail:", "Tag: silver tinsel\nTail:"), "re-proportioned": vary(t, "half the shank", "one and a half shanks"),
		"technique": vary(t, "against the body", "in the same direction"), "new": child, "no-kin": stranger,
	}
	for _, r := range rowsOf("verdicts.csv") {
		if r[4] == "the wings lie spent" { // a second row of the same verdict
			continue
		}
		c := Dressings(p, drawn[r[0]])
		if got := []string{string(c.Verdict), string(c.Axes.There), string(c.Axes.Of), string(c.Axes.Built)}; !slices.Equal(got, r[:4]) {
			t.Errorf("%s: %v, the table has %v; because %v", r[4], got, r[:4], c.Because)
		}
		if len(c.Because) == 0 {
			t.Errorf("%s: no reason", r[0])
		}
	}
}

// TestNoiseByKind changes one thing on flies of several kinds: what is nothing on one is all on another
// (JOB, what matters by kind of fly; common practice, no source).
func TestNoiseByKind(t *testing.T) {
	wet := "Fly\nHook: 12 wet\nThread: black\nTail: 6 ginger cock fibres, half the shank\nRib: gold wire, 5 turns\nBody: claret wool\nHackle: ginger hen, 3 turns\nWing: duck slips\n"
	dry := "Fly\nHook: 14 dry\nThread: black\nTail: ginger cock fibres, one shank\nBody: claret wool\nHackle: ginger cock, 4 turns, one and a half gapes\n"
	spider := "Fly\nHook: 14 wet\nThread: yellow silk\nBody: yellow silk\nHackle: grey partridge, 1½ turns\n"
	nymph := "Fly\nHook: 14 nymph\nTail: 4 hen fibres, half the shank\nBody: hare\nRib: gold wire, 4 turns\n"
	salmon := "Fly\nHook: 4 salmon\nTail: topping\nBody: black seal's fur\nWing: bronze mallard\nCheeks: jungle cock\n"
	for _, c := range []struct {
		name, text, old, new string
		departs              bool
	}{
		{"a rib turn on a wet fly", wet, "5 turns", "6 turns", false}, {"three rib turns", wet, "5 turns", "8 turns", true},
		{"two fibres", wet, "6 ginger", "8 ginger", false}, {"six fibres", wet, "6 ginger", "12 ginger", true},
		{"half a turn on a wet fly", wet, "3 turns", "2½ turns", false}, {"a turn on a wet fly", wet, "3 turns", "2 turns", true},
		{"thread that is not seen", wet, "Thread: black", "Thread: red", false}, {"the silk of a spider", spider, "Thread: yellow silk", "Thread: red silk", true},
		{"a turn on a spider", spider, "1½ turns", "2½ turns", true},
		{"fibres of two gapes on a dry fly", dry, "one and a half gapes", "two gapes", false}, {"fibres of three", dry, "one and a half gapes", "three gapes", true},
		{"an eighth of a nymph's tail", nymph, "half the shank", "0.6 shank", false}, {"a quarter more", nymph, "half the shank", "0.75 shank", true},
		{"the usual substitute on a salmon fly", salmon, "seal's fur", "seal's fur substitute", false}, {"another fur", salmon, "seal's fur", "hare", true},
		{"a printed jungle cock", salmon, "Cheeks: jungle cock", "Cheeks: jungle cock substitute", false},
		{"ginger for red game", dry, "ginger cock, 4", "red game cock, 4", false}, {"black for ginger", dry, "ginger cock, 4", "black cock, 4", true},
	} {
		if !strings.Contains(c.text, c.old) {
			t.Fatalf("%s: the text has no %q", c.name, c.old)
		}
		x := Dressings(read(t, c.text), read(t, strings.Replace(c.text, c.old, c.new, 1)))
		told, noise := facts(x)
		if departs := len(told) > 0; departs != c.departs || !departs && len(noise) == 0 {
			t.Errorf("%s, on a fly weighed as %q: told %v, noise %v", c.name, x.Kind, told, noise)
		}
		if !c.departs && x.Verdict != SameDressing {
			t.Errorf("%s makes it %s", c.name, x.Verdict)
		}
	}
}

func TestKindOfFly(t *testing.T) {
	for text, want := range map[string]string{
		"Hook: 14 dry\nBody: fur\n": "dry", "Hook: 12 curved\nBody: fur\n": "nymph", "Hook: 12 jig\nBody: fur\n": "nymph", "Hook: 4 salmon\nBody: floss\n": "salmon",
		"Hook: 14 wet\nBody: silk\nHackle: partridge\n": "spider", "Hook: 14 wet\nBody: silk\nHackle: partridge\nWing: duck slips\n": "wet",
		"Hook: 2 streamer\nBody: deer hair, spun and clipped\n": "bug", "Hook: 12 dry\nBody: deer hair, spun and clipped\n": "dry", "Body: fur\n": "",
	} {
		if got := KindOfFly(material.Builtin(), read(t, "Fly\n"+text)); got != want {
			t.Errorf("%q is weighed as %q, expected %q", text, got, want)
		}
	}
}

// TestReasons finds the reason beside the change that it explains, and its kind.
func TestReasons(t *testing.T) {
	for _, c := range []struct {
		new, note string
		kind      ReasonKind
	}{
		{"mottled turkey slips, as there was no mallard to be had", "", Forced},
		{"mottled turkey slips", "Bronze mallard splits after the second fish.", Function},
		{"mottled turkey slips", "I prefer turkey to mallard.", Preferred},
		{"mottled turkey slips", "It was a fine evening.", ""},
	} {
		text := strings.Replace(parent, "bronze mallard slips", c.new, 1)
		if c.note != "" {
			text = strings.Replace(text, "\n\n", "\nNote: "+c.note+"\n\n", 1)
		}
		d := find(t, Dressings(read(t, parent), read(t, text)), "wing")
		if d.ReasonKind != c.kind || (c.kind != "") != (d.Reason != "") {
			t.Errorf("%q, %q: the reason is %q, %q", c.new, c.note, d.Reason, d.ReasonKind)
		}
	}
}

// TestOneThingInOtherWords lays the same thing in other words, in the same part, beside itself.
func TestOneThingInOtherWords(t *testing.T) {
	for _, c := range []struct{ part, a, b string }{
		{"Rib", "gold oval", "oval gold tinsel"}, {"Thorax", "ostrich", "ostrich herl"}, {"Body", "hare's mask", "fur from the mask of a hare"}, {"Tail", "tippets", "golden pheasant tippet"},
		{"Body", "grey wool", "gray wool"}, {"Wing", "woodduck", "wood duck flank"}, {"Rib", "fine silver wire", "small silver wire"}, {"Body", "yellow thread", "yellow silk"},
		{"Hackle", "brown partridge", "partridge, brown"}, {"Tail", "topping", "golden pheasant crest"}, {"Wing", "poly yarn", "polypropylene yarn"}, {"Hackle", "grizzly cock", "grizzle cock hackle"},
		{"Wing", "starling", "slips of starling wing"}, {"Body", "black rabbit", "rabbit fur, black, dubbed"}, {"Rib", "copper", "copper wire"}, {"Cheeks", "jungle cock", "jungle cock eye"},
	} {
		text := "Fly\nHook: 12 wet\n%s: %s\n%s: red wool\n"
		rest := "Butt"
		for _, way := range [][2]string{{c.a, c.b}, {c.b, c.a}} {
			x := Dressings(read(t, fmt.Sprintf(text, c.part, way[0], rest)), read(t, fmt.Sprintf(text, c.part, way[1], rest)))
			if told := all(x); len(told) > 0 {
				t.Errorf("%s: %q beside %q tells %v", c.part, way[1], way[0], told)
			}
		}
	}
}

// TestParaphraseFindsItsPart pairs parts that do the same work under other labels.
func TestParaphraseFindsItsPart(t *testing.T) {
	for _, c := range []struct{ a, b string }{
		{"Hackle: brown partridge", "Collar: brown partridge"}, {"Hackle: black cock, palmered", "Body hackle: black cock"}, {"Hackle: black hen", "Throat: black hen"},
		{"Body: black wool", "Abdomen: black wool"}, {"Rib: gold wire", "Ribbing: gold wire"}, {"Wing case: pheasant tail", "Shellback: pheasant tail"}, {"Underweight: lead wire", "Underbody: lead wire"},
		{"Tail: brown poly yarn", "Shuck: brown poly yarn"}, {"Legs: brown hen", "Beard: brown hen"},
	} {
		base := "Fly\nHook: 12 wet\nTag: flat gold tinsel\n"
		x := Dressings(read(t, base+c.a+"\n"), read(t, base+c.b+"\n"))
		if told, _ := facts(x); len(told) > 0 {
			t.Errorf("%q beside %q tells %v", c.b, c.a, told)
		}
		if !slices.ContainsFunc(x.Parts, func(d Departure) bool { return len(d.Roles) == 2 }) {
			t.Errorf("%q beside %q are not one part: %+v", c.b, c.a, x.Parts)
		}
	}
}

// TestLiterally says of two revisions what is noise on a fly too: a history leaves nothing out.
func TestLiterally(t *testing.T) {
	base := "Fly\nHook: 12 wet\nThread: black\nTail: 6 ginger cock fibres, half the shank\nBody: dark claret wool\nHackle: ginger hen, 3 turns\nWing: duck slips\n"
	for _, c := range []struct{ old, new, says string }{
		{"6 ginger", "7 ginger", "7 fibres"}, {"Thread: black", "Thread: red", "red"}, {"dark claret", "claret", "claret wool instead of dark claret wool"}, {"dark claret wool", "very dark claret wool", ""},
		{"Wing: duck slips\n", "", "left out: wing"},
	} {
		v := read(t, strings.Replace(base, c.old, c.new, 1))
		if c.new == "" {
			v.Fragment = dressing.Torn
		}
		var said []string
		for _, d := range Dressings(read(t, base), v).Parts {
			if s := d.Literally(); s != "" {
				said = append(said, s)
			}
		}
		if !strings.Contains(strings.Join(said, "; "), c.says) {
			t.Errorf("%q for %q: %q", c.new, c.old, said)
		}
	}
}

// TestEachRowOfTheTablesIsRead holds the words of the tables beside the parts and kinds that there are.
func TestEachRowOfTheTablesIsRead(t *testing.T) {
	isPart := func(p string) bool {
		return p == "" || slices.ContainsFunc(role.All, func(r role.Role) bool { return r.Name == p })
	}
	for _, r := range rowsOf("kinship.csv") {
		if !isPart(r[0]) || !isPart(r[1]) || number(r[2]) <= 0 || number(r[2]) > 1 || r[3] == "" {
			t.Errorf("kinship.csv: %v", r)
		}
	}
	kindsKnown := map[string]bool{anyKind: true, kindSpider: true, kindBug: true}
	for _, r := range rowsOf("kinds.csv") {
		kindsKnown[r[1]] = true
	}
	for _, m := range matters {
		if !isPart(m.part) || !kindsKnown[m.kind] || m.why == "" {
			t.Errorf("matters.csv: %+v", m)
		}
	}
}

// TestEachWordOfAComparisonCounts takes away each word for a manner, a grade, a reason, damage and what is not
// whole: something is then said otherwise.
func TestEachWordOfAComparisonCounts(t *testing.T) {
	for phrase := range manners {
		kept := manners[phrase]
		of, _, _ := strings.Cut(kept, " ")
		if mannerIn(phrase, of) == "" {
			t.Errorf("%q tells no manner of a %s", phrase, of)
		}
		delete(manners, phrase)
		without := mannerIn(phrase, of)
		manners[phrase] = kept
		if without == mannerIn(phrase, of) && !strings.Contains(phrase, " ") {
			t.Errorf("%q decides nothing", phrase)
		}
	}
	for phrase, kind := range reasonKinds {
		if got := reasonKind("it was " + phrase); string(got) != kind && got == "" {
			t.Errorf("%q gives no reason", phrase)
		}
	}
	for phrase, want := range grades {
		d := read(t, "Fly\nHook: 12 wet\nRib: gold wire\nBody: fur\n")
		d.Parts[1].Materials[0].Size = phrase
		std, _ := d.Parts[1].Standard()
		if s := named(material.Builtin(), d.Parts[1].Materials[0], d.Parts[1], std); s.grade != want {
			t.Errorf("%q is the grade %q, expected %q", phrase, s.grade, want)
		}
	}
	for class, values := range map[string][]string{"damage": dressing.Damage("").Values(), "fragment": dressing.Fragment("").Values()} {
		for phrase, v := range lexicon.Values(class) {
			if !slices.Contains(values, v) {
				t.Errorf("%q is a %s that stands for %q", phrase, class, v)
			}
			text := "Fly\nNote: the card is " + phrase + "\n\nHook: 12 wet\nBody: fur\n"
			got := string(read(t, text).Fragment)
			if class == "damage" {
				text = "Fly\nHook: 12 wet\nBody: red fur, " + phrase + "\n"
				got = string(read(t, text).Parts[1].Damage)
			}
			if got == "" {
				t.Errorf("%q: no %s is read", text, class)
			}
		}
	}
}

// TestWhatIsSeen: a sparse body shows its thread, a blend is between its colours, a marking has none.
func TestWhatIsSeen(t *testing.T) {
	base := "Fly\nHook: 12 wet\nThread: %s\nBody: %s\nHackle: grizzle cock\n"
	seen := func(thread, body, part string) *Seen {
		d := read(t, fmt.Sprintf(base, thread, body))
		return find(t, Dressings(d, d), part).Materials.ParentSeen
	}
	full, sparse := seen("black", "white rabbit", "body"), seen("black", "sparse white rabbit", "body")
	if full == nil || sparse == nil || full.Over != "" || sparse.Over == "" || full.Dry == sparse.Dry || full.Dry == full.Wet {
		t.Errorf("full %+v, sparse over black %+v", full, sparse)
	}
	a, b, blend := seen("black", "white rabbit", "body"), seen("black", "red rabbit", "body"), seen("black", "white and red rabbit, half and half", "body")
	if blend == nil || blend.Dry == a.Dry || blend.Dry == b.Dry {
		t.Errorf("white %+v, red %+v, half and half %+v", a, b, blend)
	}
	if got := seen("black", "white rabbit", "hackle"); got != nil {
		t.Errorf("a marking has the hue %+v", got)
	}
}

// TestASizeIsNoDeparture tells another hook size beside the hook and departs in nothing.
func TestASizeIsNoDeparture(t *testing.T) {
	c := Dressings(read(t, parent), read(t, strings.Replace(parent, "12 wet", "16 wet", 1)))
	d := find(t, c, "hook")
	if c.Verdict != SameDressing || d.Departs() || !strings.Contains(d.Remark, "size 16 where the parent has 12") {
		t.Errorf("%s, %+v", c.Verdict, d)
	}
}

// TestOnlyTrueMovesAreTold: a hackle before or behind a lying wing is another order; round a standing wing, and a rib, a
// tail or a tag listed elsewhere, are only written otherwise.
func TestOnlyTrueMovesAreTold(t *testing.T) {
	for _, c := range []struct {
		name, a, b string
		moved      bool
	}{
		{"hackle and wing of a wet fly", "Hook: 12 wet\nBody: wool\nHackle: hen, 3 turns\nWing: duck slips\n", "Hook: 12 wet\nBody: wool\nWing: duck slips\nHackle: hen, 3 turns\n", true},
		{"hackle round a standing wing", "Hook: 12 dry\nBody: wool\nHackle: cock, 3 turns\nWing: duck slips, upright\n", "Hook: 12 dry\nBody: wool\nWing: duck slips, upright\nHackle: cock, 3 turns\n", false},
		{"hackle before a sedge's wing", "Hook: 12 dry\nBody: wool\nHackle: cock, 3 turns\nWing: duck slips, flat\n", "Hook: 12 dry\nBody: wool\nWing: duck slips, flat\nHackle: cock, 3 turns\n", true},
		{"rib and body", "Hook: 12 wet\nRib: gold wire\nBody: wool\nHackle: hen\n", "Hook: 12 wet\nBody: wool\nRib: gold wire\nHackle: hen\n", false},
		{"from the head back", "Hook: 12 wet\nTail: red wool\nBody: wool\nHackle: hen\nWing: duck slips\n", "Hook: 12 wet\nWing: duck slips\nHackle: hen\nBody: wool\nTail: red wool\n", false},
		{"wing case and thorax", "Hook: 12 nymph\nBody: fur\nWing case: goose\nThorax: hare\n", "Hook: 12 nymph\nBody: fur\nThorax: hare\nWing case: goose\n", false},
	} {
		told, _ := facts(Dressings(read(t, "Fly\n"+c.a), read(t, "Fly\n"+c.b)))
		if moved := len(told) == 1 && strings.HasSuffix(told[0], " moved"); moved != c.moved || !moved && len(told) > 0 {
			t.Errorf("%s: %v", c.name, told)
		}
	}
}
