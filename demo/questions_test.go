package demo

import (
	"encoding/csv"
	"fmt"
	"os"
	"strings"
	"testing"

	"mothledger/ledger"
)

// TestQuestions asks what an archivist would type, and holds what each question finds in the
// demo club: all of it, and nothing else. The questions and what they find were written down
// before there was a search that reads them.
//
// The second file was written when the search was there, before its questions were asked: on the first
// run 21 of 26 were right. Three were slips of the list (a drake is no moth, folio 2 has no thread,
// folio 1 imitates a sedge); "rib of gold wire" and "the" before a name were not understood, and are
// now.
func TestQuestions(t *testing.T) {
	for _, file := range []string{"testdata/questions.csv", "testdata/second.csv"} {
		right, all := asked(t, file, t.Errorf)
		t.Logf("%s: %d of %d questions find what they should and nothing else", file, right, all)
	}
}

// asked asks the questions of a file, and gives how many find what they should and nothing else.
func asked(t *testing.T, file string, wrong func(string, ...any)) (right, all int) {
	t.Helper()
	s := open(t)
	if _, err := Club(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	l := ledger.New(s)
	f, err := os.Open(file)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = f.Close() }()
	rows, err := csv.NewReader(f).ReadAll()
	if err != nil || len(rows) < 12 {
		t.Fatalf("%d rows: %v", len(rows), err)
	}
	for _, r := range rows[1:] {
		p, err := l.Find(t.Context(), ledger.Listing{Question: r[0]}, 100, ledger.Vice{})
		var found []string
		for _, e := range p.Entries {
			found = append(found, fmt.Sprint(e.Folio))
		}
		if got := strings.Join(found, " "); err != nil || got != r[1] || p.Total != len(found) {
			wrong("%s\n finds %s\n want  %s\n understood as %+v %v", r[0], got, r[1], p.Asked, err)
			continue
		}
		right++
	}
	return right, len(rows) - 1
}

// TestWhatIsNotThere asks for what dressings lack, by its names and as words.
func TestWhatIsNotThere(t *testing.T) {
	s := open(t)
	if _, err := Club(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	l := ledger.New(s)
	for q, want := range map[string]string{
		"without wing 1970s": "11", "no wings by Marrable": "5", "no cheeks by Fenn": "15 26", "without abdomen by Tansy": "27", "no gubbins by Fenn": "15 26", "without silver by Fenn": "26", "without whisks by Aldwark": "6", "part: cheeks by Carrow": "18", "no tail no wing by Sallow": "23",
	} {
		p, err := l.Find(t.Context(), ledger.Listing{Question: q}, 100, ledger.Vice{})
		var found []string
		for _, e := range p.Entries {
			found = append(found, fmt.Sprint(e.Folio))
		}
		if got := strings.Join(found, " "); err != nil || got != want {
			t.Errorf("%s finds %q, want %q: %+v %v", q, got, want, p.Asked, err)
		}
	}
}

// TestHeldQuestions asks questions that were written when the search was there, before they were asked,
// and on which nothing is mended: how many of them find what they should is a gauge, and may not
// fall.
func TestHeldQuestions(t *testing.T) {
	right, all := asked(t, "testdata/held.csv", t.Logf)
	t.Logf("%d of %d held questions find what they should and nothing else", right, all)
	if right < heldRight {
		t.Errorf("%d of %d held questions find what they should, once %d", right, all, heldRight)
	}
}

// heldRight is how many were right on the first run. Of the three others "or" between two names is not
// understood; the post of folio 21 counts as a wing, since it does a wing's work; and folios 6 and 8
// have a palmer after all.
const heldRight = 11
