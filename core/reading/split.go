package reading

import "strings"

// Piece is one recipe of a file that holds many. Line is where it begins.
type Piece struct {
	Line int    `json:"line"`
	Text string `json:"text"`
}

// Split cuts a file into recipes: at ruled lines and form feeds, at a header
// that names a pattern, at two blank lines, and where a blank line is followed
// by a short line without a label and then a hook. A table that has a row for each fly gives a
// piece for each row, under the table's heading.
func Split(text string) []Piece {
	lines := strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n")
	var out []Piece
	var now []string
	begin, parts, blanks := 0, 0, 0
	r := &reader{words: Builtin(), started: true}
	flush := func(next int) {
		if s := strings.Trim(strings.Join(now, "\n"), "\n"); strings.TrimSpace(s) != "" {
			lead := 0
			for lead < len(now) && strings.TrimSpace(now[lead]) == "" {
				lead++
			}
			out = append(out, Piece{begin + lead + 1, s + "\n"})
		}
		now, begin, parts = nil, next, 0
	}
	read := 0 // the lines that a table took
	for i, l := range lines {
		if i < read {
			continue
		}
		if headings, between := across(l); headings != nil && parts == 0 {
			rows, next := rowsBelow(lines, i, len(headings), between, now)
			if out = append(out, rows...); len(rows) > 0 {
				read, now, begin = next, nil, next
				continue
			}
		}
		t := strings.TrimSpace(l)
		ruled := len(t) >= 3 && strings.Trim(t, "=-_*~#") == "" || strings.HasPrefix(l, "\f")
		if ruled {
			flush(i + 1)
			if rest := strings.TrimLeft(l, "\f"); strings.HasPrefix(l, "\f") && strings.TrimSpace(rest) != "" {
				begin = i
				now = append(now, rest)
			}
			blanks = 0
			continue
		}
		if t == "" {
			blanks++
			now = append(now, l)
			continue
		}
		header, _, labelled := r.labelOf(lines, i)
		begins := header == "title" && parts > 0 || blanks >= 2 && parts > 0 ||
			!labelled && blanks > 0 && parts > 0 && len(strings.Fields(t)) <= 10 && r.hookSoon(lines, i)
		if begins {
			flush(i)
		}
		if labelled && header == "" {
			parts++
		}
		blanks = 0
		now = append(now, l)
	}
	flush(len(lines))
	return out
}

// labelOf gives the header or the part whose label begins a line.
func (r *reader) labelOf(lines []string, i int) (header, part string, ok bool) {
	if i >= len(lines) || strings.TrimSpace(lines[i]) == "" {
		return "", "", false
	}
	segs := r.segments(lines[i], bullet(lines[i]))
	if len(segs) == 0 {
		return "", "", false
	}
	if segs[0].header != "" {
		return segs[0].header, "", true
	}
	return "", segs[0].roles[0], true
}

// hookSoon tells whether the first part told below a line is the hook.
func (r *reader) hookSoon(lines []string, i int) bool {
	for j := i + 1; j < min(i+7, len(lines)); j++ {
		if h, p, ok := r.labelOf(lines, j); ok && h == "" {
			return hookWords[p]
		}
	}
	return false
}

// rowsBelow gives a piece for each row of a table that has a row for each fly, and the line behind the table.
func rowsBelow(lines []string, i, columns int, between rune, above []string) (out []Piece, next int) {
	for next = i + 1; next < len(lines) && len(cellsOf(lines[next], between)) == columns; next++ {
		out = append(out, Piece{next + 1, strings.Join(append(above, lines[i], lines[next]), "\n") + "\n"})
	}
	return out, next
}
