package ledger

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/citation"
	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/role"
	"mothledger/store"
)

// A Cell is what one witness says of one part.
type Cell struct {
	Folio int    `json:"folio"`
	Text  string `json:"text" doc:"empty where it says nothing"`
	// Says is how it departs from the adopted witness, empty where it does not.
	Says   string         `json:"says,omitempty"`
	Change compare.Change `json:"change,omitempty"`
	Noise  bool           `json:"noise,omitempty" doc:"what it departs by is noise for a fly of this kind"`
	// Slip is an evident slip with what must be meant.
	Slip *Slip `json:"slip,omitempty"`
}

// WitnessRow is one part across the witnesses.
type WitnessRow struct {
	Role string `json:"role"`
	// Adopted is the reading that the ledger adopts; From the witness that it is taken from, and Why where
	// that is not the adopted one.
	Adopted string `json:"adopted"`
	From    int    `json:"from,omitempty"`
	Why     string `json:"why,omitempty"`
	Cells   []Cell `json:"cells"`
}

// Beside is a variant beside one witness.
type Beside struct {
	Folio   int             `json:"folio"`
	Siglum  string          `json:"siglum"`
	Verdict compare.Verdict `json:"verdict"`
	Phrase  string          `json:"phrase"`
	Departs int             `json:"departs" doc:"how many parts depart"`
	Parts   []string        `json:"parts" doc:"what departs, a line each"`
}

// Witnesses are the witnesses of a pattern, part by part.
type Witnesses struct {
	Pattern   int64        `json:"pattern"`
	Name      string       `json:"name"`
	Edit      string       `json:"edit"`
	Base      int          `json:"base" doc:"the witness that is adopted whole; 0 where there is none"`
	Composite bool         `json:"composite,omitempty" doc:"parts of it are taken from others"`
	Members   []Member     `json:"members"`
	Rows      []WitnessRow `json:"rows"`
	// Variants are those that can be compared; Beside is the one that was asked for.
	Variants []Member `json:"variants"`
	Variant  int      `json:"variant,omitempty"`
	Beside   []Beside `json:"beside"`
}

// mostWitnesses is how many witnesses are collated.
const mostWitnesses = 12

// Witnesses collates the witnesses of a pattern beside the adopted one, and a variant beside each.
func (l *Ledger) Witnesses(ctx context.Context, id int64, variant int, v Vice) (Witnesses, error) {
	out := Witnesses{Pattern: id, Members: []Member{}, Rows: []WitnessRow{}, Variants: []Member{}, Beside: []Beside{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		n, value, err := onePattern(ctx, s, id)
		if err != nil {
			return err
		}
		out.Name, out.Edit = value.Name, editOf(n.Value)
		placed, err := s.In(ctx, id, membersShown)
		if err != nil {
			return err
		}
		all, err := members(ctx, s, placed, v)
		if err != nil {
			return err
		}
		for _, m := range all {
			switch {
			case m.Standing == Variant:
				out.Variants = append(out.Variants, m)
			case len(out.Members) < mostWitnesses:
				out.Members = append(out.Members, m)
			}
		}
		if len(out.Members) == 0 {
			return nil
		}
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		read := map[int]dressing.Dressing{}
		rows, err := s.Rows(ctx, append(each(out.Members, func(m Member) int { return m.Entry.Folio }), variant))
		if err != nil {
			return err
		}
		for _, r := range rows {
			if read[r.Folio], err = filed(r); err != nil {
				return err
			}
		}
		out.Base = out.Members[0].Entry.Folio
		if slices.ContainsFunc(out.Members, func(m Member) bool { return m.Entry.Folio == value.Base }) {
			out.Base = value.Base
		}
		out.Composite = len(value.Composite) > 0
		out.Rows = collated(c, read, out.Members, out.Base, value)
		if variant == 0 {
			return nil
		}
		d, ok := read[variant]
		if !ok {
			return &Fault{"variant", fmt.Sprintf("there is no folio %d", variant)}
		}
		out.Variant = variant
		for _, m := range out.Members {
			w := read[m.Entry.Folio]
			x := compare.With(c.Cabinet, w, linkedTo(w, d))
			b := Beside{Folio: m.Entry.Folio, Siglum: m.Siglum, Verdict: x.Verdict, Phrase: x.Verdict.Phrase(), Parts: []string{}}
			for _, p := range x.Parts {
				if say := p.Literally(); p.Departs() && say != "" {
					b.Departs++
					b.Parts = append(b.Parts, say)
				}
			}
			out.Beside = append(out.Beside, b)
		}
		return nil
	})
	return out, err
}

// collated lays the witnesses part by part beside the adopted one: its parts in its order, then what
// only others have.
func collated(c clubCabinet, read map[int]dressing.Dressing, members []Member, base int, v patternValue) []WitnessRow {
	rows := []WitnessRow{}
	at := map[string]int{}
	row := func(name string) *WitnessRow {
		i, ok := at[name]
		if !ok {
			i = len(rows)
			at[name] = i
			rows = append(rows, WitnessRow{Role: name, Cells: make([]Cell, len(members))})
			for k, m := range members {
				rows[i].Cells[k].Folio = m.Entry.Folio
			}
		}
		return &rows[i]
	}
	from := read[base]
	std := dressing.Standard(from).Parts
	for i, p := range from.Parts {
		r := row(p.Role)
		if r.Adopted == "" {
			r.Adopted, r.From = std[min(i, len(std)-1)].Text, base
		} else {
			r.Adopted += "; " + std[min(i, len(std)-1)].Text
		}
	}
	for k, m := range members {
		d := read[m.Entry.Folio]
		texts := dressing.Standard(d).Parts
		home := func(r string) string { // the row of a part that the adopted witness calls otherwise
			if _, ok := at[r]; ok {
				return r
			}
			if s, ok := role.Find(r); ok {
				for name := range at {
					if t, ok := role.Find(name); ok && t.Name == s.Name {
						return name
					}
				}
			}
			return r
		}
		for i, p := range d.Parts {
			cell := &row(home(p.Role)).Cells[k]
			if cell.Text != "" {
				cell.Text += "; "
			}
			cell.Text += texts[min(i, len(texts)-1)].Text
		}
		if m.Entry.Folio == base {
			continue
		}
		for _, p := range compare.With(c.Cabinet, from, d).Parts {
			if !p.Departs() {
				continue
			}
			cell := &row(home(p.Role)).Cells[k]
			cell.Change, cell.Noise = p.Change, p.Noise != nil
			if say := p.Literally(); say != "" {
				cell.Says = say
			}
		}
	}
	for _, x := range v.Slips {
		for i := range rows {
			for k := range rows[i].Cells {
				if rows[i].Cells[k].Folio == x.Folio && strings.EqualFold(rows[i].Role, x.Role) {
					slip := x
					rows[i].Cells[k].Slip = &slip
				}
			}
		}
	}
	for i := range rows {
		for _, x := range v.Slips {
			if x.Folio == rows[i].From && strings.EqualFold(rows[i].Role, x.Role) {
				rows[i].Adopted = x.Now
			}
		}
		for _, m := range v.Composite {
			if !strings.EqualFold(m.Role, rows[i].Role) {
				continue
			}
			for _, cell := range rows[i].Cells {
				if cell.Folio == m.Folio {
					rows[i].Adopted, rows[i].From, rows[i].Why = cell.Text, m.Folio, m.Why
				}
			}
		}
	}
	return rows
}

// Rule is a rule of attribution as it is printed.
type Rule struct {
	Rule      string `json:"rule"`
	Says      string `json:"says"`
	Overturns string `json:"overturns" doc:"what would overturn a reading that it led to"`
}

// Rules lists the rules by which a reading is adopted.
func Rules() []Rule {
	return each(citation.Rules, func(r citation.RuleText) Rule { return Rule{string(r.Rule), r.Says, r.Overturns} })
}

// DateMeans tells what a date in words means, with the widths of the club's own words.
func (l *Ledger) DateMeans(ctx context.Context, words string) (Dated, error) {
	ps, err := l.store.WhenPeriods(ctx)
	if err != nil {
		return Dated{}, err
	}
	return *datedOf(ps.Read(words)), nil
}
