package ledger

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/store"
)

// Kind is what kind of deed something is.
type Kind string

// The kinds of deed. FileBox stands only in older journals, for a whole box at once.
const (
	FileDeed         Kind = "file"
	FromBox          Kind = "file from box"
	Revised          Kind = "revise"
	Restored         Kind = "restore"
	Linked           Kind = "link"
	Relinked         Kind = "change link"
	Unlinked         Kind = "unlink"
	Withdrawn        Kind = "withdraw"
	PutBack          Kind = "put back"
	Taught           Kind = "teach"
	Untaught         Kind = "unteach"
	Chosen           Kind = "choose school"
	PutAside         Kind = "put aside"
	TakenUp          Kind = "take up"
	Reordered        Kind = "reorder"
	HookAdded        Kind = "add hook"
	HookRetired      Kind = "retire hook"
	HookBack         Kind = "put hook back"
	TakenIn          Kind = "take in"
	BoxStopped       Kind = "stop box"
	BoxGoesOn        Kind = "go on with box"
	ItemLooked       Kind = "set item aside"
	BoxBack          Kind = "take box back"
	BoxPutBack       Kind = "put box back"
	ReadAnew         Kind = "read anew"
	TrayMade         Kind = "make tray"
	TrayChanged      Kind = "change tray"
	TrayAway         Kind = "put tray away"
	Catalogued       Kind = "enter material"
	Merged           Kind = "merge materials"
	Parted           Kind = "split material"
	MaterialOut      Kind = "take material out"
	Overruling       Kind = "overrule"
	PatternMade      Kind = "make pattern"
	PatternChanged   Kind = "change pattern"
	Adopted          Kind = "adopt reading"
	Placed           Kind = "place dressing"
	Claimed          Kind = "claim"
	ClaimChanged     Kind = "change claim"
	ClaimOut         Kind = "take claim out"
	Shelved          Kind = "shelve"
	SourceChanged    Kind = "change source"
	SourcesMerged    Kind = "merge sources"
	SourcesTakenIn   Kind = "take in sources"
	AccessionMade    Kind = "take in bequest"
	AccessionChanged Kind = "change bequest"
	CardsListed      Kind = "list cards"
	CardChanged      Kind = "change card"
	PeriodSet        Kind = "set period"
	PeriodOut        Kind = "take period out"
	Undo             Kind = "undo"
	FileBox          Kind = "file box"
)

// Values lists the kinds as words.
func (Kind) Values() []string {
	return words(FileDeed, FromBox, Revised, Restored, Linked, Relinked, Unlinked, Withdrawn, PutBack, Taught, Untaught, Chosen, PutAside, TakenUp, Reordered, HookAdded, HookRetired, HookBack, TakenIn, BoxStopped, BoxGoesOn, ItemLooked, BoxBack, BoxPutBack, ReadAnew, TrayMade, TrayChanged, TrayAway, Catalogued, Merged, Parted, MaterialOut, Overruling, PatternMade, PatternChanged, Adopted, Placed, Claimed, ClaimChanged, ClaimOut, Shelved, SourceChanged, SourcesMerged, SourcesTakenIn, AccessionMade, AccessionChanged, CardsListed, CardChanged, PeriodSet, PeriodOut, Undo, FileBox)
}

// Sender is who sends a request: the seat (one browser), and the key that makes a
// request that is sent twice count once. Either may be empty; a deed of no seat stands
// in the journal all the same. Accounts will stand here beside the seat.
type Sender struct{ Seat, Key string }

// Filed is what a deed did.
type Filed struct {
	// Folio and Revision are where a filing went; 0 for another deed.
	Folio    int `json:"folio"`
	Revision int `json:"revision"`
	// Deed is what can be undone; 0 where nothing was changed.
	Deed int64 `json:"deed"`
	// Again is set where the same had been sent before.
	Again bool `json:"again"`
}

// deed says of a change what the journal writes beside it.
type deed struct {
	kind      Kind
	what, why string
	// about names the record it is about, where no change does so first
	about           []string
	folio, revision int
	undoes          []int64
}

// do carries a deed out: the change and its entry in the journal, with what stood before
// and after, in one transaction. What changed nothing is no deed. With a key, the same
// request sent again gives the answer of the first.
func (l *Ledger) do(ctx context.Context, by Sender, request any, f func(*store.Tx) (deed, error)) (Filed, error) {
	sum, err := json.Marshal(request)
	if err != nil {
		return Filed{}, err
	}
	hash := sha256.Sum256(sum)
	digest := hex.EncodeToString(hash[:])
	var out Filed
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		out = Filed{}
		if by.Key != "" {
			c, used, err := tx.Claim(ctx, by.Key, digest)
			if errors.Is(err, store.ErrReused) {
				return &Fault{"Idempotency-Key", "this key was used for another request; send a new one"}
			}
			if err != nil || used {
				out = Filed{Folio: c.Folio, Revision: c.Number, Deed: c.Deed, Again: true}
				return err
			}
		}
		d, err := f(tx)
		if err != nil {
			return err
		}
		id, err := tx.Note(ctx, store.Deed{Seat: by.Seat, Kind: string(d.kind), What: d.what, Why: d.why, Touches: d.about}, d.undoes...)
		if err != nil {
			return err
		}
		out = Filed{Folio: d.folio, Revision: d.revision, Deed: id}
		if by.Key == "" {
			return nil
		}
		return tx.Keep(ctx, by.Key, store.Claimed{Digest: digest, Folio: d.folio, Number: d.revision, Deed: id})
	})
	if err != nil {
		return Filed{}, err
	}
	return out, nil
}

// request is what a digest is taken of: the kind of request and what it asks for.
type request struct {
	Kind Kind
	On   any
	Asks any
}

// Undone is what an undo did, and the folio it did it to, 0 for none.
type Undone struct {
	What  string `json:"what"`
	Folio int    `json:"folio"`
	Deed  int64  `json:"deed" doc:"the undoing, which can be undone itself"`
}

// Undoing is what an undo would do.
type Undoing struct {
	Deed int64  `json:"deed" doc:"the deed that would be undone"`
	What string `json:"what"`
	// Also says what else would be touched, a line each; Blocked why it cannot be
	// undone, where that is so.
	Also    []string `json:"also"`
	Blocked string   `json:"blocked,omitempty"`
}

// Undo takes back a seat's last deed, or the one with an id above 0. While something
// rests on it, or somebody changed the same since, it is a *Fault.
func (l *Ledger) Undo(ctx context.Context, id int64, by Sender) (Undone, error) {
	var out Undone
	done, err := l.do(ctx, by, request{Undo, id, nil}, func(tx *store.Tx) (deed, error) {
		list, err := undoable(ctx, tx, by.Seat, id)
		if err != nil {
			return deed{}, err
		}
		if err := takeBack(ctx, tx, list); err != nil {
			return deed{}, err
		}
		out = Undone{What: whatOf(list), Folio: folioOf(list[0])}
		d := deed{kind: Undo, what: "undid: " + out.What, about: list[0].Touches[:min(1, len(list[0].Touches))], folio: out.Folio}
		for _, x := range list {
			d.undoes = append(d.undoes, x.ID)
		}
		return d, nil
	})
	if done.Again {
		out = Undone{What: "it was undone already", Folio: done.Folio}
	}
	out.Deed = done.Deed
	return out, err
}

// errRehearsed ends a transaction that only tried something.
var errRehearsed = errors.New("rehearsed")

// Undoing says what an undo would do, without doing it.
func (l *Ledger) Undoing(ctx context.Context, id int64, by Sender) (Undoing, error) {
	out := Undoing{Also: []string{}}
	err := l.store.Within(ctx, func(tx *store.Tx) error {
		out = Undoing{Also: []string{}}
		list, err := undoable(ctx, tx, by.Seat, id)
		if err != nil {
			return err
		}
		out.Deed, out.What = list[0].ID, whatOf(list)
		err = takeBack(ctx, tx, list)
		var f *Fault
		if errors.As(err, &f) {
			out.Blocked = f.Msg
			return errRehearsed
		}
		if err != nil {
			return err
		}
		if out.Also, err = also(ctx, tx.Reads, tx.Changes(), list[0]); err != nil {
			return err
		}
		return errRehearsed
	})
	if errors.Is(err, errRehearsed) {
		err = nil
	}
	return out, err
}

func whatOf(list []store.Deed) string {
	if len(list) == 1 {
		return list[0].What
	}
	return fmt.Sprintf("filed %d recipes of a card box", len(list))
}

// folioOf gives the folio that a deed is about, 0 for none.
func folioOf(d store.Deed) int {
	var n int
	if len(d.Touches) > 0 {
		_, _ = fmt.Sscanf(d.Touches[0], "dressing %d", &n)
	}
	return n
}

// stands tells whether a deed is in force: not undone, or its undoing undone.
func stands(ctx context.Context, s store.Reads, d store.Deed) (bool, error) {
	if d.UndoneBy == 0 {
		return !d.WasUndone, nil
	}
	by, err := s.OneDeed(ctx, d.UndoneBy)
	if err != nil {
		return false, err
	}
	back, err := stands(ctx, s, by)
	return !back, err
}

// latest gives the deed to undo so that d is undone: d itself, or where d was undone
// and done again, the last doing of it.
func latest(ctx context.Context, s store.Reads, d store.Deed) (store.Deed, error) {
	for d.UndoneBy != 0 {
		by, err := s.OneDeed(ctx, d.UndoneBy)
		if err != nil {
			return d, err
		}
		if d, err = s.OneDeed(ctx, by.UndoneBy); err != nil {
			return d, err
		}
	}
	return d, nil
}

// page is how many deeds of a seat are looked at in one go.
const page = 50

// undoable gives the deeds to undo, the newest first: the one asked for, or a seat's
// last one that stands, with all others of its kind where it filed a card box.
func undoable(ctx context.Context, tx *store.Tx, seat string, id int64) ([]store.Deed, error) {
	if err := tx.LockDeeds(ctx); err != nil {
		return nil, err
	}
	if id > 0 {
		d, err := tx.OneDeed(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			return nil, &Fault{"deed", fmt.Sprintf("there is no deed %d in the journal", id)}
		}
		if err != nil {
			return nil, err
		}
		in, err := stands(ctx, tx.Reads, d)
		if err == nil && !in {
			err = &Fault{"deed", "this was undone already"}
		}
		if err != nil {
			return nil, err
		}
		d, err = latest(ctx, tx.Reads, d)
		return []store.Deed{d}, err
	}
	var out []store.Deed
	for before := int64(0); ; {
		list, err := tx.LastDeeds(ctx, seat, before, page)
		if err != nil {
			return nil, err
		}
		for _, d := range list {
			before = d.ID
			in, err := stands(ctx, tx.Reads, d)
			if err != nil {
				return nil, err
			}
			if !in {
				continue
			}
			if len(out) > 0 && (d.Kind != string(FromBox) || !slices.Contains(d.Touches, boxOf(out[0]))) {
				return out, nil
			}
			if d, err = latest(ctx, tx.Reads, d); err != nil {
				return nil, err
			}
			if out = append(out, d); d.Kind != string(FromBox) {
				return out, nil
			}
		}
		if len(list) < page {
			break
		}
	}
	if len(out) == 0 {
		return nil, &Fault{"deed", "there is nothing left to undo"}
	}
	return out, nil
}

func boxOf(d store.Deed) string {
	i := slices.IndexFunc(d.Touches, func(s string) bool { return strings.HasPrefix(s, "box ") })
	if i < 0 {
		return ""
	}
	return d.Touches[i]
}

// takeBack applies the inverses of deeds, the newest first.
func takeBack(ctx context.Context, tx *store.Tx, list []store.Deed) error {
	var unfiled []int
	for _, d := range list {
		changes, known, err := d.Changes()
		if err != nil {
			return err
		}
		if !known {
			return &Fault{"deed", "this was done before the journal kept what stood before; it cannot be undone from here"}
		}
		for _, c := range slices.Backward(changes) {
			if err := reverse(ctx, tx, c, Kind(d.Kind)); err != nil {
				return err
			}
			if c.Of == store.OfShelf && isNull(c.Before) {
				unfiled = append(unfiled, c.Key.Folio)
			}
		}
	}
	for _, folio := range unfiled {
		rest, err := tx.VariantsInSight(ctx, folio)
		if err != nil {
			return err
		}
		if len(rest) > 0 {
			return &Fault{"deed", fmt.Sprintf("folio %d has variants by now (%s); unlink them first, or take it back from its page", folio, listed(rest))}
		}
	}
	return nil
}

func listed(folios []int) string {
	const most = 5
	s := strings.Join(each(folios[:min(most, len(folios))], func(f int) string { return fmt.Sprintf("folio %d", f) }), ", ")
	if n := len(folios) - most; n > 0 {
		s += fmt.Sprintf(" and %d more", n)
	}
	return s
}

func isNull(v json.RawMessage) bool { return len(v) == 0 || string(v) == "null" }

// reverse puts back what stood before a change, where what the change left still stands.
func reverse(ctx context.Context, tx *store.Tx, c store.Change, kind Kind) error {
	now, err := tx.Get(ctx, c.Of, c.Key)
	if err != nil {
		return err
	}
	if c.Of == store.OfSays {
		return unsay(ctx, tx, c, now, kind)
	}
	// a dressing that leaves the lists keeps its place, as it keeps its revisions
	if (c.Of == store.OfPlace || c.Of == store.OfPattern) && isNull(c.Before) && (kind == FileDeed || kind == FromBox) {
		return nil
	}
	if !store.Same(now, c.After) {
		return &Fault{"deed", fmt.Sprintf("%s was changed since; look at its history", cellName(c))}
	}
	if c.Of == store.OfBox && isNull(c.Before) {
		b, err := tx.Batch(ctx, c.Key.Box)
		if err != nil {
			return err
		}
		if b.Filed > 0 {
			return &Fault{"deed", fmt.Sprintf("%d recipes of this box are filed; take them back first", b.Filed)}
		}
	}
	var before any
	if !isNull(c.Before) {
		before = c.Before
	}
	err = tx.Set(ctx, c.Of, c.Key, before)
	switch {
	case errors.Is(err, store.ErrCircle):
		return &Fault{"deed", fmt.Sprintf("folio %d descends from folio %d by now, so that link cannot be made again", c.Key.Parent, c.Key.Folio)}
	case errors.Is(err, store.ErrTaken) && c.Of == store.OfHook:
		return &Fault{"deed", "the club has another hook of that name and size by now"}
	case errors.Is(err, store.ErrTaken):
		return &Fault{"deed", cellName(c) + " cannot be as it was: another is called so by now"}
	}
	return err
}

// unsay files the revision before a deed's own again, where nobody revised since.
func unsay(ctx context.Context, tx *store.Tx, c store.Change, now json.RawMessage, kind Kind) error {
	var was, left, is store.SaysValue
	if err := errors.Join(json.Unmarshal(c.After, &left), json.Unmarshal(now, &is)); err != nil {
		return err
	}
	if left.As != is.As {
		return &Fault{"deed", fmt.Sprintf("folio %d was revised since; restore an older revision from its page", c.Key.Folio)}
	}
	if isNull(c.Before) { // it was filed: its revisions stay, and it leaves the lists
		return nil
	}
	if err := json.Unmarshal(c.Before, &was); err != nil {
		return err
	}
	id, err := tx.IDOf(ctx, c.Key.Folio)
	if err != nil {
		return err
	}
	why := fmt.Sprintf("revision %d undone", left.Revision)
	if kind == Undo {
		why = fmt.Sprintf("revision %d stands again", was.As)
	}
	_, err = tx.Again(ctx, id, is.Revision, was.Revision, why)
	if errors.Is(err, store.ErrStale) {
		return &Fault{"deed", fmt.Sprintf("folio %d was revised again just now; restore an older revision from its page", c.Key.Folio)}
	}
	return err
}
