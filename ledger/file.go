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
	"mothledger/core/proportion"
	"mothledger/core/when"
	"mothledger/store"
)

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
	// Parents are the folios of the dressings it descends from. A revision
	// leaves them as they are.
	Parents []int `json:"parents"`
	// Why says why a dressing is revised.
	Why         string                `json:"why"`
	Corrections []dressing.Correction `json:"corrections"`
	Settlements []Settlement          `json:"settlements"`
}

// Settlement is a contradiction with the side that the ledger adopts.
type Settlement struct {
	Text   string `json:"text" maxLength:"1000" doc:"the contradiction, as it was shown"`
	Chosen string `json:"chosen" maxLength:"500" doc:"the side that the ledger adopts; empty for neither"`
	Note   string `json:"note,omitempty" maxLength:"2000" doc:"why"`
}

// Sender is who sends a request: the seat (one browser) for its journal, and
// the key that makes a request that is sent twice count once. Either may be
// empty.
type Sender struct{ Seat, Key string }

// Filed is where a filing went.
type Filed struct {
	Folio    int `json:"folio"`
	Revision int `json:"revision"`
	// Deed is what can be undone; 0 where nothing was kept for that.
	Deed int64 `json:"deed"`
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
// that is sent twice file once. Bad input is a *Fault.
func (l *Ledger) File(ctx context.Context, f Filing, by Sender) (Filed, error) {
	rev, err := revision(ctx, l.store.Reads, f)
	if err != nil {
		return Filed{}, err
	}
	return l.once(ctx, by, "file", f, func(tx *store.Tx) (Filed, int64, error) { return file(ctx, tx, f, rev, by.Seat) })
}

func file(ctx context.Context, tx *store.Tx, f Filing, rev store.Revision, seat string) (Filed, int64, error) {
	id, folio, err := tx.File(ctx, rev)
	if err != nil {
		return Filed{}, 0, err
	}
	for _, p := range f.Parents {
		if err := link(ctx, tx, id, p); err != nil {
			return Filed{}, 0, err
		}
	}
	deed, err := tx.Note(ctx, store.Deed{Seat: seat, Kind: "file", What: "filed " + rev.Title, Dressing: &id})
	return Filed{Folio: folio, Revision: 1, Deed: deed}, id, err
}

// once runs a filing in one transaction, and books it under the sender's key so
// that the same request sent again gives the same answer.
func (l *Ledger) once(ctx context.Context, by Sender, kind string, what any, do func(*store.Tx) (Filed, int64, error)) (Filed, error) {
	sum, err := json.Marshal(what)
	if err != nil {
		return Filed{}, err
	}
	hash := sha256.Sum256(append([]byte(kind), sum...))
	digest := hex.EncodeToString(hash[:])
	var out Filed
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		if by.Key != "" {
			c, err := tx.Claim(ctx, by.Key, digest)
			if errors.Is(err, store.ErrReused) {
				return &Fault{"Idempotency-Key", "this key was used for another filing; send a new one"}
			}
			if err != nil || c.Folio > 0 {
				out = Filed{Folio: c.Folio, Revision: c.Number, Again: true}
				return err
			}
		}
		var id int64
		var err error
		if out, id, err = do(tx); err != nil || by.Key == "" {
			return err
		}
		return tx.Keep(ctx, by.Key, digest, id, out.Revision)
	})
	if err != nil {
		return Filed{}, err
	}
	return out, nil
}

// Stale says that a dressing was revised since the revision that somebody
// started from: what the other changed, and both versions line by line.
type Stale struct {
	Folio   int                 `json:"folio"`
	Base    int                 `json:"base"`
	Newest  int                 `json:"newest"`
	Why     string              `json:"why,omitempty"`
	Theirs  string              `json:"theirs"`
	Changed []string            `json:"changed"`
	Rows    []dressing.MergeRow `json:"rows"`
}

func (s *Stale) Error() string {
	return fmt.Sprintf("folio %d was revised meanwhile: revision %d is the newest, you started from %d; nothing of yours is lost", s.Folio, s.Newest, s.Base)
}

// Revise files the next revision of a dressing. base is the revision it starts
// from; where that is no longer the newest the answer is a *Stale.
func (l *Ledger) Revise(ctx context.Context, folio, base int, f Filing, by Sender) (Filed, error) {
	rev, err := revision(ctx, l.store.Reads, f)
	if err != nil {
		return Filed{}, err
	}
	if tidy(f.Why) == "" {
		return Filed{}, &Fault{"why", "say in a few words why it is revised"}
	}
	what := struct {
		Folio, Base int
		Filing      Filing
	}{folio, base, f}
	out, err := l.once(ctx, by, "revise", what, func(tx *store.Tx) (Filed, int64, error) {
		id, err := tx.IDOf(ctx, folio)
		if err != nil {
			return Filed{}, 0, err
		}
		n, err := tx.Revise(ctx, id, base, rev)
		if err != nil {
			return Filed{}, id, err
		}
		deed, err := tx.Note(ctx, store.Deed{Seat: by.Seat, Kind: "revise", What: "revised " + rev.Title, Dressing: &id, Number: &n})
		return Filed{Folio: folio, Revision: n, Deed: deed}, id, err
	})
	if errors.Is(err, store.ErrStale) {
		return Filed{}, l.stale(ctx, folio, base, f.Text)
	}
	return out, err
}

// stale gathers what somebody needs who comes second.
func (l *Ledger) stale(ctx context.Context, folio, base int, mine string) error {
	now, err := l.store.One(ctx, folio)
	if err != nil {
		return err
	}
	s := &Stale{Folio: folio, Base: base, Newest: now.Revision, Why: now.Why, Theirs: now.Text, Changed: []string{}}
	from, err := l.store.At(ctx, folio, base)
	if errors.Is(err, store.ErrNotFound) {
		return &Fault{"If-Match", fmt.Sprintf("folio %d has no revision %d", folio, base)}
	}
	if err != nil {
		return err
	}
	a, err := filed(from)
	if err != nil {
		return err
	}
	b, err := filed(now)
	if err != nil {
		return err
	}
	for _, d := range compare.Dressings(a, b).Parts {
		if say := d.Sentence(); say != "" {
			s.Changed = append(s.Changed, say)
		}
	}
	s.Rows = dressing.Merge(from.Text, now.Text, mine)
	return s
}

// Restore files an older revision again as the newest one.
func (l *Ledger) Restore(ctx context.Context, folio, base, number int, by Sender) (Filed, error) {
	f, err := again(ctx, l.store.Reads, folio, number)
	if err != nil {
		return Filed{}, err
	}
	f.Why = fmt.Sprintf("revision %d restored", number)
	return l.Revise(ctx, folio, base, f, by)
}

// again gives an older revision as a filing.
func again(ctx context.Context, s store.Reads, folio, number int) (Filing, error) {
	old, err := s.At(ctx, folio, number)
	if err != nil {
		return Filing{}, err
	}
	f := Filing{Text: old.Text, Title: old.Title, Tier: old.Tier, Originator: old.Originator, Source: old.Source, Page: old.Page, Date: old.DateText, Reason: old.Reason}
	if err := json.Unmarshal(old.Corrections, &f.Corrections); err != nil {
		return f, err
	}
	return f, json.Unmarshal(old.Settlements, &f.Settlements)
}

// Link makes a filed dressing a variant of another, or with off set no longer
// one. It gives the deed.
func (l *Ledger) Link(ctx context.Context, child, parent int, off bool, seat string) (deed int64, err error) {
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		id, err := tx.IDOf(ctx, child)
		if err != nil {
			return err
		}
		up, err := tx.IDOf(ctx, parent)
		if errors.Is(err, store.ErrNotFound) {
			return noParent(parent)
		}
		if err != nil {
			return err
		}
		d := store.Deed{Seat: seat, Kind: "link", What: fmt.Sprintf("made folio %d a variant of folio %d", child, parent), Dressing: &id, Parent: &up}
		if off {
			d.Kind, d.What = "unlink", fmt.Sprintf("took folio %d from folio %d", child, parent)
			err = tx.Unlink(ctx, id, up)
		} else {
			err = link(ctx, tx, id, parent)
		}
		if err != nil {
			return err
		}
		deed, err = tx.Note(ctx, d)
		return err
	})
	return deed, err
}

func noParent(folio int) *Fault {
	return &Fault{"parents", fmt.Sprintf("there is no folio %d; choose a dressing from the ledger", folio)}
}

func link(ctx context.Context, tx *store.Tx, child int64, parent int) error {
	id, err := tx.IDOf(ctx, parent)
	if errors.Is(err, store.ErrNotFound) {
		return noParent(parent)
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
func revision(ctx context.Context, s store.Reads, f Filing) (store.Revision, error) {
	reading, err := read(ctx, s, f.Text, f.Corrections)
	if err != nil {
		return store.Revision{}, err
	}
	return prepare(reading.Dressing, f)
}

// prepare checks what was read and makes a revision of it. What the form says
// wins over the same header in the text.
func prepare(read dressing.Dressing, f Filing) (store.Revision, error) {
	d := &read
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
	}{{"title", d.Title, maxTitle}, {"tier", d.Tier, maxName}, {"originator", d.Originator, maxName}, {"source", d.Source, maxName}, {"page", d.Page, 60}, {"reason", f.Reason, maxNote}, {"why", f.Why, maxNote}} {
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
		Why: tidy(f.Why), Corrections: f.Corrections, Settlements: f.Settlements,
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
