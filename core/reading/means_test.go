package reading

import (
	"encoding/json"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/material"
)

const meansText = `Pattern: Grobble Moth
Means: w/duck = wood duck flank (material); x5 = five turns (number)
Means: ribb = rib; grobble = (material, fur, #8a5522); blarg = (colour, #1020a0)

Hook: 12 wet
Tail: 6 w/duck fibres, half the shank
Ribb: gold wire, x5
Body: blarg grobble, from the bend to the eye; not on a Sunday
`

// texts joins the marks of each line.
func texts(r Reading) string {
	var lines []string
	for _, l := range r.Lines {
		s := ""
		for _, m := range l.Marks {
			s += m.Text
		}
		lines = append(lines, s)
	}
	return strings.Join(lines, "\n")
}

// TestWordsMean: what the header Means says is read as the trade's own words are, and what was
// written stays as written.
func TestWordsMean(t *testing.T) {
	r, err := Read(meansText, Builtin())
	if err != nil {
		t.Fatal(err)
	}
	d := r.Dressing
	if got := texts(r); got != meansText {
		t.Errorf("the marks give\n%s\nnot\n%s", got, meansText)
	}
	part := func(role string) Part {
		t.Helper()
		i := d.Find(role)
		if i < 0 {
			t.Fatalf("there is no %s: %+v", role, d.Parts)
		}
		return d.Parts[i]
	}
	tail, rib, body := part("tail"), part("rib"), part("body")
	if m := tail.Materials; len(m) != 1 || m[0].Name != "wood duck flank" || tail.Count == nil || tail.Count.Low != 6 || tail.Text != "6 w/duck fibres, half the shank" {
		t.Errorf("tail: %+v", tail)
	}
	if rib.Turns == nil || rib.Turns.Low != 5 || rib.Text != "gold wire, x5" || rib.Line != 7 || rib.Materials[0].Name != "wire" {
		t.Errorf("rib: %+v", rib)
	}
	m := body.Materials
	if len(m) != 1 || m[0].Name != "grobble" || m[0].Kind() != material.Fur || m[0].Colour != "blarg" {
		t.Fatalf("body: %+v", body)
	}
	if hex, stated := m[0].Ink(); hex != "#1020a0" || !stated {
		t.Errorf("its colour is %s", hex)
	}
	if d.Title != "Grobble Moth" || len(d.Means) != 5 || len(d.Unread) != 0 {
		t.Errorf("%q, %+v, %+v", d.Title, d.Means, d.Unread)
	}
	again, err := Read(dressing.Write(d), Builtin())
	if err != nil || saidWithoutLines(again.Dressing) != saidWithoutLines(d) {
		t.Errorf("written and read again it is\n%s\nnot\n%s\n%v", saidWithoutLines(again.Dressing), saidWithoutLines(d), err)
	}
}

func saidWithoutLines(d Dressing) string {
	for i := range d.Parts {
		d.Parts[i].Line = 0
	}
	return dressing.Write(d)
}

// TestATaughtWordIsAsABuiltInOne reads each line with what was taught and beside it with the
// trade's own words: all values are the same.
func TestATaughtWordIsAsABuiltInOne(t *testing.T) {
	for _, c := range []struct {
		c          Correction
		says, like string
	}{
		{Correction{Words: "w/duck", As: "material", Means: "wood duck flank"}, "Wing: w/duck, one shank", "Wing: wood duck flank, one shank"},
		{Correction{Words: "x5", As: "number", Means: "five turns"}, "Rib: gold wire x5", "Rib: gold wire five turns"},
		{Correction{Words: "ribb", As: "part", Means: "rib"}, "Ribb: gold wire", "Rib: gold wire"},
		{Correction{Words: "at the corner", As: "place", Means: "at the bend"}, "Tag: gold tinsel, tied in at the corner", "Tag: gold tinsel, tied in at the bend"},
		{Correction{Words: "clart", As: "colour", Means: "claret"}, "Body: dark clart wool", "Body: dark claret wool"},
		{Correction{Words: "Clart", As: "colour", Means: "claret"}, "Body: CLART wool", "Body: claret wool"},
		{Correction{Words: "half way", As: "number", Means: "half the shank"}, "Tail: hen fibres, half way", "Tail: hen fibres, half the shank"},
		{Correction{Words: "2 pinches", As: "amount", Means: "sparse"}, "Body: hare, 2 pinches", "Body: hare, sparse"},
		{Correction{Words: "hmm", As: "remark"}, "Body: hare", "Body: hare"},
	} {
		if err := Check(c.c); err != nil {
			t.Errorf("%+v: %v", c.c, err)
			continue
		}
		values := func(line string, w *Words) string {
			r, err := Read("Fly\n\nHook: 12\n"+line+"\n", w)
			if err != nil {
				t.Fatal(err)
			}
			d := r.Dressing
			for i := range d.Parts {
				d.Parts[i].Text = ""
			}
			return string(saidDressing(d))
		}
		got, want := values(c.says, Builtin().With([]Correction{c.c})), values(c.like, Builtin())
		if got != want {
			t.Errorf("%q with %+v gives\n%s\nnot\n%s", c.says, c.c, got, want)
		}
	}
}

// TestARemarkIsUnderstood: what is only a remark is not listed as not understood.
func TestARemarkIsUnderstood(t *testing.T) {
	text := "Fly\n\nHook: 12\nBody: hare\nquux zog the frob\n"
	r, err := Read(text, Builtin())
	if err != nil || len(r.Dressing.Unread) == 0 {
		t.Fatalf("the line is understood as it is: %+v %v", r.Dressing, err)
	}
	for _, c := range []struct{ text, words string }{{text, "quux zog the frob"}, {"Fly\n\nHook: 12\nBody: hare, quux frob\n", "quux frob"}, {"Fly\n\nHook: 12\nBody: hare\nTail: quux frob\n", "quux frob"}} {
		r, err := Read(c.text, Builtin().With([]Correction{{Words: c.words, As: "remark"}}))
		if err != nil || len(r.Dressing.Unread) > 0 {
			t.Errorf("%q: %+v %v", c.words, r.Dressing.Unread, err)
		}
		kept := strings.Join(r.Dressing.Notes, " ")
		for _, p := range r.Dressing.Parts {
			kept += " " + p.Note + " " + p.Text
		}
		if !strings.Contains(kept, c.words) {
			t.Errorf("%q is not kept: %+v", c.words, r.Dressing)
		}
	}
}

func TestMeaningsAreChecked(t *testing.T) {
	for _, c := range []struct {
		c    Correction
		says string
	}{
		{Correction{Words: "x", As: "number"}, "say which number"},
		{Correction{Words: "x", As: "place", Means: "over the hills"}, "does not know"},
		{Correction{Words: "x", As: "number", Means: "wood duck"}, "is no number"},
		{Correction{Words: "x", As: "part", Means: "wood duck"}, "is no part"},
		{Correction{Words: "x", As: "remark", Means: "wool"}, "nothing else"},
		{Correction{Words: "x", As: "colour", Hue: "red"}, "such as #8a5522"},
		{Correction{Words: "x", As: "material", Kind: "cheese"}, "no kind of material"},
		{Correction{Words: "x", As: "colour", Kind: material.Fur}, "only a new material"},
	} {
		if err := Check(c.c); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%+v: %v, want … %s …", c.c, err, c.says)
		}
	}
	r, err := Read("Fly\nMeans: x = over the hills; y = wool (material); z\n\nHook: 12\nBody: y\n", Builtin())
	if err != nil || len(r.Dressing.Means) != 1 || len(r.Dressing.Unread) != 1 || r.Dressing.Unread[0].Line != 2 || !strings.Contains(r.Dressing.Unread[0].Text, "over the hills") || !strings.Contains(r.Dressing.Unread[0].Text, "z") {
		t.Errorf("%+v %v", r.Dressing, err)
	}
}

// FuzzMeans holds that whatever words mean, no text is lost: the marks give each line back.
func FuzzMeans(f *testing.F) {
	f.Add(meansText, "w/duck", "wood duck flank")
	f.Add("Fly\n\nTail: x5, x5-wound\nX5", "x5", "five turns")
	f.Add("Fly\nMeans: \"a;\"\"b\" = wool\n\nTail: a;\"b", "fly", "moth")
	f.Fuzz(func(t *testing.T, text, words, means string) {
		c := Correction{Words: words, As: "material", Means: means}
		if len(text) > 4000 || strings.ContainsAny(means, "\n\r") || strings.TrimSpace(words) == "" {
			t.Skip()
		}
		r, err := Read(text, Builtin().With([]Correction{c}))
		if err != nil {
			t.Skip()
		}
		if got := texts(r); got != strings.TrimPrefix(text, "\ufeff") {
			t.Fatalf("%q becomes %q", text, got)
		}
		list := r.Dressing.Means
		for _, m := range list {
			back, rest := dressing.ParseMeanings(m.String())
			if rest != "" || len(back) != 1 || back[0] != m {
				t.Fatalf("%+v is written %q and read %+v %q", m, m.String(), back, rest)
			}
		}
	})
}

// saidDressing is all that a dressing says, as JSON.
func saidDressing(d Dressing) []byte {
	b, _ := json.Marshal(d)
	return b
}
