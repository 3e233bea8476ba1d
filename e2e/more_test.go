package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// post sends JSON from the page and gives the status.
func (p *page) post(path, body string) int {
	p.t.Helper()
	return value[int](p, fmt.Sprintf(`fetch(%q, { method: "POST", headers: { "Content-Type": "application/json", "Idempotency-Key": crypto.randomUUID() }, body: JSON.stringify(%s) }).then((r) => r.status)`, path, body))
}

func TestALongLedgerIsReadFurtherDown(t *testing.T) {
	p := open(t, false, "/healthz")
	for i := range 60 {
		if status := p.post("/api/dressings", fmt.Sprintf(`{ text: "Fly %d\n\nHook: 12 wet\nBody: claret fur\n" }`, i+1)); status != 201 {
			t.Fatalf("filing %d: %d", i+1, status)
		}
	}
	p.visit("/")
	p.until(`document.querySelectorAll("tbody tr").length === 50`)
	p.clickText("Further down the ledger")
	p.until(`document.querySelectorAll("tbody tr").length === 60`)
	if n := value[int](p, `new Set([...document.querySelectorAll("tbody tr")].map((r) => r.cells[7].innerText)).size`); n != 60 {
		t.Errorf("%d different folios", n)
	}
	p.find()
	p.press("fly 60")
	p.until(`document.querySelectorAll("tbody tr").length === 1`)
}

func TestALedgerThatCannotBeReachedSaysSoAndGoesOn(t *testing.T) {
	p := open(t, true, "/")
	p.until(`document.querySelectorAll("tbody tr").length === 27`)
	cut := func(off bool) {
		rules := []*network.Conditions{}
		if off {
			rules = append(rules, &network.Conditions{Offline: true, DownloadThroughput: -1, UploadThroughput: -1})
		}
		if _, err := chromedp.Call(p.ctx, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: rules}); err != nil {
			t.Fatal(err)
		}
	}
	cut(true) // the server is gone, the browser does not know
	p.clickText("Candle Sedge")
	p.until(`document.querySelector("[role=alert]")?.innerText.includes("The ledger cannot be reached")`)
	contains(t, p.text("[role=alert]"), "Nothing that was filed is touched")
	if found := p.axe(); found != "" {
		t.Errorf("when it cannot be reached:\n%s", found)
	}
	cut(false)
	p.clickText("Try again")
	p.until(`document.querySelector("h1")?.innerText === "Candle Sedge"`)
}

func TestAWordIsExplainedOnHover(t *testing.T) {
	p := open(t, true, "/desk")
	p.fill("#recipe", "Hover Fly\n\nHook: 12 wet\nWing: white duck slips, just past the bend\n")
	p.until(`document.querySelector(".mk-length")`)
	box := value[[]float64](p, `(() => { const r = document.querySelector(".mk-length").getBoundingClientRect(); return [r.left + r.width / 2, r.top + r.height / 2]; })()`)
	value[bool](p, fmt.Sprintf(`(document.querySelector("#recipe").dispatchEvent(new MouseEvent("mousemove", { bubbles: true, clientX: %v, clientY: %v })), true)`, box[0], box[1]))
	p.until(`document.querySelector("[data-testid=word-strip]").innerText.includes("1.02 to 1.12 of the way to the bend")`)
	value[bool](p, `(document.querySelector("#recipe").dispatchEvent(new MouseEvent("mouseout", { bubbles: true, relatedTarget: document.body })), true)`)
	p.until(`!document.querySelector("[data-testid=word-strip]").innerText.includes("1.12")`)
}

func TestSheetsArePutAsideAndTakenUp(t *testing.T) {
	p := open(t, true, "/desk")
	p.until(`document.querySelector("#recipe")`)
	for _, name := range []string{"First Sheet", "Second Sheet"} {
		p.fill("#recipe", name+"\n\nBody: fur\n")
		p.until(`document.querySelector("[data-testid=kept]")?.innerText === "draft is safe"`)
		p.clickText("Put aside")
		p.until(`document.querySelector("#recipe").value === ""`)
	}
	p.visit("/desk")
	p.until(`document.querySelectorAll('[aria-label="Put aside"] li').length === 2`)
	value[bool](p, `(document.querySelector('[aria-label="Take up First Sheet"]').click(), true)`)
	p.until(`document.querySelector("#recipe").value.startsWith("First Sheet")`)
	value[bool](p, `(document.querySelector('[aria-label="Throw away Second Sheet"]').click(), true)`)
	p.until(`document.querySelectorAll('[aria-label="Put aside"] li').length === 0`)
	p.clickText("Clear the desk")
	p.until(`document.querySelector("#recipe").value === ""`)
	p.visit("/desk")
	p.until(`document.querySelector("#recipe")`)
	if value[bool](p, `document.body.innerText.includes("First Sheet")`) {
		t.Error("a sheet that was thrown away is still there")
	}
}

func TestBinaryOnTheDeskIsRefusedAndKept(t *testing.T) {
	p := open(t, true, "/desk")
	p.fill("#recipe", "Odd Fly\u0001\nBody: fur\n")
	p.until(`document.querySelector("#recipe-problem").innerText.includes("line 1")`)
	if got := value[string](p, `document.querySelector("#recipe").value`); !strings.HasPrefix(got, "Odd Fly") {
		t.Errorf("the text is now %q", got)
	}
	p.fill("#recipe", "Odd Fly\nBody: fur\n")
	p.until(`document.querySelector("#recipe-problem").innerText === ""`)
}

func TestEssentialsAreJudgedOnTheSpread(t *testing.T) {
	p := open(t, true, "/healthz")
	if status := p.post("/api/dressings", `{ text: "Dark Lantern\nVariant of: White Lantern Moth\n\nHook: 10 wet\nTail: white hen fibres, a third of the shank\nRib: silver tinsel, 4 turns\nBody: cream wool\nWing: black duck slips, one shank\nHackle: white hen, 3 turns\n", parents: [15] }`); status != 201 {
		t.Fatalf("filing: %d", status)
	}
	p.visit("/spread/15/28")
	p.until(`document.querySelector("[data-testid=essentials]")`)
	contains(t, p.text("[data-testid=essentials]"), "white wing")
	contains(t, p.text("[data-testid=essentials]"), "lost")
	if got := p.text("[data-testid=verdict]"); got != "a new pattern that owes something to the old" {
		t.Errorf("without its white wing it is %q", got)
	}
	contains(t, p.text("[data-testid=reasons]"), "without an essential of the parent")
	p.visit("/spread/15/16")
	p.until(`document.querySelector("[data-testid=essentials]")`)
	contains(t, p.text("[data-testid=essentials]"), "kept")
}

func TestOneDressingHasASchoolOfItsOwn(t *testing.T) {
	p := open(t, true, "/folio/5")
	p.clickText("its own")
	p.at("/schools?folio=5")
	p.says("Schools for folio 5 alone")
	value[bool](p, `([...document.querySelectorAll("label")].find((l) => l.innerText.trim() === "over the barb").click(), true)`)
	p.says("as the club has it")
	p.visit("/schools")
	p.says("Where does the body end behind?")
	if value[bool](p, `[...document.querySelectorAll("label")].find((l) => l.innerText.trim() === "over the barb").querySelector("input").checked`) {
		t.Error("the club follows the school of one dressing")
	}
	p.visit("/schools?folio=5")
	p.clickText("as the club has it")
	p.until(`!document.body.innerText.includes("as the club has it")`)
	p.idle("q") // a key that does nothing
	p.press(kb.Tab)
	p.at("/schools?folio=5")
}

func TestTheWordsAreFound(t *testing.T) {
	p := open(t, true, "/desk")
	p.clickText("All that the reader knows")
	p.at("/words")
	p.says("dubbing") // of the lexicon, whose rows are in sight
	p.clickText("How hedges are read")
	p.at("/words?lists=true")
	p.says("Before a number or a length")
	all := value[int](p, `document.querySelectorAll("tbody tr").length`)
	p.fill("#words", "just short of")
	p.until(fmt.Sprintf(`document.querySelectorAll("tbody tr").length < %d`, all))
	contains(t, p.text("main"), "0.85 to 0.98 ×")
	if found := p.axe(); found != "" {
		t.Errorf("the words:\n%s", found)
	}
	// what no list has says so, and nothing is lost
	p.fill("#words", "snorfle")
	p.says("No list has “snorfle”")
	p.fill("#words", "")
	p.until(fmt.Sprintf(`document.querySelectorAll("tbody tr").length === %d`, all))
	p.idle("q")
	p.visit("/")
	p.press("w")
	p.at("/words")
}
