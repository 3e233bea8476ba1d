package reading

import (
	"bytes"
	"encoding/json"
	"flag"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

var writeGolden = flag.Bool("golden", false, "write testdata/golden.jsonl anew")

// TestGolden holds all that is read of the corpus, remarks and places too, against what was
// read when it was last looked at: one line of JSON a recipe. Facts see only what they ask
// for; here nothing changes unnoticed. After a change that is meant, write the file anew with
//
//	go test ./core/reading -run TestGolden -golden
//
// and read its difference line by line: it belongs in the commit. The texts of gauge/held are
// left out, for they are not to be looked at.
func TestGolden(t *testing.T) {
	const path = "testdata/golden.jsonl"
	var got bytes.Buffer
	enc := json.NewEncoder(&got)
	enc.SetEscapeHTML(false)
	files := slices.Concat(corpus(t, "testdata/*/*.txt"), corpus(t, "testdata/gauge/sentences/*.txt"), corpus(t, "testdata/gauge/hands/*.txt"), corpus(t, "testdata/gauge/second/*.txt"), corpus(t, "testdata/gauge/third/*.txt"), corpus(t, "testdata/gauge/fourth/*.txt"), corpus(t, "testdata/gauge/fifth/*.txt"))
	for _, f := range files {
		text, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		line := struct {
			Text    string  `json:"text"`
			Refused string  `json:"refused,omitempty"`
			Reading Reading `json:"reading"`
		}{Text: strings.TrimPrefix(filepath.ToSlash(f), "testdata/")}
		if line.Reading, err = Read(string(text), Builtin()); err != nil {
			line.Refused = err.Error()
		}
		if err := enc.Encode(line); err != nil {
			t.Fatal(err)
		}
	}
	if *writeGolden {
		if err := os.WriteFile(path, got.Bytes(), 0o666); err != nil {
			t.Fatal(err)
		}
	}
	want, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	was, is := strings.Split(string(want), "\n"), strings.Split(got.String(), "\n")
	if len(was) != len(is) {
		t.Fatalf("%d recipes read, %d in %s", len(is)-1, len(was)-1, path)
	}
	for i := range is {
		if is[i] != was[i] {
			from, to := difference(was[i], is[i])
			t.Errorf("%s reads otherwise than it did:\n  was … %s …\n  is  … %s …", recipeOf(is[i]), from, to)
		}
	}
}

// recipeOf is the name of the recipe that a line of the golden file is about.
func recipeOf(line string) string {
	var x struct{ Text string }
	if json.Unmarshal([]byte(line), &x) != nil {
		return line
	}
	return x.Text
}

// difference gives the stretch in which two lines differ, with some of what is before it.
func difference(a, b string) (string, string) {
	i := 0
	for i < min(len(a), len(b)) && a[i] == b[i] {
		i++
	}
	cut := func(s string) string { return strings.ToValidUTF8(s[max(0, min(i, len(s))-60):min(len(s), i+100)], "") }
	return cut(a), cut(b)
}
