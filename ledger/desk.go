package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"mothledger/core/reading"
	"mothledger/store"
)

// Withdraw takes a dressing back, or with back unset puts it back. Its folio and
// its revisions stay.
func (l *Ledger) Withdraw(ctx context.Context, folio int, back bool, why string, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Withdrawn, folio, back}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Withdrawn, what: fmt.Sprintf("took folio %d back", folio), why: tidy(why)}
		if !back {
			d.kind, d.what = PutBack, fmt.Sprintf("put folio %d back", folio)
		}
		if _, err := tx.IDOf(ctx, folio); err != nil {
			return d, err
		}
		return d, tx.Set(ctx, store.OfShelf, store.Key{Folio: folio}, store.ShelfValue{Withdrawn: back})
	})
}

// Teach adds words to the club's vocabulary, for every reading from now on.
func (l *Ledger) Teach(ctx context.Context, c reading.Correction, by Sender) (Filed, error) {
	c.Words = strings.ToLower(tidy(c.Words))
	if err := c.Check(); err != nil {
		return Filed{}, &Fault{"words", err.Error()}
	}
	return l.do(ctx, by, request{Taught, nil, c}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Taught, what: fmt.Sprintf("taught the reader that “%s” is a %s", c.Words, c.As)}
		key := store.Key{Words: c.Words}
		now, err := tx.Get(ctx, store.OfWord, key)
		if err != nil {
			return d, err
		}
		if !isNull(now) {
			return d, &Fault{"words", fmt.Sprintf("the club's vocabulary has %q already", c.Words)}
		}
		return d, tx.Set(ctx, store.OfWord, key, store.WordValue{Kind: string(c.As)})
	})
}

// Vocabulary lists what the club taught its reader.
func (l *Ledger) Vocabulary(ctx context.Context) ([]Word, error) {
	list, err := l.store.Vocabulary(ctx)
	return each(list, func(w store.Word) Word { return Word{w.Words, reading.CorrectAs(w.Kind), w.TaughtAt} }), err
}

// SaveDraft keeps what stands on a desk; it gives the edit that is kept.
func (l *Ledger) SaveDraft(ctx context.Context, seat string, d Draft) (int64, error) {
	if !json.Valid(d.Body) {
		return 0, &Fault{"body", "expected JSON"}
	}
	n, err := l.store.SaveDraft(ctx, seat, store.Draft(d))
	if errors.Is(err, store.ErrUnkept) && d.Folio != nil {
		return 0, &Fault{"folio", fmt.Sprintf("there is no folio %d to revise", *d.Folio)}
	}
	return n, err
}

// Drafts lists a seat's drafts, the newest first.
func (l *Ledger) Drafts(ctx context.Context, seat string) ([]Draft, error) {
	list, err := l.store.Drafts(ctx, seat)
	return each(list, func(d store.Draft) Draft { return Draft(d) }), err
}

// DropDraft takes a draft away.
func (l *Ledger) DropDraft(ctx context.Context, seat, id string) error {
	return l.store.DropDraft(ctx, seat, id)
}
