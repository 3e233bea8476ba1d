// Package ledger is what people do with the ledger: file a dressing, find it,
// open it on a hook, lay it beside its parent. It joins the rules of core with
// the store; each deed is one transaction.
package ledger

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/core/when"
	"mothledger/store"
)

// Ledger works on one store with one vocabulary.
type Ledger struct {
	store *store.Store
	words *dressing.Words
}

// New joins a store with the built-in vocabulary.
func New(s *store.Store) *Ledger { return &Ledger{s, dressing.Builtin()} }

// Ready tells whether the store answers.
func (l *Ledger) Ready(ctx context.Context) error { return l.store.Ping(ctx) }

// A Fault is bad input: which field, and what would have been right.
type Fault struct {
	Field string
	Msg   string
}

func (f *Fault) Error() string { return f.Field + ": " + f.Msg }

// ErrNotFound says that there is no such folio.
var ErrNotFound = store.ErrNotFound

// Filing is a dressing handed in. What the form says wins over the same header
// in the text.
type Filing struct {
	Text       string `json:"text"`
	Title      string `json:"title"`
	Tier       string `json:"tier"`
	Originator string `json:"originator"`
	Source     string `json:"source"`
	Page       string `json:"page"`
	Date       string `json:"date"`
	Reason     string `json:"reason"`
	// Parents are the folios of the dressings it descends from.
	Parents []int `json:"parents"`
}

// Filed is where a filing went.
type Filed struct {
	Folio int `json:"folio"`
	// Again is set where the same filing had been sent before.
	Again bool `json:"again"`
}

// Longest names that are kept.
const (
	maxName  = 200
	maxTitle = 200
	maxNote  = 4000
)

// File reads a text and files it, linked to its parents. The key makes a filing
// that is sent twice file once; an empty key books none. Bad input is a *Fault.
func (l *Ledger) File(ctx context.Context, f Filing, key string) (Filed, error) {
	rev, err := l.revision(f)
	if err != nil {
		return Filed{}, err
	}
	sum, err := json.Marshal(f)
	if err != nil {
		return Filed{}, err
	}
	hash := sha256.Sum256(sum)
	digest := hex.EncodeToString(hash[:])
	var out Filed
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		if key != "" {
			folio, err := tx.Claim(ctx, key, digest)
			if errors.Is(err, store.ErrReused) {
				return &Fault{"Idempotency-Key", "this key was used for another filing; send a new one"}
			}
			if err != nil || folio > 0 {
				out = Filed{folio, true}
				return err
			}
		}
		id, folio, err := tx.File(ctx, rev)
		if err != nil {
			return err
		}
		out = Filed{folio, false}
		for _, p := range f.Parents {
			if err := link(ctx, tx, id, p); err != nil {
				return err
			}
		}
		if key != "" {
			return tx.Keep(ctx, key, digest, id)
		}
		return nil
	})
	if err != nil {
		return Filed{}, err
	}
	return out, nil
}

// Link makes a filed dressing a variant of another.
func (l *Ledger) Link(ctx context.Context, child, parent int) error {
	return l.store.Within(ctx, func(tx *store.Tx) error {
		id, err := tx.IDOf(ctx, child)
		if err != nil {
			return err
		}
		return link(ctx, tx, id, parent)
	})
}

func link(ctx context.Context, tx *store.Tx, child int64, parent int) error {
	id, err := tx.IDOf(ctx, parent)
	if errors.Is(err, store.ErrNotFound) {
		return &Fault{"parents", fmt.Sprintf("there is no folio %d; choose a dressing from the ledger", parent)}
	}
	if err != nil {
		return err
	}
	err = tx.Link(ctx, child, id)
	if errors.Is(err, store.ErrCircle) {
		return &Fault{"parents", fmt.Sprintf("folio %d descends from this dressing, so it cannot be its parent", parent)}
	}
	return err
}

// revision checks a filing and reads its text.
func (l *Ledger) revision(f Filing) (store.Revision, error) {
	reading, err := dressing.Read(f.Text, l.words)
	if err != nil {
		var te *dressing.TextError
		if errors.As(err, &te) {
			return store.Revision{}, &Fault{"text", te.Error()}
		}
		return store.Revision{}, err
	}
	d := &reading.Dressing
	for _, x := range []struct {
		form string
		text *string
	}{{f.Title, &d.Title}, {f.Tier, &d.Tier}, {f.Originator, &d.Originator}, {f.Source, &d.Source}, {f.Page, &d.Page}, {f.Date, &d.Date}} {
		if s := tidy(x.form); s != "" {
			*x.text = s
		}
	}
	for _, c := range []struct {
		field, value string
		max          int
	}{{"title", d.Title, maxTitle}, {"tier", d.Tier, maxName}, {"originator", d.Originator, maxName}, {"source", d.Source, maxName}, {"page", d.Page, 60}, {"reason", f.Reason, maxNote}} {
		if n := len([]rune(c.value)); n > c.max {
			return store.Revision{}, &Fault{c.field, fmt.Sprintf("%d letters are too many; expected at most %d", n, c.max)}
		}
	}
	if d.Title == "" {
		return store.Revision{}, &Fault{"title", "the dressing has no name; expected a first line or a line such as \"Pattern: Gloaming Porter\""}
	}
	if len(d.Parts) == 0 {
		return store.Revision{}, &Fault{"text", "no part was read; expected lines such as \"Tail: 5 pheasant tail fibres, half the shank\""}
	}
	date, err := when.Parse(d.Date)
	if err != nil {
		return store.Revision{}, &Fault{"date", err.Error()}
	}
	for _, w := range proportion.On(*d, hook.Hook{Size: 12}, true).Warnings {
		if w.Code == "circle" {
			return store.Revision{}, &Fault{"text", w.Part + " is " + w.Text + "; give one of them a length of its own"}
		}
	}
	rev := store.Revision{
		Title: tidy(d.Title), Text: f.Text, Reading: d, Originator: tidy(d.Originator), Tier: tidy(d.Tier), Source: tidy(d.Source), Page: d.Page,
		DateText: date.Text, DateFrom: date.From, DateTo: date.To, Reason: strings.TrimSpace(f.Reason),
	}
	if rev.Reason == "" && len(d.Notes) > 0 {
		rev.Reason = d.Notes[0]
	}
	if s := sizes(*d); s != nil {
		rev.SizeLow, rev.SizeHigh = &s.Low, &s.High
	}
	search := []string{d.Title, strings.Join(d.AlsoCalled, " "), d.Originator, d.Tier, d.Source, d.Imitates, date.Text}
	for i, p := range d.Parts {
		std, _ := p.Standard()
		sp := store.Part{Position: i, Line: p.Line, Role: p.Role, Kin: std.Kin, Text: p.Text}
		if sp.Kin == "" {
			sp.Kin = std.Name
		}
		if m := d.MaterialsOf(i); len(m) > 0 {
			sp.Material, sp.Colour = m[0].Name, m[0].Colour
		}
		for _, m := range p.Materials {
			search = append(search, compare.Phrase(m))
		}
		rev.Parts = append(rev.Parts, sp)
	}
	rev.Search = strings.ToLower(strings.Join(search, " "))
	return rev, nil
}

func tidy(s string) string { return strings.Join(strings.Fields(s), " ") }

// sizes gives the sizes a dressing is tied in: the range, or the one hook.
func sizes(d dressing.Dressing) *dressing.Sizes {
	if d.Sizes != nil {
		return d.Sizes
	}
	if h, stated := d.HookNamed(); stated {
		return &dressing.Sizes{Low: int(h.Size), High: int(h.Size)}
	}
	return nil
}

// Vice is the hook that a screen is measured on. The zero value means the hook
// that the dressing itself names.
type Vice struct {
	Size  string
	Shank string
}

// hook gives the hook to measure on; a *Fault for a size or shank that is none.
func (v Vice) hook(d dressing.Dressing) (hook.Hook, bool, error) {
	h, stated := d.HookNamed()
	if v.Size != "" {
		n, err := hook.ParseSize(v.Size)
		if err != nil {
			return h, false, &Fault{"size", err.Error()}
		}
		h.Size, stated = n, true
	}
	if v.Shank != "" {
		n, err := hook.ParseShank(v.Shank)
		if err != nil {
			return h, false, &Fault{"shank", err.Error()}
		}
		h.Shank = n
	}
	return h, stated, nil
}

// Entry is a dressing as the ledger lists it.
type Entry struct {
	Folio      int              `json:"folio"`
	Revision   int              `json:"revision"`
	Title      string           `json:"title"`
	Originator string           `json:"originator,omitempty"`
	Tier       string           `json:"tier,omitempty"`
	Source     string           `json:"source,omitempty"`
	Page       string           `json:"page,omitempty"`
	Date       string           `json:"date,omitempty"`
	Reason     string           `json:"reason,omitempty"`
	Sizes      string           `json:"sizes,omitempty"`
	Variants   int              `json:"variants"`
	Outline    *profile.Outline `json:"outline,omitempty"`
	Verdict    compare.Verdict  `json:"verdict,omitempty"`
	VerdictIs  string           `json:"verdictIs,omitempty"`
}

func entry(r store.Row) Entry {
	e := Entry{Folio: r.Folio, Revision: r.Revision, Title: r.Title, Originator: r.Originator, Tier: r.Tier, Source: r.Source, Page: r.Page, Date: r.DateText, Reason: r.Reason, Variants: r.Variants}
	if r.SizeLow != nil && r.SizeHigh != nil {
		e.Sizes = hook.Size(*r.SizeLow).String()
		if *r.SizeHigh != *r.SizeLow {
			e.Sizes += " to " + hook.Size(*r.SizeHigh).String()
		}
	}
	return e
}

func filed(r store.Row) (dressing.Dressing, error) {
	var d dressing.Dressing
	if err := json.Unmarshal(r.Reading, &d); err != nil {
		return d, fmt.Errorf("folio %d: %w", r.Folio, err)
	}
	return d, nil
}

// Page is a stretch of the ledger.
type Page struct {
	Entries []Entry `json:"entries"`
	// Total counts all that the query finds; Filed all that is in the ledger.
	Total int `json:"total"`
	Filed int `json:"filed"`
	// Next is the folio to ask for the stretch after this one, 0 at the end.
	Next int `json:"next"`
}

// Find lists dressings that hold every word of the query, with a drawing on the
// hook in the vice.
func (l *Ledger) Find(ctx context.Context, query string, after, limit int, v Vice) (Page, error) {
	rows, err := l.store.Find(ctx, query, after, limit+1)
	if err != nil {
		return Page{}, err
	}
	p := Page{Entries: []Entry{}}
	if p.Total, err = l.store.Count(ctx, query); err != nil {
		return Page{}, err
	}
	p.Filed = p.Total
	if strings.TrimSpace(query) != "" {
		if p.Filed, err = l.store.Count(ctx, ""); err != nil {
			return Page{}, err
		}
	}
	if len(rows) > limit {
		rows = rows[:limit]
		p.Next = rows[limit-1].Folio
	}
	for _, r := range rows {
		d, err := filed(r)
		if err != nil {
			return Page{}, err
		}
		h, _, err := v.hook(d)
		if err != nil {
			return Page{}, err
		}
		e := entry(r)
		o := profile.Of(d, h)
		e.Outline = &o
		p.Entries = append(p.Entries, e)
	}
	return p, nil
}

// Sheet is one dressing on a hook.
type Sheet struct {
	Entry    Entry               `json:"entry"`
	Text     string              `json:"text"`
	Dressing dressing.Dressing   `json:"dressing"`
	Measured proportion.Measured `json:"measured"`
	Outline  profile.Outline     `json:"outline"`
}

func sheet(r store.Row, v Vice) (Sheet, error) {
	d, err := filed(r)
	if err != nil {
		return Sheet{}, err
	}
	h, stated, err := v.hook(d)
	if err != nil {
		return Sheet{}, err
	}
	return Sheet{Entry: entry(r), Text: r.Text, Dressing: d, Measured: proportion.On(d, h, stated), Outline: profile.Of(d, h)}, nil
}

// Folio is a dressing with its family.
type Folio struct {
	Sheet
	Parents  []Entry `json:"parents"`
	Variants []Entry `json:"variants"`
}

// Open opens a folio on the hook in the vice.
func (l *Ledger) Open(ctx context.Context, folio int, v Vice) (Folio, error) {
	r, err := l.store.One(ctx, folio)
	if err != nil {
		return Folio{}, err
	}
	s, err := sheet(r, v)
	if err != nil {
		return Folio{}, err
	}
	f := Folio{Sheet: s, Parents: []Entry{}, Variants: []Entry{}}
	parents, err := l.store.Parents(ctx, r.ID)
	if err != nil {
		return Folio{}, err
	}
	variants, err := l.store.Variants(ctx, r.ID)
	if err != nil {
		return Folio{}, err
	}
	judge := func(e *Entry, p, c dressing.Dressing) {
		e.Verdict = compare.Dressings(p, c).Verdict
		e.VerdictIs = e.Verdict.Phrase()
	}
	for _, row := range parents {
		d, err := filed(row)
		if err != nil {
			return Folio{}, err
		}
		e := entry(row)
		judge(&e, d, s.Dressing)
		f.Parents = append(f.Parents, e)
	}
	for _, row := range variants {
		d, err := filed(row)
		if err != nil {
			return Folio{}, err
		}
		e := entry(row)
		judge(&e, s.Dressing, d)
		f.Variants = append(f.Variants, e)
	}
	return f, nil
}

// Spread is a parent and a variant side by side on one hook.
type Spread struct {
	Parent     Sheet              `json:"parent"`
	Variant    Sheet              `json:"variant"`
	Comparison compare.Comparison `json:"comparison"`
	// Sentences say each part's departure in words, in the order of the parts;
	// empty where there is none.
	Sentences []string `json:"sentences"`
	// Summary is the verdict with its main reasons; Phrase the verdict alone.
	Summary string `json:"summary"`
	Phrase  string `json:"phrase"`
	// Related tells whether the ledger links the two.
	Related bool `json:"related"`
}

// Compare lays a variant beside a parent, both on one hook: the one in the vice
// or the one the parent names.
func (l *Ledger) Compare(ctx context.Context, parent, variant int, v Vice) (Spread, error) {
	p, err := l.store.One(ctx, parent)
	if err != nil {
		return Spread{}, err
	}
	c, err := l.store.One(ctx, variant)
	if err != nil {
		return Spread{}, err
	}
	out := Spread{Sentences: []string{}}
	if out.Parent, err = sheet(p, v); err != nil {
		return Spread{}, err
	}
	both := v
	if both.Size == "" {
		both.Size = out.Parent.Measured.Hook.Size
	}
	if out.Variant, err = sheet(c, both); err != nil {
		return Spread{}, err
	}
	ups, err := l.store.Parents(ctx, c.ID)
	if err != nil {
		return Spread{}, err
	}
	for _, u := range ups {
		out.Related = out.Related || u.ID == p.ID
	}
	out.Comparison = compare.Dressings(out.Parent.Dressing, out.Variant.Dressing)
	for _, d := range out.Comparison.Parts {
		out.Sentences = append(out.Sentences, d.Sentence())
	}
	out.Summary, out.Phrase = out.Comparison.Sentence(), out.Comparison.Verdict.Phrase()
	return out, nil
}

// Read is what the desk shows while a text is on it.
type Read struct {
	dressing.Reading
	Measured proportion.Measured `json:"measured"`
	Outline  profile.Outline     `json:"outline"`
	// Likely are the folios that the text's own "Variant of" names.
	Likely []store.Name `json:"likely"`
}

// Read reads a text without filing it.
func (l *Ledger) Read(ctx context.Context, text string, v Vice) (Read, error) {
	r, err := dressing.Read(text, l.words)
	if err != nil {
		var te *dressing.TextError
		if errors.As(err, &te) {
			return Read{}, &Fault{"text", te.Error()}
		}
		return Read{}, err
	}
	h, stated, err := v.hook(r.Dressing)
	if err != nil {
		return Read{}, err
	}
	out := Read{Reading: r, Measured: proportion.On(r.Dressing, h, stated), Outline: profile.Of(r.Dressing, h), Likely: []store.Name{}}
	if t := r.Dressing.VariantOf; t != "" {
		folios, err := l.store.Titled(ctx, t)
		if err != nil {
			return Read{}, err
		}
		for _, f := range folios {
			out.Likely = append(out.Likely, store.Name{Folio: f, Title: t})
		}
	}
	return out, nil
}

// Names are what the desk offers while typing.
type Names struct {
	People    []string     `json:"people"`
	Sources   []string     `json:"sources"`
	Dressings []store.Name `json:"dressings"`
}

// Names lists people, sources and dressings.
func (l *Ledger) Names(ctx context.Context) (Names, error) {
	var n Names
	var err error
	n.People, n.Sources, n.Dressings, err = l.store.Names(ctx)
	return n, err
}
