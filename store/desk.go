package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"
)

// Word is a phrase that the club taught its reader.
type Word struct {
	Words    string    `db:"words" json:"words"`
	Kind     string    `db:"kind" json:"as"`
	TaughtAt time.Time `db:"taught_at" json:"taughtAt"`
	Means    string    `db:"means"`
	Material string    `db:"material_kind"` // the kind of a new material
	Hue      string    `db:"hue"`
	Also     []byte    `db:"also"` // other names, as JSON
	Example  string    `db:"example"`
}

// Vocabulary lists what the club taught its reader.
func (s Reads) Vocabulary(ctx context.Context) ([]Word, error) {
	list := []Word{}
	err := s.q.SelectContext(ctx, &list, `select words, kind, taught_at, means, material_kind, hue, also, example from vocabulary order by words`)
	return list, err
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
	err := s.q.SelectContext(ctx, &list, `select id, folio, base, edit, convert_to(body, 'UTF8') body, saved_at from draft where seat = $1 order by saved_at desc limit 50`, seat)
	return list, err
}

// DropDraft takes a draft away.
func (s *Store) DropDraft(ctx context.Context, seat, id string) error {
	_, err := s.db.ExecContext(ctx, `delete from draft where id = $1 and seat = $2`, id, seat)
	return err
}

// FolioOf gives the folio and the newest revision of a dressing.
func (t *Tx) FolioOf(ctx context.Context, id int64) (folio, number int, err error) {
	err = t.tx.QueryRowxContext(ctx, `select n.folio, r.number from newest n join revision r on r.id = n.revision_id where n.dressing_id = $1`, id).Scan(&folio, &number)
	return folio, number, err
}
