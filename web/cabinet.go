package web

import (
	"context"
	"net/http"

	"mothledger/core/compare"
	"mothledger/ledger"
)

// MaterialName names a material in a request's query: its name may hold any letters.
type MaterialName struct {
	Name string `query:"name" required:"true" minLength:"1" maxLength:"100" doc:"one of its names"`
}

// cabinetOperations are the Cabinet: what materials are, how near they are, and what the club puts in
// the place of what.
func cabinetOperations(s server) {
	l := s.l
	handle(s, op(http.MethodGet, "/api/materials", "open-cabinet", "The materials as a tree"),
		func(ctx context.Context, in *struct {
			Letters string `query:"q" maxLength:"100" doc:"letters that one of its names holds"`
		}) (*answer[ledger.CabinetPage], error) {
			p, err := l.Cabinet(ctx, in.Letters)
			return &answer[ledger.CabinetPage]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/materials/one", "open-material", "One material: what it is, what it can do, where it occurs, what the club puts in its place"),
		func(ctx context.Context, in *struct {
			MaterialName
			Vice
		}) (*answer[ledger.MaterialPage], error) {
			p, err := l.Material(ctx, in.Name, in.ledger())
			return &answer[ledger.MaterialPage]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/materials/instead", "instead-of", "What can stand in for a material in a part, the nearest first"),
		func(ctx context.Context, in *struct {
			MaterialName
			Colour string `query:"colour" maxLength:"60" doc:"the colour that is wanted; absent for its own"`
			Part   string `query:"part" required:"true" minLength:"1" maxLength:"60"`
			On     string `query:"on" maxLength:"20" doc:"the kind of fly: dry, wet, spider, nymph, emerger, streamer, salmon, bug"`
		}) (*answer[ledger.Instead], error) {
			p, err := l.Instead(ctx, in.Name, in.Colour, in.Part, in.On)
			return &answer[ledger.Instead]{p}, err
		})
	handle(s, op(http.MethodGet, "/api/materials/unknown", "unknown-materials", "What the Cabinet has no entry for, the most used first"),
		func(ctx context.Context, _ *struct{}) (*answer[ledger.UnknownPage], error) {
			p, err := l.UnknownMaterials(ctx)
			return &answer[ledger.UnknownPage]{p}, err
		})
	handle(s, op(http.MethodPost, "/api/materials", "enter-material", "Enter a material in the club's Cabinet, or change one"),
		func(ctx context.Context, in *struct {
			Doer
			Body ledger.MaterialBody
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.EnterMaterial(ctx, in.Body, by))
		})
	handle(s, op(http.MethodPost, "/api/materials/merge", "merge-materials", "Let the names of one material lead to another"),
		func(ctx context.Context, in *struct {
			Doer
			Body struct {
				Name string `json:"name" minLength:"1" maxLength:"100"`
				Into string `json:"into" minLength:"1" maxLength:"100"`
				Why  string `json:"why,omitempty" maxLength:"4000"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.MergeMaterials(ctx, in.Body.Name, in.Body.Into, in.Body.Why, by))
		})
	handle(s, op(http.MethodPost, "/api/materials/split", "split-material", "Make a new material of some names of another"),
		func(ctx context.Context, in *struct {
			Doer
			Body struct {
				Of   string              `json:"of" minLength:"1" maxLength:"100"`
				Part ledger.MaterialBody `json:"part"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.SplitMaterial(ctx, in.Body.Of, in.Body.Part, by))
		})
	handle(s, op(http.MethodDelete, "/api/materials", "remove-material", "Take the club's own row of a material away"),
		func(ctx context.Context, in *struct {
			Doer
			MaterialName
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.RemoveMaterial(ctx, in.Name, by))
		})
	handle(s, op(http.MethodGet, "/api/departures", "ask-across", "What departs from their parents in all variants of the ledger"),
		func(ctx context.Context, in *struct {
			Part   string             `query:"part" maxLength:"60"`
			What   string             `query:"what" enum:"near,replaced,added,dropped,longer,shorter,more,fewer,turns-more,turns-fewer,larger,smaller,winding,method,style,moved" doc:"a change, or what a figure or a way comes to"`
			Of     string             `query:"of" maxLength:"100" doc:"the parent's material, its kinds with it"`
			To     string             `query:"to" maxLength:"100" doc:"the variant's"`
			Since  int                `query:"since" minimum:"0" maximum:"9999" doc:"the variant's year"`
			Until  int                `query:"until" minimum:"0" maximum:"9999"`
			Reason compare.ReasonKind `query:"reason"`
			By     string             `query:"by" enum:"part,change,instead,of,tier,reason" doc:"count the variants by this"`
			After  int                `query:"after" minimum:"0" maximum:"1000000"`
			Limit  int                `query:"limit" minimum:"1" maximum:"100" default:"40"`
		}) (*answer[ledger.Answer], error) {
			a, err := l.Across(ctx, ledger.AcrossAsked{Part: in.Part, What: in.What, Of: in.Of, To: in.To, Since: in.Since, Until: in.Until, Reason: in.Reason, By: in.By, After: in.After, Limit: in.Limit})
			return &answer[ledger.Answer]{a}, err
		})
	handle(s, op(http.MethodGet, "/api/dressings/{folio}/line", "line-of", "A dressing against its line of parents: what is new, inherited, reverted"),
		func(ctx context.Context, in *FolioPath) (*answer[ledger.Line], error) {
			a, err := l.LineOf(ctx, in.Folio)
			return &answer[ledger.Line]{a}, err
		})
	handle(s, op(http.MethodPut, "/api/dressings/{folio}/verdicts/{parent}", "overrule", "Put an archivist's own verdict in the place of the computed one"),
		func(ctx context.Context, in *struct {
			Doer
			FolioPath
			Parent int `path:"parent" minimum:"1" maximum:"2147483647"`
			Body   struct {
				Verdict compare.Verdict `json:"verdict,omitempty" doc:"absent lets the computed one stand again"`
				Note    string          `json:"note,omitempty" maxLength:"4000" doc:"why the computed one does not hold"`
			}
		}) (*answer[Done], error) {
			by, err := in.by()
			if err != nil {
				return nil, err
			}
			return done(l.Overrule(ctx, in.Folio, in.Parent, in.Body.Verdict, in.Body.Note, by))
		})
}
