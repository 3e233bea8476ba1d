package lexicon

import "testing"

// BenchmarkOpen is what a start takes for the words.
func BenchmarkOpen(b *testing.B) {
	for b.Loop() {
		if _, err := Open(files); err != nil {
			b.Fatal(err)
		}
	}
}
