package reading

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"mothledger/core/lexicon"
	"mothledger/core/measure"
)

// credits are the headers that end in "by" or "from": whoever stands behind them tied or devised the
// fly.
var credits, creditOf = func() (measure.Phrases, []string) {
	var phrases, of []string
	for _, r := range lexicon.Rows("header") {
		if strings.HasSuffix(r.Phrase, " by") || strings.HasSuffix(r.Phrase, " from") {
			phrases, of = append(phrases, r.Phrase), append(of, r.Value)
		}
	}
	p := measure.NewPhrases(phrases...)
	lexicon.Reads("header", p.Take)
	return p, of
}()

// Names as they stand in a heading, each a group of a regular expression.
const (
	titledName = `((?:(?:Mrs|Mr|Miss|Dr|Capt|Major|Rev)\.? )?(?:\p{Lu}\. )*\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*)` // Mrs A. Spence
	onePerson  = `(?:(?:\p{Lu}\.)+[\p{L}'’-]*|(?:Mrs|Mr|Dr|Capt|Maj|Col|Rev|Prof|St)\.|\p{Lu}[\p{L}'’-]*)`
	personName = `(` + onePerson + `(?: ` + onePerson + `)*)` // T. Aubrey
	flyName    = `(\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)` // Brother Anselm's Olive
)

var (
	pageSaid = regexp.MustCompile(`(?i)\b(?:page|p\.)\s*(\d+)`)
	yearSaid = regexp.MustCompile(`(?i)\b((?:\d{1,2} (?:january|february|march|april|may|june|july|august|september|october|november|december) |about |around |circa |c\. ?|before |after |spring |summer |autumn |winter )?\d{4}s?)\b`)
)

// credit reads a line under the title that says who tied or devised the fly: "Shown by Una
// Thrale at the February meeting", "By Prudence Aldwark, from her notebook, page 14, about
// 1958". What else it says is a note.
func (r *reader) credit(s string) bool {
	s = byOurs.ReplaceAllString(s, "${1}by $2")
	if r.creditLed(s) {
		return true
	}
	toks := measure.Lex(s)
	k, n, of := creditAt(s, toks)
	if n == 0 {
		return r.nameAmong(s)
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
	} else if d := headDate.FindString(rest); d != "" { // "on 7 November"
		r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(d))
	}
	if rest != "" {
		r.d.Notes = append(r.d.Notes, rest)
	}
	return true
}

// creditAt gives where "tied by" or its like stands in a line, how many tokens it has, and what somebody behind it is.
func creditAt(s string, toks []measure.Token) (k, n int, of string) {
	for k < len(toks) && k < 12 {
		idx, m := credits.Match(toks, k)
		if m > 0 && nameEnd(s, toks, k+m) > k+m {
			n, of = m, creditOf[idx]
			break
		}
		if toks[k].Low == "by" {
			if k == 0 {
				n, of = 1, "originator"
				break
			}
			for _, verb := range toks[:k] { // "Tied for the club by Harold Binns"
				if idx, m := credits.Match([]measure.Token{verb, toks[k]}, 0); m == 2 && nameEnd(s, toks, k+1) > k+1 {
					n, of = 1, creditOf[idx]
					break
				}
			}
			if n > 0 {
				break
			}
		}
		k++
	}
	return k, n, of
}

// creditLed takes a credit by how the line begins: cells, somebody at the vice, a name with its date.
func (r *reader) creditLed(s string) bool {
	if m := origTied.FindStringSubmatch(s); m != nil { // "Orig. Mrs C. Thorne, 1948. Tied R. Nairn."
		r.d.Originator, r.d.Date, r.d.Tier = cmp.Or(r.d.Originator, m[1]), cmp.Or(r.d.Date, m[2]), cmp.Or(r.d.Tier, m[3])
		return true
	}
	if m := creditShort.FindStringSubmatch(s); m != nil { // "Orig. W. Garth   c. 1925"
		to := &r.d.Tier
		if word := strings.ToLower(m[1]); word == "orig" || word == "inv" || word == "dev" {
			to = &r.d.Originator
		}
		*to, r.d.Date = cmp.Or(*to, strings.TrimSpace(m[2])), cmp.Or(r.d.Date, m[3])
		return true
	}
	if m := byLetter.FindStringSubmatch(s); m != nil { // "Dressing given by letter, 3 Feb. 1936:"
		r.d.Date, r.d.Notes = cmp.Or(r.d.Date, m[1]), append(r.d.Notes, s)
		return true
	}
	if cells := cellBreak.Split(strings.TrimSpace(s), -1); len(cells) > 1 && len(cells) < 5 && r.creditCells(cells) {
		return true
	}
	if m := atTheVice.FindStringSubmatch(s); m != nil && r.d.Tier == "" { // "From the minutes, Mrs Ada Spence at the vice"
		r.d.Tier = m[1]
		if rest := strings.Trim(strings.Replace(s, m[0], "", 1), " ,;."); rest != "" {
			if d := strings.TrimSpace(headDate.FindString(rest)); d != "" && d == rest { // "Per Aune at the vice, 14 November"
				r.d.Date = cmp.Or(r.d.Date, d)
			} else {
				r.d.Notes = append(r.d.Notes, rest)
			}
		}
		return true
	}
	if m := nameAt.FindStringSubmatch(s); m != nil && r.d.Tier == "" { // "Ebba Lind, at the December evening"
		r.d.Tier = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
		return true
	}
	if m := nameDated.FindStringSubmatch(bareVerb.ReplaceAllString(s, "")); m != nil && r.d.Tier == "" && yearSaid.MatchString(m[2]) { // "Lotte Brandis, 3 November 2007"
		r.d.Tier, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
		return true
	}
	if who := whoTied(s); who != "" && r.d.Tier == "" && wholeName.MatchString(who) { // "Set down from what Agnes Pell tied for us in October"
		r.d.Tier = who
		r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(headDate.FindString(s)))
		r.d.Notes = append(r.d.Notes, s)
		return true
	}
	if m := nameOwns.FindStringSubmatch(s); m != nil && r.d.Tier == "" && wholeName.MatchString(m[1]) { // "Recorded from Eoin Rafter's talk"
		r.d.Tier = withoutLead(m[1])
		r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(headDate.FindString(s)))
		r.d.Notes = append(r.d.Notes, s)
		return true
	}
	return false
}

// creditCells takes the credits in the cells of a line: "Inv. by Jas. Treloar   Tied by Ellen Marsh   1936".
func (r *reader) creditCells(cells []string) bool {
	any := false
	for _, c := range cells {
		switch _, n := credits.Match(measure.Lex(c), 0); {
		case n > 0 && r.credit(c):
			any = true
		case any && yearSaid.MatchString(c) && r.d.Date == "":
			r.d.Date = yearSaid.FindStringSubmatch(c)[1]
		case any:
			r.d.Notes = append(r.d.Notes, c)
		}
	}
	return any
}

// whoTied gives who tied, showed or gave something, without the word that leads up to the name.
func whoTied(s string) string {
	m := nameTied.FindStringSubmatch(s)
	if m == nil {
		return ""
	}
	return withoutLead(m[1])
}

// withoutLead gives a name without the word that leads up to it.
func withoutLead(name string) string {
	words := strings.Fields(name)
	for len(words) > 2 && (feastDay.MatchString(words[0]) || leadsName.MatchString(words[0])) { // "How Oddvar Ree ties", "before Christmas Harald Moe tied"
		words = words[1:]
	}
	return strings.Join(words, " ")
}

// nameEnd gives where a name of capitalised words and initials ends.
func nameEnd(s string, toks []measure.Token, k int) int {
	for k < len(toks) {
		t := toks[k]
		initial := t.Low == "." && k > 0 && t.Joined && (len(toks[k-1].Low) == 1 || shortFirst.MatchString(toks[k-1].Low) && k+1 < len(toks) && unicode.IsUpper([]rune(s[toks[k+1].Start:])[0])) // J., Capt. Lyle
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
	byOurs      = regexp.MustCompile(`\b((?i:tied|dressed|shown|made|demonstrated|given|brought)(?: [\p{L}]+){0,5} )by (?:our (?:\p{Ll}+,? ){0,2}|old |young |the late |the chairman,? |the secretary,? )(\p{Lu})`)
	titleFirst  = regexp.MustCompile(`^(\p{Lu}[\p{L}'’-]+(?: (?:of|the|in|on|and|at|\p{Lu}[\p{L}'’-]+)){1,5})\. `)
	feastDay    = regexp.MustCompile(`^(?:January|February|March|April|May|June|July|August|September|October|November|December|Monday|Tuesday|Wednesday|Thursday|Friday|Saturday|Sunday|Christmas|Easter|Lent|Advent|Whitsun|Midsummer|Michaelmas|Candlemas)$`)
	talkOf      = regexp.MustCompile(`^(?:(?:a |the |our )?(?:\p{Ll}+ )?(?:demonstration|demo|talk|evening|class|bench|tying|night|lesson|lecture|workshop)(?: by| of| with|,|:) (\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)+)|(\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)+)['’]s (?:own )?(?:\p{Ll}+ )?(?:nymph|fly|dressing|version|pattern|spider|streamer|lure|wet|dry|recipe))\b`)
	benchThen   = regexp.MustCompile(`^(?:(.*?[.,:;] ?)??(?:(?i:a |the |our )?(?i:notes?|words|a page) )?(?:(?i:from|at) the )?)(?i:bench|vice|table|evening|talk|demonstration|class|tying) (?i:of|by|with) ` + personName + ` ?[:–—-] ?(?:the )?(\p{Lu}[\p{L}'’-]+(?: \p{L}[\p{L}'’-]+){0,4})\.?$`)
	thisIsOf    = regexp.MustCompile(`^(\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+){1,4})\. ((?:This|It)(?:['’]s| is) (?:one of )?` + personName + `['’]s\b.*)$`)
	leadsName   = regexp.MustCompile(`^(?:How|When|What|As|Here|Then|Today|Tonight|Yesterday|Where|While|After|Before|And|So|From|By)$`)
	struckOff   = regexp.MustCompile(`~~[^~]*~~ ?|^\p{L}+~~ ?`)
	starred     = regexp.MustCompile(`^[*_]{0,3}([^*_]+?)[*_]{1,3}(?: ?[/|–—-] ?(.+))?$`)
	ownsIt      = regexp.MustCompile(`^(\p{Lu}.{2,50}?) \((\p{Lu}[\p{L}-]+(?: \p{Lu}[\p{L}-]+)*)['’]s\)$`)
	shownAfter  = regexp.MustCompile(`^(\p{Lu}[^.]{3,60}[,.]?[^.]*)\. (?:Shown|Tied|Dressed|Demonstrated|Given|Brought) (?:to us |for us |here )?by (?:the late |old |our )?` + personName + `\.?$`)
	boxOver     = regexp.MustCompile(`^(?:(?i:box|tray|drawer|row|shelf|tin|sheet|frame|case)\.? ?[A-Z]?\d*(?:[,;/] ?(?i:box|tray|drawer|row|shelf|tin|sheet|frame|case|no\.?)? ?\p{Lu}?\d*)*|(?i:(?:the )?(?:secretary['’]s )?notes|minutes|from the notes|out of the notes)(?: \p{L}+){0,4}): ?"`)
	sheetOf     = regexp.MustCompile(`^[^:"“]{4,60}[,–—-] ?(?i:sheet|lesson|week|handout|leaflet|exercise) (?i:no\.? ?)?\d+$`)
	wired       = regexp.MustCompile(`^(?:(?i:from) (\p{Lu}[\p{L}'’ -]+)\. +)?(?i:the )?(?i:fly) (?i:is|called|named) (?i:the )?(\p{Lu}[\p{L}'’ -]+)\. `)
	chapter     = regexp.MustCompile(`^(?i:chap(?:ter)?\.?|sect(?:ion)?\.?|art(?:icle)?\.?) (?:[IVXLC]+|\d+)\.? `)
	shortFirst  = regexp.MustCompile(`^(?:mrs?|dr|capt|col|maj|rev|prof|st|jas|wm|jno|jn|thos|chas|geo|edw|hen|ed|sgt)$`)
	theNamed    = regexp.MustCompile(`^The \p{Lu}[\p{L}'’-]+ (?:of|in|on|at) (?:the )?\p{Lu}[\p{L}'’-]+(?:[.,]|$)`)
	nameAt      = regexp.MustCompile(`^(\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)+), ((?:at|for|during|before) .+)$`)
	nameDated   = regexp.MustCompile(`^(\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)+),? ((?:\d|\p{Lu}[\p{Ll}.]+ |about |circa |c\. ?)[^,]*\d{4}s?)\.?$`)
	nameTied    = regexp.MustCompile(`(?:^|[ (])((?:\p{Lu}\.|(?:Mrs?|Dr|Capt|Col|Maj|Rev|Jas|Wm|Jno|Thos|Chas|Geo|St)\.|\p{Lu}[\p{L}'’]*)(?: (?:\p{Lu}\.|(?:Mrs?|Dr|Capt|Col|Maj|Rev|Jas|Wm|Jno|Thos|Chas|Geo|St)\.|\p{Lu}[\p{L}'’]*))+) (?:tied|ties|showed|shows|dressed|dresses|demonstrated|gave|brought)\b`)
	honoured    = regexp.MustCompile(`^(?:Mr|Mrs|Miss|Dr|Rev|Capt|Col|Major|Sgt)\b`)
	whileTied   = regexp.MustCompile(`\b(?:while|as|when) ` + personName + ` (?:tied|dressed|showed|demonstrated|made|did it)\b`)
	nameOwns    = regexp.MustCompile(`(?:^|[ (])(\p{Lu}[\p{L}.]*(?: \p{Lu}[\p{L}.]*)+)['’]s (?:talk|evening|demonstration|notes|lecture|class|bench|night|words|card|letter|tying|streamer|nymph|fly|dry fly|wet fly|pattern|dressing|version|own)\b`)
	asTiedBy    = regexp.MustCompile(`^(\p{Lu}[^.:;]{2,60}?)(?:,| [-–—]+|,? [-–—]+)? \(?(?:as )?(?:tied|dressed|shown|made|demonstrated|fished)(?: (?:for|to) (?:us|the club|the album|me|members)| here)? by ` + personName + `(?: and (?:his|her) \p{Ll}+)?(?: (?:at|on|for|in|to|during|before) .*?)?\)?$`)
	clubFly     = regexp.MustCompile(`^((?:Our|The|This|My|Their) (?:[\p{L}'’]+ ){0,3}(?:fly|pattern|choice|dressing)) ?[-–—:] ?(\p{Lu}.+)$`)
	nameFirst   = regexp.MustCompile(`^(\p{Lu}[^:.;]{2,40}): (\p{Ll}.*)$`)
	tierDay     = regexp.MustCompile(`^(.+), (\d{1,2}(?:st|nd|rd|th)?(?: of)? (?:January|February|March|April|May|June|July|August|September|October|November|December|Jan|Feb|Mar|Apr|Jun|Jul|Aug|Sept?|Oct|Nov|Dec)\.?(?:,? \d{4})?)$`)
	whatDid     = regexp.MustCompile(`^(?:What|How|The way) ` + personName + ` (?:did|does|ties|tied|makes|made|showed|demonstrated)\b[^.]*?(?:, (\d{1,2}(?:st|nd|rd|th)? \p{L}+,? \d{4}|\p{L}+ \d{4}|\d{4}))?\.?$`)
	tiedA       = regexp.MustCompile(`\b(?:tied|ties|dressed|made|showed (?:us|the \p{Ll}+|everybody|members))(?: us)? (?:a|an|the|his|her) (\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)+|\p{Lu}[\p{L}'’-]+[,.])`)
	isTheFly    = regexp.MustCompile(`^[…. ]*\p{Ll}.*\b(?:is|was) (?:called |named )?the ` + flyName + `[,.:;]?$`)
	endsQuoted  = regexp.MustCompile(`^(.+[.?!:,\d]) ["“]([^"”]+)["”]\.?$`)
	quotedLead  = regexp.MustCompile(`^["“]([^"”]+)["”]\s*[-–—:,]\s+`)
	ownPattern  = regexp.MustCompile(`\((\p{Lu}[\p{L}.'’ -]*?)['’]s own(?:[;,.] [^()]*)?\)$`)
	capsWithin  = regexp.MustCompile(`(?:^|[ “"])(?:[Tt]he )?(\p{Lu}[\p{Lu}'’-]+(?: \p{Lu}[\p{Lu}'’-]+)+)[”"]?(?:[ ,.;:]|$)`)
	flyIsThe    = regexp.MustCompile(`\b(?:fly|pattern|dressing)(?: for \p{Ll}+(?: \p{Ll}+)?)? (?:is|was) (?:called |named )?(?:the )?` + flyName)
	postedBy    = regexp.MustCompile(`^(?:[Pp]osted|[Ss]ent|[Ww]ritten|[Ss]ubmitted|[Aa]dded) by ([^\s,]+)(?:(?: on|,) (.*\d{4}))?\b.*$`)
	lotQuoted   = regexp.MustCompile(`^(?:Lot|No|Item|Entry|Card)\.? ?\d+\.?,? ["“]([^"”]+)["”],? `)
	scribe      = regexp.MustCompile(`^(\p{Lu}[\p{L}.-]*(?: \p{Lu}[\p{L}.-]*)*)['’]s,? (?:as )?(?:written|taken|set|noted) down by [^.]*\.?$`)
	cardHead    = regexp.MustCompile(`^((?i:card|lot|sheet|leaf|slip|entry) ?(?i:no\.?|nr\.?)? ?\d+) ?[-–—:] ?(\p{Lu}.+)$`)
	quotedTied  = regexp.MustCompile(`^["“]([^"”]+)["”],?\s+(?:(?:tied|dressed|made|by)(?: by)?) ((?:\p{Lu}\p{L}{0,3}\. ?)*\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)(?:,? ((?:\p{L}+\.? )?\d{4}))?\.?$`)
	sheetNumber = regexp.MustCompile(`^(?i:sheet|card|page|leaf|no\.?|nr\.?) ?\d+$`)
	lateOnes    = regexp.MustCompile(`^(?:The late )?` + titledName + `['’]s ` + flyName + `, (?:as )?(?:set|taken|written|noted|copied|put) (?:down|out|on paper)\b.*$`)
	byWho       = regexp.MustCompile(`^By ` + titledName + `, who\b`)
	monthAlone  = regexp.MustCompile(`^(?:January|February|March|April|May|June|July|August|September|October|November|December)(?: \d{4})?$`)
	onceMore    = regexp.MustCompile(`\b(?:asks? for|asked for|wants?|wanted|promised|remembers?) (?:the |his |her )?(\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)+)\b.*\bas \p{Lu}[\p{L}.'’ -]* (?:ties|tied|dresses|dressed) it\b`)
	asTheyTie   = regexp.MustCompile(`^(\p{Lu}[^,:.]*), as (?:my|our|his|her|the) \p{Ll}+ ` + titledName + ` (?:ties|dresses|makes|tied|dressed|made) it\b.*$`)
	whatSaid    = regexp.MustCompile(`^(?:From|After) what ` + titledName + ` (?:said|told|wrote|showed|sent)\b`)
	didTying    = regexp.MustCompile(`^.*\bat which ` + titledName + ` (?:did the tying|tied|was at the vice|sat at the vice)\b`)
	headNotes   = regexp.MustCompile(`^(?:(?:Notes?|Words?|Report|Account|Remarks?|Written) (?:by|of|from) (?:the|our|a|his|her)|Notes? (?:taken |made |written |set down )(?:by|of|from|while|as|at)\b|(?:As )?(?:[Ss]een|[Tt]aken|[Nn]oted|[Ww]ritten|[Rr]ecorded|[Dd]rawn)\b(?: and (?:set|taken|written|noted) down)?(?: (?:on|at|in|by)\b)|(?:Taken down|Set down|Written down|Noted)(?: down)? (?:on|at|by|from|of|after|when|while))\b[^.]*\.?$`)
	asTold      = regexp.MustCompile(`^(\p{Lu}[^,:.]*), as (?:she|he|they|it was) (?:said|told|gave|taught|showed|dictated|explained|described|wrote|put)\b.*[:.]$`)
	accordingTo = regexp.MustCompile(`^(\p{Lu}[^,:.]*), (?:according to|after|from the vice of|from the (?:evening|talk|bench|demonstration|class) (?:with|of|by)|in the words of|by courtesy of|as taught by|as told by) ` + personName + `\.?$`)
	letterOf    = regexp.MustCompile(`^(?:Taken |Copied |Cut |Quoted )?[Ff]rom a (?:letter|note|card|message) (?:in which|of|by|from|sent by) ((?:Mr|Mrs|Miss|Dr|Capt|Major)?\.? ?\p{Lu}[\p{L}.'’-]*(?: \p{Lu}[\p{L}.'’-]*)*)\b`)
	howTied     = regexp.MustCompile(`^(?:How|The way) (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*) (?:ties|tied|dresses|dressed|makes|made) (?:the |his |her |a )?(\p{Lu}[^()]*?)(?: ?\([^()]*\))?$`)
	inQuotes    = regexp.MustCompile(`["“]([^"”]+)["”]`)
	ownWayOf    = regexp.MustCompile(`^(.+?)\s*\((\p{Lu}[^()]*?)['’]s (?:way|dressing|version|tying|pattern|fly|hand)\)$`)
	perName     = regexp.MustCompile(`^(.+?)\s*[-–—,]\s*(?:per|tied by|dressed by|shown by) ((?:\p{Lu}\.? ?)*\p{Lu}[\p{L}'’.-]+(?: \p{Lu}[\p{L}'’.-]+)*)$`)
	endsInName  = regexp.MustCompile(`^(.+?)\s+[-–—]\s+((?:\p{Lu}\.\s?)+\p{Lu}[\p{L}'’-]+)(?:, (\d{4}))?$`)
	bareVerb    = regexp.MustCompile(`^(?:Tied|Dressed|Shown|Made|Drawn|Copied) (?:by )?`)
	quotedBy    = regexp.MustCompile(`^(.*?)["“]([^"”]+)["”],? (?:tied |dressed )?by (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)\.?$`)
	titleBy     = regexp.MustCompile(`^(.+): (?:[Tt]he )?(\p{Lu}[^:]*), by (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)\.?$`)
	tiedDated   = regexp.MustCompile(`^(.+?)\s+[—–-]\s+(?:tied|dressed|shown|explained|demonstrated)\b[^,]*? by (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)(?:, (.*\d{4}))?\.?$`)
	asFished    = regexp.MustCompile(`^(.+?)\s+[-–—]\s+((?:as|the way|how|in the way) \p{Ll}.*)$`)
	iTie        = regexp.MustCompile(`^How I (?:do|tie|make|dress) (?:the |a |my )?(\p{Lu}.*?),? by (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)\.?$`)
	sizesAtEnd  = regexp.MustCompile(`[.,;]?\s+(#\d+(?:/0)?(?:\s*(?:or|to|and|-|–|,|&)\s*#?\d+(?:/0)?)*)\.?$`)
	numbered    = regexp.MustCompile(`^(?:No|Nr|Nº|№|(?i:leaf|card|sheet|entry|slip|folio))\.? ?\d+[a-z]?(?:[.,:]|\b)?\s+(?:[-–—]\s+)?`)
	sentLine    = regexp.MustCompile(`(?i)^(?:subject|re|fwd?|betr)\s*:\s*`)
	inBracket   = regexp.MustCompile(`^\(([^()]*)\)\s*`)
	cellBreak   = regexp.MustCompile(`\s+\|\s+|\t+|\s{2,}`)
	writtenFrom = regexp.MustCompile(`^(\p{Lu}[^.:;,(]{2,60}?)(?: \(([^)]*)\))?, (?:as )?(?:written|taken|noted) down from what ` + personName + ` (?:told|showed|said|gave)\b.*$`)
	origTied    = regexp.MustCompile(`(?i)^orig\.? ([^,]+?)(?:, (\d{4}))?\. (?:tied|dr\.?|dressed)(?: by)? ([^,;:]+?)\.?$`)
	tierPosted  = regexp.MustCompile(`(?i)^\((?:tier|tied by|by):? ([^,()]+)(?:, (?:posted |dated )?([^()]*\d{4}))?\)$`)
	atBenchOf   = regexp.MustCompile(`\bat the (?:bench|vice) of ` + personName + `(?:, (\p{L}+)(?: meeting| evening| night)?)?\.?$`)
	creditShort = regexp.MustCompile(`^(Orig|Inv|Dev|Dr|Tied|Td|orig|inv|dev|dr|tied|td)\. (?:by )?((?:\p{Lu}\p{Ll}{0,4}\. ?)*\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*)(?:(?:,|;| {2,}|\t| -)\s*((?:c\.? ?|about |before |after |circa )?(?:\d{1,2}[./ -])*(?:\p{L}+\.? )?\d{4}s?))?\.?$`)
	boxNumber   = regexp.MustCompile(`^[\[(]?\p{L}?\d[\d./-]*\p{L}?[\])]?[.:]?$`)
	toldBehind  = regexp.MustCompile(`^(\p{Lu}.{2,50}?) \(([^()]* [^()]* [^()]*|[^()]*, [^()]*)\)$`)
	shortYear   = regexp.MustCompile(`^(.+?),? ((?:\d{1,2}/)?(?:['’]\d{2}|(?:\d{1,2}/)\d{2,4}|\d{1,2}/\d{2}))$`)
	byLetter    = regexp.MustCompile(`(?i)^dressing (?:given|sent|copied)\b[^:]*?,? (\d{1,2} \p{L}+\.? \d{4}):$`)
	nameSemi    = regexp.MustCompile(`^(\p{Lu}[^.:;,]{2,60}); (\p{Ll}+ .*)$`)
	greeted     = regexp.MustCompile(`^(?:Hi|Hello|Hey|Dear)\b[^,:]*, (?:here(?:'s| is) )?(?:the )?(\p{Lu}[\p{L}'’-]*(?: \p{Lu}[\p{L}'’-]*)*)(?: for [^:]*)?:$`)
	wholeName   = regexp.MustCompile(`^(?:(?:Mr|Mrs|Miss|Dr|Rev|Capt|Col|Major|Sgt)\.? )?(?:\p{Lu}\p{Ll}{0,3}\. ?|\p{Lu} )*\p{Lu}[\p{L}'’-]+(?: \p{Lu}[\p{L}'’-]+)*$`)
	atTheVice   = regexp.MustCompile(`(\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)+) at the vice`)
	bracketNote = regexp.MustCompile(`^(.+?)\.?\s*\(((?:translated|[^()]*\d{4}|from|copied)[^()]*)\)$`)
	nameBehind  = regexp.MustCompile(`^(.+?)\s*\(((?:\p{Lu}\. ?)+\p{Lu}[\p{L}'’-]+)(?:, (\p{Ll}[^()]*))?\)$`)
	toDress     = regexp.MustCompile(`^(?:To|How to|For to) (?:dress|make|tie) (?:the |an? )?(\p{Lu}.*?)(?: (for|as|in the) .*?)?[:.,]?$`)
	sentSaying  = regexp.MustCompile(`^(?:From|Fr\.?) (\p{Lu}[\p{L}.]*(?: \p{Lu}[\p{L}.]*)*)(?:,? \d{1,2}[:.h]\d{2}(?: ?[ap]m)?)?[,:]? ["“]?(?:[Hh]ere'?s|[Hh]ere is|[Tt]his is) (?:the |my |our )?(\p{Lu}.*)$`)
	notesOfTalk = regexp.MustCompile(`^(?:Notes?|Written down|Taken down) (?:by|of) \p{Lu}[\p{L}.'’ ]* (?:from|of|on|at) (?:the |a )?(?:talk|evening|demonstration|lecture|bench|class) (?:of|by|with) (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)\.?$`)
	doneBy      = regexp.MustCompile(`^(?:dr|dsd|td|drsd)\. (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*)(?:, (.*\d{4}s?))?\.?$`)
	fromAfter   = regexp.MustCompile(`^(.+?)\s+[-–—]\s+((?:from|out of|found|copied|taken|as given|off|after) .*)$`)
	shownIn     = regexp.MustCompile(`^(.+?)\. (?:Shown|Tied|Dressed|Made|Given|Lent|Exhibited) (?:in )?((?:\p{L}+ )?\d{4}) by (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*?)\.?$`)
	receivedAs  = regexp.MustCompile(`^(?:No|Nr|Entry|Item)\.? ?\d+[a-z]?\. (\p{Lu}[^.:;]{2,40})\. (?:Rec(?:eived|'?d)\.?|Had|Given|Bought|Sent|Got) (?:of|from|by) ((?:\p{Lu}\.? )*\p{Lu}\p{Ll}+)(?:,? (\d{1,2}[./-][\divx]+[./-]\d{2,4}|\d{1,2} \p{L}+\.? \d{4}|\d{4}))?\. ?`)
	tiedWhen    = regexp.MustCompile(`(?i)^(?:tied|dressed|made|written|done) (?:at|on|in|after|before|by) .*?(\d{1,2}(?:st|nd|rd|th)? \p{L}{3,9}(?: \d{4})?|\d{4})?$`)
	fromBook    = regexp.MustCompile(`^(?:From|Copied from|Copied out of|Taken from|Out of) (the (?:[\p{Ll}'’]+ )?(?:minute book|log ?book|log|ledger|minutes|diary|notebook|album|register|record|visitors' book|fly book|game book)|(?:my|his|her|our|an old|the) (?:[\p{Ll}]+['’]s )?(?:old )?(?:notebook|diary|fly book|album|letter|notes|journal|ledger|card index|exercise book))(?:, (?:for |of )?(.*\d{4}))?(?:, (?:page|p\.|pp\.|leaf|fol\.) ?\d+)?\.?$`)
	quotedFirst = regexp.MustCompile(`^["“]([^"”]+)["”]\s*[-–—,;]\s*(.+)$`)
	dayIn       = regexp.MustCompile(`\b\d{1,2}[./-](?:\d{1,2}|[ivx]+)[./-]\d{2,4}\b`)
	thisIsWhat  = regexp.MustCompile(`^This is (?:what|how|the way) (\p{Lu}[\p{L}.'’]*(?: \p{Lu}[\p{L}.'’]*)*) (?:did|ties|tied|makes|made|dresses|dressed|showed|does)\b`)
	titleDated  = regexp.MustCompile(`^(\p{Lu}[^,]*)[,.] +((?:(?:Jan|Feb|Mar|Apr|May|Jun|Jul|Aug|Sep|Oct|Nov|Dec)\p{L}*\.? )?(?:['’]\d{2}|\d{4}))\.?$`)
	pageEntry   = regexp.MustCompile(`^(?:p|pp|page|f|fol)\.? ?(\d+)\. (\p{Lu}[^.:;]{2,40})\. (?:(Orig|Inv|Dev|Tied|Dr)\p{L}*\.? (?:by )?((?:Capt|Col|Maj|Rev|Dr|Mr|Mrs|Miss|Major|Captain)?\.? ?(?:\p{Lu}\. ?)*\p{Lu}[\p{L}'’-]+)[^.]*\. ?)?`)
	dateLed     = regexp.MustCompile(`^(\d{1,2}[./-](?:\d{1,2}|[ivx]+)[./-]\d{2,4})\.?\s+(\p{Lu}.*)$`)
	received    = regexp.MustCompile(`^(.+?), ((?:received|given|sent|copied|found|taken|handed|from|translated) [^,]*)$`)
)

var oddInName = regexp.MustCompile(`[?:=]|(?:^|[^#\d])\d{2,}|\d+[a-z/.]`)

// nameLike tells whether a line can be the name of a fly: it has no figures but a number of its own,
// begins with a capital and is not long.
func nameLike(name string) bool {
	first, _ := utf8.DecodeRuneInString(strings.TrimLeft(name, "\"“'‘(=_*~.[ "))
	return !oddInName.MatchString(name) && !unicode.IsLower(first) && len(strings.Fields(name)) <= 8
}

var (
	namesNoFly = regexp.MustCompile(`[?=]|\d{1,2}(?:st|nd|rd|th)? (?:of )?\p{L}{3,9},? \d{2,4}\b|\p{Lu}\p{Ll}{2,8} \d{1,2}(?:st|nd|rd|th)?,? \d{4}\b|\d[./-]\d`)
	capsAtEnd  = regexp.MustCompile(`^(.*\p{Ll}\P{L}+)(\p{Lu}[\p{Lu}'’-]+(?: \p{Lu}[\p{Lu}'’-]*)*)$`)
	afterColon = regexp.MustCompile(`^([^:]*[, ][^:]*): (\p{Lu}[^:]*)$`)
)

// nameWithin finds the name of a fly in a line that is more than a name, and what stands before
// it: "your dressing of the GRAVEL PIT BUZZER", "Sheet for the evening: Flood Gauge". A line
// that is a day or a question names no fly, and all of it stands before.
func nameWithin(line string) (before, name string) {
	for _, form := range []*regexp.Regexp{capsAtEnd, afterColon} {
		if m := form.FindStringSubmatch(line); m != nil && nameLike(m[2]) {
			return strings.TrimRight(m[1], " :"), m[2]
		}
	}
	if namesNoFly.MatchString(line) {
		if i := strings.Index(line, " ("); i > 3 && strings.HasSuffix(line, ")") && nameLike(line[:i]) && !namesNoFly.MatchString(line[:i]) { // "Willow Weir (Dr. T. P., 7/54)"
			return strings.Trim(line[i:], " ()"), line[:i]
		}
		return line, ""
	}
	return "", line
}

// cutFold cuts a text at the first place of some words, in capitals or not.
func cutFold(s, at string) (before, after string, found bool) {
	i := strings.Index(strings.ToLower(s), at)
	if i < 0 || len(strings.ToLower(s)) != len(s) {
		return s, "", false
	}
	return s[:i], s[i+len(at):], true
}

// withoutBracket takes what is told in a bracket behind a name, and perhaps by whom: "Lost Luggage (small black gnat
// thing)".
func (r *reader) withoutBracket(text string) string {
	if m := ownsIt.FindStringSubmatch(text); m != nil && nameLike(m[1]) { // "SEA POOL GHOST (Aunt Berit's)"
		text, r.d.Originator = m[1], cmp.Or(r.d.Originator, m[2])
	}
	if m := toldBehind.FindStringSubmatch(text); m != nil && nameLike(m[1]) && !strings.HasPrefix(m[2], "after ") { // "Lost Luggage (small black gnat thing)"
		text = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
		if w := talkOf.FindStringSubmatch(m[2]); w != nil && r.d.Tier == "" { // "(demonstration, Åse Lund)", "(Gunn Rise's nymph, March)"
			r.d.Tier = cmp.Or(w[1], w[2])
		} else if name, _, ok := strings.Cut(m[2], ", "); ok && r.d.Tier == "" && wholeName.MatchString(name) && strings.Contains(name, " ") { // "(Kai Lunde, our June guest)"
			r.d.Tier = name
		}
	}
	return text
}

// titleLine takes a name, and what stands behind it in brackets and sentences: its sizes, its
// parent, who tied it.
func (r *reader) titleLine(text string) string {
	text = notesOn.ReplaceAllString(sentLine.ReplaceAllString(text, ""), "")
	for _, take := range []func(string) (string, bool){r.nameDated, r.nameOfHeading, r.nameAndWho, r.nameOfTier} {
		name, whole := take(text)
		if whole {
			return name
		}
		text = name
	}
	text = r.titleTail(r.titleAround(r.titleCells(text)))
	if m := received.FindStringSubmatch(text); m != nil {
		text = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
	}
	if m := sizesInTitle.FindStringSubmatchIndex(text); m != nil && r.d.Sizes == nil && r.sizesSaid(text, m[2], m[3]) {
		text = text[:m[0]]
	}
	if m := variantName.FindStringSubmatch(strings.TrimRight(text, ".")); m != nil && r.d.VariantOf == "" {
		text = m[1]
		r.d.Descends("variant of", m[2])
	}
	return r.withoutBracket(text)
}

// nameDated takes a name out of a line with a date, a note in brackets or the notes of a head. It tells whether
// that is all of the name.
func (r *reader) nameDated(text string) (string, bool) {
	if m := inBracket.FindStringSubmatch(text); m != nil && len(m[0]) < len(text) { // "(inside the lid) Old Pensioner"
		r.d.Notes = append(r.d.Notes, m[1])
		text = text[len(m[0]):]
	}
	text = numbered.ReplaceAllString(text, "")
	if m := titleDated.FindStringSubmatch(text); m != nil { // "Brother Anselm's Olive, May '66"
		text, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
	}
	if m := shownIn.FindStringSubmatch(text); m != nil { // "The Bittern Nymph. Shown 1934 by Major T. Oldfield."
		text, r.d.Date, r.d.Tier = m[1], cmp.Or(r.d.Date, m[2]), cmp.Or(r.d.Tier, m[3])
	}
	if m := dateLed.FindStringSubmatch(text); m != nil { // "22.ix.58  Rook Scar"
		r.d.Date, text = cmp.Or(r.d.Date, m[1]), m[2]
	}
	if m := asTiedBy.FindStringSubmatch(text); m != nil && r.d.Tier == "" && nameLike(m[1]) && !(strings.Contains(text, ", as ") && strings.HasSuffix(text, m[2]) && !strings.Contains(m[2], " ")) { // but "Lantern Dun, as tied by Pell" is what a dressing is filed under // "Bracken Clock - as tied by Hilda Quarrie at the spring meeting"
		r.d.Tier = m[2]
		if at := strings.LastIndex(text, m[2]) + len(m[2]); r.d.Date == "" { // "… by Kristin Aune on 4 March 2011"
			r.d.Date = yearSaid.FindString(text[at:])
		}
		return m[1], true
	}
	if name, rest, ok := strings.Cut(text, ". "); ok && r.d.Title == "" && nameLike(name) && headNotes.MatchString(rest) { // "Tap Room Buzzer. Notes by the editor."
		if m := atBenchOf.FindStringSubmatch(rest); m != nil && r.d.Tier == "" { // "Notes taken at the bench of Jorun Vik, October meeting"
			r.d.Tier, r.d.Date = m[1], cmp.Or(r.d.Date, m[2])
		}
		r.d.Notes = append(r.d.Notes, rest)
		r.told(rest)
		if m := whileTied.FindStringSubmatch(rest); m != nil { // "Notes taken by Esme Foy while Gareth Minchin tied, 9 October 2014"
			r.d.Tier = cmp.Or(r.d.Tier, m[1])
		}
		if m := yearSaid.FindStringSubmatch(rest); m != nil {
			r.d.Date = cmp.Or(r.d.Date, m[1])
		}
		return name, true
	}
	return text, false
}

// nameOfHeading takes a name out of a heading: a lot, a card, the fly of the month. It tells whether
// that is all of the name.
func (r *reader) nameOfHeading(text string) (string, bool) {
	if m := isTheFly.FindStringSubmatch(text); m != nil && r.d.Title == "" { // "… and the third of them is the Pear Tree,"
		r.d.Notes = append(r.d.Notes, text)
		return m[1], true
	}
	if m := lotQuoted.FindStringSubmatch(text); m != nil { // Lot 14. "The Verger's Daughter", two flies as found
		r.d.Notes = append(r.d.Notes, text)
		return m[1], true
	}
	if m := cardHead.FindStringSubmatch(text); m != nil { // "CARD 7 — SUMMER MIDGE"
		r.d.Notes = append(r.d.Notes, m[1])
		text = m[2]
	}
	if m := lateOnes.FindStringSubmatch(text); m != nil { // "The late Mr Swann's Copper Beech, set down for the club by his nephew."
		r.d.Originator = cmp.Or(r.d.Originator, m[1])
		r.d.Notes = append(r.d.Notes, text)
		return m[2], true
	}
	if m := clubFly.FindStringSubmatch(text); m != nil && !monthAlone.MatchString(m[2]) { // "Our July fly - Hob Lantern"
		r.d.Notes = append(r.d.Notes, m[1])
		return m[2], true
	}
	if m := nameFirst.FindStringSubmatch(text); m != nil && nameLike(m[1]) { // "Reed Bunting Sedge: for the album"
		r.told(m[2])
		r.d.Notes = append(r.d.Notes, m[2])
		return m[1], true
	}
	return text, false
}

// nameAndWho takes a name out of a line that says by whom or how it is tied. It tells whether
// that is all of the name.
func (r *reader) nameAndWho(text string) (string, bool) {
	if m := asTheyTie.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "Pilgrim's Olive, as my neighbour Eline Ruud dresses it these days"
		r.d.Tier = m[2]
		return m[1], true
	}
	if m := accordingTo.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "Weathercock Dun, according to Piers Amory"
		r.d.Tier = m[2]
		return m[1], true
	}
	if m := howTied.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "How Greta ties the Moonlight Moth"
		r.d.Tier = m[1]
		return m[2], true
	}
	if m := quotedBy.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // 2nd prize, dry fly class: "Little Sexton" by Ewa Lind
		if lead := strings.Trim(m[1], " :,"); lead != "" {
			r.d.Notes = append(r.d.Notes, lead)
		}
		r.d.Tier = strings.TrimRight(m[3], " .")
		return m[2], true
	}
	if m := endsQuoted.FindStringSubmatch(text); m != nil && len(strings.Fields(m[1])) <= 6 { // RECIPE 9. "Mud Lark"
		r.d.Notes = append(r.d.Notes, strings.Trim(m[1], " .,:"))
		return m[2], true
	}
	if m := inQuotes.FindStringSubmatch(text); m != nil && strings.Contains(text, " / ") { // FLY NO. 211 / "LADY'S PURSE" / MAKER UNKNOWN
		r.d.Notes = append(r.d.Notes, text)
		return m[1], true
	}
	if m := nameBehind.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "The Slate Dun (R. Amory)"
		if text, r.d.Tier = m[1], m[2]; m[3] != "" {
			r.d.Notes = append(r.d.Notes, m[3])
		}
	}
	if m := toDress.FindStringSubmatch(text); m != nil { // "To dress the Alderman's Moth for evening use:"
		if text = m[1]; m[2] != "" {
			r.d.Notes = append(r.d.Notes, m[0])
		}
	}
	if m := sentSaying.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // From Beppe 18:02 "here's the Kite Caddis
		r.d.Tier, text = m[1], strings.TrimRight(m[2], `."”`)
	}
	return text, false
}

// nameOfTier takes the tier, the date or the place from behind a name. It tells whether
// that is all of the name.
func (r *reader) nameOfTier(text string) (string, bool) {
	if m := fromAfter.FindStringSubmatch(text); m != nil { // "Weir Nymph - from the back of a diary, Feb 2003"
		text = m[1]
		if i := strings.LastIndex(m[2], ", "); i > 0 && yearSaid.MatchString(m[2][i:]) {
			r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(m[2][i+2:]))
		}
		r.d.Notes = append(r.d.Notes, m[2])
	}
	if m := asFished.FindStringSubmatch(text); m != nil { // "Willow Drift - as fished by the Monday lot"
		text = m[1]
		r.d.Notes = append(r.d.Notes, m[2])
	}
	if m := iTie.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "How I do the Jetty Prawn, by Solveig Nor"
		r.d.Tier = m[2]
		return m[1], true
	}
	if m := titleBy.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "A demonstration at the library: the Orchard Spinner, by Greet Maas"
		r.d.Notes = append(r.d.Notes, m[1])
		r.d.Tier = m[3]
		return m[2], true
	}
	if m := tiedDated.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "Hester's Bargain — tied and explained by Hester Vaughan, 21 Sept. 2018"
		text, r.d.Tier, r.d.Date = m[1], m[2], cmp.Or(r.d.Date, m[3])
	}
	if m := endsInName.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "SALLOW DUN, stage by stage - K. Ibbs, 2016"
		text, r.d.Tier, r.d.Date = m[1], m[2], cmp.Or(r.d.Date, m[3])
		if name, rest, ok := strings.Cut(text, ", "); ok && unicode.IsLower([]rune(rest)[0]) {
			text = name
			r.d.Notes = append(r.d.Notes, rest)
		}
	}
	if m := perName.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "OTTERBURN GREY - per J. Mott Sr."
		text, r.d.Tier = m[1], m[2]
	}
	return text, false
}

// titleAround takes the name of a fly out of a line that tells of the evening, the tier or the hook as well.
func (r *reader) titleAround(text string) string {
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
	if list := strings.Split(text, " / "); len(list) > 1 && len(list) < 5 && nameLike(list[0]) && r.ofHook(list[1:]) { // "EVENING STAR / dry / 14-16"
		text = list[0]
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
	if before, name, found := cutFold(text, "dressing of the "); found && (before == "" || before == "your " || before == "my ") {
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
	return text
}

// titleTail takes what stands behind a name: how it is tied, whose it is, a note in brackets.
func (r *reader) titleTail(text string) string {
	if m := shownBy.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "The Pontoon Sedge, as Edith Marl showed it to the beginners."
		text, r.d.Tier = m[1], m[2]
	}
	if m := ownPattern.FindStringSubmatchIndex(text); m != nil && r.d.Originator == "" { // "Green Linnet (Capt. Osgood's own; never fails)"
		r.d.Originator = text[m[2]:m[3]]
		r.d.Notes = append(r.d.Notes, strings.Trim(text[m[0]:], "()"))
		text = strings.TrimSpace(text[:m[0]])
	}
	if m := ownWayOf.FindStringSubmatch(text); m != nil && r.d.Tier == "" { // "Grey Goose Quill (M. Rigby's way)"
		text, r.d.Tier = m[1], m[2]
	}
	if m := bracketNote.FindStringSubmatch(text); m != nil { // "Sexton's Candle (about 1926; from the tin box)"
		text = m[1]
		if y := yearSaid.FindStringSubmatch(m[2]); y != nil {
			r.d.Date = cmp.Or(r.d.Date, y[1])
		}
		if r.d.Tier == "" && strings.Contains(m[2], " with ") && r.credit(m[2]) { // "(from an evening with Casper Holm)"
			m[2] = ""
		}
		if toks := measure.Lex(m[2]); r.d.Tier == "" { // "(A. Rudd, 1926; in his hand)"
			if end := nameEnd(m[2], toks, 0); end > 1 {
				r.d.Tier = m[2][:toks[end-1].End]
			}
		}
		if m[2] != "" {
			r.d.Notes = append(r.d.Notes, m[2])
		}
	}
	return text
}

// ofHook tells cells behind a name that say a style or a size and no more, and takes the sizes.
func (r *reader) ofHook(cells []string) bool {
	for _, c := range cells {
		t := newStretch(r.words, c, lexAt(c, 0, len(c)), "hook")
		for _, x := range t.chunks() {
			if x.kind != kSize && x.kind != kHookWord && x.kind != kPlain && x.kind != kMark {
				return false
			}
		}
	}
	for _, c := range cells {
		if r.d.Sizes == nil {
			r.sizesSaid(c, 0, len(c))
		}
	}
	return true
}

// nameAmong takes the one name that stands between marks in a short line under the title:
// "Demonstration, Thursday: Miss Dorothea Vane".
func (r *reader) nameAmong(s string) bool {
	if r.d.Tier != "" || len(strings.Fields(s)) > 14 {
		return false
	}
	name := ""
	if m := theNamed.FindString(s); m != "" && nameLike(strings.Trim(m, " .,")) { // "The Widow of Ness. Dun fly for May" is the fly's own name
		return false
	}
	for _, cell := range strings.FieldsFunc(s, func(c rune) bool { return strings.ContainsRune(":,;()", c) }) {
		cell = strings.TrimPrefix(strings.Trim(cell, " ."), "From ")
		if first, _, _ := strings.Cut(strings.ToLower(cell), " "); first == "the" || first == "a" || !wholeName.MatchString(cell) || !strings.Contains(cell, " ") {
			continue
		}
		known := true
		for _, senses := range r.words.look(measure.Lex(cell)) {
			known = known && len(senses) > 0
		}
		if known && !honoured.MatchString(cell) {
			continue
		}
		if name != "" {
			return false
		}
		name = cell
	}
	if name == "" {
		name = r.nameOf(s)
	}
	if name == "" {
		return false
	}
	r.d.Tier = name
	if m := yearSaid.FindStringSubmatch(s); m != nil {
		r.d.Date = cmp.Or(r.d.Date, m[1])
	} else {
		r.d.Date = cmp.Or(r.d.Date, strings.TrimSpace(headDate.FindString(s))) // "…, 3 March"
	}
	if rest := strings.Trim(strings.Replace(s, name, "", 1), " :,;."); rest != "" {
		r.d.Notes = append(r.d.Notes, rest)
	}
	return true
}

// nameOf gives the one name in a line that stands behind "of", "from", "by" or "with": "Taken down at
// the bench of Oswin Drake".
func (r *reader) nameOf(s string) string {
	toks := measure.Lex(s)
	senses := r.words.look(toks)
	name := ""
	for k := 1; k < len(toks); k++ {
		switch toks[k-1].Low {
		case "of", "from", "by", "with", "tier", "tyer", "dresser", "demonstrator":
		case "was", "is": // "the tier was Alban Frith"
			if k < 2 || headers[toks[k-2].Low] != "tier" {
				continue
			}
		default:
			continue
		}
		end := nameEnd(s, toks, k)
		for end > k && toks[end-1].Kind != measure.Word {
			end--
		}
		known := true
		for j := k; j < end; j++ {
			known = known && (len(senses[j]) > 0 || toks[j].Kind != measure.Word)
		}
		if text := ""; end > k+1 {
			text = s[toks[k].Start:toks[end-1].End]
			if known && !honoured.MatchString(text) || !wholeName.MatchString(text) {
				continue
			}
			if name != "" {
				return ""
			}
			name = text
		}
	}
	return name
}

// titleCells takes what stands beside a name in columns: who tied it, when, on which sizes.
func (r *reader) titleCells(text string) string {
	cells := cellBreak.Split(text, -1)
	if m := pageSaid.FindStringSubmatch(cells[0]); m != nil && len(m[0]) == len(cells[0]) && len(cells) > 1 { // "p. 61  The Lockgate"
		r.d.Page = cmp.Or(r.d.Page, m[1])
		cells = cells[1:]
	}
	if len(cells) > 1 && (boxNumber.MatchString(cells[0]) || headNumber.MatchString(cells[0]) && !headPerson.MatchString(cells[1]) && nameWeight(cells[1]) > 0) && nameLike(cells[1]) { // "41/a   CINDER PATH   (dry)"
		r.d.Notes = append(r.d.Notes, cells[0])
		cells = cells[1:]
	}
	for i, c := range cells { // CLUB SHEET 14   "Priory Gnat"   (Jos. Hallam)
		if m := inQuotes.FindStringSubmatch(c); i > 0 && m != nil && len(m[0]) == len(c) {
			r.d.Notes = append(r.d.Notes, cells[0])
			cells = append([]string{m[1]}, slices.Delete(slices.Clone(cells[1:]), i-1, i)...)
			break
		}
	}
	for i, c := range cells {
		c = strings.Trim(c, " ,;()")
		if i == 0 {
			continue
		}
		if m := shortYear.FindStringSubmatch(c); m != nil && r.d.Date == "" && headPerson.MatchString(m[1]) { // "H. Moe '71", "G. Lie 11/96"
			r.d.Date, c = m[2], m[1]
		}
		if m := yearSaid.FindStringSubmatch(c); m != nil && r.d.Date == "" && (strings.TrimSpace(strings.Replace(c, m[1], "", 1)) == "" || wholeName.MatchString(strings.Trim(strings.Replace(c, m[1], "", 1), " ,"))) {
			r.d.Date = m[1]
			if c = strings.Trim(strings.Replace(c, m[1], "", 1), " ,"); c == "" {
				continue
			}
		}
		if m := pageSaid.FindStringSubmatch(c); m != nil && len(m[0]) == len(c) {
			r.d.Page = cmp.Or(r.d.Page, m[1])
			continue
		}
		switch {
		case r.d.Tier == "" && wholeName.MatchString(c):
			r.d.Tier = c
		case r.d.Tier == "" && r.credit(c):
		case c != "":
			r.d.Notes = append(r.d.Notes, c)
		}
	}
	text = cells[0]
	if m := sizesAtEnd.FindStringSubmatchIndex(text); m != nil && r.d.Sizes == nil && m[0] > 0 { // "Old Pensioner. #12 & #14"
		if r.sizesSaid(text, m[2], m[3]) {
			text = text[:m[0]]
		}
	}
	return text
}

// sizesSaid takes the sizes that stand in a stretch of a line.
func (r *reader) sizesSaid(text string, from, to int) bool {
	p := Part{Role: "hook"}
	q := &reader{words: r.words}
	q.make(0, &p, newStretch(r.words, text, lexAt(text, from, to), "hook"), newMarks(text), true)
	if q.d.Sizes == nil {
		return false
	}
	r.d.Sizes = q.d.Sizes
	return true
}
