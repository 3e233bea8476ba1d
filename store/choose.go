package store

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// A way is one in which names are offered for what was typed; %[1]s is the table, %[2]s the sort
// key of its names, %[3]s the condition that its words are found by, $1 what was typed, $2 how many are wanted. What the index finds is looked up
// before it is sorted, and no more of it than somebody would look through.
type way struct {
	query   string
	letters int  // that have to be typed for it
	last    bool // only where nothing else is found
}

const lookedThrough = "300"

var ways = []way{
	{query: `select * from %[1]s n where %[2]s >= fold($1) and %[2]s < fold($1) || U&'\+10FFFF' order by %[2]s limit $2`},
	{query: `with near as materialized (select * from %[1]s n where %[3]s limit ` + lookedThrough + `) select * from near n order by %[2]s limit $2`, letters: 2},
	{query: `with near as materialized (select * from %[1]s n where %[2]s %> fold($1) limit ` + lookedThrough + `) select * from near n order by word_similarity(fold($1), %[2]s) desc, %[2]s limit $2`, letters: 3, last: true},
}

// chosen asks one way after the other until there are enough.
func chosen(typed string, limit int, table, key, words string, ask func(query string) (int, error)) error {
	got := 0
	letters := len([]rune(strings.TrimSpace(typed)))
	for _, w := range ways {
		if got >= limit || letters < w.letters || w.last && got > 0 {
			continue
		}
		n, err := ask(strings.NewReplacer("%[1]s", table, "%[2]s", key, "%[3]s", words).Replace(w.query))
		if err != nil {
			return err
		}
		got += n
	}
	return nil
}

func (s Reads) offeredNames(ctx context.Context, table, column, typed string, limit int) ([]string, error) {
	out := []string{}
	err := chosen(typed, limit, table, "n.by_name", "to_tsvector('simple', n.by_name) @@ worded($1)", func(query string) (int, error) {
		var more []string
		if err := s.q.SelectContext(ctx, &more, fmt.Sprintf(`select %s from (%s) x`, column, query), typed, limit); err != nil {
			return 0, err
		}
		for _, n := range more {
			if !slices.Contains(out, n) && len(out) < limit {
				out = append(out, n)
			}
		}
		return len(more), nil
	})
	return out, err
}

// People lists people whose names fit what was typed, the best first.
func (s Reads) People(ctx context.Context, typed string, limit int) ([]string, error) {
	return s.offeredNames(ctx, "person", "name", typed, limit)
}

// Sources lists sources whose titles fit what was typed, the best first.
func (s Reads) Sources(ctx context.Context, typed string, limit int) ([]string, error) {
	return s.offeredNames(ctx, "source", "title", typed, limit)
}

// Dressings lists dressings whose names fit what was typed, the best first; a number is a folio
// too.
func (s Reads) Dressings(ctx context.Context, typed string, limit int) ([]Row, error) {
	out := []Row{}
	have := map[int]bool{}
	ask := func(query string, args ...any) (int, error) {
		var more []Row
		// the ones are chosen first and then looked up, so that a long list is not joined
		err := s.q.SelectContext(ctx, &more, columns+`, n.by_title::text key from (select dressing_id id, row_number() over () place from (`+query+`) x) best
			join newest n on n.dressing_id = best.id join revision r on r.id = n.revision_id`+names+` order by best.place`, args...)
		for _, r := range more {
			if !have[r.Folio] && len(out) < limit {
				have[r.Folio] = true
				out = append(out, r)
			}
		}
		return len(more), err
	}
	if folio, err := strconv.Atoi(strings.Trim(typed, " #")); err == nil && folio > 0 && folio <= math.MaxInt32 {
		if _, err := ask(`select * from newest where folio = $1 and not withdrawn`, folio); err != nil {
			return out, err
		}
	}
	err := chosen(typed, limit, "(select dressing_id, by_title, found from newest where not withdrawn)", "n.by_title", "n.found @@ sought('n', $1)", func(query string) (int, error) { return ask(query, typed, limit) })
	return out, err
}

// A Heading is an entry of an index: what it is called, and how many dressings in the lists stand
// under it, counted up to a limit.
type Heading struct {
	Name  string `db:"name"`
	Key   string `db:"key"` // what the index is sorted by
	Count int    `db:"count"`
	Tied  int    `db:"tied"` // of a person: how many were tied
}

// How far the dressings under a heading are counted: where an index of their own has them, and
// where each has to be looked at.
const (
	CountedTo = 1000
	LookedTo  = 100
)

func (s Reads) headings(ctx context.Context, query string, args ...any) ([]Heading, error) {
	list := []Heading{}
	err := s.q.SelectContext(ctx, &list, query, args...)
	return list, err
}

// capped counts newest n under a condition up to a limit.
func capped(condition string, limit int) string {
	return fmt.Sprintf(`(select count(*) from (select from newest n where not n.withdrawn and %s limit %d) x)`, condition, limit+1)
}

// claimedOf are the dressings that some account says person p originated, whatever the ledger adopts.
const claimedOf = `select l.dressing_id from claim c join place l on l.pattern_id = c.pattern_id and (c.dressing_id = l.dressing_id or c.dressing_id is null and l.standing <> 'variant')
	where c.person_id = p.id and c.question = 'originated' and not c.away`

// IndexOfPeople lists people by surname, from the one after a key on, that begin with letters.
func (s Reads) IndexOfPeople(ctx context.Context, begin, after string, limit int) ([]Heading, error) {
	return s.headings(ctx, `select * from (select p.name, p.by_surname key, `+capped("(n.originator_id = p.id or n.dressing_id = any(array("+claimedOf+")))", CountedTo)+` count, `+capped("n.tier_id = p.id", CountedTo)+` tied
		from person p where p.by_surname > $1 and p.by_surname >= fold($2) and p.by_surname < fold($2) || U&'\+10FFFF' order by p.by_surname) x where count + tied > 0 limit $3`, after, begin, limit)
}

// IndexOfSources lists sources by title.
func (s Reads) IndexOfSources(ctx context.Context, begin, after string, limit int) ([]Heading, error) {
	return s.headings(ctx, `select * from (select p.title as name, p.by_name key, `+capped("n.source_id = p.id", CountedTo)+` count, 0 tied
		from source p where p.by_name > $1 and p.by_name >= fold($2) and p.by_name < fold($2) || U&'\+10FFFF' order by p.by_name) x where count > 0 limit $3`, after, begin, limit)
}

// IndexOfDecades lists the decades of which some dressing may be.
func (s Reads) IndexOfDecades(ctx context.Context) ([]Heading, error) {
	return s.headings(ctx, `select y || 's' as name, y::text key, c.count, 0 tied from generate_series(1400, 2190, 10) y,
		lateral (select `+capped("n.years && int4range(y, y + 9, '[]') and not lower_inf(n.years) and not upper_inf(n.years)", LookedTo)+` count) c where c.count > 0 order by y`)
}

// IndexOfSizes lists the hook sizes that dressings are tied in, the largest hook first; Name is
// the size as a number.
func (s Reads) IndexOfSizes(ctx context.Context) ([]Heading, error) {
	var each []string
	for z := -10; z <= 40; z++ {
		each = append(each, fmt.Sprintf(`select %[1]d z, %[2]s count`, z, capped(fmt.Sprintf(`n.found @@ '''z=%d'''`, z), LookedTo)))
	}
	return s.headings(ctx, `select z::text as name, z::text key, count, 0 tied from (`+strings.Join(each, " union all ")+`) x where count > 0 order by z`)
}

// IndexOfImitations lists what dressings imitate, as it is written at the first of them.
func (s Reads) IndexOfImitations(ctx context.Context, begin, after string, limit int) ([]Heading, error) {
	return s.headings(ctx, `with recursive step (key, n) as (
			(select by_imitates, 1 from newest where not withdrawn and by_imitates <> '' and by_imitates > $1 and by_imitates >= fold($2) and by_imitates < fold($2) || U&'\+10FFFF' order by by_imitates limit 1)
			union all
			select (select by_imitates from newest where not withdrawn and by_imitates <> '' and by_imitates > step.key and by_imitates < fold($2) || U&'\+10FFFF' order by by_imitates limit 1), step.n + 1 from step where step.key is not null and step.n < $3
		)
		select coalesce((select r.reading ->> 'imitates' from newest n join revision r on r.id = n.revision_id where not n.withdrawn and n.by_imitates = step.key order by n.folio limit 1), '') as name,
			step.key, `+capped("n.by_imitates <> '' and n.by_imitates = step.key", CountedTo)+` count, 0 tied from step where step.key is not null order by step.n`, after, begin, limit)
}

// IndexOfParts lists the parts by the work they do.
func (s Reads) IndexOfParts(ctx context.Context) ([]Heading, error) {
	return s.headings(ctx, `with recursive step (key) as (
			(select kin from part order by kin limit 1)
			union all
			select (select kin from part where kin > step.key order by kin limit 1) from step where step.key is not null
		)
		select key as name, key, `+capped("n.found @@ quoted(whole('h', key))::tsquery", LookedTo)+` count, 0 tied from step where key is not null order by key`)
}

// IndexOfMaterials lists what the parts of a kin are made of first, as it is written.
func (s Reads) IndexOfMaterials(ctx context.Context, kin, begin, after string, limit int) ([]Heading, error) {
	return s.headings(ctx, `with recursive step (key, n) as (
			(select left(material, 200), 1 from part where kin = $4 and left(material, 200) > $1 and left(material, 200) >= lower($2) and left(material, 200) < lower($2) || U&'\+10FFFF' and material <> '' order by left(material, 200) limit 1)
			union all
			select (select left(material, 200) from part where kin = $4 and left(material, 200) > step.key and left(material, 200) < lower($2) || U&'\+10FFFF' order by left(material, 200) limit 1), step.n + 1 from step where step.key is not null and step.n < $3 + 200
		)
		select * from (select step.key as name, step.key,
			(select count(distinct folio) from (select n.folio from part p join newest n on n.revision_id = p.revision_id where not n.withdrawn and p.kin = $4 and left(p.material, 200) = step.key limit `+fmt.Sprint(LookedTo+1)+`) x) count, 0 tied
			from step where step.key is not null order by step.n) x where count > 0 limit $3`, after, begin, limit, kin)
}

// Lives gives the first and the last year that dressings under a condition may be of, for the page of a
// person or a source; 0 where none is told.
func (s Reads) Lives(ctx context.Context, what Asked) (first, last int, err error) {
	where, args := what.where(1)
	var y struct {
		First int `db:"first"`
		Last  int `db:"last"`
	}
	err = s.q.GetContext(ctx, &y, `select coalesce(min(lower(years)), 0) as first, coalesce(max(upper(years) - 1), 0) as last from (select n.years from newest n where `+where+fmt.Sprintf(` limit %d) x`, CountedTo), args...)
	return y.First, y.Last, err
}

// Uses counts the dressings in which words stand one behind another, up to a limit.
func (s Reads) Uses(ctx context.Context, words string) (int, error) {
	var n int
	err := s.q.GetContext(ctx, &n, `select count(*) from (select from newest n where not n.withdrawn and n.found @@ phraseto_tsquery('simple', fold($1)) limit $2) x`, words, LookedTo+1)
	return n, err
}

// Materials lists what parts are made of, in the ledger's own words, that begin with letters.
func (s Reads) Materials(ctx context.Context, begin string, limit int) ([]string, error) {
	list := []string{}
	err := s.q.SelectContext(ctx, &list, `with recursive step (key, n) as (
			(select left(material, 200), 1 from part where material <> '' and left(material, 200) >= $1 and left(material, 200) < $1 || U&'\+10FFFF' order by left(material, 200) limit 1)
			union all
			select (select left(material, 200) from part where material <> '' and left(material, 200) > step.key and left(material, 200) < $1 || U&'\+10FFFF' order by left(material, 200) limit 1), step.n + 1 from step where step.key is not null and step.n < $2
		) select key from step where key is not null order by n`, begin, limit)
	return list, err
}
