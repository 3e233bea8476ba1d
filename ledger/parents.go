package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/store"
)

// Parent is a dressing that another one descends from: in which way, and why that is
// said. In JSON a number alone is a folio, "variant of".
type Parent struct {
	Folio  int          `json:"folio"`
	Kind   descent.Kind `json:"kind,omitempty"`
	Reason string       `json:"reason,omitempty"`
}

// UnmarshalJSON reads a folio or a parent.
func (p *Parent) UnmarshalJSON(b []byte) error {
	if json.Unmarshal(b, &p.Folio) == nil {
		return nil
	}
	type plain Parent
	return json.Unmarshal(b, (*plain)(p))
}

func (p Parent) kind() descent.Kind {
	if p.Kind == "" {
		return descent.VariantOf
	}
	return p.Kind
}

// Offer is a parent that a text names, with the dressings that may be meant: none where
// the ledger has none of that name.
type Offer struct {
	Kind    descent.Kind `json:"kind"`
	Name    string       `json:"name"`
	Choices []Name       `json:"choices"`
}

// ask says what has to be asked about an offer, "" where it is plain.
func (o Offer) ask() string {
	switch len(o.Choices) {
	case 0:
		return fmt.Sprintf("“%s” is not in the ledger", o.Name)
	case 1:
		return ""
	}
	return fmt.Sprintf("%d dressings are called “%s” (%s)", len(o.Choices), o.Name, listed(each(o.Choices, func(n Name) int { return n.Folio })))
}

// folioNamed is "28", "folio 28" or "28 · Widow's Lantern".
var folioNamed = regexp.MustCompile(`^(?i:folio )?(\d{1,9})\s*(?:·\s*(.*))?$`)

// between are what may stand between two names, or within one.
var between = []string{", ", " and ", " & ", " / ", "/", " or ", " + "}

// offers finds the dressings that a text's parents may be.
func offers(ctx context.Context, s store.Reads, named []dressing.Named) ([]Offer, error) {
	out := []Offer{}
	for _, n := range named {
		list, err := offered(ctx, s, n)
		if err != nil {
			return nil, err
		}
		out = append(out, list...)
	}
	return out, nil
}

// offered finds what one name stands for; where the ledger knows none of that name but
// all of several that it may be made of, these.
func offered(ctx context.Context, s store.Reads, n dressing.Named) ([]Offer, error) {
	whole := Offer{n.Kind, n.Name, nil}
	var err error
	if whole.Choices, err = called(ctx, s, n.Name); err != nil || len(whole.Choices) > 0 {
		return []Offer{whole}, err
	}
	for _, sep := range between {
		names := strings.Split(n.Name, sep)
		if len(names) < 2 {
			continue
		}
		var all []Offer
		for _, name := range names {
			o := Offer{n.Kind, tidy(name), nil}
			if o.Choices, err = called(ctx, s, o.Name); err != nil {
				return nil, err
			}
			if len(o.Choices) > 0 {
				all = append(all, o)
			}
		}
		if len(all) == len(names) {
			return all, nil
		}
	}
	return []Offer{whole}, nil
}

// called lists the dressings that a name, or a folio with or without one, stands for.
func called(ctx context.Context, s store.Reads, name string) ([]Name, error) {
	out := []Name{}
	if m := folioNamed.FindStringSubmatch(name); m != nil {
		folio, _ := strconv.Atoi(m[1])
		r, err := s.One(ctx, folio)
		if err == nil && !r.Withdrawn && (m[2] == "" || strings.EqualFold(tidy(m[2]), r.Title)) {
			return []Name{{Folio: folio, Title: r.Title}}, nil
		}
		if err != nil && !errors.Is(err, store.ErrNotFound) {
			return out, err
		}
	}
	folios, err := s.Titled(ctx, name)
	if err != nil {
		return out, err
	}
	for _, f := range folios {
		out = append(out, Name{Folio: f, Title: name})
	}
	if len(out) < 2 {
		return out, nil
	}
	rows, err := s.Rows(ctx, folios) // "three flies of this name: which?"
	for _, r := range rows {
		for i := range out {
			if out[i].Folio == r.Folio {
				out[i].Qualifier = qualifier(entry(r))
			}
		}
	}
	return out, err
}

// settled gives the parents that a text's names stand for, where each stands for one;
// else a *Fault that asks.
func settled(list []Offer) ([]Parent, error) {
	var out []Parent
	var asked []string
	for _, o := range list {
		if a := o.ask(); a != "" {
			asked = append(asked, a)
			continue
		}
		out = append(out, Parent{Folio: o.Choices[0].Folio, Kind: o.Kind})
	}
	if len(asked) > 0 {
		return nil, &Fault{"parents", "the text names a parent, and " + strings.Join(asked, "; ") + "; say which folio it is, or that none is linked"}
	}
	return out, nil
}

// linkAll links a dressing to parents in one deed.
func linkAll(ctx context.Context, tx *store.Tx, child int, parents []Parent) error {
	for _, p := range parents {
		if err := linkOne(ctx, tx, child, p, &p.Reason); err != nil {
			return err
		}
	}
	return nil
}

func linkOne(ctx context.Context, tx *store.Tx, child int, p Parent, reason *string) error {
	if _, ok := descent.Parse(string(p.Kind)); !ok {
		return &Fault{"parents", fmt.Sprintf("%q is no kind of descent; expected one of %s", p.Kind, strings.Join(p.Kind.Values(), ", "))}
	}
	if n := len([]rune(p.Reason)); n > maxNote {
		return &Fault{"parents", fmt.Sprintf("a reason of %d letters; expected at most %d", n, maxNote)}
	}
	if _, err := tx.IDOf(ctx, p.Folio); errors.Is(err, store.ErrNotFound) {
		return noParent(p.Folio)
	} else if err != nil {
		return err
	}
	key := store.Key{Folio: child, Parent: p.Folio, Kind: string(p.kind())}
	value := store.LinkValue{}
	if reason != nil {
		value.Reason = strings.TrimSpace(*reason)
	} else { // nobody said: what stands stays
		now, err := tx.Get(ctx, store.OfLink, key)
		if err != nil {
			return err
		}
		if !isNull(now) {
			return nil
		}
	}
	err := tx.Set(ctx, store.OfLink, key, value)
	if errors.Is(err, store.ErrCircle) {
		return &Fault{"parents", fmt.Sprintf("folio %d descends from this dressing, so it cannot be its parent", p.Folio)}
	}
	if err != nil {
		return err
	}
	return follow(ctx, tx, child, p)
}

func noParent(folio int) *Fault {
	return &Fault{"parents", fmt.Sprintf("there is no folio %d; choose a dressing from the ledger", folio)}
}

// relink makes the parents of a dressing those of a list.
func relink(ctx context.Context, tx *store.Tx, child int, parents []Parent) error {
	now, err := tx.Links(ctx, child)
	if err != nil {
		return err
	}
	for _, l := range now {
		if !slices.ContainsFunc(parents, func(p Parent) bool { return p.Folio == l.Parent && p.kind() == descent.Kind(l.Kind) }) {
			if err := tx.Set(ctx, store.OfLink, store.Key{Folio: child, Parent: l.Parent, Kind: l.Kind}, nil); err != nil {
				return err
			}
		}
	}
	return linkAll(ctx, tx, child, parents)
}

// Relink is a change of one link.
type Relink struct {
	Parent
	// Reason is why; nil leaves what is said.
	Reason *string
	// Was is the kind of the link that is changed, empty where one is added.
	Was descent.Kind
	// Off takes the link away, of every kind where none is named.
	Off bool
}

// Link makes a filed dressing descend from another, changes how or why, or takes the
// link away.
func (l *Ledger) Link(ctx context.Context, child int, r Relink, by Sender) (Filed, error) {
	return l.do(ctx, by, request{Linked, child, r}, func(tx *store.Tx) (deed, error) {
		if _, err := tx.IDOf(ctx, child); err != nil {
			return deed{}, err
		}
		d := deed{kind: Linked, what: fmt.Sprintf("linked folio %d as %s folio %d", child, r.kind(), r.Folio), about: []string{fmt.Sprintf("dressing %d", child)}}
		if r.Reason != nil {
			d.why = *r.Reason
		}
		if !r.Off {
			if r.Was != "" && r.Was != r.kind() {
				d.kind, d.what = Relinked, fmt.Sprintf("linked folio %d as %s folio %d, not as %s it", child, r.kind(), r.Folio, r.Was)
				was := store.Key{Folio: child, Parent: r.Folio, Kind: string(r.Was)}
				if r.Reason == nil { // the reason goes with it
					var v store.LinkValue
					now, err := tx.Get(ctx, store.OfLink, was)
					if err == nil && !isNull(now) {
						err = json.Unmarshal(now, &v)
					}
					if err != nil {
						return d, err
					}
					r.Reason = &v.Reason
				}
				if err := tx.Set(ctx, store.OfLink, was, nil); err != nil {
					return d, err
				}
			}
			if r.Reason != nil {
				r.Parent.Reason = *r.Reason
			}
			return d, linkOne(ctx, tx, child, r.Parent, r.Reason)
		}
		d.kind, d.what = Unlinked, fmt.Sprintf("took folio %d from folio %d", child, r.Folio)
		now, err := tx.Links(ctx, child)
		if err != nil {
			return d, err
		}
		for _, k := range now {
			if k.Parent != r.Folio || r.Kind != "" && k.Kind != string(r.Kind) {
				continue
			}
			if err := tx.Set(ctx, store.OfLink, store.Key{Folio: child, Parent: k.Parent, Kind: k.Kind}, nil); err != nil {
				return d, err
			}
		}
		return d, nil
	})
}
