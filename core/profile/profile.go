// Package profile gives the outline of a dressing as it sits in the vice: eye
// to the right, bend to the left, point below. It says what is where, in
// millimetres; the screen inks it.
//
// The eye end of the shank is at the origin, x grows to the right and y
// downwards, so that the shank runs to the left. The body follows the axis of
// the hook, which is straight for most hooks and curved for grub hooks.
// An outline is a short list of shapes in the order in which they are painted,
// far side and first tied first. The same dressing gives the same outline and
// the same seeds, everywhere.
//
// Thicknesses are not stated in dressings; those used here are shares of the
// gape, from memory. Shapes whose size or material was not stated are marked
// assumed.
package profile

import (
	"hash/fnv"
	"math"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/material"
	"mothledger/core/proportion"
	"mothledger/core/role"
)

// Outline is what to draw, in millimetres.
type Outline struct {
	// ShankMM gives the scale; Bounds is left, top, right, bottom.
	ShankMM float64    `json:"shankMM"`
	Bounds  [4]float64 `json:"bounds"`
	Wire    Wire       `json:"wire"`
	Shapes  []Shape    `json:"shapes"`
}

// Wire is the hook.
type Wire struct {
	Path   []Point    `json:"path"` // from the eye round the bend to the point
	MM     float64    `json:"mm"`   // its thickness
	Eye    [3]float64 `json:"eye"`  // centre x, y and diameter
	EyeUp  float64    `json:"eyeUp"`
	Barb   *Point     `json:"barb,omitempty"`
	BarbTo *Point     `json:"barbTo,omitempty"`
}

// Point is x, y in millimetres.
type Point [2]float64

// Shape is one thing to ink. Which fields count depends on Kind:
//
//	envelope  Points go along the upper edge towards the bend and back along the lower
//	turns     Points are pairs, the upper and lower end of each visible half turn
//	fan       Count strands from Root, LengthLow to Length long, about Angle, within Spread
//	blade     a wing slip from Root along Angle, Length long and Width deep
//	plume     a soft feather like a blade
//	disc      a parachute hackle about Root, Length from the middle to the rim, Count turns
//	bead      a ball at Root, Width across
//	head      like envelope, varnished
type Shape struct {
	Kind    string `json:"kind"`
	Part    int    `json:"part"` // index of the part, -1 for what every fly has
	Role    string `json:"role"`
	Texture string `json:"texture"`
	Colour  string `json:"colour"`
	// Assumed is set where size or material was not stated.
	Assumed   bool    `json:"assumed,omitempty"`
	Far       bool    `json:"far,omitempty"`
	Points    []Point `json:"points,omitempty"`
	Root      Point   `json:"root"`
	RootTo    *Point  `json:"rootTo,omitempty"` // strands start between Root and RootTo
	Angle     float64 `json:"angle,omitempty"`  // degrees: 0 back along the shank, 90 up
	Spread    float64 `json:"spread,omitempty"`
	Length    float64 `json:"length,omitempty"`
	LengthLow float64 `json:"lengthLow,omitempty"`
	Width     float64 `json:"width,omitempty"`
	Curve     float64 `json:"curve,omitempty"` // bend of a strand, + downwards
	Count     int     `json:"count,omitempty"`
	Level     bool    `json:"level,omitempty"` // tips are even
	Seed      uint32  `json:"seed"`
}

func r2(v float64) float64 { return math.Round(v*100) / 100 }

func pt(x, y float64) Point { return Point{r2(x), r2(y)} }

// axis is the middle line of the wire, by station.
type axis struct {
	step    float64
	xs, ys  []float64
	headAt  []float64 // heading in radians, pi is towards the bend
	shankMM float64
}

const axisSteps = 200 // a shank

// newAxis follows the wire from the eye round the bend to the point.
func newAxis(g hook.Geometry, style string) *axis {
	const room = 3 * axisSteps
	a := &axis{step: g.ShankMM / axisSteps, shankMM: g.ShankMM, xs: make([]float64, 0, room), ys: make([]float64, 0, room), headAt: make([]float64, 0, room)}
	radius := g.GapeMM / 2
	heading := math.Pi
	x, y := 0.0, 0.0
	turned := 0.0
	s := 0.0
	var sin, cos float64
	spear := math.Max(1-hook.PointStation, 0.12) * g.ShankMM
	if g.ShankMM > 1.3*g.GapeMM/0.52 { // long shanks keep the spear of their gape
		spear = (1 - hook.PointStation) * g.GapeMM / 0.52
	}
	curveFrom, curveTurn := 1.0, 0.0
	if style == "curved" {
		curveFrom, curveTurn = 0.35, 0.62
	}
	end := math.Pi
	rest := 0.0
	for {
		a.xs, a.ys, a.headAt = append(a.xs, x), append(a.ys, y), append(a.headAt, heading)
		st := s / g.ShankMM
		was := heading
		switch {
		case st < curveFrom:
		case st < 1:
			t := curveTurn * a.step / ((1 - curveFrom) * g.ShankMM)
			heading -= t
			turned += t
		case turned < end:
			t := a.step / radius
			if turned > 2.6 { // the last of the bend opens towards the point
				t *= 0.8
			}
			heading -= t
			turned += t
		default:
			rest += a.step
			if rest > spear {
				return a
			}
		}
		if heading != was || len(a.xs) == 1 {
			sin, cos = math.Sincos(heading)
		}
		x += cos * a.step
		y += sin * a.step
		s += a.step
		if len(a.xs) > 6*axisSteps {
			return a
		}
	}
}

// at gives the point at a station, off millimetres away from the axis (positive
// on the back of the fly).
func (a *axis) at(station, off float64) (x, y float64) {
	i := int(math.Round(station * axisSteps))
	i = min(max(i, 0), len(a.xs)-1)
	h := a.headAt[i]
	return a.xs[i] - math.Sin(h)*off, a.ys[i] + math.Cos(h)*off
}

// slope is how far the axis has turned down at a station, in degrees.
func (a *axis) slope(station float64) float64 {
	i := min(max(int(math.Round(station*axisSteps)), 0), len(a.xs)-1)
	return (math.Pi - a.headAt[i]) * 180 / math.Pi
}

// maker collects shapes.
type maker struct {
	d     dressing.Dressing
	g     hook.Geometry
	r     *proportion.Resolver
	ax    *axis
	style string
	// half is how thick the fly is at each hundredth of the shank.
	half []float64
	out  []Shape
	// kinds are the kinds of the parts' main materials.
	kinds []material.Kind
}

const halfSteps = 140

// Of gives the outline of a dressing on a hook.
func Of(d dressing.Dressing, h hook.Hook) Outline {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	style := d.HookStyle()
	m := &maker{d: d, g: g, r: proportion.NewResolver(d, g), ax: newAxis(g, style), style: style, half: make([]float64, halfSteps+1), kinds: kinds(d)}
	for i := range m.half {
		m.half[i] = g.WireMM/2 + 0.012*g.GapeMM
	}
	m.thicken()
	m.underbody()
	m.paint()
	o := Outline{ShankMM: r2(g.ShankMM), Wire: m.wire(), Shapes: m.out}
	o.Bounds = bounds(o)
	return o
}

func seed(title, label string, i int) uint32 {
	f := fnv.New32a()
	_, _ = f.Write([]byte(title + "/" + label + string(rune('0'+i%10))))
	return f.Sum32()
}

func (m *maker) stationHalf(s float64) float64 {
	i := min(max(int(s*100), 0), halfSteps)
	return m.half[i]
}

// thicken works out how thick the wound parts make the fly, so that ribs,
// hackles and wings sit on them.
func (m *maker) thicken() {
	for i, p := range m.d.Parts {
		std, _ := p.Standard()
		if std.Form != role.FormWound || p.Absent {
			continue
		}
		from, to := m.ends(i)
		for k := range m.half {
			s := float64(k) / 100
			if s <= from && s >= to && from > to {
				t := (from - s) / (from - to)
				m.half[k] = math.Max(m.half[k], m.g.GapeMM*proportion.Girth(std, m.kind(i), t))
			}
		}
	}
}

// ends gives where a wound part lies; a body runs on to the next part in front
// of it, so that no bare shank is left.
func (m *maker) ends(i int) (from, to float64) {
	from, to, _ = m.r.Ends(i)
	std, _ := m.d.Parts[i].Standard()
	if std.Kin == "body" && m.d.Parts[i].To.IsZero() && m.d.Parts[i].Length.IsZero() {
		for j, q := range m.d.Parts {
			qs, _ := q.Standard()
			if qs.Name == "thorax" && !q.Absent {
				to, _, _ = m.r.Ends(j)
			}
		}
	}
	if std.Name == "thorax" {
		for j, q := range m.d.Parts {
			if qs, _ := q.Standard(); qs.Kin == "body" && !q.To.IsZero() && m.d.Parts[i].From.IsZero() {
				_, from, _ = m.r.Ends(j)
			}
		}
	}
	if from-to < 0.03 {
		from = to + 0.03
	}
	return from, to
}

func (m *maker) kind(i int) material.Kind { return m.kinds[i] }

func kinds(d dressing.Dressing) []material.Kind {
	out := make([]material.Kind, len(d.Parts))
	for i := range d.Parts {
		if mats := d.MaterialsOf(i); len(mats) > 0 {
			out[i] = material.KindOf(mats[0].Name)
		}
	}
	return out
}

// ink gives texture and colour of part i; assumed where no material was stated.
func (m *maker) ink(i int) (texture, colour string, assumed bool) {
	mats := m.d.MaterialsOf(i)
	if len(mats) == 0 {
		return "plain", "#8a7a66", true
	}
	colour, _ = material.Hue(mats[0].Name, mats[0].Colour)
	k := material.KindOf(mats[0].Name)
	if k == material.Unknown {
		return "plain", colour, true
	}
	return string(k), colour, false
}

func (m *maker) shape(kind string, i int) Shape {
	s := Shape{Kind: kind, Part: i, Role: m.d.Parts[i].Role}
	s.Texture, s.Colour, s.Assumed = m.ink(i)
	s.Seed = seed(m.d.Title, s.Role, i)
	return s
}

func (m *maker) threadColour() string {
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); std.Name == "thread" && len(p.Materials) > 0 {
			_, c, _ := m.ink(i)
			return c
		}
	}
	return "#3b2f25"
}

// envelope outlines the fly between two stations with the given half
// thickness by share of the way from rear to front.
func (m *maker) envelope(s *Shape, from, to float64, half func(t float64) float64) {
	const n = 12
	var lower []Point
	for k := 0; k <= n; k++ {
		t := float64(k) / n // 0 at the front
		st := to + (from-to)*t
		h := half(1 - t)
		x, y := m.ax.at(st, h)
		s.Points = append(s.Points, pt(x, y))
		x, y = m.ax.at(st, -h)
		lower = append(lower, pt(x, y))
	}
	for k := len(lower) - 1; k >= 0; k-- {
		s.Points = append(s.Points, lower[k])
	}
	x, y := m.ax.at(from, 0)
	s.Root = pt(x, y)
}

// underbody is the bed of thread on every fly.
func (m *maker) underbody() {
	s := Shape{Kind: "envelope", Part: -1, Role: "underbody", Texture: string(material.Thread), Colour: m.threadColour(), Seed: 7}
	m.envelope(&s, 0.99, 0.015, func(float64) float64 { return m.g.WireMM/2 + 0.015*m.g.GapeMM })
	m.out = append(m.out, s)
}

// layers order the painting: far side first, then as tied.
var layers = map[role.Form]int{
	role.FormTail: 1, role.FormWound: 3, role.FormRib: 4, role.FormPalmer: 5, role.FormLegs: 6, role.FormCase: 7,
	role.FormPost: 8, role.FormWing: 9, role.FormCheek: 10, role.FormCollar: 11, role.FormBead: 12, role.FormHead: 13,
}

func (m *maker) paint() {
	wetHackle := !m.dryHackle()
	for layer := 0; layer <= 13; layer++ {
		for i, p := range m.d.Parts {
			std, known := p.Standard()
			if p.Absent {
				continue
			}
			l := layers[std.Form]
			if std.Name == "tag" {
				l = 2
			}
			if std.Name == "underwing" {
				l = 8
			}
			if std.Form == role.FormCollar && wetHackle && m.wingBehindHackle(i) {
				l = 8 // a wet hackle tied before the wing lies under it
			}
			if !known && layer == 10 && p.Count != nil {
				m.unknown(i)
				continue
			}
			if l == layer {
				m.part(i, std)
			}
		}
	}
	m.head()
}

// wingBehindHackle tells whether the wing is tied after hackle i.
func (m *maker) wingBehindHackle(i int) bool {
	for j := i + 1; j < len(m.d.Parts); j++ {
		if std, _ := m.d.Parts[j].Standard(); std.Kin == "wing" {
			return true
		}
	}
	return false
}

func (m *maker) part(i int, std role.Role) {
	switch std.Form {
	case role.FormWound:
		m.wound(i, std)
	case role.FormRib:
		m.rib(i)
	case role.FormPalmer:
		m.palmer(i)
	case role.FormTail:
		m.tail(i, std)
	case role.FormWing:
		m.wing(i, std)
	case role.FormPost:
		m.post(i)
	case role.FormCase:
		m.wingCase(i)
	case role.FormLegs:
		m.legs(i, std)
	case role.FormCheek:
		m.cheek(i)
	case role.FormCollar:
		m.hackle(i)
	case role.FormBead:
		m.bead(i)
	}
}

func (m *maker) wound(i int, std role.Role) {
	from, to := m.ends(i)
	s := m.shape("envelope", i)
	m.envelope(&s, from, to, func(t float64) float64 { return m.g.GapeMM * proportion.Girth(std, m.kind(i), t) })
	s.Count = 0
	if p := m.d.Parts[i]; p.Turns != nil {
		s.Count = int(math.Round(p.Turns.Mid()))
	}
	m.out = append(m.out, s)
}

// turnsOf gives how many turns to draw; assumed where none were stated.
func turnsOf(p dressing.Part, usual int) (int, bool) {
	if p.Turns == nil {
		return usual, true
	}
	return min(max(1, int(math.Ceil(p.Turns.Mid()))), 120), false
}

// bodyEnds gives the stretch that ribs and palmered hackles are wound over.
func (m *maker) bodyEnds() (from, to float64) {
	from, to = 0.97, m.r.Usual(0.22)
	found := false
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); std.Kin == "body" && !p.Absent {
			f, t := m.ends(i)
			if !found {
				from, to = f, t
			} else {
				from, to = math.Max(from, f), math.Min(to, t)
			}
			found = true
		}
	}
	return from, to
}

// over gives where part i is wound: as stated, else along the body.
func (m *maker) over(i int) (from, to float64) {
	bf, bt := m.bodyEnds()
	p := m.d.Parts[i]
	f, t, _ := m.r.Ends(i)
	if p.From.IsZero() && (p.To.IsZero() || f < bf) {
		f = bf
	}
	if p.To.IsZero() {
		t = bt
	}
	return f, t
}

// opening places turn k of n, closer at the back where the spacing opens.
func opening(p dressing.Part, t float64) float64 {
	if p.Spacing == "opening" {
		return math.Pow(t, 1.35)
	}
	return t
}

func (m *maker) rib(i int) {
	p := m.d.Parts[i]
	from, to := m.over(i)
	n, assumed := turnsOf(p, 5)
	s := m.shape("turns", i)
	s.Assumed = s.Assumed || assumed
	pitch := (from - to) / float64(n)
	lean := 0.5 * pitch // a near half turn leans forward by half a pitch
	for k := range n {
		t := opening(p, (float64(k)+0.5)/float64(n))
		mid := from - (from-to)*t
		lo, hi := mid+lean/2, mid-lean/2 // the lower end further back
		if p.Winding == "counter" {
			lo, hi = hi, lo
		}
		x0, y0 := m.ax.at(hi, m.stationHalf(hi)*1.02)
		x1, y1 := m.ax.at(lo, -m.stationHalf(lo)*1.02)
		s.Points = append(s.Points, pt(x0, y0), pt(x1, y1))
	}
	s.Width = r2(m.gaugeMM(i))
	s.Count = n
	m.out = append(m.out, s)
}

// gaugeMM is how thick a wire or tinsel is drawn: as stated, else by grade and
// hook. From memory.
func (m *maker) gaugeMM(i int) float64 {
	if d := m.d.Parts[i].DiameterMM; d > 0 {
		return d
	}
	f := 0.022
	if mats := m.d.MaterialsOf(i); len(mats) > 0 {
		switch {
		case strings.Contains(mats[0].Size, "fine") || strings.Contains(mats[0].Size, "small"):
			f = 0.016
		case strings.Contains(mats[0].Size, "medium"):
			f = 0.03
		case strings.Contains(mats[0].Size, "large"), strings.Contains(mats[0].Size, "wide"):
			f = 0.045
		}
		switch material.KindOf(mats[0].Name) {
		case material.Tinsel, material.Floss, material.Strip, material.Quill:
			f *= 1.5
		case material.Wool, material.Yarn, material.Herl:
			f *= 2.2
		}
	}
	return f * m.g.GapeMM / 0.52
}

func (m *maker) palmer(i int) {
	p := m.d.Parts[i]
	from, to := m.over(i)
	n, assumed := turnsOf(p, 5)
	length, lengthAssumed := m.lengthOf(i)
	dry := m.dryHackle()
	for k := range n {
		t := (float64(k) + 0.5) / float64(n)
		st := from - (from-to)*opening(p, t)
		h := m.stationHalf(st) * 0.8
		for _, up := range []bool{true, false} {
			s := m.shape("fan", i)
			s.Assumed = s.Assumed || assumed || lengthAssumed
			off := h
			s.Angle, s.Spread = 68, 26
			if dry {
				s.Angle = 84
			}
			if !up {
				off, s.Angle = -h, -s.Angle
			}
			s.Angle -= m.ax.slope(st)
			x, y := m.ax.at(st, off)
			s.Root = pt(x, y)
			s.Count = 9
			taper := 0.78 + 0.22*t // the feather is shorter towards its tip
			s.Length, s.LengthLow = r2(length*taper), r2(length*taper*0.7)
			s.Curve = 0.06
			s.Seed += uint32(k*2 + map[bool]int{true: 1}[up])
			m.out = append(m.out, s)
		}
	}
}

func (m *maker) lengthOf(i int) (mm float64, assumed bool) {
	s, ok := m.r.LengthOrUsual(i)
	if !ok {
		return 0.5 * m.g.ShankMM, true
	}
	return s.Mid(), s.Assumed
}

func (m *maker) countOf(i, usual int) (n int, assumed bool) {
	c := m.d.Parts[i].Count
	if c == nil || c.High == 0 || c.Of == "bunch" {
		return usual, true
	}
	n = int(math.Round((c.Low + c.High) / 2))
	return min(max(n, 1), 60), false
}

func (m *maker) tail(i int, std role.Role) {
	p := m.d.Parts[i]
	length, assumed := m.lengthOf(i)
	st := 1.0
	if !p.From.IsZero() {
		if v, ok := m.r.Station(p.From); ok {
			st = v
		}
	}
	x, y := m.ax.at(st, m.g.WireMM*0.5)
	k := m.kind(i)
	s := m.shape("fan", i)
	s.Root = pt(x, y)
	s.Assumed = s.Assumed || assumed
	s.Length, s.LengthLow = r2(length), r2(length*0.9)
	s.Angle, s.Spread, s.Curve = 7-m.ax.slope(st), 15, -0.05
	usual := 7
	switch k {
	case material.Hair:
		usual, s.Spread, s.Level = 22, 11, true
	case material.Plume:
		usual, s.Spread, s.Curve = 46, 20, 0.08
		s.LengthLow = r2(length * 0.55)
	case material.Wool, material.Yarn, material.Floss, material.Flash:
		usual, s.Spread, s.Curve, s.Level = 18, 12, 0.02, true
		if std.Name == "shuck" {
			s.LengthLow = r2(length * 0.75)
			s.Level = false
		}
	case material.Feather:
		usual, s.Spread = 10, 16
		if n := m.name(i); strings.Contains(n, "topping") || strings.Contains(n, "crest") {
			usual, s.Spread, s.Curve, s.Angle = 9, 6, -0.3, 12
		}
	}
	if c := p.Count; c != nil && (c.Of == "fibre" || c.Of == "strand" || c.Of == "") {
		usual, _ = m.countOf(i, usual)
	}
	s.Count = usual
	m.out = append(m.out, s)
}

func (m *maker) name(i int) string {
	if mats := m.d.MaterialsOf(i); len(mats) > 0 {
		return mats[0].Name
	}
	return ""
}

func (m *maker) prep(i int) string {
	var all []string
	for _, x := range m.d.Parts[i].Materials {
		all = append(all, x.Preparation)
	}
	return strings.Join(all, " ")
}

// upright tells whether a wing stands up.
func (m *maker) upright(i int) bool {
	prep := m.prep(i)
	for _, w := range []string{"upright", "divided", "spent"} {
		if strings.Contains(prep, w) {
			return true
		}
	}
	return false
}

func (m *maker) wing(i int, std role.Role) {
	p := m.d.Parts[i]
	length, assumed := m.lengthOf(i)
	if assumed && m.upright(i) {
		length = m.g.ShankMM
	}
	st := m.r.Usual(std.From)
	if !p.From.IsZero() {
		if v, ok := m.r.Station(p.From); ok {
			st = v
		}
	}
	x, y := m.ax.at(st, m.stationHalf(st)*0.75)
	base := m.shape("fan", i)
	base.Root = pt(x, y)
	base.Assumed = base.Assumed || assumed
	base.Length, base.LengthLow = r2(length), r2(length*0.9)
	k := m.kind(i)
	name := m.name(i)
	if strings.Contains(m.prep(i), "spent") { // out to both sides: from here foreshortened, the far one above
		for side := range 2 {
			s := base
			s.Far = side == 0
			s.Seed += uint32(side)
			s.Angle, s.Spread, s.Count, s.Level = 38-float64(side)*76, 26, 26, true
			s.Length, s.LengthLow = r2(length*0.62), r2(length*0.55)
			m.out = append(m.out, s)
		}
		return
	}
	if m.upright(i) {
		for side := range 2 {
			s := base
			s.Far = side == 0
			s.Seed += uint32(side)
			s.Angle = 86 + float64(side)*12 - 8
			s.Spread = 10
			s.Count, s.Level = 20, true
			if k == material.Slip || k == material.Feather || k == material.Hackle {
				s.Kind, s.Width = "blade", r2(length*0.3)
			}
			m.out = append(m.out, s)
		}
		return
	}
	switch {
	case std.Name == "topping" || strings.Contains(name, "topping") || strings.Contains(name, "crest"):
		s := base
		s.Count, s.Angle, s.Spread, s.Curve = 6, 30, 5, 0.42
		m.out = append(m.out, s)
	case std.Name == "flash" || k == material.Flash:
		s := base
		n, _ := m.countOf(i, 6)
		s.Count, s.Angle, s.Spread, s.Curve = n, 13, 9, 0.08
		m.out = append(m.out, s)
	case k == material.Slip || k == material.Feather:
		for side := range 2 {
			s := base
			s.Kind = "blade"
			s.Far = side == 0
			s.Angle = 8 + float64(1-side)*3
			s.Width = r2(math.Min(length*0.24, m.g.GapeMM*0.56))
			s.Seed += uint32(side)
			m.out = append(m.out, s)
		}
	case k == material.Plume:
		n, _ := m.countOf(i, 2)
		for q := range min(n, 6) {
			s := base
			s.Kind = "plume"
			s.Far = q < n/2
			s.Angle = 14 + 7*float64(q)
			s.Width = r2(length * 0.24)
			s.Seed += uint32(q)
			m.out = append(m.out, s)
		}
	case k == material.Hackle:
		for side := range 2 {
			s := base
			s.Kind, s.Far = "plume", side == 0
			s.Angle = 16 + float64(1-side)*8
			s.Width = r2(length * 0.16)
			s.Seed += uint32(side)
			m.out = append(m.out, s)
		}
	case k == material.Foam || k == material.Strip: // one flat strip over the back
		s := base
		s.Kind, s.Angle, s.Width = "blade", 12, r2(m.g.GapeMM*0.32)
		m.out = append(m.out, s)
	default: // hair, yarn, fibres
		s := base
		s.Count, s.Angle, s.Spread, s.Curve, s.Level = 42, 17, 12, 0.05, true
		if std.Name == "underwing" {
			s.Count, s.Angle, s.Spread = 22, 13, 8
		}
		if n, stated := m.d.Parts[i].Count, m.d.Parts[i].Count != nil; stated && n.Of != "bunch" {
			s.Count, _ = m.countOf(i, s.Count)
		}
		m.out = append(m.out, s)
		for layer, x := range m.d.MaterialsOf(i)[min(1, len(m.d.MaterialsOf(i))):] { // "white bucktail under brown bucktail"
			over := s
			over.Colour, _ = material.Hue(x.Name, x.Colour)
			over.Angle += 4.5 * float64(layer+1)
			over.Count = s.Count * 2 / 3
			over.Seed += uint32(31 * (layer + 1))
			m.out = append(m.out, over)
		}
		if k == material.Hair && strings.Contains(name, "deer") || strings.Contains(name, "elk") { // the cut butts make a small head
			b := base
			b.Angle, b.Spread, b.Curve, b.Count, b.Level = 158, 30, 0, 16, true
			b.Length, b.LengthLow = r2(m.g.EyeMM*0.75), r2(m.g.EyeMM*0.6)
			b.Seed += 9
			m.out = append(m.out, b)
		}
	}
}

func (m *maker) post(i int) {
	length, assumed := m.lengthOf(i)
	st := m.root(i)
	x, y := m.ax.at(st, m.stationHalf(st)*0.3)
	s := m.shape("fan", i)
	w := 0.05 * m.g.GapeMM
	to := pt(x-w, y)
	s.Root, s.RootTo = pt(x+w, y), &to
	s.Assumed = s.Assumed || assumed
	s.Angle, s.Spread, s.Count, s.Level = 92, 11, 30, true
	s.Length, s.LengthLow = r2(length), r2(length*0.93)
	m.out = append(m.out, s)
}

func (m *maker) root(i int) float64 {
	p := m.d.Parts[i]
	std, _ := p.Standard()
	if !p.From.IsZero() {
		if v, ok := m.r.Station(p.From); ok {
			return v
		}
	}
	return m.r.Usual(std.From)
}

// wingCase is a strip over the back of the thorax.
func (m *maker) wingCase(i int) {
	from, to, _ := m.r.Ends(i)
	for j, q := range m.d.Parts {
		if std, _ := q.Standard(); std.Name == "thorax" && m.d.Parts[i].From.IsZero() {
			from, to = m.ends(j)
		}
	}
	if std, _ := role.Find(m.d.Parts[i].Role); m.d.Parts[i].Role == "shellback" && std.Name != "" {
		from, to = m.bodyEnds()
	}
	s := m.shape("envelope", i)
	const n = 10
	var lower []Point
	thick := 0.055 * m.g.GapeMM
	for k := 0; k <= n; k++ {
		t := float64(k) / n
		st := to + (from-to)*t
		bow := 1 + 0.12*math.Sin(math.Pi*t)
		h := m.stationHalf(st) * bow
		x, y := m.ax.at(st, h+thick*math.Sin(math.Pi*math.Min(1, math.Max(0, t*0.9+0.05))))
		s.Points = append(s.Points, pt(x, y))
		x, y = m.ax.at(st, h*0.72)
		lower = append(lower, pt(x, y))
	}
	for k := len(lower) - 1; k >= 0; k-- {
		s.Points = append(s.Points, lower[k])
	}
	x, y := m.ax.at(from, m.stationHalf(from))
	s.Root = pt(x, y)
	if s.Texture == string(material.Fibre) || s.Texture == string(material.Slip) || s.Texture == string(material.Feather) {
		s.Texture = "case"
	}
	m.out = append(m.out, s)
}

// legs and throats leave below.
func (m *maker) legs(i int, std role.Role) {
	length, assumed := m.lengthOf(i)
	st := m.root(i)
	if std.Name == "legs" {
		st = math.Max(st, m.r.Usual(0.16))
	}
	x, y := m.ax.at(st, -m.stationHalf(st)*0.6)
	s := m.shape("fan", i)
	s.Root = pt(x, y)
	s.Assumed = s.Assumed || assumed
	s.Length, s.LengthLow = r2(length), r2(length*0.85)
	if std.Name == "throat" {
		s.Angle, s.Spread, s.Curve = -32, 26, 0.05
		s.Count, _ = m.countOf(i, 16)
	} else {
		s.Angle, s.Spread, s.Curve = -36, 34, -0.12
		n, _ := m.countOf(i, 4)
		s.Count = n
	}
	m.out = append(m.out, s)
}

func (m *maker) cheek(i int) {
	length, assumed := m.lengthOf(i)
	st := m.root(i)
	x, y := m.ax.at(st, m.stationHalf(st)*0.25)
	s := m.shape("blade", i)
	s.Root = pt(x, y)
	s.Assumed = s.Assumed || assumed
	s.Angle, s.Length, s.Width = 6, r2(length), r2(length*0.32)
	m.out = append(m.out, s)
}

// dryHackle tells whether hackles stand out stiffly.
func (m *maker) dryHackle() bool {
	switch m.style {
	case "dry", "emerger":
		return true
	case "wet", "nymph", "jig", "curved", "streamer", "salmon":
		return false
	}
	for _, p := range m.d.Parts {
		for _, x := range p.Materials {
			if strings.Contains(x.Name, "hen") || strings.Contains(x.Name, "partridge") {
				return false
			}
		}
	}
	return false
}

func (m *maker) hackle(i int) {
	p := m.d.Parts[i]
	length, assumed := m.lengthOf(i)
	std, _ := p.Standard()
	prep := m.prep(i)
	post := -1
	for j, q := range m.d.Parts {
		if qs, _ := q.Standard(); qs.Form == role.FormPost && qs.Name == "post" && !q.Absent {
			post = j
		}
	}
	n, turnsAssumed := turnsOf(p, 3)
	if post >= 0 || strings.Contains(prep, "parachute") {
		st := m.r.Usual(0.28)
		if post >= 0 {
			st = m.root(post)
		}
		x, y := m.ax.at(st, m.stationHalf(st)*1.15)
		s := m.shape("disc", i)
		s.Root, s.Length, s.Count = pt(x, y), r2(length), n
		s.Width = r2(float64(n) * 0.045 * m.g.GapeMM)
		s.Assumed = s.Assumed || assumed || turnsAssumed
		m.out = append(m.out, s)
		return
	}
	from, to, _ := m.r.Ends(i)
	if p.From.IsZero() && p.To.IsZero() {
		// a turn takes room: as wide as its turns
		to = m.r.Usual(std.To)
		from = to + math.Max(0.025, 0.014*float64(n)*m.g.GapeMM/0.52/m.g.ShankMM*1.4)
		if m.dryHackle() {
			from = to + math.Max(0.05, 0.028*float64(n))
		}
	}
	beard := strings.Contains(prep, "beard")
	for _, side := range []int{1, -1} {
		if beard && side > 0 {
			continue
		}
		s := m.shape("fan", i)
		h := m.stationHalf((from+to)/2) * 0.55 * float64(side)
		x, y := m.ax.at(to, h)
		s.Root = pt(x, y)
		x, y = m.ax.at(from, h)
		at := pt(x, y)
		s.RootTo = &at
		s.Assumed = s.Assumed || assumed
		s.Length, s.LengthLow = r2(length), r2(length*0.82)
		s.Seed += uint32(side + 1)
		if m.dryHackle() {
			s.Angle, s.Spread, s.Curve = 90*float64(side), 34, 0
			s.Count = 7 * n
		} else {
			s.Angle, s.Spread, s.Curve = 34*float64(side), 30, -0.1*float64(side)
			s.Count = 7 * n
			if side < 0 { // most of a wet hackle lies below
				s.Angle, s.Spread, s.Count = -42, 40, 11*n
			} else if m.d.Find("wing") >= 0 {
				s.Count, s.Angle, s.Spread = 3*n, 20, 14
			}
		}
		m.out = append(m.out, s)
	}
}

func (m *maker) bead(i int) {
	p := m.d.Parts[i]
	mm := p.DiameterMM
	s := m.shape("bead", i)
	if mm == 0 {
		mm = proportion.UsualBeadMM(m.g)
		s.Assumed = true
	}
	x, y := m.ax.at(mm*0.45/m.g.ShankMM, 0)
	s.Root, s.Width = pt(x, y), r2(mm)
	if p.Role == "cone" {
		s.Texture = "cone"
	}
	m.out = append(m.out, s)
}

// unknown draws a counted part that the vocabulary does not know as strands
// forward of the head, so that it is not lost.
func (m *maker) unknown(i int) {
	length, _ := m.lengthOf(i)
	x, y := m.ax.at(m.r.Usual(0.1), m.stationHalf(0.1)*0.5)
	s := m.shape("fan", i)
	n, _ := m.countOf(i, 2)
	s.Root, s.Count, s.Length, s.LengthLow, s.Angle, s.Spread, s.Assumed = pt(x, y), n, r2(length), r2(length*0.9), 40, 14, true
	m.out = append(m.out, s)
}

// head is a thread head on every fly without a bead.
func (m *maker) head() {
	idx := -1
	antennae := -1
	for i, p := range m.d.Parts {
		std, _ := p.Standard()
		if std.Name == "head" && !p.Absent {
			idx = i
		}
		if std.Name == "antennae" && !p.Absent {
			antennae = i
		}
	}
	if antennae >= 0 {
		length, assumed := m.lengthOf(antennae)
		x, y := m.ax.at(m.r.Usual(0.07), m.g.GapeMM*0.06)
		s := m.shape("fan", antennae)
		n, _ := m.countOf(antennae, 2)
		s.Root, s.Count, s.Length, s.LengthLow, s.Angle, s.Spread, s.Curve = pt(x, y), n, r2(length), r2(length*0.94), 152, 22, -0.12
		s.Assumed = assumed
		m.out = append(m.out, s)
	}
	s := Shape{Kind: "head", Part: idx, Role: "head", Texture: "varnish", Colour: m.threadColour(), Seed: 3, Assumed: false}
	if idx >= 0 {
		if _, c, none := m.ink(idx); !none {
			s.Colour = c
		}
	}
	from, to := m.r.Usual(0.115), m.r.Usual(0.012)
	full := math.Min(0.095, 0.06+m.stationHalf(from)/m.g.GapeMM*0.25)
	if k := m.headTexture(idx); k != "" {
		s.Texture, full = k, 0.16
	}
	m.envelope(&s, from, to, func(t float64) float64 {
		return m.g.GapeMM * (0.035 + (full-0.035)*math.Sin(math.Pi*(0.12+0.62*(1-t)))*1.0)
	})
	m.out = append(m.out, s)
}

func (m *maker) headTexture(idx int) string {
	if idx < 0 {
		return ""
	}
	switch k := m.kind(idx); k {
	case material.Fur, material.Herl, material.Hair, material.Wool:
		return string(k)
	}
	return ""
}

func (m *maker) wire() Wire {
	w := Wire{MM: r2(m.g.WireMM)}
	n := len(m.ax.xs)
	for i := 0; i < n; i += 14 {
		w.Path = append(w.Path, pt(m.ax.xs[i], m.ax.ys[i]))
	}
	w.Path = append(w.Path, pt(m.ax.xs[n-1], m.ax.ys[n-1]))
	tilt := 18.0 // a down eye is the usual one for trout hooks
	for _, p := range m.d.Parts {
		if p.Hook == nil {
			continue
		}
		switch p.Hook.Eye {
		case "up":
			tilt = -18
		case "straight":
			tilt = 0
		}
		if p.Hook.Style == "jig" {
			tilt = -52
		}
	}
	eye := m.g.EyeMM
	a := tilt * math.Pi / 180
	w.Eye = [3]float64{r2(eye * 0.46 * math.Cos(a)), r2(eye * 0.46 * math.Sin(a)), r2(eye)}
	w.EyeUp = -tilt
	if m.barbed() {
		k := n - 1 - int(0.1*axisSteps)
		k = max(k, 0)
		h := m.ax.headAt[k]
		b := pt(m.ax.xs[k], m.ax.ys[k])
		back := 1.9 * m.g.WireMM
		off := 0.95 * m.g.WireMM
		to := pt(m.ax.xs[k]-math.Cos(h)*back, m.ax.ys[k]-math.Sin(h)*back-off)
		w.Barb, w.BarbTo = &b, &to
	}
	return w
}

func (m *maker) barbed() bool {
	for _, p := range m.d.Parts {
		if p.Hook != nil && p.Hook.Barb != "" {
			return p.Hook.Barb == "barbed"
		}
	}
	return true
}

func bounds(o Outline) [4]float64 {
	b := [4]float64{math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)}
	grow := func(x, y float64) {
		b[0], b[1] = math.Min(b[0], x), math.Min(b[1], y)
		b[2], b[3] = math.Max(b[2], x), math.Max(b[3], y)
	}
	for _, p := range o.Wire.Path {
		grow(p[0], p[1])
	}
	grow(o.Wire.Eye[0]+o.Wire.Eye[2]/2, o.Wire.Eye[1]+o.Wire.Eye[2]/2)
	grow(o.Wire.Eye[0], o.Wire.Eye[1]-o.Wire.Eye[2]/2)
	for _, s := range o.Shapes {
		for _, p := range s.Points {
			grow(p[0], p[1])
		}
		if s.Length == 0 {
			if s.Kind == "bead" {
				grow(s.Root[0]-s.Width/2, s.Root[1]-s.Width/2)
				grow(s.Root[0]+s.Width/2, s.Root[1]+s.Width/2)
			}
			continue
		}
		if s.Kind == "disc" {
			grow(s.Root[0]-s.Length, s.Root[1]-s.Length*0.25)
			grow(s.Root[0]+s.Length, s.Root[1]+s.Length*0.2)
			continue
		}
		for _, a := range []float64{s.Angle - s.Spread/2, s.Angle, s.Angle + s.Spread/2} {
			t := a * math.Pi / 180
			x, y := s.Root[0]-s.Length*math.Cos(t), s.Root[1]-s.Length*math.Sin(t)
			grow(x, y)
			if s.Kind == "blade" || s.Kind == "plume" { // the leading edge bows up
				grow(s.Root[0]-0.6*s.Length*math.Cos(t), s.Root[1]-0.6*s.Length*math.Sin(t)-s.Width)
				grow(x, y-0.7*s.Width)
			}
			if s.RootTo != nil {
				grow(s.RootTo[0]-s.Length*math.Cos(t), s.RootTo[1]-s.Length*math.Sin(t))
			}
		}
	}
	for i := range b {
		b[i] = r2(b[i])
	}
	return b
}

// OfHook gives the outline of a bare hook.
func OfHook(d dressing.Dressing, h hook.Hook) Outline {
	g, _ := h.Geometry()
	style := d.HookStyle()
	m := &maker{d: d, g: g, r: proportion.NewResolver(d, g), ax: newAxis(g, style), style: style, kinds: kinds(d)}
	o := Outline{ShankMM: r2(g.ShankMM), Wire: m.wire(), Shapes: []Shape{}}
	o.Bounds = bounds(o)
	return o
}
