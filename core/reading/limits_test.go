package reading

import (
	"errors"
	"fmt"
	"os"
	"strings"
	"testing"
)

// prose is what a secretary writes down, wrapped at some seventy letters.
func prose(lines int) string {
	return "Pattern: Long Telling\n\nHook: 12 wet\nBody: claret fur,\n" + strings.Repeat("and then a little more of the claret fur was put on behind the eye,\n", lines)
}

// Each of these once held a processor for seconds or minutes (the figures are of the
// reader that went over a part again for each line that goes on with it).
func TestWhatIsBeyondAnyDressingIsToldNotTried(t *testing.T) {
	for what, c := range map[string]struct{ text, says string }{
		"140 KB of wrapped prose, once 16 s":      {prose(2000), "at most 25000"},
		"100 KB of wrapped prose":                 {prose(1500), "line 5: a part of more than"},
		"20,000 quotation marks, once 2.5 s":      {"Fly\n\nBody: " + strings.Repeat("\"", 20000), "line 3: more than"},
		"a word of 32,000 hyphens, once 10 s":     {"Fly\n\nBody: a" + strings.Repeat("-", 32000) + "b", "line 3: more than"},
		"Body: red wool 30,000 times, once 120 s": {"Fly\n\n" + strings.Repeat("Body: red wool\n", 30000), "lines; expected at most"},
		"9,363 parts":             {"Fly\n\n" + strings.Repeat("Body: wool. ", 4) + "\n" + strings.Repeat("Tail: a; Body: b; Wing: c\n", 3121), "at most 25000"},
		"201 parts":               {"Fly\n\n" + strings.Repeat("Body: wool\n", 201), "line 203: more than 200 parts"},
		"a word of 6,000 letters": {"Fly\n\nBody: " + strings.Repeat("x", 6000), "line 3: a word of more than 200 letters"},
		"6,000 lines":             {"Fly\n" + strings.Repeat("\n", 6000) + "Body: wool", "at most 5000"},
	} {
		_, err := Read(c.text, Builtin())
		var te *TextError
		if !errors.As(err, &te) || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v; expected one that says %q", what, err, c.says)
		}
	}
	if r, err := Read("Fly\n\n"+strings.Repeat("Body: wool\n", 200), Builtin()); err != nil || len(r.Dressing.Parts) != 200 {
		t.Errorf("200 parts: %v", err)
	}
	if r, err := Read(prose(100), Builtin()); err != nil || len(r.Lines) != 105 {
		t.Errorf("a part of 1,600 words: %v, %d lines", err, len(r.Lines))
	}
}

// steps gives how many tokens the reader went through for each that a text has.
func steps(t *testing.T, text string) float64 {
	t.Helper()
	r := &reader{words: Builtin()}
	if err := r.readLines(text, uncapped); err != nil {
		t.Fatal(err)
	}
	return float64(r.steps) / float64(wordsIn(text))
}

// layouts are the ways in which a long text can be written, each of about so many bytes.
var layouts = map[string]func(bytes int) string{
	"lines that go on":    func(n int) string { return prose(n / 68) },
	"one part many times": func(n int) string { return "Fly\n\n" + strings.Repeat("Body: red wool\n", n/15) },
	"parts in one line":   func(n int) string { return "Fly\n\n" + strings.Repeat("Tail: red wool. Rib: wire.\n", n/27) },
	"a table": func(n int) string {
		return "Fly\n\nPart | Material\n" + strings.Repeat("Tail | six ginger cock fibres, half the shank\n", n/45)
	},
	"one-line cards": func(n int) string {
		return "Fly\n\n" + strings.Repeat("Hook 12. Silk black. Tail, red wool, short. Body, claret fur. Rib, gold wire, 4 turns. Hackle, hen.\n", n/99)
	},
	"one paragraph": func(n int) string {
		return "Fly\n\n" + strings.Repeat("He ran black silk down the shank and caught in a tail of six ginger fibres, which are half the shank. The body is claret fur and he ribbed it with gold wire in four turns. ", n/171)
	},
}

func TestStepsATokenDoNotGrow(t *testing.T) {
	long := 100_000
	if os.Getenv("MOTHLEDGER_STEPS") != "" { // the table of docs/reader.md; a paragraph of a megabyte takes its time
		long = 1 << 20
	}
	for what, text := range layouts {
		few, many := steps(t, text(10_000)), steps(t, text(long))
		fmt.Fprintf(os.Stderr, "report: steps a token, %s: %.2f at 10 KB, %.2f at %d KB\n", what, few, many, long>>10)
		if few == 0 || many > 1.2*few {
			t.Errorf("%s: %.2f steps a token in a short text, %.2f in a long one", what, few, many)
		}
	}
}

func TestTheMarksOfLinesThatGoOnGiveTheLinesBack(t *testing.T) {
	text := "Fly\n\nBody: claret fur,\n   ribbed with gold wire,\n\tfive turns\nTail: 6 ginger hackle fibres,\nhalf the shank\n"
	r, err := Read(text, Builtin())
	if err != nil {
		t.Fatal(err)
	}
	for i, line := range strings.Split(text, "\n") {
		var b strings.Builder
		for _, m := range r.Lines[i].Marks {
			b.WriteString(m.Text)
		}
		if b.String() != line || r.Lines[i].Line != i+1 {
			t.Errorf("line %d: %q, expected %q", i+1, b.String(), line)
		}
	}
	d := r.Dressing
	if len(d.Parts) != 3 || d.Parts[1].Turns == nil || d.Parts[1].Turns.Low != 5 || d.Parts[2].Length.Low != 0.5 || len(d.Unread) != 0 {
		t.Errorf("read %+v", d.Parts)
	}
}
