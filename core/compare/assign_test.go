package compare

import (
	"math/rand/v2"
	"reflect"
	"slices"
	"testing"
)

// Published: Kuhn 1955, "The Hungarian method for the assignment problem", the worked matrix of
// qualifications turned into ratings; and the textbook matrix of four workers and four jobs whose best sum
// is found by hand.
func TestAssignOnWorkedMatrices(t *testing.T) {
	for _, c := range []struct {
		name  string
		worth [][]float64
		best  float64
	}{
		{"Kuhn's ratings", [][]float64{{8, 7, 9, 9}, {5, 2, 7, 8}, {6, 1, 4, 9}, {2, 3, 2, 6}}, 27},
		{"the qualified, of whom three can be placed", [][]float64{{1, 1, 1, 0}, {0, 0, 1, 1}, {0, 0, 0, 1}, {0, 0, 0, 1}}, 3},
		{"more rows than columns", [][]float64{{3}, {5}, {4}}, 5},
		{"more columns than rows", [][]float64{{1, 4, 2}}, 4},
		{"nothing is worth anything", [][]float64{{0, -1}, {-2, 0}}, 0},
		{"greed pairs the wrong two", [][]float64{{10, 9}, {9, 1}}, 18},
	} {
		pair := assign(c.worth)
		sum := 0.0
		for i, j := range pair {
			if j >= 0 {
				sum += c.worth[i][j]
			}
		}
		if sum != c.best {
			t.Errorf("%s: %v is worth %g, the best is %g", c.name, pair, sum, c.best)
		}
	}
	if got := assign(nil); got != nil {
		t.Errorf("no rows give %v", got)
	}
}

// TestAssignIsTheBest tries every pairing of small random matrices.
func TestAssignIsTheBest(t *testing.T) {
	rnd := rand.New(rand.NewPCG(19, 55))
	for range 400 {
		n, m := 1+rnd.IntN(5), 1+rnd.IntN(5)
		worth := make([][]float64, n)
		for i := range worth {
			worth[i] = make([]float64, m)
			for j := range worth[i] {
				worth[i][j] = float64(rnd.IntN(20) - 4)
			}
		}
		var try func(i int, used []bool) float64
		try = func(i int, used []bool) float64 {
			if i == n {
				return 0
			}
			best := try(i+1, used)
			for j := range m {
				if !used[j] && worth[i][j] > 0 {
					used[j] = true
					best = max(best, worth[i][j]+try(i+1, used))
					used[j] = false
				}
			}
			return best
		}
		sum := 0.0
		pair := assign(worth)
		for i, j := range pair {
			if j >= 0 {
				sum += worth[i][j]
				if slices.Index(pair, j) != i {
					t.Fatalf("%v pairs column %d twice", pair, j)
				}
			}
		}
		if want := try(0, make([]bool, m)); sum != want {
			t.Fatalf("%v: %v is worth %g, the best is %g", worth, pair, sum, want)
		}
	}
}

// Published: Needleman and Wunsch 1970, the two sequences of their figure, of which at most eight amino
// acids match in order; and the textbook pair GCATGCU and GATTACA.
func TestAlignOnWorkedExamples(t *testing.T) {
	count := func(a, b string) int { return len(align([]rune(a), []rune(b), 0)) }
	for _, c := range []struct {
		a, b string
		want int
	}{
		{"ABCNJROCLCRPM", "AJCJNRCKCRBP", 8}, {"GCATGCU", "GATTACA", 4}, {"abc", "abc", 3}, {"abc", "cba", 1}, {"", "abc", 0}, {"abc", "", 0},
	} {
		if got := count(c.a, c.b); got != c.want {
			t.Errorf("%s and %s: %d match in order, expected %d", c.a, c.b, got, c.want)
		}
	}
	if got := align([]int{1, 2, 3, 4}, []int{1, 3, 4, 2}, 0); !reflect.DeepEqual(got, [][2]int{{0, 0}, {2, 1}, {3, 2}}) {
		t.Errorf("one that moved to the end: %v", got)
	}
}

func BenchmarkAssign(b *testing.B) {
	rnd := rand.New(rand.NewPCG(1, 2))
	worth := make([][]float64, 20)
	for i := range worth {
		worth[i] = make([]float64, 20)
		for j := range worth[i] {
			worth[i][j] = rnd.Float64()
		}
	}
	for b.Loop() {
		assign(worth)
	}
}
