package store

import (
	"context"
	"database/sql"
	"errors"
	"time"
)

// Hook is a hook model that the club measured. Figures are millimetres; 0 is not
// measured.
type Hook struct {
	ID         int64     `db:"id" json:"id"`
	Name       string    `db:"name" json:"name"`
	Size       int       `db:"size" json:"-"`
	Style      string    `db:"style" json:"style,omitempty"`
	Eye        string    `db:"eye" json:"eye,omitempty"`
	ShankMM    float64   `db:"shank_mm" json:"shankMM"`
	GapeMM     float64   `db:"gape_mm" json:"gapeMM"`
	EyeMM      float64   `db:"eye_mm" json:"eyeMM,omitempty"`
	WireMM     float64   `db:"wire_mm" json:"wireMM,omitempty"`
	MeasuredAt time.Time `db:"measured_at" json:"measuredAt"`
}

const hooks = `select id, name, size, style, eye, shank_mm, gape_mm, eye_mm, wire_mm, measured_at from hook where `

// Hooks lists the club's measured hooks, by name and size.
func (s Reads) Hooks(ctx context.Context) ([]Hook, error) {
	list := []Hook{}
	err := s.q.SelectContext(ctx, &list, hooks+`not retired order by name, size`)
	return list, err
}

// Hook gives one measured hook, retired or not.
func (s Reads) Hook(ctx context.Context, id int64) (Hook, error) {
	var h Hook
	err := s.q.GetContext(ctx, &h, hooks+`id = $1`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return h, ErrNotFound
	}
	return h, err
}

// AddHook keeps a measured hook and gives its id; ErrTaken where the club has
// one of that name and size.
func (t *Tx) AddHook(ctx context.Context, h Hook) (int64, error) {
	var id int64
	err := t.tx.GetContext(ctx, &id, `insert into hook (name, size, style, eye, shank_mm, gape_mm, eye_mm, wire_mm) values ($1, $2, $3, $4, $5, $6, $7, $8) returning id`,
		h.Name, h.Size, h.Style, h.Eye, h.ShankMM, h.GapeMM, h.EyeMM, h.WireMM)
	if err != nil {
		return 0, plain(err)
	}
	return id, t.changed(ctx, OfHook, Key{Hook: id}, null)
}

// Schools gives what was chosen by question: the club's own with dressing 0,
// else those of one dressing alone.
func (s Reads) Schools(ctx context.Context, dressing int64) (map[string]string, error) {
	var rows []struct {
		Question string `db:"question"`
		Chosen   string `db:"chosen"`
	}
	var err error
	if dressing == 0 {
		err = s.q.SelectContext(ctx, &rows, `select question, chosen from school`)
	} else {
		err = s.q.SelectContext(ctx, &rows, `select question, chosen from dressing_school where dressing_id = $1`, dressing)
	}
	out := map[string]string{}
	for _, r := range rows {
		out[r.Question] = r.Chosen
	}
	return out, err
}

// Dismissal is a piece of advice that somebody put aside, and why.
type Dismissal struct {
	Code string `db:"code" json:"code"`
	Role string `db:"role" json:"role"`
	Note string `db:"note" json:"note"`
}

// Dismissals lists what was put aside for a dressing.
func (s Reads) Dismissals(ctx context.Context, dressing int64) ([]Dismissal, error) {
	list := []Dismissal{}
	err := s.q.SelectContext(ctx, &list, `select code, role, note from dismissal where dressing_id = $1`, dressing)
	return list, err
}

// Order gives the steps that were kept for a revision of a dressing, as JSON;
// nil where there are none.
func (s Reads) Order(ctx context.Context, dressing int64, number int) ([]byte, error) {
	var steps []byte
	err := s.q.GetContext(ctx, &steps, `select steps from dressing_order where dressing_id = $1 and number = $2`, dressing, number)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return steps, err
}
