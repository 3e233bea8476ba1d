package profile

import (
	"math"
)

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
			if s.Kind == KindBead {
				grow(s.Root[0]-s.Width/2, s.Root[1]-s.Width/2)
				grow(s.Root[0]+s.Width/2, s.Root[1]+s.Width/2)
			}
			continue
		}
		if s.Kind == KindRing { // fibres stand out from both ends of each turn
			for k := 0; k+1 < len(s.Points); k += 2 {
				up, down := s.Points[k], s.Points[k+1]
				nx, ny := up[0]-down[0], up[1]-down[1]
				n := math.Max(math.Hypot(nx, ny), 1e-9)
				nx, ny = nx/n, ny/n
				bx, by := ny, -nx // back along the axis
				if bx > 0 {
					bx, by = -bx, -by
				}
				for _, side := range []float64{1, -1} {
					at, held := up, s.Held
					if side < 0 {
						at, held = down, 1
					}
					for _, lean := range []float64{s.Angle - s.Spread, math.Min(s.Angle+s.Spread, math.Max(s.Angle, 90)), s.Angle + s.Spread} {
						sin, cos := math.Sincos(held * lean * math.Pi / 180)
						grow(at[0]+s.Length*(bx*cos+side*nx*sin), at[1]+s.Length*(by*cos+side*ny*sin))
					}
				}
			}
			continue
		}
		if s.Kind == KindDisc {
			grow(s.Root[0]-s.Length, s.Root[1]-s.Length*0.25)
			grow(s.Root[0]+s.Length, s.Root[1]+s.Length*0.2)
			continue
		}
		for _, a := range []float64{s.Angle - s.Spread/2, s.Angle, s.Angle + s.Spread/2} {
			t := a * math.Pi / 180
			x, y := s.Root[0]-s.Length*math.Cos(t), s.Root[1]-s.Length*math.Sin(t)
			grow(x, y)
			if s.Kind == KindBlade || s.Kind == KindPlume { // the leading edge bows up
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
