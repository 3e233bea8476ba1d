package ledger

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"mothledger/store"
)

// Tray is a named, ordered list of dressings with a note at each: for a talk, an exhibition, open
// questions and who was asked when.
type Tray struct {
	ID     int64     `json:"id"`
	Name   string    `json:"name"`
	About  string    `json:"about,omitempty"`
	Edit   int       `json:"edit" doc:"a number of all that it holds; whoever changes it names the one they saw"`
	MadeAt time.Time `json:"madeAt"`
	Away   bool      `json:"away,omitempty" doc:"it was put away"`
	Count  int       `json:"count"`
	Items  []Laid    `json:"items"`
}

// Laid is a dressing that lies in a tray.
type Laid struct {
	Entry Entry  `json:"entry"`
	Note  string `json:"note,omitempty"`
}

// TrayItem is a dressing to lie in a tray.
type TrayItem struct {
	Folio int    `json:"folio" minimum:"1" maximum:"2147483647"`
	Note  string `json:"note,omitempty" maxLength:"4000"`
}

// TrayBody is what a tray shall hold.
type TrayBody struct {
	Name  string     `json:"name" minLength:"1" maxLength:"200"`
	About string     `json:"about,omitempty" maxLength:"4000"`
	Items []TrayItem `json:"items" maxItems:"500"`
}

// mostLaid is how many dressings a tray takes.
const mostLaid = 500

func trayOf(t store.Tray) Tray {
	return Tray{ID: t.ID, Name: t.Name, About: t.About, Edit: t.Edit, MadeAt: t.MadeAt, Away: t.Away, Count: t.Count, Items: []Laid{}}
}

// Trays lists the trays that are out; with a folio above 0 those that hold it.
func (l *Ledger) Trays(ctx context.Context, folio int) ([]Tray, error) {
	list, err := l.store.Trays(ctx, folio)
	return each(list, trayOf), err
}

// OpenTray gives a tray with its dressings, each drawn on the hook in the vice.
func (l *Ledger) OpenTray(ctx context.Context, id int64, v Vice) (Tray, error) {
	var out Tray
	err := l.store.View(ctx, func(s store.Reads) error {
		v, err := v.load(ctx, s)
		if err != nil {
			return err
		}
		t, err := s.Tray(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			return &Fault{"tray", fmt.Sprintf("there is no tray %d", id)}
		}
		if err != nil {
			return err
		}
		out = trayOf(t)
		var items []store.TrayItem
		if err := json.Unmarshal(t.Items, &items); err != nil {
			return err
		}
		rows, err := s.Laid(ctx, id)
		if err != nil {
			return err
		}
		for i, r := range rows {
			e, err := drawn(r, v)
			if err != nil {
				return err
			}
			out.Items = append(out.Items, Laid{e, items[i].Note})
		}
		return nil
	})
	return out, err
}

// value checks what a tray shall hold.
func (b TrayBody) value(ctx context.Context, s store.Reads) (store.TrayValue, error) {
	v := store.TrayValue{Name: tidy(b.Name), About: b.About, Items: []store.TrayItem{}}
	if v.Name == "" {
		return v, &Fault{"name", "the tray has no name; expected one such as \"Open questions\""}
	}
	if len(b.Items) > mostLaid {
		return v, &Fault{"items", fmt.Sprintf("%d dressings are too many; a tray takes %d", len(b.Items), mostLaid)}
	}
	for i, x := range b.Items {
		if slices.ContainsFunc(v.Items, func(y store.TrayItem) bool { return y.Folio == x.Folio }) {
			return v, &Fault{fmt.Sprintf("items[%d].folio", i), fmt.Sprintf("folio %d lies in this tray already", x.Folio)}
		}
		if _, err := s.One(ctx, x.Folio); errors.Is(err, store.ErrNotFound) {
			return v, &Fault{fmt.Sprintf("items[%d].folio", i), fmt.Sprintf("there is no folio %d", x.Folio)}
		} else if err != nil {
			return v, err
		}
		v.Items = append(v.Items, store.TrayItem(x))
	}
	return v, nil
}

// MakeTray makes a tray and gives its number.
func (l *Ledger) MakeTray(ctx context.Context, b TrayBody, by Sender) (int64, Filed, error) {
	var id int64
	done, err := l.do(ctx, by, request{TrayMade, nil, b}, func(tx *store.Tx) (deed, error) {
		v, err := b.value(ctx, tx.Reads)
		if err != nil {
			return deed{}, err
		}
		id, err = tx.MakeTray(ctx, v)
		return deed{kind: TrayMade, what: fmt.Sprintf("made the tray “%s”", v.Name)}, err
	})
	if err == nil && done.Again {
		var d store.Deed
		if d, err = l.store.OneDeed(ctx, done.Deed); err == nil && len(d.Touches) > 0 {
			_, err = fmt.Sscanf(d.Touches[0], "tray %d", &id)
		}
	}
	return id, done, err
}

// held gives what a tray holds, locked until the transaction ends.
func held(ctx context.Context, tx *store.Tx, id int64) (store.TrayValue, store.Tray, error) {
	var v store.TrayValue
	now, err := tx.Get(ctx, store.OfTray, store.Key{Tray: id})
	if err != nil {
		return v, store.Tray{}, err
	}
	if isNull(now) {
		return v, store.Tray{}, &Fault{"tray", fmt.Sprintf("there is no tray %d", id)}
	}
	if err := json.Unmarshal(now, &v); err != nil {
		return v, store.Tray{}, err
	}
	t, err := tx.Tray(ctx, id)
	return v, t, err
}

// ChangeTray lets a tray hold something else. edit is the one that was seen; where somebody
// changed the tray since it is a *Fault and nothing is changed.
func (l *Ledger) ChangeTray(ctx context.Context, id int64, edit int, b TrayBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{TrayChanged, [2]int64{id, int64(edit)}, b}, func(tx *store.Tx) (deed, error) {
		old, t, err := held(ctx, tx, id)
		if err != nil {
			return deed{}, err
		}
		if t.Edit != edit {
			return deed{}, &Fault{"edit", "somebody else changed this tray meanwhile; look at it again, what you wrote is still in its fields"}
		}
		v, err := b.value(ctx, tx.Reads)
		if err != nil {
			return deed{}, err
		}
		v.Away = old.Away
		return deed{kind: TrayChanged, what: fmt.Sprintf("changed the tray “%s”", v.Name)}, tx.Set(ctx, store.OfTray, store.Key{Tray: id}, v)
	})
}

// LayIn adds dressings to a tray, behind those that lie there; one that lies there stays where it is.
func (l *Ledger) LayIn(ctx context.Context, id int64, folios []int, by Sender) (Filed, error) {
	return l.do(ctx, by, request{TrayChanged, id, folios}, func(tx *store.Tx) (deed, error) {
		v, _, err := held(ctx, tx, id)
		if err != nil {
			return deed{}, err
		}
		b := TrayBody{Name: v.Name, About: v.About, Items: each(v.Items, func(x store.TrayItem) TrayItem { return TrayItem(x) })}
		before := len(b.Items)
		for _, f := range folios {
			if !slices.ContainsFunc(b.Items, func(x TrayItem) bool { return x.Folio == f }) {
				b.Items = append(b.Items, TrayItem{Folio: f})
			}
		}
		now, err := b.value(ctx, tx.Reads)
		if err != nil {
			return deed{}, err
		}
		now.Away = v.Away
		n := len(b.Items) - before
		what := fmt.Sprintf("laid %d dressings in the tray “%s”", n, v.Name)
		if n == 1 {
			what = fmt.Sprintf("laid folio %d in the tray “%s”", b.Items[before].Folio, v.Name)
		}
		return deed{kind: TrayChanged, what: what}, tx.Set(ctx, store.OfTray, store.Key{Tray: id}, now)
	})
}

// PutTrayAway puts a tray away, or with away unset takes it out again.
func (l *Ledger) PutTrayAway(ctx context.Context, id int64, away bool, by Sender) (Filed, error) {
	return l.do(ctx, by, request{TrayAway, id, away}, func(tx *store.Tx) (deed, error) {
		v, _, err := held(ctx, tx, id)
		if err != nil {
			return deed{}, err
		}
		v.Away = away
		d := deed{kind: TrayAway, what: fmt.Sprintf("put the tray “%s” away", v.Name)}
		if !away {
			d.kind, d.what = TrayChanged, fmt.Sprintf("took the tray “%s” out again", v.Name)
		}
		return d, tx.Set(ctx, store.OfTray, store.Key{Tray: id}, v)
	})
}
