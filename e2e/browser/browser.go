// Package browser starts Debian's headless Chromium for tests and screenshots.
package browser

import (
	"context"
	"errors"
	"os"
	"os/exec"

	"github.com/chromedp/chromedp"
)

// ErrMissing says that Chromium is not installed.
var ErrMissing = errors.New("no Chromium is installed; an administrator installs it with: apt-get install chromium")

// Start opens a browser with an empty profile and a window of this size. The
// returned function closes it.
func Start(parent context.Context, width, height int) (context.Context, func(), error) {
	path, err := exec.LookPath("chromium")
	if err != nil {
		return nil, nil, ErrMissing
	}
	profile, err := os.MkdirTemp("", "mothledger-chromium-")
	if err != nil {
		return nil, nil, err
	}
	opts := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath(path), chromedp.UserDataDir(profile), chromedp.WindowSize(width, height),
		chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("disable-quic", true), chromedp.Flag("no-first-run", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-sync", true), chromedp.Flag("hide-scrollbars", false),
		chromedp.Flag("force-color-profile", "srgb"), chromedp.Flag("font-render-hinting", "none"))
	alloc, cancelAlloc := chromedp.NewExecAllocator(parent, opts...)
	ctx, cancel := chromedp.NewContext(alloc)
	stop := func() {
		cancel()
		cancelAlloc()
		_ = os.RemoveAll(profile)
	}
	if err := chromedp.Do(ctx, chromedp.EmulateViewport(int64(width), int64(height))); err != nil {
		stop()
		return nil, nil, err
	}
	return ctx, stop, nil
}
