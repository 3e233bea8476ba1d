// Package ledger is what people do with the ledger: file a dressing, find it,
// open it on a hook, lay it beside its parent. It joins the rules of core with
// the store; each deed is one transaction.
package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"mothledger/core/compare"
	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/practice"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/core/reading"
	"mothledger/store"
)

// Ledger works on one store.
type Ledger struct {
	store *store.Store
}

// New makes a ledger of a store.
func New(s *store.Store) *Ledger { return &Ledger{s} }

// vocabulary gives the trade's words with what the club taught its reader.
func vocabulary(ctx context.Context, s store.Reads) (*reading.Words, error) {
	taught, err := s.Vocabulary(ctx)
	if err != nil || len(taught) == 0 {
		return reading.Builtin(), err
	}
	list, err := rowsOf(taught)
	if err != nil {
		return nil, err
	}
	return reading.Builtin().With(reading.All(list)), nil
}

// Ready tells whether the store answers.
func (l *Ledger) Ready(ctx context.Context) error { return l.store.Ping(ctx) }

// A Fault is bad input: which field, and what would have been right.
type Fault struct {
	Field string
	Msg   string
}

func (f *Fault) Error() string { return f.Field + ": " + f.Msg }

// Absent says which record there is none of. It is ErrNotFound.
type Absent struct{ Msg string }

func (a *Absent) Error() string { return a.Msg }

// Unwrap tells that it is ErrNotFound.
func (a *Absent) Unwrap() error { return ErrNotFound }

// absent names a numbered record as the Journal does.
func absent(of store.Of, id int64) *Absent {
	return &Absent{"there is no " + cellName(store.Change{Of: of, Key: store.Key{ID: id}})}
}

// namedIn puts a record that is absent at the field that names it: there it is bad input.
func namedIn(field string, err error) error {
	var a *Absent
	if errors.As(err, &a) {
		return &Fault{field, a.Msg}
	}
	return err
}

// Errors that callers tell apart: there is no such folio; the database does not answer,
// or went away while something was being kept; a value is none that can be kept.
var (
	ErrNotFound = store.ErrNotFound
	ErrAway     = store.ErrAway
	ErrUnsure   = store.ErrUnsure
	ErrUnkept   = store.ErrUnkept
)

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
	Date       string           `json:"date,omitempty" doc:"as it was written"`
	Dated      *Dated           `json:"dated,omitempty" doc:"what the date means"`
	Reason     string           `json:"reason,omitempty"`
	Sizes      string           `json:"sizes,omitempty"`
	Variants   int              `json:"variants"`
	Outline    *profile.Outline `json:"outline,omitempty"`
	// Credit is who the ledger says originated it, where accounts say more than its card; Disputed is set
	// where they do not agree.
	Credit   string `json:"credit,omitempty"`
	Disputed bool   `json:"disputed,omitempty"`
	// Qualifier tells it from another of its name: who and when.
	Qualifier string          `json:"qualifier,omitempty"`
	Pattern   int64           `json:"pattern,omitempty" doc:"the pattern that it stands in"`
	Standing  Standing        `json:"standing,omitempty"`
	Verdict   compare.Verdict `json:"verdict,omitempty"`
	VerdictIs string          `json:"verdictIs,omitempty"`
}

// sheetOf is from how many dressings a sheet is chosen.
const sheetOf = 100

// Various gives n dressings whose flies look as different as can be, of the first in
// the ledger, each with its drawing.
func (l *Ledger) Various(ctx context.Context, n int, v Vice) (Page, error) {
	p, err := l.Find(ctx, Listing{}, sheetOf, v)
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
	p.Entries, p.Next = chosen, ""
	return p, nil
}

func entry(r store.Row) Entry {
	e := Entry{Folio: r.Folio, Revision: r.Revision, Newest: r.Newest, Withdrawn: r.Withdrawn, FiledAt: r.FiledAt, Why: r.Why, Title: r.Title, Originator: r.Originator, Tier: r.Tier, Source: r.Source, Page: r.Page, Date: r.DateText, Dated: datedAs(r.DateText, r.EDTF), Reason: r.Reason, Variants: r.Variants}
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
	if d.VariantOf != "" && d.Parents == nil { // read before a text could name several
		d.Parents = []dressing.Named{{Kind: descent.VariantOf, Name: d.VariantOf}}
	}
	return d, nil
}

// Sheet is one dressing on a hook.
type Sheet struct {
	Entry    Entry               `json:"entry"`
	Text     string              `json:"text"`
	Dressing dressing.Dressing   `json:"dressing"`
	Measured proportion.Measured `json:"measured"`
	Outline  profile.Outline     `json:"outline"`
	// Corrections were made by hand to the reading of this dressing alone.
	Corrections []reading.Correction `json:"corrections"`
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

// Relative is a parent or a variant of a dressing, with the link between them.
type Relative struct {
	Entry
	Kind    descent.Kind `json:"kind"`
	Because string       `json:"because,omitempty" doc:"the reason that was given for the link"`
	// Against is what time says against the link.
	Against *Contradiction `json:"against,omitempty"`
}

// variantsShown is how many variants stand on a folio; the Ledger lists them all.
const variantsShown = 40

// Folio is a dressing with its family.
type Folio struct {
	Sheet
	Parents []Relative `json:"parents"`
	// Variants are the first of them; the entry counts them all.
	Variants []Relative `json:"variants"`
	// Unlinked are parents that the text names and that nothing links.
	Unlinked []Offer `json:"unlinked"`
	// Revisions are all that were filed, the newest first.
	Revisions []Past `json:"revisions"`
	// Standard tells each part from its values, in the standard form; [i] is the part's place.
	Standard []string `json:"standard"`
	// Anew is what the reader of today would read otherwise in the same words; empty where
	// that is nothing. To take it, file the same text again.
	Anew []string `json:"anew"`
	// LeadsTo is the folio that its number leads on to since it was taken back; 0 for none.
	LeadsTo int `json:"leadsTo,omitempty"`
	// PatternName is the name of the pattern that it stands in, Siglum its sign there.
	PatternName string `json:"patternName,omitempty"`
	Siglum      string `json:"siglum,omitempty"`
}

// at gives a dressing at a revision, or at its newest for 0.
func at(ctx context.Context, s store.Reads, folio, number int) (store.Row, error) {
	if number > 0 {
		return s.At(ctx, folio, number)
	}
	return s.One(ctx, folio)
}

// Open opens a folio on the hook in the vice, at a revision or at its newest
// for 0.
func (l *Ledger) Open(ctx context.Context, folio, number int, v Vice) (Folio, error) {
	var f Folio
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		f, err = open(ctx, s, folio, number, v)
		return err
	})
	return f, err
}

func open(ctx context.Context, s store.Reads, folio, number int, v Vice) (Folio, error) {
	v, err := v.load(ctx, s)
	if err != nil {
		return Folio{}, err
	}
	r, err := at(ctx, s, folio, number)
	if err != nil {
		return Folio{}, err
	}
	on, err := sheet(r, v)
	if err != nil {
		return Folio{}, err
	}
	if v.Fill {
		if err := fill(ctx, s, &on, r.ID, v); err != nil {
			return Folio{}, err
		}
	}
	f := Folio{Sheet: on, Unlinked: []Offer{}, Anew: []string{}, Standard: each(dressing.Standard(on.Dressing).Parts, func(p dressing.Part) string { return p.Text })}
	past, err := s.Revisions(ctx, r.ID)
	if err != nil {
		return Folio{}, err
	}
	f.Revisions = each(past, func(p store.Past) Past { return Past(p) })
	parents, err := s.Parents(ctx, r.ID)
	if err != nil {
		return Folio{}, err
	}
	variants, err := s.Variants(ctx, r.ID, variantsShown)
	if err != nil {
		return Folio{}, err
	}
	c, err := cabinet(ctx, s)
	if err != nil {
		return Folio{}, err
	}
	own, err := s.OverruledAround(ctx, r.ID)
	if err != nil {
		return Folio{}, err
	}
	if f.Parents, err = relatives(parents, own, func(p dressing.Dressing) compare.Verdict {
		return compare.With(c.Cabinet, p, linkedTo(p, on.Dressing)).Verdict
	}); err != nil {
		return Folio{}, err
	}
	if f.Variants, err = relatives(variants, own, func(v dressing.Dressing) compare.Verdict {
		return compare.With(c.Cabinet, on.Dressing, linkedTo(on.Dressing, v)).Verdict
	}); err != nil {
		return Folio{}, err
	}
	if number == 0 && r.ReadBy != reading.Version() && strings.TrimSpace(r.Text) != "" {
		if f.Anew, err = anew(ctx, s, r); err != nil {
			return Folio{}, err
		}
	}
	named, err := offers(ctx, s, on.Dressing.Parents)
	if err != nil {
		return Folio{}, err
	}
	for _, o := range named {
		o.Choices = slices.DeleteFunc(o.Choices, func(n Name) bool { return n.Folio == folio })
		if !slices.ContainsFunc(f.Parents, func(p Relative) bool {
			return strings.EqualFold(p.Title, o.Name) || slices.ContainsFunc(o.Choices, func(n Name) bool { return n.Folio == p.Folio })
		}) {
			f.Unlinked = append(f.Unlinked, o)
		}
	}
	around, fly := []*Entry{&f.Entry}, flyOf(r)
	for i := range f.Parents {
		p := &f.Parents[i]
		around = append(around, &p.Entry)
		p.Against = against(fly, flyOf(parents[i]), p.Kind)
	}
	for i := range f.Variants {
		v := &f.Variants[i]
		around = append(around, &v.Entry)
		v.Against = against(flyOf(variants[i]), fly, v.Kind)
	}
	if r.Withdrawn {
		if f.LeadsTo, err = leadsOn(ctx, s, folio); err != nil {
			return Folio{}, err
		}
		if f.LeadsTo == folio {
			f.LeadsTo = 0
		}
	}
	if p, err := s.PlaceOf(ctx, folio); err == nil {
		f.PatternName, f.Siglum = p.Name, p.Siglum
	} else if !errors.Is(err, store.ErrNotFound) {
		return Folio{}, err
	}
	return f, qualify(ctx, s, around)
}

// relatives gives parents or variants with the verdict on each: an archivist's own before the computed one.
func relatives(rows []store.Row, own map[int64]string, judge func(dressing.Dressing) compare.Verdict) ([]Relative, error) {
	out := make([]Relative, 0, len(rows))
	for _, row := range rows {
		d, err := filed(row)
		if err != nil {
			return nil, err
		}
		e := Relative{Entry: entry(row), Kind: descent.Kind(row.Kind), Because: row.Link}
		if e.Verdict = compare.Verdict(own[row.ID]); e.Verdict == "" {
			e.Verdict = judge(d)
		}
		e.VerdictIs = e.Verdict.Phrase()
		out = append(out, e)
	}
	return out, nil
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
	// Related tells whether the ledger links the two, and Kinds in which ways.
	Related bool           `json:"related"`
	Kinds   []descent.Kind `json:"kinds"`
	// Evidence is what two revisions of one dressing state differently beside the
	// dressing itself.
	Evidence []EvidenceChange `json:"evidence"`
	// Overruled is an archivist's own verdict, absent where the computed one stands.
	Overruled *Overruled `json:"overruled,omitempty"`
}

// Overruled is an archivist's own verdict on a variant beside a parent.
type Overruled struct {
	Verdict compare.Verdict `json:"verdict"`
	Phrase  string          `json:"phrase"`
	Note    string          `json:"note"`
	At      time.Time       `json:"at"`
}

// Leaf is a dressing at a revision; revision 0 is the newest.
type Leaf struct{ Folio, Revision int }

// Compare lays a variant beside a parent, both on one hook: the one in the vice
// or the one the parent names. Two revisions of one dressing can be laid side
// by side too.
func (l *Ledger) Compare(ctx context.Context, parent, variant Leaf, v Vice) (Spread, error) {
	var out Spread
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		out, err = spread(ctx, s, parent, variant, v)
		return err
	})
	return out, err
}

func spread(ctx context.Context, s store.Reads, parent, variant Leaf, v Vice) (Spread, error) {
	v, err := v.load(ctx, s)
	if err != nil {
		return Spread{}, err
	}
	p, err := at(ctx, s, parent.Folio, parent.Revision)
	if err != nil {
		return Spread{}, err
	}
	c, err := at(ctx, s, variant.Folio, variant.Revision)
	if err != nil {
		return Spread{}, err
	}
	out := Spread{Sentences: []string{}, Kinds: []descent.Kind{}, Evidence: []EvidenceChange{}}
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
	ups, err := s.Parents(ctx, c.ID)
	if err != nil {
		return Spread{}, err
	}
	for _, u := range ups {
		if u.ID == p.ID {
			out.Related, out.Kinds = true, append(out.Kinds, descent.Kind(u.Kind))
		}
	}
	if p.ID == c.ID {
		out.Related = true
		x := aside{out.Parent.Dressing, out.Parent.Corrections, out.Parent.Settlements}
		y := aside{out.Variant.Dressing, out.Variant.Corrections, out.Variant.Settlements}
		out.Evidence = evidenceChanges(onFile(p), onFile(c), x, y)
	}
	cab, err := cabinet(ctx, s)
	if err != nil {
		return Spread{}, err
	}
	variantDressing := out.Variant.Dressing
	if out.Related {
		variantDressing = linkedTo(out.Parent.Dressing, variantDressing)
	}
	out.Comparison = compare.With(cab.Cabinet, out.Parent.Dressing, variantDressing)
	for _, d := range out.Comparison.Parts {
		say := d.Sentence()
		if p.ID == c.ID { // of two revisions nothing is noise
			say = d.Literally()
		}
		out.Sentences = append(out.Sentences, say)
	}
	out.Summary, out.Phrase = out.Comparison.Sentence(), out.Comparison.Verdict.Phrase()
	if o, ok, err := s.Overruled(ctx, c.ID, p.ID); err != nil {
		return Spread{}, err
	} else if ok {
		v := compare.Verdict(o.Verdict)
		out.Overruled = &Overruled{v, v.Phrase(), o.Note, o.At}
	}
	return out, nil
}

// Read is what the desk shows while a text is on it.
type Read struct {
	reading.Reading
	Measured proportion.Measured `json:"measured"`
	Outline  profile.Outline     `json:"outline"`
	// Likely are the folios that the text's own "Variant of" names.
	Likely []Name `json:"likely"`
	// Offers are all parents that the text names, with what each may stand for.
	Offers []Offer `json:"offers"`
	// Evidence is what would be filed beside the dressing, by field.
	Evidence map[Field]string `json:"evidence"`
	Dated    *Dated           `json:"dated,omitempty" doc:"what the date among the evidence means"`
	// Against are what time says against the parents that are named or chosen, and against
	// the variants that it has.
	Against []Contradiction `json:"against"`
	// Changes are what a revision would change, a line each.
	Changes []string `json:"changes"`
}

// read reads a text with the club's vocabulary and the corrections of this
// dressing. Bad input is a *Fault.
func read(ctx context.Context, s store.Reads, text string, corrections []reading.Correction) (reading.Reading, error) {
	if err := noDressing(text); err != nil {
		return reading.Reading{}, err
	}
	for _, c := range corrections {
		if err := reading.Check(c); err != nil {
			return reading.Reading{}, &Fault{"corrections", err.Error()}
		}
	}
	w, err := vocabulary(ctx, s)
	if err != nil {
		return reading.Reading{}, err
	}
	r, err := reading.Read(text, w.With(corrections))
	var te *reading.TextError
	if errors.As(err, &te) {
		return r, &Fault{"text", te.Error()}
	}
	return r, err
}

// Read reads a text without filing it: with a folio above 0 as the revision that
// follows base.
func (l *Ledger) Read(ctx context.Context, f Filing, folio, base int, v Vice) (Read, error) {
	var out Read
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		out, err = readFor(ctx, s, f, folio, base, v)
		return err
	})
	return out, err
}

func readFor(ctx context.Context, s store.Reads, f Filing, folio, base int, v Vice) (Read, error) {
	v, err := v.load(ctx, s)
	if err != nil {
		return Read{}, err
	}
	r, err := read(ctx, s, f.Text, f.Corrections)
	if err != nil {
		return Read{}, err
	}
	h, stated, err := v.hook(r.Dressing)
	if err != nil {
		return Read{}, err
	}
	out := Read{Reading: r, Measured: proportion.On(r.Dressing, h, stated), Outline: profile.Of(r.Dressing, h), Likely: []Name{}, Changes: []string{}, Against: []Contradiction{}}
	if out.Offers, err = offers(ctx, s, r.Dressing.Parents); err != nil {
		return Read{}, err
	}
	if len(out.Offers) > 0 {
		out.Likely = out.Offers[0].Choices
	}
	out.Evidence = weigh(f.form(), saidBy(r.Dressing), nil, nil)
	var fault *Fault
	if folio > 0 {
		d, err := onto(ctx, s, folio, base, f)
		switch {
		case err == nil:
			out.Evidence, out.Changes = d.evidence, d.changes
		case !errors.As(err, &fault) && !errors.Is(err, store.ErrStale) && !errors.Is(err, store.ErrNotFound): // those are told when it is filed
			return Read{}, err
		}
	}
	ps, err := s.WhenPeriods(ctx)
	if err != nil {
		return Read{}, err
	}
	date := ps.Read(out.Evidence[DateField])
	if date.Text != "" {
		out.Dated = datedOf(date)
	}
	fly := descent.Fly{Folio: folio, Title: out.Evidence[TitleField], Date: date}
	parents := f.Parents
	if parents == nil {
		for _, o := range out.Offers {
			if len(o.Choices) == 1 {
				parents = append(parents, Parent{Folio: o.Choices[0].Folio, Kind: o.Kind})
			}
		}
	}
	for _, p := range parents {
		row, err := s.One(ctx, p.Folio)
		if errors.Is(err, store.ErrNotFound) {
			continue
		}
		if err != nil {
			return Read{}, err
		}
		if c := against(fly, flyOf(row), p.kind()); c != nil {
			out.Against = append(out.Against, *c)
		}
	}
	if folio > 0 {
		own, err := againstOwn(ctx, s, fly)
		if err != nil {
			return Read{}, err
		}
		out.Against = append(out.Against, own...)
	}
	return out, nil
}
