package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"mothledger/core/practice"
	"mothledger/store"
)

// Record is what kind of record a deed is about.
type Record string

// The kinds of record.
const (
	DressingRecord Record = "dressing"
	HookRecord     Record = "hook"
	WordRecord     Record = "word"
	SchoolRecord   Record = "school"
	BoxRecord      Record = "box"
	TrayRecord     Record = "tray"
	MaterialRecord Record = "material"
	PatternRecord  Record = "pattern"
	SourceRecord   Record = "source"
	BequestRecord  Record = "accession"
	PeriodRecord   Record = "period"
)

// Values lists the records as words.
func (Record) Values() []string {
	return words(DressingRecord, HookRecord, WordRecord, SchoolRecord, BoxRecord, TrayRecord, MaterialRecord, PatternRecord, SourceRecord, BequestRecord, PeriodRecord)
}

// Step is one thing that a deed changed: what stood before and what stands after it, in
// words; empty where nothing stood.
type Step struct {
	What   string `json:"what"`
	Folio  int    `json:"folio,omitempty" doc:"the dressing that was changed"`
	Before string `json:"before"`
	After  string `json:"after"`
	// Details are what one revision says otherwise than the other, a line each.
	Details []string `json:"details,omitempty"`
}

// Deed is an entry of the journal.
type Deed struct {
	ID     int64     `json:"id"`
	DoneAt time.Time `json:"doneAt"`
	Seat   string    `json:"seat" doc:"from which it was done; empty where none was named"`
	Kind   Kind      `json:"kind"`
	What   string    `json:"what"`
	Why    string    `json:"why,omitempty"`
	Folio  int       `json:"folio,omitempty" doc:"the dressing that it is about"`
	Title  string    `json:"title,omitempty" doc:"and its name as it is now"`
	Steps  []Step    `json:"steps"`
	// Undone is set while it is not in force; UndoneBy is the deed that undid it.
	Undone   bool  `json:"undone"`
	UndoneBy int64 `json:"undoneBy,omitempty"`
	// Known is unset where the deed is older than the journal of what stood before,
	// so that it cannot be undone from here.
	Known bool `json:"known"`
}

// Sought is which deeds are asked for; zero values ask for all.
type Sought struct {
	Seat   string
	Kind   Kind
	Record Record
	// Of is the record itself: a folio, a hook's number, words, a question, a box.
	Of     string
	Day    string // as ISO 8601 writes it, in UTC
	Before int64
	Limit  int
}

// History is a stretch of the journal, the newest first. Next is the deed to go on from,
// 0 at the end.
type History struct {
	Deeds []Deed `json:"deeds"`
	Next  int64  `json:"next"`
}

// mostSteps is how many steps of a deed are listed; a card box has thousands.
const mostSteps = 12

// History reads the journal.
func (l *Ledger) History(ctx context.Context, f Sought) (History, error) {
	out := History{Deeds: []Deed{}}
	record := string(f.Record)
	if f.Of != "" && record != "" {
		record += " " + f.Of
	}
	if f.Day != "" {
		if _, err := time.Parse(time.DateOnly, f.Day); err != nil {
			return out, &Fault{"day", "expected a day such as 2026-05-31"}
		}
	}
	err := l.store.View(ctx, func(s store.Reads) error {
		list, err := s.Deeds(ctx, store.Sought{Seat: f.Seat, Kind: string(f.Kind), Record: record, Day: f.Day, Before: f.Before, Limit: f.Limit + 1})
		if err != nil {
			return err
		}
		if len(list) > f.Limit {
			list = list[:f.Limit]
			out.Next = list[f.Limit-1].ID
		}
		for _, d := range list {
			e, err := entered(ctx, s, d)
			if err != nil {
				return err
			}
			out.Deeds = append(out.Deeds, e)
		}
		return nil
	})
	return out, err
}

// entered gives a deed of the journal in words.
func entered(ctx context.Context, s store.Reads, d store.Deed) (Deed, error) {
	e := Deed{ID: d.ID, DoneAt: d.DoneAt, Seat: d.Seat, Kind: Kind(d.Kind), What: d.What, Why: d.Why, Folio: folioOf(d), Steps: []Step{}, UndoneBy: d.UndoneBy}
	in, err := stands(ctx, s, d)
	if err != nil {
		return e, err
	}
	e.Undone = !in
	if e.Folio > 0 {
		r, err := s.One(ctx, e.Folio)
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return e, err
		}
		e.Title = r.Title
	}
	changes, known, err := d.Changes()
	if err != nil {
		return e, err
	}
	e.Known = known
	for i, c := range changes {
		if i == mostSteps {
			e.Steps = append(e.Steps, Step{What: fmt.Sprintf("and %d more", len(changes)-i)})
			break
		}
		st, err := step(ctx, s, c)
		if err != nil {
			return e, err
		}
		e.Steps = append(e.Steps, st)
	}
	return e, nil
}

// step says a change in words.
func step(ctx context.Context, s store.Reads, c store.Change) (Step, error) {
	out := Step{What: cellName(c), Folio: c.Key.Folio, Before: said(c, c.Before), After: said(c, c.After)}
	if c.Of != store.OfSays || isNull(c.Before) || isNull(c.After) {
		return out, nil
	}
	var a, b store.SaysValue
	if err := errors.Join(json.Unmarshal(c.Before, &a), json.Unmarshal(c.After, &b)); err != nil {
		return out, err
	}
	from, err := s.At(ctx, c.Key.Folio, a.Revision)
	if err != nil {
		return out, err
	}
	to, err := s.At(ctx, c.Key.Folio, b.Revision)
	if err != nil {
		return out, err
	}
	out.Details, err = changesBetween(from, to)
	return out, err
}

// cellName says what a change is of.
func cellName(c store.Change) string {
	k := c.Key
	switch c.Of {
	case store.OfLink:
		return fmt.Sprintf("the link of folio %d to folio %d", k.Folio, k.Parent)
	case store.OfShelf:
		return fmt.Sprintf("folio %d among the lists", k.Folio)
	case store.OfSays:
		return fmt.Sprintf("what folio %d says", k.Folio)
	case store.OfWord:
		return fmt.Sprintf("what “%s” means", k.Words)
	case store.OfSchool:
		if k.Folio > 0 {
			return fmt.Sprintf("folio %d’s school: %s", k.Folio, questionOf(k.Question))
		}
		return "the club’s school: " + questionOf(k.Question)
	case store.OfAside:
		return fmt.Sprintf("the advice “%s” on folio %d", strings.Trim(k.Code+", "+k.Role, ", "), k.Folio)
	case store.OfOrder:
		return fmt.Sprintf("folio %d’s order of tying", k.Folio)
	case store.OfHook:
		return fmt.Sprintf("hook %d in the list", k.Hook)
	case store.OfBox:
		return "the card box"
	case store.OfTray:
		return fmt.Sprintf("tray %d", k.Tray)
	case store.OfMaterial:
		return fmt.Sprintf("the Cabinet’s “%s”", k.Words)
	case store.OfVerdict:
		return fmt.Sprintf("the club’s verdict on folio %d beside folio %d", k.Folio, k.Parent)
	case store.OfItem:
		return fmt.Sprintf("recipe %d of the card box", k.Position)
	case store.OfPlace:
		return fmt.Sprintf("where folio %d stands", k.Folio)
	case store.OfSource, store.OfPattern, store.OfCard:
		return fmt.Sprintf("%s %d", c.Of, k.ID)
	case store.OfClaim:
		return fmt.Sprintf("account %d", k.ID)
	case store.OfAccession:
		return fmt.Sprintf("bequest %d", k.ID)
	case store.OfPeriod:
		return fmt.Sprintf("the width of “%s”", k.Words)
	}
	return string(c.Of)
}

// questionOf says a question of the schools, and schoolOf an answer to it, in words.
func questionOf(id string) string {
	for _, q := range practice.Questions {
		if q.ID == id {
			return strings.TrimSuffix(q.Ask, "?")
		}
	}
	return id
}

func schoolOf(question, id string) string {
	for _, q := range practice.Questions {
		for _, s := range q.Schools {
			if q.ID == question && s.ID == id {
				return s.Say
			}
		}
	}
	return id
}

// said says a cell's value in words, "" where it holds nothing.
func said(c store.Change, v json.RawMessage) string {
	if isNull(v) {
		return ""
	}
	var x struct {
		Reason, Kind, Chosen, Note, State, Why string
		Withdrawn, Retired, Cancelled, Dropped bool
		Revision, As, Number                   int
		Folio                                  *int
		LinkedAt, TaughtAt, DismissedAt        string
		Name, Means, Material, Hue             string
		Away                                   bool
		Items                                  []store.TrayItem
		Steps                                  json.RawMessage
		LeadsTo                                *int
		Standing, Called, Donor, OldNumber     string
		Person, Says, Question, Title          string
		Pattern                                int64
		From, To                               any
		Into                                   *int64
		Denied, Searched                       bool
	}
	if c.Of == store.OfAccession { // whose number is words
		var a AccessionBody
		_ = json.Unmarshal(v, &a)
		return strings.TrimSuffix(a.Number+", from "+a.Donor, ", from ")
	}
	if json.Unmarshal(v, &x) != nil {
		return string(v)
	}
	either := func(is bool, yes, no string) string {
		if is {
			return yes
		}
		return no
	}
	switch c.Of {
	case store.OfLink:
		return strings.TrimSuffix(c.Key.Kind+": “"+x.Reason+"”", ": “”")
	case store.OfShelf:
		lead := ""
		if x.LeadsTo != nil {
			lead = fmt.Sprintf(", leads on to folio %d", *x.LeadsTo)
		}
		return either(x.Withdrawn, "taken back", "in the lists") + lead
	case store.OfSays:
		return fmt.Sprintf("revision %d", x.Revision) + either(x.As != x.Revision, fmt.Sprintf(", as revision %d", x.As), "")
	case store.OfWord:
		return strings.TrimSpace("a " + x.Kind + either(x.Means != "", ": “"+x.Means+"”", "") + " " + x.Material + " " + x.Hue)
	case store.OfSchool:
		return schoolOf(c.Key.Question, x.Chosen)
	case store.OfAside:
		return "put aside: “" + x.Note + "”"
	case store.OfOrder:
		return "its own order"
	case store.OfHook:
		return either(x.Retired, "taken out", "in the list")
	case store.OfBox:
		return strings.Join([]string{either(x.Dropped, "thrown away", "kept"), either(x.Cancelled, "stopped", "open"), either(x.Withdrawn, "taken back", "in force")}, ", ")
	case store.OfTray:
		return fmt.Sprintf("“%s” with %d dressings", x.Name, len(x.Items)) + either(x.Away, ", put away", "")
	case store.OfItem:
		s := x.State
		if x.Folio != nil {
			s += fmt.Sprintf(" as folio %d", *x.Folio)
		}
		return strings.Trim(s+": "+x.Why, ": ")
	case store.OfPlace:
		return fmt.Sprintf("%s in pattern %d", x.Standing, x.Pattern)
	case store.OfPattern:
		return either(x.Name == "", "without a name", "“"+x.Name+"”") + either(x.Away, ", put away", "")
	case store.OfSource:
		into := ""
		if x.Into != nil {
			into = fmt.Sprintf(", found to be source %d", *x.Into)
		}
		return "“" + x.Called + "”" + into + either(x.Away, ", put away", "")
	case store.OfClaim:
		return strings.TrimSpace(x.Question+": "+either(x.Denied, "not ", "")+either(x.Searched, "looked for ", "")+x.Person+x.Says) + either(x.Away, ", taken out", "")
	case store.OfCard:
		s := strings.Trim(x.OldNumber+" "+x.Title, " ")
		if x.Folio != nil {
			s += fmt.Sprintf(", described as folio %d", *x.Folio)
		}
		return s + either(x.Away, ", taken out", "")
	case store.OfPeriod:
		return fmt.Sprintf("%v to %v", x.From, x.To)
	}
	return string(v)
}

// also says what an undoing touches beside what the deed is first about.
func also(ctx context.Context, s store.Reads, changes []store.Change, d store.Deed) ([]string, error) {
	out := []string{}
	folio := folioOf(d)
	for i, c := range changes {
		if i == mostSteps {
			return append(out, fmt.Sprintf("and %d more", len(changes)-i)), nil
		}
		if (c.Of == store.OfShelf || c.Of == store.OfSays) && c.Key.Folio == folio || len(changes) == 1 {
			continue
		}
		was, is := said(c, c.Before), said(c, c.After)
		if is == "" {
			is = "nothing"
		}
		if was == "" {
			was = "nothing"
		}
		out = append(out, fmt.Sprintf("%s: %s → %s", cellName(c), was, is))
	}
	if Kind(d.Kind) == FileDeed && folio > 0 {
		n, err := s.Attached(ctx, folio)
		if err != nil {
			return nil, err
		}
		if n > 0 {
			out = append(out, fmt.Sprintf("%d choices made for folio %d (schools, advice put aside, its order) go out of sight with it", n, folio))
		}
	}
	return out, nil
}
