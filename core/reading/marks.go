package reading

// marks collects what each byte of a line was understood as, and gives it back
// as a list whose texts joined are the line.
type marks struct {
	text    string
	as      []string
	meaning map[int]string // by start offset
	starts  map[int]bool
}

func newMarks(s string) *marks {
	return &marks{text: s, as: make([]string, len(s)), meaning: map[int]string{}, starts: map[int]bool{}}
}

// set marks a stretch; a later mark does not change an earlier one.
func (m *marks) set(from, to int, as, meaning string) {
	for i := from; i < to && i < len(m.as); i++ {
		if m.as[i] == "" {
			m.as[i] = as
		}
	}
	m.starts[from] = true
	if meaning != "" {
		m.meaning[from] = meaning
	}
}

func (m *marks) list() []Mark {
	out := []Mark{}
	from := 0
	for i := 1; i <= len(m.text); i++ {
		if i < len(m.text) && m.as[i] == m.as[from] && !m.starts[i] {
			continue
		}
		as := m.as[from]
		if as == "" {
			as = asSpace
		}
		out = append(out, Mark{m.text[from:i], MarkAs(as), m.meaning[from]})
		from = i
	}
	return out
}

// copyTo copies the marks of n bytes from from on onto another line at at.
func (m *marks) copyTo(to *marks, from, n, at int) {
	for i := range min(n, len(to.as)-at, len(m.as)-from) {
		if to.as[at+i] != "" {
			continue
		}
		to.as[at+i] = m.as[from+i]
		if m.starts[from+i] {
			to.starts[at+i] = true
		}
		if why := m.meaning[from+i]; why != "" {
			to.meaning[at+i] = why
		}
	}
}
