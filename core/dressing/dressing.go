// Package dressing is the recipe of a fly: a hook and its parts in tying order, each
// with what it is made of, how much, how long, and how it is wound. What a text says
// becomes such a value in package reading; Write gives the plain form that books and
// newsletters have always used,
//
//	Pattern: Gloaming Porter
//	Originator: Edwin Sallow
//
//	Hook: size 12 wet
//	Tail: 6 ginger cock hackle fibres, one shank long
//
// and reading that again gives the same values.
//
// JSON names are a contract with other programs; absent means not stated.
package dressing

import (
	"regexp"
	"slices"
	"strings"

	"mothledger/core/descent"
	"mothledger/core/hook"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Dressing is one recipe.
type Dressing struct {
	Title      string   `json:"title,omitempty"`
	AlsoCalled []string `json:"alsoCalled,omitempty"`
	Originator string   `json:"originator,omitempty"`
	Tier       string   `json:"tier,omitempty"`
	Source     string   `json:"source,omitempty"`
	Page       string   `json:"page,omitempty"`
	Date       string   `json:"date,omitempty"`
	// VariantOf is the first of the parents that the account names.
	VariantOf string `json:"variantOf,omitempty"`
	// Parents are all of them, in the order in which they are named.
	Parents  []Named  `json:"parents,omitempty"`
	Imitates string   `json:"imitates,omitempty"`
	Style    string   `json:"style,omitempty"`
	Notes    []string `json:"notes,omitempty"`
	// Kind is absent for a recipe, "style" for a way of tying that takes any
	// colour and size, "reconstruction" where only a specimen survives.
	Kind Entry `json:"kind,omitempty"`
	// Essentials are what makes it this fly, in the account's own words.
	Essentials []string `json:"essentials,omitempty"`
	// Means are what words mean in this dressing alone, as its own header says.
	Means  []Meaning `json:"means,omitempty"`
	Sizes  *Sizes    `json:"sizes,omitempty"`
	Parts  []Part    `json:"parts"`
	Unread []Unread  `json:"unread"`
	// Fragment is set where the account is not whole: Torn, or OfSpecimen where parts may be
	// lost. What such an account does not mention cannot be told.
	Fragment Fragment `json:"fragment,omitempty"`
	// Contradictions are values that one account gives twice and differently.
	Contradictions []Contradiction `json:"contradictions"`
}

// Entry is what an entry is where it is no recipe.
type Entry string

// A Style is a way of tying that takes any colour and size; a Reconstruction is made
// after a specimen, with guesses.
const (
	Style          Entry = "style"
	Reconstruction Entry = "reconstruction"
)

// Values lists them as words.
func (Entry) Values() []string { return []string{string(Style), string(Reconstruction)} }

// Fragment says why an account is not whole.
type Fragment string

// Torn is an account of which a piece is missing or cannot be read; OfSpecimen one that was
// taken off a fly, on which parts may be lost.
const (
	Torn       Fragment = "torn"
	OfSpecimen Fragment = "specimen"
)

// Values lists them as words.
func (Fragment) Values() []string { return []string{string(Torn), string(OfSpecimen)} }

// Damage is what time has done to a part of a specimen.
type Damage string

// Lost is a part of which only a trace remains; Worn one that faded, tarnished or rusted.
const (
	Lost Damage = "lost"
	Worn Damage = "worn"
)

// Values lists them as words.
func (Damage) Values() []string { return []string{string(Lost), string(Worn)} }

// Named is a parent as an account names it: by its name, or by its folio and name
// ("28 · Widow's Lantern").
type Named struct {
	Kind descent.Kind `json:"kind"`
	Name string       `json:"name"`
}

// Descends adds a parent that the account names, or several: "Gloaming Porter; Candle
// Sedge". The same again in the same kind adds nothing.
func (d *Dressing) Descends(kind descent.Kind, names string) {
	for _, n := range several(names) {
		if slices.ContainsFunc(d.Parents, func(p Named) bool { return p.Kind == kind && strings.EqualFold(p.Name, n) }) {
			continue
		}
		d.Parents = append(d.Parents, Named{kind, n})
	}
	if len(d.Parents) > 0 {
		d.VariantOf = d.Parents[0].Name
	}
}

// several cuts a list of names at semicolons, and at commas where a folio follows:
// "28 · Widow's Lantern, 1 · Gloaming Porter". A comma or an "and" may belong to a
// name.
func several(s string) []string {
	var out []string
	for _, half := range strings.Split(s, ";") {
		from := 0
		for _, m := range beforeFolio.FindAllStringIndex(half, -1) {
			out = append(out, half[from:m[0]])
			from = m[0] + 1
		}
		out = append(out, half[from:])
	}
	kept := out[:0]
	for _, n := range out {
		if n = strings.Join(strings.Fields(n), " "); n != "" {
			kept = append(kept, n)
		}
	}
	return kept
}

var beforeFolio = regexp.MustCompile(`,\s*\d+\s*·`)

// Sizes is a range of hook sizes as numbers (1/0 is 0); Low is the lower
// number, so the larger hook.
type Sizes struct {
	Low  int `json:"low"`
	High int `json:"high"`
}

// Unread is a piece of a line that was not understood.
type Unread struct {
	Line int    `json:"line"`
	Text string `json:"text"`
}

// Contradiction names the lines that disagree. Sides are the values that stand
// against each other, in the order in which they were said.
type Contradiction struct {
	Lines []int    `json:"lines"`
	Text  string   `json:"text"`
	Sides []string `json:"sides,omitempty"`
}

// Contradict adds two values that one account gives for one thing.
func (d *Dressing) Contradict(lines []int, what, a, b string) {
	text := a + ", and " + b
	if what != "" {
		text = what + ": " + text
	}
	d.Contradictions = append(d.Contradictions, Contradiction{lines, text, []string{a, b}})
}

// How turns are spaced.
const (
	SpacedEvenly = "even"
	SpacedWider  = "opening" // wider and wider
)

// PerSide is the Per of a count that is of one side.
const PerSide = "side"

// Part is one part of a dressing, in tying order.
type Part struct {
	Line int    `json:"line"`
	Role string `json:"role"` // the label as written, in lower case
	Text string `json:"text"` // the words after the label, as written

	Optional bool `json:"optional"`
	// Absent is set where the account says that there is none.
	Absent       bool           `json:"absent,omitempty"`
	Materials    []Material     `json:"materials"`
	Alternatives []Material     `json:"alternatives,omitempty"`
	Count        *Count         `json:"count,omitempty"`
	Amount       string         `json:"amount,omitempty"`
	Length       measure.Length `json:"length,omitzero"`
	// From and To are where the part lies on the shank: 0 behind the eye, 1
	// where the bend begins; or a landmark, or another part.
	From measure.Length `json:"from,omitzero"`
	To   measure.Length `json:"to,omitzero"`
	// TiedIn is where it is caught in, which need not be where it lies.
	TiedIn  measure.Length    `json:"tiedIn,omitzero"`
	Turns   *measure.Interval `json:"turns,omitempty"`
	Winding string            `json:"winding,omitempty"` // counter or with
	Spacing string            `json:"spacing,omitempty"` // SpacedEvenly or SpacedWider
	Hook    *Hook             `json:"hook,omitempty"`
	Thread  *Thread           `json:"thread,omitempty"`
	// DiameterMM is that of a bead, a wire or a thread.
	DiameterMM float64 `json:"diameterMM,omitempty"`
	// Coats is how many coats of varnish or resin are said; 0 where none are.
	Coats float64 `json:"coats,omitempty"`
	// DiameterBasis says which gauge a diameter was turned from, and where that
	// is published: "AWG 30, ASTM B258". Empty where millimetres or inches were
	// said.
	DiameterBasis string `json:"diameterBasis,omitempty"`
	// Gauge is the hook size that a hackle's fibres suit ("a size 14 hackle").
	Gauge string `json:"gauge,omitempty"`
	// Continues names the part whose own fibres go on as this one.
	Continues string `json:"continues,omitempty"`
	// Same names the part whose material this one repeats.
	SameAs string `json:"sameAs,omitempty"`
	// Conditions are values that depend on size or use.
	Conditions []Condition `json:"conditions,omitempty"`
	// Acts are small acts that belong to the part: a turn beneath the tail.
	Acts []string `json:"acts,omitempty"`
	// Said is what this tier usually does, or what was done on this specimen,
	// kept apart from what the source prescribes.
	Said []Said `json:"said,omitempty"`
	// Essential is set where the account says that the fly needs this part.
	Essential bool `json:"essential,omitempty"`
	// Damage is what time has done to the part; condition is never a departure.
	Damage Damage `json:"damage,omitempty"`
	Note   string `json:"note,omitempty"`
}

// Condition is a value that holds only for some sizes or some use: "6 plumes in
// a blow". SizeLow and SizeHigh are hook sizes as numbers, both 0 where the
// condition is not about size.
type Condition struct {
	When     string            `json:"when"`
	Text     string            `json:"text"`
	SizeLow  int               `json:"sizeLow,omitempty"`
	SizeHigh int               `json:"sizeHigh,omitempty"`
	Count    *Count            `json:"count,omitempty"`
	Turns    *measure.Interval `json:"turns,omitempty"`
	Length   measure.Length    `json:"length,omitzero"`
	// DiameterMM is what a bead or a wire measures across under this condition
	DiameterMM float64 `json:"diameterMM,omitempty"`
}

// Said is a remark about somebody's own practice. By is "tier" or "specimen".
type Said struct {
	By     string         `json:"by"`
	Text   string         `json:"text"`
	Length measure.Length `json:"length,omitzero"`
}

// On gives the dressing as it is tied on one size: a value that depends on the
// size takes the place of the general one.
func (d Dressing) On(size hook.Size) Dressing {
	parts := d.Parts
	copied := false
	for i, p := range d.Parts {
		for _, c := range p.Conditions {
			if c.SizeLow == 0 && c.SizeHigh == 0 || int(size) < c.SizeLow || int(size) > c.SizeHigh {
				continue
			}
			if !copied {
				parts, copied = slices.Clone(d.Parts), true
			}
			if c.Count != nil {
				parts[i].Count = c.Count
			}
			if c.Turns != nil {
				parts[i].Turns = c.Turns
			}
			if !c.Length.IsZero() {
				parts[i].Length = c.Length
			}
			if c.DiameterMM > 0 {
				parts[i].DiameterMM = c.DiameterMM
			}
		}
	}
	d.Parts = parts
	return d
}

// CountSpan is the count with all that it may be under some condition.
func (p Part) CountSpan() *Count {
	if p.Count == nil {
		return nil
	}
	c := *p.Count
	for _, x := range p.Conditions {
		if x.Count != nil && (x.Count.Of == c.Of || x.Count.Of == "") {
			c.Low, c.High = min(c.Low, x.Count.Low), max(c.High, x.Count.High)
		}
	}
	return &c
}

// TurnsSpan is the turns with all that they may be under some condition.
func (p Part) TurnsSpan() *measure.Interval {
	if p.Turns == nil {
		return nil
	}
	v := *p.Turns
	for _, x := range p.Conditions {
		if x.Turns != nil {
			v.Low, v.High = min(v.Low, x.Turns.Low), max(v.High, x.Turns.High)
		}
	}
	return &v
}

// Material is one material of a part. Name is as written, without colour,
// grade and preparation.
type Material struct {
	Name        string  `json:"name"`
	Colour      string  `json:"colour,omitempty"`
	Size        string  `json:"size,omitempty"`
	Share       float64 `json:"share,omitempty"`
	Preparation string  `json:"preparation,omitempty"`
	// Guess is set where the material was inferred from a specimen ("cf.").
	Guess bool `json:"guess,omitempty"`
	// Taught is the kind of a material whose name the club taught its reader, and Hue the colour
	// of one, or of a colour word, as #rrggbb; empty for what the trade's own words tell.
	Taught material.Kind `json:"kind,omitempty"`
	Hue    string        `json:"hue,omitempty"`
}

// Kind is what kind of thing a material is.
func (m Material) Kind() material.Kind {
	if m.Taught != "" {
		return m.Taught
	}
	return material.KindOf(m.Name)
}

// Ink gives a drawing colour; stated is false where it is only typical of the material.
func (m Material) Ink() (hex string, stated bool) {
	if m.Hue != "" {
		return m.Hue, true
	}
	return material.Hue(m.Name, m.Colour)
}

// Count is how many of what.
type Count struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
	Of   string  `json:"of,omitempty"`
	Per  string  `json:"per,omitempty"` // PerSide, or absent for in all
}

// Interval is the count as a plain interval.
func (c Count) Interval() measure.Interval { return measure.Interval{Low: c.Low, High: c.High} }

// Hook is what a hook line says.
type Hook struct {
	Size  string `json:"size,omitempty"`
	Shank string `json:"shank,omitempty"` // standard, 2XL, 1XS
	Wire  string `json:"wire,omitempty"`  // 1XF, 2XH; fine or heavy where no code is said
	Style string `json:"style,omitempty"`
	Barb  string `json:"barb,omitempty"` // barbless, barbed or flattened
	Eye   string `json:"eye,omitempty"`
	// Demonstration is a size that was only tied large to be seen.
	Demonstration string `json:"demonstration,omitempty"`
}

// Thread is what a thread line says. The aught scale has no standard and is
// never turned into denier.
type Thread struct {
	Aught  string  `json:"aught,omitempty"`
	Denier float64 `json:"denier,omitempty"`
}

// SaysNothing tells whether a part states no value of its own.
func (p Part) SaysNothing() bool {
	return len(p.Materials) == 0 && p.Count == nil && p.Turns == nil && p.Length.IsZero() && p.From.IsZero() && p.To.IsZero() && p.Hook == nil && p.Continues == "" && p.SameAs == "" && p.Amount == "" && !p.Absent
}

// Standard gives the standard part that the label names.
func (p Part) Standard() (role.Role, bool) { return role.Find(p.Role) }

// Lies gives where a part lies, nearer the bend first. It is From and To, but for a
// body whose only place is its hind end: "black fur, to the barb" and "ending over
// the point" leave no doubt that it goes forward from there. Common practice, no
// source.
func (p Part) Lies() (from, to measure.Length) {
	const behindMiddle = 0.6 // of the shank
	std, _ := p.Standard()
	behind := p.To.Of == measure.Point || p.To.Of == measure.Barb || p.To.Of == measure.Bend || p.To.Of == measure.Shank && p.To.Low >= behindMiddle
	if behind && p.From.IsZero() && std.Form == role.FormWound && std.To < behindMiddle {
		return p.To, measure.Length{}
	}
	return p.From, p.To
}

// Foot is where a part stands that does not lie along the shank: where it begins, or where it is
// caught in.
func (p Part) Foot() measure.Length {
	if p.From.IsZero() {
		return p.TiedIn
	}
	return p.From
}

// Parachute tells whether a hackle of this dressing is wound round a post rather than
// round the shank, and which part the post is, -1 where none is named.
func (d Dressing) Parachute(hackle Part) (post int, ok bool) {
	for i, p := range d.Parts {
		if std, _ := p.Standard(); std.Name == role.Post && !p.Absent {
			return i, true
		}
	}
	for _, m := range hackle.Materials {
		if strings.Contains(m.Preparation, "parachute") || strings.Contains(m.Preparation, "the post") {
			return -1, true
		}
	}
	return -1, false
}

// Find gives the first part that does the work of the labelled one, -1 where
// there is none. The exact label is preferred.
func (d Dressing) Find(label string) int {
	for i, p := range d.Parts {
		if p.Role == label {
			return i
		}
	}
	for i, p := range d.Parts {
		if role.SameWork(p.Role, label) {
			return i
		}
	}
	return -1
}

// MaterialsOf gives the materials of part i, following "continues" and "same
// as" to the part that names them.
func (d Dressing) MaterialsOf(i int) []Material {
	for range d.Parts { // a chain cannot be longer than the dressing
		p := d.Parts[i]
		if len(p.Materials) > 0 {
			return p.Materials
		}
		from := p.Continues
		if from == "" {
			from = p.SameAs
		}
		j := -1
		if from != "" {
			j = d.Find(from)
		}
		if j < 0 || j == i {
			return nil
		}
		i = j
	}
	return nil
}

// HookNamed gives the hook that the dressing asks for. stated is false where no
// size is stated anywhere and a 12 standard is assumed. Of a range it takes the
// middle.
func (d Dressing) HookNamed() (h hook.Hook, stated bool) {
	h.Size = 12
	var spec *Hook
	for _, p := range d.Parts {
		if p.Hook != nil {
			spec = p.Hook
			break
		}
	}
	if spec != nil {
		h.Shank, _ = hook.ParseShank(spec.Shank)
		h.Wire, _ = hook.ParseWire(spec.Wire)
		if s, err := hook.ParseSize(spec.Size); err == nil {
			h.Size = s
			return h, true
		}
	}
	if d.Sizes != nil {
		mid := (d.Sizes.Low + d.Sizes.High) / 2
		if mid%2 != 0 && d.Sizes.Low != d.Sizes.High { // even sizes are the usual ones
			mid--
		}
		h.Size = hook.Size(mid)
		return h, true
	}
	return h, false
}

// HookStyle gives the style that the hook line or the header names.
func (d Dressing) HookStyle() string {
	for _, p := range d.Parts {
		if p.Hook != nil && p.Hook.Style != "" {
			return p.Hook.Style
		}
	}
	return d.Style
}
