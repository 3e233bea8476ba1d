package reading

import (
	"encoding/json"
	"errors"
	"math"
	"mothledger/core/dressing"
	"os"
	"reflect"
	"strings"
	"testing"
	"time"
)

func read(t testing.TB, text string) Dressing {
	t.Helper()
	r, err := Read(text, Builtin())
	if err != nil {
		t.Fatalf("%q: %v", text, err)
	}
	return r.Dressing
}

// one reads a single part line.
func one(t *testing.T, line string) Part {
	t.Helper()
	d := read(t, "Pattern: Trial\n\n"+line)
	if len(d.Parts) == 0 {
		t.Fatalf("%q gave no part; unread %v", line, d.Unread)
	}
	return d.Parts[0]
}

// Each line is one fact that people write in many ways. Common practice, no
// source.
func TestPartLines(t *testing.T) {
	for _, c := range []struct{ line, field, want string }{
		{"Tail: 5 or 6 natural pheasant tail fibres, half the shank", "name", "pheasant tail"},
		{"Tail: 5 or 6 natural pheasant tail fibres, half the shank", "colour", "natural"},
		{"Tail: 5 or 6 natural pheasant tail fibres, half the shank", "count", "5-6 fibre"},
		{"Rib: copper wire", "colour", "copper"},
		{"Rib: copper wire", "name", "wire"},
		{"Rib: copper wire, 4 turns, tied down with 2 turns of thread", "turns", "4"},
		{"Rib: five turns, and three turns of thread to lock it", "turns", "5"},
		{"Hackle: one turn of grey partridge", "turns", "1"},
		{"Hackle: partridge, one turn behind the bead before the rest, 3 turns in all", "turns", "3"},
		{"Hackle: brown or black cock", "colour", "brown"},
		{"Hackle: brown or black cock", "alt.colour", "black"},
		{"Hackle: hen hackle, brown", "colour", "brown"},
		{"Hackle: golden pheasant", "colour", ""},
		{"Hackle: blue dun cape", "name", "blue dun cape"},
		{"Hackle: 2 cock hackles", "count", "2 feather"},
		{"Legs: 3 rubber strands per side", "count", "3 strand side"},
		{"Body: dark olive rabbit", "colour", "dark olive"},
		{"Body: medium flat silver tinsel", "size", "medium"},
		{"Body: medium flat silver tinsel", "name", "flat tinsel"},
		{"Body: medium olive dubbing", "colour", "medium olive"},
		{"Body: peacock herl over the rear half", "to", "0.5 shank"},
		{"Body: fur, starting at the barb, ending two eye lengths behind the eye", "to", "2 eye"},
		{"Wing: elk hair, level with the bend", "length", "1 bend"},
		{"Wing: elk hair, as long as the body", "length", "1 body"},
		{"Bead: 2.8 mm black tungsten bead", "diameterMM", "2.8"},
		{"Bead: 2.8 mm black tungsten bead", "name", "tungsten bead"},
		{"Hook: 1/0 salmon", "hook.size", "1/0"},
		{"Hook: #14 3XL 2X heavy streamer, up eye", "hook.shank", "3XL"},
		{"Hook: #14 3XL 2X heavy streamer, up eye", "hook.wire", "2XH"},
		{"Hook: size 14 jig, barb flattened", "hook.barb", "flattened"},
		{"Thread: 6/0 claret", "thread.aught", "6/0"},
		{"Head: whip finish of 5 turns", "turns", "5"},
		{"Hackle: brown cock, parachute, against the body, 5 turns", "winding", ""},
		{"Rib: gold wire wound in the same direction as the body", "winding", "with"},
		{"Rib: gold wire, opening towards the thorax", "spacing", "opening"},
		{"Tail: white hen instead of red cock", "colour", "white"},
		{"Tail: omitted", "absent", "true"},
		{"Thorax: as the body", "sameAs", ""},
	} {
		if got := partField(one(t, c.line), c.field); !sameNumber(got, c.want) {
			t.Errorf("%q: %s is %q, want %q", c.line, c.field, got, c.want)
		}
	}
}

func TestSameAsAndContinuesFindTheirMaterial(t *testing.T) {
	d := read(t, "Pattern: Trial\n\nTail: pheasant tail, 6 fibres\nBody: butts of the tail fibres\nThorax: as the body\n")
	for i := range d.Parts {
		m := d.MaterialsOf(i)
		if len(m) != 1 || m[0].Name != "pheasant tail" {
			t.Errorf("%s is made of %v; all three are the one bunch of pheasant tail", d.Parts[i].Role, m)
		}
	}
}

func TestContradictionsAreShownNotAveraged(t *testing.T) {
	for _, text := range []string{
		"Pattern: Trial\n\nHook: 12 dry\nHook: 16 dry\n",
		"Pattern: Trial\nSizes: 14 to 18\n\nHook: size 10\n",
		"Pattern: Trial\n\nThread: black\nBody: fur\nThread: white\n",
		"Pattern: Trial\n\nRib: gold wire, 4 turns, or was it 7 turns\n",
		"Pattern: Trial\n\nTail: hen, half the shank, one and a half shanks\n",
	} {
		if d := read(t, text); len(d.Contradictions) != 1 {
			t.Errorf("%q: contradictions %v, want one", text, d.Contradictions)
		}
	}
	if d := read(t, "Pattern: Trial\n\nHook: 10 for the demonstration, fish it on 14 to 16\n"); len(d.Contradictions) != 0 || d.Parts[0].Hook.Demonstration != "10" || d.Sizes == nil || d.Sizes.Low != 14 {
		t.Errorf("a demonstration size is no contradiction: %+v, sizes %v", d.Contradictions, d.Sizes)
	}
}

func TestWhatIsNotUnderstoodIsListed(t *testing.T) {
	d := read(t, "Pattern: Trial\n\nBody: grobbled snark\nRib: gold wire glimmering\nNobody knows what this line is about at all.\n")
	want := map[string]bool{"grobbled snark": true, "glimmering": true, "Nobody knows what this line is about at all.": true}
	for _, u := range d.Unread {
		if !want[u.Text] {
			t.Errorf("line %d %q need not be unread", u.Line, u.Text)
		}
		delete(want, u.Text)
	}
	for left := range want {
		t.Errorf("%q was swallowed without a word", left)
	}
}

func TestBadTextIsRefusedWithItsPlace(t *testing.T) {
	for text, want := range map[string]string{
		"":                             "empty",
		" \n\t\n":                      "empty",
		"Pattern: X\nTail: \x00\x01":   "line 2",
		"\xff\xfe\x00":                 "not text",
		strings.Repeat("a", MaxText+1): "at most",
	} {
		_, err := Read(text, Builtin())
		var te *TextError
		if !errors.As(err, &te) || !strings.Contains(err.Error(), want) {
			t.Errorf("%.20q: error %v, want one that says %q", text, err, want)
		}
	}
}

// values takes from a dressing what may differ between two writings of it.
func values(d Dressing) Dressing {
	out := d
	out.Parts = nil
	for _, p := range d.Parts {
		p.Line = 0
		p.Text = strings.Join(strings.Fields(p.Text), " ")
		for _, said := range []string{p.To.Text, p.From.Text} { // a place said with another part is written with this one as well
			if said != "" {
				p.Text = strings.TrimSuffix(p.Text, ", "+said)
			}
		}
		out.Parts = append(out.Parts, p)
	}
	out.Unread, out.Contradictions = nil, nil
	return out
}

func TestWriteReadsBackTheSame(t *testing.T) {
	for _, f := range corpus(t, "testdata/*/*.txt") {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		d := read(t, string(text))
		if len(d.Parts) == 0 { // a list that nobody can read as parts; the command refuses it
			continue
		}
		back := read(t, dressing.Write(d))
		if a, b := values(d), values(back); !reflect.DeepEqual(a, b) {
			ja, _ := json.MarshalIndent(a, "", " ")
			jb, _ := json.MarshalIndent(b, "", " ")
			t.Errorf("%s: written\n%s\nread first\n%s\nread again\n%s", f, dressing.Write(d), ja, jb)
		}
	}
}

func TestMarksJoinToTheLine(t *testing.T) {
	const text = "Pattern: Trial\n\nTail: about ½ the shank, 3–4 fibres of “grey” hen; Body: olive fur ribbed with gold wire\n  and more of it\n"
	r, err := Read(text, Builtin())
	if err != nil {
		t.Fatal(err)
	}
	for i, want := range strings.Split(text, "\n") {
		var got strings.Builder
		for _, m := range r.Lines[i].Marks {
			got.WriteString(m.Text)
		}
		if got.String() != want {
			t.Errorf("line %d joins to %q, want %q", i+1, got.String(), want)
		}
	}
}

// TestADashBehindALabelIsTheLabels reads cards whose labels end in a dash before a word that may stand behind one
// itself; it once ended the program.
func TestADashBehindALabelIsTheLabels(t *testing.T) {
	for _, style := range []string{"nymph", "dry", "wet", "salmon", "emerger", "jig"} {
		d := read(t, "Sump Thing\nHook - "+style+", 14. Thread - brown. Tail - partridge, brown. No rib.\n")
		if i := d.Find("hook"); i < 0 || d.Parts[i].Hook == nil || d.Parts[i].Hook.Style != style || d.Parts[i].Hook.Size != "14" {
			t.Errorf("%s: %+v", style, d.Parts)
		}
		if i := d.Find("tail"); i < 0 || len(d.Parts[i].Materials) != 1 || d.Parts[i].Materials[0].Name != "partridge" {
			t.Errorf("%s: %+v", style, d.Parts)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, name := range corpus(f, "testdata/hands/*.txt") {
		text, err := os.ReadFile(name)
		if err != nil {
			f.Fatal(err)
		}
		f.Add(string(text))
	}
	f.Add("Sump Thing, quick\nHook - nymph, 14. Thread - brown. Tail - partridge.")
	f.Add("a\n\nBody: x ribbed with\nand\n  more, with a red tag\nTail and wing:\nHackle (optional): none")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := Read(text, Builtin())
		if err != nil {
			return
		}
		lines := strings.Split(strings.TrimPrefix(text, "\ufeff"), "\n")
		if len(lines) != len(r.Lines) {
			t.Fatalf("%d lines read as %d", len(lines), len(r.Lines))
		}
		for i, l := range r.Lines {
			var got strings.Builder
			for _, m := range l.Marks {
				got.WriteString(m.Text)
			}
			if want := strings.TrimSuffix(lines[i], "\r"); got.String() != want {
				t.Fatalf("line %d joins to %q, want %q", i+1, got.String(), want)
			}
		}
		for _, p := range r.Dressing.Parts {
			if p.Turns != nil && p.Turns.Low > p.Turns.High || p.Length.Low > p.Length.High || p.Count != nil && p.Count.Low > p.Count.High {
				t.Fatalf("an interval runs backwards: %+v", p)
			}
		}
	})
}

const fourteenParts = `Pattern: Long Pier Sedge
Originator: Edwin Sallow

Hook: size 12 2XL dry, barbless
Thread: 8/0 brown
Tag: oval gold tinsel, 2 mm
Tail: 6 ginger cock hackle fibres, half the shank
Butt: black ostrich herl
Rib: fine gold wire, 5 turns, counter-wound
Body: dark claret seal's fur substitute, from the barb to midway
Body hackle: ginger cock, palmered, 5 turns
Underwing: CDC, 2 plumes, to the bend
Wing: natural deer hair, tips aligned, just past the bend
Thorax: hare's mask, well picked out
Legs: pheasant tail, 2 each side, knotted
Hackle: red game cock, 3 turns, one and a half gapes
Head: brown thread, whip finish of 4 turns
`

func BenchmarkReadFourteenParts(b *testing.B) {
	b.SetBytes(int64(len(fourteenParts)))
	for b.Loop() {
		if _, err := Read(fourteenParts, Builtin()); err != nil {
			b.Fatal(err)
		}
	}
}

// uncapped lets the reader itself be measured on texts that no dressing is.
var uncapped = caps{math.MaxInt, math.MaxInt}

// BenchmarkReadPerByte holds the time a byte at 1 MB against that at 10 KB.
func BenchmarkReadPerByte(b *testing.B) {
	for _, size := range []struct {
		name  string
		bytes int
	}{{"10KB", 10 << 10}, {"1MB", MaxText}} {
		text := strings.Repeat(fourteenParts+"\n", size.bytes/len(fourteenParts)+1)[:size.bytes]
		b.Run(size.name, func(b *testing.B) {
			b.SetBytes(int64(len(text)))
			for b.Loop() {
				if _, err := readWhole(text, Builtin(), uncapped); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

func TestANameMayBeginWithAPart(t *testing.T) {
	d := read(t, "Wing Moth\n\nHook: 12\nBody: fur\n")
	if d.Title != "Wing Moth" || len(d.Parts) != 2 {
		t.Errorf("title %q, %d parts", d.Title, len(d.Parts))
	}
	d = read(t, "Fly\nWing white duck\n\nBody fur\n")
	if d.Title != "Fly" || len(d.Parts) != 2 {
		t.Errorf("title %q, %d parts", d.Title, len(d.Parts))
	}
}

// A long text costs no more a byte than a short one: the ratio is measured in one
// run, and far from what anything quadratic would give.
func TestReadingGrowsWithTheText(t *testing.T) {
	const recipe = "Hook: 12 wet\nTail: the butts of the wing, as the hackle, half the shank\nRib: gold wire, 5 turns\nBody: the same fur as the thorax\nWing: the cheeks butts\n"
	perByte := func(n int) float64 {
		text := "Fly\n\n" + strings.Repeat(recipe, n)
		best := time.Hour
		for range 3 {
			begin := time.Now()
			if _, err := readWhole(text, Builtin(), uncapped); err != nil {
				t.Fatal(err)
			}
			best = min(best, time.Since(begin))
		}
		return float64(best) / float64(len(text))
	}
	if short, long := perByte(60), perByte(2400); long > 4*short {
		t.Errorf("a byte of a long text costs %.1f times that of a short one", long/short)
	}
}
