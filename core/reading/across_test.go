package reading

import (
	"strings"
	"testing"

	"mothledger/core/measure"
)

// A table with a row for each fly is read by its heading, whatever parts its columns.
func TestTableAcross(t *testing.T) {
	want := ""
	for i, text := range []string{
		"Fly;Hook;Tail;Body;Hackle\nTallow Candle;12 dry;cream cock, 8 fibres;cream fur;cream cock 4 turns\n",
		"Fly\tHook\tTail\tBody\tHackle\nTallow Candle\t12 dry\tcream cock, 8 fibres\tcream fur\tcream cock 4 turns\n",
		"| Fly | Hook | Tail | Body | Hackle |\n|---|---|---|---|---|\n| Tallow Candle | 12 dry | cream cock, 8 fibres | cream fur | cream cock 4 turns |\n",
		"Fly,Hook,Tail,Body,Hackle\nTallow Candle,12 dry,\"cream cock, 8 fibres\",cream fur,cream cock 4 turns\n",
	} {
		r, err := Read(text, Builtin())
		if err != nil {
			t.Fatal(err)
		}
		d := r.Dressing
		got := d.Title
		for _, p := range d.Parts {
			got += " | " + p.Role + ": " + inShort(p)
		}
		if i == 0 {
			if want = got; want != "Tallow Candle | hook:  | tail: cream cock 8 fibre | body: cream fur | hackle: cream cock 4 turns" {
				t.Errorf("%q", want)
			}
		}
		if got != want || len(d.Unread) > 0 {
			t.Errorf("%q is read as %q, unread %v, the first as %q", text, got, d.Unread, want)
		}
	}
}

func inShort(p Part) string {
	var out []string
	for _, m := range p.Materials {
		out = append(out, strings.TrimSpace(m.Colour+" "+m.Name))
	}
	if p.Count != nil {
		out = append(out, measure.Interval{Low: p.Count.Low, High: p.Count.High}.String()+" "+p.Count.Of)
	}
	if p.Turns != nil {
		out = append(out, p.Turns.String()+" turns")
	}
	return strings.Join(out, " ")
}

// Each row of such a table is a recipe of its own, under the heading; what stands before stays.
func TestSplitTableAcross(t *testing.T) {
	pieces := Split("Fly;Hook;Tail;Body\nTallow Candle;12 dry;cream cock;cream fur\nPitch Lamp;14 wet;black hen;black floss\n\nPattern: Third\nHook: 12\nBody: red wool\n")
	if len(pieces) != 3 || pieces[0].Line != 2 || pieces[1].Line != 3 || pieces[2].Line != 5 {
		t.Fatalf("%+v", pieces)
	}
	for i, title := range []string{"Tallow Candle", "Pitch Lamp", "Third"} {
		r, err := Read(pieces[i].Text, Builtin())
		if err != nil || r.Dressing.Title != title || len(r.Dressing.Parts) < 2 {
			t.Errorf("%q: %+v (%v)", pieces[i].Text, r.Dressing, err)
		}
	}
	// a row of another width belongs to no table
	if pieces := Split("Fly;Hook;Tail;Body\nTallow Candle;12 dry\n"); len(pieces) != 1 {
		t.Errorf("%+v", pieces)
	}
}
