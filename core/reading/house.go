package reading

import (
	"mothledger/core/role"
	"os"
)

// Moving house: the new way takes a part when no content word stays unread, else the old one
// does. taken counts the words of parts that either took.
var taken struct{ byNew, byOld int }

var always = os.Getenv("READER") == "new"

// attached reads a part the new way, and tells whether it took it.
func (p *partReader) attached(again bool) bool {
	if os.Getenv("READER") == "old" {
		return false
	}
	part := *p.part
	before := len(p.d.Contradictions)
	m := &maker{reader: p.reader, line: p.line, part: &part, marks: newMarks(p.s)}
	m.stretch = newStretch(p.reader.words, p.s, p.toks, p.part.Role)
	if m.std.Form == role.FormHook {
		m.readHook()
	} else {
		m.read()
	}
	if len(m.unread) > 0 && !always {
		p.d.Contradictions = p.d.Contradictions[:before]
		taken.byOld++
		return false
	}
	taken.byNew++
	*p.part = part
	m.marks.copyTo(p.marks, 0, len(p.s), 0)
	if !again {
		for i := 0; i < len(m.unread); i++ {
			u := m.unread[i]
			for i+1 < len(m.unread) && m.unread[i+1].from == u.to {
				i++
				u.to = m.unread[i].to
			}
			p.d.Unread = append(p.d.Unread, Unread{Line: p.line, Text: m.text(u.from, u.to)})
		}
	}
	return true
}
