package web_test

import (
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"

	"mothledger/ledger"
	"mothledger/web"
)

const seat = "seat-of-a-test"

func revise(t testing.TB, url string, folio int, match, key string, filing map[string]any) reply {
	t.Helper()
	return call(t, http.MethodPost, fmt.Sprintf("%s/api/dressings/%d/revisions", url, folio), asJSON(filing), "Idempotency-Key", key, "If-Match", match, "Seat", seat)
}

func undo(t testing.TB, url string) reply {
	t.Helper()
	return call(t, http.MethodPost, url+"/api/undo", []byte("{}"), "Seat", seat)
}

func folio(t testing.TB, url string, n int) ledger.Folio {
	t.Helper()
	return into[ledger.Folio](t, call(t, http.MethodGet, fmt.Sprintf("%s/api/dressings/%d", url, n), nil))
}

func TestTheSecondOfTwoIsToldWhatTheFirstChanged(t *testing.T) {
	url := server(t, false)
	first := file(t, url, map[string]any{"text": porter})
	if first.header.Get("ETag") != `"1"` {
		t.Errorf("ETag %s", first.header.Get("ETag"))
	}
	theirs := strings.Replace(porter, "half the shank", "one shank", 1)
	mine := strings.Replace(porter, "claret fur", "olive fur", 1)
	if r := revise(t, url, 1, `"1"`, "theirs-theirs", map[string]any{"text": theirs, "why": "measured again"}); r.status != 201 || r.header.Get("ETag") != `"2"` {
		t.Fatalf("the first: %d %s", r.status, r.body)
	}
	r := revise(t, url, 1, `"1"`, "mine-mine-mine", map[string]any{"text": mine, "why": "the wool was olive"})
	if r.status != http.StatusPreconditionFailed {
		t.Fatalf("the second: %d %s", r.status, r.body)
	}
	p := into[web.StaleProblem](t, reply{200, r.header, r.body})
	if p.Stale.Newest != 2 || p.Stale.Why != "measured again" || len(p.Stale.Changed) != 1 || !strings.Contains(p.Stale.Changed[0], "tail: longer") {
		t.Errorf("told %+v", p.Stale)
	}
	takes := map[string]string{}
	for _, row := range p.Stale.Rows {
		takes[row.Key] = row.Take
	}
	if takes["tail"] != "theirs" || takes["body"] != "mine" {
		t.Errorf("rows %+v", p.Stale.Rows)
	}
	if f := folio(t, url, 1); f.Text != theirs || len(f.Revisions) != 2 {
		t.Errorf("the ledger holds %q in %d revisions", f.Text, len(f.Revisions))
	}
	// the same sent again, on what is newest now, and then that very request again
	for i, again := range []bool{false, true} {
		f := into[ledger.Filed](t, revise(t, url, 1, `"2"`, "mine-once-more", map[string]any{"text": mine, "why": "the wool was olive"}))
		if f.Revision != 3 || f.Again != again {
			t.Errorf("sending %d: %+v", i+1, f)
		}
	}
	for match, status := range map[string]int{`"9"`: 422, "x": 422, `"0"`: 422} {
		if r := revise(t, url, 1, match, "wrong-"+match+"-tag", map[string]any{"text": mine, "why": "x"}); r.status != status {
			t.Errorf("If-Match %s: %d %s", match, r.status, r.body)
		}
	}
	if r := revise(t, url, 1, `"3"`, "no-reason-given", map[string]any{"text": mine}); r.status != 422 {
		t.Errorf("a revision without a reason: %d", r.status)
	}
	if r := call(t, http.MethodPost, url+"/api/dressings/1/revisions", asJSON(map[string]any{"text": mine, "why": "x"}), "Idempotency-Key", "no-match-at-all"); r.status != 422 {
		t.Errorf("a revision of nothing named: %d", r.status)
	}
}

func TestAnOlderRevisionIsReadComparedAndRestored(t *testing.T) {
	url := server(t, false)
	file(t, url, map[string]any{"text": porter, "tier": "Una Thrale"})
	revise(t, url, 1, `"1"`, "the-second-one", map[string]any{"text": strings.Replace(porter, "half the shank", "one shank", 1), "why": "longer"})
	old := into[ledger.Folio](t, call(t, http.MethodGet, url+"/api/dressings/1?revision=1", nil))
	if old.Entry.Revision != 1 || old.Entry.Newest != 2 || old.Entry.Tier != "Una Thrale" || old.Text != porter {
		t.Errorf("the older one: %+v", old.Entry)
	}
	s := into[ledger.Spread](t, call(t, http.MethodGet, url+"/api/spreads/1/1?parentRevision=1&variantRevision=2", nil))
	if len(s.Comparison.Because) != 1 || !strings.Contains(s.Comparison.Because[0], "tail: longer") || !s.Related {
		t.Errorf("beside each other: %v", s.Comparison.Because)
	}
	r := call(t, http.MethodPost, url+"/api/dressings/1/restorations", asJSON(map[string]int{"revision": 1}), "Idempotency-Key", "restore-it-now", "If-Match", `"2"`, "Seat", seat)
	if f := into[ledger.Filed](t, r); f.Revision != 3 {
		t.Errorf("restored as %+v", f)
	}
	if f := folio(t, url, 1); f.Text != porter || f.Entry.Tier != "Una Thrale" || f.Revisions[0].Why != "revision 1 restored" {
		t.Errorf("now it says %q: %+v", f.Text, f.Revisions)
	}
	if r := call(t, http.MethodGet, url+"/api/dressings/1?revision=7", nil); r.status != 404 {
		t.Errorf("a revision that is not there: %d", r.status)
	}
}

func TestUndoTakesBackWhateverWasLast(t *testing.T) {
	url := server(t, true)
	count := func() int {
		return into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings", nil)).Filed
	}
	text := func() string { return folio(t, url, 28).Text }
	call(t, http.MethodPost, url+"/api/dressings", asJSON(map[string]any{"text": porter}), "Idempotency-Key", "undo-file-22", "Seat", seat)
	longer := strings.Replace(porter, "half the shank", "one shank", 1)
	revise(t, url, 28, `"1"`, "undo-revise-22", map[string]any{"text": longer, "why": "longer"})
	call(t, http.MethodPost, url+"/api/dressings/28/parents", asJSON(map[string]any{"parent": 1}), "Seat", seat)
	call(t, http.MethodPost, url+"/api/vocabulary", asJSON(map[string]any{"words": "Grobble", "as": "colour"}), "Seat", seat)
	call(t, http.MethodPut, url+"/api/dressings/28/withdrawal", asJSON(map[string]any{"withdrawn": true}), "Seat", seat)
	if count() != club {
		t.Fatalf("%d are listed after one was taken back", count())
	}
	words := func() int {
		return len(into[[]ledger.Word](t, call(t, http.MethodGet, url+"/api/vocabulary", nil)))
	}
	for _, step := range []struct {
		what  string
		check func() bool
	}{
		{"took folio 28 back", func() bool { return count() == club+1 }},
		{"taught the reader", func() bool { return words() == 0 }},
		{"linked folio 28 as variant of folio 1", func() bool { return len(folio(t, url, 28).Parents) == 0 }},
		{"revised Ropewalk Porter", func() bool { return text() == porter && folio(t, url, 28).Entry.Revision == 3 }},
	} {
		u := into[ledger.Undone](t, undo(t, url))
		if !strings.HasPrefix(u.What, step.what) || !step.check() {
			t.Errorf("undid %q, expected %q", u.What, step.what)
		}
	}
	// its revision was undone, so nothing rests on the filing any more
	if u := into[ledger.Undone](t, undo(t, url)); u.What != "filed Ropewalk Porter" || count() != club {
		t.Errorf("undid %q, and %d are listed", u.What, count())
	}
	if r := undo(t, url); r.status != 422 {
		t.Errorf("there is nothing left to undo: %d %s", r.status, r.body)
	}
	if r := call(t, http.MethodPost, url+"/api/undo", []byte("{}"), "Seat", "another-seat"); r.status != 422 {
		t.Errorf("another seat undid: %d %s", r.status, r.body)
	}
}

func TestACorrectionIsRememberedAndCanBeTaught(t *testing.T) {
	url := server(t, false)
	text := "Ropewalk Moth\n\nHook: 10 wet\nBody: grobble wool\n"
	colour := func(f ledger.Folio) string { return f.Dressing.Parts[1].Materials[0].Colour }
	fix := []map[string]string{{"words": "grobble", "as": "colour"}}
	file(t, url, map[string]any{"text": text, "corrections": fix})
	file(t, url, map[string]any{"text": text})
	if a, b := folio(t, url, 1), folio(t, url, 2); colour(a) != "grobble" || colour(b) != "" || len(a.Corrections) != 1 {
		t.Errorf("corrected %q, not corrected %q", colour(a), colour(b))
	}
	if r := call(t, http.MethodPost, url+"/api/vocabulary", asJSON(fix[0]), "Seat", seat); r.status != 200 {
		t.Fatalf("teaching: %d %s", r.status, r.body)
	}
	if r := call(t, http.MethodPost, url+"/api/vocabulary", asJSON(fix[0]), "Seat", seat); r.status != 422 {
		t.Errorf("teaching it again: %d", r.status)
	}
	file(t, url, map[string]any{"text": text})
	if got := colour(folio(t, url, 3)); got != "grobble" {
		t.Errorf("after it was taught the colour is %q", got)
	}
	if got := colour(folio(t, url, 2)); got != "" {
		t.Errorf("what was filed before is altered: %q", got)
	}
	if r := file(t, url, map[string]any{"text": text, "corrections": []map[string]string{{"words": "grobble", "as": "verb"}}}); r.status != 422 {
		t.Errorf("a correction to nothing known: %d", r.status)
	}
}

func TestDraftsAreKeptForTheirSeat(t *testing.T) {
	url := server(t, true)
	const id = "0b5c2f3e-5f57-4a52-9d57-0d8f2ad3f9aa"
	put := func(seat string, edit int) reply {
		return call(t, http.MethodPut, url+"/api/drafts/"+id, asJSON(map[string]any{"edit": edit, "folio": 3, "base": 1, "body": map[string]any{"text": porter, "edit": edit}}), "Seat", seat)
	}
	if r := put(seat, 4); r.status != 200 {
		t.Fatalf("%d %s", r.status, r.body)
	}
	put(seat, 2) // a late, older save
	list := into[[]ledger.Draft](t, call(t, http.MethodGet, url+"/api/drafts", nil, "Seat", seat))
	if len(list) != 1 || !strings.Contains(string(list[0].Body), `"edit":4`) || *list[0].Folio != 3 {
		t.Errorf("drafts %+v", list)
	}
	if r := put("another-seat", 9); r.status != 404 {
		t.Errorf("another seat wrote: %d", r.status)
	}
	call(t, http.MethodDelete, url+"/api/drafts/"+id, nil, "Seat", seat)
	if list := into[[]ledger.Draft](t, call(t, http.MethodGet, url+"/api/drafts", nil, "Seat", seat)); len(list) != 0 {
		t.Error("the draft is still there")
	}
	if r := call(t, http.MethodPut, url+"/api/drafts/not-an-id", asJSON(map[string]any{"edit": 1, "body": 1}), "Seat", seat); r.status != 422 {
		t.Errorf("an id that is none: %d", r.status)
	}
}

const batchID = "7d444840-9dc0-41d1-b245-5ffdce74fad2"

func batchOf(n int) string {
	var b strings.Builder
	for i := range n {
		if i%10 == 9 {
			fmt.Fprintf(&b, "Pattern: Fly %d\n\nHook: 12 wet\nBody: grobbled fur and xyzzy\n", i+1)
			continue
		}
		fmt.Fprintf(&b, "Pattern: Fly %d\nVariant of: Fly 1\n\nHook: 12 wet\nTail: %d ginger hackle fibres, half the shank\nBody: claret fur\n", i+1, 4+i%5)
	}
	return strings.Replace(b.String(), "Variant of: Fly 1\n", "", 1)
}

func TestManyAtOnceAreTakenInFiledAndTakenBack(t *testing.T) {
	url := server(t, true)
	b := into[ledger.Batch](t, call(t, http.MethodPut, url+"/api/batches/"+batchID, asJSON(map[string]any{"name": "box 4.txt", "text": batchOf(100)}), "Seat", seat))
	if b.Clean != 90 || b.Look != 10 || b.Filed != 0 {
		t.Fatalf("taken in as %+v", b)
	}
	look := into[[]ledger.Item](t, call(t, http.MethodGet, url+"/api/batches/"+batchID+"/items?state=look", nil))
	if len(look) != 10 || look[0].Title != "Fly 10" || !strings.Contains(look[0].Why, "unread") {
		t.Errorf("to look at: %+v", look)
	}
	count := func() int {
		return into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings", nil)).Filed
	}
	some := func(limit int) ledger.Progress {
		return into[ledger.Progress](t, call(t, http.MethodPost, url+"/api/batches/"+batchID+"/filings", asJSON(map[string]int{"limit": limit}), "Seat", seat))
	}
	if p := some(25); p.Filed != 25 || p.Clean != 65 || len(p.Just) != 25 || count() != club+25 {
		t.Errorf("after 25: %+v, %d in the ledger", p.Batch, count())
	}
	// cancel leaves what was filed
	call(t, http.MethodPut, url+"/api/batches/"+batchID+"/stopped", asJSON(map[string]bool{"stopped": true}))
	if p := some(25); len(p.Just) != 0 || !p.Cancelled || count() != club+25 {
		t.Errorf("after the cancel: %+v", p.Batch)
	}
	call(t, http.MethodPut, url+"/api/batches/"+batchID+"/stopped", asJSON(map[string]bool{"stopped": false}))
	// four at once file each recipe once
	var wg sync.WaitGroup
	for range 4 {
		wg.Go(func() {
			for len(some(7).Just) > 0 {
			}
		})
	}
	wg.Wait()
	if n := count(); n != club+90 {
		t.Errorf("%d in the ledger, expected the club and 90", n)
	}
	all := into[[]ledger.Item](t, call(t, http.MethodGet, url+"/api/batches/"+batchID+"/items?state=filed&limit=500", nil))
	if len(all) != 90 || all[0].Folio == nil {
		t.Errorf("%d are listed as filed", len(all))
	}
	if f := folio(t, url, *all[3].Folio); len(f.Parents) != 1 || f.Parents[0].Title != "Fly 1" {
		t.Errorf("a variant of the batch has parents %+v", f.Parents)
	}
	// the same file sent again changes nothing
	again := into[ledger.Batch](t, call(t, http.MethodPut, url+"/api/batches/"+batchID, asJSON(map[string]any{"name": "box 4.txt", "text": batchOf(100)}), "Seat", seat))
	if again.Filed != 90 || again.Clean != 0 {
		t.Errorf("sent again: %+v", again)
	}
	back := into[ledger.Batch](t, call(t, http.MethodPut, url+"/api/batches/"+batchID+"/withdrawal", asJSON(map[string]bool{"withdrawn": true}), "Seat", seat))
	if !back.Withdrawn || count() != club {
		t.Errorf("taken back: %+v, %d in the ledger", back, count())
	}
	undo(t, url)
	if n := count(); n != club+90 {
		t.Errorf("%d after the undo", n)
	}
	for name, text := range map[string]string{"empty": " \n", "binary": "Fly\x00\n", "huge": strings.Repeat("Body: fur\n", 1<<17)} {
		r := call(t, http.MethodPut, url+"/api/batches/11111111-9dc0-41d1-b245-5ffdce74fad2", asJSON(map[string]any{"name": name, "text": text}), "Seat", seat)
		if msg, field := r.detail(); r.status != 422 || field != "body.text" || !strings.Contains(msg, "expected") {
			t.Errorf("%s: %d %q at %q", name, r.status, msg, field)
		}
	}
}
