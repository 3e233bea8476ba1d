package ledger

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/reading"
	"mothledger/core/when"
	"mothledger/store"
)

// Field is a piece of evidence that a form can say.
type Field string

// The fields of evidence.
const (
	TitleField      Field = "title"
	TierField       Field = "tier"
	OriginatorField Field = "originator"
	SourceField     Field = "source"
	PageField       Field = "page"
	DateField       Field = "date"
	ReasonField     Field = "reason"
)

// fields in the order in which they are shown, with what a reader calls them and the
// longest that is kept, in letters.
var fields = []struct {
	Field
	say string
	max int
}{{TitleField, "name", 200}, {TierField, "tied by", 200}, {OriginatorField, "originator", 200}, {SourceField, "source", 200}, {PageField, "page", 60}, {DateField, "date", 200}, {ReasonField, "why it was changed from its parent", maxNote}}

// Values lists the fields as words.
func (Field) Values() []string {
	out := make([]string, len(fields))
	for i, f := range fields {
		out[i] = string(f.Field)
	}
	return out
}

// evidence is what is known of a dressing beside the dressing itself.
type evidence map[Field]string

// saidBy gives the evidence that a text itself states in its headers.
func saidBy(d dressing.Dressing) evidence {
	e := evidence{TitleField: tidy(d.Title), TierField: tidy(d.Tier), OriginatorField: tidy(d.Originator), SourceField: tidy(d.Source), PageField: tidy(d.Page), DateField: tidy(d.Date)}
	if len(d.Notes) > 0 {
		e[ReasonField] = strings.TrimSpace(d.Notes[0])
	}
	return e
}

// onFile gives the evidence of a revision.
func onFile(r store.Row) evidence {
	return evidence{TitleField: r.Title, TierField: r.Tier, OriginatorField: r.Originator, SourceField: r.Source, PageField: r.Page, DateField: r.DateText, ReasonField: r.Reason}
}

// form gives what a filing's form says; a field that it empties is there and empty.
func (f Filing) form() evidence {
	e := evidence{}
	for field, v := range map[Field]string{TitleField: f.Title, TierField: f.Tier, OriginatorField: f.Originator, SourceField: f.Source, PageField: f.Page, DateField: f.Date, ReasonField: f.Reason} {
		if v = tidy(v); v != "" || slices.Contains(f.Cleared, field) {
			e[field] = v
		}
	}
	return e
}

// weigh gives the evidence that holds for a text: what the form says wins; then what the
// text says, where that differs from what the revision's own text said before; else
// what was on file stays. was and old are empty for a new dressing.
func weigh(form, text, was, old evidence) evidence {
	out := evidence{}
	for _, f := range fields {
		v, said := form[f.Field]
		switch {
		case said:
		case old == nil || text[f.Field] != was[f.Field]:
			v = text[f.Field]
		default:
			v = old[f.Field]
		}
		if v != "" {
			out[f.Field] = v
		}
	}
	return out
}

// onto writes the evidence into a dressing's headers.
func (e evidence) onto(d *dressing.Dressing) {
	d.Title, d.Tier, d.Originator, d.Source, d.Page, d.Date = e[TitleField], e[TierField], e[OriginatorField], e[SourceField], e[PageField], e[DateField]
}

// check tells which field is longer than is kept.
func (e evidence) check() error {
	for _, f := range fields {
		if n := len([]rune(e[f.Field])); n > f.max {
			return &Fault{string(f.Field), fmt.Sprintf("%d letters are too many; expected at most %d", n, f.max)}
		}
	}
	return nil
}

// EvidenceChange is a piece of evidence that one revision states otherwise than another.
type EvidenceChange struct {
	What   string `json:"what"`
	Before string `json:"before"`
	After  string `json:"after"`
}

// Sentence says the change in words.
func (c EvidenceChange) Sentence() string {
	switch {
	case c.Before == "":
		return fmt.Sprintf("%s: “%s” added", c.What, c.After)
	case c.After == "":
		return fmt.Sprintf("%s: “%s” taken away", c.What, c.Before)
	}
	return fmt.Sprintf("%s: “%s” instead of “%s”", c.What, c.After, c.Before)
}

// evidenceChanges lists what two revisions state differently beside the dressing itself.
func evidenceChanges(a, b evidence, x, y aside) []EvidenceChange {
	out := []EvidenceChange{}
	add := func(what, before, after string) {
		if before != after {
			out = append(out, EvidenceChange{what, before, after})
		}
	}
	for _, f := range fields {
		add(f.say, a[f.Field], b[f.Field])
	}
	add("also called", strings.Join(x.d.AlsoCalled, ", "), strings.Join(y.d.AlsoCalled, ", "))
	add("imitates", x.d.Imitates, y.d.Imitates)
	add("sizes", sizesSaid(x.d), sizesSaid(y.d))
	add("style", x.d.Style, y.d.Style)
	add("kind", string(x.d.Kind), string(y.d.Kind))
	add("essentials", strings.Join(x.d.Essentials, "; "), strings.Join(y.d.Essentials, "; "))
	add("notes", further(x.d.Notes), further(y.d.Notes))
	add("corrections", x.corrected(), y.corrected())
	add("settled", x.settled(), y.settled())
	return out
}

// further are the notes after the first, which stands among the fields.
func further(notes []string) string { return strings.Join(notes[min(1, len(notes)):], "; ") }

func sizesSaid(d dressing.Dressing) string {
	if d.Sizes == nil {
		return ""
	}
	return fmt.Sprintf("%d to %d", d.Sizes.Low, d.Sizes.High)
}

// aside is what stands beside a revision's text: how it was read and by which
// corrections and settlements.
type aside struct {
	d           dressing.Dressing
	corrections []reading.Correction
	settlements []Settlement
}

func (a aside) corrected() string {
	return strings.Join(each(a.corrections, func(c reading.Correction) string { return c.Words + " is a " + string(c.As) }), "; ")
}

func (a aside) settled() string {
	return strings.Join(each(a.settlements, func(s Settlement) string { return s.Text + ": " + s.Chosen }), "; ")
}

func asideOf(r store.Row) (aside, error) {
	d, err := filed(r)
	if err != nil {
		return aside{}, err
	}
	a := aside{d: d}
	if err := json.Unmarshal(r.Corrections, &a.corrections); err != nil {
		return a, err
	}
	return a, json.Unmarshal(r.Settlements, &a.settlements)
}

// changesBetween lists all that two revisions of a dressing say differently, a line each:
// the evidence first, then the dressing.
func changesBetween(a, b store.Row) ([]string, error) {
	x, err := asideOf(a)
	if err != nil {
		return nil, err
	}
	y, err := asideOf(b)
	if err != nil {
		return nil, err
	}
	return sentences(evidenceChanges(onFile(a), onFile(b), x, y), x.d, y.d), nil
}

func sentences(evidence []EvidenceChange, a, b dressing.Dressing) []string {
	out := each(evidence, EvidenceChange.Sentence)
	for _, d := range compare.Dressings(a, b).Parts {
		if say := d.Literally(); say != "" {
			out = append(out, say)
		}
	}
	return out
}

// Dated is a date as it was written with what it means.
type Dated struct {
	Earliest string `json:"earliest,omitempty" doc:"the earliest day, as ISO 8601 writes it; absent where it is open or cannot be told"`
	Latest   string `json:"latest,omitempty" doc:"the latest day"`
	Says     string `json:"says" doc:"both in words, or that it cannot be told"`
	EDTF     string `json:"edtf,omitempty" doc:"the date in the Extended Date/Time Format"`
}

func dated(text string) *Dated {
	if text == "" {
		return nil
	}
	return datedOf(when.Read(text))
}

func datedOf(d when.Date) *Dated {
	return &Dated{d.Earliest.String(), d.Latest.String(), d.String(), d.EDTF}
}

// datedAs is a date with what the ledger keeps beside its words: there the club's own words have
// their width.
func datedAs(text, edtf string) *Dated {
	if text == "" {
		return nil
	}
	if d := when.Kept(text, edtf); d.Told() && edtf != store.Untold {
		return datedOf(d)
	}
	return dated(text)
}
