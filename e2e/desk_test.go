package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// choose selects words in the text field, as by hand.
func (p *page) choose(words string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => { const f = document.querySelector("#recipe"); const i = f.value.indexOf(%q);
		f.focus(); f.setSelectionRange(i, i + %d); return i >= 0; })()`, words, len(words)))
}

// fill puts a text into a field at once, as by pasting.
func (p *page) fill(sel, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf("document.querySelector(%q)", sel))
	value[bool](p, fmt.Sprintf(`(() => { const f = document.querySelector(%q);
		Object.getOwnPropertyDescriptor(f.constructor.prototype, "value").set.call(f, %q);
		f.dispatchEvent(new Event("input", { bubbles: true })); return true; })()`, sel, text))
}

func TestEveryWordIsMarkedWhereItStands(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector(".mk-unread")?.innerText === "grobbled"`)
	if got := value[string](p, `document.querySelector("[data-testid=marks]").textContent`); strings.TrimRight(got, "\n") != strings.TrimRight(slipway, "\n") {
		t.Errorf("the marks say %q", got)
	}
	// each letter and its mark stand in one place
	if off := value[float64](p, `(() => { const u = document.querySelector("[data-testid=marks]").getBoundingClientRect(), f = document.querySelector("#recipe").getBoundingClientRect();
		const a = getComputedStyle(document.querySelector("[data-testid=marks]")), b = getComputedStyle(document.querySelector("#recipe"));
		return Math.abs(u.left - f.left) + Math.abs(u.top - f.top) + Math.abs(u.width - f.width) + (a.font === b.font && a.padding === b.padding && a.lineHeight === b.lineHeight ? 0 : 99); })()`); off > 1 {
		t.Errorf("the marks lie %v px beside the letters", off)
	}
	for words, means := range map[string]string{"about five": "how many: 4 to 6", "third": "how long", "grobbled": "not understood", "3 turns": "how often it is wound"} {
		p.choose(words)
		value[bool](p, `(() => { const f = document.querySelector("#recipe"); f.setSelectionRange(f.selectionStart + 1, f.selectionStart + 1); return true; })()`)
		p.until(fmt.Sprintf(`document.querySelector("[data-testid=word-strip]").innerText.includes(%q)`, means))
	}
}

func TestAReadingIsCorrectedByHandAndTaught(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", "Grobble Moth\n\nHook: 10 wet\nBody: grobble wool\nHackle: white hen, a couple of turns\n")
	p.until(`document.querySelector(".mk-turns")`)
	// a meaning that the reader does not know is told, and nothing is kept
	p.choose("grobble")
	p.until(`document.querySelector("[data-testid=word-strip]").innerText.includes("“grobble” chosen by hand")`)
	p.clickText("This means …")
	p.clickText("a number with its unit")
	p.write("[data-testid=means] input", "over the hills")
	p.says("The reader does not know “over the hills” itself.")
	if found := p.axe(); found != "" {
		t.Errorf("saying what words mean:\n%s", found)
	}
	p.clickText("a colour")
	p.fill("[data-testid=means] input", "")
	p.clickText("For this dressing")
	p.until(`[...document.querySelectorAll(".mk-colour")].some((m) => m.innerText === "grobble")`)
	p.choose("a couple of turns")
	p.until(`document.querySelector("[data-testid=word-strip]").innerText.includes("“a couple of turns” chosen by hand")`)
	p.clickText("This means …")
	p.clickText("only a remark")
	p.clickText("For this dressing")
	p.until(`!document.querySelector(".mk-turns")`)
	contains(t, p.text(`[aria-label="Corrected by hand"]`), "“grobble” is a colour, for this dressing")
	p.clickText("Teach the club’s reader")
	p.says("The reader knows “grobble” from now on.")
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	// remembered for that dressing
	p.clickText("Revise")
	p.at("/desk?folio=28")
	p.until(`document.querySelectorAll('[aria-label="Corrected by hand"] li').length === 2`)
	p.clickText("Leave it as it was")
	p.until(`document.querySelector("h1").innerText === "Desk"`)
	// and for every other by the vocabulary
	p.write("#recipe", "Other\n\nBody: grobble fur\n")
	p.until(`[...document.querySelectorAll(".mk-colour")].some((m) => m.innerText === "grobble")`)
}

func TestAContradictionIsSettledWithANote(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", "Two Threads\n\nHook: 12 wet\nThread: tan\nBody: cream wool\nThread: brown\n")
	p.until(`document.querySelector("[data-testid=contradiction]")`)
	box := p.text("[data-testid=contradiction]")
	contains(t, box, "tan thread")
	contains(t, box, "brown thread")
	value[bool](p, `(document.querySelectorAll("[data-testid=contradiction] input[type=radio]")[1].click(), true)`)
	p.write("[data-testid=contradiction] input:not([type=radio])", "the specimen is brown")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.says("The ledger adopts brown thread: the specimen is brown")
}

func TestTheSecondMergesPartByPart(t *testing.T) {
	p := open(t, true, "/folio/15")
	p.clickText("Revise")
	p.at("/desk?folio=15")
	p.until(`document.querySelector("#recipe")?.value.includes("White Lantern Moth")`)
	before := value[string](p, `document.querySelector("#recipe").value`)
	// somebody else revises it meanwhile
	other := tab(t, p.address, "/healthz")
	value[bool](other, `(localStorage.setItem("mothledger.seat", crypto.randomUUID()), localStorage.removeItem("mothledger.desk"), true)`)
	theirs := strings.NewReplacer("cream wool", "white floss", "3 turns", "4 turns").Replace(before)
	if theirs == before {
		t.Fatalf("the demo's folio 15 has changed: %s", before)
	}
	status := value[int](other, fmt.Sprintf(`fetch("/api/dressings/15/revisions", { method: "POST", headers: { "Content-Type": "application/json", "If-Match": '"1"', "Idempotency-Key": crypto.randomUUID() },
		body: JSON.stringify({ text: %q, why: "counted on the card" }) }).then((r) => r.status)`, theirs))
	if status != 201 {
		t.Fatalf("the other's revision: %d", status)
	}
	// mine: another tail, and other turns
	mine := strings.NewReplacer("a third of the shank", "half the shank", "3 turns", "2 turns").Replace(before)
	if mine == strings.Replace(before, "3 turns", "2 turns", 1) {
		t.Fatalf("the demo's folio 15 has changed: %s", before)
	}
	p.fill("#recipe", mine)
	p.write("#f-why", "my own count")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.until(`document.querySelector("[data-testid=merge]")`)
	box := p.text("[data-testid=merge]")
	contains(t, box, "counted on the card")
	contains(t, box, "1 still to choose")
	if found := p.axe(); found != "" {
		t.Errorf("while merging:\n%s", found)
	}
	// the hackle was changed by both: take mine
	value[bool](p, `([...document.querySelectorAll("[data-testid=merge] fieldset")].find((f) => f.querySelector("legend").innerText === "hackle").querySelectorAll("input")[1].click(), true)`)
	p.clickText("Put this on the desk")
	p.until(`!document.querySelector("[data-testid=merge]")`)
	merged := value[string](p, `document.querySelector("#recipe").value`)
	for _, want := range []string{"white floss", "half the shank", "2 turns"} {
		contains(t, merged, want)
	}
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/15")
	p.until(`document.querySelector("#revisions").innerText === "3 revisions"`)
	p.says("my own count")
}

func TestRevisionsAreReadComparedRestoredAndUndone(t *testing.T) {
	p := open(t, true, "/folio/16")
	p.until(`document.querySelector("#revisions")`)
	p.press("e")
	p.at("/desk?folio=16")
	p.until(`document.querySelector("#recipe")?.value.includes("Short Lantern")`)
	text := value[string](p, `document.querySelector("#recipe").value`)
	p.fill("#recipe", strings.Replace(text, "one fifth of the shank", "half the shank", 1))
	// a revision without a reason is refused, and nothing is lost
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.until(`document.querySelector("#p-why")`)
	p.write("#f-why", "measured again")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/16")
	p.until(`document.querySelector("#revisions").innerText === "2 revisions"`)
	p.clickText("what it changed")
	p.at("/spread/16/16?a=1&b=2")
	p.until(`document.querySelector("[data-testid=reasons]")`)
	contains(t, p.text("[data-testid=reasons]"), "tail: longer, 0.5 of the shank instead of 0.2")
	p.visit("/folio/16?revision=1")
	p.says("Revision 1 of 2")
	if got := p.text(`[data-testid="mm-tail"]`); got != "2.2" {
		t.Errorf("the older tail is %s mm", got)
	}
	p.clickText("Restore this one")
	p.until(`document.querySelector("#revisions")?.innerText === "3 revisions" && location.search === ""`)
	if got := p.text(`[data-testid="mm-tail"]`); got != "2.2" {
		t.Errorf("the restored tail is %s mm", got)
	}
	p.press("u") // undo the restoring
	p.until(`document.querySelector("#revisions").innerText === "4 revisions"`)
	p.until(`document.querySelector('[data-testid="mm-tail"]').innerText === "5.5"`)
	p.visit("/folio/16?revision=9")
	p.says("Not in the ledger")
}

func TestTakenBackAndUndone(t *testing.T) {
	p := open(t, true, "/folio/9")
	p.clickText("Take it back")
	p.says("This dressing was taken back")
	p.says("Folio 9 is taken back.")
	p.clickText("Undo")
	p.until(`!document.body.innerText.includes("This dressing was taken back")`)
	p.says("Undone: took folio 9 back")
	p.press("u")
	p.says("there is nothing left to undo")
}

func TestDraftsOutliveTheBrowserAndTheNetwork(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector("[data-testid=kept]")?.innerText === "draft is safe"`)
	// another browser of the same seat: only the server can have the draft
	value[bool](p, `(() => { const s = localStorage.getItem("mothledger.seat"); localStorage.clear(); localStorage.setItem("mothledger.seat", s); return true; })()`)
	p.visit("/desk")
	p.says("Put aside")
	p.clickText("Take up")
	p.until(fmt.Sprintf(`document.querySelector("#recipe").value === %q`, slipway))
	// the network goes
	offline := func(off bool) {
		rules := []*network.Conditions{}
		if off {
			rules = append(rules, &network.Conditions{Offline: true, DownloadThroughput: -1, UploadThroughput: -1})
		}
		if _, err := chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: rules}); err != nil {
			t.Fatal(err)
		}
		if _, err := chromedp.Call(p.ctx, network.OverrideNetworkState, network.OverrideNetworkStateParams{Offline: off, DownloadThroughput: -1, UploadThroughput: -1}); err != nil {
			t.Fatal(err)
		}
	}
	offline(true)
	p.until(`document.body.innerText.includes("No connection.")`)
	p.write("#recipe", "Head: black\n")
	p.until(`document.querySelector("[data-testid=kept]").innerText.includes("cannot be reached")`)
	p.press(kb.Enter, kb.ModifierCtrl)
	offline(false)
	p.until(`!document.body.innerText.includes("No connection.")`)
	p.until(`location.pathname === "/folio/28" || document.querySelector("[data-testid=kept]")?.innerText === "draft is safe"`)
	// what was pressed without a network may be on its way, and the Desk gone at any moment:
	// where it is still there, it is pressed again, which files nothing twice
	if value[bool](p, `(() => { const r = document.querySelector("#recipe"); r?.focus(); return r !== null; })()`) {
		p.press(kb.Enter, kb.ModifierCtrl)
	}
	p.at("/folio/28")
	p.until(`document.querySelector("table").innerText.includes("head")`)
}

func TestACardBoxIsFiledStoppedAndTakenBack(t *testing.T) {
	p := open(t, true, "/box")
	var b strings.Builder
	for i := range 120 {
		if i%12 == 11 {
			fmt.Fprintf(&b, "Pattern: Card %d\n\nHook: 12 wet\nBody: zzgrob and qxyz\n---\n", i+1)
			continue
		}
		fmt.Fprintf(&b, "Pattern: Card %d\n\nHook: 12 wet\nTail: %d ginger hackle fibres, half the shank\nBody: claret fur\n---\n", i+1, 4+i%4)
	}
	p.fill("#many", " \n")
	if !value[bool](p, `[...document.querySelectorAll("button")].find((x) => x.innerText === "Take them in").disabled`) {
		t.Error("nothing can be taken in")
	}
	p.fill("#many", "Fly\x00\n")
	p.clickText("Take them in")
	p.says("this is not text")
	p.fill("#many", b.String())
	p.clickText("Take them in")
	p.says("110 ready, 10 to look at")
	p.says("To look at first")
	if found := p.axe(); found != "" {
		t.Errorf("the list:\n%s", found)
	}
	p.clickText("File the 110")
	p.until(`document.body.innerText.includes("110 filed")`)
	p.clickText("Take all of it back")
	p.says("All 110 are taken back.")
	// what undoing touches is said first; the same key then does it
	p.press("u")
	p.says("Undoing “took back 110 dressings")
	p.press("u")
	p.says("Undone: took back 110 dressings")
	// one that needs a look goes to the Desk and comes back filed
	p.press("j")
	p.press(kb.Enter)
	p.until(`document.querySelector("#recipe")?.value.startsWith("Pattern: Card 12")`)
	p.fill("#recipe", "Pattern: Card 12\n\nHook: 12 wet\nBody: claret fur\n")
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.until(`location.pathname.startsWith("/folio/")`)
	p.visit("/box")
	p.says("111 filed, 9 to look at")
}
