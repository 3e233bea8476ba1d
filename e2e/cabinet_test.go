package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// pick takes a value in a select.
func (p *page) pick(label, v string) {
	p.t.Helper()
	value[bool](p, `((v) => { const s = [...document.querySelectorAll("label")].find((l) => l.innerText.startsWith("`+label+`")).querySelector("select"); Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(s, v); s.dispatchEvent(new Event("change", { bubbles: true })); return true; })("`+v+`")`)
}

// TestTheCabinetIsKept finds a material by another of its names, looks what can stand in for it, enters one, meets
// a slip, merges it into another and undoes that.
func TestTheCabinetIsKept(t *testing.T) {
	p := open(t, true, "/")
	p.rows(27)
	p.press("r")
	p.at("/cabinet")
	p.until(`document.querySelectorAll("main section li").length > 100`)
	contains(t, p.text("[data-testid=unknown-share]"), "All 184 materials of the ledger are here")
	p.do(chromedp.Focus(chromedp.CSS("#cabinet-find")))
	p.press("brown mallard")
	p.until(`document.querySelectorAll("main section li").length < 12 && [...document.querySelectorAll("main section li")].some((l) => l.innerText.includes("bronze mallard"))`)
	p.clickText("bronze mallard")
	p.at("/cabinet/bronze%20mallard")
	p.until(`document.querySelector("[data-testid=swaps]")`)
	contains(t, p.text("[data-testid=swaps]"), "squirrel tail")
	contains(t, p.text("[data-testid=swaps]"), "Jonas Wick, as the wing of Squirrel Porter")
	contains(t, p.text("main h1"), "bronze mallard")
	value[bool](p, `([...document.querySelectorAll("main a.btn")].find((a) => a.innerText.startsWith("wing")).click(), true)`)
	p.until(`location.pathname === "/instead" && document.querySelectorAll("[data-testid=stand-ins] > li").length > 10`)
	p.clickText("wet")
	p.until(`document.querySelector("[data-testid=stand-ins] > li").innerText.includes("brown mallard flank")`)
	contains(t, p.text(`[data-testid="swap-squirrel tail"]`), "Once in our variants’ wing")
	contains(t, p.text(`section[aria-label="What will not do"]`), "cannot be")

	p.visit("/cabinet")
	p.until(`document.querySelector("main section li")`)
	p.press("e")
	p.until(`document.querySelector("#material-name")`)
	p.write("#material-name", "Lamp moss")
	p.write(`input[name=under]`, "nothing that is there")
	p.clickText("Enter it")
	p.until(`document.querySelector("form [role=alert]")?.innerText.includes("no material")`)
	if kept := value[string](p, `document.querySelector("#material-name").value`); kept != "Lamp moss" {
		t.Errorf("the name is now %q", kept)
	}
	p.fill(`input[name=under]`, "rabbit")
	p.clickText("Enter it")
	p.at("/cabinet/lamp%20moss")
	p.until(`document.querySelector("main h1")?.innerText === "lamp moss"`)
	p.clickText("Merge")
	p.write("#merge-into", "unobtainium")
	p.press(kb.Enter)
	p.until(`document.querySelector("form [role=alert]")?.innerText.includes("unobtainium")`)
	p.fill("#merge-into", "rabbit")
	p.press(kb.Enter)
	p.at("/cabinet/rabbit")
	p.until(`document.querySelector("main header")?.innerText.includes("lamp moss")`)
	value[bool](p, `(document.activeElement.blur(), true)`)
	p.press("u")
	p.until(`!document.querySelector("main header").innerText.includes("lamp moss")`)
	p.visit("/cabinet/raffia")
	p.until(`document.querySelector("main h1")?.innerText === "raffia"`)
	p.clickText("Change")
	p.pick("sheen", "4")
	p.clickText("Keep it")
	p.until(`[...document.querySelectorAll("dl > div")].find((d) => d.innerText.startsWith("sheen"))?.innerText.includes("very much") && document.querySelector("main").innerText.includes("Entered by the club")`)
	p.clickText("Take the club’s row out")
	p.at("/cabinet")
	p.visit("/cabinet/raffia")
	p.until(`document.querySelector("main").innerText.includes("From memory")`)
	p.visit("/cabinet/unobtainium")
	p.says("the Cabinet has no")
}

// TestAnAnswerAcrossTheLedger asks what is asked often, and something wrong.
func TestAnAnswerAcrossTheLedger(t *testing.T) {
	p := open(t, true, "/")
	p.rows(27)
	p.press("z")
	p.at("/across")
	p.clickText("Variants whose tail is longer than their parent’s")
	p.until(`document.querySelector("[data-testid=answer]")?.innerText.includes("1 variant")`)
	contains(t, p.text("[data-testid=departures]"), "Long Stage Nymph")
	contains(t, p.text("[data-testid=departures]"), "tail: longer, 0.92 of the shank instead of 0.5")
	p.clickText("What do our tiers use instead of bronze mallard?")
	p.until(`document.querySelector("[data-testid=groups]")?.innerText.includes("squirrel tail")`)
	p.clickText("What changed most often since 1980?")
	p.until(`document.querySelectorAll("[data-testid=groups] tr").length > 5`)
	p.pick("the part", "wing")
	p.until(`location.search.includes("part=wing") && [...document.querySelectorAll("[data-testid=groups] th")].every((h) => h.innerText.startsWith("wing"))`)
	p.write(`input[list=across-names]`, "unobtainium")
	p.press(kb.Enter)
	p.until(`document.querySelector("main [role=alert]")?.innerText.includes("unobtainium")`)
	p.visit("/across?part=tag&what=longer")
	p.until(`document.querySelector("[data-testid=answer]")?.innerText === "No variant in the ledger does."`)
}

// TestTheSpreadAtFullStrength looks at the axes, the reason beside a change, the way back, what is noise, the line
// of parents; overrules the verdict without and with a reason; lays another dressing beside it by name.
func TestTheSpreadAtFullStrength(t *testing.T) {
	p := open(t, true, "/spread/1/4")
	p.until(`document.querySelector("[data-testid=verdict]")?.innerText === "a substitution"`)
	contains(t, p.text("[data-testid=axes]"), "the same parts, of substitutes, built the same: hair-wing; weighed as a wet fly")
	contains(t, p.text("[data-testid=gutter-wing]"), "Bronze mallard splits after the second fish")
	contains(t, p.text("[data-testid=gutter-wing]"), "for a function")
	contains(t, p.text("[data-testid=to-make-it-its-parent-again]"), "make the wing of bronze mallard again")
	contains(t, p.text("[data-testid=line]"), "Nobody in this ledger did it before")
	p.clickText("what else could stand in?")
	p.until(`location.pathname === "/instead" && location.search.includes("on=wet")`)
	value[bool](p, `(history.back(), true)`)
	p.until(`document.querySelector("[data-testid=verdict]")`)

	p.clickText("Overrule the verdict")
	p.pick("it is", "technique")
	p.clickText("Keep it")
	p.until(`document.querySelector("form [role=alert]")?.innerText.includes("say why")`)
	p.write(`form[aria-label="Overrule the verdict"] input`, "hair lies otherwise than slips")
	p.clickText("Keep it")
	p.until(`document.querySelector("[data-testid=verdict]").innerText === "another technique"`)
	contains(t, p.text("[data-testid=overruled]"), "hair lies otherwise than slips")
	contains(t, p.text("[data-testid=overruled]"), "The rules say: a substitution.")
	if found := p.axe(); found != "" {
		t.Errorf("overruled:\n%s", found)
	}
	p.clickText("Let the computed one stand")
	p.until(`document.querySelector("[data-testid=verdict]").innerText === "a substitution" && !document.querySelector("[data-testid=overruled]")`)

	p.clickText("Lay another beside it")
	p.until(`document.querySelector("main [role=combobox]")`)
	p.write("main [role=combobox]", "harbour drake")
	p.until(`document.querySelector("main [role=option]")?.innerText.includes("Harbour Drake")`)
	p.press(kb.Enter)
	p.at("/spread/1/26")
	p.until(`document.querySelector("[data-testid=no-link]")`)
	contains(t, p.text("[data-testid=no-link]"), "Likeness alone")

	// noise is a layer of its own
	if status := p.post("/api/dressings", `{ text: "Pattern: Porter by Eye\nVariant of: Gloaming Porter\nTier: Una Thrale\n\nHook: 12 wet\nThread: red\nTag: oval gold tinsel, 2 mm\nTail: 7 ginger cock hackle fibres, half the shank\nRib: fine oval gold tinsel, 6 turns, against the body\nBody: dark claret seal's fur substitute\nWing: bronze mallard slips, to the end of the tail\nHackle: ginger hen, 2½ turns\n", parents: [1] }`); status != 201 {
		t.Fatalf("filing: %d", status)
	}
	p.visit("/spread/1/28")
	p.until(`document.querySelector("[data-testid=verdict]")?.innerText === "the same dressing"`)
	if tail := p.text("[data-testid=gutter-tail]"); strings.Contains(tail, "more") {
		t.Errorf("noise is told at once: %q", tail)
	}
	p.clickText("Noise: 3 parts")
	p.until(`document.querySelector("[data-testid=gutter-tail]").innerText.includes("more: 6 → 7 fibres (noise: two fibres more or fewer)")`)
	contains(t, p.text("[data-testid=gutter-thread]"), "noise: thread is not seen")
}
