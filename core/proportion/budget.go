package proportion

import (
	"math"
	"strings"

	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/measure"
	"mothledger/core/role"
)

// Budget is how the shank is shared out, from the bend to the eye.
type Budget struct {
	ShankMM   float64   `json:"shankMM"`
	EyeMM     float64   `json:"eyeMM"`
	Stretches []Stretch `json:"stretches"`
	// FreeMM is what lies in front of the body and behind the eye or the bead;
	// NeedMM what has to find room there, the head last of all.
	FreeMM float64 `json:"freeMM"`
	NeedMM float64 `json:"needMM"`
	// OverEyes is by how many eye lengths the need is larger, negative where
	// room is left.
	OverEyes float64 `json:"overEyes"`
	Crowded  bool    `json:"crowded"`
	// GiveWay says which part could make room, and by how much.
	GiveWay string `json:"giveWay,omitempty"`
}

// Stretch is what one part takes of the shank, in millimetres behind the eye,
// FromMM nearer the bend. Assumed is set where nobody said so.
type Stretch struct {
	Part    int     `json:"part"` // -1 for the head of a fly that names none
	Role    string  `json:"role"`
	FromMM  float64 `json:"fromMM"`
	ToMM    float64 `json:"toMM"`
	Assumed bool    `json:"assumed,omitempty"`
}

// What parts in front of the body take of the shank: the foot of a wing and of
// legs in eyes, a turn of hackle in gapes, the head in eyes (common practice: one
// to two eye lengths are left bare until the head is built). The others are from
// memory.
const (
	wingFootEyes  = 0.2
	legsFootEyes  = 0.1
	turnGapes     = 0.04
	headEyes      = 1.0
	beadHeadEyes  = 0.4 // the thread behind a bead
	usualTurns    = 3.0
	crowdedByEyes = 0.25
)

// BudgetOf shares out the shank of a dressing on a hook.
func BudgetOf(d dressing.Dressing, h hook.Hook) Budget {
	d = d.On(h.Size)
	g, _ := h.Geometry()
	return NewResolver(d, g).Budget()
}

// Budget shares out the shank of the resolver's dressing on its hook.
func (r *Resolver) Budget() Budget {
	d, g := r.d, r.g
	b := Budget{ShankMM: g.ShankMM, EyeMM: g.EyeMM, Stretches: []Stretch{}}
	bead := r.front * g.ShankMM
	type foot struct {
		part int
		role string
		mm   float64
		said bool
	}
	var feet []foot
	head := foot{part: -1, role: "head", mm: headEyes * g.EyeMM}
	if bead > 0 {
		head.mm = beadHeadEyes * g.EyeMM
	}
	collar := r.ThreadCollar()
	if collar >= 0 {
		head.part, head.role = collar, d.Parts[collar].Role
	}
	for i, p := range d.Parts {
		std, _ := p.Standard()
		if p.Absent {
			continue
		}
		switch std.Form {
		case role.FormBead:
			b.Stretches = append(b.Stretches, Stretch{i, p.Role, bead, 0, p.DiameterMM == 0})
		case role.FormWing:
			feet = append(feet, foot{i, p.Role, wingFootEyes * g.EyeMM, true})
		case role.FormLegs, role.FormCheek:
			feet = append(feet, foot{i, p.Role, legsFootEyes * g.EyeMM, true})
		case role.FormCollar:
			if _, ok := d.Parachute(p); ok {
				continue // round its post, not round the shank
			}
			turns, said := usualTurns, false
			if p.Turns != nil {
				turns, said = p.Turns.Mid(), true
			}
			feet = append(feet, foot{i, p.Role, turns * turnGapes * g.GapeMM, said})
		case role.FormHead:
			head.part, head.role = i, p.Role
		}
	}
	for _, f := range feet {
		b.NeedMM += f.mm
	}
	b.NeedMM += head.mm
	front, widest := g.ShankMM, ""
	thoraxed := d.Find("thorax") >= 0
	bodied := false
	for i, p := range d.Parts {
		std, _ := p.Standard()
		if p.Absent || std.Form != role.FormWound || i == collar {
			continue
		}
		from, to, stated := r.Ends(i)
		fromMM, toMM := from*g.ShankMM, to*g.ShankMM
		// where nobody said how far it goes, it leaves room for what comes after
		if EndsOpen(p) && std.Name != role.HotSpot {
			toMM = math.Min(fromMM, math.Max(toMM, bead+b.NeedMM))
			if bead > 0 && std.Kin == role.Body && !thoraxed { // it runs up to the bead
				toMM = math.Min(fromMM, bead+b.NeedMM)
			}
		}
		b.Stretches = append(b.Stretches, Stretch{i, p.Role, fromMM, toMM, !stated})
		if std.Name == role.HotSpot {
			continue
		}
		bodied = true
		if toMM < front {
			front, widest = toMM, p.Role
		}
	}
	if !bodied {
		front = math.Max(0.25*g.ShankMM, bead+b.NeedMM)
	}
	b.FreeMM = math.Max(0, front-bead)
	at := front
	for _, f := range feet {
		b.Stretches = append(b.Stretches, Stretch{f.part, f.role, at, at - f.mm, !f.said})
		at -= f.mm
	}
	b.Stretches = append(b.Stretches, Stretch{head.part, head.role, at, at - head.mm, head.part < 0})
	b.OverEyes = (b.NeedMM - b.FreeMM) / g.EyeMM
	b.Crowded = b.OverEyes > crowdedByEyes
	if b.Crowded {
		b.GiveWay = "the head"
		if widest != "" {
			b.GiveWay = "the " + widest
		}
	}
	return b
}

// ThreadCollar gives the hot spot that finishes a beaded fly: the thread behind the
// bead is then its head as well. It is -1 where a fly has none, has no bead, names a
// head of its own, or says that the hot spot lies elsewhere. Common practice, no
// source.
func (r *Resolver) ThreadCollar() int {
	if r.front == 0 {
		return -1
	}
	collar := -1
	for i, p := range r.d.Parts {
		std, _ := p.Standard()
		switch {
		case p.Absent:
		case std.Name == role.Head:
			return -1
		case std.Name == role.HotSpot && p.From.IsZero() && p.To.IsZero() && p.Length.IsZero():
			collar = i
		}
	}
	return collar
}

// EndsOpen tells whether nobody said how far forward a wound part goes, or only that
// it takes "the front half": it then leaves room for what is tied in front of it,
// while "to the eye" is taken at its word. Common practice, no source.
func EndsOpen(p dressing.Part) bool {
	if !p.Length.IsZero() {
		return false
	}
	_, to := p.Lies()
	return to.IsZero() || to.Of == measure.Shank && to.High == 0 && shareOfShank(to.Text)
}

// shareOfShank tells whether a place was said as a share, "front two thirds".
func shareOfShank(text string) bool {
	for _, w := range []string{"half", "third", "quarter", "fifth", "½", "%"} {
		if strings.Contains(strings.ToLower(text), w) {
			return true
		}
	}
	return false
}
