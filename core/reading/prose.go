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

// Running prose has no labels: which part a clause is about is said by its subject ("the tail
// is"), behind it ("for the tail"), or by what is done ("ribbed with", "whip finished").

// leastProse is how many words and verbs a line has to have to be read as running prose.
const (
	leastProse  = 30
	leastHeaded = 18 // the words below a name
	leastVerbs  = 3
)

// isProse tells running prose from a list of parts.
func (t *stretch) isProse(list []chunk, headed bool) bool {
	verbs, words, sentences, people := 0, 0, 0, 0
	if t.cardLabels() > 2 {
		return false
	}
	for _, x := range list {
		switch x.kind {
		case kAct, kAuxiliary, kSays:
			verbs++
		case kPerson, kOthers:
			people++
		case kMark:
			if t.low(x.from) == "." {
				sentences++
			}
		}
	}
	for i := range t.toks {
		if t.word(i) {
			words++
		}
	}
	return (words >= leastProse || headed && words >= leastHeaded) && verbs >= leastVerbs && sentences >= 2 && (people > 0 || words > 12*sentences || verbs >= sentences) && !dressing.IsUpper(t.s)
}

// cardLabels counts the labels that begin a sentence and stand before a comma or a dash, as on cards
// of one line: "Hook, 10. Silk, olive."
func (t *stretch) cardLabels() int {
	n := 0
	for k := range t.toks {
		if k > 0 && t.low(k-1) != "." {
			continue
		}
		if _, m := t.role(k); m > 0 && k+m < len(t.toks) && (t.low(k+m) == "," || t.low(k+m) == "-" || t.low(k+m) == ":") {
			n++
		}
	}
	return n
}

// isSentence tells a line that tells what is done with what.
func (t *stretch) isSentence(list []chunk) bool {
	verb, thing := false, false
	for _, x := range list {
		verb = verb || x.kind == kAct
		if x.kind == kAbsent && x.word != "" { // "No tail, it's a spider."
			return true
		}
		thing = thing || x.kind == kThing && x.thing.noun && (!x.thing.definite || list[0].kind == kAct) // "Wind the wire forward"
	}
	return verb && thing
}

// A piece is a run of clauses about one part.
type piece struct {
	absent   bool // "no tail": what follows is not about it
	label    string
	from, to int
	sentence int
	makes    bool // "make the wings": what the sentence said before is of them
	claims   bool // "… served as tail": what nobody had named the part of before
	filled   bool // of a part of the lines before: it has a material
	instead  bool // "if you have no goose, turkey serves": of what was told before
}

// prose reads a line of running prose, and tells whether it is one.
func (r *reader) prose(n int, s string, start int, marks *marks) bool {
	headed := start > 0 && r.headed // the name stood before it: so it is a fly's, however short
	if r.labelled1(s, start) || len(s) < 90 || len(s) < 120 && !headed || strings.Count(s, ":") > 2 || strings.Count(s, "=") > 1 {
		return false
	}
	t := newStretch(r.words, s, lexAt(s, start, len(s)), "")
	list := t.chunks()
	if !t.isProse(list, headed) {
		return false
	}
	r.tell(n, t, list, marks)
	marks.set(start, len(s), asPlain, "")
	return true
}

// nearby is how many pieces back a clause is held against: more than any fly needs.
const nearby = 120

// tell reads prose by its clauses, and tells whether a part came of it.
func (r *reader) tell(n int, t *stretch, list []chunk, marks *marks) bool {
	r.steps += len(t.toks)
	r.titled(t)
	r.told(t.s)
	r.named(t)
	r.calledSo(t)
	r.doerOf(t, list)
	if m := signedEnd.FindStringSubmatch(strings.TrimSpace(t.s)); m != nil { // "I remain, Sir, yours faithfully, Edward Voss."
		r.d.Tier = cmp.Or(r.d.Tier, m[1])
	}
	for i, x := range list {
		if x.kind == kOthers && r.isTier(t.text(x.from, x.to)) {
			list[i].kind = kPerson
		}
	}
	all := t.clauses(list)
	var pieces []piece
	for _, p := range r.d.Parts { // what was told in the lines before
		pieces = append(pieces, piece{label: p.Role, filled: len(p.Materials) > 0})
	}
	pieces = r.clausePieces(n, t, all, pieces)
	settlePieces(t, pieces)
	r.tellPieces(n, t, marks, joinPieces(pieces))
	return r.started
}

// clausePieces gives each clause the part it is about.
func (r *reader) clausePieces(n int, t *stretch, all []clause, pieces []piece) []piece {
	s, sentence, known := t.s, 0, len(pieces)
	for i := range all {
		if len(pieces) == known && known > 0 && (!all[i].first && r.noted == n || all[i].kind == saysAside || all[i].kind == saysCase && all[i].first && i+1 == len(all)) && t.forPart(all[i]) < 0 { // "She told us that her father used hare"
			if from := t.toks[all[i].from()].Start; all[i].first || len(r.d.Notes) == 0 || r.noted != n {
				r.d.Notes = append(r.d.Notes, s[from:t.toks[all[i].to()-1].End])
			} else {
				r.d.Notes[len(r.d.Notes)-1] += " " + s[from:t.toks[all[i].to()-1].End]
			}
			r.noted = n
			if all[i].first {
				sentence++
			}
			continue
		}
		if all[i].first {
			sentence++
		}
		near := pieces[max(0, len(pieces)-nearby):] // no fly is told in more
		for _, p := range r.pieces(t, all, i, near) {
			if len(pieces) == known && known > 0 && p.label == pieces[known-1].label && all[i].first && all[i].has(kThing) && all[i].has(kInTime, kInCase, kWhen) && !t.mentionsPart(all[i], p.label) || known > 0 && len(pieces) == known && i+1 < len(all) && !all[i+1].first && all[i+1].kind == saysCase && all[i].has(kThing) && p.label == pieces[known-1].label { // "She uses orange fur when the water is up."
				r.d.Notes = append(r.d.Notes, s[t.toks[all[i].from()].Start:t.toks[all[i].to()-1].End])
				r.noted = n
				continue
			}
			p.sentence = sentence
			p.absent = p.absent || all[i].has(kAbsent) && !all[i].has(kThing)
			p.label = asBefore(p.label, near)
			if p.label == role.Hook {
				p.from = t.pastName(p.from, p.to, r.d.Title)
			}
			told := ""
			if n := len(pieces); n > 0 {
				told = pieces[n-1].label
			}
			for k := len(pieces) - 1; (p.makes || p.claims) && k >= 0 && pieces[k].sentence == sentence; k-- {
				if pieces[k].label != told && pieces[k].label != someWhere { // another part of the same sentence
					break
				}
				if p.makes && pieces[k].label != role.Rib && pieces[k].label != role.Flash || pieces[k].label == someWhere {
					pieces[k].label = p.label
				}
			}
			if p.label != someWhere {
				t.claim(all[i], p.label, near)
			}
			pieces = append(pieces, p)
		}
	}
	return pieces
}

// settlePieces gives pieces another part, where what follows shows which it was.
func settlePieces(t *stretch, pieces []piece) {
	for i, p := range pieces { // "a hackle … the hackle was then palmered" is one along the body
		if p.label != role.BodyHackle {
			continue
		}
		for k := i - 1; k >= 0; k-- {
			if pieces[k].label == role.Hackle && t.definiteHackle(p) {
				pieces[k].label = "body hackle"
			}
		}
	}
	for i, p := range pieces { // "caught in a partridge feather … Now comes the hackle, a turn and a half"
		if k := slices.IndexFunc(pieces[i:], func(q piece) bool { return q.label == role.Hackle }); p.label == someWhere && k > 0 && t.wholeFeather(p) && !t.nounElse(pieces[i+k], role.Hackle) {
			pieces[i].label = role.Hackle
		}
	}
}

// joinPieces reads clauses of one part that follow each other as one.
func joinPieces(pieces []piece) []piece {
	var joined []piece
	for _, p := range pieces {
		if p.to == 0 {
			continue
		}
		if k := len(joined) - 1; k >= 0 && (joined[k].label == p.label || p.label == "") {
			joined[k].to, joined[k].instead = p.to, joined[k].instead || p.instead
			continue
		}
		joined = append(joined, p)
	}
	return joined
}

// tellPieces reads the words about each part as a line of its own.
func (r *reader) tellPieces(n int, t *stretch, marks *marks, joined []piece) {
	for _, p := range joined {
		if p.label == "" {
			continue
		}
		if p.label == someWhere {
			r.d.Unread = append(r.d.Unread, Unread{Line: n, Text: t.text(p.from, p.to)})
			continue
		}
		r.started = true
		for p.from < p.to-1 && t.is(p.from, cAnd)+t.is(p.from, cThen) > 0 && t.is(p.from, cNoun) == 0 {
			p.from++
		}
		if k := t.pastArticle(p.from + 1); t.is(p.from, cPreposition) > 0 && k+1 < p.to && t.low(k+1) == "of" { // "Over a body of flat silver he wound a rib"
			if label, n := t.role(k); n == 1 && label == p.label {
				p.from = k + 2
			}
		}
		if base, ok := strings.CutSuffix(t.low(p.from), "'s"); ok && base == p.label && p.from < p.to-1 { // "Hackle's brown partridge"
			p.from++
		}
		r.inferred = true
		r.parts(n, p.label, t.s, t.toks[p.from].Start, t.toks[p.to-1].End, false, marks, false)
		r.inferred = false
		if p.instead {
			r.insteadOfFirst(p.label)
		}
	}
}

// doerOf takes whoever first puts something on the fly for the one who ties it, where no tier is named:
// "First of all Hamish slid a black bead".
func (r *reader) doerOf(t *stretch, list []chunk) {
	if r.d.Tier != "" || r.doer != "" {
		return
	}
	for i, x := range list {
		if x.kind == kOthers && t.personAt(x.from) == x.to-x.from && i+2 < len(list) && list[i+1].kind == kAct && list[i+2].kind == kThing && list[i+2].thing.noun && list[i+1].word != lexicon.ActSays {
			r.doer = t.text(x.from, x.to)
			return
		}
	}
}

// insteadOfFirst gives the last part's materials to the first of its name: they may stand in for
// that one's.
func (r *reader) insteadOfFirst(label string) {
	last := len(r.d.Parts) - 1
	first := r.d.Find(label)
	if first < 0 || first == last || r.d.Parts[last].Role != r.d.Parts[first].Role {
		return
	}
	p, q := r.d.Parts[last], &r.d.Parts[first]
	q.Alternatives = append(append(q.Alternatives, p.Materials...), p.Alternatives...)
	q.Note = strings.Trim(q.Note+"; "+p.Note, "; ")
	q.Text = strings.TrimRight(q.Text, " .") + ". " + dressing.Capital(p.Text)
	r.d.Parts = r.d.Parts[:last]
}

// calledSo takes the name of a fly from wherever the text says what it is called.
func (r *reader) calledSo(t *stretch) {
	for i := range t.toks {
		if r.d.Title != "" {
			return
		}
		if t.is(i, cCalls) == 0 {
			continue
		}
		k := i + 1
		for t.is(k, cPerson)+t.is(k, cStandsFor)+t.is(k, cArticle) > 0 {
			k++
		}
		if n := t.capitals(k); n > 0 && (n > 1 || len(t.senses[k]) == 0) {
			r.d.Title = t.text(k, k+n)
		}
	}
}

// titled takes a name that stands as a sentence of its own before the prose: "Quarry Pool Streamer.
// Everybody brought his own hooks".
func (r *reader) titled(t *stretch) {
	if r.d.Title != "" || r.started {
		return
	}
	k := 0
	for k < len(t.toks) && k < 8 && t.word(k) && (t.capital(k) || k > 0 && (t.is(k, cArticle) > 0 || t.is(k, cPreposition) > 0)) {
		k++
	}
	if k < 2 || k >= len(t.toks) || t.low(k) != "." && t.low(k) != ":" {
		return
	}
	for j := 0; j < k; j++ {
		if t.is(j, cAct)+t.is(j, cAuxiliary) > 0 && !t.capital(j) {
			return
		}
	}
	r.d.Title = notesOn.ReplaceAllString(t.text(0, k), "")
}

// notesOn stands before a name in a heading.
var notesOn = regexp.MustCompile(`(?i)^(?:a )?(?:notes?|how to tie|tying|dressing|some notes|a few notes|remarks)(?: on| of|:)? (?:the )?`)

var (
	guestIs   = regexp.MustCompile(`\b(?:[Ww]hen ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*) (?:was our guest|was the guest|came to us|visited us)|[Ii]t was ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev|Col)\.? )?\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)+) who (?:came|tied|showed|sat|took|dressed|gave|had)|[Ww]hat ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev|Col)\.? )?\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*) (?:taught|showed|told|gave|was doing|was tying|did)|^From (\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*), who\b|\b(?:[Mm]y|[Oo]ur) (?:friend|member|guest|neighbour|cousin|brother|colleague) (\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*)(?: has| had)? (?:sent|sends|gave|gives|brought|brings|wrote|writes)\b|(?:[Oo]ur|[Tt]he) (?:(?:last|first|next|second|third) )?(?:guest|visitor|speaker|demonstrator|tier|man|woman|one|member)(?: (?:in|of|for|at|on|that|this) [^.,]{2,24}?)? (?:was|is) ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*)|[Ii]t was ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*)['’]s (?:turn|evening|night)|(?:[Ee]vening|[Nn]ight|[Tt]urn|[Bb]ench)(?: of [^.,]*?)? was ` + titledName + `['’]s)`)
	flyWas    = regexp.MustCompile(`\bthe fly was (?:his|her|the|a) ` + flyName)
	showedIt  = regexp.MustCompile(`^[^.]*\b(?:[Ee]vening|[Nn]ight|[Mm]eeting|[Ss]eason|[Bb]ench|[Dd]ay|January|February|March|April|May|June|July|August|September|October|November|December|[Tt]ime|[Ww]eek|[Yy]ear) ` + titledName + ` (?:showed|tied|dressed|demonstrated|brought|gave|taught)\b`)
	besideOf  = regexp.MustCompile(`\b(?:at|beside|over) ` + titledName + `['’]s? (?:elbow|shoulder|vice|side|bench|table)\b`)
	demoWas   = regexp.MustCompile(`\b(?:[Oo]ur|[Tt]he) (?:demonstrator|tier|tyer|speaker|visitor|(?:man|woman|lady|member|person) who (?:tied|made|dressed|showed) it)(?: [\p{Ll} ]+)? (?:was|is) ` + titledName)
	firstDid  = regexp.MustCompile(`^((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?(?:\p{Lu}\. ?)*\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)+) (?:tied|dressed|showed|demonstrated|brought|made|gave) `)
	ownersFly = regexp.MustCompile(`^((?:\p{Lu}[\p{L}.-]* )+\p{Lu}[\p{L}-]+)['’]s (?:own |little |new |old )?(?:nymph|fly|spider|streamer|lure|wet|dry|pattern|shrimp|buzzer|emerger)\b`)
	asTies    = regexp.MustCompile(`\b(?:as|how) ((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*) (?:ties|tied|dresses|dressed|makes|made|does|did) it\b`)
	nameOnIt  = regexp.MustCompile(`\b[Tt]he name (?:on|of|for) (?:it|this|the fly) (?:is|was) (?:the )?(\p{Lu}[\p{L}'’-]+(?: (?:(?:y|of|the|de|du|la|le|von|and|i) )?\p{Lu}[\p{L}'’-]+)*)`)
	givenBy   = regexp.MustCompile(`^(The \p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)(?: (?:wet|dry))?(?: (?:fly|nymph|lure|spider))? (?:was|is) (?:given|shown|sent|taught|lent) (?:to )?us by ` + titledName + `\b`)
	eveningOf = regexp.MustCompile(`\b(?:[Oo]n|[Oo]f|[Aa]t) (?:the (?:evening|night|meeting|afternoon)(?: of| on) )?(?:the )?((?:\d{1,2}(?:st|nd|rd|th)?|(?:twenty-|thirty-)?(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth)|tenth|\p{Ll}+teenth|twelfth|eleventh|twentieth|thirtieth)(?: of)? (?:January|February|March|April|May|June|July|August|September|October|November|December)(?:,? \d{4})?)\b`)
	minutesOf = regexp.MustCompile(`^(?:From the )?[Mm]inutes?(?: book)?(?: of(?: the meeting(?: of)?)?|,| for)? (?:the )?(\d{1,2}(?:st|nd|rd|th)?(?: of)? (?:January|February|March|April|May|June|July|August|September|October|November|December)(?:,? \d{4})?)\b`)
)

// told takes from prose who ties the fly so, and the day of the minutes it stands in.
func (r *reader) told(s string) {
	if r.started {
		return
	}
	first := func(to *string, forms ...*regexp.Regexp) {
		for _, form := range forms {
			if m := form.FindStringSubmatch(strings.TrimSpace(s)); m != nil {
				*to = cmp.Or(*to, cmp.Or(m[1:]...))
			}
		}
	}
	first(&r.d.Tier, asTies, guestIs, firstDid, ownersFly, showedIt, besideOf, demoWas)
	first(&r.d.Title, nameOnIt, flyWas, givenBy)
	if m := givenBy.FindStringSubmatch(s); m != nil {
		r.d.Tier = cmp.Or(r.d.Tier, m[2])
	}
	first(&r.d.Date, eveningOf, minutesOf)
}

// owned takes a name that begins with whose the fly is: "Edwin's Granary Moth".
func (r *reader) owned(t *stretch, from, to int, text string) bool {
	n := to - from
	if from == 0 && t.low(to) == "." && strings.HasSuffix(t.low(0), "'s") && r.d.Title == "" { // "Thatcher's Spider. Ned wanted us to see …"
		r.d.Title = text
		return true
	}
	if k := from + 1; n > 2 && strings.HasSuffix(t.low(k), "'s") && r.d.Title == "" && (from == 0 || t.is(from-1, cAuxiliary) > 0) { // "The last fly was Egil Strand's Dry Dock"
		r.d.Tier, r.d.Title = cmp.Or(r.d.Tier, strings.TrimSuffix(strings.TrimSuffix(t.text(from, k+1), "'s"), "’s")), t.text(k+1, to)
		return true
	}
	if k := from; strings.HasSuffix(t.low(k), "'s") && n > 1 && t.is(k-1, cArticle) > 0 && r.d.Title == "" { // "brought the Grandmother's Apron"
		r.d.Title = text
		return true
	}
	if k := from; strings.HasSuffix(t.low(k), "'s") && n > 1 && !strings.Contains(r.d.Title, text) { // Edwin's Granary Moth
		if who := strings.TrimSuffix(strings.TrimSuffix(t.text(k, k+1), "'s"), "’s"); r.d.Originator == "" && !strings.HasPrefix(r.d.Tier, who+" ") && !dressing.IsUpper(who) {
			r.d.Originator = who
		}
		if r.d.Title == "" {
			r.d.Title = t.text(k+1, to)
		}
		return true
	}
	return false
}

// named takes the name of the fly and of who tied it from the first sentences: "Tobias Render
// tied his Ferry Rope", "The Harbour Glow needs a short shank hook".
func (r *reader) named(t *stretch) {
	for i := 0; i < len(t.toks) && i < 60; i++ {
		if t.is(i, cWhatElse) > 0 && t.capitals(i) == 1 || !t.capital(i) || i > 0 && t.low(i-1) == "." && t.capitals(i) == 1 && len(t.senses[i]) > 0 {
			continue
		}
		from, n := i, t.capitals(i)
		if t.is(from, cArticle) > 0 || t.is(from, cThen) > 0 || t.is(from, cPreposition) > 0 || t.is(from, cPerson) > 0 || t.is(from, cStandsFor) > 0 || t.is(from, cWhen) > 0 || t.is(from, cPointer) > 0 {
			if n < 2 {
				continue
			}
			from, n = from+1, n-1
		}
		for n > 2 && feastDay.MatchString(t.text(from, from+1)) { // "before Christmas Harald Moe tied"
			from, n = from+1, n-1
		}
		to := from + n
		text := t.text(from, to)
		if r.d.Title != "" && n > 1 && strings.Contains(strings.ToLower(r.d.Title), strings.ToLower(text)) { // the fly, not a person
			i = to
			continue
		}
		if r.owned(t, from, to, text) {
			i = to
			continue
		}
		after, n2 := t.nameDoes(from, to, n)
		if t.low(from-1) == "," && t.low(to) == "," && from < 5 && n == 1 && t.is(to+1, cAct) > 0 { // "Right, Muriel, take this down": who is spoken to
			i = to
			continue
		}
		led := t.low(from - 1)
		if t.is(from-1, cSays) > 0 && t.low(to) == "for" && r.d.Tier == "" && len(t.senses[to-1]) == 0 { // "We had asked Mrs Treadgold for one of her flies"
			r.d.Tier = text
		}
		switch {
		case (t.is(from-1, cCalls) > 0 || led == "the" && t.is(from-2, cCalls) > 0) && r.d.Title == "":
			r.d.Title = text
		case led == "by" && r.d.Tier == "":
			r.d.Tier = text
		case (led == "to" || led == "of" || led == "from") && r.d.Tier == "" && n > 1 && i < 30 && len(t.senses[to-1]) == 0 && (t.low(to) == "and" || t.low(to) == "," || t.low(to) == "."): // "The evening belonged to Tilda Marsh and her Blue Bargeman"
			r.d.Tier = text
		case led == "dear" || len(t.senses[from]) > 0 && n == 1 && from > 0 && t.low(from-1) == ".":
		case strings.HasSuffix(led, "'s") || led == "the" || led == "his" || led == "her" || led == "a" || led == "this" || led == "our":
			if r.d.Title == "" && t.is(from, cLabel) == 0 {
				r.d.Title = text
			}
		case n2 > 0 && (after == lexicon.ActTies || after == lexicon.ActBegins || after == lexicon.ActBrings || after == lexicon.ActWinds), t.is(to, cSays) > 0:
			switch {
			case r.d.Tier == "" && r.d.Originator != "" && strings.Contains(r.d.Originator, text): // "by Ivor Pask" over what Ivor does
				r.d.Tier, r.d.Originator = r.d.Originator, ""
			case r.d.Tier == "" && (len(t.senses[from]) == 0 || n > 1 && len(t.senses[to-1]) == 0):
				r.d.Tier = text
			}
		}
		i = to
	}
}

// nameDoes gives what somebody of that name does, and how many words say so.
func (t *stretch) nameDoes(from, to, n int) (string, int) {
	after, n2 := t.as(to, cAct)
	if t.low(to) == "," && t.low(from-1) == "," && n2 == 0 { // "our visitor, Mr Saul Pettifer, showed us"
		after, n2 = t.as(to+1, cAct)
	}
	for k := to + 1; t.is(to, cPreposition) > 0 && n2 == 0 && n > 1 && k < to+7 && t.word(k); k++ { // "Peder Voll from the coast club showed us"
		after, n2 = t.as(k, cAct)
		if n2 == 0 && t.is(k, cSays) > 0 || after == lexicon.ActHolds {
			after, n2 = lexicon.ActBrings, 1
		}
	}
	for k := to + 2; t.low(to) == "," && n2 == 0 && n > 1 && k < to+12; k++ { // "Frieda Stott, our treasurer, gave us this"
		if t.low(k) == "," {
			after, n2 = t.as(k+1, cAct)
			break
		}
	}
	if aux := t.is(to, cAuxiliary); aux > 0 && n2 == 0 {
		after, n2 = t.as(to+aux, cAct)
	}
	return after, n2
}

// capital tells whether a word begins with a capital letter.
func (t *stretch) capital(i int) bool {
	return t.word(i) && unicode.IsUpper([]rune(t.s[t.toks[i].Start:])[0]) && !dressing.IsUpper(t.s)
}

// capitals counts the words in capitals from token i on.
func (t *stretch) capitals(i int) int {
	n := 0
	for t.capital(i + n) {
		n++
	}
	return n
}

// pastName gives where a stretch goes on behind the name of the fly: "tied the Two Bells on a nymph hook"
// says nothing of a hook of size two.
func (t *stretch) pastName(from, to int, name string) int {
	if name == "" {
		return from
	}
	words := len(strings.Fields(name))
	for k := from; k+words < to; k++ {
		if t.text(k, k+words) == name {
			return k + words
		}
	}
	return from
}

// coveredWith tells a clause that covers what was put on with thread of some colour.
func (t *stretch) coveredWith(c clause) bool {
	n := len(c.chunks)
	if n < 4 || c.chunks[n-1].kind != kThing || c.chunks[n-2].kind != kPreposition || c.chunks[n-2].word != "with" && c.chunks[n-2].word != "in" || c.chunks[n-3].kind != kStandsFor || c.chunks[n-4].kind != kAct {
		return false
	}
	p := c.chunks[n-1].thing
	return p.lastNoun == material.Thread && len(p.colour) > 0 && !p.definite
}

// placedFirst gives the thorax for what is put there: "At the thorax, and only there, she rolls a few
// hairs of water rat on to the silk".
func (t *stretch) placedFirst(all []clause, i int) string {
	c := all[i]
	k := c.where(kThing)
	if c.first || k < 0 || c.chunks[k].thing.definite || !c.has(kPerson) || !c.has(kAct) {
		return ""
	}
	j := i - 1
	for j > 0 && !all[j].first {
		j--
	}
	if x := all[j].chunks; len(x) == 2 && x[0].kind == kPreposition && x[0].word == "at" && x[1].kind == kPlace && x[1].l.IsPart() {
		if std, ok := role.Find(string(x[1].l.Of)); ok && std.Kin == role.Thorax {
			return std.Name
		}
	}
	return ""
}

// tiedLater tells a clause whose verb puts its subject on the fly: "are laid on".
func (t *stretch) tiedLater(c clause) bool {
	k := c.where(kAuxiliary)
	if k < 0 || k+1 >= len(c.chunks) {
		return false
	}
	x := c.chunks[k+1]
	return x.kind == kAct && x.word == lexicon.ActTies || x.kind == kPrepared && t.is(x.from, cAct) > 0
}

// feather tells whether what was put on the fly last, no one has said as what, is a feather.
func (t *stretch) feather(before []piece) bool {
	for k := len(before) - 1; k >= 0 && before[k].label == someWhere; k-- {
		for j := before[k].from; j < before[k].to; j++ {
			if kind := material.KindOf(t.low(j)); t.is(j, cNoun) > 0 && (kind == material.Feather || kind == material.Hackle) || t.counts(j) == lexicon.CountFeather {
				return true
			}
		}
	}
	return false
}

// verbOf gives the clause that holds the verb of a thing that begins a sentence and is followed by more
// about it: the place of that clause, 0 where there is none.
func (t *stretch) verbOf(all []clause, i int) int {
	c := all[i]
	if c.joined || !c.first || c.kind != saysPlainly || c.has(kAct, kAuxiliary, kPerson, kOthers, kStandsFor, kPart) || !c.has(kThing) || c.chunks[c.where(kThing)].thing.definite {
		return 0
	}
	for j := i + 1; j < len(all) && j <= i+3 && !all[j].first; j++ {
		switch x := all[j].chunks[0]; {
		case x.kind == kAuxiliary, x.kind == kAct, x.kind == kEnd && x.word != "", x.kind == kStart:
			return j
		case all[j].kind != saysPlainly || all[j].has(kPerson, kOthers):
			return 0
		}
	}
	return 0
}

// ofWeight tells whether a weight is named in a clause from chunk k on.
func (t *stretch) ofWeight(c clause, k int) bool {
	for _, x := range c.chunks[k:] {
		if x.kind == kThing && (x.thing.lastNoun == material.Weight || x.thing.lastNoun == material.Wire) {
			return true
		}
	}
	return false
}

// newThing tells whether a clause brings a material that the part spoken of cannot be of, or
// that comes beside what it has.
func (t *stretch) newThing(c clause, before []piece) bool {
	if len(before) == 0 {
		return false
	}
	last := before[len(before)-1]
	for k := len(before) - 1; k > 0 && last.absent; k-- {
		last = before[k-1]
	}
	if c.first && len(c.chunks) == 2 && c.chunks[0].kind == kThing && c.chunks[0].thing.noun && !c.chunks[0].thing.definite && t.is(c.chunks[1].from, cAfterThat) > 0 && t.hasThings(before, last) { // "Chenille next"
		return true
	}
	if c.open == "," && len(c.chunks) > 0 && c.chunks[0].kind == kThing && c.chunks[0].thing.noun && !c.chunks[0].thing.definite && t.is(c.from()-2, cAfterThat) > 0 && t.atStart(c.from()-2) && (t.hasThings(before, last) || c.chunks[0].thing.lastNoun == material.Feather || c.chunks[0].thing.lastNoun == material.Hackle) { // "Next, a feather from under a starling's wing"
		return true
	}
	return t.newByVerb(c, before, last)
}

// newByVerb tells a new thing by the verb that it stands behind.
func (t *stretch) newByVerb(c clause, before []piece, last piece) bool {
	act, person := "", false
	for i, x := range c.chunks {
		person = person || x.kind == kPerson || x.kind == kOthers || i == 0 && c.first && x.kind == kAct && c.has(kThing) && !c.has(kPerson, kOthers) // "Strip a length of peacock quill"
		switch {
		case x.kind == kAct:
			act = x.word
		case x.kind == kPrepared && act == "" && person:
			act = "holds"
		case x.kind == kPrepared && act == "" && t.act(x.from) == lexicon.ActTies && c.has(kAuxiliary):
			act = lexicon.ActTies
		case x.kind == kStart && x.word == lexicon.ActTies:
			act = "ties"
		}
		if c.open == ";" && act == "" && x.kind == kThing && x.thing.noun && !x.thing.definite && t.hasThings(before, last) && (i == 0 || c.chunks[i-1].kind == kPreposition && c.chunks[i-1].word == "of" || c.chunks[i-1].kind == kAnd) && !c.has(kAuxiliary) { // "…; four inches of clear mono; and a piece of film"
			return true
		}
		if sameStuff := x.kind == kThing && x.thing.unit != "" && !x.thing.definite && i+2 < len(c.chunks) && c.chunks[i+1].word == "of" && c.chunks[i+2].kind == kThing && c.chunks[i+2].thing.definite; sameStuff && act == lexicon.ActTies && person && t.hasThings(before, last) { // "Next he laid a slip of the same turkey"
			return true
		}
		ofTurns := i > 1 && c.chunks[i-1].kind == kPreposition && c.chunks[i-2].kind == kTurns                                                                                                             // "a single turn of starling"
		if x.kind != kThing || !x.thing.noun || x.thing.definite || i > 0 && c.chunks[i-1].kind == kPreposition && !ofTurns && !(i > 1 && c.chunks[i-1].word == "of" && c.chunks[i-2].kind == kElsewhat) { // but "a piece of stripped peacock"
			continue
		}
		std, _ := role.Find(last.label)
		if ofTurns && (person && act == lexicon.ActWinds || act == lexicon.ActStops || act == lexicon.ActBrings && c.first) && t.hasThings(before, last) && (std.Form == role.FormWound || std.Form == role.FormRib || std.Form == role.FormPalmer) && (x.thing.lastNoun == material.Feather || x.thing.lastNoun == material.Hackle) {
			return true
		}
		if i > 0 && c.first && t.is(c.from(), cAfterThat) > 0 && t.hasThings(before, last) && (act == lexicon.ActBrings || act == lexicon.ActTies) && !t.mentionsPart(c, last.label) { // "Next came a strip of peacock quill"
			return true
		}
		if act == "" && std.Form == role.FormRib && i > 0 && i == len(c.chunks)-1 && c.chunks[0].kind == kAnd && bodyKinds[x.thing.lastNoun] && x.thing.lastNoun != material.Tinsel && t.hasThings(before, last) { // "Then a strand of wire was tied in, and some yellow floss"
			return true
		}
		if act == "" && std.Form == role.FormWound && c.has(kEnd, kStretch) && bodyKinds[x.thing.lastNoun] { // "orange floss for the first third, then hare's ear to the wing"
			return false
		}
		if i == 0 && c.first && std.Form == role.FormRib && x.thing.lastNoun == material.Fur && t.hasThings(before, last) { // "A pinch of pink dubbing closes the gap"
			return true
		}
		if act == "" && c.chunks[0].kind == kThen && !c.first && std.Form == role.FormWound && bodyKinds[x.thing.lastNoun] && t.enumerates(c) { // "first silver tinsel, then black floss"
			return false
		}
		if act == "" && i > 0 && (c.chunks[0].kind == kInTime || c.chunks[0].kind == kThen || c.chunks[0].kind == kAnd) && t.is(c.chunks[i-1].from, cAfterThat) > 0 && t.hasThings(before, last) {
			return true
		}
		laid := i == 0 && c.first && x.thing.count != nil && c.has(kAuxiliary) && (act == "" || act == lexicon.ActTies) && t.tiedLater(c) && t.hasThings(before, last) // "Two whole feathers from the breast of a hen are laid on flat"
		bound := std.Name == role.Thread && x.thing.lastNoun != material.Thread
		tied := act == lexicon.ActTies || i+2 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary && (c.chunks[i+2].kind == kAct && c.chunks[i+2].word == lexicon.ActTies || c.chunks[i+2].kind == kStart && c.chunks[i+2].word == lexicon.ActTies || c.chunks[i+2].kind == kPrepared && t.act(c.chunks[i+2].from) == lexicon.ActTies)
		feather := person && act == "" && std.Form == role.FormWound && (x.thing.lastNoun == material.Feather || x.thing.lastNoun == material.Hackle) && t.hasThings(before, last) // "He had a partridge feather ready"
		return bound || laid || feather || (tied || person && act != "" && act != lexicon.ActBrings && act != lexicon.ActSays) && t.hasThings(before, last)
	}
	return false
}

// enumerates tells a clause that goes on with what the sentence began with "first".
func (t *stretch) enumerates(c clause) bool {
	for k := c.from() - 1; k >= 0 && t.low(k) != "."; k-- {
		if t.low(k) == "first" && t.atStart(k) {
			return true
		}
	}
	return false
}

// bodyKinds are the materials that a body is wound of.
var bodyKinds = map[material.Kind]bool{material.Fur: true, material.Wool: true, material.Floss: true, material.Herl: true, material.Quill: true, material.Yarn: true, material.Tinsel: true, material.Biot: true}

// thereIs gives the part of "at the throat there is a bunch of guinea fowl", "" for another clause.
func (t *stretch) thereIs(c clause) string {
	if i := c.where(kThing); c.first && i == 0 && c.has(kPer) && !c.has(kAct, kAuxiliary, kPart) && strings.Contains(strings.Join(c.chunks[0].thing.name, " "), "jungle cock") { // "Jungle cock either side, short."
		return role.Cheeks
	}
	if i := c.where(kThing); c.first && c.chunks[0].kind == kPer && i > 0 && c.has(kAct, kAuxiliary) && c.chunks[i].thing.noun && !c.chunks[i].thing.definite && !c.has(kPart) { // "On each side lies a jungle cock feather"
		return role.Cheeks
	}
	if c.open == "," && len(c.chunks) > 3 && c.chunks[0].kind == kAnd && c.chunks[1].kind == kPreposition && !c.has(kAct, kAuxiliary) { // "and at the throat a few fibres of guinea fowl"
		k := t.pastArticle(c.chunks[1].to)
		if label, n := t.role(k); n > 0 && k+n < c.to() && c.chunks[1].word == "at" && c.has(kThing) {
			if std, _ := role.Find(label); std.Form == role.FormLegs || std.Form == role.FormCheek {
				return label
			}
		}
	}
	if len(c.chunks) < 4 || c.chunks[0].kind != kPreposition || c.chunks[0].word != "at" && c.chunks[0].word != "for" && c.chunks[0].word != "on" || !c.has(kThing) {
		return ""
	}
	k := t.pastArticle(c.chunks[0].to)
	label, n := t.role(k)
	std, _ := role.Find(label)
	switch std.Form {
	case role.FormLegs, role.FormCheek, role.FormTail:
	default:
		if std.Name != role.Throat {
			return ""
		}
	}
	k += n
	if t.low(k) == "there" || t.is(k, cPerson) > 0 && c.has(kAct) || t.is(k, cAct) > 0 || t.is(k, cAuxiliary) > 0 {
		return label
	}
	return ""
}

// putOn tells "I put the eyes on first".
func (t *stretch) putOn(c clause, i int) bool {
	return i > 0 && (c.chunks[i-1].kind == kOwn || c.chunks[i-1].kind == kAct) && c.to() > c.chunks[i].to && t.low(c.chunks[i].to) == "on" || i > 1 && c.chunks[i-1].kind == kPlain && c.chunks[i-2].kind == kOwn && t.low(c.chunks[i].to) == "on"
}

// overBack tells a clause in which something goes over the back.
func (t *stretch) overBack(c clause) bool {
	for k := c.from(); k+2 < c.to(); k++ {
		if t.low(k) == "over" && t.low(k+1) == "the" && (t.is(k, cPreparation) > 0 || t.is(k+2, cOfFly) > 0 || t.is(k+2, cWhatElse) > 0) && t.is(k+2, cUpside) > 0 && t.counts(k+3) == "" { // but "over the top bunch"
			return true
		}
	}
	return false
}

// twoParts gives the two parts of "a case of turkey over a thorax of fur", and the place of the word
// between them; 0 where a clause is not of that form.
func (t *stretch) twoParts(c clause) (first, second string, joint int) {
	for i, x := range c.chunks {
		k := x.from
		if x.kind == kPreposition || x.kind == kAnd {
			if k = x.to; first == "" {
				continue
			}
		} else if i > 0 && !(first == "" && c.chunks[i-1].kind == kAct) { // "he tied a throat of hen beneath and a wing of mallard on top"
			continue
		}
		if t.low(k) != "a" && t.low(k) != "an" {
			continue
		}
		for k++; t.is(k, cQuality)+t.is(k, cGrade)+t.is(k, cAmount) > 0 && t.is(k, cLabel) == 0 && k < c.to(); {
			k++
		}
		label, n := t.role(k)
		if n == 0 || t.low(k+n) != "of" || everyday[label] {
			continue
		}
		if first == "" {
			first = label
			continue
		}
		return first, label, i
	}
	return first, "", 0
}

// legsSaid tells whether a reason says that what was put on is legs.
func (t *stretch) legsSaid(c clause) string {
	for k := c.from(); k < c.to(); k++ {
		if base := strings.TrimSuffix(t.low(k), "s"); t.is(k, cOfFly) > 0 || base != t.low(k) {
			if std, ok := role.Find(base + "s"); ok && std.Form == role.FormLegs && std.Name == role.Legs && (t.low(k-1) == "each" || t.low(k-1) == "the") {
				return role.Legs
			}
		}
	}
	return ""
}

// ribbedLater tells whether the sentence goes on to rib what it begins with.
func (t *stretch) ribbedLater(all []clause, i int) bool {
	for j := i + 1; j < len(all) && !all[j].first; j++ {
		if t.byWord(all[j]) == role.Rib && all[j].has(kThing) {
			return true
		}
	}
	return false
}

// touchingLater tells whether the sentence winds what it begins with side by side over the shank, as a body is.
func (t *stretch) touchingLater(all []clause, i int) bool {
	for j := i; j < len(all) && (j == i || !all[j].first); j++ {
		for k := all[j].from(); k < all[j].to(); k++ {
			if t.is(k, cTouching) > 0 && t.byWord(all[j]) != role.Rib {
				return true
			}
		}
	}
	return false
}

// theseAre gives the part of "These are the spent wings".
func (t *stretch) theseAre(c clause) string {
	k := c.from() + 1
	if t.is(c.from(), cPointer) == 0 && t.low(c.from()) != "that" && t.low(c.from()) != "this" || t.is(k, cAuxiliary) == 0 {
		return ""
	}
	k += t.is(k, cAuxiliary)
	if t.is(k, cArticle) == 0 {
		return ""
	}
	label, n := t.role(t.afterPrepared(k + 1))
	if n == 0 || label == role.Hook {
		return ""
	}
	return label
}

func (t *stretch) afterPrepared(k int) int {
	for t.is(k, cPreparation) == 1 || t.is(k, cQuality) == 1 {
		k++
	}
	return k
}

// secondThing is the place of the "and" between two things that are tied in together and are of
// different kinds, 0 where there are none.
func (t *stretch) secondThing(c clause) int {
	for k := 1; k+1 < len(c.chunks); k++ {
		a, b := c.chunks[k-1], c.chunks[k+1]
		if k+3 < len(c.chunks) && c.chunks[k+1].kind == kPlain && c.chunks[k+2].kind == kElsewhat && t.low(c.chunks[k+2].from) == "length" && k+4 < len(c.chunks) { // "and a length of silver wire"
			b = c.chunks[k+4]
		}
		if a.kind == kPrepared && k > 1 { // "a black cock hackle by the tip and a length of silver wire"
			a = c.chunks[k-2]
		}
		if c.chunks[k].kind == kAnd && a.kind == kThing && b.kind == kThing && a.thing.noun && b.thing.noun && !b.thing.definite && (b.thing.one || b.thing.count != nil || b.from > c.chunks[k+1].from) && a.thing.lastNoun != b.thing.lastNoun {
			return k
		}
	}
	return 0
}

// brings tells whether a clause names a material that stands behind no preposition.
func (t *stretch) brings(c clause) bool {
	for i, x := range c.chunks {
		if x.kind == kThing && x.thing.noun && (i == 0 || c.chunks[i-1].kind != kPreposition) {
			return true
		}
	}
	return false
}

// ties tells whether a clause ties something in.
func (t *stretch) ties(c clause) bool {
	for _, x := range c.chunks {
		if x.kind == kAct && x.word == lexicon.ActTies {
			return true
		}
	}
	return false
}

// wound tells whether a clause winds something.
func (t *stretch) wound(c clause) bool {
	for _, x := range c.chunks {
		if x.kind == kAct && x.word == lexicon.ActWinds || x.kind == kEnd && t.act(x.from) == lexicon.ActWinds { // "wound to the shoulder"
			return true
		}
	}
	return false
}

// hasThing tells whether a piece names a material.
func (t *stretch) hasThing(p piece) bool {
	if p.filled {
		return true
	}
	for k := p.from; k < p.to; k++ {
		if _, n := t.role(k); n > 0 && t.is(k-1, cArticle) > 0 { // "then came the wing"
			continue
		}
		if t.is(k, cNoun) > 0 && t.is(k, cLabel) == 0 || p.label == role.Rib && t.is(k, cColour) > 0 { // a rib of "flat gold"
			return true
		}
	}
	return false
}

// hasThings tells whether the part of the last piece has a material by any of its pieces.
func (t *stretch) hasThings(before []piece, last piece) bool {
	for _, p := range before {
		if p.label == last.label && t.hasThing(p) {
			return true
		}
	}
	return false
}

// settle gives what was put on the fly before its part was known that part: "the plastic was
// pulled over the back", "with the nylon eight turns".
func (t *stretch) settle(c clause, before []piece) string {
	over, turns := false, c.has(kTurns)
	for _, x := range c.chunks {
		over = over || x.kind == kAct && x.word == lexicon.ActPullsOver
	}
	for _, x := range c.chunks {
		if x.kind == kAct && (x.word == lexicon.ActPullsOver || x.word == lexicon.ActHolds) {
			for k := x.to; k < c.to(); k++ {
				over = over || t.low(k) == "over" || t.low(k) == "across"
			}
		}
	}
	if !over && !turns {
		return ""
	}
	for _, x := range c.chunks {
		if x.kind != kThing || !x.thing.definite || !x.thing.noun {
			continue
		}
		for k := range before {
			if before[k].label != someWhere || !t.mentions(before[k], t.nounOf(x)) {
				continue
			}
			label := "back"
			if k := x.thing.lastNoun; turns && !over && (k == material.Feather || k == material.Hackle) {
				label = role.Hackle
			} else if turns && !over {
				label = "rib"
			} else if t.mentionsPart(c, "thorax") {
				label = "wing case"
			}
			return label
		}
	}
	return ""
}

// whoseThing gives the part that has what a clause names.
func (t *stretch) whoseThing(c clause, before []piece) string {
	for _, x := range c.chunks {
		if x.kind != kThing || !x.thing.noun {
			continue
		}
		for _, p := range before {
			if p.label != someWhere && p.label != "" && p.label != role.Hook && t.mentions(p, t.nounOf(x)) {
				return p.label
			}
		}
	}
	return ""
}

// ribFirst puts the rib first where a thing is wound the other way: that is the rib rather than a
// tag of the same tinsel.
func ribFirst(c clause, before []piece) []piece {
	if !c.has(kWay) && !(c.has(kTurns) && c.has(kPreposition)) {
		return before
	}
	before = slices.Clone(before)
	slices.SortStableFunc(before, func(a, b piece) int {
		return cmp.Compare(strings.Count(b.label, role.Rib), strings.Count(a.label, role.Rib))
	})
	return before
}

// claim gives a part what was put on the fly for it before: "the rib was wound" claims the length
// of vinyl rib that was caught in.
func (t *stretch) claim(c clause, label string, pieces []piece) {
	if c.kind == saysCase || c.kind == saysWhy { // "until it almost touches the feather"
		return
	}
	for _, x := range c.chunks {
		definite := x.kind == kThing && x.thing.definite && t.low(x.from+1) != "same" || x.kind == kPart && t.is(x.from, cArticle) > 0
		for k := range pieces {
			if definite && pieces[k].label == someWhere && t.mentions(pieces[k], t.low(x.to-1)) && whereOnly[t.low(t.beforeArticle(x.to-1))] == (t.low(t.beforeArticle(x.to-1)) == "of") { // but "up to the feather"
				pieces[k].label = label
				for j := k + 1; j < len(pieces) && pieces[j].label == someWhere && !t.nounIn(pieces[j]); j++ {
					pieces[j].label = label
				}
			}
		}
	}
}

func (t *stretch) mentions(p piece, word string) bool {
	for k := p.from; k < p.to; k++ {
		if singular(t.low(k)) == singular(word) {
			return true
		}
	}
	return false
}

// singular takes the ending of a plural off a word.
func singular(word string) string { return strings.TrimSuffix(word, "s") }

func (t *stretch) mentionsPart(c clause, label string) bool {
	for k := c.from(); k < c.to(); k++ {
		if l, n := t.role(k); n > 0 && l == label {
			return true
		}
	}
	return false
}

// hookFirst tells a clause that begins with the hook and goes on with what somebody puts on it, and
// at which chunk; 0 for another.
func (t *stretch) hookFirst(c clause) int {
	if c.chunks[0].kind != kPreposition && !(c.chunks[0].kind == kWhen && t.low(c.from()) == "on") {
		return 0
	}
	hook, size := false, false
	for k := c.from(); k < c.to(); k++ {
		hook = hook || t.low(k) == "hook"
		_, _, ok := t.sizeAt(k)
		size = size || ok
	}
	for k := 1; k < len(c.chunks) && hook && size; k++ {
		if c.chunks[k].kind == kOwn || c.chunks[k].kind == kPerson || c.chunks[k].kind == kAct && t.low(c.chunks[k-1].to-1) == "hook" { // "On a size 10 hook tie in black silk"
			return k
		}
	}
	return 0
}

// hookWithin is the place of the preposition behind which a clause about something else names the hook
// and its size, 0 where it does not.
func (t *stretch) hookWithin(c clause) int {
	if !c.has(kThing) || c.kind != saysPlainly {
		return 0
	}
	for k := len(c.chunks) - 1; k > 1; k-- {
		if c.chunks[k].kind != kPreposition && !(c.chunks[k].kind == kWhen && t.low(c.chunks[k].from) == "on") {
			continue
		}
		hook, size := false, false
		for j := c.chunks[k].from + 1; j < c.to(); j++ {
			hook = hook || t.low(j) == role.Hook || hookStyles[t.low(j)] != "" || t.is(j, cHookSpec) > 1
			_, _, ok := t.sizeAt(j)
			size = size || ok
		}
		if hook && size && c.to()-c.chunks[k].from < 15 && (clause{chunks: c.chunks[:k]}).has(kThing) {
			return k
		}
	}
	return 0
}

// forPart is the place of "for the tail" in a clause, -1 where it has none.
func (t *stretch) forPart(c clause) int {
	for k, x := range c.chunks {
		if x.kind == kPreposition && x.word == "for" && (t.is(x.from-1, cBare) > 0 || t.low(x.from-1) == "room") { // "left a third of the shank bare for the wing"
			continue
		}
		if x.kind == kPreposition && x.word == "for" && c.kind == saysPlainly && !(k == 0 && c.first) && t.partActs(x.to) { // "for the wing needs room"
			continue
		}
		if x.kind == kSame && (k > 0 || len(c.chunks) == 1 || c.first && t.is(x.to, cPerson) > 0) && t.low(x.from) == "as" && c.has(kAct) || x.kind == kSame && len(c.chunks) == 1 && t.low(x.from) == "as" { // "tied in … as tails"
			if _, n := t.role(t.afterArticle(x.from + 1)); n > 0 {
				c.chunks[k].kind, c.chunks[k].word, c.chunks[k].to = kPreposition, "as", x.from+1
				return k
			}
		}
		if x.kind == kPreposition && t.low(x.from) == "into" && c.has(kAct) {
			if _, n := t.role(t.afterArticle(x.to)); n > 0 {
				return k
			}
		}
		if x.kind == kPreposition && x.word == "as" && k == 0 && c.first && len(c.chunks) > 2 && c.chunks[1].kind != kThing { // "As tail he put"
			if _, n := t.role(t.afterArticle(x.to)); n > 0 && t.is(t.partAfter(x.to)+n, cPerson) > 0 {
				return 0
			}
		}
		if alone := x.word == "as" && k == 0 && len(c.chunks) == 2 && !c.first; x.kind != kPreposition || x.word != "for" && !alone && (x.word != "at" && x.word != "as" || k == 0 || x.word == "at" && c.has(kAct)) {
			continue
		}
		if x.word == "at" && (k == 0 || c.chunks[k-1].kind != kThing || !c.chunks[k-1].thing.noun || c.chunks[k-1].thing.lastNoun == material.Hackle && t.partAlone(x.to, c.to()) == role.Head) { // "thin at the tail", "a hackle at the head"
			continue
		}
		if label, n := t.role(t.partAfter(x.to)); n > 0 && label != role.Hook && (!everyday[label] || t.low(x.to) == "the" || t.is(x.to, cArticle) > 0 && t.is(t.partAfter(x.to)+n, cPerson) > 0 || (len(c.chunks) == 2 || k == 1 && len(c.chunks) == 3 && c.chunks[0].kind == kThing && c.chunks[0].thing.noun && c.open == ";") && t.partAfter(x.to)+n == c.to() && !c.first) {
			return k
		}
		if k+3 < len(c.chunks) && c.chunks[k+1].kind == kPer && c.chunks[k+2].word == "of" && c.chunks[k+3].kind == kPart { // "two fibres for each side of the tail"
			return k + 2
		}
	}
	return -1
}

// partActs tells the name of a part and a verb behind it.
func (t *stretch) partActs(k int) bool {
	at := t.afterArticle(k)
	_, n := t.role(at)
	return n > 0 && t.is(k, cArticle) > 0 && t.is(at+n, cAct) > 0 && t.is(at+n, cPreparation)+t.is(at+n, cNoun) == 0
}

// partAfter gives where a part can begin behind a preposition: behind articles and what says how it is.
func (t *stretch) partAfter(k int) int {
	if j := t.pastArticle(k); j > k {
		if _, n := t.role(j); n > 0 {
			return j
		}
	}
	return t.afterArticle(k)
}

func (t *stretch) afterArticle(k int) int {
	for t.is(k, cArticle) > 0 || (t.is(k, cQuality) > 0 || t.is(k, cAmount) == 1 || t.is(k, cGrade) == 1) && t.is(k, cNoun) == 0 && t.word(k+1) {
		k++
	}
	return k
}

// subject gives the part that a clause names: "the tail is", "a collar of white rabbit", "no
// throat". A part behind a preposition only says where something stands, and one within a
// material's name is of that.
func (t *stretch) subject(c clause, next clause) string {
	if label := t.subjectByWords(c); label != "" {
		return label
	}
	if c.chunks[0].kind == kStandsFor && t.low(c.from()) == "who" { // "for those who find upright wings a trial"
		return ""
	}
	if k := t.afterArticle(c.from()); t.low(k) == lexicon.Dubbing && (t.is(k+1, cAuxiliary) > 0 && c.has(kThing) || c.first && k+1 == c.to() && k > c.from()) { // "dubbing is olive seal"
		return "body"
	}
	verb := false
	for i, x := range c.chunks {
		switch x.kind {
		case kAct, kAuxiliary:
			verb = true
			continue
		}
		if i == 2 && x.kind == kPart && c.chunks[0].kind == kTurns && c.chunks[1].kind == kPreposition && c.chunks[1].word == "of" { // "four turns of the rib lay over it"
			return x.word
		}
		if i > 0 && (c.chunks[i-1].kind == kPreposition || c.chunks[i-1].kind == kNegation && i > 1 || c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActCovers) {
			continue
		}
		if i > 0 && c.chunks[i-1].kind == kAnd && t.between(c, i) { // "between it and the bead"
			continue
		}
		if x.kind == kPart && alongWords[t.low(x.from-1)] { // "wound together down the body"
			continue
		}
		at, end := x.from, x.to
		switch x.kind {
		case kThing:
			if p := x.thing; p.of && p.unitA >= 0 {
				at, end = p.unitA, p.unitA+1
			} else if p.of {
				continue
			}
		case kPart, kPlain, kElsewhat, kPrepared, kUnread, kAbsent, kNegation:
		default:
			continue
		}
		if v, ok := t.partAmong(c, next, verb, i, x, at, end); ok {
			return v
		}
	}
	return ""
}

// subjectByWords gives the part that a clause names in a set way: by a label of two words, "a body of …", "put on the wing".
func (t *stretch) subjectByWords(c clause) string {
	for k := c.from(); k < c.to(); k++ { // labels of two words: "a wing case of olive raffia"
		if label, n := t.role(k); n > 1 && (k == c.from() || t.is(k-1, cPreposition) == 0 && t.is(k-2, cPreposition) == 0) && !t.threadOf(c, k, label) {
			return label
		}
	}
	for k := c.from() + 1; k < c.to(); k++ { // "a body of black floss"
		if label, n := t.role(k); n > 0 && t.low(k+n) == "of" && (t.oneBefore(k) || t.oneBefore(k-1) && k-1 > c.from() && t.is(k-1, cQuality)+t.is(k-1, cTurnQuality)+t.is(k-1, cGrade)+t.is(k-1, cAmount) > 0) && !everyday[label] {
			return label
		}
	}
	for k := c.from() + 1; k+2 < c.to(); k++ { // "I put on the wing"
		if puts[t.low(k)] && t.low(k+1) == "on" && t.is(k-1, cPerson) > 0 {
			if label := t.partNamed(k+2, c.to()); label != "" {
				return label
			}
		}
	}
	return ""
}

// tellsOf tells a clause that says of what the part named before it is: ", a hen feather".
func (c clause) tellsOf() bool {
	return len(c.chunks) > 0 && !c.first && c.open == "," && c.chunks[0].kind == kThing && c.chunks[0].thing.noun && !c.chunks[0].thing.definite && !c.has(kAct, kAuxiliary, kPerson)
}

// partAmong gives the part that one of the words of a chunk names as what the clause is about.
func (t *stretch) partAmong(c, next clause, verb bool, i int, x chunk, at, end int) (string, bool) {
	for k := at; k < end; k++ {
		label, n := t.role(k)
		if base, ok := strings.CutSuffix(t.low(k), "'s"); ok && n == 0 && (t.is(k+1, cArticle) > 0 || t.describes(k+1) && k == t.pastArticle(c.from()) && c.first) { // "the body's a pale olive biot", "The body's pink floss"
			if std, is := role.Find(base); is && (std.Form == role.FormWound || std.Form == role.FormCollar && c.first || std.Form == role.FormHook && (t.sizeNear(c) || len(next.chunks) > 0 && t.sizeNear(next))) {
				return base, true
			}
		}
		if n == 0 || k+n > end || x.kind == kPrepared && k > x.from || x.kind == kThing && t.withinName(x.from, k) {
			continue
		}
		std, ok := role.Find(label)
		counted := x.kind == kThing && (x.thing.count != nil || x.thing.amount != "") || i > 0 && c.chunks[i-1].kind == kLength && c.chunks[i-1].l.Of == measure.MM
		switch {
		case !ok, std.Name == role.Thread && t.low(k+n) == "of", // "a thread of gold"
			std.Name == role.Thread && t.is(k+n, cAuxiliary) == 0 && !(x.kind == kThing && x.thing.definite && t.low(k-2) == "let"): // "then let the thread go back up"
			continue
		case t.is(k, cAct) > 0 && k == c.from() && t.is(k+n, cArticle) > 0: // "varnish the head"
			continue
		case std.Name == role.Eyes:
			if !counted && !(c.first && (i == 0 || i == 1 && (c.chunks[0].kind == kPrepared || c.chunks[0].kind == kPlain && (i+1 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary || i+1 == len(c.chunks) && len(next.chunks) > 0 && t.low(next.from()) == "which")))) && !t.putOn(c, i) || t.low(k) == lexicon.CountEye {
				continue
			}
		case everyday[label] && !(k+n == c.to() && t.low(k-1) == "the" && i > 0 && c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActTies && std.Form == role.FormPost) && (t.low(k-1) != "the" || t.is(k+n, cAuxiliary)+t.is(k+n, cAct) == 0 && (t.is(k+n, cArticle) == 0 || t.is(k-2, cAnd) == 0)):
			continue
		case std.Form == role.FormHook && whereOnly[t.low(t.beforeArticle(k))]: // "tied under the hook"
			continue
		case std.Form == role.FormHook:
			if !t.sizeNear(c) && (len(next.chunks) == 0 || !t.sizeNear(next)) {
				continue
			}
		case k+n < x.to && t.is(k+n, cNoun)+t.is(k+n, cCounted) > 0, std.Form == role.FormCollar && x.kind == kThing && x.thing.unit == lexicon.CountFibre: // "hackle fibres": a material
			continue
		case verb && std.Form == role.FormCollar && x.kind == kPart && i == len(c.chunks)-1 && i > 1 && c.first && c.chunks[i-1].kind == kAuxiliary && c.chunks[0].kind == kThing && c.chunks[0].thing.noun: // "A small brown hen feather is the hackle"
		case verb && std.Form == role.FormCollar && x.kind == kPart && !(i > 0 && i == len(c.chunks)-1 && c.chunks[i-1].kind == kAct && (c.chunks[i-1].word == lexicon.ActBrings || t.tiesIn(c.chunks[i-1].from) || c.chunks[i-1].word == lexicon.ActWinds && next.tellsOf())): // but "now came the hackle", "she ties in the hackle", "she winds the hackle, a hen feather"
			continue
		case std.Name == role.Finish && i > 0 && c.chunks[i-1].kind == kNegation: // "no varnish today"
			continue
		}
		if std.Name == role.Hackle && t.alongBody(c) {
			return "body hackle", true
		}
		return label, true
	}
	return "", false
}

// between tells a clause that names two places, up to a chunk, something is put between.
func (t *stretch) between(c clause, to int) bool {
	for k := c.from(); k < c.chunks[to].from; k++ {
		if t.low(k) == "between" {
			return true
		}
	}
	return false
}

// withinName tells whether a word belongs to a name that begins before it: the tail of "pheasant tail".
func (t *stretch) withinName(from, k int) bool {
	for j := from; j < k; j++ {
		if n := t.is(j, cName); n > 1 && j+n > k {
			return true
		}
	}
	return false
}

// within tells whether a word of a class stands in a clause.
func (t *stretch) within(c clause, of class) bool {
	for k := c.from(); k < c.to(); k++ {
		if t.is(k, of) > 0 {
			return true
		}
	}
	return false
}

// nounOf gives the word that a chunk about a thing goes by: its last noun, or its last word.
func (t *stretch) nounOf(x chunk) string {
	for k := x.to - 1; k >= x.from && x.kind == kThing; k-- {
		if t.is(k, cNoun) > 0 {
			return t.low(k)
		}
	}
	return t.low(x.to - 1)
}

// oneBefore tells an article of one thing right before a token.
func (t *stretch) oneBefore(k int) bool { return t.low(k-1) == "a" || t.low(k-1) == "an" }

// partWished gives the part that a clause is about which says who wants it: "if you want a hot spot".
func (t *stretch) partWished(c clause) string {
	if c.kind != saysCase || !c.has(kPerson, kOthers) || !c.has(kAct) {
		return ""
	}
	for k := c.from() + 1; k < c.to(); k++ {
		if label := t.partNamed(k, c.to()); label != "" {
			return label
		}
	}
	return ""
}

// beforeArticle gives the token before a noun and its article.
func (t *stretch) beforeArticle(k int) int {
	if k--; t.is(k, cArticle) > 0 {
		k--
	}
	return k
}

// strangePart gives a part that nobody knows where a sentence says what it is of: "The breathers at the
// tail are a few strands of white yarn".
func (t *stretch) strangePart(c clause) string {
	if !c.first || len(c.chunks) < 4 || c.chunks[0].kind != kPlain || t.is(c.from(), cArticle) == 0 || c.chunks[1].kind != kUnread || c.chunks[1].to-c.chunks[1].from != 1 {
		return ""
	}
	k := c.where(kAuxiliary)
	if k < 2 || k+1 >= len(c.chunks) || c.chunks[k+1].kind != kThing || !c.chunks[k+1].thing.noun || c.chunks[k+1].thing.definite || t.low(c.chunks[k].from) != "is" && t.low(c.chunks[k].from) != "are" && t.low(c.chunks[k].from) != "was" && t.low(c.chunks[k].from) != "were" {
		return ""
	}
	for _, x := range c.chunks[2:k] {
		if x.kind != kPreposition && x.kind != kPlace && x.kind != kPart && x.kind != kPlain {
			return ""
		}
	}
	return role.Label(t.text(c.chunks[1].from, c.chunks[1].to))
}

// partLeftOut gives the part that a clause leaves out: "he leaves the flash out".
func (t *stretch) partLeftOut(c clause) string {
	for k := c.from(); k < c.to(); k++ {
		if t.is(k, cLeaves) == 0 {
			continue
		}
		label, n := t.role(t.pastArticle(k + 1))
		if after := t.low(t.pastArticle(k+1) + n); n > 0 && (after == "out" || after == "off" || after == "away") {
			return label
		}
	}
	return ""
}

// nounIn tells whether a piece names a material.
func (t *stretch) nounIn(p piece) bool {
	for k := p.from; k < p.to; k++ {
		if t.is(k, cNoun) > 0 {
			return true
		}
	}
	return false
}

// coversShank tells a clause in which the shank or the hook is covered with something other than thread.
func (t *stretch) coversShank(c clause, last string) bool {
	k := c.where(kAct)
	i := c.where(kThing)
	if k < 0 || i < k+2 || c.chunks[i].thing.lastNoun == material.Thread || c.chunks[i].thing.definite || !c.chunks[i].thing.noun || c.chunks[i-1].kind != kPreposition || c.chunks[i-1].word != "with" && c.chunks[i-1].word != "in" {
		return false
	}
	if t.is(c.chunks[k].from, cWrapsOver) == 0 {
		return false
	}
	j := t.pastArticle(c.chunks[k].to)
	if std, _ := role.Find(last); t.low(j) == "it" && (std.Name == role.Thread || std.Name == role.Hook) { // "Run the thread to the bend. Cover it with one strand of herl"
		return true
	}
	for ; j < c.chunks[i].from; j++ {
		if t.low(j) == string(measure.Shank) || t.low(j) == role.Hook {
			return true
		}
	}
	return false
}

// leavesBare tells a clause that leaves some of the shank bare.
func (t *stretch) leavesBare(c clause) bool {
	i := c.where(kLength)
	k := c.where(kAct)
	return i > k && k >= 0 && t.is(c.chunks[k].from, cLeaves) > 0 && t.is(c.chunks[i].to, cBare) > 0
}

// madeBoth gives the two parts of "silver wire made the tag and red wool the tail", and the place of
// the word between them; 0 where a clause is not of that form.
func (t *stretch) madeBoth(c clause) (first, second string, joint int) {
	if n := len(c.chunks); n != 6 || c.chunks[0].kind != kThing || c.chunks[1].kind != kAct || c.chunks[2].kind != kPart || c.chunks[3].kind != kAnd || c.chunks[4].kind != kThing || c.chunks[5].kind != kPart {
		return "", "", 0
	}
	return c.chunks[2].word, c.chunks[5].word, 3
}

// subjectOf gives the part that the sentence of clause i begins with.
func (t *stretch) subjectOf(all []clause, i int) string {
	for i > 0 && !all[i].first {
		i--
	}
	if k := all[i].where(kPart); k == 0 {
		return all[i].chunks[0].word
	}
	return ""
}

// bodyWithin gives where a clause about the thread goes on to a part, "… and with it a body of hare's
// ear", and which part; 0 where it does not.
func (t *stretch) bodyWithin(c clause) (int, string) {
	first := c.chunks[0]
	if !(first.kind == kThing && first.thing.definite && first.thing.lastNoun == material.Thread || first.kind == kPart && first.word == role.Thread) {
		return 0, ""
	}
	for k := first.to; k+2 < c.to(); k++ {
		if label, n := t.role(k + 1); t.low(k) == "a" && n == 1 && t.low(k+2) == "of" {
			return k, label
		}
	}
	return 0, ""
}

// nounElse tells whether a piece names a material other than by the part's own name.
func (t *stretch) nounElse(p piece, own string) bool {
	for k := p.from; k < p.to; k++ {
		if t.is(k, cNoun)+t.is(k, cName) > 0 && t.low(k) != own {
			return true
		}
	}
	return false
}

// toMake gives the part that a clause says something is done for: "to make a head".
func (t *stretch) toMake(c clause) string {
	for k := c.from(); k+1 < c.to(); k++ {
		if !toMakes[t.low(k)] {
			continue
		}
		if label := t.partNamed(k+1, c.to()); label != "" {
			return label
		}
	}
	return ""
}

// wholeFeather tells a piece about a feather that is no slip.
func (t *stretch) wholeFeather(p piece) bool {
	for k := p.from; k < p.to; k++ {
		if wholeFeathers[t.low(k)] {
			return true
		}
	}
	return false
}

// beside tells a clause in which something goes outside or inside what was told.
func (t *stretch) beside(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if w := t.low(k); w == "outside" || w == "inside" || w == "beside" {
			return true
		}
	}
	return false
}

// onlyThread tells a clause whose things are thread and varnish.
func (t *stretch) onlyThread(c clause) bool {
	for _, x := range c.chunks {
		if x.kind == kThing && x.thing.lastNoun != material.Thread && x.thing.lastNoun != material.Varnish {
			return false
		}
		if _, n := t.role(t.pastArticle(x.from)); n > 1 || n == 1 && t.low(t.pastArticle(x.from)+1) == "of" {
			return false
		}
	}
	return true
}

// beadWithin is the place of the "with" behind which a clause about the hook names a bead, 0 where it does not.
func (t *stretch) beadWithin(c clause) int {
	if !(c.chunks[0].kind == kPart && c.chunks[0].word == role.Hook) && !t.mentionsPart(c, role.Hook) || !t.sizeNear(c) {
		return 0
	}
	k := 0
	for i, x := range c.chunks {
		if x.kind == kPreposition && x.word == "with" && i > 0 {
			k = i
		}
		if k > 0 && x.kind == kThing && x.thing.lastNoun == material.Bead {
			return k
		}
	}
	return 0
}

// dubsThread tells a clause that dubs the thread with something.
func (t *stretch) dubsThread(c clause) bool {
	thread, dubs := false, false
	for i, x := range c.chunks {
		switch {
		case x.kind == kThing && x.thing.definite && x.thing.lastNoun == material.Thread:
			thread, dubs = true, dubs || strings.HasPrefix(t.low(x.to-1), "dub")
		case x.kind == kThing && thread && i > 0 && x.thing.lastNoun == material.Fur:
			return dubs
		case x.kind == kAct || x.kind == kPrepared:
			dubs = dubs || strings.HasPrefix(t.low(x.from), "dub")
		}
	}
	return false
}

// buttsWorked tells a clause that goes on with the butts of what was tied in, for a part not named yet.
func (t *stretch) buttsWorked(c clause) bool {
	if !c.first || c.has(kPart, kThing, kPlace, kEnd) {
		return false
	}
	for k := c.from() + 1; k+1 < c.to(); k++ {
		if t.is(k, cArticle) > 0 && t.is(k+1, cButtEnd) > 0 && (t.is(k-1, cWorked) > 0 || t.is(k-1, cPreparation) > 0 || t.act(k-1) == lexicon.ActWinds) {
			return true
		}
	}
	return false
}

// act gives the deed of a verb, "" where a token is none.
func (t *stretch) act(k int) string {
	v, _ := t.as(k, cAct)
	return v
}

// threadOf tells a label that is only what another part is made of: "her body is black tying thread".
func (t *stretch) threadOf(c clause, k int, label string) bool {
	std, _ := role.Find(label)
	i := c.where(kPart)
	return std.Name == role.Thread && i >= 0 && c.chunks[i].to < k
}

// alongBody tells a hackle that goes along the body: it follows the rib, or lies over the fur.
func (t *stretch) alongBody(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		switch word := t.low(k); {
		case follows[word] && !(c.first && c.chunks[0].kind == kThing && !c.chunks[0].thing.definite && c.chunks[len(c.chunks)-1].kind == kAct): // but "A brown hen hackle follows"
			return true
		case word == "to": // "wound back to the tail"
			if label, n := t.role(t.pastArticle(k + 1)); n > 0 && label == role.Tail && t.wound(c) && t.is(k-1, cBackAgain) > 0 {
				return true
			}
		}
	}
	return false
}

// made gives the part that what was named is made into: "make the wings".
func (t *stretch) made(c clause) string {
	for i, x := range c.chunks {
		if i+1 >= len(c.chunks) {
			break
		}
		if x.kind == kAct && x.word == lexicon.ActWinds { // "and wound an abdomen with it"
			for k := x.to; k+2 < c.to(); k++ {
				if label, n := t.role(k); n > 0 && t.oneBefore(k) && t.low(k+n) == "with" && t.is(k+n+1, cStandsFor) > 0 {
					return label
				}
			}
		}
		if serves[t.low(x.from)] && t.low(x.to) == "as" && c.to() == x.to+2 && i > 0 { // "a tuft of white yarn serves as breathers"
			return role.Label(t.text(x.to+1, x.to+2))
		}
		if !becomes[t.low(x.from)] {
			continue
		}
		for _, y := range c.chunks[i+1 : min(i+3, len(c.chunks))] {
			if label, n := t.role(t.afterArticle(y.from)); n > 0 && t.is(y.from, cArticle) > 0 && label != role.Hook {
				return label
			}
			if k := t.pastArticle(y.from); i > 0 && k > y.from && k+1 == c.to() && t.word(k) && len(t.senses[k]) == 0 && c.chunks[0].kind == kThing { // "Short tufts of white yarn make the breathers"
				return role.Label(t.text(k, k+1))
			}
		}
	}
	return ""
}

// lastPart gives the part that a clause names last.
func (t *stretch) lastPart(c clause) string {
	for i := len(c.chunks) - 1; i >= 0; i-- {
		if c.chunks[i].kind == kPart {
			return c.chunks[i].word
		}
		if k := c.chunks[i].from; (c.chunks[i].kind == kUnread || c.chunks[i].kind == kPlain) && t.is(k-1, cArticle) > 0 { // "a tag, which is one turn of gold wire"
			if label, n := t.role(k); n > 0 && !everyday[label] {
				return label
			}
		}
		if k := c.chunks[i].kind; k == kPlace || k == kLength || k == kEnd {
			if label, n := t.role(c.chunks[i].to - 1); n > 0 {
				return label
			}
		}
	}
	return ""
}

// definiteHackle tells whether a piece speaks of a hackle that was named before.
func (t *stretch) definiteHackle(p piece) bool {
	for k := p.from; k+1 < p.to; k++ {
		if t.is(k, cArticle) > 0 && t.low(k+1) == role.Hackle && t.low(k) == "the" {
			return true
		}
	}
	return false
}

// sizeNear tells whether a clause holds a number that can be a size.
func (t *stretch) sizeNear(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if _, _, ok := t.sizeAt(k); ok {
			return true
		}
	}
	return false
}

// byWord gives the part that a word of work names.
func (t *stretch) byWord(c clause) string {
	for k := c.from(); k < c.to(); k++ {
		switch l := t.low(k); {
		case l == role.Rib && k > c.from() && t.is(k-1, cThen)+t.is(k-1, cAnd) > 0 && k-1 == c.from() && t.is(k+1, cNoun) == 0 && c.has(kThing):
			return role.Rib
		case ribbers[l] || l == role.Rib && t.is(k-1, cNoun)+t.is(k-1, cColour) > 0 || l == role.Rib && t.is(k-1, cArticle) == 0 && (k == c.from() || k == c.from()+1 && t.is(k-1, cAnd) > 0 || t.is(k-1, cPerson) > 0):
			return "rib"
		case l == lexicon.Whip && finishers[t.low(k+1)] && (t.is(k, cEndsFly) > 1 || c.has(kTurns)):
			return "head"
		case l == role.Rib+"s" && k > c.from() && k+1 < c.to() && (t.is(k+1, cStandsFor) > 0 || t.is(k+1, cArticle) > 0 && t.is(k-1, cArticle) == 0): // "Oval silver ribs all of it"
			return role.Rib
		case t.is(k, cEndsFly) > 0 && c.has(kPerson) && c.has(kThing) && t.is(k+1, cStandsFor) > 0 && t.onlyThread(c): // "He finished it with brown silk and clear varnish"
			return role.Head
		case t.is(k, cEndsFly) > 0 && t.is(k+1, cArticle) > 0 && t.low(t.afterArticle(k+1)) == role.Head: // "He finished the head with black thread"
			return role.Head
		case t.is(k, cEndsFly) > 1 && c.first && !c.has(kThing, kPart, kPlace, kLength) && c.has(kPerson), // "He whipped off and varnished"
			t.is(k, cEndsFly) > 0 && (c.has(kTurns) || c.has(kTimes)) && !c.has(kThing): // "she finished with five turns"
			return role.Head
		case (l == role.Hackle || l == role.Wing) && k == c.from() && (t.low(k+1) == "it" || t.low(k+1) == "with"): // "hackle it with"
			return l
		case palmers[l] && !t.ofWound(c, k):
			return "body hackle"
		}
	}
	return ""
}

// ofWound tells a clause that is about a body, of which it tells before a word that it is ribbed or palmered.
func (t *stretch) ofWound(c clause, k int) bool {
	std, _ := role.Find(t.subject(c, clause{}))
	return std.Form == role.FormWound && c.where(kThing) >= 0 && c.chunks[c.where(kThing)].from < k && c.has(kAuxiliary)
}

// styleFirst gives where a style of hook stands in a clause that names no material, 0 where none does.
func (t *stretch) styleFirst(c clause) int {
	if t.hasNoun(c) {
		return 0
	}
	for k := c.from() + 1; k < c.to(); k++ {
		if hookStyles[t.low(k)] != "" && t.is(k-1, cArticle) > 0 {
			return k
		}
	}
	return 0
}

// byAct gives the hook, where a clause speaks of a size that it is tied on.
func (t *stretch) byAct(c clause) string {
	size := -1
	for k := c.from(); k < c.to(); k++ {
		if _, n := t.number(k); n > 1 && t.low(k+1) != "or" && t.low(k+1) != "to" {
			continue
		}
		if a, _, ok := t.sizeAt(k); ok && a >= 2 && !t.otherThan(k) {
			size = k
		}
	}
	if size < 0 || c.has(kTurns) || t.hasNoun(c) && !t.nounOfHook(c) {
		return ""
	}
	if first := c.chunks[0]; first.kind == kAct && (first.word == lexicon.ActBrings || first.word == lexicon.ActHolds || first.word == lexicon.ActWinds && t.is(first.from, cHandsOn) > 0) && t.is(first.to, cArticle) > 0 && t.pastArticle(first.to) <= size && c.first && !c.has(kThing) && size <= c.from()+6 { // "Take a 14 or a 16."
		return role.Hook
	}
	for k := c.from(); k < c.to(); k++ {
		if hookWords[t.low(k)] && k < size {
			return "hook"
		}
		if hookStyles[t.low(k)] != "" || t.low(k) == string(measure.Shank) || sizeWords[t.low(k)] || t.low(k) == "on" && t.low(k+1) == "a" || t.low(k) == "on" && k+1 == size {
			return "hook"
		}
	}
	if t.low(size-1) == "#" || strings.HasSuffix(t.low(size), "s") && !t.word(size) {
		return "hook"
	}
	return ""
}

// nounOfHook tells a clause whose only material is the wire of its hook: "on a heavy wire 12".
func (t *stretch) nounOfHook(c clause) bool {
	for _, x := range c.chunks {
		if x.kind != kThing || !x.thing.noun {
			continue
		}
		of := false
		for k := x.from; k < x.to; k++ {
			of = of || t.is(k, cHookSpec) > 1 && k+t.is(k, cHookSpec) >= x.to
		}
		if !of {
			return false
		}
	}
	return true
}

// spoken gives the part that a definite thing was named for before: "the tinsel follows it".
func (r *reader) spoken(t *stretch, c clause, before []piece) string {
	if k := c.where(kPerson); k > 1 && c.chunks[0].kind == kPreposition && c.chunks[0].word == "with" && !slices.ContainsFunc(c.chunks[1:k], func(x chunk) bool { return x.kind != kPlain && x.kind != kElsewhat }) { // "With a needle he picked out the fur underneath"
		c.chunks = c.chunks[k:]
	}
	for i, x := range c.chunks {
		if x.kind == kThing && i == 2 && c.chunks[0].kind == kTurns && c.chunks[1].kind == kPreposition && c.chunks[1].word == "of" && x.thing.noun && c.has(kAct) { // "Eight turns of mono held it all"
			for _, p := range before {
				if std, _ := role.Find(p.label); std.Form == role.FormRib && t.mentions(p, t.nounOf(x)) {
					return p.label
				}
			}
		}
		if x.kind == kPreposition && i == 1 && c.chunks[0].kind == kTurns { // "five turns of the tinsel"
			continue
		}
		if i > 0 && c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActCovers { // "cover the lead and run on to the bend"
			return ""
		}
		if x.kind == kPreposition && x.word == "with" && i == 0 && len(c.chunks) > 1 && c.chunks[1].kind == kThing && c.chunks[1].thing.definite && !c.first && (c.has(kTurns) || c.has(kSpacing) || t.within(c, cTurns)) { // ", with the twist over it in open turns"
			continue
		}
		if x.kind == kPreposition && x.word == "with" && i > 1 && c.chunks[i-1].kind == kStandsFor && c.chunks[i-2].kind == kAct && c.chunks[i-2].word == lexicon.ActWinds { // "and followed it with the thread"
			continue
		}
		if x.kind == kPreposition && x.word == "with" && i > 0 && c.chunks[i-1].kind == kAct && c.chunks[i-1].word == lexicon.ActWinds { // "and followed with the wire"
			continue
		}
		if x.kind == kPreposition || x.kind == kAct && x.to > x.from+1 && t.is(x.to-1, cPreposition) > 0 { // "wound through the mole"
			return ""
		}
		if x.kind != kThing && x.kind != kPart {
			continue
		}
		k := t.afterArticle(x.from)
		if k == x.from {
			return ""
		}
		if label := t.spokenLoosely(c, x, before); label != "" {
			return label
		}
		if x.kind == kThing && x.thing.lastNoun == material.Thread && (spoken(before, "thread") || c.has(kAct) && !t.wound(c)) {
			return "thread"
		}
		for _, p := range ribFirst(c, before) {
			for j := p.from; j < p.to; j++ {
				if singular(t.low(j)) == singular(t.nounOf(x)) && (t.is(j, cNoun) > 0 || t.counts(j) != "" && t.counts(j) != lexicon.CountFibre && t.counts(j) != lexicon.CountStrand || material.IsMetal(t.low(j)) && p.label == role.Rib || (t.is(j, cColour) > 0 || t.is(j, cAdjective) > 0) && x.kind == kThing && x.thing.definite && !x.thing.noun && (p.label == role.Rib || p.label == role.Flash)) && p.label != "" && p.label != role.Hook {
					return p.label
				}
			}
		}
		return ""
	}
	return ""
}

// spokenLoosely gives the part of fibres and threads that are told without what they are of.
func (t *stretch) spokenLoosely(c clause, x chunk, before []piece) string {
	if x.kind == kThing && x.thing.definite && !x.thing.noun && x.thing.unit == lexicon.CountFibre && t.wound(c) { // "wound the fibres forward", which were left "for the abdomen"
		for _, p := range slices.Backward(before) {
			if std, _ := role.Find(p.label); std.Form == role.FormWound && t.mentions(p, "fibres") {
				return p.label
			}
		}
	}
	if x.kind == kThing && x.thing.lastNoun == material.Thread && c.has(kTurns) { // "and followed it with the thread in six turns", of which the rib is
		for _, p := range before {
			if std, _ := role.Find(p.label); std.Form == role.FormRib && t.mentions(p, t.nounOf(x)) {
				return p.label
			}
		}
	}
	return ""
}

// byMaterial gives the part that a material is for where nothing else says so: thread that is
// run on, a tinsel or a wire that is caught in, a feather from a neck.
func (t *stretch) byMaterial(list []chunk, last string) string {
	for i, x := range list {
		if x.kind != kThing || x.thing.definite {
			continue
		}
		if i > 0 && list[i-1].kind == kPreposition && list[i-1].word != "with" && list[i-1].word != "of" {
			return ""
		}
		p := x.thing
		name := strings.Join(p.name, " ")
		if material.KindOf(name) == material.Weight && (last != role.Bead || slices.ContainsFunc(list, func(x chunk) bool { return x.kind == kTurns })) { // "ten turns of fine lead wire"
			return "weight"
		}
		switch p.lastNoun {
		case material.Thread:
			if last == role.Hook || last == "" {
				return "thread"
			}
		case material.Tinsel, material.Wire:
			if p.lastNoun == material.Tinsel && strings.HasSuffix(name, "braid") {
				return ""
			}
			if last == role.Hook && p.lastNoun == material.Wire && len(list) == 1 && (len(p.colour) == 0 || t.nounOfHook(clause{chunks: list})) { // "a 14 dry hook, fine wire"
				return role.Hook
			}
			if last != role.Rib && last != role.Body || p.lastNoun == material.Wire && last == role.Body {
				return "rib"
			}
		case material.Flash:
			return "flash"
		case material.Weight:
			if last != role.Bead { // but "a bead, black tungsten"
				return "weight"
			}
		case material.Fibre:
			if p.unit == lexicon.CountFibre && (last == role.Thread || last == role.Hook || last == string(material.Weight) || last == role.Bead || last == "") {
				return "tail"
			}
		case material.Hackle:
			if strings.Contains(name, "hackle") && p.unit != lexicon.CountFibre {
				return "hackle"
			}
		}
	}
	return ""
}

// hasNoun tells whether a clause names a material.
func (t *stretch) hasNoun(c clause) bool {
	for _, x := range c.chunks {
		if x.kind == kThing && x.thing.noun {
			return true
		}
	}
	return false
}

// threadFirst tells whether the first material of a clause is a thread that is put to use.
func (t *stretch) threadFirst(c clause) bool {
	for i, x := range c.chunks {
		if x.kind == kThing && x.thing.noun {
			if i > 1 && c.chunks[i-1].kind == kPreposition && c.chunks[i-1].word == "of" && c.chunks[i-2].kind != kTurns && !x.thing.definite { // "built a slope of brown thread"
				_, part := t.role(c.chunks[i-2].from)
				return x.thing.lastNoun == material.Thread && part == 0
			}
			return x.thing.lastNoun == material.Thread && (i == 0 || c.chunks[i-1].kind != kPreposition)
		}
	}
	return false
}

// asBefore gives a label as it was written first: "tails" where "the tail" is spoken of again.
func asBefore(label string, before []piece) string {
	std, ok := role.Find(label)
	for _, p := range before {
		if first, is := role.Find(p.label); ok && is && first.Name == std.Name && (std.Name == label && p.label != "" || strings.HasPrefix(label, "the ")) {
			return p.label
		}
	}
	return label
}

func spoken(list []piece, label string) bool {
	for _, p := range list {
		if p.label == label {
			return true
		}
	}
	return false
}

// labelled1 tells whether a line begins with a label and what parts it from its text.
func (r *reader) labelled1(s string, start int) bool {
	toks := lexFrom(s, start)
	if len(toks) == 0 {
		return false
	}
	g, _, ok := r.labelAt(s, toks, 0, true, "", false)
	return ok && strings.ContainsAny(s[g.labelStart:g.labelEnd], ":=|\t—–-.")
}

// onHook gives where the words about the hook begin in a clause: behind the names of people and
// flies.
func (t *stretch) onHook(c clause) int {
	for k := c.from(); k < c.to(); k++ {
		if (t.low(k) == "on" || t.low(k) == "in" || t.low(k) == "for") && !t.capital(k+1) {
			j := t.pastArticle(k + 1)
			for j < c.to() && j < k+6 {
				if _, _, ok := t.sizeAt(j); ok || hookStyles[t.low(j)] != "" || sizeWords[t.low(j)] {
					return k
				}
				j++
			}
		}
	}
	return c.from()
}

// stands tells whether what a clause brings stands up, as it or the rest of the sentence says
// before anything else is done.
func (t *stretch) stands(all []clause, at int) bool {
	for i := at; i < len(all) && (i == at || !all[i].first && !all[i].has(kAct)); i++ {
		for k := all[i].from(); k < all[i].to(); k++ {
			if t.is(k, cStandsUp) > 0 {
				return true
			}
		}
	}
	return false
}
