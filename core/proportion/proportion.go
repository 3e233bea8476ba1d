// Package proportion puts a dressing on a hook: every length as written, as a
// ratio of the shank, and in millimetres on the hook in the vice.
//
// A part may be measured by another part ("as long as the tail"), which may be
// measured by a third. Lengths are resolved in that order; where the parts
// measure one another in a circle, the circle is named and none of them gets a
// figure. Lengths that a dressing does not state get none here; where another
// part is measured by one of those, a usual length stands in and the result is
// marked assumed.
package proportion

import (
	"cmp"
	"fmt"
	"math"
	"mothledger/core/lexicon"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/measure"
	"mothledger/core/role"

	"gonum.org/v1/gonum/graph/simple"
	"gonum.org/v1/gonum/graph/topo"
)

// Measured is a dressing on a hook. All lengths are in millimetres, all
// stations in shanks from the eye.
type Measured struct {
	Hook     Hook      `json:"hook"`
	Parts    []Part    `json:"parts"`
	Warnings []Warning `json:"warnings"`
}

// Hook is the hook in the vice.
type Hook struct {
	Size  string `json:"size"`
	Shank string `json:"shank"`
	hook.Geometry
	// Basis is generic (the scale), measured, or assumed (no size was stated).
	Basis string `json:"basis"`
}

// Part is one part's figures; zero means not stated.
type Part struct {
	Role string `json:"role"` // the label as written
	// Standard is the standard part that the label names, absent for one that is none.
	Standard role.Standard `json:"standard,omitempty"`
	LowMM    float64       `json:"lowMM,omitempty"`
	MM       float64       `json:"mm,omitempty"`
	HighMM   float64       `json:"highMM,omitempty"`
	// OfShank is the middle of the length in shanks, with its ends.
	OfShank     float64 `json:"ofShank,omitempty"`
	OfShankLow  float64 `json:"ofShankLow,omitempty"`
	OfShankHigh float64 `json:"ofShankHigh,omitempty"`
	// From and To are stations, where the dressing says where the part lies.
	From *float64 `json:"from,omitempty"`
	To   *float64 `json:"to,omitempty"`
	// AsWritten is the length in the dressing's own words.
	AsWritten string `json:"asWritten,omitempty"`
	// Assumed is set where a usual length of another part stands in.
	Assumed bool `json:"assumed,omitempty"`
	// Fixed is set for millimetres that were said on one size: they are shown
	// as said, and Scaled is what they would be had they grown with the hook.
	Fixed    bool    `json:"fixed,omitempty"`
	ScaledMM float64 `json:"scaledMM,omitempty"`
}

// Warning is something to look at.
type Warning struct {
	Code string `json:"code"`
	Part string `json:"part"`
	Text string `json:"text"`
}

// Span is an interval in millimetres.
type Span struct {
	Low, High float64
	Assumed   bool
}

// Mid is its middle.
func (s Span) Mid() float64 { return (s.Low + s.High) / 2 }

type state uint8

const (
	fresh state = iota
	done
	stuck
)

// Resolver answers lengths and stations of one dressing on one hook.
type Resolver struct {
	d        dressing.Dressing
	g        hook.Geometry
	state    []state
	spans    []Span
	warnings []Warning
	front    float64 // station where the bead ends, 0 without one
}

// NewResolver prepares a dressing on a hook of this geometry.
func NewResolver(d dressing.Dressing, g hook.Geometry) *Resolver {
	r := &Resolver{d: d, g: g, state: make([]state, len(d.Parts)), spans: make([]Span, len(d.Parts))}
	for _, p := range d.Parts {
		if std, _ := p.Standard(); std.Form == role.FormBead && !p.Absent {
			mm := p.DiameterMM
			if mm == 0 {
				mm = UsualBeadMM(g)
			}
			r.front = math.Min(0.5, mm*0.85/g.ShankMM)
		}
	}
	r.circles()
	return r
}

// measuredBy is the part that part i's length is told by, -1 where it is told by the hook.
func (r *Resolver) measuredBy(i int) int {
	if l := r.d.Parts[i].Length; l.IsPart() {
		return r.d.Find(string(l.Of))
	}
	return -1
}

// circles names the parts that measure one another in a circle; none of them has a length.
func (r *Resolver) circles() {
	g := simple.NewDirectedGraph()
	for i := range r.d.Parts {
		switch j := r.measuredBy(i); {
		case j == i:
			r.circle([]int{i})
		case j >= 0:
			g.SetEdge(g.NewEdge(simple.Node(i), simple.Node(j)))
		}
	}
	for _, loop := range topo.TarjanSCC(g) {
		if len(loop) < 2 {
			continue
		}
		first := int(loop[0].ID())
		for _, n := range loop {
			first = min(first, int(n.ID()))
		}
		path := []int{first}
		for i := r.measuredBy(first); i != first; i = r.measuredBy(i) {
			path = append(path, i)
		}
		r.circle(path)
	}
}

// UsualBeadMM is the bead that suits a hook where none is stated: 0.62 of the
// gape. Common practice, no source.
func UsualBeadMM(g hook.Geometry) float64 { return 0.62 * g.GapeMM }

// Usual is a station that nobody stated, moved back behind a bead.
func (r *Resolver) Usual(s float64) float64 {
	if s >= 1 {
		return s
	}
	return r.front + s*(1-r.front)
}

// Station gives a place on the shank; ok is false for a place that is not on
// this fly.
func (r *Resolver) Station(l measure.Length) (float64, bool) {
	s, ok := r.station(l)
	if !ok || s > beyondShanks {
		return 0, false
	}
	return s, true
}

func (r *Resolver) station(l measure.Length) (float64, bool) {
	switch l.Of {
	case measure.Shank:
		return l.Mid(), true
	case measure.Eye:
		return l.Mid() * r.g.EyeMM / r.g.ShankMM, true
	case measure.Gape:
		return l.Mid() * r.g.GapeMM / r.g.ShankMM, true
	case measure.MM:
		return l.Mid() / r.g.ShankMM, true
	case measure.Point:
		return hook.PointStation, true
	case measure.Barb:
		return hook.BarbStation, true
	case measure.Bend:
		return hook.BendStation, true
	}
	if i := r.d.Find(string(l.Of)); i >= 0 {
		std, _ := r.d.Parts[i].Standard()
		if from := r.d.Parts[i].From; !from.IsZero() && !from.IsPart() {
			return r.station(from)
		}
		return r.Usual(std.From), true
	}
	return 0, false
}

// Ends gives the stations between which part i lies, nearer the bend first.
// stated is false where both are only usual.
func (r *Resolver) Ends(i int) (from, to float64, stated bool) {
	p := r.d.Parts[i]
	std, _ := p.Standard()
	from, to = r.Usual(std.From), r.Usual(std.To)
	okFrom, okTo := false, false
	saidFrom, saidTo := p.Lies()
	if !std.Spans && saidFrom.IsZero() {
		saidFrom = p.TiedIn
	}
	if !saidFrom.IsZero() {
		var s float64
		if s, okFrom = r.Station(saidFrom); okFrom {
			from = s
		}
	}
	if !saidTo.IsZero() {
		var s float64
		if s, okTo = r.Station(saidTo); okTo {
			to = s
		}
	}
	if std.Spans && !okTo && !p.Length.IsZero() && !p.Length.Reach {
		if s, ok := r.Length(i); ok {
			to = math.Max(0, from-s.Mid()/r.g.ShankMM)
			okTo = true
		}
	}
	if to > from {
		to, from = from, to
	}
	return from, to, okFrom || okTo
}

// root is the station from which a part reaches out.
func (r *Resolver) root(i int) float64 {
	p := r.d.Parts[i]
	if foot := p.Foot(); !foot.IsZero() {
		if s, ok := r.Station(foot); ok {
			return s
		}
	}
	std, _ := p.Standard()
	return r.Usual(std.From)
}

// Length gives part i's stated length on the hook. ok is false where none is
// stated or it cannot be told; the reason is then among the warnings.
func (r *Resolver) Length(i int) (Span, bool) {
	p := r.d.Parts[i]
	if p.Length.IsZero() {
		return gauged(p)
	}
	switch r.state[i] {
	case done:
		return r.spans[i], true
	case stuck:
		return Span{}, false
	}
	s, ok := r.resolve(i, p)
	if ok && s.High > BeyondMM {
		r.warn("beyond", p.Role, fmt.Sprintf("%q is %.0f mm here, longer than any fly; it is kept as written and left out of the sums", l(p), s.High))
		ok = false
	}
	if !ok {
		r.state[i] = stuck
		return Span{}, false
	}
	r.state[i], r.spans[i] = done, s
	return s, true
}

func l(p dressing.Part) string { return cmp.Or(p.Length.Text, p.Length.String()) }

// Nothing of a fly is longer than this, in mm, nor stands further from the eye than so
// many shanks. From memory: the largest are some 300 mm.
const (
	BeyondMM     = 600
	beyondShanks = 20
)

// gauged gives the fibre of a hackle that was said by gauge: one and a half to
// two gapes of the hook that it suits. Common practice, no source.
func gauged(p dressing.Part) (Span, bool) {
	size, err := hook.ParseSize(p.Gauge)
	if err != nil {
		return Span{}, false
	}
	g, _ := hook.Hook{Size: size}.Geometry()
	return Span{Low: 1.5 * g.GapeMM, High: 2 * g.GapeMM}, true
}

func (r *Resolver) circle(path []int) {
	var names []string
	for _, i := range append(path, path[0]) {
		names = append(names, r.d.Parts[i].Role)
		r.state[i] = stuck
	}
	r.warn("circle", names[0], "measured in a circle: "+strings.Join(names, " by "))
}

func (r *Resolver) warn(code, part, text string) {
	for _, w := range r.warnings {
		if w.Code == code && w.Part == part {
			return
		}
	}
	r.warnings = append(r.warnings, Warning{code, part, text})
}

func (r *Resolver) resolve(i int, p dressing.Part) (Span, bool) {
	l := p.Length
	times := func(mm float64) (Span, bool) { return Span{Low: l.Low * mm, High: l.High * mm}, true }
	if l.Reach {
		return r.reach(i, p)
	}
	switch l.Of {
	case measure.MM:
		return times(1)
	case measure.Shank:
		return times(r.g.ShankMM)
	case measure.Gape:
		return times(r.g.GapeMM)
	case measure.Eye:
		return times(r.g.EyeMM)
	case measure.HookU:
		return Span{Low: l.Low * measure.HookLow * r.g.ShankMM, High: l.High * measure.HookHigh * r.g.ShankMM}, true
	}
	j := r.d.Find(string(l.Of))
	if j < 0 {
		r.warn("no-such-part", p.Role, fmt.Sprintf("%q: this dressing has no %s to measure by", l.Text, l.Of))
		return Span{}, false
	}
	by, ok := r.LengthOrUsual(j)
	if !ok {
		return Span{}, false
	}
	return Span{Low: l.Low * by.Low, High: l.High * by.High, Assumed: by.Assumed}, true
}

// reach resolves "to the point", "just past the bend", "to the end of the tail".
func (r *Resolver) reach(i int, p dressing.Part) (Span, bool) {
	l := p.Length
	root := r.root(i)
	var target float64
	assumed := false
	switch l.Of {
	case measure.Point:
		target = hook.PointStation
	case measure.Barb:
		target = hook.BarbStation
	case measure.Bend:
		target = hook.BendStation
		if root >= hook.BendStation-0.05 { // a tail goes round the bend
			target = hook.OuterStation
		}
	default:
		j := r.d.Find(string(l.Of))
		if j < 0 {
			r.warn("no-such-part", p.Role, fmt.Sprintf("%q: this dressing has no %s to reach", l.Text, l.Of))
			return Span{}, false
		}
		std, _ := r.d.Parts[j].Standard()
		if std.Spans {
			target, _, _ = r.Ends(j)
		} else {
			by, ok := r.LengthOrUsual(j)
			if !ok {
				return Span{}, false
			}
			assumed = by.Assumed
			target = r.root(j) + by.Mid()/r.g.ShankMM
		}
	}
	mm := math.Abs(target-root) * r.g.ShankMM
	if mm < 0.02*r.g.ShankMM {
		r.warn("no-distance", p.Role, fmt.Sprintf("%q: the %s starts there", l.Text, p.Role))
		return Span{}, false
	}
	return Span{Low: l.Low * mm, High: l.High * mm, Assumed: assumed}, true
}

// LengthOrUsual gives the stated length, or a usual one marked assumed.
func (r *Resolver) LengthOrUsual(i int) (Span, bool) {
	if !r.d.Parts[i].Length.IsZero() || r.d.Parts[i].Gauge != "" {
		return r.Length(i)
	}
	std, _ := r.d.Parts[i].Standard()
	mm := usualLengthMM(std, r.d.HookStyle(), r.g)
	if std.Spans {
		from, to, stated := r.Ends(i)
		return Span{Low: (from - to) * r.g.ShankMM, High: (from - to) * r.g.ShankMM, Assumed: !stated}, true
	}
	return Span{Low: mm, High: mm, Assumed: true}, true
}

// usualLengthMM is how long a part commonly is where nothing is said. Common
// practice, no source.
func usualLengthMM(std role.Role, style string, g hook.Geometry) float64 {
	switch std.Name {
	case role.Tail:
		switch style {
		case lexicon.StyleDry, lexicon.StyleEmerger:
			return g.ShankMM
		case lexicon.StyleNymph, lexicon.StyleJig, lexicon.StyleCurved:
			return 0.5 * g.ShankMM
		}
		return 0.7 * g.ShankMM
	case role.Shuck:
		return 0.7 * g.ShankMM
	case role.Wing, role.Underwing, role.Overwing, role.Flash, role.Topping:
		return 1.0 * g.ShankMM
	case role.Post, role.Indicator:
		return 1.4 * g.GapeMM
	case role.Hackle, role.Collar, role.BodyHackle:
		if style == lexicon.StyleDry || style == lexicon.StyleEmerger {
			return 1.5 * g.GapeMM
		}
		return 1.2 * g.GapeMM
	case role.Throat:
		return 1.1 * g.GapeMM
	case role.Legs:
		return 0.45 * g.ShankMM
	case role.Cheeks:
		return 0.35 * g.ShankMM
	case role.Antennae:
		return 0.8 * g.ShankMM
	}
	return 0.5 * g.ShankMM
}

// On measures a dressing on a hook. stated is false where no size was stated
// anywhere, so that the hook is assumed.
func On(d dressing.Dressing, h hook.Hook, stated bool) Measured {
	d = d.On(h.Size)
	g, basis := h.Geometry()
	if !stated && basis == "generic" {
		basis = "assumed"
	}
	m := Measured{
		Hook:     Hook{Size: h.Size.String(), Shank: hook.ShankCode(h.Shank), Geometry: g, Basis: basis},
		Parts:    []Part{},
		Warnings: []Warning{},
	}
	said, saidOK := d.HookNamed()
	saidGeometry, _ := said.Geometry()
	r := NewResolver(d, g)
	for i, p := range d.Parts {
		std, _ := p.Standard()
		out := Part{Role: p.Role, Standard: role.Standard(std.Name), AsWritten: p.Length.Text}
		if s, ok := r.Length(i); ok {
			out.LowMM, out.MM, out.HighMM = s.Low, s.Mid(), s.High
			out.OfShank, out.OfShankLow, out.OfShankHigh = s.Mid()/g.ShankMM, s.Low/g.ShankMM, s.High/g.ShankMM
			out.Assumed = s.Assumed
			if p.Length.Of == measure.MM && saidOK {
				out.Fixed = true
				out.ScaledMM = s.Mid() * g.ShankMM / saidGeometry.ShankMM
			}
		} else if std.Form == role.FormBead && p.DiameterMM > BeyondMM {
			r.warn("beyond", p.Role, fmt.Sprintf("%.0f mm across is more than any fly; it is kept as written and left out of the sums", p.DiameterMM))
		} else if std.Form == role.FormBead && p.DiameterMM > 0 {
			out.LowMM, out.MM, out.HighMM = p.DiameterMM, p.DiameterMM, p.DiameterMM
			out.OfShank, out.OfShankLow, out.OfShankHigh = p.DiameterMM/g.ShankMM, p.DiameterMM/g.ShankMM, p.DiameterMM/g.ShankMM
			out.Fixed = true
		}
		from, to := p.Lies()
		for _, end := range []struct {
			l  measure.Length
			to **float64
		}{{from, &out.From}, {to, &out.To}} {
			if end.l.IsZero() {
				continue
			}
			if s, ok := r.Station(end.l); ok {
				*end.to = &s
			} else {
				r.warn("no-such-part", p.Role, fmt.Sprintf("this dressing has no %s to lie by", end.l.Of))
			}
		}
		m.Parts = append(m.Parts, out)
	}
	m.Warnings = append(m.Warnings, r.warnings...)
	return m
}
