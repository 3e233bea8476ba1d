package reading

import (
	"math"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/measure"
)

// What depends on size or use, as people say it. Common practice, no source.
func TestConditions(t *testing.T) {
	type want struct {
		when, text string
		low, high  int
		count      string
		turns      string
		length     string
	}
	for line, c := range map[string]struct {
		base string // the part's own count, turns or length
		all  []want
	}{
		"Wing: 4 CDC plumes in calm, 6 in a blow":                                            {"4 plume", []want{{when: "in calm", text: "4 CDC plumes", count: "4 plume"}, {when: "in a blow", text: "6", count: "6 plume"}}},
		"Wing: 4 CDC plumes, 6 in rough water":                                               {"4 plume", []want{{when: "in rough water", text: "6", count: "6"}}},
		"Hackle: ginger cock, 4 turns, 3 on 16 and smaller":                                  {"4 turns", []want{{when: "on 16 and smaller", text: "3", low: 16, high: 32, turns: "3"}}},
		"Hackle: ginger cock, 5 turns (3 turns below 14)":                                    {"5 turns", []want{{when: "below 14", text: "3 turns", low: 15, high: 32, turns: "3"}}},
		"Tail: 5 hackle fibres, half the shank, two thirds of the shank on the larger sizes": {"0.5 shank", []want{{when: "on the larger sizes", text: "two thirds of the shank", length: "0.6667 shank"}}},
		"Wing: deer hair, bushier when larger":                                               {"", []want{{when: "when larger", text: "bushier"}}},
		"Hook: 12 to 16 dry, curved when small":                                              {"", []want{{when: "when small", text: "curved"}}},
		"Body: olive rabbit, slim at night":                                                  {"", []want{{when: "at night", text: "slim"}}},
		"Tail: 6 ginger fibres, half the shank":                                              {"6 fibre", nil},
		"Rib: gold wire, 5 turns over 2 mm":                                                  {"5 turns", nil},
		"Thread: from the bend to midway on a 0.2":                                           {"", nil},
	} {
		p := one(t, line)
		base := ""
		switch {
		case strings.HasSuffix(c.base, "turns") && p.Turns != nil:
			base = p.Turns.String() + " turns"
		case strings.HasSuffix(c.base, "shank"):
			base = measure.Interval{Low: p.Length.Low, High: p.Length.High}.String() + " " + string(p.Length.Of)
		case p.Count != nil:
			base = p.Count.Interval().String() + " " + p.Count.Of
		}
		if c.base != "" && base != c.base {
			t.Errorf("%s: the part's own value is %q, not %q", line, base, c.base)
		}
		if len(p.Conditions) != len(c.all) {
			t.Errorf("%s: conditions %+v", line, p.Conditions)
			continue
		}
		for i, w := range c.all {
			got := p.Conditions[i]
			g := want{when: got.When, text: got.Text, low: got.SizeLow, high: got.SizeHigh}
			if got.Count != nil {
				g.count = strings.TrimSpace(got.Count.Interval().String() + " " + got.Count.Of)
			}
			if got.Turns != nil {
				g.turns = got.Turns.String()
			}
			if !got.Length.IsZero() {
				g.length = interval(got.Length.Low, got.Length.High) + " " + string(got.Length.Of)
			}
			if w.length != "" && sameNumber(g.length, w.length) {
				g.length = w.length
			}
			if g != w {
				t.Errorf("%s: condition %+v, expected %+v", line, g, w)
			}
		}
	}
}

func TestASizeInTheViceChoosesItsOwnValue(t *testing.T) {
	d := read(t, "Fly\nHook: 12 dry\nHackle: ginger cock, 4 turns, 3 on 16 and smaller\n")
	if got := d.On(12).Parts[1].Turns.Low; got != 4 {
		t.Errorf("on a 12 %v turns", got)
	}
	if got := d.On(18).Parts[1].Turns.Low; got != 3 {
		t.Errorf("on an 18 %v turns", got)
	}
	if d.Parts[1].Turns.Low != 4 {
		t.Error("choosing a size altered the dressing")
	}
	if s := d.Parts[1].TurnsSpan(); s.Low != 3 || s.High != 4 {
		t.Errorf("over all sizes %v turns", s)
	}
}

func TestThreeVoicesAreKeptApart(t *testing.T) {
	p := one(t, "Tail: 6 ginger hackle fibres, half the shank; I usually make it two thirds of the shank; on this one it is 4 mm")
	if p.Length.Low != 0.5 || p.Length.Of != measure.Shank {
		t.Errorf("the source's own length is %v", p.Length)
	}
	if len(p.Said) != 2 || p.Said[0].By != "tier" || p.Said[1].By != "specimen" {
		t.Fatalf("said: %+v", p.Said)
	}
	if l := p.Said[0].Length; l.Of != measure.Shank || l.Low < 0.66 || l.Low > 0.67 {
		t.Errorf("the tier's length is %v", l)
	}
	if l := p.Said[1].Length; l.Of != measure.MM || l.Low != 4 {
		t.Errorf("the specimen's length is %v", l)
	}
	if p := one(t, "Body: I use hare's mask, dubbed"); len(p.Said) != 0 || p.Materials[0].Name != "hare's mask" {
		t.Errorf("an account that only speaks of itself: %+v", p)
	}
}

func TestEssentialsStylesAndGuesses(t *testing.T) {
	text := "Pattern: Ghost\nKind: reconstruction\nEssential: the hackle is sparse; no tail\nEssential: white wing\n\nBody: cf. cream wool\nHackle (essential): white hen, 2 turns\nWing: white duck slips, this is essential\n"
	d := read(t, text)
	if d.Kind != "reconstruction" || !slices.Equal(d.Essentials, []string{"the hackle is sparse", "no tail", "white wing"}) {
		t.Errorf("kind %q, essentials %q", d.Kind, d.Essentials)
	}
	if m := d.Parts[0].Materials[0]; !m.Guess || m.Name != "wool" || m.Colour != "cream" {
		t.Errorf("cf. cream wool is %+v", m)
	}
	if d.Parts[1].Materials[0].Guess || !d.Parts[1].Essential || !d.Parts[2].Essential {
		t.Errorf("parts %+v", d.Parts[1:])
	}
	again := read(t, dressing.Write(d))
	if again.Kind != d.Kind || !slices.Equal(again.Essentials, d.Essentials) || !again.Parts[1].Essential {
		t.Errorf("written and read again: %+v", again)
	}
	if u := read(t, "Ghost\nKind: soufflé\n\nBody: wool\n").Unread; len(u) != 1 {
		t.Errorf("a kind that is none: unread %v", u)
	}
}

func TestSmallActs(t *testing.T) {
	p := one(t, "Tail: 6 ginger fibres, one shank, with one turn beneath the tail to lift it")
	if len(p.Acts) != 1 || p.Turns != nil {
		t.Errorf("acts %q, turns %v", p.Acts, p.Turns)
	}
	p = one(t, "Post: white poly yarn, one shank, a drop of superglue at its foot")
	if len(p.Acts) != 1 || len(p.Materials) != 1 {
		t.Errorf("acts %q, materials %v", p.Acts, p.Materials)
	}
}

func TestCorrections(t *testing.T) {
	read := func(line string, list ...Correction) Part {
		t.Helper()
		r, err := Read("Fly\n"+line+"\n", Builtin().With(list))
		if err != nil {
			t.Fatal(err)
		}
		return r.Dressing.Parts[0]
	}
	// a word nobody knows is a colour
	if p := read("Body: grobble wool"); p.Materials[0].Colour != "" {
		t.Fatalf("the word is known: %+v", p)
	}
	if m := read("Body: grobble wool", Correction{Words: "Grobble", As: "colour"}).Materials[0]; m.Colour != "grobble" || m.Name != "wool" {
		t.Errorf("as a colour: %+v", m)
	}
	// a phrase of the table of names is a colour here
	if m := read("Body: golden pheasant wool", Correction{Words: "golden pheasant", As: "colour"}).Materials[0]; m.Colour != "golden pheasant" || m.Name != "wool" {
		t.Errorf("a name as a colour: %+v", m)
	}
	// a colour is part of a name here
	if m := read("Hackle: claret hen", Correction{Words: "claret hen", As: "material"}).Materials[0]; m.Colour != "" || m.Name != "claret hen" {
		t.Errorf("a colour as a name: %+v", m)
	}
	// a couple of turns only hold it down
	line := "Hackle: white hen, a couple of turns"
	if p := read(line); p.Turns == nil {
		t.Fatal("the turns were not read at all")
	}
	if p := read(line, Correction{Words: "a couple of turns", As: "remark"}); p.Turns != nil || !strings.Contains(p.Note, "couple of turns") {
		t.Errorf("as a remark: turns %v, note %q", p.Turns, p.Note)
	}
	if m := read("Body: hare, frizzled", Correction{Words: "frizzled", As: "preparation"}).Materials[0]; m.Preparation != "frizzled" {
		t.Errorf("as a preparation: %+v", m)
	}
	for _, bad := range []Correction{{As: "colour"}, {Words: "x", As: "verb"}, {Words: strings.Repeat("a ", 80), As: "colour"}} {
		if Check(bad) == nil {
			t.Errorf("%+v was accepted", bad)
		}
	}
	if u := Builtin().With([]Correction{{Words: "grobble", As: "colour"}}).With([]Correction{{Words: "grobble", As: "amount"}}); u.fixedAs[0] != "amount" || len(u.fixedList) != 1 {
		t.Errorf("a later correction does not win: %v %v", u.fixedList, u.fixedAs)
	}
}

// A bead that goes by the hook's size is another on each: 3/32 inch is 2.38 mm
// (1 inch = 25.4 mm: international yard and pound agreement, 1959).
func TestABeadByHookSize(t *testing.T) {
	d, err := Read("Pattern: T\n\nHook: 14 to 18 nymph\nBead: 5/64 in. gold on 18, 3/32 in. on 16, 7/64 in. on 14\n", Builtin())
	if err != nil {
		t.Fatal(err)
	}
	for size, want := range map[hook.Size]float64{18: 5.0 / 64 * 25.4, 16: 3.0 / 32 * 25.4, 14: 7.0 / 64 * 25.4} {
		on := d.Dressing.On(size)
		if got := on.Parts[on.Find("bead")].DiameterMM; math.Abs(got-want) > 0.001 {
			t.Errorf("on a %v the bead is %.3f mm, not %.3f", size, got, want)
		}
	}
}
