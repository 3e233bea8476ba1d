package material

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// What a part asks of its material is a row of duties.csv: what the material must be able to
// do, and how much each difference counts. A duty is of a part on a kind of fly, or of the
// part on any; the nearness of two materials is always the nearness for a duty.
//
// The nearness is one minus the weighted mean of the differences, each from 0 to 1:
//
//   - of a property from 0 to 4, a quarter of the difference; of the fibre length and the width, a
//     third of the octaves between them, at most 1;
//   - of the markings, by the table below;
//   - of what they are, one minus twice the depth of the nearest kind that both are, through
//     the sum of their depths (the measure of Wu and Palmer 1994, over the tree of the
//     Cabinet);
//   - of the beast, 0 for the same and 1 for another;
//   - of the use, the share of what the part can use that only one of them can be made to do;
//   - of the colour, CIEDE2000 through colourFar, at most 1.
//
// The weights were set on orders that a careful tier would sign (testdata/orders.txt); common
// practice, no source. A candidate that cannot do what the part must have is forbidden
// whatever its nearness.

// Duty is what a part asks of its material.
type Duty struct {
	Part string
	On   string // the kind of fly, empty for any
	Must []string
	Why  string
	w    map[string]float64
}

var dutyRows = func() []Duty {
	head := strings.Split(dutyHead, ",")
	var out []Duty
	for _, r := range rowsOf("duties.csv") {
		d := Duty{Part: r[0], On: r[1], Must: list(r[2], "|"), Why: r[len(r)-1], w: map[string]float64{}}
		for i := 3; i < len(r)-1; i++ {
			w, err := strconv.ParseFloat(r[i], 64)
			if err != nil {
				panic(err)
			}
			d.w[head[i]] = w
		}
		out = append(out, d)
	}
	return out
}()

// dutyHead is the heading of duties.csv: the terms of the nearness.
const dutyHead = "part,on,must,stiff,float,sheen,clear,fuzz,tough,long,wide,mark,kin,beast,colour,use,why"

// DutyOf gives what a part asks on a kind of fly; of a part without a row, what any part
// asks.
func DutyOf(part, on string) Duty {
	best := -1
	for i, d := range dutyRows {
		switch {
		case d.Part == part && d.On == on:
			return d
		case d.Part == part && d.On == "":
			best = i
		}
	}
	if best < 0 {
		if part == otherPart {
			panic("duties.csv has no row for any other part")
		}
		return DutyOf(otherPart, "")
	}
	return dutyRows[best]
}

const otherPart = "other"

// DutyCalled is DutyOf for a part as people call it, with the kind of fly in its name: "wet wing", "spun head",
// "spider hackle"; ok is false where no part with a row of its own is meant, and the duty is then any part's. A
// kind of fly that is said apart wins over one in the name.
func DutyCalled(part, on string) (d Duty, ok bool) {
	words := PlainWords(part)
	for _, r := range rowsOf("callings.csv") {
		if slices.Equal(PlainWords(r[0]), words) {
			return DutyOf(r[1], cmp.Or(on, r[2])), true
		}
	}
	best := ""
	for _, row := range dutyRows {
		if within(PlainWords(row.Part), words) && len(row.Part) > len(best) && row.Part != otherPart {
			best = row.Part
		}
	}
	if best == "" {
		return DutyOf(otherPart, on), false
	}
	for _, row := range dutyRows {
		if on == "" && row.Part == best && row.On != "" && slices.Contains(words, row.On) {
			on = row.On
		}
	}
	return DutyOf(best, on), true
}

// Duties lists the parts that have a row of their own.
func Duties() []Duty { return slices.Clone(dutyRows) }

// colourFar is how far two colours lie apart, by CIEDE2000, that have nothing in common.
// Common practice, no source.
const colourFar = 50

// octaves is how often a length is doubled until it has nothing in common.
const octaves = 3

// A Term is one difference between two materials: how much it counts and how large it is.
type Term struct {
	Name   string  `json:"name"`
	Weight float64 `json:"weight"` // share of all weights, 0 to 1
	Apart  float64 `json:"apart"`  // 0 alike, 1 nothing in common
	Says   string  `json:"says"`
}

// Nearness is how near a candidate is to what is wanted, for a duty.
type Nearness struct {
	// Near is from 0 to 1; 1 is the same material in the same colour.
	Near float64 `json:"near"`
	// Forbidden says what the part must have and the candidate cannot do; empty where it can.
	Forbidden string `json:"forbidden,omitempty"`
	Terms     []Term `json:"terms"`
}

// Stuff is a material with its colour as #rrggbb, empty where none is stated.
type Stuff struct {
	*Entry
	Ink string
}

// colour is the stated colour, or one that is typical of the material.
func (s Stuff) colour() string {
	if s.Ink != "" {
		return s.Ink
	}
	return s.OwnInk()
}

// OwnInk is the colour that a material comes in, as #rrggbb: from memory, or as the club entered it.
func (e Entry) OwnInk() string {
	if e.Hue != "" {
		return e.Hue
	}
	hex, _ := Hue(e.Name, "")
	return hex
}

// Nearness says how near a candidate is to what is wanted, for a duty.
func (c *Cabinet) Nearness(duty Duty, wanted, candidate Stuff) Nearness {
	var n Nearness
	total := 0.0
	add := func(name string, apart float64, says string) {
		w := duty.w[name]
		if w == 0 {
			return
		}
		total += w
		n.Terms = append(n.Terms, Term{name, w, apart, says})
	}
	for _, p := range properties {
		a, b := wanted.Properties[p], candidate.Properties[p]
		switch p {
		case Long, Wide:
			if a > 0 && b > 0 {
				add(string(p), min(1, math.Abs(math.Log2(b/a))/octaves), fmt.Sprintf("%s %g mm for %g mm", p.Words(), b, a))
			}
		default:
			add(string(p), math.Abs(a-b)/4, p.compares(a, b))
		}
	}
	apart := markingApart(wanted.Marking, candidate.Marking)
	add("mark", apart, candidate.Marking+" for "+wanted.Marking)
	kin, both := c.apart(wanted.Name, candidate.Name)
	says := "both are " + both
	if both == Root {
		says = "of quite another kind"
	}
	add("kin", kin, says)
	switch {
	case wanted.Name == candidate.Name:
		add("beast", 0, "the same material")
	case wanted.From == candidate.From && wanted.From != "":
		add("beast", 0, "of the same "+wanted.From)
	case wanted.From == "" && candidate.From == "":
		add("beast", 0.5, "neither is of a beast")
	default:
		add("beast", 1, "of another beast")
	}
	use := useApart(duty.Must, wanted.Can, candidate.Can)
	add("use", use, used(duty.Must, wanted.Can, candidate.Can))
	if d, err := Difference(wanted.colour(), candidate.colour()); err == nil {
		add("colour", min(1, d/colourFar), colourSays(d))
	}
	sum := 0.0
	for i := range n.Terms {
		sum += n.Terms[i].Weight * n.Terms[i].Apart
		n.Terms[i].Weight /= total
	}
	if total > 0 {
		n.Near = 1 - sum/total
	}
	n.Forbidden = duty.forbids(*candidate.Entry)
	slices.SortStableFunc(n.Terms, func(a, b Term) int {
		switch x, y := a.Weight*a.Apart, b.Weight*b.Apart; {
		case x > y:
			return -1
		case x < y:
			return 1
		}
		return 0
	})
	return n
}

// used says what the part can use of each that the other cannot be made to do.
func used(must, wanted, candidate []string) string {
	var lost, won []string
	for _, m := range must {
		switch w, c := slices.Contains(wanted, m), slices.Contains(candidate, m); {
		case w && !c:
			lost = append(lost, canWords[m])
		case c && !w:
			won = append(won, canWords[m])
		}
	}
	switch {
	case len(lost) > 0 && len(won) > 0:
		return strings.Join(won, " or ") + " where the other is " + strings.Join(lost, " or ")
	case len(lost) > 0:
		return "cannot be " + strings.Join(lost, " or ")
	case len(won) > 0:
		return "can be " + strings.Join(won, " or ") + " too"
	}
	return "used alike"
}

// How far two colours lie apart in words, by CIEDE2000. Common practice, no source.
const (
	hardlySeen  = 3
	nearColour  = 10
	otherColour = 28
)

func colourSays(d float64) string {
	switch {
	case d < hardlySeen:
		return "hardly another colour"
	case d < nearColour:
		return fmt.Sprintf("a near colour, %.0f apart", d)
	case d < otherColour:
		return fmt.Sprintf("another colour, %.0f apart", d)
	}
	return fmt.Sprintf("quite another colour, %.0f apart", d)
}

// forbids says why a material cannot serve; empty where it can.
func (d Duty) forbids(e Entry) string {
	if len(d.Must) == 0 {
		return ""
	}
	for _, m := range d.Must {
		if slices.Contains(e.Can, m) {
			return ""
		}
	}
	return fmt.Sprintf("%s; %s cannot be %s", d.Why, e.Name, strings.Join(each(d.Must, func(m string) string { return canWords[m] }), " or "))
}

func each(in []string, f func(string) string) []string {
	out := make([]string, len(in))
	for i, s := range in {
		out[i] = f(s)
	}
	return out
}

// Serves tells whether a material can do what a part must have.
func (d Duty) Serves(e Entry) bool { return d.forbids(e) == "" }

// canWords say what a material that can do a thing can be: cans.csv.
var canWords = func() map[string]string {
	m := map[string]string{}
	for _, r := range rowsOf("cans.csv") {
		m[r[0]] = r[1]
	}
	return m
}()

// CanWords say in words what a material can be made to do.
func CanWords(can string) string { return canWords[can] }

func (p Property) compares(a, b float64) string {
	switch {
	case b > a:
		return "more " + p.Words()
	case b < a:
		return "less " + p.Words()
	}
	return "the same " + p.Words()
}

// markingLike are pairs of markings that are no match and yet not far: markings.csv. Common
// practice, no source.
var markingLike = func() map[[2]string]float64 {
	m := map[[2]string]float64{}
	for _, r := range rowsOf("markings.csv") {
		apart, err := strconv.ParseFloat(r[2], 64)
		if err != nil {
			panic(err)
		}
		m[[2]string{r[0], r[1]}] = apart
	}
	return m
}()

func markingApart(a, b string) float64 {
	if a == b {
		return 0
	}
	if v, ok := markingLike[[2]string{a, b}]; ok {
		return v
	}
	if v, ok := markingLike[[2]string{b, a}]; ok {
		return v
	}
	return 1
}

// useApart is the share of what the part can use that only one of the two can be made to do.
func useApart(must, a, b []string) float64 {
	both, all := 0, 0
	for _, m := range must {
		x, y := slices.Contains(a, m), slices.Contains(b, m)
		if x && y {
			both++
		}
		if x || y {
			all++
		}
	}
	if all == 0 {
		return 0
	}
	return 1 - float64(both)/float64(all)
}

// apart is the distance of two entries in the tree, and the nearest kind that both are.
func (c *Cabinet) apart(a, b string) (float64, string) {
	la, lb := c.Line(a), c.Line(b)
	slices.Reverse(la)
	slices.Reverse(lb)
	shared := 0
	for shared < len(la) && shared < len(lb) && la[shared] == lb[shared] {
		shared++
	}
	if shared == 0 {
		return 1, "materials"
	}
	return 1 - 2*float64(shared-1)/float64(max(len(la)+len(lb)-2, 1)), la[shared-1]
}
