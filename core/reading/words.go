package reading

import (
	"strings"

	"mothledger/core/lexicon"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Words is the vocabulary a reader works with. Builtin gives the trade's own;
// With adds what a club's archivists entered.
type Words struct {
	tree     *tree // the rows of the lexicon
	roles    measure.Phrases
	roleList []string
	// fixed are words that people corrected, with what each was corrected to
	fixed     measure.Phrases
	fixedList []string
	fixedAs   []string
	// meanings are words for which others are read, with those
	meanings  measure.Phrases
	meantList []string
	meant     []string
	// taught are all of them, as they were said
	taught []Correction
}

var builtin = func() *Words {
	var labels []string
	for _, r := range role.All {
		labels = append(labels, r.Name)
		labels = append(labels, r.Also...)
	}
	roles := measure.NewPhrases(labels...)
	lexicon.Reads("label", roles.Take)
	return &Words{tree: newTree(lexicon.All()), roles: roles, roleList: labels}
}()

// Builtin is the vocabulary that ships with the program.
func Builtin() *Words { return builtin }

// partName recognises the label of a part where a length may be measured by
// it. Labels that are also everyday words do not serve.
func (w *Words) partName(toks []measure.Token) (string, int) {
	i, n := w.roles.Match(toks, 0)
	if n == 0 {
		return "", 0
	}
	label := w.roleList[i]
	if everyday[label] || len(label) < 3 && !shortLabels[label] {
		return "", 0
	}
	r, _ := role.Find(label)
	if r.Name == label || r.Name+"s" == label || strings.TrimSuffix(label, "ies")+"y" == r.Name || shortLabels[label] {
		return r.Name, n
	}
	return label, n
}

// shortLabels are the short forms of labels: bdy
var shortLabels = lexicon.Set("short label")

// everyday are labels that need a colon after them, since they begin ordinary
// sentences too.
var everyday = lexicon.Set("everyday label")

// Fixed phrases of the reader, by what they do in a line.
var (
	inlineParts  = measure.PhrasesOf("inline part")
	inlineRib    = measure.PhrasesOf("inline rib")
	inlineUnder  = measure.PhrasesOf("inline underbody")
	inlinePalmer = measure.PhrasesOf("inline palmer")
	comesBack    = measure.PhrasesOf("comes back")
	holdWords    = lexicon.Set("holds down")
)
