package measure

import "testing"

// TestDecimalComma: the words that stand behind a figure with a decimal comma, each of which makes one figure of it;
// behind any other word the comma parts two (a list of sizes).
func TestDecimalComma(t *testing.T) {
	for _, word := range []string{"mm", "cm", "times", "×", "turns", "wraps", "windings", "shanks", "gapes", "eyes", "inches", "x "} {
		toks := Lex("2,5 " + word)
		if toks[0].Kind != Number || toks[0].Value != 2.5 {
			t.Errorf("2,5 %s begins with %q, worth %g; expected one figure, 2.5", word, toks[0].Low, toks[0].Value)
		}
	}
	for _, word := range []string{"dry", "wet", "or 14"} {
		if toks := Lex("10,12 " + word); len(toks) < 3 || toks[0].Value != 10 || toks[1].Low != "," || toks[2].Value != 12 {
			t.Errorf("10,12 %s is read as %v; expected two sizes", word, toks)
		}
	}
}
