package main

import (
	"cmp"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"text/tabwriter"

	"github.com/spf13/cobra"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/measure"
	"mothledger/core/proportion"
	"mothledger/core/reading"
	"mothledger/web"
)

// withWords lets a command take a word file: what a club taught its reader.
func withWords(c *cobra.Command) *cobra.Command {
	c.Flags().String("words", "", "a word file (CSV), as the Words room exports it: words that the reader shall know")
	return c
}

// vocabulary gives the trade's words with those of the word file that a command was given.
func vocabulary(cmd *cobra.Command) (*reading.Words, error) {
	name := cmd.Flag("words").Value.String()
	if name == "" {
		return reading.Builtin(), nil
	}
	text, err := textOf(cmd, name)
	if err != nil {
		return nil, err
	}
	rows, err := reading.ReadWordFile(text)
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	return reading.Builtin().With(reading.All(rows)), nil
}

// textOf reads a file, "-" being standard input, to just above the longest text that is taken, so that
// one that is too long is refused rather than cut.
func textOf(cmd *cobra.Command, name string) (string, error) {
	in := cmd.InOrStdin()
	if name != "-" {
		f, err := os.Open(name)
		if err != nil {
			return "", err
		}
		defer func() { _ = f.Close() }()
		in = f
	}
	text, err := io.ReadAll(io.LimitReader(in, reading.MaxText+1))
	return string(text), err
}

// load reads a dressing from a file, "-" being standard input, with the word file of the command.
func load(cmd *cobra.Command, name string) (dressing.Dressing, error) {
	words, err := vocabulary(cmd)
	if err != nil {
		return dressing.Dressing{}, err
	}
	return loadWith(cmd, name, words)
}

func loadWith(cmd *cobra.Command, name string, words *reading.Words) (dressing.Dressing, error) {
	text, err := textOf(cmd, name)
	if err != nil {
		return dressing.Dressing{}, err
	}
	shown := name
	if name == "-" {
		shown = "standard input"
	}
	r, err := reading.Read(text, words)
	if err != nil {
		return dressing.Dressing{}, fmt.Errorf("%s: %w", shown, err)
	}
	if len(r.Dressing.Parts) == 0 {
		return dressing.Dressing{}, fmt.Errorf("%s: line 1: no part was read; expected lines such as \"Tail: 5 pheasant tail fibres, half the shank\"", shown)
	}
	return r.Dressing, nil
}

func printJSON(w io.Writer, v any) error {
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	e.SetEscapeHTML(false)
	return e.Encode(v)
}

func readCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{Use: "read FILE|-", Short: "Say what a recipe is understood as", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			d, err := load(cmd, a[0])
			if err != nil {
				return err
			}
			if asJSON {
				return printJSON(cmd.OutOrStdout(), d)
			}
			return printDressing(cmd.OutOrStdout(), d)
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	return c
}

func writeCommand() *cobra.Command {
	var standard bool
	c := &cobra.Command{Use: "write FILE|-", Short: "Write a recipe in the plain form", Args: args(cobra.ExactArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			d, err := load(cmd, a[0])
			if err != nil {
				return err
			}
			if standard {
				d = dressing.Standard(d)
			}
			_, err = io.WriteString(cmd.OutOrStdout(), dressing.Write(d))
			return err
		}}
	c.Flags().BoolVar(&standard, "standard", false, "in the standard form, printed from the values, instead of the words as filed")
	return c
}

func wordsCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{Use: "words", Short: "Print the lists by which hedges and places are read", Args: args(cobra.NoArgs),
		RunE: func(cmd *cobra.Command, _ []string) error {
			out := cmd.OutOrStdout()
			if asJSON {
				return printJSON(out, measure.Tables())
			}
			for _, t := range measure.Tables() {
				_, _ = fmt.Fprintf(out, "%s. %s\n\n", t.Title, t.Say)
				w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
				for _, x := range t.Words {
					_, _ = fmt.Fprintf(w, "  %s\t%s\t%s\n", x.Words, x.Figures, x.Meaning)
				}
				if err := w.Flush(); err != nil {
					return err
				}
				_, _ = fmt.Fprintln(out)
			}
			return nil
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	return c
}

func printDressing(out io.Writer, d dressing.Dressing) error {
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	for _, h := range []struct{ label, value string }{{"Pattern", d.Title}, {"Tier", d.Tier}, {"Originator", d.Originator}, {"Source", d.Source}, {"Date", d.Date}} {
		if h.value != "" {
			_, _ = fmt.Fprintf(w, "%s\t%s\n", h.label, h.value)
		}
	}
	for _, p := range d.Parents {
		_, _ = fmt.Fprintf(w, "%s\t%s\n", strings.ToUpper(string(p.Kind[:1]))+string(p.Kind[1:]), p.Name)
	}
	if d.Sizes != nil {
		_, _ = fmt.Fprintf(w, "Sizes\t%v to %v\n", hook.Size(d.Sizes.Low), hook.Size(d.Sizes.High))
	}
	_, _ = fmt.Fprintln(w, "\nLINE\tPART\tMATERIAL\tCOUNT\tLENGTH\tPLACE\tTURNS\tREST")
	for i, p := range d.Parts {
		_, _ = fmt.Fprintf(w, "%d\t%s\t%s\t%s\t%s\t%s\t%s\t%s\n", p.Line, p.Role, materialCell(d, i), countCell(p), p.Length, placeCell(p), turnsCell(p), restCell(p))
	}
	if err := w.Flush(); err != nil {
		return err
	}
	for _, e := range d.Essentials {
		_, _ = fmt.Fprintf(out, "essential: %s\n", e)
	}
	for _, p := range d.Parts {
		if p.Essential {
			_, _ = fmt.Fprintf(out, "line %d, essential: the %s\n", p.Line, p.Role)
		}
		for _, c := range p.Conditions {
			_, _ = fmt.Fprintf(out, "line %d, %s: %s\n", p.Line, c.When, c.Text)
		}
		for _, s := range p.Said {
			_, _ = fmt.Fprintf(out, "line %d, this %s: %s\n", p.Line, s.By, s.Text)
		}
	}
	for _, u := range d.Unread {
		_, _ = fmt.Fprintf(out, "line %d, unread: %s\n", u.Line, u.Text)
	}
	for _, c := range d.Contradictions {
		_, _ = fmt.Fprintf(out, "lines %v disagree: %s\n", c.Lines, c.Text)
	}
	return nil
}

func materialCell(d dressing.Dressing, i int) string {
	p := d.Parts[i]
	if p.Absent {
		return "(none)"
	}
	var all []string
	for _, m := range p.Materials {
		all = append(all, compare.Phrase(m))
	}
	s := strings.Join(all, " + ")
	for _, a := range p.Alternatives {
		s += " or " + compare.Phrase(a)
	}
	if p.Continues != "" {
		s += "(goes on from the " + p.Continues + ")"
	}
	if p.SameAs != "" {
		s += "(as the " + p.SameAs + ")"
	}
	return s
}

func countCell(p dressing.Part) string {
	if p.Count == nil {
		return p.Amount
	}
	s := p.Count.Interval().String() + " " + p.Count.Unit()
	if p.Count.Per != "" {
		s += " a " + p.Count.Per
	}
	return s
}

func placeCell(p dressing.Part) string {
	say := func(l measure.Length) string {
		if l.IsZero() {
			return "…"
		}
		return l.String()
	}
	if p.From.IsZero() && p.To.IsZero() {
		return ""
	}
	return say(p.From) + " → " + say(p.To)
}

func turnsCell(p dressing.Part) string {
	var s []string
	if p.Turns != nil {
		s = append(s, p.Turns.String())
	}
	for _, x := range []string{p.Winding, p.Spacing} {
		if x != "" {
			s = append(s, x)
		}
	}
	return strings.Join(s, ", ")
}

func restCell(p dressing.Part) string {
	var s []string
	if h := p.Hook; h != nil {
		s = append(s, strings.Join(strings.Fields(strings.Join([]string{h.Size, h.Shank, h.Wire, h.Style, h.Barb, h.Eye}, " ")), " "))
	}
	if t := p.Thread; t != nil {
		if t.Aught != "" {
			s = append(s, t.Aught)
		}
		if t.Denier > 0 {
			s = append(s, fmt.Sprintf("%g denier", t.Denier))
		}
	}
	if p.DiameterMM > 0 {
		s = append(s, fmt.Sprintf("%.3g mm across", p.DiameterMM))
	}
	if p.Optional {
		s = append(s, "optional")
	}
	for _, m := range p.Materials {
		if m.Preparation != "" {
			s = append(s, m.Preparation)
		}
	}
	return strings.Join(s, "; ")
}

type viceFlags struct {
	size, shank     string
	shankMM, gapeMM float64
}

func (v *viceFlags) add(c *cobra.Command) {
	c.Flags().StringVar(&v.size, "size", "", "hook size, such as 12 or 1/0")
	c.Flags().StringVar(&v.shank, "shank", "", "shank code, such as 2XL")
}

// hook gives the hook to measure on: the flags', else the dressing's own.
func (v viceFlags) hook(d dressing.Dressing) (hook.Hook, bool, error) {
	h, stated := d.HookNamed()
	if v.size != "" {
		s, err := hook.ParseSize(v.size)
		if err != nil {
			return h, false, err
		}
		h.Size, stated = s, true
	}
	if v.shank != "" {
		n, err := hook.ParseShank(v.shank)
		if err != nil {
			return h, false, err
		}
		h.Shank = n
	}
	if v.shankMM < 0 || v.gapeMM < 0 {
		return h, false, errors.New("--shank-mm and --gape-mm: expected millimetres above 0")
	}
	h.Measured = hook.Geometry{ShankMM: v.shankMM, GapeMM: v.gapeMM}
	return h, stated, nil
}

func printMeasured(out io.Writer, m proportion.Measured) error {
	h := m.Hook
	_, _ = fmt.Fprintf(out, "Hook %s %s (%s): shank %.2f mm, gape %.2f, eye %.2f, wire %.2f\n\n", h.Size, h.Shank, h.Basis, h.ShankMM, h.GapeMM, h.EyeMM, h.WireMM)
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	_, _ = fmt.Fprintln(w, "PART\tAS WRITTEN\tOF SHANK\tMM\tFROM\tTO")
	station := func(s *float64) string {
		if s == nil {
			return ""
		}
		return fmt.Sprintf("%.2f", *s)
	}
	for _, p := range m.Parts {
		ratio, mm := "", ""
		if p.MM > 0 {
			ratio, mm = fmt.Sprintf("%.2f", p.OfShank), fmt.Sprintf("%.2f", p.MM)
			if p.HighMM-p.LowMM > 0.005 {
				mm = fmt.Sprintf("%.2f (%.2f to %.2f)", p.MM, p.LowMM, p.HighMM)
			}
			if p.Assumed {
				mm += " assumed"
			}
		}
		_, _ = fmt.Fprintf(w, "%s\t%s\t%s\t%s\t%s\t%s\n", p.Role, p.AsWritten, ratio, mm, station(p.From), station(p.To))
	}
	if err := w.Flush(); err != nil {
		return err
	}
	return nil
}

func compareCommand() *cobra.Command {
	var asJSON bool
	var v viceFlags
	c := &cobra.Command{Use: "compare PARENT VARIANT...", Short: "Say what departs from a parent dressing, and what it means", Args: args(cobra.MinimumNArgs(2)),
		RunE: func(cmd *cobra.Command, a []string) error {
			words, err := vocabulary(cmd)
			if err != nil {
				return err
			}
			parent, err := loadWith(cmd, a[0], words)
			if err != nil {
				return err
			}
			if _, _, err := v.hook(parent); err != nil {
				return err
			}
			var out struct {
				Parent struct {
					Title string `json:"title"`
				} `json:"parent"`
				Variants []compare.Comparison `json:"variants"`
			}
			out.Parent.Title = parent.Title
			for _, name := range a[1:] {
				d, err := loadWith(cmd, name, words)
				if err != nil {
					return err
				}
				out.Variants = append(out.Variants, compare.Dressings(parent, d))
			}
			if asJSON {
				return printJSON(cmd.OutOrStdout(), out)
			}
			for _, c := range out.Variants {
				if err := printComparison(cmd.OutOrStdout(), parent.Title, c); err != nil {
					return err
				}
			}
			return nil
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	v.add(c)
	return c
}

func printComparison(out io.Writer, parent string, c compare.Comparison) error {
	_, _ = fmt.Fprintf(out, "%s beside %s\n%s\n\n", c.Title, parent, c.Sentence())
	w := tabwriter.NewWriter(out, 0, 4, 2, ' ', 0)
	for _, d := range c.Parts {
		name := d.Role
		if len(d.Roles) == 2 {
			name = strings.Join(d.Roles, "/")
		}
		say := cmp.Or(d.Sentence(), d.Why, d.Remark)
		if d.Noisy() {
			say = strings.TrimPrefix(say+"; noise: "+strings.Join(d.NoiseSays(), ", "), "; ")
		}
		_, _ = fmt.Fprintf(w, "%s\t%s\t%s\n", name, d.Change, say)
	}
	for _, e := range c.Essentials {
		_, _ = fmt.Fprintf(w, "essential\t%s\t%s; %s\n", e.Kept, e.Text, e.Why)
	}
	if err := w.Flush(); err != nil {
		return err
	}
	for _, l := range []struct {
		head string
		list []string
	}{{"against it", c.Against}, {"cannot be told", c.Uncertain}, {"to make it its parent again", c.Return}} {
		if len(l.list) > 0 {
			_, _ = fmt.Fprintf(out, "\n%s: %s\n", l.head, strings.Join(l.list, "; "))
		}
	}
	_, err := fmt.Fprintln(out)
	return err
}

func openapiCommand() *cobra.Command {
	return &cobra.Command{Use: "openapi", Short: "Print the description of the HTTP interface", Args: args(cobra.NoArgs),
		RunE: func(cmd *cobra.Command, _ []string) error {
			b, err := web.Description()
			if err != nil {
				return err
			}
			var v any
			if err := json.Unmarshal(b, &v); err != nil {
				return err
			}
			return printJSON(cmd.OutOrStdout(), v)
		}}
}
