// Package when reads dates as archives write them: "1934", "May 1934", "about
// 1920", "before 1911", "1950s", "12.11.1999". A date is kept as it was written,
// with the earliest and the latest day that it can mean. Where that cannot be
// told ("n.d.", "before the war", "Nov '99", which names no century) it says so;
// no text is refused, and none is guessed at.
package when

import (
	"cmp"
	"fmt"
	"strconv"
	"strings"
	"time"

	"mothledger/core/lexicon"
)

// Day is a day of the calendar that is in use today. The zero value means open:
// "before 1911" has a latest day and no earliest one.
type Day struct{ Year, Month, Day int }

// IsZero tells whether the day is open.
func (d Day) IsZero() bool { return d == Day{} }

// String is the day as ISO 8601 writes it, empty where it is open.
func (d Day) String() string {
	if d.IsZero() {
		return ""
	}
	return fmt.Sprintf("%04d-%02d-%02d", d.Year, d.Month, d.Day)
}

// MarshalText writes the day for JSON.
func (d Day) MarshalText() ([]byte, error) { return []byte(d.String()), nil }

// UnmarshalText reads what MarshalText writes.
func (d *Day) UnmarshalText(b []byte) error {
	if len(b) == 0 {
		*d = Day{}
		return nil
	}
	t, err := time.Parse(time.DateOnly, string(b))
	if err != nil {
		return fmt.Errorf("%q is no day; expected one such as 1939-09-01", b)
	}
	*d = Day{t.Year(), int(t.Month()), t.Day()}
	return nil
}

// Compare orders two days that are not open.
func (d Day) Compare(o Day) int {
	return cmp.Or(cmp.Compare(d.Year, o.Year), cmp.Compare(d.Month, o.Month), cmp.Compare(d.Day, o.Day))
}

// add gives the day so many years, months and days later.
func (d Day) add(years, months, days int) Day {
	t := time.Date(d.Year+years, time.Month(d.Month+months), d.Day+days, 0, 0, 0, 0, time.UTC)
	return Day{t.Year(), int(t.Month()), t.Day()}
}

// span is the days from one to another, both included.
type span struct {
	from, to Day
	// season is the season that the words name, as EDTF numbers it; lasting is set where
	// they tell of a stretch of time, not of a moment within it.
	season  int
	lasting bool
}

func years(from, to int) span { return span{from: Day{from, 1, 1}, to: Day{to, 12, 31}} }

func month(y, m int) span { return span{from: Day{y, m, 1}, to: Day{y, m, 1}.add(0, 1, -1)} }

// Period is what a club means by words such as "the war": the days from the first to
// the last, both included.
type Period struct {
	Words string `json:"words"`
	From  Day    `json:"from"`
	To    Day    `json:"to"`
}

// Periods are the words that a club gave a width. The zero value knows none.
type Periods []Period

// Date is a date as it was written. The zero value means not stated.
type Date struct {
	// Text is the date as it was written.
	Text string `json:"text"`
	// Earliest and Latest bound it, both included; either may be open, and both
	// are where the date cannot be told.
	Earliest Day `json:"earliest"`
	Latest   Day `json:"latest"`
	// About is set where the writer was not sure.
	About bool `json:"about,omitempty"`
	// EDTF is the date as ISO 8601-2 writes it, empty where it cannot be told.
	EDTF string `json:"edtf,omitempty"`
}

// IsZero tells whether no date is stated.
func (d Date) IsZero() bool { return d == Date{} }

// Told tells whether anything can be said of when it was.
func (d Date) Told() bool { return !d.Earliest.IsZero() || !d.Latest.IsZero() }

// String says what the words mean: "1999-11-12", "1908-01-01 to 1912-12-31", "to
// 1910-12-31", "cannot be told".
func (d Date) String() string {
	a, b := d.Earliest.String(), d.Latest.String()
	switch {
	case d.Text == "":
		return ""
	case a == "" && b == "":
		return "cannot be told"
	case a == "":
		return "to " + b
	case b == "":
		return "from " + a
	case a == b:
		return a
	}
	return a + " to " + b
}

// earliest and latest bound what is taken for a year of a fly.
const (
	earliest = 1400
	latest   = 2199
)

// How far "about" reaches either way, in years: beside a year or a decade, and
// beside a month or a day. Common practice, no source.
const (
	aboutYears  = 5
	aboutWithin = 1
)

// Read reads a date where the club gave no words a width of their own. It takes any text.
func Read(s string) Date { return Periods(nil).Read(s) }

// Read reads a date. It takes any text: words, or the Extended Date/Time Format.
func (p Periods) Read(s string) Date {
	d := Date{Text: strings.TrimSpace(s)}
	words, sure := unsure(fold(d.Text))
	sp, ok := p.stretch(words)
	if !ok {
		if k := Kept(d.Text, d.Text); k.Told() && !outside(k.Earliest) && !outside(k.Latest) {
			return k
		}
		d.About = sure != 0
		return d
	}
	d.EDTF = sp.edtf(sure)
	if d.About = sure != 0; d.About {
		sp = sp.widened()
	}
	d.Earliest, d.Latest = sp.from, sp.to
	return d
}

// Kept gives a date of which the Extended Date/Time Format is kept beside the words: it means
// what the format says, with what "about" reaches. Where the format is none it cannot be told.
func Kept(words, edtf string) Date {
	d := Date{Text: words}
	e, err := ParseEDTF(edtf)
	if err != nil {
		return d
	}
	sp := span{from: e.Earliest, to: e.Latest}
	if d.About = e.Qualifier() != 0; d.About {
		sp = sp.widened()
	}
	d.EDTF, d.Earliest, d.Latest = edtf, sp.from, sp.to
	return d
}

// outside tells whether a day is in no year of a fly.
func outside(d Day) bool { return !d.IsZero() && (d.Year < earliest || d.Year > latest) }

// widened is the span with what "about" reaches either way.
func (sp span) widened() span {
	by := aboutYears
	if !sp.from.IsZero() && !sp.to.IsZero() && sp.to.Compare(sp.from.add(0, 11, 0)) < 0 {
		by = aboutWithin
	}
	if !sp.from.IsZero() {
		sp.from = sp.from.add(-by, 0, 0)
	}
	if !sp.to.IsZero() {
		sp.to = sp.to.add(by, 0, 0)
	}
	return sp
}

var folded = strings.NewReplacer("’", "'", "‘", "'", "–", "-", "—", "-", "‐", "-", "−", "-", "\u00a0", " ", "[", "", "]", "", "(", "", ")", "", ",", " ")

func fold(s string) string {
	return strings.Join(strings.Fields(folded.Replace(strings.ToLower(s))), " ")
}

// unsure takes the words off that say the writer was not sure, and gives the mark that
// EDTF has for it: "?" for doubt, "~" for about, "%" for both, 0 for neither.
func unsure(s string) (string, byte) {
	var mark byte
	rest, doubt := strings.CutSuffix(s, "?")
	s = strings.TrimSpace(rest)
	if doubt {
		mark = '?'
	}
	about := func(rest string) (string, byte) {
		if doubt {
			return strings.TrimSpace(rest), '%'
		}
		return strings.TrimSpace(rest), '~'
	}
	for _, p := range []string{"perhaps ", "possibly ", "probably "} {
		if rest, ok := strings.CutPrefix(s, p); ok {
			s, doubt, mark = strings.TrimSpace(rest), true, '?'
		}
	}
	for _, p := range []string{"about ", "circa ", "c. ", "ca. ", "around ", "approximately ", "approx. ", "roughly ", "c.", "ca ", "c ", "~"} {
		if rest, ok := strings.CutPrefix(s, p); ok {
			return about(rest)
		}
	}
	if rest, ok := strings.CutPrefix(s, "c"); ok && rest != "" && isDigits(rest[:1]) {
		return about(rest)
	}
	return s, mark
}

// stretch reads what may be open at an end, or reach from one date to another.
func (ps Periods) stretch(s string) (span, bool) {
	for _, x := range []struct {
		words string
		open  func(span) span
	}{
		{"not before ", func(p span) span { return span{from: p.from} }},
		{"not after ", func(p span) span { return span{to: p.to} }},
		{"no later than ", func(p span) span { return span{to: p.to} }},
		{"before ", func(p span) span { return span{to: p.from.add(0, 0, -1)} }},
		{"by ", func(p span) span { return span{to: p.to} }},
		{"until ", func(p span) span { return span{to: p.to} }},
		{"after ", func(p span) span { return span{from: p.to.add(0, 0, 1)} }},
		{"since ", func(p span) span { return span{from: p.from} }},
	} {
		if rest, ok := strings.CutPrefix(s, x.words); ok {
			p, ok := ps.single(rest)
			if !ok {
				return span{}, false
			}
			return x.open(p), true
		}
	}
	if p, ok := ps.single(s); ok {
		return p, true
	}
	for _, x := range []struct{ lead, sep string }{{"between ", " and "}, {"from ", " to "}, {"", " to "}, {"", " or "}, {"", " and "}, {"", " - "}, {"", "-"}, {"", "/"}} {
		rest, ok := strings.CutPrefix(s, x.lead)
		a, b, parted := strings.Cut(rest, x.sep)
		if !ok || !parted {
			continue
		}
		if p, ok := ps.reach(strings.TrimSpace(a), strings.TrimSpace(b)); ok {
			p.lasting = x.sep == " to " || x.sep == " - " || x.sep == "-" || x.sep == "/" && len(b) >= 4
			return p, true
		}
	}
	return span{}, false
}

// reach reads two dates with what either leaves to the other: "May to June 1934",
// "1911-12", "1920s - 30s".
func (ps Periods) reach(a, b string) (span, bool) {
	to, ok := ps.single(b)
	if !ok && len(a) >= 4 && isDigits(a[:4]) { // the century is the first one's
		if to, ok = ps.single(a[:2] + b); ok && len(strings.TrimSuffix(b, "s")) != 2 {
			ok = false
		}
	}
	if !ok {
		return span{}, false
	}
	from, ok := ps.single(a)
	if !ok {
		from, ok = ps.single(a + " " + strconv.Itoa(to.to.Year))
	}
	if !ok || from.from.IsZero() || from.from.Compare(to.to) > 0 {
		return span{}, false
	}
	return span{from: from.from, to: to.to}, true
}

// parts of a decade, a century or a year, as shares of twelve. Common practice, no
// source.
var parts = []struct {
	word     string
	from, to int
}{{"early ", 0, 4}, {"the early ", 0, 4}, {"beginning of ", 0, 4}, {"mid ", 4, 8}, {"mid-", 4, 8}, {"the mid ", 4, 8}, {"the mid-", 4, 8}, {"middle of ", 4, 8}, {"late ", 8, 12}, {"the late ", 8, 12}, {"end of ", 8, 12}, {"the end of ", 8, 12}}

// single reads one day, month, season, year, decade or century, or a part of it.
func (ps Periods) single(s string) (span, bool) {
	s = strings.TrimSuffix(s, ".")
	for _, p := range ps {
		if w := fold(p.Words); w == s || "the "+w == s || w == "the "+s {
			return span{from: p.From, to: p.To}, true
		}
	}
	for _, p := range parts {
		rest, ok := strings.CutPrefix(s, p.word)
		if !ok {
			continue
		}
		rest = strings.TrimPrefix(rest, "the ")
		if y, ok := year(rest); ok {
			return span{from: month(y, 1+p.from).from, to: month(y, p.to).to}, true
		}
		if y, n, ok := many(rest); ok { // of ten years: 0 to 3, 4 to 6, 7 to 9
			first := y + (p.from*n+11)/12
			return years(first, y+(p.to*n+11)/12-1), true
		}
		return span{}, false
	}
	if y, n, ok := many(strings.TrimPrefix(s, "the ")); ok {
		return years(y, y+n-1), true
	}
	if y, ok := year(s); ok {
		return years(y, y), true
	}
	if p, ok := figures(s); ok {
		return p, true
	}
	return written(s)
}

// many reads a decade or a century: its first year, and how many it has.
func many(s string) (first, n int, ok bool) {
	if rest, ok := strings.CutSuffix(s, "s"); ok {
		y, ok := year(strings.TrimSuffix(rest, "'"))
		return y, 10, ok && y%10 == 0
	}
	rest, ok := strings.CutSuffix(s, " century")
	if !ok || len(rest) < 3 {
		return 0, 0, false
	}
	c, err := strconv.Atoi(rest[:len(rest)-2])
	return 100*(c-1) + 1, 100, err == nil && 100*(c-1) >= earliest && 100*c <= latest+1
}

func year(s string) (int, bool) {
	y, err := strconv.Atoi(s)
	return y, err == nil && len(s) == 4 && y >= earliest && y <= latest
}

func isDigits(s string) bool { return s != "" && strings.Trim(s, "0123456789") == "" }

// figures reads a date of figures alone. Between full stops the day stands first,
// as is usual where full stops are; between strokes or hyphens either may, so a day
// that would do for a month spans both. "1911-12" may be a month or two years, and
// spans both too. Common practice, no source.
func figures(s string) (span, bool) {
	sep := strings.Trim(s, "0123456789ivx")
	if sep == "" || strings.Trim(sep[:1], "./-") != "" {
		return span{}, false
	}
	sep = sep[:1]
	f := strings.Split(strings.ReplaceAll(s, sep+" ", sep), sep)
	if len(f) == 2 {
		y, ok := year(f[0])
		m, err := strconv.Atoi(f[1])
		if !ok || err != nil || len(f[1]) != 2 {
			return span{}, false
		}
		isMonth, isYear := m >= 1 && m <= 12, m > y%100
		switch {
		case isMonth && isYear && sep != ".":
			return span{from: Day{y, 1, 1}, to: Day{y - y%100 + m, 12, 31}}, true
		case isMonth:
			return month(y, m), true
		case isYear && sep != ".":
			return years(y, y-y%100+m), true
		}
		return span{}, false
	}
	if len(f) != 3 {
		return span{}, false
	}
	if y, ok := year(f[0]); ok { // 1934-05-12
		return day(y, f[1], f[2])
	}
	y, ok := year(f[2])
	if !ok {
		return span{}, false
	}
	a, okA := day(y, f[1], f[0])
	b, okB := day(y, f[0], f[1])
	switch {
	case okA && okB && sep != ".":
		if a.from.Compare(b.from) > 0 {
			a, b = b, a
		}
		return span{from: a.from, to: b.to}, true
	case okA:
		return a, true
	case okB && sep != ".":
		return b, true
	}
	return span{}, false
}

var roman = map[string]int{"i": 1, "ii": 2, "iii": 3, "iv": 4, "v": 5, "vi": 6, "vii": 7, "viii": 8, "ix": 9, "x": 10, "xi": 11, "xii": 12}

func day(y int, m, d string) (span, bool) {
	mm, err := strconv.Atoi(m)
	if n, ok := roman[m]; ok {
		mm, err = n, nil
	}
	dd, err2 := strconv.Atoi(d)
	if err != nil || err2 != nil || mm < 1 || mm > 12 || dd < 1 || len(m) > 4 || len(d) > 2 {
		return span{}, false
	}
	on := Day{y, mm, dd}
	return span{from: on, to: on}, on.add(0, 0, 0) == on
}

var months = map[string]int{
	"january": 1, "february": 2, "march": 3, "april": 4, "may": 5, "june": 6, "july": 7, "august": 8, "september": 9, "october": 10, "november": 11, "december": 12,
	"jan": 1, "feb": 2, "mar": 3, "apr": 4, "jun": 6, "jul": 7, "aug": 8, "sep": 9, "sept": 9, "oct": 10, "nov": 11, "dec": 12,
}

// seasonNames are other names of the seasons.
var seasonNames = lexicon.Values("season")

// seasons span all that the word may mean, north and south of the equator; the
// winter of a year may be the one that ends it or the one that begins it.
var seasons = map[string]func(y int) span{
	"spring": func(y int) span { return years(y, y) }, "summer": func(y int) span { return span{from: Day{y, 1, 1}, to: month(y+1, 2).to} },
	"autumn":    func(y int) span { return years(y, y) },
	"winter":    func(y int) span { return span{from: Day{y, 1, 1}, to: month(y+1, 2).to} },
	"christmas": func(y int) span { return month(y, 12) }, "easter": func(y int) span { return span{from: Day{y, 3, 22}, to: Day{y, 4, 25}} },
}

// seasonNumbers are the seasons as EDTF numbers them.
var seasonNumbers = map[string]int{"spring": 21, "summer": 22, "autumn": 23, "winter": 24}

// written reads a date with its month or season in words: "May 1934", "12 May
// 1934", "May 12th 1934", "spring of 1936".
func written(s string) (span, bool) {
	var m, d int
	var season func(int) span
	var named int
	f := strings.Fields(s)
	if len(f) < 2 {
		return span{}, false
	}
	y, ok := year(f[len(f)-1])
	if !ok {
		return span{}, false
	}
	for _, w := range f[:len(f)-1] {
		w = strings.TrimSuffix(w, ".")
		if name := seasonNames[w]; name != "" {
			w = name
		}
		switch {
		case w == "of" || w == "the" || w == "in":
		case months[w] > 0 && m == 0 && season == nil:
			m = months[w]
		case seasons[w] != nil && m == 0 && season == nil:
			season, named = seasons[w], seasonNumbers[w]
		default:
			n, err := strconv.Atoi(strings.TrimRight(w, "stndrh"))
			if err != nil || n < 1 || d > 0 {
				return span{}, false
			}
			d = n
		}
	}
	switch {
	case season != nil && d == 0:
		sp := season(y)
		sp.season = named
		return sp, true
	case m > 0 && d > 0:
		return day(y, strconv.Itoa(m), strconv.Itoa(d))
	case m > 0:
		return month(y, m), true
	}
	return span{}, false
}
