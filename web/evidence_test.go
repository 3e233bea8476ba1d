package web_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"net/http"
	"strings"
	"testing"

	"mothledger/core/citation"
	"mothledger/exchange/picture"
	"mothledger/exchange/shelf"
	"mothledger/ledger"
	"mothledger/web"
)

// made sends what makes a record and gives its number.
func made(t *testing.T, url, path string, body any) int64 {
	t.Helper()
	keys++
	return into[web.MadeRecord](t, call(t, http.MethodPost, url+path, asJSON(body), "Idempotency-Key", fmt.Sprintf("record-key-%06d", keys))).ID
}

// put changes a record.
func put(t *testing.T, url, path string, body any) reply {
	t.Helper()
	return call(t, http.MethodPut, url+path, asJSON(body))
}

func look[T any](t *testing.T, url, path string) T {
	t.Helper()
	return into[T](t, call(t, http.MethodGet, url+path, nil))
}

type object = map[string]any

// Two archivists have the same page open. The second to change it is told, and nothing of the first's is lost.
func TestTheSecondArchivistOverwritesNothing(t *testing.T) {
	url := server(t, false)
	folio := into[ledger.Filed](t, file(t, url, object{"text": porter})).Folio
	home := look[ledger.FolioProvenance](t, url, fmt.Sprintf("/api/dressings/%d/provenance", folio)).Pattern
	source := made(t, url, "/api/shelf", object{"kind": "letter", "title": "A letter from the quay"})
	bequest := made(t, url, "/api/bequests", object{"number": "2026.1"})
	into[web.Done](t, call(t, http.MethodPost, fmt.Sprintf("%s/api/bequests/%d/cards", url, bequest), asJSON(object{"cards": []object{{"oldNumber": "K 1"}}})))
	account := made(t, url, "/api/claims", object{"pattern": home, "question": "named", "person": "Orla Brask", "source": source})
	for _, c := range []struct {
		path  string
		body  func(by string) object
		edit  func() string
		shows string // where the record is looked at
	}{
		{fmt.Sprintf("/api/patterns/%d", home), func(by string) object { return object{"name": "Ropewalk Porter", "story": by} },
			func() string { return look[ledger.Pattern](t, url, fmt.Sprintf("/api/patterns/%d", home)).Edit }, fmt.Sprintf("/api/patterns/%d", home)},
		{fmt.Sprintf("/api/shelf/%d", source), func(by string) object { return object{"kind": "letter", "title": "A letter", "note": by} },
			func() string { return look[ledger.SourcePage](t, url, fmt.Sprintf("/api/shelf/%d", source)).Edit }, fmt.Sprintf("/api/shelf/%d", source)},
		{fmt.Sprintf("/api/bequests/%d", bequest), func(by string) object { return object{"number": "2026.1", "terms": by} },
			func() string { return look[ledger.Bequest](t, url, fmt.Sprintf("/api/bequests/%d", bequest)).Edit }, fmt.Sprintf("/api/bequests/%d", bequest)},
		{"/api/cards/1", func(by string) object { return object{"oldNumber": "K 1", "note": by} },
			func() string { return look[ledger.Card](t, url, "/api/cards/1").Edit }, "/api/cards/1"},
		{fmt.Sprintf("/api/claims/%d", account), func(by string) object {
			return object{"pattern": home, "question": "named", "person": "Orla Brask", "source": source, "note": by}
		}, func() string {
			for _, a := range look[ledger.Pattern](t, url, fmt.Sprintf("/api/patterns/%d", home)).Accounts {
				if a.ID == account {
					return a.Edit
				}
			}
			t.Fatal("the account is gone")
			return ""
		}, fmt.Sprintf("/api/patterns/%d", home)},
	} {
		seen := c.edit()
		with := func(by string) object { b := c.body(by); b["edit"] = seen; return b }
		first := put(t, url, c.path, with("first at "+c.path))
		if deed := into[web.Done](t, first).Deed; deed == 0 {
			t.Errorf("%s: the first change is no deed", c.path)
		}
		second := put(t, url, c.path, with("second at "+c.path))
		if msg, at := second.detail(); second.status != http.StatusUnprocessableEntity || at != "body.edit" || !strings.Contains(msg, "changed") {
			t.Errorf("%s: the second is answered %d %q at %s", c.path, second.status, msg, at)
		}
		if page := string(call(t, http.MethodGet, url+c.shows, nil).body); !strings.Contains(page, "first at "+c.path) || strings.Contains(page, "second at "+c.path) {
			t.Errorf("%s says now %.400s", c.shows, page)
		}
		seen = c.edit()
		into[web.Done](t, put(t, url, c.path, with("once more at "+c.path)))
	}
}

// A record that is sent twice under one key is made once, and answered alike.
func TestARecordSentTwiceIsMadeOnce(t *testing.T) {
	url := server(t, false)
	for path, body := range map[string]object{
		"/api/shelf":    {"kind": "minutes", "title": "Minutes of the lamp room"},
		"/api/bequests": {"number": "2026.4"},
		"/api/patterns": {"name": "Quern Ghost"},
	} {
		send := func() reply {
			return call(t, http.MethodPost, url+path, asJSON(body), "Idempotency-Key", "one-key-for-"+strings.ReplaceAll(path, "/", "-"))
		}
		a, b := into[web.MadeRecord](t, send()), into[web.MadeRecord](t, send())
		if a.ID == 0 || a != b {
			t.Errorf("%s: %+v, then %+v", path, a, b)
		}
	}
	if n := len(look[[]ledger.OnShelf](t, url, "/api/shelf")); n != 1 {
		t.Errorf("%d sources are on the shelf", n)
	}
	if n := len(look[ledger.PatternList](t, url, "/api/patterns").Patterns); n != 1 {
		t.Errorf("%d patterns are kept", n)
	}
}

func TestTheShelfOverHTTP(t *testing.T) {
	url := server(t, false)
	// check digits: the worked examples of the ISBN and the ISSN manuals (978-0-11-000222-4, 0317-8471), from memory
	for isbn, status := range map[string]int{"978-0-11-000222-4": 201, "978-0-11-000222-5": 422, "0-11-000222-8": 422, "97801100022": 422} {
		keys++
		r := call(t, http.MethodPost, url+"/api/shelf", asJSON(object{"kind": "book", "title": "Of " + isbn, "isbn": isbn}), "Idempotency-Key", fmt.Sprintf("a-book-%06d", keys))
		if msg, at := r.detail(); r.status != status || status == 422 && at != "body.isbn" {
			t.Errorf("%s: %d %q at %s", isbn, r.status, msg, at)
		}
	}
	made(t, url, "/api/shelf", object{"kind": "article", "title": "Spiders by lamplight", "authors": []object{{"family": "Brask", "given": "Orla"}}, "date": "1934", "within": "The Quay Letter", "pages": "12–15", "issn": "0317-8471"})

	bib := "@book{a, author = {Tallow, Wim}, title = {Lamps and {W}ool}, year = 1927, publisher = {Quay Press}}\n@article{b, author = {Brask, Orla}, title = {Spiders by lamplight}, journal = {The Quay Letter}, year = 1934, pages = {12--15}}\n"
	take := func(b object) ledger.TakenSources {
		t.Helper()
		return into[ledger.TakenSources](t, call(t, http.MethodPost, url+"/api/shelf/files", asJSON(b)))
	}
	shelved := func() int { return len(look[[]ledger.OnShelf](t, url, "/api/shelf")) }
	looked := take(object{"text": bib, "look": true})
	if len(looked.Records) != 2 || looked.Taken != 0 || looked.Deed != 0 || shelved() != 2 {
		t.Fatalf("looking through took in: %+v", looked)
	}
	taken := take(object{"text": bib})
	if taken.Taken != 1 || taken.Deed == 0 || shelved() != 3 {
		t.Errorf("of two, one of which is on the shelf, %d were taken in: %+v", taken.Taken, taken)
	}
	if again := take(object{"text": bib}); again.Taken != 0 || shelved() != 3 {
		t.Errorf("sent again %d were taken in", again.Taken)
	}
	// what cannot be read is told with its line, and what can be is offered
	for _, bad := range []struct {
		text          string
		line, records int
	}{
		{"@book{a, title = {Whole}}\n\n@book{b, author = {Tallow", 3, 1}, {"TY  - BOOK\nTI  - Without an end\n", 1, 1}, {`[{"type": "book", "title": 7}]`, 1, 0},
	} {
		got := take(object{"text": bad.text, "look": true})
		if len(got.Problems) != 1 || got.Problems[0].Line != bad.line || len(got.Records) != bad.records {
			t.Errorf("%.40q: %+v", bad.text, got)
		}
	}
	r := call(t, http.MethodPost, url+"/api/shelf/files", asJSON(object{"text": "Hook: 12\nBody: wool\n"}))
	if msg, at := r.detail(); r.status != 422 || at != "body.text" || !strings.Contains(msg, "expected @book") {
		t.Errorf("a dressing is answered %d %q at %s", r.status, msg, at)
	}
	if r := call(t, http.MethodPost, url+"/api/shelf/files", asJSON(object{"text": strings.Repeat("x", 2*shelf.MostBytes)})); r.status != http.StatusRequestEntityTooLarge {
		t.Errorf("a file beyond all measure is answered %d", r.status)
	}
	if shelved() != 3 {
		t.Errorf("what was refused left %d on the shelf", shelved())
	}

	for format, kind := range map[string]string{"bibtex": "application/x-bibtex", "ris": "application/x-research-info-systems", "csl-json": "application/vnd.citationstyles.csl+json"} {
		r := call(t, http.MethodGet, url+"/api/shelf/files/"+format, nil)
		if r.status != 200 || !strings.HasPrefix(r.header.Get("Content-Type"), kind) || !strings.Contains(r.header.Get("Content-Disposition"), "attachment; filename=\"shelf.") {
			t.Errorf("%s: %d %s, %s", format, r.status, r.header.Get("Content-Type"), r.header.Get("Content-Disposition"))
		}
		if format == "csl-json" && !json.Valid(r.body) {
			t.Errorf("no JSON: %.200s", r.body)
		}
		// read again it is the same shelf: nothing in it is new
		if back := take(object{"text": string(r.body), "look": true}); len(back.Records) != 3 || back.Taken != 0 {
			t.Errorf("%s read again: %+v", format, back)
		}
		if one := call(t, http.MethodGet, url+"/api/shelf/files/"+format+"?only=2", nil); !bytes.Contains(one.body, []byte("Spiders by lamplight")) || bytes.Contains(one.body, []byte("978")) {
			t.Errorf("%s of source 2 alone: %s", format, one.body)
		}
	}
	if r := call(t, http.MethodGet, url+"/api/shelf/files/marc", nil); r.status != 422 {
		t.Errorf("another format is answered %d", r.status)
	}
	found := look[[]ledger.OnShelf](t, url, "/api/shelf?q=lamplight")
	if len(found) != 1 || found[0].Authors[0].Family != "Brask" || !strings.Contains(found[0].Cite, "Spiders by lamplight") || !strings.Contains(found[0].ByYear, "1934") {
		t.Errorf("lamplight finds %+v", found)
	}
}

// A source that is found to be another: what cited it cites the other, and its own page leads there.
func TestASourceMergedLeadsOn(t *testing.T) {
	url := server(t, false)
	one := made(t, url, "/api/shelf", object{"kind": "book", "title": "Lamps and Wool"})
	two := made(t, url, "/api/shelf", object{"kind": "book", "title": "Lamps & wool"})
	home := made(t, url, "/api/patterns", object{"name": "Quern Ghost"})
	made(t, url, "/api/claims", object{"pattern": home, "question": "first printed", "printed": two, "source": two, "place": "p. 9"})
	into[web.Done](t, call(t, http.MethodPost, fmt.Sprintf("%s/api/shelf/%d/merging", url, two), asJSON(object{"into": one})))
	if p := look[ledger.SourcePage](t, url, fmt.Sprintf("/api/shelf/%d", one)); len(p.Accounts) != 1 || p.Accounts[0].Accounts[0].Place != "p. 9" {
		t.Errorf("the one that is kept is cited by %+v", p.Accounts)
	}
	if p := look[ledger.SourcePage](t, url, fmt.Sprintf("/api/shelf/%d", two)); p.Into != one {
		t.Errorf("the other leads to %d", p.Into)
	}
	for into, status := range map[int64]int{two: 422, 99: 422} {
		if r := call(t, http.MethodPost, fmt.Sprintf("%s/api/shelf/%d/merging", url, two), asJSON(object{"into": into})); r.status != status {
			t.Errorf("merging %d into %d is answered %d %s", two, into, r.status, r.body)
		}
	}
}

func TestPicturesOverHTTP(t *testing.T) {
	url := server(t, false)
	bequest := made(t, url, "/api/bequests", object{"number": "2026.1"})
	into[web.Done](t, call(t, http.MethodPost, fmt.Sprintf("%s/api/bequests/%d/cards", url, bequest), asJSON(object{"cards": []object{{"oldNumber": "K 1"}, {"oldNumber": "K 2"}}})))
	m := image.NewRGBA(image.Rect(0, 0, 60, 40))
	for x := range 60 {
		for y := range 40 {
			m.Set(x, y, color.RGBA{uint8(4 * x), 90, uint8(6 * y), 255})
		}
	}
	var asPNG, asJPEG bytes.Buffer
	if err := png.Encode(&asPNG, m); err != nil {
		t.Fatal(err)
	}
	if err := jpeg.Encode(&asJPEG, m, nil); err != nil {
		t.Fatal(err)
	}
	send := func(card int, side string, body []byte) reply {
		t.Helper()
		return call(t, http.MethodPut, fmt.Sprintf("%s/api/cards/%d/%s", url, card, side), body, "Content-Type", "application/octet-stream")
	}
	into[web.Done](t, send(1, "front", asPNG.Bytes()))
	into[web.Done](t, send(1, "back", asJPEG.Bytes()))
	card := look[ledger.Card](t, url, "/api/cards/1")
	for side, sha := range map[string]string{"front": card.Front, "back": card.Back} {
		r := call(t, http.MethodGet, url+"/api/pictures/"+sha, nil)
		got, _, err := image.Decode(bytes.NewReader(r.body))
		if err != nil || got.Bounds().Dx() != 60 || got.Bounds().Dy() != 40 {
			t.Fatalf("%s: %d, %v", side, r.status, err)
		}
		if kind := http.DetectContentType(r.body); r.header.Get("Content-Type") != kind || !strings.Contains(r.header.Get("Cache-Control"), "immutable") {
			t.Errorf("%s is %s, said to be %s, kept %q", side, kind, r.header.Get("Content-Type"), r.header.Get("Cache-Control"))
		}
	}
	for what, c := range map[string]struct {
		card, status int
		side         string
		body         []byte
	}{
		"no picture":       {1, 422, "front", []byte("a recipe")},
		"an empty body":    {1, 400, "front", []byte{}},
		"half a picture":   {1, 422, "front", asJPEG.Bytes()[:asJPEG.Len()/2]},
		"a side too many":  {1, 422, "edge", asPNG.Bytes()},
		"no such card":     {9, 404, "front", asPNG.Bytes()},
		"too many bytes":   {1, 413, "front", make([]byte, picture.MostBytes+2)},
		"20 MB of nothing": {1, 422, "front", make([]byte, picture.MostBytes)},
	} {
		r := send(c.card, c.side, c.body)
		if msg, _ := r.detail(); r.status != c.status || msg == "" {
			t.Errorf("%s is answered %d %q", what, r.status, msg)
		}
	}
	if now := look[ledger.Card](t, url, "/api/cards/1"); now.Front != card.Front || now.Back != card.Back {
		t.Errorf("what was refused changed the card: %+v", now)
	}
	for sha, status := range map[string]int{strings.Repeat("0", 64): 404, "..%2f..%2fetc": 422, strings.ToUpper(card.Front): 422} {
		if r := call(t, http.MethodGet, url+"/api/pictures/"+sha, nil); r.status != status {
			t.Errorf("the picture %s is answered %d", sha, r.status)
		}
	}
}

// Dates in words, and the club's own width of some. The EDTF beside them is of the specification (Library
// of Congress, 2019); the widths of "about" are the club's, no source.
func TestDatesOverHTTP(t *testing.T) {
	url := server(t, false)
	for words, want := range map[string][3]string{
		"1927":                  {"1927-01-01", "1927-12-31", "1927"},
		"1950s":                 {"1950-01-01", "1959-12-31", "195X"},
		"between 1920 and 1925": {"1920-01-01", "1925-12-31", "[1920..1925]"},
		"before 1911":           {"", "1910-12-31", "[..1910]"},
		"June 1934":             {"1934-06-01", "1934-06-30", "1934-06"},
		"29 Feb 1936":           {"1936-02-29", "1936-02-29", "1936-02-29"},
		"n.d.":                  {"", "", ""},
		"29 Feb 1935":           {"", "", ""},
	} {
		d := look[ledger.Dated](t, url, "/api/date?words="+strings.ReplaceAll(words, " ", "+"))
		if got := [3]string{d.Earliest, d.Latest, d.EDTF}; got != want || d.Says == "" {
			t.Errorf("%q is %v %q; expected %v", words, got, d.Says, want)
		}
	}
	before := look[ledger.Dated](t, url, "/api/date?words=before+the+war")
	for bad, at := range map[string]object{
		"body.to":    {"words": "the war", "from": "1918-11-11", "to": "1914-08-04"},
		"body.words": {"words": "1934", "from": "1914-08-04", "to": "1918-11-11"},
		"body.from":  {"words": "the war", "from": "4 August 1914", "to": "1918-11-11"},
	} {
		r := put(t, url, "/api/periods", at)
		if msg, place := r.detail(); r.status != 422 || place != bad {
			t.Errorf("%v is answered %d %q at %s", at, r.status, msg, place)
		}
	}
	into[web.Done](t, put(t, url, "/api/periods", object{"words": "the war", "from": "1914-08-04", "to": "1918-11-11"}))
	if after := look[ledger.Dated](t, url, "/api/date?words=before+the+war"); after == before || after.Latest != "1914-08-03" {
		t.Errorf("before the war was %+v and is %+v", before, after)
	}
}

// An account's wrong field is told where it stands, and nothing is entered.
func TestAnAccountThatCannotBeIsRefusedAtItsField(t *testing.T) {
	url := server(t, false)
	home := made(t, url, "/api/patterns", object{"name": "Quern Ghost"})
	for at, b := range map[string]object{
		"body.pattern":  {"pattern": 99, "question": "named", "person": "A"},
		"body.person":   {"pattern": home, "question": "originated"},
		"body.source":   {"pattern": home, "question": "named", "person": "A", "source": 99},
		"body.from":     {"pattern": home, "question": "named", "person": "A", "from": 99},
		"body.folio":    {"pattern": home, "question": "descends", "parent": 1},
		"body.question": {"pattern": home, "question": "who was it", "person": "A"},
		"body.grade":    {"pattern": home, "question": "named", "person": "A", "grade": "gossip"},
	} {
		keys++
		r := call(t, http.MethodPost, url+"/api/claims", asJSON(b), "Idempotency-Key", fmt.Sprintf("a-claim-%06d", keys))
		if msg, place := r.detail(); r.status != 422 || place != at || msg == "" {
			t.Errorf("%v is answered %d %q at %s; expected %s", b, r.status, msg, place, at)
		}
	}
	p := look[ledger.Pattern](t, url, fmt.Sprintf("/api/patterns/%d", home))
	if len(p.Accounts) != 0 {
		t.Errorf("refused, and entered: %+v", p.Accounts)
	}
	// two accounts stand side by side; taken out, the other is what is left
	a := made(t, url, "/api/claims", object{"pattern": home, "question": "originated", "person": "Orla Brask", "grade": string(citation.LaterPrint)})
	made(t, url, "/api/claims", object{"pattern": home, "question": "originated", "person": "Wim Tallow", "grade": string(citation.LaterPrint)})
	reads := func() (string, string) {
		p := look[ledger.Pattern](t, url, fmt.Sprintf("/api/patterns/%d", home))
		for _, r := range p.Readings {
			if r.Of == citation.Originated {
				for _, x := range p.Accounts {
					if x.ID == a {
						return r.Says, x.Edit
					}
				}
				return r.Says, ""
			}
		}
		return "", ""
	}
	says, edit := reads()
	if says != "Orla Brask or Wim Tallow, disputed" {
		t.Errorf("both are read as %q", says)
	}
	into[web.Done](t, put(t, url, fmt.Sprintf("/api/claims/%d", a), object{"pattern": home, "question": "originated", "person": "Orla Brask", "edit": edit, "out": true}))
	if says, edit := reads(); says != "Wim Tallow" || edit != "" {
		t.Errorf("with one taken out it is read as %q", says)
	}
}

// A record that the path names and that is not there is 404, by its name; one that the body names is a
// wrong field.
func TestWhatIsNotThereIsToldByItsName(t *testing.T) {
	url := server(t, false)
	folio := into[ledger.Filed](t, file(t, url, object{"text": porter})).Folio
	for _, c := range []struct {
		method, path, says string
		body               object
	}{
		{"GET", "/api/patterns/99", "there is no pattern 99", nil},
		{"GET", "/api/patterns/99/witnesses", "there is no pattern 99", nil},
		{"GET", "/api/shelf/99", "there is no source 99", nil},
		{"GET", "/api/bequests/99", "there is no bequest 99", nil},
		{"GET", "/api/cards/99", "there is no card 99", nil},
		{"PUT", "/api/patterns/99", "there is no pattern 99", object{"name": "A", "edit": "x"}},
		{"PUT", "/api/patterns/99/adopted", "there is no pattern 99", object{"question": "named", "adopted": []string{"A"}, "note": "so"}},
		{"PUT", "/api/shelf/99", "there is no source 99", object{"kind": "book", "title": "A", "edit": "x"}},
		{"PUT", "/api/bequests/99", "there is no bequest 99", object{"number": "2026.9", "edit": "x"}},
		{"POST", "/api/bequests/99/cards", "there is no bequest 99", object{"cards": []object{{"oldNumber": "1"}}}},
		{"PUT", "/api/cards/99", "there is no card 99", object{"oldNumber": "1", "edit": "x"}},
		{"PUT", "/api/claims/99", "there is no account 99", object{"pattern": 1, "question": "named", "person": "A", "edit": "x"}},
		{"POST", "/api/shelf/99/merging", "there is no source 99", object{"into": 1}},
	} {
		var body []byte
		if c.body != nil {
			body = asJSON(c.body)
		}
		r := call(t, c.method, url+c.path, body)
		if msg, _ := r.detail(); r.status != http.StatusNotFound || msg != c.says {
			t.Errorf("%s %s is answered %d %q; expected %q", c.method, c.path, r.status, msg, c.says)
		}
	}
	for at, r := range map[string]reply{
		"body.card":    file(t, url, object{"text": porter, "card": 99}),
		"body.pattern": put(t, url, fmt.Sprintf("/api/dressings/%d/place", folio), object{"pattern": 99, "standing": "witness"}),
	} {
		if msg, place := r.detail(); r.status != 422 || place != at || !strings.Contains(msg, "99") {
			t.Errorf("%s is answered %d %q at %s", at, r.status, msg, place)
		}
	}
	if n := look[struct{ Filed int }](t, url, "/api/dressings?limit=1").Filed; n != 1 {
		t.Errorf("what was refused left %d dressings", n)
	}
}
