package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	neturl "net/url"
	"slices"
	"strings"
	"testing"
	"testing/fstest"

	"mothledger/ledger"
	"mothledger/localpg/pgtest"
	"mothledger/web"
	"mothledger/web/webtest"
)

// club is how many dressings the demo club has filed.
const club = 27

func TestMain(m *testing.M) { pgtest.Main(m) }

// server gives the address of a ledger of its own, with the demo club or empty.
func server(t testing.TB, club bool) string {
	t.Helper()
	files := fstest.MapFS{"index.html": {Data: []byte("<title>Moth Ledger</title>")}, "assets/a-1.js": {Data: []byte("1")}}
	return webtest.Serve(t, files, club).URL
}

type reply struct {
	status int
	header http.Header
	body   []byte
}

// detail is the message of a problem answer, with the field that it names.
func (r reply) detail() (msg, field string) {
	var p struct {
		Detail string `json:"detail"`
		Errors []struct{ Message, Location string }
	}
	_ = json.Unmarshal(r.body, &p)
	if len(p.Errors) > 0 {
		return p.Errors[0].Message, p.Errors[0].Location
	}
	return p.Detail, ""
}

func call(t testing.TB, method, address string, body []byte, headers ...string) reply {
	t.Helper()
	return do(t, request(t, method, address, body, headers...))
}

func request(t testing.TB, method, address string, body []byte, headers ...string) *http.Request {
	t.Helper()
	req, err := http.NewRequestWithContext(t.Context(), method, address, bytes.NewReader(body))
	if err != nil {
		t.Fatal(err)
	}
	if body != nil {
		req.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i+1 < len(headers); i += 2 {
		req.Header.Set(headers[i], headers[i+1])
	}
	return req
}

func do(t testing.TB, req *http.Request) reply {
	t.Helper()
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = res.Body.Close() }()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	return reply{res.StatusCode, res.Header, b}
}

func asJSON(v any) []byte {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return b
}

func into[T any](t testing.TB, r reply) T {
	t.Helper()
	var v T
	if r.status >= 300 {
		t.Fatalf("status %d: %s", r.status, r.body)
	}
	if err := json.Unmarshal(r.body, &v); err != nil {
		t.Fatal(err)
	}
	return v
}

var keys int

func file(t testing.TB, url string, filing map[string]any) reply {
	t.Helper()
	keys++
	return call(t, http.MethodPost, url+"/api/dressings", asJSON(filing), "Idempotency-Key", fmt.Sprintf("test-key-%06d", keys))
}

const porter = "Ropewalk Porter\n\nHook: 12 wet\nTail: 6 ginger hackle fibres, half the shank\nBody: claret fur\n"

func TestBadInputIsRefusedWithAClearAnswerAndNothingIsFiled(t *testing.T) {
	url := server(t, false)
	first := into[ledger.Filed](t, file(t, url, map[string]any{"text": porter}))
	huge := strings.Repeat("Body: claret fur, dubbed\n", 1<<20/25+1)
	for _, c := range []struct {
		name   string
		filing map[string]any
		status int
		says   string
		field  string
	}{
		{"nothing typed", map[string]any{"text": ""}, 422, "the text is empty", "body.text"},
		{"only blanks", map[string]any{"text": " \n\t\n"}, 422, "the text is empty", "body.text"},
		{"no name and no part", map[string]any{"text": "Note: seen in a box at the ferry\n"}, 422, "no name and no part was read", "body.text"},
		{"more than 1 MB of text", map[string]any{"text": huge}, 422, "expected at most 1048576", "body.text"},
		{"binary", map[string]any{"text": "Porter\x00\x01\nBody: fur\n"}, 422, "line 1", "body.text"},
		{"a part measured by itself", map[string]any{"text": "Porter\n\nTail: hackle, as long as the body\nBody: fur, as long as the tail\n"}, 422, "length of its own", "body.text"},
		{"an unknown field", map[string]any{"text": porter, "colour": "red"}, 422, "unexpected property", "body.colour"},
		{"a field of another kind", map[string]any{"text": 7}, 422, "expected string", "body.text"},
		{"a parent that is not there", map[string]any{"text": porter, "parents": []int{999}}, 422, "no folio 999", "body.parents"},
		{"a name far too long", map[string]any{"text": porter, "title": strings.Repeat("a", 201)}, 422, "at most 200", "body.title"},
	} {
		r := file(t, url, c.filing)
		msg, field := r.detail()
		if r.status != c.status || !strings.Contains(msg, c.says) || field != c.field {
			t.Errorf("%s: %d %q at %q; expected %d with %q at %q", c.name, r.status, msg, field, c.status, c.says, c.field)
		}
		if ct := r.header.Get("Content-Type"); ct != "application/problem+json" {
			t.Errorf("%s: answered as %s", c.name, ct)
		}
	}
	if r := call(t, http.MethodPost, url+"/api/dressings", bytes.Repeat([]byte("x"), 3<<20), "Idempotency-Key", "much-too-large"); r.status != http.StatusRequestEntityTooLarge {
		t.Errorf("a body of 3 MB: status %d", r.status)
	}
	if r := call(t, http.MethodPost, url+"/api/dressings", []byte(`{"text": `), "Idempotency-Key", "cut-short-1"); r.status != http.StatusBadRequest {
		t.Errorf("a body cut short: status %d", r.status)
	}
	if r := call(t, http.MethodPost, url+"/api/dressings", asJSON(map[string]any{"text": porter})); r.status != 422 {
		t.Errorf("no key: status %d", r.status)
	}
	page := into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings", nil))
	if page.Filed != 1 || page.Entries[0].Folio != first.Folio {
		t.Errorf("%d dressings are filed, expected the first alone", page.Filed)
	}
}

func TestHooksThatAreNone(t *testing.T) {
	url := server(t, false)
	into[ledger.Filed](t, file(t, url, map[string]any{"text": porter}))
	for _, q := range []string{"size=0", "size=33", "size=9/0", "size=twelve", "shank=2XQ", "shank=99XL"} {
		r := call(t, http.MethodGet, url+"/api/dressings/1?"+q, nil)
		msg, field := r.detail()
		if r.status != 422 || !strings.Contains(msg, "expected") || field != "query."+strings.SplitN(q, "=", 2)[0] {
			t.Errorf("%s: %d %q at %q", q, r.status, msg, field)
		}
	}
}

func TestNoDressingBecomesItsOwnAncestor(t *testing.T) {
	url := server(t, false)
	link := func(child, parent int) reply {
		return call(t, http.MethodPost, fmt.Sprintf("%s/api/dressings/%d/parents", url, child), asJSON(map[string]int{"parent": parent}))
	}
	a := into[ledger.Filed](t, file(t, url, map[string]any{"text": porter})).Folio
	b := into[ledger.Filed](t, file(t, url, map[string]any{"text": porter, "title": "B", "parents": []int{a}})).Folio
	c := into[ledger.Filed](t, file(t, url, map[string]any{"text": porter, "title": "C", "parents": []int{b}})).Folio
	for _, pair := range [][2]int{{a, c}, {a, b}, {a, a}} {
		r := link(pair[0], pair[1])
		if msg, _ := r.detail(); r.status != 422 || !strings.Contains(msg, "cannot be its parent") {
			t.Errorf("%d under %d: %d %q", pair[0], pair[1], r.status, msg)
		}
	}
	if r := link(c, a); r.status != http.StatusOK {
		t.Errorf("a grandparent as a parent too: %d %s", r.status, r.body)
	}
}

func TestAFilingSentTwiceFilesOnce(t *testing.T) {
	url := server(t, false)
	send := func(text string) reply {
		return call(t, http.MethodPost, url+"/api/dressings", asJSON(map[string]any{"text": text}), "Idempotency-Key", "the-same-key")
	}
	a, b := into[ledger.Filed](t, send(porter)), into[ledger.Filed](t, send(porter))
	if a.Folio != b.Folio || a.Again || !b.Again {
		t.Errorf("first %+v, second %+v", a, b)
	}
	if r := send(porter + "Head: black\n"); r.status != 422 {
		t.Errorf("the key with another text: %d", r.status)
	}
}

// A size 12 and a size 16 of one dressing: equal ratios, and millimetres in the
// ratio of the generic scale (JOB.md §4, from memory).
func TestTheViceReachesEveryMillimetre(t *testing.T) {
	url := server(t, true)
	at := func(size string) ledger.Folio {
		return into[ledger.Folio](t, call(t, http.MethodGet, url+"/api/dressings/1?size="+size, nil))
	}
	f12, f16 := at("12"), at("16")
	checked := 0
	for i, p := range f12.Measured.Parts {
		q := f16.Measured.Parts[i]
		if p.OfShank == 0 || f12.Dressing.Parts[i].Length.Of != "shank" {
			continue
		}
		checked++
		if ratio := q.MM / p.MM; ratio < 0.7495 || ratio > 0.7503 { // 1.0746⁻⁴ = 0.7499
			t.Errorf("%s: %.3f mm on a 16, %.3f on a 12", p.Role, q.MM, p.MM)
		}
		if p.OfShank != q.OfShank {
			t.Errorf("%s: ratio %v on a 12 and %v on a 16", p.Role, p.OfShank, q.OfShank)
		}
	}
	if checked == 0 {
		t.Error("no part is measured by the shank")
	}
	if f16.Outline.ShankMM >= f12.Outline.ShankMM {
		t.Error("the drawing does not follow the hook")
	}
}

func TestTheSpreadSaysWhatDeparts(t *testing.T) {
	url := server(t, true)
	s := into[ledger.Spread](t, call(t, http.MethodGet, url+"/api/spreads/15/16", nil))
	if s.Phrase == "" || len(s.Comparison.Because) == 0 || !s.Related {
		t.Errorf("phrase %q, reasons %v, related %v", s.Phrase, s.Comparison.Because, s.Related)
	}
	if len(s.Sentences) != len(s.Comparison.Parts) {
		t.Errorf("%d sentences for %d parts", len(s.Sentences), len(s.Comparison.Parts))
	}
	if s.Parent.Measured.Hook != s.Variant.Measured.Hook {
		t.Error("the two are on different hooks")
	}
	if r := call(t, http.MethodGet, url+"/api/spreads/15/999", nil); r.status != http.StatusNotFound {
		t.Errorf("a folio that is not there: %d", r.status)
	}
}

func TestTheLedgerIsReadInStretches(t *testing.T) {
	url := server(t, true)
	seen := map[int]bool{}
	after := ""
	for range 10 {
		p := into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings?limit=6&after="+after, nil))
		for _, e := range p.Entries {
			if seen[e.Folio] {
				t.Errorf("folio %d twice", e.Folio)
			}
			seen[e.Folio] = true
		}
		if after = p.Next; after == "" {
			break
		}
	}
	if len(seen) != club {
		t.Errorf("%d dressings, expected all %d", len(seen), club)
	}
	// the same fly whatever its words are spelt like
	for _, ways := range [][]string{{"seal's fur", "seals fur", "SEAL’S fur"}, {"hare's mask", "hares mask", "hare masks"}, {"wood duck", "wood-duck"}, {"grey", "gray", "GRAY"}} {
		var first []int
		for i, q := range ways {
			var folios []int
			for _, e := range into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings?q="+neturl.QueryEscape(q), nil)).Entries {
				folios = append(folios, e.Folio)
			}
			if i == 0 {
				first = folios
			}
			if len(folios) == 0 || !slices.Equal(folios, first) {
				t.Errorf("%q finds %v, %q %v", q, folios, ways[0], first)
			}
		}
	}
	for q, want := range map[string]int{"porter claret": 2, "100%": 0, "_": 0, "no such word": 0} {
		p := into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings?q="+strings.ReplaceAll(strings.ReplaceAll(q, "%", "%25"), " ", "+"), nil))
		if want == 0 && p.Total != 0 || want > 0 && p.Total < want {
			t.Errorf("%q finds %d", q, p.Total)
		}
	}
}

func TestEveryAnswerIsGuarded(t *testing.T) {
	url := server(t, false)
	for _, path := range []string{"/", "/folio/3", "/api/dressings", "/api/none", "/assets/none.js", "/healthz"} {
		h := call(t, http.MethodGet, url+path, nil).header
		csp := h.Get("Content-Security-Policy")
		if !strings.Contains(csp, "default-src 'none'") || !strings.Contains(csp, "script-src 'self';") || h.Get("X-Content-Type-Options") != "nosniff" {
			t.Errorf("%s: policy %q", path, csp)
		}
	}
	r := call(t, http.MethodPost, url+"/api/dressings", asJSON(map[string]any{"text": porter}), "Idempotency-Key", "from-elsewhere", "Origin", "http://elsewhere.example")
	if r.status != http.StatusForbidden {
		t.Errorf("a write from another site: %d", r.status)
	}
	for path, want := range map[string]int{"/healthz": 200, "/readyz": 200, "/folio/3": 200, "/api/none": 404, "/assets/none.js": 404, "/assets/a-1.js": 200} {
		if got := call(t, http.MethodGet, url+path, nil).status; got != want {
			t.Errorf("%s: %d, expected %d", path, got, want)
		}
	}
	if cc := call(t, http.MethodGet, url+"/assets/a-1.js", nil).header.Get("Cache-Control"); !strings.Contains(cc, "immutable") {
		t.Errorf("a hashed file is cached as %q", cc)
	}
}

func TestTheDescriptionIsServed(t *testing.T) {
	url := server(t, false)
	r := call(t, http.MethodGet, url+"/api/openapi.json", nil)
	own, err := web.Description()
	if err != nil {
		t.Fatal(err)
	}
	var a, b map[string]any
	if json.Unmarshal(r.body, &a) != nil || json.Unmarshal(own, &b) != nil {
		t.Fatal("no JSON")
	}
	if len(a["paths"].(map[string]any)) == 0 || len(a["paths"].(map[string]any)) != len(b["paths"].(map[string]any)) {
		t.Error("the served description is another than the one that types are made from")
	}
}
