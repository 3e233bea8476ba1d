// Package order works out the order of tying: what is tied in where, and what is
// wound or pulled over later. Materials are tied in from the bend forward but
// wound later: a rib goes in before the body and is wound after it, a wing case
// before the thorax and is pulled over after it.
//
// One table says which deed comes before which and why. An order is derived from it, and
// an order that somebody wants otherwise is checked against it. The rules are common
// practice, no source.
package order

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"gonum.org/v1/gonum/graph"
	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"

	"mothledger/core/dressing"
	"mothledger/core/role"
)

// Deed is what is done with a part at a step.
type Deed string

// The deeds.
const (
	SlideOn  Deed = "slide on"
	Start    Deed = "start"
	TieIn    Deed = "tie in"
	Wind     Deed = "wind"
	PullOver Deed = "pull over"
	Build    Deed = "build"
	Finish   Deed = "finish"
)

// Values lists the deeds as words.
func (Deed) Values() []string {
	return []string{string(SlideOn), string(Start), string(TieIn), string(Wind), string(PullOver), string(Build), string(Finish)}
}

// Step is one step of tying.
type Step struct {
	Part int    `json:"part"`
	Role string `json:"role"`
	Deed Deed   `json:"deed"`
	// Rule says why it comes here.
	Rule string `json:"rule,omitempty"`
}

func (s Step) String() string { return string(s.Deed) + " the " + s.Role }

// A node is a step as the rules see it.
type node struct {
	Step
	id   int64
	std  role.Role
	over int     // of a rib or a palmered hackle: the part that it is wound over, -1 for none
	turn float64 // where it stands in the list, for steps that no rule keeps apart
}

// ID makes a node one of a graph.
func (n *node) ID() int64 { return n.id }

func (n *node) follows() bool { return n.std.Form == role.FormRib || n.std.Form == role.FormPalmer }
func (n *node) legs() bool    { return n.std.Form == role.FormLegs && n.std.Name == role.Legs }
func (n *node) last() bool    { return n.Deed == Build && n.std.Form == role.FormHead || n.Deed == Finish }

// An edge is a rule about two steps: where it holds, a comes before b.
type edge struct {
	holds func(a, b *node) bool
	// first and then say why a and b come where they do; %s is the other part.
	first, then string
	// never says what is wrong with an order in which b comes before a, and atA that it is wrong
	// with a; the first %s is the part that it is wrong with, the second the other. Empty where
	// tiers do it both ways.
	never string
	atA   bool
}

// edges are all the rules.
var edges = []edge{
	{
		holds: func(a, b *node) bool { return a.Deed == SlideOn && (b.Deed == TieIn || b.Deed == Wind) },
		first: "a bead goes on before anything is tied", never: "the %s no longer slides on when the %s is tied in", atA: true,
	},
	{holds: func(a, b *node) bool {
		return a.Deed == SlideOn && b.Deed == Start || a.Deed == Start && b.Deed != Start && b.Deed != SlideOn
	}},
	{
		holds: func(a, b *node) bool { return a.Part == b.Part && a.Deed == TieIn && b.Deed == Wind },
		never: "the %s cannot be wound before it is tied in",
	},
	{
		holds: func(a, b *node) bool { return a.Part == b.Part && a.Deed == TieIn && b.Deed == PullOver },
		never: "the %s cannot be pulled over before it is tied in",
	},
	{
		holds: func(a, b *node) bool { return a.follows() && a.Deed == TieIn && a.over == b.Part && a.Part < b.Part },
		first: "it is tied in before the body that it is wound over",
	},
	{
		holds: func(a, b *node) bool { return a.follows() && a.Deed == TieIn && a.over == b.Part && a.Part > b.Part },
		first: "listed after the body, but tied in before it",
	},
	{
		holds: func(a, b *node) bool {
			return a.std.Form == role.FormRib && a.Deed == TieIn && a.over == b.Part && b.Deed == Wind
		},
		never: "the %s is tied in at the rear of a body that is wound already", atA: true,
	},
	{
		holds: func(a, b *node) bool {
			return b.std.Form == role.FormPalmer && b.Deed == Wind && b.over == a.Part && a.Deed == Wind
		},
		then: "a body hackle is wound over the finished body", never: "the %s is wound over the body, which is not there yet",
	},
	{
		holds: func(a, b *node) bool {
			return b.std.Form == role.FormRib && b.Deed == Wind && b.over == a.Part && a.Deed == Wind
		},
		then: "a rib is wound when the body is done, and over a hackle that lies on it", never: "the %s is wound over the body, which is not there yet",
	},
	{
		holds: func(a, b *node) bool {
			return a.std.Form == role.FormPalmer && b.std.Form == role.FormRib && a.Deed == Wind && b.Deed == Wind && a.over == b.over
		},
	},
	{
		holds: func(a, b *node) bool {
			return a.std.Form == role.FormCase && a.Deed == TieIn && b.std.Name == role.Thorax && a.Part < b.Part
		},
		first: "a wing case goes in before the thorax that it covers",
	},
	{
		holds: func(a, b *node) bool { return b.Deed == PullOver && a.std.Name == role.Thorax && a.Deed == Wind },
		then:  "a wing case is pulled over when the thorax and the legs are in", never: "the %s is pulled over a thorax that is not there yet",
	},
	{
		holds: func(a, b *node) bool { return b.Deed == PullOver && a.legs() },
		then:  "a wing case is pulled over when the thorax and the legs are in",
	},
	{
		holds: func(a, b *node) bool { return b.last() && !a.last() && b.Deed == Build },
		then:  "the head comes last, in the room that was left for it",
	},
	{holds: func(a, b *node) bool { return b.Deed == Finish && a.Deed != Finish }},
}

// nodesOf gives the steps of the parts as they are listed.
func nodesOf(d dressing.Dressing) []*node {
	out := []*node{}
	var std role.Role
	add := func(i int, deed Deed, turn float64, rule string) {
		out = append(out, &node{Step: Step{i, d.Parts[i].Role, deed, rule}, id: int64(len(out)), std: std, over: -1, turn: turn})
	}
	atEnd := float64(len(d.Parts))
	covered := slices.ContainsFunc(d.Parts, func(p dressing.Part) bool { // something lies under a wing case
		std, _ := p.Standard()
		return !p.Absent && (std.Name == role.Thorax || std.Name == role.Legs)
	})
	for i, p := range d.Parts {
		if std, _ = p.Standard(); p.Absent {
			continue
		}
		turn, goesOn := float64(i), ""
		if p.Continues != "" {
			goesOn = "it goes on from the " + p.Continues + "; nothing is tied in"
		}
		switch {
		case std.Form == role.FormHook:
		case std.Form == role.FormBead:
			add(i, SlideOn, turn, "")
		case std.Name == role.Thread:
			add(i, Start, turn, "")
		case std.Form == role.FormHead:
			add(i, Build, turn, "")
		case std.Name == role.Finish:
			add(i, Finish, turn, "")
		case std.Form == role.FormRib || std.Form == role.FormPalmer:
			over := bodyUnder(d, i)
			if over >= 0 && over < i {
				turn = float64(over) - 0.5 + 0.001*float64(i-over)
			}
			add(i, TieIn, turn, "")
			if over < 0 {
				turn = atEnd
			}
			add(i, Wind, turn, "")
			for _, n := range out[len(out)-2:] {
				n.over = over
			}
		case std.Form == role.FormCase:
			add(i, TieIn, turn, "")
			if !covered {
				turn = atEnd + 1
			}
			add(i, PullOver, turn, "a wing case is pulled over when the thorax and the legs are in")
		case (std.Form == role.FormWound || std.Form == role.FormCollar) && goesOn == "":
			add(i, TieIn, turn, "")
			add(i, Wind, turn, "")
		case std.Form == role.FormWound:
			add(i, Wind, turn, goesOn)
		case std.Form == role.FormCollar:
			add(i, TieIn, turn, "")
			add(i, Wind, turn, "")
		case goesOn != "":
			add(i, Build, turn, goesOn)
		default:
			add(i, TieIn, turn, "")
		}
	}
	return out
}

// bodyUnder is the part that a rib or a palmered hackle is wound over: the body listed before it, or
// else the next one; -1 for none.
func bodyUnder(d dressing.Dressing, i int) int {
	body := func(k int) bool {
		std, _ := d.Parts[k].Standard()
		return std.Kin == role.Body && std.Form == role.FormWound && !d.Parts[k].Absent
	}
	for k := i - 1; k >= 0; k-- {
		if body(k) {
			return k
		}
	}
	for k := i + 1; k < len(d.Parts); k++ {
		if body(k) {
			return k
		}
	}
	return -1
}

// Of derives the steps from the parts, which are in the order in which they are
// listed: the rules first, then the list.
func Of(d dressing.Dressing) []Step {
	nodes := nodesOf(d)
	g := simple.NewDirectedGraph()
	for _, n := range nodes {
		g.AddNode(n)
	}
	for _, e := range edges {
		for _, a := range nodes {
			for _, b := range nodes {
				if a == b || !e.holds(a, b) {
					continue
				}
				a.Rule, b.Rule = cmp.Or(a.Rule, e.first), cmp.Or(b.Rule, e.then)
				g.SetEdge(g.NewEdge(a, b))
			}
		}
	}
	sorted, err := topo.SortStabilized(g, func(list []graph.Node) {
		slices.SortFunc(list, func(x, y graph.Node) int {
			a, b := x.(*node), y.(*node)
			return cmp.Or(cmp.Compare(a.turn, b.turn), cmp.Compare(a.id, b.id))
		})
	})
	steps := make([]Step, 0, len(nodes))
	if err != nil { // no rule goes against another
		panic("order: the rules go round in a circle: " + err.Error())
	}
	for _, x := range sorted {
		steps = append(steps, x.(*node).Step)
	}
	return steps
}

// Problem is something impossible in an order of steps. At is the step.
type Problem struct {
	At   int    `json:"at"`
	Text string `json:"text"`
}

// Check tells what is impossible in an order that somebody wants, by the same rules, once
// for each step and rule.
func Check(d dressing.Dressing, steps []Step) []Problem {
	out := []Problem{}
	nodes := make([]*node, len(steps))
	for k, s := range steps {
		if s.Part < 0 || s.Part >= len(d.Parts) {
			out = append(out, Problem{k, fmt.Sprintf("step %d names no part of this dressing", k+1)})
			continue
		}
		nodes[k] = &node{Step: s, over: bodyUnder(d, s.Part)}
		nodes[k].std, _ = d.Parts[s.Part].Standard()
	}
	for _, e := range edges {
		told := map[int]bool{}
		for i, b := range nodes {
			for k := i + 1; k < len(nodes) && e.never != "" && b != nil; k++ {
				a := nodes[k]
				if a == nil || !e.holds(a, b) {
					continue
				}
				at, one, other := i, b.Role, a.Role
				if e.atA {
					at, one, other = k, a.Role, b.Role
				}
				if told[at] {
					continue
				}
				told[at] = true
				text := []any{one, other}
				out = append(out, Problem{at, fmt.Sprintf(e.never, text[:strings.Count(e.never, "%s")]...)})
			}
		}
	}
	slices.SortFunc(out, func(x, y Problem) int { return cmp.Or(cmp.Compare(x.At, y.At), cmp.Compare(x.Text, y.Text)) })
	return out
}

// Arrange puts the derived steps of a dressing into another order, given as the
// places of the derived steps. It is an error where a step is missing or comes
// twice.
func Arrange(d dressing.Dressing, places []int) ([]Step, error) {
	steps := Of(d)
	if len(places) != len(steps) {
		return nil, fmt.Errorf("%d steps; expected all %d", len(places), len(steps))
	}
	seen := make([]bool, len(steps))
	out := make([]Step, 0, len(steps))
	for i, p := range places {
		if p < 0 || p >= len(steps) || seen[p] {
			return nil, fmt.Errorf("step %d of the order: expected each step once", i+1)
		}
		seen[p] = true
		out = append(out, steps[p])
	}
	return out, nil
}
