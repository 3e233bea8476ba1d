package winding

import (
	"math"
	"testing"

	"mothledger/core/hook"
	"mothledger/core/reading/readingtest"
)

var read = readingtest.Read

func of(t *testing.T, sums []Sum, role string) Sum {
	t.Helper()
	for _, s := range sums {
		if s.Role == role {
			return s
		}
	}
	t.Fatalf("no %s among %+v", role, sums)
	return Sum{}
}

// P: any handbook of mathematics. A helix of 3 turns of radius 2 over 10 is
// √((12π)² + 10²); the cone is held against a numerical integral.
func TestHelixAndCone(t *testing.T) {
	if got, want := Helix(2, 3, 10), math.Sqrt(144*math.Pi*math.Pi+100); math.Abs(got-want) > 1e-9 {
		t.Errorf("helix %v, expected %v", got, want)
	}
	for _, c := range [][4]float64{{0.3, 0.9, 5, 7}, {0.9, 0.3, 5, 7}, {0.2, 0.21, 12, 4}, {0.1, 2, 1, 1}, {0.5, 0.5, 4, 6}, {0.3, 0.9, 0, 7}} {
		a, b, n, h := c[0], c[1], c[2], c[3]
		const steps = 200000
		sum := 0.0
		for k := range steps {
			r := a + (b-a)*(float64(k)+0.5)/steps
			sum += math.Sqrt(math.Pow(2*math.Pi*n*r, 2)+(b-a)*(b-a)+h*h) / steps
		}
		if got := Cone(a, b, n, h); math.Abs(got-sum) > 1e-6*sum {
			t.Errorf("cone %v: %v, by integral %v", c, got, sum)
		}
	}
}

// C: 5 turns on a size 12 wet fly; a believable pitch is one to two millimetres.
func TestFiveTurnsOnATwelve(t *testing.T) {
	d := read(t, "Fly\nHook: 12 wet\nRib: fine gold wire, 5 turns\nBody: claret fur, from the bend to a quarter behind the eye\n")
	rib := of(t, Sums(d, hook.Hook{Size: 12}), "rib")
	if rib.PitchMM < 1 || rib.PitchMM > 2 || rib.Turns() != 5 {
		t.Errorf("pitch %.2f mm at %v turns", rib.PitchMM, rib.Turns())
	}
	if want := 0.75 * 9.6; math.Abs(rib.SpanMM-want) > 0.05 {
		t.Errorf("the rib spans %.2f mm, the body %.2f", rib.SpanMM, want)
	}
	if rib.LengthMM < rib.SpanMM+5 || rib.LengthMM > 40 {
		t.Errorf("%.1f mm of wire", rib.LengthMM)
	}
}

// C: fibres for the body of a size 10 dry fly often run out before the last turn.
func TestATenRunsShortAndAnEighteenDoesNot(t *testing.T) {
	text := "Fly\nHook: 10 dry\nTail: 10 pheasant tail fibres, one shank\nBody: butts of the tail fibres\n"
	d := read(t, text)
	ten := Bunches(d, hook.Hook{Size: 10})
	if len(ten) != 1 || ten[0].ShortMM <= 0 || ten[0].ShortTurns < 0.5 || ten[0].ShortTurns > 6 {
		t.Fatalf("a 10: %+v", ten)
	}
	if got := ten[0].Items[0].MM; math.Abs(got-11.1) > 0.06 {
		t.Errorf("the tail takes %.2f mm", got)
	}
	eighteen := Bunches(d, hook.Hook{Size: 18})
	if len(eighteen) != 1 || eighteen[0].ShortMM != 0 {
		t.Errorf("an 18: %+v", eighteen)
	}
	// a shorter tail leaves more for the body
	short := Bunches(read(t, "Fly\nHook: 10 dry\nTail: 10 pheasant tail fibres, half the shank\nBody: butts of the tail fibres\n"), hook.Hook{Size: 10})
	if diff := ten[0].NeedMM - short[0].NeedMM; math.Abs(diff-11.1/2) > 0.1 {
		t.Errorf("half a shank of tail saves %.2f mm", diff)
	}
}

// C: a dubbed noodle for a size 18 abdomen is 25 to 60 mm.
func TestNoodleOfAnEighteen(t *testing.T) {
	d := read(t, "Fly\nHook: 18 nymph\nAbdomen: olive rabbit, from the bend to midway\nThorax: olive rabbit\n")
	s := of(t, Sums(d, hook.Hook{Size: 18}), "abdomen")
	if s.LengthMM < 25 || s.LengthMM > 60 {
		t.Errorf("%.1f mm", s.LengthMM)
	}
}

// How thick a material is taken to be says where the figure is from: a gauge is
// published (ASTM B258, BS 3737), what is written is as written, the rest is from
// memory.
func TestThicknessHasItsBasis(t *testing.T) {
	d := read(t, "Fly\nHook: 12 nymph\nThread: black, 140 denier\nTag: black thread, 3 turns\nRib: copper wire, AWG 34, 6 turns\nBody: red floss, 210 denier\nHackle: hen, 2 turns\n")
	sums := Sums(d, hook.Hook{Size: 12})
	for role, want := range map[string]struct {
		mm    float64
		basis string
	}{
		"rib":    {0.1601, "AWG 34, ASTM B258"},
		"body":   {math.Sqrt(4 * (210.0 / 9e6) / (math.Pi * 1.38e-3)), "210 denier as one round strand of polyester, textile handbooks"},
		"tag":    {0.1 * math.Sqrt2, "140 denier, flattened; from memory"},
		"hackle": {0.05 * 0.52 * 9.6, "a usual one for the gape; from memory"},
	} {
		if s := of(t, sums, role); math.Abs(s.AcrossMM-want.mm) > 1e-3 || s.AcrossBasis != want.basis {
			t.Errorf("%s: %.4f mm (%s), want %.4f (%s)", role, s.AcrossMM, s.AcrossBasis, want.mm, want.basis)
		}
	}
	if s := of(t, Sums(read(t, "Fly\nHook: 12 wet\nRib: silver wire, 0.2 mm, 5 turns\nBody: fur\n"), hook.Hook{Size: 12}), "rib"); s.AcrossMM != 0.2 || s.AcrossBasis != "as written" {
		t.Errorf("a stated thickness: %+v", s)
	}
}

func TestTwoSchoolsOfScaling(t *testing.T) {
	d := read(t, "Fly\nHook: 12 wet\nRib: gold wire, 5 turns\nBody: claret fur\nHackle: hen, 3 turns\n")
	got := Scale(d, hook.Hook{Size: 12}, hook.Hook{Size: 16})
	if len(got) != 1 || got[0].Role != "rib" {
		t.Fatalf("scaled %+v", got)
	}
	k := math.Pow(hook.Step, -4)
	if math.Abs(got[0].SameTurnsPitchMM-got[0].PitchMM*k) > 1e-6 || math.Abs(got[0].SameSpacingTurns-5*k) > 1e-6 {
		t.Errorf("scaled %+v", got[0])
	}
}

func TestThread(t *testing.T) {
	d := read(t, "Fly\nHook: 12 wet\nTail: hackle\nRib: wire\nBody: fur\nWing: duck slips\nHackle: hen, 3 turns\n")
	a, b := ThreadFor(d, hook.Hook{Size: 12}), ThreadFor(d, hook.Hook{Size: 18})
	if a.Metres < 0.15 || a.Metres > 1 || a.Turns < 50 || a.Turns > 200 || b.Metres >= a.Metres {
		t.Errorf("a 12 takes %+v, an 18 %+v", a, b)
	}
}

func TestUnknownIsNotGuessed(t *testing.T) {
	d := read(t, "Fly\nHook: 12 wet\nHackle: hen\n")
	if s := of(t, Sums(d, hook.Hook{Size: 12}), "hackle"); s.TurnsHigh != 0 || s.PitchMM != 0 {
		t.Errorf("a hackle without turns: %+v", s)
	}
	if b := Bunches(read(t, "Fly\nHook: 10\nTail: 10 grobble fibres\nBody: butts of the tail fibres\n"), hook.Hook{Size: 10}); len(b) != 0 {
		t.Errorf("fibres nobody knows: %+v", b)
	}
}

func BenchmarkSums(b *testing.B) {
	d := read(b, "Fly\nHook: 12 wet\nRib: fine gold wire, 5 turns\nBody: claret fur\nHackle: hen, 3 turns\n")
	for b.Loop() {
		Sums(d, hook.Hook{Size: 12})
	}
}
