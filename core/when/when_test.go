package when

import "testing"

func TestParse(t *testing.T) {
	for in, want := range map[string][2]int{
		"1934": {1934, 1934}, "May 1934": {1934, 1934}, "12 May 1934": {1934, 1934}, "1934-05-12": {1934, 1934}, "1934-05": {1934, 1934},
		"1950s": {1950, 1959}, "late 1950s": {1957, 1959}, "about 1920": {1915, 1925}, "c. 1920": {1915, 1925}, "1920?": {1915, 1925},
		"before 1911": {1400, 1910}, "after 1911": {1912, 2199}, "1934 to 1936": {1934, 1936}, "spring 1936": {1936, 1936}, "": {0, 0}, "2024-02-29": {2024, 2024},
	} {
		d, err := Parse(in)
		if err != nil || d.From != want[0] || d.To != want[1] || d.Text != in {
			t.Errorf("Parse(%q) = %+v, %v; want %v", in, d, err, want)
		}
	}
	for _, bad := range []string{"soon", "19", "193", "19345", "1934-13", "1934-02-30", "32 May 1934", "Maybe 1934", "1936 to 1934", "next year", "0000", "2023-02-29", "12 spring 1934"} {
		if d, err := Parse(bad); err == nil {
			t.Errorf("Parse(%q) = %+v; it is no date", bad, d)
		}
	}
}

func FuzzParse(f *testing.F) {
	f.Add("about 1920")
	f.Add("12 May 1934")
	f.Fuzz(func(t *testing.T, s string) {
		if d, err := Parse(s); err == nil && d.From > d.To {
			t.Errorf("%q runs backwards: %+v", s, d)
		}
	})
}
