// Package descent is how one dressing comes from another. A tier who ties a version
// of a known fly says so in a few ways that an archive keeps apart: it is a variant
// of it, adapted from it, copied from it, and so on. Descent is a claim, never a
// likeness that was measured.
package descent

import "strings"

// Kind is the way in which one dressing comes from another.
type Kind string

// The kinds of descent. VariantOf is what a link is where nobody said more.
const (
	VariantOf         Kind = "variant of"
	AdaptedFrom       Kind = "adapted from"
	InTheStyleOf      Kind = "in the style of"
	ReconstructedFrom Kind = "reconstructed from"
	CopiedFrom        Kind = "copied from"
	AnswerTo          Kind = "answer to"
	RenamedFrom       Kind = "renamed from"
)

// Kinds lists all of them.
var Kinds = []Kind{VariantOf, AdaptedFrom, InTheStyleOf, ReconstructedFrom, CopiedFrom, AnswerTo, RenamedFrom}

// Values lists the kinds as words.
func (Kind) Values() []string {
	out := make([]string, len(Kinds))
	for i, k := range Kinds {
		out[i] = string(k)
	}
	return out
}

// Parse gives the kind that the words name, in any case; VariantOf for none.
func Parse(s string) (Kind, bool) {
	s = strings.ToLower(strings.Join(strings.Fields(s), " "))
	if s == "" {
		return VariantOf, true
	}
	for _, k := range Kinds {
		if s == string(k) {
			return k, true
		}
	}
	return "", false
}
