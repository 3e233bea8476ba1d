package measure

import (
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"mothledger/core/lexicon"
)

// Kind is what a token is made of.
type Kind uint8

// The kinds of token.
const (
	Word Kind = iota
	Number
	Mark // punctuation
)

// Token is one word, figure or mark of a line. Start and End are byte offsets
// into the line that was lexed.
type Token struct {
	Low        string // lower case, hyphens and curly quotes taken out
	Start, End int
	Kind       Kind
	Value      float64 // of a Number
	Joined     bool    // no space stands before it
}

var fractions = map[rune]float64{'½': 0.5, '⅓': 1. / 3, '⅔': 2. / 3, '¼': 0.25, '¾': 0.75, '⅛': 0.125, '⅜': 0.375, '⅝': 0.625, '⅞': 0.875}

var unitSuffix = lexicon.Set("unit suffix")

func isLetter(r rune) bool { return unicode.IsLetter(r) || unicode.IsMark(r) }

// Lex cuts a line into tokens. A hyphen between letters ends a word and leaves
// no token of its own; figures with a fraction ("1 1/2", "2½") are one number;
// "8/0" and "2XL" stay words.
func Lex(s string) []Token {
	out := make([]Token, 0, len(s)/4+2)
	for i := 0; i < len(s); {
		r, w := utf8.DecodeRuneInString(s[i:])
		switch {
		case unicode.IsSpace(r):
			i += w
		case isDigit(s, i) || r == '.' && isDigit(s, i+1) && !afterLetter(s, i): // not "No.14"
			t := lexFigure(s, i)
			out = append(out, t)
			i = t.End
		case fractions[r] != 0:
			out = append(out, Token{Start: i, End: i + w, Low: s[i : i+w], Kind: Number, Value: fractions[r]})
			i += w
		case isLetter(r):
			t := lexWord(s, i)
			out = append(out, t)
			i = t.End
		default:
			out = append(out, Token{Low: foldMark(r), Start: i, End: i + w, Kind: Mark})
			i += w
		}
	}
	for k := range out {
		out[k].Joined = k > 0 && out[k-1].End == out[k].Start
	}
	return out
}

func foldMark(r rune) string {
	switch r {
	case '–', '—', '‒', '−', '-', '‐', '‑':
		return "-"
	case '’', '‘', '′', '\'':
		return "'"
	case '“', '”', '″', '"':
		return `"`
	case '×':
		return "×"
	case '~', '≈':
		return "~"
	}
	return string(r)
}

// afterLetter tells whether a letter stands right before byte i.
func afterLetter(s string, i int) bool {
	r, _ := utf8.DecodeLastRuneInString(s[:i])
	return isLetter(r)
}

func isDigit(s string, i int) bool { return i < len(s) && s[i] >= '0' && s[i] <= '9' }

// lexWord reads letters, with apostrophes inside, and swallows one hyphen that
// joins it to the next letters.
func lexWord(s string, i int) Token {
	start := i
	// most words are plain small letters and need no copy
	for i < len(s) && s[i] >= 'a' && s[i] <= 'z' {
		i++
	}
	if i > start && (i == len(s) || s[i] == ' ' || s[i] == ',' || s[i] == '.' || s[i] == ';' || s[i] == '\n') {
		return Token{Low: s[start:i], Start: start, End: i, Kind: Word}
	}
	i = start
	var low strings.Builder
	for i < len(s) {
		r, w := utf8.DecodeRuneInString(s[i:])
		next, _ := utf8.DecodeRuneInString(s[min(i+w, len(s)):])
		switch {
		case isLetter(r) || unicode.IsDigit(r):
			low.WriteString(strings.ToLower(string(r)))
		case foldMark(r) == "'" && i > start && isLetter(next):
			low.WriteByte('\'')
		case (r == '-' || r == '‐' || r == '‑') && i > start && isLetter(next):
			return Token{Low: low.String(), Start: start, End: i + w, Kind: Word}
		default:
			return Token{Low: low.String(), Start: start, End: i, Kind: Word}
		}
		i += w
	}
	return Token{Low: low.String(), Start: start, End: i, Kind: Word}
}

// counted are how words after a figure with a decimal comma begin: "1,5 times", "2,5 turns".
// A list of sizes has none.
var counted = append(lexicon.Phrases("counted behind a comma"), "x ")

// decimalComma tells the comma of "2,5 turns" from that of "10,12,14".
func decimalComma(s string, i int) bool {
	j := i + 1
	for isDigit(s, j) {
		j++
	}
	if j == i+1 || j > i+3 {
		return false
	}
	rest := strings.TrimLeft(s[j:], " ")
	for _, w := range counted {
		if len(rest) >= len(w) && strings.EqualFold(rest[:len(w)], w) {
			return true
		}
	}
	return false
}

// Figures beyond these are read as words: nothing about a fly is counted or measured
// by them, and what is computed from them stays finite.
const (
	mostFigure  = 1e6
	leastFigure = 1e-3
)

// fractionAt reads a proper fraction behind a whole number, "1/2" or "½", and where it ends, 0 where there is none.
func fractionAt(s string, i int) (f float64, end int) {
	if r, w := utf8.DecodeRuneInString(s[i:]); fractions[r] != 0 {
		return fractions[r], i + w
	}
	if !isDigit(s, i) || i+1 >= len(s) || s[i+1] != '/' {
		return 0, 0
	}
	end = i + 2
	for isDigit(s, end) {
		end++
	}
	d, _ := strconv.ParseFloat(s[i+2:end], 64)
	if n := float64(s[i] - '0'); d > 0 && n < d && (end >= len(s) || s[end] != '/') {
		return n / d, end
	}
	return 0, 0
}

// lexFigure reads a number that starts at i, or a word that starts with a
// figure.
func lexFigure(s string, i int) Token {
	start := i
	digits := func() string {
		from := i
		for isDigit(s, i) {
			i++
		}
		return s[from:i]
	}
	whole := digits()
	if i < len(s) && (s[i] == '.' || s[i] == ',' && (whole == "0" || decimalComma(s, i))) && isDigit(s, i+1) {
		i++
		whole += "." + digits()
	}
	value, _ := strconv.ParseFloat(whole, 64)
	number := func(v float64) Token {
		if v > mostFigure || v > 0 && v < leastFigure { // no measure of a fly: a word that nothing reads
			return Token{Low: strings.ToLower(s[start:i]), Start: start, End: i, Kind: Word}
		}
		return Token{Low: strings.ToLower(s[start:i]), Start: start, End: i, Kind: Number, Value: v}
	}
	if i >= len(s) {
		return number(value)
	}
	if r, w := utf8.DecodeRuneInString(s[i:]); fractions[r] != 0 { // 2½
		i += w
		return number(value + fractions[r])
	}
	if s[i] == '/' && isDigit(s, i+1) && !strings.Contains(whole, ".") { // 3/32, 8/0
		i++
		den := digits()
		if d, _ := strconv.ParseFloat(den, 64); d > 0 {
			return number(value / d)
		}
		return Token{Low: s[start:i], Start: start, End: i, Kind: Word}
	}
	if (s[i] == ' ' || s[i] == '-') && !strings.Contains(whole, ".") { // 1 1/2, 1-1/2, 1 ½
		if f, end := fractionAt(s, i+1); end > 0 {
			i = end
			return number(value + f)
		}
	}
	if r, _ := utf8.DecodeRuneInString(s[i:]); isLetter(r) { // 2mm, 2XL, 2nd
		w := lexWord(s, i)
		suffix := w.Low
		if unitSuffix[suffix] {
			return number(value)
		}
		return Token{Low: strings.ToLower(s[start:i]) + suffix, Start: start, End: w.End, Kind: Word}
	}
	return number(value)
}
