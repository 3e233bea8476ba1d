package web

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"reflect"
	"strings"
	"testing"

	"github.com/danielgtaylor/huma/v2"
	"github.com/labstack/echo/v4"

	"mothledger/ledger"
)

// What stands on the wire is this package's own type, the ledger's or the core's, never a
// row of the store.
func TestNoRowOfTheStoreGoesOverTheWire(t *testing.T) {
	api := describe(echo.New())
	operations(api, nil, slog.Default())
	r := api.OpenAPI().Components.Schemas
	n := 0
	for name := range r.Map() {
		typ := r.TypeFromRef("#/components/schemas/" + name)
		if typ == nil {
			continue
		}
		n++
		walk := func(x reflect.Type) {
			for x.Kind() == reflect.Pointer || x.Kind() == reflect.Slice {
				x = x.Elem()
			}
			if strings.HasPrefix(x.PkgPath(), "mothledger/store") {
				t.Errorf("%s holds %v", name, x)
			}
		}
		walk(typ)
		for i := range typ.NumField() {
			walk(typ.Field(i).Type)
		}
	}
	if n < 40 {
		t.Errorf("only %d schemas were looked at", n)
	}
}

// Closed lists stand in the description, so that no client restates them.
func TestVocabulariesAreEnumerations(t *testing.T) {
	b, err := Description()
	if err != nil {
		t.Fatal(err)
	}
	var d struct {
		Components struct {
			Schemas map[string]struct {
				Properties map[string]struct{ Enum []string }
			}
		}
	}
	if err := json.Unmarshal(b, &d); err != nil {
		t.Fatal(err)
	}
	for at, want := range map[string]string{
		"CompareDeparture.change": "cannot-tell", "CompareComparison.verdict": "re-proportioned", "Entry.verdict": "same", "ReadingMark.as": "unread", "DressingMeaning.as": "remark", "ProfileShape.kind": "envelope",
		"ProfileShape.texture": "herl", "Relative.kind": "adapted from", "Deed.kind": "undo", "ProportionPart.standard": "wing case", "AdvicePiece.weight": "caution", "Item.state": "look", "OrderStep.deed": "wind", "Dressing.kind": "style", "DressingNamed.kind": "copied from",
	} {
		name, field, _ := strings.Cut(at, ".")
		s, ok := d.Components.Schemas[name]
		if !ok {
			t.Errorf("there is no schema %s", name)
			continue
		}
		if enum := s.Properties[field].Enum; !strings.Contains(strings.Join(enum, "|"), want) {
			t.Errorf("%s is one of %v, without %q", at, enum, want)
		}
	}
}

// Only where nothing can have been changed does an answer say so.
func TestAnAnswerSaysWhatMayHaveBeenDone(t *testing.T) {
	quiet := slog.New(slog.DiscardHandler)
	for _, c := range []struct {
		err    error
		status int
		says   string
	}{
		{fmt.Errorf("%w: %w", ledger.ErrUnsure, ledger.ErrAway), 503, "it may have been done or not"},
		{fmt.Errorf("%w: cut", ledger.ErrAway), 503, "nothing was changed"},
		{context.DeadlineExceeded, 503, "nothing was changed"},
		{ledger.ErrUnkept, 422, "cannot keep this"},
		{ledger.ErrNotFound, 404, "no such page"},
		{context.Canceled, 499, "given up"},
		{errors.New("else"), 500, "could not do this"},
	} {
		var got huma.StatusError
		if err := problem(t.Context(), quiet, c.err); !errors.As(err, &got) || got.GetStatus() != c.status || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%v is answered %v", c.err, err)
		}
	}
}
