package e2e

import (
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

func TestTheLedgerListsTheClubAndTypingNarrowsIt(t *testing.T) {
	p := open(t, true, "/")
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
	first := p.text("tbody tr")
	for _, want := range []string{"Gloaming Porter", "Edwin Sallow", "Lamps on the Low Water", "1934", "10 to 14"} {
		contains(t, first, want)
	}
	if n := value[int](p, `document.querySelectorAll("tbody tr svg path").length`); n < 27*5 {
		t.Errorf("%d strokes for 27 profiles", n)
	}
	p.find()
	p.press("porter claret")
	p.until(`document.querySelectorAll("tbody tr").length < 27 && document.querySelectorAll("tbody tr").length > 1`)
	contains(t, p.text("tbody"), "Gloaming Porter")
	if strings.Contains(p.text("tbody"), "Candle Sedge") {
		t.Error("typing does not narrow the ledger")
	}
	p.press(" zzqx") // nothing holds this
	p.says("Nothing filed is all of “porter claret zzqx”")
	p.press(kb.Escape)
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
}

func TestAnEmptyLedgerSaysWhatToDo(t *testing.T) {
	p := open(t, false, "/")
	p.says("Nothing is filed yet")
	p.clickText("To the Desk")
	p.at("/desk")
}

func TestAFolioIsDrawnWithARulerAndItsParts(t *testing.T) {
	p := open(t, true, "/")
	p.clickText("Gloaming Porter")
	p.at("/folio/1")
	rows := p.text("table")
	for _, want := range []string{"seal's fur substitute", "half the shank", "5 turns, against the body", "from the bend to a quarter behind the eye", "2.0"} {
		contains(t, rows, want)
	}
	if got := p.text(`[data-testid="mm-tail"]`); got != "4.8" {
		t.Errorf("a tail of half a 9.6 mm shank is %s mm", got)
	}
	contains(t, p.text("svg[role=img]"), "mm from the eye")
	contains(t, p.text("aside"), "Green Porter")
	p.clickText("Words as filed, beside the standard form")
	p.until(`document.querySelector("[data-testid=standard-form][open] table") !== null`)
	beside := p.text("[data-testid=standard-form][open] table")
	contains(t, beside, "counter wound") // of the rib: "5 turns, against the body"
	contains(t, beside, "standard form")
	p.visit("/folio/999")
	p.says("Not in the ledger")
	p.visit("/folio/twelve")
	p.says("a folio is a number")
}

// The generic scale steps by 1.0746 a number, and an even step by its square
// (JOB.md §4, from memory).
func TestTheHookInTheViceMovesEveryMillimetre(t *testing.T) {
	p := open(t, true, "/folio/1")
	mm := func(part string) float64 {
		v, err := strconv.ParseFloat(p.text(fmt.Sprintf(`[data-testid="mm-%s"]`, part)), 64)
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
	before := mm("wing")
	drawn := value[string](p, `document.querySelector("svg[role=img] g").innerHTML`)
	p.press("]")
	p.until(`document.querySelector('[aria-label="Hook size"]').value === "14"`)
	p.until(fmt.Sprintf(`document.querySelector('[data-testid="mm-wing"]').innerText !== "%.1f"`, before))
	if got, want := mm("tail"), 4.8/1.0746/1.0746; math.Abs(got-want) > 0.06 {
		t.Errorf("the tail is %.1f mm on a 14, expected %.2f", got, want)
	}
	if value[string](p, `document.querySelector("svg[role=img] g").innerHTML`) == drawn {
		t.Error("the drawing does not follow the hook")
	}
	p.press("[[")
	p.until(`document.querySelector('[aria-label="Hook size"]').value === "10"`)
	p.says("shank 11.1 mm")
	// a shank code from the bar
	value[bool](p, `(() => { const s = document.querySelector("section[aria-label='In the vice'] select");
		Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, "value").set.call(s, "2XL");
		s.dispatchEvent(new Event("change", { bubbles: true })); return true; })()`)
	p.says("shank 12.8 mm")
	// a size that is none is refused at the bar; the page stays
	value[bool](p, `(document.querySelector('[aria-label="Hook size"]').focus(), true)`)
	p.press("0")
	p.press(kb.Enter)
	p.says("no hook is a 0")
	contains(t, p.text("h1"), "Gloaming Porter")
	p.clickText("its own hook")
	p.says("shank 9.6 mm")
}

const slipway = `Slipway Lantern
Variant of: White Lantern Moth

Hook: 10 wet
Tail: about five white hen fibres, a third of the shank
Body: cream wool or white floss
Hackle: white hen, 3 turns, a grobbled one
`

func TestADressingIsTypedReadAndFiled(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector(".mk-unread")?.innerText === "grobbled"`)
	p.until(`document.querySelector("[data-testid=reading-status]")?.innerText.includes("1 unread")`) // once the fingers rest
	p.until(`document.querySelector("ul[aria-label=Parents]")?.innerText.includes("15 · White Lantern Moth")`)
	p.write("#f-tier", "Una Thrale")
	p.write("#f-originator", "Josiah Fenn")
	p.write("#f-source", "Lamp Night notebooks")
	p.write("#f-page", "51")
	// a name far too long is refused at its field; the text stays
	p.fill("#f-title", strings.Repeat("Slipway ", 30))
	p.do(chromedp.Focus(chromedp.CSS("#recipe")))
	p.press(kb.Enter, kb.ModifierCtrl)
	p.until(`document.querySelector("#p-title")`)
	contains(t, p.text("#p-title"), "at most 200")
	if got := value[string](p, `document.querySelector("#recipe").value`); got != slipway {
		t.Errorf("the text on the desk is now %q", got)
	}
	p.fill("#f-title", "")
	p.write("#f-date", "about 2019")
	p.until(`document.querySelector("[data-testid=dated]")?.innerText.includes("2014-01-01 to 2024-12-31")`)
	p.press(kb.Enter, kb.ModifierCtrl)
	p.at("/folio/28")
	p.says("variant of")
	for _, want := range []string{"Una Thrale", "Josiah Fenn", "p. 51", "2019"} {
		contains(t, p.text("aside"), want)
	}
	p.visit("/desk")
	p.until(`document.querySelector("#recipe")`)
	if got := value[string](p, `document.querySelector("#recipe").value`); got != "" {
		t.Errorf("the desk still holds %q", got)
	}
}

func TestADraftOutlivesTheTab(t *testing.T) {
	p := open(t, true, "/desk")
	p.write("#recipe", slipway)
	p.until(`document.querySelector(".mk-unread")`)
	p.visit("/")
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
	p.visit("/desk")
	p.until(`document.querySelector("#recipe")`)
	if got := value[string](p, `document.querySelector("#recipe").value`); got != slipway {
		t.Errorf("the draft is now %q", got)
	}
}

func TestTheSpreadShowsWhatDeparts(t *testing.T) {
	p := open(t, true, "/folio/15")
	p.until(`[...document.querySelectorAll("aside a")].some((a) => a.innerText.includes("side by side"))`)
	value[bool](p, `([...document.querySelectorAll("aside li")].find((l) => l.innerText.includes("Short Lantern")).querySelectorAll("a")[1].click(), true)`)
	p.at("/spread/15/16")
	if got := p.text("[data-testid=verdict]"); got != "a re-proportioned version" {
		t.Errorf("the verdict is %q", got)
	}
	contains(t, p.text("[data-testid=reasons]"), "wing: shorter")
	contains(t, p.text("[data-testid=gutter-tail]"), "shorter: 0.33 → 0.2 shank")
	contains(t, p.text("[data-testid=gutter-rib]"), "same")
	if n := value[int](p, `document.querySelectorAll("svg[role=img]").length`); n != 1 {
		t.Errorf("%d drawings, expected one laid over the other", n)
	}
	contains(t, p.text("svg[role=img]"), "tail 3.7 → 2.2 mm")
	// the other way round, longer and shorter change places
	p.visit("/spread/16/15")
	p.until(`document.querySelector("[data-testid=gutter-tail]")`)
	contains(t, p.text("[data-testid=gutter-tail]"), "longer: 0.2 → 0.33 shank")
	// a dressing beside itself departs in nothing
	p.visit("/spread/16/16")
	p.until(`document.querySelector("[data-testid=verdict]")`)
	if got := p.text("[data-testid=verdict]"); got != "the same dressing" {
		t.Errorf("beside itself it is %q", got)
	}
	p.visit("/spread/15/999")
	p.says("Not in the ledger")
}

func TestAxeFindsNothing(t *testing.T) {
	club := open(t, true, "/")
	empty := open(t, false, "/")
	for _, theme := range []string{"light", "dark"} {
		for _, c := range []struct {
			p           *page
			path, ready string
		}{
			{club, "/", "tbody tr svg"}, {club, "/?q=zzqx", "main p.book"}, {club, "/folio/1", "table"}, {club, "/folio/13", "table"}, {club, "/folio/999", "[role=alert]"},
			{club, "/desk", "#recipe"}, {club, "/spread/1/5", "[data-testid=verdict]"}, {club, "/nowhere", "main h1"}, {club, "/hooks", "main li svg"}, {club, "/schools", "fieldset"}, {club, "/sheet", "main svg"}, {club, "/words", "[data-testid=lexicon] li"}, {club, "/words?lists=true", "tbody tr"}, {club, "/?q=tail:%20pheasant%20no%20rib", "[data-testid=understood]"}, {club, "/?q=clarret", "main .btn"}, {club, "/index/people", "main li"}, {club, "/index/parts", "main li"}, {club, "/index/people/Jonas%20Wick", "tbody tr"}, {club, "/trays", "#tray-name"}, {club, "/cabinet", "main section li"}, {club, "/cabinet/bronze%20mallard", "[data-testid=swaps]"}, {club, "/cabinet/seal%27s%20fur", "[data-testid=caution]"}, {club, "/instead?name=bronze%20mallard&part=wing&on=wet", "[data-testid=stand-ins] li"}, {club, "/across?by=change", "[data-testid=groups]"}, {club, "/across?part=tag&what=longer", "[data-testid=answer]"}, {club, "/journal", "[data-testid=deeds] li"}, {club, "/anew", "main h1"}, {club, "/folio/1/sizes", "[data-testid=sizes]"}, {club, "/box", "#many"}, {empty, "/", "main h2"},
		} {
			c.p.visit(c.path)
			c.p.theme(theme)
			c.p.until(fmt.Sprintf("document.querySelector(%q)", c.ready))
			if c.path == "/desk" {
				c.p.fill("#recipe", slipway)
				c.p.until(`document.querySelector(".mk-unread")`)
			}
			if found := c.p.axe(); found != "" {
				t.Errorf("%s, %s:\n%s", c.path, theme, found)
			}
			if c.path == "/desk" {
				c.p.clickText("Clear the desk")
			}
		}
	}
	club.visit("/")
	club.until(`document.querySelectorAll("tbody tr").length === 27`)
	club.press("?")
	club.says("Keys on this page")
	if found := club.axe(); found != "" {
		t.Errorf("the list of keys:\n%s", found)
	}
}

func TestTheFirstLoadIsSmall(t *testing.T) {
	p := open(t, true, "/")
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
	sum := func(kind string) int {
		return value[int](p, fmt.Sprintf(`performance.getEntriesByType("resource").filter((r) => new URL(r.name).pathname.endsWith(%q)).reduce((a, r) => a + r.encodedBodySize, 0)`, kind))
	}
	js, fonts := sum(".js"), sum(".woff2")+sum(".woff")
	t.Logf("JavaScript %d bytes as sent, fonts %d", js, fonts)
	if js == 0 || js > 200<<10 {
		t.Errorf("JavaScript is %d bytes gzipped, at most 200 KB", js)
	}
	if fonts == 0 || fonts > 150<<10 {
		t.Errorf("fonts are %d bytes, at most 150 KB", fonts)
	}
}
