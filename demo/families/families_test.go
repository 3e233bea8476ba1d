package families

import (
	"testing"

	"mothledger/core/compare"
	"mothledger/core/dressing"
	"mothledger/core/reading"
)

func TestFamiliesAreBelievable(t *testing.T) {
	flies := Make(300)
	verdicts := map[compare.Verdict]int{}
	var read []dressing.Dressing
	titles := map[string]bool{}
	for i, f := range flies {
		r, err := reading.Read(f.Text, reading.Builtin())
		if err != nil {
			t.Fatal(err)
		}
		d := r.Dressing
		if len(d.Unread) > 0 || len(d.Contradictions) > 0 || d.Title != f.Title || titles[f.Title] {
			t.Errorf("fly %d: unread %v, contradictions %v, title %q", i, d.Unread, d.Contradictions, d.Title)
		}
		titles[f.Title] = true
		read = append(read, d)
		if f.Parent >= 0 {
			verdicts[compare.Dressings(read[f.Parent], d).Verdict]++
		}
	}
	if verdicts[compare.NewPattern] > 20 || len(verdicts) < 4 {
		t.Errorf("variants that are hardly variants: %v", verdicts)
	}
	if again := Make(300); again[299] != flies[299] {
		t.Error("the same number gives other flies")
	}
}
