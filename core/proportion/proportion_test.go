package proportion

import (
	"math"
	"strings"
	"testing"

	"mothledger/core/hook"
	"mothledger/core/reading"
	"mothledger/core/reading/readingtest"
)

var read = readingtest.Read

func on(t testing.TB, text string, size hook.Size) Measured {
	t.Helper()
	return On(read(t, text), hook.Hook{Size: size}, true)
}

func part(t testing.TB, m Measured, label string) Part {
	t.Helper()
	for _, p := range m.Parts {
		if p.Role == label {
			return p
		}
	}
	t.Fatalf("no %s in %+v", label, m.Parts)
	return Part{}
}

const wet = `Pattern: Trial

Hook: 12 wet
Tail: hen fibres, half the shank
Tag: gold tinsel, 2 mm
Body: fur, two thirds of the shank
Rib: gold wire, 5 turns
Hackle: hen, 1½ gapes
Wing: duck slips, to the end of the tail
Legs: hen, as long as the tail
`

// From memory: the generic scale's step of 1.0746 a number.
func TestRatiosHoldAndMillimetresScale(t *testing.T) {
	big, small := on(t, wet, 12), on(t, wet, 16)
	want := math.Pow(1.0746, -4)
	for _, label := range []string{"tail", "body", "wing", "legs", "hackle"} {
		a, b := part(t, big, label), part(t, small, label)
		if math.Abs(a.OfShank-b.OfShank) > 1e-9 || a.OfShank == 0 {
			t.Errorf("%s: %.4f and %.4f of the shank; a ratio must not change with the hook", label, a.OfShank, b.OfShank)
		}
		if math.Abs(b.MM/a.MM-want) > 1e-9 {
			t.Errorf("%s: %.3f mm on a 12 and %.3f on a 16, ratio %.4f, want %.4f", label, a.MM, b.MM, b.MM/a.MM, want)
		}
	}
	tag := part(t, small, "tag")
	if tag.MM != 2 || !tag.Fixed || math.Abs(tag.ScaledMM-2*want) > 1e-9 {
		t.Errorf("a tag of 2 mm said on a 12 must be shown unscaled and scaled on a 16: %+v", tag)
	}
}

func TestFigures(t *testing.T) {
	m := on(t, wet, 12)
	for label, mm := range map[string]float64{
		"tail": 4.8, "body": 6.4, "hackle": 1.5 * 0.52 * 9.6, "legs": 4.8,
		"wing": 9.6 * (1 + 0.5 - 0.18),
	} {
		if p := part(t, m, label); math.Abs(p.MM-mm) > 0.01 {
			t.Errorf("%s is %.2f mm, want %.2f", label, p.MM, mm)
		}
	}
}

func TestHedgesStayIntervals(t *testing.T) {
	m := on(t, "Pattern: Trial\n\nTail: hen, about half the shank\nWing: deer hair, the length of the hook\n", 12)
	if p := part(t, m, "tail"); !(p.LowMM < p.MM && p.MM < p.HighMM) {
		t.Errorf("\"about half\" must be an interval: %+v", p)
	}
	if p := part(t, m, "wing"); math.Abs(p.OfShankLow-1) > 1e-9 || math.Abs(p.OfShankHigh-1.4) > 1e-9 {
		t.Errorf("the length of the hook is 1.0 to 1.4 shanks: %+v", p)
	}
}

func TestAPartMeasuredByItselfIsNamed(t *testing.T) {
	for text, names := range map[string]string{
		"Pattern: T\n\nTail: hen, as long as the wing\nWing: deer, as long as the tail\n":                                            "tail by wing by tail",
		"Pattern: T\n\nTail: hen, as long as the tail\n":                                                                             "tail by tail",
		"Pattern: T\n\nTail: hen, half the wing\nWing: deer, twice the hackle\nHackle: cock, as long as the tail\nLegs: 2 mm of hen": "tail by wing by hackle by tail",
	} {
		m := on(t, text, 12)
		if len(m.Warnings) == 0 || !strings.Contains(m.Warnings[0].Text, names) || m.Warnings[0].Code != "circle" {
			t.Errorf("%q: warnings %+v, want the circle %q", text, m.Warnings, names)
		}
		if p := part(t, m, "tail"); p.MM != 0 {
			t.Errorf("a part in a circle got %v mm", p.MM)
		}
	}
	m := on(t, "Pattern: T\n\nLegs: hen, half the beard\nTail: hen, half the shank", 12)
	if len(m.Warnings) != 1 || m.Warnings[0].Code != "no-such-part" {
		t.Errorf("a part that is not there must be named: %+v", m.Warnings)
	}
}

func TestPlaces(t *testing.T) {
	m := on(t, "Pattern: T\n\nBody: fur, from the barb to two eye lengths behind the eye\nRib: wire over the rear half\n", 12)
	b := part(t, m, "body")
	if b.From == nil || *b.From != hook.BarbStation || b.To == nil || math.Abs(*b.To-0.32) > 1e-9 {
		t.Errorf("body lies from %v to %v", b.From, b.To)
	}
	if r := part(t, m, "rib"); r.From == nil || *r.From != 1 || *r.To != 0.5 {
		t.Errorf("rib lies from %v to %v", r.From, r.To)
	}
}

// "To the barb" said of a body alone is where it ends behind (JOB.md §13): it goes
// forward from there, and so does one that ends "over the point".
func TestABodyToTheBarbGoesForwardFromIt(t *testing.T) {
	for text, want := range map[string]float64{
		"black fur, to the barb":                    hook.BarbStation,
		"black fur, ending over the point":          hook.PointStation,
		"black fur, to two eyes behind the eye":     0.97, // the usual hind end, common practice
		"black fur, from the point to the shoulder": hook.PointStation,
	} {
		d := read(t, "Fly\nHook: 12 wet\nBody: "+text+"\n")
		g, _ := hook.Hook{Size: 12}.Geometry()
		from, to, _ := NewResolver(d, g).Ends(1)
		if math.Abs(from-want) > 1e-9 || to > 0.5 {
			t.Errorf("%s: from %.2f to %.2f, expected from %.2f to the front", text, from, to, want)
		}
	}
}

func TestAssumedHookSaysSo(t *testing.T) {
	d := read(t, "Pattern: T\n\nTail: hen, half the shank\n")
	h, stated := d.HookNamed()
	if m := On(d, h, stated); m.Hook.Basis != "assumed" || m.Hook.Size != "12" {
		t.Errorf("without a size the hook is a 12, assumed: %+v", m.Hook)
	}
}

func BenchmarkOn(b *testing.B) {
	d := read(b, wet)
	for b.Loop() {
		On(d, hook.Hook{Size: 14}, true)
	}
}

func TestTheShankIsSharedOut(t *testing.T) {
	budget := func(text string) Budget {
		d := read(t, text)
		h, _ := d.HookNamed()
		return BudgetOf(d, h)
	}
	sum := func(b Budget) {
		t.Helper()
		for _, s := range b.Stretches {
			if s.FromMM < s.ToMM-1e-9 {
				t.Errorf("the %s ends behind its beginning: %+v", s.Role, s)
			}
		}
	}
	fits := budget("Fly\nHook: 12 wet\nBody: fur, from the bend to a quarter behind the eye\nWing: duck slips\nHackle: hen, 3 turns\n")
	sum(fits)
	if fits.Crowded || fits.FreeMM < 2.39 || fits.FreeMM > 2.41 {
		t.Errorf("%+v", fits)
	}
	full := budget("Fly\nHook: 12 wet\nBody: fur, from the bend to the eye\nWing: duck slips\nHackle: hen, 3 turns\n")
	sum(full)
	if !full.Crowded || full.GiveWay != "the body" || full.OverEyes < 1 {
		t.Errorf("a body to the eye: %+v", full)
	}
	// silence crowds nothing
	for _, silent := range []string{"Fly\nHook: 14 dry\nBody: quill\nThorax: fur\nPost: poly\nHackle: cock, parachute\n", "Fly\nHook: 14 nymph\nBead: 2.8 mm gold\nBody: fur\nThorax: fur\nLegs: fibres\n"} {
		b := budget(silent)
		sum(b)
		if b.Crowded {
			t.Errorf("%s is crowded though nobody said how far anything goes: %+v", silent, b)
		}
	}
	// a bead takes its room
	plain := budget("Fly\nHook: 14 nymph\nBody: fur, from the bend to a quarter behind the eye\n")
	beaded := budget("Fly\nHook: 14 nymph\nBead: 2.8 mm gold\nBody: fur, from the bend to a quarter behind the eye\n")
	if beaded.FreeMM >= plain.FreeMM {
		t.Errorf("free with a bead %.2f, without %.2f", beaded.FreeMM, plain.FreeMM)
	}
}

// C: a hackle of a size is one whose fibres suit that hook, one and a half to two
// gapes. It does not grow with the hook in the vice.
func TestAHackleByGauge(t *testing.T) {
	d := read(t, "Fly\nHook: 12 dry\nHackle: ginger cock, size 14, 4 turns\n")
	if d.Parts[1].Gauge != "14" || d.Parts[1].Turns.Low != 4 || d.Parts[1].Count != nil {
		t.Fatalf("read as %+v", d.Parts[1])
	}
	g, _ := hook.Hook{Size: 14}.Geometry()
	for _, size := range []hook.Size{10, 12, 16} {
		p := On(d, hook.Hook{Size: size}, true).Parts[1]
		if math.Abs(p.LowMM-1.5*g.GapeMM) > 1e-9 || math.Abs(p.HighMM-2*g.GapeMM) > 1e-9 {
			t.Errorf("on a %v: %v to %v mm", size, p.LowMM, p.HighMM)
		}
	}
}

// The front half of a body ends where the wing and the head need room; a body that
// is said to go to the eye crowds it. Common practice, no source.
func TestTheFrontHalfLeavesRoom(t *testing.T) {
	for text, crowded := range map[string]bool{
		"Hook: 12 wet\nBody: rear half yellow floss, front half black wool\nWing: duck slips\nHackle: hen, 3 turns\n": false,
		"Hook: 12 wet\nBody: yellow floss, from the bend to the eye\nWing: duck slips\nHackle: hen, 3 turns\n":        true,
	} {
		r, err := reading.Read("Pattern: T\n\n"+text, reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		if b := BudgetOf(r.Dressing, hook.Hook{Size: 12}); b.Crowded != crowded {
			t.Errorf("crowded is %v by %.1f eyes, of\n%s", b.Crowded, b.OverEyes, text)
		}
	}
}

// A hackle round a post takes nothing of the shank, whatever the post is called.
func TestAParachuteHackleTakesNoShank(t *testing.T) {
	for _, label := range []string{"Post", "Wing post", "Parachute post"} {
		r, err := reading.Read("Pattern: T\n\nHook: 14 dry\nBody: fur\n"+label+": poly yarn, one shank\nHackle: cock, 4 turns\n", reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		for _, s := range BudgetOf(r.Dressing, hook.Hook{Size: 14}).Stretches {
			if s.Role == "hackle" {
				t.Errorf("%s: the hackle takes %.2f mm of the shank", label, s.FromMM-s.ToMM)
			}
		}
	}
}

// On a beaded fly an unplaced hot spot is the thread behind the bead, and so its
// head; one that is placed elsewhere, or a fly that names a head, keeps both.
func TestAHotSpotBehindABeadIsTheHead(t *testing.T) {
	const beaded = "Fly\nHook: 14 nymph\nBead: 2.8 mm brass\nBody: fur\n"
	plain := BudgetOf(read(t, beaded), hook.Hook{Size: 14})
	for more, want := range map[string]string{
		"Hot spot: orange thread\n":                "hot spot",
		"Hot spot: orange thread\nHead: black\n":   "head",
		"Hot spot: orange thread, from the barb\n": "head",
		"Hot spot: none\n":                         "head",
	} {
		b := BudgetOf(read(t, beaded+more), hook.Hook{Size: 14})
		if last := b.Stretches[len(b.Stretches)-1]; last.Role != want {
			t.Errorf("%q: the last in front is the %s, expected the %s", more, last.Role, want)
		}
		if math.Abs(b.NeedMM-plain.NeedMM) > 1e-9 {
			t.Errorf("%q: %.2f mm needed in front, expected %.2f as without", more, b.NeedMM, plain.NeedMM)
		}
	}
}
