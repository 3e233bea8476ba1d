package main

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

func TestABagANightAndTheLastSevenKept(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "bags")
	taken := 0
	n := nightly{dir: dir, takeOut: func(_ context.Context, path string) error {
		taken++
		return os.WriteFile(path, []byte("a bag"), 0o644)
	}}
	at := func(day, hour int) time.Time { return time.Date(2026, 11, day, hour, 20, 0, 0, time.Local) }
	look := func(day, hour int) {
		t.Helper()
		if err := n.look(t.Context(), at(day, hour)); err != nil {
			t.Fatal(err)
		}
	}
	look(1, 2) // before three o'clock none is due
	if taken != 0 {
		t.Errorf("%d were taken in the evening", taken)
	}
	for day := 1; day <= 9; day++ {
		for hour := range 24 {
			look(day, hour)
		}
	}
	list, err := filepath.Glob(dir + "/*")
	if err != nil || taken != 9 || len(list) != 7 || !strings.HasSuffix(list[0], "ledger-2026-11-03.zip") || !strings.HasSuffix(list[6], "ledger-2026-11-09.zip") {
		t.Errorf("%d were taken, and kept are %v (%v)", taken, list, err)
	}
	// a night that it slept through is made up for; one that fails takes nothing away
	look(12, 21)
	if _, err := os.Stat(filepath.Join(dir, "ledger-2026-11-12.zip")); err != nil {
		t.Error(err)
	}
	n.takeOut = func(context.Context, string) error { return errors.New("the disk is full") }
	if err := n.look(t.Context(), at(13, 4)); err == nil {
		t.Error("a full disk is no matter")
	}
	if list, _ := filepath.Glob(dir + "/*"); len(list) != 7 {
		t.Errorf("kept are %v", list)
	}
	if err := os.WriteFile(filepath.Join(dir, "ledger-of-ours.zip"), nil, 0o644); err != nil {
		t.Fatal(err)
	}
	n.takeOut = func(_ context.Context, path string) error { return os.WriteFile(path, nil, 0o644) }
	look(14, 4)
	if _, err := os.Stat(filepath.Join(dir, "ledger-of-ours.zip")); err != nil {
		t.Error("somebody's own file was taken away")
	}
}
