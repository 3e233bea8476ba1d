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
	"database/sql/driver"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"math"
	"net"
	"slices"
	"strings"
	"syscall"
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
type Store struct {
	Reads
	db *sqlx.DB
}

// Reads are the questions that can be asked of the store, or within a
// transaction of it.
type Reads struct{ q queryer }

type queryer interface {
	GetContext(ctx context.Context, to any, query string, args ...any) error
	SelectContext(ctx context.Context, to any, query string, args ...any) error
}

// told asks a question and answers with the package's own errors.
type told struct{ q queryer }

func (t told) GetContext(ctx context.Context, to any, query string, args ...any) error {
	return plain(t.q.GetContext(ctx, to, query, args...))
}

func (t told) SelectContext(ctx context.Context, to any, query string, args ...any) error {
	return plain(t.q.SelectContext(ctx, to, query, args...))
}

// Errors that callers tell apart.
var (
	ErrNotFound = errors.New("there is no such dressing")
	ErrCircle   = errors.New("a dressing cannot be its own ancestor")
	ErrReused   = errors.New("this key was used for another filing")
	ErrTaken    = errors.New("the club has one of that name already")
	// ErrAway says that the database does not answer; nothing was changed. ErrUnsure
	// says that it went away while a transaction was ending, which may have happened
	// or not.
	ErrAway   = errors.New("the database does not answer")
	ErrUnsure = errors.New("it may have been done or not")
	// ErrUnkept says that a value is none that the tables take.
	ErrUnkept = errors.New("the ledger cannot keep this as it stands")
	// ErrStale says that somebody else revised the dressing first.
	ErrStale = errors.New("the dressing was revised meanwhile")
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
	cfg.RuntimeParams["timezone"] = "UTC" // stamps are compared as they are written
	// a plan kept for one word of a search does not suit another
	cfg.RuntimeParams["plan_cache_mode"] = "force_custom_plan"
	// most of a row lies apart from it, which the planner does not reckon: going through all of them
	// costs many times what it thinks
	cfg.RuntimeParams["enable_seqscan"] = "off"
	cfg.RuntimeParams["random_page_cost"] = "1.1"
	cfg.RuntimeParams["jit"] = "off"
	cfg.RuntimeParams["pg_trgm.word_similarity_threshold"] = "0.4" // what counts as spelt nearly so
	db := stdlib.OpenDB(*cfg, stdlib.OptionAfterConnect(func(ctx context.Context, c *pgx.Conn) error {
		_, err := c.Exec(ctx, "set role "+appRole)
		return err
	}))
	db.SetMaxOpenConns(16)
	db.SetMaxIdleConns(8)
	db.SetConnMaxIdleTime(5 * time.Minute)
	pool := sqlx.NewDb(db, "pgx")
	s := &Store{Reads{told{pool}}, pool}
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
	p, err := goose.NewProvider(goose.DialectPostgres, db, files, goose.WithSessionLocker(locker), goose.WithGoMigrations(dateAll))
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

// tries is how often a transaction that lost a deadlock, or a race to the same row, is
// run again.
const tries = 5

// Within runs f in one transaction. Where PostgreSQL broke a deadlock it runs f again,
// so f has no effect outside the transaction but on what it answers with.
func (s *Store) Within(ctx context.Context, f func(*Tx) error) error {
	for try := 1; ; try++ {
		err := s.once(ctx, f)
		var pg *pgconn.PgError
		if try < tries && errors.As(err, &pg) && (pg.Code == "40P01" || pg.Code == "40001") {
			continue
		}
		return err
	}
}

func (s *Store) once(ctx context.Context, f func(*Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return plain(err)
	}
	defer func() { _ = tx.Rollback() }()
	if err := f(&Tx{Reads: Reads{told{tx}}, tx: tx}); err != nil {
		return plain(err)
	}
	err = plain(tx.Commit())
	if errors.Is(err, ErrAway) {
		err = fmt.Errorf("%w: %w", ErrUnsure, err)
	}
	return err
}

// View runs f on one snapshot of the ledger: what it reads is of one moment, whatever
// others file meanwhile.
func (s *Store) View(ctx context.Context, f func(Reads) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
	if err != nil {
		return plain(err)
	}
	defer func() { _ = tx.Rollback() }()
	return plain(f(Reads{told{tx}}))
}

// plain turns the database's own refusals into the package's errors.
func plain(err error) error {
	if err == nil {
		return nil
	}
	var pg *pgconn.PgError
	var refused *pgconn.ConnectError
	if errors.As(err, &refused) || !errors.As(err, &pg) {
		if refused != nil || away(err) {
			return fmt.Errorf("%w: %w", ErrAway, err)
		}
		return err
	}
	switch pg.ConstraintName {
	case "descent_has_no_circle", "descent_check":
		return ErrCircle
	case "hook_name", "source_title", "accession_number":
		return ErrTaken
	case "revision_dressing_id_number_key":
		return ErrStale
	}
	switch {
	case strings.HasPrefix(pg.Code, "08"), strings.HasPrefix(pg.Code, "57P"), pg.Code == "53300", pg.Code == "57014": // gone, closing, full, or too slow
		return fmt.Errorf("%w: %w", ErrAway, err)
	case strings.HasPrefix(pg.Code, "22"), strings.HasPrefix(pg.Code, "23"), pg.Code == "54000": // a value that no column takes
		return fmt.Errorf("%w: %w", ErrUnkept, err)
	}
	return err
}

// away tells whether an error is of the connection rather than of what was asked.
func away(err error) bool {
	if errors.Is(err, context.Canceled) {
		return false
	}
	var broken net.Error
	return errors.As(err, &broken) || errors.Is(err, driver.ErrBadConn) || errors.Is(err, sql.ErrConnDone) || errors.Is(err, io.EOF) || errors.Is(err, io.ErrUnexpectedEOF) ||
		errors.Is(err, net.ErrClosed) || errors.Is(err, syscall.ECONNREFUSED) || errors.Is(err, syscall.ECONNRESET) || errors.Is(err, syscall.EPIPE) || strings.Contains(err.Error(), "conn closed")
}

// Tx is a transaction.
type Tx struct {
	Reads
	tx *sqlx.Tx
	// changes are what was set so far, for the deed
	changes []Change
}

// Revision is what is filed. Names are written out; the tables hold them once.
type Revision struct {
	Why, Title, Text  string
	Reading           any // written as JSON
	Corrections       any // a list, written as JSON
	Settlements       any // a list, written as JSON
	Originator, Tier  string
	Source, Page      string
	DateText          string
	DateFrom, DateTo  *int // years; nil where open, or where it cannot be told
	Reason            string
	SizeLow, SizeHigh *int
	Search            string
	ReadBy            string // the reader and the words that gave the reading
	Parts             []Part
}

// Part is one part of a revision, for finding.
type Part struct {
	Position int    `db:"position"`
	Line     int    `db:"line"`
	Role     string `db:"role"`
	Kin      string `db:"kin"`
	Text     string `db:"text"`
	Material string `db:"material"`
	Colour   string `db:"colour"`
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
	if _, err = t.add(ctx, id, 0, r); err != nil {
		return 0, 0, err
	}
	// a new dressing is in the lists, and says its first revision
	t.changes = append(t.changes, Change{OfShelf, Key{Folio: folio}, null, json.RawMessage(`{"withdrawn":false,"leadsTo":null}`)}, Change{OfSays, Key{Folio: folio}, null, json.RawMessage(`{"revision":1,"as":1}`)})
	return id, folio, nil
}

// Revise adds the revision of a dressing that follows the one with number base,
// and gives its number. ErrStale where base is no longer the newest, or where
// another transaction adds the same number first.
func (t *Tx) Revise(ctx context.Context, dressing int64, base int, r Revision) (int, error) {
	before, err := t.says(ctx, dressing)
	if err != nil {
		return 0, err
	}
	number, err := t.add(ctx, dressing, base, r)
	if err != nil {
		return 0, err
	}
	return number, t.said(ctx, dressing, before)
}

// add adds a revision.
func (t *Tx) add(ctx context.Context, dressing int64, base int, r Revision) (int, error) {
	// names are added in one order, whoever adds them, so that two filings of the same
	// new names wait for one another rather than both for ever
	ids := map[string]*int64{}
	people := []string{r.Originator, r.Tier}
	slices.SortFunc(people, func(a, b string) int { return strings.Compare(strings.ToLower(a), strings.ToLower(b)) })
	for _, name := range people {
		id, err := t.named(ctx, "person", "name", name)
		if err != nil {
			return 0, err
		}
		ids[name] = id
	}
	source, err := t.named(ctx, "source", "title", r.Source)
	if err != nil {
		return 0, err
	}
	var lists [3]string
	for i, v := range []any{r.Reading, r.Corrections, r.Settlements} {
		b, err := json.Marshal(v)
		if err != nil {
			return 0, err
		}
		if lists[i] = string(b); lists[i] == "null" {
			lists[i] = "[]"
		}
	}
	var id int64
	var number int
	err = t.tx.QueryRowxContext(ctx, `
		insert into revision (dressing_id, number, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by)
		select $1, $17::integer + 1, $2, $3, $4, $5, $6::bigint, $7::bigint, $8::bigint, $9, $10, $11::integer, $12::integer, $13, $14::integer, $15::integer, $16, $18, $19, $20
		where (select coalesce(max(number), 0) from revision where dressing_id = $1) = $17
		returning id, number`,
		dressing, r.Why, r.Title, r.Text, lists[0], ids[r.Originator], ids[r.Tier], source, r.Page, r.DateText, r.DateFrom, r.DateTo, r.Reason, r.SizeLow, r.SizeHigh, r.Search, base, lists[1], lists[2], r.ReadBy).Scan(&id, &number)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, ErrStale
	}
	if err != nil {
		return 0, plain(err)
	}
	if len(r.Parts) > 0 {
		if _, err = t.tx.NamedExecContext(ctx, `insert into part (revision_id, position, line, role, kin, text, material, colour)
			values (`+fmt.Sprint(id)+`, :position, :line, :role, :kin, :text, :material, :colour)`, r.Parts); err != nil {
			return 0, err
		}
	}
	if err := t.date(ctx, id, r.DateText); err != nil {
		return 0, err
	}
	return number, t.found(ctx)
}

// found makes what was filed findable, when its parts are there.
func (t *Tx) found(ctx context.Context) error {
	_, err := t.tx.ExecContext(ctx, `select find_now()`)
	return plain(err)
}

// says gives what a dressing says now, for the deed; and said remembers that it says
// something else.
func (t *Tx) says(ctx context.Context, dressing int64) (json.RawMessage, error) {
	folio, _, err := t.FolioOf(ctx, dressing)
	if err != nil {
		return nil, err
	}
	return t.Get(ctx, OfSays, Key{Folio: folio})
}

func (t *Tx) said(ctx context.Context, dressing int64, before json.RawMessage) error {
	folio, _, err := t.FolioOf(ctx, dressing)
	if err != nil {
		return err
	}
	return t.changed(ctx, OfSays, Key{Folio: folio}, before)
}

// Again files an older revision as the one after base, word for word and reading for
// reading, and gives its number. ErrStale as for Revise, ErrNotFound where there is no
// such revision.
func (t *Tx) Again(ctx context.Context, dressing int64, base, number int, why string) (int, error) {
	before, err := t.says(ctx, dressing)
	if err != nil {
		return 0, err
	}
	var id, old int64
	err = t.tx.QueryRowxContext(ctx, `
		with old as (select * from revision where dressing_id = $1 and number = $3)
		insert into revision (dressing_id, number, again, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by)
		select $1, $2::integer + 1, coalesce(again, number), $4, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by from old
		where (select max(number) from revision where dressing_id = $1) = $2
		returning id, (select id from old)`, dressing, base, number, why).Scan(&id, &old)
	if errors.Is(err, sql.ErrNoRows) {
		var there bool
		if err := t.tx.GetContext(ctx, &there, `select exists (select from revision where dressing_id = $1 and number = $2)`, dressing, number); err != nil || !there {
			return 0, errors.Join(err, ErrNotFound)
		}
		return 0, ErrStale
	}
	if err != nil {
		return 0, plain(err)
	}
	if _, err := t.tx.ExecContext(ctx, `insert into part select $1, position, line, role, kin, text, material, colour from part where revision_id = $2`, id, old); err != nil {
		return 0, err
	}
	if _, err := t.tx.ExecContext(ctx, `insert into dated select $1, edtf, year_from, year_to from dated where revision_id = $2`, id, old); err != nil {
		return 0, err
	}
	if err := t.found(ctx); err != nil {
		return 0, err
	}
	return base + 1, t.said(ctx, dressing, before)
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

// Claimed is what a key did before. Folio and Number are 0 where it was no filing.
type Claimed struct {
	Digest string `db:"digest"`
	Folio  int    `db:"folio"`
	Number int    `db:"number"`
	Deed   int64  `db:"deed"`
}

// Claim books a key for a request. Where the key was used before for the same digest it
// gives what was done then, and true; for another digest ErrReused.
func (t *Tx) Claim(ctx context.Context, key, digest string) (Claimed, bool, error) {
	var c Claimed
	// a second request with the key waits here until the first has ended
	if _, err := t.tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtextextended($1, 7))`, key); err != nil {
		return c, false, err
	}
	err := t.tx.GetContext(ctx, &c, `select f.digest, coalesce(d.folio, 0) folio, coalesce(f.number, 0) number, coalesce(f.deed_id, 0) deed from filing f left join dressing d on d.id = f.dressing_id where f.key = $1`, key)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return Claimed{}, false, nil
	case err == nil && c.Digest != digest:
		return c, false, ErrReused
	}
	return c, err == nil, err
}

// Keep remembers what a key did.
func (t *Tx) Keep(ctx context.Context, key string, c Claimed) error {
	_, err := t.tx.ExecContext(ctx, `insert into filing (key, digest, dressing_id, number, deed_id) values ($1, $2, (select id from dressing where folio = $3), nullif($4, 0), nullif($5::bigint, 0))`, key, c.Digest, c.Folio, c.Number, c.Deed)
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
	EDTF       string          `db:"edtf"`
	Reason     string          `db:"reason"`
	SizeLow    *int            `db:"size_low"`
	SizeHigh   *int            `db:"size_high"`
	Variants   int             `db:"variants"`
	Text       string          `db:"text"`
	Reading    json.RawMessage `db:"reading"`
	Why        string          `db:"why"`
	Withdrawn  bool            `db:"withdrawn"`
	// Newest is the number of the newest revision, which Revision is unless an
	// older one was asked for.
	Newest      int             `db:"newest"`
	Corrections json.RawMessage `db:"corrections"`
	Settlements json.RawMessage `db:"settlements"`
	ReadBy      string          `db:"read_by"`
	// Kind and Link are how and why it is the parent or the variant of the dressing
	// whose family was asked for.
	Kind string `db:"link_kind"`
	Link string `db:"link_reason"`
	// Key is what a sorted list is sorted by, as text.
	Key string `db:"key"`
}

// columns are what every listing selects; n is the newest, r the revision.
const columns = `
	select n.dressing_id id, n.folio, r.number, r.filed_at, r.title, coalesce(o.name, '') originator, coalesce(t.name, '') tier,
	       coalesce(s.title, '') source, r.page, r.date_text, r.reason, r.size_low, r.size_high, r.text, r.reading, r.why, n.withdrawn,
	       r.corrections, r.settlements, r.read_by, r.number newest,
	       coalesce((select e.edtf from dated e where e.revision_id = r.id), '') edtf,
	       (select f.variants from family f where f.dressing_id = n.dressing_id) variants`

const names = `
	left join person o on o.id = r.originator_id
	left join person t on t.id = r.tier_id
	left join shelf s on s.id = r.source_id`

// row selects each dressing at its newest revision.
const row = columns + ` from newest n join revision r on r.id = n.revision_id` + names

// One gives the dressing of a folio.
func (s Reads) One(ctx context.Context, folio int) (Row, error) {
	var r Row
	if folio > math.MaxInt32 {
		return r, ErrNotFound
	}
	err := s.q.GetContext(ctx, &r, row+" where n.folio = $1", folio)
	if errors.Is(err, sql.ErrNoRows) {
		return r, ErrNotFound
	}
	return r, err
}

// At gives the dressing of a folio at one of its revisions.
func (s Reads) At(ctx context.Context, folio, number int) (Row, error) {
	var r Row
	err := s.q.GetContext(ctx, &r, strings.Replace(columns, "r.number newest", "(select number from revision where id = n.revision_id) newest", 1)+
		` from newest n join revision r on r.dressing_id = n.dressing_id`+names+` where n.folio = $1 and r.number = $2`, folio, number)
	if errors.Is(err, sql.ErrNoRows) {
		return r, ErrNotFound
	}
	return r, err
}

// Past is a revision in the list of a dressing's revisions.
type Past struct {
	Number  int       `db:"number" json:"number"`
	FiledAt time.Time `db:"filed_at" json:"filedAt"`
	Title   string    `db:"title" json:"title"`
	Why     string    `db:"why" json:"why"`
}

// Revisions lists a dressing's revisions, the newest first.
func (s Reads) Revisions(ctx context.Context, id int64) ([]Past, error) {
	list := []Past{}
	err := s.q.SelectContext(ctx, &list, `select number, filed_at, title, why from revision where dressing_id = $1 order by number desc`, id)
	return list, err
}

// kin selects a dressing with the link by which it belongs to a family.
const kin = columns + `, l.kind link_kind, l.reason link_reason from newest n join revision r on r.id = n.revision_id` + names

// Parents lists a dressing's parents, Variants its variants, by folio.
func (s Reads) Parents(ctx context.Context, id int64) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, kin+" join descent l on l.parent_id = n.dressing_id where l.child_id = $1 and not n.withdrawn order by n.folio, l.kind", id)
	return rows, err
}

// Variants lists the dressings that name this one as a parent, by folio, the first of them.
func (s Reads) Variants(ctx context.Context, id int64, limit int) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, kin+" join descent l on l.child_id = n.dressing_id where l.parent_id = $1 and not n.withdrawn order by n.folio, l.kind limit $2", id, limit)
	return rows, err
}

// VariantDates lists all the variants of a folio, by folio: folio, title, date and kind of link alone.
func (s Reads) VariantDates(ctx context.Context, folio int) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, `select n.folio, r.title, r.date_text, coalesce(e.edtf, '') edtf, l.kind link_kind
		from dressing d join descent l on l.parent_id = d.id join newest n on n.dressing_id = l.child_id join revision r on r.id = n.revision_id
			left join dated e on e.revision_id = r.id
		where d.folio = $1 and not n.withdrawn order by n.folio, l.kind`, folio)
	return rows, err
}

// Titled lists the folios whose newest revision has this title, in any case.
func (s Reads) Titled(ctx context.Context, title string) ([]int, error) {
	var folios []int
	err := s.q.SelectContext(ctx, &folios, `select folio from newest where lower(title) = lower($1) and not withdrawn order by folio`, strings.Join(strings.Fields(title), " "))
	return folios, err
}

// Empty tells whether nothing is filed.
func (s Reads) Empty(ctx context.Context) (bool, error) {
	var any bool
	err := s.q.GetContext(ctx, &any, `select exists (select from dressing)`)
	return !any, err
}

// HasKey tells whether a filing was booked under this key.
func (s Reads) HasKey(ctx context.Context, key string) (bool, error) {
	var has bool
	err := s.q.GetContext(ctx, &has, `select exists (select from filing where key = $1)`, key)
	return has, err
}

// Link is a parent of a dressing.
type Link struct {
	Parent int    `db:"parent"`
	Kind   string `db:"kind"`
	Reason string `db:"reason"`
}

// Links lists the parents of a folio, in sight or not.
func (s Reads) Links(ctx context.Context, folio int) ([]Link, error) {
	list := []Link{}
	err := s.q.SelectContext(ctx, &list, `select p.folio parent, l.kind, l.reason from descent l join dressing c on c.id = l.child_id join dressing p on p.id = l.parent_id where c.folio = $1 order by l.linked_at, p.folio, l.kind`, folio)
	return list, err
}
