// Package role holds the parts of a fly: their names, the other names people
// use for them, which of them do the same work, where on the hook they usually
// sit, and whether every fly has one.
//
// A dressing is a hook and a list of parts. One tier says "abdomen" where
// another says "body"; both fill the same place, so a comparison has to pair
// them. This package says which names are one part, and which parts are kin.
//
// Stations are shares of the shank: 0 just behind the eye, 1 where the bend
// begins. The usual stations are common practice, no source.
package role

import (
	"strings"

	"mothledger/core/lexicon"
)

// Form is the general shape of a part: what it looks like from the side.
type Form string

// The forms a part can take.
const (
	FormNone   Form = ""       // not drawn by itself (thread, finish)
	FormHook   Form = "hook"   // the hook
	FormWound  Form = "wound"  // lies along the shank: body, thorax, tag
	FormRib    Form = "rib"    // an open helix over a wound part
	FormPalmer Form = "palmer" // a feather wound in open turns along a body
	FormCollar Form = "collar" // a feather wound in one place
	FormTail   Form = "tail"   // fibres leaving backwards
	FormWing   Form = "wing"   // over the back
	FormPost   Form = "post"   // upright
	FormCase   Form = "case"   // pulled over the back of a thorax
	FormLegs   Form = "legs"   // leaving downwards or sideways
	FormBead   Form = "bead"   // a ball on the shank
	FormHead   Form = "head"   // the thread head
	FormCheek  Form = "cheek"  // a short blade at the side
)

// Role is one part of a fly.
type Role struct {
	Name string
	// Also are other labels for the same part.
	Also []string
	// Kin names the work the part does. Parts of one kin can stand in for
	// each other across two dressings.
	Kin  string
	Form Form
	// From and To are the usual ends on the shank, From nearer the bend.
	From, To float64
	// Universal is set where every fly has the part, so that silence about
	// it says nothing.
	Universal bool
	// Spans is set where "to the bend" says where the part lies on the shank
	// rather than how far it reaches.
	Spans bool
	// Weight is how much of the fly's character the part carries, 0 to 3.
	Weight int
}

// Standard is the name of a standard part. Labels are an open list; these are not.
type Standard string

// Values lists the standard parts.
func (Standard) Values() []string {
	out := make([]string, len(All))
	for i, r := range All {
		out[i] = r.Name
	}
	return out
}

// The names of the standard parts.
const (
	Hook        = "hook"
	Bead        = "bead"
	Underweight = "underweight"
	Thread      = "thread"
	Tag         = "tag"
	Tail        = "tail"
	Shuck       = "shuck"
	Butt        = "butt"
	Underbody   = "underbody"
	Rib         = "rib"
	Body        = "body"
	Abdomen     = "abdomen"
	BodyHackle  = "body hackle"
	WingCase    = "wing case"
	Thorax      = "thorax"
	Legs        = "legs"
	Post        = "post"
	Underwing   = "underwing"
	Wing        = "wing"
	Overwing    = "overwing"
	Flash       = "flash"
	Hackle      = "hackle"
	Collar      = "collar"
	Throat      = "throat"
	Cheeks      = "cheeks"
	Topping     = "topping"
	Indicator   = "indicator"
	HotSpot     = "hot spot"
	Head        = "head"
	Eyes        = "eyes"
	Finish      = "finish"
	Antennae    = "antennae"
)

// All lists the standard parts in the order in which they are usually tied in.
// Common practice, no source.
var All = withLabels([]Role{
	{Name: Hook, Kin: Hook, Form: FormHook, From: 1, Universal: true},
	{Name: Bead, Kin: Bead, Form: FormBead, From: 0.1, Spans: true, Weight: 2},
	{Name: Underweight, Kin: Underweight, Form: FormNone, From: 0.7, To: 0.25, Spans: true, Weight: 1},
	{Name: Thread, Kin: Thread, Form: FormNone, From: 1, Universal: true, Spans: true},
	{Name: Tag, Kin: Tag, Form: FormWound, From: 1.12, To: 0.97, Spans: true, Weight: 1},
	{Name: Tail, Kin: Tail, Form: FormTail, From: 1, To: 1, Weight: 2},
	{Name: Shuck, Kin: Tail, Form: FormTail, From: 1, To: 1, Weight: 2},
	{Name: Butt, Kin: Butt, Form: FormWound, From: 1, To: 0.94, Spans: true, Weight: 1},
	{Name: Underbody, Kin: Underbody, Form: FormNone, From: 0.97, To: 0.2, Universal: true, Spans: true},
	{Name: Rib, Kin: Rib, Form: FormRib, From: 0.97, To: 0.25, Spans: true, Weight: 1},
	{Name: Body, Kin: Body, Form: FormWound, From: 0.97, To: 0.2, Spans: true, Weight: 3},
	{Name: Abdomen, Kin: Body, Form: FormWound, From: 0.97, To: 0.45, Spans: true, Weight: 3},
	{Name: BodyHackle, Kin: BodyHackle, Form: FormPalmer, From: 0.95, To: 0.22, Spans: true, Weight: 2},
	{Name: WingCase, Kin: WingCase, Form: FormCase, From: 0.45, To: 0.12, Spans: true, Weight: 2},
	{Name: Thorax, Kin: Thorax, Form: FormWound, From: 0.45, To: 0.12, Spans: true, Weight: 2},
	{Name: Legs, Kin: Legs, Form: FormLegs, From: 0.2, To: 0.2, Weight: 1},
	{Name: Post, Kin: Wing, Form: FormPost, From: 0.28, To: 0.28, Weight: 2},
	{Name: Underwing, Kin: Underwing, Form: FormWing, From: 0.2, To: 0.2, Weight: 2},
	{Name: Wing, Kin: Wing, Form: FormWing, From: 0.18, To: 0.18, Weight: 3},
	{Name: Overwing, Kin: Overwing, Form: FormWing, From: 0.17, To: 0.17, Weight: 2},
	{Name: Flash, Kin: Flash, Form: FormWing, From: 0.18, To: 0.18, Weight: 1},
	{Name: Hackle, Kin: Hackle, Form: FormCollar, From: 0.17, To: 0.11, Weight: 3},
	{Name: Collar, Kin: Hackle, Form: FormCollar, From: 0.15, To: 0.1, Weight: 2},
	{Name: Throat, Kin: Throat, Form: FormLegs, From: 0.15, To: 0.15, Weight: 2},
	{Name: Cheeks, Kin: Cheeks, Form: FormCheek, From: 0.15, To: 0.15, Weight: 1},
	{Name: Topping, Kin: Topping, Form: FormWing, From: 0.15, To: 0.15, Weight: 1},
	{Name: Indicator, Kin: Indicator, Form: FormPost, From: 0.16, To: 0.16, Weight: 1},
	{Name: HotSpot, Kin: HotSpot, Form: FormWound, From: 0.14, To: 0.08, Spans: true, Weight: 1},
	{Name: Head, Kin: Head, Form: FormHead, From: 0.11, To: 0.01, Universal: true, Spans: true, Weight: 1},
	{Name: Eyes, Kin: Eyes, Form: FormNone, From: 0.06, To: 0.06, Weight: 1},
	{Name: Finish, Kin: Finish, Form: FormNone, Universal: true, Spans: true},
	{Name: Antennae, Kin: Antennae, Form: FormNone, From: 0.1, To: 0.1, Weight: 1},
})

// withLabels gives each part its other labels out of the lexicon.
func withLabels(all []Role) []Role {
	for _, r := range lexicon.Rows("label") {
		for i := range all {
			if all[i].Name == r.Value {
				all[i].Also = append(all[i].Also, r.Phrase)
			}
		}
	}
	return all
}

var byLabel = func() map[string]*Role {
	m := map[string]*Role{}
	for i := range All {
		m[All[i].Name] = &All[i]
		for _, a := range All[i].Also {
			m[a] = &All[i]
		}
	}
	lexicon.Reads("label", func(phrase string) func() {
		r, ok := m[phrase]
		delete(m, phrase)
		return func() {
			if ok {
				m[phrase] = r
			}
		}
	})
	return m
}()

// abbreviations are labels that are short forms of a word rather than another
// word for the part; they are written out.
var abbreviations = lexicon.Set("short label")

// Clean lower-cases a label and takes the hyphens and doubled spaces out of it.
func Clean(label string) string {
	return strings.Join(strings.Fields(strings.ToLower(strings.ReplaceAll(label, "-", " "))), " ")
}

// Find gives the standard part that a label names. The label may be in any
// case and hyphenated.
func Find(label string) (Role, bool) {
	if r, ok := byLabel[label]; ok { // clean already, as a dressing keeps it
		return *r, true
	}
	clean := Clean(label)
	if r, ok := byLabel[clean]; ok {
		return *r, true
	}
	// "second rib", "mounting thread": the last word names the part
	if i := strings.LastIndex(clean, " "); i > 0 {
		if r, ok := byLabel[clean[i+1:]]; ok && (r.Name == clean[i+1:] || r.Name+"s" == clean[i+1:]) && r.Form != FormHook && r.Name != Eyes {
			return *r, true
		}
	}
	return Role{Name: clean}, false
}

// runTogether are labels of two words that are written as one.
var runTogether = lexicon.Values("run together")

// Label is the label as a dressing keeps it: as written, in lower case, with
// abbreviations written out and hyphens opened.
func Label(written string) string {
	c := Clean(written)
	if r := byLabel[c]; r != nil && abbreviations[c] {
		return r.Name
	}
	if two := runTogether[c]; two != "" {
		return two
	}
	return c
}

// SameWork tells whether two labels name parts that do the same work on a fly,
// such as body and abdomen.
func SameWork(a, b string) bool {
	ra, oka := Find(a)
	rb, okb := Find(b)
	if oka && okb {
		return ra.Kin == rb.Kin
	}
	return ra.Name == rb.Name
}
