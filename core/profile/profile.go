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
	"mothledger/core/lexicon"
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

// Kind is which of the ways of inking a shape takes.
type Kind string

// Values lists the kinds.
func (Kind) Values() []string {
	return []string{string(KindEnvelope), string(KindTurns), string(KindFan), string(KindBlade), string(KindPlume), string(KindRing), string(KindDisc), string(KindBead), string(KindHead)}
}

// The ways of inking a shape.
const (
	KindEnvelope Kind = "envelope"
	KindTurns    Kind = "turns"
	KindFan      Kind = "fan"
	KindBlade    Kind = "blade"
	KindPlume    Kind = "plume"
	KindRing     Kind = "ring"
	KindDisc     Kind = "disc"
	KindBead     Kind = "bead"
	KindHead     Kind = "head"
)

// Texture is what a shape is made of, as far as ink can tell: the kind of a material, or
// one of a few that only a drawing knows.
type Texture string

// Textures that are no kind of material.
const (
	Plain Texture = "plain" // nobody said what it is made of
	Gloss Texture = "gloss" // resin over all
	Case  Texture = "case"  // fibres pulled over in a bundle
	Cone  Texture = "cone"  // a head weight that tapers
)

// Values lists the textures.
func (Texture) Values() []string {
	return append([]string{string(Plain), string(Gloss), string(Case), string(Cone)}, material.Kind("").Values()...)
}

// Shape is one thing to ink. Which fields count depends on Kind:
//
//	envelope  Points go along the upper edge towards the bend and back along the lower
//	turns     Points are pairs, the upper and lower end of each visible half turn
//	fan       Count strands from Root, LengthLow to Length long, about Angle, within Spread
//	blade     a wing slip from Root along Angle, Length long and Width deep
//	plume     a soft feather like a blade
//	ring      a hackle wound round the fly: Points are pairs as in turns, Count fibres a turn stand out all round,
//	          Angle from the axis (90 straight out, less swept back), Below the share that lies below
//	disc      a parachute hackle about Root, Length from the middle to the rim, Count turns
//	bead      a ball at Root, Width across
//	head      like envelope, varnished
type Shape struct {
	Kind    Kind    `json:"kind"`
	Part    int     `json:"part"` // index of the part, -1 for what every fly has
	Role    string  `json:"role"`
	Texture Texture `json:"texture"`
	Colour  string  `json:"colour"`
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
	Below     float64 `json:"below,omitempty"` // of a ring, the share of fibres that lie below
	Held      float64 `json:"held,omitempty"`  // of a ring, how much of their lean the fibres above keep
	Taper     float64 `json:"taper,omitempty"` // of a ring, how long the fibres of the rearmost turn are as a share of Length
	Seed      uint32  `json:"seed"`
}

func r2(v float64) float64 { return math.Round(v*100) / 100 }

func pt(x, y float64) Point { return Point{r2(x), r2(y)} }

// maker collects shapes.
type maker struct {
	d     dressing.Dressing
	g     hook.Geometry
	r     *proportion.Resolver
	ax    *axis
	style string
	// half is how thick the fly is at each step along the shank.
	half []float64
	out  []Shape
	// kinds are the kinds of the parts' main materials.
	kinds []material.Kind
	// feet are what parts take of the shank by the budget, nearer the bend first,
	// in shanks; headAt is what the head takes.
	feet   [][2]float64
	headAt [2]float64
	// collar is the hot spot that is the head of a beaded fly, -1 without one
	collar int
}

// half has so many values a shank, and goes round the bend.
const (
	halfStep  = 50
	halfSteps = 14 * halfStep / 10
)

// Of gives the outline of a dressing on a hook.
func Of(d dressing.Dressing, h hook.Hook) Outline {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	style := d.HookStyle()
	m := &maker{d: d, g: g, r: proportion.NewResolver(d, g), ax: newAxis(g, style), style: style, half: make([]float64, halfSteps+1), kinds: kinds(d), out: make([]Shape, 0, len(d.Parts)+6)}
	for i := range m.half {
		m.half[i] = g.WireMM/2 + 0.012*g.GapeMM
	}
	m.share()
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

// share takes from the budget where the parts in front of the body stand, so that
// nothing is left bare between them and the drawing agrees with the ruled strip.
func (m *maker) share() {
	m.collar = m.r.ThreadCollar()
	b := m.r.Budget()
	m.feet = make([][2]float64, len(m.d.Parts))
	last := -1 // the part whose foot stands right behind the head
	for k, s := range b.Stretches {
		ends := [2]float64{s.FromMM / m.g.ShankMM, s.ToMM / m.g.ShankMM}
		if s.Part >= 0 {
			m.feet[s.Part] = ends
		}
		if k == len(b.Stretches)-1 { // the head is the last
			m.headAt = ends
		} else {
			last = s.Part
		}
	}
	if m.r.Usual(0) > 0 { // behind a bead nothing is left over
		return
	}
	// what is left over behind the eye goes to a dry hackle, whose turns are set as far
	// apart as there is room, and then to the head, up to twice its length
	rear := math.Min(math.Max(m.headAt[0], 0.085), 0.3)
	if last >= 0 && m.dryHackle() {
		if std, _ := m.d.Parts[last].Standard(); std.Form == role.FormCollar {
			neat := math.Max(neatHeadEyes*m.g.EyeMM/m.g.ShankMM, rear-(m.feet[last][0]-m.feet[last][1]))
			rear = math.Min(rear, neat)
			m.feet[last][1] = rear
		}
	}
	m.headAt = [2]float64{rear, math.Max(0.012, rear-0.2)}
}

// neatHeadEyes is how long the head of a dry fly is where there is room, in eyes. From
// memory.
const neatHeadEyes = 0.8

func (m *maker) kind(i int) material.Kind { return m.kinds[i] }

func kinds(d dressing.Dressing) []material.Kind {
	out := make([]material.Kind, len(d.Parts))
	for i := range d.Parts {
		if mats := d.MaterialsOf(i); len(mats) > 0 {
			out[i] = mats[0].Kind()
		}
	}
	return out
}

// ink gives texture and colour of part i; assumed where no material was stated.
func (m *maker) ink(i int) (texture Texture, colour string, assumed bool) {
	mats := m.d.MaterialsOf(i)
	if len(mats) == 0 {
		return Plain, "#8a7a66", true
	}
	colour, _ = mats[0].Ink()
	k := m.kind(i)
	if k == material.Unknown {
		return Plain, colour, true
	}
	return Texture(k), colour, false
}

func (m *maker) shape(kind Kind, i int) Shape {
	s := Shape{Kind: kind, Part: i, Role: m.d.Parts[i].Role}
	s.Texture, s.Colour, s.Assumed = m.ink(i)
	s.Seed = seed(m.d.Title, s.Role, i)
	return s
}

func (m *maker) threadColour() string {
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); std.Name == role.Thread && len(p.Materials) > 0 {
			_, c, _ := m.ink(i)
			return c
		}
	}
	return "#3b2f25"
}

// layers order the painting: far side first, then as tied.
var layers = map[role.Form]int{
	role.FormTail: 1, role.FormWound: 3, role.FormRib: 4, role.FormPalmer: 5, role.FormLegs: 6, role.FormCase: 7,
	role.FormPost: 8, role.FormWing: 9, role.FormCheek: 10, role.FormCollar: 11, role.FormBead: 12, role.FormHead: 13,
}

func (m *maker) paint() {
	wetHackle := !m.dryHackle()
	const glossed, unheardOf, top = 8, 10, 13
	stds := make([]role.Role, len(m.d.Parts))
	layer := make([]int, len(m.d.Parts)) // -1 for what is not drawn
	for i, p := range m.d.Parts {
		std, known := p.Standard()
		stds[i], layer[i] = std, layers[std.Form]
		switch {
		case p.Absent, !known && p.Count == nil:
			layer[i] = -1
		case !known:
			layer[i] = unheardOf
		case std.Name == role.Tag:
			layer[i] = 2
		case std.Name == role.Underwing:
			layer[i] = glossed
		case std.Form == role.FormCollar && wetHackle && m.wingBehindHackle(i):
			layer[i] = glossed // a wet hackle tied before the wing lies under it
		}
	}
	for l := range top + 1 {
		if l == glossed {
			m.gloss()
		}
		for i := range stds {
			switch {
			case layer[i] != l:
			case l == unheardOf && stds[i].Form == role.FormNone:
				m.unknown(i)
			default:
				m.part(i, stds[i])
			}
		}
	}
	m.head()
}

// wingBehindHackle tells whether the wing is tied after hackle i.
func (m *maker) wingBehindHackle(i int) bool {
	for j := i + 1; j < len(m.d.Parts); j++ {
		if std, _ := m.d.Parts[j].Standard(); std.Kin == role.Wing {
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

func (m *maker) lengthOf(i int) (mm float64, assumed bool) {
	s, ok := m.r.LengthOrUsual(i)
	if !ok {
		return 0.5 * m.g.ShankMM, true
	}
	return s.Mid(), s.Assumed
}

func (m *maker) countOf(i, usual int) (n int, assumed bool) {
	c := m.d.Parts[i].Count
	if c == nil || c.High == 0 || c.Of == lexicon.CountBunch {
		return usual, true
	}
	n = int(math.Round((c.Low + c.High) / 2))
	return min(max(n, 1), 60), false
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
