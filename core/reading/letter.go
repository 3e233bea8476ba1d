package reading

import (
	"cmp"
	"regexp"
	"strings"
)

// A dressing that came in a letter: its head says where and when it was written, it says whom it
// is to, and whoever signs it tied the fly, or thought it up where the letter says "I call it".
var (
	letterHead = regexp.MustCompile(`^(?:\p{Lu}[\p{L}'’. -]*, )+((?:the )?\d{1,2}(?:st|nd|rd|th)?(?: of)? \p{Lu}\p{L}+\.?,? \d{4}|\p{Lu}\p{L}+\.? \d{1,2}(?:st|nd|rd|th)?,? \d{4}|\p{Lu}\p{L}+ \d{4})\.?$`)
	salutation = regexp.MustCompile(`^(?:(?:My )?[Dd]ear(?:est)? [\p{L}.'’ ]+|(?:[Hh]i|[Hh]iya|[Hh]ello|[Hh]ey) (?:all|both|there|everyone|everybody|folks|lads|\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)?))[,:!—-]*$`)
	farewell   = regexp.MustCompile(`^(?:I (?:am|remain|have the honour)\b.*|[Ee]ver [Yy]ours|[Yy]ours(?: \p{L}+){0,2}|(?:[Vv]ery )?[Ss]incerely|(?:[Ww]ith )?(?:(?:my |all |our )?(?:(?:[Vv]ery )?[Kk]ind(?:est)?|[Bb]est|[Ww]arm(?:est)?|[Ff]riendly|[Gg]ood) )(?:regards|wishes|greetings?)|[Rr]egards|[Cc]heers|[Ll]ove|[Tt]hanks|[Tt]hx|[Tt]a|[Gg]reetings(?: from [^,]*)?|[Aa]ll the best|[Tt]ight lines(?: from)?|[Ss]aluti|[Hh]ilsen|[Gg]r[üu](?:ß|ss)e?|[Gg]reets|[Hh]ils)(?:,?\s+` + personName + `)?[.,]?$`)
	ownFly     = regexp.MustCompile(`\b(?:[Ii]t(?:'s|’s| is| was) (?:my|the|our|his|her)|[Hh]ere(?:'s|’s| is) (?:mine|my own|one of mine|ours),? (?:the )?) ?` + flyName + `[.,;!]`)
	answerTo   = regexp.MustCompile(`^(?i:subject|betr|betreff|sujet) ?: ?(?i:re|aw|fwd?|sv) ?:`)
	askedFor   = regexp.MustCompile(`\bthe ` + flyName + ` (?:recipe|pattern|fly|dressing)\b`)
	aboutFly   = regexp.MustCompile(`^(?:(?:[Tt]he|[Aa]|[Yy]our|[Mm]y|[Oo]ur|[Tt]hat|[Aa]nother) )?(?:\p{Ll}+ )*(?:fly|pattern|dressing|recipe|nymph)\b(?: \p{Ll}+)*$`)
	answerOf   = regexp.MustCompile(`^(?i:re|aw|fwd?|sv) ?:`)
	greeting   = regexp.MustCompile(`^(?:(?:My )?[Dd]ear(?:est)?|[Hh]i|[Hh]iya|[Hh]ello|[Hh]allo|[Hh]ey|[Gg]ood (?:morning|evening|day)) \p{Lu}[\p{L}.'’]*(?: \p{Lu}?[\p{L}.'’]*){0,3}[,:—-] `)
	signedLast = regexp.MustCompile(`^(.*[.!?] )?(?://?|[–—]) ?(\p{Lu}[\p{L}.]+(?: \p{Lu}[\p{L}.]*)?)$`)
	ownNaming  = regexp.MustCompile(`\bI (?:call|named?|christened) (?:it|this|him|her)\b`)
)

// inLetter takes the lines of a letter that are none of the dressing's.
func (r *reader) inLetter(text string) bool {
	switch m := letterHead.FindStringSubmatch(text); {
	case m != nil && r.d.Title == "" && !r.started && !whileTied.MatchString(text) && len(strings.Fields(text)) <= 12:
		r.d.Date = cmp.Or(r.d.Date, strings.TrimPrefix(m[1], "the "))
	case postedBy.MatchString(text) && !r.started && r.d.Title == "": // "Posted by peatstain on 3 March 2016"
		r.letter = true
		r.d.Date = cmp.Or(r.d.Date, postedBy.FindStringSubmatch(text)[2])
		r.d.Notes = append(r.d.Notes, text)
	case postedBy.MatchString(text) && r.started: // at the end
		r.d.Date = cmp.Or(r.d.Date, postedBy.FindStringSubmatch(text)[2])
		r.d.Notes = append(r.d.Notes, text)
	case answerOf.MatchString(text) && !r.started && r.d.Title == "": // "Re: beetle for hill lochs"
		r.letter = true
		if m := askedFor.FindStringSubmatch(text); m != nil { // "RE: Looking for the Black Tide recipe"
			r.d.Title = m[1]
		}
		r.d.Notes = append(r.d.Notes, text)
	case answerTo.MatchString(text) && !r.started && r.d.Title == "": // "Subject: Re: that grayling bug"
		r.d.Notes = append(r.d.Notes, text)
	case salutation.MatchString(text) && !r.started:
		r.letter = true
	case greeting.MatchString(text) && !r.started && r.d.Title == "": // "hi Fran, that olive thing is called the Sluice Box"
		r.letter = true
		r.ownFly = ownNaming.MatchString(text)
		r.calledSo(newStretch(r.words, text, lexAt(text, 0, len(text)), ""))
		r.d.Title = cmp.Or(r.d.Title, leadsUp(text))
		r.d.Notes = append(r.d.Notes, text)
	case r.letter && r.signed:
		if !wholeName.MatchString(strings.TrimRight(text, ".")) {
			return false
		}
		r.sign(strings.TrimRight(text, "."))
	case r.letter && r.started && r.d.Tier == "" && r.d.Originator == "" && wholeName.MatchString(text) && strings.Count(text, " ") == 1: // the writer's name, with no farewell before it
		r.sign(text)
	case r.started && signedLast.MatchString(text) && r.d.Tier == "": // "best on a floating line. /Knut"
		m := signedLast.FindStringSubmatch(text)
		r.d.Tier = m[2]
		if m[1] != "" {
			r.d.Notes = append(r.d.Notes, strings.TrimSpace(m[1]))
		}
	case (r.letter || r.started) && farewell.MatchString(text) && (r.letter || farewell.FindStringSubmatch(text)[1] != ""):
		if r.signed = true; farewell.FindStringSubmatch(text)[1] != "" {
			r.sign(strings.TrimRight(farewell.FindStringSubmatch(text)[1], "."))
		}
	default:
		return false
	}
	return true
}

func (r *reader) sign(name string) {
	r.signed = false
	if r.d.Originator == "" && r.ownFly {
		r.d.Originator = name
	} else if r.d.Tier == "" {
		r.d.Tier = name
	}
}

// letterOpens takes the name of the fly out of what a letter says before the dressing.
func (r *reader) letterOpens(text string, t *stretch) bool {
	if !r.letter || r.started || r.d.Title != "" {
		return false
	}
	if m := ownFly.FindStringSubmatch(text); m != nil && !t.has(cCalls) { // "Well, it's my Coalman."
		r.d.Title, r.ownFly = m[1], strings.Contains(m[0], " my ")
		r.d.Notes = append(r.d.Notes, text)
		return true
	}
	if m := inQuotes.FindStringSubmatch(text); m != nil && !t.has(cCalls) && nameLike(m[1]) && len(strings.Fields(m[1])) <= 5 { // "I write down my nymph "Murmel" for your album"
		r.d.Title = m[1]
		r.d.Notes = append(r.d.Notes, text)
		return true
	}
	if !t.has(cCalls) {
		return false
	}
	r.ownFly = ownNaming.MatchString(text)
	if r.named(t); r.d.Title == "" {
		return false
	}
	r.d.Notes = append(r.d.Notes, text)
	return true
}
