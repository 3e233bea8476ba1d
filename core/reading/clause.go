package reading

import (
	"slices"
	"strings"

	"mothledger/core/lexicon"
)

// A clause is a run of chunks between two stops. Its kind says whose word it is and what it
// is worth: only what is said plainly of the part gives its values.
type clause struct {
	kind   clauseKind
	chunks []chunk
	open   string // the stop before it: "", ",", ";", ".", "(" and so on
	shut   string // the stop behind it
	first  bool   // the first of its sentence
	joined bool   // with the clause that holds its verb
}

type clauseKind uint8

// The kinds of clause.
const (
	saysPlainly  clauseKind = iota
	saysElse                // what may stand in for another
	saysWhy                 // a reason: gives nothing but how far something reaches
	saysAside               // a remark, a story, a caution, what somebody said
	saysInstead             // what it is not
	saysCase                // when, if
	saysOwn                 // what this tier does
	saysSpecimen            // what this one fly has
)

func (c clause) from() int { return c.chunks[0].from }
func (c clause) to() int   { return c.chunks[len(c.chunks)-1].to }

// has tells whether a chunk of a kind is in a clause.
func (c clause) has(kinds ...kind) bool { return c.where(kinds...) >= 0 }

// where is the place of the first chunk of one of these kinds, -1 where there is none.
func (c clause) where(kinds ...kind) int {
	for i, x := range c.chunks {
		for _, k := range kinds {
			if x.kind == k {
				return i
			}
		}
	}
	return -1
}

// byOthers tells whether somebody else than the tier is who a clause is about, not only whom
// something was had from: "dyed for her by a friend".
func (c clause) byOthers() bool {
	for i, x := range c.chunks {
		if x.kind == kOthers && (i == 0 || c.chunks[i-1].kind != kPreposition) {
			return true
		}
	}
	return false
}

// unread counts the content words that nobody knows.
func (c clause) unread() int {
	n := 0
	for _, x := range c.chunks {
		if x.kind == kUnread {
			n++
		}
	}
	return n
}

// stops are the marks that end a clause.
var stops = map[string]bool{",": true, ";": true, ".": true, ":": true, "!": true, "?": true, "(": true, ")": true, "-": true, "…": true, "[": true, "]": true, "=": true, "|": true}

// clauses cuts chunks at stops, and where a reason, a condition or a new statement begins.
func (t *stretch) clauses(list []chunk) []clause {
	var out []clause
	cur := clause{first: true}
	at := 0 // the chunk that is looked at
	shut := func(mark string) {
		if len(cur.chunks) > 0 {
			cur.shut = mark
			out = append(out, cur)
		} else if n := len(out); n > 0 && mark != "" && (mark == ")" || out[n-1].shut == "," || out[n-1].shut == "") {
			out[n-1].shut = mark
		}
		sentence := mark == "." || mark == "!" || mark == "?" || mark == ";" && t.partFollows(list, at)
		open := mark
		if len(cur.chunks) == 0 && cur.open != "" && mark == "" {
			open = cur.open
		}
		cur = clause{open: open, first: sentence || len(out) == 0}
	}
	for i, x := range list {
		at = i
		if x.kind == kMark {
			if m := t.low(x.from); stops[m] && !(m == "-" && t.toks[x.from].Joined) && !(m == "." && t.toks[x.from].Joined && i+1 < len(list) && t.word(x.to) && t.toks[x.to].Joined) {
				shut(m)
			}
			continue
		}
		if len(cur.chunks) > 0 && t.opens(list, i, cur) {
			shut("")
		}
		cur.chunks = append(cur.chunks, x)
	}
	shut("")
	t.settleKinds(out)
	return out
}

// partFollows tells that a part and what it is from stand behind the mark at chunk i: "; the wings from a starling".
func (t *stretch) partFollows(list []chunk, i int) bool {
	return t.label == "" && i+2 < len(list) && list[i+1].kind == kPart && t.is(list[i+1].from, cArticle) > 0 && list[i+2].kind == kPreposition && (list[i+2].word == "from" || list[i+2].word == "of")
}

// beforeSaying gives the clause before one, leaving out who says it: "If you have no floss, she said, use silk".
func beforeSaying(out []clause, i int) int {
	if p := i - 1; p > 0 && !out[p].first && out[p].has(kSays) && !out[p].has(kThing, kPart, kPlace, kLength, kTurns) {
		return p - 1
	}
	return i - 1
}

// settleKinds says what each clause is for, and mends it by the clauses around it.
func (t *stretch) settleKinds(out []clause) {
	doubt := t.bracketsInDoubt(out)
	for i := range out {
		out[i].kind = t.kindOf(out[i], i)
		if doubt[i] {
			out[i].kind = saysAside
		}
		if i > 0 && out[i-1].shut == "?" && (t.low(out[i].from()) == "no") { // "Two strands of yarn? No: on the old card …"
			for k := i - 1; k >= 0 && !out[k+1].first || k == i-1; k-- {
				out[k].kind = saysAside
			}
			out[i].kind = saysAside
		}
		if i > 0 && out[i].kind == saysPlainly && out[i].open == "" && out[i].chunks[0].kind == kAnd && out[i-1].kind == saysWhy && t.low(out[i-1].from()) == "that" && !out[i-1].has(kAct, kAuxiliary) { // "short enough that a wing and a hackle can be got in"
			out[i].kind = saysWhy
		}
		if p := beforeSaying(out, i); p >= 0 && out[i].kind == saysPlainly && !out[i].first && out[p].kind == saysCase && out[p].has(kInCase) && out[p].has(kThing) && out[i].has(kThing) { // "if hen cannot be had he puts starling"
			out[i].kind = saysElse
		}
		if i > 0 && out[i].kind == saysPlainly && !out[i].first && out[i-1].kind == saysElse && out[i-1].has(kReplaces) && out[i].chunks[0].kind == kAnd && out[i].has(kThing) && !out[i].has(kAct, kAuxiliary, kPerson) { // "Grouse does as well, and in winter hen pheasant"
			out[i].kind = saysElse
		}
		if i > 0 && out[i].kind == saysPlainly && out[i-1].kind == saysElse && !out[i].first && len(out[i].chunks) <= 3 && out[i].chunks[0].kind == kThing && out[i].has(kAuxiliary) { // "take deer, roe is best"
			out[i].kind = saysElse
		}
		if i > 1 && out[i].kind == saysPlainly && out[i-1].kind == saysCase && len(out[i-2].chunks) == 1 && (out[i-2].has(kElse) || out[i-2].has(kOr)) && out[i].has(kThing) { // "badger, or, if that is too stiff, hen"
			out[i].kind = saysElse
		}
		if i > 0 && out[i].kind == saysCase && !out[i].first && out[i].has(kNegation) && out[i-1].first && out[i-1].kind == saysPlainly && len(out[i-1].chunks) == 2 && out[i-1].chunks[0].kind == kAct && out[i-1].chunks[0].word == lexicon.ActBrings && out[i-1].chunks[1].kind == kThing && i > 1 { // "Use roe if you have no red deer"
			out[i-1].kind = saysElse
		}
		if i > 1 && out[i].kind == saysCase && out[i].open == "" && out[i].chunks[0].kind == kInCase && out[i-1].kind == saysPlainly && t.low(out[i-1].from()) == "one" && out[i-1].has(kPrepared) && !out[i-1].has(kThing, kTurns, kLength, kAct) { // "one rolled if they do not match"
			out[i-1].kind = saysAside
		}
		if i > 1 && out[i].kind == saysCase && out[i].open == "" && out[i].chunks[0].kind == kInCase && out[i-1].kind == saysPlainly && len(out[i-1].chunks) == 1 && out[i-1].has(kThing) && (out[i-1].open == ";" || out[i-1].open == ".") && slices.ContainsFunc(out[:i-1], func(d clause) bool { return d.kind == saysPlainly && d.has(kThing) }) { // "primrose; brown if the primrose has faded"
			out[i-1].kind = saysElse
		}
		if i > 1 && out[i].first && t.low(out[i].from()) == "otherwise" && out[i].has(kThing) && out[i-1].kind == saysCase && out[i-2].kind == saysPlainly && out[i-2].has(kThing) { // "Use lead if the water is deep. Otherwise brown seal's fur"
			out[i-2].kind, out[i].kind = saysAside, saysPlainly
		}
		if i > 1 && out[i].open == "" && t.low(out[i].from()) == "once" && out[i-1].kind == saysPlainly && out[i-1].has(kPerson, kOthers) && out[i-1].has(kThing) && slices.ContainsFunc(out[i-1].chunks, func(x chunk) bool { return x.kind == kAct && x.word == lexicon.ActBrings }) { // "she used woodcock once"
			out[i-1].kind = saysAside
		}
		if i > 0 && out[i].has(kThing) && t.low(out[i].from()) == "but" && out[i-1].first && (i == 1 && t.wouldBe(out[i-1]) || out[i-1].kind == saysAside && out[i-1].byOthers() && out[i-1].has(kThing) && out[i].has(kPerson)) { // "Wire would be stronger but she likes thread", "Her father used red cock, but she prefers partridge"
			out[i-1].kind = saysAside
			if out[i].has(kPerson, kOthers) && out[i].has(kAct) && !out[i].has(kNegation) {
				out[i].kind = saysPlainly
			}
		}
		if i > 0 && out[i-1].kind == saysAside && out[i-1].has(kOthers) && out[i-1].has(kThing) && t.granted(out[i]) { // "Ivor used guinea fowl, and so may you"
			out[i-1].kind, out[i].kind = saysElse, saysAside
		}
	}
}

// wherePlainly tells a clause behind "where" that says what was done there: it begins with who did it,
// or with the thing, and an act of tying.
func (t *stretch) wherePlainly(c clause, lead int) bool {
	if lead+2 >= len(c.chunks) {
		return false
	}
	switch c.chunks[lead+1].kind {
	case kPerson, kStandsFor:
	case kPlain: // "where a butt of lime wool went on"
		k := c.chunks[lead+2].from
		_, n := t.role(k)
		return n > 0 && t.is(k-1, cArticle) > 0 && t.low(k+n) == "of" && c.has(kThing) && c.has(kAct)
	default:
		return false
	}
	switch x := c.chunks[lead+2]; x.kind {
	case kAct:
		return x.word == lexicon.ActTies || x.word == lexicon.ActStops || x.word == lexicon.ActBegins || x.word == lexicon.ActTiesOff
	case kEnd, kStart:
		return true
	}
	return false
}

// bracketsInDoubt tells the clauses that stand in brackets of which one word says that all in it is in
// another hand: "[in ink, later hand: yellow better]".
func (t *stretch) bracketsInDoubt(all []clause) []bool {
	out := make([]bool, len(all))
	initials := func(c clause) bool {
		for k := c.from(); k < c.to(); k++ {
			if t.word(k) && len(t.low(k)) > 1 {
				return false
			}
		}
		return true
	}
	for i := 0; i < len(all); i++ {
		if all[i].open != "[" && all[i].open != "(" {
			continue
		}
		end, doubt := i, all[i].open == "[" && i+1 < len(all) && all[i+1].open == ":" && initials(all[i]) // "[J.M.: yellow is better]"
		for ; end < len(all); end++ {
			doubt = doubt || all[end].has(kDoubtful)
			if all[end].shut == "]" || all[end].shut == ")" {
				break
			}
		}
		for k := i; k <= min(end, len(all)-1) && doubt; k++ {
			out[k] = true
		}
		i = end
	}
	return out
}

// supposes tells what would come of it if somebody did otherwise: "you would get fewer segments".
func (t *stretch) supposes(c clause) bool {
	for i, x := range c.chunks {
		if x.kind == kPerson && (t.low(x.from) == "you" || t.low(x.from) == "one") && i+1 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary {
			switch t.low(c.chunks[i+1].from) {
			case "would", "might", "could":
				return true
			}
		}
	}
	return false
}

// makesIt tells a clause of what something makes of another.
func (t *stretch) makesIt(c clause) bool {
	for k := c.from() + 1; k+1 < c.to(); k++ {
		if makesIt[t.low(k)] && (t.low(k+1) == "it" || t.low(k+1) == "them") {
			return true
		}
	}
	return false
}

// wouldBe tells "wire would be stronger".
func (t *stretch) wouldBe(c clause) bool {
	return len(c.chunks) > 1 && c.chunks[0].kind == kThing && c.chunks[1].kind == kAuxiliary && t.low(c.chunks[1].from) == "would"
}

// granted tells a clause that allows what somebody else was just said to do or to ask for: "and so
// may you", "he said it would".
func (t *stretch) granted(c clause) bool {
	for k := c.from(); k < c.to(); k++ {
		if t.is(k, cGranted) > 0 {
			return true
		}
	}
	return false
}

// opens tells whether a clause begins with chunk i though no stop stands before it.
func (t *stretch) opens(list []chunk, i int, cur clause) bool {
	x := list[i]
	if n := len(cur.chunks); n == 1 {
		switch cur.chunks[0].kind {
		case kWhy, kInCase, kInTime, kAnd, kThen, kPurpose:
			return x.kind == kWhy && t.low(x.from) == "but" && cur.chunks[0].kind == kPurpose
		}
	}
	if n := len(cur.chunks); n > 0 && cur.chunks[n-1].kind == kAuxiliary && (x.kind == kAnd || x.kind == kThen) { // "the hackle was then palmered"
		return false
	}
	switch x.kind {
	case kAct: // "if the elk is coarse take deer"
		return cur.chunks[0].kind == kInCase && cur.has(kThing) && cur.has(kAuxiliary)
	case kWhy, kPurpose, kInCase:
		return true
	case kInTime:
		return true
	case kInstead: // not "if hen is not to be had"
		return cur.chunks[0].kind != kInCase || cur.chunks[len(cur.chunks)-1].kind != kAuxiliary
	case kSays:
		return cur.where(kPerson) != len(cur.chunks)-1
	case kOwn:
		return cur.chunks[0].kind == kInTime && cur.has(kAct) // "Before it is wound I put on the wing"
	case kPerson, kOthers:
		if w := t.low(cur.from()); cur.first && len(cur.chunks) > 1 && cur.has(kAct) && (t.is(cur.from(), cHavingDone) > 0 || cur.chunks[0].kind == kAct && strings.HasSuffix(w, "ing")) && !cur.has(kPerson) { // "Having wound brown thread to the bend she ties in a tail"
			return true
		}
		if first := cur.chunks[0].kind; (first == kInTime && cur.has(kAct) || first == kInCase && len(cur.chunks) > 2 || first == kInstead && cur.has(kThing, kPart) || first == kWhy && t.low(cur.from()) == "since" && cur.has(kAuxiliary, kAct)) && i+1 < len(list) && list[i+1].kind == kAct { // "after running the thread down she tied in"
			return true
		}
		return i+1 < len(list) && list[i+1].kind == kSays
	case kOr, kElse:
		return i+1 < len(list) && (list[i+1].kind == kThing || list[i+1].kind == kInCase) && cur.has(kThing, kWay, kTurns, kAct) && x.kind == kElse && t.low(x.from) != "or"
	case kAnd, kThen:
		return t.opensWith(list, i, cur, x)
	case kStandsFor:
		return t.low(x.from) == "which" || t.low(x.from) == "who"
	}
	return false
}

// opensWith tells whether "and" or "then" begins a clause of its own.
func (t *stretch) opensWith(list []chunk, i int, cur clause, x chunk) bool {
	if first := cur.chunks[0].kind; x.kind == kThen && len(cur.chunks) == 1 && (first == kPerson || first == kStandsFor) { // "He then tied in"
		return false
	}
	if x.kind == kThen && len(cur.chunks) == 1 && cur.chunks[0].kind == kThing && i+1 < len(list) && list[i+1].kind == kAct { // "the wire then followed"
		return false
	}
	if t.is(x.from-1, cArticle) > 0 { // "for the first two millimetres"
		return false
	}
	if k := x.to; t.is(k, cArticle) > 0 && cur.has(kAuxiliary) { // "the rib is wire and the back a strip of film"
		if _, n := t.role(k + 1); n > 0 && (t.is(k+1+n, cArticle) > 0 || t.low(k+1+n) == "of") { // "its tag is of wire and its tail of crest"
			return true
		}
	}
	j := i + 1
	for j < len(list) && (list[j].kind == kThen || list[j].kind == kPlain) {
		j++
	}
	if j >= len(list) {
		return false
	}
	switch list[j].kind {
	case kPerson, kOthers, kAct, kLength, kTurns, kAuxiliary, kNegation:
		return true
	case kPrepared:
		_, n := t.as(list[j].from, cAct)
		return n > 0 || t.is(list[j].from, cWorked) > 0 && cur.has(kAct) && cur.has(kPerson)
	}
	if list[j].kind == kThing && cur.has(kAct) && cur.has(kPerson) && t.is(list[j].from, cWorked) > 0 { // "she caught in tinsel and dubbed blue fur"
		return true
	}
	switch list[j].kind {
	case kStandsFor, kPart, kThing:
		if list[j].kind == kThing && list[j].thing.definite && t.is(list[j].to-1, cWorked) > 0 && list[j].to > list[j].from+2 && j+1 < len(list) && list[j+1].kind == kPreposition && list[j+1].word == "with" { // "and the thread dubbed with grey squirrel"
			return true
		}
		if j+1 < len(list) && list[j+1].kind == kPrepared && (list[j].kind == kPart || list[j].kind == kThing && list[j].thing.definite) && t.is(list[j+1].from, cWorked) > 0 { // "and the thread dubbed with grey squirrel"
			return true
		}
		if len(cur.chunks) == 1 && cur.chunks[0].kind == kThing && !cur.chunks[0].thing.noun { // "A ginger and a grizzle cock were wound together"
			return false
		}
		return j+1 < len(list) && (list[j+1].kind == kAuxiliary || list[j+1].kind == kAct)
	}
	return false
}

// kindOf tells what a clause is worth by the words that mark it: before it, in it, or behind.
func (t *stretch) kindOf(c clause, n int) clauseKind {
	if n > 0 && c.first && t.label != "" && t.wouldBe(c) && len(c.chunks) > 2 && c.chunks[2].kind == kAct && !c.chunks[0].thing.definite { // "Varnish would fill the eye"
		return saysAside
	}
	lead := 0
	for lead < len(c.chunks)-1 && (c.chunks[lead].kind == kPlain || c.chunks[lead].kind == kAnd || c.chunks[lead].kind == kThen) {
		lead++
	}
	switch first := c.chunks[lead]; first.kind {
	case kWhy, kPurpose:
		return t.kindOfWhy(c, lead)
	case kInCase, kInTime:
		if t.low(first.from) == "where" && t.wherePlainly(c, lead) { // "where it stopped a third short of the eye"
			return saysPlainly
		}
		if first.kind == kInTime && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kAct && t.is(first.from, cHavingDone) > 0 { // "after running thread down the shank"
			return saysPlainly
		}
		return saysCase
	case kInstead:
		return saysInstead
	case kOwn:
		if n > 0 {
			return saysOwn
		}
	case kSpecimen:
		if n > 0 {
			return saysSpecimen
		}
	case kElse, kOr:
		if lead+1 < len(c.chunks) && t.follows(c, lead+1) { // "else the herl will break", "or the hackle gets crowded"
			return saysWhy
		}
		if t.low(first.from) == "now" && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kThing && c.chunks[lead+1].thing.definite { // "Now the wire, five turns"
			break
		}
		if w := t.low(first.to); t.low(first.from) == "now" && c.first && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kAct && !strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ed") { // "Now take a small brown hen feather"
			break
		}
		if c.has(kThing) {
			return saysElse
		}
	case kAgain:
		return saysAside
	case kThing:
		if v, ok := t.kindOfThing(c, n, lead, first); ok {
			return v
		}
	case kStandsFor:
		if i := c.where(kThing); t.low(first.from) == "which" && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kAct && i > 0 && c.chunks[i].thing.definite && !c.has(kEnd, kPlace, kLength, kTurns, kStretch, kStart, kWay, kTimes) { // "which stops the fur from slipping"
			return saysWhy
		}
	}
	return t.kindByAll(c, n)
}

// kindOfWhy tells a reason from what only begins like one: "but now grey goose", "so it was six strands of bucktail".
func (t *stretch) kindOfWhy(c clause, lead int) clauseKind {
	first := c.chunks[lead]
	if lead+1 < len(c.chunks) && t.low(first.from) == "but" && c.chunks[lead+1].kind == kElse && c.has(kThing) { // "but now grey goose"
		return saysElse
	}
	if t.low(first.from) == "but" && !c.has(kPerson, kOthers, kStandsFor, kAct, kAuxiliary, kNegation, kInstead, kSays) { // "a red cock's hackle, but twice round"
		return saysPlainly
	}
	if t.low(first.from) == "but" && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kOwn && c.has(kThing) { // "but I prefer a red cock"
		return saysPlainly
	}
	if t.low(first.from) == "but" && lead+3 < len(c.chunks) && t.low(c.chunks[lead+1].from) == "what" && c.has(kPerson) && c.has(kAct) && c.has(kThing) { // "but what she tied were four fibres"
		return saysPlainly
	}
	if t.low(first.from) == "so" && lead+3 < len(c.chunks) && c.chunks[lead+1].kind == kStandsFor && c.chunks[lead+2].kind == kAuxiliary && c.chunks[lead+3].kind == kThing && c.chunks[lead+3].thing.noun && !c.chunks[lead+3].thing.definite { // "so it was six strands of orange bucktail"
		return saysPlainly
	}
	return saysWhy
}

// ofAnother tells a sentence about a material that is not put on the fly: its bare name, and a verb of being or of
// what it does.
func (t *stretch) ofAnother(c clause, lead int) bool {
	first := c.chunks[lead]
	if p := first.thing; lead+1 >= len(c.chunks) || !p.noun || p.definite || p.one || p.count != nil || p.unit != "" || p.amount != "" || c.has(kTurns, kPlace, kEnd, kStretch) {
		return false
	}
	switch x := c.chunks[lead+1]; x.kind {
	case kUnread: // "Wool frays"
		return lead+2 == len(c.chunks) && strings.HasSuffix(t.low(x.from), "s")
	case kAct:
		return (x.word == lexicon.ActDoes || x.word == lexicon.ActHolds) && strings.HasSuffix(t.low(x.from), "s") && lead+2 < len(c.chunks)
	case kAuxiliary:
		return lead+2 < len(c.chunks) && !c.has(kAct, kPrepared, kStart, kOptional)
	}
	return false
}

// follows tells a clause behind "or" or "else" that says what would come of it: of something that was spoken
// of before, with a verb.
func (t *stretch) follows(c clause, i int) bool {
	if w := t.low(c.chunks[i-1].from); w != "or" && w != "else" {
		return false
	}
	switch x := c.chunks[i]; x.kind {
	case kThing:
		if !x.thing.definite {
			return false
		}
	case kPart, kStandsFor:
	default:
		return false
	}
	if t.low(c.chunks[i-1].from) == "else" {
		return c.chunks[i].kind == kThing
	}
	return i+1 < len(c.chunks) && (c.chunks[i+1].kind == kAuxiliary || c.chunks[i+1].kind == kAct && !c.has(kTurns, kLength, kPlace, kEnd)) && !c.has(kPrepared)
}

// ofOldFly tells a clause about the part of another fly: "the wing of the old fly was bittern".
func (t *stretch) ofOldFly(c clause) bool {
	for k := c.from() + 1; k+2 < c.to(); k++ {
		if t.low(k) == "of" && t.low(k+1) == "the" && oldFly[t.low(k+2)] && c.has(kAuxiliary) {
			return true
		}
	}
	return false
}

// ofElse tells what something is that is no part of the fly: "and the floor was black".
func (t *stretch) ofElse(c clause) bool {
	for i, x := range c.chunks {
		switch x.kind {
		case kAnd, kPlain:
			continue
		case kElsewhat:
			return t.low(x.from-1) == "the" && x.to == x.from+1 && len(t.senses[x.from]) == 1 && i+1 < len(c.chunks) && c.chunks[i+1].kind == kAuxiliary && !c.has(kPlace, kTurns, kAct) && !t.hasNoun(c)
		}
		break
	}
	return false
}

// ofItsStage tells a sentence about one stage or layer of the work, "the first stage ends at half the shank", and not
// of the whole.
func (t *stretch) ofItsStage(c clause) bool {
	k := c.from()
	return t.low(k) == "the" && orderWords[t.low(k+1)] && t.word(k+2) && t.is(k+2, cNoun)+t.is(k+2, cCounted)+t.is(k+2, cColour)+t.is(k+2, cAdjective)+t.is(k+2, cTurns) == 0 && c.has(kAct) && !c.has(kThing, kPart) && t.is(k+3, cAct) > 0
}

// kindOfThing goes by what stands behind a thing at the start of a clause.
func (t *stretch) kindOfThing(c clause, n, lead int, first chunk) (clauseKind, bool) {
	if last := c.chunks[len(c.chunks)-1]; n > 0 && c.first && len(c.chunks) == 3 && c.chunks[1].kind == kAuxiliary && !first.thing.definite && strings.HasSuffix(t.low(last.from), "er") && t.is(last.from, cQuality) > 0 { // "Rubber is tougher."
		return saysElse, true
	}
	if n > 0 && (c.first || c.open == ";") && t.makesIt(c) { // "waxed thread underneath makes it darker"
		return saysAside, true
	}
	if n > 0 && (c.first || c.open == ";") && t.ofAnother(c, lead) {
		for k := c.chunks[lead+1].from; k < c.to(); k++ {
			if willDo[t.low(k)] || t.is(k, cQuality) > 0 && strings.HasSuffix(t.low(k), "er") { // "Poly yarn is accepted in our competition"
				return saysElse, true
			}
		}
		return saysAside, true // "Foam floats too high"
	}
	if n > 0 && c.first && lead+2 < len(c.chunks) && t.is(c.chunks[lead+1].from, cModal) > 0 && c.chunks[lead+2].kind == kAct && c.chunks[lead+2].word == lexicon.ActDoes { // "Varnish would spoil the fibres"
		return saysAside, true
	}
	if last := c.chunks[len(c.chunks)-1]; n > 0 && c.first && len(c.chunks) == 2 && last.kind == kAuxiliary && willDo[t.low(last.from)] { // "A dark starling does where snipe is not to be had"
		return saysElse, true
	}
	if n > 0 && (c.first || c.open == ";") && lead+1 < len(c.chunks) && c.chunks[lead+1].kind == kAuxiliary && t.low(c.chunks[lead+1].from) == "would" { // "Wood duck would be the real thing."
		return saysElse, true
	}
	return 0, false
}

// kindByAll goes by all the words of a clause, where its first do not tell what it is for.
func (t *stretch) kindByAll(c clause, n int) clauseKind {
	if k := c.where(kAbsent); k >= 0 && k+1 < len(c.chunks) && c.chunks[k+1].kind == kElsewhat && c.chunks[k].word == "" && c.byOthers() { // "Petra has no opinion of dubbing"
		return saysAside
	}
	if t.ofOldFly(c) {
		return saysAside
	}
	if n > 0 && t.ofElse(c) {
		return saysAside
	}
	if n > 0 && c.first && len(c.chunks) > 2 && c.chunks[0].kind == kStandsFor && c.chunks[1].kind == kPrepared && t.is(c.chunks[1].from, cPreparation) > 0 && c.chunks[2].kind == kPlain { // "They split the moment she touched them"
		return saysAside
	}
	if n > 0 && c.first && t.ofItsStage(c) {
		return saysAside
	}
	switch {
	case c.has(kThing) && t.within(c, cNotDone): // "he would have used mole"
		return saysAside
	case n > 0 && t.supposes(c): // "with a coarser quill you would get fewer segments"
		return saysAside
	case c.shut == "?" && n > 0, c.has(kSays), c.has(kTooMuch), c.where(kDoubtful) == 0, c.has(kDoubtful) && (c.open == "(" || c.open == "["), c.byOthers() && c.has(kAct, kAuxiliary) && !c.has(kAbsent):
		return saysAside
	case c.has(kReplaces) && !(c.where(kReplaces) > 0 && t.low(c.chunks[c.where(kReplaces)].to) == "as"): // but "yarn serves as breathers"
		return saysElse
	}
	return saysPlainly
}
