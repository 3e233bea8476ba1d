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
		{name: "folio", path: "/folio/1", ready: "svg[role=img] path"},
		{name: "folio-dark", path: "/folio/21", dark: true, ready: "svg[role=img] path"},
		{name: "desk", path: "/desk", ready: "#recipe", before: []chromedp.Action[chromedp.Void]{
			chromedp.SendKeys(chromedp.CSS("#recipe"), sample),
			chromedp.WaitVisible(chromedp.CSS(".mk-unread")),
		}},
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
