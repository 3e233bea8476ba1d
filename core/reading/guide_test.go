package reading

import (
	"encoding/json"
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"

	"mothledger/core/lexicon"
)

// kindNames are the kinds as docs/reader.md writes them.
var kindNames = map[kind]string{
	kUnread: "unread", kPlain: "plain", kMark: "mark", kThing: "thing", kNumber: "number", kTurns: "turns", kPer: "per side", kLength: "length", kPlace: "place", kStart: "start", kEnd: "end", kStretch: "stretch",
	kPart: "part", kAnd: "and", kOr: "or", kThen: "then", kPreposition: "preposition", kWhy: "why", kSays: "says", kPerson: "person", kStandsFor: "stands for", kAuxiliary: "auxiliary", kAct: "act", kElsewhat: "no material", kPrepared: "prepared", kOthers: "others", kReplaces: "replaces", kElse: "else",
}

var clauseNames = map[clauseKind]string{saysPlainly: "plainly", saysElse: "instead", saysWhy: "why", saysAside: "aside", saysInstead: "not", saysCase: "case", saysOwn: "own", saysSpecimen: "specimen"}

// walk prints what each step makes of a part's line.
func walk(line string) string {
	var b strings.Builder
	label, text, _ := strings.Cut(line, ": ")
	st := newStretch(Builtin(), text, lexAt(text, 0, len(text)), strings.ToLower(label))
	b.WriteString("words\n")
	for i := range st.toks {
		if len(st.senses[i]) == 0 {
			continue
		}
		var classes []string
		for _, s := range st.senses[i] {
			c := lexicon.Classes()[s.class]
			if s.n > 1 {
				c = fmt.Sprintf("%s (%s)", c, st.text(i, i+s.n))
			}
			if s.value != "" {
				c += " = " + s.value
			}
			if !slices.Contains(classes, c) {
				classes = append(classes, c)
			}
		}
		fmt.Fprintf(&b, "  %-10s %s\n", st.text(i, i+1), strings.Join(classes, "; "))
	}
	list := st.chunks()
	b.WriteString("chunks\n")
	for _, x := range list {
		if x.kind == kMark {
			continue
		}
		fmt.Fprintf(&b, "  %-12s %s", kindNames[x.kind], st.text(x.from, x.to))
		if x.word != "" {
			fmt.Fprintf(&b, "  (%s)", x.word)
		}
		b.WriteString("\n")
	}
	b.WriteString("clauses\n")
	for _, c := range st.clauses(list) {
		fmt.Fprintf(&b, "  %-12s %s\n", clauseNames[c.kind], st.text(c.from(), c.to()))
	}
	b.WriteString("attached\n")
	r, err := Read("Fly\n\n"+line+"\n", Builtin())
	if err != nil {
		return err.Error()
	}
	for _, p := range r.Dressing.Parts {
		p.Text = ""
		j, err := json.Marshal(p)
		if err != nil {
			return err.Error()
		}
		fmt.Fprintf(&b, "  %s\n", j)
	}
	return b.String()
}

// The walk of docs/reader.md is what the reader does.
func TestTheGuideIsTrue(t *testing.T) {
	doc, err := os.ReadFile("../../docs/reader.md")
	if err != nil {
		t.Fatal(err)
	}
	const line = "Tail: He drew six fibres from a stiff cream cock hackle and tied them in at the bend, because short ones foul; someone asked whether mink would do"
	want := "```\n" + walk(line) + "```\n"
	if !strings.Contains(string(doc), line) || !strings.Contains(string(doc), want) {
		t.Errorf("docs/reader.md does not show what each step prints of %q:\n%s", line, want)
	}
}

// A newcomer's first task: a phrase is one row.
func TestAPhraseIsOneRow(t *testing.T) {
	const text = "Fly\n\nTail: kelp frond, half the shank\nBody: dulse spun on thrummed twine\n"
	before, after := *Builtin(), *Builtin()
	after.tree = newTree(append(lexicon.All(), lexicon.Row{Phrase: "thrummed", Class: "preparation", Basis: "practice"}, lexicon.Row{Phrase: "kelp frond", Class: "noun", Value: "feather", Basis: "practice"}))
	was, err := Read(text, &before)
	if err != nil {
		t.Fatal(err)
	}
	is, err := Read(text, &after)
	if err != nil {
		t.Fatal(err)
	}
	if m := is.Dressing.Parts[0].Materials; len(m) != 1 || m[0].Name != "kelp frond" {
		t.Errorf("with its row the kelp frond is %+v", m)
	}
	if n, k := len(was.Dressing.Unread), len(is.Dressing.Unread); k >= n {
		t.Errorf("unread with the rows: %v, without: %v", is.Dressing.Unread, was.Dressing.Unread)
	}
}

// A newcomer's second task: a rule is one place, a pattern over classes and what it says.
func TestARuleIsOnePlace(t *testing.T) {
	const text = "Fly\n\nHackle: red cock, a handful of turns\n"
	all := rules
	t.Cleanup(func() { rules = all })
	turns := func() string {
		r, err := Read(text, Builtin())
		if err != nil {
			t.Fatal(err)
		}
		if v := r.Dressing.Parts[0].Turns; v != nil {
			return v.String()
		}
		return ""
	}
	if got := turns(); got != "" {
		t.Fatalf("a handful of turns is %s turns already", got)
	}
	rules = rulebookOf(append(slices.Clone(all.list), compiled([]rule{{pattern: "'a' 'handful' 'of' turns", says: func(_ *stretch, _ match) (chunk, bool) {
		c := chunk{kind: kTurns}
		c.v.Low, c.v.High = 4, 6
		return c, true
	}}})...))
	if got := turns(); got != "4 to 6" {
		t.Errorf("with its rule a handful of turns is %q", got)
	}
}
