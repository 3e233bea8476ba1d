// Package question reads what somebody types to find dressings: "tail: wood duck", "1930s",
// "by Pell", "in "Dusk and After"", "size 14", "variant of Candle Sedge", words, or any of
// them together. All that is asked for has to hold. It says of each piece how it was
// understood.
//
// What words lead up to what is in the lexicon (classes "asks" and "asks heading"); common
// practice, no source.
package question

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/role"
	"mothledger/core/when"
)

// Kind is what a term asks for.
type Kind string

// What can be asked for.
const (
	Words      Kind = "words"      // words anywhere in a dressing, each whole or its beginning
	Phrase     Kind = "phrase"     // words one behind another
	Part       Kind = "part"       // what a part is made of
	Without    Kind = "without"    // that a part, or words, are not in it
	Has        Kind = "has"        // that it has a part
	Who        Kind = "who"        // who originated or tied it
	Originator Kind = "originator" // who originated it
	Tier       Kind = "tier"       // who tied it
	Source     Kind = "source"     // where it is printed or told
	Called     Kind = "called"     // a name of the dressing
	Imitates   Kind = "imitates"   // what it imitates
	Parent     Kind = "parent"     // what it descends from
	Years      Kind = "years"      // when it is of
	Size       Kind = "size"       // a hook size that it is tied in
	Folio      Kind = "folio"      // its number in the ledger
	Plain      Kind = "plain"      // words that ask for nothing
)

// joint is a plain word that ends a name before it, as "and" does not.
const joint Kind = "joint"

// Values lists the kinds.
func (Kind) Values() []string {
	var out []string
	for _, k := range []Kind{Words, Phrase, Part, Without, Has, Who, Originator, Tier, Source, Called, Imitates, Parent, Years, Size, Folio, Plain} {
		out = append(out, string(k))
	}
	return out
}

// A Term is one thing that a question asks for.
type Term struct {
	Kind Kind `json:"kind"`
	// Text is the piece of the question as it was typed; the texts of all terms in their
	// order are the question, but for space and commas.
	Text string `json:"text"`
	// Says tells how it was understood.
	Says string `json:"says"`
	// Any are the words that are sought, in one or several spellings of which one has to
	// occur.
	Any []string `json:"-"`
	// Label is the part, Kin what does its work where the label is the common name of that.
	Label string `json:"-"`
	Kin   string `json:"-"`
	// Whole is set where Any is a whole name rather than words of it.
	Whole bool `json:"-"`
	// From and To bound years or sizes, both included; nil is open. From is the folio too.
	From *int `json:"-"`
	To   *int `json:"-"`
}

// Knows tells whether the ledger has a name of this kind that holds all these words, or with
// whole the very name. Read asks it how far a name reaches that was typed without quotes.
type Knows func(k Kind, words string, whole bool) bool

var (
	leads    = lexicon.Values("asks")
	headings = lexicon.Values("asks heading")
	// others are for each word the other words for it
	others = func() map[string][]string {
		m := map[string][]string{}
		for _, r := range lexicon.Rows("asks for") {
			m[r.Phrase] = append(m[r.Phrase], r.Value)
			m[r.Value] = append(m[r.Value], r.Phrase)
		}
		return m
	}()
)

// Longest question, in letters, and the most terms that are looked at; what is behind them is one
// term more.
const (
	MaxLetters = 200
	maxTerms   = 24
)

// token is a word, what stands in quotes, or a comma.
type token struct {
	text, low string
	quoted    bool
	colon     bool // a colon is behind it
	comma     bool
	at, end   int // in the question, in bytes
}

// lex cuts a question into tokens.
func lex(s string) []token {
	var out []token
	for i := 0; i < len(s); {
		r, n := utf8.DecodeRuneInString(s[i:])
		switch {
		case unicode.IsSpace(r):
			i += n
		case strings.ContainsRune(`"“”„«»`, r):
			from := i + n
			to := strings.IndexAny(s[from:], `"“”„«»`)
			end := len(s)
			inside := s[from:]
			if to >= 0 {
				_, m := utf8.DecodeRuneInString(s[from+to:])
				inside, end = s[from:from+to], from+to+m
			}
			if inside = strings.TrimSpace(inside); inside != "" {
				out = append(out, token{text: inside, low: strings.ToLower(inside), quoted: true, at: i, end: end})
			}
			i = end
		case r == ',' || r == ';':
			out = append(out, token{text: string(r), comma: true, at: i, end: i + n})
			i += n
		case r == ':':
			if k := len(out) - 1; k >= 0 && !out[k].quoted && !out[k].comma && out[k].end == i {
				out[k].colon, out[k].end = true, i+n
			}
			i += n
		default:
			end := strings.IndexFunc(s[i:], func(r rune) bool { return unicode.IsSpace(r) || strings.ContainsRune(`"“”„«»,;:`, r) })
			if end < 0 {
				end = len(s) - i
			}
			word := s[i : i+end]
			if bare := strings.TrimRight(word, ".?!"); bare != "" {
				word = bare
			}
			out = append(out, token{text: word, low: strings.ToLower(word), at: i, end: i + end})
			i += end
		}
	}
	return out
}

type reader struct {
	s     string
	toks  []token
	knows Knows
}

// Read reads a question. It takes any text; what it does not recognise is words to be found.
// knows may be nil.
func Read(s string, knows Knows) []Term {
	if n := []rune(s); len(n) > MaxLetters {
		s = string(n[:MaxLetters])
	}
	if knows == nil {
		knows = func(Kind, string, bool) bool { return false }
	}
	r := reader{s, lex(s), knows}
	var out []Term
	var at []int // the first token of each term
	plain := true
	for i := 0; i < len(r.toks); {
		if r.toks[i].comma {
			i++
			continue
		}
		t, n := r.term(i)
		if len(out) == maxTerms {
			t, n = r.words(i, len(r.toks)-i), len(r.toks)-i
		}
		if k := len(out) - 1; t.Kind == Words && k >= 0 && out[k].Kind == Words && !r.toks[i-1].comma { // words side by side are one term
			t, n, i, out, at = r.words(at[k], i+n-at[k]), i+n-at[k], at[k], out[:k], at[:k]
		}
		t.Text = strings.TrimSpace(s[r.toks[i].at:r.toks[i+n-1].end])
		plain = plain && t.Kind == Plain
		out, at = append(out, t), append(at, i)
		i += n
	}
	if plain { // somebody looks for these very words
		for i := range out {
			out[i] = r.wordsOf(out[i].Text)
		}
	}
	return out
}

// term reads the term that begins at a token, and gives how many tokens it takes.
func (r reader) term(i int) (Term, int) {
	tok := r.toks[i]
	if tok.quoted {
		return Term{Kind: Phrase, Any: spellings(tok.low), Says: "holding “" + tok.text + "” word by word"}, 1
	}
	if t, n := r.years(i); n > 0 {
		return t, n
	}
	if k, n := r.lead(i); k == Plain || k == joint {
		return Term{Kind: Plain, Says: "passed over"}, n
	} else if n > 0 {
		if t, m := r.after(k, i+n); m > 0 {
			return t, n + m
		}
	}
	if label, n := r.part(i); n > 0 {
		m := r.argument(i + n)
		if r.toks[i+n-1].low == partly { // "a body of wool and a silver rib"
			for k := 1; k < m; k++ {
				if Kind(leads[r.toks[i+n+k].low]) == Plain {
					m = k
				}
			}
		}
		if m > 0 {
			return r.partTerm(label, i+n, m), n + m
		}
	}
	if t, n := r.size(i, false); n > 0 {
		return t, n
	}
	if !strings.ContainsFunc(tok.low, func(c rune) bool { return unicode.IsLetter(c) || unicode.IsDigit(c) }) {
		return Term{Kind: Plain, Says: "passed over"}, 1
	}
	return r.words(i, 1), 1
}

// lead gives what the words at a token lead up to, and how many they are.
func (r reader) lead(i int) (Kind, int) {
	for n := min(3, len(r.toks)-i); n > 0; n-- {
		phrase, ok := r.run(i, n)
		if !ok {
			continue
		}
		if k, ok := headings[phrase]; ok && r.toks[i+n-1].colon {
			return Kind(k), n
		}
		if k, ok := leads[phrase]; ok {
			return Kind(k), n
		}
	}
	return "", 0
}

// run joins words that stand in a row, without a quote, a comma or a colon between them.
func (r reader) run(i, n int) (string, bool) {
	var words []string
	for k := i; k < i+n; k++ {
		t := r.toks[k]
		if t.quoted || t.comma || t.colon && k < i+n-1 {
			return "", false
		}
		words = append(words, t.low)
	}
	return strings.Join(words, " "), true
}

// after reads what a lead asks for.
func (r reader) after(k Kind, i int) (Term, int) {
	if i >= len(r.toks) || r.toks[i].comma {
		return Term{}, 0
	}
	switch k {
	case Size:
		return r.size(i, true)
	case Folio:
		n, err := strconv.Atoi(strings.TrimPrefix(r.toks[i].low, "#"))
		if err != nil || n < 1 || n > 1<<31-1 {
			return Term{}, 0
		}
		return Term{Kind: Folio, From: &n, Says: fmt.Sprintf("folio %d", n)}, 1
	case Without:
		return r.without(i)
	case Has:
		n := r.argument(i)
		t := Term{Kind: Has}
		t.Label, t.Kin = Labelled(r.text(i, n))
		t.Says = "with a part that is called " + t.Label
		return t, n
	case Source:
		if t, n := r.years(i); n > 0 { // in 1934
			return t, n
		}
	}
	return r.named(k, i)
}

// named reads a name: in quotes, as far as the ledger knows it, or up to the next term.
func (r reader) named(k Kind, i int) (Term, int) {
	t := Term{Kind: k}
	n, skipped := 1, 0
	if r.toks[i].quoted {
		t.Whole = r.knows(k, r.toks[i].text, true)
	} else {
		n = r.argument(i)
		for m := min(12, len(r.toks)-i); m > n; m-- {
			if i+m < len(r.toks) && leads[r.toks[i+m-1].low] != "" { // a word that leads up to what follows
				continue
			}
			if words, ok := r.run(i, m); ok && r.knows(k, words, false) {
				n = m
				break
			}
		}
		if n == 0 {
			n = 1
		}
	}
	for n > 1 && !t.Whole && articles[r.toks[i].low] && !r.knows(k, r.text(i, n), false) { // "the Landing Stage Nymph"
		i, n = i+1, n-1
		skipped++
	}
	name := r.text(i, n)
	t.Any = []string{name}
	t.Says = map[Kind]string{
		Who: "originated or tied by %s", Originator: "originated by %s", Tier: "tied by %s", Source: "in the source “%s”", Called: "called “%s”", Imitates: "imitating “%s”", Parent: "descending from “%s”",
	}[k]
	t.Says = fmt.Sprintf(t.Says, name)
	if t.Whole {
		t.Says += ", that very name"
	}
	return t, n + skipped
}

// articles may stand before a name that has none.
var articles = map[string]bool{"the": true, "a": true, "an": true}

// text is the words of a run as they were typed, without quotes.
func (r reader) text(i, n int) string {
	var out []string
	for _, t := range r.toks[i : i+n] {
		if !t.comma {
			out = append(out, t.text)
		}
	}
	return strings.Join(out, " ")
}

// argument counts the tokens up to the next term or comma.
func (r reader) argument(i int) int {
	n := 0
	for ; i+n < len(r.toks) && !r.toks[i+n].comma; n++ {
		if n > 0 && r.starts(i+n) {
			break
		}
		if n == 0 && !r.toks[i].quoted && r.starts(i) && !r.only(i) {
			break
		}
	}
	return n
}

// only tells whether a token that could begin a term is the last one, so that it is the words that
// the term before asks for.
func (r reader) only(i int) bool { return i+1 >= len(r.toks) || r.toks[i+1].comma }

// starts tells whether a term begins at a token that ends the one before.
func (r reader) starts(i int) bool {
	if r.toks[i].quoted {
		return false
	}
	if _, n := r.part(i); n > 0 {
		return true
	}
	if _, n := r.years(i); n > 0 {
		return true
	}
	if strings.HasPrefix(r.toks[i].low, "#") {
		return true
	}
	k, n := r.lead(i)
	if n == 0 || k == Plain || i+n >= len(r.toks) {
		return false
	}
	if k == joint {
		return true
	}
	_, m := r.after(k, i+n)
	return m > 0
}

// part reads the label of a part with its colon, or with "is" or "of" behind it: "rib of gold wire".
func (r reader) part(i int) (string, int) {
	for n := min(3, len(r.toks)-i); n > 0; n-- {
		label, ok := r.run(i, n)
		if !ok {
			continue
		}
		last := r.toks[i+n-1]
		if led := i+n+1 < len(r.toks) && slices.Contains([]string{wholly, partly}, r.toks[i+n].low) && !r.toks[i+n].quoted; !last.colon && !led {
			continue
		}
		p, known := role.Find(label)
		if known = known && (n == 1 || p.Name == label || slices.Contains(p.Also, label)); known || n == 1 && last.colon && headings[label] == "" && leads[label] == "" {
			if !last.colon {
				n++
			}
			return label, n
		}
	}
	return "", 0
}

// Behind wholly stands the whole name of a material, behind partly words of it.
const (
	wholly = "is"
	partly = "of"
)

// partTerm is what a part is made of. Behind "is" that is the whole name of the material.
func (r reader) partTerm(label string, i, n int) Term {
	t := Term{Kind: Part, Any: spellings(strings.ToLower(r.text(i, n))), Whole: r.toks[i-1].low == wholly}
	t.Label, t.Kin = Labelled(label)
	t.Says = fmt.Sprintf("“%s” in the %s", r.text(i, n), t.Label)
	if t.Whole {
		t.Says = fmt.Sprintf("the %s of “%s” and nothing beside it", t.Label, r.text(i, n))
	}
	return t
}

// Labelled gives the name of a part, and its kin where the name stands for all that do its work.
func Labelled(label string) (name, kin string) {
	p, known := role.Find(label)
	if !known {
		return role.Label(label), ""
	}
	if p.Kin == p.Name {
		return p.Name, p.Kin
	}
	return p.Name, ""
}

// Labels are all labels under which a part may stand that has no kin of its own.
func (t Term) Labels() []string {
	p, known := role.Find(t.Label)
	if !known {
		return []string{t.Label}
	}
	return append([]string{p.Name}, p.Also...)
}

// without reads a part, or words, that shall not be there.
func (r reader) without(i int) (Term, int) {
	for n := min(2, len(r.toks)-i); n > 0; n-- {
		label, ok := r.run(i, n)
		if !ok || r.toks[i+n-1].colon {
			continue
		}
		if _, known := role.Find(label); known {
			t := Term{Kind: Without}
			t.Label, t.Kin = Labelled(label)
			t.Says = "without a part that is called " + t.Label
			return t, n
		}
	}
	tok := r.toks[i]
	return Term{Kind: Without, Any: spellings(tok.low), Says: "not holding “" + tok.text + "”"}, 1
}

// years reads a date: the longest run of words that is one and has a figure in it.
func (r reader) years(i int) (Term, int) {
	for n := min(6, len(r.toks)-i); n > 0; n-- {
		if _, ok := r.run(i, n); !ok || r.toks[i+n-1].colon {
			continue
		}
		words := r.text(i, n)
		if !strings.ContainsFunc(words, unicode.IsDigit) {
			continue
		}
		d := when.Read(words)
		if !d.Told() {
			continue
		}
		t := Term{Kind: Years}
		if !d.Earliest.IsZero() {
			t.From = &d.Earliest.Year
		}
		if !d.Latest.IsZero() {
			t.To = &d.Latest.Year
		}
		switch {
		case t.From == nil:
			t.Says = fmt.Sprintf("of %d or before, as far as its date can be told", *t.To)
		case t.To == nil:
			t.Says = fmt.Sprintf("of %d or after, as far as its date can be told", *t.From)
		case *t.From == *t.To:
			t.Says = fmt.Sprintf("of %d, or of years with %d among them", *t.From, *t.From)
		default:
			t.Says = fmt.Sprintf("of some year between %d and %d", *t.From, *t.To)
		}
		return t, n
	}
	return Term{}, 0
}

// size reads a hook size or a range of them; without the word before it only one with #.
func (r reader) size(i int, said bool) (Term, int) {
	tok := r.toks[i]
	bare, marked := strings.CutPrefix(tok.low, "#")
	if tok.quoted || !said && !marked {
		return Term{}, 0
	}
	low, high, ranged := strings.Cut(strings.ReplaceAll(bare, "–", "-"), "-")
	a, err := hook.ParseSize(low)
	if err != nil {
		return Term{}, 0
	}
	b, n := a, 1
	if ranged {
		if b, err = hook.ParseSize(high); err != nil {
			return Term{}, 0
		}
	} else if i+2 < len(r.toks) && slices.Contains([]string{"to", "-", "–"}, r.toks[i+1].low) {
		if c, err := hook.ParseSize(strings.TrimPrefix(r.toks[i+2].low, "#")); err == nil {
			b, n = c, 3
		}
	}
	from, to := int(min(a, b)), int(max(a, b))
	t := Term{Kind: Size, From: &from, To: &to, Says: "tied on a " + a.String()}
	if from != to {
		t.Says = fmt.Sprintf("tied on some hook from %s to %s", a, b)
	}
	return t, n
}

// words is a term of words as they stand.
func (r reader) words(i, n int) Term { return r.wordsOf(r.text(i, n)) }

func (r reader) wordsOf(text string) Term {
	t := Term{Kind: Words, Text: text, Any: spellings(strings.ToLower(text)), Says: "holding “" + text + "”"}
	if len(t.Any) > 1 {
		t.Says += " or “" + strings.Join(t.Any[1:], "”, “") + "”"
	}
	return t
}

// spellings gives words with the other words for each of them.
func spellings(words string) []string {
	if kept := slices.DeleteFunc(strings.Fields(words), func(w string) bool { return Kind(leads[w]) == Plain }); len(kept) > 0 {
		words = strings.Join(kept, " ")
	}
	out := []string{words}
	for _, w := range strings.Fields(words) {
		for _, o := range others[w] {
			for _, have := range slices.Clone(out) {
				if alt := strings.Join(replaced(strings.Fields(have), w, o), " "); !slices.Contains(out, alt) && len(out) < 8 {
					out = append(out, alt)
				}
			}
		}
	}
	// two words that are one with a row of its own
	for joined, list := range others {
		for _, o := range list {
			if strings.Contains(o, " ") && strings.Contains(" "+words+" ", " "+o+" ") {
				out = append(out, strings.TrimSpace(strings.Replace(" "+words+" ", " "+o+" ", " "+joined+" ", 1)))
			}
		}
	}
	slices.Sort(out[1:])
	return slices.Compact(out)
}

func replaced(words []string, w, by string) []string {
	out := slices.Clone(words)
	for i := range out {
		if out[i] == w {
			out[i] = by
		}
	}
	return out
}
