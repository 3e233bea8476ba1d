package ledger

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/compare"
	"mothledger/core/descent"
	"mothledger/core/material"
	"mothledger/core/when"
	"mothledger/store"
)

// ClaimBody is one account's answer to one question of a fly's history.
type ClaimBody struct {
	Pattern int64 `json:"pattern" minimum:"1" maximum:"9007199254740991"`
	// Folio is the dressing that it is about; 0 for the pattern as a whole.
	Folio    int               `json:"folio,omitempty" minimum:"0" maximum:"2147483647"`
	Question citation.Question `json:"question"`
	// Person is who is named; Says an answer that is no person; Printed the source in which it was first
	// printed; Parent the dressing that it comes from, in the way that Link says.
	Person  string       `json:"person,omitempty" maxLength:"200"`
	Says    string       `json:"says,omitempty" maxLength:"400"`
	Printed int64        `json:"printed,omitempty" minimum:"0" maximum:"9007199254740991"`
	Parent  int          `json:"parent,omitempty" minimum:"0" maximum:"2147483647"`
	Link    descent.Kind `json:"link,omitempty"`

	Denied     bool               `json:"denied,omitempty" doc:"the account says that it is not so: not mine, independent of"`
	Searched   bool               `json:"searched,omitempty" doc:"it was looked for and not found"`
	Qualifier  citation.Qualifier `json:"qualifier,omitempty"`
	Grade      citation.Grade     `json:"grade,omitempty"`
	Knows      citation.Knows     `json:"knows,omitempty"`
	Interested bool               `json:"interested,omitempty" doc:"who says it gains by it"`
	// Source is where it stands, Place the page or minute there, By whose account it is.
	Source int64  `json:"source,omitempty" minimum:"0" maximum:"9007199254740991"`
	Place  string `json:"place,omitempty" maxLength:"100"`
	By     string `json:"by,omitempty" maxLength:"200"`
	// From is the account that this one rests on.
	From   int64           `json:"from,omitempty" minimum:"0" maximum:"9007199254740991"`
	Date   string          `json:"date,omitempty" maxLength:"200" doc:"when it happened, in words"`
	DateOf citation.DateOf `json:"dateOf,omitempty" doc:"what the date is the date of"`
	Told   string          `json:"told,omitempty" maxLength:"200" doc:"when the account was given"`
	Note   string          `json:"note,omitempty" maxLength:"4000"`
	Closed bool            `json:"closed,omitempty" doc:"nobody looks into it any more"`
}

// claimValue is a claim as it is kept, its dates in the Extended Date/Time Format beside their words.
type claimValue struct {
	ClaimBody
	EDTF     string `json:"edtf"`
	ToldEDTF string `json:"toldEdtf"`
	Away     bool   `json:"away"`
}

// MarshalJSON writes every field.
func (v claimValue) MarshalJSON() ([]byte, error) {
	b := v.ClaimBody
	folio, parent := any(nil), any(nil)
	if b.Folio > 0 {
		folio = b.Folio
	}
	if b.Parent > 0 {
		parent = b.Parent
	}
	return json.Marshal(map[string]any{"pattern": b.Pattern, "folio": folio, "question": b.Question, "person": b.Person, "says": b.Says, "printed": b.Printed, "parent": parent, "link": b.Link,
		"denied": b.Denied, "searched": b.Searched, "qualifier": b.Qualifier, "grade": b.Grade, "knows": b.Knows, "interested": b.Interested, "source": b.Source, "place": b.Place, "by": b.By,
		"from": b.From, "date": b.Date, "dateOf": b.DateOf, "told": b.Told, "note": b.Note, "closed": b.Closed, "edtf": v.EDTF, "toldEdtf": v.ToldEDTF, "away": v.Away})
}

// CitedSource is a source as an account names it.
type CitedSource struct {
	ID     int64  `json:"id"`
	Called string `json:"called"`
	Cite   string `json:"cite" doc:"cited as in a note, with the place"`
}

// Account is a claim on the page, or what a dressing's own card says.
type Account struct {
	ID   int64  `json:"id" doc:"its number; below 0 for what a card says, which is changed on the card"`
	Edit string `json:"edit,omitempty"`
	ClaimBody
	// Answer is what it says in words.
	Answer   string         `json:"answer"`
	Cited    *CitedSource   `json:"cited,omitempty"`
	Dated    *Dated         `json:"dated,omitempty"`
	ToldIn   *Dated         `json:"toldIn,omitempty"`
	After    string         `json:"after,omitempty" doc:"how many years lie between what happened and the account"`
	Stand    citation.Stand `json:"stand"`
	Card     int            `json:"card,omitempty" doc:"the dressing whose card says so"`
	MadeAt   string         `json:"madeAt,omitempty"`
	ParentIs string         `json:"parentIs,omitempty" doc:"the name of the parent"`
}

// Adoption is the reading that is adopted of one question.
type Adoption struct {
	citation.Reading
	Says string `json:"says" doc:"as a list prints it"`
	// Decided is set where an archivist adopted it; Note says why, and Otherwise what the rules would adopt.
	Decided   bool   `json:"decided,omitempty"`
	Note      string `json:"note,omitempty"`
	Otherwise string `json:"otherwise,omitempty"`
	Open      int    `json:"open" doc:"how many accounts of it are not closed"`
}

// Provenance is what is told of a fly, and what the ledger adopts of it.
type Provenance struct {
	Readings []Adoption `json:"readings"`
	Accounts []Account  `json:"accounts"`
}

// FolioProvenance is the provenance of one dressing.
type FolioProvenance struct {
	Entry    Entry    `json:"entry"`
	Pattern  int64    `json:"pattern"`
	Name     string   `json:"name"`
	Standing Standing `json:"standing"`
	Siglum   string   `json:"siglum,omitempty"`
	Note     string   `json:"note,omitempty"`
	Cards    []Card   `json:"cards" doc:"the cards of bequests that it was described from"`
	Provenance
}

// telling is all that is told of one pattern.
type telling struct {
	value    patternValue
	accounts []Account
	// known are the materials of its witnesses that were not always to be had.
	known []citation.Stuff
}

// card numbers count down from the folio: two accounts a card at most are made of one.
func cardID(folio, n int) int64 { return -int64(folio)*10 - int64(n) }

// accounts gathers what is told of patterns: the claims, and what the cards of their witnesses say.
func accounts(ctx context.Context, s store.Reads, patterns []int64) (map[int64]*telling, error) {
	out := map[int64]*telling{}
	if len(patterns) == 0 {
		return out, nil
	}
	rows, err := s.PatternsNumbered(ctx, patterns)
	if err != nil {
		return nil, err
	}
	for _, n := range rows {
		v, err := patternOf(n)
		if err != nil {
			return nil, err
		}
		out[n.ID] = &telling{value: v}
	}
	claims, err := s.ClaimsOf(ctx, patterns)
	if err != nil {
		return nil, err
	}
	for _, n := range claims {
		a, err := accountOf(n)
		if err != nil {
			return nil, err
		}
		if t := out[a.Pattern]; t != nil {
			t.accounts = append(t.accounts, a)
		}
	}
	cards, err := s.CardsSay(ctx, patterns)
	if err != nil {
		return nil, err
	}
	for _, c := range cards {
		t := out[c.Pattern]
		if t == nil {
			continue
		}
		t.accounts = append(t.accounts, cardAccounts(c)...)
	}
	return out, nil
}

// accountOf makes an account of a claim that is kept.
func accountOf(n store.Numbered) (Account, error) {
	a := Account{ID: n.ID, Edit: editOf(n.Value), MadeAt: n.MadeAt.UTC().Format("2006-01-02")}
	var v claimValue
	if err := json.Unmarshal(n.Value, &struct {
		*ClaimBody
		EDTF     *string `json:"edtf"`
		ToldEDTF *string `json:"toldEdtf"`
	}{&v.ClaimBody, &v.EDTF, &v.ToldEDTF}); err != nil {
		return a, err
	}
	a.ClaimBody = v.ClaimBody
	a.Dated, a.ToldIn = datedAs(v.Date, v.EDTF), datedAs(v.Told, v.ToldEDTF)
	a.After = yearsAfter(a.Dated, a.ToldIn)
	return a, nil
}

// yearsAfter says how many years lie between two dates, at least.
func yearsAfter(what, told *Dated) string {
	if what == nil || told == nil {
		return ""
	}
	a, b := when.Kept("", what.EDTF), when.Kept("", told.EDTF)
	if a.Latest.IsZero() || b.Earliest.IsZero() {
		return ""
	}
	switch n := b.Earliest.Year - a.Latest.Year; {
	case n > 1:
		return fmt.Sprintf("%d years after", n)
	case n == 1:
		return "the year after"
	}
	return ""
}

// cardAccounts are what a dressing's own card says of its history.
func cardAccounts(c store.CardSays) []Account {
	var out []Account
	base := ClaimBody{Pattern: c.Pattern, Source: c.Source, Place: c.Page, Date: c.Date}
	sides := slices.DeleteFunc(slices.Clone(c.Sides), func(x string) bool { return tidy(x) == "" })
	if len(sides) == 0 && c.Originator != "" {
		sides = []string{c.Originator}
	}
	n := 0
	for _, who := range sides {
		b := base
		b.Question, b.Person = citation.Originated, who
		b.Date = "" // the date of a card does not say of what it is
		out = append(out, Account{ID: cardID(c.Folio, n), ClaimBody: b, Card: c.Folio})
		n++
	}
	if c.Source > 0 {
		b := base
		b.Question, b.Printed = citation.FirstPrinted, c.Source
		if printed := tidy(c.Printed); printed != "" {
			b.Date = printed
		}
		b.DateOf, b.Knows = "printed", citation.Seen
		out = append(out, Account{ID: cardID(c.Folio, n), ClaimBody: b, Card: c.Folio, Dated: dated(b.Date)})
	}
	return out
}

// key is the answer of an account in a form that likens: a person, a source, a parent.
func (a Account) key() string {
	switch {
	case a.Question == citation.FirstPrinted && a.Printed > 0:
		return fmt.Sprintf("source:%d;", a.Printed)
	case a.Question == citation.Descends:
		return fmt.Sprintf("folio:%d;", a.Parent)
	case a.Person != "":
		return a.Person
	}
	return a.Says
}

func (a Account) claim() citation.Claim {
	c := citation.Claim{ID: a.ID, Of: a.Question, Says: a.key(), Qualifier: a.Qualifier, Denied: a.Denied, Searched: a.Searched, Source: a.Source, Grade: a.Grade, Knows: a.Knows, Interested: a.Interested, From: a.From, DateOf: a.DateOf}
	c.Own = a.By != "" && strings.EqualFold(a.By, a.Person)
	if a.Dated != nil {
		c.Date = readAs(a.Date, a.Dated.EDTF)
	}
	if a.ToldIn != nil {
		c.Told = readAs(a.Told, a.ToldIn.EDTF)
	}
	return c
}

// readAs reads a date that is kept in the format, with the words that it came from.
func readAs(words, edtf string) when.Date {
	if d := when.Kept(words, edtf); edtf != store.Untold && d.Told() {
		return d
	}
	return when.Read(words)
}

// about tells whether an account speaks of a dressing, or of the pattern for 0.
func (a Account) about(folio int) bool { return a.Folio == folio || folio > 0 && a.Folio == 0 }

// reading gives what the ledger adopts of a question for a pattern, or for one dressing of it.
func (t *telling) reading(q citation.Question, folio int) citation.Reading {
	r, _, _ := t.adoption(q, folio)
	return r
}

// adoption gives what the ledger adopts, what the rules do, and the decision of an archivist where it is
// that which tells the two apart.
func (t *telling) adoption(q citation.Question, folio int) (adopted, rules citation.Reading, by *Decision) {
	var claims []citation.Claim
	for _, a := range t.accounts {
		if folio == 0 && a.Folio == 0 || folio > 0 && a.about(folio) {
			claims = append(claims, a.claim())
		}
	}
	r := citation.Adopt(q, claims, t.known...)
	i := slices.IndexFunc(t.value.Decided, func(d Decision) bool { return d.Question == q })
	if i < 0 || folio > 0 && q == citation.Descends {
		return r, r, nil
	}
	d := t.value.Decided[i]
	own := r
	own.Rule = "archivist"
	text := own.Rule.Text()
	own.Adopted, own.Because, own.Overturns = list(d.Adopted), text.Says, text.Overturns
	own.Rivals = slices.DeleteFunc(append(slices.Clone(r.Adopted), r.Rivals...), func(x string) bool { return slices.Contains(d.Adopted, x) })
	return own, r, &d
}

// provenance gives what is told of a pattern, or of one dressing of it.
func provenance(ctx context.Context, s store.Reads, pattern int64, folio int) (Provenance, error) {
	out := Provenance{Readings: []Adoption{}, Accounts: []Account{}}
	told, err := accounts(ctx, s, []int64{pattern})
	if err != nil {
		return out, err
	}
	t := told[pattern]
	if t == nil {
		return out, nil
	}
	if t.known, err = notAlways(ctx, s, pattern); err != nil {
		return out, err
	}
	say, err := named(ctx, s, t.accounts)
	if err != nil {
		return out, err
	}
	stands := map[int64]citation.Stand{}
	for _, q := range citation.Questions {
		r, rules, d := t.adoption(q, folio)
		for _, x := range r.Stands {
			stands[x.ID] = x
		}
		if len(r.Stands) == 0 && d == nil && q != citation.Originated && q != citation.FirstPrinted {
			continue
		}
		a := Adoption{Reading: say.reading(r)}
		a.Says = a.Reading.String()
		if d != nil {
			a.Decided, a.Note, a.Otherwise = true, d.Note, say.reading(rules).String()
		}
		for _, x := range t.accounts {
			if x.Question == q && !x.Closed && x.about(folio) {
				a.Open++
			}
		}
		if q == citation.FirstPrinted && len(a.Adopted) > 0 && !strings.Contains(a.Because, "as far as this ledger knows") {
			a.Because += " As far as this ledger knows."
		}
		out.Readings = append(out.Readings, a)
	}
	for _, a := range t.accounts {
		if folio > 0 && !a.about(folio) || folio == 0 && a.Folio > 0 {
			continue
		}
		a.Stand = stands[a.ID]
		say.onto(&a)
		out.Accounts = append(out.Accounts, a)
	}
	return out, nil
}

// notAlways gives the materials of a pattern's witnesses of which the Cabinet says since when they
// are known.
func notAlways(ctx context.Context, s store.Reads, pattern int64) ([]citation.Stuff, error) {
	entered, err := clubEntries(ctx, s)
	if err != nil || !slices.ContainsFunc(entered, func(e material.Entry) bool { return e.Since != "" }) {
		return nil, err
	}
	c, err := cabinet(ctx, s)
	if err != nil {
		return nil, err
	}
	placed, err := s.In(ctx, pattern, membersShown)
	if err != nil {
		return nil, err
	}
	placed = slices.DeleteFunc(placed, func(p store.Placed) bool { return Standing(p.Standing) == Variant })
	rows, err := s.Rows(ctx, each(placed, func(p store.Placed) int { return p.Folio }))
	if err != nil {
		return nil, err
	}
	var out []citation.Stuff
	for _, r := range rows {
		d, err := filed(r)
		if err != nil {
			return nil, err
		}
		for i, p := range d.Parts {
			for _, m := range d.MaterialsOf(i) {
				e, _ := compare.Entry(c.Cabinet, m, p)
				if e != nil && e.Since != "" && !slices.ContainsFunc(out, func(x citation.Stuff) bool { return x.Material == e.Name }) {
					out = append(out, citation.Stuff{Material: e.Name, Since: when.Read(e.Since)})
				}
			}
		}
	}
	return out, nil
}

// naming says sources and dressings by their names.
type naming struct {
	sources map[int64]store.OnShelf
	titles  map[int]string
}

func named(ctx context.Context, s store.Reads, list []Account) (naming, error) {
	n := naming{map[int64]store.OnShelf{}, map[int]string{}}
	var folios []int
	for _, a := range list {
		for _, id := range []int64{a.Source, a.Printed} {
			if _, ok := n.sources[id]; ok || id == 0 {
				continue
			}
			x, err := standing(ctx, s, id)
			if err != nil && !errors.Is(err, store.ErrNotFound) {
				return n, err
			}
			n.sources[id] = x
		}
		folios = append(folios, a.Parent)
	}
	rows, err := s.Rows(ctx, folios)
	for _, r := range rows {
		n.titles[r.Folio] = r.Title
	}
	return n, err
}

// standing gives a source, or the one that it was merged into.
func standing(ctx context.Context, s store.Reads, id int64) (store.OnShelf, error) {
	x, err := s.OneSource(ctx, id)
	if err == nil && x.Into != nil {
		return s.OneSource(ctx, *x.Into)
	}
	return x, err
}

// say gives the words of a key.
func (n naming) say(key string) string {
	var id int64
	var folio int
	if _, err := fmt.Sscanf(key, "source:%d;", &id); err == nil {
		return cmp.Or(n.sources[id].Called, key)
	}
	if _, err := fmt.Sscanf(key, "folio:%d;", &folio); err == nil {
		return strings.TrimSuffix(fmt.Sprintf("folio %d, %s", folio, n.titles[folio]), ", ")
	}
	return key
}

func (n naming) reading(r citation.Reading) citation.Reading {
	for _, k := range slices.Concat(r.Adopted, r.Rivals) {
		if say := n.say(k); say != k {
			r.Because = strings.ReplaceAll(r.Because, k, say)
			r.Doubts = each(r.Doubts, func(d string) string { return strings.ReplaceAll(d, k, say) })
		}
	}
	r.Adopted, r.Rivals = each(r.Adopted, n.say), each(r.Rivals, n.say)
	return r
}

// onto writes onto an account what it says in words.
func (n naming) onto(a *Account) {
	a.Answer = n.say(a.key())
	switch {
	case a.Question == citation.Descends:
		a.ParentIs = n.titles[a.Parent]
		lead := string(cmp.Or(a.Link, descent.VariantOf))
		if a.Denied {
			lead = "independent of"
		}
		a.Answer = lead + " " + a.Answer
	case a.Denied:
		a.Answer = "not " + a.Answer
	case a.Searched:
		a.Answer = "looked for in " + a.Answer + ", not found"
	case a.Answer == "":
		a.Answer = string(a.Qualifier)
	case a.Qualifier != "":
		a.Answer = string(a.Qualifier) + " " + a.Answer
	}
	if x, ok := n.sources[a.Source]; ok && x.ID > 0 {
		src := sourceOf(x)
		a.Cited = &CitedSource{x.ID, x.Called, src.Cite(citation.NoteStyle, a.Place)}
	}
}

// Provenance gives what is told of one dressing and of its pattern.
func (l *Ledger) Provenance(ctx context.Context, folio int, v Vice) (FolioProvenance, error) {
	out := FolioProvenance{Cards: []Card{}, Provenance: Provenance{Readings: []Adoption{}, Accounts: []Account{}}}
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		r, err := s.One(ctx, folio)
		if err != nil {
			return err
		}
		if out.Entry, err = drawn(r, v); err != nil {
			return err
		}
		if err := qualify(ctx, s, []*Entry{&out.Entry}); err != nil {
			return err
		}
		cards, err := s.CardsOf(ctx, folio)
		if err != nil {
			return err
		}
		if out.Cards, err = cardsOf(cards); err != nil {
			return err
		}
		p, err := s.PlaceOf(ctx, folio)
		if errors.Is(err, store.ErrNotFound) {
			return nil
		}
		if err != nil {
			return err
		}
		out.Pattern, out.Name, out.Standing, out.Siglum, out.Note = p.Pattern, p.Name, Standing(p.Standing), p.Siglum, p.Note
		out.Provenance, err = provenance(ctx, s, p.Pattern, folio)
		return err
	})
	return out, err
}

// checked gives the claim as it is kept, or says what is wrong with it.
func (b ClaimBody) checked(ctx context.Context, s store.Reads, id int64) (claimValue, error) {
	v := claimValue{ClaimBody: b}
	v.Person, v.Says, v.By, v.Place, v.Date, v.Told, v.Note = tidy(b.Person), tidy(b.Says), tidy(b.By), tidy(b.Place), tidy(b.Date), tidy(b.Told), strings.TrimSpace(b.Note)
	for _, x := range []struct {
		field, is string
		of        []string
	}{{"question", string(b.Question), b.Question.Values()}, {"qualifier", string(b.Qualifier), b.Qualifier.Values()}, {"grade", string(b.Grade), b.Grade.Values()}, {"knows", string(b.Knows), b.Knows.Values()}, {"dateOf", string(b.DateOf), b.DateOf.Values()}} {
		if !slices.Contains(x.of, x.is) {
			return v, &Fault{x.field, fmt.Sprintf("%q is none of them; expected one of %s", x.is, strings.Trim(strings.Join(x.of, ", "), ", "))}
		}
	}
	if b.Denied && b.Searched {
		return v, &Fault{"denied", "an account denies, or looked and did not find; it cannot do both"}
	}
	if _, _, err := onePattern(ctx, s, b.Pattern); err != nil {
		return v, namedIn("pattern", err)
	}
	if b.Folio > 0 {
		if p, err := s.PlaceOf(ctx, b.Folio); errors.Is(err, store.ErrNotFound) || err == nil && p.Pattern != b.Pattern {
			return v, &Fault{"folio", fmt.Sprintf("folio %d does not stand in this pattern", b.Folio)}
		} else if err != nil {
			return v, err
		}
	}
	for _, x := range []struct {
		field string
		id    int64
	}{{"source", b.Source}, {"printed", b.Printed}} {
		if x.id == 0 {
			continue
		}
		if _, err := s.OneSource(ctx, x.id); errors.Is(err, store.ErrNotFound) {
			return v, &Fault{x.field, fmt.Sprintf("there is no source %d on the shelf", x.id)}
		} else if err != nil {
			return v, err
		}
	}
	if b.From > 0 {
		n, err := s.Numbered(ctx, store.OfClaim, b.From)
		if errors.Is(err, store.ErrNotFound) || b.From == id {
			return v, &Fault{"from", fmt.Sprintf("account %d is none that this one can rest on", b.From)}
		}
		if err != nil {
			return v, err
		}
		other, err := accountOf(n)
		if err != nil {
			return v, err
		}
		if other.Pattern != b.Pattern || other.Question != b.Question {
			return v, &Fault{"from", fmt.Sprintf("account %d answers another question", b.From)}
		}
	}
	switch b.Question {
	case citation.Descends:
		if b.Folio == 0 {
			return v, &Fault{"folio", "say which dressing descends"}
		}
		if b.Parent == b.Folio {
			return v, &Fault{"parent", "a dressing does not descend from itself"}
		}
		if _, err := s.One(ctx, b.Parent); errors.Is(err, store.ErrNotFound) {
			return v, noParent(b.Parent)
		} else if err != nil {
			return v, err
		}
		kind, ok := descent.Parse(string(b.Link))
		if !ok {
			return v, &Fault{"link", fmt.Sprintf("%q is no kind of descent; expected one of %s", b.Link, strings.Join(b.Link.Values(), ", "))}
		}
		v.Link = kind
	case citation.FirstPrinted:
		if b.Printed == 0 && v.Says == "" {
			return v, &Fault{"printed", "say in which source it was printed"}
		}
	default:
		if v.Person == "" && v.Says == "" && b.Qualifier != citation.Traditional && b.Qualifier != citation.Unknown {
			return v, &Fault{"person", "say who is named, or that it is traditional or unknown"}
		}
	}
	if b.Question != citation.Descends {
		v.Parent, v.Link = 0, ""
	}
	ps, err := s.WhenPeriods(ctx)
	if err != nil {
		return v, err
	}
	v.EDTF, v.ToldEDTF = ps.Read(v.Date).EDTF, ps.Read(v.Told).EDTF
	return v, nil
}

// says tells a claim in a few words, for the journal.
func (v claimValue) says(ctx context.Context, s store.Reads) string {
	a := Account{ClaimBody: v.ClaimBody}
	if n, err := named(ctx, s, []Account{a}); err == nil {
		n.onto(&a)
	}
	return fmt.Sprintf("%s: %s", v.Question, a.Answer)
}

// claimed links the dressings that a claim on descent joins, where it says that one comes from the
// other.
func claimed(ctx context.Context, tx *store.Tx, v claimValue) error {
	if v.Question != citation.Descends || v.Denied || v.Searched {
		return nil
	}
	return linkOne(ctx, tx, v.Folio, Parent{Folio: v.Parent, Kind: v.Link}, nil)
}

// Claim enters an account.
func (l *Ledger) Claim(ctx context.Context, b ClaimBody, by Sender) (MadeRecord, error) {
	var id int64
	f, err := l.do(ctx, by, request{Claimed, nil, b}, func(tx *store.Tx) (deed, error) {
		v, err := b.checked(ctx, tx.Reads, 0)
		if err != nil {
			return deed{}, err
		}
		if id, err = tx.Make(ctx, store.OfClaim, v); err != nil {
			return deed{}, err
		}
		return deed{kind: Claimed, what: "entered an account, " + v.says(ctx, tx.Reads), about: []string{fmt.Sprintf("pattern %d", v.Pattern)}}, claimed(ctx, tx, v)
	})
	return l.again(ctx, store.OfClaim, id, f, err)
}

// ChangeClaim changes an account; with out it is taken out.
func (l *Ledger) ChangeClaim(ctx context.Context, id int64, edit string, b ClaimBody, out bool, by Sender) (Filed, error) {
	return l.do(ctx, by, request{ClaimChanged, []any{id, edit, out}, b}, func(tx *store.Tx) (deed, error) {
		now, err := heldValue(ctx, tx, store.OfClaim, id, edit)
		if err != nil {
			return deed{}, err
		}
		if out {
			a, err := accountOf(store.Numbered{ID: id, Value: now})
			if err != nil {
				return deed{}, err
			}
			v := claimValue{ClaimBody: a.ClaimBody}
			return deed{kind: ClaimOut, what: "took out an account, " + v.says(ctx, tx.Reads), about: []string{fmt.Sprintf("pattern %d", a.Pattern)}}, tx.Set(ctx, store.OfClaim, store.Key{ID: id}, nil)
		}
		v, err := b.checked(ctx, tx.Reads, id)
		if err != nil {
			return deed{}, err
		}
		if err := tx.Set(ctx, store.OfClaim, store.Key{ID: id}, v); err != nil {
			return deed{}, err
		}
		return deed{kind: ClaimChanged, what: "changed an account, " + v.says(ctx, tx.Reads), about: []string{fmt.Sprintf("pattern %d", v.Pattern)}}, claimed(ctx, tx, v)
	})
}
