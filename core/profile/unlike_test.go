package profile

import (
	"slices"
	"testing"
)

// A sheet of a few flies shows the types, not a family's colour versions.
func TestUnlikePicksTheTypes(t *testing.T) {
	wet := "Hook: 12 wet\nTail: cock fibres\nBody: claret fur\nWing: mallard slips\nHackle: hen\n"
	flies := []string{
		wet,
		"Hook: 12 wet\nTail: cock fibres\nBody: green fur\nWing: mallard slips\nHackle: hen\n",
		"Hook: 12 wet\nTail: cock fibres\nBody: black fur\nWing: mallard slips\nHackle: hen\n",
		"Hook: 14 nymph\nBead: brass\nAbdomen: pheasant tail\nThorax: hare\n",
		"Hook: 14 dry\nBody: quill\nPost: white yarn\nHackle: cock, parachute\n",
	}
	var list []Outline
	for _, f := range flies {
		list = append(list, outline(t, "Fly\n"+f, 12))
	}
	if got := Unlike(list, 3); !slices.Equal(got, []int{0, 3, 4}) {
		t.Errorf("three of them: %v, the wet fly, the nymph and the parachute are meant", got)
	}
	if got := Unlike(list, 9); !slices.Equal(got, []int{0, 1, 2, 3, 4}) {
		t.Errorf("more than there are: %v", got)
	}
	if got := Unlike(nil, 3); len(got) != 0 {
		t.Errorf("of none: %v", got)
	}
}
