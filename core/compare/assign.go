package compare

import "math"

// assign pairs rows with columns so that the sum of the worths is largest, each row and each
// column at most once, and gives the column of each row, -1 for none. A worth of zero or less
// pairs nothing. It is Kuhn's method (1955) in the form with potentials, in time of rows ×
// rows × columns.
func assign(worth [][]float64) []int {
	n := len(worth)
	if n == 0 {
		return nil
	}
	m := len(worth[0])
	size := n + m // a row may take a column of its own that is worth nothing
	cost := func(i, j int) float64 {
		if j < m && worth[i][j] > 0 {
			return -worth[i][j]
		}
		return 0
	}
	u, v := make([]float64, n+1), make([]float64, size+1)
	row, way := make([]int, size+1), make([]int, size+1)
	for i := 1; i <= n; i++ {
		row[0] = i
		j0 := 0
		least := make([]float64, size+1)
		used := make([]bool, size+1)
		for j := range least {
			least[j] = math.Inf(1)
		}
		for row[j0] != 0 {
			used[j0] = true
			i0, delta, j1 := row[j0], math.Inf(1), 0
			for j := 1; j <= size; j++ {
				if used[j] {
					continue
				}
				if c := cost(i0-1, j-1) - u[i0] - v[j]; c < least[j] {
					least[j], way[j] = c, j0
				}
				if least[j] < delta {
					delta, j1 = least[j], j
				}
			}
			for j := 0; j <= size; j++ {
				if used[j] {
					u[row[j]] += delta
					v[j] -= delta
				} else {
					least[j] -= delta
				}
			}
			j0 = j1
		}
		for j0 != 0 {
			j1 := way[j0]
			row[j0] = row[j1]
			j0 = j1
		}
	}
	out := make([]int, n)
	for i := range out {
		out[i] = -1
	}
	for j := 1; j <= m; j++ {
		if i := row[j] - 1; i >= 0 && worth[i][j-1] > 0 {
			out[i] = j - 1
		}
	}
	return out
}

// align lays two sequences beside each other so that the score is largest: a match is worth 1,
// a gap costs gap (a negative number or zero), and what does not match is never laid on one
// another (Needleman and Wunsch 1970, with no substitutions). It gives the pairs that are laid
// on one another, in order.
func align[T comparable](a, b []T, gap float64) [][2]int {
	n, m := len(a), len(b)
	best := make([][]float64, n+1)
	for i := range best {
		best[i] = make([]float64, m+1)
	}
	for i := 1; i <= n; i++ {
		best[i][0] = best[i-1][0] + gap
	}
	for j := 1; j <= m; j++ {
		best[0][j] = best[0][j-1] + gap
	}
	for i := 1; i <= n; i++ {
		for j := 1; j <= m; j++ {
			best[i][j] = max(best[i-1][j], best[i][j-1]) + gap
			if a[i-1] == b[j-1] {
				best[i][j] = max(best[i][j], best[i-1][j-1]+1)
			}
		}
	}
	var out [][2]int
	for i, j := n, m; i > 0 && j > 0; {
		switch {
		case a[i-1] == b[j-1] && best[i][j] == best[i-1][j-1]+1:
			i, j = i-1, j-1
			out = append(out, [2]int{i, j})
		case best[i][j] == best[i-1][j]+gap:
			i--
		default:
			j--
		}
	}
	for l, r := 0, len(out)-1; l < r; l, r = l+1, r-1 {
		out[l], out[r] = out[r], out[l]
	}
	return out
}
