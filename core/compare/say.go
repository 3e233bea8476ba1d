package compare

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Sentence says a departure in words; empty where there is none.
func (d Departure) Sentence() string {
	name := d.Role
	if len(d.Roles) == 2 {
		name = d.Roles[0] + " (" + d.Roles[1] + ")"
	}
	list := func(s []string) string { return strings.Join(s, " and ") }
	named := func(what string, m []string) string {
		if len(m) == 0 {
			return what + " " + name
		}
		return what + " " + name + " of " + list(m)
	}
	var say []string
	switch d.Change {
	case Added:
		return named("added:", d.Materials.Variant)
	case Dropped:
		return named("left out:", d.Materials.Parent)
	case Unstated, CannotTell:
		return ""
	case Replaced, Near:
		say = append(say, fmt.Sprintf("%s instead of %s", list(d.Materials.Variant), list(d.Materials.Parent)))
	}
	for _, f := range d.figures() {
		if f.departs() {
			say = append(say, f.say())
		}
	}
	for _, w := range []*Words{d.Winding, d.Method, d.Hook} {
		if w.departs() {
			say = append(say, wayWords(w.Variant)+" instead of "+wayWords(w.Parent))
		}
	}
	if d.Moved {
		say = append(say, "at another place in the order")
	}
	if len(say) == 0 {
		return ""
	}
	return name + ": " + strings.Join(say, ", ")
}

func wayWords(w string) string {
	switch w {
	case "counter":
		return "wound against the body"
	case "with":
		return "wound with the body"
	case role.Collar, lexicon.Beard:
		return "a " + w
	}
	return w
}

func rounded(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }

func (f Figures) say() string {
	switch f.Of {
	case "turn":
		return fmt.Sprintf("%s turns instead of %s", f.VariantSaid, f.ParentSaid)
	case string(measure.Shank), string(measure.Gape), string(measure.Eye):
		return fmt.Sprintf("%s, %s of the %s instead of %s", f.Change, rounded(f.Variant), f.Of, rounded(f.Parent))
	}
	switch f.Change {
	case "larger", "smaller":
		return fmt.Sprintf("%s, %s mm instead of %s", f.Change, rounded(f.Variant), rounded(f.Parent))
	case "more", "fewer":
		return fmt.Sprintf("%s %ss instead of %s", f.VariantSaid, f.Of, f.ParentSaid)
	}
	return fmt.Sprintf("%s, %s × %s instead of %s", f.Change, rounded(f.Variant), f.Of, rounded(f.Parent))
}

// Literally says all that differs in a part, what is noise on a fly and what is only said with less
// among it: of two revisions of one dressing nothing is noise.
func (d Departure) Literally() string {
	all := d
	if d.Change == CannotTell && d.VariantPart < 0 {
		all.Change = Dropped
	}
	if d.Change == CannotTell && d.ParentPart < 0 {
		all.Change = Added
	}
	if d.Change == Same && d.Materials != nil && d.Vague && strings.Join(d.Materials.Parent, " ") != strings.Join(d.Materials.Variant, " ") {
		all.Change = Near
	}
	if d.Change == Same && d.Materials != nil && d.Materials.Colour == material.Inside {
		all.Change = Near
	}
	if d.Noise != nil {
		all.Change = Change(d.Noise.Change)
	}
	for _, f := range []**Figures{&all.Length, &all.Count, &all.Turns, &all.Diameter} {
		if *f != nil {
			plain := **f
			if plain.Noise != nil {
				plain.Change = plain.Noise.Change
			}
			*f = &plain
		}
	}
	return all.Sentence()
}

// Ways lists what the figures and the ways of a part come to, noise left out: longer, shorter, more,
// fewer, turns-more, turns-fewer, larger, smaller, winding, method, style, moved.
func (d Departure) Ways() []string {
	out := []string{}
	for _, f := range []*Figures{d.Length, d.Count, d.Diameter} {
		if f.departs() {
			out = append(out, f.Change)
		}
	}
	if d.Turns.departs() {
		out = append(out, "turns-"+d.Turns.Change)
	}
	for _, w := range []struct {
		of   *Words
		name string
	}{{d.Winding, "winding"}, {d.Method, "method"}, {d.Hook, "style"}} {
		if w.of.departs() {
			out = append(out, w.name)
		}
	}
	if d.Moved {
		out = append(out, "moved")
	}
	return out
}

// NoiseSays says what is noise in a part, a line each: what would differ, and why that is nothing here.
func (d Departure) NoiseSays() []string {
	var out []string
	if d.Noise != nil {
		out = append(out, d.Noise.Change+" ("+d.Noise.Why+")")
	}
	for _, f := range d.figures() {
		if f.Noise != nil {
			out = append(out, f.Noise.Change+" ("+f.Noise.Why+")")
		}
	}
	return out
}
