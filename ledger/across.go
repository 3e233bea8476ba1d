package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/compare"
	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/store"
)

// rulesNow tells by which rules comparisons are made now: those of the program and the club's Cabinet.
func rulesNow(c clubCabinet) string { return compare.Version() + "+" + c.version }

// CompareWaiting compares up to n variants with their parents whose comparison is missing, or of other
// revisions or rules, and keeps what it says. It gives how many it compared.
func (l *Ledger) CompareWaiting(ctx context.Context, n int) (int, error) {
	compared := 0
	err := l.store.Within(ctx, func(tx *store.Tx) error {
		mine, err := tx.Comparing(ctx)
		if err != nil || !mine { // another instance is at it
			return err
		}
		c, err := cabinet(ctx, tx.Reads)
		if err != nil {
			return err
		}
		list, err := tx.ToCompare(ctx, rulesNow(c), n)
		if err != nil {
			return err
		}
		if len(list) == 0 {
			return tx.NoteCompared(ctx, rulesNow(c))
		}
		var verdicts []string
		departures := []store.Departure{}
		for _, p := range list {
			var parent, variant dressing.Dressing
			if err := errors.Join(json.Unmarshal(p.ParentReading, &parent), json.Unmarshal(p.ChildReading, &variant)); err != nil {
				return err
			}
			x := compare.With(c.Cabinet, parent, linkedTo(parent, variant))
			verdicts = append(verdicts, string(x.Verdict))
			for i, d := range x.Parts {
				if d.Departs() {
					departures = append(departures, kept(p, i, d))
				}
			}
		}
		compared = len(list)
		return tx.KeepComparisons(ctx, rulesNow(c), list, verdicts, departures)
	})
	return compared, err
}

// linkedTo gives a variant that the ledger links to a parent as one that names it: what is linked is kin, whatever
// its own account says.
func linkedTo(parent, variant dressing.Dressing) dressing.Dressing {
	if variant.VariantOf == "" {
		variant.VariantOf = parent.Title
	}
	return variant
}

func kept(p store.Pair, i int, d compare.Departure) store.Departure {
	out := store.Departure{Child: p.Child, Parent: p.Parent, Position: i, Role: d.Role, Kin: d.Kin(), Change: string(d.Change), Ways: d.Ways(), Reason: cut(d.Reason, 400), ReasonKind: string(d.ReasonKind), Says: cut(d.Sentence(), 400)}
	if m := d.Materials; m != nil {
		out.ParentIs, out.VariantIs, out.Colour = m.ParentIs, m.VariantIs, m.Colour
		out.ParentWords, out.VariantWords = cut(strings.Join(m.Parent, " and "), 200), cut(strings.Join(m.Variant, " and "), 200)
	}
	return out
}

func cut(s string, letters int) string {
	if r := []rune(s); len(r) > letters {
		return string(r[:letters-1]) + "…"
	}
	return s
}

// NothingWaits tells whether nothing was done since all was compared, without looking through all links. A
// deed that began before and ended after can be missed: whoever relies on it looks through them now and then.
func (l *Ledger) NothingWaits(ctx context.Context) (bool, error) {
	done := false
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		done, err = s.AllCompared(ctx, rulesNow(c))
		return err
	})
	return done, err
}

// AcrossAsked is what is asked of all variants beside their parents; zero values ask for all.
type AcrossAsked struct {
	Part   string
	What   string
	Of     string // the parent's material, with its kinds
	To     string // the variant's
	Since  int
	Until  int
	Reason compare.ReasonKind
	By     string // part, change, instead, of, tier or reason
	After  int
	Limit  int
}

// Departed is one departure of one variant.
type Departed struct {
	Folio       int                `json:"folio"`
	Title       string             `json:"title"`
	ParentFolio int                `json:"parentFolio"`
	ParentTitle string             `json:"parentTitle"`
	Tier        string             `json:"tier,omitempty"`
	Date        string             `json:"date,omitempty"`
	Part        string             `json:"part"`
	Change      compare.Change     `json:"change"`
	Ways        []string           `json:"ways"`
	Says        string             `json:"says"`
	Reason      string             `json:"reason,omitempty"`
	ReasonKind  compare.ReasonKind `json:"reasonKind,omitempty"`
}

// AcrossGroup is how many variants one value has.
type AcrossGroup struct {
	Value string `json:"value"`
	Count int    `json:"count" doc:"variants"`
}

// Answer is what all comparisons of the ledger say to a question.
type Answer struct {
	Rows       []Departed    `json:"rows"`
	Next       int           `json:"next" doc:"asks for the stretch after this one, 0 at the end"`
	Departures int           `json:"departures"`
	Variants   int           `json:"variants"`
	Groups     []AcrossGroup `json:"groups"`
	// Waiting is how many comparisons are still to be made, so that the answer is not whole yet.
	Waiting int `json:"waiting"`
}

// mostGroups is how many values of a group are listed.
const mostGroups = 30

// Across answers a question about all variants beside their parents.
func (l *Ledger) Across(ctx context.Context, a AcrossAsked) (Answer, error) {
	out := Answer{Rows: []Departed{}, Groups: []AcrossGroup{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		q := store.AskedAcross{What: a.What, Since: a.Since, Until: a.Until, ReasonKind: string(a.Reason)}
		if a.Part != "" {
			q.Kin = compare.Departure{Role: a.Part}.Kin()
		}
		for _, x := range []struct {
			field, name string
			to          *[]string
		}{{"of", a.Of, &q.ParentIs}, {"to", a.To, &q.VariantIs}} {
			if x.name == "" {
				continue
			}
			e, err := known(c, x.name)
			if err != nil {
				return &Fault{x.field, fmt.Sprintf("the Cabinet has no “%s”", x.name)}
			}
			*x.to = kindsOf(c, e.Name)
		}
		if out.Waiting, err = s.LeftToCompare(ctx, rulesNow(c)); err != nil {
			return err
		}
		if out.Departures, out.Variants, err = s.AcrossCount(ctx, q); err != nil {
			return err
		}
		if a.By != "" {
			groups, err := s.AcrossBy(ctx, q, a.By, mostGroups)
			if err != nil {
				return err
			}
			out.Groups = each(groups, func(g store.Group) AcrossGroup { return AcrossGroup(g) })
		}
		rows, err := s.Across(ctx, q, a.After, a.Limit+1)
		if err != nil {
			return err
		}
		if len(rows) > a.Limit {
			rows, out.Next = rows[:a.Limit], a.After+a.Limit
		}
		out.Rows = each(rows, departedOf)
		return nil
	})
	return out, err
}

func departedOf(r store.Departed) Departed {
	return Departed{r.Folio, r.Title, r.ParentFolio, r.ParentTitle, r.Tier, r.Date, r.Role, compare.Change(r.Change), append([]string{}, r.Ways...), r.Says, r.Reason, compare.ReasonKind(r.ReasonKind)}
}

// Since is how a departure stands to the line of parents.
type Since string

// A departure is new where the parent departs in nothing there from its own parent, inherited where the
// parent departs from its parent in the same, and reverted where the fly does as its grandparent does
// again.
const (
	IsNew     Since = "new"
	Inherited Since = "inherited"
	Reverted  Since = "reverted"
)

// Values lists them as words.
func (Since) Values() []string { return []string{string(IsNew), string(Inherited), string(Reverted)} }

// LineStep is a departure of a fly against its line of parents.
type LineStep struct {
	Part string `json:"part"`
	Says string `json:"says"`
	// Is tells new, inherited or reverted; From is the folio of the parent in the line that it departs
	// from, or that made it first where it is inherited.
	Is   Since `json:"is"`
	From int   `json:"from"`
	// First is the earliest dressing of the ledger, by its date, that departs from its parent in this
	// way; absent where that is this fly itself.
	First *Departed `json:"first,omitempty"`
}

// Line is a fly against its line of parents.
type Line struct {
	Parents []Name     `json:"parents" doc:"from the nearest up"`
	Steps   []LineStep `json:"steps"`
	Waiting int        `json:"waiting"`
}

// mostGenerations is how far up a line is looked.
const mostGenerations = 12

// LineOf lays a fly against its line of parents: which of its departures are new, which it inherits,
// which turn back, and who made each first.
func (l *Ledger) LineOf(ctx context.Context, folio int) (Line, error) {
	out := Line{Parents: []Name{}, Steps: []LineStep{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		if out.Waiting, err = s.LeftToCompare(ctx, rulesNow(c)); err != nil {
			return err
		}
		r, err := s.One(ctx, folio)
		if errors.Is(err, store.ErrNotFound) {
			return &Fault{"folio", fmt.Sprintf("there is no folio %d", folio)}
		}
		if err != nil {
			return err
		}
		line := []store.Row{r}
		for len(line) <= mostGenerations {
			ups, err := s.Parents(ctx, line[len(line)-1].ID)
			if err != nil {
				return err
			}
			i := slices.IndexFunc(ups, func(u store.Row) bool { return u.Kind == string(descent.VariantOf) })
			if i < 0 && len(ups) > 0 {
				i = 0
			}
			if i < 0 || slices.ContainsFunc(line, func(x store.Row) bool { return x.ID == ups[i].ID }) {
				break
			}
			line = append(line, ups[i])
		}
		flies := make([]dressing.Dressing, len(line))
		for i, x := range line {
			if flies[i], err = filed(x); err != nil {
				return err
			}
			if i > 0 {
				out.Parents = append(out.Parents, Name{Folio: x.Folio, Title: x.Title})
			}
		}
		if len(line) < 2 {
			return nil
		}
		out.Steps, err = steps(ctx, s, c, line, flies)
		return err
	})
	return out, err
}

func steps(ctx context.Context, s store.Reads, c clubCabinet, line []store.Row, flies []dressing.Dressing) ([]LineStep, error) {
	out := []LineStep{}
	own := compare.With(c.Cabinet, flies[1], flies[0])
	mine, parents := make([]compare.Comparison, len(flies)), make([]compare.Comparison, len(flies)) // beside each further up
	for up := 2; up < len(flies); up++ {
		mine[up], parents[up] = compare.With(c.Cabinet, flies[up], flies[0]), compare.With(c.Cabinet, flies[up], flies[1])
	}
	for _, d := range own.Parts {
		if !d.Departs() {
			continue
		}
		step := LineStep{Part: d.Role, Says: d.Sentence(), Is: IsNew, From: line[1].Folio}
		for up := 2; up < len(flies); up++ { // does it do as one further up does?
			if !departsAt(mine[up], d.Kin()) && departsAt(parents[up], d.Kin()) {
				step.Is, step.From = Reverted, line[up].Folio
				break
			}
		}
		first, err := firstOf(ctx, s, d, line[0].Folio)
		if err != nil {
			return nil, err
		}
		step.First = first
		out = append(out, step)
	}
	for up := 2; up < len(flies); up++ { // what a parent changed, and the fly keeps
		theirs := compare.With(c.Cabinet, flies[up], flies[up-1])
		for _, d := range theirs.Parts {
			if d.Departs() && !departsAt(own, d.Kin()) && departsAt(mine[up], d.Kin()) {
				first, err := firstOf(ctx, s, d, line[up-1].Folio)
				if err != nil {
					return nil, err
				}
				out = append(out, LineStep{d.Role, d.Sentence(), Inherited, line[up-1].Folio, first})
			}
		}
	}
	return out, nil
}

func departsAt(c compare.Comparison, kin string) bool {
	return slices.ContainsFunc(c.Parts, func(d compare.Departure) bool { return d.Kin() == kin && d.Departs() })
}

// firstOf finds the earliest dressing that departs from its parent in the same way; nil where it is the
// fly itself, or none is kept.
func firstOf(ctx context.Context, s store.Reads, d compare.Departure, self int) (*Departed, error) {
	q := store.AskedAcross{Kin: d.Kin(), What: string(d.Change)}
	if ways := d.Ways(); d.Change == compare.Same && len(ways) > 0 {
		q.What = ways[0]
	}
	if m := d.Materials; m != nil && d.Change == compare.Replaced {
		if m.ParentIs == "" || m.VariantIs == "" {
			return nil, nil
		}
		q.ParentIs, q.VariantIs = []string{m.ParentIs}, []string{m.VariantIs}
	}
	rows, err := s.Across(ctx, q, 0, 1)
	if err != nil || len(rows) == 0 || rows[0].Folio == self {
		return nil, err
	}
	first := departedOf(rows[0])
	return &first, nil
}
