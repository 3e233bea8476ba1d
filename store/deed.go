package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
)

// Deed is something that was done: who did it, when and why, which records it touches,
// and what it changed. The journal is only added to.
type Deed struct {
	ID     int64     `db:"id"`
	Seat   string    `db:"seat"`
	DoneAt time.Time `db:"done_at"`
	Kind   string    `db:"kind"`
	What   string    `db:"what"`
	Why    string    `db:"why"`
	// Touches are records, the one that the deed is about first: "dressing 12".
	Touches texts `db:"touches"`
	// Change is JSON of []Change, null where it is not known.
	Change json.RawMessage `db:"change"`
	// UndoneBy is the deed that undid this one, 0 where none did; WasUndone is set
	// too where it was undone before undoing was a deed.
	UndoneBy  int64 `db:"undone_by"`
	WasUndone bool  `db:"was_undone"`
}

// Changes are what the deed changed; known is false for one that is older than the
// journal of changes.
func (d Deed) Changes() (list []Change, known bool, err error) {
	if len(d.Change) == 0 || string(d.Change) == "null" {
		return nil, false, nil
	}
	return list, true, json.Unmarshal(d.Change, &list)
}

// Note writes a deed with all that this transaction changed into the journal, and gives
// its id: 0 where nothing was changed, which is no deed. It undoes the deeds named.
func (t *Tx) Note(ctx context.Context, d Deed, undoes ...int64) (int64, error) {
	if len(t.changes) == 0 {
		return 0, nil
	}
	change, err := json.Marshal(t.changes)
	if err != nil {
		return 0, err
	}
	var id int64
	err = t.tx.GetContext(ctx, &id, `insert into deed (seat, kind, what, why, touches, change) values ($1, $2, $3, $4, $5, $6) returning id`,
		d.Seat, d.Kind, d.What, d.Why, t.touches(d.Touches), string(change))
	if err != nil {
		return 0, err
	}
	t.changes = nil
	if len(undoes) > 0 {
		_, err = t.tx.ExecContext(ctx, `insert into undoing (deed_id, by_id) select d, $2 from unnest($1::bigint[]) d`, undoes, id)
	}
	return id, err
}

// touches adds to the records that a deed is about those that its changes touch.
func (t *Tx) touches(first []string) []string {
	out := slices.Clone(first)
	for _, c := range t.changes {
		for _, r := range c.Key.records(c.Of) {
			if !slices.Contains(out, r) {
				out = append(out, r)
			}
		}
	}
	return out
}

// records are what a cell belongs to.
func (k Key) records(of Of) []string {
	var out []string
	if k.Folio > 0 {
		out = append(out, fmt.Sprintf("dressing %d", k.Folio))
	}
	if k.Parent > 0 {
		out = append(out, fmt.Sprintf("dressing %d", k.Parent))
	}
	switch of {
	case OfWord:
		out = append(out, "word "+k.Words)
	case OfSchool:
		out = append(out, "school "+k.Question)
	case OfHook:
		out = append(out, fmt.Sprintf("hook %d", k.Hook))
	case OfTray:
		out = append(out, fmt.Sprintf("tray %d", k.Tray))
	case OfBox, OfItem:
		out = append(out, "box "+k.Box)
	case OfMaterial:
		out = append(out, "material "+k.Words)
	case OfSource, OfPattern, OfClaim, OfAccession, OfCard:
		out = append(out, fmt.Sprintf("%s %d", of, k.ID))
	case OfPeriod:
		out = append(out, "period "+k.Words)
	}
	return out
}

const deeds = `select d.id, d.seat, d.done_at, d.kind, d.what, d.why, to_jsonb(d.touches) touches, coalesce(d.change, 'null') change, coalesce(u.by_id, 0) undone_by, u.deed_id is not null was_undone
	from deed d left join undoing u on u.deed_id = d.id `

// OneDeed gives a deed of the journal.
func (s Reads) OneDeed(ctx context.Context, id int64) (Deed, error) {
	var d Deed
	err := s.q.GetContext(ctx, &d, deeds+`where d.id = $1`, id)
	if errors.Is(err, sql.ErrNoRows) {
		return d, ErrNotFound
	}
	return d, err
}

// Sought is which deeds of the journal are asked for; zero values ask for all.
type Sought struct {
	Seat   string
	Kind   string
	Record string // "dressing 12", or the first word alone
	Day    string // "2026-11-26", in UTC
	Before int64  // the deed from which to go back
	Limit  int
}

// Deeds lists deeds of the journal, the newest first.
func (s Reads) Deeds(ctx context.Context, f Sought) ([]Deed, error) {
	var where []string
	var args []any
	add := func(cond string, v any) {
		args = append(args, v)
		where = append(where, fmt.Sprintf(cond, len(args)))
	}
	if f.Seat != "" {
		add(`d.seat = $%d`, f.Seat)
	}
	if f.Kind != "" {
		add(`d.kind = $%d`, f.Kind)
	}
	if strings.Contains(f.Record, " ") {
		add(`d.touches @> array[$%d]`, f.Record)
	} else if f.Record != "" {
		add(`split_part(d.touches[1], ' ', 1) = $%d`, f.Record)
	}
	if f.Day != "" {
		add(`d.done_at >= $%[1]d::date and d.done_at < $%[1]d::date + 1`, f.Day)
	}
	if f.Before > 0 {
		add(`d.id < $%d`, f.Before)
	}
	sql := deeds
	if len(where) > 0 {
		sql += `where ` + strings.Join(where, ` and `)
	}
	args = append(args, f.Limit)
	list := []Deed{}
	err := s.q.SelectContext(ctx, &list, fmt.Sprintf(`%s order by d.id desc limit $%d`, sql, len(args)), args...)
	return list, err
}

// LastDeeds lists a seat's deeds that stand, the newest first, from the one before a
// deed on, 0 for the newest: no undoings, and none that an undoing took back.
func (s Reads) LastDeeds(ctx context.Context, seat string, before int64, limit int) ([]Deed, error) {
	list := []Deed{}
	err := s.q.SelectContext(ctx, &list, deeds+`where d.seat = $1 and d.kind <> 'undo' and ($2 = 0 or d.id < $2) order by d.id desc limit $3`, seat, before, limit)
	return list, err
}

// LockDeeds makes undoings wait for one another.
func (t *Tx) LockDeeds(ctx context.Context) error {
	_, err := t.tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtext('mothledger.undoing'))`)
	return err
}

// VariantsInSight lists the folios of dressings in the lists that descend from a folio.
func (s Reads) VariantsInSight(ctx context.Context, folio int) ([]int, error) {
	list := []int{}
	err := s.q.SelectContext(ctx, &list, `select distinct n.folio from descent l join dressing p on p.id = l.parent_id join newest n on n.dressing_id = l.child_id where p.folio = $1 and not n.withdrawn order by n.folio`, folio)
	return list, err
}

// Attached counts what was chosen for a dressing alone: schools, advice put aside, an
// order of its own.
func (s Reads) Attached(ctx context.Context, folio int) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select (select count(*) from dressing_school where dressing_id = d.id) + (select count(*) from dismissal where dressing_id = d.id) + (select count(*) from dressing_order where dressing_id = d.id) from dressing d where d.folio = $1`, folio)
	return n, err
}

// texts scans a list of texts that is given as JSON.
type texts []string

// Scan reads the JSON.
func (t *texts) Scan(v any) error {
	switch v := v.(type) {
	case []byte:
		return json.Unmarshal(v, (*[]string)(t))
	case string:
		return json.Unmarshal([]byte(v), (*[]string)(t))
	}
	return fmt.Errorf("%T is no list of texts", v)
}
