package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// Word is a phrase that the club taught its reader.
type Word struct {
	Words    string    `db:"words" json:"words"`
	Kind     string    `db:"kind" json:"as"`
	TaughtAt time.Time `db:"taught_at" json:"taughtAt"`
}

// Vocabulary lists what the club taught its reader.
func (s Reads) Vocabulary(ctx context.Context) ([]Word, error) {
	list := []Word{}
	err := s.q.SelectContext(ctx, &list, `select words, kind, taught_at from vocabulary order by words`)
	return list, err
}

// Teach adds a phrase to the vocabulary; false where the club knows it already.
func (t *Tx) Teach(ctx context.Context, words, kind string) (bool, error) {
	r, err := t.tx.ExecContext(ctx, `insert into vocabulary (words, kind) values (lower($1), $2) on conflict (words) do nothing`, words, kind)
	if err != nil {
		return false, err
	}
	n, err := r.RowsAffected()
	return n > 0, err
}

// Forget takes a phrase out of the vocabulary.
func (t *Tx) Forget(ctx context.Context, words string) error {
	_, err := t.tx.ExecContext(ctx, `delete from vocabulary where words = lower($1)`, words)
	return err
}

// Draft is what stands on a desk unfinished. Body is the desk's own JSON.
type Draft struct {
	ID      string          `db:"id" json:"id"`
	Folio   *int            `db:"folio" json:"folio,omitempty"` // the dressing it revises
	Base    *int            `db:"base" json:"base,omitempty"`   // the revision it started from
	Edit    int64           `db:"edit" json:"edit"`
	Body    json.RawMessage `db:"body" json:"body"`
	SavedAt time.Time       `db:"saved_at" json:"savedAt"`
}

// SaveDraft keeps a draft, unless a later edit of it is kept already; it gives
// the edit that is kept.
func (s *Store) SaveDraft(ctx context.Context, seat string, d Draft) (int64, error) {
	var edit int64
	err := s.db.GetContext(ctx, &edit, `
		insert into draft (id, seat, folio, base, edit, body) values ($1, $2, $3, $4, $5, $6)
		on conflict (id) do update set edit = greatest(draft.edit, excluded.edit),
		  body = case when excluded.edit >= draft.edit then excluded.body else draft.body end,
		  base = case when excluded.edit >= draft.edit then excluded.base else draft.base end, saved_at = now()
		where draft.seat = excluded.seat
		returning edit`, d.ID, seat, d.Folio, d.Base, d.Edit, string(d.Body))
	if errors.Is(err, sql.ErrNoRows) {
		return 0, ErrNotFound // another seat's
	}
	return edit, plain(err)
}

// Drafts lists a seat's drafts, the newest first.
func (s Reads) Drafts(ctx context.Context, seat string) ([]Draft, error) {
	list := []Draft{}
	err := s.q.SelectContext(ctx, &list, `select id, folio, base, edit, body, saved_at from draft where seat = $1 order by saved_at desc limit 50`, seat)
	return list, err
}

// DropDraft takes a draft away.
func (s *Store) DropDraft(ctx context.Context, seat, id string) error {
	_, err := s.db.ExecContext(ctx, `delete from draft where id = $1 and seat = $2`, id, seat)
	return err
}

// Withdraw takes dressings back, or puts them back. It gives how many changed.
func (t *Tx) Withdraw(ctx context.Context, ids []int64, back bool) (int, error) {
	r, err := t.tx.ExecContext(ctx, `update newest set withdrawn = $2 where dressing_id = any($1) and withdrawn <> $2`, ids, back)
	if err != nil {
		return 0, err
	}
	n, err := r.RowsAffected()
	return int(n), err
}

// Unlink takes a parent from a child.
func (t *Tx) Unlink(ctx context.Context, child, parent int64) error {
	_, err := t.tx.ExecContext(ctx, `delete from descent where child_id = $1 and parent_id = $2`, child, parent)
	return err
}

// Deed is something that was done and can be undone.
type Deed struct {
	ID       int64     `db:"id" json:"id"`
	Seat     string    `db:"seat" json:"-"`
	DoneAt   time.Time `db:"done_at" json:"doneAt"`
	Kind     string    `db:"kind" json:"kind"`
	What     string    `db:"what" json:"what"`
	Dressing *int64    `db:"dressing_id" json:"-"`
	Number   *int      `db:"number" json:"-"`
	Parent   *int64    `db:"parent_id" json:"-"`
	Batch    *string   `db:"batch_id" json:"-"`
	Words    *string   `db:"words" json:"-"`
	Undone   bool      `db:"undone" json:"undone"`
}

// Note writes a deed into the journal and gives its id; a deed of no seat is
// not kept.
func (t *Tx) Note(ctx context.Context, d Deed) (int64, error) {
	if d.Seat == "" {
		return 0, nil
	}
	rows, err := sqlx.NamedQueryContext(ctx, t.tx, `insert into deed (seat, kind, what, dressing_id, number, parent_id, batch_id, words)
		values (:seat, :kind, :what, :dressing_id, :number, :parent_id, :batch_id, :words) returning id`, d)
	if err != nil {
		return 0, err
	}
	defer func() { _ = rows.Close() }()
	var id int64
	if rows.Next() {
		err = rows.Scan(&id)
	}
	return id, errors.Join(err, rows.Err())
}

// LastDeed gives a seat's last deed that is not undone, or the one with an id
// above 0, and locks it. ErrNotFound where there is none.
func (t *Tx) LastDeed(ctx context.Context, seat string, id int64) (Deed, error) {
	var d Deed
	err := t.tx.GetContext(ctx, &d, `select * from deed where seat = $1 and not undone and ($2 = 0 or id = $2) order by id desc limit 1 for update`, seat, id)
	if errors.Is(err, sql.ErrNoRows) {
		return d, ErrNotFound
	}
	return d, err
}

// MarkUndone marks a deed as undone.
func (t *Tx) MarkUndone(ctx context.Context, id int64) error {
	_, err := t.tx.ExecContext(ctx, `update deed set undone = true where id = $1`, id)
	return err
}

// Deeds lists a seat's last deeds, the newest first.
func (s Reads) Deeds(ctx context.Context, seat string, limit int) ([]Deed, error) {
	list := []Deed{}
	err := s.q.SelectContext(ctx, &list, `select * from deed where seat = $1 order by id desc limit $2`, seat, limit)
	return list, err
}

// FolioOf gives the folio and the newest revision of a dressing.
func (t *Tx) FolioOf(ctx context.Context, id int64) (folio, number int, err error) {
	err = t.tx.QueryRowxContext(ctx, `select n.folio, r.number from newest n join revision r on r.id = n.revision_id where n.dressing_id = $1`, id).Scan(&folio, &number)
	return folio, number, err
}
