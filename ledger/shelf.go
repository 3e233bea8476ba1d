package ledger

import (
	"bytes"
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"

	"mothledger/core/citation"
	"mothledger/exchange/shelf"
	"mothledger/store"
)

// SourceBody is a source as it shall stand on the shelf. Called is the title that the ledger calls it
// by: two editions of one book are called apart.
type SourceBody struct {
	Called string `json:"called,omitempty" maxLength:"300"`
	citation.Source
}

// sourceValue is a source as it is kept.
type sourceValue struct {
	SourceBody
	Away bool
	Into *int64
}

// MarshalJSON writes every field, so that a change that empties one is a change.
func (v sourceValue) MarshalJSON() ([]byte, error) {
	s := v.Source
	return json.Marshal(map[string]any{"called": v.Called, "kind": s.Kind, "title": s.Title, "authors": list(s.Authors), "editors": list(s.Editors), "date": s.Date, "within": s.Within, "volume": s.Volume,
		"issue": s.Issue, "pages": s.Pages, "edition": s.Edition, "publisher": s.Publisher, "town": s.Town, "isbn": s.ISBN, "issn": s.ISSN, "copy": s.Copy, "note": s.Note, "away": v.Away, "into": v.Into})
}

// OnShelf is a source in the list.
type OnShelf struct {
	ID     int64  `json:"id"`
	Called string `json:"called"`
	citation.Source
	Described bool   `json:"described" doc:"more is known of it than how it is called"`
	Cite      string `json:"cite" doc:"cited as in a note"`
	ByYear    string `json:"byYear" doc:"cited by author and year"`
	Dressings int    `json:"dressings"`
	Claims    int    `json:"claims"`
	// Twins are sources that may be the same, each with why.
	Twins []Twin `json:"twins"`
}

// Twin is a source that may be the same.
type Twin struct {
	ID     int64  `json:"id"`
	Called string `json:"called"`
	Why    string `json:"why"`
}

// SourcePage is one source with all that cites it.
type SourcePage struct {
	OnShelf
	Edit string `json:"edit"`
	Away bool   `json:"away,omitempty"`
	// Into is the source that it was found to be; 0 for none.
	Into     int64           `json:"into,omitempty"`
	Entries  []Entry         `json:"entries"`
	Accounts []PatternClaims `json:"accounts"`
}

// PatternClaims are the accounts of one pattern that rest on a source.
type PatternClaims struct {
	Pattern  int64     `json:"pattern"`
	Name     string    `json:"name"`
	Accounts []Account `json:"accounts"`
}

// mostOnShelf is how many sources are listed; citedShown how many dressings stand on a source's page.
const (
	mostOnShelf = 5000
	citedShown  = 200
)

// sourceOf gives what is known of a source; of one that nobody described, how it is called.
func sourceOf(x store.OnShelf) citation.Source {
	var s citation.Source
	_ = json.Unmarshal(x.Value, &s)
	s.Title = cmp.Or(s.Title, x.Called)
	return s
}

func onShelf(x store.OnShelf) OnShelf {
	s := sourceOf(x)
	return OnShelf{ID: x.ID, Called: x.Called, Source: s, Described: s.Kind != "", Cite: s.Cite(citation.NoteStyle, ""), ByYear: s.Cite(citation.YearStyle, ""), Dressings: x.Dressings, Claims: x.Claims, Twins: []Twin{}}
}

// Shelf lists the sources, by their makers; with letters those that hold them.
func (l *Ledger) Shelf(ctx context.Context, letters string) ([]OnShelf, error) {
	rows, err := l.store.SourcesInSight(ctx, mostOnShelf)
	if err != nil {
		return nil, err
	}
	all := each(rows, onShelf)
	twins(all)
	letters = strings.ToLower(tidy(letters))
	out := slices.DeleteFunc(all, func(x OnShelf) bool {
		return letters != "" && !strings.Contains(strings.ToLower(strings.Join([]string{x.Called, x.Cite, x.ByYear, x.ISBN, x.ISSN, x.Copy, x.Note, x.Source.Within}, " ")), letters)
	})
	slices.SortStableFunc(out, func(a, b OnShelf) int { return citation.Compare(a.Source, b.Source) })
	return out, nil
}

// twins notes on sources which others they may be. Only those that share a number or the words of a
// title are held beside one another.
func twins(list []OnShelf) {
	by := map[string][]int{}
	for i, x := range list {
		for _, k := range []string{"isbn " + x.ISBN, "title " + citation.Plain(x.Title)} {
			if !strings.HasSuffix(k, " ") {
				by[k] = append(by[k], i)
			}
		}
	}
	for _, group := range by {
		for _, i := range group {
			for _, j := range group {
				if i == j || slices.ContainsFunc(list[i].Twins, func(t Twin) bool { return t.ID == list[j].ID }) {
					continue
				}
				if why := citation.Twin(list[i].Source, list[j].Source); why != "" {
					list[i].Twins = append(list[i].Twins, Twin{list[j].ID, list[j].Called, why})
				}
			}
		}
	}
	for i := range list {
		slices.SortFunc(list[i].Twins, func(a, b Twin) int { return cmp.Compare(a.ID, b.ID) })
	}
}

// Source gives a source with all that cites it.
func (l *Ledger) Source(ctx context.Context, id int64, v Vice) (SourcePage, error) {
	out := SourcePage{Entries: []Entry{}, Accounts: []PatternClaims{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		x, err := s.OneSource(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			return absent(store.OfSource, id)
		}
		if err != nil {
			return err
		}
		out.OnShelf, out.Away = onShelf(x), x.Away
		if x.Into != nil {
			out.Into = *x.Into
		}
		value, err := json.Marshal(sourceValue{SourceBody: SourceBody{x.Called, sourceOf(x)}})
		if err != nil {
			return err
		}
		out.Edit = editOf(value)
		all, err := s.SourcesInSight(ctx, mostOnShelf)
		if err != nil {
			return err
		}
		list := each(all, onShelf)
		twins(list)
		for _, y := range list {
			if y.ID == id {
				out.Twins = y.Twins
			}
		}
		rows, err := s.Cites(ctx, id, citedShown)
		if err != nil {
			return err
		}
		if out.Entries, err = allDrawn(rows, v); err != nil {
			return err
		}
		if err := qualify(ctx, s, pointers(out.Entries)); err != nil {
			return err
		}
		out.Accounts, err = resting(ctx, s, id)
		return err
	})
	return out, err
}

func pointers[T any](list []T) []*T {
	out := make([]*T, len(list))
	for i := range list {
		out[i] = &list[i]
	}
	return out
}

// resting lists the accounts that rest on a source, by pattern.
func resting(ctx context.Context, s store.Reads, id int64) ([]PatternClaims, error) {
	out := []PatternClaims{}
	rows, err := s.ClaimsBy(ctx, id)
	if err != nil {
		return nil, err
	}
	accounts := make([]Account, len(rows))
	for i, n := range rows {
		if accounts[i], err = accountOf(n); err != nil {
			return nil, err
		}
	}
	say, err := named(ctx, s, accounts)
	if err != nil {
		return nil, err
	}
	for _, a := range accounts {
		say.onto(&a)
		i := slices.IndexFunc(out, func(p PatternClaims) bool { return p.Pattern == a.Pattern })
		if i < 0 {
			_, v, err := onePattern(ctx, s, a.Pattern)
			if err != nil {
				return nil, err
			}
			out = append(out, PatternClaims{Pattern: a.Pattern, Name: v.Name, Accounts: []Account{}})
			i = len(out) - 1
		}
		out[i].Accounts = append(out[i].Accounts, a)
	}
	return out, nil
}

// checked gives the source as it is kept, or says what is wrong with it.
func (b SourceBody) checked() (sourceValue, error) {
	s := b.Source
	s.Title, s.Note = tidy(s.Title), strings.TrimSpace(s.Note)
	for _, f := range []*string{&s.Date, &s.Within, &s.Volume, &s.Issue, &s.Pages, &s.Edition, &s.Publisher, &s.Town, &s.Copy, &s.ISBN, &s.ISSN} {
		*f = tidy(*f)
	}
	b.Called = cmp.Or(tidy(b.Called), s.Title)
	s.Title = cmp.Or(s.Title, b.Called)
	if s.Title == "" {
		return sourceValue{}, &Fault{"title", "the source has no title; for a letter or a recollection say what it is, such as \"To the secretary, about the sedge\""}
	}
	if !slices.Contains(s.Kind.Values(), string(s.Kind)) {
		return sourceValue{}, &Fault{"kind", fmt.Sprintf("%q is no kind of source; expected one of %s", s.Kind, strings.Join(s.Kind.Values(), ", "))}
	}
	people := func(l []citation.Person) []citation.Person {
		out := []citation.Person{}
		for _, p := range l {
			if p = (citation.Person{Family: tidy(p.Family), Given: tidy(p.Given), Literal: tidy(p.Literal)}); p != (citation.Person{}) {
				out = append(out, p)
			}
		}
		return out
	}
	s.Authors, s.Editors = people(s.Authors), people(s.Editors)
	s, err := s.Check()
	var n *citation.NumberError
	if errors.As(err, &n) {
		return sourceValue{}, &Fault{strings.ToLower(n.Kind), n.Error()}
	}
	b.Source = s
	return sourceValue{SourceBody: b}, err
}

func calledTwice(called string, err error) error {
	if errors.Is(err, store.ErrTaken) {
		return &Fault{"called", fmt.Sprintf("another source is called “%s” already; call one of them apart, such as “%s, second edition”", called, called)}
	}
	return err
}

// Shelve puts a source on the shelf.
func (l *Ledger) Shelve(ctx context.Context, b SourceBody, by Sender) (MadeRecord, error) {
	var id int64
	f, err := l.do(ctx, by, request{Shelved, nil, b}, func(tx *store.Tx) (deed, error) {
		v, err := b.checked()
		if err != nil {
			return deed{}, err
		}
		id, err = tx.Make(ctx, store.OfSource, v)
		return deed{kind: Shelved, what: fmt.Sprintf("put “%s” on the shelf", v.Called)}, calledTwice(v.Called, err)
	})
	return l.again(ctx, store.OfSource, id, f, err)
}

// heldSource gives a source as it is kept, locked.
func heldSource(ctx context.Context, tx *store.Tx, id int64, edit string) (sourceValue, error) {
	now, err := tx.Get(ctx, store.OfSource, store.Key{ID: id})
	if err != nil {
		return sourceValue{}, err
	}
	if isNull(now) {
		return sourceValue{}, absent(store.OfSource, id)
	}
	x, err := tx.OneSource(ctx, id)
	if err != nil {
		return sourceValue{}, err
	}
	v := sourceValue{SourceBody{x.Called, sourceOf(x)}, x.Away, x.Into}
	b, err := json.Marshal(sourceValue{SourceBody: v.SourceBody})
	if err == nil && edit != "" && editOf(b) != edit {
		err = &Fault{"edit", "somebody else changed this source meanwhile; look at it again, what you wrote is still in its fields"}
	}
	return v, err
}

// ChangeSource lets a source say something else.
func (l *Ledger) ChangeSource(ctx context.Context, id int64, edit string, b SourceBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{SourceChanged, []any{id, edit}, b}, func(tx *store.Tx) (deed, error) {
		was, err := heldSource(ctx, tx, id, edit)
		if err != nil {
			return deed{}, err
		}
		v, err := b.checked()
		if err != nil {
			return deed{}, err
		}
		v.Into = was.Into
		return deed{kind: SourceChanged, what: fmt.Sprintf("changed the source “%s”", v.Called)}, calledTwice(v.Called, tx.Set(ctx, store.OfSource, store.Key{ID: id}, v))
	})
}

// MergeSource says that a source is another: what cites it leads there. What was filed keeps its words.
func (l *Ledger) MergeSource(ctx context.Context, id, into int64, by Sender) (Filed, error) {
	return l.do(ctx, by, request{SourcesMerged, id, into}, func(tx *store.Tx) (deed, error) {
		if id == into {
			return deed{}, &Fault{"into", "a source cannot be merged into itself"}
		}
		v, err := heldSource(ctx, tx, id, "")
		if err != nil {
			return deed{}, err
		}
		to, err := heldSource(ctx, tx, into, "")
		if err != nil {
			return deed{}, namedIn("into", err)
		}
		if to.Into != nil || to.Away {
			return deed{}, &Fault{"into", fmt.Sprintf("“%s” stands on the shelf no more; choose the source that it leads to", to.Called)}
		}
		all, err := tx.MergedInto(ctx, id)
		if err != nil {
			return deed{}, err
		}
		if len(all) > 0 {
			return deed{}, &Fault{"source", fmt.Sprintf("“%s” is what others were found to be; merge the other one into it, or undo that first", v.Called)}
		}
		v.Into = &into
		return deed{kind: SourcesMerged, what: fmt.Sprintf("found “%s” to be “%s”", v.Called, to.Called)}, tx.Set(ctx, store.OfSource, store.Key{ID: id}, v)
	})
}

// Brought is a record of a file that was looked at, or taken in.
type Brought struct {
	Line int    `json:"line"`
	Key  string `json:"key,omitempty"`
	Cite string `json:"cite"`
	// State is "new"; "there" where the shelf has the very same; "twin" where it may have it; "wrong" where
	// the record cannot be kept.
	State string `json:"state" enum:"new,there,twin,wrong"`
	Why   string `json:"why,omitempty"`
	Twin  *Twin  `json:"twin,omitempty"`
	ID    int64  `json:"id,omitempty" doc:"the source that it became"`
}

// TakenSources is what became of a file of sources.
type TakenSources struct {
	Format   shelf.Format    `json:"format"`
	Records  []Brought       `json:"records"`
	Problems []shelf.Problem `json:"problems"`
	Taken    int             `json:"taken"`
	Deed     int64           `json:"deed"`
}

// TakeInSources looks a file of sources through and, unless it is only looked at, puts those on the
// shelf that are new; with twins also those that may be there already.
func (l *Ledger) TakeInSources(ctx context.Context, format shelf.Format, text string, look, twinsToo bool, by Sender) (TakenSources, error) {
	out := TakenSources{Records: []Brought{}, Problems: []shelf.Problem{}}
	if format != "" && !slices.Contains(format.Values(), string(format)) {
		return out, &Fault{"format", fmt.Sprintf("%q is no format; expected one of %s", format, strings.Join(format.Values(), ", "))}
	}
	if format == "" {
		f, ok := shelf.Guess(text)
		if !ok {
			return out, &Fault{"text", "this is neither BibTeX nor RIS nor CSL-JSON: expected @book{…, TY  - BOOK, or a list of items such as [{\"type\": \"book\", …"}
		}
		format = f
	}
	out.Format = format
	var records []shelf.Record
	err := shelf.Read(format, strings.NewReader(text), func(r shelf.Record) error { records = append(records, r); return nil }, func(p shelf.Problem) error { out.Problems = append(out.Problems, p); return nil })
	if errors.Is(err, shelf.ErrLong) {
		return out, &Fault{"text", err.Error()}
	}
	if err != nil {
		return out, err
	}
	work := func(s store.Reads, keep func(SourceBody) (int64, error)) error {
		rows, err := s.SourcesInSight(ctx, mostOnShelf)
		if err != nil {
			return err
		}
		have := each(rows, onShelf)
		called := map[string]bool{}
		for _, x := range have {
			called[strings.ToLower(x.Called)] = true
		}
		for _, r := range records {
			b := Brought{Line: r.Line, Key: r.Key, Cite: r.Source.Cite(citation.NoteStyle, ""), State: "new"}
			v, err := SourceBody{Source: r.Source}.checked()
			var fault *Fault
			if errors.As(err, &fault) && (fault.Field == "isbn" || fault.Field == "issn") { // kept in the note, so that nothing is lost
				b.Why = fault.Msg
				src := r.Source
				number := &src.ISBN
				if fault.Field == "issn" {
					number = &src.ISSN
				}
				src.Note = strings.TrimSpace(src.Note + "\n" + strings.ToUpper(fault.Field) + " as it came: " + *number)
				*number = ""
				v, err = SourceBody{Source: src}.checked()
			}
			if err != nil {
				b.State, b.Why = "wrong", err.Error()
				out.Records = append(out.Records, b)
				continue
			}
			for _, x := range have {
				why := citation.Twin(x.Source, v.Source)
				if why == "" {
					continue
				}
				b.State, b.Twin = "twin", &Twin{x.ID, x.Called, why}
				if x.Described && citation.Compare(x.Source, v.Source) == 0 && x.Kind == v.Kind {
					b.State = "there"
				}
				break
			}
			if keep != nil && (b.State == "new" || b.State == "twin" && twinsToo) {
				v.Called = apart(v.SourceBody, called)
				called[strings.ToLower(v.Called)] = true
				if b.ID, err = keep(v.SourceBody); err != nil {
					return err
				}
				out.Taken++
				have = append(have, OnShelf{ID: b.ID, Called: v.Called, Source: v.Source, Described: true})
			}
			out.Records = append(out.Records, b)
		}
		return nil
	}
	if look {
		return out, l.store.View(ctx, func(s store.Reads) error { return work(s, nil) })
	}
	f, err := l.do(ctx, by, request{SourcesTakenIn, []any{format, twinsToo}, text}, func(tx *store.Tx) (deed, error) {
		out.Records, out.Taken = []Brought{}, 0
		err := work(tx.Reads, func(b SourceBody) (int64, error) {
			id, err := tx.Make(ctx, store.OfSource, sourceValue{SourceBody: b})
			return id, calledTwice(b.Called, err)
		})
		return deed{kind: SourcesTakenIn, what: fmt.Sprintf("took %d sources in, as %s", out.Taken, format)}, err
	})
	out.Deed = f.Deed
	return out, err
}

// apart gives a title that no other source is called by: its own, or with the edition, volume or date
// behind it.
func apart(b SourceBody, called map[string]bool) string {
	for _, more := range []string{"", b.Edition, strings.TrimSpace(b.Within + " " + b.Volume), b.Date, string(b.Kind)} {
		name := b.Title
		if more != "" {
			name += ", " + more
		}
		if r := []rune(name); len(r) > 300 {
			name = string(r[:300])
		}
		if !called[strings.ToLower(name)] {
			return name
		}
	}
	for n := 2; ; n++ {
		if name := fmt.Sprintf("%.280s (%d)", b.Title, n); !called[strings.ToLower(name)] {
			return name
		}
	}
}

// WriteSources writes the shelf, or some sources of it, in a format.
func (l *Ledger) WriteSources(ctx context.Context, format shelf.Format, ids []int64, to io.Writer) error {
	rows, err := l.store.SourcesInSight(ctx, mostOnShelf)
	if err != nil {
		return err
	}
	w := shelf.NewWriter(format, to)
	for _, x := range rows {
		if len(ids) > 0 && !slices.Contains(ids, x.ID) {
			continue
		}
		if err := w.Write(shelf.Record{Source: sourceOf(x)}); err != nil {
			return err
		}
	}
	return w.Close()
}

// SourcesAs gives the shelf as a text in a format.
func (l *Ledger) SourcesAs(ctx context.Context, format shelf.Format, ids []int64) (string, error) {
	var b bytes.Buffer
	err := l.WriteSources(ctx, format, ids, &b)
	return b.String(), err
}

// noDressing tells where a text is a file of sources and not a dressing.
func noDressing(text string) error {
	f, ok := shelf.Guess(text)
	if !ok {
		return nil
	}
	name := map[shelf.Format]string{shelf.BibTeX: "BibTeX", shelf.RIS: "RIS", shelf.CSL: "CSL-JSON"}[f]
	return &Fault{"text", fmt.Sprintf("line 1: this is a list of sources, in %s, and no dressing; take it in on the Shelf", name)}
}
