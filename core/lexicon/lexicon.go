// Package lexicon holds the trade's words as rows, in the CSV files beside it: a phrase, the
// class it belongs to, what it stands for there, and where the row comes from. A phrase may
// have a row in several classes ("lead" is a material's noun and the label of a part). The
// classes are rows too, in classes.csv: the form that the values of a class have, and what it
// means. What asks for words asks for a class; a word more is one row more.
//
// The words are generic words of the trade, from memory, or common practice without a source.
package lexicon

import (
	"crypto/sha256"
	"embed"
	"encoding/csv"
	"encoding/hex"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"sync"
)

// A Row is one phrase in one class.
type Row struct {
	Phrase string
	Class  string
	Value  string
	Basis  string // memory, or practice: common practice, no source
}

// A Class is what phrases are; Value is the form of what they stand for, a key of forms. The
// phrases of a class that is asked for alone are looked up by Set, Values and their like only:
// they are no sense that a token of a text has.
type Class struct {
	Name, Value, Meaning string
	Alone                bool
}

// forms are the forms of a value.
var forms = map[string]*regexp.Regexp{
	"":       regexp.MustCompile(`^$`),
	"word":   regexp.MustCompile(`^[a-z]+([ -][a-z]+)*$`),
	"word?":  regexp.MustCompile(`^([a-z]+( [a-z]+)*)?$`),
	"colour": regexp.MustCompile(`^#[0-9a-f]{6}$`),
	"range":  rangeForm,
	"number": regexp.MustCompile(`^[0-9]+(\.[0-9]+)?$`),
}

// a range is the least and the most, the unit where the class does not say it, and what it
// means for people
var rangeForm = regexp.MustCompile(`^([0-9]+(?:\.[0-9]+)?) ([0-9]+(?:\.[0-9]+)?)(?: ([a-z]+))?(?:; (.+))?$`)

//go:embed *.csv
var files embed.FS

// A Book is the rows by class, those of a class in the order of the files.
type Book struct {
	classes map[string]Class
	order   []string // of the classes
	rows    map[string][]Row
}

// builtin is what ships with the program. A file that is not as it should be does not get
// through the tests, so it cannot be met by a user.
var builtin = func() *Book {
	b, err := Open(files)
	if err != nil {
		panic(err)
	}
	return b
}()

// Open reads classes.csv and the other CSV files of a folder, by name. It refuses the first row
// that is not as it should be, saying where it is: a class that is not in classes.csv, a value
// of another form than its class has, a phrase that a class has twice.
func Open(dir fs.FS) (*Book, error) {
	b := &Book{classes: map[string]Class{}, rows: map[string][]Row{}}
	err := table(dir, "classes.csv", "class,value,meaning,asked", func(rec []string) error {
		c := Class{rec[0], rec[1], rec[2], rec[3] == "alone"}
		switch _, twice := b.classes[c.Name]; {
		case twice:
			return fmt.Errorf("the class %q is there already", c.Name)
		case c.Name == "" || c.Meaning == "":
			return errors.New("expected a class with a meaning")
		case forms[c.Value] == nil:
			return fmt.Errorf("%q is no form of a value", c.Value)
		case rec[3] != "" && !c.Alone:
			return fmt.Errorf("%q; expected alone or nothing", rec[3])
		}
		b.classes[c.Name] = c
		b.order = append(b.order, c.Name)
		return nil
	})
	if err != nil {
		return nil, err
	}
	names, err := fs.Glob(dir, "*.csv")
	if err != nil {
		return nil, err
	}
	if err := b.open(dir, names); err != nil {
		return nil, err
	}
	for name := range b.classes {
		if len(b.rows[name]) == 0 {
			return nil, fmt.Errorf("classes.csv: no phrase is of the class %q", name)
		}
	}
	return b, nil
}

// open reads the rows of the files.
func (b *Book) open(dir fs.FS, names []string) error {
	seen := map[[2]string]bool{}
	for _, name := range names {
		if name == "classes.csv" {
			continue
		}
		err := table(dir, name, "phrase,class,value,basis", func(rec []string) error {
			r := Row{rec[0], rec[1], rec[2], rec[3]}
			c, known := b.classes[r.Class]
			key := [2]string{r.Class, r.Phrase}
			switch {
			case !known:
				return fmt.Errorf("no class is called %q", r.Class)
			case r.Phrase == "" || r.Phrase != strings.ToLower(strings.Join(strings.Fields(r.Phrase), " ")):
				return fmt.Errorf("%q; expected a phrase in lower case with single spaces", r.Phrase)
			case !forms[c.Value].MatchString(r.Value):
				return fmt.Errorf("%q cannot be what a %s stands for", r.Value, r.Class)
			case r.Basis != "memory" && r.Basis != "practice":
				return fmt.Errorf("the basis is %q; expected memory or practice", r.Basis)
			case seen[key]:
				return fmt.Errorf("%q is a %s already", r.Phrase, r.Class)
			}
			seen[key] = true
			b.rows[r.Class] = append(b.rows[r.Class], r)
			return nil
		})
		if err != nil {
			return err
		}
	}
	return nil
}

// Sum is a short sum of tables that ship with the program: it is another where one of them is.
func Sum(dir fs.FS, names ...string) string {
	sum := sha256.New()
	for _, name := range names {
		b, err := fs.ReadFile(dir, name)
		if err != nil {
			panic(err)
		}
		_, _ = sum.Write(b)
	}
	return hex.EncodeToString(sum.Sum(nil))[:12]
}

// Table reads a table that ships with the program, without its heading. A table that is not as it should be does
// not get through the tests, so it cannot be met by a user.
func Table(dir fs.FS, name string) [][]string {
	f, err := dir.Open(name)
	if err != nil {
		panic(err)
	}
	defer func() { _ = f.Close() }()
	rows, err := csv.NewReader(f).ReadAll()
	if err != nil {
		panic(fmt.Errorf("%s: %w", name, err))
	}
	return rows[1:]
}

// table reads a CSV file with a heading, record by record; errors say the file and the line.
func table(dir fs.FS, name, heading string, each func([]string) error) error {
	f, err := dir.Open(name)
	if err != nil {
		return err
	}
	defer f.Close()
	c := csv.NewReader(f)
	for first := true; ; first = false {
		rec, err := c.Read()
		switch {
		case err == io.EOF && !first:
			return nil
		case err != nil:
			return fmt.Errorf("%s: %w", name, err)
		case first && strings.Join(rec, ",") != heading:
			err = fmt.Errorf("the heading is %q; expected %s", strings.Join(rec, ","), heading)
		case !first:
			err = each(rec)
		}
		if err != nil {
			line, _ := c.FieldPos(0)
			return fmt.Errorf("%s, line %d: %w", name, line, err)
		}
	}
}

// of gives the rows of a class. That a class is missing is a slip in the program.
func of(class string) []Row {
	if _, ok := builtin.classes[class]; !ok {
		panic(fmt.Sprintf("lexicon: no class is called %q", class))
	}
	return builtin.rows[class]
}

// Rows gives the rows of a class in their order.
func Rows(class string) []Row { return slices.Clone(of(class)) }

// Phrases lists the phrases of a class in the order of the rows.
func Phrases(class string) []string {
	var out []string
	for _, r := range of(class) {
		out = append(out, r.Phrase)
	}
	return out
}

// readers are all who made something of the rows of a class: each takes a phrase out of it, and
// gives what puts it back.
var readers = map[string][]func(phrase string) (back func()){}

// Reads tells how a phrase is taken out of what was made of the rows of a class. What is made of rows
// is made once, when the program starts.
func Reads(class string, take func(phrase string) (back func())) {
	readers[class] = append(readers[class], take)
}

// Without does something while a row is away from all that was made of the rows: a test shows so what
// each is needed for. Nothing else may read meanwhile.
func Without(r Row, do func()) {
	var all []func()
	for _, take := range readers[r.Class] {
		all = append(all, take(r.Phrase))
	}
	do()
	for _, back := range all {
		back()
	}
}

// without takes a key out of a map, and gives what puts it back.
func without[T any](m map[string]T) func(string) func() {
	return func(key string) func() {
		v, ok := m[key]
		delete(m, key)
		return func() {
			if ok {
				m[key] = v
			}
		}
	}
}

// mapOf makes a map of the rows of a class.
func mapOf[T any](class string, value func(Row) T) map[string]T {
	m := map[string]T{}
	for _, r := range of(class) {
		m[r.Phrase] = value(r)
	}
	Reads(class, without(m))
	return m
}

// Set gives the phrases of a class to look a word up in.
func Set(class string) map[string]bool { return mapOf(class, func(Row) bool { return true }) }

// Values gives what each phrase of a class stands for.
func Values(class string) map[string]string {
	return mapOf(class, func(r Row) string { return r.Value })
}

// Numbers gives the number that each phrase of a class stands for.
func Numbers(class string) map[string]float64 {
	return mapOf(class, func(r Row) float64 { return number(r.Value) })
}

// A Range is what a phrase stands for between a least and a most.
type Range struct {
	Phrase    string
	Low, High float64
	Unit      string
	Meaning   string // for people
}

// Ranges gives the ranges that the phrases of a class stand for, in the order of the rows.
func Ranges(class string) []Range {
	var out []Range
	for _, r := range of(class) {
		m := rangeForm.FindStringSubmatch(r.Value)
		if m == nil {
			panic(fmt.Sprintf("lexicon: %s %q stands for %q, which is no range", class, r.Phrase, r.Value))
		}
		out = append(out, Range{r.Phrase, number(m[1]), number(m[2]), m[3], m[4]})
	}
	return out
}

// number reads a number that has the form of one.
func number(s string) float64 {
	x, err := strconv.ParseFloat(s, 64)
	if err != nil {
		panic(fmt.Sprintf("lexicon: %q is no number", s))
	}
	return x
}

// Alone tells whether a class is asked for by the word alone.
func Alone(class string) bool { return builtin.classes[class].Alone }

// All gives every row, class by class in the order of classes.csv, those of a class in their
// order.
func All() []Row {
	var out []Row
	for _, c := range builtin.order {
		out = append(out, builtin.rows[c]...)
	}
	return out
}

// Classes lists the classes in the order of classes.csv.
func Classes() []string { return slices.Clone(builtin.order) }

// Digest is a short sum of all rows that a reading may come from: it is another where a row is.
var Digest = sync.OnceValue(func() string {
	sum := sha256.New()
	for _, r := range All() {
		if strings.HasPrefix(r.Class, "asks") { // of questions to the ledger, of no reading
			continue
		}
		fmt.Fprintf(sum, "%s,%s,%s\n", r.Phrase, r.Class, r.Value)
	}
	return hex.EncodeToString(sum.Sum(nil))[:8]
})

// Meaning says what the phrases of a class are; empty for a class that there is not.
func Meaning(class string) string { return builtin.classes[class].Meaning }

// ClassesOf lists the classes in which a phrase has a row, in the order of classes.csv.
func ClassesOf(phrase string) []string { return classesOf()[phrase] }

var classesOf = sync.OnceValue(func() map[string][]string {
	m := map[string][]string{}
	for _, r := range All() {
		m[r.Phrase] = append(m[r.Phrase], r.Class)
	}
	return m
})
