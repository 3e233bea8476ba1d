package measure

import "fmt"

// Table is one of the published lists of words that widen, shift or bound a
// measure. Every reader of this ledger reads them by these lists alone.
type Table struct {
	Title string `json:"title"`
	// Say tells what the figures multiply or count.
	Say   string      `json:"say"`
	Words []TableWord `json:"words"`
}

// TableWord is one phrase with the figures that it is read as.
type TableWord struct {
	Words   string `json:"words"`
	Figures string `json:"figures"`
	Meaning string `json:"meaning,omitempty"`
}

// Tables gives all the lists. The figures are common practice, no source, but for
// the last three lists, which are from memory.
func Tables() []Table {
	times := func(list []Hedge, unit string) []TableWord {
		out := make([]TableWord, 0, len(list))
		for _, h := range list {
			out = append(out, TableWord{h.Words, figures(h.Low, h.High) + unit, h.Meaning})
		}
		return out
	}
	loose := make([]TableWord, 0, len(Loose))
	for _, l := range Loose {
		loose = append(loose, TableWord{l.Words, figures(l.Low, l.High) + " × " + string(l.Of), l.Meaning})
	}
	loose = append(loose, TableWord{"the length of the hook", "1 to 1.4 × shank", "loose: with or without the bend and the eye"})
	return []Table{
		{"Before a number or a length", "By what the figure is multiplied: about half the shank is 0.45 to 0.55.", times(Hedges, " ×")},
		{"After a number or a length", "By what the figure before it is multiplied: two turns at most are 0 to 2.", times(Bounds, " ×")},
		{"Before a place", "By what the way to the place is multiplied, from where the part is tied in.", times(ReachHedges, " ×")},
		{"Round the bend", "What share of the way from where the bend begins to its outermost place.", times(roundWords, "")},
		{"Short of the eye", "How many eye lengths are left bare behind the eye.", times(shortOf, " eye lengths")},
		{"Loose phrases", "What may mean one thing or another.", loose},
	}
}

func figures(low, high float64) string {
	f := func(v float64) string { return fmt.Sprint(Round(v, 2)) }
	if low == high {
		return f(low)
	}
	return f(low) + " to " + f(high)
}
