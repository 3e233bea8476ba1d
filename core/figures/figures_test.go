// Package figures holds the trade's published and customary figures against what
// the program makes of them: one row each, with its basis. It has no code of its
// own, so that no package is its own judge.
package figures

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"mothledger/core/advice"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/practice"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/core/reading"
	"mothledger/core/role"
	"mothledger/core/when"
	"mothledger/core/winding"
)

const (
	common = "common practice, no source"
	memory = "from memory"
)

// row is one figure. Its check gives what is wrong, or nothing.
type row struct {
	figure, basis string
	check         func() error
}

func read(text string) dressing.Dressing {
	r, err := reading.Read("Pattern: Trial\n\n"+text+"\n", reading.Builtin())
	if err != nil {
		panic(err) // the texts are this file's own
	}
	return r.Dressing
}

func part(d dressing.Dressing, label string) dressing.Part {
	for _, p := range d.Parts {
		if p.Role == label {
			return p
		}
	}
	return dressing.Part{}
}

// mm is how long a part of a text is on a hook, in millimetres.
func mm(text, label string, size hook.Size) float64 {
	for _, p := range proportion.On(read(text), hook.Hook{Size: size}, true).Parts {
		if p.Role == label {
			return p.MM
		}
	}
	return math.NaN()
}

func geometry(size hook.Size) hook.Geometry {
	g, _ := hook.Hook{Size: size}.Geometry()
	return g
}

func about(what string, got, want, tolerance float64) error {
	if math.Abs(got-want) > tolerance || math.IsNaN(got) {
		return fmt.Errorf("%s is %.5g, expected %.5g ± %.2g", what, got, want, tolerance)
	}
	return nil
}

func inside(what string, got, low, high float64) error {
	if got < low || got > high || math.IsNaN(got) {
		return fmt.Errorf("%s is %.5g, expected %.5g to %.5g", what, got, low, high)
	}
	return nil
}

// all gives the first thing that is wrong.
func all(errs ...error) error {
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return nil
}

// turns reads how often a part is wound.
func turns(line, label string, low, high float64) error {
	p := part(read(line), label)
	if p.Turns == nil {
		return fmt.Errorf("%q: no turns were read", line)
	}
	return all(about(line, p.Turns.Low, low, 1e-9), about(line, p.Turns.High, high, 1e-9))
}

func fires(text string, size hook.Size, code string) bool {
	for _, p := range advice.On(read(text), hook.Hook{Size: size}) {
		if p.Code == code {
			return true
		}
	}
	return false
}

// quiet and told check that a piece of advice keeps still, or speaks.
func quiet(text string, size hook.Size, code string) error {
	if fires(text, size, code) {
		return fmt.Errorf("%s is said of what is usual, on a %v:\n%s", code, size, text)
	}
	return nil
}

func told(text string, size hook.Size, code string) error {
	if !fires(text, size, code) {
		return fmt.Errorf("%s is not said, on a %v:\n%s", code, size, text)
	}
	return nil
}

func count(line, label string, low, high float64, of string) error {
	c := part(read(line), label).Count
	if c == nil || c.Of != of {
		return fmt.Errorf("%q: the count read is %+v, expected %v to %v of %s", line, c, low, high, of)
	}
	return all(about(line, c.Low, low, 1e-9), about(line, c.High, high, 1e-9))
}

var rows = []row{
	{"1 inch is 25.4 mm", "published: international yard and pound agreement, 1959", func() error {
		return all(about("an inch", measure.MMPerInch, 25.4, 0), about("a 3/32 inch bead", part(read(`Bead: 3/32"`), "bead").DiameterMM, 3.0/32*25.4, 1e-9))
	}},
	{"AWG 30 is 0.2546 mm", "published: ASTM B258", func() error {
		return all(about("AWG 30", measure.AWGMM(30), 0.2546, 5e-5), about("wire of AWG 30", part(read("Rib: copper wire, AWG 30"), "rib").DiameterMM, 0.2546, 1e-4))
	}},
	{"SWG 30 is 0.0124 in, 0.315 mm", "published: BS 3737 table", func() error {
		return about("wire of 30 SWG", part(read("Rib: 30 SWG silver wire"), "rib").DiameterMM, 0.315, 5e-4)
	}},
	{"1 tex is 9 denier", "published: ISO 1144", func() error {
		return about("thread of 8 tex", part(read("Thread: black, 8 tex"), "thread").Thread.Denier, 72, 1e-9)
	}},
	{"a fibre's diameter is √(4m/(πρ))", "published: textile handbooks", func() error {
		// 100 denier of nylon: 100 g in 9,000 m is 1.111e-5 g/mm; at 1.14e-3 g/mm³
		want := math.Sqrt(4 * (100.0 / 9e6) / (math.Pi * 1.14e-3))
		return all(about("100 denier nylon", measure.FibreMM(100, measure.NylonDensity), want, 1e-9), inside("polyester beside nylon", measure.FibreMM(100, 1.38)/want, 0.9, 0.92))
	}},
	{"tippet 3X is 0.008 in", common, func() error {
		return all(about("3X", measure.TippetMM(3), 0.203, 5e-4), about("a rib of 3X", part(read("Rib: clear mono, 3X, 6 turns"), "rib").DiameterMM, 0.203, 5e-4))
	}},
	{"a helix on a cylinder is √((2πrN)² + h²)", "published: any handbook of mathematics", func() error {
		return all(about("helix", winding.Helix(3, 2, 10), math.Hypot(12*math.Pi, 10), 1e-9), about("a cone that does not taper", winding.Cone(3, 3, 2, 10), winding.Helix(3, 2, 10), 1e-9))
	}},
	{"CIEDE2000, the 34 pairs", "published: Sharma, Wu, Dalal 2005", sharma},
	{"dates as archives write them", "published: ISO 8601-2:2019", func() error {
		for in, want := range map[string]string{"1934-05": "1934-05-01 to 1934-05-31", "1934-05-12": "1934-05-12", "1936-02": "1936-02-01 to 1936-02-29"} {
			if got := when.Read(in).String(); got != want {
				return fmt.Errorf("%s is %s; expected %s", in, got, want)
			}
		}
		return nil
	}},
	{"one to two eye lengths are left bare for the head", common, func() error {
		roomy := "Hook: 12 wet\nBody: claret fur, from the bend to two eye lengths behind the eye"
		tight := "Hook: 12 wet\nBody: claret fur, from the bend to half an eye length behind the eye"
		return all(quiet(roomy, 12, "crowded-eye"), told(tight, 12, "crowded-eye"))
	}},
	{"mayfly nymph: tail half the shank, legs half the body, thorax from near the middle", common, func() error {
		text := "Hook: 12 nymph\nTail: pheasant tail\nBody: pheasant tail, half the shank\nWing case: turkey\nThorax: hare\nLegs: partridge"
		filled, _ := practice.Fill(read(text), practice.Choices{})
		shank := geometry(12).ShankMM
		var tail, legs, body float64
		for _, p := range proportion.On(filled, hook.Hook{Size: 12}, true).Parts {
			switch p.Role {
			case "tail":
				tail = p.MM
			case "legs":
				legs = p.MM
			case "body":
				body = p.MM
			}
		}
		thorax, _ := role.Find("thorax")
		return all(about("tail, of the shank", tail/shank, 0.5, 1e-6), about("legs, of the body", legs/body, 0.5, 1e-6), inside("the thorax starts", thorax.From, 0.4, 0.6))
	}},
	{"winged dry fly: tail one shank, hackle one and a half to two gapes", common, func() error {
		text := "Hook: 14 dry\nTail: cock fibres\nBody: quill\nWing: starling slips, upright\nHackle: cock, 5 turns"
		filled, _ := practice.Fill(read(text), practice.Choices{})
		for _, p := range proportion.On(filled, hook.Hook{Size: 14}, true).Parts {
			if p.Role == "tail" {
				if err := about("tail, of the shank", p.MM/geometry(14).ShankMM, 1, 1e-6); err != nil {
					return err
				}
			}
		}
		return all(quiet("Hook: 14 dry\nHackle: cock, one and a half gapes", 14, "hackle-short"), quiet("Hook: 14 dry\nHackle: cock, two gapes", 14, "hackle-long"),
			told("Hook: 14 dry\nHackle: cock, one gape", 14, "hackle-short"), told("Hook: 14 dry\nHackle: cock, two and a half gapes", 14, "hackle-long"))
	}},
	{"wet fly wing: past the bend, not past the tail", common, func() error {
		tail := "Hook: 12 wet\nTail: hen fibres, half the shank\nBody: fur\nWing: duck slips, "
		return all(quiet(tail+"just past the bend", 12, "wing-past-tail"), told(tail+"twice the shank", 12, "wing-past-tail"))
	}},
	{"downwing: to the end of the tail; an emerger's plumes one shank", common, func() error {
		text := "Hook: 12 wet\nTail: hen fibres, half the shank\nWing: deer hair, to the end of the tail"
		ends := mm(text, "wing", 12) + 0.18*geometry(12).ShankMM
		return all(about("the wing ends", ends, 1.5*geometry(12).ShankMM, 0.02), about("plumes", mm("Hook: 14 emerger\nWing: 4 CDC plumes, one shank", "wing", 14), geometry(14).ShankMM, 1e-6))
	}},
	{"tag: 2 mm on a size 10 to 12", common, func() error {
		usual, _ := role.Find("tag")
		return all(about("a tag of 2 mm", mm("Hook: 12 wet\nTag: gold tinsel, 2 mm", "tag", 12), 2, 1e-9), inside("a tag of no stated length, mm", (usual.From-usual.To)*geometry(12).ShankMM, 1, 2.2))
	}},
	{"rib: 5 turns wet on a 12; 4 to 5 nymph; 3 to 4 slim; 7 close; 3 on an emerger", common, func() error {
		return all(turns("Rib: gold wire, 5 turns", "rib", 5, 5), turns("Rib: wire, 4 to 5 turns", "rib", 4, 5), turns("Rib: wire, three or four turns", "rib", 3, 4), turns("Rib: wire, 7 close turns", "rib", 7, 7), turns("Rib: wire, 3 turns", "rib", 3, 3),
			pitch("Hook: 12 wet\nRib: wire, 5 turns\nBody: fur", 12, 1, 2), pitch("Hook: 14 nymph\nRib: wire, 4 to 5 turns\nBody: fur", 14, 1, 2))
	}},
	{"hackle: 2½ to 3 turns wet; about 5 palmered, 4 at most when sparse; 4 to 5 parachute", common, func() error {
		five, _ := practice.Fill(read("Hook: 12 wet\nBody hackle: cock\nBody: fur"), practice.Choices{})
		four, _ := practice.Fill(read("Hook: 12 wet\nBody hackle: cock\nBody: fur"), practice.Choices{"palmer": "sparse"})
		return all(turns("Hackle: hen, 2½ to 3 turns", "hackle", 2.5, 3), turns("Hackle: grizzle, 4 to 5 turns round the post, each under the last", "hackle", 4, 5),
			about("a palmered wet hackle", part(five, "body hackle").Turns.Mid(), 5, 0.01), inside("a sparse one", part(four, "body hackle").Turns.High, 1, 4))
	}},
	{"fibres: 5 to 6 fine, up to 15 stiff; 8 in a body; 10 to 12 for both; 12 in a case; 3 herls; 2 to 3 legs a side", common, func() error {
		legs := part(read("Legs: partridge, 2 to 3 fibres a side"), "legs").Count
		if legs == nil || legs.Per != "side" {
			return fmt.Errorf("legs a side: %+v", legs)
		}
		return all(count("Tail: 5 to 6 hen fibres", "tail", 5, 6, "fibre"), count("Tail: up to 15 stiff cock fibres", "tail", 0, 15, "fibre"), count("Body: 8 pheasant tail fibres", "body", 8, 8, "fibre"),
			count("Tail: 10 to 12 pheasant tail fibres", "tail", 10, 12, "fibre"), count("Wing case: about 12 pheasant tail fibres", "wing case", 11, 13, "fibre"), count("Thorax: 3 peacock herls", "thorax", 3, 3, "herl"))
	}},
	{"plume wing: 4 for calm, 6 for rough water", common, func() error {
		p := part(read("Wing: 4 CDC plumes in calm, 6 in rough water"), "wing")
		if len(p.Conditions) != 2 || p.Conditions[1].Count == nil || p.Conditions[1].Count.Low != 6 {
			return fmt.Errorf("conditions %+v", p.Conditions)
		}
		return count("Wing: 4 CDC plumes in calm, 6 in rough water", "wing", 4, 4, "plume")
	}},
	{"whip finish: 3 to 6 turns", common, func() error {
		return all(turns("Head: a 4-turn whip finish", "head", 4, 4), turns("Head: whip finished with 3 to 6 turns", "head", 3, 6))
	}},
	{"beads: 2.0 to 2.8 on a 16, 2.4 to 3.3 on a 14, 2.8 to 3.8 on a 12, 3.3 to 4.0 on a 10", common, func() error {
		var errs []error
		for size, ends := range map[hook.Size][2]float64{16: {2, 2.8}, 14: {2.4, 3.3}, 12: {2.8, 3.8}, 10: {3.3, 4}} {
			low, high, _ := measure.Beads(int(size))
			middle := fmt.Sprintf("Hook: %v nymph\nBead: %.1f mm\nBody: fur", size, (ends[0]+ends[1])/2)
			errs = append(errs, about("smallest", low, ends[0], 1e-9), about("largest", high, ends[1], 1e-9), quiet(middle, size, "bead-odd"), quiet(middle, size, "bead-edge"),
				told(fmt.Sprintf("Hook: %v nymph\nBead: %.1f mm\nBody: fur", size, ends[1]*1.3), size, "bead-odd"))
		}
		return all(errs...)
	}},
	{"thread: the aught scale is not converted", common, func() error {
		th := part(read("Thread: 8/0 black"), "thread").Thread
		if th == nil || th.Aught != "8/0" || th.Denier != 0 {
			return fmt.Errorf("8/0 was read as %+v", th)
		}
		return nil
	}},
	{"a dubbed noodle for a size 18 abdomen is 25 to 60 mm", common, func() error {
		for _, s := range winding.Sums(read("Hook: 18 nymph\nAbdomen: olive rabbit, from the bend to midway\nThorax: olive rabbit"), hook.Hook{Size: 18}) {
			if s.Role == "abdomen" {
				return inside("noodle", s.LengthMM, 25, 60)
			}
		}
		return fmt.Errorf("no abdomen was wound")
	}},
	{"fibres for the body of a size 10 dry fly often run out", common, func() error {
		text := "Hook: 10 dry\nTail: 10 pheasant tail fibres, one shank\nBody: butts of the tail fibres"
		return all(told(text, 10, "fibres-short"), quiet(text, 18, "fibres-short"))
	}},
	{"three-colour body: a third each, light at the back", common, func() error {
		p := part(read("Body: in three equal parts: yellow, ginger and dark brown seal's fur, the lightest at the back"), "body")
		if len(p.Materials) != 3 || p.Materials[0].Colour != "yellow" || !strings.Contains(p.Note, "lightest at the back") {
			return fmt.Errorf("read as %+v", p)
		}
		return all(about("each share", p.Materials[2].Share, 1.0/3, 1e-9), about("each share", p.Materials[0].Share, 1.0/3, 1e-9))
	}},
	{"rubber legs: one third forward, two thirds back", common, func() error {
		var lengths []float64
		for _, s := range profile.Of(read("Hook: 10 dry\nBody: foam\nLegs: black rubber, 4 strands, one shank"), hook.Hook{Size: 10}).Shapes {
			if s.Role == "legs" {
				lengths = append(lengths, s.Length)
			}
		}
		if len(lengths) != 2 {
			return fmt.Errorf("legs are drawn as %v", lengths)
		}
		return all(about("forward beside back", lengths[0]/lengths[1], 0.5, 0.01), about("in all", lengths[0]+lengths[1], geometry(10).ShankMM, 0.03))
	}},
	{"varnish: two coats, a couple of hours between", common, func() error {
		for _, p := range advice.On(read("Hook: 12 wet\nHead: black varnish, two coats"), hook.Hook{Size: 12}) {
			if p.Code == "varnish-dries" && strings.Contains(p.Text, "about 2 hours") && strings.Contains(p.Text, "2 coats") {
				return quiet("Hook: 12 wet\nHead: black varnish", 12, "varnish-dries")
			}
		}
		return fmt.Errorf("nothing is said of drying")
	}},
	{"generic scale: 9.6 mm at size 12, an even step is × 1.155", memory, func() error {
		return all(about("a 12", geometry(12).ShankMM, 9.6, 1e-9), about("a 10", geometry(10).ShankMM, 11.1, 0.05), about("an 18", geometry(18).ShankMM, 6.2, 0.05), about("a step", geometry(10).ShankMM/geometry(12).ShankMM, 1.155, 0.001), about("gape", geometry(12).GapeMM/9.6, 0.52, 1e-9))
	}},
	{"landmarks: point 0.78, barb 0.93, outermost bend 1.26", memory, func() error {
		shank := geometry(12).ShankMM
		outermost := 0.0
		for _, p := range profile.Of(read("Hook: 12 wet\nBody: fur"), hook.Hook{Size: 12}).Wire.Path {
			outermost = math.Max(outermost, -p[0]/shank)
		}
		return all(about("point", hook.PointStation, 0.78, 0.08), about("barb", hook.BarbStation, 0.93, 0.05), about("outermost bend as drawn", outermost, 1.26, 0.05))
	}},
}

func pitch(text string, size hook.Size, low, high float64) error {
	for _, s := range winding.Sums(read(text), hook.Hook{Size: size}) {
		if s.Role == "rib" {
			return inside("pitch of the rib", s.PitchMM, low, high)
		}
	}
	return fmt.Errorf("no rib was wound")
}

func TestFigures(t *testing.T) {
	for _, r := range rows {
		t.Run(r.figure, func(t *testing.T) {
			if r.basis == "" {
				t.Error("the figure has no basis")
			}
			if err := r.check(); err != nil {
				t.Errorf("%v (basis: %s)", err, r.basis)
			}
		})
	}
}

// sharma holds the colour distance that comparisons use against the published
// table: L, a, b of either colour, and the distance.
func sharma() error {
	for i, c := range [][7]float64{
		{50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425}, {50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615}, {50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412},
		{50, -1.3802, -84.2814, 50, 0, -82.7485, 1}, {50, -1.1848, -84.8006, 50, 0, -82.7485, 1}, {50, -0.9009, -85.5211, 50, 0, -82.7485, 1},
		{50, 0, 0, 50, -1, 2, 2.3669}, {50, -1, 2, 50, 0, 0, 2.3669}, {50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792}, {50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792},
		{50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195}, {50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195}, {50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045}, {50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045},
		{50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461}, {50, 2.5, 0, 50, 0, -2.5, 4.3065}, {50, 2.5, 0, 73, 25, -18, 27.1492}, {50, 2.5, 0, 61, -5, 29, 22.8977},
		{50, 2.5, 0, 56, -27, -3, 31.903}, {50, 2.5, 0, 58, 24, 15, 19.4535}, {50, 2.5, 0, 50, 3.1736, 0.5854, 1}, {50, 2.5, 0, 50, 3.2972, 0, 1}, {50, 2.5, 0, 50, 1.8634, 0.5757, 1}, {50, 2.5, 0, 50, 3.2592, 0.335, 1},
		{60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644}, {63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.263}, {61.2901, 3.7196, -5.3901, 61.4292, 2.248, -4.962, 1.8731}, {35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645},
		{22.7233, 20.0904, -46.694, 23.0331, 14.973, -42.5619, 2.0373}, {36.4612, 47.858, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146}, {90.8027, -2.0831, 1.441, 91.1528, -1.6435, 0.0447, 1.4441}, {90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381},
		{6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377}, {2.0776, 0.0795, -1.135, 0.9033, -0.0636, -0.5514, 0.9082},
	} {
		got := material.LabDifference([3]float64{c[0], c[1], c[2]}, [3]float64{c[3], c[4], c[5]})
		if err := about(fmt.Sprintf("pair %d", i+1), got, c[6], 6e-5); err != nil {
			return err
		}
	}
	return nil
}
