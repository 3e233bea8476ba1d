package measure

import (
	"math"
	"strings"
	"testing"
)

func bodyTail(toks []Token) (string, int) {
	if len(toks) > 0 {
		switch toks[0].Low {
		case "body", "tail", "hackle", "wing":
			return toks[0].Low, 1
		}
	}
	return "", 0
}

func TestParseLength(t *testing.T) {
	for _, c := range []struct {
		in        string
		low, high float64
		of        Unit
		reach     bool
	}{
		{"half the shank", 0.5, 0.5, Shank, false},
		{"1/2 the shank", 0.5, 0.5, Shank, false},
		{"½ shank", 0.5, 0.5, Shank, false},
		{"0.5 shank", 0.5, 0.5, Shank, false},
		{"two-thirds of the hook shank", 2. / 3, 2. / 3, Shank, false},
		{"three quarters shank length", 0.75, 0.75, Shank, false},
		{"half to two-thirds of the shank", 0.5, 2. / 3, Shank, false},
		{"one and a half gapes", 1.5, 1.5, Gape, false},
		{"1½ times the gape", 1.5, 1.5, Gape, false},
		{"1 1/2 x gape", 1.5, 1.5, Gape, false},
		{"twice the gape", 2, 2, Gape, false},
		{"two eye lengths", 2, 2, Eye, false},
		{"2 mm", 2, 2, MM, false},
		{"2mm", 2, 2, MM, false},
		{"3/32\"", 2.38125, 2.38125, MM, false},
		{"1 inch", 25.4, 25.4, MM, false},
		{"one shank", 1, 1, Shank, false},
		{"a shank", 1, 1, Shank, false},
		{"shank length", 1, 1, Shank, false},
		{"the length of the hook", 1, 1, HookU, false},
		{"as long as the tail", 1, 1, "tail", false},
		{"half the body", 0.5, 0.5, "body", false},
		{"half as long as the body", 0.5, 0.5, "body", false},
		{"twice as long as the tail", 2, 2, "tail", false},
		{"a little longer than the tail", 1.05, 1.25, "tail", false},
		{"to the point", 1, 1, Point, true},
		{"to the hook point", 1, 1, Point, true},
		{"just past the bend", 1.02, 1.12, Bend, true},
		{"to the end of the tail", 1, 1, "tail", true},
		{"just under one shank", 0.85, 0.98, Shank, false},
		{"just under a full shank", 0.85, 0.98, Shank, false},
		{"about half the shank", 0.45, 0.55, Shank, false},
		{"no more than 2 mm", 0, 2, MM, false},
		{"half as long again as the body", 1.5, 1.5, "body", false},
		{"a third shorter than the tail", 2. / 3, 2. / 3, "tail", false},
		{"a quarter longer than the shank", 1.25, 1.25, Shank, false},
		{"half way down the body", 0.5, 0.5, "body", false},
		{"two thirds of the way along the wing", 2. / 3, 2. / 3, "wing", false},
		{"40% of the shank", 0.4, 0.4, Shank, false},
		{"1,5 times the gape", 1.5, 1.5, Gape, false},
		{"gape long", 1, 1, Gape, false},
		{"rather longer than the body", 1.1, 1.4, "body", false},
		{"ending just short of the bend", 0.88, 0.98, Bend, true},
		{"to the outer edge of the bend", 1, 1, Bend, true},
	} {
		l, err := Parse(c.in, bodyTail)
		if err != nil {
			t.Errorf("%q: %v", c.in, err)
			continue
		}
		if math.Abs(l.Low-c.low) > 1e-6 || math.Abs(l.High-c.high) > 1e-6 || l.Of != c.of || l.Reach != c.reach {
			t.Errorf("%q = %v to %v of %s (reach %v), want %v to %v of %s (reach %v)", c.in, l.Low, l.High, l.Of, l.Reach, c.low, c.high, c.of, c.reach)
		}
	}
}

func TestParseLengthRefusesWhatIsNoLength(t *testing.T) {
	for _, in := range []string{"", "half", "two tails", "5 hackle fibres", "the shank's colour", "half the shank and blue", "long", "brown"} {
		if l, err := Parse(in, bodyTail); err == nil {
			t.Errorf("%q was read as %v; it says no length", in, l)
		} else if !strings.Contains(err.Error(), "expected") {
			t.Errorf("%q: the message %q does not say what was expected", in, err)
		}
	}
}

func TestScanNumber(t *testing.T) {
	for in, want := range map[string]Interval{
		"five or six fibres": {5, 6}, "5-6": {5, 6}, "3 to 4": {3, 4}, "two and a half turns": {2.5, 2.5}, "2½": {2.5, 2.5},
		"half a dozen": {6, 6}, "a dozen": {12, 12}, "a good half dozen": {6, 7.8}, "at most 4": {0, 4}, "a couple of": {2, 2},
		"between four and six": {4, 6}, "10 or so": {9, 11},
	} {
		got, n := ScanNumber(Lex(in), 0)
		if n == 0 || math.Abs(got.Low-want.Low) > 1e-9 || math.Abs(got.High-want.High) > 1e-9 {
			t.Errorf("%q = %v, want %v", in, got, want)
		}
	}
}

func TestScanPosition(t *testing.T) {
	for _, c := range []struct {
		in string
		v  float64
		of Unit
	}{
		{"the bend", 1, Shank}, {"midway", 0.5, Shank}, {"a third back", 1. / 3, Shank}, {"one third behind the eye", 1. / 3, Shank},
		{"two eye lengths behind the eye", 2, Eye}, {"opposite the barb", 1, Barb}, {"the hook point", 1, Point}, {"2 mm behind the eye", 2, MM},
		{"halfway along the shank", 0.5, Shank}, {"the eye", 0, Shank},
	} {
		toks := Lex(c.in)
		l, n := ScanPosition(toks, 0, bodyTail)
		if n != len(toks) || math.Abs(l.Low-c.v) > 1e-9 || l.Of != c.of {
			t.Errorf("%q = %v of %q over %d of %d words, want %v of %s", c.in, l.Low, l.Of, n, len(toks), c.v, c.of)
		}
	}
}

func TestScanStretch(t *testing.T) {
	from, to, n := ScanStretch(Lex("over the rear two thirds of the shank"), 0)
	if n == 0 || from.Low != 1 || math.Abs(to.Low-1./3) > 1e-6 {
		t.Errorf("rear two thirds = %v to %v", from, to)
	}
	from, to, n = ScanStretch(Lex("front half"), 0)
	if n == 0 || from.Low != 0.5 || to.Low != 0 {
		t.Errorf("front half = %v to %v", from, to)
	}
}

func TestLexKeepsPlaces(t *testing.T) {
	const line = "½ the hare’s-mask body, 8/0 – 2XL"
	for _, tok := range Lex(line) {
		if tok.Start >= tok.End || strings.TrimSpace(line[tok.Start:tok.End]) == "" {
			t.Errorf("token %+v has no text", tok)
		}
	}
	if got := Lex(line)[2].Low; got != "hare's" {
		t.Errorf("a curly apostrophe must read as a straight one, got %q", got)
	}
}

func FuzzLengthRoundTrip(f *testing.F) {
	for _, s := range []string{"half the shank", "about 1½ gapes", "just past the bend", "2 mm", "1.2 to 1.4 × tail", "no more than a third of the body", "8/0", "½½", "1 1/0"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		toks := Lex(s)
		last := 0
		for _, k := range toks {
			if k.Start < last || k.End > len(s) || k.Start >= k.End {
				t.Fatalf("%q: token %+v overlaps or is empty", s, k)
			}
			last = k.End
		}
		l, err := Parse(s, bodyTail)
		if err != nil {
			return
		}
		back, err := Parse(l.String(), bodyTail)
		if err != nil || !back.Same(l) {
			t.Fatalf("%q reads as %+v, printed %q, which reads as %+v, %v", s, l, l.String(), back, err)
		}
	})
}

func BenchmarkParseLength(b *testing.B) {
	for b.Loop() {
		if _, err := Parse("just under two thirds of the hook shank", bodyTail); err != nil {
			b.Fatal(err)
		}
	}
}

// Places and units that are said without a number, or with one that is not
// theirs. Common practice, no source.
func TestPlacesAndUnitsThatMislead(t *testing.T) {
	parts := func(toks []Token) (string, int) {
		if len(toks) > 0 && toks[0].Low == "tail" {
			return "tail", 1
		}
		return "", 0
	}
	for in, want := range map[string]Length{
		"the shoulder":                     {Low: 0.2, High: 0.2, Of: Shank},
		"halfway round the bend":           {Low: 1.13, High: 1.13, Of: Shank},
		"halfway":                          {Low: 0.5, High: 0.5, Of: Shank},
		"an eye length behind the eye":     {Low: 1, High: 1, Of: Eye},
		"2 eye lengths behind eye":         {Low: 2, High: 2, Of: Eye},
		"a third back":                     {Low: 1. / 3, High: 1. / 3, Of: Shank},
		"one eye length back from the eye": {Low: 1, High: 1, Of: Eye},
	} {
		got, n := ScanPosition(Lex(in), 0, parts)
		if n == 0 || got.Of != want.Of || !near(got.Low, want.Low) || !near(got.High, want.High) {
			t.Errorf("%q: %+v (%d tokens), expected %+v", in, got, n, want)
		}
	}
	for in, inch := range map[string]bool{"2 in front": false, "2 in": true, "2 in long": true, "2 in the air": false, "2 inches": true, "2\"": true} {
		l, n := ScanLength(Lex(in), 0, parts)
		if (n > 0 && l.Of == MM) != inch {
			t.Errorf("%q is read as %+v", in, l)
		}
	}
	if v := (Interval{2, 3}).Times(0.9, 1.1); v != (Interval{1.8, 3.3}) {
		t.Errorf("2 to 3, ten per cent either way: %v", v)
	}
}

// How far forward something is wound, as people say it. Common practice, no source.
func TestScanForward(t *testing.T) {
	for text, want := range map[string]float64{
		"two thirds of the way up to the eye": 1.0 / 3, "half way along the shank": 0.5, "three quarters of the way forward": 0.25, "halfway to the eye": 0.5,
		"two thirds up the hook shank": 1.0 / 3, "a third of the way to the eye": 2.0 / 3,
	} {
		toks := Lex(text)
		l, n := ScanForward(toks, 0)
		if n != len(toks) || l.Of != Shank || math.Abs(l.Mid()-want) > 1e-6 {
			t.Errorf("%q: %+v after %d of %d tokens, want %.3f", text, l, n, len(toks), want)
		}
	}
	for _, text := range []string{"two thirds of the shank", "half way down the body", "two turns up the shank", "half the way"} {
		if l, n := ScanForward(Lex(text), 0); n > 0 {
			t.Errorf("%q is no place on the way forward, yet %+v", text, l)
		}
	}
}

// What is published is what is read: no phrase stands twice in a list with other
// figures, and each has its figures.
func TestTablesArePublishedWhole(t *testing.T) {
	total := 0
	for _, table := range Tables() {
		if table.Title == "" || table.Say == "" {
			t.Errorf("a list without its title: %+v", table)
		}
		seen := map[string]string{}
		for _, w := range table.Words {
			total++
			if was, twice := seen[w.Words]; w.Words == "" || w.Figures == "" || twice && was != w.Figures {
				t.Errorf("%s: %q is %q and %q", table.Title, w.Words, was, w.Figures)
			}
			seen[w.Words] = w.Figures
		}
	}
	if want := len(Hedges) + len(Bounds) + len(ReachHedges) + len(roundWords) + len(shortOf) + len(Loose) + 1; total != want {
		t.Errorf("%d phrases are published, %d are read", total, want)
	}
}
