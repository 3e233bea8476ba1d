package measure

import (
	"fmt"
	"math"
)

// A Conversion turns a trade gauge into millimetres. Basis says where the figure
// comes from.
type Conversion struct {
	Name  string
	Basis string
}

// Conversions lists the gauges that are read, with their basis.
var Conversions = []Conversion{
	{"inch", "published: international yard and pound agreement, 1959"},
	{"AWG", "published: ASTM B258"},
	{"SWG", "published: BS 3737 table"},
	{"denier and tex", "published: ISO 1144"},
	{"fibre diameter", "published: textile handbooks"},
	{"tippet X", "common practice, no source"},
	{"bead to hook", "common practice, no source"},
}

// AWGMM is the diameter of American wire gauge n (ASTM B258), in millimetres.
// n runs from 0 to 50.
func AWGMM(n int) float64 { return 0.127 * math.Pow(92, float64(36-n)/39) }

// swgThou is the British standard wire gauge (BS 3737), in thousandths of an
// inch.
var swgThou = map[int]float64{
	18: 48, 20: 36, 22: 28, 24: 22, 26: 18, 28: 14.8, 30: 12.4, 32: 10.8, 34: 9.2, 36: 7.6, 38: 6, 40: 4.8, 42: 4, 44: 3.2,
}

// SWGMM is the diameter of British standard wire gauge n, in millimetres; an
// error for a number that the table does not have.
func SWGMM(n int) (float64, error) {
	t, ok := swgThou[n]
	if !ok {
		return 0, fmt.Errorf("SWG %d: expected an even number from 18 to 44", n)
	}
	return t / 1000 * MMPerInch, nil
}

// DenierOfTex turns tex (grams a kilometre) into denier (grams per 9,000 m):
// ISO 1144.
func DenierOfTex(tex float64) float64 { return 9 * tex }

// Densities in g/cm³, from textile handbooks.
const (
	NylonDensity     = 1.14
	PolyesterDensity = 1.38
)

// FibreMM is the diameter of a round solid strand of this linear density in
// denier and this density in g/cm³, in millimetres: d = √(4m/(πρ)).
func FibreMM(denier, density float64) float64 {
	gramsPerMM := denier / 9000 / 1000
	return math.Sqrt(4 * gramsPerMM / (math.Pi * density / 1000))
}

// TippetMM is the usual diameter of a leader marked with X: eleven less X,
// in thousandths of an inch. Common practice, no source.
func TippetMM(x int) float64 { return float64(11-x) / 1000 * MMPerInch }

// Beads gives the beads in millimetres that usually go on a hook of a size, for
// sizes 10 to 16; ok is false outside. Common practice, no source.
func Beads(size int) (low, high float64, ok bool) {
	switch size {
	case 16, 15:
		return 2.0, 2.8, true
	case 14, 13:
		return 2.4, 3.3, true
	case 12, 11:
		return 2.8, 3.8, true
	case 10:
		return 3.3, 4.0, true
	}
	return 0, 0, false
}
