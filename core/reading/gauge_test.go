package reading

import (
	"fmt"
	"math"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"mothledger/core/measure"
	"mothledger/core/role"
)

// A saying is one value that a reader says of a text, or that a closed list holds.
type saying struct {
	part, field, value string
	// of a list: it need not be said, and it was
	may, hit bool
}

// sayings gives all that a reading says, but for remarks.
func sayings(d Dressing) []saying {
	var out []saying
	add := func(part, field, value string) {
		if value != "" {
			out = append(out, saying{part: part, field: field, value: value})
		}
	}
	for field, v := range map[string]string{"title": d.Title, "originator": d.Originator, "tier": d.Tier, "source": d.Source, "page": d.Page, "date": d.Date, "imitates": d.Imitates, "style": d.Style} {
		add("", field, v)
	}
	for _, p := range d.Parents {
		add("", "parent", string(p.Kind)+" "+p.Name)
	}
	if d.Sizes != nil {
		add("", "sizes", interval(float64(d.Sizes.Low), float64(d.Sizes.High)))
	}
	length := func(l measure.Length) string {
		if l.IsZero() {
			return ""
		}
		return interval(l.Low, l.High) + " " + string(l.Of)
	}
	for _, p := range d.Parts {
		n := len(out)
		for _, m := range p.Materials {
			add(p.Role, "name", m.Name)
			add(p.Role, "colour", m.Colour)
			add(p.Role, "grade", m.Size)
			for _, prep := range strings.Split(m.Preparation, ", ") {
				add(p.Role, "prep", prep)
			}
			if m.Share > 0 && m.Share < 1 {
				add(p.Role, "share", interval(m.Share, m.Share))
			}
		}
		for _, m := range p.Alternatives {
			add(p.Role, "alt", m.Name)
			add(p.Role, "alt.colour", m.Colour)
		}
		if c := p.Count; c != nil {
			per := ""
			if c.Per != "" {
				per = " per " + c.Per
			}
			add(p.Role, "count", strings.TrimSpace(interval(c.Low, c.High)+" "+c.Of)+per)
		}
		add(p.Role, "length", length(p.Length))
		add(p.Role, "from", length(p.From))
		add(p.Role, "to", length(p.To))
		add(p.Role, "tiedIn", length(p.TiedIn))
		if p.Turns != nil {
			add(p.Role, "turns", interval(p.Turns.Low, p.Turns.High))
		}
		for field, v := range map[string]string{"amount": p.Amount, "winding": p.Winding, "spacing": p.Spacing, "gauge": p.Gauge, "continues": p.Continues, "sameAs": p.SameAs} {
			add(p.Role, field, v)
		}
		for field, v := range map[string]float64{"diameterMM": p.DiameterMM, "coats": p.Coats} {
			if v > 0 {
				add(p.Role, field, interval(v, v))
			}
		}
		for field, v := range map[string]bool{"optional": p.Optional, "absent": p.Absent} {
			if v {
				add(p.Role, field, "true")
			}
		}
		if h := p.Hook; h != nil {
			for field, v := range map[string]string{"size": h.Size, "shank": h.Shank, "wire": h.Wire, "style": h.Style, "barb": h.Barb, "eye": h.Eye, "demo": h.Demonstration} {
				add(p.Role, field, v)
			}
		}
		if t := p.Thread; t != nil {
			add(p.Role, "aught", t.Aught)
			if t.Denier > 0 {
				add(p.Role, "denier", interval(t.Denier, t.Denier))
			}
		}
		for _, c := range p.Conditions {
			add(p.Role, "when", c.When+" "+c.Text)
		}
		if len(out) == n { // a part of which nothing more is said is said to be there
			add(p.Role, "part", "there")
		}
	}
	return out
}

// closed reads a closed list.
func closed(t testing.TB, name string) []saying {
	t.Helper()
	b, err := os.ReadFile(name)
	if err != nil {
		t.Fatal(err)
	}
	var out []saying
	for i, line := range strings.Split(strings.TrimSpace(string(b)), "\n") {
		part, values, ok := strings.Cut(line, ": ")
		if !ok {
			t.Fatalf("%s, line %d: %q is no part with values", name, i+1, line)
		}
		header, optional := strings.CutPrefix(part, "?")
		if headers := strings.Split(header, "|"); slices.Contains(gaugeHeaders, headers[0]) {
			for _, h := range headers {
				out = append(out, saying{field: h, value: values, may: optional || h != headers[0]})
			}
			continue
		}
		out = append(out, saying{part: part, field: "part", value: "there", may: true})
		for _, v := range strings.Split(values, ";") {
			v = strings.TrimSpace(v)
			may := strings.HasPrefix(v, "?")
			field, value, ok := strings.Cut(strings.TrimPrefix(v, "?"), " ")
			if !ok {
				t.Fatalf("%s, line %d: %q has no value", name, i+1, v)
			}
			out = append(out, saying{part: part, field: field, value: value, may: may})
		}
	}
	return out
}

var gaugeHeaders = []string{"title", "originator", "tier", "source", "page", "date", "imitates", "style", "parent", "sizes"}

// samePart tells whether a reader's label is one of those that a list gives.
func samePart(label, listed string) bool {
	for _, l := range strings.Split(listed, "|") {
		a, okA := role.Find(label)
		b, okB := role.Find(l)
		if label == l || okA && okB && a.Name == b.Name {
			return true
		}
	}
	return false
}

// sameField tells whether a value is of the field that a list has it under. The sizes that a
// fly is dressed on stand with the hook or over all.
func sameField(s, l saying) bool {
	sizes := func(x saying) bool { return x.field == "sizes" || x.field == "size" && samePart(x.part, "hook") }
	return sizes(s) && sizes(l) || s.field == l.field && (l.part == "") == (s.part == "") && (s.part == "" || samePart(s.part, l.part))
}

type judgement int

const (
	isWrong judgement = iota
	isLoose
	isRight
)

// holdAgainst judges a value by what a list holds of the field.
func holdAgainst(field, said, listed string) judgement {
	best := isWrong
	for _, want := range strings.Split(listed, "|") {
		best = max(best, oneAgainst(field, said, want))
	}
	return best
}

func oneAgainst(field, said, want string) judgement {
	switch field {
	case "count", "length", "from", "to", "tiedIn", "turns", "coats", "diameterMM", "share", "denier", "sizes", "size":
		return figuresAgainst(said, want)
	case "when", "prep", "amount":
		a, b := plainWords(said), plainWords(want)
		switch {
		case len(b) > 0 && holdsAll(a, b) || len(a) > 0 && holdsAll(b, a):
			return isRight
		case slices.ContainsFunc(a, func(w string) bool { return slices.Contains(b, w) }):
			return isLoose
		}
		return isWrong
	}
	a, b := plainWords(said), plainWords(want)
	switch {
	case slices.Equal(a, b):
		return isRight
	case len(a) > 0 && len(b) > 0 && (holdsAll(a, b) || holdsAll(b, a)):
		return isLoose
	}
	return isWrong
}

// figuresAgainst compares a number or a range, and what it is counted or measured by. Of a
// landmark or of another part, which only says where, the number does not count.
func figuresAgainst(said, want string) judgement {
	lo, hi, unit := figureOf(said)
	if unit == "shank" && lo == hi && (lo == 0 && (want == "eye" || want == "0 eye") || lo == 1 && (want == "bend" || want == "1 bend")) {
		return isRight // the ends of the shank by their other names
	}
	wantLo, wantHi, wantUnit := figureOf(want)
	place := slices.Contains([]string{"bend", "point", "barb"}, wantUnit)
	same := math.Abs(lo-wantLo) < 0.002*max(1, wantLo) && math.Abs(hi-wantHi) < 0.002*max(1, wantHi)
	overlap := lo <= wantHi && wantLo <= hi
	switch {
	case unit == wantUnit && (same || place || math.IsNaN(wantLo)):
		return isRight
	case unit == wantUnit && overlap, same && (unit == "" || wantUnit == ""):
		return isLoose
	}
	return isWrong
}

var figurePattern = regexp.MustCompile(`^([\d.]+)(?:-([\d.]+))?\s*(.*)$`)

func figureOf(s string) (lo, hi float64, unit string) {
	m := figurePattern.FindStringSubmatch(strings.TrimSpace(s))
	if m == nil {
		return math.NaN(), math.NaN(), strings.Join(plainWords(strings.TrimPrefix(s, "of ")), " ")
	}
	lo, _ = strconv.ParseFloat(m[1], 64)
	hi = lo
	if m[2] != "" {
		hi, _ = strconv.ParseFloat(m[2], 64)
	}
	words := strings.Fields(m[3])
	for i, w := range words {
		words[i] = strings.TrimSuffix(w, "s")
	}
	return lo, hi, strings.Join(words, " ")
}

// plainWords are the words of a name without articles, units of counting and plurals.
func plainWords(s string) []string {
	var out []string
	for _, w := range strings.FieldsFunc(strings.ToLower(s), func(r rune) bool { return strings.ContainsRune(" -,.’'\"()", r) }) {
		w = strings.TrimSuffix(w, "s")
		switch w {
		case "the", "a", "an", "of", "fibre", "fib", "strand", "", "with":
			continue
		}
		out = append(out, w)
	}
	return out
}

func holdsAll(in, words []string) bool {
	for _, w := range words {
		if !slices.Contains(in, w) {
			return false
		}
	}
	return true
}

// goesWithout judges what a list need not hold: that a thread is a thread is right, and
// that something is wound or tied in, which every part is somehow, does not mislead anybody
// about what it is prepared from.
func goesWithout(s saying) judgement {
	switch s.field {
	case "name":
		if a, ok := role.Find(s.part); ok {
			if b, ok := role.Find(s.value); ok && a.Name == b.Name {
				return isRight
			}
		}
	case "prep":
		for _, phrase := range strings.Split(s.value, ", ") {
			if !slices.Contains(workingWords, phrase) {
				return isWrong
			}
		}
		return isLoose
	}
	return isWrong
}

var workingWords = []string{"wound", "tied in", "tied down", "pulled over", "over the back", "on top", "below", "in front", "built up", "whip finish", "close turns"}

// tally is what the judge says of a set of texts.
type tally struct{ texts, listed, hit, right, loose, wrong int }

func (t tally) String() string {
	said := t.right + t.loose + t.wrong
	return fmt.Sprintf("%d texts, %d values listed, %d of them said (%.1f %%); %d said in all: %d right, %d loose, %d wrong (%.1f %%)",
		t.texts, t.listed, t.hit, 100*float64(t.hit)/float64(max(1, t.listed)), said, t.right, t.loose, t.wrong, 100*float64(t.wrong)/float64(max(1, said)))
}

// weighText judges all that is said of the text beside a closed list.
func weighText(t testing.TB, name string, read func(string) (Dressing, error)) tally {
	t.Helper()
	text, err := os.ReadFile(strings.TrimSuffix(name, ".all") + ".txt")
	if err != nil {
		t.Fatal(err)
	}
	list := closed(t, name)
	out := tally{texts: 1}
	d, err := read(string(text))
	if err != nil {
		d = Dressing{}
		t.Logf("%s: refused: %v", filepath.Base(name), err)
	}
	for _, s := range sayings(d) {
		best, at := isWrong, -1
		for i, l := range list {
			if !sameField(s, l) {
				continue
			}
			if j := holdAgainst(s.field, s.value, l.value); at < 0 && j > isWrong || j > best || j == best && j > isWrong && list[at].hit && !l.hit {
				best, at = j, i
			}
		}
		switch best = max(best, goesWithout(s)); best {
		case isRight:
			out.right++
		case isLoose:
			out.loose++
			t.Logf("%s: loose: %s.%s %q", filepath.Base(name), s.part, s.field, s.value)
		default:
			out.wrong++
			t.Logf("%s: wrong: %s.%s %q", filepath.Base(name), s.part, s.field, s.value)
		}
		if at >= 0 {
			list[at].hit = true
		}
	}
	for _, l := range list {
		if l.may {
			continue
		}
		out.listed++
		if l.hit {
			out.hit++
		} else {
			t.Logf("%s: missed: %s.%s %q", filepath.Base(name), l.part, l.field, l.value)
		}
	}
	return out
}

// gaugeFloor is what each set came to when it was last looked at: the fewest of the
// listed values that are said, and the most wrong ones. The reader may only get better.
var gaugeFloor = map[string]struct{ hit, wrong int }{
	"old":           {472, 0},
	"sentences":     {364, 0},
	"hands":         {271, 0},
	"first":         {211, 10},
	"second":        {251, 5},
	"third":         {244, 2},
	"fourth":        {256, 0},
	"fifth":         {228, 1},
	"sixth":         {247, 2},
	"seventh":       {182, 0},
	"eighth":        {200, 3},
	"ninth":         {192, 1},
	"tenth":         {182, 0},
	"eleventh":      {210, 6},
	"twelfth":       {201, 1},
	"thirteenth":    {213, 1},
	"fourteenth":    {206, 3},
	"fifteenth":     {178, 2},
	"sixteenth":     {214, 0},
	"seventeenth":   {179, 2},
	"eighteenth":    {217, 2},
	"nineteenth":    {148, 4},
	"twentieth":     {202, 1},
	"twentyfirst":   {193, 1},
	"twentysecond":  {178, 3},
	"twentythird":   {167, 4},
	"twentyfourth":  {233, 5},
	"twentyfifth":   {218, 0},
	"twentysixth":   {226, 0},
	"twentyseventh": {205, 0},
	"twentyeighth":  {185, 0},
	"twentyninth":   {199, 0},
	"thirtieth":     {192, 5},
	"thirtyfirst":   {190, 3},
	"thirtysecond":  {197, 1},
	"thirtythird":   {180, 2},
	"thirtyfourth":  {184, 4},
	"thirtyfifth":   {186, 0},
	"thirtysixth":   {211, 2},
	"thirtyseventh": {200, 1},
	"thirtyeighth":  {208, 1},
	"thirtyninth":   {197, 0},
	"fortieth":      {177, 1},
	"fortyfirst":    {197, 0},
	"fortysecond":   {179, 1},
	"fortythird":    {210, 5},
	"held":          {209, 1},
	"heldtwo":       {205, 3},
	"heldthree":     {179, 5},
}

// silent is a test that prints nothing of its own.
type silent struct{ testing.TB }

func (silent) Logf(string, ...any) {}

// gaugeSets are the sets of the gauge: the twenty of the corpus, and a folder each. Every one has its floor.
func gaugeSets(t *testing.T) []string {
	t.Helper()
	sets := []string{"old"}
	folders, err := os.ReadDir("testdata/gauge")
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range folders {
		if f.IsDir() {
			sets = append(sets, f.Name())
		}
	}
	if len(sets) != len(gaugeFloor) {
		t.Errorf("%d sets and %d floors", len(sets), len(gaugeFloor))
	}
	return sets
}

// TestGauge judges all that the reader says of texts with closed lists; testdata/gauge
// says how.
func TestGauge(t *testing.T) {
	for _, set := range gaugeSets(t) {
		var all tally
		lists := "testdata/gauge/" + set + "/*.all"
		if set == "old" { // twenty of the corpus have their lists beside their facts
			lists = "testdata/*/*.all"
		}
		for _, name := range corpus(t, lists) {
			quiet := testing.TB(t)
			if strings.HasPrefix(set, "held") { // nobody looks at what is never mended
				quiet = silent{t}
			}
			x := weighText(quiet, name, func(s string) (Dressing, error) {
				r, err := Read(s, Builtin())
				return r.Dressing, err
			})
			all.texts, all.listed, all.hit, all.right, all.loose, all.wrong = all.texts+x.texts, all.listed+x.listed, all.hit+x.hit, all.right+x.right, all.loose+x.loose, all.wrong+x.wrong
		}
		fmt.Fprintf(os.Stderr, "report: gauge, %s: %v\n", set, all)
		if floor := gaugeFloor[set]; all.hit < floor.hit || all.wrong > floor.wrong {
			t.Errorf("%s: %d said and %d wrong, once %d and %d", set, all.hit, all.wrong, floor.hit, floor.wrong)
		}
	}
}

// TestGaugeJudges holds the judge against cases whose judgement is plain, for a judge that
// let everything pass would show a fine figure.
func TestGaugeJudges(t *testing.T) {
	cases := []struct {
		field, said, listed string
		want                judgement
	}{
		{"name", "hen hackle", "hen hackle", isRight},
		{"name", "hen hackles", "hen hackle", isRight},
		{"name", "hackle", "hen hackle", isLoose},
		{"name", "silk", "hen hackle", isWrong},
		{"name", "silk", "thread|silk", isRight},
		{"colour", "brown", "dark brown", isLoose},
		{"colour", "olive", "dark brown", isWrong},
		{"count", "6 fibre", "6 fibre", isRight},
		{"count", "6 fibre", "5-6 fibre", isLoose},
		{"count", "4 fibre", "5-6 fibre", isWrong},
		{"count", "6 turn", "6 fibre", isWrong},
		{"length", "0.5 shank", "0.5 shank", isRight},
		{"length", "0.5 gape", "0.5 shank", isWrong},
		{"length", "0.3334 shank", "0.3333 shank", isRight},
		{"to", "1 bend", "bend", isRight},
		{"to", "0 shank", "2 eye", isWrong},
		{"from", "1 shank", "1 bend", isRight},
		{"size", "10-12", "10-12", isRight},
		{"when", "winter lighter wire", "winter", isRight},
		{"when", "winter", "summer", isWrong},
	}
	for _, c := range cases {
		if got := holdAgainst(c.field, c.said, c.listed); got != c.want {
			t.Errorf("%s %q against %q: %v, want %v", c.field, c.said, c.listed, got, c.want)
		}
	}
	without := []struct {
		part, field, value string
		want               judgement
	}{
		{"thread", "name", "thread", isRight},
		{"silk", "name", "thread", isRight},
		{"body", "name", "thread", isWrong},
		{"body", "prep", "tied in, wound", isLoose},
		{"body", "prep", "wound, dyed", isWrong},
		{"body", "prep", "dyed", isWrong},
	}
	for _, c := range without {
		if got := goesWithout(saying{part: c.part, field: c.field, value: c.value}); got != c.want {
			t.Errorf("%s.%s %q: %v, want %v", c.part, c.field, c.value, got, c.want)
		}
	}
}

// TestClosedLists holds the lists themselves against slips of the pen: no field that the
// judge does not know, no part that has no name, no figure that is none.
func TestClosedLists(t *testing.T) {
	fields := strings.Fields("name colour grade prep share alt alt.colour count length from to tiedIn turns amount winding spacing gauge continues sameAs diameterMM coats optional absent size shank wire style barb eye demo aught denier when part")
	n := 0
	for _, name := range append(corpus(t, "testdata/gauge/*/*.all"), corpus(t, "testdata/*/*.all")...) {
		for _, s := range closed(t, name) {
			n++
			if s.part == "" {
				continue
			}
			if !slices.Contains(fields, s.field) {
				t.Errorf("%s: %s: no field %q", name, s.part, s.field)
			}
			if s.value == "" {
				t.Errorf("%s: %s.%s has no value", name, s.part, s.field)
			}
		}
	}
	if n < 900 {
		t.Errorf("%d values in all the lists", n)
	}
}
