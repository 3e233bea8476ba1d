package reading

import (
	"strings"
	"testing"
)

const mergeBase = "Pattern: Ghost\nTier: Una Thrale\n\nHook: 12 wet\nTail: white hen, half the shank\nBody: cream wool\nHackle: white hen, 2 turns\n"

func TestMergeTakesWhatOnlyOneChanged(t *testing.T) {
	theirs := strings.Replace(mergeBase, "cream wool", "white floss", 1)
	mine := strings.Replace(mergeBase, "2 turns", "3 turns", 1) + "Head: black\n"
	rows := Merge(mergeBase, theirs, mine)
	want := strings.Replace(theirs, "2 turns", "3 turns", 1) + "Head: black\n"
	if got := Join(rows, "theirs"); got != want {
		t.Errorf("merged:\n%s\nexpected:\n%s", got, want)
	}
	for _, r := range rows {
		if r.Take == "" {
			t.Errorf("%s: nobody needs to choose between %q and %q", r.Key, r.Theirs, r.Mine)
		}
	}
}

func TestMergeAsksWhereBothChanged(t *testing.T) {
	theirs := strings.Replace(mergeBase, "2 turns", "4 turns", 1)
	mine := strings.Replace(mergeBase, "2 turns", "3 turns", 1)
	rows := Merge(mergeBase, theirs, mine)
	asked := 0
	for _, r := range rows {
		if r.Take == "" {
			asked++
			if r.Key != "hackle" || r.Base != "Hackle: white hen, 2 turns" || r.Theirs != "Hackle: white hen, 4 turns" || r.Mine != "Hackle: white hen, 3 turns" {
				t.Errorf("row %+v", r)
			}
		}
	}
	if asked != 1 || Join(rows, "mine") != mine || Join(rows, "theirs") != theirs {
		t.Errorf("%d rows to choose; mine:\n%s", asked, Join(rows, "mine"))
	}
}

func TestMergeOfPartsTakenOutAndMoved(t *testing.T) {
	theirs := strings.Replace(mergeBase, "Tail: white hen, half the shank\n", "", 1)
	if got := Join(Merge(mergeBase, theirs, mergeBase), "mine"); got != theirs {
		t.Errorf("a part that they took out:\n%s", got)
	}
	if got := Join(Merge(mergeBase, mergeBase, theirs), "theirs"); got != theirs {
		t.Errorf("a part that I took out:\n%s", got)
	}
	two := mergeBase + "Wing: white duck\nWing: grey duck over it\n"
	if got := Join(Merge(mergeBase, mergeBase, two), "theirs"); got != two {
		t.Errorf("two parts of one name:\n%s", got)
	}
}

func FuzzMerge(f *testing.F) {
	f.Add(mergeBase, strings.Replace(mergeBase, "12", "14", 1), mergeBase+"Head: black\n")
	f.Fuzz(func(t *testing.T, base, theirs, mine string) {
		for _, r := range Merge(base, theirs, mine) {
			if r.Theirs == "" && r.Mine == "" {
				t.Errorf("a row of nothing: %+v", r)
			}
		}
		// merging what nobody changed loses no line
		same := Join(Merge(mine, mine, mine), "mine")
		for line := range strings.SplitSeq(mine, "\n") {
			if l := strings.TrimRight(line, " \t\r"); strings.TrimSpace(l) != "" && !strings.Contains(same, l) {
				t.Errorf("line %q is lost", l)
			}
		}
	})
}

func TestSplit(t *testing.T) {
	one := "Ghost\nHook: 12 wet\nBody: cream wool\n"
	two := "The Porter, late\nTier: Una Thrale\n\nHook: 14\nTail: 3 fibres\n\nBody: claret fur\n"
	three := "Pattern: Sedge\n\nBody: hare\nWing: deer hair\n"
	for name, file := range map[string]string{
		"ruled":        one + "---\n" + two + "=====\n" + three,
		"blank lines":  one + "\n\n\n" + two + "\n\n\n" + three,
		"titles":       one + "\n" + two + "\n" + three,
		"form feeds":   one + "\f" + two + "\f\n" + three,
		"other ends":   strings.ReplaceAll(one+"\n"+two+"\n"+three, "\n", "\r\n"),
		"space around": "\n\n" + one + "\n" + two + "\n" + three + "\n\n\n",
	} {
		got := Split(file)
		if len(got) != 3 {
			t.Errorf("%s: %d recipes: %+v", name, len(got), got)
			continue
		}
		for i, want := range []string{one, two, three} {
			if strings.TrimSpace(got[i].Text) != strings.TrimSpace(want) {
				t.Errorf("%s: recipe %d is %q", name, i+1, got[i].Text)
			}
			lines := strings.Split(strings.NewReplacer("\r\n", "\n", "\f", "").Replace(file), "\n")
			if first := strings.SplitN(want, "\n", 2)[0]; lines[got[i].Line-1] != first {
				t.Errorf("%s: recipe %d begins at line %d, %q", name, i+1, got[i].Line, lines[got[i].Line-1])
			}
		}
	}
	if got := Split(two); len(got) != 1 {
		t.Errorf("blank lines inside one recipe cut it into %d", len(got))
	}
	if got := Split(" \n\n"); len(got) != 0 {
		t.Errorf("nothing is %d recipes", len(got))
	}
}

func FuzzSplit(f *testing.F) {
	f.Add("Ghost\nHook: 12\n---\nPattern: x\nBody: y\n")
	f.Fuzz(func(t *testing.T, s string) {
		var all strings.Builder
		for _, p := range Split(s) {
			all.WriteString(p.Text)
		}
		for w := range strings.FieldsSeq(all.String()) {
			if !strings.Contains(s, w) {
				t.Errorf("%q was not in the file", w)
			}
		}
	})
}
