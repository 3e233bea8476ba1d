package store

import (
	"context"
	"encoding/json"
)

// unlooked are the dressings in sight whose newest words were read by another reader, and were not
// looked at by the one of $1.
const unlooked = ` where not n.withdrawn and r.read_by <> $1 and btrim(r.text) <> '' and not exists (select from rereading x where x.revision_id = r.id and x.read_by = $1)`

// ToReread lists dressings that a reader has not looked at yet, by folio.
func (s Reads) ToReread(ctx context.Context, reader string, limit int) ([]Row, error) {
	list := []Row{}
	err := s.q.SelectContext(ctx, &list, row+unlooked+` order by n.folio limit $2`, reader, limit)
	return list, err
}

// LeftToReread counts them.
func (s Reads) LeftToReread(ctx context.Context, reader string) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select count(*) from newest n join revision r on r.id = n.revision_id`+unlooked, reader)
	return n, err
}

// KeepRereading keeps what a reader would make of a revision.
func (t *Tx) KeepRereading(ctx context.Context, dressing int64, number int, reader string, changes []string) error {
	b, err := json.Marshal(changes)
	if err != nil {
		return err
	}
	_, err = t.tx.ExecContext(ctx, `insert into rereading (revision_id, read_by, changes) select id, $3, $4::jsonb from revision where dressing_id = $1 and number = $2
		on conflict (revision_id) do update set read_by = excluded.read_by, changes = excluded.changes`, dressing, number, reader, string(b))
	return err
}

// Reread is what a reader would make of the newest words of a dressing.
type Reread struct {
	Folio    int             `db:"folio"`
	Revision int             `db:"number"`
	Title    string          `db:"title"`
	Changes  json.RawMessage `db:"changes"`
}

// offered are the dressings in sight that a reader would read otherwise.
const offered = ` from rereading x join revision r on r.id = x.revision_id join newest n on n.revision_id = r.id where not n.withdrawn and x.read_by = $1 and r.read_by <> $1 and x.changes <> '[]'`

// Rereadings lists dressings that a reader would read otherwise, by folio, from the one after a folio on.
func (s Reads) Rereadings(ctx context.Context, reader string, after, limit int) ([]Reread, error) {
	list := []Reread{}
	err := s.q.SelectContext(ctx, &list, `select n.folio, r.number, r.title, x.changes`+offered+` and n.folio > $2 order by n.folio limit $3`, reader, after, limit)
	return list, err
}

// Offered counts them.
func (s Reads) Offered(ctx context.Context, reader string) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select count(*)`+offered, reader)
	return n, err
}
