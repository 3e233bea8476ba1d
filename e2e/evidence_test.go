package e2e

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"mothledger/ledger"
	"mothledger/ui"
	"mothledger/web/webtest"
)

// archive opens a tab on a ledger of its own with the demo club and its archive.
func archive(t testing.TB, path string) *page {
	t.Helper()
	return tab(t, webtest.Archive(t, ui.Files()).URL, path)
}

// into writes into the field under a label.
func (p *page) into(label, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`[...document.querySelectorAll("label")].some((l) => l.innerText.startsWith(%q))`, label))
	value[bool](p, fmt.Sprintf(`(() => { const l = [...document.querySelectorAll("label")].find((l) => l.innerText.startsWith(%q)); const f = document.getElementById(l.htmlFor);
		Object.getOwnPropertyDescriptor(f.constructor.prototype, "value").set.call(f, %q);
		f.dispatchEvent(new Event(f.tagName === "SELECT" ? "change" : "input", { bubbles: true })); return true; })()`, label, text))
}

// button presses the button that says just this.
func (p *page) button(words string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`[...document.querySelectorAll("main button, main a.btn")].some((b) => b.innerText.trim() === %q && !b.disabled)`, words))
	value[bool](p, fmt.Sprintf(`([...document.querySelectorAll("main button, main a.btn")].find((b) => b.innerText.trim() === %q && !b.disabled).click(), true)`, words))
}

// alert waits for a form to say what is wrong.
func (p *page) alert(words string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`[...document.querySelectorAll("[role=alert]")].some((a) => a.innerText.includes(%q))`, words))
}

var archiveRooms = map[string]string{
	"/patterns": "main li a[data-row]", "/patterns/7": "[data-testid='adopted originated']", "/patterns/16": "main h1", "/patterns/7/witnesses": "tbody tr", "/patterns/7/witnesses?variant=30": "section[aria-label='A variant beside the witnesses'] li",
	"/folio/25/provenance": "[data-testid='adopted originated']", "/folio/23/witnesses": "tbody tr", "/folio/23/descent": "[data-testid=kin]", "/folio/22/descent": "[data-testid=kin]", "/folio/32/descent?with=30": "section[aria-label='Where two meet'] li",
	"/shelf": "main li a[data-row]", "/shelf/1": "main dl dd", "/bequests": "[data-testid=far]", "/bequests/1": "main li img", "/desk?card=4": "section[aria-label='The card'] img", "/desk?pattern=7": "#recipe", "/schools": "section[aria-label='Words for dates'] li",
}

// Every room of the archive: nothing that axe finds, light and dark; by Tab alone; on a phone and at
// 200 % nothing cut off.
func TestTheArchivesRooms(t *testing.T) {
	p := archive(t, "/healthz")
	for path, ready := range archiveRooms {
		p.visit(path)
		p.until(fmt.Sprintf("document.querySelector(%q)", ready))
		for _, theme := range []string{"light", "dark"} {
			p.theme(theme)
			p.until(fmt.Sprintf("document.querySelector(%q)", ready))
			if found := p.axe(); found != "" {
				t.Errorf("%s, %s:\n%s", path, theme, found)
			}
		}
		if p.walk(path) == 0 {
			t.Errorf("%s: nothing in the room can be reached", path)
		}
	}
	for _, size := range []struct {
		name          string
		width, height int64
	}{{"200 %", 640, 400}, {"a phone", 390, 844}} {
		if _, err := chromedp.Call(p.ctx, emulation.SetDeviceMetricsOverride, emulation.SetDeviceMetricsOverrideParams{Width: size.width, Height: size.height, DeviceScaleFactor: 2}); err != nil {
			t.Fatal(err)
		}
		for path, ready := range archiveRooms {
			p.visit(path)
			p.until(fmt.Sprintf("document.querySelector(%q)", ready))
			if over := value[int](p, `document.documentElement.scrollWidth - document.documentElement.clientWidth`); over > 0 {
				t.Errorf("%s, %s is %d px too wide: %s", size.name, path, over, value[string](p, `[...document.querySelectorAll("main *")].filter((e) => e.getBoundingClientRect().right > innerWidth + 1 && !e.closest(".overflow-x-auto")).slice(0, 4).map((e) => e.tagName + "." + e.className).join("; ")`))
			}
		}
	}
}

func TestAPatternIsFoundChangedAndMade(t *testing.T) {
	p := archive(t, "/patterns")
	p.until(`document.querySelectorAll("main li a[data-row]").length === 16`)
	p.into("called", "thole")
	p.until(`document.querySelectorAll("main li a[data-row]").length === 1`)
	contains(t, p.text("main ul"), "also Thole Spider")
	p.clickText("Rowlock Spider")
	p.at("/patterns/7")
	p.says("a variant grown more famous than its parent")
	p.press("e")
	p.button("Another name")
	p.button("Change the pattern")
	p.alert("this name is empty")
	value[bool](p, `(() => { const f = [...document.querySelectorAll("fieldset input")].filter((i) => i.labels[0].innerText === "name").at(-1); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(f, "Pin Spider"); f.dispatchEvent(new Event("input", { bubbles: true })); return true; })()`)
	p.button("Change the pattern")
	p.until(`document.querySelector("section[aria-label=Names]")?.innerText.includes("Pin Spider")`)
	value[bool](p, `(document.activeElement.blur(), true)`)
	p.press("u")
	p.until(`!document.querySelector("section[aria-label=Names]").innerText.includes("Pin Spider")`)

	p.visit("/patterns/5") // three flies of this name: which?
	p.until(`document.querySelector("section[aria-label='Others of this name']")`)
	contains(t, p.text("section[aria-label='Others of this name']"), "Lettice Orme")
	p.visit("/patterns/14")
	contains(t, p.text("[data-testid=margin]"), "The name promises peacock")
	p.visit("/patterns/999")
	p.says("there is no pattern 999")

	p.visit("/patterns")
	p.button("A name without a dressing")
	p.button("Keep the name")
	p.alert("needs a name or a story")
	p.into("its name", "Lockkeeper")
	p.button("Keep the name")
	p.until(`document.querySelector("main h1")?.innerText === "Lockkeeper"`)
	p.says("Only the name is known so far")
	value[bool](p, `(document.querySelector('main a[href*="pattern="]').click(), true)`)
	p.until(`location.pathname === "/desk" && document.querySelector("main").innerText.includes("filed as a witness of")`)
	p.write("#recipe", "Lockkeeper\n\nHook: 12 wet\nBody: claret wool\n")
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/37")
	p.clickText("Provenance")
	p.until(`document.querySelector("aside")?.innerText.includes("a witness, A")`)
}

func TestAnAccountIsEnteredAndAnotherAdopted(t *testing.T) {
	p := archive(t, "/folio/27/provenance")
	said := `document.querySelector("[data-testid='adopted originated']").innerText`
	p.until(`document.querySelector("[data-testid='adopted originated']")`)
	contains(t, value[string](p, said), "Orrin Lyle or Ivor Tansy, disputed")
	p.says("Nothing tells the accounts apart")
	p.press("a")
	p.button("Enter the account")
	p.alert("say who is named")
	p.into("who", "Orrin Lyle")
	p.into("how good it is", "print of the time")
	p.into("they knew because they had", "seen")
	p.into("when the account was given", "about 1970")
	p.until(`document.querySelector("form").innerText.includes("1965-01-01 to 1975-12-31 · 1970~")`)
	p.button("Enter the account")
	p.until(said + `.startsWith("Orrin Lyle") && !` + said + `.includes("disputed")`)
	p.says("Of accounts as good as one another more that are independent go before fewer")
	p.visit("/?q=by%20Lyle")
	p.until(`document.querySelectorAll("tbody tr").length === 1`)
	contains(t, p.text("tbody tr"), "Orrin Lyle")

	p.visit("/folio/27/provenance")
	p.until(`document.querySelector("[data-testid='adopted originated']")`)
	value[bool](p, `([...document.querySelectorAll("main button")].find((b) => b.innerText.startsWith("adopt another")).click(), true)`)
	p.into("adopted instead", "Ivor Tansy")
	p.button("Adopt it")
	p.alert("say why this is adopted")
	p.into("why", "The secretary was there.")
	p.button("Adopt it")
	p.until(said + `.startsWith("Ivor Tansy")`)
	p.says("The rules would adopt Orrin Lyle")
	value[bool](p, `(document.activeElement.blur(), true)`)
	p.press("u")
	p.until(said + `.startsWith("Orrin Lyle")`)

	p.visit("/folio/25/provenance") // a dependent account counts as its root
	p.says("counts as account 6")
	p.visit("/folio/26/provenance")
	value[bool](p, `(() => { const b = [...document.querySelectorAll("aside button")].find((b) => b.innerText === "say otherwise"); if (b) b.click(); return !!b; })()`)
	p.until(`[...document.querySelectorAll("aside button")].some((b) => b.innerText === "say otherwise" || b.innerText === "leave it")`)
	p.visit("/folio/999/provenance")
	p.until(`document.querySelector("main h1, main h2")?.innerText === "Not in the ledger"`)
}

func TestTheShelfTakesInAndGivesOut(t *testing.T) {
	p := archive(t, "/shelf")
	p.until(`document.querySelectorAll("main li a[data-row]").length > 15`)
	p.press("a")
	p.into("title", "Wet Ink")
	p.into("ISBN", "978-0-306-40615-8")
	p.button("Put it on the shelf")
	p.alert("its check digit should be 7")
	p.into("ISBN", "0-306-40615-2")
	p.button("Put it on the shelf")
	p.until(`document.querySelector("main h1")?.innerText === "Wet Ink" && document.querySelector("aside").innerText.includes("9780306406157")`)

	p.visit("/shelf")
	p.button("Files in and out")
	p.into("or take one in", "@book{a, title = {Ferry {Nights}}, author = {Br{\\'e}sk, Orla}, year = 1931}\n@book{b, title {Broken}}\n@book{c, title = {Wet Ink}, isbn = {9780306406157}}\n")
	p.button("Look it through")
	p.until(`document.querySelector("[role=status]")?.innerText.includes("2 read as BibTeX, 1 with a problem")`)
	contains(t, p.text("main [role=status]"), "line 2: expected = and a value")
	p.button("Take in what is new")
	p.until(`document.querySelector("main [role=status]")?.innerText.includes("1 taken in")`)
	out := value[string](p, `fetch("/api/shelf/files/bibtex").then((r) => r.text())`)
	contains(t, out, "title = {Ferry {Nights}}")
	contains(t, out, "author = {Brésk, Orla}")

	// the two almanacks are one: what cites either leads there
	p.visit("/shelf")
	p.clickText("Silas Carrow (ed.), The Mere Almanack (1919)")
	p.until(`[...document.querySelectorAll("main button")].some((b) => b.innerText.startsWith("They are one"))`)
	value[bool](p, `([...document.querySelectorAll("main button")].find((b) => b.innerText.startsWith("They are one")).click(), true)`)
	p.says("It was found to be another source")

	// a file of sources on the Desk is no fly
	p.visit("/desk")
	p.write("#recipe", "@book{a, title = {Ferry Nights}}")
	p.alert("this is a list of sources, in BibTeX")
	p.clickText("To the Shelf")
	p.at("/shelf")
}

func TestWitnessesAreMendedWithAReason(t *testing.T) {
	p := archive(t, "/folio/30/witnesses")
	p.until(`document.querySelectorAll("tbody tr").length === 5`)
	contains(t, p.text("[data-testid=slip]"), "brown partridge, 2 turns")
	p.until(`document.querySelectorAll("section[aria-label='A variant beside the witnesses'] li").length === 3`)
	p.visit("/patterns/7/witnesses")
	p.button("Slips and mending")
	p.into("do what", "composite")
	p.into("the part", "hackle")
	p.into("of which witness", "28")
	p.button("Take it from there")
	p.alert("a dressing is not mended without a reason")
	p.into("why", "The plate was painted from the fly.")
	p.button("Take it from there")
	p.until(`document.querySelector("[data-testid=composite]")`)
	p.says("from B: The plate was painted from the fly.")
	value[bool](p, `(document.activeElement.blur(), true)`)
	p.press("u")
	p.until(`!document.querySelector("[data-testid=composite]")`)
}

func TestDescentByKeyboard(t *testing.T) {
	p := archive(t, "/folio/23/descent")
	p.until(`document.querySelectorAll("[data-testid=kin]").length === 6`)
	on := `document.activeElement.id`
	p.press("o")
	p.until(on + ` === "kin-23"`)
	p.press(kb.ArrowLeft)
	p.until(on + ` === "kin-34"`)
	p.press(kb.ArrowRight)
	p.press(kb.ArrowRight)
	p.until(on + ` === "kin-30"`)
	p.press(" ")
	p.until(`document.querySelector("#kin-30").getAttribute("aria-expanded") === "false" && document.querySelectorAll("[data-testid=kin]").length === 4`)
	contains(t, value[string](p, `document.querySelector("#kin-30").textContent`), "2 folded away")
	p.press(" ")
	p.until(`document.querySelectorAll("[data-testid=kin]").length === 6`)
	contains(t, value[string](p, `document.querySelector("#kin-23").textContent`), "answer to Harbour Drake")
	p.press(kb.ArrowDown)
	p.press(kb.Enter)
	p.at("/folio/31")
	p.visit("/folio/32/descent?with=3")
	p.says("They come from no fly that the ledger has")
	p.visit("/folio/32/descent?with=30")
	p.until(`document.querySelector("section[aria-label='Where two meet']").innerText.includes("They meet in Lamp Spider")`)
	contains(t, p.text("section[aria-label='Where two meet']"), "blue")

	// a date that contradicts is told when the link is made
	if status := p.post("/api/dressings", `{"text": "Pattern: Too Early\nDate: 1901\n\nHook: 12\nBody: wool\n", "parents": [{"folio": 30}]}`); status != 201 {
		t.Fatalf("filing: %d", status)
	}
	p.visit("/folio/37/descent")
	p.says("Time speaks against it.")
	p.says("They may be the other way round.")
	p.visit("/folio/30") // told at the parent too
	p.until(`document.querySelector("aside [data-testid=against]")?.innerText.includes("“Too Early” (folio 37, 1901) is older")`)

	// and when it is the parent's date that is changed
	for _, b := range []string{`{"text": "Pattern: First Comer\nDate: 1930\n\nHook: 12\nBody: wool\n"}`, `{"text": "Pattern: Late Comer\nDate: 1936\n\nHook: 12\nBody: wool\n", "parents": [{"folio": 38}]}`} {
		if status := p.post("/api/dressings", b); status != 201 {
			t.Fatalf("filing: %d", status)
		}
	}
	p.visit("/desk?folio=38")
	p.until(`document.querySelector("#recipe")?.value.includes("1930")`)
	p.fill("#recipe", "Pattern: First Comer\nDate: 1950\n\nHook: 12\nBody: wool\n")
	p.until(`document.querySelector("[data-testid=against]")?.innerText.includes("“Late Comer” (folio 39, 1936) is older")`)
	p.fill("#recipe", "Pattern: First Comer\nDate: about 1935\n\nHook: 12\nBody: wool\n")
	p.until(`!document.querySelector("[data-testid=against]")`)
}

// A parent with 200 children over four generations, 500 flies in all: laid out without an overlap, and
// gone through by keyboard.
func TestDescentOfFiveHundred(t *testing.T) {
	s := webtest.Serve(t, ui.Files(), false)
	l := ledger.New(s.Store)
	file := func(title, date string, parents ...ledger.Parent) int {
		t.Helper()
		f, err := l.File(t.Context(), ledger.Filing{Text: "Pattern: " + title + "\nDate: " + date + "\n\nHook: 12 wet\nBody: claret wool\n", Parents: append([]ledger.Parent{}, parents...)}, ledger.Sender{Seat: "a seat of the test"})
		if err != nil {
			t.Fatal(err)
		}
		return f.Folio
	}
	last := []int{file("Root", "1900")}
	for g, many := range []int{200, 150, 149} {
		var now []int
		for i := range many {
			year := 1920 + g*25
			date := []string{fmt.Sprintf("about %d", year), fmt.Sprint(year + i%20), fmt.Sprintf("%ds", (1920+g*30)/10*10), "n.d."}[i%4]
			now = append(now, file(fmt.Sprintf("Fly %d.%d", g, i), date, ledger.Parent{Folio: last[i*7%len(last)]}))
		}
		last = now
	}
	if filed, err := l.Find(t.Context(), ledger.Listing{}, 1, ledger.Vice{}); err != nil || filed.Total != 500 {
		t.Fatalf("%d flies were filed (%v)", filed.Total, err)
	}
	p := tab(t, s.URL, "/healthz")
	began := time.Now()
	p.visit("/folio/1/descent")
	p.until(`document.querySelectorAll("[data-testid=kin]").length > 10`)
	shown := time.Since(began)
	core := value[float64](p, `(async () => { const t = performance.now(); await fetch("/api/dressings/1/descent?width=800").then((r) => r.json()); return performance.now() - t; })()`)
	fmt.Fprintf(os.Stderr, "report: descent of 500 flies: answered in %.0f ms, on the screen after %d ms\n", core, shown.Milliseconds())
	overlap := value[string](p, `fetch("/api/dressings/1/descent?width=800").then((r) => r.json()).then((d) => { const hit = []; for (const a of d.boxes) for (const b of d.boxes) if (a.folio < b.folio && a.x < b.x + 290 && b.x < a.x + 290 && a.y < b.y + 52 && b.y < a.y + 52) hit.push(a.folio + "/" + b.folio); return d.boxes.length + ":" + hit.join(","); })`)
	if overlap != "500:" {
		t.Errorf("boxes that overlap: %s", overlap)
	}
	if n := value[int](p, `document.querySelectorAll("[data-testid=kin]").length`); n > 120 {
		t.Errorf("%d boxes are on the page at once; those out of sight are not drawn", n)
	}
	p.press("o")
	p.until(`document.activeElement.id === "kin-1"`)
	p.press(kb.End)
	p.until(`scrollY > 5000 && document.activeElement.id.startsWith("kin-") && document.activeElement.id !== "kin-1"`)
	if hidden := value[bool](p, `(() => { const r = document.activeElement.getBoundingClientRect(); return r.bottom < 0 || r.top > innerHeight; })()`); hidden {
		t.Error("the fly that has the focus is out of sight")
	}
	p.press(kb.Home)
	p.until(`document.activeElement.id === "kin-1"`)
	p.press(" ")
	p.until(`document.querySelectorAll("[data-testid=kin]").length === 1`)
}

// cardPicture makes a JPEG of a card with where it was taken in it.
func cardPicture(t *testing.T) string {
	t.Helper()
	m := image.NewRGBA(image.Rect(0, 0, 320, 200))
	for x := range 320 {
		for y := range 200 {
			m.Set(x, y, color.RGBA{230, uint8(200 + x%40), 170, 255})
		}
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, m, nil); err != nil {
		t.Fatal(err)
	}
	body := []byte("Exif\x00\x00the secret pool")
	file := append([]byte{0xff, 0xd8, 0xff, 0xe1, 0, byte(len(body) + 2)}, body...)
	file = append(file, b.Bytes()[2:]...)
	name := filepath.Join(t.TempDir(), "card.jpg")
	if err := os.WriteFile(name, file, 0o600); err != nil {
		t.Fatal(err)
	}
	return name
}

func TestABequestIsTakenInListedAndDescribed(t *testing.T) {
	p := archive(t, "/bequests")
	p.until(`document.querySelector("[data-testid=far]")?.innerText === "3 of 10 described"`)
	p.press("a")
	p.into("the club’s number for it", "2026.2")
	p.into("donor", "a stranger at the door")
	p.button("Take it in")
	p.alert("was given already; none is used again")
	p.into("the club’s number for it", "2026.5")
	p.button("Take it in")
	p.until(`document.querySelector("main h1")?.innerText === "2026.5"`)
	p.says("No card is listed yet")
	p.press("a")
	p.into("a card a line", "CX 41; Door Moth; tin, 1\nCX 42; ; tin, 2; water-stained")
	p.button("List 2 cards")
	p.until(`document.querySelector("[data-testid=far]")?.innerText === "0 of 2 described"`)
	value[bool](p, `([...document.querySelectorAll("main li button")].find((b) => b.innerText.startsWith("Change")).click(), true)`)
	wrong := filepath.Join(t.TempDir(), "card.jpg")
	if err := os.WriteFile(wrong, []byte("this is a letter"), 0o600); err != nil {
		t.Fatal(err)
	}
	p.until(`document.querySelector("main form input[type=file]")`)
	p.upload(`main form input[type=file]`, wrong)
	p.alert("this is neither a JPEG nor a PNG")
	p.upload(`main form input[type=file]`, cardPicture(t))
	p.until(`document.querySelector("main li img")?.naturalWidth === 320`)
	if kept := value[bool](p, `fetch(document.querySelector("main li img").src).then((r) => r.arrayBuffer()).then((b) => new TextDecoder("latin1").decode(b).includes("secret pool"))`); kept {
		t.Error("the picture that is kept says where it was taken")
	}
	p.clickText("Describe the next card")
	p.until(`document.querySelector("section[aria-label='The card'] img")`)
	p.write("#recipe", "Door Moth\n\nHook: 12 wet\nBody: cream wool\n")
	p.press(kb.Enter, kb.ModifierCtrl)
	// it goes on with the next one
	p.until(`document.querySelector("section[aria-label='The card']")?.innerText.includes("CX 42")`)
	p.visit("/?q=CX%2041")
	p.until(`document.querySelectorAll("tbody tr").length === 1`)
	contains(t, p.text("tbody"), "Door Moth")
	p.visit("/bequests/999")
	p.says("there is no bequest 999")
}

// "Before the war" follows the width that the club gives it; a number that was taken back leads on.
func TestWordsForDatesAndNumbersThatLeadOn(t *testing.T) {
	p := archive(t, "/folio/35")
	p.until(`document.querySelector("[data-testid=dated]")?.innerText.includes("to 1939-08-31")`)
	p.visit("/schools")
	p.into("the words", "1934")
	p.into("the first day", "1914-08-04")
	p.into("the last day", "1918-11-11")
	p.button("Set it")
	p.alert("is a date that every reader knows")
	p.into("the words", "The War")
	p.button("Set it")
	p.until(`document.querySelector("section[aria-label='Words for dates']").innerText.includes("1914-08-04 to 1918-11-11")`)
	p.visit("/folio/35")
	p.until(`document.querySelector("[data-testid=dated]")?.innerText.includes("to 1914-08-03")`)
	p.visit("/?q=1930..1939")
	p.visit("/folio/36")
	p.button("Take it back")
	p.until(`document.querySelector("main").innerText.includes("This dressing was taken back")`)
	value[bool](p, `(document.querySelector("main input[role=combobox]").focus(), true)`)
	p.press("Peacock Keel")
	p.until(`document.querySelector('[cmdk-item][data-selected="true"]')?.innerText.includes("Peacock Keel")`)
	p.press(kb.Enter)
	p.says("Its number leads on to folio 35")
}
