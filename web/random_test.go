package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"math/rand/v2"
	"net/http"
	"net/url"
	"os"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"mothledger/demo"
	"mothledger/web"
)

// described is what the test reads of the OpenAPI description.
type described struct {
	Paths      map[string]map[string]operation
	Components struct{ Schemas map[string]*schema }
}

type operation struct {
	OperationID string
	Parameters  []struct {
		Name, In string
		Required bool
		Schema   *schema
	}
	RequestBody *struct {
		Content map[string]struct{ Schema *schema }
	}
}

type schema struct {
	Ref                  string `json:"$ref"`
	Type                 any
	Format               string
	Enum                 []any
	Minimum, Maximum     *float64
	MinLength, MaxLength *int
	MaxItems             *int
	Properties           map[string]*schema
	Required             []string
	Items                *schema
	OneOf                []*schema
}

// asker makes requests from the description.
type asker struct {
	rnd   *rand.Rand
	d     *described
	texts []string
	// spoil is the field, counted from the first, that is spoilt; at counts
	spoil, at int
}

func (a *asker) kind(s *schema) string {
	switch k := s.Type.(type) {
	case string:
		return k
	case []any:
		for _, x := range k {
			if x != "null" {
				return x.(string)
			}
		}
	}
	return "any"
}

// value gives a value of a schema as JSON, or where it is the one to be spoilt, what is
// none.
func (a *asker) value(name string, s *schema) string {
	if a.at++; a.at == a.spoil {
		return a.odd()
	}
	if s.Ref != "" {
		return a.object(a.d.Components.Schemas[s.Ref[strings.LastIndex(s.Ref, "/")+1:]], name)
	}
	if len(s.Enum) > 0 {
		return asText(s.Enum[a.rnd.IntN(len(s.Enum))])
	}
	if len(s.OneOf) > 0 {
		return a.value(name, s.OneOf[a.rnd.IntN(len(s.OneOf))])
	}
	switch a.kind(s) {
	case "string":
		return asText(a.words(name, s))
	case "integer", "number":
		low, high := 0.0, 40.0
		if s.Minimum != nil {
			low = *s.Minimum
		}
		if s.Maximum != nil {
			high = min(*s.Maximum, high)
		}
		switch name {
		case "revision", "position":
			return fmt.Sprint(1 + a.rnd.IntN(2))
		case "before", "deed":
			return fmt.Sprint(a.rnd.IntN(2000))
		}
		if a.kind(s) == "number" {
			return fmt.Sprint(max(low, 0.01) + a.rnd.Float64()*max(0, high-low-0.01))
		}
		return fmt.Sprint(int(low) + a.rnd.IntN(int(high-low)+1))
	case "boolean":
		return fmt.Sprint(a.rnd.IntN(2) == 0)
	case "array":
		var list []string
		for range a.rnd.IntN(4) {
			list = append(list, a.value(name, s.Items))
		}
		return "[" + strings.Join(list, ",") + "]"
	case "object":
		return a.object(s, name)
	}
	return `{"text":"on the desk","edit":1}`
}

func (a *asker) object(s *schema, name string) string {
	if s.Type == nil && s.Properties == nil {
		return a.value(name, s)
	}
	keys := make([]string, 0, len(s.Properties))
	for k := range s.Properties {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	var out []string
	for _, k := range keys {
		need := slices.Contains(s.Required, k)
		if !need && a.rnd.IntN(3) > 0 {
			continue
		}
		v := a.value(k, s.Properties[k])
		if v == missing {
			continue
		}
		out = append(out, asText(k)+":"+v)
	}
	return "{" + strings.Join(out, ",") + "}"
}

func asText(v any) string {
	b, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return string(b)
}

// words gives text that a field takes.
func (a *asker) words(name string, s *schema) string {
	switch {
	case s.Format == "uuid":
		return fmt.Sprintf("00000000-0000-4000-8000-%012d", a.rnd.IntN(40))
	case s.Format == "date":
		return []string{"1911-01-01", "1939-09-01", "1945-08-15"}[a.rnd.IntN(3)]
	case name == "text" && a.rnd.IntN(8) == 0: // a file of sources
		return fmt.Sprintf("@book{a, title = {Taken in %d}, isbn = {0-306-40615-%d}}\nTY  - BOOK\n", a.rnd.IntN(99), a.rnd.IntN(9))
	case name == "text" && a.rnd.IntN(12) == 0: // a word file
		return fmt.Sprintf("words,as\nfrobble%d,colour\n", a.rnd.IntN(9))
	case name == "text":
		t := a.texts[a.rnd.IntN(len(a.texts))]
		if a.rnd.IntN(8) == 0 { // a box of some
			t += "---\n" + a.texts[a.rnd.IntN(len(a.texts))] + "---\n" + t
		}
		return t
	case name == "size":
		return []string{"12", "14", "1/0", "32"}[a.rnd.IntN(4)]
	case name == "shank":
		return []string{"standard", "2XL", "1XS"}[a.rnd.IntN(3)]
	case name == "day":
		return "2026-11-26"
	case name == "school":
		return []string{"against", "even", "half", ""}[a.rnd.IntN(4)]
	case name == "question":
		return []string{"rib-way", "rib-spacing", "nymph-tail"}[a.rnd.IntN(3)]
	case name == "If-Match":
		return `"1"`
	}
	w := []string{"claret wool", "Gloaming Porter", "Una Thrale", "1934", "about 1920", "before the war", "Ångström’s “ghost”", "x"}[a.rnd.IntN(8)]
	for s.MinLength != nil && len(w) < *s.MinLength {
		w += fmt.Sprint(" ", a.rnd.IntN(1e6))
	}
	if s.MaxLength != nil {
		w = w[:min(len(w), *s.MaxLength)]
		w = strings.ToValidUTF8(w, "")
	}
	return w
}

const missing = "\x00missing"

// odd gives JSON, or what is none, that no field expects.
func (a *asker) odd() string {
	list := []string{
		missing, "null", `""`, `"  "`, "true", "-1", "0", "1.5", "2147483648", "9223372036854775808", "-9223372036854775809", "1e400", "1e-400", "NaN", "[]", "{}", `[[[[[[[[1]]]]]]]]`, `{"a":{"a":{"a":{"a":1}}}}`,
		`"\u0000"`, `"a\u0000b"`, `"\ud800"`, `"\udc00\ud800"`, "\"\xff\xfe\"", "\"\x01\"", `"\u202eabc"`, `"%00"`, `"' or 1=1 --"`, `"🐟"`,
		asText(strings.Repeat("x", 6000)), asText(strings.Repeat("long words ", 900)), asText(strings.Repeat("\"", 20000)), asText("Fly\n\nBody: a" + strings.Repeat("-", 32000)), asText("Fly\n\n" + strings.Repeat("Body: red wool\n", 9363)),
		asText("Fly\n\nTail: wool, 1000000 mm\nRib: " + strings.Repeat("9", 160) + " turns\n"), asText(strings.Repeat("9", 160)), strings.Repeat("[", 4000) + strings.Repeat("]", 4000), "[" + strings.Repeat("1,", 4000) + "1]", `{"`,
	}
	return list[a.rnd.IntN(len(list))]
}

// request makes one, valid or spoilt in one field.
func (a *asker) request(base, method, path string, o operation, spoilt bool) (*http.Request, error) {
	a.at, a.spoil = 0, -1
	if spoilt {
		a.spoil = 1 + a.rnd.IntN(len(o.Parameters)+6)
	}
	query := url.Values{}
	header := http.Header{}
	for _, p := range o.Parameters {
		if !p.Required && a.rnd.IntN(3) > 0 {
			a.at++
			continue
		}
		v := a.value(p.Name, p.Schema)
		if v == missing && p.In != "path" {
			continue
		}
		var plain string
		if json.Unmarshal([]byte(v), &plain) != nil {
			plain = strings.Trim(v, `"`)
		}
		switch p.In {
		case "path":
			path = strings.Replace(path, "{"+p.Name+"}", url.PathEscape(plain), 1)
		case "query":
			query.Set(p.Name, plain)
		case "header":
			if p.Name == "Idempotency-Key" && len(plain) >= 8 {
				plain += fmt.Sprint(a.rnd.IntN(1e9))
			}
			// line ends and control characters cannot be sent in a header
			header.Set(p.Name, strings.Map(func(r rune) rune {
				if r < ' ' || r == 0x7f {
					return '?'
				}
				return r
			}, plain))
			if strings.Contains(v, "\xff") {
				header.Set(p.Name, "seat \xff\xfe of odd bytes")
			}
		}
	}
	var body io.Reader
	kind := "application/json"
	if o.RequestBody != nil {
		if of, ok := o.RequestBody.Content["application/json"]; ok {
			v := a.value("body", of.Schema)
			if v == missing {
				v = ""
			}
			body = strings.NewReader(v)
		} else { // a picture, or what is none
			kind = "application/octet-stream"
			var b bytes.Buffer
			if err := png.Encode(&b, image.NewGray(image.Rect(0, 0, 4, 3))); err != nil {
				return nil, err
			}
			body = bytes.NewReader(b.Bytes()[:b.Len()-a.rnd.IntN(2)*9])
		}
	}
	r, err := http.NewRequest(strings.ToUpper(method), base+path+"?"+query.Encode(), body)
	if err != nil {
		return nil, err
	}
	r.Header = header
	if body != nil {
		r.Header.Set("Content-Type", kind)
	}
	return r, nil
}

// 20,000 requests from the description, half of them spoilt in one field: none is
// answered by a failure of the server, and whatever is refused is refused as a problem.
func TestRequestsAtRandomAreAnsweredOrRefused(t *testing.T) {
	if testing.Short() {
		t.Skip("20,000 requests")
	}
	const requests, workers = 20000, 4
	base := server(t, true)
	own, err := web.Description()
	if err != nil {
		t.Fatal(err)
	}
	var d described
	if err := json.Unmarshal(own, &d); err != nil {
		t.Fatal(err)
	}
	texts, err := demo.Texts()
	if err != nil {
		t.Fatal(err)
	}
	type offered struct {
		method, path string
		operation
	}
	var all []offered
	for path, methods := range d.Paths {
		for method, o := range methods {
			all = append(all, offered{method, path, o})
		}
	}
	slices.SortFunc(all, func(x, y offered) int { return strings.Compare(x.OperationID, y.OperationID) })
	type outcome struct {
		ok, refused int
		slowest     time.Duration
		what        string
	}
	var mu sync.Mutex
	per := map[string]*outcome{}
	var wg sync.WaitGroup
	for who := range workers {
		wg.Go(func() {
			a := &asker{rnd: rand.New(rand.NewPCG(uint64(who), 20000)), d: &d, texts: texts}
			for n := range requests / workers {
				o := all[a.rnd.IntN(len(all))]
				r, err := a.request(base, o.method, o.path, o.operation, n%2 == 1)
				if err != nil {
					continue // nothing that a client could send
				}
				sent := ""
				if r.Body != nil {
					b, _ := io.ReadAll(r.Body)
					sent = string(b)
					r.Body = io.NopCloser(bytes.NewReader(b))
				}
				began := time.Now()
				res, err := http.DefaultClient.Do(r)
				if err != nil {
					t.Errorf("%s: %v", o.OperationID, err)
					return
				}
				answer, _ := io.ReadAll(res.Body)
				_ = res.Body.Close()
				took := time.Since(began)
				mu.Lock()
				x := per[o.OperationID]
				if x == nil {
					x = &outcome{}
					per[o.OperationID] = x
				}
				switch {
				case res.StatusCode >= 500:
					t.Errorf("%s %s: %d %.300s\nsent %.400q %v", r.Method, r.URL, res.StatusCode, answer, sent, r.Header)
				case res.StatusCode >= 400:
					x.refused++
					if ct := res.Header.Get("Content-Type"); ct != "application/problem+json" {
						t.Errorf("%s: %d is refused as %q: %.200s", o.OperationID, res.StatusCode, ct, answer)
					}
				default:
					x.ok++
				}
				if took > x.slowest {
					x.slowest, x.what = took, fmt.Sprintf("%s %.80s (%d) %.80q", r.Method, r.URL.RequestURI(), res.StatusCode, sent)
				}
				mu.Unlock()
				if t.Failed() {
					return
				}
			}
		})
	}
	wg.Wait()
	// these name what they saw, by a number made of it, or a picture by its sum: tests of their own do
	named := []string{"change-tray", "change-pattern", "change-source", "change-bequest", "change-claim", "change-card", "open-picture"}
	ok, refused, slowest := 0, 0, &outcome{}
	for id, x := range per {
		ok, refused = ok+x.ok, refused+x.refused
		if x.slowest > slowest.slowest {
			slowest = x
		}
		if x.ok == 0 && !slices.Contains(named, id) {
			t.Errorf("%s was never answered; %d times refused", id, x.refused)
		}
	}
	fmt.Fprintf(os.Stderr, "report: %d requests at random over %d operations: %d answered, %d refused, none failed; the slowest took %d ms: %s\n", ok+refused, len(per), ok, refused, slowest.slowest.Milliseconds(), slowest.what)
	if ok < requests/4 || refused < requests/8 {
		t.Errorf("%d answered and %d refused prove little", ok, refused)
	}
}
