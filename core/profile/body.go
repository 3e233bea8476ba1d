package profile

import (
	"math"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/material"
	"mothledger/core/proportion"
	"mothledger/core/role"
)

func (m *maker) stationHalf(s float64) float64 {
	f := min(max(s*halfStep, 0), halfSteps)
	i := min(int(f), halfSteps-1)
	return m.half[i] + (m.half[i+1]-m.half[i])*(f-float64(i))
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
		for k := max(0, int(math.Ceil(to*halfStep))); k <= min(halfSteps, int(from*halfStep)) && from > to; k++ {
			t := (from - float64(k)/halfStep) / (from - to)
			m.half[k] = math.Max(m.half[k], m.g.GapeMM*proportion.Girth(std, m.kind(i), t))
		}
	}
}

// ends gives where a wound part lies; a body runs on to the next part in front
// of it, so that no bare shank is left.
func (m *maker) ends(i int) (from, to float64) {
	from, to, _ = m.r.Ends(i)
	std, _ := m.d.Parts[i].Standard()
	if proportion.EndsOpen(m.d.Parts[i]) && std.Form == role.FormWound && m.feet[i][0] > m.feet[i][1] {
		to = m.feet[i][1]
	}
	if _, said := m.d.Parts[i].Lies(); std.Kin == role.Body && said.IsZero() && m.d.Parts[i].Length.IsZero() {
		for j, q := range m.d.Parts {
			qs, _ := q.Standard()
			if qs.Name == role.Thorax && !q.Absent {
				to, _, _ = m.r.Ends(j)
			}
		}
	}
	if std.Name == role.Thorax {
		if proportion.EndsOpen(m.d.Parts[i]) && !m.winged() { // dubbed up to the head, over the feet of legs and flash
			head, _ := m.headEnds()
			to = math.Min(to, head)
		}
		for j, q := range m.d.Parts {
			qs, _ := q.Standard()
			if _, said := q.Lies(); qs.Kin == role.Body && !said.IsZero() && m.d.Parts[i].From.IsZero() {
				_, from, _ = m.r.Ends(j)
			}
		}
	}
	if from-to < 0.03 {
		from = to + 0.03
	}
	return from, to
}

// winged tells whether a wing or a hackle stands between the thorax and the head.
func (m *maker) winged() bool {
	return slices.ContainsFunc(m.d.Parts, func(p dressing.Part) bool {
		std, _ := p.Standard()
		return !p.Absent && (std.Form == role.FormCollar || std.Form == role.FormWing && std.Name != role.Flash || std.Form == role.FormPost)
	})
}

// envelope outlines the fly between two stations with the given half
// thickness by share of the way from rear to front.
func (m *maker) envelope(s *Shape, from, to float64, half func(t float64) float64) {
	const n = 12
	s.Points = make([]Point, 2*(n+1))
	for k := 0; k <= n; k++ {
		t := float64(k) / n // 0 at the front
		st := to + (from-to)*t
		h := half(1 - t)
		x, y := m.ax.at(st, h)
		s.Points[k] = pt(x, y)
		x, y = m.ax.at(st, -h)
		s.Points[2*n+1-k] = pt(x, y)
	}
	x, y := m.ax.at(from, 0)
	s.Root = pt(x, y)
}

// tiedFrom is how far back the thread was laid: to the root of a tail or the hind end
// of a tag or a body, else to where the bend begins.
func (m *maker) tiedFrom() float64 {
	const usual = 0.99
	rear, said := 0.0, false
	for i, p := range m.d.Parts {
		std, _ := p.Standard()
		switch {
		case p.Absent:
		case std.Form == role.FormTail || std.Name == role.Tag || std.Name == role.Butt:
			return usual
		case std.Kin == role.Body:
			from, _ := p.Lies()
			f, _, _ := m.r.Ends(i)
			rear, said = math.Max(rear, f), said || !from.IsZero()
		}
	}
	if !said {
		return usual
	}
	return math.Min(rear, usual)
}

// underbody is the bed of thread on every fly.
func (m *maker) underbody() {
	s := Shape{Kind: KindEnvelope, Part: -1, Role: "underbody", Texture: Texture(material.Thread), Colour: m.threadColour(), Seed: 7}
	m.envelope(&s, m.tiedFrom(), 0.015, func(float64) float64 { return m.g.WireMM/2 + 0.015*m.g.GapeMM })
	m.out = append(m.out, s)
}

// gloss is the coat of resin over the body of a fly that is finished with it.
func (m *maker) gloss() {
	for i, p := range m.d.Parts {
		std, _ := p.Standard()
		if p.Absent || std.Name != role.Finish || !strings.Contains(m.name(i), "resin") && !strings.Contains(m.name(i), "epoxy") {
			continue
		}
		from, to := m.bodyEnds()
		to = math.Min(to, m.bodyFront())
		s := m.shape(KindEnvelope, i)
		s.Texture, s.Colour, s.Assumed = Gloss, "#f4efe2", false
		m.envelope(&s, from, to, func(t float64) float64 {
			return m.stationHalf(from-(from-to)*t) + 0.025*m.g.GapeMM*math.Sin(math.Pi*(0.1+0.8*t))
		})
		m.out = append(m.out, s)
	}
}

func (m *maker) wound(i int, std role.Role) {
	from, to := m.ends(i)
	thick := 1.0
	if i == m.collar { // built up to the bead
		from, to = m.headEnds()
		thick = 1.6
	}
	s := m.shape(KindEnvelope, i)
	round := fallsAway(m.kind(i))
	m.envelope(&s, from, to, func(t float64) float64 {
		h := thick * m.g.GapeMM * proportion.Girth(std, m.kind(i), t)
		if wide := from - to; std.Name == role.Thorax && wide < 0.12 { // a thorax that has no room is no wall
			h *= 0.6 + 0.4*wide/0.12
		}
		if edge := math.Min(t, 1-t); edge < 0.12 && std.Name != role.Thorax { // nothing wound ends as if cut with a ruler
			k := 1 - edge/0.12
			h = math.Max(h*(1-round*k*k), m.g.WireMM/2)
		}
		return h
	})
	s.Count = 0
	if p := m.d.Parts[i]; p.Turns != nil {
		s.Count = min(int(math.Round(p.Turns.Mid())), mostTurns)
	}
	m.out = append(m.out, s)
}

// fallsAway is by how much a wound material falls away at either end: fur and wool are
// round there, thread and tinsel hardly. From memory.
func fallsAway(k material.Kind) float64 {
	switch k {
	case material.Fur, material.Wool, material.Herl, material.Yarn, material.Hair, material.Plume:
		return 0.5
	case material.Tinsel, material.Wire, material.Thread:
		return 0.1
	}
	return 0.25
}

// turnsOf gives how many turns to draw; assumed where none were stated.
func turnsOf(p dressing.Part, usual int) (int, bool) {
	if p.Turns == nil {
		return usual, true
	}
	return min(max(1, int(math.Ceil(p.Turns.Mid()))), mostTurns), false
}

// bodyEnds gives the stretch that ribs and palmered hackles are wound over.
func (m *maker) bodyEnds() (from, to float64) {
	from, to = 0.97, m.r.Usual(0.22)
	found := false
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); std.Kin == role.Body && !p.Absent {
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

// bodyFront is where the body or the thorax ends in front.
func (m *maker) bodyFront() float64 {
	front := 1.0
	for i, p := range m.d.Parts {
		if std, _ := p.Standard(); !p.Absent && std.Form == role.FormWound && std.Name != role.Tag && std.Name != role.Butt && std.Name != role.HotSpot {
			_, to := m.ends(i)
			front = math.Min(front, to)
		}
	}
	return front
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
	s := m.shape(KindTurns, i)
	s.Assumed = s.Assumed || assumed
	pitch := (from - to) / float64(n)
	wide := m.gaugeMM(i)
	in := 0.3 * wide    // the edge of the rib, not its middle, stands out where it comes round
	lean := 0.5 * pitch // a near half turn leans forward by half a pitch
	for k := range n {
		t := opening(p, (float64(k)+0.5)/float64(n))
		mid := from - (from-to)*t
		lo, hi := mid+lean/2, mid-lean/2 // the lower end further back
		if p.Winding == "counter" {
			lo, hi = hi, lo
		}
		x0, y0 := m.ax.at(hi, m.stationHalf(hi)-in)
		x1, y1 := m.ax.at(lo, -m.stationHalf(lo)+in)
		s.Points = append(s.Points, pt(x0, y0), pt(x1, y1))
	}
	s.Width = r2(wide)
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
		switch mats[0].Kind() {
		case material.Tinsel, material.Floss, material.Strip, material.Quill:
			f *= 1.5
		case material.Wool, material.Yarn, material.Herl:
			f *= 2.2
		}
	}
	return f * m.g.GapeMM / 0.52
}

// wingCase is a strip over the back of the thorax.
func (m *maker) wingCase(i int) {
	from, to, _ := m.r.Ends(i)
	for j, q := range m.d.Parts {
		if std, _ := q.Standard(); std.Name == role.Thorax && m.d.Parts[i].From.IsZero() {
			from, to = m.ends(j)
		}
	}
	if std, _ := role.Find(m.d.Parts[i].Role); shellbacks[m.d.Parts[i].Role] && std.Name != "" {
		from, to = m.bodyEnds()
	}
	s := m.shape(KindEnvelope, i)
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
	if s.Texture == Texture(material.Fibre) || s.Texture == Texture(material.Slip) || s.Texture == Texture(material.Feather) {
		s.Texture = Case
	}
	m.out = append(m.out, s)
}

func (m *maker) bead(i int) {
	p := m.d.Parts[i]
	mm := p.DiameterMM
	s := m.shape(KindBead, i)
	if mm == 0 || mm > proportion.BeyondMM {
		mm = proportion.UsualBeadMM(m.g)
		s.Assumed = true
	}
	x, y := m.ax.at(mm*0.45/m.g.ShankMM, 0)
	s.Root, s.Width = pt(x, y), r2(mm)
	if cones[p.Role] {
		s.Texture = Cone
	}
	m.out = append(m.out, s)
}

// head is a thread head on every fly without a bead.
func (m *maker) head() {
	idx := -1
	antennae := -1
	for i, p := range m.d.Parts {
		std, _ := p.Standard()
		if std.Name == role.Head && !p.Absent {
			idx = i
		}
		if std.Name == role.Antennae && !p.Absent {
			antennae = i
		}
	}
	if antennae >= 0 {
		length, assumed := m.lengthOf(antennae)
		x, y := m.ax.at(m.r.Usual(0.07), m.g.GapeMM*0.06)
		s := m.shape(KindFan, antennae)
		n, _ := m.countOf(antennae, 2)
		s.Root, s.Count, s.Length, s.LengthLow, s.Angle, s.Spread, s.Curve = pt(x, y), n, r2(length), r2(length*0.94), 152, 22, -0.12
		s.Assumed = assumed
		m.out = append(m.out, s)
	}
	if m.collar >= 0 { // drawn with the wound parts
		return
	}
	s := Shape{Kind: KindHead, Part: idx, Role: "head", Texture: "varnish", Colour: m.threadColour(), Seed: 3, Assumed: false}
	if idx >= 0 {
		if _, c, none := m.ink(idx); !none {
			s.Colour = c
		}
	}
	from, to := m.headEnds()
	full := math.Min(0.095, 0.06+m.stationHalf(from)/m.g.GapeMM*0.25)
	if k := m.headTexture(idx); k != "" {
		s.Texture, full = k, 0.16
	}
	m.envelope(&s, from, to, func(t float64) float64 {
		return m.g.GapeMM * (0.035 + (full-0.035)*math.Sin(math.Pi*(0.12+0.62*(1-t)))*1.0)
	})
	m.out = append(m.out, s)
}

// headEnds is where the head lies: behind the eye, or a few turns of thread behind
// the bead.
func (m *maker) headEnds() (from, to float64) {
	from, to = m.headAt[0], m.headAt[1]
	if bead := m.r.Usual(0); bead > 0 {
		const behind = 0.95 / 0.85 // the round of the bead reaches over the thread
		from, to = math.Max(from, bead*behind+0.035), bead
	}
	return from, to
}

func (m *maker) headTexture(idx int) Texture {
	if idx < 0 {
		return ""
	}
	switch k := m.kind(idx); k {
	case material.Fur, material.Herl, material.Hair, material.Wool:
		return Texture(k)
	}
	return ""
}

// mostTurns is how many turns of one part are drawn at the most.
const mostTurns = 120
