package store

import (
	"context"
	"encoding/json"
	"errors"
	"strings"
	"time"
)

// Entered is an entry of the club's Cabinet.
type Entered struct {
	Name      string          `db:"name"`
	Value     json.RawMessage `db:"value"`
	EnteredAt time.Time       `db:"entered_at"`
}

// Cabinet lists what the club entered, by name.
func (s Reads) Cabinet(ctx context.Context) ([]Entered, error) {
	list := []Entered{}
	err := s.q.SelectContext(ctx, &list, `select name, value, entered_at from cabinet order by name collate "C"`)
	return list, err
}

// Stuff is a material as it was filed, in a part, and in how many parts of dressings in sight.
type Stuff struct {
	Words  string `db:"words"`
	Kin    string `db:"kin"`
	Colour string `db:"colour"`
	Grade  string `db:"grade"`
	Slips  bool   `db:"slips"`
	Count  int    `db:"count"`
}

// Stuffs lists the materials of all dressings in sight, each wording once.
func (s Reads) Stuffs(ctx context.Context) ([]Stuff, error) {
	list := []Stuff{}
	err := s.q.SelectContext(ctx, &list, `select x.words, x.kin, x.colour, x.grade, x.slips, count(*) as count from stuff x join newest n on n.revision_id = x.revision_id where not n.withdrawn
		group by x.words, x.kin, x.colour, x.grade, x.slips order by count desc, x.words, x.kin, x.colour, x.grade`)
	return list, err
}

// Holding lists the dressings in sight that hold one of some materials as filed, by folio.
func (s Reads) Holding(ctx context.Context, of []Stuff, limit int) ([]Row, error) {
	list := []Row{}
	b, err := json.Marshal(of)
	if err != nil {
		return nil, err
	}
	err = s.q.SelectContext(ctx, &list, row+` where not n.withdrawn and r.id in (
		select x.revision_id from stuff x join jsonb_array_elements($1::jsonb) o on x.words = o ->> 'Words' and x.kin = o ->> 'Kin' and x.colour = o ->> 'Colour' and x.grade = o ->> 'Grade' and x.slips = (o ->> 'Slips')::bool
	) order by n.folio limit $2`, string(b), limit)
	return list, err
}

// Pair is a variant and its parent, in their newest revisions.
type Pair struct {
	Child          int64           `db:"child_id"`
	Parent         int64           `db:"parent_id"`
	ChildRevision  int64           `db:"child_revision"`
	ParentRevision int64           `db:"parent_revision"`
	ChildReading   json.RawMessage `db:"child_reading"`
	ParentReading  json.RawMessage `db:"parent_reading"`
}

// pairs are the linked dressings in sight of which no comparison by the rules of $1 is kept.
const pairs = ` from (select distinct child_id, parent_id from descent) d
	join newest c on c.dressing_id = d.child_id and not c.withdrawn join newest p on p.dressing_id = d.parent_id and not p.withdrawn
	left join comparison x on x.child_id = d.child_id and x.parent_id = d.parent_id
	where x.rules is distinct from $1 or x.child_revision <> c.revision_id or x.parent_revision <> p.revision_id`

// ToCompare lists linked dressings whose comparison is missing or of other revisions or rules.
func (s Reads) ToCompare(ctx context.Context, rules string, limit int) ([]Pair, error) {
	list := []Pair{}
	err := s.q.SelectContext(ctx, &list, `select q.*, c.reading as child_reading, p.reading as parent_reading from (
		select d.child_id, d.parent_id, c.revision_id as child_revision, p.revision_id as parent_revision`+pairs+` limit $2
	) q join revision c on c.id = q.child_revision join revision p on p.id = q.parent_revision`, rules, limit)
	return list, err
}

// LeftToCompare counts them. Where nothing was done since all was compared, none is left, and the links
// need not be looked through.
func (s Reads) LeftToCompare(ctx context.Context, rules string) (int, error) {
	done, err := s.AllCompared(ctx, rules)
	if err != nil || done {
		return 0, err
	}
	var n int
	err = s.q.GetContext(ctx, &n, `select count(*)`+pairs, rules)
	return n, err
}

// AllCompared tells whether nothing was done since all was compared by these rules.
func (s Reads) AllCompared(ctx context.Context, rules string) (bool, error) {
	var done bool
	err := s.q.GetContext(ctx, &done, `select exists (select from compared where rules = $1 and deed = (select coalesce(max(id), 0) from deed))`, rules)
	return done, err
}

// NoteCompared notes that nothing waits to be compared by these rules, as of the last deed that is seen.
func (t *Tx) NoteCompared(ctx context.Context, rules string) error {
	_, err := t.tx.ExecContext(ctx, `insert into compared (rules, deed) select $1, coalesce(max(id), 0) from deed on conflict (only_row) do update set rules = excluded.rules, deed = excluded.deed
		where compared.rules <> excluded.rules or compared.deed <> excluded.deed`, rules)
	return err
}

// Words is an array of texts.
type Words []string

// Scan reads the array's text form.
func (w *Words) Scan(v any) error {
	var text string
	switch x := v.(type) {
	case string:
		text = x
	case []byte:
		text = string(x)
	case nil:
		return nil
	}
	if text = strings.Trim(text, "{}"); text != "" {
		*w = strings.Split(strings.ReplaceAll(text, `"`, ""), ",")
	}
	return nil
}

// Departure is one part that departs, as it is kept.
type Departure struct {
	Child        int64  `db:"child_id"`
	Parent       int64  `db:"parent_id"`
	Position     int    `db:"position"`
	Role         string `db:"role"`
	Kin          string `db:"kin"`
	Change       string `db:"change"`
	Ways         Words  `db:"ways"`
	ParentIs     string `db:"parent_is"`
	VariantIs    string `db:"variant_is"`
	ParentWords  string `db:"parent_words"`
	VariantWords string `db:"variant_words"`
	Colour       string `db:"colour"`
	Reason       string `db:"reason"`
	ReasonKind   string `db:"reason_kind"`
	Says         string `db:"says"`
}

// Comparing tells whether this transaction is the one that compares: one at a time does.
func (t *Tx) Comparing(ctx context.Context) (bool, error) {
	var mine bool
	err := t.tx.GetContext(ctx, &mine, `select pg_try_advisory_xact_lock(hashtextextended('comparing', 7))`)
	return mine, err
}

// KeepComparisons keeps what comparisons say, in place of what was kept of the same pairs. Departures
// are those of all of them.
func (t *Tx) KeepComparisons(ctx context.Context, rules string, of []Pair, verdicts []string, departures []Departure) error {
	type line struct {
		Child, Parent, ChildRevision, ParentRevision int64
		Verdict                                      string
	}
	lines := make([]line, len(of))
	for i, p := range of {
		lines[i] = line{p.Child, p.Parent, p.ChildRevision, p.ParentRevision, verdicts[i]}
	}
	b, err := json.Marshal(lines)
	if err != nil {
		return err
	}
	d, err := json.Marshal(departures)
	if err != nil {
		return err
	}
	for _, q := range []struct {
		sql  string
		args []any
	}{
		{`delete from departure x using jsonb_array_elements($1::jsonb) l where x.child_id = (l ->> 'Child')::bigint and x.parent_id = (l ->> 'Parent')::bigint`, []any{string(b)}},
		{`insert into comparison (child_id, parent_id, child_revision, parent_revision, rules, verdict)
			select (l ->> 'Child')::bigint, (l ->> 'Parent')::bigint, (l ->> 'ChildRevision')::bigint, (l ->> 'ParentRevision')::bigint, $2, l ->> 'Verdict' from jsonb_array_elements($1::jsonb) l
			on conflict (child_id, parent_id) do update set child_revision = excluded.child_revision, parent_revision = excluded.parent_revision, rules = excluded.rules, verdict = excluded.verdict`, []any{string(b), rules}},
		{`insert into departure (child_id, parent_id, position, role, kin, change, ways, parent_is, variant_is, parent_words, variant_words, colour, reason, reason_kind, says)
			select (l ->> 'Child')::bigint, (l ->> 'Parent')::bigint, (l ->> 'Position')::int, l ->> 'Role', l ->> 'Kin', l ->> 'Change',
				array(select jsonb_array_elements_text(case jsonb_typeof(l -> 'Ways') when 'array' then l -> 'Ways' else '[]' end)),
				l ->> 'ParentIs', l ->> 'VariantIs', l ->> 'ParentWords', l ->> 'VariantWords', l ->> 'Colour', l ->> 'Reason', l ->> 'ReasonKind', l ->> 'Says' from jsonb_array_elements($1::jsonb) l`, []any{string(d)}},
	} {
		if _, err := t.tx.ExecContext(ctx, q.sql, q.args...); err != nil {
			return plain(err)
		}
	}
	return nil
}

// AskedAcross is what is asked of all comparisons; zero values ask for all.
type AskedAcross struct {
	Kin        string // of the part
	What       string // a change, or a way
	ParentIs   []string
	VariantIs  []string
	Since      int // the variant's year
	Until      int
	ReasonKind string
}

const across = ` from departure x join newest c on c.dressing_id = x.child_id and not c.withdrawn join newest p on p.dressing_id = x.parent_id and not p.withdrawn
	join revision r on r.id = c.revision_id join revision q on q.id = p.revision_id left join person t on t.id = coalesce(r.tier_id, r.originator_id)
	where ($1 = '' or x.kin = $1) and ($2 = '' or x.change = $2 or $2 = any(x.ways)) and (cardinality($3::text[]) = 0 or x.parent_is = any($3)) and (cardinality($4::text[]) = 0 or x.variant_is = any($4))
	and ($5 = 0 or c.years && int4range($5, null)) and ($6 = 0 or c.years && int4range(null, $6, '[]')) and ($7 = '' or x.reason_kind = $7)`

func (a AskedAcross) args(more ...any) []any {
	some := func(l []string) []string {
		if l == nil {
			return []string{}
		}
		return l
	}
	return append([]any{a.Kin, a.What, some(a.ParentIs), some(a.VariantIs), a.Since, a.Until, a.ReasonKind}, more...)
}

// Departed is a departure with the two dressings it is of.
type Departed struct {
	Departure
	Folio       int    `db:"folio"`
	Title       string `db:"title"`
	ParentFolio int    `db:"parent_folio"`
	ParentTitle string `db:"parent_title"`
	Tier        string `db:"tier"`
	Date        string `db:"date_text"`
}

// Across lists departures of all variants in sight, by the year of the variant and its folio, from a
// place on.
func (s Reads) Across(ctx context.Context, a AskedAcross, after, limit int) ([]Departed, error) {
	list := []Departed{}
	err := s.q.SelectContext(ctx, &list, `select x.*, c.folio, r.title, p.folio as parent_folio, q.title as parent_title, coalesce(t.name, '') as tier, r.date_text`+across+`
		order by c.by_year, c.folio, p.folio, x.position offset $8 limit $9`, a.args(after, limit)...)
	return list, err
}

// Group is how many variants a value of a group has.
type Group struct {
	Value string `db:"value"`
	Count int    `db:"count"`
}

// groupings are what departures can be grouped by.
var groupings = map[string]string{
	"part": `x.kin`, "change": `x.kin || ': ' || w.way`, "instead": `x.variant_is`, "of": `x.parent_is`, "tier": `coalesce(t.name, '')`, "reason": `x.reason_kind`,
}

// ErrGrouping says that departures cannot be grouped so.
var ErrGrouping = errors.New("no such grouping")

// AcrossBy counts the variants by a value, the most first.
func (s Reads) AcrossBy(ctx context.Context, a AskedAcross, by string, limit int) ([]Group, error) {
	value, ok := groupings[by]
	if !ok {
		return nil, ErrGrouping
	}
	from := across
	if by == "change" {
		from = strings.Replace(across, `where ($1`, `, lateral (select unnest(case when x.change in ('same', 'unstated', 'cannot-tell') then x.ways else x.ways || x.change end) as way) w where ($1`, 1)
	}
	list := []Group{}
	err := s.q.SelectContext(ctx, &list, `select `+value+` as value, count(distinct x.child_id) as count`+from+` and `+value+` <> '' group by 1 order by 2 desc, 1 limit $8`, a.args(limit)...)
	return list, err
}

// AcrossCount counts the departures and the variants that have them.
func (s Reads) AcrossCount(ctx context.Context, a AskedAcross) (departures, variants int, err error) {
	var n struct {
		Departures int `db:"departures"`
		Variants   int `db:"variants"`
	}
	err = s.q.GetContext(ctx, &n, `select count(*) as departures, count(distinct x.child_id) as variants`+across, a.args()...)
	return n.Departures, n.Variants, err
}

// Swap is how often the club's variants put one material in another's place.
type Swap struct {
	VariantIs  string `db:"variant_is"`
	Kin        string `db:"kin"`
	Tier       string `db:"tier"`
	Reason     string `db:"reason"`
	ReasonKind string `db:"reason_kind"`
	Folio      int    `db:"folio"`
	Title      string `db:"title"`
}

// Swaps lists what the club's variants put in the place of materials, in one part or, with an empty
// kin, in any.
func (s Reads) Swaps(ctx context.Context, of []string, kin string) ([]Swap, error) {
	list := []Swap{}
	err := s.q.SelectContext(ctx, &list, `select x.variant_is, x.kin, coalesce(t.name, '') as tier, x.reason, x.reason_kind, c.folio, r.title`+across+` and x.change = 'replaced' and x.variant_is <> '' order by c.folio, x.position limit 2000`,
		AskedAcross{Kin: kin, ParentIs: of}.args()...)
	return list, err
}

// OverruledVerdict is an archivist's own verdict.
type OverruledVerdict struct {
	Verdict string    `db:"verdict" json:"verdict"`
	Note    string    `db:"note" json:"note"`
	At      time.Time `db:"overruled_at" json:"at"`
}

// OverruledAround gives the archivists' verdicts in which a dressing is the variant or the parent, by the other
// dressing.
func (s Reads) OverruledAround(ctx context.Context, id int64) (map[int64]string, error) {
	var list []struct {
		Other   int64  `db:"other"`
		Verdict string `db:"verdict"`
	}
	if err := s.q.SelectContext(ctx, &list, `select case when child_id = $1 then parent_id else child_id end as other, verdict from overruled where child_id = $1 or parent_id = $1`, id); err != nil {
		return nil, err
	}
	out := map[int64]string{}
	for _, x := range list {
		out[x.Other] = x.Verdict
	}
	return out, nil
}

// Overruled gives the archivist's verdict on a variant beside a parent; ok is false where there is none.
func (s Reads) Overruled(ctx context.Context, child, parent int64) (v OverruledVerdict, ok bool, err error) {
	list := []OverruledVerdict{}
	err = s.q.SelectContext(ctx, &list, `select verdict, note, overruled_at from overruled where child_id = $1 and parent_id = $2`, child, parent)
	if len(list) == 0 {
		return v, false, err
	}
	return list[0], true, err
}
