package compare

import (
	"cmp"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"mothledger/core/material"
	"mothledger/core/reading"
)

// TestMaterialsAreKnown reads the demo club and the corpus: of all materials that their parts name the
// Cabinet has no entry for at most 2 in a hundred.
func TestMaterialsAreKnown(t *testing.T) {
	for set, globs := range map[string][]string{
		"demo": {"../../demo/patterns/*.txt"}, "corpus": {"../reading/testdata/*/*.txt", "../reading/testdata/gauge/*/*.txt"},
	} {
		said, unknown := 0, 0
		which := map[string]int{}
		for _, g := range globs {
			files, err := filepath.Glob(g)
			if err != nil || len(files) == 0 {
				t.Fatalf("%s: no texts, %v", g, err)
			}
			for _, f := range files {
				b, err := os.ReadFile(f)
				if err != nil {
					t.Fatal(err)
				}
				r, err := reading.Read(string(b), reading.Builtin())
				if err != nil {
					continue // texts that are refused on purpose
				}
				for _, p := range r.Dressing.Parts {
					for _, m := range p.Materials {
						if m.Name == "" {
							continue
						}
						said++
						if e, _ := Entry(material.Builtin(), m, p); e == nil {
							unknown++
							which[m.Name]++
						}
					}
				}
			}
		}
		t.Logf("%s: %d of %d materials unknown", set, unknown, said)
		if 50*unknown > said {
			t.Errorf("%s: %d of %d materials are not in the Cabinet (%.1f %%)", set, unknown, said, 100*float64(unknown)/float64(said))
			for _, w := range slices.SortedFunc(maps.Keys(which), func(a, b string) int { return cmp.Or(which[b]-which[a], cmp.Compare(a, b)) }) {
				t.Logf("%d × %s", which[w], w)
			}
		}
	}
}
