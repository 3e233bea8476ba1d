package citation

import (
	"fmt"
	"strings"
)

// A NumberError says what is wrong with a standard number.
type NumberError struct {
	Kind, Text, Msg string
}

func (e *NumberError) Error() string { return fmt.Sprintf("%q is no %s: %s", e.Text, e.Kind, e.Msg) }

// bare takes hyphens and spaces out of a number, and a label before it.
func bare(s string) string {
	s = strings.ToUpper(strings.TrimSpace(s))
	for _, lead := range []string{"ISBN-13", "ISBN-10", "ISBN", "ISSN"} {
		if rest, ok := strings.CutPrefix(s, lead); ok {
			s = strings.TrimLeft(rest, ": ")
			break
		}
	}
	return strings.NewReplacer("-", "", "‐", "", "–", "", " ", "").Replace(s)
}

// ISBN checks an International Standard Book Number of 10 or 13 digits, hyphens or not, and
// gives it as 13 digits: 10 digits become the same book's 13 (ISO 2108:2017). A
// *NumberError says what is wrong.
func ISBN(s string) (string, error) {
	n := bare(s)
	bad := func(msg string, a ...any) (string, error) {
		return "", &NumberError{"ISBN", s, fmt.Sprintf(msg, a...)}
	}
	switch len(n) {
	case 10:
		if !digits(n[:9]) || !digits(n[9:]) && n[9] != 'X' {
			return bad("expected nine digits and a check digit, which may be X")
		}
		if want := check11(n[:9]); n[9] != want {
			return bad("its check digit should be %c, so a digit is wrong or two have changed places", want)
		}
		n = "978" + n[:9]
		return n + string(check10(n)), nil
	case 13:
		if !digits(n) {
			return bad("expected thirteen digits")
		}
		if n[:3] != "978" && n[:3] != "979" {
			return bad("thirteen digits begin with 978 or 979")
		}
		if want := check10(n[:12]); n[12] != want {
			return bad("its check digit should be %c, so a digit is wrong or two have changed places", want)
		}
		if strings.HasPrefix(n, "9790") {
			return bad("979-0 is printed music, which has a number of its own")
		}
		return n, nil
	}
	return bad("it has %d digits; expected 10 or 13", len(n))
}

// ISSN checks an International Standard Serial Number and gives it as two groups of four with
// a hyphen (ISO 3297:2022). A *NumberError says what is wrong.
func ISSN(s string) (string, error) {
	n := bare(s)
	if len(n) != 8 || !digits(n[:7]) || !digits(n[7:]) && n[7] != 'X' {
		return "", &NumberError{"ISSN", s, "expected seven digits and a check digit, which may be X"}
	}
	if want := check11(n[:7]); n[7] != want {
		return "", &NumberError{"ISSN", s, fmt.Sprintf("its check digit should be %c, so a digit is wrong or two have changed places", want)}
	}
	return n[:4] + "-" + n[4:], nil
}

// check11 is the check digit modulo 11 of ISBN-10 and ISSN: weights fall to 2, X stands for 10.
func check11(d string) byte {
	sum := 0
	for i := range d {
		sum += int(d[i]-'0') * (len(d) + 1 - i)
	}
	return "0123456789X"[(11-sum%11)%11]
}

// check10 is the check digit modulo 10 of ISBN-13: weights 1 and 3 in turn.
func check10(d string) byte {
	sum := 0
	for i := range d {
		sum += int(d[i]-'0') * (1 + 2*(i%2))
	}
	return byte('0' + (10-sum%10)%10)
}

func digits(s string) bool { return s != "" && strings.Trim(s, "0123456789") == "" }
