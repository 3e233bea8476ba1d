package main

import (
	"fmt"
	"io"
	"strings"
	"text/tabwriter"

	"github.com/spf13/cobra"

	"mothledger/core/advice"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/practice"
	"mothledger/core/proportion"
	"mothledger/core/winding"
	"mothledger/ledger"
)

// measured is what measure prints as JSON: the dressing on the hook, and the sums
// behind it.
type measured struct {
	proportion.Measured
	Budget  proportion.Budget `json:"budget"`
	Winding []winding.Sum     `json:"winding"`
	Thread  winding.Thread    `json:"thread"`
	Bunches []winding.Bunch   `json:"bunches,omitempty"`
	// Filled is what a school filled in; it is never part of the dressing.
	Filled []practice.Filled `json:"filled,omitempty"`
}

func measureCommand() *cobra.Command {
	var asJSON, all bool
	var schools []string
	var v viceFlags
	c := &cobra.Command{Use: "measure FILE|-", Short: "Put a recipe on a hook, in millimetres", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			choices, err := choicesOf(schools)
			if err != nil {
				return err
			}
			d, err := load(cmd, a[0])
			if err != nil {
				return err
			}
			if all {
				rows := ledger.SizeRows(d, nil)
				if asJSON {
					return printJSON(cmd.OutOrStdout(), map[string]any{"sizes": rows})
				}
				return printSizes(cmd.OutOrStdout(), rows)
			}
			h, stated, err := v.hook(d)
			if err != nil {
				return err
			}
			m := onHook(d, h, stated, choices)
			if asJSON {
				return printJSON(cmd.OutOrStdout(), m)
			}
			if err := printMeasured(cmd.OutOrStdout(), m.Measured); err != nil {
				return err
			}
			return printWorkings(cmd.OutOrStdout(), m)
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	c.Flags().BoolVar(&all, "all-sizes", false, "a table of every size of its range")
	c.Flags().StringArrayVar(&schools, "school", nil, "fill in what is silent: question=school, such as nymph-tail=half; \"default\" for the first school of each")
	v.add(c)
	c.Flags().Float64Var(&v.shankMM, "shank-mm", 0, "measured shank in mm")
	c.Flags().Float64Var(&v.gapeMM, "gape-mm", 0, "measured gape in mm")
	return c
}

// choicesOf reads --school; nil where none was given, so that nothing is filled
// in.
func choicesOf(list []string) (practice.Choices, error) {
	if len(list) == 0 {
		return nil, nil
	}
	c := practice.Choices{}
	for _, s := range list {
		if s == "default" {
			continue
		}
		q, school, ok := strings.Cut(s, "=")
		if !ok {
			return nil, usageError{fmt.Errorf("--school %q: expected question=school", s)}
		}
		c[q] = school
	}
	if err := c.Check(); err != nil {
		return nil, usageError{fmt.Errorf("--school: %w", err)}
	}
	return c, nil
}

func onHook(d dressing.Dressing, h hook.Hook, stated bool, choices practice.Choices) measured {
	var m measured
	said := d
	if choices != nil {
		d, m.Filled = practice.Fill(d, choices)
	}
	m.Measured = proportion.On(d, h, stated)
	for _, f := range m.Filled {
		if f.What == "length" {
			m.Parts[f.Part].Assumed = true
		}
	}
	m.Budget, m.Winding, m.Thread, m.Bunches = proportion.BudgetOf(said, h), winding.Sums(d, h), winding.ThreadFor(d, h), winding.Bunches(d, h)
	for _, a := range advice.On(said, h) {
		part := a.Role
		if part == "" {
			part = "head"
		}
		m.Warnings = append(m.Warnings, proportion.Warning{Code: a.Code, Part: part, Text: a.Text})
	}
	return m
}

func printWorkings(out io.Writer, m measured) error {
	b := m.Budget
	state := "fits"
	if b.Crowded {
		state = fmt.Sprintf("crowded by %.1f eye lengths", b.OverEyes)
	}
	_, _ = fmt.Fprintf(out, "\nShank: %.1f mm free in front of the body, %.1f needed: %s\n", b.FreeMM, b.NeedMM, state)
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	_, _ = fmt.Fprintln(w, "\nWOUND\tTURNS\tOVER\tAPART\tON THE HOOK\tACROSS\tWHERE THAT IS FROM")
	for _, s := range m.Winding {
		if s.TurnsHigh == 0 {
			continue
		}
		about := ""
		if s.Assumed {
			about = "about "
		}
		_, _ = fmt.Fprintf(w, "%s\t%s%.3g\t%.1f mm\t%.2f mm\t%.0f mm\t%.2f mm\t%s\n", s.Role, about, s.Turns(), s.SpanMM, s.PitchMM, s.LengthMM, s.AcrossMM, s.AcrossBasis)
	}
	if err := w.Flush(); err != nil {
		return err
	}
	_, _ = fmt.Fprintf(out, "thread: about %.0f turns, %.2f m\n", m.Thread.Turns, m.Thread.Metres)
	for _, f := range m.Filled {
		_, _ = fmt.Fprintf(out, "assumed: %s %s %s, by the school %s of %s\n", f.Role, f.What, f.Value, f.School, f.Question)
	}
	for _, x := range m.Warnings {
		_, _ = fmt.Fprintf(out, "%s: %s\n", x.Part, x.Text)
	}
	return nil
}

func printSizes(out io.Writer, rows []ledger.SizeRow) error {
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	_, _ = fmt.Fprint(w, "SIZE")
	for _, r := range rows {
		_, _ = fmt.Fprintf(w, "\t%s", r.Size)
	}
	_, _ = fmt.Fprint(w, "\nshank, mm")
	for _, r := range rows {
		_, _ = fmt.Fprintf(w, "\t%.1f", r.Geometry.ShankMM)
	}
	_, _ = fmt.Fprintln(w)
	if len(rows) == 0 {
		return w.Flush()
	}
	for i, p := range rows[0].Parts {
		line, said := p.Role, p.Count != ""
		if said {
			line += ", " + p.Count
		}
		for _, r := range rows {
			cell := sizeCell(r.Parts[i])
			line, said = line+"\t"+cell, said || cell != ""
		}
		if said { // a part of which nothing can be said in figures has no line
			_, _ = fmt.Fprintln(w, line)
		}
	}
	return w.Flush()
}

// sizeCell is what is said of a part on one size.
func sizeCell(x ledger.SizePart) string {
	var cell []string
	if x.MM > 0 {
		cell = append(cell, fmt.Sprintf("%.1f mm", x.MM))
	}
	if x.SpanMM > 0 {
		cell = append(cell, fmt.Sprintf("over %.1f mm", x.SpanMM))
	}
	if x.Turns > 0 {
		cell = append(cell, fmt.Sprintf("%.3g turns", x.Turns))
	}
	if x.SpacedTurns > 0 {
		cell = append(cell, fmt.Sprintf("or %.2g", x.SpacedTurns))
	}
	return strings.Join(cell, " ")
}
