package compare

import (
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Kept says whether a variant keeps an essential of its parent.
type Kept string

// What can be said of an essential.
const (
	IsKept   Kept = "kept"
	Lost     Kept = "lost"
	Untold   Kept = "cannot-tell"
	thisPart      = "the fly needs its "
)

// Values lists the answers as words.
func (Kept) Values() []string { return []string{string(IsKept), string(Lost), string(Untold)} }

// Essential is one thing that makes the parent this fly. Why says what led to
// the answer.
type Essential struct {
	Text string `json:"text"`
	Role string `json:"role,omitempty"`
	Kept Kept   `json:"kept"`
	Why  string `json:"why,omitempty"`
}

// Words for little and for much, by which an essential such as "the hackle is
// sparse" is judged. Common practice, no source.
var (
	little = lexicon.Phrases("little")
	much   = lexicon.Phrases("much")
)

// essentials judges what the parent names as essential against the departures.
// What the words do not let one decide cannot be told.
func essentials(parent, variant dressing.Dressing, parts []Departure) []Essential {
	var out []Essential
	for _, text := range parent.Essentials {
		out = append(out, judgeEssential(text, parent, variant, parts))
	}
	for i, p := range parent.Parts {
		if !p.Essential {
			continue
		}
		e := Essential{Text: thisPart + p.Role, Role: p.Role, Kept: Untold}
		for _, d := range parts {
			if d.ParentPart == i {
				e.Kept, e.Why = keptPart(d)
			}
		}
		out = append(out, e)
	}
	return out
}

// keptPart tells whether a part that must be there is, of a like material.
func keptPart(d Departure) (Kept, string) {
	switch d.Change {
	case Same, Near:
		return IsKept, ""
	case Dropped, Replaced:
		return Lost, d.Sentence()
	}
	return Untold, d.Why
}

func judgeEssential(text string, parent, variant dressing.Dressing, parts []Departure) Essential {
	e := Essential{Text: text, Kept: Untold, Why: "the words do not say which part to look at"}
	toks := measure.Lex(text)
	at := -1
	absent := false
	for i, t := range toks {
		if t.Low == "no" || t.Low == "without" {
			absent = true
		}
		for n := 2; n >= 1 && at < 0; n-- {
			if i+n > len(toks) {
				continue
			}
			var w []string
			for _, x := range toks[i : i+n] {
				w = append(w, x.Low)
			}
			if r, ok := role.Find(strings.Join(w, " ")); ok {
				at, e.Role = i, r.Name
			}
		}
	}
	amount := wordIn(toks, little)
	fat := wordIn(toks, much)
	if at < 0 {
		if amount == "" && fat == "" {
			return e
		}
		return judgeAmount(e, variant, -1, amount != "")
	}
	v := variant.Find(e.Role)
	there := v >= 0 && !variant.Parts[v].Absent
	if absent {
		if there {
			e.Kept, e.Why = Lost, "it has a "+e.Role
		} else {
			e.Kept, e.Why = IsKept, ""
		}
		return e
	}
	var d Departure
	found := false
	for _, x := range parts {
		if r, _ := role.Find(x.Role); r.Name == e.Role || role.SameWork(x.Role, e.Role) {
			d, found = x, true
			break
		}
	}
	switch {
	case !found || d.Change == Unstated || d.Change == CannotTell:
		e.Why = "this account does not mention the " + e.Role
		return e
	case d.Change == Dropped:
		e.Kept, e.Why = Lost, d.Sentence()
		return e
	}
	if amount != "" || fat != "" {
		return judgeAmount(e, variant, d.VariantPart, amount != "")
	}
	saysColour, saysMaterial := false, false
	for _, t := range toks {
		saysColour = saysColour || material.IsColour(t.Low)
		if _, ok := material.NounKind(t.Low); ok && t.Low != e.Role {
			saysMaterial = true
		}
	}
	e.Kept, e.Why = IsKept, ""
	colourGone := d.Materials != nil && (d.Materials.Colour == material.Outside || d.Materials.Colour == material.Overlapping)
	if d.Change == Replaced && (saysMaterial || !saysColour) || saysColour && colourGone {
		e.Kept, e.Why = Lost, d.Sentence()
	}
	return e
}

// judgeAmount looks for words of the other kind at the part, or anywhere where
// no part is named.
func judgeAmount(e Essential, variant dressing.Dressing, part int, sparse bool) Essential {
	want, against := much, little
	if sparse {
		want, against = little, much
	}
	e.Kept, e.Why = Untold, "this account does not say how much"
	for i, p := range variant.Parts {
		if part >= 0 && i != part {
			continue
		}
		toks := measure.Lex(p.Text)
		if w := wordIn(toks, against); w != "" {
			e.Kept, e.Why = Lost, p.Role+": "+w
			return e
		}
		if wordIn(toks, want) != "" {
			e.Kept, e.Why = IsKept, ""
		}
	}
	return e
}

func wordIn(toks []measure.Token, list []string) string {
	for _, t := range toks {
		for _, w := range list {
			if t.Low == w {
				return w
			}
		}
	}
	return ""
}
