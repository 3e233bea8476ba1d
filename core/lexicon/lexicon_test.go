package lexicon

import (
	"cmp"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"testing/fstest"
)

// folder is a lexicon of one class of each form, and the rows given.
func folder(rows string) fstest.MapFS {
	return fstest.MapFS{
		"classes.csv": {Data: []byte("class,value,meaning,asked\nname,,a name,\nkind,word,a kind,alone\nhue,colour,a hue,\ncount,number,a count,\nhedge,range,a hedge,\n")},
		"a.csv":       {Data: []byte("phrase,class,value,basis\nred game,name,,memory\nherl,kind,herl,memory\nteal,hue,#8c8a85,memory\ntwo,count,2,practice\nabout,hedge,0.9 1.1; 10 % either way,practice\n")},
		"b.csv":       {Data: []byte("phrase,class,value,basis\n" + rows)},
	}
}

func TestOpen(t *testing.T) {
	b, err := Open(folder("blue jay,name,,memory\nteal,name,,memory\n"))
	if err != nil {
		t.Fatal(err)
	}
	want := []Row{{"red game", "name", "", "memory"}, {"blue jay", "name", "", "memory"}, {"teal", "name", "", "memory"}}
	if !slices.Equal(b.rows["name"], want) {
		t.Errorf("names are %v, want them in the order of the files: %v", b.rows["name"], want)
	}
	if !b.classes["kind"].Alone {
		t.Error("kind is asked for alone")
	}
	if b.classes["hedge"] != (Class{"hedge", "range", "a hedge", false}) {
		t.Errorf("the class is %v", b.classes["hedge"])
	}
}

// TestOpenRefuses has one slip a case, and the place that the message has to name.
func TestOpenRefuses(t *testing.T) {
	for rows, want := range map[string]string{
		"blue jay,nome,,memory\n":                             `b.csv, line 2: no class is called "nome"`,
		"blue jay,name,,memory\nBlue tit,name,,memory\n":      `b.csv, line 3: "Blue tit"; expected a phrase in lower case`,
		"blue  jay,name,,memory\n":                            `b.csv, line 2: "blue  jay"; expected`,
		",name,,memory\n":                                     `b.csv, line 2: ""; expected a phrase`,
		"blue jay,name,,hearsay\n":                            `b.csv, line 2: the basis is "hearsay"`,
		"blue jay,name,bird,memory\n":                         `b.csv, line 2: "bird" cannot be what a name stands for`,
		"slip,kind,,memory\n":                                 `b.csv, line 2: "" cannot be what a kind stands for`,
		"jay,hue,#12345,memory\n":                             `b.csv, line 2: "#12345" cannot be what a hue stands for`,
		"three,count,drei,practice\n":                         `b.csv, line 2: "drei" cannot be what a count stands for`,
		"nearly,hedge,0.9,practice\n":                         `b.csv, line 2: "0.9" cannot be what a hedge stands for`,
		"blue jay,name,,memory\n\n\nred game,name,,practice":  `b.csv, line 5: "red game" is a name already`,
		"blue jay,name,memory\n":                              `b.csv: record on line 2: wrong number of fields`,
		"\"blue jay,name,,memory\n":                           `b.csv: parse error on line 2`,
		"blue jay,name,,memory\nwren,name,,memory,and more\n": `b.csv: record on line 3: wrong number of fields`,
	} {
		if _, err := Open(folder(rows)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, want %s", rows, err, want)
		}
	}
	for name, f := range map[string]struct{ file, text, want string }{
		"heading":       {"b.csv", "word,class,value,basis\n", `b.csv, line 1: the heading is "word,class,value,basis"`},
		"empty":         {"b.csv", "", `b.csv: EOF`},
		"no such form":  {"classes.csv", "class,value,meaning,asked\nname,bird,a name,\n", `classes.csv, line 2: "bird" is no form`},
		"twice":         {"classes.csv", "class,value,meaning,asked\nname,,a name,\nname,,a name,\n", `classes.csv, line 3: the class "name" is there already`},
		"no meaning":    {"classes.csv", "class,value,meaning,asked\nname,,,\n", `classes.csv, line 2: expected a class with a meaning`},
		"asked":         {"classes.csv", "class,value,meaning,asked\nname,,a name,twice\n", `classes.csv, line 2: "twice"; expected alone or nothing`},
		"without a row": {"classes.csv", string(folder("")["classes.csv"].Data) + "amount,,how much,\n", `classes.csv: no phrase is of the class "amount"`},
	} {
		dir := folder("")
		dir[f.file] = &fstest.MapFile{Data: []byte(f.text)}
		if _, err := Open(dir); err == nil || !strings.Contains(err.Error(), f.want) {
			t.Errorf("%s: %v, want %s", name, err, f.want)
		}
	}
	dir := folder("")
	delete(dir, "classes.csv")
	if _, err := Open(dir); err == nil {
		t.Error("a folder without classes was opened")
	}
}

func FuzzOpen(f *testing.F) {
	f.Add("blue jay,name,,memory\n")
	f.Add("\"about, or so\",hedge,\"0.9 1.1 mm; so, or so\",practice\n")
	f.Add("\"\n,,,")
	f.Fuzz(func(t *testing.T, rows string) {
		b, err := Open(folder(rows))
		if err != nil {
			return
		}
		for class, list := range b.rows {
			for _, r := range list {
				if r.Class != class || r.Phrase == "" || !forms[b.classes[class].Value].MatchString(r.Value) {
					t.Errorf("%q was taken: %v", rows, r)
				}
			}
		}
	})
}

func TestBuiltin(t *testing.T) {
	if got := Values("kind")["squirrel tail"]; got != "hair" {
		t.Errorf("squirrel tail is %q", got)
	}
	if !Set("metal")["copper"] || Set("metal")["hare"] {
		t.Error("copper is a metal, and a hare is none")
	}
	if got := Numbers("denominator")["thirds"]; got != 3 {
		t.Errorf("thirds go by %v", got)
	}
	i := slices.IndexFunc(Ranges("hedge"), func(r Range) bool { return r.Phrase == "a shade longer than" })
	if got, want := Ranges("hedge")[i], (Range{"a shade longer than", 1.02, 1.12, "", "2 to 12 % over"}); got != want {
		t.Errorf("a shade longer is %v, want %v", got, want)
	}
	if first := Phrases("bound")[0]; first != "at most" {
		t.Errorf("the first bound is %q", first)
	}
	rows := Rows("bound")
	rows[0].Phrase = "changed"
	if Phrases("bound")[0] != "at most" {
		t.Error("who asks for rows can change them for others")
	}
	defer func() {
		if recover() == nil {
			t.Error("a class that there is not gave no panic")
		}
	}()
	Set("no such class")
}

// TestClassesAreAsked walks the syntax trees of the core: each class is asked for somewhere, in
// the words of the file. A row that nobody asks for would be dead.
func TestClassesAreAsked(t *testing.T) {
	asked := map[string]bool{}
	files, err := filepath.Glob("../*/*.go")
	if err != nil || len(files) < 50 {
		t.Fatalf("%d files of the core (%v)", len(files), err)
	}
	for _, name := range files {
		if strings.HasSuffix(name, "_test.go") {
			continue
		}
		src, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		tree, err := parser.ParseFile(token.NewFileSet(), name, src, 0)
		if err != nil {
			t.Fatal(err)
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			if kv, ok := n.(*ast.KeyValueExpr); ok { // a rule's pattern
				key, isKey := kv.Key.(*ast.Ident)
				lit, isLit := kv.Value.(*ast.BasicLit)
				if isKey && isLit && key.Name == "pattern" {
					for _, name := range strings.FieldsFunc(lit.Value, func(r rune) bool { return strings.ContainsRune(" |?*\"", r) }) {
						if name = strings.ReplaceAll(name, "_", " "); builtin.classes[name].Name != "" {
							asked[name] = true
						}
					}
				}
			}
			call, ok := n.(*ast.CallExpr)
			if !ok || len(call.Args) != 1 {
				return true
			}
			fun, callee := call.Fun, ""
			switch f := fun.(type) {
			case *ast.Ident:
				callee = f.Name
			case *ast.SelectorExpr:
				if p, ok := f.X.(*ast.Ident); ok && p.Name == "lexicon" {
					callee = "lexicon"
				} else if f.Sel.Name == "PhrasesOf" {
					callee = f.Sel.Name
				}
			}
			if lit, ok := call.Args[0].(*ast.BasicLit); ok && slices.Contains([]string{"lexicon", "hedges", "PhrasesOf", "classOf"}, callee) {
				class, err := strconv.Unquote(lit.Value)
				if err != nil {
					t.Fatal(err)
				}
				asked[class] = true
			}
			return true
		})
	}
	for class := range builtin.classes {
		if !asked[class] {
			t.Errorf("nobody asks for a %s", class)
		}
	}
	for class := range asked {
		if _, ok := builtin.classes[class]; !ok {
			t.Errorf("a %s is asked for, and classes.csv has none", class)
		}
	}
}

// wordsInCode are the trade's words that code outside this package compares, switches on or lists.
// There are none; words in the arguments of a call (measure's scans of places and lengths) are not seen by it.
const wordsInCode = 0

// TestTradeWordsInCode walks the core's syntax trees for words of the trade outside the lexicon:
// those of the classes that name materials, colours, parts, preparations, units and deeds.
func TestTradeWordsInCode(t *testing.T) {
	trade := map[string]bool{}
	for _, r := range All() {
		switch r.Class {
		case "noun", "name", "adjective", "colour", "shade", "marking", "preparation", "label", "counted", "counted name", "act", "amount", "grade", "hook style", "covering", "form", "kind":
			trade[r.Phrase] = true
		}
	}
	found := map[string]int{}
	total := 0
	for _, f := range sources(t) {
		tree, err := parser.ParseFile(token.NewFileSet(), f, nil, 0)
		if err != nil {
			t.Fatal(err)
		}
		word := func(e ast.Expr) {
			l, ok := e.(*ast.BasicLit)
			if !ok || l.Kind != token.STRING {
				return
			}
			if s, err := strconv.Unquote(l.Value); err == nil && trade[s] {
				found[filepath.Base(filepath.Dir(f))]++
				total++
			}
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			switch x := n.(type) {
			case *ast.BinaryExpr:
				if x.Op == token.EQL || x.Op == token.NEQ {
					word(x.X)
					word(x.Y)
				}
			case *ast.CaseClause:
				for _, e := range x.List {
					word(e)
				}
			case *ast.CompositeLit:
				for _, e := range x.Elts {
					if kv, ok := e.(*ast.KeyValueExpr); ok {
						e = kv.Key
					}
					word(e)
				}
			}
			return true
		})
	}
	fmt.Fprintf(os.Stderr, "report: words of the trade in code outside the lexicon: %d %v\n", total, found)
	if total > wordsInCode {
		t.Errorf("%d words of the trade stand in code outside the lexicon, once %d: %v", total, wordsInCode, found)
	}
}

// sources are the core's files outside this package, tests left out.
func sources(t *testing.T) []string {
	t.Helper()
	files, err := filepath.Glob("../*/*.go")
	if err != nil || len(files) < 40 {
		t.Fatalf("%d files of the core (%v)", len(files), err)
	}
	return slices.DeleteFunc(files, func(f string) bool { return strings.HasSuffix(f, "_test.go") })
}

// TestValuesHaveNames: an act whose value code does not know would be read and do nothing.
func TestValuesHaveNames(t *testing.T) {
	acts := []string{ActDoes, ActSays, ActHolds, ActBrings, ActWinds, ActTies, ActTiesOff, ActBegins, ActStops, ActReaches, ActMeasures, ActCuts, ActTakesAway, ActPullsOver, ActCovers}
	styles := []string{StyleDry, StyleWet, StyleNymph, StyleCurved, StyleJig, StyleStreamer, StyleSalmon, StyleEmerger, StyleTube}
	for class, known := range map[string][]string{"act": acts, "hook style": styles} {
		for _, r := range Rows(class) {
			if v := cmp.Or(r.Value, r.Phrase); !slices.Contains(known, v) {
				t.Errorf("%q is a %s that stands for %q, which has no name in values.go", r.Phrase, class, v)
			}
		}
	}
}
