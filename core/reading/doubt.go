package reading

import (
	"slices"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// neverOf gives, of a part, the kinds of material that nobody makes it of.
var neverOf = lexicon.Values("never of")

// cannotBe tells whether the part is never made of a thing: a hackle of flat tinsel, a rib of turkey slips.
func (m *maker) cannotBe(p phrase) bool {
	kinds, ok := neverOf[m.std.Name]
	if !ok || !p.noun {
		return false
	}
	known := false
	for word := range strings.FieldsSeq(strings.Join(p.name, " ")) { // "hare's neck" is fur, though it ends in a word of hackles
		kind, noun := material.NounKind(word)
		if !noun || kind == material.Unknown {
			continue
		}
		if known = true; !slices.Contains(strings.Fields(kinds), string(kind)) {
			return false
		}
	}
	return known && slices.Contains(strings.Fields(kinds), string(material.KindOf(strings.Join(p.name, " "))))
}

// doubts leaves a thing unread that the part cannot be of, where the part is not the one that was written before it: in
// running prose, or behind what was said of it already. So it is of another part, and which one is not known.
func (m *maker) doubts(c clause, i int, p phrase) bool {
	if !m.cannotBe(p) || m.written && len(m.said) == 0 {
		return false
	}
	m.doubted = true
	m.leave(c.chunks[i:])
	return true
}

// leave leaves chunks unread.
func (m *maker) leave(list []chunk) {
	for _, x := range list {
		m.unread = append(m.unread, x)
		m.take(x.from, x.to, asUnread, "")
	}
}

// byItself tells a measure or a place that is told by the part itself, so that it says nothing of it. A length behind
// the part's label is kept all the same: it is what somebody wrote, and core/proportion names the circle.
func (m *maker) byItself(l measure.Length) bool {
	std, ok := role.Find(string(l.Of))
	return l.IsPart() && (string(l.Of) == m.part.Role || ok && std.Name == m.std.Name)
}
