package reading

import (
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/measure"
)

// said are the values of a dressing, without the words that they came from.
func valuesOf(d Dressing) Dressing {
	out := d
	out.Parts = nil
	out.Unread, out.Contradictions, out.Notes = nil, nil, nil
	for _, p := range d.Parts {
		p.Line, p.Text, p.Note = 0, "", ""
		for _, l := range []*measure.Length{&p.Length, &p.From, &p.To, &p.TiedIn} {
			l.Text = ""
			if l.Of == measure.Bend && !l.Reach { // where the bend begins, by its other name
				l.Of = measure.Shank
			}
			l.Low, l.High = measure.Round(l.Low, 3), measure.Round(l.High, 3)
		}
		p.Materials = slices.Clone(p.Materials)
		for i := range p.Materials {
			p.Materials[i].Share = measure.Round(p.Materials[i].Share, 2)
		}
		p.DiameterMM = measure.Round(p.DiameterMM, 3)
		p.Acts, p.Said, p.Conditions, p.DiameterBasis = nil, nil, nil, ""
		out.Parts = append(out.Parts, p)
	}
	return out
}

// The standard form of every recipe of the corpus, read again, gives the same values part by
// part.
func TestStandardFormReadsTheSame(t *testing.T) {
	files := slices.Concat(corpus(t, "testdata/*/*.txt"), corpus(t, "testdata/gauge/sentences/*.txt"), corpus(t, "testdata/gauge/hands/*.txt"))
	parts, same := 0, 0
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		d := read(t, string(text))
		if len(d.Parts) == 0 {
			continue
		}
		form := dressing.Write(dressing.Standard(d))
		back := read(t, form)
		a, b := valuesOf(d), valuesOf(back)
		lines := strings.Split(form[strings.Index(form, "\n\n")+2:], "\n")
		for i, p := range a.Parts {
			parts++
			x, _ := json.Marshal(p)
			y := []byte("nothing")
			if i < len(b.Parts) {
				y, _ = json.Marshal(b.Parts[i])
			}
			if string(x) == string(y) {
				same++
				continue
			}
			line := ""
			if i < len(lines) {
				line = lines[i]
			}
			t.Errorf("%s\n   %s\n   %s\n   %s", f, line, x, y)
		}
	}
	fmt.Fprintf(os.Stderr, "report: standard form: %d of %d parts read the same\n", same, parts)
}
