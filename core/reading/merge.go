package reading

import (
	"slices"
	"strings"

	"mothledger/core/measure"
)

// MergeRow is one line of two people's versions of a dressing beside the one
// that both started from. Base, Theirs and Mine are the line in each, empty
// where it is not there.
type MergeRow struct {
	// Key is what the line is about: a header or the label of a part.
	Key    string `json:"key"`
	Base   string `json:"base"`
	Theirs string `json:"theirs"`
	Mine   string `json:"mine"`
	// Part is set for a line about a part, and unset for a header.
	Part bool `json:"part"`
	// Take is the side that stands where only one of the two changed the line:
	// theirs or mine. It is empty where both changed it differently, and
	// somebody has to choose.
	Take string `json:"take"`
}

// Merge lays two versions of a text beside their common base, line by line. The
// rows are in the order of theirs, with the lines that only mine has where they
// stand in mine. Lines are told apart by what they are about, so that a part
// that moved is still the same part.
func Merge(base, theirs, mine string) []MergeRow {
	b, t, m := keyed(base), keyed(theirs), keyed(mine)
	var rows []MergeRow
	at := map[string]int{}
	for _, l := range t.lines {
		at[l.key] = len(rows)
		rows = append(rows, MergeRow{Key: l.key, Part: l.part, Base: b.text[l.key], Theirs: l.text, Mine: m.text[l.key]})
	}
	for i, l := range m.lines {
		if _, ok := t.text[l.key]; ok {
			continue
		}
		row := MergeRow{Key: l.key, Part: l.part, Base: b.text[l.key], Mine: l.text}
		// after the line that it follows in mine
		where := len(rows)
		if i == 0 {
			where = 0
		} else if k := slices.IndexFunc(rows, func(r MergeRow) bool { return r.Key == m.lines[i-1].key }); k >= 0 {
			where = k + 1
		}
		rows = slices.Insert(rows, where, row)
	}
	for i := range rows {
		r := &rows[i]
		switch {
		case r.Theirs == r.Mine, r.Mine == r.Base:
			r.Take = "theirs"
		case r.Theirs == r.Base:
			r.Take = "mine"
		}
	}
	return rows
}

// Join gives the text that the rows make; take says which side a row without a
// side of its own takes.
func Join(rows []MergeRow, take string) string {
	var out []string
	blank := false
	for _, r := range rows {
		side := r.Take
		if side == "" {
			side = take
		}
		line := r.Theirs
		if side == "mine" {
			line = r.Mine
		}
		if line == "" {
			continue
		}
		if !blank && r.Part { // the blank line between headers and parts
			blank = true
			if len(out) > 0 {
				out = append(out, "")
			}
		}
		out = append(out, line)
	}
	return strings.Join(out, "\n") + "\n"
}

type keyedLine struct {
	key, text string
	part      bool
}

type keyedText struct {
	lines []keyedLine
	text  map[string]string
}

// keyed names each line by its label; the same label again gets a number, and a
// line that goes on with the one before belongs to it.
func keyed(s string) keyedText {
	k := keyedText{text: map[string]string{}}
	seen := map[string]int{}
	r := &reader{words: Builtin(), started: true}
	for raw := range strings.SplitSeq(s, "\n") {
		line := strings.TrimRight(raw, " \t\r")
		if strings.TrimSpace(line) == "" {
			continue
		}
		key, part := "", false
		if segs := r.segments(line, bullet(line)); len(segs) > 0 {
			key = segs[0].header
			if key == "" {
				key, part = strings.Join(segs[0].roles, " and "), true
			}
		} else if len(k.lines) == 0 {
			key = "title"
		} else if n := len(k.lines) - 1; line[0] == ' ' || line[0] == '\t' || strings.HasSuffix(k.lines[n].text, ",") {
			k.lines[n].text += "\n" + line
			k.text[k.lines[n].key] = k.lines[n].text
			continue
		} else {
			key = "remark " + firstWords(line)
		}
		seen[key]++
		if n := seen[key]; n > 1 {
			key += " " + measure.Interval{Low: float64(n), High: float64(n)}.String()
		}
		k.lines = append(k.lines, keyedLine{key, line, part})
		k.text[key] = line
	}
	return k
}

func firstWords(s string) string {
	f := strings.Fields(s)
	return strings.Join(f[:min(3, len(f))], " ")
}
