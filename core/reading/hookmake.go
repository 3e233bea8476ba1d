package reading

import (
	"fmt"
	"regexp"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// hookWord reads what a word or two say of a hook at token i: its shank, wire, style, barb or
// eye. The chunk's word is the field, its basis the value.
func (t *stretch) hookWord(i int) (chunk, bool) {
	l, next := t.low(i), t.low(i+1)
	is := func(n int, field, value string) (chunk, bool) {
		return chunk{kind: kHookWord, from: i, to: i + n, word: field, basis: value}, true
	}
	if (l == "long" || l == "short") && i+2 < len(t.toks) && t.toks[i+1].Kind == measure.Number && t.low(i+2) == "x" && t.toks[i+2].Joined { // "long 2X"
		return is(3, "shank", next+"X"+strings.ToUpper(l[:1]))
	}
	if m := shankWord.FindStringSubmatch(l); m != nil {
		return is(1, "shank", m[1]+"X"+strings.ToUpper(m[2][:1]))
	}
	if m := wireWord.FindStringSubmatch(l); m != nil {
		return is(1, "wire", m[1]+"X"+wireCode(m[2]))
	}
	if c, ok := t.oddLength(i); ok {
		return c, true
	}
	if n, k := t.numberX(i); k > 0 {
		for j := i - 1; j > i-4 && t.atEnd(i+k); j-- { // "with a long shank, 2X"
			if w := t.low(j); w == "long" || w == "short" {
				return is(k, "shank", n+"X"+strings.ToUpper(w[:1]))
			}
		}
		switch w := t.low(i + k); {
		case w == "long" || w == "longer" || w == "l" || w == "short" || w == "shorter" || w == "s":
			if t.low(i+k+1) == "shank" {
				k++
			}
			return is(k+1, "shank", n+"X"+strings.ToUpper(w[:1]))
		case wireWeights[w]:
			if t.low(i+k+1) == string(material.Wire) {
				k++
			}
			return is(k+1, "wire", n+"X"+wireCode(w))
		}
	}
	if l == "shank" && (next == "long" || next == "short") && t.low(i+2) == "by" { // "with the shank long by two numbers"
		if v, n := t.number(i + 3); n > 0 && v.Low >= 1 {
			k := i + 3 + n
			if numberWords[t.low(k)] || sizeWords[t.low(k)] {
				k++
			}
			return is(k-i, "shank", v.String()+"X"+strings.ToUpper(next[:1]))
		}
	}
	if v, n := t.barb(i); n > 0 {
		return is(n, "barb", v)
	}
	if v, n := t.as(i, cHookSpec); n > 0 {
		cut := strings.LastIndexByte(v, ' ')
		return is(n, v[:cut], v[cut+1:])
	}
	if v := hookStyles[l]; v != "" {
		return is(1, "style", v)
	}
	return chunk{}, false
}

// oddLength reads how long a shank or how heavy a wire is in words: "two sizes long", "three times extra long".
func (t *stretch) oddLength(i int) (chunk, bool) {
	is := func(n int, field, value string) (chunk, bool) {
		return chunk{kind: kHookWord, from: i, to: i + n, word: field, basis: value}, true
	}
	if v, n := t.number(i); n > 0 && v.Low >= 1 && v.Low <= 8 && (sizeWords[t.low(i+n)] || numberWords[t.low(i+n)]) { // "two sizes long in the shank"
		w := t.low(i + n + 1)
		if w == "long" || w == "longer" || w == "short" || w == "shorter" {
			k := n + 2
			if t.low(i+k) == "in" && t.low(i+k+1) == "the" && t.low(i+k+2) == "shank" {
				k += 3
			}
			return is(k, "shank", v.String()+"X"+strings.ToUpper(w[:1]))
		}
	}
	if v, n := t.number(i); n > 0 && oneMore[t.low(i+n)] && v.Low >= 1 { // "two extra long"
		switch w := t.low(i + n + 1); {
		case w == "long" || w == "short":
			return is(n+2, "shank", v.String()+"X"+strings.ToUpper(w[:1]))
		case wireWeights[w]:
			return is(n+2, "wire", v.String()+"X"+wireCode(w))
		}
	}
	if v, n := t.number(i); n > 0 && v.Low >= 1 && t.low(i+n) == lexicon.Times && oneMore[t.low(i+n+1)] { // "three times extra long"
		if w := t.low(i + n + 2); w == "long" || w == "short" {
			return is(n+3, "shank", v.String()+"X"+strings.ToUpper(w[:1]))
		}
	}
	return chunk{}, false
}

// barb reads what is done to the barb, "the barb was pressed flat", "he filed it off", or that there is none.
func (t *stretch) barb(i int) (string, int) {
	const far = 5 // "barb has been pressed well down"
	named, done, end := false, "", i
	for k := i; k < min(i+far, len(t.toks)) && t.word(k); k++ {
		v := barbDone(t.low(k))
		switch {
		case strings.HasPrefix(t.low(k), "debarb"):
			named = true
		case t.low(k) == string(measure.Barb):
			named = true
		case v == "" && (k == i || t.is(k, cAuxiliary)+t.is(k, cArticle) == 0 && t.low(k) != "its"):
			k = len(t.toks)
			continue
		}
		if v != "" || t.low(k) == string(measure.Barb) {
			end = k + 1
		}
		if v != "" && (done == "" || v == "barbless") { // "pressed" and "down" are one; "taken off" is no "taken"
			done = v
		}
	}
	if !named || done == "" {
		return "", 0
	}
	return done, end - i
}

// barbDone gives what a word of work makes of a barb.
func barbDone(word string) string {
	if v := barbWork[word]; v != "" {
		return v
	}
	for _, f := range lexicon.Forms(word) {
		if v := barbWork[f]; v != "" {
			return v
		}
	}
	return ""
}

func wireCode(w string) string {
	if strings.HasPrefix(w, "f") {
		return "F"
	}
	return "H"
}

// numberX reads "2X" and "2 x".
func (t *stretch) numberX(i int) (string, int) {
	l := t.low(i)
	if m := bareX.FindStringSubmatch(l); m != nil {
		return m[1], 1
	}
	if t.toks[i].Kind == measure.Number && t.low(i+1) == "x" {
		return strings.TrimSuffix(l, "x"), 2
	}
	if t.toks[i].Kind == measure.Number && strings.HasSuffix(strings.ToLower(t.s[t.toks[i].Start:t.toks[i].End]), "x") {
		return strings.TrimRight(l, "x"), 1
	}
	return "", 0
}

// sizeAt reads one size of a hook.
func (t *stretch) sizeAt(i int) (low, high hook.Size, ok bool) {
	if i >= len(t.toks) {
		return 0, 0, false
	}
	tok := t.toks[i]
	if tok.Kind == measure.Number && strings.Contains(tok.Low, "/") { // 10/12
		a, b, _ := strings.Cut(tok.Low, "/")
		x, ex := hook.ParseSize(a)
		y, ey := hook.ParseSize(b)
		return x, y, ex == nil && ey == nil && x >= 2 && y > x
	}
	if base := strings.TrimRight(tok.Low, "thrdns"); base != tok.Low && isDigits(base) && base != "" && sizeWords[t.low(i+1)] { // "of the 7th size"
		if n, err := hook.ParseSize(base); err == nil {
			return n, n, true
		}
	}
	if n := ordinalSizes[tok.Low]; n > 0 && sizeWords[t.low(i+1)] { // "a hook of the tenth size"
		return hook.Size(n), hook.Size(n), true
	}
	v := cardinalWord(tok.Low)
	if v == 0 { // "tens and twelves"
		v = cardinalWord(strings.TrimSuffix(tok.Low, "s"))
	}
	if tok.Kind == measure.Word && v >= 2 && tok.Low != "couple" && tok.Low != "pair" && !strings.HasPrefix(tok.Low, "dozen") {
		return hook.Size(v), hook.Size(v), true
	}
	n, err := hook.ParseSize(strings.TrimRight(tok.Low, "s"))
	return n, n, err == nil && (tok.Kind == measure.Number || strings.Contains(tok.Low, "/0") || isDigits(strings.TrimRight(tok.Low, "s")))
}

// sizesAt reads a size, a range or a list of sizes at token i.
func (t *stretch) sizesAt(i int) (chunk, bool) {
	k := i
	for sizeWords[t.low(k)] || numberWords[t.low(k)] || k > i && t.low(k) == "." || t.low(k) == "about" && k == i || t.low(k) == "say" && k == i {
		k++
	}
	if k > i && (t.low(k) == "a" || t.low(k) == "an") {
		k++
	}
	led := k > i
	at := k
	a, b, ok := t.sizeAt(k)
	if !ok {
		return chunk{}, false
	}
	k++
	for {
		j := k
		for t.low(j) == "to" || t.low(j) == "-" || t.low(j) == "," || t.low(j) == "or" || t.low(j) == "and" || t.low(j) == "&" || t.low(j) == "through" || t.low(j) == "down" || t.low(j) == "#" || t.low(j) == "/" {
			j++
		}
		if j == k {
			break
		}
		if (t.low(j-1) == "to" || t.low(j-1) == "or") && t.is(j, cArticle) > 0 { // "from a 12 to an 18", "a 12 or a 14"
			j++
		}
		x, y, more := t.sizeAt(j)
		if !more || t.otherThan(j) || oneMore[t.low(j+1)] || t.low(k) == "," && t.toks[j].Kind != t.toks[at].Kind || t.low(k) == "or" && strings.Contains(t.low(j), "/0") && x != a && false {
			break
		}
		if t.low(j-1) == "or" && (t.is(j+1, cTowards) > 0 || t.is(j+1, cInCase) > 0 || t.is(j+1, cWhen) > 0) { // "12, or 14 towards evening"
			break
		}
		a, b = min(a, x), max(b, y)
		k = j + 1
	}
	if !led && cardinalWord(t.low(at)) > 0 && a < 6 && t.is(at-1, cArticle) == 0 { // "is three materials"
		return chunk{}, false
	}
	if !led && t.otherThan(at) {
		return chunk{}, false
	}
	if n := measure.OrSo(t.toks, k); n > 0 { // "13 or thereabouts"
		k += n
	}
	c := chunk{kind: kSize, from: i, to: k, low: int(a), top: int(b), word: t.text(at, k)}
	if old := t.low(k + 1); t.low(k) == "old" && (old == "scale" || old == "number" || old == "numbering" || old == "style") || t.low(k) == "," && t.low(k+1) == "old" && t.low(k+2) == "scale" {
		c.basis = "old"
		if t.low(k) == "," {
			k++
		}
		c.to = k + 2
	}
	return c, true
}

// otherThan tells a number that counts something from a hook's size.
func (t *stretch) otherThan(i int) bool {
	next := t.low(i + 1)
	if ordinalSizes[t.low(i)] > 0 && sizeWords[next] { // "of the tenth size"
		return false
	}
	if n := t.is(i+1, cWhatElse); n > 0 && t.is(i+1, cHookPlain) == 0 && t.toks[i].Kind == measure.Word && t.is(i+1, cQuality)+t.is(i+1, cPreposition) == 0 && hookStyles[next] == "" && !hookWords[next] { // "three half hitches"
		return true
	}
	if t.capital(i+1) && t.is(i+1, cMonth) > 0 { // "3 May"
		return true
	}
	if sizeWords[next] || next == "#" || next == "x" && t.toks[i+1].Joined { // "two size 6 hooks"
		return true
	}
	return i+1 < len(t.toks) && (next == "mm" || next == "%" || next == "°" || next == "degree" || next == "degrees" || t.counts(i+1) != "" || t.is(i+1, cTurns) > 0 || next == "of" || next == "years" || next == "minutes" || next == "to" && t.low(i+2) == "the" || t.is(i+1, cNoun) > 0 && t.is(i+1, cHookPlain) == 0)
}

// boxes are words of where hooks come from: "a box of old 13s".
var boxes = regexp.MustCompile(`(?i)\b(box|boxes|packet|packets|pack|batch|tin)\b`)

// readHook reads a line about the hook.
func (m *maker) readHook() {
	p := m.part
	spec := &Hook{}
	p.Hook = spec
	list := m.chunks()
	m.tierOf(list)
	m.all = m.clauses(list)
	m.accounts()
	var all []sizeSaid
	loose := ""
	sizes := 0
	inBracket := false
	for i := range m.all {
		c := m.all[i]
		if c.open == "(" || c.open == "[" {
			inBracket = true
		}
		if c.chunks[0].kind == kCorrects && c.has(kSize) || i > 0 && len(m.all[i-1].chunks) == 1 && m.all[i-1].chunks[0].kind == kCorrects { // "a twelve, no wait, a fourteen"
			all, sizes = nil, 0
		}
		m.hookClause(c, i, inBracket, &loose, func(x chunk, demo bool) {
			if sizes > 0 && m.fishing(c) { // "and said that the fishing size is 14": what came before was only shown
				for k := range all {
					all[k].demo = true
				}
			}
			if sizes > 0 && c.chunks[0].kind == kPreposition { // "on cold days up to an 8"
				x.basis = "elsewhere"
			}
			all = append(all, sizeSaid{x, demo})
			sizes++
		}, sizes)
		if c.shut == ")" || c.shut == "]" {
			inBracket = false
		}
	}
	m.hookSizes(spec, all, loose)
}

// A sizeSaid is a size with what it was said in.
type sizeSaid struct {
	x    chunk
	demo bool
}

// hookSizes keeps the sizes that are the fly's, and leaves those that are only fished or wished for as conditions.
func (m *maker) hookSizes(spec *Hook, all []sizeSaid, loose string) {
	if spec.Shank == "" {
		spec.Shank = loose
	}
	var fishing []chunk
	for _, s := range all {
		if s.demo && (len(all) > 1 || m.d.Sizes != nil) && spec.Demonstration == "" {
			spec.Demonstration = hook.Size(s.x.low).String()
			continue
		}
		fishing = append(fishing, s.x)
	}
	d := &m.d
	for k, s := range fishing {
		switch {
		case k > 0 && s.basis == "elsewhere":
			m.note(s.from, s.to, "kept as a remark")
		case k > 0:
			d.Contradict([]int{m.line}, "", "hook "+fishing[0].word, "hook "+s.word)
		case s.low == s.top:
			spec.Size = hook.Size(s.low).String()
		case d.Sizes == nil:
			d.Sizes = &Sizes{Low: s.low, High: s.top}
		default:
			if *d.Sizes != (Sizes{Low: s.low, High: s.top}) {
				d.Contradict([]int{m.line}, "", fmt.Sprintf("sizes %d to %d", d.Sizes.Low, d.Sizes.High), s.word)
			}
		}
	}
}

// hookClause takes what one clause says of the hook.
func (m *maker) hookClause(c clause, n int, bracket bool, loose *string, add func(chunk, bool), before int) {
	p := m.part
	note := func(meaning string) { m.note(c.from(), c.to(), meaning) }
	sized := c.has(kSize)
	next := clause{}
	if n+1 < len(m.all) {
		next = m.all[n+1]
	}
	switch {
	case c.kind == saysWhy || c.kind == saysCase || c.kind == saysInstead || c.kind == saysSpecimen:
		if c.kind == saysWhy && !m.demo(c) && !c.has(kSays) && m.low(c.from()) == "but" && sized && (before == 0 || m.fishing(c)) {
			break
		}
		note("kept as a remark")
		return
	case c.kind == saysAside && c.has(kOthers) && n == 0 && sized && !c.has(kSays): // "Harold likes a 14"
	case c.kind == saysAside:
		if k := c.where(kSize); k > 0 && m.saidToBe(c, k) { // "he later says that it is a sixteen"
			add(c.chunks[k], false)
		}
		m.hookWhen(c)
		note("kept as a remark")
		return
	case n > 0 && (c.kind == saysElse || c.chunks[0].kind == kOr || c.chunks[0].kind == kElse) && !(sized && before == 0):
		from := c.from()
		for m.is(from, cElse) > 0 || m.is(from, cAnd) > 0 || m.low(from) == "but" {
			from++
		}
		to := c.to()
		if k := c.where(kReplaces); k >= 0 {
			to = c.chunks[k].from
		}
		for m.low(from) == "a" || m.low(from) == "an" {
			if c.chunks[0].kind != kOr && c.chunks[0].kind != kElse {
				from++
				continue
			}
			break
		}
		if to > from && c.has(kSize, kHookWord, kPart, kPlain) && !c.has(kPerson, kOthers, kSays) && (c.has(kSize, kHookWord) || m.stretch.mentionsPart(c, role.Hook) || c.chunks[0].kind != kOr) {
			p.Alternatives = append(p.Alternatives, Material{Name: m.text(from, to)})
		}
		m.take(c.from(), c.to(), asAlternative, "accepted instead")
		return
	case n > 0 && sized && before > 0 && !m.demo(c) && next.kind == saysCase && c.shut == "": // "(a 12 if you can't see the 14)"
		m.hookWhen(c)
		note("kept as a remark")
		return
	case n > 0 && sized && before > 0 && !m.demo(c) && (c.has(kWhen, kPerson, kOwn) || c.has(kPreposition) && (bracket || m.forWhat(c)) || c.has(kAct, kAuxiliary) && !m.fishing(c) && !m.saidToBe(c, c.where(kSize)) || boxes.MatchString(m.text(c.from(), c.to()))):
		m.hookWhen(c)
		note("kept as a remark")
		return
	case bracket && boxes.MatchString(m.text(c.from(), c.to())):
		note("kept as a remark")
		return
	}
	m.hookSays(c, loose, add)
}

// hookSays takes what a clause of a hook line says of the hook, chunk by chunk.
func (m *maker) hookSays(c clause, loose *string, add func(chunk, bool)) {
	demo := m.demo(c)
	negated := false
	for i, x := range c.chunks {
		switch x.kind {
		case kSize:
			if negated {
				m.note(x.from, x.to, "kept as a remark")
				break
			}
			if x.basis == "old" {
				m.note(x.from, x.to, "an old scale, kept as said")
				break
			}
			add(x, demo)
			meaning := "size " + hook.Size(x.low).String()
			if x.low != x.top {
				meaning = fmt.Sprintf("sizes %v to %v", hook.Size(x.low), hook.Size(x.top))
			}
			m.take(x.from, x.to, asHook, meaning)
		case kHookWord:
			m.hookField(x, loose)
		case kNegation:
			negated = true
			m.take(x.from, x.to, asPlain, "")
		case kWhen:
			m.hookCondition(c, i)
		case kUnread:
			m.unread = append(m.unread, x)
			m.take(x.from, x.to, asUnread, "")
		case kOptional:
			m.note(x.from, x.to, "kept as a remark") // every fly has a hook
		case kLength, kTurns, kMeasured, kNumber, kAngle, kThing:
			m.note(x.from, x.to, "kept as a remark")
		default:
			m.take(x.from, x.to, asPlain, "")
		}
	}
}

// demo tells whether a clause speaks of a hook that is only shown.
func (m *maker) demo(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if demoWords[m.low(k)] {
			return true
		}
		if k+1 < c.to() && (strings.HasSuffix(m.low(k), "'s") || m.is(k, cOwned) > 0) && m.is(k+1, cAuxiliary) > 0 && k == c.from() { // "hers was a 14", "Rosa's was a 10"
			return true
		}
	}
	return false
}

func (m *maker) hookField(x chunk, loose *string) {
	spec := m.part.Hook
	to := loose
	switch x.word {
	case lexicon.HookShank:
		to = &spec.Shank
	case lexicon.HookWire:
		to = &spec.Wire
	case lexicon.HookStyle:
		to = &spec.Style
	case lexicon.HookBarb:
		to = &spec.Barb
	case lexicon.HookEye:
		to = &spec.Eye
	}
	if *to == "" || x.word == "shank" && *to == "standard" || x.word == "style" && strings.HasPrefix(m.low(x.to), role.Hook) && hookStyles[m.low(x.from-1)] == "" && m.is(x.from-1, cNoun) == 0 && m.is(x.from-2, cArticle) > 0 { // "a shrimp, tied on a streamer hook"
		*to = x.basis
	}
	m.take(x.from, x.to, asHook, "")
}

// hookCondition keeps a hook that depends on the water or the light.
func (m *maker) hookCondition(c clause, i int) {
	x := c.chunks[i]
	m.part.Conditions = append(m.part.Conditions, Condition{When: m.text(x.from, x.to), Text: m.text(c.from(), x.from)})
	m.take(x.from, x.to, asCondition, "")
}

// hookWhen keeps another hook that a clause speaks of as a condition, where it names what it
// depends on.
func (m *maker) hookWhen(c clause) {
	if k := c.where(kWhen); k >= 0 {
		m.part.Conditions = append(m.part.Conditions, Condition{When: m.text(c.chunks[k].from, c.chunks[k].to), Text: strings.TrimSpace(m.text(c.from(), c.chunks[k].from) + " " + m.text(c.chunks[k].to, c.to()))})
	}
}

// saidToBe tells whether a size is what somebody says that the hook is.
func (m *maker) saidToBe(c clause, k int) bool {
	j := c.chunks[k].from - 1
	for m.is(j, cArticle) > 0 {
		j--
	}
	return m.low(j) == "is" || m.low(j) == "was"
}

// fishing tells whether a clause speaks of the size that is fished.
func (m *maker) fishing(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if m.low(k) == "also" { // "although he also fishes it on a 12"
			return false
		}
		if fished[m.low(k)] {
			return true
		}
	}
	return false
}

// forWhat tells a size that is for some water or some time of the year: "sixteens in August".
func (m *maker) forWhat(c clause) bool {
	for i, x := range c.chunks {
		if x.kind == kPreposition && (x.word == "in" || x.word == "for") && i > c.where(kSize) {
			for _, y := range c.chunks[i:] {
				if y.kind == kElsewhat {
					return true
				}
			}
		}
	}
	return false
}
