package ledger

import (
	"context"
	"errors"
	"fmt"
	"strings"

	"mothledger/core/dressing"
	"mothledger/store"
)

// maxBatch is the largest number of recipes that are taken in at once.
const maxBatch = 5000

// TakeIn cuts a file into recipes, reads each, and keeps the batch: those that
// are read whole are clean, the others need a look. Nothing is filed yet. The
// id is the sender's; the same id again changes nothing.
func (l *Ledger) TakeIn(ctx context.Context, id, name, text, seat string) (store.Batch, error) {
	if len(text) > dressing.MaxText {
		return store.Batch{}, &Fault{"text", fmt.Sprintf("the file has %d bytes; expected at most %d", len(text), dressing.MaxText)}
	}
	if i := strings.IndexByte(text, 0); i >= 0 {
		return store.Batch{}, &Fault{"text", fmt.Sprintf("line %d: this is not text; expected recipes in plain UTF-8", 1+strings.Count(text[:i], "\n"))}
	}
	pieces := dressing.Split(text)
	switch {
	case len(pieces) == 0:
		return store.Batch{}, &Fault{"text", "the file is empty; expected recipes, parted by a ruled line or by the next name"}
	case len(pieces) > maxBatch:
		return store.Batch{}, &Fault{"text", fmt.Sprintf("the file has %d recipes; expected at most %d", len(pieces), maxBatch)}
	}
	w, err := words(ctx, l.store.Reads)
	if err != nil {
		return store.Batch{}, err
	}
	items := make([]store.Item, 0, len(pieces))
	for i, p := range pieces {
		item := store.Item{Position: i + 1, Line: p.Line, Text: p.Text, State: "clean"}
		if why := doubts(&item, w); why != "" {
			item.State, item.Why = "look", why
		}
		items = append(items, item)
	}
	name = tidy(name)
	if len([]rune(name)) > maxName {
		name = string([]rune(name)[:maxName])
	}
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		return tx.TakeIn(ctx, seat, store.Batch{ID: id, Name: name}, items)
	})
	if err != nil {
		return store.Batch{}, err
	}
	return l.store.Batch(ctx, id)
}

// doubts fills in a recipe's name and says why somebody has to look at it.
func doubts(item *store.Item, w *dressing.Words) string {
	r, err := dressing.Read(item.Text, w)
	if err != nil {
		item.Title = strings.ToValidUTF8(strings.SplitN(item.Text, "\n", 2)[0], "?")
		return err.Error()
	}
	d := r.Dressing
	item.Title = tidy(d.Title)
	var why []string
	if item.Title == "" {
		item.Title = "no name"
		why = append(why, "it has no name")
	}
	if len([]rune(item.Title)) > maxTitle {
		item.Title = string([]rune(item.Title)[:maxTitle])
		why = append(why, "its name is too long")
	}
	if _, err := prepare(d, Filing{Text: item.Text}); err != nil {
		var f *Fault
		if errors.As(err, &f) && f.Field != "title" {
			why = append(why, f.Msg)
		}
	}
	if n := len(d.Unread); n > 0 {
		first := d.Unread[0]
		why = append(why, fmt.Sprintf("%d unread, first “%s” in line %d", n, first.Text, item.Line+first.Line-1))
	}
	for _, c := range d.Contradictions {
		why = append(why, "two things are said: "+c.Text)
	}
	return strings.Join(why, "; ")
}

// Progress is how far the filing of a batch has come.
type Progress struct {
	store.Batch
	// Just lists the recipes that this request filed or refused.
	Just []store.Item `json:"just"`
}

// FileSome files up to limit clean recipes of a batch, each in a transaction of
// its own, so that a crash or a cancel leaves whole what was filed.
func (l *Ledger) FileSome(ctx context.Context, id string, limit int, seat string) (Progress, error) {
	out := Progress{Just: []store.Item{}}
	var err error
	for range limit {
		var item store.Item
		err = l.store.Within(ctx, func(tx *store.Tx) error {
			var err error
			if item, err = tx.NextClean(ctx, id); err != nil {
				return err
			}
			return fileItem(ctx, tx, id, &item)
		})
		if errors.Is(err, store.ErrNotFound) {
			break
		}
		if err != nil {
			return out, err
		}
		item.Text = ""
		out.Just = append(out.Just, item)
	}
	if out.Batch, err = l.store.Batch(ctx, id); err != nil {
		return out, err
	}
	if seat != "" && out.Clean == 0 && len(out.Just) > 0 {
		err = l.store.Within(ctx, func(tx *store.Tx) error {
			_, err := tx.Note(ctx, store.Deed{Seat: seat, Kind: "batch", What: fmt.Sprintf("filed %d recipes of %s", out.Filed, out.Name), Batch: &id})
			return err
		})
	}
	return out, err
}

func fileItem(ctx context.Context, tx *store.Tx, id string, item *store.Item) error {
	f := Filing{Text: item.Text}
	rev, err := revision(ctx, tx.Reads, f)
	var fault *Fault
	if errors.As(err, &fault) {
		item.State, item.Why = "refused", fault.Error()
		return tx.Settle(ctx, id, item.Position, item.State, item.Why, nil)
	}
	if err != nil {
		return err
	}
	if of := rev.Reading.(*dressing.Dressing).VariantOf; of != "" {
		switch folios, err := tx.Titled(ctx, of); {
		case err != nil:
			return err
		case len(folios) == 1:
			f.Parents = folios
		case len(folios) == 0:
			item.Why = fmt.Sprintf("“%s” is not in the ledger; filed without a parent", of)
		default:
			item.Why = fmt.Sprintf("%d dressings are called “%s”; filed without a parent", len(folios), of)
		}
	}
	filed, dressing, err := file(ctx, tx, f, rev, "")
	if err != nil {
		return err
	}
	item.State, item.Folio = "filed", &filed.Folio
	return tx.Settle(ctx, id, item.Position, item.State, item.Why, &dressing)
}

// Batch gives a batch with its counts.
func (l *Ledger) Batch(ctx context.Context, id string) (store.Batch, error) {
	return l.store.Batch(ctx, id)
}

// Batches lists a seat's batches, the newest first.
func (l *Ledger) Batches(ctx context.Context, seat string) ([]store.Batch, error) {
	return l.store.Batches(ctx, seat)
}

// Items lists recipes of a batch in a state, or all for "", from the one after a
// position on.
func (l *Ledger) Items(ctx context.Context, id, state string, after, limit int) ([]store.Item, error) {
	return l.store.Items(ctx, id, state, after, limit)
}

// Item gives one recipe of a batch with its text.
func (l *Ledger) Item(ctx context.Context, id string, position int) (store.Item, error) {
	return l.store.Item(ctx, id, position)
}

// FiledByHand says that somebody looked at a recipe of a batch and filed it from
// the Desk.
func (l *Ledger) FiledByHand(ctx context.Context, id string, position, folio int) error {
	return l.store.Within(ctx, func(tx *store.Tx) error {
		dressing, err := tx.IDOf(ctx, folio)
		if err != nil {
			return err
		}
		return tx.Settle(ctx, id, position, "filed", "filed from the Desk", &dressing)
	})
}

// StopBatch stops the filing of a batch, or lets it go on.
func (l *Ledger) StopBatch(ctx context.Context, id string, stop bool) (store.Batch, error) {
	if err := l.store.CancelBatch(ctx, id, stop); err != nil {
		return store.Batch{}, err
	}
	return l.store.Batch(ctx, id)
}

// BatchBack takes everything that a batch filed back, in one transaction, or
// puts it back.
func (l *Ledger) BatchBack(ctx context.Context, id string, back bool, seat string) (store.Batch, error) {
	b, err := l.store.Batch(ctx, id)
	if err != nil {
		return b, err
	}
	err = l.store.Within(ctx, func(tx *store.Tx) error {
		n, err := tx.BatchBack(ctx, id, back)
		if err != nil || n == 0 {
			return err
		}
		d := store.Deed{Seat: seat, Kind: "batch back", What: fmt.Sprintf("took back %d dressings of %s", n, b.Name), Batch: &id}
		if !back {
			d.Kind, d.What = "batch", fmt.Sprintf("put back %d dressings of %s", n, b.Name)
		}
		_, err = tx.Note(ctx, d)
		return err
	})
	if err != nil {
		return b, err
	}
	return l.store.Batch(ctx, id)
}
