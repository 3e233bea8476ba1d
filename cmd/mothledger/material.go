package main

import (
	"fmt"
	"slices"
	"strings"
	"text/tabwriter"

	"github.com/spf13/cobra"

	"mothledger/core/material"
)

// stuffNamed finds a material by its name in a part, with its colour.
func stuffNamed(name, part string) (material.Stuff, error) {
	s, ok := material.Builtin().Stuff(name, part)
	if !ok {
		return s, fmt.Errorf("the Cabinet knows no material %q; try a name such as \"wood duck\" or \"oval gold tinsel\"", name)
	}
	return s, nil
}

func materialCommand() *cobra.Command {
	var asJSON bool
	c := &cobra.Command{Use: "material NAME", Short: "Say what a material is, what it can do, and which parts it serves", Args: args(cobra.MinimumNArgs(1)),
		RunE: func(cmd *cobra.Command, a []string) error {
			cabinet := material.Builtin()
			s, err := stuffNamed(strings.Join(a, " "), "")
			if err != nil {
				return err
			}
			serves := []string{}
			for _, d := range material.Duties() {
				if d.On == "" && len(d.Must) > 0 && d.Serves(*s.Entry) {
					serves = append(serves, d.Part)
				}
			}
			hex := s.Ink
			if hex == "" {
				hex, _ = material.Hue(s.Name, "")
			}
			wet, _ := material.Seen([]material.Share{{Ink: hex, Part: 1}}, "", true)
			if asJSON {
				return printJSON(cmd.OutOrStdout(), struct {
					material.Entry
					Line   []string `json:"line"`
					Serves []string `json:"serves"`
					Dry    string   `json:"dry"`
					WetHue string   `json:"wetColour"`
				}{*s.Entry, cabinet.Line(s.Name), serves, hex, wet})
			}
			w := tabwriter.NewWriter(cmd.OutOrStdout(), 0, 4, 2, ' ', 0)
			line := cabinet.Line(s.Name)
			_, _ = fmt.Fprintf(w, "%s\t%s\n", s.Name, strings.Join(line[1:], " < "))
			say := func(what, value string) {
				if value != "" {
					_, _ = fmt.Fprintf(w, "%s\t%s\n", what, value)
				}
			}
			say("also", strings.Join(s.Also, ", "))
			say("from", s.From)
			say("marking", s.Marking)
			for _, p := range material.Properties() {
				unit := " of 4"
				if p == material.Long || p == material.Wide {
					unit = " mm"
				}
				say(p.Words(), fmt.Sprintf("%g%s", s.Properties[p], unit))
			}
			var can []string
			for _, x := range s.Can {
				can = append(can, material.CanWords(x))
			}
			say("can be", strings.Join(can, ", "))
			say("serves as", strings.Join(serves, ", "))
			say("screen colour", hex+" dry, "+wet+" wet (from memory)")
			say("wet", s.Wet)
			say("caution", s.Caution)
			say("basis", s.Basis)
			return w.Flush()
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	return c
}

func nearnessCommand() *cobra.Command {
	var asJSON bool
	var on string
	c := &cobra.Command{Use: "nearness PART WANTED MATERIAL...", Short: "Say how near materials are to the one wanted for a part, the nearest first, and why", Args: args(cobra.MinimumNArgs(3)),
		RunE: func(cmd *cobra.Command, a []string) error {
			type row struct {
				Name string `json:"name"`
				material.Nearness
			}
			duty, ok := material.DutyCalled(a[0], on)
			if !ok {
				_, _ = fmt.Fprintf(cmd.ErrOrStderr(), "%s is no part with a row of its own; it is judged by the look alone\n", a[0])
			}
			wanted, err := stuffNamed(a[1], duty.Part)
			if err != nil {
				return err
			}
			var rows []row
			for _, name := range a[2:] {
				s, err := stuffNamed(name, duty.Part)
				if err != nil {
					return err
				}
				rows = append(rows, row{name, material.Builtin().Nearness(duty, wanted, s)})
			}
			slices.SortStableFunc(rows, func(x, y row) int {
				switch {
				case (x.Forbidden == "") != (y.Forbidden == ""):
					if x.Forbidden == "" {
						return -1
					}
					return 1
				case x.Near > y.Near:
					return -1
				case x.Near < y.Near:
					return 1
				}
				return 0
			})
			if asJSON {
				return printJSON(cmd.OutOrStdout(), struct {
					Part   string `json:"part"`
					On     string `json:"on,omitempty"`
					Wanted string `json:"wanted"`
					Why    string `json:"why"`
					Rows   []row  `json:"rows"`
				}{duty.Part, duty.On, wanted.Name, duty.Why, rows})
			}
			_, _ = fmt.Fprintf(cmd.OutOrStdout(), "in place of %s as %s: %s\n", a[1], a[0], duty.Why)
			w := tabwriter.NewWriter(cmd.OutOrStdout(), 0, 4, 2, ' ', 0)
			for _, r := range rows {
				if r.Forbidden != "" {
					_, _ = fmt.Fprintf(w, "%s\tno\t%s\n", r.Name, r.Forbidden)
					continue
				}
				var says []string
				for _, t := range r.Terms {
					if t.Apart > 0 && len(says) < 3 {
						says = append(says, t.Says)
					}
				}
				_, _ = fmt.Fprintf(w, "%s\t%.2f\t%s\n", r.Name, r.Near, strings.Join(says, "; "))
			}
			return w.Flush()
		}}
	c.Flags().BoolVar(&asJSON, "json", false, "print JSON")
	c.Flags().StringVar(&on, "on", "", "the kind of fly: dry, wet, spider, nymph, emerger, streamer, salmon, bug")
	return c
}
