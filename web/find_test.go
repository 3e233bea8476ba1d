package web_test

import (
	"cmp"
	"fmt"
	"math"
	"net/http"
	neturl "net/url"
	"slices"
	"strconv"
	"strings"
	"testing"

	"mothledger/core/question"
	"mothledger/ledger"
)

func find(t *testing.T, url, query string) ledger.Page {
	t.Helper()
	return into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings?"+query, nil))
}

// TestAQuestionSaysHowItWasUnderstood asks several things at once.
func TestAQuestionSaysHowItWasUnderstood(t *testing.T) {
	url := server(t, true)
	p := find(t, url, "q="+neturl.QueryEscape(`tail: pheasant by Carrow after 2000`))
	var kinds []question.Kind
	var texts []string
	for _, a := range p.Asked {
		kinds, texts = append(kinds, a.Kind), append(texts, a.Text)
		if a.Says == "" {
			t.Errorf("nothing is said of %q", a.Text)
		}
	}
	if !slices.Equal(kinds, []question.Kind{question.Part, question.Who, question.Years}) || strings.Join(texts, "|") != "tail: pheasant|by Carrow|after 2000" || p.Total != 1 || p.Filed != club || p.Entries[0].Folio != 13 {
		t.Errorf("%+v", p)
	}
	for q, want := range map[string]string{"clarret": "claret", "by Pelle": "Osric Pell", `in "Dask and After"`: "Dusk and After", "variant of Candel Sedge": "Candle Sedge"} {
		if p := find(t, url, "q="+neturl.QueryEscape(q)); p.Total != 0 || !slices.Contains(p.Nearest, want) {
			t.Errorf("%q finds %d and is near %q, want %s", q, p.Total, p.Nearest, want)
		}
	}
	if r := call(t, http.MethodGet, url+"/api/dressings?after=nonsense", nil); r.status != http.StatusUnprocessableEntity {
		t.Errorf("a page after nonsense: %d", r.status)
	}
	if r := call(t, http.MethodGet, url+"/api/dressings?sort=colour", nil); r.status != http.StatusUnprocessableEntity {
		t.Errorf("sorted by nothing that is: %d", r.status)
	}
}

// TestTablesSort turns the pages of each order, both ways: each dressing once, in order.
func TestTablesSort(t *testing.T) {
	url := server(t, true)
	last := "\U0010FFFF"
	keys := map[string]func(ledger.Entry) string{
		"folio": nil, "date": nil, "size": nil, "variants": nil,
		"name":   func(e ledger.Entry) string { return strings.ToLower(strings.ReplaceAll(e.Title, "-", " ")) },
		"who":    func(e ledger.Entry) string { return strings.ToLower(cmp.Or(e.Originator, e.Tier, last)) },
		"source": func(e ledger.Entry) string { return strings.ToLower(cmp.Or(e.Source, last)) },
	}
	for by, key := range keys {
		for _, down := range []string{"false", "true"} {
			var all []ledger.Entry
			after := ""
			for range 10 {
				p := find(t, url, "limit=7&sort="+by+"&down="+down+"&after="+after)
				all = append(all, p.Entries...)
				if after = p.Next; after == "" {
					break
				}
			}
			if down == "true" {
				slices.Reverse(all)
			}
			folios := map[int]bool{}
			for i, e := range all {
				folios[e.Folio] = true
				if i == 0 {
					continue
				}
				before := all[i-1]
				if key != nil && key(before) > key(e) || by == "folio" && before.Folio >= e.Folio || by == "variants" && before.Variants > e.Variants ||
					by == "date" && before.Dated.Earliest[:4] > e.Dated.Earliest[:4] {
					t.Errorf("by %s (down %s), folio %d stands before %d", by, down, before.Folio, e.Folio)
				}
			}
			if len(all) != club || len(folios) != club {
				t.Errorf("by %s (down %s) are %d dressings, %d of them others", by, down, len(all), len(folios))
			}
		}
	}
	if p := find(t, url, "sort=variants&down=true&limit=1"); p.Entries[0].Folio != 1 || p.Entries[0].Variants != 5 {
		t.Errorf("most variants has %+v", p.Entries[0])
	}
	// a variant that is taken back no longer counts, and counts again when it is put back
	for withdrawn, want := range map[bool]int{true: 4, false: 5} {
		call(t, http.MethodPut, url+"/api/dressings/2/withdrawal", asJSON(map[string]any{"withdrawn": withdrawn}))
		if got := into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings?q=folio+1", nil)).Entries[0].Variants; got != want {
			t.Errorf("with folio 2 withdrawn %v there are %d variants, want %d", withdrawn, got, want)
		}
	}
}

// TestNamesAreOfferedWhileTyping: the nearest spelling first, with what tells two of one name apart.
func TestNamesAreOfferedWhileTyping(t *testing.T) {
	url := server(t, true)
	choose := func(of, typed string) ledger.Choices {
		return into[ledger.Choices](t, call(t, http.MethodGet, url+"/api/choices/"+of+"?q="+neturl.QueryEscape(typed), nil))
	}
	for _, c := range []struct{ of, typed, first string }{
		{"people", "pe", "Osric Pell"}, {"people", "osr", "Osric Pell"}, {"people", "Pelll", "Osric Pell"}, {"people", "PRU ald", "Prudence Aldwark"}, {"sources", "dusk", "Dusk and After"}, {"sources", "landing", "Notes from a Landing Stage"}, {"sources", "Lanp Night", "Lamp Night notebooks"},
	} {
		if got := choose(c.of, c.typed); len(got.Names) == 0 || !slices.Contains(got.Names, c.first) {
			t.Errorf("%s for %q are %v, want %s", c.of, c.typed, got.Names, c.first)
		}
	}
	if got := choose("people", "Pelll").Names; got[0] != "Osric Pell" {
		t.Errorf("nearest to Pelll is %v", got)
	}
	for typed, first := range map[string]int{"candle": 6, "Candle Sedge": 6, "sedge": 6, "16": 16, "#16": 16, "gloming porter": 1, "lanturn": 15} {
		got := choose("dressings", typed)
		if len(got.Dressings) == 0 || !slices.ContainsFunc(got.Dressings, func(e ledger.Entry) bool { return e.Folio == first }) {
			t.Errorf("%q offers %+v, want folio %d", typed, got.Dressings, first)
			continue
		}
		if e := got.Dressings[0]; e.Outline == nil || e.Date == "" && e.Tier == "" && e.Originator == "" {
			t.Errorf("%q offers folio %d with nothing to tell it by", typed, e.Folio)
		}
	}
	if c := choose("dressings", "candle sedge"); !c.Exact || c.Dressings[0].Folio != 6 {
		t.Errorf("the very name: %+v", c)
	}
	if c := choose("people", "Nobody Such"); c.Exact || len(c.Names) != 0 {
		t.Errorf("nobody: %+v", c)
	}
	if c := choose("people", ""); len(c.Names) != 12 && len(c.Names) < 5 {
		t.Errorf("nothing typed offers %v", c.Names)
	}
}

// TestIndexesLeadToDressings opens each index: every heading's question finds as many as it counts.
func TestIndexesLeadToDressings(t *testing.T) {
	url := server(t, true)
	index := func(query string) ledger.IndexPage {
		return into[ledger.IndexPage](t, call(t, http.MethodGet, url+"/api/indexes/"+query, nil))
	}
	for _, x := range []struct {
		of    string
		least int
		has   string
	}{{"people", 10, "Osric Pell"}, {"books", 6, "Dusk and After"}, {"decades", 8, "1930s"}, {"hooks", 8, "14"}, {"imitations", 11, "a drowned dusk sedge"}, {"parts", 18, "tail"}, {"materials?part=tail", 7, "pheasant tail"}, {"materials?part=rib", 4, "wire"}} {
		p := index(x.of)
		if len(p.Headings) < x.least || !slices.ContainsFunc(p.Headings, func(h ledger.Heading) bool { return h.Name == x.has }) {
			t.Errorf("%s: %d headings %+v", x.of, len(p.Headings), p.Headings)
		}
		for _, h := range p.Headings {
			n := h.Count
			if h.Tied != nil {
				n += *h.Tied // nobody in the club tied a fly that they originated
			}
			if got := find(t, url, "q="+neturl.QueryEscape(h.Question)).Total; got != n || n == 0 {
				t.Errorf("%s: %q counts %d, its question %s finds %d", x.of, h.Name, n, h.Question, got)
			}
		}
	}
	if p := index("people?begin=pe"); len(p.Headings) != 1 || p.Headings[0].Name != "Osric Pell" {
		t.Errorf("people with pe: %+v", p.Headings)
	}
	if p := index("people"); p.Headings[0].Name != "Prudence Aldwark" {
		t.Errorf("people by surname begin with %+v", p.Headings[0])
	}
	if r := call(t, http.MethodGet, url+"/api/indexes/materials", nil); r.status != http.StatusUnprocessableEntity {
		t.Errorf("materials of no part: %d", r.status)
	}
	a := into[ledger.About](t, call(t, http.MethodGet, url+"/api/indexes/people/entry?name=Jonas+Wick", nil))
	for part, want := range map[string]string{"tail": `tail is "wool"`, "whisks": `tail is "wool"`, "gubbins": `gubbins: "wool"`} {
		if got := into[ledger.About](t, call(t, http.MethodGet, url+"/api/indexes/materials/entry?name=wool&part="+part, nil)).Question; got != want {
			t.Errorf("wool in the %s is asked for by %s, want %s", part, got, want)
		}
	}
	if a.First != 2009 || a.Last != 2019 || len(a.Roles) != 2 || a.Roles[0].Count != 1 || a.Roles[1].Count != 3 {
		t.Errorf("Wick's page: %+v", a)
	}
}

// TestAParentOfManyIsSentInPart: a folio carries the first of its variants, the Ledger lists all.
func TestAParentOfManyIsSentInPart(t *testing.T) {
	url := server(t, false)
	const many = 60
	texts := "Pattern: Parent Moth\n\nHook: 12\nBody: red wool\n"
	into[ledger.Filed](t, file(t, url, map[string]any{"text": texts}))
	for i := range many {
		into[ledger.Filed](t, file(t, url, map[string]any{"text": strings.Replace(texts, "Parent", strings.Repeat("I", i+1), 1), "parents": []int{1}}))
	}
	f := into[ledger.Folio](t, call(t, http.MethodGet, url+"/api/dressings/1", nil))
	if len(f.Variants) != 40 || f.Entry.Variants != many {
		t.Errorf("%d variants are sent of %d", len(f.Variants), f.Entry.Variants)
	}
	if p := find(t, url, "limit=100&q="+neturl.QueryEscape(`variant of "folio 1"`)); p.Total != many {
		t.Errorf("the Ledger lists %d", p.Total)
	}
	if p := find(t, url, "limit=100&q="+neturl.QueryEscape(`variant of "folio 99"`)); p.Total != 0 {
		t.Errorf("of a folio that is not there are %d variants", p.Total)
	}
}

// TestAMeasuredHookIsObeyed: with one in the vice the size table steps from it, and a range of sizes
// stays a range.
func TestAMeasuredHookIsObeyed(t *testing.T) {
	url := server(t, true)
	hooks := into[[]ledger.HookEntry](t, call(t, http.MethodGet, url+"/api/hooks", nil))
	h := hooks[slices.IndexFunc(hooks, func(h ledger.HookEntry) bool { return h.Size == "12" })]
	rows := func(query string) ledger.SizeTable {
		return into[ledger.SizeTable](t, call(t, http.MethodGet, url+"/api/dressings/1/sizes"+query, nil))
	}
	plain, on := rows(""), rows("?hook="+strconv.FormatInt(h.ID, 10))
	at := slices.IndexFunc(on.Rows, func(r ledger.SizeRow) bool { return r.Size == "12" })
	if on.Hook == "" || on.Rows[at].Geometry.ShankMM != h.ShankMM || plain.Rows[at].Geometry.ShankMM == h.ShankMM || plain.Hook != "" {
		t.Errorf("on %q the 12 is %+v, on the generic scale %+v", on.Hook, on.Rows[at].Geometry, plain.Rows[at].Geometry)
	}
	if a, b := on.Rows[at].Geometry.ShankMM/on.Rows[at+1].Geometry.ShankMM, plain.Rows[at].Geometry.ShankMM/plain.Rows[at+1].Geometry.ShankMM; math.Abs(a-b) > 1e-9 {
		t.Errorf("it steps by %.4f, the generic scale by %.4f", a, b)
	}
	filed := into[ledger.Filed](t, file(t, url, map[string]any{"text": "Two Sizes\n\nHook: 12 or 14 wet\nBody: red wool\n"}))
	if e := into[ledger.Folio](t, call(t, http.MethodGet, fmt.Sprintf("%s/api/dressings/%d", url, filed.Folio), nil)).Entry; e.Sizes != "12 to 14" {
		t.Errorf("12 or 14 is %q", e.Sizes)
	}
}
