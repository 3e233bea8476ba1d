package when

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// EDTF is a date in the Extended Date/Time Format, levels 0 to 2, as ISO 8601-2:2019
// and the Library of Congress's specification of 2019 publish it. It keeps the text that
// it was parsed from; the zero value is none.
type EDTF struct {
	text string
	// Level is the lowest level of the format that the text needs: 0, 1 or 2.
	Level int
	// Earliest and Latest are the first and the last day that it may mean, both included.
	// Either is open where the text leaves that end open. How far "approximately" reaches is
	// nobody's standard, so the marks ?, ~ and % move neither.
	Earliest, Latest Day
	// Uncertain and Approximate tell whether any of it is so marked.
	Uncertain, Approximate bool
}

// String gives the text that it was parsed from.
func (e EDTF) String() string { return e.text }

// Qualifier gives the mark that covers all the marks of the text: ?, ~, % or 0.
func (e EDTF) Qualifier() byte {
	switch {
	case e.Uncertain && e.Approximate:
		return '%'
	case e.Uncertain:
		return '?'
	case e.Approximate:
		return '~'
	}
	return 0
}

// An EDTFError says what stands in a text where, in bytes from 0, and what was expected.
type EDTFError struct {
	Text, Expected string
	At             int
}

func (e *EDTFError) Error() string {
	return fmt.Sprintf("%q is no date of the Extended Date/Time Format: expected %s at letter %d", e.Text, e.Expected, e.At+1)
}

// mostYear bounds the years that are taken, either way.
const mostYear = 1_000_000_000_000_000

// mostEDTF is the longest text, in bytes, that is taken.
const mostEDTF = 2000

// ParseEDTF parses a text of the format; an *EDTFError tells where one is none.
func ParseEDTF(s string) (EDTF, error) {
	p := &edtfParser{s: s, e: EDTF{text: s}}
	if len(s) > mostEDTF {
		return EDTF{}, &EDTFError{s[:40] + "…", fmt.Sprintf("at most %d letters", mostEDTF), mostEDTF}
	}
	ok := false
	switch {
	case s == "":
		p.want("a date")
	case s[0] == '[' || s[0] == '{':
		ok = p.set()
	case strings.Contains(s, "/"):
		ok = p.interval()
	default:
		var sp span
		if sp, ok = p.single(true); ok {
			p.e.Earliest, p.e.Latest = sp.from, sp.to
		}
	}
	if ok && p.i < len(s) {
		ok = p.want("nothing more")
	}
	if !ok {
		return EDTF{}, &EDTFError{s, p.expected, p.at}
	}
	return p.e, nil
}

// edtfParser reads one text from left to right; i is the next byte. It remembers the
// expectation that failed furthest to the right.
type edtfParser struct {
	s        string
	i        int
	e        EDTF
	expected string
	at       int
}

func (p *edtfParser) want(what string) bool {
	if p.expected == "" || p.i >= p.at {
		p.expected, p.at = what, p.i
	}
	return false
}

func (p *edtfParser) level(n int) { p.e.Level = max(p.e.Level, n) }

func (p *edtfParser) rest() string { return p.s[p.i:] }

func (p *edtfParser) take(lead string) bool {
	if !strings.HasPrefix(p.rest(), lead) {
		return false
	}
	p.i += len(lead)
	return true
}

// mark takes one of the qualifiers.
func (p *edtfParser) mark() byte {
	if p.i >= len(p.s) || !strings.ContainsRune("?~%", rune(p.s[p.i])) {
		return 0
	}
	m := p.s[p.i]
	p.i++
	p.e.Uncertain = p.e.Uncertain || m != '~'
	p.e.Approximate = p.e.Approximate || m != '?'
	return m
}

// digits takes n digits; with x they may be unspecified.
func (p *edtfParser) digits(n int, x bool) (string, bool) {
	for k := range n {
		if p.i+k >= len(p.s) {
			return "", p.want(fmt.Sprintf("%d digits", n))
		}
		if c := p.s[p.i+k]; (c < '0' || c > '9') && (!x || c != 'X') {
			return "", p.want(fmt.Sprintf("%d digits", n))
		}
	}
	d := p.s[p.i : p.i+n]
	p.i += n
	return d, true
}

// interval reads two dates with a stroke between them. Either may be open (..) or unknown.
func (p *edtfParser) interval() bool {
	from, ok := p.end()
	if !ok || !p.take("/") {
		return p.want("a stroke and the other end of the interval")
	}
	to, ok := p.end()
	if !ok {
		return false
	}
	if p.s == "/" || p.s == "../.." || p.s == "/.." || p.s == "../" {
		return p.want("at least one end that is said")
	}
	if !from.from.IsZero() && !to.to.IsZero() && from.from.Compare(to.to) > 0 {
		return p.want("an end that is not before the beginning")
	}
	p.e.Earliest, p.e.Latest = from.from, to.to
	return true
}

// end reads one end of an interval.
func (p *edtfParser) end() (span, bool) {
	if p.take("..") || p.i == len(p.s) || p.s[p.i] == '/' {
		p.level(1)
		return span{}, true
	}
	return p.single(true)
}

// set reads "one of" in square brackets, or "all of" in curly ones.
func (p *edtfParser) set() bool {
	p.level(2)
	shut := map[byte]string{'[': "]", '{': "}"}[p.s[0]]
	p.i++
	openFrom, openTo, first := false, false, true
	var out span
	add := func(sp span) {
		if first || sp.from.Compare(out.from) < 0 {
			out.from = sp.from
		}
		if first || sp.to.Compare(out.to) > 0 {
			out.to = sp.to
		}
		first = false
	}
	for {
		early := p.take("..")
		openFrom = openFrom || early
		a, ok := p.single(false)
		if !ok {
			return false
		}
		add(a)
		if !early && p.take("..") {
			if strings.HasPrefix(p.rest(), shut) || strings.HasPrefix(p.rest(), ",") {
				openTo = true
			} else {
				b, ok := p.single(false)
				if !ok {
					return false
				}
				if b.to.Compare(a.from) < 0 {
					return p.want("an end that is not before the beginning")
				}
				add(b)
			}
		}
		if p.take(shut) {
			break
		}
		if !p.take(",") {
			return p.want("a comma or " + shut)
		}
		for p.take(" ") {
		}
	}
	if !openFrom {
		p.e.Earliest = out.from
	}
	if !openTo {
		p.e.Latest = out.to
	}
	return true
}

// single reads one date, season or long year. Within a set no time of the day stands.
func (p *edtfParser) single(timed bool) (span, bool) {
	if p.take("Y") {
		return p.longYear()
	}
	start := p.i
	before := p.mark()
	minus := p.take("-")
	if minus {
		p.level(1)
	}
	y, ok := p.digits(4, true)
	if !ok {
		return span{}, false
	}
	if minus && y == "0000" {
		return span{}, p.want("a year; there is no year -0000")
	}
	if !strings.Contains(y, "X") && before == 0 && p.take("S") {
		n, _ := strconv.ParseInt(y, 10, 64)
		if minus {
			n = -n
		}
		return p.significant(n, len(y))
	}
	marks, inner := []byte{before, p.mark()}, false
	d := masked{minus: minus, year: y}
	if p.take("-") {
		if d.month, ok = p.part(&marks); !ok {
			return span{}, false
		}
		if p.take("-") {
			if d.day, ok = p.part(&marks); !ok {
				return span{}, false
			}
		}
	}
	// a mark at the very end of a date is of level 1, any other of level 2
	last := len(marks) - 1
	for k, m := range marks {
		inner = inner || m != 0 && k != last
	}
	if marks[last] != 0 {
		p.level(1)
	}
	if inner {
		p.level(2)
	}
	p.level(d.level())
	sp, why := d.span()
	if why != "" {
		p.i = start
		return span{}, p.want(why)
	}
	if timed && d.day != "" && p.i < len(p.s) && p.s[p.i] == 'T' {
		if strings.Contains(d.year+d.month+d.day, "X") || slices.ContainsFunc(marks, func(m byte) bool { return m != 0 }) {
			return span{}, p.want("no time beside a date that is marked or not all said")
		}
		p.i++
		return sp, p.time()
	}
	return sp, true
}

// part reads a month or a day with the marks before and behind it.
func (p *edtfParser) part(marks *[]byte) (string, bool) {
	before := p.mark()
	d, ok := p.digits(2, true)
	if !ok {
		return "", false
	}
	*marks = append(*marks, before, p.mark())
	return d, true
}

// longYear reads what stands behind a Y: a year of more than four digits, or one with an
// exponent, and with S how many of its digits count.
func (p *edtfParser) longYear() (span, bool) {
	sign := int64(1)
	if p.take("-") {
		sign = -1
	}
	at := p.i
	for p.i < len(p.s) && p.s[p.i] >= '0' && p.s[p.i] <= '9' {
		p.i++
	}
	d := p.s[at:p.i]
	n, err := strconv.ParseInt(d, 10, 64)
	if err != nil || n > mostYear || d[0] == '0' {
		p.i = at
		return span{}, p.want("a year that does not begin with 0")
	}
	width := len(d)
	if p.take("E") {
		p.level(2)
		at := p.i
		for p.i < len(p.s) && p.s[p.i] >= '0' && p.s[p.i] <= '9' {
			p.i++
		}
		exp, err := strconv.Atoi(p.s[at:p.i])
		if err != nil || exp < 1 || exp > 15 {
			p.i = at
			return span{}, p.want("an exponent from 1 to 15")
		}
		for range exp {
			if n *= 10; n > mostYear {
				p.i = at
				return span{}, p.want("an exponent of a year below a thousand million million")
			}
		}
		width += exp
	} else if width < 5 {
		p.i = at
		return span{}, p.want("a year of more than four digits")
	}
	p.level(1)
	if p.take("S") {
		return p.significant(sign*n, width)
	}
	return years(int(sign*n), int(sign*n)), true
}

// significant reads how many of a year's digits count.
func (p *edtfParser) significant(y int64, width int) (span, bool) {
	p.level(2)
	at := p.i
	for p.i < len(p.s) && p.s[p.i] >= '0' && p.s[p.i] <= '9' {
		p.i++
	}
	n, err := strconv.Atoi(p.s[at:p.i])
	if err != nil || n < 1 || n > width {
		p.i = at
		return span{}, p.want(fmt.Sprintf("how many digits count, from 1 to %d", width))
	}
	by := int64(1)
	for range width - n {
		by *= 10
	}
	low := y - y%by
	if y < 0 {
		return years(int(low-by+1), int(low)), true
	}
	return years(int(low), int(low+by-1)), true
}

// time reads hours, minutes, seconds and what the clock was set to. It moves no day.
func (p *edtfParser) time() bool {
	two := func(most int) bool {
		d, ok := p.digits(2, false)
		if ok && d > fmt.Sprintf("%02d", most) {
			p.i -= 2
			return p.want(fmt.Sprintf("00 to %02d", most))
		}
		return ok
	}
	at := p.i
	if !two(24) || !p.take(":") || !two(59) || !p.take(":") || !two(59) {
		return p.want("a time such as 10:05:00")
	}
	if p.s[at:at+2] == "24" && p.s[at:p.i] != "24:00:00" {
		p.i = at
		return p.want("00 to 23")
	}
	switch {
	case p.take("Z"), p.i == len(p.s), p.s[p.i] == '/':
		return true
	case p.take("+"), p.take("-"):
		at := p.i
		if !two(14) {
			return false
		}
		if !p.take(":") {
			return true
		}
		if !two(59) {
			return false
		}
		if z := p.s[at:p.i]; z > "14:00" {
			p.i = at
			return p.want("00:00 to 14:00")
		}
		return true
	}
	return p.want("Z, + or -")
}

// masked is a date whose digits may be unspecified (X); month and day may be missing. A
// month above 12 is a season or another part of a year.
type masked struct {
	minus            bool
	year, month, day string
}

func (m masked) level() int {
	open := func(s string) bool { return strings.Contains(s, "X") }
	n := 0
	if !open(m.month) && m.month > "12" {
		n = 1
		if m.month > "24" {
			n = 2
		}
	}
	all := m.year + m.month + m.day
	if !open(all) {
		return n
	}
	// at level 1 the last one or two digits of a lone year, or whole months and days, are open
	left := strings.TrimRight(all, "X")
	tail := len(all) - len(left)
	if !open(left) && (m.month == "" && tail <= 2 || m.month == "XX" && m.day == "" && tail == 2 || m.day == "XX" && (tail == 2 || tail == 4)) {
		return max(n, 1)
	}
	return 2
}

// parts of a year by their number: the first and the last month. Seasons that name no
// hemisphere (21 to 24) span what either means by them, as the words do; those that name
// one begin with the month of the equinox or the solstice. Meteorological practice.
var yearParts = map[int]func(y int) span{
	21: seasons["spring"], 22: seasons["summer"], 23: seasons["autumn"], 24: seasons["winter"],
	25: monthsOf(3, 5), 26: monthsOf(6, 8), 27: monthsOf(9, 11), 28: monthsOf(12, 14),
	29: monthsOf(9, 11), 30: monthsOf(12, 14), 31: monthsOf(3, 5), 32: monthsOf(6, 8),
	33: monthsOf(1, 3), 34: monthsOf(4, 6), 35: monthsOf(7, 9), 36: monthsOf(10, 12),
	37: monthsOf(1, 4), 38: monthsOf(5, 8), 39: monthsOf(9, 12),
	40: monthsOf(1, 6), 41: monthsOf(7, 12),
}

func monthsOf(from, to int) func(y int) span {
	return func(y int) span {
		return span{from: month(y, from).from, to: month(y+(to-1)/12, (to-1)%12+1).to}
	}
}

// fits lists the numbers from low to high that a mask of digits allows.
func fits(mask string, low, high int) []int {
	if n, err := strconv.Atoi(mask); err == nil {
		if n < low || n > high {
			return nil
		}
		return []int{n}
	}
	out := []int{0} // a digit more at a time, so that they stay in order
	for k := range mask {
		var longer []int
		for _, n := range out {
			if mask[k] != 'X' {
				longer = append(longer, 10*n+int(mask[k]-'0'))
				continue
			}
			for d := range 10 {
				longer = append(longer, 10*n+d)
			}
		}
		out = longer
	}
	return slices.DeleteFunc(out, func(n int) bool { return n < low || n > high })
}

// span gives the first and the last day that fit, or what was expected where none does.
func (m masked) span() (span, string) {
	ys := fits(m.year, 0, 9999)
	if m.minus {
		slices.Reverse(ys)
		for i := range ys {
			ys[i] = -ys[i]
		}
	}
	if m.month == "" {
		return years(ys[0], ys[len(ys)-1]), ""
	}
	if !strings.Contains(m.month, "X") && m.month > "12" {
		n, _ := strconv.Atoi(m.month)
		part := yearParts[n]
		if part == nil || m.day != "" {
			return span{}, "a month, or a part of a year from 21 to 41"
		}
		return span{from: part(ys[0]).from, to: part(ys[len(ys)-1]).to}, ""
	}
	ms := fits(m.month, 1, 12)
	if len(ms) == 0 {
		return span{}, "a month from 01 to 12"
	}
	if m.day == "" {
		return span{from: month(ys[0], ms[0]).from, to: month(ys[len(ys)-1], ms[len(ms)-1]).to}, ""
	}
	first, ok := m.first(ys, ms, false)
	if !ok {
		return span{}, "a day that this month has"
	}
	last, _ := m.first(ys, ms, true)
	return span{from: first, to: last}, ""
}

// first gives the first day that fits; with back, the last.
func (m masked) first(ys, ms []int, back bool) (Day, bool) {
	walk := func(l []int) []int {
		if back {
			l = slices.Clone(l)
			slices.Reverse(l)
		}
		return l
	}
	for _, y := range walk(ys) {
		for _, mo := range walk(ms) {
			if ds := walk(fits(m.day, 1, month(y, mo).to.Day)); len(ds) > 0 {
				return Day{y, mo, ds[0]}, true
			}
		}
	}
	return Day{}, false
}

// edtf writes what words mean in the format, with the mark for how sure they are. A
// stretch of time is an interval; a moment within one is "one of" its days.
func (sp span) edtf(mark byte) string {
	m := ""
	if mark != 0 {
		m = string(mark)
	}
	if sp.season > 0 {
		return fmt.Sprintf("%04d-%d%s", sp.from.Year, sp.season, m)
	}
	from, to := "", ""
	if !sp.from.IsZero() {
		from = coarse(sp.from, sp.from.Month == 1 && sp.from.Day == 1, sp.from.Day == 1) + m
	}
	if !sp.to.IsZero() {
		end := month(sp.to.Year, sp.to.Month).to == sp.to
		fromYear := sp.from.IsZero() || sp.from.Month == 1 && sp.from.Day == 1
		to = coarse(sp.to, end && sp.to.Month == 12 && fromYear, end) + m
	}
	if from != "" && to != "" {
		if sp.from == sp.to {
			return sp.from.String() + m
		}
		if sp.from == month(sp.from.Year, sp.from.Month).from && sp.to == month(sp.from.Year, sp.from.Month).to {
			return sp.from.String()[:7] + m
		}
		if y := sp.from.Year; sp.from == (Day{y, 1, 1}) {
			switch sp.to {
			case Day{y, 12, 31}:
				return fmt.Sprintf("%04d%s", y, m)
			case Day{y + 9, 12, 31}:
				if y%10 == 0 && !sp.lasting {
					return fmt.Sprintf("%03dX%s", y/10, m)
				}
			}
		}
		if sp.lasting {
			return from + "/" + to
		}
	}
	return "[" + from + ".." + to + "]"
}

// coarse writes a day as its year or its month, where that says the same.
func coarse(d Day, year, month bool) string {
	switch {
	case year:
		return fmt.Sprintf("%04d", d.Year)
	case month:
		return d.String()[:7]
	}
	return d.String()
}
