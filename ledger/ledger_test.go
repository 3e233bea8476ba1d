package ledger_test

import (
	"database/sql"
	"errors"
	"fmt"
	"math"
	"strings"
	"testing"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/reading"
	"mothledger/ledger"
	"mothledger/localpg/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func fresh(t *testing.T) *ledger.Ledger {
	t.Helper()
	return on(t, empty(t))
}

const moth = "Pattern: Cellar Moth\nTier: Una Thrale\nDate: 2001\n\nHook: 12 wet\nTail: 6 ginger hackle fibres, half the shank\nBody: cream wool\nHackle: white hen, 2 turns\n"

func file(t *testing.T, l *ledger.Ledger, f ledger.Filing) ledger.Filed {
	t.Helper()
	out, err := l.File(t.Context(), f, ledger.Sender{Seat: "seat one"})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func open(t *testing.T, l *ledger.Ledger, folio int) ledger.Folio {
	t.Helper()
	f, err := l.Open(t.Context(), folio, 0, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	return f
}

// fault gives the field that an error blames, "" for another error.
func fault(err error) string {
	var f *ledger.Fault
	if errors.As(err, &f) {
		return f.Field
	}
	return ""
}

func TestWhatTheFormSaysWinsOverTheText(t *testing.T) {
	l := fresh(t)
	f := open(t, l, file(t, l, ledger.Filing{Text: moth, Tier: " Osric   Pell ", Date: "about 1998", Source: "A Notebook", Page: "7"}).Folio)
	if f.Entry.Tier != "Osric Pell" || f.Entry.Date != "about 1998" || f.Entry.Source != "A Notebook" || f.Entry.Page != "7" || f.Entry.Title != "Cellar Moth" {
		t.Errorf("filed as %+v", f.Entry)
	}
	if f.Text != moth {
		t.Error("the words as filed were altered")
	}
}

// A reading that another reader made stays as it is; what today's reader makes of the same words is
// offered, and taken as a revision with corrections and settlements as they were.
func TestABetterReaderProposes(t *testing.T) {
	url := empty(t)
	l := on(t, url)
	folio := file(t, l, ledger.Filing{Text: moth, Corrections: []reading.Correction{{Words: "cream", As: "remark"}}}).Folio
	if f := open(t, l, folio); len(f.Anew) != 0 {
		t.Fatalf("what was just read would be read otherwise: %q", f.Anew)
	}
	// as an older reader left it: without the turns of the hackle
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	for _, q := range []string{
		"alter table revision disable trigger user",
		"update revision set read_by = '', reading = reading #- '{parts,3,turns}'",
		"alter table revision enable trigger user",
	} {
		if _, err := db.ExecContext(t.Context(), q); err != nil {
			t.Fatal(err)
		}
	}
	before := open(t, l, folio)
	if before.Dressing.Parts[3].Turns != nil {
		t.Fatal("the older reading was altered")
	}
	if said := strings.Join(before.Anew, "; "); len(before.Anew) != 1 || said != "“hackle, white hen” becomes “hackle, white hen, 2 turns”" {
		t.Errorf("offered: %q", before.Anew)
	}
	out, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: before.Text, Why: "read anew"}, ledger.Sender{Seat: "seat one"})
	if err != nil || out.Revision != 2 {
		t.Fatalf("%+v, %v", out, err)
	}
	now := open(t, l, folio)
	if p := now.Dressing.Parts[3]; p.Turns == nil || p.Turns.Low != 2 || len(now.Anew) != 0 {
		t.Errorf("read anew: %+v, still offered %q", p.Turns, now.Anew)
	}
	if len(now.Corrections) != 1 || now.Dressing.Parts[2].Materials[0].Colour != "" {
		t.Errorf("the correction is lost: %+v", now.Corrections)
	}
	if first, err := l.Open(t.Context(), folio, 1, ledger.Vice{}); err != nil || first.Dressing.Parts[3].Turns != nil {
		t.Errorf("the revision before is altered (%v)", err)
	}
}

// What another reader read is looked at in the background, a few at a time; what comes of it stands in one
// list, and is taken one by one or all at once, as one deed that can be undone.
func TestABetterReaderProposesInOneList(t *testing.T) {
	url := empty(t)
	l := on(t, url)
	ctx := t.Context()
	folios := []int{}
	for _, name := range []string{"Attic", "Barn", "Cellar", "Dairy"} {
		f := file(t, l, ledger.Filing{Text: strings.Replace(moth, "Cellar Moth", name+" Moth", 1), Corrections: []reading.Correction{{Words: "cream", As: "remark"}}})
		folios = append(folios, f.Folio)
	}
	if n, err := l.LookAnew(ctx, 10); err != nil || n != 0 {
		t.Fatalf("%d looked at that this reader has read (%v)", n, err)
	}
	db, err := sql.Open("pgx", url)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	for _, q := range []string{
		"alter table revision disable trigger user",
		"update revision set read_by = '1', reading = reading #- '{parts,3,turns}' where title <> 'Dairy Moth'",
		"update revision set read_by = '1' where title = 'Dairy Moth'", // reads the same
		"alter table revision enable trigger user",
	} {
		if _, err := db.ExecContext(ctx, q); err != nil {
			t.Fatal(err)
		}
	}
	// it is stopped after the first, and goes on where it was
	if n, err := l.LookAnew(ctx, 1); err != nil || n != 1 {
		t.Fatalf("%d, %v", n, err)
	}
	if got, err := l.Rereadings(ctx, 0, 10); err != nil || got.Left != 3 || len(got.Items) != 1 {
		t.Fatalf("%+v, %v", got, err)
	}
	if n, err := on(t, url).LookAnew(ctx, 10); err != nil || n != 3 {
		t.Fatalf("%d, %v", n, err)
	}
	got, err := l.Rereadings(ctx, 0, 2)
	if err != nil || got.Left != 0 || got.Offered != 3 || len(got.Items) != 2 || got.Next != folios[1] {
		t.Fatalf("%+v, %v", got, err)
	}
	if x := got.Items[0]; x.Title != "Attic Moth" || len(x.Changes) != 1 || !strings.Contains(x.Changes[0], "hackle, white hen, 2 turns") {
		t.Errorf("offered: %+v", x)
	}
	turns := func(folio int) bool { return open(t, l, folio).Dressing.Parts[3].Turns != nil }
	if turns(folios[0]) {
		t.Fatal("a dressing was altered without being asked")
	}
	one, err := l.ReadAnew(ctx, folios[:1], false, ledger.Sender{Seat: "seat one"})
	if err != nil || one.Read != 1 || one.Folio != folios[0] || one.Revision != 2 || !turns(folios[0]) {
		t.Fatalf("%+v, %v", one, err)
	}
	all, err := l.ReadAnew(ctx, nil, true, ledger.Sender{Seat: "seat one", Key: "0a4f9c9e-5c61-4f0b-9d0e-6f1d5a1f3a11"})
	if err != nil || all.Read != 2 || all.Skipped != 0 || !turns(folios[1]) || !turns(folios[2]) {
		t.Fatalf("%+v, %v", all, err)
	}
	if again, err := l.ReadAnew(ctx, nil, true, ledger.Sender{Seat: "seat one", Key: "0a4f9c9e-5c61-4f0b-9d0e-6f1d5a1f3a11"}); err != nil || !again.Again || again.Deed != all.Deed {
		t.Errorf("sent twice: %+v, %v", again, err)
	}
	if c := open(t, l, folios[2]).Corrections; len(c) != 1 || c[0].Words != "cream" {
		t.Errorf("corrections: %+v", c)
	}
	if left, err := l.Rereadings(ctx, 0, 10); err != nil || left.Offered != 0 {
		t.Errorf("still offered: %+v, %v", left, err)
	}
	if _, err := l.Undo(ctx, 0, ledger.Sender{Seat: "seat one"}); err != nil {
		t.Fatal(err)
	}
	if turns(folios[1]) || turns(folios[2]) || !turns(folios[0]) {
		t.Error("undoing did not take back the one deed that read two anew")
	}
	if _, err := l.ReadAnew(ctx, nil, false, ledger.Sender{}); err == nil {
		t.Error("read anew without being told which")
	}
}

func TestARevisionKeepsWhatItIsToldAndNothingElse(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth, Corrections: []reading.Correction{{Words: "cream", As: "remark"}}, Settlements: []ledger.Settlement{{Text: "x, and y", Chosen: "x", Note: "seen"}}}).Folio
	if f := open(t, l, folio); len(f.Corrections) != 1 || len(f.Settlements) != 1 || f.Dressing.Parts[2].Materials[0].Colour != "" {
		t.Errorf("filed %+v %+v", f.Corrections, f.Dressing.Parts[2])
	}
	if _, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: moth, Why: "plain again", Corrections: []reading.Correction{}}, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	if f := open(t, l, folio); len(f.Corrections) != 0 || f.Dressing.Parts[2].Materials[0].Colour != "cream" {
		t.Errorf("revised %+v", f.Dressing.Parts[2])
	}
	// restoring brings the corrections back with the words
	if _, err := l.Restore(t.Context(), folio, 2, 1, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	if f := open(t, l, folio); len(f.Corrections) != 1 || len(f.Settlements) != 1 || f.Entry.Revision != 3 {
		t.Errorf("restored %+v", f.Corrections)
	}
	for _, c := range []struct {
		base, number int
		want         string
	}{{3, 9, ""}, {9, 1, "If-Match"}} {
		_, err := l.Restore(t.Context(), folio, c.base, c.number, ledger.Sender{})
		if err == nil || fault(err) != c.want {
			t.Errorf("restoring %d on %d: %v", c.number, c.base, err)
		}
	}
}

func TestStaleTellsWhatChangedAndLosesNothing(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth}).Folio
	theirs := strings.NewReplacer("cream wool", "silver tinsel", "2 turns", "4 turns").Replace(moth)
	if _, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: theirs, Why: "the specimen"}, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	mine := strings.Replace(moth, "half the shank", "one shank", 1) + "Head: black\n"
	_, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: mine, Why: "longer"}, ledger.Sender{})
	var s *ledger.Stale
	if !errors.As(err, &s) {
		t.Fatalf("the second got %v", err)
	}
	if s.Newest != 2 || s.Base != 1 || s.Theirs != theirs || len(s.Changed) != 2 || !strings.Contains(s.Error(), "nothing of yours is lost") {
		t.Errorf("told %+v", s)
	}
	merged := reading.Join(s.Rows, "theirs")
	for _, want := range []string{"silver tinsel", "4 turns", "one shank", "Head: black"} {
		if !strings.Contains(merged, want) {
			t.Errorf("%q is missing in the merged text:\n%s", want, merged)
		}
	}
}

func TestUndoStopsWhereSomebodyElseWentOn(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth}).Folio
	revise := func(base int, seat string) {
		t.Helper()
		if _, err := l.Revise(t.Context(), folio, base, ledger.Filing{Text: strings.Replace(moth, "6 ginger", fmt.Sprintf("%d ginger", 6+base), 1), Why: "count"}, ledger.Sender{Seat: seat}); err != nil {
			t.Fatal(err)
		}
	}
	revise(1, "seat one")
	revise(2, "seat two")
	if _, err := l.Undo(t.Context(), 0, ledger.Sender{Seat: "seat one"}); fault(err) != "deed" {
		t.Errorf("undoing under somebody else's revision: %v", err)
	}
	if _, err := l.Undo(t.Context(), 0, ledger.Sender{Seat: "seat two"}); err != nil {
		t.Errorf("undoing the newest: %v", err)
	}
	if f := open(t, l, folio); f.Dressing.Parts[1].Count.Low != 7 || f.Entry.Revision != 4 || f.Entry.Why != "revision 3 undone" {
		t.Errorf("now %v fibres in revision %d, %q", f.Dressing.Parts[1].Count, f.Entry.Revision, f.Entry.Why)
	}
	if _, err := l.Undo(t.Context(), 0, ledger.Sender{Seat: "seat three"}); fault(err) != "deed" {
		t.Errorf("a seat that did nothing: %v", err)
	}
	h, err := l.History(t.Context(), ledger.Sought{Seat: "seat two", Limit: 10})
	if err != nil || len(h.Deeds) != 2 || h.Deeds[0].Kind != ledger.Undo || !h.Deeds[1].Undone || h.Deeds[1].UndoneBy != h.Deeds[0].ID {
		t.Errorf("journal %+v, %v", h, err)
	}
}

func TestUndoingATakenBackDressingPutsItBack(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth}).Folio
	if _, err := l.Withdraw(t.Context(), folio, true, 0, "", ledger.Sender{Seat: "seat one"}); err != nil {
		t.Fatal(err)
	}
	if again, err := l.Withdraw(t.Context(), folio, true, 0, "", ledger.Sender{Seat: "seat one"}); err != nil || again.Deed != 0 {
		t.Errorf("taken back twice: deed %d, %v", again.Deed, err)
	}
	if p, _ := l.Find(t.Context(), ledger.Listing{}, 10, ledger.Vice{}); p.Filed != 0 {
		t.Errorf("%d are listed", p.Filed)
	}
	if u, err := l.Undo(t.Context(), 0, ledger.Sender{Seat: "seat one"}); err != nil || u.Folio != folio {
		t.Errorf("%+v, %v", u, err)
	}
	if p, _ := l.Find(t.Context(), ledger.Listing{}, 10, ledger.Vice{}); p.Filed != 1 {
		t.Errorf("%d are listed after the undo", p.Filed)
	}
	if _, err := l.Withdraw(t.Context(), 99, true, 0, "", ledger.Sender{Seat: ""}); !errors.Is(err, ledger.ErrNotFound) {
		t.Errorf("a folio that is not there: %v", err)
	}
}

const box = "1f0e2a36-11aa-4b7a-9d6e-0a1b2c3d4e5f"

func TestABoxSaysWhyAndLinksWhatItCan(t *testing.T) {
	l := fresh(t)
	file(t, l, ledger.Filing{Text: moth})
	file(t, l, ledger.Filing{Text: strings.Replace(moth, "Cellar Moth", "Twin", 1)})
	file(t, l, ledger.Filing{Text: strings.Replace(moth, "Cellar Moth", "Twin", 1)})
	body := "\nHook: 12 wet\nBody: cream wool\n---\n"
	text := "Pattern: One\nVariant of: cellar moth\n" + body +
		"Pattern: Two\nVariant of: Nobody Knows It\n" + body +
		"Pattern: Three\nVariant of: Twin\n" + body +
		"Pattern: Four\nDate: last week\n" + body +
		"Pattern: Five\n\nHook: 12 wet\nBody: frobbled xyzzy\n---\n" +
		"Pattern: Six\n\nHook: 12 wet\nTail: fur, as long as the body\nBody: fur, as long as the tail\n---\n" +
		"Just a heading without anything\n"
	b, err := l.TakeIn(t.Context(), box, "box.txt", text, ledger.Sender{Seat: "seat one"})
	if err != nil || b.Clean != 2 || b.Look != 5 {
		t.Fatalf("%+v, %v", b, err)
	}
	look, err := l.Items(t.Context(), box, "look", 0, 50)
	if err != nil {
		t.Fatal(err)
	}
	for i, want := range []string{"“Nobody Knows It” is not in the ledger", "2 dressings are called “Twin” (folio 2, folio 3)", "unread", "length of its own", "only a name"} {
		if !strings.Contains(look[i].Why, want) {
			t.Errorf("%s needs a look because %q, expected %q", look[i].Title, look[i].Why, want)
		}
	}
	p, err := l.FileSome(t.Context(), box, 10, ledger.Sender{Seat: "seat one"})
	if err != nil || p.Filed != 2 || p.Clean != 0 {
		t.Fatalf("%+v, %v", p, err)
	}
	if f := open(t, l, *p.Just[0].Folio); len(f.Parents) != 1 || f.Parents[0].Title != "Cellar Moth" || f.Parents[0].Kind != "variant of" {
		t.Errorf("%s: parents %+v", p.Just[0].Title, f.Parents)
	}
	if f := open(t, l, *p.Just[1].Folio); f.Entry.Date != "last week" || f.Entry.Dated.Says != "cannot be told" {
		t.Errorf("%s: %+v", p.Just[1].Title, f.Entry)
	}
	if again, err := l.FileSome(t.Context(), box, 10, ledger.Sender{Seat: "seat one"}); err != nil || len(again.Just) != 0 {
		t.Errorf("filed again: %+v, %v", again.Just, err)
	}
	item, err := l.Item(t.Context(), box, 5)
	if err != nil || !strings.Contains(item.Text, "frobbled") {
		t.Errorf("the fifth is %+v, %v", item, err)
	}
	if _, err := l.Item(t.Context(), box, 99); !errors.Is(err, ledger.ErrNotFound) {
		t.Errorf("a recipe that is not there: %v", err)
	}
	if _, err := l.TakeIn(t.Context(), "2f0e2a36-11aa-4b7a-9d6e-0a1b2c3d4e5f", "x", strings.Repeat("Fly\nHook: 12\n---\n", 5001), ledger.Sender{Seat: "seat one"}); fault(err) != "text" {
		t.Errorf("too many recipes: %v", err)
	}
}

func TestACompareOfRevisionsIsThatOfTwoDressings(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth}).Folio
	longer := strings.Replace(moth, "half the shank", "one shank", 1)
	if _, err := l.Revise(t.Context(), folio, 1, ledger.Filing{Text: longer, Why: "longer"}, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	other := file(t, l, ledger.Filing{Text: longer}).Folio
	a, err := l.Compare(t.Context(), ledger.Leaf{Folio: folio, Revision: 1}, ledger.Leaf{Folio: folio, Revision: 2}, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	b, err := l.Compare(t.Context(), ledger.Leaf{Folio: folio, Revision: 1}, ledger.Leaf{Folio: other}, ledger.Vice{})
	if err != nil || a.Comparison.Verdict != b.Comparison.Verdict || a.Summary != b.Summary || !a.Related || b.Related {
		t.Errorf("%q and %q, related %v and %v, %v", a.Summary, b.Summary, a.Related, b.Related, err)
	}
}

func TestSizeRowsFollowTheRange(t *testing.T) {
	read := func(text string) dressing.Dressing {
		r, err := reading.Read(text, reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		return r.Dressing
	}
	for text, want := range map[string]string{
		"Fly\nSizes: 10 to 16\n\nHook: 12\nBody: fur\n": "10 12 14 16",
		"Fly\nHook: 13\nBody: fur\n":                    "9 10 12 13 14 16 17",
		"Fly\nHook: 2/0 salmon\nBody: fur\n":            "6/0 5/0 4/0 3/0 2/0 1/0 1 2 3",
		"Fly\nSizes: 30 to 32\n\nBody: fur\n":           "30 32",
	} {
		var got []string
		for _, r := range ledger.SizeRows(read(text), nil) {
			got = append(got, r.Size)
		}
		if strings.Join(got, " ") != want {
			t.Errorf("%q: %v, expected %s", text, got, want)
		}
	}
	rows := ledger.SizeRows(read("Fly\nSizes: 12 to 16\n\nHook: 12 dry\nHackle: ginger cock, 4 turns, 3 on 16 and smaller, one and a half gapes\n"), nil)
	if rows[0].Parts[0].Turns != 4 || rows[2].Parts[0].Turns != 3 {
		t.Errorf("turns %v on a 12 and %v on a 16", rows[0].Parts[0].Turns, rows[2].Parts[0].Turns)
	}
	// a body has no length of its own, but takes a stretch of the shank that shrinks with it
	body := ledger.SizeRows(read("Fly\nSizes: 12 to 16\n\nHook: 12 dry\nBody: fur, from the bend to midway\nThorax: fur\n"), nil)
	if b := body[0].Parts[0]; math.Abs(b.SpanMM-4.8) > 0.01 || b.SpanUsual {
		t.Errorf("half of a 12's shank is %.2f mm (%v)", b.SpanMM, b.SpanUsual)
	}
	if b := body[0].Parts[1]; b.SpanMM == 0 || !b.SpanUsual {
		t.Errorf("nobody said how long the thorax is, yet it is %+v", b)
	}
	if r := rows[2].Parts[0].MM / rows[0].Parts[0].MM; math.Abs(r-math.Pow(hook.Step, -4)) > 1e-9 {
		t.Errorf("the hackle shrinks by %v", r)
	}
}

func TestMeasuredHooksSayWhatTheyAreLike(t *testing.T) {
	l := fresh(t)
	for shank, want := range map[float64]string{9.6: "a 12 that measures like one", 9.3: "a 12 that measures like one", 12.8: "a 12 that measures like an 8", 10.3: "a 12 that measures like an 11", 6.2: "a 12 that measures like an 18"} {
		h, err := l.AddHook(t.Context(), ledger.MeasuredHook{Name: fmt.Sprint("hook ", shank), Size: "12", ShankMM: shank, GapeMM: 5}, ledger.Sender{})
		if err != nil || h.Says != want {
			t.Errorf("%v mm: %q, expected %q (%v)", shank, h.Says, want, err)
		}
	}
	list, err := l.Hooks(t.Context())
	if err != nil || len(list) != 5 {
		t.Fatalf("%d hooks, %v", len(list), err)
	}
	for _, h := range list {
		if len(h.Outline.Wire.Path) == 0 || len(h.Generic.Wire.Path) == 0 || h.Outline.ShankMM != math.Round(h.ShankMM*100)/100 {
			t.Errorf("%s is drawn with a shank of %v", h.Name, h.Outline.ShankMM)
		}
	}
	if _, err := l.RetireHook(t.Context(), 999, true, ledger.Sender{}); !errors.Is(err, ledger.ErrNotFound) {
		t.Errorf("a hook that is not there: %v", err)
	}
}

func TestADressingsOwnSchoolStandsOverTheClubs(t *testing.T) {
	l := fresh(t)
	folio := file(t, l, ledger.Filing{Text: moth}).Folio
	must := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	choose := func(folio int, question, school string) {
		_, err := l.Choose(t.Context(), folio, question, school, ledger.Sender{})
		must(err)
	}
	chosen := func(folio int) string {
		s, err := l.Schools(t.Context(), folio)
		must(err)
		return s.Chosen["rib-spacing"]
	}
	choose(0, "rib-spacing", "opening")
	if chosen(0) != "opening" || chosen(folio) != "opening" {
		t.Errorf("the club has %s, the dressing %s", chosen(0), chosen(folio))
	}
	choose(folio, "rib-spacing", "even")
	if chosen(0) != "opening" || chosen(folio) != "even" {
		t.Errorf("the club has %s, the dressing %s", chosen(0), chosen(folio))
	}
	choose(folio, "rib-spacing", "")
	choose(0, "rib-spacing", "")
	if chosen(folio) != "even" { // the first school
		t.Errorf("none chosen gives %s", chosen(folio))
	}
	if _, err := l.Choose(t.Context(), 0, "no-such-question", "x", ledger.Sender{}); fault(err) != "school" {
		t.Errorf("a question that is none: %v", err)
	}
}
