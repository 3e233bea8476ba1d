package reading

import (
	"os"
	"regexp"
	"strings"
	"testing"
)

var (
	labelled = regexp.MustCompile(`(?m)^([A-Z][A-Za-z ]{1,16}): `)
	number   = regexp.MustCompile(`(?i)\b(two|three|four|five|six|seven|eight|nine|ten)\b`)
	figures  = map[string]string{"two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7", "eight": "8", "nine": "9", "ten": "10"}
)

// The same recipe in another spelling is read the same: whoever writes in capitals,
// in American, in figures or with other marks between label and text means the same.
// What every recipe of the corpus yields as it stands is the measure.
func TestTheSameInOtherSpelling(t *testing.T) {
	for _, way := range []struct {
		name  string
		write func(string) string
	}{
		{"in capitals", strings.ToUpper},
		{"in American", func(s string) string {
			return strings.NewReplacer("fibre", "fiber", "grey", "gray", "Grey", "Gray", "coloured", "colored", "colour", "color", "millimetre", "millimeter", "sulphur", "sulfur").Replace(s)
		}},
		{"in figures", func(s string) string {
			return number.ReplaceAllStringFunc(s, func(w string) string { return figures[strings.ToLower(w)] })
		}},
		{"with dashes", func(s string) string { return labelled.ReplaceAllString(s, "$1 - ") }},
		{"with bullets", func(s string) string { return labelled.ReplaceAllString(s, "* $1: ") }},
		{"with curly quotes", strings.NewReplacer("'", "’").Replace},
		{"with Windows line ends", func(s string) string { return strings.ReplaceAll(s, "\n", "\r\n") }},
	} {
		t.Run(way.name, func(t *testing.T) {
			asked, kept := 0, 0
			for _, f := range corpus(t, "testdata/*/*.txt") {
				text, err := os.ReadFile(f)
				if err != nil {
					t.Fatal(err)
				}
				plain := read(t, string(text))
				other := read(t, way.write(string(text)))
				facts, err := os.ReadFile(strings.TrimSuffix(f, ".txt") + ".facts")
				if err != nil {
					t.Fatal(err)
				}
				for line := range strings.Lines(string(facts)) {
					key, _, _ := strings.Cut(strings.TrimPrefix(strings.TrimSpace(line), "~"), "\t")
					if headerFact(key) {
						continue
					}
					want, got := lookup(plain, key), lookup(other, key)
					asked++
					if same(want, got) {
						kept++
						continue
					}
					t.Logf("%s: %s is %q, as it stands %q", f, key, got, want)
				}
			}
			if share := float64(kept) / float64(asked); share < 0.99 {
				t.Errorf("%d of %d facts are read the same, %.1f %%", kept, asked, 100*share)
			}
		})
	}
}

// headerFact tells the facts whose value is the writer's own words.
func headerFact(key string) bool {
	switch key {
	case "title", "originator", "tier", "source", "date", "variantOf", "parents", "unread", "contradictions":
		return true
	}
	return false
}

// same compares two values without their spelling.
func same(a, b string) bool {
	plain := strings.NewReplacer("fiber", "fibre", "gray", "grey", "colored", "coloured", "color", "colour", "sulfur", "sulphur", "’", "'")
	return strings.EqualFold(plain.Replace(a), plain.Replace(b))
}
