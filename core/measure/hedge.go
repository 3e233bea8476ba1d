package measure

// A Hedge is a word or two that widens, shifts or bounds a number. Low and
// High multiply the number; what "about half" means is then the same
// everywhere.
type Hedge struct {
	Words     string
	Low, High float64
	// What it does, for people.
	Meaning string
}

// Hedges is the published table of hedges before a number or a length. The
// figures are common practice, no source.
var Hedges = []Hedge{
	{"just a little longer than", 1.05, 1.15, "5 to 15 % over"},
	{"just a little shorter than", 0.85, 0.95, "5 to 15 % under"},
	{"a little longer than", 1.05, 1.25, "5 to 25 % over"},
	{"a little shorter than", 0.75, 0.95, "5 to 25 % under"},
	{"slightly longer than", 1.05, 1.25, "5 to 25 % over"},
	{"slightly shorter than", 0.75, 0.95, "5 to 25 % under"},
	{"a bit longer than", 1.05, 1.25, "5 to 25 % over"},
	{"a bit shorter than", 0.75, 0.95, "5 to 25 % under"},
	{"a shade longer than", 1.02, 1.12, "2 to 12 % over"},
	{"a shade shorter than", 0.88, 0.98, "2 to 12 % under"},
	{"a touch longer than", 1.02, 1.15, "2 to 15 % over"},
	{"a touch shorter than", 0.85, 0.98, "2 to 15 % under"},
	{"a hair longer than", 1, 1.08, "up to 8 % over"},
	{"a hair shorter than", 0.92, 1, "up to 8 % under"},
	{"a fraction longer than", 1.02, 1.12, "2 to 12 % over"},
	{"a fraction shorter than", 0.88, 0.98, "2 to 12 % under"},
	{"rather longer than", 1.1, 1.4, "10 to 40 % over"},
	{"rather shorter than", 0.6, 0.9, "10 to 40 % under"},
	{"somewhat longer than", 1.1, 1.4, "10 to 40 % over"},
	{"somewhat shorter than", 0.6, 0.9, "10 to 40 % under"},
	{"much longer than", 1.4, 2, "loose: 40 to 100 % over"},
	{"much shorter than", 0.3, 0.6, "loose: 40 to 70 % under"},
	{"longer than", 1.05, 1.5, "loose: 5 to 50 % over"},
	{"shorter than", 0.5, 0.95, "loose: 5 to 50 % under"},
	{"no more than", 0, 1, "an upper bound"},
	{"not more than", 0, 1, "an upper bound"},
	{"no longer than", 0, 1, "an upper bound"},
	{"not longer than", 0, 1, "an upper bound"},
	{"at most", 0, 1, "an upper bound"},
	{"at the most", 0, 1, "an upper bound"},
	{"maximum", 0, 1, "an upper bound"},
	{"max", 0, 1, "an upper bound"},
	{"up to", 0, 1, "an upper bound"},
	{"at least", 1, 1.5, "a lower bound, read to half as much again"},
	{"not less than", 1, 1.5, "a lower bound, read to half as much again"},
	{"no less than", 1, 1.5, "a lower bound, read to half as much again"},
	{"no shorter than", 1, 1.5, "a lower bound, read to half as much again"},
	{"just short of", 0.85, 0.98, "2 to 15 % under"},
	{"just shy of", 0.85, 0.98, "2 to 15 % under"},
	{"just under", 0.85, 0.98, "2 to 15 % under"},
	{"slightly under", 0.85, 0.98, "2 to 15 % under"},
	{"a little under", 0.85, 0.98, "2 to 15 % under"},
	{"slightly less than", 0.85, 0.98, "2 to 15 % under"},
	{"a little less than", 0.85, 0.98, "2 to 15 % under"},
	{"a touch under", 0.85, 0.98, "2 to 15 % under"},
	{"a shade under", 0.88, 0.98, "2 to 12 % under"},
	{"a shade less than", 0.88, 0.98, "2 to 12 % under"},
	{"a bit under", 0.85, 0.98, "2 to 15 % under"},
	{"a bit less than", 0.85, 0.98, "2 to 15 % under"},
	{"a fraction under", 0.88, 0.98, "2 to 12 % under"},
	{"rather less than", 0.6, 0.95, "5 to 40 % under"},
	{"less than", 0.5, 0.98, "loose: 2 to 50 % under"},
	{"barely", 0.9, 1, "up to 10 % under"},
	{"hardly", 0.9, 1, "up to 10 % under"},
	{"scant", 0.9, 1, "up to 10 % under"},
	{"a scant", 0.9, 1, "up to 10 % under"},
	{"nearly", 0.9, 1, "up to 10 % under"},
	{"almost", 0.9, 1, "up to 10 % under"},
	{"very nearly", 0.95, 1, "up to 5 % under"},
	{"close to", 0.9, 1.05, "10 % under to 5 % over"},
	{"getting on for", 0.85, 1, "up to 15 % under"},
	{"a bare", 0.9, 1, "up to 10 % under"},
	{"not quite", 0.85, 1, "up to 15 % under"},
	{"just over", 1.02, 1.15, "2 to 15 % over"},
	{"slightly over", 1.02, 1.15, "2 to 15 % over"},
	{"a little over", 1.02, 1.15, "2 to 15 % over"},
	{"slightly more than", 1.02, 1.15, "2 to 15 % over"},
	{"a little more than", 1.02, 1.15, "2 to 15 % over"},
	{"a touch over", 1.02, 1.15, "2 to 15 % over"},
	{"a shade over", 1.02, 1.12, "2 to 12 % over"},
	{"a shade more than", 1.02, 1.12, "2 to 12 % over"},
	{"a bit over", 1.02, 1.15, "2 to 15 % over"},
	{"a bit more than", 1.02, 1.15, "2 to 15 % over"},
	{"a fraction over", 1.02, 1.12, "2 to 12 % over"},
	{"rather more than", 1.05, 1.4, "5 to 40 % over"},
	{"more than", 1.02, 1.5, "loose: 2 to 50 % over"},
	{"well over", 1.15, 1.5, "15 to 50 % over"},
	{"well under", 0.5, 0.85, "15 to 50 % under"},
	{"a good", 1, 1.3, "up to 30 % over"},
	{"a generous", 1, 1.3, "up to 30 % over"},
	{"about", 0.9, 1.1, "10 % either way"},
	{"roughly", 0.85, 1.15, "15 % either way"},
	{"approximately", 0.9, 1.1, "10 % either way"},
	{"approx", 0.9, 1.1, "10 % either way"},
	{"abt", 0.9, 1.1, "10 % either way"},
	{"around", 0.9, 1.1, "10 % either way"},
	{"circa", 0.9, 1.1, "10 % either way"},
	{"say", 0.95, 1.05, "5 % either way"},
	{"some", 0.9, 1.1, "10 % either way"},
	{"~", 0.9, 1.1, "10 % either way"},
	{"exactly", 1, 1, "as it stands"},
	{"only", 1, 1, "as it stands"},
	{"just", 1, 1, "as it stands"},
}

// Bounds is the table of words that follow a number or a length and bound it:
// "two turns at most". Common practice, no source.
var Bounds = []Hedge{
	{"at most", 0, 1, "an upper bound"},
	{"at the most", 0, 1, "an upper bound"},
	{"maximum", 0, 1, "an upper bound"},
	{"max", 0, 1, "an upper bound"},
	{"at the outside", 0, 1, "an upper bound"},
	{"at the very most", 0, 1, "an upper bound"},
	{"tops", 0, 1, "an upper bound"},
	{"or less", 0, 1, "an upper bound"},
	{"or fewer", 0, 1, "an upper bound"},
	{"or so", 0.9, 1.1, "10 % either way"},
	{"or thereabouts", 0.9, 1.1, "10 % either way"},
	{"give or take", 0.9, 1.1, "10 % either way"},
	{"more or less", 0.9, 1.1, "10 % either way"},
	{"or a little over", 1, 1.25, "up to 25 % over"},
	{"or a little more", 1, 1.25, "up to 25 % over"},
	{"or a touch more", 1, 1.15, "up to 15 % over"},
	{"or a little less", 0.75, 1, "up to 25 % under"},
	{"or a shade longer", 1, 1.12, "up to 12 % over"},
	{"or a shade shorter", 0.88, 1, "up to 12 % under"},
	{"or a little longer", 1, 1.25, "up to 25 % over"},
	{"or a little shorter", 0.75, 1, "up to 25 % under"},
	{"or slightly longer", 1, 1.25, "up to 25 % over"},
	{"or slightly shorter", 0.75, 1, "up to 25 % under"},
	{"or a shade more", 1, 1.12, "up to 12 % over"},
	{"or a shade less", 0.88, 1, "up to 12 % under"},
	{"or a touch less", 0.85, 1, "up to 15 % under"},
	{"or a touch longer", 1, 1.15, "up to 15 % over"},
	{"or a touch shorter", 0.85, 1, "up to 15 % under"},
	{"or a bit more", 1, 1.25, "up to 25 % over"},
	{"or a bit less", 0.75, 1, "up to 25 % under"},
	{"or a bit longer", 1, 1.25, "up to 25 % over"},
	{"or a bit shorter", 0.75, 1, "up to 25 % under"},
	{"or slightly more", 1, 1.15, "up to 15 % over"},
	{"or slightly less", 0.85, 1, "up to 15 % under"},
	{"or just over", 1, 1.15, "up to 15 % over"},
	{"or just under", 0.85, 1, "up to 15 % under"},
	{"or barely past it", 1, 1.08, "up to 8 % beyond"},
	{"or just past it", 1, 1.12, "up to 12 % beyond"},
	{"or just short of it", 0.88, 1, "up to 12 % before"},
	{"at least", 1, 1.5, "a lower bound, read to half as much again"},
	{"minimum", 1, 1.5, "a lower bound, read to half as much again"},
	{"or more", 1, 1.5, "a lower bound, read to half as much again"},
	{"and no more", 1, 1, "as it stands"},
	{"no more", 1, 1, "as it stands"},
	{"and no longer", 1, 1, "as it stands"},
	{"no longer", 1, 1, "as it stands"},
	{"not longer", 1, 1, "as it stands"},
	{"exactly", 1, 1, "as it stands"},
}

// ReachHedges is the table for places: "to", "past", "short of". The figures
// multiply the distance from where the part is tied in. Common practice, no
// source.
var ReachHedges = []Hedge{
	{"to just past", 1.02, 1.12, "2 to 12 % beyond"},
	{"to just short of", 0.88, 0.98, "2 to 12 % before"},
	{"to just beyond", 1.02, 1.12, "2 to 12 % beyond"},
	{"just past", 1.02, 1.12, "2 to 12 % beyond"},
	{"just beyond", 1.02, 1.12, "2 to 12 % beyond"},
	{"to a hair past", 1, 1.08, "up to 8 % beyond"},
	{"a hair past", 1, 1.08, "up to 8 % beyond"},
	{"to a hair short of", 0.92, 1, "up to 8 % before"},
	{"a hair short of", 0.92, 1, "up to 8 % before"},
	{"a hair beyond", 1, 1.08, "up to 8 % beyond"},
	{"a touch past", 1.02, 1.12, "2 to 12 % beyond"},
	{"a touch beyond", 1.02, 1.12, "2 to 12 % beyond"},
	{"a touch short of", 0.88, 0.98, "2 to 12 % before"},
	{"a shade past", 1.02, 1.12, "2 to 12 % beyond"},
	{"a shade beyond", 1.02, 1.12, "2 to 12 % beyond"},
	{"a shade short of", 0.88, 0.98, "2 to 12 % before"},
	{"a fraction past", 1.02, 1.12, "2 to 12 % beyond"},
	{"a fraction short of", 0.88, 0.98, "2 to 12 % before"},
	{"a bit past", 1.02, 1.15, "2 to 15 % beyond"},
	{"a bit beyond", 1.02, 1.15, "2 to 15 % beyond"},
	{"a bit short of", 0.85, 0.98, "2 to 15 % before"},
	{"a little short of", 0.85, 0.98, "2 to 15 % before"},
	{"slightly short of", 0.88, 0.98, "2 to 12 % before"},
	{"well short of", 0.5, 0.85, "15 to 50 % before"},
	{"barely past", 1, 1.08, "up to 8 % beyond"},
	{"barely beyond", 1, 1.08, "up to 8 % beyond"},
	{"rather past", 1.1, 1.4, "10 to 40 % beyond"},
	{"slightly past", 1.02, 1.12, "2 to 12 % beyond"},
	{"slightly beyond", 1.02, 1.12, "2 to 12 % beyond"},
	{"a little past", 1.02, 1.15, "2 to 15 % beyond"},
	{"a little beyond", 1.02, 1.15, "2 to 15 % beyond"},
	{"well past", 1.15, 1.5, "15 to 50 % beyond"},
	{"well beyond", 1.15, 1.5, "15 to 50 % beyond"},
	{"past", 1.02, 1.25, "2 to 25 % beyond"},
	{"beyond", 1.02, 1.25, "2 to 25 % beyond"},
	{"just short of", 0.88, 0.98, "2 to 12 % before"},
	{"just shy of", 0.88, 0.98, "2 to 12 % before"},
	{"stopping just short of", 0.88, 0.98, "2 to 12 % before"},
	{"short of", 0.8, 0.98, "2 to 20 % before"},
	{"not past", 0.7, 1, "a bound"},
	{"not beyond", 0.7, 1, "a bound"},
	{"not pass", 0.7, 1, "a bound"},
	{"not to pass", 0.7, 1, "a bound"},
	{"never past", 0.7, 1, "a bound"},
	{"never beyond", 0.7, 1, "a bound"},
	{"not go past", 0.7, 1, "a bound"},
	{"not go beyond", 0.7, 1, "a bound"},
	{"not to go past", 0.7, 1, "a bound"},
	{"not to go beyond", 0.7, 1, "a bound"},
	{"without passing", 0.7, 1, "a bound"},
	{"no farther than", 0.7, 1, "a bound"},
	{"not further than", 0.7, 1, "a bound"},
	{"no further than", 0.7, 1, "a bound"},
	{"until", 1, 1, "at the place"},
	{"to reach", 1, 1, "at the place"},
	{"reach", 1, 1, "at the place"},
	{"in line with", 1, 1, "at the place"},
	{"touching", 1, 1, "at the place"},
	{"just touching", 1, 1, "at the place"},
	{"level with", 1, 1, "at the place"},
	{"reaching to", 1, 1, "at the place"},
	{"just reaching", 1, 1, "at the place"},
	{"reaching just past", 1.02, 1.12, "2 to 12 % beyond"},
	{"reaching past", 1.02, 1.25, "2 to 25 % beyond"},
	{"reaching", 1, 1, "at the place"},
	{"reaches", 1, 1, "at the place"},
	{"extending just past", 1.02, 1.12, "2 to 12 % beyond"},
	{"extending past", 1.02, 1.25, "2 to 25 % beyond"},
	{"extending beyond", 1.02, 1.25, "2 to 25 % beyond"},
	{"extending to", 1, 1, "at the place"},
	{"as far as", 1, 1, "at the place"},
	{"long enough to reach", 1, 1, "at the place"},
	{"reaching to just past", 1.02, 1.12, "2 to 12 % beyond"},
	{"reaching just short of", 0.88, 0.98, "2 to 12 % before"},
	{"reaching well past", 1.15, 1.5, "15 to 50 % beyond"},
	{"reaching almost to", 0.88, 0.98, "2 to 12 % before"},
	{"reaching no further than", 0.7, 1, "a bound"},
	{"no longer than to", 0.7, 1, "a bound"},
	{"just to", 1, 1, "at the place"},
	{"stopping short of", 0.8, 0.98, "2 to 20 % before"},
	{"stopping at", 1, 1, "at the place"},
	{"ending at", 1, 1, "at the place"},
	{"ending level with", 1, 1, "at the place"},
	{"finishing level with", 1, 1, "at the place"},
	{"back to", 1, 1, "at the place"},
	{"down to", 1, 1, "at the place"},
	{"right to", 1, 1, "at the place"},
	{"up to", 1, 1, "at the place"},
	{"almost to", 0.88, 0.98, "2 to 12 % before"},
	{"nearly to", 0.88, 0.98, "2 to 12 % before"},
	{"not quite to", 0.85, 0.98, "2 to 15 % before"},
	{"to", 1, 1, "at the place"},
	{"over", 1, 1, "at the place"},
	{"barely to", 0.95, 1, "up to 5 % before"},
}

// Loose is the table of phrases that may mean one thing or another, in the unit that
// stands beside each. The point lies 0.22 of the shank before the bend and about half
// a shank below it. From memory.
var Loose = []struct {
	Hedge
	Of Unit
}{
	{Hedge{"the length of the hook point", 0.22, 0.52, "loose: along the shank, or as deep as the point lies"}, Shank},
	{Hedge{"length of the hook point", 0.22, 0.52, "loose: along the shank, or as deep as the point lies"}, Shank},
	{Hedge{"the depth of the hook point", 1, 1, "as deep as the gape"}, Gape},
	{Hedge{"depth of the hook point", 1, 1, "as deep as the gape"}, Gape},
	{Hedge{"as deep as the hook point", 1, 1, "as deep as the gape"}, Gape},
	{Hedge{"as deep as the point", 1, 1, "as deep as the gape"}, Gape},
}

// trie matches the longest phrase of a table at a token.
type trie struct {
	next  map[string]*trie
	index int // into the table, -1 where no phrase ends
	// first tells which bytes a phrase can begin with: most tokens are turned away
	// by it
	first *[256]bool
}

func newTrie(n int, words func(int) string) *trie {
	root := &trie{next: map[string]*trie{}, index: -1, first: new([256]bool)}
	for i := range n {
		at := root
		for _, t := range Lex(words(i)) {
			if at.next[t.Low] == nil {
				at.next[t.Low] = &trie{next: map[string]*trie{}, index: -1}
			}
			if at == root && t.Low != "" {
				root.first[t.Low[0]] = true
			}
			at = at.next[t.Low]
		}
		at.index = i
	}
	return root
}

func (t *trie) match(toks []Token, i int) (index, n int) {
	index = -1
	if i >= len(toks) || toks[i].Low == "" || !t.first[toks[i].Low[0]] {
		return index, 0
	}
	at := t
	for k := i; k < len(toks); k++ {
		at = at.next[toks[k].Low]
		if at == nil {
			break
		}
		if at.index >= 0 {
			index, n = at.index, k-i+1
		}
	}
	return index, n
}

var (
	hedgeTrie = newTrie(len(Hedges), func(i int) string { return Hedges[i].Words })
	boundTrie = newTrie(len(Bounds), func(i int) string { return Bounds[i].Words })
	looseTrie = newTrie(len(Loose), func(i int) string { return Loose[i].Words })
	reachTrie = newTrie(len(ReachHedges), func(i int) string { return ReachHedges[i].Words })
)

// Phrases is a set of fixed phrases to be found at a token, the longest first.
type Phrases struct{ root *trie }

// NewPhrases builds the set. Words in a phrase are split as Lex splits them.
func NewPhrases(list ...string) Phrases {
	return Phrases{newTrie(len(list), func(i int) string { return list[i] })}
}

// Match gives the index of the longest phrase at token i and how many tokens
// it takes; n is 0 where none stands there.
func (p Phrases) Match(toks []Token, i int) (index, n int) { return p.root.match(toks, i) }
