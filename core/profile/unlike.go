package profile

import "slices"

// Unlike picks n outlines that differ as much as can be, in the order in which they
// stand in the list: the first, and then each time the one whose nearest picked
// outline is furthest away (farthest-first traversal, Gonzalez 1985). Two outlines
// are as far apart as the share of their shapes that only one of them has. It picks
// all where there are no more than n.
func Unlike(list []Outline, n int) []int {
	if len(list) == 0 || n < 1 {
		return []int{}
	}
	looks := make([]map[string]bool, len(list))
	for i, o := range list {
		looks[i] = look(o)
	}
	// how far each is from the nearest that was picked
	far := make([]float64, len(list))
	for i := range far {
		far[i] = 2
	}
	var picked []int
	for next := 0; len(picked) < min(n, len(list)); {
		picked = append(picked, next)
		far[next] = -1
		best := -1
		for i := range list {
			if far[i] < 0 {
				continue
			}
			far[i] = min(far[i], apart(looks[next], looks[i]))
			if best < 0 || far[i] > far[best] {
				best = i
			}
		}
		next = best
	}
	slices.Sort(picked)
	return picked
}

// look is what is seen of a fly: which parts it has, and of what shape and texture.
func look(o Outline) map[string]bool {
	m := map[string]bool{}
	for _, s := range o.Shapes {
		if s.Part >= 0 {
			m[s.Role] = true
			m[s.Role+"/"+string(s.Kind)+"/"+string(s.Texture)] = true
			m[s.Role+"/"+s.Colour] = true
		}
	}
	return m
}

// apart is the Jaccard distance of two sets.
func apart(a, b map[string]bool) float64 {
	both := 0
	for k := range a {
		if b[k] {
			both++
		}
	}
	all := len(a) + len(b) - both
	if all == 0 {
		return 0
	}
	return 1 - float64(both)/float64(all)
}
