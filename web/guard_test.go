package web_test

import (
	"database/sql"
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"testing"
	"testing/fstest"

	"mothledger/ledger"
	"mothledger/localpg/pgtest"
	"mothledger/web/webtest"
)

// A page elsewhere may let its name resolve to the loopback address: what comes by
// another name is neither read nor filed.
func TestOnlyItsOwnNamesReachTheLedger(t *testing.T) {
	url := server(t, true)
	ask := func(method, path, host string, headers ...string) int {
		t.Helper()
		var body []byte
		if method == http.MethodPost {
			body = asJSON(map[string]any{"text": porter})
		}
		req := request(t, method, url+path, body, append(headers, "Idempotency-Key", "by-another-name")...)
		if host != "" {
			req.Host = host
		}
		return do(t, req).status
	}
	port := url[strings.LastIndex(url, ":"):]
	for _, host := range []string{"", "127.0.0.1" + port, "localhost" + port, "LOCALHOST", "[::1]" + port} {
		if got := ask(http.MethodGet, "/api/dressings", host); got != http.StatusOK {
			t.Errorf("called %q: %d", host, got)
		}
	}
	for _, host := range []string{"moths.example" + port, "127.0.0.1.moths.example", "10.0.0.8" + port, "localhost.moths.example", "0.0.0.0" + port} {
		for _, c := range [][2]string{{http.MethodGet, "/api/dressings"}, {http.MethodGet, "/"}, {http.MethodPost, "/api/dressings"}, {http.MethodGet, "/api/bag"}} {
			if got := ask(c[0], c[1], host); got != http.StatusMisdirectedRequest {
				t.Errorf("%s %s called %q: %d", c[0], c[1], host, got)
			}
		}
		if got := ask(http.MethodGet, "/healthz", host); got != http.StatusOK {
			t.Errorf("a check called %q: %d", host, got)
		}
	}
	for _, site := range [][2]string{{"Origin", "http://elsewhere.example"}, {"Sec-Fetch-Site", "cross-site"}, {"Sec-Fetch-Site", "same-site"}} {
		if got := ask(http.MethodPost, "/api/dressings", "", site[0], site[1]); got != http.StatusForbidden {
			t.Errorf("a write with %s %s: %d", site[0], site[1], got)
		}
	}
	if got := ask(http.MethodPost, "/api/dressings", "", "Sec-Fetch-Site", "same-origin"); got != http.StatusCreated {
		t.Errorf("a write of its own page: %d", got)
	}
}

// Each of these was once answered 500.
func TestWhatNoTableTakesIsRefusedWithItsPlace(t *testing.T) {
	url := server(t, true)
	id := "/api/drafts/0b5c2f3e-5f57-4a52-9d57-0d8f2ad3f9aa"
	box := "/api/batches/7d444840-9dc0-41d1-b245-5ffdce74fad2"
	text := func(s string) string { return string(asJSON(map[string]any{"text": s})) }
	add := func(name string) reply {
		return call(t, http.MethodPost, url+"/api/hooks", asJSON(map[string]any{"name": name, "size": "12", "shankMM": 11.1, "gapeMM": 5.4}), "Seat", seat)
	}
	old := into[ledger.HookEntry](t, add("Twice"))
	call(t, http.MethodPut, fmt.Sprintf("%s/api/hooks/%d/retired", url, old.ID), []byte(`{"retired":true}`))
	into[ledger.HookEntry](t, add("Twice"))
	for _, c := range []struct {
		what, method, path, body string
		headers                  []string
		status                   int
		field                    string
	}{
		{"NUL in a name", "POST", "/api/dressings", `{"text":"Fly\n\nBody: fur","title":"a\u0000b"}`, nil, 422, "body.title"},
		{"NUL in a reason", "POST", "/api/dressings", `{"text":"Fly\n\nBody: fur","reason":"a\u0000b"}`, nil, 422, "body.reason"},
		{"NUL in a settlement", "POST", "/api/dressings", `{"text":"Fly\n\nBody: fur","settlements":[{"text":"x","chosen":"\u0000"}]}`, nil, 422, "body.settlements[0].chosen"},
		{"NUL in a correction", "POST", "/api/vocabulary", `{"words":"a\u0000b","as":"colour"}`, nil, 422, "body.words"},
		{"NUL in a search", "GET", "/api/dressings?q=a%00b", "", nil, 422, "query.q"},
		{"NUL in advice", "PUT", "/api/dressings/1/dismissals", `{"code":"a\u0000"}`, nil, 422, "body.code"},
		{"NUL in a box's name", "PUT", box, `{"name":"\u0000","text":"Fly\n\nBody: fur"}`, []string{"Seat", seat}, 422, "body.name"},
		{"half a surrogate pair", "POST", "/api/dressings", `{"text":"Fly\n\nBody: fur","tier":"\ud800"}`, nil, 422, "body.tier"},
		{"half a surrogate pair in the text", "POST", "/api/dressings", `{"text":"Fly\n\nBody: \ud800"}`, nil, 422, "body.text"},
		{"a folio beyond int4", "GET", "/api/dressings/2147483648", "", nil, 422, "path.folio"},
		{"a folio beyond int8", "GET", "/api/dressings/9223372036854775808", "", nil, 422, "path.folio"},
		{"a place in the list beyond int4", "GET", "/api/dressings?after=2147483648", "", nil, 422, "query.after"},
		{"a place in a box beyond int4", "GET", box + "/items?after=2147483648", "", nil, 422, "query.after"},
		{"a revision beyond int4", "POST", "/api/dressings/1/revisions", `{"text":"Fly\n\nBody: fur","why":"x"}`, []string{"If-Match", `"2147483648"`}, 422, "header.If-Match"},
		{"a parent beyond int4", "POST", "/api/dressings", `{"text":"Fly\n\nBody: fur","parents":[2147483648]}`, nil, 422, ""},
		{"a draft of a folio beyond int4", "PUT", id, `{"edit":1,"folio":2147483648,"body":1}`, []string{"Seat", seat}, 422, "body.folio"},
		{"a draft of a folio that is not there", "PUT", id, `{"edit":1,"folio":2147483,"body":1}`, []string{"Seat", seat}, 422, "body.folio"},
		{"odd bytes in a header", "POST", "/api/dressings/2/parents", `{"parent":1}`, []string{"Seat", "seat \xff\xfe"}, 422, "header.Seat"},
		{"9,363 parts", "POST", "/api/dressings", text("Fly\n\n" + strings.Repeat("Body: red wool\n", 9363)), nil, 422, "body.text"},
		{"a word of 6,000 letters", "POST", "/api/dressings", text("Fly\n\nBody: " + strings.Repeat("x", 6000)), nil, 422, "body.text"},
		{"a name of 6,000 letters", "POST", "/api/dressings", text("Pattern: " + strings.Repeat("long ", 1200) + "\n\nBody: fur"), nil, 422, "body.title"},
		{"a box with such a word", "PUT", box, `{"name":"box","text":"Fly\n\nBody: ` + strings.Repeat("x", 6000) + `"}`, []string{"Seat", seat}, 422, "body.text"},
		{"a retired hook under a name that is taken", "PUT", fmt.Sprintf("/api/hooks/%d/retired", old.ID), `{"retired":false}`, nil, 422, "body.name"},
		{"a body too large for a few words", "POST", "/api/dressings/2/parents", `{"parent":1,"reason":"` + strings.Repeat("x", 70<<10) + `"}`, nil, 413, ""},
	} {
		r := call(t, c.method, url+c.path, []byte(c.body), append([]string{"Idempotency-Key", "key-of-" + c.path}, c.headers...)...)
		if msg, field := r.detail(); r.status != c.status || c.field != "" && field != c.field || msg == "" {
			t.Errorf("%s: %d %q at %q; expected %d at %q", c.what, r.status, msg, field, c.status, c.field)
		}
	}
	// a draft holds whatever stood on the desk, and gives it back
	odd := `{"edit":1,"body":{"text":"a\u0000b \ud800 🐟"}}`
	if r := call(t, http.MethodPut, url+id, []byte(odd), "Seat", seat); r.status != 200 {
		t.Errorf("a draft of odd letters: %d %s", r.status, r.body)
	}
	drafts := into[[]ledger.Draft](t, call(t, http.MethodGet, url+"/api/drafts", nil, "Seat", seat))
	if len(drafts) != 1 || string(drafts[0].Body) != `{"text":"a\u0000b \ud800 🐟"}` {
		t.Errorf("given back as %s", drafts[0].Body)
	}
	if p := into[ledger.Page](t, call(t, http.MethodGet, url+"/api/dressings", nil)); p.Filed != club {
		t.Errorf("%d are filed, expected the club alone", p.Filed)
	}
}

func TestALengthBeyondAnyFlyIsFiledAndItsWorkingsOpen(t *testing.T) {
	url := server(t, false)
	for i, line := range []string{"Tail: wool, 1000000 mm", "Rib: wire, " + strings.Repeat("9", 160) + " turns", "Bead: " + strings.Repeat("9", 160) + " mm gold"} {
		f := into[ledger.Filed](t, file(t, url, map[string]any{"text": "Fly\n\nHook: 12 wet\nBody: fur\n" + line + "\n"}))
		for _, path := range []string{"", "/workings", "/sizes"} {
			r := call(t, http.MethodGet, fmt.Sprintf("%s/api/dressings/%d%s", url, f.Folio, path), nil)
			if r.status != http.StatusOK || !json.Valid(r.body) {
				t.Errorf("%s%s: %d %.200s", line, path, r.status, r.body)
			}
			if path == "" {
				o := into[ledger.Folio](t, r)
				if w := o.Outline.Bounds[2] - o.Outline.Bounds[0]; w > 1000 {
					t.Errorf("line %d is drawn %.0f mm wide", i, w)
				}
			}
		}
	}
}

// A database that is away is 503, and says whether anything may have been done.
func TestADatabaseThatIsAwayIs503(t *testing.T) {
	srv := webtest.Serve(t, fstest.MapFS{"index.html": {Data: []byte("x")}}, true)
	super, err := sql.Open("pgx", pgtest.Server().URL)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = super.Close() }()
	name := srv.Owner[strings.LastIndex(srv.Owner, "/")+1 : strings.LastIndex(srv.Owner, "?")]
	allow := func(on bool) {
		t.Helper()
		if _, err := super.Exec(fmt.Sprintf(`alter database %q with allow_connections %v`, name, on)); err != nil {
			t.Fatal(err)
		}
		if _, err := super.Exec(`select pg_terminate_backend(pid) from pg_stat_activity where datname = $1`, name); err != nil {
			t.Fatal(err)
		}
	}
	allow(false)
	for _, c := range []struct{ method, path, body string }{{"GET", "/api/dressings", ""}, {"GET", "/api/dressings/1", ""}, {"POST", "/api/dressings", string(asJSON(map[string]any{"text": porter}))}, {"POST", "/api/undo", "{}"}, {"GET", "/readyz", ""}} {
		r := call(t, c.method, srv.URL+c.path, []byte(c.body), "Seat", seat, "Idempotency-Key", "while-it-is-away")
		if msg, _ := r.detail(); r.status != http.StatusServiceUnavailable || c.path != "/readyz" && !strings.Contains(msg, "nothing was changed") {
			t.Errorf("%s %s: %d %s", c.method, c.path, r.status, r.body)
		}
	}
	allow(true)
	if r := call(t, http.MethodPost, srv.URL+"/api/dressings", asJSON(map[string]any{"text": porter}), "Idempotency-Key", "while-it-is-away"); r.status != http.StatusCreated {
		t.Errorf("when it is back: %d %s", r.status, r.body)
	}
}

func TestNumericParentsAndOnesWithReasons(t *testing.T) {
	url := server(t, true)
	r := into[ledger.Filed](t, file(t, url, map[string]any{"text": porter, "parents": []any{1, map[string]any{"folio": 2, "kind": "answer to", "reason": "he says so"}}}))
	f := folio(t, url, r.Folio)
	if len(f.Parents) != 2 || f.Parents[0].Kind != "variant of" || f.Parents[1].Kind != "answer to" || f.Parents[1].Because != "he says so" {
		t.Errorf("parents %+v", f.Parents)
	}
	for _, bad := range []any{map[string]any{"folio": 2, "kind": "cousin of"}, "1", map[string]any{"kind": "answer to"}, 0} {
		if r := file(t, url, map[string]any{"text": porter, "parents": []any{bad}}); r.status != 422 {
			t.Errorf("a parent %v: %d %s", bad, r.status, r.body)
		}
	}
}
