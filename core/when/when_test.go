package when

import (
	"testing"
	"time"
)

// What each means was settled by hand; ISO 8601 forms by ISO 8601-1, the others are
// common practice, no source.
func TestRead(t *testing.T) {
	for in, want := range map[string]string{
		"":     "",
		"1934": "1934-01-01 to 1934-12-31", "1934.": "1934-01-01 to 1934-12-31", "[1934]": "1934-01-01 to 1934-12-31",
		"May 1934": "1934-05-01 to 1934-05-31", "Feb. 1936": "1936-02-01 to 1936-02-29", "1934-05": "1934-05-01 to 1934-05-31",
		"12 May 1934": "1934-05-12", "May 12th, 1934": "1934-05-12", "12th of May 1934": "1934-05-12", "1934-05-12": "1934-05-12", "2024-02-29": "2024-02-29",
		"12.11.1999": "1999-11-12", "12. 11. 1999": "1999-11-12", "12.xi.1999": "1999-11-12", "31/12/1999": "1999-12-31", "12/31/1999": "1999-12-31",
		"12/11/1999": "1999-11-12 to 1999-12-11", "5-5-1999": "1999-05-05",
		"1950s": "1950-01-01 to 1959-12-31", "the 1950's": "1950-01-01 to 1959-12-31", "late 1950s": "1957-01-01 to 1959-12-31", "early 1950s": "1950-01-01 to 1953-12-31", "mid-1950s": "1954-01-01 to 1956-12-31",
		"19th century": "1801-01-01 to 1900-12-31", "late 1934": "1934-09-01 to 1934-12-31", "end of 1934": "1934-09-01 to 1934-12-31",
		"about 1920": "1915-01-01 to 1925-12-31", "c. 1920": "1915-01-01 to 1925-12-31", "c1920": "1915-01-01 to 1925-12-31", "1920?": "1915-01-01 to 1925-12-31", "about May 1920": "1919-05-01 to 1921-05-31",
		"before 1911": "to 1910-12-31", "by 1911": "to 1911-12-31", "after 1911": "from 1912-01-01", "since 1911": "from 1911-01-01",
		"1934 to 1936": "1934-01-01 to 1936-12-31", "1908-1912": "1908-01-01 to 1912-12-31", "1908–1912": "1908-01-01 to 1912-12-31", "between 1920 and 1925": "1920-01-01 to 1925-12-31",
		"1934/35": "1934-01-01 to 1935-12-31", "1911-12": "1911-01-01 to 1912-12-31", "1911 or 1912": "1911-01-01 to 1912-12-31", "1920s-30s": "1920-01-01 to 1939-12-31",
		"May to June 1934": "1934-05-01 to 1934-06-30", "May-June 1934": "1934-05-01 to 1934-06-30",
		"spring 1936": "1936-01-01 to 1936-12-31", "winter of 1936": "1936-01-01 to 1937-02-28", "Christmas 1936": "1936-12-01 to 1936-12-31",
	} {
		d := Read(in)
		if d.String() != want || d.Text != in || d.Told() != (want != "") {
			t.Errorf("%q means %q; expected %q", in, d.String(), want)
		}
	}
}

// None of these stops anything, and nothing is made up for them.
func TestWhatCannotBeTold(t *testing.T) {
	for _, in := range []string{"n.d.", "Nov '99", "12.11.99", "the fifties", "before the war", "soon", "19", "193", "19345", "1934-13", "1934-02-30", "2023-02-29", "32 May 1934", "31.6.1934", "Maybe 1934", "1936 to 1934", "next year", "0000", "12 spring 1934", "May", "?", "- 1934 -"} {
		if d := Read(in); d.String() != "cannot be told" || d.Told() || d.Text != in {
			t.Errorf("%q is said to mean %q", in, d.String())
		}
	}
	if !Read("").IsZero() {
		t.Error("nothing written is a date")
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"about 1920", "12 May 1934", "1908-1912", "12.11.1999", "before the war"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		d := Read(s)
		for _, day := range []Day{d.Earliest, d.Latest} {
			if day.IsZero() {
				continue
			}
			if got, err := time.Parse(time.DateOnly, day.String()); err != nil || got.Format(time.DateOnly) != day.String() {
				t.Errorf("%q: %v is no day (%v)", s, day, err)
			}
		}
		if !d.Earliest.IsZero() && !d.Latest.IsZero() && d.Earliest.Compare(d.Latest) > 0 {
			t.Errorf("%q runs backwards: %v", s, d)
		}
	})
}

// TestSeasonsByTheirOtherNames: each other name of a season is that season.
func TestSeasonsByTheirOtherNames(t *testing.T) {
	if got, want := Read("fall 1936"), Read("autumn 1936"); got.Earliest != want.Earliest || got.Latest != want.Latest || got.Earliest == (Day{}) {
		t.Errorf("fall 1936 is %v to %v, autumn 1936 %v to %v", got.Earliest, got.Latest, want.Earliest, want.Latest)
	}
}

// A list of some hundred dates is read while somebody waits for the page.
func BenchmarkKept(b *testing.B) {
	for _, d := range []struct{ words, edtf string }{{"about May 1934", "1934-05~"}, {"1950s", "195X"}, {"between 1920 and 1925", "[1920..1925]"}, {"a day of the thirties", "193X-XX-XX"}} {
		b.Run(d.edtf, func(b *testing.B) {
			for b.Loop() {
				Kept(d.words, d.edtf)
			}
		})
	}
}
