package ledger

import (
	"encoding/json"
	"time"

	"mothledger/core/reading"
	"mothledger/store"
)

// Name is a dressing as it is offered while somebody types.
type Name struct {
	Folio int    `json:"folio"`
	Title string `json:"title"`
	// Qualifier tells it from another of its name: who and when.
	Qualifier string `json:"qualifier,omitempty"`
}

// Past is a revision in the list of a dressing's revisions.
type Past struct {
	Number  int       `json:"number"`
	FiledAt time.Time `json:"filedAt"`
	Title   string    `json:"title"`
	Why     string    `json:"why"`
}

// Word is a row of the club's own lexicon.
type Word struct {
	reading.Taught
	TaughtAt time.Time `json:"taughtAt"`
}

// Draft is what stands on a desk unfinished. It is no record of the club's and leaves
// no deed. Body is the desk's own JSON, kept as it is sent.
type Draft struct {
	ID      string          `json:"id"`
	Folio   *int            `json:"folio,omitempty" doc:"the dressing it revises"`
	Base    *int            `json:"base,omitempty" doc:"the revision it started from"`
	Edit    int64           `json:"edit"`
	Body    json.RawMessage `json:"body"`
	SavedAt time.Time       `json:"savedAt"`
}

// Batch is a file with many recipes that was taken in: a card box.
type Batch struct {
	ID        string    `json:"id"`
	Name      string    `json:"name"`
	TakenInAt time.Time `json:"takenInAt"`
	Cancelled bool      `json:"cancelled"`
	Withdrawn bool      `json:"withdrawn"`
	Clean     int       `json:"clean"`
	Look      int       `json:"look"`
	Filed     int       `json:"filed"`
	Refused   int       `json:"refused"`
}

// ItemState is what became of a recipe of a batch.
type ItemState string

// Clean is ready to file; somebody has to look at Look first.
const (
	Clean   ItemState = "clean"
	Look    ItemState = "look"
	Done    ItemState = "filed"
	Refused ItemState = "refused"
)

// Values lists the states as words.
func (ItemState) Values() []string { return words(Clean, Look, Done, Refused) }

// Item is one recipe of a batch.
type Item struct {
	Position int       `json:"position"`
	Line     int       `json:"line"`
	Title    string    `json:"title"`
	Text     string    `json:"text,omitempty"`
	State    ItemState `json:"state"`
	Why      string    `json:"why,omitempty"`
	Folio    *int      `json:"folio,omitempty"`
}

// Hook is a hook model that the club measured. Figures are millimetres; 0 is not
// measured.
type Hook struct {
	ID         int64     `json:"id"`
	Name       string    `json:"name"`
	Style      string    `json:"style,omitempty"`
	Eye        string    `json:"eye,omitempty"`
	ShankMM    float64   `json:"shankMM"`
	GapeMM     float64   `json:"gapeMM"`
	EyeMM      float64   `json:"eyeMM,omitempty"`
	WireMM     float64   `json:"wireMM,omitempty"`
	MeasuredAt time.Time `json:"measuredAt"`
}

// Dismissal is a piece of advice that somebody put aside, and why.
type Dismissal struct {
	Code string `json:"code"`
	Role string `json:"role"`
	Note string `json:"note"`
}

func item(i store.Item) Item {
	return Item{i.Position, i.Line, i.Title, i.Text, ItemState(i.State), i.Why, i.Folio}
}

// each turns a list of the store's rows into the ledger's own.
func each[A, B any](list []A, f func(A) B) []B {
	out := make([]B, len(list))
	for i, x := range list {
		out[i] = f(x)
	}
	return out
}

// words gives the values of an enumeration as strings.
func words[T ~string](list ...T) []string {
	return each(list, func(x T) string { return string(x) })
}
