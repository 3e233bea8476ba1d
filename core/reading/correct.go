package reading

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// A Correction is what a person says a few words mean, against what the reader took them for. It
// holds for one dressing, or as part of a club's vocabulary for all.
type Correction = dressing.Meaning

// CorrectAs is what words can be corrected to.
type CorrectAs = dressing.MeansAs

// needsWords are the classes whose meaning is said in the trade's own words.
var needsWords = []CorrectAs{dressing.MeansPart, dressing.MeansNumber, dressing.MeansPlace}

// Check tells what is wrong with a correction. What it means has to be read as what it is said to
// be; a new material or colour needs no words.
func Check(c Correction) error {
	if len(measure.Lex(c.Words)) == 0 || len(c.Words) > 100 || strings.ContainsAny(c.Words, "\n\r") {
		return fmt.Errorf("%q: expected one or a few words", c.Words)
	}
	if !slices.Contains(dressing.Meanings, c.As) {
		return fmt.Errorf("%q cannot be %q; expected one of %s", c.Words, c.As, strings.Join(c.As.Values(), ", "))
	}
	if c.Kind != "" && (c.As != dressing.MeansMaterial || c.Means != "") {
		return fmt.Errorf("%q: only a new material has a kind", c.Words)
	}
	if c.Kind != "" && !slices.Contains(c.Kind.Values(), string(c.Kind)) {
		return fmt.Errorf("%q is no kind of material; expected one of %s", c.Kind, strings.Join(c.Kind.Values(), ", "))
	}
	if c.Hue != "" && (c.As != dressing.MeansMaterial && c.As != dressing.MeansColour || c.Means != "" || !dressing.IsHue(c.Hue)) {
		return fmt.Errorf("%q: only a new material or colour has a colour, such as #8a5522", c.Words)
	}
	if strings.TrimSpace(c.Means) == "" {
		if slices.Contains(needsWords, c.As) {
			return fmt.Errorf("%q: say which %s it means, in words that the reader knows", c.Words, c.As)
		}
		return nil
	}
	if c.As == dressing.MeansRemark {
		return fmt.Errorf("%q: a remark means nothing else", c.Words)
	}
	if strings.ContainsAny(c.Means, "\n\r;()") || len(c.Means) > 200 {
		return fmt.Errorf("%q: expected a few words without brackets and semicolons", c.Means)
	}
	if read := ReadsAs(c.Means); !slices.Contains(read, c.As) {
		if len(read) == 0 {
			return fmt.Errorf("the reader does not know “%s” itself; choose words that it knows", c.Means)
		}
		return fmt.Errorf("“%s” is no %s to the reader; it is a %s", c.Means, c.As, read[0])
	}
	return nil
}

// meansBy are what the marks of a text make of its words.
var meansBy = map[string]CorrectAs{
	asMaterial: dressing.MeansMaterial, asColour: dressing.MeansColour, asSize: dressing.MeansMaterial, asPreparation: dressing.MeansPreparation, asAmount: dressing.MeansAmount,
	asCount: dressing.MeansNumber, asTurns: dressing.MeansNumber, asLength: dressing.MeansNumber, asThread: dressing.MeansNumber, asHook: dressing.MeansNumber, asPlace: dressing.MeansPlace,
}

// ReadsAs gives what a few words can mean by the trade's own lexicon, the likeliest first; none where
// some of them are not understood.
func ReadsAs(words string) []CorrectAs {
	var out []CorrectAs
	if p, known := role.Find(words); known && (p.Name == role.Clean(words) || slices.Contains(p.Also, role.Clean(words))) {
		out = append(out, dressing.MeansPart)
	}
	for _, line := range []string{"Body: " + words, "Tail: hen, " + words, "Body: wool, " + words, "Body: " + words + " wool", "Tag: tinsel, tied in " + words, "Body: wool, wound " + words, "Hook: " + words} {
		r, err := Read("Fly\n\n"+line+"\n", builtin)
		if err != nil || len(r.Lines) < 3 || len(r.Dressing.Unread) > 0 {
			continue
		}
		at := 0
		from := strings.Index(line, words)
		for _, m := range r.Lines[2].Marks {
			if as, ok := meansBy[string(m.As)]; ok && at >= from && at < from+len(words) && !slices.Contains(out, as) {
				out = append(out, as)
			}
			at += len(m.Text)
		}
	}
	return out
}

// With gives a vocabulary that reads these words as they were corrected. A later
// correction of the same words wins.
func (w *Words) With(list []Correction) *Words {
	if len(list) == 0 {
		return w
	}
	out := *w
	latest := map[string]Correction{}
	for _, c := range slices.Concat(w.taught, list) {
		c.Words = strings.ToLower(strings.Join(strings.Fields(c.Words), " "))
		latest[c.Words] = c
	}
	out.taught, out.fixedList, out.fixedAs, out.meantList, out.meant = nil, nil, nil, nil, nil
	for _, c := range latest {
		out.taught = append(out.taught, c)
	}
	slices.SortFunc(out.taught, func(a, b Correction) int { return strings.Compare(a.Words, b.Words) })
	for _, c := range out.taught {
		if strings.TrimSpace(c.Means) != "" {
			out.meantList, out.meant = append(out.meantList, c.Words), append(out.meant, c.Means)
			continue
		}
		out.fixedList, out.fixedAs = append(out.fixedList, c.Words), append(out.fixedAs, string(c.As))
	}
	out.fixed, out.meanings = measure.NewPhrases(out.fixedList...), measure.NewPhrases(out.meantList...)
	return &out
}

// Taught lists what the vocabulary was taught, by its words.
func (w *Words) Taught() []Correction { return slices.Clone(w.taught) }

// knownBy gives kind and colour to the materials whose names or colours were taught.
func (w *Words) knownBy(d *Dressing) {
	for _, c := range w.taught {
		if c.Means != "" || c.Kind == "" && c.Hue == "" {
			continue
		}
		for i := range d.Parts {
			for _, list := range [][]Material{d.Parts[i].Materials, d.Parts[i].Alternatives} {
				for k := range list {
					m := &list[k]
					switch {
					case c.As == dressing.MeansMaterial && material.Holds(m.Name, c.Words):
						m.Taught = c.Kind
						if m.Hue == "" && (m.Colour == "" || m.Colour == lexicon.Natural) {
							m.Hue = c.Hue
						}
					case c.As == dressing.MeansColour && material.Holds(m.Colour, c.Words):
						m.Hue = c.Hue
					}
				}
			}
		}
	}
}

// A put is a place in a text where words were put for others.
type put struct {
	line     int // from 0
	from, to int // in the line that is read
	was      string
	means    string
}

// meansHeader begins a line that says what words mean.
var meansHeader = regexp.MustCompile(`(?i)^\s*means\s*:\s*`)

// plainText is a text as it is read: without the lines that say what words mean, and with their
// meanings in place of words that have some.
type plainText struct {
	lines []string
	// from are the lines of the text, from 0, that the lines were
	from []int
	puts []put
}

// restate makes a text to be read of one, with the vocabulary for it: w with what the text's own
// headers say.
func restate(text string, w *Words) (plainText, *Words, []Correction, []Unread) {
	var p plainText
	var own []Correction
	var unread []Unread
	written := strings.Split(text, "\n")
	for i, l := range written {
		m := meansHeader.FindString(l)
		if m == "" {
			p.lines, p.from = append(p.lines, l), append(p.from, i)
			continue
		}
		list, rest := dressing.ParseMeanings(l[len(m):])
		for _, c := range list {
			if c.As == "" {
				if as := ReadsAs(c.Means); len(as) > 0 {
					c.As = as[0]
				}
			}
			if err := Check(c); err != nil {
				rest = strings.TrimPrefix(rest+"; "+c.Words+" = "+c.Means, "; ")
				continue
			}
			own = append(own, c)
		}
		if rest != "" {
			unread = append(unread, Unread{Line: i + 1, Text: rest})
		}
	}
	w = w.With(own)
	if len(w.meantList) == 0 {
		return p, w, own, unread
	}
	for n, l := range p.lines {
		p.lines[n] = p.put(n, l, w)
	}
	return p, w, own, unread
}

// put gives a line with the meanings of its words in their places.
func (p *plainText) put(n int, l string, w *Words) string {
	toks := measure.Lex(l)
	var b strings.Builder
	at := 0
	for i := 0; i < len(toks); {
		idx, k := w.meanings.Match(toks, i)
		if k == 0 {
			i++
			continue
		}
		from, to := toks[i].Start, toks[i+k-1].End
		was, means := l[from:to], w.meant[idx]
		if strings.HasSuffix(was, "-") && k == len(measure.Lex(w.meantList[idx])) { // the hyphen joins it to what follows
			was, to = strings.TrimSuffix(was, "-"), to-1
		}
		if r := []rune(was); unicode.IsUpper(r[0]) && (len(r) == 1 || !unicode.IsUpper(r[1])) {
			means = dressing.Capital(means)
		}
		b.WriteString(l[at:from])
		start := b.Len()
		b.WriteString(means)
		p.puts = append(p.puts, put{n, start, b.Len(), was, w.meant[idx]})
		at = to
		i += k
	}
	if at == 0 {
		return l
	}
	b.WriteString(l[at:])
	return b.String()
}

// written gives the words as they were written for a piece of what was read, where it is found on
// a line; line is that line, from 0, or -1 for any.
func (p *plainText) written(s string, line int) string {
	if len(p.puts) == 0 || s == "" {
		return s
	}
	for n, l := range p.lines {
		if line >= 0 && n != line {
			continue
		}
		at := strings.Index(l, s)
		if at < 0 {
			continue
		}
		var b strings.Builder
		done := at
		for _, x := range p.puts {
			if x.line != n || x.from < at || x.to > at+len(s) {
				continue
			}
			b.WriteString(l[done:x.from])
			b.WriteString(x.was)
			done = x.to
		}
		b.WriteString(l[done : at+len(s)])
		return b.String()
	}
	for _, x := range p.puts { // said over several lines: the words alone
		if line < 0 || x.line >= line {
			s = strings.Replace(s, x.means, x.was, 1)
		}
	}
	return s
}

// marks gives the marks of a line of what was read for the line as it was written.
func (p *plainText) marks(n int, list []Mark) []Mark {
	var puts []put
	for _, x := range p.puts {
		if x.line == n {
			puts = append(puts, x)
		}
	}
	if len(puts) == 0 {
		return list
	}
	out := []Mark{}
	add := func(m Mark) {
		if m.Text != "" {
			out = append(out, m)
		}
	}
	at := 0
	for _, m := range list {
		end := at + len(m.Text)
		for at < end {
			if len(puts) == 0 || puts[0].from >= end {
				add(Mark{m.Text[len(m.Text)-(end-at):], m.As, m.Meaning})
				at = end
				break
			}
			x := puts[0]
			if at < x.from {
				add(Mark{m.Text[len(m.Text)-(end-at) : len(m.Text)-(end-x.from)], m.As, m.Meaning})
				at = x.from
			}
			if last := len(out) - 1; at > x.from && last >= 0 && out[last].Text == x.was { // it goes on
				if weaker[out[last].As] && !weaker[m.As] {
					out[last].As = m.As
				}
			} else {
				add(Mark{x.was, m.As, "means “" + x.means + "”"})
			}
			at = min(end, x.to)
			if at == x.to {
				puts = puts[1:]
			}
		}
	}
	return out
}

// weaker are marks that say less of a word than another of the same words does.
var weaker = map[MarkAs]bool{asSpace: true, asPlain: true, asColour: true, asSize: true, asCount: true}

// back puts the words as they were written where a dressing keeps such, and the numbers of the
// lines as they were.
func (p *plainText) back(d *Dressing, lines []LineReading, written []string) []LineReading {
	line := func(n int) int {
		if n >= 1 && n <= len(p.from) {
			return p.from[n-1] + 1
		}
		return n
	}
	anywhere := func(list ...*string) {
		for _, s := range list {
			*s = p.written(*s, -1)
		}
	}
	anywhere(&d.Title, &d.Originator, &d.Tier, &d.Source, &d.Page, &d.Date, &d.VariantOf, &d.Imitates, &d.Style)
	for _, list := range [][]string{d.AlsoCalled, d.Notes, d.Essentials} {
		for i := range list {
			anywhere(&list[i])
		}
	}
	for i := range d.Parents {
		anywhere(&d.Parents[i].Name)
	}
	for i := range d.Parts {
		x := &d.Parts[i]
		n := x.Line - 1
		x.Text, x.Note = p.written(x.Text, n), p.written(x.Note, n)
		for k := range x.Acts {
			x.Acts[k] = p.written(x.Acts[k], n)
		}
		x.Line = line(x.Line)
	}
	for i := range d.Unread {
		d.Unread[i].Text, d.Unread[i].Line = p.written(d.Unread[i].Text, d.Unread[i].Line-1), line(d.Unread[i].Line)
	}
	for i := range d.Contradictions {
		for k := range d.Contradictions[i].Lines {
			d.Contradictions[i].Lines[k] = line(d.Contradictions[i].Lines[k])
		}
	}
	out := make([]LineReading, len(written))
	for i, l := range written {
		out[i] = LineReading{i + 1, []Mark{}}
		if l != "" {
			out[i].Marks = []Mark{{l, asHeader, "what words mean in this dressing"}}
		}
	}
	for n, l := range lines {
		if n < len(p.from) {
			out[p.from[n]].Marks = p.marks(n, l.Marks)
		}
	}
	return out
}
