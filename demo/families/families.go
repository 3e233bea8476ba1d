// Package families makes up as many dressings as a benchmark wants: parents with
// families of variants, each a believable recipe, the same for the same number.
// Names are made up of everyday words.
package families

import (
	"fmt"
	"math/rand/v2"
	"strings"
)

var (
	first   = []string{"Dusky", "Amber", "Ragged", "Quiet", "Lowland", "Copper", "Willow", "Mossy", "Late", "Bright", "Hollow", "Sandbank", "Reedbed", "Milldam", "Towpath", "Lantern", "Cinder", "Barley", "Thistle", "Slate"}
	second  = []string{"Keeper", "Drifter", "Pilgrim", "Weaver", "Warden", "Tinker", "Lodger", "Porter", "Miller", "Carter", "Glazier", "Chandler", "Fiddler", "Sexton", "Thatcher", "Bargeman", "Cobbler", "Gleaner", "Mason", "Ferrier"}
	third   = []string{"", "", "", " Nymph", " Sedge", " Spider", " Moth", " Dun", " Grub", " Emerger"}
	people  = []string{"Ansel Brook", "Mercy Tolland", "Hob Fenner", "Lettice Amory", "Giles Quern", "Dorcas Wray", "Perrin Stoat", "Winnet Larch", "Jory Pikelet", "Tamsin Rule"}
	sources = []string{"The Upper Weir Papers", "Candle and Vice", "Notes from a Cold Bank", "A Box of Feathers", "The Weirside Almanack"}
	colours = []string{"claret", "olive", "ginger", "cream", "black", "hot orange", "cinnamon", "dark olive", "pale yellow", "grey", "fiery brown", "insect green"}
	bodies  = []string{"%s seal's fur substitute", "%s rabbit, dubbed", "%s floss", "%s wool", "pheasant tail", "hare's mask, dubbed", "stripped peacock quill"}
	ribs    = []string{"fine gold wire", "oval silver tinsel", "copper wire", "fine oval gold tinsel"}
	wings   = []string{"two slips of bronze mallard", "natural deer hair", "white duck slips", "grey squirrel tail", "two CDC plumes"}
	lengths = []string{"half the shank", "two thirds of the shank", "one shank", "three quarters of the shank", "a third of the shank"}
	reaches = []string{"to the bend", "just past the bend", "to the end of the tail", "one shank"}
)

// A Fly is one made-up dressing. Parent is the place of its parent in the list,
// -1 for a parent dressing.
type Fly struct {
	Title  string
	Text   string
	Parent int
}

type parts struct {
	size, tail, turns, body, rib, wing, hackle, colour, length, reach int
	hasWing                                                           bool
}

// Make gives n dressings, about one in five a parent.
func Make(n int) []Fly {
	rnd := rand.New(rand.NewPCG(1934, 41))
	var out []Fly
	var made []parts
	parent := -1
	for i := range n {
		p := parts{size: 8 + 2*rnd.IntN(5), tail: 4 + rnd.IntN(5), turns: 3 + rnd.IntN(4), body: rnd.IntN(len(bodies)), rib: rnd.IntN(len(ribs)), wing: rnd.IntN(len(wings)), hackle: rnd.IntN(len(colours)), colour: rnd.IntN(len(colours)), length: rnd.IntN(len(lengths)), reach: rnd.IntN(len(reaches)), hasWing: rnd.IntN(4) > 0}
		variant := parent >= 0 && rnd.IntN(5) > 0
		if variant { // a variant changes a few things of its parent
			q := made[parent]
			for range 1 + rnd.IntN(3) {
				switch rnd.IntN(6) {
				case 0:
					q.colour = p.colour
				case 1:
					q.length = p.length
				case 2:
					q.wing, q.hasWing = p.wing, p.hasWing
				case 3:
					q.turns = p.turns
				case 4:
					q.rib = p.rib
				case 5:
					q.hackle = p.hackle
				}
			}
			p = q
		}
		title := fmt.Sprintf("%s %s%s", first[rnd.IntN(len(first))], second[rnd.IntN(len(second))], third[rnd.IntN(len(third))])
		f := Fly{Title: fmt.Sprintf("%s %d", title, i+1), Parent: -1}
		if variant {
			f.Parent = parent
		} else {
			parent = i
		}
		f.Text = p.write(f, rnd)
		out, made = append(out, f), append(made, p)
	}
	return out
}

func (p parts) write(f Fly, rnd *rand.Rand) string {
	var b strings.Builder
	fmt.Fprintf(&b, "Pattern: %s\n", f.Title)
	if f.Parent < 0 {
		fmt.Fprintf(&b, "Originator: %s\nSource: %s, p. %d\nDate: %d\n", people[rnd.IntN(len(people))], sources[rnd.IntN(len(sources))], 1+rnd.IntN(200), 1880+rnd.IntN(120))
	} else {
		fmt.Fprintf(&b, "Tier: %s\nDate: %d\nNote: Tied for a club evening.\n", people[rnd.IntN(len(people))], 1990+rnd.IntN(35))
	}
	body := bodies[p.body]
	if strings.Contains(body, "%s") {
		body = fmt.Sprintf(body, colours[p.colour])
	}
	fmt.Fprintf(&b, "\nHook: %d wet\nThread: black\nTail: %d ginger cock hackle fibres, %s\nRib: %s, %d turns, against the body\nBody: %s, from the bend to a quarter behind the eye\n", p.size, p.tail, lengths[p.length], ribs[p.rib], p.turns, body)
	if p.hasWing {
		fmt.Fprintf(&b, "Wing: %s, %s\n", wings[p.wing], reaches[p.reach])
	}
	fmt.Fprintf(&b, "Hackle: %s hen, 3 turns, one and a half gapes\nHead: black varnish\n", colours[p.hackle])
	return b.String()
}
