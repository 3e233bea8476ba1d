package profile

import (
	"math"
	"mothledger/core/lexicon"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/proportion"
)

// axis is the middle line of the wire, by station.
type axis struct {
	step    float64
	stands  []stand
	shankMM float64
}

// stand is a place on the axis with the sine and cosine of its heading, which is pi
// towards the bend.
type stand struct{ x, y, sin, cos float64 }

const axisSteps = 50 // a shank; between two of them the axis is taken as straight

// newAxis follows the wire from the eye round the bend to the point.
func newAxis(g hook.Geometry, style string) *axis {
	const room = 9 * axisSteps / 4
	a := &axis{step: g.ShankMM / axisSteps, shankMM: g.ShankMM, stands: make([]stand, 0, room)}
	radius := g.GapeMM / 2
	heading := math.Pi
	x, y := 0.0, 0.0
	turned := 0.0
	s := 0.0
	sin, cos := math.Sincos(heading)
	spear := math.Max(1-hook.PointStation, 0.12) * g.ShankMM
	if g.ShankMM > 1.3*g.GapeMM/0.52 { // long shanks keep the spear of their gape
		spear = (1 - hook.PointStation) * g.GapeMM / 0.52
	}
	curveFrom, curveTurn := 1.0, 0.0
	if style == lexicon.StyleCurved {
		curveFrom, curveTurn = 0.35, 0.62
	}
	end := math.Pi
	rest := 0.0
	for {
		a.stands = append(a.stands, stand{x, y, sin, cos})
		st := s / g.ShankMM
		turn := 0.0
		switch {
		case st < curveFrom:
		case st < 1:
			turn = curveTurn * a.step / ((1 - curveFrom) * g.ShankMM)
		case turned < end:
			turn = a.step / radius
			if turned > 2.6 { // the last of the bend opens towards the point
				turn *= 0.8
			}
		default:
			rest += a.step
			if rest > spear {
				return a
			}
		}
		if turn != 0 {
			heading -= turn
			turned += turn
			sin, cos = math.Sincos(heading)
		}
		x += cos * a.step
		y += sin * a.step
		s += a.step
		if len(a.stands) > 6*axisSteps {
			return a
		}
	}
}

// at gives the point at a station, off millimetres away from the axis (positive
// on the back of the fly).
func (a *axis) at(station, off float64) (x, y float64) {
	s := a.stand(station)
	return s.x - s.sin*off, s.y + s.cos*off
}

// stand gives the place at a station, between the two that are kept beside it.
func (a *axis) stand(station float64) stand {
	last := len(a.stands) - 1
	f := min(max(station*axisSteps, 0), float64(last))
	i := min(int(f), last-1)
	p, q, k := &a.stands[i], &a.stands[i+1], f-float64(i)
	return stand{p.x + (q.x-p.x)*k, p.y + (q.y-p.y)*k, p.sin + (q.sin-p.sin)*k, p.cos + (q.cos-p.cos)*k}
}

// slope is how far the axis has turned down at a station, in degrees.
func (a *axis) slope(station float64) float64 {
	s := a.stand(station)
	return math.Atan2(s.sin, -s.cos) * 180 / math.Pi
}

func (m *maker) wire() Wire {
	w := Wire{MM: r2(m.g.WireMM)}
	n := len(m.ax.stands)
	for i := 0; i < n; i += 4 {
		w.Path = append(w.Path, pt(m.ax.stands[i].x, m.ax.stands[i].y))
	}
	w.Path = append(w.Path, pt(m.ax.stands[n-1].x, m.ax.stands[n-1].y))
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
		if p.Hook.Style == lexicon.StyleJig {
			tilt = -52
		}
	}
	eye := m.g.EyeMM
	a := tilt * math.Pi / 180
	neck := 0.0
	if tilt < -45 { // the shank of a jig hook turns up before its eye
		neck = 0.1 * m.g.ShankMM
		w.Path = append([]Point{pt(neck*math.Cos(a), neck*math.Sin(a))}, w.Path...)
	}
	w.Eye = [3]float64{r2((neck + eye*0.46) * math.Cos(a)), r2((neck + eye*0.46) * math.Sin(a)), r2(eye)}
	w.EyeUp = -tilt
	if barb := m.barb(); barb != "barbless" {
		k := n - 1 - int(0.1*axisSteps)
		k = max(k, 0)
		from := m.ax.stands[k]
		b := pt(from.x, from.y)
		back := 1.9 * m.g.WireMM
		off := 0.95 * m.g.WireMM
		if barb == lexicon.BarbFlattened { // a bump is left
			back, off = 1.1*m.g.WireMM, 0.62*m.g.WireMM
		}
		to := pt(from.x-from.cos*back, from.y-from.sin*back-off)
		w.Barb, w.BarbTo = &b, &to
	}
	return w
}

// barb tells whether the hook is barbed, flattened or barbless; barbed where nothing
// is said.
func (m *maker) barb() string {
	for _, p := range m.d.Parts {
		if p.Hook != nil && p.Hook.Barb != "" {
			return p.Hook.Barb
		}
	}
	return "barbed"
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
