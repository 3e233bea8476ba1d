package reading

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

func TestShowFiles(t *testing.T) {
	files, _ := filepath.Glob(os.Getenv("SHOWFILES"))
	for _, f := range files {
		b, _ := os.ReadFile(f)
		r, err := Read(string(b), Builtin())
		if err != nil {
			fmt.Println(f, err)
			continue
		}
		fmt.Println("====", filepath.Base(f))
		last := "x"
		for _, s := range sayings(r.Dressing) {
			if s.part != last {
				text := ""
				for _, p := range r.Dressing.Parts {
					if p.Role == s.part {
						text = p.Text
						break
					}
				}
				fmt.Printf("\n%s  «%s»\n   ", strings.ToUpper(s.part), text)
				last = s.part
			}
			fmt.Printf(" %s=%q", s.field, s.value)
		}
		fmt.Println()
		for _, u := range r.Dressing.Unread {
			fmt.Printf("  unread %d: %s\n", u.Line, u.Text)
		}
		for _, c := range r.Dressing.Contradictions {
			fmt.Printf("  contradiction: %s\n", c.Text)
		}
		if len(r.Dressing.Notes) > 0 {
			fmt.Println("  notes:", r.Dressing.Notes)
		}
	}
}
