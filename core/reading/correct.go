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

// Corrections are what words can be corrected to: a colour, the name of a
// material, a preparation, an amount, or a remark (nothing of this part's
// values: "a couple of turns" that only hold it down).
var Corrections = []string{"colour", "material", "preparation", "amount", "remark"}

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

// fixedAt gives what the words at token i were corrected to.
func (p *partReader) fixedAt(i int) (as string, n int) {
	w := p.reader.words
	if len(w.fixedList) == 0 {
		return "", 0
	}
	k, n := w.fixed.Match(p.toks, i)
	if n == 0 || !p.freeRun(i, n) {
		return "", 0
	}
	return w.fixedAs[k], n
}

// corrected sets apart the words that a person said are only a remark, before
// any step can take them for more.
func (p *partReader) corrected() {
	for i := range p.toks {
		if as, n := p.fixedAt(i); as == "remark" {
			p.remark(i, n, "a remark, as corrected by hand")
		}
	}
}

// takeFixed adds corrected words at token k to a phrase.
func (p *partReader) takeFixed(np *nounPhrase, k int) int {
	as, n := p.fixedAt(k)
	words := ""
	if n > 0 {
		words = p.lowWords(k, n)
	}
	switch as {
	case "colour":
		np.colour = append(np.colour, words)
	case "material":
		np.name = append(np.name, p.nameWords(k, n))
		np.noun = true
	case "preparation":
		np.prep = append(np.prep, words)
	case "amount":
		np.amount = words
	default:
		return 0
	}
	p.take(k, n, as, "as corrected by hand")
	return n
}

// nounWord tells whether a token is the noun of a material here, by the trade's
// words or by correction.
func (p *partReader) nounWord(k int) bool {
	if as, n := p.fixedAt(k); n > 0 {
		return as == "material"
	}
	_, ok := p.materialNoun(k)
	return ok
}
