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
	"strconv"
	"strings"

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
	// Because are the facts that led to the verdict, in sentences.
	Because []string    `json:"because"`
	Counts  Counts      `json:"counts"`
	Parts   []Departure `json:"parts"`
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
	Winding   *Words     `json:"winding,omitempty"`
	Method    *Words     `json:"method,omitempty"`
	Hook      *Words     `json:"hook,omitempty"`
	Why       string     `json:"why,omitempty"` // of an unstated or untold part
}

// Materials are a part's materials in both dressings.
type Materials struct {
	Parent  []string `json:"parent"`
	Variant []string `json:"variant"`
	// Nearness is from 0 to 1.
	Nearness float64 `json:"nearness"`
	// Colour says how the variant's colour lies to the parent's: same, inside,
	// overlapping or outside; absent where either is not stated.
	Colour string `json:"colour,omitempty"`

	anyColour bool // the parent is a style, which takes any colour
}

// Figures are two values in one unit. Change is longer, shorter, more, fewer,
// or absent where they agree.
type Figures struct {
	Parent      float64 `json:"parent"`
	Variant     float64 `json:"variant"`
	ParentSaid  string  `json:"parentSaid,omitempty"`
	VariantSaid string  `json:"variantSaid,omitempty"`
	Of          string  `json:"of,omitempty"`
	Change      string  `json:"change,omitempty"`
}

// Words are two ways of doing a thing.
type Words struct {
	Parent  string `json:"parent"`
	Variant string `json:"variant"`
	Change  string `json:"change,omitempty"`
}

// Departs tells whether anything about the part differs.
func (d Departure) Departs() bool {
	switch d.Change {
	case Near, Replaced, Added, Dropped:
		return true
	case Unstated, CannotTell:
		return false
	}
	return d.Moved || d.Figured() || d.technical()
}

// Figured tells whether a length, a count or the turns differ.
func (d Departure) Figured() bool {
	for _, f := range []*Figures{d.Length, d.Count, d.Turns} {
		if f != nil && f.Change != "" {
			return true
		}
	}
	return false
}

func (d Departure) technical() bool {
	for _, w := range []*Words{d.Winding, d.Method, d.Hook} {
		if w != nil && w.Change != "" {
			return true
		}
	}
	return false
}

// stationSlack is how far apart two stations may lie and still be one place,
// and unitSlack the like for lengths that were said in different units. Common
// practice, no source.
const (
	stationSlack = 0.08
	unitSlack    = 0.06
)

// Dressings compares a variant with its parent.
func Dressings(parent, variant dressing.Dressing) Comparison {
	c := comparer{p: parent, v: variant}
	h, _ := parent.HookNamed()
	g, _ := hook.Hook{Size: h.Size, Shank: 0}.Geometry()
	c.rp, c.rv = proportion.NewResolver(parent, g), proportion.NewResolver(variant, g)
	c.shankMM = g.ShankMM
	parts := c.parts()
	out := Comparison{Title: variant.Title, Parts: parts}
	for _, d := range parts {
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
	out.Verdict, out.Because = judge(parts)
	out.Essentials = essentials(parent, variant, parts)
	for i := len(out.Essentials) - 1; i >= 0; i-- {
		if e := out.Essentials[i]; e.Kept == Lost {
			out.Verdict = NewPattern
			out.Because = append([]string{"without an essential of the parent, “" + e.Text + "”: " + e.Why}, out.Because...)
		}
	}
	return out
}

type comparer struct {
	p, v    dressing.Dressing
	rp, rv  *proportion.Resolver
	shankMM float64
}

// pairs finds for each part of the parent its partner in the variant, -1 for
// none: first by the same standard part, then by the same work.
func pairs(p, v dressing.Dressing) []int {
	out := make([]int, len(p.Parts))
	taken := make([]bool, len(v.Parts))
	for i := range out {
		out[i] = -1
	}
	match := func(same func(a, b string) bool) {
		for i, a := range p.Parts {
			if out[i] >= 0 {
				continue
			}
			for j, b := range v.Parts {
				if !taken[j] && same(a.Role, b.Role) {
					out[i], taken[j] = j, true
					break
				}
			}
		}
	}
	match(func(a, b string) bool { return a == b })
	match(func(a, b string) bool {
		ra, _ := role.Find(a)
		rb, _ := role.Find(b)
		return ra.Name == rb.Name
	})
	match(role.SameWork)
	return out
}

func (c *comparer) parts() []Departure {
	pair := pairs(c.p, c.v)
	moved := movedParts(c.p, pair)
	partner := make([]int, len(c.v.Parts))
	for j := range partner {
		partner[j] = -1
	}
	out := []Departure{}
	for i, p := range c.p.Parts {
		j := pair[i]
		if j >= 0 {
			partner[j] = i
		}
		out = append(out, c.part(i, j, p, moved[i]))
	}
	for j, v := range c.v.Parts {
		if partner[j] >= 0 {
			continue
		}
		d := Departure{Role: v.Role, Change: Added, ParentPart: -1, VariantPart: j}
		std, _ := v.Standard()
		switch {
		case v.Absent:
			d.Change = Same
			d.Why = "neither has one"
		case std.Universal:
			d.Change = Unstated
			d.Why = "every fly has one; the parent's account does not mention it"
		case !Complete(c.p):
			d.Change = CannotTell
			d.Why = "the parent's account is incomplete"
		}
		d.Materials = materialsOf(nil, c.v.MaterialsOf(j))
		at := len(out) // beside the part it follows in the variant
		for k := j - 1; k >= 0; k-- {
			if n := slices.IndexFunc(out, func(o Departure) bool { return o.VariantPart == k }); n >= 0 {
				at = n + 1
				break
			}
		}
		out = slices.Insert(out, at, d)
	}
	return out
}

// Complete tells whether an account is a full dressing: it names a body and at
// least two parts that carry a fly's character.
func Complete(d dressing.Dressing) bool {
	body, weighty := false, 0
	for _, p := range d.Parts {
		std, _ := p.Standard()
		body = body || std.Kin == role.Body
		if std.Weight >= 2 {
			weighty++
		}
	}
	return body && weighty >= 2
}

func (c *comparer) part(i, j int, p dressing.Part, moved bool) Departure {
	d := Departure{Role: p.Role, ParentPart: i, VariantPart: j, Moved: moved}
	std, _ := p.Standard()
	if j < 0 || c.v.Parts[j].Absent {
		d.Materials = materialsOf(c.p.MaterialsOf(i), nil)
		switch {
		case p.Absent:
			d.Change = Same
			d.Why = "neither has one"
		case j >= 0:
			d.Change = Dropped
		case std.Universal:
			d.Change = Unstated
			d.Why = "every fly has one; this account does not mention it"
		case p.Optional:
			d.Change = Unstated
			d.Why = "an extra that the parent leaves open"
		case !Complete(c.v):
			d.Change = CannotTell
			d.Why = "this account is incomplete"
		default:
			d.Change = Dropped
		}
		return d
	}
	v := c.v.Parts[j]
	if p.Role != v.Role {
		d.Roles = []string{p.Role, v.Role}
	}
	if p.Absent {
		d.Change = Added
		d.Materials = materialsOf(nil, c.v.MaterialsOf(j))
		return d
	}
	d.Change, d.Materials = c.material(i, j)
	if std.Form == role.FormHook {
		if c.p.Kind != "style" { // a way of tying takes any hook
			d.Hook = hookWords(p, v)
		}
		d.Materials = nil
		d.Change = Same
		return d
	}
	d.Length = c.length(i, j)
	d.Count = countFigures(p.CountSpan(), v.CountSpan())
	if a, b := p.TurnsSpan(), v.TurnsSpan(); a != nil && b != nil {
		d.Turns = figures(*a, *b, "turn", "more", "fewer")
	}
	if p.Winding != "" && v.Winding != "" {
		d.Winding = words(p.Winding, v.Winding, "reversed")
	}
	if mp, mv := method(c.p, p), method(c.v, v); mp != "" && mv != "" {
		d.Method = words(mp, mv, "another way")
	}
	if at, then := p.Foot(), v.Foot(); !at.IsZero() && !then.IsZero() && !std.Spans {
		a, oka := c.rp.Station(at)
		b, okb := c.rv.Station(then)
		d.Moved = d.Moved || oka && okb && math.Abs(a-b) > stationSlack
	}
	return d
}

func words(a, b, change string) *Words {
	w := &Words{Parent: a, Variant: b}
	if a != b {
		w.Change = change
	}
	return w
}

func hookWords(p, v dressing.Part) *Words {
	if p.Hook == nil || v.Hook == nil {
		return nil
	}
	shank := func(h *dressing.Hook) string {
		if h.Shank == "standard" {
			return ""
		}
		return h.Shank
	}
	say := func(style, shank string) string { return strings.TrimSpace(style + " " + shank) }
	a, b := p.Hook, v.Hook
	styleDiffers := a.Style != "" && b.Style != "" && a.Style != b.Style
	shankDiffers := shank(a) != shank(b) && a.Shank != "" && b.Shank != ""
	if !styleDiffers && !shankDiffers {
		return nil
	}
	return words(say(a.Style, shank(a)), say(b.Style, shank(b)), "another hook")
}

// method names the way a part is dressed where that is a way of its own.
func method(d dressing.Dressing, p dressing.Part) string {
	var prep []string
	for _, m := range p.Materials {
		prep = append(prep, m.Preparation)
	}
	all := " " + strings.Join(prep, " ") + " "
	std, _ := p.Standard()
	has := func(list ...string) bool {
		return slices.ContainsFunc(list, func(w string) bool { return strings.Contains(all, w) })
	}
	switch std.Kin {
	case role.Hackle:
		_, parachute := d.Parachute(p)
		switch {
		case parachute:
			return "parachute"
		case has("palmer"):
			return "palmered"
		case has(lexicon.Beard):
			return lexicon.Beard
		}
		return "collar"
	case role.Wing:
		switch {
		case std.Form == role.FormPost:
			return "post"
		case has("spent"):
			return "spent"
		case has("upright", "divided"):
			return "upright"
		case has("flat"):
			return "flat"
		}
		return "over the back"
	case role.Body:
		switch {
		case has("loop"):
			return "in a loop"
		case has("clipped"):
			return "spun and clipped"
		}
		return "wound"
	}
	return ""
}

func figures(p, v measure.Interval, of, more, less string) *Figures {
	f := &Figures{Parent: p.Mid(), Variant: v.Mid(), ParentSaid: p.String(), VariantSaid: v.String(), Of: of}
	if !p.Overlaps(v) {
		f.Change = more
		if v.Mid() < p.Mid() {
			f.Change = less
		}
	}
	return f
}

func countFigures(p, v *dressing.Count) *Figures {
	if p == nil || v == nil || p.Of != v.Of && p.Of != "" && v.Of != "" {
		return nil
	}
	a, b := p.Interval(), v.Interval()
	if p.Per != v.Per { // two each side are four in all
		if p.Per == dressing.PerSide {
			a = measure.Interval{Low: 2 * a.Low, High: 2 * a.High}
		} else {
			b = measure.Interval{Low: 2 * b.Low, High: 2 * b.High}
		}
	}
	of := p.Of
	if of == "" {
		of = v.Of
	}
	return figures(a, b, of, "more", "fewer")
}

// length compares in the unit in which both were said, and by the shank only
// where the units differ.
func (c *comparer) length(i, j int) *Figures {
	p, v := c.p.Parts[i], c.v.Parts[j]
	if !p.Length.IsZero() && !v.Length.IsZero() && p.Length.Of == v.Length.Of && p.Length.Reach == v.Length.Reach && sameUnit(c, p.Length) {
		f := figures(measure.Interval{Low: p.Length.Low, High: p.Length.High}, measure.Interval{Low: v.Length.Low, High: v.Length.High}, string(p.Length.Of), "longer", "shorter")
		f.ParentSaid, f.VariantSaid = p.Length.Text, v.Length.Text
		return f
	}
	a, oka := c.stated(c.rp, c.p, i)
	b, okb := c.stated(c.rv, c.v, j)
	if !oka || !okb {
		return nil
	}
	wide := func(s measure.Interval) measure.Interval {
		return measure.Interval{Low: s.Low * (1 - unitSlack/2), High: s.High * (1 + unitSlack/2)}
	}
	f := figures(wide(a), wide(b), string(measure.Shank), "longer", "shorter")
	f.Parent, f.Variant = a.Mid(), b.Mid()
	f.ParentSaid, f.VariantSaid = p.Length.Text, v.Length.Text
	return f
}

// sameUnit tells whether a unit means the same in both dressings. A part is a
// unit of its own in each, so it does only where the two parts agree.
func sameUnit(c *comparer, l measure.Length) bool {
	if !l.IsPart() {
		return true
	}
	i, j := c.p.Find(string(l.Of)), c.v.Find(string(l.Of))
	if i < 0 || j < 0 {
		return true
	}
	a, oka := c.stated(c.rp, c.p, i)
	b, okb := c.stated(c.rv, c.v, j)
	return !oka || !okb || math.Abs(a.Mid()-b.Mid()) < unitSlack
}

// stated gives a part's length, or its span where that is what was said, in
// shanks.
func (c *comparer) stated(r *proportion.Resolver, d dressing.Dressing, i int) (measure.Interval, bool) {
	if s, ok := r.Length(i); ok && !s.Assumed {
		return measure.Interval{Low: s.Low / c.shankMM, High: s.High / c.shankMM}, true
	}
	if std, _ := d.Parts[i].Standard(); std.Spans {
		_, said := d.Parts[i].Lies()
		if from, to, ok := r.Ends(i); ok && !said.IsZero() {
			return measure.Interval{Low: from - to, High: from - to}, true
		}
	}
	return measure.Interval{}, false
}

// Phrase writes a material as people say it: "fine gold wire".
func Phrase(m dressing.Material) string {
	return strings.Join(strings.Fields(m.Size+" "+m.Colour+" "+m.Name), " ")
}

func phrases(list []dressing.Material) []string {
	out := []string{}
	for _, m := range list {
		if s := Phrase(m); s != "" {
			out = append(out, s)
		}
	}
	return out
}

func materialsOf(p, v []dressing.Material) *Materials {
	return &Materials{Parent: phrases(p), Variant: phrases(v)}
}

func (c *comparer) material(i, j int) (Change, *Materials) {
	pm, vm := c.p.MaterialsOf(i), c.v.MaterialsOf(j)
	m := materialsOf(pm, vm)
	m.anyColour = c.p.Kind == "style"
	if len(pm) == 0 || len(vm) == 0 || pm[0].Name == "" && pm[0].Colour == "" || vm[0].Name == "" && vm[0].Colour == "" {
		m.Nearness = 0
		return Same, m // silence, or a material that nobody could read
	}
	change := mainMaterial(pm[0], vm[0], m)
	if change != Same { // an alternative that the other accepts is no departure
		for _, alt := range c.p.Parts[i].Alternatives {
			try := *m
			if mainMaterial(alt, vm[0], &try) == Same {
				*m, change = try, Same
			}
		}
		for _, alt := range c.v.Parts[j].Alternatives {
			try := *m
			if change != Same && mainMaterial(pm[0], alt, &try) == Same {
				*m, change = try, Same
			}
		}
	}
	if change == Same && !sameExtras(pm, vm) {
		change = Near
	}
	return change, m
}

// mainMaterial compares two materials and fills in nearness and colour.
func mainMaterial(a, b dressing.Material, m *Materials) Change {
	m.Nearness = 1
	m.Colour = material.CompareInks(a.Colour, a.Hue, b.Colour, b.Hue)
	change := Same
	if a.Name != "" && b.Name != "" {
		m.Nearness = material.NearnessOf(a.Name, a.Kind(), b.Name, b.Kind())
		if m.Nearness < 1 {
			if !within(a, b) {
				return Replaced
			}
			change = Near
		}
	}
	if a.Colour != "" && b.Colour != "" && !m.anyColour {
		switch m.Colour {
		case "same", material.Inside:
		case "":
			if !strings.EqualFold(a.Colour, b.Colour) {
				change = Near
			}
		default:
			change = Near
		}
	}
	if a.Size != "" && b.Size != "" && !strings.EqualFold(a.Size, b.Size) {
		change = Near
	}
	return change
}

// within tells whether one name only says more of the same than the other:
// "pheasant tail" and "cock pheasant tail".
func within(a, b dressing.Material) bool {
	ka, kb := strings.Fields(material.Key(a.Name)), strings.Fields(material.Key(b.Name))
	if len(ka) > len(kb) {
		ka, kb = kb, ka
	}
	for _, w := range ka {
		if !slices.Contains(kb, w) {
			return false
		}
	}
	return a.Kind() == b.Kind()
}

// sameExtras compares what stands beside the main material.
func sameExtras(a, b []dressing.Material) bool {
	if len(a) != len(b) {
		return false
	}
	for _, x := range a[1:] {
		if !slices.ContainsFunc(b[1:], func(y dressing.Material) bool {
			return mainMaterial(x, y, &Materials{}) == Same
		}) {
			return false
		}
	}
	return true
}

// movedParts marks the parts that stand elsewhere in the order of the variant:
// those outside the longest run that both keep.
func movedParts(p dressing.Dressing, pair []int) []bool {
	moved := make([]bool, len(p.Parts))
	var at []int
	for i, j := range pair {
		std, _ := p.Parts[i].Standard()
		if j >= 0 && !std.Universal {
			at = append(at, i)
		}
	}
	best := make([]int, len(at)) // length of the longest run ending here
	prev := make([]int, len(at))
	end := -1
	for k := range at {
		best[k], prev[k] = 1, -1
		for q := range k {
			if pair[at[q]] < pair[at[k]] && best[q]+1 > best[k] {
				best[k], prev[k] = best[q]+1, q
			}
		}
		if end < 0 || best[k] > best[end] {
			end = k
		}
	}
	kept := map[int]bool{}
	for k := end; k >= 0; k = prev[k] {
		kept[at[k]] = true
	}
	for _, i := range at {
		moved[i] = !kept[i]
	}
	return moved
}

// Sentence says a departure in words; empty where there is none.
func (d Departure) Sentence() string {
	name := d.Role
	if len(d.Roles) == 2 {
		name = d.Roles[0] + " (" + d.Roles[1] + ")"
	}
	list := func(s []string) string { return strings.Join(s, " and ") }
	named := func(what string, m []string) string {
		if len(m) == 0 {
			return what + " " + name
		}
		return what + " " + name + " of " + list(m)
	}
	var say []string
	switch d.Change {
	case Added:
		return named("added:", d.Materials.Variant)
	case Dropped:
		return named("left out:", d.Materials.Parent)
	case Unstated, CannotTell:
		return ""
	case Replaced, Near:
		say = append(say, fmt.Sprintf("%s instead of %s", list(d.Materials.Variant), list(d.Materials.Parent)))
	}
	for _, f := range []*Figures{d.Length, d.Count, d.Turns} {
		if f != nil && f.Change != "" {
			say = append(say, f.say())
		}
	}
	for _, w := range []*Words{d.Winding, d.Method, d.Hook} {
		if w != nil && w.Change != "" {
			say = append(say, wayWords(w.Variant)+" instead of "+wayWords(w.Parent))
		}
	}
	if d.Moved {
		say = append(say, "at another place in the order")
	}
	if len(say) == 0 {
		return ""
	}
	return name + ": " + strings.Join(say, ", ")
}

func wayWords(w string) string {
	switch w {
	case "counter":
		return "wound against the body"
	case "with":
		return "wound with the body"
	case role.Collar, lexicon.Beard:
		return "a " + w
	}
	return w
}

func (f Figures) say() string {
	round := func(v float64) string { return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64) }
	switch f.Of {
	case "turn":
		return fmt.Sprintf("%s turns instead of %s", f.VariantSaid, f.ParentSaid)
	case string(measure.Shank), string(measure.Gape), string(measure.Eye):
		return fmt.Sprintf("%s, %s of the %s instead of %s", f.Change, round(f.Variant), f.Of, round(f.Parent))
	}
	if f.Change == "more" || f.Change == "fewer" {
		return fmt.Sprintf("%s %ss instead of %s", f.VariantSaid, f.Of, f.ParentSaid)
	}
	return fmt.Sprintf("%s, %s × %s instead of %s", f.Change, round(f.Variant), f.Of, round(f.Parent))
}
