package web

import (
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/core/advice"
	"mothledger/core/citation"
	"mothledger/core/compare"
	"mothledger/core/descent"
	"mothledger/core/dressing"
	"mothledger/core/material"
	"mothledger/core/order"
	"mothledger/core/profile"
	"mothledger/core/question"
	"mothledger/core/reading"
	"mothledger/core/role"
	"mothledger/exchange/shelf"
	"mothledger/ledger"
)

// A vocabulary is a closed list of words that the core or the ledger answers with.
type vocabulary interface {
	~string
	Values() []string
}

// enum describes a vocabulary, so that its words stand once, in the core.
type enum[T vocabulary] string

// Schema lists the words.
func (enum[T]) Schema(huma.Registry) *huma.Schema {
	var t T
	s := &huma.Schema{Type: huma.TypeString}
	for _, v := range t.Values() {
		s.Enum = append(s.Enum, v)
	}
	s.PrecomputeMessages()
	return s
}

func describes[T vocabulary](r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[T](), reflect.TypeFor[enum[T]]())
}

// vocabularies makes every closed list an enumeration of the description.
func vocabularies(r huma.Registry) {
	describes[compare.Change](r)
	describes[compare.Verdict](r)
	describes[compare.Kept](r)
	describes[compare.There](r)
	describes[compare.Of](r)
	describes[compare.Built](r)
	describes[compare.ReasonKind](r)
	describes[ledger.Since](r)
	describes[dressing.Fragment](r)
	describes[dressing.Damage](r)
	describes[advice.Weight](r)
	describes[descent.Kind](r)
	describes[reading.MarkAs](r)
	describes[reading.CorrectAs](r)
	describes[dressing.Entry](r)
	describes[material.Kind](r)
	describes[profile.Kind](r)
	describes[profile.Texture](r)
	describes[role.Standard](r)
	describes[order.Deed](r)
	describes[ledger.Kind](r)
	describes[ledger.Index](r)
	describes[ledger.Order](r)
	describes[question.Kind](r)
	describes[ledger.Record](r)
	describes[ledger.Field](r)
	describes[ledger.ItemState](r)
	describes[ledger.Standing](r)
	describes[citation.Kind](r)
	describes[citation.Question](r)
	describes[citation.Grade](r)
	describes[citation.Knows](r)
	describes[citation.Qualifier](r)
	describes[citation.DateOf](r)
	describes[shelf.Format](r)
	r.RegisterTypeAlias(reflect.TypeFor[ledger.Parent](), reflect.TypeFor[parent]())
}

// parent describes a parent: a folio alone, or with how and why.
type parent struct {
	Folio  int          `json:"folio" minimum:"1" maximum:"2147483647" doc:"the parent's folio"`
	Kind   descent.Kind `json:"kind,omitempty" doc:"how it descends from it; absent for “variant of”"`
	Reason string       `json:"reason,omitempty" maxLength:"4000" doc:"why that is said"`
}

// Schema allows a folio alone.
func (parent) Schema(r huma.Registry) *huma.Schema {
	type Parent parent
	folio := &huma.Schema{Type: huma.TypeInteger, Minimum: new(1.0), Maximum: new(float64(1<<31 - 1))}
	s := &huma.Schema{OneOf: []*huma.Schema{folio, r.Schema(reflect.TypeFor[Parent](), true, "Parent")}}
	s.PrecomputeMessages()
	folio.PrecomputeMessages()
	return s
}
