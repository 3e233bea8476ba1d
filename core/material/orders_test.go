package material

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// An order is a wanted material for a part with what may stand in for it, nearest first, or the
// relation of two colours (testdata/orders.txt says the form).
type order struct {
	line     string
	part, on string
	wanted   string
	nearest  []string
	colours  [2]string
	relation string
}

func ordersIn(t testing.TB, file string) []order {
	t.Helper()
	raw, err := os.ReadFile(filepath.Join("testdata", file))
	if err != nil {
		t.Fatal(err)
	}
	var out []order
	for _, line := range strings.Split(string(raw), "\n") {
		if line == "" || line[0] == '#' {
			continue
		}
		head, rest, _ := strings.Cut(line, ": ")
		o := order{line: line}
		if head == "colour" {
			f := strings.Split(rest, " | ")
			o.colours, o.relation = [2]string{f[0], f[1]}, f[2]
		} else {
			o.part, o.on, _ = strings.Cut(head, " on ")
			wanted, all, _ := strings.Cut(rest, " > ")
			o.wanted, o.nearest = wanted, strings.Split(all, ", ")
		}
		out = append(out, o)
	}
	return out
}

// stuff gives a phrase's material in a part.
func stuff(t testing.TB, phrase, part string) Stuff {
	t.Helper()
	s, ok := Builtin().Stuff(phrase, part)
	if !ok {
		t.Fatalf("the Cabinet does not know %q", phrase)
	}
	return s
}

// holds says what is wrong with an order, empty where the program signs it.
func (o order) holds(t testing.TB) string {
	t.Helper()
	if o.relation != "" {
		if got := CompareColours(o.colours[0], o.colours[1]); got != o.relation {
			return fmt.Sprintf("%s beside %s is %s, not %s", o.colours[1], o.colours[0], got, o.relation)
		}
		return ""
	}
	duty := DutyOf(o.part, o.on)
	last, told := 2.0, []string{}
	wrong := ""
	for _, phrase := range o.nearest {
		name, forbidden := strings.CutPrefix(phrase, "^")
		n := Builtin().Nearness(duty, stuff(t, o.wanted, o.part), stuff(t, name, o.part))
		told = append(told, fmt.Sprintf("%s %.2f%s", name, n.Near, map[bool]string{true: " forbidden"}[n.Forbidden != ""]))
		near := n.Near
		if n.Forbidden != "" { // farther than all that can serve
			near = -1
		}
		if forbidden && n.Forbidden == "" || near > last || near == last && near >= 0 {
			wrong = "wrong"
		}
		last = near
	}
	if wrong != "" {
		return o.line + " — " + strings.Join(told, ", ")
	}
	return ""
}

// TestOrdersOfNearness holds the orders and the relations of colours that a careful tier signs.
func TestOrdersOfNearness(t *testing.T) {
	for _, o := range ordersIn(t, "orders.txt") {
		if wrong := o.holds(t); wrong != "" {
			t.Error(wrong)
		}
	}
}
