package compare

import (
	"fmt"
	"reflect"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/reading/readingtest"
)

const parent = `Pattern: Parent

Hook: 12 wet
Thread: black
Tail: 6 ginger cock fibres, half the shank
Rib: gold wire, 5 turns, against the body
Body: claret seal's fur, two thirds of the shank
Wing: bronze mallard slips, to the end of the tail
Hackle: ginger hen, 3 turns
`

var read = readingtest.Read

// vary replaces pieces of the parent's text.
func vary(t testing.TB, oldnew ...string) dressing.Dressing {
	t.Helper()
	for i := 0; i < len(oldnew); i += 2 {
		if !strings.Contains(parent, oldnew[i]) {
			t.Fatalf("the parent has no %q", oldnew[i])
		}
	}
	return read(t, strings.NewReplacer(oldnew...).Replace(parent))
}

func find(t testing.TB, c Comparison, label string) Departure {
	t.Helper()
	for _, d := range c.Parts {
		if d.Role == label {
			return d
		}
	}
	t.Fatalf("no %s in %+v", label, c.Parts)
	return Departure{}
}

func TestADressingBesideItselfDepartsInNothing(t *testing.T) {
	p := read(t, parent)
	c := Dressings(p, p)
	for _, d := range c.Parts {
		if d.Departs() || d.Change != Same {
			t.Errorf("%s departs from itself: %+v", d.Role, d)
		}
	}
	if c.Verdict != SameDressing {
		t.Errorf("verdict %s", c.Verdict)
	}
}

// Each verdict from a pair that deserves it. Common practice, no source.
func TestVerdicts(t *testing.T) {
	for _, c := range []struct {
		name string
		v    dressing.Dressing
		want Verdict
	}{
		{"other words for the same", vary(t, "half the shank", "1/2 shank", "black", "black 8/0", "gold wire", "wire, gold"), SameDressing},
		{"another colour", vary(t, "claret", "olive"), Colour},
		{"two other colours", vary(t, "claret", "olive", "ginger hen", "black hen"), Colour},
		{"another wing", vary(t, "bronze mallard slips", "brown deer hair"), Substitution},
		{"no wing, no tail", vary(t, "Wing: bronze mallard slips, to the end of the tail\n", "", "Tail: 6 ginger cock fibres, half the shank\n", ""), Simplified},
		{"with cheeks and a tag", vary(t, "Tail:", "Tag: silver tinsel\nTail:", "Hackle: ginger hen, 3 turns", "Hackle: ginger hen, 3 turns\nCheeks: jungle cock"), DressedUp},
		{"a longer tail and more turns", vary(t, "half the shank", "one and a half shanks", "3 turns", "5 turns"), Reproportioned},
		{"a stranger with little alike", read(t, "Pattern: V\n\nHook: 10 streamer\nThread: red\nBody: pearl tinsel\nWing: white calf tail\nThroat: red hen\nCheeks: jungle cock\n"), NoKin},
		{"a parachute", vary(t, "ginger hen, 3 turns", "ginger hen, wound parachute, 3 turns"), Technique},
		{"the rib the other way", vary(t, "against the body", "in the same direction"), Technique},
		{"little of the old", read(t, "Pattern: V\nVariant of: Parent\n\nHook: 10 streamer\nThread: red\nBody: pearl tinsel\nWing: white calf tail\nThroat: red hen\nCheeks: jungle cock\n"), NewPattern},
	} {
		got := Dressings(read(t, parent), c.v)
		if got.Verdict != c.want {
			t.Errorf("%s: %s, want %s, because %v", c.name, got.Verdict, c.want, got.Because)
		}
		if len(got.Because) == 0 {
			t.Errorf("%s: a verdict without a reason", c.name)
		}
	}
}

func TestTurnedRoundChangesPlaces(t *testing.T) {
	v := vary(t, "half the shank", "one shank", "Rib: gold wire, 5 turns, against the body\n", "", "3 turns", "2 turns", "Tail: 6", "Tag: silver tinsel\nTail: 10", "claret", "olive")
	p := read(t, parent)
	ab, ba := Dressings(p, v), Dressings(v, p)
	if ab.Counts.Added != ba.Counts.Dropped || ab.Counts.Dropped != ba.Counts.Added || ab.Counts.Added == 0 || ab.Counts.Dropped == 0 {
		t.Errorf("added and dropped must change places: %+v and %+v", ab.Counts, ba.Counts)
	}
	if ab.Counts.Near != ba.Counts.Near || ab.Counts.Replaced != ba.Counts.Replaced || ab.Counts.Same != ba.Counts.Same {
		t.Errorf("near, replaced and same must stay: %+v and %+v", ab.Counts, ba.Counts)
	}
	ta, tb := find(t, ab, "tail"), find(t, ba, "tail")
	if ta.Length.Change != "longer" || tb.Length.Change != "shorter" || ta.Count.Change != "more" || tb.Count.Change != "fewer" {
		t.Errorf("tail %+v %+v and back %+v %+v", ta.Length, ta.Count, tb.Length, tb.Count)
	}
	if ha, hb := find(t, ab, "hackle"), find(t, ba, "hackle"); ha.Turns.Change != "fewer" || hb.Turns.Change != "more" {
		t.Errorf("turns %+v and back %+v", ha.Turns, hb.Turns)
	}
}

func TestSilenceIsNotAbsence(t *testing.T) {
	v := vary(t, "Thread: black\n", "")
	if d := find(t, Dressings(read(t, parent), v), "thread"); d.Change != Unstated || d.Departs() {
		t.Errorf("a thread that is not mentioned is unstated: %+v", d)
	}
	scrap := read(t, "Pattern: Scrap\n\nBody: claret seal's fur\n")
	if d := find(t, Dressings(read(t, parent), scrap), "wing"); d.Change != CannotTell {
		t.Errorf("a wing missing from a scrap cannot be told: %+v", d)
	}
	none := vary(t, "Wing: bronze mallard slips, to the end of the tail", "Wing: none")
	if d := find(t, Dressings(read(t, parent), none), "wing"); d.Change != Dropped {
		t.Errorf("a wing said to be none is left out: %+v", d)
	}
	unread := vary(t, "bronze mallard slips", "snorfle")
	if d := find(t, Dressings(read(t, parent), unread), "wing"); d.Change != Same {
		t.Errorf("a material nobody could read is no replacement: %+v", d)
	}
}

func TestNoDeparture(t *testing.T) {
	p := read(t, strings.Replace(parent, "claret seal's fur", "claret seal's fur or brown mohair", 1))
	for name, v := range map[string]dressing.Dressing{
		"an accepted alternative":    vary(t, "claret seal's fur", "brown mohair"),
		"an interval that overlaps":  vary(t, "Tail: 6", "Tail: 5 to 7"),
		"a near name of the colour":  vary(t, "claret", "wine"),
		"the shank for the hook":     vary(t, "half the shank", "half of the hook shank length"),
		"a filler word":              vary(t, "ginger hen", "ginger hen hackle"),
		"a length in another unit":   vary(t, "half the shank", "0.96 gapes"),
		"an optional part left away": read(t, parent),
	} {
		if name == "an optional part left away" {
			p = read(t, parent+"Cheeks (optional): jungle cock\n")
		}
		if c := Dressings(p, v); c.Verdict != SameDressing && name != "an accepted alternative" || name == "an accepted alternative" && find(t, c, "body").Change != Same {
			t.Errorf("%s counts as %s: %v", name, c.Verdict, c.Because)
		}
		p = read(t, strings.Replace(parent, "claret seal's fur", "claret seal's fur or brown mohair", 1))
	}
}

func TestBodyAndAbdomenPair(t *testing.T) {
	v := vary(t, "Body: claret seal's fur, two thirds of the shank", "Abdomen: claret seal's fur, two thirds of the shank\nThorax: black hare")
	c := Dressings(read(t, parent), v)
	d := find(t, c, "body")
	if !reflect.DeepEqual(d.Roles, []string{"body", "abdomen"}) || d.Change != Same {
		t.Errorf("body and abdomen are one place: %+v", d)
	}
	if a := find(t, c, "thorax"); a.Change != Added {
		t.Errorf("thorax is %s", a.Change)
	}
}

func TestMovedPart(t *testing.T) {
	v := read(t, strings.Replace(strings.Replace(parent, "Hackle: ginger hen, 3 turns\n", "", 1), "Wing:", "Hackle: ginger hen, 3 turns\nWing:", 1))
	c := Dressings(read(t, parent), v)
	if w, h := find(t, c, "wing"), find(t, c, "hackle"); w.Moved == h.Moved {
		t.Errorf("of hackle and wing one changed places: %v %v", w.Moved, h.Moved)
	}
	if c.Verdict != Technique {
		t.Errorf("another order of work is another technique, got %s", c.Verdict)
	}
}

func BenchmarkDressings(b *testing.B) {
	p, v := read(b, parent), vary(b, "claret", "olive", "half the shank", "one shank")
	for b.Loop() {
		Dressings(p, v)
	}
}

const ghost = "Pattern: Ghost\nEssential: the hackle is sparse\nEssential: white wing\nEssential: no tail\n\nHook: 12 wet\nBody (essential): cream wool\nWing: white duck slips, one shank\nHackle: white hen, sparse, 2 turns\n"

func TestEssentials(t *testing.T) {
	kept := func(c Comparison) string {
		var s []string
		for _, e := range c.Essentials {
			s = append(s, string(e.Kept))
		}
		return strings.Join(s, " ")
	}
	for _, c := range []struct{ name, old, new, want string }{
		{"itself", "", "", "kept kept kept kept"},
		{"a bushy hackle", "sparse, 2 turns", "bushy, 5 turns", "lost kept kept kept"},
		{"a hackle nobody describes", "sparse, 2 turns", "2 turns", "cannot-tell kept kept kept"},
		{"another wing colour", "white duck slips", "black duck slips", "kept lost kept kept"},
		{"a tail", "Body (essential)", "Tail: white hen\nBody (essential)", "kept kept lost kept"},
		{"another body", "cream wool", "silver tinsel", "kept kept kept lost"},
		{"no wing", "Wing: white duck slips, one shank\n", "", "kept lost kept kept"},
	} {
		got := Dressings(read(t, ghost), read(t, strings.Replace(ghost, c.old, c.new, 1)))
		if k := kept(got); k != c.want {
			t.Errorf("%s: %s, expected %s", c.name, k, c.want)
		}
		if lost := strings.Contains(c.want, "lost"); lost != (got.Verdict == NewPattern) {
			t.Errorf("%s: the verdict is %s", c.name, got.Verdict)
		}
	}
}

func TestAStyleTakesAnyColourAndHook(t *testing.T) {
	style := "Pattern: Lamp Style\nKind: style\n\nHook: 12 wet\nBody: black floss\nHackle: black hen, 2 turns\nWing: black duck slips\n"
	red := strings.NewReplacer("black", "red", "12 wet", "8 streamer", "Kind: style\n", "").Replace(style)
	if got := Dressings(read(t, style), read(t, red)); got.Verdict != SameDressing {
		t.Errorf("in red: %s, %v", got.Verdict, got.Because)
	}
	recipe := strings.Replace(style, "Kind: style\n", "", 1)
	if got := Dressings(read(t, recipe), read(t, red)); got.Verdict == SameDressing {
		t.Error("a recipe has its colours")
	}
}

func TestWhatDependsOnUseIsNoDepartureWithinIt(t *testing.T) {
	base := "Fly\nHook: 12 dry\nBody: olive rabbit\nHackle: ginger cock, 4 turns\n"
	parent := base + "Wing: 4 CDC plumes in calm, 6 in a blow\n"
	for n, change := range map[string]string{"5": "", "6": "", "8": "more", "3": "fewer"} {
		c := Dressings(read(t, parent), read(t, base+"Wing: "+n+" CDC plumes\n"))
		for _, d := range c.Parts {
			if d.Role == "wing" && d.Count.Change != change {
				t.Errorf("%s plumes: %q, expected %q", n, d.Count.Change, change)
			}
		}
	}
}

// TestEachWordForHowMuchCounts takes each word for little and for much away: an essential is then judged
// otherwise.
func TestEachWordForHowMuchCounts(t *testing.T) {
	judged := func(list *[]string, word string, text string) (with, without string) {
		d := read(t, text)
		p := read(t, ghost)
		if word == "sparse" { // the essential's own word
			p = read(t, strings.Replace(ghost, "hackle is sparse", "hackle is thin", 1))
		}
		say := func() string { return fmt.Sprint(Dressings(p, d).Essentials) }
		with = say()
		kept := *list
		*list = slices.DeleteFunc(slices.Clone(kept), func(w string) bool { return w == word })
		without = say()
		*list = kept
		return with, without
	}
	for _, list := range []*[]string{&little, &much} {
		for _, word := range *list {
			differs := false
			for _, form := range []string{"white hen, %s, 5 turns", "%s white hen, 5 turns", "a %s of white hen", "white hen, %s of it"} {
				with, without := judged(list, word, strings.Replace(ghost, "white hen, sparse, 2 turns", fmt.Sprintf(form, word), 1))
				differs = differs || with != without
			}
			if !differs {
				t.Errorf("%q decides nothing", word)
			}
		}
	}
}
