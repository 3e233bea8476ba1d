package compare

import (
	"cmp"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/role"
)

// A stuff is a material of a part as the Cabinet understands it.
type stuff struct {
	m      dressing.Material
	entry  *material.Entry // nil for what the Cabinet does not know
	colour string          // what is said of its colour beside its name
	grade  string
}

// grades are words for one grade.
var grades = lexicon.Values("same grade")

// asIn is the work that a part's materials are so called in: mallard is a flank in a tail and a
// quill in a wing.
func asIn(std role.Role) string {
	switch std.Kin {
	case role.BodyHackle, role.Throat, role.Collar:
		return role.Hackle
	case role.Thorax, role.Butt:
		return role.Body
	case role.Underwing, role.Overwing:
		return role.Wing
	}
	return std.Kin
}

func (c *comparer) stuff(m dressing.Material, p dressing.Part, std role.Role) stuff {
	return named(c.cabinet, m, p, std)
}

// Entry is the Cabinet's entry of a material of a part, and what is said of its colour beside its
// name; nil where the Cabinet has none.
func Entry(cabinet *material.Cabinet, m dressing.Material, p dressing.Part) (*material.Entry, string) {
	std, _ := p.Standard()
	s := named(cabinet, m, p, std)
	return s.entry, s.colour
}

// named is what the Cabinet makes of a material of a part.
func named(cabinet *material.Cabinet, m dressing.Material, p dressing.Part, std role.Role) stuff {
	s := stuff{m: m, colour: m.Colour}
	for _, w := range strings.Fields(strings.ToLower(m.Size)) {
		if g, ok := grades[w]; ok {
			s.grade = strings.TrimSpace(s.grade + " " + g)
		}
	}
	if g, ok := grades[strings.ToLower(m.Size)]; ok {
		s.grade = g
	}
	if m.Name == "" && !material.IsMetal(m.Colour) {
		return s
	}
	phrase := strings.Join([]string{m.Size, m.Colour, m.Name}, " ")
	if p.Count != nil && p.Count.Of == lexicon.CountSlip || strings.TrimSuffix(p.Amount, "s") == lexicon.CountSlip {
		phrase += " " + lexicon.CountSlip
	}
	meant := cabinet.Of(phrase, asIn(std))
	if meant.Entry == nil || m.Name != "" && !usesName(meant, m.Name) && cabinet.Of(m.Name, asIn(std)).Entry == nil {
		return s
	}
	s.entry = meant.Entry
	if !slices.Contains(s.entry.Can, "metal") {
		s.colour = left(m.Colour, meant)
	}
	if extra := colourIn(m.Name, meant); extra != "" { // "red game cock": the colour stands in the name
		s.colour = strings.TrimSpace(s.colour + " " + extra)
	}
	return s
}

// usesName tells whether a meaning was found by a word of the name, not by its colour alone.
func usesName(m material.Meant, name string) bool {
	plain := material.PlainWords(name)
	return slices.ContainsFunc(m.Used, func(w string) bool { return slices.Contains(plain, w) })
}

// left gives the words of a colour that are no part of the material's name.
func left(colour string, m material.Meant) string {
	var out []string
	for _, w := range strings.Fields(colour) {
		if plain := material.PlainWords(w); len(plain) == 1 && slices.Contains(m.Used, plain[0]) {
			continue
		}
		out = append(out, w)
	}
	return strings.Join(out, " ")
}

// colourIn gives the longest colour phrase of a name that is no part of what its entry is called: of
// "red game cock" red game.
func colourIn(name string, m material.Meant) string {
	words := strings.Fields(strings.ToLower(strings.ReplaceAll(name, "-", " ")))
	called := material.PlainWords(m.Entry.Name)
	for n := len(words) - 1; n > 0; n-- {
		for i := 0; i+n <= len(words); i++ {
			phrase := strings.Join(words[i:i+n], " ")
			if material.IsColour(phrase) && !slices.ContainsFunc(material.PlainWords(phrase), func(w string) bool { return slices.Contains(called, w) }) {
				return phrase
			}
		}
	}
	return ""
}

// How one material lies to another.
type relation int

const (
	isUnstated relation = iota // one of them is not named
	isSame
	isNarrower // the variant's is one of the parent's kind
	isBroader  // the parent's is one of the variant's kind
	isOther
)

func (c *comparer) relation(a, b stuff) relation {
	if a.m.Name == "" && a.entry == nil || b.m.Name == "" && b.entry == nil {
		return isUnstated
	}
	if a.entry == nil || b.entry == nil {
		switch {
		case material.Key(a.m.Name) == material.Key(b.m.Name), wordsWithin(a.m, b.m):
			return isSame
		case a.entry == nil && a.m.Kind() == material.Unknown || b.entry == nil && b.m.Kind() == material.Unknown:
			return isUnstated // what nobody can name is no replacement
		}
		return isOther
	}
	switch {
	case a.entry.Name == b.entry.Name, a.entry.Under == b.entry.Name && either(a), b.entry.Under == a.entry.Name && either(b):
		return isSame
	case c.cabinet.Is(b.entry.Name, a.entry.Name):
		return isNarrower
	case c.cabinet.Is(a.entry.Name, b.entry.Name):
		return isBroader
	}
	return isOther
}

// either tells a material that is said for what it is one of and the other way round: silk and thread.
func either(s stuff) bool { return slices.Contains(s.entry.Can, "either") }

// wordsWithin tells whether one name only says more of the same than the other, of the same kind.
func wordsWithin(a, b dressing.Material) bool {
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

// ownFar is how far a stated colour lies from a material's own, by CIEDE2000, before it is
// another; dyedFar where it is said to be dyed. Common practice, no source.
const (
	ownFar  = 25.0
	dyedFar = 8.0
)

var dyedWords = lexicon.Set("dyed")

// colours says how b's colour lies to a's; "" where it cannot be said. A material that comes in
// its own colour and of which none is said has that.
func (c *comparer) colours(a, b stuff) string {
	if c.p.Kind == dressing.Style {
		return ""
	}
	ca, cb := undyed(a.colour), undyed(b.colour)
	if ca == "" && cb == "" {
		return ""
	}
	if ca != "" && cb != "" {
		return material.CompareInks(ca, a.m.Hue, cb, b.m.Hue)
	}
	said, silent, by := ca, b, a
	if ca == "" {
		said, silent, by = cb, a, b
	}
	if silent.entry == nil || !slices.Contains(silent.entry.Can, "own") || material.IsMarking(said) {
		return ""
	}
	own, _ := material.Hue(silent.entry.Name, "")
	hex, ok := material.Hex(said)
	if !ok {
		return ""
	}
	far := ownFar
	if slices.ContainsFunc(strings.FieldsFunc(by.m.Preparation, func(r rune) bool { return r == ' ' || r == ',' }), func(w string) bool { return dyedWords[w] }) {
		far = dyedFar
	}
	if d, err := material.Difference(own, hex); err != nil || d < far {
		return ""
	}
	return material.Outside
}

// undyed takes a word away that says only that the colour is the material's own.
func undyed(colour string) string {
	if colour == lexicon.Natural {
		return ""
	}
	return strings.TrimSpace(strings.TrimPrefix(colour, lexicon.Natural+" "))
}

// can tells whether a Cabinet knows that a material can be made to do a thing.
func can(cabinet *material.Cabinet, m dressing.Material, what string) bool {
	meant := cabinet.Of(m.Colour+" "+m.Name, "")
	return meant.Entry != nil && slices.Contains(meant.Entry.Can, what)
}

// material compares the materials of part i of the parent with those of part j of the variant.
func (c *comparer) material(d *Departure, i, j int) {
	pm, vm := slices.Clone(c.pw[i].stuffs), slices.Clone(c.vw[j].stuffs)
	for _, k := range d.AlsoParent {
		pm = append(pm, c.pw[k].stuffs...)
	}
	for _, k := range d.AlsoVariant {
		vm = append(vm, c.vw[k].stuffs...)
	}
	d.Materials = materialsOf(c.p.MaterialsOf(i), c.v.MaterialsOf(j))
	d.Change = Same
	d.Materials.ParentSeen, d.Materials.VariantSeen = c.seen(pm, c.p, i), c.seen(vm, c.v, j)
	pm, vm = distinct(c, pm), distinct(c, vm)
	if len(pm) == 0 || len(vm) == 0 {
		d.Vague = len(pm) > 0
		return
	}
	duty := material.DutyOf(dutyPart(c.pw[i]), c.kind)
	main := c.one(duty, pm[0], vm[0])
	if main.change != Same {
		for _, alt := range c.p.Parts[i].Alternatives {
			if x := c.one(duty, c.stuff(alt, c.p.Parts[i], c.pw[i].std), vm[0]); x.change == Same {
				main, d.Remark = x, "an alternative that the parent accepts"
			}
		}
		for _, alt := range c.v.Parts[j].Alternatives {
			if x := c.one(duty, pm[0], c.stuff(alt, c.v.Parts[j], c.vw[j].std)); main.change != Same && x.change == Same {
				main, d.Remark = x, "the parent's is an alternative here"
			}
		}
	}
	if d.Remark != "" { // the alternative stands for the whole part
	} else if main.change != Same && len(pm)+len(vm) > 2 { // the same materials named in another order
		if x := c.list(duty, pm, vm); x.change != Replaced || main.change == Replaced {
			main = x
		}
	} else if main.change == Same {
		if x := c.list(duty, pm, vm); x.change != Same {
			main.change, main.noise = Near, x.noise
			main.colour = cmp.Or(x.colour, main.colour)
		}
	}
	d.Change, d.noise = main.change, main.noise
	d.Vague = main.vague
	d.Materials.Nearness, d.Materials.Colour, d.Materials.Grade = main.nearness, main.colour, main.grade
	if e := pm[0].entry; e != nil {
		d.Materials.ParentIs = e.Name
	}
	if e := vm[0].entry; e != nil {
		d.Materials.VariantIs = e.Name
	}
	if d.Change == Near && d.noise == "" && d.Materials.Colour == material.Outside && !d.Materials.Grade && (c.p.Parts[i].Damage == dressing.Worn || c.v.Parts[j].Damage == dressing.Worn) {
		d.Change, d.Remark = Same, "the colour has changed with time"
	}
	if d.Remark == "" && d.Vague && d.Change == Same && !c.pw[i].std.Universal {
		d.Remark = "less is said here than in the parent"
	}
}

// distinct leaves out a material that only says of which beast another is: "topping (golden
// pheasant)".
func distinct(c *comparer, list []stuff) []stuff {
	var out []stuff
	for i, s := range list {
		if s.m.Name == "" && s.colour == "" && s.entry == nil {
			continue
		}
		double := false
		for k, o := range list {
			if k == i || s.entry == nil || o.entry == nil || s.colour != "" && s.colour != o.colour {
				continue
			}
			double = double || c.cabinet.Is(o.entry.Name, s.entry.Name) && (o.entry.Name != s.entry.Name || k < i)
		}
		if !double {
			out = append(out, s)
		}
	}
	return out
}

// verdict1 is what one material beside another comes to.
type verdict1 struct {
	change   Change
	nearness float64
	colour   string
	grade    bool
	vague    bool
	noise    string
}

// one compares two materials for a duty.
func (c *comparer) one(duty material.Duty, a, b stuff) verdict1 {
	v := verdict1{change: Same, nearness: 1, colour: c.colours(a, b)}
	rel := c.relation(a, b)
	if a.entry != nil && b.entry != nil {
		v.nearness = c.cabinet.Nearness(duty, a.ink(), b.ink()).Near
	} else if rel == isOther {
		v.nearness = 0
	}
	switch rel {
	case isUnstated:
		v.vague = a.m.Name != ""
	case isBroader:
		v.vague = true
	case isOther:
		v.change = Replaced
		return v
	}
	switch v.colour {
	case material.Containing:
		v.vague = true
	case material.Overlapping:
		v.change, v.noise = Near, "the ranges of the two colours meet"
	case material.Outside, material.Untold:
		v.change = Near
	}
	if a.grade != "" && b.grade != "" && a.grade != b.grade {
		v.change, v.grade, v.noise = Near, true, ""
	}
	return v
}

func (s stuff) ink() material.Stuff {
	hex := s.m.Hue
	if hex == "" && s.colour != "" {
		hex, _ = material.Hex(s.colour)
	}
	return material.Stuff{Entry: s.entry, Ink: hex}
}

// list compares whole lists: each material with the one that it is nearest to.
func (c *comparer) list(duty material.Duty, a, b []stuff) verdict1 {
	rank := func(v verdict1) float64 {
		switch {
		case v.change == Same:
			return 3
		case v.change == Near && v.noise != "":
			return 2.5
		case v.change == Near:
			return 2
		}
		return v.nearness / 2
	}
	worth := make([][]float64, len(a))
	all := make([][]verdict1, len(a))
	for i := range a {
		worth[i], all[i] = make([]float64, len(b)), make([]verdict1, len(b))
		for j := range b {
			all[i][j] = c.one(duty, a[i], b[j])
			worth[i][j] = rank(all[i][j]) + 0.01
		}
	}
	out := verdict1{change: Same, nearness: 1}
	worst := 4.0
	pair := assign(worth)
	paired := 0
	for i, j := range pair {
		if j < 0 {
			continue
		}
		paired++
		if x := all[i][j]; rank(x) < worst {
			worst, out = rank(x), x
		}
	}
	if out.change == Same && (paired < len(a) || paired < len(b)) {
		out.change = Near
	}
	return out
}

// dutyPart is the part of duties.csv that a work is judged by.
func dutyPart(w work) string {
	switch w.does {
	case role.BodyHackle, role.Throat, role.Underweight:
		return w.does
	}
	if w.std.Name == role.Shuck || w.std.Name == role.Post {
		return w.std.Name
	}
	return w.std.Kin
}

// seen is what the eye gets of a part; nil where no colour of it is known.
func (c *comparer) seen(list []stuff, d dressing.Dressing, part int) *Seen {
	var blend []material.Share
	for _, s := range list {
		if s.entry == nil && s.colour == "" && s.m.Hue == "" || material.IsMarking(s.colour) {
			continue
		}
		hex, stated := s.m.Ink()
		if !stated && s.entry != nil && s.entry.Hue != "" {
			hex = s.entry.Hue
		}
		share := s.m.Share
		if share == 0 {
			share = 1
		}
		blend = append(blend, material.Share{Ink: hex, Part: share})
	}
	over := ""
	if p := d.Parts[part]; slices.Contains(little, strings.ToLower(p.Amount)) {
		if t := d.Find(role.Thread); t >= 0 && len(d.Parts[t].Materials) > 0 {
			if hex, stated := d.Parts[t].Materials[0].Ink(); stated {
				over = hex
			}
		}
	}
	dry, ok := material.Seen(blend, over, false)
	if !ok {
		return nil
	}
	wet, _ := material.Seen(blend, over, true)
	return &Seen{dry, wet, over}
}
