package hook

import (
	"math"
	"testing"
)

// From memory: the generic scale's own figures.
func TestGenericScale(t *testing.T) {
	for size, want := range map[Size]float64{10: 11.1, 12: 9.6, 14: 8.3, 16: 7.2, 18: 6.2} {
		g, basis := Hook{Size: size}.Geometry()
		if math.Abs(g.ShankMM-want) > 0.06 || basis != "generic" {
			t.Errorf("size %v: shank %.2f mm (%s), want %.1f", size, g.ShankMM, basis, want)
		}
		if math.Abs(g.GapeMM/g.ShankMM-0.52) > 1e-9 {
			t.Errorf("size %v: gape %.3f of the shank, want 0.52", size, g.GapeMM/g.ShankMM)
		}
	}
}

func TestShankCodeMovesOnlyTheShank(t *testing.T) {
	long, _ := Hook{Size: 12, Shank: 2}.Geometry()
	ten, _ := Hook{Size: 10}.Geometry()
	twelve, _ := Hook{Size: 12}.Geometry()
	if math.Abs(long.ShankMM-ten.ShankMM) > 1e-9 {
		t.Errorf("a 12 2XL must have a 10's shank: %.3f and %.3f", long.ShankMM, ten.ShankMM)
	}
	if long.GapeMM != twelve.GapeMM || long.EyeMM != twelve.EyeMM {
		t.Error("a 12 2XL must keep a 12's gape and eye")
	}
}

func TestMeasuredWins(t *testing.T) {
	g, basis := Hook{Size: 12, Measured: Geometry{ShankMM: 9.4, GapeMM: 4.9}}.Geometry()
	if g.ShankMM != 9.4 || g.GapeMM != 4.9 || basis != "measured" {
		t.Errorf("got %+v, %s", g, basis)
	}
}

func TestSizesRoundTrip(t *testing.T) {
	for s := Largest; s <= Smallest; s++ {
		got, err := ParseSize(s.String())
		if err != nil || got != s {
			t.Errorf("%v reads back as %v, %v", s, got, err)
		}
	}
	for _, bad := range []string{"", "0", "0/0", "33", "-4", "twelve", "9/0", "12.5"} {
		if s, err := ParseSize(bad); err == nil {
			t.Errorf("ParseSize(%q) = %v; it must be refused", bad, s)
		}
	}
}

func TestShankCodesRoundTrip(t *testing.T) {
	for n := -4; n <= 8; n++ {
		got, err := ParseShank(ShankCode(n))
		if err != nil || got != n {
			t.Errorf("%s reads back as %d, %v", ShankCode(n), got, err)
		}
	}
	for _, bad := range []string{"2X", "XL", "2XQ", "long", "99XL"} {
		if _, err := ParseShank(bad); err == nil {
			t.Errorf("ParseShank(%q) must be refused", bad)
		}
	}
	if n, err := ParseWire("1xf"); n != -1 || err != nil {
		t.Errorf("1XF is one number finer, got %d, %v", n, err)
	}
}

func FuzzParseSize(f *testing.F) {
	f.Add("12")
	f.Add("2/0")
	f.Fuzz(func(t *testing.T, s string) {
		if n, err := ParseSize(s); err == nil {
			if back, err := ParseSize(n.String()); err != nil || back != n {
				t.Errorf("%q gave %v, which reads back as %v, %v", s, n, back, err)
			}
		}
	})
}

func TestAShankNamesItsSize(t *testing.T) {
	for size := Size(2); size <= 24; size++ {
		g, _ := Hook{Size: size}.Geometry()
		if a, b := SizeOfShank(g.ShankMM), SizeOfGape(g.GapeMM); math.Abs(a-float64(size)) > 1e-9 || math.Abs(b-float64(size)) > 1e-9 {
			t.Errorf("a %v measures like a %v and a %v", size, a, b)
		}
	}
}

// A measured hook is itself on its own size, and steps from there as the generic scale does.
func TestStepped(t *testing.T) {
	long := Geometry{ShankMM: 11.1, GapeMM: 5.4, WireMM: 0.5}
	if g := Stepped(long, 12, 12); g != long {
		t.Errorf("on its own size it is %+v", g)
	}
	two := Stepped(long, 12, 14)
	if math.Abs(long.ShankMM/two.ShankMM-Step*Step) > 1e-9 || math.Abs(long.GapeMM/two.GapeMM-Step*Step) > 1e-9 || two.EyeMM != 0 {
		t.Errorf("two sizes on it is %+v", two)
	}
}
