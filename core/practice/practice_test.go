package practice

import (
	"testing"

	"mothledger/core/compare"
	"mothledger/core/reading/readingtest"
)

var read = readingtest.Read

const silent = "Stage Nymph\nHook: 14 nymph\nTail: pheasant tail fibres\nRib: copper wire\nBody: hare's mask dubbing\nWing case: pheasant tail\nThorax: hare's mask dubbing\nLegs: pheasant tail\n"

func TestASchoolFillsInWhatIsSilent(t *testing.T) {
	d := read(t, silent)
	for school, want := range map[string]float64{"half": 0.5, "three-quarters": 0.75, "shank": 0.915} {
		f, list := Fill(d, Choices{"nymph-tail": school})
		if got := f.Parts[1].Length.Mid(); got < want-0.001 || got > want+0.001 {
			t.Errorf("%s: a tail of %v shanks", school, got)
		}
		found := false
		for _, x := range list {
			found = found || x.Part == 1 && x.What == "length" && x.School == school && x.Question == "nymph-tail"
		}
		if !found {
			t.Errorf("%s: the tail is not among what was filled: %+v", school, list)
		}
	}
	if !d.Parts[1].Length.IsZero() {
		t.Error("filling altered the dressing")
	}
	soft, _ := Fill(d, Choices{"rib-way": "with-soft"})
	hard, _ := Fill(d, Choices{})
	if soft.Parts[2].Winding != "with" || hard.Parts[2].Winding != "counter" {
		t.Errorf("rib: %q and %q", soft.Parts[2].Winding, hard.Parts[2].Winding)
	}
}

func TestWhatIsSaidIsNeverFilled(t *testing.T) {
	d := read(t, "Stage Nymph\nHook: 14 nymph\nTail: 3 pheasant tail fibres, two thirds of the shank\nRib: copper wire, 4 turns, wound with the body, evenly spaced\nBody: fur, from the barb to midway\n")
	if _, list := Fill(d, Choices{"nymph-tail": "shank", "body-end": "point"}); len(list) != 0 {
		t.Errorf("filled %+v", list)
	}
}

// What a school fills in never makes or hides a departure.
func TestFillingDoesNotReachTheComparison(t *testing.T) {
	d := read(t, silent)
	v := read(t, "Stage Nymph\nHook: 14 nymph\nTail: pheasant tail fibres, one shank\nRib: copper wire\nBody: hare's mask dubbing\nWing case: pheasant tail\nThorax: hare's mask dubbing\nLegs: pheasant tail\n")
	if got := compare.Dressings(d, v); got.Verdict != compare.SameDressing {
		t.Errorf("silence against a length is %s", got.Verdict)
	}
}

func TestChoicesAreChecked(t *testing.T) {
	for _, q := range Questions {
		if (Choices{}).School(q.ID) != q.Schools[0].ID || len(q.Schools) < 2 {
			t.Errorf("%s has no first school, or no other", q.ID)
		}
		if err := (Choices{q.ID: q.Schools[1].ID}).Check(); err != nil {
			t.Error(err)
		}
	}
	if (Choices{"nymph-tail": "none"}).Check() == nil || (Choices{"colour": "red"}).Check() == nil {
		t.Error("a school that is none was accepted")
	}
}
