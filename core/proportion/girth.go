package proportion

import (
	"math"

	"mothledger/core/material"
	"mothledger/core/role"
)

// bulk says how thick a wound part is, as shares of the gape: at its rear, its
// front, and where it is fullest. From memory.
func bulk(std role.Role, k material.Kind) (rear, front float64) {
	rear, front = 0.05, 0.10
	switch k {
	case material.Fur:
		rear, front = 0.08, 0.19
	case material.Wool, material.Yarn, material.Foam:
		rear, front = 0.10, 0.17
	case material.Herl:
		rear, front = 0.13, 0.17
	case material.Fibre:
		rear, front = 0.06, 0.13
	case material.Hair:
		rear, front = 0.14, 0.2
	case material.Strip, material.Rubber:
		rear, front = 0.08, 0.17
	case material.Tinsel, material.Wire, material.Thread:
		rear, front = 0.045, 0.085
	case material.Floss, material.Quill, material.Biot:
		rear, front = 0.05, 0.11
	}
	switch std.Name {
	case role.Thorax:
		rear, front = math.Max(0.17, front+0.05), math.Max(0.17, front+0.03)
	case role.Tag, role.Butt, role.HotSpot:
		rear, front = rear*1.05, rear*1.15
		if std.Name == role.Butt {
			rear, front = 0.13, 0.13
		}
	}
	return rear, front
}

// Girth is how thick a wound part is at share t of the way from its rear to its
// front, as a share of the gape. Dressings do not state it; the figures are from memory.
func Girth(std role.Role, k material.Kind, t float64) float64 {
	rear, front := bulk(std, k)
	h := rear + (front-rear)*ease(t)
	switch {
	case std.Name == role.Thorax: // a ball, drawn out along the shank
		h *= 0.12 + 0.93*math.Pow(math.Max(0, math.Sin(math.Pi*(0.02+0.96*t))), 0.55)
	case std.Name == role.Tag || std.Name == role.Butt:
	default:
		h *= 1 - 0.35*math.Pow(math.Max(0, (t-0.86)/0.14), 2) // rounds off at the front
		h *= 1 - 0.3*math.Pow(math.Max(0, (0.06-t)/0.06), 2)  // and where it begins
	}
	return h
}

func ease(t float64) float64 { return math.Sin(t * math.Pi / 2) }
