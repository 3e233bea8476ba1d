// Package e2e drives the real interface in headless Chromium, as a member does.
package e2e

import (
	"context"
	"fmt"
	"net/url"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"mothledger/e2e/browser"
	"mothledger/localpg/pgtest"
	"mothledger/ui"
	"mothledger/web/webtest"
)

var chrome context.Context

func TestMain(m *testing.M) {
	ctx, stop, err := browser.Start(context.Background(), 1280, 800)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	chrome = ctx
	code := pgtest.Run(m)
	stop()
	os.Exit(code)
}

// patience is how long a page may take to show what a test waits for.
const patience = 20 * time.Second

// page is a tab of its own on a ledger of its own.
type page struct {
	t       testing.TB
	ctx     context.Context
	address string
	mu      sync.Mutex
	asked   int      // requests seen
	strayed []string // requests that left the machine
}

func open(t testing.TB, club bool, path string) *page {
	t.Helper()
	s := webtest.Serve(t, ui.Files(), club)
	return tab(t, s.URL, path)
}

// tab opens one more tab on a server.
func tab(t testing.TB, address, path string) *page {
	t.Helper()
	ctx, cancel := chromedp.NewContext(chrome)
	t.Cleanup(cancel)
	p := &page{t: t, ctx: ctx, address: address}
	// the tab lives as long as the context of the first call, so that has no time limit
	if err := chromedp.Do(ctx); err != nil {
		t.Fatal(err)
	}
	p.do(chromedp.EmulateViewport(1280, 800))
	if err := chromedp.Listen(ctx, func(ev any) {
		sent, ok := ev.(*network.EventRequestWillBeSent)
		if !ok {
			return
		}
		p.mu.Lock()
		defer p.mu.Unlock()
		p.asked++
		if u, err := url.Parse(sent.Request.URL); err == nil && u.Hostname() != "127.0.0.1" && u.Scheme != "data" {
			p.strayed = append(p.strayed, sent.Request.URL)
		}
	}); err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() {
		p.mu.Lock()
		defer p.mu.Unlock()
		if p.asked == 0 {
			t.Error("no request was seen, so none can be said to have stayed here")
		}
		if len(p.strayed) > 0 {
			t.Errorf("requests left the machine: %v", p.strayed)
		}
	})
	p.visit(path)
	return p
}

func (p *page) do(a ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	if err := chromedp.Do(ctx, a...); err != nil {
		p.t.Fatalf("%v; the page says:\n%s", err, p.words())
	}
}

func (p *page) words() string {
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	s, _ := chromedp.Run(ctx, chromedp.Evaluate[string](`document.body ? document.body.innerText : ""`))
	return s
}

func (p *page) visit(path string) {
	p.t.Helper()
	p.do(chromedp.Navigate(p.address + path))
}

// value evaluates an expression of the page.
func value[T any](p *page, expr string) T {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	v, err := chromedp.Run(ctx, chromedp.Evaluate[T](expr, chromedp.EvalAwaitPromise))
	if err != nil {
		p.t.Fatalf("%s: %v", expr, err)
	}
	return v
}

// until waits for an expression of the page to be true, across page loads.
func (p *page) until(expr string) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	tick := time.NewTicker(25 * time.Millisecond)
	defer tick.Stop()
	for {
		v, err := chromedp.Run(ctx, chromedp.Evaluate[bool]("!!("+expr+")"))
		if err == nil && v {
			return
		}
		select {
		case <-ctx.Done():
			p.t.Fatalf("waited for %s: %v; the page says:\n%s", expr, err, p.words())
		case <-tick.C:
		}
	}
}

// says waits for words on the page.
func (p *page) says(words string) {
	p.t.Helper()
	p.until(fmt.Sprintf("document.body.innerText.includes(%q)", words))
}

// text gives the words of the first element of a selector.
func (p *page) text(sel string) string {
	p.t.Helper()
	p.until(fmt.Sprintf("document.querySelector(%q)", sel))
	return value[string](p, fmt.Sprintf("(document.querySelector(%q).innerText ?? document.querySelector(%[1]q).textContent)", sel))
}

// press types keys wherever the focus is. A key of the page is pressed when the
// page listens to it: what is drawn listens a moment later.
func (p *page) press(keys string, mod ...kb.Modifier) {
	p.t.Helper()
	if len(keys) == 1 && len(mod) == 0 && keys[0] > ' ' && keys[0] < 0x7f {
		p.until(fmt.Sprintf(`["INPUT", "TEXTAREA", "SELECT"].includes(document.activeElement?.tagName) || (document.documentElement.dataset.keys ?? "").split(" ").includes(%q)`, keys))
	}
	p.do(chromedp.KeyEvent(keys, chromedp.KeyModifiers(mod...)))
}

// idle presses a key that the page does not listen to.
func (p *page) idle(key string) {
	p.t.Helper()
	p.do(chromedp.KeyEvent(key))
}

// find presses the key that goes to the search. The driver sends a key's letter
// apart from the key, so that it can come after the focus: it is taken out.
func (p *page) find() {
	p.t.Helper()
	p.press("/")
	p.until(`document.activeElement.id === "find"`)
	if value[string](p, `document.querySelector("#find").value`) == "/" {
		p.press(kb.Backspace)
	}
}

// write puts the focus on a field and types.
func (p *page) write(sel, text string) {
	p.t.Helper()
	p.do(chromedp.WaitVisible(chromedp.CSS(sel)), chromedp.Focus(chromedp.CSS(sel)))
	// each key is read before the next: a long text takes its time on a busy machine
	ctx, cancel := context.WithTimeout(p.ctx, patience+time.Duration(len(text))*200*time.Millisecond)
	defer cancel()
	if err := chromedp.Do(ctx, chromedp.SendKeys(chromedp.CSS(sel), text)); err != nil {
		p.t.Fatalf("typing: %v; the page says:\n%s", err, p.words())
	}
}

// clickText clicks the first button or link with these words.
func (p *page) clickText(words string) {
	p.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll("button, a, summary, [role=menuitem], [role=option]")].find((e) => e.innerText.trim().startsWith(%q) && e.offsetParent !== null)`, words)
	p.until(find)
	value[bool](p, "("+find+".click(), true)")
}

func (p *page) at(path string) {
	p.t.Helper()
	p.until(fmt.Sprintf("location.pathname + location.search === %q", path))
}

// axe lists what axe-core finds on the page.
func (p *page) axe() string {
	p.t.Helper()
	src, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	if err != nil {
		p.t.Fatal(err)
	}
	value[bool](p, string(src)+";true")
	return value[string](p, `axe.run(document, { runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"] })
		.then((r) => r.violations.map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.html.slice(0, 160) + " " + n.failureSummary).join(" | ")).join("\n"))`)
}

func (p *page) theme(name string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(localStorage.setItem("mothledger.theme", %q), true)`, name))
	p.do(chromedp.Reload())
	p.until(fmt.Sprintf(`document.documentElement.dataset.theme === %q`, name))
}

func contains(t *testing.T, got, want string) {
	t.Helper()
	if !strings.Contains(got, want) {
		t.Errorf("expected %q in:\n%s", want, got)
	}
}
