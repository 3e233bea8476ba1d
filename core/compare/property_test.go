package compare

import (
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/material"
	"mothledger/core/measure"
	made "mothledger/demo/families"
)

// someDressings are recipes of many hands: those of the pairs, the demo club's and made-up families.
func someDressings(t testing.TB) []dressing.Dressing {
	t.Helper()
	var out []dressing.Dressing
	for _, p := range pairsIn(t, "pairs.txt") {
		out = append(out, read(t, p.parent), read(t, p.variant))
	}
	files, err := filepath.Glob("../../demo/patterns/*.txt")
	if err != nil || len(files) == 0 {
		t.Fatal("no demo patterns", err)
	}
	for _, f := range files {
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		out = append(out, read(t, string(b)))
	}
	for _, f := range made.Make(120) {
		out = append(out, read(t, f.Text))
	}
	return out
}

func all(c Comparison) []string {
	told, noise := facts(c)
	return append(told, noise...)
}

func TestEveryDressingIsItself(t *testing.T) {
	for _, d := range someDressings(t) {
		c := Dressings(d, d)
		if f := all(c); len(f) > 0 {
			t.Errorf("%s departs from itself: %v", d.Title, f)
		}
		if c.Verdict != SameDressing && c.Verdict != SameAsTold && c.Verdict != Undecided {
			t.Errorf("%s beside itself is %s", d.Title, c.Verdict)
		}
		if c.Verdict != SameDressing && Complete(d) {
			t.Errorf("%s, in full, beside itself is %s: %v", d.Title, c.Verdict, c.Uncertain)
		}
	}
}

// turned gives the word of the other way round.
var turned = map[string]string{
	"added": "dropped", "dropped": "added", "longer": "shorter", "shorter": "longer", "more": "fewer", "fewer": "more",
	"turns-more": "turns-fewer", "turns-fewer": "turns-more", "larger": "smaller", "smaller": "larger",
}

// TestTheOtherWayRound compares pairs both ways: what was added is dropped, what was longer is shorter,
// what lay inside contains.
func TestTheOtherWayRound(t *testing.T) {
	rnd := rand.New(rand.NewPCG(11, 27))
	list := someDressings(t)
	for range 600 {
		a, b := list[rnd.IntN(len(list))], list[rnd.IntN(len(list))]
		if rnd.IntN(2) == 0 { // of one family
			i := rnd.IntN(len(list) - 1)
			a, b = list[i], list[i+1]
		}
		ab, ba := Dressings(a, b), Dressings(b, a)
		if ab.Kind != ba.Kind || hasOptional(a) || hasOptional(b) { // the parent's kind says what is noise; its extras are open
			continue
		}
		there, back := counted(all(ab)), counted(all(ba))
		for kind, n := range there {
			other := kind
			if x := turned[kind]; x != "" {
				other = x
			}
			if back[other] != n {
				t.Errorf("%s and %s: %d %s, and back %d %s\n  %v\n  %v", a.Title, b.Title, n, kind, back[other], other, all(ab), all(ba))
			}
		}
		for x, y := range map[string]string{"inside": "containing", "containing": "inside", "overlapping": "overlapping", "outside": "outside"} {
			if n, m := coloured(ab, x), coloured(ba, y); n != m {
				t.Errorf("%s and %s: %d %s, and back %d %s", a.Title, b.Title, n, x, m, y)
			}
		}
	}
}

func hasOptional(d dressing.Dressing) bool {
	return d.Kind == dressing.Style || slices.ContainsFunc(d.Parts, func(p dressing.Part) bool { return p.Optional })
}

func counted(facts []string) map[string]int {
	m := map[string]int{}
	for _, f := range facts {
		m[f[strings.LastIndexByte(f, ' ')+1:]]++
	}
	return m
}

func coloured(c Comparison, how string) int {
	n := 0
	for _, d := range c.Parts {
		if d.Materials != nil && d.Materials.Colour == how {
			n++
		}
	}
	return n
}

// TestARewordingDepartsInNothing lays each dressing beside its standard form as the printer writes it, and
// beside itself in American spelling.
func TestARewordingDepartsInNothing(t *testing.T) {
	spelt := strings.NewReplacer("grey", "gray", "fibre", "fiber", "colour", "color", "centre", "center")
	n := 0
	for _, d := range someDressings(t) {
		if len(d.Unread) > 0 || len(d.Contradictions) > 0 {
			continue
		}
		for how, text := range map[string]string{"printed": dressing.Write(dressing.Standard(d)), "spelt": spelt.Replace(dressing.Write(d))} {
			n++
			if f := all(Dressings(d, read(t, text))); len(f) > 0 {
				t.Errorf("%s, %s: %v\n%s", d.Title, how, f, text)
			}
		}
	}
	if n < 300 {
		t.Errorf("only %d were compared", n)
	}
}

// clone copies a dressing so that its parts can be changed.
func clone(d dressing.Dressing) dressing.Dressing {
	d.Parts = slices.Clone(d.Parts)
	for i := range d.Parts {
		d.Parts[i].Materials = slices.Clone(d.Parts[i].Materials)
	}
	return d
}

// TestSilenceAndDamageAddNothing takes a word away from a variant, or tears its card, or lets moth at a part:
// no departure comes of it.
func TestSilenceAndDamageAddNothing(t *testing.T) {
	rnd := rand.New(rand.NewPCG(8, 3))
	list := someDressings(t)
	for range 1500 {
		i := rnd.IntN(len(list) - 1)
		a, b := list[i], list[i+1]
		if len(b.Parts) == 0 {
			continue
		}
		was := all(Dressings(a, b))
		c := clone(b)
		k := rnd.IntN(len(c.Parts))
		p := &c.Parts[k]
		how := ""
		switch rnd.IntN(7) {
		case 0:
			p.Length, how = measure.Length{}, "a length"
		case 1:
			p.Count, p.Conditions, how = nil, nil, "a count"
		case 2:
			p.Turns, how = nil, "turns"
		case 3:
			p.Winding, how = "", "a winding"
		case 4:
			if len(p.Materials) != 1 { // of several one is a statement of its own
				continue
			}
			p.Materials[0].Colour, p.Materials[0].Hue, how = "", "", "a colour"
		case 5:
			c.Fragment, how = dressing.Torn, "the rest of a card"
			c.Parts = c.Parts[:k]
		case 6:
			p.Damage, how = dressing.Lost, "the part itself"
		}
		for _, f := range all(Dressings(a, c)) {
			if !slices.Contains(was, f) {
				t.Errorf("%s beside %s: silence on %s of the %s adds %q; it was %v", b.Title, a.Title, how, b.Parts[k].Role, f, was)
			}
		}
	}
}

// TestOneChangeIsOneDeparture changes one thing of a dressing: exactly that departs.
func TestOneChangeIsOneDeparture(t *testing.T) {
	rnd := rand.New(rand.NewPCG(4, 1))
	tried := map[string]int{}
	for _, d := range someDressings(t) {
		if !Complete(d) || len(d.Unread) > 0 {
			continue
		}
		for range 12 {
			c := clone(d)
			k := rnd.IntN(len(c.Parts))
			p := &c.Parts[k]
			std, known := p.Standard()
			if !known || p.Absent || p.Continues != "" || p.SameAs != "" || std.Universal || len(p.Materials) != 1 || len(p.Alternatives) > 0 || p.Optional || len(p.Conditions) > 0 {
				continue
			}
			if slices.ContainsFunc(c.Parts, func(q dressing.Part) bool {
				return q.Continues == p.Role || q.SameAs == p.Role || q.Length.IsPart() || q.From.IsPart() || q.To.IsPart()
			}) {
				continue // another part hangs on this one
			}
			want := ""
			switch rnd.IntN(5) {
			case 0:
				if p.Materials[0].Colour == "" || p.Materials[0].Name == "" {
					continue
				}
				p.Materials[0].Colour, want = "magenta", "near"
			case 1:
				if p.Length.IsZero() || p.Length.Reach || p.Length.Of != measure.Shank {
					continue
				}
				p.Length.Low, p.Length.High, want = 3*p.Length.High, 3*p.Length.High, "longer"
			case 2:
				if p.Turns == nil {
					continue
				}
				p.Turns, want = &measure.Interval{Low: p.Turns.High + 4, High: p.Turns.High + 4}, "turns-more"
			case 3:
				if p.Materials[0].Name == "" || p.Materials[0].Kind() == material.Strip {
					continue
				}
				p.Materials[0].Name, p.Materials[0].Taught, want = "latex", "", "replaced"
			case 4:
				c.Parts, want = slices.Delete(c.Parts, k, k+1), "dropped"
				if !Complete(c) {
					continue
				}
			}
			tried[want]++
			got := all(Dressings(d, c))
			if len(got) != 1 || got[0] != std.Name+" "+want {
				t.Errorf("%s: one change, %s %s, is told as %v", d.Title, std.Name, want, got)
			}
		}
	}
	for _, what := range []string{"near", "longer", "turns-more", "replaced", "dropped"} {
		if tried[what] < 20 {
			t.Errorf("%s was tried %d times", what, tried[what])
		}
	}
}
