package order

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/reading"
	"mothledger/core/reading/readingtest"
)

func read(t testing.TB, text string) dressing.Dressing {
	t.Helper()
	return readingtest.Read(t, "Fly\n"+text)
}

func say(steps []Step) string {
	var s []string
	for _, x := range steps {
		s = append(s, x.String())
	}
	return strings.Join(s, ", ")
}

// Common practice, no source.
func TestOrders(t *testing.T) {
	for text, want := range map[string]string{
		"Hook: 12 wet\nThread: black\nTail: fibres\nRib: gold wire\nBody: fur\nWing: duck slips\nHackle: hen, 3 turns\nHead: black\n":                                   "start the thread, tie in the tail, tie in the rib, tie in the body, wind the body, wind the rib, tie in the wing, tie in the hackle, wind the hackle, build the head",
		"Hook: 12 wet\nTail: fibres\nBody: fur\nRib: gold wire\nHackle: hen\n":                                                                                          "tie in the tail, tie in the rib, tie in the body, wind the body, wind the rib, tie in the hackle, wind the hackle",
		"Hook: 14 nymph\nBead: gold\nTail: 8 pheasant tail fibres\nRib: wire\nAbdomen: butts of the tail fibres\nWing case: pheasant tail\nThorax: fur\nLegs: fibres\n": "slide on the bead, tie in the tail, tie in the rib, wind the abdomen, wind the rib, tie in the wing case, tie in the thorax, wind the thorax, tie in the legs, pull over the wing case",
		"Hook: 12 dry\nRib: gold wire\nBody: fur\nBody hackle: ginger cock, 5 turns\nWing: deer hair\n":                                                                 "tie in the rib, tie in the body hackle, tie in the body, wind the body, wind the body hackle, wind the rib, tie in the wing",
	} {
		d := read(t, text)
		if got := say(Of(d)); got != want {
			t.Errorf("%s\n got %s\nwant %s", text, got, want)
		}
		if p := Check(d, Of(d)); len(p) != 0 {
			t.Errorf("%s\nits own order is impossible: %+v", text, p)
		}
	}
}

func TestWhatIsImpossibleIsTold(t *testing.T) {
	d := read(t, "Hook: 14 nymph\nBead: gold\nTail: fibres\nRib: wire\nBody: fur\nWing case: pheasant tail\nThorax: fur\n")
	steps := Of(d)
	swap := func(a, b string) []Step {
		out := append([]Step(nil), steps...)
		i, j := -1, -1
		for k, s := range out {
			if s.String() == a {
				i = k
			}
			if s.String() == b {
				j = k
			}
		}
		out[i], out[j] = out[j], out[i]
		return out
	}
	for _, c := range [][3]string{
		{"wind the rib", "wind the body", "not there yet"},
		{"tie in the rib", "wind the rib", "before it is tied in"},
		{"pull over the wing case", "wind the thorax", "thorax that is not there yet"},
		{"slide on the bead", "tie in the tail", "no longer slides on"},
	} {
		p := Check(d, swap(c[0], c[1]))
		said := ""
		for _, x := range p {
			said += x.Text + "; "
		}
		if !strings.Contains(said, c[2]) {
			t.Errorf("%s before %s: %q", c[1], c[0], said)
		}
	}
	// where tiers differ is not impossible
	d = read(t, "Hook: 12 wet\nBody: fur\nWing: duck slips\nHackle: hen\n")
	steps = Of(d)
	steps = append(append(steps[:2:2], steps[3:]...), steps[2])
	if p := Check(d, steps); len(p) != 0 {
		t.Errorf("hackle before wing: %+v", p)
	}
}

func TestArrange(t *testing.T) {
	d := read(t, "Hook: 12 wet\nBody: fur\nWing: duck slips\nHackle: hen\n")
	got, err := Arrange(d, []int{0, 1, 3, 4, 2})
	if err != nil || say(got) != "tie in the body, wind the body, tie in the hackle, wind the hackle, tie in the wing" {
		t.Errorf("%s, %v", say(got), err)
	}
	for _, bad := range [][]int{{0, 1, 2, 3}, {0, 0, 1, 2, 3}, {0, 1, 2, 3, 9}, nil} {
		if _, err := Arrange(d, bad); err == nil {
			t.Errorf("%v was accepted", bad)
		}
	}
}

// dressings are all that is read of the corpus.
func dressings(t *testing.T) []dressing.Dressing {
	t.Helper()
	files, err := filepath.Glob("../reading/testdata/*/*.txt")
	if err != nil || len(files) < 200 {
		t.Fatalf("%d recipes (%v)", len(files), err)
	}
	var out []dressing.Dressing
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		r, err := reading.Read(string(text), reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, r.Dressing)
	}
	return out
}

// The order that is derived for a recipe is possible by the same rules, ties each part once that
// is there and none that is not.
func TestEveryDerivedOrderIsPossible(t *testing.T) {
	for _, d := range dressings(t) {
		steps := Of(d)
		for _, p := range Check(d, steps) {
			t.Errorf("%s: step %d: %s\n%s", d.Title, p.At, p.Text, say(steps))
		}
		tied := map[int]bool{}
		for _, s := range steps {
			if d.Parts[s.Part].Absent {
				t.Errorf("%s: %v, which the fly has not", d.Title, s)
			}
			if tied[s.Part] = tied[s.Part] || s.Deed == TieIn; s.Deed == PullOver && !tied[s.Part] {
				t.Errorf("%s: %v before it is tied in", d.Title, s)
			}
		}
	}
}

// Each rule of the table, taken away, changes an order or what is found impossible.
func TestEachRuleOfTheOrder(t *testing.T) {
	all := edges
	t.Cleanup(func() { edges = all })
	list := dressings(t)
	list = append(list, read(t, "Hook: 14 nymph\nTail: fibres\nBead: gold\nFinish: whip\nHead: black\nRib: wire\nBody: fur\nWing case: pheasant tail\nThorax: fur\nThread: black\n"))
	results := func(rules bool) string {
		var b strings.Builder
		for _, d := range list {
			steps := Of(d)
			for _, x := range steps {
				fmt.Fprintf(&b, "%d %s; ", x.Part, x.Deed)
				if rules {
					b.WriteString(x.Rule)
				}
			}
			slices.Reverse(steps)
			fmt.Fprintf(&b, "%+v\n", Check(d, steps))
		}
		return b.String()
	}
	was, order := results(true), results(false)
	for i := range all {
		edges = slices.Concat(all[:i], all[i+1:])
		if results(true) == was {
			t.Errorf("rule %d (%q %q %q) changes nothing when it is taken away", i, all[i].first, all[i].then, all[i].never)
		}
	}
	edges = slices.Clone(all)
	slices.Reverse(edges)
	if results(false) != order {
		t.Error("the order depends on the place of a rule in the table")
	}
}
