package dressing_test

import (
	"testing"

	"mothledger/core/dressing"
)

func TestACountSaysItsUnitInTheRightNumber(t *testing.T) {
	for _, c := range []struct {
		count dressing.Count
		want  string
	}{
		{dressing.Count{Low: 1, High: 1, Of: "bunch"}, "bunch"},
		{dressing.Count{Low: 2, High: 2, Of: "bunch"}, "bunches"},
		{dressing.Count{Low: 1, High: 2, Of: "brush"}, "brushes"},
		{dressing.Count{Low: 3, High: 3, Of: "fibre"}, "fibres"},
		{dressing.Count{Low: 4, High: 6, Of: "turns"}, "turns"},
		{dressing.Count{Low: 4, High: 6}, ""},
	} {
		if got := c.count.Unit(); got != c.want {
			t.Errorf("%+v is counted in %q, want %q", c.count, got, c.want)
		}
	}
}
