package dressing

import (
	"math"
	"regexp"
	"strconv"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Standard gives the dressing in the standard form: each part told from its values, in the trade's
// prose and always in the same order, whatever the words were that it was filed in. Reading what
// Write makes of it gives the same values.
func Standard(d Dressing) Dressing {
	out := d
	out.Parts = make([]Part, len(d.Parts))
	for i, p := range d.Parts {
		out.Parts[i] = p
		out.Parts[i].Text = p.InWords()
		if p.Hook != nil && out.Parts[i].Text == "" {
			out.Parts[i].Text = "hook"
			if s := d.Sizes; s != nil {
				out.Parts[i].Text = hook.Size(s.Low).String() + " to " + hook.Size(s.High).String()
			}
		}
		out.Parts[i].From.Text, out.Parts[i].To.Text = "", ""
		out.Parts[i].Optional = false // it is told in the words
	}
	return out
}

// InWords tells a part from its values.
func (p Part) InWords() string {
	var w []string
	say := func(s string) {
		if s != "" {
			w = append(w, s)
		}
	}
	if p.Absent {
		return "none"
	}
	if p.Hook != nil {
		return p.hookInWords()
	}
	if p.Continues != "" {
		say("butts of the " + p.Continues)
	}
	if p.SameAs != "" && len(p.Materials) == 0 {
		say("same as the " + p.SameAs)
	}
	say(p.materialsInWords())
	if p.SameAs != "" && len(p.Materials) > 0 {
		say("same as the " + p.SameAs)
	}
	first, more, several := strings.Cut(p.Amount, ", ")
	if !p.ledByAmount() {
		say(first)
	}
	if several {
		say(more)
	}
	if p.Count != nil && !p.ledByCount() {
		say(p.Count.inWords())
	}
	w = append(w, p.measuresInWords()...)
	if p.Coats > 0 {
		say(figure(p.Coats) + " coats")
	}
	for _, c := range p.Conditions {
		say(strings.TrimSpace(c.Text + " " + c.When))
	}
	if p.Optional {
		say("optional")
	}
	if p.Essential {
		say("this is essential")
	}
	s := strings.Join(w, ", ")
	for _, x := range p.Acts {
		s += ", " + x
	}
	for _, x := range p.Said {
		s += "; " + x.Text
	}
	return strings.TrimLeft(s, "; ,")
}

// measuresInWords tells how thick a part is, how it is wound, where it lies and how long it is.
func (p Part) measuresInWords() []string {
	var w []string
	say := func(s string) {
		if s != "" {
			w = append(w, s)
		}
	}
	if t := p.Thread; t != nil {
		say(t.Aught)
		if t.Denier > 0 {
			say(figure(t.Denier) + " denier")
		}
	}
	if p.DiameterMM > 0 {
		say(p.acrossInWords())
	}
	if p.Turns != nil {
		say(turnsInWords(*p.Turns))
	}
	switch p.Winding {
	case "counter":
		say("counter wound")
	case "with":
		say("in the same direction as the body")
	}
	switch p.Spacing {
	case SpacedEvenly:
		say("evenly spaced")
	case SpacedWider:
		say("opening towards the head")
	}
	if !p.TiedIn.IsZero() {
		say("tied in at " + placeInWords(p.TiedIn))
	}
	say(p.stretchInWords())
	if !p.Length.IsZero() {
		std, _ := role.Find(p.Role)
		if l := p.Length; std.Form == role.FormCase && l.Reach && l.IsPart() && l.Low == 1 && l.High == 1 {
			say("over the " + string(l.Of))
		} else {
			say(lengthInWords(l))
		}
	}
	return w
}

func figure(f float64) string { return strconv.FormatFloat(f, 'f', -1, 64) }

func (p Part) hookInWords() string {
	h := p.Hook
	var w []string
	say := func(s string) {
		if s != "" {
			w = append(w, s)
		}
	}
	if h.Size != "" {
		say("size " + h.Size)
	}
	switch {
	case h.Shank == "long" || h.Shank == "short":
		say(h.Shank + " shank")
	case h.Shank != "":
		say(h.Shank)
	}
	if h.Wire != "" {
		if _, err := hook.ParseWire(h.Wire); err == nil && h.Wire[0] >= '0' && h.Wire[0] <= '9' {
			say(h.Wire)
		} else {
			say(h.Wire + " wire")
		}
	}
	say(h.Style)
	switch h.Barb {
	case lexicon.BarbFlattened:
		say("barb flattened")
	default:
		say(h.Barb)
	}
	if h.Eye != "" {
		say(h.Eye + " eye")
	}
	if h.Demonstration != "" {
		say("shown on a size " + h.Demonstration)
	}
	for _, c := range p.Conditions {
		say(strings.TrimSpace(c.Text + " " + c.When))
	}
	s := strings.Join(w, ", ")
	if s == "" && len(p.Alternatives) > 0 {
		s = "hook"
	}
	for _, a := range p.Alternatives {
		s += ", or " + a.Name
	}
	if p.Optional {
		s += ", optional"
	}
	return strings.TrimPrefix(s, ", ")
}

// led are the amounts that stand before their material.
func (p Part) ledByAmount() bool {
	first, _, _ := strings.Cut(p.Amount, ", ")
	return strings.HasPrefix(first, "a ") && len(p.Materials) > 0 && p.Materials[0].Share == 0 && len(strings.Fields(first)) <= 3
}

func (p Part) materialsInWords() string {
	var w strings.Builder
	for i, m := range p.Materials {
		switch {
		case i > 0 && p.Materials[i-1].Name == "":
			w.WriteString(" with ")
		case i > 0:
			w.WriteString(" and ")
		}
		if m.Share > 0 && m.Share < 1 {
			w.WriteString(figure(math.Round(m.Share*10000)/100) + "% ")
		}
		if i == 0 && p.ledByAmount() {
			first, _, _ := strings.Cut(p.Amount, ", ")
			w.WriteString(first + " ")
			if amounts[first+" of"] {
				w.WriteString("of ")
			}
		}
		if i == 0 && p.ledByCount() {
			w.WriteString(p.countedInWords())
			continue
		}
		gauge := ""
		if i == 0 {
			gauge = p.Gauge
		}
		words := m.inWords(gauge)
		if std, _ := p.Standard(); std.Form == role.FormCase && len(p.Materials) == 1 && p.Count == nil && !p.ledByAmount() && !strings.Contains(m.Name+m.Preparation, lexicon.CountStrip) {
			words = bareWidth.ReplaceAllString(words, "a $1 strip of") // else it could be how long the case is
		}
		w.WriteString(words)
	}
	for _, m := range p.Alternatives {
		w.WriteString(", or ")
		if m.Name == lexicon.Substitute {
			w.WriteString("a ")
		}
		w.WriteString(m.inWords(""))
	}
	return w.String()
}

// bareWidth is a width that stands before its material.
var bareWidth = regexp.MustCompile(`^([0-9.]+ mm)\b`)

var (
	amounts = lexicon.Set("amount")
	shades  = lexicon.Set("shade")
	names   = lexicon.Set("name")
)

// ledByCount tells a part whose count stands before its material: "6 cock hackle fibres".
func (p Part) ledByCount() bool {
	c := p.Count
	return c != nil && len(p.Materials) == 1 && p.Materials[0].Name != "" && p.Materials[0].Share == 0 && !p.ledByAmount() && c.Low >= 1 &&
		(c.Of == lexicon.CountFibre && !strings.Contains(p.Materials[0].Name, "hair") || c.Of == lexicon.CountEye && strings.HasSuffix(p.Materials[0].Name, "eyes"))
}

// endsInNoun tells whether the last word of a name is known as a material.
func endsInNoun(name string) bool {
	_, ok := material.NounKind(lastOf(strings.ToLower(name)))
	return ok
}

func (p Part) countedInWords() string {
	c, m := p.Count, p.Materials[0]
	n := measure.Interval{Low: c.Low, High: c.High}
	if c.Of == lexicon.CountEye { // "2 stick on eyes": before the word, or it is so many eye lengths
		m.Name, m.Preparation = strings.TrimSpace(strings.ReplaceAll(m.Preparation, ",", "")+" "+m.Name), ""
	}
	s := m.inWords("")
	head, tail, _ := strings.Cut(s, " (")
	if tail != "" {
		tail = " (" + tail
	}
	unit := ""
	if c.Of == lexicon.CountFibre {
		unit = " fibre"
		if c.High != 1 {
			unit = " fibres"
		}
	}
	if m.Preparation != "" && c.Per == "" && unit != "" && !endsInNoun(m.Name) { // "coq type fibres (speckled), 7 to 9"
		return head + unit + tail + ", " + n.String()
	}
	s = n.String() + " " + head + unit
	if c.Per != "" {
		s += " each side"
	}
	return s + tail
}

// hyphened joins a colour that is told by a thing, wren-brown, so that it stays one.
func hyphened(colour string) string {
	first, rest, two := strings.Cut(colour, " ")
	if two && !shades[first] && !material.IsColour(first) && !material.IsColour(colour) && !strings.HasSuffix(first, "ish") {
		return first + "-" + rest
	}
	return colour
}

// isName tells whether a colour and a name together would be another name: brown partridge.
func isName(colour, name string) bool {
	both := colour + " " + name
	for n := range names {
		if strings.HasPrefix(n, lastOf(colour)+" ") && strings.Contains(" "+both+" ", " "+n+" ") {
			return true
		}
	}
	return false
}

func lastOf(s string) string { return s[strings.LastIndex(s, " ")+1:] }

func (m Material) inWords(gauge string) string {
	s, size := m.Name, m.Size
	several := strings.Contains(m.Colour, " and ")
	switch {
	case m.Colour == "":
	case s == "":
		s = m.Colour
	case several || isName(m.Colour, s) || m.Colour == lexicon.Brass || shades[m.Colour] && !material.IsColour(m.Colour) && m.Preparation == "" && size == "": // "mole fur (dark)"
		s += " (" + m.Colour + ")"
	default:
		s = hyphened(m.Colour) + " " + s
	}
	var rest []string
	for _, g := range strings.Split(size, ", ") {
		switch {
		case g == "":
		case g == lexicon.GradeThin || g == lexicon.GradeThick, g[0] >= '0' && g[0] <= '9' && (strings.HasSuffix(g, " mm") || strings.HasSuffix(g, "\"") || strings.HasSuffix(g, "mm")):
			s = g + " " + s
		default:
			rest = append(rest, g)
		}
	}
	size = strings.Join(rest, ", ")
	if m.Guess {
		s = "probably " + s
	}
	if size != "" {
		s += " (" + size + ")"
	}
	if gauge != "" {
		s += " (size " + gauge + ")"
	}
	if m.Preparation != "" {
		s += " (" + m.Preparation + ")"
	}
	return s
}

// plurals are what is counted, in the plural.
func plural(of string) string {
	switch {
	case of == "" || strings.HasSuffix(of, "s"):
		return of
	case strings.HasSuffix(of, "ch"), strings.HasSuffix(of, "sh"), strings.HasSuffix(of, "x"):
		return of + "es"
	}
	return of + "s"
}

// Unit is what is counted, in the number that the count asks for.
func (c Count) Unit() string {
	if c.High == 1 {
		return c.Of
	}
	return plural(c.Of)
}

func (c Count) inWords() string {
	n := measure.Interval{Low: c.Low, High: c.High}
	s := n.String()
	bound := ""
	if c.Low == 0 && c.High > 0 {
		s, bound = figure(c.High), " at most"
	}
	s = strings.TrimSpace(s + " " + c.Unit())
	if c.Per != "" {
		s += " each side"
	}
	return s + bound
}

func turnsInWords(v measure.Interval) string {
	if v.Low == 0 && v.High > 0 {
		return figure(v.High) + " turns at most"
	}
	if v.Low == 1 && v.High == 1 {
		return "1 turn"
	}
	return v.String() + " turns"
}

func (p Part) acrossInWords() string {
	if strings.HasPrefix(p.DiameterBasis, "AWG") || strings.HasPrefix(p.DiameterBasis, "SWG") {
		gauge, _, _ := strings.Cut(p.DiameterBasis, ",")
		return gauge
	}
	return figure(p.DiameterMM) + " mm diameter"
}

// shares of a length that people say in words.
var sharesInWords = []struct {
	v     float64
	words string
}{{0.5, "half"}, {1.0 / 3, "a third of"}, {2.0 / 3, "two thirds of"}, {0.25, "a quarter of"}, {0.75, "three quarters of"}, {0.2, "a fifth of"}}

func lengthInWords(l measure.Length) string {
	n := measure.Interval{Low: l.Low, High: l.High}
	of := string(l.Of)
	switch {
	case l.Of == measure.MM:
		return n.String() + " mm long"
	case l.Reach:
		return reachInWords(l)
	case l.Low == 1 && l.High == 1 && l.Of != measure.HookU:
		return "as long as the " + of
	}
	if l.Low == l.High {
		for _, s := range sharesInWords {
			if math.Abs(s.v-l.Low) < 1e-6 {
				return s.words + " the " + of
			}
		}
	}
	if l.Low == 0 && l.High > 0 {
		top := l
		top.Low = l.High
		return lengthInWords(top) + " at most"
	}
	return n.String() + " × " + of
}

// reachInWords tells how far something reaches, by the published table where it has the figures.
func reachInWords(l measure.Length) string {
	if l.Low == 1 && l.High == 1 {
		return "to the " + string(l.Of)
	}
	for _, h := range measure.ReachHedges {
		if h.Low == l.Low && h.High == l.High && !strings.HasPrefix(h.Words, "stop") {
			return h.Words + " the " + string(l.Of)
		}
	}
	return l.String()
}

// placeInWords tells a place on the shank.
func placeInWords(l measure.Length) string {
	n := measure.Interval{Low: l.Low, High: l.High}
	switch l.Of {
	case measure.Shank:
		switch {
		case l.Low == 0 && l.High == 0:
			return "the eye"
		case l.Low == 1 && l.High == 1:
			return "the bend"
		case l.Low == 0.5 && l.High == 0.5:
			return "the middle of the shank"
		case l.Low > 1:
			v := measure.Interval{Low: round4((l.Low - 1) / 0.26), High: round4((l.High - 1) / 0.26)}
			for _, r := range lexicon.Ranges("round the bend") {
				if r.Low == v.Low && r.High == v.High && v.Low != v.High {
					return r.Phrase + " round the bend"
				}
			}
			if v.Low == 0.2 && v.High == 0.8 {
				return "round the bend"
			}
			return v.String() + " of the way round the bend"
		}
		return n.String() + " of the shank behind the eye"
	case measure.Eye:
		return n.String() + " eye lengths behind the eye"
	case measure.MM:
		return n.String() + " mm behind the eye"
	}
	if l.Low < 1 && l.High == 1 {
		return "just before the " + string(l.Of)
	}
	return "the " + string(l.Of)
}

func round4(f float64) float64 { return math.Round(f*1e4) / 1e4 }

func (p Part) stretchInWords() string {
	f, t := p.From, p.To
	std, _ := role.Find(p.Role)
	switch {
	case f.IsZero() && t.IsZero():
		return ""
	case t.IsZero():
		return "starting at " + placeInWords(f)
	case f.IsZero():
		if !std.Spans {
			return "wound down to " + placeInWords(t)
		}
		return "ending at " + placeInWords(t)
	}
	lead := ""
	if a, okA := ahead(f); okA && std.Form == role.FormWound {
		if b, okB := ahead(t); okB && a < b {
			lead = "wound " // the way in which it goes is kept
		}
	}
	return lead + "from " + placeInWords(f) + " to " + placeInWords(t)
}

// ahead gives how far behind the eye a place is, about; ok is false where that depends on another
// part.
func ahead(l measure.Length) (share float64, ok bool) {
	switch l.Of {
	case measure.Shank:
		return l.Mid(), true
	case measure.Barb, measure.Point, measure.Bend:
		return 0.9, true
	case measure.Eye:
		return 0.16 * l.Mid(), true
	case measure.MM:
		return min(0.5, l.Mid()/10), true
	}
	return 0, false
}
