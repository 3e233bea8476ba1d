// Package order works out the order of tying: what is tied in where, and what is
// wound or pulled over later. Materials are tied in from the bend forward but
// wound later: a rib goes in before the body and is wound after it, a wing case
// before the thorax and is pulled over after it.
//
// Each place has its rule, and an order that somebody wants otherwise is checked
// against what is possible. The rules are common practice, no source.
package order

import (
	"fmt"
	"slices"

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

// Of derives the steps from the parts, which are in the order in which they are
// listed.
func Of(d dressing.Dressing) []Step {
	steps := []Step{}
	add := func(i int, deed Deed, rule string) {
		steps = append(steps, Step{i, d.Parts[i].Role, deed, rule})
	}
	each := func(f func(i int, std role.Role)) {
		for i, p := range d.Parts {
			if std, _ := p.Standard(); !p.Absent {
				f(i, std)
			}
		}
	}
	each(func(i int, std role.Role) {
		if std.Form == role.FormBead {
			add(i, SlideOn, "a bead goes on before anything is tied")
		}
	})
	each(func(i int, std role.Role) {
		if std.Name == "thread" {
			add(i, Start, "")
		}
	})
	listed := func(i int, std role.Role) bool {
		switch std.Form {
		case role.FormHook, role.FormBead, role.FormHead:
			return false
		}
		return std.Name != "thread" && std.Name != "finish"
	}
	done := map[int]bool{}
	wait := []int{} // ribs and palmered hackles that wait for their body
	cases := []int{}
	flush := func() {
		for _, i := range wait {
			std, _ := d.Parts[i].Standard()
			if std.Form == role.FormPalmer {
				add(i, Wind, "a body hackle is wound over the finished body")
			}
		}
		for _, i := range wait {
			if std, _ := d.Parts[i].Standard(); std.Form == role.FormRib {
				add(i, Wind, "a rib is wound when the body is done, and over a hackle that lies on it")
			}
		}
		wait = wait[:0]
	}
	// a rib or palmered hackle that is listed after its body is tied in before it
	later := func(i int) []int {
		var out []int
		for k := i + 1; k < len(d.Parts); k++ {
			std, _ := d.Parts[k].Standard()
			if std.Kin == "body" {
				break
			}
			if (std.Form == role.FormRib || std.Form == role.FormPalmer) && !done[k] {
				out = append(out, k)
			}
		}
		return out
	}
	each(func(i int, std role.Role) {
		if !listed(i, std) || done[i] {
			return
		}
		done[i] = true
		p := d.Parts[i]
		switch std.Form {
		case role.FormRib, role.FormPalmer:
			add(i, TieIn, "it is tied in before the body that it is wound over")
			wait = append(wait, i)
		case role.FormCase:
			add(i, TieIn, "a wing case goes in before the thorax that it covers")
			cases = append(cases, i)
		case role.FormWound:
			if std.Kin == "body" {
				for _, k := range later(i) {
					done[k] = true
					add(k, TieIn, "listed after the body, but tied in before it")
					wait = append(wait, k)
				}
			}
			if p.Continues != "" {
				add(i, Wind, "it goes on from the "+p.Continues+"; nothing is tied in")
			} else {
				add(i, TieIn, "")
				add(i, Wind, "")
			}
			if std.Kin == "body" {
				flush()
			}
		case role.FormCollar:
			add(i, TieIn, "")
			add(i, Wind, "")
		default:
			if p.Continues != "" {
				add(i, Build, "it goes on from the "+p.Continues+"; nothing is tied in")
			} else {
				add(i, TieIn, "")
			}
		}
	})
	flush()
	for _, i := range cases { // over the thorax and the legs
		at := len(steps)
		for k, s := range steps {
			std, _ := role.Find(s.Role)
			if std.Name == "thorax" && s.Deed == Wind || std.Form == role.FormLegs && std.Name == "legs" {
				at = k + 1
			}
		}
		steps = slices.Insert(steps, at, Step{i, d.Parts[i].Role, PullOver, "a wing case is pulled over when the thorax and the legs are in"})
	}
	each(func(i int, std role.Role) {
		if std.Form == role.FormHead {
			add(i, Build, "the head comes last, in the room that was left for it")
		}
	})
	each(func(i int, std role.Role) {
		if std.Name == "finish" {
			add(i, Finish, "")
		}
	})
	return steps
}

// Problem is something impossible in an order of steps. At is the step.
type Problem struct {
	At   int    `json:"at"`
	Text string `json:"text"`
}

// Check tells what is impossible in an order that somebody wants, for parts that
// are wound or pulled over.
func Check(d dressing.Dressing, steps []Step) []Problem {
	out := []Problem{}
	at := func(i int, deed Deed) int {
		return slices.IndexFunc(steps, func(s Step) bool { return s.Part == i && s.Deed == deed })
	}
	bodyWound := func() int {
		last := -1
		for k, s := range steps {
			if std, _ := role.Find(s.Role); std.Kin == "body" && s.Deed == Wind {
				last = k
			}
		}
		return last
	}()
	for k, s := range steps {
		if s.Part < 0 || s.Part >= len(d.Parts) {
			out = append(out, Problem{k, fmt.Sprintf("step %d names no part of this dressing", k+1)})
			continue
		}
		std, _ := d.Parts[s.Part].Standard()
		tied := at(s.Part, TieIn)
		if (s.Deed == Wind || s.Deed == PullOver) && d.Parts[s.Part].Continues == "" && (tied < 0 || tied > k) {
			out = append(out, Problem{k, fmt.Sprintf("the %s cannot be %s before it is tied in", s.Role, map[Deed]string{Wind: "wound", PullOver: "pulled over"}[s.Deed])})
		}
		if (std.Form == role.FormRib || std.Form == role.FormPalmer) && bodyWound >= 0 {
			if s.Deed == Wind && k < bodyWound {
				out = append(out, Problem{k, fmt.Sprintf("the %s is wound over the body, which is not there yet", s.Role)})
			}
			if s.Deed == TieIn && std.Form == role.FormRib && k > bodyWound {
				out = append(out, Problem{k, fmt.Sprintf("the %s is tied in at the rear of a body that is wound already", s.Role)})
			}
		}
		if std.Form == role.FormCase && s.Deed == PullOver {
			for _, x := range steps[k+1:] {
				if xs, _ := role.Find(x.Role); xs.Name == "thorax" && x.Deed == Wind {
					out = append(out, Problem{k, fmt.Sprintf("the %s is pulled over a thorax that is not there yet", s.Role)})
					break
				}
			}
		}
		if s.Deed == SlideOn {
			for _, x := range steps[:k] {
				if x.Deed == TieIn || x.Deed == Wind {
					out = append(out, Problem{k, fmt.Sprintf("the %s no longer slides on when the %s is tied in", s.Role, x.Role)})
					break
				}
			}
		}
	}
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
