package descent

import (
	"fmt"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"

	"mothledger/core/when"
)

func fly(folio int, date string) Fly {
	return Fly{folio, fmt.Sprintf("Fly %d", folio), when.Read(date)}
}

// A grandparent, two lines from it, and one fly of both.
//
//	1 ─ 2 ─ 4 ─ 6
//	  └ 3 ─ 5 ┘
var small = New(
	[]Fly{fly(1, "1927"), fly(2, "about 1934"), fly(3, "1950s"), fly(4, "1951"), fly(5, "1962"), fly(6, "1971"), fly(7, "1980")},
	[]Link{{Child: 2, Parent: 1, Kind: VariantOf}, {Child: 3, Parent: 1, Kind: AdaptedFrom}, {Child: 4, Parent: 2, Kind: VariantOf}, {Child: 5, Parent: 3, Kind: VariantOf}, {Child: 6, Parent: 4, Kind: VariantOf}, {Child: 6, Parent: 5, Kind: AnswerTo}, {Child: 7, Parent: 1, Kind: VariantOf, Denied: true}})

func TestCommonAncestors(t *testing.T) {
	for _, x := range []struct {
		a, b int
		want []Common
	}{
		{4, 5, []Common{{1, []int{1, 2, 4}, []int{1, 3, 5}}}},
		{6, 5, []Common{{5, []int{5, 6}, []int{5}}}},
		{2, 2, []Common{{2, []int{2}, []int{2}}}},
		{6, 1, []Common{{1, []int{1, 2, 4, 6}, []int{1}}}},
		{7, 6, []Common{}},
		{99, 6, nil},
	} {
		if got := small.Common(x.a, x.b); !reflect.DeepEqual(got, x.want) {
			t.Errorf("%d and %d meet in %v; expected %v", x.a, x.b, got, x.want)
		}
	}
}

func TestTwoCommonAncestors(t *testing.T) {
	g := New([]Fly{fly(1, ""), fly(2, ""), fly(3, ""), fly(4, "")}, []Link{{Child: 3, Parent: 1}, {Child: 3, Parent: 2}, {Child: 4, Parent: 1}, {Child: 4, Parent: 2}})
	if got := g.Common(3, 4); len(got) != 2 || got[0].Folio != 1 || got[1].Folio != 2 {
		t.Errorf("3 and 4 come from both 1 and 2; they meet in %v", got)
	}
}

func TestCircles(t *testing.T) {
	if c := small.Circle(); c != nil {
		t.Errorf("%v are no circle", c)
	}
	for _, n := range []int{2, 5} {
		var flies []Fly
		var links []Link
		for i := range n {
			flies = append(flies, fly(i+1, ""))
			links = append(links, Link{Child: i + 1, Parent: (i+1)%n + 1, Kind: VariantOf})
		}
		g := New(flies, links)
		if c := g.Circle(); len(c) != n {
			t.Errorf("a circle of %d is found as %v", n, c)
		}
		if p := g.Layout(page); len(p.Boxes) != n {
			t.Errorf("of a circle of %d flies %d are drawn", n, len(p.Boxes))
		}
	}
}

// Dates that overlap or touch say nothing; those that contradict do, with what could be wrong.
func TestContradictions(t *testing.T) {
	for _, x := range []struct {
		child, parent string
		against       bool
	}{
		{"1934", "1927", false}, {"1927", "1934", true}, {"1934", "1934", false}, {"spring 1934", "autumn 1934", false}, {"May 1934", "June 1934", true},
		{"1950s", "1955", false}, {"1950s", "1960", true}, {"about 1930", "1934", false}, {"about 1930", "1936", true}, {"before 1911", "1911", true}, {"by 1911", "1911", false},
		{"31 May 1934", "1 June 1934", true}, {"", "1934", false}, {"1934", "n.d.", false}, {"after 1934", "1930", false}, {"1934", "since 1930", false},
	} {
		c, ok := Contradicts(fly(2, x.child), fly(1, x.parent), AdaptedFrom)
		if ok != x.against || ok && (!strings.Contains(c.Says, x.child) || len(c.Perhaps) < 3) {
			t.Errorf("%q from %q: %v, %+v", x.child, x.parent, ok, c)
		}
	}
	g := New([]Fly{fly(1, "1934"), fly(2, "1927"), fly(3, "1911")}, []Link{{Child: 2, Parent: 1, Kind: VariantOf}, {Child: 3, Parent: 1, Kind: VariantOf, Denied: true}})
	want := "“Fly 2” (folio 2, 1927) is older than what it is said to be a variant of: “Fly 1” (folio 1, 1934)."
	links := g.Layout(page).Links
	if len(links) != 2 || links[0].Against != want || len(links[0].Perhaps) != 3 || links[1].Against != "" {
		t.Errorf("%+v; expected %s of the first alone: the second is denied", links, want)
	}
}

var page = Page{Width: 900, BoxWidth: 220, BoxHeight: 40, Row: 48, Step: 24}

// family makes a parent with so many children, and their descent down to a generation.
func family(n, generations, children int) *Graph {
	r := rand.New(rand.NewPCG(7, uint64(n)))
	flies, links := []Fly{fly(1, "1900")}, []Link{}
	last, year := []int{1}, 1900
	for g := 1; g < generations; g++ {
		year += 20
		var now []int
		many := children
		if g > 1 {
			many = (n - len(flies)) / (generations - g)
		}
		for range many {
			f := len(flies) + 1
			flies = append(flies, fly(f, []string{fmt.Sprint(year + r.IntN(15)), fmt.Sprintf("about %d", year+5), fmt.Sprintf("%ds", year), "", fmt.Sprintf("before %d", year+15)}[r.IntN(5)]))
			links = append(links, Link{Child: f, Parent: last[r.IntN(len(last))], Kind: Kinds[r.IntN(len(Kinds))]})
			if g > 1 && r.IntN(10) == 0 {
				if p := last[r.IntN(len(last))]; p != links[len(links)-1].Parent {
					links = append(links, Link{Child: f, Parent: p, Kind: AdaptedFrom, Rival: true})
				}
			}
			now = append(now, f)
		}
		last = now
	}
	return New(flies, links)
}

// apart fails where two boxes of a picture touch, or a line to a main parent runs through a box.
func apart(t *testing.T, p Picture) {
	t.Helper()
	at := map[int]Box{}
	for _, b := range p.Boxes {
		at[b.Folio] = b
	}
	for i, a := range p.Boxes {
		for _, b := range p.Boxes[i+1:] {
			if a.X < b.X+page.BoxWidth && b.X < a.X+page.BoxWidth && a.Y < b.Y+page.BoxHeight && b.Y < a.Y+page.BoxHeight {
				t.Fatalf("%v and %v overlap", a, b)
			}
		}
		if a.X < 0 || a.X+page.BoxWidth > p.Width || a.Y+page.BoxHeight > p.Height {
			t.Fatalf("%v stands outside the page of %.0f by %.0f", a, p.Width, p.Height)
		}
		if a.Under == 0 {
			continue
		}
		up := at[a.Under] // the line runs down at the parent's left edge, half a step in, then right to the child
		x := up.X + page.Step/2
		for _, b := range p.Boxes[up.Row+1 : a.Row] {
			if b.X <= x {
				t.Fatalf("the line from %v to %v runs through %v", up, a, b)
			}
		}
		if a.X < up.X+page.Step {
			t.Fatalf("%v does not stand right of %v", a, up)
		}
	}
}

func TestLayoutHasNoOverlaps(t *testing.T) {
	for _, n := range []int{201, 500} {
		g := family(n, 5, 200)
		p := g.Layout(page)
		if len(p.Boxes) < n-5 {
			t.Errorf("of %d flies %d are drawn", n, len(p.Boxes))
		}
		apart(t, p)
		if again := g.Layout(page); !reflect.DeepEqual(p, again) {
			t.Error("the same flies are laid out otherwise the second time")
		}
	}
	apart(t, small.Layout(page))
}

func TestLayoutKeepsTime(t *testing.T) {
	p := small.Layout(page)
	at := map[int]Box{}
	for _, b := range p.Boxes {
		at[b.Folio] = b
	}
	if !(at[1].X < at[2].X && at[2].X < at[4].X && at[4].X < at[6].X) {
		t.Errorf("years do not run from left to right: %v", p.Boxes)
	}
	if at[6].Under != 4 || len(p.Links) != 7 {
		t.Errorf("6 stands under %d; a variant goes before an answer. %d links", at[6].Under, len(p.Links))
	}
	if w := *at[2].To - *at[2].From; w < *at[1].To-*at[1].From {
		t.Errorf("about 1934 is drawn %.1f wide, no wider than 1927", w)
	}
	if at[7].Under != 0 || at[7].Depth != 0 {
		t.Errorf("a denied parent has %v under it", at[7])
	}
	if y := p.Ticks[0].Year; y > 1927 {
		t.Errorf("the ruler begins at %d", y)
	}
}

func TestFoldedAway(t *testing.T) {
	shut := page
	shut.Shut = map[int]bool{2: true, 6: true}
	p := small.Layout(shut)
	for _, b := range p.Boxes {
		switch b.Folio {
		case 2:
			if !b.Shut || b.Hidden != 2 {
				t.Errorf("below 2 two flies are folded away: %+v", b)
			}
		case 6, 4:
			t.Errorf("%v is folded away", b)
		}
	}
	apart(t, p)
}

func BenchmarkLayout500(b *testing.B) {
	g := family(500, 5, 200)
	for b.Loop() {
		g.Layout(page)
	}
}

func BenchmarkCommon500(b *testing.B) {
	g := family(500, 5, 200)
	for b.Loop() {
		g.Common(300, 480)
	}
}
