package reading

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
)

// said1 is all that a reading says, as one line; what each piece of it was understood as is left out.
type said1 string

// saidOf reads a text with some words and gives what it says of it.
func saidOf(text string, w *Words) said1 {
	r, err := Read(text, w)
	if err != nil {
		return said1(err.Error())
	}
	b, err := json.Marshal(r.Dressing)
	if err != nil {
		return said1(err.Error())
	}
	return said1(b)
}

// exampleLines are the lines of the corpus and of the mended sets, each as a text of its own, and
// those of testdata/rows.txt that were written for rows which nothing else needs.
func exampleLines(t *testing.T) []string {
	var out []string
	seen := map[string]bool{}
	files := slices.Concat(corpus(t, "testdata/*/*.txt"), corpus(t, "testdata/gauge/*/*.txt"), corpus(t, "testdata/rows.txt"))
	for _, f := range files {
		if strings.Contains(f, "/held") { // the set that nothing is mended on proves no row
			continue
		}
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		for _, l := range strings.Split(string(b), "\n") {
			if l = strings.TrimSpace(l); l != "" && !seen[l] {
				seen[l] = true
				out = append(out, l)
			}
		}
	}
	return out
}

func asText(line string) string { return "Pattern: Candle Moth\n\n" + line + "\n" }

// without runs a function while a row of the tree is away.
func (t *tree) without(r lexicon.Row, do func()) {
	if lexicon.Alone(r.Class) {
		lexicon.Without(r, do)
		return
	}
	at := t
	for _, tok := range measure.Lex(r.Phrase) {
		at = at.next[tok.Low]
	}
	kept := at.senses
	at.senses = nil
	for _, s := range kept {
		if s.class != classOf(r.Class) || s.value != r.Value {
			at.senses = append(at.senses, s)
		}
	}
	lexicon.Without(r, do)
	at.senses = kept
}

// templates are lines that show what a row of a class is for, where the corpus has none that does.
var templates = []string{
	"Body: %s", "Tail: %s", "Wing: %s", "Body: claret %s", "Tail: 5 %s", "Hackle: red %s, 3 turns", "Rib: fine %s", "Wing: two slips of teal, %s", "Body: olive fur, %s", "Body: %s olive fur", "Body: olive fur, %s from the bend to the eye",
	"Body: olive fur %s the eye", "Tail: cock fibres, %s half the shank", "Tail: cock fibres half %s", "Hackle: hen, %s", "Hackle: hen, three %s", "Thread: %s", "Thread: black, %s", "Hook: 12 %s", "Hook: %s 12", "Rib: wire, 4 %s", "Rib: wire, %s 4 turns",
	"Body: olive fur; %s hare", "Body: olive fur, %s he uses hare", "Body: he %s olive fur at the bend", "Body: olive fur was %s at the bend", "Body: olive fur was %s to the eye", "Body: olive fur, %s the tail", "Tail: 6 %s of cock", "Tail: three fibres of a cock's %s", "Wing: a %s of deer hair", "Legs: %s, two each side",
	"Body: olive fur or %s", "Body: olive fur, %s", "Head: %s", "Head: black, %s", "Body: olive fur, %s red floss", "Body: olive fur; %s it is dyed", "Tail: hen, %s long", "Body: the %s of a hare", "Body: fur from the %s of a hare", "Body: fur, %s.", "Body: %s of hare", "Tail: %s as the shank", "Body: fur (%s)", "%s: red wool", "Tail: hen, %s the gape", "Tail: hen %s shank long",
	"Hackle: hen, 2 turns, %s a blue one", "Wing: teal. %s", "Body: fur wound %s", "Body: fur. %s said red wool is better", "Body: fur. Once %s, red wool", "Tail: hen, as long as the shank %s", "Body: fur. He %s red wool", "Body: fur, two %s long", "Bead: %s 3 mm", "Eyes: %s", "Body: fur %s thread", "Body: %s-coloured fur",
	"Body: red %s. fur", "Tail %s: red wool", "%s | notes", "%s tail is red wool", "%s tail, red wool", "%s, the tail is red wool", "%s body of red wool", "Body: fur, %s the bend", "%s red wool for the tail", "%s size 12 dry hook", "Wing: teal, to %s tail", "Wing: teal, past %s tail",
	"Body: red wool ribbed with gold; %s black silk", "Tail: 5 fibres, 6 %s 10", "Body: wool, wound to the bend and %s", "Tier: %s J. Orr", "Legs: %s the tail", "Legs: %s tail", "Legs: %s tail fibres", "Body: fur; wool %s", "Head: the same silk %s the body", "Hook: 12 (%s)", "Hook: 12, 14 %s", "Hook: 12, and %s brown thread on it", "Hook: 12, %s brown silk",
	"Tail: three fibres, %s", "Body: fur (red wool %s)", "Head: black, one %s", "Tail: %s black cock fibres", "Wing: teal %s, 2 slips", "Tail: none %s", "Body: two %s", "Rib: %s wire", "Wing: %s of teal", "Tail: cock fibres with %s tips", "Rib: tinsel, %s 3 turns", "Body: fur; floss in %s pattern", "Body: fur, in the %s article; wool in the book",
	"%s: 2 coats", "Body: silk %s in the wind", "Wing: teal slips, %s the wing", "Tail: hen; %s it is red", "Body: fur. %s it to the eye", "Body: fur, %s a black silk", "Tail: a third %s tail", "Tail: half %s shank", "Wing: teal, %s", "Body: wool wound %s bend", "Body: fur, wound to %s the bend", "Tail: %s", "%s Agnes Pell", "%s: J. Orr", "Tail: red wool\nBody: fur\nHackle: hen\n%s\nTie in blue wool at the bend.", "Hackle: feather from the %s of a hen", "Wing: the %s of a teal", "Body: fur from the %s of a mole",
	"He dubbed a body of red fur. He put two strips of teal %s.", "Hook: 12, 2 x %s", "Hook: two %s long in the shank", "Wing: %s hackle dyed olive", "Tag (%s): red wool", "Short tufts of white yarn %s the breathers.", "A red hackle %s the rib.", "He %s on the wing, two strips of teal.", "Body: red floss; waxed thread %s it darker", "Hackle: red cock, wound with the body, %s", "Body: red wool, %s 3 mm", "Back: %s, 3 mm", "Bead: brass %s", "Bd: %s, 3 mm", "He whip %s with four turns of brown silk.", "Wing: %s wood duck", "Body: red wool, half the shank %s from the eye", "Tail: hen, over 12 %s long", "Body: red wool, rib %s gold wire", "Underbody: .02 %s", "Body: %s half red wool, rear half black", "Hackle: red game the %s length of the body", "He wound black silk to %s a head.", "He %s the shank with red floss.", "Body: red wool, the front third left %s", "She wound a body of red floss and it was %s with gold wire.",
	"Wing: teal, tips aligned, three %s turns hold it down", "Rib: red wire, 0.1%s, 8 turns", "Hook: 12; he nips %s the barb first", "Hook: 12 with the barb %s", "Body: red wool, ribbed with the %s end of the silk, four turns", "Wing: CDC. Poly yarn is %s in our competition.", "Body: fur; two of the %s say wool is better", "Tag: %s silver, four turns", "Hackle: She %s give it one", "HEAD      Small, %s 4", "Tag  2 turns %s. silver", "Wing of dark turkey, %s white", "Wing: teal, tips aligned, three turns %s it down", "Right, the hook %s a dry fly hook in a fourteen", "The Oil Lamp, %s Hilda Morrow, 2019", "Wing: %s of dark turkey, 2", "Tie in copper wire %s rib and leave it.", "Hackle: cree, 4 turns %s 14s and smaller, 5 on 12s", "Silk: purple. It goes no further back than %s the point", "%s: soft; red wool, red wire, brass bead, cock hackle",
}

// capitals are templates for phrases that begin with a capital.
var capitals = []string{"B. fur\n%s. red wool", "Hook: 14, shown 3 %s", "Hook: 12; %s was a 10"}

// wholeTemplates are texts that show what a row of a heading or of running prose is for.
var wholeTemplates = []string{
	"Club %[1]s; Willow Bug (a dry fly)\n\nHook: 12\nBody: red wool\n",
	"%[1]s meeting; Willow Bug (a dry fly)\n\nHook: 12\nBody: red wool\n",
	"Candle Moth\n\nThe hook is a 12. He dubbed a body of red fur and wound it up to the eye in close turns without haste. He put two strips of teal on. He %[1]s the head with three layers of clear resin.\n",
	"Candle Moth\n\nBody: yellow floss; gold thread over %[1]s\nTail: red wool\n",
	"Candle Moth\n\nBody: yellow floss; a black hackle %[1]s the tail\nTail: red wool\n",
	"Candle Moth\n\nThe hook is a 12. He dubbed a body of red fur and wound it up to the eye in close turns without haste. He put two strips of teal on. He %[1]s up the head with three layers of clear resin.\n",
	"Candle Moth\n\nBody: red wool, to two thirds %[1]s, and dubbed\n",
	"Candle Moth\n\nBody: foam 2 %[1]s. wide, black\n",
	"| part | %[1]s |\n| tail | red wool |\n| body | blue fur |\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. He dubbed a body of red fur and took it to the eye. %[1]ss are two pieces of rubber, brown, tied in there so that two stick out at each side, each as long as the body.\n",
	"Candle Moth\n\nBody: two strands of peacock herl. The herl next to the eye of the feather is the best.\n%.0[1]s",
	"Candle Moth\n\nBody: fur. The %[1]s stage ends at half the shank.\n",
	"Candle Moth\n\nWing: The wing of the %[1]s fly was bittern.\n",
	"The Candle Moth\n\nThe hook %[1]s No. 9. The body %[1]s green wool. The wing %[1]s red hen. The tail %[1]s blue wool.\n",
	"Candle Moth\n\nWing: teal. Hen is %[1]s here.\nTail: red wool\n",
	"On %[1]s Agnes Quill demonstrated the Candle Moth to us all. The hook is a 12 and the thread black. She dubbed a body of red fur and wound it up to the eye in close turns without any haste.\n",
	"Candle Moth\n\nTail: none %[1]s. Red wool does\nBody: red wool\n",
	"Candle Moth\n\nTail: hen, as long as the body and a quarter of it %[1]s\n",
	"Candle Moth\n\nHackle: hen, the longest fibres the %[1]s would give\n",
	"Candle Moth\n\nThorax: fur, %[1]s out to the point\n",
	"Candle Moth\n\nHook: 12\n%[1]s red wool for the tail\nBody: fur\n",
	"Candle Moth\n\nBody: fur on over 12 %[1]s of silk\n",
	"Candle Moth\n\nhk 12\ntl red wool\n%[1]s black wool\nbd fur\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. No wing is %[1]s. He dubbed a body of red fur and wound it up to the eye in close turns without haste. The tail is red wool.\n",
	"Candle Moth\n\nHackle: a red %[1]s feather of a hen\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. He dubbed a body of red fur and took it to the eye. He pulled a strip of clear film over the %[1]s. The tail is red wool and short.\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. The tail is red wool. A blue hen and a red cock were wound together %[1]s the body. He whipped the head and it was done.\n",
	"Candle Moth\n\nHackle: hen, its barbs a little %[1]s than the gape\n",
	"Candle Moth\n\nHead: %[1]s twice\n",
	"Candle Moth\n\nTake a 12 %[1]s.\nTail: red wool\nBody: fur\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. He dubbed a body of red fur and took it to the eye. A tuft of white yarn %[1]s as breathers. The tail is red wool and it is short.\n",
	"Candle Moth\n\nThe hook is a 12 and the thread black. He dubbed a body of red fur and took it to the eye. A few hen fibres were tied in %[1]s. The tail is red wool and short.\n",
	"Candle Moth\n\nThe thread is black and the tail red wool, tied %[1]s the hook. It is a 12. He dubbed a body of red fur and took it to the eye in close turns. He varnished the head twice.\n",
	"Tuesday %[1]s: Willow Bug (tutor: Per Sand)\n\nHook: 12\nBody: red wool\n",
	"Tuesday %[1]s; Willow Bug (tutor: Per Sand)\n\nHook: 12\nBody: red wool\n",
}

// idleShare is what share of the rows may change nothing when they are taken away: none (once 1,603 of some 6,000).
const idleShare = 0.0

// elsewhereTested are the classes of rows that say nothing of a reading: core/advice, core/compare and core/winding
// take each of theirs away, core/profile, core/measure, core/when and core/question too.
var elsewhereTested = map[string]bool{"hollow hair": true, "drop": true, "hazard": true, "hazard done": true, "fibre length": true, "stand-in": true, "little": true, "much": true,
	"stands": true, "manner": true, "fragment": true, "damage": true, "reason": true, "same grade": true, "shine": true, "shade between": true, "colour spelling": true, "back and case": true, "counted behind a comma": true, "season": true, "asks": true, "asks heading": true, "asks for": true}

// TestEachRowMatters takes each row away in turn: some line then says something else.
func TestEachRowMatters(t *testing.T) {
	w := Builtin()
	lines := exampleLines(t)
	written := map[string]string{} // of a line's words
	for i, l := range lines {
		lines[i] = " " + strings.Join(words(l), " ") + " "
		written[lines[i]] = l
	}
	var texts [][2]string // of the mended sets, whole, with their words: running prose has lines that are long
	for _, f := range slices.Concat(corpus(t, "testdata/gauge/*/*.txt"), corpus(t, "testdata/*/*.txt")) {
		if strings.Contains(f, "/held") {
			continue
		}
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		texts = append(texts, [2]string{string(b), " " + strings.Join(words(string(b)), " ") + " "})
	}
	now := map[string]said1{}
	idle := map[string][]string{}
	rows, byCorpus := 0, 0
	for _, r := range lexicon.All() {
		if elsewhereTested[r.Class] {
			continue
		}
		rows++
		matters := func(text string) (differs bool) {
			if _, ok := now[text]; !ok {
				now[text] = saidOf(text, w)
			}
			w.tree.without(r, func() { differs = saidOf(text, w) != now[text] })
			return differs
		}
		key := " " + strings.Join(words(r.Phrase), " ") + " "
		mined := 0
		at := slices.IndexFunc(lines, func(l string) bool {
			return strings.Contains(l, key) && mined < 40 && len(l) < 400 && func() bool { mined++; return matters(asText(strings.TrimSpace(written[l]))) }()
		})
		if at >= 0 {
			byCorpus++
			continue
		}
		if about := materialOf(r.Phrase); func() (differs bool) {
			lexicon.Without(r, func() { differs = materialOf(r.Phrase) != about })
			return differs
		}() {
			continue
		}
		if capital := strings.ToUpper(r.Phrase[:1]) + r.Phrase[1:]; slices.ContainsFunc(capitals, func(f string) bool { return matters(asText(fmt.Sprintf(f, capital))) }) {
			continue
		}
		tried := 0
		if !slices.ContainsFunc(templates, func(f string) bool { return matters(asText(fmt.Sprintf(f, r.Phrase))) }) &&
			!slices.ContainsFunc(wholeTemplates, func(f string) bool {
				return matters(fmt.Sprintf(f, r.Phrase)) || matters(fmt.Sprintf(f, strings.ToUpper(r.Phrase[:1])+r.Phrase[1:]))
			}) &&
			!slices.ContainsFunc(texts, func(x [2]string) bool {
				return tried < 400 && strings.Contains(x[1], key) && func() bool { tried++; return matters(x[0]) }()
			}) {
			idle[r.Class] = append(idle[r.Class], r.Phrase)
		}
	}
	n := 0
	for _, list := range idle {
		n += len(list)
	}
	fmt.Fprintf(os.Stderr, "report: rows: %d; taken away, %d change a line of the corpus, %d another line, %d nothing\n", rows, byCorpus, rows-byCorpus-n, n)
	if share := float64(n) / float64(rows); share > idleShare {
		for class, list := range idle {
			t.Logf("%s: %s", class, strings.Join(list, " | "))
		}
		t.Errorf("%d rows of %d change nothing when they are taken away, %.1f %%, once %.1f %%: a new row wants a line in testdata/rows.txt that needs it", n, rows, 100*share, 100*idleShare)
	}
}

// materialOf is what is known of words as a material's name, alone and with others.
func materialOf(words string) string {
	hue, stated := material.Hue(words, "")
	return fmt.Sprint(hue, stated, material.Key(words), material.Key("teal "+words), material.KindOf(words), material.KindOf("old "+words), material.IsMetal(words), material.Builtin().Of("teal "+words, ""))
}

// words are the words of a phrase as the lexicon sees them.
func words(s string) []string {
	var out []string
	for _, tok := range measure.Lex(s) {
		out = append(out, tok.Low)
	}
	return out
}

// TestOrderOfRulesAndRows shuffles the rules, the kinds that a phrase can be by itself and the rows,
// and reads the corpus again: nothing is read otherwise.
func TestOrderOfRulesAndRows(t *testing.T) {
	keptRules, keptKinds := rules, slices.Clone(plainKinds)
	t.Cleanup(func() { rules = keptRules; copy(plainKinds, keptKinds) })
	files := slices.Concat(corpus(t, "testdata/*/*.txt"), corpus(t, "testdata/gauge/*/*.txt"))
	texts := make([]string, len(files))
	was := make([]said1, len(files))
	for i, f := range files {
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		texts[i], was[i] = string(b), saidOf(string(b), Builtin())
	}
	for seed := range uint64(4) {
		rnd := rand.New(rand.NewPCG(seed, 9))
		shuffled := slices.Clone(keptRules.list)
		rnd.Shuffle(len(shuffled), func(i, j int) { shuffled[i], shuffled[j] = shuffled[j], shuffled[i] })
		rules = rulebookOf(shuffled)
		rnd.Shuffle(len(plainKinds), func(i, j int) { plainKinds[i], plainKinds[j] = plainKinds[j], plainKinds[i] })
		rows := lexicon.All()
		rnd.Shuffle(len(rows), func(i, j int) { rows[i], rows[j] = rows[j], rows[i] })
		w := *Builtin()
		w.tree = newTree(rows)
		for i, x := range texts {
			if got := saidOf(x, &w); got != was[i] {
				a, b := difference(string(was[i]), string(got))
				t.Errorf("seed %d: %s is read otherwise:\n  was … %s …\n  is  … %s …", seed, files[i], a, b)
			}
		}
	}
}

// TestEachRuleMatters takes each rule away in turn: some line then says something else.
func TestEachRuleMatters(t *testing.T) {
	kept, all := rules, rules.list
	t.Cleanup(func() { rules = kept })
	var texts []string
	for _, l := range exampleLines(t) {
		texts = append(texts, asText(l))
	}
	was := make([]said1, len(texts))
	for i, x := range texts {
		was[i] = saidOf(x, Builtin())
	}
	last := 0 // a text that one rule changes is often changed by the next
	for i := range all {
		rules = rulebookOf(slices.Concat(all[:i], all[i+1:]))
		found := false
		for k := range texts {
			at := (last + k) % len(texts)
			if found = saidOf(texts[at], Builtin()) != was[at]; found {
				last = at
				break
			}
		}
		if !found {
			t.Errorf("the rule %q changes nothing when it is taken away: give it a line in testdata/rows.txt that needs it", all[i].pattern)
		}
	}
	fmt.Fprintf(os.Stderr, "report: rules: %d\n", len(all))
}
