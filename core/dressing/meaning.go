package dressing

import (
	"regexp"
	"slices"
	"strings"

	"mothledger/core/material"
)

// A Meaning is what a person says a few words mean, where the reader does not know them or takes
// them for something else: in one dressing, or as a row of the club's own lexicon.
type Meaning struct {
	Words string  `json:"words" doc:"the words as they are written"`
	As    MeansAs `json:"as"`
	// Means are the trade's own words for it, which are read in place of Words: "wood duck flank",
	// "five turns", "rib". Empty for what has no other words: a new material, a remark.
	Means string `json:"means,omitempty" maxLength:"200" doc:"the trade's own words for it, read in their place; empty for what is new, or a remark"`
	// Kind and Hue are of a new material or a new colour.
	Kind material.Kind `json:"kind,omitempty" doc:"of a new material"`
	Hue  string        `json:"hue,omitempty" pattern:"^#[0-9a-f]{6}$" doc:"of a new material or colour, as #rrggbb"`
}

// MeansAs is what kind of thing words mean.
type MeansAs string

// What words can mean: a colour, a material, how it is prepared, how much of it, a part of the fly, a
// number with its unit, a place on the hook, or nothing but a remark.
const (
	MeansColour      MeansAs = "colour"
	MeansMaterial    MeansAs = "material"
	MeansPreparation MeansAs = "preparation"
	MeansAmount      MeansAs = "amount"
	MeansPart        MeansAs = "part"
	MeansNumber      MeansAs = "number"
	MeansPlace       MeansAs = "place"
	MeansRemark      MeansAs = "remark"
)

// Meanings lists what words can mean.
var Meanings = []MeansAs{MeansMaterial, MeansColour, MeansPart, MeansNumber, MeansPlace, MeansPreparation, MeansAmount, MeansRemark}

// Values lists them as words.
func (MeansAs) Values() []string {
	var out []string
	for _, m := range Meanings {
		out = append(out, string(m))
	}
	return out
}

// String is the meaning as the header Means has it: "w/duck = wood duck flank (material)",
// "grobble = (material, fur, #8a5522)".
func (m Meaning) String() string {
	in := []string{string(m.As)}
	if m.Kind != "" {
		in = append(in, string(m.Kind))
	}
	if m.Hue != "" {
		in = append(in, m.Hue)
	}
	words := m.Words
	if strings.ContainsAny(words, `;="`) {
		words = `"` + strings.ReplaceAll(words, `"`, `""`) + `"`
	}
	return words + " = " + strings.TrimSpace(m.Means+" ("+strings.Join(in, ", ")+")")
}

var (
	inQuotes  = regexp.MustCompile(`^"((?:[^"]|"")*)"\s*=\s*`)
	unquoted  = regexp.MustCompile(`^([^;="]+?)\s*=\s*`)
	meantAs   = regexp.MustCompile(`^([^;]*?)\s*\(([^();]*)\)\s*(?:;|$)`)
	meantBare = regexp.MustCompile(`^([^;]*?)\s*(?:;|$)`)
	hueForm   = regexp.MustCompile(`^#[0-9a-f]{6}$`)
)

// IsHue tells whether a colour is written as a Meaning has it, #rrggbb in small letters.
func IsHue(s string) bool { return hueForm.MatchString(s) }

// ParseMeanings reads what stands behind the header Means. rest is what cannot be read, from the
// first slip on. A meaning without its class in brackets has none yet.
func ParseMeanings(s string) (list []Meaning, rest string) {
	for s = strings.TrimSpace(s); s != ""; s = strings.TrimSpace(s) {
		var m Meaning
		left := s
		if q := inQuotes.FindStringSubmatch(s); q != nil {
			m.Words, left = strings.ReplaceAll(q[1], `""`, `"`), s[len(q[0]):]
		} else if u := unquoted.FindStringSubmatch(s); u != nil {
			m.Words, left = u[1], s[len(u[0]):]
		} else {
			return list, s
		}
		if as := meantAs.FindStringSubmatch(left); as != nil && m.classed(as[2]) {
			m.Means, left = as[1], left[len(as[0]):]
		} else {
			bare := meantBare.FindStringSubmatch(left)
			m.Means, left = bare[1], left[len(bare[0]):]
		}
		if strings.TrimSpace(m.Words) == "" || m.As == "" && m.Means == "" {
			return list, s
		}
		list = append(list, m)
		s = left
	}
	return list, ""
}

// classed reads the class in brackets, with a kind and a colour.
func (m *Meaning) classed(s string) bool {
	is := *m
	for i, piece := range strings.Split(s, ",") {
		piece = strings.ToLower(strings.TrimSpace(piece))
		switch {
		case i == 0 && slices.Contains(Meanings, MeansAs(piece)):
			is.As = MeansAs(piece)
		case i > 0 && IsHue(piece):
			is.Hue = piece
		case i > 0 && slices.Contains(material.Kind("").Values(), piece):
			is.Kind = material.Kind(piece)
		default:
			return false
		}
	}
	*m = is
	return true
}
