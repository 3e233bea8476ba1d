package role

import "testing"

func TestFindNamesOnePartByManyLabels(t *testing.T) {
	for label, want := range map[string]string{
		"Tail": "tail", "WHISKS": "tail", "wing-case": "wing case", "Wingcase": "wing case",
		"ribbing": "rib", "tying silk": "thread", "beard": "throat", "HK": "hook",
	} {
		r, ok := Find(label)
		if !ok || r.Name != want {
			t.Errorf("Find(%q) = %q, %v; a tier means the %s", label, r.Name, ok, want)
		}
	}
	if r, ok := Find("gills"); ok || r.Name != "gills" {
		t.Errorf("an unknown part must keep its own name, got %q, known %v", r.Name, ok)
	}
}

func TestLabelKeepsTheTiersWord(t *testing.T) {
	for written, want := range map[string]string{"Abdomen": "abdomen", "Wing-Case": "wing case", "HKL": "hackle", "Shellback": "shellback"} {
		if got := Label(written); got != want {
			t.Errorf("Label(%q) = %q, want %q", written, got, want)
		}
	}
}

func TestSameWork(t *testing.T) {
	if !SameWork("body", "abdomen") || !SameWork("throat", "beard") || !SameWork("wing", "post") {
		t.Error("parts that fill the same place must pair")
	}
	if SameWork("tail", "wing") || SameWork("gills", "tail") {
		t.Error("parts that do different work must not pair")
	}
}

func TestEveryLabelIsUsedOnce(t *testing.T) {
	seen := map[string]string{}
	for _, r := range All {
		for _, l := range append([]string{r.Name}, r.Also...) {
			if other, dup := seen[l]; dup {
				t.Errorf("label %q names both %s and %s", l, other, r.Name)
			}
			seen[l] = r.Name
			if Clean(l) != l {
				t.Errorf("label %q is not in its clean form", l)
			}
		}
		if r.From < r.To {
			t.Errorf("%s: From %.2f must be at or behind To %.2f", r.Name, r.From, r.To)
		}
	}
}
