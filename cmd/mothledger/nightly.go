package main

import (
	"context"
	"fmt"
	"log/slog"
	"os"
	"path/filepath"
	"slices"
	"time"
)

// A bag a night, and how many are kept.
const (
	bagHour  = 3 // o'clock, local time
	keepBags = 7
	bagName  = "ledger-%s.zip"
)

// nightly takes the whole ledger out once a night, into a folder beside the database.
type nightly struct {
	dir     string
	takeOut func(ctx context.Context, path string) error
	log     *slog.Logger
}

// every is how often it looks whether a bag is due.
const every = 10 * time.Minute

// run takes bags until the context ends. The first look is some time after the start, so
// that a start is quick.
func (n nightly) run(ctx context.Context) {
	wait := time.NewTimer(time.Minute)
	defer wait.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-wait.C:
		}
		if err := n.look(ctx, time.Now()); err != nil && ctx.Err() == nil {
			n.log.Error("the nightly bag could not be written", "error", err)
		}
		wait.Reset(every)
	}
}

// look takes a bag where the day's own is not there yet, and lets the oldest go. A night
// that the ledger slept through is made up for when it is open again.
func (n nightly) look(ctx context.Context, now time.Time) error {
	if now.Hour() < bagHour {
		return nil
	}
	path := filepath.Join(n.dir, fmt.Sprintf(bagName, now.Format(time.DateOnly)))
	if _, err := os.Stat(path); err == nil {
		return nil
	}
	if err := os.MkdirAll(n.dir, 0o755); err != nil {
		return err
	}
	if err := n.takeOut(ctx, path); err != nil {
		return err
	}
	old, err := filepath.Glob(filepath.Join(n.dir, fmt.Sprintf(bagName, "????-??-??")))
	if err != nil {
		return err
	}
	slices.Sort(old)
	for _, p := range old[:max(0, len(old)-keepBags)] {
		if err := os.Remove(p); err != nil {
			return err
		}
	}
	return nil
}
