package measure

import (
	"math"
	"testing"
)

func near2(t *testing.T, what string, got, want, tol float64) {
	t.Helper()
	if math.Abs(got-want) > tol {
		t.Errorf("%s is %v, expected %v", what, got, want)
	}
}

func TestGauges(t *testing.T) {
	near2(t, "an inch", MMPerInch, 25.4, 0)        // P: yard and pound agreement, 1959
	near2(t, "AWG 30", AWGMM(30), 0.2546, 0.00005) // P: ASTM B258
	near2(t, "AWG 36", AWGMM(36), 0.127, 1e-12)    // P: ASTM B258, the base of the scale
	near2(t, "9 denier", DenierOfTex(1), 9, 0)     // P: ISO 1144
	near2(t, "3X", TippetMM(3), 0.203, 0.0005)     // C
	near2(t, "0X", TippetMM(0), 0.279, 0.0005)     // C
	swg, err := SWGMM(30)
	near2(t, "SWG 30", swg, 0.315, 0.0005) // P: BS 3737, 0.0124 in
	if err != nil {
		t.Error(err)
	}
	if _, err := SWGMM(31); err == nil {
		t.Error("a gauge that the table does not have was given a diameter")
	}
	// P: textile handbooks. A 70 denier nylon strand, if it were one round solid:
	// 70 g in 9,000 m at 1.14 g/cm³ has a section of 0.006823 mm².
	near2(t, "70 denier nylon", FibreMM(70, NylonDensity), math.Sqrt(4*0.0068226/math.Pi), 1e-4)
	if FibreMM(70, PolyesterDensity) >= FibreMM(70, NylonDensity) {
		t.Error("the denser strand is not the thinner")
	}
	for _, c := range Conversions {
		if c.Basis == "" {
			t.Errorf("%s has no basis", c.Name)
		}
	}
	// C: 3/32" is sold as 2.4
	near2(t, "3/32 inch", 3./32*MMPerInch, 2.4, 0.03)
	if lo, hi, ok := Beads(16); !ok || lo > 2.4 || hi < 2.4 || hi >= 4.6 {
		t.Errorf("beads of a 16: %v to %v", lo, hi)
	}
}
