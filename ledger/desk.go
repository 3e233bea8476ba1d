package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"mothledger/core/dressing"
	"mothledger/store"
)

// Withdraw takes a dressing back, or with back unset puts it back. Its folio and
// its revisions stay.
func (l *Ledger) Withdraw(ctx context.Context, folio int, back bool, seat string) (deed int64, err error) {
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		id, err := tx.IDOf(ctx, folio)
		if err != nil {
			return err
		}
		n, err := tx.Withdraw(ctx, []int64{id}, back)
		if err != nil || n == 0 {
			return err
		}
		d := store.Deed{Seat: seat, Kind: "withdraw", What: fmt.Sprintf("took folio %d back", folio), Dressing: &id}
		if !back {
			d.Kind, d.What = "put back", fmt.Sprintf("put folio %d back", folio)
		}
		deed, err = tx.Note(ctx, d)
		return err
	})
	return deed, err
}

// Teach adds words to the club's vocabulary, for every reading from now on.
func (l *Ledger) Teach(ctx context.Context, c dressing.Correction, seat string) (deed int64, err error) {
	c.Words = tidy(c.Words)
	if err := c.Check(); err != nil {
		return 0, &Fault{"words", err.Error()}
	}
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		fresh, err := tx.Teach(ctx, c.Words, c.As)
		if err != nil {
			return err
		}
		if !fresh {
			return &Fault{"words", fmt.Sprintf("the club's vocabulary has %q already", c.Words)}
		}
		deed, err = tx.Note(ctx, store.Deed{Seat: seat, Kind: "teach", What: fmt.Sprintf("taught the reader that %q is a %s", c.Words, c.As), Words: &c.Words})
		return err
	})
	return deed, err
}

// Vocabulary lists what the club taught its reader.
func (l *Ledger) Vocabulary(ctx context.Context) ([]store.Word, error) {
	return l.store.Vocabulary(ctx)
}

// SaveDraft keeps what stands on a desk; it gives the edit that is kept.
func (l *Ledger) SaveDraft(ctx context.Context, seat string, d store.Draft) (int64, error) {
	if !json.Valid(d.Body) {
		return 0, &Fault{"body", "expected JSON"}
	}
	return l.store.SaveDraft(ctx, seat, d)
}

// Drafts lists a seat's drafts, the newest first.
func (l *Ledger) Drafts(ctx context.Context, seat string) ([]store.Draft, error) {
	return l.store.Drafts(ctx, seat)
}

// DropDraft takes a draft away.
func (l *Ledger) DropDraft(ctx context.Context, seat, id string) error {
	return l.store.DropDraft(ctx, seat, id)
}

// Undone is what an undo did, and the folio it did it to, 0 for none.
type Undone struct {
	What  string `json:"what"`
	Folio int    `json:"folio"`
}

// Undo takes back a seat's last deed, or the one with an id above 0. What was
// revised by somebody else since is not touched: that is a *Fault.
func (l *Ledger) Undo(ctx context.Context, seat string, deed int64) (Undone, error) {
	var out Undone
	err := l.store.Within(ctx, func(tx *store.Tx) error {
		d, err := tx.LastDeed(ctx, seat, deed)
		if errors.Is(err, store.ErrNotFound) {
			return &Fault{"deed", "there is nothing left to undo"}
		}
		if err != nil {
			return err
		}
		out.What = d.What
		var newest int
		if d.Dressing != nil {
			if out.Folio, newest, err = tx.FolioOf(ctx, *d.Dressing); err != nil {
				return err
			}
		}
		switch d.Kind {
		case "file":
			if newest > 1 {
				return &Fault{"deed", fmt.Sprintf("folio %d was revised since it was filed; take it back from its page", out.Folio)}
			}
			_, err = tx.Withdraw(ctx, []int64{*d.Dressing}, true)
		case "withdraw":
			_, err = tx.Withdraw(ctx, []int64{*d.Dressing}, false)
		case "put back":
			_, err = tx.Withdraw(ctx, []int64{*d.Dressing}, true)
		case "link":
			err = tx.Unlink(ctx, *d.Dressing, *d.Parent)
		case "unlink":
			err = tx.Link(ctx, *d.Dressing, *d.Parent)
		case "teach":
			err = tx.Forget(ctx, *d.Words)
		case "batch":
			_, err = tx.BatchBack(ctx, *d.Batch, true)
		case "batch back":
			_, err = tx.BatchBack(ctx, *d.Batch, false)
		case "revise":
			err = unrevise(ctx, tx, out.Folio, newest, d)
		}
		if err != nil {
			return err
		}
		return tx.MarkUndone(ctx, d.ID)
	})
	return out, err
}

// unrevise files the revision before the deed's own again.
func unrevise(ctx context.Context, tx *store.Tx, folio, newest int, d store.Deed) error {
	if newest != *d.Number {
		return &Fault{"deed", fmt.Sprintf("folio %d was revised again since; restore an older revision from its page", folio)}
	}
	f, err := again(ctx, tx.Reads, folio, newest-1)
	if err != nil {
		return err
	}
	f.Why = fmt.Sprintf("revision %d undone", newest)
	rev, err := revision(ctx, tx.Reads, f)
	if err != nil {
		return err
	}
	_, err = tx.Revise(ctx, *d.Dressing, newest, rev)
	if errors.Is(err, store.ErrStale) {
		return &Fault{"deed", fmt.Sprintf("folio %d was revised again just now; restore an older revision from its page", folio)}
	}
	return err
}

// Deeds lists what a seat did last, the newest first.
func (l *Ledger) Deeds(ctx context.Context, seat string) ([]store.Deed, error) {
	return l.store.Deeds(ctx, seat, 30)
}
