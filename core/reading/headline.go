package reading

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
)

// A headline is what a line above a dressing says, piece by piece: whose fly, when, on which card, and its name.
type headline struct {
	name, tier, originator, date string
	notes                        []string

	weight int    // of the name
	before string // what could be a name before a colon or in a bracket
}

var (
	// headingStops part the pieces of a heading
	headingStops = regexp.MustCompile(`\s{2,}|\t+|; |, |\. +|: | [-–—/|] |[()]`)
	headCredit   = regexp.MustCompile(`^(?:[Aa]s |[Ff]irst |[Tt]his (?:dressing|one) )?(\p{L}+)(?: (?:for|to|at|on|in|during) [^,]*?)?(?: by| from|:) (?:(?:the late |the |our |my |his |her )(?:\p{Ll}+ )?)?((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev|Revd|Col|Sgt)\.? )?(?:\p{Lu}\p{Ll}{0,3}\. ?)*\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)(.*)$`)
	headShort    = regexp.MustCompile(`^(?:as )?(\p{L}+)\.? ((?:\p{Lu}\p{Ll}{0,3}\. ?)+\p{Lu}[\p{L}'’-]+)(.*)$`)
	headDate     = regexp.MustCompile(`(?i)(?:^|\b)((?:about |circa |c\. ?|before |after |spring |summer |autumn |winter )?(?:\d{1,2}(?:st|nd|rd|th)?(?: of)? )?(?:(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)\p{L}*\.? )?(?:\d{1,2} )?\d{4}s?|\d{1,2}/\d{4}|\d{1,2}[./-](?:\d{1,2}|[ivx]+)[./-]\d{2,4}|(?:\d{1,2}(?:st|nd|rd|th)?(?: of)? )(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)\p{L}*)\b`)
	headNumber   = regexp.MustCompile(`(?i)^(?:\p{L}+(?:'s)? ){0,3}(?:no\.?|nr\.?|number|#)? ?\d+\p{L}?\.?$`)
	headPerson   = regexp.MustCompile(`^(?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev|Revd|Col|Sgt)\.? (?:\p{Lu}\. ?)*|(?:\p{Lu}\. ?)+)\p{Lu}[\p{L}'’-]+$`)
	headOwner    = regexp.MustCompile(`^((?:\p{Lu}\. ?)*\p{Lu}\p{Ll}+ \p{Lu}[\p{L}-]+)['’]s (\p{Lu}.+)$`)
	nameNumber   = regexp.MustCompile(`^(?:No|Nr|Mk|Mark)\.? ?(?:\d{1,2}|[IVX]+)$`)
	whoseBehind  = regexp.MustCompile(`^[^,:;()"“”|]+ \(\p{Lu}[\p{L}'’-]*(?: \p{Lu}[\p{L}'’-]*)?\)$`)
	asWho        = regexp.MustCompile(`,? as (?:I|we|he|she|they|shown|tied|dressed|fished|made)\b[^,.;:()]*$`)
	headLead     = regexp.MustCompile(`^(?i:(?:my|our|his|her|a|the|notes on|notes for|pattern|recipe|dressing|name|fly) )?(?i:(?:own )?(?:version|dressing|recipe|copy|variant|variation) of )(?:the )?(\p{Lu}.*)$`)
)

// tierVerbs and deviserVerbs say what somebody did with a fly; a writer's verb makes nobody its tier.
var (
	tierVerbs    = lexicon.Set("tied by")
	deviserVerbs = lexicon.Set("devised by")
)

// dirty tells a name that still holds something else.
func dirty(name string) bool {
	if asWho.MatchString(name) || whoseBehind.MatchString(name) { // "The Candle Sedge, as I tie it" and "Candle Sedge (Thrale)" are names for it
		return false
	}
	if strings.ContainsAny(name, ",:;()\"“”|") || strings.Contains(name, ". ") || strings.Contains(name, " - ") || strings.Contains(name, " – ") || strings.Contains(name, "  ") {
		return true
	}
	for _, w := range strings.Fields(name)[min(1, len(strings.Fields(name))):] {
		if unicode.IsLower([]rune(w)[0]) && !smallWords[strings.ToLower(w)] {
			return true
		}
	}
	return false
}

// smallWords stand in names without a capital.
var smallWords = lexicon.Set("small word of a name")

// readHeading reads a heading by its pieces.
func readHeading(text string) headline {
	var h headline
	rest := text
	if m := inQuotes.FindStringSubmatchIndex(text); m != nil && nameLike(text[m[2]:m[3]]) && len(strings.Fields(text[m[2]:m[3]])) <= 6 {
		h.offer(text[m[2]:m[3]], quotedName)
		rest = text[:m[0]] + "  " + text[m[1]:]
	}
	for _, p := range pieceOf(rest) {
		label := strings.HasSuffix(p, ":") || strings.HasPrefix(p, "(") // what stands before a colon or in a bracket names no fly
		if p = strings.Trim(p, " .,;:-–—/("); p == "" {
			continue
		}
		if m := headLead.FindStringSubmatch(p); m != nil { // "My version of Ann Loe's Night Heron"
			p = m[1]
		}
		if !h.whose(p) && !h.when(p) {
			h.piece(p, label)
		}
	}
	if h.weight < titleName && h.before != "" && h.tier != "" { // "The Squall: Eivind Bakk at the vice"
		h.name, h.weight = h.before, titleName
		h.notes = slices.DeleteFunc(h.notes, func(n string) bool { return n == h.before })
	}
	if h.weight < titleName {
		h.name = ""
	}
	if m := headOwner.FindStringSubmatch(h.name); m != nil && !strings.HasPrefix(m[1], "The ") {
		h.name = m[2]
		h.originator = cmp.Or(h.originator, m[1])
	}
	return h
}

// headingIf reads a heading where there can be one; elsewhere it says nothing.
func headingIf(can bool, text string) headline {
	if !can {
		return headline{}
	}
	return readHeading(text)
}

// offer takes a piece for the name where it weighs more than what was one before.
func (h *headline) offer(name string, weight int) {
	if weight <= h.weight {
		h.notes = append(h.notes, name)
		return
	}
	if h.name != "" {
		h.notes = append(h.notes, h.name)
	}
	h.name, h.weight = name, weight
}

// whose takes a piece that says who tied or devised the fly.
func (h *headline) whose(p string) bool {
	if m := headCredit.FindStringSubmatch(p); m != nil && h.credit(m) {
		return true
	}
	if m := headShort.FindStringSubmatch(p); m != nil && h.credit(m) { // "tied P. Rye"
		return true
	}
	if m := atTheVice.FindStringSubmatch(p); m != nil && m[0] == p { // "Eivind Bakk at the vice"
		h.tier = cmp.Or(h.tier, m[1])
		return true
	}
	name, ok := strings.CutPrefix(p, "by ")
	if ok = ok && (headPerson.MatchString(name) || wholeName.MatchString(name) && strings.Contains(name, " ")); ok { // "The Prophet, by Gisle Ore"
		h.tier = cmp.Or(h.tier, name)
	}
	return ok
}

// when takes a piece that is a day or a year, and little else.
func (h *headline) when(p string) bool {
	m := headDate.FindStringSubmatch(p)
	if m == nil || m[1] != p && (len(p)-len(m[1]) >= 22 || dressing.IsUpper(p) || nameWeight(strings.Replace(p, m[1], "", 1)) > 0) {
		return false
	}
	h.date = cmp.Or(h.date, m[1])
	if m[1] != p {
		h.notes = append(h.notes, p)
	}
	return true
}

// piece takes any other piece: a number, a person, or what may be the name.
func (h *headline) piece(p string, label bool) {
	switch {
	case h.name != "" && nameNumber.MatchString(p) && len(h.notes) == 0: // "The Mistle Gate Wet, No. 7"
		h.name += ", " + p
	case headNumber.MatchString(p) && nameWeight(p) < capsName:
		h.notes = append(h.notes, p)
	case headPerson.MatchString(p) && h.tier == "":
		h.tier = p
	case headPerson.MatchString(p):
		h.notes = append(h.notes, p)
	case label:
		if nameWeight(p) >= titleName {
			h.before = cmp.Or(h.before, p)
		}
		h.offer(p, min(nameWeight(p), 1))
	default:
		h.offer(p, nameWeight(p))
	}
}

// What a piece of a heading weighs as a name.
const (
	titleName  = 2 // Each Word In Capitals
	capsName   = 3 // ALL IN CAPITALS
	quotedName = 4
)

// pieceOf cuts a heading at its stops, but not behind an initial or a title.
func pieceOf(s string) []string {
	var out []string
	from := 0
	for _, at := range headingStops.FindAllStringIndex(s, -1) {
		before := s[from:at[0]]
		if last := before[strings.LastIndexByte(before, ' ')+1:]; s[at[0]] == '.' && (len([]rune(last)) <= 1 || abbreviations[strings.ToLower(last)] || honoured.MatchString(last+" ") || strings.EqualFold(last, "revd") || strings.EqualFold(last, "no")) {
			continue
		}
		if s[at[0]] == ':' && credited(before) {
			continue
		}
		if s[at[0]] == ':' {
			before += ":"
		}
		out = append(out, before)
		if from = at[1]; s[at[0]] == '(' {
			from = at[0]
		}
	}
	return append(out, s[from:])
}

// credited tells a word before a colon that says what somebody was: "tutor: Per Sand".
func credited(before string) bool {
	w := strings.ToLower(before[strings.LastIndexAny(before, " (")+1:])
	return tierVerbs[w] || deviserVerbs[w]
}

// credit takes who did what with the fly, and when; it tells whether it was one.
func (h *headline) credit(m []string) bool {
	verb := strings.ToLower(m[1])
	switch {
	case tierVerbs[verb]:
		h.tier = cmp.Or(h.tier, m[2])
	case deviserVerbs[verb]:
		h.originator = cmp.Or(h.originator, m[2])
	default:
		return false
	}
	if d := headDate.FindString(m[3]); d != "" {
		h.date = cmp.Or(h.date, d)
	}
	return true
}

// nameWeight tells how much a piece is like the name of a fly.
func nameWeight(p string) int {
	words := strings.Fields(p)
	if len(words) == 0 || len(words) > 7 || !nameLike(p) || namesNoFly.MatchString(p) || monthAlone.MatchString(p) {
		return 0
	}
	general, telling := 0, 0
	for i, w := range words {
		small := smallWords[strings.ToLower(w)]
		if unicode.IsLower([]rune(w)[0]) && (!small || i == 0) {
			return 0
		}
		if !small {
			telling++
		}
		if generalHead[strings.TrimSuffix(strings.TrimSuffix(strings.ToLower(strings.Trim(w, ".")), "'s"), "’s")] {
			general++
		}
	}
	switch {
	case general > 0 && general >= telling-1:
		return 0
	case dressing.IsUpper(p) && len([]rune(p)) > 3:
		return capsName
	}
	return titleName
}

// generalHead are words of headings that name no fly.
var generalHead = lexicon.Set("of a heading")

// headed takes a heading for the reader, and tells whether it holds a name.
func (r *reader) heads(h headline) bool {
	if h.name == "" {
		return false
	}
	r.d.Title = h.name
	r.d.Tier, r.d.Originator, r.d.Date = cmp.Or(r.d.Tier, h.tier), cmp.Or(r.d.Originator, h.originator), cmp.Or(r.d.Date, h.date)
	r.d.Notes = append(r.d.Notes, h.notes...)
	return true
}
