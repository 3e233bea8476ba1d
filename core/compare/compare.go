// Package compare lays a variant beside its parent and says what departs: which
// parts were kept, replaced, added or left out, in what material and colour,
// how long, how many, how often wound; and what it all amounts to.
//
// Silence is not absence. A part that every fly has (hook, thread, head) and
// that one account does not mention is unstated. A tail or a wing that is
// missing from a full dressing was left out; from an incomplete one that cannot
// be told. A material that was not understood is no replacement, an alternative
// that the parent accepts is no departure, and intervals that overlap are none.
package compare

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/proportion"
	"mothledger/core/role"
)

// Change is what became of a part.
type Change string

// The changes.
const (
	Same       Change = "same"
	Near       Change = "near"     // the same material in another colour or grade
	Replaced   Change = "replaced" // another material, however near
	Added      Change = "added"
	Dropped    Change = "dropped"
	Unstated   Change = "unstated"
	CannotTell Change = "cannot-tell"
)

// Values lists the changes as words.
func (Change) Values() []string {
	return []string{string(Same), string(Near), string(Replaced), string(Added), string(Dropped), string(Unstated), string(CannotTell)}
}

// Comparison is one variant beside its parent.
type Comparison struct {
	Title   string  `json:"title"`
	Verdict Verdict `json:"verdict"`
	// Because are the facts that led to the verdict, in sentences, the weightiest first.
	Because []string `json:"because"`
	// Against are facts that speak for another verdict.
	Against []string `json:"against,omitempty"`
	// Uncertain is what cannot be told, in sentences.
	Uncertain []string `json:"uncertain,omitempty"`
	// Return are up to three changes that would make the variant its parent again.
	Return []string `json:"return,omitempty"`
	// Axes look at what is there, of what, and how it is built, apart.
	Axes Axes `json:"axes"`
	// Form is the other form that the variant has: parachute, spent, hair-wing, beaded, tube,
	// low-water; empty where it has the parent's.
	Form string `json:"form,omitempty"`
	// Kind is the kind of fly by which it was weighed what matters.
	Kind   string      `json:"kind,omitempty"`
	Counts Counts      `json:"counts"`
	Parts  []Departure `json:"parts"`
	// Essentials are what the parent says makes it this fly, and whether the
	// variant keeps them.
	Essentials []Essential `json:"essentials,omitempty"`
}

// Counts is how many parts fared how. A part whose material is the same but
// whose figures differ counts as same here; the figures stand with it.
type Counts struct {
	Same     int `json:"same"`
	Near     int `json:"near"`
	Replaced int `json:"replaced"`
	Added    int `json:"added"`
	Dropped  int `json:"dropped"`
	Unstated int `json:"unstated"`
}

// Departure is one part in both dressings.
type Departure struct {
	Role   string   `json:"role"` // the parent's label, or the variant's for an added part
	Roles  []string `json:"roles,omitempty"`
	Change Change   `json:"change"`
	Moved  bool     `json:"moved"`
	// ParentPart and VariantPart index the parts of the two dressings, -1 for
	// none.
	ParentPart  int `json:"parentPart"`
	VariantPart int `json:"variantPart"`

	Materials *Materials `json:"materials,omitempty"`
	Length    *Figures   `json:"length,omitempty"`
	Count     *Figures   `json:"count,omitempty"`
	Turns     *Figures   `json:"turns,omitempty"`
	Diameter  *Figures   `json:"diameter,omitempty"`
	Winding   *Words     `json:"winding,omitempty"`
	Method    *Words     `json:"method,omitempty"`
	Hook      *Words     `json:"hook,omitempty"`
	Why       string     `json:"why,omitempty"` // of an unstated or untold part
	// Noise is a change of the materials that is noise on this kind of fly: Change is then same.
	Noise *Noise `json:"noise,omitempty"`
	noise string
	// Remark is what is to be said of a part that does not depart: an accepted alternative, a
	// shade that is not stated, one part told in two lines.
	Remark string `json:"remark,omitempty"`
	// AlsoParent and AlsoVariant are further parts that are told as one with this.
	AlsoParent  []int `json:"alsoParent,omitempty"`
	AlsoVariant []int `json:"alsoVariant,omitempty"`
	// Reason is why the tier made the change, in the account's words, and ReasonKind of what kind
	// it is.
	Reason     string     `json:"reason,omitempty"`
	ReasonKind ReasonKind `json:"reasonKind,omitempty"`
	// Vague is set where one side says less of the part than the other: nothing departs as far
	// as it is told.
	Vague bool `json:"vague,omitempty"`
}

// Materials are a part's materials in both dressings.
type Materials struct {
	Parent  []string `json:"parent"`
	Variant []string `json:"variant"`
	// Nearness is that of the main materials for this part, from 0 to 1, by the Cabinet; it never
	// sets the change.
	Nearness float64 `json:"nearness"`
	// Colour says how the variant's colour lies to the parent's: same, inside, containing,
	// overlapping, outside or untold; absent where either is not stated.
	Colour string `json:"colour,omitempty"`
	// Grade is set where both state a grade, and not the same.
	Grade bool `json:"grade,omitempty"`
	// ParentIs and VariantIs are the Cabinet's names of the main materials.
	ParentIs  string `json:"parentIs,omitempty"`
	VariantIs string `json:"variantIs,omitempty"`
	// ParentSeen and VariantSeen are what the eye gets of the part: its materials blended by their
	// shares, over the thread where the part is sparse; absent where no colour is stated.
	ParentSeen  *Seen `json:"parentSeen,omitempty"`
	VariantSeen *Seen `json:"variantSeen,omitempty"`
}

// Seen is a colour as the eye gets it, dry and wet: screen colours as #rrggbb, from memory. Over is the
// thread that shows through, empty where none does.
type Seen struct {
	Dry  string `json:"dry"`
	Wet  string `json:"wet"`
	Over string `json:"over,omitempty"`
}

// Figures are two values in one unit. Change is longer, shorter, more, fewer, larger, smaller,
// or absent where they agree.
type Figures struct {
	Parent      float64 `json:"parent"`
	Variant     float64 `json:"variant"`
	ParentSaid  string  `json:"parentSaid,omitempty"`
	VariantSaid string  `json:"variantSaid,omitempty"`
	Of          string  `json:"of,omitempty"`
	Change      string  `json:"change,omitempty"`
	// Noise is a change that does not matter on this kind of fly: Change is then absent.
	Noise *Noise `json:"noise,omitempty"`
	noise string
}

// Noise is what would be a change, and why it is none on this kind of fly: a layer of its own.
type Noise struct {
	Change string `json:"change"`
	Why    string `json:"why"`
}

// settle lays what is noise apart from what departs.
func (d *Departure) settle() {
	if d.noise != "" && (d.Change == Near || d.Change == Replaced) {
		d.Noise, d.Change = &Noise{string(d.Change), d.noise}, Same
	}
	for _, f := range d.figures() {
		if f.noise != "" && f.Change != "" {
			f.Noise, f.Change = &Noise{f.Change, f.noise}, ""
		}
	}
}

// departs tells whether figures differ by more than noise.
func (f *Figures) departs() bool { return f != nil && f.Change != "" }

// Words are two ways of doing a thing.
type Words struct {
	Parent  string `json:"parent"`
	Variant string `json:"variant"`
	Change  string `json:"change,omitempty"`
}

// departs tells whether two ways of doing a thing differ.
func (w *Words) departs() bool { return w != nil && w.Change != "" }

// Departs tells whether anything about the part differs by more than noise.
func (d Departure) Departs() bool {
	switch d.Change {
	case Near, Replaced, Added, Dropped:
		return true
	case Unstated, CannotTell:
		return false
	}
	return d.Moved || d.Figured() || d.technical()
}

// Noisy tells whether something differs that is noise on this kind of fly.
func (d Departure) Noisy() bool {
	return d.Noise != nil || slices.ContainsFunc(d.figures(), func(f *Figures) bool { return f.Noise != nil })
}

func (d Departure) figures() []*Figures {
	return slices.DeleteFunc([]*Figures{d.Length, d.Count, d.Turns, d.Diameter}, func(f *Figures) bool { return f == nil })
}

// Figured tells whether a length, a count, the turns or a diameter differ by more than noise.
func (d Departure) Figured() bool { return slices.ContainsFunc(d.figures(), (*Figures).departs) }

func (d Departure) technical() bool {
	return d.Winding.departs() || d.Method.departs() || d.Hook.departs()
}

// Dressings compares a variant with its parent, with the built-in Cabinet.
func Dressings(parent, variant dressing.Dressing) Comparison {
	return With(material.Builtin(), parent, variant)
}

// With compares a variant with its parent, with the materials of a Cabinet.
func With(cabinet *material.Cabinet, parent, variant dressing.Dressing) Comparison {
	c := comparer{p: parent, v: variant, cabinet: cabinet}
	h, _ := parent.HookNamed()
	g, _ := hook.Hook{Size: h.Size, Shank: 0}.Geometry()
	c.rp, c.rv = proportion.NewResolver(parent, g), proportion.NewResolver(variant, g)
	c.shankMM = g.ShankMM
	c.kind = KindOfFly(cabinet, parent)
	c.pw, c.vw = c.works(parent), c.works(variant)
	out := Comparison{Title: variant.Title, Kind: c.kind, Parts: c.parts()}
	for _, d := range out.Parts {
		switch d.Change {
		case Same:
			out.Counts.Same++
		case Near:
			out.Counts.Near++
		case Replaced:
			out.Counts.Replaced++
		case Added:
			out.Counts.Added++
		case Dropped:
			out.Counts.Dropped++
		default:
			out.Counts.Unstated++
		}
	}
	out.Essentials = essentials(parent, variant, out.Parts)
	c.judge(&out)
	return out
}

type comparer struct {
	p, v    dressing.Dressing
	rp, rv  *proportion.Resolver
	cabinet *material.Cabinet
	shankMM float64
	kind    string
	pw, vw  []work // what the parts do, part by part
}

func (c *comparer) parts() []Departure {
	pair := c.pairs()
	joined := c.joinedParts(pair)
	moved := c.movedParts(pair)
	partner := make([]int, len(c.v.Parts))
	for j := range partner {
		partner[j] = -1
	}
	out := []Departure{}
	for i, p := range c.p.Parts {
		if joined.parent[i] >= 0 {
			continue
		}
		j := pair[i]
		if j >= 0 {
			partner[j] = i
		}
		d := Departure{Role: p.Role, ParentPart: i, VariantPart: j, Moved: moved[i], AlsoParent: indexes(joined.parent, i), AlsoVariant: indexes(joined.variant, i)}
		c.part(&d, p)
		switch {
		case d.Remark != "":
		case len(d.AlsoParent) > 0:
			d.Remark = "one part here, told as two by the parent"
		case len(d.AlsoVariant) > 0:
			d.Remark = "told as two parts here, one in the parent"
		}
		out = append(out, d)
	}
	for j, v := range c.v.Parts {
		if partner[j] >= 0 || joined.variant[j] >= 0 {
			continue
		}
		out = slices.Insert(out, c.placeOf(out, j), c.extra(j, v))
	}
	return out
}

// indexes lists where a value stands.
func indexes(list []int, value int) []int {
	var out []int
	for k, v := range list {
		if v == value {
			out = append(out, k)
		}
	}
	return out
}

// extra is a part that only the variant has.
func (c *comparer) extra(j int, v dressing.Part) Departure {
	d := Departure{Role: v.Role, Change: Added, ParentPart: -1, VariantPart: j}
	d.Materials = materialsOf(nil, c.v.MaterialsOf(j))
	if v.Absent {
		d.Change, d.Why = Same, "neither has one"
		return d
	}
	d.Change, d.Why = c.missing(v, c.p, theParent, Added)
	if d.Change == Added {
		c.reason(&d, j)
	}
	return d
}

// placeOf is where a part that only the variant has is put: beside the part it follows there.
func (c *comparer) placeOf(out []Departure, j int) int {
	for k := j - 1; k >= 0; k-- {
		if n := slices.IndexFunc(out, func(o Departure) bool { return o.VariantPart == k }); n >= 0 {
			return n + 1
		}
	}
	return len(out)
}

// Complete tells whether an account is a full dressing: it names a body, and at least two parts
// that carry a fly's character, or the hook and what ends the fly.
func Complete(d dressing.Dressing) bool {
	if d.Fragment != "" {
		return false
	}
	body, hooked, many := false, false, 0
	for _, p := range d.Parts {
		std, _ := p.Standard()
		body = body || std.Kin == role.Body
		hooked = hooked || std.Form == role.FormHook
		if std.Weight >= weighty {
			many++
		}
	}
	return body && (many >= 2 || hooked && endsInFront(d))
}

// endsInFront tells whether an account gets to the front end of the fly.
func endsInFront(d dressing.Dressing) bool {
	return slices.ContainsFunc(d.Parts, func(p dressing.Part) bool {
		std, known := p.Standard()
		return known && isInFront(std) || std.Name == role.Finish
	})
}

// isInFront tells a part of the front half of the fly.
func isInFront(std role.Role) bool {
	return std.Form != role.FormHook && std.Form != role.FormBead && std.Name != role.Thread && std.From > 0 && std.From < frontHalf
}

// frontHalf is the station before which a part stands at the front.
const frontHalf = 0.46

// missing says what became of a part of one account that the other, of, does not have.
func (c *comparer) missing(p dressing.Part, other dressing.Dressing, of string, gone Change) (Change, string) {
	std, _ := p.Standard()
	switch {
	case std.Universal:
		return Unstated, "every fly has one; " + of + " does not mention it"
	case p.Optional && gone == Dropped:
		return Unstated, "an extra that the parent leaves open"
	case other.Fragment == dressing.OfSpecimen:
		return CannotTell, "lost or never there: " + of + " is of a specimen"
	case other.Fragment != "":
		return CannotTell, of + " is not whole"
	case !Complete(other):
		return CannotTell, of + " is incomplete"
	case unreadNames(other, std):
		return CannotTell, of + " says something of it that was not read"
	case c.unreadServes(other, std):
		return CannotTell, of + " names a material in words that were not read; it may be this"
	}
	return gone, ""
}

// The accounts as sentences call them.
const (
	thisAccount = "this account"
	theParent   = "the parent's account"
)

// unreadNames tells whether what was not read of an account names a part.
func unreadNames(d dressing.Dressing, std role.Role) bool {
	labels := append([]string{std.Name}, std.Also...)
	for _, u := range d.Unread {
		var said []string
		for _, t := range measure.Lex(u.Text) {
			said = append(said, t.Low)
		}
		text := " " + strings.Join(said, " ") + " "
		for _, l := range labels {
			if len(l) > shortLabel && strings.Contains(text, " "+l+" ") {
				return true
			}
		}
	}
	return false
}

// unreadServes tells whether what was not read of an account names a material that could be this part.
func (c *comparer) unreadServes(d dressing.Dressing, std role.Role) bool {
	duty := material.DutyOf(dutyPart(work{std: std, does: std.Kin}), c.kind)
	return len(duty.Must) > 0 && std.Weight >= weighty && slices.ContainsFunc(d.Unread, func(u dressing.Unread) bool {
		return slices.ContainsFunc(strings.FieldsFunc(u.Text, func(r rune) bool { return strings.ContainsRune(".;,", r) }), func(piece string) bool {
			e := c.cabinet.Of(piece, asIn(std)).Entry
			return e != nil && e.Name != material.Root && duty.Serves(*e)
		})
	})
}

// shortLabel is how long a label is that may be an abbreviation or a word of something else.
const shortLabel = 3

// part says what became of a part of the parent, whose place and partner are given.
func (c *comparer) part(d *Departure, p dressing.Part) {
	i, j := d.ParentPart, d.VariantPart
	std, _ := p.Standard()
	if j < 0 || c.v.Parts[j].Absent {
		d.Materials = materialsOf(c.p.MaterialsOf(i), nil)
		switch {
		case p.Absent:
			d.Change, d.Why = Same, "neither has one"
		case j >= 0:
			d.Change = Dropped
		default:
			d.Change, d.Why = c.missing(p, c.v, thisAccount, Dropped)
		}
		if d.Change == Dropped {
			c.reason(d, j)
		}
		return
	}
	v := c.v.Parts[j]
	if p.Role != v.Role {
		d.Roles = []string{p.Role, v.Role}
	}
	if p.Absent {
		d.Change = Added
		d.Materials = materialsOf(nil, c.v.MaterialsOf(j))
		c.reason(d, j)
		return
	}
	if std.Form == role.FormHook {
		if c.p.Kind != dressing.Style { // a way of tying takes any hook
			d.Hook = hookWords(c.p, c.v, p, v)
		}
		if p.Hook != nil && v.Hook != nil && p.Hook.Size != "" && v.Hook.Size != "" && p.Hook.Size != v.Hook.Size {
			d.Remark = "size " + v.Hook.Size + " where the parent has " + p.Hook.Size + ": a size is no departure"
		}
		d.Change = Same
		return
	}
	c.material(d, i, j)
	d.Length = c.length(i, j)
	d.Count = countFigures(p.CountSpan(), v.CountSpan())
	if a, b := p.TurnsSpan(), v.TurnsSpan(); a != nil && b != nil {
		d.Turns = figures(*a, *b, "turn", "more", "fewer")
	}
	d.Diameter = diameters(p.DiameterMM, v.DiameterMM)
	if p.Winding != "" && v.Winding != "" {
		d.Winding = words(p.Winding, v.Winding, "reversed")
	}
	d.Method = ways(c.pw[i], c.vw[j])
	if at, then := p.Foot(), v.Foot(); !at.IsZero() && !then.IsZero() && !std.Spans {
		a, oka := c.rp.Station(at)
		b, okb := c.rv.Station(then)
		d.Moved = d.Moved || oka && okb && math.Abs(a-b) > stationSlack
	}
	if v.Damage == dressing.Lost || p.Damage == dressing.Lost {
		d.Change, d.Why, d.Length, d.Count = CannotTell, "lost from the specimen", nil, nil
	}
	c.noise(d, std)
	d.settle()
	if d.Departs() {
		c.reason(d, j)
	}
}

// rulesNumber goes up with each change of the code that says something else of two dressings.
const rulesNumber = 5

// Version tells by which rules a comparison was made: the code, its tables and the words. What a
// Cabinet of the club's own adds stands beside it.
var Version = sync.OnceValue(func() string {
	return fmt.Sprintf("%d-%s-%s-%s", rulesNumber, lexicon.Sum(tables, "kinship.csv", "matters.csv", "kinds.csv", "verdicts.csv"), material.Digest(), lexicon.Digest())
})

// Kin is the work that the part does, by which departures of many flies are gathered.
func (d Departure) Kin() string {
	std, _ := role.Find(d.Role)
	if std.Kin == "" {
		return std.Name
	}
	return std.Kin
}
