package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"

	"mothledger/store"
)

// Withdraw takes a dressing back, or with back unset puts it back. Its folio and
// its revisions stay. With leadsTo above 0 its number leads on to another folio from then on.
func (l *Ledger) Withdraw(ctx context.Context, folio int, back bool, leadsTo int, why string, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Withdrawn, folio, []any{back, leadsTo}}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Withdrawn, what: fmt.Sprintf("took folio %d back", folio), why: tidy(why)}
		if !back {
			d.kind, d.what = PutBack, fmt.Sprintf("put folio %d back", folio)
		}
		if _, err := tx.IDOf(ctx, folio); err != nil {
			return d, err
		}
		v := store.ShelfValue{Withdrawn: back}
		if back && leadsTo > 0 {
			to, err := tx.One(ctx, leadsTo)
			if errors.Is(err, store.ErrNotFound) || err == nil && (to.Withdrawn || leadsTo == folio) {
				return d, &Fault{"leadsTo", fmt.Sprintf("folio %d cannot lead on to folio %d; choose a dressing in the lists", folio, leadsTo)}
			}
			if err != nil {
				return d, err
			}
			v.LeadsTo = &leadsTo
			d.what += fmt.Sprintf("; its number leads on to folio %d", leadsTo)
		}
		return d, tx.Set(ctx, store.OfShelf, store.Key{Folio: folio}, v)
	})
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
