package descent

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/graph"
	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"
	"gonum.org/v1/gonum/graph/traverse"

	"mothledger/core/when"
)

// Fly is a dressing in a graph of descent.
type Fly struct {
	Folio int
	Title string
	Date  when.Date
}

// Link is a claim that a child comes from a parent.
type Link struct {
	Child, Parent int
	Kind          Kind
	// Denied is set where the account that the ledger adopts says that it does not; Rival where
	// another account names another parent in its stead.
	Denied, Rival bool
}

// Graph is flies and how they come from one another. Edges run from parent to child.
type Graph struct {
	flies map[int]Fly
	links []Link
	down  *simple.DirectedGraph
}

// New makes a graph. A link to a fly that is not among them is left out, as is one from a fly to
// itself; denied links are drawn, but nothing descends by them.
func New(flies []Fly, links []Link) *Graph {
	g := &Graph{flies: map[int]Fly{}, down: simple.NewDirectedGraph()}
	for _, f := range flies {
		g.flies[f.Folio] = f
		if g.down.Node(int64(f.Folio)) == nil {
			g.down.AddNode(simple.Node(f.Folio))
		}
	}
	for _, l := range links {
		_, child := g.flies[l.Child]
		_, parent := g.flies[l.Parent]
		if !child || !parent || l.Child == l.Parent {
			continue
		}
		g.links = append(g.links, l)
		if !l.Denied {
			g.down.SetEdge(g.down.NewEdge(simple.Node(l.Parent), simple.Node(l.Child)))
		}
	}
	slices.SortFunc(g.links, func(a, b Link) int {
		return cmp.Or(cmp.Compare(a.Child, b.Child), cmp.Compare(a.Parent, b.Parent), cmp.Compare(a.Kind, b.Kind))
	})
	return g
}

// Circle gives the flies of one circle of descent, lowest first; none where there is none. The
// circles are the strongly connected components (Tarjan 1972, in gonum's topo).
func (g *Graph) Circle() []int {
	var out []int
	for _, c := range topo.TarjanSCC(g.down) {
		if len(c) > 1 && (out == nil || len(c) < len(out)) {
			out = folios(c)
		}
	}
	return out
}

func folios(nodes []graph.Node) []int {
	out := make([]int, len(nodes))
	for i, n := range nodes {
		out[i] = int(n.ID())
	}
	slices.Sort(out)
	return out
}

// upward turns the edges of a graph round.
type upward struct{ *simple.DirectedGraph }

func (u upward) From(id int64) graph.Nodes  { return u.To(id) }
func (u upward) Edge(a, b int64) graph.Edge { return u.DirectedGraph.Edge(b, a) }

// distances gives how many steps a fly and all above it are away, nearest first by breadth.
func (g *Graph) distances(folio int) map[int]int {
	out := map[int]int{}
	var w traverse.BreadthFirst
	w.Walk(upward{g.down}, simple.Node(folio), func(n graph.Node, depth int) bool {
		out[int(n.ID())] = depth
		return false
	})
	return out
}

// Common is where two flies meet: an ancestor of both, and the steps from it down to each,
// itself first.
type Common struct {
	Folio int   `json:"folio"`
	Left  []int `json:"left"`
	Right []int `json:"right"`
}

// Common gives the nearest common ancestors of two flies: those of which no descendant is
// common too, the fewest steps away first. A fly may be the other's ancestor itself.
func (g *Graph) Common(a, b int) []Common {
	_, okA := g.flies[a]
	_, okB := g.flies[b]
	if !okA || !okB {
		return nil
	}
	left, right := g.distances(a), g.distances(b)
	var both []int
	for f := range left {
		if _, ok := right[f]; ok {
			both = append(both, f)
		}
	}
	out := []Common{}
	for _, f := range both {
		lowest := true
		for n := g.down.From(int64(f)); n.Next(); {
			child := int(n.Node().ID())
			_, l := left[child]
			_, r := right[child]
			lowest = lowest && !(l && r)
		}
		if lowest {
			out = append(out, Common{f, g.steps(f, a, left), g.steps(f, b, right)})
		}
	}
	slices.SortFunc(out, func(x, y Common) int {
		return cmp.Or(cmp.Compare(len(x.Left)+len(x.Right), len(y.Left)+len(y.Right)), cmp.Compare(x.Folio, y.Folio))
	})
	return out
}

// steps is a shortest way down from an ancestor to a fly; at is how far each is above the fly.
func (g *Graph) steps(from, to int, at map[int]int) []int {
	out := []int{from}
	for from != to {
		next := math.MaxInt
		for n := g.down.From(int64(from)); n.Next(); {
			if f := int(n.Node().ID()); at[from] > 0 && f < next {
				if d, ok := at[f]; ok && d == at[from]-1 {
					next = f
				}
			}
		}
		from = next
		out = append(out, from)
	}
	return out
}

// Contradiction is a link that time speaks against.
type Contradiction struct {
	Child, Parent int
	// Says what contradicts, and Perhaps what could be wrong, a line each.
	Says    string
	Perhaps []string
}

// Contradicts tells whether time speaks against a child's coming from a parent: all days of the
// child's date are before all of the parent's. Dates that overlap or touch say nothing.
func Contradicts(child, parent Fly, kind Kind) (Contradiction, bool) {
	if when.Compare(child.Date, parent.Date) != when.Before {
		return Contradiction{}, false
	}
	named := func(f Fly) string {
		if f.Folio == 0 { // it is not filed yet
			return fmt.Sprintf("“%s” (%s)", f.Title, f.Date.Text)
		}
		return fmt.Sprintf("“%s” (folio %d, %s)", f.Title, f.Folio, f.Date.Text)
	}
	c := Contradiction{Child: child.Folio, Parent: parent.Folio}
	c.Says = fmt.Sprintf("%s is older than what it is said to be %s: %s.", named(child), kind.leads(), named(parent))
	c.Perhaps = []string{
		"One of the dates may be that of a book or a specimen, not of the fly: give it what it is the date of.",
		"They may be the other way round.",
		fmt.Sprintf("Another fly called “%s” may be meant, or an older dressing of it.", parent.Title),
	}
	if kind == RenamedFrom {
		c.Perhaps[1] = "The name may have been given back: which was the older name?"
	}
	return c, true
}

// leads is the kind with its small word: "a variant of", "adapted from".
func (k Kind) leads() string {
	switch k {
	case VariantOf:
		return "a variant of"
	case AnswerTo:
		return "the answer to"
	}
	return string(k)
}
