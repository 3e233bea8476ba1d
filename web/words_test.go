package web_test

import (
	"fmt"
	"net/http"
	neturl "net/url"
	"strings"
	"testing"

	"mothledger/core/reading"
	"mothledger/ledger"
)

// TestTheClubTeachesItsReader teaches a material with kind, hue and another name; the Desk, a filed
// dressing, the comparison, the card box, search and the bag know it; it is changed, exported,
// taken back and imported again.
func TestTheClubTeachesItsReader(t *testing.T) {
	url := server(t, true)
	seat := []string{"Seat", "a-seat-of-the-test"}
	teach := func(body map[string]any) reply {
		return call(t, http.MethodPost, url+"/api/vocabulary", asJSON(body), seat...)
	}
	grobble := map[string]any{"words": "Grobble", "as": "material", "kind": "fur", "hue": "#2244aa", "also": []string{"wold fur"}, "example": "Body: grobble"}
	read := func(text string) ledger.Read {
		return into[ledger.Read](t, call(t, http.MethodPost, url+"/api/readings", asJSON(map[string]any{"text": text})))
	}
	const text = "Blue Porter\nVariant of: Gloaming Porter\n\nHook: 12 wet\nBody: wold fur, from the bend to the eye\nRib: gold wire fivefold\n"
	if r := read(text); r.Dressing.Parts[1].Materials != nil && r.Dressing.Parts[1].Materials[0].Taught != "" {
		t.Fatalf("the word is known: %+v", r.Dressing.Parts[1])
	}
	for _, body := range []map[string]any{grobble, {"words": "fivefold", "as": "number", "means": "five turns"}} {
		if r := teach(body); r.status != 200 {
			t.Fatalf("teaching: %d %s", r.status, r.body)
		}
	}
	if r := teach(grobble); r.status != http.StatusUnprocessableEntity {
		t.Errorf("teaching it twice: %d", r.status)
	}
	if msg, _ := teach(map[string]any{"words": "y", "as": "place", "means": "over the hills"}).detail(); !strings.Contains(msg, "does not know “over the hills”") {
		t.Errorf("a meaning that nobody knows: %q", msg)
	}
	r := read(text)
	body, rib := r.Dressing.Parts[1], r.Dressing.Parts[2]
	if body.Materials[0].Name != "grobble" || body.Materials[0].Kind() != "fur" || rib.Turns == nil || rib.Turns.Low != 5 || body.Text != "wold fur, from the bend to the eye" {
		t.Errorf("read with them: %+v %+v", body, rib)
	}
	inked := false
	for _, s := range r.Outline.Shapes {
		inked = inked || s.Role == "body" && s.Colour == "#2244aa" && string(s.Texture) == "fur"
	}
	if !inked {
		t.Error("the drawing has no body of that fur and colour")
	}
	filed := into[ledger.Filed](t, file(t, url, map[string]any{"text": text}))
	f := into[ledger.Folio](t, call(t, http.MethodGet, fmt.Sprintf("%s/api/dressings/%d", url, filed.Folio), nil))
	if f.Text != text || f.Dressing.Parts[1].Materials[0].Hue != "#2244aa" {
		t.Errorf("filed: %+v", f.Dressing.Parts[1])
	}
	page := into[ledger.LexiconPage](t, call(t, http.MethodGet, url+"/api/lexicon?q=grobble", nil))
	if page.Total != 1 || page.Rows[0].Taught == nil || page.Rows[0].Uses != 1 || !strings.Contains(page.Rows[0].Says, "fur") || !strings.Contains(page.Rows[0].Basis, "club’s own") {
		t.Errorf("in the lexicon: %+v", page)
	}
	csv := string(call(t, http.MethodGet, url+"/api/vocabulary.csv", nil).body)
	if rows, err := reading.ReadWordFile(csv); err != nil || len(rows) != 2 {
		t.Errorf("exported: %v\n%s", err, csv)
	}
	grobble["hue"], grobble["again"] = "#aa4422", true
	if r := teach(grobble); r.status != 200 {
		t.Errorf("changing it: %d %s", r.status, r.body)
	}
	if m := read(text).Dressing.Parts[1].Materials[0]; m.Hue != "#aa4422" {
		t.Errorf("changed it is %+v", m)
	}
	for _, w := range []string{"grobble", "fivefold"} {
		if r := call(t, http.MethodDelete, url+"/api/vocabulary?words="+w, nil, seat...); r.status != 200 {
			t.Errorf("taking %s out: %d", w, r.status)
		}
	}
	if r := call(t, http.MethodDelete, url+"/api/vocabulary?words=fivefold", nil, seat...); r.status != http.StatusUnprocessableEntity {
		t.Errorf("taking it out twice: %d", r.status)
	}
	if m := read(text).Dressing.Parts[2]; m.Turns != nil {
		t.Errorf("taken out it is read: %+v", m)
	}
	in := into[ledger.TakenWords](t, call(t, http.MethodPut, url+"/api/vocabulary", asJSON(map[string]any{"text": csv}), seat...))
	if in.Rows != 2 || in.Changed != 2 || read(text).Dressing.Parts[1].Materials[0].Hue != "#2244aa" {
		t.Errorf("imported: %+v", in)
	}
	if msg, field := call(t, http.MethodPut, url+"/api/vocabulary", asJSON(map[string]any{"text": csv + "z,verb\n"}), seat...).detail(); field != "text" && field != "body.text" || !strings.Contains(msg, "line 4") {
		t.Errorf("a file with a slip: %q %q", msg, field)
	}
	call(t, http.MethodPost, url+"/api/undo", asJSON(map[string]any{}), append([]string{"Idempotency-Key", "undo-the-file"}, seat...)...)
	if v := into[[]ledger.Word](t, call(t, http.MethodGet, url+"/api/vocabulary", nil)); len(v) != 0 {
		t.Errorf("after the undo there are %+v", v)
	}
}

// TestTheWholeLexiconIsListed: each class counts, letters narrow, and all of it comes as CSV.
func TestTheWholeLexiconIsListed(t *testing.T) {
	url := server(t, true)
	get := func(q string) ledger.LexiconPage {
		return into[ledger.LexiconPage](t, call(t, http.MethodGet, url+"/api/lexicon?"+q, nil))
	}
	all := get("")
	if all.Total < 8000 || len(all.Rows) != 60 || all.Next != 60 || len(all.Classes) < 100 {
		t.Errorf("%d rows, %d on the page, %d classes", all.Total, len(all.Rows), len(all.Classes))
	}
	sum := 0
	for _, c := range all.Classes {
		sum += c.Count
		if c.Says == "" {
			t.Errorf("nothing says what a %s is", c.Name)
		}
	}
	if sum != all.Total {
		t.Errorf("the classes have %d rows, all are %d", sum, all.Total)
	}
	claret := get("q=claret&class=colour")
	if claret.Total == 0 || claret.Rows[0].Hue == "" || claret.Rows[0].Uses < 4 || claret.Rows[0].Example != "Body: claret wool" {
		t.Errorf("claret: %+v", claret.Rows)
	}
	if csv := string(call(t, http.MethodGet, url+"/api/lexicon.csv", nil).body); strings.Count(csv, "\n") < all.Total {
		t.Errorf("the file has %d lines", strings.Count(csv, "\n"))
	}
	sense := into[ledger.Sense](t, call(t, http.MethodGet, url+"/api/senses?as=material&words="+neturl.QueryEscape("deer"), nil))
	if len(sense.Near) == 0 || sense.Near[0] != "deer hair" {
		t.Errorf("near “deer”: %+v", sense)
	}
	if s := into[ledger.Sense](t, call(t, http.MethodGet, url+"/api/senses?as=number&words=five+turns", nil)); len(s.As) == 0 || s.As[0] != "number" {
		t.Errorf("five turns are %+v", s)
	}
}
