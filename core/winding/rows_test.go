package winding

import "testing"

// TestEachFibreLengthCounts: a row behind one whose phrase it holds would never be reached.
func TestEachFibreLengthCounts(t *testing.T) {
	for _, f := range fibreMM {
		if low, high, ok := FibreLength(f.Phrase); !ok || low != f.Low || high != f.High || low <= 0 || high <= low {
			t.Errorf("%s: %v to %v mm (%v), the row says %v to %v", f.Phrase, low, high, ok, f.Low, f.High)
		}
	}
	if _, _, ok := FibreLength("red wool"); ok {
		t.Error("wool has fibres of a length")
	}
}
