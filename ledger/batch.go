package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/reading"
	"mothledger/store"
)

// maxBatch is the largest number of recipes that are taken in at once.
const maxBatch = 5000

// TakeIn cuts a file into recipes, reads each, and keeps the batch: those that
// are read whole are clean, the others need a look. Nothing is filed yet. The
// id is the sender's; the same id again changes nothing.
func (l *Ledger) TakeIn(ctx context.Context, id, name, text string, by Sender) (Batch, error) {
	if len(text) > reading.MaxText {
		return Batch{}, &Fault{"text", fmt.Sprintf("the file has %d bytes; expected at most %d", len(text), reading.MaxText)}
	}
	if err := reading.Legible(strings.TrimPrefix(text, "\ufeff")); err != nil {
		return Batch{}, &Fault{"text", err.Error()}
	}
	pieces := reading.Split(text)
	switch {
	case len(pieces) == 0:
		return Batch{}, &Fault{"text", "the file is empty; expected recipes, parted by a ruled line or by the next name"}
	case len(pieces) > maxBatch:
		return Batch{}, &Fault{"text", fmt.Sprintf("the file has %d recipes; expected at most %d", len(pieces), maxBatch)}
	}
	var items []store.Item
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		items, err = look(ctx, s, pieces)
		return err
	})
	if err != nil {
		return Batch{}, err
	}
	name = tidy(name)
	if len([]rune(name)) > maxName {
		name = string([]rune(name)[:maxName])
	}
	_, err = l.do(ctx, by, request{TakenIn, id, name}, func(tx *store.Tx) (deed, error) {
		return deed{kind: TakenIn, what: fmt.Sprintf("took in %s with %d recipes", name, len(items))}, tx.TakeIn(ctx, by.Seat, store.Batch{ID: id, Name: name}, items)
	})
	if err != nil {
		return Batch{}, err
	}
	return l.Batch(ctx, id)
}

// look reads the recipes of a file and says which are clean. A parent may be one of the
// same file.
func look(ctx context.Context, s store.Reads, pieces []reading.Piece) ([]store.Item, error) {
	w, err := vocabulary(ctx, s)
	if err != nil {
		return nil, err
	}
	items := make([]store.Item, 0, len(pieces))
	read := make([]dressing.Dressing, len(pieces))
	titles := map[string]int{}
	for i, p := range pieces {
		if err := ctx.Err(); err != nil { // whoever asked has gone
			return nil, err
		}
		item := store.Item{Position: i + 1, Line: p.Line, Text: p.Text, State: string(Clean)}
		if read[i], item.Why = doubts(&item, w); item.Why != "" {
			item.State = string(Look)
		}
		titles[strings.ToLower(item.Title)]++
		items = append(items, item)
	}
	for i := range items {
		named := slices.DeleteFunc(slices.Clone(read[i].Parents), func(n dressing.Named) bool {
			return titles[strings.ToLower(n.Name)] == 1 && !strings.EqualFold(n.Name, items[i].Title)
		})
		list, err := offers(ctx, s, named)
		if err != nil {
			return nil, err
		}
		for _, o := range list {
			if ask := o.ask(); ask != "" {
				items[i].Why = strings.Trim(items[i].Why+"; its parent "+ask, "; ")
				items[i].State = string(Look)
			}
		}
	}
	return items, nil
}

// doubts reads a recipe, fills in its name and says why somebody has to look at it.
func doubts(item *store.Item, w *reading.Words) (dressing.Dressing, string) {
	r, err := reading.Read(item.Text, w)
	if err != nil {
		item.Title = tidy(strings.SplitN(item.Text, "\n", 2)[0])
		item.Title = string([]rune(item.Title)[:min(maxTitle, len([]rune(item.Title)))])
		return dressing.Dressing{}, err.Error()
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
	if len(d.Parts) == 0 {
		why = append(why, "it is only a name, without a dressing")
	}
	var f *Fault
	if _, err := prepare(d, saidBy(d), Filing{Text: item.Text}); errors.As(err, &f) && f.Field != string(TitleField) {
		why = append(why, f.Msg)
	}
	if n := len(d.Unread); n > 0 {
		first := d.Unread[0]
		why = append(why, fmt.Sprintf("%d unread, first “%s” in line %d", n, first.Text, item.Line+first.Line-1))
	}
	for _, c := range d.Contradictions {
		why = append(why, "two things are said: "+c.Text)
	}
	return d, strings.Join(why, "; ")
}

// Progress is how far the filing of a batch has come.
type Progress struct {
	Batch
	// Just lists the recipes that this request filed, refused or set aside.
	Just []Item `json:"just"`
}

// FileSome files up to limit clean recipes of a batch, each by a deed of its own, so
// that a crash or a cancel leaves whole what was filed. A parent that stands later in
// the same box is filed first.
func (l *Ledger) FileSome(ctx context.Context, id string, limit int, by Sender) (Progress, error) {
	out := Progress{Just: []Item{}}
	var waiting []int // recipes that wait for their parents, the last for the one in hand
	for next := 0; len(out.Just) < limit; {
		var it store.Item
		_, err := l.do(ctx, Sender{Seat: by.Seat}, nil, func(tx *store.Tx) (deed, error) {
			var err error
			if it, err = tx.NextClean(ctx, id, next); err != nil {
				return deed{}, err
			}
			return fileItem(ctx, tx, id, &it, waiting)
		})
		var later laterItem
		switch {
		case errors.As(err, &later):
			waiting, next = append(waiting, it.Position), int(later)
			continue
		case errors.Is(err, store.ErrNotFound) && next == 0:
			limit = 0 // none is left
			continue
		case errors.Is(err, store.ErrNotFound): // somebody else has it
		case err != nil:
			return out, err
		default:
			it.Text = ""
			out.Just = append(out.Just, item(it))
		}
		next = 0
		if n := len(waiting) - 1; n >= 0 {
			waiting, next = waiting[:n], waiting[n]
		}
	}
	b, err := l.Batch(ctx, id)
	out.Batch = b
	return out, err
}

// laterItem says that a recipe's parent stands at a later position of its box.
type laterItem int

func (laterItem) Error() string { return "its parent stands later in the box" }

func fileItem(ctx context.Context, tx *store.Tx, id string, it *store.Item, waiting []int) (deed, error) {
	key := store.Key{Box: id, Position: it.Position}
	set := func(state ItemState, why string, folio *int) error {
		it.State, it.Why, it.Folio = string(state), why, folio
		return tx.Set(ctx, store.OfItem, key, store.ItemValue{State: it.State, Why: why, Folio: folio})
	}
	aside := deed{kind: ItemLooked, what: fmt.Sprintf("set recipe %d of a card box aside: %s", it.Position, it.Title)}
	f := Filing{Text: it.Text}
	rev, named, err := revision(ctx, tx.Reads, f)
	var fault *Fault
	if errors.As(err, &fault) {
		return aside, set(Refused, fault.Error(), nil)
	}
	if err != nil {
		return aside, err
	}
	list, err := offers(ctx, tx.Reads, named)
	if err != nil {
		return aside, err
	}
	for _, o := range list {
		if len(o.Choices) > 0 {
			continue
		}
		at, err := tx.CleanTitled(ctx, id, o.Name)
		if err != nil {
			return aside, err
		}
		if at > 0 && at != it.Position && !slices.Contains(waiting, at) {
			return aside, laterItem(at)
		}
	}
	parents, err := settled(list)
	if errors.As(err, &fault) {
		return aside, set(Look, fault.Msg, nil)
	}
	d, err := file(ctx, tx, rev, parents, nil)
	if errors.As(err, &fault) {
		return aside, fault
	}
	if err != nil {
		return aside, err
	}
	d.kind = FromBox
	return d, set(Done, "", &d.folio)
}

// Batch gives a batch with its counts.
func (l *Ledger) Batch(ctx context.Context, id string) (Batch, error) {
	b, err := l.store.Batch(ctx, id)
	return Batch(b), err
}

// Batches lists a seat's batches, the newest first.
func (l *Ledger) Batches(ctx context.Context, seat string) ([]Batch, error) {
	list, err := l.store.Batches(ctx, seat)
	return each(list, func(b store.Batch) Batch { return Batch(b) }), err
}

// Items lists recipes of a batch in a state, or all for "", from the one after a
// position on.
func (l *Ledger) Items(ctx context.Context, id string, state ItemState, after, limit int) ([]Item, error) {
	list, err := l.store.Items(ctx, id, string(state), after, limit)
	return each(list, item), err
}

// Item gives one recipe of a batch with its text.
func (l *Ledger) Item(ctx context.Context, id string, position int) (Item, error) {
	i, err := l.store.Item(ctx, id, position)
	return item(i), err
}

// StopBatch stops the filing of a batch, or lets it go on.
func (l *Ledger) StopBatch(ctx context.Context, id string, stop bool, by Sender) (Batch, error) {
	return l.box(ctx, id, by, request{BoxStopped, id, stop}, func(tx *store.Tx, name string, b *store.BoxValue) (deed, error) {
		b.Cancelled = stop
		if stop {
			return deed{kind: BoxStopped, what: "stopped the filing of " + name}, nil
		}
		return deed{kind: BoxGoesOn, what: "went on with the filing of " + name}, nil
	})
}

// box changes how far a box has come, by a deed.
func (l *Ledger) box(ctx context.Context, id string, by Sender, r request, change func(*store.Tx, string, *store.BoxValue) (deed, error)) (Batch, error) {
	_, err := l.do(ctx, by, r, func(tx *store.Tx) (deed, error) {
		b, err := tx.Batch(ctx, id)
		if err != nil {
			return deed{}, err
		}
		key := store.Key{Box: id}
		now, err := tx.Get(ctx, store.OfBox, key)
		if err != nil {
			return deed{}, err
		}
		var v store.BoxValue
		if err := json.Unmarshal(now, &v); err != nil {
			return deed{}, err
		}
		d, err := change(tx, b.Name, &v)
		if err != nil {
			return d, err
		}
		d.about = []string{"box " + id}
		return d, tx.Set(ctx, store.OfBox, key, v)
	})
	if err != nil {
		return Batch{}, err
	}
	return l.Batch(ctx, id)
}

// BatchBack takes everything that a batch filed back, in one transaction, or
// puts it back.
func (l *Ledger) BatchBack(ctx context.Context, id string, back bool, by Sender) (Batch, error) {
	return l.box(ctx, id, by, request{BoxBack, id, back}, func(tx *store.Tx, name string, b *store.BoxValue) (deed, error) {
		b.Withdrawn, b.Cancelled = back, b.Cancelled || back
		folios, err := tx.Shelf(ctx, id)
		if err != nil {
			return deed{}, err
		}
		for _, f := range folios {
			if err := tx.Set(ctx, store.OfShelf, store.Key{Folio: f}, store.ShelfValue{Withdrawn: back}); err != nil {
				return deed{}, err
			}
		}
		n := len(tx.Changes())
		if back {
			return deed{kind: BoxBack, what: fmt.Sprintf("took back %d dressings of %s", n, name)}, nil
		}
		return deed{kind: BoxPutBack, what: fmt.Sprintf("put back %d dressings of %s", n, name)}, nil
	})
}
