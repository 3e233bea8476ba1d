package store

import (
	"errors"
	"testing"
)

func TestMeasuredHooksAreKeptOnce(t *testing.T) {
	s := open(t)
	h := Hook{Name: "Long wet", Size: 12, Style: "wet", ShankMM: 11.1, GapeMM: 5.4}
	id, err := s.AddHook(t.Context(), h)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddHook(t.Context(), Hook{Name: "LONG WET", Size: 12, ShankMM: 9, GapeMM: 5}); !errors.Is(err, ErrTaken) {
		t.Errorf("the same name and size again: %v", err)
	}
	if _, err := s.AddHook(t.Context(), Hook{Name: "Long wet", Size: 14, ShankMM: 9, GapeMM: 5}); err != nil {
		t.Errorf("the same name in another size: %v", err)
	}
	for name, bad := range map[string]Hook{
		"no name": {Size: 12, ShankMM: 9, GapeMM: 5}, "no shank": {Name: "x", Size: 12, GapeMM: 5}, "another style": {Name: "x", Size: 12, Style: "bent", ShankMM: 9, GapeMM: 5}, "no such size": {Name: "x", Size: 40, ShankMM: 9, GapeMM: 5},
	} {
		if _, err := s.AddHook(t.Context(), bad); err == nil {
			t.Errorf("%s was kept", name)
		}
	}
	if err := s.RetireHook(t.Context(), id, true); err != nil {
		t.Fatal(err)
	}
	if list, err := s.Hooks(t.Context()); err != nil || len(list) != 1 {
		t.Errorf("%d hooks are listed, %v", len(list), err)
	}
	if got, err := s.Hook(t.Context(), id); err != nil || got.ShankMM != 11.1 {
		t.Errorf("a retired hook is %+v, %v", got, err)
	}
	if _, err := s.AddHook(t.Context(), h); err != nil {
		t.Errorf("its name is not free again: %v", err)
	}
}

func TestSchoolsDismissalsAndOrders(t *testing.T) {
	s := open(t)
	var id int64
	if err := s.Within(t.Context(), func(tx *Tx) (err error) {
		id, _, err = tx.File(t.Context(), revision("Schooled"))
		return err
	}); err != nil {
		t.Fatal(err)
	}
	must := func(err error) {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
	}
	must(s.Choose(t.Context(), 0, "rib-way", "against"))
	must(s.Choose(t.Context(), 0, "rib-way", "with-soft"))
	must(s.Choose(t.Context(), id, "rib-way", "against"))
	club, err := s.Schools(t.Context(), 0)
	must(err)
	own, err := s.Schools(t.Context(), id)
	must(err)
	if club["rib-way"] != "with-soft" || own["rib-way"] != "against" {
		t.Errorf("the club %v, the dressing %v", club, own)
	}
	must(s.Choose(t.Context(), id, "rib-way", ""))
	if own, _ = s.Schools(t.Context(), id); len(own) != 0 {
		t.Errorf("still its own: %v", own)
	}

	must(s.Dismiss(t.Context(), id, Dismissal{Code: "hair-flares", Role: "wing", Note: "so it should"}))
	must(s.Dismiss(t.Context(), id, Dismissal{Code: "hair-flares", Role: "wing", Note: "it is meant to"}))
	list, err := s.Dismissals(t.Context(), id)
	must(err)
	if len(list) != 1 || list[0].Note != "it is meant to" {
		t.Errorf("put aside: %+v", list)
	}
	must(s.Dismiss(t.Context(), id, Dismissal{Code: "hair-flares", Role: "wing"}))
	if list, _ = s.Dismissals(t.Context(), id); len(list) != 0 {
		t.Errorf("taken up again, and still aside: %+v", list)
	}

	must(s.KeepOrder(t.Context(), id, 1, []byte("[1, 0]")))
	if b, err := s.Order(t.Context(), id, 1); err != nil || string(b) != "[1, 0]" {
		t.Errorf("order %s, %v", b, err)
	}
	if b, err := s.Order(t.Context(), id, 2); err != nil || b != nil {
		t.Errorf("the order of another revision: %s, %v", b, err)
	}
	must(s.KeepOrder(t.Context(), id, 1, nil))
	if b, _ := s.Order(t.Context(), id, 1); b != nil {
		t.Errorf("taken away, and still there: %s", b)
	}
}

func TestVocabularyAndDeeds(t *testing.T) {
	s := open(t)
	within := func(f func(tx *Tx) error) {
		t.Helper()
		if err := s.Within(t.Context(), f); err != nil {
			t.Fatal(err)
		}
	}
	within(func(tx *Tx) error {
		for i, want := range []bool{true, false} {
			if fresh, err := tx.Teach(t.Context(), "Grobble", "colour"); err != nil || fresh != want {
				t.Errorf("teaching %d: %v, %v", i+1, fresh, err)
			}
		}
		return nil
	})
	if v, err := s.Vocabulary(t.Context()); err != nil || len(v) != 1 || v[0].Words != "grobble" || v[0].Kind != "colour" {
		t.Errorf("vocabulary %+v, %v", v, err)
	}
	words := "grobble"
	var first, second int64
	within(func(tx *Tx) (err error) {
		if first, err = tx.Note(t.Context(), Deed{Seat: "seat one", Kind: "teach", What: "first", Words: &words}); err != nil {
			return err
		}
		if second, err = tx.Note(t.Context(), Deed{Seat: "seat one", Kind: "teach", What: "second", Words: &words}); err != nil {
			return err
		}
		none, err := tx.Note(t.Context(), Deed{Kind: "teach", What: "of no seat"})
		if none != 0 {
			t.Errorf("a deed of no seat was kept as %d", none)
		}
		return err
	})
	within(func(tx *Tx) error {
		for _, want := range []int64{second, first} {
			d, err := tx.LastDeed(t.Context(), "seat one", 0)
			if err != nil || d.ID != want {
				t.Errorf("last deed %d, %v; expected %d", d.ID, err, want)
			}
			if err := tx.MarkUndone(t.Context(), d.ID); err != nil {
				return err
			}
		}
		if _, err := tx.LastDeed(t.Context(), "seat one", 0); !errors.Is(err, ErrNotFound) {
			t.Errorf("nothing is left: %v", err)
		}
		if _, err := tx.LastDeed(t.Context(), "seat two", first); !errors.Is(err, ErrNotFound) {
			t.Errorf("another seat's deed: %v", err)
		}
		return tx.Forget(t.Context(), "Grobble")
	})
	if v, _ := s.Vocabulary(t.Context()); len(v) != 0 {
		t.Errorf("forgotten, and still known: %+v", v)
	}
}

// The application's role can do what it needs and nothing more.
func TestTheApplicationCannotAlterWhatIsKept(t *testing.T) {
	s := open(t)
	if err := s.Within(t.Context(), func(tx *Tx) error {
		_, _, err := tx.File(t.Context(), revision("Kept"))
		return err
	}); err != nil {
		t.Fatal(err)
	}
	for _, q := range []string{
		"update revision set title = 'x'", "delete from revision", "delete from part", "delete from dressing", "truncate revision", "drop table draft",
		"update newest set title = 'x'", "insert into newest select * from newest", "update deed set what = 'x'", "delete from deed", "update vocabulary set kind = 'amount'", "alter table revision disable trigger all",
	} {
		if _, err := s.db.ExecContext(t.Context(), q); err == nil {
			t.Errorf("the application may %s", q)
		}
	}
}
