// Package winding does the sums of what is wound round a hook: how far apart the
// turns lie, how much material one fly needs, whether a bunch of fibres is long
// enough for all it has to make, and what becomes of it a size up or down.
//
// A wound material is a helix on a body that tapers: its length follows from
// the body's radius at either end, the turns and the span. Radii are the body's
// half thickness as the drawing has it, which is from memory; pitches and turns
// are the dressing's own.
//
// There are two schools on scaling, and both are given: the turns stay, or their
// spacing stays.
package winding

import (
	"fmt"
	"math"
	"mothledger/core/lexicon"
	"slices"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/proportion"
	"mothledger/core/role"
)

// Helix is the length of a helix of n turns on a cylinder, all in millimetres:
// √((2πrn)² + h²), from any handbook of mathematics.
func Helix(radiusMM, turns, spanMM float64) float64 {
	return math.Hypot(2*math.Pi*radiusMM*turns, spanMM)
}

// Cone is the length of n evenly spaced turns on a body that tapers from radius
// a to radius b over a span, all in millimetres: the integral of
// √((2πnr)² + (b−a)² + h²) along the taper, in closed form.
func Cone(a, b, turns, spanMM float64) float64 {
	if math.Abs(b-a) < 1e-9 {
		return Helix((a+b)/2, turns, spanMM)
	}
	w := 2 * math.Pi * turns
	c := math.Hypot(b-a, spanMM)
	if w == 0 {
		return c
	}
	// F(r) = ∫ √(w²r² + c²) dr
	f := func(r float64) float64 {
		s := math.Hypot(w*r, c)
		return (r*s + c*c/w*math.Asinh(w*r/c)) / 2
	}
	return math.Abs(f(b)-f(a)) / math.Abs(b-a)
}

// Sum is one wound part's arithmetic on one hook.
type Sum struct {
	Part int    `json:"part"`
	Role string `json:"role"`
	// TurnsLow and TurnsHigh are the turns as stated; where none are, the turns
	// that cover the span side by side, and Assumed is set.
	TurnsLow  float64 `json:"turnsLow"`
	TurnsHigh float64 `json:"turnsHigh"`
	Assumed   bool    `json:"assumed,omitempty"`
	SpanMM    float64 `json:"spanMM"`
	PitchMM   float64 `json:"pitchMM"`
	// LengthMM is the material on the hook, without what is held or cut off.
	LengthMM float64 `json:"lengthMM"`
	// WidthMM is how wide one turn lies, where that is known.
	WidthMM float64 `json:"widthMM,omitempty"`
	// AcrossMM is how thick the material itself is taken to be, and AcrossBasis
	// where that figure is from.
	AcrossMM    float64 `json:"acrossMM,omitempty"`
	AcrossBasis string  `json:"acrossBasis,omitempty"`
}

// Turns is the middle of the turns.
func (s Sum) Turns() float64 { return (s.TurnsLow + s.TurnsHigh) / 2 }

// laid is how wide one turn of a material lies on a body, as a share of the
// gape; 0 where it is not laid in turns that show. From memory.
var laid = map[material.Kind]float64{
	material.Thread: 0.014, material.Floss: 0.05, material.Fibre: 0.055, material.Herl: 0.09, material.Quill: 0.09, material.Biot: 0.11,
	material.Tinsel: 0.1, material.Wire: 0.03, material.Wool: 0.16, material.Yarn: 0.14, material.Strip: 0.16, material.Fur: noodle, material.Hackle: 0.05,
}

// noodle is the thickness of a usual dubbed noodle for a body, as a share of the
// gape, fibreWidth that of one fibre of a bunch, in millimetres, and usualFibres
// how many fibres make a body where none are counted (common practice, no
// source). From memory.
const (
	noodle      = 0.06
	fibreWidth  = 0.085
	usualFibres = 8
)

// threadWidth is how wide a turn of a usual tying thread lies, in millimetres:
// about 70 denier, flattened. From memory.
const (
	threadWidth = 0.1
	usualDenier = 70.0
)

// Sums gives the arithmetic of every wound part of a dressing on a hook, in
// tying order.
func Sums(d dressing.Dressing, h hook.Hook) []Sum {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	r := proportion.NewResolver(d, g)
	out := []Sum{}
	for i, p := range d.Parts {
		std, _ := p.Standard()
		if p.Absent {
			continue
		}
		switch std.Form {
		case role.FormWound, role.FormRib, role.FormPalmer, role.FormCollar:
		default:
			continue
		}
		out = append(out, sum(d, r, g, i, std))
	}
	return out
}

// kindOf gives the kind of a part's main material.
func kindOf(d dressing.Dressing, i int) material.Kind {
	if m := d.MaterialsOf(i); len(m) > 0 {
		return m[0].Kind()
	}
	return material.Unknown
}

// ends gives the stretch over which part i is wound: a rib or a palmered hackle
// lies on the body.
func ends(d dressing.Dressing, r *proportion.Resolver, i int, std role.Role) (from, to float64) {
	if std.Form == role.FormRib || std.Form == role.FormPalmer {
		p := d.Parts[i]
		if b := d.Find("body"); b >= 0 && b != i && p.From.IsZero() && p.To.IsZero() {
			from, to, _ = r.Ends(b)
			return from, to
		}
	}
	from, to, _ = r.Ends(i)
	return from, to
}

func sum(d dressing.Dressing, r *proportion.Resolver, g hook.Geometry, i int, std role.Role) Sum {
	p := d.Parts[i]
	from, to := ends(d, r, i, std)
	s := Sum{Part: i, Role: p.Role, SpanMM: (from - to) * g.ShankMM}
	k := kindOf(d, i)
	width, basis := across(d, i, g, k)
	s.AcrossMM, s.AcrossBasis = width, basis
	switch k {
	case material.Fibre, material.Hackle, material.Hair, material.Feather:
		if std.Form == role.FormWound { // a bunch of fibres, side by side
			width = fibreWidth * fibres(d, i)
		}
	}
	a, b := radii(d, g, i, std, k)
	switch {
	case p.Turns != nil:
		s.TurnsLow, s.TurnsHigh = p.Turns.Low, p.Turns.High
	case std.Form == role.FormCollar || width == 0:
		return s // neither stated nor to be told
	default:
		n := s.SpanMM / width
		s.TurnsLow, s.TurnsHigh, s.Assumed = n, n, true
	}
	if std.Form == role.FormCollar { // turns side by side in one place
		s.WidthMM = width
		s.SpanMM = width * s.Turns()
	} else if std.Form == role.FormWound {
		s.WidthMM = width
	}
	if n := s.Turns(); n > 0 {
		s.PitchMM = s.SpanMM / n
		s.LengthMM = Cone(a, b, n, s.SpanMM)
	}
	return s
}

// across gives how wide one turn of a part's material lies, in millimetres, and the
// basis of that: what the dressing says, a published gauge, or a usual figure.
func across(d dressing.Dressing, i int, g hook.Geometry, k material.Kind) (mm float64, basis string) {
	p := d.Parts[i]
	switch {
	case p.DiameterMM > 0 && p.DiameterBasis != "":
		return p.DiameterMM, p.DiameterBasis
	case p.DiameterMM > 0:
		return p.DiameterMM, "as written"
	case k == material.Thread:
		denier := usualDenier
		basis = "a usual thread, flattened; from memory"
		if t := d.Find("thread"); p.Thread != nil && p.Thread.Denier > 0 {
			denier = p.Thread.Denier
		} else if t >= 0 && d.Parts[t].Thread != nil && d.Parts[t].Thread.Denier > 0 {
			denier = d.Parts[t].Thread.Denier
		}
		if denier != usualDenier {
			basis = fmt.Sprintf("%.0f denier, flattened; from memory", denier)
		}
		return threadWidth * math.Sqrt(denier/usualDenier), basis
	case p.Thread != nil && p.Thread.Denier > 0:
		return measure.FibreMM(p.Thread.Denier, measure.PolyesterDensity), fmt.Sprintf("%.0f denier as one round strand of polyester, textile handbooks", p.Thread.Denier)
	}
	return laid[k] * g.GapeMM, "a usual one for the gape; from memory"
}

// fibres gives how many fibres a wound bunch has: its own count, or that of the
// part that it goes on from.
func fibres(d dressing.Dressing, i int) float64 {
	for range d.Parts {
		p := d.Parts[i]
		if p.Count != nil && p.Count.Of == lexicon.CountFibre {
			return p.Count.Interval().Mid()
		}
		j := d.Find(p.Continues)
		if p.Continues == "" || j < 0 || j == i {
			break
		}
		i = j
	}
	return usualFibres
}

// radii gives the radius on which a part is wound at its rear and its front.
func radii(d dressing.Dressing, g hook.Geometry, i int, std role.Role, k material.Kind) (rear, front float64) {
	core := g.WireMM / 2
	switch std.Form {
	case role.FormRib, role.FormPalmer: // on the body
		if b := d.Find("body"); b >= 0 {
			bs, _ := d.Parts[b].Standard()
			bk := kindOf(d, b)
			return math.Max(core, g.GapeMM*proportion.Girth(bs, bk, 0.08)), math.Max(core, g.GapeMM*proportion.Girth(bs, bk, 0.85))
		}
	case role.FormWound: // the middle of its own thickness
		return (core + g.GapeMM*proportion.Girth(std, k, 0.08)) / 2, (core + g.GapeMM*proportion.Girth(std, k, 0.85)) / 2
	}
	return core + 0.02*g.GapeMM, core + 0.02*g.GapeMM
}

// Thread is the tying thread that one fly takes: the turns of the bed along the
// shank, of securing each part, and of the head. The figures are from memory.
type Thread struct {
	Turns  float64 `json:"turns"`
	Metres float64 `json:"metres"`
}

// ThreadFor estimates the thread of a dressing on a hook.
func ThreadFor(d dressing.Dressing, h hook.Hook) Thread {
	g, _ := h.Geometry()
	bed := 0.9 * g.ShankMM / threadWidth / 3 // an open bed: a turn every third width
	securing, head := 0.0, 25.0
	for _, p := range d.Parts {
		std, _ := p.Standard()
		switch std.Form {
		case role.FormHook, role.FormBead, role.FormNone, role.FormHead:
		default:
			securing += 8
		}
	}
	turns := bed + securing + head
	mm := bed*2*math.Pi*(g.WireMM/2+threadWidth/2) + (securing+head)*2*math.Pi*(g.WireMM/2+0.08*g.GapeMM)
	const running = 80 // from the bobbin to the hook, lost
	return Thread{Turns: math.Round(turns), Metres: math.Round((mm+running)/10) / 100}
}

// Bunch is the budget of one bunch of fibres that makes several parts: what it
// is asked for, and what it has.
type Bunch struct {
	Parts    []int    `json:"parts"`
	Roles    []string `json:"roles"`
	Material string   `json:"material"`
	// NeedMM is tail + turns + fold + grip; each item says what for.
	NeedMM float64 `json:"needMM"`
	Items  []Item  `json:"items"`
	// HaveLowMM and HaveHighMM are how long such fibres usually are.
	HaveLowMM  float64 `json:"haveLowMM"`
	HaveHighMM float64 `json:"haveHighMM"`
	// ShortMM is by how much the middle of that falls short, 0 where it serves,
	// and ShortTurns the same in turns of the last wound part.
	ShortMM    float64 `json:"shortMM"`
	ShortTurns float64 `json:"shortTurns"`
}

// Item is one thing that a bunch has to make.
type Item struct {
	What string  `json:"what"`
	MM   float64 `json:"mm"`
}

// fibreMM is how long the fibres of a material usually are, in millimetres:
// what can be used of them, tip to butt. The first that a name holds counts.
var fibreMM = lexicon.Ranges("fibre length")

// FibreLength gives how long the fibres of a material usually are. ok is false
// for one that the table does not have.
func FibreLength(name string) (low, high float64, ok bool) {
	for _, f := range fibreMM {
		if material.Holds(name, f.Phrase) {
			return f.Low, f.High, true
		}
	}
	return 0, 0, false
}

// gripMM is what the fingers or the pliers hold and cannot wind, in millimetres.
// Common practice, no source.
const gripMM = 6

// Bunches gives the budget of every bunch that goes on from one part as another.
func Bunches(d dressing.Dressing, h hook.Hook) []Bunch {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	r := proportion.NewResolver(d, g)
	var out []Bunch
	taken := map[int]bool{}
	for i := range d.Parts {
		chain := chainFrom(d, i)
		if len(chain) < 2 || taken[i] {
			continue
		}
		for _, k := range chain {
			taken[k] = true
		}
		m := d.MaterialsOf(chain[0])
		if len(m) == 0 {
			continue
		}
		low, high, ok := FibreLength(m[0].Name)
		if !ok {
			continue
		}
		b := Bunch{Parts: chain, Material: m[0].Name, HaveLowMM: low, HaveHighMM: high}
		perTurn := 0.0
		for _, k := range chain {
			std, _ := d.Parts[k].Standard()
			b.Roles = append(b.Roles, d.Parts[k].Role)
			switch std.Form {
			case role.FormWound:
				s := sum(d, r, g, k, std)
				b.Items = append(b.Items, Item{"wound as the " + d.Parts[k].Role, s.LengthMM})
				if n := s.Turns(); n > 0 {
					perTurn = s.LengthMM / n
				}
			case role.FormCase:
				from, to, _ := r.Ends(k)
				b.Items = append(b.Items, Item{"folded over as the " + d.Parts[k].Role, 1.15 * (from - to) * g.ShankMM})
			default:
				s, _ := r.LengthOrUsual(k)
				b.Items = append(b.Items, Item{"standing as the " + d.Parts[k].Role, s.Mid()})
			}
		}
		b.Items = append(b.Items, Item{"to hold on to", gripMM})
		for _, x := range b.Items {
			b.NeedMM += x.MM
		}
		if short := b.NeedMM - (low+high)/2; short > 0 {
			b.ShortMM = short
			if perTurn > 0 {
				b.ShortTurns = short / perTurn
			}
		}
		out = append(out, b)
	}
	return out
}

// chainFrom follows "continues" from the part that starts it.
func chainFrom(d dressing.Dressing, i int) []int {
	if d.Parts[i].Continues != "" {
		return nil
	}
	chain := []int{i}
	for changed := true; changed; {
		changed = false
		last := chain[len(chain)-1]
		for k, p := range d.Parts {
			if k != last && p.Continues != "" && d.Find(p.Continues) == last && !slices.Contains(chain, k) {
				chain = append(chain, k)
				changed = true
				break
			}
		}
	}
	return chain
}

// Scaled is a wound part on another hook by both schools.
type Scaled struct {
	Role string `json:"role"`
	// SameTurns keeps the turns: their pitch. SameSpacing keeps the pitch: the
	// turns.
	SameTurnsPitchMM float64 `json:"sameTurnsPitchMM"`
	SameSpacingTurns float64 `json:"sameSpacingTurns"`
	Turns            float64 `json:"turns"`
	PitchMM          float64 `json:"pitchMM"`
}

// Scale gives the wound parts whose turns are stated, on another hook, by both
// schools. from is the hook on which the turns were said.
func Scale(d dressing.Dressing, from, to hook.Hook) []Scaled {
	a, b := Sums(d, from), Sums(d, to)
	out := []Scaled{}
	for i := range a {
		if a[i].Assumed || a[i].Turns() == 0 || a[i].PitchMM == 0 {
			continue
		}
		std, _ := d.Parts[a[i].Part].Standard()
		if std.Form == role.FormCollar {
			continue // a collar's turns lie side by side
		}
		out = append(out, Scaled{Role: a[i].Role, Turns: a[i].Turns(), PitchMM: a[i].PitchMM, SameTurnsPitchMM: b[i].SpanMM / a[i].Turns(), SameSpacingTurns: b[i].SpanMM / a[i].PitchMM})
	}
	return out
}

// Noodle is how long a dubbed noodle has to be that covers a body side by side,
// in millimetres, for a noodle of this thickness in millimetres.
func Noodle(d dressing.Dressing, h hook.Hook, i int, thickMM float64) float64 {
	g, _ := h.Geometry()
	r := proportion.NewResolver(d, g)
	std, _ := d.Parts[i].Standard()
	from, to := ends(d, r, i, std)
	span := (from - to) * g.ShankMM
	a, b := radii(d, g, i, std, kindOf(d, i))
	return Cone(a, b, span/thickMM, span)
}
