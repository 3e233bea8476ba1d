package advice

import (
	"strconv"
	"strings"
	"testing"

	"mothledger/core/hook"
	"mothledger/core/reading"
)

func on(t testing.TB, text string) []Piece {
	t.Helper()
	r, err := reading.Read("Fly\n"+text, reading.Builtin())
	if err != nil {
		t.Fatal(err)
	}
	h, _ := r.Dressing.HookNamed()
	return On(r.Dressing, h)
}

func codes(list []Piece) string {
	var s []string
	for _, p := range list {
		s = append(s, p.Code)
	}
	return strings.Join(s, " ")
}

// Each piece of advice has a dressing in which it fires and its nearest twin in
// which it does not. The rules are common practice, no source.
func TestEachPieceFiresAndItsTwinDoesNot(t *testing.T) {
	wet := "Hook: 12 wet\nBody: claret fur, from the bend to %\nWing: duck slips, one shank\nHackle: hen, 3 turns\n"
	for _, c := range []struct{ code, fires, twin string }{
		{"crowded-eye", strings.Replace(wet, "%", "an eighth behind the eye", 1), strings.Replace(wet, "%", "a quarter behind the eye", 1)},
		{"fibres-short", "Hook: 10 dry\nTail: 10 pheasant tail fibres, one shank\nBody: butts of the tail fibres\n", "Hook: 16 dry\nTail: 10 pheasant tail fibres, one shank\nBody: butts of the tail fibres\n"},
		{"rib-with-fibres", "Hook: 12 wet\nRib: gold wire, with the body, wound with the body\nBody: pheasant tail\n", "Hook: 12 wet\nRib: gold wire, wound with the body\nBody: hare's mask dubbing\n"},
		{"dry-heavy-wire", "Hook: 14 dry, 2XH\nBody: fur\n", "Hook: 14 dry, 1XF\nBody: fur\n"},
		{"dry-heavy-wire", "Hook: 14 dry, heavy wire\nBody: fur\n", "Hook: 14 dry, fine wire\nBody: fur\n"},
		{"dry-weighted", "Hook: 14 dry\nUnderweight: copper wire\nBody: fur\n", "Hook: 14 wet\nUnderweight: copper wire\nBody: fur\n"},
		{"dry-loose", "Hook: 14 dry\nBody: olive rabbit, loosely dubbed\n", "Hook: 14 dry\nBody: olive rabbit, tightly dubbed\n"},
		{"hackle-long", "Hook: 14 dry\nHackle: ginger cock, two and a half gapes\n", "Hook: 14 dry\nHackle: ginger cock, two gapes\n"},
		{"hackle-short", "Hook: 14 dry\nHackle: ginger cock, one gape\n", "Hook: 14 dry\nHackle: ginger cock, one and a half gapes\n"},
		{"wing-past-tail", "Hook: 12 wet\nTail: fibres, a quarter of the shank\nWing: duck slips, one and a half shanks\n", "Hook: 12 wet\nTail: fibres, a quarter of the shank\nWing: duck slips, one shank\n"},
		{"bead-odd", "Hook: 16 nymph\nBead: 4.6 mm gold\nBody: fur\n", "Hook: 16 nymph\nBead: 2.4 mm gold\nBody: fur\n"},
		{"bead-edge", "Hook: 16 nymph\nBead: 2.8 mm gold\nBody: fur\n", "Hook: 16 nymph\nBead: 2.4 mm gold\nBody: fur\n"},
		{"thread-coarse", "Hook: 18 dry\nThread: black, 140 denier\n", "Hook: 18 dry\nThread: black, 70 denier\n"},
		{"hair-flares", "Hook: 12 dry\nWing: deer hair\n", "Hook: 12 dry\nWing: calf tail\n"},
		{"tie-off-on-top", "Hook: 12 wet, down eye\nBody: fur\n", "Hook: 12 wet, up eye\nBody: fur\n"},
		{"glue-in-eye", "Hook: 18 dry\nHead: varnish\n", "Hook: 10 dry\nHead: varnish\n"},
		{"varnish-dries", "Hook: 12 wet\nHead: black varnish, two coats\n", "Hook: 12 wet\nFinish: UV resin, two coats\n"},
		{"lead", "Hook: 12 nymph\nWeight: 8 turns of lead\n", "Hook: 12 nymph\nWeight: 8 turns of non-lead wire\n"},
		{"thread-coarse", "Hook: 18 dry\nThread: black, 140 denier\n", "Hook: 18 dry\nBody: red floss, 140 denier\n"},
		{"ultraviolet", "Hook: 12 wet\nFinish: UV resin\n", "Hook: 12 wet\nFinish: whip finish\n"},
		{"resin", "Hook: 12 wet\nFinish: resin\n", "Hook: 12 wet\nFinish: varnish\n"},
		{"instant-glue", "Hook: 12 dry\nPost: poly yarn, a drop of superglue at its foot\n", "Hook: 12 dry\nPost: poly yarn\n"},
		{"solvent", "Hook: 12 wet\nFinish: varnish\n", "Hook: 12 wet\nFinish: resin\n"},
		{"lead", "Hook: 12 nymph\nUnderweight: lead wire\n", "Hook: 12 nymph\nUnderweight: lead-free wire\n"},
		{"dust", "Hook: 12 wet\nBody: hare and olive rabbit, blended\n", "Hook: 12 wet\nBody: hare and olive rabbit\n"},
		{"dye", "Hook: 12 wet\nHackle: hen dyed at home\n", "Hook: 12 wet\nHackle: dyed hen\n"},
		{"restricted", "Hook: 12 wet\nCheeks: jungle cock\n", "Hook: 12 wet\nCheeks: jungle cock substitute\n"},
		// words that only name a shade, a shine or another blend
		{"restricted", "Hook: 12 wet\nBody: kingfisher herl\n", "Hook: 12 wet\nBody: kingfisher blue floss\n"},
		{"restricted", "Hook: 12 wet\nHackle: blue jay\n", "Hook: 12 wet\nHackle: jay blue hen\n"},
		{"restricted", "Hook: 12 wet\nWing: grey heron\n", "Hook: 12 wet\nWing: heron grey goose\n"},
		{"restricted", "Hook: 12 wet\nHackle: waterhen\n", "Hook: 12 wet\nBody: mole, dubbed on waterhen-grey silk\n"},
		{"restricted", "Hook: 12 wet\nBody: otter\n", "Hook: 12 wet\nBody: otter brown wool\n"},
		{"restricted", "Hook: 12 wet\nBody: mole, or otter\n", "Hook: 12 wet\nBody: mole\n"},
		{"ultraviolet", "Hook: 12 wet\nFinish: ultraviolet varnish\n", "Hook: 12 wet\nFlash: pearl flash that shines in ultraviolet\n"},
		{"ultraviolet", "Hook: 12 wet\nFinish: resin, cured with the lamp\n", "Hook: 12 wet\nBody: olive UV dubbing\n"},
		{"dust", "Hook: 12 wet\nThorax: chopped hare's mask and mole\n", "Hook: 12 wet\nWing: white bucktail, mixed with a little flash\n"},
		{"dust", "Hook: 12 wet\nBody: mole and rabbit, mixed\n", "Hook: 12 wet\nHackle: mixed red and yellow cock\n"},
		{"lead", "Hook: 12 wet\nRib: lead wire\n", "Hook: 12 wet\nRib: lead-coloured wire\n"},
		{"lead", "Hook: 12 wet\nEyes: lead dumbbell\n", "Hook: 12 wet\nHead: lead grey thread\n"},
		{"solvent", "Hook: 12 wet\nBody: floss, a coat of varnish over it\n", "Hook: 12 wet\nBody: varnished silk\n"},
	} {
		if got := codes(on(t, c.fires)); !strings.Contains(got, c.code) {
			t.Errorf("%s does not fire on:\n%s(it says %q)", c.code, c.fires, got)
		}
		if got := codes(on(t, c.twin)); strings.Contains(got, c.code) {
			t.Errorf("%s fires on its twin:\n%s", c.code, c.twin)
		}
	}
}

func TestEveryPieceSaysWhyAndOnWhatBasis(t *testing.T) {
	for _, p := range on(t, "Hook: 16 dry, 2XH, down eye\nThread: black, 140 denier\nBead: 5 mm gold\nUnderweight: lead wire\nRib: gold wire\nBody: pheasant tail\nWing: deer hair\nHackle: heron, 3 turns, one gape\nFinish: varnish\n") {
		if p.Why == "" || p.Text == "" || p.Basis != common && p.Basis != memory || p.Weight == "" {
			t.Errorf("%+v", p)
		}
	}
}

// A crowded shank and one that just fits differ by half an eye.
func TestHalfAnEyeIsToldApart(t *testing.T) {
	g, _ := hook.Hook{Size: 12}.Geometry()
	fits := 2.35 / g.ShankMM // from memory: head, wing foot and three turns of hackle
	at := func(share float64) bool {
		return strings.Contains(codes(on(t, "Hook: 12 wet\nBody: claret fur, from the bend to "+strconv.FormatFloat(share, 'f', 3, 64)+" of the shank behind the eye\nWing: duck slips, one shank\nHackle: hen, 3 turns\n")), "crowded-eye")
	}
	if at(fits) {
		t.Error("one that just fits is called crowded")
	}
	if !at(fits - 0.5*g.EyeMM/g.ShankMM) {
		t.Error("half an eye less is not called crowded")
	}
}
