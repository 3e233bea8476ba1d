package demo

import (
	"testing"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/reading"
	"mothledger/ledger"
	"mothledger/localpg/pgtest"
	"mothledger/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

// verdicts is what a tier would say of each variant. Common practice, no source.
var verdicts = map[string]compare.Verdict{
	"Gloaming Porter, as tied by Pell": compare.SameDressing, "Candle Sedge (Thrale)": compare.SameDressing,
	"Green Porter": compare.Colour, "Soot Candle": compare.Colour,
	"Squirrel Porter": compare.Substitution, "Foam-backed Candle": compare.Substitution,
	"Bare Porter": compare.Simplified, "Half Candle": compare.Simplified,
	"Lit Stage Nymph": compare.DressedUp, "Feast-day Lantern": compare.DressedUp,
	"Long Stage Nymph": compare.Reproportioned, "Short Lantern": compare.Reproportioned,
	"Wound-back Stage Nymph": compare.Technique, "Parachute Lantern": compare.Technique,
	"The Ferryman": compare.NewPattern, "Wharf Grub": compare.NewPattern,
}

func read(t *testing.T) map[string]dressing.Dressing {
	t.Helper()
	texts, err := Texts()
	if err != nil {
		t.Fatal(err)
	}
	out := map[string]dressing.Dressing{}
	for _, text := range texts {
		r, err := reading.Read(text, reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		out[r.Dressing.Title] = r.Dressing
	}
	return out
}

func TestEveryVerdictOccursTwice(t *testing.T) {
	all := read(t)
	seen := map[compare.Verdict]int{}
	tiers := map[string]bool{}
	for title, d := range all {
		if len(d.Unread) > 0 || len(d.Contradictions) > 0 {
			t.Errorf("%s: unread %v, contradictions %v", title, d.Unread, d.Contradictions)
		}
		if d.VariantOf == "" {
			if d.Originator == "" || d.Source == "" || d.Date == "" {
				t.Errorf("%s lacks its provenance", title)
			}
			continue
		}
		tiers[d.Tier] = true
		if len(d.Notes) == 0 {
			t.Errorf("%s gives no reason", title)
		}
		c := compare.Dressings(all[d.VariantOf], d)
		if c.Verdict != verdicts[title] {
			t.Errorf("%s is %s, a tier would say %s: %v", title, c.Verdict, verdicts[title], c.Because)
		}
		seen[c.Verdict]++
	}
	for _, v := range compare.Verdicts {
		if v == compare.SameAsTold || v == compare.Undecided || v == compare.NoKin { // of torn accounts and strangers, which the club has none of
			continue
		}
		if seen[v] < 2 {
			t.Errorf("%s occurs %d times", v, seen[v])
		}
	}
	if len(tiers) < 6 || len(all) < 20 {
		t.Errorf("%d tiers, %d dressings", len(tiers), len(all))
	}
}

// open gives a store with its tables and nothing in them.
func open(t *testing.T) *store.Store {
	t.Helper()
	url := pgtest.Database(t)
	if err := store.Migrate(t.Context(), url); err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(t.Context(), url)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func TestLoadOnce(t *testing.T) {
	s := open(t)
	n, err := Load(t.Context(), s)
	if err != nil || n != len(read(t))+archived {
		t.Fatalf("loaded %d, %v", n, err)
	}
	if n, err := Load(t.Context(), s); err != nil || n != 0 {
		t.Errorf("a second load filed %d, %v", n, err)
	}
	p, err := ledger.New(s).Find(t.Context(), ledger.Listing{Question: "lantern"}, 50, ledger.Vice{})
	if err != nil || p.Total != 4 || p.Entries[0].Variants != 3 {
		t.Errorf("%d lanterns, the first with %d variants, %v", p.Total, p.Entries[0].Variants, err)
	}
}
