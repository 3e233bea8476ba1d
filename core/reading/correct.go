package reading

import (
	"fmt"
	"slices"
	"strings"

	"mothledger/core/measure"
)

// A Correction is what a person says a few words are, against what the reader
// took them for. It holds for one dressing, or as part of a club's vocabulary
// for all.
type Correction struct {
	Words string    `json:"words"`
	As    CorrectAs `json:"as"`
}

// CorrectAs is what words can be corrected to.
type CorrectAs string

// Values lists them.
func (CorrectAs) Values() []string { return Corrections }

// asRemark corrects words to nothing of the part's values.
const asRemark = "remark"

// Corrections are what words can be corrected to: a colour, the name of a
// material, a preparation, an amount, or a remark (nothing of this part's
// values: "a couple of turns" that only hold it down).
var Corrections = []string{asColour, asMaterial, asPreparation, asAmount, asRemark}

// Check tells what is wrong with a correction.
func (c Correction) Check() error {
	if len(measure.Lex(c.Words)) == 0 || len(c.Words) > 100 {
		return fmt.Errorf("%q: expected one or a few words", c.Words)
	}
	if !slices.Contains(Corrections, string(c.As)) {
		return fmt.Errorf("%q cannot be %q; expected one of %s", c.Words, c.As, strings.Join(Corrections, ", "))
	}
	return nil
}

// With gives a vocabulary that reads these words as they were corrected. A later
// correction of the same words wins.
func (w *Words) With(list []Correction) *Words {
	if len(list) == 0 {
		return w
	}
	out := *w
	latest := map[string]string{}
	for i, a := range w.fixedList {
		latest[a] = w.fixedAs[i]
	}
	for _, c := range list {
		latest[strings.ToLower(strings.Join(strings.Fields(c.Words), " "))] = string(c.As)
	}
	out.fixedList, out.fixedAs = nil, nil
	for words := range latest {
		out.fixedList = append(out.fixedList, words)
	}
	slices.Sort(out.fixedList)
	for _, words := range out.fixedList {
		out.fixedAs = append(out.fixedAs, latest[words])
	}
	out.fixed = measure.NewPhrases(out.fixedList...)
	return &out
}
