package ledger

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"sync"
	"time"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
	"mothledger/store"
)

// clubCabinet is a Cabinet with the version of what the club entered in it.
type clubCabinet struct {
	*material.Cabinet
	version string
}

// lastCabinet is the Cabinet that was asked for last: it is made of its rows alone, so every instance
// makes the same, and need not make it for each request.
var lastCabinet struct {
	sync.Mutex
	clubCabinet
}

// clubEntries gives what the club entered in the Cabinet, and the materials that it taught its reader.
func clubEntries(ctx context.Context, s store.Reads) ([]material.Entry, error) {
	rows, err := s.Cabinet(ctx)
	if err != nil {
		return nil, err
	}
	out, err := entriesOf(rows)
	if err != nil {
		return nil, err
	}
	taught, err := s.Vocabulary(ctx)
	if err != nil {
		return nil, err
	}
	for _, w := range taught {
		if w.Material == "" || w.Means != "" || slices.ContainsFunc(out, func(e material.Entry) bool { return e.Name == w.Words }) {
			continue
		}
		e := material.Entry{Name: w.Words, Kind: material.Kind(w.Material), Hue: w.Hue}
		if err := json.Unmarshal(w.Also, &e.Also); err != nil {
			return nil, err
		}
		if m := material.Builtin().Of(w.Words, ""); m.Entry != nil { // a kind of what its words name already
			if m.Entry.Name == w.Words {
				continue
			}
			e.Under = m.Entry.Name
		}
		out = append(out, e)
	}
	return out, nil
}

// cabinet gives the Cabinet with what the club entered, and with the materials that it taught its
// reader.
func cabinet(ctx context.Context, s store.Reads) (clubCabinet, error) {
	entries, err := clubEntries(ctx, s)
	if err != nil {
		return clubCabinet{}, err
	}
	b, err := json.Marshal(entries)
	if err != nil {
		return clubCabinet{}, err
	}
	sum := sha256.Sum256(b)
	version := hex.EncodeToString(sum[:])[:12]
	lastCabinet.Lock()
	defer lastCabinet.Unlock()
	if lastCabinet.Cabinet == nil || lastCabinet.version != version {
		lastCabinet.clubCabinet = clubCabinet{material.Builtin().Standing(entries), version}
	}
	return lastCabinet.clubCabinet, nil
}

func entriesOf(rows []store.Entered) ([]material.Entry, error) {
	out := make([]material.Entry, len(rows))
	for i, r := range rows {
		if err := json.Unmarshal(r.Value, &out[i]); err != nil {
			return nil, err
		}
		out[i].Name = r.Name
	}
	return out, nil
}

// Swatch is one colour of a material, dry and wet: screen colours, from memory.
type Swatch struct {
	Colour string `json:"colour" doc:"as it is said; empty for the material's own"`
	Dry    string `json:"dry" doc:"a screen colour as #rrggbb"`
	Wet    string `json:"wet" doc:"the same under water"`
	// Marking is set where the word is a marking of feathers, which has no hue.
	Marking bool `json:"marking,omitempty"`
	Count   int  `json:"count" doc:"in how many parts of the ledger it is so said"`
}

func swatch(colour, hex string, n int) Swatch {
	s := Swatch{Colour: colour, Dry: hex, Count: n, Marking: material.IsMarking(colour)}
	s.Wet, _ = material.Seen([]material.Share{{Ink: hex, Part: 1}}, "", true)
	return s
}

// CabinetRow is a material in the list.
type CabinetRow struct {
	Name    string   `json:"name"`
	Under   string   `json:"under,omitempty"`
	Depth   int      `json:"depth" doc:"how far below the root"`
	Also    []string `json:"also"`
	Marking string   `json:"marking"`
	Swatch  Swatch   `json:"swatch"`
	Count   int      `json:"count" doc:"in how many parts it occurs, its kinds not counted"`
	Basis   string   `json:"basis"`
	Caution bool     `json:"caution,omitempty"`
}

// CabinetPage is the tree of materials in reading order.
type CabinetPage struct {
	Rows []CabinetRow `json:"rows"`
	// Said is how many materials of parts the ledger names, and Unknown how many of them the Cabinet
	// has no entry for.
	Said    int `json:"said"`
	Unknown int `json:"unknown"`
}

// use is how a material as filed is understood.
type use struct {
	store.Stuff
	entry  *material.Entry
	colour string
}

// uses gives all materials of the ledger as filed with what they are taken for.
func uses(ctx context.Context, s store.Reads, c clubCabinet) ([]use, error) {
	list, err := s.Stuffs(ctx)
	if err != nil {
		return nil, err
	}
	out := make([]use, len(list))
	for i, x := range list {
		m := dressing.Material{Name: x.Words, Colour: x.Colour, Size: x.Grade}
		p := dressing.Part{Role: x.Kin}
		if x.Slips {
			p.Amount = lexicon.CountSlip
		}
		out[i] = use{Stuff: x}
		out[i].entry, out[i].colour = compare.Entry(c.Cabinet, m, p)
	}
	return out, nil
}

// named tells whether something is said of a material beside its colour: "red" alone names none.
func (u use) named() bool { return u.Words != "" }

// said gives the words of a material as people write them.
func (u use) said() string {
	return compare.Phrase(dressing.Material{Size: u.Grade, Colour: u.Colour, Name: u.Words})
}

// Cabinet lists the materials, as a tree in reading order; with letters only those that hold them in
// one of their names, and what they are under.
func (l *Ledger) Cabinet(ctx context.Context, letters string) (CabinetPage, error) {
	out := CabinetPage{Rows: []CabinetRow{}}
	letters = strings.ToLower(tidy(letters))
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		all, err := uses(ctx, s, c)
		if err != nil {
			return err
		}
		counts := map[string]int{}
		for _, u := range all {
			if !u.named() {
				continue
			}
			out.Said += u.Count
			if u.entry == nil {
				out.Unknown += u.Count
			} else {
				counts[u.entry.Name] += u.Count
			}
		}
		entries := c.All()
		holds := func(e material.Entry) bool {
			return letters == "" || strings.Contains(e.Name, letters) || slices.ContainsFunc(e.Also, func(a string) bool { return strings.Contains(a, letters) })
		}
		shown := map[string]bool{}
		for _, e := range entries {
			if holds(e) {
				for _, up := range c.Line(e.Name) {
					shown[up] = true
				}
			}
		}
		var walk func(under string, depth int)
		walk = func(under string, depth int) {
			for _, e := range entries {
				if e.Under != under || e.Name == under || !shown[e.Name] {
					continue
				}
				out.Rows = append(out.Rows, CabinetRow{e.Name, e.Under, depth, otherNames(e), e.Marking, swatch("", e.OwnInk(), 0), counts[e.Name], e.Basis, e.Caution != ""})
				walk(e.Name, depth+1)
			}
		}
		walk(material.Root, 0)
		return nil
	})
	return out, err
}

// otherNames are the other names of an entry as people read them: what is called so in one part only
// says in which.
func otherNames(e material.Entry) []string {
	out := []string{}
	for _, a := range e.Also {
		n, at, _ := strings.Cut(a, "@")
		if at != "" {
			n += " (as a " + at + ")"
		}
		out = append(out, n)
	}
	return out
}

// Property is how much of a property a material has.
type Property struct {
	Name  string  `json:"name"`
	Value float64 `json:"value" doc:"0 none to 4 very; fibre length and width in mm"`
	MM    bool    `json:"mm,omitempty"`
}

// ServedPart is a part that a material can serve, or cannot.
type ServedPart struct {
	Part   string `json:"part"`
	On     string `json:"on,omitempty" doc:"a kind of fly, absent for any"`
	Serves bool   `json:"serves"`
	Why    string `json:"why"`
	Count  int    `json:"count" doc:"in how many parts of the ledger it does"`
}

// SaidAs is how the ledger's dressings name a material.
type SaidAs struct {
	Words string `json:"words"`
	Part  string `json:"part"`
	Count int    `json:"count"`
}

// MaterialPage is all of one material.
type MaterialPage struct {
	Entry      material.Entry `json:"entry"`
	Also       []string       `json:"also"`
	Line       []string       `json:"line" doc:"what it is, from itself to the root"`
	Kinds      []string       `json:"kinds" doc:"what is one of it"`
	Properties []Property     `json:"properties"`
	Can        []string       `json:"can" doc:"what it can be"`
	Swatches   []Swatch       `json:"swatches"`
	Parts      []ServedPart   `json:"parts"`
	Said       []SaidAs       `json:"said"`
	Dressings  []Entry        `json:"dressings"`
	Total      int            `json:"total"`
	Swaps      []SwapGroup    `json:"swaps" doc:"what the club's variants put in its place"`
	// Entered is the club's own row, with when it was entered; absent where the entry ships with the
	// program.
	Entered *time.Time `json:"entered,omitempty"`
}

// SwapGroup is a material that the club's variants put in another's place.
type SwapGroup struct {
	Name    string       `json:"name"`
	Count   int          `json:"count"`
	Example []SwapByWhom `json:"examples"`
}

// SwapByWhom is one variant that did.
type SwapByWhom struct {
	Folio      int                `json:"folio"`
	Title      string             `json:"title"`
	Part       string             `json:"part"`
	Tier       string             `json:"tier,omitempty"`
	Reason     string             `json:"reason,omitempty"`
	ReasonKind compare.ReasonKind `json:"reasonKind,omitempty"`
}

// shownDressings and shownSwaps are how many a material's page lists.
const (
	shownDressings = 60
	shownSwaps     = 6
)

// Material gives all of one material.
func (l *Ledger) Material(ctx context.Context, name string, v Vice) (MaterialPage, error) {
	var out MaterialPage
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		e, err := known(c, name)
		if err != nil {
			return err
		}
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		out = MaterialPage{Entry: e, Also: otherNames(e), Line: c.Line(e.Name), Kinds: []string{}, Properties: []Property{}, Can: []string{}, Swatches: []Swatch{}, Parts: []ServedPart{}, Said: []SaidAs{}, Dressings: []Entry{}, Swaps: []SwapGroup{}}
		for _, x := range c.All() {
			if x.Under == e.Name {
				out.Kinds = append(out.Kinds, x.Name)
			}
		}
		for _, p := range material.Properties() {
			out.Properties = append(out.Properties, Property{p.Words(), e.Properties[p], p == material.Long || p == material.Wide})
		}
		for _, can := range e.Can {
			if w := material.CanWords(can); w != "" {
				out.Can = append(out.Can, w)
			}
		}
		all, err := uses(ctx, s, c)
		if err != nil {
			return err
		}
		var its []store.Stuff
		colours, parts := map[string]int{}, map[string]int{}
		for _, u := range all {
			if u.entry == nil || !c.Is(u.entry.Name, e.Name) {
				continue
			}
			its = append(its, u.Stuff)
			parts[u.Kin] += u.Count
			colours[u.colour] += u.Count
			if u.entry.Name == e.Name {
				out.Said = append(out.Said, SaidAs{u.said(), u.Kin, u.Count})
			}
		}
		out.Swatches = append(out.Swatches, swatch("", e.OwnInk(), colours[""]))
		for _, colour := range slices.SortedFunc(maps.Keys(colours), func(a, b string) int { return cmp.Or(cmp.Compare(colours[b], colours[a]), cmp.Compare(a, b)) }) {
			if hex, ok := material.Hex(colour); ok && colour != "" && colour != lexicon.Natural {
				out.Swatches = append(out.Swatches, swatch(colour, hex, colours[colour]))
			}
		}
		for _, d := range material.Duties() {
			if len(d.Must) > 0 {
				out.Parts = append(out.Parts, ServedPart{d.Part, d.On, d.Serves(e), d.Why, parts[d.Part]})
			}
		}
		if len(its) > 0 {
			rows, err := s.Holding(ctx, its, shownDressings+1)
			if err != nil {
				return err
			}
			out.Total = len(rows)
			if out.Dressings, err = allDrawn(rows[:min(len(rows), shownDressings)], v); err != nil {
				return err
			}
		}
		swaps, err := s.Swaps(ctx, kindsOf(c, e.Name), "")
		if err != nil {
			return err
		}
		out.Swaps = grouped(swaps)
		entered, err := s.Cabinet(ctx)
		if err != nil {
			return err
		}
		for _, r := range entered {
			if r.Name == e.Name {
				out.Entered = &r.EnteredAt
			}
		}
		return nil
	})
	return out, err
}

// known finds an entry by any of its names.
func known(c clubCabinet, name string) (material.Entry, error) {
	if e, ok := c.Find(strings.ToLower(tidy(name))); ok {
		return e, nil
	}
	if m := c.Of(name, ""); m.Entry != nil && len(m.Rest) == 0 {
		return *m.Entry, nil
	}
	return material.Entry{}, &Fault{"name", fmt.Sprintf("the Cabinet has no “%s”", tidy(name))}
}

// kindsOf lists a material and all that is one of it.
func kindsOf(c clubCabinet, name string) []string {
	var out []string
	for _, e := range c.All() {
		if c.Is(e.Name, name) {
			out = append(out, e.Name)
		}
	}
	return out
}

func grouped(list []store.Swap) []SwapGroup {
	out := []SwapGroup{}
	for _, x := range list {
		i := slices.IndexFunc(out, func(g SwapGroup) bool { return g.Name == x.VariantIs })
		if i < 0 {
			out = append(out, SwapGroup{Name: x.VariantIs, Example: []SwapByWhom{}})
			i = len(out) - 1
		}
		out[i].Count++
		if len(out[i].Example) < shownSwaps {
			out[i].Example = append(out[i].Example, SwapByWhom{x.Folio, x.Title, x.Kin, x.Tier, x.Reason, compare.ReasonKind(x.ReasonKind)})
		}
	}
	slices.SortStableFunc(out, func(a, b SwapGroup) int { return cmp.Compare(b.Count, a.Count) })
	return out
}

// StandIn is a material that can stand in for another in a part, or that must not.
type StandIn struct {
	Name   string  `json:"name"`
	Near   float64 `json:"near" doc:"0 nothing in common to 1 the same, for this part"`
	Swatch Swatch  `json:"swatch"`
	// Marking is drawn over the swatch.
	Marking string `json:"marking"`
	// Forbidden says what the part must have and this cannot do.
	Forbidden string `json:"forbidden,omitempty"`
	// Changes say what would change in the fly, the most first.
	Changes []string        `json:"changes"`
	Terms   []material.Term `json:"terms" doc:"all differences with their weights"`
	Caution string          `json:"caution,omitempty"`
	Swaps   *SwapGroup      `json:"swaps,omitempty" doc:"how often the club's variants made this very swap"`
}

// Instead is what can stand in for a material in a part.
type Instead struct {
	Wanted string    `json:"wanted"`
	Colour string    `json:"colour,omitempty"`
	Part   string    `json:"part"`
	On     string    `json:"on,omitempty"`
	Why    string    `json:"why" doc:"what the part asks of its material"`
	Rows   []StandIn `json:"rows"`
	// Others are what cannot serve, the nearest first.
	Others []StandIn `json:"others"`
}

// How many stand-ins are listed, and how many that are forbidden.
const (
	mostStandIns  = 24
	mostForbidden = 6
	mostChanges   = 3
	leastApart    = 0.2
)

// Instead tells what can stand in for a material in a part on a kind of fly, the nearest first.
func (l *Ledger) Instead(ctx context.Context, name, colour, part, on string) (Instead, error) {
	var out Instead
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		e, err := known(c, name)
		if err != nil {
			return err
		}
		std, _ := role.Find(part)
		kin := cmp.Or(std.Kin, std.Name)
		duty, called := material.DutyCalled(part, on)
		if !called {
			duty = material.DutyOf(kin, on)
		}
		wanted := material.Stuff{Entry: &e}
		if hex, ok := material.Hex(colour); ok {
			wanted.Ink = hex
		}
		out = Instead{Wanted: e.Name, Colour: colour, Part: part, On: on, Why: duty.Why, Rows: []StandIn{}, Others: []StandIn{}}
		swaps, err := s.Swaps(ctx, kindsOf(c, e.Name), kin)
		if err != nil {
			return err
		}
		made := grouped(swaps)
		parents := map[string]bool{}
		for _, x := range c.All() {
			parents[x.Under] = true
		}
		for _, x := range c.All() {
			if c.Is(x.Name, e.Name) || c.Is(e.Name, x.Name) || parents[x.Name] && x.From == "" && len(x.Also) == 0 {
				continue
			}
			candidate := material.Stuff{Entry: &x}
			if !slices.Contains(x.Can, "own") { // what is bought dyed is bought in the wanted colour
				candidate.Ink = wanted.Ink
			}
			n := c.Nearness(duty, wanted, candidate)
			row := StandIn{Name: x.Name, Near: n.Near, Swatch: swatch("", cmp.Or(candidate.Ink, x.OwnInk()), 0), Marking: x.Marking, Forbidden: n.Forbidden, Changes: []string{}, Terms: n.Terms, Caution: x.Caution}
			for _, t := range n.Terms {
				if len(row.Changes) < mostChanges && t.Apart >= leastApart && t.Name != "kin" && t.Name != "use" && t.Name != "beast" {
					row.Changes = append(row.Changes, t.Says)
				}
			}
			if i := slices.IndexFunc(made, func(g SwapGroup) bool { return g.Name == x.Name }); i >= 0 {
				row.Swaps = &made[i]
			}
			if n.Forbidden == "" {
				out.Rows = append(out.Rows, row)
			} else {
				out.Others = append(out.Others, row)
			}
		}
		nearest := func(a, b StandIn) int { return cmp.Or(cmp.Compare(b.Near, a.Near), cmp.Compare(a.Name, b.Name)) }
		slices.SortFunc(out.Rows, nearest)
		slices.SortFunc(out.Others, nearest)
		done := out.Rows[min(len(out.Rows), mostStandIns):] // what the club's tiers took is never left out
		out.Rows = out.Rows[:min(len(out.Rows), mostStandIns)]
		for _, r := range done {
			if r.Swaps != nil {
				out.Rows = append(out.Rows, r)
			}
		}
		kept := out.Others[:0:0]
		for i, r := range out.Others {
			if i < mostForbidden || r.Swaps != nil {
				kept = append(kept, r)
			}
		}
		out.Others = kept
		return nil
	})
	return out, err
}

// UnknownMaterial is a wording that the Cabinet has no entry for.
type UnknownMaterial struct {
	Words  string `json:"words"`
	Part   string `json:"part"`
	Count  int    `json:"count"`
	Folios []int  `json:"folios" doc:"up to five dressings that have it"`
}

// UnknownPage is all that resolves to no entry, the most used first.
type UnknownPage struct {
	Rows    []UnknownMaterial `json:"rows"`
	Said    int               `json:"said"`
	Unknown int               `json:"unknown"`
}

// mostUnknown is how many wordings are listed, and shownFolios how many dressings of each.
const (
	mostUnknown = 200
	shownFolios = 5
)

// UnknownMaterials lists what resolves to no entry of the Cabinet, the most used first.
func (l *Ledger) UnknownMaterials(ctx context.Context) (UnknownPage, error) {
	out := UnknownPage{Rows: []UnknownMaterial{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		all, err := uses(ctx, s, c)
		if err != nil {
			return err
		}
		for _, u := range all {
			if !u.named() {
				continue
			}
			out.Said += u.Count
			if u.entry != nil {
				continue
			}
			out.Unknown += u.Count
			if len(out.Rows) == mostUnknown {
				continue
			}
			row := UnknownMaterial{u.said(), u.Kin, u.Count, []int{}}
			rows, err := s.Holding(ctx, []store.Stuff{u.Stuff}, shownFolios)
			if err != nil {
				return err
			}
			for _, r := range rows {
				row.Folios = append(row.Folios, r.Folio)
			}
			out.Rows = append(out.Rows, row)
		}
		return nil
	})
	return out, err
}

// MaterialBody is a material as an archivist enters it. What is left empty is as with what it is under.
type MaterialBody struct {
	Name       string             `json:"name" minLength:"1" maxLength:"100"`
	Under      string             `json:"under,omitempty" maxLength:"100" doc:"what it is one of"`
	Also       []string           `json:"also,omitempty" maxItems:"60" doc:"other names; “mallard@tail” is so called in a tail only"`
	From       string             `json:"from,omitempty" maxLength:"60" doc:"the beast or the bird"`
	Properties map[string]float64 `json:"properties,omitempty" doc:"stiff, float, sheen, clear, fuzz, tough from 0 to 4; long and wide in mm"`
	Marking    string             `json:"marking,omitempty" maxLength:"40"`
	Can        []string           `json:"can,omitempty" maxItems:"20"`
	Wet        string             `json:"wet,omitempty" maxLength:"200" doc:"what water changes"`
	Hue        string             `json:"hue,omitempty" doc:"its own colour as #rrggbb" pattern:"^(#[0-9a-f]{6})?$"`
	Caution    string             `json:"caution,omitempty" maxLength:"400"`
	Since      string             `json:"since,omitempty" maxLength:"100" doc:"when it is first known, in words"`
}

// entry checks a body against the Cabinet it shall stand in.
func (b MaterialBody) entry() (material.Entry, error) {
	e := material.Entry{Name: strings.ToLower(tidy(b.Name)), Under: strings.ToLower(tidy(b.Under)), From: strings.ToLower(tidy(b.From)), Marking: strings.ToLower(tidy(b.Marking)), Wet: tidy(b.Wet), Hue: b.Hue, Caution: tidy(b.Caution), Since: tidy(b.Since), Can: b.Can}
	if e.Name == "" {
		return e, &Fault{"name", "the material has no name; expected one such as “heron substitute”"}
	}
	for _, a := range b.Also {
		if a = strings.ToLower(tidy(a)); a != "" && !slices.Contains(e.Also, a) {
			e.Also = append(e.Also, a)
		}
	}
	for _, can := range b.Can {
		if material.CanWords(can) == "" {
			return e, &Fault{"can", fmt.Sprintf("“%s” is nothing that a material can be", can)}
		}
	}
	for k, v := range b.Properties {
		p := material.Property(k)
		most := 4.0
		if p == material.Long || p == material.Wide {
			most = 1000
		}
		if !slices.Contains(material.Properties(), p) || v < 0 || v > most {
			return e, &Fault{"properties." + k, fmt.Sprintf("%g; expected a property from 0 to %g", v, most)}
		}
		if e.Properties == nil {
			e.Properties = map[material.Property]float64{}
		}
		e.Properties[p] = v
	}
	return e, nil
}

// holdsTogether checks that the Cabinet holds together with changed rows, within a transaction.
func holdsTogether(ctx context.Context, tx *store.Tx, field string) error {
	entries, err := clubEntries(ctx, tx.Reads)
	if err != nil {
		return err
	}
	if _, err := material.Builtin().With(entries); err != nil {
		return &Fault{field, err.Error()}
	}
	return nil
}

// setMaterial sets the club's row of a material. A list of other names that is empty is kept as such: it takes the
// built-in ones away, where none at all leaves them.
func setMaterial(ctx context.Context, tx *store.Tx, e material.Entry) error {
	key := store.Key{Words: e.Name}
	e.Name, e.Basis = "", ""
	b, err := json.Marshal(e)
	if err != nil {
		return err
	}
	row := map[string]any{}
	if err := json.Unmarshal(b, &row); err != nil {
		return err
	}
	if e.Also != nil {
		row["also"] = e.Also
	}
	return tx.Set(ctx, store.OfMaterial, key, row)
}

// EnterMaterial enters a material in the club's Cabinet, or changes one. What was filed keeps its words.
func (l *Ledger) EnterMaterial(ctx context.Context, b MaterialBody, by Sender) (Filed, error) {
	e, err := b.entry()
	if err != nil {
		return Filed{}, err
	}
	return l.do(ctx, by, request{Catalogued, e.Name, b}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Catalogued, what: fmt.Sprintf("entered “%s” in the Cabinet", e.Name)}
		if err := setMaterial(ctx, tx, e); err != nil {
			return d, err
		}
		return d, holdsTogether(ctx, tx, "under")
	})
}

// MergeMaterials makes the names of one material lead to another. What was filed keeps its words.
func (l *Ledger) MergeMaterials(ctx context.Context, from, into, why string, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Merged, from, []string{into, why}}, func(tx *store.Tx) (deed, error) {
		c, err := cabinet(ctx, tx.Reads)
		if err != nil {
			return deed{}, err
		}
		a, err := known(c, from)
		if err != nil {
			return deed{}, err
		}
		b, err := known(c, into)
		if err != nil {
			return deed{}, &Fault{"into", err.Error()}
		}
		d := deed{kind: Merged, what: fmt.Sprintf("took “%s” for “%s”", a.Name, b.Name), why: tidy(why)}
		if a.Name == b.Name {
			return d, &Fault{"into", "this is the same material"}
		}
		a.Into = b.Name
		a.Under = ""
		if err := setMaterial(ctx, tx, a); err != nil {
			return d, err
		}
		return d, holdsTogether(ctx, tx, "into")
	})
}

// SplitMaterial makes a new material of some names of another.
func (l *Ledger) SplitMaterial(ctx context.Context, name string, part MaterialBody, by Sender) (Filed, error) {
	e, err := part.entry()
	if err != nil {
		return Filed{}, err
	}
	return l.do(ctx, by, request{Parted, name, part}, func(tx *store.Tx) (deed, error) {
		c, err := cabinet(ctx, tx.Reads)
		if err != nil {
			return deed{}, err
		}
		old, err := known(c, name)
		if err != nil {
			return deed{}, err
		}
		d := deed{kind: Parted, what: fmt.Sprintf("made “%s” a material apart from “%s”", e.Name, old.Name)}
		if _, there := c.Find(e.Name); there {
			return d, &Fault{"name", fmt.Sprintf("the Cabinet has “%s” already", e.Name)}
		}
		taken := append([]string{e.Name}, e.Also...)
		rest := []string{}
		for _, a := range old.Also {
			if !slices.Contains(taken, a) {
				rest = append(rest, a)
			}
		}
		if e.Under == "" {
			e.Under = old.Under
		}
		old.Also, old.Properties = rest, nil
		return d, cmp.Or(setMaterial(ctx, tx, old), setMaterial(ctx, tx, e), holdsTogether(ctx, tx, "name"))
	})
}

// RemoveMaterial takes the club's own row of a material away: what ships with the program stands again.
func (l *Ledger) RemoveMaterial(ctx context.Context, name string, by Sender) (Filed, error) {
	name = strings.ToLower(tidy(name))
	return l.do(ctx, by, request{MaterialOut, name, nil}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: MaterialOut, what: fmt.Sprintf("took the club's own “%s” out of the Cabinet", name)}
		key := store.Key{Words: name}
		now, err := tx.Get(ctx, store.OfMaterial, key)
		if err != nil {
			return d, err
		}
		if isNull(now) {
			return d, &Fault{"name", fmt.Sprintf("the club entered no “%s”", name)}
		}
		if err := tx.Set(ctx, store.OfMaterial, key, nil); err != nil {
			return d, err
		}
		return d, holdsTogether(ctx, tx, "name")
	})
}

// Overrule puts an archivist's own verdict in the place of the computed one, with why; an empty verdict
// takes it away again.
func (l *Ledger) Overrule(ctx context.Context, folio, parent int, verdict compare.Verdict, note string, by Sender) (Filed, error) {
	note = tidy(note)
	return l.do(ctx, by, request{Overruling, []int{folio, parent}, []string{string(verdict), note}}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Overruling, folio: folio, why: note}
		for _, f := range []int{folio, parent} {
			if _, err := tx.One(ctx, f); err != nil {
				return d, &Fault{"folio", fmt.Sprintf("there is no folio %d", f)}
			}
		}
		if folio == parent {
			return d, &Fault{"parent", "a dressing beside itself has no verdict to overrule"}
		}
		key := store.Key{Folio: folio, Parent: parent}
		if verdict == "" {
			d.what = fmt.Sprintf("let the computed verdict on folio %d beside folio %d stand again", folio, parent)
			return d, tx.Set(ctx, store.OfVerdict, key, nil)
		}
		if note == "" {
			return d, &Fault{"note", "say why the computed verdict does not hold"}
		}
		d.what = fmt.Sprintf("called folio %d beside folio %d %s", folio, parent, verdict.Phrase())
		return d, tx.Set(ctx, store.OfVerdict, key, struct {
			Verdict string `json:"verdict"`
			Note    string `json:"note"`
		}{string(verdict), note})
	})
}
