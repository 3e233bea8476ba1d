package e2e

import (
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// rows waits until the list has so many rows.
func (p *page) rows(n int) {
	p.t.Helper()
	p.until(fmt.Sprintf(`document.querySelectorAll("tbody tr").length === %d`, n))
}

// TestAQuestionExplainsItself asks by keyboard, takes a piece out, meets a slip of spelling, and finds
// the question in the address, also on the way back.
func TestAQuestionExplainsItself(t *testing.T) {
	p := open(t, true, "/")
	p.rows(27)
	p.find()
	p.press("tail: pheasant by Carrow after 2000")
	p.until(`document.querySelector("[data-testid=understood]")?.textContent.includes("Carrow")`) // fewer letters find one too
	p.rows(1)
	contains(t, p.text("[data-testid=understood]"), "“pheasant” in the tail")
	contains(t, p.text("[data-testid=understood]"), "originated or tied by Carrow")
	contains(t, p.text("[role=status]"), "1 of 27")
	if found := p.axe(); found != "" {
		t.Errorf("a question:\n%s", found)
	}
	p.until(`new URL(location).searchParams.get("q") === "tail: pheasant by Carrow after 2000"`)
	value[bool](p, `(document.querySelector('[aria-label="Ask without “tail: pheasant”"]').click(), true)`)
	p.rows(3)
	p.until(`document.querySelector("#find").value === "by Carrow, after 2000"`)
	p.do(chromedp.Focus(chromedp.CSS("#find")))
	p.press(kb.Escape)
	p.rows(27)
	p.do(chromedp.Focus(chromedp.CSS("#find")))
	p.press("body: clarret")
	p.says("Nothing filed is all of “body: clarret”")
	p.clickText("claret")
	p.rows(4)
	p.clickText("Gloaming Porter")
	p.at("/folio/1")
	value[bool](p, `(history.back(), true)`)
	p.rows(4)
	p.until(`document.querySelector("#find").value === "body: claret"`)
}

// TestTablesSortByTheirHeads presses heads with the keyboard; the order stands in the address.
func TestTablesSortByTheirHeads(t *testing.T) {
	p := open(t, true, "/")
	p.rows(27)
	first := func(want string) {
		t.Helper()
		p.until(fmt.Sprintf(`document.querySelector("tbody tr a[data-row]").innerText === %q`, want))
	}
	tabTo(p, `document.activeElement.innerText === "date"`)
	p.press(kb.Enter)
	first("Harbour Drake")
	p.until(`document.querySelector("th[aria-sort=ascending]").innerText === "date" && location.search.includes("sort=date")`)
	p.focused("on the head that was pressed")
	p.press(kb.Enter)
	first("Wharf Grub")
	p.clickText("variants")
	first("Gloaming Porter")
	p.clickText("name")
	first("Bare Porter")
	p.visit("/?sort=nonsense")
	first("Gloaming Porter")
}

// TestNamesLeadToTheirPages goes from a folio to a person, a book, a decade and what is imitated, and
// from an index to a material.
func TestNamesLeadToTheirPages(t *testing.T) {
	p := open(t, true, "/folio/22")
	p.clickText("Jonas Wick")
	p.at("/index/people/Jonas%20Wick")
	p.rows(4)
	contains(t, p.text("header"), "2009 to 2019")
	p.clickText("tied, 3")
	p.rows(3)
	if found := p.axe(); found != "" {
		t.Errorf("a person's page:\n%s", found)
	}
	p.clickText("Lamp Night notebooks")
	p.until(`document.querySelector("h1").innerText === "Lamp Night notebooks"`)
	p.rows(16)
	p.visit("/folio/1")
	p.clickText("1934")
	p.until(`document.querySelector("h1").innerText === "The 1930s"`)
	p.rows(2)
	p.press("i")
	p.at("/index/people")
	p.until(`document.querySelectorAll("main li").length === 10`)
	p.clickText("Parts and materials")
	p.until(`document.querySelector("h1").innerText === "Parts and materials"`)
	if found := p.axe(); found != "" {
		t.Errorf("an index:\n%s", found)
	}
	value[bool](p, `([...document.querySelectorAll("main li")].find((l) => l.innerText.startsWith("tail")).querySelectorAll("a")[1].click(), true)`)
	p.until(`document.querySelector("h1").innerText === "Materials of the tail"`)
	p.clickText("pheasant tail")
	p.until(`document.querySelector("h1").innerText === "pheasant tail, in the tail"`)
	p.rows(5)
	p.visit("/folio/13")
	p.until(`document.querySelector("td a")`)
	value[bool](p, `([...document.querySelectorAll("tr")].find((r) => r.cells[0]?.innerText === "tail").querySelector("a").click(), true)`)
	p.until(`document.querySelector("h1").innerText === "pheasant tail, in the tail"`)
	p.rows(5)
	p.visit("/index/nothing")
	p.says("There is no index of nothing")
	p.visit("/index/people/Nobody%20Such")
	p.says("Nothing in the ledger stands under this name")
}

// TestATrayIsFilledOrderedAndPutAway does it by keyboard where there is a key for it.
func TestATrayIsFilledOrderedAndPutAway(t *testing.T) {
	p := open(t, true, "/?q=candle")
	p.rows(5)
	p.clickText("Lay these in a tray …")
	p.until(`document.querySelector('[aria-label="In which tray"] input')`)
	if found := p.axe(); found != "" {
		t.Errorf("choosing a tray:\n%s", found)
	}
	p.write(`[aria-label="In which tray"] input`, "Winter talk")
	p.press(kb.Enter)
	p.says("Laid in the new tray “Winter talk”.")
	p.visit("/folio/15")
	p.clickText("Lay it in a tray …")
	p.clickText("Winter talk")
	p.says("Laid in “Winter talk”.")
	p.press("y")
	p.at("/trays")
	p.says("6 dressings")
	p.clickText("Make it") // without a name
	p.says("A tray needs a name")
	p.clickText("Winter talk")
	p.at("/trays/1")
	p.until(`document.querySelectorAll("main ol > li").length === 6`)
	p.fill(`[aria-label="Note on White Lantern Moth"]`, "open with this one")
	p.do(chromedp.Focus(chromedp.CSS(`[aria-label="Note on White Lantern Moth"]`)))
	p.press(kb.Enter)
	p.says("The note is kept.")
	for range 5 {
		before := value[int](p, `[...document.querySelectorAll("main ol > li")].findIndex((l) => l.innerText.includes("White Lantern Moth"))`)
		value[bool](p, `(document.querySelector('[aria-label="White Lantern Moth further up"]').click(), true)`)
		p.until(fmt.Sprintf(`[...document.querySelectorAll("main ol > li")].findIndex((l) => l.innerText.includes("White Lantern Moth")) === %d`, before-1))
	}
	p.write("#lay", "quay")
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("Quay Dun")`)
	if found := p.axe(); found != "" {
		t.Errorf("a tray, choosing:\n%s", found)
	}
	p.press(kb.Enter)
	p.until(`document.querySelectorAll("main ol > li").length === 7`)
	p.visit("/trays/1")
	p.until(`document.querySelector("main ol > li")?.innerText.includes("White Lantern Moth")`)
	if note := value[string](p, `document.querySelector('[aria-label="Note on White Lantern Moth"]').value`); note != "open with this one" {
		t.Errorf("the note is %q", note)
	}
	p.clickText("Put it away")
	p.at("/trays")
	p.says("No tray is out yet")
	p.press("u")
	p.says("Winter talk")
	p.visit("/trays/99")
	p.says("there is no tray 99")
}

// TestTheClubsWordsGoOutAndIn teaches a word in the Words room, finds it in the lexicon, changes it,
// takes a file in with a slip and without, and takes the word back.
func TestTheClubsWordsGoOutAndIn(t *testing.T) {
	p := open(t, true, "/words")
	p.until(`document.querySelector("[data-testid=lexicon] li")`)
	p.press("e")
	p.until(`document.activeElement.id === "new-word"`)
	p.fill("#new-word", "wold fur")
	p.clickText("a material")
	p.choice("kind", "fur")
	p.clickText("Teach the reader")
	p.says("The reader knows “wold fur” from now on.")
	p.until(`document.querySelector("[data-testid=lexicon] li").innerText.includes("wold fur")`)
	contains(t, p.text("[data-testid=lexicon] li"), "of the kind fur")
	if found := p.axe(); found != "" {
		t.Errorf("the lexicon:\n%s", found)
	}
	file := func(text string) {
		t.Helper()
		name := filepath.Join(t.TempDir(), "words.csv")
		if err := os.WriteFile(name, []byte(text), 0o600); err != nil {
			t.Fatal(err)
		}
		p.upload("[data-testid=word-file]", name)
	}
	file("words,as,means\nfivefold,number,over the hills\n")
	p.says("line 2: the reader does not know “over the hills” itself")
	file("words,as,means\nfivefold,number,five turns\n")
	p.says("1 of 1 rows are new or other than before.")
	p.fill("#words", "fivefold")
	p.until(`document.querySelectorAll("[data-testid=lexicon] li").length === 1`)
	contains(t, p.text("[data-testid=lexicon]"), "five turns")
	p.clickText("take back")
	p.says("The reader no longer knows “fivefold”.")
	p.says("The reader knows no “fivefold”.")
	p.fill("#words", "claret")
	p.until(`document.querySelector("[data-testid=lexicon] li")?.innerText.includes("claret")`)
	value[bool](p, `([...document.querySelectorAll("[data-testid=lexicon] a")].find((a) => a.innerText.includes("dressing")).click(), true)`)
	p.until(`document.querySelector("#find")?.value.includes("claret")`)
}

func (p *page) upload(sel, file string) {
	p.t.Helper()
	p.do(chromedp.SetUploadFiles(chromedp.CSS(sel), []string{file}))
}

// TestStrangeNamesStayInTheirPlaces files names with marks of direction and of 180 letters: neither
// makes the Ledger wider, and no neighbour is reordered.
func TestStrangeNamesStayInTheirPlaces(t *testing.T) {
	p := open(t, false, "/healthz")
	long := strings.Repeat("Quernstone", 18)
	for _, title := range []string{long, "Moth \u202eneercs eht\u202c of the Lamp", "Plain Moth"} {
		if status := p.post("/api/dressings", fmt.Sprintf(`{ text: %q, tier: %q }`, "Pattern: "+title+"\n\nHook: 12 wet\nBody: claret fur\n", "Una \u202eelarhT")); status != 201 {
			t.Fatalf("filing %q: %d", title, status)
		}
	}
	for _, path := range []string{"/", "/folio/1", "/folio/2", "/index/people", "/index/people/" + url.PathEscape("Una \u202eelarhT"), "/spread/1/2"} {
		p.visit(path)
		p.until(`document.querySelector("main table, main li, [data-testid=verdict]")`)
		if over := value[int](p, `document.documentElement.scrollWidth - document.documentElement.clientWidth`); over > 0 {
			t.Errorf("%s is %d px too wide", path, over)
		}
	}
	p.visit("/")
	p.rows(3)
	// the words behind the name stand at its right, not within it
	if wrong := value[bool](p, `(() => { const r = document.querySelectorAll("tbody tr")[1]; const [a, b] = [r.querySelector("[data-row]"), r.cells[2].querySelector("a")].map((e) => e.getBoundingClientRect()); return b.left < a.right - 1; })()`); wrong {
		t.Error("a mark of direction moves its neighbour")
	}
}

// TestTheBarTheRulerAndThePencil: what is measured says on what, the ruler begins behind the eye and the
// budget stands under the shank on its scale, measures on the Spread stand whole, the rooms are in the
// menu, and what is not understood has no wavy line.
func TestTheBarTheRulerAndThePencil(t *testing.T) {
	p := open(t, true, "/hooks")
	p.clickText("Into the vice")
	p.visit("/")
	p.rows(27)
	p.until(`/^every fly on the “[^”]+”, \d+$/.test(document.querySelector("#vice-figures").innerText)`)
	p.visit("/folio/1/sizes")
	p.says("Millimetres on the measured")
	p.visit("/folio/1")
	p.until(`[...document.querySelectorAll("td")].some((c) => c.innerText.includes("in the vice a") && c.innerText.includes("measured"))`)
	p.clickText("its own hook")
	p.visit("/folio/13")
	p.until(`document.querySelector("[data-testid=budget] span[title]")`)
	// zero stands where the shank begins, at the right; the figures grow towards the bend
	ticks := value[string](p, `[...document.querySelectorAll("[data-testid=ruler] text")].filter((e) => /^\d+$/.test(e.textContent)).sort((a, b) => b.getBoundingClientRect().left - a.getBoundingClientRect().left).map((e) => e.textContent).join(" ")`)
	if !strings.HasPrefix(ticks, "0 5 10") {
		t.Errorf("from the eye the ruler says %q", ticks)
	}
	// the stretch of a part ends where its figure says, read off the ruler above
	off := value[float64](p, `(() => { const at = (mm) => { const [a, b] = ["0", "10"].map((n) => [...document.querySelectorAll("[data-testid=ruler] text")].find((e) => e.textContent === n).getBoundingClientRect()).map((r) => r.left + r.width / 2); return a + (b - a) * mm / 10; };
		const s = document.querySelector("[data-testid=budget] span[title^=abdomen]"), [, from] = /([\d.]+) to/.exec(s.title); return Math.abs(s.getBoundingClientRect().left - at(Number(from))); })()`)
	if off > 4 {
		t.Errorf("the abdomen begins %.1f px beside its figure on the ruler", off)
	}
	p.visit("/spread/15/16")
	p.until(`document.querySelector(".measure text")`)
	if cut := value[bool](p, `(() => { const s = document.querySelector(".measure").ownerSVGElement.getBoundingClientRect(); return [...document.querySelectorAll(".measure text")].some((e) => { const r = e.getBoundingClientRect(); return r.left < s.left || r.right > s.right; }); })()`); cut {
		t.Error("a measure is cut off at the side")
	}
	menu := p.text("nav[aria-label=Rooms]")
	for _, room := range []string{"Schools", "Words", "Index", "Trays", "Cabinet", "Across"} {
		contains(t, menu, room)
	}
	p.visit("/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector(".mk-unread")`)
	if style := value[string](p, `getComputedStyle(document.querySelector(".mk-unread")).textDecorationStyle`); style == "wavy" {
		t.Error("what is not understood is marked as a spelling checker does")
	}
	// from a corrected text it is not far to whose it is
	p.choose("grobbled")
	p.until(`document.querySelector("[data-testid=word-strip]").innerText.includes("chosen by hand")`)
	p.press("w", kb.ModifierAlt)
	p.press(kb.Enter)
	p.clickText("how it is prepared")
	p.clickText("For this dressing")
	p.until(`document.activeElement.id === "recipe"`)
	n := 0
	for ; n < 14 && !value[bool](p, `document.activeElement.id === "f-tier"`); n++ {
		p.press(kb.Tab)
	}
	if n > 8 {
		t.Errorf("it takes %d Tabs from the text to tied by", n)
	}
	// both of two close readings are shown at the caret
	p.fill("#recipe", "Two Ways\n\nHook: 12\nHackle: badger cock\n")
	p.until(`document.querySelector(".mk-material")`)
	p.choose("badger")
	p.until(`[...document.querySelectorAll("[data-testid=word-strip] button")].map((b) => b.innerText).join() === "This means …,a colour,a material"`)
	p.clickText("a material")
	p.until(`document.querySelector("[aria-label='Corrected by hand']")?.innerText.includes("“badger” is a material")`)
}
