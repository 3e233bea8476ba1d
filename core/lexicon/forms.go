package lexicon

import "strings"

// Forms gives the other forms that a word can have in English, by its ending alone: of "shoved" shove,
// shoves, shoving and shov, shovs, shoving. Most of them are no words; whoever asks looks which of them
// stands in a row. Irregular verbs have a row a form. The rules are those of any school grammar.
func Forms(word string) []string {
	if len(word) < leastWord {
		return nil
	}
	seen := map[string]bool{word: true}
	var out []string
	add := func(w string) {
		if len(w) > 2 && !seen[w] {
			seen[w] = true
			out = append(out, w)
		}
	}
	for _, stem := range stems(word) {
		add(stem)
		short := strings.TrimSuffix(stem, "e")
		switch last := stem[len(stem)-1]; {
		case last == 'y':
			add(stem[:len(stem)-1] + "ies")
			add(stem[:len(stem)-1] + "ied")
		case strings.HasSuffix(stem, "s"), strings.HasSuffix(stem, "sh"), strings.HasSuffix(stem, "ch"), strings.HasSuffix(stem, "x"):
			add(stem + "es")
		default:
			add(stem + "s")
		}
		add(short + "ed")
		add(short + "ing")
		if last := stem[len(stem)-1:]; !strings.ContainsAny(last, "aeiouwxy") {
			add(stem + last + "ed")
			add(stem + last + "ing")
		}
	}
	return out
}

// leastWord is how many letters a word has at least that is taken for a form of another.
const leastWord = 4

// stems are what can be left of a word without its ending.
func stems(word string) []string {
	out := []string{word}
	cut := func(end string, more ...string) {
		base, ok := strings.CutSuffix(word, end)
		if !ok || len(base) < 3 {
			return
		}
		for _, m := range more {
			out = append(out, base+m)
		}
		if n := len(base); n > 3 && base[n-1] == base[n-2] { // "dabbed"
			out = append(out, base[:n-1])
		}
	}
	cut("ies", "y")
	cut("ied", "y")
	cut("es", "", "e")
	cut("s", "")
	cut("ed", "", "e")
	cut("ing", "", "e")
	return out
}
