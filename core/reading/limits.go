package reading

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"
)

// What is beyond any dressing is told, not tried, so that no text can keep a reader
// busy for long: the longest dressings known here have some forty parts and a
// thousand words. Words count as the reader sees them: a word, a figure, or a mark.
const (
	MaxParts     = 200
	MaxLineWords = 2500  // in one line, or in one part with the lines that go on with it
	MaxWords     = 25000 // in one text
	MaxLines     = 5000
	MaxLetters   = 200 // in one word
)

// Legible tells whether a text can be read line by line: plain UTF-8, no line and no
// word beyond measure. The error is a *TextError.
func Legible(text string) error {
	line, words, letters := 1, 0, 0
	for i, r := range text {
		switch {
		case r == '\n':
			line++
			words, letters = 0, 0
			continue
		case r == unicode.ReplacementChar || r < ' ' && r != '\t' && r != '\r':
			return &TextError{Line: line, Msg: "this is not text; expected a recipe in plain UTF-8"}
		}
		if begins(text, i, r) {
			words++
			letters = 0
		}
		letters++
		switch {
		case words > MaxLineWords:
			return &TextError{Line: line, Msg: fmt.Sprintf("more than %d words and marks in one line; expected a few sentences a part", MaxLineWords)}
		case letters > MaxLetters && !unicode.IsSpace(r):
			return &TextError{Line: line, Msg: fmt.Sprintf("a word of more than %d letters", MaxLetters)}
		}
	}
	return nil
}

// oneFly tells whether a text is no longer than the dressing of one fly can be.
func oneFly(text string) error {
	if n := 1 + strings.Count(text, "\n"); n > MaxLines {
		return &TextError{Line: MaxLines, Msg: fmt.Sprintf("the text has %d lines; expected at most %d, the dressing of one fly", n, MaxLines)}
	}
	if n := wordsIn(text); n > MaxWords {
		return &TextError{Msg: fmt.Sprintf("the text has %d words and marks; expected at most %d, the dressing of one fly", n, MaxWords)}
	}
	return nil
}

// wordsIn counts the words, figures and marks of a text.
func wordsIn(text string) int {
	n := 0
	for i, r := range text {
		if begins(text, i, r) {
			n++
		}
	}
	return n
}

// begins tells whether a word, a figure or a mark begins at byte i with r.
func begins(text string, i int, r rune) bool {
	if unicode.IsSpace(r) {
		return false
	}
	if !unicode.IsLetter(r) && !unicode.IsMark(r) && !unicode.IsDigit(r) {
		return true
	}
	before, _ := utf8.DecodeLastRuneInString(text[:i])
	return i == 0 || !unicode.IsLetter(before) && !unicode.IsMark(before) && !unicode.IsDigit(before)
}
