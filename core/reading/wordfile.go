package reading

import (
	"encoding/csv"
	"fmt"
	"io"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/material"
)

// Taught is a row of a club's own lexicon: what words mean, other names for the same, and a line
// in which they stand.
type Taught struct {
	Correction
	Also    []string `json:"also,omitempty" maxItems:"20" doc:"other names for the same"`
	Example string   `json:"example,omitempty" maxLength:"400" doc:"a line in which the words stand"`
}

// All gives the corrections that rows make: each for its words, and for its other names.
func All(rows []Taught) []Correction {
	var out []Correction
	for _, r := range rows {
		out = append(out, r.Correction)
		for _, a := range r.Also {
			c := Correction{Words: a, As: r.As, Means: r.Means}
			if c.Means == "" && c.As != dressing.MeansRemark { // a name for what has no other words
				c.Means = r.Words
			}
			out = append(out, c)
		}
	}
	return out
}

// CheckRow tells what is wrong with a row.
func CheckRow(r Taught) error {
	if err := Check(r.Correction); err != nil {
		return err
	}
	for _, a := range r.Also {
		if err := Check(Correction{Words: a, As: dressing.MeansRemark}); err != nil {
			return err
		}
		if strings.EqualFold(a, r.Words) {
			return fmt.Errorf("%q is no other name for itself", a)
		}
	}
	if strings.ContainsAny(r.Example, "\n\r") || len(r.Example) > 400 {
		return fmt.Errorf("%q: the example is one line", r.Words)
	}
	return nil
}

// WordFileHead is the heading of a word file, which is CSV.
var WordFileHead = []string{"words", "as", "means", "kind", "hue", "also", "example"}

// MaxWordRows is how many rows a word file may have.
const MaxWordRows = 5000

// ReadWordFile reads the rows of a club's lexicon from CSV. Other names stand in one field, with
// semicolons between them. The first slip is refused with its line, and a file above MaxText as a whole.
func ReadWordFile(text string) ([]Taught, error) {
	if len(text) > MaxText {
		return nil, &TextError{Msg: fmt.Sprintf("the file has more than %d bytes", MaxText)}
	}
	c := csv.NewReader(strings.NewReader(strings.TrimPrefix(text, "\ufeff")))
	c.FieldsPerRecord = -1
	c.TrimLeadingSpace = true
	var head []string
	var out []Taught
	seen := map[string]bool{}
	for {
		rec, err := c.Read()
		if err == io.EOF {
			break
		}
		if err != nil {
			return nil, &TextError{Msg: err.Error()}
		}
		line, _ := c.FieldPos(0)
		if head == nil {
			for _, h := range rec {
				head = append(head, strings.ToLower(strings.TrimSpace(h)))
			}
			if !slices.Contains(head, "words") || !slices.Contains(head, "as") {
				return nil, &TextError{Line: line, Msg: "the heading is " + strings.Join(rec, ",") + "; expected " + strings.Join(WordFileHead, ",")}
			}
			continue
		}
		var r Taught
		for i, v := range rec {
			v = strings.TrimSpace(v)
			if i >= len(head) {
				return nil, &TextError{Line: line, Msg: fmt.Sprintf("%d fields; expected %d", len(rec), len(head))}
			}
			switch head[i] {
			case "words":
				r.Words = v
			case "as":
				r.As = CorrectAs(v)
			case "means":
				r.Means = v
			case "kind":
				r.Kind = material.Kind(v)
			case "hue":
				r.Hue = strings.ToLower(v)
			case "also":
				for _, a := range strings.Split(v, ";") {
					if a = strings.TrimSpace(a); a != "" {
						r.Also = append(r.Also, a)
					}
				}
			case "example":
				r.Example = v
			}
		}
		key := strings.ToLower(strings.Join(strings.Fields(r.Words), " "))
		if err := CheckRow(r); err != nil {
			return nil, &TextError{Line: line, Msg: err.Error()}
		}
		if seen[key] {
			return nil, &TextError{Line: line, Msg: fmt.Sprintf("%q stands twice", r.Words)}
		}
		seen[key] = true
		if out = append(out, r); len(out) > MaxWordRows {
			return nil, &TextError{Line: line, Msg: fmt.Sprintf("more than %d rows", MaxWordRows)}
		}
	}
	if head == nil {
		return nil, &TextError{Line: 1, Msg: "the file is empty; expected the heading " + strings.Join(WordFileHead, ",")}
	}
	return out, nil
}

// WriteWordFile writes rows as CSV; reading it gives the same rows.
func WriteWordFile(rows []Taught) string {
	var b strings.Builder
	w := csv.NewWriter(&b)
	write := func(rec []string) { _ = w.Write(rec) } // to a builder: it does not fail
	write(WordFileHead)
	for _, r := range rows {
		write([]string{r.Words, string(r.As), r.Means, string(r.Kind), r.Hue, strings.Join(r.Also, "; "), r.Example})
	}
	w.Flush()
	return b.String()
}
