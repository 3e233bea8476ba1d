package profile

import (
	"encoding/json"
	"math"
	"reflect"
	"testing"

	"mothledger/core/hook"
	"mothledger/core/reading"
	"mothledger/core/reading/readingtest"
)

const text = `Pattern: Trial

Hook: 12 wet
Tail: 6 ginger cock fibres, three quarters of the shank
Rib: gold wire, 7 turns
Body: claret seal's fur, from the bend to 0.2 shank behind the eye
Wing: bronze mallard slips, one shank
Hackle: ginger hen, 3 turns, one and a half gapes
`

var read = readingtest.Read

func outline(t testing.TB, text string, size hook.Size) Outline {
	t.Helper()
	return Of(read(t, text), hook.Hook{Size: size})
}

func shapes(o Outline, label string) []Shape {
	var out []Shape
	for _, s := range o.Shapes {
		if s.Role == label {
			out = append(out, s)
		}
	}
	return out
}

func TestNumbersAreVisible(t *testing.T) {
	o := outline(t, text, 12)
	if s := shapes(o, "rib"); len(s) != 1 || len(s[0].Points) != 14 {
		t.Errorf("seven turns must be drawn as seven: %+v", s)
	}
	tail := shapes(o, "tail")
	if len(tail) != 1 || tail[0].Count != 6 {
		t.Fatalf("six fibres must be six strokes: %+v", tail)
	}
	if want := 0.75 * 9.6; math.Abs(tail[0].Length-want) > 0.02 {
		t.Errorf("the tail is drawn %.2f mm long, want %.2f", tail[0].Length, want)
	}
}

func TestEachTurnOfAHackleIsARingOfFibres(t *testing.T) {
	o := outline(t, "Pattern: T\n\nHook: 12 dry\nBody hackle: ginger cock, 7 turns, one gape\nBody: olive rabbit, from the bend to a third behind the eye\nHackle: brown cock, 4 turns, one and a half gapes\n", 12)
	palmer, collar := shapes(o, "body hackle"), shapes(o, "hackle")
	if len(palmer) != 1 || palmer[0].Kind != "ring" || len(palmer[0].Points) != 14 {
		t.Errorf("seven turns of a palmered hackle must be drawn as seven: %+v", palmer)
	}
	if len(collar) != 1 || len(collar[0].Points) != 8 {
		t.Fatalf("four turns of a collar must be drawn as four: %+v", collar)
	}
	if want := 1.5 * 4.99; math.Abs(collar[0].Length-want) > 0.02 {
		t.Errorf("the collar's fibres are %.2f mm, want %.2f", collar[0].Length, want)
	}
	rear, front := collar[0].Points[0][0], collar[0].Points[6][0]
	if body := shapes(o, "body")[0]; rear < body.Points[0][0]-0.3 && rear > front {
		t.Errorf("the collar runs from %.2f to %.2f mm", rear, front)
	}
	if gap := -9.6/3 - rear; math.Abs(gap) > 0.8 {
		t.Errorf("%.2f mm of bare shank between the body of a dry fly and its hackle", gap)
	}
}

// Stripped on one side, a hackle has half its fibres.
func TestAStrippedHackleIsThinner(t *testing.T) {
	full := shapes(outline(t, "Pattern: T\n\nHook: 12 wet\nBody: fur\nHackle: hen, 3 turns\n", 12), "hackle")[0]
	half := shapes(outline(t, "Pattern: T\n\nHook: 12 wet\nBody: fur\nHackle: hen, stripped on one side, 3 turns\n", 12), "hackle")[0]
	if half.Count*2 != full.Count || full.Count == 0 {
		t.Errorf("%d fibres a turn, and %d when stripped", full.Count, half.Count)
	}
}

func TestHooksByBarbAndEye(t *testing.T) {
	rise := func(text string) float64 {
		w := outline(t, "Pattern: T\n\nHook: "+text+"\nBody: fur\n", 12).Wire
		if w.Barb == nil {
			return 0
		}
		return math.Abs(w.BarbTo[1]-w.Barb[1]) / w.MM
	}
	barbed, flat, none := rise("12 wet"), rise("12 wet, barb flattened"), rise("12 wet, barbless")
	if !(barbed > flat && flat > 0 && none == 0) {
		t.Errorf("barbs rise by %.2f, flattened %.2f and none %.2f wires", barbed, flat, none)
	}
	jig, down := outline(t, "Pattern: T\n\nHook: 12 jig\nBody: fur\n", 12), outline(t, text, 12)
	if jig.Wire.Eye[1] > -0.1*9.6 || down.Wire.Eye[1] <= 0 {
		t.Errorf("the eye of a jig hook stands at %.2f above the shank, a down eye at %.2f below", jig.Wire.Eye[1], down.Wire.Eye[1])
	}
	if first := jig.Wire.Path[0]; first[1] >= 0 {
		t.Errorf("the shank of a jig hook does not turn up before its eye: %v", first)
	}
}

func TestResinShinesOverTheBody(t *testing.T) {
	with := shapes(outline(t, "Pattern: T\n\nHook: 12 grub\nBody: red thread\nFinish: UV resin, two thin coats\n", 12), "finish")
	if len(with) != 1 || with[0].Texture != "gloss" {
		t.Errorf("resin is not drawn: %+v", with)
	}
	if none := shapes(outline(t, "Pattern: T\n\nHook: 12 grub\nBody: red thread\nFinish: varnish\n", 12), "finish"); len(none) != 0 {
		t.Errorf("varnish on the head is drawn over the body: %+v", none)
	}
}

func TestBodyLiesWhereItWasSaid(t *testing.T) {
	body := shapes(outline(t, text, 12), "body")[0]
	left, right := math.Inf(1), math.Inf(-1)
	for _, p := range body.Points {
		left, right = math.Min(left, p[0]), math.Max(right, p[0])
	}
	if math.Abs(left+9.6) > 0.1 || math.Abs(right+0.2*9.6) > 0.1 {
		t.Errorf("body from %.2f to %.2f mm, want -9.60 to -1.92", left, right)
	}
}

func TestHookHasItsGapeAndPoint(t *testing.T) {
	o := outline(t, text, 12)
	g, _ := hook.Hook{Size: 12}.Geometry()
	deep, outer := 0.0, 0.0
	for _, p := range o.Wire.Path {
		deep, outer = math.Max(deep, p[1]), math.Min(outer, p[0])
	}
	if math.Abs(deep-g.GapeMM) > 0.12*g.GapeMM {
		t.Errorf("gape is drawn %.2f mm, want %.2f", deep, g.GapeMM)
	}
	if want := -hook.OuterStation * g.ShankMM; math.Abs(outer-want) > 0.05*g.ShankMM {
		t.Errorf("the bend reaches %.2f, want %.2f", outer, want)
	}
	point := o.Wire.Path[len(o.Wire.Path)-1]
	if want := -hook.PointStation * g.ShankMM; math.Abs(point[0]-want) > 0.07*g.ShankMM {
		t.Errorf("the point stands at %.2f, want %.2f", point[0], want)
	}
}

func TestSameDressingSamePicture(t *testing.T) {
	if a, b := outline(t, text, 14), outline(t, text, 14); !reflect.DeepEqual(a, b) {
		t.Error("the same dressing must give the same outline and seeds")
	}
}

func TestUnstatedIsAssumed(t *testing.T) {
	o := outline(t, "Pattern: T\n\nTail: hen fibres\nRib: gold wire\nBody: fur\n", 12)
	for _, label := range []string{"tail", "rib"} {
		if s := shapes(o, label); len(s) == 0 || !s[0].Assumed {
			t.Errorf("the %s's size was not stated, so it must be marked assumed: %+v", label, s)
		}
	}
	if s := shapes(outline(t, text, 12), "rib"); s[0].Assumed {
		t.Error("what was stated is not assumed")
	}
}

func TestAbsentPartsAreNotDrawn(t *testing.T) {
	if s := shapes(outline(t, "Pattern: T\n\nTail: none\nBody: fur\n", 12), "tail"); len(s) != 0 {
		t.Errorf("there is no tail, yet %+v", s)
	}
}

func TestCurvedHookCarriesTheBodyRound(t *testing.T) {
	curved := shapes(outline(t, "Pattern: T\n\nHook: 12 grub\nBody: fur\n", 12), "body")[0]
	straight := shapes(outline(t, "Pattern: T\n\nHook: 12 wet\nBody: fur\n", 12), "body")[0]
	low := func(s Shape) float64 {
		y := 0.0
		for _, p := range s.Points {
			y = math.Max(y, p[1])
		}
		return y
	}
	if low(curved) < 2*low(straight) {
		t.Errorf("the body on a curved hook hangs to %.2f, on a straight one to %.2f", low(curved), low(straight))
	}
}

func TestOutlineIsSmallAndFinite(t *testing.T) {
	for _, size := range []hook.Size{-3, 2, 12, 32} {
		o := outline(t, text, size)
		b, err := json.Marshal(o)
		if err != nil {
			t.Fatalf("size %v: %v", size, err)
		}
		if len(b) > 8<<10 {
			t.Errorf("size %v: outline has %d bytes, at most 8192", size, len(b))
		}
		if !(o.Bounds[0] < o.Bounds[2] && o.Bounds[1] < o.Bounds[3]) {
			t.Errorf("size %v: bounds %v", size, o.Bounds)
		}
	}
}

func FuzzOutline(f *testing.F) {
	f.Add(text)
	f.Add("Pattern: T\n\nBody: fur, from the tail to the wing\nTail: 900 mm\nWing: to the tail\nRib: gold wire, 4000 turns")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := reading.Read(text, reading.Builtin())
		if err != nil {
			return
		}
		if _, err := json.Marshal(Of(r.Dressing, hook.Hook{Size: 14})); err != nil {
			t.Fatalf("the outline cannot be written: %v", err)
		}
	})
}

func BenchmarkOf(b *testing.B) {
	d := read(b, text)
	for b.Loop() {
		Of(d, hook.Hook{Size: 12})
	}
}

// BenchmarkEncode is what Of is held against: encoding its result.
func BenchmarkEncode(b *testing.B) {
	o := outline(b, text, 12)
	for b.Loop() {
		if _, err := json.Marshal(o); err != nil {
			b.Fatal(err)
		}
	}
}

func TestEveryHairOfAWingIsDrawnAndSpentWingsLie(t *testing.T) {
	two := outline(t, "Fly\nHook: 6 streamer\nBody: silver tinsel\nWing: white bucktail under brown bucktail, one and a half shanks\n", 6)
	colours := map[string]bool{}
	for _, s := range two.Shapes {
		if s.Role == "wing" {
			colours[s.Colour] = true
		}
	}
	if len(colours) != 2 {
		t.Errorf("a wing of two hairs has the colours %v", colours)
	}
	spent := outline(t, "Fly\nHook: 16 dry\nBody: brown quill\nWings: white poly yarn, tied spent, one shank\n", 16)
	up, down := 0, 0
	for _, s := range spent.Shapes {
		if s.Role != "wings" {
			continue
		}
		if s.Angle > 60 {
			t.Errorf("a spent wing stands at %v degrees", s.Angle)
		}
		if s.Angle > 0 {
			up++
		} else {
			down++
		}
	}
	if up != 1 || down != 1 {
		t.Errorf("spent wings: %d above, %d below", up, down)
	}
}

// A wing tied before the thorax stands behind it, one that is spent in its middle.
func TestAWingStandsByItsThorax(t *testing.T) {
	where := func(text string) (wing, rear, front float64) {
		o := outline(t, "Pattern: T\n\nHook: 14 dry\nBody: quill, from the bend to half way\n"+text, 14)
		thorax := shapes(o, "thorax")[0]
		rear, front = math.Inf(1), math.Inf(-1)
		for _, p := range thorax.Points {
			rear, front = math.Min(rear, p[0]), math.Max(front, p[0])
		}
		return shapes(o, "wing")[0].Root[0], rear, front
	}
	if wing, rear, front := where("Wing: two CDC plumes, one shank\nThorax: hare\n"); wing > (rear+front)/2 {
		t.Errorf("the wing stands at %.2f, the thorax tied after it from %.2f to %.2f", wing, rear, front)
	}
	if wing, rear, front := where("Wing: poly yarn, spent, one shank\nThorax: hare\n"); math.Abs(wing-(rear+front)/2) > 0.3 {
		t.Errorf("spent wings stand at %.2f, the thorax from %.2f to %.2f", wing, rear, front)
	}
	if wing, rear, front := where("Thorax: hare\nWing: two CDC plumes, one shank\n"); wing < (rear+front)/2 {
		t.Errorf("a wing tied last stands at %.2f, the thorax from %.2f to %.2f", wing, rear, front)
	}
}

// Nothing may be bare before the bead: the thorax is dubbed up to the thread there,
// and a hot spot without a place is that thread.
func TestAThoraxIsDubbedUpToTheHead(t *testing.T) {
	ends := func(s Shape) (rear, front float64) {
		rear, front = math.Inf(1), math.Inf(-1)
		for _, p := range s.Points {
			rear, front = math.Min(rear, p[0]), math.Max(front, p[0])
		}
		return rear, front
	}
	for _, last := range []string{"", "Hot spot: orange thread\n"} {
		o := outline(t, "Fly\nHook: 14 nymph\nBead: 2.8 mm brass\nAbdomen: pheasant tail\nThorax: hare\nLegs: pheasant tail, 2 each side\n"+last, 14)
		name := "head"
		if last != "" {
			name = "hot spot"
			if len(shapes(o, "head")) != 0 {
				t.Error("a head is drawn beside the hot spot that is one")
			}
		}
		_, thorax := ends(shapes(o, "thorax")[0])
		rear, _ := ends(shapes(o, name)[0])
		if rear-thorax > 0.06 {
			t.Errorf("%.2f mm of bare shank between the thorax and the %s", rear-thorax, name)
		}
	}
}

// A body that ends over the point leaves the hook bare behind it, as no thread was
// laid there; with a tail the thread goes back to its root.
func TestNoThreadBehindWhatWasTied(t *testing.T) {
	rear := func(text string) float64 {
		at := math.Inf(1)
		for _, s := range outline(t, "Fly\nHook: 14 wet\n"+text, 14).Shapes {
			if s.Kind == "envelope" {
				for _, p := range s.Points {
					at = math.Min(at, p[0])
				}
			}
		}
		return -at / 8.31 // of the shank of a 14
	}
	for text, want := range map[string]float64{
		"Body: silk, to over the point\nHackle: hen, 2 turns\n": hook.PointStation,
		"Body: silk\nHackle: hen, 2 turns\n":                    0.99,
		"Tail: hen fibres\nBody: silk, to over the point\n":     0.99,
	} {
		if got := rear(text); math.Abs(got-want) > 0.02 {
			t.Errorf("%q: wound back to %.2f of the shank, expected %.2f", text, got, want)
		}
	}
}

// Where a dressing leaves room the head of a dry fly stays neat, and the hackle fills
// the rest.
func TestADryHackleFillsTheRoomBeforeTheHead(t *testing.T) {
	long := func(to string) float64 {
		h := shapes(outline(t, "Fly\nHook: 10 dry\nBody: raffia, from the bend to "+to+"\nHackle: cock, 5 turns, one and a half gapes\n", 10), "head")[0]
		front, rear := math.Inf(-1), math.Inf(1)
		for _, p := range h.Points {
			front, rear = math.Max(front, p[0]), math.Min(rear, p[0])
		}
		return front - rear
	}
	if roomy, just := long("a third behind the eye"), long("a quarter behind the eye"); roomy > just+0.05 {
		t.Errorf("the head is %.2f mm long where there is room, and %.2f where there is just enough", roomy, just)
	}
}
