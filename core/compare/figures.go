package compare

import (
	"math"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/measure"
	"mothledger/core/proportion"
)

// stationSlack is how far apart two stations may lie and still be one place,
// and unitSlack the like for lengths that were said in different units. Common
// practice, no source.
const (
	stationSlack = 0.08
	unitSlack    = 0.06
)

func words(a, b, change string) *Words {
	w := &Words{Parent: a, Variant: b}
	if a != b {
		w.Change = change
	}
	return w
}

// hookWords says how the hooks differ: the style, or the shank where both are stated. Sizes
// are no departure: a fly is tied in many.
func hookWords(parent, variant dressing.Dressing, p, v dressing.Part) *Words {
	if p.Hook == nil || v.Hook == nil {
		return nil
	}
	shank := func(h *dressing.Hook) string {
		if h.Shank == "standard" {
			return ""
		}
		return h.Shank
	}
	say := func(style, shank string) string { return strings.TrimSpace(style + " " + shank) }
	a, b := parent.HookStyle(), variant.HookStyle()
	styleDiffers := a != "" && b != "" && a != b
	shankDiffers := shank(p.Hook) != shank(v.Hook) && p.Hook.Shank != "" && v.Hook.Shank != ""
	if !styleDiffers && !shankDiffers {
		return nil
	}
	return words(say(a, shank(p.Hook)), say(b, shank(v.Hook)), "another hook")
}

// diameterSlack is how far two diameters may differ, as a share of the parent's. Common
// practice, no source.
const diameterSlack = 0.12

func diameters(p, v float64) *Figures {
	if p <= 0 || v <= 0 {
		return nil
	}
	f := figures(measure.Interval{Low: p * (1 - diameterSlack), High: p * (1 + diameterSlack)}, measure.Interval{Low: v, High: v}, string(measure.MM), "larger", "smaller")
	f.Parent, f.ParentSaid = p, measure.Interval{Low: p, High: p}.String()
	return f
}

// countKey makes one of the units that count the same pieces in other words: six fibres of
// herl are six strands.
func countKey(of string) string {
	switch of {
	case lexicon.CountFibre, lexicon.CountStrand, lexicon.CountHerl:
		return lexicon.CountFibre
	}
	return of
}

func figures(p, v measure.Interval, of, more, less string) *Figures {
	f := &Figures{Parent: p.Mid(), Variant: v.Mid(), ParentSaid: p.String(), VariantSaid: v.String(), Of: of}
	if !p.Overlaps(v) {
		f.Change = more
		if v.Mid() < p.Mid() {
			f.Change = less
		}
	}
	return f
}

func countFigures(p, v *dressing.Count) *Figures {
	if p == nil || v == nil || countKey(p.Of) != countKey(v.Of) && p.Of != "" && v.Of != "" {
		return nil
	}
	a, b := p.Interval(), v.Interval()
	if p.Per != v.Per { // two each side are four in all
		if p.Per == dressing.PerSide {
			a = measure.Interval{Low: 2 * a.Low, High: 2 * a.High}
		} else {
			b = measure.Interval{Low: 2 * b.Low, High: 2 * b.High}
		}
	}
	of := p.Of
	if of == "" {
		of = v.Of
	}
	return figures(a, b, of, "more", "fewer")
}

// length compares in the unit in which both were said, and by the shank only
// where the units differ.
func (c *comparer) length(i, j int) *Figures {
	p, v := c.p.Parts[i], c.v.Parts[j]
	if !p.Length.IsZero() && !v.Length.IsZero() && p.Length.Of == v.Length.Of && p.Length.Reach == v.Length.Reach && sameUnit(c, p.Length) {
		f := figures(measure.Interval{Low: p.Length.Low, High: p.Length.High}, measure.Interval{Low: v.Length.Low, High: v.Length.High}, string(p.Length.Of), "longer", "shorter")
		f.ParentSaid, f.VariantSaid = p.Length.Text, v.Length.Text
		return f
	}
	a, oka := c.stated(c.rp, c.p, i)
	b, okb := c.stated(c.rv, c.v, j)
	if !oka || !okb {
		return nil
	}
	wide := func(s measure.Interval) measure.Interval {
		return measure.Interval{Low: s.Low * (1 - unitSlack/2), High: s.High * (1 + unitSlack/2)}
	}
	f := figures(wide(a), wide(b), string(measure.Shank), "longer", "shorter")
	f.Parent, f.Variant = a.Mid(), b.Mid()
	f.ParentSaid, f.VariantSaid = p.Length.Text, v.Length.Text
	return f
}

// sameUnit tells whether a unit means the same in both dressings. A part is a
// unit of its own in each, so it does only where the two parts agree.
func sameUnit(c *comparer, l measure.Length) bool {
	if !l.IsPart() {
		return true
	}
	i, j := c.p.Find(string(l.Of)), c.v.Find(string(l.Of))
	if i < 0 || j < 0 {
		return true
	}
	a, oka := c.stated(c.rp, c.p, i)
	b, okb := c.stated(c.rv, c.v, j)
	return !oka || !okb || math.Abs(a.Mid()-b.Mid()) < unitSlack
}

// stated gives a part's length, or its span where that is what was said, in
// shanks.
func (c *comparer) stated(r *proportion.Resolver, d dressing.Dressing, i int) (measure.Interval, bool) {
	if s, ok := r.Length(i); ok && !s.Assumed {
		return measure.Interval{Low: s.Low / c.shankMM, High: s.High / c.shankMM}, true
	}
	if std, _ := d.Parts[i].Standard(); std.Spans {
		_, said := d.Parts[i].Lies()
		if from, to, ok := r.Ends(i); ok && !said.IsZero() {
			return measure.Interval{Low: from - to, High: from - to}, true
		}
	}
	return measure.Interval{}, false
}

// Phrase writes a material as people say it: "fine gold wire".
func Phrase(m dressing.Material) string {
	return strings.Join(strings.Fields(m.Size+" "+m.Colour+" "+m.Name), " ")
}

func phrases(list []dressing.Material) []string {
	out := []string{}
	for _, m := range list {
		if s := Phrase(m); s != "" {
			out = append(out, s)
		}
	}
	return out
}

func materialsOf(p, v []dressing.Material) *Materials {
	return &Materials{Parent: phrases(p), Variant: phrases(v)}
}
