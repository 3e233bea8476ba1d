package reading

import (
	"reflect"
	"strings"
	"testing"
)

const wordFile = `words,as,means,kind,hue,also,example
grobble,material,,fur,#8a5522,grobbly; wold fur,"Body: grobble, from the bend"
w/duck,material,wood duck flank,,,,
x5,number,five turns,,,,"Rib: wire, x5"
"hmm, well",remark,,,,,
`

func TestWordFile(t *testing.T) {
	rows, err := ReadWordFile(wordFile)
	if err != nil || len(rows) != 4 || rows[0].Kind != "fur" || !reflect.DeepEqual(rows[0].Also, []string{"grobbly", "wold fur"}) {
		t.Fatalf("%+v %v", rows, err)
	}
	if got := WriteWordFile(rows); got != wordFile {
		t.Errorf("written it is\n%s", got)
	}
	w := Builtin().With(All(rows))
	r, err := Read("Fly\n\nHook: 12\nBody: wold fur\n", w)
	if err != nil || r.Dressing.Parts[1].Materials[0].Name != "grobble" || r.Dressing.Parts[1].Materials[0].Kind() != "fur" || r.Dressing.Parts[1].Text != "wold fur" {
		t.Errorf("another name: %+v %v", r.Dressing.Parts, err)
	}
	for text, says := range map[string]string{
		"": "line 1: the file is empty", "a,b\n": "line 1: the heading is a,b", "words,as\nx,verb\n": "line 2: \"x\" cannot be \"verb\"", "words,as\nx,colour\nX,colour\n": "line 3: \"X\" stands twice", "words,as,means\nx,number,wool\n": "line 2: “wool” is no number",
		"words,as\nx,colour,more\n": "line 2: 3 fields; expected 2", "words,as\n\"x,colour\n": "quote", "words,as\nx,colour\n" + strings.Repeat(" ", MaxText): "the file has more than 1048576 bytes",
	} {
		if _, err := ReadWordFile(text); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v, want … %s …", text, err, says)
		}
	}
}

// FuzzWordFile holds that what is read is written and read the same.
func FuzzWordFile(f *testing.F) {
	f.Add(wordFile)
	f.Add("as,words\nmaterial,\"a;b\"\n")
	f.Fuzz(func(t *testing.T, text string) {
		rows, err := ReadWordFile(text)
		if err != nil {
			return
		}
		again, err := ReadWordFile(WriteWordFile(rows))
		if err != nil || len(rows) != len(again) || len(rows) > 0 && !reflect.DeepEqual(rows, again) {
			t.Fatalf("%+v becomes %+v: %v", rows, again, err)
		}
	})
}
