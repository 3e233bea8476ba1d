// Package practice holds the schools: questions on which good tiers differ, and
// what each answer means. A club chooses; what a dressing is silent about may
// then be filled in, always marked as assumed, and never compared.
//
// The questions and their schools are common practice, no source.
package practice

import (
	_ "embed" // of the questions
	"encoding/csv"
	"fmt"
	"slices"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/lexicon"
	"mothledger/core/material"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Question is one on which tiers differ.
type Question struct {
	ID      string   `json:"id"`
	Ask     string   `json:"ask"`
	Schools []School `json:"schools"`
}

// School is one answer.
type School struct {
	ID  string `json:"id"`
	Say string `json:"say"`
}

// Questions lists them; the first school of each holds where a club has chosen
// none.
var Questions = func() []Question {
	rows, err := csv.NewReader(strings.NewReader(questions)).ReadAll()
	if err != nil {
		panic(err) // the tests read the same file
	}
	var all []Question
	for _, r := range rows[1:] {
		if n := len(all); n == 0 || all[n-1].ID != r[0] {
			all = append(all, Question{ID: r[0], Ask: r[1]})
		}
		q := &all[len(all)-1]
		q.Schools = append(q.Schools, School{r[2], r[3]})
	}
	return all
}()

//go:embed questions.csv
var questions string

// Schools that the code names.
const (
	sparsePalmer = "sparse" // of the turns of a palmered wet hackle
	toWingCase   = "case"   // of the legs of a nymph
)

// Choices are a club's schools by question. A question that is not there has
// its first school.
type Choices map[string]string

// School gives the school chosen for a question.
func (c Choices) School(question string) string {
	for _, q := range Questions {
		if q.ID != question {
			continue
		}
		for _, s := range q.Schools {
			if s.ID == c[question] {
				return s.ID
			}
		}
		return q.Schools[0].ID
	}
	return ""
}

// Check tells what is wrong with choices.
func (c Choices) Check() error {
	for id, chosen := range c {
		i := slices.IndexFunc(Questions, func(q Question) bool { return q.ID == id })
		if i < 0 {
			var all []string
			for _, q := range Questions {
				all = append(all, q.ID)
			}
			return fmt.Errorf("there is no question %q; expected one of %s", id, strings.Join(all, ", "))
		}
		if !slices.ContainsFunc(Questions[i].Schools, func(s School) bool { return s.ID == chosen }) {
			var all []string
			for _, s := range Questions[i].Schools {
				all = append(all, s.ID)
			}
			return fmt.Errorf("%s: there is no school %q; expected one of %s", id, chosen, strings.Join(all, ", "))
		}
	}
	return nil
}

// Filled is something that a dressing is silent about, as a school has it.
type Filled struct {
	Part     int    `json:"part"`
	Role     string `json:"role"`
	What     string `json:"what"` // length, winding, spacing, turns, from
	Value    string `json:"value"`
	Question string `json:"question"`
	School   string `json:"school"`
}

// Fill gives the dressing with its silences filled in by the schools, and the
// list of what was filled. The dressing itself is not altered. The result is for
// measuring and drawing; it is never to be compared.
func Fill(d dressing.Dressing, c Choices) (dressing.Dressing, []Filled) {
	out := []Filled{}
	parts := slices.Clone(d.Parts)
	style := d.HookStyle()
	nymph := style == lexicon.StyleNymph || style == lexicon.StyleJig || style == lexicon.StyleCurved || d.Find("wing case") >= 0
	winged := d.Find("wing") >= 0
	note := func(i int, what, value, question string) {
		out = append(out, Filled{i, parts[i].Role, what, value, question, c.School(question)})
	}
	for i := range parts {
		p := &parts[i]
		std, _ := p.Standard()
		if p.Absent {
			continue
		}
		switch std.Name {
		case role.Tail:
			if !p.Length.IsZero() {
				continue
			}
			switch {
			case nymph:
				l := map[string]measure.Length{"half": {Low: 0.5, High: 0.5, Of: measure.Shank}, "three-quarters": {Low: 0.75, High: 0.75, Of: measure.Shank}, "shank": {Low: 0.85, High: 0.98, Of: measure.Shank}}[c.School("nymph-tail")]
				p.Length = l
				note(i, "length", l.String(), "nymph-tail")
			case style == lexicon.StyleDry && winged:
				l := measure.Length{Low: 1, High: 1, Of: measure.Shank}
				if measure.Unit(c.School("dry-tail")) == measure.Point { // as long as the gape is deep
					l = measure.Length{Low: 1, High: 1, Of: measure.Gape}
				}
				p.Length = l
				note(i, "length", l.String(), "dry-tail")
			}
		case role.Rib:
			if p.Winding == "" {
				p.Winding = "counter"
				if c.School("rib-way") == "with-soft" && soft(d) {
					p.Winding = "with"
				}
				note(i, "winding", p.Winding, "rib-way")
			}
			if p.Spacing == "" {
				p.Spacing = c.School("rib-spacing")
				note(i, "spacing", p.Spacing, "rib-spacing")
			}
		case role.BodyHackle:
			if p.Turns == nil && style != lexicon.StyleDry {
				v := measure.Interval{Low: 5, High: 5}
				if c.School("palmer") == sparsePalmer {
					v = measure.Interval{Low: 3, High: 4}
				}
				p.Turns = &v
				note(i, "turns", v.String(), "palmer")
			}
		case role.Body, role.Abdomen:
			if from, _ := p.Lies(); from.IsZero() {
				p.From = map[measure.Unit]measure.Length{measure.Bend: {Low: 1, High: 1, Of: measure.Shank}, measure.Barb: {Low: 1, High: 1, Of: measure.Barb}, measure.Point: {Low: 1, High: 1, Of: measure.Point}}[measure.Unit(c.School("body-end"))]
				note(i, "from", "at the "+c.School("body-end"), "body-end")
			}
		case role.Legs:
			if p.Length.IsZero() && nymph {
				body := d.Find("body")
				if body < 0 {
					continue
				}
				l := measure.Length{Low: 0.5, High: 0.5, Of: measure.Unit(d.Parts[body].Role)}
				if c.School("legs") == toWingCase {
					w := d.Find("wing case")
					if w < 0 {
						continue
					}
					l = measure.Length{Low: 1, High: 1.08, Of: measure.Unit(d.Parts[w].Role), Reach: true}
				}
				p.Length = l
				note(i, "length", l.String(), "legs")
			}
		}
	}
	d.Parts = parts
	return d, out
}

// soft tells whether the body is soft dubbing.
func soft(d dressing.Dressing) bool {
	i := d.Find("body")
	return i >= 0 && IsFur(d, i)
}

// IsFur tells whether a part is of fur or dubbing.
func IsFur(d dressing.Dressing, i int) bool {
	m := d.MaterialsOf(i)
	return len(m) > 0 && m[0].Kind() == material.Fur
}
