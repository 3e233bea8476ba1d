// Command shots makes the pictures of docs/screenshots from a running demo club:
//
//	go run ./e2e/shots http://127.0.0.1:8600 docs/screenshots
package main

import (
	"context"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/chromedp/chromedp"

	"mothledger/demo/families"
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

// paste puts a text into the card box and takes it in.
const paste = `(() => { const f = document.querySelector("#many"); Object.getOwnPropertyDescriptor(f.constructor.prototype, "value").set.call(f, %q); f.dispatchEvent(new Event("input", { bubbles: true }));
	setTimeout(() => [...document.querySelectorAll("button")].find((b) => b.innerText === "Take them in").click(), 200); })()`

// box is a file of cards of which a few need a look.
func box() string {
	var b strings.Builder
	for i, f := range families.Make(64) {
		text := f.Text
		switch i % 9 {
		case 4:
			text = strings.Replace(text, "Head: black varnish", "Head: black varnish, twice-snibbed", 1)
		case 7:
			text = strings.Replace(text, "Thread: black\n", "Thread: black\nThread: brown silk\n", 1)
		}
		b.WriteString(text + "---\n")
	}
	return b.String()
}

// tray lays a few dressings in a tray, with notes.
const tray = `fetch("/api/trays", { method: "POST", headers: { "Content-Type": "application/json", "Idempotency-Key": crypto.randomUUID() }, body: JSON.stringify({
	name: "Moths for the winter talk", about: "Forty minutes; the oldest first, the one that goes round the room last.",
	items: [{ folio: 15, note: "Fenn gives no thread: asked the library in May, no answer yet" }, { folio: 16, note: "bring the nipped tail" }, { folio: 17 }, { folio: 18, note: "Carrow brings the frame herself" }, { folio: 25, note: "if there is time" }] }) })`

// meaning says what a word means, as far as the question which one.
const meaning = `(async () => { const wait = (q) => new Promise((done) => { const look = setInterval(() => { const e = q(); if (e) { clearInterval(look); done(e); } }, 40); });
	const f = document.querySelector("#recipe"), i = f.value.indexOf("grobbled"); f.focus(); f.setSelectionRange(i, i + 8);
	const button = (text) => () => [...document.querySelectorAll("[data-testid=word-strip] button")].find((b) => b.innerText === text);
	await wait(() => document.querySelector("[data-testid=word-strip]").innerText.includes("chosen by hand"));
	(await wait(button("This means …"))).click(); (await wait(button("how it is prepared"))).click();
	(await wait(button("a colour"))).click(); await wait(() => document.querySelector("[data-testid=means] input[type=color]"));
	const put = (f, v) => { Object.getOwnPropertyDescriptor(f.constructor.prototype, "value").set.call(f, v); f.dispatchEvent(new Event("input", { bubbles: true })); };
	put(document.querySelector("[data-testid=means] input[type=color]"), "#7a5a3c"); document.querySelector("[data-testid=means]").scrollIntoView({ block: "center" }); })()`

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
		{name: "folio-dark", path: "/folio/22", dark: true, ready: "[data-testid=budget]"},
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
		{name: "card-box", path: "/box", ready: "#many", before: []chromedp.Action[chromedp.Void]{
			chromedp.Evaluate[chromedp.Void](fmt.Sprintf(paste, box())),
			chromedp.WaitVisible(chromedp.CSS("details [data-walk]")),
		}},
		{name: "search", path: "/?q=" + url.QueryEscape(`tail: pheasant by "Jonas Wick", size 14`), ready: "[data-testid=understood]", before: []chromedp.Action[chromedp.Void]{
			chromedp.Navigate(address + "/?q=" + url.QueryEscape("body: claret 1930-2010 size 12")),
			chromedp.WaitReady(chromedp.CSS("tbody tr svg path")),
		}},
		{name: "index", path: "/index/people", ready: "main li"},
		{name: "tray", path: "/trays", ready: "#tray-name", before: []chromedp.Action[chromedp.Void]{
			chromedp.Evaluate[chromedp.Void](tray, chromedp.EvalAwaitPromise),
			chromedp.Navigate(address + "/trays/1"),
			chromedp.WaitReady(chromedp.CSS("main ol svg path")),
		}},
		{name: "means", path: "/desk", ready: "#recipe", before: []chromedp.Action[chromedp.Void]{
			chromedp.SendKeys(chromedp.CSS("#recipe"), sample),
			chromedp.WaitVisible(chromedp.CSS(".mk-unread")),
			chromedp.Evaluate[chromedp.Void](meaning, chromedp.EvalAwaitPromise),
		}},
		{name: "words", path: "/words?class=colour", ready: "[data-testid=lexicon] li"},
		{name: "hooks", path: "/hooks", ready: "main li svg"},
		{name: "cabinet", path: "/cabinet", ready: "main section li"},
		{name: "material", path: "/cabinet/bronze%20mallard", ready: "[data-testid=swaps]"},
		{name: "instead", path: "/instead?name=bronze%20mallard&part=wing&on=wet", ready: "[data-testid=stand-ins] li"},
		{name: "across", path: "/across?since=1980&by=change", ready: "[data-testid=groups]"},
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
