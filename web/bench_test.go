package web_test

import (
	"fmt"
	"math"
	"net/http"
	"strings"
	"testing"

	"mothledger/core/hook"
	"mothledger/ledger"
)

func TestAMeasuredHookWinsOverTheScale(t *testing.T) {
	url := server(t, true)
	add := func(body map[string]any) reply {
		return call(t, http.MethodPost, url+"/api/hooks", asJSON(body))
	}
	h := into[ledger.HookEntry](t, add(map[string]any{"name": "Long wet, box 3", "size": "12", "style": "wet", "shankMM": 11.1, "gapeMM": 5.4}))
	if h.Says != "a 12 that measures like a 10" || math.Abs(h.Like-10) > 0.1 {
		t.Errorf("it says %q, like %v", h.Says, h.Like)
	}
	f := into[ledger.Folio](t, call(t, http.MethodGet, fmt.Sprintf("%s/api/dressings/1?hook=%d&size=16", url, h.ID), nil))
	if m := f.Measured.Hook; m.ShankMM != 11.1 || m.GapeMM != 5.4 || m.Basis != "measured" || m.EyeMM <= 0 {
		t.Errorf("in the vice: %+v", m)
	}
	for name, bad := range map[string]map[string]any{
		"no name":    {"name": " ", "size": "12", "shankMM": 9, "gapeMM": 5},
		"no size":    {"name": "x", "size": "0", "shankMM": 9, "gapeMM": 5},
		"inches":     {"name": "x", "size": "12", "shankMM": 0.37, "gapeMM": 0.2},
		"no shank":   {"name": "x", "size": "12", "shankMM": 0, "gapeMM": 5},
		"said twice": {"name": "long WET, box 3", "size": "12", "shankMM": 11, "gapeMM": 5},
	} {
		if r := add(bad); r.status != 422 {
			t.Errorf("%s: %d %s", name, r.status, r.body)
		}
	}
	if r := call(t, http.MethodGet, url+"/api/dressings/1?hook=999", nil); r.status != 422 {
		t.Errorf("a hook that is not there: %d", r.status)
	}
	call(t, http.MethodPut, fmt.Sprintf("%s/api/hooks/%d/retired", url, h.ID), asJSON(map[string]bool{"retired": true}))
	for _, x := range into[[]ledger.HookEntry](t, call(t, http.MethodGet, url+"/api/hooks", nil)) {
		if x.ID == h.ID {
			t.Error("it is listed after it was taken out")
		}
	}
}

func TestWorkingsFollowTheVice(t *testing.T) {
	url := server(t, true)
	at := func(q string) ledger.Workings {
		return into[ledger.Workings](t, call(t, http.MethodGet, url+"/api/dressings/1/workings"+q, nil))
	}
	a, b := at("?size=12"), at("?size=16")
	if len(a.Sums) == 0 || len(a.Order) < 6 || len(a.Budget.Stretches) < 4 || a.Thread.Metres <= 0 {
		t.Fatalf("workings %+v", a)
	}
	for i, s := range a.Sums {
		if s.Role == "rib" && math.Abs(b.Sums[i].PitchMM/s.PitchMM-math.Pow(hook.Step, -4)) > 1e-6 {
			t.Errorf("pitch %v on a 12, %v on a 16", s.PitchMM, b.Sums[i].PitchMM)
		}
	}
	if len(a.Other) != 3 || a.Other[0].Size != "10" || len(a.Other[0].Parts) == 0 {
		t.Errorf("other sizes %+v", a.Other)
	}
}

func TestAdviceIsPutAsideWithANote(t *testing.T) {
	url := server(t, false)
	file(t, url, map[string]any{"text": "Wing Moth\n\nHook: 12 dry\nBody: fur\nWing: deer hair, one shank\n"})
	advice := func() string {
		for _, a := range into[ledger.Workings](t, call(t, http.MethodGet, url+"/api/dressings/1/workings", nil)).Advice {
			if a.Code == "hair-flares" {
				return "there " + a.Dismissed
			}
		}
		return ""
	}
	if advice() != "there " {
		t.Fatalf("advice %q", advice())
	}
	put := func(note string) {
		if r := call(t, http.MethodPut, url+"/api/dressings/1/dismissals", asJSON(map[string]string{"code": "hair-flares", "role": "wing", "note": note})); r.status != 200 {
			t.Errorf("%d %s", r.status, r.body)
		}
	}
	put("it is meant to flare")
	if advice() != "there it is meant to flare" {
		t.Errorf("advice %q", advice())
	}
	put("")
	if advice() != "there " {
		t.Errorf("taken up again: %q", advice())
	}
}

func TestSchoolsFillInAndAreMarked(t *testing.T) {
	url := server(t, false)
	file(t, url, map[string]any{"text": "Stage Thing\n\nHook: 14 nymph\nTail: pheasant tail fibres\nRib: copper wire\nBody: hare's mask dubbing\nThorax: mole\n"})
	open := func(q string) ledger.Folio {
		return into[ledger.Folio](t, call(t, http.MethodGet, url+"/api/dressings/1"+q, nil))
	}
	choose := func(folio int, question, school string) reply {
		return call(t, http.MethodPut, fmt.Sprintf("%s/api/schools?folio=%d", url, folio), asJSON(map[string]string{"question": question, "school": school}))
	}
	if f := open(""); f.Measured.Parts[1].MM != 0 || len(f.Filled) != 0 {
		t.Errorf("unasked: %+v", f.Measured.Parts[1])
	}
	shank := open("").Measured.Hook.ShankMM
	for _, c := range []struct {
		folio  int
		school string
		want   float64
	}{{0, "three-quarters", 0.75}, {1, "half", 0.5}, {1, "", 0.75}, {0, "", 0.5}} {
		if r := choose(c.folio, "nymph-tail", c.school); r.status != 200 {
			t.Fatalf("%d %s", r.status, r.body)
		}
		p := open("?fill=true").Measured.Parts[1]
		if math.Abs(p.MM-c.want*shank) > 1e-6 || !p.Assumed {
			t.Errorf("after %+v: %+v", c, p)
		}
	}
	if f := open("?fill=true"); f.Dressing.Parts[1].Length.Of != "" {
		t.Error("what was filled in stands in the dressing")
	}
	if r := choose(0, "nymph-tail", "huge"); r.status != 422 {
		t.Errorf("a school that is none: %d", r.status)
	}
	s := into[ledger.Schools](t, call(t, http.MethodGet, url+"/api/schools", nil))
	if len(s.Questions) != 12 || s.Chosen["rib-way"] != "against" {
		t.Errorf("schools %+v", s.Chosen)
	}
}

func TestTheSizeTable(t *testing.T) {
	url := server(t, true)
	table := into[ledger.SizeTable](t, call(t, http.MethodGet, url+"/api/dressings/1/sizes", nil))
	var sizes []string
	for _, r := range table.Rows {
		sizes = append(sizes, r.Size)
	}
	if strings.Join(sizes, " ") != "10 12 14" {
		t.Fatalf("sizes %v", sizes)
	}
	for i, p := range table.Rows[1].Parts {
		q := table.Rows[2].Parts[i]
		switch p.Role {
		case "tail":
			if math.Abs(q.MM/p.MM-math.Pow(hook.Step, -2)) > 1e-6 {
				t.Errorf("tail %v and %v", p.MM, q.MM)
			}
		case "tag": // 2 mm were said on one size
			if p.MM != 2 || q.MM != 2 || !q.Said || math.Abs(q.ScaledMM-2*math.Pow(hook.Step, -2)) > 1e-6 {
				t.Errorf("tag %+v", q)
			}
		case "rib":
			if q.Turns != 5 || math.Abs(q.SpacedTurns-5*math.Pow(hook.Step, -2)) > 1e-6 {
				t.Errorf("rib %+v", q)
			}
		}
	}
}

func TestAnOtherOrderIsKeptWhereItIsPossible(t *testing.T) {
	url := server(t, false)
	file(t, url, map[string]any{"text": "Order Thing\n\nHook: 12 wet\nRib: gold wire\nBody: fur\nWing: duck slips\nHackle: hen, 3 turns\n"})
	order := func(places []int) reply {
		return call(t, http.MethodPut, url+"/api/dressings/1/order", asJSON(map[string]any{"places": places}))
	}
	workings := func() ledger.Workings {
		return into[ledger.Workings](t, call(t, http.MethodGet, url+"/api/dressings/1/workings", nil))
	}
	n := len(workings().Order) // tie rib, tie body, wind body, wind rib, tie wing, tie hackle, wind hackle
	if n != 7 {
		t.Fatalf("%d steps", n)
	}
	if o := into[ledger.Ordered](t, order([]int{0, 1, 2, 3, 5, 6, 4})); !o.Kept {
		t.Errorf("hackle before wing: %+v", o)
	}
	if w := workings(); !w.OwnOrder || w.Order[6].Role != "wing" || w.Places[6] != 4 {
		t.Errorf("order %+v", w.Order)
	}
	if o := into[ledger.Ordered](t, order([]int{0, 3, 1, 2, 4, 5, 6})); o.Kept || len(o.Problems) == 0 {
		t.Errorf("a rib wound before its body: %+v", o)
	}
	if w := workings(); w.Order[6].Role != "wing" {
		t.Error("what is impossible was kept")
	}
	if r := order([]int{0, 0, 1}); r.status != 422 {
		t.Errorf("an order that is none: %d", r.status)
	}
	revise(t, url, 1, `"1"`, "another-revision", map[string]any{"text": "Order Thing\n\nHook: 12 wet\nBody: fur\n", "why": "plainer"})
	if w := workings(); w.OwnOrder {
		t.Error("an order outlives the parts that it orders")
	}
	order([]int{})
}
