package advice

import (
	"fmt"
	"slices"
	"testing"

	"mothledger/core/lexicon"
	"mothledger/core/reading"
)

// TestEachRowOfCareMatters takes each of the words that advice goes by away in turn: some dressing then
// gets other advice.
func TestEachRowOfCareMatters(t *testing.T) {
	said := func(text string) string {
		r, err := reading.Read("Fly\n"+text, reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		h, _ := r.Dressing.HookNamed()
		return fmt.Sprint(On(r.Dressing, h))
	}
	lines := []string{"Wing: %s", "Wing: %s hair", "Hackle: %s", "Body: %s", "Body: %s fur", "Body: %s herl", "Tail: %s", "Cheeks: %s", "Weight: 8 turns of %s wire", "Finish: %s", "Finish: %s resin", "Finish: resin, %s", "Body: hare and olive rabbit, %s", "Hackle: hen, %s", "Post: poly yarn, a drop of %s",
		"Cheeks: jungle cock %s", "Cheeks: %s jungle cock", "Weight: %s wire", "Wing: %s heron", "Weight: 8 turns of %s lead wire", "Weight: lead wire (%s)", "Body: seal %s", "Weight: lead wire, %s"}
	list := func(words *[]string) func(string) func() {
		return func(phrase string) func() {
			kept := *words
			*words = slices.DeleteFunc(slices.Clone(kept), func(w string) bool { return w == phrase })
			return func() { *words = kept }
		}
	}
	lexicon.Reads("hollow hair", list(&hollow))
	lexicon.Reads("stand-in", list(&standIns))
	lexicon.Reads("drop", list(&settings))
	for _, class := range []string{"hollow hair", "stand-in", "drop", "hazard", "hazard done"} {
		for _, row := range lexicon.Rows(class) {
			if !slices.ContainsFunc(lines, func(form string) bool {
				text := "Hook: 12 nymph\n" + fmt.Sprintf(form, row.Phrase) + "\n"
				was, now := said(text), ""
				lexicon.Without(row, func() { now = said(text) })
				return now != was
			}) {
				t.Errorf("%s %q changes no advice when it is taken away", class, row.Phrase)
			}
		}
	}
}

// TestHazardsHaveTexts holds against a slip in the rows: a hazard has a text to it.
func TestHazardsHaveTexts(t *testing.T) {
	for _, class := range []string{"hazard", "hazard done"} {
		for _, row := range lexicon.Rows(class) {
			if !slices.ContainsFunc(hazards, func(h hazard) bool {
				return h.code == row.Value && (class == "hazard" && h.words == byName || class == "hazard done" && h.done == byDoing)
			}) {
				t.Errorf("%s %q stands for %q, of which there is no caution", class, row.Phrase, row.Value)
			}
		}
	}
}
