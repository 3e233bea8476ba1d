package profile

import (
	"encoding/json"
	"strings"
	"testing"

	"mothledger/core/lexicon"
)

// TestEachWordOfStandingMatters takes each row away that says how a wing stands, or that a wing case goes over the
// whole body: the drawing is another then.
func TestEachWordOfStandingMatters(t *testing.T) {
	drawn := func(text string) string {
		t.Helper()
		b, err := json.Marshal(outline(t, text, 12))
		if err != nil {
			t.Fatal(err)
		}
		return string(b)
	}
	const fly = "Pattern: Trial\n\nHook: 12 wet\nBody: fur\nThorax: fur\n%s\nHackle: hen, 2 turns\n"
	for class, line := range map[string]string{"stands": "Wing: two teal slips, %s", "back and case": "%s: a slip of turkey"} {
		for _, phrase := range lexicon.Phrases(class) {
			text := strings.Replace(fly, "%s", strings.Replace(line, "%s", phrase, 1), 1)
			was := drawn(text)
			lexicon.Without(lexicon.Row{Phrase: phrase, Class: class}, func() {
				if drawn(text) == was {
					t.Errorf("without %q as %q the drawing of %q is the same", phrase, class, text)
				}
			})
		}
	}
}
