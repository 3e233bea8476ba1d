package reading

import (
	"cmp"
	"fmt"
	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
	"regexp"
	"slices"
	"strings"
	"unicode"
)

// sentenceStop ends a sentence within a line.
var sentenceStop = regexp.MustCompile(`[.!?](?:[—–-]| +)`)

// finish looks at the account as a whole.
func (r *reader) finish() {
	r.goOn()
	d := &r.d
	if d.Parts == nil {
		d.Parts = []Part{}
	}
	if d.Unread == nil {
		d.Unread = []Unread{}
	}
	if d.Contradictions == nil {
		d.Contradictions = []Contradiction{}
	}
	if (r.odd || !nameLike(d.Title)) && len(d.Parts) > 0 {
		before, name := nameWithin(d.Title)
		if before != "" {
			d.Notes = append([]string{before}, d.Notes...)
		}
		d.Title = name
	}
	r.sentenceTitle()
	r.optionals()
	r.unknown()
	r.ovalOverBody()
	r.metalOverBody()
	r.threadOfHerl()
	r.saidAgain()
	r.none()
	r.condition()
	r.contradictions()
}

// none makes a part of what is said in passing not to be there, "no wing case and no legs", in a note
// or in a sentence about another part.
func (r *reader) none() {
	d := &r.d
	type told struct {
		line int
		text string
	}
	if len(d.Parts) == 0 { // of a text of which nothing else was read nothing is said
		return
	}
	var all []told
	for _, n := range d.Notes {
		all = append(all, told{0, n})
	}
	for _, p := range d.Parts {
		all = append(all, told{p.Line, p.Note})
	}
	for _, u := range d.Unread {
		all = append(all, told{u.Line, u.Text})
	}
	for _, x := range all {
		for _, label := range leftOut(measure.Lex(x.text)) {
			std, _ := role.Find(label)
			if !slices.ContainsFunc(d.Parts, func(p Part) bool { s, _ := p.Standard(); return s.Name == std.Name }) {
				d.Parts = append(d.Parts, Part{Line: cmp.Or(x.line, 1), Role: role.Label(label), Text: "no " + label, Absent: true, Materials: []Material{}})
			}
			d.Unread = slices.DeleteFunc(d.Unread, func(u Unread) bool { return u.Line == x.line && strings.EqualFold(u.Text, label) })
		}
	}
}

// leftOut lists the labels of the parts that words say there are none of: "no rib, no tag", "without wing and
// tail". A part that every fly has, or whose label is followed by more ("no wing on the small ones"), is none.
func leftOut(toks []measure.Token) []string {
	var out []string
	for i, t := range toks {
		list := t.Low == "without"
		if !list && (t.Low != "no" || i > 0 && !endsHere(toks, i-1)) {
			continue
		}
		for k := i + 1; k < len(toks); {
			label, n := labelOf(toks, k)
			if n == 0 || !endsHere(toks, k+n) {
				break
			}
			out = append(out, label)
			if k += n; !list || k >= len(toks) || toks[k].Low == "." {
				break
			}
			k++ // the joint
		}
	}
	return out
}

// labelOf gives the label of a part that a fly can lack at k, and how many tokens it has; none for others.
func labelOf(toks []measure.Token, k int) (string, int) {
	for n := min(2, len(toks)-k); n >= 1; n-- {
		label := toks[k].Low
		if n == 2 {
			label += " " + toks[k+1].Low
		}
		if std, known := role.Find(label); known && !std.Universal && std.Weight > 0 {
			return label, n
		}
	}
	return "", 0
}

// endsHere tells whether nothing that belongs to a thing stands at k: the end, a stop, a joint, another
// "no".
func endsHere(toks []measure.Token, k int) bool {
	if k >= len(toks) {
		return true
	}
	w := toks[k].Low
	return w == "no" || w == "and" || w == "or" || w == "nor" || strings.IndexFunc(w, unicode.IsLetter) < 0 && strings.IndexFunc(w, unicode.IsDigit) < 0
}

// What is said of an account that is not whole, and of a part that time has changed.
var (
	fragmentWords = lexicon.Values("fragment")
	damageWords   = lexicon.Values("damage")
)

// condition marks an account that is not whole and the parts that time has changed.
func (r *reader) condition() {
	d := &r.d
	told := slices.Concat(d.Notes, []string{d.Title})
	for _, u := range d.Unread {
		told = append(told, u.Text)
	}
	for _, text := range told {
		if w := firstIn(text, fragmentWords); w != "" {
			d.Fragment = dressing.Fragment(w)
			break
		}
	}
	for i := range d.Parts {
		p := &d.Parts[i]
		said := p.Note
		for _, u := range d.Unread {
			if u.Line == p.Line && strings.Contains(p.Text, u.Text) {
				said += "; " + u.Text
			}
		}
		p.Damage = dressing.Damage(firstIn(said, damageWords))
	}
}

// firstIn gives what the first phrase of a text stands for that is among some, as whole words, the
// longest at its place; empty where there is none.
func firstIn(text string, phrases map[string]string) string {
	toks := measure.Lex(text)
	for i := range toks {
		for n := min(4, len(toks)-i); n >= 1; n-- {
			var w []string
			for _, t := range toks[i : i+n] {
				w = append(w, t.Low)
			}
			if v, ok := phrases[strings.Join(w, " ")]; ok {
				return v
			}
		}
	}
	return ""
}

// leastTold is how many words without a capital a sentence has at the least that was taken for a name.
const leastTold = 5

// sentenceTitle takes the name out of a sentence that stands where the name is looked for, "Dear all. The fly is called
// Mols Nymph"; where it finds none, the fly has no name yet, and the sentence stays as a note.
func (r *reader) sentenceTitle() {
	d := &r.d
	if r.givenName != "" && d.Title == r.givenName { // "Pattern: what I tie when nothing else works": the writer calls it so
		return
	}
	told := 0
	for i, w := range strings.Fields(d.Title) {
		if i > 0 && unicode.IsLower([]rune(w)[0]) && !smallWords[strings.ToLower(w)] {
			told++
		}
	}
	if told < leastTold && !(told > 2 && sentenceStop.MatchString(d.Title)) {
		return
	}
	name := leadsUp(d.Title)
	if first := sentenceStop.Split(d.Title, 2)[0]; name == "" && first != d.Title && nameLike(first) && len(strings.Fields(first)) > 1 && titleFirst.MatchString(first+". ") {
		name = first
	}
	if name == "" && len(d.Parts) == 0 {
		return
	}
	d.Notes = append([]string{d.Title}, d.Notes...)
	d.Title = name
}

// withMetal parts the words of a body from those of the metal that is told with it, at the "with" before the
// metal: "black mohair" and "a flat gold tinsel, four turns"; both empty where no "with" stands there.
func withMetal(text string, metal Material) (before, after string) {
	low := strings.ToLower(text)
	at := strings.LastIndex(low, strings.ToLower(strings.Fields(metal.Name + " ?")[0]))
	if at < 0 {
		return "", ""
	}
	w := strings.LastIndex(low[:at], " with ")
	if w < 0 {
		return "", ""
	}
	return strings.TrimRight(text[:w], " ,;"), strings.TrimSpace(text[w+len(" with "):])
}

// ovalOverBody makes a tinsel of its own of a shape that stands for one, where it was taken for how the body is
// made: "claret fur, with five turns of gold oval over it".
func (r *reader) ovalOverBody() {
	for i := range r.d.Parts {
		p := &r.d.Parts[i]
		last := len(p.Materials) - 1
		if std, _ := p.Standard(); std.Kin != role.Body || last < 0 {
			continue
		}
		m := &p.Materials[last]
		if !tinselShapes[m.Preparation] || material.KindOf(m.Name).IsMetal() || m.Name == "" {
			continue
		}
		var metal string
		var rest []string
		for _, w := range strings.Fields(m.Colour) {
			if metal == "" && material.IsMetal(w) {
				metal = w
			} else if w != "and" {
				rest = append(rest, w)
			}
		}
		if metal == "" || len(rest) == 0 {
			continue
		}
		shape := m.Preparation
		m.Colour, m.Preparation = strings.Join(rest, " "), ""
		p.Materials = append(p.Materials, Material{Name: shape + " tinsel", Colour: metal})
	}
}

// threadOfHerl reads a line again as the thorax's that a short label gave to the thread, where what it names is
// no thread: "TH: peacock herl".
func (r *reader) threadOfHerl() {
	for i := range r.d.Parts {
		p := r.d.Parts[i]
		if std, _ := p.Standard(); std.Name != role.Thread || !p.SaysNothing() || p.Thread != nil || p.Note == "" || !strings.EqualFold(p.Note, p.Text) || r.d.Find(role.Thorax) >= 0 {
			continue
		}
		if k := material.KindOf(p.Text); k == material.Unknown || k == material.Thread || k == material.Floss {
			continue
		}
		q := Part{Line: p.Line, Role: role.Thorax, Text: p.Text, Materials: []Material{}}
		r.make(p.Line, &q, newStretch(r.words, p.Text, lexAt(p.Text, 0, len(p.Text)), role.Thorax), newMarks(p.Text), true)
		if len(q.Materials) > 0 {
			r.d.Parts[i] = q
		}
	}
}

// metalOverBody makes a rib of a tinsel or a wire that was told with the body, with its turns, where the body is of something
// else and nobody told a rib: "black mohair with a flat gold tinsel, four turns".
func (r *reader) metalOverBody() {
	d := &r.d
	metal := func(m Material) bool { return material.KindOf(m.Name).IsMetal() }
	at := d.Find(role.Rib) // "with copper wire, five turns, for a rib": the rib is named, and says nothing itself
	for i := range d.Parts {
		p := &d.Parts[i]
		last := len(p.Materials) - 1
		if std, _ := p.Standard(); std.Form != role.FormWound || std.Name != role.Body && std.Name != role.Abdomen || last < 1 || p.Turns == nil || at >= 0 && !d.Parts[at].SaysNothing() {
			continue
		}
		if metal(p.Materials[0]) || material.KindOf(p.Materials[0].Name) == material.Unknown || !metal(p.Materials[last]) {
			continue
		}
		before, after := withMetal(p.Text, p.Materials[last])
		rib := Part{Line: p.Line, Role: role.Rib, Text: cmp.Or(after, p.Text), Materials: []Material{p.Materials[last]}, Turns: p.Turns, Winding: p.Winding, Spacing: p.Spacing}
		p.Materials, p.Turns, p.Winding, p.Spacing = p.Materials[:last], nil, "", ""
		p.Text = cmp.Or(before, p.Text)
		if at >= 0 {
			d.Parts[at] = rib
			return
		}
		d.Parts = slices.Insert(d.Parts, i+1, rib)
		return
	}
}

// unknown makes a note of what stands under a label that is no part's and says nothing of a fly: "Tips: wet
// the biot first".
func (r *reader) unknown() {
	d := &r.d
	for i := 0; i < len(d.Parts); i++ {
		p := d.Parts[i]
		if _, known := role.Find(p.Role); known || !p.SaysNothing() || p.DiameterMM > 0 || p.Coats > 0 || !p.TiedIn.IsZero() || len(p.Conditions)+len(p.Alternatives) > 0 || p.Text == "" || p.Absent || p.Optional {
			continue
		}
		d.Notes = append(d.Notes, dressing.Capital(p.Role)+": "+p.Text)
		d.Parts = slices.Delete(d.Parts, i, i+1)
		i--
	}
}

// saidAgain joins a later sentence about a part, "now wind the rib, five turns",
// to the part, where it names no material of its own and adds what was open.
func (r *reader) saidAgain() {
	d := &r.d
	for i := 1; i < len(d.Parts); i++ {
		p := d.Parts[i]
		first := d.Find(p.Role)
		if first < 0 || first >= i || len(p.Materials)+len(p.Alternatives) > 0 || p.Hook != nil || p.Thread != nil || p.Absent || p.Continues != "" || p.SameAs != "" || p.Count != nil {
			continue
		}
		q := &d.Parts[first]
		if p.SaysNothing() && p.Line == q.Line { // prose that comes back to a part and says nothing new
			q.Note = strings.Trim(q.Note+"; "+p.Note, "; ")
			q.Text = strings.TrimRight(q.Text, " .") + ". " + dressing.Capital(p.Text)
			d.Parts = slices.Delete(d.Parts, i, i+1)
			i--
			continue
		}
		if p.Turns != nil && q.Turns != nil && !p.Turns.Overlaps(*q.Turns) || !p.Length.IsZero() && !q.Length.IsZero() || !p.From.IsZero() && !q.From.IsZero() || !p.To.IsZero() && !q.To.IsZero() || p.Turns == nil && p.Winding == "" && p.Length.IsZero() && p.To.IsZero() && len(p.Conditions) == 0 {
			continue
		}
		fill(q, p)
		q.From, q.To = cmp.Or(q.From, p.From), cmp.Or(q.To, p.To)
		said := strings.TrimPrefix(strings.TrimPrefix(p.Text, "it "), "them ")
		q.Text = strings.TrimRight(q.Text, " .") + ". " + dressing.Capital(said)
		d.Parts = slices.Delete(d.Parts, i, i+1)
		i--
	}
}

// optionals moves "Legs are optional", said in a line of its own, to the part.
func (r *reader) optionals() {
	d := &r.d
	for i := 0; i < len(d.Parts); i++ {
		p := d.Parts[i]
		first := d.Find(p.Role)
		if first < 0 || first >= i || !p.Optional && !p.Essential || !p.SaysNothing() {
			continue
		}
		d.Parts[first].Optional = d.Parts[first].Optional || p.Optional
		d.Parts[first].Essential = d.Parts[first].Essential || p.Essential
		d.Parts = slices.Delete(d.Parts, i, i+1)
		i--
	}
}

// contradictions compares what an account says twice: two hooks, two threads,
// a hook outside the sizes.
func (r *reader) contradictions() {
	d := &r.d
	firstHook, firstThread := -1, -1
	for i, p := range d.Parts {
		switch {
		case p.Hook != nil && firstHook < 0:
			firstHook = i
		case p.Hook != nil:
			if a, b := d.Parts[firstHook].Hook, p.Hook; a.Size != "" && b.Size != "" && a.Size != b.Size {
				d.Contradict([]int{d.Parts[firstHook].Line, p.Line}, "", "hook "+a.Size, "hook "+b.Size)
			}
		}
		std, _ := p.Standard()
		if std.Name != role.Thread || len(p.Materials) == 0 {
			continue
		}
		if firstThread < 0 {
			firstThread = i
			continue
		}
		if a, b := d.Parts[firstThread].Materials[0].Colour, p.Materials[0].Colour; a != "" && b != "" && a != b {
			d.Contradict([]int{d.Parts[firstThread].Line, p.Line}, "", a+" thread", b+" thread")
		}
	}
	if firstHook >= 0 && d.Sizes != nil && d.Parts[firstHook].Hook.Size != "" {
		if h, ok := d.HookNamed(); ok && (int(h.Size) < d.Sizes.Low || int(h.Size) > d.Sizes.High) && d.Parts[firstHook].Hook.Demonstration == "" {
			d.Contradict([]int{d.Parts[firstHook].Line}, "", fmt.Sprintf("hook %v", h.Size), fmt.Sprintf("sizes %d to %d", d.Sizes.Low, d.Sizes.High))
		}
	}
}
