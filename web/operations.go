package web

import (
	"context"
	"log/slog"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"mothledger/ledger"
)

// Vice is the hook that the screen is measured on.
type Vice struct {
	Size  string `query:"size" maxLength:"5" doc:"hook size, such as 12 or 1/0; absent for the hook that the dressing names"`
	Shank string `query:"shank" maxLength:"10" doc:"shank code: standard, 2XL, 1XS; absent for the one that the dressing names"`
}

func (v Vice) ledger() ledger.Vice { return ledger.Vice{Size: v.Size, Shank: v.Shank} }

type answer[T any] struct{ Body T }

func operations(api huma.API, l *ledger.Ledger, log *slog.Logger) {
	op := func(method, path, id, summary string) huma.Operation {
		return huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, MaxBodyBytes: maxBody}
	}

	huma.Register(api, op(http.MethodGet, "/api/dressings", "find-dressings", "List and find dressings"),
		func(ctx context.Context, in *struct {
			Vice
			Query string `query:"q" maxLength:"200" doc:"words that all must occur"`
			After int    `query:"after" minimum:"0" doc:"the folio after which to go on"`
			Limit int    `query:"limit" minimum:"1" maximum:"100" default:"40"`
		}) (*answer[ledger.Page], error) {
			p, err := l.Find(ctx, in.Query, in.After, in.Limit, in.ledger())
			return &answer[ledger.Page]{p}, problem(ctx, log, err)
		})

	huma.Register(api, op(http.MethodGet, "/api/dressings/{folio}", "open-folio", "One dressing on a hook, with its family"),
		func(ctx context.Context, in *struct {
			Vice
			Folio int `path:"folio" minimum:"1" maximum:"2147483647"`
		}) (*answer[ledger.Folio], error) {
			f, err := l.Open(ctx, in.Folio, in.ledger())
			return &answer[ledger.Folio]{f}, problem(ctx, log, err)
		})

	file := op(http.MethodPost, "/api/dressings", "file-dressing", "File a dressing")
	file.DefaultStatus = http.StatusCreated
	huma.Register(api, file,
		func(ctx context.Context, in *struct {
			Key  string `header:"Idempotency-Key" required:"true" minLength:"8" maxLength:"100" doc:"the same for every sending of one filing"`
			Body struct {
				Text       string `json:"text" doc:"the dressing in the trade's own words"`
				Title      string `json:"title,omitempty"`
				Tier       string `json:"tier,omitempty"`
				Originator string `json:"originator,omitempty"`
				Source     string `json:"source,omitempty"`
				Page       string `json:"page,omitempty"`
				Date       string `json:"date,omitempty"`
				Reason     string `json:"reason,omitempty" doc:"why this version was made"`
				Parents    []int  `json:"parents,omitempty" maxItems:"8" doc:"folios it descends from"`
			}
		}) (*answer[ledger.Filed], error) {
			b := in.Body
			f, err := l.File(ctx, ledger.Filing{Text: b.Text, Title: b.Title, Tier: b.Tier, Originator: b.Originator, Source: b.Source, Page: b.Page, Date: b.Date, Reason: b.Reason, Parents: b.Parents}, in.Key)
			return &answer[ledger.Filed]{f}, problem(ctx, log, err)
		})

	link := op(http.MethodPost, "/api/dressings/{folio}/parents", "link-parent", "Make a filed dressing a variant of another")
	link.DefaultStatus = http.StatusNoContent
	huma.Register(api, link,
		func(ctx context.Context, in *struct {
			Folio int `path:"folio" minimum:"1" maximum:"2147483647"`
			Body  struct {
				Parent int `json:"parent" minimum:"1" maximum:"2147483647" doc:"the parent's folio"`
			}
		}) (*struct{}, error) {
			return nil, problem(ctx, log, l.Link(ctx, in.Folio, in.Body.Parent))
		})

	huma.Register(api, op(http.MethodPost, "/api/readings", "read-text", "Read a text without filing it"),
		func(ctx context.Context, in *struct {
			Vice
			Body struct {
				Text string `json:"text"`
			}
		}) (*answer[ledger.Read], error) {
			r, err := l.Read(ctx, in.Body.Text, in.ledger())
			return &answer[ledger.Read]{r}, problem(ctx, log, err)
		})

	huma.Register(api, op(http.MethodGet, "/api/spreads/{parent}/{variant}", "open-spread", "A variant beside its parent, on one hook"),
		func(ctx context.Context, in *struct {
			Vice
			Parent  int `path:"parent" minimum:"1" maximum:"2147483647"`
			Variant int `path:"variant" minimum:"1" maximum:"2147483647"`
		}) (*answer[ledger.Spread], error) {
			s, err := l.Compare(ctx, in.Parent, in.Variant, in.ledger())
			return &answer[ledger.Spread]{s}, problem(ctx, log, err)
		})

	huma.Register(api, op(http.MethodGet, "/api/names", "list-names", "People, sources and dressings, to offer while typing"),
		func(ctx context.Context, _ *struct{}) (*answer[ledger.Names], error) {
			n, err := l.Names(ctx)
			return &answer[ledger.Names]{n}, problem(ctx, log, err)
		})
}
