package profile

import (
	"math"
	"mothledger/core/lexicon"
	"strings"

	"mothledger/core/material"
	"mothledger/core/role"
)

// tiedAt is the station where part i was said to start.
func (m *maker) tiedAt(i int) (station float64, said bool) {
	from := m.d.Parts[i].Foot()
	if from.IsZero() {
		return 0, false
	}
	return m.r.Station(from)
}

// footAt is where the foot of part i stands: as said, else by the budget.
func (m *maker) footAt(i int) float64 {
	if v, said := m.tiedAt(i); said {
		return v
	}
	std, _ := m.d.Parts[i].Standard()
	if f := m.feet[i]; f[0] > f[1] && f[1] > 0.02 {
		return (f[0] + f[1]) / 2
	}
	return m.r.Usual(std.From)
}

func (m *maker) tail(i int, std role.Role) {
	p := m.d.Parts[i]
	length, assumed := m.lengthOf(i)
	st := 1.0
	if v, said := m.tiedAt(i); said {
		st = v
	}
	x, y := m.ax.at(st, m.g.WireMM*0.5)
	k := m.kind(i)
	s := m.shape(KindFan, i)
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
		if std.Name == role.Shuck {
			s.LengthLow = r2(length * 0.75)
			s.Level = false
		}
	case material.Feather:
		usual, s.Spread = 10, 16
		if n := m.name(i); strings.Contains(n, "topping") || strings.Contains(n, "crest") {
			usual, s.Spread, s.Curve, s.Angle = 9, 6, -0.3, 12
		}
	}
	if c := p.Count; c != nil && (c.Of == lexicon.CountFibre || c.Of == lexicon.CountStrand || c.Of == "") {
		usual, _ = m.countOf(i, usual)
	}
	s.Count = usual
	m.out = append(m.out, s)
}

var (
	standing   = lexicon.Set("stands")
	cones      = lexicon.Set("cone")
	shellbacks = lexicon.Set("back and case")
)

// upright tells whether a wing stands up.
func (m *maker) upright(i int) bool {
	prep := m.prep(i)
	for w := range standing {
		if strings.Contains(prep, w) {
			return true
		}
	}
	return false
}

func (m *maker) wing(i int, std role.Role) {
	length, assumed := m.lengthOf(i)
	if assumed && m.upright(i) {
		length = m.g.ShankMM
	}
	st := m.footAt(i)
	if j, from, to := m.thorax(); j >= 0 && m.d.Parts[i].From.IsZero() {
		switch {
		case m.upright(i): // the thorax is dubbed round such wings
			st = (from + to) / 2
		case j > i: // tied before the thorax, and so behind it
			st = from - 0.25*(from-to)
		}
	}
	x, y := m.ax.at(st, m.stationHalf(st)*0.75)
	base := m.shape(KindFan, i)
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
				s.Kind, s.Width = KindBlade, r2(length*0.3)
			}
			m.out = append(m.out, s)
		}
		return
	}
	m.wingOf(i, std, length, base, k, name)
}

// wingOf draws a wing by what it is of: a slip as a blade, a plume, a bunch of hair as a fan.
func (m *maker) wingOf(i int, std role.Role, length float64, base Shape, k material.Kind, name string) {
	switch {
	case std.Name == role.Topping || strings.Contains(name, "topping") || strings.Contains(name, "crest"):
		s := base
		s.Count, s.Angle, s.Spread, s.Curve = 6, 30, 5, 0.42
		m.out = append(m.out, s)
	case std.Name == role.Flash || k == material.Flash:
		s := base
		n, _ := m.countOf(i, 6)
		s.Count, s.Angle, s.Spread, s.Curve = n, 13, 9, 0.08
		m.out = append(m.out, s)
	case k == material.Slip || k == material.Feather:
		for side := range 2 {
			s := base
			s.Kind = KindBlade
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
			s.Kind = KindPlume
			s.Far = q < n/2
			s.Angle = 14 + 7*float64(q)
			s.Width = r2(length * 0.24)
			s.Seed += uint32(q)
			m.out = append(m.out, s)
		}
	case k == material.Hackle:
		for side := range 2 {
			s := base
			s.Kind, s.Far = KindPlume, side == 0
			s.Angle = 16 + float64(1-side)*8
			s.Width = r2(length * 0.16)
			s.Seed += uint32(side)
			m.out = append(m.out, s)
		}
	case k == material.Foam || k == material.Strip: // one flat strip over the back
		s := base
		s.Kind, s.Angle, s.Width = KindBlade, 12, r2(m.g.GapeMM*0.32)
		m.out = append(m.out, s)
	default: // hair, yarn, fibres
		s := base
		s.Count, s.Angle, s.Spread, s.Curve, s.Level = 42, 17, 12, 0.05, true
		if std.Name == role.Underwing {
			s.Count, s.Angle, s.Spread = 22, 13, 8
		}
		if n, stated := m.d.Parts[i].Count, m.d.Parts[i].Count != nil; stated && n.Of != lexicon.CountBunch {
			s.Count, _ = m.countOf(i, s.Count)
		}
		m.out = append(m.out, s)
		for layer, x := range m.d.MaterialsOf(i)[min(1, len(m.d.MaterialsOf(i))):] { // "white bucktail under brown bucktail"
			over := s
			over.Colour, _ = x.Ink()
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
	s := m.shape(KindFan, i)
	w := 0.05 * m.g.GapeMM
	to := pt(x-w, y)
	s.Root, s.RootTo = pt(x+w, y), &to
	s.Assumed = s.Assumed || assumed
	s.Angle, s.Spread, s.Count, s.Level = 92, 11, 30, true
	s.Length, s.LengthLow = r2(length), r2(length*0.93)
	m.out = append(m.out, s)
}

func (m *maker) root(i int) float64 {
	if v, said := m.tiedAt(i); said {
		return v
	}
	std, _ := m.d.Parts[i].Standard()
	return m.r.Usual(std.From)
}

// legs and throats leave below.
func (m *maker) legs(i int, std role.Role) {
	length, assumed := m.lengthOf(i)
	st := m.footAt(i)
	if std.Name == role.Legs {
		st = math.Max(st, m.r.Usual(0.16))
	}
	x, y := m.ax.at(st, -m.stationHalf(st)*0.6)
	s := m.shape(KindFan, i)
	s.Root = pt(x, y)
	s.Assumed = s.Assumed || assumed
	s.Length, s.LengthLow = r2(length), r2(length*0.85)
	if std.Name == role.Throat {
		s.Angle, s.Spread, s.Curve = -32, 26, 0.05
		s.Count, _ = m.countOf(i, 16)
	} else {
		s.Angle, s.Spread, s.Curve = -36, 34, -0.12
		n, _ := m.countOf(i, 4)
		s.Count = n
	}
	if m.kind(i) == material.Rubber { // a strand tied in at its middle: both ends show
		forward := s
		forward.Length, forward.LengthLow = r2(length*rubberForward), r2(length*rubberForward*0.9)
		forward.Angle, forward.Curve = -146, 0.12
		s.Length, s.LengthLow = r2(length*(1-rubberForward)), r2(length*(1-rubberForward)*0.9)
		forward.Seed += 5
		m.out = append(m.out, forward)
	}
	m.out = append(m.out, s)
}

// rubberForward is how much of a rubber leg points forward: a third. Common
// practice, no source.
const rubberForward = 1.0 / 3

func (m *maker) cheek(i int) {
	length, assumed := m.lengthOf(i)
	st := m.footAt(i)
	x, y := m.ax.at(st, m.stationHalf(st)*0.25)
	s := m.shape(KindBlade, i)
	s.Root = pt(x, y)
	s.Assumed = s.Assumed || assumed
	s.Angle, s.Length, s.Width = 6, r2(length), r2(length*0.32)
	m.out = append(m.out, s)
}

// unknown draws a counted part that the vocabulary does not know as strands
// forward of the head, so that it is not lost.
func (m *maker) unknown(i int) {
	length, _ := m.lengthOf(i)
	x, y := m.ax.at(m.r.Usual(0.1), m.stationHalf(0.1)*0.5)
	s := m.shape(KindFan, i)
	n, _ := m.countOf(i, 2)
	s.Root, s.Count, s.Length, s.LengthLow, s.Angle, s.Spread, s.Assumed = pt(x, y), n, r2(length), r2(length*0.9), 40, 14, true
	m.out = append(m.out, s)
}

// thorax gives the part that is the thorax and where it lies; -1 where there is none.
func (m *maker) thorax() (part int, from, to float64) {
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); std.Name == role.Thorax && !p.Absent {
			from, to = m.ends(i)
			return i, from, to
		}
	}
	return -1, 0, 0
}
