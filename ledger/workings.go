package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"math"

	"mothledger/core/advice"
	"mothledger/core/dressing"
	"mothledger/core/hook"
	"mothledger/core/order"
	"mothledger/core/practice"
	"mothledger/core/profile"
	"mothledger/core/proportion"
	"mothledger/core/role"
	"mothledger/core/winding"
	"mothledger/store"
)

// schools gives the club's choices, with those of one dressing over them.
func schools(ctx context.Context, s store.Reads, dressing int64) (practice.Choices, error) {
	club, err := s.Schools(ctx, 0)
	if err != nil || dressing == 0 {
		return club, err
	}
	own, err := s.Schools(ctx, dressing)
	maps.Copy(club, own)
	return club, err
}

// fill puts what the schools say in place of a sheet's silences, for measuring
// and drawing alone: the dressing of the sheet stays as it was filed.
func fill(ctx context.Context, in store.Reads, s *Sheet, id int64, v Vice) error {
	choices, err := schools(ctx, in, id)
	if err != nil {
		return err
	}
	filled, list := practice.Fill(s.Dressing, choices)
	h, stated, err := v.hook(s.Dressing)
	if err != nil {
		return err
	}
	s.Filled = list
	s.Measured = proportion.On(filled, h, stated)
	s.Outline = profile.Of(filled, h)
	for _, f := range list {
		if f.What == "length" {
			s.Measured.Parts[f.Part].Assumed = true
		}
		for i := range s.Outline.Shapes {
			if s.Outline.Shapes[i].Part == f.Part {
				s.Outline.Shapes[i].Assumed = true
			}
		}
	}
	return nil
}

// Workings are the sums behind a dressing on a hook.
type Workings struct {
	Budget  proportion.Budget `json:"budget"`
	Sums    []winding.Sum     `json:"sums"`
	Thread  winding.Thread    `json:"thread"`
	Bunches []winding.Bunch   `json:"bunches"`
	// Other are the wound parts two sizes smaller and larger, by both schools.
	Other []OtherSize `json:"other"`
	// Order is this dressing's own where one was kept, else the derived one;
	// Places are its steps' places in the derived order.
	Order    []order.Step  `json:"order"`
	Places   []int         `json:"places"`
	OwnOrder bool          `json:"ownOrder"`
	Advice   []AdvicePiece `json:"advice"`
	// School is what stays when the size changes: turns or spacing.
	School string `json:"school"`
	// Hook is the measured hook that the sizes step from; empty on the generic scale.
	Hook string `json:"hook,omitempty"`
}

// OtherSize are the wound parts of a dressing on another size.
type OtherSize struct {
	Size  string           `json:"size"`
	Parts []winding.Scaled `json:"parts"`
}

// AdvicePiece is a piece of advice, with the reason where it was put aside.
type AdvicePiece struct {
	advice.Piece
	Dismissed string `json:"dismissed,omitempty"`
}

// Workings gives the sums of a folio on the hook in the vice.
func (l *Ledger) Workings(ctx context.Context, folio int, v Vice) (Workings, error) {
	var w Workings
	err := l.store.View(ctx, func(s store.Reads) (err error) {
		w, err = workings(ctx, s, folio, v)
		return err
	})
	return w, err
}

func workings(ctx context.Context, s store.Reads, folio int, v Vice) (Workings, error) {
	v, err := v.load(ctx, s)
	if err != nil {
		return Workings{}, err
	}
	r, err := s.One(ctx, folio)
	if err != nil {
		return Workings{}, err
	}
	d, err := filed(r)
	if err != nil {
		return Workings{}, err
	}
	h, _, err := v.hook(d)
	if err != nil {
		return Workings{}, err
	}
	choices, err := schools(ctx, s, r.ID)
	if err != nil {
		return Workings{}, err
	}
	aside, err := s.Dismissals(ctx, r.ID)
	if err != nil {
		return Workings{}, err
	}
	w := Workings{Budget: proportion.BudgetOf(d, h), Sums: winding.Sums(d, h), Thread: winding.ThreadFor(d, h), Bunches: winding.Bunches(d, h), Other: []OtherSize{}, Order: order.Of(d), Advice: []AdvicePiece{}, School: choices.School("rib-scale")}
	if w.Bunches == nil {
		w.Bunches = []winding.Bunch{}
	}
	if w.Places, err = places(ctx, s, r); err != nil {
		return Workings{}, err
	}
	if own, err := order.Arrange(d, w.Places); err == nil && len(w.Places) > 0 {
		w.Order, w.OwnOrder = own, true
	} else {
		w.Places = natural(len(w.Order))
	}
	said, _ := d.HookNamed()
	for _, step := range []int{-2, 2, 4} {
		n := hook.Size(int(said.Size) + step)
		if n < hook.Largest || n > hook.Smallest {
			continue
		}
		to := said
		to.Size = n
		w.Other = append(w.Other, OtherSize{n.String(), winding.Scale(d, said, to)})
	}
	for _, p := range advice.On(d, h) {
		piece := AdvicePiece{Piece: p}
		for _, a := range aside {
			if a.Code == p.Code && a.Role == p.Role {
				piece.Dismissed = a.Note
			}
		}
		w.Advice = append(w.Advice, piece)
	}
	return w, nil
}

func natural(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}

// places gives the order that was kept for the newest revision.
func places(ctx context.Context, s store.Reads, r store.Row) ([]int, error) {
	b, err := s.Order(ctx, r.ID, r.Revision)
	if err != nil || b == nil {
		return nil, err
	}
	var p []int
	return p, json.Unmarshal(b, &p)
}

// Ordered is an order somebody wants: kept where it is possible, else what
// stands against it.
type Ordered struct {
	Kept     bool            `json:"kept"`
	Problems []order.Problem `json:"problems"`
	Deed     int64           `json:"deed" doc:"what can be undone; 0 where nothing was changed"`
}

// Reorder keeps another order of tying for a dressing, given as places of the
// derived steps; none takes it away. What is impossible is told and not kept.
func (l *Ledger) Reorder(ctx context.Context, folio int, places []int, by Sender) (Ordered, error) {
	var out Ordered
	done, err := l.do(ctx, by, request{Reordered, folio, places}, func(tx *store.Tx) (deed, error) {
		out = Ordered{Problems: []order.Problem{}}
		d := deed{kind: Reordered, what: fmt.Sprintf("gave folio %d an order of tying of its own", folio), folio: folio}
		r, err := tx.One(ctx, folio)
		if err != nil {
			return d, err
		}
		key := store.Key{Folio: folio}
		if len(places) == 0 {
			d.what, out.Kept = fmt.Sprintf("gave folio %d the derived order of tying again", folio), true
			return d, tx.Set(ctx, store.OfOrder, key, nil)
		}
		f, err := filed(r)
		if err != nil {
			return d, err
		}
		steps, err := order.Arrange(f, places)
		if err != nil {
			return d, &Fault{"places", err.Error()}
		}
		if out.Problems = order.Check(f, steps); len(out.Problems) > 0 {
			return d, nil
		}
		b, err := json.Marshal(places)
		if err != nil {
			return d, err
		}
		out.Kept = true
		return d, tx.Set(ctx, store.OfOrder, key, store.OrderValue{Number: r.Revision, Steps: b})
	})
	if done.Again {
		out = Ordered{Kept: done.Deed > 0, Problems: []order.Problem{}}
	}
	out.Deed = done.Deed
	return out, err
}

// Dismiss puts a piece of advice aside for a dressing, with a note; an empty
// note takes it up again.
func (l *Ledger) Dismiss(ctx context.Context, folio int, a Dismissal, by Sender) (Filed, error) {
	a.Note = tidy(a.Note)
	return l.do(ctx, by, request{PutAside, folio, a}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: PutAside, what: fmt.Sprintf("put the advice “%s” on folio %d aside", a.Code, folio), why: a.Note, folio: folio}
		if _, err := tx.IDOf(ctx, folio); err != nil {
			return d, err
		}
		key := store.Key{Folio: folio, Code: a.Code, Role: a.Role}
		if a.Note == "" {
			d.kind, d.what = TakenUp, fmt.Sprintf("took the advice “%s” on folio %d up again", a.Code, folio)
			return d, tx.Set(ctx, store.OfAside, key, nil)
		}
		return d, tx.Set(ctx, store.OfAside, key, store.AsideValue{Note: a.Note})
	})
}

// SizeRow is a dressing on one size of its range.
type SizeRow struct {
	Size     string        `json:"size"`
	Geometry hook.Geometry `json:"geometry"`
	Parts    []SizePart    `json:"parts"`
	Advice   []string      `json:"advice"`
}

// SizePart is one part on one size.
type SizePart struct {
	Role string `json:"role"`
	// MM is its length, or the hackle's fibre, or the bead's diameter.
	MM float64 `json:"mm,omitempty"`
	// Turns keep the number; SpacedTurns keep the spacing.
	Turns       float64 `json:"turns,omitempty"`
	SpacedTurns float64 `json:"spacedTurns,omitempty"`
	Count       string  `json:"count,omitempty"`
	// SpanMM is how much of the shank a wound part takes where it has no length of its
	// own; SpanUsual is set where nobody said so.
	SpanMM    float64 `json:"spanMM,omitempty"`
	SpanUsual bool    `json:"spanUsual,omitempty"`
	// Said marks millimetres that belong to the size they were said on.
	Said     bool    `json:"said,omitempty"`
	ScaledMM float64 `json:"scaledMM,omitempty"`
}

// SizeTable is a dressing on every size of its range.
type SizeTable struct {
	Entry  Entry     `json:"entry"`
	Rows   []SizeRow `json:"rows"`
	School string    `json:"school"`
	// Hook is the measured hook that the sizes step from; empty on the generic scale.
	Hook string `json:"hook,omitempty"`
}

// Sizes gives the size table of a folio: its own range, or the sizes around the
// hook it names. With a measured hook in the vice the sizes step from that one.
func (l *Ledger) Sizes(ctx context.Context, folio int, v Vice) (SizeTable, error) {
	var t SizeTable
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		r, err := s.One(ctx, folio)
		if err != nil {
			return err
		}
		d, err := filed(r)
		if err != nil {
			return err
		}
		choices, err := schools(ctx, s, r.ID)
		t = SizeTable{Entry: entry(r), School: choices.School("rib-scale")}
		if m := v.measured; m != nil {
			t.Hook = fmt.Sprintf("%s, %v", m.Name, hook.Size(m.Size))
			t.Rows = SizeRows(d, func(n hook.Size) hook.Geometry {
				return hook.Stepped(hook.Geometry{ShankMM: m.ShankMM, GapeMM: m.GapeMM, EyeMM: m.EyeMM, WireMM: m.WireMM}, hook.Size(m.Size), n)
			})
		} else {
			t.Rows = SizeRows(d, nil)
		}
		return err
	})
	return t, err
}

// SizeRows puts a dressing on every even size of its range; measured gives the hooks of the sizes,
// where they are not those of the generic scale.
func SizeRows(d dressing.Dressing, measured func(hook.Size) hook.Geometry) []SizeRow {
	said, _ := d.HookNamed()
	if measured != nil {
		said.Measured = measured(said.Size)
	}
	low, high := int(said.Size)-4, int(said.Size)+4
	if s := d.Sizes; s != nil {
		low, high = s.Low, s.High
	}
	rows := []SizeRow{}
	for n := max(low, int(hook.Largest)); n <= min(high, int(hook.Smallest)); n++ {
		if n > 2 && n%2 != 0 && n != low && n != high && n != int(said.Size) { // odd ones only where spoken of
			continue
		}
		h := said
		h.Size = hook.Size(n)
		if measured != nil {
			h.Measured = measured(h.Size)
		}
		g, _ := h.Geometry()
		on := d.On(h.Size)
		m := proportion.On(on, h, true)
		row := SizeRow{Size: h.Size.String(), Geometry: g, Parts: []SizePart{}, Advice: []string{}}
		scaled := map[string]winding.Scaled{}
		for _, s := range winding.Scale(d, said, h) {
			scaled[s.Role] = s
		}
		spans := map[int]float64{}
		for _, s := range winding.Sums(on, h) {
			spans[s.Part] = s.SpanMM
		}
		for i, p := range on.Parts {
			std, _ := p.Standard()
			if std.Form == role.FormHook || std.Name == "thread" {
				continue
			}
			x := SizePart{Role: p.Role, MM: m.Parts[i].MM, Said: m.Parts[i].Fixed, ScaledMM: m.Parts[i].ScaledMM}
			if std.Form == role.FormWound && x.MM == 0 {
				x.SpanMM, x.SpanUsual = spans[i], p.From.IsZero() && p.To.IsZero()
			}
			if p.Turns != nil {
				x.Turns = p.Turns.Mid()
				x.SpacedTurns = scaled[p.Role].SameSpacingTurns
			}
			if p.Count != nil {
				x.Count = p.Count.Interval().String() + " " + p.Count.Unit()
				if p.Count.Per == "side" {
					x.Count += " a side"
				}
			}
			row.Parts = append(row.Parts, x)
		}
		for _, a := range advice.On(d, h) {
			if a.Weight == advice.Question {
				row.Advice = append(row.Advice, a.Text)
			}
		}
		rows = append(rows, row)
	}
	return rows
}

// HookEntry is a measured hook beside the generic one of its size.
type HookEntry struct {
	Hook
	Size string `json:"size"`
	// Like is the size, to a tenth, whose generic standard shank this shank has,
	// and LikeGape the same for the gape.
	Like     float64         `json:"like"`
	LikeGape float64         `json:"likeGape"`
	Says     string          `json:"says"`
	Outline  profile.Outline `json:"outline"`
	Generic  profile.Outline `json:"generic"`
	Deed     int64           `json:"deed,omitempty" doc:"what can be undone, where it was just added"`
}

// Hooks lists the club's measured hooks.
func (l *Ledger) Hooks(ctx context.Context) ([]HookEntry, error) {
	list, err := l.store.Hooks(ctx)
	if err != nil {
		return nil, err
	}
	out := []HookEntry{}
	for _, h := range list {
		out = append(out, hookEntry(h))
	}
	return out, nil
}

func hookEntry(h store.Hook) HookEntry {
	size := hook.Size(h.Size)
	bare := dressing.Dressing{Parts: []dressing.Part{{Role: "hook", Hook: &dressing.Hook{Style: h.Style, Eye: h.Eye}}}}
	measured := hook.Hook{Size: size, Measured: hook.Geometry{ShankMM: h.ShankMM, GapeMM: h.GapeMM, EyeMM: h.EyeMM, WireMM: h.WireMM}}
	e := HookEntry{Hook: Hook{h.ID, h.Name, h.Style, h.Eye, h.ShankMM, h.GapeMM, h.EyeMM, h.WireMM, h.MeasuredAt}, Size: size.String(), Like: hook.SizeOfShank(h.ShankMM), LikeGape: hook.SizeOfGape(h.GapeMM), Outline: profile.OfHook(bare, measured), Generic: profile.OfHook(bare, hook.Hook{Size: size})}
	switch off := e.Like - float64(h.Size); {
	case math.Abs(off) < 0.75:
		e.Says = withArticle(size) + " that measures like one"
	default:
		e.Says = fmt.Sprintf("%s that measures like %s", withArticle(size), withArticle(hook.Size(math.Round(e.Like))))
	}
	return e
}

// withArticle says a size as people do: a 12, an 8, an 11, an 18.
func withArticle(s hook.Size) string {
	switch s {
	case 8, 11, 18, -7:
		return "an " + s.String()
	}
	return "a " + s.String()
}

// MeasuredHook is a hook handed in with its figures in millimetres.
type MeasuredHook struct {
	Name, Size, Style, Eye         string
	ShankMM, GapeMM, EyeMM, WireMM float64
}

// AddHook keeps a measured hook. Bad input is a *Fault.
func (l *Ledger) AddHook(ctx context.Context, in MeasuredHook, by Sender) (HookEntry, error) {
	size, err := hook.ParseSize(in.Size)
	if err != nil {
		return HookEntry{}, &Fault{"size", err.Error()}
	}
	h := store.Hook{Name: tidy(in.Name), Size: int(size), Style: in.Style, Eye: in.Eye, ShankMM: in.ShankMM, GapeMM: in.GapeMM, EyeMM: in.EyeMM, WireMM: in.WireMM}
	if h.Name == "" {
		return HookEntry{}, &Fault{"name", "the hook has no name; expected one such as \"Long wet, box 3\""}
	}
	like := hook.SizeOfShank(h.ShankMM)
	if math.Abs(like-float64(size)) > 12 {
		return HookEntry{}, &Fault{"shankMM", fmt.Sprintf("a shank of %.1f mm on a %v; expected millimetres, measured behind the eye to where the bend begins", h.ShankMM, size)}
	}
	done, err := l.do(ctx, by, request{HookAdded, nil, in}, func(tx *store.Tx) (deed, error) {
		h.ID, err = tx.AddHook(ctx, h)
		return deed{kind: HookAdded, what: fmt.Sprintf("measured the hook “%s”, %v", h.Name, size)}, err
	})
	if errors.Is(err, store.ErrTaken) {
		return HookEntry{}, taken(size, h.Name)
	}
	if err != nil {
		return HookEntry{}, err
	}
	if done.Again {
		d, err := l.store.OneDeed(ctx, done.Deed)
		if err == nil && len(d.Touches) > 0 {
			_, err = fmt.Sscanf(d.Touches[0], "hook %d", &h.ID)
		}
		if err != nil {
			return HookEntry{}, err
		}
	}
	e := hookEntry(h)
	e.Deed = done.Deed
	return e, nil
}

func taken(size hook.Size, name string) *Fault {
	return &Fault{"name", fmt.Sprintf("the club has a %v called %q already", size, name)}
}

// RetireHook takes a measured hook out of the list, or puts it back.
func (l *Ledger) RetireHook(ctx context.Context, id int64, retired bool, by Sender) (Filed, error) {
	h, err := l.store.Hook(ctx, id)
	if err != nil {
		return Filed{}, err
	}
	out, err := l.do(ctx, by, request{HookRetired, id, retired}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: HookRetired, what: fmt.Sprintf("took the hook “%s” out of the list", h.Name)}
		if !retired {
			d.kind, d.what = HookBack, fmt.Sprintf("put the hook “%s” back into the list", h.Name)
		}
		return d, tx.Set(ctx, store.OfHook, store.Key{Hook: id}, store.HookValue{Retired: retired})
	})
	if errors.Is(err, store.ErrTaken) {
		return out, taken(hook.Size(h.Size), h.Name)
	}
	return out, err
}

// Schools are the questions with what is chosen.
type Schools struct {
	Questions []practice.Question `json:"questions"`
	Chosen    map[string]string   `json:"chosen"`
	// Own are those that a dressing has of its own.
	Own map[string]string `json:"own,omitempty"`
}

// Schools lists the questions and the club's choices, or with a folio above 0
// those that hold for one dressing.
func (l *Ledger) Schools(ctx context.Context, folio int) (Schools, error) {
	out := Schools{Questions: practice.Questions, Chosen: map[string]string{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		var id int64
		if folio > 0 {
			r, err := s.One(ctx, folio)
			if err != nil {
				return err
			}
			id = r.ID
		}
		c, err := schools(ctx, s, id)
		if err != nil {
			return err
		}
		for _, q := range practice.Questions {
			out.Chosen[q.ID] = c.School(q.ID)
		}
		if id != 0 {
			out.Own, err = s.Schools(ctx, id)
		}
		return err
	})
	return out, err
}

// Choose sets the club's school on a question, or that of one dressing; an empty school
// takes the choice away.
func (l *Ledger) Choose(ctx context.Context, folio int, question, school string, by Sender) (Filed, error) {
	if school != "" {
		if err := (practice.Choices{question: school}).Check(); err != nil {
			return Filed{}, &Fault{"school", err.Error()}
		}
	}
	return l.do(ctx, by, request{Chosen, folio, [2]string{question, school}}, func(tx *store.Tx) (deed, error) {
		d := deed{kind: Chosen, what: fmt.Sprintf("%s: chose “%s”", questionOf(question), schoolOf(question, school)), about: []string{"school " + question}}
		if school == "" {
			d.what = questionOf(question) + ": took the choice away"
		}
		if folio > 0 {
			d.about = nil
			if _, err := tx.IDOf(ctx, folio); err != nil {
				return d, err
			}
		}
		key := store.Key{Question: question, Folio: folio}
		if school == "" {
			return d, tx.Set(ctx, store.OfSchool, key, nil)
		}
		return d, tx.Set(ctx, store.OfSchool, key, store.SchoolValue{Chosen: school})
	})
}
