package reading

import (
	"cmp"
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

var (
	makesA   = measure.PhrasesOf("makes a")
	tellsHow = measure.PhrasesOf("tells how")
	tiedOn   = measure.PhrasesOf("tied on")
	ribIt    = measure.PhrasesOf("rib it")
	namesIt  = measure.PhrasesOf("names it")
)

var sentenceLead = measure.PhrasesOf("sentence lead")

// sentenceAt reads the part that a sentence within a line is about: "The thread is
// black.", "For the tail use six fibres.", "Hackle, black hen." A part that was
// spoken of before keeps what is said of it again.
func (r *reader) sentenceAt(s string, toks []measure.Token, i int, before []segment) (segment, int, bool) {
	if g, next, ok := r.namedLast(s, toks, i, before); ok && toks[i-1].Low != ";" {
		return g, next, true
	}
	for k := i + 1; k < min(i+6, len(toks)-2) && toks[k].Kind == measure.Word; k++ { // "There is no wing to it.", "He'll have no rib on it."
		if toks[k].Low != "no" {
			continue
		}
		idx, m := r.words.roles.Match(toks, k+1)
		if end := k + 1 + m; m > 0 && end+1 < len(toks) && (toks[end].Low == "to" || toks[end].Low == "on") && toks[end+1].Low == "it" && !r.spokenOf(role.Label(r.words.roleList[idx]), before) {
			return segment{roles: []string{role.Label(r.words.roleList[idx])}, labelStart: toks[i].Start, labelEnd: toks[k].Start}, k + 1, true
		}
	}
	if g, next, ok := r.forLast(s, toks, i, before); ok {
		return g, next, true
	}
	if g, next, ok := r.turnsOf(s, toks, i, before); ok {
		return g, next, true
	}
	if v0, v1, v2, ok := r.noneHere(toks, i, before); ok {
		return v0, v1, v2
	}
	if (toks[i].Low == "a" || toks[i].Low == "an") && unicode.IsUpper([]rune(s[toks[i].Start:])[0]) { // "A case of turkey over a thorax of fur."
		if idx, m := r.words.roles.Match(toks, i+1); m > 0 && i+1+m < len(toks) && toks[i+1+m].Low == "of" {
			label := role.Label(r.words.roleList[idx])
			if std, _ := role.Find(label); std.Name != role.Finish && !r.spokenOf(label, before) {
				return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[i+1+m].End}, i + 2 + m, true
			}
		}
	}
	if last := before[len(before)-1]; len(last.roles) == 1 && last.roles[0] == role.Hook && toks[i-1].Low == "." && r.d.Find(role.Thread) < 0 && !r.spokenOf(role.Thread, before) { // "Hook a twelve. Dark brown silk on it."
		t := newStretch(r.words, s, toks[i:], "")
		if p, k := t.noun(0); k > 0 && p.lastNoun == material.Thread && len(p.colour) > 0 && !p.definite {
			return segment{roles: []string{role.Thread}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, i + 1, true
		}
	}
	return r.leadNamed(s, toks, i, before)
}

// forLast reads what ends in the part it is for: "; a ginger hackle for legs."
func (r *reader) forLast(s string, toks []measure.Token, i int, before []segment) (segment, int, bool) {
	if toks[i-1].Low != ";" {
		return segment{}, 0, false
	}
	end := i
	for end < len(toks) && toks[end].Kind != measure.Mark {
		end++
	}
	for k := i + 1; k+1 < end; k++ {
		if toks[k].Low != "for" {
			continue
		}
		from := k + 1
		if toks[from].Low == "the" {
			from++
		}
		idx, m := r.words.roles.Match(toks, from)
		if m == 0 || from+m != end {
			return segment{}, 0, false
		}
		t := newStretch(r.words, s, toks[i:k], "")
		if p, n := t.noun(0); n == 0 || !p.noun { // but "; she keeps the longer ones for legs"
			return segment{}, 0, false
		}
		label := role.Label(r.words.roleList[idx])
		if std, ok := role.Find(label); !ok || std.Form == role.FormHook || r.spokenOf(label, before) {
			return segment{}, 0, false
		}
		return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, end, true
	}
	return segment{}, 0, false
}

// turnsOf reads a hackle that is told by its turns alone: "Two turns of brown hen at the front."
func (r *reader) turnsOf(s string, toks []measure.Token, i int, before []segment) (segment, int, bool) {
	if toks[i-1].Low != ";" && !unicode.IsUpper([]rune(s[toks[i].Start:])[0]) || r.spokenOf(role.Hackle, before) {
		return segment{}, 0, false
	}
	t := newStretch(r.words, s, toks[i:], "")
	for k := i + 1; k < min(i+5, len(toks)-2) && toks[k].Low != "." && toks[k].Low != ";"; k++ {
		if t.is(k-i, cTurns) == 0 || toks[k+1].Low != "of" {
			continue
		}
		p, n := newStretch(r.words, s, toks[k+2:], "").noun(0)
		if n == 0 || !p.noun || p.lastNoun != material.Hackle {
			return segment{}, 0, false
		}
		return segment{roles: []string{role.Hackle}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, i + 1, true
	}
	return segment{}, 0, false
}

// noneHere reads "No tail." and "No tail nor wing.".
func (r *reader) noneHere(toks []measure.Token, i int, before []segment) (segment, int, bool, bool) {
	if toks[i].Low == "no" && before[0].header == "" { // "No tail."
		if idx, m := r.words.roles.Match(toks, i+1); m > 0 && i+2+m < len(toks) && (toks[i+1+m].Low == "nor" || toks[i+1+m].Low == "or") { // "No tail nor wing."
			other, n := r.words.roles.Match(toks, i+2+m)
			a, b := role.Label(r.words.roleList[idx]), ""
			if n > 0 {
				b = role.Label(r.words.roleList[other])
			}
			if end := i + 2 + m + n; b != "" && (end == len(toks) || toks[end].Low == ".") && !r.spokenOf(a, before) && !r.spokenOf(b, before) {
				return segment{roles: []string{a, b}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, i + 1, true, true
			}
		}
		if a, b, ok := r.neither(toks, i); ok && !r.spokenOf(a, before) && !r.spokenOf(b, before) { // "No wing, no tail."
			return segment{roles: []string{a, b}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, i + 1, true, true
		}
		if idx, m := r.words.roles.Match(toks, i+1); m > 0 && (i+1+m == len(toks) || toks[i+1+m].Low == ".") {
			label := role.Label(r.words.roleList[idx])
			if std, _ := role.Find(label); std.Name != role.Finish && !r.spokenOf(label, before) {
				return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, i + 1, true, true
			}
		}
	}
	return segment{}, 0, false, false
}

// neither reads "no wing, no tail" and "no wing and no tail" at token i, up to the end of the sentence.
func (r *reader) neither(toks []measure.Token, i int) (a, b string, ok bool) {
	idx, m := r.words.roles.Match(toks, i+1)
	k := i + 1 + m
	if m == 0 || k+2 >= len(toks) || toks[k].Low != "," && toks[k].Low != "and" || toks[k+1].Low != "no" {
		return "", "", false
	}
	other, n := r.words.roles.Match(toks, k+2)
	if end := k + 2 + n; n == 0 || end < len(toks) && toks[end].Low != "." {
		return "", "", false
	}
	return role.Label(r.words.roleList[idx]), role.Label(r.words.roleList[other]), true
}

// leadNamed reads a label that a sentence leads up to: "For the tail, …", "The wing is …".
func (r *reader) leadNamed(s string, toks []measure.Token, i int, before []segment) (segment, int, bool) {
	_, n := sentenceLead.Match(toks, i)
	idx, m := r.words.roles.Match(toks, i+n)
	if m == 0 {
		return segment{}, 0, false
	}
	k := i + n + m
	semi := i > 0 && toks[i-1].Low == ";" && n > 0 && k < len(toks) && (toks[k].Low == "," || toks[k].Low == "from" || toks[k].Low == "of") // "; the hackle, of a pale blue hen", "; the wings from a starling"
	if k >= len(toks) || !unicode.IsUpper([]rune(s[toks[i].Start:])[0]) && !semi {
		return segment{}, 0, false
	}
	label := role.Label(r.words.roleList[idx])
	if r.spokenOf(label, before) {
		return segment{}, 0, false
	}
	switch {
	case n == 0: // "Hackle, black hen" among sentences, not among labels
		article := toks[k].Low == "," && k+1 < len(toks) && (toks[k+1].Low == "a" || toks[k+1].Low == "an") // "Hackle, a black cock's, wound from …" is one among labels too
		if toks[k].Low != "," && toks[k].Low != "is" && toks[k].Low != "are" || !article && strings.Contains(s[before[0].labelStart:before[0].labelEnd], ":") {
			return segment{}, 0, false
		}
	case toks[i].Low == "for", semi:
	case r.theLabels >= 3 && n == 1 && r.leadsOf(toks, k): // "The body of green wool." among others
	case toks[k].Low != "is" && toks[k].Low != "are" && toks[k].Low != ",":
		return segment{}, 0, false
	}
	for k < len(toks) && leadOn[toks[k].Low] {
		k++
	}
	if k >= len(toks) {
		return segment{}, 0, false
	}
	return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[k-1].End}, k, true
}

// namedLast reads a sentence that names its part after the material: "Badger
// hackle, 3 turns." among other sentences.
func (r *reader) namedLast(s string, toks []measure.Token, i int, before []segment) (segment, int, bool) {
	if !unicode.IsUpper([]rune(s[toks[i].Start:])[0]) || strings.Contains(s[before[0].labelStart:before[0].labelEnd], ":") {
		return segment{}, 0, false
	}
	for k := i + 1; k < min(i+5, len(toks)) && toks[k].Kind == measure.Word; k++ {
		idx, m := r.words.roles.Match(toks, k)
		if m == 0 || everyday[r.words.roleList[idx]] {
			continue
		}
		if next := k + m; next < len(toks) && toks[next].Low != "." && toks[next].Low != "," && toks[next].Low != "with" {
			return segment{}, 0, false
		}
		label := role.Label(r.words.roleList[idx])
		if r.spokenOf(label, before) {
			return segment{}, 0, false
		}
		return segment{roles: []string{label}, labelStart: toks[i].Start, labelEnd: toks[i].Start}, k + m, true
	}
	return segment{}, 0, false
}

// spokenOf tells whether a part was named earlier in the line or the text.
func (r *reader) spokenOf(label string, before []segment) bool {
	return slices.ContainsFunc(before, func(g segment) bool { return slices.Contains(g.roles, label) }) || r.d.Find(label) >= 0
}

// leadOn are words between the part that a sentence is about and what it says.
var leadOn = lexicon.Set("leads on")

// unlabelled takes a line with no label: the title, the rest of the line
// before, or something that is not understood.
func (r *reader) unlabelled(n int, s string, start, opened int, indented, wasBlank bool, prev string, marks *marks) {
	text := strings.TrimSpace(s[start:])
	if r.beforeTitle(s, start, marks, text) {
		return
	}
	text, short := r.shortOf(text)
	if r.titleHere(s, start, marks, text, short) || r.nameBelow(s, start, marks, text) || r.nameInSentence(s, start, marks, text) ||
		r.creditLine(s, start, marks, text) || r.ruledOrNote(s, start, wasBlank, marks, text) {
		return
	}
	if r.goesOnLine(n, s, start, indented, wasBlank, prev, marks, text) {
		return
	}
	r.goOn()
	if (bareHook(text) || r.hookAlone(s, start)) && r.d.Find("hook") < 0 {
		r.started = true
		r.parts(n, "hook", s, start, len(s), false, marks, false)
		return
	}
	if (bareThread(text) || r.threadAlone(s, start)) && r.started && r.d.Find("thread") < 0 {
		r.parts(n, "thread", s, start, len(s), false, marks, false)
		return
	}
	toks := lexAt(s, opened, len(s))
	marks.set(start, opened, asPlain, "")
	start = opened
	if label, k := r.saidAtOnce(toks); k > 0 {
		r.started = r.started || label == role.Hook
		r.parts(n, label, s, toks[k-1].End, len(s), false, marks, false)
		marks.set(start, toks[k-1].End, asLabel, "read as the "+label)
		return
	}
	if r.partTold(n, s, start, marks, text, toks) || r.stepTold(n, s, start, marks) || r.nameLate(s, start, marks, text) {
		return
	}
	marks.set(start, len(s), asUnread, "")
	if k := len(r.d.Unread); k == 0 || r.d.Unread[k-1].Line != n { // not again what was left open within it
		r.d.Unread = append(r.d.Unread, Unread{Line: n, Text: text})
	}
}

// beforeTitle takes what may stand above the title, or with it: the lines of a letter, a note in brackets, a
// number of a sheet, a name in quotes.
func (r *reader) beforeTitle(s string, start int, marks *marks, text string) bool {
	if m := fromBook.FindStringSubmatch(text); m != nil && !r.started && r.d.Source == "" { // "From the minute book, 4 March 1987"
		r.d.Source, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
		if p := pageSaid.FindStringSubmatch(text); p != nil {
			r.d.Page = cmp.Or(r.d.Page, p[1])
		}
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if r.inLetter(text) || r.letterOpens(text, newStretch(r.words, s, lexAt(s, start, len(s)), "")) {
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if r.d.Title == "" && !r.started && len(text) > 2 && (text[0] == '[' && text[len(text)-1] == ']' || text[0] == '(' && text[len(text)-1] == ')') { // "[on the back of a photograph]"
		r.d.Notes = append(r.d.Notes, text)
		marks.set(start, len(s), asNote, "")
		return true
	}
	if cells := cellBreak.Split(text, 2); len(cells) == 2 && sheetNumber.MatchString(cells[0]) && r.d.Title == "" && !r.started { // "SHEET 23          BROOK MEADOW GNAT"
		r.d.Notes = append(r.d.Notes, cells[0])
		r.d.Title, r.headed = strings.TrimSpace(cells[1]), true
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if r.nameLedTo(s, start, marks, text) {
		return true
	}
	if h := headingIf(r.d.Title == "" && !r.started, text); h.name != "" && !dirty(h.name) && h.tier != "" && atTheVice.MatchString(text) && r.heads(h) { // "The Squall: Eivind Bakk at the vice, 30 persons present"
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if m := quotedFirst.FindStringSubmatch(text); m != nil && r.d.Title == "" && !r.started { // "Pepper Shaker" - a stall, bought 2/6/2008
		r.d.Title = m[1]
		if y := dayIn.FindString(m[2]); y != "" {
			r.d.Date = cmp.Or(r.d.Date, y)
		}
		if r.credit(m[2]) { // "Lighthouse Boy", tied by Nina Vik on 22 January
			marks.set(start, len(s), asHeader, "")
			return true
		}
		return r.keptAsNote(s, start, marks, m[2])
	}
	if m := thisIsWhat.FindStringSubmatch(text); m != nil && r.d.Title != "" && !r.started && r.d.Tier == "" { // "This is what Ewan Struan did, as far as I could see"
		r.d.Tier = m[1]
		return r.keptAsNote(s, start, marks, text)
	}
	return false
}

// keptAsNote keeps a whole line of the head as a note, and says that it was taken.
func (r *reader) keptAsNote(s string, start int, marks *marks, note string) bool {
	r.d.Notes = append(r.d.Notes, note)
	marks.set(start, len(s), asHeader, "")
	return true
}

// nameLedTo takes a sentence that leads up to the name, or goes on behind it.
func (r *reader) nameLedTo(s string, start int, marks *marks, text string) bool {
	if r.d.Title == "" && !r.started {
		if name := leadsUp(text); name != "" && (unicode.IsLower([]rune(text)[0]) || greeting.MatchString(text) || flyQuoted.MatchString(text) || speaks.MatchString(text)) { // "hi all, recipe for the Tin Roof as asked"
			r.d.Title, r.letter = name, true
			return r.keptAsNote(s, start, marks, text)
		}
		if m := ownOf.FindStringSubmatch(text); m != nil && nameLike(m[1]) { // "North Window Nymph, Hilde Moen's own pattern, tied for the juniors"
			r.d.Title, r.d.Originator = m[1], cmp.Or(r.d.Originator, m[2])
			return r.keptAsNote(s, start, marks, strings.TrimSpace(text[len(m[1]):]))
		}
		if m := writtenFrom.FindStringSubmatch(text); m != nil { // "Peat Cutter (a wet fly), written down from what Angus Rennie told us"
			r.d.Title, r.d.Tier = m[1], cmp.Or(r.d.Tier, m[3])
			return r.keptAsNote(s, start, marks, strings.TrimSpace(text[len(m[1]):]))
		}
		if m := nameSemi.FindStringSubmatch(text); m != nil && nameLike(m[1]) { // "The Bishop's Barge; a fly for lake trout, from a diary, 1911"
			r.d.Title, r.d.Date = m[1], cmp.Or(r.d.Date, yearSaid.FindString(m[2]))
			return r.keptAsNote(s, start, marks, m[2])
		}
		if m := greeted.FindStringSubmatch(text); m != nil { // "Hi all, Ferryman's Spinner for Sat:"
			r.d.Title, r.letter = m[1], true
			return r.keptAsNote(s, start, marks, text)
		}
	}
	return false
}

// shortOf gives what of a line could be a title, without who tied it and what else stands behind.
func (r *reader) shortOf(text string) (string, string) {
	short := text
	if m := fromAfter.FindStringSubmatch(text); m != nil {
		short = m[1]
	} else if m := shownBy.FindStringSubmatch(text); m != nil {
		short = m[1]
	} else if m := bracketNote.FindStringSubmatch(text); m != nil {
		short = m[1]
	}
	if i := strings.Index(text, ". "); i > 0 && i < len(text)-2 {
		short = text[:i]
	}
	if m := lateOnes.FindStringSubmatch(text); m != nil {
		short = m[2]
	}
	if titleBy.MatchString(text) || asTheyTie.MatchString(text) || asTiedBy.MatchString(text) || tiedDated.MatchString(text) {
		short = strings.Join(strings.Fields(text)[:min(8, len(strings.Fields(text)))], " ")
	}
	short = cellBreak.Split(short, 2)[0]
	if name, rest, ok := strings.Cut(short, ", "); ok && len(strings.Fields(short)) > 6 && toldOf.MatchString(rest) { // "The Brown Friar, that they do be tying in the west"
		if len(strings.Fields(name)) <= 6 && r.d.Title == "" && !r.started {
			r.d.Notes = append(r.d.Notes, rest)
			short, text = name, name
		}
	}
	return text, short
}

// titleHere takes the line that is the title.
func (r *reader) titleHere(s string, start int, marks *marks, text, short string) bool {
	if r.d.Title == "" && !r.started && !(strings.Contains(text, role.Hook) && r.hookAlone(s, start)) && len(strings.Fields(short)) <= 10 && (!strings.HasSuffix(short, ".") || dressing.IsUpper(short) || len(strings.Fields(short)) <= 4 || toDress.MatchString(text)) && (!strings.HasSuffix(text, ":") || toDress.MatchString(text) || lotQuoted.MatchString(text)) && hasLetter(text) {
		text = strings.TrimSpace(struckOff.ReplaceAllString(text, "")) // "~~Moss~~ Fern Hopper"
		if m := starred.FindStringSubmatch(text); m != nil {           // "**Slipway Shrimp** / Turid"
			if text = m[1]; m[2] != "" && wholeName.MatchString(m[2]) {
				r.d.Tier = cmp.Or(r.d.Tier, m[2])
			} else if m[2] != "" {
				r.d.Notes = append(r.d.Notes, m[2])
			}
		}
		if _, n := credits.Match(measure.Lex(text), 0); (n > 0 || startsCredit.MatchString(text)) && r.credit(text) { // a credit above the name
			marks.set(start, len(s), asHeader, "")
			return true
		}
		if first, rest, ok := strings.Cut(numbered.ReplaceAllString(text, ""), ". "); ok && !(nameLike(first) && headNotes.MatchString(rest)) && (len(strings.Fields(first)) > 3 || nameTied.MatchString(rest)) && len(strings.Fields(rest)) > 8 && !dressing.IsUpper(short) { // "Minute of 4 March. The evening was given to Jonas Weir, who dressed …"
			r.d.Tier = cmp.Or(r.d.Tier, whoTied(text))
			r.told(text)
			r.named(newStretch(r.words, s, lexAt(s, start, len(s)), ""))
			if r.d.Title != "" {
				return r.keptAsNote(s, start, marks, text)
			}
		}
		if first, rest, ok := strings.Cut(text, ". "); ok && nameLike(first) && tellsOn(rest) { // "The Vicar's Fancy. To be fished in the evening"
			r.d.Notes = append(r.d.Notes, rest)
			text = first
		}
		name, tier := cutTier(r.titleLine(figure.ReplaceAllString(text, "")))
		if cut, rest, ok := strings.Cut(name, ", per "); ok {
			name = cut
			r.d.Notes = append(r.d.Notes, "per "+strings.Trim(rest, " "))
		}
		r.d.Title, r.headed = strings.TrimRight(strings.Trim(name, "=_*~. "), " -–—"), true
		r.odd = !nameLike(name)                                                                                                                                                            // a heading, a date, a hook
		if m := inQuotes.FindStringSubmatch(r.d.Title); m != nil && strings.HasPrefix(r.d.Title, m[0]) && strings.TrimSpace(bracketed.ReplaceAllString(r.d.Title[len(m[0]):], "")) == "" { // "Regnbyge" (Rain shower)
			r.d.Title = m[1]
		}
		whole := r.d.Title
		if tier != "" {
			whole = text
		}
		if clean := readHeading(whole); (tier == "" && dirty(r.d.Title) || strings.ContainsAny(tier, ",0123456789")) && clean.name != "" && !dirty(clean.name) && !dressing.IsUpper(text) { // "Tuesday class, week 4: THE WILLOW BUG (tutor: Per Sand)"
			r.odd, tier = false, ""
			r.heads(clean)
		}
		if m := tierDay.FindStringSubmatch(tier); m != nil { // "tied by Jory Pascoe, 21 May"
			tier, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
		}
		if tier != "" && r.d.Tier == "" {
			r.d.Tier = tier
		}
		marks.set(start, len(s), asHeader, "")
		return true
	}
	return false
}

// tellsOn tells a plain sentence behind a name: no figures, and capitals only where it begins and in the names of months.
func tellsOn(rest string) bool {
	words := strings.Fields(rest)
	if len(words) < 4 || strings.ContainsAny(rest, "0123456789:;\"“") || strings.Contains(rest, " by ") || headNotes.MatchString(rest) {
		return false
	}
	for _, w := range words[1:] {
		if unicode.IsUpper([]rune(w)[0]) && !monthAlone.MatchString(strings.Trim(w, ".,")) {
			return false
		}
	}
	return true
}

// nameBelow takes a name that stands under a heading, which then is a note.
func (r *reader) nameBelow(s string, start int, marks *marks, text string) bool {
	if h := headingIf(r.odd && !r.started, text); h.name != "" && strings.HasPrefix(text, h.name) && (h.tier != "" || h.originator != "") && len(h.name) < len(text) { // "Blue Lamp (variant by Geir Moe)" under "Recipe no. 18"
		r.d.Notes = append(r.d.Notes, r.d.Title)
		r.odd = false
		r.heads(h)
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if cells := cellBreak.Split(text, -1); r.odd && !r.started && len(cells) > 1 && nameLike(cells[0]) && dressing.IsUpper(cells[0]) { // "GOOSEBERRY PALMER     wet    A. Holm 1938" under "Drawer C 14"
		r.d.Notes = append(r.d.Notes, r.d.Title)
		r.d.Title, r.odd = r.titleCells(text), false
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if name, rest, ok := strings.Cut(text, ". "); ok && r.odd && !r.started && nameLike(name) && dressing.IsUpper(name) && strings.Contains(name, " ") { // "TARRY ROPE.  A hackled wet.  Sent by L. Oake." under "DRESSING NO. 58"
		r.d.Notes = append(r.d.Notes, r.d.Title)
		if cells := cellBreak.Split(text, -1); len(cells) > 1 { // "COAL BARGE SPIDER            J. Orde 1931"
			r.d.Title, r.odd = r.titleCells(text), false
			marks.set(start, len(s), asHeader, "")
			return true
		}
		r.d.Title, r.odd = name, false
		if at := strings.Index(rest, ". "); at > 0 && r.credit(strings.TrimSpace(rest[at+1:])) {
			rest = rest[:at]
		}
		return r.keptAsNote(s, start, marks, strings.TrimSpace(rest))
	}
	if m := quotedTied.FindStringSubmatch(text); m != nil && !r.started { // "Slate Quarry" by T. Berg, under the prize
		if r.d.Title != "" {
			r.d.Notes = append(r.d.Notes, r.d.Title)
		}
		r.d.Title, r.d.Tier, r.d.Date = m[1], cmp.Or(r.d.Tier, m[2]), cmp.Or(r.d.Date, m[3])
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if m := inQuotes.FindStringSubmatch(text); m != nil && len(m[0]) == len(text) && !r.started { // "Pinhead" under "Midge box no. 3"
		r.d.Notes = append(r.d.Notes, r.d.Title)
		r.d.Title = m[1]
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if !r.started && r.d.Title != "" && !columnNames[strings.ToLower(text)] && (listHeading.MatchString(r.d.Title) || r.odd && nameLike(text)) && len(strings.Fields(text)) <= 5 && unicode.IsUpper([]rune(text)[0]) && !strings.ContainsAny(text, ",:;0123456789") && len(credit1(text)) == 0 { // "THE CINDERMAKER" under "Fly of the month"
		r.d.Notes = append(r.d.Notes, r.d.Title)
		r.d.Title = text
		marks.set(start, len(s), asHeader, "")
		return true
	}
	return false
}

// nameInSentence takes a sentence that names the fly, where no line before did.
func (r *reader) nameInSentence(s string, start int, marks *marks, text string) bool {
	if m := capsWithin.FindStringSubmatch(text); m != nil && !r.started && r.d.Title == "" && !dressing.IsUpper(text) { // "The BLACK MILLER is taken from the last week of May"
		r.d.Title = m[1]
		return r.keptAsNote(s, start, marks, text)
	}
	if m := onceMore.FindStringSubmatch(text); m != nil && !r.started && r.d.Title == "" { // "Every autumn somebody asks for the Lantern Bearer, so here it is once more as Aino Salo ties it."
		r.d.Title = m[1]
		r.told(text)
		return r.keptAsNote(s, start, marks, text)
	}
	if (givenBy.MatchString(text) || flyWas.MatchString(text)) && !r.started && r.d.Title == "" { // "The Dovecote wet fly was given to us by Mr P. Arkwright and …"
		r.told(text)
		return r.keptAsNote(s, start, marks, text)
	}
	if m := tiedA.FindStringSubmatch(text); m != nil && !r.started && r.d.Title == "" && len(strings.Fields(text)) > 8 { // "It was Bodil Krog's turn and she tied a Grain Store Spider for those who …"
		r.d.Title = strings.TrimRight(m[1], ",.")
		if who := whoTied(text); strings.HasPrefix(text, who) || strings.Contains(text, "when "+who) || strings.Contains(who, " ") {
			r.d.Tier = cmp.Or(r.d.Tier, who)
		}
		r.told(text)
		return r.keptAsNote(s, start, marks, text)
	}
	if name := leadsUp(text); name != "" && !r.started && r.d.Title == "" {
		r.d.Title, r.letter = name, true
		r.told(text)
		return r.keptAsNote(s, start, marks, text)
	}
	if h := headingIf(!r.started && r.d.Title == "" && len(strings.Fields(text)) <= 24, text); h.name != "" && !dirty(h.name) && (h.tier != "" || h.originator != "") && r.heads(h) { // "The Cinder Girl, tied at the March meeting by Oda Ryen, written down by T. Holm"
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if m := asTold.FindStringSubmatch(text); m != nil && !r.started && r.d.Title == "" { // "My grandmother's Dusky, as she said it to me in the kitchen:"
		r.d.Title = m[1]
		return r.keptAsNote(s, start, marks, text)
	}
	return false
}

// creditLine takes a line below the name that says whose the fly is, or where it was found.
func (r *reader) creditLine(s string, start int, marks *marks, text string) bool {
	for _, form := range []*regexp.Regexp{byWho, whatSaid, didTying, notesOfTalk, doneBy, letterOf, whatDid} {
		if m := form.FindStringSubmatch(text); m != nil && !r.started && r.d.Title != "" && r.d.Tier == "" {
			r.d.Tier = m[1]
			if len(m) > 2 {
				r.d.Date = cmp.Or(r.d.Date, m[2])
			}
			return r.keptAsNote(s, start, marks, text)
		}
	}
	if !r.started && r.d.Title != "" && r.credit(text) {
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if !r.started && r.d.Title != "" && (r.whose(text, tiedBy, &r.d.Tier) || r.whose(text, devisedBy, &r.d.Originator)) {
		marks.set(start, len(s), asHeader, "")
		return true
	}
	return false
}

// ruledOrNote takes a ruled line, and one that goes on from a note.
func (r *reader) ruledOrNote(s string, start int, wasBlank bool, marks *marks, text string) bool {
	if strings.Trim(text, "=-_*~.+| ") == "" { // a ruled line
		marks.set(start, len(s), asPlain, "")
		return true
	}
	if r.inNote && !wasBlank {
		last := len(r.d.Notes) - 1
		r.d.Notes[last] += " " + text
		marks.set(start, len(s), asNote, "")
		return true
	}
	return false
}

// noneOf gives the part that a line says the fly has none of, and nothing else.
func (r *reader) noneOf(text string) string {
	toks := measure.Lex(text)
	if len(toks) < 2 || toks[0].Low != "no" || !r.started {
		return ""
	}
	idx, n := r.words.roles.Match(toks, 1)
	if n == 0 {
		return ""
	}
	for _, t := range toks[1+n:] {
		if t.Kind != measure.Mark {
			return ""
		}
	}
	return role.Label(r.words.roleList[idx])
}

// goesOnLine takes a line that goes on from the one before, an item of a list, and a line whose label stands behind.
func (r *reader) goesOnLine(n int, s string, start int, indented, wasBlank bool, prev string, marks *marks, text string) bool {
	if m := tierPosted.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "(tier: Oskar L., posted 12/2015)"
		r.d.Tier, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if label := r.noneOf(text); label != "" && r.d.Find(label) < 0 { // "no hackle!!"
		r.goOn()
		r.parts(n, label, s, start, len(s), false, marks, false)
		return true
	}
	alone := len(strings.Fields(text)) <= 4 && ((bareHook(text) || r.hookAlone(s, start)) && r.d.Find(role.Hook) < 0 || (bareThread(text) || r.threadAlone(s, start)) && r.d.Find(role.Thread) < 0 && r.d.Find(role.Hook) >= 0)
	runsOn := indented || strings.HasSuffix(prev, ",") || unicode.IsLower([]rune(text)[0]) && r.behind < 3
	if mark := strings.TrimSpace(s[:start]); mark == "*" || mark == "-" || mark == "•" || mark == "·" { // an item of a list goes on from no other
		runsOn = false
		t := newStretch(r.words, s, lexAt(s, start, len(s)), "")
		if p, k := t.noun(0); k > 0 && p.lastNoun == material.Weight && r.d.Find(role.Underweight) < 0 && r.d.Find("weight") < 0 {
			r.goOn()
			r.started = true
			r.parts(n, "weight", s, start, len(s), false, marks, false)
			return true
		}
		if label, at := t.itemOf(); label != "" && r.d.Title != "" && r.d.Find(label) < 0 { // "- silver oval rib x5"
			r.goOn()
			r.started = true
			end := len(s)
			if at+1 == len(t.toks) {
				end = t.toks[at].Start
				marks.set(end, len(s), asLabel, "")
			}
			r.parts(n, label, s, start, end, false, marks, false)
			return true
		}
	}
	if label, at := r.labelBehind(s, start); label != "" && r.behind >= 3 && r.d.Title != "" {
		r.goOn()
		r.started = true
		r.parts(n, label, s, start, at, false, marks, false)
		marks.set(at, len(s), asLabel, "")
		return true
	}
	if last := len(r.d.Parts) - 1; last >= 0 && (r.d.Parts[last].Absent || alone && !strings.HasSuffix(prev, ",")) { // nothing goes on with a part that there is not
		runsOn = false
	}
	if r.started && !wasBlank && runsOn && len(r.d.Parts) > 0 && (r.numbered == 0 && !stepNumber.MatchString(s)) {
		r.continueLine(n, s, start, marks)
		return true
	}
	return false
}

// partTold takes a line that names its part somewhere, or several steps, each of its own part.
func (r *reader) partTold(n int, s string, start int, marks *marks, text string, toks []measure.Token) bool {
	if t := newStretch(r.words, s, lexAt(s, start, len(s)), ""); (r.started || r.d.Title != "") && t.deeds() >= 2 { // several steps, each of its own part
		before := len(r.d.Parts)
		if list := t.chunks(); t.isSentence(list) && r.tell(n, t, list, marks) && len(r.d.Parts) > before {
			marks.set(start, len(s), asPlain, "")
			return true
		}
	}
	if label := cmp.Or(r.namedWithin(toks), r.namedSoon(toks)); label != "" {
		r.started = true
		r.parts(n, label, s, start, len(s), false, marks, false)
		return true
	}
	if t := newStretch(r.words, s, lexAt(s, start, len(s)), ""); (r.started || r.d.Title != "") && len(t.toks) > 1 && len(t.toks) < 20 { // "Palmered claret hackle over claret only"
		whole := clause{chunks: t.chunks()}
		if label := t.namedShort(whole); label != "" && r.d.Find(label) < 0 && !strings.ContainsAny(text, ":(.") { // "bit of red wool for a tail", "fat body of peacock"
			r.parts(n, label, s, t.toks[0].Start, len(s), false, marks, false)
			return true
		}
		if label := t.byWord(whole); label == role.BodyHackle && r.d.Find(label) < 0 && !whole.has(kAct, kAuxiliary, kPerson) {
			r.parts(n, label, s, t.toks[0].Start, len(s), false, marks, false)
			return true
		}
	}
	if r.turnsOfKnown(newStretch(r.words, s, lexAt(s, start, len(s)), role.Rib)) {
		marks.set(start, len(s), asTurns, "of a part told before")
		return true
	}
	return false
}

// stepTold takes a step that is told in a sentence.
func (r *reader) stepTold(n int, s string, start int, marks *marks) bool {
	if t := newStretch(r.words, s, lexAt(s, start, len(s)), ""); r.started || r.d.Title != "" { // a step told in a sentence
		before := len(r.d.Parts)
		if list := t.chunks(); t.isSentence(list) && r.tell(n, t, list, marks) && len(r.d.Parts) > before {
			for k := len(r.d.Parts) - 1; k >= max(before, 1); k-- { // "Trim the hackle flat on top" is another word on what was told
				if p := r.d.Parts[k]; p.SaysNothing() && !p.Absent && !p.Optional {
					r.d.Notes = append(r.d.Notes, p.Text)
					r.d.Parts = slices.Delete(r.d.Parts, k, k+1)
				}
			}
			marks.set(start, len(s), asPlain, "")
			return true
		}
	}
	return false
}

// nameLate takes a line that gives the name or the tier after all else: "Parish Emerger. After G. Thackray."
func (r *reader) nameLate(s string, start int, marks *marks, text string) bool {
	if m := nameLast.FindStringSubmatch(text); m != nil && r.d.Title == "" && r.started { // "Parish Emerger. After G. Thackray." under the table
		r.d.Title = m[1]
		if rest := strings.TrimSpace(m[2]); rest != "" {
			r.d.Notes = append(r.d.Notes, rest)
		}
		marks.set(start, len(s), asHeader, "")
		return true
	}
	if !r.started && r.d.Title != "" && r.d.Tier == "" && len(strings.Fields(text)) > 7 && strings.Contains(text, ".") { // "Peder Voll from the coast club showed us this one."
		r.told(text)
		if r.named(newStretch(r.words, s, lexAt(s, start, len(s)), "")); r.d.Tier != "" {
			return r.keptAsNote(s, start, marks, text)
		}
	}
	return false
}

// itemOf gives the part of an item of a list that names it behind its material or how many there are: "grey
// seal body", "silver oval rib x5", "2 hackles through the body". It gives the place of the name as well.
func (t *stretch) itemOf() (string, int) {
	for _, x := range t.chunks() {
		if _, n := t.role(x.from); (x.kind == kAct || x.kind == kAuxiliary) && n == 0 {
			return "", 0
		}
	}
	for k := 1; k < len(t.toks); k++ {
		label, n := t.role(k)
		if n == 0 || everyday[label] {
			continue
		}
		_, counted := t.number(k - 1)
		led := t.is(k-1, cNoun)+t.is(k-1, cColour)+t.is(k-1, cAdjective)+t.is(k-1, cName)+t.is(k-1, cGrade) > 0
		behind := k+n == len(t.toks) || t.is(k+n, cPreposition) > 0 || t.low(k+n) == "," || strings.HasPrefix(t.low(k+n), "x")
		if (led || counted == 1) && behind {
			return label, k
		}
		return "", 0
	}
	return "", 0
}

// namedShort gives the part of a line without a verb that names it behind its material, or before it.
func (t *stretch) namedShort(c clause) string {
	if c.has(kAct, kAuxiliary, kPerson, kSays) || !c.has(kThing) {
		return ""
	}
	if k := t.forPart(c); k > 0 {
		label, _ := t.role(t.afterArticle(c.chunks[k].to))
		return label
	}
	for k := 0; k < min(6, len(t.toks)); k++ {
		label, n := t.role(k)
		if n == 0 || everyday[label] {
			continue
		}
		if k < 3 && t.low(k+n) == "of" || k > 1 && t.low(k+n) == "with" && t.is(k-1, cNoun) > 0 { // "black silk body with two turns of wire"
			return label
		}
	}
	return ""
}

// deeds counts the sentences of a stretch that begin with what is to be done.
func (t *stretch) deeds() int {
	n := 0
	for k := range t.toks {
		if (k == 0 || t.low(k-1) == "." && !t.toks[k].Joined) && t.is(k, cAct) > 0 && t.word(k+1) {
			n++
		}
	}
	return n
}

// toldOf begins what is told of a fly behind its name.
var toldOf = regexp.MustCompile(`^(?:that|which|as near|a fly|an? \w+ (?:fly|pattern|wet|dry|nymph)|for|used|good|much|once|still) `)

// entryLine is the number of an entry in a ledger or a minute book, with its date.
var entryLine = regexp.MustCompile(`(?i)^(?:(?:Ledger|Book|Club|Album|Register) )?(?:Entry|Item|Card|Leaf|Folio|Acc\.?|Accession|Lot|Reg\.?|Record|Ref\.?|Case|Cabinet|Frame|Box|Tray|Drawer|Shelf|Plate|Page|Sheet)\.? (?:no\.? ?:? ?)?\d[\d/.-]*[.,:;]?\s*(?:(?:no\.?|item|tray|card|frame|row|shelf) \d+\.?|\d.*\d{4}\.?)?$`)

// entryNumber is what stands before the date of an entry.
var entryNumber = regexp.MustCompile(`(?i)^(?:\p{L}+ )?\p{L}+\.? (?:no\.? ?:? ?)?\d[\d/.-]*[.,:;]?\s*`)

// startsCredit begins a line that says who tied a fly rather than what it is called.
var startsCredit = regexp.MustCompile(`(?i)^(?:as )?(?:tied|dressed|shown|demonstrated|brought|sent in|handed in)\b[^.;:]{0,30}? by `)

// turnsOfKnown gives "4 turns of wire", a line of its own, to the part of wire that was told before.
func (r *reader) turnsOfKnown(t *stretch) bool {
	list := t.chunks()
	for len(list) > 0 && list[len(list)-1].kind == kMark {
		list = list[:len(list)-1]
	}
	if len(list) != 3 || list[0].kind != kTurns || list[1].kind != kPreposition || list[1].word != "of" || list[2].kind != kThing || !list[2].thing.noun {
		return false
	}
	noun := lastWord(list[2].thing.name[len(list[2].thing.name)-1])
	for i := range r.d.Parts {
		for _, m := range r.d.Parts[i].Materials {
			if lastWord(m.Name) == noun && r.d.Parts[i].Turns == nil {
				v := list[0].v
				r.d.Parts[i].Turns = &v
				r.d.Parts[i].Text += ", " + t.text(list[0].from, list[0].to)
				return true
			}
		}
	}
	return false
}

// credit1 gives the words that lead up to who tied a fly at the start of a line.
func credit1(text string) string {
	toks := measure.Lex(text)
	_, n := credits.Match(toks, 0)
	if n == 0 {
		return startsCredit.FindString(text)
	}
	return text[:toks[n-1].End]
}

// nameLast is a name that stands as a sentence of its own.
var nameLast = regexp.MustCompile(`^((?:\p{Lu}[\p{L}'’-]+ ?){2,5})\.(.*)$`)

// stepNumber is the number of a step at the start of a line.
var stepNumber = regexp.MustCompile(`^\s*(?:\d{1,2}[.)]|[a-z]\))\s`)

// threadAlone tells a line that begins with a thread and says nothing else is put on: "brown silk, from
// eye to bend".
func (r *reader) threadAlone(s string, start int) bool {
	t := newStretch(r.words, s, lexAt(s, start, len(s)), "thread")
	p, k := t.noun(0)
	if x, ok := t.aughtAt(k); ok { // "black thread 8/0"
		k = x.to
	}
	if k == 0 || p.lastNoun != material.Thread || !t.atEnd(k) || len(t.toks) > 14 {
		return false
	}
	for i := k; i < len(t.toks); i++ {
		if t.is(i, cNoun) > 0 {
			return false
		}
	}
	return true
}

// whose reads a line of its own that says who tied or devised the fly, and perhaps
// when; what else it says is a note.
func (r *reader) whose(text string, by *regexp.Regexp, who *string) bool {
	m := by.FindStringSubmatch(text)
	if m == nil || *who != "" {
		return false
	}
	*who = strings.TrimSpace(m[1])
	r.d.Date = cmp.Or(r.d.Date, m[2])
	if rest := strings.Trim(m[3], " ;,."); rest != "" {
		r.d.Notes = append(r.d.Notes, rest)
	}
	return true
}

// saidAtOnce gives the part that a sentence begins with, "I tie this on a 12", "now rib
// it with wire", and how many tokens the beginning has.
func (r *reader) saidAtOnce(toks []measure.Token) (label string, n int) {
	if r.d.Find("hook") < 0 {
		if _, n := tiedOn.Match(toks, 0); n > 0 {
			return "hook", n
		}
		if n := takesHook(toks); n > 0 {
			return "hook", n
		}
	}
	if _, n := ribIt.Match(toks, 0); n > 0 {
		return "rib", n
	}
	if _, n := startsThread.Match(toks, 0); r.started && n > 0 && n < len(toks) {
		return "thread", n
	}
	return "", 0
}

// openers are words with which people talking begin a sentence about the next part.
var openers = measure.PhrasesOf("opener")

var startsThread = measure.PhrasesOf("starts thread")

// opener gives where a sentence begins after words such as "Right," or "Over that".
func (r *reader) opener(s string, start int) int {
	if !r.started && r.d.Title == "" {
		return start
	}
	rest := s[start:]
	if end := strings.IndexAny(rest, ",:=|"); end >= 0 && end < len(rest) && rest[end] != ',' || len(rest) < 8 {
		return start
	}
	toks := lexAt(s, start, min(len(s), start+60))
	_, n := openers.Match(toks, 0)
	if n == 0 || n >= len(toks) {
		return start
	}
	switch next := toks[n]; {
	case next.Low == "," && n+1 < len(toks):
		return toks[n+1].Start
	case toks[n-1].Low == "that" && (next.Low == "a" || next.Low == "an" || next.Low == "the"):
		return next.Start
	}
	return start
}

// namedSoon gives the part of a sentence such as "A ginger cock hackle, palmered in
// five turns": an article, the material, and the part before the first comma.
func (r *reader) namedSoon(toks []measure.Token) string {
	if len(toks) > 3 && r.started && (r.numbered > 0 || toks[0].Kind == measure.Word) { // "Split tails, 3 a side"
		senses := r.words.look(toks[:1])
		if k, m := r.words.roles.Match(toks, 1); m > 0 && 1+m < len(toks) && (toks[1+m].Low == "," || toks[1+m].Low == ";") && hasSense(senses[0], cPreparation) && !everyday[r.words.roleList[k]] {
			return role.Label(r.words.roleList[k])
		}
	}
	if senses := r.words.look(toks[:min(3, len(toks))]); len(toks) > 2 && r.started { // "Silver rib all through"
		for k := 1; k < min(3, len(toks)) && (hasSense(senses[k-1], cColour) || hasSense(senses[k-1], cGrade)); k++ {
			if idx, m := r.words.roles.Match(toks, k); m > 0 && !everyday[r.words.roleList[idx]] && k+m < len(toks) && toks[k+m].Kind == measure.Word && !hasSense(r.words.look(toks[k+m : k+m+1])[0], cNoun) {
				return role.Label(r.words.roleList[idx])
			}
		}
	}
	if len(toks) < 4 || !r.started || toks[0].Low != "a" && toks[0].Low != "an" {
		return ""
	}
	for i := 2; i < min(6, len(toks)-1) && toks[i].Kind == measure.Word; i++ {
		k, m := r.words.roles.Match(toks, i)
		if m > 0 && i+m < len(toks) && toks[i+m].Low == "," && !everyday[r.words.roleList[k]] {
			return role.Label(r.words.roleList[k])
		}
	}
	return ""
}

// tiedBy is a line of its own under the name: "as dressed by Amos Tranter, c. 1912",
// "tied by Ida Corrie at the March meeting".
var tiedBy = regexp.MustCompile(`(?i)^(?:as )?(?:tied|dressed) by ([^,;:(]+?)(?: (?:at|on|for|in|from) .*|, ((?:about |circa |c\. ?)?\d{4}s?))?()\.?$`)

// figure is the number of a plate, which belongs to no name.
var figure = regexp.MustCompile(`(?i)\s*\((?:fig|figure|plate|pl)\.? ?[0-9ivxl]+\.?\)\.?$`)

// devisedBy is a line of its own under the name: "Devised by Harriet Orme about 1920;
// named by her brother".
var devisedBy = regexp.MustCompile(`(?i)^(?:devised|invented|originated|created) by ([^,;:(]+?)(?:(?: in)? ((?:about |around |circa |c\. ?)?\d{4}s?))?([;,].*)?\.?$`)

// takesHook reads the opening of "Take a size 12 dry fly hook", and gives how many
// tokens it has; 0 where no hook is spoken of soon.
func takesHook(toks []measure.Token) int {
	_, n := handsOn.Match(toks, 0)
	for i := n; n > 0 && i < min(n+8, len(toks)); i++ {
		if toks[i].Low == role.Hook || hookModels[toks[i].Low] {
			return n
		}
	}
	return 0
}

// hookModels are names of a hook's bend.
var hookModels = lexicon.Set("hook model")

var handsOn = measure.PhrasesOf("hands on")

// cutTier takes "tied by Hob Arkle" off a name.
func cutTier(text string) (name, tier string) {
	low := strings.ToLower(text)
	for _, by := range []string{"tied by ", "dressed by ", "tyer: ", "tier: "} {
		i := strings.Index(low, by)
		if i <= 0 || len(low) != len(text) {
			continue
		}
		name := strings.TrimRight(text[:i], " ")
		if open := strings.LastIndex(name, "("); open > 0 && strings.EqualFold(strings.TrimSpace(name[open+1:]), "as") { // "The Ferry Girl (as dressed by Old Tom at the inn)"
			name = name[:open] + "("
		}
		if cut := strings.TrimRight(name, " -–—(,"); cut != name { // not "as tied by", which is part of the name
			return cut, strings.Trim(text[i+len(by):], " ).")
		}
	}
	return text, ""
}

// bareHook tells a hook line of a terse card: "#6 streamer 4XL".
func bareHook(text string) bool {
	return len(text) > 1 && text[0] == '#' && text[1] >= '0' && text[1] <= '9'
}

// bareThread tells a thread line of a terse card: "Black 6/0".
func bareThread(text string) bool {
	words := strings.Fields(strings.ToLower(text))
	if len(words) < 2 || len(words) > 4 {
		return false
	}
	aught, ok := strings.CutSuffix(words[len(words)-1], "/0")
	return ok && aught != "" && isDigits(aught) && material.IsColour(words[0])
}

// namedWithin gives the part of a sentence that names it late: "Tie in fine
// copper wire for the rib".
func (r *reader) namedWithin(toks []measure.Token) string {
	if _, n := makesA.Match(toks, 0); n > 0 { // "Dub a slim body of ginger fur"
		for i := n; i < min(n+4, len(toks)) && toks[i].Kind == measure.Word; i++ {
			if k, m := r.words.roles.Match(toks, i); m > 0 && !everyday[r.words.roleList[k]] {
				if next := i + m; next < len(toks) && (toks[next].Low == "of" || toks[next].Low == "with" || toks[next].Low == "in" || toks[next].Low == ",") {
					return role.Label(r.words.roleList[k])
				}
			}
		}
	}
	if _, n := tellsHow.Match(toks, 0); n == 0 {
		return ""
	}
	for i := range toks {
		if toks[i].Low == "." {
			break
		}
		if _, n := namesIt.Match(toks, i); n > 0 {
			if k, m := r.words.roles.Match(toks, i+n); m > 0 && !everyday[r.words.roleList[k]] {
				return role.Label(r.words.roleList[k])
			}
		}
	}
	return ""
}

// onward is a line that goes on with the part before it: its words, where they begin
// in it, and its marks.
type onward struct {
	line  int
	text  string
	start int
	marks *marks
}

// continueLine puts a line by that goes on with the part before it. The part is read
// again with all such lines at once, so that a long one costs no more than its words.
func (r *reader) continueLine(n int, s string, start int, marks *marks) {
	if len(r.onward) == 0 {
		r.onwardWords = wordsIn(r.d.Parts[len(r.d.Parts)-1].Text)
	}
	r.onwardWords += wordsIn(s)
	r.onward = append(r.onward, onward{n, s, start, marks})
}

// goOn reads the last part again with the lines that go on with it.
func (r *reader) goOn() {
	if len(r.onward) == 0 {
		return
	}
	last := len(r.d.Parts) - 1
	first := r.d.Parts[last].Line
	for last > 0 && r.d.Parts[last-1].Line == first && r.d.Parts[last-1].Text == r.d.Parts[last].Text {
		last--
	}
	old := r.d.Parts[last]
	var joined strings.Builder
	joined.WriteString(old.Text)
	at := make([]int, len(r.onward))
	for i, o := range r.onward {
		joined.WriteByte(' ')
		at[i] = joined.Len()
		joined.WriteString(strings.TrimSpace(o.text[o.start:]))
	}
	kept := r.d.Unread[:0]
	for _, u := range r.d.Unread {
		if u.Line != first {
			kept = append(kept, u)
		}
	}
	r.d.Unread = kept
	labels := make([]string, 0, 2)
	for _, p := range r.d.Parts[last:] {
		labels = append(labels, p.Role)
	}
	r.d.Parts = r.d.Parts[:last]
	m := newMarks(joined.String())
	for k, l := range labels {
		r.parts(first, l, m.text, 0, len(m.text), old.Optional, m, k > 0)
	}
	r.d.Parts[last].Line = first
	for i, o := range r.onward {
		lead := len(o.text[o.start:]) - len(strings.TrimLeft(o.text[o.start:], " \t"))
		m.copyTo(o.marks, at[i], len(strings.TrimSpace(o.text[o.start:])), o.start+lead)
	}
	r.onward = nil
}

// hookAlone tells a line of a terse card that says nothing but a hook: "16 dry".
func (r *reader) hookAlone(s string, start int) bool {
	toks := lexAt(s, start, len(s))
	if len(toks) == 0 || len(toks) > 12 {
		return false
	}
	t := newStretch(r.words, s, toks, "hook")
	size := false
	for _, x := range t.chunks() {
		switch x.kind {
		case kSize:
			size = true
		case kHookWord, kMark, kPlain, kElsewhat:
		default:
			return size && x.from > 0 && r.beadOn(toks, x.from) > 0 // "jig hook 12, 3.5 mm black tungsten bead"
		}
	}
	return size
}

// labelBehind gives the label that ends a short line, "three strands of black hen, tail", and where the
// words before it end. A silk or a hook is named by what it is of: all of the line is its words.
func (r *reader) labelBehind(s string, start int) (label string, at int) {
	toks := lexAt(s, start, len(strings.TrimRight(s, " .")))
	n := len(toks)
	if n < 2 || n > 12 || strings.ContainsAny(s[start:], ":=|;") {
		return "", 0
	}
	for k := max(1, n-2); k < n; k++ {
		idx, m := r.words.roles.Match(toks, k)
		if m == 0 || k+m != n {
			continue
		}
		label = role.Label(r.words.roleList[idx])
		if std, ok := role.Find(label); !ok || std.Form == role.FormNone {
			return "", 0
		} else if std.Form == role.FormHook || std.Name == role.Thread || k == 1 && toks[0].Low == "no" { // "no wing"
			return label, len(s)
		}
		return label, toks[k].Start
	}
	return "", 0
}
