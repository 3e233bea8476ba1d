package reading

import (
	"cmp"
	"regexp"
	"strings"
)

// What stands above a dressing, whatever its wording: the head of a mail, and a sentence that leads up to the fly.
var (
	mailHead  = regexp.MustCompile(`^(?i:(from|to|cc|sent|date|subject)) ?: ?(.*)$`)
	mailName  = regexp.MustCompile(`^["“]?([^<>"”@]*\p{L}\.?)["”]?(?: *<[^>]*>)?$`)
	leadsToIt = regexp.MustCompile(`\b(?i:dressing|recipe|receipt|pattern|spec|detail|instruction|version|way)s? (?:of|for|on|to tie|to dress) (?:the |my |his |her |our |a )?` + flyName)
	calledThe = regexp.MustCompile(`\b(?:called|named|known as|christened|its name is|the name is|has the name|by the name of|name is|we say|we call it) (?:the |a |my )?` + flyName)
	promised  = regexp.MustCompile(`(?:^|[.!,] )(?:[Tt]he |[Mm]y )?` + flyName + `,? as (?:promised|asked|requested|agreed|wanted)\b`)
	asAsked   = regexp.MustCompile(`\b[Aa]s (?:promised|asked|requested|agreed|wanted),? (?:here is |here's )?(?:the |my )?` + flyName + `(?:[:.]|$)`)
	bracketed = regexp.MustCompile(` ?\([^()]*\)`)
	signedEnd = regexp.MustCompile(`(?:\b[Yy]ours(?: \p{Ll}+){1,2}|\b[Rr]egards|\b[Ww]ishes|\b[Ss]incerely|[.!?] [—–])[,]? ?` + titledName + `[.”"]*$`)
	flyQuoted = regexp.MustCompile(`\b(?i:fly|pattern|nymph|dressing|lure|spider|streamer)(?: (?:for|of|this) (?:\p{L}+ ?){1,3})?,? ["“]`)
	ownOf     = regexp.MustCompile(`^(\p{Lu}[^,.:;]{2,40}), (\p{Lu}[\p{L}.'’-]*(?: \p{Lu}[\p{L}.'’-]*)*)['’]s own (?:pattern|fly|dressing|invention|nymph|design|version)\b(.*)$`)
	itIsThe   = regexp.MustCompile(`^(?:[Ii]t|[Tt]hat|[Tt]his)(?:'s|’s| is| was) (?:called )?(?:the|my|a) ` + flyName + `(?:[,:.!]|$)`)
	speaks    = regexp.MustCompile(`^\p{Lu}\p{L}+: \p{Ll}`)
	askedOf   = regexp.MustCompile(`\b(?:asked (?:about|for)|wanted|were after|spoke of), (?:the )?(\p{L}[\p{L}'’-]+(?: \p{L}[\p{L}'’-]+){1,3})$`)
	myFlyIs   = regexp.MustCompile(`\b(?:[Mm]y|[Oo]ur)(?: \p{Ll}+){0,2} (?:fly|nymph|pattern|lure)(?: for \p{Ll}+(?: \p{Ll}+)?)? (?:is|was)(?: called)? (?:the )?` + flyName)
	hereItIs  = regexp.MustCompile(`\b(?:[Hh]ere(?:'s|’s| is| comes)|[Tt]his is) (?:my|our|the|his|her|a) (?:own |old )?` + flyName)
)

// mailFrom gives how many lines a mail's head has, and whom it is from: one line says from whom, the next to whom.
func mailFrom(lines []string) (n int, from string) {
	to := false
	for _, l := range lines {
		m := mailHead.FindStringSubmatch(strings.TrimSpace(l))
		if m == nil {
			break
		}
		switch strings.ToLower(m[1]) {
		case "from":
			from = m[2]
		case "to":
			to = true
		case "subject":
			return n, from
		}
		n++
	}
	if !to || from == "" {
		return 0, ""
	}
	return n, from
}

// headOfMail takes the lines of a mail's head; whoever it is from tied the fly.
func (r *reader) headOfMail(lines []string) int {
	n, from := mailFrom(lines)
	if n == 0 {
		return 0
	}
	r.letter = true
	if m := mailName.FindStringSubmatch(strings.TrimSpace(from)); m != nil {
		r.d.Tier = cmp.Or(r.d.Tier, strings.TrimSpace(m[1]))
	}
	for _, l := range lines[:n] {
		if m := mailHead.FindStringSubmatch(strings.TrimSpace(l)); strings.EqualFold(m[1], "date") || strings.EqualFold(m[1], "sent") {
			r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(m[2]))
		}
		marks := newMarks(l)
		marks.set(0, len(l), asHeader, "")
		marks.text = l
		r.marks = append(r.marks, marks)
	}
	return n
}

// leadsUp gives the name of the fly out of a sentence that leads up to it: "Here's my dressing of the Copper Kettle,
// as promised:", `My fly "Dusk" for the sea trout:`.
func leadsUp(text string) string {
	text = bracketed.ReplaceAllString(text, "")
	if m := inQuotes.FindStringSubmatch(text); m != nil && (strings.HasSuffix(text, ":") || flyQuoted.MatchString(text)) && nameLike(m[1]) && len(strings.Fields(m[1])) <= 5 {
		return m[1]
	}
	for _, form := range []*regexp.Regexp{leadsToIt, hereItIs, calledThe, myFlyIs, promised, asAsked, itIsThe, askedFor, askedOf} {
		if m := form.FindStringSubmatch(text); m != nil {
			return m[1]
		}
	}
	return ""
}
