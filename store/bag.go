package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/stdlib"
	"github.com/jmoiron/sqlx"
)

// A Sheet is one kind of record of a whole ledger taken out: lines of JSON in a settled
// order, with names and folios where the tables hold numbers of their own. Fields is what
// a line may hold; docs/bag.md says what each is.
type Sheet struct {
	Name   string
	Fields []string
	// New are fields that lines of older bags do not have.
	New []string
	// Late is set where bags of an older version have no such sheet.
	Late bool
	out  string // gives the lines as text
	in   string // takes a JSON list of lines as $1
}

// lines makes the statement that writes records as JSON, from pairs of a field and what
// stands in it.
func lines(from string, pairs ...string) (out string, fields []string) {
	var b strings.Builder
	for i := 0; i < len(pairs); i += 2 {
		if i > 0 {
			b.WriteString(", ")
		}
		fmt.Fprintf(&b, "'%s', %s", pairs[i], pairs[i+1])
		fields = append(fields, pairs[i])
	}
	return "select json_build_object(" + b.String() + ")::text from " + from, fields
}

func sheet(name, in, from string, pairs ...string) Sheet {
	var fresh []string
	for i := 0; i < len(pairs); i += 2 {
		if field, newer := strings.CutSuffix(pairs[i], "?"); newer {
			pairs[i] = field
			fresh = append(fresh, field)
		}
	}
	out, fields := lines(from, pairs...)
	return Sheet{Name: name, Fields: fields, New: fresh, out: out, in: in}
}

// late is a sheet that older bags do not have; there it is empty.
func late(name, in, from string, pairs ...string) Sheet {
	s := sheet(name, in, from, pairs...)
	s.Late = true
	return s
}

// Pictures is the sheet of the pictures; their bytes are files of the bag, and are put into the lines
// that are handed to Put, as base64 under "bytes".
const Pictures = "pictures"

// record is the sheet of a kind of numbered record.
func record(of Of) Sheet {
	return late(string(of)+"s", `insert into `+string(of)+` (id, value, made_at, away) overriding system value select (x ->> 'id')::bigint, x -> 'value', (x ->> 'madeAt')::timestamptz, (x ->> 'away')::bool`+each+` order by (x ->> 'id')::bigint`,
		string(of)+` order by id`, "id", "id", "value", "value", "madeAt", "made_at", "away", "away")
}

const each = ` from jsonb_array_elements($1::jsonb) x`

// Sheets are all of a ledger, in an order in which each can be put in after those before.
var Sheets = []Sheet{
	sheet("people", `insert into person (name) select x ->> 'name'`+each,
		`person order by lower(name) collate "C"`, "name", "name"),
	sheet("sources", `insert into source (id, title, value, away) overriding system value
			select coalesce((x ->> 'source')::bigint, nextval(pg_get_serial_sequence('source', 'id'))), x ->> 'title', coalesce(x -> 'value', '{}'), coalesce((x ->> 'away')::bool, false)`+each,
		`source order by lower(title) collate "C"`, "title", "title", "source?", "id", "value?", "value", "away?", "away"),
	sheet("dressings", `insert into dressing (id, folio, filed_at) overriding system value select (x ->> 'folio')::int, (x ->> 'folio')::int, (x ->> 'filedAt')::timestamptz`+each,
		`dressing d join newest n on n.dressing_id = d.id order by d.folio`, "folio", "d.folio", "filedAt", "d.filed_at", "withdrawn", "n.withdrawn"),
	sheet("revisions", `with line as (select x`+each+`),
		filed as (insert into revision (dressing_id, number, again, filed_at, why, title, text, reading, originator_id, tier_id, source_id, page, date_text, date_from, date_to, reason, size_low, size_high, search, corrections, settlements, read_by)
			select (x ->> 'folio')::int, (x ->> 'number')::int, (x ->> 'again')::int, (x ->> 'filedAt')::timestamptz, x ->> 'why', x ->> 'title', x ->> 'text', x -> 'reading',
				(select id from person where lower(name) = lower(x ->> 'originator')), (select id from person where lower(name) = lower(x ->> 'tier')), (select id from source where lower(title) = lower(x ->> 'source')),
				x ->> 'page', x ->> 'date', (x ->> 'dateFrom')::int, (x ->> 'dateTo')::int, x ->> 'reason', (x ->> 'sizeLow')::int, (x ->> 'sizeHigh')::int, x ->> 'search', x -> 'corrections', x -> 'settlements', coalesce(x ->> 'readBy', '')
			from line order by (x ->> 'folio')::int, (x ->> 'number')::int returning id, dressing_id, number)
		insert into part (revision_id, position, line, role, kin, text, material, colour)
			select f.id, (p ->> 'position')::int, (p ->> 'line')::int, p ->> 'role', p ->> 'kin', p ->> 'text', p ->> 'material', p ->> 'colour'
			from line join filed f on f.dressing_id = (x ->> 'folio')::int and f.number = (x ->> 'number')::int, jsonb_array_elements(x -> 'parts') p`,
		`revision r join dressing d on d.id = r.dressing_id left join person o on o.id = r.originator_id left join person t on t.id = r.tier_id left join source s on s.id = r.source_id order by d.folio, r.number`,
		"folio", "d.folio", "number", "r.number", "again", "r.again", "filedAt", "r.filed_at", "why", "r.why", "title", "r.title", "text", "r.text",
		"originator", "o.name", "tier", "t.name", "source", "s.title", "page", "r.page", "date", "r.date_text", "dateFrom", "r.date_from", "dateTo", "r.date_to", "reason", "r.reason", "sizeLow", "r.size_low", "sizeHigh", "r.size_high",
		"search", "r.search", "corrections", "r.corrections", "settlements", "r.settlements", "readBy", "r.read_by", "reading", "r.reading",
		"parts", "coalesce((select json_agg(json_build_object('position', p.position, 'line', p.line, 'role', p.role, 'kin', p.kin, 'text', p.text, 'material', p.material, 'colour', p.colour) order by p.position) from part p where p.revision_id = r.id), '[]')"),
	sheet("links", `insert into descent (child_id, parent_id, kind, reason, linked_at) select (x ->> 'folio')::int, (x ->> 'parent')::int, x ->> 'kind', x ->> 'reason', (x ->> 'linkedAt')::timestamptz`+each,
		`descent l join dressing c on c.id = l.child_id join dressing p on p.id = l.parent_id order by c.folio, p.folio, l.kind collate "C"`,
		"folio", "c.folio", "parent", "p.folio", "kind", "l.kind", "reason", "l.reason", "linkedAt", "l.linked_at"),
	sheet("words", `insert into vocabulary (words, kind, taught_at, means, material_kind, hue, also, example) select x ->> 'words', x ->> 'kind', (x ->> 'taughtAt')::timestamptz,
			coalesce(x ->> 'means', ''), coalesce(x ->> 'materialKind', ''), coalesce(x ->> 'hue', ''), coalesce(x -> 'also', '[]'), coalesce(x ->> 'example', '')`+each,
		`vocabulary order by words collate "C"`, "words", "words", "kind", "kind", "taughtAt", "taught_at", "means?", "means", "materialKind?", "material_kind", "hue?", "hue", "also?", "also", "example?", "example"),
	sheet("hooks", `insert into hook (id, name, size, style, eye, shank_mm, gape_mm, eye_mm, wire_mm, measured_at, retired) overriding system value
			select (x ->> 'hook')::bigint, x ->> 'name', (x ->> 'size')::int, x ->> 'style', x ->> 'eye', (x ->> 'shankMM')::float8, (x ->> 'gapeMM')::float8, (x ->> 'eyeMM')::float8, (x ->> 'wireMM')::float8, (x ->> 'measuredAt')::timestamptz, (x ->> 'retired')::bool`+each,
		`hook order by id`, "hook", "id", "name", "name", "size", "size", "style", "style", "eye", "eye", "shankMM", "shank_mm", "gapeMM", "gape_mm", "eyeMM", "eye_mm", "wireMM", "wire_mm", "measuredAt", "measured_at", "retired", "retired"),
	sheet("schools", `with club as (insert into school (question, chosen) select x ->> 'question', x ->> 'chosen'`+each+` where x ->> 'folio' is null)
			insert into dressing_school (dressing_id, question, chosen) select (x ->> 'folio')::int, x ->> 'question', x ->> 'chosen'`+each+` where x ->> 'folio' is not null`,
		`(select null::int folio, question, chosen from school union all select d.folio, s.question, s.chosen from dressing_school s join dressing d on d.id = s.dressing_id) s order by folio nulls first, question collate "C"`,
		"folio", "folio", "question", "question", "chosen", "chosen"),
	sheet("advice", `insert into dismissal (dressing_id, code, role, note, dismissed_at) select (x ->> 'folio')::int, x ->> 'code', x ->> 'role', x ->> 'note', (x ->> 'dismissedAt')::timestamptz`+each,
		`dismissal a join dressing d on d.id = a.dressing_id order by d.folio, a.code collate "C", a.role collate "C"`, "folio", "d.folio", "code", "a.code", "role", "a.role", "note", "a.note", "dismissedAt", "a.dismissed_at"),
	sheet("orders", `insert into dressing_order (dressing_id, number, steps) select (x ->> 'folio')::int, (x ->> 'number')::int, x -> 'steps'`+each,
		`dressing_order o join dressing d on d.id = o.dressing_id order by d.folio`, "folio", "d.folio", "number", "o.number", "steps", "o.steps"),
	sheet("boxes", `insert into batch (id, seat, name, taken_in_at, cancelled, withdrawn, dropped) select (x ->> 'box')::uuid, x ->> 'seat', x ->> 'name', (x ->> 'takenInAt')::timestamptz, (x ->> 'cancelled')::bool, (x ->> 'withdrawn')::bool, (x ->> 'dropped')::bool`+each,
		`batch order by id`, "box", "id", "seat", "seat", "name", "name", "takenInAt", "taken_in_at", "cancelled", "cancelled", "withdrawn", "withdrawn", "dropped", "dropped"),
	sheet("recipes", `insert into batch_item (batch_id, position, line, title, text, state, why, dressing_id) select (x ->> 'box')::uuid, (x ->> 'position')::int, (x ->> 'line')::int, x ->> 'title', x ->> 'text', x ->> 'state', x ->> 'why', (x ->> 'folio')::int`+each,
		`batch_item i left join dressing d on d.id = i.dressing_id order by i.batch_id, i.position`, "box", "i.batch_id", "position", "i.position", "line", "i.line", "title", "i.title", "text", "i.text", "state", "i.state", "why", "i.why", "folio", "d.folio"),
	sheet("drafts", `insert into draft (id, seat, folio, base, edit, body, saved_at) select (x ->> 'draft')::uuid, x ->> 'seat', (x ->> 'folio')::int, (x ->> 'base')::int, (x ->> 'edit')::bigint, x ->> 'body', (x ->> 'savedAt')::timestamptz`+each,
		`draft order by id`, "draft", "id", "seat", "seat", "folio", "folio", "base", "base", "edit", "edit", "body", "body", "savedAt", "saved_at"),
	late("trays", `with line as (select x`+each+`), made as (insert into tray (id, name, about, made_at, away) overriding system value
			select (x ->> 'tray')::bigint, x ->> 'name', x ->> 'about', (x ->> 'madeAt')::timestamptz, (x ->> 'away')::bool from line)
			insert into tray_item (tray_id, position, dressing_id, note) select (x ->> 'tray')::bigint, i.n, (i.item ->> 'folio')::int, i.item ->> 'note' from line, jsonb_array_elements(x -> 'items') with ordinality i (item, n)`,
		`tray order by id`, "tray", "id", "name", "name", "about", "about", "madeAt", "made_at", "away", "away", "items", "tray_value(id) -> 'items'"),
	late("materials", `insert into cabinet (name, value, entered_at) select x ->> 'name', x -> 'value', (x ->> 'enteredAt')::timestamptz`+each,
		`cabinet order by name collate "C"`, "name", "name", "value", "value", "enteredAt", "entered_at"),
	late("verdicts", `insert into overruled (child_id, parent_id, verdict, note, overruled_at) select (x ->> 'folio')::int, (x ->> 'parent')::int, x ->> 'verdict', x ->> 'note', (x ->> 'overruledAt')::timestamptz`+each,
		`overruled o join dressing c on c.id = o.child_id join dressing p on p.id = o.parent_id order by c.folio, p.folio`, "folio", "c.folio", "parent", "p.folio", "verdict", "o.verdict", "note", "o.note", "overruledAt", "o.overruled_at"),
	late("merged", `update source s set into_id = (x ->> 'into')::bigint`+each+` where s.id = (x ->> 'source')::bigint`,
		`source where into_id is not null order by id`, "source", "id", "into", "into_id"),
	late("leads", `update newest n set leads_to = (x ->> 'to')::int`+each+` where n.folio = (x ->> 'folio')::int`,
		`newest where leads_to is not null order by folio`, "folio", "folio", "to", "leads_to"),
	late("periods", `insert into period (words, value, made_at) select x ->> 'words', x -> 'value', (x ->> 'madeAt')::timestamptz`+each,
		`period order by words collate "C"`, "words", "words", "value", "value", "madeAt", "made_at"),
	record(OfPattern),
	late("places", `insert into place (dressing_id, pattern_id, standing, siglum, note) select (x ->> 'folio')::int, (x ->> 'pattern')::bigint, x ->> 'standing', x ->> 'siglum', x ->> 'note'`+each,
		`place l join dressing d on d.id = l.dressing_id order by d.folio`, "folio", "d.folio", "pattern", "l.pattern_id", "standing", "l.standing", "siglum", "l.siglum", "note", "l.note"),
	record(OfClaim),
	late(Pictures, `insert into picture (sha, kind, width, height, taken_at, bytes) select x ->> 'sha', x ->> 'kind', (x ->> 'width')::int, (x ->> 'height')::int, (x ->> 'takenAt')::timestamptz, decode(x ->> 'bytes', 'base64')`+each,
		`picture order by sha`, "sha", "sha", "kind", "kind", "width", "width", "height", "height", "takenAt", "taken_at"),
	record(OfAccession),
	record(OfCard),
	sheet("deeds", `insert into deed (id, seat, done_at, kind, what, why, touches, change) overriding system value
			select (x ->> 'deed')::bigint, x ->> 'seat', (x ->> 'doneAt')::timestamptz, x ->> 'kind', x ->> 'what', x ->> 'why', array(select jsonb_array_elements_text(x -> 'touches')), nullif(x -> 'change', 'null')`+each,
		`deed order by id`, "deed", "id", "seat", "seat", "doneAt", "done_at", "kind", "kind", "what", "what", "why", "why", "touches", "touches", "change", "change"),
	sheet("undoings", `insert into undoing (deed_id, by_id) select (x ->> 'deed')::bigint, (x ->> 'by')::bigint`+each,
		`undoing order by deed_id`, "deed", "deed_id", "by", "by_id"),
	sheet("keys", `insert into filing (key, digest, dressing_id, number, deed_id, filed_at) select x ->> 'key', x ->> 'digest', (x ->> 'folio')::int, (x ->> 'number')::int, (x ->> 'deed')::bigint, (x ->> 'filedAt')::timestamptz`+each,
		`filing f left join dressing d on d.id = f.dressing_id order by f.key collate "C"`, "key", "f.key", "digest", "f.digest", "folio", "d.folio", "number", "f.number", "deed", "f.deed_id", "filedAt", "f.filed_at"),
}

// TakeOut reads the whole ledger, as it is at one moment, sheet by sheet and line by line.
func (s *Store) TakeOut(ctx context.Context, f func(sheet string, read func(line func([]byte) error) error) error, pictures func(Picture) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
	if err != nil {
		return plain(err)
	}
	defer func() { _ = tx.Rollback() }()
	if _, err := tx.ExecContext(ctx, `set local statement_timeout = 0`); err != nil {
		return plain(err)
	}
	for _, sh := range Sheets {
		if err := f(sh.Name, func(line func([]byte) error) error {
			rows, err := tx.QueryContext(ctx, sh.out)
			if err != nil {
				return plain(err)
			}
			defer func() { _ = rows.Close() }()
			for rows.Next() {
				var b sql.RawBytes
				if err := rows.Scan(&b); err != nil {
					return err
				}
				if err := line(b); err != nil {
					return err
				}
			}
			return plain(rows.Err())
		}); err != nil {
			return err
		}
	}
	var all []string
	if err := tx.SelectContext(ctx, &all, `select sha from picture order by sha`); err != nil {
		return plain(err)
	}
	for _, sha := range all { // one at a time, so that no more of them stands in memory
		p, err := Reads{told{tx}}.Picture(ctx, sha)
		if err != nil {
			return err
		}
		if err := pictures(p); err != nil {
			return err
		}
	}
	return nil
}

// ErrNotEmpty says that a ledger that is to be filled holds something already.
var ErrNotEmpty = errors.New("the ledger is not empty; a bag goes into an empty one")

// Filler fills an empty ledger, within one transaction.
type Filler struct{ tx *sqlx.Tx }

// Put adds lines of a sheet.
func (f *Filler) Put(ctx context.Context, sh Sheet, list []json.RawMessage) error {
	if len(list) == 0 {
		return nil
	}
	b, err := json.Marshal(list)
	if err != nil {
		return err
	}
	_, err = f.tx.ExecContext(ctx, sh.in, string(b))
	return plain(err)
}

// Settle takes back what was taken back, and lets numbers go on after the last.
func (f *Filler) Settle(ctx context.Context, withdrawn []int) error {
	if _, err := f.tx.ExecContext(ctx, `update newest set withdrawn = true where folio = any($1)`, withdrawn); err != nil {
		return plain(err)
	}
	for _, s := range [][2]string{{"dressing", "id"}, {"dressing", "folio"}, {"hook", "id"}, {"deed", "id"}, {"tray", "id"}, {"source", "id"}, {"pattern", "id"}, {"claim", "id"}, {"accession", "id"}, {"card", "id"}} {
		if _, err := f.tx.ExecContext(ctx, fmt.Sprintf(`select setval(pg_get_serial_sequence('%[1]s', '%[2]s'), coalesce(max(%[2]s), 1), max(%[2]s) is not null) from %[1]s`, s[0], s[1])); err != nil {
			return plain(err)
		}
	}
	// bags of older versions have no patterns, and none has dates beside their words
	if _, err := f.tx.ExecContext(ctx, `select give_patterns()`); err != nil {
		return plain(err)
	}
	if err := dateAnew(ctx, f.tx); err != nil {
		return err
	}
	// what each dressing is found by, when all that it is found by is there
	_, err := f.tx.ExecContext(ctx, `select find_again(dressing_id) from newest`)
	return plain(err)
}

// Tx is the transaction, for deeds that belong to the filling.
func (f *Filler) Tx() *Tx { return &Tx{Reads: Reads{told{f.tx}}, tx: f.tx} }

// Fill fills an empty ledger as the role that owns the tables: all of it or nothing.
func Fill(ctx context.Context, url string, fill func(*Filler) error) error {
	cfg, err := pgx.ParseConfig(url)
	if err != nil {
		return fmt.Errorf("database address: %w", err)
	}
	cfg.RuntimeParams["timezone"] = "UTC"
	db := sqlx.NewDb(stdlib.OpenDB(*cfg), "pgx")
	defer func() { _ = db.Close() }()
	tx, err := db.BeginTxx(ctx, nil)
	if err != nil {
		return plain(err)
	}
	defer func() { _ = tx.Rollback() }()
	// a statement brings revisions with their parts; what they are found by is made at the end, once
	if _, err := tx.ExecContext(ctx, `set constraints revision_is_found immediate`); err != nil {
		return plain(err)
	}
	// nobody files meanwhile, and two fillings do not meet
	if _, err := tx.ExecContext(ctx, `lock table dressing, deed in exclusive mode`); err != nil {
		return plain(err)
	}
	var held bool
	if err := tx.GetContext(ctx, &held, `select exists (select from dressing) or exists (select from deed) or exists (select from hook) or exists (select from person) or exists (select from source) or exists (select from vocabulary) or exists (select from cabinet) or exists (select from school) or exists (select from batch) or exists (select from draft) or exists (select from pattern) or exists (select from accession) or exists (select from picture) or exists (select from period) or exists (select from filing)`); err != nil {
		return plain(err)
	}
	if held {
		return ErrNotEmpty
	}
	if err := fill(&Filler{tx}); err != nil {
		return err
	}
	return plain(tx.Commit())
}
