package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"
)

// Records of evidence: each has a number of its own and a value, JSON that the ledger reads and
// writes. One that is put away stays, so that no number is used again.
const (
	OfSource    Of = "source"    // a source on the shelf: what is known of it
	OfPattern   Of = "pattern"   // what a name stands for
	OfPlace     Of = "place"     // in which pattern folio stands, and as what
	OfClaim     Of = "claim"     // one account's answer to one question
	OfAccession Of = "accession" // a bequest
	OfCard      Of = "card"      // a card of a bequest
	OfPeriod    Of = "period"    // the width that the club gives to words
)

// numbered are the kinds of record that have a table of the same shape: id, value, made_at, away.
var numbered = []Of{OfPattern, OfClaim, OfAccession, OfCard}

const ofID = `($1::jsonb ->> 'id')::bigint`

func init() {
	for _, of := range numbered {
		cells[of] = cell{
			get:  `select value || jsonb_build_object('away', away) from ` + string(of) + ` where id = ` + ofID + ` for update`,
			put:  `update ` + string(of) + ` set value = $2::jsonb - 'away', away = coalesce(($2::jsonb ->> 'away')::bool, false) where id = ` + ofID,
			drop: `update ` + string(of) + ` set away = true where id = ` + ofID,
		}
	}
	cells[OfSource] = cell{
		get:  `select source_value(id) from source where id = ` + ofID + ` for update`,
		put:  `update source set title = $2::jsonb ->> 'called', value = $2::jsonb - 'called' - 'away' - 'into', away = coalesce(($2::jsonb ->> 'away')::bool, false), into_id = ($2::jsonb ->> 'into')::bigint where id = ` + ofID,
		drop: `update source set away = true where id = ` + ofID,
	}
	cells[OfPlace] = cell{
		`select json_build_object('pattern', pattern_id, 'standing', standing, 'siglum', siglum, 'note', note) from place where dressing_id = ` + ofFolio,
		`insert into place (dressing_id, pattern_id, standing, siglum, note) values (` + ofFolio + `, ($2::jsonb ->> 'pattern')::bigint, $2::jsonb ->> 'standing', coalesce($2::jsonb ->> 'siglum', ''), coalesce($2::jsonb ->> 'note', ''))
			on conflict (dressing_id) do update set pattern_id = excluded.pattern_id, standing = excluded.standing, siglum = excluded.siglum, note = excluded.note`,
		`delete from place where dressing_id = ` + ofFolio,
	}
	cells[OfPeriod] = cell{
		`select value || jsonb_build_object('madeAt', made_at) from period where words = $1::jsonb ->> 'words'`,
		`insert into period (words, value, made_at) values ($1::jsonb ->> 'words', $2::jsonb - 'madeAt', coalesce(($2::jsonb ->> 'madeAt')::timestamptz, now())) on conflict (words) do update set value = excluded.value`,
		`delete from period where words = $1::jsonb ->> 'words'`,
	}
	unlocked[OfPlace], unlocked[OfPeriod] = true, true
}

// PlaceValue is where a dressing stands.
type PlaceValue struct {
	Pattern  int64  `json:"pattern"`
	Standing string `json:"standing"`
	Siglum   string `json:"siglum"`
	Note     string `json:"note"`
}

// Make adds a numbered record, or a source, and gives its number.
func (t *Tx) Make(ctx context.Context, of Of, value any) (int64, error) {
	b, err := json.Marshal(value)
	if err != nil {
		return 0, err
	}
	insert := `insert into ` + string(of) + ` (value) values ($1::jsonb - 'away') returning id`
	if of == OfSource {
		insert = `insert into source (title, value) values ($1::jsonb ->> 'called', $1::jsonb - 'called' - 'away' - 'into') returning id`
	}
	var id int64
	if err := t.tx.GetContext(ctx, &id, insert, string(b)); err != nil {
		return 0, plain(err)
	}
	return id, t.changed(ctx, of, Key{ID: id}, null)
}

// Numbered is a record with its number.
type Numbered struct {
	ID     int64           `db:"id"`
	Value  json.RawMessage `db:"value"`
	MadeAt time.Time       `db:"made_at"`
	Away   bool            `db:"away"`
}

func (s Reads) numbered(ctx context.Context, of Of, where string, args ...any) ([]Numbered, error) {
	list := []Numbered{}
	err := s.q.SelectContext(ctx, &list, `select x.id, x.value, x.made_at, x.away from `+string(of)+` x `+where, args...)
	return list, err
}

// Numbered gives one record, in sight or away; ErrNotFound where there is none.
func (s Reads) Numbered(ctx context.Context, of Of, id int64) (Numbered, error) {
	list, err := s.numbered(ctx, of, `where x.id = $1`, id)
	if err != nil || len(list) == 0 {
		return Numbered{}, errors.Join(err, notFound(len(list)))
	}
	return list[0], nil
}

func notFound(n int) error {
	if n == 0 {
		return ErrNotFound
	}
	return nil
}

// ClaimsOf lists the claims of patterns, in the order in which they were made.
func (s Reads) ClaimsOf(ctx context.Context, patterns []int64) ([]Numbered, error) {
	return s.numbered(ctx, OfClaim, `where x.pattern_id = any($1) and not x.away order by x.id`, patterns)
}

// ClaimsBy lists the claims that rest on a source, or name it as where something was printed.
func (s Reads) ClaimsBy(ctx context.Context, source int64) ([]Numbered, error) {
	return s.numbered(ctx, OfClaim, `where (x.source_id = any(array(select id from shelf where stands = $1)) or x.printed_id = any(array(select id from shelf where stands = $1))) and not x.away order by x.id`, source)
}

// Placed is where a dressing stands.
type Placed struct {
	Folio    int    `db:"folio"`
	Pattern  int64  `db:"pattern_id"`
	Standing string `db:"standing"`
	Siglum   string `db:"siglum"`
	Note     string `db:"note"`
	Name     string `db:"name"` // of the pattern
}

const placed = `select d.folio, l.pattern_id, l.standing, l.siglum, l.note, p.name from place l join dressing d on d.id = l.dressing_id join pattern p on p.id = l.pattern_id `

// PlaceOf tells where a dressing stands; ErrNotFound where it stands nowhere.
func (s Reads) PlaceOf(ctx context.Context, folio int) (Placed, error) {
	var p Placed
	err := s.q.GetContext(ctx, &p, placed+`where d.folio = $1`, folio)
	if errors.Is(err, sql.ErrNoRows) {
		return p, ErrNotFound
	}
	return p, err
}

// PlacesOf tells where dressings stand.
func (s Reads) PlacesOf(ctx context.Context, folios []int) ([]Placed, error) {
	list := []Placed{}
	err := s.q.SelectContext(ctx, &list, placed+`where d.folio = any($1) order by d.folio`, folios)
	return list, err
}

// In lists what stands in a pattern and in the lists: witnesses first, by siglum, then by folio.
func (s Reads) In(ctx context.Context, pattern int64, limit int) ([]Placed, error) {
	list := []Placed{}
	err := s.q.SelectContext(ctx, &list, placed+`join newest n on n.dressing_id = l.dressing_id and not n.withdrawn where l.pattern_id = $1 order by array_position(array['witness', 'undecided', 'variant'], l.standing), length(l.siglum), l.siglum, d.folio limit $2`, pattern, limit)
	return list, err
}

// Stand counts all that stands in a pattern, in the lists or not.
func (s Reads) Stand(ctx context.Context, pattern int64) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select count(*) from place where pattern_id = $1`, pattern)
	return n, err
}

// Sigla lists all sigla that were ever given in a pattern and stand.
func (s Reads) Sigla(ctx context.Context, pattern int64) ([]string, error) {
	list := []string{}
	err := s.q.SelectContext(ctx, &list, `select siglum from place where pattern_id = $1 and siglum <> ''`, pattern)
	return list, err
}

// Rows gives the rows of dressings in the lists, in the order of their folios.
func (s Reads) Rows(ctx context.Context, folios []int) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, row+` where n.folio = any($1) and not n.withdrawn order by n.folio`, folios)
	return rows, err
}

// PatternRow is a pattern in a list.
type PatternRow struct {
	Numbered
	Name      string `db:"name"`
	Key       string `db:"by_name"`
	Witnesses int    `db:"witnesses"`
	Variants  int    `db:"variants"`
	Folio     int    `db:"folio"` // the first witness, 0 for none
	Also      string `db:"also"`  // the name that fits what was sought, where it is another
}

// Patterns lists patterns by name, from the one after a place on; with letters those one of whose
// names begins so or has a word that does.
func (s Reads) Patterns(ctx context.Context, letters, afterKey string, afterID int64, limit int) ([]PatternRow, error) {
	list := []PatternRow{}
	err := s.q.SelectContext(ctx, &list, `select x.id, x.value, x.made_at, x.away, x.name, x.by_name,
			(select count(*) from place l join newest n on n.dressing_id = l.dressing_id where l.pattern_id = x.id and not n.withdrawn and l.standing <> 'variant') witnesses,
			(select count(*) from place l join newest n on n.dressing_id = l.dressing_id where l.pattern_id = x.id and not n.withdrawn and l.standing = 'variant') variants,
			coalesce((select min(n.folio) from place l join newest n on n.dressing_id = l.dressing_id where l.pattern_id = x.id and not n.withdrawn and l.standing <> 'variant'), 0) folio,
			coalesce((select y.name from pattern_name y where y.pattern_id = x.id and y.name <> x.name and $1 <> '' and y.by_name like '%' || replace(fold($1), '%', '') || '%' limit 1), '') also
		from pattern x where not x.away and ($1 = '' or exists (select from pattern_name y where y.pattern_id = x.id and y.by_name like '%' || replace(fold($1), '%', '') || '%')) and (x.by_name, x.id) > ($2, $3)
			and `+peopled+`
		order by x.by_name, x.id limit $4`, letters, afterKey, afterID, limit)
	return list, err
}

// Sharing lists the patterns in sight that have a name among their names.
func (s Reads) Sharing(ctx context.Context, name string) ([]Numbered, error) {
	return s.numbered(ctx, OfPattern, `join pattern_name y on y.pattern_id = x.id where y.by_name = sorting($1) and not x.away and `+peopled+` order by x.id`, name)
}

// peopled holds for a pattern x that has a dressing in the lists, or never had one.
const peopled = `(exists (select from place l join newest n on n.dressing_id = l.dressing_id where l.pattern_id = x.id and not n.withdrawn) or not exists (select from place l where l.pattern_id = x.id))`

// Shared tells of folios which stand in a pattern whose name another pattern in sight has too.
func (s Reads) Shared(ctx context.Context, folios []int) (map[int]bool, error) {
	var list []int
	err := s.q.SelectContext(ctx, &list, `select n.folio from newest n left join place l on l.dressing_id = n.dressing_id where n.folio = any($1) and n.title <> '' and (
		exists (select from pattern_name y join pattern x on x.id = y.pattern_id where y.by_name = n.by_title and not x.away and x.id is distinct from l.pattern_id and `+peopled+`)
		or exists (select from newest o where o.by_title = n.by_title and o.folio <> n.folio and not o.withdrawn))`, folios)
	out := map[int]bool{}
	for _, f := range list {
		out[f] = true
	}
	return out, err
}

// OnShelf is a source in a list.
type OnShelf struct {
	ID        int64           `db:"id"`
	Called    string          `db:"title"`
	Value     json.RawMessage `db:"value"`
	Away      bool            `db:"away"`
	Into      *int64          `db:"into_id"`
	Dressings int             `db:"dressings"`
	Claims    int             `db:"claims"`
}

const onShelf = `select s.id, s.title, s.value, s.away, s.into_id,
	(select count(*) from (select from newest n where n.source_id = s.id and not n.withdrawn limit 1001) x) dressings,
	(select count(*) from claim c where not c.away and (c.source_id = any(array(select id from shelf where stands = s.id)) or c.printed_id = any(array(select id from shelf where stands = s.id)))) claims
	from source s `

// SourcesInSight lists the sources that are neither put away nor merged into another.
func (s Reads) SourcesInSight(ctx context.Context, limit int) ([]OnShelf, error) {
	list := []OnShelf{}
	err := s.q.SelectContext(ctx, &list, onShelf+`where not s.away and s.into_id is null order by s.by_name, s.id limit $1`, limit)
	return list, err
}

// OneSource gives a source, in sight or not; ErrNotFound where there is none.
func (s Reads) OneSource(ctx context.Context, id int64) (OnShelf, error) {
	list := []OnShelf{}
	if err := s.q.SelectContext(ctx, &list, onShelf+`where s.id = $1`, id); err != nil {
		return OnShelf{}, err
	}
	if len(list) == 0 {
		return OnShelf{}, ErrNotFound
	}
	return list[0], nil
}

// SourceCalled gives the number of a source by the title that the ledger calls it by, 0 for none.
func (s Reads) SourceCalled(ctx context.Context, title string) (int64, error) {
	var id int64
	err := s.q.GetContext(ctx, &id, `select coalesce((select stands from shelf h join source s on s.id = h.id where lower(s.title) = lower($1)), 0)`, title)
	return id, err
}

// Cites lists the folios of dressings that a source prints, by folio.
func (s Reads) Cites(ctx context.Context, source int64, limit int) ([]Row, error) {
	rows := []Row{}
	err := s.q.SelectContext(ctx, &rows, row+` where n.source_id = $1 and not n.withdrawn order by n.folio limit $2`, source, limit)
	return rows, err
}

// Edge is a link of descent, with the ends' folios.
type Edge struct {
	Child  int    `db:"child"`
	Parent int    `db:"parent"`
	Kind   string `db:"kind"`
	Reason string `db:"reason"`
}

// Kin lists the links of all that is joined to a dressing by descent in any direction, and the
// folios, those of the dressing itself among them; at most so many.
func (s Reads) Kin(ctx context.Context, folio, limit int) ([]Edge, []int, error) {
	var folios []int
	err := s.q.SelectContext(ctx, &folios, `with recursive kin (id) as (
			select dressing_id from newest where folio = $1
			union
			select d.id from kin k, lateral (select parent_id as id from descent where child_id = k.id union all select child_id from descent where parent_id = k.id) d
		) select n.folio from kin k join newest n on n.dressing_id = k.id where not n.withdrawn or n.folio = $1 order by n.folio limit $2`, folio, limit)
	if err != nil {
		return nil, nil, err
	}
	edges := []Edge{}
	err = s.q.SelectContext(ctx, &edges, `select c.folio child, p.folio parent, d.kind, d.reason from descent d join dressing c on c.id = d.child_id join dressing p on p.id = d.parent_id where c.folio = any($1) and p.folio = any($1) order by c.folio, p.folio, d.kind`, folios)
	return edges, folios, err
}

// ParentClaims lists the claims on where dressings come from.
func (s Reads) ParentClaims(ctx context.Context, folios []int) ([]Numbered, error) {
	return s.numbered(ctx, OfClaim, `join dressing c on c.id = x.dressing_id where x.question = 'descends' and c.folio = any($1) and not x.away order by x.id`, folios)
}

// Picture is one side of a card.
type Picture struct {
	SHA    string `db:"sha"`
	Kind   string `db:"kind"`
	Width  int    `db:"width"`
	Height int    `db:"height"`
	Bytes  []byte `db:"bytes"`
}

// KeepPicture keeps a picture; one that is there stays.
func (t *Tx) KeepPicture(ctx context.Context, p Picture) error {
	_, err := t.tx.ExecContext(ctx, `insert into picture (sha, kind, width, height, bytes) values ($1, $2, $3, $4, $5) on conflict do nothing`, p.SHA, p.Kind, p.Width, p.Height, p.Bytes)
	return plain(err)
}

// Picture gives a picture; ErrNotFound where there is none.
func (s Reads) Picture(ctx context.Context, sha string) (Picture, error) {
	var p Picture
	err := s.q.GetContext(ctx, &p, `select sha, kind, width, height, bytes from picture where sha = $1`, sha)
	if errors.Is(err, sql.ErrNoRows) {
		return p, ErrNotFound
	}
	return p, err
}

// AccessionRow is a bequest in a list, with how far it is described.
type AccessionRow struct {
	Numbered
	Cards     int `db:"cards"`
	Described int `db:"described"`
}

// Accessions lists the bequests, the newest first; with an id above 0 that one alone, in sight or not.
func (s Reads) Accessions(ctx context.Context, id int64) ([]AccessionRow, error) {
	list := []AccessionRow{}
	err := s.q.SelectContext(ctx, &list, `select x.id, x.value, x.made_at, x.away, (select count(*) from card c where c.accession_id = x.id and not c.away) cards,
		(select count(*) from card c where c.accession_id = x.id and not c.away and c.dressing_id is not null) described
		from accession x where case when $1::bigint > 0 then x.id = $1::bigint else not x.away end order by x.id desc limit 500`, id)
	return list, err
}

// Cards lists the cards of a bequest from a place on; with waiting those that are not described.
func (s Reads) Cards(ctx context.Context, accession int64, after int, waiting bool, limit int) ([]Numbered, error) {
	return s.numbered(ctx, OfCard, `where x.accession_id = $1 and not x.away and x.position > $2 and not ($3 and x.dressing_id is not null) order by x.position, x.id limit $4`, accession, after, waiting, limit)
}

// LastCard gives the last place that a card of a bequest ever had.
func (s Reads) LastCard(ctx context.Context, accession int64) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select coalesce(max(position), 0) from card where accession_id = $1`, accession)
	return n, err
}

// CardsOf lists the cards that a dressing was described from.
func (s Reads) CardsOf(ctx context.Context, folio int) ([]Numbered, error) {
	return s.numbered(ctx, OfCard, `join dressing d on d.id = x.dressing_id where d.folio = $1 and not x.away order by x.id`, folio)
}

// OldNumber lists the folios that an old number leads to, and the cards that have it and are not
// described yet.
func (s Reads) OldNumber(ctx context.Context, number string) (folios []int, cards []Numbered, err error) {
	err = s.q.SelectContext(ctx, &folios, `select d.folio from card c join dressing d on d.id = c.dressing_id where lower(c.old_number) = lower($1) and not c.away order by d.folio`, number)
	if err != nil {
		return nil, nil, err
	}
	cards, err = s.numbered(ctx, OfCard, `where lower(x.old_number) = lower($1) and x.dressing_id is null and not x.away order by x.id`, number)
	return folios, cards, err
}

// LeadsTo gives the folio that a number which was taken back leads on to, 0 for none.
func (s Reads) LeadsTo(ctx context.Context, folio int) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select coalesce((select leads_to from newest where folio = $1), 0)`, folio)
	return n, err
}

// PeriodRow is the width of words.
type PeriodRow struct {
	Words string          `db:"words"`
	Value json.RawMessage `db:"value"`
}

// Periods lists the words that the club gave a width.
func (s Reads) Periods(ctx context.Context) ([]PeriodRow, error) {
	list := []PeriodRow{}
	err := s.q.SelectContext(ctx, &list, `select words, value from period order by words`)
	return list, err
}

// PatternsNumbered gives patterns by their numbers.
func (s Reads) PatternsNumbered(ctx context.Context, ids []int64) ([]Numbered, error) {
	return s.numbered(ctx, OfPattern, `where x.id = any($1) order by x.id`, ids)
}

// CardSays is what the newest revision of a witness says of its history. Sides are all who are named
// where its words name several.
type CardSays struct {
	Pattern    int64  `db:"pattern_id"`
	Folio      int    `db:"folio"`
	Originator string `db:"originator"`
	Sides      texts  `db:"sides"`
	Source     int64  `db:"source"`
	Page       string `db:"page"`
	Date       string `db:"date_text"`
	Printed    string `db:"printed"` // the date of the source itself
}

// CardsSay gives what the witnesses of patterns, and what is undecided, say of their history: who
// originated them, all sides of it unless one was settled on, and where they are printed.
func (s Reads) CardsSay(ctx context.Context, patterns []int64) ([]CardSays, error) {
	list := []CardSays{}
	err := s.q.SelectContext(ctx, &list, `select l.pattern_id, n.folio, coalesce(o.name, '') originator, coalesce(h.stands, 0) source, r.page, r.date_text, coalesce(w.value ->> 'date', '') printed,
			coalesce((select jsonb_agg(side) from jsonb_array_elements(case jsonb_typeof(r.reading -> 'contradictions') when 'array' then r.reading -> 'contradictions' else '[]' end) x,
				jsonb_array_elements_text(case jsonb_typeof(x -> 'sides') when 'array' then x -> 'sides' else '[]' end) side
				where x ->> 'text' like 'originator:%' and not exists (select from jsonb_array_elements(case jsonb_typeof(r.settlements) when 'array' then r.settlements else '[]' end) e where e ->> 'text' = x ->> 'text' and e ->> 'chosen' <> '')), '[]') sides
		from place l join newest n on n.dressing_id = l.dressing_id and not n.withdrawn join revision r on r.id = n.revision_id
			left join person o on o.id = r.originator_id left join shelf h on h.id = r.source_id left join source w on w.id = h.stands
		where l.pattern_id = any($1) and l.standing <> 'variant' order by n.folio`, patterns)
	return list, err
}

// MergedInto lists the sources that were found to be one.
func (s Reads) MergedInto(ctx context.Context, id int64) ([]int64, error) {
	list := []int64{}
	err := s.q.SelectContext(ctx, &list, `select id from source where into_id = $1 order by id`, id)
	return list, err
}
