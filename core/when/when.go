// Package when reads dates as archives write them: "1934", "May 1934",
// "about 1920", "before 1911", "1950s". A date is an interval of years with a
// note on how certain it is; a text that is no date is an error, never a guess.
package when

import (
	"fmt"
	"strconv"
	"strings"
)

// Date is an interval of whole years, both ends included. The zero value means
// not stated.
type Date struct {
	From, To int
	// Text is the date as it was written.
	Text string
	// About is set where the writer was not sure.
	About bool
}

// IsZero tells whether no date is stated.
func (d Date) IsZero() bool { return d == Date{} }

// earliest and latest bound what is taken for a year of a fly.
const (
	earliest = 1400
	latest   = 2199
)

var months = map[string]int{
	"january": 31, "february": 29, "march": 31, "april": 30, "may": 31, "june": 30, "july": 31, "august": 31, "september": 30, "october": 31, "november": 30, "december": 31,
	"jan": 31, "feb": 29, "mar": 31, "apr": 30, "jun": 30, "jul": 31, "aug": 31, "sep": 30, "sept": 30, "oct": 31, "nov": 30, "dec": 31,
	"spring": 0, "summer": 0, "autumn": 0, "fall": 0, "winter": 0, "christmas": 0,
}

var monthLengths = []int{31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}

// aboutYears is how far "about" reaches either way. Common practice, no source.
const aboutYears = 5

// Parse reads a date. The error says what was expected.
func Parse(s string) (Date, error) {
	text := strings.TrimSpace(s)
	if text == "" {
		return Date{}, nil
	}
	bad := fmt.Errorf("date %q: expected a year such as 1934, or \"May 1934\", \"1950s\", \"about 1920\", \"before 1911\"", text)
	d := Date{Text: text}
	l := strings.ToLower(strings.TrimSuffix(text, "."))
	for _, p := range []string{"about ", "circa ", "c. ", "ca. ", "around ", "c.", "ca ", "~"} {
		if rest, ok := strings.CutPrefix(l, p); ok {
			l, d.About = strings.TrimSpace(rest), true
			break
		}
	}
	if rest, ok := strings.CutSuffix(l, "?"); ok {
		l, d.About = rest, true
	}
	before, isBefore := strings.CutPrefix(l, "before ")
	after, isAfter := strings.CutPrefix(l, "after ")
	switch {
	case isBefore:
		y, ok := point(before)
		if !ok {
			return Date{}, bad
		}
		d.From, d.To = earliest, y-1
		return d, nil
	case isAfter:
		y, ok := point(after)
		if !ok {
			return Date{}, bad
		}
		d.From, d.To = y+1, latest
		return d, nil
	}
	for _, sep := range []string{" to ", "–", "/", " - "} {
		if a, b, ok := strings.Cut(l, sep); ok {
			x, okx := point(strings.TrimSpace(a))
			y, oky := point(strings.TrimSpace(b))
			if okx && oky && x <= y {
				d.From, d.To = x, y
				return d, nil
			}
			return Date{}, bad
		}
	}
	for _, part := range []struct {
		prefix   string
		from, to int
	}{{"early ", 0, 3}, {"mid ", 4, 6}, {"mid-", 4, 6}, {"late ", 7, 9}, {"the ", 0, 9}, {"", 0, 9}} {
		rest, ok := strings.CutPrefix(l, part.prefix)
		if decade, isDecade := strings.CutSuffix(strings.TrimSuffix(rest, "'"), "s"); ok && isDecade {
			if y, isYear := year(strings.TrimSuffix(decade, "'")); isYear && y%10 == 0 {
				d.From, d.To = y+part.from, y+part.to
				return d, nil
			}
		}
	}
	y, ok := point(l)
	if !ok {
		return Date{}, bad
	}
	d.From, d.To = y, y
	if d.About {
		d.From, d.To = y-aboutYears, y+aboutYears
	}
	return d, nil
}

func year(s string) (int, bool) {
	y, err := strconv.Atoi(s)
	return y, err == nil && len(s) == 4 && y >= earliest && y <= latest
}

// point reads one year, with or without month and day.
func point(s string) (int, bool) {
	if y, ok := year(s); ok {
		return y, true
	}
	if p := strings.Split(s, "-"); len(p) == 2 || len(p) == 3 { // 1934-05-12
		y, ok := year(p[0])
		m, err := strconv.Atoi(p[1])
		if !ok || err != nil || len(p[1]) != 2 || m < 1 || m > 12 {
			return 0, false
		}
		if len(p) == 3 {
			day, err := strconv.Atoi(p[2])
			return y, err == nil && len(p[2]) == 2 && dayFits(y, m, day)
		}
		return y, true
	}
	f := strings.Fields(strings.ReplaceAll(s, ",", " "))
	if len(f) < 2 || len(f) > 3 {
		return 0, false
	}
	y, ok := year(f[len(f)-1])
	if !ok {
		return 0, false
	}
	named, day := 0, 0
	for _, w := range f[:len(f)-1] {
		if n, isMonth := months[w]; isMonth {
			named = max(n, 1)
			if n == 0 && len(f) == 3 {
				return 0, false
			}
			continue
		}
		n, err := strconv.Atoi(strings.TrimRight(w, "stndrh"))
		if err != nil || n < 1 {
			return 0, false
		}
		day = n
	}
	return y, named > 0 && (day == 0 || day <= named)
}

func dayFits(y, m, day int) bool {
	n := monthLengths[m-1]
	if m == 2 && (y%4 != 0 || y%100 == 0 && y%400 != 0) {
		n = 28
	}
	return day >= 1 && day <= n
}
