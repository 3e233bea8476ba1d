package ledger

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/reading"
	"mothledger/store"
)

// rowsOf gives the rows of the club's lexicon as the reader takes them.
func rowsOf(list []store.Word) ([]reading.Taught, error) {
	out := make([]reading.Taught, 0, len(list))
	for _, w := range list {
		r := reading.Taught{Correction: reading.Correction{Words: w.Words, As: reading.CorrectAs(w.Kind), Means: w.Means, Kind: material.Kind(w.Material), Hue: w.Hue}, Example: w.Example}
		if err := json.Unmarshal(w.Also, &r.Also); err != nil {
			return nil, err
		}
		out = append(out, r)
	}
	return out, nil
}

// Vocabulary lists what the club taught its reader.
func (l *Ledger) Vocabulary(ctx context.Context) ([]Word, error) {
	list, err := l.store.Vocabulary(ctx)
	if err != nil {
		return nil, err
	}
	rows, err := rowsOf(list)
	if err != nil {
		return nil, err
	}
	out := make([]Word, len(rows))
	for i, r := range rows {
		out[i] = Word{r, list[i].TaughtAt}
	}
	return out, nil
}

// tidyRow checks a row and gives it as it is kept.
func tidyRow(r reading.Taught) (reading.Taught, error) {
	r.Words, r.Means, r.Example = strings.ToLower(tidy(r.Words)), tidy(r.Means), strings.TrimSpace(r.Example)
	also := []string{}
	for _, a := range r.Also {
		if a = strings.ToLower(tidy(a)); a != "" && !slices.Contains(also, a) {
			also = append(also, a)
		}
	}
	r.Also = also
	if err := reading.CheckRow(r); err != nil {
		return r, &Fault{"words", err.Error()}
	}
	return r, nil
}

func wordValue(r reading.Taught) store.WordValue {
	return store.WordValue{Kind: string(r.As), Means: r.Means, Material: string(r.Kind), Hue: r.Hue, Also: r.Also, Example: r.Example}
}

// Teach adds a row to the club's lexicon, for every reading from now on. With again it changes the
// row that is there.
func (l *Ledger) Teach(ctx context.Context, r reading.Taught, again bool, by Sender) (Filed, error) {
	r, err := tidyRow(r)
	if err != nil {
		return Filed{}, err
	}
	return l.do(ctx, by, request{Taught, again, r}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Taught, what: "taught the reader that " + r.String()}
		key := store.Key{Words: r.Words}
		now, err := tx.Get(ctx, store.OfWord, key)
		if err != nil {
			return d, err
		}
		if !isNull(now) && !again {
			return d, &Fault{"words", fmt.Sprintf("the club's vocabulary has %q already", r.Words)}
		}
		return d, tx.Set(ctx, store.OfWord, key, wordValue(r))
	})
}

// Unteach takes a row of the club's lexicon away. What was read with it stays as it was read.
func (l *Ledger) Unteach(ctx context.Context, words string, by Sender) (Filed, error) {
	words = strings.ToLower(tidy(words))
	return l.do(ctx, by, request{Untaught, words, nil}, func(tx *store.Tx) (deed, error) {
		key := store.Key{Words: words}
		now, err := tx.Get(ctx, store.OfWord, key)
		if err != nil {
			return deed{}, err
		}
		if isNull(now) {
			return deed{}, &Fault{"words", fmt.Sprintf("the club's vocabulary has no %q", words)}
		}
		return deed{kind: Untaught, what: fmt.Sprintf("took “%s” out of the club's words", words)}, tx.Set(ctx, store.OfWord, key, nil)
	})
}

// TakenWords is what a word file brought.
type TakenWords struct {
	Rows    int   `json:"rows" doc:"how many rows the file has"`
	Changed int   `json:"changed" doc:"how many are new, or other than before"`
	Deed    int64 `json:"deed" doc:"what can be undone; 0 where nothing was changed"`
}

// TakeWords takes a word file into the club's lexicon, in one deed: rows that are there are changed,
// those that the file does not have stay. The first slip is a *Fault with its line, and nothing is
// changed.
func (l *Ledger) TakeWords(ctx context.Context, text string, by Sender) (TakenWords, error) {
	rows, err := reading.ReadWordFile(text)
	if err != nil {
		return TakenWords{}, &Fault{"text", err.Error()}
	}
	out := TakenWords{Rows: len(rows)}
	done, err := l.do(ctx, by, request{Taught, "file", text}, func(tx *store.Tx) (deed, error) {
		for _, r := range rows {
			r, err := tidyRow(r)
			if err != nil {
				return deed{}, err
			}
			if err := tx.Set(ctx, store.OfWord, store.Key{Words: r.Words}, wordValue(r)); err != nil {
				return deed{}, err
			}
		}
		out.Changed = len(tx.Changes())
		return deed{kind: Taught, what: fmt.Sprintf("took a word file in: %d of %d rows are new or other than before", out.Changed, len(rows))}, nil
	})
	out.Deed = done.Deed
	return out, err
}

// WordFile gives the club's lexicon as a word file.
func (l *Ledger) WordFile(ctx context.Context) (string, error) {
	list, err := l.Vocabulary(ctx)
	return reading.WriteWordFile(each(list, func(w Word) reading.Taught { return w.Taught })), err
}

// LexiconRow is a row of the whole lexicon, built in or taught.
type LexiconRow struct {
	Words string `json:"words"`
	Class string `json:"class"`
	// Says tells what the words stand for in their class, in words.
	Says    string `json:"says,omitempty"`
	Hue     string `json:"hue,omitempty" doc:"the colour that is meant, as #rrggbb"`
	Basis   string `json:"basis" doc:"from memory, common practice without a source, or the club's own"`
	Example string `json:"example,omitempty" doc:"a line in which the words stand"`
	// Taught is the row itself, where the club taught it.
	Taught *reading.Taught `json:"taught,omitempty"`
	Uses   int             `json:"uses" doc:"in how many dressings of the ledger the words stand, counted up to a hundred"`
	Over   bool            `json:"over,omitempty" doc:"there are more"`
}

// LexiconClass is a class of rows.
type LexiconClass struct {
	Name  string `json:"name"`
	Says  string `json:"says"`
	Count int    `json:"count"`
}

// LexiconPage is a stretch of the lexicon.
type LexiconPage struct {
	Rows    []LexiconRow   `json:"rows"`
	Total   int            `json:"total"`
	Next    int            `json:"next" doc:"asks for the stretch after this one, 0 at the end"`
	Classes []LexiconClass `json:"classes"`
}

// taughtClass is the class of the rows that the club taught.
const taughtClass = "the club's own"

// basisSays says where a row comes from.
var basisSays = map[string]string{"memory": "from memory", "practice": "common practice, no source"}

// Lexicon lists what the reader knows: the club's own words first, then those built in, class by class;
// those that hold some letters, of one class.
func (l *Ledger) Lexicon(ctx context.Context, letters, class string, after, limit int) (LexiconPage, error) {
	out := LexiconPage{Rows: []LexiconRow{}, Classes: []LexiconClass{}}
	letters = strings.ToLower(tidy(letters))
	own, err := l.Vocabulary(ctx)
	if err != nil {
		return out, err
	}
	counts := map[string]int{}
	n := 0
	take := func(of string, holds bool, row func() LexiconRow) {
		if !holds {
			return
		}
		counts[of]++
		if class != "" && class != of {
			return
		}
		if n++; n > after && n <= after+limit {
			out.Rows = append(out.Rows, row())
		}
	}
	for _, w := range own {
		all := strings.Join(append([]string{w.Words, w.Means}, w.Also...), "\n")
		take(taughtClass, strings.Contains(all, letters), func() LexiconRow { return taughtRow(w) })
	}
	for _, r := range lexicon.All() {
		take(r.Class, strings.Contains(r.Phrase, letters), func() LexiconRow { return builtinRow(r) })
	}
	out.Total = n
	if n > after+limit {
		out.Next = after + limit
	}
	out.Classes = append(out.Classes, LexiconClass{taughtClass, "what this club taught its reader", counts[taughtClass]})
	for _, c := range lexicon.Classes() {
		out.Classes = append(out.Classes, LexiconClass{c, lexicon.Meaning(c), counts[c]})
	}
	return out, l.store.View(ctx, func(s store.Reads) error {
		for i := range out.Rows {
			r := &out.Rows[i]
			n, err := s.Uses(ctx, r.Words)
			if err != nil {
				return err
			}
			r.Uses, r.Over = min(n, store.LookedTo), n > store.LookedTo
		}
		return nil
	})
}

func taughtRow(w Word) LexiconRow {
	r := LexiconRow{Words: w.Words, Class: taughtClass, Hue: w.Hue, Basis: "the club’s own, " + w.TaughtAt.Format("2 January 2006"), Example: w.Example, Taught: &w.Taught}
	r.Says = string(w.As)
	switch {
	case w.Means != "":
		r.Says = fmt.Sprintf("“%s”, a %s", w.Means, w.As)
	case w.Kind != "":
		r.Says = fmt.Sprintf("a %s of the kind %s", w.As, w.Kind)
	}
	if len(w.Also) > 0 {
		r.Says += "; also " + strings.Join(w.Also, ", ")
	}
	return r
}

// examples are lines in which a word of a class stands, for the classes that name what a fly is made of
// and how. Common practice, no source.
var examples = map[string]string{
	"noun": "Body: olive %s", "name": "Wing: %s", "adjective": "Body: %s fur", "grade": "Rib: %s gold wire", "metal": "Rib: %s wire", "colour": "Body: %s wool", "shade": "Body: %s olive wool", "counted": "Tail: 5 %s of cock", "preparation": "Body: olive fur, %s", "amount": "Tail: cock fibres, %s",
	"label": "%s: red wool", "hook style": "Hook: 12 %s", "reach": "Wing: teal, %s the bend", "spelling": "Body: %s", "hue": "Body: %s",
}

func builtinRow(r lexicon.Row) LexiconRow {
	out := LexiconRow{Words: r.Phrase, Class: r.Class, Basis: basisSays[r.Basis]}
	out.Says = r.Value
	if strings.HasPrefix(r.Value, "#") {
		out.Hue, out.Says = r.Value, ""
	} else if _, says, ok := strings.Cut(r.Value, "; "); ok {
		out.Says = says
	}
	if hex, ok := material.Hex(r.Phrase); ok && r.Class == "colour" {
		out.Hue = hex
	}
	if e := examples[r.Class]; e != "" {
		out.Example = fmt.Sprintf(e, r.Phrase)
		if strings.HasPrefix(e, "%s") {
			out.Example = strings.ToUpper(out.Example[:1]) + out.Example[1:]
		}
	}
	return out
}

// WholeLexicon gives all rows as CSV, for reading; the club's own come and go as a word file.
func (l *Ledger) WholeLexicon(ctx context.Context) (string, error) {
	own, err := l.Vocabulary(ctx)
	if err != nil {
		return "", err
	}
	var rows [][]string
	for _, w := range own {
		r := taughtRow(w)
		rows = append(rows, []string{r.Words, r.Class, r.Says, r.Basis})
	}
	for _, r := range lexicon.All() {
		rows = append(rows, []string{r.Phrase, r.Class, r.Value, basisSays[r.Basis]})
	}
	return csvOf([]string{"words", "class", "value", "basis"}, rows), nil
}

// Sense is what the reader makes of some words, to choose a meaning from.
type Sense struct {
	// As is what they can mean by the trade's own lexicon, the likeliest first; none where some are
	// not known.
	As []reading.CorrectAs `json:"as"`
	// Near are phrases of the lexicon, of a class that was asked for, that hold the letters or are
	// spelt nearly so.
	Near []string `json:"near"`
}

// meantClasses are the classes of rows from which a meaning is chosen. Places have none: they are read
// from several words together.
var meantClasses = map[reading.CorrectAs][]string{
	"material": {"name", "noun"}, "colour": {"colour"}, "part": {"label"}, "preparation": {"preparation"}, "amount": {"amount"}, "number": {"counted"},
}

// meansClass is what a row of a class makes of its words.
var meansClass = map[string]reading.CorrectAs{"noun": dressing.MeansMaterial, "name": dressing.MeansMaterial, "adjective": dressing.MeansMaterial, "colour": dressing.MeansColour, "hue": dressing.MeansMaterial, "preparation": dressing.MeansPreparation, "amount": dressing.MeansAmount, "label": dressing.MeansPart}

// Sense tells what words can mean, and offers phrases for them.
func (l *Ledger) Sense(ctx context.Context, words string, as reading.CorrectAs) (Sense, error) {
	words = tidy(words)
	out := Sense{As: reading.ReadsAs(words), Near: []string{}}
	if out.As == nil {
		out.As = []reading.CorrectAs{}
	}
	letters := strings.ToLower(words)
	if len(measure.Lex(letters)) == 0 {
		return out, nil
	}
	for _, class := range lexicon.ClassesOf(letters) { // and what the words have rows for, in another place
		if is, ok := meansClass[class]; ok && !slices.Contains(out.As, is) {
			out.As = append(out.As, is)
		}
	}
	var begins, holds []string
	if as == dressing.MeansMaterial { // what the ledger's own dressings are made of
		var err error
		if begins, err = l.store.Materials(ctx, letters, chosenFrom); err != nil {
			return out, err
		}
	}
	for _, class := range meantClasses[as] {
		for _, p := range lexicon.Phrases(class) {
			switch {
			case strings.HasPrefix(p, letters):
				begins = append(begins, p)
			case strings.Contains(p, letters):
				holds = append(holds, p)
			}
		}
	}
	for _, p := range slices.Concat(begins, holds) {
		if len(out.Near) < chosenFrom && !slices.Contains(out.Near, p) {
			out.Near = append(out.Near, p)
		}
	}
	return out, nil
}
