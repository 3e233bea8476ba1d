package store

import (
	"context"
	"database/sql"
	"encoding/json"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"

	"mothledger/core/when"
)

// PeriodValue is the width of words: the first and the last day, and why.
type PeriodValue struct {
	From when.Day `json:"from"`
	To   when.Day `json:"to"`
	Note string   `json:"note"`
}

// WhenPeriods gives the words that the club gave a width, as dates are read with them.
func (s Reads) WhenPeriods(ctx context.Context) (when.Periods, error) {
	rows, err := s.Periods(ctx)
	if err != nil {
		return nil, err
	}
	var out when.Periods
	for _, r := range rows {
		var v PeriodValue
		if err := json.Unmarshal(r.Value, &v); err != nil {
			return nil, err
		}
		out = append(out, when.Period{Words: r.Words, From: v.From, To: v.To})
	}
	return out, nil
}

const keepDate = `insert into dated (revision_id, edtf, year_from, year_to) values ($1, $2, $3, $4)
	on conflict (revision_id) do update set edtf = excluded.edtf, year_from = excluded.year_from, year_to = excluded.year_to
	where (dated.edtf, dated.year_from, dated.year_to) is distinct from (excluded.edtf, excluded.year_from, excluded.year_to)`

// Untold stands where words tell no date: any year.
const Untold = "XXXX"

// dateArgs are what keepDate is given beside the revision.
func dateArgs(revision int64, d when.Date) []any {
	year := func(day when.Day) *int {
		if day.IsZero() {
			return nil
		}
		return &day.Year
	}
	if d.EDTF == "" {
		return []any{revision, Untold, nil, nil}
	}
	return []any{revision, d.EDTF, year(d.Earliest), year(d.Latest)}
}

// date keeps when a revision is, beside its words.
func (t *Tx) date(ctx context.Context, revision int64, words string) error {
	if words == "" {
		return nil
	}
	ps, err := t.WhenPeriods(ctx)
	if err != nil {
		return err
	}
	_, err = t.tx.ExecContext(ctx, keepDate, dateArgs(revision, ps.Read(words))...)
	return plain(err)
}

// redate reads the dates anew that may hold words whose width the club changed.
func (t *Tx) redate(ctx context.Context, words string) error {
	ps, err := t.WhenPeriods(ctx)
	if err != nil {
		return err
	}
	var list []datedWords
	if err := t.tx.SelectContext(ctx, &list, `select id, date_text from revision where position(regexp_replace($1, '^the ', '') in lower(translate(date_text, '’', ''''))) > 0`, words); err != nil {
		return err
	}
	return keepDates(ctx, t.tx, list, ps)
}

// execs is what carries out a statement: a transaction, counted or not.
type execs interface {
	ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error)
}

// keepDates keeps when revisions are, as their words are read with the club's widths.
func keepDates(ctx context.Context, tx execs, list []datedWords, ps when.Periods) error {
	for _, x := range list {
		if _, err := tx.ExecContext(ctx, keepDate, dateArgs(x.ID, ps.Read(x.Date))...); err != nil {
			return plain(err)
		}
	}
	return nil
}

type datedWords struct {
	ID   int64  `db:"id"`
	Date string `db:"date_text"`
}

// dateAll is a migration: it writes the dates of all revisions as the Extended Date/Time Format
// has them, beside their words.
var dateAll = goose.NewGoMigration(14, &goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error {
	rows, err := tx.QueryContext(ctx, `select id, date_text from revision where date_text <> '' and id not in (select revision_id from dated) order by id`)
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	var list []datedWords
	if err := sqlx.StructScan(rows, &list); err != nil {
		return err
	}
	if err := keepDates(ctx, tx, list, nil); err != nil {
		return err
	}
	_, err = tx.ExecContext(ctx, findDated)
	return err
}}, nil)

// findDated finds anew what has other years by now than its revision was filed with.
const findDated = `select find_again(n.dressing_id) from newest n join revision r on r.id = n.revision_id join dated e on e.revision_id = r.id where (e.year_from, e.year_to) is distinct from (r.date_from, r.date_to)`

// dateAnew writes the dates of all revisions beside their words, in a ledger that is being filled.
func dateAnew(ctx context.Context, tx *sqlx.Tx) error {
	ps, err := Reads{told{tx}}.WhenPeriods(ctx)
	if err != nil {
		return err
	}
	var list []datedWords
	if err := tx.SelectContext(ctx, &list, `select id, date_text from revision where date_text <> ''`); err != nil {
		return plain(err)
	}
	return keepDates(ctx, tx, list, ps)
}
