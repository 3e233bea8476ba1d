package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// focused fails where nothing on the page has the focus, or where one cannot
// see that it has.
func (p *page) focused(when string) {
	p.t.Helper()
	got := value[string](p, `(() => { const e = document.activeElement; if (!e || e === document.body) return "nothing";
		const s = getComputedStyle(e); const r = e.getBoundingClientRect();
		if (s.outlineStyle === "none" && s.boxShadow === "none") return "unmarked " + e.outerHTML.slice(0, 80);
		if (r.width === 0 || r.height === 0) return "of no size: " + e.outerHTML.slice(0, 80);
		return ""; })()`)
	if got != "" {
		p.t.Errorf("%s the focus is on %s", when, got)
	}
}

// TestAWholeSessionByKeyboard files, revises, compares, undoes and finds without
// ever touching a mouse.
func TestAWholeSessionByKeyboard(t *testing.T) {
	p := open(t, true, "/")
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
	p.find()
	p.press("lantern")
	p.until(`document.querySelectorAll("tbody tr").length === 4`)
	p.press(kb.Enter) // out of the search, on the first row
	p.until(`document.activeElement.innerText === "White Lantern Moth"`)
	p.focused("on a row")
	p.press("jjk")
	p.until(`document.activeElement.innerText === "Short Lantern"`)
	p.press(kb.Enter)
	p.at("/folio/16")
	p.until(`document.querySelector("#revisions")`)
	p.focused("after a page was opened")
	p.press("]")
	p.until(`document.querySelector('[aria-label="Hook size"]').value === "12"`)
	p.press("p") // beside its parent
	p.at("/spread/15/16")
	p.until(`document.querySelector("[data-testid=verdict]")?.innerText === "a re-proportioned version"`)
	p.press("x") // the other way round
	p.at("/spread/16/15")
	p.press("p")
	p.at("/folio/16")
	p.until(`document.querySelector("#revisions")`)
	p.press("e") // revise it
	p.until(`document.querySelector("#recipe")?.value.includes("Short Lantern")`)
	p.press("e")
	p.until(`document.activeElement.id === "recipe"`)
	p.focused("in the text")
	p.press(kb.End, kb.ModifierCtrl)
	p.press("Head: black varnish\n")
	p.until(`[...document.querySelectorAll(".mk-label")].some((m) => m.innerText.startsWith("Head"))`)
	tabTo(p, `document.activeElement.id === "f-why"`)
	p.press("the head was forgotten")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/16")
	p.until(`document.querySelector("#revisions").innerText === "2 revisions"`)
	p.press("u")
	p.until(`document.querySelector("#revisions").innerText === "3 revisions"`)
	// anywhere, by a few letters
	p.press("k", kb.ModifierCtrl)
	p.until(`document.querySelector("[cmdk-input]") === document.activeElement`)
	if found := p.axe(); found != "" {
		t.Errorf("the palette:\n%s", found)
	}
	p.press("wharf")
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("Wharf Grub")`)
	p.press(kb.Enter)
	p.at("/folio/20")
	p.until(`document.querySelector("#revisions")`)
	// what can be typed on the Desk, corrected and filed
	p.press("d")
	p.at("/desk")
	p.until(`document.querySelector("#recipe")`)
	p.press("e")
	p.until(`document.activeElement.id === "recipe"`)
	p.press("Keyboard Moth\nHook: 10 wet\nBody: grobble wool")
	p.until(`document.querySelector(".mk-material")`)
	for range len(" wool") + 1 {
		p.press(kb.ArrowLeft)
	}
	p.until(`document.querySelector("[data-testid=word-strip]").innerText.includes("grobble")`)
	p.press("w", kb.ModifierAlt)
	p.until(`document.activeElement.innerText === "This means …"`)
	p.focused("on saying what it means")
	p.press(kb.Enter)
	tabTo(p, `document.activeElement.innerText === "a colour"`)
	p.focused("on a colour")
	p.press(kb.Enter)
	tabTo(p, `document.activeElement.innerText === "For this dressing"`)
	p.press(kb.Enter)
	p.until(`[...document.querySelectorAll(".mk-colour")].some((m) => m.innerText === "grobble")`)
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.until(`document.querySelector("#revisions")`)
	// the keys of a page can be listed
	p.press("?")
	p.says("Keys on this page")
	list := p.text("[role=dialog]")
	for _, want := range []string{"revise this dressing", "a smaller hook in the vice", "undo the last thing done from here"} {
		contains(t, list, want)
	}
	for range 3 { // a note of what was done may stand above the list, and goes first
		p.press(kb.Escape)
		if value[bool](p, `new Promise((done) => setTimeout(() => done(!document.querySelector("[role=dialog]")), 250))`) {
			break
		}
	}
	p.until(`!document.querySelector("[role=dialog]")`)
	p.press("b")
	p.at("/box")
	p.press("t")
	p.until(`document.documentElement.dataset.theme === "dark"`)
	// a wrong key does nothing
	p.idle("q")
	p.at("/box")
}

func tabTo(p *page, there string) {
	p.t.Helper()
	for range 40 {
		if value[bool](p, there) {
			return
		}
		p.press(kb.Tab)
		p.focused("while tabbing")
	}
	p.t.Fatalf("tabbing never came to %s", there)
}

// cards is a card box that furnish takes in.
const cards = "00000000-0000-4000-8000-000000000390"

// everyRoom is the address of each room, and what stands there when it is ready.
var everyRoom = map[string]string{"/": "tbody tr", "/folio/13": "[data-testid=order]", "/spread/1/4": "[data-testid=verdict]", "/desk": "#recipe", "/box": "#many", "/words": "[data-testid=lexicon] li", "/words?lists=true": "tbody tr", "/index/people": "main li", "/index/people/Jonas%20Wick": "tbody tr", "/index/parts": "main li", "/index/materials?part=body": "main li", "/trays": "#tray-name", "/trays/1": "main ol li", "/box/" + cards: "main h1", "/anew": "h1", "/?q=tail:%20pheasant%201930s": "[data-testid=understood]", "/sheet": "main svg", "/hooks": "main li svg", "/schools": "fieldset", "/cabinet": "main section li", "/cabinet?unknown=true": "main section li", "/cabinet/bronze%20mallard": "[data-testid=swaps]", "/instead?name=bronze%20mallard&part=wing": "[data-testid=stand-ins] li", "/across?by=change": "[data-testid=groups]", "/journal": "[data-testid=deeds] li", "/folio/13/sizes": "[data-testid=sizes]"}

// furnish makes a tray and takes a box in, so that every room has something to show.
func (p *page) furnish() {
	p.t.Helper()
	if status := p.post("/api/trays", `{ name: "A tray", items: [{ folio: 13, note: "a note of some length, so that it has to be broken somewhere on a narrow screen" }, { folio: 2 }] }`); status != 201 {
		p.t.Fatalf("making a tray: %d", status)
	}
	if status := value[int](p, fmt.Sprintf(`fetch("/api/batches/%s", { method: "PUT", headers: { "Content-Type": "application/json", Seat: "a-seat-of-the-test" }, body: JSON.stringify({ name: "cards", text: "Fly one\n\nHook: 12\nBody: wool, twice-snibbed\n---\nFly two\n\nHook: 12\nBody: wool\n" }) }).then((r) => r.status)`, cards)); status != 200 {
		p.t.Fatalf("taking a box in: %d", status)
	}
}

// walk goes through a room with Tab and tells how many places the focus had; it fails where the focus
// is lost or out of sight.
func (p *page) walk(what string) int {
	p.t.Helper()
	value[bool](p, `(document.querySelector("#page").focus(), true)`)
	seen := 0
	for range 18 {
		p.press(kb.Tab)
		where := value[string](p, `(() => { const e = document.activeElement; if (!e || e === document.body) return "the focus is nowhere"; if (!e.closest("main")) return "out";
			const r = e.getBoundingClientRect(), v = document.querySelector("section[aria-label='In the vice']").getBoundingClientRect(); return r.width < 2 || r.top >= v.top || r.bottom <= 0 || r.left >= innerWidth || r.right <= 0 ? "out of sight: " + e.outerHTML.slice(0, 120) : ""; })()`)
		if where == "out" { // the last of the room
			break
		}
		if where != "" {
			p.t.Errorf("%s, Tab %d: %s", what, seen+1, where)
			break
		}
		seen++
	}
	return seen
}

// TestEveryRoomByKeyboard goes through each room with Tab, on a wide screen and on a phone: the focus is
// never lost, and what has it is in sight, not under the vice.
func TestEveryRoomByKeyboard(t *testing.T) {
	p := open(t, true, "/healthz")
	p.furnish()
	for _, width := range []int64{1280, 390} {
		if _, err := chromedp.Call(p.ctx, emulation.SetDeviceMetricsOverride, emulation.SetDeviceMetricsOverrideParams{Width: width, Height: 844, DeviceScaleFactor: 1}); err != nil {
			t.Fatal(err)
		}
		for path, ready := range everyRoom {
			p.visit(path)
			p.until(fmt.Sprintf("document.querySelector(%q)", ready))
			seen := p.walk(fmt.Sprintf("%s at %d px", path, width))
			if seen == 0 && path != "/sheet" {
				t.Errorf("%s at %d px: nothing in the room can be reached", path, width)
			}
		}
	}
}

// fits fails where a page is too wide, or cuts off a figure, a name or a button.
func (p *page) fits(what string) {
	p.t.Helper()
	p.until(`document.fonts.status === "loaded"`) // until then another face stands in, a little wider
	if over := value[int](p, `document.documentElement.scrollWidth - document.documentElement.clientWidth`); over > 0 {
		p.t.Errorf("%s is %d px too wide: %s", what, over, value[string](p, `[...document.querySelectorAll("main *, nav *, section *")].filter((e) => e.getBoundingClientRect().right > innerWidth + 1).slice(0, 4).map((e) => e.tagName + "." + e.className).join("; ")`))
	}
	// no figure and no name is cut
	if cut := value[string](p, `[...document.querySelectorAll("#vice-figures, td, th, dd, h1, h2, [data-testid=budget] span, li > span, li > a")].filter((e) => e.clientWidth > 2 && !e.classList.contains("sr-only") && !e.closest(".sr-only, [hidden], thead") && getComputedStyle(e).overflowX !== "visible" && e.scrollWidth > e.clientWidth + 1).slice(0, 3).map((e) => e.outerHTML.slice(0, 120)).join("; ")`); cut != "" {
		p.t.Errorf("%s cuts %s", what, cut)
	}
	// what is cut off at the side cannot be reached either
	if cut := value[string](p, `[...document.querySelectorAll("main button, main input, main a")].filter((e) => { const r = e.getBoundingClientRect(); return r.width > 1 && r.right > innerWidth + 1; }).slice(0, 3).map((e) => e.outerHTML.slice(0, 90)).join("; ")`); cut != "" {
		p.t.Errorf("%s cuts off %s", what, cut)
	}
}

// TestASessionAtTwoHundredPerCent works on a 1280×800 screen zoomed to 200 %:
// 640×400 CSS pixels. Nothing may need sideways scrolling.
func TestASessionAtTwoHundredPerCent(t *testing.T) {
	p := open(t, true, "/healthz")
	zoom := func(width, height int64, scale float64) {
		if _, err := chromedp.Call(p.ctx, emulation.SetDeviceMetricsOverride, emulation.SetDeviceMetricsOverrideParams{Width: width, Height: height, DeviceScaleFactor: scale}); err != nil {
			t.Fatal(err)
		}
	}
	p.furnish()
	for _, size := range []struct {
		name          string
		width, height int64
		scale         float64
	}{{"200 %", 640, 400, 2}, {"a tablet on end", 820, 1180, 1}, {"a tablet", 1180, 820, 1}, {"a phone", 390, 844, 2}} {
		zoom(size.width, size.height, size.scale)
		for path, ready := range everyRoom {
			p.visit(path)
			p.until(fmt.Sprintf("document.querySelector(%q)", ready))
			p.fits(size.name + ", " + path)
		}
	}
	zoom(640, 400, 2)
	p.visit("/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector(".mk-unread")?.innerText === "grobbled"`)
	p.fits("200 %, a reading")
	if found := p.axe(); found != "" {
		t.Errorf("the Desk at 200 %%:\n%s", found)
	}
	p.fill("#f-page", strings.Repeat("7", 61))
	p.clickText("File it")
	p.until(`document.querySelector("#p-page")`)
	p.fill("#f-page", "")
	p.write("#f-date", "1999")
	p.clickText("File it")
	p.at("/folio/28")
	if covered := value[bool](p, `(() => { const v = document.querySelector("section[aria-label='In the vice']").getBoundingClientRect(); return v.height > innerHeight / 3; })()`); covered {
		t.Error("the vice covers more than a third of the page")
	}
	p.clickText("White Lantern Moth")
	p.at("/folio/15")
	p.fits("200 %, the parent")
	if !strings.Contains(p.text("aside"), "Slipway Lantern") {
		t.Error("the variant is not among the parent's")
	}
}

func TestPrintedPagesLeaveTheScreenAway(t *testing.T) {
	p := open(t, true, "/folio/1")
	p.until(`document.querySelector("table")`)
	if _, err := chromedp.Call(p.ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Media: "print"}); err != nil {
		t.Fatal(err)
	}
	for _, path := range []string{"/folio/1", "/spread/15/16"} {
		p.visit(path)
		p.until(`document.querySelector("svg[role=img]")`)
		if got := value[string](p, `["nav", "section[aria-label='In the vice']"].filter((s) => getComputedStyle(document.querySelector(s)).display !== "none").join()`); got != "" {
			t.Errorf("%s prints %s", path, got)
		}
		if got := value[string](p, `getComputedStyle(document.querySelector("main")).backgroundColor`); got != "rgb(255, 255, 255)" {
			t.Errorf("%s prints on %s", path, got)
		}
	}
}
