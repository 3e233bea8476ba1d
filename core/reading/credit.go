package reading

import (
	"cmp"
	"regexp"
	"strings"
	"unicode"

	"mothledger/core/lexicon"
	"mothledger/core/measure"
)

// credits are the headers that end in "by": whoever stands behind them tied or devised the fly.
var credits, creditOf = func() (measure.Phrases, []string) {
	var phrases, of []string
	for _, r := range lexicon.Rows("header") {
		if strings.HasSuffix(r.Phrase, " by") {
			phrases, of = append(phrases, r.Phrase), append(of, r.Value)
		}
	}
	return measure.NewPhrases(phrases...), of
}()

var (
	pageSaid = regexp.MustCompile(`(?i)\b(?:page|p\.)\s*(\d+)`)
	yearSaid = regexp.MustCompile(`(?i)\b((?:\d{1,2} (?:january|february|march|april|may|june|july|august|september|october|november|december) |about |around |circa |c\. ?|before |after |spring |summer |autumn |winter )?\d{4}s?)\b`)
)

// credit reads a line under the title that says who tied or devised the fly: "Shown by Una
// Thrale at the February meeting", "By Prudence Aldwark, from her notebook, page 14, about
// 1958". What else it says is a note.
func (r *reader) credit(s string) bool {
	if m := atTheVice.FindStringSubmatch(s); m != nil && r.d.Tier == "" { // "From the minutes, Mrs Ada Spence at the vice"
		r.d.Tier = m[1]
		if rest := strings.Trim(strings.Replace(s, m[0], "", 1), " ,;."); rest != "" {
			r.d.Notes = append(r.d.Notes, rest)
		}
		return true
	}
	if m := nameAt.FindStringSubmatch(s); m != nil && r.d.Tier == "" { // "Ebba Lind, at the December evening"
		r.d.Tier = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
		return true
	}
	toks := measure.Lex(s)
	k, n, of := 0, 0, ""
	for k < len(toks) && k < 12 {
		idx, m := credits.Match(toks, k)
		if m > 0 {
			n, of = m, creditOf[idx]
			break
		}
		if toks[k].Low == "by" {
			if k == 0 {
				n, of = 1, "originator"
				break
			}
			if idx, m := credits.Match([]measure.Token{toks[0], toks[k]}, 0); m == 2 { // "Tied for the club by Harold Binns"
				n, of = 1, creditOf[idx]
				break
			}
			if idx, m := credits.Match([]measure.Token{toks[min(1, k-1)], toks[k]}, 0); m == 2 {
				n, of = 1, creditOf[idx]
				break
			}
		}
		k++
	}
	if n == 0 {
		return false
	}
	from := k + n
	end := nameEnd(s, toks, from)
	if end == from {
		return false
	}
	name := strings.TrimRight(s[toks[from].Start:toks[end-1].End], " ,;:")
	to := &r.d.Tier
	if of == "originator" {
		to = &r.d.Originator
	}
	if *to != "" {
		return false
	}
	*to = name
	rest := strings.Trim(s[toks[end-1].End:], " ,;.")
	if m := pageSaid.FindStringSubmatch(rest); m != nil {
		r.d.Page = cmp.Or(r.d.Page, m[1])
	}
	if m := yearSaid.FindStringSubmatch(rest); m != nil {
		r.d.Date = cmp.Or(r.d.Date, m[1])
		if strings.TrimSpace(strings.Replace(rest, m[1], "", 1)) == "" {
			return true
		}
	}
	if rest != "" {
		r.d.Notes = append(r.d.Notes, rest)
	}
	return true
}

// nameEnd gives where a name of capitalised words and initials ends.
func nameEnd(s string, toks []measure.Token, k int) int {
	for k < len(toks) {
		t := toks[k]
		initial := t.Low == "." && k > 0 && t.Joined && (len(toks[k-1].Low) == 1 || len(toks[k-1].Low) <= 4 && k+1 < len(toks) && unicode.IsUpper([]rune(s[toks[k+1].Start:])[0])) // J., Capt. Lyle
		if !initial && (t.Kind != measure.Word || !unicode.IsUpper([]rune(s[t.Start:])[0])) {
			break
		}
		k++
	}
	return k
}

// sizesInTitle is a bracket of sizes behind a name: "Blue Slipway (14 or 16)".
var sizesInTitle = regexp.MustCompile(`\s*\((\d+(?:/0)?s?(?:\s*(?:or|to|and|-|–|,)\s*\d+(?:/0)?s?)*)\)$`)

var (
	shownBy     = regexp.MustCompile(`^(.+?), as (\p{Lu}\S+(?: \p{Lu}\S+)*) (?:tied|ties|showed|shows|dressed|dresses|demonstrated|gave|made|makes)\b.*$`)
	nameAt      = regexp.MustCompile(`^(\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)+), ((?:at|for|during|before) .+)$`)
	atTheVice   = regexp.MustCompile(`(\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)+) at the vice`)
	bracketNote = regexp.MustCompile(`^(.+?)\.?\s*\(((?:translated|[^()]*\d{4}|from|copied)[^()]*)\)$`)
	received    = regexp.MustCompile(`^(.+?), ((?:received|given|sent|copied|found|taken|handed|from|translated) [^,]*)$`)
)

// cutFold cuts a text at the first place of some words, in capitals or not.
func cutFold(s, at string) (before, after string, found bool) {
	i := strings.Index(strings.ToLower(s), at)
	if i < 0 || len(strings.ToLower(s)) != len(s) {
		return s, "", false
	}
	return s[:i], s[i+len(at):], true
}

// titleLine takes a name, and what stands behind it in brackets and sentences: its sizes, its
// parent, who tied it.
func (r *reader) titleLine(text string) string {
	if m := atTheVice.FindStringSubmatch(text); m != nil { // "Notes of the bench night. Wilma Roos at the vice; fly: Pepper Quill."
		r.d.Tier = cmp.Or(r.d.Tier, m[1])
		text = strings.Trim(strings.Replace(text, m[0], "", 1), " ;,.")
	}
	if name, who, found := strings.Cut(text, ", shown by "); found && r.credit("shown by "+strings.TrimPrefix(who, "young ")) {
		text = name
	}
	if name, who, found := strings.Cut(text, ", as "); found && strings.HasPrefix(who, "dressed by ") && r.credit(who) { // "The Oddfellow, as dressed by Capt. Lyle about 1880"
		text = name
	}
	if list := strings.Split(text, " / "); len(list) == 3 && yearSaid.MatchString(list[2]) { // "SANDPIT CADDIS / T. AUBREY / AUG 2011"
		text, r.d.Tier, r.d.Date = list[0], cmp.Or(r.d.Tier, list[1]), cmp.Or(r.d.Date, list[2])
	}
	if before, name, found := cutFold(text, "fly:"); found && strings.TrimSpace(name) != "" {
		if before = strings.Trim(before, " ;,."); before != "" {
			r.d.Notes = append(r.d.Notes, before)
		}
		text = strings.TrimRight(strings.TrimSpace(name), ".")
	}
	if before, name, found := cutFold(text, "dressing of the "); found && before == "" {
		text = name
	}
	if name, who, found := strings.Cut(text, ", by "); found && who != "" && unicode.IsUpper([]rune(who)[0]) && r.d.Tier == "" && r.d.Originator == "" {
		text, r.d.Originator = name, strings.TrimRight(who, ".")
		if person, rest, more := strings.Cut(who, ", "); more {
			r.d.Originator = person
			r.d.Notes = append(r.d.Notes, rest)
		}
	}
	if i := strings.Index(text, ". "); i > 0 {
		rest := strings.TrimLeft(text[i+1:], " -–—")
		if r.credit(rest) || strings.HasPrefix(strings.ToLower(rest), "from ") {
			if strings.HasPrefix(strings.ToLower(rest), "from ") {
				r.d.Notes = append(r.d.Notes, strings.TrimRight(rest, "."))
			}
			text = text[:i]
		}
	}
	if m := shownBy.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "The Pontoon Sedge, as Edith Marl showed it to the beginners."
		text, r.d.Tier = m[1], m[2]
	}
	if m := bracketNote.FindStringSubmatch(text); m != nil { // "Sexton's Candle (about 1926; from the tin box)"
		text = m[1]
		if y := yearSaid.FindStringSubmatch(m[2]); y != nil {
			r.d.Date = cmp.Or(r.d.Date, y[1])
		}
		if toks := measure.Lex(m[2]); r.d.Tier == "" { // "(A. Rudd, 1926; in his hand)"
			if end := nameEnd(m[2], toks, 0); end > 1 {
				r.d.Tier = m[2][:toks[end-1].End]
			}
		}
		r.d.Notes = append(r.d.Notes, m[2])
	}
	if m := received.FindStringSubmatch(text); m != nil {
		text = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
	}
	if m := sizesInTitle.FindStringSubmatchIndex(text); m != nil && r.d.Sizes == nil {
		p := Part{Role: "hook"}
		q := &reader{words: r.words}
		q.make(0, &p, newStretch(r.words, text, lexAt(text, m[2], m[3]), "hook"), newMarks(text), true)
		if q.d.Sizes != nil {
			r.d.Sizes = q.d.Sizes
			text = text[:m[0]]
		}
	}
	if m := variantName.FindStringSubmatch(strings.TrimRight(text, ".")); m != nil && r.d.VariantOf == "" {
		text = m[1]
		r.d.Descends("variant of", m[2])
	}
	return text
}
