package ledger_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"mothledger/core/compare"
	"mothledger/core/reading"
	"mothledger/ledger"
)

const lanternParent = "Pattern: Weir Lantern\nOriginator: Una Thrale\nDate: 1960\n\nHook: 12 wet\nThread: black\nTail: 6 ginger cock fibres, half the shank\nRib: gold wire, 5 turns\nBody: claret wool\nWing: bronze mallard slips, to the bend\nHackle: ginger hen, 3 turns\n"

// family files a parent and variants of it, each the parent's text with pieces replaced, and gives their
// folios; all are compared.
func family(t *testing.T, l *ledger.Ledger, changes ...[]string) []int {
	t.Helper()
	folios := []int{file(t, l, ledger.Filing{Text: lanternParent}).Folio}
	for i, c := range changes {
		text := strings.NewReplacer(c[1:]...).Replace(lanternParent)
		text = strings.Replace(text, "Pattern: Weir Lantern\nOriginator: Una Thrale\nDate: 1960\n", fmt.Sprintf("Pattern: Lantern %d\nTier: Osric Pell\nDate: %s\n", i+1, c[0]), 1)
		folios = append(folios, file(t, l, ledger.Filing{Text: text, Parents: []ledger.Parent{{Folio: folios[0]}}}).Folio)
	}
	compareAll(t, l)
	return folios
}

func compareAll(t *testing.T, l *ledger.Ledger) (n int) {
	t.Helper()
	for {
		k, err := l.CompareWaiting(t.Context(), 7)
		if err != nil {
			t.Fatal(err)
		}
		if n += k; k == 0 {
			return n
		}
	}
}

func across(t *testing.T, l *ledger.Ledger, a ledger.AcrossAsked) ledger.Answer {
	t.Helper()
	a.Limit = 40
	out, err := l.Across(t.Context(), a)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func material(t *testing.T, l *ledger.Ledger, name string) ledger.MaterialPage {
	t.Helper()
	m, err := l.Material(t.Context(), name, ledger.Vice{})
	if err != nil {
		t.Fatal(err)
	}
	return m
}

func TestAnswersAcrossTheLedger(t *testing.T) {
	l := fresh(t)
	f := family(t, l,
		[]string{"1985", "half the shank", "one shank"},
		[]string{"1990", "bronze mallard slips", "mottled turkey slips, since there was no mallard in the box"},
		[]string{"2001", "bronze mallard slips", "mottled turkey slips", "half the shank", "a quarter of the shank"},
		[]string{"1970", "claret wool", "olive wool"},
		[]string{"2004", "6 ginger", "7 ginger"}) // noise is no answer
	a := across(t, l, ledger.AcrossAsked{Part: "tail", What: "longer"})
	if b := across(t, l, ledger.AcrossAsked{What: "replaced"}); b.Rows[0].Ways == nil {
		t.Error("no ways are told as null")
	}
	if a.Variants != 1 || a.Waiting != 0 || a.Rows[0].Folio != f[1] || a.Rows[0].ParentFolio != f[0] || !strings.Contains(a.Rows[0].Says, "longer") {
		t.Errorf("longer tails: %+v", a)
	}
	a = across(t, l, ledger.AcrossAsked{Of: "bronze mallard", What: "replaced", By: "instead"})
	if a.Variants != 2 || len(a.Groups) != 1 || a.Groups[0] != (ledger.AcrossGroup{Value: "mottled turkey", Count: 2}) {
		t.Errorf("instead of bronze mallard: %+v", a)
	}
	if b := across(t, l, ledger.AcrossAsked{Of: "flank feather", What: "replaced"}); b.Variants != 2 {
		t.Errorf("instead of any flank feather: %+v", b)
	}
	a = across(t, l, ledger.AcrossAsked{Since: 1980, By: "change"})
	if a.Variants != 3 || a.Groups[0] != (ledger.AcrossGroup{Value: "wing: replaced", Count: 2}) {
		t.Errorf("since 1980: %+v", a)
	}
	a = across(t, l, ledger.AcrossAsked{Reason: compare.Forced})
	if a.Variants != 1 || a.Rows[0].Folio != f[2] || a.Rows[0].ReasonKind != compare.Forced {
		t.Errorf("forced: %+v", a)
	}
	for _, by := range []string{"part", "of", "tier", "reason"} {
		if a := across(t, l, ledger.AcrossAsked{By: by}); len(a.Groups) == 0 {
			t.Errorf("by %s: no groups", by)
		}
	}
	if _, err := l.Across(t.Context(), ledger.AcrossAsked{Of: "unobtainium", Limit: 5}); fault(err) != "of" {
		t.Errorf("of a material that nobody knows: %v", err)
	}
	// one at a time, each once
	var seen []int
	for after := 0; ; {
		p, err := l.Across(t.Context(), ledger.AcrossAsked{After: after, Limit: 1})
		if err != nil {
			t.Fatal(err)
		}
		for _, r := range p.Rows {
			seen = append(seen, r.Folio)
		}
		if after = p.Next; after == 0 {
			break
		}
	}
	if whole := across(t, l, ledger.AcrossAsked{}); len(seen) != whole.Departures || len(seen) != len(whole.Rows) {
		t.Errorf("page by page %v, at once %d", seen, whole.Departures)
	}
}

// What a comparison says is kept with the revisions it is of, and made anew when one of them or the Cabinet
// changes.
func TestComparisonsAreMadeAnew(t *testing.T) {
	l := fresh(t)
	f := family(t, l, []string{"1990", "bronze mallard slips", "gadwall slips"})
	if a := across(t, l, ledger.AcrossAsked{What: "replaced"}); a.Variants != 1 {
		t.Fatalf("before: %+v", a)
	}
	if n := compareAll(t, l); n != 0 {
		t.Errorf("%d were compared again for nothing", n)
	}
	done, err := l.MergeMaterials(t.Context(), "gadwall flank", "bronze mallard", "they are one here", ledger.Sender{Seat: "seat one"})
	if err != nil {
		t.Fatal(err)
	}
	if a := across(t, l, ledger.AcrossAsked{}); a.Waiting != 1 {
		t.Errorf("another Cabinet: %d wait", a.Waiting)
	}
	compareAll(t, l)
	if a := across(t, l, ledger.AcrossAsked{What: "replaced"}); a.Variants != 0 || a.Waiting != 0 {
		t.Errorf("merged: %+v", a)
	}
	if _, err := l.Undo(t.Context(), done.Deed, ledger.Sender{Seat: "seat one"}); err != nil {
		t.Fatal(err)
	}
	compareAll(t, l)
	if a := across(t, l, ledger.AcrossAsked{What: "replaced"}); a.Variants != 1 {
		t.Errorf("and undone: %+v", a)
	}
	at := open(t, l, f[1])
	if _, err := l.Revise(t.Context(), f[1], at.Entry.Revision, ledger.Filing{Text: strings.Replace(at.Text, "gadwall slips", "bronze mallard slips", 1), Tier: "Osric Pell", Why: "looked again"}, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	compareAll(t, l)
	if a := across(t, l, ledger.AcrossAsked{What: "replaced"}); a.Variants != 0 {
		t.Errorf("revised: %+v", a)
	}
}

// TestMergeOfTwoMaterialsAndBack merges two materials and undoes it: every page and every filed word is as it was.
func TestMergeOfTwoMaterialsAndBack(t *testing.T) {
	l := fresh(t)
	f := family(t, l, []string{"1990", "bronze mallard slips", "gadwall slips"})
	by := ledger.Sender{Seat: "seat one"}
	texts := func() string {
		var out []string
		for _, n := range f {
			out = append(out, open(t, l, n).Text)
		}
		return strings.Join(out, "\x00")
	}
	pages := func() string {
		var out []string
		for _, n := range []string{"bronze mallard", "flank feather", "wool"} {
			m := material(t, l, n)
			out = append(out, fmt.Sprintf("%v %v %v %v %d", m.Also, m.Kinds, m.Said, m.Properties, m.Total))
		}
		c, err := l.Cabinet(t.Context(), "")
		if err != nil {
			t.Fatal(err)
		}
		return strings.Join(out, "\n") + fmt.Sprint(c)
	}
	words, before := texts(), pages()
	if m := material(t, l, "gadwall"); m.Entry.Name != "gadwall flank" || m.Total != 1 {
		t.Fatalf("gadwall: %+v", m)
	}
	done, err := l.MergeMaterials(t.Context(), "gadwall", "bronze mallard", "the club's box has one drawer for both", by)
	if err != nil {
		t.Fatal(err)
	}
	m := material(t, l, "gadwall")
	if m.Entry.Name != "bronze mallard" || m.Total != 2 || !slices.Contains(m.Also, "gadwall flank") || texts() != words {
		t.Errorf("merged: %s with %v in %d", m.Entry.Name, m.Also, m.Total)
	}
	if _, err := l.MergeMaterials(t.Context(), "bronze mallard", "gadwall", "", by); fault(err) != "into" {
		t.Errorf("into itself: %v", err)
	}
	if _, err := l.Undo(t.Context(), done.Deed, by); err != nil {
		t.Fatal(err)
	}
	if texts() != words {
		t.Error("what was filed has other words")
	}
	if after := pages(); after != before {
		t.Errorf("not as it was:\n%s\n%s", before, after)
	}
}

func TestASplitTakesItsNames(t *testing.T) {
	l := fresh(t)
	family(t, l, []string{"1990", "ginger hen, 3", "ginger hen cape, 3"})
	by := ledger.Sender{Seat: "seat one"}
	done, err := l.SplitMaterial(t.Context(), "hen hackle", ledger.MaterialBody{Name: "Hen  Cape", Also: []string{"hen neck"}, Properties: map[string]float64{"stiff": 2}}, by)
	if err != nil {
		t.Fatal(err)
	}
	m := material(t, l, "hen cape")
	if m.Entry.Name != "hen cape" || m.Entry.Under != "hackle feather" || m.Entry.Properties["stiff"] != 2 || m.Total != 1 || m.Entered == nil {
		t.Errorf("split: %+v", m)
	}
	if m := material(t, l, "hen hackle"); slices.Contains(m.Also, "hen neck") || !slices.Contains(m.Also, "hen") {
		t.Errorf("what is left: %v", m.Also)
	}
	if _, err := l.SplitMaterial(t.Context(), "hen hackle", ledger.MaterialBody{Name: "wool"}, by); fault(err) != "name" {
		t.Errorf("into one that is there: %v", err)
	}
	if _, err := l.Undo(t.Context(), done.Deed, by); err != nil {
		t.Fatal(err)
	}
	if m := material(t, l, "hen cape"); m.Entry.Name != "hen hackle" {
		t.Errorf("undone: hen cape is %s", m.Entry.Name)
	}
	// the only other name of a material can be parted from it
	if _, err := l.SplitMaterial(t.Context(), "mink tail", ledger.MaterialBody{Name: "mink brush", Also: []string{"mink tail hair"}}, by); err != nil {
		t.Fatal(err)
	}
	if m := material(t, l, "mink tail hair"); m.Entry.Name != "mink brush" {
		t.Errorf("its only other name leads to %s", m.Entry.Name)
	}
	if m := material(t, l, "mink tail"); m.Entry.Name != "mink tail" || len(m.Also) != 0 {
		t.Errorf("what is left: %s, %v", m.Entry.Name, m.Also)
	}
	for field, b := range map[string]ledger.MaterialBody{
		"name": {Name: "  "}, "under": {Name: "lamp moss", Under: "nothing that is there"}, "properties.sheen": {Name: "lamp moss", Properties: map[string]float64{"sheen": 5}}, "properties.weight": {Name: "lamp moss", Properties: map[string]float64{"weight": 1}}, "can": {Name: "lamp moss", Can: []string{"sing"}},
	} {
		if _, err := l.EnterMaterial(t.Context(), b, by); fault(err) != field {
			t.Errorf("%+v: %v, expected a fault of %s", b, err, field)
		}
	}
	if _, err := l.RemoveMaterial(t.Context(), "wool", by); fault(err) != "name" {
		t.Errorf("taking out what the club never entered: %v", err)
	}
}

func TestWhatTheCabinetDoesNotKnow(t *testing.T) {
	l := fresh(t)
	if _, err := l.Teach(t.Context(), teachMoss, false, ledger.Sender{}); err != nil {
		t.Fatal(err)
	}
	file(t, l, ledger.Filing{Text: "Pattern: Oddment\n\nHook: 12 wet\nTail: red wool\nBody: lampmoss\nHackle: brown hen\n"})
	u, err := l.UnknownMaterials(t.Context())
	if err != nil || u.Unknown != 0 { // what the reader was taught is known here too
		t.Errorf("%+v, %v", u, err)
	}
	if m := material(t, l, "lampmoss"); m.Total != 1 || m.Entry.Kind != "fur" {
		t.Errorf("taught: %+v", m.Entry)
	}
	if _, err := l.Material(t.Context(), "unobtainium", ledger.Vice{}); fault(err) != "name" {
		t.Errorf("nobody's material: %v", err)
	}
}

func TestInsteadCountsTheClubsSwaps(t *testing.T) {
	l := fresh(t)
	f := family(t, l, []string{"1990", "bronze mallard slips", "mottled turkey slips"}, []string{"1991", "bronze mallard slips", "mottled turkey slips"}, []string{"1992", "bronze mallard slips", "white poly yarn"})
	in, err := l.Instead(t.Context(), "bronze mallard", "", "wing", "wet")
	if err != nil {
		t.Fatal(err)
	}
	at := func(name string) int {
		return slices.IndexFunc(in.Rows, func(r ledger.StandIn) bool { return r.Name == name })
	}
	turkey, poly := at("mottled turkey"), at("poly yarn")
	if turkey < 0 || poly < 0 || turkey > poly || in.Rows[turkey].Swaps == nil || in.Rows[turkey].Swaps.Count != 2 || in.Rows[poly].Swaps.Count != 1 {
		t.Fatalf("turkey %d, poly yarn %d of %d", turkey, poly, len(in.Rows))
	}
	if e := in.Rows[turkey].Swaps.Example[0]; e.Folio != f[1] || e.Tier != "Osric Pell" || e.Part != "wing" {
		t.Errorf("who did: %+v", e)
	}
	for i, r := range in.Rows[1:] {
		if r.Near > in.Rows[i].Near && r.Swaps == nil {
			t.Errorf("%s, %.2f, comes behind %s, %.2f", r.Name, r.Near, in.Rows[i].Name, in.Rows[i].Near)
		}
	}
	post, err := l.Instead(t.Context(), "poly yarn", "", "post", "")
	if err != nil || !slices.ContainsFunc(post.Others, func(r ledger.StandIn) bool { return r.Forbidden != "" }) {
		t.Errorf("a post forbids nothing: %v", err)
	}
}

// TestALineOfParents lays a fly against its parent and grandparent.
func TestALineOfParents(t *testing.T) {
	l := fresh(t)
	f := family(t, l, []string{"1985", "bronze mallard slips", "mottled turkey slips", "claret wool", "olive wool"})
	// its variant keeps the turkey, goes back to claret, and makes the tail longer
	text := strings.NewReplacer("bronze mallard slips", "mottled turkey slips", "half the shank", "one shank", "Pattern: Weir Lantern\nOriginator: Una Thrale\nDate: 1960", "Pattern: Late Lantern\nTier: Maud Carrow\nDate: 1999").Replace(lanternParent)
	late := file(t, l, ledger.Filing{Text: text, Parents: []ledger.Parent{{Folio: f[1]}}}).Folio
	compareAll(t, l)
	line, err := l.LineOf(t.Context(), late)
	if err != nil {
		t.Fatal(err)
	}
	if len(line.Parents) != 2 || line.Parents[0].Folio != f[1] || line.Parents[1].Folio != f[0] {
		t.Errorf("line %+v", line.Parents)
	}
	got := map[string]ledger.LineStep{}
	for _, s := range line.Steps {
		got[s.Part] = s
	}
	if s := got["tail"]; s.Is != ledger.IsNew || s.First != nil {
		t.Errorf("tail %+v", s)
	}
	if s := got["body"]; s.Is != ledger.Reverted || s.From != f[0] {
		t.Errorf("body %+v", s)
	}
	if s := got["wing"]; s.Is != ledger.Inherited || s.From != f[1] {
		t.Errorf("wing %+v", s)
	}
	if line, err := l.LineOf(t.Context(), f[0]); err != nil || len(line.Parents)+len(line.Steps) != 0 {
		t.Errorf("a fly without parents: %+v, %v", line, err)
	}
	if _, err := l.LineOf(t.Context(), 9999); fault(err) != "folio" {
		t.Errorf("no fly at all: %v", err)
	}
}

func TestAnArchivistOverrules(t *testing.T) {
	l := fresh(t)
	f := family(t, l, []string{"1985", "claret wool", "olive wool"})
	by := ledger.Sender{Seat: "seat one"}
	at := func() ledger.Spread {
		s, err := l.Compare(t.Context(), ledger.Leaf{Folio: f[0]}, ledger.Leaf{Folio: f[1]}, ledger.Vice{})
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	if s := at(); s.Comparison.Verdict != compare.Colour || s.Overruled != nil {
		t.Fatalf("before: %+v", s.Comparison)
	}
	if _, err := l.Overrule(t.Context(), f[1], f[0], compare.NewPattern, "  ", by); fault(err) != "note" {
		t.Errorf("without a reason: %v", err)
	}
	done, err := l.Overrule(t.Context(), f[1], f[0], compare.NewPattern, "on this water the colour is the fly", by)
	if err != nil {
		t.Fatal(err)
	}
	if s := at(); s.Overruled == nil || s.Overruled.Verdict != compare.NewPattern || s.Overruled.Note == "" || s.Comparison.Verdict != compare.Colour {
		t.Errorf("overruled: %+v", s.Overruled)
	}
	if up, down := open(t, l, f[1]).Parents[0], open(t, l, f[0]).Variants[0]; up.Verdict != compare.NewPattern || down.Verdict != compare.NewPattern {
		t.Errorf("beside its parent it is %s, beside its variant %s", up.Verdict, down.Verdict)
	}
	if _, err := l.Undo(t.Context(), done.Deed, by); err != nil {
		t.Fatal(err)
	}
	if s := at(); s.Overruled != nil {
		t.Errorf("undone: %+v", s.Overruled)
	}
	if _, err := l.Overrule(t.Context(), f[1], 9999, compare.Colour, "x", by); fault(err) != "folio" {
		t.Errorf("beside nothing: %v", err)
	}
}

var teachMoss = reading.Taught{Correction: reading.Correction{Words: "lampmoss", As: "material", Kind: "fur", Hue: "#3a5b2c"}}
