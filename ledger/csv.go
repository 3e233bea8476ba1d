package ledger

import (
	"encoding/csv"
	"strings"
)

// csvOf writes a table as CSV.
func csvOf(head []string, rows [][]string) string {
	var b strings.Builder
	w := csv.NewWriter(&b)
	_ = w.Write(head) // to a builder: it does not fail
	_ = w.WriteAll(rows)
	return b.String()
}
