package store

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
)

// Marks under which the finding column keeps what a dressing is found by; see migration 9.
const (
	MarkNone       = ""
	MarkWho        = "w"
	MarkOriginator = "o"
	MarkTier       = "t"
	MarkSource     = "s"
	MarkCalled     = "n"
	MarkImitates   = "i"
	MarkHas        = "h"
	MarkLacks      = "x" // of the standard parts, by the work they do
)

// MarkKin and MarkLabel are the marks of a part: by the work it does, and by its label.
func MarkKin(kin string) string     { return "k:" + kin }
func MarkLabel(label string) string { return "r:" + label }

// A Mark is words under a mark: any of them, each word whole or the beginning of one, or with
// Whole the very name.
type Mark struct {
	Mark  string
	Words string
	Whole bool
}

// A Clause holds where any of its marks is found, or with Not where none is.
type Clause struct {
	Any []Mark
	Not bool
}

// Asked is what a dressing has to be to be found: all of it.
type Asked struct {
	Clauses []Clause
	Phrases []string // words one behind another
	Sizes   [][2]int // a hook size of each range
	Years   [][2]*int
	// Parents, where it is not nil, are dressings of which it descends from one.
	Parents [][]int64
	Folio   int // 0 for any
}

// Everything tells whether all dressings are sought.
func (s Asked) Everything() bool {
	return len(s.Clauses)+len(s.Phrases)+len(s.Sizes)+len(s.Years)+len(s.Parents) == 0 && s.Folio == 0
}

// where gives the condition on newest n, and its arguments, the first of which is $first.
func (s Asked) where(first int) (string, []any) {
	var args []any
	arg := func(v any) string {
		args = append(args, v)
		return fmt.Sprintf("$%d", first+len(args)-1)
	}
	out := []string{"not n.withdrawn"}
	var all []string
	for _, c := range s.Clauses {
		var any []string
		for _, m := range c.Any {
			of := "sought"
			switch {
			case m.Mark == MarkLacks:
				of = "sought_lack"
			case m.Whole:
				of = "sought_whole"
			}
			any = append(any, fmt.Sprintf("coalesce(%s(%s, %s), '''none of this''')", of, arg(m.Mark), arg(m.Words)))
		}
		q := "(" + strings.Join(any, " || ") + ")"
		if c.Not {
			q = "!!" + q
		}
		all = append(all, q)
	}
	for _, p := range s.Phrases {
		all = append(all, fmt.Sprintf("phraseto_tsquery('simple', fold(%s))", arg(p)))
	}
	for _, z := range s.Sizes {
		var any []string
		for n := max(z[0], -10); n <= min(z[1], 40); n++ {
			any = append(any, fmt.Sprintf("'z=%d'", n))
		}
		if len(any) == 0 {
			any = []string{"'z=none'"}
		}
		all = append(all, "'"+strings.ReplaceAll(strings.Join(any, " | "), "'", "''")+"'::tsquery")
	}
	if len(all) > 0 {
		out = append(out, "n.found @@ ("+strings.Join(all, " && ")+")")
	}
	for _, y := range s.Years {
		out = append(out, fmt.Sprintf("n.years && int4range(%s::int, %s::int, '[]')", arg(y[0]), arg(y[1])))
	}
	for _, p := range s.Parents {
		out = append(out, fmt.Sprintf("n.dressing_id in (select child_id from descent where parent_id = any(%s))", arg(p)))
	}
	if s.Folio > 0 {
		out = append(out, "n.folio = "+arg(s.Folio))
	}
	return strings.Join(out, " and "), args
}

// Order is a column that a list is sorted by.
type Order string

// What lists are sorted by.
const (
	ByFolio    Order = "folio"
	ByTitle    Order = "name"
	ByWho      Order = "who"
	BySource   Order = "source"
	ByYear     Order = "date"
	BySize     Order = "size"
	ByVariants Order = "variants"
)

// Values lists them.
func (Order) Values() []string {
	return []string{string(ByFolio), string(ByTitle), string(ByWho), string(BySource), string(ByYear), string(BySize), string(ByVariants)}
}

var orders = map[Order]struct{ column, kind string }{
	ByFolio: {"n.folio", "int"}, ByTitle: {"n.by_title", "text"}, ByWho: {"n.by_who", "text"}, BySource: {"n.by_source", "text"}, ByYear: {"n.by_year", "int"}, BySize: {"n.by_size", "int"}, ByVariants: {"f.variants", "int"},
}

// After is the last dressing of a page: its folio, and what the list is sorted by as text. The
// zero value is before the first.
type After struct {
	Key   string `json:"k,omitempty"`
	Folio int    `json:"f"`
}

// few tells whether so little is found that all of it is looked up and then sorted. Where it is
// more than one in twenty, a page is read along the index that gives the order, until it is full:
// each row in between has to be fetched whole to be looked at.
func (s Reads) few(ctx context.Context, where string, args []any) (bool, int, error) {
	var told struct {
		Rows float64 `db:"rows"`
		All  float64 `db:"all"`
	}
	rows, err := s.estimate(ctx, where, args)
	if err != nil {
		return false, 0, err
	}
	err = s.q.GetContext(ctx, &told.All, `select reltuples from pg_class where oid = 'newest'::regclass`)
	return rows < max(3*countTo, int(told.All/20)), rows, err
}

// estimate gives how many dressings the planner expects under a condition.
func (s Reads) estimate(ctx context.Context, where string, args []any) (int, error) {
	var plan json.RawMessage
	if err := s.q.GetContext(ctx, &plan, `explain (format json) select from newest n where `+where, args...); err != nil {
		return 0, err
	}
	var told []struct {
		Plan struct {
			Rows float64 `json:"Plan Rows"`
		}
	}
	if err := json.Unmarshal(plan, &told); err != nil || len(told) == 0 {
		return 0, err
	}
	return int(told[0].Plan.Rows), nil
}

// Found is a page of what is sought. Total counts all of it: exact up to some thousands, above that
// the estimate of the planner, and then About is set.
type Found struct {
	Rows  []Row
	Total int
	About bool
}

// Find lists a page of what is sought, sorted, from the one after a dressing on. Each row has its
// Key for the next page.
func (s Reads) Find(ctx context.Context, what Asked, by Order, down bool, after After, limit int) (Found, error) {
	out := Found{Rows: []Row{}}
	o, ok := orders[by]
	if !ok {
		by, o = ByFolio, orders[ByFolio]
	}
	where, args := what.where(1)
	few, about, err := s.few(ctx, where, args)
	if err != nil {
		return out, err
	}
	than, dir := ">", ""
	if down {
		than, dir = "<", " desc"
	}
	page, paged := "", append([]any{}, args...)
	if after.Folio > 0 {
		paged = append(paged, after.Key, after.Folio)
		page = fmt.Sprintf(" and (x.key, x.folio) %s ($%d::%s, $%d)", than, len(paged)-1, o.kind, len(paged))
		if by == ByFolio {
			paged = append(paged[:len(paged)-2], after.Folio)
			page = fmt.Sprintf(" and x.folio %s $%d", than, len(paged))
		}
	}
	from, column, folio := "newest n", o.column, "n.folio"
	if by == ByVariants { // the index of the families gives the order
		from, folio = "family f join newest n on n.dressing_id = f.dressing_id", "f.folio"
	}
	paged = append(paged, limit)
	hits := "select n.dressing_id, " + folio + " as folio, " + column + " as key from " + from + " where " + where
	var query string
	if few {
		query = "with x as materialized (" + hits + "), best as (select * from x where true" + page + " order by key" + dir + ", folio" + dir + fmt.Sprintf(" limit $%d)", len(paged))
	} else {
		page = strings.NewReplacer("x.key", column, "x.folio", folio).Replace(page)
		query = "with best as materialized (" + hits + page + " order by " + column + dir + ", " + folio + dir + fmt.Sprintf(" limit $%d)", len(paged))
	}
	query += columns + ", best.key::text key from best join newest n on n.dressing_id = best.dressing_id join revision r on r.id = n.revision_id" + names + " order by best.key" + dir + ", best.folio" + dir
	if err := s.q.SelectContext(ctx, &out.Rows, query, paged...); err != nil {
		return out, err
	}
	if after.Folio == 0 && len(out.Rows) < limit { // all are on this page
		out.Total = len(out.Rows)
		return out, nil
	}
	out.Total, out.About, err = s.count(ctx, where, args, about)
	return out, err
}

// countTo is how many dressings are counted one by one; above three times as many expected the
// estimate stands.
const countTo = 1000

func (s Reads) count(ctx context.Context, where string, args []any, about int) (int, bool, error) {
	if about > 3*countTo {
		return about, true, nil
	}
	var n int
	err := s.q.GetContext(ctx, &n, `select count(*) from newest n where `+where, args...)
	return n, false, err
}

// Count gives how many dressings are sought, and whether that is an estimate.
func (s Reads) Count(ctx context.Context, what Asked) (n int, about bool, err error) {
	where, args := what.where(1)
	if n, err = s.estimate(ctx, where, args); err != nil {
		return 0, false, err
	}
	return s.count(ctx, where, args, n)
}

// Known tells whether the ledger has a name of a kind that holds all these words, or with whole the
// very name: of a person, a source, or (MarkCalled, MarkImitates) of a dressing.
func (s Reads) Known(ctx context.Context, mark, words string, whole bool) (bool, error) {
	m := Asked{Clauses: []Clause{{Any: []Mark{{mark, words, whole}}}}}
	where, args := m.where(1)
	var known bool
	err := s.q.GetContext(ctx, &known, `select exists (select from newest n where `+where+`)`, args...)
	return known, err
}

// Called lists the dressings of a name: those of that very name, else those that hold its words. At
// most limit.
func (s Reads) Called(ctx context.Context, name string, limit int) ([]int64, error) {
	for _, whole := range []bool{true, false} {
		where, args := Asked{Clauses: []Clause{{Any: []Mark{{MarkCalled, name, whole}}}}}.where(2)
		ids := []int64{}
		if err := s.q.SelectContext(ctx, &ids, `select n.dressing_id from newest n where `+where+` limit $1`, append([]any{limit}, args...)...); err != nil || len(ids) > 0 {
			return ids, err
		}
	}
	return []int64{}, nil
}

// Filed counts what is in the ledger, like Count.
func (s Reads) Filed(ctx context.Context) (int, bool, error) { return s.Count(ctx, Asked{}) }
