package reading

import (
	"slices"
	"testing"
)

// The turns of phrase that texts nobody had seen before tripped over. Each is held with all that is said of it, in any
// order: a value too many is as wrong as one too few. What it means was judged by eye; common practice, no source.

// toldLines are lines of a part.
var toldLines = map[string][]string{
	"Tail: Cock hackle": {
		"tail.name cock hackle",
	},
	"Tail: Cock hackle, or anything stiff": {
		"tail.name cock hackle",
	},
	"Tail: 3 fibres of blue dun cock. These are as long as the body and hackle together.": {
		"tail.name cock",
		"tail.colour blue dun",
		"tail.count 3 fibre",
	},
	"Hackle: A brown feather from the neck of a partridge.": {
		"hackle.name partridge neck",
		"hackle.colour brown",
		"hackle.count 1 feather",
	},
	"Hackle: a blue dun hen too": {
		"hackle.name hen",
		"hackle.colour blue dun",
	},
	"Hackle: Starling, from the neck, one turn only. Take the smallest feather you have.": {
		"hackle.name starling",
		"hackle.turns 1",
	},
	"Hackle: soft olive hen, 2 turns": {
		"hackle.name hen",
		"hackle.colour olive",
		"hackle.prep soft",
		"hackle.turns 2",
	},
	"Rib: Fine gold wire; she put in four turns, took them out again since one had slipped, and put in five.": {
		"rib.name wire",
		"rib.colour gold",
		"rib.grade fine",
		"rib.turns 5",
	},
	"Rib: Fine gold wire. He wound six turns, took them off again and wound five.": {
		"rib.name wire",
		"rib.colour gold",
		"rib.grade fine",
		"rib.turns 5",
	},
	"Rib: clear mono 0.14": {
		"rib.name mono",
		"rib.colour clear",
		"rib.diameterMM 0.14",
	},
	"Wing: 40 hairs blue bucktail over 20 white, 2x hook": {
		"wing.name bucktail",
		"wing.colour blue",
		"wing.name bucktail",
		"wing.colour white",
		"wing.count 40 fibre",
		"wing.length 2 hook",
	},
	"Wing: teal, taken from a left and a right feather": {
		"wing.name teal",
	},
	"Wing: laid over the back. It ends above the bend.": {
		"wing.length 1 bend",
	},
	"Wing: It is a bunch of natural deer hair, cleaned of underfur, and it lies over the body as far as the end of the tail.": {
		"wing.name deer hair",
		"wing.colour natural",
		"wing.prep cleaned",
		"wing.length 1 tail",
		"wing.amount a bunch",
	},
	"Wing: Two slips of starling, laid flat over the back. They should not reach past the bend.": {
		"wing.name starling",
		"wing.prep laid flat",
		"wing.prep over the back",
		"wing.count 2 slip",
		"wing.length 0.7-1 bend",
	},
	"Wing case: Pheasant tail, eight fibres laid flat and pulled over. The ends are turned back to make the legs, three on each side.": {
		"wing case.name pheasant tail",
		"wing case.prep laid flat",
		"wing case.prep pulled over",
		"wing case.count 8 fibre",
	},
	"Wing case: Mottled turkey, a slip a quarter of an inch wide.": {
		"wing case.name mottled turkey",
		"wing case.grade 6.35 mm wide",
		"wing case.count 1 slip",
	},
	"Thorax: A very small pinch of black ice dub, pushed up against the bead.": {
		"thorax.name ice dub",
		"thorax.colour black",
		"thorax.amount a very small pinch",
	},
	"Cheeks: Jungle cock, or a good imitation, short.": {
		"cheeks.name jungle cock",
		"cheeks.alt imitation",
	},
	"Head: Black, with four coats of varnish. The first should be thin.": {
		"head.colour black",
		"head.name varnish",
		"head.coats 4",
	},
	"Head: red + 2 x varnish": {
		"head.name varnish",
		"head.colour red",
		"head.name varnish",
		"head.coats 2",
	},
	"Head: Two turns and a half hitch. Varnish would fill the eye.": {
		"head.turns 2",
	},
	"Head: Build up a head with the orange thread and give it two coats of clear varnish.": {
		"head.name thread",
		"head.colour orange",
		"head.coats 2",
	},
	"Head: Red thread, built up and coated with epoxy twice.": {
		"head.name thread",
		"head.colour red",
		"head.coats 2",
	},
	"Head: Red, varnished three times. A black dot on a white one makes the eye.": {
		"head.colour red",
		"head.prep varnished",
		"head.coats 3",
	},
	"Head: white with eyes of 4 mm sticked on": {
		"head.colour white",
	},
	"Hook: of the tenth size": {
		"hook.size 10",
	},
	"Hook: A size 12 dry fly hook; she ties it by the dozen": {
		"hook.style dry",
		"hook.size 12",
	},
	"Hackle: ---": {
		"hackle.absent true",
	},
	"Lead: 0.6 mm, 12 turns": {
		"lead.name lead",
		"lead.turns 12",
		"lead.diameterMM 0.6",
	},
	"Lead: Yes, 0.5mm x 12": {
		"lead.name lead",
		"lead.turns 12",
		"lead.diameterMM 0.5",
	},
	"Weight: Fourteen turns of fine lead wire under the thorax. He flattened the ends with his pliers.": {
		"weight.name lead wire",
		"weight.grade fine",
		"weight.turns 14",
	},
	"Body: Cinnamon fur, dubbed. Keep it slim; the hackle does the rest.": {
		"body.name fur",
		"body.colour cinnamon",
		"body.prep dubbed",
		"body.amount slim",
	},
	"Body: front third peacock, rear two thirds stripped quill": {
		"body.name peacock",
		"body.name quill",
		"body.prep stripped",
		"body.from 1 shank",
		"body.to 0 shank",
	},
	"Body: Rabbit fur, grey, mixed with a quarter of orange": {
		"body.name rabbit fur",
		"body.colour grey",
		"body.prep mixed",
		"body.name rabbit fur",
		"body.colour orange",
		"body.prep mixed",
	},
	"Body: black mohair with a flat gold tinsel, four turns": {
		"body.name mohair",
		"body.colour black",
		"rib.name flat tinsel",
		"rib.colour gold",
		"rib.turns 4",
	},
	"Body: He starts with orange floss at the bend and goes on with black wool to the shoulder.": {
		"body.name floss",
		"body.colour orange",
		"body.name wool",
		"body.colour black",
		"body.from 1 shank",
		"body.to 0.2 shank",
	},
	"Body: Cream latex strip, 3 mm, overlapped by half": {
		"body.name latex strip",
		"body.colour cream",
		"body.grade 3 mm",
	},
	"Bead: Brass, 3.8 mm, or a cone": {
		"bead.name bead",
		"bead.colour brass",
		"bead.alt cone",
		"bead.diameterMM 3.8",
	},
	"Thread: The strongest red you can find.": {
		"thread.name thread",
		"thread.colour red",
		"thread.grade strongest",
	},
	"Thread: Black; wool would slip": {
		"thread.name thread",
		"thread.colour black",
	},
	"Tail: A few barbs from a guinea fowl feather; she keeps the longer ones for legs.": {
		"tail.name guinea fowl feather",
		"tail.amount a few",
	},
}

// toldTexts are whole texts: headings, cards, running prose.
var toldTexts = map[string][]string{
	// what stands behind its label is the name, however long and low
	"Pattern: what I always tie on when nothing else has worked\n\nBody: fur": {
		"title what I always tie on when nothing else has worked",
		"body.name fur",
	},
	// a length by the part itself is what somebody wrote; core/proportion names the circle
	"Pattern: Ashen Drake\n\nTail: hen, as long as the tail": {
		"title Ashen Drake",
		"tail.name hen",
		"tail.length 1 tail",
	},
	"The Ashen Drake. The body is dubbed with the fur from a hare's neck, ribb'd with yellow silk; the tail, two hairs of a fitch; the wings from the quill feather of a fieldfare; a ginger hackle for legs. The hook, No. 11.": {
		"title The Ashen Drake",
		"body.name hare's neck",
		"body.prep dubbed",
		"rib.name silk",
		"rib.colour yellow",
		"tail.name fitch hair",
		"tail.count 2 fibre",
		"wings.name fieldfare feather",
		"legs.name hackle",
		"legs.colour ginger",
		"hook.size 11",
	},
	"BLACK SEXTON\nhk 14 wet   slk black   tl none   bdy black silk, thin   rb silver wire, 3 t.   hkl starling neck, 1 1/2 t.   wg none": {
		"title BLACK SEXTON",
		"hook.size 14",
		"hook.style wet",
		"thread.name thread",
		"thread.colour black",
		"tail.absent true",
		"body.name silk",
		"body.colour black",
		"body.amount thin",
		"rib.name wire",
		"rib.colour silver",
		"rib.turns 3",
		"hackle.name starling neck",
		"hackle.turns 1.5",
		"wing.absent true",
	},
	"Black Sexton. The hook is a 12 and the thread black. She put on a body of black floss. Then came the wing. It was a small bunch of black squirrel tail, and it should not go past the bend.": {
		"title Black Sexton",
		"hook.size 12",
		"thread.name thread",
		"thread.colour black",
		"body.name floss",
		"body.colour black",
		"wing.name squirrel tail",
		"wing.colour black",
		"wing.length 0.7-1 bend",
		"wing.amount a small bunch",
	},
	"Black Sexton. The hook is a 12. A topping was tied in as the tail, and over it went a few strands of red hackle fibre. The body is red wool.": {
		"title Black Sexton",
		"hook.size 12",
		"tail.name topping",
		"tail.name hackle",
		"tail.colour red",
		"tail.count 1 feather",
		"tail.amount a few",
		"body.name wool",
		"body.colour red",
	},
	"hei Mari, as promised, the Blackout:\njig hook 12, 3.5mm black tungsten bead\nblack thread 8/0\ntail black marabou, one hook length": {
		"title Blackout",
		"hook.size 12",
		"hook.style jig",
		"bead.name tungsten bead",
		"bead.colour black",
		"bead.diameterMM 3.5",
		"thread.name thread",
		"thread.colour black",
		"thread.aught 8/0",
		"tail.name marabou",
		"tail.colour black",
		"tail.length 1 hook",
	},
	"Copied from my father's notebook, p. 12\n\nThe Widow of Ness. Dun fly for May.\nDress it upon a No. 13 hook with ash coloured silk.": {
		"source my father's notebook",
		"page 12",
		"title The Widow of Ness",
		"hook.size 13",
		"thread.name silk",
		"thread.colour ash",
	},
	"FROM OLSEN STOP FLY IS THE NIGHT MAIL STOP HOOK EIGHT LONG SHANK STOP BODY BLACK WOOL STOP RIB SILVER FIVE TURNS STOP NO TAIL STOP GOOD LUCK": {
		"tier OLSEN",
		"title NIGHT MAIL",
		"hook.size 8",
		"hook.shank long",
		"body.name wool",
		"body.colour black",
		"rib.colour silver",
		"rib.turns 5",
		"tail.absent true",
	},
	"NOTES OF THE SECRETARY: \"Lighthouse Boy\", tied by Nina Vik on 22 January\n\nHook: 6": {
		"date 22 January",
		"title Lighthouse Boy",
		"tier Nina Vik",
		"hook.size 6",
	},
	"Notes from the bench of Arvid Sund: the Widow's Lamp\n\nHook: 12": {
		"title Widow's Lamp",
		"tier Arvid Sund",
		"hook.size 12",
	},
	"Minutes, 6 February. Demonstration by Mrs Aase Holm: the Toll Gate Olive.\n\nHook: 12": {
		"tier Mrs Aase Holm",
		"date 6 February",
		"title Toll Gate Olive",
		"hook.size 12",
	},
	"SEA POOL GHOST (Aunt Berit's)\nhk. 4 long    thr. wh.    tl. - none\nbdy. white floss, rbd flat silver, 6": {
		"title SEA POOL GHOST",
		"originator Aunt Berit",
		"hook.size 4",
		"hook.shank long",
		"thread.name thread",
		"thread.colour wh",
		"tail.absent true",
		"body.name floss",
		"body.colour white",
		"rib.name flat",
		"rib.colour silver",
		"rib.turns 6",
	},
	"Dear all. My club in Fyn sends a fly for you, the name is Winter Bay. It means nothing.\nHook is a 6 with long shank.\nThread is red.\nBody: red wool": {
		"title Winter Bay",
		"hook.size 6",
		"hook.shank long",
		"thread.name thread",
		"thread.colour red",
		"body.name wool",
		"body.colour red",
	},
	"12 BLACK PENNY. Trout, wet.\n   Tail, teal. Body, silver.\n13 BROWN PENNY. Trout, dry.\n   Body, brown quill. Hackle, brown.": {
		"title BLACK PENNY",
		"tail.name teal",
		"body.colour silver",
	},
	"Back Door\n\nHook: 12 nymph                   1. Lay thread to the bend.\nThread: black                    2. Tie in the tail.\nTail: black hen fibres           3. Tie in wire.\nBody: black rabbit               4. Dub the body.": {
		"title Back Door",
		"hook.style nymph",
		"hook.size 12",
		"thread.name thread",
		"thread.colour black",
		"tail.name hen",
		"tail.colour black",
		"body.name rabbit",
		"body.colour black",
	},
	"Pond Light. The hook is a 12. Having wound brown thread to the bend she ties in a tail of deer hair, ten or twelve hairs. She dubs a body of grey rabbit with a broad flat gold tinsel wound over it, four turns. Now take a small brown hen feather, tie it in by the stalk and make two turns. There is nothing else on this fly, neither wing nor throat.": {
		"title Pond Light",
		"hook.size 12",
		"thread.name thread",
		"thread.colour brown",
		"thread.to 1 shank",
		"tail.name deer hair",
		"tail.count 10-12 fibre",
		"body.name rabbit",
		"body.colour grey",
		"rib.name flat tinsel",
		"rib.colour gold",
		"rib.grade broad",
		"rib.turns 4",
		"hackle.name hen feather",
		"hackle.colour brown",
		"hackle.grade small",
		"hackle.count 1 feather",
		"hackle.turns 2",
		"wing.absent true",
		"throat.absent true",
	},
	"Tallow Dip. She uses a light wire 14 and primrose silk. The tail is four or five whisks of a ginger cock's hackle. The body is yellow wool, ribbed with gold wire, and it is thin. At the shoulder there is a little peacock herl.": {
		"title Tallow Dip",
		"hook.size 14",
		"hook.wire fine",
		"thread.name silk",
		"thread.colour primrose",
		"tail.name cock's hackle",
		"tail.colour ginger",
		"tail.count 4-5 fibre",
		"body.name wool",
		"body.colour yellow",
		"rib.name wire",
		"rib.colour gold",
		"body.amount thin",
		"shoulder.name peacock herl",
		"shoulder.amount a little",
	},
	"Green Bailiff. The hook is an 8. He tied in a piece of copper wire and a grizzle hackle by its tip. The body is peacock herl, five strands. Over it he wound the hackle in six turns. He finished the head with black thread and put on three coats of varnish.": {
		"title Green Bailiff",
		"hook.size 8",
		"rib.name wire",
		"rib.colour copper",
		"hackle.name hackle",
		"hackle.colour grizzle",
		"hackle.turns 6",
		"body.name peacock herl",
		"body.count 5 strand",
		"head.name thread",
		"head.colour black",
		"head.coats 3",
	},
}

// tells reads a text and holds all that is said of it against what it says to a tier.
func tells(t *testing.T, text string, want []string) {
	t.Helper()
	r, err := Read(text, Builtin())
	if err != nil {
		t.Fatalf("%q: %v", text, err)
	}
	var got []string
	for _, s := range sayings(r.Dressing) {
		if s.field == "title" && s.value == "Candle Moth" {
			continue
		}
		if s.part != "" {
			s.field = s.part + "." + s.field
		}
		got = append(got, s.field+" "+s.value)
	}
	slices.Sort(got)
	want = slices.Sorted(slices.Values(want))
	if !slices.Equal(got, want) {
		t.Errorf("%q\n   says %q\n   want %q", text, got, want)
	}
}

func TestLinesAreTold(t *testing.T) {
	for line, want := range toldLines {
		tells(t, "Pattern: Candle Moth\n\n"+line+"\n", want)
	}
}

func TestTextsAreTold(t *testing.T) {
	for text, want := range toldTexts {
		tells(t, text+"\n", want)
	}
}

// TestWrittenStays holds that each line of a reading is the line as it was written, whatever was read for it: dots that
// lead to a value, steps in a column of their own, the stops of a telegram.
func TestWrittenStays(t *testing.T) {
	for _, text := range []string{
		"Back Door\n\nHook .......... 12 nymph\nThread ........ black\nTail: red wool\n",
		"Back Door\n\nHook: 12 nymph                   1. Lay thread to the bend.\nThread: black                    2. Tie in the tail.\nTail: black hen fibres           3. Tie in wire.\nBody: black rabbit               4. Dub the body.\n",
		"FROM OLSEN STOP FLY IS THE NIGHT MAIL STOP HOOK EIGHT STOP BODY BLACK WOOL STOP NO TAIL STOP GOOD LUCK\n",
		"12 BLACK PENNY. Trout, wet.\n   Tail, teal. Body, silver.\n13 BROWN PENNY. Trout, dry.\n   Body, brown quill. Hackle, brown.\n",
	} {
		r, err := Read(text, Builtin())
		if err != nil {
			t.Fatal(err)
		}
		joined := ""
		for _, l := range r.Lines {
			for _, m := range l.Marks {
				joined += m.Text
			}
			joined += "\n"
		}
		if joined != text && joined != text+"\n" {
			t.Errorf("written %q, kept %q", text, joined)
		}
	}
}
