package store

import (
	"context"
	"database/sql"
	"errors"
	"time"
)

// Batch is a file with many recipes that was taken in.
type Batch struct {
	ID        string    `db:"id" json:"id"`
	Name      string    `db:"name" json:"name"`
	TakenInAt time.Time `db:"taken_in_at" json:"takenInAt"`
	Cancelled bool      `db:"cancelled" json:"cancelled"`
	Withdrawn bool      `db:"withdrawn" json:"withdrawn"`
	Clean     int       `db:"clean" json:"clean"`
	Look      int       `db:"look" json:"look"`
	Filed     int       `db:"filed" json:"filed"`
	Refused   int       `db:"refused" json:"refused"`
}

// Item is one recipe of a batch. State is clean (ready to file), look (somebody
// has to look at it first), filed or refused.
type Item struct {
	Position int    `db:"position" json:"position"`
	Line     int    `db:"line" json:"line"`
	Title    string `db:"title" json:"title"`
	Text     string `db:"text" json:"text,omitempty"`
	State    string `db:"state" json:"state"`
	Why      string `db:"why" json:"why,omitempty"`
	Folio    *int   `db:"folio" json:"folio,omitempty"`
}

const batches = `select b.id, b.name, b.taken_in_at, b.cancelled, b.withdrawn,
	count(*) filter (where i.state = 'clean') clean, count(*) filter (where i.state = 'look') look,
	count(*) filter (where i.state = 'filed') filed, count(*) filter (where i.state = 'refused') refused
	from batch b join batch_item i on i.batch_id = b.id where `

// TakeIn keeps a batch with its items; a batch that is there already is left
// as it is.
func (t *Tx) TakeIn(ctx context.Context, seat string, b Batch, items []Item) error {
	r, err := t.tx.ExecContext(ctx, `insert into batch (id, seat, name) values ($1, $2, $3) on conflict do nothing`, b.ID, seat, b.Name)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return err
	}
	if err := t.changed(ctx, OfBox, Key{Box: b.ID}, null); err != nil {
		return err
	}
	const slice = 500
	for len(items) > 0 {
		n := min(slice, len(items))
		type row struct {
			Item
			Batch string `db:"batch"`
		}
		rows := make([]row, 0, n)
		for _, i := range items[:n] {
			rows = append(rows, row{i, b.ID})
		}
		if _, err := t.tx.NamedExecContext(ctx, `insert into batch_item (batch_id, position, line, title, text, state, why)
			values (:batch, :position, :line, :title, :text, :state, :why)`, rows); err != nil {
			return err
		}
		items = items[n:]
	}
	return nil
}

// Batch gives a batch with its counts.
func (s Reads) Batch(ctx context.Context, id string) (Batch, error) {
	var b Batch
	err := s.q.GetContext(ctx, &b, batches+`b.id = $1 group by b.id`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return b, ErrNotFound
	}
	return b, err
}

// Batches lists a seat's batches, the newest first.
func (s Reads) Batches(ctx context.Context, seat string) ([]Batch, error) {
	list := []Batch{}
	err := s.q.SelectContext(ctx, &list, batches+`b.seat = $1 and not b.dropped group by b.id order by b.taken_in_at desc limit 20`, seat)
	return list, err
}

// Items lists the recipes of a batch in a state, or all, without their texts.
func (s Reads) Items(ctx context.Context, id, state string, after, limit int) ([]Item, error) {
	list := []Item{}
	err := s.q.SelectContext(ctx, &list, `select i.position, i.line, i.title, i.state, i.why, d.folio from batch_item i left join dressing d on d.id = i.dressing_id
		where i.batch_id = $1 and ($2 = '' or i.state = $2) and i.position > $3 order by i.position limit $4`, id, state, after, limit)
	return list, err
}

// Item gives one recipe of a batch with its text.
func (s Reads) Item(ctx context.Context, id string, position int) (Item, error) {
	var i Item
	err := s.q.GetContext(ctx, &i, `select i.position, i.line, i.title, i.text, i.state, i.why, d.folio from batch_item i left join dressing d on d.id = i.dressing_id
		where i.batch_id = $1 and i.position = $2`, id, position)
	if errors.Is(err, sql.ErrNoRows) {
		return i, ErrNotFound
	}
	return i, err
}

// NextClean gives the next recipe that is ready to file and locks it, so that
// two instances do not file it twice. ErrNotFound where none is left or the
// batch was cancelled.
//
// A position above 0 asks for that one alone.
func (t *Tx) NextClean(ctx context.Context, id string, position int) (Item, error) {
	var i Item
	err := t.tx.GetContext(ctx, &i, `select i.position, i.line, i.title, i.text, i.state from batch_item i join batch b on b.id = i.batch_id
		where i.batch_id = $1 and i.state = 'clean' and not b.cancelled and not b.dropped and ($2 = 0 or i.position = $2) order by i.position limit 1 for update of i skip locked`, id, position)
	if errors.Is(err, sql.ErrNoRows) {
		return i, ErrNotFound
	}
	return i, err
}

// CleanTitled gives the position of the clean recipe of a batch that has this name, 0
// where none or several have.
func (s Reads) CleanTitled(ctx context.Context, id, title string) (int, error) {
	var at []int
	err := s.q.SelectContext(ctx, &at, `select position from batch_item where batch_id = $1 and state = 'clean' and lower(title) = lower($2) limit 2`, id, title)
	if len(at) != 1 {
		return 0, err
	}
	return at[0], err
}

// Shelf lists the folios that a batch filed, and whether they were taken back.
func (s Reads) Shelf(ctx context.Context, id string) (folios []int, err error) {
	err = s.q.SelectContext(ctx, &folios, `select n.folio from batch_item i join newest n on n.dressing_id = i.dressing_id where i.batch_id = $1 order by n.folio`, id)
	return folios, err
}
