package compare

import (
	"embed"
	"math"
	"slices"
	"strconv"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
)

//go:embed kinship.csv matters.csv kinds.csv verdicts.csv
var tables embed.FS

// rowsOf gives the rows of one of the tables beside the code.
func rowsOf(name string) [][]string { return lexicon.Table(tables, name) }

// number reads a figure of a table; empty is 0.
func number(s string) float64 {
	if s == "" {
		return 0
	}
	n, err := strconv.ParseFloat(s, 64)
	if err != nil {
		panic(err)
	}
	return n
}

// A work is what a part does on the fly, whatever its label: its standard part, the part whose
// work it does by its manner (a palmered hackle is a body hackle), the manner, and its stuffs.
type work struct {
	std    role.Role
	does   string
	manner string
	stuffs []stuff
}

// manners are how parts are dressed, by the phrase of a preparation: the work that it is a manner
// of, and the manner.
var manners = lexicon.Values("manner")

// The manners that code asks for.
const (
	palmered  = "palmered"
	parachute = "parachute"
	beard     = lexicon.Beard
	collar    = role.Collar
	post      = role.Post
	spent     = "spent"
	boundDown = "bound down"
	low       = "over the back"
	flat      = "flat"
	roofed    = "roof"
	free      = "set free" // what a wing is that nobody calls a post or bound down
)

// families are the works that can stand in for each other, by their first.
var families = map[string]string{
	role.Hackle: role.Hackle, role.BodyHackle: role.Hackle, role.Throat: role.Hackle,
	role.Wing: role.Wing, role.Underwing: role.Wing, role.Overwing: role.Wing,
	role.Body: role.Body, role.Thorax: role.Body, role.Head: role.Body,
}

func (c *comparer) works(d dressing.Dressing) []work {
	out := make([]work, len(d.Parts))
	for i, p := range d.Parts {
		std, _ := p.Standard()
		w := work{std: std, does: std.Kin}
		family := families[std.Kin]
		for _, m := range p.Materials {
			if said := mannerIn(m.Preparation, family); said != "" {
				w.manner = said
			}
		}
		switch {
		case std.Kin == role.BodyHackle || w.manner == palmered:
			w.manner, w.does = palmered, role.BodyHackle
		case std.Kin == role.Throat || w.manner == beard:
			w.manner, w.does = beard, role.Throat
		case std.Name == role.Post, std.Kin == role.Wing && w.manner == "" && roundAPost(d):
			w.manner = post
		case std.Kin == role.Hackle:
			if _, round := d.Parachute(p); round {
				w.manner = parachute
			} else if w.manner == "" && p.Turns != nil {
				w.manner = collar
			}
		}
		if std.Kin == role.Underbody && slices.ContainsFunc(p.Materials, func(m dressing.Material) bool { return can(c.cabinet, m, "weigh") }) {
			w.does = role.Underweight
		}
		for _, m := range d.MaterialsOf(i) {
			w.stuffs = append(w.stuffs, c.stuff(m, p, std))
		}
		out[i] = w
	}
	return out
}

// roundAPost tells whether a hackle is wound round a post, so that the wing is one.
func roundAPost(d dressing.Dressing) bool {
	return slices.ContainsFunc(d.Parts, func(p dressing.Part) bool {
		std, _ := p.Standard()
		_, round := d.Parachute(p)
		return std.Kin == role.Hackle && round
	})
}

// mannerIn gives the last manner of a work that a preparation tells, "" for none.
func mannerIn(preparation, family string) string {
	if preparation == "" || family == "" {
		return ""
	}
	text := " " + strings.Map(func(r rune) rune {
		if r == ',' || r == ';' {
			return ' '
		}
		return r
	}, preparation) + " "
	best, longest := "", 0
	for phrase, value := range manners {
		of, manner, _ := strings.Cut(value, " ")
		if of == family && strings.Contains(text, " "+phrase+" ") && (len(phrase) > longest || len(phrase) == longest && manner < best) {
			best, longest = manner, len(phrase)
		}
	}
	return best
}

// kinships are how well one part does the work of another, 0 to 1, from kinship.csv.
var kinships = func() map[[2]string]float64 {
	m := map[[2]string]float64{}
	for _, r := range rowsOf("kinship.csv") {
		m[[2]string{r[0], r[1]}], m[[2]string{r[1], r[0]}] = number(r[2]), number(r[2])
	}
	return m
}()

// How well parts do each other's work that no row of kinship.csv tells, how much the same work in
// another manner takes away, what the materials add, and the least that pairs parts of different
// materials. Common practice, no source.
const (
	sameLabel    = 1.0
	sameStandard = 0.97
	sameKin      = 0.9
	otherManner  = 0.2
	byMaterial   = 0.3
	byOrder      = 0.02
	leastKinship = 0.5
	sameStuff    = 0.8 // the same material in another colour
	silent       = 0.5 // one of the parts names no material
)

// kinship says how well part v does the work of part p, 0 for not at all.
func kinship(p, v work, labelP, labelV string) float64 {
	k := 0.0
	switch {
	case labelP == labelV:
		k = sameLabel
	case p.std.Name == v.std.Name:
		k = sameStandard
	case p.std.Kin == v.std.Kin:
		k = sameKin
	default:
		k = kinships[[2]string{p.std.Kin, v.std.Kin}]
	}
	if p.does == v.does {
		return max(k, sameKin)
	}
	return max(k-otherManner, kinships[[2]string{p.does, v.does}])
}

// pairs finds for each part of the parent its partner in the variant, -1 for none: the pairs
// that together do the same work best, in the same materials where there is a choice.
func (c *comparer) pairs() []int {
	worth := make([][]float64, len(c.p.Parts))
	for i, p := range c.p.Parts {
		worth[i] = make([]float64, len(c.v.Parts))
		for j, v := range c.v.Parts {
			k := kinship(c.pw[i], c.vw[j], p.Role, v.Role)
			if k <= 0 {
				continue
			}
			like := c.alike(c.pw[i], c.vw[j])
			if k < leastKinship && like < 1 || k < sameKin && like < sameStuff && like != silent {
				continue
			}
			worth[i][j] = k + byMaterial*like - byOrder*math.Abs(float64(i)/float64(len(c.p.Parts))-float64(j)/float64(len(c.v.Parts)))
		}
	}
	return assign(worth)
}

// alike says how like two parts are by their materials, from 0 to 1 for the same in the same
// colour; half where one says nothing.
func (c *comparer) alike(p, v work) float64 {
	if len(p.stuffs) == 0 || len(v.stuffs) == 0 {
		return silent
	}
	best := 0.0
	for _, a := range p.stuffs {
		for _, b := range v.stuffs {
			like := 0.0
			switch rel := c.relation(a, b); rel {
			case isSame, isNarrower, isBroader, isUnstated:
				x := c.colours(a, b)
				switch {
				case x != material.Outside && x != material.Untold:
					like = 1
				case rel == isSame:
					like = sameStuff
				default:
					like = 0.4
				}
			case isOther:
				if a.entry != nil && b.entry != nil && a.entry.Under == b.entry.Under {
					like = 0.3
				}
			}
			best = max(best, like)
		}
	}
	return best
}

// joined are parts that are told as one with another: for each part of the parent, and of the
// variant, the part of the parent that it is one with, -1 for none.
type joined struct{ parent, variant []int }

// joinedParts finds a body told in two lines, a wing told by its layers, and the like: a part
// without a partner whose material is that of a part beside it, which has one.
func (c *comparer) joinedParts(pair []int) joined {
	out := joined{make([]int, len(c.p.Parts)), make([]int, len(c.v.Parts))}
	taken := make([]int, len(c.v.Parts))
	for j := range taken {
		taken[j], out.variant[j] = -1, -1
	}
	for i, j := range pair {
		out.parent[i] = -1
		if j >= 0 {
			taken[j] = i
		}
	}
	for j, v := range c.v.Parts {
		if taken[j] >= 0 || v.Absent {
			continue
		}
		for i, k := range pair {
			if k >= 0 && !c.p.Parts[i].Absent && c.oneWith(c.vw[j], c.pw[i], c.vw[k]) {
				out.variant[j] = i
				break
			}
		}
	}
	for i, p := range c.p.Parts {
		if pair[i] >= 0 || p.Absent || p.Optional {
			continue
		}
		for h, k := range pair {
			if k >= 0 && h != i && !c.v.Parts[k].Absent && c.oneWith(c.pw[i], c.vw[k], c.pw[h]) {
				out.parent[i] = h
				break
			}
		}
	}
	return out
}

// oneWith tells whether a part without a partner is told within whole, the other account's one
// part, whose partner is beside: all its materials are whole's, and it does the same work in two
// lines.
func (c *comparer) oneWith(part, whole, beside work) bool {
	if len(part.stuffs) == 0 || len(whole.stuffs) == 0 || part.does == whole.does && part.std.Name == beside.std.Name {
		return false
	}
	switch {
	case families[part.std.Kin] == role.Body && families[whole.std.Kin] == role.Body && part.std.Kin != role.Head && whole.std.Kin != role.Head:
	case families[part.std.Kin] == role.Wing && families[whole.std.Kin] == role.Wing && len(whole.stuffs) > 1:
	default:
		return false
	}
	for _, a := range part.stuffs {
		if !slices.ContainsFunc(whole.stuffs, func(b stuff) bool {
			x := c.colours(a, b)
			return c.relation(a, b) != isOther && x != material.Outside && x != material.Untold
		}) {
			return false
		}
	}
	return true
}

// movedParts marks the parts that are tied at another place in the order. Only the parts at the
// front can be: a tail is tied behind a body whatever the list says, a rib is wound over it, a case is
// pulled over a thorax. And only where both lists are in the order of tying.
func (c *comparer) movedParts(pair []int) []bool {
	moved := make([]bool, len(c.p.Parts))
	if !inTyingOrder(c.pw) || !inTyingOrder(c.vw) {
		return moved
	}
	var a, b []int
	for i, j := range pair {
		if j >= 0 && c.inFront(c.pw[i]) && c.inFront(c.vw[j]) && !c.v.Parts[j].Absent && !c.p.Parts[i].Absent {
			a = append(a, i)
		}
	}
	for j := range c.v.Parts {
		if i := slices.Index(pair, j); i >= 0 && slices.Contains(a, i) {
			b = append(b, i)
		}
	}
	kept := map[int]bool{}
	for _, x := range align(a, b, 0) {
		kept[a[x[0]]] = true
	}
	for _, i := range a {
		moved[i] = !kept[i]
	}
	return moved
}

// lying are the manners of a wing that lies over the back, where the hackle comes before it or behind it.
var lying = map[string]bool{low: true, flat: true, roofed: true, boundDown: true}

// inFront is inFront for this kind of fly: on a dry fly the hackle is wound round a wing that stands, whichever is
// written first.
func (c *comparer) inFront(w work) bool {
	if c.kind == lexicon.StyleDry && w.std.Kin == role.Wing && !lying[w.manner] {
		return false
	}
	return inFront(w)
}

// inFront tells a part that is tied in one after the other at the front, in an order that
// differs between tiers.
func inFront(w work) bool {
	switch w.std.Form {
	case role.FormWing, role.FormCheek:
		return w.std.Kin != role.Flash
	case role.FormCollar:
		return w.manner != palmered && w.manner != parachute
	}
	return false
}

// inTyingOrder tells whether a list goes from the bend forward, as one ties.
func inTyingOrder(parts []work) bool {
	stage := 0
	for _, w := range parts {
		at := 0
		switch {
		case w.std.Form == role.FormTail:
			at = 1
		case w.std.Kin == role.Body:
			at = 2
		case inFront(w):
			at = 3
		}
		if at == 0 {
			continue
		}
		if at < stage {
			return false
		}
		stage = at
	}
	return true
}

// ways compares the manners of two parts; nil where one is not told. A hackle of which no more is
// told is wound at the head, where the other goes down the body or round a post; a wing is no post
// and not bound down where nobody says so.
func ways(p, v work) *Words {
	a, b := p.manner, v.manner
	plain := func(w work, other string) string {
		switch {
		case w.manner != "" || other == "":
		case w.std.Kin == role.Hackle && (other == palmered || other == parachute):
			return collar
		case w.std.Name == role.Wing && (other == post || other == boundDown):
			return free
		}
		return w.manner
	}
	a, b = plain(p, b), plain(v, a)
	if a == "" || b == "" {
		return nil
	}
	return words(a, b, "another way")
}
