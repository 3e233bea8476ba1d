// Package measure reads and writes lengths, counts, turns and positions as
// tiers say them.
//
// A tier rarely measures in millimetres. A tail is "half the shank", a hackle
// "one and a half gapes", a wing goes "just past the bend". Each of these is
// kept as an interval in the unit that was said, with the words it came from;
// [Length] is that value. Words such as "about" and "just past" widen or shift
// the interval by the one published table, [Hedges].
//
// The zero Length means "not stated". Writing a length with String and reading
// it again with Parse gives the same interval.
package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Unit is what a length is counted in: one of the constants below, or the
// label of another part ("tail").
type Unit string

// The units that are not parts.
const (
	MM    Unit = "mm"
	Shank Unit = "shank"
	Gape  Unit = "gape"
	Eye   Unit = "eye"
	HookU Unit = "hook" // "the length of the hook": loose, 1.0 to 1.4 shanks
	Point Unit = "point"
	Barb  Unit = "barb"
	Bend  Unit = "bend"
)

// HookLow and HookHigh are what "the length of the hook" is taken to mean, in
// shanks. Common practice, no source.
const (
	HookLow  = 1.0
	HookHigh = 1.4
)

// MMPerInch is exact: international yard and pound agreement, 1959.
const MMPerInch = 25.4

// Length is an interval in one unit. With Reach set it says how far a part
// goes ("to the point", "to the end of the tail") rather than how long it is;
// then 1 is at the place named and 1.1 a tenth further.
type Length struct {
	Low   float64 `json:"low"`
	High  float64 `json:"high"`
	Of    Unit    `json:"of"`
	Reach bool    `json:"reach,omitempty"`
	Text  string  `json:"text,omitempty"`
}

// IsZero tells whether the length is not stated.
func (l Length) IsZero() bool { return l.Of == "" }

// Mid is the middle of the interval.
func (l Length) Mid() float64 { return (l.Low + l.High) / 2 }

// IsPart tells whether the length is measured by another part.
func (l Length) IsPart() bool {
	switch l.Of {
	case "", MM, Shank, Gape, Eye, HookU, Point, Barb, Bend:
		return false
	}
	return true
}

// Same tells whether two lengths are the same interval in the same unit,
// whatever words they came from.
func (l Length) Same(o Length) bool {
	return l.Of == o.Of && l.Reach == o.Reach && near(l.Low, o.Low) && near(l.High, o.High)
}

func near(a, b float64) bool { return math.Abs(a-b) <= 1e-9*math.Max(1, math.Abs(a)) }

// Interval is a count or a number of turns: five, or five to six.
type Interval struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// IsZero tells whether the interval is not stated.
func (v Interval) IsZero() bool { return v == Interval{} }

// Mid is the middle of the interval.
func (v Interval) Mid() float64 { return (v.Low + v.High) / 2 }

// Times multiplies either end, as a hedge or a bound does.
func (v Interval) Times(low, high float64) Interval {
	return Interval{round(v.Low * low), round(v.High * high)}
}

// Overlaps tells whether two intervals share a value.
func (v Interval) Overlaps(o Interval) bool {
	const slack = 1e-9
	return v.Low <= o.High+slack && o.Low <= v.High+slack
}

func figure(f float64) string { return strconv.FormatFloat(f, 'f', -1, 64) }

// String writes the interval in figures: "5", "5 to 6".
func (v Interval) String() string {
	if v.Low == v.High {
		return figure(v.Low)
	}
	return figure(v.Low) + " to " + figure(v.High)
}

// String writes the length so that Parse gives the same interval back.
func (l Length) String() string {
	if l.IsZero() {
		return ""
	}
	n := Interval{l.Low, l.High}.String()
	switch {
	case l.Of == MM:
		return n + " mm"
	case l.Reach && l.Low == 1 && l.High == 1:
		return "to the " + string(l.Of)
	case l.Reach:
		return n + " × to the " + string(l.Of)
	}
	return n + " × " + string(l.Of)
}

// ParseError says what could not be read and where.
type ParseError struct {
	Input string
	At    int // byte offset
	Want  string
}

func (e *ParseError) Error() string {
	return fmt.Sprintf("length %q: at %q expected %s", e.Input, e.Input[min(e.At, len(e.Input)):], e.Want)
}

// Parse reads one length: "half the shank", "1½ gapes", "to the point",
// "2 mm". parts are the labels that may serve as a unit; nil allows any single
// word after "×".
func Parse(s string, parts func([]Token) (string, int)) (Length, error) {
	toks := Lex(s)
	if parts == nil {
		parts = anyWords
	}
	l, n := ScanLength(toks, 0, parts)
	if n == 0 {
		return Length{}, &ParseError{s, 0, "a length such as \"half the shank\" or \"2 mm\""}
	}
	if n < len(toks) {
		return Length{}, &ParseError{s, toks[n].Start, "the end"}
	}
	l.Text = strings.TrimSpace(s)
	return l, nil
}

func anyWords(toks []Token) (string, int) {
	var w []string
	for _, t := range toks {
		if t.Kind != Word {
			break
		}
		w = append(w, t.Low)
	}
	return strings.Join(w, " "), len(w)
}
