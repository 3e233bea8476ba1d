// Package store keeps the ledger in PostgreSQL. It is SQL next to the function
// that runs it; the rules that must always hold (revisions are never altered,
// no dressing descends from itself) are the database's own.
//
// The application works as the role mothledger_app, which can read and add but
// cannot alter what is filed; migrations run as the role that connects.
package store

import (
	"context"
	"database/sql"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	"github.com/pressly/goose/v3/lock"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a pool of connections.
type Store struct{ db *sqlx.DB }

// Errors that callers tell apart.
var (
	ErrNotFound = errors.New("there is no such dressing")
	ErrCircle   = errors.New("a dressing cannot be its own ancestor")
	ErrReused   = errors.New("this key was used for another filing")
)

const appRole = "mothledger_app"

// Open connects to the database as the application. It does not migrate.
func Open(ctx context.Context, url string) (*Store, error) {
	cfg, err := pgx.ParseConfig(url)
	if err != nil {
		return nil, fmt.Errorf("database address: %w", err)
	}
	cfg.RuntimeParams["application_name"] = "mothledger"
	cfg.RuntimeParams["statement_timeout"] = "20000"
	db := stdlib.OpenDB(*cfg, stdlib.OptionAfterConnect(func(ctx context.Context, c *pgx.Conn) error {
		_, err := c.Exec(ctx, "set role "+appRole)
		return err
	}))
	db.SetMaxOpenConns(16)
	db.SetMaxIdleConns(8)
	db.SetConnMaxIdleTime(5 * time.Minute)
	s := &Store{sqlx.NewDb(db, "pgx")}
	if err := s.Ping(ctx); err != nil {
		_ = db.Close()
		return nil, err
	}
	return s, nil
}

// Migrate brings the tables up to date. Several instances may call it at once:
// an advisory lock lets one of them work.
func Migrate(ctx context.Context, url string) error {
	db, err := sql.Open("pgx", url)
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	locker, err := lock.NewPostgresSessionLocker()
	if err != nil {
		return err
	}
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectPostgres, db, files, goose.WithSessionLocker(locker))
	if err != nil {
		return err
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	return nil
}

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return s.db.PingContext(ctx) }

// Close ends all connections.
func (s *Store) Close() error { return s.db.Close() }

// Within runs f in one transaction.
func (s *Store) Within(ctx context.Context, f func(*Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }()
	if err := f(&Tx{tx}); err != nil {
		return plain(err)
	}
	return plain(tx.Commit())
}

// plain turns the database's own refusals into the package's errors.
func plain(err error) error {
	var pg *pgconn.PgError
	if !errors.As(err, &pg) {
		return err
	}
	switch pg.ConstraintName {
	case "descent_has_no_circle", "descent_check":
		return ErrCircle
	}
	return err
}

// Tx is a transaction.
type Tx struct{ tx *sqlx.Tx }

// Revision is what is filed. Names are written out; the tables hold them once.
type Revision struct {
	Why, Title, Text  string
	Reading           any // written as JSON
	Originator, Tier  string
	Source, Page      string
	DateText          string
	DateFrom, DateTo  int
	Reason            string
	SizeLow, SizeHigh *int
	Search            string
	Parts             []Part
}

// Part is one part of a revision, for finding.
type Part struct {
	Position, Line                    int
	Role, Kin, Text, Material, Colour string
}

// named gives the row of a name, adding it when it is new. The table and column
// are this package's own words.
func (t *Tx) named(ctx context.Context, table, column, name string) (*int64, error) {
	name = strings.Join(strings.Fields(name), " ")
	if name == "" {
		return nil, nil
	}
	var id int64
	err := t.tx.GetContext(ctx, &id, fmt.Sprintf(`
		with old as (select id from %[1]s where lower(%[2]s) = lower($1)),
		     new as (insert into %[1]s (%[2]s) select $1 where not exists (select from old) on conflict do nothing returning id)
		select id from old union all select id from new`, table, column), name)
	if errors.Is(err, sql.ErrNoRows) { // another filing added it meanwhile
		err = t.tx.GetContext(ctx, &id, fmt.Sprintf(`select id from %s where lower(%s) = lower($1)`, table, column), name)
	}
	if err != nil {
		return nil, err
	}
	return &id, nil
}

// File adds a dressing with its first revision and gives its id and folio.
func (t *Tx) File(ctx context.Context, r Revision) (id int64, folio int, err error) {
	err = t.tx.QueryRowxContext(ctx, `insert into dressing default values returning id, folio`).Scan(&id, &folio)
	if err != nil {
		return 0, 0, err
	}
	_, err = t.Revise(ctx, id, r)
	return id, folio, err
}

// Revise adds the next revision of a dressing and gives its number.
func (t *Tx) Revise(ctx context.Context, dressing int64, r Revision) (int, error) {
	var ids [3]*int64
	for i, n := range []struct{ table, column, name string }{{"person", "name", r.Originator}, {"person", "name", r.Tier}, {"source", "title", r.Source}} {
		id, err := t.named(ctx, n.table, n.column, n.name)
		if err != nil {
			return 0, err
		}
		ids[i] = id
	}
	reading, err := json.Marshal(r.Reading)
	if err != nil {
		return 0, err
	}
	var from, to *int
	if r.DateText != "" {
		from, to = &r.DateFrom, &r.DateTo
	}
	var id int64
	var number int
	err = t.tx.QueryRowxContext(ctx, `
		insert into revision (dressing_id, number, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search)
		values ($1, (select coalesce(max(number), 0) + 1 from revision where dressing_id = $1), $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16)
		returning id, number`,
		dressing, r.Why, r.Title, r.Text, string(reading), ids[0], ids[1], ids[2], r.Page, r.DateText, from, to, r.Reason, r.SizeLow, r.SizeHigh, r.Search).Scan(&id, &number)
	if err != nil {
		return 0, err
	}
	for _, p := range r.Parts {
		if _, err := t.tx.ExecContext(ctx, `insert into part (revision_id, position, line, role, kin, text, material, colour) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
			id, p.Position, p.Line, p.Role, p.Kin, p.Text, p.Material, p.Colour); err != nil {
			return 0, err
		}
	}
	return number, nil
}

// Link makes parent a parent of child. ErrCircle where that would make a
// dressing its own ancestor.
func (t *Tx) Link(ctx context.Context, child, parent int64) error {
	_, err := t.tx.ExecContext(ctx, `insert into descent (child_id, parent_id) values ($1, $2) on conflict do nothing`, child, parent)
	return plain(err)
}

// IDOf gives the id behind a folio.
func (t *Tx) IDOf(ctx context.Context, folio int) (int64, error) {
	var id int64
	err := t.tx.GetContext(ctx, &id, `select id from dressing where folio = $1`, folio)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, ErrNotFound
	}
	return id, err
}

// Claim books a key for a filing. Where the key was used before for the same
// digest it gives the folio filed then; for another digest ErrReused.
func (t *Tx) Claim(ctx context.Context, key, digest string) (folio int, err error) {
	// a second request with the key waits here until the first has ended
	if _, err := t.tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtextextended($1, 7))`, key); err != nil {
		return 0, err
	}
	var row struct {
		Digest string `db:"digest"`
		Folio  int    `db:"folio"`
	}
	err = t.tx.GetContext(ctx, &row, `select f.digest, d.folio from filing f join dressing d on d.id = f.dressing_id where f.key = $1`, key)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return 0, nil
	case err != nil:
		return 0, err
	case row.Digest != digest:
		return 0, ErrReused
	}
	return row.Folio, nil
}

// Keep remembers what a key filed.
func (t *Tx) Keep(ctx context.Context, key, digest string, dressing int64) error {
	_, err := t.tx.ExecContext(ctx, `insert into filing (key, digest, dressing_id) values ($1, $2, $3)`, key, digest, dressing)
	return err
}

// Row is a dressing as the ledger lists it.
type Row struct {
	ID         int64           `db:"id"`
	Folio      int             `db:"folio"`
	Revision   int             `db:"number"`
	FiledAt    time.Time       `db:"filed_at"`
	Title      string          `db:"title"`
	Originator string          `db:"originator"`
	Tier       string          `db:"tier"`
	Source     string          `db:"source"`
	Page       string          `db:"page"`
	DateText   string          `db:"date_text"`
	Reason     string          `db:"reason"`
	SizeLow    *int            `db:"size_low"`
	SizeHigh   *int            `db:"size_high"`
	Variants   int             `db:"variants"`
	Text       string          `db:"text"`
	Reading    json.RawMessage `db:"reading"`
}

// row is what every listing selects: each dressing at its newest revision.
const row = `
	select d.id, d.folio, r.number, r.filed_at, r.title, coalesce(o.name, '') originator, coalesce(t.name, '') tier,
	       coalesce(s.title, '') source, r.page, r.date_text, r.reason, r.size_low, r.size_high, r.text, r.reading,
	       (select count(*) from descent c where c.parent_id = d.id) variants
	from dressing d
	join lateral (select * from revision v where v.dressing_id = d.id order by v.number desc limit 1) r on true
	left join person o on o.id = r.originator_id
	left join person t on t.id = r.tier_id
	left join source s on s.id = r.source_id`

// Find lists dressings whose newest revision holds every word of the query, by
// folio, from the one after a folio on.
func (s *Store) Find(ctx context.Context, query string, after, limit int) ([]Row, error) {
	where := []string{"d.folio > $1"}
	args := []any{after, limit}
	for _, w := range strings.Fields(strings.ToLower(query)) {
		args = append(args, "%"+likeEscape.Replace(w)+"%")
		where = append(where, fmt.Sprintf("r.search like $%d", len(args)))
	}
	rows := []Row{}
	err := s.db.SelectContext(ctx, &rows, row+" where "+strings.Join(where, " and ")+" order by d.folio limit $2", args...)
	return rows, err
}

var likeEscape = strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`)

// Count gives how many dressings hold every word of the query.
func (s *Store) Count(ctx context.Context, query string) (int, error) {
	where := "true"
	var args []any
	for _, w := range strings.Fields(strings.ToLower(query)) {
		args = append(args, "%"+likeEscape.Replace(w)+"%")
		where += fmt.Sprintf(" and r.search like $%d", len(args))
	}
	var n int
	err := s.db.GetContext(ctx, &n, `select count(*) from dressing d
		join lateral (select search from revision v where v.dressing_id = d.id order by v.number desc limit 1) r on true where `+where, args...)
	return n, err
}

// One gives the dressing of a folio.
func (s *Store) One(ctx context.Context, folio int) (Row, error) {
	var r Row
	err := s.db.GetContext(ctx, &r, row+" where d.folio = $1", folio)
	if errors.Is(err, sql.ErrNoRows) {
		return r, ErrNotFound
	}
	return r, err
}

// Parents lists a dressing's parents, Variants its variants, by folio.
func (s *Store) Parents(ctx context.Context, id int64) ([]Row, error) {
	rows := []Row{}
	err := s.db.SelectContext(ctx, &rows, row+" join descent l on l.parent_id = d.id where l.child_id = $1 order by d.folio", id)
	return rows, err
}

// Variants lists the dressings that name this one as a parent, by folio.
func (s *Store) Variants(ctx context.Context, id int64) ([]Row, error) {
	rows := []Row{}
	err := s.db.SelectContext(ctx, &rows, row+" join descent l on l.child_id = d.id where l.parent_id = $1 order by d.folio", id)
	return rows, err
}

// Titled lists the folios whose newest revision has this title, in any case.
func (s *Store) Titled(ctx context.Context, title string) ([]int, error) {
	var folios []int
	err := s.db.SelectContext(ctx, &folios, `select d.folio from dressing d
		join lateral (select title from revision v where v.dressing_id = d.id order by v.number desc limit 1) r on true
		where lower(r.title) = lower($1) order by d.folio`, strings.Join(strings.Fields(title), " "))
	return folios, err
}

// Name is a choice to offer while typing.
type Name struct {
	Folio int    `db:"folio" json:"folio"`
	Title string `db:"title" json:"title"`
}

// Names lists people, sources and dressings, for offering while typing.
func (s *Store) Names(ctx context.Context) (people, sources []string, dressings []Name, err error) {
	people, sources, dressings = []string{}, []string{}, []Name{}
	if err = s.db.SelectContext(ctx, &people, `select name from person order by name limit 2000`); err != nil {
		return
	}
	if err = s.db.SelectContext(ctx, &sources, `select title from source order by title limit 2000`); err != nil {
		return
	}
	err = s.db.SelectContext(ctx, &dressings, `select d.folio, r.title from dressing d
		join lateral (select title from revision v where v.dressing_id = d.id order by v.number desc limit 1) r on true
		order by r.title, d.folio limit 2000`)
	return
}

// Empty tells whether nothing is filed.
func (s *Store) Empty(ctx context.Context) (bool, error) {
	var any bool
	err := s.db.GetContext(ctx, &any, `select exists (select from dressing)`)
	return !any, err
}

// HasKey tells whether a filing was booked under this key.
func (s *Store) HasKey(ctx context.Context, key string) (bool, error) {
	var has bool
	err := s.db.GetContext(ctx, &has, `select exists (select from filing where key = $1)`, key)
	return has, err
}
