package material

import (
	"math"

	"github.com/lucasb-eyer/go-colorful"
)

// Difference is the CIEDE2000 difference between two #rrggbb values, on the usual scale where 1 is
// barely seen.
func Difference(hexA, hexB string) (float64, error) {
	a, err := colorful.Hex(hexA)
	if err != nil {
		return 0, err
	}
	b, err := colorful.Hex(hexB)
	if err != nil {
		return 0, err
	}
	return LabDifference(lab(a), lab(b)), nil
}

// lab gives L*, a* and b* on their usual scale, 0 to 100 for L*.
func lab(c colorful.Color) [3]float64 {
	l, a, b := c.Lab()
	return [3]float64{100 * l, 100 * a, 100 * b}
}

// opposite is how near to 180 degrees two hues are opposite: which way round their mean lies is then
// settled as the paper's own figures have it, and not by the last bit of a float.
const opposite = 1e-9

// LabDifference is CIEDE2000 as Sharma, Wu and Dalal 2005 write it, of two colours in L*, a*, b* on
// their usual scale. The package that reads colours has it too, but not for hues that lie exactly opposite (their pair 10).
func LabDifference(x, y [3]float64) float64 {
	rad := math.Pi / 180
	pow7 := func(c float64) float64 { return math.Sqrt(math.Pow(c, 7) / (math.Pow(c, 7) + math.Pow(25, 7))) }
	g := 0.5 * (1 - pow7((math.Hypot(x[1], x[2])+math.Hypot(y[1], y[2]))/2))
	hue := func(v [3]float64) (chroma, degrees float64) {
		a := (1 + g) * v[1]
		if chroma = math.Hypot(a, v[2]); chroma == 0 {
			return 0, 0
		}
		if degrees = math.Atan2(v[2], a) / rad; degrees < 0 {
			degrees += 360
		}
		return chroma, degrees
	}
	c1, h1 := hue(x)
	c2, h2 := hue(y)
	dh, mean := h2-h1, (h1+h2)/2
	switch {
	case c1*c2 == 0:
		dh, mean = 0, h1+h2
	case math.Abs(dh) <= 180+opposite:
	case h1+h2 < 360:
		mean += 180
	default:
		mean -= 180
	}
	if dh > 180+opposite {
		dh -= 360
	} else if dh < -180-opposite {
		dh += 360
	}
	dL, dC, dH := y[0]-x[0], c2-c1, 2*math.Sqrt(c1*c2)*math.Sin(dh/2*rad)
	l, c := (x[0]+y[0])/2, (c1+c2)/2
	t := 1 - 0.17*math.Cos((mean-30)*rad) + 0.24*math.Cos(2*mean*rad) + 0.32*math.Cos((3*mean+6)*rad) - 0.20*math.Cos((4*mean-63)*rad)
	sL := 1 + 0.015*(l-50)*(l-50)/math.Sqrt(20+(l-50)*(l-50))
	sC, sH := 1+0.045*c, 1+0.015*c*t
	rT := -2 * pow7(c) * math.Sin(60*math.Exp(-((mean-275)/25)*((mean-275)/25))*rad)
	return math.Sqrt(dL/sL*dL/sL + dC/sC*dC/sC + dH/sH*dH/sH + rT*dC/sC*dH/sH)
}
