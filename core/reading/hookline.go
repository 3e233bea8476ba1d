package reading

import (
	"fmt"
	"regexp"
	"strings"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// hookLine reads what a hook line says: sizes, shank, wire, style, barb, eye.
type hookLine struct {
	reader *reader
	part   *Part
}

// read reads the value of a header such as "Sizes: 10 to 14".
func (h *hookLine) read(s string, from, to int, m *marks) {
	p := &partReader{reader: h.reader, line: h.part.Line, s: s, marks: m, part: h.part, name: h.reader.words.partName}
	p.std, _ = role.Find("hook")
	p.toks = lexAt(s, from, to)
	p.taken = make([]bool, len(p.toks))
	h.readTokens(p)
	p.leftovers(false)
	if h.part.Hook.Size != "" {
		if n, err := hook.ParseSize(h.part.Hook.Size); err == nil && h.reader.d.Sizes == nil {
			h.reader.d.Sizes = &Sizes{Low: int(n), High: int(n)}
		}
	}
}

var (
	shankWord = regexp.MustCompile(`^(\d+)x(l|long|s|short)$`)
	wireWord  = regexp.MustCompile(`^(\d+)x(f|fine|h|heavy|strong|stout)$`)
	bareX     = regexp.MustCompile(`^(\d+)x$`)
)

var hookStyles = lexicon.Values("hook style")

// hookPlain are words of a hook line that carry no value of the ledger.
var hookPlain = lexicon.Set("hook plain")

var demoWords = lexicon.Set("shown")

func (h *hookLine) readTokens(p *partReader) {
	spec := &Hook{}
	h.part.Hook = spec
	if h.part.Materials == nil {
		h.part.Materials = []Material{}
	}
	p.optional()
	p.conditions()
	for i := range p.toks {
		if p.free(i) && (p.low(i) == "because" || p.low(i) == "since" || p.low(i) == "although" || p.low(i) == "though") {
			end := p.clauseEnd(i)
			p.remark(i, end-i, "kept as a remark")
		}
	}
	p.otherSizes()
	for i := 1; i < len(p.toks); i++ { // "(a 12 if you can't see the 14)"
		if p.low(i) == "if" && p.free(i) && p.clauseStart(i) > 0 {
			if _, n := replacesSet.Match(p.toks, i); n > 0 {
				continue
			}
			from, end := p.clauseStart(i), p.clauseEnd(i)
			p.remark(from, end-from, "kept as a remark")
		}
	}
	h.alternatives(p)
	h.words(p, spec)
	h.sizes(p, spec)
	for i := range p.toks {
		if !p.free(i) {
			continue
		}
		if demoWords[p.low(i)] || p.low(i) == "longshank" && spec.Shank != "" {
			p.take(i, 1, "plain", "")
			continue
		}
		if p.low(i) == "long" && p.low(i+1) == "shank" || p.low(i) == "longshank" || p.low(i) == "long" && p.low(i+1) == "in" || p.low(i) == "short" && p.low(i+1) == "shank" {
			continue // how long is not said: left unread
		}
		if hookPlain[p.low(i)] && !(p.low(i) == "shank" && (p.low(i-1) == "long" || p.low(i-1) == "short") && p.free(i-1)) {
			if (p.low(i) == "long" || p.low(i) == "short") && p.low(i+1) != "shank" {
				continue
			}
			p.take(i, 1, "plain", "")
		}
	}
}

// otherSizes keeps "(12 and 14 when the water is clear)", said in brackets after the
// size, as what is accepted instead.
func (p *partReader) otherSizes() {
	numbered := false
	for i := 0; i < len(p.toks); i++ {
		if p.toks[i].Kind == measure.Number {
			numbered = true
		}
		if p.low(i) != "(" || !numbered {
			continue
		}
		end := i + 1
		elsewhere, size := false, false
		for ; end < len(p.toks) && p.low(end) != ")"; end++ {
			elsewhere = elsewhere || elsewhen[p.low(end)]
			size = size || p.toks[end].Kind == measure.Number || isDigits(strings.TrimRight(p.low(end), "s"))
		}
		if elsewhere && size && p.freeRun(i+1, end-i-1) && end > i+1 {
			from := i + 1
			if p.low(from) == "or" {
				from++
			}
			p.part.Alternatives = append(p.part.Alternatives, Material{Name: p.words(from, end-from)})
			p.take(i+1, end-i-1, "alternative", "accepted instead")
		}
		i = end
	}
}

// elsewhen are words that set a size in brackets apart from the size of this fly.
var elsewhen = lexicon.Set("other hook")

// alternatives sets apart ", or a heavy wet hook".
func (h *hookLine) alternatives(p *partReader) {
	for i := 1; i < len(p.toks); i++ { // ", but a 10 standard will do"
		_, n := replacesSet.Match(p.toks, i)
		if n == 0 || !p.freeRun(i, n) || p.low(i) == "if" {
			continue
		}
		from := p.clauseStart(i)
		for p.low(from) == "but" || p.low(from) == "and" || p.low(from) == "a" || p.low(from) == "an" {
			from++
		}
		if from == 0 || from >= i || !p.freeRun(from, i-from) {
			continue
		}
		h.part.Alternatives = append(h.part.Alternatives, Material{Name: p.words(from, i-from)})
		p.take(from, i+n-from, "alternative", "accepted instead")
	}
	for i := 1; i < len(p.toks); i++ { // "I also tie it on a 16", "but you can go down to a 16"
		if (p.low(i) == "also" || (p.low(i) == "can" || p.low(i) == "could") && p.low(i-1) == "you") && p.free(i) && p.clauseStart(i) > 0 {
			from, end := p.clauseStart(i), p.clauseEnd(i)
			p.remark(from, end-from, "kept as a remark")
		}
	}
	for i := 1; i < len(p.toks); i++ {
		if p.low(i) != "or" || !p.free(i) || measure.OrSo(p.toks, i) > 0 {
			continue
		}
		next := p.toks[min(i+1, len(p.toks)-1)]
		if next.Kind == measure.Number || strings.HasSuffix(next.Low, "/0") || cardinalWord(next.Low) > 0 {
			continue
		}
		end := p.clauseEnd(i)
		if end <= i+1 {
			continue
		}
		h.part.Alternatives = append(h.part.Alternatives, Material{Name: strings.TrimSpace(p.words(i+1, end-i-1))})
		p.take(i, end-i, "alternative", "accepted instead")
	}
}

func (h *hookLine) words(p *partReader, spec *Hook) {
	for i := 0; i < len(p.toks); i++ {
		if !p.free(i) {
			continue
		}
		l, next := p.low(i), p.low(i+1)
		take := func(n int, to *string, v, meaning string) {
			if *to == "" {
				*to = v
			}
			p.take(i, n, "hook", meaning)
		}
		numberX := func() (string, int) { // "2X long", "2 x long"
			if m := bareX.FindStringSubmatch(l); m != nil {
				return m[1], 1
			}
			if p.toks[i].Kind == measure.Number && next == "x" {
				return strings.TrimSuffix(l, "x"), 2
			}
			if p.toks[i].Kind == measure.Number && strings.HasSuffix(strings.ToLower(p.s[p.toks[i].Start:p.toks[i].End]), "x") {
				return strings.TrimRight(l, "x"), 1
			}
			return "", 0
		}
		if (l == "long" || l == "short") && p.free(i+1) && i+2 < len(p.toks) && p.toks[i+1].Kind == measure.Number && p.low(i+2) == "x" && p.toks[i+2].Joined { // "long 2X"
			take(3, &spec.Shank, p.low(i+1)+"X"+strings.ToUpper(l[:1]), "a shank "+p.low(i+1)+" sizes "+l+"er")
			continue
		}
		if m := shankWord.FindStringSubmatch(l); m != nil {
			take(1, &spec.Shank, m[1]+"X"+strings.ToUpper(m[2][:1]), "a shank "+m[1]+" sizes "+map[string]string{"L": "longer", "S": "shorter"}[strings.ToUpper(m[2][:1])])
			continue
		}
		if m := wireWord.FindStringSubmatch(l); m != nil {
			code := "H"
			if m[2][0] == 'f' {
				code = "F"
			}
			take(1, &spec.Wire, m[1]+"X"+code, "")
			continue
		}
		if n, k := numberX(); k > 0 {
			switch p.low(i + k) {
			case "long", "longer", "l":
				take(k+1, &spec.Shank, n+"XL", "a shank "+n+" sizes longer")
				continue
			case "short", "shorter", "s":
				take(k+1, &spec.Shank, n+"XS", "a shank "+n+" sizes shorter")
				continue
			case "fine", "f":
				take(k+1, &spec.Wire, n+"XF", "")
				continue
			case "heavy", "strong", "stout", "h":
				take(k+1, &spec.Wire, n+"XH", "")
				continue
			}
		}
		switch {
		case (l == "standard" || l == "std" || l == "regular" || l == "normal") && (next == "shank" || next == "length"):
			take(2, &spec.Shank, "standard", "")
		case (l == "standard" || l == "std") && !p.longOrShort():
			take(1, &spec.Shank, "standard", "")
		case l == "barbless" || l == "debarbed":
			take(1, &spec.Barb, "barbless", "")
		case l == "barbed":
			take(1, &spec.Barb, "barbed", "")
		case l == "barb" && flatly[next]:
			n := 2
			if p.low(i+2) == "flat" || p.low(i+2) == "down" {
				n = 3
			}
			take(n, &spec.Barb, "flattened", "")
		case flatly[l] && next == "barb":
			take(2, &spec.Barb, "flattened", "")
		case wireWeight[l] != "" && (next == "wire" || next == "wired"):
			take(2, &spec.Wire, wireWeight[l], "")
		case wireWeight[l] != "" && next == "in" && p.low(i+2) == "the" && p.low(i+3) == "wire":
			take(4, &spec.Wire, wireWeight[l], "")
		case (l == "up" || l == "down" || l == "straight" || l == "turned") && (next == "eye" || next == "eyed"):
			take(2, &spec.Eye, l, "")
		case l == "eye" && (next == "up" || next == "down" || next == "straight"):
			take(2, &spec.Eye, next, "")
		case (l == "ring" || l == "ringed") && (next == "eye" || next == "eyed"):
			take(2, &spec.Eye, "straight", "")
		case l == "upeye" || l == "upeyed":
			take(1, &spec.Eye, "up", "")
		case l == "downeye" || l == "downeyed":
			take(1, &spec.Eye, "down", "")
		case l == "half" && next == "raised":
			take(2, &spec.Eye, "half-raised", "")
		case hookStyles[l] != "":
			take(1, &spec.Style, hookStyles[l], "")
		}
	}
}

// flatly are what is done to a barb that is no longer to catch.
var flatly = lexicon.Set("barb down")

// wireWeight are words for a hook's wire without a code.
var wireWeight = lexicon.Values("wire")

// longOrShort tells whether a hook line gives a shank code somewhere, so that its
// "standard" means something else.
func (p *partReader) longOrShort() bool {
	for i := range p.toks {
		if shankWord.MatchString(p.low(i)) {
			return true
		}
		switch p.low(i) {
		case "long", "longer", "short", "shorter":
			if p.low(i-1) == "x" || bareX.MatchString(p.low(i-1)) {
				return true
			}
		}
	}
	return false
}

// otherThing tells a number that counts something from a hook's size: "six fibres",
// "3 turns", "a box of old 13s".
func (p *partReader) otherThing(i int) bool {
	next := p.low(i + 1)
	if next == "size" || next == "#" { // "two size 6 hooks"
		return true
	}
	if i+1 < len(p.toks) && (countNouns[next].of != "" || turnWords[next] || next == "of" || next == "years" || next == "minutes" || next == "to" && p.low(i+2) == "the") {
		return true
	}
	from := p.clauseStart(i)
	bracket := p.low(from-1) == "("
	for k := from; k < i; k++ {
		if bracket && (p.low(k) == "were" || p.low(k) == "was" || p.low(k) == "had") { // "(the first batch were on 16s)"
			return true
		}
		if p.low(k) == "box" || p.low(k) == "boxes" || p.low(k) == "packet" || p.low(k) == "pack" || p.low(k) == "packets" {
			return true
		}
	}
	return false
}

// sizes reads single sizes, ranges and lists, and keeps a demonstration size
// apart from the fishing sizes.
func (h *hookLine) sizes(p *partReader, spec *Hook) {
	type said struct {
		low, high hook.Size
		text      string
		demo      bool
	}
	var all []said
	sizeAt := func(i int) (hook.Size, hook.Size, bool) {
		if !p.free(i) {
			return 0, 0, false
		}
		t := p.toks[i]
		if t.Kind == measure.Number && strings.Contains(t.Low, "/") { // 10/12
			if a, b, ok := strings.Cut(t.Low, "/"); ok {
				x, ex := hook.ParseSize(a)
				y, ey := hook.ParseSize(b)
				if ex == nil && ey == nil && x >= 2 && y > x {
					return x, y, true
				}
			}
			return 0, 0, false
		}
		v := cardinalWord(t.Low)
		if v == 0 { // "tens and twelves"
			v = cardinalWord(strings.TrimSuffix(t.Low, "s"))
		}
		if t.Kind == measure.Word && v >= 2 && t.Low != "couple" && t.Low != "pair" {
			return hook.Size(v), hook.Size(v), true
		}
		n, err := hook.ParseSize(strings.TrimRight(t.Low, "s"))
		return n, n, err == nil && (t.Kind == measure.Number || strings.Contains(t.Low, "/0") || isDigits(strings.TrimRight(t.Low, "s")))
	}
	for i := 0; i < len(p.toks); i++ {
		if old := p.low(i + 2); p.low(i+1) == "old" && (old == "scale" || old == "number" || old == "numbering" || old == "style") && p.freeRun(i, 3) { // "No. 3 old scale" is no size of today's
			from := i
			if p.low(i-1) == "." && p.low(i-2) == "no" {
				from -= 2
			}
			p.remark(from, i+3-from, "an old scale, kept as said")
			continue
		}
		a, b, ok := sizeAt(i)
		if !ok || p.low(i+1) == "mm" || p.low(i+1) == "%" || p.otherThing(i) {
			continue
		}
		k := i + 1
		list := false
		for {
			j := k
			for j < len(p.toks) && (p.low(j) == "to" || p.low(j) == "-" || p.low(j) == "," || p.low(j) == "or" || p.low(j) == "and" || p.low(j) == "&" || p.low(j) == "through" || p.low(j) == "down" || p.low(j) == "#" || p.low(j) == "/") {
				j++
			}
			if j == k {
				break
			}
			x, y, more := sizeAt(j)
			if !more {
				break
			}
			a, b = min(a, x), max(b, y)
			k, list = j+1, true
		}
		from := i
		if i > 0 && p.free(i-1) && (p.low(i-1) == "#" || p.low(i-1) == "size" || p.low(i-1) == "sizes" || p.low(i-1) == "no") {
			from--
		}
		demo := false
		for j := p.clauseStart(i); j < p.clauseEnd(i); j++ {
			demo = demo || demoWords[p.low(j)]
		}
		if from > 1 && p.low(from-1) == "or" && len(all) > 0 && !list && all[0].low == all[0].high { // ", or 2/0 for low water"
			end := p.clauseEnd(i)
			h.part.Alternatives = append(h.part.Alternatives, Material{Name: p.words(from, end-from)})
			p.takeFree(from-1, end-from+1, "alternative", "accepted instead")
			i = end
			continue
		}
		all = append(all, said{a, b, p.words(i, k-i), demo})
		meaning := "size " + a.String()
		if list {
			meaning = fmt.Sprintf("sizes %v to %v", a, b)
		}
		p.take(from, k-from, "hook", meaning)
		i = k - 1
	}
	var fishing []said
	for _, s := range all {
		if s.demo && len(all) > 1 {
			spec.Demonstration = s.low.String()
			continue
		}
		fishing = append(fishing, s)
	}
	d := &h.reader.d
	for k, s := range fishing {
		switch {
		case k > 0:
			d.Contradict([]int{h.part.Line}, "", "hook "+fishing[0].text, "hook "+s.text)
		case s.low == s.high:
			spec.Size = s.low.String()
		case d.Sizes == nil:
			d.Sizes = &Sizes{Low: int(s.low), High: int(s.high)}
		default:
			if *d.Sizes != (Sizes{Low: int(s.low), High: int(s.high)}) {
				d.Contradict([]int{h.part.Line}, "", fmt.Sprintf("sizes %d to %d", d.Sizes.Low, d.Sizes.High), s.text)
			}
		}
	}
}
