// Package hook turns a hook size as a tier says it ("a 12 2XL") into
// millimetres, and says where the landmarks of the hook lie along its shank.
//
// Makers do not agree on what a size is. The generic scale here is an estimate
// from memory: a shank of 9.6 mm at size 12 and a step of 1.0746 from one
// number to the next, good to about ±10 % for standard dry and wet hooks of 8
// to 20 and ±20 % elsewhere. A measured hook always wins over it.
package hook

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Step is the ratio of the shanks of two hooks one number apart. From memory.
const Step = 1.0746

// The generic scale's other figures, all from memory.
const (
	baseShankMM = 9.6  // standard shank of a 12
	gapeShare   = 0.52 // of the standard shank
	eyeShare    = 0.16 // of the standard shank
	wireShare   = 0.045
)

// Landmarks as stations along the shank: 0 behind the eye, 1 where the bend
// begins. From memory.
const (
	PointStation = 0.78
	BarbStation  = 0.93
	BendStation  = 1.0
	OuterStation = 1.26
)

// Largest and Smallest are the sizes that the scale covers, as numbers.
const (
	Largest  Size = -7 // 8/0
	Smallest Size = 32
)

// Size is a hook size as one number: 12 is a 12, 1/0 is 0, 2/0 is -1. A larger
// number is a smaller hook.
type Size int

// ParseSize reads "12", "#12" or "2/0". The error says what was expected.
func ParseSize(s string) (Size, error) {
	t := strings.TrimPrefix(strings.TrimSpace(s), "#")
	if a, ok := strings.CutSuffix(t, "/0"); ok {
		n, err := strconv.Atoi(a)
		if err == nil && n >= 1 && Size(1-n) >= Largest {
			return Size(1 - n), nil
		}
		return 0, fmt.Errorf("hook size %q: expected 1/0 to 8/0", s)
	}
	n, err := strconv.Atoi(t)
	if err != nil || n < 1 || Size(n) > Smallest {
		return 0, fmt.Errorf("hook size %q: expected a number from 1 to 32, or 1/0 to 8/0", s)
	}
	return Size(n), nil
}

// String writes the size as the trade does.
func (s Size) String() string {
	if s <= 0 {
		return strconv.Itoa(int(1-s)) + "/0"
	}
	return strconv.Itoa(int(s))
}

// Hook is a hook as named: a size, how many numbers its shank is longer than
// standard, and how many its wire is heavier.
type Hook struct {
	Size  Size
	Shank int // +2 is 2XL, -1 is 1XS
	Wire  int // +1 is 1X heavy, -1 is 1X fine
	// Measured, where its figures are above zero, wins over the scale.
	Measured Geometry
}

// Geometry is a hook in millimetres.
type Geometry struct {
	ShankMM float64 `json:"shankMM"`
	GapeMM  float64 `json:"gapeMM"`
	EyeMM   float64 `json:"eyeMM"`
	WireMM  float64 `json:"wireMM"`
}

// ParseShank reads "standard", "", "2XL", "1xs" as numbers longer than standard.
func ParseShank(s string) (int, error) {
	return parseCode(s, "L", "S", "shank", "standard, 2XL or 1XS")
}

// ParseWire reads "", "1XF" (fine) and "2XH" (heavy) as numbers heavier than standard.
func ParseWire(s string) (int, error) { return parseCode(s, "H", "F", "wire", "1XF or 2XH") }

func parseCode(s, plus, minus, what, expected string) (int, error) {
	t := strings.ToUpper(strings.TrimSpace(s))
	if t == "" || t == "STANDARD" || t == "STD" {
		return 0, nil
	}
	digits, end, ok := strings.Cut(t, "X")
	n, err := strconv.Atoi(digits)
	if !ok || err != nil || n < 1 || n > 10 || (end != plus && end != minus) {
		return 0, fmt.Errorf("%s code %q: expected %s", what, s, expected)
	}
	if end == minus {
		return -n, nil
	}
	return n, nil
}

// ShankCode writes a shank as the trade does: "standard", "2XL", "1XS".
func ShankCode(n int) string {
	switch {
	case n > 0:
		return strconv.Itoa(n) + "XL"
	case n < 0:
		return strconv.Itoa(-n) + "XS"
	}
	return "standard"
}

func scaleMM(n float64) float64 { return baseShankMM * math.Pow(Step, 12-n) }

// Geometry gives the hook in millimetres. The shank code moves only the shank:
// a 12 2XL has the shank of a 10 and the gape of a 12. The basis is "measured"
// where any figure was, else "generic".
func (h Hook) Geometry() (Geometry, string) {
	std := scaleMM(float64(h.Size))
	eye := eyeShare
	if h.Size > 18 { // relatively more on tiny hooks; up to 0.20
		eye = math.Min(0.20, eyeShare+0.005*float64(h.Size-18))
	}
	g := Geometry{
		ShankMM: scaleMM(float64(int(h.Size) - h.Shank)),
		GapeMM:  gapeShare * std,
		EyeMM:   eye * std,
		WireMM:  wireShare * scaleMM(float64(int(h.Size)-h.Wire)),
	}
	basis := "generic"
	for _, f := range []struct{ to, from *float64 }{
		{&g.ShankMM, &h.Measured.ShankMM}, {&g.GapeMM, &h.Measured.GapeMM},
		{&g.EyeMM, &h.Measured.EyeMM}, {&g.WireMM, &h.Measured.WireMM},
	} {
		if *f.from > 0 {
			*f.to, basis = *f.from, "measured"
		}
	}
	return g, basis
}

// SizeOfShank gives the size, not rounded, whose generic standard shank is this
// long in millimetres: 11.1 mm is about 10.
func SizeOfShank(mm float64) float64 { return 12 - math.Log(mm/baseShankMM)/math.Log(Step) }

// SizeOfGape gives the size, not rounded, whose generic gape is this wide in
// millimetres.
func SizeOfGape(mm float64) float64 { return SizeOfShank(mm / gapeShare) }

// Stepped gives the hook of another size that a maker's measured hook leads one to expect: its
// figures in the steps of the generic scale, so that on its own size it is as it was measured.
// Figures that were not measured, 0, stay so.
func Stepped(measured Geometry, of, to Size) Geometry {
	a, _ := Hook{Size: of}.Geometry()
	b, _ := Hook{Size: to}.Geometry()
	return Geometry{
		ShankMM: measured.ShankMM * b.ShankMM / a.ShankMM, GapeMM: measured.GapeMM * b.GapeMM / a.GapeMM,
		EyeMM: measured.EyeMM * b.EyeMM / a.EyeMM, WireMM: measured.WireMM * b.WireMM / a.WireMM,
	}
}
