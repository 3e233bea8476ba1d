package compare

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Verdict is what a comparison amounts to, in the words that people use. It is drawn from three
// axes, by rules in a fixed order (draw): whether the two are kin at all, the essentials, what cannot be told,
// another pattern, then the axis that weighs most. verdicts.csv has an example of each.
type Verdict string

// The verdicts.
const (
	SameDressing   Verdict = "same"
	SameAsTold     Verdict = "same-as-far-as-told"
	Undecided      Verdict = "cannot-tell"
	Colour         Verdict = "colour"
	Substitution   Verdict = "substitution"
	Simplified     Verdict = "simplified"
	DressedUp      Verdict = "dressed-up"
	Reproportioned Verdict = "re-proportioned"
	Technique      Verdict = "technique"
	NewPattern     Verdict = "new"
	NoKin          Verdict = "no-kin"
)

// Verdicts lists all of them.
var Verdicts = []Verdict{SameDressing, SameAsTold, Undecided, Colour, Substitution, Simplified, DressedUp, Reproportioned, Technique, NewPattern, NoKin}

// Values lists the verdicts as words.
func (Verdict) Values() []string {
	out := make([]string, len(Verdicts))
	for i, v := range Verdicts {
		out[i] = string(v)
	}
	return out
}

// verdictPhrases say the verdicts in a sentence's end.
var verdictPhrases = map[Verdict]string{
	SameDressing: "the same dressing", SameAsTold: "the same as far as it is told", Undecided: "it cannot be told",
	Colour: "a colour version", Substitution: "a substitution", Simplified: "a simplified version", DressedUp: "a dressed-up version",
	Reproportioned: "a re-proportioned version", Technique: "another technique",
	NewPattern: "a new pattern that owes something to the old", NoKin: "no kin: two flies of their own",
}

// Phrase says the verdict in a sentence's end.
func (v Verdict) Phrase() string { return verdictPhrases[v] }

// Axes are the three things that a verdict looks at apart.
type Axes struct {
	There There `json:"there"` // which parts
	Of    Of    `json:"of"`    // of which materials
	Built Built `json:"built"` // how
}

// There says which parts there are beside the parent's.
type There string

// Of says of what they are.
type Of string

// Built says how they are made.
type Built string

// What the axes say.
const (
	SameParts  There = "same"
	FewerParts There = "fewer"
	MoreParts  There = "more"
	OtherParts There = "both"
	NotTold    There = "cannot-tell"

	SameStuffs  Of = "same"
	Colours     Of = "colours"
	Substitutes Of = "substitutes"
	OtherStuffs Of = "others"
	StuffUntold Of = "cannot-tell"

	SameBuild   Built = "same"
	Proportions Built = "proportions"
	OtherWay    Built = "technique"
	OtherForm   Built = "form"
	BuildUntold Built = "cannot-tell"
)

// Values lists what the axis says.
func (There) Values() []string {
	return []string{string(SameParts), string(FewerParts), string(MoreParts), string(OtherParts), string(NotTold)}
}

// Values lists what the axis says.
func (Of) Values() []string {
	return []string{string(SameStuffs), string(Colours), string(Substitutes), string(OtherStuffs), string(StuffUntold)}
}

// Values lists what the axis says.
func (Built) Values() []string {
	return []string{string(SameBuild), string(Proportions), string(OtherWay), string(OtherForm), string(BuildUntold)}
}

// How much each kind of departure counts, times the weight of its part; how near a material is
// that is a substitute; and how much of the parent's weight is left, at the most, of another
// pattern. Common practice, no source.
const (
	nearScore       = 0.6
	figureScore     = 0.7
	techniqueScore  = 1.2
	hookScore       = 2.0
	substituteLeast = 0.5
	newShare        = 0.45
	kinShare        = 0.25
	nearKin         = 0.5
	kinTold         = 5.0
	universalWeight = 0.5
)

// A fact is one departure in a sentence, with the verdict that it speaks for and its weight.
type fact struct {
	verdict  Verdict
	weight   float64
	sentence string
	back     string // what would undo it
}

// weights are what the departures amount to.
type weights struct {
	facts []fact
	score map[Verdict]float64
	// of the parent's character: how much there is, how much is left, how much could be told
	all, left, told float64
	alike           float64 // the same weighed by how alike it is, as kin shows
	replaced, far   int
	added, dropped  int
	manner, hook    bool
}

func weightOf(d Departure) float64 {
	std, _ := role.Find(d.Role)
	if std.Universal {
		return universalWeight
	}
	return float64(max(std.Weight, 1))
}

func (c *comparer) weigh(parts []Departure) weights {
	w := weights{score: map[Verdict]float64{}}
	for _, d := range parts {
		std, _ := role.Find(d.Role)
		weight := weightOf(d)
		if d.ParentPart >= 0 && !std.Universal {
			w.all += weight
			if d.Change != Unstated && d.Change != CannotTell && !(d.VariantPart >= 0 && len(c.vw[d.VariantPart].stuffs) == 0 && d.Change == Same) {
				w.told += weight
			}
			switch {
			case d.Change == Same:
				w.left, w.alike = w.left+weight, w.alike+weight
			case d.Change == Near:
				w.left, w.alike = w.left+weight, w.alike+nearKin*weight
			case d.Change == Replaced && d.Materials.Nearness >= substituteLeast:
				w.left, w.alike = w.left+weight*d.Materials.Nearness, w.alike+nearKin*weight*d.Materials.Nearness
			case d.Change == Unstated || d.Change == CannotTell:
				w.all -= weight
			}
		}
		if !d.Departs() {
			continue
		}
		f := fact{sentence: d.Sentence(), back: d.undo()}
		add := func(v Verdict, s float64) {
			w.score[v] += s
			if s > f.weight {
				f.verdict = v
			}
			f.weight += s
		}
		switch d.Change {
		case Near:
			if d.Materials.Grade {
				add(Reproportioned, nearScore*weight)
			} else {
				add(Colour, nearScore*weight)
			}
		case Replaced:
			add(Substitution, weight)
			w.replaced++
			if d.Materials.Nearness < substituteLeast {
				w.far++
			}
		case Added:
			add(DressedUp, weight)
			w.added++
		case Dropped:
			add(Simplified, weight)
			w.dropped++
		}
		for _, x := range d.figures() {
			if x.departs() {
				add(Reproportioned, figureScore*max(weight, 1))
			}
		}
		if d.Hook.departs() {
			add(Technique, hookScore)
			w.hook = true
		}
		if d.Winding.departs() || d.Method.departs() {
			add(Technique, techniqueScore*max(weight, 1))
			w.manner = true
		}
		if d.Moved {
			add(Technique, techniqueScore)
			w.manner = true
		}
		w.facts = append(w.facts, f)
	}
	slices.SortStableFunc(w.facts, func(a, b fact) int { return cmp.Compare(b.weight, a.weight) })
	return w
}

// judge draws the verdict from the axes, and says why.
func (c *comparer) judge(out *Comparison) {
	w := c.weigh(out.Parts)
	form := c.form(out.Parts)
	out.Form = cmp.Or(form, c.lesserForm(out.Parts))
	out.Axes = c.axes(w, form)
	out.Uncertain = uncertain(out.Parts)
	out.Verdict, out.Because = c.draw(w, out, form)
	for _, f := range w.facts {
		if f.sentence == "" {
			continue
		}
		if f.verdict == out.Verdict || !of(out.Verdict) {
			out.Because = append(out.Because, f.sentence)
		} else {
			out.Against = append(out.Against, f.sentence)
		}
		if f.back != "" && len(out.Return) < changesBack {
			out.Return = append(out.Return, f.back)
		}
	}
	if len(out.Because) == 0 {
		out.Because = []string{sameReason(out.Parts)}
	}
}

// changesBack is how many changes are named at most that would make a variant its parent again.
const changesBack = 3

// of tells whether a verdict is drawn from one axis, so that departures on another speak against it.
func of(v Verdict) bool {
	switch v {
	case Colour, Substitution, Simplified, DressedUp, Reproportioned, Technique:
		return true
	}
	return false
}

func (c *comparer) draw(w weights, out *Comparison, form string) (Verdict, []string) {
	if w.all > 0 && w.alike/w.all < kinShare && w.told >= kinTold && w.replaced+w.dropped >= 2 && !c.namesParent() {
		return NoKin, []string{"hardly a part of any weight is kept, and neither account names the other fly"}
	}
	for _, e := range out.Essentials {
		if e.Kept == Lost {
			return NewPattern, []string{"without an essential of the parent, “" + e.Text + "”: " + e.Why}
		}
	}
	if len(w.facts) == 0 {
		return c.nothingDeparts(w, out)
	}
	share := 1.0
	if w.all > 0 {
		share = w.left / w.all
	}
	if share < newShare && w.told > 0 && (w.hook || form != "") && w.replaced+w.dropped >= 3 {
		return NewPattern, []string{fmt.Sprintf("another hook or form, and of the parent's parts %s", keptWords(out.Parts))}
	}
	best, verdict := 0.0, SameDressing
	for _, v := range []Verdict{Technique, Substitution, Simplified, DressedUp, Reproportioned, Colour} { // an order for ties
		s := w.score[v]
		if form != "" && v == Technique {
			s += techniqueScore
			if form == lowWater { // what is shorter is the form
				s += w.score[Reproportioned]
			}
		}
		if s > best {
			best, verdict = s, v
		}
	}
	return verdict, nil
}

// keptWords count which of the parent's parts are kept.
func keptWords(parts []Departure) string {
	kept, all := 0, 0
	for _, d := range parts {
		if std, _ := role.Find(d.Role); d.ParentPart < 0 || std.Universal || d.Change == Unstated || d.Change == CannotTell {
			continue
		}
		all++
		if d.Change == Same || d.Change == Near {
			kept++
		}
	}
	if kept == 0 {
		return "none is kept in its material"
	}
	return fmt.Sprintf("only %d of %d are kept in their material", kept, all)
}

// nothingDeparts tells the same dressing from one that is the same as far as it is told, and from
// one of which too little is told.
func (c *comparer) nothingDeparts(w weights, out *Comparison) (Verdict, []string) {
	if w.told == 0 && slices.ContainsFunc(out.Parts, func(d Departure) bool { return d.ParentPart >= 0 && weightOf(d) >= weighty }) {
		return Undecided, []string{"too little is told of one of them to lay them beside each other"}
	}
	for _, d := range out.Parts {
		if weightOf(d) < weighty {
			continue
		}
		switch {
		case d.Change == CannotTell, d.Vague && d.ParentPart >= 0 && d.Change == Same:
			return SameAsTold, []string{sameReason(out.Parts)}
		}
	}
	return SameDressing, nil
}

// weighty is the weight of a part from which it carries the fly's character.
const weighty = 2

// namesParent tells whether the variant's account names the parent, or both bear one name.
func (c *comparer) namesParent() bool {
	p := strings.ToLower(c.p.Title)
	if p == "" {
		return false
	}
	for _, n := range c.v.Parents {
		if strings.Contains(strings.ToLower(n.Name), p) {
			return true
		}
	}
	return strings.Contains(strings.ToLower(c.v.Title), p) || strings.EqualFold(c.v.VariantOf, c.p.Title)
}

func (c *comparer) axes(w weights, form string) Axes {
	a := Axes{SameParts, SameStuffs, SameBuild}
	switch {
	case w.told == 0 && w.added == 0 && w.dropped == 0 && len(w.facts) == 0 && w.all == 0:
		return Axes{NotTold, StuffUntold, BuildUntold}
	case w.added > 0 && w.dropped > 0:
		a.There = OtherParts
	case w.added > 0:
		a.There = MoreParts
	case w.dropped > 0:
		a.There = FewerParts
	}
	switch {
	case w.far > 0:
		a.Of = OtherStuffs
	case w.replaced > 0:
		a.Of = Substitutes
	case w.score[Colour] > 0:
		a.Of = Colours
	}
	switch {
	case form != "" || w.hook:
		a.Built = OtherForm
	case w.manner:
		a.Built = OtherWay
	case w.score[Reproportioned] > 0:
		a.Built = Proportions
	}
	return a
}

// The forms that code finds; the others are manners of a wing or a hackle.
const (
	hairWing = "hair-wing"
	beaded   = "beaded"
	lowWater = "low-water"
)

// lowWaterShift is how far forward of the parent's the body of a low-water dressing begins, in
// shanks. Common practice, no source.
const lowWaterShift = 0.3

// form names the other form that a variant has and that makes it another technique; empty where it has
// the parent's.
func (c *comparer) form(parts []Departure) string {
	for _, d := range parts {
		if d.Method.departs() {
			switch m := d.Method.Variant; m {
			case parachute, spent:
				return m
			case post:
				return parachute
			}
		}
	}
	for _, d := range parts {
		std, _ := role.Find(d.Role)
		if std.Kin != role.Body || d.ParentPart < 0 || d.VariantPart < 0 || c.kind != kindSalmon {
			continue
		}
		from, _, ok := c.rp.Ends(d.ParentPart)
		to, _, ok2 := c.rv.Ends(d.VariantPart)
		a, _ := c.p.Parts[d.ParentPart].Lies()
		b, _ := c.v.Parts[d.VariantPart].Lies()
		if ok && ok2 && !b.IsZero() && !a.IsZero() && from-to >= lowWaterShift {
			return lowWater
		}
	}
	for _, d := range parts {
		if d.Hook.departs() && c.v.HookStyle() == kindTube {
			return kindTube
		}
	}
	return ""
}

// The kinds that the forms ask for, as kinds.csv writes them.
const (
	kindSalmon = "salmon"
	kindTube   = "tube"
)

// lesserForm names a form that is told beside the verdict though it makes no other technique: hair for
// feather, a bead more.
func (c *comparer) lesserForm(parts []Departure) string {
	hair := func(name string) bool { return c.cabinet.Is(name, material.HairEntry) }
	for _, d := range parts {
		std, _ := role.Find(d.Role)
		switch {
		case std.Kin == role.Wing && d.Change == Replaced && hair(d.Materials.VariantIs) && !hair(d.Materials.ParentIs):
			return hairWing
		case std.Kin == role.Bead && d.Change == Added:
			return beaded
		}
	}
	return ""
}

func uncertain(parts []Departure) []string {
	var out []string
	for _, d := range parts {
		std, _ := role.Find(d.Role)
		switch {
		case d.Change == CannotTell:
			out = append(out, d.Role+": "+d.Why)
		case d.Vague && d.Remark != "" && !std.Universal && d.Change == Same:
			out = append(out, d.Role+": "+d.Remark)
		}
	}
	return out
}

func sameReason(parts []Departure) string {
	unstated := 0
	for _, d := range parts {
		if d.Change == Unstated || d.Change == CannotTell {
			unstated++
		}
	}
	switch unstated {
	case 0:
		return "nothing departs"
	case 1:
		return "nothing departs; one part is not stated on one side"
	}
	return fmt.Sprintf("nothing departs; %d parts are not stated on one side", unstated)
}

// Sentence gives the verdict and its main reasons in one sentence.
func (c Comparison) Sentence() string {
	reasons := c.Because
	more := ""
	if len(reasons) > 3 {
		more = fmt.Sprintf("; and %d more", len(reasons)-3)
		reasons = reasons[:3]
	}
	return dressing.Capital(c.Verdict.Phrase()) + ": " + strings.Join(reasons, "; ") + more + "."
}

// undo says what would make a part the parent's again; empty where that cannot be said.
func (d Departure) undo() string {
	list := func(s []string) string { return strings.Join(s, " and ") }
	switch d.Change {
	case Added:
		return "leave the " + d.Role + " out"
	case Dropped:
		if d.Materials == nil || len(d.Materials.Parent) == 0 {
			return "put the " + d.Role + " back"
		}
		return "put the " + d.Role + " back, of " + list(d.Materials.Parent)
	case Near, Replaced:
		return "make the " + d.Role + " of " + list(d.Materials.Parent) + " again"
	}
	for _, f := range d.figures() {
		if !f.departs() {
			continue
		}
		if f.Of == string(measure.Shank) || f.ParentSaid == "" {
			return fmt.Sprintf("bring the %s back to %s × the shank", d.Role, rounded(f.Parent))
		}
		return fmt.Sprintf("bring the %s back to %s", d.Role, f.ParentSaid+unitWords(*f))
	}
	for _, w := range []*Words{d.Method, d.Winding, d.Hook} {
		if w.departs() {
			return "make the " + d.Role + " " + wayWords(w.Parent) + " again"
		}
	}
	if d.Moved {
		return "tie the " + d.Role + " in at its old place"
	}
	return ""
}

func unitWords(f Figures) string {
	switch f.Change {
	case "more", "fewer":
		if f.Of != "" {
			return " " + f.Of + "s"
		}
	case "larger", "smaller":
		return " mm"
	}
	return ""
}
