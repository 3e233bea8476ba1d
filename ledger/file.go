package ledger

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/proportion"
	"mothledger/core/reading"
	"mothledger/core/when"
	"mothledger/store"
)

// Filing is a dressing handed in. What the form says wins over the same header
// in the text; a field that it does not say is left to the text, and in a revision to
// what is on file.
type Filing struct {
	Text       string `json:"text"`
	Title      string `json:"title"`
	Tier       string `json:"tier"`
	Originator string `json:"originator"`
	Source     string `json:"source"`
	Page       string `json:"page"`
	Date       string `json:"date"`
	Reason     string `json:"reason"`
	// Parents are the dressings it descends from, all of them; nil leaves them to the
	// names in the text, and in a revision also to what is linked.
	Parents []Parent `json:"parents"`
	// Why says why a dressing is revised.
	Why string `json:"why"`
	// Corrections and Settlements, nil in a revision, stay as they are.
	Corrections []reading.Correction `json:"corrections"`
	Settlements []Settlement         `json:"settlements"`
	// Cleared are fields that the form takes away.
	Cleared []Field `json:"cleared,omitempty"`
	// From is the recipe of a card box that is filed.
	From *BoxItem `json:"from,omitempty"`
	// Place is the pattern that it shall stand in; nil leaves that to its parents.
	Place *PlaceBody `json:"place,omitempty"`
	// Card is the card of a bequest that is described, 0 for none.
	Card int64 `json:"card,omitempty"`
}

// BoxItem is a recipe of a card box.
type BoxItem struct {
	Box      string `json:"box" format:"uuid"`
	Position int    `json:"position" minimum:"1" maximum:"100000"`
}

// Settlement is a contradiction with the side that the ledger adopts.
type Settlement struct {
	Text   string `json:"text" maxLength:"1000" doc:"the contradiction, as it was shown"`
	Chosen string `json:"chosen" maxLength:"500" doc:"the side that the ledger adopts; empty for neither"`
	Note   string `json:"note,omitempty" maxLength:"2000" doc:"why"`
}

// Longest texts that are kept beside a dressing, in letters.
const (
	maxName  = 200
	maxTitle = 200
	maxNote  = 4000
)

// File reads a text and files it, linked to its parents. Bad input is a *Fault.
func (l *Ledger) File(ctx context.Context, f Filing, by Sender) (Filed, error) {
	rev, named, err := revision(ctx, l.store.Reads, f)
	if err != nil {
		return Filed{}, err
	}
	return l.do(ctx, by, request{FileDeed, nil, f}, func(tx *store.Tx) (deed, error) {
		parents, err := parentsOf(ctx, tx.Reads, f, named)
		if err != nil {
			return deed{}, err
		}
		d, err := file(ctx, tx, rev, parents, f.Place)
		if err == nil && f.From != nil {
			err = fromBox(ctx, tx, *f.From, d.folio)
		}
		if err == nil && f.Card > 0 {
			err = namedIn("card", fromCard(ctx, tx, f.Card, d.folio))
		}
		return d, err
	})
}

// parentsOf gives the parents that a filing says, or that its text names.
func parentsOf(ctx context.Context, s store.Reads, f Filing, named []dressing.Named) ([]Parent, error) {
	if f.Parents != nil {
		return f.Parents, nil
	}
	list, err := offers(ctx, s, named)
	if err != nil {
		return nil, err
	}
	return settled(list)
}

func file(ctx context.Context, tx *store.Tx, rev store.Revision, parents []Parent, place *PlaceBody) (deed, error) {
	_, folio, err := tx.File(ctx, rev)
	if err != nil {
		return deed{}, err
	}
	d := deed{kind: FileDeed, what: "filed " + nameOf(rev.Title), why: rev.Reason, folio: folio, revision: 1}
	if err := linkAll(ctx, tx, folio, parents); err != nil {
		return d, err
	}
	return d, placeNew(ctx, tx, folio, *rev.Reading.(*dressing.Dressing), parents, place)
}

// nameOf says a title in a sentence.
func nameOf(title string) string {
	if title == "" {
		return "a fly without a name"
	}
	return title
}

// fromBox says that a recipe of a card box was looked at and filed by hand.
func fromBox(ctx context.Context, tx *store.Tx, b BoxItem, folio int) error {
	key := store.Key{Box: b.Box, Position: b.Position}
	now, err := tx.Get(ctx, store.OfItem, key)
	if err != nil {
		return err
	}
	if isNull(now) {
		return &Fault{"from", fmt.Sprintf("this card box has no recipe %d", b.Position)}
	}
	var v store.ItemValue
	if err := json.Unmarshal(now, &v); err != nil {
		return err
	}
	if v.Folio != nil {
		return &Fault{"from", fmt.Sprintf("this recipe of the card box was filed already, as folio %d", *v.Folio)}
	}
	return tx.Set(ctx, store.OfItem, key, store.ItemValue{State: string(Done), Why: "filed from the Desk", Folio: &folio})
}

// Stale says that a dressing was revised since the revision that somebody
// started from: what the other changed, and both versions line by line.
type Stale struct {
	Folio   int                `json:"folio"`
	Base    int                `json:"base"`
	Newest  int                `json:"newest"`
	Why     string             `json:"why,omitempty"`
	Theirs  string             `json:"theirs"`
	Changed []string           `json:"changed"`
	Rows    []reading.MergeRow `json:"rows"`
}

func (s *Stale) Error() string {
	return fmt.Sprintf("folio %d was revised meanwhile: revision %d is the newest, you started from %d; nothing of yours is lost", s.Folio, s.Newest, s.Base)
}

// Revise files the next revision of a dressing. base is the revision it starts
// from; where that is no longer the newest the answer is a *Stale. What the filing does
// not touch stays; where it changes nothing, nothing is filed and the deed is 0.
func (l *Ledger) Revise(ctx context.Context, folio, base int, f Filing, by Sender) (Filed, error) {
	if tidy(f.Why) == "" {
		return Filed{}, &Fault{"why", "say in a few words why it is revised"}
	}
	out, err := l.do(ctx, by, request{Revised, [2]int{folio, base}, f}, func(tx *store.Tx) (deed, error) {
		id, err := tx.IDOf(ctx, folio)
		if err != nil {
			return deed{}, err
		}
		d, err := onto(ctx, tx.Reads, folio, base, f)
		if err != nil {
			return deed{}, err
		}
		out := deed{kind: Revised, what: "revised " + nameOf(d.rev.Title), why: d.rev.Why, about: []string{fmt.Sprintf("dressing %d", folio)}, folio: folio, revision: base}
		if d.same {
			if _, now, err := tx.FolioOf(ctx, id); err != nil || now != base {
				return out, errors.Join(err, store.ErrStale)
			}
		} else if out.revision, err = tx.Revise(ctx, id, base, d.rev); err != nil {
			return out, err
		}
		if f.Parents != nil {
			return out, relink(ctx, tx, folio, f.Parents)
		}
		parents, err := settled(d.offers)
		if err != nil {
			return out, err
		}
		for _, p := range parents { // newly named, so linked; what was linked keeps its reason
			if err := linkOne(ctx, tx, folio, p, nil); err != nil {
				return out, err
			}
		}
		return out, nil
	})
	if errors.Is(err, store.ErrStale) {
		return Filed{}, l.stale(ctx, folio, base, f.Text)
	}
	return out, err
}

// draftOf is a filing laid over the revision that it starts from.
type draftOf struct {
	rev store.Revision
	// same is set where it says what that revision says
	same bool
	// offers are parents that the text names and the old one's did not
	offers []Offer
	// evidence holds beside it; changes are what it changes, a line each
	evidence evidence
	changes  []string
}

// onto lays a filing over a revision. store.ErrStale where that is no longer the newest.
func onto(ctx context.Context, s store.Reads, folio, base int, f Filing) (draftOf, error) {
	old, err := s.At(ctx, folio, base)
	if errors.Is(err, store.ErrNotFound) {
		if _, err := s.One(ctx, folio); err != nil {
			return draftOf{}, err
		}
		return draftOf{}, &Fault{"If-Match", fmt.Sprintf("folio %d has no revision %d", folio, base)}
	}
	if err != nil {
		return draftOf{}, err
	}
	if old.Newest != base {
		return draftOf{}, store.ErrStale
	}
	was, err := asideOf(old)
	if err != nil {
		return draftOf{}, err
	}
	if f.Corrections == nil {
		f.Corrections = was.corrections
	}
	kept := f.Settlements == nil
	if kept {
		f.Settlements = was.settlements
	}
	now, err := readOrName(ctx, s, f)
	if err != nil {
		return draftOf{}, err
	}
	if kept { // of contradictions that are still there
		f.Settlements = slices.DeleteFunc(slices.Clone(f.Settlements), func(x Settlement) bool {
			return !slices.ContainsFunc(now.Contradictions, func(c dressing.Contradiction) bool { return c.Text == x.Text })
		})
	}
	before := dressing.Dressing{}
	if strings.TrimSpace(old.Text) != "" {
		r, err := read(ctx, s, old.Text, was.corrections)
		if err != nil {
			return draftOf{}, err
		}
		before = r.Dressing
	}
	newly := slices.DeleteFunc(slices.Clone(now.Parents), func(n dressing.Named) bool { return slices.Contains(before.Parents, n) })
	e := weigh(f.form(), saidBy(now), saidBy(before), onFile(old))
	out := draftOf{evidence: e}
	if out.rev, err = prepare(now, e, f); err != nil {
		return out, err
	}
	if out.offers, err = offers(ctx, s, newly); err != nil {
		return out, err
	}
	is := aside{*out.rev.Reading.(*dressing.Dressing), f.Corrections, f.Settlements}
	out.changes = sentences(evidenceChanges(onFile(old), e, was, is), was.d, is.d)
	out.same = f.Text == old.Text && sameJSON(old.Reading, out.rev.Reading) && sameJSON(old.Corrections, list(f.Corrections)) && sameJSON(old.Settlements, list(f.Settlements)) && old.Reason == e[ReasonField]
	return out, nil
}

// anew tells, part by part in the standard form, what today's reader would read otherwise in a
// dressing's words, with its corrections and settlements as they stand.
func anew(ctx context.Context, s store.Reads, r store.Row) ([]string, error) {
	was, err := filed(r)
	if err != nil {
		return nil, err
	}
	d, err := onto(ctx, s, r.Folio, r.Revision, Filing{Text: r.Text})
	var f *Fault
	if errors.As(err, &f) { // it can no longer be filed as it is: that is for whoever revises it
		return []string{}, nil
	}
	if err != nil {
		return nil, err
	}
	before, now := dressing.Standard(was).Parts, dressing.Standard(*d.rev.Reading.(*dressing.Dressing)).Parts
	told := func(list []dressing.Part, i int) string {
		if i >= len(list) {
			return "nothing"
		}
		return list[i].Role + ", " + cmp.Or(list[i].Text, "nothing more")
	}
	out := []string{}
	for i := range max(len(before), len(now)) {
		if a, b := told(before, i), told(now, i); a != b {
			out = append(out, fmt.Sprintf("“%s” becomes “%s”", a, b))
		}
	}
	return out, nil
}

// list is a list that is empty rather than nil, as it is written.
func list[T any](l []T) []T {
	if l == nil {
		return []T{}
	}
	return l
}

// sameJSON tells whether a value is written as JSON that says the same.
func sameJSON(held json.RawMessage, v any) bool {
	b, err := json.Marshal(v)
	var x, y any
	return err == nil && json.Unmarshal(held, &x) == nil && json.Unmarshal(b, &y) == nil && reflect.DeepEqual(x, y)
}

// stale gathers what somebody needs who comes second.
func (l *Ledger) stale(ctx context.Context, folio, base int, mine string) error {
	s := &Stale{Folio: folio, Base: base}
	return l.store.View(ctx, func(in store.Reads) error {
		now, err := in.One(ctx, folio)
		if err != nil {
			return err
		}
		from, err := in.At(ctx, folio, base)
		if errors.Is(err, store.ErrNotFound) {
			return &Fault{"If-Match", fmt.Sprintf("folio %d has no revision %d", folio, base)}
		}
		if err != nil {
			return err
		}
		s.Newest, s.Why, s.Theirs = now.Revision, now.Why, now.Text
		if s.Changed, err = changesBetween(from, now); err != nil {
			return err
		}
		s.Rows = reading.Merge(from.Text, now.Text, mine)
		return s
	})
}

// Restore files an older revision again as the newest one, word for word and as it was
// read.
func (l *Ledger) Restore(ctx context.Context, folio, base, number int, by Sender) (Filed, error) {
	out, err := l.do(ctx, by, request{Restored, [3]int{folio, base, number}, nil}, func(tx *store.Tx) (deed, error) {
		id, err := tx.IDOf(ctx, folio)
		if err != nil {
			return deed{}, err
		}
		why := fmt.Sprintf("revision %d restored", number)
		n, err := tx.Again(ctx, id, base, number, why)
		if err != nil {
			return deed{}, err
		}
		return deed{kind: Restored, what: fmt.Sprintf("restored revision %d of folio %d", number, folio), folio: folio, revision: n}, nil
	})
	if errors.Is(err, store.ErrStale) {
		old := ""
		if r, err := l.store.At(ctx, folio, number); err == nil {
			old = r.Text
		}
		return Filed{}, l.stale(ctx, folio, base, old)
	}
	return out, err
}

// revision checks a filing and reads its text; it gives the parents that the text names
// too.
func revision(ctx context.Context, s store.Reads, f Filing) (store.Revision, []dressing.Named, error) {
	d, err := readOrName(ctx, s, f)
	if err != nil {
		return store.Revision{}, nil, err
	}
	rev, err := prepare(d, weigh(f.form(), saidBy(d), nil, nil), f)
	return rev, d.Parents, err
}

// readOrName reads a filing's text. A name that the form says may stand without any.
func readOrName(ctx context.Context, s store.Reads, f Filing) (dressing.Dressing, error) {
	if strings.TrimSpace(f.Text) == "" && tidy(f.Title) != "" {
		return dressing.Dressing{Parts: []dressing.Part{}, Unread: []dressing.Unread{}, Contradictions: []dressing.Contradiction{}}, nil
	}
	r, err := read(ctx, s, f.Text, f.Corrections)
	d := r.Dressing
	if line := strings.TrimSpace(f.Text); err == nil && d.Title == "" && len(d.Parts) == 0 && len(d.Unread) == 1 && d.Unread[0].Text == line {
		d.Title, d.Unread = tidy(line), []dressing.Unread{} // a line on a dealer's list
	}
	return d, err
}

// prepare checks what was read and makes a revision of it with its evidence. A date is
// kept whatever it says; a fly may have no name, and a name no dressing.
func prepare(d dressing.Dressing, e evidence, f Filing) (store.Revision, error) {
	e.onto(&d)
	if err := e.check(); err != nil {
		return store.Revision{}, err
	}
	if n := len([]rune(f.Why)); n > maxNote {
		return store.Revision{}, &Fault{"why", fmt.Sprintf("%d letters are too many; expected at most %d", n, maxNote)}
	}
	if d.Title == "" && len(d.Parts) == 0 {
		return store.Revision{}, &Fault{"text", "no name and no part was read; expected a name, or lines such as \"Tail: 5 pheasant tail fibres, half the shank\""}
	}
	for _, w := range proportion.On(d, hook.Hook{Size: 12}, true).Warnings {
		if w.Code == "circle" {
			return store.Revision{}, &Fault{"text", w.Part + " is " + w.Text + "; give one of them a length of its own"}
		}
	}
	rev := store.Revision{
		Why: tidy(f.Why), Corrections: f.Corrections, Settlements: f.Settlements,
		Title: d.Title, Text: f.Text, Reading: &d, ReadBy: reading.Version(), Originator: d.Originator, Tier: d.Tier, Source: d.Source, Page: d.Page,
		DateText: d.Date, Reason: e[ReasonField],
	}
	date := when.Read(d.Date)
	for _, end := range []struct {
		day when.Day
		to  **int
	}{{date.Earliest, &rev.DateFrom}, {date.Latest, &rev.DateTo}} {
		if !end.day.IsZero() {
			*end.to = &end.day.Year
		}
	}
	if s := sizes(d); s != nil {
		rev.SizeLow, rev.SizeHigh = &s.Low, &s.High
	}
	search := []string{d.Title, strings.Join(d.AlsoCalled, " "), d.Originator, d.Tier, d.Source, d.Imitates, d.Date}
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
