package ledger

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"mothledger/exchange/picture"
	"mothledger/store"
)

// A bequest comes as boxes of cards. It is taken in under a number, its cards are listed with their old
// numbers before anybody describes them, and each is worked through from the Desk.

// AccessionBody is what is known of a bequest.
type AccessionBody struct {
	Number  string `json:"number" minLength:"1" maxLength:"40" doc:"the club's own number for it; none is used twice"`
	Donor   string `json:"donor,omitempty" maxLength:"200"`
	Date    string `json:"date,omitempty" maxLength:"200" doc:"when it came, in words"`
	Terms   string `json:"terms,omitempty" maxLength:"4000" doc:"what the donor asked for"`
	Custody string `json:"custody,omitempty" maxLength:"4000" doc:"whose hands it went through, and where it is kept"`
	Note    string `json:"note,omitempty" maxLength:"4000"`
}

type accessionValue struct {
	AccessionBody
	Away bool
}

// MarshalJSON writes every field.
func (v accessionValue) MarshalJSON() ([]byte, error) {
	return json.Marshal(map[string]any{"number": v.Number, "donor": v.Donor, "date": v.Date, "terms": v.Terms, "custody": v.Custody, "note": v.Note, "away": v.Away})
}

// Accession is a bequest with how far it is described.
type Accession struct {
	ID   int64  `json:"id"`
	Edit string `json:"edit"`
	AccessionBody
	Dated     *Dated `json:"dated,omitempty"`
	Cards     int    `json:"cards"`
	Described int    `json:"described"`
}

// CardBody is what is known of a card.
type CardBody struct {
	OldNumber string `json:"oldNumber,omitempty" maxLength:"60" doc:"the number that it came with"`
	Place     string `json:"place,omitempty" maxLength:"200" doc:"where it lay in the box"`
	Title     string `json:"title,omitempty" maxLength:"200" doc:"what stands at its head"`
	Note      string `json:"note,omitempty" maxLength:"4000"`
}

// Card is a card of a bequest. Folio is the dressing that was described from it, 0 for none yet.
type Card struct {
	ID        int64  `json:"id"`
	Edit      string `json:"edit"`
	Accession int64  `json:"accession"`
	Position  int    `json:"position"`
	CardBody
	Folio int    `json:"folio,omitempty"`
	Front string `json:"front,omitempty" doc:"the picture of its front, by which it is fetched"`
	Back  string `json:"back,omitempty"`
	// Number is the number of the bequest.
	Number string `json:"number,omitempty"`
}

type cardValue struct {
	CardBody
	Accession   int64
	Position    int
	Front, Back string
	Folio       int
	Away        bool
}

// MarshalJSON writes every field.
func (v cardValue) MarshalJSON() ([]byte, error) {
	folio := any(nil)
	if v.Folio > 0 {
		folio = v.Folio
	}
	return json.Marshal(map[string]any{"oldNumber": v.OldNumber, "place": v.Place, "title": v.Title, "note": v.Note, "accession": v.Accession, "position": v.Position, "front": v.Front, "back": v.Back, "folio": folio, "away": v.Away})
}

func cardOf(n store.Numbered) (Card, error) {
	var c Card
	err := json.Unmarshal(n.Value, &c)
	c.ID, c.Edit = n.ID, editOf(n.Value)
	return c, err
}

func cardsOf(list []store.Numbered) ([]Card, error) {
	out := make([]Card, len(list))
	for i, n := range list {
		var err error
		if out[i], err = cardOf(n); err != nil {
			return nil, err
		}
	}
	return out, nil
}

func (c Card) value() cardValue {
	return cardValue{c.CardBody, c.Accession, c.Position, c.Front, c.Back, c.Folio, false}
}

func accessionOf(r store.AccessionRow) (Accession, error) {
	a := Accession{Cards: r.Cards, Described: r.Described}
	err := json.Unmarshal(r.Value, &a.AccessionBody)
	a.ID, a.Edit, a.Dated = r.ID, editOf(r.Value), dated(a.Date)
	return a, err
}

// Bequest is a bequest with a stretch of its cards.
type Bequest struct {
	Accession
	List []Card `json:"list"`
	Next int    `json:"next,omitempty" doc:"the place after which the next stretch begins; absent at the end"`
	// First is the first card that is not described, 0 where all are.
	First int64 `json:"first,omitempty"`
}

// cardPage is how many cards a stretch has, and mostCards how many are listed at once.
const (
	cardPage  = 100
	mostCards = 1000
)

// Accessions lists the bequests, the newest first.
func (l *Ledger) Accessions(ctx context.Context) ([]Accession, error) {
	rows, err := l.store.Accessions(ctx, 0)
	if err != nil {
		return nil, err
	}
	out := []Accession{}
	for _, r := range rows {
		a, err := accessionOf(r)
		if err != nil {
			return nil, err
		}
		out = append(out, a)
	}
	return out, nil
}

// Bequest gives a bequest with its cards from a place on; with waiting only those that are not described.
func (l *Ledger) Bequest(ctx context.Context, id int64, after int, waiting bool) (Bequest, error) {
	out := Bequest{List: []Card{}}
	err := l.store.View(ctx, func(s store.Reads) error {
		rows, err := s.Accessions(ctx, id)
		if err != nil {
			return err
		}
		if len(rows) == 0 {
			return absent(store.OfAccession, id)
		}
		if out.Accession, err = accessionOf(rows[0]); err != nil {
			return err
		}
		list, err := s.Cards(ctx, id, after, waiting, cardPage+1)
		if err != nil {
			return err
		}
		if out.List, err = cardsOf(list[:min(len(list), cardPage)]); err != nil {
			return err
		}
		if len(list) > cardPage {
			out.Next = out.List[cardPage-1].Position
		}
		first, err := s.Cards(ctx, id, 0, true, 1)
		if err == nil && len(first) > 0 {
			out.First = first[0].ID
		}
		return err
	})
	return out, err
}

// Card gives a card, with the number of its bequest.
func (l *Ledger) Card(ctx context.Context, id int64) (Card, error) {
	var out Card
	err := l.store.View(ctx, func(s store.Reads) error {
		n, err := s.Numbered(ctx, store.OfCard, id)
		if errors.Is(err, store.ErrNotFound) {
			return absent(store.OfCard, id)
		}
		if err != nil {
			return err
		}
		if out, err = cardOf(n); err != nil {
			return err
		}
		rows, err := s.Accessions(ctx, out.Accession)
		if err == nil && len(rows) > 0 {
			var a Accession
			a, err = accessionOf(rows[0])
			out.Number = a.Number
		}
		return err
	})
	return out, err
}

// NextCard gives the card to describe after one, 0 where none is left.
func (l *Ledger) NextCard(ctx context.Context, id int64) (int64, error) {
	c, err := l.Card(ctx, id)
	if err != nil {
		return 0, err
	}
	for _, after := range []int{c.Position, 0} {
		list, err := l.store.Cards(ctx, c.Accession, after, true, 1)
		if err != nil {
			return 0, err
		}
		if len(list) > 0 && list[0].ID != id {
			return list[0].ID, nil
		}
	}
	return 0, nil
}

func (b AccessionBody) checked() (accessionValue, error) {
	b = AccessionBody{tidy(b.Number), tidy(b.Donor), tidy(b.Date), strings.TrimSpace(b.Terms), strings.TrimSpace(b.Custody), strings.TrimSpace(b.Note)}
	if b.Number == "" {
		return accessionValue{}, &Fault{"number", "the bequest has no number; expected one such as 2026.3"}
	}
	return accessionValue{AccessionBody: b}, nil
}

func usedNumber(number string, err error) error {
	if errors.Is(err, store.ErrTaken) {
		return &Fault{"number", fmt.Sprintf("the number %s was given already; none is used again", number)}
	}
	return err
}

// TakeInBequest takes a bequest in.
func (l *Ledger) TakeInBequest(ctx context.Context, b AccessionBody, by Sender) (MadeRecord, error) {
	var id int64
	f, err := l.do(ctx, by, request{AccessionMade, nil, b}, func(tx *store.Tx) (deed, error) {
		v, err := b.checked()
		if err != nil {
			return deed{}, err
		}
		id, err = tx.Make(ctx, store.OfAccession, v)
		return deed{kind: AccessionMade, what: fmt.Sprintf("took in the bequest %s", v.Number)}, usedNumber(v.Number, err)
	})
	return l.again(ctx, store.OfAccession, id, f, err)
}

// ChangeBequest changes what is known of a bequest.
func (l *Ledger) ChangeBequest(ctx context.Context, id int64, edit string, b AccessionBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{AccessionChanged, []any{id, edit}, b}, func(tx *store.Tx) (deed, error) {
		if _, err := heldValue(ctx, tx, store.OfAccession, id, edit); err != nil {
			return deed{}, err
		}
		v, err := b.checked()
		if err != nil {
			return deed{}, err
		}
		return deed{kind: AccessionChanged, what: fmt.Sprintf("changed the bequest %s", v.Number)}, usedNumber(v.Number, tx.Set(ctx, store.OfAccession, store.Key{ID: id}, v))
	})
}

func (b CardBody) tidied() CardBody {
	return CardBody{tidy(b.OldNumber), tidy(b.Place), tidy(b.Title), strings.TrimSpace(b.Note)}
}

// ListCards lists cards of a bequest, behind those that are listed, before anybody describes them.
func (l *Ledger) ListCards(ctx context.Context, id int64, cards []CardBody, by Sender) (Filed, error) {
	return l.do(ctx, by, request{CardsListed, id, cards}, func(tx *store.Tx) (deed, error) {
		now, err := heldValue(ctx, tx, store.OfAccession, id, "") // two who list wait for one another
		if err != nil {
			return deed{}, err
		}
		if len(cards) == 0 || len(cards) > mostCards {
			return deed{}, &Fault{"cards", fmt.Sprintf("%d cards; expected 1 to %d at once", len(cards), mostCards)}
		}
		var a AccessionBody
		if err := json.Unmarshal(now, &a); err != nil {
			return deed{}, err
		}
		last, err := tx.LastCard(ctx, id)
		if err != nil {
			return deed{}, err
		}
		for i, c := range cards {
			c = c.tidied()
			if c == (CardBody{}) {
				return deed{}, &Fault{fmt.Sprintf("cards[%d]", i), "this card says nothing; give it its old number, its place or what stands at its head"}
			}
			if _, err := tx.Make(ctx, store.OfCard, cardValue{CardBody: c, Accession: id, Position: last + 1 + i}); err != nil {
				return deed{}, err
			}
		}
		return deed{kind: CardsListed, what: fmt.Sprintf("listed %d cards of the bequest %s", len(cards), a.Number), about: []string{fmt.Sprintf("accession %d", id)}}, nil
	})
}

// changeCard changes a card in one deed.
func (l *Ledger) changeCard(ctx context.Context, id int64, edit string, asks any, by Sender, change func(*store.Tx, *cardValue) (string, error)) (Filed, error) {
	return l.do(ctx, by, request{CardChanged, []any{id, edit}, asks}, func(tx *store.Tx) (deed, error) {
		now, err := heldValue(ctx, tx, store.OfCard, id, edit)
		if err != nil {
			return deed{}, err
		}
		c, err := cardOf(store.Numbered{ID: id, Value: now})
		if err != nil {
			return deed{}, err
		}
		v := c.value()
		what, err := change(tx, &v)
		if err != nil {
			return deed{}, err
		}
		name := cmp.Or(v.OldNumber, v.Title, fmt.Sprint(v.Position))
		return deed{kind: CardChanged, what: fmt.Sprintf("%s card %s", what, name), about: []string{fmt.Sprintf("accession %d", v.Accession)}}, tx.Set(ctx, store.OfCard, store.Key{ID: id}, v)
	})
}

// ChangeCard changes what is known of a card; with out it is taken out of the list.
func (l *Ledger) ChangeCard(ctx context.Context, id int64, edit string, b CardBody, out bool, by Sender) (Filed, error) {
	return l.changeCard(ctx, id, edit, []any{b, out}, by, func(_ *store.Tx, v *cardValue) (string, error) {
		if v.Away = out; out {
			if v.Folio > 0 {
				return "", &Fault{"card", fmt.Sprintf("folio %d was described from this card; take that back first", v.Folio)}
			}
			return "took out", nil
		}
		v.CardBody = b.tidied()
		return "changed", nil
	})
}

// Sides of a card.
const (
	Front = "front"
	Back  = "back"
)

// SetPicture gives a side of a card its picture, encoded anew; with no bytes it takes the picture away.
func (l *Ledger) SetPicture(ctx context.Context, id int64, side string, b []byte, by Sender) (Filed, error) {
	var p picture.Picture
	if !slices.Contains([]string{Front, Back}, side) {
		return Filed{}, &Fault{"side", fmt.Sprintf("%q is no side of a card; expected front or back", side)}
	}
	if len(b) > 0 {
		var err error
		if p, err = picture.Take(b); err != nil {
			return Filed{}, &Fault{"picture", err.Error()}
		}
	}
	return l.changeCard(ctx, id, "", []any{side, p.SHA}, by, func(tx *store.Tx, v *cardValue) (string, error) {
		if p.SHA != "" {
			if err := tx.KeepPicture(ctx, store.Picture(p)); err != nil {
				return "", err
			}
		}
		if side == Front {
			v.Front = p.SHA
		} else {
			v.Back = p.SHA
		}
		if p.SHA == "" {
			return "took a picture from", nil
		}
		return "pictured the " + side + " of", nil
	})
}

// Picture gives a picture that is kept.
func (l *Ledger) Picture(ctx context.Context, sha string) (store.Picture, error) {
	return l.store.Picture(ctx, sha)
}

// fromCard says that a dressing was described from a card.
func fromCard(ctx context.Context, tx *store.Tx, id int64, folio int) error {
	now, err := heldValue(ctx, tx, store.OfCard, id, "")
	if err != nil {
		return err
	}
	c, err := cardOf(store.Numbered{ID: id, Value: now})
	if err != nil {
		return err
	}
	if c.Folio > 0 {
		if r, err := tx.One(ctx, c.Folio); err != nil {
			return err
		} else if !r.Withdrawn {
			return &Fault{"card", fmt.Sprintf("this card was described already, as folio %d", c.Folio)}
		}
	}
	v := c.value()
	v.Folio = folio
	return tx.Set(ctx, store.OfCard, store.Key{ID: id}, v)
}

// Numbered is what a number leads to.
type Numbered struct {
	Dressings []Name `json:"dressings" doc:"dressings that bear it, or that it leads on to"`
	Cards     []Card `json:"cards" doc:"cards that bear it and are not described yet"`
	Says      string `json:"says"`
}

// Number tells where an old number, or a folio that was taken back, leads.
func (l *Ledger) Number(ctx context.Context, number string) (Numbered, error) {
	out := Numbered{Dressings: []Name{}, Cards: []Card{}}
	number = tidy(number)
	err := l.store.View(ctx, func(s store.Reads) error {
		folios, cards, err := s.OldNumber(ctx, number)
		if err != nil {
			return err
		}
		if out.Cards, err = cardsOf(cards); err != nil {
			return err
		}
		for _, f := range folios {
			to, err := leadsOn(ctx, s, f)
			if err != nil {
				return err
			}
			r, err := s.One(ctx, to)
			if err != nil {
				return err
			}
			out.Dressings = append(out.Dressings, Name{Folio: to, Title: r.Title})
		}
		switch {
		case len(out.Dressings) == 1:
			out.Says = fmt.Sprintf("%s is folio %d by now.", number, out.Dressings[0].Folio)
		case len(out.Dressings) > 1:
			out.Says = fmt.Sprintf("%d cards bore the number %s.", len(out.Dressings), number)
		case len(out.Cards) > 0:
			out.Says = fmt.Sprintf("%s is listed and not described yet.", number)
		default:
			out.Says = fmt.Sprintf("No card bore the number %s.", number)
		}
		return nil
	})
	return out, err
}

// leadsOn follows a folio that was taken back to the one that it leads on to, however many steps.
func leadsOn(ctx context.Context, s store.Reads, folio int) (int, error) {
	seen := map[int]bool{}
	for !seen[folio] {
		seen[folio] = true
		to, err := s.LeadsTo(ctx, folio)
		if err != nil || to == 0 {
			return folio, err
		}
		folio = to
	}
	return folio, nil
}
