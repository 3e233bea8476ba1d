package store

import (
	"errors"
	"testing"
)

func TestMeasuredHooksAreKeptOnce(t *testing.T) {
	s := open(t)
	add := func(h Hook) (id int64, err error) {
		err = s.Within(t.Context(), func(tx *Tx) (err error) {
			id, err = tx.AddHook(t.Context(), h)
			return err
		})
		return id, err
	}
	h := Hook{Name: "Long wet", Size: 12, Style: "wet", ShankMM: 11.1, GapeMM: 5.4}
	id, err := add(h)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := add(Hook{Name: "LONG WET", Size: 12, ShankMM: 9, GapeMM: 5}); !errors.Is(err, ErrTaken) {
		t.Errorf("the same name and size again: %v", err)
	}
	if _, err := add(Hook{Name: "Long wet", Size: 14, ShankMM: 9, GapeMM: 5}); err != nil {
		t.Errorf("the same name in another size: %v", err)
	}
	for name, bad := range map[string]Hook{
		"no name": {Size: 12, ShankMM: 9, GapeMM: 5}, "no shank": {Name: "x", Size: 12, GapeMM: 5}, "another style": {Name: "x", Size: 12, Style: "bent", ShankMM: 9, GapeMM: 5}, "no such size": {Name: "x", Size: 40, ShankMM: 9, GapeMM: 5},
	} {
		if _, err := add(bad); err == nil {
			t.Errorf("%s was kept", name)
		}
	}
	retire := func(retired bool) error {
		return s.Within(t.Context(), func(tx *Tx) error {
			return tx.Set(t.Context(), OfHook, Key{Hook: id}, HookValue{retired})
		})
	}
	if err := retire(true); err != nil {
		t.Fatal(err)
	}
	if list, err := s.Hooks(t.Context()); err != nil || len(list) != 1 {
		t.Errorf("%d hooks are listed, %v", len(list), err)
	}
	if got, err := s.Hook(t.Context(), id); err != nil || got.ShankMM != 11.1 {
		t.Errorf("a retired hook is %+v, %v", got, err)
	}
	if _, err := add(h); err != nil {
		t.Errorf("its name is not free again: %v", err)
	}
	if err := retire(false); !errors.Is(err, ErrTaken) {
		t.Errorf("put back under a name that was given again: %v", err)
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
	set := func(of Of, key Key, v any) {
		t.Helper()
		must(s.Within(t.Context(), func(tx *Tx) error { return tx.Set(t.Context(), of, key, v) }))
	}
	set(OfSchool, Key{Question: "rib-way"}, SchoolValue{"against"})
	set(OfSchool, Key{Question: "rib-way"}, SchoolValue{"with-soft"})
	set(OfSchool, Key{Question: "rib-way", Folio: 1}, SchoolValue{"against"})
	club, err := s.Schools(t.Context(), 0)
	must(err)
	own, err := s.Schools(t.Context(), id)
	must(err)
	if club["rib-way"] != "with-soft" || own["rib-way"] != "against" {
		t.Errorf("the club %v, the dressing %v", club, own)
	}
	set(OfSchool, Key{Question: "rib-way", Folio: 1}, nil)
	if own, _ = s.Schools(t.Context(), id); len(own) != 0 {
		t.Errorf("still its own: %v", own)
	}

	flares := Key{Folio: 1, Code: "hair-flares", Role: "wing"}
	set(OfAside, flares, AsideValue{Note: "so it should"})
	set(OfAside, flares, AsideValue{Note: "it is meant to"})
	list, err := s.Dismissals(t.Context(), id)
	must(err)
	if len(list) != 1 || list[0].Note != "it is meant to" {
		t.Errorf("put aside: %+v", list)
	}
	set(OfAside, flares, nil)
	if list, _ = s.Dismissals(t.Context(), id); len(list) != 0 {
		t.Errorf("taken up again, and still aside: %+v", list)
	}

	set(OfOrder, Key{Folio: 1}, OrderValue{1, []byte("[1, 0]")})
	if b, err := s.Order(t.Context(), id, 1); err != nil || string(b) != "[1, 0]" {
		t.Errorf("order %s, %v", b, err)
	}
	if b, err := s.Order(t.Context(), id, 2); err != nil || b != nil {
		t.Errorf("the order of another revision: %s, %v", b, err)
	}
	set(OfOrder, Key{Folio: 1}, nil)
	if b, _ := s.Order(t.Context(), id, 1); b != nil {
		t.Errorf("taken away, and still there: %s", b)
	}
}
