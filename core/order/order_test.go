package order

import (
	"strings"
	"testing"

	"mothledger/core/dressing"
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
