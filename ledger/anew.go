package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"mothledger/core/reading"
	"mothledger/store"
)

// Rereading is a dressing that today's reader would read otherwise.
type Rereading struct {
	Folio    int    `json:"folio"`
	Revision int    `json:"revision"`
	Title    string `json:"title"`
	// Changes say what, a line each, in the standard form.
	Changes []string `json:"changes"`
}

// Rereadings are a page of what today's reader would read otherwise.
type Rereadings struct {
	Items []Rereading `json:"items"`
	// Next is the folio to go on after; 0 where there is no more.
	Next    int `json:"next"`
	Offered int `json:"offered" doc:"how many there are in all"`
	Left    int `json:"left" doc:"how many dressings are still to be looked at"`
}

// mostAnew is how many dressings one deed reads anew at most: as many as one request has time for.
const mostAnew = 2000

// Rereadings lists what today's reader would read otherwise, by folio.
func (l *Ledger) Rereadings(ctx context.Context, after, limit int) (Rereadings, error) {
	out := Rereadings{Items: []Rereading{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		out.Items = out.Items[:0]
		list, err := s.Rereadings(ctx, reading.Version(), after, limit+1)
		if err != nil {
			return err
		}
		if len(list) > limit {
			list = list[:limit]
			out.Next = list[limit-1].Folio
		}
		for _, r := range list {
			x := Rereading{Folio: r.Folio, Revision: r.Revision, Title: r.Title}
			if err := json.Unmarshal(r.Changes, &x.Changes); err != nil {
				return err
			}
			out.Items = append(out.Items, x)
		}
		if out.Offered, err = s.Offered(ctx, reading.Version()); err != nil {
			return err
		}
		out.Left, err = s.LeftToReread(ctx, reading.Version())
		return err
	})
	return out, err
}

// LookAnew reads the words of up to limit dressings that another reader read, keeps what it would make
// of them, and tells how many it looked at. It alters no dressing. Several may run at once, and one
// that was stopped goes on where it was.
func (l *Ledger) LookAnew(ctx context.Context, limit int) (int, error) {
	list, err := l.store.ToReread(ctx, reading.Version(), limit)
	if err != nil {
		return 0, err
	}
	for i, r := range list {
		changes, err := anew(ctx, l.store.Reads, r)
		if err != nil {
			return i, fmt.Errorf("folio %d: %w", r.Folio, err)
		}
		err = l.store.Within(ctx, func(tx *store.Tx) error {
			return tx.KeepRereading(ctx, r.ID, r.Revision, reading.Version(), changes)
		})
		if err != nil {
			return i, err
		}
	}
	return len(list), nil
}

// ReadAgain is what came of reading dressings anew.
type ReadAgain struct {
	Filed
	Read    int `json:"read"`
	Skipped int `json:"skipped" doc:"how many were left as they are"`
}

// ReadAnew files what today's reader makes of dressings as their next revisions, in one deed: of the
// folios that are given, or of all that are offered. Corrections and settlements
// stay. What was revised meanwhile, or names a parent that nobody can tell from another, is left as
// it is.
func (l *Ledger) ReadAnew(ctx context.Context, folios []int, all bool, by Sender) (ReadAgain, error) {
	if len(folios) == 0 && !all {
		return ReadAgain{}, &Fault{"folios", "say which dressings to read anew"}
	}
	var out ReadAgain
	done, err := l.do(ctx, by, request{ReadAnew, folios, all}, func(tx *store.Tx) (deed, error) {
		out = ReadAgain{}
		list, err := tx.Rereadings(ctx, reading.Version(), 0, mostAnew)
		if err != nil {
			return deed{}, err
		}
		if !all {
			list = slices.DeleteFunc(list, func(r store.Reread) bool { return !slices.Contains(folios, r.Folio) })
		}
		d := deed{kind: ReadAnew, why: "read anew"}
		for _, r := range list {
			err := readAgain(ctx, tx, r)
			var f *Fault
			switch {
			case errors.As(err, &f), errors.Is(err, store.ErrStale):
				out.Skipped++
			case err != nil:
				return deed{}, err
			default:
				out.Read++
				d.what, d.folio, d.revision = "read "+nameOf(r.Title)+" anew", r.Folio, r.Revision+1
			}
		}
		if out.Read != 1 {
			d.what, d.folio, d.revision = fmt.Sprintf("read %d dressings anew", out.Read), 0, 0
		}
		return d, nil
	})
	out.Filed = done
	return out, err
}

// readAgain files the next revision of a dressing with the same words.
func readAgain(ctx context.Context, tx *store.Tx, r store.Reread) error {
	now, err := tx.One(ctx, r.Folio)
	if err != nil {
		return err
	}
	d, err := onto(ctx, tx.Reads, r.Folio, r.Revision, Filing{Text: now.Text, Why: "read anew"})
	if err != nil || d.same {
		return err
	}
	parents, err := settled(d.offers)
	if err != nil {
		return err
	}
	if _, err := tx.Revise(ctx, now.ID, r.Revision, d.rev); err != nil {
		return err
	}
	for _, p := range parents {
		if err := linkOne(ctx, tx, r.Folio, p, nil); err != nil {
			return err
		}
	}
	return nil
}
