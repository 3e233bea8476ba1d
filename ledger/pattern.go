package ledger

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/store"
)

// A pattern is what a name in a book stands for: its names, its story, what it must have. Below
// it stand its dressings: witnesses, which mean to report it, and variants, which were altered by
// their tiers on purpose. Intention decides, not difference, so the ledger guesses only once, by
// how a dressing is said to descend, and an archivist may say otherwise.

// Standing is as what a dressing stands in a pattern.
type Standing string

// The standings.
const (
	Witness   Standing = "witness"
	Variant   Standing = "variant"
	Undecided Standing = "undecided"
)

// Values lists the standings as words.
func (Standing) Values() []string { return words(Witness, Variant, Undecided) }

// PatternName is one of the names of a pattern: the years say when it meant this pattern.
type PatternName struct {
	Name  string `json:"name" maxLength:"200"`
	Kind  string `json:"kind,omitempty" enum:",other,former,local,misprint" doc:"what kind of name it is"`
	Story string `json:"story,omitempty" maxLength:"2000" doc:"how it came to be called so"`
	By    string `json:"by,omitempty" maxLength:"200" doc:"who named it so"`
	Years string `json:"years,omitempty" maxLength:"200" doc:"when the name meant this pattern, in words"`
}

// Slip is an evident slip of a witness with what must be meant.
type Slip struct {
	Folio int    `json:"folio" minimum:"1" maximum:"2147483647"`
	Role  string `json:"role" maxLength:"100"`
	Now   string `json:"now" maxLength:"500" doc:"what must be meant"`
	Why   string `json:"why" maxLength:"1000"`
}

// Mending is a part of the adopted dressing that is taken from another witness.
type Mending struct {
	Role  string `json:"role" maxLength:"100"`
	Folio int    `json:"folio" minimum:"1" maximum:"2147483647" doc:"the witness that it is taken from"`
	Why   string `json:"why" maxLength:"1000"`
}

// Decision is what an archivist adopted instead of what the rules do.
type Decision struct {
	Question citation.Question `json:"question"`
	Adopted  []string          `json:"adopted" maxItems:"8" doc:"the answers; none for unknown"`
	Note     string            `json:"note" maxLength:"2000"`
}

// PatternBody is what a pattern shall say.
type PatternBody struct {
	Name       string        `json:"name,omitempty" maxLength:"200" doc:"the preferred name; a fly may have none"`
	Story      string        `json:"story,omitempty" maxLength:"20000"`
	Names      []PatternName `json:"names,omitempty" maxItems:"40"`
	Essentials []string      `json:"essentials,omitempty" maxItems:"40" doc:"what makes it this fly"`
	// Base is the witness that is adopted whole, 0 for the first one; Received the dressing that people
	// mean today where that is another.
	Base      int        `json:"base,omitempty" minimum:"0" maximum:"2147483647"`
	Received  int        `json:"received,omitempty" minimum:"0" maximum:"2147483647"`
	Composite []Mending  `json:"composite,omitempty" maxItems:"40"`
	Slips     []Slip     `json:"slips,omitempty" maxItems:"100"`
	Decided   []Decision `json:"decided,omitempty" maxItems:"8"`
}

// patternValue is a pattern as it is kept.
type patternValue struct {
	PatternBody
	Away bool `json:"away"`
}

// MarshalJSON writes every field, so that a change that empties one is a change.
func (v patternValue) MarshalJSON() ([]byte, error) {
	b := v.PatternBody
	return json.Marshal(map[string]any{"name": b.Name, "story": b.Story, "names": list(b.Names), "essentials": list(b.Essentials), "base": b.Base, "received": b.Received,
		"composite": list(b.Composite), "slips": list(b.Slips), "decided": list(b.Decided), "away": v.Away})
}

func patternOf(n store.Numbered) (patternValue, error) {
	v := patternValue{Away: n.Away}
	err := json.Unmarshal(n.Value, &v.PatternBody)
	return v, err
}

// onePattern gives a pattern; *Absent where there is none.
func onePattern(ctx context.Context, s store.Reads, id int64) (store.Numbered, patternValue, error) {
	n, err := s.Numbered(ctx, store.OfPattern, id)
	if errors.Is(err, store.ErrNotFound) {
		return n, patternValue{}, absent(store.OfPattern, id)
	}
	if err != nil {
		return n, patternValue{}, err
	}
	v, err := patternOf(n)
	return n, v, err
}

// editOf is a short name of a value; whoever changes it names the one that they saw.
func editOf(value json.RawMessage) string {
	var x any
	if json.Unmarshal(value, &x) != nil {
		return ""
	}
	if m, ok := x.(map[string]any); ok {
		delete(m, "away")
	}
	b, _ := json.Marshal(x)
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:6])
}

// PatternEntry is a pattern in a list.
type PatternEntry struct {
	ID        int64  `json:"id"`
	Name      string `json:"name"`
	Also      string `json:"also,omitempty" doc:"the name that fits what was sought, where it is another"`
	Who       string `json:"who" doc:"who originated it, as a list prints it"`
	Qualifier string `json:"qualifier,omitempty" doc:"what tells it from another of its name"`
	Witnesses int    `json:"witnesses"`
	Variants  int    `json:"variants"`
	// First is a witness with its drawing; absent for a pattern without a dressing.
	First *Entry `json:"first,omitempty"`
}

// PatternList is a stretch of the patterns.
type PatternList struct {
	Patterns []PatternEntry `json:"patterns"`
	Next     string         `json:"next"`
}

// Member is a dressing that stands in a pattern.
type Member struct {
	Entry    Entry    `json:"entry"`
	Standing Standing `json:"standing"`
	Siglum   string   `json:"siglum,omitempty"`
	Note     string   `json:"note,omitempty"`
}

// Pattern is a pattern with what stands below it and what is told of it.
type Pattern struct {
	ID   int64  `json:"id"`
	Edit string `json:"edit" doc:"a short name of all that it says; whoever changes it names the one they saw"`
	PatternBody
	Away    bool     `json:"away,omitempty"`
	Members []Member `json:"members"`
	// More is how many more members there are.
	More int `json:"more,omitempty"`
	Provenance
	// Sharing are other patterns that are called so.
	Sharing []PatternEntry `json:"sharing"`
	// Margin are notes on what the name promises.
	Margin []string `json:"margin"`
}

// membersShown is how many members a page lists.
const membersShown = 300

// patternPage is how many patterns a stretch has.
const patternPage = 60

// Patterns lists patterns by name; with letters those that are called so.
func (l *Ledger) Patterns(ctx context.Context, letters, after string, v Vice) (PatternList, error) {
	out := PatternList{Patterns: []PatternEntry{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		a, err := afterOf(after)
		if err != nil {
			return err
		}
		rows, err := s.Patterns(ctx, tidy(letters), a.Key, int64(a.Folio), patternPage+1)
		if err != nil {
			return err
		}
		if len(rows) > patternPage {
			rows = rows[:patternPage]
			last := rows[patternPage-1]
			out.Next = cursor(store.After{Key: last.Key, Folio: int(last.ID)})
		}
		out.Patterns, err = patternEntries(ctx, s, rows, v)
		return err
	})
	return out, err
}

func patternEntries(ctx context.Context, s store.Reads, rows []store.PatternRow, v Vice) ([]PatternEntry, error) {
	out := make([]PatternEntry, len(rows))
	var folios []int
	var ids []int64
	for i, r := range rows {
		out[i] = PatternEntry{ID: r.ID, Name: r.Name, Also: r.Also, Witnesses: r.Witnesses, Variants: r.Variants}
		ids = append(ids, r.ID)
		if r.Folio > 0 {
			folios = append(folios, r.Folio)
		}
	}
	list, err := s.Rows(ctx, folios)
	if err != nil {
		return nil, err
	}
	credits, err := creditsOf(ctx, s, ids)
	if err != nil {
		return nil, err
	}
	entries := map[int]Entry{}
	for _, r := range list {
		if entries[r.Folio], err = drawn(r, v); err != nil {
			return nil, err
		}
	}
	shared, err := s.Shared(ctx, folios)
	if err != nil {
		return nil, err
	}
	for i, r := range rows {
		if c, ok := credits[r.ID]; ok {
			out[i].Who = c.String()
		}
		e, ok := entries[r.Folio]
		if !ok {
			continue
		}
		out[i].First = &e
		if shared[r.Folio] {
			out[i].Qualifier = qualifier(e)
		}
	}
	return out, nil
}

// qualifier tells a dressing from others of its name: who and when.
func qualifier(e Entry) string {
	who := cmp.Or(e.Tier, e.Originator, e.Source)
	if w := strings.Fields(who); len(w) > 1 && e.Source != who {
		who = w[len(w)-1]
	}
	if s := strings.Trim(who+", "+e.Date, ", "); s != "" {
		return s
	}
	return fmt.Sprintf("folio %d", e.Folio)
}

// qualify writes onto entries what tells them from others of their name, and who is credited with them
// where accounts say more than the card.
func qualify(ctx context.Context, s store.Reads, entries []*Entry) error {
	if len(entries) == 0 {
		return nil
	}
	folios := each(entries, func(e *Entry) int { return e.Folio })
	shared, err := s.Shared(ctx, folios)
	if err != nil {
		return err
	}
	placed, err := s.PlacesOf(ctx, folios)
	if err != nil {
		return err
	}
	at := map[int]store.Placed{}
	var ids []int64
	for _, p := range placed {
		at[p.Folio] = p
		ids = append(ids, p.Pattern)
	}
	credits, err := creditsOf(ctx, s, ids)
	if err != nil {
		return err
	}
	for _, e := range entries {
		if shared[e.Folio] {
			e.Qualifier = qualifier(*e)
		}
		p, ok := at[e.Folio]
		if !ok {
			continue
		}
		e.Pattern, e.Standing = p.Pattern, Standing(p.Standing)
		if c, ok := credits[p.Pattern]; ok && Standing(p.Standing) != Variant && (len(c.Adopted) > 0 || e.Originator != "") {
			if e.Credit = c.String(); e.Credit == e.Originator {
				e.Credit = ""
			}
			e.Disputed = c.Disputed()
		}
	}
	return nil
}

// creditsOf gives who the ledger says originated patterns, where some account does.
func creditsOf(ctx context.Context, s store.Reads, patterns []int64) (map[int64]citation.Reading, error) {
	told, err := accounts(ctx, s, patterns)
	if err != nil {
		return nil, err
	}
	out := map[int64]citation.Reading{}
	for id, t := range told {
		if r := t.reading(citation.Originated, 0); r.Rule != "nothing-claimed" {
			out[id] = r
		}
	}
	return out, nil
}

// OpenPattern gives a pattern with its dressings and what is told of it.
func (l *Ledger) OpenPattern(ctx context.Context, id int64, v Vice) (Pattern, error) {
	var out Pattern
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		n, value, err := onePattern(ctx, s, id)
		if err != nil {
			return err
		}
		out = Pattern{ID: id, Edit: editOf(n.Value), PatternBody: value.PatternBody, Away: n.Away, Members: []Member{}, Sharing: []PatternEntry{}, Margin: []string{}}
		placed, err := s.In(ctx, id, math.MaxInt32)
		if err != nil {
			return err
		}
		if len(placed) > membersShown {
			placed, out.More = placed[:membersShown], len(placed)-membersShown
		}
		if out.Members, err = members(ctx, s, placed, v); err != nil {
			return err
		}
		if out.Provenance, err = provenance(ctx, s, id, 0); err != nil {
			return err
		}
		if out.Sharing, err = sharing(ctx, s, value, id, v); err != nil {
			return err
		}
		out.Margin, err = promises(ctx, s, value.Name, placed)
		return err
	})
	return out, err
}

func members(ctx context.Context, s store.Reads, placed []store.Placed, v Vice) ([]Member, error) {
	rows, err := s.Rows(ctx, each(placed, func(p store.Placed) int { return p.Folio }))
	if err != nil {
		return nil, err
	}
	entries := map[int]*Entry{}
	for _, r := range rows {
		e, err := drawn(r, v)
		if err != nil {
			return nil, err
		}
		entries[r.Folio] = &e
	}
	out := []Member{}
	var all []*Entry
	for _, p := range placed {
		if e := entries[p.Folio]; e != nil {
			all = append(all, e)
		}
	}
	if err := qualify(ctx, s, all); err != nil {
		return nil, err
	}
	for _, p := range placed {
		if e := entries[p.Folio]; e != nil {
			out = append(out, Member{*e, Standing(p.Standing), p.Siglum, p.Note})
		}
	}
	return out, nil
}

// sharing lists the other patterns that are called as one is.
func sharing(ctx context.Context, s store.Reads, v patternValue, id int64, vice Vice) ([]PatternEntry, error) {
	out := []PatternEntry{}
	names := append([]string{v.Name}, each(v.Names, func(n PatternName) string { return n.Name })...)
	seen := map[int64]bool{id: true}
	for _, name := range names {
		if name == "" {
			continue
		}
		list, err := s.Sharing(ctx, name)
		if err != nil {
			return nil, err
		}
		for _, n := range list {
			if seen[n.ID] {
				continue
			}
			seen[n.ID] = true
			p, err := patternOf(n)
			if err != nil {
				return nil, err
			}
			placed, err := s.In(ctx, n.ID, 1)
			if err != nil {
				return nil, err
			}
			row := store.PatternRow{Numbered: n, Name: p.Name}
			if len(placed) > 0 {
				row.Folio = placed[0].Folio
			}
			e, err := patternEntries(ctx, s, []store.PatternRow{row}, vice)
			if err != nil {
				return nil, err
			}
			for _, x := range append([]PatternName{{Name: p.Name}}, p.Names...) {
				if strings.EqualFold(x.Name, name) {
					e[0].Also = x.Years
				}
			}
			out = append(out, e[0])
		}
	}
	return out, nil
}

// promises tells where a name promises a material that none of a pattern's witnesses holds.
func promises(ctx context.Context, s store.Reads, name string, placed []store.Placed) ([]string, error) {
	out := []string{}
	c, err := cabinet(ctx, s)
	if err != nil || name == "" {
		return out, err
	}
	var folios []int
	for _, p := range placed {
		if Standing(p.Standing) != Variant {
			folios = append(folios, p.Folio)
		}
	}
	rows, err := s.Rows(ctx, folios)
	if err != nil || len(rows) == 0 {
		return out, err
	}
	all := []dressing.Dressing{}
	for _, r := range rows {
		d, err := filed(r)
		if err != nil {
			return nil, err
		}
		if len(d.Parts) > 0 {
			all = append(all, d)
		}
	}
	if len(all) == 0 {
		return out, nil
	}
	for _, w := range promised(c, name) {
		if !slices.ContainsFunc(all, func(d dressing.Dressing) bool { return holds(c, d, w) }) {
			out = append(out, fmt.Sprintf("The name promises %s, and no dressing of it that the ledger has holds any.", w))
		}
	}
	return out, nil
}

// promised gives the materials that the words of a name name.
func promised(c clubCabinet, name string) []string {
	var out []string
	f := strings.Fields(strings.ToLower(name))
	for i := range f {
		for n := min(3, len(f)-i); n > 0; n-- {
			w := strings.Join(f[i:i+n], " ")
			if m := c.Of(w, ""); m.Entry != nil && m.Entry.Name != "material" && len(w) > 2 {
				out = append(out, w)
				break
			}
		}
	}
	return out
}

// holds tells whether a dressing has a material, or a kind of it, in any of its parts.
func holds(c clubCabinet, d dressing.Dressing, word string) bool {
	want := c.Of(word, "")
	for i := range d.Parts {
		for _, m := range d.MaterialsOf(i) {
			got := c.Of(m.Name, d.Parts[i].Role)
			if got.Entry != nil && want.Entry != nil && (got.Entry.Name == want.Entry.Name || c.Is(got.Entry.Name, want.Entry.Name) || c.Is(want.Entry.Name, got.Entry.Name)) || strings.Contains(strings.ToLower(m.Name), word) {
				return true
			}
		}
	}
	return false
}

// checked gives the body as it is kept, or says what is wrong with it.
func (b PatternBody) checked(ctx context.Context, s store.Reads, id int64) (PatternBody, error) {
	b.Name, b.Story = tidy(b.Name), strings.TrimSpace(b.Story)
	names := []PatternName{}
	for i, n := range b.Names {
		n.Name, n.By, n.Years, n.Story = tidy(n.Name), tidy(n.By), tidy(n.Years), strings.TrimSpace(n.Story)
		if n.Name == "" {
			return b, &Fault{fmt.Sprintf("names[%d].name", i), "this name is empty; write it, or take the row away"}
		}
		if strings.EqualFold(n.Name, b.Name) && n.Story == "" && n.By == "" && n.Years == "" || slices.ContainsFunc(names, func(x PatternName) bool { return x.Name == n.Name }) {
			continue
		}
		names = append(names, n)
	}
	b.Names = names
	essentials := []string{}
	for _, e := range b.Essentials {
		if e = tidy(e); e != "" && !slices.Contains(essentials, e) {
			essentials = append(essentials, e)
		}
	}
	b.Essentials = essentials
	within := func(field string, folio int) error {
		if folio == 0 {
			return nil
		}
		p, err := s.PlaceOf(ctx, folio)
		if errors.Is(err, store.ErrNotFound) || err == nil && p.Pattern != id {
			return &Fault{field, fmt.Sprintf("folio %d does not stand in this pattern", folio)}
		}
		return err
	}
	if err := within("base", b.Base); err != nil {
		return b, err
	}
	if err := within("received", b.Received); err != nil {
		return b, err
	}
	for i, m := range b.Composite {
		if tidy(m.Why) == "" {
			return b, &Fault{fmt.Sprintf("composite[%d].why", i), "say why this part is taken from another witness; a dressing is not mended without a reason"}
		}
		if err := within(fmt.Sprintf("composite[%d].folio", i), m.Folio); err != nil {
			return b, err
		}
	}
	for i, m := range b.Slips {
		if tidy(m.Why) == "" {
			return b, &Fault{fmt.Sprintf("slips[%d].why", i), "say why this is a slip"}
		}
		if tidy(m.Now) == "" {
			return b, &Fault{fmt.Sprintf("slips[%d].now", i), "say what must be meant instead"}
		}
		if err := within(fmt.Sprintf("slips[%d].folio", i), m.Folio); err != nil {
			return b, err
		}
	}
	for i, d := range b.Decided {
		if tidy(d.Note) == "" {
			return b, &Fault{fmt.Sprintf("decided[%d].note", i), "say why this is adopted"}
		}
	}
	return b, nil
}

// MadeRecord is a record that was made, and the deed that made it.
type MadeRecord struct {
	ID int64 `json:"id"`
	Filed
}

// again gives the number of the record that a request made when it was sent the first time.
func (l *Ledger) again(ctx context.Context, of store.Of, id int64, f Filed, err error) (MadeRecord, error) {
	if err == nil && f.Again {
		var d store.Deed
		if d, err = l.store.OneDeed(ctx, f.Deed); err == nil {
			for _, t := range d.Touches {
				if _, e := fmt.Sscanf(t, string(of)+" %d", &id); e == nil {
					break
				}
			}
		}
	}
	return MadeRecord{id, f}, err
}

// MakePattern makes a pattern without a dressing: a name on a dealer's list.
func (l *Ledger) MakePattern(ctx context.Context, b PatternBody, by Sender) (MadeRecord, error) {
	var id int64
	f, err := l.do(ctx, by, request{PatternMade, nil, b}, func(tx *store.Tx) (deed, error) {
		b, err := b.checked(ctx, tx.Reads, 0)
		if err != nil {
			return deed{}, err
		}
		if b.Name == "" && b.Story == "" {
			return deed{}, &Fault{"name", "a pattern without a dressing needs a name or a story"}
		}
		id, err = tx.Make(ctx, store.OfPattern, patternValue{PatternBody: b})
		return deed{kind: PatternMade, what: "made the pattern " + nameOf(b.Name)}, err
	})
	return l.again(ctx, store.OfPattern, id, f, err)
}

// heldValue gives what a numbered record holds, locked; *Absent where there is none, a *Fault where
// somebody changed it since edit was seen. An empty edit is any.
func heldValue(ctx context.Context, tx *store.Tx, of store.Of, id int64, edit string) (json.RawMessage, error) {
	now, err := tx.Get(ctx, of, store.Key{ID: id})
	if err != nil {
		return nil, err
	}
	if isNull(now) {
		return nil, absent(of, id)
	}
	if edit != "" && editOf(now) != edit {
		return nil, &Fault{"edit", "somebody else changed this meanwhile; look at it again, what you wrote is still in its fields"}
	}
	return now, nil
}

// ChangePattern lets a pattern say something else.
func (l *Ledger) ChangePattern(ctx context.Context, id int64, edit string, b PatternBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{PatternChanged, []any{id, edit}, b}, func(tx *store.Tx) (deed, error) {
		now, err := heldValue(ctx, tx, store.OfPattern, id, edit)
		if err != nil {
			return deed{}, err
		}
		var was patternValue
		if err := json.Unmarshal(now, &was.PatternBody); err != nil {
			return deed{}, err
		}
		if b, err = b.checked(ctx, tx.Reads, id); err != nil {
			return deed{}, err
		}
		return deed{kind: PatternChanged, what: "changed the pattern " + nameOf(cmp.Or(b.Name, was.Name))}, tx.Set(ctx, store.OfPattern, store.Key{ID: id}, patternValue{PatternBody: b})
	})
}

// Adopt lets an archivist adopt an answer that the rules do not, or, with nothing adopted and no note,
// leave the question to the rules again.
func (l *Ledger) Adopt(ctx context.Context, id int64, d Decision, clear bool, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Adopted, []any{id, clear}, d}, func(tx *store.Tx) (deed, error) {
		now, err := heldValue(ctx, tx, store.OfPattern, id, "")
		if err != nil {
			return deed{}, err
		}
		var v patternValue
		if err := json.Unmarshal(now, &v.PatternBody); err != nil {
			return deed{}, err
		}
		v.Decided = slices.DeleteFunc(slices.Clone(v.Decided), func(x Decision) bool { return x.Question == d.Question })
		what := fmt.Sprintf("left to the rules: %s, of %s", d.Question, nameOf(v.Name))
		if !clear {
			v.Decided = append(v.Decided, d)
			what = fmt.Sprintf("adopted “%s” for %s, of %s", citation.Reading{Adopted: d.Adopted}.String(), d.Question, nameOf(v.Name))
		}
		if v.PatternBody, err = v.checked(ctx, tx.Reads, id); err != nil {
			return deed{}, err
		}
		return deed{kind: Adopted, what: what, why: d.Note}, tx.Set(ctx, store.OfPattern, store.Key{ID: id}, v)
	})
}

// PlaceBody is where a dressing shall stand.
type PlaceBody struct {
	// Pattern is where; 0 makes one of the dressing's own name.
	Pattern  int64    `json:"pattern" minimum:"0" maximum:"9007199254740991"`
	Standing Standing `json:"standing"`
	Note     string   `json:"note,omitempty" maxLength:"4000" doc:"why"`
}

// Place lets a dressing stand in a pattern, as a witness, a variant or undecided. Its folio stays.
func (l *Ledger) Place(ctx context.Context, folio int, b PlaceBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Placed, folio, b}, func(tx *store.Tx) (deed, error) {
		r, err := tx.One(ctx, folio)
		if err != nil {
			return deed{}, err
		}
		if !slices.Contains(b.Standing.Values(), string(b.Standing)) {
			return deed{}, &Fault{"standing", fmt.Sprintf("%q is none; expected witness, variant or undecided", b.Standing)}
		}
		name := r.Title
		if b.Pattern == 0 {
			d, err := filed(r)
			if err != nil {
				return deed{}, err
			}
			if b.Pattern, err = tx.Make(ctx, store.OfPattern, patternValue{PatternBody: rootOf(d)}); err != nil {
				return deed{}, err
			}
		} else {
			_, v, err := onePattern(ctx, tx.Reads, b.Pattern)
			if err != nil {
				return deed{}, namedIn("pattern", err)
			}
			name = v.Name
		}
		was, err := tx.PlaceOf(ctx, folio)
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return deed{}, err
		}
		if err := stand(ctx, tx, folio, b.Pattern, b.Standing, strings.TrimSpace(b.Note)); err != nil {
			return deed{}, err
		}
		what := fmt.Sprintf("folio %d stands in the pattern %s as %s", folio, nameOf(name), b.Standing)
		return deed{kind: Placed, what: what, why: strings.TrimSpace(b.Note), about: []string{fmt.Sprintf("dressing %d", folio)}}, emptied(ctx, tx, was.Pattern)
	})
}

// stand sets where a dressing stands. The siglum of a witness stays its own in its pattern; a new
// witness is given the next free one.
func stand(ctx context.Context, tx *store.Tx, folio int, pattern int64, as Standing, note string) error {
	v := store.PlaceValue{Pattern: pattern, Standing: string(as), Note: note}
	now, err := tx.Get(ctx, store.OfPlace, store.Key{Folio: folio})
	if err != nil {
		return err
	}
	if !isNull(now) {
		var was store.PlaceValue
		if err := json.Unmarshal(now, &was); err != nil {
			return err
		}
		if was.Pattern == pattern {
			v.Siglum = was.Siglum
		}
	}
	if v.Siglum == "" && as == Witness {
		if _, err := tx.Get(ctx, store.OfPattern, store.Key{ID: pattern}); err != nil { // two new witnesses wait for one another
			return err
		}
		have, err := tx.Sigla(ctx, pattern)
		if err != nil {
			return err
		}
		for n := 0; v.Siglum == "" || slices.Contains(have, v.Siglum); n++ {
			v.Siglum = siglum(n)
		}
	}
	return tx.Set(ctx, store.OfPlace, store.Key{Folio: folio}, v)
}

// siglum counts in capitals: A, B … Z, AA.
func siglum(n int) string {
	if n < 26 {
		return string(rune('A' + n))
	}
	return siglum(n/26-1) + string(rune('A'+n%26))
}

// keeps are the ways of descending in which a dressing stays in its parent's pattern, and as what it
// stands there.
var keeps = map[descent.Kind]Standing{descent.VariantOf: Variant, descent.CopiedFrom: Undecided, descent.ReconstructedFrom: Undecided, descent.RenamedFrom: Undecided}

// rootOf is the pattern that a dressing makes of itself.
func rootOf(d dressing.Dressing) PatternBody {
	b := PatternBody{Name: tidy(d.Title), Essentials: d.Essentials}
	for _, n := range d.AlsoCalled {
		if n = tidy(n); n != "" && len([]rune(n)) <= maxName {
			b.Names = append(b.Names, PatternName{Name: n, Kind: "other"})
		}
	}
	return b
}

// placeNew lets a dressing that was just filed stand in a pattern: the one that the filing says, that of
// a parent which it keeps to, or one of its own.
func placeNew(ctx context.Context, tx *store.Tx, folio int, d dressing.Dressing, parents []Parent, asked *PlaceBody) error {
	if asked != nil && asked.Pattern > 0 {
		if _, _, err := onePattern(ctx, tx.Reads, asked.Pattern); err != nil {
			return namedIn("pattern", err)
		}
		return stand(ctx, tx, folio, asked.Pattern, cmp.Or(asked.Standing, Witness), strings.TrimSpace(asked.Note))
	}
	for _, p := range parents {
		as, ok := keeps[p.kind()]
		if !ok {
			continue
		}
		at, err := tx.PlaceOf(ctx, p.Folio)
		if errors.Is(err, store.ErrNotFound) {
			continue
		}
		if err != nil {
			return err
		}
		return stand(ctx, tx, folio, at.Pattern, as, "")
	}
	id, err := tx.Make(ctx, store.OfPattern, patternValue{PatternBody: rootOf(d)})
	if err != nil {
		return err
	}
	return stand(ctx, tx, folio, id, Witness, "")
}

// follow lets a dressing that is linked to a parent stand in the parent's pattern, where its own holds
// nothing but it and says no more than its name.
func follow(ctx context.Context, tx *store.Tx, folio int, p Parent) error {
	as, ok := keeps[p.kind()]
	if !ok {
		return nil
	}
	own, err := tx.PlaceOf(ctx, folio)
	if errors.Is(err, store.ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	at, err := tx.PlaceOf(ctx, p.Folio)
	if errors.Is(err, store.ErrNotFound) || err == nil && at.Pattern == own.Pattern {
		return nil
	}
	if err != nil {
		return err
	}
	in, err := tx.Stand(ctx, own.Pattern)
	if err != nil {
		return err
	}
	told, err := tx.ClaimsOf(ctx, []int64{own.Pattern})
	if err != nil {
		return err
	}
	_, v, err := onePattern(ctx, tx.Reads, own.Pattern)
	if err != nil {
		return err
	}
	if in > 1 || len(told) > 0 || v.Story != "" || len(v.Decided) > 0 {
		return nil
	}
	if err := stand(ctx, tx, folio, at.Pattern, as, ""); err != nil {
		return err
	}
	return emptied(ctx, tx, own.Pattern)
}

// emptied puts a pattern away that nothing stands in any more and of which nothing is told.
func emptied(ctx context.Context, tx *store.Tx, id int64) error {
	if id == 0 {
		return nil
	}
	in, err := tx.Stand(ctx, id)
	if err != nil || in > 0 {
		return err
	}
	told, err := tx.ClaimsOf(ctx, []int64{id})
	if err != nil || len(told) > 0 {
		return err
	}
	_, v, err := onePattern(ctx, tx.Reads, id)
	if err != nil || v.Story != "" {
		return err
	}
	v.Away = true
	return tx.Set(ctx, store.OfPattern, store.Key{ID: id}, v)
}
