package ledger

import (
	"context"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/profile"
	"mothledger/core/question"
	"mothledger/store"
)

// Order is a column that a list is sorted by.
type Order string

// Values lists them.
func (Order) Values() []string { return store.Order("").Values() }

// Listing is what of the ledger is listed: what a question asks for, sorted, from one page on.
type Listing struct {
	Question string
	By       Order // by folio where it is empty
	Down     bool  // from the last to the first
	After    string
}

// Page is a stretch of the ledger.
type Page struct {
	Entries []Entry `json:"entries"`
	// Asked is how the question was understood, piece by piece.
	Asked []question.Term `json:"asked"`
	// Total counts all that the question finds; Filed all that is in the ledger. About is set
	// where they are estimates, above a thousand.
	Total      int  `json:"total"`
	TotalAbout bool `json:"totalAbout,omitempty" doc:"the total is an estimate"`
	Filed      int  `json:"filed"`
	FiledAbout bool `json:"filedAbout,omitempty" doc:"filed is an estimate"`
	// Next asks for the stretch after this one, empty at the end.
	Next string `json:"next"`
	// Nearest are words of the ledger that are spelt nearly like those which find nothing.
	Nearest []string `json:"nearest"`
}

// Find lists what a question asks for, with a drawing on the hook in the vice.
func (l *Ledger) Find(ctx context.Context, what Listing, limit int, v Vice) (Page, error) {
	var p Page
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		p, err = find(ctx, s, what, limit, v)
		return err
	})
	return p, err
}

// cursor is the place after which a page begins, as it is handed out and back.
func cursor(a store.After) string {
	b, err := json.Marshal(a)
	if err != nil {
		return ""
	}
	return base64.RawURLEncoding.EncodeToString(b)
}

func afterOf(s string) (store.After, error) {
	var a store.After
	if s == "" {
		return a, nil
	}
	b, err := base64.RawURLEncoding.DecodeString(s)
	if err == nil {
		err = json.Unmarshal(b, &a)
	}
	if err != nil || a.Folio < 1 {
		return a, &Fault{"after", "this is no place in a list; ask for the first page again"}
	}
	return a, nil
}

// marks are the marks under which the terms of a kind are looked up.
var marks = map[question.Kind]string{
	question.Words: store.MarkNone, question.Who: store.MarkWho, question.Originator: store.MarkOriginator, question.Tier: store.MarkTier, question.Source: store.MarkSource, question.Called: store.MarkCalled, question.Imitates: store.MarkImitates, question.Parent: store.MarkCalled,
}

// understand reads a question with the names that the ledger has.
func understand(ctx context.Context, s store.Reads, text string) ([]question.Term, error) {
	var failed error
	terms := question.Read(text, func(k question.Kind, words string, whole bool) bool {
		known, err := s.Known(ctx, marks[k], words, whole)
		if err != nil {
			failed = err
		}
		return known
	})
	return terms, failed
}

// parentsAsked is the most dressings of one name that a question for their variants takes.
const parentsAsked = 200

// asked turns the terms of a question into what the store looks up.
func asked(ctx context.Context, s store.Reads, terms []question.Term) (store.Asked, error) {
	var a store.Asked
	for _, t := range terms {
		c := store.Clause{Not: t.Kind == question.Without}
		add := func(mark string) {
			for _, w := range t.Any {
				c.Any = append(c.Any, store.Mark{Mark: mark, Words: w, Whole: t.Whole})
			}
		}
		switch t.Kind {
		case question.Plain:
			continue
		case question.Phrase:
			a.Phrases = append(a.Phrases, t.Any[0])
			continue
		case question.Years:
			a.Years = append(a.Years, [2]*int{t.From, t.To})
			continue
		case question.Size:
			a.Sizes = append(a.Sizes, [2]int{*t.From, *t.To})
			continue
		case question.Folio:
			if a.Folio != 0 && a.Folio != *t.From { // two at once are none
				a.Parents = append(a.Parents, []int64{})
			}
			a.Folio = *t.From
			continue
		case question.Parent:
			ids, err := parentsCalled(ctx, s, t.Any[0])
			if err != nil {
				return a, err
			}
			a.Parents = append(a.Parents, ids)
			continue
		case question.Part:
			for _, m := range partMarks(t) {
				add(m)
			}
		case question.Without, question.Has:
			if t.Label == "" {
				add(store.MarkNone)
				break
			}
			if t.Kin != "" && t.Kind == question.Without { // what is not there is looked up too
				c = store.Clause{Any: []store.Mark{{Mark: store.MarkLacks, Words: t.Kin, Whole: true}}}
				break
			}
			labels := []string{t.Kin}
			if t.Kin == "" {
				labels = t.Labels()
			}
			for _, l := range labels {
				c.Any = append(c.Any, store.Mark{Mark: store.MarkHas, Words: l, Whole: true})
			}
		default:
			add(marks[t.Kind])
		}
		a.Clauses = append(a.Clauses, c)
	}
	return a, nil
}

// parentsCalled gives the dressings that a question means by a name, or by "folio 12".
func parentsCalled(ctx context.Context, s store.Reads, name string) ([]int64, error) {
	var folio int
	if n, _ := fmt.Sscanf(strings.ToLower(name), "folio %d", &folio); n == 1 {
		r, err := s.One(ctx, folio)
		if errors.Is(err, store.ErrNotFound) {
			return []int64{}, nil
		}
		return []int64{r.ID}, err
	}
	return s.Called(ctx, name, parentsAsked)
}

// partMarks are the marks under which a part stands.
func partMarks(t question.Term) []string {
	if t.Kin != "" {
		return []string{store.MarkKin(t.Kin)}
	}
	return each(t.Labels(), store.MarkLabel)
}

func find(ctx context.Context, s store.Reads, what Listing, limit int, v Vice) (Page, error) {
	p := Page{Entries: []Entry{}, Asked: []question.Term{}, Nearest: []string{}}
	v, err := v.load(ctx, s)
	if err != nil {
		return Page{}, err
	}
	after, err := afterOf(what.After)
	if err != nil {
		return Page{}, err
	}
	if terms, err := understand(ctx, s, what.Question); err != nil {
		return Page{}, err
	} else if len(terms) > 0 {
		p.Asked = terms
	}
	a, err := asked(ctx, s, p.Asked)
	if err != nil {
		return Page{}, err
	}
	found, err := s.Find(ctx, a, store.Order(what.By), what.Down, after, limit+1)
	if err != nil {
		return Page{}, err
	}
	rows := found.Rows
	p.Total, p.TotalAbout = found.Total, found.About
	p.Filed, p.FiledAbout = p.Total, p.TotalAbout
	if !a.Everything() {
		if p.Filed, p.FiledAbout, err = s.Filed(ctx); err != nil {
			return Page{}, err
		}
	}
	if p.Total == 0 && after.Folio == 0 {
		if p.Nearest, err = nearest(ctx, s, p.Asked); err != nil {
			return Page{}, err
		}
	}
	if len(rows) > limit {
		rows = rows[:limit]
		p.Next = cursor(store.After{Key: rows[limit-1].Key, Folio: rows[limit-1].Folio})
	}
	if p.Entries, err = allDrawn(rows, v); err != nil {
		return Page{}, err
	}
	return p, qualify(ctx, s, pointers(p.Entries))
}

// nearest gives what is spelt nearly like the words and names of a question that finds nothing: words
// of the trade, and people, sources and dressings of the ledger, each where it is asked for.
func nearest(ctx context.Context, s store.Reads, terms []question.Term) ([]string, error) {
	const most = 6
	out := []string{}
	for _, t := range terms {
		var list []string
		var err error
		switch t.Kind {
		case question.Words, question.Part:
			list = question.Nearest(t.Any[0])
		case question.Who, question.Originator, question.Tier:
			list, err = s.People(ctx, t.Any[0], most)
		case question.Source:
			list, err = s.Sources(ctx, t.Any[0], most)
		case question.Parent, question.Called:
			var rows []store.Row
			rows, err = s.Dressings(ctx, t.Any[0], most)
			list = each(rows, func(r store.Row) string { return r.Title })
		}
		if err != nil {
			return nil, err
		}
		for _, w := range list {
			if len(out) < most && w != "" && !slices.Contains(out, w) && !slices.Contains(t.Any, w) {
				out = append(out, w)
			}
		}
	}
	return out, nil
}

// drawn is a row with its drawing on the hook in the vice.
func drawn(r store.Row, v Vice) (Entry, error) {
	d, err := filed(r)
	if err != nil {
		return Entry{}, err
	}
	h, _, err := v.hook(d)
	if err != nil {
		return Entry{}, err
	}
	e := entry(r)
	o := profile.Of(d, h)
	e.Outline = &o
	return e, nil
}

func allDrawn(rows []store.Row, v Vice) ([]Entry, error) {
	out := make([]Entry, len(rows))
	for i, r := range rows {
		var err error
		if out[i], err = drawn(r, v); err != nil {
			return nil, err
		}
	}
	return out, nil
}
