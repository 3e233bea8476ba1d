package compare

import (
	"math"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// What matters differs by kind of fly: a turn of the hackle is nothing on a wet fly and all on a
// spider. matters.csv says what is noise; the rest matters. Common practice, no source.

// A matter is a row of matters.csv: what is noise on a kind of fly, up to which limit.
type matter struct {
	kind, part, what string
	limit            [2]float64
	unit, why        string
}

var matters = func() []matter {
	var out []matter
	for _, r := range rowsOf("matters.csv") {
		m := matter{kind: r[0], part: r[1], what: r[2], unit: r[4], why: r[5]}
		if low, high, two := strings.Cut(r[3], " "); two {
			m.limit = [2]float64{number(low), number(high)}
		} else {
			m.limit[0] = number(r[3])
		}
		out = append(out, m)
	}
	return out
}()

// The kinds of fly that matters.csv and duties.csv tell apart, beside the styles of hooks.
const (
	kindSpider = "spider"
	kindBug    = "bug"
	anyKind    = "any"
)

// KindOfFly is the kind of fly by which it is weighed what matters: dry, wet, spider, nymph,
// emerger, streamer, salmon or bug; empty where nothing tells it.
func KindOfFly(cabinet *material.Cabinet, d dressing.Dressing) string {
	style := d.HookStyle()
	soft, clipped := false, false
	winged := false
	for _, p := range d.Parts {
		std, _ := p.Standard()
		switch std.Kin {
		case role.Body, role.Head:
			clipped = clipped || slices.ContainsFunc(p.Materials, func(m dressing.Material) bool { return can(cabinet, m, "flare") })
		case role.Hackle:
			for _, m := range p.Materials {
				e := cabinet.Of(m.Colour+" "+m.Name, role.Hackle).Entry
				soft = soft || e != nil && (cabinet.Is(e.Name, "soft game feather") || cabinet.Is(e.Name, "hen hackle"))
			}
		case role.Wing, role.Tail, role.Throat, role.WingCase, role.BodyHackle:
			winged = winged || !p.Absent
		}
	}
	k := kinds[style]
	switch {
	case clipped && k.bug:
		return kindBug
	case k.spider && soft && !winged && len(d.Parts) <= spiderParts:
		return kindSpider
	}
	return k.kind
}

// kinds are the kinds of fly by the style of the hook: kinds.csv.
var kinds = func() map[string]struct {
	kind        string
	spider, bug bool
} {
	m := map[string]struct {
		kind        string
		spider, bug bool
	}{}
	for _, r := range rowsOf("kinds.csv") {
		k := m[r[0]]
		k.kind, k.spider, k.bug = r[1], r[2] != "", r[3] != ""
		m[r[0]] = k
	}
	return m
}()

// spiderParts is how many parts a spider has at most: hook, silk, body, rib, thorax, hackle, head.
const spiderParts = 7

// matter gives the row that is told most closely of a part, of a kind of fly before any.
func (c *comparer) matter(std role.Role, does, what string) *matter {
	var best *matter
	score := -1
	for i := range matters {
		m := &matters[i]
		if m.what != what || m.kind != c.kind && m.kind != anyKind || m.part != "" && m.part != std.Name && m.part != std.Kin && m.part != does {
			continue
		}
		s := 0
		if m.kind == c.kind {
			s += 2
		}
		if m.part != "" {
			s++
		}
		if s > score {
			best, score = m, s
		}
	}
	return best
}

// noise marks what of a departure is noise on this kind of fly.
func (c *comparer) noise(d *Departure, std role.Role) {
	does := c.pw[d.ParentPart].does
	within := func(f *Figures, m *matter, apart float64) {
		if f != nil && f.Change != "" && m != nil && apart <= m.limit[0]+1e-9 {
			f.noise = m.why
		}
	}
	if f := d.Count; f != nil {
		if m := c.matter(std, does, "count"); m != nil && (f.Of == "" || countKey(f.Of) == countKey(m.unit)) { // two plumes more are no two fibres
			within(f, m, gap(f))
		}
	}
	if f := d.Turns; f != nil {
		within(f, c.matter(std, does, "turns"), gap(f))
	}
	if f := d.Length; f != nil && f.Change != "" {
		if m := c.matter(std, does, "range"); m != nil && f.Of == m.unit && inside(f.Parent, m.limit) && inside(f.Variant, m.limit) {
			f.noise = m.why
		}
		a, b := f.Parent, f.Variant
		switch measure.Unit(f.Of) {
		case measure.Shank:
		case measure.MM:
			a, b = a/c.shankMM, b/c.shankMM
		default: // other units as shares of the longer
			a, b = a/max(a, b, 1e-9), b/max(f.Parent, b, 1e-9)
		}
		within(f, c.matter(std, does, "length"), math.Abs(a-b))
	}
	if d.Change != Near && d.Change != Replaced {
		return
	}
	what := "stuff"
	if d.Change == Near && !d.Materials.Grade {
		what = "colour"
	}
	if m := c.matter(std, does, what); m != nil && c.matter(std, does, "seen") == nil {
		d.noise = m.why
	}
	if m := c.matter(std, does, "usual"); m != nil && d.Change == Replaced && d.Materials.Nearness >= m.limit[0] && d.Materials.Colour != material.Outside {
		d.noise = m.why
	}
}

func inside(v float64, limit [2]float64) bool { return v >= limit[0]-1e-9 && v <= limit[1]+1e-9 }

// gap is how far two figures lie apart.
func gap(f *Figures) float64 { return math.Abs(f.Parent - f.Variant) }

// reasonKinds are words that tell of what kind a reason is.
var reasonKinds = lexicon.Values("reason")

// reason gives why a change was made: what the account says at the part, or in a note that names
// what the parent has there.
func (c *comparer) reason(d *Departure, j int) {
	if j >= 0 {
		if note := c.v.Parts[j].Note; note != "" {
			if k := reasonKind(note); k != "" {
				d.Reason, d.ReasonKind = note, k
				return
			}
		}
	}
	if d.ParentPart < 0 {
		return
	}
	for _, n := range c.v.Notes {
		said := material.PlainWords(n)
		named := slices.ContainsFunc(c.pw[d.ParentPart].stuffs, func(s stuff) bool {
			return s.entry != nil && slices.ContainsFunc(material.PlainWords(s.m.Name), func(w string) bool {
				return len(w) > shortLabel && slices.Contains(said, w)
			})
		})
		if named {
			d.Reason, d.ReasonKind = n, reasonKind(n)
			return
		}
	}
}

// reasonKind is of what kind the first reason of a text is, by the words of it; "" where it gives
// none.
func reasonKind(text string) ReasonKind {
	toks := measure.Lex(text)
	for i := range toks {
		var w []string
		for _, t := range toks[i:min(i+4, len(toks))] {
			w = append(w, t.Low)
			if k, ok := reasonKinds[strings.Join(w, " ")]; ok {
				return ReasonKind(k)
			}
		}
	}
	return ""
}

// ReasonKind is of what kind a reason for a change is. A forced substitution is not design.
type ReasonKind string

// The kinds of reasons.
const (
	Forced    ReasonKind = "forced"
	Preferred ReasonKind = "preferred"
	Function  ReasonKind = "function"
	Show      ReasonKind = "show"
)

// Values lists the kinds as words.
func (ReasonKind) Values() []string {
	return []string{string(Forced), string(Preferred), string(Function), string(Show)}
}
