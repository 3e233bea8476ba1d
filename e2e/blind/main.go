// Command blind draws a sheet of unnamed flies for somebody to name by eye, and
// keeps what they are in a file beside it. The club has to be an empty one:
//
//	./start --empty --port 8620 --data /tmp/blind
//	go run ./e2e/blind http://127.0.0.1:8620 /tmp/blind-sheet 12 1
//
// The arguments are the address, the folder for the sheet, how many flies, and the
// number of the lot.
package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"github.com/chromedp/chromedp"

	"mothledger/e2e/browser"
)

func main() {
	if len(os.Args) != 5 {
		fmt.Fprintln(os.Stderr, "usage: blind ADDRESS FOLDER FLIES LOT")
		os.Exit(2)
	}
	if err := run(os.Args[1], os.Args[2], os.Args[3], os.Args[4]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(address, folder, flies, lot string) error {
	n, err := strconv.Atoi(flies)
	if err != nil {
		return fmt.Errorf("%q flies: expected a number", flies)
	}
	seed, err := strconv.ParseUint(lot, 10, 64)
	if err != nil {
		return fmt.Errorf("lot %q: expected a number", lot)
	}
	texts, answers := unnamed(n, seed)
	for i, text := range texts {
		if err := file(address, text, i); err != nil {
			return err
		}
	}
	if err := os.MkdirAll(folder, 0o755); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(folder, "answers.txt"), []byte(strings.Join(answers, "\n")+"\n"), 0o644); err != nil {
		return err
	}
	ctx, stop, err := browser.Start(context.Background(), 1280, 1180)
	if err != nil {
		return err
	}
	defer stop()
	ctx, cancel := context.WithTimeout(ctx, time.Minute)
	defer cancel()
	err = chromedp.Do(ctx,
		chromedp.Navigate(address+"/sheet"),
		chromedp.WaitReady(chromedp.CSS("main svg")),
		chromedp.Evaluate[chromedp.Void](`document.querySelector("main ul").style.gridTemplateColumns = "repeat(3, 1fr)"; document.documentElement.dataset.drawn = "yes"`),
		chromedp.WaitReady(chromedp.CSS("html[data-drawn=yes]")))
	if err != nil {
		return err
	}
	png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(folder, "sheet.png"), png, 0o644)
}

// file hands one dressing in.
func file(address, text string, i int) error {
	body, err := json.Marshal(map[string]string{"text": text})
	if err != nil {
		return err
	}
	req, err := http.NewRequest(http.MethodPost, address+"/api/dressings", bytes.NewReader(body))
	if err != nil {
		return err
	}
	req.Header.Set("Content-Type", "application/json")
	req.Header.Set("Idempotency-Key", fmt.Sprintf("blind-%d-%d", time.Now().UnixNano(), i))
	res, err := http.DefaultClient.Do(req)
	if err != nil {
		return err
	}
	defer func() { _ = res.Body.Close() }()
	if res.StatusCode >= 300 {
		why, _ := io.ReadAll(res.Body)
		return fmt.Errorf("the club did not take a fly: %s: %s", res.Status, why)
	}
	return nil
}
