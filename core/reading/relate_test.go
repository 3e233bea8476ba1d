package reading

import (
	"fmt"
	"strings"
	"testing"
)

// What only says where a part stands, what is done to it or what somebody thinks of
// it names no material and gives no measure. Common practice, no source.
func TestWhatIsNoMaterial(t *testing.T) {
	for _, line := range []string{
		"Rib: copper wire, wound through the hackle",
		"Weight: ten turns of lead-free wire pushed up into the bead",
		"Body: mole, dubbed so thin you see the thread through it",
		"Tail: hen fibres, from the tail end",
		"Body: fur, on amber silk",
		"Body: fur, thinly spun upon primrose silk",
		"Rib: gold wire, against the pheasant",
		"Body: quill; varnish it before the hackle goes on",
		"Wing: white goat - bucktail is too coarse - to the end of the tail",
		"Thorax: a pinch of dubbing, just enough to hide the thread",
		"Head: thread, no varnish",
		"Wing: deer hair, a pencil thickness before the underfur is combed out",
		"Hackle: hen, one turn more than the body hackle's spacing",
	} {
		if p := one(t, line); len(p.Materials) != 1 {
			t.Errorf("%q has the materials %+v, one is meant", line, p.Materials)
		}
	}
}

func TestWhatIsNoLength(t *testing.T) {
	for _, line := range []string{
		"Body: foam, 2 mm thick, cut as wide as the gape",
		"Back: clear strip, 1/8\" wide",
		"Wing case: turkey, 1/8 in. wide",
		"Eyes: bead chain, one eye length behind the eye",
		"Back: foam, tied down two eye lengths back",
		"Body: fur, tapering up from 1 mm at the tail to twice that",
		"Rib: wire, 1 mm apart",
		"Thorax: 2.2 mm dia.",
		"Body: floss, thickness 1,2 mm",
		"Body: pink dubbing, picked out to the depth of the gape",
		"Thorax: fur, around the wing roots",
		"Wing: hen pheasant, overhanging the bend by a quarter of the body",
		"Rib: tinsel, tied in for the full length of the body",
	} {
		d := read(t, "Fly\n\nTail: hen\nBody: fur\nWing: duck\n\n"+line)
		if p := d.Parts[len(d.Parts)-1]; !p.Length.IsZero() {
			t.Errorf("%q is read as %v long", line, p.Length)
		}
	}
}

// Gauges are thicknesses, with their basis: published (ASTM B258, BS 3737) or
// common practice.
func TestGaugesAreRead(t *testing.T) {
	for line, want := range map[string]string{
		"Rib: copper wire, AWG 34":         "0.1601 AWG 34, ASTM B258",
		"Rib: 34 AWG copper wire":          "0.1601 AWG 34, ASTM B258",
		"Rib: SWG 36 silver wire":          "0.1930 SWG 36, BS 3737",
		"Rib: 5X clear mono, 6 turns":      "0.1524 5X, common practice",
		"Tail: three nylon bristles, 6X":   "0.1270 6X, common practice",
		"Weight: ten turns of .020 lead":   "0.5080 inches, as wire is sold",
		"Rib: wire, 0.15 mm":               "0.1500 ",
		"Hook: 12, 2X long":                "0.0000 ",
		"Rib: SWG 35 silver wire, 5 turns": "0.0000 ", // the table has even numbers alone
	} {
		p := one(t, line)
		if got := fmt.Sprintf("%.4f %s", p.DiameterMM, p.DiameterBasis); got != want {
			t.Errorf("%q: %q, want %q", line, got, want)
		}
	}
}

func TestSharesMakeAWhole(t *testing.T) {
	for line, want := range map[string]string{
		"Body: hare's mask 70%, olive wool 30%":          "hare's mask 0.70; wool 0.30",
		"Body: 60% hare and 40% rabbit":                  "hare 0.60; rabbit 0.40",
		"Body: one half red fox, one half blue rabbit":   "red fox 0.50; rabbit 0.50",
		"Body: two-thirds black, one-third orange":       " 0.67;  0.33",
		"Body: hare 70%, wool 70%":                       "hare 0.00; wool 0.00", // no whole
		"Body: brown, claret and black seal's fur":       "seal's fur 0.00; seal's fur 0.00; seal's fur 0.00",
		"Body: rear half yellow floss, front half black": "floss 0.00; floss 0.00",
	} {
		var got []string
		for _, m := range one(t, line).Materials {
			got = append(got, fmt.Sprintf("%s %.2f", m.Name, m.Share))
		}
		if s := strings.Join(got, "; "); s != want {
			t.Errorf("%q: %q, want %q", line, s, want)
		}
	}
}

// A recipe told in sentences is cut into its parts.
func TestSentences(t *testing.T) {
	d := read(t, "The Archdeacon\n\nThe hook is a size 10 wet. The thread is black. For the tail use six fibres of golden pheasant tippet, as long as the gape. The body is of claret fur, ribbed with oval gold in five turns. Badger hackle, 3 turns.\n")
	for key, want := range map[string]string{
		"hook.hook.size": "10", "thread.colour": "black", "tail.count": "6 fibre", "tail.length": "1 gape", "body.colour": "claret", "rib.turns": "5", "hackle.turns": "3", "hackle.colour": "badger",
	} {
		if got := lookup(d, key); got != want {
			t.Errorf("%s is %q, want %q", key, got, want)
		}
	}
	if len(d.Contradictions) > 0 {
		t.Errorf("the numbers of the sentences contradict: %+v", d.Contradictions)
	}
	again := read(t, "Fly\n\nRib: copper wire\nBody: fur\nNow rib it with four or five open turns, going the other way.\nBody: wind it to half way up the shank.\n")
	if rib := again.Parts[again.Find("rib")]; rib.Turns == nil || rib.Turns.Low != 4 || rib.Winding != "counter" || len(again.Parts) != 2 {
		t.Errorf("a later sentence about the rib: %+v of %d parts", rib, len(again.Parts))
	}
}

// Two accounts that differ are asked about, never averaged; the first holds.
func TestTwoAccounts(t *testing.T) {
	d := read(t, "Fly\n\nThread: brown in the article, black on the film\nBody: hare's ear, article; mole, film\nHackle: red game, 3 turns (article), 5 turns (film)\n")
	if got := lookup(d, "thread.colour") + " " + lookup(d, "body.name") + " " + lookup(d, "hackle.turns"); got != "brown hare's ear 3" {
		t.Errorf("the first account is read as %q", got)
	}
	if len(d.Contradictions) != 3 {
		t.Errorf("three parts differ between the accounts: %+v", d.Contradictions)
	}
	for _, p := range d.Parts {
		if len(p.Materials) != 1 {
			t.Errorf("the %s has the materials %+v", p.Role, p.Materials)
		}
	}
}
