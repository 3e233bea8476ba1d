package citation

import (
	"cmp"
	_ "embed"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/when"
)

// Rule is the rule by which a reading is adopted.
type Rule string

//go:embed rules.csv
var rulesCSV string

// RuleText is a rule as it is printed: what it says, and what would overturn a reading that it
// led to.
type RuleText struct {
	Rule      Rule
	Says      string
	Overturns string
}

// Rules lists the rules in the order of the table.
var Rules = func() []RuleText {
	rows, err := csv.NewReader(strings.NewReader(rulesCSV)).ReadAll()
	if err != nil {
		panic(err)
	}
	var out []RuleText
	for _, r := range rows[1:] {
		out = append(out, RuleText{Rule(r[0]), r[1], r[2]})
	}
	return out
}()

// Text gives a rule as it is printed.
func (r Rule) Text() RuleText {
	i := slices.IndexFunc(Rules, func(t RuleText) bool { return t.Rule == r })
	if i < 0 {
		return RuleText{Rule: r}
	}
	return Rules[i]
}

// Stand is what became of one claim.
type Stand struct {
	ID int64 `json:"id"`
	// As is the account that it counts as, its own id unless it rests on another.
	As int64 `json:"as"`
	// Aside says why it does not speak for the reading, empty where it does or where its answer is a
	// rival that still stands.
	Aside string `json:"aside,omitempty"`
	// For is set where it speaks for the adopted reading.
	For bool `json:"for,omitempty"`
}

// Reading is the answer that the ledger adopts.
type Reading struct {
	Of Question `json:"of"`
	// Adopted are the answers, none where it is not known; several are a tie.
	Adopted []string `json:"adopted"`
	// Rivals are answers that stand beside it and were not adopted.
	Rivals []string `json:"rivals"`
	Rule   Rule     `json:"rule"`
	// Because says the rule and what it met here; Overturns what would change it.
	Because   string `json:"because"`
	Overturns string `json:"overturns"`
	// Date is when, as the best account of the adopted answer says; DateOf what that date is of.
	Date   string `json:"date,omitempty"`
	DateOf DateOf `json:"dateOf,omitempty"`
	// Doubts are what speaks against it without changing it, a line each.
	Doubts []string `json:"doubts"`
	Stands []Stand  `json:"stands"`
}

// Disputed tells whether several answers are adopted side by side.
func (r Reading) Disputed() bool { return len(r.Adopted) > 1 }

// String is the reading as a list prints it: "A", "A or B, disputed", "unknown".
func (r Reading) String() string {
	switch n := len(r.Adopted); n {
	case 0:
		return "unknown"
	case 1:
		return r.Adopted[0]
	default:
		return strings.Join(r.Adopted[:n-1], ", ") + " or " + r.Adopted[n-1] + ", disputed"
	}
}

// Stuff is a material of the dressing and since when it is known.
type Stuff struct {
	Material string
	Since    when.Date
}

// candidate is one answer with the independent accounts that give it, of those as good as its best.
type candidate struct {
	says     string
	roots    map[int64]bool
	best     Claim
	formerly bool // no account gives it otherwise
	date     when.Date
	dateOf   DateOf
	why      string // why it is out
}

// rank orders grades for who did something first: the higher the better.
func (g Grade) rank() int {
	return gradesCount - slices.Index([]Grade{TimePrint, OwnWords, LaterPrint, Remembered, OfSpecimen, Unstated}, g)
}

// rankFor is the rank for a question: of what was tied, the tier's own word goes first.
func rankFor(q Question, g Grade) int {
	if q == Tied && g == OwnWords {
		return gradesCount + 1
	}
	return g.rank()
}

func (k Knows) rank() int { return 3 - slices.Index([]Knows{Seen, Told, Believed, ""}, k) }

func truth(b bool) int {
	if b {
		return 1
	}
	return 0
}

// better orders two accounts of a question, the better one first.
func better(q Question, a, b Claim) int {
	return cmp.Or(cmp.Compare(rankFor(q, b.Grade), rankFor(q, a.Grade)), cmp.Compare(truth(a.Interested), truth(b.Interested)), cmp.Compare(b.Knows.rank(), a.Knows.rank()))
}

// answer is what a claim says, for likening: capitals and spaces do not count.
func (c Claim) answer() string {
	if c.Says == "" && (c.Qualifier == Traditional || c.Qualifier == Unknown) {
		return string(c.Qualifier)
	}
	return strings.Join(strings.Fields(c.Says), " ")
}

// root follows what an account rests on to its beginning. Accounts that rest on one another in
// a circle have one beginning: the lowest of them.
func root(all map[int64]Claim, c Claim) int64 {
	seen := []int64{c.ID}
	for from := c.From; from != 0; from = all[from].From {
		if i := slices.Index(seen, from); i >= 0 {
			return slices.Min(seen[i:])
		}
		seen = append(seen, from)
	}
	return seen[len(seen)-1]
}

// Adopt gives the reading that the rules adopt of the claims that answer a question. known are
// the materials of the dressing that were not always to be had.
func Adopt(q Question, claims []Claim, known ...Stuff) Reading {
	out := Reading{Of: q, Adopted: []string{}, Rivals: []string{}, Doubts: []string{}, Stands: []Stand{}}
	all := map[int64]Claim{}
	for _, c := range claims {
		all[c.ID] = c
	}
	var order []string
	of := map[string]*candidate{}
	var against []Claim
	printed := false
	for _, c := range claims {
		if c.Of != q {
			printed = printed || c.Of == FirstPrinted && !c.Denied && !c.Searched
			continue
		}
		if c.Denied || c.Searched {
			against = append(against, c)
			continue
		}
		if c.answer() == "" {
			continue
		}
		key := strings.ToLower(c.answer())
		x := of[key]
		if x == nil {
			x = &candidate{says: c.answer(), roots: map[int64]bool{}, best: c, formerly: true}
			of[key] = x
			order = append(order, key)
		}
		x.formerly = x.formerly && c.Qualifier == Formerly
		if better(q, c, x.best) < 0 {
			x.best = c
		}
	}
	for _, c := range claims { // the date is the best account's that gives one
		x := of[strings.ToLower(c.answer())]
		if x == nil || c.Of != q || c.Denied || c.Searched || !c.Date.Told() || c.DateOf == OfLabel {
			continue
		}
		earlier := q == FirstPrinted && when.Compare(c.Date, x.date) == when.Before
		if !x.date.Told() || earlier || q != FirstPrinted && better(q, c, x.best) == 0 && x.date.Text != x.best.Date.Text {
			x.date, x.dateOf = c.Date, c.DateOf
		}
	}
	for _, c := range claims { // independent accounts count that are as good as the best
		if x := of[strings.ToLower(c.answer())]; x != nil && c.Of == q && !c.Denied && !c.Searched && better(q, c, x.best) == 0 {
			x.roots[root(all, c)] = true
		}
	}
	list := make([]*candidate, len(order))
	for i, k := range order {
		list[i] = of[k]
	}
	rule := setAside(q, list, of, against)
	in := slices.DeleteFunc(slices.Clone(list), func(c *candidate) bool { return c.why != "" })
	switch {
	case len(list) == 0 && printed && q == Originated:
		rule = "printed-is-not-originated"
	case len(list) == 0:
		rule = "nothing-claimed"
	case len(in) == 0:
		rule = cmp.Or(rule, "only-denied")
	case len(in) == 1 && len(list) == 1:
		rule = "uncontested"
	case len(in) == 1: // what set the others aside
	default:
		in, rule = first(q, in)
	}
	out.settle(rule, in, list)
	out.doubt(in, against, of, known)
	for _, c := range claims {
		if c.Of == q {
			out.Stands = append(out.Stands, stand(c, root(all, c), in, of))
		}
	}
	return out
}

// setAside marks the candidates that are out whatever else is said, and names the last rule that
// did so.
func setAside(q Question, list []*candidate, of map[string]*candidate, against []Claim) Rule {
	var rule Rule
	for _, c := range against {
		x := of[strings.ToLower(c.answer())]
		switch {
		case x == nil:
		case c.Searched && x.best.Knows != Seen && (c.Knows == Seen || c.Knows == ""):
			x.why, rule = "it was looked for and not found", "searched-not-found"
		case c.Denied && c.Own:
			x.why, rule = "who is named denied it", "own-denial-stands"
		case c.Denied && better(q, c, x.best) < 0:
			x.why, rule = "a better account denies it", "only-denied"
		}
	}
	if slices.ContainsFunc(list, func(c *candidate) bool { return c.why == "" && !c.formerly }) {
		for _, c := range list {
			if c.why == "" && c.formerly {
				c.why, rule = "it is only formerly attributed", "formerly-attributed"
			}
		}
	}
	return rule
}

// first gives the candidates that go first, and the rule that tells them from the next.
func first(q Question, in []*candidate) ([]*candidate, Rule) {
	if q == FirstPrinted {
		early := slices.DeleteFunc(slices.Clone(in), func(c *candidate) bool {
			return slices.ContainsFunc(in, func(o *candidate) bool { return when.Compare(o.date, c.date) == when.Before })
		})
		if len(early) == 1 {
			return early, "earliest-print"
		}
		return early, "ties-stay-ties"
	}
	order := func(a, b *candidate) int {
		return cmp.Or(better(q, a.best, b.best), cmp.Compare(len(b.roots), len(a.roots)))
	}
	in = slices.Clone(in)
	slices.SortStableFunc(in, order)
	n := 1
	for n < len(in) && order(in[0], in[n]) == 0 {
		n++
	}
	if n > 1 {
		return in[:n], "ties-stay-ties"
	}
	a, b := in[0].best, in[1].best
	switch {
	case rankFor(q, a.Grade) != rankFor(q, b.Grade):
		switch {
		case q == Tied && a.Grade == OwnWords:
			return in[:1], "own-word-settles-what-was-tied"
		case a.Grade == TimePrint && b.Grade == OwnWords:
			return in[:1], "own-word-is-not-who-was-first"
		case b.Grade == OfSpecimen:
			return in[:1], "label-dates-the-label"
		case a.Grade == TimePrint && (b.Grade == LaterPrint || b.Grade == Remembered):
			return in[:1], "time-beats-memory"
		}
		return in[:1], "better-account"
	case a.Interested != b.Interested:
		return in[:1], "disinterested"
	case a.Knows != b.Knows:
		return in[:1], "seen-before-told"
	}
	return in[:1], "more-independent-accounts"
}

// settle writes what was adopted, by which rule and why here.
func (out *Reading) settle(rule Rule, in, list []*candidate) {
	out.Rule = rule
	text := rule.Text()
	out.Because, out.Overturns = text.Says, text.Overturns
	for _, c := range in {
		out.Adopted = append(out.Adopted, c.says)
	}
	for _, c := range list {
		if !slices.Contains(in, c) {
			out.Rivals = append(out.Rivals, c.says)
			if c.why != "" {
				out.Because += fmt.Sprintf(" %s: %s.", c.says, c.why)
			}
		}
	}
	if len(in) == 0 {
		return
	}
	best := in[0]
	if len(in) == 1 {
		out.Date, out.DateOf = best.date.Text, best.dateOf
	}
	if rule == "time-beats-memory" {
		for _, c := range list {
			if n, ok := between(best, c); ok && c != best {
				out.Because += fmt.Sprintf(" %s lie between it and the account that names %s.", years(n), c.says)
			}
		}
	}
	if rule == "more-independent-accounts" {
		out.Because += fmt.Sprintf(" Here %d", len(best.roots))
		for _, c := range list {
			if c != best && c.why == "" {
				out.Because += fmt.Sprintf(" against %d", len(c.roots))
			}
		}
		out.Because += "."
	}
}

func years(n int) string {
	if n == 1 {
		return "1 year"
	}
	return fmt.Sprintf("%d years", n)
}

// between gives the years from when the adopted account was given to when another was.
func between(a, b *candidate) (int, bool) {
	from, to := a.best.Told, b.best.Told
	if !from.Told() {
		from = a.date
	}
	if from.Latest.IsZero() || to.Earliest.IsZero() {
		return 0, false
	}
	n := to.Earliest.Year - from.Latest.Year
	return n, n > 0
}

// doubt says what speaks against a reading without changing it.
func (out *Reading) doubt(in []*candidate, against []Claim, of map[string]*candidate, known []Stuff) {
	for _, c := range in {
		for _, k := range known {
			if when.Compare(c.date, k.Since) == when.Before {
				out.Doubts = append(out.Doubts, fmt.Sprintf("%s is first known in %s, after %s: the date, the dressing or the name may be another's.", k.Material, k.Since.Text, c.date.Text))
			}
		}
		for _, a := range against {
			if x := of[strings.ToLower(a.answer())]; x == c {
				word := "denies it"
				if a.Searched {
					word = "looked for it and did not find it"
				}
				out.Doubts = append(out.Doubts, fmt.Sprintf("Account %d %s.", a.ID, word))
			}
		}
	}
}

func stand(c Claim, as int64, in []*candidate, of map[string]*candidate) Stand {
	s := Stand{ID: c.ID, As: as}
	x := of[strings.ToLower(c.answer())]
	switch {
	case c.Denied || c.Searched || x == nil:
	case x.why != "":
		s.Aside = x.why
	case slices.Contains(in, x):
		s.For = true
	}
	if as != c.ID {
		s.Aside = strings.Trim(fmt.Sprintf("counts as account %d; %s", as, s.Aside), "; ")
	}
	return s
}
