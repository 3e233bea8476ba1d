package reading

import (
	"mothledger/core/role"
)

// make reads the words of a part. With again set they were read before under another label,
// and what nobody understands is not listed twice.
func (r *reader) make(line int, part *Part, t *stretch, marks *marks, again bool) *maker {
	m := &maker{reader: r, stretch: t, line: line, part: part, marks: marks, written: !r.inferred}
	r.steps += len(t.toks)
	if len(t.toks) > 1 && (t.low(0) == "it" || t.low(0) == "them") { // "Rib it in five turns"
		m.take(0, 1, asPlain, "")
	}
	if dashAlone(t) { // "Wing: -"
		part.Absent = true
		part.Materials = []Material{}
	} else if t.std.Form == role.FormHook {
		m.readHook()
	} else {
		m.read()
	}
	for i, tok := range t.toks {
		if t.mark(i) {
			marks.set(tok.Start, tok.End, asPlain, "")
		}
	}
	for i := 0; i < len(m.unread) && !again; i++ {
		u := m.unread[i]
		for i+1 < len(m.unread) && m.unread[i+1].from == u.to {
			i++
			u.to = m.unread[i].to
		}
		r.d.Unread = append(r.d.Unread, Unread{Line: line, Text: t.text(u.from, u.to)})
	}
	return m
}

// dashAlone tells a dash that stands for none.
func dashAlone(t *stretch) bool {
	for i := range t.toks { // "-", "---"
		if t.low(i) != "-" {
			return false
		}
	}
	return len(t.toks) > 0
}
