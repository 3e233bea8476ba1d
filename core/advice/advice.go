// Package advice says what to watch for in a dressing on a hook, each piece with
// its reason and its basis. It questions, and never refuses: an archive records
// what exists.
//
// Cautions are the usual ones, briefly; they defer to labels, local law and club
// rules, and are no legal advice.
package advice

import (
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/practice"
	"mothledger/core/proportion"
	"mothledger/core/role"
	"mothledger/core/winding"
)

// Weight says how serious a piece is.
type Weight string

// The weights.
const (
	Note     Weight = "note"     // worth knowing
	Question Weight = "question" // may be a slip
	Caution  Weight = "caution"  // can hurt somebody, or break a rule
)

// Values lists the weights as words.
func (Weight) Values() []string { return []string{string(Note), string(Question), string(Caution)} }

// Piece is one piece of advice.
type Piece struct {
	Code   string `json:"code"`
	Part   int    `json:"part"` // -1 where it is about the whole fly
	Role   string `json:"role,omitempty"`
	Weight Weight `json:"weight"`
	Text   string `json:"text"`
	Why    string `json:"why"`
	Basis  string `json:"basis"`
}

const (
	common = "common practice, no source"
	memory = "from memory"
)

// fly is what the rules look at.
type fly struct {
	d      dressing.Dressing
	h      hook.Hook
	g      hook.Geometry
	m      proportion.Measured
	budget proportion.Budget
	bunch  []winding.Bunch
	style  string
	out    []Piece
}

// rule looks at a fly and adds what it has to say.
type rule func(f *fly)

// rules in the order in which they are shown.
var rules = []rule{headSpace, fibresShort, ribWay, dryFly, hackleFits, wetWing, beadFits, coarseThread, flaring, downEye, glueInEye, coatsDry, cautions}

// On gives the advice for a dressing on a hook.
func On(d dressing.Dressing, h hook.Hook) []Piece {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	f := &fly{d: d, h: h, g: g, m: proportion.On(d, h, true), budget: proportion.BudgetOf(d, h), bunch: winding.Bunches(d, h), style: d.HookStyle(), out: []Piece{}}
	for _, r := range rules {
		r(f)
	}
	return f.out
}

func (f *fly) add(code string, part int, w Weight, basis, why, text string, args ...any) {
	p := Piece{Code: code, Part: part, Weight: w, Text: fmt.Sprintf(text, args...), Why: why, Basis: basis}
	if part >= 0 {
		p.Role = f.d.Parts[part].Role
	}
	f.out = append(f.out, p)
}

func (f *fly) kind(i int) material.Kind {
	if m := f.d.MaterialsOf(i); len(m) > 0 {
		return m[0].Kind()
	}
	return material.Unknown
}

func (f *fly) name(i int) string {
	if m := f.d.MaterialsOf(i); len(m) > 0 {
		return m[0].Name
	}
	return ""
}

// each calls do with every part that is there.
func (f *fly) each(do func(i int, p dressing.Part, std role.Role)) {
	for i, p := range f.d.Parts {
		if std, _ := p.Standard(); !p.Absent {
			do(i, p, std)
		}
	}
}

func headSpace(f *fly) {
	if b := f.budget; b.Crowded {
		f.add("crowded-eye", -1, Question, common, "one to two eye lengths stay bare behind the eye until the head is built",
			"the eye is crowded by %.1f eye lengths: %.1f mm are free and %.1f needed; %s could give way", b.OverEyes, b.FreeMM, b.NeedMM, b.GiveWay)
	}
}

func fibresShort(f *fly) {
	for _, b := range f.bunch {
		if b.ShortMM > 0 {
			f.add("fibres-short", b.Parts[0], Question, memory, "one bunch has to make all of it, and its last turn is the first to be missed",
				"the %s runs short by %.0f mm, about %.1f turns; a %s %.0f mm shorter would do, or longer fibres", b.Material, b.ShortMM, b.ShortTurns, b.Roles[0], b.ShortMM)
		}
	}
}

// fibrous are bodies whose fibres a rib has to lock.
var fibrous = []material.Kind{material.Fibre, material.Herl, material.Quill, material.Hackle, material.Floss}

func ribWay(f *fly) {
	body := f.d.Find("body")
	if body < 0 || !slices.Contains(fibrous, f.kind(body)) {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if std.Form == role.FormRib && p.Winding == "with" {
			f.add("rib-with-fibres", i, Question, common, "a rib wound against the body stands on the fibres and locks them; wound with them it sinks between",
				"the rib is wound with a body of %s", f.name(body))
		}
	})
}

func dryFly(f *fly) {
	if f.style != lexicon.StyleDry {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		wire := hookWire(p)
		if w, _ := hook.ParseWire(wire); w > 0 || wire == lexicon.HeavyWire { // a code, or the word alone
			f.add("dry-heavy-wire", i, Question, common, "a dry fly floats by what is light", "a dry fly on %s wire", wire)
		}
		if std.Name == role.Underweight {
			f.add("dry-weighted", i, Question, common, "a dry fly floats by what is light", "a dry fly with a %s", p.Role)
		}
		if std.Kin == role.Body && practice.IsFur(f.d, i) && strings.Contains(strings.ToLower(p.Text), "loose") {
			f.add("dry-loose", i, Note, common, "tight dubbing takes up less water", "loose dubbing on a dry fly")
		}
	})
}

func hookWire(p dressing.Part) string {
	if p.Hook == nil {
		return ""
	}
	return p.Hook.Wire
}

// Where a hackle of a dry fly lies, in gapes. Common practice, no source.
const (
	hackleLowGapes  = 1.2
	hackleHighGapes = 2.2
)

func hackleFits(f *fly) {
	if f.style != lexicon.StyleDry && f.style != lexicon.StyleEmerger {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if std.Form != role.FormCollar {
			return
		}
		mm := f.m.Parts[i].MM
		if mm == 0 {
			return
		}
		switch n := mm / f.g.GapeMM; {
		case n > hackleHighGapes:
			f.add("hackle-long", i, Question, common, "the fibres of a dry hackle are one and a half to two gapes", "the hackle is %.1f gapes", n)
		case n < hackleLowGapes:
			f.add("hackle-short", i, Question, common, "the fibres of a dry hackle are one and a half to two gapes", "the hackle is only %.1f gapes", n)
		}
	})
}

func wetWing(f *fly) {
	if f.style != lexicon.StyleWet {
		return
	}
	tail := f.d.Find("tail")
	if tail < 0 || f.m.Parts[tail].MM == 0 {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if std.Name != role.Wing || f.m.Parts[i].MM == 0 {
			return
		}
		ends := std.From*f.g.ShankMM + f.m.Parts[i].LowMM
		tailEnds := f.g.ShankMM + f.m.Parts[tail].HighMM
		if over := ends - tailEnds; over > 0.05*f.g.ShankMM {
			f.add("wing-past-tail", i, Question, common, "a wet wing goes past the bend, not past the tail, or it wraps round the hook", "the wing stands %.1f mm past the tail", over)
		}
	})
}

func beadFits(f *fly) {
	low, high, ok := measure.Beads(int(f.h.Size))
	if !ok {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if std.Form != role.FormBead || p.DiameterMM == 0 {
			return
		}
		const slack = 0.02
		switch mm := p.DiameterMM; {
		case mm > high*1.15 || mm < low*0.85:
			f.add("bead-odd", i, Question, common, "beads are chosen by the hook", "a %.1f mm bead on a %v; %.1f to %.1f mm is usual", mm, f.h.Size, low, high)
		case mm >= high-slack || mm < low-slack:
			f.add("bead-edge", i, Note, common, "beads are chosen by the hook", "a %.1f mm bead is at the edge of what a %v usually takes", mm, f.h.Size)
		}
	})
}

// coarse is the thread, in denier, from which a small hook is served badly.
// Common practice, no source.
const (
	coarseDenier = 100
	smallHook    = 16
)

func coarseThread(f *fly) {
	if f.h.Size < smallHook {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if p.Thread != nil && p.Thread.Denier > coarseDenier && (std.Name == role.Thread || std.Name == role.Head) {
			f.add("thread-coarse", i, Question, common, "thread builds bulk, most of all at the head of a small fly", "%.0f denier thread on a %v", p.Thread.Denier, f.h.Size)
		}
	})
}

// hollow are hairs that flare where thread bites.
var hollow = lexicon.Phrases("hollow hair")

func flaring(f *fly) {
	f.each(func(i int, p dressing.Part, std role.Role) {
		if std.Form != role.FormTail && std.Form != role.FormWing {
			return
		}
		for _, w := range hollow {
			if material.Holds(f.name(i), w) {
				f.add("hair-flares", i, Note, common, "hollow hair flares where the thread bites; a soft turn first lets it lie", "the %s is of %s", p.Role, f.name(i))
				return
			}
		}
	})
}

func downEye(f *fly) {
	f.each(func(i int, p dressing.Part, std role.Role) {
		if p.Hook != nil && p.Hook.Eye == "down" {
			f.add("tie-off-on-top", i, Note, common, "a tag of thread or tinsel tied down underneath clogs a down eye", "tie parts off on top of the shank, not over a down eye")
		}
	})
}

func glueInEye(f *fly) {
	if f.h.Size < smallHook {
		return
	}
	f.each(func(i int, p dressing.Part, std role.Role) {
		if f.kind(i) == material.Varnish {
			f.add("glue-in-eye", i, Note, common, "what sets in the eye has to be bored out at the water", "keep the %s out of the eye of a %v: a drop on the needle, not on the fly", f.name(i), f.h.Size)
		}
	})
}

// dryingHours is how long a coat of varnish dries before the next: a couple of
// hours. Common practice, no source.
const dryingHours = 2

func coatsDry(f *fly) {
	f.each(func(i int, p dressing.Part, std role.Role) {
		if p.Coats > 1 && f.kind(i) == material.Varnish && !material.Holds(f.name(i), "uv") && !material.Holds(f.name(i), "resin") {
			f.add("varnish-dries", i, Note, common, "a second coat on a wet first one clouds and wrinkles",
				"%.0f coats of %s: leave about %d hours between them, %.0f in all before the box is closed", p.Coats, f.name(i), dryingHours, p.Coats*dryingHours)
		}
	})
}
