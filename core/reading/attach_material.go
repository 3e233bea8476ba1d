package reading

import (
	"slices"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// assemble makes the materials of the phrases that were said, in the order in which they were:
// a colour waits for its noun ("yellow or orange floss"), a shape or a count without a name
// goes to the material before it, what is accepted instead is an alternative.
func (m *maker) assemble() {
	m.settleCount()
	m.settleAmounts()
	m.settleGeneric()
	m.settleOnce()
	a := &assembly{m: m, part: m.part, list: m.said}
	for k := range a.list {
		np := a.adjective(k)
		one := ""
		if len(np.name) == 1 {
			one = np.name[0]
		}
		switch {
		case np.noun && a.ofLast(np, k, one):
		case np.noun:
			a.thing(np, one)
		case len(np.colour) > 0:
			a.colour(np, k)
		default:
			a.quality(np, k)
		}
	}
	m.shareOut()
}

// An assembly makes the materials of a part out of the things that were said of it, one after the other.
type assembly struct {
	m       *maker
	part    *Part
	list    []placed
	last    *Material
	waiting []placed // colours that wait for their noun
	grown   bool     // the last name says where on a beast it grew, and the beast is still to come
}

// add files a thing as a material of the part, or as what may stand in for one.
func (a *assembly) add(np placed, alternative bool) *Material {
	m, part := a.m, a.part
	x := Material{Name: m.plainName(np), Colour: strings.Join(np.colour, " and "), Size: strings.Join(np.grade, " "), Preparation: strings.Join(np.prep, ", "), Guess: np.guess, Share: np.share}
	if alternative {
		part.Alternatives = append(part.Alternatives, x)
		return &part.Alternatives[len(part.Alternatives)-1]
	}
	part.Materials = append(part.Materials, x)
	return &part.Materials[len(part.Materials)-1]
}

// adjective gives the thing at k, where it was only an adjective: "flat" makes a thing of its own or tells how the last
// one is.
func (a *assembly) adjective(k int) placed {
	m := a.m
	np := a.list[k]
	if !np.noun && len(np.name) > 0 { // adjectives alone: "flat", "closed cell"
		if a.last != nil && (np.joint == "or" || np.joint == "" && material.KindOf(a.last.Name) != material.Tinsel) && tinselish(np) { // "silver wire or flat silver"
			np.noun = true
		} else if np.joint == "or" && standIns[np.name[0]] { // "jungle cock, or a good imitation"
			np.noun, np.alt = true, true
		} else if a.last == nil && (len(np.colour) > 0 || np.from < 3 || np.count != nil || np.joint == "of" || np.joint == "with") && (m.implied() != "" || !nounAfter(a.list, k) || tinselish(np)) || a.last != nil && len(np.colour) > 0 && material.IsAdjective(a.last.Name) || np.strange > 0 {
			np.noun = true
		} else if a.last != nil && material.KindOf(a.last.Name) == material.Tinsel { // "pearl tinsel, flat"
			np.grade = append([]string{strings.Join(np.name, " ")}, np.grade...)
			np.name = nil
		} else {
			np.prep = append(np.prep, strings.Join(np.name, " "))
			np.name = nil
		}
	}
	return np
}

// ofLast tells whether a thing is only said of the one before: the shape of it, what it is of, where it grew.
func (a *assembly) ofLast(np placed, k int, one string) bool {
	m, part := a.m, a.part
	switch {
	case np.noun && a.last != nil && (one == lexicon.CountStrip || one == lexicon.CountSlip) && np.count != nil && len(np.colour) == 0: // "black foam, a strip as wide as the gape"
		qualifies(a.last, np)
	case np.noun && a.last != nil && shapes[one] && len(np.colour) == 0: // "dark goose, a strip": the shape of it
		np.prep = append(np.prep, one)
		qualifies(a.last, np)
	case np.noun && a.last != nil && a.last.Name != "" && units[one] && a.m.stretches < 2 && len(np.colour) == 0 && (np.joint == "," || np.joint == "" || np.joint == ":"): // "CDC, two plumes": what was counted of it
		qualifies(a.last, np)
	case np.noun && a.last != nil && m.std.Name == role.Thread && one == a.last.Name && one == m.implied() && len(np.colour) == 0: // "olive 10/0 thread"
		qualifies(a.last, np)
	case np.noun && a.last != nil && np.joint == "," && a.last.Name == role.Hackle && strings.HasSuffix(one, "'s"): // "a hackle, a cock's, dyed orange"
		a.last.Name = one + " " + a.last.Name
		a.tint(np, false)
		qualifies(a.last, np)
	case np.noun && a.last != nil && a.last.Name == "" && len(np.colour) == 0 && !np.definite && !slices.Contains([]string{"or", "and", "with", "over", "under"}, np.joint): // "a green one; cock"
		a.last.Name = m.plainName(np)
		qualifies(a.last, np)
	case np.noun && np.joint == "of" && a.last != nil && len(part.Alternatives) == 0 && containers[lastWord(a.last.Name)] && a.list[k-1].to+2 >= np.from-1: // "strips of white goose biot", "dubbing of mole"
		name := strings.Join(np.name, " ")
		if !shapes[a.last.Name] {
			name += " " + lastWord(a.last.Name)
		}
		a.last.Name = name
		a.tint(np, true)
		qualifies(a.last, np)
	case np.noun && np.joint == "from" && a.last != nil && a.last.Name != "" && coverings[one] && len(np.colour) == 0 && k+1 < len(a.list) && a.list[k+1].joint == "of" && a.list[k+1].noun: // "fur from the belly of a water rat"
		a.last.Name = one + " " + a.last.Name
		a.grown = true
	case np.noun && np.joint == "of" && a.last != nil && a.grown:
		a.last.Name, a.grown = strings.Join(np.name, " ")+" "+a.last.Name, false
		a.tint(np, false)
	case np.noun && np.joint == "of" && a.last != nil && np.one && np.count == nil && len(np.colour) == 0 && !strings.Contains(a.last.Name, " ") && (material.KindOf(a.last.Name) == material.Hair || material.KindOf(a.last.Name) == material.Fur): // "the whiskers of a hare"
		a.last.Name = strings.Join(np.name, " ") + " " + a.last.Name
		qualifies(a.last, np)
	case np.noun && (np.joint == "of" || np.joint == "from") && a.last != nil && len(part.Alternatives) == 0 && coverings[a.last.Name] && (a.last.Colour == "" || len(np.colour) == 0): // "the neck of a brown cock", "a brown feather from the neck of a partridge"
		a.last.Name = strings.Join(np.name, " ") + " " + a.last.Name
		a.tint(np, true)
		qualifies(a.last, np)
	case np.noun && (np.joint == "from" || np.joint == "of") && a.last != nil && a.last.Name != "" && singular(one) == string(material.Quill) && len(np.colour) == 0: // "one slip from each of a pair of quills"
		qualifies(a.last, np)
	case np.noun && np.joint == "from" && a.last != nil && a.last.Name != "" && np.one && generalFeathers[one] && len(np.colour) == 0: // "a tuft of marabou from a plume"
		qualifies(a.last, np)
	case np.noun && np.joint == "from" && a.last != nil && singular(one) == lexicon.CountFeather && len(np.colour) == 0: // "quill from the eye of the feather"
		qualifies(a.last, np)
	case np.noun && np.joint == "from" && (m.low(np.from-1) == "each" || m.low(np.from) == "each" || m.low(np.from) == "either"): // "one from each wing"
	case np.noun && np.joint == "from" && a.last != nil && np.count == nil && (np.unit == "" || np.unit == lexicon.CountFeather) && len(part.Alternatives) == 0 && len(np.colour)+len(np.grade) == 0:
		a.last.Name += " from " + strings.Join(np.name, " ")
	case np.noun && a.last != nil && m.std.Name != role.Head && m.std.Name != role.Finish && material.KindOf(strings.Join(np.name, " ")) == material.Varnish: // "then a coat of varnish"
		part.Acts = append(part.Acts, strings.Join(append(np.colour, np.name...), " "))
	default:
		return false
	}
	return true
}

// tint gives the last material the colours of a phrase, and those it had only where it may.
func (a *assembly) tint(np placed, over bool) {
	if len(np.colour) > 0 && (over || a.last.Colour == "") {
		a.last.Colour = strings.Join(np.colour, " and ")
	}
}

// thing files a thing, with the colours that waited for it.
func (a *assembly) thing(np placed, one string) {
	part := a.part
	alternative := (np.alt || np.joint == "or") && (len(part.Materials) > 0 || len(a.waiting) > 0)
	if len(a.waiting) == 1 && np.joint == "and" && len(np.colour) == 0 && len(np.prep) > 0 && markings[lastWord(np.prep[0])] { // "brown and white barred rubber"
		np.colour, a.waiting = a.waiting[0].colour, nil
	}
	if name := a.m.implied(); len(a.waiting) > 0 && np.joint == "or" && np.one && name != "" { // "Brass, or a cone"
		for _, w := range a.waiting {
			w.name, w.noun = []string{name}, true
			a.add(w, false)
		}
		a.waiting, alternative = nil, true
	}
	for _, w := range a.waiting {
		x := np
		x.colour, x.prep, x.grade, x.amount, x.share = w.colour, append(w.prep, np.prep...), append(w.grade, np.grade...), w.amount, w.share
		a.add(x, len(part.Materials) > 0 && w.joint == "or")
	}
	if len(a.waiting) > 0 && np.joint == "or" && len(np.colour) == 0 {
		alternative = true
	}
	a.last = a.add(np, alternative)
	if alternative && one == lexicon.Substitute && len(part.Materials) > 0 { // "seal's fur or sub, dubbed thinly"
		a.last = &part.Materials[len(part.Materials)-1]
	}
	a.waiting = nil
}

// colour takes a colour without a thing: of the one to come, of the one before, or of a thing of the part's usual kind.
func (a *assembly) colour(np placed, k int) {
	m, part := a.m, a.part
	if np.share > 0 && a.last != nil && a.last.Name != "" && !np.noun { // "rabbit fur, grey, mixed with a quarter of orange"
		x := *a.last
		x.Colour, x.Share = strings.Join(np.colour, " and "), np.share
		part.Materials = append(part.Materials, x)
		return
	}
	switch {
	case len(np.colour) > 0 && nounAhead(a.list, k, m.stretches > 1):
		a.waiting = append(a.waiting, np)
	case len(np.colour) > 0 && a.last != nil && np.joint != "or" && (np.share > 0 && a.last.Share > 0 || m.stretches > 1 && a.last.Colour != ""):
		next := *a.last
		next.Colour, next.Share = strings.Join(np.colour, " and "), np.share
		part.Materials = append(part.Materials, next)
		a.last = &part.Materials[len(part.Materials)-1]
	case len(np.colour) > 0 && a.last != nil && a.last.Colour != "" && (np.joint == "over" || np.joint == "under"): // "yellow bucktail over white"
		next := *a.last
		next.Colour = strings.Join(np.colour, " and ")
		part.Materials = append(part.Materials, next)
		a.last = &part.Materials[len(part.Materials)-1]
		qualifies(a.last, np)
	case len(np.colour) > 0 && a.last != nil:
		if np.joint == "or" {
			alt := *a.last
			alt.Colour = strings.Join(np.colour, " and ")
			part.Alternatives = append(part.Alternatives, alt)
			a.last = &part.Alternatives[len(part.Alternatives)-1]
			return
		}
		if np.share > 0 { // "rabbit, 60 % grey and 40 % olive"
			a.last.Share, a.last.Colour = np.share, strings.Join(np.colour, " and ")
			return
		}
		c := strings.Join(np.colour, " and ")
		if np.joint == "of" && a.last.Colour != "" { // "the grey of ash"
			c, a.last.Colour = c+" "+a.last.Colour, ""
		}
		if a.last.Colour == "" || a.last.Colour == c {
			a.last.Colour = c
		} else {
			a.last.Colour += " and " + c
		}
		qualifies(a.last, np)
	case len(np.colour) > 0:
		if name := m.implied(); name != "" {
			np.name, np.noun = []string{name}, true
			a.last = a.add(np, np.joint == "or" && len(part.Materials) > 0)
		} else {
			a.last = a.add(np, false)
		}
	}
}

// quality takes how a thing is, where it stands by itself.
func (a *assembly) quality(np placed, k int) {
	m, part := a.m, a.part
	switch {
	case a.last != nil && np.one && len(np.prep) == 0 && np.unit == "": // "two hackles, a large and a small"
	case a.last != nil && np.joint == "or" && (m.low(np.from-1) == "or" || m.low(np.from-2) == "or" || m.low(np.from) == "or") && len(np.prep) > 0 && len(np.colour)+len(np.name) == 0: // "cock hackle, or anything stiff" says nothing of the cock
		part.Note = strings.TrimPrefix(part.Note+"; or "+strings.Join(np.prep, ", "), "; ")
	case a.last != nil:
		qualifies(a.last, np)
	default:
		if k+1 < len(a.list) { // qualities before the material: "dubbed, olive rabbit"
			a.list[k+1].prep = append(np.prep, a.list[k+1].prep...)
			a.list[k+1].grade = append(np.grade, a.list[k+1].grade...)
			return
		}
		if name := m.implied(); name != "" && (len(np.grade) > 0 || len(np.prep) > 0) {
			np.name, np.noun = []string{name}, true
			a.last = a.add(np, false)
		} else if len(np.prep) > 0 { // no material is named that could bear it
			part.Note = strings.TrimPrefix(part.Note+"; "+strings.Join(np.prep, ", "), "; ")
		}
	}
}

// shareOut gives the materials of a blend the shares that were said of all of them.
func (m *maker) shareOut() {
	part := m.part
	if m.ratio[0] > 0 && len(part.Materials) == 1 && len(part.Alternatives) == 1 { // "tan/olive dubbing, 50-50" is a blend
		part.Materials, part.Alternatives = append(part.Materials, part.Alternatives[0]), nil
	}
	if m.ratio[0] > 0 && len(part.Materials) > 1 {
		if len(part.Materials) == 2 {
			part.Materials[0].Share, part.Materials[1].Share = m.ratio[0]/(m.ratio[0]+m.ratio[1]), m.ratio[1]/(m.ratio[0]+m.ratio[1])
		} else if m.ratio[0] == m.ratio[1] {
			for i := range part.Materials {
				part.Materials[i].Share = 1 / float64(len(part.Materials))
			}
		}
	}
	m.wholeShares()
	if part.Materials == nil {
		part.Materials = []Material{}
	}
}

// wholeShares keeps the shares of a blend where they make a whole.
func (m *maker) wholeShares() {
	sum, n := 0.0, 0
	for _, x := range m.part.Materials {
		if x.Share > 0 {
			sum, n = sum+x.Share, n+1
		}
	}
	whole := n > 1 && (m.parts > 0 || sum > 0.97 && sum < 1.03)
	for i := range m.part.Materials {
		x := &m.part.Materials[i]
		switch {
		case !whole:
			x.Share = 0
		case m.parts > 0:
			x.Share /= sum
		}
	}
}

// plainName gives the name of a phrase; a plural that was counted loses its ending: three
// peacock herls are of peacock herl.
func (m *maker) plainName(p placed) string {
	name := strings.TrimSpace(strings.Join(p.name, " ") + " " + p.behind)
	last := lastWord(name)
	s, ok := singularEnds[last]
	if c := m.part.Count; ok && c != nil && countedAs[last] == c.Of {
		return strings.TrimSuffix(name, last) + s
	}
	return name
}

func qualifies(x *Material, p placed) {
	if len(p.grade) > 0 {
		x.Size = strings.TrimSpace(x.Size + " " + strings.Join(p.grade, " "))
	}
	if len(p.prep) > 0 {
		x.Preparation = strings.TrimPrefix(x.Preparation+", "+strings.Join(p.prep, ", "), ", ")
	}
}

// nounAfter tells whether a phrase after k names a material.
func nounAfter(list []placed, k int) bool {
	return slices.ContainsFunc(list[k+1:], func(p placed) bool { return p.noun })
}

// tinselish tells "oval silver", which needs no noun to be a tinsel.
func tinselish(p placed) bool {
	if len(p.name) != 1 || len(p.colour) != 1 || !material.IsMetal(p.colour[0]) {
		return false
	}
	return tinselShapes[p.name[0]]
}

// nounAhead tells whether the phrase right after k, joined by "or", "and" or "to", names the
// material that this colour belongs to.
func nounAhead(list []placed, k int, stretches bool) bool {
	commas := 0
	for j := k + 1; j < len(list); j++ {
		switch list[j].joint {
		case "or", "and", "over":
			commas = 0
		case "":
		case ",":
			if stretches || list[j].share > 0 {
				break
			}
			commas++
			if list[j].noun {
				return false
			}
		default:
			return false
		}
		if list[j].noun {
			return commas == 0
		}
		if len(list[j].colour) == 0 {
			return false
		}
	}
	return false
}

// implied is the material that a label implies where only a colour is given.
func (m *maker) implied() string {
	switch m.std.Name {
	case role.Thread:
		return "thread"
	case role.Underweight:
		if material.KindOf(m.part.Role) == material.Weight { // "Lead: 0.5 mm, 12 turns"
			return m.part.Role
		}
	case role.Rib:
		if m.part.DiameterMM > 0 { // "0.09 mm copper"
			return "wire"
		}
	case role.Bead:
		if cones[m.part.Role] {
			return "cone"
		}
		return "bead"
	}
	return ""
}

// shut puts the part right once all is said.
func (m *maker) shut() {
	p := m.part
	if name := m.implied(); name != "" && m.std.Name == role.Underweight && len(p.Materials) == 0 && (p.Turns != nil || p.DiameterMM > 0) { // "Lead: 0.5 mm, 12 turns"
		p.Materials = append(p.Materials, Material{Name: name})
	}
	if len(m.grades) > 0 {
		g := strings.Join(m.grades, ", ")
		if len(p.Materials) > 0 {
			p.Materials[0].Size = strings.TrimPrefix(p.Materials[0].Size+", "+g, ", ")
		} else {
			p.Note = strings.TrimPrefix(p.Note+"; "+g, "; ")
		}
	}
	if m.std.Form == role.FormCollar || m.std.Form == role.FormPalmer {
		if len(p.Materials) > 0 { // "a size 14 hackle" is one whose fibres suit a 14
			x := &p.Materials[0]
			words := strings.TrimPrefix(strings.TrimPrefix(x.Size, "size "), "#")
			if s, err := hook.ParseSize(words); err == nil && s >= 2 && words != "" {
				p.Gauge, x.Size = s.String(), ""
			}
		}
	}
}

// settleCount gives a count what it counts, where nothing beside it said so.
func (m *maker) settleCount() {
	p := m.part
	if c := p.Count; c != nil {
		if c.Low == 0 && c.High == 0 {
			p.Count = nil
		} else if c.Of == "" {
			switch {
			case m.counted != nil && m.counted.unit != "":
				c.Of = m.counted.unit
			case m.std.Form == role.FormLegs || m.std.Form == role.FormTail:
				c.Of = "fibre"
				if len(m.said) > 0 && m.said[0].lastNoun == material.Rubber {
					c.Of = "strand"
				}
			}
		}
	}
}

var (
	// containers are words that only shape what follows "of"
	containers = lexicon.Set("form")
	// units are what is counted of a material that was named before
	units = lexicon.Set("piece")
	// shapes are containers that say nothing of what the material is
	shapes = lexicon.Set("made form")
	// generalFeathers are what a bunch is taken from, whatever grew it
	muches, littles = lexicon.Set("much"), lexicon.Set("little") // how thick or how slim a part is
	generalFeathers = lexicon.Set("general feather")
	// coverings are where on a bird or a beast a material grows
	coverings = lexicon.Set("covering")
	// standIns are what something is called that stands in for another
	standIns = lexicon.Set("stand-in")
	markings = lexicon.Set("marking")
	// tinselShapes make a tinsel of a metal: "oval silver"
	tinselShapes = lexicon.Set("tinsel shape")
	// countedAs are words of a name that are counted as well, by what they are counted under
	countedAs    = lexicon.Values("counted name")
	singularEnds = lexicon.Values("singular")
)

func lastWord(name string) string { return name[strings.LastIndex(name, " ")+1:] }

// settleAmounts takes words that are a grade of one thing and an amount of another: a small
// head, the thinnest dubbing.
func (m *maker) settleAmounts() {
	for i := range m.said {
		p := &m.said[i]
		grades := p.grade[:0:0]
		for _, g := range p.grade {
			if (m.std.Form == role.FormHead || m.std.Name == role.Finish) && len(p.name) == 0 || p.lastNoun == material.Fur && strings.HasPrefix(g, "thin") || m.std.Form == role.FormWound && (strings.HasPrefix(g, "thin") || strings.HasPrefix(g, "thick")) && len(p.name)+len(p.colour) == 0 {
				m.amount(g)
				continue
			}
			grades = append(grades, g)
		}
		p.grade = grades
	}
}

// settleGeneric drops "the hair" where it is said later which: "Take the hair from where it is hollow. Deer."
func (m *maker) settleGeneric() {
	if len(m.said) < 2 || !m.said[0].noun || !m.said[0].definite || len(m.said[0].name) != 1 || len(m.said[0].colour)+len(m.said[0].grade) > 0 || m.said[0].alt {
		return
	}
	for i, q := range m.said[1:] {
		if q.noun && q.joint == ":" && len(q.name) == 1 && m.said[0].lastNoun != material.Thread { // "The quill is soaked: peacock"
			m.said[i+1].name = append(q.name, m.said[0].name...)
			m.said[i+1].prep = append(q.prep, m.said[0].prep...)
			m.said = m.said[1:]
			return
		}
		if q.noun && !q.alt && !q.definite && q.joint == "" && material.KindOf(strings.Join(q.name, " ")) == m.said[0].lastNoun && m.said[0].name[0] == string(m.said[0].lastNoun) {
			m.said = m.said[1:]
			return
		}
	}
}

// settleOnce puts what is used now before what was used in the old days.
func (m *maker) settleOnce() {
	if n := len(m.said); n > 1 && m.once == 0 && m.said[0].alt && m.said[0].noun { // "goose would do, but what she tied were four fibres of partridge"
		if j := slices.IndexFunc(m.said, func(p placed) bool { return p.noun && !p.alt }); j > 0 {
			first := m.said[0]
			m.said = append(slices.Delete(m.said, 0, 1), first)
			m.said[0].joint = ""
		}
	}
	k := m.once - 1
	if k > 0 && k+1 == len(m.said) && m.said[k].noun && m.said[k-1].noun { // "cork did the same job formerly"
		m.said[k].alt, m.said[k].joint = true, "or"
	}
	if k < 0 || k+1 >= len(m.said) || !m.said[k+1].noun {
		return
	}
	was, now := m.said[k], m.said[k+1]
	was.alt, was.joint = true, "or"
	now.alt, now.joint = false, ""
	if had, c := was.count, m.part.Count; had != nil && c != nil && *had == (measure.Interval{Low: c.Low, High: c.High}) { // "a strip of foam was tried, then ten fibres"
		if m.part.Count = nil; now.count != nil {
			m.part.Count = &Count{Low: now.count.Low, High: now.count.High, Of: now.unit}
		}
	}
	m.said[k], m.said[k+1] = now, was
	for k+2 < len(m.said) && !m.said[k+2].noun && !m.said[k+2].alt { // what is said behind it is said of the new one
		more := m.said[k+2]
		m.said[k].colour, m.said[k].prep = append(m.said[k].colour, more.colour...), append(m.said[k].prep, more.prep...)
		m.said = slices.Delete(m.said, k+2, k+3)
	}
}
