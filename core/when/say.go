package when

import (
	"fmt"
	"strings"
)

// monthNames are the months in the order of the year.
var monthNames = []string{"January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December"}

// Say says a date of the format in words, such that reading the words means the same days. What
// has no plain words stays as it is written.
func Say(e EDTF) string {
	s := strings.TrimRight(e.text, "?~%")
	say := ""
	switch {
	case s == "" || strings.ContainsAny(s, "?~%[{/TYS"):
		return e.text
	case len(s) == 4 && strings.HasSuffix(s, "X") && !strings.Contains(s[:3], "X"):
		say = s[:3] + "0s"
	case strings.Contains(s, "X"):
		return e.text
	case len(s) == 4:
		say = s
	case len(s) == 7 && s[5:] <= "12":
		say = fmt.Sprintf("%s %s", monthNames[e.Earliest.Month-1], s[:4])
	case len(s) == 7:
		for name, n := range seasonNumbers {
			if fmt.Sprintf("%s-%d", s[:4], n) == s {
				say = name + " " + s[:4]
			}
		}
	case len(s) == 10:
		say = fmt.Sprintf("%d %s %s", e.Earliest.Day, monthNames[e.Earliest.Month-1], s[:4])
	}
	if say == "" {
		return e.text
	}
	if e.Approximate {
		say = "about " + say
	}
	if e.Uncertain {
		say += "?"
	}
	return say
}
