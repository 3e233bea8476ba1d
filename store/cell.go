package store

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
)

// Of is what kind of thing a cell of the ledger holds.
type Of string

// What the ledger holds and a deed can change. What a dressing says is a revision, and
// revisions are only added to; everything else is set.
const (
	OfLink   Of = "link"   // folio descends from parent, in a kind
	OfShelf  Of = "shelf"  // folio is in the lists, or was taken back
	OfSays   Of = "says"   // the newest revision of folio
	OfWord   Of = "word"   // what words mean to the club's reader
	OfSchool Of = "school" // what the club, or folio, chose on a question
	OfAside  Of = "aside"  // advice on folio that was put aside
	OfOrder  Of = "order"  // folio's own order of tying
	OfHook   Of = "hook"   // a measured hook is in the list
	OfBox    Of = "box"    // how far a card box has come
	OfItem   Of = "item"   // what became of a recipe of a box
	OfTray   Of = "tray"   // what lies in a tray
	// OfMaterial is an entry of the club's Cabinet, OfVerdict an archivist's own verdict on folio beside
	// parent.
	OfMaterial Of = "material"
	OfVerdict  Of = "verdict"
)

// Key names a cell; which fields count depends on what it is of.
type Key struct {
	Folio    int    `json:"folio,omitempty"`
	Parent   int    `json:"parent,omitempty"`
	Kind     string `json:"kind,omitempty"`
	Words    string `json:"words,omitempty"`
	Question string `json:"question,omitempty"`
	Code     string `json:"code,omitempty"`
	Role     string `json:"role,omitempty"`
	Hook     int64  `json:"hook,omitempty"`
	Box      string `json:"box,omitempty"`
	Position int    `json:"position,omitempty"`
	Tray     int64  `json:"tray,omitempty"`
	ID       int64  `json:"id,omitempty"`
}

// Change is a cell of the ledger with what stood there before and after a deed, as
// JSON; null where nothing stood. Its inverse is the change the other way round.
type Change struct {
	Of     Of              `json:"of"`
	Key    Key             `json:"key"`
	Before json.RawMessage `json:"before"`
	After  json.RawMessage `json:"after"`
}

// Values of cells.
type (
	// LinkValue is why a dressing descends from another.
	LinkValue struct {
		Reason   string `json:"reason"`
		LinkedAt string `json:"linkedAt,omitempty"`
	}
	// ShelfValue tells whether a dressing was taken back, and which folio its number leads on to
	// since, if any.
	ShelfValue struct {
		Withdrawn bool `json:"withdrawn"`
		LeadsTo   *int `json:"leadsTo"`
	}
	// SaysValue is the number of a revision, and of the one whose words it repeats,
	// which is its own where it repeats none.
	SaysValue struct {
		Revision int `json:"revision"`
		As       int `json:"as"`
	}
	// WordValue is what words mean.
	WordValue struct {
		Kind     string `json:"kind"`
		Means    string `json:"means"`
		Material string `json:"material"` // the kind of a new material
		Hue      string `json:"hue"`
		Also     Names  `json:"also"`
		Example  string `json:"example"`
		TaughtAt string `json:"taughtAt,omitempty"`
	}
	// SchoolValue is what was chosen.
	SchoolValue struct {
		Chosen string `json:"chosen"`
	}
	// AsideValue is why advice was put aside.
	AsideValue struct {
		Note        string `json:"note"`
		DismissedAt string `json:"dismissedAt,omitempty"`
	}
	// OrderValue is an order of tying, for one revision.
	OrderValue struct {
		Number int             `json:"number"`
		Steps  json.RawMessage `json:"steps"`
	}
	// HookValue tells whether a hook was taken out of the list.
	HookValue struct {
		Retired bool `json:"retired"`
	}
	// BoxValue is how far a box has come.
	BoxValue struct {
		Cancelled bool `json:"cancelled"`
		Withdrawn bool `json:"withdrawn"`
		Dropped   bool `json:"dropped"`
	}
	// ItemValue is what became of a recipe.
	ItemValue struct {
		State string `json:"state"`
		Why   string `json:"why"`
		Folio *int   `json:"folio"`
	}
)

// Names is a list that is written as one where it has none.
type Names []string

// MarshalJSON writes a list.
func (n Names) MarshalJSON() ([]byte, error) {
	if n == nil {
		n = Names{}
	}
	return json.Marshal([]string(n))
}

// A cell is read, set and emptied by a statement each: $1 is its key, $2 its value.
// What is never deleted is emptied by marking it.
type cell struct{ get, put, drop string }

const (
	ofFolio  = `(select id from dressing where folio = ($1::jsonb ->> 'folio')::int)`
	ofParent = `(select id from dressing where folio = ($1::jsonb ->> 'parent')::int)`
)

var cells = map[Of]cell{
	OfLink: {
		`select json_build_object('reason', reason, 'linkedAt', linked_at) from descent where child_id = ` + ofFolio + ` and parent_id = ` + ofParent + ` and kind = $1::jsonb ->> 'kind' for update`,
		`insert into descent (child_id, parent_id, kind, reason, linked_at) values (` + ofFolio + `, ` + ofParent + `, $1::jsonb ->> 'kind', $2::jsonb ->> 'reason', coalesce(($2::jsonb ->> 'linkedAt')::timestamptz, now()))
			on conflict (child_id, parent_id, kind) do update set reason = excluded.reason`,
		`delete from descent where child_id = ` + ofFolio + ` and parent_id = ` + ofParent + ` and kind = $1::jsonb ->> 'kind'`,
	},
	OfShelf: {
		`select json_build_object('withdrawn', withdrawn, 'leadsTo', leads_to) from newest where folio = ($1::jsonb ->> 'folio')::int for update`,
		`update newest set withdrawn = ($2::jsonb ->> 'withdrawn')::bool, leads_to = ($2::jsonb ->> 'leadsTo')::int where folio = ($1::jsonb ->> 'folio')::int`,
		`update newest set withdrawn = true where folio = ($1::jsonb ->> 'folio')::int`,
	},
	OfSays: {get: `select json_build_object('revision', r.number, 'as', coalesce(r.again, r.number)) from newest n join revision r on r.id = n.revision_id where n.folio = ($1::jsonb ->> 'folio')::int for update of n`},
	OfWord: {
		`select jsonb_build_object('kind', kind, 'taughtAt', taught_at, 'means', means, 'material', material_kind, 'hue', hue, 'also', also, 'example', example) from vocabulary where words = $1::jsonb ->> 'words'`,
		`insert into vocabulary (words, kind, taught_at, means, material_kind, hue, also, example)
			select $1::jsonb ->> 'words', v ->> 'kind', coalesce((v ->> 'taughtAt')::timestamptz, now()), coalesce(v ->> 'means', ''), coalesce(v ->> 'material', ''), coalesce(v ->> 'hue', ''), case jsonb_typeof(v -> 'also') when 'array' then v -> 'also' else '[]' end, coalesce(v ->> 'example', '') from (select $2::jsonb v) x
			on conflict (words) do update set kind = excluded.kind, means = excluded.means, material_kind = excluded.material_kind, hue = excluded.hue, also = excluded.also, example = excluded.example`,
		`delete from vocabulary where words = $1::jsonb ->> 'words'`,
	},
	OfSchool: {
		`select json_build_object('chosen', chosen) from (
			select chosen from school where question = $1::jsonb ->> 'question' and not $1::jsonb ? 'folio'
			union all select chosen from dressing_school where dressing_id = ` + ofFolio + ` and question = $1::jsonb ->> 'question') x`,
		`with club as (insert into school (question, chosen) select $1::jsonb ->> 'question', $2::jsonb ->> 'chosen' where not $1::jsonb ? 'folio' on conflict (question) do update set chosen = excluded.chosen)
			insert into dressing_school (dressing_id, question, chosen) select ` + ofFolio + `, $1::jsonb ->> 'question', $2::jsonb ->> 'chosen' where $1::jsonb ? 'folio' on conflict (dressing_id, question) do update set chosen = excluded.chosen`,
		`with club as (delete from school where question = $1::jsonb ->> 'question' and not $1::jsonb ? 'folio')
			delete from dressing_school where dressing_id = ` + ofFolio + ` and question = $1::jsonb ->> 'question'`,
	},
	OfAside: {
		`select json_build_object('note', note, 'dismissedAt', dismissed_at) from dismissal where dressing_id = ` + ofFolio + ` and code = $1::jsonb ->> 'code' and role = coalesce($1::jsonb ->> 'role', '') for update`,
		`insert into dismissal (dressing_id, code, role, note, dismissed_at) values (` + ofFolio + `, $1::jsonb ->> 'code', coalesce($1::jsonb ->> 'role', ''), $2::jsonb ->> 'note', coalesce(($2::jsonb ->> 'dismissedAt')::timestamptz, now()))
			on conflict (dressing_id, code, role) do update set note = excluded.note, dismissed_at = excluded.dismissed_at`,
		`delete from dismissal where dressing_id = ` + ofFolio + ` and code = $1::jsonb ->> 'code' and role = coalesce($1::jsonb ->> 'role', '')`,
	},
	OfOrder: {
		`select json_build_object('number', number, 'steps', steps) from dressing_order where dressing_id = ` + ofFolio + ` for update`,
		`insert into dressing_order (dressing_id, number, steps) values (` + ofFolio + `, ($2::jsonb ->> 'number')::int, $2::jsonb -> 'steps') on conflict (dressing_id) do update set number = excluded.number, steps = excluded.steps`,
		`delete from dressing_order where dressing_id = ` + ofFolio,
	},
	OfHook: {
		`select json_build_object('retired', retired) from hook where id = ($1::jsonb ->> 'hook')::bigint for update`,
		`update hook set retired = ($2::jsonb ->> 'retired')::bool where id = ($1::jsonb ->> 'hook')::bigint`,
		`update hook set retired = true where id = ($1::jsonb ->> 'hook')::bigint`,
	},
	OfBox: {
		`select json_build_object('cancelled', cancelled, 'withdrawn', withdrawn, 'dropped', dropped) from batch where id = ($1::jsonb ->> 'box')::uuid for update`,
		`update batch set cancelled = ($2::jsonb ->> 'cancelled')::bool, withdrawn = ($2::jsonb ->> 'withdrawn')::bool, dropped = ($2::jsonb ->> 'dropped')::bool where id = ($1::jsonb ->> 'box')::uuid`,
		`update batch set dropped = true where id = ($1::jsonb ->> 'box')::uuid`,
	},
	OfTray: {
		get:  `select tray_value(id) from tray where id = ($1::jsonb ->> 'tray')::bigint for update`,
		put:  `select set_tray(($1::jsonb ->> 'tray')::bigint, $2::jsonb)`,
		drop: `update tray set away = true where id = ($1::jsonb ->> 'tray')::bigint`,
	},
	OfMaterial: {
		`select value || jsonb_build_object('enteredAt', entered_at) from cabinet where name = $1::jsonb ->> 'words'`,
		`insert into cabinet (name, value, entered_at) values ($1::jsonb ->> 'words', $2::jsonb - 'enteredAt', coalesce(($2::jsonb ->> 'enteredAt')::timestamptz, now())) on conflict (name) do update set value = excluded.value`,
		`delete from cabinet where name = $1::jsonb ->> 'words'`,
	},
	OfVerdict: {
		`select json_build_object('verdict', verdict, 'note', note, 'at', overruled_at) from overruled where child_id = ` + ofFolio + ` and parent_id = ` + ofParent,
		`insert into overruled (child_id, parent_id, verdict, note, overruled_at) values (` + ofFolio + `, ` + ofParent + `, $2::jsonb ->> 'verdict', $2::jsonb ->> 'note', coalesce(($2::jsonb ->> 'at')::timestamptz, now()))
			on conflict (child_id, parent_id) do update set verdict = excluded.verdict, note = excluded.note`,
		`delete from overruled where child_id = ` + ofFolio + ` and parent_id = ` + ofParent,
	},
	OfItem: {
		get: `select json_build_object('state', i.state, 'why', i.why, 'folio', d.folio) from batch_item i left join dressing d on d.id = i.dressing_id where i.batch_id = ($1::jsonb ->> 'box')::uuid and i.position = ($1::jsonb ->> 'position')::int for update of i`,
		put: `update batch_item set state = $2::jsonb ->> 'state', why = $2::jsonb ->> 'why', dressing_id = (select id from dressing where folio = ($2::jsonb ->> 'folio')::int) where batch_id = ($1::jsonb ->> 'box')::uuid and position = ($1::jsonb ->> 'position')::int`,
	},
}

var unlocked = map[Of]bool{OfLink: true, OfWord: true, OfSchool: true, OfAside: true, OfOrder: true, OfMaterial: true, OfVerdict: true}

var null = json.RawMessage("null")

// Get gives what a cell holds, as JSON, and locks it until the transaction ends; null
// where it holds nothing.
func (t *Tx) Get(ctx context.Context, of Of, key Key) (json.RawMessage, error) {
	k, err := json.Marshal(key)
	if err != nil {
		return nil, err
	}
	// a cell that holds nothing has no row to lock: whoever else asks for it waits here
	if unlocked[of] {
		if _, err := t.tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtextextended($1, 5))`, string(of)+string(k)); err != nil {
			return nil, err
		}
	}
	var v []byte
	err = t.tx.GetContext(ctx, &v, cells[of].get, string(k))
	if errors.Is(err, sql.ErrNoRows) {
		return null, nil
	}
	return v, err
}

// Set puts a value into a cell, nil empties it, and remembers the change for the deed
// of this transaction. A cell that holds the value already is no change.
func (t *Tx) Set(ctx context.Context, of Of, key Key, value any) error {
	before, err := t.Get(ctx, of, key)
	if err != nil {
		return err
	}
	v, err := json.Marshal(value)
	if err != nil {
		return err
	}
	if Same(before, v) {
		return nil
	}
	k, err := json.Marshal(key)
	if err != nil {
		return err
	}
	args := []any{string(k), string(v)}
	sql := cells[of].put
	if value == nil || string(v) == "null" {
		sql, args = cells[of].drop, args[:1]
	}
	if sql == "" {
		return fmt.Errorf("a %s is not set", of)
	}
	if _, err := t.tx.ExecContext(ctx, sql, args...); err != nil {
		return plain(err)
	}
	if of == OfPeriod {
		if err := t.redate(ctx, key.Words); err != nil {
			return err
		}
	}
	return t.changed(ctx, of, key, before)
}

// changed remembers what a cell held before and holds now.
func (t *Tx) changed(ctx context.Context, of Of, key Key, before json.RawMessage) error {
	after, err := t.Get(ctx, of, key)
	if err != nil {
		return err
	}
	if !bytes.Equal(before, after) {
		t.changes = append(t.changes, Change{of, key, before, after})
	}
	return nil
}

// Changes are what this transaction changed so far.
func (t *Tx) Changes() []Change { return t.changes }

// Same tells whether a cell's value says all that another says: stamps of time that the
// other leaves out do not count.
func Same(held, wanted json.RawMessage) bool {
	var a, b any
	if json.Unmarshal(held, &a) != nil || json.Unmarshal(wanted, &b) != nil {
		return false
	}
	x, okA := a.(map[string]any)
	y, okB := b.(map[string]any)
	if !okA || !okB {
		return a == nil && b == nil
	}
	for k, v := range y {
		if !reflect.DeepEqual(x[k], v) {
			return false
		}
	}
	return true
}
