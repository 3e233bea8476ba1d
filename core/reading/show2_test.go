package reading

import (
	"fmt"
	"os"
	"strings"
	"testing"
)

func TestShowProse(t *testing.T) {
	name := os.Getenv("PROSE")
	if name == "" {
		t.Skip()
	}
	b, _ := os.ReadFile(name)
	for _, s := range strings.Split(string(b), "\n") {
		if len(s) < 120 {
			continue
		}
		r := &reader{words: Builtin()}
		st := newStretch(r.words, s, lexAt(s, 0, len(s)), "")
		all := st.clauses(st.chunks())
		var ps []piece
		for i := range all {
			p := r.pieces(st, all, i, ps)
			ps = append(ps, p...)
			for _, x := range p {
				fmt.Printf("%-12s %v %q\n", x.label, all[i].kind, st.text(x.from, x.to))
			}
		}
	}
}
