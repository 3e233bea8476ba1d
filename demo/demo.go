// Package demo is one invented club: the Dimsey Lamp Tyers, who fish a mere and
// its ferry landing at dusk and by night with moths, sedges and what climbs the
// piles. People, places, books and patterns are made up.
package demo

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"slices"

	"mothledger/core/reading"
	"mothledger/ledger"
	"mothledger/store"
)

//go:embed patterns/*.txt
var patterns embed.FS

// Texts gives the club's recipes in the order in which they were filed.
func Texts() ([]string, error) {
	names, err := fs.Glob(patterns, "patterns/*.txt")
	if err != nil {
		return nil, err
	}
	slices.Sort(names)
	var out []string
	for _, n := range names {
		b, err := patterns.ReadFile(n)
		if err != nil {
			return nil, err
		}
		out = append(out, string(b))
	}
	return out, nil
}

// seat is what the journal says the club was filed from.
const seat = "demo club"

// Load files the club with its archive into an empty ledger and gives how many dressings it
// filed. A load that was cut short goes on where it stopped; a ledger that holds a club's own
// dressings is left alone.
func Load(ctx context.Context, s *store.Store) (int, error) {
	texts, err := Texts()
	if err != nil {
		return 0, err
	}
	whole, err := s.HasKey(ctx, lastArchive)
	if err != nil || whole {
		return 0, err
	}
	begun, err := s.HasKey(ctx, firstKey(0))
	if err != nil {
		return 0, err
	}
	if empty, err := s.Empty(ctx); err != nil || !empty && !begun {
		return 0, err
	}
	if first, err := s.HasKey(ctx, firstKey(len(texts)-1)); err != nil {
		return 0, err
	} else if first { // the club is there; its archive is not, or not all of it
		if _, more, err := s.Kin(ctx, len(texts)+archived+1, 1); err != nil || len(more) > 0 {
			return 0, err
		}
	}
	folios, err := Club(ctx, s)
	if err != nil {
		return len(folios), err
	}
	if err := fileArchive(ctx, s, ledger.New(s), folios); err != nil {
		return len(folios), fmt.Errorf("the archive: %w", err)
	}
	return len(folios) + archived, nil
}

func firstKey(i int) string { return fmt.Sprintf("demo-club-%02d", i) }

// Club files the club's own dressings and hooks, without its archive, and gives their folios by
// name. What was filed already stays as it is.
func Club(ctx context.Context, s *store.Store) (map[string]int, error) {
	texts, err := Texts()
	if err != nil {
		return nil, err
	}
	l := ledger.New(s)
	folios := map[string]int{}
	for i, text := range texts {
		r, err := reading.Read(text, reading.Builtin())
		if err != nil {
			return folios, err
		}
		f := ledger.Filing{Text: text}
		if of := r.Dressing.VariantOf; of != "" {
			parent, ok := folios[of]
			if !ok {
				return folios, fmt.Errorf("%s: no parent %q", r.Dressing.Title, of)
			}
			f.Parents = []ledger.Parent{{Folio: parent}}
		}
		filed, err := l.File(ctx, f, ledger.Sender{Seat: seat, Key: firstKey(i)})
		if err != nil {
			return folios, fmt.Errorf("%s: %w", r.Dressing.Title, err)
		}
		folios[r.Dressing.Title] = filed.Folio
	}
	return folios, errors.Join(measure(ctx, l), hasAll(folios))
}

// archived is how many dressings the archive adds.
const archived = 9

// hooks are what the club measured with its caliper, in millimetres.
var hooks = []ledger.MeasuredHook{
	{Name: "Long wet, tin 3", Size: "12", Style: "wet", Eye: "down", ShankMM: 11.1, GapeMM: 5.4, WireMM: 0.5},
	{Name: "Short dry, blue packet", Size: "14", Style: "dry", Eye: "up", ShankMM: 7.1, GapeMM: 4.3, EyeMM: 1.3, WireMM: 0.33},
	{Name: "Grub, from the drawer", Size: "10", Style: "curved", Eye: "down", ShankMM: 10.9, GapeMM: 6.1, WireMM: 0.55},
}

// measure hands the club's hooks in, where it has none yet.
func measure(ctx context.Context, l *ledger.Ledger) error {
	have, err := l.Hooks(ctx)
	if err != nil || len(have) > 0 {
		return err
	}
	for _, h := range hooks {
		if _, err := l.AddHook(ctx, h, ledger.Sender{Seat: seat}); err != nil {
			return err
		}
	}
	return nil
}
