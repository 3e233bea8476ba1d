package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// choice sets a field that offers a list.
func (p *page) choice(label, v string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => { const s = document.querySelector('[aria-label=%q]'); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(s, %q); s.dispatchEvent(new Event("change", { bubbles: true })); return true; })()`, label, v))
}

// filed puts a dressing into the ledger whose evidence was typed into the form.
func (p *page) filed(body string) {
	p.t.Helper()
	if status := p.post("/api/dressings", body); status != 201 {
		p.t.Fatalf("status %d", status)
	}
}

func TestARevisionKeepsWhatIsNotTouched(t *testing.T) {
	p := open(t, true, "/")
	p.filed(`{ text: "Attic Moth\n\nHook: 12 wet\nBody: cream wool\n", tier: "Una Thrale", source: "Lamp Night notebooks", page: "7", date: "Nov ’99", parents: [{ folio: 15, kind: "copied from", reason: "the same wool" }] }`)
	p.visit("/desk?folio=28")
	p.until(`document.querySelector("#f-tier")?.value === "Una Thrale" && document.querySelector("#f-date").value === "Nov ’99"`)
	p.until(`document.querySelector("ul[aria-label=Parents] select")?.value === "copied from"`)
	p.says("Nothing yet. What is not touched stays as it is.")
	if found := p.axe(); found != "" {
		t.Errorf("revising:\n%s", found)
	}
	p.fill("#recipe", "Attic Moth\n\nHook: 12 wet\nBody: white wool\n")
	p.fill("#f-source", "A tin")
	p.fill("#f-page", "")
	p.until(`document.querySelector("[data-testid=changes]")?.innerText.includes("body: white wool instead of cream wool")`)
	for _, want := range []string{"source: “A tin” instead of “Lamp Night notebooks”", "page: “7” taken away"} {
		p.until(fmt.Sprintf(`document.querySelector("[data-testid=changes]").innerText.includes(%q)`, want))
	}
	// one is left as it was after all
	p.clickText("as it was")
	p.until(`document.querySelector("#f-source").value === "Lamp Night notebooks"`)
	p.write("#f-why", "seen in the light")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.until(`document.querySelector("#revisions")?.innerText === "2 revisions"`)
	aside := p.text("aside")
	for _, want := range []string{"Una Thrale", "Lamp Night notebooks", "Nov ’99", "cannot be told", "copied from", "the same wool"} {
		contains(t, aside, want)
	}
	if strings.Contains(aside, "p. 7") {
		t.Error("the page that was taken away is still there")
	}
	p.visit("/spread/28/28?a=1&b=2")
	p.until(`document.querySelector("[data-testid=evidence-changes]")`)
	contains(t, p.text("[data-testid=evidence-changes]"), "page 7 taken away")
}

func TestParentsAreOfferedAskedAboutAndChanged(t *testing.T) {
	p := open(t, true, "/desk")
	p.fill("#recipe", "Quay Ghost\nVariant of: Gloaming Porter; Nobody Knows It\n\nHook: 12 wet\nBody: cream wool\n")
	p.until(`document.querySelector("ul[aria-label=Parents]")?.innerText.includes("1 · Gloaming Porter")`)
	p.says("which is not in the ledger")
	// it is not filed while the question is open
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.says("say which folio it is, or leave it unlinked")
	p.clickText("Leave it unlinked")
	// another one: what is in nobody's ledger is offered as new, what is spelt nearly so is found, and a folio
	p.write("#f-parent", "Nowhere Fly")
	p.until(`document.querySelector("[cmdk-item]")?.innerText.includes("not there yet")`)
	p.fill("#f-parent", "")
	// typed on while what fits is offered already, it stays chosen
	p.write("#f-parent", "Candle Se")
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("Candle Sedge")`)
	p.press("d")
	p.until(`document.querySelector("#f-parent").value === "Candle Sed" && document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("Candle Sedge")`)
	p.fill("#f-parent", "")
	for typed, want := range map[string]string{"lantren moth": "White Lantern Moth", "6": "Candle Sedge"} {
		p.write("#f-parent", typed)
		p.until(fmt.Sprintf(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes(%q)`, want))
		p.press(kb.Enter)
		p.until(fmt.Sprintf(`document.querySelector("ul[aria-label=Parents]").innerText.includes(%q)`, want))
	}
	p.until(`document.querySelectorAll("ul[aria-label=Parents] li").length === 3`)
	p.until(`document.querySelector("[aria-label='How it comes from Candle Sedge']")`)
	p.choice("How it comes from Candle Sedge", "answer to")
	if found := p.axe(); found != "" {
		t.Errorf("the parents:\n%s", found)
	}
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.until(`document.querySelector("#lineage")?.innerText === "Parents"`)
	contains(t, p.text("header"), "answer to Candle Sedge")
	contains(t, p.text("aside"), "Nobody Knows It")
	// any time later, on the folio
	p.clickText("change")
	p.choice("How it comes from White Lantern Moth", "in the style of")
	p.until(`document.querySelector("header").innerText.includes("in the style of White Lantern Moth")`)
	value[bool](p, `([...document.querySelectorAll("aside button")].find((b) => b.textContent === "Take the link away: Gloaming Porter").click(), true)`)
	p.until(`!document.querySelector("header").innerText.includes("Gloaming Porter")`)
	p.write("[aria-label='From which dressing']", "no such fly")
	p.clickText("Link it")
	p.says("Choose a dressing from the list")
	p.fill("[aria-label='From which dressing']", "")
	p.write("[aria-label='From which dressing']", "2")
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("folio 2")`)
	p.press(kb.Enter)
	p.says("folio 2")
	p.write("[aria-label='Why that is said']", "Pell says so")
	p.clickText("Link it")
	p.until(`document.querySelector("aside").innerText.includes("Porter")`)
	if found := p.axe(); found != "" {
		t.Errorf("changing the parents:\n%s", found)
	}
	// one that is not there yet is made on the spot, as a name without a dressing
	p.write("[aria-label='From which dressing']", "Pier Ghost")
	p.until(`[...document.querySelectorAll("[cmdk-item]")].at(-1)?.innerText.includes("not there yet")`)
	p.press(kb.ArrowUp) // the last, behind what is spelt nearly so
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("not there yet")`)
	p.press(kb.Enter)
	p.says("Pier Ghost is filed as folio 29, a name alone.")
	p.clickText("Link it")
	p.until(`document.querySelector("#lineage").closest("section").innerText.includes("Pier Ghost")`)
	p.clickText("done")
	p.says("Pell says so")
}

func TestTheJournalTellsAndUndoes(t *testing.T) {
	p := open(t, true, "/folio/16")
	p.until(`document.querySelector("[data-testid=advice]")`)
	p.clickText("put aside")
	p.write("[aria-label^='Why']", "it is meant to")
	p.press(kb.Enter)
	p.says("The advice is put aside.")
	p.press("g")
	p.at("/journal")
	p.until(`document.querySelector("[data-testid=deeds] li[data-deed]")`)
	first := `document.querySelector("[data-testid=deeds] li[data-deed]")`
	p.until(first + `.innerText.includes("put the advice")`)
	for _, want := range []string{"it is meant to", "nothing", "this browser"} {
		p.until(fmt.Sprintf("%s.innerText.includes(%q)", first, want))
	}
	if found := p.axe(); found != "" {
		t.Errorf("the journal:\n%s", found)
	}
	value[bool](p, `(`+first+`.querySelector("button").click(), true)`)
	p.until(first + `.innerText.includes("undid: put the advice")`)
	// the undoing is undone
	value[bool](p, `(`+first+`.querySelector("button").click(), true)`)
	p.until(first + `.innerText.includes("undid: undid")`)
	// what cannot be undone says why: the parent of four others
	p.visit("/journal?record=dressing&of=1&kind=file")
	porter := `[...document.querySelectorAll("[data-testid=deeds] li[data-deed]")].find((x) => x.querySelector("a").innerText === "1 · Gloaming Porter")`
	p.until(porter)
	value[bool](p, `(`+porter+`.querySelector("button").click(), true)`)
	p.says("Not undone: folio 1 has variants by now")
	// by day and by kind
	p.visit("/journal?day=1999-01-01")
	p.says("Nothing of that kind was done on that day.")
	p.visit("/journal?kind=add%20hook")
	p.until(`document.querySelectorAll("[data-testid=deeds] li[data-deed]").length === 3`)
	p.theme("dark")
	p.until(`document.querySelector("main h1")`)
	if found := p.axe(); found != "" {
		t.Errorf("the journal in the dark:\n%s", found)
	}
}

func TestANameAloneAndAFlyWithoutOne(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#f-title", "Ember, size 12, two shillings")
	p.write("#f-date", "n.d.")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.says("Only the name is known so far.")
	p.visit("/desk")
	p.write("#recipe", "Hook: 12 wet\nBody: cream wool\n")
	p.until(`document.querySelector(".mk-material")`)
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/29")
	p.until(`document.querySelector("h1")?.innerText.includes("a fly without a name")`)
	if found := p.axe(); found != "" {
		t.Errorf("a fly without a name:\n%s", found)
	}
	p.visit("/")
	p.until(`document.body.innerText.includes("29 dressings")`)
	p.until(`[...document.querySelectorAll("tbody tr")].some((r) => r.innerText.includes("without a name"))`)
}

// A millimetre ruler of a kilometre froze the page, before the draft was saved.
func TestALengthBeyondAnyFlyFreezesNothing(t *testing.T) {
	p := open(t, true, "/desk")
	p.fill("#recipe", "Long Tail\n\nHook: 12 wet\nTail: wool, 1000000 mm\nBody: fur\n")
	p.until(`document.querySelector("[data-testid=kept]")?.innerText === "draft is safe"`)
	p.until(`document.querySelector("svg[role=img] path")`)
	if n := value[int](p, `document.querySelectorAll("svg[role=img] path").length`); n > 1000 {
		t.Errorf("%d paths are drawn", n)
	}
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.says("longer than any fly")
}

// A draft that was kept before a dressing could have several parents.
func TestADraftOfBeforeGoesOn(t *testing.T) {
	p := open(t, true, "/")
	value[bool](p, `fetch("/api/drafts/0b5c2f3e-5f57-4a52-9d57-0d8f2ad3f9aa", { method: "PUT", headers: { "Content-Type": "application/json", Seat: localStorage.getItem("mothledger.seat") },
		body: JSON.stringify({ edit: 4, body: { id: "0b5c2f3e-5f57-4a52-9d57-0d8f2ad3f9aa", edit: 4, key: "an-older-key", text: "Quay Ghost\n\nHook: 12 wet\nBody: cream wool\n", title: "", tier: "Una Thrale", originator: "", source: "", page: "", date: "", reason: "", parent: "15 · White Lantern Moth", why: "", corrections: [], settlements: [] } }) }).then((r) => r.ok)`)
	p.visit("/desk")
	p.clickText("Take up")
	p.until(`document.querySelector("ul[aria-label=Parents]")?.innerText.includes("15 · White Lantern Moth")`)
	p.until(`document.querySelector("#f-tier").value === "Una Thrale"`)
	p.clickText("File it")
	p.at("/folio/28")
	p.until(`document.querySelector("header")?.innerText.includes("variant of White Lantern Moth")`)
	contains(t, p.text("aside"), "Una Thrale")
}
