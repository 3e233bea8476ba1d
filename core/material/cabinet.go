package material

import (
	"cmp"
	"embed"
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"
	"sync"

	"mothledger/core/lexicon"
)

// Property is one thing that a material is more or less of.
type Property string

// The properties. All but the last two run from 0 (none) to 4 (very); Long and Wide are in
// millimetres. Each is a term of the nearness, or it would not be here.
const (
	Stiff Property = "stiff"
	Float Property = "float"
	Sheen Property = "sheen"
	Clear Property = "clear" // translucency
	Fuzz  Property = "fuzz"
	Tough Property = "tough"
	Long  Property = "long" // fibre length, mm
	Wide  Property = "wide" // width as wound or laid, mm
)

// properties are all of them, in the order of the table.
var properties = []Property{Stiff, Float, Sheen, Clear, Fuzz, Tough, Long, Wide}

// Words says what a property is called in a sentence.
func (p Property) Words() string { return propertyWords[p] }

var propertyWords = map[Property]string{
	Stiff: "stiffness", Float: "float", Sheen: "sheen", Clear: "translucency", Fuzz: "fuzz", Tough: "durability",
	Long: "fibre length", Wide: "width",
}

// Entry is one material of the authority: what a name in a dressing stands for. Under is the
// kind of material that it is one of: a brown partridge is a partridge, that is a soft game
// feather, that is a feather. What the table leaves out it has from there. Values are from
// memory.
type Entry struct {
	Name  string   `json:"name"`
	Under string   `json:"under,omitempty"`
	Also  []string `json:"also,omitempty"`
	// From is the beast or the bird.
	From string `json:"from,omitempty"`
	// Properties are in full, those that it has from above among them.
	Properties map[Property]float64 `json:"properties,omitempty"`
	Marking    string               `json:"marking,omitempty"`
	// Can is what it can be made to do: be dubbed, wound as a hackle, flare, stand …
	Can     []string `json:"can,omitempty"`
	Wet     string   `json:"wet,omitempty"` // what water changes, beside darkening
	Caution string   `json:"caution,omitempty"`
	// Since is when it is first known, in words: a fly that is said to be older has a doubt.
	Since string `json:"since,omitempty"`
	Basis string `json:"basis,omitempty"` // memory, or club where the archivist entered it
	// Kind is the texture it is drawn with and the club's colour as #rrggbb, where the club
	// entered the material.
	Kind Kind   `json:"kind,omitempty"`
	Hue  string `json:"hue,omitempty"`
	// Into is set where the club took the entry for another: its names lead there.
	Into string `json:"into,omitempty"`
}

// Root is the entry that all others are under; HairEntry the one that all hair is under.
const (
	Root      = "material"
	HairEntry = "hair"
)

// Cabinet is the authority: the built-in entries joined by what the club entered. It is a
// value; With gives another and changes none.
type Cabinet struct {
	entries []*Entry
	byName  map[string]*Entry
	// named are the names as sets of plain words, by one of their words, longest first
	named map[string][]name
	// joined are two words of a name written as one
	joined map[string][2]string
	memo   *sync.Map // of resolved phrases
}

// name is one name of an entry; at is the work of the part that it is so called in, empty
// for everywhere.
type name struct {
	words []string
	at    string
	entry *Entry
}

//go:embed cabinet.csv duties.csv hues.csv cans.csv markings.csv words.csv callings.csv
var tables embed.FS

var builtin = func() *Cabinet {
	c, err := open()
	if err != nil {
		panic(err) // a table that is not as it should be does not get through the tests
	}
	return c
}()

// Builtin is the authority that ships with the program.
func Builtin() *Cabinet { return builtin }

func open() (*Cabinet, error) {
	var all []Entry
	for i, r := range rowsOf("cabinet.csv") {
		e := Entry{Name: r[0], Under: r[1], Also: list(r[2], ";"), From: r[3], Marking: r[5], Can: strings.Fields(r[6]), Wet: r[7], Caution: r[8], Hue: r[9], Basis: r[10], Properties: map[Property]float64{}}
		for _, kv := range strings.Fields(r[4]) {
			k, v, _ := strings.Cut(kv, "=")
			n, err := strconv.ParseFloat(v, 64)
			if err != nil || !slices.Contains(properties, Property(k)) {
				return nil, fmt.Errorf("cabinet.csv, row %d: %q is no property", i+2, kv)
			}
			e.Properties[Property(k)] = n
		}
		all = append(all, e)
	}
	return newCabinet(all)
}

// rowsOf gives the rows of one of the tables beside the code.
func rowsOf(name string) [][]string { return lexicon.Table(tables, name) }

func list(s, sep string) []string {
	var out []string
	for _, x := range strings.Split(s, sep) {
		if x = strings.TrimSpace(x); x != "" {
			out = append(out, x)
		}
	}
	return out
}

// newCabinet gives the entries what they have from above, and orders their names. An entry
// under none that is there, under itself, or called as another is already is an error.
func newCabinet(all []Entry) (*Cabinet, error) {
	c := &Cabinet{byName: map[string]*Entry{}, named: map[string][]name{}, joined: map[string][2]string{}, memo: &sync.Map{}}
	for i := range all {
		e := all[i]
		if c.byName[e.Name] != nil {
			return nil, fmt.Errorf("there is a material %q already", e.Name)
		}
		c.entries = append(c.entries, &e)
		c.byName[e.Name] = &e
	}
	for _, e := range c.entries {
		if e.Under != "" && c.byName[e.Under] == nil {
			return nil, fmt.Errorf("%q is put under %q, which is no material", e.Name, e.Under)
		}
		seen := map[string]bool{}
		for up := e; up != nil; up = c.byName[up.Under] {
			if seen[up.Name] {
				return nil, fmt.Errorf("%q is put under itself", e.Name)
			}
			seen[up.Name] = true
		}
	}
	done := map[string]bool{}
	var inherit func(e *Entry)
	inherit = func(e *Entry) {
		up := c.byName[e.Under]
		if done[e.Name] || up == nil {
			return
		}
		done[e.Name] = true
		inherit(up)
		e.Properties = joined(up.Properties, e.Properties)
		if e.Marking == "" {
			e.Marking = up.Marking
		}
		if len(e.Can) == 0 {
			e.Can = up.Can
		}
		if e.From == "" {
			e.From = up.From
		}
	}
	for _, e := range c.entries {
		inherit(e)
	}
	taken := map[string]*Entry{} // what the club entered takes a name before what ships
	byClub := slices.Clone(c.entries)
	slices.SortStableFunc(byClub, func(a, b *Entry) int {
		switch {
		case (a.Basis == Club) == (b.Basis == Club):
			return 0
		case a.Basis == Club:
			return -1
		}
		return 1
	})
	for _, e := range byClub {
		for i, n := range append([]string{e.Name}, e.Also...) {
			n, at, _ := strings.Cut(n, "@")
			w := PlainWords(n)
			if len(w) == 0 {
				continue
			}
			key := strings.Join(w, " ") + "@" + at
			if by := taken[key]; by != nil {
				if by != e && i > 0 && e.Basis != Club && by.Basis != Club {
					return nil, fmt.Errorf("%q and %q are both called %q", by.Name, e.Name, n)
				}
				continue
			}
			taken[key] = e
			for _, word := range w {
				c.named[word] = append(c.named[word], name{w, at, e})
			}
			if said := strings.Fields(n); len(said) > 1 {
				for k := range said[1:] {
					c.joined[said[k]+singular(said[k+1])] = [2]string{singular(said[k]), singular(said[k+1])}
				}
			}
		}
	}
	return c, nil
}

// With gives the authority joined by entries of the club's own. One of a name that is there
// takes the place of that entry: what it leaves empty stays as it was. One that leads into another
// gives its names to that. What is wrong with them is an error, and says which.
func (c *Cabinet) With(more []Entry) (*Cabinet, error) {
	if len(more) == 0 {
		return c, nil
	}
	all := make([]Entry, 0, len(c.entries)+len(more))
	for _, e := range c.entries {
		all = append(all, *e)
	}
	at := func(name string) int { return slices.IndexFunc(all, func(e Entry) bool { return e.Name == name }) }
	for _, m := range more {
		if m.Into != "" {
			continue
		}
		m.Basis = cmp.Or(m.Basis, Club)
		if m.Under == "" && m.Name != Root {
			m.Under = Root
		}
		i := at(m.Name)
		if i < 0 {
			all = append(all, m)
			continue
		}
		old := all[i]
		m.Properties = joined(old.Properties, m.Properties)
		m.Marking = cmp.Or(m.Marking, old.Marking)
		m.From, m.Wet, m.Caution, m.Hue, m.Since = cmp.Or(m.From, old.From), cmp.Or(m.Wet, old.Wet), cmp.Or(m.Caution, old.Caution), cmp.Or(m.Hue, old.Hue), cmp.Or(m.Since, old.Since)
		if len(m.Can) == 0 {
			m.Can = old.Can
		}
		if m.Also == nil { // an empty list takes all other names away
			m.Also = old.Also
		}
		all[i] = m
	}
	for _, m := range more {
		if m.Into == "" {
			continue
		}
		i, k := at(m.Name), at(m.Into)
		if k < 0 || m.Into == m.Name {
			return nil, fmt.Errorf("%q leads to %q, which is no other material", m.Name, m.Into)
		}
		names := append([]string{m.Name}, m.Also...)
		if i >= 0 {
			names = append(names, all[i].Also...)
		}
		all[k].Basis = Club
		all[k].Also = append(slices.Clone(all[k].Also), names...)
		for n := range all {
			if all[n].Under == m.Name {
				all[n].Under = m.Into
			}
		}
		if i >= 0 {
			if all[k].Under == m.Into { // it was a kind of the one that leads to it
				all[k].Under = all[i].Under
			}
			all = slices.Delete(all, i, i+1)
		}
	}
	return newCabinet(all)
}

// Club is the basis of what the club entered.
const Club = "club"

// joined gives the properties of a, with those of b in the place of what a says of them.
func joined(a, b map[Property]float64) map[Property]float64 {
	out := map[Property]float64{}
	maps.Copy(out, a)
	maps.Copy(out, b)
	return out
}

// All lists the entries in the order of the table.
func (c *Cabinet) All() []Entry {
	out := make([]Entry, len(c.entries))
	for i, e := range c.entries {
		out[i] = *e
	}
	return out
}

// Find gives the entry of a preferred name.
func (c *Cabinet) Find(name string) (Entry, bool) {
	if e := c.byName[name]; e != nil {
		return *e, true
	}
	return Entry{}, false
}

// Is tells whether entry a is b or one of its kinds.
func (c *Cabinet) Is(a, b string) bool {
	for e := c.byName[a]; e != nil; e = c.byName[e.Under] {
		if e.Name == b {
			return true
		}
	}
	return false
}

// Line gives the names from an entry up to the root, itself first.
func (c *Cabinet) Line(name string) []string {
	var out []string
	for e := c.byName[name]; e != nil; e = c.byName[e.Under] {
		out = append(out, e.Name)
	}
	return out
}

// PlainWords gives the words of a phrase in the form in which names are matched: lower case,
// the singular, the club's spelling, without possessives, each once and sorted, so that "fur
// from the mask of a hare" and "hare's mask fur" are the same words.
func PlainWords(phrase string) []string {
	var out []string
	fields := strings.FieldsFunc(strings.ToLower(phrase), func(r rune) bool {
		return r == ' ' || r == '-' || r == ',' || r == '(' || r == ')' || r == '.' || r == '/' || r == '\t' || r == '\n'
	})
	for _, w := range fields {
		w = singular(w)
		if s, ok := synonyms[w]; ok && !keptApart[w] {
			w = s
		}
		if empty[w] {
			continue
		}
		out = append(out, w)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// empty are words that tell no material from another, in any phrase; notPlural words that end in s
// in the singular; keptApart words that are another's spelling elsewhere and a material of their own
// here: words.csv.
var empty, notPlural, keptApart = wordsThat("empty"), wordsThat("singular"), wordsThat("apart")

func wordsThat(is string) map[string]bool {
	m := map[string]bool{}
	for _, r := range rowsOf("words.csv") {
		if r[1] == is {
			m[r[0]] = true
		}
	}
	return m
}

// singular takes a plural's or a possessive's ending away.
func singular(w string) string {
	w = strings.ReplaceAll(w, "’", "'")
	for _, end := range []string{"'s", "s'", "'"} {
		if b, ok := strings.CutSuffix(w, end); ok {
			return b
		}
	}
	if len(w) > 3 && strings.HasSuffix(w, "s") && !strings.HasSuffix(w, "ss") && !strings.HasSuffix(w, "us") && !notPlural[w] {
		return w[:len(w)-1]
	}
	return w
}

// Meant is what a phrase of a dressing stands for: an entry, and the words of the phrase that
// the entry's name did not use.
type Meant struct {
	Entry *Entry
	Rest  []string
	// Used are the words of the name that was found.
	Used []string
}

// Of finds what a phrase means in a part that does some work (tail, wing, rib …; empty where
// that does not matter): the entry with the most of its words, a name of that work before
// another. It is nil where no entry has that name.
func (c *Cabinet) Of(phrase, work string) Meant {
	key := work + "\x00" + phrase
	if m, ok := c.memo.Load(key); ok {
		return m.(Meant)
	}
	m := c.find(PlainWords(phrase), work)
	c.memo.Store(key, m)
	return m
}

func (c *Cabinet) find(w []string, work string) Meant {
	for _, x := range w { // "woodduck" where the name has two words
		if two, ok := c.joined[x]; ok && len(c.named[x]) == 0 {
			w = append(slices.DeleteFunc(slices.Clone(w), func(y string) bool { return y == x }), two[0], two[1])
			slices.Sort(w)
			w = slices.Compact(w)
		}
	}
	var best name
	better := func(n name) bool {
		switch {
		case best.entry == nil:
			return true
		case len(n.words) != len(best.words):
			return len(n.words) > len(best.words)
		case telling(n.words) != telling(best.words):
			return telling(n.words) > telling(best.words)
		case (n.at != "") != (best.at != ""):
			return n.at != ""
		case len(n.words) > 1: // of two that fit, the one that says more of what it is
			return len(c.Line(n.entry.Name)) > len(c.Line(best.entry.Name))
		}
		return false
	}
	for _, x := range w {
		for _, n := range c.named[x] {
			if n.at != "" && n.at != work {
				continue
			}
			if within(n.words, w) && better(n) {
				best = n
			}
		}
	}
	if best.entry == nil {
		return Meant{Rest: w}
	}
	var rest []string
	for _, x := range w {
		if !slices.Contains(best.words, x) {
			rest = append(rest, x)
		}
	}
	return Meant{best.entry, rest, best.words}
}

// telling says how much a name's words tell of a material: of "hen hackle" hen more than
// hackle, of "gold wire" wire more than gold.
func telling(n []string) int {
	score := 2
	for _, w := range n {
		if fillers[w] {
			return 0
		}
		if IsColour(w) {
			score = 1
		}
	}
	return score
}

// within tells whether all of a stand in b; both are sorted.
func within(a, b []string) bool {
	for _, x := range a {
		if _, ok := slices.BinarySearch(b, x); !ok {
			return false
		}
	}
	return true
}

// Stuff gives a phrase's material in a part with its colour, as the Cabinet understands the
// phrase; ok is false where it knows no such material.
func (c *Cabinet) Stuff(phrase, work string) (Stuff, bool) {
	m := c.Of(phrase, work)
	if m.Entry == nil {
		return Stuff{}, false
	}
	s := Stuff{Entry: m.Entry}
	if colour := colourIn(phrase, m); colour != "" {
		s.Ink, _ = Hex(colour)
	}
	return s, true
}

// colourIn gives the colour words of a phrase that are no part of the material's name; of a
// metal all of them.
func colourIn(phrase string, m Meant) string {
	metal := m.Entry != nil && slices.Contains(m.Entry.Can, "metal")
	var out []string
	for _, w := range strings.Fields(plainColour(phrase)) {
		if (IsColour(w) || IsModifier(w)) && (metal || slices.Contains(m.Rest, singular(w))) {
			out = append(out, w)
		}
	}
	return strings.Join(out, " ")
}

// Digest tells the built-in tables apart: what is derived from them is made anew when it changes.
var Digest = sync.OnceValue(func() string {
	return lexicon.Sum(tables, "cabinet.csv", "duties.csv", "hues.csv", "cans.csv", "markings.csv", "words.csv", "callings.csv")
})

// Properties lists the properties, in the order of the table.
func Properties() []Property { return slices.Clone(properties) }

// Standing is With for rows that came to stand beside each other without anybody's looking, as by an
// undo: what leads nowhere is left out, and what is under nothing that is there, or under itself, is
// put under the root.
func (c *Cabinet) Standing(more []Entry) *Cabinet {
	rows := slices.Clone(more)
	own := map[string]int{}
	for i, m := range rows {
		own[m.Name] = i
	}
	is := func(name string) bool {
		i, club := own[name]
		return club && rows[i].Into == "" || !club && c.byName[name] != nil
	}
	rows = slices.DeleteFunc(rows, func(m Entry) bool { return m.Into != "" && (m.Into == m.Name || !is(m.Into)) })
	clear(own)
	for i, m := range rows {
		own[m.Name] = i
	}
	up := func(name string) string {
		if i, club := own[name]; club {
			return rows[i].Under
		}
		if e := c.byName[name]; e != nil {
			return e.Under
		}
		return ""
	}
	for i := range rows {
		m := &rows[i]
		if m.Under != "" && !is(m.Under) {
			m.Under = Root
		}
		for at, n := up(m.Name), 0; at != ""; at, n = up(at), n+1 {
			if at == m.Name || n > len(rows)+len(c.entries) {
				m.Under = Root
				break
			}
		}
	}
	out, err := c.With(rows)
	if err != nil {
		return c
	}
	return out
}
