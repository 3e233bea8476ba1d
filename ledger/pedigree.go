package ledger

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"mothledger/core/citation"
	"mothledger/core/compare"
	"mothledger/core/descent"
	"mothledger/store"
)

// PedigreePage says how a pedigree is drawn.
type PedigreePage struct {
	Width float64
	Shut  []int
}

// The sizes of a pedigree's boxes, in the units of the screen.
const (
	boxWidth  = 290
	boxHeight = 52
	boxRow    = 60
	boxStep   = 26
)

// mostKin is how many flies a pedigree takes.
const mostKin = 2000

// Kin is what stands in a box of a pedigree.
type Kin struct {
	Folio     int      `json:"folio"`
	Title     string   `json:"title"`
	Qualifier string   `json:"qualifier,omitempty"`
	Who       string   `json:"who,omitempty"`
	Date      string   `json:"date,omitempty"`
	Standing  Standing `json:"standing,omitempty"`
	Received  bool     `json:"received,omitempty" doc:"it is what people mean by the name today"`
	Pattern   int64    `json:"pattern,omitempty" doc:"the pattern it stands at, 0 for none"`
}

// Pedigree is all that a dressing is joined to by descent, along time.
type Pedigree struct {
	descent.Picture
	Flies []Kin `json:"flies"`
	// More is set where more are joined to it than are drawn.
	More bool `json:"more,omitempty"`
}

// kinOf gathers the graph of descent around a dressing.
func kinOf(ctx context.Context, s store.Reads, folio int) (*descent.Graph, []store.Row, bool, error) {
	edges, folios, err := s.Kin(ctx, folio, mostKin+1)
	if err != nil {
		return nil, nil, false, err
	}
	more := len(folios) > mostKin
	if more {
		folios = folios[:mostKin]
	}
	if len(folios) == 0 {
		return nil, nil, false, store.ErrNotFound
	}
	rows, err := s.Rows(ctx, folios)
	if err != nil {
		return nil, nil, false, err
	}
	claims, err := s.ParentClaims(ctx, folios)
	if err != nil {
		return nil, nil, false, err
	}
	of := map[[2]int][]citation.Claim{} // what is told of a child and a parent

	for _, n := range claims {
		a, err := accountOf(n)
		if err != nil {
			return nil, nil, false, err
		}
		of[[2]int{a.Folio, a.Parent}] = append(of[[2]int{a.Folio, a.Parent}], a.claim())
	}
	flies := make([]descent.Fly, len(rows))
	for i, r := range rows {
		flies[i] = flyOf(r)
	}
	var links []descent.Link
	for _, e := range edges {
		l := descent.Link{Child: e.Child, Parent: e.Parent, Kind: descent.Kind(e.Kind)}
		if told := of[[2]int{e.Child, e.Parent}]; len(told) > 0 {
			l.Denied = len(citation.Adopt(citation.Descends, told).Adopted) == 0
		}
		links = append(links, l)
	}
	for i, l := range links {
		links[i].Rival = !l.Denied && rival(of, l, links)
	}
	for pair, told := range of { // a denial where nothing is linked is drawn all the same
		if !slices.ContainsFunc(links, func(l descent.Link) bool { return l.Child == pair[0] && l.Parent == pair[1] }) && len(citation.Adopt(citation.Descends, told).Adopted) == 0 {
			links = append(links, descent.Link{Child: pair[0], Parent: pair[1], Kind: descent.VariantOf, Denied: true})
		}
	}
	return descent.New(flies, links), rows, more, nil
}

// rival tells whether an account names another parent in a link's stead: one that names the other and
// not this one, while some account names this one and not the other.
func rival(of map[[2]int][]citation.Claim, l descent.Link, links []descent.Link) bool {
	sources := func(parent int) map[int64]bool {
		out := map[int64]bool{}
		for _, c := range of[[2]int{l.Child, parent}] {
			if !c.Denied && !c.Searched {
				out[c.Source] = true
			}
		}
		return out
	}
	mine := sources(l.Parent)
	for _, o := range links {
		if o.Child != l.Child || o.Parent == l.Parent || o.Denied {
			continue
		}
		theirs := sources(o.Parent)
		if len(mine) == 0 || len(theirs) == 0 {
			continue
		}
		onlyMine, onlyTheirs := false, false
		for s := range mine {
			onlyMine = onlyMine || !theirs[s]
		}
		for s := range theirs {
			onlyTheirs = onlyTheirs || !mine[s]
		}
		if onlyMine && onlyTheirs {
			return true
		}
	}
	return false
}

// Pedigree lays out what a dressing is joined to by descent.
func (l *Ledger) Pedigree(ctx context.Context, folio int, page PedigreePage) (Pedigree, error) {
	out := Pedigree{Flies: []Kin{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		g, rows, more, err := kinOf(ctx, s, folio)
		if err != nil {
			return err
		}
		p := descent.Page{Width: max(200, page.Width), BoxWidth: boxWidth, BoxHeight: boxHeight, Row: boxRow, Step: boxStep, Shut: map[int]bool{}}
		for _, f := range page.Shut {
			p.Shut[f] = true
		}
		out.Picture, out.More = g.Layout(p), more
		shown := map[int]bool{}
		for _, b := range out.Boxes {
			shown[b.Folio] = true
		}
		var entries []*Entry
		for _, r := range rows {
			if shown[r.Folio] {
				e := entry(r)
				entries = append(entries, &e)
			}
		}
		if err := qualify(ctx, s, entries); err != nil {
			return err
		}
		patterns, err := s.PatternsNumbered(ctx, each(entries, func(e *Entry) int64 { return e.Pattern }))
		if err != nil {
			return err
		}
		received := map[int]bool{}
		for _, n := range patterns {
			v, err := patternOf(n)
			if err != nil {
				return err
			}
			received[v.Received] = v.Received > 0
		}
		for _, e := range entries {
			who := cmp.Or(e.Tier, e.Originator)
			if e.Credit != "" && e.Standing != Variant {
				who = e.Credit
			}
			out.Flies = append(out.Flies, Kin{e.Folio, e.Title, e.Qualifier, who, e.Date, e.Standing, received[e.Folio], e.Pattern})
		}
		return nil
	})
	return out, err
}

// ChangeStep is one step of a descent and what changed on it.
type ChangeStep struct {
	Folio   int             `json:"folio"`
	Title   string          `json:"title"`
	Date    string          `json:"date,omitempty"`
	Verdict compare.Verdict `json:"verdict,omitempty" doc:"of this fly beside the one before; absent for the first"`
	Says    string          `json:"says,omitempty" doc:"what changed, in a sentence"`
	Parts   []string        `json:"parts" doc:"what departs, a line each"`
}

// Meeting is where two flies come from one.
type Meeting struct {
	Ancestor Name         `json:"ancestor"`
	Left     []ChangeStep `json:"left"`
	Right    []ChangeStep `json:"right"`
}

// Common gives the nearest common ancestors of two dressings with what changed on each step down.
func (l *Ledger) Common(ctx context.Context, a, b int) ([]Meeting, error) {
	out := []Meeting{}
	err := l.store.View(ctx, func(s store.Reads) error {
		for _, f := range []int{a, b} {
			if _, err := s.One(ctx, f); errors.Is(err, store.ErrNotFound) {
				return &Fault{"folio", fmt.Sprintf("there is no folio %d", f)}
			} else if err != nil {
				return err
			}
		}
		g, rows, _, err := kinOf(ctx, s, a)
		if err != nil {
			return err
		}
		c, err := cabinet(ctx, s)
		if err != nil {
			return err
		}
		by := map[int]store.Row{}
		for _, r := range rows {
			by[r.Folio] = r
		}
		for _, m := range g.Common(a, b) {
			x := Meeting{Ancestor: Name{Folio: m.Folio, Title: by[m.Folio].Title}}
			if x.Left, err = changeSteps(c, by, m.Left); err != nil {
				return err
			}
			if x.Right, err = changeSteps(c, by, m.Right); err != nil {
				return err
			}
			out = append(out, x)
		}
		return nil
	})
	return out, err
}

func changeSteps(c clubCabinet, by map[int]store.Row, folios []int) ([]ChangeStep, error) {
	out := []ChangeStep{}
	for i, f := range folios {
		r := by[f]
		x := ChangeStep{Folio: f, Title: r.Title, Date: r.DateText, Parts: []string{}}
		if i > 0 {
			parent, err := filed(by[folios[i-1]])
			if err != nil {
				return nil, err
			}
			child, err := filed(r)
			if err != nil {
				return nil, err
			}
			beside := compare.With(c.Cabinet, parent, linkedTo(parent, child))
			x.Verdict, x.Says = beside.Verdict, beside.Sentence()
			for _, d := range beside.Parts {
				if say := d.Literally(); d.Departs() && say != "" {
					x.Parts = append(x.Parts, say)
				}
			}
		}
		out = append(out, x)
	}
	return out, nil
}

// Drawn gives dressings with their drawings, by folio.
func (l *Ledger) Drawn(ctx context.Context, folios []int, v Vice) ([]Entry, error) {
	out := []Entry{}
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		rows, err := s.Rows(ctx, folios)
		if err != nil {
			return err
		}
		out, err = allDrawn(rows, v)
		return err
	})
	return out, err
}

// flyOf is a dressing in a graph of descent.
func flyOf(r store.Row) descent.Fly {
	return descent.Fly{Folio: r.Folio, Title: r.Title, Date: readAs(r.DateText, r.EDTF)}
}

// against is what time says against a link; nil where nothing.
func against(child, parent descent.Fly, kind descent.Kind) *Contradiction {
	c, ok := descent.Contradicts(child, parent, kind)
	if !ok {
		return nil
	}
	return &Contradiction{c.Says, c.Perhaps}
}

// mostAgainst is how many variants that time speaks against are told one by one.
const mostAgainst = 5

// againstOwn is what time says against a dressing's own variants, as it is being revised.
func againstOwn(ctx context.Context, s store.Reads, fly descent.Fly) ([]Contradiction, error) {
	variants, err := s.VariantDates(ctx, fly.Folio)
	if err != nil {
		return nil, err
	}
	var out []Contradiction
	for _, v := range variants {
		if c := against(flyOf(v), fly, descent.Kind(v.Kind)); c != nil {
			out = append(out, *c)
		}
	}
	if n := len(out) - mostAgainst; n > 0 {
		out = append(out[:mostAgainst], Contradiction{fmt.Sprintf("So are %d more of its variants.", n), []string{"All of them are marked in its descent."}})
	}
	return out, nil
}

// Contradiction is what time says against a link, and what could be wrong.
type Contradiction struct {
	Says    string   `json:"says"`
	Perhaps []string `json:"perhaps"`
}

// Against tells what time says against a dressing's coming from another, before or after the link is
// made; nil where nothing.
func (l *Ledger) Against(ctx context.Context, child, parent int, kind descent.Kind) (*Contradiction, error) {
	var out *Contradiction
	err := l.store.View(ctx, func(s store.Reads) error {
		a, err := s.One(ctx, child)
		if err != nil {
			return err
		}
		b, err := s.One(ctx, parent)
		if err != nil {
			return err
		}
		out = against(flyOf(a), flyOf(b), kind)
		return nil
	})
	return out, err
}
