package web_test

import (
	"fmt"
	"net/http"
	"slices"
	"testing"

	"mothledger/ledger"
	"mothledger/web"
)

// TestTraysHoldDressingsInOrder makes a tray, fills it from a list, writes notes, turns the order
// round, meets somebody else's change, and takes it all back.
func TestTraysHoldDressingsInOrder(t *testing.T) {
	url := server(t, true)
	seat := []string{"Seat", "a-seat-of-the-test"}
	with := func(key string) []string { return append([]string{"Idempotency-Key", key}, seat...) }
	make := func(key string) web.Made {
		return into[web.Made](t, call(t, http.MethodPost, url+"/api/trays", asJSON(map[string]any{"name": "Open questions", "about": "for the winter", "items": []any{map[string]any{"folio": 26, "note": "asked T. in May"}}}), with(key)...))
	}
	made := make("one-key-1")
	if again := make("one-key-1"); again.Tray != made.Tray {
		t.Errorf("the same request made trays %d and %d", made.Tray, again.Tray)
	}
	at := fmt.Sprintf("%s/api/trays/%d", url, made.Tray)
	if r := call(t, http.MethodPost, at+"/dressings", asJSON(map[string]any{"folios": []int{15, 26, 1}}), seat...); r.status != 200 {
		t.Fatalf("laying in: %d %s", r.status, r.body)
	}
	open := func() ledger.Tray { return into[ledger.Tray](t, call(t, http.MethodGet, at, nil)) }
	folios := func(x ledger.Tray) (out []int) {
		for _, i := range x.Items {
			out = append(out, i.Entry.Folio)
		}
		return out
	}
	now := open()
	if !slices.Equal(folios(now), []int{26, 15, 1}) || now.Items[0].Note != "asked T. in May" || now.Items[1].Entry.Outline == nil || now.Count != 3 {
		t.Errorf("it holds %v: %+v", folios(now), now)
	}
	body := map[string]any{"name": "Three for a talk", "edit": now.Edit, "items": []any{map[string]any{"folio": 1}, map[string]any{"folio": 15, "note": "the oldest"}, map[string]any{"folio": 26}}}
	if r := call(t, http.MethodPut, at, asJSON(body), seat...); r.status != 200 {
		t.Fatalf("changing it: %d %s", r.status, r.body)
	}
	if now = open(); !slices.Equal(folios(now), []int{1, 15, 26}) || now.Items[1].Note != "the oldest" || now.Name != "Three for a talk" {
		t.Errorf("it holds %v: %+v", folios(now), now)
	}
	if r := call(t, http.MethodPut, at, asJSON(body), seat...); r.status != http.StatusUnprocessableEntity {
		t.Errorf("a change from an older edit: %d", r.status)
	}
	body["edit"], body["items"] = now.Edit, []any{map[string]any{"folio": 999}}
	if msg, field := call(t, http.MethodPut, at, asJSON(body), seat...).detail(); field == "" || msg != "there is no folio 999" {
		t.Errorf("a folio that is not there: %q %q", msg, field)
	}
	if list := into[[]ledger.Tray](t, call(t, http.MethodGet, url+"/api/trays?folio=15", nil)); len(list) != 1 || list[0].Count != 3 {
		t.Errorf("trays that hold folio 15: %+v", list)
	}
	if list := into[[]ledger.Tray](t, call(t, http.MethodGet, url+"/api/trays?folio=2", nil)); len(list) != 0 {
		t.Errorf("trays that hold folio 2: %+v", list)
	}
	call(t, http.MethodPut, at+"/away", asJSON(map[string]any{"away": true}), seat...)
	if list := into[[]ledger.Tray](t, call(t, http.MethodGet, url+"/api/trays", nil)); len(list) != 0 {
		t.Errorf("a tray that was put away is out: %+v", list)
	}
	for i, want := range [][]int{{1, 15, 26}, {26, 15, 1}, {26}} {
		if r := call(t, http.MethodPost, url+"/api/undo", asJSON(map[string]any{}), with(fmt.Sprintf("undo-key-%d", i))...); r.status != 200 {
			t.Fatalf("undo %d: %d %s", i, r.status, r.body)
		}
		if got := open(); !slices.Equal(folios(got), want) || got.Away {
			t.Errorf("after undo %d it holds %v, want %v", i, folios(got), want)
		}
	}
	h := into[ledger.History](t, call(t, http.MethodGet, fmt.Sprintf("%s/api/deeds?record=tray&of=%d", url, made.Tray), nil))
	if len(h.Deeds) != 7 || h.Deeds[6].Kind != ledger.TrayMade {
		t.Errorf("its history: %+v", h.Deeds)
	}
}
