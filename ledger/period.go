package ledger

import (
	"context"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"mothledger/core/when"
	"mothledger/store"
)

// Period is the width that the club gives to words such as "the war".
type Period struct {
	Words string `json:"words" minLength:"1" maxLength:"100"`
	From  string `json:"from" format:"date" doc:"the first day"`
	To    string `json:"to" format:"date" doc:"the last day"`
	Note  string `json:"note,omitempty" maxLength:"1000" doc:"why so"`
}

// Periods lists the words that the club gave a width.
func (l *Ledger) Periods(ctx context.Context) ([]Period, error) {
	rows, err := l.store.Periods(ctx)
	if err != nil {
		return nil, err
	}
	out := []Period{}
	for _, r := range rows {
		var v store.PeriodValue
		if err := json.Unmarshal(r.Value, &v); err != nil {
			return nil, err
		}
		out = append(out, Period{r.Words, v.From.String(), v.To.String(), v.Note})
	}
	return out, nil
}

func dayOf(field, s string) (when.Day, error) {
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return when.Day{}, &Fault{field, fmt.Sprintf("%q is no day; expected one such as 1939-09-01", s)}
	}
	return when.Day{Year: t.Year(), Month: int(t.Month()), Day: t.Day()}, nil
}

// SetPeriod gives words a width; with out it takes it away. The dates of dressings that hold the words
// follow.
func (l *Ledger) SetPeriod(ctx context.Context, p Period, out bool, by Sender) (Filed, error) {
	return l.do(ctx, by, request{PeriodSet, out, p}, func(tx *store.Tx) (deed, error) {
		words := strings.ToLower(tidy(strings.NewReplacer("’", "'", "‘", "'").Replace(p.Words)))
		if words == "" {
			return deed{}, &Fault{"words", "say the words, such as \"the war\""}
		}
		key := store.Key{Words: words}
		if out {
			return deed{kind: PeriodOut, what: fmt.Sprintf("“%s” has no width any more", words)}, tx.Set(ctx, store.OfPeriod, key, nil)
		}
		if when.Read(words).Told() {
			return deed{}, &Fault{"words", fmt.Sprintf("“%s” is a date that every reader knows; only other words are given a width", words)}
		}
		from, err := dayOf("from", p.From)
		if err != nil {
			return deed{}, err
		}
		to, err := dayOf("to", p.To)
		if err != nil {
			return deed{}, err
		}
		if from.Compare(to) > 0 {
			return deed{}, &Fault{"to", fmt.Sprintf("%s is before %s", p.To, p.From)}
		}
		return deed{kind: PeriodSet, what: fmt.Sprintf("“%s” is from %s to %s", words, from, to), why: tidy(p.Note)}, tx.Set(ctx, store.OfPeriod, key, store.PeriodValue{From: from, To: to, Note: tidy(p.Note)})
	})
}
