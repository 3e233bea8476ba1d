// Command shots makes the pictures of docs/screenshots from a running demo club:
//
//	go run ./e2e/shots http://127.0.0.1:8600 docs/screenshots
package main

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/chromedp/chromedp"

	"mothledger/e2e/browser"
)

// sample is what stands on the Desk in its picture.
const sample = `Slipway Lantern
Variant of: White Lantern Moth
Tier: Una Thrale

Hook: 10 wet
Tail: about five white hen fibres, a third of the shank
Rib: silver tinsel, 4 or 5 turns, tied off with two turns of thread
Body: cream wool or white floss
Wing: white duck slips, just past the bend, because longer ones twist
Hackle: white hen, 3 turns, a grobbled one if you have it
`

// deeds does a few things, so that the journal has something to tell.
const deeds = `(async () => { const send = (method, path, body, match) => fetch(path, { method, headers: { "Content-Type": "application/json", Seat: localStorage.getItem("mothledger.seat"), "Idempotency-Key": crypto.randomUUID(), ...(match && { "If-Match": match }) }, body: body && JSON.stringify(body) }).then((r) => r.json());
	await send("POST", "/api/dressings/20/parents", { parent: 11, kind: "answer to", was: "variant of", reason: "Wick says he owes it nothing else" });
	const f = await send("GET", "/api/dressings/9");
	await send("POST", "/api/dressings/9/revisions", { text: f.text?.replace("5 turns", "4 turns") ?? "", date: "about 2010", why: "counted on the specimen" }, '"1"');
	await send("PUT", "/api/schools", { question: "rib-way", school: "with-soft" });
	await send("POST", "/api/undo", {}); })()`

type shot struct {
	name, path string
	dark       bool
	before     []chromedp.Action[chromedp.Void]
	ready      string
}

func main() {
	if len(os.Args) < 3 {
		fmt.Fprintln(os.Stderr, "usage: shots ADDRESS FOLDER [NAME ...]")
		os.Exit(2)
	}
	if err := run(os.Args[1], os.Args[2], os.Args[3:]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(address, folder string, only []string) error {
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	ctx, stop, err := browser.Start(context.Background(), 1280, 800)
	if err != nil {
		return err
	}
	defer stop()
	ctx, cancel := context.WithTimeout(ctx, 3*time.Minute)
	defer cancel()
	shots := []shot{
		{name: "ledger", path: "/", ready: "tbody tr svg"},
		{name: "folio", path: "/folio/1", ready: "[data-testid=budget]"},
		{name: "workings", path: "/folio/13", ready: "[data-testid=order]", before: []chromedp.Action[chromedp.Void]{
			chromedp.Evaluate[chromedp.Void](`document.querySelector("#winding").scrollIntoView()`),
		}},
		{name: "desk", path: "/desk", ready: "#recipe", before: []chromedp.Action[chromedp.Void]{
			chromedp.SendKeys(chromedp.CSS("#recipe"), sample),
			chromedp.WaitVisible(chromedp.CSS(".mk-unread")),
			chromedp.Evaluate[chromedp.Void](`new Promise((done) => { const look = setInterval(() => { if ([...document.querySelectorAll("main section, main div")].some((e) => e.innerText.includes("As understood") && e.innerText.includes("grobbled line 10") && !/\n(if|one|a g)/.test(e.innerText))) { clearInterval(look); done(); } }, 50); })`, chromedp.EvalAwaitPromise),
		}},
		{name: "journal", path: "/journal", ready: "[data-testid=deeds] li", before: []chromedp.Action[chromedp.Void]{
			chromedp.Evaluate[chromedp.Void](deeds, chromedp.EvalAwaitPromise),
			chromedp.Navigate(address + "/journal"),
			chromedp.WaitReady(chromedp.CSS("[data-testid=deeds] li[data-deed]")),
		}},
		{name: "index", path: "/index/people", ready: "main li"},
		{name: "words", path: "/words?class=colour", ready: "[data-testid=lexicon] li"},
		{name: "hooks", path: "/hooks", ready: "main li svg"},
		{name: "cabinet", path: "/cabinet", ready: "main section li"},
		{name: "material", path: "/cabinet/bronze%20mallard", ready: "[data-testid=swaps]"},
		{name: "across", path: "/across?since=1980&by=change", ready: "[data-testid=groups]"},
		{name: "pattern", path: "/patterns/7", ready: "[data-testid='adopted originated']"},
		{name: "provenance", path: "/folio/25/provenance", ready: "[data-testid='adopted originated']"},
		{name: "witnesses", path: "/folio/23/witnesses", ready: "thead svg path"},
		{name: "descent", path: "/folio/23/descent", ready: "[data-testid=kin] svg path"},
		{name: "shelf", path: "/shelf", ready: "main li a[data-row]"},
		{name: "bequest", path: "/bequests/1", ready: "main li img"},
		{name: "spread", path: "/spread/15/16", ready: "svg[role=img] path"},
		{name: "spread-dark", path: "/spread/1/4", dark: true, ready: "svg[role=img] path"},
	}
	for _, extra := range only {
		if strings.HasPrefix(extra, "/") {
			dark := strings.HasSuffix(extra, "#dark")
			shots = append(shots, shot{name: strings.ReplaceAll(strings.Trim(strings.TrimSuffix(extra, "#dark"), "/"), "/", "-"), path: strings.TrimSuffix(extra, "#dark"), dark: dark, ready: "main h1"})
		}
	}
	for _, s := range shots {
		if len(only) > 0 && !slices.Contains(only, s.name) && !slices.Contains(only, s.path) && !slices.Contains(only, s.path+"#dark") {
			continue
		}
		theme := "light"
		if s.dark {
			theme = "dark"
		}
		actions := []chromedp.Action[chromedp.Void]{
			chromedp.Navigate(address + "/healthz"),
			chromedp.Evaluate[chromedp.Void](`localStorage.clear(); localStorage.setItem("mothledger.theme", "` + theme + `")`),
			chromedp.Navigate(address + s.path),
			chromedp.WaitReady(chromedp.CSS(s.ready)),
		}
		actions = append(actions, s.before...)
		actions = append(actions, chromedp.Evaluate[chromedp.Void](`document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(() => { document.documentElement.dataset.drawn = "yes" })))`),
			chromedp.WaitReady(chromedp.CSS("html[data-drawn=yes]")))
		if err := chromedp.Do(ctx, actions...); err != nil {
			return fmt.Errorf("%s: %w", s.name, err)
		}
		png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
		if err != nil {
			return fmt.Errorf("%s: %w", s.name, err)
		}
		if err := os.WriteFile(filepath.Join(folder, s.name+".png"), png, 0o644); err != nil {
			return err
		}
	}
	return nil
}
