// Package ledger is what people do with the ledger: file a dressing, find it,
// open it on a hook, lay it beside its parent. It joins the rules of core with
// the store; each deed is one transaction.
package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/practice"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/store"
)

// Ledger works on one store.
type Ledger struct {
	store *store.Store
}

// New makes a ledger of a store.
func New(s *store.Store) *Ledger { return &Ledger{s} }

// words gives the trade's vocabulary with what the club taught its reader.
func words(ctx context.Context, s store.Reads) (*dressing.Words, error) {
	taught, err := s.Vocabulary(ctx)
	if err != nil || len(taught) == 0 {
		return dressing.Builtin(), err
	}
	list := make([]dressing.Correction, 0, len(taught))
	for _, w := range taught {
		list = append(list, dressing.Correction{Words: w.Words, As: w.Kind})
	}
	return dressing.Builtin().With(list), nil
}

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
	// Hook is one of the club's measured hooks; it wins over the others.
	Hook int64
	// Fill fills in what a dressing is silent about, by the schools.
	Fill bool

	measured *store.Hook
}

// load looks the measured hook up.
func (v Vice) load(ctx context.Context, s store.Reads) (Vice, error) {
	if v.Hook == 0 {
		return v, nil
	}
	h, err := s.Hook(ctx, v.Hook)
	if errors.Is(err, store.ErrNotFound) {
		return v, &Fault{"hook", "the club has no such hook"}
	}
	v.measured = &h
	return v, err
}

// hook gives the hook to measure on; a *Fault for a size or shank that is none.
func (v Vice) hook(d dressing.Dressing) (hook.Hook, bool, error) {
	h, stated := d.HookNamed()
	if m := v.measured; m != nil {
		return hook.Hook{Size: hook.Size(m.Size), Measured: hook.Geometry{ShankMM: m.ShankMM, GapeMM: m.GapeMM, EyeMM: m.EyeMM, WireMM: m.WireMM}}, true, nil
	}
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
	Newest     int              `json:"newest" doc:"the newest revision, which revision is unless an older one was asked for"`
	Withdrawn  bool             `json:"withdrawn,omitempty" doc:"it was taken back"`
	FiledAt    time.Time        `json:"filedAt"`
	Why        string           `json:"why,omitempty" doc:"why it was revised"`
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

// sheetOf is from how many dressings a sheet is chosen.
const sheetOf = 100

// Various gives n dressings whose flies look as different as can be, of the first in
// the ledger, each with its drawing.
func (l *Ledger) Various(ctx context.Context, n int, v Vice) (Page, error) {
	p, err := l.Find(ctx, "", 0, sheetOf, v)
	if err != nil {
		return Page{}, err
	}
	outlines := make([]profile.Outline, len(p.Entries))
	for i, e := range p.Entries {
		outlines[i] = *e.Outline
	}
	chosen := []Entry{}
	for _, i := range profile.Unlike(outlines, n) {
		chosen = append(chosen, p.Entries[i])
	}
	p.Entries, p.Next = chosen, 0
	return p, nil
}

func entry(r store.Row) Entry {
	e := Entry{Folio: r.Folio, Revision: r.Revision, Newest: r.Newest, Withdrawn: r.Withdrawn, FiledAt: r.FiledAt, Why: r.Why, Title: r.Title, Originator: r.Originator, Tier: r.Tier, Source: r.Source, Page: r.Page, Date: r.DateText, Reason: r.Reason, Variants: r.Variants}
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
	v, err := v.load(ctx, l.store.Reads)
	if err != nil {
		return Page{}, err
	}
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
	// Corrections were made by hand to the reading of this dressing alone.
	Corrections []dressing.Correction `json:"corrections"`
	// Settlements say which side of a contradiction the ledger adopts, and why.
	Settlements []Settlement `json:"settlements"`
	// Filled is what the schools filled in, where that was asked for.
	Filled []practice.Filled `json:"filled,omitempty"`
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
	s := Sheet{Entry: entry(r), Text: r.Text, Dressing: d, Measured: proportion.On(d, h, stated), Outline: profile.Of(d, h)}
	if err := json.Unmarshal(r.Corrections, &s.Corrections); err != nil {
		return Sheet{}, err
	}
	return s, json.Unmarshal(r.Settlements, &s.Settlements)
}

// Folio is a dressing with its family.
type Folio struct {
	Sheet
	Parents  []Entry `json:"parents"`
	Variants []Entry `json:"variants"`
	// Revisions are all that were filed, the newest first.
	Revisions []store.Past `json:"revisions"`
}

// at gives a dressing at a revision, or at its newest for 0.
func (l *Ledger) at(ctx context.Context, folio, number int) (store.Row, error) {
	if number > 0 {
		return l.store.At(ctx, folio, number)
	}
	return l.store.One(ctx, folio)
}

// Open opens a folio on the hook in the vice, at a revision or at its newest
// for 0.
func (l *Ledger) Open(ctx context.Context, folio, number int, v Vice) (Folio, error) {
	v, err := v.load(ctx, l.store.Reads)
	if err != nil {
		return Folio{}, err
	}
	r, err := l.at(ctx, folio, number)
	if err != nil {
		return Folio{}, err
	}
	s, err := sheet(r, v)
	if err != nil {
		return Folio{}, err
	}
	if v.Fill {
		if err := l.fill(ctx, &s, r.ID, v); err != nil {
			return Folio{}, err
		}
	}
	f := Folio{Sheet: s, Parents: []Entry{}, Variants: []Entry{}}
	if f.Revisions, err = l.store.Revisions(ctx, r.ID); err != nil {
		return Folio{}, err
	}
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

// Leaf is a dressing at a revision; revision 0 is the newest.
type Leaf struct{ Folio, Revision int }

// Compare lays a variant beside a parent, both on one hook: the one in the vice
// or the one the parent names. Two revisions of one dressing can be laid side
// by side too.
func (l *Ledger) Compare(ctx context.Context, parent, variant Leaf, v Vice) (Spread, error) {
	v, err := v.load(ctx, l.store.Reads)
	if err != nil {
		return Spread{}, err
	}
	p, err := l.at(ctx, parent.Folio, parent.Revision)
	if err != nil {
		return Spread{}, err
	}
	c, err := l.at(ctx, variant.Folio, variant.Revision)
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
	out.Related = out.Related || p.ID == c.ID
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

// read reads a text with the club's vocabulary and the corrections of this
// dressing. Bad input is a *Fault.
func read(ctx context.Context, s store.Reads, text string, corrections []dressing.Correction) (dressing.Reading, error) {
	for _, c := range corrections {
		if err := c.Check(); err != nil {
			return dressing.Reading{}, &Fault{"corrections", err.Error()}
		}
	}
	w, err := words(ctx, s)
	if err != nil {
		return dressing.Reading{}, err
	}
	r, err := dressing.Read(text, w.With(corrections))
	var te *dressing.TextError
	if errors.As(err, &te) {
		return r, &Fault{"text", te.Error()}
	}
	return r, err
}

// Read reads a text without filing it.
func (l *Ledger) Read(ctx context.Context, text string, corrections []dressing.Correction, v Vice) (Read, error) {
	v, err := v.load(ctx, l.store.Reads)
	if err != nil {
		return Read{}, err
	}
	r, err := read(ctx, l.store.Reads, text, corrections)
	if err != nil {
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
