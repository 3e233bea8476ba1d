package descent

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"mothledger/core/when"
)

// Page says how large a pedigree is drawn: lengths are in the units of the screen.
type Page struct {
	// Width is how wide the years may be, the widest box beyond them not counted.
	Width float64
	// Box is the size of a fly's box, Row from one row to the next, Step by how much a child stands
	// right of its parent at least.
	BoxWidth, BoxHeight, Row, Step float64
	// Shut are flies of which the descent is folded away.
	Shut map[int]bool
}

// Box is a fly on the page. Its left edge stands at its year or, where it has none or its parent
// is as late, a step right of its parent.
type Box struct {
	Folio int     `json:"folio"`
	Row   int     `json:"row"`
	Depth int     `json:"depth" doc:"how far below the first of its line"`
	X     float64 `json:"x"`
	Y     float64 `json:"y"`
	// From and To are where its earliest and latest year stand; both absent where it has no date.
	From *float64 `json:"from,omitempty"`
	To   *float64 `json:"to,omitempty"`
	// OpenFrom and OpenTo are set where the date is open at that end.
	OpenFrom bool `json:"openFrom,omitempty"`
	OpenTo   bool `json:"openTo,omitempty"`
	// Under is the parent that it stands under, 0 for the first of a line.
	Under int `json:"under,omitempty"`
	// Children is how many stand under it, Hidden how many flies are folded away below it.
	Children int  `json:"children"`
	Hidden   int  `json:"hidden,omitempty"`
	Shut     bool `json:"shut,omitempty"`
}

// Drawn is a link between two boxes. Main is set where the child stands under that parent.
type Drawn struct {
	Child   int      `json:"child"`
	Parent  int      `json:"parent"`
	Kind    Kind     `json:"kind"`
	Main    bool     `json:"main,omitempty"`
	Denied  bool     `json:"denied,omitempty"`
	Rival   bool     `json:"rival,omitempty"`
	Against string   `json:"against,omitempty" doc:"what time says against it"`
	Perhaps []string `json:"perhaps,omitempty" doc:"what could be wrong"`
}

// Tick is a year on the ruler.
type Tick struct {
	Year int     `json:"year"`
	X    float64 `json:"x"`
}

// Picture is a pedigree laid out: a row a fly, older lines above, children below their parent in
// the order of time, years from left to right. Boxes never overlap.
type Picture struct {
	Boxes  []Box   `json:"boxes"`
	Links  []Drawn `json:"links"`
	Ticks  []Tick  `json:"ticks"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// mains gives for each fly the parent that it stands under: one that is not denied, with no
// rival before one with, a variant before another kind, the older, the lower folio.
func (g *Graph) mains() map[int]Link {
	order := func(a, b Link) int {
		t := func(x bool) int {
			if x {
				return 1
			}
			return 0
		}
		return cmp.Or(cmp.Compare(t(a.Rival), t(b.Rival)), cmp.Compare(slices.Index(Kinds, a.Kind), slices.Index(Kinds, b.Kind)),
			cmp.Compare(begins(g.flies[a.Parent]), begins(g.flies[b.Parent])), cmp.Compare(a.Parent, b.Parent))
	}
	out := map[int]Link{}
	for _, l := range g.links {
		if l.Denied {
			continue
		}
		if had, ok := out[l.Child]; !ok || order(l, had) < 0 {
			out[l.Child] = l
		}
	}
	return out
}

// begins is the first year that a fly may be of, for the order of time; none comes last.
func begins(f Fly) int {
	switch {
	case !f.Date.Earliest.IsZero():
		return f.Date.Earliest.Year
	case !f.Date.Latest.IsZero():
		return f.Date.Latest.Year
	}
	return math.MaxInt32
}

// Layout lays the graph out. A graph with a circle has no order of time: its flies stand as the
// first of lines of their own.
func (g *Graph) Layout(p Page) Picture {
	main := g.mains()
	under := map[int][]int{}
	var tops []int
	for f := range g.flies {
		if l, ok := main[f]; ok && !g.rounds(f, main) {
			under[l.Parent] = append(under[l.Parent], f)
		} else {
			delete(main, f)
			tops = append(tops, f)
		}
	}
	byTime := func(a, b int) int {
		return cmp.Or(cmp.Compare(begins(g.flies[a]), begins(g.flies[b])), cmp.Compare(a, b))
	}
	slices.SortFunc(tops, byTime)
	for _, list := range under {
		slices.SortFunc(list, byTime)
	}
	scale, ticks := g.years(p.Width)
	out := Picture{Boxes: []Box{}, Links: []Drawn{}, Ticks: ticks}
	at := map[int]int{}
	var count func(int) int
	count = func(f int) int {
		n := 0
		for _, c := range under[f] {
			n += 1 + count(c)
		}
		return n
	}
	var place func(f, depth int, least float64)
	place = func(f, depth int, least float64) {
		b := Box{Folio: f, Row: len(out.Boxes), Depth: depth, X: least, Children: len(under[f])}
		b.Y = float64(b.Row) * p.Row
		b.dated(g.flies[f].Date, scale, p.Width)
		if b.From != nil {
			b.X = max(least, *b.From)
		}
		if l, ok := main[f]; ok {
			b.Under = l.Parent
		}
		at[f] = len(out.Boxes)
		if p.Shut[f] && len(under[f]) > 0 {
			b.Shut, b.Hidden = true, count(f)
			out.Boxes = append(out.Boxes, b)
			return
		}
		out.Boxes = append(out.Boxes, b)
		for _, c := range under[f] {
			place(c, depth+1, b.X+p.Step)
		}
	}
	for _, f := range tops {
		place(f, 0, 0)
	}
	for _, l := range g.links {
		_, child := at[l.Child]
		_, parent := at[l.Parent]
		if !child || !parent {
			continue
		}
		d := Drawn{Child: l.Child, Parent: l.Parent, Kind: l.Kind, Main: main[l.Child] == l, Denied: l.Denied, Rival: l.Rival}
		if c, ok := Contradicts(g.flies[l.Child], g.flies[l.Parent], l.Kind); ok && !l.Denied {
			d.Against, d.Perhaps = c.Says, c.Perhaps
		}
		out.Links = append(out.Links, d)
	}
	for _, b := range out.Boxes {
		out.Width = max(out.Width, b.X+p.BoxWidth)
	}
	out.Height = max(0, float64(len(out.Boxes)-1)*p.Row+p.BoxHeight)
	return out
}

// rounds tells whether a fly's line of main parents comes back to it.
func (g *Graph) rounds(f int, main map[int]Link) bool {
	seen := map[int]bool{}
	for at := f; ; {
		l, ok := main[at]
		if !ok {
			return false
		}
		if at = l.Parent; at == f {
			return true
		}
		if seen[at] {
			return false
		}
		seen[at] = true
	}
}

// dated places the ends of a date.
func (b *Box) dated(d when.Date, scale func(when.Day) float64, width float64) {
	if !d.Told() {
		return
	}
	from, to := 0.0, width
	if b.OpenFrom = d.Earliest.IsZero(); !b.OpenFrom {
		from = scale(d.Earliest)
	}
	if b.OpenTo = d.Latest.IsZero(); !b.OpenTo {
		to = scale(d.Latest)
	}
	switch { // an open end reaches a little way, so that it is seen and takes no room
	case b.OpenFrom:
		from = max(0, to-width/20)
	case b.OpenTo:
		to = min(width, from+width/20)
	}
	b.From, b.To = &from, &to
}

// years gives the scale from days to places on a page so wide, and the years to mark on it.
func (g *Graph) years(width float64) (func(when.Day) float64, []Tick) {
	low, high := math.MaxInt, math.MinInt
	for _, f := range g.flies {
		for _, d := range []when.Day{f.Date.Earliest, f.Date.Latest} {
			if !d.IsZero() {
				low, high = min(low, d.Year), max(high, d.Year)
			}
		}
	}
	if low > high {
		return func(when.Day) float64 { return 0 }, []Tick{}
	}
	step := 1
	for _, s := range []int{1, 2, 5, 10, 20, 50, 100, 200} {
		if step = s; (high-low)/s <= 12 {
			break
		}
	}
	low = floor(low, step)
	high = floor(high, step) + step
	place := func(year float64) float64 { return (year - float64(low)) / float64(high-low) * width }
	ticks := []Tick{}
	for y := low; y <= high; y += step {
		ticks = append(ticks, Tick{y, place(float64(y))})
	}
	return func(d when.Day) float64 { return place(float64(d.Year) + float64((d.Month-1)*30+d.Day-1)/366) }, ticks
}

func floor(y, step int) int { return int(math.Floor(float64(y)/float64(step))) * step }

// String says a box for tests and logs.
func (b Box) String() string { return fmt.Sprintf("folio %d, row %d, x %.1f", b.Folio, b.Row, b.X) }
