package profile

import (
	"math"
	"mothledger/core/lexicon"
	"strings"
)

// pairAt gives the upper and the lower end of a turn at a station.
func (m *maker) pairAt(station, half float64) (up, down Point) {
	x, y := m.ax.at(station, half)
	up = pt(x, y)
	x, y = m.ax.at(station, -half)
	return up, pt(x, y)
}

// softFibres and stiffFibres are how many fibres of a hackle are drawn for one turn, soft ones and
// stiff ones. From memory.
const (
	softFibres  = 22
	stiffFibres = 30
)

func (m *maker) palmer(i int) {
	p := m.d.Parts[i]
	from, to := m.over(i)
	n, assumed := turnsOf(p, 5)
	length, lengthAssumed := m.lengthOf(i)
	s := m.shape(KindRing, i)
	s.Assumed = s.Assumed || assumed || lengthAssumed
	for k := range n {
		st := from - (from-to)*opening(p, (float64(k)+0.5)/float64(n))
		up, down := m.pairAt(st, m.stationHalf(st)*0.9)
		s.Points = append(s.Points, up, down)
	}
	s.Count, s.Angle, s.Spread, s.Below, s.Held, s.Taper = softFibres, 62, 20, 0.5, 1, 0.78 // the feather is shorter towards its tip
	if m.dryHackle() {
		s.Count, s.Angle = stiffFibres, 80
	}
	s.Count = m.stripped(i, s.Count)
	s.Length, s.LengthLow, s.Curve = r2(length), r2(length*0.82), 0.06
	m.out = append(m.out, s)
}

// stripped halves the fibres of a hackle that is stripped on one side.
func (m *maker) stripped(i, fibres int) int {
	if strings.Contains(m.prep(i), "stripped") {
		return fibres / 2
	}
	return fibres
}

// dryHackle tells whether hackles stand out stiffly.
func (m *maker) dryHackle() bool {
	switch m.style {
	case lexicon.StyleDry, lexicon.StyleEmerger:
		return true
	case lexicon.StyleWet, lexicon.StyleNymph, lexicon.StyleJig, lexicon.StyleCurved, lexicon.StyleStreamer, lexicon.StyleSalmon:
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
	n, turnsAssumed := turnsOf(p, 3)
	if post, ok := m.d.Parachute(p); ok {
		st := m.r.Usual(0.28)
		if post >= 0 {
			st = m.root(post)
		}
		x, y := m.ax.at(st, m.stationHalf(st)*1.15)
		s := m.shape(KindDisc, i)
		s.Root, s.Length, s.Count = pt(x, y), r2(length), n
		s.Width = r2(float64(n) * 0.045 * m.g.GapeMM)
		s.Assumed = s.Assumed || assumed || turnsAssumed
		m.out = append(m.out, s)
		return
	}
	from, to, _ := m.r.Ends(i)
	if p.From.IsZero() && p.To.IsZero() {
		from, to = m.feet[i][0], m.feet[i][1]
		if from-to < 0.025 || to < 0.02 {
			to = m.r.Usual(std.To)
			from = to + math.Max(0.025, 0.014*float64(n)*m.g.GapeMM/0.52/m.g.ShankMM*1.4)
		}
		if m.dryHackle() { // between the body and the head, before and behind the wings
			from, to = math.Max(from, m.bodyFront()), math.Min(to, m.headAt[0])
			from = math.Min(from, to+0.075*float64(n))
		}
	}
	if strings.Contains(prep, lexicon.Beard) {
		s := m.shape(KindFan, i)
		_, s.Root = m.pairAt(to, m.stationHalf(to)*0.55)
		_, at := m.pairAt(from, m.stationHalf(from)*0.55)
		s.RootTo = &at
		s.Assumed = s.Assumed || assumed
		s.Length, s.LengthLow = r2(length), r2(length*0.82)
		s.Angle, s.Spread, s.Curve, s.Count = -42, 40, 0.1, 11*n
		m.out = append(m.out, s)
		return
	}
	s := m.shape(KindRing, i)
	s.Assumed = s.Assumed || assumed || turnsAssumed
	for k := range n {
		st := from - (from-to)*(float64(k)+0.5)/float64(n)
		up, down := m.pairAt(st, m.stationHalf(st)*0.7)
		s.Points = append(s.Points, up, down)
	}
	s.Length, s.LengthLow, s.Taper = r2(length), r2(length*0.82), 1
	if m.dryHackle() {
		s.Count, s.Angle, s.Spread, s.Below, s.Held = stiffFibres, 88, 16, 0.5, 1
	} else { // most of a wet hackle lies below, more so where a wing lies on it
		s.Count, s.Angle, s.Spread, s.Below, s.Held, s.Curve = softFibres, 40, 26, 0.62, 0.772, 0.1
		if m.d.Find("wing") >= 0 {
			s.Below, s.Held = 0.72, 0.582 // the wing holds the few above down
		}
	}
	s.Count = m.stripped(i, s.Count)
	m.out = append(m.out, s)
}
