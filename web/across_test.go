package web_test

import (
	"fmt"
	"net/http"
	neturl "net/url"
	"strings"
	"testing"

	"mothledger/ledger"
	"mothledger/store"
	"mothledger/web/webtest"
)

// TestTheCabinetOverHTTP does what an archivist does: finds a material, enters one, merges it, is told what is
// wrong, and undoes it.
func TestTheCabinetOverHTTP(t *testing.T) {
	url := server(t, true)
	page := into[ledger.CabinetPage](t, call(t, http.MethodGet, url+"/api/materials?q=mallard", nil))
	found := ""
	for _, r := range page.Rows {
		found += r.Name + "|"
	}
	if !strings.Contains(found, "bronze mallard|") || strings.Contains(found, "oval tinsel") || page.Said == 0 || page.Unknown != 0 {
		t.Errorf("mallard finds %s; %d said, %d unknown", found, page.Said, page.Unknown)
	}
	m := into[ledger.MaterialPage](t, call(t, http.MethodGet, url+"/api/materials/one?name=wood+duck", nil))
	if m.Entry.Name != "wood duck flank" || len(m.Swatches) == 0 || m.Swatches[0].Dry == m.Swatches[0].Wet || len(m.Parts) == 0 {
		t.Errorf("wood duck: %+v", m.Entry)
	}
	if r := call(t, http.MethodGet, url+"/api/materials/one?name=unobtainium", nil); r.status != 422 {
		t.Errorf("nobody's material: %d", r.status)
	}
	in := into[ledger.Instead](t, call(t, http.MethodGet, url+"/api/materials/instead?name=bronze+mallard&part=wing&on=wet", nil))
	if len(in.Rows) < 10 || in.Rows[0].Name != "brown mallard flank" || len(in.Rows[0].Terms) == 0 {
		t.Errorf("instead of bronze mallard: %+v", in.Rows[:min(1, len(in.Rows))])
	}
	post := func(path string, body any) reply { return call(t, http.MethodPost, url+path, asJSON(body)) }
	done := into[struct{ Deed int64 }](t, post("/api/materials", map[string]any{"name": "lamp moss", "under": "fur", "also": []string{"lampmoss"}}))
	if m := into[ledger.MaterialPage](t, call(t, http.MethodGet, url+"/api/materials/one?name=lampmoss", nil)); m.Entry.Name != "lamp moss" || m.Entered == nil {
		t.Errorf("entered: %+v", m.Entry)
	}
	for _, bad := range []map[string]any{{"name": ""}, {"name": "x", "under": "nothing at all"}, {"name": "x", "hue": "red"}, {"name": "x", "properties": map[string]float64{"sheen": 9}}} {
		if r := post("/api/materials", bad); r.status != 422 {
			t.Errorf("%v: %d %s", bad, r.status, r.body)
		}
	}
	if r := post("/api/materials/merge", map[string]any{"name": "lamp moss", "into": "unobtainium"}); r.status != 422 {
		t.Errorf("merged into nothing: %d", r.status)
	}
	call(t, http.MethodPost, fmt.Sprintf("%s/api/undo?deed=%d", url, done.Deed), nil)
	if r := call(t, http.MethodDelete, url+"/api/materials?name=wool", nil); r.status != 422 {
		t.Errorf("taking out what the club never entered: %d", r.status)
	}
}

// TestQuestionsAcrossOverHTTP asks the three questions that are asked most, and a wrong one.
func TestQuestionsAcrossOverHTTP(t *testing.T) {
	url := server(t, true)
	ask := func(q string) ledger.Answer {
		return into[ledger.Answer](t, call(t, http.MethodGet, url+"/api/departures?"+q, nil))
	}
	if a := ask("part=tail&what=longer"); a.Variants != 1 || a.Rows[0].Folio != 12 || a.Waiting != 0 {
		t.Errorf("longer tails: %+v", a)
	}
	if a := ask("of=bronze+mallard&what=replaced&by=instead"); a.Variants != 2 || len(a.Groups) != 2 {
		t.Errorf("instead of bronze mallard: %+v", a)
	}
	if a := ask("since=1980&by=change"); len(a.Groups) < 5 || a.Groups[0].Count < a.Groups[1].Count {
		t.Errorf("since 1980: %+v", a.Groups)
	}
	for _, bad := range []string{"what=nonsense", "of=unobtainium", "by=colour", "limit=0", "reason=whim"} {
		if r := call(t, http.MethodGet, url+"/api/departures?"+bad, nil); r.status != 422 {
			t.Errorf("%s: %d", bad, r.status)
		}
	}
	line := into[ledger.Line](t, call(t, http.MethodGet, url+"/api/dressings/12/line", nil))
	if len(line.Parents) != 1 || line.Parents[0].Folio != 11 || len(line.Steps) == 0 {
		t.Errorf("line of folio 12: %+v", line)
	}
	put := func(body map[string]any) reply {
		return call(t, http.MethodPut, url+"/api/dressings/4/verdicts/1", asJSON(body))
	}
	if r := put(map[string]any{"verdict": "new"}); r.status != 422 {
		t.Errorf("overruled without a reason: %d", r.status)
	}
	if r := put(map[string]any{"verdict": "splendid", "note": "x"}); r.status != 422 {
		t.Errorf("a verdict that is none: %d", r.status)
	}
	if r := put(map[string]any{"verdict": "technique", "note": "a hair-wing is another way to dress"}); r.status != 200 {
		t.Errorf("overruled: %d %s", r.status, r.body)
	}
	if s := into[ledger.Spread](t, call(t, http.MethodGet, url+"/api/spreads/1/4", nil)); s.Overruled == nil || s.Comparison.Form != "hair-wing" || s.Comparison.Axes.Of == "" {
		t.Errorf("spread: %+v, %q", s.Overruled, s.Comparison.Form)
	}
}

// BenchmarkAcross gives, for the questions across the ledger at 20,000 dressings, the time of a request over
// HTTP as a multiple of its own queries on the same pool. Both are medians taken in one run.
func BenchmarkAcross(b *testing.B) {
	const runs, n = 40, 20_000
	srv := webtest.Serve(b, nil, false)
	multiply(b, ledger.New(srv.Store), srv.Owner, n)
	mallard := []string{"bronze mallard"}
	for _, x := range []struct {
		name, path, by string
		asked          store.AskedAcross
	}{
		{"longer-tails", "/api/departures?part=tail&what=longer", "", store.AskedAcross{Kin: "tail", What: "longer"}},
		{"instead-of", "/api/departures?of=bronze+mallard&what=replaced&by=instead", "instead", store.AskedAcross{What: "replaced", ParentIs: mallard}},
		{"since-1980", "/api/departures?since=1980&by=change", "change", store.AskedAcross{Since: 1980}},
	} {
		over := overHTTP(b, runs, srv.URL+x.path)
		own := median(runs, func() {
			err := srv.Store.View(b.Context(), func(s store.Reads) error {
				if _, _, err := s.AcrossCount(b.Context(), x.asked); err != nil {
					return err
				}
				if x.by != "" {
					if _, err := s.AcrossBy(b.Context(), x.asked, x.by, 30); err != nil {
						return err
					}
				}
				_, err := s.Across(b.Context(), x.asked, 0, 41)
				return err
			})
			if err != nil {
				b.Fatal(err)
			}
		})
		b.Logf("%-14s %8.2f ms, %.2f × its queries", x.name, over*1000, over/own)
		b.ReportMetric(over/own, x.name+"-×queries")
	}
	for name, path := range map[string]string{"line": "/api/dressings/12/line", "cabinet": "/api/materials", "unknown": "/api/materials/unknown", "material": "/api/materials/one?name=" + neturl.QueryEscape("bronze mallard"), "stand-ins": "/api/materials/instead?name=bronze+mallard&part=wing"} {
		b.Logf("%-14s %8.2f ms", name, 1000*overHTTP(b, runs, srv.URL+path))
	}
	b.ReportMetric(0, "ns/op")
}
