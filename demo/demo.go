// Package demo is one invented club: the Dimsey Lamp Tyers, who fish a mere and
// its ferry landing at dusk and by night with moths, sedges and what climbs the
// piles. People, places, books and patterns are made up.
package demo

import (
	"context"
	"embed"
	"fmt"
	"io/fs"
	"slices"

	"mothledger/core/dressing"
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

// Load files the club into an empty ledger and gives how many dressings it
// filed. A load that was cut short goes on where it stopped; a ledger that
// holds a club's own dressings is left alone.
func Load(ctx context.Context, s *store.Store) (int, error) {
	texts, err := Texts()
	if err != nil {
		return 0, err
	}
	key := func(i int) string { return fmt.Sprintf("demo-club-%02d", i) }
	whole, err := s.HasKey(ctx, key(len(texts)-1))
	if err != nil || whole {
		return 0, err
	}
	begun, err := s.HasKey(ctx, key(0))
	if err != nil {
		return 0, err
	}
	if empty, err := s.Empty(ctx); err != nil || !empty && !begun {
		return 0, err
	}
	l := ledger.New(s)
	folios := map[string]int{}
	for i, text := range texts {
		r, err := dressing.Read(text, dressing.Builtin())
		if err != nil {
			return i, err
		}
		f := ledger.Filing{Text: text}
		if of := r.Dressing.VariantOf; of != "" {
			parent, ok := folios[of]
			if !ok {
				return i, fmt.Errorf("%s: no parent %q", r.Dressing.Title, of)
			}
			f.Parents = []int{parent}
		}
		filed, err := l.File(ctx, f, ledger.Sender{Key: key(i)})
		if err != nil {
			return i, fmt.Errorf("%s: %w", r.Dressing.Title, err)
		}
		folios[r.Dressing.Title] = filed.Folio
	}
	return len(texts), nil
}
