package compare

import (
	"fmt"
	"slices"
	"strings"

	"mothledger/core/role"
)

// Verdict is what a comparison amounts to, in the words that people use.
type Verdict string

// The verdicts.
const (
	SameDressing   Verdict = "same"
	Colour         Verdict = "colour"
	Substitution   Verdict = "substitution"
	Simplified     Verdict = "simplified"
	DressedUp      Verdict = "dressed-up"
	Reproportioned Verdict = "re-proportioned"
	Technique      Verdict = "technique"
	NewPattern     Verdict = "new"
)

// Verdicts lists all of them.
var Verdicts = []Verdict{SameDressing, Colour, Substitution, Simplified, DressedUp, Reproportioned, Technique, NewPattern}

// Values lists the verdicts as words.
func (Verdict) Values() []string {
	out := make([]string, len(Verdicts))
	for i, v := range Verdicts {
		out[i] = string(v)
	}
	return out
}

// Phrase says the verdict in a sentence's end.
func (v Verdict) Phrase() string {
	switch v {
	case SameDressing:
		return "the same dressing"
	case Colour:
		return "a colour version"
	case Substitution:
		return "a substitution"
	case Simplified:
		return "a simplified version"
	case DressedUp:
		return "a dressed-up version"
	case Reproportioned:
		return "a re-proportioned version"
	case Technique:
		return "another technique"
	}
	return "a new pattern that owes something to the old"
}

// How much each kind of departure counts, times the weight of its part; and
// the share of the parent that must survive for it to be the same fly. Common
// practice, no source.
const (
	nearScore      = 0.6
	figureScore    = 0.7
	techniqueScore = 1.2
	newShare       = 0.5
)

// judge weighs the departures.
func judge(parts []Departure) (Verdict, []string) {
	score := map[Verdict]float64{}
	kept, all := 0.0, 0.0
	structural := 0
	var facts []fact
	for _, d := range parts {
		std, _ := role.Find(d.Role)
		w := float64(max(std.Weight, 1))
		if std.Universal {
			w = 0.5
		}
		if d.ParentPart >= 0 && !std.Universal && d.Change != Unstated && d.Change != CannotTell {
			all += w
			if d.Change == Same || d.Change == Near {
				kept += w
			}
		}
		before := len(facts)
		add := func(v Verdict, s float64) {
			score[v] += s
			if len(facts) == before {
				facts = append(facts, fact{v, s, d.Sentence()})
			} else {
				facts[before].weight += s
			}
		}
		switch d.Change {
		case Near:
			add(Colour, nearScore*w)
		case Replaced:
			add(Substitution, w)
			structural++
		case Added:
			add(DressedUp, w)
			structural++
		case Dropped:
			add(Simplified, w)
			structural++
		}
		for _, f := range []*Figures{d.Length, d.Count, d.Turns} {
			if f != nil && f.Change != "" {
				add(Reproportioned, figureScore*max(w, 1))
			}
		}
		if d.technical() {
			add(Technique, techniqueScore*max(w, 1))
		}
		if d.Moved {
			add(Technique, techniqueScore)
		}
	}
	if len(score) == 0 {
		return SameDressing, []string{sameReason(parts)}
	}
	slices.SortStableFunc(facts, func(a, b fact) int {
		switch {
		case a.weight > b.weight:
			return -1
		case a.weight < b.weight:
			return 1
		}
		return 0
	})
	verdict := SameDressing
	best := 0.0
	for _, v := range []Verdict{Technique, Substitution, Simplified, DressedUp, Reproportioned, Colour} { // an order for ties
		if score[v] > best {
			verdict, best = v, score[v]
		}
	}
	var because []string
	if structural >= 3 && all > 0 && kept/all < newShare {
		verdict = NewPattern
		because = append(because, fmt.Sprintf("only %.0f %% of the parent's character is left", 100*kept/all))
	}
	for _, f := range facts {
		if f.sentence != "" {
			because = append(because, f.sentence)
		}
	}
	return verdict, because
}

type fact struct {
	verdict  Verdict
	weight   float64
	sentence string
}

func sameReason(parts []Departure) string {
	unstated := 0
	for _, d := range parts {
		if d.Change == Unstated || d.Change == CannotTell {
			unstated++
		}
	}
	if unstated > 0 {
		return fmt.Sprintf("nothing departs; %d parts are not stated on one side", unstated)
	}
	return "nothing departs"
}

// Sentence gives the verdict and its main reasons in one sentence.
func (c Comparison) Sentence() string {
	reasons := c.Because
	more := ""
	if len(reasons) > 3 {
		more = fmt.Sprintf("; and %d more", len(reasons)-3)
		reasons = reasons[:3]
	}
	return strings.ToUpper(c.Verdict.Phrase()[:1]) + c.Verdict.Phrase()[1:] + ": " + strings.Join(reasons, "; ") + more + "."
}
