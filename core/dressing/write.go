package dressing

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"mothledger/core/hook"
)

// Write gives the dressing in the plain form. Reading the result again gives
// the same values; only line numbers may differ.
func Write(d Dressing) string {
	var b strings.Builder
	header := func(label, value string) {
		if value != "" {
			b.WriteString(label + ": " + value + "\n")
		}
	}
	header("Pattern", d.Title)
	header("Also called", strings.Join(d.AlsoCalled, ", "))
	for _, p := range d.Parents {
		header(Capital(string(p.Kind)), p.Name)
	}
	header("Tier", d.Tier)
	header("Originator", d.Originator)
	header("Source", d.Source)
	header("Page", d.Page)
	header("Date", d.Date)
	header("Imitates", d.Imitates)
	if d.Sizes != nil {
		low, high := hook.Size(d.Sizes.Low).String(), hook.Size(d.Sizes.High).String()
		if low == high {
			header("Sizes", low)
		} else {
			header("Sizes", low+" to "+high)
		}
	}
	header("Style", d.Style)
	for _, m := range d.Means {
		header("Means", m.String())
	}
	header("Kind", string(d.Kind))
	for _, e := range d.Essentials {
		header("Essential", e)
	}
	for _, n := range d.Notes {
		header("Note", n)
	}
	b.WriteString("\n")
	for _, p := range d.Parts {
		if p.Role == "hook" && p.Text == "" && p.Hook != nil {
			continue
		}
		p.line(&b)
	}
	return b.String()
}

// line writes a part as a line of its own.
func (p Part) line(b *strings.Builder) {
	text := p.Text
	// a place that another part of the line gave this one
	for _, said := range []string{p.From.Text, p.To.Text} {
		if said != "" && !strings.Contains(text, said) {
			text += ", " + said
		}
	}
	if inCapitals(text) {
		b.WriteString(strings.ToUpper(p.Role))
	} else {
		b.WriteString(Capital(p.Role))
	}
	if p.Optional && !strings.Contains(strings.ToLower(p.Text), "option") {
		b.WriteString(" (optional)")
	}
	b.WriteString(":")
	if text != "" {
		b.WriteString(" " + text)
	}
	b.WriteString("\n")
}

// inCapitals tells whether a text is written in capitals throughout, as some cards
// are, rather than holding a short name such as CDC.
func inCapitals(s string) bool {
	if !IsUpper(s) {
		return false
	}
	for _, w := range strings.Fields(s) {
		if len(strings.TrimFunc(w, func(r rune) bool { return !unicode.IsLetter(r) })) > 3 {
			return true
		}
	}
	return false
}

func Capital(s string) string {
	r, n := utf8.DecodeRuneInString(s)
	return string(unicode.ToUpper(r)) + s[n:]
}

// IsUpper tells whether words are written in capitals throughout.
func IsUpper(s string) bool { return strings.ToUpper(s) == s && strings.ToLower(s) != s }
