package lexicon

import (
	"slices"
	"testing"
)

// TestForms has a form of a word, and the one that may stand in a row. The rules are those of any school grammar.
func TestForms(t *testing.T) {
	for written, row := range map[string]string{
		"shoved": "shove", "shoving": "shove", "shove": "shoved", "dabbed": "dab", "trims": "trimmed", "trimmed": "trim",
		"carries": "carry", "carried": "carries", "brushes": "brush", "brush": "brushed", "nieces": "niece", "questions": "question",
	} {
		if forms := Forms(written); !slices.Contains(forms, row) {
			t.Errorf("%s is no form of %s: %v", row, written, forms)
		}
		if slices.Contains(Forms(written), written) {
			t.Errorf("%s is a form of itself", written)
		}
	}
	for _, written := range []string{"", "is", "red", "bed"} { // too short to have an ending
		if forms := Forms(written); forms != nil {
			t.Errorf("%q has the forms %v", written, forms)
		}
	}
}
