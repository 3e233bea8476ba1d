package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"
)

// Tray is a named list of dressings.
type Tray struct {
	ID     int64           `db:"id"`
	Name   string          `db:"name"`
	About  string          `db:"about"`
	Edit   int             `db:"edit"`
	MadeAt time.Time       `db:"made_at"`
	Away   bool            `db:"away"`
	Count  int             `db:"count"`
	Items  json.RawMessage `db:"items"` // a list of TrayItem
}

// TrayItem is a dressing in a tray.
type TrayItem struct {
	Folio int    `json:"folio"`
	Note  string `json:"note"`
}

// TrayValue is what a tray holds.
type TrayValue struct {
	Name  string     `json:"name"`
	About string     `json:"about"`
	Away  bool       `json:"away"`
	Items []TrayItem `json:"items"`
}

// mostTrays is how many trays are listed.
const mostTrays = 500

// Trays lists the trays that are out, by name; with a folio above 0 those that hold it.
func (s Reads) Trays(ctx context.Context, folio int) ([]Tray, error) {
	list := []Tray{}
	err := s.q.SelectContext(ctx, &list, `select t.id, t.name, t.about, 1 edit, t.made_at, t.away, (select count(*) from tray_item i where i.tray_id = t.id) count, '[]'::jsonb items
		from tray t where not t.away and ($1 = 0 or exists (select from tray_item i join dressing d on d.id = i.dressing_id where i.tray_id = t.id and d.folio = $1)) order by lower(t.name), t.id limit $2`, folio, mostTrays)
	return list, err
}

// Tray gives one tray, out or away.
func (s Reads) Tray(ctx context.Context, id int64) (Tray, error) {
	var t Tray
	err := s.q.GetContext(ctx, &t, `select id, name, about, tray_edit(id) edit, made_at, away, (select count(*) from tray_item i where i.tray_id = t.id) count, tray_value(id) -> 'items' items from tray t where id = $1`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return t, ErrNotFound
	}
	return t, err
}

// Laid gives the rows of the dressings of a tray, in its order.
func (s Reads) Laid(ctx context.Context, id int64) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, columns+` from tray_item i join newest n on n.dressing_id = i.dressing_id join revision r on r.id = n.revision_id`+names+` where i.tray_id = $1 order by i.position`, id)
	return rows, err
}

// MakeTray adds a tray and gives its number.
func (t *Tx) MakeTray(ctx context.Context, v TrayValue) (int64, error) {
	var id int64
	if err := t.tx.GetContext(ctx, &id, `insert into tray (name) values ($1) returning id`, v.Name); err != nil {
		return 0, plain(err)
	}
	b, err := json.Marshal(v)
	if err != nil {
		return 0, err
	}
	if _, err := t.tx.ExecContext(ctx, `select set_tray($1, $2)`, id, string(b)); err != nil {
		return 0, plain(err)
	}
	return id, t.changed(ctx, OfTray, Key{Tray: id}, null)
}
