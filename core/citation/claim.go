package citation

import (
	"mothledger/core/when"
)

// Question is what a claim answers.
type Question string

// The questions of a fly's history. Descends asks which fly it comes from, Tied how or what it
// was tied of.
const (
	Originated   Question = "originated"
	Named        Question = "named"
	FirstPrinted Question = "first printed"
	Adapted      Question = "adapted"
	Popularised  Question = "popularised"
	Tied         Question = "tied"
	Descends     Question = "descends"
)

// Questions lists all of them in the order in which a page answers them.
var Questions = []Question{Originated, Named, FirstPrinted, Adapted, Popularised, Tied, Descends}

// Values lists the questions as words.
func (Question) Values() []string { return texts(Questions) }

// Grade is how good the account is that a claim rests on.
type Grade string

// The grades. Unstated is an account of which nobody said more, such as a card's own heading.
const (
	Unstated    Grade = ""
	OwnWords    Grade = "own words"
	TimePrint   Grade = "print of the time"
	LaterPrint  Grade = "later print"
	Remembered  Grade = "recollection"
	OfSpecimen  Grade = "specimen"
	gradesCount       = 6
)

// Grades lists them.
var Grades = []Grade{Unstated, OwnWords, TimePrint, LaterPrint, Remembered, OfSpecimen}

// Values lists the grades as words.
func (Grade) Values() []string { return texts(Grades) }

// Knows is how who says it knew.
type Knows string

// Seen with their own eyes, told by somebody, or believed.
const (
	Seen     Knows = "seen"
	Told     Knows = "told"
	Believed Knows = "believed"
)

// Values lists them as words.
func (Knows) Values() []string { return []string{"", string(Seen), string(Told), string(Believed)} }

// Qualifier is how a name is given.
type Qualifier string

// The qualifiers that archives keep apart.
const (
	AttributedTo Qualifier = "attributed to"
	After        Qualifier = "after"
	Formerly     Qualifier = "formerly attributed to"
	Jointly      Qualifier = "jointly"
	Traditional  Qualifier = "traditional"
	Unknown      Qualifier = "unknown"
)

// Qualifiers lists them.
var Qualifiers = []Qualifier{"", AttributedTo, After, Formerly, Jointly, Traditional, Unknown}

// Values lists the qualifiers as words.
func (Qualifier) Values() []string { return texts(Qualifiers) }

// DateOf is what a date is the date of.
type DateOf string

// What dates are of. OfLabel is the date on a label: it dates the label.
const (
	OfUnsaid   DateOf = ""
	OfTying    DateOf = "tied"
	OfNaming   DateOf = "named"
	OfPrinting DateOf = "printed"
	OfTelling  DateOf = "told"
	OfMaking   DateOf = "made"
	OfLabel    DateOf = "label"
)

// DatesOf lists them.
var DatesOf = []DateOf{OfUnsaid, OfTying, OfNaming, OfPrinting, OfTelling, OfMaking, OfLabel}

// Values lists them as words.
func (DateOf) Values() []string { return texts(DatesOf) }

// Claim is one account's answer to one question.
type Claim struct {
	ID int64
	Of Question
	// Says is the answer: a person, a source for FirstPrinted, a fly for Descends. It is empty
	// where the qualifier says that it is traditional or unknown.
	Says      string
	Qualifier Qualifier
	// Denied is set where the account says that it is not so, Own where that is the word of the one
	// who is named, Searched where somebody looked and did not find it.
	Denied, Own, Searched bool
	// Source tells accounts of one place from one another; 0 for none.
	Source     int64
	Grade      Grade
	Knows      Knows
	Interested bool
	// From is the account that this one rests on, 0 for none.
	From int64
	// Date is when it happened, DateOf what that date is of, Told when the account was given.
	Date   when.Date
	DateOf DateOf
	Told   when.Date
}

func texts[T ~string](list []T) []string {
	out := make([]string, len(list))
	for i, x := range list {
		out[i] = string(x)
	}
	return out
}
