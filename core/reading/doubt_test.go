package reading

import (
	"slices"
	"strings"
	"testing"
)

// partsOf reads a text and gives the names and colours of the materials by part, and what stays unread.
func partsOf(t *testing.T, text string) (map[string][]string, []string) {
	t.Helper()
	r, err := Read(text, Builtin())
	if err != nil {
		t.Fatal(err)
	}
	out := map[string][]string{}
	for _, p := range r.Dressing.Parts {
		for _, m := range p.Materials {
			out[p.Role] = append(out[p.Role], strings.TrimSpace(m.Colour+" "+m.Name))
		}
	}
	var unread []string
	for _, u := range r.Dressing.Unread {
		unread = append(unread, u.Text)
	}
	return out, unread
}

// TestDoubts holds that a thing which a part is never made of is not said of it, where the part was only guessed or
// something else was said of it already, and that its words stay in sight as unread. What parts are made of: common
// practice, no source.
func TestDoubts(t *testing.T) {
	for _, c := range []struct {
		text, part string
		want       []string
		unread     string // among what is unread; "" where nothing is
	}{
		{"Candle Moth\n\nRib: silver oval, 4 turns; black cock hackle at the shoulder\n", "rib", []string{"silver oval"}, "black cock hackle"},
		{"Candle Moth\n\nThread: black; red wool\n", "thread", []string{"black thread"}, "red wool"},
		{"Candle Moth\n\nHackle: brown hen, gold wire\n", "hackle", []string{"brown hen"}, "gold wire"},
		{"Candle Moth\n\nHackle: gold wire\n", "hackle", []string{"gold wire"}, ""}, // the label is the writer's word
		{"Candle Moth\n\nBody: red wool, gold tinsel\n", "body", []string{"red wool", "gold tinsel"}, ""},
	} {
		got, unread := partsOf(t, c.text)
		if !slices.Equal(got[c.part], c.want) {
			t.Errorf("%q: %s is of %q, want %q", c.text, c.part, got[c.part], c.want)
		}
		if said := strings.Join(unread, "; "); c.unread == "" && said != "" || !strings.Contains(said, c.unread) {
			t.Errorf("%q: unread is %q, want %q among it", c.text, said, c.unread)
		}
	}
}

// TestByItself holds that no measure of a part is told by the part itself; a length behind
// the part's label is (TestTextsAreTold), for core/proportion to name the circle.
func TestByItself(t *testing.T) {
	for _, text := range []string{"Head: black silk, wound to the head\n", "She tied in a tail of hen, as long as the tail.\n", "Varnish: black, one eye length\n"} {
		r, err := Read("Candle Moth\n\n"+text, Builtin())
		if err != nil {
			t.Fatal(err)
		}
		if p := r.Dressing.Parts[0]; !p.Length.IsZero() || !p.To.IsZero() || !p.From.IsZero() || !p.TiedIn.IsZero() {
			t.Errorf("%q: a measure is said: %+v", text, p)
		}
	}
}
