package compare

import (
	"strings"
	"testing"
)

const plainFly = "Fly\nHook: 12 wet\nTail: 6 ginger fibres, half the shank\nRib: gold wire, 5 turns, against the body\nBody: claret fur\nWing: duck slips, one shank\nHackle: ginger hen, 3 turns\n"

// What a member reads about one change.
func TestSentences(t *testing.T) {
	for _, c := range []struct{ old, new, part, want string }{
		{"half the shank", "three quarters of the shank", "tail", "tail: longer, 0.75 of the shank instead of 0.5"},
		{"half the shank", "a quarter of the shank", "tail", "tail: shorter, 0.25 of the shank instead of 0.5"},
		{"6 ginger", "9 ginger", "tail", "tail: 9 fibres instead of 6"},
		{"5 turns", "7 turns", "rib", "rib: 7 turns instead of 5"},
		{"against the body", "wound with the body", "rib", "rib: wound with the body instead of wound against the body"},
		{"claret fur", "olive fur", "body", "body: olive fur instead of claret fur"},
		{"claret fur", "silver tinsel", "body", "body: silver tinsel instead of claret fur"},
		{"Wing: duck slips, one shank\n", "", "wing", "left out: wing of duck"},
		{"Wing: duck slips, one shank\n", "Wing: none\n", "wing", "left out: wing of duck"},
		{"Hackle:", "Throat: red fibres\nHackle:", "throat", "added: throat of red"},
		{"3 turns", "2 to 4 turns", "hackle", ""}, // overlapping intervals are no departure
		{"12 wet", "12 dry", "hook", "hook: dry instead of wet"},
	} {
		got := Dressings(read(t, plainFly), read(t, strings.Replace(plainFly, c.old, c.new, 1)))
		found := false
		for _, d := range got.Parts {
			if d.Role != c.part {
				continue
			}
			found = true
			if say := d.Sentence(); say != c.want {
				t.Errorf("%q for %q: %q, expected %q", c.new, c.old, say, c.want)
			}
			if d.Departs() != (c.want != "") {
				t.Errorf("%q for %q: departs %v", c.new, c.old, d.Departs())
			}
		}
		if !found {
			t.Errorf("%q for %q: no %s among %+v", c.new, c.old, c.part, got.Parts)
		}
		if s := got.Sentence(); !strings.HasSuffix(s, ".") || strings.Contains(s, "  ") {
			t.Errorf("the verdict is said as %q", s)
		}
	}
}

// The counts of a comparison add up to its parts.
func TestCountsAddUp(t *testing.T) {
	for _, v := range []string{plainFly, "Fly\nBody: fur\n", "Fly\nHook: 12 wet\nTail: none\nBody: silver tinsel\nThorax: mole\nHead: red\n"} {
		c := Dressings(read(t, plainFly), read(t, v))
		n := c.Counts.Same + c.Counts.Near + c.Counts.Replaced + c.Counts.Added + c.Counts.Dropped + c.Counts.Unstated
		if n != len(c.Parts) {
			t.Errorf("%q: %d counted, %d parts", v, n, len(c.Parts))
		}
	}
}
