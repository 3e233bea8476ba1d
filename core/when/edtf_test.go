package when

import (
	"bytes"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"regexp"
	"slices"
	"strings"
	"testing"
)

// The examples of the Extended Date/Time Format specification as the Library of Congress
// publishes it (4 February 2019, ISO 8601-2:2019), each with the level it stands under and the
// days that its sentence says. Bounds of "approximately" are nobody's standard and stay put.
var published = []struct {
	text  string
	level int
	days  string
}{
	// level 0
	{"1985-04-12", 0, "1985-04-12"}, {"1985-04", 0, "1985-04-01 to 1985-04-30"}, {"1985", 0, "1985-01-01 to 1985-12-31"},
	{"1985-04-12T23:20:30", 0, "1985-04-12"}, {"1985-04-12T23:20:30Z", 0, "1985-04-12"}, {"1985-04-12T23:20:30-04", 0, "1985-04-12"}, {"1985-04-12T23:20:30+04:30", 0, "1985-04-12"},
	{"1964/2008", 0, "1964-01-01 to 2008-12-31"}, {"2004-06/2006-08", 0, "2004-06-01 to 2006-08-31"}, {"2004-02-01/2005-02-08", 0, "2004-02-01 to 2005-02-08"},
	{"2004-02-01/2005-02", 0, "2004-02-01 to 2005-02-28"}, {"2004-02-01/2005", 0, "2004-02-01 to 2005-12-31"}, {"2005/2006-02", 0, "2005-01-01 to 2006-02-28"},
	// level 1
	{"Y170000002", 1, "170000002-01-01 to 170000002-12-31"}, {"Y-170000002", 1, "-170000002-01-01 to -170000002-12-31"},
	{"2001-21", 1, "2001-01-01 to 2001-12-31"}, // spring "independent of location", so either hemisphere's
	{"1984?", 1, "1984-01-01 to 1984-12-31"}, {"2004-06~", 1, "2004-06-01 to 2004-06-30"}, {"2004-06-11%", 1, "2004-06-11"},
	{"201X", 1, "2010-01-01 to 2019-12-31"}, {"20XX", 1, "2000-01-01 to 2099-12-31"}, {"2004-XX", 1, "2004-01-01 to 2004-12-31"}, {"1985-04-XX", 1, "1985-04-01 to 1985-04-30"}, {"1985-XX-XX", 1, "1985-01-01 to 1985-12-31"},
	{"1985-04-12/..", 1, "from 1985-04-12"}, {"1985-04/..", 1, "from 1985-04-01"}, {"1985/..", 1, "from 1985-01-01"}, {"../1985-04-12", 1, "to 1985-04-12"}, {"../1985-04", 1, "to 1985-04-30"}, {"../1985", 1, "to 1985-12-31"},
	{"1985-04-12/", 1, "from 1985-04-12"}, {"1985-04/", 1, "from 1985-04-01"}, {"1985/", 1, "from 1985-01-01"}, {"/1985-04-12", 1, "to 1985-04-12"}, {"/1985-04", 1, "to 1985-04-30"}, {"/1985", 1, "to 1985-12-31"},
	{"-1985", 1, "-1985-01-01 to -1985-12-31"},
	// level 2
	{"Y-17E7", 2, "-170000000-01-01 to -170000000-12-31"}, {"1950S2", 2, "1900-01-01 to 1999-12-31"}, {"Y171010000S3", 2, "171000000-01-01 to 171999999-12-31"}, {"Y3388E2S3", 2, "338000-01-01 to 338999-12-31"},
	{"2001-34", 2, "2001-04-01 to 2001-06-30"},
	{"[1667,1668,1670..1672]", 2, "1667-01-01 to 1672-12-31"}, {"[..1760-12-03]", 2, "to 1760-12-03"}, {"[1760-12..]", 2, "from 1760-12-01"}, {"[1760-01,1760-02,1760-12..]", 2, "from 1760-01-01"}, {"[1667,1760-12]", 2, "1667-01-01 to 1760-12-31"}, {"[..1984]", 2, "to 1984-12-31"},
	{"{1667,1668,1670..1672}", 2, "1667-01-01 to 1672-12-31"}, {"{1960,1961-12}", 2, "1960-01-01 to 1961-12-31"}, {"{..1984}", 2, "to 1984-12-31"},
	{"2004-06-11%", 1, "2004-06-11"}, {"2004-06~-11", 2, "2004-06-11"}, {"2004?-06-11", 2, "2004-06-11"},
	{"?2004-06-~11", 2, "2004-06-11"}, {"2004-%06-11", 2, "2004-06-11"},
	{"156X-12-25", 2, "1560-12-25 to 1569-12-25"}, {"15XX-12-25", 2, "1500-12-25 to 1599-12-25"}, {"XXXX-12-XX", 2, "0000-12-01 to 9999-12-31"}, {"1XXX-XX", 2, "1000-01-01 to 1999-12-31"}, {"1XXX-12", 2, "1000-12-01 to 1999-12-31"}, {"1984-1X", 2, "1984-10-01 to 1984-12-31"},
	{"2004-06-~01/2004-06-~20", 2, "2004-06-01 to 2004-06-20"}, {"2004-06-XX/2004-07-03", 1, "2004-06-01 to 2004-07-03"},
}

func TestPublishedEDTF(t *testing.T) {
	for _, x := range published {
		e, err := ParseEDTF(x.text)
		if err != nil {
			t.Errorf("%v", err)
			continue
		}
		if got := (Date{Text: x.text, Earliest: e.Earliest, Latest: e.Latest}).String(); got != x.days || e.Level != x.level || e.String() != x.text {
			t.Errorf("%s means %s at level %d; expected %s at level %d", x.text, got, e.Level, x.days, x.level)
		}
	}
	for _, text := range []string{"1984?", "2004-06-11%", "2004?-06-11"} {
		if e, _ := ParseEDTF(text); !e.Uncertain {
			t.Errorf("%s is marked uncertain", text)
		}
	}
	for _, text := range []string{"2004-06~", "2004-06-11%", "2004-06-~01/2004-06-~20"} {
		if e, _ := ParseEDTF(text); !e.Approximate {
			t.Errorf("%s is marked approximate", text)
		}
	}
}

func TestEDTFSaysWhatIsWrong(t *testing.T) {
	for text, want := range map[string]string{
		"":           `"" is no date of the Extended Date/Time Format: expected a date at letter 1`,
		"1985-13":    `"1985-13" is no date of the Extended Date/Time Format: expected a month, or a part of a year from 21 to 41 at letter 1`,
		"1985-02-30": `"1985-02-30" is no date of the Extended Date/Time Format: expected a day that this month has at letter 1`,
		"1985/1984":  `"1985/1984" is no date of the Extended Date/Time Format: expected an end that is not before the beginning at letter 10`,
		"[1985,":     `"[1985," is no date of the Extended Date/Time Format: expected 4 digits at letter 7`,
		"1985x":      `"1985x" is no date of the Extended Date/Time Format: expected nothing more at letter 5`,
	} {
		if _, err := ParseEDTF(text); err == nil || err.Error() != want {
			t.Errorf("%q: %v; expected %s", text, err, want)
		}
	}
}

// generated makes texts of the format, and others that are nearly so.
func generated(n int) []string {
	r := rand.New(rand.NewPCG(12, 2026))
	pick := func(of ...string) string { return of[r.IntN(len(of))] }
	digits := func(n int, open bool) string {
		var b strings.Builder
		for range n {
			if open && r.IntN(3) == 0 {
				b.WriteByte('X')
			} else {
				fmt.Fprint(&b, r.IntN(10))
			}
		}
		return b.String()
	}
	year := func() string {
		return pick("", "", "", "", "-") + pick("1", "1", "2", "0") + digits(3, false)
	}
	mark := func() string { return pick("", "", "?", "~", "%") }
	date := func() string {
		switch r.IntN(9) {
		case 0:
			return year()
		case 1:
			return fmt.Sprintf("%s-%02d", year(), r.IntN(14))
		case 2, 3:
			return fmt.Sprintf("%s-%02d-%02d", year(), 1+r.IntN(12), r.IntN(33))
		case 4:
			return pick("1", "2", "X") + digits(3, true)
		case 5:
			return pick("1", "2") + digits(3, true) + "-" + pick("XX", "1X", "0X", "X2", "12", "02")
		case 6:
			return pick("1", "2") + digits(3, true) + "-" + pick("XX", "1X", "0X", "12", "02") + "-" + pick("XX", "3X", "1X", "25", "30")
		case 7:
			return mark() + year() + mark() + "-" + mark() + pick("01", "06", "12") + mark() + "-" + mark() + pick("01", "28", "31") + mark()
		}
		return year() + mark()
	}
	text := func() string {
		switch r.IntN(16) {
		case 0:
			return fmt.Sprintf("%s-%02d", year(), 20+r.IntN(22))
		case 1:
			return fmt.Sprintf("Y%s%d%s", pick("", "-"), 1+r.IntN(9), digits(2+r.IntN(5), false))
		case 2:
			return fmt.Sprintf("Y%s%d%sE%d", pick("", "-"), 1+r.IntN(9), digits(r.IntN(2), false), r.IntN(5))
		case 3:
			return year() + "S" + pick("1", "2", "3", "4")
		case 4:
			return date() + "/" + date()
		case 5:
			return pick("..", "") + "/" + date()
		case 6:
			return date() + "/" + pick("..", "")
		case 7:
			return pick("[", "{") + pick("", "", "..") + date() + pick(",", ", ", "..") + date() + pick("]", "}")
		case 8:
			return pick("[", "{") + date() + pick("..]", "]", ",..]", "..}")
		case 9:
			return fmt.Sprintf("%s-%02d-%02dT%02d:%02d:%02d%s", year(), 1+r.IntN(12), 1+r.IntN(28), r.IntN(26), r.IntN(61), r.IntN(60), pick("", "Z", "+01", "-04:30", "+14:30", "+5"))
		case 10: // a letter goes or changes
			d := date()
			i := r.IntN(len(d))
			return d[:i] + pick("", "-", "X", "9", "/", "?", " ") + d[i+1:]
		}
		return date()
	}
	seen, out := map[string]bool{}, []string{}
	for len(out) < n {
		if s := text(); s != "" && !seen[s] {
			seen[s] = true
			out = append(out, s)
		}
	}
	return out
}

// registry gives what the edtf package of the npm registry makes of texts. ./test installs it.
func registry(t *testing.T, texts []string) []string {
	t.Helper()
	script, err := os.ReadFile("testdata/edtf.mjs")
	if err != nil {
		t.Fatal(err)
	}
	cmd := exec.Command("node", "--input-type=module", "-e", string(script))
	cmd.Dir = "../../ui"
	cmd.Stdin = strings.NewReader(strings.Join(texts, "\n") + "\n")
	var wrong bytes.Buffer
	cmd.Stderr = &wrong
	out, err := cmd.Output()
	if err != nil {
		t.Fatalf("node: %v\n%s\n(the packages of ui/ have to be installed: ./test does it)", err, wrong.String())
	}
	list := strings.Split(strings.TrimSuffix(string(out), "\n"), "\n")
	if len(list) != len(texts) {
		t.Fatalf("%d texts were answered with %d lines", len(texts), len(list))
	}
	return list
}

func ours(s string) string {
	e, err := ParseEDTF(s)
	if err != nil {
		return "-"
	}
	day := func(d Day) string {
		if d.IsZero() {
			return "open"
		}
		return fmt.Sprintf("%d %d %d", d.Year, d.Month, d.Day)
	}
	return day(e.Earliest) + "|" + day(e.Latest)
}

// differences are all ways in which the registry's package says otherwise, each with why ours
// stays as it is. A difference that none of them explains fails the test.
var differences = []struct {
	why  string
	text *regexp.Regexp
	ours bool // whether ours takes the text
}{
	{"a year with S: the specification says how many digits count, so the bounds are wider; theirs keeps the year alone", regexp.MustCompile(`S\d+$`), true},
	{"a season (21 to 32): theirs gives the calendar's quarter whatever the hemisphere; ours spans what may be meant", regexp.MustCompile(`^-?\d{4}-(2[1-9]|3[0-2])$`), true},
	{"a third (37, 38) has four months; theirs ends the first two with the month after", regexp.MustCompile(`^-?\d{4}-3[78]$`), true},
	{"part of a year before year 0: theirs loses the sign of its end", regexp.MustCompile(`^-\d{4}-(3[3-9]|4[01])$`), true},
	{"a year that JavaScript's dates do not reach", regexp.MustCompile(`^Y-?\d+(E\d+)?$`), true},
	{"an exponent of 0, or a long year below five digits: the specification wants a positive exponent", regexp.MustCompile(`^Y-?\d+E0$`), false},
	{"three digits: a decade of ISO 8601-2, which the specification of the format does not list", regexp.MustCompile(`(^|[/,.\[{ -])-?\d{3}[?~%]?($|[/,.\]}])`), false},
	{"a set whose one item is open at the front and an interval too", regexp.MustCompile(`^[\[{]\.\.[^,]*[^,.]\.\.`), false},
	{"a set that is not in order: ours bounds all of it, theirs looks at its last or first item", regexp.MustCompile(`^[\[{].*,`), true},
	{"a set of one item from a date to a date: theirs bounds it by its first date", regexp.MustCompile(`^[\[{][^,.]+\.\.[^,.]+[\]}]$`), true},
	{"figures alone: theirs counts them as milliseconds", regexp.MustCompile(`^\d{5,}$`), false},
	{"a mark before the year and open digits within it", regexp.MustCompile(`^[?~%].*X`), true},
	{"a date with marks or open digits within a set", regexp.MustCompile(`^[\[{].*[X?~%]`), true},
	{"open digits within an interval", regexp.MustCompile(`X.*/|/.*X`), true},
	{"a time with an offset: ours keeps the day that is written, theirs gives the day at Greenwich", regexp.MustCompile(`T.*[+-]\d\d`), true},
}

func explained(s string) string {
	for _, d := range differences {
		if d.text.MatchString(s) && d.ours == (ours(s) != "-") {
			return d.why
		}
	}
	return ""
}

func TestEDTFAgreesWithTheRegistry(t *testing.T) {
	texts := generated(1500)
	for _, x := range published {
		texts = append(texts, x.text)
	}
	theirs := registry(t, texts)
	agree, taken, other := 0, 0, map[string]int{}
	for i, s := range texts {
		us := ours(s)
		if us == theirs[i] {
			agree++
			if us != "-" {
				taken++
			}
			continue
		}
		why := explained(s)
		if why == "" {
			t.Errorf("%-28s ours %-34s theirs %s", s, us, theirs[i])
		}
		other[why]++
	}
	fmt.Printf("report: EDTF: of %d texts %d agree with the registry's package (%d taken by both, %d refused by both)\n", len(texts), agree, taken, agree-taken)
	for _, d := range differences {
		fmt.Printf("report: EDTF: %d differ: %s\n", other[d.why], d.why)
	}
	if agree < len(texts)*4/5 {
		t.Errorf("only %d of %d texts agree", agree, len(texts))
	}
}

// What words mean is written in the format so that reading it again means the same days.
func TestWordsBecomeEDTF(t *testing.T) {
	for in, want := range map[string]string{
		"1927": "1927", "about 1920": "1920~", "1950s": "195X", "before 1911": "[..1910]", "spring 1934": "1934-21", "winter of 1936": "1936-24", "autumn 2009": "2009-23", "spring 1911": "1911-21",
		"between 1920 and 1925": "[1920..1925]", "1911?": "1911?", "perhaps about 1911": "1911%", "after 1911": "[1912..]", "1934 to 1936": "1934/1936",
		"May 1934": "1934-05", "12 May 1934": "1934-05-12", "12/11/1999": "[1999-11-12..1999-12-11]", "early 1950s": "[1950..1953]", "late 1934": "[1934-09..1934-12]",
		"about the 1920s": "192X~", "c. 1908-1912": "1908~/1912~", "n.d.": "", "soon": "",
		"1984~": "1984~", "195X": "195X", "[..1910]": "[..1910]", "1934-21": "1934-21",
	} {
		d := Read(in)
		if d.EDTF != want {
			t.Errorf("%q is written %q; expected %q", in, d.EDTF, want)
			continue
		}
		if want == "" {
			continue
		}
		if _, err := ParseEDTF(d.EDTF); err != nil {
			t.Error(err)
		}
		if again := Kept(in, d.EDTF); again.Earliest != d.Earliest || again.Latest != d.Latest || again.About != d.About {
			t.Errorf("%q means %v; what is stored beside it, %s, means %v", in, d, d.EDTF, again)
		}
	}
}

// The width of words such as "the war" is a club's own.
func TestPeriods(t *testing.T) {
	ps := Periods{{"the war", Day{1939, 9, 1}, Day{1945, 8, 15}}, {"Hutchings's time", Day{1922, 1, 1}, Day{1931, 12, 31}}}
	for in, want := range map[string]string{
		"before the war": "to 1939-08-31 [..1939-08]", "after the war": "from 1945-08-16 [1945-08-16..]", "The war": "1939-09-01 to 1945-08-15 [1939-09..1945-08-15]",
		"Hutchings’s time": "1922-01-01 to 1931-12-31 [1922..1931]", "about the war": "1934-09-01 to 1950-08-15 [1939-09~..1945-08-15~]", "before the flood": "cannot be told ", "1934": "1934-01-01 to 1934-12-31 1934",
	} {
		if d := ps.Read(in); d.String()+" "+d.EDTF != want {
			t.Errorf("%q means %q; expected %q", in, d.String()+" "+d.EDTF, want)
		}
	}
}

// What two dates can tell of one another: dates that overlap, touch and contradict.
func TestOrder(t *testing.T) {
	for _, x := range []struct {
		a, b string
		want Order
	}{
		{"1927", "1934", Before}, {"1934", "1927", After}, {"1934", "1934", CannotTell}, {"12 May 1934", "12 May 1934", Same},
		{"1934", "May 1934", CannotTell}, {"April 1934", "May 1934", Before}, {"31 December 1933", "1934", Before}, {"before 1934", "1934", Before},
		{"by 1934", "1934", CannotTell}, {"after 1934", "1934", After}, {"since 1934", "1934", CannotTell}, {"about 1920", "1925", CannotTell}, {"about 1920", "1926", Before},
		{"1911?", "1917", Before}, {"1950s", "1960", Before}, {"1950s", "1959", CannotTell}, {"spring 1934", "June 1934", CannotTell},
		{"before 1911", "before 1920", CannotTell}, {"before 1911", "after 1920", Before}, {"n.d.", "1934", CannotTell}, {"", "1934", CannotTell}, {"between 1920 and 1925", "1926", Before},
	} {
		if got := Compare(Read(x.a), Read(x.b)); got != x.want {
			t.Errorf("%q beside %q is %s; expected %s", x.a, x.b, got, x.want)
		}
		if back := Compare(Read(x.b), Read(x.a)); back != x.want.Other() {
			t.Errorf("%q beside %q is %s; the other way round it is %s", x.b, x.a, back, x.want)
		}
	}
}

func FuzzParseEDTF(f *testing.F) {
	for _, x := range published {
		f.Add(x.text)
	}
	f.Fuzz(func(t *testing.T, s string) {
		e, err := ParseEDTF(s)
		if err != nil {
			return
		}
		if e.String() != s || !e.Earliest.IsZero() && !e.Latest.IsZero() && e.Earliest.Compare(e.Latest) > 0 {
			t.Errorf("%q became %q, %v to %v", s, e.String(), e.Earliest, e.Latest)
		}
	})
}

// What a date is said to be in words means the same days, with the same marks.
func TestSayMeansTheSame(t *testing.T) {
	for in, want := range map[string]string{"1934": "1934", "1934-05": "May 1934", "1934-05-12": "12 May 1934", "1934-21": "spring 1934", "195X": "1950s", "1920~": "about 1920", "1911?": "1911?", "1911%": "about 1911?", "1934-05-12~": "about 12 May 1934", "[..1910]": "[..1910]", "1934/1936": "1934/1936", "1934-24?": "winter 1934?"} {
		e, err := ParseEDTF(in)
		if err != nil {
			t.Fatal(err)
		}
		got := Say(e)
		if got != want {
			t.Errorf("%s is said %q; expected %q", in, got, want)
		}
		if a, b := Read(in), Read(got); a.Earliest != b.Earliest || a.Latest != b.Latest || b.EDTF != in {
			t.Errorf("%s means %v; %q means %v, written %s", in, a, got, b, b.EDTF)
		}
	}
}

// What a mask allows is what allows it when each number is written out.
func TestFitsIsWhatTheDigitsAllow(t *testing.T) {
	for _, mask := range []string{"1927", "195X", "19XX", "1X2X", "XX00", "XXXX", "0X", "1X", "X2", "XX", "3X", "X0", "13"} {
		for _, bound := range [][2]int{{0, 9999}, {1, 12}, {1, 31}} {
			var want []int
			for n := bound[0]; n <= bound[1]; n++ {
				s := fmt.Sprintf("%0*d", len(mask), n)
				ok := len(s) == len(mask)
				for k := range mask {
					ok = ok && (mask[k] == 'X' || mask[k] == s[k])
				}
				if ok {
					want = append(want, n)
				}
			}
			if got := fits(mask, bound[0], bound[1]); !slices.Equal(got, want) {
				t.Errorf("%s from %d to %d allows %v; expected %v", mask, bound[0], bound[1], got, want)
			}
		}
	}
}
